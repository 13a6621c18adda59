/** A run of outlets: in which order they are visited so that all cables together cost least. */
import { isSpace } from '../model/index.js';
import type { Want } from '../model/index.js';
import { cheapestWay, worthOf, type FrameEdge, type Framing } from '../route/index.js';

/** Up to here the order is the best there is; beyond, a good one. */
export const EXACT_PLACES = 12;

/**
 * The cheapest order that begins at `start` and visits every place once.
 * @param cost from place to place; Infinity where no way leads
 * @returns places in their order, and what that costs; undefined when some place is reached from none of the others
 */
export function bestOrder(start: number, cost: readonly (readonly number[])[]): { order: number[]; cost: number } | undefined {
  const n = cost.length;
  const found = n <= EXACT_PLACES ? exactOrder(start, cost) : goodOrder(start, cost);
  return found && Number.isFinite(found.cost) ? found : undefined;
}

/** By the cheapest way to every set of places that ends at each of them (dynamic programming over subsets). */
function exactOrder(start: number, cost: readonly (readonly number[])[]): { order: number[]; cost: number } {
  const n = cost.length;
  const sets = 1 << n;
  const least = new Float64Array(sets * n).fill(Infinity);
  const before = new Int8Array(sets * n).fill(-1);
  least[(1 << start) * n + start] = 0;
  for (let set = 1; set < sets; set++) {
    if (!(set & (1 << start))) continue;
    for (let at = 0; at < n; at++) {
      const here = least[set * n + at]!;
      if (!(set & (1 << at)) || here === Infinity) continue;
      for (let to = 0; to < n; to++) {
        if (set & (1 << to)) continue;
        const next = (set | (1 << to)) * n + to;
        const c = here + cost[at]![to]!;
        if (c < least[next]!) {
          least[next] = c;
          before[next] = at;
        }
      }
    }
  }
  const whole = sets - 1;
  let last = start;
  for (let at = 0; at < n; at++) if (least[whole * n + at]! < least[whole * n + last]! || (n > 1 && last === start)) last = at;
  const order: number[] = [];
  for (let set = whole, at = last; at >= 0;) {
    order.unshift(at);
    const prior = before[set * n + at]!;
    set &= ~(1 << at);
    at = prior;
  }
  return { order, cost: least[whole * n + last]! };
}

/** The nearest next, then every stretch turned round as long as that helps. */
function goodOrder(start: number, cost: readonly (readonly number[])[]): { order: number[]; cost: number } {
  const order = [start];
  const left = new Set(cost.map((_, i) => i).filter((i) => i !== start));
  while (left.size) {
    const at = order.at(-1)!;
    const next = [...left].reduce((a, b) => (cost[at]![b]! < cost[at]![a]! ? b : a));
    left.delete(next);
    order.push(next);
  }
  const length = (o: readonly number[]): number => o.slice(1).reduce((s, to, i) => s + cost[o[i]!]![to]!, 0);
  for (let better = true; better;) {
    better = false;
    for (let i = 1; i < order.length - 1; i++)
      for (let j = i + 1; j < order.length; j++) {
        const turned = [...order.slice(0, i), ...order.slice(i, j + 1).reverse(), ...order.slice(j + 1)];
        if (length(turned) < length(order) - 1e-9) {
          order.splice(0, order.length, ...turned);
          better = true;
        }
      }
  }
  return { order, cost: length(order) };
}

/** How a run goes on: places in the order in which the power reaches them, and for each but the first which of those before it feeds it. */
export interface RunTree {
  order: number[];
  /** position in `order`; of the first -1 */
  from: number[];
  cost: number;
}

/**
 * The cheapest run that begins at `start` and reaches every place, going on from a box to one more or parting to two: never three, so that
 * no box holds more than its line and two onward.
 * @param parting what it costs besides to part in a box
 */
export function bestTree(start: number, cost: readonly (readonly number[])[], parting: number): RunTree | undefined {
  const n = cost.length;
  if (n > EXACT_PLACES) {
    const chain = bestOrder(start, cost);
    return chain && { order: chain.order, from: chain.order.map((_, i) => i - 1), cost: chain.cost };
  }
  const { least, next, split } = treesOf(cost, parting);
  const sets = 1 << n;
  const whole = sets - 1;
  if (!Number.isFinite(least[start * sets + whole]!)) return undefined;
  const order: number[] = [];
  const from: number[] = [];
  const grow = (at: number, set: number, before: number): void => {
    const here = order.push(at) - 1;
    from.push(before);
    const rest = set & ~(1 << at);
    const half = split[at * sets + set]!;
    // the smaller part first: what ends soon is numbered before what goes on
    const parts = half ? [half, rest & ~half] : [rest];
    for (const part of parts.filter((x) => x !== 0).sort((a, b) => bits(a) - bits(b))) grow(next[at * sets + part]!, part, here);
  };
  grow(start, whole, -1);
  return { order, from, cost: least[start * sets + whole]! };
}

const bits = (set: number): number => {
  let count = 0;
  for (let x = set; x; x &= x - 1) count++;
  return count;
};

interface Trees {
  least: Float64Array;
  next: Int8Array;
  split: Int32Array;
}
/** Of the last costs that were asked for: a run is tried from each of its places. */
const known = new WeakMap<object, { parting: number; trees: Trees }>();

/** Cheapest trees over every set of places from each of them, by dynamic programming over subsets. */
function treesOf(cost: readonly (readonly number[])[], parting: number): Trees {
  const before = known.get(cost);
  if (before?.parting === parting) return before.trees;
  const n = cost.length;
  const sets = 1 << n;
  /** of a place and a set with it: the tree over the set from there */
  const least = new Float64Array(n * sets).fill(Infinity);
  /** of a place and a set without it: the way to the best tree over that set, and where that begins */
  const reach = new Float64Array(n * sets).fill(Infinity);
  const next = new Int8Array(n * sets).fill(-1);
  /** of a place and a set: the part that the first of two branches takes; 0 where it doesn't part */
  const split = new Int32Array(n * sets);
  for (let set = 1; set < sets; set++) {
    for (let at = 0; at < n; at++) {
      if (!(set & (1 << at))) continue;
      const rest = set & ~(1 << at);
      if (rest === 0) {
        least[at * sets + set] = 0;
        continue;
      }
      let best = reach[at * sets + rest]!;
      let parts = 0;
      // each pair of halves once: the lowest place stays in the first
      const low = rest & -rest;
      for (let half = (rest - 1) & rest; half; half = (half - 1) & rest) {
        if (!(half & low)) continue;
        const c = reach[at * sets + half]! + reach[at * sets + (rest & ~half)]! + parting;
        if (c < best - 1e-9) {
          best = c;
          parts = half;
        }
      }
      least[at * sets + set] = best;
      split[at * sets + set] = parts;
    }
    for (let from = 0; from < n; from++) {
      if (set & (1 << from)) continue;
      for (let to = 0; to < n; to++) {
        if (!(set & (1 << to))) continue;
        const c = cost[from]![to]! + least[to * sets + set]!;
        if (c < reach[from * sets + set]!) {
          reach[from * sets + set] = c;
          next[from * sets + set] = to;
        }
      }
    }
  }
  const trees = { least, next, split };
  known.set(cost, { parting, trees });
  return trees;
}

/** Sections between two nodes of the frame by the cheapest way; other feeds and wanted places are no way through. */
export function sectionBetween(frame: Framing, want: Want, from: number, to: number): { nodes: number[]; edges: FrameEdge[] } | undefined {
  const forbidden = new Set(want.forbidden);
  const node = (n: number): boolean =>
    forbidden.has(frame.nodes[n]!.space) || (n !== from && n !== to && isSpace(frame.nodes[n]!.space, 'feed', 'place'));
  const way = cheapestWay(frame.graph, [{ node: from, cost: [0, 0, 0, 0, 0] }], to, worthOf(want.weights), { node });
  if (!way) return undefined;
  const edges = way.edges.map((e) => frame.edges[e]!);
  const nodes = [from];
  for (const e of edges) nodes.push(e.from === nodes.at(-1) ? e.to : e.from);
  return { nodes, edges };
}

export interface RunSections {
  /** section from place i to place j, by the frame’s own graph */
  section: (i: number, j: number) => FrameEdge[] | undefined;
  cost: number[][];
}
/** Every section between two wanted places, searched once a graph. */
export function runSections(frame: Framing, want: Want): RunSections {
  const worth = worthOf(want.weights);
  const n = want.places.length;
  const sections = new Map<string, FrameEdge[]>();
  const cost = Array.from({ length: n }, () => Array<number>(n).fill(Infinity));
  for (let i = 0; i < n; i++)
    for (let j = i + 1; j < n; j++) {
      const found = sectionBetween(frame, want, frame.places[i]!, frame.places[j]!);
      if (!found) continue;
      sections.set(`${i}-${j}`, found.edges);
      cost[i]![j] = cost[j]![i] = found.edges.reduce((s, e) => s + e.cost.reduce((t, c, k) => t + c * worth[k]!, 0), 0);
    }
  return { cost, section: (i, j) => sections.get(i < j ? `${i}-${j}` : `${j}-${i}`) };
}
