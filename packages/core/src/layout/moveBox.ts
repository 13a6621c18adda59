/** Where a box goes when it is dragged or nudged: always to a mark that a tape has, never below the floor or behind its reference. */
import { inches, snapToTape, type LengthUnit } from '../measure/index.js';
import { alongX, boxCentreX, distanceForCentre, type Box, type MeasuredLength, type Place, type Wall } from '../model/index.js';

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
