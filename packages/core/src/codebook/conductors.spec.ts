/** NEC 300.14, 314.17, 334.30 from memory (handbook 5, 6); the diagonal of 4 × 4 from handbook 22. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inches, toInches } from '../measure/index.js';
import {
  firstStapleWithinMm,
  freeConductor,
  freeConductorLength,
  freeEndBySchool,
  openingDiagonalMm,
  securing,
  sheathInside,
  staplePositions,
  STAPLE_SPACING_MM,
} from './conductors.js';

const opening = { edition: 'US-2020' as const, openingWidthMm: inches(2.25), openingHeightMm: inches(3.75) };

describe('free conductor: both rules hold', () => {
  it('a 4 × 4 box has a diagonal of 5.66 in, so the 3 in rule applies', () =>
    expect(toInches(openingDiagonalMm(inches(4), inches(4)))).toBeCloseTo(5.66, 2));
  it('6 in rules in a shallow box, 3 in beyond the opening in a deep one', () => {
    expect(toInches(freeConductorLength(inches(2.75), inches(2.25), inches(3.75)))).toBeCloseTo(6, 9);
    expect(toInches(freeConductorLength(inches(3.5), inches(2.25), inches(3.75)))).toBeCloseTo(6.5, 9);
  });
  it('6 in is enough 2 3/4 in deep, not 3 1/2 in deep, and 5 15/16 in never', () => {
    const judge = (free: number, deep: number) =>
      freeConductor({ ...opening, fromSheathMm: inches(free), sheathToOpeningMm: inches(deep) }).verdict;
    expect([judge(6, 2.75), judge(6, 3.5), judge(6.5, 3.5), judge(5.9375, 1)]).toEqual(['ok', 'stop', 'ok', 'stop']);
  });
  it('an opening of 8 in or more both ways frees from the 3 in rule; 8 in one way only, the readings differ', () => {
    const at = (width: number) => ({ ...opening, openingWidthMm: inches(width), openingHeightMm: inches(8), fromSheathMm: inches(6), sheathToOpeningMm: inches(5) }); // prettier-ignore
    expect([freeConductor(at(8)).verdict, freeConductor(at(7.9)).verdict]).toEqual(['ok', 'caution']);
  });
  it('passing unbroken is exempt; not measured is not ok', () => {
    expect(freeConductor({ ...opening, fromSheathMm: undefined, sheathToOpeningMm: undefined, unbroken: true }).verdict).toBe('ok');
    expect(freeConductor({ ...opening, fromSheathMm: undefined, sheathToOpeningMm: inches(2) }).verdict).toBe('can’t tell');
    expect(freeConductor({ ...opening, fromSheathMm: inches(9), sheathToOpeningMm: undefined }).verdict).toBe('can’t tell');
  });
  it('no school leaves less than code needs', () => {
    expect(toInches(freeEndBySchool('code minimum', inches(6.5)))).toBeCloseTo(6.5, 9);
    expect(toInches(freeEndBySchool('6 + 1', inches(6)))).toBeCloseTo(7, 9);
    expect(toInches(freeEndBySchool('8 in', inches(6)))).toBeCloseTo(8, 9);
  });
});

describe('sheath and securing', () => {
  it('1/4 in of sheath is enough, less is a stop, over 1 in a caution, not looked can’t be told', () => {
    expect([0.25, 0.1875, 1, 1.25].map((n) => sheathInside('US-2020', inches(n)).verdict)).toEqual(['ok', 'stop', 'ok', 'caution']);
    expect(sheathInside('US-2020', undefined).verdict).toBe('can’t tell');
  });
  it('12 in with a clamp, 8 in for a single plastic gang without', () => {
    expect(firstStapleWithinMm(true, true)).toBe(inches(12));
    expect(firstStapleWithinMm(true, false)).toBe(inches(8));
  });
  it('fished cable may stay unsupported, but not unclamped', () => {
    const base = { edition: 'US-2020' as const, plasticSingleGang: true, firstStapleMm: undefined };
    expect(securing({ ...base, hasClamp: true, fished: true }).verdict).toBe('ok');
    expect(securing({ ...base, hasClamp: false, fished: true }).verdict).toBe('stop');
    expect(securing({ ...base, hasClamp: undefined, fished: true }).verdict).toBe('can’t tell');
    expect(securing({ ...base, hasClamp: false, fished: false, firstStapleMm: inches(8.5) }).verdict).toBe('stop');
    expect(securing({ ...base, hasClamp: true, fished: false, firstStapleMm: inches(8.5) }).verdict).toBe('ok');
    expect(securing({ ...base, plasticSingleGang: false, hasClamp: false, fished: false, firstStapleMm: inches(4) }).verdict).toBe('stop');
  });
  it('staples: 18 ft between clamped boxes takes five, 1 ft from each and 4 ft apart', () => {
    expect(staplePositions(inches(216), inches(12), inches(12)).map((mm) => Math.round(toInches(mm)))).toEqual([12, 60, 108, 156, 204]);
  });
  it('staples meet the spacing for every length from 0 to 100 ft', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: inches(1200), noNaN: true }), fc.constantFrom(8, 12), fc.constantFrom(8, 12), (run, a, b) => {
        const at = staplePositions(run, inches(a), inches(b));
        if (run === 0) return void expect(at).toEqual([]);
        expect(at[0]!).toBeLessThanOrEqual(inches(a) + 1e-6);
        expect(run - at.at(-1)!).toBeLessThanOrEqual(inches(b) + 1e-6);
        for (let i = 1; i < at.length; i++) expect(at[i]! - at[i - 1]!).toBeLessThanOrEqual(STAPLE_SPACING_MM + 1e-6);
        for (const mm of at) expect(mm >= 0 && mm <= run).toBe(true);
      }),
    );
    expect(() => staplePositions(-1, 1, 1)).toThrow(/0 or more/);
  });
});
