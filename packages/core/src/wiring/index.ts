export * from './boxContents.js';
export * from './plan.js';
export * from './drawing.js';
