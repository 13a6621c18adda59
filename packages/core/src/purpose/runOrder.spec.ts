/**
 * The order of a run against brute force: every order tried one after the other, of twelve places every one that could be cheaper; runs that
 * part against every tree of six places and, for twelve, against HiGHS (`highs` on npm), a MILP solver.
 */
import fc from 'fast-check';
import * as highsModule from 'highs';
import { describe, expect, it } from 'vitest';
import { bestOrder, bestTree, EXACT_PLACES } from './runOrder.js';

const highsLoader = highsModule.default as unknown as () => Promise<{ solve(model: string): { ObjectiveValue: number } }>;

/** @param below orders that are no cheaper than this are not followed */
function brute(start: number, cost: readonly (readonly number[])[], below = Infinity): number {
  let best = below;
  // no step out of a place costs less than its cheapest
  const least = cost.map((row, i) => Math.min(...row.filter((_, j) => j !== i)));
  const go = (at: number, left: number[], sum: number): void => {
    if (sum + (left.length ? least[at]! + left.reduce((s, i) => s + least[i]!, 0) - Math.max(...left.map((i) => least[i]!)) : 0) >= best)
      return;
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
  it('of twelve places no order is cheaper, on floors as they come', () => {
    const spot = fc.record({ x: fc.integer({ min: 0, max: 400 }), y: fc.integer({ min: 0, max: 300 }) });
    fc.assert(
      fc.property(fc.array(spot, { minLength: 12, maxLength: 12 }), fc.nat(), (spots, s) => {
        // along walls and joists: squared
        const cost = spots.map((a) => spots.map((b) => Math.abs(a.x - b.x) + Math.abs(a.y - b.y) + (a === b ? 0 : 10)));
        const found = bestOrder(s % 12, cost)!;
        expect(length(found.order, cost)).toBe(found.cost);
        expect(brute(s % 12, cost, found.cost + 0.5)).toBe(found.cost);
      }),
      { numRuns: 6 },
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

/** Every tree there is over up to six places: each place but the start takes any other as what feeds it, rings and more than two onward left out. */
function bruteTree(start: number, cost: readonly (readonly number[])[], parting: number): number {
  const n = cost.length;
  const others = cost.map((_, i) => i).filter((i) => i !== start);
  const feeds = Array<number>(n).fill(-1);
  let best = Infinity;
  const go = (k: number, sum: number): void => {
    if (sum >= best) return;
    if (k === others.length) {
      const onward = Array<number>(n).fill(0);
      for (const o of others) onward[feeds[o]!]!++;
      if (Math.max(0, ...onward) > 2) return;
      for (const o of others) {
        let at = o;
        for (let step = 0; at !== start; step++) {
          if (step > n) return;
          at = feeds[at]!;
        }
      }
      best = Math.min(best, sum + parting * onward.filter((x) => x === 2).length);
      return;
    }
    const place = others[k]!;
    for (let by = 0; by < n; by++)
      if (by !== place) {
        feeds[place] = by;
        go(k + 1, sum + cost[by]![place]!);
      }
  };
  go(0, 0);
  return best;
}

/**
 * The same as a model of whole numbers: an arc from each box to what it feeds, one into every place but the start, no more than two out, a
 * flow from the start that reaches all; a box with two onward costs the parting.
 */
function treeModel(start: number, cost: readonly (readonly number[])[], parting: number): string {
  const n = cost.length;
  const all = cost.map((_, i) => i);
  const arcs = all.flatMap((i) => all.filter((j) => j !== i && j !== start).map((j) => [i, j] as const));
  const onward = (i: number): string => arcs.filter(([a]) => a === i).map(([a, b]) => `x_${a}_${b}`).join(' + '); // prettier-ignore
  return [
    'Minimize',
    ` obj: ${[...arcs.map(([i, j]) => `${cost[i]![j]!} x_${i}_${j}`), ...all.map((i) => `${parting} y_${i}`)].join(' + ')}`,
    'Subject To',
    ...all
      .filter((j) => j !== start)
      .map(
        (j) =>
          ` in_${j}: ${all
            .filter((i) => i !== j)
            .map((i) => `x_${i}_${j}`)
            .join(' + ')} = 1`,
      ),
    ...all.map((i) => ` out_${i}: ${onward(i)} - y_${i} <= 1`),
    ...arcs.map(([i, j]) => ` cap_${i}_${j}: f_${i}_${j} - ${n - 1} x_${i}_${j} <= 0`),
    ...all
      .filter((j) => j !== start)
      .map((j) => {
        const into = arcs.filter(([, b]) => b === j).map(([a, b]) => `f_${a}_${b}`).join(' + '); // prettier-ignore
        const out = arcs.filter(([a]) => a === j).map(([a, b]) => ` - f_${a}_${b}`).join(''); // prettier-ignore
        return ` keep_${j}: ${into}${out} = 1`;
      }),
    'Binary',
    ` ${[...arcs.map(([i, j]) => `x_${i}_${j}`), ...all.map((i) => `y_${i}`)].join(' ')}`,
    'End',
  ].join('\n');
}

describe('a run that may part', () => {
  it('of twelve places it costs what HiGHS finds', async () => {
    const highs = await highsLoader();
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 500 }), { minLength: 66, maxLength: 66 }),
        fc.nat(),
        fc.constantFrom(20, 150),
        (numbers, s, parting) => {
          const cost = costs(12, numbers);
          expect(bestTree(s % 12, cost, parting)!.cost).toBeCloseTo(highs.solve(treeModel(s % 12, cost, parting)).ObjectiveValue, 4);
        },
      ),
      { numRuns: 4 },
    );
  });
  it('up to six places it is as cheap as any tree there is in which no box has more than two onward', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 6 }),
        fc.array(fc.integer({ min: 1, max: 500 }), { minLength: 15, maxLength: 15 }),
        fc.nat(),
        fc.constantFrom(0, 20, 150),
        (n, numbers, s, parting) => {
          const cost = costs(n, numbers);
          const found = bestTree(s % n, cost, parting)!;
          expect(found.cost).toBeCloseTo(bruteTree(s % n, cost, parting), 6);
          expect([...found.order].sort((a, b) => a - b)).toEqual(cost.map((_, i) => i));
          const onward = found.order.map((_, i) => found.from.filter((f) => f === i).length);
          expect(Math.max(...onward)).toBeLessThanOrEqual(2);
          // what it says it costs is what its sections cost, and what parting costs
          const sum = found.order.reduce((t, to, i) => (i === 0 ? t : t + cost[found.order[found.from[i]!]!]![to]!), 0);
          expect(sum + parting * onward.filter((x) => x === 2).length).toBeCloseTo(found.cost, 6);
          found.from.forEach((f, i) => expect(f).toBeLessThan(i === 0 ? 0 : i));
        },
      ),
      { numRuns: 60 },
    );
  });
  it('twelve places, the most that are exact: never dearer than the best chain', () => {
    const cost = costs(12, [311, 42, 5, 190, 77, 260, 18, 401, 33, 129, 64, 222, 350]);
    expect(bestTree(0, cost, 10)!.cost).toBeLessThanOrEqual(bestOrder(0, cost)!.cost);
  });
  it('a T: from the middle to both ends, where going there and back would cost more', () => {
    // places on a line at 0, 10, 20; it starts in the middle
    const at = [10, 0, 20];
    const cost = at.map((a) => at.map((b) => Math.abs(a - b)));
    expect(bestTree(0, cost, 5)).toEqual({ order: [0, 1, 2], from: [-1, 0, 0], cost: 25 });
    // parting costs more than the way back
    expect(bestTree(0, cost, 12)!.from).toEqual([-1, 0, 1]);
  });
});

describe('more places than every order can be tried of', () => {
  const plane = (points: readonly (readonly [number, number])[]): number[][] => points.map(([x, y]) => points.map(([u, v]) => Math.hypot(x - u, y - v))); // prettier-ignore
  const points = fc.array(fc.tuple(fc.integer({ min: 0, max: 1000 }), fc.integer({ min: 0, max: 1000 })), { minLength: EXACT_PLACES + 1, maxLength: 16 }); // prettier-ignore
  /** always on to the nearest that is left, the first of those that are as near */
  const nearestNext = (start: number, cost: readonly (readonly number[])[]): number[] => {
    const order = [start];
    for (const left = cost.map((_, i) => i).filter((i) => i !== start); left.length;) {
      const near = left.reduce((a, b) => (cost[order.at(-1)!]![b]! < cost[order.at(-1)!]![a]! ? b : a));
      order.push(...left.splice(left.indexOf(near), 1));
    }
    return order;
  };
  it('along a wall they are visited one after the other, whatever they are called', () => {
    const at = [7, 2, 11, 0, 5, 9, 1, 12, 4, 10, 3, 8, 6];
    const line = plane(at.map((x) => [x * x + x, 0] as const));
    const run = bestOrder(at.indexOf(0), line)!;
    expect([run.order.map((i) => at[i]), run.cost]).toEqual([[0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12], 156]);
    // it goes on from each to the next, and parts nowhere
    const tree = bestTree(at.indexOf(0), line, 0)!;
    expect([tree.order, tree.from, tree.cost]).toEqual([run.order, [-1, 0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11], 156]);
  });
  it('drawn ones: never longer than on to the nearest, and no stretch of it turned round makes it shorter', () => {
    fc.assert(
      fc.property(points, fc.nat(), (drawn, s) => {
        const cost = plane(drawn);
        const start = s % drawn.length;
        const run = bestOrder(start, cost)!;
        expect([run.order[0], [...run.order].sort((a, b) => a - b), run.cost]).toEqual([
          start,
          cost.map((_, i) => i),
          length(run.order, cost),
        ]);
        expect(run.cost).toBeLessThanOrEqual(length(nearestNext(start, cost), cost) + 1e-6);
        for (let i = 1; i < drawn.length; i++)
          for (let j = i + 1; j < drawn.length; j++) {
            const turned = [...run.order.slice(0, i), ...run.order.slice(i, j + 1).reverse(), ...run.order.slice(j + 1)];
            expect(length(turned, cost)).toBeGreaterThanOrEqual(run.cost - 1e-6);
          }
      }),
      { numRuns: 60 },
    );
  });
  it('one that is reached from none of the others: no run', () => {
    const cost = plane(Array.from({ length: 13 }, (_, i) => [i, 0] as const)).map((row, i) => row.map((c, j) => (i !== j && (i === 5 || j === 5) ? Infinity : c))); // prettier-ignore
    expect([bestOrder(0, cost), bestTree(0, cost, 0)]).toEqual([undefined, undefined]);
    const few = cost.slice(0, 6).map((row) => row.slice(0, 6));
    expect([bestOrder(0, few), bestTree(0, few, 0)]).toEqual([undefined, undefined]);
  });
});

describe('where a run parts', () => {
  it('what ends soon is numbered before what goes on', () => {
    // from 0 one to the left, and three to the right
    const at = [0, 1, 2, 3, -1];
    const cost = at.map((a) => at.map((b) => Math.abs(a - b)));
    const tree = bestTree(0, cost, 0.1)!;
    expect([tree.order, tree.from, tree.cost]).toEqual([[0, 4, 1, 2, 3], [-1, 0, 0, 2, 3], expect.closeTo(4.1, 9)]);
    // parting that costs more than the way back is none: 1 to the left, 1 back and 3
    expect([bestTree(0, cost, 1.5)!.from, bestTree(0, cost, 1.5)!.cost]).toEqual([[-1, 0, 1, 2, 3], expect.closeTo(5, 9)]);
  });
});
