/** The work box of a job as the wall judges it and as it is drawn: what is planned, what was there, what is closed again. */
import { elevation, type Elevation } from '../layout/index.js';
import type { Bench, FaceId, Site } from '../model/index.js';
import { benchOf } from '../wiring/index.js';
import { judgeBox, type BoxJudgement } from '../survey/index.js';
import type { JobContext } from './context.js';

/** All that is judged of the work box where it is planned; moved, enlarged or replaced, it is held against what was found. */
export const judgeWork = (c: JobContext): BoxJudgement =>
  judgeBox({
    site: c.planned,
    ...(c.inPlace ? { found: c.job.found } : {}),
    wall: c.wall,
    boxId: c.target.id,
    edition: c.job.edition,
    schools: c.job.schools,
    unit: c.job.unit,
  });

/** The job's boxes on the bench as they are planned; the new cable is as long, and leaves as much free, as the plan says. */
export const plannedBench = (c: JobContext): Bench =>
  benchOf(
    c.planned,
    c.boxes.map((b) => b.id),
    c.circuit,
    c.job.schools,
    c.newCable && c.run && c.freeEnds.source && c.freeEnds.target
      ? {
          planned: {
            cableId: c.newCable.id,
            lengthMm: c.run.runMm,
            freeMm: { [c.source.id]: c.freeEnds.source.leaveMm, [c.target.id]: c.freeEnds.target.leaveMm },
          },
        }
      : {},
  );

/**
 * One face of the job's wall.
 * @param site found, planned or built state
 * @param withBefore draws the box as it was and the patch beside what is planned
 */
export function jobElevation(c: JobContext, site: Site, face: FaceId, open: boolean, withBefore: boolean): Elevation {
  const found = new Map(c.job.found.boxes.map((b) => [b.id, JSON.stringify(b)]));
  const plannedIds = new Set(site.boxes.filter((b) => found.get(b.id) !== JSON.stringify(b)).map((b) => b.id));
  return elevation({
    site,
    wall: c.wall,
    face,
    open,
    plannedIds,
    workBoxId: c.target.id,
    sourceBoxId: c.source.id,
    ...(c.inPlace && withBefore ? { before: { box: c.sourceFound, patches: judgeWork(c).patch?.pieces.map((p) => p.piece) ?? [] } } : {}),
    ...(withBefore ? { crossings: c.crossings.map((x) => ({ id: x.stud.id, opening: x.opening })) } : {}),
    unit: c.job.unit,
  });
}
