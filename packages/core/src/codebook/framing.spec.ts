/** NEC 300.4(A), 314.20 and IRC R602.6 from memory; (3.5 − 0.75)/2 = 1.375 and (3.5 − 1)/2 = 1.25 are handbook 22. */
import { describe, expect, it } from 'vitest';
import { inches, toInches } from '../measure/index.js';
import { boredHole, holeToFaceDistance, joistCut, setback } from './framing.js';

const hole = (holeIn: number, more: { depth?: number; centre?: number; bearing?: boolean } = {}) =>
  boredHole({
    edition: 'US-2020',
    studDepthMm: inches(more.depth ?? 3.5),
    holeMm: inches(holeIn),
    centreFromFaceMm: more.centre === undefined ? undefined : inches(more.centre),
    bearing: more.bearing,
  });

describe('bored hole', () => {
  it('a centred 3/4 in hole in a 3 1/2 in stud leaves 1 3/8 in, a 1 in hole exactly 1 1/4 in', () => {
    expect(toInches(holeToFaceDistance(inches(3.5), inches(0.75)))).toBeCloseTo(1.375, 9);
    expect(toInches(holeToFaceDistance(inches(3.5), inches(1)))).toBeCloseTo(1.25, 9);
  });
  it('1 in needs no plate, 1 1/16 in does', () => {
    expect([hole(1).plate, hole(1).verdict]).toEqual([false, 'ok']);
    expect([hole(1.0625).plate, hole(1.0625).verdict]).toEqual([true, 'caution']);
  });
  it('off the centre line the nearer face counts', () => expect(hole(0.75, { centre: 1.5 }).plate).toBe(true)); // 1.5 − 0.375 = 1.125
  it('40 % of a bearing stud is 1.4 in, 60 % of another 2.1 in, and 5/8 in of wood has to stay', () => {
    expect(hole(1.375, { bearing: true }).verdict).toBe('caution');
    expect(hole(1.5, { bearing: true }).verdict).toBe('stop');
    expect(hole(1.5, { bearing: false }).verdict).toBe('caution');
    expect(hole(2.125, { bearing: false }).verdict).toBe('stop');
    expect(hole(2.375, { bearing: false, depth: 3.5 }).says).toMatch(/5\/8/);
  });
  it('whether the wall bears decides between 40 and 60 %: not known is can’t tell', () => expect(hole(1.5).verdict).toBe('can’t tell'));
  it('refuses a stud or a hole of nothing', () => expect(() => hole(0)).toThrow(/above 0/));
});

describe('setback', () => {
  it('1/4 in behind drywall is allowed, behind wood nothing is', () => {
    expect([setback('US-2020', false, inches(0.25)).verdict, setback('US-2020', false, inches(0.3125)).verdict]).toEqual(['ok', 'stop']);
    expect([setback('US-2020', true, 0).verdict, setback('US-2020', true, inches(0.0625)).verdict]).toEqual(['ok', 'stop']);
  });
});

describe('joists (IRC R502.8.1, memory)', () => {
  const cut = (input: Parameters<typeof joistCut>[0]) => joistCut(input).verdict;
  const of = (depth: number, size: number, more: Partial<Parameters<typeof joistCut>[0]> = {}) =>
    cut({ joistDepthMm: inches(depth), cut: 'hole', sizeMm: inches(size), ...more });
  it('a hole may be a third of the depth: 3 1/16 in a 9 1/4, not 3 1/8; 2 in stay to the edge', () => {
    expect([of(9.25, 3.0625), of(9.25, 3.125)]).toEqual(['ok', 'stop']);
    // 5 1/2 in: a third is 1.83, but the middle leaves (5.5 − 1.5) ÷ 2 = 2 exactly
    expect([of(5.5, 1.5), of(5.5, 1.5625)]).toEqual(['ok', 'stop']);
  });
  it('off the middle the nearer edge counts, and the next hole stays 2 in away', () => {
    expect([of(9.25, 1, { toEdgeMm: inches(2) }), of(9.25, 1, { toEdgeMm: inches(1.9375) })]).toEqual(['ok', 'stop']);
    expect([of(9.25, 1, { toNextHoleMm: inches(2) }), of(9.25, 1, { toNextHoleMm: inches(1.9375) })]).toEqual(['ok', 'stop']);
  });
  it('a notch: a sixth, outside the middle third; at the end a quarter', () => {
    const notch = (size: number, third?: 'outer' | 'middle') => of(9.25, size, { cut: 'notch', ...(third ? { third } : {}) });
    expect([notch(1.5, 'outer'), notch(1.5625, 'outer'), notch(0.25, 'middle'), notch(1)]).toEqual(['ok', 'stop', 'stop', 'can’t tell']);
    expect([of(9.25, 2.3125, { cut: 'notch at the end' }), of(9.25, 2.375, { cut: 'notch at the end' })]).toEqual(['ok', 'stop']);
  });
  it('refuses a joist or a cut of nothing', () => expect(() => of(9.25, 0)).toThrow(/above 0/));
});
