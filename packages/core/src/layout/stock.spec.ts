/** Cutting stock, held against hand work, a lower bound and a MILP (HiGHS, from the registry); chases and holes to the outside by hand. */
import fc from 'fast-check';
import * as highsModule from 'highs';
import { beforeAll, describe, expect, it } from 'vitest';
import { inches, toInches } from '../measure/index.js';
import { chase, cutStock, throughWall } from './index.js';

/** The package's types and its module disagree on where the loader is. */
const highsLoader = highsModule.default as unknown as () => Promise<{ solve(model: string): { ObjectiveValue: number } }>;
const FT10 = inches(120);
const KERF = inches(1 / 8);
const of = (...pieces: number[]) => cutStock(pieces.map(inches), FT10, KERF);
const asInches = (bars: { pieces: number[] }[]) => bars.map((b) => b.pieces.map((p) => Math.round(toInches(p) * 1e4) / 1e4));

describe('worked by hand', () => {
  it('one piece as long as the stock takes one length and leaves nothing', () =>
    expect(of(120).bars).toEqual([{ pieces: [inches(120)], offcutMm: 0 }]));
  it('two of 60 do not come out of 120: the saw takes its eighth', () => {
    expect(of(60, 60).bars).toHaveLength(2);
    expect(of(60, 59.875).bars).toHaveLength(1);
  });
  it('three of 41 1/2, one of 16 and one of 22 3/4: 41 1/2 + 41 1/2 + 22 3/4, and 41 1/2 + 16', () => {
    const cut = of(41.5, 16, 41.5, 22.75, 41.5);
    expect(cut.fewest).toBe(true);
    expect(cut.bars).toHaveLength(2);
    const used = cut.bars.map((b) => b.pieces.reduce((s, p) => s + toInches(p), 0));
    expect(used.reduce((a, b) => a + b, 0)).toBeCloseTo(163.25, 6);
  });
  it('longest first would take three, trying every way takes two', () => {
    // 70 30 20 | 50 35 34: sorted 70 50 35 34 30 20
    const cut = cutStock([70, 50, 35, 34, 30, 20].map(inches), inches(120.25), KERF);
    expect(cut.bars).toHaveLength(2);
    expect(
      asInches(cut.bars)
        .map((b) => b.reduce((s, p) => s + p, 0))
        .sort(),
    ).toEqual([119, 120]);
  });
  it('what is left is said, less the cut that frees it', () => expect(toInches(of(100).bars[0]!.offcutMm)).toBeCloseTo(20 - 1 / 8, 9));
  it('nothing to cut takes nothing; a piece too long, or of nothing, is refused', () => {
    expect(cutStock([], FT10, KERF)).toEqual({ bars: [], fewest: true });
    expect(() => of(121)).toThrow(/longer than the stock/);
    expect(() => of(0)).toThrow(/above 0/);
    expect(() => cutStock([1], 0, 0)).toThrow(/above 0/);
  });
});

describe('whatever is cut', () => {
  const pieces = fc.array(fc.integer({ min: 4, max: 110 }), { minLength: 1, maxLength: 12 });
  it('every piece comes out once, no length is overrun, and no fewer than the sum asks for', () => {
    fc.assert(
      fc.property(pieces, (list) => {
        const cut = of(...list);
        expect(
          asInches(cut.bars)
            .flat()
            .sort((a, b) => a - b),
        ).toEqual([...list].sort((a, b) => a - b));
        for (const b of cut.bars)
          expect(b.pieces.reduce((s, p) => s + p, 0) + KERF * (b.pieces.length - 1)).toBeLessThanOrEqual(FT10 + 1e-6);
        expect(cut.bars.length).toBeGreaterThanOrEqual(Math.ceil(list.reduce((s, p) => s + p, 0) / 120 - 1e-9));
      }),
    );
  });
  it('a hundred pieces are cut at once, and it says when not every way was tried', () => {
    const cut = of(...Array.from({ length: 100 }, (_, i) => 20 + ((i * 37) % 60)));
    expect(cut.bars.flatMap((b) => b.pieces)).toHaveLength(100);
    expect(typeof cut.fewest).toBe('boolean');
  });
});

describe('beside a MILP', () => {
  let highs: Awaited<ReturnType<typeof highsLoader>>;
  beforeAll(async () => {
    highs = await highsLoader();
  });
  /** Fewest lengths by HiGHS: x(i, b) puts a piece into a length, y(b) takes the length. */
  function milp(pieces: number[], most: number): number {
    const bins = Array.from({ length: most }, (_, b) => b);
    const lines = [
      'Minimize',
      ` obj: ${bins.map((b) => `y${b}`).join(' + ')}`,
      'Subject To',
      ...pieces.map((_, i) => ` p${i}: ${bins.map((b) => `x${i}_${b}`).join(' + ')} = 1`),
      ...bins.map((b) => ` b${b}: ${pieces.map((p, i) => `${p + 0.125} x${i}_${b}`).join(' + ')} - 120.125 y${b} <= 0`),
      'Binary',
      ` ${bins.map((b) => `y${b}`).join(' ')} ${pieces.flatMap((_, i) => bins.map((b) => `x${i}_${b}`)).join(' ')}`,
      'End',
    ];
    return Math.round(highs.solve(lines.join('\n')).ObjectiveValue);
  }
  it('as few lengths as HiGHS finds, for 25 random lists', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 15, max: 90 }), { minLength: 2, maxLength: 8 }), (list) => {
        expect(of(...list).bars.length).toBe(milp(list, list.length));
      }),
      { numRuns: 25 },
    );
  });
});

describe('masonry (BS EN 1996-1-1 8.6, memory: a third up and down, a sixth along)', () => {
  const cut = (depth: number, runs: 'up and down' | 'along', leaf: number | undefined = 102) =>
    chase({ lengthMm: 1000, widthMm: 30, depthMm: depth, runs, ...(leaf ? { leafMm: leaf } : {}) });
  it('a 102 mm leaf bears 34 mm up and down and 17 mm along', () => {
    expect([cut(34, 'up and down').verdict, cut(34.5, 'up and down').verdict]).toEqual(['ok', 'stop']);
    expect([cut(17, 'along').verdict, cut(17.5, 'along').verdict]).toEqual(['ok', 'stop']);
  });
  it('1 m × 30 × 25 mm is 0.75 l to fill and 1.125 l to carry out, in two passes of at most 1/2 in', () => {
    const c = cut(25, 'up and down');
    expect([c.mortarLitres, c.rubbleLitres, c.passes]).toEqual([expect.closeTo(0.75, 9), expect.closeTo(1.125, 9), 2]);
  });
  it('a leaf nobody measured can’t be told; a chase of nothing is refused', () => {
    expect(chase({ lengthMm: 1, widthMm: 1, depthMm: 1, runs: 'along' }).verdict).toBe('can’t tell');
    expect(() => cut(0, 'along')).toThrow(/above 0/);
  });
});

describe('a hole to the outside', () => {
  it('through a foot it comes out 1/4 in lower, and the bit reaches an inch beyond', () => {
    const hole = throughWall(inches(12), 'in');
    expect(toInches(hole.fallMm)).toBeCloseTo(0.25, 9);
    expect(toInches(hole.alongMm)).toBeCloseTo(Math.hypot(12, 0.25), 9);
    expect(toInches(hole.bitMm)).toBeCloseTo(Math.hypot(12, 0.25) + 1, 9);
    expect(hole.says).toContain('both sides first');
  });
  it('a wall of nothing is refused', () => expect(() => throughWall(0, 'in')).toThrow(/above 0/));
});
