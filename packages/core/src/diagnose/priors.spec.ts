/**
 * Shares before any reading, on lists written by hand. How often each fault is met, 5 every week to 1 once in years, one step being three
 * times as often, and what makes one likelier: common practice, no source.
 */
import { describe, expect, it } from 'vitest';
import { priorsOf, type Circumstances, type Placed } from './priors.js';

const shares = (list: Placed[], circumstances: Circumstances = {}, unseen: string[] = []): number[] =>
  priorsOf(list, new Set(unseen), circumstances);
const odds = (list: Placed[], circumstances: Circumstances = {}, unseen: string[] = []): number => {
  const [a, b] = shares(list, circumstances, unseen);
  return a! / b!;
};

describe('how often it is met', () => {
  it('a breaker that is off to a conductor broken in the wall is four steps: 81 to 1', () => {
    expect(odds([{ kind: 'breaker off' }, { kind: 'broken conductor' }])).toBeCloseTo(81, 9);
    expect(shares([{ kind: 'breaker off' }, { kind: 'broken conductor' }])).toEqual([
      expect.closeTo(81 / 82, 9),
      expect.closeTo(1 / 82, 9),
    ]);
  });
  it('a kind shares what it is met by among its places: two joints are met no oftener than one', () => {
    expect(shares([{ kind: 'open contact' }, { kind: 'open contact' }, { kind: 'breaker off' }])).toEqual([1 / 4, 1 / 4, 1 / 2].map((x) => expect.closeTo(x, 9))); // prettier-ignore
  });
  it('a push-in lets go three times as often as a screw, and makes its kind likelier by the root of that', () => {
    expect(odds([{ kind: 'open contact', pushIn: true }, { kind: 'open contact' }])).toBeCloseTo(3, 9);
    expect(odds([{ kind: 'open contact', pushIn: true }, { kind: 'breaker off' }])).toBeCloseTo(Math.sqrt(3), 9);
  });
  it('in a box that nobody opened a contact may be of either kind: half as much again, and of no other fault', () => {
    const pair = (kind: Placed['kind']) => odds([{ kind, boxId: 'a' }, { kind, boxId: 'b' }], {}, ['a']); // prettier-ignore
    expect([pair('open contact'), pair('open splice')]).toEqual([expect.closeTo(1.5, 9), expect.closeTo(1, 9)]);
    expect(odds([{ kind: 'open contact' }, { kind: 'open contact', boxId: 'b' }], {}, ['a'])).toBeCloseTo(1, 9);
  });
  it('a box that somebody worked in lately: three times', () => {
    expect(odds([{ kind: 'open splice', boxId: 'a' }, { kind: 'open splice', boxId: 'b' }], { touched: new Set(['a']) })).toBeCloseTo(3, 9); // prettier-ignore
    expect(odds([{ kind: 'open splice' }, { kind: 'open splice', boxId: 'b' }], { touched: new Set(['a']) })).toBeCloseTo(1, 9);
  });
});

describe('what makes it likelier', () => {
  const beside = (kind: Placed['kind'], circumstances: Circumstances): number =>
    odds([{ kind }, { kind: 'worn contacts' }], circumstances) / odds([{ kind }, { kind: 'worn contacts' }]);
  it('what happened and since when, each by its own factor, together by their product', () => {
    expect(beside('swapped', { happened: ['device changed'] })).toBeCloseTo(6, 9);
    expect(beside('swapped', { since: 'always' })).toBeCloseTo(8, 9);
    expect(beside('swapped', { happened: ['device changed'], since: 'always' })).toBeCloseTo(48, 9);
    expect(beside('breaker off', { happened: ['new appliance', 'storm'] })).toBeCloseTo(4, 9);
    expect(beside('swapped', { happened: ['storm'], since: 'weeks' })).toBeCloseTo(1, 9);
  });
  it('grounds of before 1965: a step', () => {
    expect([1964, 1965].map((year) => beside('open ground', { year }))).toEqual([expect.closeTo(3, 9), expect.closeTo(1, 9)]);
    expect([beside('bootleg ground', { year: 1930 }), beside('swapped', { year: 1930 })]).toEqual([expect.closeTo(3, 9), expect.closeTo(1, 9)]); // prettier-ignore
  });
  it('what it was the times before weighs beside thirty searches of everybody', () => {
    const list: Placed[] = [{ kind: 'breaker off' }, { kind: 'appliance' }];
    // each met as often: 15 of 30 each, and ten of one's own
    expect(shares(list, { history: { appliance: 10 } })).toEqual([expect.closeTo(15 / 40, 9), expect.closeTo(25 / 40, 9)]);
    // what can’t be here counts among all searches and for none of these
    expect(shares(list, { history: { 'back-fed': 30 } })).toEqual([expect.closeTo(0.5, 9), expect.closeTo(0.5, 9)]);
  });
});
