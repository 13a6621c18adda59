/** From a complaint and the tests made so far: how likely each part is, and which test to make next. */
import type { Complaint, Search } from '../model/index.js';
import type { Dictionary, TestKind } from './predict.js';
import type { Suspect } from './suspects.js';

/** A part is named when it is more likely than this. */
export const NAMED_AT = 0.95;
/** Less to learn than this, in bits, and a test is not worth its time. */
const WORTH_BITS = 0.03;

export interface PartLikely {
  part: string;
  share: number;
  /** its suspects, the likeliest first */
  suspects: { suspect: Suspect; share: number }[];
}
export interface NextTest {
  test: TestKind;
  /** what it is expected to tell, bits */
  bits: number;
  /** how likely each outcome is, and how many parts would still carry 95 % after it */
  after: { outcome: string; words: string; share: number; partsLeft: number }[];
}
export interface SearchState {
  parts: PartLikely[];
  /** how many of them carry 95 % now */
  open: number;
  next: NextTest[];
  verdict: 'stop' | 'asks' | 'goes on' | 'found' | 'can’t tell' | 'contradicts';
  says: string;
}

const normal = (shares: readonly number[]): number[] => {
  const sum = shares.reduce((a, b) => a + b, 0);
  return sum > 0 ? shares.map((x) => x / sum) : shares.map(() => 1 / shares.length);
};
/** How often a test shows an outcome where `shows` would be shown. */
export const likelihood = (test: TestKind, shows: string | undefined, outcome: string): number => {
  const n = test.outcomes.length;
  if (shows === undefined) return 1 / n;
  const { falsely } = test;
  if (!falsely) return shows === outcome ? test.sure : (1 - test.sure) / Math.max(1, n - 1);
  return shows === outcome
    ? 1 - test.outcomes.reduce((s, o) => s + (o.id === shows ? 0 : (falsely[o.id] ?? 0)), 0)
    : (falsely[outcome] ?? 0);
};

/** Shares of the suspects after a complaint and readings; they sum to 1. Readings of tests that this circuit doesn’t have say nothing. */
export function sharesOf(dictionary: Dictionary, search: Search): number[] {
  const { suspects, tests, shows } = dictionary;
  const fits = search.complaint ? dictionary.fits[search.complaint] : undefined;
  let shares = suspects.map((s, i) => s.prior * (fits ? fits[i]! : 1));
  for (const { test: id, outcome } of search.readings) {
    const test = tests.find((t) => t.id === id);
    if (!test?.outcomes.some((o) => o.id === outcome)) continue;
    const would = shows.get(id)!;
    shares = normal(shares.map((share, i) => share * likelihood(test, would[i], outcome)));
  }
  return normal(shares);
}

const bits = (shares: Iterable<number>): number => {
  let sum = 0;
  for (const p of shares) if (p > 0) sum -= p * Math.log2(p);
  return sum;
};

interface Parts {
  names: string[];
  /** index of each suspect’s part */
  of: number[];
}
function partsOf(suspects: readonly Suspect[]): Parts {
  const names = [...new Set(suspects.map((s) => s.part))];
  return { names, of: suspects.map((s) => names.indexOf(s.part)) };
}
const byPart = ({ names, of }: Parts, shares: readonly number[]): number[] => {
  const sums = names.map(() => 0);
  shares.forEach((share, i) => (sums[of[i]!]! += share));
  return sums;
};
/** How many parts carry 95 % together. */
function carry(parts: ArrayLike<number>): number {
  let sum = 0;
  let n = 0;
  for (const p of Float64Array.from(parts).sort().reverse()) {
    n += 1;
    if ((sum += p) >= NAMED_AT) break;
  }
  return n;
}

/** Complaints of something that opens as soon as it is on. */
const OPENS: ReadonlySet<Complaint> = new Set<Complaint>(['trips at once', 'will not reset']);

/** A dictionary as flat arrays: made once, asked thousands of times. */
interface Table {
  parts: Parts;
  tests: {
    test: TestKind;
    /** for each suspect the index of the outcome it would show; one beyond the last: it may be any */
    shown: Int32Array;
    /** how often an outcome shows, by what would be shown, then by outcome */
    odds: Float64Array[];
  }[];
}
const tables = new WeakMap<Dictionary, Table>();
function tableOf(dictionary: Dictionary): Table {
  const known = tables.get(dictionary);
  if (known) return known;
  const table: Table = {
    parts: partsOf(dictionary.suspects),
    tests: dictionary.tests.map((test) => {
      const ids = test.outcomes.map((o) => o.id);
      const shown = Int32Array.from(dictionary.shows.get(test.id)!, (id) => (id === undefined || !ids.includes(id) ? ids.length : ids.indexOf(id)));
      const odds = [...ids, undefined].map((would) => Float64Array.from(ids, (id) => likelihood(test, would, id)));
      return { test, shown, odds };
    }),
  }; // prettier-ignore
  tables.set(dictionary, table);
  return table;
}

/** Every test that was not made yet, the most told in a minute first. */
export function nextTests(dictionary: Dictionary, search: Search, shares: readonly number[]): NextTest[] {
  const { parts, tests } = tableOf(dictionary);
  const before = bits(byPart(parts, shares));
  const made = new Set(search.readings.map((r) => r.test));
  // what opened one breaker is not put on another
  const open = tests.filter(({ test: t }) => !made.has(t.id) && !(t.id === 'appliance' && OPENS.has(search.complaint ?? 'dead')));
  return open
    .map(({ test, shown, odds }): NextTest => {
      let left = 0;
      const after = test.outcomes.flatMap(({ id, words }, outcome) => {
        const sums = new Float64Array(parts.names.length);
        let share = 0;
        for (let i = 0; i < shown.length; i++) {
          const joint = shares[i]! * odds[shown[i]!]![outcome]!;
          sums[parts.of[i]!]! += joint;
          share += joint;
        }
        if (share <= 0) return [];
        for (let p = 0; p < sums.length; p++) sums[p]! /= share;
        left += share * bits(sums);
        return [{ outcome: id, words, share, partsLeft: carry(sums) }];
      });
      return { test, bits: Math.max(0, before - left), after: after.sort((a, b) => b.share - a.share) };
    })
    .sort((a, b) => b.bits / b.test.minutes - a.bits / a.test.minutes || a.test.id.localeCompare(b.test.id));
}

/** The whole state of a search. Pure: the same readings give the same. */
export function searchState(dictionary: Dictionary, search: Search): SearchState {
  const shares = sharesOf(dictionary, search);
  const { names, of } = partsOf(dictionary.suspects);
  const parts = names
    .map((part, p): PartLikely => {
      const suspects = dictionary.suspects
        .map((suspect, i) => ({ suspect, share: shares[i]!, p: of[i] }))
        .filter((x) => x.p === p)
        .map(({ suspect, share }) => ({ suspect, share }))
        .sort((a, b) => b.share - a.share);
      return { part, share: suspects.reduce((s, x) => s + x.share, 0), suspects };
    })
    .sort((a, b) => b.share - a.share);
  const next = nextTests(dictionary, search, shares);
  const open = carry(parts.map((p) => p.share));
  const [first, second] = parts;
  const rests = dictionary.known.taken.length ? ' It rests on what was taken for it, below.' : '';
  if (search.signs.length)
    return {
      parts,
      open,
      next: [],
      verdict: 'stop',
      says: `${search.signs.join(', ')}: leave the circuit off, and have it looked at by a licensed electrician today.`,
    };
  if (!search.signsAsked || !search.complaint)
    return {
      parts,
      open,
      next: [],
      verdict: 'asks',
      says: search.signsAsked ? 'Say what you notice.' : 'First: is there any of these signs?',
    };
  if (first!.part === 'none' && first!.share > 0.5)
    return {
      parts,
      open,
      next,
      verdict: 'contradicts',
      says: 'These readings contradict each other, or no single fault explains them: repeat the last test, or look whether the survey is right here.',
    };
  if (first!.share >= NAMED_AT)
    return { parts, open, next, verdict: 'found', says: `${percent(first!.share)}: ${first!.suspects[0]!.suspect.words}.${rests}` };
  if (!next[0] || next[0].bits < WORTH_BITS)
    return {
      ...{ parts, open, next, verdict: 'can’t tell' },
      says: `No test that is left tells more. It is ${first!.suspects[0]!.suspect.words} (${percent(first!.share)})${second ? `, or ${second.suspects[0]!.suspect.words} (${percent(second.share)})` : ''}.`,
    };
  return { parts, open, next, verdict: 'goes on', says: `Likeliest now, ${percent(first!.share)}: ${first!.suspects[0]!.suspect.words}.` };
}
export const percent = (share: number): string => `${share >= 0.995 ? 'over 99' : share < 0.005 ? 'under 1' : Math.round(share * 100)} %`;
