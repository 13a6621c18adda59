export * from './boxContents.js';
export * from './plan.js';
export * from './drawing.js';
export * from './benchEdit.js';
export * from './boxPlan.js';
export * from './benchChecks.js';
export * from './benchOfJob.js';
export * from './benchDrawing.js';
