/**
 * How a circuit runs, asked like a fault; what is known of a circuit beforehand; wiring that nobody opened. How often things are met, and
 * by how much something makes them likelier, is common practice, no source; that it makes them likelier at all is what is held here.
 */
import { once } from '../once.testing.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runOfBoxes, variedCircuit } from '../circuit/index.js';
import { quinceStreet } from '../houses.testing.js';
import { DEFAULT_SCHOOLS, HAPPENED, SINCE, type Bench, type Complaint, type Search, type Site } from '../model/index.js';
import { circuitBench, circuitWays, costOf, dictionaryOf, faultsOn, lampId, questionDictionary, repairOf, riskOf, searchState, searchView, sharesOf, voltsShown, type CircuitBench, type Dictionary, type SuspectKind } from './index.js'; // prettier-ignore

const onBench = (bench: Bench): CircuitBench => ({ bench: { ...bench, plugged: [] }, taken: [], unseen: new Set(), circuit: undefined, site: quinceStreet.site }); // prettier-ignore
const searching = (boxId: string, part: Partial<Search>, ...readings: [string, string][]): Search => ({ boxId, signs: [], signsAsked: true, ...part, readings: readings.map(([test, outcome], i) => ({ id: `r${i}`, test, outcome, at: '' })) }); // prettier-ignore
const DARK = lampId('no power');
const shareOf = (d: Dictionary, kind: SuspectKind): number => d.suspects.reduce((sum, s) => sum + (s.kind === kind ? s.prior : 0), 0);
/** The hall’s run, three boxes: each fed by the one before. */
const house = once(() => {
  const { site } = quinceStreet;
  const box = site.boxes.find((b) => b.id === 'hall-box')!;
  const device = site.devices.find((d) => d.boxId === 'hall-box')!;
  const cable = site.cables.find((c) => c.ends.some((e) => e.boxId === 'hall-box'))!;
  const names = ['Porch box', 'Loft box', 'Nook box'];
  return {
    ...site,
    ...{ wiring: [], loads: [] },
    boxes: names.map((name, i) => ({ ...box, id: `b${i}`, name })),
    devices: names.map((name, i) => ({ ...device, id: `d${i}`, name: `${name} receptacle`, boxId: `b${i}`, wiredAs: undefined })),
    cables: names.map((name, i) => ({ ...cable, id: `c${i}`, name: `to ${name}`, direction: 'unknown' as const, unbrokenIn: [], ends: [i ? { boxId: `b${i - 1}`, label: names[i - 1]! } : { label: 'panel' }, { boxId: `b${i}`, label: name }] as typeof cable.ends })),
  }; // prettier-ignore
});

describe('how a circuit runs, as a search', () => {
  it('which cable brings the power: apart, and this outlet is dead: that one; the other leads on', () => {
    const d = questionDictionary(house(), { boxId: 'b1', question: 'line' });
    const ask = { question: 'line' as const };
    const before = searchState(d, searching('b1', ask));
    expect([before.verdict, before.next[0]!.test.dead]).toEqual(['goes on', true]);
    const found = searchState(d, searching('b1', ask, ['apart/c1', 'here']));
    expect([found.verdict, found.parts[0]!.part]).toEqual(['found', 'line/c1']);
    // the ohms of a lamp beyond: that cable leads on; nothing goes through: that one brings it
    expect(searchState(d, searching('b1', ask, ['lamp/c1', 'open'])).parts[0]!.part).toBe('line/c1');
    expect(searchState(d, searching('b1', ask, ['lamp/c1', 'lamp'])).parts[0]!.part).toBe('line/c2');
    // the survey’s guess is three to one, two feeds are one in seven of the other
    const of = (part: string) => before.parts.find((p) => p.part === part)!.share;
    expect([of('line/c1') / of('line/c2'), of('two') / of('line/c2')]).toEqual([expect.closeTo(3, 6), expect.closeTo(0.15, 6)]);
    // against what the survey guessed it takes more
    expect(searchState(d, searching('b1', ask, ['apart/c2', 'here'], ['apart/c1', 'there'])).parts[0]!.part).toBe('line/c2');
    // both work with either apart: two feeds, and that is said
    const two = searchState(d, searching('b1', ask, ['apart/c1', 'nothing'], ['apart/c2', 'nothing']));
    expect(two.says).toMatch(/two feeds in one box, never to be joined/);
  });
  it('what feeds it: dead when another is opened; opened beyond, it works', () => {
    const d = questionDictionary(house(), { boxId: 'b2', question: 'feeds' });
    const ask = { question: 'feeds' as const };
    const found = searchState(d, searching('b2', ask, ['opened/b1', 'dead'], ['opened/b0', 'dead']));
    expect([found.verdict, found.parts[0]!.part]).toEqual(['found', 'from/b1']);
    expect(searchState(d, searching('b2', ask, ['opened/b1', 'works'], ['opened/b0', 'works'])).parts[0]!.part).toBe('panel');
    expect(searchState(d, searching('b2', ask, ['opened/b1', 'works'], ['opened/b0', 'dead'])).parts[0]!.part).toBe('from/b0');
  });
  it('one breaker or two: both out with one off; near 240 V between their hots', () => {
    const d = questionDictionary(house(), { boxId: 'b0', otherBoxId: 'b2', question: 'same circuit' });
    const ask = { question: 'same circuit' as const };
    expect(searchState(d, searching('b0', ask)).next[0]!.test.minutes).toBeLessThanOrEqual(3);
    expect(searchState(d, searching('b0', ask, ['off/b0', 'out'])).parts[0]!.part).toBe('one');
    // a heater on the one pulls the other down: one circuit
    const share = (outcome: string) => searchState(d, searching('b0', ask, ['heater', outcome])).parts.find((p) => p.part === 'one')!.share; // prettier-ignore
    expect(share('drops')).toBeGreaterThan(share('steady'));
    const two = searchState(d, searching('b0', ask, ['off/b0', 'on'], ['off/b2', 'on'], ['hots', 'double']));
    expect([two.verdict, two.parts[0]!.part]).toEqual(['found', 'opposite']);
  });
  it('all cables apart, on again, by an electrician: which is live, more than one, or none', () => {
    const d = questionDictionary(house(), { boxId: 'b1', question: 'line' });
    const live = d.tests.find((t) => t.id === 'live')!;
    expect(live.outcomes.map((o) => o.id)).toEqual(['c1', 'c2', 'several', 'nothing']);
    const after = (outcome: string) => searchState(d, searching('b1', { question: 'line' }, ['live', outcome])).parts[0]!;
    expect(['c1', 'c2', 'several'].map((o) => after(o).part)).toEqual(['line/c1', 'line/c2', 'two']);
    // each in 98.5 of 100; the others share out the rest, so one of them as good as names it
    expect(after('c2').share).toBeGreaterThan(0.95);
    expect(d.shows.get('live')).toEqual(['c1', 'c2', 'several', undefined]);
    expect([d.shows.get('apart/c1'), d.shows.get('apart/c2'), d.shows.get('lamp/c1')]).toEqual([['here', 'there', 'nothing', undefined], ['there', 'here', 'nothing', undefined], ['open', 'lamp', undefined, undefined]]); // prettier-ignore
    expect(d.tests.find((t) => t.id === 'apart/c2')!.outcomes.map((o) => o.id)).toEqual(['here', 'there', 'nothing', 'both']);
    expect(d.tests.find((t) => t.id === 'apart/c2')!.outcomes[1]!.words).toContain('toward Nook box');
    expect(d.tests.find((t) => t.id === 'lamp/c2')!.outcomes.map((o) => o.id)).toEqual(['lamp', 'open']);
    // one cable brings it for sure, but for a way that the survey doesn't have: one of twenty to what is guessed
    const one = questionDictionary(house(), { boxId: 'b2', question: 'line' });
    expect(one.suspects.map((x) => [x.id, Math.round(x.prior * 1e4)])).toEqual([['line/c2', Math.round((3 / 3.05) * 1e4)], ['none', Math.round((0.05 / 3.05) * 1e4)]]); // prettier-ignore
  });
  it('one breaker or two: as the survey has it, four to one half and half; two circuits, two to one; nothing noted, even', () => {
    const shares = (circuits: (string | undefined)[]) => {
      const site = house();
      const boxes = site.boxes.map((b, i) => ({ ...b, ...(i === 1 ? {} : { circuitId: circuits[i / 2] }) }));
      const d = questionDictionary({ ...site, boxes } as Site, { boxId: 'b0', otherBoxId: 'b2', question: 'same circuit' });
      return d.suspects.map((x) => [x.id, Math.round(x.prior * 1e4)]);
    };
    const of = (...weights: number[]) => ['one', 'same leg', 'opposite', 'none'].map((id, i) => [id, Math.round((weights[i]! / weights.reduce((a, b) => a + b, 0)) * 1e4)]); // prettier-ignore
    expect(shares(['c1', 'c1'])).toEqual(of(4, 0.5, 0.5, 0.05));
    expect(shares(['c1', 'c2'])).toEqual(of(1, 2, 2, 0.05));
    for (const unknown of [['c1', undefined], [undefined, 'c1'], [undefined, undefined]]) expect(shares(unknown)).toEqual(of(1, 0.5, 0.5, 0.05)); // prettier-ignore
  });
  it('its tests by name, with what each shows for one breaker, for two of a leg, for two of opposite legs', () => {
    const d = questionDictionary(house(), { boxId: 'b0', otherBoxId: 'b2', question: 'same circuit' });
    expect(d.tests.map((t) => [t.id, ...d.shows.get(t.id)!.slice(0, 3)])).toEqual([
      ['off/b0', 'out', 'on', 'on'],
      ['off/b2', 'out', 'on', 'on'],
      ['directory', 'one', 'two', 'two'],
      ['heater', 'drops', 'steady', undefined],
      ['hots', 'none', 'none', 'double'],
    ]);
    expect(d.suspects[0]!.words).toBe('Porch box and Nook box hang on one breaker');
    expect(d.tests[1]!.words).toBe('A lamp in each. The breaker of Nook box off: does the one in Porch box go out too?');
    expect(d.tests[1]!.outcomes).toEqual([{ id: 'out', words: 'both are out' }, { id: 'on', words: 'Porch box stays on' }]); // prettier-ignore
    const without = questionDictionary(house(), { boxId: 'b0', question: 'same circuit' });
    expect(without.suspects[0]!.words).toBe('Porch box and the other box hang on one breaker');
  });
  it('readings that go with no answer contradict, and signs stop it as they stop a search', () => {
    const d = questionDictionary(house(), { boxId: 'b0', otherBoxId: 'b2', question: 'same circuit' });
    const ask = { question: 'same circuit' as const };
    expect(
      searchState(d, searching('b0', ask, ['off/b0', 'out'], ['off/b2', 'on'], ['hots', 'double'], ['heater', 'steady'])).parts[0]!.share,
    ).toBeLessThan(0.95);
    expect(searchState(d, { ...searching('b0', ask), signs: ['heat'] }).verdict).toBe('stop');
    expect(searchState(d, { ...searching('b0', ask), signsAsked: false }).verdict).toBe('asks');
  });
});

describe('what is known beforehand', () => {
  const bench = variedCircuit('protected first', 3, 1).bench;
  const plain = once(() => dictionaryOf(onBench(bench), 'box3'));
  it.each([
    ['device changed', 'swapped'],
    ['hung or screwed', 'cable shorted'],
    ['new appliance', 'appliance'],
    ['storm', 'device worn out'],
    ['work on the house', 'fed from elsewhere'],
  ] as const)('%s makes %s likelier, and all still sum to one', (happened, kind) => {
    const d = dictionaryOf(onBench(bench), 'box3', undefined, { happened: [happened] });
    expect(shareOf(d, kind)).toBeGreaterThan(1.3 * shareOf(plain(), kind));
    expect(d.suspects.reduce((sum, s) => sum + s.prior, 0)).toBeCloseTo(1, 9);
  });
  it.each([
    ['today', 'breaker off', 'swapped'],
    ['weeks', 'loose contact', 'breaker off'],
    ['always', 'swapped', 'breaker off'],
  ] as const)('since %s: %s likelier, %s less', (since, more, less) => {
    const d = dictionaryOf(onBench(bench), 'box3', undefined, { since });
    expect(shareOf(d, more)).toBeGreaterThan(shareOf(plain(), more));
    expect(shareOf(d, less)).toBeLessThan(shareOf(plain(), less));
  });
  it('a box that was worked in, a push-in, a house of before 1965, and what it was the times before', () => {
    const of = (d: ReturnType<typeof faultsOn>, is: (s: (typeof d)[number]['suspect']) => boolean): number =>
      d.reduce((sum, f) => sum + (is(f.suspect) ? f.suspect.prior : 0), 0);
    const known = onBench(runOfBoxes({ boxes: 3 }));
    const before = faultsOn(known);
    const inTwo = (s: { boxId?: string }): boolean => s.boxId === 'box2';
    expect(of(faultsOn(known, { touched: new Set(['box2']) }), inTwo)).toBeGreaterThan(1.5 * of(before, inTwo));
    const pushed: Bench = {
      ...known.bench,
      joints: known.bench.joints.map((j) =>
        j.boxId === 'box1' && j.at?.terminal.startsWith('brass') ? { ...j, how: 'push-in' as const } : j,
      ),
    };
    const brass = (s: { boxId?: string; kind: SuspectKind }): boolean => s.boxId === 'box1' && s.kind === 'open contact';
    expect(of(faultsOn(onBench(pushed)), brass)).toBeGreaterThan(1.5 * of(before, brass));
    const ground = (s: { kind: SuspectKind }): boolean => s.kind === 'open ground';
    expect(of(faultsOn(known, { year: 1961 }), ground)).toBeGreaterThan(2 * of(before, ground));
    // 1964 is the last year that counts, 1965 counts no more
    expect(of(faultsOn(known, { year: 1964 }), ground)).toBe(of(faultsOn(known, { year: 1961 }), ground));
    expect(of(faultsOn(known, { year: 1965 }), ground)).toBe(of(before, ground));
    const worn = (s: { kind: SuspectKind }): boolean => s.kind === 'worn contacts';
    const many = of(faultsOn(known, { history: { 'worn contacts': 30 } }), worn);
    // as often as the handbook’s weight: half by the one, half by the other
    expect(many).toBeCloseTo((of(before, worn) + 1) / 2, 6);
  });
  it('every mix of them leaves shares above nothing that sum to one', () => {
    fc.assert(
      fc.property(
        fc.subarray([...HAPPENED]),
        fc.constantFrom(undefined, ...SINCE),
        fc.option(fc.integer({ min: 1850, max: 2026 })),
        (happened, since, year) => {
          const faults = faultsOn(onBench(bench), { happened, ...(since ? { since } : {}), ...(year === null ? {} : { year }) });
          expect(faults.reduce((sum, f) => sum + f.suspect.prior, 0)).toBeCloseTo(1, 9);
          expect(faults.every((f) => f.suspect.prior > 0)).toBe(true);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('what somebody may notice, each of it', () => {
  const noticedAs = (shape: Parameters<typeof variedCircuit>[0], complaint: Complaint): Set<string> => {
    const { bench, inward } = variedCircuit(shape, 3, 1);
    const { parts } = searchState(dictionaryOf(onBench(bench), inward[0]!), searching(inward[0]!, { complaint }));
    return new Set(parts.slice(0, 6).map((p) => p.suspects[0]!.suspect.kind));
  };
  it.each([
    ['protected first', 'trips when plugged in', 'appliance'],
    ['protected first', 'trips when plugged in', 'wrong neutral'],
    ['chain', 'trips after a while', 'appliance'],
    ['chain', 'flickers', 'worn contacts'],
    ['shared neutral', 'bright', 'lost service neutral'],
    ['chain', 'live though off', 'back-fed'],
    ['chain', 'trips at once', 'pinched ground'],
  ] as const)('%s, %s: %s among the first', (shape, complaint, kind) => {
    expect([...noticedAs(shape, complaint)]).toContain(kind);
  });
  it('what no fault of the circuit explains stays open, and says what to look at', () => {
    const d = dictionaryOf(onBench(runOfBoxes({ boxes: 2 })), 'box2');
    const odd = searchState(d, searching('box2', { complaint: 'bright' }, ['house', 'steady'], ['volts/device2/upper', 'high'], ['volts/device1/upper', 'high'], ['lamps/device2/upper', 'more than one hot: stop'], ['lamps/device1/upper', 'more than one hot: stop'])); // prettier-ignore
    expect([odd.verdict, odd.says]).toEqual(['contradicts', expect.stringMatching(/whether the survey is right/)]);
  });
});

/**
 * The common faults of handbook 8, each with what a practitioner reads: lamps here, in the box before and in the box behind (of three in a
 * row, the fault in or before the second), and what the breaker does. By hand, from the definition of the three lamps.
 */
describe('the common faults, as they are read by hand', () => {
  const run = runOfBoxes({ boxes: 3 });
  // the second by pigtails: its own screws and its splices apart
  const d = once(() => dictionaryOf(onBench(run), 'box3'));
  const shared = once(() => variedCircuit('shared neutral', 3, 1));
  const ground = once(() => dictionaryOf(onBench(variedCircuit('protected first', 3, 1).bench), 'box3'));
  const of = (dictionary: Dictionary, is: RegExp): number => {
    const i = dictionary.suspects.findIndex((s) => is.test(`${s.kind}: ${s.words}`));
    if (i < 0) throw new Error(`no ${String(is)}`);
    return i;
  };
  const shown = (dictionary: Dictionary, i: number, ...tests: string[]) => tests.map((t) => dictionary.shows.get(t)![i]);
  const three = ['lamps/device1/lower', 'lamps/device2/lower', 'lamps/device3/lower'];
  const RIGHT = 'reads as right';
  it.each([
    [
      'hot and neutral swapped at one',
      /^swapped: hot and neutral swapped at Receptacle 2/,
      [RIGHT, 'hot and neutral swapped', RIGHT],
      'all on',
    ],
    [
      'ground open in the first: dark second lamp there alone, or behind',
      /^open ground: .*box 2 to box 3 .*in a splice in Box 2/,
      [RIGHT, RIGHT, 'ground open'],
      'all on',
    ],
    [
      'neutral open before the second: hot to ground alone',
      /^broken conductor: white broken inside box 1 to box 2/,
      [RIGHT, 'neutral open', 'neutral open'],
      'all on',
    ],
    ['hot open before the second: nothing', /^broken conductor: black broken inside box 1 to box 2/, [RIGHT, DARK, DARK], 'all on'],
    [
      'hot and ground swapped at the last',
      /^swapped: hot and ground swapped at Receptacle 3/,
      [RIGHT, RIGHT, 'hot and ground swapped'],
      'all on',
    ],
    ['a loose push-in reads right without a load', /^loose contact: loose: black of box 1 to box 2/, [RIGHT, RIGHT, RIGHT], 'all on'],
    ['bootleg ground: the lamps can’t see it', /^bootleg ground: .*Receptacle 2/, [RIGHT, RIGHT, RIGHT], 'all on'],
    ['a bare wire on a hot screw: dark everywhere, the breaker opens', /^pinched ground: .*Box 2/, [DARK, DARK, DARK], 'breaker off'],
    ['a staple through a cable: the same', /^cable shorted: .*box 1 to box 2/, [DARK, DARK, DARK], 'breaker off'],
  ] as const)('%s', (_, is, lamps, breaker) => {
    const i = of(d(), is);
    expect([shown(d(), i, ...three), shown(d(), i, 'breakers')]).toEqual([[...lamps], [breaker]]);
  });
  it('a loose one is low under a load, from hardly to almost nothing: each reading may be', () => {
    const i = of(d(), /^loose contact: loose: black of box 1 to box 2/);
    const { row, rows } = d().odds.get('volts/device3/lower')!;
    const hypothesis = d().hypotheses.findIndex((h) => h.of.some((c) => h.of.length === 1 && d().classes[c]!.members.includes(i)));
    const low =
      rows[row[hypothesis]!]![
        d()
          .tests.find((t) => t.id === 'volts/device3/lower')!
          .outcomes.findIndex((o) => o.id === 'low')
      ]!;
    expect(low).toBeGreaterThan(0.6);
    expect(low).toBeLessThan(0.97);
  });
  it('line and load exchanged: what is protected is told by its lamps alone, not; pressed it shows', () => {
    const i = of(ground(), /^line and load swapped/);
    expect(ground().suspects[i]!.seenIn).toBe('box1');
    expect(shown(ground(), i, 'look/box1')).toEqual(['found']);
  });
  it('the neutral of another circuit: right without a load, and the device opens as a heater comes on', () => {
    const i = of(ground(), /^wrong neutral: .*/);
    const box = ground().suspects[i]!.deviceId!;
    expect(shown(ground(), i, `lamps/${box}/lower`, `volts/${box}/lower`)).toEqual([RIGHT, 'opens']);
  });
  it('an open shared neutral: 240 V across both in series, so a heater on the one lifts the other above 127 V', () => {
    const dictionary = dictionaryOf(onBench(shared().bench), 'box3');
    const i = of(dictionary, /^open splice: open: white of panel to .* in a splice in/);
    const test = dictionary.tests.find((t) => t.id.startsWith('shared/'))!;
    expect(shown(dictionary, i, test.id)).toEqual(['high']);
    expect(dictionary.fits['bright'][i]).toBeGreaterThan(0.9);
  });
  it('another breaker than noted, and a second feed: both stay live with the noted one off; one alone puts the first out', () => {
    const [other, two] = [of(d(), /^wrong breaker noted/), of(d(), /^back-fed/)];
    expect([shown(d(), other, 'off', 'turn'), shown(d(), two, 'off', 'turn')]).toEqual([
      ['live', 'one'],
      ['live', 'none'],
    ]);
    const { parts } = searchState(d(), searching('box3', { complaint: 'live though off' }, ['turn', 'one'], ['off', 'live']));
    expect(parts[0]!.part).toBe('noted');
  });
});

describe('suspicion', () => {
  it('alike on both branches of a circuit that is alike on both', () => {
    const one = runOfBoxes({ boxes: 2 });
    // the second branch is the first one again, on the same breaker; nothing is noticed of either, only in a third box
    const two = runOfBoxes({ boxes: 2 }, 'x-');
    const bench: Bench = {
      ...one,
      boxes: [...one.boxes, ...two.boxes],
      cables: [...one.cables, ...two.cables],
      devices: [...one.devices, ...two.devices],
      pigtails: [...one.pigtails, ...two.pigtails],
      joints: [...one.joints, ...two.joints.map((j) => (j.at?.device === 'x-breaker' ? { ...j, at: { ...j.at, device: 'breaker' } } : j))],
    };
    const d = dictionaryOf(onBench(bench), 'elsewhere');
    const { parts } = searchState(
      d,
      searching('elsewhere', { complaint: 'trips at once' }, ['breakers', 'breaker off'], ['reset', 'opens again']),
    );
    const share = (part: string): number => parts.find((p) => p.part === part)!.share;
    for (const [a, b] of [['cable/cable1', 'cable/x-cable1'], ['joints/box1', 'joints/x-box1'], ['joints/box2', 'joints/x-box2']]) expect(share(a!)).toBeCloseTo(share(b!), 6); // prettier-ignore
  });
  it('what a look has cleared comes back only where a reading is doubted', () => {
    const d = dictionaryOf(onBench(runOfBoxes({ boxes: 3 })), 'box3');
    const cleared: [string, string][] = [['lamps/device3/lower', DARK], ['breakers', 'all on'], ['look/box2', 'sound'], ['lamps/device2/lower', DARK]]; // prettier-ignore
    const share = (...more: [string, string][]) => {
      const { state } = searchView(d, searching('box3', { complaint: 'dead' }, ...cleared, ...more));
      return { share: state.parts.find((p) => p.part === 'joints/box2')!.share, doubt: state.doubt };
    };
    const before = share();
    for (const more of [[['probe/device1', 'signals']], [['plug/device3', 'firm']], [['look/box3', 'sound']], [['appliance', 'works']]] as [
      string,
      string,
    ][][]) {
      const after = share(...more);
      expect([more, after.share < 0.25 || after.doubt !== undefined]).toEqual([more, true]);
    }
    expect(before.share).toBeLessThan(0.1);
  });
});

describe('wiring that nobody opened', () => {
  it('is taken in both usual ways, and says so; what was seen is taken in one', () => {
    const ways = circuitWays(house(), 'b2');
    expect(ways.map((w) => w.share)).toEqual([0.5, 0.5]);
    expect(ways[0]!.known.taken.join(' ')).toMatch(
      /by pigtails or through the screws .* Loft box nobody noted|by pigtails or through the screws of the devices in .*nobody noted/,
    );
    // through the screws the device’s own screw takes what lies behind with it
    const throughScrews = ways[1]!.known.bench.joints.filter(
      (j) => j.boxId === 'b1' && j.at?.device === 'd1' && /brass/.test(j.at.terminal),
    );
    expect([
      ways[0]!.known.bench.joints.filter((j) => j.boxId === 'b1' && j.at?.device === 'd1' && /brass/.test(j.at.terminal)).length,
      throughScrews.length,
    ]).toEqual([1, 2]);
  });
  it('readings speak for one of the ways: dark here and right behind can’t be through the screws', () => {
    const d = dictionaryOf(circuitWays(house(), 'b2'), 'b2');
    expect(d.suspects.reduce((sum, s) => sum + s.prior, 0)).toBeCloseTo(1, 6);
    const { parts } = searchState(d, searching('b1', { complaint: 'dead' }, ['breakers', 'all on'], ['lamps/d1/lower', DARK], ['lamps/d2/lower', 'reads as right'], ['plug/d1', 'firm'])); // prettier-ignore
    expect(parts.slice(0, 2).map((p) => p.part)).toContain('joints/b1');
    // were it fed through the screws alone, a dark one before a right one would be its contacts
    const only = circuitWays(house(), 'b2')[1]!;
    const through = searchState(dictionaryOf([{ ...only, share: 1 }], 'b2'), searching('b1', { complaint: 'dead' }, ['breakers', 'all on'], ['lamps/d1/lower', DARK], ['lamps/d2/lower', 'reads as right'], ['plug/d1', 'firm'])); // prettier-ignore
    const share = (state: { parts: { part: string; share: number }[] }): number => state.parts.find((p) => p.part === 'joints/b1')!.share;
    expect(share({ parts })).toBeGreaterThan(share(through));
  });
});

describe('a look that tells the school', () => {
  const ways = once(() => circuitWays(house(), 'b2'));
  const d = once(() => dictionaryOf(ways(), 'b2'));
  it('is offered only where nobody looked and a cable goes on, on bare ends, after a proof', () => {
    expect(d().tests.filter((t) => t.id.startsWith('school/')).map((t) => [t.id, t.dead])).toEqual([['school/b0', true], ['school/b1', true]]); // prettier-ignore
    expect(dictionaryOf(circuitBench(house(), 'b2'), 'b2').tests.some((t) => t.id.startsWith('school/'))).toBe(false);
  });
  it('takes the other way out of it: seen in splices, what hung on a device’s screw is no suspect', () => {
    const share = (...more: [string, string][]): number => {
      const shares = sharesOf(d(), searching('b2', { complaint: 'dead' }, ...more));
      const through = new Set(d().suspects.map((s, i) => [s, i] as const).filter(([s]) => /^open contact/.test(s.kind) && s.boxId === 'b1' && / on |to Nook/.test(s.words)).map(([, i]) => i)); // prettier-ignore
      return d().hypotheses.reduce(
        (sum, h, i) => sum + (h.of.some((c) => d().classes[c]!.members.some((m) => through.has(m))) ? shares[i]! : 0),
        0,
      );
    };
    expect(share(['school/b1', 'pigtail'])).toBeLessThan(share() / 5);
    expect(share(['school/b1', 'feed-through'])).toBeGreaterThan(share());
  });
});

describe('a circuit that shares its neutral', () => {
  const { site } = quinceStreet;
  const line = site.cables.find((c) => c.id === 'workshop-line')!;
  const box = { ...site.boxes.find((b) => b.id === 'hall-box')!, id: 'w1', name: 'Loom bench box', circuitId: 'c12' };
  const shared: Site = { ...site, wiring: [], loads: [], boxes: [box], devices: [], cables: [{ ...line, ends: [{ label: 'panel' }, { boxId: 'w1', label: 'Loom bench box' }] as typeof line.ends }] }; // prettier-ignore
  it('has the tied breaker on its bench, on the other leg, with the red wire under it', () => {
    const { bench, taken } = circuitBench(shared, 'w1');
    expect(bench.breakers.map((b) => [b.number, b.leg])).toEqual([['12', 'A'], ['14', 'B']]); // prettier-ignore
    expect(bench.breakers[0]!.tiedTo).toBe(bench.breakers[1]!.id);
    const red = bench.joints.find((j) => j.at?.device === bench.breakers[1]!.id)!;
    expect(red.ends.map((e) => 'cableId' in e && bench.cables.find((c) => c.id === e.cableId)!.colours[e.conductor])).toEqual(['red']);
    expect(taken.join(' ')).not.toMatch(/is shared, and which breaker/);
  });
  it('with a tie that was noted at the other breaker alone, too', () => {
    const panel = {
      ...shared.panel!,
      breakers: shared.panel!.breakers.map(({ tiedTo, ...b }) => (b.circuitId === 'c14' ? { ...b, tiedTo: tiedTo ?? '' } : b)),
    };
    expect(circuitBench({ ...shared, panel }, 'w1').bench.breakers.map((b) => b.number)).toEqual(['12', '14']);
  });
  it('without a tie that was noted nothing is guessed by name: it says what to note', () => {
    const panel = { ...shared.panel!, breakers: shared.panel!.breakers.map(({ tiedTo: _, ...b }) => b) };
    const { bench, taken } = circuitBench({ ...shared, panel }, 'w1');
    expect(bench.breakers.map((b) => b.number)).toEqual(['12']);
    expect(taken.join(' ')).toMatch(/is shared, and which breaker is tied to its own was not noted.*Note the handle tie/);
  });
});

describe('limits, just inside and just outside', () => {
  const likely = (volts: number, nominal?: number): string =>
    Object.entries(voltsShown(volts, nominal)).reduce((a, b) => (b[1] > a[1] ? b : a))[0];
  it('volts under a load, of 120 V and of 230 V', () => {
    expect([2, 8, 105, 115, 122, 133].map((v) => likely(v))).toEqual(['none', 'low', 'low', 'full', 'full', 'high']);
    // the same shares of 230 V: 110 of 120 is 211, 127 of 120 is 243
    expect([200, 220, 236, 255].map((v) => likely(v, 230))).toEqual(['low', 'full', 'full', 'high']);
  });
  it('near a limit it may be either, and all shares sum to one', () => {
    const near = voltsShown(110);
    expect([near['low'], near['full']]).toEqual([expect.closeTo(0.5, 1), expect.closeTo(0.5, 1)]);
    for (let v = 0; v < 250; v += 7) expect(Object.values(voltsShown(v)).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
  });
  it('what a test risks is weighed: bare ends four minutes, probes in live slots half of one, a look at a breaker nothing (common practice)', () => {
    const d = dictionaryOf(onBench(runOfBoxes({ boxes: 2 })), 'box2');
    const risk = (id: string): number => riskOf(d.tests.find((t) => t.id === id)!);
    expect([risk('look/box2'), risk('through/cable2'), risk('meter/device2/lower'), risk('lamps/device2/lower'), risk('breakers')]).toEqual(
      [4, 4, 0.5, 0, 0],
    );
    expect(costOf(d.tests.find((t) => t.id === 'look/box2')!)).toBe(8 + 4);
    // a box further on takes a minute to walk to
    expect(d.tests.find((t) => t.id === 'look/box1')!.minutes).toBe(9);
  });
});

describe('what a page shows of a search', () => {
  const d = once(() => dictionaryOf(onBench(runOfBoxes({ boxes: 3 })), 'box3'));
  const readings: [string, string][] = [['lamps/device3/lower', DARK], ['breakers', 'all on'], ['lamps/device2/lower', 'reads as right'], ['plug/device3', 'firm']]; // prettier-ignore
  it('the likeliest parts with what speaks for each, the tests in order, what lies in no box', () => {
    const view = searchView(d(), searching('box3', { complaint: 'dead' }, ...readings));
    expect(view.suspects.length).toBeGreaterThan(2);
    expect(view.suspects.length).toBeLessThanOrEqual(8);
    expect(view.suspects.map((s) => s.part)).toEqual(view.state.parts.slice(0, view.suspects.length).map((p) => p.part));
    for (const s of view.suspects) {
      expect(s.why.readings).toHaveLength(4);
      expect(s.why.now).toBeCloseTo(s.share, 9);
    }
    expect(view.made.map((m) => [m.outcome, m.doubted])).toEqual([[expect.stringMatching(/^hot open/), false], ['all are on', false], ['reads as right', false], ['it holds firmly', false]]); // prettier-ignore
    const start = searchView(d(), searching('box3', { complaint: 'dead' }));
    expect(start.elsewhere).toMatch(/what is plugged in.*\(\d+ %\)/);
  });
  it('what was mended and tried again, in words; a test that the circuit no longer has is named as such', () => {
    const view = searchView(
      d(),
      searching(
        'box3',
        { complaint: 'dead' },
        ['mended/joints/box2', 'done'],
        ['again', 'works'],
        ['again', 'still'],
        ['lamps/ghost/upper', 'purple'],
      ),
    );
    expect(view.made.map((m) => `${m.words}: ${m.outcome}`)).toEqual([
      expect.stringMatching(/^Mended: open: .*Box 2/),
      'Tried again: it does what it should',
      'Tried again: it is as before',
      'a test that this circuit no longer has: purple',
    ]);
  });
  it('an unknown switch in a run is drawn on its cable', () => {
    const { line } = searchView(
      d(),
      searching(
        'box3',
        { complaint: 'dead' },
        ['switches', 'works now'],
        ['lamps/device3/lower', DARK],
        ['lamps/device2/lower', 'reads as right'],
      ),
    );
    expect(line.cables.find((c) => c.id === 'cable3')!.suspicion).toBe('likely');
  });
});

describe('what mends it', () => {
  const known = once(() => circuitBench(house(), 'b1'));
  it.each([
    ['unknown/c1', /switch nobody knows of/],
    ['breaker/x', /fully off first, then on, once/],
    ['panel', /licensed electrician; leave the breaker off/],
    ['tripped/d1', /press its reset until it clicks/],
    ['switch/d1', /Switch it on, and label/],
    ['appliance/d1', /have it mended, or let it go/],
    ['noted', /proves nothing dead/],
    ['cable/c1', /^to Loft box doesn’t bring it through: leave the circuit off/],
    ['cable/nowhere', /^The cable doesn’t bring it through/],
    ['device/nowhere', /survey it first/],
    ['joints/nowhere', /made anew\.$/],
    ['what/ever', /Nothing that is known here explains it/],
    ['service', /Call the supplier now/],
    ['back-fed', /Two sources feed one circuit/],
  ])('%s: nothing is planned, and what to do is said', (part, says) => {
    expect(repairOf(known(), house(), DEFAULT_SCHOOLS, part)).toEqual({ changes: [], says: expect.stringMatching(says) });
  });
  it('a worn device by one of its kind; connections by the plan’s own, whatever was seen; without the way of the power nothing is planned', () => {
    const device = repairOf(known(), house(), DEFAULT_SCHOOLS, 'device/d1');
    expect([device.says, device.changes.map((c) => c.do)]).toEqual(['A new Loft box receptacle takes its place.', ['replace-device']]);
    // the only cable that was noted leads on from it
    const onward: Site = {
      ...house(),
      cables: house()
        .cables.filter((c) => c.id === 'c2')
        .map((c) => ({ ...c, direction: 'known' as const })),
    };
    const open = repairOf(circuitBench(onward, 'b1'), onward, DEFAULT_SCHOOLS, 'joints/b1', { kind: 'open splice' });
    expect(open).toEqual({ changes: [], says: expect.stringMatching(/Make every connection in Loft box anew. How, the plan says once/) });
    const led: Site = { ...house(), cables: house().cables.map((c) => ({ ...c, direction: 'known' as const })) };
    const anew = repairOf(circuitBench(led, 'b1'), led, DEFAULT_SCHOOLS, 'joints/b1', { kind: 'open splice' });
    expect(anew.says).toBe('Every connection in Loft box is made anew.');
    expect(anew.changes).toMatchObject([
      { id: 'wire-b1', title: 'Connections in Loft box made anew', do: 'wire-box', wiring: { id: 'b1' } },
    ]);
    // a bad splice that was noted there is not what it is made by
    const seen: Site = { ...led, wiring: [{ ...(anew.changes[0] as { wiring: NonNullable<Site['wiring']>[number] }).wiring, joints: [] }] };
    expect(repairOf(circuitBench(seen, 'b1'), seen, DEFAULT_SCHOOLS, 'joints/b1').changes).toEqual(anew.changes);
  });
  it('a tab is mended by a new device, not by new connections', () => {
    const { changes } = repairOf(known(), house(), DEFAULT_SCHOOLS, 'joints/b1', { kind: 'wrong tab', deviceId: 'd1' });
    expect(changes.map((c) => c.do)).toEqual(['replace-device']);
  });
});
