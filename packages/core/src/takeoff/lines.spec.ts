/** Lines of a shopping list, whole, and what is left on hand; coils, lengths and rests of them. Prices made up, arithmetic by hand. */
import { describe, expect, it } from 'vitest';
import { feet, inches } from '../measure/index.js';
import { assumed, measured } from '../model/index.js';
import {
  asItLay, cheapestPurchase, countsAfterRows, cutWords, shoppingList, stockKinds,
  type CutPlan, type MaterialRow, type PieceNeed, type Shop,
} from './index.js'; // prettier-ignore

const shop = (more: Partial<Shop> = {}): Shop => ({ unit: 'in', ...more });
const row = (more: Partial<MaterialRow> = {}): MaterialRow => ({ what: 'box', amount: '2', why: 'new', article: 'box-old-work', count: 2, ...more }); // prettier-ignore
const lines = (rows: MaterialRow[], s: Shop = shop(), plans: CutPlan[] = []) => shoppingList(rows, plans, s).lines;

describe('things that are counted', () => {
  it('singly, at the placeholder of the catalogue, with nothing on hand', () => {
    // an old-work box stands there with 4
    expect(lines([row()])[0]).toEqual({
      ...{ what: 'box', key: 'box, 2', needed: '2', fromHand: '', buy: '2', instead: '', price: 8, why: 'new', where: '', article: 'box-old-work' }, // prettier-ignore
      ...{ placeholder: true, cuts: [], problem: undefined, unknown: [], untold: false, taken: 0, left: 0 },
      sum: { terms: [{ label: 'box', value: 8, unit: 'count', how: '2 × 4, placeholder' }], formula: '2 needed', result: { label: 'box', value: 8, unit: 'count' } }, // prettier-ignore
    });
  });
  it('what is on hand first: some of it, all of it, for one row after the other', () => {
    const s = shop({ prices: { 'box-old-work': 5 }, counts: { 'box-old-work': { count: 3 } } });
    const [a, b, c] = lines([row(), row({ what: 'second' }), row({ what: 'third' })], s);
    expect([a!.fromHand, a!.buy, a!.instead, a!.price, a!.taken]).toEqual(['2', '', 'nothing', 0, 2]);
    expect([b!.fromHand, b!.buy, b!.instead, b!.price, b!.taken]).toEqual(['1', '1', '', 5, 1]);
    expect([c!.fromHand, c!.buy, c!.price]).toEqual(['', '2', 10]);
    expect([a!.key, b!.key]).toEqual(['box, ', 'second, 1']);
    expect(b!.sum).toMatchObject({ terms: [{ how: '1 × 5' }], formula: '2 needed, 1 on hand' });
    expect([a, b, c].map((l) => l!.placeholder)).toEqual([false, false, false]);
    // reckoned and not counted: said
    const reckoned = lines([row()], shop({ counts: { 'box-old-work': { count: 1, reckoned: true } } }))[0]!;
    expect(reckoned.fromHand).toBe('1, reckoned: count them first');
  });
  it('by the foot and the litre with their unit, to the hundredth', () => {
    const s = shop({ counts: { wire: { count: 2.5 }, compound: { count: 0.1 } } });
    const [wire, compound] = lines([row({ what: 'wire', amount: '10 ft', article: 'wire', count: 10 }), row({ what: 'compound', amount: '350 ml', article: 'compound', count: 0.3567 })], s); // prettier-ignore
    expect([wire!.fromHand, wire!.buy, compound!.fromHand, compound!.buy]).toEqual(['2.5 ft', '7.5 ft', '0.1 l', '0.26 l']);
    expect(wire!.sum!.formula).toBe('10 ft needed, 2.5 on hand');
    // 0.4 a foot
    expect(wire!.price).toBeCloseTo(3, 9);
  });
  it('in packets, with what of them is left over; a price of one’s own for a size is no placeholder', () => {
    const packet = shop({ priceNotes: { 'box-old-work': { packet: 5, where: 'by the door' } } });
    expect(lines([row()], packet)[0]).toMatchObject({ buy: '1 packet of 5', price: 20, left: 3, where: 'by the door', placeholder: true, key: 'box, 1 packet of 5' }); // prettier-ignore
    const sold = shop({ priceNotes: { 'box-old-work': { sold: [{ count: 5, price: 12 }] } } });
    expect(lines([row()], sold)[0]).toMatchObject({
      price: 12,
      left: 3,
      placeholder: false,
      sum: { terms: [{ value: 12, how: '1 × 12' }] },
    });
  });
  it('nothing of the price book, or nobody can say how much: no price', () => {
    const [plain, untold] = lines([row({ article: undefined, count: undefined, what: 'a saw', amount: '1' }), row({ what: 'cable', amount: 'can’t tell yet', article: undefined, count: undefined, untold: { kind: '14-2' } })]); // prettier-ignore
    expect(plain).toMatchObject({ price: undefined, sum: undefined, instead: 'nothing', buy: '', untold: false, placeholder: false, key: 'a saw, 1' }); // prettier-ignore
    expect(untold).toMatchObject({ price: undefined, instead: 'can’t tell yet', untold: true });
  });
  it('the sum of all, placeholders only of what is bought, what can’t be told', () => {
    const rows = [row(), row({ what: 'plate', article: 'plate', count: 1, amount: '1' }), row({ what: 'x', article: undefined, count: undefined, untold: { kind: '14-2' } })]; // prettier-ignore
    const list = shoppingList(rows, [], shop({ counts: { plate: { count: 1 } } }));
    expect([list.total, list.placeholders, list.unknown, list.restsWorth]).toEqual([8, 1, ['x'], 0]);
  });
});

describe('what is on hand afterwards', () => {
  const after = (rows: MaterialRow[], s: Shop) => countsAfterRows(rows, s);
  it('what was taken is off, what packets left is booked in; both are reckoned; none is none', () => {
    const counts = { 'box-old-work': { count: 3, note: 'shed' }, plate: { count: 2 } };
    expect(after([row()], shop({ counts }))).toEqual({ 'box-old-work': { count: 1, note: 'shed', reckoned: true }, plate: { count: 2 } });
    expect(after([row({ count: 3 })], shop({ counts }))).toEqual({ plate: { count: 2 } });
    expect(after([row({ count: 9 })], shop({ counts }))).toEqual({ plate: { count: 2 } });
    // bought singly, nothing counted: nothing to book
    expect(after([row()], shop())).toEqual({});
    // one there, two needed, a packet of five bought: four
    expect(after([row()], shop({ counts: { 'box-old-work': { count: 1 } }, priceNotes: { 'box-old-work': { packet: 5 } } }))).toEqual({ 'box-old-work': { count: 4, reckoned: true } }); // prettier-ignore
    // two rows are two sizes of it: what the packet of one leaves is none of the other
    expect(after([row(), row()], shop({ priceNotes: { 'box-old-work': { packet: 5 } } }))).toEqual({ 'box-old-work': { count: 6, reckoned: true } }); // prettier-ignore
    // cable is no count
    expect(after([row({ article: 'cable-14', count: 50 })], shop({ counts: { 'cable-14': { count: 60 } } as never }))).toEqual({ 'cable-14': { count: 60 } }); // prettier-ignore
  });
  it('a closed job finds what lay there before it, alone; one that is open, or with another, what lies there now', () => {
    const now = shop({ onHand: [{ id: 'a', article: 'cable-14', length: measured(1) }], counts: { plate: { count: 9 } }, history: [{ id: 'x', onHand: { was: [], became: [] }, counts: { was: { plate: { count: 1 } }, became: {} } }, { id: 'bare' }] as never }); // prettier-ignore
    const closed = (closing: string) => ({ closed: { at: '2026-11-29T12:00:00Z', closing } });
    expect(asItLay([closed('x')], now)).toMatchObject({ onHand: [], counts: { plate: { count: 1 } } });
    expect(asItLay([closed('bare')], now)).toMatchObject({ onHand: [], counts: {} });
    for (const jobs of [[], [{}], [closed('gone')], [closed('x'), {}]]) expect(asItLay(jobs, now)).toBe(now);
  });
});

describe('cable and raceway', () => {
  const kind = { article: 'cable-14' as const, kind: '14-2', unknown: [], kerfMm: 0, stockMm: [] };
  const piece = (ft: number, what: string): PieceNeed => ({ mm: feet(ft) * 1.15, cutMm: feet(ft), what });
  const NO_REST = { leastMm: feet(6), perMm: 0 };
  const plan = (pieces: PieceNeed[], more: Partial<CutPlan> = {}, onHand: { id: string; name: string; mm: number }[] = []): CutPlan => {
    const c = { ...kind, pieces, ...more };
    return { ...c, rest: NO_REST, result: cheapestPurchase(pieces, stockKinds(c, {}), onHand, c.kerfMm, NO_REST) };
  };
  const line = (p: CutPlan, s: Shop = shop()) => lines([], s, [p])[0]!;
  it('coils by the foot’s price: 25 ft at 1.2, 50 at 1.1, 100 at 1, 250 at 0.85 of it', () => {
    expect(stockKinds(kind, {}).map((k) => [k.id, k.name, k.mm / 304.8, k.price])).toEqual([
      ['cable-14-25', '25 ft coil', 25, 30],
      ['cable-14-50', '50 ft coil', 50, 55],
      ['cable-14-100', '100 ft coil', 100, 100],
      ['cable-14-250', '250 ft coil', 250, 212.5],
    ]);
    const own = stockKinds(kind, { prices: { 'cable-14': 2 }, priceNotes: { 'cable-14': { sold: [{ count: 15.125, price: 9 }] } } });
    expect(own.map((k) => [k.name, k.price])).toEqual([['15.13 ft coil', 9]]);
    // track of 2.5 a foot comes in the length that it was planned with
    const track = stockKinds({ article: 'track', stockMm: [feet(8), feet(10)] }, {});
    expect(track.map((k) => [k.name, k.price])).toEqual([['8 ft length', 20], ['10 ft length', 25]]); // prettier-ignore
  });
  it('a piece of 20 ft is bought as 23 ft, out of 25; what is left is what was not cut', () => {
    expect(line(plan([piece(20, 'hall to den')]))).toEqual({
      ...{ what: '14-2 nonmetallic-sheathed cable with ground', key: '14-2 nonmetallic-sheathed cable with ground, 1 × 25 ft coil', article: 'cable-14', needed: `1 piece, 20'` }, // prettier-ignore
      ...{ fromHand: '', buy: '1 × 25 ft coil', instead: '', price: 30, why: 'each run in one piece, 15 % over (common practice)', where: '', placeholder: true }, // prettier-ignore
      ...{ cuts: [`25 ft coil: 20' (hall to den); 5' left`], problem: undefined, unknown: [], untold: false, taken: 0, left: 0 },
      sum: {
        terms: [{ label: '25 ft coil', value: 30, unit: 'count', how: '1 × 30, placeholder' }],
        formula: '20 ft as cut, 23 ft with 15 % over',
        result: { label: '14-2 nonmetallic-sheathed cable with ground', value: 30, unit: 'count' },
      },
    });
    expect(line(plan([piece(10, 'a'), piece(10, 'b')]))).toMatchObject({ needed: `2 pieces, 20'`, buy: '1 × 25 ft coil' });
    expect(line(plan([piece(20, 'a')]), shop({ prices: { 'cable-14': 1 }, priceNotes: { 'cable-14': { where: 'yard' } } }))).toMatchObject({ placeholder: false, where: 'yard' }); // prettier-ignore
  });
  it('from what is on hand: nothing is bought, and it says from which', () => {
    const hand = plan([piece(10, 'a')], {}, [{ id: 'h', name: 'shed', mm: feet(15) }]);
    expect(line(hand)).toMatchObject({ fromHand: 'shed', buy: '', instead: 'nothing', price: 0, cuts: [`shed: 10' (a); 5' left`] });
    expect(line({ ...hand, unknown: ['b to c'] })).toMatchObject({ instead: 'nothing for what is known', unknown: ['b to c'] });
    const both = shoppingList([], [{ ...hand, unknown: ['b to c'] }], shop());
    expect([both.unknown, both.placeholders]).toEqual([['14-2 nonmetallic-sheathed cable with ground'], 0]);
  });
  it('of runs that nobody can tell: can’t tell, no price', () => {
    expect(line(plan([], { unknown: ['b to c'] }))).toMatchObject({ needed: 'can’t tell yet', buy: '', instead: 'can’t tell yet', price: undefined, sum: undefined, untold: true }); // prettier-ignore
  });
  it('cable of a kind with unknown runs stands among these; of another kind by itself', () => {
    const untold = row({ what: 'cable', article: undefined, count: undefined, amount: 'can’t tell', untold: { kind: '14-2' } });
    const whats = (kindOf: string, unknown: string[]) => lines([{ ...untold, untold: { kind: kindOf } }], shop(), [plan([piece(10, 'a')], { unknown })]).map((l) => l.what); // prettier-ignore
    expect(whats('14-2', ['b'])).toHaveLength(1);
    expect([whats('14-2', []).length, whats('12-2', ['b']).length]).toEqual([2, 2]);
    // what is cut to length is no row of its own
    expect(lines([row({ article: 'cable-14', count: 20 })])).toEqual([]);
  });
  it('longer than there is: the piece and what to do, for a coil and for a length', () => {
    const long = plan([piece(300, 'hall to shed')]);
    expect(cutWords(long, 'in')).toEqual({ buy: '', cuts: [], problem: `hall to shed (345'): longer than any coil (250'). A run is one piece: put a box between, or ask for cable by the foot.` }); // prettier-ignore
    expect(line(long)).toMatchObject({ price: undefined, buy: '', problem: expect.stringContaining('hall to shed') as string });
    const track = plan([{ mm: feet(12), what: 'along' }], { article: 'track', kind: 'raceway track', stockMm: [feet(10)], kerfMm: inches(0.125) }); // prettier-ignore
    expect(cutWords(track, 'in').problem).toBe(`along (144"): longer than any length there is (120"). Plan a joint, or enter a longer one in the price book.`); // prettier-ignore
  });
  it('a raceway by its marks, longest first, with its kerf; its rest is told', () => {
    const track = plan([{ mm: inches(40), what: 'a' }, { mm: inches(60), what: 'b' }], { article: 'track', kind: 'raceway track', stockMm: [feet(10)], kerfMm: inches(0.125) }); // prettier-ignore
    expect(line(track)).toMatchObject({ what: 'raceway track', needed: `2 pieces, 8' 4"`, buy: '1 × 10 ft length', why: 'cut to length, longest first', cuts: ['10 ft length: 60" (b), then 40" (a); 19 3/4" left'], sum: { formula: '8.3 ft as cut' } }); // prettier-ignore
  });
  it('rests that count are said in the sum; a purchase that was not proved says between what it lies', () => {
    const p = plan([piece(20, 'a')]);
    if (!p.result.ok) throw new Error('too long');
    const purchase = { ...p.result.purchase, restsWorth: 2.5 };
    expect(line({ ...p, result: { ok: true, purchase } }).sum!.formula).toBe(
      '20 ft as cut, 23 ft with 15 % over; rests worth keeping count 2.50',
    );
    expect(shoppingList([], [{ ...p, result: { ok: true, purchase } }], shop()).restsWorth).toBe(2.5);
    const unproved = cutWords({ ...p, result: { ok: true, purchase: { ...purchase, proved: false, least: 26 } } }, 'in');
    expect(unproved.buy).toBe('1 × 25 ft coil (with rests 27.50, at least 26.00: not every purchase was tried)');
    expect(assumed(1)).toEqual({ mm: 1, known: 'assumed' });
  });
});
