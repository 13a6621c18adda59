export * from './otherSide.js';
export * from './fromBox.js';
export * from './wallInHand.js';
