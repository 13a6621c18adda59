import { defer, firstValueFrom, of, throwError, toArray } from 'rxjs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { PreloadPages } from './preload-pages';

beforeEach(() => void vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] }));
afterEach(() => void vi.useRealTimers());

/** Pages that come when they are let; what was asked for, in its order. */
function pages() {
  const asked: string[] = [];
  const free: Record<string, () => void> = {};
  const strategy = new PreloadPages();
  const page = (name: string, us?: () => Promise<unknown>) =>
    firstValueFrom(
      strategy
        .preload({ path: name, ...(us ? { data: { us } } : {}) }, () =>
          defer(() => {
            asked.push(name);
            return new Promise<void>((resolve) => (free[name] = resolve));
          }),
        )
        .pipe(toArray()),
    );
  return { asked, free, strategy, page };
}

describe('the other pages', () => {
  it('come a second and a half after the first, one after the other; a stage that each book has its own of with the US one', async () => {
    const { asked, free, page } = pages();
    const us = vi.fn(() => Promise.resolve());
    void page('sums');
    const second = page('need', us);
    await vi.advanceTimersByTimeAsync(1499);
    expect(asked).toEqual([]);
    await vi.advanceTimersByTimeAsync(2);
    expect([asked, us.mock.calls.length]).toEqual([['sums'], 0]);
    free['sums']!();
    await vi.advanceTimersByTimeAsync(1);
    expect([asked, us.mock.calls.length]).toEqual([['sums', 'need'], 1]);
    free['need']!();
    expect(await second).toEqual([]);
  });
  it('in idle moments where the browser knows them, and after a second at most where it is never idle', async () => {
    const waits: (number | undefined)[] = [];
    vi.stubGlobal('requestIdleCallback', (run: () => void, options?: { timeout?: number }) => {
      waits.push(options?.timeout);
      setTimeout(run, 50);
    });
    const { asked, page } = pages();
    void page('sums');
    await vi.advanceTimersByTimeAsync(1510);
    expect([waits, asked]).toEqual([[1000], []]);
    await vi.advanceTimersByTimeAsync(50);
    expect(asked).toEqual(['sums']);
    vi.unstubAllGlobals();
  });
  it('one that can’t come holds up none, and is no trouble of the page', async () => {
    const { asked, strategy, page } = pages();
    const gone = firstValueFrom(strategy.preload({ path: 'gone' }, () => throwError(() => new TypeError('Failed to fetch'))).pipe(toArray())); // prettier-ignore
    const half = firstValueFrom(strategy.preload({ path: 'half', data: { us: () => Promise.reject(new TypeError('Failed to fetch')) } }, () => of(1)).pipe(toArray())); // prettier-ignore
    void page('sums');
    await vi.advanceTimersByTimeAsync(1510);
    expect([await gone, await half, asked]).toEqual([[], [], ['sums']]);
  });
  it('marks in the page’s timeline when the last has come, and not before', async () => {
    performance.clearMarks();
    const marks = () => performance.getEntriesByName('saddle:pages').length;
    const { free, page } = pages();
    void page('sums');
    const second = page('need');
    await vi.advanceTimersByTimeAsync(1510);
    free['sums']!();
    await vi.advanceTimersByTimeAsync(1);
    expect(marks()).toBe(0);
    free['need']!();
    await second;
    await vi.advanceTimersByTimeAsync(1);
    expect(marks()).toBe(1);
  });
});
