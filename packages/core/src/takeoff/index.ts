export * from './materials.js';
export * from './cost.js';
export * from './purchase.js';
export * from './coils.js';
