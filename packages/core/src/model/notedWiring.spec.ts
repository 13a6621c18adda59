/** Wiring noted of a box, as long as it says what lies there: on a house of one box with two cables, a device and a pigtail, by hand. */
import { describe, expect, it } from 'vitest';
import { inches } from '../measure/index.js';
import { cable, device } from '../panel/smallJob.testing.js';
import { boxOn, smallHouse } from '../route/smallHouse.testing.js';
import { atPanel, insideOf, seenWiring, wiringIsOld, wiringsOf, withoutWiring, withWiring } from './boxWiring.js';
import { comesFromPanel, type Change } from './change.js';
import { measured } from './known.js';
import type { Cable, Site } from './site.js';
import type { BoxWiring } from './wiring.js';

const on = (id: string, part: Partial<Cable> = {}): Cable =>
  cable(id, 'b', { ends: [{ boxId: 'b', label: 'b' }, { label: 'on' }], ...part });
const site = (part: Partial<Site> = {}): Site => ({ ...smallHouse({ boxes: [boxOn('b', 'n', 40), boxOn('other', 's', 40)] }), cables: [cable('feed', 'b'), on('next')], devices: [device('b')], ...part }); // prettier-ignore
type Noted = BoxWiring['joints'][number];
const JOINTS: Noted[] = [
  { id: 'h', kind: 'terminal', at: { device: 'b-d', terminal: 'brass upper' }, ends: [{ cableId: 'feed', conductor: 0, end: 1 }] },
  { id: 's', kind: 'splice', ends: [{ cableId: 'feed', conductor: 2, end: 1 }, { cableId: 'next', conductor: 2, end: 0 }, { pigtailId: 't', end: 0 }] },
  { id: 'g', kind: 'terminal', at: { device: 'b-d', terminal: 'green' }, ends: [{ pigtailId: 't', end: 1 }] },
]; // prettier-ignore
const noted = (part: Partial<BoxWiring> = {}): BoxWiring => ({ id: 'b', of: insideOf(site(), 'b'), joints: JOINTS, pigtails: [{ id: 't', colour: 'bare', gauge: 12, lengthMm: 150 }], ...part }) as BoxWiring; // prettier-ignore
const joint = (ends: Noted['ends'], at?: Noted['at']): Partial<BoxWiring> => ({ joints: [{ id: 'x', kind: at ? 'terminal' : 'splice', ...(at ? { at } : {}), ends }] }) as Partial<BoxWiring>; // prettier-ignore

describe('what lies in a box', () => {
  it('cables that end in it and devices; not what passes it uncut, and not what is in another', () => {
    expect(insideOf(site(), 'b')).toEqual({ cables: ['feed', 'next'], devices: ['b-d'] });
    expect(insideOf(site({ cables: [cable('feed', 'b'), on('next', { unbrokenIn: ['b'] })] }), 'b').cables).toEqual(['feed']);
    expect(insideOf(site(), 'other')).toEqual({ cables: [], devices: [] });
  });
});

describe('whether it still says what lies there', () => {
  it('as it was noted', () => expect(wiringIsOld(site(), noted())).toBeUndefined());
  it.each<[string, Site, BoxWiring, RegExp]>([
    ['the box is gone', site({ boxes: [] }), noted(), /no box with the id b any more/],
    ['another cable ends in it', site({ cables: [cable('feed', 'b'), on('next'), on('third')] }), noted(), /other cables end in it now/],
    ['a cable is gone', site({ cables: [cable('feed', 'b')] }), noted(), /other cables/],
    ['a cable was changed for another', site({ cables: [cable('feed', 'b'), on('new')] }), noted(), /other cables/],
    ['another device is in it', site({ devices: [device('b', 'duplex-15', { id: 'new' })] }), noted(), /another device is in it now/],
    ['a device of another kind, without that screw', site({ devices: [device('b', 'switch-15')] }), noted(), /outlet of b is another kind now, without a brass upper terminal/],
    ['an end of another cable', site(), noted(joint([{ cableId: 'gone', conductor: 0, end: 0 }])), /other cables/],
    ['the far end of its cable', site(), noted(joint([{ cableId: 'feed', conductor: 0, end: 0 }])), /other cables/],
    ['one end at two places', site(), noted({ joints: [...JOINTS, { id: 'x', kind: 'cap', ends: [{ cableId: 'feed', conductor: 0, end: 1 }] }] as BoxWiring['joints'] }), /one conductor end is said to be at two places/],
    ['a pigtail that is gone', site(), noted({ pigtails: [] }), /a pigtail of it is gone/],
    ['a conductor that the cable has not', site(), noted(joint([{ cableId: 'feed', conductor: 3, end: 1 }])), /feed has other conductors now/],
    ['the ground of a cable without one', site({ cables: [cable('feed', 'b', { ground: 'none' }), on('next')] }), noted(joint([{ cableId: 'feed', conductor: 2, end: 1 }])), /other conductors/],
    ['the device of another box', site(), noted(joint([{ cableId: 'feed', conductor: 0, end: 1 }], { device: 'other-d', terminal: 'green' })), /another device/],
  ])('%s', (_, now, wiring, says) => expect(wiringIsOld(now, wiring)).toMatch(says)); // prettier-ignore
  it('the ground screw of the box itself is no device; a ground that nobody looked for is no conductor yet', () => {
    expect(
      wiringIsOld(site(), noted(joint([{ cableId: 'feed', conductor: 2, end: 1 }], { device: 'box', terminal: 'screw' }))),
    ).toBeUndefined();
    const { ground: _, ...unlooked } = cable('feed', 'b');
    expect(wiringIsOld(site({ cables: [unlooked as Cable, on('next')] }), noted(joint([{ cableId: 'feed', conductor: 2, end: 1 }])))).toMatch(/other conductors/); // prettier-ignore
  });
  it('a switch that the survey knows by its box only', () => {
    const known = site({ boxes: [boxOn('b', 'n', 40, { holds: 'switch' })], devices: [] });
    const of = (device: string, terminal: string) => wiringIsOld(known, { ...noted(joint([{ cableId: 'feed', conductor: 0, end: 1 }], { device, terminal } as Noted['at'])), of: insideOf(known, 'b') }); // prettier-ignore
    expect([of('b-switch', 'screw 1'), of('b-switch', 'brass upper'), of('b-holder', 'hot')]).toEqual([undefined, expect.stringMatching(/without a brass upper/), expect.stringMatching(/another device/)]); // prettier-ignore
  });
  it('at the panel as long as its cable is there', () => {
    const end = { ...noted(), id: atPanel('feed'), panelEndOf: 'feed' };
    expect([wiringIsOld(site(), end), wiringIsOld(site({ cables: [] }), end)]).toEqual([undefined, expect.stringMatching(/no cable with the id feed any more/)]); // prettier-ignore
  });
});

describe('kept with the house', () => {
  it('found by its box, in the place of what was noted before; taken out it is gone', () => {
    const known = withWiring(withWiring(site(), noted({ joints: [] })), noted());
    expect([wiringsOf(known).length, seenWiring(known, 'b'), seenWiring(known, 'other')]).toEqual([1, noted(), undefined]);
    const two = withWiring(known, { ...noted(), id: atPanel('feed'), panelEndOf: 'feed' });
    expect([wiringsOf(two).map((w) => w.id), seenWiring(two, atPanel('feed'))]).toEqual([['b', atPanel('feed')], undefined]); // prettier-ignore
    expect(wiringsOf(withoutWiring(two, 'b')).map((w) => w.id)).toEqual([atPanel('feed')]);
    expect(withoutWiring(known, 'b')).toEqual(site());
    expect(withoutWiring(known, 'b')).not.toHaveProperty('wiring');
  });
  it('what is old is not seen', () => expect(seenWiring({ ...withWiring(site(), noted()), devices: [] }, 'b')).toBeUndefined());
  it('an end cut back is so much shorter: measured where it was measured, else only taken; other ends stay', () => {
    const long = site({ cables: [cable('feed', 'b', { ends: [{ label: 'panel' }, { boxId: 'b', label: 'b', freeLength: measured(inches(8)) }] }), on('next')] }); // prettier-ignore
    const cut = withWiring(long, noted(), [{ cableId: 'feed', end: 1, mm: 160 }, { cableId: 'next', end: 0, mm: 150 }]); // prettier-ignore
    expect(cut.cables.map((c) => c.ends.map((e) => e.freeLength))).toEqual([[undefined, { mm: 160, known: 'measured' }], [{ mm: 150, known: 'assumed' }, undefined]]); // prettier-ignore
    expect(withWiring(long, noted(), [{ cableId: 'next', end: 1, mm: 150 }]).cables[0]).toBe(long.cables[0]);
    expect(withWiring(long, noted()).cables).toBe(long.cables);
  });
});

describe('a cable that comes from a panel', () => {
  const run = (part: object, way: object | undefined = { steps: [] }): Change => ({ id: 'r', title: 't', do: 'run-cable', cable: { ...cable('c', 'b'), ...part }, ...(way ? { way } : {}) }) as unknown as Change; // prettier-ignore
  it('has a way, and an end in no box', () => {
    expect(comesFromPanel(run({}))).toBe(true);
    const both = { ends: [{ boxId: 'b', label: 'b' }, { boxId: 'other', label: 'o' }] }; // prettier-ignore
    expect(comesFromPanel(run(both))).toBe(false);
    const { way: _, ...without } = run({}) as Change & { way?: unknown };
    expect(comesFromPanel(without as Change)).toBe(false);
    expect(comesFromPanel({ id: 'p', title: 't', do: 'place-box', box: boxOn('b', 'n', 1) } as Change)).toBe(false);
  });
});
