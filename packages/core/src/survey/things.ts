/**
 * Everything that can be selected on a wall, under one shape: where it lies, what a tape can set, and how it moves.
 * Boxes, studs, obstacles, doors and windows, fixtures, references. mm; x along face A, z above the floor.
 */
import { BOX_KINDS, isUkBox, FINISHES } from '../catalog/index.js';
import { inches, snapToTape, type LengthUnit } from '../measure/index.js';
import {
  idOf,
  assumed,
  boxBody,
  boxRect,
  distanceForCentre,
  studPlaces,
  type Box,
  type FaceId,
  type Fixture,
  type MeasuredLength,
  type Obstacle,
  type Opening,
  type Site,
  type Wall,
  uXOf,
} from '../model/index.js';
import { siteWithoutBoxes } from './removal.js';

export type ThingKind = 'box' | 'stud' | 'obstacle' | 'opening' | 'fixture' | 'reference';
export interface Thing {
  id: string;
  kind: ThingKind;
  name: string;
  /** undefined: seen from both faces */
  face: FaceId | undefined;
  left: number;
  right: number;
  bottom: number;
  top: number;
  /** how its place is known */
  known: MeasuredLength['known'] | 'guessed';
  /** guessed studs and the like have no entry of their own in the document until somebody moves them */
  stored: boolean;
}

/** What can be set of a thing by the tape. */
export type Measure = 'left' | 'right' | 'centre' | 'bottom' | 'top' | 'width' | 'height' | 'depth';

export const fixtureName = (kind: Fixture['kind']): string => kind.replace('-', ' ');

/** Documents are immutable values, so what was listed of one stays right: a redraw asks for the same list many times. */
const listed = new WeakMap<Site, WeakMap<Wall, Thing[]>>();

/** All things of a wall, left to right. Things of the other face are there too; the drawing decides what it shows. Not to be changed in place. */
export function thingsOf(site: Site, wall: Wall): Thing[] {
  let ofSite = listed.get(site);
  if (!ofSite) listed.set(site, (ofSite = new WeakMap()));
  let things = ofSite.get(wall);
  if (!things) ofSite.set(wall, (things = listThings(site, wall)));
  return things;
}

function listThings(site: Site, wall: Wall): Thing[] {
  const things: Thing[] = [];
  const rect = (
    id: string,
    kind: ThingKind,
    name: string,
    face: FaceId | undefined,
    x: number,
    z: number,
    width: number,
    height: number,
    known: Thing['known'],
    stored = true,
  ) => things.push({ id, kind, name, face, left: x, right: x + width, bottom: z, top: z + height, known, stored });
  const half = wall.framing.studWidth.mm / 2;
  const extra = new Set(wall.framing.extraStuds.map((s) => s.id));
  studPlaces(wall).forEach((s, i) =>
    rect(s.id, 'stud', `stud ${i + 1}`, undefined, s.x - half, 0, 2 * half, wall.height.mm, s.known, extra.has(s.id)),
  );
  for (const o of wall.obstacles) rect(o.id, 'obstacle', o.kind, undefined, o.x.mm, o.z.mm, o.width.mm, o.height.mm, o.x.known);
  const count = { door: 0, window: 0 };
  for (const o of wall.openings) {
    count[o.kind] += 1;
    rect(
      o.id,
      'opening',
      count[o.kind] > 1 ? `${o.kind} ${count[o.kind]}` : o.kind,
      undefined,
      o.x.mm,
      o.z.mm,
      o.width.mm,
      o.height.mm,
      o.x.known,
    );
  }
  for (const f of wall.fixtures ?? [])
    rect(f.id, 'fixture', fixtureName(f.kind), f.face, f.x.mm, f.z.mm, f.width.mm, f.height.mm, f.x.known);
  for (const r of wall.references) rect(r.id, 'reference', r.name, undefined, r.x.mm, 0, 0, wall.height.mm, r.x.known);
  for (const b of site.boxes.filter((box) => box.wallId === wall.id)) {
    const at = boxRect(wall, b);
    if (at) rect(b.id, 'box', b.name, b.face, at.left, at.bottom, at.right - at.left, at.top - at.bottom, b.place.distance.known);
  }
  return things.sort((a, b) => a.left - b.left);
}

export const thingById = (site: Site, wall: Wall, id: string): Thing | undefined => thingsOf(site, wall).find((t) => t.id === id);

/** A stud measured this near to one that was only reckoned is that stud, found (common practice: half of it is 3/4 in, a rhythm drifts by as much). */
export const SAME_STUD_MM = inches(3);

/** The reckoned stud that one found at `xMm` is, if any: where the rhythm would have it. */
export function reckonedNear(wall: Wall, xMm: number): number | undefined {
  const near = studPlaces(wall)
    .filter((s) => s.known === 'guessed' && Math.abs(s.x - xMm) <= SAME_STUD_MM)
    .sort((a, b) => Math.abs(a.x - xMm) - Math.abs(b.x - xMm))[0];
  return near?.x;
}

const replaceWall = (site: Site, wall: Wall): Site => ({ ...site, walls: site.walls.map((w) => (w.id === wall.id ? wall : w)) });
const length = (mm: number, said: Partial<MeasuredLength> = {}): MeasuredLength => ({
  mm: Math.round(mm * 10_000) / 10_000,
  known: 'measured',
  ...said,
});
const replace = <T extends { id: string }>(list: T[], item: T): T[] => list.map((x) => (x.id === item.id ? item : x));

/** A thing put so that its left edge and bottom are there; `said` carries the words of the tape for the part that was typed. */
export interface ThingPlace {
  left?: number;
  bottom?: number;
  width?: number;
  height?: number;
  /** box depth, obstacle behind face A, fixture standing out */
  depth?: number;
  /** the left edge only follows from another measure: it stays known as it was */
  keep?: boolean;
  said?: Partial<MeasuredLength>;
}

function placeBox(wall: Wall, box: Box, to: ThingPlace): Box {
  const sized: Box = {
    ...box,
    ...(to.width === undefined ? {} : { width: length(to.width, to.said) }),
    ...(to.height === undefined ? {} : { height: length(to.height, to.said) }),
    ...(to.depth === undefined ? {} : { depth: length(to.depth, to.said) }),
  };
  let next = sized;
  if (to.left !== undefined) {
    const distance = distanceForCentre(wall, sized, to.left + boxBody(sized).widthMm / 2);
    if (distance !== undefined) {
      const flipped = distance < 0;
      const { place } = sized;
      next = {
        ...next,
        place: {
          ...place,
          distance: length(Math.abs(distance)),
          ...(flipped
            ? {
                toward: place.toward === 'left' ? ('right' as const) : ('left' as const),
              }
            : {}),
        },
      };
    }
  }
  if (to.bottom !== undefined) next = { ...next, place: { ...next.place, bottom: length(Math.max(0, to.bottom), to.said) } };
  return next;
}

/** The site with one thing put elsewhere or given another size. A guessed stud that is moved becomes a stud of its own. */
export function putThing(site: Site, wallId: string, thingId: string, to: ThingPlace): Site {
  const wall = site.walls.find((w) => w.id === wallId);
  const thing = wall && thingById(site, wall, thingId);
  if (!wall || !thing) return site;
  const sized = <T extends Obstacle | Opening | Fixture>(item: T): T => ({
    ...item,
    ...(to.left === undefined ? {} : { x: length(to.left, { known: to.keep ? item.x.known : (to.said?.known ?? 'measured') }) }),
    ...(to.bottom === undefined ? {} : { z: length(to.bottom, to.said) }),
    ...(to.width === undefined ? {} : { width: length(to.width, to.said) }),
    ...(to.height === undefined ? {} : { height: length(to.height, to.said) }),
  });
  switch (thing.kind) {
    case 'box':
      return { ...site, boxes: site.boxes.map((b) => (b.id === thingId ? placeBox(wall, b, to) : b)) };
    case 'stud': {
      if (to.left === undefined) return site;
      const x = length(to.left + wall.framing.studWidth.mm / 2, { known: to.said?.known ?? 'measured' });
      const { framing } = wall;
      const own = framing.extraStuds.find((s) => s.id === thingId);
      const known = framing.knownStud && Math.abs(framing.knownStud.mm - (thing.left + thing.right) / 2) < 0.01;
      if (own) {
        // one that was added and is now measured where the rhythm has one is that one, not a second beside it
        const insteadOf = own.insteadOf ?? reckonedNear(wall, x.mm);
        const found = { ...own, x, ...(insteadOf === undefined ? {} : { insteadOf }) };
        return replaceWall(site, { ...wall, framing: { ...framing, extraStuds: replace(framing.extraStuds, found) } });
      }
      if (known) return replaceWall(site, { ...wall, framing: { ...framing, knownStud: x } });
      return replaceWall(site, {
        ...wall,
        framing: {
          ...framing,
          extraStuds: [...framing.extraStuds, { id: idOf('moved', thingId), x, insteadOf: (thing.left + thing.right) / 2 }],
        },
      });
    }
    case 'obstacle': {
      const o = wall.obstacles.find((x) => x.id === thingId)!;
      const next = { ...sized(o), ...(to.depth === undefined ? {} : { behindA: length(to.depth, to.said) }) };
      return replaceWall(site, { ...wall, obstacles: replace(wall.obstacles, next) });
    }
    case 'opening':
      return replaceWall(site, { ...wall, openings: replace(wall.openings, sized(wall.openings.find((x) => x.id === thingId)!)) });
    case 'fixture': {
      const f = wall.fixtures!.find((x) => x.id === thingId)!;
      const next = { ...sized(f), ...(to.depth === undefined ? {} : { depth: length(to.depth, to.said) }) };
      return replaceWall(site, { ...wall, fixtures: replace(wall.fixtures!, next) });
    }
    case 'reference':
      return to.left === undefined
        ? site
        : replaceWall(site, {
            ...wall,
            references: wall.references.map((r) => (r.id === thingId ? { ...r, x: length(to.left!, to.said) } : r)),
          });
  }
}

/** The site without a thing. A reckoned stud has no entry of its own: that none stands there is noted instead. */
export function dropThing(site: Site, wallId: string, thingId: string): Site {
  const wall = site.walls.find((w) => w.id === wallId);
  if (!wall) return site;
  const reckoned = studPlaces(wall).find((s) => s.id === thingId && s.known === 'guessed');
  if (reckoned)
    return replaceWall(site, { ...wall, framing: { ...wall.framing, notThere: [...(wall.framing.notThere ?? []), reckoned.x] } });
  const gone = <T extends { id: string }>(list: T[]): T[] => list.filter((x) => x.id !== thingId);
  const next: Wall = {
    ...wall,
    obstacles: gone(wall.obstacles),
    openings: gone(wall.openings),
    ...(wall.fixtures ? { fixtures: gone(wall.fixtures) } : {}),
    references: gone(wall.references),
    framing: { ...wall.framing, extraStuds: gone(wall.framing.extraStuds) },
    ...(wall.checks ? { checks: wall.checks.filter((c) => c.from.thing !== thingId && c.to.thing !== thingId) } : {}),
  };
  const left = replaceWall(site, next);
  return site.boxes.some((b) => b.id === thingId) ? siteWithoutBoxes(left, new Set([thingId])).site : left;
}

export type NewThing =
  | { kind: 'box' }
  | { kind: 'stud' }
  | { kind: 'obstacle'; what: Obstacle['kind'] }
  | { kind: 'opening'; what: Opening['kind'] }
  | { kind: 'fixture'; what: Fixture['kind'] };

const IN = 25.4;
const DOOR = { width: 32 * IN, height: 80 * IN };
const WINDOW = { width: 36 * IN, height: 48 * IN, z: 36 * IN };
/** Where a new fixture starts: bottom and height in inches, marked assumed until measured (common practice). */
const FIXTURE_START: Record<Fixture['kind'], { z: number; height: number; width: number; depth?: number }> = {
  'cap-trim': { z: 34, height: 2, width: 48 },
  wainscot: { z: 0, height: 36, width: 48 },
  counter: { z: 34.5, height: 1.5, width: 48, depth: 25 },
  backsplash: { z: 36, height: 4, width: 48, depth: 0.75 },
  'base-cabinet': { z: 0, height: 34.5, width: 48, depth: 24 },
  'wall-cabinet': { z: 54, height: 30, width: 48, depth: 12 },
  furniture: { z: 0, height: 72, width: 36, depth: 18 },
  shelf: { z: 48, height: 5.5, width: 48, depth: 12 },
};

/** The middle nearest to `atMm` at which a door or window of that width lies over no other; `atMm` itself where the wall is full. */
function freeMiddle(wall: Wall, width: number, atMm: number): number {
  const clear = (middle: number) =>
    middle - width / 2 >= 0 &&
    middle + width / 2 <= wall.length.mm &&
    wall.openings.every((o) => middle + width / 2 <= o.x.mm || middle - width / 2 >= o.x.mm + o.width.mm);
  for (let away = 0; away <= wall.length.mm; away += IN) for (const middle of [atMm + away, atMm - away]) if (clear(middle)) return middle;
  return atMm;
}

/** Its gangs and its kind; a box of the UK catalogue says both in its name. */
function boxWords({ kind, gangs }: Pick<Box, 'kind' | 'gangs'>): string {
  if (kind === 'other') return `${gangs} gang, kind not noted`;
  return isUkBox(kind) ? BOX_KINDS[kind].name : `${gangs} gang, ${BOX_KINDS[kind].name}`;
}

/** Bottom of a new box there, mm: its accessory’s lower edge 450 over the floor (Approved Document M; memory). */
const UK_BOTTOM_MM = 457;
function addUkBox(site: Site, wall: Wall, face: FaceId, id: string, atMm: number): Site {
  const kind = wall.framing.material === 'masonry' ? ('back-metal-35-1g' as const) : ('back-lined-35-1g' as const);
  const n = site.boxes.filter((b) => b.wallId === wall.id).length + 1;
  const beside = site.boxes.find((b) => b.wallId === wall.id && b.face === face);
  const box: Box = {
    ...{ id, name: `box ${n}`, wallId: wall.id, face, kind, gangs: 1, supportFittings: 0 },
    place: { from: 'left-end', toward: 'right', to: 'centre', distance: assumed(uXOf(wall, face, atMm)), bottom: assumed(beside?.place.bottom.mm ?? UK_BOTTOM_MM) },
  };
  return { ...site, boxes: [...site.boxes, box] };
} // prettier-ignore

/**
 * A new thing about `atMm` along face A, with usual sizes marked assumed. The tape then says where it really is.
 * @param uk boxes by the UK catalogue: let in where the wall is masonry, lined where it is hollow; no accessory is taken for granted
 */
export function addThing(site: Site, wallId: string, face: FaceId, id: string, what: NewThing, atMm: number, uk = false): Site {
  const wall = site.walls.find((w) => w.id === wallId);
  if (!wall) return site;
  const fit = (width: number): number => Math.max(0, Math.min(wall.length.mm - width, atMm - width / 2));
  const asGuess = (mm: number): MeasuredLength => assumed(Math.round(mm * 10_000) / 10_000);
  switch (what.kind) {
    case 'box': {
      const n = site.boxes.filter((b) => b.wallId === wallId).length + 1;
      const left = fit(IN * 2.25);
      if (uk) return addUkBox(site, wall, face, id, atMm);
      const heights = site.boxes.filter((b) => b.wallId === wallId && b.face === face).map((b) => b.place.bottom.mm);
      const box: Box = {
        id,
        name: `box ${n}`,
        wallId,
        face,
        place: {
          from: 'left-end',
          toward: 'right',
          to: 'left-edge',
          distance: asGuess(face === 'A' ? left : wall.length.mm - left - IN * 2.25),
          bottom: asGuess(heights[0] ?? 13.25 * IN),
        },
        kind: 'other',
        gangs: 1,
        supportFittings: 0,
        presets: ['gangs'],
      };
      return {
        ...site,
        boxes: [...site.boxes, box],
        devices: [
          ...site.devices,
          { id: idOf(id, 'device'), name: `${box.name} receptacle`, boxId: id, kind: 'duplex-15', presets: ['kind'] },
        ],
      };
    }
    case 'stud':
      // `atMm` is only where the mark starts: which stud it is shows once it is measured
      return wall.framing.knownStud
        ? replaceWall(site, { ...wall, framing: { ...wall.framing, extraStuds: [...wall.framing.extraStuds, { id, x: asGuess(atMm) }] } })
        : replaceWall(site, { ...wall, framing: { ...wall.framing, knownStud: asGuess(atMm) } });
    case 'obstacle': {
      const flat = what.what === 'fire-block' || what.what === 'header';
      const small = what.what === 'splice';
      const width = flat ? wall.framing.spacing.mm - wall.framing.studWidth.mm : (small ? 4 : 2) * IN;
      const high = flat ? wall.framing.studWidth.mm : small ? 4 * IN : wall.height.mm;
      const obstacle: Obstacle = {
        id,
        kind: what.what,
        x: asGuess(fit(width)),
        z: asGuess(flat ? wall.height.mm / 2 : 0),
        width: asGuess(width),
        height: asGuess(high),
      };
      return replaceWall(site, { ...wall, obstacles: [...wall.obstacles, obstacle] });
    }
    case 'opening': {
      const size = what.what === 'door' ? { ...DOOR, z: 0 } : WINDOW;
      const width = Math.min(size.width, wall.length.mm / 2);
      const height = Math.min(size.height, wall.height.mm - size.z);
      return replaceWall(site, {
        ...wall,
        openings: [
          ...wall.openings,
          {
            id,
            kind: what.what,
            x: asGuess(freeMiddle(wall, width, atMm) - width / 2),
            z: asGuess(size.z),
            width: asGuess(width),
            height: asGuess(height),
          },
        ],
      });
    }
    case 'fixture': {
      const start = FIXTURE_START[what.what];
      const width = Math.min(start.width * IN, wall.length.mm);
      const fixture: Fixture = {
        id,
        kind: what.what,
        face,
        x: asGuess(fit(width)),
        z: asGuess(start.z * IN),
        width: asGuess(width),
        height: asGuess(Math.min(start.height * IN, wall.height.mm - start.z * IN)),
        ...(start.depth === undefined ? {} : { depth: asGuess(start.depth * IN) }),
      };
      return replaceWall(site, { ...wall, fixtures: [...(wall.fixtures ?? []), fixture] });
    }
  }
}

/** One step of an arrow key, seen from `face`: 1/16 in or 1 mm, big 1 in or 25 mm; always to a mark that a tape has. */
export function nudgeThing(
  site: Site,
  wallId: string,
  thingId: string,
  face: FaceId,
  right: number,
  up: number,
  big: boolean,
  unit: LengthUnit,
): Site {
  const wall = site.walls.find((w) => w.id === wallId);
  const thing = wall && thingById(site, wall, thingId);
  if (!thing) return site;
  const step = unit === 'in' ? (big ? IN : IN / 16) : big ? 25 : 1;
  const along = face === 'A' ? right : -right;
  return putThing(site, wallId, thingId, {
    ...(along ? { left: snapToTape(thing.left + along * step, unit) } : {}),
    ...(up && thing.kind !== 'stud' && thing.kind !== 'reference'
      ? { bottom: Math.max(0, snapToTape(thing.bottom + up * step, unit)) }
      : {}),
  });
}

/** The words a table of the wall shows for a thing: what it is made of or how it stands. */
export function thingNote(site: Site, wall: Wall, thing: Thing): string {
  if (thing.kind === 'box') {
    const box = site.boxes.find((b) => b.id === thing.id)!;
    return boxWords(box);
  }
  if (thing.kind === 'obstacle') {
    const o = wall.obstacles.find((x) => x.id === thing.id)!;
    return o.behindA ? 'depth noted' : 'depth not known';
  }
  if (thing.kind === 'stud') return thing.known === 'guessed' ? 'reckoned, nobody found it' : thing.known;
  if (thing.kind === 'fixture' && thing.face)
    return `on the ${wall.faces[thing.face].layers.map((l) => FINISHES[l.finish].name).join(' over ') || 'bare wall'}`;
  return '';
}

/** Where a new thing starts: a little beyond what is selected, else in the middle of the wall. Along face A, mm. */
export const placeForNew = (wall: Wall, beside: Thing | undefined): number =>
  beside ? Math.min(beside.right + 8 * IN, wall.length.mm - IN) : wall.length.mm / 2;
