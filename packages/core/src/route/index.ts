export * from './cableRun.js';
export * from './search.js';
export * from './effort.js';
export * from './bays.js';
export * from './framing.js';
export * from './trace.js';
export * from './raceway.js';
