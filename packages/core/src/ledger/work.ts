/**
 * What a job works at, gathered once from its list of changes: every box that it brings, alters or opens, every cable it runs, the circuits
 * these hang on. Each part of the ledger, the steps and the list of parts reads this and nothing else.
 */
import { cableRun, takenWay, type CableRun, type TakenInput, type Traced } from '../route/index.js';
import { freeConductorLength, freeEndBySchool, LEAST_FREE_MM, sheathBySchool } from '../codebook/index.js';
import { blocksBetween, openingRect, studCrossings, studsBetween, type BlockOpening, type StudCrossing } from '../layout/index.js';
import {
  boxRect,
  lampsOf,
  letInto,
  planOf,
  wallThicknessMm,
  type Box,
  type Cable,
  type Change,
  type Circuit,
  type Device,
  type JobInHouse,
  type Lamp,
  type RacewayParts,
  type Room,
  type Site,
  type Wall,
} from '../model/index.js';
import { cablesIn, devicesIn, sheathToOpening, type CableInBox } from '../wiring/index.js';

export interface WorkBox {
  /** as it is planned, and as it was found; a new box was nowhere */
  box: Box;
  was: Box | undefined;
  wall: Wall;
  room: Room;
  circuit: Circuit | undefined;
  /** brought; moved, enlarged or replaced; or there already and only opened */
  role: 'new' | 'altered' | 'opened';
  /** a new cable starts here */
  feeds: boolean;
  devices: Device[];
  hadDevices: Device[];
  cables: CableInBox[];
  /** free end that the schools leave, and what code needs; mm; undefined without the box’s depth */
  freeEnd: { leaveMm: number; neededMm: number } | undefined;
}
export interface WorkRun {
  cable: Cable;
  changeId: string;
  /** undefined: it comes from the panel */
  from: WorkBox | undefined;
  to: WorkBox;
  /** the way it takes through the house; undefined for one that goes straight from box to box in one wall */
  traced: Traced | undefined;
  way: NonNullable<Extract<Change, { do: 'run-cable' }>['way']> | undefined;
  /** studs that a straight one crosses behind the finish, from left to right */
  crossings: StudCrossing[];
  /** blocks that a straight one meets, from the floor up: opened at, bored, closed again */
  blocks: BlockOpening[];
  run: CableRun | undefined;
}
/** A lampholder that the plan places. */
export interface WorkLamp {
  lamp: Lamp;
  changeId: string;
  room: Room;
  cables: CableInBox[];
}
/** The cable to a lampholder: from the switch’s box, or from the lampholder before it. */
export interface LampRun {
  cable: Cable;
  changeId: string;
  from: WorkBox | WorkLamp | undefined;
  to: WorkLamp;
  traced: Traced | undefined;
  way: WorkRun['way'];
}
export interface Work {
  job: JobInHouse;
  found: Site;
  planned: Site;
  boxes: WorkBox[];
  runs: WorkRun[];
  lamps: WorkLamp[];
  lampRuns: LampRun[];
  raceway: RacewayParts | undefined;
  /** circuits of the boxes, each once */
  circuits: Circuit[];
  ownCircuit: Extract<Change, { do: 'add-breaker' }> | undefined;
}

/** The boxes that the work ends at: new ones, and those that are moved, enlarged or replaced without feeding anything new. */
export const outletBoxes = (w: Pick<Work, 'boxes'>): WorkBox[] =>
  w.boxes.filter((b) => b.role === 'new' || (b.role === 'altered' && !b.feeds));
/** Boxes that were there and are worked at where they are: nothing new is fed from them. */
export const inPlaceBoxes = (w: Pick<Work, 'boxes'>): WorkBox[] => w.boxes.filter((b) => b.role === 'altered' && !b.feeds);
/** The cable that the plan brings to a box. */
export const runTo = (w: Pick<Work, 'runs'>, b: WorkBox): WorkRun | undefined => w.runs.find((r) => r.to === b);
/** Cables of the plan that end in a box. */
export const runsAt = (w: Pick<Work, 'runs'>, b: WorkBox): WorkRun[] => w.runs.filter((r) => r.to === b || r.from === b);

/** Free end to leave in a box by the user's school, never under code; undefined without the box's depth. */
function freeEnd(job: JobInHouse, wall: Wall, box: Box): WorkBox['freeEnd'] {
  const reach = sheathToOpening(box, job.schools);
  const opening = openingRect(wall, box);
  if (reach === undefined || !opening) return undefined;
  const neededMm = freeConductorLength(reach, opening.right - opening.left, opening.top - opening.bottom);
  return { leaveMm: freeEndBySchool(job.schools.freeEnds, neededMm), neededMm };
}

/** Boxes that a change touches, the one that power comes from first. */
function touched(change: Change, found: Site, planned: Site): string[] {
  const holder = (deviceId: string) =>
    (found.devices.find((d) => d.id === deviceId) ?? planned.devices.find((d) => d.id === deviceId))?.boxId;
  switch (change.do) {
    case 'place-box':
      return [change.box.id];
    case 'replace-box':
      return [change.boxId];
    case 'run-cable':
      return change.cable.ends.flatMap((e) => e.boxId ?? []);
    case 'place-device':
      return [change.device.boxId];
    case 'wire-box':
      return change.wiring.panelEndOf === undefined ? [change.wiring.id] : [];
    case 'replace-device':
    case 'remove-device':
      return [holder(change.deviceId)].filter((id) => id !== undefined);
    default:
      return [];
  }
}

const works = new WeakMap<JobInHouse, Work>();
/** Derived once a job. @throws never: what doesn’t fit the house is left out, and the ledger names it */
export function workOf(job: JobInHouse): Work {
  const known = works.get(job);
  if (known) return known;
  const work = gathered(job);
  works.set(job, work);
  return work;
}

function gathered(job: JobInHouse): Work {
  const { planned, unfit } = planOf(job);
  const changes = job.changes.filter((c) => !unfit.some((u) => u.change === c));
  const found = new Map(job.found.boxes.map((b) => [b.id, b]));
  const walls = new Map(planned.walls.map((w) => [w.id, w]));
  const runChanges = changes.flatMap((c) => (c.do === 'run-cable' ? [c] : []));
  const replaced = new Set(changes.flatMap((c) => (c.do === 'replace-box' ? [c.boxId] : [])));
  const starts = new Set(runChanges.flatMap((c) => c.cable.ends[0].boxId ?? []));
  const order = [...[...starts].filter((id) => found.has(id)), ...changes.flatMap((c) => touched(c, job.found, planned))].filter(
    (id, i, all) => all.indexOf(id) === i,
  );
  const boxes = order.flatMap((id): WorkBox[] => {
    const box = planned.boxes.find((b) => b.id === id);
    const stands = box && walls.get(box.wallId);
    const wall = stands && letInto(stands, box);
    const room = wall && planned.rooms.find((r) => r.id === wall.faces[box.face].roomId);
    if (!box || !wall || !room) return [];
    const was = found.get(id);
    return [
      {
        ...{ box, was, wall, room },
        circuit: planned.circuits.find((c) => c.id === box.circuitId),
        role: !was ? 'new' : replaced.has(id) ? 'altered' : 'opened',
        feeds: starts.has(id) && was !== undefined,
        devices: devicesIn(planned, id),
        hadDevices: devicesIn(job.found, id),
        cables: cablesIn(planned, id),
        freeEnd: freeEnd(job, wall, box),
      },
    ];
  });
  const at = (id: string | undefined): WorkBox | undefined => boxes.find((b) => b.box.id === id);
  const lamps = workLamps(planned, changes);
  const lampAt = new Map(lamps.map((l) => [l.lamp.id, l]));
  const lampRuns = runChanges.flatMap((c): LampRun[] => {
    const to = lampAt.get(c.cable.ends[1].boxId ?? '');
    if (!to) return [];
    const from = c.cable.ends[0].boxId;
    const least = freeEndBySchool(job.schools.freeEnds, LEAST_FREE_MM);
    const traced = c.way && takenWay(c.way, takenInput(job, planned, [least, least]));
    return [{ cable: c.cable, changeId: c.id, from: at(from) ?? lampAt.get(from ?? ''), to, traced, way: c.way }];
  });
  const runs = runChanges.flatMap((c): WorkRun[] => {
    if (c.cable.ends.some((e) => lampAt.has(e.boxId ?? ''))) return [];
    const [a, b] = [at(c.cable.ends[0].boxId), at(c.cable.ends[1].boxId)];
    const to = b ?? a;
    if (!to) return [];
    const from = b ? a : undefined;
    return [runOf(job, planned, c, from, to)];
  });
  const circuits = [...new Set(boxes.flatMap((b) => b.circuit ?? []))];
  const ownCircuit = changes.find((c) => c.do === 'add-breaker');
  const raceway = changes.find((c) => c.do === 'lay-raceway')?.raceway;
  return { job, found: job.found, planned, boxes, runs, lamps, lampRuns, raceway, circuits, ownCircuit };
}

function workLamps(planned: Site, changes: readonly Change[]): WorkLamp[] {
  return changes.flatMap((c) => {
    const lamp = c.do === 'place-lamp' ? lampsOf(planned).find((l) => l.id === c.lamp.id) : undefined;
    const room = lamp && planned.rooms.find((r) => r.id === lamp.roomId);
    return lamp && room ? [{ lamp, room, changeId: c.id, cables: cablesIn(planned, lamp.id) }] : [];
  });
}

const takenInput = (job: JobInHouse, site: Site, freeEndsMm: [number, number]): TakenInput => ({
  ...{ site, edition: job.edition, unit: job.unit, schools: job.schools, freeEndsMm },
  sheathMm: sheathBySchool(job.schools.sheath),
});

function runOf(
  job: JobInHouse,
  planned: Site,
  change: Extract<Change, { do: 'run-cable' }>,
  from: WorkBox | undefined,
  to: WorkBox,
): WorkRun {
  const base = { cable: change.cable, changeId: change.id, from, to, way: change.way };
  const sheathMm = sheathBySchool(job.schools.sheath);
  if (change.way) {
    const least = freeEndBySchool(job.schools.freeEnds, LEAST_FREE_MM);
    const traced = takenWay(change.way, takenInput(job, planned, [from?.freeEnd?.leaveMm ?? least, to.freeEnd?.leaveMm ?? least]));
    return { ...base, traced, crossings: [], blocks: [], run: traced.run };
  }
  const [a, b] = [from && boxRect(from.wall, from.box), boxRect(to.wall, to.box)];
  const oneWall = from?.wall === to.wall;
  const crossings =
    oneWall && from.box.face === to.box.face ? studCrossings(to.wall, from.box, to.box, job.edition, job.schools.compound) : [];
  const blocks = oneWall ? blocksBetween(to.wall, from.box, to.box, job.schools.compound) : [];
  const run =
    oneWall && a && b && from.freeEnd && to.freeEnd
      ? cableRun({
          alongMm: Math.abs(a.centre - b.centre),
          upMm: Math.abs(a.bottom - b.bottom),
          throughMm: from.box.face === to.box.face ? 0 : wallThicknessMm(to.wall) / 2,
          bends: 2,
          studsCrossed: studsBetween(to.wall, a.centre, b.centre).length,
          freeEndsMm: [from.freeEnd.leaveMm, to.freeEnd.leaveMm],
          sheathMm,
        })
      : undefined;
  return { ...base, traced: undefined, crossings, blocks, run };
}

/** A step’s or value’s id for the n-th box or run of a job: the first has the plain one. */
export const numbered = (id: string, index: number): string => (index === 0 ? id : `${id}-${index + 1}`);
/** Where the work asks for the free length of the conductors that are there; the ledger judges it. */
export const oldFreeEnds = (w: Work, b: WorkBox): { step: string; key: string } => ({
  step: numbered('open-source', w.boxes.filter((x) => x.role !== 'new').indexOf(b)),
  key: 'free-source-old',
});
