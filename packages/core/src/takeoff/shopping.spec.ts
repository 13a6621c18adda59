/** The shopping list by hand: what is on hand first, then packets; cable as coils; what nobody knows is said. Prices made up. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { plannedJobs, quinceStreet, routerShelf, sewingCorner } from '../houses.testing.js';
import { feet } from '../measure/index.js';
import { measured, type JobInHouse } from '../model/index.js';
import { countsAfter, materialsOf, materialsOfAll, shoppingList, shoppingOf, type MaterialRow, type Shop } from './index.js';

const rows: MaterialRow[] = [
  { what: 'small connector', amount: '6', why: 'splices', article: 'connector', count: 6 },
  { what: 'large connector', amount: '2', why: 'splices', article: 'connector', count: 2 },
  { what: 'old-work box', amount: '2', why: 'new', article: 'box-old-work', count: 2 },
  { what: 'compound', amount: '350 ml', why: 'coats', article: 'compound', count: 0.35 },
];
const shop = (more: Partial<Shop> = {}): Shop => ({ unit: 'in', ...more });
const lineOf = (list: ReturnType<typeof shoppingOf>, what: string) => list.lines.find((l) => l.what === what)!;

describe('a list by hand', () => {
  const list = shoppingList(rows, [], shop({
    prices: { connector: 0.5, 'box-old-work': 5, compound: 4 },
    priceNotes: { connector: { packet: 10, where: 'corner shelf' }, compound: { sold: [{ count: 1, price: 6 }] } },
    counts: { connector: { count: 7 }, 'box-old-work': { count: 1 } },
  })); // prettier-ignore
  it('seven connectors on hand: the six small ones come of them and one of the large; the other is a packet of ten at 5', () => {
    expect(lineOf(list, 'small connector')).toMatchObject({ fromHand: '6', buy: '', price: 0 });
    expect(lineOf(list, 'large connector')).toMatchObject({
      fromHand: '1',
      buy: '1 packet of 10',
      price: 5,
      left: 9,
      where: 'corner shelf',
    });
  });
  it('one box of two to buy at 5; 350 ml of compound is a tub of one litre at 6; 16 in all', () => {
    expect(lineOf(list, 'old-work box')).toMatchObject({ needed: '2', fromHand: '1', buy: '1', price: 5 });
    expect(lineOf(list, 'compound')).toMatchObject({ needed: '350 ml', buy: '1 × 1 l', price: 6 });
    expect([list.total, list.placeholders]).toEqual([16, 0]);
  });
  it('each line’s sum adds up to its price', () => {
    for (const l of list.lines) expect(l.sum!.terms.reduce((s, t) => s + t.value, 0)).toBeCloseTo(l.price!, 9);
  });
});

describe('the sample jobs', () => {
  it('a piece of 4 1/2 ft is a coil of 25 ft at 30 by the placeholders: paid is the coil, not the feet', () => {
    const line = lineOf(shoppingOf([sewingCorner], quinceStreet), '14-2 nonmetallic-sheathed cable with ground');
    expect(line).toMatchObject({ needed: '1 piece, 4\' 6"', buy: '1 × 25 ft coil', price: 30, placeholder: true });
    expect(line.cuts).toEqual([`25 ft coil: 4' 6" (Hall box to Sewing box); 20' 6" left`]);
  });
  it('a run whose length nobody can tell is named and makes the total one that lacks something', () => {
    const job: JobInHouse = {
      ...sewingCorner,
      found: { ...sewingCorner.found, boxes: sewingCorner.found.boxes.map((b) => ({ ...b, kind: 'other' as const, width: undefined })) },
    };
    const list = shoppingOf([job], quinceStreet);
    expect(lineOf(list, '14-2 nonmetallic-sheathed cable with ground')).toMatchObject({
      needed: 'can’t tell yet',
      unknown: ['Hall box to Sewing box'],
    });
    expect(list.unknown).toContain('14-2 nonmetallic-sheathed cable with ground');
    // neither free nor “what is on hand does”
    const line = lineOf(list, '14-2 nonmetallic-sheathed cable with ground');
    expect([line.buy, line.instead, line.price, line.sum]).toEqual(['', 'can’t tell yet', undefined, undefined]);
  });
  it('every row of the take-off is bought, on hand, or a kind that is cut to length; for one job and for two together', () => {
    for (const jobs of [...plannedJobs.map((j) => [j]), [sewingCorner, routerShelf]]) {
      const list = shoppingOf(jobs, quinceStreet);
      for (const row of materialsOfAll(jobs).filter((r) => r.count !== undefined && r.article !== undefined)) {
        const lines = list.lines.filter((l) => l.article === row.article);
        expect(lines.length, row.what).toBeGreaterThan(0);
        for (const l of lines) expect([l.what, l.buy !== '' || l.fromHand !== '' || l.problem !== undefined]).toEqual([l.what, true]);
      }
    }
  });
  it('anything more on hand never makes it dearer, and what is taken is never more than was there', () => {
    const articles = [...new Set(plannedJobs.flatMap((j) => materialsOf(j).flatMap((r) => r.article ?? [])))];
    fc.assert(
      fc.property(fc.nat(plannedJobs.length - 1), fc.constantFrom(...articles), fc.integer({ min: 1, max: 30 }), (n, article, count) => {
        const job = plannedJobs[n]!;
        const stocked = shop({
          counts: { [article]: { count } },
          onHand: [{ id: 'c', article: 'cable-14', length: measured(feet(count)) }],
        });
        const [plain, less] = [shoppingOf([job], shop({ money: { fees: [], spares: false, restPercent: 0 } })), shoppingOf([job], { ...stocked, money: { fees: [], spares: false, restPercent: 0 } })]; // prettier-ignore
        expect(less.total).toBeLessThanOrEqual(plain.total + 1e-9);
        expect(less.lines.filter((l) => l.article === article).reduce((s, l) => s + l.taken, 0)).toBeLessThanOrEqual(count + 1e-9);
        expect(countsAfter(job, stocked)[article]?.count ?? 0).toBeGreaterThanOrEqual(0);
      }),
      { numRuns: 60 },
    );
  });
});
