export * from './things.js';
export * from './tape.js';
export * from './contradictions.js';
export * from './roomEntry.js';
export * from './guidance.js';
export * from './judgement.js';
export * from './surveyElevation.js';
export * from './readings.js';
