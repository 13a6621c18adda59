/** What a step of a way takes, in whole numbers that add up; prices by hand. Weights and quantities are common practice, no source. */
import { describe, expect, it } from 'vitest';
import { ARTICLE_IDS, type Prices } from '../catalog/index.js';
import { feet } from '../measure/index.js';
import { CRITERIA } from '../model/index.js';
import { cablePrice, drawn, figuresOf, patched, plus, ratesOf, takes, worthOf } from './effort.js';
import { RATES } from './smallHouse.testing.js';

describe('prices of a step', () => {
  /** Each article at another price, so that none is taken for another. */
  const prices = Object.fromEntries(ARTICLE_IDS.map((id, i) => [id, i + 1])) as Prices;
  const of = (id: (typeof ARTICLE_IDS)[number]): number => ARTICLE_IDS.indexOf(id) + 1;
  it('an opening is a piece of board, two battens, eight screws, two lengths of tape and 0.3 of compound', () => {
    expect(ratesOf(prices).patch).toBeCloseTo(
      of('board') + 2 * of('batten') + 8 * of('screw') + 2 * of('joint-tape') + 0.3 * of('compound'),
      9,
    );
  });
  it('a raceway is track and cover; a foot of chase 0.35 of mortar; a way out its sleeve, sealant and cover', () => {
    const rates = ratesOf(prices);
    expect(rates.racewayPerFt).toBe(of('track') + of('cover'));
    expect(rates.chasePerFt).toBeCloseTo(0.35 * of('mortar'), 9);
    expect(rates.sleeve).toBe(of('sleeve') + of('sealant') + of('in-use-cover'));
    expect([rates.seal, rates.fitting, rates.breaker]).toEqual([of('seal'), of('raceway-fitting'), of('breaker')]);
    expect([14, 12, 10].map((gauge) => cablePrice(rates, gauge))).toEqual([of('cable-14'), of('cable-12'), of('cable-10')]);
  });
});

describe('costs', () => {
  it('cable over 10 ft at 4 minutes a metre: 12 minutes, ten times its price a foot', () => {
    expect(drawn(feet(10), 4, 1.25)).toEqual([12, 1250, 0, 0, 0]);
  });
  it('add up, but waits run side by side: the slowest counts', () => {
    expect(plus([1, 2, 3, 4, 5], [10, 20, 30, 40, 50], [100, 200, 300, 0, 500])).toEqual([111, 222, 333, 40, 555]);
    expect(plus()).toEqual([0, 0, 0, 0, 0]);
  });
  it('minutes in whole ones, money in cents; a patch dries by the day', () => {
    expect(takes(19.6, 1.239, 2)).toEqual([20, 124, 0, 0, 2]);
    expect([patched(RATES, 24), patched(RATES, 36, 1.5)]).toEqual([[35, 700, 1, 10, 0], [53, 700, 1, 15, 0]]); // prettier-ignore
  });
  it('are read as hours, money, openings, days and doubts', () => {
    expect(figuresOf([90, 1250, 2, 15, 3])).toEqual({ hours: 1.5, money: 12.5, holes: 2, drying: 1.5, unknowns: 3 });
  });
  it('with all weights 1 an hour is worth ten of money, 20 openings less than a day of each: sixty minutes, 1 000 cents, 20 tenths alike', () => {
    const worth = worthOf(Object.fromEntries(CRITERIA.map((c) => [c, 1])) as Parameters<typeof worthOf>[0]);
    const of = (cost: number[]) => cost.reduce((sum, c, i) => sum + c * worth[i]!, 0);
    expect([of([60, 0, 0, 0, 0]), of([0, 1000, 0, 0, 0]), of([0, 0, 0, 20, 0]), of([0, 0, 0, 0, 2])]).toEqual([1, 1, 1, 1].map((x) => expect.closeTo(x, 9))); // prettier-ignore
    expect(of([0, 0, 4, 0, 0])).toBeCloseTo(3, 9);
    const twice = worthOf({ ...(Object.fromEntries(CRITERIA.map((c) => [c, 1])) as Parameters<typeof worthOf>[0]), hours: 2 });
    expect([twice[0]! / worth[0]!, twice[1]! / worth[1]!]).toEqual([expect.closeTo(2, 9), expect.closeTo(1, 9)]);
  });
});
