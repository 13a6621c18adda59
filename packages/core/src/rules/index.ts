export * from './table.js';
export * from './ruleIndex.js';
