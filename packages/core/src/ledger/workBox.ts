/** The boxes of a job as the wall judges them and as the bench shows them: what is planned, and what was there. */
import type { Bench } from '../model/index.js';
import { freeEndBySchool, LEAST_FREE_MM } from '../codebook/index.js';
import { benchOf } from '../wiring/index.js';
import { judgeBox, type BoxJudgement } from '../survey/index.js';
import type { Work, WorkBox } from './work.js';

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
