/** Where the boxes of an alteration are: the one the cable leaves, the one that is new, and in what they sit. */
import { BOX_KINDS, isUkBox, type UkBoxId } from '../catalog/index.js';
import { finalOf } from '../finals/index.js';
import { roomPlans, type Point } from '../layout/index.js';
import {
  assumed,
  boxRect,
  finishThicknessMm,
  NOT_ENTERED,
  uXOf,
  type Alteration,
  type Box,
  type BoxRect,
  type FaceId,
  type Final,
  type FinalPoint,
  type JobInBook,
  type Room,
  type RoomUse,
  type Site,
  type UkSchools,
  type Wall,
} from '../model/index.js';

/** A box on a face of a wall, with all that is looked up for it. */
export interface Spot {
  wall: Wall;
  face: FaceId;
  /** undefined: nobody entered it */
  room: Room | undefined;
  box: Box;
  rect: BoxRect;
  /** middle over the floor, mm */
  z: number;
}

/** A box on its wall; undefined where its wall or its reference is gone. */
export function spotOf(site: Site, box: Box | undefined): Spot | undefined {
  const wall = box && site.walls.find((w) => w.id === box.wallId);
  const rect = wall && boxRect(wall, box);
  if (!box || !wall || !rect) return undefined;
  const room = site.rooms.find((r) => r.id === wall.faces[box.face].roomId && r.id !== NOT_ENTERED);
  return { wall, face: box.face, room, box, rect, z: (rect.bottom + rect.top) / 2 };
}

/** In masonry boxes are let in and cables chased; in studs and board they hang behind it. */
export const isSolid = (wall: Wall): boolean => wall.framing.material === 'masonry';
/** Of a preset nothing is known. */
export const buildKnown = (wall: Wall): boolean => !wall.framing.presets?.includes('material');
/** Somebody went over it with a detector, or looked in. */
export const wallLooked = (wall: Wall): wall is Wall & { bayLooked: NonNullable<Wall['bayLooked']> } => wall.bayLooked !== undefined;
/** Plaster or board of a face, mm; undefined while it is only taken. */
export const finishMm = (wall: Wall, face: FaceId): number | undefined =>
  wall.faces[face].layers.length > 0 && wall.faces[face].layers.every((l) => l.thickness.known !== 'assumed')
    ? finishThicknessMm(wall, face)
    : undefined;
/** The leaf, or the depth of the cavity between boards, mm; undefined while it is only taken. */
export const leafMm = (wall: Wall): number | undefined =>
  wall.framing.studDepth.known === 'assumed' ? undefined : wall.framing.studDepth.mm;

/** Uses of a place where rain falls. */
export const OUTSIDE: ReadonlySet<RoomUse> = new Set<RoomUse>(['outdoors', 'deck']);
/** The kind of box that goes into a wall when nobody chose one: let in or lined, for what goes into it. */
export function usualBox(
  wall: Wall | undefined,
  kind: Alteration['outlet']['kind'],
  metalMm: UkSchools['boxDepth'],
  use?: RoomUse,
): UkBoxId {
  const gang = kind === 'twin' ? '2g' : '1g';
  if (use !== undefined && OUTSIDE.has(use)) return `back-weather-50-${gang}`;
  const lined = kind === 'fused unit' ? 47 : 35;
  return wall && !isSolid(wall) ? `back-lined-${lined}-${gang}` : `back-metal-${kind === 'fused unit' ? 47 : metalMm}-${gang}`;
}
export const depthOf = (box: Box): number | undefined => box.depth?.mm ?? (box.kind === 'other' ? undefined : BOX_KINDS[box.kind].depthMm);
/** A box let into masonry or screwed to a stud, of metal: it needs an earth lead of its own. */
export const isMetal = (box: Box): boolean | undefined =>
  box.kind === 'other' ? (box.material === undefined ? undefined : box.material === 'metal') : BOX_KINDS[box.kind].material === 'metal';
export const ukKind = (box: Box): UkBoxId | undefined => (isUkBox(box.kind) ? box.kind : undefined);

/** What an alteration is about, looked up in what is found. */
export interface Subject {
  alteration: Alteration;
  final: Final | undefined;
  point: FinalPoint | undefined;
  /** the box that the cable leaves, or that is enlarged or moved */
  from: Spot | undefined;
}
export function subjectOf(job: JobInBook): Subject | undefined {
  const { alteration, found } = job;
  if (!alteration) return undefined;
  const final = alteration.finalId === undefined ? undefined : finalOf(found, alteration.finalId);
  const point = final?.points.find((p) => p.id === alteration.pointId);
  const box = found.boxes.find((b) => b.id === point?.boxId);
  return { alteration, final, point, from: spotOf(found, box) };
}

/** Where a spot lies in plan, mm; undefined where nobody walked round its room. */
export function planPoint(site: Site, spot: Spot): { at: Point; group: number } | undefined {
  for (const plan of roomPlans(site)) {
    const side = plan.sides.find((s) => s.wallId === spot.wall.id && s.face === spot.face);
    if (!side) continue;
    const share = uXOf(spot.wall, spot.face, spot.rect.centre) / spot.wall.length.mm;
    return {
      at: { x: side.from.x + (side.to.x - side.from.x) * share, y: side.from.y + (side.to.y - side.from.y) * share },
      group: plan.group,
    };
  }
  return undefined;
}

type At = Pick<Box, 'id' | 'name' | 'wallId' | 'face' | 'place'>;
/** Usual size of a consumer unit, mm (common practice): only its place counts. */
const UNIT = { widthMm: 300, heightMm: 250, depthMm: 110 } as const;
export const consumerUnitBox = (at: At): Box => ({
  ...at,
  ...{ kind: 'other', gangs: 1, supportFittings: 0, width: assumed(UNIT.widthMm), height: assumed(UNIT.heightMm), depth: assumed(UNIT.depthMm) },
}); // prettier-ignore
const BODY_MM = { single: 73, twin: 133, height: 73 } as const;
/** A box as it was found: of the catalogue where somebody looked, else of its usual front and a depth that nobody knows. */
export const ukBoxOf = (at: At, kind: string | undefined, twin: boolean): Box =>
  kind !== undefined && isUkBox(kind)
    ? { ...at, kind, gangs: BOX_KINDS[kind].gangs, supportFittings: 0 }
    : {
        ...at,
        kind: 'other',
        gangs: twin ? 2 : 1,
        supportFittings: 0,
        width: assumed(twin ? BODY_MM.twin : BODY_MM.single),
        height: assumed(BODY_MM.height),
      };
/** The same box, of another kind. */
export const withUkKind = ({ width: _w, height: _h, depth: _d, volumeIn3: _v, material: _m, clamps: _c, ...box }: Box, kind: UkBoxId): Box => ({ ...box, kind, gangs: BOX_KINDS[kind].gangs }); // prettier-ignore
