/** The points of a way: where each node of the graph really lies, and how the cable turns between them. mm */
import type { Point } from '../../layout/index.js';
import { inches, type LengthUnit } from '../../measure/index.js';
import type { Edition, FaceId, Schools, Site, Wall } from '../../model/index.js';
import { isSpace, uXOf } from '../../model/index.js';
import { planPoint, type Framing, type FrameEdge, type FrameNode } from '../frame/index.js';
import type { Spot3 } from '../traced.js';

export interface TraceInput {
  site: Site;
  framing: Framing;
  /** from the feed to the wanted place */
  nodes: number[];
  edges: FrameEdge[];
  edition: Edition;
  unit: LengthUnit;
  schools: Pick<Schools, 'compound'>;
  /** left free in each box, and sheath inside it */
  freeEndsMm: [number, number];
  sheathMm: number;
  /** laid where one can reach it all the way: nothing is fished, and no loop is left */
  open?: boolean;
  /** a point that the cable has to pass: a leg that has it goes there, and no shorter */
  via?: { space: string; x: number; y: number } | undefined;
}

/** A way that is traced: its nodes, and where each of them really lies. */
export interface Tracing extends TraceInput {
  list: FrameNode[];
  /** along face A of the wall that a point lies in */
  u: (number | undefined)[];
  at: Spot3[];
}
export const tracing = (input: TraceInput): Tracing => ({
  ...input,
  list: input.nodes.map((n) => input.framing.nodes[n]!),
  ...places(input),
});
export const wallIn = ({ site }: Pick<Tracing, 'site'>, id: string): Wall => site.walls.find((w) => w.id === id)!;

/** Room that a cable keeps from the stud beside it (common practice). */
const CLEAR_MM = 20;
/** A box or a wanted place, that belongs to what it opens into. */
export const isSpot = (n: FrameNode): boolean => isSpace(n.space, 'feed', 'place');

/** Face of a wall that is opened: that of the wanted place, else of the feed, else one that is indoors. */
export function faceOpened({ site, edges }: Tracing, wall: Wall): FaceId {
  const spot = [...edges].reverse().find((e) => e.wallId === wall.id && e.face)?.face;
  if (spot) return spot;
  const indoors = (f: FaceId) => site.rooms.find((r) => r.id === wall.faces[f].roomId)?.sides !== undefined;
  return indoors('A') ? 'A' : 'B';
}
/** The end of a wall that is nearer to a bay: where its corner is. */
export const endOf = (wall: Wall, x: number): number => (x < wall.length.mm / 2 ? 0 : wall.length.mm);
export function pointOn({ framing }: Tracing, wall: Wall, x: number): Point {
  const side = framing.sides.get(wall.id);
  return side ? planPoint(wall, side, x) : { x: 0, y: 0 };
}
/** A place along a wall in words, from its nearer end as it is seen from the face that is opened. */
export function fromEnd(t: Tracing, wall: Wall, x: number, say: (mm: number) => string): string {
  const left = uXOf(wall, faceOpened(t, wall), x);
  const right = wall.length.mm - left;
  return left <= right ? `${say(left)} from the left end of ${wall.name}` : `${say(right)} from the right end of ${wall.name}`;
}

/** Where each point of the way really lies: a cable goes straight up a bay, and turns in a space only where it must. */
function places(input: TraceInput): { u: (number | undefined)[]; at: Spot3[] } {
  const { framing, nodes, site } = input;
  const list = nodes.map((n) => framing.nodes[n]!);
  const wallOf = (id: string): Wall => site.walls.find((w) => w.id === id)!;
  const u: (number | undefined)[] = [];
  list.forEach((n, i) => {
    if (!n.bay) return u.push(n.u);
    const [low, high] = [n.bay.left + CLEAR_MM, n.bay.right - CLEAR_MM];
    const before = i > 0 && list[i - 1]!.wallId === n.wallId ? u[i - 1] : undefined;
    const ahead = list.slice(i).findIndex((m) => m.wallId !== n.wallId);
    const onWall = ahead < 0 ? list.slice(i) : list.slice(i, i + ahead);
    const spot = onWall.find(isSpot)?.u;
    const wish = spot !== undefined && spot > n.bay.left && spot < n.bay.right ? spot : (before ?? spot ?? n.u!);
    return u.push(low > high ? (n.bay.left + n.bay.right) / 2 : Math.min(high, Math.max(low, wish)));
  });
  const at = list.map((n, i): Spot3 => {
    const side = n.wallId ? framing.sides.get(n.wallId) : undefined;
    if (!side || u[i] === undefined) return { x: n.x, y: n.y, z: n.z };
    // on a shelf it lies before the wall, where its node does
    return n.part ? { x: n.x, y: n.y, z: n.z } : { ...planPoint(wallOf(n.wallId!), side, u[i]), z: n.z };
  });
  return { u, at };
}

/** Corners between two exact points by way of a grid: the grid says how it turns, the points say where. */
export function squared(from: Point, grid: readonly Point[], to: Point, free: (p: Point) => boolean): Point[] {
  const inner = grid.filter((p, i) => i === 0 || i === grid.length - 1 || !straight(grid[i - 1]!, p, grid[i + 1]!));
  const [a, b] = [inner[0] ?? from, inner.at(-1) ?? to];
  // one corner will do where nothing is in its way
  for (const corner of [
    { x: b.x, y: a.y },
    { x: a.x, y: b.y },
  ])
    if (inner.length <= 2 || (lineFree(a, corner, free) && lineFree(corner, b, free))) {
      const bent = Math.abs(corner.x - b.x) < 1 ? { x: to.x, y: from.y } : { x: from.x, y: to.y };
      return [from, bent, to].filter((p, i, all) => i === 0 || Math.hypot(p.x - all[i - 1]!.x, p.y - all[i - 1]!.y) > 1);
    }
  const path = inner.map((p) => ({ ...p }));
  const slide = (i: number, next: number, end: Point): void => {
    const [p, q] = [path[i]!, path[next]!];
    if (Math.abs(p.x - q.x) < 1) path[i]!.x = path[next]!.x = end.x;
    else path[i]!.y = path[next]!.y = end.y;
  };
  slide(0, 1, from);
  slide(path.length - 1, path.length - 2, to);
  return [from, ...path.slice(1, -1), to];
}
const straight = (a: Point, b: Point, c: Point): boolean =>
  (Math.abs(a.x - b.x) < 1 && Math.abs(b.x - c.x) < 1) || (Math.abs(a.y - b.y) < 1 && Math.abs(b.y - c.y) < 1);
function lineFree(a: Point, b: Point, free: (p: Point) => boolean): boolean {
  const steps = Math.max(1, Math.round((Math.abs(a.x - b.x) + Math.abs(a.y - b.y)) / inches(16)));
  for (let i = 0; i <= steps; i++) if (!free({ x: a.x + ((b.x - a.x) * i) / steps, y: a.y + ((b.y - a.y) * i) / steps })) return false;
  return true;
}
export const lengthOf = (path: readonly Spot3[]): number =>
  path.slice(1).reduce((s, p, i) => s + Math.abs(p.x - path[i]!.x) + Math.abs(p.y - path[i]!.y) + Math.abs(p.z - path[i]!.z), 0);
