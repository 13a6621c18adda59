export * from './otherSide.js';
