export * from './cable.js';
export * from './loop.js';
export * from './walls.js';
export * from './accessory.js';
export * from './bath.js';
