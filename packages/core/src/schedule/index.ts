export * from './calendar.js';
export { leftToDo, spanOf, waitOf, type Activity, type Left, type OutageGroup, type Rates } from './activities.js';
export * from './solve.js';
export * from './shapes.js';
export { chosenPlan, scheduleOf, whenWords } from './plans.js';
export * from './range.js';
export * from './rates.js';
export * from './events.js';
export * from './chart.js';
