// what takes hold of a drawing, fetched by itself once the drawing stands
export { select } from 'd3-selection';
export { zoom, zoomIdentity } from 'd3-zoom';
export { makeDraggable } from '../drawing/draggable';
