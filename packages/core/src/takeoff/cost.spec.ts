/** Packets, spares, work, fees, reserve and tax, worked by hand; prices made up. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoJobsInHouse, sewingCorner } from '../demo/index.js';
import { materialsOf, oldPrices, packetLines, partsCost, printMoney, sparesOf, wholeCost, type MaterialRow } from './index.js';

const rows: MaterialRow[] = [
  { what: 'old-work box', amount: '2', why: '', article: 'box-old-work', count: 2 },
  { what: 'connectors, old box', amount: '5', why: '', article: 'connector', count: 5 },
  { what: 'connectors, new box', amount: '3', why: '', article: 'connector', count: 3 },
  { what: 'cable', amount: '12 ft', why: '', article: 'cable-14', count: 12 },
  { what: 'patch', amount: 'can’t tell yet', why: '' },
];
const prices = { 'box-old-work': 5, connector: 0.5, 'cable-14': 2 };

describe('parts', () => {
  it('2 × 5 + 8 × 0.5 + 12 × 2 = 38; what nobody knows is named', () => {
    const cost = partsCost(rows, prices);
    expect([cost.total, cost.unknown, cost.placeholders]).toEqual([38, ['patch'], 0]);
  });
  it('connectors by the six: eight need two packets, four of them beyond, 2.00 more', () => {
    expect(packetLines(rows, prices, { connector: { packet: 6 } })).toEqual([
      { article: 'connector', needed: 8, packet: 6, packets: 2, beyond: 2 },
    ]);
    expect(packetLines(rows, prices, { connector: { packet: 8 } })[0]!.beyond).toBe(0);
  });
  it('one more of what breaks, none of cable', () => {
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

describe('the whole of it', () => {
  it('38 parts, 1.5 h at 40, permit 25, 10 % put aside, 8 % tax: (38 + 60 + 25 + 9.8) × 1.08 = 143.424', () => {
    const money = { hour: 40, reservePercent: 10, taxPercent: 8, fees: [{ id: 'p', what: 'permit', amount: 25 }], spares: false };
    const cost = wholeCost(rows.slice(0, 4), 90, { prices, money: { ...money, currency: '€' } });
    expect(cost.total).toBeCloseTo(143.424, 9);
    expect([cost.parts, cost.work, cost.fees]).toEqual([38, 60, 25]);
    expect(cost.sum.terms.reduce((s, t) => s + t.value, 0)).toBeCloseTo(cost.total, 9);
    expect(cost.missing).toEqual([]);
    expect(printMoney(cost.total, { currency: '€' })).toBe('143.42 €');
  });
  it('nothing said: parts alone, and what it lacks', () => {
    const cost = wholeCost(rows, 90, {});
    expect(cost.total).toBeCloseTo(2 * 4 + 8 * 0.25 + 12 * 1, 9);
    expect(cost.missing.join('; ')).toMatch(
      /not known of patch; 4 rows stand on placeholder prices; what an hour of work costs was not said; no currency/,
    );
  });
  it('packets, spares and a higher price never make it cheaper, over all sample jobs', () => {
    const jobs = demoJobsInHouse.map((j) => materialsOf(j));
    fc.assert(
      fc.property(fc.nat(jobs.length - 1), fc.integer({ min: 2, max: 50 }), fc.boolean(), (n, packet, spares) => {
        const base = wholeCost(jobs[n]!, 60, {});
        const money = { fees: [], spares };
        const more = wholeCost(jobs[n]!, 60, { priceNotes: { connector: { packet }, staple: { packet }, plate: { packet } }, money });
        expect(more.total).toBeGreaterThanOrEqual(base.total - 1e-9);
        expect(more.sum.terms.reduce((s, t) => s + t.value, 0)).toBeCloseTo(more.total, 6);
      }),
    );
    expect(materialsOf(sewingCorner).length).toBeGreaterThan(3);
  });
});
