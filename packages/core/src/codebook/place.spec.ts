/** NEC 210.8, 210.11, 210.12, 406.9, 406.12 from memory (handbook 4, 11). */
import { placeWords } from '../words/codebook/place.js';
import { describe, expect, it } from 'vitest';
import type { Circuit, Edition, Room, RoomUse } from '../model/index.js';
import { arcFaultProtection, groundFaultProtection, mayTap, tamperResistance, weatherResistance } from './place.js';

const room = (use: RoomUse, waterWithin6ft?: boolean): Room => ({ id: 'r', name: use, use, waterWithin6ft });
const circuit = (reservedFor: Circuit['reservedFor']): Circuit => ({
  id: 'c',
  number: '4',
  name: 'four',
  voltsNominal: 120,
  breakerA: 20,
  reservedFor,
});
const none = { groundFault: false, arcFault: false };

describe('a place as it is said', () => {
  it.each([
    ['living', 'in a living room'],
    ['utility', 'in a utility room'],
    ['attic', 'in an attic'],
    ['unfinished-basement', 'in an unfinished basement'],
    ['bathroom', 'in a bathroom'],
    ['deck', 'on a deck'],
    ['outdoors', 'outdoors'],
  ] as const)('%s: %s', (use, words) => expect(placeWords(use)).toBe(words));
});

describe('reserved circuits may not be tapped', () => {
  it.each([
    ['kitchen-small-appliance', 'hallway', 'stop'],
    ['kitchen-small-appliance', 'dining', 'ok'],
    ['laundry', 'utility', 'stop'],
    ['laundry', 'laundry', 'ok'],
    ['bathroom', 'bedroom', 'stop'],
    ['garage', 'garage', 'ok'],
    ['one-appliance', 'utility', 'stop'],
    ['heating-equipment', 'utility', 'stop'],
    ['none', 'bedroom', 'ok'],
    [undefined, 'bedroom', 'can’t tell'],
  ] as const)('%s for a %s: %s', (reserved, use, verdict) => expect(mayTap('US-2020', circuit(reserved), room(use)).verdict).toBe(verdict));
});

describe('ground-fault protection by place and edition', () => {
  it.each([
    ['US-2017', 'bathroom', undefined, 'stop'],
    ['US-2017', 'unfinished-basement', false, 'stop'],
    ['US-2017', 'basement', false, 'ok'],
    ['US-2020', 'basement', false, 'stop'],
    ['US-2020', 'bedroom', false, 'ok'],
    ['US-2020', 'bedroom', true, 'stop'],
    ['US-2020', 'bedroom', undefined, 'can’t tell'],
    ['US-2023', 'outdoors', undefined, 'stop'],
  ] as [Edition, RoomUse, boolean | undefined, string][])('%s %s, water near %s: %s', (edition, use, water, verdict) =>
    expect(groundFaultProtection(edition, room(use, water), none).verdict).toBe(verdict),
  );
  it('protection settles it; not having looked doesn’t', () => {
    expect(groundFaultProtection('US-2020', room('bathroom'), { groundFault: true, arcFault: false }).verdict).toBe('ok');
    expect(groundFaultProtection('US-2020', room('bathroom'), { groundFault: undefined, arcFault: false }).verdict).toBe('can’t tell');
  });
});

describe('arc-fault, tamper, weather', () => {
  it('asked for where a living area is extended', () => {
    expect(arcFaultProtection('US-2020', room('bedroom'), none).verdict).toBe('stop');
    expect(arcFaultProtection('US-2020', room('garage'), none).verdict).toBe('ok');
    expect(arcFaultProtection('US-2020', room('bedroom'), { groundFault: false, arcFault: undefined }).verdict).toBe('can’t tell');
    expect(arcFaultProtection('US-2023', room('hallway'), none).source.clause).toBe('210.12(E)');
    // 406.4(D)(4), from memory: a receptacle that gives way to a new one; one that is only moved is left alone
    expect(arcFaultProtection('US-2020', room('bedroom'), none, 'replaced')).toMatchObject({
      verdict: 'stop',
      source: { clause: '406.4(D)(4)' },
    });
    expect(arcFaultProtection('US-2020', room('garage'), none, 'replaced').verdict).toBe('ok');
    expect(arcFaultProtection('US-2020', room('bedroom'), none, 'moved').verdict).toBe('note');
  });
  it('a face without the mark is a stop, one nobody looked at can’t be told', () => {
    expect([true, false, undefined].map((t) => tamperResistance('US-2020', t).verdict)).toEqual(['ok', 'stop', 'can’t tell']);
  });
  it('outdoors: weather-resistant face and a cover that closes over the plug', () => {
    expect(weatherResistance('US-2020', room('outdoors'), true, true).verdict).toBe('ok');
    expect(weatherResistance('US-2020', room('outdoors'), true, false).verdict).toBe('stop');
    expect(weatherResistance('US-2020', room('outdoors'), undefined, true).verdict).toBe('can’t tell');
    expect(weatherResistance('US-2020', room('bedroom'), undefined, undefined).verdict).toBe('ok');
  });
});
