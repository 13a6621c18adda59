/** Findings counted and shown, by hand. */
import { describe, expect, it } from 'vitest';
import { boreByRule, shownBest } from './tally.js';

const found = (rule: string, verdict: 'ok' | 'stop' | 'note', says = '', sums: number[] = []) => ({ rule, verdict, says, sums });

describe('findings of rules', () => {
  it('are counted by rule and verdict', () => {
    const all = [found('fill', 'ok'), found('height', 'note'), found('fill', 'stop'), found('fill', 'ok')];
    expect([...boreByRule(all)]).toEqual([
      ['fill', { ok: 2, stop: 1 }],
      ['height', { note: 1 }],
    ]);
    expect(boreByRule([]).size).toBe(0);
  });
  it('the one with most sums shows a rule, the first of equals', () => {
    const best = (...all: ReturnType<typeof found>[]) => [...shownBest(all)].map(([rule, f]) => `${rule}: ${f.says}`);
    expect(best(found('fill', 'ok', 'a'), found('fill', 'ok', 'b'))).toEqual(['fill: a']);
    expect(best(found('fill', 'ok', 'a'), found('fill', 'ok', 'b', [1]), found('fill', 'ok', 'c', [2]))).toEqual(['fill: b']);
    expect(best(found('fill', 'ok', 'a', [1]), found('height', 'ok', 'b'), found('fill', 'ok', 'c', [1, 2]))).toEqual(['fill: c', 'height: b']); // prettier-ignore
    expect(best(found('fill', 'ok', 'a', [1, 2]), found('fill', 'ok', 'b', [1]))).toEqual(['fill: a']);
  });
});
