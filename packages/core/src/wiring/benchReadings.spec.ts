/**
 * What instruments in hand say on the bench, worked by hand from Ohm's law and the gauge table (NEC chapter 9, solid copper, from memory):
 * 14 AWG 2.525 Ω, 12 AWG 1.588 Ω for 1 000 ft at 20 °C. Words are the project's own.
 */
import { describe, expect, it } from 'vitest';
import { nodeOf, runOfBoxes, sharedNeutralRun, switchOn } from '../circuit/index.js';
import { benchSamples } from '../houses.testing.js';
import { endKey, type Bench, type WireEnd } from '../model/index.js';
import {
  BENCH_INSTRUMENTS,
  eventWords,
  faceFindings,
  plug,
  plugIn,
  rangeWords,
  readInstrument,
  throwBreaker,
  twoLiveCables,
  type BenchInstrument,
  type InHand,
} from './index.js';

const run = runOfBoxes({ boxes: 2 });
const off = throwBreaker(run, 'breaker', false);
const end = (cableId: string, conductor: number, e: 0 | 1): WireEnd => ({ cableId, conductor, end: e });
const slot = (device: string, pin: 'hot' | 'neutral' | 'ground') => ({ node: nodeOf.slot(device, 'upper', pin), label: pin });
const sample = (id: string): Bench => benchSamples.find((s) => s.id === id)!.bench;
const read = (bench: Bench, instrument: BenchInstrument, hand: Omit<InHand, 'instrument'> = {}) =>
  readInstrument(switchOn(bench), { instrument, ...hand });
const done = (r: ReturnType<typeof plugIn>): Bench => {
  if (!r.ok) throw new Error(r.why);
  return r.bench;
};

describe('an instrument held nowhere says where it goes', () => {
  it.each(BENCH_INSTRUMENTS.filter((i) => i !== 'hands'))('%s', (instrument) =>
    expect(read(run, instrument)!.says).toMatch(/^(?:Touch|Plug|Hold|Close)/),
  );
  it('bare hands read nothing', () => expect(read(run, 'hands')).toBeUndefined());
  it('a point that is gone is a point not touched', () =>
    expect(read(run, 'meter', { red: { node: 'nowhere', label: 'x' }, black: slot('device1', 'hot') })!.figure).toBe('– V'));
});

describe('readings', () => {
  const probes = { red: slot('device2', 'hot'), black: slot('device2', 'neutral') };
  it('hot to neutral: 120 V with nothing on it', () =>
    expect(read(run, 'meter', probes)).toMatchObject({ figure: '120.0 V~', says: 'hot to neutral' }));
  it('the same under 12 A of load, 2 × 12 m of 14 AWG and the source: about 2.6 V less', () => {
    // 24 m at 8.28 mΩ/m is 0.199 Ω, the source 0.02 Ω, contacts a little: 12 A × 0.22 Ω = 2.6 V
    const loaded = done(plugIn(runOfBoxes({ boxes: 2, lengthMm: 6000 }), 'device2', 'lower', 'heater 12 A', 'h'));
    const volts = Number.parseFloat(read(loaded, 'meter', probes)!.figure);
    expect(120 - volts).toBeGreaterThan(2.3);
    expect(120 - volts).toBeLessThan(3);
  });
  it('two probes at one point: 0 V', () =>
    expect(read(run, 'meter', { red: slot('device1', 'hot'), black: slot('device1', 'hot') })!.figure).toBe('0.0 V~'));
  it.each(['continuity', 'insulation tester'] as const)('%s refuses on a live circuit, with the volts', (instrument) =>
    expect(read(run, instrument, probes)).toMatchObject({ figure: 'refused', says: expect.stringMatching(/V here/) }),
  );
  it('continuity along a dead hot of 20 ft twice is near 0.1 Ω and beeps', () => {
    const r = read(off, 'continuity', {
      red: { node: nodeOf.end(endKey(end('cable1', 0, 0))), label: '' },
      black: slot('device2', 'hot'),
    })!;
    expect(Number.parseFloat(r.figure)).toBeGreaterThan(0.09);
    expect(Number.parseFloat(r.figure)).toBeLessThan(0.12);
    expect(r.says).toBe('it beeps');
  });
  it('through a lamp there is a path, and it is not called sound', () => {
    const lamp = done(plugIn(off, 'device2', 'upper', 'lamp 60 W', 'l'));
    expect(read(lamp, 'continuity', probes)).toMatchObject({ figure: '240 Ω', says: expect.stringMatching(/no sound one/) });
  });
  it('hot to neutral of a dead run with nothing in it: no path', () =>
    expect(read(off, 'continuity', probes)).toMatchObject({ figure: 'open', says: 'no path' }));
  it('three lamps say what they can’t see, every time', () => {
    const r = read(run, 'three-lamp tester', { face: { deviceId: 'device1', face: 'upper' } })!;
    expect(r.lamps!.map((l) => `${l.name} ${l.state}`)).toEqual(['H–N lit', 'H–G lit', 'N–G dark']);
    expect(r.doubts).toMatch(/bootleg ground/);
  });
  it('swapped wires light neutral to ground', () => {
    const r = read(sample('swapped'), 'three-lamp tester', { face: { deviceId: 'device2', face: 'upper' } })!;
    expect(r.lamps!.map((l) => l.state)).toEqual(['lit', 'dark', 'lit']);
    expect(r.says).toBe('hot and neutral swapped');
  });
  it('a clamp: 10 A round one conductor, nothing round the cable', () => {
    const loaded = done(plugIn(run, 'device2', 'upper', 'heater 1200 W', 'h'));
    const one = Number.parseFloat(read(loaded, 'clamp', { end: end('cable1', 0, 1) })!.figure);
    expect(one).toBeGreaterThan(9.5);
    expect(one).toBeLessThanOrEqual(10);
    expect(read(loaded, 'clamp', { end: end('cable1', 0, 1), wholeCable: true })!.figure).toBe('0.00 A~');
  });
  it('the finder names its breaker; with that off the sender is dead, and says so', () => {
    const face = { deviceId: 'device1', face: 'upper' } as const;
    expect(read(run, 'breaker finder', { face })!.says).toBe('breaker 4: 100 %');
    expect(read(off, 'breaker finder', { face })!.says).toMatch(/sender is dead/);
  });
  it('the probe at a dead hot is silent and proves nothing', () =>
    expect(read(off, 'non-contact probe', { end: end('cable1', 0, 1) })).toMatchObject({
      figure: 'silent',
      says: expect.stringMatching(/proves nothing dead/),
    }));
});

describe('plugged in', () => {
  it.each([
    ['kettle 1500 W', 1500, 'kettle'],
    ['saw 10 A', 1200, 'saw'],
    ['1.2 kW', 1200, 'load'],
  ])('%s is %i W', (text, watts, name) => {
    const [p] = done(plugIn(run, 'device1', 'upper', text, 'x')).plugged;
    expect(p!.watts).toBeCloseTo(watts, 6);
    expect(p!.name).toBe(name);
  });
  it.each(['', 'kettle', 'kettle many W', 'kettle 0 W', 'kettle 99 kW'])('“%s” is refused with what would do', (text) => {
    const r = plugIn(run, 'device1', 'upper', text, 'x');
    expect(!r.ok && r.why.length).toBeGreaterThan(10);
  });
  it('one thing in a face: what was there comes out', () => {
    const twice = done(plug(done(plug(run, 'device1', 'upper', 'a', 60, '1')), 'device1', 'upper', 'b', 40, '2'));
    expect(twice.plugged.map((p) => p.name)).toEqual(['b']);
  });
});

describe('what opened, and when', () => {
  it('18 A on 15 A stands at first; the words give the most it takes, or that it may hold', () => {
    const loaded = done(plugIn(run, 'device1', 'upper', 'heater 2160 W', 'h'));
    const [says] = eventWords(switchOn(loaded));
    expect(says).toMatch(/^Overload: 17\.\d A on breaker 4 of 15 A; it (may hold|opens within)/);
  });
  it.each([
    [{ from: 0, to: 0.1 }, 'up to 0.1 s'],
    [{ from: 20, to: 80 }, '20 s to 80 s'],
    [{ from: 120, to: 3600 }, 'up to 1 h'],
    [{ from: 60, to: Infinity }, '60 s or never'],
  ])('%j is %s', (range, words) => expect(rangeWords(range)).toBe(words));
});

describe('volts and shorts at a face', () => {
  it('kiln corner: 14.6 A × (28 m × 5.21 mΩ/m + 0.02 Ω) is 2.4 V lost; a short is held back by 0.17 Ω', () => {
    const bench = sample('kiln');
    const [face] = faceFindings(switchOn(bench), bench, 'US-2020');
    const [volts, drop, short] = face!.sums;
    expect(-volts!.terms[1]!.value).toBeGreaterThan(2.2);
    expect(-volts!.terms[1]!.value).toBeLessThan(2.8);
    expect(drop!.limit).toMatchObject({ value: 5, relation: '≤' });
    expect(short!.terms[1]!.value).toBeGreaterThan(0.16);
    expect(short!.terms[1]!.value).toBeLessThan(0.19);
  });
  it('each sum is its terms: volts add up, and volts over ohms are the amps', () => {
    for (const { bench } of benchSamples)
      for (const f of faceFindings(switchOn(bench), bench, 'US-2020')) {
        const [volts, , short] = f.sums;
        expect(volts!.terms.reduce((s, t) => s + t.value, 0)).toBeCloseTo(volts!.result.value, 9);
        expect(short!.terms[0]!.value / short!.terms[1]!.value).toBeCloseTo(short!.result.value, 6);
      }
  });
  it('a cable of unknown length counts only for what it feeds', () => {
    const bench: Bench = { ...run, unmeasured: [{ of: 'cable2', what: 'length' }] };
    const faces = faceFindings(switchOn(bench), bench, 'US-2020');
    expect(faces.filter((f) => f.verdict === 'can’t tell').map((f) => f.title)).toEqual(['Receptacle 2, upper', 'Receptacle 2, lower']);
  });
});

describe('two live cables in a box', () => {
  it('opposite legs are 240 V apart', () => {
    const [two] = twoLiveCables(switchOn(sample('two-live')));
    expect(two!.reading.betweenVolts).toBeCloseTo(240, 0);
    expect(two!.reading.legs).toBe('opposite legs');
  });
  it('a run has none, a shared neutral comes in one cable', () => {
    expect(twoLiveCables(switchOn(run))).toEqual([]);
    expect(twoLiveCables(switchOn(sharedNeutralRun(24, 96)))).toEqual([]);
  });
});
