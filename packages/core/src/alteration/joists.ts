/** A way across the joists of a floor: how many are met, where along their span they are cut, and what the cut is held to. */
import { joistWords } from '../words/alteration/joists.js';
import type { Told } from '../words/phrases.js';
import { practice } from '../catalog/index.js';
import { JOIST_CUTS, term, ukJoistCut, ukUnderBoards, type Judged } from '../codebook/index.js';
import { roomPlans, type PlanSide } from '../layout/index.js';
import type { Joists, Site, Sum, UkSchools } from '../model/index.js';
import { planPoint, type Spot } from './spots.js';

export type JoistCut = 'hole' | 'notch';
export const cutOf = (school: UkSchools['joists']): JoistCut => (school === 'notches' ? 'notch' : 'hole');

/** Joists where nobody measured them, mm (common practice). */
const JOISTS_MM = 400;
/** For flat cables: a hole across, wider for more than one; a notch deep, in which they lie beside each other; mm (common practice). */
const cutMm = (cut: JoistCut, cables: number): number => (cut === 'notch' ? 10 : cables > 1 ? 20 : 16);

/** How a way through a void lies to its joists. */
export interface Met {
  /** of the way, across them; mm */
  acrossMm: number;
  count: number;
  /** which way they run, or how far apart they are, nobody noted */
  taken: boolean;
  /** as the room is long that way, which is their span where nothing carries them between; absent: not walked round */
  spanMm?: number;
  /** where it crosses them, and what the way is longer for that; absent: can’t be told, or none is crossed */
  at?: { fromBearingMm: number; longerMm: number };
}
const axisOf = ({ from, to }: Pick<PlanSide, 'from' | 'to'>): 'x' | 'y' => (Math.abs(to.x - from.x) >= Math.abs(to.y - from.y) ? 'x' : 'y');

/**
 * Where along the span the joists are crossed so that the way gets longest by the least: between its two ends where a band lies there, else
 * out to the nearest band and back. Both ends in mm from one bearing.
 */
export function crossingAt(a: number, b: number, spanMm: number, cut: JoistCut): { fromBearingMm: number; longerMm: number } {
  const [low, high] = [Math.min(a, b), Math.max(a, b)];
  const { from: near, to: far } = JOIST_CUTS[cut];
  const bands = [
    [near * spanMm, far * spanMm],
    [(1 - far) * spanMm, (1 - near) * spanMm],
  ] as const;
  const crossings = bands.map(([from, to]) => {
    const longerMm = 2 * Math.max(0, from - high, low - to);
    // as near to where it starts as the band lets it
    const place = Math.min(to, Math.max(from, longerMm > 0 ? (from > high ? from : to) : Math.min(high, Math.max(low, a))));
    return { fromBearingMm: Math.min(place, spanMm - place), longerMm };
  });
  return crossings.reduce((best, c) => (c.longerMm < best.longerMm ? c : best));
}

/** Joists run along one axis of the plan; what goes along the other crosses them. */
export function joistsMet(site: Site, from: Spot, to: Spot, joists: Joists | undefined, along: number, cut: JoistCut): Met {
  const spacing = joists?.spacing?.mm ?? JOISTS_MM;
  const plan = roomPlans(site).find((p) => p.room.id === from.room?.id);
  const [a, b] = [planPoint(site, from)?.at, planPoint(site, to)?.at];
  const [first] = plan?.sides ?? [];
  if (!plan || !first || !a || !b || joists?.runs === undefined) return { acrossMm: along, count: Math.floor(along / spacing), taken: true };
  const wall = axisOf(first);
  const runs = joists.runs === 'along-first' ? wall : wall === 'x' ? 'y' : 'x';
  const acrossMm = runs === 'x' ? Math.abs(a.y - b.y) : Math.abs(a.x - b.x);
  const ends = plan.sides.flatMap((s) => [s.from[runs], s.to[runs]]);
  const bearing = Math.min(...ends);
  const spanMm = Math.max(...ends) - bearing;
  const count = Math.floor(acrossMm / spacing + 1e-9);
  // through two rooms their joists may run otherwise
  const taken = joists.spacing === undefined || from.room?.id !== to.room?.id;
  return { acrossMm, count, taken, spanMm, ...(count > 0 && !taken ? { at: crossingAt(a[runs] - bearing, b[runs] - bearing, spanMm, cut) } : {}) };
} // prettier-ignore

type Bored = Judged & { rule: 'boring'; subject: string };
/** Cuts in the joists of a floor: their size and place are judged where depth and span are known. @param cables through each */
export function boredJudged(met: Met, joists: Joists | undefined, subject: string, cut: JoistCut, cables: number): Bored[] {
  const counted: Sum = { terms: [term('across the joists', met.acrossMm, 'length')], formula: `÷ ${met.taken ? `${JOISTS_MM} mm, taken` : 'spacing'}, whole ones`, result: term('joists', met.count, 'count') };
  const told = (part: Told & Pick<Judged, 'verdict'> & Partial<Judged>, of = subject): Bored => ({ rule: 'boring', subject: of, source: practice, sums: [counted], ...part });
  if (met.taken) return [told({ verdict: 'can’t tell', ...joistWords.runUnknown({ cut, count: met.count }) })];
  const depth = joists?.depth;
  if (depth === undefined || depth.known === 'assumed' || met.spanMm === undefined || !met.at) return [told({ verdict: 'can’t tell', ...joistWords.depthUnknown({ count: met.count }) })];
  const size = cutMm(cut, cables);
  const nails = told(ukUnderBoards(depth.mm, cut, size), `${subject}/nails`);
  const cuts = { count: met.count, cut, sizeMm: size };
  const held = ukJoistCut({ joistDepthMm: depth.mm, spanMm: met.spanMm, cut, sizeMm: size, fromBearingMm: met.at.fromBearingMm, offLineMm: 0 });
  const sums = [counted, ...held.sums];
  // a cut that is too large is so wherever it lies
  if (held.verdict !== 'ok') return [told({ ...held, sums }), nails];
  if (!joists?.wallToWall) return [told({ ...held, sums, verdict: 'can’t tell', ...joistWords.spanReckoned({ ...cuts, wallToWall: joists?.wallToWall }) }), nails];
  return [told({ ...held, sums, verdict: 'caution', ...joistWords.placed({ ...cuts, fromBearingMm: met.at.fromBearingMm }) }), nails];
} // prettier-ignore
