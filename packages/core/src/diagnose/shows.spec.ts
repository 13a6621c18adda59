/**
 * What one test shows with a fault in the circuit, told from what the circuit shows: two faces in the box where it was noticed (`own`), one in
 * another. By handbook 6 to 8 and 25; shares of readings near a limit are common practice.
 */
import { describe, expect, it } from 'vitest';
import type { FaceState, Shown } from './faultLab.js';
import type { SuspectKind } from './priors.js';
import { asked, voltsShown, wouldShow, type State } from './wouldShow.js';
import type { Suspect } from './suspects.js';

const GOOD: FaceState = { reads: 'reads as right', works: true, loadVolts: 117, hotVolts: 120, opensUnderLoad: false };
const DEAD: FaceState = { reads: 'no power', works: false, loadVolts: 0, hotVolts: 0, opensUnderLoad: false };
type Faces = Partial<Record<'own/upper' | 'own/lower' | 'far/upper', Partial<FaceState>>>;
const shown = (faces: Faces = {}, part: Partial<Shown> = {}): Shown => ({
  faces: new Map((['own/upper', 'own/lower', 'far/upper'] as const).map((key) => [key, { ...GOOD, ...faces[key] }])),
  ...{ breakerOpens: false, deviceOpens: false },
  ...part,
});
const all = (face: Partial<FaceState>): Faces => ({ 'own/upper': face, 'own/lower': face, 'far/upper': face });
const here = (face: Partial<FaceState>): Faces => ({ 'own/upper': face, 'own/lower': face });
const fault = (kind: SuspectKind, part: Partial<Suspect> = {}): Suspect => ({ id: kind, kind, part: 'p', words: '', prior: 1, ...part });
interface So {
  is?: Shown;
  /** with what is switched on, reset and unplugged; the same where it is not said */
  rest?: Shown;
  restSet?: Suspect[];
  levels?: Shown[];
  outcomes?: string[];
  own?: string[];
  school?: string;
}
function shows(test: string, set: SuspectKind | Suspect[], so: So = {}) {
  const faults = typeof set === 'string' ? [fault(set)] : set;
  const is = so.is ?? shown();
  const state: State = { set: faults, is, rest: so.rest ?? is, restSet: so.restSet ?? faults };
  const kind = { id: test, words: '', minutes: 1, sure: 0.9, outcomes: (so.outcomes ?? []).map((id) => ({ id, words: id })) };
  const boxOf = new Map([['own/upper', 'box'], ['own/lower', 'box'], ['far/upper', 'other']]); // prettier-ignore
  const where = {
    own: so.own ?? ['own/upper', 'own/lower'],
    boxOf,
    boxId: 'box',
    nominal: 120,
    ...(so.school ? { school: so.school } : {}),
  };
  return wouldShow(asked(kind), state, so.levels ?? [is], where);
}

it('none of the faults that are listed may show anything; a test nobody knows too', () => {
  for (const test of ['breakers', 'lamps/own/upper', 'panel']) expect(shows(test, 'none of these')).toBeUndefined();
  expect([shows('of another day', 'swapped'), shows('school/box', 'swapped'), shows('school/box', 'swapped', { school: 'pigtail' })]).toEqual([undefined, undefined, 'pigtail']); // prettier-ignore
});

describe('before anything is opened', () => {
  it('a look at the breaker: off, or opened by what is wrong; one that no longer closes looks as if it were on', () => {
    const open = shown(all(DEAD), { breakerOpens: true });
    expect([shows('breakers', 'breaker off'), shows('breakers', 'cable shorted', { is: open })]).toEqual(['breaker off', 'breaker off']);
    expect([shows('breakers', 'breaker worn', { is: open }), shows('breakers', 'open splice', { is: shown(all(DEAD)) })]).toEqual(['all on', 'all on']); // prettier-ignore
  });
  it('a protective receptacle that is out shows where there is one to be looked at, else at the breaker that senses', () => {
    const outcomes = ['all on', 'breaker off', 'device tripped'];
    expect(['device tripped', 'device worn out'].map((k) => shows('breakers', k as SuspectKind, { outcomes }))).toEqual(['device tripped', 'device tripped']); // prettier-ignore
    expect(shows('breakers', 'leak', { is: shown({}, { deviceOpens: true }), outcomes })).toBe('device tripped');
    expect(shows('breakers', 'leak', { is: shown({}, { deviceOpens: true }), outcomes: outcomes.slice(0, 2) })).toBe('breaker off');
    // what may have opened something, or not
    for (const kind of ['appliance', 'fed from elsewhere', 'wrong neutral'] as const) expect(shows('breakers', kind)).toBeUndefined();
  });
  it('the same appliance elsewhere fails when it is the appliance', () => {
    expect([shows('appliance', 'appliance'), shows('appliance', 'open splice')]).toEqual(['fails', 'works']);
  });
  it('all unplugged, off and on: it works where that was all; opens again where it was not; stays dead else', () => {
    const dead = shown(all(DEAD));
    // what is only off is no fault any more
    expect(shows('reset', 'breaker off', { is: dead, rest: shown(), restSet: [] })).toBe('works now');
    expect(shows('reset', 'open splice', { is: dead })).toBe('still dead');
    expect(shows('reset', 'cable shorted', { is: dead, rest: shown(all(DEAD), { breakerOpens: true }) })).toBe('opens again');
    expect(shows('reset', 'wrong neutral', { rest: shown({}, { deviceOpens: true }) })).toBe('opens again');
    expect(shows('reset', 'device worn out', { is: dead })).toBe('opens again');
    expect(shows('reset', 'breaker worn', { is: dead, rest: shown(all(DEAD), { breakerOpens: true }) })).toBe('still dead');
    // two at once: one of them put right, the other not
    const both = [fault('breaker off'), fault('open splice')];
    expect(shows('reset', both, { is: dead, restSet: [both[1]!] })).toBe('still dead');
    expect(shows('reset', both, { is: dead, rest: shown({ 'far/upper': DEAD }), restSet: [both[1]!] })).toBe('works now');
    // what opens only under a load stays on with nothing in it
    expect(shows('reset', 'wrong neutral', { rest: shown({ 'own/lower': { opensUnderLoad: true } }) })).toBe('works now');
    expect(shows('reset', 'swapped')).toBe('still dead');
    // one half dark is not all right
    expect(shows('reset', both, { is: dead, rest: shown({ 'own/lower': DEAD }), restSet: [both[1]!] })).toBe('still dead');
    expect(shows('reset', both, { is: dead, rest: dead, restSet: [both[1]!], own: [] })).toBe('works now');
  });
  it('flipping switches: one that is off, by itself; with something else wrong nobody knows', () => {
    expect(['switch off', 'unknown switch', 'open splice'].map((k) => shows('switches', k as SuspectKind))).toEqual(['works now', 'works now', 'no change']); // prettier-ignore
    expect(shows('switches', [fault('switch off'), fault('open splice')])).toBeUndefined();
  });
  it('the others of the circuit: all, some or none of them work; contacts that don’t grip make a face dead by themselves', () => {
    expect([shows('others', 'open splice', { is: shown(here(DEAD)) }), shows('others', 'open splice', { is: shown(all(DEAD)) })]).toEqual(['none', 'all']); // prettier-ignore
    expect(shows('others', [fault('worn contacts', { deviceId: 'far' })])).toBe('all');
    expect(shows('others', [fault('worn contacts', { deviceId: 'own' })])).toBe('none');
    // noticed at a box that has no face: two of three dark are some
    const some = shown({ 'own/upper': DEAD, 'own/lower': DEAD });
    const boxOf = new Map([['own/upper', 'b1'], ['own/lower', 'b1'], ['far/upper', 'b2']]); // prettier-ignore
    const state: State = { set: [fault('open splice')], is: some, rest: some, restSet: [] };
    const test = asked({ id: 'others', words: '', minutes: 1, sure: 1, outcomes: [] });
    expect(wouldShow(test, state, [some], { own: [], boxOf, boxId: 'switch', nominal: 120 })).toBe('some');
  });
  it('its breaker off: live by a second feed or another breaker; fed from elsewhere it may be either', () => {
    expect(['back-fed', 'wrong breaker noted', 'fed from elsewhere', 'swapped'].map((k) => shows('off', k as SuspectKind))).toEqual(['live', 'live', undefined, 'dead']); // prettier-ignore
  });
  it('each breaker off by itself: one puts it out, unless two feed it or it was dark before', () => {
    expect([shows('turn', 'swapped'), shows('turn', 'back-fed'), shows('turn', 'wrong tab', { is: shown({ 'own/lower': DEAD }) })]).toEqual(['one', 'none', 'none']); // prettier-ignore
    expect(shows('turn', 'open splice', { is: shown({ 'far/upper': DEAD }) })).toBe('one');
  });
  it('a lamp elsewhere brightens and dims when the neutral of the supply is loose', () => {
    expect([shows('house', 'lost service neutral'), shows('house', 'loose splice')]).toEqual(['changes', 'steady']);
  });
});

describe('at a face', () => {
  it('lamps and meter read the face; of worn contacts the lamps are dark, and the meter may touch', () => {
    const open = shown({ 'own/upper': { reads: 'ground open' } });
    expect(['lamps/own/upper', 'meter/own/upper', 'lamps/own/lower'].map((t) => shows(t, 'open ground', { is: open }))).toEqual(['ground open', 'ground open', 'reads as right']); // prettier-ignore
    const worn = [fault('worn contacts', { deviceId: 'own' })];
    expect(shows('lamps/own/upper', worn)).toBe('hot open, or no power: a dead tester looks the same');
    expect([shows('meter/own/upper', worn), shows('lamps/far/upper', worn)]).toEqual([undefined, 'reads as right']);
    expect(shows('lamps/gone/upper', 'swapped')).toBeUndefined();
  });
  it('a probe signals from 50 V to earth on, at the last face of the device', () => {
    const at = (hotVolts: number) => shows('probe/own', 'open splice', { is: shown({ 'own/lower': { hotVolts } }) });
    expect([at(49.9), at(50), at(120)]).toEqual(['silent', 'signals', 'signals']);
    expect(shows('probe/own', 'wrong tab', { is: shown({ 'own/upper': DEAD }) })).toBe('signals');
    expect(shows('probe/gone', 'swapped')).toBe('silent');
  });
  it('volts under a load: by what is left, low at worn contacts, unsteady without the supply’s neutral; what opens, opens', () => {
    const volts = (part: Partial<FaceState>) => shows('volts/own/upper', 'loose splice', { is: shown({ 'own/upper': part }) });
    const most = (would: ReturnType<typeof shows>) => Object.entries(would as Record<string, number>).sort((a, b) => b[1] - a[1])[0]![0];
    expect([117, 90, 0, 140].map((loadVolts) => most(volts({ loadVolts })))).toEqual(['full', 'low', 'none', 'high']);
    expect(volts({ opensUnderLoad: true })).toEqual({ opens: 1 });
    expect(shows('volts/own/upper', [fault('worn contacts', { deviceId: 'own' })])).toBe('low');
    expect(shows('volts/far/upper', [fault('worn contacts', { deviceId: 'own' })])).not.toBe('low');
    expect(Object.keys(shows('volts/own/upper', 'lost service neutral') as object).sort()).toEqual(['full', 'high', 'low']);
    expect(most(shows('volts/gone/upper', 'swapped'))).toBe('none');
  });
  it('a loose joint has anything between: a third of each of its three resistances', () => {
    const levels = [117, 90, 0].map((loadVolts) => shown({ 'own/upper': { loadVolts } }));
    const mixed = shows('volts/own/upper', 'loose splice', { levels }) as Record<string, number>;
    expect(['full', 'low', 'none'].map((k) => mixed[k])).toEqual(Array(3).fill(expect.closeTo(1 / 3, 1)));
    expect(Object.values(mixed).reduce((a, b) => a + b)).toBeCloseTo(1, 9);
  });
  it('a plug sits loose in worn contacts of that device alone', () => {
    const worn = [fault('worn contacts', { deviceId: 'own' })];
    expect([shows('plug/own', worn), shows('plug/far', worn), shows('plug/own', 'swapped')]).toEqual(['loose', 'firm', 'firm']);
  });
});

describe('volts near a limit', () => {
  it('half and half at the limit itself; each of four classes, and they sum to one', () => {
    const at = (volts: number, nominal?: number) => voltsShown(volts, nominal);
    expect([at(5)['none'], at(110)['low'], at(127)['high']]).toEqual([0.5, 0.5, 0.5].map((x) => expect.closeTo(x, 1)));
    for (const volts of [0, 3, 60, 118, 124, 130, 208]) expect(Object.values(at(volts)).reduce((a, b) => a + b)).toBeCloseTo(1, 9);
    // a meter within 1 % and 1.5 V: 115 V is surely over 110, 0 surely under 5
    expect(at(115)['full']).toBeGreaterThan(0.9);
    expect(at(0)['none']).toBeGreaterThan(0.98);
  });
  it('where the supply has other volts the limits go with it', () => {
    expect(voltsShown(230, 230)).toEqual(voltsShown(120));
    expect(voltsShown(115, 230)).toEqual(voltsShown(60, 120));
  });
});

describe('at a protective receptacle', () => {
  it('its reset goes in, unless it is worn out, opens again, or has no supply', () => {
    const own = (kind: SuspectKind, so: So = {}) => shows('press/own', [fault(kind, { deviceId: 'own' })], so);
    expect([own('device tripped'), own('device worn out'), own('swapped', { rest: shown({}, { deviceOpens: true }) }), own('open contact', { rest: shown({ 'own/upper': DEAD }) })]).toEqual(['set', 'out', 'out', 'out']); // prettier-ignore
    expect(shows('press/own', [fault('device worn out', { deviceId: 'far' })])).toBe('set');
  });
  it('its LINE screws are fed unless it is dark for another reason than itself', () => {
    const dark = shown({ 'own/upper': DEAD });
    const line = (set: Suspect[], is = dark) => shows('line/own', set, { is });
    expect([line([fault('open splice')]), line([fault('open splice')], shown())]).toEqual(['none', 'full']);
    for (const kind of ['device worn out', 'device tripped'] as const) {
      expect(line([fault(kind, { deviceId: 'own' })])).toBe('full');
      expect(line([fault(kind, { deviceId: 'far' })])).toBe('none');
    }
    expect([line([fault('leak')], shown({ 'own/upper': DEAD }, { deviceOpens: true })), line([fault('line and load swapped')])]).toEqual(['full', undefined]); // prettier-ignore
  });
});

describe('opened, and proved dead', () => {
  it('in the panel only what is at the panel', () => {
    expect([shows('panel', [fault('open contact', { part: 'panel' })]), shows('panel', 'breaker off')]).toEqual(['found', 'sound']);
  });
  it('in a box what whoever opens it sees; worn contacts and a second feed may be seen there', () => {
    const open = [fault('open splice', { seenIn: 'box' })];
    expect([shows('look/box', open), shows('look/other', open)]).toEqual(['found', 'sound']);
    const worn = [fault('worn contacts', { boxId: 'box', deviceId: 'own' })];
    expect([shows('look/box', worn), shows('look/other', worn), shows('look/box', 'back-fed'), shows('look/box', 'appliance')]).toEqual([undefined, 'sound', undefined, 'sound']); // prettier-ignore
  });
  it('along a cable what is in that cable: broken or touching; with one end elsewhere a break can’t be told', () => {
    const outcomes = ['whole', 'broken', 'touching'];
    const through = (kind: SuspectKind, part: string, of = outcomes) => shows('through/k1', [fault(kind, { part })], { outcomes: of });
    expect([through('broken conductor', 'cable/k1'), through('broken conductor', 'cable/k2'), through('cable shorted', 'cable/k1'), through('leak', 'cable/k1')]).toEqual(['broken', 'whole', 'touching', 'touching']); // prettier-ignore
    expect([through('unknown switch', 'unknown/k1'), through('broken conductor', 'cable/k1', ['whole', 'touching'])]).toEqual(['broken', 'whole']); // prettier-ignore
  });
});

describe('of two at once', () => {
  const other = fault('appliance');
  it('either shows what it shows alone', () => {
    const with_ = (one: Suspect) => [other, one];
    expect(shows('panel', with_(fault('open contact', { part: 'panel' })))).toBe('found');
    expect(shows('look/box', with_(fault('open splice', { seenIn: 'box' })))).toBe('found');
    expect(shows('look/box', with_(fault('back-fed')))).toBeUndefined();
    const worn = fault('worn contacts', { deviceId: 'own' });
    expect([shows('plug/own', with_(worn)), shows('lamps/own/upper', with_(worn)), shows('others', with_(fault('worn contacts', { deviceId: 'far' })))]).toEqual(['loose', 'hot open, or no power: a dead tester looks the same', 'all']); // prettier-ignore
    const dark = shown({ 'own/upper': DEAD });
    expect(shows('line/own', with_(fault('device tripped', { deviceId: 'own' })), { is: dark })).toBe('full');
    expect(shows('line/own', [other, fault('open splice', { deviceId: 'own' })], { is: dark })).toBe('none');
    // something else of the device that wears is no worn contact
    expect([shows('lamps/own/upper', [fault('swapped', { deviceId: 'own' })]), shows('plug/own', [fault('swapped', { deviceId: 'own' })])]).toEqual(['reads as right', 'firm']); // prettier-ignore
  });
});
