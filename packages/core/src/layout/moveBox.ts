/** Where a box goes when it is dragged or nudged: always to a mark that a tape has, never below the floor or behind its reference. */
import { BOX_KINDS, type BoxKindId } from '../catalog/index.js';
import { inches, snapToTape, type LengthUnit } from '../measure/index.js';
import {
  asSeen,
  alongX,
  boxBody,
  boxCentreX,
  boxRect,
  distanceForCentre,
  studPlaces,
  type Box,
  type MeasuredLength,
  type Place,
  type Wall,
} from '../model/index.js';
import { HAIR_MM } from './opening.js';

const mark = (mm: number, unit: LengthUnit): MeasuredLength => ({ mm: Math.max(0, snapToTape(mm, unit)), known: 'measured' });

/**
 * The place of a box after a drag.
 * @param rightMm how far to the right, seen from the box's own face; mm
 * @param upMm how far up; mm
 */
export function draggedPlace(wall: Wall, box: Box, rightMm: number, upMm: number, unit: LengthUnit): Place {
  const centre = boxCentreX(wall, box);
  const distance = centre === undefined ? undefined : distanceForCentre(wall, box, centre + rightMm * alongX(box.face, 'right'));
  return {
    ...box.place,
    ...(distance === undefined ? {} : { distance: mark(distance, unit) }),
    bottom: mark(box.place.bottom.mm + upMm, unit),
  };
}

/** The place after one step of an arrow key: 1/16 in or 1 mm; big steps 1 in or 25 mm. */
export function nudgedPlace(place: Place, key: 'distance' | 'bottom', direction: 1 | -1, big: boolean, unit: LengthUnit): Place {
  const step = unit === 'in' ? inches(big ? 1 : 1 / 16) : big ? 25 : 1;
  return { ...place, [key]: mark(place[key].mm + direction * step, unit) };
}

/**
 * A box of another kind in the same place: same bottom, sizes of the new kind. The edge at the stud stays where it is, so that
 * the opening grows away from the stud; a box held by wings keeps its centre line.
 * @param stays edge of the body that stays, seen from its face; the side it hangs on when not given
 */
export function withKind(wall: Wall, box: Box, kindId: BoxKindId, stays?: 'left' | 'right' | 'centre'): Box {
  const kind = BOX_KINDS[kindId];
  const before = boxRect(wall, box);
  // what is known of the kind takes the place of what came filled in
  const bare: Box = {
    ...asSeen(box),
    kind: kindId,
    gangs: kind.gangs,
    volumeIn3: undefined,
    width: undefined,
    height: undefined,
    depth: undefined,
    clamps: undefined,
    material: undefined,
    setback: undefined,
    screws: undefined,
    hangsOn: kind.mounting === 'wings' ? 'none' : box.hangsOn,
    supportFittings: 0,
    condition: 'sound',
  };
  if (!before) return bare;
  const half = boxBody(bare).widthMm / 2;
  const side = stays ?? (box.hangsOn === 'left' || box.hangsOn === 'right' ? box.hangsOn : 'centre');
  const studAt = side === 'centre' ? 0 : alongX(box.face, side);
  const centre = studAt > 0 ? before.right - half : studAt < 0 ? before.left + half : before.centre;
  const distance = distanceForCentre(wall, bare, centre);
  return distance === undefined
    ? bare
    : { ...bare, place: { ...bare.place, distance: { mm: Math.round(distance * 10_000) / 10_000, known: bare.place.distance.known } } };
}

/**
 * A box for open framing where it can be nailed: against the nearer stud of the bay that it stands in, on the side that faces the bay.
 * Unchanged where no stud is known, or the bay is too narrow for it.
 */
export function besideStud(wall: Wall, box: Box): Box {
  const centre = boxCentreX(wall, box);
  if (centre === undefined) return box;
  const half = wall.framing.studWidth.mm / 2;
  const body = boxBody(box).widthMm / 2;
  const studs = studPlaces(wall).map((s) => s.x);
  const left = Math.max(...studs.filter((x) => x <= centre));
  const right = Math.min(...studs.filter((x) => x > centre));
  const choices = [
    ...(Number.isFinite(left) ? [{ x: left + half + body, toA: 'left' as const }] : []),
    ...(Number.isFinite(right) ? [{ x: right - half - body, toA: 'right' as const }] : []),
  ];
  // between the faces of the two studs
  if (right - left - 2 * half < 2 * body - HAIR_MM) return box;
  const best = choices.sort((a, b) => Math.abs(a.x - centre) - Math.abs(b.x - centre))[0];
  const distance = best && distanceForCentre(wall, box, best.x);
  if (!best || distance === undefined || distance < 0) return box;
  // seen from face B left and right change places
  const hangsOn = box.face === 'A' ? best.toA : best.toA === 'left' ? 'right' : 'left';
  return {
    ...box,
    hangsOn,
    place: { ...box.place, distance: { mm: Math.round(distance * 10_000) / 10_000, known: box.place.distance.known } },
  };
}

/** How far the side of a box is from the nearest stud; below 0 it would stand in it. `known`: that stud was found, not reckoned. mm */
export function gapToStud(wall: Wall, box: Box): { mm: number; known: boolean } | undefined {
  const rect = boxRect(wall, box);
  const half = wall.framing.studWidth.mm / 2;
  const gaps = (rect ? studPlaces(wall) : []).map((s) => ({
    mm: Math.max(rect!.left - (s.x + half), s.x - half - rect!.right),
    known: s.known !== 'guessed' && s.known !== 'assumed',
  }));
  return gaps.length ? gaps.reduce((a, b) => (b.mm < a.mm ? b : a)) : undefined;
}
