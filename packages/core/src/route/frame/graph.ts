/**
 * The house as a graph that a cable can be drawn through: what its nodes and edges say, and what all that build it share. Every edge says
 * what has to be done there and what it takes. mm; x to the right and y up in plan.
 */
import { levelOf, type PlanSide, type Point, type RoomPlan } from '../../layout/index.js';
import {
  builtInName,
  uXOf,
  wallThicknessMm,
  type Box,
  type FaceId,
  type Fixture,
  type Joists,
  type Room,
  type Site,
  type Space,
  type Wall,
  type WantPlace,
} from '../../model/index.js';
import type { Bay } from '../bays.js';
import type { Cost, Rates } from '../effort.js';
import type { WeightedGraph } from '../search.js';

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
  space: Space;
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
  id: Space;
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
export const STOREY_MM = 2750;

/** A point of a wall's middle line in plan. */
export function planPoint(wall: Wall, side: PlanSide, xMm: number, offset = wallThicknessMm(wall) / 2): Point {
  const length = Math.hypot(side.to.x - side.from.x, side.to.y - side.from.y) || 1;
  const along = { x: (side.to.x - side.from.x) / length, y: (side.to.y - side.from.y) / length };
  const u = uXOf(wall, side.face, xMm);
  return { x: side.from.x + along.x * u - along.y * offset, y: side.from.y + along.y * u + along.x * offset };
}

export class Builder {
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
export interface Spot {
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

/** What everything that builds the graph stands on: the part of the house that is looked at, laid out in plan. */
export interface Ground {
  b: Builder;
  site: Site;
  places: readonly WantPlace[];
  options: FramingOptions;
  /** of the cable, by length */
  price: number;
  plans: readonly RoomPlan[];
  rooms: ReadonlyMap<string, Room>;
  walls: ReadonlyMap<string, Wall>;
  /** where each wall lies in plan */
  sides: Map<string, PlanSide>;
  /** wanted walls that nobody has put into the plan: laid apart from all that is drawn */
  apart: Set<string>;
}
export const levelOfWall = ({ rooms, sides }: Ground, wall: Wall): number => {
  const room = rooms.get(sides.get(wall.id)?.roomId ?? '');
  return room ? levelOf(room) : 0;
};
/** How high the floor of a wall’s room lies. mm */
export const floorOf = (g: Ground, wall: Wall): number => levelOfWall(g, wall) * STOREY_MM;
/** Which of several plans that don’t hang together a wall lies in; −1 where it lies in none. */
export const groupOf = ({ plans, sides }: Ground, wallId: string): number =>
  plans.find((p) => p.room.id === sides.get(wallId)?.roomId)?.group ?? -1;

/** What lies over a room; over one below the ground floor there is a floor, said or not. */
export const overOf = (room: Room): Room['above'] => room.above ?? (levelOf(room) < 0 ? 'floor' : undefined);

export const spotName = (spot: Spot): string => spot.box?.name ?? spot.panel ?? 'the wanted place';
export const meshKey = (u: number, z: number): string => `${Math.round(u)}|${Math.round(z)}`;

export const blockedByOpening = (wall: Wall, u1: number, u2: number, z1: number, z2: number): boolean => {
  const [left, right, low, high] = [Math.min(u1, u2), Math.max(u1, u2), Math.min(z1, z2), Math.max(z1, z2)];
  return wall.openings.some(
    (o) => o.x.mm < right + 1 && o.x.mm + o.width.mm > left - 1 && o.z.mm < high + 1 && o.z.mm + o.height.mm > low - 1,
  );
};

/** Points on a face where lines of interest cross, joined to their neighbours. */
export function meshOf(
  b: Builder,
  wall: Wall,
  side: PlanSide,
  space: Space,
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

/** A wall, or the part of a shelf at it, that a track lies on, in words. */
export function trackedOn(site: Site, node: Pick<FrameNode, 'wallId' | 'part'>): string {
  const wall = site.walls.find((w) => w.id === node.wallId)!;
  const fixture = node.part && wall.fixtures?.find((f) => f.id === node.part!.fixtureId);
  return fixture ? `${node.part!.is} of the ${builtInName(fixture)} at ${wall.name}` : wall.name;
}
