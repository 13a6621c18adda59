export * from './articles.js';
export * from './source.js';
export * from './finishes.js';
export * from './boxes.js';
export * from './devices.js';
export * from './appliances.js';
export * from './connectors.js';
