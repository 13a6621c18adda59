export { capital, LEAST_OUT_MM, listed, type Step, type StepAsk, type StepPlace, type Target } from './step.js';
export { isolationsOf, PANEL_TARGET, type Isolation } from './isolation.js';
export { stepsOf } from './steps.js';
export * from './times.js';
export * from './outages.js';
export * from './gates.js';
export * from './summary.js';
