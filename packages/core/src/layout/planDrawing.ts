/** Rooms in plan, as shapes a page can draw; mm, y downward. */
import { printFeet, type LengthUnit } from '../measure/index.js';
import { type Box, boxRect, wallThicknessMm, type FaceId, type Site } from '../model/index.js';
import { levelOf, roomPlans, type PlanSide, type Point } from './roomPlan.js';

export interface PlanDrawing {
  viewBox: string;
  /** each room's side of a wall, half its thickness; `corners` with the corners that it shares, so that all of them together have one outline */
  walls: { key: string; wallId: string; face: FaceId; label: string; points: string; corners: string }[];
  openings: { key: string; kind: 'door' | 'window'; points: string }[];
  boxes: { key: string; x: number; y: number }[];
  rooms: { id: string; name: string; x: number; y: number; size: string }[];
}

const MARGIN_MM = 500;
const at = (p: Point): string => `${Math.round(p.x)},${Math.round(-p.y)}`;

/** A stretch of a side as a band that lies outward of the room. */
function band(side: PlanSide, from: number, to: number, thick: number): string {
  const length = Math.hypot(side.to.x - side.from.x, side.to.y - side.from.y) || 1;
  const along = { x: (side.to.x - side.from.x) / length, y: (side.to.y - side.from.y) / length };
  // the room lies on the right of the walk, so outward is to the left
  const out = { x: -along.y * thick, y: along.x * thick };
  const p = (s: number, o: number): Point => ({ x: side.from.x + along.x * s + out.x * o, y: side.from.y + along.y * s + out.y * o });
  return [p(from, 0), p(to, 0), p(to, 1), p(from, 1)].map(at).join(' ');
}

/** Storeys on which somebody walked round a room, from below. */
export const storeysOf = (site: Site): number[] =>
  [...new Set(site.rooms.filter((r) => (r.sides?.length ?? 0) >= 3).map(levelOf))].sort((a, b) => a - b);

/** Storey in words; one that only has a crawl space is called that. */
export const storeyWords = (site: Site, level: number): string =>
  level < 0
    ? level === -1
      ? site.rooms.every((r) => levelOf(r) !== level || (r.sides?.length ?? 0) < 3 || r.use === 'crawl-space')
        ? 'crawl space'
        : 'basement'
      : `${-level} floors down`
    : level === 0
      ? 'ground floor'
      : level === 1
        ? 'first floor up'
        : `${level} floors up`;

/** All rooms of a storey that were walked round, of all storeys when none is named; undefined when there is none. */
export function planDrawing(site: Site, level?: number, unit: LengthUnit = 'in'): PlanDrawing | undefined {
  const long = (mm: number): string => (unit === 'mm' ? `${Math.round(mm)}` : printFeet(mm));
  const plans = roomPlans(site).filter((p) => level === undefined || levelOf(p.room) === level);
  if (plans.length === 0) return undefined;
  const sides = plans.flatMap((p) => p.sides);
  const xs = sides.flatMap((s) => [s.from.x, s.to.x]);
  const ys = sides.flatMap((s) => [-s.from.y, -s.to.y]);
  const [left, top] = [Math.min(...xs) - MARGIN_MM, Math.min(...ys) - MARGIN_MM];
  const drawing: PlanDrawing = {
    viewBox: `${left} ${top} ${Math.max(...xs) - left + MARGIN_MM} ${Math.max(...ys) - top + MARGIN_MM}`,
    walls: [],
    openings: [],
    boxes: [],
    rooms: [],
  };
  const walls = new Map(site.walls.map((w) => [w.id, w]));
  const boxes = new Map<string, Box[]>();
  for (const box of site.boxes) boxes.set(box.wallId, [...(boxes.get(box.wallId) ?? []), box]);
  for (const plan of plans) {
    // a corner that turns right leaves a square open outside: the bands of both walls go on into it, as far as the other is thick
    const intoCorner = (n: number): number => {
      const [a, b] = [plan.sides[(n + plan.sides.length) % plan.sides.length]!, plan.sides[(n + 1) % plan.sides.length]!];
      const turn = (a.to.x - a.from.x) * (b.to.y - b.from.y) - (a.to.y - a.from.y) * (b.to.x - b.from.x);
      return turn < 0 ? 1 : 0;
    };
    const halfOf = (n: number): number => {
      const other = walls.get(plan.sides[(n + plan.sides.length) % plan.sides.length]!.wallId);
      return other ? wallThicknessMm(other) / 2 : 0;
    };
    for (const [n, side] of plan.sides.entries()) {
      const wall = walls.get(side.wallId);
      if (!wall) continue;
      const key = `${side.wallId}-${side.face}-${plan.room.id}`;
      const half = wallThicknessMm(wall) / 2;
      const seen = (x: number, width: number): [number, number] =>
        side.face === 'A' ? [x, x + width] : [wall.length.mm - x - width, wall.length.mm - x];
      drawing.walls.push({
        key,
        wallId: wall.id,
        face: side.face,
        label: `${wall.name}, from the ${plan.room.name}`,
        points: band(side, 0, wall.length.mm, half),
        corners: band(side, -intoCorner(n - 1) * halfOf(n - 1), wall.length.mm + intoCorner(n) * halfOf(n + 1), half),
      });
      for (const o of wall.openings)
        drawing.openings.push({ key: `${key}-${o.id}`, kind: o.kind, points: band(side, ...seen(o.x.mm, o.width.mm), half) });
      for (const box of (boxes.get(wall.id) ?? []).filter((b) => b.face === side.face)) {
        const rect = boxRect(wall, box);
        if (!rect) continue;
        const [s] = seen(rect.centre, 0);
        const [x, y] = band(side, s, s, 0).split(' ')[0]!.split(',').map(Number) as [number, number];
        drawing.boxes.push({ key: box.id, x, y });
      }
    }
    const across = (axis: 'x' | 'y') => {
      const values = plan.sides.flatMap((s) => [s.from[axis], s.to[axis]]);
      return Math.max(...values) - Math.min(...values);
    };
    drawing.rooms.push({
      id: plan.room.id,
      name: plan.room.name,
      x: plan.middle.x,
      y: -plan.middle.y,
      size: `${long(across('x'))} × ${long(across('y'))}${unit === 'mm' ? ' mm' : ''}`,
    });
  }
  return drawing;
}

/** Boxes of a job in plan, numbered in their order, with as much of the house as lies round them. */
export interface KeyPlan {
  viewBox: string;
  walls: PlanDrawing['walls'];
  boxes: { id: string; n: string; x: number; y: number }[];
  /** radius of a box's dot, so that its number can be read */
  dot: number;
}
const ROUND_MM = 1200;

/** @param ids boxes in the order in which they are numbered; undefined when none of them is in plan */
export function keyPlan(site: Site, ids: readonly string[]): KeyPlan | undefined {
  const plan = planDrawing(site);
  const boxes = ids.flatMap((id, i) => (plan?.boxes ?? []).flatMap((b) => (b.key === id ? [{ id, n: `${i + 1}`, x: b.x, y: b.y }] : [])));
  if (!plan || boxes.length === 0) return undefined;
  const span = (of: (b: { x: number; y: number }) => number): [number, number] => {
    const values = boxes.map(of);
    const middle = (Math.min(...values) + Math.max(...values)) / 2;
    const half = Math.max(1800, (Math.max(...values) - Math.min(...values)) / 2 + ROUND_MM);
    return [middle - half, 2 * half];
  };
  const [x, width] = span((b) => b.x);
  const [y, height] = span((b) => b.y);
  return {
    viewBox: [x, y, width, height].map(Math.round).join(' '),
    walls: plan.walls,
    boxes,
    dot: Math.round(Math.max(width, height) * 0.055),
  };
}
