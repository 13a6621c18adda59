import type { Source } from '../catalog/index.js';
import type { Sum, Term, Verdict } from '../model/index.js';
import type { Told } from '../words/phrases.js';

/** What a rule says of one case, as code and figures with the words made of them: the ledger adds subject and remedies, the pocket sums show it as it is. */
export interface Judged extends Told {
  verdict: Verdict;
  sums: Sum[];
  source: Source;
}

export const term = (label: string, value: number, unit: Term['unit'], extra: Partial<Term> = {}): Term => ({
  label,
  value,
  unit,
  ...extra,
});
/** A product: `6 × 2.25 = 13.50`. */
export const product = (label: string, times: number, each: number, unit: Term['unit'], extra: Partial<Term> = {}): Term => ({
  label,
  value: times * each,
  unit,
  times,
  each,
  ...extra,
});
export const total = (terms: Term[]): number => terms.reduce((sum, t) => sum + t.value, 0);

/** Guards comparisons of sums of binary fractions against limits written in decimals. */
const CLOSE = 1e-9;
export const atMost = (value: number, limit: number): boolean => value <= limit + CLOSE * Math.max(1, Math.abs(limit));
export const atLeast = (value: number, limit: number): boolean => value >= limit - CLOSE * Math.max(1, Math.abs(limit));
