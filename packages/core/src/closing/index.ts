export * from './closing.js';
export * from './rests.js';
export * from './surveyed.js';
