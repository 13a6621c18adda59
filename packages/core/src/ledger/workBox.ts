/** The boxes of a job as the wall judges them and as they are drawn: what is planned, what was there, what is closed again. */
import { elevation, type Elevation } from '../layout/index.js';
import type { Bench, FaceId, Site } from '../model/index.js';
import { freeEndBySchool, LEAST_FREE_MM } from '../codebook/index.js';
import { benchOf } from '../wiring/index.js';
import { judgeBox, type BoxJudgement } from '../survey/index.js';
import { inPlaceBoxes, outletBoxes, type Work, type WorkBox } from './work.js';

/** All that is judged of a box where it is planned; moved, enlarged or replaced, it is held against what was found. */
export const judgeWork = (w: Work, b: WorkBox): BoxJudgement =>
  judgeBox({
    site: w.planned,
    ...(b.was ? { found: w.found } : {}),
    wall: b.wall,
    boxId: b.box.id,
    edition: w.job.edition,
    schools: w.job.schools,
    unit: w.job.unit,
  });

/** The job's boxes on the bench as they are planned; new cables are as long, and leave as much free, as the plan says. */
export const plannedBench = (w: Work): Bench =>
  benchOf(w.planned, [...w.boxes.map((b) => b.box.id), ...w.lamps.map((l) => l.lamp.id)], w.boxes[0]?.circuit, w.job.schools, {
    planned: [
      ...w.runs.flatMap((r) =>
        r.run
          ? [
              {
                cableId: r.cable.id,
                lengthMm: r.run.runMm,
                freeMm: Object.fromEntries([r.from, r.to].flatMap((b) => (b?.freeEnd ? [[b.box.id, b.freeEnd.leaveMm]] : []))),
              },
            ]
          : [],
      ),
      ...w.lampRuns.flatMap((r) => {
        const leaveMm = freeEndBySchool(w.job.schools.freeEnds, LEAST_FREE_MM);
        return r.traced
          ? [
              {
                cableId: r.cable.id,
                lengthMm: r.traced.run.runMm,
                freeMm: Object.fromEntries(r.cable.ends.flatMap((e) => (e.boxId ? [[e.boxId, leaveMm]] : []))),
              },
            ]
          : [];
      }),
    ],
  });

/** Boxes of the job that were there before. */
export const foundBoxes = (w: Work): WorkBox[] => w.boxes.filter((b) => b.was);
/** The boxes that were there before, as they were found. */
export const foundBench = (w: Work): Bench =>
  benchOf(
    w.found,
    foundBoxes(w).map((b) => b.box.id),
    w.found.circuits.find((c) => c.id === foundBoxes(w)[0]?.was?.circuitId),
    w.job.schools,
    { found: true },
  );

/**
 * One face of a wall of the job.
 * @param site found, planned or built state
 * @param withBefore draws the box as it was and the patch beside what is planned
 */
export function jobElevation(w: Work, site: Site, wallId: string, face: FaceId, open: boolean, withBefore: boolean): Elevation {
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
    ...(before?.was && withBefore
      ? { before: { box: before.was, patches: judgeWork(w, before).patch?.pieces.map((p) => p.piece) ?? [] } }
      : {}),
    ...(withBefore ? { crossings } : {}),
    unit: w.job.unit,
  });
}
