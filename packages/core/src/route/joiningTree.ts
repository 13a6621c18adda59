/** The cheapest tree that joins some points of a graph, with whatever points between (Dreyfus and Wagner 1971): exact, for a few of them. */

export interface Joint {
  from: number;
  to: number;
  cost: number;
}

/**
 * @param edges passed both ways; their costs are no less than 0
 * @param ends points to be joined: work grows threefold with each
 * @returns places in `edges`; undefined where no way leads to one of them
 */
export function joiningTree(edges: readonly Joint[], ends: readonly number[]): number[] | undefined {
  const [root, ...others] = ends;
  if (root === undefined) return [];
  const { number, at } = connected(edges, root);
  const goals = others.map((e) => number.get(e));
  if (goals.some((g) => g === undefined)) return undefined;
  const n = at.length;
  const sets = 1 << goals.length;
  /** of a set of ends and a point: the cheapest tree that joins them, and how it came about */
  const least = new Float64Array(sets * n).fill(Infinity);
  /** an edge as 1 and more; a set that it parts into as −1 and less; 0 where it begins */
  const by = new Int32Array(sets * n);
  goals.forEach((g, i) => (least[(1 << i) * n + g!] = 0));
  for (let set = 1; set < sets; set++) {
    const own = set * n;
    const low = set & -set;
    // each pair of halves once: the lowest end stays in the first
    for (let half = (set - 1) & set; half; half = (half - 1) & set) {
      if (!(half & low)) continue;
      for (let v = 0; v < n; v++) {
        const cost = least[half * n + v]! + least[(set ^ half) * n + v]!;
        if (cost < least[own + v]!) [least[own + v], by[own + v]] = [cost, -half];
      }
    }
    spread(at, least.subarray(own, own + n), by.subarray(own, own + n));
  }
  const tree = new Set<number>();
  const grow = (set: number, v: number): void => {
    const how = by[set * n + v]!;
    if (how > 0) {
      tree.add(how - 1);
      const { from, to } = edges[how - 1]!;
      const [a, b] = [number.get(from)!, number.get(to)!];
      grow(set, a === v ? b : a);
    } else if (how < 0) for (const half of [-how, set ^ -how]) grow(half, v);
  };
  if (sets > 1) grow(sets - 1, 0);
  return [...tree];
}

interface Arc {
  to: number;
  cost: number;
  edge: number;
}
/** Points that hang together with one, numbered from it on, and where each leads. */
function connected(edges: readonly Joint[], root: number): { number: Map<number, number>; at: Arc[][] } {
  const around = new Map<number, number[]>();
  edges.forEach(({ from, to }, i) => {
    for (const v of [from, to]) around.set(v, [...(around.get(v) ?? []), i]);
  });
  const number = new Map([[root, 0]]);
  const order = [root];
  for (const v of order)
    for (const i of around.get(v) ?? [])
      for (const w of [edges[i]!.from, edges[i]!.to])
        if (!number.has(w)) {
          number.set(w, order.length);
          order.push(w);
        }
  const at = order.map((v): Arc[] =>
    (around.get(v) ?? []).map((edge) => {
      const { from, to, cost } = edges[edge]!;
      return { to: number.get(from === v ? to : from)!, cost, edge };
    }),
  );
  return { number, at };
}

/** From what is reached to all points beside it, the cheapest first (Dijkstra 1959). */
function spread(at: readonly Arc[][], least: Float64Array, by: Int32Array): void {
  const done = new Uint8Array(at.length);
  for (;;) {
    let v = -1;
    for (let i = 0; i < at.length; i++) if (!done[i] && least[i]! < Infinity && (v < 0 || least[i]! < least[v]!)) v = i;
    if (v < 0) return;
    done[v] = 1;
    for (const { to, cost, edge } of at[v]!) if (least[v]! + cost < least[to]!) [least[to], by[to]] = [least[v]! + cost, edge + 1];
  }
}
