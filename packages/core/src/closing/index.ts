export * from './closing.js';
export * from './surveyed.js';
