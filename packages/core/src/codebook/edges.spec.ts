/**
 * Every rule of the US book just inside and just outside its limit, with the sum that it shows. Limits from memory of the NEC, IRC and
 * handbook 4, 5, 6, 11 and 22, as named beside each; the figures are worked by hand in the test's words.
 */
import { describe, expect, it } from 'vitest';
import { MM_PER_INCH, feet, inches } from '../measure/index.js';
import type { Circuit, Edition, Room, RoomUse } from '../model/index.js';
import { boxFill, type BoxFillInput } from './boxFill.js';
import { freeConductor, securing, sheathBySchool, sheathInside, staplePositions } from './conductors.js';
import { boredHole, joistCut, setback } from './framing.js';
import { atLeast, atMost } from './judged.js';
import { circuitLoad, conductorForBreaker, cordConnected, loadAmps, receptacleRating, smallestGaugeFor, voltageDrop } from './load.js';
import { arcFaultProtection, groundFaultProtection, groundFaultReason, mayTap, tamperResistance, weatherResistance } from './place.js';
import { shown, sound, termsOf } from './sound.testing.js';

const IN = MM_PER_INCH;
const US = 'US-2020' as const;
const room = (use: RoomUse, waterWithin6ft?: boolean): Room => ({ id: 'r', name: use, use, waterWithin6ft });
const cite = ({ source }: { source: { standard?: string; edition?: string; clause?: string } }): string =>
  [source.standard, source.edition, source.clause].filter(Boolean).join(' ');

describe('limits are met, not nearly met', () => {
  it('a binary fraction off by rounding is on the limit; a thousandth over is over', () => {
    expect([atMost(0.1 + 0.2, 0.3), atMost(0.301, 0.3), atMost(0.3, 0.3)]).toEqual([true, false, true]);
    expect([atLeast(0.3, 0.1 + 0.2), atLeast(0.299, 0.3), atLeast(0.3, 0.3)]).toEqual([true, false, true]);
    // the slack grows with the limit, and never under one part in 10⁹ of 1
    expect([atMost(1e6 + 5e-4, 1e6), atMost(1e6 + 5e-3, 1e6)]).toEqual([true, false]);
    expect([atLeast(1e6 - 5e-4, 1e6), atLeast(1e6 - 5e-3, 1e6)]).toEqual([true, false]);
    expect([atMost(1e-3 + 5e-10, 1e-3), atLeast(1e-3 - 5e-10, 1e-3)]).toEqual([true, true]);
    expect([atMost(1 + 1e-9, 1), atLeast(1 - 1e-9, 1)]).toEqual([true, true]);
  });
});

describe('reserved circuits (210.11(C), 210.52(B), 210.23)', () => {
  const tap = (reservedFor: Circuit['reservedFor'], use: RoomUse) =>
    sound(mayTap(US, { id: 'c', number: '4', name: 'four', voltsNominal: 120, breakerA: 20, reservedFor }, room(use)));
  it.each([
    ['none', 'kitchen', 'stop', 'NEC 2020 210.52(B)(1)'],
    ['none', 'dining', 'stop', 'NEC 2020 210.52(B)(1)'],
    ['none', 'pantry', 'stop', 'NEC 2020 210.52(B)(1)'],
    ['none', 'bathroom', 'stop', 'NEC 2020 210.11(C)(3)'],
    ['none', 'laundry', 'caution', 'NEC 2020 210.11(C)(2)'],
    ['none', 'garage', 'caution', 'NEC 2020 210.11(C)(4)'],
    ['none', 'living', 'ok', 'NEC 2020 210.11(C)'],
    ['kitchen-small-appliance', 'pantry', 'ok', 'NEC 2020 210.11(C)(1) and 210.52(B)'],
    ['kitchen-small-appliance', 'kitchen', 'ok', 'NEC 2020 210.11(C)(1) and 210.52(B)'],
    ['kitchen-small-appliance', 'living', 'stop', 'NEC 2020 210.11(C)(1) and 210.52(B)'],
    ['bathroom', 'bathroom', 'ok', 'NEC 2020 210.11(C)(3)'],
    ['garage', 'outdoors', 'ok', 'NEC 2020 210.11(C)(4)'],
    ['garage', 'living', 'stop', 'NEC 2020 210.11(C)(4)'],
    ['one-appliance', 'living', 'stop', 'NEC 2020 210.23 and 422.12'],
    ['heating-equipment', 'living', 'stop', 'NEC 2020 210.23 and 422.12'],
    [undefined, 'living', 'can’t tell', 'NEC 2020 210.11(C)'],
  ] as const)('%s to a %s: %s', (reserved, use, verdict, clause) => {
    const judged = tap(reserved, use);
    expect([judged.verdict, cite(judged), judged.sums]).toEqual([verdict, clause, []]);
  });
  it('says what it is kept for', () => {
    expect(tap('one-appliance', 'living').says).toMatch(/kept for one appliance/);
    expect(tap('heating-equipment', 'living').says).toMatch(/kept for heating equipment/);
    expect(tap('laundry', 'attic').says).toBe('the laundry circuit may not feed an outlet in an attic; take another feed');
  });
});

describe('ground-fault protection (210.8(A)), edition by edition', () => {
  const bare = { groundFault: false, arcFault: false };
  it.each([
    // kitchens: at the counter until 2020, everywhere from 2023
    ['US-2017', 'kitchen', false, true, 'stop'],
    ['US-2020', 'kitchen', false, true, 'stop'],
    ['US-2020', 'kitchen', false, false, 'ok'],
    ['US-2020', 'kitchen', false, undefined, 'can’t tell'],
    ['US-2020', 'kitchen', true, false, 'stop'],
    ['US-2020', 'kitchen', undefined, false, 'can’t tell'],
    ['US-2023', 'kitchen', false, false, 'stop'],
    ['US-2023', 'kitchen', false, undefined, 'stop'],
    // finished basements from 2020
    ['US-2017', 'basement', false, undefined, 'ok'],
    ['US-2020', 'basement', false, undefined, 'stop'],
    ['US-2023', 'basement', false, undefined, 'stop'],
    ...(['bathroom', 'garage', 'outdoors', 'deck', 'crawl-space', 'unfinished-basement', 'laundry'] as const).map(
      (use) => ['US-2017', use, false, undefined, 'stop'] as const,
    ),
  ] as [Edition, RoomUse, boolean | undefined, boolean | undefined, string][])(
    '%s %s, water near %s, at a counter %s: %s',
    (edition, use, water, counter, verdict) => {
      const judged = sound(groundFaultProtection(edition, room(use, water), bare, counter));
      expect([judged.verdict, cite(judged), judged.sums]).toEqual([verdict, `NEC ${edition.slice(3)} 210.8(A)`, []]);
    },
  );
  it('where it is protected nothing else matters, and it says why it had to be', () => {
    const has = { groundFault: true, arcFault: false };
    const ok = sound(groundFaultProtection(US, room('bathroom'), has));
    expect([ok.verdict, ok.says, ok.sums]).toEqual(['ok', 'protected: in a bathroom every receptacle is protected', []]);
    expect(sound(groundFaultProtection(US, room('bedroom'), has)).says).toBe('protected, so water nearby does not matter');
    // a counter nobody noted is no question either
    expect(groundFaultProtection(US, room('kitchen', false), has).verdict).toBe('ok');
  });
  it('not looked at is a question about the feed, not about water', () => {
    const judged = sound(groundFaultProtection(US, room('garage'), { groundFault: undefined, arcFault: false }));
    expect([judged.verdict, judged.ask, judged.sums]).toEqual(['can’t tell', expect.stringMatching(/test button/), []]);
    const water = sound(groundFaultProtection(US, room('bedroom'), { groundFault: undefined, arcFault: false }));
    expect(water.ask).toMatch(/^Measure from the new outlet to the nearest sink/);
    const counter = sound(groundFaultProtection(US, room('kitchen', true), { groundFault: undefined, arcFault: false }));
    expect([counter.ask, counter.sums]).toEqual([expect.stringMatching(/counters of this wall/), []]);
    expect(sound(groundFaultProtection('US-2023', room('kitchen', true), { groundFault: undefined, arcFault: false })).ask).toMatch(
      /test button/,
    );
  });
  it('the reasons', () => {
    expect([
      groundFaultReason('US-2017', room('kitchen', false), true),
      groundFaultReason('US-2017', room('kitchen', false)),
      groundFaultReason('US-2020', room('kitchen', false), false),
      groundFaultReason('US-2023', room('kitchen', false), false),
      groundFaultReason('US-2020', room('bedroom', true)),
      groundFaultReason('US-2020', room('bedroom')),
      groundFaultReason('US-2020', room('basement')),
      groundFaultReason('US-2017', room('basement', false)),
    ]).toEqual(['counter', 'counter', undefined, 'kitchen', 'water', 'unknown', 'basement', undefined]);
  });
});

describe('arc-fault, tamper, weather (210.12, 406.4(D)(4), 406.9, 406.12)', () => {
  const arc = (use: RoomUse, arcFault: boolean | undefined, why?: 'added' | 'moved' | 'replaced', edition: Edition = US) =>
    sound(arcFaultProtection(edition, room(use), { groundFault: false, arcFault }, why));
  it.each([
    ...(['bedroom', 'living', 'study', 'dining', 'hallway', 'kitchen', 'laundry', 'closet', 'pantry', 'basement'] as const).map(
      (use) => [use, false, 'added', 'stop', 'an outlet added in a living area'] as const,
    ),
    ['bathroom', false, 'added', 'ok', 'not asked for in a bathroom'],
    ['workshop', false, 'added', 'caution', 'counts as a room like the listed ones'],
    ['workshop', undefined, 'added', 'caution', 'counts as a room like the listed ones'],
    ['workshop', true, 'added', 'ok', 'not asked for in a workshop'],
    ['bedroom', true, 'added', 'ok', 'the extended circuit is protected'],
    ['bedroom', true, 'replaced', 'ok', 'the circuit is protected'],
    ['bedroom', false, 'moved', 'note', 'no outlet is added'],
    ['bedroom', undefined, 'moved', 'note', 'no outlet is added'],
    ['bedroom', undefined, 'added', 'can’t tell', 'asked for when an outlet is added here'],
    ['bedroom', undefined, 'replaced', 'can’t tell', 'asked for when a receptacle is replaced here'],
    ['bedroom', false, 'replaced', 'stop', 'a receptacle that is replaced in a bedroom'],
  ] as const)('%s, arc-fault %s, %s: %s', (use, has, why, verdict, says) => {
    const judged = arc(use, has, why);
    expect([judged.verdict, judged.says.slice(0, says.length + 80), judged.sums]).toEqual([verdict, expect.stringContaining(says), []]);
  });
  it('where it stands moved in 2023', () => {
    expect(
      [arc('bedroom', false, 'added', 'US-2017'), arc('bedroom', false, 'added', US), arc('bedroom', false, 'added', 'US-2023')].map(cite),
    ).toEqual(['NEC 2017 210.12(D)', 'NEC 2020 210.12(D)', 'NEC 2023 210.12(E)']);
    expect(cite(arc('bedroom', false, 'replaced', 'US-2023'))).toBe('NEC 2023 406.4(D)(4)');
  });
  it('a face over 5 1/2 ft needs no shutters, at 5 1/2 ft it does (406.12 Exception)', () => {
    const at = (mark: boolean | undefined, ft?: number) => sound(tamperResistance(US, mark, ft === undefined ? undefined : feet(ft)));
    expect([at(false, 5.6), at(false, 5.5), at(undefined, 5.6), at(undefined, 5.5), at(true, 5.6)].map((j) => j.verdict)).toEqual([
      ...['ok', 'stop', 'ok', 'can’t tell', 'ok'],
    ]);
    expect([at(false, 5.6).says, at(true, 5.6).says]).toEqual(['more than 5 1/2 ft up: not asked for', 'tamper-resistant']);
    for (const judged of [at(false, 5.6), at(undefined), at(true), at(false)])
      expect([cite(judged), judged.sums]).toEqual(['NEC 2020 406.12', []]);
  });
  it('outdoors and on a deck both face and cover count; which of them is missing is said', () => {
    const at = (use: RoomUse, face?: boolean, cover?: boolean) => sound(weatherResistance(US, room(use), face, cover));
    expect([at('deck', true, true), at('deck', false, true), at('outdoors', true, false), at('outdoors', true), at('outdoors', undefined, true)].map((j) => j.verdict)).toEqual(['ok', 'stop', 'stop', 'can’t tell', 'can’t tell']); // prettier-ignore
    expect([at('deck', false, true).says, at('deck', true, false).says]).toEqual([
      'outdoors asks for a weather-resistant receptacle',
      'outdoors asks for a cover that closes over the plug',
    ]);
    expect(at('garage').verdict).toBe('ok');
    for (const judged of [at('deck', true, true), at('deck', false, true), at('deck'), at('garage')])
      expect([cite(judged), judged.sums]).toEqual(['NEC 2020 406.9', []]);
  });
});

describe('conductor and breaker (240.4(D), 334.80)', () => {
  it.each([
    [14, 15, 'ok'],
    [14, 16, 'stop'],
    [12, 20, 'ok'],
    [12, 21, 'stop'],
    [10, 30, 'ok'],
    [10, 31, 'stop'],
    [8, 40, 'ok'],
    [8, 41, 'stop'],
    [6, 60, 'ok'],
    [6, 61, 'stop'],
  ] as const)('%s AWG on %s A: %s', (gauge, breaker, verdict) => {
    const judged = sound(conductorForBreaker(US, gauge, breaker));
    expect(judged.verdict).toBe(verdict);
    const limit = { 14: 15, 12: 20, 10: 30, 8: 40, 6: 60 }[gauge];
    expect(shown(judged)).toEqual([`breaker ${breaker} ≤ ${limit}`]);
    expect([judged.sums[0]!.terms, judged.says]).toEqual([[], expect.stringContaining(`on ${breaker} A`)]);
    expect(cite(judged)).toBe(`NEC 2020 ${gauge >= 10 ? '240.4(D)' : '334.80, Table 310.16 at 60 °C and 240.4(B)'}`);
  });
  it('fixture wire is a stop on any breaker, an unread breaker a question', () => {
    const thin = conductorForBreaker(US, 16, 15);
    expect([thin.verdict, thin.ask, thin.sums, thin.says]).toEqual(['stop', undefined, [], expect.stringMatching(/fixture wire/)]);
    expect([sound(conductorForBreaker(US, 14, undefined)).verdict, conductorForBreaker(US, 14, undefined).sums]).toEqual([
      'can’t tell',
      [],
    ]);
  });
  it('smallest gauge, on each breaker that is made and one above', () =>
    expect([15, 16, 20, 21, 25, 30, 31, 40, 41, 50, 60].map(smallestGaugeFor)).toEqual([14, 12, 12, 10, 10, 10, 8, 8, 6, 6, 6]));
});

describe('receptacle rating (210.21(B))', () => {
  const judge = (kind: Parameters<typeof receptacleRating>[1], breaker: number | undefined, alone?: boolean) => sound(receptacleRating(US, kind, breaker, alone)); // prettier-ignore
  it('what it is held against: at least the breaker when alone, at most it otherwise, and on 15 A exactly it', () => {
    expect(shown(judge('duplex-15', 20))).toEqual(['receptacle 15 ≤ 20']);
    expect(shown(judge('duplex-15', 15))).toEqual(['receptacle 15 ≥ 15']);
    expect(shown(judge('single-20', 20, true))).toEqual(['receptacle 20 ≥ 20']);
    expect(shown(judge('single-20', 15, true))).toEqual(['receptacle 20 ≥ 15']);
    expect(shown(judge('duplex-20', 15))).toEqual(['receptacle 20 ≤ 15']);
    expect(shown(judge('single-15', 20, true))).toEqual(['receptacle 15 ≥ 20']);
    expect(shown(judge('duplex-15', 25))).toEqual(['circuit 25 ≤ 20']);
  });
  it.each([
    ['duplex-15', 20, undefined, 'ok', '15 A on a 20 A circuit: a duplex is two outlets'],
    ['single-15', 15, true, 'ok', '15 A on a 15 A circuit'],
    ['single-20', 15, true, 'ok', '20 A on a 15 A circuit'],
    ['single-20', 15, false, 'stop', 'a 20 A face invites 20 A plugs onto 15 A'],
    ['single-15', 20, true, 'stop', 'a single receptacle on its own circuit must be rated at least the breaker'],
    ['duplex-15', 20, true, 'ok', '15 A on a 20 A circuit: a duplex is two outlets'],
    ['duplex-20', 20, false, 'ok', '20 A on a 20 A circuit: a duplex is two outlets'],
    ['duplex-20', 25, false, 'stop', 'a 20 A receptacle may not stand on a 25 A circuit'],
    ['duplex-15', 21, false, 'stop', 'a 15 A receptacle may not stand on a 21 A circuit'],
  ] as const)('%s on %s A, alone %s: %s', (kind, breaker, alone, verdict, says) => {
    const judged = judge(kind, breaker, alone);
    expect([judged.verdict, judged.says, cite(judged)]).toEqual([verdict, says, 'NEC 2020 210.21(B)']);
    expect(judged.sums.map((s) => s.terms)).toEqual([[]]);
  });
  it('an unread breaker is a question', () => expect([judge('duplex-15', undefined).verdict, judge('duplex-15', undefined).sums]).toEqual(['can’t tell', []])); // prettier-ignore
});

describe('loads (210.20(A), 210.21(B)(2), 210.23(A))', () => {
  const watts = (name: string, w: number, more = {}) => ({ name, watts: w, continuous: false, fixed: false, ...more });
  const amps = (name: string, a: number, more = {}) => ({ name, amps: a, continuous: false, fixed: false, ...more });
  it('watts by volts, or the nameplate’s amps as they stand there', () => {
    expect([loadAmps({ watts: 1200 }, 120), loadAmps({ amps: 7 }, 120), loadAmps({ amps: 7, watts: 60 }, 120), loadAmps({}, 120)]).toEqual([
      10, 7, 7, 0,
    ]);
  });
  it.each([
    // Table 210.21(B)(2): 12 A on 15, 16 on 20 where the circuit is 20, 24 on 30
    [15, 15, 12, 'ok'],
    [15, 15, 12.1, 'stop'],
    [20, 20, 16, 'ok'],
    [20, 20, 16.1, 'stop'],
    [20, 19, 12.1, 'stop'],
    [19, 20, 12.1, 'stop'],
    [30, 30, 24, 'ok'],
    [30, 30, 24.1, 'stop'],
    [29, 30, 16.1, 'stop'],
    [50, 50, 24, 'ok'],
  ] as const)('a %s A face on %s A, %s A drawn: %s', (face, circuit, a, verdict) => {
    const judged = sound(cordConnected(US, face, circuit, amps('one', a), 120));
    expect([judged.verdict, cite(judged)]).toEqual([verdict, 'NEC 2020 210.21(B)(2)']);
    expect(termsOf(judged)).toEqual([`one ${a}`]);
    expect(judged.sums[0]!.terms[0]!.how).toBe('nameplate amps');
  });
  it('the only receptacle of a circuit carries what the lesser of the two does', () => {
    const alone = (face: number, circuit: number, a: number) => cordConnected(US, face, circuit, amps('one', a), 120, true).verdict;
    expect([alone(15, 20, 15), alone(15, 20, 15.1), alone(20, 15, 15), alone(20, 15, 15.1)]).toEqual(['ok', 'stop', 'ok', 'stop']);
  });
  const all = (breakerA: number | undefined, loads: (ReturnType<typeof watts> | ReturnType<typeof amps>)[], edition: Edition = US, complete = true) =>
    sound(circuitLoad({ edition, breakerA, volts: 120, loads, complete })); // prettier-ignore
  it('each term says how it came about, and the clause moved in 2023', () => {
    const judged = all(20, [
      watts('lamp', 60),
      amps('press', 5),
      watts('kiln', 600, { continuous: true }),
      amps('fan', 2, { continuous: true }),
    ]);
    expect(termsOf(judged)).toEqual(['lamp 0.5', 'press 5', 'kiln, 3 h or more 6.25', 'fan, 3 h or more 2.5']);
    expect(judged.sums[0]!.terms.map((t) => t.how)).toEqual(['60 W ÷ 120 V', 'nameplate amps', '600 W ÷ 120 V', 'nameplate amps']);
    expect([shown(judged), judged.amps]).toEqual([['all at once 14.25 ≤ 20'], 14.25]);
    expect([cite(judged), cite(all(20, [], 'US-2023')), cite(all(20, [], 'US-2017'))]).toEqual([
      'NEC 2020 210.20(A) and 210.23(A)',
      'NEC 2023 210.20(A) and 210.23(B)',
      'NEC 2017 210.20(A) and 210.23(A)',
    ]);
  });
  it('over by its amps, or only by the 125 %: two different things to say', () => {
    expect(all(15, [amps('saw', 15.1)]).says).toMatch(/too much for this circuit/);
    // 13 A for hours: 16.25 A counted, and 13 flow
    expect(all(15, [amps('heater', 13, { continuous: true })]).says).toMatch(/the breaker holds, and is loaded over the 80 %/);
    expect(all(15, [amps('heater', 15, { continuous: true })]).says).toMatch(/the breaker holds/);
    expect(all(15, [amps('saw', 15)]).verdict).toBe('ok');
  });
  it('fastened in place: half of it where others share; alone, or lamps, are not held to it', () => {
    const fixed = (a: number) => amps('washer', a, { fixed: true });
    const share = all(20, [fixed(10), amps('lamp', 1)]);
    expect([share.verdict, shown(share)]).toEqual(['ok', ['all at once 11 ≤ 20', 'fastened in place 10 ≤ 10']]);
    expect(all(20, [fixed(10.1), amps('lamp', 1)]).verdict).toBe('stop');
    expect(shown(all(20, [fixed(10.1)]))).toEqual(['all at once 10.1 ≤ 20']);
    expect(shown(all(20, [amps('lamp', 1)]))).toEqual(['all at once 1 ≤ 20']);
    expect(shown(all(20, [amps('lamps', 12, { fixed: true, lighting: true }), amps('radio', 1)]))).toEqual(['all at once 13 ≤ 20']);
    expect(shown(all(20, []))).toEqual(['all at once 0 ≤ 20']);
  });
  it('an unread breaker still shows what is wanted; a list that is not whole is never ok', () => {
    const unread = all(undefined, [amps('lamp', 1)]);
    expect([unread.verdict, shown(unread), unread.says]).toEqual([
      'can’t tell',
      ['all at once 1'],
      expect.stringMatching(/^1\.00 A wanted/),
    ]);
    expect([all(20, [amps('lamp', 1)], US, false).verdict, all(20, [amps('saw', 21)], US, false).verdict]).toEqual(['can’t tell', 'stop']);
  });
  it('drop: 3 % is recommended; what is left is the supply less the drop', () => {
    // 2 × 10 A × 3.07 Ω/1000 ft × 58.6 ft = 3.598 V of 120 = 2.998 %
    const at = (ft: number) => sound(voltageDrop(US, 120, [{ label: 'run', gauge: 14, lengthFt: ft, currentA: 10 }]));
    expect([at(58.6).verdict, at(58.7).verdict]).toEqual(['ok', 'caution']);
    expect(at(58.6).says).toBe('3.60 V lost, 116.4 V left under load');
    expect(shown(at(58.6))).toEqual(['drop 3.598', 'drop 2.998 ≤ 3']);
    expect([termsOf(at(58.6)), termsOf(at(58.6), 1)]).toEqual([['run 3.598'], ['drop 3.598', 'supply 120']]);
  });
});

describe('bored holes (300.4(A), IRC R602.6)', () => {
  const hole = (holeIn: number, depthIn: number, bearing?: boolean, centreIn?: number) =>
    sound(boredHole({ edition: US, studDepthMm: depthIn * IN, holeMm: holeIn * IN, ...(bearing === undefined ? {} : { bearing }), ...(centreIn === undefined ? {} : { centreFromFaceMm: centreIn * IN }) })); // prettier-ignore
  it('shows the edge, and the share by what the wall is: both where nobody knows', () => {
    expect(shown(hole(1, 3.5), IN)[0]).toBe('hole edge to the nearer face 1.25 ≥ 1.25');
    expect(hole(1, 3.5).sums.map((s) => s.limit!.label)).toEqual([
      'without a plate, at least',
      'bearing stud, at most',
      'other stud, at most',
    ]);
    expect(hole(1, 3.5, true).sums.map((s) => s.limit!.label)).toEqual(['without a plate, at least', 'bearing stud, at most']);
    expect(hole(1, 3.5, false).sums.map((s) => s.limit!.label)).toEqual(['without a plate, at least', 'other stud, at most']);
    expect(hole(1, 3.5).sums.slice(1).map((s) => [s.limit!.value, Math.round(s.result.value * 10) / 10, s.formula])).toEqual([[40, 28.6, 'hole ÷ depth'], [60, 28.6, 'hole ÷ depth']]); // prettier-ignore
    expect(termsOf(hole(1, 3.5), 1, IN)).toEqual(['hole 1', 'stud depth 3.5']);
    expect(cite(hole(1, 3.5))).toBe('NEC 2020 300.4(A); IRC R602.6');
  });
  it('centred it says (depth − hole) ÷ 2; off the centre, centre to the nearer face less half the hole', () => {
    expect([hole(1, 3.5).sums[0]!.formula, termsOf(hole(1, 3.5), 0, IN)]).toEqual([
      '(depth − hole) ÷ 2',
      ['stud depth 3.5', 'less hole -1'],
    ]);
    // from either face the nearer one counts: 1.9 of 3.5 is 1.6 from the other
    for (const centre of [1.6, 1.9]) {
      const off = hole(0.75, 3.5, true, centre);
      expect([off.sums[0]!.formula, termsOf(off, 0, IN)]).toEqual([
        undefined,
        ['hole centre to the nearer face 1.6', 'less half the hole -0.375'],
      ]);
      expect([shown(off, IN)[0], off.verdict, off.plate]).toEqual(['hole edge to the nearer face 1.225 ≥ 1.25', 'caution', true]);
    }
  });
  it.each([
    // 5 1/2 in stud: 40 % is 2.2, 60 % is 3.3; 5/8 in of wood stays up to 4.25
    [2.2, 5.5, true, 'ok'],
    [2.21, 5.5, true, 'stop'],
    [3.3, 5.5, false, 'caution'],
    [3.31, 5.5, false, 'stop'],
    [2.2, 5.5, undefined, 'ok'],
    [2.21, 5.5, undefined, 'can’t tell'],
    [3.31, 5.5, undefined, 'stop'],
    [3, 5.5, false, 'ok'],
    // 2 1/2 in stud: 1.25 in is 50 %, and 5/8 in is left
    [1.25, 2.5, false, 'caution'],
    [1.26, 2.5, false, 'stop'],
  ] as const)('%s in in a %s in stud, bearing %s: %s', (size, depth, bearing, verdict) =>
    expect(hole(size, depth, bearing).verdict).toBe(verdict),
  );
  it('a stud or a hole of nothing is refused', () => {
    for (const [depth, size] of [[0, 1], [3.5, 0], [-1, 1]] as const) expect(() => hole(size, depth)).toThrow(/above 0/); // prettier-ignore
  });
  it('setback (314.20): 1/4 in behind what can’t burn, flush with what can; not measured says the limit', () => {
    const at = (burns: boolean, behind?: number) => sound(setback(US, burns, behind === undefined ? undefined : behind * IN));
    expect([at(false, 0.25), at(false, 0.26), at(true, 0), at(true, 0.01)].map((j) => j.verdict)).toEqual(['ok', 'stop', 'ok', 'stop']);
    expect([shown(at(false, 0.25), IN), at(false, 0.25).sums[0]!.terms]).toEqual([['behind the finish 0.25 ≤ 0.25'], []]);
    expect([at(false).verdict, shown(at(false), IN), shown(at(true), IN)]).toEqual([
      'note',
      ['behind the finish, at most 0.25'],
      ['behind the finish, at most 0'],
    ]);
    expect([at(true, 0.01).says, cite(at(true))]).toEqual([expect.stringMatching(/can burn.*box extension/), 'NEC 2020 314.20']);
    expect(at(false).sums[0]!.terms).toEqual([]);
  });
  it('joists (R502.8.1): what is shown of hole and notch', () => {
    const cut = (input: Partial<Parameters<typeof joistCut>[0]>) =>
      sound(joistCut({ joistDepthMm: 9 * IN, cut: 'hole', sizeMm: IN, ...input }));
    const middle = cut({});
    expect(shown(middle, IN)).toEqual(['hole 1 ≤ 3', 'hole to the nearer edge 4 ≥ 2']);
    expect([middle.sums[0]!.formula, middle.sums[1]!.formula]).toEqual(['depth ÷ 3', '(depth − hole) ÷ 2']);
    expect([termsOf(middle, 0, IN), termsOf(middle, 1, IN)]).toEqual([['depth of the joist 9'], ['depth of the joist 9', 'less hole -1']]);
    const off = cut({ toEdgeMm: 2 * IN, toNextHoleMm: 2 * IN });
    expect(shown(off, IN)).toEqual(['hole 1 ≤ 3', 'hole to the nearer edge 2 ≥ 2', 'to the next hole 2 ≥ 2']);
    expect(off.sums.slice(1).map((s) => [s.terms, s.formula])).toEqual([[[], undefined], [[], undefined]]); // prettier-ignore
    expect([shown(cut({ cut: 'notch', third: 'outer' }), IN), shown(cut({ cut: 'notch at the end' }), IN)]).toEqual([
      ['depth of the notch 1 ≤ 1.5'],
      ['depth of the notch 1 ≤ 2.25'],
    ]);
    expect(cite(cut({}))).toBe('IRC R502.8.1');
    for (const depth of [0, -1]) expect(() => cut({ joistDepthMm: depth })).toThrow(/above 0/);
  });
});

describe('free ends, sheath, securing (300.14, 314.17, 334.30)', () => {
  const free = (lengthIn: number | undefined, deepIn: number | undefined, width: number, height: number, more = {}) =>
    sound(
      freeConductor({
        edition: US,
        fromSheathMm: lengthIn === undefined ? undefined : lengthIn * IN,
        sheathToOpeningMm: deepIn === undefined ? undefined : deepIn * IN,
        openingWidthMm: width * IN,
        openingHeightMm: height * IN,
        ...more,
      }),
    );
  it('a small opening: both rules, each with its sum', () => {
    const judged = free(7, 3.5, 2.25, 3.75);
    expect(shown(judged, IN)).toEqual(['from the sheath 7 ≥ 6', 'under 8 in: the 3 in rule applies 4.373', 'beyond the opening 3.5 ≥ 3']);
    expect([termsOf(judged, 0, IN), termsOf(judged, 1, IN), termsOf(judged, 2, IN)]).toEqual([
      ['free conductor from the sheath 7'],
      ['opening width 2.25', 'opening height 3.75'],
      ['free conductor 7', 'less sheath to the opening -3.5'],
    ]);
    expect([judged.verdict, judged.neededMm! / IN, cite(judged)]).toEqual(['ok', expect.closeTo(6.5, 9), 'NEC 2020 300.14']);
  });
  it('8 in one way only: the readings differ, whichever side it is; 8 in both ways the rule is off', () => {
    for (const [width, height] of [[7.99, 8], [8, 7.99], [3, 12]] as const) expect([width, free(6, 4, width, height).verdict]).toEqual([width, 'caution']); // prettier-ignore
    const large = free(6, 4, 8, 8);
    expect([large.verdict, shown(large, IN)]).toEqual([
      'ok',
      ['from the sheath 6 ≥ 6', '8 in or more both ways: the 3 in rule does not apply 11.314'],
    ]);
    expect(free(5.9, 4, 3, 12).verdict).toBe('stop');
    // a depth that nobody knows doesn't matter there
    expect(free(6, undefined, 8, 8).verdict).toBe('ok');
    // 5 × 6.25 in: 8.004 in across, so the readings differ; 5 × 6.24: 7.996
    expect([free(6, 4, 5, 6.25).verdict, free(6, 4, 5, 6.24).verdict]).toEqual(['caution', 'stop']);
  });
  it('what isn’t known is asked for by its name', () => {
    const [length, depth] = [free(undefined, 2, 2.25, 3.75), free(7, undefined, 2.25, 3.75)];
    expect([length.ask, length.neededMm! / IN, shown(length, IN)]).toEqual([expect.stringMatching(/proved dead, measure the conductors/), expect.closeTo(6, 9), ['under 8 in: the 3 in rule applies 4.373']]); // prettier-ignore
    expect([depth.ask, depth.neededMm, depth.says]).toEqual([expect.stringMatching(/depth of the box/), undefined, 'the depth of the box is not known']); // prettier-ignore
    expect(length.says).toBe('the free length has not been measured');
    const whole = free(undefined, undefined, 2.25, 3.75, { unbroken: true });
    expect([whole.verdict, whole.neededMm, whole.sums]).toEqual(['ok', 0, []]);
  });
  it('sheath: 1/4 in at least, over 1 in a caution by practice', () => {
    const at = (mm: number | undefined) => sound(sheathInside(US, mm));
    expect([at(inches(0.25)), at(inches(0.24)), at(inches(1)), at(inches(1.01))].map((j) => [j.verdict, j.source.from])).toEqual([
      ...[['ok', 'memory'], ['stop', 'memory'], ['ok', 'memory'], ['caution', 'common practice']],
    ]); // prettier-ignore
    expect([shown(at(inches(0.25)), IN), at(inches(0.25)).sums[0]!.terms]).toEqual([['sheath inside 0.25 ≥ 0.25'], []]);
    expect([at(undefined).sums, cite(at(undefined))]).toEqual([[], 'NEC 2020 314.17(B)']);
    expect([sheathBySchool('1/4') / IN, sheathBySchool('up to 1 in') / IN]).toEqual([expect.closeTo(0.25, 9), expect.closeTo(1, 9)]);
  });
  it('securing: 12 in with a clamp, 8 in for a single plastic gang without; what is not seen is asked', () => {
    const at = (stapleIn: number | undefined, plasticSingleGang: boolean, hasClamp: boolean | undefined, fished = false) =>
      sound(
        securing({ edition: US, plasticSingleGang, hasClamp, fished, firstStapleMm: stapleIn === undefined ? undefined : stapleIn * IN }),
      );
    expect([at(12, true, true), at(12.1, true, true), at(8, true, false), at(8.1, true, false), at(12, false, true), at(12.1, false, true)].map((j) => j.verdict)).toEqual(['ok', 'stop', 'ok', 'stop', 'ok', 'stop']); // prettier-ignore
    expect([shown(at(8, true, false), IN), at(8, true, false).sums[0]!.terms]).toEqual([['first staple 8 ≤ 8'], []]);
    const unmeasured = at(undefined, true, false);
    expect([unmeasured.verdict, shown(unmeasured, IN), unmeasured.sums[0]!.terms]).toEqual(['can’t tell', ['first staple within 8'], []]);
    for (const judged of [at(1, false, false), at(1, true, undefined), at(undefined, true, true, true), at(undefined, true, false, true)])
      expect([judged.sums, cite(judged)]).toEqual([[], 'NEC 2020 334.30 and 314.17(B)']);
    expect([at(1, false, false).verdict, at(undefined, false, true, true).verdict, at(1, true, false, true).verdict]).toEqual([
      'stop',
      'ok',
      'stop',
    ]);
  });
  it('staples: a run shorter than the reach takes one in its middle, a little longer one between both reaches', () => {
    expect(staplePositions(inches(8), inches(12), inches(8)).map((mm) => mm / IN)).toEqual([expect.closeTo(4, 9)]);
    expect(staplePositions(inches(10), inches(12), inches(8)).map((mm) => mm / IN)).toEqual([expect.closeTo(6, 9)]);
    // 16 in: within 12 of one end and 8 of the other is anywhere from 8 to 12
    expect(staplePositions(inches(16), inches(12), inches(8)).map((mm) => mm / IN)).toEqual([expect.closeTo(10, 9)]);
    expect(staplePositions(inches(20), inches(12), inches(8)).map((mm) => mm / IN)).toEqual([expect.closeTo(12, 9)]);
    // 78 in between 12 and 12: 54 in apart exactly; 79 in: one more
    expect([
      staplePositions(inches(78), inches(12), inches(12)).length,
      staplePositions(inches(79), inches(12), inches(12)).length,
    ]).toEqual([2, 3]);
    expect(staplePositions(0, 1, 1)).toEqual([]);
    for (const run of [-1, Infinity, NaN]) expect(() => staplePositions(run, 1, 1)).toThrow(/0 or more/);
  });
});

describe('box fill (314.16(B)) in its terms', () => {
  const fill = (more: Partial<BoxFillInput>) =>
    sound(
      boxFill({ edition: US, conductors: [], grounds: [], internalClamps: false, supportFittings: 0, yokes: [], volumeIn3: 18, ...more }),
    );
  const conductors = (count: number, gauge: 14 | 12 | 10 = 14, kind: 'ends' | 'loop' | 'inside' | 'unbroken' = 'ends') => [{ label: 'hot', gauge, count, kind }]; // prettier-ignore
  it('each kind of conductor with its weight and words', () => {
    for (const [kind, value, how] of [['ends', 4, 'end or are spliced here'], ['unbroken', 4, 'pass unbroken'], ['loop', 8, 'pass unbroken in a long loop'], ['inside', 0, 'wholly inside']] as const) {
      const judged = fill({ conductors: conductors(2, 14, kind) });
      expect([termsOf(judged)[0], judged.sums[0]!.terms[0]!.how]).toEqual([`hot, 14 AWG ${value}`, how]);
    } // prettier-ignore
    expect(termsOf(fill({ conductors: conductors(0) }))).toEqual(['clamps inside: none that count 0']);
  });
  it('grounds: one allowance of the thickest up to four, a quarter for each more from 2020 on', () => {
    const grounds = (edition: Edition, ...list: [number, 14 | 12 | 10][]) =>
      termsOf(fill({ edition, grounds: list.map(([count, gauge]) => ({ count, gauge })) })).slice(0, -1);
    expect(grounds(US, [1, 14])).toEqual(['1 ground, one allowance, 14 AWG 2']);
    expect(grounds(US, [4, 14])).toEqual(['4 grounds, one allowance, 14 AWG 2']);
    expect(grounds(US, [5, 14])).toEqual(['5 grounds, one allowance, 14 AWG 2', '1 beyond the fourth, a quarter each 0.5']);
    expect(grounds('US-2017', [6, 14])).toEqual(['6 grounds, one allowance, 14 AWG 2']);
    // one of the two is not there: the other's gauge counts
    expect(grounds(US, [0, 10], [3, 14])).toEqual(['3 grounds, one allowance, 14 AWG 2']);
    expect(grounds(US, [3, 14], [3, 12])).toEqual(['6 grounds, one allowance, 12 AWG 2.25', '2 beyond the fourth, a quarter each 1.125']);
    expect(grounds(US, [0, 14])).toEqual([]);
  });
  it('isolated grounds are a set of their own', () =>
    expect(termsOf(fill({ grounds: [{ gauge: 14, count: 2 }], isolatedGrounds: [{ gauge: 12, count: 1 }] })).slice(0, 2)).toEqual([
      '2 grounds, one allowance, 14 AWG 2',
      '1 isolated ground, one allowance, 12 AWG 2.25',
    ]));
  it('clamps and fittings take the thickest of what is there, grounds among them, and nothing that isn’t', () => {
    const terms = (more: Partial<BoxFillInput>) => termsOf(fill(more));
    expect(terms({ conductors: conductors(2), grounds: [{ gauge: 12, count: 1 }], internalClamps: true, supportFittings: 2 }).slice(2)).toEqual(['clamps inside, together 2.25', 'support fittings 4.5']); // prettier-ignore
    expect(terms({ conductors: [...conductors(2), ...conductors(0, 10)], internalClamps: true }).slice(1)).toEqual([
      'clamps inside, together 2',
    ]);
    expect(terms({ conductors: conductors(2), grounds: [{ gauge: 10, count: 0 }], internalClamps: true }).slice(1)).toEqual([
      'clamps inside, together 2',
    ]);
    expect(terms({ internalClamps: true })).toEqual(['clamps inside, together 0']);
  });
  it('yokes two each a gang; on the volume it fits, a hundredth over it doesn’t; no volume is asked for', () => {
    expect(termsOf(fill({ yokes: [{ label: 'range', gauge: 12, gangs: 2 }] }))[1]).toBe('range, 12 AWG on it 9');
    const at = (volumeIn3: number | undefined) => fill({ conductors: conductors(4), volumeIn3 });
    expect([at(8).verdict, at(7.99).verdict, at(undefined).verdict]).toEqual(['ok', 'stop', 'can’t tell']);
    expect([shown(at(8)), shown(at(undefined))]).toEqual([['needed 8 ≤ 8'], ['needed 8']]);
    expect([at(8).neededIn3, cite(at(8)), termsOf(at(undefined))[0]]).toEqual([8, 'NEC 2020 314.16(B)', 'hot, 14 AWG 8']);
  });
  it('a broken count is refused, of isolated grounds and fittings too', () => {
    for (const more of [{ conductors: conductors(-1) }, { grounds: [{ gauge: 14 as const, count: 1.5 }] }, { isolatedGrounds: [{ gauge: 14 as const, count: -1 }] }, { supportFittings: -1 }])
      expect(() => fill(more)).toThrow(/whole number of 0 or more/); // prettier-ignore
  });
});
