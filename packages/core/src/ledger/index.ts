export * from './context.js';
export * from './ledger.js';
export * from './print.js';
export * from './workBox.js';
