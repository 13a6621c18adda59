export * from './materials.js';
export * from './cost.js';
