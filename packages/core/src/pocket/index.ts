export * from './fields.js';
export * from './sums.js';
