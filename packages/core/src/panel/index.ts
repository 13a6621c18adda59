export * from './spaces.js';
export * from './loads.js';
export * from './whichBreaker.js';
export * from './breakerPlaces.js';
export { behindFeeder, type BehindFeeder } from './behindFeeder.js';
export * from './addBreaker.js';
export * from './directory.js';
export * from './simulated.js';
export * from './edit.js';
