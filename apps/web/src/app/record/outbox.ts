import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { createStore, delMany, entries, set } from 'idb-keyval';
import { nanoid } from 'nanoid';
import { filter, firstValueFrom, fromEvent, interval, merge, NEVER, Subject } from 'rxjs';
import type { KeptPhoto, LogEntry, Photo } from '@saddle/core/model';
import type { Said } from '@saddle/core/log';
import { problemOf } from '../api/documents.service';
import { whoNow } from '../work/who';
import { Records } from './records.service';

/** Log entries, photos and their pictures that the server has not taken yet, in the order they were made. */
export type Waiting =
  | { what: 'log'; jobId: string; entry: LogEntry }
  | { what: 'photo'; photo: Photo }
  | { what: 'picture'; photoId: string; picture: Blob }
  | { what: 'photo out'; photoId: string };
/** Something the server will never take as it is, with why. */
export interface Refused {
  key: string;
  item: Waiting;
  why: string;
}
interface Kept {
  item: Waiting;
  refused?: string;
}

const TRY_AGAIN_MS = 5000;
/** Entries that go out in one request. */
const MOST_AT_ONCE = 200;
const store = createStore('saddle-outbox', 'waiting');
// a browser that blocks its storage throws at once: that is a refusal like any other
const keep = async (key: string, kept: Kept): Promise<void> => set(key, kept, store);
const forget = async (keys: string[]): Promise<void> => delMany(keys, store);
const allKept = async (): Promise<[string, Kept][]> => entries<string, Kept>(store);
const DEVICE = 'saddle-device';
const COUNT = 'saddle-device-count';

const storage = (): Storage | undefined => {
  try {
    return localStorage;
  } catch {
    return undefined;
  }
};
let unkept: string | undefined;
/** This browser’s name in the log; it tells its clock from others. */
export function deviceName(): string {
  const there = storage()?.getItem(DEVICE) ?? unkept;
  if (there) return there;
  unkept = nanoid(12);
  try {
    storage()?.setItem(DEVICE, unkept);
  } catch {
    // full: the name then ends with the page
  }
  return unkept;
}
let counted = 0;
/** The how-many-th entry of this device comes next; counted over all of its tabs. */
export function nextCount(): number {
  counted = Math.max(counted, Number(storage()?.getItem(COUNT) ?? 0)) + 1;
  try {
    storage()?.setItem(COUNT, String(counted));
  } catch {
    // then only this page counts
  }
  return counted;
}

/**
 * What is made without waiting for the server: kept in the browser first, sent in order, each once (the server knows it by its id). One tab
 * sends at a time; what is closed in between goes on where it was.
 */
@Injectable({ providedIn: 'root' })
export class Outbox {
  private readonly records = inject(Records);
  private readonly channel = new BroadcastChannel('saddle-outbox');
  private readonly go = new Subject<void>();
  /** in memory too: a browser that keeps nothing sends all the same */
  private readonly items = new Map<string, Kept>();
  private order = 0;

  readonly waiting = signal(0);
  readonly refused = signal<Refused[]>([]);
  /** photos as the server took them, and pictures that are still here, until then */
  readonly took = new Subject<{ log?: string; photo?: KeptPhoto; photoOut?: string }>();

  constructor() {
    const destroy = inject(DestroyRef);
    void this.readAll().then(() => this.send());
    merge(
      this.go,
      interval(TRY_AGAIN_MS).pipe(filter(() => this.waiting() > 0)),
      typeof window === 'undefined' ? NEVER : fromEvent(window, 'online'),
    )
      .pipe(takeUntilDestroyed())
      .subscribe(() => void this.send());
    this.channel.onmessage = () => void this.readAll();
    destroy.onDestroy(() => this.channel.close());
  }

  /** Keeps something to be sent; resolves once it is kept (or can’t be: then only this page has it). */
  async add(...items: Waiting[]): Promise<void> {
    const put = items.map((item) => {
      const key = `${String(Date.now()).padStart(15, '0')}-${String(this.order++).padStart(6, '0')}-${nanoid(6)}`;
      this.items.set(key, { item });
      return keep(key, { item });
    });
    this.count();
    await Promise.allSettled(put);
    this.channel.postMessage('more');
    this.go.next();
  }

  /** What was said, as an entry of this device. */
  entry(jobId: string, said: Said): Waiting {
    const by = said.by ?? whoNow();
    return { what: 'log', jobId, entry: { ...said, id: nanoid(16), device: deviceName(), n: nextCount(), ...(by ? { by } : {}) } };
  }

  /** Photos of a house that are still here, as they will be. */
  photos(houseId: string): Photo[] {
    const out = new Set<string>();
    const byId = new Map<string, Photo>();
    for (const { item } of this.inOrder()) {
      if (item.what === 'photo' && item.photo.houseId === houseId) byId.set(item.photo.id, item.photo);
      if (item.what === 'photo out') out.add(item.photoId);
    }
    return [...byId.values()].filter((p) => !out.has(p.id));
  }
  picture(photoId: string): Blob | undefined {
    for (const { item } of this.items.values()) if (item.what === 'picture' && item.photoId === photoId) return item.picture;
    return undefined;
  }
  log(jobId: string): LogEntry[] {
    return this.inOrder().flatMap(({ item }) => (item.what === 'log' && item.jobId === jobId ? [item.entry] : []));
  }

  /** Throws out what the server refused. */
  async drop(key: string): Promise<void> {
    await this.gone([key]);
  }

  private inOrder(): Kept[] {
    return [...this.items].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, kept]) => kept);
  }

  private async readAll(): Promise<void> {
    const kept = await allKept().catch(() => undefined);
    if (!kept) return;
    const there = new Map(kept);
    for (const [key, item] of there) this.items.set(key, item);
    // what another tab sent is gone; what this page could not keep stays in it
    for (const key of this.items.keys()) if (!there.has(key) && this.kept.has(key)) this.items.delete(key);
    for (const key of there.keys()) this.kept.add(key);
    this.count();
  }
  private readonly kept = new Set<string>();

  private count(): void {
    const all = [...this.items];
    this.waiting.set(all.filter(([, k]) => k.refused === undefined).length);
    this.refused.set(all.flatMap(([key, k]) => (k.refused === undefined ? [] : [{ key, item: k.item, why: k.refused }])));
  }

  private async gone(keys: string[]): Promise<void> {
    for (const key of keys) this.items.delete(key);
    this.count();
    await forget(keys).catch(() => undefined);
    this.channel.postMessage('less');
  }

  private sending: Promise<void> = Promise.resolve();
  /** Sends all that waits, in order, until the server can’t. */
  send(): Promise<void> {
    const locks = (globalThis.navigator as Navigator | undefined)?.locks as LockManager | undefined;
    const work = (): Promise<void> => this.sendAll();
    this.sending = this.sending
      .then(async () => {
        if (locks) await locks.request('saddle-outbox', work);
        else await work();
      })
      .catch(() => undefined);
    return this.sending;
  }

  private async sendAll(): Promise<void> {
    await this.readAll();
    for (;;) {
      const all = [...this.items].filter(([, k]) => k.refused === undefined).sort(([a], [b]) => (a < b ? -1 : 1));
      const [first] = all;
      if (!first) return;
      const [, { item }] = first;
      // entries of one job that follow each other go together
      const together =
        item.what !== 'log'
          ? [first]
          : all.slice(
              0,
              upTo(all, (k) => k.item.what === 'log' && k.item.jobId === item.jobId),
            );
      try {
        await this.sendOne(item, together.map(([, k]) => k.item)); // prettier-ignore
        await this.gone(together.map(([key]) => key));
      } catch (error) {
        const problem = problemOf(error);
        // out of reach, full or busy: later. Anything else it will never take
        if (problem.status === 0 || problem.status >= 500 || problem.status === 429) return;
        for (const [key, kept] of together) {
          const refused = { ...kept, refused: problem.title };
          this.items.set(key, refused);
          await keep(key, refused).catch(() => undefined);
        }
        this.count();
      }
    }
  }

  private async sendOne(item: Waiting, together: Waiting[]): Promise<void> {
    switch (item.what) {
      case 'log': {
        const list = together.flatMap((t) => (t.what === 'log' ? [t.entry] : []));
        await firstValueFrom(this.records.bringLog(item.jobId, { sentAt: new Date().toISOString(), entries: list }));
        return this.took.next({ log: item.jobId });
      }
      case 'photo':
        return this.took.next({ photo: await firstValueFrom(this.records.putPhoto(item.photo)) });
      case 'picture':
        return this.took.next({ photo: await firstValueFrom(this.records.putPicture(item.photoId, item.picture)) });
      case 'photo out':
        await firstValueFrom(this.records.removePhoto(item.photoId));
        return this.took.next({ photoOut: item.photoId });
    }
  }
}

/** How many from the start are so, at most as many as go out at once. */
function upTo(all: readonly [string, Kept][], so: (kept: Kept) => boolean): number {
  const end = all.findIndex(([, kept]) => !so(kept));
  return Math.min(MOST_AT_ONCE, end < 0 ? all.length : end);
}
