/** A raceway with several outlets: which is reached from which, so that track lies once wherever it can. */
import { isSpace, type Want } from '../model/index.js';
import { cheapestWay, joiningTree, worthOf, type FrameEdge, type Framing } from '../route/index.js';
import type { RouteOption } from './searchRoutes.js';

interface Section {
  nodes: number[];
  edges: FrameEdge[];
}
export interface RacewayRun {
  /** one for each outlet, in their order */
  runs: Section[];
  /** outlets in the order in which they are reached, by their place in the wish */
  order: number[];
  /** position in `order` from which each is reached; -1 the box that feeds it all */
  from: number[];
}

const FRESH = [0, 0, 0, 0, 0];
/** Up to here the track is the cheapest there is; beyond, or by way of a point that was set, a good one. */
const EXACT_PLACES = 7;

/** Which outlets hang on which, and how the track lies that joins them all to the box that feeds them. */
export function racewayRun(frame: Framing, want: Want, option: Pick<RouteOption, 'nodes' | 'edges'>): RacewayRun {
  const least = want.via || want.places.length > EXACT_PLACES ? undefined : leastTrack(frame, want, option.nodes[0]!);
  return least ?? oneByOne(frame, want, option);
}

/** What an edge costs, as its criteria count for the owner. */
function costIn(want: Want): (e: FrameEdge) => number {
  const worth = worthOf(want.weights);
  return (e) => e.cost.reduce((sum, c, k) => sum + c * worth[k]!, 0);
}
/** Parts of the house that were left out, and boxes and outlets that the track doesn’t join. */
function noWayThrough(frame: Framing, want: Want, joined: (n: number) => boolean): (n: number) => boolean {
  const forbidden = new Set(want.forbidden);
  return (n) => !joined(n) && (forbidden.has(frame.nodes[n]!.space) || isSpace(frame.nodes[n]!.space, 'feed', 'place'));
}

/** The cheapest track of all; undefined where none leads to some outlet. */
function leastTrack(frame: Framing, want: Want, feed: number): RacewayRun | undefined {
  const cost = costIn(want);
  const places = frame.places.slice(0, want.places.length);
  const ends = new Set([feed, ...places]);
  const shut = noWayThrough(frame, want, (n) => ends.has(n));
  const open = frame.edges.filter((e) => !shut(e.from) && !shut(e.to));
  const tree = joiningTree(open.map((e) => ({ from: e.from, to: e.to, cost: cost(e) })), [...ends]); // prettier-ignore
  if (!tree) return undefined;
  const around = new Map<number, FrameEdge[]>();
  for (const e of tree.map((i) => open[i]!)) for (const n of [e.from, e.to]) around.set(n, [...(around.get(n) ?? []), e]);
  /** the one way along the track between two points of it */
  const along = (at: number, to: number, from?: number): Section | undefined => {
    if (at === to) return { nodes: [at], edges: [] };
    for (const e of around.get(at) ?? []) {
      const next = e.from === at ? e.to : e.from;
      const on = next === from ? undefined : along(next, to, at);
      if (on) return { nodes: [at, ...on.nodes], edges: [e, ...on.edges] };
    }
    return undefined;
  };
  const run: RacewayRun = { runs: [], order: [], from: [] };
  const reached = [feed];
  const left = new Set(places);
  while (left.size) {
    const ways = [...left].flatMap((p) => reached.map((r, from) => ({ p, from: from - 1, way: along(r, p)! })));
    const [next] = ways.sort((a, b) => mmOf(frame, a.way) - mmOf(frame, b.way));
    run.runs.push(next!.way);
    run.from.push(next!.from);
    run.order.push(places.indexOf(next!.p));
    reached.push(next!.p);
    left.delete(next!.p);
  }
  return run;
}

/**
 * Begins with the way that was found to its first outlet. What lies on a way is reached before what lies behind it; each of the rest from
 * wherever the least new track leads to it, and its wires come through the track that is there, from the nearer box.
 */
function oneByOne(frame: Framing, want: Want, option: Pick<RouteOption, 'nodes' | 'edges'>): RacewayRun {
  const cost = costIn(want);
  const left = new Set(want.places.map((_, i) => i));
  const stations = new Map<number, number>([[option.nodes[0]!, -1]]);
  const reached = new Set<number>();
  const run: RacewayRun = { runs: [], order: [], from: [] };
  const take = (way: Section): void => {
    for (const part of parted(frame, way, [...left])) {
      const place = frame.places.indexOf(part.nodes.at(-1)!);
      left.delete(place);
      run.from.push(stations.get(part.nodes[0]!)!);
      stations.set(part.nodes.at(-1)!, run.order.push(place) - 1);
      run.runs.push(part);
      for (const n of part.nodes) reached.add(n);
    }
  };
  const newTrack = (to: number): { section: Section; cost: number } | undefined => {
    const node = noWayThrough(frame, want, (n) => n === to || reached.has(n));
    const way = cheapestWay(frame.graph, [...reached].map((n) => ({ node: n, cost: FRESH })), to, worthOf(want.weights), { node }); // prettier-ignore
    if (!way) return undefined;
    const edges = way.edges.map((e) => frame.edges[e]!);
    const nodes = [to];
    for (const e of [...edges].reverse()) nodes.unshift(e.to === nodes[0] ? e.from : e.to);
    return { section: { nodes, edges }, cost: edges.reduce((sum, e) => sum + cost(e), 0) };
  };
  take(option);
  while (left.size) {
    const ways = [...left].flatMap((i) => newTrack(frame.places[i]!) ?? []);
    const [best] = ways.sort((a, b) => a.cost - b.cost);
    if (!best) break;
    take(throughTrack(frame, run.runs, best.section));
  }
  // what no track leads to stands at the end, without a way
  for (const i of left) run.from.push(run.order.push(i) - 2);
  return run;
}

/** New track with the way to it, from the nearer box at either end of the piece that it goes off. */
function throughTrack(frame: Framing, runs: readonly Section[], on: Section): Section {
  const ways = runs.flatMap(({ nodes, edges }): Section[] => {
    const k = nodes.indexOf(on.nodes[0]!);
    if (k < 0) return [];
    return [
      { nodes: nodes.slice(0, k + 1), edges: edges.slice(0, k) },
      { nodes: nodes.slice(k).reverse(), edges: edges.slice(k).reverse() },
    ];
  });
  const [way] = ways.sort((a, b) => mmOf(frame, a) - mmOf(frame, b));
  return way ? { nodes: [...way.nodes, ...on.nodes.slice(1)], edges: [...way.edges, ...on.edges] } : on;
}

const mmOf = (frame: Framing, { nodes }: Section): number =>
  nodes.slice(1).reduce((s, n, i) => {
    const [a, b] = [frame.nodes[nodes[i]!]!, frame.nodes[n]!];
    return s + Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z);
  }, 0);

/** A way in pieces, from each outlet that it passes to the next. */
function parted(frame: Framing, { nodes, edges }: Section, left: readonly number[]): Section[] {
  const places = new Map(left.map((i) => [frame.places[i]!, i]));
  const bases = new Map(
    frame.edges.flatMap((e): [number, { edge: FrameEdge; place: number }][] => {
      if (e.does !== 'raceway-base') return [];
      const [place, at] = places.has(e.from) ? [e.from, e.to] : [e.to, e.from];
      return places.has(place) ? [[at, { edge: e, place }]] : [];
    }),
  );
  const parts: Section[] = [];
  let part: Section = { nodes: [nodes[0]!], edges: [] };
  edges.forEach((edge, i) => {
    const at = nodes[i + 1]!;
    part.edges.push(edge);
    part.nodes.push(at);
    const base = bases.get(at);
    // its own last base leads into the outlet that it goes to
    if (!base || edges[i + 1] === base.edge || i === edges.length - 1) return;
    parts.push({ nodes: [...part.nodes, base.place], edges: [...part.edges, base.edge] });
    part = { nodes: [base.place, at], edges: [base.edge] };
  });
  return [...parts, part];
}
