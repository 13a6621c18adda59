export * from './plane.js';
export * from './measured.js';
export * from './target.js';
