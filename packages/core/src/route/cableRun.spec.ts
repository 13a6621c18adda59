/** Worked by hand; allowances are common practice (handbook 5), no source. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { inches, toFeet, toInches } from '../measure/index.js';
import { cableRun } from './cableRun.js';

it('5 in along, 2 1/4 in through, two bends: 13 1/4 in the wall, 32 in out for fishing, cut 48 in, buy 5 ft', () => {
  const run = cableRun({
    alongMm: inches(5),
    upMm: 0,
    throughMm: inches(2.25),
    bends: 2,
    studsCrossed: 0,
    freeEndsMm: [inches(7), inches(7)],
    sheathMm: inches(0.25),
  });
  expect(toInches(run.runMm)).toBeCloseTo(13.25); // 5 + 2.25 + 2·3
  expect(toInches(run.sums.finished.result.value)).toBeCloseTo(31.75); // 13.25 + 14 + 0.5 + 4
  expect(toInches(run.sums.fishing.result.value)).toBeCloseTo(45.25); // 13.25 + 2·16
  expect(toInches(run.cutMm)).toBeCloseTo(48);
  expect(toFeet(run.buyMm)).toBeCloseTo(5); // 48 · 1.15 = 55.2 in
  expect(run.sums.cut.terms.map((t) => toInches(t.value))).toEqual([expect.closeTo(45.25)]);
  expect(run.sums.buy.terms.map((t) => toInches(t.value))).toEqual([expect.closeTo(48), expect.closeTo(7.2)]);
  // what comes out at just a step is that step, not the next
  const even = cableRun({ alongMm: inches(10), upMm: 0, throughMm: 0, bends: 2, studsCrossed: 0, freeEndsMm: [0, 0], sheathMm: 0 });
  expect(toInches(even.cutMm)).toBeCloseTo(48); // 10 + 6 + 32
});

it('what is bought covers what is cut, and that covers both what stays and what fishing takes', () => {
  const length = fc.double({ min: 0, max: 20_000, noNaN: true });
  fc.assert(
    fc.property(length, length, fc.integer({ min: 0, max: 20 }), (along, up, studs) => {
      const run = cableRun({ alongMm: along, upMm: up, throughMm: 50, bends: 2, studsCrossed: studs, freeEndsMm: [180, 180], sheathMm: 6 });
      expect(run.cutMm).toBeGreaterThanOrEqual(Math.max(run.sums.finished.result.value, run.sums.fishing.result.value) - 1e-6);
      expect(run.buyMm).toBeGreaterThanOrEqual(run.cutMm * 1.1);
      for (const sum of [run.sums.run, run.sums.finished, run.sums.fishing])
        expect(sum.terms.reduce((t, x) => t + x.value, 0)).toBeCloseTo(sum.result.value, 6);
    }),
  );
});
