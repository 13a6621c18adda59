/**
 * Activities as tasks of the solver, and what it found as bars; worked by hand. A slot is five minutes; Kim works Friday 17 to 20 and Saturday 9
 * to 17, from Friday 27 November 2026 on.
 */
import { describe, expect, it } from 'vitest';
import type { JobInBook, Person, When } from '../model/index.js';
import { withComings, type Activity, type Left } from './activities.js';
import { activity, fromFriday, ILO, KIM, offFor } from './byHand.testing.js';
import { asTasks, laidOut, type Variant } from './layOut.js';

const ORIGIN = '2026-11-27';
const by = (people: Person[] = [KIM], part: Partial<Variant> = {}): Variant => ({ key: 'k', title: 't', people, together: false, setting: false, fetch: false, ...part }); // prettier-ignore
const left = (activities: Activity[], outages: Left['outages'] = []): Left => ({ activities, outages });
const made = (l: Left, when: Partial<When> = {}, v = by(), jobs: JobInBook[] = []) => asTasks({ jobs, when: fromFriday(when) }, ORIGIN, l, v); // prettier-ignore
const task = (m: ReturnType<typeof made>, id: string) => m.tasks.find((t) => t.id === id)!;
/** Slots in which something may be under way, as minutes of the first day it may. */
const mayAt = (may: Uint8Array | undefined): number[] | undefined =>
  may && [...may.slice(0, 2 * 288)].flatMap((v, i) => (v ? [i * 5] : []));
const span = (from: number, to: number): number[] => Array.from({ length: (to - from) / 5 }, (_, i) => from + 5 * i);

describe('tasks', () => {
  it('12 min are three slots, from eight o’clock on; a wait of 20 min is four of them, on a slow day nine', () => {
    const two = left([activity('a', 12), activity('b', 5, [['a', 20, 45]])]);
    expect(made(two).tasks).toEqual([
      { id: 'a', slots: 3, hands: 1, after: [], earliest: 96, apart: [] },
      { id: 'b', slots: 1, hands: 1, after: [{ id: 'a', lag: 4 }], earliest: 96, apart: [] },
    ]);
    expect(task(made(two, { drying: 'slow' }), 'b').after).toEqual([{ id: 'a', lag: 9 }]);
  });
  it('for two by one it takes half as long again; by both as long as it says', () => {
    const lift = left([activity('lift', 20, [], { hands: 2 })]);
    expect([task(made(lift), 'lift'), task(made(lift, {}, by([KIM, ILO])), 'lift')].map((t) => [t.slots, t.hands])).toEqual([[6, 1], [4, 2]]); // prettier-ignore
  });
  it('longer than the longest day, of 96 slots, it goes on the next one: 1000 min are 96, 96 and 8; what comes after waits for the last', () => {
    const m = made(left([activity('a', 1000), activity('b', 5, ['a']), activity('day', 480)]));
    expect(m.tasks.map((t) => [t.id, t.slots, t.after.map((x) => x.id), t.earliest])).toEqual([
      ['a#0', 96, [], 96],
      ['a#1', 96, ['a#0'], 0],
      ['a#2', 8, ['a#1'], 0],
      ['b', 1, ['a#2'], 96],
      ['day', 96, [], 96],
    ]);
    expect([m.stretch, [...m.loose.keys()], m.loose.get('a#2')!.activity.id]).toEqual([96, ['a#0', 'a#1', 'a#2', 'b', 'day'], 'a']);
    // without hours nothing is parted
    expect(made(left([activity('a', 1000)]), {}, by([])).tasks.map((t) => [t.id, t.slots])).toEqual([['a', 300]]);
  });
  it('not before its own time, not before what it is fixed to, not before the schedule begins', () => {
    const of = (part: Partial<Activity>, pins: When['pins'] = []) => task(made(left([activity('a', 5, [], part)]), { pins }), 'a').earliest;
    expect([of({ notBefore: 701 }), of({ notBefore: 10 }), of({}, [{ step: 'a', at: '2026-11-28T10:00' }]), of({ notBefore: 3000 }, [{ step: 'a', at: '2026-11-28T10:00' }]), of({}, [{ step: 'b', at: '2026-11-28T10:00' }])]).toEqual([141, 96, 408, 600, 96]); // prettier-ignore
  });
  it('dust keeps apart from what is wet at the same place', () => {
    const m = made(
      left([
        activity('sand', 5, [], { dusty: true }),
        activity('paint', 1000, [], { wet: true }),
        activity('other', 5, [], { wet: true, where: 'hall' }),
        activity('both', 5, [], { dusty: true, wet: true }),
        activity('clean', 5),
      ]),
    );
    const parts = ['paint#0', 'paint#1', 'paint#2'];
    expect(m.tasks.map((t) => [t.id, t.apart])).toEqual([
      ['sand', parts],
      ...parts.map((id) => [id, ['sand', 'both']]),
      ['other', []],
      ['both', parts],
      ['clean', []],
    ]);
  });
  it('loud work, and what only certain hours allow, keep to both', () => {
    const ten: When['loud'] = { days: [5], from: 600, to: 660 };
    const of = (part: Partial<Activity>) => mayAt(task(made(left([activity('a', 5, [], part)]), { loud: ten }), 'a').may);
    const sat = (from: number, to: number) => span(1440 + from, 1440 + to);
    const half = { days: [5], from: 630, to: 720 };
    expect([of({}), of({ loud: true }), of({ only: [half] }), of({ loud: true, only: [half] })]).toEqual([undefined, sat(600, 660), sat(630, 720), sat(630, 660)]); // prettier-ignore
    // nothing is loud where nobody said when it may be
    expect(task(made(left([activity('a', 5, [], { loud: true })])), 'a').may).toBeUndefined();
  });
});

describe('what is off together is one task', () => {
  const chain = [activity('off', 5), activity('prove', 3, ['off']), activity('wire', 20, ['prove', ['paint', 20, 45]]), activity('on', 2, ['wire'])]; // prettier-ignore
  const group = offFor('4', 'off', 'prove', 'wire', 'on');
  const all = left([activity('paint', 10), ...chain, activity('note', 5, ['on'])], [group]);
  it('of 30 min, which waits for the paint but for the eight minutes that lie before the wire; what comes after waits for all of it', () => {
    const m = made(all);
    // 20 min are four slots, the wire begins in the second slot of the block
    expect(m.tasks.map((t) => [t.id, t.slots, t.after.map((x) => ({ id: x.id, lag: x.lag + 0 })), t.earliest])).toEqual([
      ['paint', 2, [], 96],
      ['note', 1, [{ id: 'off/off', lag: 0 }], 96],
      ['off/off', 6, [{ id: 'paint', lag: 3 }], 96],
    ]);
    expect([task(m, 'off/off').hands, [...m.loose.keys()], [...m.blocks.keys()], m.problems]).toEqual([1, ['paint', 'note'], ['off/off'], []]); // prettier-ignore
  });
  it('of several waits for one thing the longest counts, and none is before its end', () => {
    const twice = chain.map((a) => (a.id === 'off' ? activity('off', 5, [['paint', 40, 40]]) : a));
    expect(task(made(left([activity('paint', 10), ...twice], [group])), 'off/off').after).toEqual([{ id: 'paint', lag: 8 }]);
    const late = chain.map((a) => (a.id === 'wire' ? activity('wire', 20, ['prove', 'paint']) : a));
    expect(task(made(left([activity('paint', 10), ...late], [group])), 'off/off').after).toEqual([{ id: 'paint', lag: 0 }]);
  });
  it('a block as late and as quiet as any of its parts', () => {
    const part = chain.map((a) => (a.id === 'wire' ? { ...a, notBefore: 1000, loud: true } : a));
    const t = task(made(left([activity('paint', 10), ...part], [group]), { loud: { days: [5], from: 600, to: 660 } }), 'off/off');
    expect([t.earliest, mayAt(t.may)]).toEqual([200, span(1440 + 600, 1440 + 660)]);
  });
  it('never off while somebody works at it', () => {
    const stays = (circuitId: string, never: boolean) => task(made(all, { staysOn: [{ id: 's', circuitId, what: 'desk', ...(never ? { never: { days: [4, 5], from: 0, to: 1200 } } : {}) }] }), 'off/off').may; // prettier-ignore
    expect([stays('5', true), stays('4', false)]).toEqual([undefined, undefined]);
    expect(mayAt(stays('4', true))).toEqual([...span(1200, 1440), ...span(1440 + 1200, 2880)]);
  });
  it('longer off than something may be without: said, with what would do', () => {
    const of = (atMost: number, people?: Person[]) => made(all, { staysOn: [{ id: 's', circuitId: '4', what: 'the freezer', atMost }] }, by(people)).problems; // prettier-ignore
    expect([of(30), of(29), of(29, [KIM, ILO])]).toEqual([
      [],
      ['the freezer may be without for 29 min, and circuit 4 is off for 30: a second pair of hands, or another feed for the freezer meanwhile.'],
      ['the freezer may be without for 29 min, and circuit 4 is off for 30: another feed for the freezer meanwhile.'],
    ]); // prettier-ignore
  });
  it('longer off than anybody’s day: nothing is left off over a night', () => {
    const hours = (minutes: number): Person => ({ ...KIM, hours: [{ days: [4], from: 1020, to: 1020 + minutes }] });
    expect(made(all, {}, by([hours(30)])).problems).toEqual([]);
    expect(made(all, {}, by([hours(25)])).problems).toEqual(['circuit 4 would be off for 30 min at a stretch, and nobody has more than 25 min: nothing is left off over a night. Longer hours on one day.']); // prettier-ignore
  });
});

/** A den and a hall with something on circuit 4, a cellar with something on 5. */
const house = {
  rooms: ['hall', 'den', 'cellar'].map((id) => ({ id, name: id })),
  walls: ['den', 'hall', 'cellar'].map((id) => ({ id: `w-${id}`, faces: { A: { roomId: id }, B: {} } })),
  boxes: [
    ...[{ id: '1', wallId: 'w-hall', face: 'A', circuitId: '4' }, { id: '2', wallId: 'w-den', face: 'A', circuitId: '4' }, { id: '3', wallId: 'w-den', face: 'A', circuitId: '4' }],
    ...[{ id: '4', wallId: 'w-cellar', face: 'A', circuitId: '5' }, { id: '5', wallId: 'w-cellar', face: 'B', circuitId: '4' }, { id: '6', wallId: 'w-cellar', face: 'A' }],
  ], // prettier-ignore
};
const inHouse = [{ found: house }] as unknown as JobInBook[];

describe('bars', () => {
  const chain = [activity('off', 5), activity('prove', 3, ['off']), activity('wire', 20, ['prove']), activity('on', 2, ['wire'])];
  const laid = (l: Left, starts: [string, number][], when: Partial<When> = {}, v = by(), jobs: JobInBook[] = []) =>
    laidOut({ jobs, when: fromFriday(when) }, ORIGIN, v, made(l, when, v, jobs), new Map(starts));
  it('a slot is a bar of five minutes more; what is off lies inside its block to the minute', () => {
    const p = laid(left([activity('a', 12), ...chain], [offFor('4', 'off', 'prove', 'wire', 'on')]), [['off/off', 208], ['a', 204]], {}, by(), inHouse); // prettier-ignore
    expect(p.bars.map((b) => [b.activity.id, b.start, b.end])).toEqual([
      ['a', 1020, 1035],
      ['off', 1040, 1045],
      ['prove', 1045, 1048],
      ['wire', 1048, 1068],
      ['on', 1068, 1070],
    ]);
    expect(p.outages).toEqual([{ key: '4', words: 'circuit 4', start: 1040, end: 1070, rooms: ['den', 'hall'] }]);
    expect([p.end, p.outageMinutes, p.outageCount, p.days, p.trips, p.helperMinutes, p.setting]).toEqual([1070, 30, 1, 1, 0, 0, false]);
  });
  it('the whole house goes dark with its panel', () => {
    const panel = { ...offFor('4', 'off', 'prove', 'wire', 'on'), targets: [{ key: 'panel', words: 'the panel' }] };
    const p = laid(left(chain, [panel]), [['off/off', 208]], {}, by(), inHouse);
    expect([p.outages[0]!.rooms, laid(left(chain, [panel]), [['off/off', 208]]).outages[0]!.rooms]).toEqual([['the whole house'], []]);
  });
  it('one that goes on another day is one bar with its parts in order', () => {
    const p = laid(left([activity('a', 1000)]), [['a#1', 2124], ['a#2', 2500], ['a#0', 396]]); // prettier-ignore
    expect(p.bars.map((b) => [b.start, b.end, b.parts])).toEqual([[1980, 12540, [{ start: 1980, end: 2460 }, { start: 10620, end: 11100 }, { start: 12500, end: 12540 }]]]); // prettier-ignore
    expect([p.days, p.end]).toEqual([3, 12540]);
  });
  it('two outages that meet are one stretch of dark; apart they are two', () => {
    const two = left([...chain, activity('off2', 5), activity('on2', 2, ['off2'])], [offFor('4', 'off', 'prove', 'wire', 'on'), offFor('5', 'off2', 'on2')]); // prettier-ignore
    const of = (at: number) => laid(two, [['off/off', 208], ['off/off2', at]]); // prettier-ignore
    expect([of(214), of(215), of(209)].map((p) => [p.outageMinutes, p.outageCount])).toEqual([[37, 1], [37, 2], [30, 1]]); // prettier-ignore
  });
  it('fixed to a time, and begun a slot or more beside it: said; what dries lasts as long as the day is like', () => {
    const paint = left([activity('a', 10, [], { wait: { kind: 'primer', minutes: { middle: 30, bad: 60 } } })]);
    const pinned = (at: string) => laid(paint, [['a', 204]], { pins: [{ step: 'a', at }] });
    expect([pinned('2026-11-27T17:00').problems, pinned('2026-11-27T16:56').problems, pinned('2026-11-27T16:55').problems]).toEqual([
      [],
      [],
      ['Do a is fixed to Fri 27 Nov, 16:55, and can begin at Fri 27 Nov, 17:00 at the earliest: something it rests on isn’t done before, or nobody is there.'], // prettier-ignore
    ]);
    expect([pinned('2026-11-27T17:00').bars[0]!.pinned, laid(paint, [['a', 204]]).bars[0]!.pinned]).toEqual([true, false]);
    expect([laid(paint, [['a', 204]]), laid(paint, [['a', 204]], { drying: 'slow' })].map((p) => p.dries)).toEqual([[{ after: 'a', words: 'primer', start: 1030, end: 1060 }], [{ after: 'a', words: 'primer', start: 1030, end: 1090 }]]); // prettier-ignore
  });
  it('minutes of a second person: two at one thing, or at two at once', () => {
    const both = left([activity('lift', 20, [], { hands: 2 }), activity('a', 10), activity('b', 10)]);
    const two = by([KIM, ILO]);
    expect(laid(both, [['lift', 396], ['a', 400], ['b', 402]], {}, two).helperMinutes).toBe(20); // prettier-ignore
    expect(laid(both, [['lift', 396], ['a', 400], ['b', 400]], {}, two).helperMinutes).toBe(30); // prettier-ignore
    expect(laid(both, [['lift', 396], ['a', 402], ['b', 404]], {}, by([KIM])).helperMinutes).toBe(0); // prettier-ignore
    expect([two, by([KIM])].map((v) => laid(both, [['lift', 396]], {}, v).bars[0]!.alone)).toEqual([false, true]);
    // Ilo is there on Saturday from 9:00 to 11:00: what Kim does on Friday evening, or from 10:55 on beyond 11:00, is help
    const first = by([ILO, KIM]);
    expect([[204, 206], [204, 396], [396, 398], [419, 421]].map(([a, b]) => laid(both, [['a', a!], ['b', b!]], {}, first).helperMinutes)).toEqual([20, 10, 0, 15]); // prettier-ignore
  });
  it('drives to the shop are counted', () => {
    const trip = left([activity('s', 30, [], { step: 'shop' }), activity('a', 5)]);
    expect([laid(trip, [['s', 204], ['a', 300]]).trips, laid(trip, [['a', 300]]).trips]).toEqual([1, 0]); // prettier-ignore
  });
});

describe('what comes from outside', () => {
  const base = left(
    [activity('mark', 10), activity('set', 10, ['mark'], { usesParts: true }), activity('off', 5, ['set']), activity('wire', 10, ['off'], { usesParts: true, where: 'hall' }), activity('look', 5, ['wire']), activity('on', 2, ['look']), activity('note', 5, ['on'])],
    [offFor('4', 'off', 'wire', 'look', 'on')],
  ); // prettier-ignore
  const with_ = (when: Partial<When>, fetch = false) => {
    const { activities, outages } = withComings(base, fromFriday(when), ORIGIN, fetch);
    expect(outages).toBe(base.outages);
    return activities;
  };
  const ids = (list: Activity[], id: string) => list.find((a) => a.id === id)!.after.map((x) => x.id);
  it('nothing said: nothing changes', () => expect(with_({})).toEqual(base.activities));
  it('one trip, twice as long on a bad day, while the shop is open, before anything that is put in', () => {
    const open = { days: [5], from: 480, to: 720 };
    const list = with_({ shop: { minutes: 60, open } }, true);
    expect(list[0]).toMatchObject({ id: 'j/shop', jobId: 'j', jobName: 'Shelf', minutes: { middle: 60, bad: 120 }, hands: 1, only: [open], after: [], visit: false }); // prettier-ignore
    expect([ids(list, 'mark'), ids(list, 'set'), ids(list, 'wire'), list.length]).toEqual([[], ['mark', 'j/shop'], ['off', 'j/shop'], 8]);
    expect([with_({ shop: { minutes: 60 } }, true)[0]!.only, with_({ shop: { minutes: 60 } })[0]!.id, with_({}, true)[0]!.id]).toEqual([[], 'mark', 'mark']); // prettier-ignore
    // nothing is put in: nobody drives
    expect(withComings(left([activity('mark', 10)]), fromFriday({ shop: { minutes: 60 } }), ORIGIN, true).activities).toHaveLength(1);
  });
  it('what is brought holds what is put in; a thing of one step that step, fetched or not', () => {
    const parts = { id: 'd', what: 'parts', at: '2026-11-28T10:00' };
    const times = (list: Activity[]) => list.map((a) => a.notBefore);
    expect(times(with_({ deliveries: [parts] }))).toEqual([undefined, 2040, undefined, 2040, undefined, undefined, undefined]);
    expect(times(with_({ deliveries: [parts] }, true))).toEqual(times(base.activities));
    for (const fetch of [false, true]) expect(times(with_({ deliveries: [{ ...parts, step: 'look' }] }, fetch))).toEqual([undefined, undefined, undefined, undefined, 2040, undefined, undefined]); // prettier-ignore
    // the latest of them
    expect(times(with_({ deliveries: [parts, { id: 'e', what: 'more', at: '2026-11-28T09:00' }] }))[1]).toBe(2040);
  });
  it('a room that is free at certain hours, or from a day on', () => {
    const hours = { days: [6], from: 540, to: 720 };
    const list = with_({ rooms: [{ id: 'r', roomId: 'hall', hours, from: '2026-12-01T00:00' }, { id: 's', roomId: 'den', from: '2026-11-28T00:00' }, { id: 't', roomId: 'attic', hours }] }); // prettier-ignore
    expect(list.find((a) => a.id === 'wire')).toMatchObject({ only: [hours], notBefore: 4 * 1440 });
    expect(list.find((a) => a.id === 'mark')).toMatchObject({ only: [], notBefore: 1440 });
  });
  it('a visit behind a step holds what comes after it; in the middle of what is off it holds what comes after that', () => {
    const visit = (after: string) => with_({ visits: [{ id: 'v', what: 'Inspection', after, minutes: 30 }] });
    const mark = visit('mark');
    expect(mark.at(-1)).toMatchObject({ id: 'j/visit-v', step: 'visit-v', title: 'Inspection', minutes: { middle: 30, bad: 60 }, visit: true, where: 'den' }); // prettier-ignore
    expect([ids(mark, 'j/visit-v'), ids(mark, 'set'), ids(mark, 'off')]).toEqual([['mark'], ['mark', 'j/visit-v'], ['set']]);
    const wire = visit('wire');
    expect([ids(wire, 'j/visit-v'), ids(wire, 'look'), ids(wire, 'note')]).toEqual([['wire'], ['wire'], ['on', 'j/visit-v']]);
    // behind something that is done already there is none
    expect(visit('done')).toEqual(base.activities);
  });
});
