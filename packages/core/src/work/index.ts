export {
  capital,
  inOrder,
  LEAST_OUT_MM,
  listed,
  marksABox,
  PRACTICE,
  step,
  type AskUnit,
  type Draft,
  type Step,
  type StepAsk,
  type StepPlace,
  type Target,
} from './step.js';
export { isolationsOf, PANEL_TARGET, type Isolation } from './isolation.js';
export { stepsOf } from './steps.js';
export * from './times.js';
export * from './outages.js';
export * from './gates.js';
export * from './summary.js';
export * from './tools.js';
export * from './noted.js';
export * from './timer.js';
export * from './jobBook.js';
export * from './card.js';
export * from './holeCards.js';
