/** One wall of a job as it is drawn: what is planned, what was there, what is closed again. */
import { elevation, type Elevation } from '../layout/index.js';
import type { FaceId, Site } from '../model/index.js';
import type { BoxJudgement } from '../survey/index.js';
import { inPlaceBoxes, outletBoxes, type Work, type WorkBox } from './work.js';

/**
 * One face of a wall of the job.
 * @param site found, planned or built state
 * @param withBefore draws the box as it was and the patch beside what is planned
 * @param judge the judgement of a box in its place, `judgeWork`; undefined while it is not here yet: the patch is drawn when it is
 */
export function jobElevation(
  w: Work,
  site: Site,
  wallId: string,
  face: FaceId,
  open: boolean,
  withBefore: boolean,
  judge: (b: WorkBox) => BoxJudgement | undefined,
): Elevation {
  const wall = site.walls.find((x) => x.id === wallId) ?? site.walls[0]!;
  const found = new Map(w.found.boxes.map((b) => [b.id, JSON.stringify(b)]));
  const plannedIds = new Set(site.boxes.filter((b) => found.get(b.id) !== JSON.stringify(b)).map((b) => b.id));
  const here = w.boxes.filter((b) => b.wall.id === wall.id);
  const work = here.find((b) => outletBoxes(w).includes(b)) ?? here[0];
  const source = w.runs.find((r) => r.to === work)?.from ?? here.find((b) => b.feeds);
  const before = work && inPlaceBoxes(w).includes(work) ? work : undefined;
  const crossings = w.runs
    .filter((r) => r.to.wall.id === wall.id)
    .flatMap((r) => [
      ...r.crossings.map((x) => ({ id: x.stud.id, opening: x.opening })),
      ...r.blocks.map((x) => ({ id: x.block.id, opening: x.opening })),
    ]);
  return elevation({
    site,
    wall,
    face,
    open,
    plannedIds,
    ...(work ? { workBoxId: work.box.id } : {}),
    ...(source?.wall.id === wall.id ? { sourceBoxId: source.box.id } : {}),
    ...(before?.was && withBefore ? { before: { box: before.was, patches: judge(before)?.patch?.pieces.map((p) => p.piece) ?? [] } } : {}),
    ...(withBefore ? { crossings } : {}),
    unit: w.job.unit,
  });
}
