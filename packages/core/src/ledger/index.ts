export * from './work.js';
export * from './ledger.js';
export * from './print.js';
export * from './workBox.js';
export * from './alike.js';
export * from './asked.js';
