/**
 * What opens, when, and what opens with it. Points of UL 489 and BS EN 60898, and the 4 to 6 mA of UL 943, from memory; currents by Ohm’s law on
 * small runs of their own.
 */
import { describe, expect, it } from 'vitest';
import { PANEL, type Bench, type BenchBreaker } from '../model/index.js';
import { canReset, IMBALANCE_TRIP_A, opensWithin, runOfBoxes, sharedNeutralRun, switchOn, tripTime } from './index.js';

const CURVES = ['US', 'UK-B', 'UK-C'] as const;
const breaker = (bench: Bench, id: string, part: Partial<BenchBreaker>): Bench => ({ ...bench, breakers: bench.breakers.map((b) => (b.id === id ? { ...b, ...part } : b)) }); // prettier-ignore
/** Something plugged in that draws so many amps of 120 V, and leaks so many milliamps to ground. */
const plug = (bench: Bench, deviceId: string, amps: number, leakMa = 0): Bench => ({
  ...bench,
  plugged: [...bench.plugged, { id: `x-${deviceId}-${amps}`, name: 'thing', deviceId, face: 'upper', watts: 120 * Math.max(amps, 0.001), powerFactor: 1, on: amps > 0, ...(leakMa ? { leaksOhm: 120_000 / leakMa } : {}) }],
}); // prettier-ignore
const beside = (a: Bench, b: Bench): Bench => ({ ...a, boxes: [...a.boxes, ...b.boxes], cables: [...a.cables, ...b.cables], devices: [...a.devices, ...b.devices], joints: [...a.joints, ...b.joints], breakers: [...a.breakers, ...b.breakers], pigtails: [...a.pigtails, ...b.pigtails], plugged: [...a.plugged, ...b.plugged] }); // prettier-ignore
const opened = (bench: Bench, afterSeconds?: number) => switchOn(bench, {}, afterSeconds).opened.map((o) => [o.what, o.part]);
const on = (bench: Bench, afterSeconds?: number) => switchOn(bench, {}, afterSeconds).bench.breakers.map((b) => [b.id, b.on]);

describe('how long a breaker takes', () => {
  const after = (multiple: number, curve: (typeof CURVES)[number], amps = 20) => tripTime(multiple * amps, { amps, curve });
  // rating, holds, within the hour or two at, and at a second point within so many seconds
  it.each([
    ['US', 15, 1, 1.35, 3600, 2, 120],
    ['US', 30, 1, 1.35, 3600, 2, 120],
    ['US', 40, 1, 1.35, 3600, 2, 240],
    ['US', 50, 1, 1.35, 3600, 2, 240],
    ['US', 60, 1, 1.35, 7200, 2, 360],
    ['US', 100, 1, 1.35, 7200, 2, 360],
    ['US', 125, 1, 1.35, 7200, 2, 480],
    ['UK-B', 32, 1.13, 1.45, 3600, 2.55, 60],
    ['UK-B', 40, 1.13, 1.45, 3600, 2.55, 120],
    ['UK-B', 63, 1.13, 1.45, 3600, 2.55, 120],
    ['UK-B', 80, 1.13, 1.45, 7200, 2.55, 120],
    ['UK-C', 32, 1.13, 1.45, 3600, 2.55, 60],
    ['UK-C', 50, 1.13, 1.45, 3600, 2.55, 120],
    ['UK-C', 100, 1.13, 1.45, 7200, 2.55, 120],
  ] as const)('%s of %s A holds at %s, opens at %s within %s s, at %s within %s s', (curve, amps, holds, hour, longest, second, within) => {
    const at = (m: number) => after(m, curve, amps);
    expect(at(holds)).toBeUndefined();
    // above what it holds it may open, after a minute at the soonest, or never
    expect(at(holds + 0.001)).toEqual({ from: 60, to: Infinity });
    expect(at(hour - 0.001)).toEqual({ from: 60, to: Infinity });
    expect(at(hour + 1e-9)!.to).toBeCloseTo(longest, 3);
    expect(at(hour + 1e-9)!.from).toBeCloseTo(longest / 20, 3);
    expect(at(second)!.to).toBeCloseTo(within, 6);
    expect(at(second - 0.05)!.to).toBeGreaterThan(within);
    // twice as far again: a quarter of the time, as long as it is heat that opens it
    expect(at(2 * second)!.to).toBeCloseTo(curve === 'UK-B' ? 0.1 : within / 4, 6);
  });
  it('is in time by what BS EN 60898 has at the foot of the magnet: type B 45 s at 3 times, 90 above 32 A; type C 15 s at 5, 30 above', () => {
    for (const [curve, m, amps, most] of [
      ['UK-B', 3, 32, 45],
      ['UK-B', 3, 40, 90],
      ['UK-C', 5, 32, 15],
      ['UK-C', 5, 40, 30],
    ] as const) {
      // prettier-ignore
      const { to } = after(m, curve, amps)!;
      expect(to / most).toBeGreaterThan(0.9);
      // 15.6 of 15: the standard rounds
      expect(to / most).toBeLessThan(1.05);
    }
  });
  it.each([
    ['US', 8, 12],
    ['UK-B', 3, 5],
    ['UK-C', 5, 10],
  ] as const)('%s may open at once from %s on, and does at %s', (curve, may, does) => {
    expect(after(may - 0.001, curve)!.from).toBeGreaterThan(0);
    expect(after(may, curve)!.from).toBe(0);
    // till the magnet is sure, its heat alone is
    expect(after(does - 0.001, curve)!.to).toBeGreaterThan(1);
    expect(after(does, curve)).toEqual({ from: 0, to: 0.1 });
    expect([opensWithin(after(may - 0.001, curve), 1), opensWithin(after(may, curve), 1), opensWithin(after(does, curve), 0)]).toEqual([false, true, true]); // prettier-ignore
  });
  it('is open in time by its longest, not its shortest; what holds never is', () => {
    const twice = after(2, 'US')!;
    expect([opensWithin(twice, 120.01), opensWithin(twice, 119), opensWithin(undefined, 1e9)]).toEqual([true, false, false]);
    expect(opensWithin({ from: 60, to: Infinity }, 1e9)).toBe(false);
  });
  it('more current never takes longer, and no band is turned round', () => {
    for (const curve of CURVES)
      for (const amps of [15, 32, 40, 100]) {
        let before = Infinity;
        for (let m = 1; m < 14; m += 0.01) {
          const band = after(m, curve, amps);
          if (!band) continue;
          expect(band.from).toBeLessThanOrEqual(band.to);
          expect(band.to).toBeLessThanOrEqual(before);
          before = band.to;
        }
      }
  });
});

describe('overloads', () => {
  const run = runOfBoxes({ boxes: 1, lengthMm: 1000 });
  const twice = plug(run, 'device1', 31);
  // 120 V on 3.87 Ω behind 0.048 Ω of source, breaker, 2 m of copper and six contacts: 30.6 A
  it('31 A on 15 A: stands for a second, opens within two minutes; 15 A stand for good', () => {
    expect(opened(twice)).toEqual([]);
    const [over] = switchOn(twice).overloaded;
    expect([over!.breakerId, Math.round(over!.amps), over!.seconds.to < 120, over!.seconds.to > 60]).toEqual(['breaker', 31, true, true]);
    expect(opened(twice, 120)).toEqual([['breaker', 'breaker']]);
    expect(switchOn(twice, {}, 120).opened[0]).toMatchObject({ why: '30.6 A through breaker 4 of 15 A', amps: expect.closeTo(30.6, 1) });
    expect(switchOn(twice, {}, 120).overloaded).toEqual([]);
    expect(switchOn(plug(run, 'device1', 14.9)).overloaded).toEqual([]);
    expect(opened(plug(run, 'device1', 14.9), 1e9)).toEqual([]);
  });
  it('opens just when its time is up, not before', () => {
    const { to } = switchOn(twice).overloaded[0]!.seconds;
    expect([opened(twice, to), opened(twice, to - 1e-6)]).toEqual([[['breaker', 'breaker']], []]);
  });
  it('between what it holds and what it must open at it may never open, and says so', () => {
    const may = plug(run, 'device1', 18);
    expect(opened(may, 1e9)).toEqual([]);
    expect(switchOn(may).overloaded[0]!.seconds.to).toBe(Infinity);
  });
  it('the sooner goes first, whatever the order in the panel; of two alike the first by name; one that is off never', () => {
    const two = (a: number, b: number) => beside(plug(runOfBoxes({ boxes: 1, lengthMm: 1000 }, 'a'), 'adevice1', a), plug(runOfBoxes({ boxes: 1, lengthMm: 1000 }, 'b'), 'bdevice1', b)); // prettier-ignore
    expect(opened(two(25, 40), 600)).toEqual([['breaker', 'bbreaker'], ['breaker', 'abreaker']]); // prettier-ignore
    expect(opened(two(40, 25), 600)).toEqual([['breaker', 'abreaker'], ['breaker', 'bbreaker']]); // prettier-ignore
    const turned = two(30, 30);
    expect(opened({ ...turned, breakers: [...turned.breakers].reverse() }, 600)).toEqual([['breaker', 'abreaker'], ['breaker', 'bbreaker']]); // prettier-ignore
    expect(opened(breaker(two(40, 40), 'abreaker', { on: false }), 600)).toEqual([['breaker', 'bbreaker']]);
  });
});

describe('a dead short', () => {
  /** The white of the run under the brass screw beside the black: a bolted short behind the breaker of b1. */
  const shorted = (bench: Bench): Bench => ({ ...bench, joints: bench.joints.filter((j) => j.id !== 'ns').map((j) => (j.id === 'h1' ? { ...j, ends: [...j.ends, { cableId: 'run', conductor: 2, end: 1 }] } : j)) }); // prettier-ignore
  const run = sharedNeutralRun(20, 30);
  it.each([
    ['both ways', 'b3', 'b1'],
    ['by its own mark alone', 'b3', undefined],
    ['by the other’s mark alone', undefined, 'b1'],
  ] as const)('opens at once, and with it the one it is tied to, marked %s', (_, first, second) => {
    const tied = [first, second];
    const bench = { ...run, breakers: run.breakers.map(({ tiedTo: __, ...b }, i) => ({ ...b, ...(tied[i] ? { tiedTo: tied[i] } : {}) })) };
    const after = switchOn(shorted(bench));
    expect([after.opened.map((o) => o.part), after.bench.breakers.map((b) => b.on)]).toEqual([['b1'], [false, false]]);
    expect(after.opened[0]!.seconds).toEqual({ from: 0, to: 0.1 });
  });
  it('untied, the other one stays', () => {
    const bench = { ...run, breakers: run.breakers.map(({ tiedTo: _, ...b }) => b) };
    expect(on(shorted(bench))).toEqual([['b1', false], ['b3', true]]); // prettier-ignore
  });
  it('comes before what a protective receptacle sees', () => {
    const run2 = runOfBoxes({ boxes: 2, lengthMm: 1000, protectedFirst: true });
    const short: Bench = { ...run2, joints: run2.joints.map((j) => (j.id === 'device2-brass-upper' ? { ...j, ends: [...j.ends, { cableId: 'cable2', conductor: 1, end: 1 as const }] } : j)).filter((j) => j.id !== 'device2-silver-upper') }; // prettier-ignore
    expect(opened(short)).toEqual([['breaker', 'breaker']]);
  });
  it('from hot to ground it sees as well, and still the dead short is the sooner', () => {
    const run2 = runOfBoxes({ boxes: 2, lengthMm: 1000, protectedFirst: true });
    const short: Bench = { ...run2, joints: run2.joints.map((j) => (j.id === 'device2-brass-upper' ? { ...j, ends: [...j.ends, { cableId: 'cable2', conductor: 2, end: 1 as const }] } : j)).filter((j) => j.id !== 'device2-green') }; // prettier-ignore
    expect(opened(short)).toEqual([['breaker', 'breaker']]);
  });
});

describe('what goes out and does not come back', () => {
  const cases = [
    ['a protective receptacle', runOfBoxes({ boxes: 2, lengthMm: 1000, protectedFirst: true }), 'device2', 'device1', 'protective receptacle'],
    ['a protective breaker', breaker(runOfBoxes({ boxes: 2, lengthMm: 1000 }), 'breaker', { kind: 'ground-fault' }), 'device2', 'breaker', 'protective breaker'],
  ] as const; // prettier-ignore
  it.each(cases)('%s opens at 5 mA to ground, a load of 10 A or none beside it, and holds at 4.9', (_, bench, at, part, what) => {
    expect(IMBALANCE_TRIP_A).toBe(0.005);
    for (const amps of [0, 10]) {
      expect(opened(plug(bench, at, amps, 5.05))).toEqual([[what, part]]);
      expect(opened(plug(bench, at, amps, 4.9))).toEqual([]);
    }
    const [opening] = switchOn(plug(bench, at, 0, 20)).opened;
    expect([opening!.why, opening!.seconds]).toEqual([expect.stringMatching(/^20\.0 mA /), { from: 0.02, to: 0.2 }]);
  });
  it('a plain breaker sees none of it', () => expect(opened(plug(runOfBoxes({ boxes: 2, lengthMm: 1000 }), 'device2', 0, 30))).toEqual([]));
  it('a breaker that is off has nothing to open; another of two stays on', () => {
    const off = breaker(plug(cases[1][1], 'device2', 0, 30), 'breaker', { on: false });
    expect(opened(off)).toEqual([]);
    const two = beside(plug(breaker(runOfBoxes({ boxes: 1, lengthMm: 1000 }, 'a'), 'abreaker', { kind: 'ground-fault' }), 'adevice1', 0, 30), breaker(runOfBoxes({ boxes: 1, lengthMm: 1000 }, 'b'), 'bbreaker', { kind: 'ground-fault' })); // prettier-ignore
    expect(on(two)).toEqual([['abreaker', false], ['bbreaker', true]]); // prettier-ignore
    // of two receptacles the one that it goes through
    const both = beside(plug(runOfBoxes({ boxes: 2, lengthMm: 1000, protectedFirst: true }, 'a'), 'adevice2', 0, 30), runOfBoxes({ boxes: 2, lengthMm: 1000, protectedFirst: true }, 'b')); // prettier-ignore
    expect(switchOn(both).bench.devices.map((d) => [d.id, d.tripped])).toEqual([['adevice1', true], ['adevice2', false], ['bdevice1', false], ['bdevice2', false]]); // prettier-ignore
  });
  it('the ground of its own cable is no way back, whatever other cables come first in the panel', () => {
    const own = plug(breaker(runOfBoxes({ boxes: 1, lengthMm: 1000 }), 'breaker', { kind: 'ground-fault' }), 'device1', 0, 30);
    expect(opened(beside(sharedNeutralRun(20, 30), own))).toEqual([['protective breaker', 'breaker']]);
    expect(opened(beside(own, sharedNeutralRun(20, 30)))).toEqual([['protective breaker', 'breaker']]);
  });
  it('a neutral that is borrowed from another circuit trips the breaker that sent the current', () => {
    const a = breaker(runOfBoxes({ boxes: 1, lengthMm: 1000 }, 'a'), 'abreaker', { kind: 'ground-fault' });
    const b = runOfBoxes({ boxes: 1, lengthMm: 1000 }, 'b');
    const two = plug(beside(a, b), 'adevice1', 1);
    // the white of a ends on the silver screw of b instead of the bar
    const borrowed: Bench = { ...two, joints: two.joints.filter((j) => j.id !== 'aneutral-bar-1').map((j) => (j.id === 'adevice1-silver-upper' ? { ...j, ends: [...j.ends, { pigtailId: 't', end: 0 as const }] } : j.id === 'bdevice1-silver-upper' ? { ...j, ends: [...j.ends, { pigtailId: 't', end: 1 as const }] } : j)), pigtails: [...two.pigtails, { id: 't', boxId: 'abox1', colour: 'white', gauge: 14, lengthMm: 150 }] }; // prettier-ignore
    expect(opened(two)).toEqual([]);
    expect(opened(borrowed)).toEqual([['protective breaker', 'abreaker']]);
    // only what is landed in the panel is its own
    expect(borrowed.joints.filter((j) => j.boxId === PANEL && j.at?.device === 'abreaker')).toHaveLength(1);
  });
});

describe('setting a protective receptacle again', () => {
  const run = runOfBoxes({ boxes: 1, lengthMm: 1000, protectedFirst: true });
  const tripped: Bench = { ...run, devices: run.devices.map((d) => ({ ...d, tripped: true })) };
  it('wants the supply on LINE, from seven tenths of it on', () => {
    expect(canReset(switchOn(tripped), 'device1')).toEqual({ ok: true, volts: expect.closeTo(120, 0) });
    expect(canReset(switchOn(breaker(tripped, 'breaker', { on: false })), 'device1').ok).toBe(false);
    // behind a bad contact of 60 Ω, with 10 A wanted of it, about 20 V of 120 are left
    const weak = plug(
      { ...run, joints: run.joints.map((j) => (j.id === 'device1-line-brass' ? { ...j, looseOhm: 60 } : j)) },
      'device1',
      10,
    );
    expect(canReset(switchOn(weak), 'device1').ok).toBe(false);
    const uk: Bench = { ...tripped, supply: { kind: 'single-phase', volts: 230, sourceOhm: 0.15, loopOhm: 0.35 } };
    expect(canReset(switchOn(uk), 'device1')).toEqual({ ok: true, volts: expect.closeTo(230, 0) });
  });
});
