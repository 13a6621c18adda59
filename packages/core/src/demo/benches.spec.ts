/** The sample wirings, switched on: jobs 3 and 4 of the demo do what they are for. Figures worked by hand from the gauge table (handbook 21). */
import { describe, expect, it } from 'vitest';
import { facePoints, switchOn } from '../circuit/index.js';
import { clamp, readLamps } from '../instruments/index.js';
import { Bench } from '../model/index.js';
import { benchFindings } from '../wiring/index.js';
import { benchSamples } from './index.js';

const sample = (id: string): Bench => benchSamples.find((s) => s.id === id)!.bench;
const stops = (bench: Bench) => benchFindings(switchOn(bench), bench, 'US-2020').filter((f) => f.verdict === 'stop');

describe('sample wirings', () => {
  it.each(benchSamples.map((s) => s.id))('%s is a valid bench that can be switched on', (id) => {
    expect(Bench.safeParse(sample(id)).success).toBe(true);
    expect(() => switchOn(sample(id))).not.toThrow();
  });
  it('kiln corner: 1 750 W at 120 V is 14.6 A on 12 AWG; 28 m out and back at 5.21 mΩ/m drop about 2 V (1.8 %)', () => {
    const on = switchOn(sample('kiln'));
    expect(stops(sample('kiln'))).toEqual([]);
    expect(readLamps(on, 'device1', 'upper').says).toBe('reads as right');
    expect(clamp(on, 'cable1', 0)).toBeGreaterThan(14);
    expect(clamp(on, 'cable1', 0)).toBeLessThan(14.6);
    const [point] = facePoints(on);
    expect(point!.dropPercent).toBeGreaterThan(1.5);
    expect(point!.dropPercent).toBeLessThan(2.5);
  });
  it('rain-barrel pump: fed on LINE from the pantry, right at every face, and dead at the porch once tripped', () => {
    const bench = sample('pump');
    const on = switchOn(bench);
    expect(stops(bench)).toEqual([]);
    for (const d of bench.devices) expect(readLamps(on, d.id, 'upper').says).toBe('reads as right');
    const tripped = switchOn({ ...bench, devices: bench.devices.map((d) => (d.form === 'ground-fault' ? { ...d, tripped: true } : d)) });
    expect(readLamps(tripped, 'device2', 'upper').hotNeutral).toBe('dark');
    expect(readLamps(tripped, 'device1', 'upper').says).toBe('reads as right');
  });
});
