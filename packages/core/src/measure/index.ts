export * from './length.js';
export * from './gauge.js';
export * from './quantity.js';
