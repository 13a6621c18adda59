/** What a finder or a scope read, taken over as marks of the survey; and a thing dragged with the mouse. mm; x along face A. */
import type { ScopeView } from '../instruments/index.js';
import { inches, snapToTape, type LengthUnit } from '../measure/index.js';
import { studPlaces, type FaceId, type MeasuredLength, type Obstacle, type Site, type Wall } from '../model/index.js';
import { snapped } from './tape.js';
import { putThing, SAME_STUD_MM, thingById } from './things.js';

const round = (mm: number): number => Math.round(mm * 100) / 100;
const replaceWall = (site: Site, wall: Wall): Site => ({ ...site, walls: site.walls.map((w) => (w.id === wall.id ? wall : w)) });

/** A stud that was read there: the known one where none was, the reckoned one found, or one more. */
export function takeStud(site: Site, wallId: string, newId: string, xMm: number, plusMinusMm: number): Site {
  const wall = site.walls.find((w) => w.id === wallId);
  if (!wall) return site;
  const x: MeasuredLength = { mm: round(xMm), known: 'scanned', toleranceMm: round(plusMinusMm) };
  const { framing } = wall;
  if (!framing.knownStud) return replaceWall(site, { ...wall, framing: { ...framing, knownStud: x } });
  const near = studPlaces(wall)
    .map((s) => ({ ...s, away: Math.abs(s.x - xMm) }))
    .sort((a, b) => a.away - b.away)[0];
  if (!near || near.away > SAME_STUD_MM)
    return replaceWall(site, { ...wall, framing: { ...framing, extraStuds: [...framing.extraStuds, { id: newId, x }] } });
  if (Math.abs(framing.knownStud.mm - near.x) < 0.01) return replaceWall(site, { ...wall, framing: { ...framing, knownStud: x } });
  const own = framing.extraStuds.find((s) => s.id === near.id);
  const extraStuds = own
    ? framing.extraStuds.map((s) => (s.id === own.id ? { ...s, x } : s))
    : [...framing.extraStuds, { id: newId, x, insteadOf: near.x }];
  return replaceWall(site, { ...wall, framing: { ...framing, extraStuds } });
}

/** A thing that the scope showed, as an obstacle that was seen; the bay of the hole then counts as looked into. */
export function takeSeen(
  site: Site,
  wallId: string,
  newId: string,
  seen: ScopeView['seen'][number],
  holeMm: number,
  face: FaceId,
  wallThickMm: number,
): Site {
  const wall = site.walls.find((w) => w.id === wallId);
  if (!wall || seen.what === 'stud' || seen.what === 'box') return site;
  const thick = inches(1);
  const at = (mm: number): MeasuredLength => ({ mm: round(mm), known: 'seen', toleranceMm: inches(0.25) });
  const x = Math.min(wall.length.mm - seen.widthMm, Math.max(0, seen.x));
  const obstacle: Obstacle = {
    id: newId,
    kind: seen.what,
    x: at(x),
    z: at(seen.zMm),
    width: at(seen.widthMm),
    height: at(Math.min(seen.heightMm, wall.height.mm - seen.zMm)),
    behindA: at(face === 'A' ? seen.behindMm : Math.max(0, wallThickMm - seen.behindMm - thick)),
  };
  return bayLookedInto(replaceWall(site, { ...wall, obstacles: [...wall.obstacles, obstacle] }), wallId, holeMm);
}

/** The bay behind a hole was looked into and holds what is noted; the bays beside it were not. */
export const bayLookedInto = (site: Site, wallId: string, holeMm: number): Site => ({
  ...site,
  walls: site.walls.map((w) =>
    w.id !== wallId || w.looks?.some((l) => Math.abs(l.mm - holeMm) < 1)
      ? w
      : { ...w, looks: [...(w.looks ?? []), { mm: round(holeMm), known: 'seen' as const }] },
  ),
});

/**
 * A thing dragged from where it is: `rightMm` and `upMm` as seen from `face`, to a mark of the tape or to what it snaps to.
 * Studs and references only slide along.
 */
export function dragThing(
  site: Site,
  wallId: string,
  thingId: string,
  face: FaceId,
  rightMm: number,
  upMm: number,
  unit: LengthUnit,
  snapWithinMm: number,
): { site: Site; to: string[] } {
  const wall = site.walls.find((w) => w.id === wallId);
  const thing = wall && thingById(site, wall, thingId);
  if (!wall || !thing) return { site, to: [] };
  const width = thing.right - thing.left;
  const inside = (v: number, size: number, most: number) => Math.min(Math.max(0, v), Math.max(0, most - size));
  const left = inside(snapToTape(thing.left + (face === 'A' ? rightMm : -rightMm), unit), width, wall.length.mm);
  const bottom = inside(snapToTape(thing.bottom + upMm, unit), thing.top - thing.bottom, wall.height.mm);
  const snap = snapped(site, wall, thing, left, bottom, snapWithinMm);
  const slides = thing.kind === 'stud' || thing.kind === 'reference';
  return {
    site: putThing(site, wallId, thingId, {
      left: inside(snap.left, width, wall.length.mm),
      ...(slides ? {} : { bottom: inside(snap.bottom, thing.top - thing.bottom, wall.height.mm) }),
    }),
    to: snap.to,
  };
}
