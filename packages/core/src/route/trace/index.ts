/**
 * What a way through the house comes to: its path with exact corners, legs with staples, every hole with its rule, openings and patches,
 * where to drill and how to carry the point, and the length to cut and to buy. mm.
 */
import { wallThicknessMm } from '../../model/index.js';
import { runFrom } from '../cableRun.js';
import { chaseIn, countsOf, runTerms } from '../laid.js';
import type { Leg, Traced } from '../traced.js';
import { legsOf } from './legs.js';
import { BACK_FROM_WIRE_MM, Opened, openedBy } from './opened.js';
import { tracing, wallIn, type TraceInput, type Tracing } from './points.js';

export { BACK_FROM_WIRE_MM } from './opened.js';
export type { TraceInput } from './points.js';

export function traced(input: TraceInput): Traced {
  const t = tracing(input);
  const { edges } = t;
  const opened = new Opened(t);
  const legs = legsOf(t, opened);
  edges.forEach((e, k) => openedBy(opened, e, k));
  const { holes, openings, outside, plates, say } = opened;
  const laid = {
    legs,
    throughMm: edges.filter((e) => e.does === 'through').map((e) => wallThicknessMm(wallIn(t, e.wallId!))),
    bends: Math.max(2, bendsOf(legs)),
    holes,
    loops: !input.open && legs.some((l) => l.kind === 'hollow' || (l.kind === 'wall' && l.staples.length > 0)) ? 2 : 0,
  };
  return {
    ...{ legs, holes, openings, outside, bends: laid.bends, loops: laid.loops },
    drillFrom: [...plates].map(([from, names]) => throughPlate(from, names, say(BACK_FROM_WIRE_MM))),
    chases: chasesOf(t, legs),
    run: runFrom(runTerms(laid), { freeEndsMm: input.freeEndsMm, sheathMm: input.sheathMm }, 'as it lies', !input.open),
    counts: countsOf(legs, holes, openings),
  };
}

const chasesOf = (t: Tracing, legs: readonly Leg[]): Traced['chases'] =>
  legs.flatMap(({ kind, onWall }) => {
    if (kind !== 'chase' || !onWall) return [];
    const { wallId, points } = onWall;
    return (['up and down', 'along'] as const).flatMap((runs) => {
      const mm = points.slice(1).reduce((s, p, k) => s + Math.abs(runs === 'along' ? p.u - points[k]!.u : p.z - points[k]!.z), 0);
      return mm > 1 ? [chaseIn(wallIn(t, wallId), mm, runs)] : [];
    });
  });

/** How the hole through a plate is found from above or below the walls that are named. */
function throughPlate(from: 'above' | 'below', walls: readonly string[], back: string): string {
  const names = [...new Set(walls)].join(' and ');
  return from === 'above'
    ? `From the attic, down into ${names}: find the plate by a stiff wire pushed up through the ceiling beside the wall; the hole goes ${back} from the wire, over the middle of the wall. Bore both plates, seal afterwards (IRC R302.11). Stand on joists only.`
    : `From below, up into ${names}: bore a small hole through the floor close to the base and push a stiff wire down as a marker. Below, the real hole goes ${back} back from the wire, toward the middle of the plate. Check with a bit of bent wire that it comes up in the bay. Seal afterwards (IRC R302.11).`;
}

/** Corners of all legs, and one where a leg gives way to the next. */
function bendsOf(legs: readonly Leg[]): number {
  const corners = (points: readonly { a: number; b: number }[]): number => Math.max(0, points.length - 2);
  return legs.reduce(
    (s, l) => s + corners(l.onWall ? l.onWall.points.map((p) => ({ a: p.u, b: p.z })) : l.path.map((p) => ({ a: p.x, b: p.y }))) + 1,
    0,
  );
}
