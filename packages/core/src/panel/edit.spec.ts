/** Hands at the panel: each change leaves a house that passes its check, and takes nothing with it that others rest on. */
import { describe, expect, it } from 'vitest';
import { quinceStreet } from '../houses.testing.js';
import { panelFromCsv } from '../exchange/index.js';
import { checkHouse, emptySite, type Site } from '../model/index.js';
import {
  addLoad,
  addTests,
  breakerFindings,
  coverSpace,
  dropBreaker,
  dropTest,
  nameCircuitOf,
  readLoad,
  freeSpaces,
  noteBreaker,
  noteEmpty,
  panelRows,
  putBreaker,
  putCircuit,
  putPanel,
  startPanel,
  type NewCircuit,
} from './index.js';

const site = quinceStreet.site;
const breaker = (s: Site, id: string) => s.panel!.breakers.find((b) => b.id === id);
const sound = (s: Site) => expect(checkHouse({ ...quinceStreet, site: s })).toMatchObject({ ok: true });

describe('noting what stands there', () => {
  it('a panel from nothing: spaces, then a breaker in one of them, named by its space until somebody knows better', () => {
    const begun = startPanel({ ...site, panel: undefined }, 12);
    // nobody looked at any of them yet: none is free
    expect([freeSpaces(begun.panel!), begun.panel!.notLooked]).toEqual([[], [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]]);
    const noted = noteBreaker(begun, 5, { circuit: 'c-new', breaker: 'b-new' });
    expect(noted.circuits.at(-1)).toMatchObject({ number: '5', name: 'circuit 5' });
    expect(
      panelRows(noted)
        .flatMap((r) => [r.left.is, r.right.is])
        .filter((is) => is === 'unseen'),
    ).toHaveLength(11);
    expect(freeSpaces(noteEmpty(noted, 7).panel!)).toEqual([7]);
    const through = noteEmpty(noted);
    expect([freeSpaces(through.panel!), 'notLooked' in through.panel!]).toEqual([[1, 2, 3, 4, 6, 7, 8, 9, 10, 11, 12], false]);
    for (const s of [begun, noted, through]) sound(s);
  });
  it('a second pole, a plate and a row of a table say of their spaces that somebody looked', () => {
    const begun = noteBreaker(startPanel({ ...site, panel: undefined }, 8), 3, { circuit: 'c-new', breaker: 'b-new' });
    const two = putBreaker(begun, 'b-new', { poles: 2 });
    expect(two.panel!.notLooked).toEqual([1, 2, 4, 6, 7, 8]);
    expect(putPanel(two, { covered: [8] }).panel!.notLooked).toEqual([1, 2, 4, 6, 7]);
    expect(panelFromCsv('space,name,breaker A\r\n2,attic,15\r\n', two).site.panel!.notLooked).toEqual([1, 4, 6, 7, 8]);
    // more spaces than were thought: the new ones are not looked at either; fewer: none past the last
    expect(putPanel(two, { spaces: 10 }).panel!.notLooked).toEqual([1, 2, 4, 6, 7, 8, 9, 10]);
    expect(putPanel(two, { spaces: 6 }).panel!.notLooked).toEqual([1, 2, 4, 6]);
    for (const s of [two, putPanel(two, { spaces: 10 })]) sound(s);
  });
  it('a circuit of its own in a panel that nobody looked into: can’t tell, and what to do', () => {
    const begun = startPanel({ ...site, panel: undefined }, 8);
    const wanted: NewCircuit = { name: 'kiln', ratingA: 20, poles: 1 as const, gauge: 12 as const, rooms: [], loads: [] };
    const space = breakerFindings(begun, 'US-2020', wanted).find((f) => f.rule === 'panel-space')!;
    expect(space).toMatchObject({
      verdict: 'can’t tell',
      says: 'nobody noted which spaces are free',
      ask: expect.stringMatching(/Open the door/),
    });
  });
  it('one found behind the plate of 10 takes the plate away', () => {
    const noted = noteBreaker(site, 10, { circuit: 'c10', breaker: 'b10' });
    expect(noted.panel!.covered).toEqual([]);
    sound(noted);
  });
  it('a plate over 12, and off again', () => {
    const covered = coverSpace(site, 12, true);
    expect([covered.panel!.covered, coverSpace(covered, 12, false).panel!.covered]).toEqual([[10, 12], [10]]);
    expect(coverSpace(site, 10, true)).toBe(site);
  });
  it('what is typed of the panel and of a circuit stands there', () => {
    expect(putPanel(site, { mainA: 150 }).panel!.mainA).toBe(150);
    expect(putCircuit(site, 'c7', { name: 'freezer' }).circuits.find((c) => c.id === 'c7')!.name).toBe('freezer');
  });
});

describe('ties and poles', () => {
  it('a tie is on both; tied to another, the old partner is free', () => {
    const moved = putBreaker(site, 'b1', { tiedTo: 'b2' });
    expect([breaker(moved, 'b1')!.tiedTo, breaker(moved, 'b2')!.tiedTo, breaker(moved, 'b3')!.tiedTo]).toEqual(['b2', 'b1', undefined]);
    sound(moved);
    const none = putBreaker(site, 'b3', { tiedTo: undefined });
    expect([breaker(none, 'b1')!.tiedTo, breaker(none, 'b3')!.tiedTo]).toEqual([undefined, undefined]);
  });
  it('two poles make it 240 V, one pole 120 V again', () => {
    const two = putBreaker(site, 'b9', { poles: 2 });
    expect(two.circuits.find((c) => c.id === 'c9')!.voltsNominal).toBe(240);
    expect(putBreaker(two, 'b9', { poles: 1 }).circuits.find((c) => c.id === 'c9')!.voltsNominal).toBe(120);
    sound(two);
  });
  it('two poles where the space below is taken is refused by the check, with the space', () => {
    expect(checkHouse({ ...quinceStreet, site: putBreaker(site, 'b1', { poles: 2 }) })).toMatchObject({
      ok: false,
      errors: [{ message: 'Space 3 is taken already.' }],
    });
  });
});

describe('taking out', () => {
  const tried = addTests(site, [
    { id: 't1', how: 'switched off', breakerIds: ['b4'], boxId: 'hall-box', reads: 'dead' },
    { id: 't2', how: 'switched off', breakerIds: ['b5'], boxId: 'hall-box', reads: 'live' },
  ]);
  it('a circuit that boxes hang on stays, one that feeds nothing goes; tries and ties with it go', () => {
    const out = dropBreaker(tried, 'b4');
    expect(out.circuits.some((c) => c.id === 'c4')).toBe(true);
    expect(out.panel!.tests.map((t) => t.id)).toEqual(['t2']);
    expect(dropBreaker(site, 'b7').circuits.some((c) => c.id === 'c7')).toBe(false);
    expect(breaker(dropBreaker(site, 'b3'), 'b1')!.tiedTo).toBeUndefined();
    for (const s of [out, dropBreaker(site, 'b7'), dropBreaker(site, 'b3')]) sound(s);
  });
  it('a try that was noted wrongly goes alone', () => expect(dropTest(tried, 't1').panel!.tests.map((t) => t.id)).toEqual(['t2']));
  it('what is not there changes nothing', () => {
    expect(dropBreaker(site, 'nobody')).toBe(site);
    expect(putBreaker(site, 'nobody', { poles: 2 })).toBe(site);
    expect(addTests(site, [])).toBe(site);
    expect(noteBreaker({ ...site, panel: undefined }, 1, { circuit: 'a', breaker: 'b' }).panel).toBeUndefined();
  });
});

describe('what hangs on a circuit, as people say it', () => {
  const read = (text: string) => {
    const r = readLoad(text);
    return r.ok ? r.load : r.message;
  };
  it('a name with watts or amps, with a blank between or without', () => {
    expect(read('freezer 150 W')).toEqual({ name: 'freezer', watts: 150 });
    expect(read(' chest freezer  1.5kW ')).toEqual({ name: 'chest freezer', watts: 1500 });
    expect(read('kettle 12 A')).toEqual({ name: 'kettle', amps: 12 });
  });
  it('what is no load says what would do, and what came', () => {
    expect(read('freezer')).toBe('“freezer” is no load: a name with watts or amps, say freezer 150 W would do.');
    expect(readLoad('150 W')).toMatchObject({ ok: false, came: '150 W', expected: 'a name with watts or amps, say freezer 150 W' });
    expect(readLoad('lamp 3 lumens')).toMatchObject({ ok: false, expected: 'watts or amps' });
  });
  it('it is plugged in, and not for hours, until somebody says so', () => {
    expect(addLoad(emptySite(), 'c', 'l', { name: 'lamp', watts: 60 }).loads).toEqual([
      { id: 'l', name: 'lamp', watts: 60, continuous: false, fixed: false, circuitId: 'c' },
    ]);
  });
});

describe('the circuit of a box, named by its breaker', () => {
  const box = { id: 'b', name: 'b', wallId: 'w' } as Site['boxes'][number];
  const seven = { id: 'seven', number: '7', name: 'dryer', voltsNominal: 240 as const };
  it('one that is noted is that one, whatever else was said; a number nobody noted makes one of 120 V', () => {
    const known = nameCircuitOf({ ...emptySite(), boxes: [box], circuits: [seven] }, 'b', { number: '7', breakerA: 15 }, 'new');
    expect([known.circuits, known.boxes[0]!.circuitId]).toEqual([[seven], 'seven']);
    const fresh = nameCircuitOf({ ...emptySite(), boxes: [box], circuits: [seven] }, 'b', { number: '9', breakerA: 15 }, 'new');
    expect(fresh.circuits[1]).toEqual({ id: 'new', number: '9', name: 'circuit 9', voltsNominal: 120, breakerA: 15 });
    expect(fresh.boxes[0]!.circuitId).toBe('new');
  });
});
