export * from './bundle.js';
export * from './jobSheet.js';
