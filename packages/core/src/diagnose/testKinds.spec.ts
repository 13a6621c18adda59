/** Which tests a circuit has, what they take and risk, and how sure they are. Minutes and shares: handbook 25, common practice. */
import { describe, expect, it } from 'vitest';
import { runOfBoxes } from '../circuit/index.js';
import { LAMP_CODES } from '../instruments/index.js';
import { emptySite, type Bench } from '../model/index.js';
import { once } from '../once.testing.js';
import type { CircuitBench } from './circuitBench.js';
import { costOf, lampId, likelihood, riskOf, testsOf, type TestKind } from './testKinds.js';

const known = (bench: Bench): CircuitBench => ({ bench: { ...bench, plugged: [] }, taken: [], unseen: new Set(), circuit: undefined, site: emptySite() }); // prettier-ignore
const plain = once(() => testsOf(known(runOfBoxes({ boxes: 2 })), 'box2'));
const guarded = once(() => testsOf(known(runOfBoxes({ boxes: 2, protectedFirst: true })), 'box2', [['device2/upper', 'device1/lower']], ['box1'])); // prettier-ignore
const of = (list: readonly TestKind[], id: string): TestKind => {
  const test = list.find((t) => t.id === id);
  if (!test) throw new Error(`no test ${id} among ${list.map((t) => t.id).join(', ')}`);
  return test;
};
const ids = (t: TestKind): string[] => t.outcomes.map((o) => o.id);

describe('the tests of a run of two', () => {
  it('without opening anything, at each face, in each box, along each cable, in the panel', () => {
    const kinds = (list: readonly TestKind[]) => {
      const count = new Map<string, number>();
      for (const t of list) count.set(t.id.split('/')[0]!, (count.get(t.id.split('/')[0]!) ?? 0) + 1);
      return Object.fromEntries(count);
    };
    const always = { breakers: 1, appliance: 1, reset: 1, switches: 1, others: 1, off: 1, turn: 1, house: 1, panel: 1 };
    // two duplex receptacles: four faces, two slots for a probe, two plugs; two boxes, two cables
    expect(kinds(plain())).toEqual({ ...always, lamps: 4, meter: 4, probe: 2, volts: 4, plug: 2, look: 2, through: 2 });
    expect(kinds(guarded())).toEqual({ ...always, lamps: 4, meter: 4, probe: 2, volts: 4, plug: 2, look: 2, through: 2, shared: 1, school: 1, press: 1, line: 1 }); // prettier-ignore
  });
  it('each has an id of its own, words, at least two outcomes of ids of their own, and is surer than a guess', () => {
    for (const list of [plain(), guarded()]) {
      expect(new Set(list.map((t) => t.id)).size).toBe(list.length);
      for (const t of list) {
        expect([t.id, t.words.length > 10, new Set(ids(t)).size === t.outcomes.length, t.outcomes.length > 1]).toEqual([t.id, true, true, true]); // prettier-ignore
        expect(t.sure).toBeGreaterThan(0.5);
        expect(t.sure).toBeLessThan(1);
      }
    }
  });
  it('one box alone asks for no others; a second does', () => {
    expect(testsOf(known(runOfBoxes({ boxes: 1 })), 'box1').some((t) => t.id === 'others')).toBe(false);
    expect(plain().some((t) => t.id === 'others')).toBe(true);
  });
  it('a minute more in another box than where it was noticed', () => {
    for (const kind of [
      'lamps/device{}/upper',
      'meter/device{}/upper',
      'volts/device{}/upper',
      'probe/device{}',
      'plug/device{}',
      'look/box{}',
    ])
      expect([kind, of(plain(), kind.replace('{}', '1')).minutes - of(plain(), kind.replace('{}', '2')).minutes]).toEqual([kind, 1]);
    expect(of(guarded(), 'school/box1').minutes - 1).toBe(of(testsOf(known(runOfBoxes({ boxes: 2 })), 'box1', [], ['box1']), 'school/box1').minutes); // prettier-ignore
    // the protective receptacle is in the other box
    expect(of(guarded(), 'press/device1').minutes).toBe(4);
  });
  it('a cable from the panel takes longer than one between boxes; one whose end is elsewhere can’t be rung through', () => {
    const bench = runOfBoxes({ boxes: 2 });
    const away: Bench = { ...bench, cables: bench.cables.map((c) => (c.id === 'cable2' ? { ...c, ends: [c.ends[0], 'elsewhere'] } : c)) };
    const [far, near, open] = [of(plain(), 'through/cable1'), of(plain(), 'through/cable2'), of(testsOf(known(away), 'box2'), 'through/cable2')]; // prettier-ignore
    expect(far.minutes).toBeGreaterThan(near.minutes);
    expect(near.minutes).toBeGreaterThan(open.minutes);
    expect([ids(far), ids(open)]).toEqual([['whole', 'broken', 'touching'], ['whole', 'touching']]); // prettier-ignore
  });
  it('what trips on a leak is looked at, and may open under a load; nothing of that where nothing senses', () => {
    expect([ids(of(plain(), 'breakers')), ids(of(guarded(), 'breakers'))]).toEqual([['all on', 'breaker off'], ['all on', 'breaker off', 'device tripped']]); // prettier-ignore
    expect([ids(of(plain(), 'volts/device2/upper')), ids(of(guarded(), 'volts/device2/upper'))]).toEqual([['full', 'low', 'none', 'high'], ['full', 'low', 'none', 'high', 'opens']]); // prettier-ignore
    const sensing = runOfBoxes({ boxes: 2 });
    const breaker: Bench = { ...sensing, breakers: sensing.breakers.map((b) => ({ ...b, kind: 'ground-fault' as const })) };
    expect(ids(of(testsOf(known(breaker), 'box2'), 'volts/device2/upper'))).toContain('opens');
    expect(ids(of(testsOf(known(breaker), 'box2'), 'breakers'))).not.toContain('device tripped');
  });
  it('lamps and meter show the same patterns, each that there is once', () => {
    const lamps = ids(of(plain(), 'lamps/device1/upper'));
    expect(ids(of(plain(), 'meter/device1/upper'))).toEqual(lamps);
    expect(lamps).toEqual(LAMP_CODES.filter((c) => c !== 'none').map(lampId));
  });
  it('what each may show, by the names that kept searches know it by', () => {
    const volts = ['full', 'low', 'none', 'high'];
    const shown: Record<string, string[]> = {
      ...{ appliance: ['works', 'fails'], reset: ['works now', 'still dead', 'opens again'], switches: ['works now', 'no change'] },
      ...{ others: ['none', 'some', 'all'], off: ['dead', 'live'], turn: ['one', 'none'], house: ['steady', 'changes'] },
      ...{ 'shared/device2/upper': volts, 'probe/device2': ['signals', 'silent'], 'plug/device2': ['firm', 'loose'] },
      ...{ 'look/box1': ['found', 'sound'], 'school/box1': ['feed-through', 'pigtail'], 'press/device1': ['set', 'out'] },
      ...{ 'line/device1': ['full', 'none'], panel: ['sound', 'found'], 'through/cable2': ['whole', 'broken', 'touching'] },
    };
    for (const [id, outcomes] of Object.entries(shown)) expect([id, ids(of(guarded(), id))]).toEqual([id, outcomes]);
  });
  it('a face is named with its half where there are two; by its own name and its box’s, once where the one has the other', () => {
    const words = (bench: Bench, id: string) => of(testsOf(known(bench), 'box2'), id).words;
    const named = (device: string, box: string, boxes = 2): Bench => {
      const bench = runOfBoxes({ boxes });
      return {
        ...bench,
        boxes: bench.boxes.map((b) => (b.id === 'box1' ? { ...b, name: box } : b)),
        devices: bench.devices.map((d) => (d.id === 'device1' ? { ...d, name: device } : d)),
      };
    };
    expect(words(named('Outlet', 'Hall box'), 'lamps/device1/upper')).toBe('Three-lamp tester in the upper face of Outlet, Hall box');
    expect(words(named('HALL outlet', 'Hall box'), 'lamps/device1/lower')).toBe('Three-lamp tester in the lower face of HALL outlet');
    expect(words(named('Outlet', 'Hall box', 1), 'plug/device1')).toBe('Feel how a plug sits in Hall box');
    const bench = named('Outlet', 'Hall box');
    const one: Bench = { ...bench, devices: bench.devices.map((d) => (d.id === 'device1' ? { ...d, form: 'single' as const } : d)) };
    expect(words(one, 'lamps/device1/upper')).toBe('Three-lamp tester in Outlet, Hall box');
    // a device whose box is none of those that are drawn
    expect(words({ ...bench, boxes: bench.boxes.filter((b) => b.id !== 'box1') }, 'plug/device1')).toBe('Feel how a plug sits in Outlet, the box'); // prettier-ignore
    expect(of(testsOf(known(bench), 'box2', [['device1/upper', 'device2/lower']], ['box1']), 'shared/device1/upper').words).toMatch(/^Meter across the upper face of Outlet, Hall box while .* the lower face of Receptacle 2, Box 2/); // prettier-ignore
    expect(of(testsOf(known(bench), 'box2', [], ['box1']), 'school/box1')).toMatchObject({ dead: true, words: expect.stringContaining('cover of Hall box off') }); // prettier-ignore
  });
  it('a switch has no faces to test; it makes a second device whose box is told apart', () => {
    const bench = runOfBoxes({ boxes: 2 });
    const more: Bench = { ...bench, devices: bench.devices.map((d) => (d.id === 'device1' ? { ...d, form: 'switch' as const } : d)) };
    const list = testsOf(known(more), 'box2');
    expect(list.filter((t) => t.id.includes('device1'))).toEqual([]);
    expect(list.some((t) => t.id === 'others')).toBe(false);
    expect(of(list, 'plug/device2').words).toBe('Feel how a plug sits in Receptacle 2, Box 2');
  });
  it('of two breakers one that senses is enough', () => {
    const bench = runOfBoxes({ boxes: 2 });
    const breakers = [bench.breakers[0]!, { ...bench.breakers[0]!, id: 'second', kind: 'ground-fault' as const }];
    expect(ids(of(testsOf(known({ ...bench, breakers }), 'box2'), 'volts/device2/upper'))).toContain('opens');
  });
});

describe('what a test is weighed as', () => {
  it('bare ends cost most besides their minutes, probes in live slots a little, what touches nothing live nothing', () => {
    const [look, volts, lamps, breakers] = ['look/box1', 'volts/device1/upper', 'lamps/device1/upper', 'breakers'].map((id) => of(plain(), id)); // prettier-ignore
    expect(riskOf(look!)).toBeGreaterThan(riskOf(volts!));
    expect([riskOf(volts!) > 0, riskOf(lamps!), riskOf(breakers!)]).toEqual([true, 0, 0]);
    expect(costOf(volts!)).toBe(volts!.minutes + riskOf(volts!));
    // everything that bares ends asks for a proof of dead
    expect(plain().filter((t) => t.dead).map((t) => t.id.split('/')[0])).toEqual(['look', 'look', 'through', 'through']); // prettier-ignore
  });
});

describe('how often an outcome shows', () => {
  const three: TestKind = { id: 't', words: '', minutes: 1, sure: 0.9, outcomes: ['a', 'b', 'c'].map((id) => ({ id, words: id })) };
  it('what is so in nine of ten, each of two others in one of twenty; where nobody knows, each alike', () => {
    expect(['a', 'b', 'c'].map((o) => likelihood(three, 'a', o))).toEqual([0.9, 0.05, 0.05].map((x) => expect.closeTo(x, 9)));
    expect(['a', 'b', 'c'].map((o) => likelihood(three, undefined, o))).toEqual([1 / 3, 1 / 3, 1 / 3]);
    expect(likelihood({ ...three, outcomes: three.outcomes.slice(0, 1) }, 'b', 'a')).toBeCloseTo(0.1);
  });
  it('a look rarely finds what isn’t there, and overlooks more: told apart', () => {
    const look: TestKind = { ...three, outcomes: ['found', 'sound'].map((id) => ({ id, words: id })), falsely: { found: 0.01, sound: 0.08 } }; // prettier-ignore
    // it is there: overlooked in 8 of a hundred; it isn’t: found in one
    expect(['found', 'sound'].map((o) => likelihood(look, 'found', o))).toEqual([0.92, 0.08].map((x) => expect.closeTo(x, 9)));
    expect(['found', 'sound'].map((o) => likelihood(look, 'sound', o))).toEqual([0.01, 0.99].map((x) => expect.closeTo(x, 9)));
  });
  it('of every test of a circuit the outcomes sum to one, whatever is so', () => {
    for (const t of [...plain(), ...guarded()])
      for (const so of [undefined, ...ids(t)]) expect(ids(t).reduce((s, o) => s + likelihood(t, so, o), 0)).toBeCloseTo(1, 9);
  });
});
