/**
 * Simulated instruments on small circuits, as worked examples. Conductor resistances are held against the table of NEC chapter 9 (uncoated
 * copper at 75 °C: solid: 3.07 Ω/kft for 14 AWG, 1.93 for 12; from memory) brought to 20 °C; insulation limits are BS 7671 (from memory).
 */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nodeOf, runOfBoxes, sharedNeutralRun, switchOn } from '../circuit/index.js';
import { endKey, type Bench, type WireEnd } from '../model/index.js';
import { continuity, insulation, LAMP_LIT_V, lampReading, probe, readLamps, readVolts, findBreaker, scanFaults } from './index.js';

const off = (bench: Bench): Bench => ({ ...bench, breakers: bench.breakers.map((b) => ({ ...b, on: false })) });
const end = (cableId: string, conductor: number, e: 0 | 1): WireEnd => ({ cableId, conductor, end: e });
const node = (e: WireEnd): string => nodeOf.end(endKey(e));
const slot = (device: string, pin: 'hot' | 'neutral' | 'ground') => nodeOf.slot(device, 'upper', pin);
/** A wire taken off wherever it hangs. */
const loose = (bench: Bench, e: WireEnd): Bench => ({
  ...bench,
  joints: bench.joints.map((j) => ({ ...j, ends: j.ends.filter((x) => endKey(x) !== endKey(e)) })).filter((j) => j.ends.length > 0),
});

describe('continuity: a dead wire has the resistance of its table', () => {
  const TO_20 = 1 / (1 + 0.00393 * 55);
  it.each([
    [14, 3.07],
    [12, 1.93],
  ] as const)('%i AWG, 100 ft', (gauge, ohmPerKft) => {
    const bench = off(runOfBoxes({ boxes: 1, gauge, amps: 15, lengthMm: 30_480 }));
    const r = continuity(switchOn(bench), node(end('cable1', 0, 0)), node(end('cable1', 0, 1)));
    const table = (ohmPerKft / 10) * TO_20;
    expect(r.ok && Math.abs(r.ohm / table - 1)).toBeLessThan(0.01);
    expect(r.ok && r.beeps).toBe(true);
  });
  it('no path is open, not a large number', () => {
    const bench = off(loose(runOfBoxes({ boxes: 1 }), end('cable1', 2, 1)));
    const r = continuity(switchOn(bench), node(end('cable1', 2, 0)), slot('device1', 'ground'));
    expect(r).toEqual({ ok: true, ohm: Infinity, beeps: false });
  });
  it('through a plugged lamp of 60 W it finds the lamp, 240 Ω, and does not beep', () => {
    const run = off(runOfBoxes({ boxes: 1 }));
    const bench: Bench = {
      ...run,
      plugged: [{ id: 'lamp', name: 'lamp', deviceId: 'device1', face: 'upper', watts: 60, powerFactor: 1, on: true }],
    };
    const r = continuity(switchOn(bench), slot('device1', 'hot'), slot('device1', 'neutral'));
    expect(r.ok && r.ohm).toBeCloseTo(240, 0);
    expect(r.ok && r.beeps).toBe(false);
  });
});

describe('insulation', () => {
  it('refuses on a live circuit', () => {
    const r = insulation(switchOn(runOfBoxes({ boxes: 1 })), slot('device1', 'hot'), slot('device1', 'ground'));
    expect('refused' in r && r.refused).toMatch(/dead circuits only/);
  });
  it('a sound dead run is above 1 MΩ; a kettle left in reads as its 14.4 Ω through the neutral’s bond, which is why all is unplugged', () => {
    const run = off(runOfBoxes({ boxes: 1 }));
    const test = (bench: Bench) => insulation(switchOn(bench), slot('device1', 'hot'), slot('device1', 'ground'));
    const sound = test(run);
    expect('ok' in sound && sound.ok).toBe(true);
    const kettle = { id: 'k', name: 'kettle', deviceId: 'device1', face: 'upper', watts: 1000, powerFactor: 1, on: true } as const;
    const left = test({ ...run, plugged: [kettle] });
    expect('ok' in left && left.ok).toBe(false);
    expect('megohm' in left && left.megohm * 1e6).toBeCloseTo(14.5, 0);
  });
  it('switched off but leaking to its case through 200 kΩ it is found', () => {
    const run = off(runOfBoxes({ boxes: 1 }));
    const heater = {
      id: 'h',
      name: 'heater',
      deviceId: 'device1',
      face: 'upper',
      watts: 1000,
      powerFactor: 1,
      on: false,
      leaksOhm: 200_000,
    } as const;
    const r = insulation(switchOn({ ...run, plugged: [heater] }), slot('device1', 'hot'), slot('device1', 'ground'));
    expect('megohm' in r && r.megohm).toBeCloseTo(0.2, 1);
    expect('ok' in r && r.ok).toBe(false);
  });
});

describe('volts', () => {
  it('a cable hot that hangs free beside a live one shows volts on 10 MΩ, none on 4 kΩ, and is called a ghost', () => {
    // the red of a shared run taken off its breaker: its whole length lies beside the live black
    const bench = loose(sharedNeutralRun(24, 96), end('run', 1, 0));
    const free = loose(bench, end('run', 1, 1));
    const on = switchOn({ ...free, cables: free.cables.map((c) => ({ ...c, lengthMm: 15_000 })) });
    const [hot, ground] = [node(end('run', 1, 1)), node(end('run', 3, 1))];
    const high = readVolts(on, hot, ground, 'high');
    expect(high.volts).toBeGreaterThan(5);
    expect(high.ghost).toBe(true);
    expect(readVolts(on, hot, ground, 'low').volts).toBeLessThan(1);
  });
  it('between the two hots of opposite legs 240 V, of one leg next to nothing', () => {
    const between = (legs: ['A', 'B'] | ['A', 'A']) => {
      const on = switchOn(sharedNeutralRun(1000, 1000, legs));
      return readVolts(on, node(end('run', 0, 1)), node(end('run', 1, 1))).volts;
    };
    expect(between(['A', 'B'])).toBeCloseTo(240, 0);
    expect(between(['A', 'A'])).toBeLessThan(0.5);
  });
});

describe('lamps', () => {
  it('any three voltages read as lit, dim or dark by the thresholds alone, and an unknown pattern sends one to a meter', () => {
    const volts = fc.double({ min: 0, max: 250, noNaN: true });
    fc.assert(
      fc.property(volts, volts, volts, (a, b, c) => {
        const r = lampReading([a, b, c]);
        expect(r.hotNeutral === 'lit').toBe(a >= LAMP_LIT_V);
        expect(r.hotGround === 'lit').toBe(b >= LAMP_LIT_V);
        expect(r.neutralGround === 'lit').toBe(c >= LAMP_LIT_V);
        if ([r.hotNeutral, r.hotGround, r.neutralGround].includes('dim')) expect(r.says).toMatch(/take a meter/);
      }),
    );
  });
  it('dark lamps never say dead: a dead tester looks the same', () => {
    const r = readLamps(switchOn(off(runOfBoxes({ boxes: 1 }))), 'device1', 'upper');
    expect(r.says).toMatch(/a dead tester looks the same/);
  });
});

describe('probe and breaker finder', () => {
  it('the probe says of silence that it proves nothing', () => {
    const r = probe(switchOn(off(runOfBoxes({ boxes: 1 }))), end('cable1', 0, 1));
    expect(r).toMatchObject({ signals: false });
    expect(r.because).toMatch(/proves nothing dead/);
  });
  it('with its own breaker off nothing is sent, and none answers', () => {
    const bench = off(runOfBoxes({ boxes: 1 }));
    for (const f of findBreaker(switchOn(bench), 'device1', 'upper')) expect(f.strength).toBe(0);
  });
});

describe('every single fault', () => {
  it('is counted once, its progress grows to the end, and faults at the panel’s side of a run darken every face behind', () => {
    const bench = runOfBoxes({ boxes: 3 });
    const shares: number[] = [];
    const scan = scanFaults(bench, 'device3', 'upper', (done) => shares.push(done));
    expect(scan.rows.reduce((sum, r) => sum + r.count, 0)).toBe(scan.total);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    const counts = scan.rows.map((r) => r.count);
    expect(counts).toEqual([...counts].sort((a, b) => b - a));
    expect(shares.every((s) => s >= 0 && s <= 1)).toBe(true);
    const first = scanFaults(bench, 'device1', 'upper').rows.find((r) => r.says === 'reads as right');
    const last = scan.rows.find((r) => r.says === 'reads as right');
    expect(last!.count).toBeLessThan(first!.count);
  });
  it('is called by where it is: wire, screw or splice', () => {
    const examples = new Map(scanFaults(runOfBoxes({ boxes: 2 }), 'device2', 'upper').rows.map((r) => [r.says, r.examples]));
    expect(examples.get('ground open')).toEqual([
      'bare of panel to box 1 loose at ground bar, screw',
      'bare of panel to box 1 loose at splice 1, Box 1',
      'bare of box 1 to box 2 loose at splice 1, Box 1',
    ]);
    expect(examples.get('hot open, or no power: a dead tester looks the same')![0]).toBe('black of panel to box 1 loose at breaker 4');
    expect(examples.get('the breaker opens at once')![0]).toBe('black and white of panel to box 1 touch');
  });
});
