/** What a final circuit is, from its runs alone: a ring and its spurs, or a tree; and where it is not what it is called. */
import { BOARD, type Final, type FinalPoint, type FinalRun } from '../model/index.js';

export const SHAPE_PROBLEMS = [
  'no points',
  'not at the board',
  'apart',
  'open ring',
  'interconnected',
  'loop in a radial',
  'spur on a spur',
  'spur from the board',
] as const;
export interface ShapeProblem {
  is: (typeof SHAPE_PROBLEMS)[number];
  points: string[];
  runs: string[];
}

/** A branch that hangs on the ring. */
export interface Spur {
  /** point of the ring it comes from, or the board */
  from: string;
  points: FinalPoint[];
  runs: FinalRun[];
  /** the spur’s first accessory is a fused unit: what lies behind is limited by its fuse */
  fused: boolean;
}
export interface Shape {
  /** runs and points in order from the board round to it; absent where no ring closes */
  ring?: { runs: FinalRun[]; points: FinalPoint[] };
  spurs: Spur[];
  problems: ShapeProblem[];
  /** every point outward: round the ring, each with its spurs behind it */
  order: FinalPoint[];
  /** of each point the runs it is reached by that belong to no ring: a spur’s, or of a radial all */
  tail: Map<string, FinalRun[]>;
}

export const otherEnd = (run: FinalRun, end: string): string => (run.ends[0] === end ? run.ends[1] : run.ends[0]);

class Graph {
  readonly at = new Map<string, FinalRun[]>();
  constructor(runs: readonly FinalRun[]) {
    for (const run of runs) for (const end of run.ends) this.at.set(end, [...(this.at.get(end) ?? []), run]);
  }
  runs(node: string): FinalRun[] {
    return this.at.get(node) ?? [];
  }
  reached(from: string): Set<string> {
    const seen = new Set([from]);
    const queue = [from];
    for (let node = queue.shift(); node !== undefined; node = queue.shift())
      for (const run of this.runs(node)) {
        const next = otherEnd(run, node);
        if (!seen.has(next)) {
          seen.add(next);
          queue.push(next);
        }
      }
    return seen;
  }
}

/** What is left when every dead end is taken off again and again: the runs on loops, and those between two loops. */
function looped(runs: readonly FinalRun[]): FinalRun[] {
  let left = [...runs];
  for (;;) {
    const graph = new Graph(left);
    const next = left.filter((r) => r.ends.every((e) => graph.runs(e).length > 1));
    if (next.length === left.length) return left;
    left = next;
  }
}

/** Pure: the same runs give the same shape, in whatever order they were noted. */
export function shapeOf(final: Final): Shape {
  const points = new Map(final.points.map((p) => [p.id, p]));
  const graph = new Graph(final.runs);
  const problems: ShapeProblem[] = [];
  const problem = (is: ShapeProblem['is'], at: string[] = [], runs: FinalRun[] = []) =>
    problems.push({ is, points: at, runs: runs.map((r) => r.id) });
  if (final.points.length === 0) problem('no points');
  const reached = graph.reached(BOARD);
  const apart = final.points.filter((p) => !reached.has(p.id)).map((p) => p.id);
  if (final.points.length && graph.runs(BOARD).length === 0) problem('not at the board');
  else if (apart.length) problem('apart', apart);

  const core = looped(final.runs.filter((r) => reached.has(r.ends[0])));
  const coreGraph = new Graph(core);
  const knots = [...coreGraph.at].filter(([node, runs]) => runs.length > 2 && node !== BOARD).map(([node]) => node);
  const atBoard = coreGraph.runs(BOARD).length;
  let ring: Shape['ring'];
  if (final.shape === 'radial') {
    if (core.length) problem('loop in a radial', [...coreGraph.at.keys()].filter((n) => n !== BOARD), core); // prettier-ignore
  } else if (final.points.length && graph.runs(BOARD).length) {
    if (knots.length || atBoard > 2) problem('interconnected', knots, core);
    else if (atBoard < 2)
      problem('open ring', final.points.filter((p) => graph.runs(p.id).length === 1).map((p) => p.id)); // prettier-ignore
    else ring = walkRound(core, points);
  }
  const { order, tail, spurs } = branches(graph, points, ring, final.shape === 'ring');
  if (final.shape === 'ring')
    for (const s of spurs) {
      if (s.from === BOARD) problem('spur from the board', s.points.map((p) => p.id), s.runs); // prettier-ignore
      if (!s.fused && s.points.filter((p) => p.kind !== 'joint').length > 1) problem('spur on a spur', s.points.map((p) => p.id), s.runs); // prettier-ignore
    }
  return { ...(ring ? { ring } : {}), spurs, problems, order, tail };
}

/** Round a single loop through the board. */
function walkRound(core: readonly FinalRun[], points: ReadonlyMap<string, FinalPoint>): NonNullable<Shape['ring']> {
  const graph = new Graph(core);
  const runs: FinalRun[] = [];
  const round: FinalPoint[] = [];
  let at: string = BOARD;
  let run = graph.runs(BOARD)[0]!;
  for (;;) {
    runs.push(run);
    at = otherEnd(run, at);
    if (at === BOARD) return { runs, points: round };
    round.push(points.get(at)!);
    run = graph.runs(at).find((r) => r !== run)!;
  }
}

/** What hangs on the ring, or all of a radial, outward. */
function branches(
  graph: Graph,
  points: ReadonlyMap<string, FinalPoint>,
  ring: Shape['ring'],
  isRing: boolean,
): Pick<Shape, 'order' | 'tail' | 'spurs'> {
  const onRing = new Set([BOARD, ...(ring?.points ?? []).map((p) => p.id)]);
  const ringRuns = new Set(ring?.runs);
  const tail = new Map<string, FinalRun[]>();
  const order: FinalPoint[] = [];
  const spurs: Spur[] = [];
  const seen = new Set(onRing);
  const outward = (node: string, run: FinalRun, way: FinalRun[], spur: Spur): void => {
    const next = otherEnd(run, node);
    if (seen.has(next) || ringRuns.has(run)) return;
    seen.add(next);
    const here = [...way, run];
    tail.set(next, here);
    const point = points.get(next);
    if (point) {
      order.push(point);
      spur.points.push(point);
    }
    spur.runs.push(run);
    for (const on of graph.runs(next)) outward(next, on, here, spur);
  };
  const from = (node: string): void => {
    for (const run of graph.runs(node)) {
      if (ringRuns.has(run)) continue;
      const spur: Spur = { from: node, points: [], runs: [], fused: false };
      outward(node, run, [], spur);
      const first = spur.points.find((p) => p.kind !== 'joint');
      spur.fused = first?.kind === 'fused unit';
      // where no ring closes everything hangs on the board, and none of it is a spur
      if (spur.points.length && isRing && ring) spurs.push(spur);
    }
  };
  for (const point of ring?.points ?? []) {
    tail.set(point.id, []);
    order.push(point);
    from(point.id);
  }
  from(BOARD);
  return { order, tail, spurs };
}
