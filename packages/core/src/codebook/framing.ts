/** Bored holes in studs (NEC 300.4(A), IRC R602.6) and setback of boxes (NEC 314.20). Lengths in mm. */
import { framingWords } from '../words/codebook/framing.js';
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
  if (!atLeast(edge, inches(0.625))) return { verdict: 'stop', ...framingWords.tooNearEdge(), sums, source, plate };
  if (!atMost(share, input.bearing === true ? 40 : 60)) return { verdict: 'stop', ...framingWords.holeTooLarge(), sums, source, plate };
  if (input.bearing === undefined && !atMost(share, 40)) {
    return {
      verdict: 'can’t tell',
      ...framingWords.ifBearsNothing(),
      sums,
      source,
      plate,
    };
  }
  return plate
    ? { verdict: 'caution', ...framingWords.plate(), sums, source, plate }
    : { verdict: 'ok', ...framingWords.noPlate(), sums, source, plate };
}

/** How far a box front may lie behind the finish: ¼ in where the surface can't burn, flush where it can (314.20). */
export function setback(edition: Edition, combustible: boolean, behindMm: number | undefined): Judged {
  const source = nec(edition.slice(3), '314.20');
  const limit = combustible ? 0 : inches(0.25);
  if (behindMm === undefined)
    return {
      verdict: 'note',
      ...framingWords.setback({ combustible }),
      sums: [{ terms: [], result: term('behind the finish, at most', limit, 'length') }],
      source,
    };
  const ok = atMost(behindMm, limit);
  return {
    verdict: ok ? 'ok' : 'stop',
    ...(ok ? framingWords.setback({ combustible }) : framingWords.setBackTooFar({ combustible })),
    source,
    sums: [
      { terms: [], result: term('behind the finish', behindMm, 'length'), limit: { ...term('at most', limit, 'length'), relation: '≤' } },
    ],
  };
}

/** Wood that stays above, below and between holes in a joist (IRC R502.8.1, memory). */
export const JOIST_EDGE_MM = inches(2);

export interface JoistCutInput {
  joistDepthMm: number;
  cut: 'hole' | 'notch' | 'notch at the end';
  /** diameter of the hole, or depth of the notch */
  sizeMm: number;
  /** from the hole's edge to the nearer edge of the joist; in the middle when not given */
  toEdgeMm?: number;
  /** from the hole's edge to the next hole; absent: none near */
  toNextHoleMm?: number;
  /** third of the span in which a notch lies; absent: not known */
  third?: 'outer' | 'middle';
}

/** A hole or a notch in a floor joist of solid wood: ⅓ of the depth and 2 in of wood, ⅙ and not in the middle third, ¼ at its end. */
export function joistCut(input: JoistCutInput): Judged {
  const { joistDepthMm, cut, sizeMm } = input;
  if (!(joistDepthMm > 0) || !(sizeMm > 0)) throw new RangeError('joistCut: depth of the joist and size of the cut must be above 0 mm');
  const source = { standard: 'IRC', clause: 'R502.8.1', from: 'memory' as const };
  const share = cut === 'hole' ? 3 : cut === 'notch' ? 6 : 4;
  const most = joistDepthMm / share;
  const size: Sum = {
    terms: [term('depth of the joist', joistDepthMm, 'length')],
    formula: `depth ÷ ${share}`,
    result: term(cut === 'hole' ? 'hole' : 'depth of the notch', sizeMm, 'length'),
    limit: { ...term('at most', most, 'length'), relation: '≤' },
  };
  if (!atMost(sizeMm, most)) return { verdict: 'stop', ...framingWords.jointTooLarge({ cut }), sums: [size], source };
  if (cut === 'notch' && input.third !== 'outer')
    return input.third === 'middle'
      ? { verdict: 'stop', ...framingWords.middleThird(), sums: [size], source }
      : {
          verdict: 'can’t tell',
          ...framingWords.middleThirdUnknown(),
          sums: [size],
          source,
        };
  if (cut !== 'hole') return { verdict: 'ok', ...framingWords.notchWithin(), sums: [size], source };
  const edge = input.toEdgeMm ?? (joistDepthMm - sizeMm) / 2;
  const sums: Sum[] = [
    size,
    {
      terms: input.toEdgeMm === undefined ? [term('depth of the joist', joistDepthMm, 'length'), term('less hole', -sizeMm, 'length')] : [],
      ...(input.toEdgeMm === undefined ? { formula: '(depth − hole) ÷ 2' } : {}),
      result: term('hole to the nearer edge', edge, 'length'),
      limit: { ...term('at least', JOIST_EDGE_MM, 'length'), relation: '≥' },
    },
  ];
  if (input.toNextHoleMm !== undefined)
    sums.push({
      terms: [],
      result: term('to the next hole', input.toNextHoleMm, 'length'),
      limit: { ...term('at least', JOIST_EDGE_MM, 'length'), relation: '≥' },
    });
  if (!atLeast(edge, JOIST_EDGE_MM)) return { verdict: 'stop', ...framingWords.joistEdge(), sums, source };
  if (input.toNextHoleMm !== undefined && !atLeast(input.toNextHoleMm, JOIST_EDGE_MM))
    return { verdict: 'stop', ...framingWords.joistNextHole(), sums, source };
  return { verdict: 'ok', ...framingWords.joistWithin(), sums, source };
}
