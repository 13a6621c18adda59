/** A run of outlets: in which order they are visited so that all cables together cost least. */
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

/** Sections between two nodes of the frame by the cheapest way; other feeds and wanted places are no way through. */
export function sectionBetween(frame: Framing, want: Want, from: number, to: number): { nodes: number[]; edges: FrameEdge[] } | undefined {
  const forbidden = new Set(want.forbidden);
  const node = (n: number): boolean =>
    forbidden.has(frame.nodes[n]!.space) || (n !== from && n !== to && /^(feed|place)\//.test(frame.nodes[n]!.space));
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
