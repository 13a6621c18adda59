/** A dictionary of a few suspects and tests, with its chances written down by hand: what a search makes of it is Bayes’ rule on paper. */
import { runOfBoxes } from '../circuit/index.js';
import { COMPLAINTS, emptySite, type Complaint, type Search } from '../model/index.js';
import type { Dictionary } from './predict.js';
import type { TestKind } from './testKinds.js';

export interface SmallSuspect {
  part: string;
  words: string;
  prior: number;
}
export interface SmallTest extends Partial<Omit<TestKind, 'outcomes'>> {
  id: string;
  outcomes: string[];
  /** by hypothesis, singles first, then pairs, sound last: how often each outcome shows */
  odds: number[][];
}
export interface SmallDictionary {
  /** each its own class, unless several are given as one: no test tells those apart */
  suspects: (SmallSuspect | SmallSuspect[])[];
  /** two classes at once, with what they have of all */
  pairs?: [number, number, number][];
  tests: SmallTest[];
  /** how well each hypothesis goes with a complaint; as well as can be where none is given */
  fits?: Partial<Record<Complaint, number[]>>;
  misread?: number;
  taken?: string[];
}
export function smallDictionary({ suspects, pairs = [], tests, fits = {}, misread = 0, taken = [] }: SmallDictionary): Dictionary {
  const flat = suspects.flatMap((s, at) => (Array.isArray(s) ? s : [s]).map((one) => ({ ...one, at })));
  const classes = suspects.map((s, at) => ({
    part: (Array.isArray(s) ? s[0]! : s).part,
    members: flat.flatMap((x, i) => (x.at === at ? [i] : [])),
    alone: at,
  }));
  const hypotheses = [
    ...classes.map((c, at) => ({ of: [at], prior: c.members.reduce((sum, m) => sum + flat[m]!.prior, 0) })),
    ...pairs.map(([a, b, prior]) => ({ of: [a, b], prior })),
    { of: [], prior: 0 },
  ];
  const fit = (c: Complaint): number[] => fits[c] ?? hypotheses.map(() => 1);
  return {
    known: { bench: { ...runOfBoxes({ boxes: 3 }), plugged: [] }, taken, unseen: new Set(), circuit: undefined, site: emptySite() },
    suspects: flat.map(({ part, words, prior }, i) => ({ id: `s${i}`, kind: 'open splice', part, words, prior })),
    classes,
    hypotheses,
    tests: tests.map(({ outcomes, odds: _, ...t }) => ({ words: `make ${t.id}`, minutes: 1, sure: 1, ...t, outcomes: outcomes.map((id) => ({ id, words: `it is ${id}` })) })), // prettier-ignore
    shows: new Map(tests.map((t) => [t.id, flat.map(() => undefined)])),
    odds: new Map(tests.map((t) => [t.id, { row: Int32Array.from(hypotheses.keys()), rows: t.odds.map((o) => Float64Array.from(o)) }])),
    fits: Object.fromEntries(COMPLAINTS.map((c) => [c, flat.map((s) => fit(c)[s.at]!)])) as Dictionary['fits'],
    misread,
    fitOf: Object.fromEntries(COMPLAINTS.map((c) => [c, Float64Array.from(fit(c))])) as Dictionary['fitOf'],
  };
}
/** A search with readings `[test, outcome]`, whose ids are `r0`, `r1` …; it was asked for signs, and there are none. */
export const searchOf = (readings: [string, string][], part: Partial<Search> = {}): Search => ({
  ...{ boxId: 'box3', signs: [], signsAsked: true, complaint: 'dead' },
  readings: readings.map(([test, outcome], i) => ({ id: `r${i}`, test, outcome, at: '2026-11-29T09:00:00.000Z' })),
  ...part,
});
