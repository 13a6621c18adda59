/** Which kinds of box suit a closed wall, and why the others don't. */
import { BOX_KINDS, boxKinds, FINISHES, type BoxKind } from '../catalog/index.js';
import { inches, printLength, type LengthUnit } from '../measure/index.js';
import { finishThicknessMm, studPlaces, wallThicknessMm, type Box, type FaceId, type Schools, type Wall } from '../model/index.js';
import { HAIR_MM, INTO_STUD_MM, overlaps, thingRect, type OpeningRect } from './opening.js';

export interface BoxSuitability {
  kind: BoxKind;
  fits: boolean;
  /** first of those that fit, by the person's school */
  recommended: boolean;
  /** plain reasons: for a fit what it gives, else what stands against it */
  reasons: string[];
}

export interface BoxChoiceInput {
  gangs: number;
  /** by the kind where what it brings itself counts too */
  neededIn3: number | ((kind: BoxKind) => number);
  unit: LengthUnit;
  /** where the box is to sit: decides about things behind it and the stud beside it */
  at?: OpeningRect;
  mount?: Schools['mount'];
}

/** With less than this beside the box, a wing that swings sideways meets the stud: one that swings up or down doesn't (common practice). */
const WING_SWING_MM = inches(0.375);
/** A box is screwed to a stud whose face lies no further off than this (common practice). */
const AT_STUD_MM = inches(0.5);

/** Whether a box stands on the finish and asks for no opening. */
export const onSurface = (box: Pick<Box, 'kind'>): boolean => box.kind !== 'other' && BOX_KINDS[box.kind].mounting === 'surface';

/** Longest screw into a stud from the side of a box: never out of its far side, where a cable or the other face may be. */
export function longestScrewMm(wall: Wall): number | undefined {
  if (wall.framing.material === 'masonry') return undefined;
  return wall.framing.material === 'metal' ? inches(0.75) : wall.framing.studWidth.mm;
}

/** Free depth behind a face at a place, until the other face's finish or the nearest thing in the bay; and what that is. */
function depthBehind(wall: Wall, face: FaceId, at: OpeningRect): { mm: number; of: string; unknown?: true } {
  const finish = finishThicknessMm(wall, face);
  let best: ReturnType<typeof depthBehind> = { mm: finish + wall.framing.studDepth.mm, of: 'the cavity' };
  for (const o of wall.obstacles) {
    if (!overlaps(at, thingRect(o))) continue;
    const near =
      o.behindA === undefined ? undefined : face === 'A' ? o.behindA.mm : o.thick && wallThicknessMm(wall) - o.behindA.mm - o.thick.mm;
    if (near === undefined) return { mm: 0, of: `the ${o.kind}`, unknown: true };
    if (near < best.mm) best = { mm: near, of: `the ${o.kind}` };
  }
  return best;
}

/** Every kind judged for `face`; kinds that fit first, by the school and then the smallest sufficient volume. */
export function suitableBoxes(wall: Wall, face: FaceId, input: BoxChoiceInput): BoxSuitability[] {
  const { gangs, unit, at } = input;
  const needs = input.neededIn3;
  const finish = finishThicknessMm(wall, face);
  const layers = wall.faces[face].layers;
  const hollow = wall.framing.material !== 'masonry' && layers.every((l) => FINISHES[l.finish].hollow);
  const open = wall.faces[face].open === true;
  const burns = layers[0] !== undefined && FINISHES[layers[0].finish].combustible;
  const behind = at && depthBehind(wall, face, at);
  const half = wall.framing.studWidth.mm / 2;
  const studGap =
    at && Math.min(...studPlaces(wall).map((s) => (s.x < (at.left + at.right) / 2 ? at.left - s.x - half : s.x - half - at.right)));
  const judged = boxKinds().map((kind) => {
    const against: string[] = [];
    const neededIn3 = typeof needs === 'number' ? needs : needs(kind);
    if (kind.gangs !== gangs) against.push(`${kind.gangs} gang, ${gangs} wanted`);
    if (kind.mounting === 'surface') against.push('stands on the wall, in line with a surface raceway');
    if (kind.mounting === 'nail-on' && !open) against.push('needs open framing');
    if (kind.mounting === 'wings' && open) against.push('nothing hangs there yet for its wings to clamp');
    if (kind.mounting === 'masonry' && hollow) against.push('made for masonry');
    if (kind.mounting === 'wings' && !hollow) against.push('wings need a hollow wall');
    const beside = kind.mounting === 'wings' && hollow && studGap !== undefined && studGap < WING_SWING_MM - HAIR_MM;
    if (beside && studGap < -INTO_STUD_MM - HAIR_MM) against.push('the opening would be cut into a stud');
    // in open framing a box is set beside the stud, whatever was marked
    if (kind.mounting === 'stud-screw' || (kind.mounting === 'nail-on' && open && at)) {
      if (wall.framing.material === 'masonry') against.push('needs a stud');
      else if (studGap === undefined || !Number.isFinite(studGap) || studGap < -INTO_STUD_MM - HAIR_MM || studGap > AT_STUD_MM + HAIR_MM)
        against.push('needs a stud beside the opening');
    }
    if (kind.clampsFinishMm && (finish < kind.clampsFinishMm.min - HAIR_MM || finish > kind.clampsFinishMm.max + HAIR_MM)) {
      against.push(
        `wings clamp ${printLength(kind.clampsFinishMm.min, unit)} to ${printLength(kind.clampsFinishMm.max, unit)}; this face is ${printLength(finish, unit)}`,
      );
    }
    if (kind.depthMm - finish > wall.framing.studDepth.mm + HAIR_MM) against.push('deeper than the cavity');
    else if (behind?.unknown) against.push(`how deep ${behind.of} behind it lies is not known`);
    else if (behind && kind.depthMm > behind.mm + HAIR_MM)
      against.push(`${printLength(kind.depthMm, unit)} deep, and ${behind.of} leaves ${printLength(Math.max(0, behind.mm), unit)}`);
    if (kind.volumeIn3 < neededIn3 - 1e-9) against.push(`${kind.volumeIn3} in³, ${neededIn3.toFixed(2)} needed`);
    const spare = kind.volumeIn3 - neededIn3;
    const screw = longestScrewMm(wall);
    return {
      kind,
      fits: against.length === 0,
      recommended: false,
      reasons: against.length
        ? against
        : [
            `${spare.toFixed(2)} in³ to spare`,
            `clamps ${kind.clamps === 'none' ? 'none: staple within 8 in' : kind.clamps}`,
            ...(beside ? [`${printLength(Math.max(0, studGap), unit)} to the stud: wings that swing up and down, not sideways`] : []),
            ...(kind.clampsFinishMm ? [`wings reach ${printLength(kind.clampsFinishMm.max, unit)}`] : []),
            ...(kind.mounting === 'stud-screw' && screw !== undefined
              ? [`screws up to ${printLength(screw, unit)}, never through the stud`]
              : []),
            ...(burns ? ['front edge flush: the finish can burn'] : []),
          ],
    };
  });
  const wanted = input.mount === 'stud-mounted metal' ? 'stud-screw' : open ? 'nail-on' : 'wings';
  judged.sort(
    (a, b) =>
      Number(b.fits) - Number(a.fits) ||
      Number(b.kind.mounting === wanted) - Number(a.kind.mounting === wanted) ||
      a.kind.volumeIn3 - b.kind.volumeIn3,
  );
  if (judged[0]?.fits) judged[0].recommended = true;
  return judged;
}
