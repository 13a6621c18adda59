/** From the answers to the plan: the box, the points and runs that are altered, the way that is taken. Pure; written anew at each answer. */
import { BOX_KINDS } from '../catalog/index.js';
import { coreAreas, byVerdict, worstVerdict } from '../codebook/index.js';
import { freeWay, shapeOf } from '../finals/index.js';
import { around, type Around } from './around.js';
import { isMetal, planPoint, spotOf, subjectOf, usualBox, type Spot, type Subject } from './spots.js';
import {
  assumed,
  bareJob,
  BOARD,
  FLAT_SIZES,
  isSingles,
  SINGLES_SIZES,
  boxBody,
  distanceForCentre,
  alongX,
  idOf,
  plannedSite,
  type Alteration,
  type AlterationKind,
  type Box,
  type Change,
  type Final,
  type FinalPoint,
  type FinalRun,
  type CableSize,
  type Job,
  type JobInBook,
  type MeasuredLength,
  type Purpose,
  type Site,
  type Verdict,
  type WayKind,
} from '../model/index.js';
import { ukSchools } from './schools.js';
import { cableWays, type UkWay } from './ways.js';

export const ALTERATION_WORDS: Readonly<Record<AlterationKind, string>> = {
  enlarge: 'one socket becomes two',
  spur: 'a new outlet on a spur',
  'into ring': 'a new outlet that the ring is taken through',
  'own radial': 'a circuit of its own',
  move: 'a socket moves',
  'find fault': 'something is wrong on a circuit',
};
const PURPOSE: Readonly<Record<AlterationKind, Purpose>> = { enlarge: 'enlarge', spur: 'outlet', 'into ring': 'outlet', 'own radial': 'own-circuit', move: 'move', 'find fault': 'mend' }; // prettier-ignore
/** Kinds that put a box where none is. */
const putsABox = (kind: AlterationKind): boolean => kind !== 'enlarge' && kind !== 'find fault';

export const boxIdOf = (job: Pick<Job, 'id'>): string => idOf(job.id, 'box');
export const pointIdOf = (job: Pick<Job, 'id' | 'alteration'>): string =>
  job.alteration &&
  (['enlarge', 'move', 'find fault'] as AlterationKind[]).includes(job.alteration.kind) &&
  job.alteration.pointId !== undefined
    ? job.alteration.pointId
    : idOf(job.id, 'point');
export const finalIdOf = (job: Pick<Job, 'id' | 'alteration'>): string | undefined =>
  job.alteration?.kind === 'own radial' ? idOf(job.id, 'circuit') : job.alteration?.finalId;

/** The box that is new, where somebody said where it goes. */
export function newBox(job: JobInBook): Box | undefined {
  const { alteration, found } = job;
  const place = alteration?.place;
  if (!alteration || !place || !putsABox(alteration.kind)) return undefined;
  const kind =
    alteration.boxKind ??
    usualBox(
      found.walls.find((w) => w.id === place.wallId),
      alteration.outlet.kind,
      ukSchools(job).boxDepth,
      found.rooms.find((r) => r.id === found.walls.find((w) => w.id === place.wallId)?.faces[place.face].roomId)?.use,
    );
  return {
    ...{ id: boxIdOf(job), name: alteration.outlet.name, wallId: place.wallId, face: place.face, kind },
    ...{ gangs: BOX_KINDS[kind].gangs, supportFittings: 0, holds: 'receptacle' },
    place: { from: 'left-end', toward: 'right', to: 'centre', distance: place.fromLeft, bottom: place.bottom },
  };
}

/** A box that grows into a twin: to which side, and what that meets. */
export interface Growth {
  grows: NonNullable<Alteration['grows']>;
  box: Box;
  judged: Around[];
  verdict: Verdict;
}
/** To the left, to the right, or to both sides of the old hole, what nothing speaks against first. Sides as seen from its room. */
export function growths(job: JobInBook, from: Spot): Growth[] {
  const kind = job.alteration!.boxKind ?? usualBox(from.wall, 'twin', ukSchools(job).boxDepth);
  const old = boxBody(from.box).widthMm;
  const { box: was, wall } = from;
  const { width: _w, height: _h, depth: _d, volumeIn3: _v, material: _m, clamps: _c, ...kept } = was;
  const wide = BOX_KINDS[kind].widthMm;
  const right = alongX(was.face, 'right');
  return (['right', 'left', 'both'] as const)
    .map((grows): Growth => {
      const aside = grows === 'both' ? 0 : ((wide - old) / 2) * (grows === 'right' ? right : -right);
      const centre: Box = { ...kept, kind, gangs: 2, place: { ...was.place, to: 'centre' } };
      const distance: MeasuredLength = { mm: distanceForCentre(wall, centre, from.rect.centre + aside)!, known: was.place.distance.known };
      // the middle stays at its height
      const bottom = { ...was.place.bottom, mm: from.z - BOX_KINDS[kind].heightMm / 2 };
      const { as: _, ...low } = bottom;
      const box: Box = { ...centre, place: { ...centre.place, distance, bottom: Math.abs(low.mm - was.place.bottom.mm) < 0.01 ? was.place.bottom : low } };
      const judged = around(job.found, spotOf(job.found, box)!, was.id);
      return { grows, box, judged, verdict: worstVerdict(judged) };
    })
    .sort((a, b) => byVerdict(b, a));
} // prettier-ignore

/** The consumer unit, where it was placed. */
export const boardSpot = (job: JobInBook): Spot | undefined => spotOf(job.found, job.found.boxes.find((b) => b.id === job.incoming?.boxId)); // prettier-ignore
/** Where the new cable begins. */
export const sourceOf = (job: JobInBook, subject: Subject): Spot | undefined =>
  subject.alteration.kind === 'own radial' ? boardSpot(job) : subject.from;

/** How many cables lie beside each other: a ring goes there and comes back, a moved point takes each of its own along. */
export const cablesLaid = ({ alteration, final, point }: Pick<Subject, 'alteration' | 'final' | 'point'>): number =>
  alteration.kind === 'into ring' ? 2 : alteration.kind === 'move' ? Math.max(1, final?.runs.filter((r) => r.ends.includes(point?.id ?? '')).length ?? 0) : 1; // prettier-ignore

/** Ways of the cable, the chosen one first. Empty where no cable is laid, or where an end has no place. */
export function waysOf(job: JobInBook): UkWay[] {
  const subject = subjectOf(job);
  const box = newBox(job);
  const to = box && spotOf({ ...job.found, boxes: [...job.found.boxes, box] }, box);
  const from = subject && sourceOf(job, subject);
  if (!subject || !to || !from || (subject.alteration.kind === 'move' && subject.alteration.cablesReach)) return [];
  const residual = subject.alteration.kind === 'own radial' ? subject.alteration.own?.residual : subject.final?.residual;
  const ways = cableWays(job.found, from, to, { residual, schools: ukSchools(job), cables: cablesLaid(subject) });
  const chosen = ways.findIndex((w) => w.kind === subject.alteration.way);
  return chosen <= 0 ? ways : [ways[chosen]!, ...ways.slice(0, chosen), ...ways.slice(chosen + 1)];
}
export const wayOf = (job: JobInBook): UkWay | undefined => waysOf(job)[0];
/** Why no way can be told; undefined where there is one, or none is laid. */
export function noWay(job: JobInBook): string | undefined {
  const subject = subjectOf(job);
  if (!subject || !putsABox(subject.alteration.kind) || waysOf(job).length) return undefined;
  if (subject.alteration.kind === 'move' && subject.alteration.cablesReach) return undefined;
  if (!subject.alteration.place) return 'say where it goes';
  const from = sourceOf(job, subject);
  if (!from) return subject.alteration.kind === 'own radial' ? 'say on which wall the consumer unit is' : `say on which wall ${subject.point?.name ?? 'the point it comes from'} is`; // prettier-ignore
  const to = spotOf(job.found, newBox(job));
  if (to && (!planPoint(job.found, from) || !planPoint(job.found, to))) return 'the two are on different walls, and a room of theirs was not walked round: no way between them is known';
  return 'no way leads there: a floor of concrete, a flat roof, or rooms whose places to each other are not known';
} // prettier-ignore

/** A run’s length: as it was measured, else as its way is reckoned. */
const lengthFor = (job: JobInBook): MeasuredLength | undefined => {
  const { cable } = job.alteration!;
  const way = cable ? undefined : wayOf(job);
  return cable ?? (way && assumed(way.cableMm));
};
const withLength = (run: Omit<FinalRun, 'length'>, length: MeasuredLength | undefined): FinalRun => ({
  ...run,
  ...(length ? { length } : {}),
});
/** Breaker of a new circuit where nobody chose one, A; and the cable that goes with one (guidance on radials; memory). */
export const TAKEN_A = 20;
const ownSize = (ratingA: number): CableSize => (ratingA > 32 ? '6/2.5' : ratingA > 20 ? '4/1.5' : '2.5/1.5');
/** The size of a new run: as it was said, else that of the circuit; on a ring and its spurs 2.5/1.5 at least. */
export function sizeFor({ size, kind, own, schools }: Alteration, final: Final | undefined, way: WayKind | undefined): CableSize {
  if (size) return size;
  const usual = kind === 'own radial' ? ownSize(own?.ratingA ?? TAKEN_A) : final?.shape === 'radial' ? (final.runs[0]?.size ?? '2.5/1.5') : '2.5/1.5'; // prettier-ignore
  const singles = way === 'on the surface' && schools?.onSurface === 'conduit with singles';
  const { live } = coreAreas(usual);
  return (isSingles(usual) === singles ? usual : (singles ? SINGLES_SIZES : FLAT_SIZES).find((s) => coreAreas(s).live === live)) ?? usual;
}

function newPoint(job: JobInBook, id: string, box: Box | undefined): FinalPoint {
  const { outlet } = job.alteration!;
  const metal = box && isMetal(box);
  return {
    ...{ id, name: outlet.name, kind: outlet.kind },
    ...(outlet.watts === undefined ? {} : { watts: outlet.watts }),
    ...(outlet.fuseA === undefined ? {} : { fuseA: outlet.fuseA }),
    ...(box ? { boxId: box.id } : {}),
    // the plan puts one in
    ...(metal ? { metalBox: true, earthLead: true } : metal === false ? { metalBox: false } : {}),
  };
}

/** The run that is opened for a point that the ring is taken through. */
export function openedRun(final: Final, alteration: Alteration): FinalRun | undefined {
  const ring = shapeOf(final).ring?.runs ?? [];
  const at = ring.filter((r) => r.ends.includes(alteration.pointId ?? ''));
  return at.find((r) => r.id === alteration.runId) ?? at.at(-1);
}

type Alter = Extract<Change, { do: 'alter-final' }>;
/** What becomes of the circuit: points and runs as they will be. */
function alterFinal(job: JobInBook, { alteration, final, point, from }: Subject, box: Box | undefined): Alter | undefined {
  if (!final || !point) return undefined;
  const of = (title: string, points: FinalPoint[], runs: FinalRun[] = [], without: string[] = []): Alter => ({
    ...{ id: idOf(job.id, 'circuit'), title: title.slice(0, 120), do: 'alter-final', finalId: final.id, points, runs, without },
  });
  const id = pointIdOf(job);
  const way = alteration.size ? undefined : wayOf(job)?.kind;
  const run = (n: number, ends: [string, string], length: MeasuredLength | undefined): FinalRun => withLength({ id: idOf(job.id, 'run', n), ends, size: sizeFor(alteration, final, way), cores: 'brown and blue' }, length); // prettier-ignore
  switch (alteration.kind) {
    case 'enlarge': {
      const metal = box && isMetal(box);
      const { fuseA: _f, watts: _w, earthLead: _e, metalBox: _m, ...kept } = point;
      return of(`${point.name} becomes a ${alteration.outlet.kind}`, [{ ...kept, kind: alteration.outlet.kind, ...(metal ? { metalBox: true, earthLead: true } : metal === false ? { metalBox: false } : {}) }]); // prettier-ignore
    }
    case 'spur':
      return of(`${alteration.outlet.name} on a spur from ${point.name}`, [newPoint(job, id, box)], [run(1, [point.id, id], lengthFor(job))]);
    case 'into ring': {
      const opened = openedRun(final, alteration);
      if (!opened) return undefined;
      const far = opened.ends.find((e) => e !== point.id)!;
      const length = lengthFor(job);
      // the second cable comes back to the same box and is joined there to the one that led on
      const back = length && opened.length ? { mm: length.mm + opened.length.mm, known: 'assumed' as const } : undefined;
      return of(`The ring taken through ${alteration.outlet.name}`, [newPoint(job, id, box)], [run(1, [point.id, id], length), { ...run(2, [id, far], back), ...(opened.cores ? { cores: opened.cores } : {}) }], [opened.id]); // prettier-ignore
    }
    case 'move': {
      const moved: FinalPoint = { ...point, ...(box ? { boxId: alteration.cablesReach ? (from?.box.id ?? box.id) : box.id } : {}), ...(box && isMetal(box) ? { metalBox: true, earthLead: true } : box ? { metalBox: false } : {}) }; // prettier-ignore
      if (alteration.cablesReach) return of(`${point.name} moves`, [moved]);
      const here = final.runs.filter((r) => r.ends.includes(point.id));
      const joints = here.map((_, n): FinalPoint => ({ id: idOf(job.id, 'joint', n + 1), name: `${point.name}, old box, joint ${n + 1}`.slice(0, 120), kind: 'joint', ...(point.boxId ? { boxId: point.boxId } : {}) })); // prettier-ignore
      return of(
        `${point.name} moves; its old box stays as a joint`,
        [moved, ...joints],
        here.flatMap((r, n) => [
          { ...r, ends: r.ends.map((e) => (e === point.id ? joints[n]!.id : e)) as [string, string] },
          run(n + 1, [joints[n]!.id, point.id], lengthFor(job)),
        ]),
      );
    }
    case 'own radial':
    case 'find fault':
      return undefined;
  }
} // prettier-ignore

/** A new circuit from the board, with its one point. */
function ownRadial(job: JobInBook, { alteration }: Subject, box: Box | undefined): Change {
  const id = pointIdOf(job);
  const { ratingA, curve, residual } = alteration.own ?? {};
  const way = wayOf(job);
  const final: Final = {
    ...{ id: finalIdOf(job)!, name: alteration.outlet.name, number: freeWay(job.found), shape: 'radial', ratingA: ratingA ?? TAKEN_A, curve: curve ?? 'B' },
    ...(residual === undefined ? {} : { residual }),
    ...((alteration.laid ?? way?.laid) ? { laid: alteration.laid ?? way?.laid } : {}),
    points: [newPoint(job, id, box)],
    runs: [withLength({ id: idOf(job.id, 'run', 1), ends: [BOARD, id], size: sizeFor(alteration, undefined, way?.kind), cores: 'brown and blue' }, lengthFor(job))],
  };
  return { id: idOf(job.id, 'circuit'), title: `A radial of its own for ${alteration.outlet.name}`.slice(0, 120), do: 'add-final', final };
} // prettier-ignore

/** The changes that the answers of a job come to. */
export function planChanges(job: JobInBook): Change[] {
  const subject = subjectOf(job);
  if (!subject) return [];
  const { alteration, from } = subject;
  const changes: Change[] = [];
  let box = newBox(job);
  if (alteration.kind === 'enlarge') {
    const all = from ? growths(job, from) : [];
    box = (all.find((g) => g.grows === alteration.grows) ?? all[0])?.box;
    if (box) changes.push({ id: idOf(job.id, 'box'), title: `${box.name}: ${BOX_KINDS[box.kind as keyof typeof BOX_KINDS].name}`.slice(0, 120), do: 'replace-box', boxId: box.id, box }); // prettier-ignore
  } else if (box && alteration.kind === 'move' && alteration.cablesReach && from) {
    changes.push({ id: idOf(job.id, 'box'), title: `${from.box.name} moves`.slice(0, 120), do: 'replace-box', boxId: from.box.id, box: { ...box, id: from.box.id } }); // prettier-ignore
  } else if (box) changes.push({ id: idOf(job.id, 'box'), title: `A box for ${alteration.outlet.name}`.slice(0, 120), do: 'place-box', box });
  const circuit = alteration.kind === 'own radial' ? ownRadial(job, subject, box) : alterFinal(job, subject, box);
  if (circuit) changes.push(circuit);
  return changes;
} // prettier-ignore

/** The job with its plan as its answers have it now. */
export const replanned = (job: JobInBook): Job => ({
  ...bareJob(job),
  ...(job.alteration ? { purpose: PURPOSE[job.alteration.kind] } : {}),
  changes: planChanges(job),
});
/** An answer given anew, and the plan that follows from it. */
export const answered = (job: JobInBook, part: Partial<{ [K in keyof Alteration]: Alteration[K] | undefined }>): Job =>
  replanned({ ...job, alteration: Object.fromEntries(Object.entries({ ...job.alteration!, ...part }).filter(([, v]) => v !== undefined)) as Alteration }); // prettier-ignore

/** The circuit and the box as they will be. */
export interface Planned {
  site: Site;
  final: Final | undefined;
  point: FinalPoint | undefined;
  spot: Spot | undefined;
}
export function plannedOf(job: JobInBook): Planned {
  const site = plannedSite(job);
  const final = site.finals?.find((f) => f.id === finalIdOf(job));
  const point = final?.points.find((p) => p.id === pointIdOf(job));
  return {
    site,
    final,
    point,
    spot: spotOf(
      site,
      site.boxes.find((b) => b.id === point?.boxId),
    ),
  };
}
