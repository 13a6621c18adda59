export * from './inWall.js';
export { FILE_KINDS, type FileEntry, type FileFact, type FileKind } from './fileEntry.js';
export * from './houseFile.js';
export * from './againstPlan.js';
export * from './builtShapes.js';
