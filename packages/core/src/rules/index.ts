export * from './table.js';
export * from './ruleIndex.js';
export * from './finalRules.js';
