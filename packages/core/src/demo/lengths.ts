import { inches } from '../measure/index.js';
import { measured, type MeasuredLength } from '../model/index.js';

/** A measured length in inches with the words it was said in. */
export const inch = (value: number, as: string): MeasuredLength => measured(inches(value), as);
