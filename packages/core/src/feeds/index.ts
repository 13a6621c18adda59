export * from './candidates.js';
