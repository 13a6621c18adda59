/** The search in its worker, with a worker that answers by hand: what is told, what ends it, and that it lives on for the next search. */
import { quinceStreet, sewingCorner } from '@saddle/core/demo';
import { wantOf } from '@saddle/core/model';
import type { Ways } from '@saddle/core/purpose';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { WaySearches, type WaySearch } from './way-search.service';

class HandWorker {
  static made: HandWorker[] = [];
  onmessage: ((event: { data: unknown }) => void) | undefined;
  onerror: ((event: { message: string }) => void) | undefined;
  asked: unknown[] = [];
  ended = false;
  constructor() {
    HandWorker.made.push(this);
  }
  postMessage(data: unknown): void {
    this.asked.push(data);
  }
  terminate(): void {
    this.ended = true;
  }
  says(data: unknown): void {
    this.onmessage?.({ data });
  }
}

describe('searching ways', () => {
  beforeEach(() => {
    HandWorker.made = [];
    vi.stubGlobal('Worker', HandWorker);
  });
  afterEach(() => vi.unstubAllGlobals());
  const want = wantOf(sewingCorner)!;
  const ways = { ways: [] } as unknown as Ways;
  const begin = (searches: WaySearches) => {
    const heard: WaySearch[] = [];
    const done = { is: false };
    const subscription = searches.search(quinceStreet, want).subscribe({ next: (s) => heard.push(s), complete: () => (done.is = true) });
    return { heard, done, subscription };
  };

  it('tells what it is at, then the ways, and ends', () => {
    const { heard, done } = begin(new WaySearches());
    const [worker] = HandWorker.made;
    expect(worker!.asked).toEqual([{ house: quinceStreet, want }]);
    worker!.says({ says: 'judging 10 boxes and the panel' });
    worker!.says({ ways });
    expect(heard).toEqual([
      { state: 'running', says: 'starting' },
      { state: 'running', says: 'judging 10 boxes and the panel' },
      { state: 'done', ways },
    ]);
    expect(done.is).toBe(true);
  });
  it('left while it is at it, the worker is ended and the next search has its own', () => {
    const searches = new WaySearches();
    begin(searches).subscription.unsubscribe();
    expect(HandWorker.made[0]!.ended).toBe(true);
    begin(searches);
    expect(HandWorker.made).toHaveLength(2);
  });
  it('done, the worker lives on, and the next search asks the same one', () => {
    const searches = new WaySearches();
    const { subscription } = begin(searches);
    HandWorker.made[0]!.says({ ways });
    subscription.unsubscribe();
    expect(HandWorker.made[0]!.ended).toBe(false);
    begin(searches);
    expect(HandWorker.made).toHaveLength(1);
    searches.ngOnDestroy();
    expect(HandWorker.made[0]!.ended).toBe(true);
  });
  it('a worker that breaks says so, and is not asked again', () => {
    const searches = new WaySearches();
    const { heard, done } = begin(searches);
    HandWorker.made[0]!.onerror!({ message: 'out of memory' });
    expect(heard.at(-1)).toEqual({ state: 'failed', says: 'out of memory' });
    expect([done.is, HandWorker.made[0]!.ended]).toEqual([true, true]);
  });
});
