export * from './judged.js';
export * from './boxFill.js';
export * from './conductors.js';
export * from './framing.js';
export * from './load.js';
export * from './place.js';
export * from './uk/index.js';
