/** Changes of what a job wants: pure, so that each can be undone. */
import { BOX_KINDS } from '../catalog/index.js';
import { inches } from '../measure/index.js';
import { GRID_MM } from '../route/index.js';
import {
  DOCUMENT_VERSION,
  assumed,
  builtInName,
  AT_A_BOX,
  DEFAULT_SCHOOLS,
  EVEN_WEIGHTS,
  uXOf,
  type Fixture,
  type House,
  type Job,
  type JobWant,
  type Joists,
  type Purpose,
  type Site,
  type Via,
  type Want,
  type WantPlace,
} from '../model/index.js';

/** Heights to start with where nothing is known of the room (common practice). */
const USUAL_BOTTOM: Record<JobWant['kind'], number> = {
  outlet: inches(13.25),
  run: inches(13.25),
  raceway: inches(42),
  lights: inches(46),
};

/**
 * A job that has taken no way yet, wanted at the middle of a wall at the usual height until somebody says where.
 * @param at the face it is wanted on; absent: the first that somebody walked along, else the first wall there is
 * @returns undefined in a house without a wall
 */
export function newJob(
  house: House,
  id: string,
  name: string,
  purpose: Purpose,
  at?: { wallId: string; face: WantPlace['face'] },
): Job | undefined {
  const walked = house.site.rooms.find((r) => r.sides?.length)?.sides?.[0];
  const spot = at ?? walked ?? (house.site.walls[0] && { wallId: house.site.walls[0].id, face: 'A' as const });
  const wall = house.site.walls.find((w) => w.id === spot?.wallId);
  if (!spot || !wall || AT_A_BOX.has(purpose)) return undefined;
  const kind = purpose === 'lights' || purpose === 'raceway' || purpose === 'run' ? purpose : 'outlet';
  const room = house.site.rooms.find((r) => r.id === wall.faces[spot.face].roomId)!;
  const bottoms = house.site.boxes.filter((b) => b.wallId === wall.id && b.face === spot.face).map((b) => b.place.bottom);
  const place: WantPlace = {
    wallId: wall.id,
    face: spot.face,
    fromLeft: assumed(wall.length.mm / 2),
    bottom: (kind === 'outlet' || kind === 'run') && bottoms[0] ? bottoms[0] : assumed(Math.min(USUAL_BOTTOM[kind], wall.height.mm)),
  };
  const want: JobWant = {
    kind,
    places: [place],
    loads: [],
    ownCircuit: purpose === 'own-circuit',
    mayShow: false,
    forbidden: [],
    weights: EVEN_WEIGHTS,
    ...(purpose === 'low-voltage' ? { lowVoltage: true } : {}),
    ...(kind === 'lights' ? { lamps: { under: [room.id], count: 4, rows: 1, watts: 60 } } : {}),
  };
  return {
    format: 'saddle-job',
    version: DOCUMENT_VERSION,
    id,
    houseId: house.id,
    name,
    purpose,
    want,
    changes: [],
    schools: DEFAULT_SCHOOLS,
    work: { ticks: [], notes: [], values: [], proofs: [] },
  };
}

/** A job with another want; one that wants nothing new stays as it is. */
const withWant = <J extends Job>(job: J, change: (want: JobWant) => JobWant): J => (job.want ? { ...job, want: change(job.want) } : job);
export const putWant = <J extends Job>(job: J, part: Partial<JobWant>): J => withWant(job, (w) => ({ ...w, ...part }));
export const putPlace = <J extends Job>(job: J, index: number, part: Partial<WantPlace>): J =>
  withWant(job, (w) => ({ ...w, places: w.places.map((p, i) => (i === index ? { ...p, ...part } : p)) }));
const withPlace = <J extends Job>(job: J, index: number, place: WantPlace): J =>
  withWant(job, (w) => ({ ...w, places: w.places.map((p, i) => (i === index ? place : p)) }));
/**
 * Puts one of its places onto another face. Where it lay would often be past the new wall's end: it then starts in the wall's middle,
 * marked assumed, until somebody says where.
 */
export function toFace<J extends Job>(site: Site, job: J, index: number, wallId: string, face: WantPlace['face']): J {
  const wall = site.walls.find((w) => w.id === wallId);
  const place = job.want?.places[index];
  if (!wall || !place) return job;
  const fits = place.fromLeft.mm <= wall.length.mm;
  const moved = { ...place, wallId, face, ...(fits ? {} : { fromLeft: assumed(wall.length.mm / 2) }) };
  // the shelf stays at its wall
  if (wallId !== place.wallId || face !== place.face) delete moved.inFront;
  return lampsAlong(site, withPlace(job, index, moved), place, moved);
}

/** Lampholders that are meant for the room of their switch go with it to another; those that somebody put elsewhere stay. */
function lampsAlong<J extends Job>(site: Site, job: J, from: WantPlace, to: WantPlace): J {
  const roomOf = (p: WantPlace): string | undefined => site.walls.find((w) => w.id === p.wallId)?.faces[p.face].roomId;
  const [was, now] = [roomOf(from), roomOf(to)];
  const lamps = job.want?.lamps;
  if (!job.want || !lamps || now === undefined || now === was || lamps.under.length !== 1 || lamps.under[0] !== was) return job;
  return { ...job, want: { ...job.want, lamps: { ...lamps, under: [now] } } };
}

/** What a raceway can run along at the face of a place, instead of along the wall: shelves and built-ins, with where each begins. */
export function shelvesAt(site: Site, place: Pick<WantPlace, 'wallId' | 'face'>): { id: string; name: string }[] {
  const wall = site.walls.find((w) => w.id === place.wallId);
  const kinds: Fixture['kind'][] = ['shelf', 'counter', 'base-cabinet', 'wall-cabinet', 'furniture'];
  return (wall?.fixtures ?? [])
    .filter((f) => f.face === place.face && kinds.includes(f.kind))
    .map((f) => ({ id: f.id, name: `front of the ${builtInName(f)}` }));
}

/**
 * Puts one of the places of a raceway onto the front of a shelf, or back onto the wall. On the shelf its box sits in the middle of the
 * front edge; where it lay beside the shelf it moves to its middle. Both are marked assumed until somebody says where.
 */
export function toShelf<J extends Job>(site: Site, job: J, index: number, fixtureId: string | undefined): J {
  const place = job.want?.places[index];
  const wall = site.walls.find((w) => w.id === place?.wallId);
  if (!place || !wall) return job;
  const { inFront: _was, ...onWall } = place;
  const shelf = wall.fixtures?.find((f) => f.id === fixtureId && f.face === place.face);
  if (!shelf) return withPlace(job, index, onWall);
  const x = uXOf(wall, place.face, place.fromLeft.mm);
  const beside = x < shelf.x.mm || x > shelf.x.mm + shelf.width.mm;
  const low = shelf.z.mm + (shelf.height.mm - BOX_KINDS['surface-1g'].heightMm) / 2;
  return withPlace(job, index, {
    ...onWall,
    inFront: shelf.id,
    bottom: assumed(Math.max(shelf.z.mm, low)),
    ...(beside ? { fromLeft: assumed(uXOf(wall, place.face, shelf.x.mm + shelf.width.mm / 2)) } : {}),
  });
}

/** No way may use a part of the house any more. */
export const forbid = <J extends Job>(job: J, space: string): J =>
  withWant(job, (w) => ({ ...w, forbidden: [...w.forbidden.filter((s) => s !== space), space] }));
export const allow = <J extends Job>(job: J, space: string): J =>
  withWant(job, (w) => ({ ...w, forbidden: w.forbidden.filter((s) => s !== space) }));
/** What somebody found out about joists over or under a room. */
export const putJoists = (house: House, roomId: string, field: 'joistsAbove' | 'joistsBelow', part: Joists): House => ({
  ...house,
  site: { ...house.site, rooms: house.site.rooms.map((r) => (r.id === roomId ? { ...r, [field]: { ...r[field], ...part } } : r)) },
});
/** One more outlet on a raceway, a usual step after the last; undefined when the wall has no room for it. */
export function nextPlace(house: House, want: Want): WantPlace | undefined {
  const last = want.places.at(-1)!;
  const wall = house.site.walls.find((w) => w.id === last.wallId);
  // along a raceway as bench outlets stand, along a run as the spacing rule of a room has it (210.52(A): 12 ft, from memory)
  const at = last.fromLeft.mm + inches(want.kind === 'run' ? 96 : 28);
  const shelf = wall?.fixtures?.find((f) => f.id === last.inFront);
  const onShelf = !wall || !shelf || (uXOf(wall, last.face, at) >= shelf.x.mm && uXOf(wall, last.face, at) <= shelf.x.mm + shelf.width.mm);
  if (wall && onShelf && at <= wall.length.mm - inches(4)) return { ...last, fromLeft: assumed(at) };
  if (!onShelf) return undefined;
  const room = house.site.rooms.find((r) => r.sides?.some((s) => s.wallId === last.wallId && s.face === last.face));
  const i = room?.sides?.findIndex((s) => s.wallId === last.wallId && s.face === last.face) ?? -1;
  const next = room?.sides?.[(i + 1) % (room.sides.length || 1)];
  const on = next && house.site.walls.find((w) => w.id === next.wallId);
  if (!next || !on || next.wallId === last.wallId || want.places.some((p) => p.wallId === next.wallId && p.face === next.face))
    return undefined;
  const { inFront: _shelf, ...rest } = last;
  return { ...rest, wallId: next.wallId, face: next.face, fromLeft: assumed(Math.min(inches(24), on.length.mm / 2)) };
}

/** A point of the drawn plan, which runs downward, as a point to pass. mm */
export const viaDrawn = (space: string, drawn: { x: number; y: number }): Via => ({ space, x: drawn.x, y: -drawn.y });

const ARROWS: Record<string, readonly [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
/** A drawn point one joist space further by an arrow key; undefined for any other key. */
export function nudgedOnPlan(at: { x: number; y: number }, key: string): { x: number; y: number } | undefined {
  const by = ARROWS[key];
  return by && { x: at.x + by[0] * GRID_MM, y: at.y + by[1] * GRID_MM };
}
