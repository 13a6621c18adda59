/**
 * Ways through a graph by several criteria at once: every way that no other beats in all of them, found exactly. Labels are set in
 * lexicographic order with lower bounds from backward searches, so that what can't become a best way is never followed.
 */
import { unbeaten } from '../measure/index.js';

/** How a criterion adds up along a way: `sum`, or the largest of its parts (waits that run side by side). */
export type Combine = 'sum' | 'max';

/** Undirected edges in a compact form; costs are whole numbers at or above 0. */
export interface WeightedGraph {
  nodes: number;
  /** criteria */
  width: number;
  combine: readonly Combine[];
  /** edge → its two nodes */
  from: Int32Array;
  to: Int32Array;
  /** edge · width + criterion */
  cost: Int32Array;
  /** node → its arcs in `arcs`, and one more at the end */
  first: Int32Array;
  /** edges at a node, one after the other */
  arcs: Int32Array;
}

export interface EdgeInput {
  from: number;
  to: number;
  cost: readonly number[];
}

/** @throws RangeError when an edge leads nowhere or a cost is no whole number at or above 0 */
export function weightedGraph(nodes: number, combine: readonly Combine[], edges: readonly EdgeInput[]): WeightedGraph {
  const width = combine.length;
  const [from, to] = [new Int32Array(edges.length), new Int32Array(edges.length)];
  const cost = new Int32Array(edges.length * width);
  const first = new Int32Array(nodes + 1);
  edges.forEach((e, i) => {
    if (!(e.from >= 0 && e.from < nodes && e.to >= 0 && e.to < nodes))
      throw new RangeError(`weightedGraph: edge ${i} leads from ${e.from} to ${e.to}; there are ${nodes} nodes`);
    for (let k = 0; k < width; k++) {
      const c = e.cost[k]!;
      if (!Number.isInteger(c) || c < 0) throw new RangeError(`weightedGraph: edge ${i} costs ${c}; a whole number at or above 0 would do`);
      cost[i * width + k] = c;
    }
    from[i] = e.from;
    to[i] = e.to;
    first[e.from + 1]!++;
    first[e.to + 1]!++;
  });
  for (let n = 0; n < nodes; n++) first[n + 1]! += first[n]!;
  const arcs = new Int32Array(edges.length * 2);
  const next = first.slice(0, nodes);
  edges.forEach((e, i) => {
    arcs[next[e.from]!++] = i;
    arcs[next[e.to]!++] = i;
  });
  return { nodes, width, combine, from, to, cost, first, arcs };
}

const FAR = 0x3fffffff;

/** A heap of numbers by their keys; the smallest first. */
class Heap {
  private readonly items: number[] = [];
  private readonly keys: number[] = [];
  get size(): number {
    return this.items.length;
  }
  /** key of the first; Infinity when there is none */
  get least(): number {
    return this.keys.length ? this.keys[0]! : Infinity;
  }
  push(item: number, key: number): void {
    const { items, keys } = this;
    let i = items.length;
    items.push(item);
    keys.push(key);
    while (i > 0) {
      const up = (i - 1) >> 1;
      if (keys[up]! <= key) break;
      items[i] = items[up]!;
      keys[i] = keys[up]!;
      i = up;
    }
    items[i] = item;
    keys[i] = key;
  }
  pop(): number {
    const { items, keys } = this;
    const top = items[0]!;
    const item = items.pop()!;
    const key = keys.pop()!;
    const n = items.length;
    if (n > 0) {
      let i = 0;
      for (;;) {
        let down = 2 * i + 1;
        if (down >= n) break;
        if (down + 1 < n && keys[down + 1]! < keys[down]!) down++;
        if (keys[down]! >= key) break;
        items[i] = items[down]!;
        keys[i] = keys[down]!;
        i = down;
      }
      items[i] = item;
      keys[i] = key;
    }
    return top;
  }
}

/** What of the graph must not be used. */
export interface Blocked {
  node?: (node: number) => boolean;
}

/**
 * Cheapest cost from every node to `target` by one criterion.
 * @returns a number for each node; `Infinity` stands as 2³⁰ − 1 where no way leads
 */
export function costsTo(graph: WeightedGraph, target: number, criterion: number, blocked: Blocked = {}): Int32Array {
  const { width, first, arcs, from, to, cost } = graph;
  const max = graph.combine[criterion] === 'max';
  const best = new Int32Array(graph.nodes).fill(FAR);
  const heap = new Heap();
  best[target] = 0;
  heap.push(target, 0);
  const done = new Uint8Array(graph.nodes);
  while (heap.size) {
    const node = heap.pop();
    if (done[node]) continue;
    done[node] = 1;
    const here = best[node]!;
    for (let a = first[node]!; a < first[node + 1]!; a++) {
      const edge = arcs[a]!;
      const next = from[edge] === node ? to[edge]! : from[edge]!;
      if (done[next] || blocked.node?.(next)) continue;
      const c = cost[edge * width + criterion]!;
      const there = max ? Math.max(here, c) : here + c;
      if (there < best[next]!) {
        best[next] = there;
        heap.push(next, there);
      }
    }
  }
  return best;
}
export const NO_WAY = FAR;

export interface Start {
  node: number;
  /** what it costs before the first edge */
  cost: readonly number[];
}
export interface Way {
  cost: number[];
  /** from its start to the target */
  edges: number[];
  start: number;
}

/**
 * The cheapest way from any start to `target`, each criterion weighed; criteria that take the largest part are weighed edge by edge.
 * Searched from both ends until they meet.
 * @returns undefined when no way leads there
 */
export function cheapestWay(
  graph: WeightedGraph,
  starts: readonly Start[],
  target: number,
  weights: readonly number[],
  blocked: Blocked = {},
): { cost: number; edges: number[]; start: number } | undefined {
  const { nodes, width, first, arcs, from, to, cost } = graph;
  const used = weights.flatMap((w, k) => (w === 0 ? [] : [[w, k] as const]));
  const weigh = (edge: number): number => {
    let c = 0;
    for (const [w, k] of used) c += w * cost[edge * width + k]!;
    return c;
  };
  const side = () => ({
    best: new Float64Array(nodes).fill(Infinity),
    via: new Int32Array(nodes).fill(-1),
    done: new Uint8Array(nodes),
    heap: new Heap(),
  });
  const [ahead, back] = [side(), side()];
  const origin = new Int32Array(nodes).fill(-1);
  starts.forEach((s, i) => {
    if (blocked.node?.(s.node)) return;
    const c = weights.reduce((sum, w, k) => sum + w * s.cost[k]!, 0);
    if (c >= ahead.best[s.node]!) return;
    ahead.best[s.node] = c;
    origin[s.node] = i;
    ahead.heap.push(s.node, c);
  });
  if (!blocked.node?.(target)) {
    back.best[target] = 0;
    back.heap.push(target, 0);
  }
  let meet = -1;
  let least = Infinity;
  /** settles the nearest open node of one side; where the other side knows it too, that may be the way */
  const step = (own: ReturnType<typeof side>, other: ReturnType<typeof side>): void => {
    const node = own.heap.pop();
    if (own.done[node]) return;
    own.done[node] = 1;
    const here = own.best[node]!;
    if (here + other.best[node]! < least) {
      least = here + other.best[node]!;
      meet = node;
    }
    for (let a = first[node]!; a < first[node + 1]!; a++) {
      const edge = arcs[a]!;
      const next = from[edge] === node ? to[edge]! : from[edge]!;
      if (own.done[next] || blocked.node?.(next)) continue;
      const c = here + weigh(edge);
      if (c >= own.best[next]!) continue;
      own.best[next] = c;
      own.via[next] = edge;
      own.heap.push(next, c);
    }
  };
  // an empty heap's least is Infinity: nothing is left to settle
  while (ahead.heap.least + back.heap.least < least)
    if (ahead.heap.least <= back.heap.least) step(ahead, back);
    else step(back, ahead);
  if (meet < 0) return undefined;
  const walk = (via: Int32Array): { edges: number[]; end: number } => {
    const edges: number[] = [];
    let n = meet;
    while (via[n]! >= 0) {
      const edge = via[n]!;
      edges.push(edge);
      n = from[edge] === n ? to[edge]! : from[edge]!;
    }
    return { edges, end: n };
  };
  const before = walk(ahead.via);
  return { cost: least, edges: [...before.edges.reverse(), ...walk(back.via).edges], start: origin[before.end]! };
}

/** More labels than this are more than any house needs; the search then says so. */
const MOST_LABELS = 4_000_000;

/** Ways begun, one after the other: where each stands, what it cost so far, and that with the least that is still to come. */
class Labels {
  private room = 4096;
  /** costs so far, `width` a label */
  g: Int32Array;
  /** with the least that is still to come */
  f: Int32Array;
  node = new Int32Array(this.room);
  /** the label before; −1 − n: the n-th start */
  parent = new Int32Array(this.room);
  via = new Int32Array(this.room);
  count = 0;
  /** open ones in the order of their `f`, criterion after criterion */
  private readonly heap: number[] = [];

  constructor(private readonly width: number) {
    this.g = new Int32Array(this.room * width);
    this.f = new Int32Array(this.room * width);
  }
  get open(): number {
    return this.heap.length;
  }

  /** The next label, whose costs are written already. */
  begin(node: number, parent: number, edge: number): void {
    const { count } = this;
    this.node[count] = node;
    this.parent[count] = parent;
    this.via[count] = edge;
    this.push(count);
    if (++this.count === this.room) this.grow();
  }
  private grow(): void {
    const wider = (a: Int32Array, n: number): Int32Array<ArrayBuffer> => {
      const b = new Int32Array(n);
      b.set(a);
      return b;
    };
    this.room *= 2;
    this.g = wider(this.g, this.room * this.width);
    this.f = wider(this.f, this.room * this.width);
    this.node = wider(this.node, this.room);
    this.parent = wider(this.parent, this.room);
    this.via = wider(this.via, this.room);
  }
  private before(a: number, b: number): boolean {
    const { f, width } = this;
    const [x, y] = [a * width, b * width];
    for (let k = 0; k < width; k++) {
      const d = f[x + k]! - f[y + k]!;
      if (d !== 0) return d < 0;
    }
    return a < b;
  }
  private push(label: number): void {
    const { heap } = this;
    let i = heap.length;
    heap.push(label);
    while (i > 0) {
      const up = (i - 1) >> 1;
      if (!this.before(label, heap[up]!)) break;
      heap[i] = heap[up]!;
      i = up;
    }
    heap[i] = label;
  }
  pop(): number {
    const { heap } = this;
    const top = heap[0]!;
    const last = heap.pop()!;
    const n = heap.length;
    if (n > 0) {
      let i = 0;
      for (;;) {
        let down = 2 * i + 1;
        if (down >= n) break;
        if (down + 1 < n && this.before(heap[down + 1]!, heap[down]!)) down++;
        if (!this.before(heap[down]!, last)) break;
        heap[i] = heap[down]!;
        i = down;
      }
      heap[i] = last;
    }
    return top;
  }
  /** whether some label of a list is at least as good, by `g` or by `f`, as the costs that stand at `at` */
  beaten(list: readonly number[] | undefined, values: Int32Array, at: number): boolean {
    if (!list) return false;
    const { width } = this;
    for (let i = list.length - 1; i >= 0; i--) {
      const x = list[i]! * width;
      let k = 0;
      while (k < width && values[x + k]! <= values[at + k]!) k++;
      if (k === width) return true;
    }
    return false;
  }
  /** A label as the way that led to it. */
  way(label: number): Way {
    const edges: number[] = [];
    let at = label;
    while (this.parent[at]! >= 0) {
      edges.push(this.via[at]!);
      at = this.parent[at]!;
    }
    const from = label * this.width;
    return { cost: Array.from(this.g.subarray(from, from + this.width)), edges: edges.reverse(), start: -1 - this.parent[at]! };
  }
}

/**
 * Every way from a start to `target` that no other beats: none is at least as good in all criteria and better in one. Of ways that cost
 * the same, one is returned. Exact.
 * @throws RangeError when a start's cost has another width than the graph
 */
export function bestWays(graph: WeightedGraph, starts: readonly Start[], target: number, blocked: Blocked = {}): Way[] {
  const { width, combine, first, arcs, from, to, cost } = graph;
  for (const s of starts) if (s.cost.length !== width) throw new RangeError(`bestWays: a start has ${s.cost.length} costs, not ${width}`);
  if (blocked.node?.(target)) return [];
  const bound = Array.from({ length: width }, (_, k) => costsTo(graph, target, k, blocked));
  const labels = new Labels(width);
  const closed: (number[] | undefined)[] = new Array<number[] | undefined>(graph.nodes);
  const found: number[] = [];
  const beaten = (node: number, at: number): boolean => labels.beaten(closed[node], labels.g, at) || labels.beaten(found, labels.f, at);
  const add = (node: number, parent: number, edge: number): void => {
    const at = labels.count * width;
    const { f, g } = labels;
    for (let k = 0; k < width; k++) {
      const h = bound[k]![node]!;
      // nothing leads on from there, or it is blocked
      if (h >= FAR) return;
      f[at + k] = combine[k] === 'max' ? Math.max(g[at + k]!, h) : g[at + k]! + h;
    }
    if (!beaten(node, at)) labels.begin(node, parent, edge);
  };
  starts.forEach((s, i) => {
    labels.g.set(s.cost, labels.count * width);
    add(s.node, -1 - i, -1);
  });
  while (labels.open) {
    const label = labels.pop();
    const node = labels.node[label]!;
    const at = label * width;
    if (beaten(node, at)) continue;
    (closed[node] ??= []).push(label);
    if (node === target) {
      found.push(label);
      continue;
    }
    for (let a = first[node]!; a < first[node + 1]!; a++) {
      const edge = arcs[a]!;
      if (edge === labels.via[label]) continue;
      const next = from[edge] === node ? to[edge]! : from[edge]!;
      if (labels.count >= MOST_LABELS) throw new RangeError('bestWays: too many ways to hold side by side');
      const here = labels.count * width;
      const { g } = labels;
      for (let k = 0; k < width; k++) {
        const c = cost[edge * width + k]!;
        g[here + k] = combine[k] === 'max' ? Math.max(g[at + k]!, c) : g[at + k]! + c;
      }
      add(next, label, edge);
    }
  }
  // what beats another stands before it in the order they are taken in: none of these beats another
  return found.map((label) => labels.way(label));
}

/** Best ways by way of a node: there, and on from there. */
export function bestWaysVia(graph: WeightedGraph, starts: readonly Start[], through: number, target: number, blocked: Blocked = {}): Way[] {
  const there = bestWays(graph, starts, through, blocked);
  const on = bestWays(graph, [{ node: through, cost: graph.combine.map(() => 0) }], target, blocked);
  return unbeaten(
    there.flatMap((a) =>
      on.map((b) => ({
        start: a.start,
        edges: [...a.edges, ...b.edges],
        cost: a.cost.map((c, k) => (graph.combine[k] === 'max' ? Math.max(c, b.cost[k]!) : c + b.cost[k]!)),
      })),
    ),
  );
}

/** Nodes that some way leads to from a node. */
export function reachable(graph: WeightedGraph, node: number, blocked: Blocked = {}): Uint8Array {
  const seen = new Uint8Array(graph.nodes);
  const open = [node];
  seen[node] = 1;
  while (open.length) {
    const n = open.pop()!;
    for (let a = graph.first[n]!; a < graph.first[n + 1]!; a++) {
      const e = graph.arcs[a]!;
      const next = graph.from[e] === n ? graph.to[e]! : graph.from[e]!;
      if (seen[next] || blocked.node?.(next)) continue;
      seen[next] = 1;
      open.push(next);
    }
  }
  return seen;
}
