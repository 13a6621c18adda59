/** In Honolulu, ten hours behind UTC, it is still the day before: on pages, and in what a sheet is asked for with. */
import { afterAll, describe, expect, it, vi } from 'vitest';

const before = process.env['TZ'];
afterAll(() => void (process.env['TZ'] = before ?? ''));

describe('a page looked at in Honolulu', () => {
  it('has the day, the time and the sheets of Honolulu', async () => {
    process.env['TZ'] = 'Pacific/Honolulu';
    vi.resetModules();
    const { ownDay, ownTime } = await import('./own-clock');
    const { dated, paperOf } = await import('../exchange/on-paper');
    expect(['2026-11-30T09:59:59Z', '2026-11-30T10:00:00Z'].map(ownDay)).toEqual(['2026-11-29', '2026-11-30']);
    expect(ownTime('2026-11-30T07:04:00Z')).toMatch(/29.*9:04/);
    expect([dated(paperOf('in')), dated(paperOf('mm'))]).toEqual([
      'paper=letter&zone=Pacific%2FHonolulu',
      'paper=a4&zone=Pacific%2FHonolulu',
    ]);
  });
});
