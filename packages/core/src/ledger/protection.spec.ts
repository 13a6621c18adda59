/** Which room asks for what in which edition: NEC 210.8(A), 210.12, from memory (handbook 4 and 11), through the whole ledger. */
import { describe, expect, it } from 'vitest';
import { sewingCorner } from '../houses.testing.js';
import type { Circuit, Edition, JobInHouse, RoomUse, Verdict } from '../model/index.js';
import { ledgerOf } from './meant.testing.js';

const EDITIONS = ['US-2017', 'US-2020', 'US-2023'] as const;

/** Sewing corner with the new outlet in another kind of room, and another circuit ahead. */
const inRoom = (
  use: RoomUse,
  edition: Edition,
  circuit: Partial<Circuit> = {},
  waterWithin6ft: boolean | undefined = false,
): JobInHouse => ({
  ...sewingCorner,
  edition,
  found: {
    ...sewingCorner.found,
    rooms: sewingCorner.found.rooms.map((r) => (r.id === 'sewing' ? { ...r, use, waterWithin6ft } : r)),
    circuits: sewingCorner.found.circuits.map((c) => (c.id === 'c4' ? { ...c, ...circuit } : c)),
  },
});
const verdict = (job: JobInHouse, rule: string): Verdict | undefined => ledgerOf(job).find((f) => f.rule === rule)?.verdict;

describe('ground-fault protection away from water', () => {
  it.each([
    ['bathroom', 'stop', 'stop', 'stop'],
    // before 2023 it depends on the counter, and nobody noted one
    ['kitchen', 'can’t tell', 'can’t tell', 'stop'],
    ['laundry', 'stop', 'stop', 'stop'],
    ['garage', 'stop', 'stop', 'stop'],
    ['outdoors', 'stop', 'stop', 'stop'],
    ['crawl-space', 'stop', 'stop', 'stop'],
    ['unfinished-basement', 'stop', 'stop', 'stop'],
    ['basement', 'ok', 'stop', 'stop'],
    ['bedroom', 'ok', 'ok', 'ok'],
    ['hallway', 'ok', 'ok', 'ok'],
    ['study', 'ok', 'ok', 'ok'],
  ] as [RoomUse, Verdict, Verdict, Verdict][])('%s: 2017 %s, 2020 %s, 2023 %s', (use, ...expected) => {
    expect(EDITIONS.map((e) => verdict(inRoom(use, e), 'ground-fault'))).toEqual(expected);
  });
  it('water within 6 ft asks for it anywhere; not having measured can’t be told', () => {
    expect(verdict(inRoom('study', 'US-2020', {}, true), 'ground-fault')).toBe('stop');
    expect(verdict(inRoom('study', 'US-2020', { groundFault: 'breaker' }, true), 'ground-fault')).toBe('ok');
    const unknown = { ...inRoom('study', 'US-2020') };
    unknown.found = { ...unknown.found, rooms: unknown.found.rooms.map((r) => ({ ...r, waterWithin6ft: undefined })) };
    expect(verdict(unknown, 'ground-fault')).toBe('can’t tell');
  });
  it('a breaker or a device ahead settles it; nobody having looked doesn’t', () => {
    for (const groundFault of ['breaker', 'device upstream'] as const)
      expect(verdict(inRoom('bathroom', 'US-2020', { groundFault }), 'ground-fault')).toBe('ok');
    expect(verdict(inRoom('bathroom', 'US-2020', { groundFault: undefined }), 'ground-fault')).toBe('can’t tell');
  });
});

describe('arc-fault protection where an outlet is added', () => {
  it.each([
    ['bedroom', 'stop'],
    ['living', 'stop'],
    ['study', 'stop'],
    ['dining', 'stop'],
    ['hallway', 'stop'],
    ['closet', 'stop'],
    ['laundry', 'stop'],
    ['kitchen', 'stop'],
    ['bathroom', 'ok'],
    ['garage', 'ok'],
    ['outdoors', 'ok'],
    ['utility', 'ok'],
  ] as [RoomUse, Verdict][])('%s: %s', (use, expected) => {
    expect(EDITIONS.map((e) => verdict(inRoom(use, e), 'arc-fault'))).toEqual([expected, expected, expected]);
  });
  it('either remedy settles it', () => {
    for (const arcFault of ['breaker', 'device upstream'] as const)
      expect(verdict(inRoom('bedroom', 'US-2020', { arcFault }), 'arc-fault')).toBe('ok');
  });
});

describe('circuits that are kept for something', () => {
  it.each([
    ['bathroom', 'bedroom', 'stop'],
    ['bathroom', 'bathroom', 'ok'],
    ['laundry', 'bedroom', 'stop'],
    ['kitchen-small-appliance', 'bedroom', 'stop'],
    ['kitchen-small-appliance', 'kitchen', 'ok'],
    ['garage', 'workshop', 'stop'],
    ['one-appliance', 'bedroom', 'stop'],
    ['none', 'bedroom', 'ok'],
  ] as [NonNullable<Circuit['reservedFor']>, RoomUse, Verdict][])('%s for a %s: %s', (reservedFor, use, expected) => {
    expect(verdict(inRoom(use, 'US-2020', { reservedFor }), 'may-tap')).toBe(expected);
  });
  it('two hots on one neutral are left alone until they are traced, and then there is no wiring plan either', () => {
    const job = inRoom('bedroom', 'US-2020', { sharedNeutral: true });
    expect([verdict(job, 'shared-neutral'), verdict(job, 'wiring-plan')]).toEqual(['stop', 'can’t tell']);
    expect(verdict(inRoom('bedroom', 'US-2020', { sharedNeutral: undefined }), 'shared-neutral')).toBe('can’t tell');
  });
});

describe('weather', () => {
  it('outdoors asks for face and cover, and one click gives both', () => {
    const job = inRoom('outdoors', 'US-2020');
    const weather = ledgerOf(job).find((f) => f.rule === 'weather')!;
    expect(weather.verdict).toBe('can’t tell');
    expect(weather.remedies.map((r) => r.title)).toEqual(['Weather-resistant with an in-use cover']);
  });
  it('indoors it isn’t asked', () => expect(verdict(inRoom('bedroom', 'US-2020'), 'weather')).toBeUndefined());
});
