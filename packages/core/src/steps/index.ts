export * from './steps.js';
export * from './gates.js';
export * from './summary.js';
