import { HttpErrorResponse } from '@angular/common/http';
import { createEnvironmentInjector, Injectable, runInInjectionContext, type EnvironmentInjector } from '@angular/core';
import { nanoid } from 'nanoid';
import { defer, of, throwError, type Observable } from 'rxjs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Checked } from '@saddle/core/model';
import type { SaveAnswer, Stored } from '../api/documents.service';
import { DocumentSession } from './document-session';

interface Note {
  id: string;
  name: string;
  inches: number;
  /** by whom */
  hand?: string;
}

/** A server that keeps notes by revision, and can be out of reach or late. */
class Shelf {
  readonly notes = new Map<string, Stored<Note>>();
  reachable = true;
  refuses = '';
  /** what it answers when it can't: a full disk */
  troubled = '';
  /** revision of a note that was deleted */
  deletedAt: number | undefined;
  saves = 0;
  /** nobody is told of newer versions: they are met when one saves */
  quiet = false;
  /** a save in hand waits for this */
  gate: Promise<void> = Promise.resolve();

  put(note: Note, revision = 1): void {
    this.notes.set(note.id, { revision, savedAt: '2026-11-25T00:00:00Z', document: note });
  }
  fetch(id: string): Observable<Stored<Note>> {
    const stored = this.notes.get(id);
    if (this.reachable && !stored && this.deletedAt)
      return throwError(() => new HttpErrorResponse({ status: 404, error: { title: 'There is none.', status: 404 } }));
    return this.reachable && stored ? of(structuredClone(stored)) : throwError(() => new Error('no answer'));
  }
  save(note: Note, revision: number): Observable<SaveAnswer<Note>> {
    return defer(async (): Promise<SaveAnswer<Note>> => {
      await this.gate;
      this.saves++;
      const there = this.notes.get(note.id);
      if (!this.reachable) return { outcome: 'unreachable' };
      if (this.troubled) return { outcome: 'trouble', problem: { title: this.troubled, status: 507 } };
      if (!there) return { outcome: 'gone', problem: { title: 'There is none.', status: 404 } };
      if (this.refuses) return { outcome: 'refused', problem: { title: this.refuses, status: 422 } };
      if (there.revision !== revision) return { outcome: 'conflict', current: structuredClone(there) };
      this.put(structuredClone(note), revision + 1);
      return { outcome: 'saved', stored: structuredClone(this.notes.get(note.id)!) };
    });
  }
}
const shelf = { at: new Shelf() };

@Injectable()
class NoteSession extends DocumentSession<Note> {
  readonly kind = 'notes';
  protected fetch = (id: string) => shelf.at.fetch(id);
  protected store = (note: Note, revision: number) => shelf.at.save(note, revision);
  protected newer = (id: string, revision: number) =>
    defer(() => {
      const there = shelf.at.notes.get(id);
      return of(!shelf.at.quiet && shelf.at.reachable && there && there.revision > revision ? structuredClone(there) : undefined);
    });
  readonly entries: string[] = [];
  protected override noted = (before: Note, after: Note) => void this.entries.push(`${before.inches} to ${after.inches}`);
  protected create = (note: Note) =>
    defer(() => {
      if (!shelf.at.reachable) throw new Error('no answer');
      shelf.at.put(note, (shelf.at.deletedAt ?? 0) + 1);
      return of(shelf.at.notes.get(note.id)!);
    });
  protected check = (note: Note): Checked<Note> =>
    note.inches >= 0
      ? { ok: true, value: note }
      : { ok: false, errors: [{ path: '/inches', message: 'Inches count from 0.', expected: 'at least 0', came: `${note.inches}` }] };
}

/** Tabs that are open; each has a name of its own, which a reload keeps. */
const open: EnvironmentInjector[] = [];
async function tab(id: string, name: string): Promise<NoteSession> {
  sessionStorage.setItem('saddle-tab', name);
  const injector = createEnvironmentInjector([], null as unknown as EnvironmentInjector);
  open.push(injector);
  const session = runInInjectionContext(injector, () => new NoteSession());
  await session.open(id);
  return session;
}
const shut = (): void => {
  for (const injector of open.splice(0)) injector.destroy();
};
const inches = (n: number) => (note: Note) => ({ ...note, inches: n });
const saved = (session: NoteSession) => vi.waitFor(() => expect(session.saveState()).toBe('saved'), 3000);
const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));

let id = '';
beforeEach(() => {
  shelf.at = new Shelf();
  id = nanoid(8);
  shelf.at.put({ id, name: 'sill', inches: 13 });
});
afterEach(shut);

describe('edits, undo and redo', () => {
  it('an edit is shown at once, saved a moment later, and undone and done again by its title', async () => {
    const session = await tab(id, 'a');
    expect(session.edit('Sill raised', inches(14))).toBe(true);
    expect(session.current().inches).toBe(14);
    expect(session.saveState()).toBe('saving');
    await saved(session);
    expect(shelf.at.notes.get(id)!.document.inches).toBe(14);

    expect(session.undoTitle()).toBe('Sill raised');
    session.undo();
    expect(session.current().inches).toBe(13);
    expect(session.announce()).toBe('Undone: Sill raised');
    expect(session.redoTitle()).toBe('Sill raised');
    session.redo();
    expect(session.current().inches).toBe(14);
    await saved(session);
    expect(shelf.at.notes.get(id)!.document.inches).toBe(14);
  });

  it('an edit after an undo cuts what could have been done again', async () => {
    const session = await tab(id, 'a');
    session.edit('one', inches(1));
    session.edit('two', inches(2));
    session.undo();
    session.edit('three', inches(3));
    expect(session.redoTitle()).toBeUndefined();
    session.undo();
    expect(session.current().inches).toBe(1);
  });

  it('a run of edits goes out in one save', async () => {
    const session = await tab(id, 'a');
    for (let n = 20; n < 30; n++) session.edit('typed', inches(n));
    await saved(session);
    expect(shelf.at.saves).toBe(1);
    expect(shelf.at.notes.get(id)).toMatchObject({ revision: 2, document: { inches: 29 } });
  });

  it('a hundred steps go back, not one more', async () => {
    const session = await tab(id, 'a');
    for (let n = 1; n <= 130; n++) session.edit(`step ${n}`, inches(n));
    let steps = 0;
    while (session.undoTitle()) {
      session.undo();
      steps++;
    }
    expect([steps, session.current().inches]).toEqual([100, 30]);
  });

  it('what makes no sense is refused with its field; nothing changes and nothing goes out', async () => {
    const session = await tab(id, 'a');
    expect(session.edit('below the floor', inches(-4))).toBe(false);
    expect(session.refusal()).toMatchObject([{ path: '/inches', expected: 'at least 0', came: '-4' }]);
    expect(session.current().inches).toBe(13);
    expect(session.undoTitle()).toBeUndefined();
    await pause(400);
    expect(shelf.at.saves).toBe(0);
    session.edit('above it', inches(4));
    expect(session.refusal()).toBeUndefined();
  });

  it('a drag is only looked at: it leaves no step and is not saved', async () => {
    const session = await tab(id, 'a');
    session.drag({ ...session.current(), inches: 99 });
    expect(session.current().inches).toBe(99);
    session.drag(undefined);
    expect(session.current().inches).toBe(13);
    await pause(400);
    expect([session.undoTitle(), shelf.at.saves]).toEqual([undefined, 0]);
  });

  it('an edit that changes nothing is no step', async () => {
    const session = await tab(id, 'a');
    expect(session.edit('the same again', (note) => note)).toBe(true);
    expect(session.undoTitle()).toBeUndefined();
  });
});

describe('a reload', () => {
  it('keeps the undo list, and an undone step that can be done again', async () => {
    const before = await tab(id, 'a');
    before.edit('one', inches(1));
    before.edit('two', inches(2));
    before.undo();
    await saved(before);
    shut();
    const after = await tab(id, 'a');
    expect(after.current().inches).toBe(1);
    expect([after.undoTitle(), after.redoTitle()]).toEqual(['one', 'two']);
    after.redo();
    expect(after.current().inches).toBe(2);
    after.undo();
    after.undo();
    expect(after.current().inches).toBe(13);
  });

  it('keeps work that the server never got, and sends it when it answers', async () => {
    const before = await tab(id, 'a');
    shelf.at.reachable = false;
    before.edit('in the cellar', inches(7));
    await vi.waitFor(() => expect(before.saveState()).toBe('kept in this browser'), 3000);
    shut();
    const offline = await tab(id, 'a');
    expect([offline.current().inches, offline.saveState()]).toEqual([7, 'kept in this browser']);
    shut();
    shelf.at.reachable = true;
    const after = await tab(id, 'a');
    expect(after.current().inches).toBe(7);
    await saved(after);
    expect(shelf.at.notes.get(id)!.document.inches).toBe(7);
  });

  it('in the middle of a save is no conflict with oneself', async () => {
    const before = await tab(id, 'a');
    let go = (): void => undefined;
    shelf.at.gate = new Promise((done) => (go = done));
    before.edit('typed', inches(5));
    await pause(400);
    // the page is gone before the answer comes; the server takes the save all the same
    shelf.at.put({ id, name: 'sill', inches: 5 }, 2);
    const after = await tab(id, 'a');
    expect([after.current().inches, after.conflict()]).toEqual([5, undefined]);
    after.edit('next', inches(6));
    go();
    await saved(after);
    expect(shelf.at.notes.get(id)).toMatchObject({ revision: 3, document: { inches: 6 } });
  });

  it('opened without the server and not edited: what the server has by then is taken over as soon as it answers', async () => {
    await tab(id, 'a');
    await pause(200);
    shut();
    shelf.at.reachable = false;
    const offline = await tab(id, 'a');
    expect([offline.current().inches, offline.saveState()]).toEqual([13, 'kept in this browser']);
    shelf.at.put({ id, name: 'sill', inches: 21 }, 2);
    shelf.at.reachable = true;
    await offline.savedNow();
    expect([offline.current().inches, offline.saveState(), offline.revisionNow()]).toEqual([21, 'saved', 2]);
    expect(shelf.at.saves).toBe(0);
  });

  it('a tab that was closed and opened anew without the server goes on with what it kept, and sends it once', async () => {
    const closed = await tab(id, 'closed');
    await saved(closed);
    shelf.at.reachable = false;
    closed.edit('in the cellar', inches(7));
    await vi.waitFor(() => expect(closed.saveState()).toBe('kept in this browser'), 3000);
    shut();
    await pause(50);
    const anew = await tab(id, 'anew');
    expect([anew.failure(), anew.current().inches, anew.saveState()]).toEqual([undefined, 7, 'kept in this browser']);
    await pause(200);
    shelf.at.reachable = true;
    await anew.savedNow();
    expect([shelf.at.notes.get(id)!.document.inches, shelf.at.notes.get(id)!.revision]).toEqual([7, 2]);
    shut();
    // nothing of it is offered again
    expect((await tab(id, 'later')).leftBehind()).toBeUndefined();
  });

  it('without an answer and without a draft it says so instead of showing an empty page', async () => {
    shelf.at.reachable = false;
    const session = await tab(id, 'nobody');
    expect(session.failure()).toContain('does not answer');
    expect(session.loaded()).toBe(false);
  });
});

/** Both have the document open; the first saves, then the second edits what it still sees. */
async function raced(): Promise<{ first: NoteSession; second: NoteSession }> {
  const first = await tab(id, 'a');
  const second = await tab(id, 'b');
  shelf.at.quiet = true;
  sessionStorage.setItem('saddle-tab', 'a');
  first.edit('first', inches(20));
  await saved(first);
  sessionStorage.setItem('saddle-tab', 'b');
  second.edit('second', inches(30));
  await vi.waitFor(() => expect(second.saveState()).toBe('conflict'), 3000);
  return { first, second };
}

describe('two tabs', () => {
  it('the slower one is told, with both versions at hand, and overwrites nothing', async () => {
    const { second } = await raced();
    expect(second.conflict()).toMatchObject({ revision: 2, document: { inches: 20 } });
    expect(second.current().inches).toBe(30);
    second.edit('goes on all the same', inches(31));
    await pause(400);
    expect(shelf.at.notes.get(id)!.document.inches).toBe(20);
  });

  it('mine over theirs: theirs stays one undo away', async () => {
    const { second } = await raced();
    await second.settle('mine');
    await saved(second);
    expect(shelf.at.notes.get(id)!.document.inches).toBe(30);
    second.undo();
    expect(second.current().inches).toBe(20);
  });

  it('theirs: mine stays one undo away', async () => {
    const { second } = await raced();
    await second.settle('theirs');
    expect([second.current().inches, second.saveState(), second.conflict()]).toEqual([20, 'saved', undefined]);
    second.undo();
    expect(second.current().inches).toBe(30);
    await saved(second);
    expect(shelf.at.notes.get(id)).toMatchObject({ revision: 3, document: { inches: 30 } });
  });

  it('both: mine becomes a document of its own, under a name that says so', async () => {
    const { second } = await raced();
    const copy = (await second.settle('both'))!;
    expect(shelf.at.notes.get(copy)!.document).toMatchObject({ name: 'sill (my version)', inches: 30 });
    expect(shelf.at.notes.get(id)!.document.inches).toBe(20);
    expect(second.current().inches).toBe(20);
  });

  it('what clashes is named, and settled field by field', async () => {
    const { second } = await raced();
    expect(second.clashes()).toEqual([{ at: '/inches', words: 'inches', was: '13', mine: '30', theirs: '20' }]);
    expect(second.settleEach(new Set(['/inches']))).toBe(true);
    expect([second.current().inches, second.saveState(), second.conflict()]).toEqual([20, 'saved', undefined]);
  });
  it('mine in every field goes out over theirs', async () => {
    const { second } = await raced();
    expect(second.settleEach(new Set())).toBe(true);
    await saved(second);
    expect(shelf.at.notes.get(id)).toMatchObject({ revision: 3, document: { inches: 30 } });
  });

  it('a tab with nothing unsaved takes in what another saved, and what it was undoing stays its own', async () => {
    const second = await tab(id, 'b');
    second.edit('by hand', (note) => ({ ...note, hand: 'helper' }));
    await saved(second);
    const first = await tab(id, 'a');
    first.edit('first', inches(20));
    await vi.waitFor(() => expect(second.current().inches).toBe(20), 3000);
    expect([second.current().hand, second.saveState(), second.cameIn()]).toEqual(['helper', 'saved', 1]);
    // undo takes back one’s own edit and nothing of theirs
    second.undo();
    await saved(second);
    expect(shelf.at.notes.get(id)!.document).toEqual({ id, name: 'sill', inches: 20 });
  });

  it('two that changed different fields are joined without a question, and both end equal', async () => {
    const first = await tab(id, 'a');
    const second = await tab(id, 'b');
    shelf.at.quiet = true;
    first.edit('first', inches(20));
    await saved(first);
    second.edit('second', (note) => ({ ...note, hand: 'owner' }));
    await saved(second);
    expect(shelf.at.notes.get(id)).toMatchObject({ revision: 3, document: { inches: 20, hand: 'owner' } });
    shelf.at.quiet = false;
    await first.lookForNewer();
    expect(first.current()).toEqual(second.current());
  });

  it('work of a day without a server, closed in between, is laid over what the desk saved meanwhile', async () => {
    const phone = await tab(id, 'phone');
    shelf.at.reachable = false;
    phone.edit('at the wall', (note) => ({ ...note, hand: 'helper' }));
    await vi.waitFor(() => expect(phone.saveState()).toBe('kept in this browser'), 3000);
    shut();
    await pause(50);
    shelf.at.reachable = true;
    const desk = await tab(id, 'desk');
    desk.edit('raised', inches(40));
    await saved(desk);
    shut();
    const again = await tab(id, 'phone');
    await saved(again);
    expect(again.current()).toMatchObject({ inches: 40, hand: 'helper' });
    expect(shelf.at.notes.get(id)!.document).toMatchObject({ inches: 40, hand: 'helper' });
  });

  it('what makes no sense together is shown whole: nothing is taken in that its own check refuses', async () => {
    const first = await tab(id, 'a');
    const second = await tab(id, 'b');
    shelf.at.quiet = true;
    shelf.at.put({ id, name: 'sill', inches: -1 }, 2);
    second.edit('second', (note) => ({ ...note, hand: 'owner' }));
    await vi.waitFor(() => expect(second.saveState()).toBe('conflict'), 3000);
    expect([second.clashes(), second.conflict()?.revision, first.current().inches]).toEqual([[], 2, 13]);
  });

  it('every edit is noted, undo too', async () => {
    const session = await tab(id, 'a');
    session.edit('up', inches(20));
    session.undo();
    expect(session.entries).toEqual(['13 to 20', '20 to 13']);
  });

  it('unsaved work of a closed tab is offered to the next one, taken in as an edit or thrown away', async () => {
    const gone = await tab(id, 'gone');
    shelf.at.reachable = false;
    gone.edit('never sent', inches(44));
    await vi.waitFor(() => expect(gone.saveState()).toBe('kept in this browser'), 3000);
    shut();
    await pause(50);
    shelf.at.reachable = true;
    const next = await tab(id, 'next');
    expect(next.current().inches).toBe(13);
    expect(next.leftBehind()).toMatchObject({ document: { inches: 44 }, dirty: true });
    next.settleLeftBehind(true);
    expect([next.current().inches, next.undoTitle(), next.leftBehind()]).toEqual([44, 'Took unsaved work of another tab', undefined]);
    await saved(next);
    shut();
    expect((await tab(id, 'later')).leftBehind()).toBeUndefined();
  });
});

describe('what the server refuses, and another document in the same page', () => {
  it('a refusal stands with what the server said', async () => {
    const session = await tab(id, 'a');
    shelf.at.refuses = 'The name is too long.';
    session.edit('renamed', (note) => ({ ...note, name: 'x' }));
    await vi.waitFor(() => expect(session.saveState()).toBe('refused'), 3000);
    expect(session.refusal()).toMatchObject([{ path: '/', message: 'The name is too long.' }]);
  });

  it('the next document starts with an undo list of its own', async () => {
    const other = nanoid(8);
    shelf.at.put({ id: other, name: 'jamb', inches: 2 });
    const session = await tab(id, 'a');
    session.edit('sill only', inches(15));
    await session.open(other);
    expect([session.current().name, session.undoTitle(), session.redoTitle()]).toEqual(['jamb', undefined, undefined]);
    session.undo();
    expect(session.current().inches).toBe(2);
    expect(shelf.at.notes.get(id)!.document.inches).toBe(15);
    await session.open(id);
    expect(session.undoTitle()).toBe('sill only');
  });

  it('edits made while a save is under way go out after it, over the revision it was given', async () => {
    const session = await tab(id, 'a');
    let go = (): void => undefined;
    shelf.at.gate = new Promise((done) => (go = done));
    session.edit('one', inches(1));
    await pause(400);
    session.edit('two', inches(2));
    go();
    await saved(session);
    expect(shelf.at.notes.get(id)).toMatchObject({ revision: 3, document: { inches: 2 } });
    expect(shelf.at.saves).toBe(2);
  });
});

describe('a server that can’t, a note that is gone, a browser that keeps nothing', () => {
  it('a full disk: said, kept here, tried again by itself until it goes through', async () => {
    const session = await tab(id, 'a');
    shelf.at.troubled = 'The disk is full.';
    session.edit('typed', inches(8));
    await vi.waitFor(() => expect(session.saveState()).toBe('kept in this browser'), 3000);
    expect([session.trouble(), session.refusal()]).toEqual(['The disk is full.', undefined]);
    shelf.at.troubled = '';
    await vi.waitFor(() => expect(session.saveState()).toBe('saved'), 9000);
    expect([shelf.at.notes.get(id)!.document.inches, session.trouble()]).toEqual([8, undefined]);
  });

  it('deleted elsewhere while it is edited: what is here stays, over a reload too, and is put back or let go', async () => {
    const session = await tab(id, 'a');
    shelf.at.notes.delete(id);
    shelf.at.deletedAt = 1;
    session.edit('typed', inches(9));
    await vi.waitFor(() => expect(session.saveState()).toBe('deleted elsewhere'), 3000);
    session.edit('more', inches(10));
    await pause(300);
    shut();
    const again = await tab(id, 'a');
    expect([again.saveState(), again.current().inches, again.failure()]).toEqual(['deleted elsewhere', 10, undefined]);
    expect(await again.putBack()).toBe(true);
    expect(shelf.at.notes.get(id)).toMatchObject({ revision: 2, document: { inches: 10 } });
    again.edit('goes on', inches(11));
    await saved(again);
    expect(shelf.at.notes.get(id)).toMatchObject({ revision: 3, document: { inches: 11 } });
  });

  it('putting back without a server says so and loses nothing', async () => {
    const session = await tab(id, 'a');
    shelf.at.notes.delete(id);
    shelf.at.deletedAt = 1;
    session.edit('typed', inches(9));
    await vi.waitFor(() => expect(session.saveState()).toBe('deleted elsewhere'), 3000);
    shelf.at.reachable = false;
    expect(await session.putBack()).toBe(false);
    expect([session.saveState(), session.current().inches, session.trouble()]).toEqual([
      'deleted elsewhere',
      9,
      expect.stringMatching(/does not answer/),
    ]);
  });

  it('with the browser’s storage full and no server it says “not kept anywhere”, and is saved once the server is back', async () => {
    const session = await tab(id, 'a');
    const full = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    shelf.at.reachable = false;
    session.edit('typed', inches(21));
    await vi.waitFor(() => expect(session.saveState()).toBe('not kept anywhere'), 3000);
    full.mockRestore();
    // room again: the next edit is kept, and the state follows
    session.edit('typed on', inches(22));
    await vi.waitFor(() => expect(session.saveState()).toBe('kept in this browser'), 3000);
    shelf.at.reachable = true;
    await vi.waitFor(() => expect(session.saveState()).toBe('saved'), 9000);
    expect(shelf.at.notes.get(id)!.document.inches).toBe(22);
  });

  it('with everything of the browser blocked it opens, edits and saves all the same', async () => {
    const real = Object.getOwnPropertyDescriptor(globalThis, 'sessionStorage')!;
    Object.defineProperty(globalThis, 'sessionStorage', { configurable: true, get: () => { throw new DOMException('blocked', 'SecurityError'); } }); // prettier-ignore
    const open = vi.spyOn(indexedDB, 'open').mockImplementation(() => {
      throw new DOMException('blocked', 'UnknownError');
    });
    try {
      const injector = createEnvironmentInjector([], null as unknown as EnvironmentInjector);
      const session = runInInjectionContext(injector, () => new NoteSession());
      await session.open(id);
      session.edit('typed', inches(5));
      await saved(session);
      expect(shelf.at.notes.get(id)!.document.inches).toBe(5);
      injector.destroy();
    } finally {
      open.mockRestore();
      Object.defineProperty(globalThis, 'sessionStorage', real);
    }
  });

  it('both of a conflict, with a server that has gone: rejected, nothing settled, and it can be chosen again', async () => {
    const { second } = await raced();
    shelf.at.reachable = false;
    await expect(second.settle('both')).rejects.toThrow();
    expect([second.conflict()?.document.inches, second.current().inches]).toEqual([20, 30]);
    shelf.at.reachable = true;
    const copy = (await second.settle('both'))!;
    expect(shelf.at.notes.get(copy)!.document.inches).toBe(30);
  });
});

describe('earlier versions', () => {
  it('one is looked at without an edit; nothing can be changed in it; brought back it is an edit like any', async () => {
    const session = await tab(id, 'a');
    session.edit('raised', inches(20));
    await saved(session);
    const old = { revision: 1, savedAt: '2026-11-24T00:00:00Z', document: { id, name: 'sill', inches: 13 } };
    session.lookAt(old);
    expect(session.current().inches).toBe(13);
    expect(session.edit('by mistake', inches(1))).toBe(false);
    session.undo();
    expect(session.refusal()?.[0]?.message).toMatch(/version 1, only looked at/);
    session.lookAt(undefined);
    expect([session.current().inches, session.undoTitle()]).toEqual([20, 'raised']);
    expect(session.bringBack(old)).toBe(true);
    await saved(session);
    expect(shelf.at.notes.get(id)).toMatchObject({ revision: 3, document: { inches: 13 } });
    session.undo();
    expect(session.current().inches).toBe(20);
  });
});

describe('opening', () => {
  it('says what it waits for, and no more once it is open or has failed', async () => {
    const injector = createEnvironmentInjector([], null as unknown as EnvironmentInjector);
    open.push(injector);
    const session = runInInjectionContext(injector, () => new NoteSession());
    const said: string[] = [];
    const set = session.waitsFor.set.bind(session.waitsFor);
    session.waitsFor.set = (what) => {
      said.push(what);
      set(what);
    };
    await session.open(id);
    expect(said).toEqual(['Waiting for the other tabs of this browser', 'Reading what this browser kept', 'Waiting for the server', '']);
    expect(session.loaded()).toBe(true);
    await session.open('nobody’s');
    expect([session.failure() !== undefined, session.waitsFor()]).toEqual([true, '']);
  });
});

describe('names of tabs', () => {
  /** Locks as a browser's, for the pages of one browser: `pages` share them, each page has its own module of drafts. */
  function browser() {
    const held = new Map<string, (() => void)[]>();
    const locks = {
      request: (name: string, options: { signal: AbortSignal }, hold: () => Promise<void>) =>
        new Promise<void>((done, failed) => {
          const take = (): void => {
            held.set(name, []);
            void hold().then(done);
          };
          if (!held.has(name)) return take();
          held.get(name)!.push(take);
          options.signal.addEventListener('abort', () => {
            const waiting = held.get(name) ?? [];
            held.set(
              name,
              waiting.filter((w) => w !== take),
            );
            failed(new DOMException('aborted', 'AbortError'));
          });
        }),
      query: () => Promise.resolve({ held: [...held.keys()].map((name) => ({ name })) }),
    };
    const letGo = (name: string): void => {
      const next = held.get(name)?.[0];
      held.delete(name);
      next?.();
    };
    return { locks, letGo };
  }
  const page = async (locks: unknown) => {
    vi.resetModules();
    vi.stubGlobal('navigator', { locks });
    const drafts = await import('../api/drafts');
    await drafts.claimTab();
    return drafts.tabName();
  };
  afterEach(() => vi.unstubAllGlobals());

  it('a duplicated tab, which comes with its original’s name, takes one of its own', async () => {
    const { locks } = browser();
    sessionStorage.setItem('saddle-tab', 'original');
    expect(await page(locks)).toBe('original');
    // the browser copies what the tab kept
    const copy = await page(locks);
    expect(copy).not.toBe('original');
    expect(sessionStorage.getItem('saddle-tab')).toBe(copy);
  });
  it('a reloaded page keeps its name, although the page before it lets go only a good while later', async () => {
    const { locks, letGo } = browser();
    // a page that is gone answers nobody any more
    const said: BroadcastChannel[] = [];
    const Channel = BroadcastChannel;
    vi.stubGlobal(
      'BroadcastChannel',
      class extends Channel {
        constructor(name: string) {
          super(name);
          said.push(this);
        }
      },
    );
    sessionStorage.setItem('saddle-tab', 'mine');
    await page(locks);
    for (const channel of said) channel.close();
    setTimeout(() => letGo('saddle-tab/mine'), 900);
    expect(await page(locks)).toBe('mine');
  });
  it('where the browser refuses every lock, a page has a name of its own all the same, and opens', async () => {
    sessionStorage.setItem('saddle-tab', 'original');
    let asked = 0;
    const request = () => {
      // asked without end, a page would never open
      if (++asked > 20) throw new Error('asked again and again');
      return Promise.reject(new DOMException('not active', 'InvalidStateError'));
    };
    const name = await page({ request });
    expect([name === 'original', name.length, asked]).toEqual([false, 8, 2]);
  });
  it('a name that was made up just now is not waited for: nobody else can have it', async () => {
    const { locks } = browser();
    sessionStorage.setItem('saddle-tab', 'original');
    await page(locks);
    const slow = {
      ...locks,
      request: (name: string, ...rest: [{ signal: AbortSignal }, () => Promise<void>]) =>
        name.endsWith('/original') ? locks.request(name, ...rest) : new Promise<void>(() => undefined),
    };
    expect(await page(slow)).not.toBe('original');
  });
});
