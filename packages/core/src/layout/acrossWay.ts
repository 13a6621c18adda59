/** What a cable that is fished straight from box to box meets in the wall. mm. */
import { inches } from '../measure/index.js';
import { boxRect, type Box, type Obstacle, type Schools, type Wall } from '../model/index.js';
import type { OpeningRect } from './opening.js';
import { patchPlan, type PatchPlan } from './patch.js';

/** Wood that only closes a bay: it is bored, or the way goes round it. */
const CLOSES_BAY: ReadonlySet<Obstacle['kind']> = new Set<Obstacle['kind']>(['fire-block']);
/** Wood that carries or stiffens: nobody bores it by eye. */
export const CARRIES: ReadonlySet<Obstacle['kind']> = new Set<Obstacle['kind']>(['header', 'brace']);
export const closesBay = (o: Obstacle): boolean => CLOSES_BAY.has(o.kind);

/** Room to get a drill in over a block, under it to catch the cable, and to each side (common practice). */
const OVER_MM = inches(4);
const UNDER_MM = inches(2);
const WIDE_MM = inches(4);

export interface BlockOpening {
  block: Obstacle;
  /** in the finish of the new box’s face */
  opening: OpeningRect;
  patch: PatchPlan;
}
/** Blocks across the straight way between two boxes: each is opened at, bored, and closed again. */
export function blocksBetween(wall: Wall, from: Box, to: Box, compound: Schools['compound']): BlockOpening[] {
  const [a, b] = [boxRect(wall, from), boxRect(wall, to)];
  return acrossWay(wall, from, to)
    .filter(closesBay)
    .map((block) => {
      const middle = (a!.centre + b!.centre) / 2;
      const bottom = block.z.mm - UNDER_MM;
      const opening = { left: middle - WIDE_MM / 2, right: middle + WIDE_MM / 2, bottom, top: block.z.mm + block.height.mm + OVER_MM };
      return { block, opening, patch: patchPlan({ before: opening, after: undefined, studs: [], compound }) };
    });
}
/** A cable passes beside these. */
const PASSED: ReadonlySet<Obstacle['kind']> = new Set<Obstacle['kind']>(['cable', 'cord']);
/** A cable hangs so far beside the straight line at most (common practice, no source). */
const BESIDE_MM = inches(0.5);

/** Things that lie across the way, from the lower box up; those at a box itself are judged with its opening. */
export function acrossWay(wall: Wall, from: Box, to: Box): Obstacle[] {
  const [a, b] = [boxRect(wall, from), boxRect(wall, to)];
  if (!a || !b) return [];
  const middle = (r: { bottom: number; top: number }): number => (r.bottom + r.top) / 2;
  const [left, right] = [Math.min(a.centre, b.centre) - BESIDE_MM, Math.max(a.centre, b.centre) + BESIDE_MM];
  const [low, high] = [Math.min(middle(a), middle(b)), Math.max(middle(a), middle(b))];
  const at = (o: Obstacle, r: { left: number; right: number; bottom: number; top: number }): boolean =>
    o.x.mm < r.right && o.x.mm + o.width.mm > r.left && o.z.mm < r.top && o.z.mm + o.height.mm > r.bottom;
  return wall.obstacles
    .filter((o) => !PASSED.has(o.kind) && at(o, { left, right, bottom: low, top: high }) && !at(o, a) && !at(o, b))
    .sort((x, y) => x.z.mm - y.z.mm);
}
