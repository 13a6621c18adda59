export * from './circuitBench.js';
export * from './suspects.js';
export * from './predict.js';
export * from './search.js';
export * from './repair.js';
