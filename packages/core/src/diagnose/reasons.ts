/** Why a part is suspected: what each reading said for it and against it, in figures. */
import type { Search } from '../model/index.js';
import type { Dictionary } from './predict.js';
import { likelihood, sharesOf } from './search.js';

export interface Reason {
  test: string;
  shown: string;
  /** how much likelier the part became by this reading, as a factor of its odds: 3 is three to one for it, 0.02 is fifty to one against */
  factor: number;
  /** in words: `for it, 3 to 1` */
  says: string;
  /** how often this would be shown if it were the part, and if it were anything else */
  ifSo: number;
  ifNot: number;
}
export interface Reasons {
  /** odds before any reading: share with the complaint and before it */
  before: number;
  readings: Reason[];
  now: number;
}

/** `for it, 12 to 1`, `against it, 1 to 40`, `says nothing of it` */
export function factorWords(factor: number): string {
  if (!Number.isFinite(factor) || factor > 500) return 'for it, over 500 to 1';
  if (factor < 1 / 500) return 'against it, over 500 to 1';
  if (factor > 0.9 && factor < 1.1) return 'says nothing of it';
  const n = factor >= 1 ? factor : 1 / factor;
  const figure = n >= 10 ? Math.round(n) : Math.round(n * 10) / 10;
  return `${factor >= 1 ? 'for' : 'against'} it, ${figure} to 1`;
}

/**
 * @param part as `searchState` names it
 * @returns what speaks for and against it, reading by reading: the odds before, times every factor, are the odds now
 */
export function reasonsFor(dictionary: Dictionary, search: Search, part: string): Reasons {
  const { suspects, tests, shows } = dictionary;
  const own = suspects.map((s) => s.part === part);
  const sum = (shares: readonly number[]): number => shares.reduce((total, share, i) => total + (own[i] ? share : 0), 0);
  let shares = sharesOf(dictionary, { ...search, readings: [] });
  const before = sum(shares);
  const readings: Reason[] = [];
  for (const reading of search.readings) {
    const test = tests.find((t) => t.id === reading.test);
    const outcome = test?.outcomes.find((o) => o.id === reading.outcome);
    if (!test || !outcome) continue;
    const would = shows.get(test.id)!;
    const joint = shares.map((share, i) => share * likelihood(test, would[i], outcome.id));
    const mine = sum(shares);
    const ifSo = mine > 0 ? sum(joint) / mine : 0;
    const all = joint.reduce((a, b) => a + b, 0);
    const ifNot = mine < 1 ? (all - sum(joint)) / (1 - mine) : 0;
    const factor = ifSo / ifNot;
    readings.push({ test: test.words, shown: outcome.words, factor, says: factorWords(factor), ifSo, ifNot });
    shares = joint.map((x) => x / all);
  }
  return { before, readings, now: sum(shares) };
}
