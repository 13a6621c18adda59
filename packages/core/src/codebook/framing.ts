/** Bored holes in studs (NEC 300.4(A), IRC R602.6) and setback of boxes (NEC 314.20). Lengths in mm. */
import { nec } from '../catalog/index.js';
import { inches } from '../measure/index.js';
import type { Edition, Sum } from '../model/index.js';
import { atLeast, atMost, term, type Judged } from './judged.js';

export const HOLE_TO_FACE_MM = inches(1.25);

/** Distance from the edge of a hole to the nearer stud face, in mm; `centreFromFaceMm` when it isn't centred. */
export const holeToFaceDistance = (studDepthMm: number, holeMm: number, centreFromFaceMm = studDepthMm / 2): number =>
  Math.min(centreFromFaceMm, studDepthMm - centreFromFaceMm) - holeMm / 2;

export interface BoredHoleInput {
  edition: Edition;
  studDepthMm: number;
  holeMm: number;
  /** centre of the hole from one face; centred when not given */
  centreFromFaceMm?: number;
  /** absent: not known; then the stricter share is also shown */
  bearing?: boolean;
}

/** A bored hole: a plate under 1¼ in from a face; at most 40 % (bearing) or 60 % of the depth; ⅝ in of wood left. */
export function boredHole(input: BoredHoleInput): Judged & { plate: boolean } {
  if (!(input.studDepthMm > 0) || !(input.holeMm > 0)) throw new RangeError('boredHole: stud depth and hole must be above 0 mm');
  const centre = input.centreFromFaceMm ?? input.studDepthMm / 2;
  const edge = holeToFaceDistance(input.studDepthMm, input.holeMm, centre);
  const source = nec(input.edition.slice(3), '300.4(A); IRC R602.6');
  const edgeSum: Sum = {
    terms:
      input.centreFromFaceMm === undefined
        ? [term('stud depth', input.studDepthMm, 'length'), term('less hole', -input.holeMm, 'length')]
        : [
            term('hole centre to the nearer face', Math.min(centre, input.studDepthMm - centre), 'length'),
            term('less half the hole', -input.holeMm / 2, 'length'),
          ],
    formula: input.centreFromFaceMm === undefined ? '(depth − hole) ÷ 2' : undefined,
    result: term('hole edge to the nearer face', edge, 'length'),
    limit: { ...term('without a plate, at least', HOLE_TO_FACE_MM, 'length'), relation: '≥' },
  };
  const share = (input.holeMm / input.studDepthMm) * 100;
  const shareSum = (limit: number, label: string): Sum => ({
    terms: [term('hole', input.holeMm, 'length'), term('stud depth', input.studDepthMm, 'length')],
    formula: 'hole ÷ depth',
    result: term('share of the depth', share, '%'),
    limit: { ...term(label, limit, '%'), relation: '≤' },
  });
  const sums: Sum[] = [edgeSum];
  if (input.bearing !== false) sums.push(shareSum(40, 'bearing stud, at most'));
  if (input.bearing !== true) sums.push(shareSum(60, 'other stud, at most'));
  const plate = !atLeast(edge, HOLE_TO_FACE_MM);
  if (!atLeast(edge, inches(0.625))) return { verdict: 'stop', says: 'less than 5/8 in of wood would be left', sums, source, plate };
  if (!atMost(share, input.bearing === true ? 40 : 60))
    return { verdict: 'stop', says: 'the hole is too large for this stud', sums, source, plate };
  if (input.bearing === undefined && !atMost(share, 40)) {
    return {
      verdict: 'can’t tell',
      says: 'allowed only if the wall bears nothing',
      sums,
      source,
      plate,
      ask: 'Find out whether the wall carries a load.',
    };
  }
  return plate
    ? { verdict: 'caution', says: 'a 1/16 in steel plate has to cover the hole', sums, source, plate }
    : { verdict: 'ok', says: 'no plate needed', sums, source, plate };
}

/** How far a box front may lie behind the finish: ¼ in where the surface can't burn, flush where it can (314.20). */
export function setback(edition: Edition, combustible: boolean, behindMm: number | undefined): Judged {
  const source = nec(edition.slice(3), '314.20');
  const limit = combustible ? 0 : inches(0.25);
  const says = combustible ? 'the finish can burn: front edge flush or proud' : 'front edge at most 1/4 in behind the finish';
  if (behindMm === undefined)
    return { verdict: 'note', says, sums: [{ terms: [], result: term('behind the finish, at most', limit, 'length') }], source };
  const ok = atMost(behindMm, limit);
  return {
    verdict: ok ? 'ok' : 'stop',
    says: ok ? says : `${says}; use a box extension`,
    source,
    sums: [
      { terms: [], result: term('behind the finish', behindMm, 'length'), limit: { ...term('at most', limit, 'length'), relation: '≤' } },
    ],
  };
}
