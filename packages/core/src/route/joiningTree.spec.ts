/** Trees that join a few points: by hand, and beside all trees there are. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { joiningTree, type Joint } from './joiningTree.js';

const edge = (from: number, to: number, cost: number): Joint => ({ from, to, cost });
/** A grid three wide, each step 1: 0 1 2 over 3 4 5 over 6 7 8. */
const GRID = [0, 1, 2, 3, 4, 5, 6, 7, 8].flatMap((v) => [...(v % 3 < 2 ? [edge(v, v + 1, 1)] : []), ...(v < 6 ? [edge(v, v + 3, 1)] : [])]);
const costOf = (edges: readonly Joint[], tree: readonly number[] | undefined) => tree?.reduce((s, i) => s + edges[i]!.cost, 0);
/** The cheapest set of edges that joins them, looked for among all sets. */
function among(edges: readonly Joint[], ends: readonly number[]): number {
  let best = Infinity;
  for (let set = 0; set < 1 << edges.length; set++) {
    const used = edges.filter((_, i) => set & (1 << i));
    const reached = new Set([ends[0]!]);
    for (let grew = true; grew;) {
      grew = false;
      for (const { from, to } of used)
        if (reached.has(from) !== reached.has(to)) {
          reached.add(from).add(to);
          grew = true;
        }
    }
    if (ends.every((e) => reached.has(e))) best = Math.min(best, used.reduce((s, e) => s + e.cost, 0)); // prettier-ignore
  }
  return best;
}

describe('on a grid', () => {
  it('two are joined by the shortest way, three in a T, four in a cross', () => {
    expect(joiningTree(GRID, [0, 8])).toHaveLength(4);
    // the middle of the upper row to both lower corners
    expect(joiningTree(GRID, [1, 6, 8])).toHaveLength(4);
    // the middles of all sides: by the middle of all
    const cross = joiningTree(GRID, [1, 3, 5, 7])!.map((i) => [GRID[i]!.from, GRID[i]!.to]);
    expect(cross).toHaveLength(4);
    expect(cross.every((e) => e.includes(4))).toBe(true);
  });
  it('one point, none, or the same twice need no tree; what no way leads to has none', () => {
    expect([joiningTree(GRID, []), joiningTree(GRID, [4]), joiningTree(GRID, [4, 4])]).toEqual([[], [], []]);
    expect([joiningTree(GRID, [0, 9]), joiningTree([...GRID, edge(9, 10, 1)], [0, 10]), joiningTree([], [0, 1])]).toEqual([undefined, undefined, undefined]); // prettier-ignore
  });
});

it('as cheap as the cheapest of all sets of edges', () => {
  const graph = fc.array(fc.tuple(fc.nat(5), fc.nat(5), fc.integer({ min: 0, max: 9 })), { minLength: 1, maxLength: 9 });
  fc.assert(
    fc.property(graph, fc.uniqueArray(fc.nat(5), { minLength: 2, maxLength: 4 }), (list, ends) => {
      const edges = list.map(([a, b, c]) => edge(a, b, c));
      const best = among(edges, ends);
      expect(costOf(edges, joiningTree(edges, ends)) ?? Infinity).toBe(best);
    }),
    { numRuns: 300 },
  );
});
