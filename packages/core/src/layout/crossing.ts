/** Studs that a cable crosses behind a finish: an opening at each, a hole through its middle, and what closing it takes. mm along face A. */
import { boredHole, type Judged } from '../codebook/index.js';
import { inches } from '../measure/index.js';
import { boxRect, studCentres, studPlaces, type Box, type Edition, type Schools, type StudPlace, type Wall } from '../model/index.js';
import type { OpeningRect } from './opening.js';
import { patchPlan, type PatchPlan } from './patch.js';

/** Room to get a drill and two fingers in beside the stud, and above and below (common practice). */
const BESIDE_MM = inches(2);
const HIGH_MM = inches(4);
/** Takes one 14-2 or 12-2 cable with room to spare (common practice). */
export const CROSSING_HOLE_MM = inches(0.75);

export interface StudCrossing {
  stud: StudPlace;
  /** in the finish of the new box’s face */
  opening: OpeningRect;
  /** the hole through the middle of the stud; undefined for a metal stud, which is punched or sawn and gets a bushing */
  hole: (Judged & { plate: boolean }) | undefined;
  bushing: boolean;
  patch: PatchPlan;
}

/** Every stud between two boxes of one wall, from left to right; empty when a box has no place. */
export function studCrossings(wall: Wall, from: Box, to: Box, edition: Edition, compound: Schools['compound']): StudCrossing[] {
  const [a, b] = [boxRect(wall, from), boxRect(wall, to)];
  if (!a || !b || wall.framing.material === 'masonry') return [];
  const [left, right] = [Math.min(a.centre, b.centre), Math.max(a.centre, b.centre)];
  const middle = (a.bottom + a.top + b.bottom + b.top) / 4;
  const metal = wall.framing.material === 'metal';
  const half = wall.framing.studWidth.mm / 2;
  return studPlaces(wall)
    .filter((s) => s.x > left && s.x < right)
    .map((stud) => {
      const opening = {
        left: stud.x - half - BESIDE_MM,
        right: stud.x + half + BESIDE_MM,
        bottom: middle - HIGH_MM / 2,
        top: middle + HIGH_MM / 2,
      };
      return {
        stud,
        opening,
        hole: metal ? undefined : boredHole({ edition, studDepthMm: wall.framing.studDepth.mm, holeMm: CROSSING_HOLE_MM }),
        bushing: metal,
        patch: patchPlan({ before: opening, after: undefined, studs: [], compound }),
      };
    });
}

/** Whether a stud stands between two points of the wall. */
export const studsBetween = (wall: Wall, x1: number, x2: number): number[] =>
  studCentres(wall).filter((c) => c > Math.min(x1, x2) && c < Math.max(x1, x2));
