export * from './context.js';
export * from './ledger.js';
export { asKind } from './boxFindings.js';
export * from './print.js';
