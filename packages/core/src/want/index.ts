export * from './outletPlan.js';
export * from './wantFeeds.js';
export * from './searchRoutes.js';
export * from './routeDetail.js';
export * from './routeFigures.js';
export * from './ways.js';
export * from './edit.js';
