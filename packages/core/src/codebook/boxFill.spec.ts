/** NEC 314.16(B), values from memory (handbook 20); worked figures of handbook 22. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Awg } from '../measure/index.js';
import { boxFill, type BoxFillInput } from './boxFill.js';

/** A duplex in mid-run: two two-wire cables with ground, clamps inside, one device. */
const midRun = (gauge: Awg, cables: number, more: Partial<BoxFillInput> = {}): BoxFillInput => ({
  edition: 'US-2020',
  conductors: [{ label: 'hots and neutrals', gauge, count: 2 * cables, kind: 'ends' }],
  grounds: [{ gauge, count: cables }],
  internalClamps: true,
  supportFittings: 0,
  yokes: [{ label: 'duplex', gauge, gangs: 1 }],
  volumeIn3: 18,
  ...more,
});

describe('box fill, handbook 22', () => {
  it('two 14-2 cables, clamps, duplex: 4·2 + 1·2 + 2 + 2·2 = 16.0 in³', () => expect(boxFill(midRun(14, 2)).neededIn3).toBe(16));
  it('with 12-2: 18.0 in³, and an 18.0 in³ box is just enough', () => {
    expect(boxFill(midRun(12, 2)).neededIn3).toBe(18);
    expect(boxFill(midRun(12, 2)).verdict).toBe('ok');
  });
  it('a third 12-2 cable: 22.5 in³, a stop in 18', () => {
    expect(boxFill(midRun(12, 3)).neededIn3).toBe(22.5);
    expect(boxFill(midRun(12, 3)).verdict).toBe('stop');
  });
});

describe('every allowance', () => {
  const bare: BoxFillInput = {
    edition: 'US-2020',
    conductors: [],
    grounds: [],
    internalClamps: false,
    supportFittings: 0,
    yokes: [],
    volumeIn3: 30,
  };
  const needed = (more: Partial<BoxFillInput>) => boxFill({ ...bare, ...more }).neededIn3;

  it.each([
    [18, 1.5],
    [16, 1.75],
    [14, 2],
    [12, 2.25],
    [10, 2.5],
    [8, 3],
    [6, 5],
  ] as const)('%d AWG takes %d in³ (Table 314.16(B)(1))', (gauge, each) => {
    expect(needed({ conductors: [{ label: 'one', gauge, count: 1, kind: 'ends' }] })).toBe(each);
  });
  it('an unbroken conductor counts once, one with a long loop twice, a pigtail not at all', () => {
    const one = (kind: 'unbroken' | 'loop' | 'inside') => needed({ conductors: [{ label: 'one', gauge: 14, count: 1, kind }] });
    expect([one('unbroken'), one('loop'), one('inside')]).toEqual([2, 4, 0]);
  });
  it('four grounds are one allowance; the fifth is a quarter from 2020 on and nothing before', () => {
    expect(needed({ grounds: [{ gauge: 12, count: 4 }] })).toBe(2.25);
    expect(needed({ grounds: [{ gauge: 12, count: 5 }] })).toBe(2.8125);
    expect(needed({ grounds: [{ gauge: 12, count: 6 }], edition: 'US-2023' })).toBe(3.375);
    expect(needed({ grounds: [{ gauge: 12, count: 6 }], edition: 'US-2017' })).toBe(2.25);
  });
  it('grounds of two gauges are counted by the larger', () => expect(needed({ grounds: [{ gauge: 14, count: 1 }, { gauge: 12, count: 1 }] })).toBe(2.25)); // prettier-ignore
  it('isolated grounds are a second set', () =>
    expect(needed({ grounds: [{ gauge: 14, count: 2 }], isolatedGrounds: [{ gauge: 14, count: 1 }] })).toBe(4));
  it('clamps together, and each support fitting, by the largest conductor', () => {
    const conductors = [{ label: 'a', gauge: 14 as Awg, count: 1, kind: 'ends' as const }, { label: 'b', gauge: 10 as Awg, count: 1, kind: 'ends' as const }]; // prettier-ignore
    expect(needed({ conductors, internalClamps: true, supportFittings: 2 })).toBe(2 + 2.5 + 2.5 + 5);
  });
  it('a yoke is two of the largest on it; a device two gangs wide is four', () => {
    expect(needed({ yokes: [{ label: 'd', gauge: 12, gangs: 1 }] })).toBe(4.5);
    expect(needed({ yokes: [{ label: 'd', gauge: 12, gangs: 2 }] })).toBe(9);
  });
});

describe('what can’t be told, and bad input', () => {
  it('an unknown volume is never ok', () => {
    const judged = boxFill(midRun(14, 2, { volumeIn3: undefined }));
    expect(judged.verdict).toBe('can’t tell');
    expect(judged.ask).toMatch(/stamped inside/);
  });
  it('counts below zero or broken are refused', () => {
    for (const count of [-1, 1.5, NaN]) expect(() => boxFill(midRun(14, 2, { grounds: [{ gauge: 14, count }] }))).toThrow(/whole number/);
  });
});

describe('properties', () => {
  const gauge = fc.constantFrom<Awg>(18, 16, 14, 12, 10, 8, 6);
  const count = fc.integer({ min: 0, max: 9 });
  const input = fc.record<BoxFillInput>({
    edition: fc.constantFrom('US-2017', 'US-2020', 'US-2023'),
    conductors: fc.array(
      fc.record({ label: fc.constant('c'), gauge, count, kind: fc.constantFrom('ends', 'unbroken', 'loop', 'inside') }),
      { maxLength: 4 },
    ),
    grounds: fc.array(fc.record({ gauge, count }), { maxLength: 3 }),
    internalClamps: fc.boolean(),
    supportFittings: fc.integer({ min: 0, max: 3 }),
    yokes: fc.array(fc.record({ label: fc.constant('y'), gauge, gangs: fc.integer({ min: 1, max: 2 }) }), { maxLength: 3 }),
    volumeIn3: fc.constant(20),
  });

  it('adding anything never makes the fill smaller', () => {
    fc.assert(
      fc.property(input, gauge, (base, g) => {
        const before = boxFill(base).neededIn3;
        const more: BoxFillInput[] = [
          { ...base, conductors: [...base.conductors, { label: 'more', gauge: g, count: 1, kind: 'ends' }] },
          { ...base, grounds: [...base.grounds, { gauge: g, count: 1 }] },
          { ...base, internalClamps: true },
          { ...base, supportFittings: base.supportFittings + 1 },
          { ...base, yokes: [...base.yokes, { label: 'more', gauge: g, gangs: 1 }] },
        ];
        for (const larger of more) expect(boxFill(larger).neededIn3).toBeGreaterThanOrEqual(before - 1e-9);
      }),
    );
  });
  it('the terms add up to the result, and a later edition never needs less', () => {
    fc.assert(
      fc.property(input, (base) => {
        const judged = boxFill(base);
        expect(judged.sums[0]!.terms.reduce((sum, t) => sum + t.value, 0)).toBeCloseTo(judged.neededIn3, 9);
        expect(boxFill({ ...base, edition: 'US-2020' }).neededIn3).toBeGreaterThanOrEqual(
          boxFill({ ...base, edition: 'US-2017' }).neededIn3,
        );
      }),
    );
  });
});
