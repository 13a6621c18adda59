/**
 * What is in this wall, at one point of it? Everything that is known of both faces, what jobs built there, and, marked as guesses, what walls
 * of this kind usually hold there. A guess is never more than that: it says where to look before the drill goes in.
 */
import { thingRect } from '../layout/index.js';
import { inches } from '../measure/index.js';
import {
  baysLooked, boxRect, boxCentreX, panelsOf, studPlaces, uXOf,
  type Box, type Cable, type CableWay, type House, type Job, type RoomUse, type Site, type Wall, type WayHole,
} from '../model/index.js'; // prettier-ignore
import type { FromPhoto } from '../photo/index.js';

export type HowKnown = 'seen' | 'as built' | 'from a photo' | 'planned' | 'reckoned' | 'a guess';
/** The surest first. */
export const HOW_KNOWN: readonly HowKnown[] = ['seen', 'as built', 'from a photo', 'planned', 'reckoned', 'a guess'];

export interface InWall {
  id: string;
  what: string;
  how: HowKnown;
  /** how it is known or why it is guessed */
  says: string;
  /** from the point to its nearest part, mm; 0: the point lies on it */
  awayMm: number;
}

/** A point of a wall: along face A from its left end, and up from the floor, mm. */
export interface WallPoint {
  x: number;
  z: number;
}

/** Nearer than a hand's breadth to each side is "here": 8 in (common practice). */
export const HERE_MM = inches(8);
/** A cable that leaves a box by its top or bottom stays near that line until it is fastened: 8 in (334.30, memory: within 8 or 12 in). */
const CABLE_DRIFT_MM = inches(4);

const awayFromRect = (at: WallPoint, r: { left: number; right: number; bottom: number; top: number }): number =>
  Math.hypot(Math.max(r.left - at.x, 0, at.x - r.right), Math.max(r.bottom - at.z, 0, at.z - r.top));

/** From a point to a line of points, mm. */
export function awayFromLine(at: WallPoint, line: readonly { u: number; z: number }[]): number {
  if (line.length === 0) return Infinity;
  if (line.length === 1) return Math.hypot(at.x - line[0]!.u, at.z - line[0]!.z);
  return Math.min(
    ...line.slice(1).map((b, i) => {
      const a = line[i]!;
      const [dx, dz] = [b.u - a.u, b.z - a.z];
      const square = dx * dx + dz * dz;
      const t = square === 0 ? 0 : Math.min(1, Math.max(0, ((at.x - a.u) * dx + (at.z - a.z) * dz) / square));
      return Math.hypot(at.x - a.u - t * dx, at.z - a.z - t * dz);
    }),
  );
}

interface LaidCable {
  cable: Cable;
  way: CableWay;
  job: string;
  built: boolean;
}
/** Cables whose way is known: those of closed jobs as they were built, and those that open jobs plan. */
export function laidCables(house: House, jobs: readonly Job[]): LaidCable[] {
  const built = (house.history ?? []).flatMap((h) =>
    h.changes.flatMap((c) => (c.do === 'run-cable' && c.way ? [{ cable: c.cable, way: c.way, job: h.jobName, built: true }] : [])),
  );
  const planned = jobs
    .filter((j) => !j.closed && j.houseId === house.id)
    .flatMap((j) => j.changes.flatMap((c) => (c.do === 'run-cable' && c.way ? [{ cable: c.cable, way: c.way, job: j.name, built: false }] : [])));
  return [...built, ...planned];
} // prettier-ignore

const WET: Partial<Record<RoomUse, string>> = {
  kitchen: 'a kitchen', bathroom: 'a bathroom', laundry: 'a laundry', utility: 'a utility room',
}; // prettier-ignore

const holeWords = (hole: WayHole): string => `hole in the ${hole.member}${hole.count > 1 ? `, ${hole.count} of them` : ''}`;

function things(site: Site, wall: Wall, at: WallPoint): InWall[] {
  const list: InWall[] = [];
  const add = (id: string, what: string, how: HowKnown, says: string, awayMm: number) => list.push({ id, what, how, says, awayMm });
  const surely = (known: string): HowKnown => (known === 'assumed' ? 'reckoned' : 'seen');
  for (const o of wall.obstacles) {
    const rect = thingRect(o);
    add(o.id, o.kind === 'unknown' ? 'something' : o.kind.replace('-', ' '), surely(o.x.known), o.x.known === 'assumed' ? 'put down and not measured' : `${o.x.known}${o.behindA ? '' : '; how deep is not known'}`, awayFromRect(at, rect)); // prettier-ignore
  }
  for (const o of wall.openings) {
    const rect = thingRect(o);
    const away = awayFromRect(at, rect);
    add(o.id, o.kind, surely(o.x.known), 'an opening of the wall', away);
    // king and jack stud beside it, header over it
    const beside = awayFromRect(at, {
      ...rect,
      left: rect.left - inches(3),
      right: rect.right + inches(3),
      bottom: 0,
      top: wall.height.mm,
    });
    if (away > 0 && beside === 0 && at.z < rect.top) add(`${o.id}-jack`, `doubled studs beside the ${o.kind}`, 'a guess', 'an opening is framed with two studs at each side (common practice)', 0); // prettier-ignore
    if (away > 0 && at.x >= rect.left && at.x <= rect.right && at.z > rect.top && at.z - rect.top < inches(11)) add(`${o.id}-header`, `header over the ${o.kind}`, 'a guess', 'an opening has a header over it (common practice)', 0); // prettier-ignore
  }
  for (const box of site.boxes.filter((b) => b.wallId === wall.id)) {
    const rect = boxRect(wall, box);
    if (rect) add(box.id, box.name, surely(box.place.distance.known), `box on the side of ${roomName(site, wall, box.face)}`, awayFromRect(at, rect)); // prettier-ignore
  }
  const half = wall.framing.studWidth.mm / 2;
  const studs = studPlaces(wall).map((s, i) => ({ ...s, i, away: Math.max(0, Math.abs(s.x - at.x) - half) }));
  for (const s of studs.sort((a, b) => a.away - b.away).slice(0, 2))
    add(s.id, `stud ${s.i + 1}`, s.known === 'guessed' || s.known === 'assumed' ? 'reckoned' : 'seen', s.known === 'guessed' ? 'by the rhythm of the others' : s.known, s.away); // prettier-ignore
  return list;
}

const roomName = (site: Site, wall: Wall, face: 'A' | 'B'): string => site.rooms.find((r) => r.id === wall.faces[face].roomId)?.name ?? `face ${face}`; // prettier-ignore

function asBuilt(house: House, jobs: readonly Job[], wall: Wall, at: WallPoint): InWall[] {
  return laidCables(house, jobs).flatMap(({ cable, way, job, built }): InWall[] => {
    const how: HowKnown = built ? 'as built' : 'planned';
    const by = built ? `laid by “${job}”` : `“${job}” plans it here`;
    const legs = way.legs.filter((l) => l.onWall?.wallId === wall.id);
    const line = legs.length ? Math.min(...legs.map((l) => awayFromLine(at, l.onWall!.points))) : Infinity;
    const holes = way.holes.filter((h) => h.onWall?.wallId === wall.id);
    const openings = way.openings.filter((o) => o.wallId === wall.id);
    return [
      ...(legs.length ? [{ id: cable.id, what: cable.name, how, says: by, awayMm: line }] : []),
      ...holes.map((h) => ({ id: `${cable.id}-${h.id}`, what: holeWords(h), how, says: by, awayMm: Math.hypot(h.onWall!.u - at.x, h.onWall!.z - at.z) })),
      ...openings.map((o) => ({ id: `${cable.id}-${o.id}`, what: built ? 'patched opening' : 'opening to be cut', how, says: `${o.what}; ${by}`, awayMm: awayFromRect(at, o) })),
    ];
  }); // prettier-ignore
}

/** Cables of a box whose way nobody knows: by the side they come in, else up or down; and straight across to a box of the same wall. */
function likely(house: House, jobs: readonly Job[], wall: Wall, at: WallPoint): InWall[] {
  const { site } = house;
  const known = new Set(laidCables(house, jobs).filter((l) => l.built).map((l) => l.cable.id)); // prettier-ignore
  const inThis = new Map(site.boxes.filter((b) => b.wallId === wall.id).map((b) => [b.id, b]));
  return site.cables.flatMap((cable): InWall[] => {
    if (known.has(cable.id)) return [];
    const here = cable.ends.map((end) => ({ end, box: end.boxId === undefined ? undefined : inThis.get(end.boxId) })).filter((e): e is { end: Cable['ends'][0]; box: Box } => e.box !== undefined); // prettier-ignore
    if (here.length === 2) {
      const line = here.flatMap(({ box }) => (boxCentreX(wall, box) === undefined ? [] : [{ u: boxCentreX(wall, box)!, z: box.place.bottom.mm + inches(2) }]));
      return line.length === 2
        ? [{ id: cable.id, what: cable.name, how: 'a guess', says: `both its boxes are on this wall: it may run straight between them, or up and over`, awayMm: awayFromLine(at, line) }]
        : [];
    } // prettier-ignore
    return here.flatMap(({ end, box }): InWall[] => {
      const rect = boxRect(wall, box);
      if (!rect) return [];
      const band = { left: rect.left - CABLE_DRIFT_MM, right: rect.right + CABLE_DRIFT_MM };
      const up = end.side === undefined || end.side === 'top';
      const down = end.side === undefined || end.side === 'bottom';
      const aside = end.side === 'left' || end.side === 'right' || end.side === 'back';
      const far = cable.ends[cable.ends[0] === end ? 1 : 0].label;
      const to = far ? `, from ${far}` : '';
      const why = end.side === undefined ? 'from which side it comes in was not noted' : `it comes in at the ${end.side}`;
      const say = (which: string, away: number): InWall => ({ id: `${cable.id}-${which}`, what: cable.name, how: 'a guess', says: `${why} of ${box.name}${to}: likely ${which}`, awayMm: away }); // prettier-ignore
      return [
        ...(up ? [say('up from there', awayFromRect(at, { ...band, bottom: rect.top, top: wall.height.mm }))] : []),
        ...(down ? [say('down from there', awayFromRect(at, { ...band, bottom: 0, top: rect.bottom }))] : []),
        ...(aside ? [say('through the studs beside it', awayFromRect(at, { left: rect.left - inches(24), right: rect.right + inches(24), bottom: rect.bottom - CABLE_DRIFT_MM, top: rect.top + CABLE_DRIFT_MM }))] : []), // prettier-ignore
      ];
    });
  });
}

function wet(site: Site, wall: Wall): InWall[] {
  return (['A', 'B'] as const).flatMap((face) => {
    const room = site.rooms.find((r) => r.id === wall.faces[face].roomId);
    const words = room?.use && WET[room.use];
    return room && words
      ? [{ id: `wet-${face}`, what: 'water or drain pipes', how: 'a guess' as const, says: `${room.name} on that side is ${words}: pipes stand in its walls, most of all below and behind what uses water`, awayMm: 0 }]
      : [];
  }); // prettier-ignore
}

/** Over and under a panel all cables of the house come together. */
function atPanels(house: House, wall: Wall, at: WallPoint): InWall[] {
  return panelsOf(house.site).flatMap(({ id, panel }) => {
    const on = panel.place;
    if (on?.wallId !== wall.id) return [];
    const x = uXOf(wall, on.face, on.fromLeft.mm);
    const rect = { left: x - inches(9), right: x + inches(9), bottom: 0, top: wall.height.mm };
    return [{ id: `panel-${id}`, what: `cables to the ${panel.name}`, how: 'a guess' as const, says: 'above and below a panel the cables of the house come together', awayMm: awayFromRect(at, rect) }]; // prettier-ignore
  });
}

export interface InWallAnswer {
  /** within a hand's breadth of the point, the surest and nearest first */
  here: InWall[];
  /** on this wall, further off, that a drill could still meet: the nearest of each kind */
  near: InWall[];
  /** what nobody knows there */
  unknown: string[];
}

/**
 * @param at along face A from its left end, and up from the floor, mm
 * @param photos points that were measured in photos, on this wall or others
 */
export function inWall(house: House, jobs: readonly Job[], photos: readonly FromPhoto[], wallId: string, at: WallPoint): InWallAnswer {
  const wall = house.site.walls.find((w) => w.id === wallId);
  if (!wall) return { here: [], near: [], unknown: ['There is no such wall.'] };
  const fromPhotos = photos
    .filter((p) => p.wallId === wallId)
    .map((p): InWall => ({ id: p.id, what: p.name || 'a point', how: 'from a photo', says: `± ${Math.round(p.plusMinusMm)} mm`, awayMm: Math.max(0, Math.hypot(uXOf(wall, p.face, p.x) - at.x, p.up - at.z) - p.plusMinusMm) })); // prettier-ignore
  const all = [...things(house.site, wall, at), ...asBuilt(house, jobs, wall, at), ...fromPhotos, ...likely(house, jobs, wall, at), ...atPanels(house, wall, at), ...wet(house.site, wall)]; // prettier-ignore
  const order = (a: InWall, b: InWall) => HOW_KNOWN.indexOf(a.how) - HOW_KNOWN.indexOf(b.how) || a.awayMm - b.awayMm;
  const unknown: string[] = [];
  if (!baysLooked(wall, { left: at.x, right: at.x }))
    unknown.push('Nobody looked into this bay: what is not listed may be there all the same.');
  for (const face of ['A', 'B'] as const) {
    const room = house.site.rooms.find((r) => r.id === wall.faces[face].roomId);
    const looked = (room?.sides?.length ?? 0) > 0 || house.site.boxes.some((b) => b.wallId === wall.id && b.face === face);
    if (!looked && room?.id !== undefined && room.use !== 'outdoors') unknown.push(`Nobody walked round ${roomName(house.site, wall, face)}: boxes and pipes of that side may only not have been entered.`); // prettier-ignore
  }
  if (at.x < 0 || at.x > wall.length.mm || at.z < 0 || at.z > wall.height.mm) unknown.push('That point is not on the wall.');
  return {
    here: all.filter((i) => i.awayMm <= HERE_MM).sort(order),
    near: all.filter((i) => i.awayMm > HERE_MM && i.awayMm < inches(24)).sort(order),
    unknown,
  }; // prettier-ignore
}
