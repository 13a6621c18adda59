/** The holes of an activity as drawings: how deep the member is, where in it the hole sits, what is left to each side. */
import { holeToFaceDistance } from '../codebook/index.js';
import { numbered, type Work, type WorkRun } from '../ledger/index.js';
import type { Step } from './step.js';

export interface HoleCard {
  /** as it stands in the list of the step */
  number: number;
  member: string;
  where: string;
  count: number;
  sizeMm: number;
  /** across the hole: a stud or plate from face to face, a joist from edge to edge; undefined: nobody measured it */
  deepMm: number | undefined;
  /** from the edge of the hole to each side of the member, mm; undefined with it */
  leftMm: number | undefined;
  plate: boolean;
  bushing: boolean;
  seal: boolean;
}

type Hole = NonNullable<WorkRun['traced']>['holes'][number];

function deepOf(w: Work, hole: Hole): number | undefined {
  if (hole.member === 'joist') {
    const room = w.planned.rooms.find((r) => r.id === hole.joists?.roomId);
    const depth = (hole.joists?.over ? room?.joistsAbove : room?.joistsBelow)?.depth;
    return depth && depth.known !== 'assumed' ? depth.mm : undefined;
  }
  return w.planned.walls.find((x) => x.id === hole.onWall?.wallId)?.framing.studDepth.mm;
}

/** The cards of a step that bores; none where it doesn’t. Holes sit in the middle: 300.4(A)(1) (memory) wants 1 1/4 in to each side. */
export function holeCards(w: Work, step: Step): HoleCard[] {
  const fresh = w.boxes.filter((b) => b.role === 'new');
  const holes: Hole[] =
    step.id === 'lamp-bore'
      ? w.lampRuns.flatMap((r) => r.traced?.holes ?? [])
      : w.runs.flatMap((r) => (step.id === numbered('bore-way', fresh.indexOf(r.to)) ? (r.traced?.holes ?? []).filter((h) => h.member !== 'wall') : [])); // prettier-ignore
  return holes.map((hole, i) => {
    const deepMm = deepOf(w, hole);
    return {
      ...{ number: i + 1, member: hole.member, where: hole.where, count: hole.count, sizeMm: hole.sizeMm, deepMm },
      leftMm: deepMm === undefined ? undefined : holeToFaceDistance(deepMm, hole.sizeMm),
      ...{ plate: hole.plate === true, bushing: hole.bushing, seal: hole.seal },
    };
  });
}
