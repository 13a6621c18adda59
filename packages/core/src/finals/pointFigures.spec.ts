/** Figures of one point written out, held against the solved network and against sums by hand: 7.41 and 12.10 mΩ/m (BS EN 60228, memory). */
import { describe, expect, it } from 'vitest';
import { seeded } from '../measure/index.js';
import { BOARD, measured, type Final, type Sum } from '../model/index.js';
import { lengthsOf, loopsOf, outletsOf, pointFigures, predicted } from './index.js';
import { drawnRing, ringOf, withSpur } from './sample.js';

const figures = (final: Final, pointId: string, ze: number | undefined = 0.35) => pointFigures(final, lengthsOf(final).mm, pointId, ze);
const values = (sum: Sum | undefined): number[] => sum!.terms.map((t) => t.value);
const besides = (a: number, b: number): number => (a * b) / (a + b);

describe('what a point must read, and of what that is made', () => {
  it('a ring of 10 and 30 m: line of the short leg with earth of the long one, and the other way round', () => {
    const { r1r2, zs, zsWarm } = figures(ringOf([10, 30]), 'p1');
    // 10 × 7.41 + 30 × 12.10 = 437.1 mΩ; 30 × 7.41 + 10 × 12.10 = 343.3 mΩ; beside each other 192.3
    expect(values(r1r2)).toEqual([expect.closeTo(0.4371, 6), expect.closeTo(0.3433, 6)]);
    expect(r1r2!.result.value).toBeCloseTo((0.4371 * 0.3433) / 0.7804, 4);
    // in use line beside line, earth beside earth: 0.0741 ∥ 0.2223 and 0.121 ∥ 0.363
    expect(values(zs)).toEqual([0.35, expect.closeTo(0.055575, 6), expect.closeTo(0.09075, 6)]);
    expect(zs!.result.value).toBeCloseTo(0.496325, 4);
    // 0.35 + 0.146325 × 1.20
    expect(zsWarm!.result.value).toBeCloseTo(0.52559, 4);
  });
  it('a spur of 4 m adds 4 × 19.51; a radial is nothing but its runs', () => {
    const ring = ringOf([10, 30]);
    const spur = figures(withSpur(ring, 'p1', 4), 's1').r1r2!;
    expect(spur.terms.at(-1)!.value).toBeCloseTo(0.07804, 6);
    expect(spur.result.value - figures(ring, 'p1').r1r2!.result.value).toBeCloseTo(0.07804, 4);
    const radial: Final = { ...ring, shape: 'radial', ratingA: 20, runs: [{ ...ring.runs[0]! }, { ...ring.runs[1]!, ends: ['p1', 'p2'], length: measured(5000) }], points: [...ring.points, { id: 'p2', name: 'End', kind: 'twin' }] }; // prettier-ignore
    expect(values(figures(radial, 'p2').r1r2)).toEqual([expect.closeTo(0.1951, 6), expect.closeTo(0.09755, 6)]);
    // 18 mV/A/m: 20 A × 15 m = 5.4 V (Table 4D5, memory)
    expect(figures(radial, 'p2').drop!.result).toMatchObject({ value: expect.closeTo(5.4, 4), how: '2.3 % of 230 V' });
  });
  it('what rests on sizes or lengths that nobody saw says so', () => {
    const ring = ringOf([10, 30]);
    const [first, ...rest] = ring.runs;
    const with_ = (part: Partial<typeof first>): string | undefined =>
      figures({ ...ring, runs: [{ ...first!, ...part }, ...rest] }, 'p1').taken;
    expect([with_({}), with_({ presets: ['size'] }), with_({ length: { mm: 10_000, known: 'assumed' } })]).toEqual([undefined, 'by sizes that are only taken', 'by lengths that are only taken']); // prettier-ignore
    expect(with_({ presets: ['size'], length: { mm: 10_000, known: 'assumed' } })).toBe('by sizes and lengths that are only taken');
  });
  it('on sixty drawn rings the terms give what the solved network reads', () => {
    const random = seeded(1606);
    for (let i = 0; i < 60; i++) {
      const final = drawnRing(random);
      const lengths = lengthsOf(final).mm;
      const read = predicted(final, lengths);
      const loops = loopsOf(final, lengths, 0.35);
      for (const p of outletsOf(final)) {
        const { r1r2, zs, drop } = figures(final, p.id);
        const [a, b, ...tail] = values(r1r2) as [number, number, ...number[]];
        expect(besides(a, b) + tail.reduce((x, y) => x + y, 0)).toBeCloseTo(read.get(`crossed-le/${p.id}`)!, 4);
        expect(values(zs).reduce((x, y) => x + y)).toBeCloseTo(loops.find((l) => l.pointId === p.id)!.zs!, 4);
        expect(values(drop).reduce((x, y) => x + y)).toBeCloseTo(drop!.result.value, 9);
      }
    }
  });
  it('what isn’t known has no figure: Ze, a length, a way', () => {
    const ring = ringOf([10, 30]);
    const noZe = pointFigures(ring, lengthsOf(ring).mm, 'p1', undefined);
    expect([noZe.zs, noZe.zsWarm]).toEqual([undefined, undefined]);
    expect(noZe.r1r2).toBeDefined();
    expect(pointFigures(ring, new Map([['r1', 10_000]]), 'p1', 0.35)).toEqual({});
    expect(figures({ ...ring, runs: ring.runs.slice(0, 1) }, 'p1')).toEqual({});
    expect(figures({ ...ring, runs: [...ring.runs, { ...ring.runs[0]!, id: 'third', ends: [BOARD, 'p1'] }] }, 'p1')).toEqual({});
    expect(figures(ring, 'nobody')).toEqual({});
  });
});
