/** What every judgement has to be, whatever it judges: for the specs of the code books. */
import { expect } from 'vitest';
import { expectMeant } from '../words/meaning.testing.js';
import type { Judged } from './judged.js';

const holds = { '≤': (a: number, b: number) => a <= b + 1e-6, '≥': (a: number, b: number) => a >= b - 1e-6, '=': (a: number, b: number) => Math.abs(a - b) < 1e-6 }; // prettier-ignore

/**
 * Says something that means its verdict, asks where it can't tell and nowhere else, every sum adds up, nothing over a limit is ok, and a stop that has limits
 * has one that is broken.
 * @param judged as a rule gave it
 * @param but `besides`: a limit in it decides nothing by itself (one of several ways to be right)
 * @returns the same, for more to be said of it
 */
export function sound<J extends Judged>(judged: J, but: { besides?: true } = {}): J {
  expect(judged.says).not.toBe('');
  expectMeant(judged);
  expect([judged.says, judged.ask !== undefined]).toEqual([judged.says, judged.verdict === 'can’t tell']);
  expect(judged.source.from).toMatch(/memory|common practice/);
  const broken = judged.sums.filter((sum) => {
    expect(Array.isArray(sum.terms)).toBe(true);
    for (const t of [...sum.terms, sum.result]) expect([t.label, Number.isFinite(t.value)]).toEqual([t.label, true]);
    for (const t of sum.terms) if (t.times !== undefined) expect(t.times * t.each!).toBeCloseTo(t.value, 6);
    if (sum.formula === undefined && sum.terms.length)
      expect(sum.terms.reduce((all, t) => all + t.value, 0)).toBeCloseTo(sum.result.value, 6);
    return sum.limit !== undefined && !holds[sum.limit.relation](sum.result.value, sum.limit.value);
  });
  if (!but.besides && judged.verdict === 'ok') expect([judged.says, broken]).toEqual([judged.says, []]);
  if (!but.besides && judged.verdict === 'stop' && judged.sums.some((s) => s.limit))
    expect([judged.says, broken.length > 0]).toEqual([judged.says, true]);
  return judged;
}
/** What a sum shows, in few words: `hole edge to the nearer face 1.375 ≥ 1.25`; lengths in the unit’s own measure, three places. */
export const shown = (judged: Judged, per = 1): string[] =>
  judged.sums.map(({ result, limit }) =>
    [result.label, round(result.value / per), ...(limit ? [limit.relation, round(limit.value / per)] : [])].join(' '),
  );
const round = (value: number): number => Math.round(value * 1000) / 1000;
/** The terms of a sum, each with its value. */
export const termsOf = (judged: Judged, at = 0, per = 1): string[] =>
  judged.sums[at]!.terms.map((t) => `${t.label} ${round(t.value / per)}`);
