/** A screen or a shelf on its mount, on anchors in a hollow wall or screws in studs: what each is pulled and sheared by. lb and mm. */
import { anchorWords } from '../words/layout/anchors.js';
import { practice } from '../catalog/index.js';
import { atMost, product, term, type Judged } from '../codebook/index.js';

/** An anchor carries a quarter of what its packet names as the most (common practice, no source). */
export const ANCHOR_RESERVE = 4;

export interface AnchorInput {
  /** of all that hangs, its mount included */
  weightLb: number;
  /** wall to the middle of the weight; of an arm, drawn out as far as it goes */
  outMm: number;
  /** upper row of anchors down to the lower edge of the plate, which presses on the wall */
  downMm: number;
  /** anchors in the upper row, and in all */
  upper: number;
  all: number;
  /** the most that the packet names for this wall, each by itself; absent: not read */
  pullLb?: number | undefined;
  shearLb?: number | undefined;
}

/** Moments about the lower edge of the plate: the upper row alone is counted against the pull. */
export function anchorLoad(input: AnchorInput): Judged & { pullLb: number; shearLb: number } {
  const { weightLb, outMm, downMm, upper, all } = input;
  const pullLb = (weightLb * outMm) / downMm / upper;
  const shearLb = weightLb / all;
  const sums = [
    {
      terms: [
        term('weight', weightLb, 'lb'),
        term('wall to its middle', outMm, 'length'),
        term('upper row to the lower edge of the plate', downMm, 'length'),
        term('anchors in the upper row', upper, 'count'),
      ],
      result: term('weight × out ÷ down ÷ anchors: each of the upper row is pulled by', pullLb, 'lb'),
    },
    { terms: [term('weight', weightLb, 'lb'), term('anchors in all', all, 'count')], result: term('each is sheared by', shearLb, 'lb') },
  ];
  if (input.pullLb === undefined || input.shearLb === undefined)
    return {
      ...{ pullLb, shearLb, sums, source: practice, verdict: 'can’t tell' },
      ...anchorWords.unread(),
    };
  const share = (pullLb / input.pullLb + shearLb / input.shearLb) * ANCHOR_RESERVE;
  const ok = atMost(share, 1);
  return {
    ...{ pullLb, shearLb, source: practice, verdict: ok ? 'ok' : 'stop' },
    ...(ok ? anchorWords.within() : anchorWords.tooMuch()),
    sums: [
      ...sums,
      {
        terms: [
          product('pull ÷ most in pull', ANCHOR_RESERVE, pullLb / input.pullLb, 'count'),
          product('shear ÷ most in shear', ANCHOR_RESERVE, shearLb / input.shearLb, 'count'),
        ],
        result: term('used of what it may carry', share, 'count'),
        limit: { ...term('all of it', 1, 'count'), relation: '≤' as const },
      },
    ],
  };
}
