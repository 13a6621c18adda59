export { complexVector, Factor, SingularMatrixError, updated, type Change, type ComplexVector, type NodalMatrix } from './factor.js';
export * from './network.js';
export * from './build.js';
export * from './events.js';
export * from './metal.js';
export * from './facts.js';
export * from './faults.js';
export * from './sample.js';
export * from './varied.js';
