export * from './bundle.js';
export * from './jobSheet.js';
export * from './panelCsv.js';
export * from './directorySheet.js';
export * from './routeSheet.js';
export * from './bringUp.js';
export * from './notice.js';
