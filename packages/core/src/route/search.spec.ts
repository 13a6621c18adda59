/**
 * The search held against things outside: a shortest-path library from npm (ngraph.path, uniform-cost search) by one criterion, and brute
 * force over all simple paths for the set of ways that no other beats.
 */
import fc from 'fast-check';
import createGraph from 'ngraph.graph';
import { nba } from 'ngraph.path';
import { describe, expect, it } from 'vitest';
import { unbeaten } from '../measure/index.js';
import {
  bestWays,
  bestWaysVia,
  cheapestWay,
  costsTo,
  NO_WAY,
  reachable,
  weightedGraph,
  type Combine,
  type EdgeInput,
  type WeightedGraph,
} from './search.js';

const SUM5: Combine[] = ['sum', 'sum', 'sum', 'max', 'sum'];

const edgesOf = (nodes: number, most: number, width: number, largest: number): fc.Arbitrary<EdgeInput[]> =>
  fc
    .array(
      fc.record({
        from: fc.nat(nodes - 1),
        to: fc.nat(nodes - 1),
        cost: fc.array(fc.nat(largest), { minLength: width, maxLength: width }),
      }),
      { maxLength: most },
    )
    .map((list) => list.filter((e) => e.from !== e.to));

/** Every simple path from a node to another, with its cost: only for small graphs. */
function allPaths(graph: WeightedGraph, from: number, to: number): number[][] {
  const found: number[][] = [];
  const walk = (node: number, seen: Set<number>, cost: number[]): void => {
    if (node === to) {
      found.push(cost);
      return;
    }
    for (let a = graph.first[node]!; a < graph.first[node + 1]!; a++) {
      const e = graph.arcs[a]!;
      const next = graph.from[e] === node ? graph.to[e]! : graph.from[e]!;
      if (seen.has(next)) continue;
      const plus = cost.map((c, k) => {
        const own = graph.cost[e * graph.width + k]!;
        return graph.combine[k] === 'max' ? Math.max(c, own) : c + own;
      });
      walk(next, new Set([...seen, next]), plus);
    }
  };
  walk(
    from,
    new Set([from]),
    graph.combine.map(() => 0),
  );
  return found;
}
// 0 –quick, dear– 1 –quick, dear– 3 and 0 –slow, cheap– 2 –slow, cheap– 3; minutes and money
const square = weightedGraph(
  5,
  ['sum', 'sum'],
  [
    { from: 0, to: 1, cost: [10, 50] },
    { from: 1, to: 3, cost: [10, 50] },
    { from: 0, to: 2, cost: [60, 5] },
    { from: 2, to: 3, cost: [60, 5] },
    { from: 0, to: 3, cost: [130, 100] },
  ],
);
const sorted = (costs: readonly (readonly number[])[]): string[] => [...new Set(costs.map((c) => c.join(',')))].sort();

describe('one criterion', () => {
  it('costs what the library finds, on 1 000 random graphs', () => {
    fc.assert(
      fc.property(edgesOf(24, 60, 1, 50), (edges) => {
        const graph = weightedGraph(24, ['sum'], edges);
        const other = createGraph<undefined, number>({ multigraph: true });
        for (let n = 0; n < 24; n++) other.addNode(n);
        // both ways round: the library reads links as one-way unless told otherwise
        for (const e of edges) other.addLink(e.from, e.to, e.cost[0]!);
        const finder = nba(other, { distance: (_a, _b, link) => link.data, oriented: false });
        const path = finder.find(0, 23);
        const own = cheapestWay(graph, [{ node: 0, cost: [0] }], 23, [1]);
        expect(own === undefined).toBe(path.length === 0);
        expect(costsTo(graph, 23, 0)[0]! >= NO_WAY).toBe(path.length === 0);
        if (!own) return;
        // what the library’s path costs by the cheapest edge between neighbours
        const cheapest = (a: number, b: number): number =>
          Math.min(...edges.filter((e) => (e.from === a && e.to === b) || (e.from === b && e.to === a)).map((e) => e.cost[0]!));
        const ids = path.map((n) => n.id as number);
        const cost = ids.slice(1).reduce((s, id, i) => s + cheapest(ids[i]!, id), 0);
        expect(own.cost).toBe(cost);
        expect(costsTo(graph, 23, 0)[0]).toBe(cost);
        expect(bestWays(graph, [{ node: 0, cost: [0] }], 23).map((w) => w.cost)).toEqual([[cost]]);
      }),
      { numRuns: 1000 },
    );
  });
});

describe('several criteria', () => {
  it('is the set that brute force finds, on 600 small graphs with five criteria', () => {
    fc.assert(
      fc.property(edgesOf(7, 14, 5, 4), (edges) => {
        const graph = weightedGraph(7, SUM5, edges);
        const found = bestWays(graph, [{ node: 0, cost: [0, 0, 0, 0, 0] }], 6);
        expect(sorted(found.map((w) => w.cost))).toEqual(
          sorted(unbeaten(allPaths(graph, 0, 6).map((cost) => ({ cost }))).map((w) => w.cost)),
        );
      }),
      { numRuns: 600 },
    );
  });

  it('from several feeds at once it is the best of what each would give', () => {
    fc.assert(
      fc.property(edgesOf(7, 14, 3, 4), fc.array(fc.nat(3), { minLength: 3, maxLength: 3 }), (edges, before) => {
        const graph = weightedGraph(7, ['sum', 'sum', 'max'], edges);
        const none = [0, 0, 0];
        const all = bestWays(graph, [{ node: 0, cost: before }, { node: 1, cost: none }], 6); // prettier-ignore
        const each = [
          ...bestWays(graph, [{ node: 0, cost: before }], 6), // prettier-ignore
          ...bestWays(graph, [{ node: 1, cost: none }], 6),
        ];
        expect(sorted(all.map((w) => w.cost))).toEqual(sorted(unbeaten(each).map((w) => w.cost)));
      }),
      { numRuns: 500 },
    );
  });

  it('every way really leads there and costs what it says', () => {
    fc.assert(
      fc.property(edgesOf(12, 40, 5, 9), (edges) => {
        const graph = weightedGraph(12, SUM5, edges);
        const starts = [{ node: 0, cost: [1, 0, 0, 2, 0] }, { node: 1, cost: [0, 3, 0, 0, 1] }]; // prettier-ignore
        for (const way of bestWays(graph, starts, 11)) {
          let { node, cost } = starts[way.start]!;
          for (const e of way.edges) {
            expect([graph.from[e], graph.to[e]]).toContain(node);
            node = graph.from[e] === node ? graph.to[e]! : graph.from[e]!;
            cost = cost.map((c, k) => (k === 3 ? Math.max(c, edges[e]!.cost[k]!) : c + edges[e]!.cost[k]!));
          }
          expect(node).toBe(11);
          expect(way.cost).toEqual(cost);
        }
      }),
      { numRuns: 200 },
    );
  });
});

describe('several starts, one of them the nearest', () => {
  const starts = fc.array(fc.record({ node: fc.nat(9), cost: fc.tuple(fc.nat(20), fc.nat(20)) }), { minLength: 1, maxLength: 4 });
  const blocked = fc.uniqueArray(fc.nat(9), { maxLength: 3 });
  const weights = fc.tuple(fc.nat(3), fc.nat(3));

  it('is the cheapest of all simple paths from each of them, past what is blocked', () => {
    fc.assert(
      fc.property(edgesOf(10, 18, 2, 9), starts, blocked, weights, (edges, from, shut, w) => {
        const graph = weightedGraph(10, ['sum', 'sum'], edges);
        const open = weightedGraph(10, ['sum', 'sum'], edges.filter((e) => !shut.includes(e.from) && !shut.includes(e.to))); // prettier-ignore
        const each = from.map((s) => {
          const paths = shut.includes(s.node) || shut.includes(9) ? [] : allPaths(open, s.node, 9);
          return Math.min(...paths.map((c) => w[0] * (c[0]! + s.cost[0]) + w[1] * (c[1]! + s.cost[1])));
        });
        const found = cheapestWay(graph, from, 9, w, { node: (n) => shut.includes(n) });
        expect(found?.cost ?? Infinity).toBe(Math.min(...each));
        if (!found) return;
        expect(each[found.start]).toBe(found.cost);
        let { node } = from[found.start]!;
        let cost = w[0] * from[found.start]!.cost[0] + w[1] * from[found.start]!.cost[1];
        for (const e of found.edges) {
          node = graph.from[e] === node ? graph.to[e]! : graph.from[e]!;
          expect(shut).not.toContain(node);
          cost += w[0] * edges[e]!.cost[0]! + w[1] * edges[e]!.cost[1]!;
        }
        expect([node, cost]).toEqual([9, found.cost]);
      }),
      { numRuns: 600 },
    );
  });

  it('a start that is where the way ends costs what it costs before the first edge', () =>
    expect(cheapestWay(square, [{ node: 3, cost: [7, 4] }], 3, [1, 2])).toEqual({ cost: 15, edges: [], start: 0 }));
  it('unless another comes in cheaper', () =>
    expect(cheapestWay(square, [{ node: 3, cost: [70, 4] }, { node: 1, cost: [1, 0] }], 3, [1, 0])).toEqual({ cost: 11, edges: [1], start: 1 })); // prettier-ignore
});

describe('least cost to a point, from everywhere', () => {
  const blocked = fc.uniqueArray(fc.nat(7), { maxLength: 3 });
  it('is that of the cheapest simple path, by sum and by the largest part', () => {
    fc.assert(
      fc.property(edgesOf(8, 16, 2, 9), blocked, (edges, shut) => {
        const graph = weightedGraph(8, ['sum', 'max'], edges);
        const open = weightedGraph(8, ['sum', 'max'], edges.filter((e) => !shut.includes(e.from) && !shut.includes(e.to))); // prettier-ignore
        const target = [0, 1, 2, 3].find((n) => !shut.includes(n))!;
        const can = { node: (n: number) => shut.includes(n) };
        const reached = [...reachable(graph, target, can)];
        for (let n = 0; n < 8; n++) {
          const paths = shut.includes(n) ? [] : allPaths(open, n, target);
          for (const k of [0, 1]) expect(costsTo(graph, target, k, can)[n]).toBe(Math.min(NO_WAY, ...paths.map((c) => c[k]!)));
          expect(reached[n]).toBe(paths.length ? 1 : 0);
        }
      }),
      { numRuns: 300 },
    );
  });
});

describe('twelve forks one after the other', () => {
  // at the n-th fork one side costs 2ⁿ minutes, the other 2ⁿ of money: each of the 4 096 ways has minutes of its own, and money makes up the rest
  const forks = Array.from({ length: 12 }, (_, n) => [
    { from: n, to: n + 1, cost: [2 ** n, 0] },
    { from: n, to: n + 1, cost: [0, 2 ** n] },
  ]).flat();
  it('give 4 096 ways that none of the others beats, the quickest first', () =>
    expect(bestWays(weightedGraph(13, ['sum', 'sum'], forks), [{ node: 0, cost: [0, 0] }], 12).map((w) => w.cost)).toEqual(
      Array.from({ length: 4096 }, (_, i) => [i, 4095 - i]),
    ));
});

describe('by way of a point', () => {
  it('is the best of all that lead there with all that lead on', () => {
    fc.assert(
      fc.property(edgesOf(7, 14, 3, 4), (edges) => {
        const combine: Combine[] = ['sum', 'max', 'sum'];
        const graph = weightedGraph(7, combine, edges);
        const both = allPaths(graph, 0, 3).flatMap((a) =>
          allPaths(graph, 3, 6).map((b) => ({ cost: [a[0]! + b[0]!, Math.max(a[1]!, b[1]!), a[2]! + b[2]!] })),
        );
        const found = bestWaysVia(graph, [{ node: 0, cost: [0, 0, 0] }], 3, 6);
        expect(sorted(found.map((w) => w.cost))).toEqual(sorted(unbeaten(both).map((w) => w.cost)));
      }),
      { numRuns: 500 },
    );
  });
  it('carries its start and its edges in order', () => {
    const starts = [{ node: 4, cost: [0, 0] }, { node: 0, cost: [5, 0] }]; // prettier-ignore
    expect(bestWaysVia(square, starts, 2, 3)).toEqual([{ start: 1, edges: [2, 3], cost: [125, 10] }]);
  });
});

describe('a square with a quick dear side and a slow cheap one', () => {
  it('keeps both, and not the diagonal that is worse than each', () =>
    expect(bestWays(square, [{ node: 0, cost: [0, 0] }], 3).map((w) => w.cost)).toEqual([
      [20, 100],
      [120, 10],
    ]));
  it('weights pick one', () => {
    expect(cheapestWay(square, [{ node: 0, cost: [0, 0] }], 3, [1, 0])!.edges).toEqual([0, 1]);
    expect(cheapestWay(square, [{ node: 0, cost: [0, 0] }], 3, [0, 1])!.edges).toEqual([2, 3]);
  });
  it('a forbidden corner leaves the other side', () =>
    expect(bestWays(square, [{ node: 0, cost: [0, 0] }], 3, { node: (n) => n === 1 }).map((w) => w.cost)).toEqual(
      [
        [120, 10],
        [130, 100],
      ].filter(([m]) => m === 120),
    ));
  it('a point to pass is passed', () =>
    expect(bestWaysVia(square, [{ node: 0, cost: [0, 0] }], 2, 3).map((w) => w.edges)).toContainEqual([2, 3]));
  it('what nothing leads to is not reached, and says so', () => {
    expect(bestWays(square, [{ node: 0, cost: [0, 0] }], 4)).toEqual([]);
    expect(cheapestWay(square, [{ node: 0, cost: [0, 0] }], 4, [1, 1])).toBeUndefined();
    expect([...reachable(square, 0)]).toEqual([1, 1, 1, 1, 0]);
  });
});

describe('bad input names itself', () => {
  it('an edge to nowhere, a cost that is no whole number, a start of another width', () => {
    expect(() => weightedGraph(2, ['sum'], [{ from: 0, to: 5, cost: [1] }])).toThrow(/edge 0 leads from 0 to 5; there are 2 nodes/);
    expect(() => weightedGraph(2, ['sum'], [{ from: 0, to: 1, cost: [0.5] }])).toThrow(/edge 0 costs 0.5/);
    expect(() => weightedGraph(2, ['sum'], [{ from: 0, to: 1, cost: [-1] }])).toThrow(/at or above 0/);
    expect(() => weightedGraph(2, ['sum'], [{ from: 2, to: 1, cost: [1] }])).toThrow(/leads from 2 to 1; there are 2 nodes/);
    expect(() => weightedGraph(2, ['sum'], [{ from: -1, to: 1, cost: [1] }])).toThrow(/leads from -1 to 1/);
    expect(() => weightedGraph(2, ['sum'], [{ from: 0, to: -1, cost: [1] }])).toThrow(/leads from 0 to -1/);
    expect(() => weightedGraph(2, ['sum'], [{ from: 0, to: 2, cost: [1] }])).toThrow(/leads from 0 to 2/);
    expect(() => bestWays(square, [{ node: 0, cost: [0] }], 3)).toThrow(/1 costs, not 2/);
  });
});
