/** Spaces over and under rooms, as grids that a cable is drawn through. */
import { levelOf, roomPlans, type Point, type RoomPlan } from '../../layout/index.js';
import { inches } from '../../measure/index.js';
import { spaceOf, type Space } from '../../model/index.js';
import { drawn, MINUTES, plus, type Cost } from '../effort.js';
import { STOREY_MM, type Builder, type Ground, type Hollow } from './graph.js';

export const GRID_MM = inches(16);
/** Joists where nobody measured (common practice). */
export const USUAL_JOIST = { spacing: inches(16) };
const UNDER_MM = 250;
const OVER_MM = 150;
/** From a wall's middle line to the nearest grid point of a space over or under it. */
const REACH_MM = 750;

/** Whether a point of the plan lies in a room. */
export const inside = (p: Point, polygon: readonly Point[]): boolean => {
  let within = false;
  polygon.forEach((a, i) => {
    const b = polygon[(i + 1) % polygon.length]!;
    if (a.y > p.y !== b.y > p.y && p.x < ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) + a.x) within = !within;
  });
  return within;
};
/** How far a point of the plan lies outside a room, mm; nothing inside it. */
export const outsideBy = (p: Point, polygon: readonly Point[]): number =>
  inside(p, polygon)
    ? 0
    : Math.min(
        ...polygon.map((a, i) => {
          const b = polygon[(i + 1) % polygon.length]!;
          const [dx, dy] = [b.x - a.x, b.y - a.y];
          const along = Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / (dx * dx + dy * dy || 1)));
          return Math.hypot(p.x - a.x - along * dx, p.y - a.y - along * dy);
        }),
      );
/** A little more than any wall is thick. */
const BEYOND_MM = 220;
/** Inside a room or no further outside it than its walls are thick. */
const over = (p: Point, polygon: readonly Point[], reach = BEYOND_MM): boolean =>
  [0, 1, -1].some((i) => [0, 1, -1].some((j) => inside({ x: p.x + i * reach, y: p.y + j * reach }, polygon)));

const key = (i: number, j: number): string => `${i},${j}`;

/** The nearest point of a space of some kinds at a boundary between storeys. */
export type Near = (
  kinds: readonly Hollow['kind'][],
  boundary: number,
  group: number,
  p: Point,
) => { node: number; hollow: Hollow } | undefined;

/** The spaces of the part that is looked at, and what of them lies nearest. */
export function hollowsIn({ b, site, options, plans, price }: Ground): { hollows: Hollow[]; near: Near } {
  const guess = options.joistsRun ?? 'along-first';
  const hollows = options.surfaceOnly ? [] : hollowsOf(plans, guess);
  // the grid of a part lies as that of the whole does, so that both find the same ways
  const whole = options.region && !options.surfaceOnly ? hollowsOf(roomPlans(site), guess) : hollows;
  const grids = hollows.map((h) => gridOf(b, h, price, whole.find((w) => w.id === h.id) ?? h));
  const near: Near = (kinds, boundary, group, p) => {
    let best: { node: number; hollow: Hollow; d: number } | undefined;
    grids.forEach((grid, i) => {
      const hollow = hollows[i]!;
      if (!kinds.includes(hollow.kind) || hollow.id !== hollowId(hollow.kind, boundary, group)) return;
      const [gi, gj] = [Math.round((p.x - grid.x0) / GRID_MM), Math.round((p.y - grid.y0) / GRID_MM)];
      for (let di = -1; di <= 1; di++)
        for (let dj = -1; dj <= 1; dj++) {
          const node = grid.at.get(key(gi + di, gj + dj));
          if (node === undefined) continue;
          const n = b.nodes[node]!;
          const d = Math.abs(n.x - p.x) + Math.abs(n.y - p.y);
          if (d < REACH_MM && (!best || d < best.d)) best = { node, hollow, d };
        }
    });
    return best;
  };
  return { hollows, near };
}

export const hollowId = (kind: Hollow['kind'], boundary: number, group: number): Space => `${kind}/${boundary}${group ? `/${group}` : ''}`;

/** Spaces over and under rooms that lie in one plan. */
function hollowsOf(plans: readonly RoomPlan[], guess: 'along-first' | 'across-first'): Hollow[] {
  const found = new Map<string, Hollow>();
  const put = (kind: Hollow['kind'], boundary: number, plan: RoomPlan, under: boolean): void => {
    const joists = under ? plan.room.joistsBelow : plan.room.joistsAbove;
    const id = hollowId(kind, boundary, plan.group);
    const hollow = found.get(id) ?? { id, kind, rooms: [] };
    found.set(id, hollow);
    const first = plan.sides[0]!;
    // the first side as the person walked it, whichever side the plan began with
    const told = plan.room.sides?.[0];
    const side = plan.sides.find((s) => s.wallId === told?.wallId && s.face === told.face) ?? first;
    const alongX = Math.abs(side.to.x - side.from.x) >= Math.abs(side.to.y - side.from.y);
    const runs = joists?.runs ?? guess;
    hollow.rooms.push({
      room: plan.room,
      joists,
      runs: (runs === 'along-first') === alongX ? 'x' : 'y',
      guessed: joists?.runs === undefined,
      under,
      polygon: plan.sides.map((s) => s.from),
    });
  };
  for (const plan of plans) {
    const { above, below } = plan.room;
    const level = levelOf(plan.room);
    if (above === 'attic') put('attic', level + 1, plan, false);
    if (below === 'basement' || below === 'crawl-space' || below === 'floor') put(below, level, plan, true);
    // under a room above somebody said it already; a room that only says `floor above` has joists of its own
    if (above === 'floor' && !plans.some((p) => levelOf(p.room) === level + 1 && p.group === plan.group && p.room.below))
      put('floor', level + 1, plan, false);
  }
  return [...found.values()];
}

interface Grid {
  x0: number;
  y0: number;
  at: Map<string, number>;
}

/** A space over or under rooms as a grid: along the joists a cable lies free, across them it has to get past each. */
function gridOf(b: Builder, hollow: Hollow, price: number, whole: Hollow): Grid {
  const corners = hollow.rooms.flatMap((r) => r.polygon);
  const all = whole.rooms.flatMap((r) => r.polygon);
  const [x0, y0] = [Math.min(...all.map((p) => p.x)), Math.min(...all.map((p) => p.y))];
  const first = (low: number, from: number): number => Math.floor((low - from) / GRID_MM) - 1;
  const [i0, j0] = [first(Math.min(...corners.map((p) => p.x)), x0), first(Math.min(...corners.map((p) => p.y)), y0)];
  const [x1, y1] = [Math.max(...corners.map((p) => p.x)), Math.max(...corners.map((p) => p.y))];
  const boundary = Number(spaceOf(hollow.id).of[0]);
  const z = boundary * STOREY_MM + (hollow.kind === 'attic' ? OVER_MM - STOREY_MM + 2438.4 : -UNDER_MM);
  const at = new Map<string, number>();
  const roomAt = new Map<number, Hollow['rooms'][number]>();
  const bounds = hollow.rooms.map((room) => {
    const [xs, ys] = [room.polygon.map((p) => p.x), room.polygon.map((p) => p.y)];
    const [left, right] = [Math.min(...xs) - BEYOND_MM, Math.max(...xs) + BEYOND_MM];
    return { room, left, right, low: Math.min(...ys) - BEYOND_MM, high: Math.max(...ys) + BEYOND_MM };
  });
  const [ni, nj] = [Math.ceil((x1 - x0) / GRID_MM) + 1, Math.ceil((y1 - y0) / GRID_MM) + 1];
  for (let i = i0; i <= ni; i++)
    for (let j = j0; j <= nj; j++) {
      const p = { x: x0 + i * GRID_MM, y: y0 + j * GRID_MM };
      const about = bounds.filter((r) => p.x >= r.left && p.x <= r.right && p.y >= r.low && p.y <= r.high);
      const room = (about.find((r) => inside(p, r.room.polygon)) ?? about.find((r) => over(p, r.room.polygon)))?.room;
      if (!room) continue;
      const node = b.node({ space: hollow.id, ...p, z });
      at.set(key(i, j), node);
      roomAt.set(node, room);
    }
  const join = (from: number, to: number | undefined, axis: 'x' | 'y'): void => {
    if (to === undefined) return;
    const room = roomAt.get(from)!;
    const along = room.runs === axis;
    const spacing = room.joists?.spacing?.mm ?? USUAL_JOIST.spacing;
    b.edge(from, to, along ? 'along' : 'across', hollowCost(hollow.kind, along, GRID_MM, spacing, price), { roomId: room.room.id });
  };
  for (let i = i0; i <= ni; i++)
    for (let j = j0; j <= nj; j++) {
      const from = at.get(key(i, j));
      if (from === undefined) continue;
      join(from, at.get(key(i + 1, j)), 'x');
      join(from, at.get(key(i, j + 1)), 'y');
    }
  return { x0, y0, at };
}

function hollowCost(kind: Hollow['kind'], along: boolean, mm: number, spacing: number, price: number): Cost {
  const joists = mm / spacing;
  switch (kind) {
    case 'attic':
      return drawn(mm, along ? MINUTES.atticAlongPerM : MINUTES.atticAcrossPerM, price);
    case 'basement':
      return drawn(mm, along ? MINUTES.basementAlongPerM : MINUTES.basementAcrossPerM, price);
    case 'crawl-space':
      return drawn(mm, (along ? MINUTES.basementAlongPerM : MINUTES.basementAcrossPerM) * MINUTES.crawlTimes, price);
    case 'floor':
      // a ceiling opened at every joist
      return along
        ? drawn(mm, MINUTES.closedAlongPerM, price)
        : plus(drawn(mm, MINUTES.closedAlongPerM, price), [
            Math.round((MINUTES.stud + MINUTES.patch) * joists),
            0,
            Math.max(1, Math.round(joists)),
            10,
            1,
          ]);
  }
}
