export * from './otherSide.js';
export * from './fromBox.js';
