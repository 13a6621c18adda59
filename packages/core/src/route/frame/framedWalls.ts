/** Framed walls: up and down each bay, through studs and blocks, out through the plates, and from each spot into its bay. */
import { levelOf } from '../../layout/index.js';
import { inches } from '../../measure/index.js';
import { openFraming, type Room, type Wall } from '../../model/index.js';
import { wallBays, type Bay, type WallBays } from '../bays.js';
import { drawn, FREE, MINUTES, patched, plus, takes } from '../effort.js';
import { floorOf, groupOf, overOf, planPoint, spotName, type Ground, type Spot } from './graph.js';
import type { Near } from './hollows.js';
import { HALF_BOX_HIGH_MM } from './spots.js';

/** From the middle of a box that is entered on a stud to the bay beside it: a stud’s width and half a box (common practice). */
const BESIDE_STUD_MM = inches(3);
/** In open framing the first hole lies more than 12 in above the box. */
export const OVER_BOX_MM = HALF_BOX_HIGH_MM + inches(12.5);
/** A level nearer than this to an end of a bay is that end. */
const AT_END_MM = 5;
const isOutdoors = (room: Room | undefined): boolean => room?.use === 'outdoors' || room?.use === 'deck';

/** A bay with its nodes by height. */
export interface Column {
  bay: Bay;
  at: Map<number, number>;
  low: number;
  high: number;
}
interface Framed {
  wall: Wall;
  bays: WallBays;
  own: Column[];
  /** heights at which studs are crossed */
  zs: readonly number[];
  /** bored above the boxes, in open framing; empty behind a finish */
  bored: readonly number[];
}
/** What nobody looked at in a bay, counted. */
const doubt = (bay: Bay): number => (bay.looked ? 0 : 1) + bay.past.filter((p) => !p.depthKnown).length;

/** Bays by wall. */
export function framedWalls(g: Ground, spots: readonly Spot[], levels: (wall: Wall) => number[], near: Near): Map<string, Column[]> {
  const columns = new Map<string, Column[]>();
  for (const wall of g.site.walls) {
    if (!g.sides.has(wall.id) || wall.framing.material === 'masonry') continue;
    // bored above the boxes: room for the bend, the staple and a loop (handbook 5)
    const bored = openFraming(wall) ? levels(wall).map((z) => Math.round(z + OVER_BOX_MM)) : [];
    const zs = [...levels(wall), ...bored];
    const bays = wallBays(wall);
    const framed: Framed = { wall, bays, own: bays.bays.map((bay) => columnOf(g, wall, bay, zs)), zs, bored };
    columns.set(wall.id, framed.own);
    throughStuds(g, framed);
    throughBlocks(g, framed);
    for (const column of framed.own) {
      if (column.bay.top > wall.height.mm - 1) throughTopPlate(g, wall, column, near);
      if (column.bay.bottom < 1) throughBottomPlate(g, wall, column, near);
    }
    for (const spot of spots) if (spot.wallId === wall.id) intoBay(g, wall, framed.own, spot);
  }
  return columns;
}

/** A cable fished up a bay, past every height that is worth stopping at. */
function columnOf(g: Ground, wall: Wall, bay: Bay, zs: readonly number[]): Column {
  const { b, price } = g;
  const u = bay.clear;
  const p = planPoint(wall, g.sides.get(wall.id)!, u);
  const floor = floorOf(g, wall);
  const at = new Map<number, number>();
  const between = [...new Set(zs)].sort((x, y) => x - y).filter((z) => z > bay.bottom + AT_END_MM && z < bay.top - AT_END_MM);
  const perM = MINUTES.fishPerM + (wall.insulated ? MINUTES.insulatedPerM : 0);
  let below = -1;
  let z0 = 0;
  for (const z of [bay.bottom, ...between, bay.top]) {
    const node = b.node({ space: `bay/${wall.id}/${bay.n}`, ...p, z: floor + z, wallId: wall.id, u, up: z, bay });
    at.set(z, node);
    if (below >= 0) b.edge(below, node, 'fish', drawn(z - z0, perM, price), { wallId: wall.id });
    below = node;
    z0 = z;
  }
  return { bay, at, low: at.get(bay.bottom)!, high: at.get(bay.top)! };
}

const slowBehind = (wall: Wall): number =>
  [...wall.faces.A.layers, ...wall.faces.B.layers].some((l) => l.finish === 'plaster-lath') ? 1.5 : 1;

function throughStuds(g: Ground, { wall, bays, own, zs, bored }: Framed): void {
  const { b, price } = g;
  const { rates, dryingHours } = g.options;
  const open = openFraming(wall);
  const perStud = wall.framing.material === 'metal' ? MINUTES.metalStud : MINUTES.stud;
  for (const between of bays.between) {
    const [l, r] = [own[between.left.n]!, own[between.right.n]!];
    if (between.filled) {
      for (const side of [l, r]) b.gap(side.low, 'in the way', `the ${between.filled.kind} fills ${wall.name} from face to face`);
      continue;
    }
    for (const z of open ? bored : zs) {
      const [from, to] = [l.at.get(z), r.at.get(z)];
      if (from === undefined || to === undefined) continue;
      const n = Math.max(1, between.studs.length);
      const cost = plus(
        open
          ? takes(MINUTES.openStud * n)
          : plus(takes(perStud * n, 0, (between.guessed ? 1 : 0) + doubt(r.bay)), patched(rates, dryingHours, slowBehind(wall))),
        drawn(Math.abs(r.bay.left + r.bay.right - l.bay.left - l.bay.right) / 2, MINUTES.fishPerM, price),
      );
      b.edge(from, to, 'stud', cost, { wallId: wall.id, studs: between.studs, guessed: between.guessed });
    }
  }
}

function throughBlocks({ b, options: { rates, dryingHours } }: Ground, { wall, bays, own }: Framed): void {
  for (const block of bays.blocks)
    b.edge(
      own[block.below.n]!.high,
      own[block.above.n]!.low,
      'block',
      openFraming(wall)
        ? takes(MINUTES.openStud, rates.seal)
        : plus(takes(MINUTES.fireBlock, rates.seal), patched(rates, dryingHours, slowBehind(wall))),
      { wallId: wall.id },
    );
}

/** Rooms on either side of a wall that somebody walked round. */
const owners = ({ rooms }: Ground, wall: Wall): Room[] =>
  (['A', 'B'] as const).flatMap((f) => {
    const room = rooms.get(wall.faces[f].roomId);
    return room?.sides?.length ? [room] : [];
  });

function throughTopPlate(g: Ground, wall: Wall, column: Column, near: Near): void {
  const { b, price, rooms, sides } = g;
  const side = sides.get(wall.id)!;
  const beside = owners(g, wall);
  const p = planPoint(wall, side, b.nodes[column.low]!.u!);
  const up = beside.some((r) => overOf(r) === 'attic' || overOf(r) === 'floor')
    ? near(['attic', 'floor', 'basement', 'crawl-space'], levelOf(rooms.get(side.roomId)!) + 1, groupOf(g, wall.id), p)
    : undefined;
  if (up) {
    const eaves = up.hollow.kind === 'attic' && beside.length < 2;
    b.edge(
      column.high,
      up.node,
      'top-plate',
      plus(takes(MINUTES.topPlate + (eaves ? MINUTES.lowEaves : 0), g.options.rates.seal, eaves ? 1 : 0), drawn(400, 0, price)),
      { wallId: wall.id },
    );
    return;
  }
  for (const r of beside)
    b.gap(
      column.high,
      overOf(r) === undefined ? 'not said' : 'in the way',
      overOf(r) === undefined
        ? `nobody said what lies above the ${r.name}`
        : r.above === 'flat-roof'
          ? `over the ${r.name} is a flat roof: no room for a cable`
          : `what lies over the ${r.name} doesn’t reach this wall`,
    );
}

function throughBottomPlate(g: Ground, wall: Wall, column: Column, near: Near): void {
  const { b, price, rooms, sides } = g;
  const side = sides.get(wall.id)!;
  const beside = owners(g, wall);
  const p = planPoint(wall, side, b.nodes[column.low]!.u!);
  const down = beside.some((r) => r.below && r.below !== 'slab')
    ? near(['basement', 'crawl-space', 'floor'], levelOf(rooms.get(side.roomId)!), groupOf(g, wall.id), p)
    : undefined;
  if (down) {
    const times = down.hollow.kind === 'crawl-space' ? MINUTES.crawlTimes : 1;
    b.edge(column.low, down.node, 'bottom-plate', plus(takes(MINUTES.bottomPlate * times, g.options.rates.seal, 0), drawn(400, 0, price)), {
      wallId: wall.id,
    });
    return;
  }
  for (const r of beside)
    b.gap(
      column.low,
      r.below === undefined ? 'not said' : 'in the way',
      r.below === undefined
        ? `nobody said what lies below the ${r.name}`
        : r.below === 'slab'
          ? `under the ${r.name} is a slab`
          : `what lies under the ${r.name} doesn’t reach this wall`,
    );
}

/** From a box, a panel or a wanted place into the bay that it hangs in. */
function intoBay({ b, rooms, options: { rates } }: Ground, wall: Wall, own: readonly Column[], spot: Spot): void {
  // a box hangs on a stud, a panel between two: where it seems to sit on one, the bay beside it is meant
  const reach = (c: Column): number => Math.max(c.bay.left - spot.u, spot.u - c.bay.right, 0);
  const column = own
    .filter((c) => spot.z > c.bay.bottom && spot.z < c.bay.top && reach(c) <= BESIDE_STUD_MM)
    .sort((x, y) => reach(x) - reach(y))[0];
  const node = column?.at.get(Math.round(spot.z));
  if (!column || node === undefined) {
    b.gap(spot.node, 'in the way', `${spotName(spot)} lies where ${wall.name} has no bay to draw a cable through`);
    return;
  }
  const outside = isOutdoors(rooms.get(wall.faces[spot.face].roomId)) && spot.box === undefined;
  const doubts = (spot.box || spot.panel !== undefined ? doubt(column.bay) : 0) + (reach(column) > 1 ? 1 : 0);
  b.edge(
    spot.node,
    node,
    outside ? 'through' : 'enter-box',
    plus(takes(outside ? MINUTES.throughWall + MINUTES.outdoorBox : 0, outside ? rates.sleeve : 0, doubts), FREE),
    { wallId: wall.id, face: spot.face, mm: Math.abs(spot.u - b.nodes[node]!.u!) },
  );
}
