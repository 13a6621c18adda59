/** NEC 240.4(D), 210.20–23, Chapter 9 Table 8 from memory; figures of handbook 22; voltage drop also solved by ngspice (Debian). */
import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { AWG_SIZES, awgAreaMm2, copperOhmPerMetre, type Awg } from '../measure/index.js';
import {
  circuitLoad,
  conductorForBreaker,
  cordConnected,
  loadShares,
  OHM_PER_KFT_75C,
  receptacleRating,
  smallestGaugeFor,
  voltageDrop,
} from './load.js';

const load = (name: string, watts: number, more = {}) => ({ name, watts, continuous: false, fixed: false, ...more });
const all = (breakerA: number | undefined, loads: ReturnType<typeof load>[], complete = true) =>
  circuitLoad({ edition: 'US-2020', breakerA, volts: 120, loads, complete });

describe('conductor and breaker', () => {
  it.each([
    [14, 15, 'ok'],
    [14, 20, 'stop'],
    [12, 20, 'ok'],
    [12, 15, 'ok'],
    [12, 25, 'stop'],
    [10, 30, 'ok'],
    [10, 40, 'stop'],
    [16, 15, 'stop'],
    [8, 40, 'ok'],
    [8, 50, 'stop'],
    [14, undefined, 'can’t tell'],
  ] as [Awg, number | undefined, string][])('%s AWG on %s A: %s', (gauge, breaker, verdict) =>
    expect(conductorForBreaker('US-2020', gauge, breaker).verdict).toBe(verdict),
  );
  it('names the smallest gauge for a breaker', () => expect([15, 20, 30].map(smallestGaugeFor)).toEqual([14, 12, 10]));
});

describe('receptacle rating (210.21(B))', () => {
  it.each([
    ['duplex-15', 15, false, 'ok'],
    ['duplex-15', 20, false, 'ok'],
    ['duplex-20', 20, false, 'ok'],
    ['duplex-20', 15, false, 'stop'],
    ['single-15', 20, true, 'stop'],
    ['single-20', 20, true, 'ok'],
    ['single-15', 20, false, 'ok'],
    ['duplex-15', 30, false, 'stop'],
    ['duplex-15', undefined, false, 'can’t tell'],
  ] as const)('%s on %s A, alone %s: %s', (kind, breaker, alone, verdict) =>
    expect(receptacleRating('US-2020', kind, breaker, alone).verdict).toBe(verdict),
  );
});

describe('loads', () => {
  it('lamps: 14 × 60 W ÷ 120 V = 7.00 A, × 1.25 = 8.75 A ≤ 15 A', () => {
    expect(all(15, [load('lamps', 14 * 60)]).amps).toBeCloseTo(7, 9);
    const continuous = all(15, [load('lamps', 14 * 60, { continuous: true })]);
    expect(continuous.amps).toBeCloseTo(8.75, 9);
    expect(continuous.verdict).toBe('ok');
  });
  it('7.5 A + 11 A = 18.5 A fits 20 A and not 15 A', () => {
    const loads = [load('first', 900), load('second', 1320)];
    expect(all(20, loads).amps).toBeCloseTo(18.5, 9);
    expect([all(20, loads).verdict, all(15, loads).verdict]).toEqual(['ok', 'stop']);
  });
  it('exactly the breaker is allowed, and the 80 % of a continuous load is the same as 125 %', () => {
    expect(all(15, [load('heater', 1800)]).verdict).toBe('ok');
    expect(all(15, [load('kiln', 1440, { continuous: true })]).verdict).toBe('ok');
    expect(all(15, [load('kiln', 1450, { continuous: true })]).verdict).toBe('stop');
  });
  it('laid end to end they make the same sum', () => {
    const loads = [load('lamp', 60), load('kiln', 960, { continuous: true }), load('press', 600)];
    const shares = loadShares(loads, 120);
    expect(shares.map((s) => [s.amps, s.countedA, s.fromA])).toEqual([
      [0.5, 0.5, 0],
      [8, 10, 0.5],
      [5, 5, 10.5],
    ]);
    expect(shares.at(-1)!.fromA + shares.at(-1)!.countedA).toBeCloseTo(all(20, loads).amps, 9);
  });
  it('fixed appliances take half of a shared circuit at most', () => {
    expect(all(20, [load('fixed', 1200, { fixed: true }), load('lamp', 60)]).verdict).toBe('ok');
    expect(all(20, [load('fixed', 1260, { fixed: true }), load('lamp', 60)]).verdict).toBe('stop');
    expect(all(20, [load('fixed', 1260, { fixed: true })]).verdict).toBe('ok');
  });
  it('an unknown breaker or an incomplete list is never ok', () => {
    expect(all(undefined, [load('lamp', 60)]).verdict).toBe('can’t tell');
    expect(all(15, [load('lamp', 60)], false).verdict).toBe('can’t tell');
    expect(all(15, [load('heater', 2000)], false).verdict).toBe('stop');
  });
  it.each([
    [15, 15, 1440, 'ok'],
    [15, 20, 1441, 'stop'],
    [20, 20, 1920, 'ok'],
    [20, 20, 1930, 'stop'],
    [20, 15, 1500, 'stop'],
  ] as const)('one plug on a %d A face, %d A circuit, %d W: %s (Table 210.21(B)(2))', (face, circuit, watts, verdict) =>
    expect(cordConnected('US-2020', face, circuit, load('one', watts), 120).verdict).toBe(verdict),
  );
});

describe('voltage drop', () => {
  const drop = (gauge: Awg, lengthFt: number, currentA: number) =>
    voltageDrop('US-2020', 120, [{ label: 'run', gauge, lengthFt, currentA }]);
  it('12 A over 50 ft of 14 AWG: 2·12·3.07·0.05 = 3.68 V = 3.07 %: a caution', () => {
    expect(drop(14, 50, 12).dropV).toBeCloseTo(3.684, 9);
    expect(drop(14, 50, 12).percent).toBeCloseTo(3.07, 9);
    expect(drop(14, 50, 12).verdict).toBe('caution');
  });
  it('12 AWG over the same way is in order', () => expect(drop(12, 50, 12).verdict).toBe('ok'));
  it.each([
    // NEC Chapter 9 Table 8, uncoated copper at 75 °C, from memory: 8 AWG solid 0.764, 6 AWG stranded 0.491 Ω per 1000 ft
    [8, 30, 100, 2 * 30 * 0.764 * 0.1],
    [6, 50, 100, 2 * 50 * 0.491 * 0.1],
    [16, 5, 40, 2 * 5 * 4.89 * 0.04],
  ] as const)('%s AWG with %s A over %s ft has its volts too: no gauge makes the ledger fail', (gauge, currentA, lengthFt, volts) => {
    const judged = voltageDrop('US-2020', 240, [{ label: 'run', gauge, lengthFt, currentA }]);
    expect(judged.dropV).toBeCloseTo(volts, 9);
  });
  it.each(AWG_SIZES)('the table’s %s AWG is what copper of that size has at 75 °C, within 3 % (IEC 60028, ASTM B258)', (gauge) => {
    const ohmPerKft = copperOhmPerMetre(awgAreaMm2(gauge), 75) * 304.8;
    // stranded 6 AWG lies 2 % above solid of the same area
    expect(Math.abs(OHM_PER_KFT_75C[gauge] / ohmPerKft - 1)).toBeLessThan(0.03);
  });

  const ngspice = spawnSync('ngspice', ['--version']).status === 0;
  it.skipIf(!ngspice)('two sections with loads at both ends agree with ngspice to 1 mV', () => {
    // 120 V, 62 ft of 14 AWG to a box with 4 A, then 9 ft of 12 AWG to 9 A; loads as current sinks
    const netlist = [
      'two sections',
      'V1 p 0 120',
      `RH1 p a ${(OHM_PER_KFT_75C[14] * 62) / 1000}`,
      `RN1 na 0 ${(OHM_PER_KFT_75C[14] * 62) / 1000}`,
      'I1 a na 4',
      `RH2 a b ${(OHM_PER_KFT_75C[12] * 9) / 1000}`,
      `RN2 nb na ${(OHM_PER_KFT_75C[12] * 9) / 1000}`,
      'I2 b nb 9',
      '.control',
      'set numdgt=10',
      'op',
      'print v(b)-v(nb)',
      '.endc',
      '.end',
      '',
    ].join('\n');
    const file = join(tmpdir(), `saddle-drop-${process.pid}.cir`);
    writeFileSync(file, netlist);
    const printed = spawnSync('ngspice', ['-b', file], { encoding: 'utf8' }).stdout;
    const left = Number(/v\(b\)-v\(nb\) = ([\d.e+-]+)/.exec(printed)![1]);
    const ours = voltageDrop('US-2020', 120, [
      { label: 'first', gauge: 14, lengthFt: 62, currentA: 13 },
      { label: 'second', gauge: 12, lengthFt: 9, currentA: 9 },
    ]);
    expect(Math.abs(120 - ours.dropV - left)).toBeLessThan(0.001);
  });
});
