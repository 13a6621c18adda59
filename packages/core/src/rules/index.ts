export * from './notChecked.js';
export * from './ruleIndex.js';
export * from './finalRules.js';
