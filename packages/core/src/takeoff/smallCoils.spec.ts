/** Coils for one new box in the bay of an old one: what is cut, from what is on hand or bought, and what is left. Feet and inches by hand. */
import { describe, expect, it } from 'vitest';
import { cable, device, inch, jobAt, outlet } from '../panel/smallJob.testing.js';
import { siteWith } from '../panel/smallPanel.testing.js';
import { boxOn } from '../route/smallHouse.testing.js';
import { workOf } from '../ledger/index.js';
import { feet, inches } from '../measure/index.js';
import type { CoilOnHand, JobInHouse } from '../model/index.js';
import { cutPieces, cutPlans, onHandAfter } from './index.js';

const old = boxOn('old', 'e', 40, { circuitId: 'c3', depth: inch(3) });
const site = siteWith({ boxes: [old], cables: [cable('in', 'old')], devices: [device('old')] });
const jobWith = (part: Parameters<typeof outlet>[2] = {}, box: Parameters<typeof boxOn>[3] = { depth: inch(3) }): JobInHouse => jobAt(site, outlet(boxOn('new', 'e', 44, { name: 'New box', ...box }), 'old', part), { name: 'Shelf' }); // prettier-ignore
const job = jobWith();
/** What is cut for it, as the way there is reckoned. */
const CUT = workOf(job).runs[0]!.run!.cutMm;
const house = (onHand: CoilOnHand[] = [], more: object = {}) => ({ unit: 'in' as const, ...(onHand.length ? { onHand } : {}), ...more });
const coil = (id: string, mm: number, part: Partial<CoilOnHand> = {}): CoilOnHand => ({
  id,
  article: 'cable-12',
  length: { mm, known: 'measured' },
  ...part,
});

describe('pieces', () => {
  it('by kind of cable, each a seventh and a bit over for what goes wrong (15 %, common practice)', () => {
    expect([CUT > feet(2), CUT < feet(5)]).toEqual([true, true]);
    expect(cutPieces([job])).toEqual([{ article: 'cable-12', kind: '12-2', pieces: [{ mm: expect.closeTo(CUT * 1.15, 9) as number, cutMm: CUT, what: 'old to New box' }], unknown: [], kerfMm: 0, stockMm: [] }]); // prettier-ignore
    const three = cutPieces([jobWith({ gauge: 14, conductors: ['black', 'red', 'white'] })]);
    expect(three.map((c) => [c.article, c.kind])).toEqual([['cable-14-3', '14-3']]);
  });
  it('of several jobs with their names, alike ones together', () => {
    const both = cutPieces([job, { ...job, id: 'k', name: 'Lamp' }]);
    expect(both.map((c) => c.pieces.map((p) => p.what))).toEqual([['Shelf: old to New box', 'Lamp: old to New box']]);
    expect(cutPieces([job, jobWith({ gauge: 14 })]).map((c) => c.kind)).toEqual(['12-2', '14-2']);
  });
  it('a run of which no length can be told is named, single wires are none', () => {
    const untold = cutPieces([jobWith({}, {})]);
    expect(untold).toMatchObject([{ kind: '12-2', pieces: [], unknown: ['old to New box'] }]);
    expect(cutPieces([jobWith({ sheath: 'single wires' })])).toEqual([]);
  });
});

describe('what is on hand', () => {
  const names = (...onHand: CoilOnHand[]) => cutPlans([job], house(onHand)).flatMap((p) => (p.result.ok ? p.result.purchase.cuts.map((c) => [c.name, c.onHand]) : [])); // prettier-ignore
  it('by its note or its length; of its article only; what nobody measured says so', () => {
    expect(names(coil('a', feet(20), { note: 'shed' }))).toEqual([['shed', true]]);
    expect(names(coil('a', feet(20)))).toEqual([[`20' on hand`, true]]);
    expect(names(coil('a', feet(20), { note: 'shed', length: { mm: feet(20), known: 'assumed' } }))).toEqual([
      ['shed, not measured', true],
    ]);
    expect(names(coil('a', feet(20), { article: 'cable-14' }))).toEqual([['25 ft coil', false]]);
    // too short for a run in one piece with what is bought over
    expect(names(coil('a', CUT * 1.14))).toEqual([['25 ft coil', false]]);
    expect(names(coil('a', CUT * 1.15 + 0.01, { note: 'shed' }))).toEqual([['shed', true]]);
  });
  it('cut off, and kept while it is 6 ft or more; what was not used stays', () => {
    const after = (...onHand: CoilOnHand[]) => onHandAfter(job, house(onHand)).map((c) => [c.id, Math.round(c.length.mm * 10) / 10, c.length.known, c.note]); // prettier-ignore
    const left = (mm: number) => Math.round(mm * 10) / 10;
    expect(after(coil('a', feet(20), { note: 'shed' }))).toEqual([['a', left(feet(20) - CUT), 'assumed', 'shed']]);
    expect(after(coil('a', CUT + feet(6)))).toEqual([['a', left(feet(6)), 'assumed', undefined]]);
    expect(after(coil('a', CUT + feet(6) - 1))).toEqual([]);
    const other = coil('b', feet(3), { article: 'cable-14' });
    expect(after(coil('a', feet(20)), other)).toEqual([['a', left(feet(20) - CUT), 'assumed', undefined], ['b', left(feet(3)), 'measured', undefined]]); // prettier-ignore
  });
  it('of what was bought the rest is booked in, unless it is too short to keep', () => {
    expect(onHandAfter(job, house())).toEqual([{ id: 'j-rest-1', article: 'cable-12', length: { mm: expect.closeTo(feet(25) - CUT, 6) as number, known: 'assumed' }, note: 'rest of Shelf' }]); // prettier-ignore
    const least = (mm: number) => onHandAfter(job, house([], { money: { restLeast: { mm, known: 'measured' } } })).length;
    expect([least(feet(25) - CUT), least(feet(25) - CUT + 1)]).toEqual([1, 0]);
    expect(onHandAfter(jobWith({}, {}), house())).toEqual([]);
  });
  it('a rest counts half of what its length costs at the cheapest, or as much as is said', () => {
    const rest = (more: object) => cutPlans([job], house([], more))[0]!.rest;
    // 12 AWG at 1.5 a foot: 250 ft at 0.85 of it are the cheapest
    const perFt = 1.5 * 0.85;
    expect(rest({}).perMm * 304.8).toBeCloseTo(perFt / 2, 9);
    expect(rest({ money: { restPercent: 10 } }).perMm * 304.8).toBeCloseTo(perFt / 10, 9);
    expect([rest({}).leastMm / 304.8, rest({ money: { restLeast: { mm: inches(40), known: 'measured' } } }).leastMm / 25.4]).toEqual([expect.closeTo(6, 9), expect.closeTo(40, 9)]); // prettier-ignore
  });
});
