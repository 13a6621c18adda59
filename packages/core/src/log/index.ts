export * from './entries.js';
export * from './log.js';
