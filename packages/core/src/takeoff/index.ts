export * from './materials.js';
export * from './cost.js';
export * from './purchase.js';
export * from './coils.js';
export * from './packets.js';
export * from './shopping.js';
export * from './parts.js';
