export * from './studFinder.js';
export * from './electrical.js';
export * from './faultScan.js';
