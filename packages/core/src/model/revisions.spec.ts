/** Which earlier versions go: worked by hand on a clock, and held against what must never happen. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NEWEST_KEPT, thinned, type KeptVersion } from './revisions.js';

const NOW = '2026-11-25T12:00:00.000Z';
const before = (ms: number): string => new Date(Date.parse(NOW) - ms).toISOString();
const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
const DAY = 24 * HOUR;
/** Versions saved every `everyMs` up to `backMs` ago, the newest with the highest number. */
const saves = (everyMs: number, backMs: number): KeptVersion[] => {
  const count = Math.floor(backMs / everyMs);
  return Array.from({ length: count }, (_, i) => ({ revision: count - i, savedAt: before(i * everyMs) }));
};

describe('thinning', () => {
  it('300 saves in ten minutes leave the newest twenty and one a minute', () => {
    const kept = 300 - thinned(saves(2000, 10 * MINUTE), NOW).length;
    expect(kept).toBeGreaterThanOrEqual(NEWEST_KEPT + 9);
    expect(kept).toBeLessThanOrEqual(NEWEST_KEPT + 11);
  });
  it('a month of a save a minute: an hour by minutes, a day by tens, a week by hours, then days', () => {
    const all = saves(MINUTE, 30 * DAY);
    const gone = new Set(thinned(all, NOW));
    const kept = all.filter((v) => !gone.has(v.revision));
    const between = (from: number, to: number) => kept.filter((v) => Date.parse(v.savedAt) <= Date.parse(before(from)) && Date.parse(v.savedAt) > Date.parse(before(to))).length; // prettier-ignore
    expect(between(0, HOUR)).toBe(60);
    expect(between(HOUR, DAY)).toBeGreaterThanOrEqual(23 * 6);
    expect(between(HOUR, DAY)).toBeLessThanOrEqual(23 * 6 + 1);
    expect(between(7 * DAY, 30 * DAY)).toBeGreaterThanOrEqual(22);
    expect(between(7 * DAY, 30 * DAY)).toBeLessThanOrEqual(24);
  });
  it('few versions are all kept, however old', () => {
    expect(thinned(saves(20 * DAY, 400 * DAY), NOW)).toEqual([]);
    expect(thinned([], NOW)).toEqual([]);
  });
  it('the last of every day and the newest of all never go; a clock that ran ahead loses nothing', () => {
    const version = fc.record({ revision: fc.integer({ min: 1, max: 5000 }), age: fc.integer({ min: -2 * DAY, max: 60 * DAY }) });
    fc.assert(
      fc.property(fc.uniqueArray(version, { selector: (v) => v.revision, maxLength: 300 }), (list) => {
        // numbers grow with time, as they do
        const ages = list.map((v) => v.age).sort((a, b) => b - a);
        const numbers = list.map((v) => v.revision).sort((a, b) => a - b);
        const all = numbers.map((revision, i): KeptVersion => ({ revision, savedAt: before(ages[i]!) }));
        const gone = new Set(thinned(all, NOW));
        if (all.length) expect(gone.has(all.at(-1)!.revision)).toBe(false);
        const lastOfDay = new Map(all.map((v) => [v.savedAt.slice(0, 10), v.revision]));
        for (const revision of lastOfDay.values()) expect(gone.has(revision)).toBe(false);
        for (const v of all.filter((x) => x.savedAt > NOW)) expect(gone.has(v.revision)).toBe(false);
      }),
      { numRuns: 300 },
    );
  });
});
