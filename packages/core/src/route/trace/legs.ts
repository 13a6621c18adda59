/** Legs of a way: each stretch in one part of the house, with its corners, its length and how it is held. mm */
import { staplePositions } from '../../codebook/index.js';
import { CROSSING_HOLE_MM, type Point } from '../../layout/index.js';
import { inches } from '../../measure/index.js';
import { isSpace, openFraming } from '../../model/index.js';
import { outsideBy, spaceWords, trackedOn, USUAL_JOIST, type Hollow } from '../frame/index.js';
import type { Leg, LegKind, Spot3 } from '../traced.js';
import type { Opened } from './opened.js';
import { endOf, isSpot, lengthOf, squared, wallIn, type Tracing } from './points.js';

const kindOf = (space: string): LegKind =>
  isSpace(space, 'wall') ? 'wall' : isSpace(space, 'surface') ? 'raceway' : isSpace(space, 'chase') ? 'chase' : 'hollow';

/** All legs; joists that they cross are bored on the way. */
export function legsOf(t: Tracing, opened: Opened): Leg[] {
  const legs: Leg[] = [];
  let i = 0;
  while (i < t.list.length) {
    const space = spaceAt(t, i);
    let j = i;
    while (j + 1 < t.list.length && spaceAt(t, j + 1) === space) j++;
    const hollow = t.framing.hollows.find((h) => h.id === space);
    legs.push(hollow ? hollowLeg(t, opened, hollow, i, j) : wallLeg(t, space, i, j));
    i = j + 1;
  }
  return legs;
}
/** Wall, or space over or under rooms, that a point belongs to; boxes belong to where the cable goes on. */
function spaceAt({ list }: Tracing, k: number): string {
  const n = list[k]!;
  const next = list[k + 1];
  const of = !isSpot(n) ? n : next && !isSpot(next) ? next : list[k - 1]!;
  if (isSpace(of.space, 'bay')) return `wall/${of.wallId}`;
  // round a room, each face is a leg of its own
  return isSpace(of.space, 'surface') ? `${of.space}/${of.wallId}` : of.space;
}

type OnFace = readonly { u: number; z: number }[];
const apart = (p: OnFace[number], q: OnFace[number]): boolean => Math.abs(p.u - q.u) > 0.5 || Math.abs(p.z - q.z) > 0.5;
/** Corners along face A of a wall: from each point to the next it goes either along or up and down. */
function cornersOn(t: Tracing, wallId: string, from: number, to: number): { u: number; z: number }[] {
  const { list, u, edges } = t;
  const points: { u: number; z: number }[] = [];
  for (let k = from; k <= to; k++) {
    const p = { u: u[k] ?? list[k]!.u!, z: list[k]!.up! };
    const last = points.at(-1);
    if (!last || apart(last, p)) points.push(p);
  }
  // round a corner it goes to the end of the wall
  const bent = (k: number): boolean => edges[k]?.does === 'corner' || edges[k]?.does === 'chase-end';
  const wall = wallIn(t, wallId);
  if (bent(to)) points.push({ u: endOf(wall, points.at(-1)!.u), z: points.at(-1)!.z });
  if (bent(from - 1)) points.unshift({ u: endOf(wall, points[0]!.u), z: points[0]!.z });
  return points.filter((p, k) => k === 0 || apart(p, points[k - 1]!));
}

function wallLeg(t: Tracing, space: string, from: number, to: number): Leg {
  const { list, at, edges, site } = t;
  const wallId = list[from]!.wallId ?? list[to]!.wallId!;
  const wall = wallIn(t, wallId);
  const points = cornersOn(t, wallId, from, to);
  const kind = kindOf(space);
  // a raceway goes round a room: its leg lies on more than one wall, and one round the end of a shelf comes forward from it
  const oneWall = list.slice(from, to + 1).every((n) => n.wallId === wallId && (n.part?.is ?? 'front') === 'front');
  const path = at.slice(from, to + 1);
  const onFace = points.slice(1).reduce((s, p, k) => s + Math.abs(p.u - points[k]!.u) + Math.abs(p.z - points[k]!.z), 0);
  const bored = edges.slice(from, to).flatMap((e) => (e.does === 'stud' ? (e.studs ?? []) : []));
  const seen = kind === 'wall' && openFraming(wall);
  const held = seen ? stapledUpright(points, bored, { start: from === 0, end: to === list.length - 1 }) : undefined;
  return {
    space,
    kind,
    words: kind === 'wall' ? `in ${wall.name}` : kind === 'raceway' ? `on ${trackedOn(site, list[to]!)}` : spaceWords(site, space),
    path,
    onWall: oneWall ? { wallId, points } : undefined,
    lengthMm: oneWall ? onFace : lengthOf(path),
    staples: held?.staples ?? [],
    fastened: held
      ? `stapled on the studs within 8 in of the boxes, held by the bored studs along (334.30)${held.blocks > 0 ? '; no stud is near where it leaves the box: nail a block between the studs there and staple it on that' : ''}`
      : kind === 'wall'
        ? 'fished: may stay unsupported between the openings (334.30(B)(1))'
        : kind === 'raceway'
          ? 'in the raceway'
          : 'in conduit or under plaster, fixed before it is closed',
  };
}

/** Whether a place of the plan lies within the grid of a space. */
function freeIn({ framing }: Tracing, hollow: Hollow): (p: Point) => boolean {
  const cm = (mm: number): number => Math.round(mm / 10);
  const present = new Set(framing.nodes.flatMap((n) => (n.space === hollow.id ? [`${cm(n.x)},${cm(n.y)}`] : [])));
  return (p) => [-1, 0, 1].some((dx) => [-1, 0, 1].some((dy) => present.has(`${cm(p.x) + dx},${cm(p.y) + dy}`)));
}

function hollowLeg(t: Tracing, opened: Opened, hollow: Hollow, from: number, to: number): Leg {
  const { list, at, site } = t;
  const grid = at.slice(from, to + 1);
  const [start, end] = [at[from - 1] ?? grid[0]!, at[to + 1] ?? grid.at(-1)!];
  // a box in the open belongs to the leg that leaves it
  const z = list.slice(from, to + 1).find((n) => n.space === hollow.id)!.z;
  const flat = passing(t, hollow.id, start, grid, end, freeIn(t, hollow));
  const path: Spot3[] = [{ ...start, z: start.z }, ...flat.map((p) => ({ ...p, z })), { ...end, z: end.z }].filter(
    (p, k, all) => k === 0 || lengthOf([all[k - 1]!, p]) > 0.5,
  );
  const { staples, acrossMm } = pastJoists(opened, hollow, flat, Math.abs(start.z - z));
  return {
    space: hollow.id,
    kind: 'hollow',
    words: spaceWords(site, hollow.id),
    path,
    onWall: undefined,
    lengthMm: lengthOf(path),
    staples,
    fastened:
      hollow.kind === 'attic'
        ? acrossMm > 0
          ? 'stapled along the joists; where it crosses their tops near the hatch, between guard strips (334.23)'
          : 'stapled along the joists (334.30)'
        : hollow.kind === 'floor'
          ? 'fished between the joists'
          : acrossMm > 0
            ? 'along the sides of the joists stapled, across them through bored holes, never under their edges (334.15(C))'
            : 'stapled along the side of a joist (334.15(C), 334.30)',
  };
}

/** Squared in one, or in two parts where the point to pass lies in this space. */
function passing({ via }: Tracing, space: string, start: Point, grid: readonly Point[], end: Point, free: (p: Point) => boolean): Point[] {
  if (via?.space !== space || grid.length < 3) return squared(start, grid, end, free);
  const off = (p: Point): number => Math.hypot(p.x - via.x, p.y - via.y);
  const k = grid.reduce((best, p, n) => (off(p) < off(grid[best]!) ? n : best), 0);
  if (k === 0 || k === grid.length - 1) return squared(start, grid, end, free);
  const point = grid[k]!;
  return [...squared(start, grid.slice(0, k + 1), point, free), ...squared(point, grid.slice(k), end, free).slice(1)];
}

/** Along the joists, and over their tops in an attic, it is stapled; bored joists hold it themselves. */
function pastJoists(opened: Opened, hollow: Hollow, flat: readonly Point[], fromMm: number): { staples: number[]; acrossMm: number } {
  const staples: number[] = [];
  let along = fromMm;
  let acrossMm = 0;
  flat.slice(1).forEach((p, k) => {
    for (const { room, mm, joists, across, middle } of byRoom(hollow, flat[k]!, p)) {
      if (hollow.kind === 'attic' || (!across && hollow.kind !== 'floor'))
        staples.push(...staplePositions(mm, inches(12), inches(12)).map((s) => along + s));
      if (across && joists > 0) {
        acrossMm += mm;
        if (hollow.kind !== 'attic') boreJoists(opened, room, joists, middle);
      }
      along += mm;
    }
  });
  return { staples, acrossMm };
}

function boreJoists(opened: Opened, { room, joists, under }: Hollow['rooms'][number], count: number, at: Point): void {
  const over = under ? 'under' : 'over';
  opened.hole({
    member: 'joist',
    where: `${count} ${count === 1 ? 'joist' : 'joists'} ${over} the ${room.name}, in a straight line through their middles${joists?.spacing ? '' : '; reckoned at 16 in'}`,
    count,
    sizeMm: CROSSING_HOLE_MM,
    joists: { roomId: room.id, over: over === 'over' },
    at,
  });
}

/** A bored stud this near a box holds its cable; half a millimetre over is no more. */
const NEAR_MM = inches(12) + 0.5;
/**
 * Along the studs of open framing: a cable is held within 8 in of a box without clamps, and at most 54 in apart (314.17(C), 334.30).
 * A stretch that leaves a box level is held by the first stud that it is bored through, where that stands within 12 in; else by a block.
 */
export function stapledUpright(
  points: readonly { u: number; z: number }[],
  bored: readonly number[],
  ends: { start: boolean; end: boolean },
): { staples: number[]; blocks: number } {
  const staples: number[] = [];
  const held: number[] = [];
  let along = 0;
  points.slice(1).forEach((p, k) => {
    const q = points[k]!;
    const mm = Math.abs(p.z - q.z) + Math.abs(p.u - q.u);
    if (Math.abs(p.z - q.z) > 0.5) staples.push(...staplePositions(mm, inches(8), inches(8)).map((s) => along + s));
    else held.push(...bored.filter((x) => (x - q.u) * (x - p.u) <= 0).map((x) => along + Math.abs(x - q.u)));
    along += mm;
  });
  held.push(...staples);
  const blocks: number[] = [];
  if (ends.start && along > NEAR_MM && Math.min(...held) > NEAR_MM) blocks.push(inches(8));
  if (ends.end && along > NEAR_MM && along - Math.max(...held) > NEAR_MM) blocks.push(along - inches(8));
  return { staples: [...staples, ...blocks].sort((a, b) => a - b), blocks: blocks.length };
}

/** The room over or under which a point lies: under a wall, that which it is nearer to; of two as near, the first. */
function nearestRoom(hollow: Hollow, p: Point): Hollow['rooms'][number] {
  const off = hollow.rooms.map((r) => outsideBy(p, r.polygon));
  return hollow.rooms[off.indexOf(Math.min(...off))]!;
}

/** A straight stretch in a space over or under rooms, parted where another room’s joists begin: each has its own spacing, depth and direction. */
function byRoom(
  hollow: Hollow,
  from: Point,
  to: Point,
): { room: Hollow['rooms'][number]; mm: number; across: boolean; joists: number; middle: Point }[] {
  const length = Math.abs(to.x - from.x) + Math.abs(to.y - from.y);
  if (length < 0.5) return [];
  const axis = Math.abs(to.x - from.x) > Math.abs(to.y - from.y) ? 'x' : 'y';
  const steps = Math.max(1, Math.round(length / inches(4)));
  const at = (i: number): Point => ({ x: from.x + ((to.x - from.x) * i) / steps, y: from.y + ((to.y - from.y) * i) / steps });
  const parts: { room: Hollow['rooms'][number]; first: number; end: number }[] = [];
  for (let i = 0; i < steps; i++) {
    const room = nearestRoom(hollow, at(i + 0.5));
    const last = parts.at(-1);
    if (last?.room === room) last.end = i + 1;
    else parts.push({ room, first: i, end: i + 1 });
  }
  return parts.map(({ room, first, end }) => {
    const step = length / steps;
    const spacing = room.joists?.spacing?.mm ?? USUAL_JOIST.spacing;
    const across = room.runs !== axis;
    return {
      room,
      mm: (end - first) * step,
      across,
      joists: across ? Math.round((end * step) / spacing) - Math.round((first * step) / spacing) : 0,
      middle: at((first + end) / 2),
    };
  });
}
