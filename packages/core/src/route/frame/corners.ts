/** Corners of rooms, from one wall into the next inside the framing, and straight up to open joists. */
import { levelOf, type PlanSide, type RoomPlan } from '../../layout/index.js';
import { openFraming, uXOf, type FaceId, type Room, type Wall } from '../../model/index.js';
import { drawn, FREE, MINUTES, patched, plus, takes } from '../effort.js';
import { OVER_BOX_MM, type Column } from './framedWalls.js';
import { groupOf, meshKey, overOf, type Ground, type Spot } from './graph.js';
import type { Near } from './hollows.js';
import type { Chased } from './masonry.js';

/** Rooms whose joists overhead are open, unless somebody says otherwise. */
const OPEN_ABOVE: ReadonlySet<Room['use']> = new Set(['unfinished-basement', 'crawl-space', 'garage', 'utility']);

/** Boxes on walls of rooms with open joists over them: the cable goes straight up the wall to the joists. */
export function toOpenJoists(g: Ground, spots: readonly Spot[], near: Near): void {
  const { b, price, walls, rooms, sides } = g;
  for (const spot of spots) {
    const wall = walls.get(spot.wallId)!;
    const room = rooms.get(wall.faces[spot.face].roomId);
    if (!sides.has(wall.id) || !room || !OPEN_ABOVE.has(room.use) || overOf(room) !== 'floor') continue;
    const up = near(['basement'], levelOf(room) + 1, groupOf(g, wall.id), b.nodes[spot.node]!);
    if (up) b.edge(spot.node, up.node, 'exposed', drawn(wall.height.mm - spot.z, MINUTES.basementAlongPerM, price), { roomId: room.id });
  }
}

export interface Walls {
  columns: ReadonlyMap<string, Column[]>;
  chased: Chased;
  levels: (wall: Wall) => number[];
}
/** Nodes at one end of a wall as seen from a face, by height. */
function endOf({ columns, chased, levels }: Walls, wall: Wall, face: FaceId, end: 'left' | 'right'): Map<number, number> {
  const out = new Map<number, number>();
  const mesh = chased.get(`${wall.id}/${face}`);
  if (mesh) {
    for (const z of levels(wall)) {
      const node = mesh.get(meshKey(uXOf(wall, face, end === 'right' ? wall.length.mm : 0), z));
      if (node !== undefined) out.set(z, node);
    }
    return out;
  }
  const own = columns.get(wall.id) ?? [];
  const last = (face === 'A') === (end === 'right');
  for (const column of last ? own.slice(-1) : own.slice(0, 1)) for (const [z, node] of column.at) out.set(Math.round(z), node);
  return out;
}

/** From each wall of a room into the next. */
export function corners(g: Ground, made: Walls): void {
  for (const plan of g.plans) plan.sides.forEach((s, i) => corner(g, made, plan, s, plan.sides[(i + 1) % plan.sides.length]!));
}

function corner({ b, walls, options: { rates, dryingHours } }: Ground, made: Walls, plan: RoomPlan, s: PlanSide, n: PlanSide): void {
  const [w1, w2] = [walls.get(s.wallId)!, walls.get(n.wallId)!];
  const [from, to] = [endOf(made, w1, s.face, 'right'), endOf(made, w2, n.face, 'left')];
  const masonry = w1.framing.material === 'masonry' || w2.framing.material === 'masonry';
  const seen = openFraming(w1) && openFraming(w2);
  const cost = seen
    ? takes(3 * MINUTES.openStud)
    : plus(
        takes(MINUTES.corner, 0, 1),
        openFraming(w1) ? FREE : patched(rates, dryingHours),
        masonry || openFraming(w2) ? FREE : patched(rates, dryingHours),
      );
  const { levels } = made;
  for (const z of seen ? levels(w1).map((l) => Math.round(l + OVER_BOX_MM)) : levels(w1)) {
    const [x, y] = [from.get(z), to.get(z)];
    if (x !== undefined && y !== undefined) b.edge(x, y, masonry ? 'chase-end' : 'corner', cost, { wallId: w1.id, roomId: plan.room.id });
  }
}
