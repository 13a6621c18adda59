/** The order of a run against brute force: every order of up to nine places tried one after the other. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bestOrder, EXACT_PLACES } from './runOrder.js';

function brute(start: number, cost: readonly (readonly number[])[]): number {
  let best = Infinity;
  const go = (at: number, left: number[], sum: number): void => {
    if (sum >= best) return;
    if (left.length === 0) best = sum;
    for (const to of left)
      go(
        to,
        left.filter((x) => x !== to),
        sum + cost[at]![to]!,
      );
  };
  go(
    start,
    cost.map((_, i) => i).filter((i) => i !== start),
    0,
  );
  return best;
}
const costs = (n: number, numbers: readonly number[]): number[][] => {
  const m = Array.from({ length: n }, () => Array<number>(n).fill(0));
  let at = 0;
  for (let i = 0; i < n; i++) for (let j = i + 1; j < n; j++) m[i]![j] = m[j]![i] = numbers[at++ % numbers.length]!;
  return m;
};
const length = (order: readonly number[], cost: readonly (readonly number[])[]) =>
  order.slice(1).reduce((s, to, i) => s + cost[order[i]!]![to]!, 0);

describe('the order of a run', () => {
  it('up to nine places it is as cheap as any order there is, from wherever it starts', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9 }),
        fc.array(fc.integer({ min: 1, max: 500 }), { minLength: 36, maxLength: 36 }),
        fc.nat(),
        (n, numbers, s) => {
          const cost = costs(n, numbers);
          const found = bestOrder(s % n, cost)!;
          expect(found.cost).toBe(brute(s % n, cost));
          expect(length(found.order, cost)).toBe(found.cost);
          expect([...found.order].sort((a, b) => a - b)).toEqual(cost.map((_, i) => i));
          expect(found.order[0]).toBe(s % n);
        },
      ),
      { numRuns: 40 },
    );
  });
  it('twelve on a line, given in any order, are visited along it', () => {
    const at = [7, 2, 11, 0, 5, 9, 3, 1, 10, 4, 8, 6];
    expect(at).toHaveLength(EXACT_PLACES);
    const cost = at.map((a) => at.map((b) => Math.abs(a - b)));
    expect(bestOrder(at.indexOf(0), cost)!.order.map((i) => at[i])).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11]);
  });
  it('beyond that it is a good one, and says nothing where a place can’t be reached', () => {
    const cost = Array.from({ length: 15 }, (_, i) => Array.from({ length: 15 }, (__, j) => Math.abs(i - j)));
    expect(bestOrder(0, cost)!.cost).toBe(14);
    expect(
      bestOrder(0, [
        [0, Infinity],
        [Infinity, 0],
      ]),
    ).toBeUndefined();
  });
});
