/** Heights of boxes: bottom, centre and plate edges; matching the room; counters. mm above the finished floor. */
import { heightWords } from '../words/layout/heights.js';
import { nec, PLATE, practice } from '../catalog/index.js';
import { inches } from '../measure/index.js';
import type { Edition, Sum } from '../model/index.js';
import { atLeast, atMost, term, type Judged } from '../codebook/index.js';

export interface BoxHeights {
  bottomMm: number;
  centreMm: number;
  topMm: number;
  plateBottomMm: number;
  plateTopMm: number;
}

/** A plate is centred on its box. */
export function boxHeights(bottomMm: number, boxHeightMm: number, plateHeightMm = PLATE.heightMm): BoxHeights {
  const centreMm = bottomMm + boxHeightMm / 2;
  return {
    bottomMm,
    centreMm,
    topMm: bottomMm + boxHeightMm,
    plateBottomMm: centreMm - plateHeightMm / 2,
    plateTopMm: centreMm + plateHeightMm / 2,
  };
}

/** Usual accessible reach, to the bottom of the box (ANSI A117.1, from memory). */
export const REACH_MM = { low: inches(15), high: inches(48) };
/** Within this, two plates look level (common practice). */
export const LEVEL_WITHIN_MM = inches(0.125);

export interface HeightMatchInput {
  /** bottom of the new box above the floor as it is now */
  bottomMm: number;
  /** box bottoms that are there, above the floor as it will be finished */
  existingBottomsMm: number[];
  /** floor still to be laid */
  floorToAddMm: number;
  boxHeightMm: number;
}

/** Whether the new box sits level with the room's boxes, and where its plate ends. */
export function heightMatch(input: HeightMatchInput): Judged {
  const finished = input.bottomMm - input.floorToAddMm;
  const heights = boxHeights(finished, input.boxHeightMm);
  const work: Sum = {
    terms: [
      term('floor to box bottom', input.bottomMm, 'length'),
      ...(input.floorToAddMm ? [term('less floor still to be laid', -input.floorToAddMm, 'length')] : []),
      term('half the box', input.boxHeightMm / 2, 'length'),
      term('less half the plate', -PLATE.heightMm / 2, 'length'),
    ],
    result: term('finished floor to plate bottom', heights.plateBottomMm, 'length'),
  };
  if (input.existingBottomsMm.length === 0) {
    return { verdict: 'note', ...heightWords.nothingToMatch(), sums: [work], source: practice };
  }
  const nearest = input.existingBottomsMm.reduce((a, b) => (Math.abs(b - finished) < Math.abs(a - finished) ? b : a));
  const off = Math.abs(finished - nearest);
  const match: Sum = {
    terms: [term('this box bottom', finished, 'length'), term('less the room’s box bottom', -nearest, 'length')],
    result: term('apart', off, 'length'),
    limit: { ...term('looks level within', LEVEL_WITHIN_MM, 'length'), relation: '≤' },
  };
  const level = atMost(off, LEVEL_WITHIN_MM);
  return {
    verdict: level ? 'ok' : 'caution',
    ...(level ? heightWords.level() : heightWords.notLevel()),
    sums: [match, work],
    source: practice,
  };
}

/** Reach range, as advice: homes are not bound by it. */
export function accessibleReach(bottomMm: number, topMm: number): Judged {
  const inside = atLeast(bottomMm, REACH_MM.low) && atMost(topMm, REACH_MM.high);
  return {
    verdict: inside ? 'ok' : 'note',
    ...(inside ? heightWords.reached() : heightWords.outsideReach()),
    sums: [
      {
        terms: [],
        result: term('box bottom', bottomMm, 'length'),
        limit: { ...term('reach from', REACH_MM.low, 'length'), relation: '≥' },
      },
      {
        terms: [],
        result: term('box top', topMm, 'length'),
        limit: { ...term('reach to', REACH_MM.high, 'length'), relation: '≤' },
      },
    ],
    source: { standard: 'ANSI A117.1', from: 'memory' },
  };
}

export interface CounterClearanceInput {
  edition: Edition;
  /** floor to counter top */
  counterMm: number;
  backsplashMm: number;
  /** gap wanted between the backsplash (or counter) and the plate */
  clearanceMm: number;
  boxHeightMm: number;
}

/** Box height over a counter: plate bottom = counter + backsplash + clearance; at most 20 in above the counter (210.52(C)). */
export function counterClearance(input: CounterClearanceInput): Judged & BoxHeights {
  const plateBottom = input.counterMm + input.backsplashMm + input.clearanceMm;
  const bottom = plateBottom + PLATE.heightMm / 2 - input.boxHeightMm / 2;
  const heights = boxHeights(bottom, input.boxHeightMm);
  const above = heights.topMm - input.counterMm;
  const ok = atMost(above, inches(20));
  return {
    ...heights,
    // it may stand there: another one has to count
    verdict: ok ? 'ok' : 'caution',
    ...(ok ? heightWords.counterLow() : heightWords.counterHigh()),
    source: nec(input.edition.slice(3), '210.52(C)'),
    sums: [
      {
        terms: [
          term('floor to counter top', input.counterMm, 'length'),
          term('backsplash', input.backsplashMm, 'length'),
          term('clearance', input.clearanceMm, 'length'),
        ],
        result: term('floor to plate bottom', plateBottom, 'length'),
      },
      {
        terms: [
          term('plate bottom', plateBottom, 'length'),
          term('half the plate', PLATE.heightMm / 2, 'length'),
          term('less half the box', -input.boxHeightMm / 2, 'length'),
        ],
        result: term('floor to box bottom', bottom, 'length'),
      },
      {
        terms: [term('box top', heights.topMm, 'length'), term('less counter top', -input.counterMm, 'length')],
        result: term('box top above the counter', above, 'length'),
        limit: { ...term('at most', inches(20), 'length'), relation: '≤' },
      },
    ],
  };
}
