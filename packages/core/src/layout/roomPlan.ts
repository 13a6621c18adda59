/** Rooms seen from above: their walls in order with corners, whether they close, and where rooms lie beside each other. mm. */
import { otherFace, wallThicknessMm, type FaceId, type Room, type RoomSide, type Site, type Wall } from '../model/index.js';

export interface Point {
  x: number;
  y: number;
}
/** One side of a room in plan, as it is walked: the wall is on the left hand's outer side, the room on the right. */
export interface PlanSide {
  roomId: string;
  wallId: string;
  face: FaceId;
  from: Point;
  to: Point;
}
export interface RoomPlan {
  room: Room;
  sides: PlanSide[];
  /** from the end of the last side to the start of the first; 0, 0 when the room closes */
  gap: Point;
  /** middle of the corners, for a name */
  middle: Point;
  /** rooms of one group lie where they really do to each other; 0 is the group of the first room */
  group: number;
}

/** Storey of a room: as it was said; else a basement lies under the ground floor, and all else on it. */
export const levelOf = (room: Room): number =>
  room.level ?? (room.use === 'basement' || room.use === 'unfinished-basement' || room.use === 'crawl-space' ? -1 : 0);

type Heading = 0 | 1 | 2 | 3;
/** east, south, west, north: walking clockwise */
const STEP: readonly Point[] = [
  { x: 1, y: 0 },
  { x: 0, y: -1 },
  { x: -1, y: 0 },
  { x: 0, y: 1 },
];
const turned = (heading: Heading, turn: RoomSide['turn']): Heading => ((heading + (turn === 'right' ? 1 : 3)) % 4) as Heading;

/** Walks round: start point of every side and the end of the last. */
function walk(
  lengths: number[],
  turns: RoomSide['turn'][],
  start: Point = { x: 0, y: 0 },
  heading: Heading = 0,
): { corners: Point[]; headings: Heading[] } {
  const corners = [start];
  const headings: Heading[] = [];
  let at = start;
  let h = heading;
  lengths.forEach((length, i) => {
    headings.push(h);
    at = { x: at.x + STEP[h]!.x * length, y: at.y + STEP[h]!.y * length };
    corners.push(at);
    h = turned(h, turns[i]!);
  });
  return { corners, headings };
}

export interface Closing {
  closes: boolean;
  /** how far the end lies from the start, along the first wall and across it; mm */
  alongMm: number;
  acrossMm: number;
  /** turns right less turns left; 4 for a room that goes round once */
  turns: number;
}
/** Tape-measured rooms seldom close better than this (common practice). */
export const CLOSES_WITHIN_MM = 25.4;

/** Whether walls of these lengths with these corners come back to where they began. */
export function closing(lengths: number[], turns: RoomSide['turn'][]): Closing {
  const { corners } = walk(lengths, turns);
  const end = corners.at(-1)!;
  const net = turns.reduce((sum, turn) => sum + (turn === 'right' ? 1 : -1), 0);
  return {
    closes: net === 4 && Math.hypot(end.x, end.y) <= CLOSES_WITHIN_MM,
    alongMm: end.x,
    acrossMm: end.y,
    turns: net,
  };
}

type WallsById = ReadonlyMap<string, Wall>;

function planFrom(walls: WallsById, room: Room, sides: RoomSide[], start: Point, heading: Heading, group: number): RoomPlan {
  const lengths = sides.map((s) => walls.get(s.wallId)?.length.mm ?? 0);
  const { corners } = walk(
    lengths,
    sides.map((s) => s.turn),
    start,
    heading,
  );
  const end = corners.at(-1)!;
  const middle = corners
    .slice(0, -1)
    .reduce((sum, c) => ({ x: sum.x + c.x / sides.length, y: sum.y + c.y / sides.length }), { x: 0, y: 0 });
  return {
    room,
    sides: sides.map((s, i) => ({ roomId: room.id, wallId: s.wallId, face: s.face, from: corners[i]!, to: corners[i + 1]! })),
    gap: { x: start.x - end.x, y: start.y - end.y },
    middle,
    group,
  };
}

const headingOf = (from: Point, to: Point): Heading => {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  if (Math.abs(dx) >= Math.abs(dy)) return dx >= 0 ? 0 : 2;
  return dy <= 0 ? 1 : 3;
};

/** Rooms and walls are immutable values: moving a box changes neither, and the plan stays the one that was laid out. */
const laidOut = new WeakMap<readonly Room[], WeakMap<readonly Wall[], RoomPlan[]>>();

/**
 * Plans of all rooms that somebody walked round. Rooms that share a wall lie on its two sides, its thickness apart;
 * those that share none lie where somebody said, or else
 * beside the rest, in a group of their own.
 */
export function roomPlans(site: Site): readonly RoomPlan[] {
  let ofRooms = laidOut.get(site.rooms);
  if (!ofRooms) laidOut.set(site.rooms, (ofRooms = new WeakMap()));
  let plans = ofRooms.get(site.walls);
  if (!plans) ofRooms.set(site.walls, (plans = layOut(site)));
  return plans;
}

function layOut(site: Site): RoomPlan[] {
  const walls: WallsById = new Map(site.walls.map((w) => [w.id, w]));
  const open = site.rooms.filter((r) => (r.sides?.length ?? 0) >= 3);
  const placed: RoomPlan[] = [];
  /** walls of the rooms that lie already, with the faces that were walked */
  const walked = new Map<string, Set<FaceId>>();
  const linkedBy = (s: RoomSide): boolean => [...(walked.get(s.wallId) ?? [])].some((face) => face !== s.face);
  const place = (room: Room): RoomPlan => {
    const sides = room.sides!;
    for (const done of sides.some(linkedBy) ? placed : []) {
      for (const known of done.sides) {
        const i = sides.findIndex((s) => s.wallId === known.wallId && s.face === otherFace(known.face));
        const wall = walls.get(known.wallId);
        if (i < 0 || !wall) continue;
        const heading = headingOf(known.from, known.to);
        const back = ((heading + 2) % 4) as Heading;
        // out through the wall: to the left of the way the first room walks it
        const out = STEP[(heading + 3) % 4]!;
        const thick = wallThicknessMm(wall);
        const start = { x: known.to.x + out.x * thick, y: known.to.y + out.y * thick };
        const rolled = [...sides.slice(i), ...sides.slice(0, i)];
        return planFrom(walls, room, rolled, start, back, done.group);
      }
    }
    if (room.at && placed.length) return planFrom(walls, room, sides, { x: room.at.right.mm, y: -room.at.down.mm }, 0, 0);
    const right = Math.max(0, ...placed.flatMap((p) => p.sides.map((s) => Math.max(s.from.x, s.to.x))));
    return planFrom(walls, room, sides, { x: placed.length ? right + 1200 : 0, y: 0 }, 0, placed.length ? ++groups : 0);
  };
  let groups = 0;
  while (open.length) {
    const linked = open.findIndex((r) => r.sides!.some(linkedBy));
    const told = placed.length ? open.findIndex((r) => r.at) : -1;
    const next = place(open.splice(linked >= 0 ? linked : Math.max(0, told), 1)[0]!);
    placed.push(next);
    for (const s of next.sides) walked.set(s.wallId, (walked.get(s.wallId) ?? new Set()).add(s.face));
  }
  return placed;
}

/** Where a point of the plan lies in a room: how far from the nearest wall each way, walls named as they are within it. mm */
export interface InRoom {
  room: string;
  from: [{ wall: string; mm: number }, { wall: string; mm: number }];
}
/** Undefined where nobody walked round the room. */
export function inRoom(site: Site, roomId: string, p: Point): InRoom | undefined {
  const plan = roomPlans(site).find((r) => r.room.id === roomId);
  if (!plan) return undefined;
  // walls are mostly called by their room, which is said already
  const own = (wall: string): string =>
    wall.toLowerCase().startsWith(`${plan.room.name.toLowerCase()}, `) ? wall.slice(plan.room.name.length + 2) : wall;
  const from = plan.sides.map((s) => {
    const along = { x: s.to.x - s.from.x, y: s.to.y - s.from.y };
    const length = Math.hypot(along.x, along.y) || 1;
    const mm = Math.abs((along.x * (p.y - s.from.y) - along.y * (p.x - s.from.x)) / length);
    return { wall: own(site.walls.find((w) => w.id === s.wallId)?.name ?? s.wallId), mm, level: Math.abs(along.x) > Math.abs(along.y) };
  });
  const nearest = (level: boolean) => from.filter((f) => f.level === level).sort((a, b) => a.mm - b.mm)[0];
  const [a, b] = [nearest(true), nearest(false)];
  return a && b ? { room: plan.room.name, from: [a, b] } : undefined;
}

/** A point in a room from two of its walls that meet, as a tape finds it; undefined for a room nobody walked round. */
export function placeInRoom(site: Site, roomId: string, p: Point, say: (mm: number) => string): string | undefined {
  const at = inRoom(site, roomId, p);
  return at && `${at.room}, ${at.from.map((f) => `${say(f.mm)} from ${f.wall}`).join(' and ')}`;
}
