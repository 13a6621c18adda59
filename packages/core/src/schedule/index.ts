export * from './calendar.js';
export { spanOf, waitOf, type Activity, type OutageGroup, type Rates } from './activities.js';
export * from './solve.js';
export * from './plans.js';
export * from './rates.js';
export * from './events.js';
