/** The hole to cut: its four edges as distances that a tape can mark out. mm. */
import { BOX_KINDS, isUkBox } from '../catalog/index.js';
import { inches } from '../measure/index.js';
import { alongX, boxBody, boxRect, placeOriginX, type Box, type FaceId, type Obstacle, type Place, type Wall } from '../model/index.js';

/** What is exactly at a limit is within it: inches and mm don’t divide, and a place is kept to a ten-thousandth of a mm. */
export const HAIR_MM = 0.01;
/** What is shaved off a finish beside a stud without touching the stud (common practice). */
export const INTO_STUD_MM = inches(0.0625);

export interface OpeningRect {
  left: number;
  right: number;
  bottom: number;
  top: number;
}

const TOUCH_MM = 0.001;
/** Whether two rectangles of a wall lie over each other; what touches does not, whatever the last digit says. */
export const overlaps = (a: OpeningRect, b: OpeningRect): boolean =>
  a.left < b.right - TOUCH_MM && b.left < a.right - TOUCH_MM && a.bottom < b.top - TOUCH_MM && b.bottom < a.top - TOUCH_MM;
/** What a thing of a wall takes up of it. */
export const thingRect = ({ x, z, width, height }: Pick<Obstacle, 'x' | 'z' | 'width' | 'height'>): OpeningRect => ({
  left: x.mm,
  right: x.mm + width.mm,
  bottom: z.mm,
  top: z.mm + height.mm,
});

/** Opening of a box in wall coordinates: the kind's cut-out round the body's centre line; it sits on the box’s bottom, a lined box of the UK has as much over it as under. */
export function openingRect(wall: Wall, box: Box): OpeningRect | undefined {
  const rect = boxRect(wall, box);
  if (!rect) return undefined;
  const kind = box.kind === 'other' ? undefined : BOX_KINDS[box.kind].opening;
  const body = boxBody(box);
  const width = kind?.widthMm ?? body.widthMm;
  const height = kind?.heightMm ?? body.heightMm;
  const bottom = isUkBox(box.kind) ? rect.bottom - (height - body.heightMm) / 2 : rect.bottom;
  return { left: rect.centre - width / 2, right: rect.centre + width / 2, bottom, top: bottom + height };
}

export interface EdgeMark {
  /** where the tape's hook goes */
  from: string;
  /** edge as seen from the face */
  edge: 'left' | 'right' | 'bottom' | 'top';
  distanceMm: number;
  toward: 'left' | 'right' | 'up';
}

const originName = (wall: Wall, from: Place['from']): string =>
  from === 'left-end'
    ? 'left end of the wall'
    : from === 'right-end'
      ? 'right end of the wall'
      : (wall.references.find((r) => r.id === from)?.name ?? from);

/** Two fixed references to mark out from on a face: the place's own one, and the nearest other for a check. */
export function marksFor(wall: Wall, box: Box): EdgeMark[] {
  const opening = openingRect(wall, box);
  if (!opening) return [];
  const face: FaceId = box.face;
  const own = box.place.from;
  const candidates: Place['from'][] = ['left-end', 'right-end', ...wall.references.map((r) => r.id)];
  const ownX = placeOriginX(wall, face, own)!;
  const second = candidates
    .filter((c) => c !== own && Math.abs(placeOriginX(wall, face, c)! - ownX) > 1)
    .sort((a, b) => Math.abs(placeOriginX(wall, face, a)! - opening.left) - Math.abs(placeOriginX(wall, face, b)! - opening.left))[0];
  const sides = face === 'A' ? { left: opening.left, right: opening.right } : { left: opening.right, right: opening.left };
  const marks: EdgeMark[] = [];
  for (const from of second ? [own, second] : [own]) {
    const origin = placeOriginX(wall, face, from)!;
    for (const edge of ['left', 'right'] as const) {
      const rightwards = (sides[edge] - origin) * alongX(face, 'right');
      marks.push({ from: originName(wall, from), edge, distanceMm: Math.abs(rightwards), toward: rightwards >= 0 ? 'right' : 'left' });
    }
  }
  marks.push(
    { from: 'floor', edge: 'bottom', distanceMm: opening.bottom, toward: 'up' },
    { from: 'floor', edge: 'top', distanceMm: opening.top, toward: 'up' },
  );
  return marks;
}
