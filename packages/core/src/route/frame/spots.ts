/** Points of interest on the walls: boxes, panels, the places that are wanted, and the heights worth crossing studs at. */
import { BOX_KINDS } from '../../catalog/index.js';
import { inches } from '../../measure/index.js';
import { boxRect, panelsOf, standsOut, uXOf, type FaceId, type Fixture, type Space, type Wall } from '../../model/index.js';
import { beforeWall, floorOf, planPoint, type Ground, type Spot } from './graph.js';

export const HALF_BOX_HIGH_MM = inches(3.75) / 2;
const HALF_SURFACE_BOX_MM = BOX_KINDS['surface-1g'].heightMm / 2;
/** From the bottom of a panel to where cables go in (common practice). */
const INTO_PANEL_MM = 350;
/** A spot lies at least so far below the top of its wall. */
const BELOW_TOP_MM = 50;
const WANTED_BELOW_TOP_MM = 10;

export interface Spots {
  spots: Spot[];
  /** box or panel by id → its node */
  boxes: Map<string, number>;
  /** node of each wanted place */
  places: number[];
}

function nodeOf(g: Ground, wall: Wall, u: number, z: number, space: Space, front?: Fixture): number {
  const side = g.sides.get(wall.id);
  const p = side ? planPoint(wall, side, u, front && beforeWall(wall, side, front.face, standsOut(front).mm)) : { x: 0, y: 0 };
  const part = front && { part: { fixtureId: front.id, is: 'front' as const, outMm: standsOut(front).mm } };
  return g.b.node({ space, ...p, z: floorOf(g, wall) + z, wallId: wall.id, u, up: z, ...part });
}
const frontAt = (wall: Wall, face: FaceId, id: string | undefined): Fixture | undefined =>
  id === undefined ? undefined : wall.fixtures?.find((f) => f.id === id && f.face === face);
function notInPlan({ b, sides, apart }: Ground, node: number, wall: Wall): void {
  if (!sides.has(wall.id) || apart.has(wall.id))
    b.gap(node, 'not said', `nobody walked round a room that ${wall.name} belongs to, so where it lies is not known`);
}

/** Boxes and panels of the part that is looked at, then the places that are wanted. */
export function spotsOf(g: Ground): Spots {
  const { site, walls, sides, options } = g;
  const spots: Spot[] = [];
  const boxes = new Map<string, number>();
  const seen = (wall: Wall): boolean => !options.region || sides.has(wall.id);
  for (const box of site.boxes) {
    const wall = walls.get(box.wallId);
    const rect = wall && boxRect(wall, box);
    if (!wall || !rect || !seen(wall)) continue;
    const z = (rect.bottom + rect.top) / 2;
    const front = frontAt(wall, box.face, box.inFront);
    const node = nodeOf(g, wall, rect.centre, z, `feed/${box.id}`, front);
    boxes.set(box.id, node);
    spots.push({ wallId: wall.id, face: box.face, u: rect.centre, z, node, box, ...(front ? { front } : {}) });
    notInPlan(g, node, wall);
  }
  for (const { id, panel } of panelsOf(site)) {
    const hung = panel.place;
    const wall = hung && walls.get(hung.wallId);
    if (!hung || !wall || !seen(wall)) continue;
    const u = uXOf(wall, hung.face, hung.fromLeft.mm);
    const z = Math.min(hung.bottom.mm + INTO_PANEL_MM, wall.height.mm - BELOW_TOP_MM);
    const node = nodeOf(g, wall, u, z, `feed/${id}`);
    boxes.set(id, node);
    spots.push({ wallId: wall.id, face: hung.face, u, z, node, panel: panel.name });
  }
  return { spots, boxes, places: wantedSpots(g, spots) };
}

function wantedSpots(g: Ground, spots: Spot[]): number[] {
  const { walls, options } = g;
  const roomOf = (s: Spot): string => walls.get(s.wallId)!.faces[s.face].roomId;
  return g.places.map((p, i) => {
    const wall = walls.get(p.wallId)!;
    const u = uXOf(wall, p.face, p.fromLeft.mm);
    const half = options.surfaceOnly ? HALF_SURFACE_BOX_MM : HALF_BOX_HIGH_MM;
    const own = Math.min(p.bottom.mm + half, wall.height.mm - WANTED_BELOW_TOP_MM);
    // boxes that hang in one line by eye are in one line to the cable
    const room = wall.faces[p.face].roomId;
    const front = frontAt(wall, p.face, p.inFront);
    const z = spots.find((s) => s.box && s.front === front && roomOf(s) === room && Math.abs(s.z - own) < inches(1))?.z ?? own;
    const node = nodeOf(g, wall, u, z, `place/${i}`, front);
    spots.push({ wallId: wall.id, face: p.face, u, z, node, ...(front ? { front } : {}) });
    notInPlan(g, node, wall);
    return node;
  });
}

/** Heights that are worth crossing studs at in a wall: those of all spots in the rooms on both sides of it. */
export function levelsOf({ walls, rooms }: Ground, spots: readonly Spot[]): (wall: Wall) => number[] {
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
  return (wall) => {
    const own = [wall.faces.A.roomId, wall.faces.B.roomId].filter((id) => rooms.get(id)?.sides?.length);
    const zs = [...(onWall.get(wall.id) ?? []), ...own.flatMap((id) => inRoom.get(id) ?? [])];
    return [...new Set(zs.map(Math.round))].sort((x, y) => x - y);
  };
}
