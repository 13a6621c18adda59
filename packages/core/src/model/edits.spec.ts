/** Edits of documents: each changes the one thing it names and leaves all else, and the document that was given, as it is. */
import { describe, expect, it } from 'vitest';
import { inches } from '../measure/index.js';
import { emptySite, type House, type Job, type Site, type When } from './index.js';
import {
  addCheck, addCoil, addHours, addNote, addPerson, addStaysOn, changeCoil, changeIn, changeOne, changeOnWall, changeStaysOn, comesAfter,
  complainOf, dropCheck, dropCoil, dropHours, dropPerson, dropStaysOn, measured, notePrice, pinStep, putActual, putCount, putEstimate,
  putIncoming, putInto, putMoney, putPlannedBox, putPrice, putSearch, replannedFrom, seenIn, setAim, setHours, setLoud, setWanted,
  studKnown, takeFrom, toggleBought, toggleContinuous, toggled, unplugged, withFields, withoutOne,
} from './index.js'; // prettier-ignore

const inch = (n: number) => measured(inches(n));
const wall = (id: string) =>
  ({
    id,
    name: id,
    length: inch(120),
    height: inch(96),
    framing: {
      material: 'wood',
      spacing: inch(16),
      studWidth: inch(1.5),
      studDepth: inch(3.5),
      knownStud: { id: 's1', x: inch(16), known: 'seen' },
      extraStuds: [{ id: 's2', x: inch(30) }],
    },
    faces: { A: { roomId: 'hall', layers: [] }, B: { roomId: 'study', layers: [] } },
    openings: [{ id: 'door', kind: 'door', x: inch(40), z: inch(0), width: inch(32), height: inch(80) }],
    obstacles: [{ id: 'pipe', kind: 'pipe', x: inch(60), width: inch(2) }],
    references: [{ id: 'nail', name: 'nail', x: inch(20) }],
  }) as unknown as Site['walls'][number];
const site: Site = {
  ...emptySite(),
  walls: [wall('north'), wall('south')],
  rooms: [{ id: 'hall', name: 'Hall', use: 'hallway' }],
  loads: [{ id: 'lamp', name: 'lamp', watts: 60, continuous: false, fixed: false, circuitId: 'c' }],
};
const frozen = <T>(thing: T): T => {
  if (thing && typeof thing === 'object') {
    Object.values(thing).forEach(frozen);
    Object.freeze(thing);
  }
  return thing;
};
frozen(site);

describe('lists', () => {
  const list = frozen([{ id: 'a', n: 1 }, { id: 'b', n: 2 }]); // prettier-ignore
  it('one is changed by a part or by a function; a list without it stays', () => {
    expect(changeOne(list, 'b', { n: 5 })).toEqual([{ id: 'a', n: 1 }, { id: 'b', n: 5 }]); // prettier-ignore
    expect(changeOne(list, 'a', (x) => ({ ...x, n: x.n + 1 }))[0]).toEqual({ id: 'a', n: 2 });
    expect(changeOne(list, 'c', { n: 9 })).toEqual(list);
    expect(withoutOne(list, 'a')).toEqual([{ id: 'b', n: 2 }]);
  });
  it('put in where it isn’t, taken out where it is; a field given as undefined goes', () => {
    expect([toggled(['x'], 'y'), toggled(['x', 'y'], 'x')]).toEqual([['x', 'y'], ['y']]);
    const part = withFields<{ a: number; b?: number }>({ a: 1, b: 2 }, { b: undefined });
    expect([part, 'b' in part]).toEqual([{ a: 1 }, false]);
  });
});

describe('a survey', () => {
  it('changes one wall, or one thing on it, and no other', () => {
    const longer = changeIn(site, 'walls', 'north', { length: measured(inches(130)) });
    expect(longer.walls.map((w) => w.length.mm)).toEqual([inches(130), inches(120)]);
    expect(longer.walls[1]).toBe(site.walls[1]);
    const moved = changeOnWall(site, 'south', 'obstacles', 'pipe', { width: inch(3) });
    expect(moved.walls.map((w) => w.obstacles[0]!.width.mm)).toEqual([inches(2), inches(3)]);
    // what stands at a wall may not be noted at all
    expect(changeOnWall(site, 'south', 'fixtures', 'shelf', { name: 'x' } as never).walls[1]!.fixtures).toEqual([]);
  });
  it('puts in and takes out', () => {
    const freezer = { id: 'freezer', name: 'freezer', watts: 150, continuous: true, fixed: false, circuitId: 'c' };
    expect(putInto(site, 'loads', freezer).loads.map((l) => l.id)).toEqual(['lamp', 'freezer']);
    expect(takeFrom(site, 'loads', 'lamp').loads).toEqual([]);
  });
  it('a second measurement comes and goes', () => {
    const check = { id: 'twice', axis: 'x', from: 'left', to: 'right', distance: inch(119) } as never;
    const twice = addCheck(site, 'north', check);
    expect(twice.walls[0]!.checks).toHaveLength(1);
    expect(dropCheck(twice, 'north', 'twice').walls[0]!.checks).toEqual([]);
  });
  it('how a stud is known: the first one’s, or a further one’s', () => {
    const { framing } = studKnown(site, 'north', 's1', true, 'felt').walls[0]!;
    expect([framing.knownStud!.known, framing.extraStuds[0]!.x.known]).toEqual(['felt', 'measured']);
    const second = studKnown(site, 'north', 's2', false, 'scanned').walls[0]!.framing;
    expect([second.knownStud!.known, second.extraStuds[0]!.x.known]).toEqual(['seen', 'scanned']);
  });
  it('what came filled in was looked at, of the one thing alone', () => {
    const device = { id: 'd', name: 'd', boxId: 'b', kind: 'duplex-15', presets: ['kind'] } as never;
    const two = { ...site, devices: [device, { ...(device as object), id: 'e' } as never] };
    expect(seenIn(two, 'd').devices.map((d) => d.presets)).toEqual([undefined, ['kind']]);
  });
  it('receptacles wanted in a room', () => {
    const one = { id: 'w', wallId: 'north', face: 'A' as const, fromLeft: inch(30) };
    expect(setWanted(site, 'hall', (w) => [...w, one]).rooms[0]!.wanted).toEqual([one]);
  });
});

describe('a house beside its survey', () => {
  const house = frozen({ id: 'h', name: 'h', site } as unknown as House);
  it('coils and counts on hand', () => {
    const coil = { id: 'k', article: 'cable-14' as const, length: inch(300), note: 'in the shed' };
    const had = addCoil(house, coil);
    expect(changeCoil(had, 'k', { note: undefined }).onHand).toEqual([{ id: 'k', article: 'cable-14', length: inch(300) }]);
    expect(dropCoil(had, 'k').onHand).toEqual([]);
    const counted = putCount(house, 'cable-14', { count: 3 });
    expect(counted.counts).toEqual({ 'cable-14': { count: 3 } });
    // nothing is counted any more: no empty list is kept
    expect('counts' in putCount(counted, 'cable-14', undefined)).toBe(false);
  });
  it('a typed price is of that day; taken out, its day goes with it', () => {
    const priced = putPrice(house, 'cable-14', 0.8, '2026-11-28');
    expect([priced.prices, priced.priceNotes]).toEqual([{ 'cable-14': 0.8 }, { 'cable-14': { on: '2026-11-28' } }]);
    const where = notePrice(priced, 'cable-14', { where: 'the yard' });
    expect(putPrice(where, 'cable-14', undefined, '2026-11-29').priceNotes).toEqual({ 'cable-14': { where: 'the yard' } });
    expect(putPrice(priced, 'cable-14', undefined, '2026-11-29').priceNotes).toEqual({});
  });
  it('money and supply', () => {
    expect(putMoney(house, { currency: '$' }).money).toEqual({ fees: [], spares: false, currency: '$' });
    expect(putMoney(putMoney(house, { currency: '$' }), { currency: undefined }).money).toEqual({ fees: [], spares: false });
    expect(putIncoming(putIncoming(house, { zeOhm: 0.2, fuseA: 100 }), { fuseA: undefined }).incoming).toEqual({ zeOhm: 0.2 });
  });
});

describe('a job', () => {
  const plug = (id: string) => ({ id: `plug-${id}`, do: 'plug-in', title: id, load: { id, name: id, watts: 100, continuous: false } });
  const place = { id: 'place', do: 'place-box', title: 'box', box: { id: 'new', name: 'New' } };
  const job = frozen({ id: 'j', changes: [plug('a'), plug('b'), place], work: { notes: [] } } as unknown as Job);
  it('loads of the plan', () => {
    expect(unplugged(job, 'a').changes.map((c) => c.id)).toEqual(['plug-b', 'place']);
    const hours = (j: Job) => j.changes.flatMap((c) => (c.do === 'plug-in' ? [c.load.continuous] : []));
    expect(hours(toggleContinuous(job, 'b'))).toEqual([false, true]);
    expect(hours(toggleContinuous(toggleContinuous(job, 'b'), 'b'))).toEqual([false, false]);
  });
  it('a box of the plan; one that it only finds is no box of the plan', () => {
    expect(putPlannedBox(job, { id: 'new', name: 'Nook' } as never)!.changes[2]).toMatchObject({ id: 'place', box: { name: 'Nook' } });
    expect(putPlannedBox(job, { id: 'old' } as never)).toBeUndefined();
  });
  it('comes after one other job, or after none', () => {
    expect(comesAfter(job, 'x').after).toEqual(['x']);
    expect('after' in comesAfter(comesAfter(job, 'x'), undefined)).toBe(false);
  });
  it('shopping, estimate, what was paid, notes', () => {
    expect(toggleBought(toggleBought(job, 'wire'), 'box').bought).toEqual(['wire', 'box']);
    expect(toggleBought(toggleBought(job, 'wire'), 'wire').bought).toEqual([]);
    expect(putEstimate(putEstimate(job, { scope: 'one outlet', days: 30 }), { scope: undefined }).estimate).toEqual({ days: 30 });
    expect(putActual(job, { minutes: 90 }).actual).toEqual({ paid: [], minutes: 90 });
    expect(putActual(putActual(job, { minutes: 90 }), { minutes: undefined }).actual).toEqual({ paid: [] });
    const note = { id: 'n', step: 's', text: 'tight', at: '2026-11-28T09:00:00Z' };
    expect(addNote(job, note).work.notes).toEqual([note]);
  });
  it('tests of another question say nothing of a complaint; of another complaint they stay', () => {
    const search = { boxId: 'b', signs: [], signsAsked: true, readings: [{ id: 'r', test: 't', outcome: 'o', at: '' }] };
    const asked = { ...job, search: { ...search, question: 'same circuit', otherBoxId: 'c' } } as unknown as Job;
    expect(complainOf(asked, 'dead').search).toEqual({ ...search, readings: [], complaint: 'dead' });
    expect(complainOf({ ...job, search } as unknown as Job, 'dead').search!.readings).toHaveLength(1);
    // a job that is no search stays one
    expect(putSearch(job, { unsure: true })).toBe(job);
  });
});

describe('hours of a job', () => {
  const when = frozen({ from: '2026-11-28T09:00', people: [], pins: [{ step: 'a', at: '2026-11-28T10:00' }], staysOn: [], plan: 'p' } as unknown as When); // prettier-ignore
  it('the first one is you, the next a helper; hours come, change and go', () => {
    const two = addPerson(addPerson(when, 'x'), 'y');
    expect(two.people.map((p) => p.name)).toEqual(['You', 'Helper']);
    const evenings = addHours(two, 'x');
    expect(evenings.people.map((p) => p.hours.length)).toEqual([2, 1]);
    const early = { days: [0], from: 360, to: 420 };
    expect(setHours(evenings, 'x', 1, early).people[0]!.hours[1]).toEqual(early);
    expect(dropHours(evenings, 'x', 0).people[0]!.hours).toEqual([evenings.people[0]!.hours[1]]);
    expect(dropPerson(two, 'x').people.map((p) => p.id)).toEqual(['y']);
  });
  it('another aim lets go of the plan that was chosen', () => {
    expect(setAim(when, 'trips')).toMatchObject({ aim: 'trips' });
    expect('plan' in setAim(when, 'trips')).toBe(false);
    expect('aim' in setAim(setAim(when, 'trips'), undefined)).toBe(false);
  });
  it('planned anew: what was fixed before now is let go, what was fixed from now on stays', () => {
    expect(replannedFrom(when, '2026-11-28T10:00').pins).toHaveLength(1);
    expect(replannedFrom(when, '2026-11-28T10:01')).toMatchObject({ from: '2026-11-28T10:01', pins: [] });
  });
  it('a step is fixed once, and let go', () => {
    expect(pinStep(when, 'a', '2026-11-29T08:00').pins).toEqual([{ step: 'a', at: '2026-11-29T08:00' }]);
    expect(pinStep(when, 'a', '').pins).toEqual([]);
  });
  it('what stays on: two hours for a freezer until somebody says otherwise', () => {
    const freezer = addStaysOn(when, 's', 'c7');
    expect(freezer.staysOn).toEqual([{ id: 's', circuitId: 'c7', what: 'freezer', atMost: 120 }]);
    expect(changeStaysOn(freezer, 's', { atMost: undefined }).staysOn[0]).toEqual({ id: 's', circuitId: 'c7', what: 'freezer' });
    expect(dropStaysOn(freezer, 's').staysOn).toEqual([]);
    expect('loud' in setLoud(setLoud(when, { days: [0], from: 0, to: 60 }), undefined)).toBe(false);
  });
});
