/** Spares, work, fees, reserve and tax, and what it came to beside it, worked by hand; prices made up. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { plannedJobs } from '../houses.testing.js';
import type { Money } from '../model/index.js';
import { againstActual, oldPrices, partsCost, printMoney, shoppingList, shoppingOf, sparesOf, wholeCost, type MaterialRow, type Shop } from './index.js'; // prettier-ignore

const rows: MaterialRow[] = [
  { what: 'old-work box', amount: '2', why: '', article: 'box-old-work', count: 2 },
  { what: 'connectors, old box', amount: '5', why: '', article: 'connector', count: 5 },
  { what: 'connectors, new box', amount: '3', why: '', article: 'connector', count: 3 },
  { what: 'single wire', amount: '12 ft', why: '', article: 'wire', count: 12 },
  { what: 'patch', amount: 'can’t tell yet', why: '', untold: { kind: 'patch' } },
];
const prices = { 'box-old-work': 5, connector: 0.5, wire: 2 };
const shop = (more: Partial<Shop> = {}): Shop => ({ unit: 'in', prices, ...more }) as Shop;
const whole = (list: readonly MaterialRow[], minutes: number, more: Partial<Shop> = {}) =>
  wholeCost(shoppingList(list, [], shop(more)), minutes, more.money);

describe('parts', () => {
  it('2 × 5 + 8 × 0.5 + 12 × 2 = 38; what nobody knows is named', () => {
    const cost = partsCost(rows, prices);
    expect([cost.total, cost.unknown, cost.placeholders]).toEqual([38, ['patch'], 0]);
  });
  it('one more of what breaks, none of wire', () => {
    expect(sparesOf(rows).map((r) => [r.article, r.count])).toEqual([
      ['box-old-work', 1],
      ['connector', 1],
    ]);
  });
  it('a price is old after a year and a day', () => {
    const notes = { connector: { on: '2025-11-26' }, 'box-old-work': { on: '2025-11-25' } };
    expect(oldPrices(rows, notes, '2026-11-26')).toEqual([{ article: 'box-old-work', on: '2025-11-25' }]);
  });
});

const MONEY: Money = { hour: 40, reservePercent: 10, taxPercent: 8, fees: [{ id: 'p', what: 'permit', amount: 25 }], spares: false };

describe('the whole of it', () => {
  it('38 parts, 1.5 h at 40, permit 25, 10 % put aside, 8 % tax: (38 + 60 + 25 + 9.8) × 1.08 = 143.424', () => {
    const cost = whole(rows.slice(0, 4), 90, { money: { ...MONEY, currency: '€' } });
    expect(cost.total).toBeCloseTo(143.424, 9);
    expect([cost.parts, cost.work, cost.fees]).toEqual([38, 60, 25]);
    expect(cost.sum.terms.reduce((s, t) => s + t.value, 0)).toBeCloseTo(cost.total, 9);
    expect(cost.missing).toEqual([]);
    expect(printMoney(cost.total, { currency: '€' })).toBe('143.42 €');
  });
  it('nothing said: parts alone, and what it lacks', () => {
    const cost = whole(rows, 90, { prices: undefined });
    expect(cost.total).toBeCloseTo(2 * 4 + 8 * 0.25 + 12 * 0.4, 9);
    expect(cost.missing.join('; ')).toMatch(
      /not known of patch; 4 lines stand on placeholder prices; what an hour of work costs was not said; no currency/,
    );
  });
  it('packets, spares and a higher price never make it cheaper, over all sample jobs', () => {
    fc.assert(
      fc.property(fc.nat(plannedJobs.length - 1), fc.integer({ min: 2, max: 50 }), fc.boolean(), (n, packet, spares) => {
        const list = (more: Partial<Shop>) => shoppingOf([plannedJobs[n]!], shop({ prices: undefined, ...more }));
        const money = { fees: [], spares };
        const more = list({ priceNotes: { connector: { packet }, staple: { packet }, plate: { packet } }, money });
        expect(more.total).toBeGreaterThanOrEqual(list({}).total - 1e-9);
        expect(wholeCost(more, 60, money).sum.terms.reduce((s, t) => s + t.value, 0)).toBeCloseTo(more.total, 6);
      }),
      { numRuns: 40 },
    );
  });
});

describe('what it came to', () => {
  const planned = whole(rows.slice(0, 4), 90, { money: MONEY });
  const rowOf = (list: ReturnType<typeof againstActual>, what: string) => list.find((r) => r.what === what);
  it('parts 45.50 for 38, 2 h for 1.5, at 40 an hour 80 for 60, permit as planned: 150.50 in all', () => {
    const paid = [
      { id: 'a', what: 'shop', kind: 'parts' as const, amount: 40 },
      { id: 'b', what: 'one more box', kind: 'parts' as const, amount: 5.5 },
      { id: 'c', what: 'permit', kind: 'fees' as const, amount: 25 },
    ];
    const list = againstActual(planned, 90, { actual: { paid, minutes: 30 } }, { minutes: 90, steps: 7 }, MONEY);
    expect(rowOf(list, 'parts')).toMatchObject({ planned: 38, actual: 45.5, off: 7.5 });
    expect(rowOf(list, 'hours')).toMatchObject({ planned: 1.5, actual: 2, off: 0.5 });
    expect(rowOf(list, 'work at your rate')).toMatchObject({ planned: 60, actual: 80, off: 20 });
    expect(rowOf(list, 'together')!.planned).toBeCloseTo(143.424, 9);
    expect(rowOf(list, 'together')!.actual).toBeCloseTo(45.5 + 25 + 80, 9);
  });
  it('as long as a part of it is not noted, nothing is said of the whole', () => {
    const nothing = againstActual(planned, 90, {}, { minutes: 0, steps: 0 }, MONEY);
    expect(nothing.map((r) => r.actual)).toEqual(nothing.map(() => undefined));
    const parts = againstActual(planned, 90, { actual: { paid: [{ id: 'a', what: 'shop', kind: 'parts', amount: 40 }] } }, { minutes: 0, steps: 0 }, MONEY); // prettier-ignore
    expect([rowOf(parts, 'parts')!.actual, rowOf(parts, 'together')!.actual]).toEqual([40, undefined]);
    // hours too, but not the fee that was planned; and an entry that nobody filled in is none
    const entry = (amount: number) => ({ paid: [{ id: 'a', what: 'shop', kind: 'parts' as const, amount }], minutes: 90 });
    const noFee = againstActual(planned, 90, { actual: entry(40) }, { minutes: 0, steps: 0 }, MONEY);
    expect([rowOf(noFee, 'work at your rate')!.actual, rowOf(noFee, 'together')!.actual]).toEqual([60, undefined]);
    expect(rowOf(againstActual(planned, 90, { actual: entry(0) }, { minutes: 0, steps: 0 }, MONEY), 'parts')!.actual).toBeUndefined();
  });
});
