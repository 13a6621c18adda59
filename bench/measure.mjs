import { parseLength } from '@saddle/core/measure';
import Fraction from 'fraction.js';
import { figure, median } from './timing.mjs';

/** 1000 mixed numbers, read by the tape's parser and by fraction.js. */
export function measureFigures() {
  const texts = Array.from({ length: 1000 }, (_, i) => `${i % 120} ${(i % 15) + 1}/16`);
  const ours = median(() => texts.forEach((text) => parseLength(text)));
  const theirs = median(() => texts.forEach((text) => new Fraction(text).valueOf() * 25.4));
  return [figure('measure.parse', ours, 'fraction.js, 1000 mixed numbers', theirs)];
}
