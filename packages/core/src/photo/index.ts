export * from './plane.js';
export * from './measured.js';
export * from './target.js';
export * from './drawing.js';
