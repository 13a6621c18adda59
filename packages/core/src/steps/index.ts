export { LEAST_OUT_MM, type Step, type StepAsk } from './draft.js';
export * from './steps.js';
export * from './gates.js';
export * from './summary.js';
