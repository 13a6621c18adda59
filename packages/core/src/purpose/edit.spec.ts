/** What a job wants, and each change of it, on the small house; heights and steps of common practice, 12 ft between outlets by 210.52(A) (memory). */
import { describe, expect, it } from 'vitest';
import { inches } from '../measure/index.js';
import { checkJobIn, EVEN_WEIGHTS, measured, type Fixture, type House, type Job, type WantPlace } from '../model/index.js';
import { houseAt } from '../panel/smallJob.testing.js';
import { boxOn, placeOn, smallHouse } from '../route/smallHouse.testing.js';
import {
  allow,
  forbid,
  newJob,
  nextPlace,
  nudgedOnPlan,
  putJoists,
  putPlace,
  putWant,
  shelvesAt,
  toFace,
  toShelf,
  viaDrawn,
} from './edit.js';

const inch = (n: number) => measured(inches(n));
const taken = (n: number) => ({ mm: inches(n), known: 'assumed' });
const shelf = (part: Partial<Fixture> = {}): Fixture => ({ id: 'k', kind: 'shelf', face: 'A', x: inch(40), z: inch(30), width: inch(40), height: inch(8), depth: inch(10), ...part }); // prettier-ignore
const house = (part: Parameters<typeof smallHouse>[0] = {}): House => houseAt(smallHouse(part));
const job = (purpose: Job['purpose'] = 'outlet', of = house(), at?: { wallId: string; face: 'A' | 'B' }): Job => newJob(of, 'j', 'Job', purpose, at)!; // prettier-ignore
const placesOf = (j: Job): WantPlace[] => j.want!.places;
const of = (places: WantPlace[], kind: 'outlet' | 'run' | 'raceway' = 'outlet') => ({ ...job(), want: { ...job().want!, kind, places } });

describe('a job that has taken no way yet', () => {
  it('is wanted in the middle of the first wall that somebody walked along, at the usual height, and nothing is planned', () => {
    const j = job();
    expect(j).toMatchObject({ id: 'j', houseId: 'h', name: 'Job', purpose: 'outlet', changes: [], work: { ticks: [] } });
    expect(j.want).toEqual({ kind: 'outlet', places: [{ wallId: 'n', face: 'A', fromLeft: taken(60), bottom: taken(13.25) }], loads: [], ownCircuit: false, mayShow: false, forbidden: [], weights: EVEN_WEIGHTS }); // prettier-ignore
    expect(checkJobIn(j, house(), [])).toMatchObject({ ok: true });
  });
  it('each purpose as what it wants', () => {
    const wants = (['own-circuit', 'low-voltage', 'run', 'raceway', 'lights'] as const).map((p) => job(p).want!);
    expect(wants.map((w) => [w.kind, w.ownCircuit, w.lowVoltage, w.places[0]!.bottom.mm / 25.4])).toEqual([
      ['outlet', true, undefined, expect.closeTo(13.25, 9)],
      ['outlet', false, true, expect.closeTo(13.25, 9)],
      ['run', false, undefined, expect.closeTo(13.25, 9)],
      ['raceway', false, undefined, expect.closeTo(42, 9)],
      ['lights', false, undefined, expect.closeTo(46, 9)],
    ]);
    expect([wants[4]!.lamps, wants[0]!.lamps]).toEqual([{ under: ['den'], count: 4, rows: 1, watts: 60 }, undefined]);
  });
  it('as high as a box that hangs there already, where it is an outlet; never over the wall', () => {
    const with_ = house({ boxes: [boxOn('b', 'n', 30, { place: { ...boxOn('b', 'n', 30).place, bottom: inch(16) } })] });
    expect([job('outlet', with_), job('run', with_), job('raceway', with_), job('outlet', with_, { wallId: 'e', face: 'A' })].map((j) => placesOf(j)[0]!.bottom)).toEqual([inch(16), inch(16), taken(42), taken(13.25)]); // prettier-ignore
    const behind = house({ boxes: [boxOn('b', 'e', 30, { face: 'B', place: { ...boxOn('b', 'e', 30).place, bottom: inch(16) } })] });
    expect([job('outlet', behind, { wallId: 'e', face: 'B' }), job('outlet', behind, { wallId: 'e', face: 'A' })].map((j) => placesOf(j)[0]!.bottom)).toEqual([inch(16), taken(13.25)]); // prettier-ignore
    expect(placesOf(job('raceway', house({ walls: { n: { height: inch(30) } } })))[0]!.bottom).toEqual(taken(30));
  });
  it('where it was said; on the first wall where nobody walked; nowhere without one, and not for what starts at a box', () => {
    expect(placesOf(job('outlet', house(), { wallId: 'e', face: 'B' }))[0]).toMatchObject({ wallId: 'e', face: 'B', fromLeft: taken(48) });
    const unwalked = house({ den: { sides: undefined }, shop: { sides: undefined } });
    expect(placesOf(job('outlet', unwalked))[0]).toMatchObject({ wallId: 'n', face: 'A' });
    expect([newJob(houseAt({ ...smallHouse(), walls: [], rooms: [] }), 'j', 'J', 'outlet'), newJob(house(), 'j', 'J', 'outlet', { wallId: 'gone', face: 'A' }), newJob(house(), 'j', 'J', 'replace')]).toEqual([undefined, undefined, undefined]); // prettier-ignore
  });
});

describe('what is wanted otherwise', () => {
  it('a part of it, one of its places, a part of the house that no way may use', () => {
    expect(putWant(job(), { mayShow: true }).want!.mayShow).toBe(true);
    const two = of([placeOn('n', 20), placeOn('n', 50)], 'run');
    expect(placesOf(putPlace(two, 1, { bottom: inch(20) })).map((p) => p.bottom.mm / 25.4)).toEqual([expect.closeTo(14, 9), expect.closeTo(20, 9)]); // prettier-ignore
    const twice = forbid(forbid(forbid(job(), 'attic'), 'crawl'), 'attic');
    expect([twice.want!.forbidden, allow(twice, 'crawl').want!.forbidden, job().want!.forbidden]).toEqual([
      ['crawl', 'attic'],
      ['attic'],
      [],
    ]);
    const { want: _none, ...bare } = job();
    expect([putWant(bare as Job, { mayShow: true }), forbid(bare as Job, 'attic')]).toEqual([bare, bare]);
  });
  it('what somebody found out about joists stands beside what was known', () => {
    const found = putJoists(putJoists(house(), 'den', 'joistsBelow', { depth: inch(9.25) }), 'den', 'joistsBelow', { spacing: inch(16) });
    expect(found.site.rooms.map((r) => r.joistsBelow)).toEqual([{ depth: inch(9.25), spacing: inch(16) }, undefined, undefined]);
  });
  it('onto another face: where it was if that wall is long enough, else in its middle; the shelf stays behind', () => {
    const j = of([{ ...placeOn('n', 100), inFront: 'k' }]);
    expect(placesOf(toFace(house().site, j, 0, 'e', 'A'))).toEqual([{ ...placeOn('e', 100), fromLeft: taken(48) }]);
    expect(placesOf(toFace(house().site, of([{ ...placeOn('n', 96), inFront: 'k' }]), 0, 'e', 'B'))).toEqual([{ ...placeOn('e', 96), face: 'B' }]); // prettier-ignore
    expect(placesOf(toFace(house().site, j, 0, 'n', 'A'))[0]!.inFront).toBe('k');
    expect([toFace(house().site, j, 0, 'gone', 'A'), toFace(house().site, j, 3, 'e', 'A')]).toEqual([j, j]);
  });
  it('lamps that are meant for the room of their switch go with it; those that somebody put elsewhere stay', () => {
    const lit = (under: string[]) => { const j = job('lights'); return { ...j, want: { ...j.want!, lamps: { ...j.want!.lamps!, under } } }; }; // prettier-ignore
    const under = (j: Job, wallId: string, face: 'A' | 'B') => toFace(house().site, j, 0, wallId, face).want!.lamps!.under;
    expect([under(lit(['den']), 'e', 'B'), under(lit(['den']), 's', 'A'), under(lit(['out']), 'e', 'B'), under(lit(['den', 'out']), 'e', 'B')]).toEqual([['shop'], ['den'], ['out'], ['den', 'out']]); // prettier-ignore
    expect(toFace(house().site, job(), 0, 'e', 'B').want!.lamps).toBeUndefined();
  });
});

describe('along a shelf', () => {
  const with_ = house({
    walls: { n: { fixtures: [shelf(), shelf({ id: 'far', face: 'B' }), shelf({ id: 'sofa', kind: 'mirror' as Fixture['kind'] })] } },
  });
  it('shelves and built-ins of that face', () => {
    expect([shelvesAt(with_.site, placeOn('n', 1)).map((s) => s.id), shelvesAt(with_.site, { wallId: 'n', face: 'B' }).map((s) => s.id), shelvesAt(with_.site, placeOn('gone', 1))]).toEqual([['k'], ['far'], []]); // prettier-ignore
    expect(shelvesAt(with_.site, placeOn('n', 1))[0]!.name).toBe('front of the shelf');
  });
  it('onto its front: the box of 4 3/4 in in the middle of 8 in, where it was if that is before it, else in its middle', () => {
    const onto = (fromLeft: number, id: string | undefined = 'k') => placesOf(toShelf(with_.site, of([placeOn('n', fromLeft)], 'raceway'), 0, id))[0]!; // prettier-ignore
    expect(onto(50)).toEqual({ ...placeOn('n', 50), inFront: 'k', bottom: { mm: expect.closeTo(inches(30 + (8 - 4.75) / 2), 6), known: 'assumed' } }); // prettier-ignore
    expect([onto(40).fromLeft, onto(80).fromLeft, onto(39).fromLeft.mm / 25.4, onto(81).fromLeft.mm / 25.4]).toEqual([inch(40), inch(80), expect.closeTo(60, 6), expect.closeTo(60, 6)]); // prettier-ignore
    // a lower front: from its lower edge on
    const thin = house({ walls: { n: { fixtures: [shelf({ height: inch(2) })] } } });
    expect(placesOf(toShelf(thin.site, of([placeOn('n', 50)], 'raceway'), 0, 'k'))[0]!.bottom).toEqual({ mm: expect.closeTo(inches(30), 6), known: 'assumed' }); // prettier-ignore
    // back onto the wall, where it was
    const back = toShelf(with_.site, of([{ ...placeOn('n', 50), inFront: 'k' }], 'raceway'), 0, undefined);
    expect(placesOf(back)).toEqual([placeOn('n', 50)]);
    expect(onto(50, 'far').inFront).toBeUndefined();
    const j = of([placeOn('n', 50)]);
    expect([toShelf(with_.site, j, 4, 'k'), toShelf(with_.site, of([placeOn('gone', 5)]), 0, 'k').want!.places]).toEqual([j, [placeOn('gone', 5)]]); // prettier-ignore
  });
});

describe('one outlet more', () => {
  const next = (place: WantPlace, kind: 'run' | 'raceway' = 'raceway', of_ = house(), more: WantPlace[] = []) => nextPlace(of_, { ...job().want!, id: 'j', name: 'J', kind, places: [...more, place] } as Parameters<typeof nextPlace>[1]); // prettier-ignore
  it('28 in further along a raceway, 8 ft along a run, as high as the last', () => {
    expect([next(placeOn('n', 20)), next(placeOn('n', 10), 'run')]).toEqual([{ ...placeOn('n', 20), fromLeft: { mm: expect.closeTo(inches(48), 6), known: 'assumed' } }, { ...placeOn('n', 10), fromLeft: { mm: expect.closeTo(inches(106), 6), known: 'assumed' } }]); // prettier-ignore
  });
  it('4 in before the end of the wall it goes on at the next, 24 in from its corner, or in the middle of a short one', () => {
    expect([next(placeOn('n', 88))!.wallId, next(placeOn('n', 88.1))]).toEqual(['n', { ...placeOn('e', 24), fromLeft: { mm: expect.closeTo(inches(24), 6), known: 'assumed' } }]); // prettier-ignore
    expect(next(placeOn('n', 100), 'raceway', house({ walls: { e: { length: inch(40) } } }))!.fromLeft.mm / 25.4).toBeCloseTo(20, 6);
    // round the room from its last wall to its first
    expect(next(placeOn('w', 90))).toMatchObject({ wallId: 'n' });
    // where one is wanted there already there is none
    expect(next(placeOn('n', 100), 'raceway', house(), [placeOn('e', 30)])).toBeUndefined();
    expect(next(placeOn('n', 100), 'raceway', house({ den: { sides: undefined } }))).toBeUndefined();
  });
  it('on a shelf as long as that reaches', () => {
    const with_ = house({ walls: { n: { fixtures: [shelf()] } } });
    const on = (fromLeft: number) => next({ ...placeOn('n', fromLeft), inFront: 'k' }, 'raceway', with_);
    expect([on(52)!.inFront, on(52.1)]).toEqual(['k', undefined]);
  });
});

describe('on the drawn plan', () => {
  it('down the page is away from up in the house; an arrow key is one space of joists', () => {
    expect(viaDrawn('attic', { x: 100, y: 200 })).toEqual({ space: 'attic', x: 100, y: -200 });
    const step = nudgedOnPlan({ x: 0, y: 0 }, 'ArrowRight')!.x;
    expect(step).toBeGreaterThan(0);
    expect(['ArrowLeft', 'ArrowUp', 'ArrowDown'].map((key) => nudgedOnPlan({ x: 5, y: 7 }, key))).toEqual([{ x: 5 - step, y: 7 }, { x: 5, y: 7 - step }, { x: 5, y: 7 + step }]); // prettier-ignore
    expect(nudgedOnPlan({ x: 0, y: 0 }, 'Enter')).toBeUndefined();
  });
});
