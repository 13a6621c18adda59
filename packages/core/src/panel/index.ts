export * from './spaces.js';
export * from './loads.js';
export * from './whichBreaker.js';
export * from './addBreaker.js';
export * from './directory.js';
export * from './simulated.js';
export * from './edit.js';
