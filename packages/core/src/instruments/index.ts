export * from './studFinder.js';
