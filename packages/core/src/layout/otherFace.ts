/** The same point seen from the other room. */
import type { Sum, Term, Wall, FaceId } from '../model/index.js';
import { alongX, otherFace, placeOriginX, referenceX } from '../model/index.js';
import { term } from '../codebook/index.js';

export interface OtherFaceInput {
  /** from the shared reference to the point, as measured on the first face; mm */
  distanceMm: number;
  /** which way from the reference, seen from the first face */
  toward: 'left' | 'right';
  /** mm between the edge measured from on the first face and the edge measured from on the other (a cross wall's thickness); 0 for one and the same edge */
  referenceOffsetMm: number;
  /** whether that offset lies on the same side of the first edge as the point */
  offsetTowardPoint: boolean;
}

/** Distance and direction to write on the other face. A negative distance has been turned into the other direction. */
export function pointOnOtherFace(input: OtherFaceInput): { distanceMm: number; toward: 'left' | 'right'; sum: Sum } {
  const offset = input.offsetTowardPoint ? -input.referenceOffsetMm : input.referenceOffsetMm;
  const along = input.distanceMm + offset;
  const mirrored = input.toward === 'left' ? 'right' : 'left';
  const toward = along < 0 ? input.toward : mirrored;
  const terms: Term[] = [term('measured on this face', input.distanceMm, 'length')];
  if (input.referenceOffsetMm !== 0)
    terms.push(term(offset < 0 ? 'less the wall between the two edges' : 'plus the wall between the two edges', offset, 'length'));
  return {
    distanceMm: Math.abs(along),
    toward,
    sum: {
      terms,
      formula: `mirrored: ${input.toward} here is ${mirrored} there`,
      result: term(`to the ${toward} of the reference on the other face`, Math.abs(along), 'length'),
    },
  };
}

/** A point given by its x on the wall, as tape distances on either face from one named reference. */
export function tapeDistances(
  wall: Wall,
  referenceId: string,
  x: number,
): Record<FaceId, { distanceMm: number; toward: 'left' | 'right' }> | undefined {
  const on = (face: FaceId) => {
    const origin = placeOriginX(wall, face, referenceId);
    if (origin === undefined) return undefined;
    const rightwards = (x - origin) * alongX(face, 'right');
    return { distanceMm: Math.abs(rightwards), toward: rightwards >= 0 ? ('right' as const) : ('left' as const) };
  };
  const [A, B] = [on('A'), on('B')];
  return A && B && { A, B };
}

/** The sum that carries a point at `x` from `face` to the other face by `reference`. */
export function carryThrough(wall: Wall, referenceId: string, face: FaceId, x: number): Sum | undefined {
  const reference = wall.references.find((r) => r.id === referenceId);
  if (!reference) return undefined;
  const here = tapeDistances(wall, referenceId, x)![face];
  const shift = referenceX(reference, otherFace(face)) - referenceX(reference, face);
  const offsetToward = shift * alongX(face, here.toward) > 0;
  return pointOnOtherFace({
    distanceMm: here.distanceMm,
    toward: here.toward,
    referenceOffsetMm: Math.abs(shift),
    offsetTowardPoint: offsetToward,
  }).sum;
}
