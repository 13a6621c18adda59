/** What an old opening leaves when a new one takes its place, and what closing it takes. mm. */
import { patchWords } from '../words/layout/patch.js';
import { practice } from '../catalog/index.js';
import { product, term, type Judged } from '../codebook/index.js';
import { inches } from '../measure/index.js';
import type { Schools, Sum } from '../model/index.js';
import type { OpeningRect } from './opening.js';

const area = (r: OpeningRect): number => (r.right - r.left) * (r.top - r.bottom);

/**
 * The part of `before` that `after` doesn't take, as rectangles that don't overlap: strips below and above over the whole width,
 * then left and right of what is shared. Empty when nothing is left; the whole when the two don't meet.
 */
export function leftover(before: OpeningRect, after: OpeningRect | undefined): OpeningRect[] {
  if (!after) return [before];
  const shared = {
    left: Math.max(before.left, after.left),
    right: Math.min(before.right, after.right),
    bottom: Math.max(before.bottom, after.bottom),
    top: Math.min(before.top, after.top),
  };
  if (shared.left >= shared.right || shared.bottom >= shared.top) return [before];
  return [
    { ...before, top: shared.bottom },
    { ...before, bottom: shared.top },
    { left: before.left, right: shared.left, bottom: shared.bottom, top: shared.top },
    { left: shared.right, right: before.right, bottom: shared.bottom, top: shared.top },
  ].filter((r) => r.right - r.left > 1e-6 && r.top - r.bottom > 1e-6);
}

/** How far compound goes past the joint in each coat (handbook 9: 4 to 5 in past it by the second; common practice). */
export const COAT_REACH_MM = [inches(2), inches(4.5), inches(7)];
/** Film left by each coat after sanding off the high spots (common practice). */
const COAT_FILM_MM = [1.5, 0.8, 0.4];

export interface PatchPiece {
  /** what the opening leaves */
  hole: OpeningRect;
  /** the piece to cut; wider than the hole where the hole is squared out to a stud's middle */
  piece: OpeningRect;
  onStud: boolean;
}
export interface PatchPlan extends Judged {
  pieces: PatchPiece[];
  battens: number;
  screws: number;
  tapeMm: number;
  /** coated area of each coat, mm² */
  coatsMm2: number[];
  compoundMl: number;
  /** hours of waiting between coats by the school (common practice) */
  dryingHours: number;
}

export interface PatchInput {
  before: OpeningRect;
  after: OpeningRect | undefined;
  /** middles of the studs, in the same coordinates */
  studs: number[];
  compound: Schools['compound'];
  /** a plate this size will stand centred on the new opening and hide what lies under it */
  plate?: OpeningRect;
}

/** A stud within this of the hole is worth squaring out to: the piece then has wood behind it (common practice). */
const TO_STUD_MM = inches(3);

function squared(hole: OpeningRect, after: OpeningRect | undefined, studs: number[]): PatchPiece {
  const near = studs
    .map((s) => ({ s, away: s < hole.left ? hole.left - s : s > hole.right ? s - hole.right : 0 }))
    .filter((n) => n.away > 0 && n.away <= TO_STUD_MM)
    .sort((a, b) => a.away - b.away)[0];
  if (!near) return { hole, piece: hole, onStud: false };
  const piece = near.s < hole.left ? { ...hole, left: near.s } : { ...hole, right: near.s };
  // never out over the new opening
  if (after && leftover(piece, after).length !== 1) return { hole, piece: hole, onStud: false };
  return { hole, piece, onStud: true };
}

export function patchPlan(input: PatchInput): PatchPlan {
  const pieces = leftover(input.before, input.after)
    .filter(
      (hole) =>
        !(
          input.plate &&
          hole.left >= input.plate.left &&
          hole.right <= input.plate.right &&
          hole.bottom >= input.plate.bottom &&
          hole.top <= input.plate.top
        ),
    )
    .map((hole) => squared(hole, input.after, input.studs));
  const battens = pieces.reduce((n, p) => n + (p.onStud ? 1 : 2), 0);
  const screws = pieces.length * 4 + battens * 2;
  const tapeMm = pieces.reduce((sum, { piece }) => sum + 2 * (piece.right - piece.left + piece.top - piece.bottom), 0);
  const coatsMm2 = COAT_REACH_MM.map((reach) =>
    pieces.reduce((sum, { piece }) => sum + (piece.right - piece.left + 2 * reach) * (piece.top - piece.bottom + 2 * reach), 0),
  );
  const compoundMl = coatsMm2.reduce((sum, a, i) => sum + (a * COAT_FILM_MM[i]!) / 1000, 0) * 1.15;
  const in2 = (mm2: number): number => mm2 / 645.16;
  const setting = input.compound === 'setting, same day';
  const sums: Sum[] = pieces.flatMap(({ hole, piece, onStud }): Sum[] => [
    { terms: [], result: term('hole to close, width', hole.right - hole.left, 'length') },
    { terms: [], result: term('hole to close, height', hole.top - hole.bottom, 'length') },
    ...(onStud
      ? [
          {
            terms: [
              term('hole', hole.right - hole.left, 'length'),
              term('out to the middle of the stud', piece.right - piece.left - (hole.right - hole.left), 'length'),
            ],
            result: term('piece, width', piece.right - piece.left, 'length'),
          },
        ]
      : []),
  ]);
  if (pieces.length)
    sums.push(
      {
        terms: [product('corners of each piece', pieces.length, 4, 'count'), product('each batten', battens, 2, 'count')],
        result: term('screws', screws, 'count'),
      },
      {
        terms: coatsMm2.map((a, i) => term(`coat ${i + 1}, ${['2', '4 1/2', '7'][i]} in past the joint`, in2(a), 'in²')),
        result: term('coated in all', in2(coatsMm2.reduce((s, a) => s + a, 0)), 'in²'),
      },
    );
  return {
    pieces,
    battens,
    screws,
    tapeMm,
    coatsMm2,
    compoundMl,
    dryingHours: pieces.length ? (setting ? 1.5 : 36) : 0,
    verdict: 'note',
    ...(pieces.length
      ? patchWords.pieces({ pieceCount: pieces.length, battens, screws, compoundMl: Math.ceil(compoundMl / 50) * 50 })
      : patchWords.nothing()),
    sums,
    source: practice,
  };
}

/** Area of what is left, mm². */
export const leftoverArea = (before: OpeningRect, after: OpeningRect | undefined): number =>
  leftover(before, after).reduce((s, r) => s + area(r), 0);
