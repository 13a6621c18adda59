/** What every part of the ledger needs to know of a job, gathered once. */
import { cableRun, type CableRun } from '../route/index.js';
import { freeConductorLength, freeEndBySchool, sheathBySchool, type Judged } from '../codebook/index.js';
import { openingRect, type StudCrossing, studCrossings, studsBetween } from '../layout/index.js';
import {
  boxRect,
  isInPlace,
  plannedSite,
  wallThicknessMm,
  type Box,
  type Cable,
  type Change,
  type Circuit,
  type Device,
  type Finding,
  type JobInHouse,
  type JobEdit,
  type Remedy,
  type Room,
  type Site,
  type Stage,
  type Wall,
} from '../model/index.js';
import { devicesIn, sheathToOpening } from '../wiring/index.js';

export interface JobContext {
  job: JobInHouse;
  planned: Site;
  source: Box;
  /** the source box as it was found, before any replacement */
  sourceFound: Box;
  target: Box;
  wall: Wall;
  /** where the feed hangs: the same wall, unless another is only looked at as a feed */
  sourceWall: Wall;
  /** the boxes the work touches: the old and the new one, or the one that is moved, enlarged or replaced */
  boxes: Box[];
  inPlace: boolean;
  /** room of the new outlet */
  room: Room;
  sourceRoom: Room;
  circuit: Circuit | undefined;
  /** the cable that the plan runs to the new box */
  newCable: Cable | undefined;
  newDevice: Device | undefined;
  run: CableRun | undefined;
  /** studs that the new cable crosses behind the finish, from left to right; only where a box on the same face feeds it */
  crossings: StudCrossing[];
  /** free end that the schools leave in each box, and what code needs there; mm */
  freeEnds: Record<'source' | 'target', { leaveMm: number; neededMm: number } | undefined>;
}

/** Free end to leave in a box by the user's school, never under code; undefined without the box's depth. */
function freeEnd(job: JobInHouse, wall: Wall, box: Box): { leaveMm: number; neededMm: number } | undefined {
  const reach = sheathToOpening(box, job.schools);
  const opening = openingRect(wall, box);
  if (reach === undefined || !opening) return undefined;
  const neededMm = freeConductorLength(reach, opening.right - opening.left, opening.top - opening.bottom);
  return { leaveMm: freeEndBySchool(job.schools.freeEnds, neededMm), neededMm };
}

/** Whether the boxes that a job is about are there: the survey may have lost one since. */
export const isWorkable = (job: JobInHouse): boolean =>
  job.found.boxes.some((b) => b.id === job.sourceBoxId) && plannedSite(job).boxes.some((b) => b.id === job.newBoxId);

export function jobContext(job: JobInHouse): JobContext {
  const planned = plannedSite(job);
  const byId = <T extends { id: string }>(list: T[], id: string): T => {
    const found = list.find((item) => item.id === id);
    if (!found) throw new Error(`jobContext: the job names ${id}, which is not in its site; check the document with checkJob first`);
    return found;
  };
  const source = byId(planned.boxes, job.sourceBoxId);
  const target = byId(planned.boxes, job.newBoxId);
  const wall = byId(planned.walls, target.wallId);
  const sourceWall = byId(planned.walls, source.wallId);
  const there = new Set(job.found.cables.map((c) => c.id));
  const newCable = planned.cables.find((c) => !there.has(c.id) && c.ends.some((e) => e.boxId === target.id));
  const freeEnds = { source: freeEnd(job, sourceWall, source), target: freeEnd(job, wall, target) };
  return {
    job,
    planned,
    source,
    sourceFound: byId(job.found.boxes, job.sourceBoxId),
    target,
    wall,
    sourceWall,
    room: byId(planned.rooms, wall.faces[target.face].roomId),
    sourceRoom: byId(planned.rooms, sourceWall.faces[source.face].roomId),
    circuit: planned.circuits.find((circuit) => circuit.id === source.circuitId),
    newCable,
    newDevice: devicesIn(planned, target.id)[0],
    inPlace: isInPlace(job),
    boxes: isInPlace(job) ? [target] : [source, target],
    run: newCable && runOf(job, wall, source, target, freeEnds),
    crossings:
      job.situation === 'same-wall' && !isInPlace(job) ? studCrossings(wall, source, target, job.edition, job.schools.compound) : [],
    freeEnds,
  };
}

function runOf(job: JobInHouse, wall: Wall, source: Box, target: Box, freeEnds: JobContext['freeEnds']): CableRun | undefined {
  const [from, to] = [boxRect(wall, source), boxRect(wall, target)];
  if (!from || !to || !freeEnds.source || !freeEnds.target) return undefined;
  return cableRun({
    alongMm: Math.abs(from.centre - to.centre),
    upMm: Math.abs(from.bottom - to.bottom),
    throughMm: source.face === target.face ? 0 : wallThicknessMm(wall) / 2,
    bends: 2,
    studsCrossed: studsBetween(wall, from.centre, to.centre).length,
    freeEndsMm: [freeEnds.source.leaveMm, freeEnds.target.leaveMm],
    sheathMm: sheathBySchool(job.schools.sheath),
  });
}

/** The wall a box of the work hangs on. */
export const wallOfBox = (c: JobContext, box: Box): Wall => (box.id === c.source.id ? c.sourceWall : c.wall);

/** A judged rule as a finding on a subject. */
export function finding(rule: string, subject: string, stage: Stage, title: string, judged: Judged, remedies: Remedy[] = []): Finding {
  return {
    rule,
    subject,
    stage,
    verdict: judged.verdict,
    title,
    says: judged.says,
    sums: judged.sums,
    source: judged.source,
    ask: judged.ask,
    remedies: judged.verdict === 'ok' || judged.verdict === 'note' ? [] : remedies,
  };
}

export const remedy = (id: string, title: string, ...edits: JobEdit[]): Remedy => ({ id, title, edits });
export const put = (change: Change): JobEdit => ({ op: 'put-change', change });

/** The planned change that brings a thing about, if the plan has one. */
export const changeFor = <D extends Change['do']>(job: JobInHouse, kind: D, id: string): Extract<Change, { do: D }> | undefined =>
  job.changes.find((c) => {
    if (c.do !== kind) return false;
    const subject = c as unknown as Record<string, { id?: string } | undefined>;
    return (subject['box'] ?? subject['cable'] ?? subject['device'] ?? subject['load'])?.id === id;
  }) as Extract<Change, { do: D }> | undefined;

/** Edits that put another version of the new box into the plan. */
export function editNewBox(job: JobInHouse, box: Box): JobEdit[] {
  const change = changeFor(job, 'place-box', box.id);
  return change ? [put({ ...change, box })] : [];
}

/** Where the work asks for the free length of the conductors that are there; the ledger judges it. */
export const OLD_FREE_ENDS = { step: 'open-source', key: 'free-source-old' } as const;
