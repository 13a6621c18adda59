/** The tape's language: `b 13 1/4`, `x 41 3/8 from left`, `r 6 from stud 3`, `x 12 from hall box`; and what it does to the selected thing. */
import { parseLength, printLength, type LengthUnit } from '../measure/index.js';
import { wallThicknessMm, type FaceId, type MeasuredLength, type Site, type Wall } from '../model/index.js';
import { putThing, thingById, thingsOf, type Measure, type Thing, type ThingPlace } from './things.js';

export const TAPE_LETTERS: Record<string, Measure> = {
  x: 'left',
  l: 'left',
  r: 'right',
  c: 'centre',
  b: 'bottom',
  t: 'top',
  w: 'width',
  h: 'height',
  d: 'depth',
};

export interface TapeOk {
  ok: true;
  measure: Measure;
  mm: number;
  /** the length as typed */
  as: string;
  /** from which edge or thing; undefined: as the measure is usually taken */
  from?: { name: string; thing: 'left-end' | 'right-end' | 'floor' | 'ceiling' | string };
  /** `x`, or nothing, before a distance from something: the own edge is the one that faces it; `l`, `r`, `c` say which */
  near?: true;
}
export type TapeReading = TapeOk | { ok: false; message: string };

const alongMeasures: Measure[] = ['left', 'right', 'centre'];
const upMeasures: Measure[] = ['bottom', 'top'];

/** Finds what a word means: an end, floor, ceiling, `stud 3`, or a thing's name (its beginning is enough). */
function referred(words: string, things: Thing[]): { name: string; thing: string } | string {
  const said = words.trim().toLowerCase().replace(/^the /, '');
  const fixed: Record<string, string> = {
    left: 'left-end',
    'left end': 'left-end',
    right: 'right-end',
    'right end': 'right-end',
    floor: 'floor',
    ceiling: 'ceiling',
    top: 'ceiling',
  };
  if (fixed[said]) return { name: said, thing: fixed[said] };
  const exact = things.filter((t) => t.name.toLowerCase() === said);
  const found = exact.length ? exact : things.filter((t) => t.name.toLowerCase().startsWith(said));
  if (found.length === 1) return { name: found[0]!.name, thing: found[0]!.id };
  const names = [...new Set(things.map((t) => t.name))].slice(0, 6).join(', ');
  if (found.length > 1)
    return `“${words.trim()}” could be ${found
      .slice(0, 4)
      .map((t) => t.name)
      .join(' or ')}; say which.`;
  return `Nothing here is called “${words.trim().slice(0, 30)}”. From left, right, floor, ceiling${names ? `, ${names}` : ''} would do.`;
}

/**
 * Reads one entry of the tape.
 * @param usual the measure that a bare number sets
 */
export function readTape(
  text: string,
  usual: Measure,
  site: Site,
  wall: Wall,
  selectedId: string | undefined,
  unit: LengthUnit,
  face: FaceId = 'A',
): TapeReading {
  if (text.length > 120) return { ok: false, message: `That is ${text.length} characters long; try b 13 1/4 or x 41 3/8 from left.` };
  const match = /^\s*(?:([a-z])\s+)?(.*?)(?:\s+from\s+(.+?))?\s*$/i.exec(text)!;
  const [, letter, amount, reference] = match;
  const measure = letter ? TAPE_LETTERS[letter.toLowerCase()] : usual;
  if (!measure)
    return {
      ok: false,
      message: `${letter} sets nothing here; x left edge, r right edge, c centre, b bottom, t top, w width, h height, d depth do.`,
    };
  const read = parseLength(amount!, { unit });
  if (!read.ok) return { ok: false, message: read.message };
  if (measure === 'depth' && face === 'B') {
    const refused = depthFromFar(wall, selectedId, read.mm, unit);
    if (refused) return { ok: false, message: refused };
  }
  if (!reference) return { ok: true, measure, mm: read.mm, as: read.as };
  const things = thingsOf(site, wall).filter((t) => t.id !== selectedId);
  const from = referred(reference, things);
  if (typeof from === 'string') return { ok: false, message: from };
  const up = from.thing === 'floor' || from.thing === 'ceiling';
  if (alongMeasures.includes(measure) && up)
    return { ok: false, message: `${from.name} is up and down; a distance along the wall goes from left, right, a stud or a thing.` };
  if (upMeasures.includes(measure) && (from.thing === 'left-end' || from.thing === 'right-end'))
    return { ok: false, message: `${from.name} is along the wall; a height goes from floor, ceiling or a thing.` };
  if (!alongMeasures.includes(measure) && !upMeasures.includes(measure))
    return { ok: false, message: `A ${measure} is not taken from anything; type it alone.` };
  const near = measure === 'left' && (!letter || letter.toLowerCase() === 'x');
  return { ok: true, measure, mm: read.mm, as: read.as, from, ...(near ? { near } : {}) };
}

/** Why a depth behind face B can't be kept, which is stored from face A: the thing's own thickness lies between. */
function depthFromFar(wall: Wall, thingId: string | undefined, mm: number, unit: LengthUnit): string | undefined {
  const obstacle = wall.obstacles.find((o) => o.id === thingId);
  if (!obstacle) return undefined;
  if (!obstacle.thick)
    return `How thick is the ${obstacle.kind} itself? Say that first: its depth from this side can’t be told from the other without it.`;
  const room = wallThicknessMm(wall) - obstacle.thick.mm;
  return mm > room + 0.5
    ? `${printLength(mm, unit)} behind this face it would stick out of the other; at most ${printLength(Math.max(0, room), unit)} would do.`
    : undefined;
}

/** Distance of a thing's edge, as the tape is usually held: along from the face's left end, up from the floor. */
export function measureOf(wall: Wall, thing: Thing, face: FaceId, measure: Measure, site: Site): number | undefined {
  const left = face === 'A' ? thing.left : wall.length.mm - thing.right;
  const right = face === 'A' ? thing.right : wall.length.mm - thing.left;
  switch (measure) {
    case 'left':
      return left;
    case 'right':
      return right;
    case 'centre':
      return (left + right) / 2;
    case 'bottom':
      return thing.bottom;
    case 'top':
      return thing.top;
    case 'width':
      return thing.right - thing.left;
    case 'height':
      return thing.top - thing.bottom;
    case 'depth':
      if (thing.kind === 'obstacle') {
        const o = wall.obstacles.find((x) => x.id === thing.id);
        if (face === 'A' || !o?.behindA) return o?.behindA?.mm;
        return o.thick && wallThicknessMm(wall) - o.behindA.mm - o.thick.mm;
      }
      if (thing.kind === 'fixture') return wall.fixtures?.find((f) => f.id === thing.id)?.depth?.mm;
      return site.boxes.find((b) => b.id === thing.id)?.depth?.mm;
  }
}

/** Carries a reading out on the selected thing; the site as it was when the thing is gone. */
export function setByTape(site: Site, wall: Wall, face: FaceId, thingId: string, reading: TapeOk): Site {
  const thing = thingById(site, wall, thingId);
  if (!thing) return site;
  const said: Partial<MeasuredLength> = { as: reading.from ? undefined : reading.as, known: 'measured' };
  if (reading.measure === 'width' || reading.measure === 'height' || reading.measure === 'depth') {
    const obstacle = wall.obstacles.find((o) => o.id === thingId);
    if (reading.measure === 'depth' && obstacle && face === 'B') {
      const behindA = wallThicknessMm(wall) - reading.mm - (obstacle.thick?.mm ?? 0);
      return obstacle.thick ? putThing(site, wall.id, thingId, { depth: Math.max(0, behindA), said: { known: 'measured' } }) : site;
    }
    // what was measured of it is its left edge as seen from here: that stays, the other moves
    const stays = face === 'B' && reading.measure === 'width' && thing.kind !== 'box' ? { left: thing.right - reading.mm, keep: true } : {};
    const to: ThingPlace = { [reading.measure]: reading.mm, ...stays, said };
    return putThing(site, wall.id, thingId, to);
  }
  if (reading.measure === 'bottom' || reading.measure === 'top') {
    const from = reading.from?.thing ?? 'floor';
    const other = from === 'floor' || from === 'ceiling' ? undefined : thingById(site, wall, from);
    const base = from === 'floor' ? 0 : from === 'ceiling' ? wall.height.mm : (other?.top ?? 0);
    const edge = from === 'ceiling' ? base - reading.mm : base + reading.mm;
    const bottom = reading.measure === 'bottom' ? edge : edge - (thing.top - thing.bottom);
    return putThing(site, wall.id, thingId, {
      bottom,
      said: from === 'floor' && reading.measure === 'bottom' ? said : { known: 'measured' },
    });
  }
  // seen from the face: `s` runs to the right
  const width = thing.right - thing.left;
  const total = wall.length.mm;
  const seen = (t: { left: number; right: number }) =>
    face === 'A' ? { left: t.left, right: t.right } : { left: total - t.right, right: total - t.left };
  const own = seen(thing);
  const target = reading.from?.thing ?? 'left-end';
  let edge: number;
  // which of its own edges faces what it is measured from
  let facing: 'left' | 'right' = 'left';
  if (target === 'left-end') edge = reading.mm;
  else if (target === 'right-end') {
    edge = total - reading.mm;
    facing = 'right';
  } else {
    const other = thingById(site, wall, target);
    if (!other) return site;
    const at = seen(other);
    // measured from the near edge of the other thing, toward where this one already lies
    const beyond = (own.left + own.right) / 2 >= (at.left + at.right) / 2;
    edge = beyond ? at.right + reading.mm : at.left - reading.mm;
    facing = beyond ? 'left' : 'right';
  }
  const measure = reading.near ? facing : reading.measure;
  const leftSeen = measure === 'left' ? edge : measure === 'right' ? edge - width : edge - width / 2;
  const left = face === 'A' ? leftSeen : total - leftSeen - width;
  return putThing(site, wall.id, thingId, { left, said: { known: 'measured' } });
}

export interface NearReference {
  name: string;
  /** which side of the thing it lies, seen from the face */
  side: 'left' | 'right';
  mm: number;
  /** from and to in face coordinates, left to right */
  from: number;
  to: number;
}

/** What the thing stands against gives no distance to mark out. */
const TOUCHES_MM = 0.8;

/** The two nearest edges a tape can hook to, one to each side: wall end, stud, door or window, box, fixture. Seen from `face`. */
export function nearestReferences(site: Site, wall: Wall, face: FaceId, thingId: string): NearReference[] {
  const thing = thingById(site, wall, thingId);
  if (!thing) return [];
  const total = wall.length.mm;
  const seen = (t: { left: number; right: number }) =>
    (face === 'A' ? [t.left, t.right] : [total - t.right, total - t.left]) as [number, number];
  const [left, right] = seen(thing);
  const best: Record<'left' | 'right', NearReference> = {
    left: { name: 'left end', side: 'left', mm: left, from: 0, to: left },
    right: { name: 'right end', side: 'right', mm: total - right, from: right, to: total },
  };
  for (const other of thingsOf(site, wall)) {
    if (other.id === thingId || (other.face !== undefined && other.face !== face) || other.known === 'guessed') continue;
    const [l, r] = seen(other);
    if (r <= left - TOUCHES_MM && left - r < best.left.mm) best.left = { name: other.name, side: 'left', mm: left - r, from: r, to: left };
    if (l >= right + TOUCHES_MM && l - right < best.right.mm)
      best.right = { name: other.name, side: 'right', mm: l - right, from: right, to: l };
  }
  return [best.left, best.right];
}

/** Says a reading back in words: `left edge 41 3/8" from the left`. */
export const tapeWords = (reading: TapeOk, unit: LengthUnit): string =>
  `${reading.measure}${alongMeasures.includes(reading.measure) && reading.measure !== 'centre' ? ' edge' : ''} ${printLength(reading.mm, unit)}${reading.from ? ` from ${reading.from.name}` : ''}`;

/** Edges a dragged thing snaps to within `withinMm`: stud faces, heights that are there, plate edges, ends. */
export function snapped(
  site: Site,
  wall: Wall,
  thing: Thing,
  left: number,
  bottom: number,
  withinMm: number,
): { left: number; bottom: number; to: string[] } {
  const width = thing.right - thing.left;
  const height = thing.top - thing.bottom;
  const others = thingsOf(site, wall).filter((t) => t.id !== thing.id);
  const edgesX = [
    { at: 0, name: 'wall end' },
    { at: wall.length.mm, name: 'wall end' },
    ...others
      .filter((t) => t.kind !== 'reference' && (t.face === undefined || thing.face === undefined || t.face === thing.face))
      .flatMap((t) => [
        { at: t.left, name: t.name },
        { at: t.right, name: t.name },
      ]),
    ...others.filter((t) => t.kind === 'reference').map((t) => ({ at: t.left, name: t.name })),
  ];
  const plate = wall.framing.studWidth.mm;
  const edgesZ = [
    { at: 0, name: 'floor' },
    { at: plate, name: 'sole plate' },
    { at: wall.height.mm - 2 * plate, name: 'top plate' },
    ...others
      .filter((t) => t.kind === 'box' || t.kind === 'fixture' || t.kind === 'opening')
      .flatMap((t) => [
        { at: t.bottom, name: `${t.name}, bottom` },
        { at: t.top, name: `${t.name}, top` },
      ]),
  ];
  const nearest = (edges: { at: number; name: string }[], low: number, size: number) => {
    let best: { shift: number; name: string } | undefined;
    for (const e of edges)
      for (const own of [low, low + size]) {
        const shift = e.at - own;
        if (Math.abs(shift) <= withinMm && (!best || Math.abs(shift) < Math.abs(best.shift))) best = { shift, name: e.name };
      }
    return best;
  };
  const [sx, sz] = [nearest(edgesX, left, width), nearest(edgesZ, bottom, height)];
  return { left: left + (sx?.shift ?? 0), bottom: bottom + (sz?.shift ?? 0), to: [sx?.name, sz?.name].filter((s) => s !== undefined) };
}
