/** Drawn rings, and every fault of each: what was put in is found, and what one factorisation tells is what a network of its own tells. */
import { describe, expect, it } from 'vitest';
import { seeded } from '../measure/index.js';
import type { Final, FinalReading, Incoming } from '../model/index.js';
import { faultReadings, faultWords, predicted, ringFaults, ringSearch, type FinalFault } from './index.js';
import { drawnRing } from './sample.js';

const SUPPLY: Incoming = { earthing: 'TN-C-S', zeOhm: 0.2 };
/** Everything that a tester would show of a fault, two places after the point, as a person writes it down. */
const readWith = (final: Final, fault: FinalFault, tests: RegExp): Final => {
  const lengths = new Map(final.runs.map((r) => [r.id, r.length!.mm]));
  const readings = [...predicted(final, lengths, SUPPLY, [fault])].flatMap(([key, value]): FinalReading[] => {
    if (!tests.test(key)) return [];
    const [test, pointId] = key.split('/') as [FinalReading['test'], string | undefined];
    const shown = Number.isFinite(value) ? { value: Math.round(value * 100) / 100 } : { value: 999, over: true };
    return [{ test, at: '2026-11-27T10:00:00.000Z', ...(pointId ? { pointId } : {}), ...shown }];
  });
  return { ...final, tests: { ...final.tests, readings } };
};

describe('drawn rings', () => {
  it('the fault that was put in is the likeliest of its kind, in 19 of 20 where it is a spur or a wrong cross', () => {
    const random = seeded(3);
    let [right, all] = [0, 0];
    for (let k = 0; k < 24; k++) {
      const drawn = drawnRing(random);
      const faults = ringFaults(drawn).filter((f) => f.is === 'unseen spur' && f.lengthMm > 4000 || f.is === 'swapped' && f.cores.includes('E')); // prettier-ignore
      const fault = faults[Math.floor(random() * faults.length)]!;
      const found = ringSearch(readWith(drawn, fault, /^(r1|rn|r2|crossed|polarity)/), SUPPLY)!;
      all += 1;
      if (found.suspects[0]!.words === faultWords(drawn, fault)) right += 1;
    }
    expect(right / all).toBeGreaterThanOrEqual(0.95);
  }, 60_000);
  it('every fault reads as with its own network, factored anew: within 1e-4, and open where that is open', () => {
    const random = seeded(17);
    for (let k = 0; k < 4; k++) {
      const drawn = drawnRing(random);
      const lengths = new Map(drawn.runs.map((r) => [r.id, r.length!.mm]));
      const read = faultReadings(drawn, lengths, SUPPLY);
      for (const fault of [undefined, ...ringFaults(drawn)]) {
        const [quick, anew] = [read(fault), predicted(drawn, lengths, SUPPLY, fault ? [fault] : [])];
        expect([...quick.keys()].sort()).toEqual([...anew.keys()].sort());
        for (const [key, ohm] of anew) {
          const own = quick.get(key)!;
          const same = Number.isFinite(ohm) ? Math.abs(own - ohm) <= 1e-4 * Math.max(0.1, ohm) : own === Infinity;
          expect(same ? '' : `${fault ? faultWords(drawn, fault) : 'sound'}, ${key}: ${own} for ${ohm}`).toBe('');
        }
      }
    }
  }, 60_000);
});
