import { createEnvironmentInjector, runInInjectionContext, type EnvironmentInjector } from '@angular/core';
import { HttpErrorResponse } from '@angular/common/http';
import { clear, createStore } from 'idb-keyval';
import { defer, type Observable } from 'rxjs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { KeptPhoto, LogBatch, Photo } from '@saddle/core/model';
import { Outbox } from './outbox';
import { Records } from './records.service';

/** A server that can be away, or refuse; it knows entries and photos by their ids. */
class Desk {
  reachable = true;
  refuses = 0;
  readonly got: string[] = [];
  readonly entries = new Map<string, string>();
  private answer<T>(work: () => T): Observable<T> {
    return defer(async () => {
      await Promise.resolve();
      if (!this.reachable) throw new HttpErrorResponse({ status: 0 });
      if (this.refuses) throw new HttpErrorResponse({ status: this.refuses, error: { title: 'Not that.', status: this.refuses } });
      return work();
    });
  }
  bringLog = (jobId: string, batch: LogBatch): Observable<unknown> =>
    this.answer(() => {
      this.got.push(`log ${jobId} ${batch.entries.map((e) => e.says).join(',')}`);
      for (const e of batch.entries) this.entries.set(e.id, e.says);
    });
  putPhoto = (photo: Photo): Observable<KeptPhoto> =>
    this.answer(() => {
      this.got.push(`photo ${photo.id}`);
      return { ...photo, saved: photo.at };
    });
  putPicture = (id: string): Observable<KeptPhoto> =>
    this.answer(() => {
      this.got.push(`picture ${id}`);
      return { ...photo(id), saved: '2026-11-27T09:00:00Z' };
    });
  removePhoto = (id: string): Observable<void> => this.answer(() => void this.got.push(`out ${id}`));
}
const photo = (id: string): Photo => ({ id, houseId: 'h', of: { kind: 'box', id: 'b' }, at: '2026-11-27T09:00:00Z', marks: [] });

let desk: Desk;
const open: EnvironmentInjector[] = [];
/** A page with an outbox; each keeps its things in the one browser store. */
function page(): Outbox {
  const injector = createEnvironmentInjector([{ provide: Records, useValue: desk }, Outbox], null as unknown as EnvironmentInjector);
  open.push(injector);
  return runInInjectionContext(injector, () => injector.get(Outbox));
}
const shut = (): void => {
  for (const injector of open.splice(0)) injector.destroy();
};
const note = (outbox: Outbox, says: string, job = 'j') =>
  outbox.add(outbox.entry(job, { kind: 'note', at: new Date().toISOString(), says }));

beforeEach(async () => {
  await clear(createStore('saddle-outbox', 'waiting'));
  const kept = new Map<string, string>();
  vi.stubGlobal('localStorage', { getItem: (k: string) => kept.get(k) ?? null, setItem: (k: string, v: string) => void kept.set(k, v) });
  // a browser lets one page at a time through
  let last: Promise<unknown> = Promise.resolve();
  vi.stubGlobal('navigator', { locks: { request: (_: string, work: () => Promise<void>) => (last = last.then(work)) } });
  desk = new Desk();
});
afterEach(() => {
  shut();
  vi.unstubAllGlobals();
});

describe('what waits to go out', () => {
  it('goes at once where the server is there, in the order it was made', async () => {
    const outbox = page();
    await note(outbox, 'one');
    await outbox.add({ what: 'photo', photo: photo('photo-one') }, { what: 'picture', photoId: 'photo-one', picture: new Blob(['x']) });
    await vi.waitFor(() => expect(outbox.waiting()).toBe(0), 3000);
    expect(desk.got).toEqual(['log j one', 'photo photo-one', 'picture photo-one']);
  });

  it('a day without the server, closed and opened again: everything arrives once, in order', async () => {
    desk.reachable = false;
    const first = page();
    await note(first, 'one');
    await note(first, 'two');
    await first.send();
    expect(first.waiting()).toBe(2);
    shut();
    const second = page();
    await vi.waitFor(() => expect(second.waiting()).toBe(2), 3000);
    await note(second, 'three');
    desk.reachable = true;
    await second.send();
    expect([second.waiting(), desk.got]).toEqual([0, ['log j one,two,three']]);
    expect(desk.entries.size).toBe(3);
  });

  it('two tabs send nothing twice, and both count down', async () => {
    desk.reachable = false;
    const [a, b] = [page(), page()];
    await note(a, 'one');
    await vi.waitFor(() => expect(b.waiting()).toBe(1), 3000);
    desk.reachable = true;
    await Promise.all([a.send(), b.send()]);
    await vi.waitFor(() => expect([a.waiting(), b.waiting()]).toEqual([0, 0]), 3000);
    expect(new Set(desk.got).size).toBe(desk.got.length);
  });

  it('what the server never takes is set aside with why, and holds nothing up', async () => {
    const outbox = page();
    desk.refuses = 404;
    await note(outbox, 'for a job that is gone', 'gone');
    await vi.waitFor(() => expect(outbox.refused()).toHaveLength(1), 3000);
    desk.refuses = 0;
    await note(outbox, 'next');
    await vi.waitFor(() => expect(desk.got).toEqual(['log j next']), 3000);
    expect(outbox.refused()[0]).toMatchObject({ why: 'Not that.', item: { jobId: 'gone' } });
    await outbox.drop(outbox.refused()[0]!.key);
    expect(outbox.refused()).toEqual([]);
  });

  it('a server that is full or busy is asked again, nothing is set aside', async () => {
    const outbox = page();
    desk.refuses = 507;
    await note(outbox, 'one');
    await outbox.send();
    expect([outbox.waiting(), outbox.refused().length]).toEqual([1, 0]);
    desk.refuses = 0;
    await outbox.send();
    expect(outbox.waiting()).toBe(0);
  });

  it('photos are seen before they are sent, and those thrown out are not', async () => {
    desk.reachable = false;
    const outbox = page();
    await outbox.add({ what: 'photo', photo: photo('photo-one') }, { what: 'picture', photoId: 'photo-one', picture: new Blob(['x']) });
    await outbox.add({ what: 'photo', photo: photo('photo-two') });
    await outbox.add({ what: 'photo out', photoId: 'photo-two' });
    expect(outbox.photos('h').map((p) => p.id)).toEqual(['photo-one']);
    expect(outbox.picture('photo-one')?.size).toBe(1);
  });

  it('a browser whose storage is blocked sends all the same, and nothing is thrown at whoever adds', async () => {
    const blocked = vi.spyOn(indexedDB, 'open').mockImplementation(() => {
      throw new DOMException('blocked', 'SecurityError');
    });
    vi.stubGlobal('localStorage', undefined);
    // a page of its own: this one has its store open already
    vi.resetModules();
    const [{ Outbox: Fresh }, { Records: There }] = [await import('./outbox'), await import('./records.service')];
    const injector = createEnvironmentInjector([{ provide: There, useValue: desk }, Fresh], null as unknown as EnvironmentInjector);
    open.push(injector);
    try {
      const outbox = runInInjectionContext(injector, () => injector.get(Fresh));
      await outbox.add(outbox.entry('j', { kind: 'note', at: new Date().toISOString(), says: 'one' }));
      await vi.waitFor(() => expect(desk.got).toEqual(['log j one']), 3000);
      expect(outbox.waiting()).toBe(0);
    } finally {
      blocked.mockRestore();
    }
  });

  it('entries carry the device and its count, which goes on after a reload', () => {
    const outbox = page();
    const entry = (o: Outbox) => (o.entry('j', { kind: 'note', at: '2026-11-27T09:00:00Z', says: 'x' }) as { entry: { n: number; device: string; id: string } }).entry; // prettier-ignore
    const [a, b] = [entry(outbox), entry(outbox)];
    shut();
    const c = entry(page());
    expect([b.n - a.n, c.n - b.n, new Set([a.id, b.id, c.id]).size]).toEqual([1, 1, 3]);
    expect(c.device).toBe(a.device);
  });
});
