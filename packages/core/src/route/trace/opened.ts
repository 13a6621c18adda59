/** What is bored, opened and sealed from one point of a way to the next, each hole with its rule. mm */
import { holeToFaceDistance } from '../../codebook/index.js';
import { CROSSING_HOLE_MM, patchPlan } from '../../layout/index.js';
import { inches, printMark } from '../../measure/index.js';
import { finishThicknessMm, openFraming, uXOf, type Wall } from '../../model/index.js';
import type { FrameEdge } from '../frame/index.js';
import { judgedHole, outsideOf } from '../laid.js';
import type { Hole, RouteOpening, Traced } from '../traced.js';
import { endOf, faceOpened, fromEnd, pointOn, wallIn, type Tracing } from './points.js';

/** Opening for a fire block, a corner, or a stud: room for a drill and two fingers (common practice). */
const OPEN_MM = { wide: inches(4), high: inches(4) };
/** The real hole lies this far back from the marker wire, toward the middle of the plate (handbook 2). */
export const BACK_FROM_WIRE_MM = inches(2);
/** Through an outer wall: room for a sleeve. */
const THROUGH_WALL_MM = inches(0.875);

type Bored = Omit<Hole, 'id' | 'judged' | 'plate' | 'bushing' | 'seal' | 'count'> & Partial<Hole>;
/** Holes, openings and outer walls in the order in which the way comes to them. */
export class Opened {
  readonly holes: Hole[] = [];
  readonly openings: RouteOpening[] = [];
  readonly outside: Traced['outside'] = [];
  /** walls whose plates are bored, by where one stands to do it */
  readonly plates = new Map<'above' | 'below', string[]>();
  readonly say = (mm: number): string => printMark(mm, this.t.unit);
  constructor(readonly t: Tracing) {}

  hole(h: Bored): void {
    const bored = { id: `hole-${this.holes.length + 1}`, count: 1, bushing: false, seal: false, ...h };
    this.holes.push({ ...bored, ...judgedHole(this.t.site, this.t.edition, this.t.unit, bored) });
  }
  /** An opening in the face that is opened; what hangs on no face is not opened. */
  open(wall: Wall, what: string, x: number, z: number, wide = OPEN_MM.wide): void {
    if (openFraming(wall)) return;
    const half = wide / 2 + wall.framing.studWidth.mm / 2;
    const [left, right] = [Math.max(0, x - half), Math.min(wall.length.mm, x + half)];
    const [bottom, top] = [Math.max(0, z - OPEN_MM.high / 2), Math.min(wall.height.mm, z + OPEN_MM.high / 2)];
    const face = faceOpened(this.t, wall);
    this.openings.push({
      ...{ id: `opening-${this.openings.length + 1}`, wallId: wall.id, face, what, left, right, bottom, top },
      fromLeft: [uXOf(wall, face, left), uXOf(wall, face, right)].sort((a, b) => a - b) as [number, number],
      patch: patchPlan({ before: { left, right, bottom, top }, after: undefined, studs: [], compound: this.t.schools.compound }),
    });
  }
  plate(from: 'above' | 'below', wall: string): void {
    this.plates.set(from, [...(this.plates.get(from) ?? []), wall]);
  }
}

/** What the `k`-th edge of a way asks for. */
export function openedBy(o: Opened, e: FrameEdge, k: number): void {
  switch (e.does) {
    case 'stud':
      return throughStuds(o, e, k);
    case 'block':
      return throughBlock(o, e, k);
    case 'corner':
    case 'chase-end':
      return roundCorner(o, k);
    case 'top-plate':
    case 'bottom-plate':
      return throughPlate(o, e, k);
    case 'through':
      return throughWall(o, e, k);
    default:
  }
}

function throughStuds(o: Opened, e: FrameEdge, k: number): void {
  const { t, say } = o;
  const wall = wallIn(t, e.wallId!);
  const z = t.list[k]!.up!;
  const edge = holeToFaceDistance(wall.framing.studDepth.mm, CROSSING_HOLE_MM);
  for (const x of e.studs ?? []) {
    const where = fromEnd(t, wall, x, say);
    o.hole({
      member: 'stud',
      where: `${where}, ${say(z)} up; ${say(edge)} to both faces, ${say(z)} to the bottom and ${say(wall.height.mm - z)} to the top${e.guessed ? '; the stud is only reckoned: find it first' : ''}`,
      sizeMm: CROSSING_HOLE_MM,
      bushing: wall.framing.material === 'metal',
      onWall: { wallId: wall.id, u: x, z },
      at: pointOn(t, wall, x),
    });
    o.open(wall, `stud ${where}`, x, z);
  }
}

function throughBlock(o: Opened, e: FrameEdge, k: number): void {
  const { t, say } = o;
  const wall = wallIn(t, e.wallId!);
  const [x, z] = [t.u[k]!, (t.list[k]!.up! + t.list[k + 1]!.up!) / 2];
  o.hole({
    member: 'fire block',
    where: `${fromEnd(t, wall, x, say)}, ${say(z)} up`,
    sizeMm: CROSSING_HOLE_MM,
    seal: true,
    onWall: { wallId: wall.id, u: x, z },
    at: pointOn(t, wall, x),
  });
  o.open(wall, 'fire block', x, z);
}

function roundCorner(o: Opened, k: number): void {
  const { t, say } = o;
  for (const n of [k, k + 1]) {
    const wall = wallIn(t, t.list[n]!.wallId!);
    if (wall.framing.material === 'masonry') continue;
    const [x, z] = [endOf(wall, t.u[n]!), t.list[n]!.up!];
    o.open(wall, 'corner of the room', x, z, 2 * OPEN_MM.wide);
    o.hole({
      member: 'stud',
      where: `corner post at the end of ${wall.name}, ${say(z)} up; two or three studs stand together there`,
      sizeMm: CROSSING_HOLE_MM,
      corner: true,
      onWall: { wallId: wall.id, u: x, z },
      at: pointOn(t, wall, x),
    });
  }
}

function throughPlate(o: Opened, e: FrameEdge, k: number): void {
  const { t, say } = o;
  const top = e.does === 'top-plate';
  const wall = wallIn(t, e.wallId!);
  const x = t.u[t.list[k]!.bay ? k : k + 1]!;
  const depth = wall.framing.studDepth.mm;
  o.hole({
    member: top ? 'top plate' : 'bottom plate',
    where: `${fromEnd(t, wall, x, say)}, in the middle of the plate: ${say(holeToFaceDistance(depth, CROSSING_HOLE_MM))} to both faces, ${say(finishThicknessMm(wall, faceOpened(t, wall)) + depth / 2)} behind the finished face`,
    sizeMm: CROSSING_HOLE_MM,
    seal: true,
    onWall: { wallId: wall.id, u: x, z: top ? wall.height.mm : 0 },
    at: pointOn(t, wall, x),
  });
  // how it is found is the same at every plate: said once for all of them
  o.plate(top ? 'above' : 'below', wall.name);
}

function throughWall(o: Opened, e: FrameEdge, k: number): void {
  const { t, say } = o;
  const wall = wallIn(t, e.wallId!);
  const [x, z] = [t.u[k] ?? t.u[k + 1]!, t.list[k]!.up!];
  o.outside.push(outsideOf(wall, t.unit));
  o.hole({
    member: 'wall',
    where: `${fromEnd(t, wall, x, say)}, ${say(z)} up inside, drilled from inside out`,
    sizeMm: THROUGH_WALL_MM,
    seal: true,
    onWall: { wallId: wall.id, u: x, z },
    at: t.at[k]!,
  });
}
