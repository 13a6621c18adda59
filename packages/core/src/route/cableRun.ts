/** Length of a cable inside one wall: as it lies, as it must be cut, as it must be bought. mm. */
import { feet, inches } from '../measure/index.js';
import type { Sum, Term } from '../model/index.js';
import { product, term, total } from '../codebook/index.js';

export interface CableRunInput {
  /** sideways, up or down, and through the wall between the two entries */
  alongMm: number;
  upMm: number;
  throughMm: number;
  bends: number;
  studsCrossed: number;
  /** free end left in each box, from the sheath */
  freeEndsMm: [number, number];
  /** sheath inside each box */
  sheathMm: number;
}

export interface CableRun {
  /** lying in the wall, entry to entry */
  runMm: number;
  cutMm: number;
  buyMm: number;
  sums: { run: Sum; finished: Sum; fishing: Sum; cut: Sum; buy: Sum };
}

/** What a bend, a bored stud and a squared cut take, and what sticks out while fishing: all common practice. */
export const PRACTICE_MM = { bend: inches(3), studHole: inches(1), trim: inches(2), outWhileFishing: inches(16) };
export const BUY_OVER = 1.15;

const roundUp = (mm: number, step: number): number => Math.ceil((mm - 1e-6) / step) * step;

/** Sums a run; cut is the larger of what stays in and what fishing takes, rounded up to 6 in; bought is 15 % over, to the foot. */
export function cableRun(input: CableRunInput): CableRun {
  const runTerms: Term[] = [
    term('sideways between the boxes', input.alongMm, 'length'),
    term('up or down', input.upMm, 'length'),
    term('through the wall', input.throughMm, 'length'),
    product('bends', input.bends, PRACTICE_MM.bend, 'length', { how: 'common practice' }),
    product('studs crossed', input.studsCrossed, PRACTICE_MM.studHole, 'length', { how: 'common practice' }),
  ];
  return runFrom(runTerms, input);
}

/** What a run comes to, whatever it is made of: `runTerms` are its parts from box to box. */
export function runFrom(
  runTerms: Term[],
  ends: Pick<CableRunInput, 'freeEndsMm' | 'sheathMm'>,
  where = 'in the wall',
  fished = true,
): CableRun {
  const runMm = total(runTerms);
  const run: Sum = { terms: runTerms, result: term(`${where}, box to box`, runMm, 'length') };
  const finishedTerms = [
    term(where, runMm, 'length'),
    term('free end, source box', ends.freeEndsMm[0], 'length'),
    term('free end, new box', ends.freeEndsMm[1], 'length'),
    product('sheath inside each box', 2, ends.sheathMm, 'length'),
    product('trimming at each end', 2, PRACTICE_MM.trim, 'length', { how: 'common practice' }),
  ];
  const finishedMm = total(finishedTerms);
  const fishingTerms = [
    term(where, runMm, 'length'),
    product('out of each opening while fishing', fished ? 2 : 0, PRACTICE_MM.outWhileFishing, 'length', {
      how: fished ? 'common practice: 12 to 16 in or more' : 'laid in the open, nothing is fished',
    }),
  ];
  const fishingMm = total(fishingTerms);
  const larger = Math.max(finishedMm, fishingMm);
  const cutMm = roundUp(larger, inches(6));
  const buyMm = roundUp(cutMm * BUY_OVER, feet(1));
  return {
    runMm,
    cutMm,
    buyMm,
    sums: {
      run,
      finished: { terms: finishedTerms, result: term('to end up with', finishedMm, 'length') },
      fishing: { terms: fishingTerms, result: term('to fish with', fishingMm, 'length') },
      cut: {
        terms: [term('the larger of the two', larger, 'length')],
        formula: 'rounded up to the next 6 in',
        result: term('cut', cutMm, 'length'),
      },
      buy: {
        terms: [term('cut', cutMm, 'length'), term('15 % over', cutMm * (BUY_OVER - 1), 'length')],
        formula: 'rounded up to the next foot; common practice is 10 to 20 % over',
        result: term('buy', buyMm, 'length'),
      },
    },
  };
}
