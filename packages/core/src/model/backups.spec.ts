/** Backups by age, worked out by hand on a calendar: a copy a day for a year and a half, all of the last two days. */
import { describe, expect, it } from 'vitest';
import { NEWEST_BACKUPS_KEPT, thinnedBackups } from './index.js';

const NOW = '2026-11-27T12:00:00.000Z';
const DAY = 86_400_000;
const daysAgo = (n: number, hour = 6): string => new Date(Date.parse('2026-11-27T00:00:00Z') - n * DAY + hour * 3_600_000).toISOString();

/** One a day, thinned each day as it is taken, as a machine that runs for so long does. */
function keptAfter(days: number): string[] {
  let kept: string[] = [];
  for (let n = days; n >= 0; n--) {
    const now = daysAgo(n, 12);
    kept = [...kept, daysAgo(n)];
    const gone = new Set(thinnedBackups(kept, now));
    kept = kept.filter((at) => !gone.has(at));
  }
  return kept;
}

describe('which backups stay', () => {
  it('all of two days, however many', () => {
    const busy = Array.from({ length: 20 }, (_, n) => daysAgo(0, n / 2));
    expect(thinnedBackups(busy, NOW)).toEqual([]);
  });
  it('just under two days each has its own; of two days and more the last of a day', () => {
    const newest = [daysAgo(0, 10), daysAgo(0, 11), daysAgo(0, 12)];
    expect(thinnedBackups([...newest, daysAgo(2, 12.5), daysAgo(2, 13)], NOW)).toEqual([]);
    expect(thinnedBackups([...newest, daysAgo(2, 11), daysAgo(2, 12)], NOW)).toEqual([daysAgo(2, 11)]);
  });
  it('of a day three days ago the last one', () => {
    const list = [daysAgo(3, 2), daysAgo(3, 9), daysAgo(3, 15), daysAgo(0), daysAgo(1), daysAgo(0, 3)];
    expect(thinnedBackups(list, NOW).sort()).toEqual([daysAgo(3, 2), daysAgo(3, 9)].sort());
  });
  it('after a year and a half of one a day: some thirty, of every day of two weeks, every week of ten, every month of a year', () => {
    const kept = keptAfter(550);
    const age = kept.map((at) => (Date.parse(NOW) - Date.parse(at)) / DAY);
    expect(age.filter((a) => a < 14)).toHaveLength(14);
    // 8 weeks between day 14 and day 70, at most one more where the calendar’s week begins
    expect(age.filter((a) => a >= 14 && a < 70).length).toBeGreaterThanOrEqual(8);
    expect(age.filter((a) => a >= 14 && a < 70).length).toBeLessThanOrEqual(9);
    const months = age.filter((a) => a >= 70 && a < 400).length;
    expect([months >= 11, months <= 13]).toEqual([true, true]);
    expect(kept.length).toBeLessThan(40);
  });
  it('the newest never go, and one dated in the future neither', () => {
    const old = [500, 501, 502, 503].map((n) => daysAgo(n));
    expect(thinnedBackups(old, NOW)).toHaveLength(old.length - NEWEST_BACKUPS_KEPT);
    expect(thinnedBackups([daysAgo(-3), daysAgo(-4), daysAgo(-5), daysAgo(-6), daysAgo(-6, 7)], NOW)).toEqual([]);
  });
  it('in whatever order they are named', () => {
    const list = [5, 5, 9, 20, 21, 90, 91].flatMap((n) => [daysAgo(n, 3), daysAgo(n, 7)]);
    expect(thinnedBackups([...list].reverse(), NOW).sort()).toEqual(thinnedBackups(list, NOW).sort());
  });
});
