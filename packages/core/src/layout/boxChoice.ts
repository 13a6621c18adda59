/** Which kinds of box suit a closed wall, and why the others don't. */
import { boxKinds, FINISHES, type BoxKind } from '../catalog/index.js';
import { printLength, type LengthUnit } from '../measure/index.js';
import { finishThicknessMm, type FaceId, type Wall } from '../model/index.js';

export interface BoxSuitability {
  kind: BoxKind;
  fits: boolean;
  /** plain reasons: for a fit what it gives, else what stands against it */
  reasons: string[];
}

/** Every kind judged for `face`; kinds that fit first, the smallest sufficient volume leading. */
export function suitableBoxes(wall: Wall, face: FaceId, gangs: number, neededIn3: number, unit: LengthUnit): BoxSuitability[] {
  const finish = finishThicknessMm(wall, face);
  const layers = wall.faces[face].layers;
  const hollow = wall.framing.material !== 'masonry' && layers.every((l) => FINISHES[l.finish].hollow);
  const judged = boxKinds().map((kind) => {
    const against: string[] = [];
    if (kind.gangs !== gangs) against.push(`${kind.gangs} gang, ${gangs} wanted`);
    if (kind.mounting === 'nail-on') against.push('needs open framing');
    if (kind.mounting === 'masonry' && hollow) against.push('made for masonry');
    if (kind.mounting === 'wings' && !hollow) against.push('wings need a hollow wall');
    if (kind.mounting === 'stud-screw')
      against.push(wall.framing.material === 'masonry' ? 'needs a stud' : 'needs a stud beside the opening');
    if (kind.clampsFinishMm && (finish < kind.clampsFinishMm.min - 0.01 || finish > kind.clampsFinishMm.max + 0.01)) {
      against.push(
        `wings clamp ${printLength(kind.clampsFinishMm.min, unit)} to ${printLength(kind.clampsFinishMm.max, unit)}; this face is ${printLength(finish, unit)}`,
      );
    }
    if (kind.depthMm - finish > wall.framing.studDepth.mm + 0.01) against.push('deeper than the cavity');
    if (kind.volumeIn3 < neededIn3 - 1e-9) against.push(`${kind.volumeIn3} in³, ${neededIn3.toFixed(2)} needed`);
    const spare = kind.volumeIn3 - neededIn3;
    return {
      kind,
      fits: against.length === 0,
      reasons: against.length
        ? against
        : [`${spare.toFixed(2)} in³ to spare`, `clamps ${kind.clamps === 'none' ? 'none: staple within 8 in' : kind.clamps}`],
    };
  });
  return judged.sort((a, b) => Number(b.fits) - Number(a.fits) || a.kind.volumeIn3 - b.kind.volumeIn3);
}
