export * from './length.js';
export * from './keypad.js';
export * from './gauge.js';
export * from './quantity.js';
export * from './random.js';
export * from './day.js';
export * from './unbeaten.js';
