export * from './judged.js';
export * from './finding.js';
export * from './ranked.js';
// what a finding is made of
export type { Figure, Told } from '../words/phrases.js';
export * from './rules/index.js';
export * from './boxFill.js';
export * from './conductors.js';
export * from './framing.js';
export * from './load.js';
export * from './place.js';
export * from './uk/index.js';
