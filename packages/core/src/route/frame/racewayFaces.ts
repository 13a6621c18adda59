/**
 * Faces round a room, for a raceway: at the heights of its boxes and wanted places, and over its doors; and the front edges of the shelves
 * that have a wanted place, with the ways onto them: round their end, or from the wall that they run into.
 */
import type { PlanSide, RoomPlan } from '../../layout/index.js';
import { inches } from '../../measure/index.js';
import { standsOut, uXOf, type Fixture, type Space, type Wall } from '../../model/index.js';
import { drawn, FREE, MINUTES, plus, takes, type Cost } from '../effort.js';
import { blockedByOpening, floorOf, meshKey, meshOf, planPoint, type FrontPart, type Ground, type Spot } from './graph.js';

/** What a track can’t run through: all that stands out from the wall, but trim. */
const STANDS_IN_THE_WAY: ReadonlySet<Fixture['kind']> = new Set(['counter', 'base-cabinet', 'wall-cabinet', 'furniture', 'shelf']);
/** Room that a flat elbow and a corner fitting take side by side: no upright track stands nearer to a corner (common practice). */
const ELBOW_AND_CORNER_MM = inches(4);
/** An end of a shelf that lies no further from a corner of the room runs into the other wall. */
const INTO_CORNER_MM = inches(1);
const PAST_FIXTURE_MM = inches(2);
/** Over a door’s head, and beside an opening: past its casing. */
const OVER_DOOR_MM = inches(4);
const BESIDE_OPENING_MM = 60;
/** No track nearer to floor or ceiling. */
const CLEAR_OF_ENDS_MM = 20;

interface Band {
  left: number;
  right: number;
  low: number;
  high: number;
}
const bandOf = (f: Fixture): Band => ({ left: f.x.mm, right: f.x.mm + f.width.mm, low: f.z.mm, high: f.z.mm + f.height.mm });
const runsInto = (band: Band, u1: number, u2: number, z1: number, z2: number): boolean =>
  Math.min(u1, u2) < band.right - 1 &&
  Math.max(u1, u2) > band.left + 1 &&
  Math.min(z1, z2) < band.high - 1 &&
  Math.max(z1, z2) > band.low + 1;

type Corner = 'left' | 'right';
/** An end of a shelf: whether it runs into a corner of the room, and into which wall there. */
interface FrontEnd {
  u: number;
  /** from the left as seen from the room */
  seen: number;
  corner: Corner | undefined;
  into: { side: number; corner: Corner } | undefined;
}
/** A shelf or built-in with a spot on its front. */
interface Front {
  side: PlanSide;
  at: number;
  wall: Wall;
  fixture: Fixture;
  on: Spot[];
  ends: FrontEnd[];
  out: number;
  heights: number[];
}
interface Mesh {
  wall: Wall;
  side: PlanSide;
  at: Map<string, number>;
}
interface Faces {
  g: Ground;
  plan: Pick<RoomPlan, 'room' | 'sides'>;
  /** spots of this room */
  ours: readonly Spot[];
  space: Space;
  fitting: Cost;
  track: (mm: number) => Cost;
}
const wallOf = ({ g }: Faces, side: PlanSide): Wall => g.walls.get(side.wallId)!;
const turnOf = ({ plan }: Faces, side: PlanSide): Corner =>
  plan.room.sides?.find((s) => s.wallId === side.wallId && s.face === side.face)?.turn ?? 'right';

export function racewayFaces(g: Ground, plan: Faces['plan'], spots: readonly Spot[]): void {
  const { rates } = g.options;
  const faces: Faces = {
    g,
    plan,
    ours: spots.filter((s) => g.walls.get(s.wallId)!.faces[s.face].roomId === plan.room.id),
    space: `surface/${plan.room.id}`,
    fitting: takes(MINUTES.racewayFitting, rates.fitting),
    track: (mm) => drawn(mm, MINUTES.racewayPerM, g.price + rates.racewayPerFt),
  };
  const fronts = plan.sides.flatMap((side, at) => frontsAt(faces, side, at));
  const heights = heightsOf(faces);
  const meshes = plan.sides.map((side, n) => meshAt(faces, side, n, fronts, heights));
  roundCorners(faces, meshes, heights);
  for (const front of fronts) for (const z of front.heights) alongFront(faces, meshes, front, z);
}

function frontsAt(faces: Faces, side: PlanSide, at: number): Front[] {
  const { plan, ours } = faces;
  const wall = wallOf(faces, side);
  const count = plan.sides.length;
  const used = new Set(ours.flatMap((s) => (s.front && s.wallId === wall.id && s.face === side.face ? [s.front] : [])));
  return [...used].map((fixture): Front => {
    const { left, right } = bandOf(fixture);
    const on = ours.filter((s) => s.front === fixture);
    // seen from the room: which of its ends runs into a corner, and which wall stands there
    const ends = [left, right].map((u): FrontEnd => {
      const seen = uXOf(wall, side.face, u);
      const corner = seen < INTO_CORNER_MM ? 'left' : seen > wall.length.mm - INTO_CORNER_MM ? 'right' : undefined;
      const next = corner === 'right' ? (at + 1) % count : (at + count - 1) % count;
      const turn = turnOf(faces, plan.sides[corner === 'right' ? at : next]!);
      return { u, seen, corner, into: corner && count > 1 && turn === 'right' ? { side: next, corner } : undefined };
    });
    return { side, at, wall, fixture, on, ends, out: standsOut(fixture).mm, heights: [...new Set(on.map((s) => Math.round(s.z)))] };
  });
}
/** Where the front of a shelf meets the wall that it runs into, along that wall’s face A. mm */
function meetsAt(faces: Faces, n: number, corner: Corner, out: number): number {
  const side = faces.plan.sides[n]!;
  const wall = wallOf(faces, side);
  return uXOf(wall, side.face, corner === 'right' ? out : wall.length.mm - out);
}

/** Heights at which a track may run: of the spots, over the doors, under and over what stands in the line of the boxes. */
function heightsOf(faces: Faces): number[] {
  const { plan, ours } = faces;
  const zs = new Set(ours.map((s) => Math.round(s.z)));
  for (const s of plan.sides) {
    const wall = wallOf(faces, s);
    const put = (z: number, low = CLEAR_OF_ENDS_MM): void => {
      if (z > low && z < wall.height.mm - CLEAR_OF_ENDS_MM) zs.add(Math.round(z));
    };
    for (const o of wall.openings) if (o.kind === 'door') put(Math.round(o.z.mm + o.height.mm + OVER_DOOR_MM), -Infinity);
    for (const f of wall.fixtures ?? []) {
      if (f.face !== s.face || !STANDS_IN_THE_WAY.has(f.kind)) continue;
      const { low, high } = bandOf(f);
      if (!ours.some((spot) => !spot.front && spot.z > low && spot.z < high)) continue;
      for (const z of [low - PAST_FIXTURE_MM, high + PAST_FIXTURE_MM]) put(z);
    }
  }
  return [...zs].sort((x, y) => x - y);
}

/** The face of one wall, with its boxes joined on. */
function meshAt(faces: Faces, side: PlanSide, n: number, fronts: readonly Front[], heights: readonly number[]): Mesh {
  const { g, plan, ours, space, fitting, track } = faces;
  const wall = wallOf(faces, side);
  const here = ours.filter((s) => s.wallId === wall.id && s.face === side.face && !s.front);
  const standing = (wall.fixtures ?? []).filter((f) => f.face === side.face && STANDS_IN_THE_WAY.has(f.kind)).map(bandOf);
  // the end of a shelf at this wall’s corner stands before it too
  const ending = fronts.flatMap((f) =>
    f.ends.flatMap((e): Band[] => {
      if (e.into?.side !== n) return [];
      const [from, to] = [meetsAt(faces, n, e.into.corner, 0), meetsAt(faces, n, e.into.corner, f.out)];
      const { low, high } = bandOf(f.fixture);
      return [{ left: Math.min(from, to), right: Math.max(from, to), low, high }];
    }),
  );
  // no upright track in a corner: its elbow and the corner fitting need room beside each other
  const corners = [
    ...[0, wall.length.mm],
    ...fronts.flatMap((f) => [
      ...(f.at === n ? f.ends.flatMap((e) => (e.into ? [] : [e.u])) : []),
      ...f.ends.flatMap((e) => (e.into?.side === n ? [meetsAt(faces, n, e.into.corner, f.out)] : [])),
    ]),
  ];
  const us = [
    ...new Set([
      ...corners,
      ...corners.flatMap((u) => [u - ELBOW_AND_CORNER_MM, u + ELBOW_AND_CORNER_MM]),
      ...here.map((s) => s.u),
      ...wall.openings.flatMap((o) => [o.x.mm - BESIDE_OPENING_MM, o.x.mm + o.width.mm + BESIDE_OPENING_MM]),
      ...standing.flatMap((f) => [f.left - PAST_FIXTURE_MM, f.right + PAST_FIXTURE_MM]),
    ]),
  ]
    .filter((u) => u >= 0 && u <= wall.length.mm)
    .sort((x, y) => x - y);
  // a box needs no elbow where it stands, so the track may go up from one that hangs near a corner
  const boxed = new Set(here.map((s) => s.u));
  const cornered = (u: number): boolean => corners.some((c) => Math.abs(u - c) < (boxed.has(u) ? 1 : ELBOW_AND_CORNER_MM - 1));
  const more = { wallId: wall.id, face: side.face, roomId: plan.room.id };
  const at = meshOf(g.b, wall, side, space, us, heights, floorOf(g, wall), (p, q) => {
    if (blockedByOpening(wall, p.u!, q.u!, p.up!, q.up!)) return undefined;
    if ([...standing, ...ending].some((f) => runsInto(f, p.u!, q.u!, p.up!, q.up!))) return undefined;
    const upright = p.u === q.u;
    if (upright && cornered(p.u!)) return undefined;
    const mm = Math.abs(p.u! - q.u!) + Math.abs(p.z - q.z);
    return { does: 'raceway', cost: plus(track(mm), upright ? fitting : FREE), ...more };
  });
  for (const spot of here) {
    const node = at.get(meshKey(spot.u, Math.round(spot.z)));
    if (node !== undefined) g.b.edge(spot.node, node, 'raceway-base', baseOf(faces, spot), more);
  }
  return { wall, side, at };
}
/** A box that is there takes a starter base, a new one a fitting. */
const baseOf = ({ g, fitting }: Faces, spot: Spot): Cost => (spot.box ? takes(MINUTES.racewayBase, g.options.rates.fitting) : fitting);

function turned({ g, plan, fitting }: Faces, from: number | undefined, to: number | undefined, turn: 'inside' | 'outside'): void {
  if (from !== undefined && to !== undefined) g.b.edge(from, to, 'raceway-corner', fitting, { roomId: plan.room.id, turn, mm: 0 });
}
/** From each wall into the next; one wall in hand has no other to go on to. */
function roundCorners(faces: Faces, meshes: readonly Mesh[], heights: readonly number[]): void {
  if (meshes.length < 2) return;
  meshes.forEach((m, i) => {
    const n = meshes[(i + 1) % meshes.length]!;
    const turn = turnOf(faces, m.side) === 'right' ? 'inside' : 'outside';
    const end = ({ wall, side, at }: Mesh, seen: number, z: number) => at.get(meshKey(uXOf(wall, side.face, seen), z));
    for (const z of heights) turned(faces, end(m, m.wall.length.mm, z), end(n, 0, z), turn);
  });
}

/** Along the front of a shelf at one height, and onto it from its ends. */
function alongFront(faces: Faces, meshes: readonly Mesh[], front: Front, z: number): void {
  const { g, plan, space, track } = faces;
  const { side, at, wall, fixture, on, ends, out } = front;
  const more = { wallId: wall.id, face: side.face, roomId: plan.room.id };
  const node = (is: FrontPart['is'], u: number, outMm: number): number =>
    g.b.node({
      space: `${space}/${fixture.id}/${is === 'front' ? 'front' : is === 'left end' ? 'left-end' : 'right-end'}`,
      ...planPoint(wall, side, u, -outMm),
      ...{ z: floorOf(g, wall) + z, wallId: wall.id, u, up: z, part: { fixtureId: fixture.id, is, outMm } },
    });
  const us = [...new Set([...ends.map((e) => e.u), ...on.map((s) => s.u)])].sort((x, y) => x - y);
  const nodes = new Map(us.map((u) => [u, node('front', u, out)]));
  us.slice(1).forEach((u, i) => g.b.edge(nodes.get(us[i]!)!, nodes.get(u)!, 'raceway', track(u - us[i]!), more));
  for (const s of on) if (Math.round(s.z) === z) g.b.edge(s.node, nodes.get(s.u)!, 'raceway-base', baseOf(faces, s), more);
  for (const e of ends) {
    const reached = nodes.get(e.u);
    if (e.into) {
      const other = meshes[e.into.side]!;
      turned(faces, other.at.get(meshKey(meetsAt(faces, e.into.side, e.into.corner, out), z)), reached, 'inside');
      continue;
    }
    // an end in a corner that leads nowhere
    if (e.corner) continue;
    const is = e.seen < uXOf(wall, side.face, e.u === ends[0]!.u ? ends[1]!.u : ends[0]!.u) ? 'left end' : 'right end';
    const [near, far] = [node(is, e.u, 0), node(is, e.u, out)];
    turned(faces, meshes[at]!.at.get(meshKey(e.u, z)), near, 'inside');
    g.b.edge(near, far, 'raceway', track(out), more);
    turned(faces, far, reached, 'outside');
  }
}
