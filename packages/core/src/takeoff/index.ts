export * from './materials.js';
