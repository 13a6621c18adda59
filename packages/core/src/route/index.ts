export * from './cableRun.js';
