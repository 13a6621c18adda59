/** Why a part is suspected: what each reading said for it and against it, in figures. */
import type { Search } from '../model/index.js';
import type { Dictionary } from './predict.js';
import { tableOf, weighed, type Weighed } from './search.js';

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
  // what could be read neither so nor so tells nothing of either
  if (Number.isNaN(factor)) return 'says nothing of it';
  if (factor > 500) return 'for it, over 500 to 1';
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
export const reasonsFor = (dictionary: Dictionary, search: Search, part: string): Reasons => reasonsForAll(dictionary, search, [part])[0]!;

/** The same for several parts, each reading weighed once. */
export function reasonsForAll(dictionary: Dictionary, search: Search, parts: readonly string[]): Reasons[] {
  const table = tableOf(dictionary);
  const until = Array.from({ length: search.readings.length + 1 }, (_, n) =>
    weighed(dictionary, { ...search, readings: search.readings.slice(0, n) }),
  );
  return parts.map((part): Reasons => {
    const at = table.parts.indexOf(part);
    const shares = until.map(({ shares: all }: Weighed) => {
      let total = 0;
      for (let h = 0; h < all.length; h++) if (at >= 0 && (table.first[h] === at || table.second[h] === at)) total += all[h]!;
      return total;
    });
    const readings = search.readings.flatMap((reading, n): Reason[] => {
      const test = dictionary.tests.find((t) => t.id === reading.test);
      const outcome = test?.outcomes.find((o) => o.id === reading.outcome);
      if (!test || !outcome) return [];
      const [mine, after] = [shares[n]!, shares[n + 1]!];
      // how likely the reading was at all
      const all = Math.exp(until[n + 1]!.evidence - until[n]!.evidence);
      const ifSo = mine > 0 ? (after * all) / mine : 0;
      const ifNot = mine < 1 ? ((1 - after) * all) / (1 - mine) : 0;
      const factor = ifSo / ifNot;
      return [{ test: test.words, shown: outcome.words, factor, says: factorWords(factor), ifSo, ifNot }];
    });
    return { before: shares[0]!, readings, now: shares.at(-1)! };
  });
}
