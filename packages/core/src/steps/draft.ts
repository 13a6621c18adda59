/** A step of the work, what it asks to measure, and how one is written. */
import { printSource } from '../catalog/index.js';
import { LEAST_FREE_MM } from '../codebook/index.js';
import { numbered, type Work } from '../ledger/index.js';
import { inches } from '../measure/index.js';

export interface StepAsk {
  key: string;
  label: string;
  unit: 'length' | 'V';
  /** judged against these, in mm or V; absent means no limit on that side */
  least?: number;
  most?: number;
  /** what to do when it is outside */
  otherwise: string;
  source: string;
}

export interface Step {
  id: string;
  title: string;
  /** what to do, one line each */
  says: string[];
  /** common-practice estimate in minutes */
  minutes: number;
  needsDead: boolean;
  /** cuts, connects or fastens: not while the ledger has a stop */
  alters: boolean;
  /** connects to the house's wiring: not while something that decides it can't be told */
  connects: boolean;
  /** steps that must be ticked before */
  after: string[];
  asks: StepAsk[];
  cautions: string[];
  /** planned changes that are done when this is ticked */
  changeIds: string[];
}

export const PRACTICE = 'common practice';
export type Draft = Omit<Step, 'after'>;

export const step = (id: string, title: string, minutes: number, says: string[], more: Partial<Draft> = {}): Draft => ({
  id,
  title,
  minutes,
  says,
  needsDead: false,
  alters: false,
  connects: false,
  asks: [],
  cautions: [],
  changeIds: [],
  ...more,
});

export const free = (key: string, where: string, neededMm: number | undefined, edition: string): StepAsk => ({
  key,
  label: `free ends in ${where}, from the sheath`,
  unit: 'length',
  least: neededMm ?? LEAST_FREE_MM,
  otherwise: 'Too short: pull more cable in before stripping, or splice on pigtails in the box.',
  source: printSource({ standard: 'NEC', edition: edition.slice(3), clause: '300.14', from: 'memory' }),
});

/** Cable that must stick out of an opening while fishing (common practice: 12 in or more). */
export const LEAST_OUT_MM = inches(12);
export const out = (key: string, where: string): StepAsk => ({
  key,
  label: `cable out of the opening at ${where}`,
  unit: 'length',
  least: LEAST_OUT_MM,
  otherwise: 'Pull more through: too little cannot be clamped, stripped and folded.',
  source: PRACTICE,
});

export const volts = (key: string, label: string, least: number, most: number, otherwise: string): StepAsk => ({
  key,
  label,
  unit: 'V',
  least,
  most,
  otherwise,
  source: least > 0 ? 'ANSI C84.1 range A, 120 V ± 5 % · from memory' : PRACTICE,
});

/** Where one stands in a job of several boxes: the first of each has the plain ids. */
export interface At {
  w: Work;
  n: number;
}
export const id = (base: string, { n }: At): string => numbered(base, n);

export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
