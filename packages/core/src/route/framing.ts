/**
 * The house as a graph that a cable can be drawn through: bays and what lies between them, plates, the spaces over and under rooms,
 * faces for a raceway, masonry for a chase. Every edge says what has to be done there and what it takes. mm; x to the right and y up in plan.
 */
import { BOX_KINDS } from '../catalog/index.js';
import { levelOf, roomPlans, type PlanSide, type Point, type RoomPlan } from '../layout/index.js';
import { inches } from '../measure/index.js';
import {
  boxRect,
  builtInName,
  isPanel,
  panelOf,
  panelsOf,
  standsOut,
  uXOf,
  wallThicknessMm,
  type Box,
  type FaceId,
  type Fixture,
  type Joists,
  type Room,
  type Site,
  type Wall,
  type WantPlace,
  openFraming,
} from '../model/index.js';
import { wallBays, type Bay } from './bays.js';
import { COMBINE, cablePrice, drawn, FREE, MINUTES, patched, plus, takes, type Cost, type Rates } from './effort.js';
import { weightedGraph, type WeightedGraph } from './search.js';

export type StepKind =
  | 'enter-box'
  | 'fish'
  | 'stud'
  | 'block'
  | 'corner'
  | 'top-plate'
  | 'bottom-plate'
  | 'along'
  | 'across'
  | 'raceway'
  | 'raceway-corner'
  | 'raceway-base'
  | 'chase'
  | 'chase-end'
  | 'through'
  | 'exposed';

export interface FrameNode {
  /** part of the house: `bay/wall/3`, `attic/1`, `surface/room` … */
  space: string;
  x: number;
  y: number;
  z: number;
  wallId?: string;
  /** along face A, and up from the wall’s own floor */
  u?: number;
  up?: number;
  bay?: Bay;
  /** on a shelf or built-in at the wall instead of on the wall, and how far before it */
  part?: FrontPart;
}
/** The front edge of a shelf or built-in, or one of its ends from the wall to that edge. */
export interface FrontPart {
  fixtureId: string;
  is: 'front' | 'left end' | 'right end';
  outMm: number;
}
export interface FrameEdge {
  from: number;
  to: number;
  does: StepKind;
  cost: Cost;
  wallId?: string;
  face?: FaceId;
  roomId?: string;
  /** middles of the studs that are crossed, along face A */
  studs?: number[];
  guessed?: boolean;
  /** inside or outside corner of a raceway */
  turn?: 'inside' | 'outside';
  mm: number;
}
/** Why nothing leads on from a node: nobody said something, or something is in the way. */
export interface Gap {
  node: number;
  is: 'not said' | 'in the way';
  says: string;
}
/** A space over or under rooms. */
export interface Hollow {
  id: string;
  kind: 'attic' | 'basement' | 'crawl-space' | 'floor';
  /** joists by room; `runs` is the direction in plan that was used, `under` whether the space lies below the room */
  rooms: { room: Room; joists: Joists | undefined; runs: 'x' | 'y'; guessed: boolean; under: boolean; polygon: Point[] }[];
}
export interface Framing {
  nodes: FrameNode[];
  edges: FrameEdge[];
  graph: WeightedGraph;
  gaps: Gap[];
  /** box id (or `panel`) → its node */
  boxes: Map<string, number>;
  /** node of each wanted place */
  places: number[];
  hollows: Hollow[];
  plans: readonly RoomPlan[];
  sides: Map<string, PlanSide>;
}

export interface FramingOptions {
  rates: Rates;
  gauge: number;
  dryingHours: number;
  /** taken for joists whose direction nobody looked at */
  joistsRun?: 'along-first' | 'across-first';
  /** only along faces: the outlets of a raceway */
  surfaceOnly?: boolean;
  /** a raceway may run round the room of the wanted place */
  mayShow?: boolean;
  /** only what lies in this part of the plan, mm; absent: the whole house */
  region?: Region;
}
/** A part of the plan, mm as the plan is drawn. */
export interface Region {
  left: number;
  right: number;
  low: number;
  high: number;
}
const meets = (plan: RoomPlan, region: Region): boolean => {
  const corners = plan.sides.map((s) => s.from);
  const [xs, ys] = [corners.map((p) => p.x), corners.map((p) => p.y)];
  return (
    Math.min(...xs) <= region.right && Math.max(...xs) >= region.left && Math.min(...ys) <= region.high && Math.max(...ys) >= region.low
  );
};

export const GRID_MM = inches(16);
/** Joists where nobody measured (common practice). */
export const USUAL_JOIST = { spacing: inches(16) };
const STOREY_MM = 2750;
/** From the middle of a box that is entered on a stud to the bay beside it: a stud’s width and half a box (common practice). */
const BESIDE_STUD_MM = inches(3);
const HALF_BOX_HIGH_MM = inches(3.75) / 2;
const HALF_SURFACE_BOX_MM = BOX_KINDS['surface-1g'].heightMm / 2;
/** Where walls of no plan are laid: apart from all that is drawn, and within what a way can be kept of (300 m; a way reaches to 1 km). */
const FAR_MM = 3e5;
/** In open framing the first hole lies more than 12 in above the box. */
const OVER_BOX_MM = HALF_BOX_HIGH_MM + inches(12.5);
const UNDER_MM = 250;
const OVER_MM = 150;
/** From a wall's middle line to the nearest grid point of a space over or under it. */
const REACH_MM = 750;

/** Rooms whose joists overhead are open, unless somebody says otherwise. */
const OPEN_ABOVE: ReadonlySet<Room['use']> = new Set(['unfinished-basement', 'crawl-space', 'garage', 'utility']);
/** What lies over a room; over one below the ground floor there is a floor, said or not. */
const overOf = (room: Room): Room['above'] => room.above ?? (levelOf(room) < 0 ? 'floor' : undefined);
const isOutdoors = (room: Room | undefined): boolean => room?.use === 'outdoors' || room?.use === 'deck';

/** Whether a point of the plan lies in a room. */
export const inside = (p: Point, polygon: readonly Point[]): boolean => {
  let within = false;
  polygon.forEach((a, i) => {
    const b = polygon[(i + 1) % polygon.length]!;
    if (a.y > p.y !== b.y > p.y && p.x < ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) + a.x) within = !within;
  });
  return within;
};
/** A little more than any wall is thick. */
const BEYOND_MM = 220;
/** Inside a room or no further outside it than its walls are thick. */
const over = (p: Point, polygon: readonly Point[], reach = BEYOND_MM): boolean =>
  [0, 1, -1].some((i) => [0, 1, -1].some((j) => inside({ x: p.x + i * reach, y: p.y + j * reach }, polygon)));

/** A point of a wall's middle line in plan. */
export function planPoint(wall: Wall, side: PlanSide, xMm: number, offset = wallThicknessMm(wall) / 2): Point {
  const length = Math.hypot(side.to.x - side.from.x, side.to.y - side.from.y) || 1;
  const along = { x: (side.to.x - side.from.x) / length, y: (side.to.y - side.from.y) / length };
  const u = uXOf(wall, side.face, xMm);
  return { x: side.from.x + along.x * u - along.y * offset, y: side.from.y + along.y * u + along.x * offset };
}

class Builder {
  readonly nodes: FrameNode[] = [];
  readonly edges: FrameEdge[] = [];
  readonly gaps: Gap[] = [];
  node(n: FrameNode): number {
    return this.nodes.push(n) - 1;
  }
  edge(from: number, to: number, does: StepKind, cost: Cost, more: Partial<FrameEdge> = {}): void {
    const [a, b] = [this.nodes[from]!, this.nodes[to]!];
    this.edges.push({ from, to, does, cost, mm: Math.abs(a.x - b.x) + Math.abs(a.y - b.y) + Math.abs(a.z - b.z), ...more });
  }
  gap(node: number, is: Gap['is'], says: string): void {
    this.gaps.push({ node, is, says });
  }
}

/** Points of interest on a wall: boxes and wanted places. */
interface Spot {
  wallId: string;
  face: FaceId;
  u: number;
  z: number;
  node: number;
  box?: Box;
  /** name of the panel that hangs here */
  panel?: string;
  /** the shelf or built-in on whose front it lies */
  front?: Fixture;
}

/** Where each wall lies in plan: by the first room that was walked round it. */
export function wallSides(plans: readonly RoomPlan[]): Map<string, PlanSide> {
  const sides = new Map<string, PlanSide>();
  for (const p of plans) for (const s of p.sides) if (!sides.has(s.wallId)) sides.set(s.wallId, s);
  return sides;
}

export function framing(site: Site, places: readonly WantPlace[], options: FramingOptions): Framing {
  const { rates, gauge, dryingHours } = options;
  const price = cablePrice(rates, gauge);
  const b = new Builder();
  const { region } = options;
  const plans = region ? roomPlans(site).filter((p) => meets(p, region)) : roomPlans(site);
  const rooms = new Map(site.rooms.map((r) => [r.id, r]));
  const walls = new Map(site.walls.map((w) => [w.id, w]));
  const sides = wallSides(plans);
  // a wanted wall that nobody has put into the plan: what lies in it needs no plan, what leads out of it is not known
  const apart = new Set<string>();
  for (const place of places) {
    const wall = walls.get(place.wallId);
    if (!wall || sides.has(wall.id)) continue;
    const from = { x: FAR_MM, y: FAR_MM * (apart.size + 1) };
    apart.add(wall.id);
    sides.set(wall.id, {
      roomId: wall.faces[place.face].roomId,
      wallId: wall.id,
      face: 'A',
      from,
      to: { x: from.x + wall.length.mm, y: from.y },
    });
  }
  const planOf = (roomId: string): RoomPlan | undefined => plans.find((p) => p.room.id === roomId);
  const groupOf = (wallId: string): number => planOf(sides.get(wallId)?.roomId ?? '')?.group ?? -1;
  const floorOf = (wall: Wall): number => {
    const room = rooms.get(sides.get(wall.id)?.roomId ?? '');
    return (room ? levelOf(room) : 0) * STOREY_MM;
  };

  // spots: boxes, the panel, the wanted places
  const spots: Spot[] = [];
  const boxes = new Map<string, number>();
  const spotNode = (wall: Wall, u: number, z: number, space: string, front?: Fixture): number => {
    const side = sides.get(wall.id);
    const p = side ? planPoint(wall, side, u, front && beforeWall(wall, side, front.face, standsOut(front).mm)) : { x: 0, y: 0 };
    const part = front && { part: { fixtureId: front.id, is: 'front' as const, outMm: standsOut(front).mm } };
    return b.node({ space, ...p, z: floorOf(wall) + z, wallId: wall.id, u, up: z, ...part });
  };
  const frontAt = (wall: Wall, face: FaceId, id: string | undefined): Fixture | undefined =>
    id === undefined ? undefined : wall.fixtures?.find((f) => f.id === id && f.face === face);
  for (const box of site.boxes) {
    const wall = walls.get(box.wallId);
    const rect = wall && boxRect(wall, box);
    if (!wall || !rect || (region && !sides.has(wall.id))) continue;
    const z = (rect.bottom + rect.top) / 2;
    const front = frontAt(wall, box.face, box.inFront);
    const node = spotNode(wall, rect.centre, z, `feed/${box.id}`, front);
    boxes.set(box.id, node);
    spots.push({ wallId: wall.id, face: box.face, u: rect.centre, z, node, box, ...(front ? { front } : {}) });
    if (!sides.has(wall.id) || apart.has(wall.id))
      b.gap(node, 'not said', `nobody walked round a room that ${wall.name} belongs to, so where it lies is not known`);
  }
  for (const { id, panel } of panelsOf(site)) {
    const hung = panel.place;
    const panelWall = hung && walls.get(hung.wallId);
    if (!hung || !panelWall || (region && !sides.has(panelWall.id))) continue;
    const u = uXOf(panelWall, hung.face, hung.fromLeft.mm);
    const z = Math.min(hung.bottom.mm + 350, panelWall.height.mm - 50);
    const node = spotNode(panelWall, u, z, `feed/${id}`);
    boxes.set(id, node);
    spots.push({ wallId: panelWall.id, face: hung.face, u, z, node, panel: panel.name });
  }
  const roomOf = (s: Spot): string => walls.get(s.wallId)!.faces[s.face].roomId;
  const placeNodes = places.map((p, i) => {
    const wall = walls.get(p.wallId)!;
    const u = uXOf(wall, p.face, p.fromLeft.mm);
    const own = Math.min(p.bottom.mm + (options.surfaceOnly ? HALF_SURFACE_BOX_MM : HALF_BOX_HIGH_MM), wall.height.mm - 10);
    // boxes that hang in one line by eye are in one line to the cable
    const room = wall.faces[p.face].roomId;
    const front = frontAt(wall, p.face, p.inFront);
    const z = spots.find((s) => s.box && s.front === front && roomOf(s) === room && Math.abs(s.z - own) < inches(1))?.z ?? own;
    const node = spotNode(wall, u, z, `place/${i}`, front);
    spots.push({ wallId: wall.id, face: p.face, u, z, node, ...(front ? { front } : {}) });
    if (!sides.has(wall.id) || apart.has(wall.id))
      b.gap(node, 'not said', `nobody walked round a room that ${wall.name} belongs to, so where it lies is not known`);
    return node;
  });

  // heights that are worth crossing studs at: those of all spots in the rooms on both sides of a wall
  const onWall = new Map<string, number[]>();
  const inRoom = new Map<string, number[]>();
  const note = (map: Map<string, number[]>, id: string, z: number): void => {
    const list = map.get(id);
    if (list) list.push(z);
    else map.set(id, [z]);
  };
  for (const s of spots) {
    const { faces } = walls.get(s.wallId)!;
    note(onWall, s.wallId, s.z);
    for (const id of new Set([faces.A.roomId, faces.B.roomId])) note(inRoom, id, s.z);
  }
  const levels = (wall: Wall): number[] => {
    const own = [wall.faces.A.roomId, wall.faces.B.roomId].filter((id) => rooms.get(id)?.sides?.length);
    const zs = [...(onWall.get(wall.id) ?? []), ...own.flatMap((id) => inRoom.get(id) ?? [])];
    return [...new Set(zs.map(Math.round))].sort((x, y) => x - y);
  };

  const hollows = options.surfaceOnly ? [] : hollowsOf(plans, options.joistsRun ?? 'along-first');
  // the grid of a part lies as that of the whole does, so that both find the same ways
  const whole = region && !options.surfaceOnly ? hollowsOf(roomPlans(site), options.joistsRun ?? 'along-first') : hollows;
  const grids = hollows.map((h) => gridOf(b, h, price, whole.find((w) => w.id === h.id) ?? h));
  const near = (
    kinds: readonly Hollow['kind'][],
    boundary: number,
    group: number,
    p: Point,
  ): { node: number; hollow: Hollow } | undefined => {
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

  // walls
  interface Column {
    bay: Bay;
    at: Map<number, number>;
    low: number;
    high: number;
  }
  const columns = new Map<string, Column[]>();
  for (const wall of options.surfaceOnly ? [] : site.walls) {
    const side = sides.get(wall.id);
    if (!side || wall.framing.material === 'masonry') continue;
    const framed = wallBays(wall);
    const open = openFraming(wall);
    // bored above the boxes: room for the bend, the staple and a loop (handbook 5)
    const bored = open ? levels(wall).map((z) => Math.round(z + OVER_BOX_MM)) : [];
    const zs = [...levels(wall), ...bored];
    const floor = floorOf(wall);
    const own: Column[] = framed.bays.map((bay) => {
      const u = bay.clear;
      const p = planPoint(wall, side, u);
      const at = new Map<number, number>();
      const heights = [bay.bottom, ...[...new Set(zs)].sort((x, y) => x - y).filter((z) => z > bay.bottom + 5 && z < bay.top - 5), bay.top];
      let below = -1;
      let z0 = 0;
      for (const z of heights) {
        const node = b.node({ space: `bay/${wall.id}/${bay.n}`, ...p, z: floor + z, wallId: wall.id, u, up: z, bay });
        at.set(z, node);
        if (below >= 0) {
          const perM = MINUTES.fishPerM + (wall.insulated ? MINUTES.insulatedPerM : 0);
          b.edge(below, node, 'fish', drawn(z - z0, perM, price), { wallId: wall.id });
        }
        below = node;
        z0 = z;
      }
      return { bay, at, low: at.get(bay.bottom)!, high: at.get(bay.top)! };
    });
    columns.set(wall.id, own);
    const columnOf = (bay: Bay): Column => own[bay.n]!;
    const doubt = (bay: Bay): number => (bay.looked ? 0 : 1) + bay.past.filter((p) => !p.depthKnown).length;
    const metal = wall.framing.material === 'metal';
    const slow = [...wall.faces.A.layers, ...wall.faces.B.layers].some((l) => l.finish === 'plaster-lath') ? 1.5 : 1;
    for (const between of framed.between) {
      const [l, r] = [columnOf(between.left), columnOf(between.right)];
      if (between.filled) {
        b.gap(l.low, 'in the way', `the ${between.filled.kind} fills ${wall.name} from face to face`);
        b.gap(r.low, 'in the way', `the ${between.filled.kind} fills ${wall.name} from face to face`);
        continue;
      }
      for (const z of open ? bored : zs) {
        const [from, to] = [l.at.get(z), r.at.get(z)];
        if (from === undefined || to === undefined) continue;
        const n = Math.max(1, between.studs.length);
        const cost = plus(
          open
            ? takes(MINUTES.openStud * n)
            : plus(
                takes((metal ? MINUTES.metalStud : MINUTES.stud) * n, 0, (between.guessed ? 1 : 0) + doubt(r.bay)),
                patched(rates, dryingHours, slow),
              ),
          drawn(Math.abs(r.bay.left + r.bay.right - l.bay.left - l.bay.right) / 2, MINUTES.fishPerM, price),
        );
        b.edge(from, to, 'stud', cost, { wallId: wall.id, studs: between.studs, guessed: between.guessed });
      }
    }
    for (const block of framed.blocks)
      b.edge(
        columnOf(block.below).high,
        columnOf(block.above).low,
        'block',
        open ? takes(MINUTES.openStud, rates.seal) : plus(takes(MINUTES.fireBlock, rates.seal), patched(rates, dryingHours, slow)),
        { wallId: wall.id },
      );
    // plates
    const group = groupOf(wall.id);
    const owners = (['A', 'B'] as const).flatMap((f) => {
      const room = rooms.get(wall.faces[f].roomId);
      return room?.sides?.length ? [room] : [];
    });
    const level = levelOf(rooms.get(side.roomId)!);
    const outer = owners.length < 2;
    for (const column of own) {
      const p = planPoint(wall, side, b.nodes[column.low]!.u!);
      if (column.bay.top > wall.height.mm - 1) {
        const up = owners.some((r) => overOf(r) === 'attic' || overOf(r) === 'floor')
          ? near(['attic', 'floor', 'basement', 'crawl-space'], level + 1, group, p)
          : undefined;
        if (up) {
          const eaves = up.hollow.kind === 'attic' && outer;
          b.edge(
            column.high,
            up.node,
            'top-plate',
            plus(takes(MINUTES.topPlate + (eaves ? MINUTES.lowEaves : 0), rates.seal, eaves ? 1 : 0), drawn(400, 0, price)),
            { wallId: wall.id },
          );
        } else
          for (const r of owners)
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
      if (column.bay.bottom < 1) {
        const down = owners.some((r) => r.below && r.below !== 'slab')
          ? near(['basement', 'crawl-space', 'floor'], level, group, p)
          : undefined;
        if (down)
          b.edge(
            column.low,
            down.node,
            'bottom-plate',
            plus(
              takes(MINUTES.bottomPlate * (down.hollow.kind === 'crawl-space' ? MINUTES.crawlTimes : 1), rates.seal, 0),
              drawn(400, 0, price),
            ),
            { wallId: wall.id },
          );
        else
          for (const r of owners)
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
    }
    // spots on this wall
    for (const spot of spots.filter((s) => s.wallId === wall.id)) {
      // a box hangs on a stud, a panel between two: where it seems to sit on one, the bay beside it is meant
      const reach = (c: Column): number => Math.max(c.bay.left - spot.u, spot.u - c.bay.right, 0);
      const column = own
        .filter((c) => spot.z > c.bay.bottom && spot.z < c.bay.top && reach(c) <= BESIDE_STUD_MM)
        .sort((x, y) => reach(x) - reach(y))[0];
      const node = column?.at.get(Math.round(spot.z));
      if (!column || node === undefined) {
        b.gap(spot.node, 'in the way', `${spotName(spot)} lies where ${wall.name} has no bay to draw a cable through`);
        continue;
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
  }

  // masonry: chases along faces with a spot, and holes through
  const chased = new Map<string, Map<string, number>>();
  if (!options.surfaceOnly)
    for (const wall of site.walls) {
      if (wall.framing.material !== 'masonry' || !sides.has(wall.id)) continue;
      const zs = levels(wall);
      for (const face of ['A', 'B'] as const) {
        const here = spots.filter((s) => s.wallId === wall.id && s.face === face);
        if (here.length === 0 && !rooms.get(wall.faces[face].roomId)?.sides?.length) continue;
        const us = [...new Set([0, wall.length.mm, ...here.map((s) => s.u)])].sort((x, y) => x - y);
        const at = meshOf(b, wall, sides.get(wall.id)!, `chase/${wall.id}/${face}`, us, zs, floorOf(wall), (p, q) => {
          const mm = Math.abs(p.u! - q.u!) + Math.abs(p.z - q.z);
          return blockedByOpening(wall, p.u!, q.u!, p.up!, q.up!)
            ? undefined
            : {
                does: 'chase',
                cost: plus(drawn(mm, MINUTES.chasePerM, price + rates.chasePerFt), [0, 0, 0, Math.round((dryingHours / 24) * 10), 0]),
                wallId: wall.id,
                face,
              };
        });
        chased.set(`${wall.id}/${face}`, at);
        for (const spot of here) {
          const node = at.get(meshKey(spot.u, Math.round(spot.z)));
          if (node !== undefined)
            b.edge(spot.node, node, 'enter-box', plus(takes(spot.box ? 0 : MINUTES.chaseBox), spot.box ? FREE : [0, 0, 1, 0, 0]), {
              wallId: wall.id,
              face,
            });
        }
      }
      // straight through, where both faces have a point of the same place
      const [a, c] = [chased.get(`${wall.id}/A`), chased.get(`${wall.id}/B`)];
      for (const [k, from] of a ?? []) {
        const to = c?.get(k);
        if (to !== undefined) b.edge(from, to, 'through', takes(MINUTES.throughWall * 1.5, rates.sleeve, 1), { wallId: wall.id });
      }
    }

  // boxes on walls of rooms with open joists over them: the cable goes straight up the wall to the joists
  for (const spot of options.surfaceOnly ? [] : spots) {
    const wall = walls.get(spot.wallId)!;
    const side = sides.get(wall.id);
    const room = rooms.get(wall.faces[spot.face].roomId);
    if (!side || !room || !OPEN_ABOVE.has(room.use) || overOf(room) !== 'floor') continue;
    const up = near(['basement'], levelOf(room) + 1, groupOf(wall.id), b.nodes[spot.node]!);
    if (!up) continue;
    const mm = wall.height.mm - spot.z;
    b.edge(spot.node, up.node, 'exposed', drawn(mm, MINUTES.basementAlongPerM, price), { roomId: room.id });
  }

  // corners of rooms, inside the framing
  for (const plan of options.surfaceOnly ? [] : plans)
    plan.sides.forEach((s, i) => {
      const n = plan.sides[(i + 1) % plan.sides.length]!;
      const [w1, w2] = [walls.get(s.wallId)!, walls.get(n.wallId)!];
      const ends = (wall: Wall, face: FaceId, right: boolean): Map<number, number> => {
        const out = new Map<number, number>();
        const mesh = chased.get(`${wall.id}/${face}`);
        if (mesh) {
          for (const z of levels(wall)) {
            const node = mesh.get(meshKey(uXOf(wall, face, right ? wall.length.mm : 0), z));
            if (node !== undefined) out.set(z, node);
          }
          return out;
        }
        const own = columns.get(wall.id) ?? [];
        const last = (face === 'A') === right;
        for (const column of last ? own.slice(-1) : own.slice(0, 1)) for (const [z, node] of column.at) out.set(Math.round(z), node);
        return out;
      };
      const [from, to] = [ends(w1, s.face, true), ends(w2, n.face, false)];
      const masonry = w1.framing.material === 'masonry' || w2.framing.material === 'masonry';
      const seen = openFraming(w1) && openFraming(w2);
      for (const z of seen ? levels(w1).map((l) => Math.round(l + OVER_BOX_MM)) : levels(w1)) {
        const [x, y] = [from.get(z), to.get(z)];
        if (x === undefined || y === undefined) continue;
        b.edge(
          x,
          y,
          masonry ? 'chase-end' : 'corner',
          seen
            ? takes(3 * MINUTES.openStud)
            : plus(
                takes(MINUTES.corner, 0, 1),
                openFraming(w1) ? FREE : patched(rates, dryingHours),
                masonry || openFraming(w2) ? FREE : patched(rates, dryingHours),
              ),
          {
            wallId: w1.id,
            roomId: plan.room.id,
          },
        );
      }
    });

  // faces of the rooms that have a wanted place, for a raceway
  const wantedRooms = new Set(places.map((p) => walls.get(p.wallId)!.faces[p.face].roomId));
  for (const plan of options.surfaceOnly || options.mayShow ? plans.filter((p) => wantedRooms.has(p.room.id)) : [])
    racewayFaces(b, site, plan, spots, rates, price, floorOf);
  // and the face of a wall in hand, of which no room was walked round
  if (options.surfaceOnly || options.mayShow)
    for (const id of apart) {
      const wall = walls.get(id)!;
      for (const face of new Set(places.flatMap((p) => (p.wallId === id ? [p.face] : [])))) {
        const room = rooms.get(wall.faces[face].roomId);
        const [from, to] = [sides.get(id)!.from, sides.get(id)!.to];
        const side: PlanSide = {
          roomId: wall.faces[face].roomId,
          wallId: id,
          face,
          ...(face === 'A' ? { from, to } : { from: to, to: from }),
        };
        if (room) racewayFaces(b, site, { room, sides: [side] }, spots, rates, price, floorOf);
      }
    }

  return {
    nodes: b.nodes,
    edges: b.edges,
    graph: weightedGraph(b.nodes.length, COMBINE, b.edges),
    gaps: b.gaps,
    boxes,
    places: placeNodes,
    hollows,
    plans,
    sides,
  };
}

const spotName = (spot: Spot): string => spot.box?.name ?? spot.panel ?? 'the wanted place';
const key = (i: number, j: number): string => `${i},${j}`;
const meshKey = (u: number, z: number): string => `${Math.round(u)}|${Math.round(z)}`;

const blockedByOpening = (wall: Wall, u1: number, u2: number, z1: number, z2: number): boolean => {
  const [left, right, low, high] = [Math.min(u1, u2), Math.max(u1, u2), Math.min(z1, z2), Math.max(z1, z2)];
  return wall.openings.some(
    (o) => o.x.mm < right + 1 && o.x.mm + o.width.mm > left - 1 && o.z.mm < high + 1 && o.z.mm + o.height.mm > low - 1,
  );
};

/** Points on a face where lines of interest cross, joined to their neighbours. */
function meshOf(
  b: Builder,
  wall: Wall,
  side: PlanSide,
  space: string,
  us: readonly number[],
  zs: readonly number[],
  floor: number,
  join: (p: FrameNode, q: FrameNode) => (Partial<FrameEdge> & { does: StepKind; cost: Cost }) | undefined,
): Map<string, number> {
  const at = new Map<string, number>();
  for (const u of us)
    for (const z of zs) at.set(meshKey(u, z), b.node({ space, ...planPoint(wall, side, u), z: floor + z, wallId: wall.id, u, up: z }));
  const link = (from: number, to: number): void => {
    const made = join(b.nodes[from]!, b.nodes[to]!);
    if (made) {
      const { does, cost, ...more } = made;
      b.edge(from, to, does, cost, {
        ...more,
        mm: Math.abs(b.nodes[from]!.u! - b.nodes[to]!.u!) + Math.abs(b.nodes[from]!.z - b.nodes[to]!.z),
      });
    }
  };
  us.forEach((u, i) =>
    zs.forEach((z, j) => {
      const here = at.get(meshKey(u, z))!;
      if (i + 1 < us.length) link(here, at.get(meshKey(us[i + 1]!, z))!);
      if (j + 1 < zs.length) link(here, at.get(meshKey(u, zs[j + 1]!))!);
    }),
  );
  return at;
}

/** Across the wall from a side’s own face to a point that stands before one of its faces. mm */
export const beforeWall = (wall: Wall, side: PlanSide, face: FaceId, outMm: number): number =>
  face === side.face ? -outMm : wallThicknessMm(wall) + outMm;

/** What a track can’t run through: all that stands out from the wall, but trim. */
const STANDS_IN_THE_WAY: ReadonlySet<Fixture['kind']> = new Set(['counter', 'base-cabinet', 'wall-cabinet', 'furniture', 'shelf']);
/** Room that a flat elbow and a corner fitting take side by side: no upright track stands nearer to a corner (common practice). */
const ELBOW_AND_CORNER_MM = inches(4);
/** An end of a shelf that lies no further from a corner of the room runs into the other wall. */
const INTO_CORNER_MM = inches(1);
const PAST_FIXTURE_MM = inches(2);

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

/**
 * Faces round a room: at the heights of its boxes and wanted places, and over its doors; and the front edges of the shelves that have a
 * wanted place, with the ways onto them: round their end, or from the wall that they run into.
 */
function racewayFaces(
  b: Builder,
  site: Site,
  plan: Pick<RoomPlan, 'room' | 'sides'>,
  spots: readonly Spot[],
  rates: Rates,
  price: number,
  floorOf: (wall: Wall) => number,
): void {
  const wallOf = (id: string): Wall => site.walls.find((w) => w.id === id)!;
  const ours = spots.filter((s) => wallOf(s.wallId).faces[s.face].roomId === plan.room.id);
  const space = `surface/${plan.room.id}`;
  const fitting = takes(MINUTES.racewayFitting, rates.fitting);
  const track = (mm: number): Cost => drawn(mm, MINUTES.racewayPerM, price + rates.racewayPerFt);
  const turnOf = (side: PlanSide): 'left' | 'right' =>
    plan.room.sides?.find((s) => s.wallId === side.wallId && s.face === side.face)?.turn ?? 'right';
  const count = plan.sides.length;

  const fronts = plan.sides.flatMap((side, at) => {
    const wall = wallOf(side.wallId);
    const used = new Set(ours.flatMap((s) => (s.front && s.wallId === wall.id && s.face === side.face ? [s.front] : [])));
    return [...used].map((fixture) => {
      const { left, right } = bandOf(fixture);
      const on = ours.filter((s) => s.front === fixture);
      // seen from the room: which of its ends runs into a corner, and which wall stands there
      const ends = [left, right].map((u) => {
        const seen = uXOf(wall, side.face, u);
        const corner: 'left' | 'right' | undefined =
          seen < INTO_CORNER_MM ? 'left' : seen > wall.length.mm - INTO_CORNER_MM ? 'right' : undefined;
        const next = corner === 'right' ? (at + 1) % count : (at + count - 1) % count;
        const turn = turnOf(plan.sides[corner === 'right' ? at : next]!);
        return { u, seen, corner, into: corner && count > 1 && turn === 'right' ? { side: next, corner } : undefined };
      });
      return { side, at, wall, fixture, on, ends, out: standsOut(fixture).mm, heights: [...new Set(on.map((s) => Math.round(s.z)))] };
    });
  });
  /** where the front of a shelf meets the wall that it runs into, along that wall’s face A */
  const meetsAt = (n: number, corner: 'left' | 'right', out: number): number => {
    const side = plan.sides[n]!;
    const wall = wallOf(side.wallId);
    return uXOf(wall, side.face, corner === 'right' ? out : wall.length.mm - out);
  };

  const zs = new Set(ours.map((s) => Math.round(s.z)));
  for (const s of plan.sides) {
    const wall = wallOf(s.wallId);
    for (const o of wall.openings)
      if (o.kind === 'door') {
        const top = Math.round(o.z.mm + o.height.mm + inches(4));
        if (top < wall.height.mm - 20) zs.add(top);
      }
    // under and over what stands in the line of the boxes
    for (const f of wall.fixtures ?? []) {
      if (f.face !== s.face || !STANDS_IN_THE_WAY.has(f.kind)) continue;
      const { low, high } = bandOf(f);
      if (!ours.some((spot) => !spot.front && spot.z > low && spot.z < high)) continue;
      for (const z of [low - PAST_FIXTURE_MM, high + PAST_FIXTURE_MM]) if (z > 20 && z < wall.height.mm - 20) zs.add(Math.round(z));
    }
  }
  const heights = [...zs].sort((x, y) => x - y);

  const meshes = plan.sides.map((side, n) => {
    const wall = wallOf(side.wallId);
    const here = ours.filter((s) => s.wallId === wall.id && s.face === side.face && !s.front);
    const { length } = wall;
    const standing = (wall.fixtures ?? []).filter((f) => f.face === side.face && STANDS_IN_THE_WAY.has(f.kind)).map(bandOf);
    // the end of a shelf at this wall’s corner stands before it too
    const ending = fronts.flatMap((f) =>
      f.ends.flatMap((e): Band[] => {
        if (e.into?.side !== n) return [];
        const [from, to] = [meetsAt(n, e.into.corner, 0), meetsAt(n, e.into.corner, f.out)];
        const { low, high } = bandOf(f.fixture);
        return [{ left: Math.min(from, to), right: Math.max(from, to), low, high }];
      }),
    );
    // no upright track in a corner: its elbow and the corner fitting need room beside each other
    const corners = [
      ...[0, length.mm],
      ...fronts.flatMap((f) => [
        ...(f.at === n ? f.ends.flatMap((e) => (e.into ? [] : [e.u])) : []),
        ...f.ends.flatMap((e) => (e.into?.side === n ? [meetsAt(n, e.into.corner, f.out)] : [])),
      ]),
    ];
    const us = [
      ...new Set([
        ...corners,
        ...corners.flatMap((u) => [u - ELBOW_AND_CORNER_MM, u + ELBOW_AND_CORNER_MM]),
        ...here.map((s) => s.u),
        ...wall.openings.flatMap((o) => [o.x.mm - 60, o.x.mm + o.width.mm + 60]),
        ...standing.flatMap((f) => [f.left - PAST_FIXTURE_MM, f.right + PAST_FIXTURE_MM]),
      ]),
    ]
      .filter((u) => u >= 0 && u <= length.mm)
      .sort((x, y) => x - y);
    const cornered = new Set(corners);
    const at = meshOf(b, wall, side, space, us, heights, floorOf(wall), (p, q) => {
      if (blockedByOpening(wall, p.u!, q.u!, p.up!, q.up!)) return undefined;
      if ([...standing, ...ending].some((f) => runsInto(f, p.u!, q.u!, p.up!, q.up!))) return undefined;
      const upright = p.u === q.u;
      if (upright && cornered.has(p.u!)) return undefined;
      const mm = Math.abs(p.u! - q.u!) + Math.abs(p.z - q.z);
      return {
        does: 'raceway',
        cost: plus(track(mm), upright ? fitting : FREE),
        wallId: wall.id,
        face: side.face,
        roomId: plan.room.id,
      };
    });
    for (const spot of here) {
      const node = at.get(meshKey(spot.u, Math.round(spot.z)));
      if (node === undefined) continue;
      b.edge(spot.node, node, 'raceway-base', spot.box ? takes(MINUTES.racewayBase, rates.fitting) : fitting, {
        wallId: wall.id,
        face: side.face,
        roomId: plan.room.id,
      });
    }
    return { wall, side, at };
  });
  const turned = (from: number | undefined, to: number | undefined, turn: 'inside' | 'outside'): void => {
    if (from !== undefined && to !== undefined) b.edge(from, to, 'raceway-corner', fitting, { roomId: plan.room.id, turn, mm: 0 });
  };
  // one wall in hand has no other to go on to
  (count > 1 ? meshes : []).forEach((m, i) => {
    const n = meshes[(i + 1) % count]!;
    for (const z of heights)
      turned(
        m.at.get(meshKey(uXOf(m.wall, m.side.face, m.wall.length.mm), z)),
        n.at.get(meshKey(uXOf(n.wall, n.side.face, 0), z)),
        turnOf(m.side) === 'right' ? 'inside' : 'outside',
      );
  });

  for (const { side, at, wall, fixture, on, ends, out, heights: lines } of fronts) {
    const floor = floorOf(wall);
    const more = { wallId: wall.id, face: side.face, roomId: plan.room.id };
    const node = (is: FrontPart['is'], u: number, z: number, outMm: number): number =>
      b.node({
        space: `${space}/${fixture.id}/${is.replace(' ', '-')}`,
        ...planPoint(wall, side, u, -outMm),
        ...{ z: floor + z, wallId: wall.id, u, up: z, part: { fixtureId: fixture.id, is, outMm } },
      });
    for (const z of lines) {
      const us = [...new Set([...ends.map((e) => e.u), ...on.map((s) => s.u)])].sort((x, y) => x - y);
      const nodes = new Map(us.map((u) => [u, node('front', u, z, out)]));
      us.slice(1).forEach((u, i) => {
        const mm = u - us[i]!;
        b.edge(nodes.get(us[i]!)!, nodes.get(u)!, 'raceway', track(mm), more);
      });
      for (const s of on)
        if (Math.round(s.z) === z)
          b.edge(s.node, nodes.get(s.u)!, 'raceway-base', s.box ? takes(MINUTES.racewayBase, rates.fitting) : fitting, more);
      for (const e of ends) {
        const front = nodes.get(e.u);
        if (e.into) {
          const other = meshes[e.into.side]!;
          turned(other.at.get(meshKey(meetsAt(e.into.side, e.into.corner, out), z)), front, 'inside');
          continue;
        }
        // an end in a corner that leads nowhere
        if (e.corner) continue;
        const is = e.seen < uXOf(wall, side.face, e.u === ends[0]!.u ? ends[1]!.u : ends[0]!.u) ? 'left end' : 'right end';
        const [near, far] = [node(is, e.u, z, 0), node(is, e.u, z, out)];
        turned(meshes[at]!.at.get(meshKey(e.u, z)), near, 'inside');
        b.edge(near, far, 'raceway', track(out), more);
        turned(far, front, 'outside');
      }
    }
  }
}

/** A wall, or the part of a shelf at it, that a track lies on, in words. */
export function trackedOn(site: Site, node: Pick<FrameNode, 'wallId' | 'part'>): string {
  const wall = site.walls.find((w) => w.id === node.wallId)!;
  const fixture = node.part && wall.fixtures?.find((f) => f.id === node.part!.fixtureId);
  return fixture ? `${node.part!.is} of the ${builtInName(fixture)} at ${wall.name}` : wall.name;
}

export const hollowId = (kind: Hollow['kind'], boundary: number, group: number): string => `${kind}/${boundary}${group ? `/${group}` : ''}`;

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
  const boundary = Number(hollow.id.split('/')[1]);
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

/** Name of a part of the house in words, for lists and refusals. */
export function spaceWords(site: Site, space: string): string {
  const [kind, id, n, part] = space.split('/');
  const wallName = (): string => site.walls.find((w) => w.id === id)?.name ?? id!;
  const roomName = (): string => site.rooms.find((r) => r.id === id)?.name ?? id!;
  switch (kind) {
    case 'bay':
      return `bay ${Number(n) + 1} of ${wallName()}`;
    case 'attic':
      return 'the attic';
    case 'basement':
      return 'the basement';
    case 'crawl-space':
      return 'the crawl space';
    case 'floor':
      return 'the closed floor between storeys';
    case 'surface':
      return n === undefined
        ? `a raceway round the ${roomName()}`
        : part === 'front'
          ? `the front of a shelf in the ${roomName()}`
          : `the end of a shelf in the ${roomName()}`;
    case 'chase':
      return `a chase in ${wallName()}`;
    case 'feed':
      return isPanel(site, id!) ? (panelOf(site, id)?.name ?? 'the panel') : (site.boxes.find((x) => x.id === id)?.name ?? id!);
    default:
      return space;
  }
}
