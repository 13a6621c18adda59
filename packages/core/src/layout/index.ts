export * from './otherFace.js';
export * from './heights.js';
export * from './opening.js';
export * from './collisions.js';
export * from './boxChoice.js';
export * from './elevation.js';
export * from './moveBox.js';
