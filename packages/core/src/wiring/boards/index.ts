export { benchDrawing, fittingScale } from './benchDrawing.js';
export * from './lineDrawing.js';
export type { BenchBoxShape, BenchDeviceShape, BenchDrawing, BenchSpot, BenchWire } from './shapes.js';
