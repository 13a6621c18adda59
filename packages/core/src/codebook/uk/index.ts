export * from './cable.js';
export * from './loop.js';
