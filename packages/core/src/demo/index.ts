export * from './quinceStreet.js';
export * from './jobs.js';
export * from './hidden.js';
export * from './benches.js';
export * from './wants.js';
export * from './larchCottage.js';
export * from './larchJobs.js';
export * from './ukExamples.js';
