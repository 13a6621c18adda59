export * from './studFinder.js';
export * from './electrical.js';
