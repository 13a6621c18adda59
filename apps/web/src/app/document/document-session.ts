import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { LengthUnit } from '@saddle/core/measure';
import { applyPatch, differences, joined, patchOf, sameDeep, type Checked, type Clash, type FieldError } from '@saddle/core/model';
import { nanoid } from 'nanoid';
import {
  auditTime,
  concatMap,
  debounceTime,
  filter,
  firstValueFrom,
  fromEvent,
  interval,
  merge,
  NEVER,
  Subject,
  throttleTime,
  type Observable,
} from 'rxjs';
import { problemOf, type SaveAnswer, type Stored } from '../api/documents.service';
import {
  claimTab,
  type Draft,
  dropDraft,
  dropLastWord,
  type History,
  keepDraft,
  keepHistory,
  keepLastWord,
  otherDrafts,
  ownDraft,
  ownHistory,
  tabName,
  takeLastWord,
  type Version,
} from '../api/drafts';

export type SaveState = 'saved' | 'saving' | 'kept in this browser' | 'not kept anywhere' | 'conflict' | 'refused' | 'deleted elsewhere';

/** Not on the server, and worth trying again by itself. */
const WAITING: SaveState[] = ['kept in this browser', 'not kept anywhere'];
const TRY_AGAIN_MS = 5000;

const UNDO_STEPS = 100;

/** How often it is asked whether somebody saved a newer version on another device. */
const LOOK_EVERY_MS = 15_000;

/** The later document with every part of the earlier one that is the same: what shows such a part isn’t made anew. */
const sharing = <D>(earlier: D, later: D): D => applyPatch(earlier, patchOf(earlier, later)) as D;

/** What every kept document has. */
export interface Kept {
  id: string;
  name: string;
}

/** One open document: undo and redo, saving over the revision that was seen, drafts that survive a reload, two tabs. */
@Injectable()
export abstract class DocumentSession<D extends Kept> {
  /** `jobs` or `houses`: names its drafts and its channel between tabs */
  abstract readonly kind: string;
  protected abstract fetch(id: string): Observable<Stored<D>>;
  protected abstract store(document: D, revision: number): Observable<SaveAnswer<D>>;
  protected abstract create(document: D): Observable<Stored<D>>;
  /** whether an edit of a checked document makes sense */
  protected abstract check(document: D, before: D): Checked<D>;
  /** A version newer than a revision; undefined while there is none. */
  protected abstract newer(id: string, revision: number): Observable<Stored<D> | undefined>;
  /** in which lengths are printed */
  protected printsIn(): LengthUnit {
    return 'in';
  }
  /** What a joined document is checked against is looked at anew. */
  protected beforeMeeting(): Promise<void> {
    return Promise.resolve();
  }
  /** An edit was made here, by whatever means: undo too. */
  protected noted(_before: D, _after: D): void {
    // nothing is noted of most documents
  }

  private readonly saves = new Subject<void>();
  private readonly histories = new Subject<void>();
  private readonly drafts = new Subject<void>();
  private readonly channel = new BroadcastChannel('saddle-documents');
  private readonly past = signal<Version<D>[]>([]);
  private readonly future = signal<Version<D>[]>([]);
  private revision = 0;
  /** what was edited here went through: the revision it became */
  readonly savedHere = new Subject<number>();
  /** what the server has at that revision */
  private acknowledged: D | undefined;
  private dirty = false;
  private loadedId = '';

  protected readonly document = signal<D | undefined>(undefined);
  /** a drag under way: shown, not yet an edit */
  private readonly dragged = signal<D | undefined>(undefined);

  readonly loaded = computed(() => this.document() !== undefined);
  readonly failure = signal<string | undefined>(undefined);
  /** what an opening waits for just now; empty while nothing is being opened */
  readonly waitsFor = signal('');
  readonly saveState = signal<SaveState>('saved');
  readonly conflict = signal<Stored<D> | undefined>(undefined);
  /** fields that both sides of a conflict changed otherwise; empty where the two can’t be joined at all */
  readonly clashes = signal<Clash[]>([]);
  /** what came from elsewhere was taken in beside what is here: how many fields, until it was seen */
  readonly cameIn = signal(0);
  /** unsaved work that another tab left behind */
  readonly leftBehind = signal<Draft<D> | undefined>(undefined);
  readonly refusal = signal<FieldError[] | undefined>(undefined);
  /** what keeps the server from saving, in its words; cleared by the next save that goes through */
  readonly trouble = signal<string | undefined>(undefined);
  /** where the text of a document that can't be read is to be had */
  readonly failureRaw = signal<string | undefined>(undefined);
  /** an earlier version that is looked at: shown everywhere, and nothing can be edited until it is left or brought back */
  readonly lookedAt = signal<Stored<D> | undefined>(undefined);
  readonly announce = signal('');

  /** the document as it is shown */
  readonly current = computed((): D => {
    const document = this.lookedAt()?.document ?? this.dragged() ?? this.document();
    if (!document) throw new Error('the document is not loaded yet');
    return document;
  });
  readonly undoTitle = computed(() => this.past().at(-1)?.title);
  readonly redoTitle = computed(() => this.future().at(-1)?.title);
  /** when the edits were made that undo and redo would take next */
  readonly undoAt = computed(() => this.past().at(-1)?.at ?? 0);
  readonly redoAt = computed(() => this.future().at(-1)?.at ?? 0);

  constructor() {
    const destroy = inject(DestroyRef);
    this.saves
      .pipe(
        debounceTime(250),
        concatMap(() => this.save()),
        takeUntilDestroyed(),
      )
      .subscribe();
    this.drafts
      .pipe(throttleTime(100, undefined, { leading: true, trailing: true }), takeUntilDestroyed())
      .subscribe(() => void this.keepNow());
    this.histories
      .pipe(
        auditTime(120),
        concatMap(() => this.keepHistoryNow()),
        takeUntilDestroyed(),
      )
      .subscribe();
    interval(TRY_AGAIN_MS)
      .pipe(
        filter(() => WAITING.includes(this.saveState())),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.saves.next());
    if (typeof window !== 'undefined') {
      fromEvent(window, 'pagehide')
        .pipe(takeUntilDestroyed())
        .subscribe(() => this.lastWord());
      fromEvent(window, 'pageshow')
        .pipe(takeUntilDestroyed())
        .subscribe(() => dropLastWord(this.draftKey(this.loadedId)));
    }
    // the browser asks before it throws away what is nowhere else
    if (typeof window !== 'undefined')
      fromEvent(window, 'beforeunload')
        .pipe(
          filter(() => this.saveState() === 'not kept anywhere' || (this.saveState() === 'saving' && !this.keptHere)),
          takeUntilDestroyed(),
        )
        .subscribe((event) => event.preventDefault());
    this.channel.onmessage = (event: MessageEvent<{ kind: string; id: string; revision: number }>) => {
      if (event.data.kind === this.kind && event.data.id === this.loadedId && event.data.revision > this.revision) void this.lookForNewer();
    };
    merge(
      interval(LOOK_EVERY_MS),
      typeof document === 'undefined' ? NEVER : fromEvent(document, 'visibilitychange'),
      typeof window === 'undefined' ? NEVER : fromEvent(window, 'online'),
    )
      .pipe(
        filter(() => typeof document === 'undefined' || !document.hidden),
        takeUntilDestroyed(),
      )
      .subscribe(() => void this.lookForNewer());
    // leaving doesn't wait for the pause between edits
    destroy.onDestroy(() => void this.save().finally(() => this.channel.close()));
  }

  private draftKey(id: string): string {
    return `${this.kind}/${id}`;
  }

  /** Opens a document: the server's document, with this tab's undo list and unsaved work if there are any. */
  async open(id: string): Promise<void> {
    await this.save();
    this.forget();
    this.loadedId = id;
    try {
      this.waitsFor.set('Waiting for the other tabs of this browser');
      await claimTab();
      this.waitsFor.set('Reading what this browser kept');
      const [draft, history] = await this.ownWork(id);
      this.waitsFor.set('Waiting for the server');
      await this.openWith(id, draft, history);
    } finally {
      this.waitsFor.set('');
    }
  }

  /** Opens the server's document, or without a server what is kept here. */
  private async openWith(id: string, draft: Draft<D> | undefined, history: History<D> | undefined): Promise<void> {
    let stored: Stored<D>;
    try {
      stored = await firstValueFrom(this.fetch(id));
    } catch (error) {
      const problem = problemOf(error);
      const away = problem.status === 0 || problem.status >= 500;
      const kept = draft ?? (away ? await this.ofClosedTab(id) : undefined);
      if (kept && (away || (problem.status === 404 && kept.dirty))) {
        this.takeDraft(kept);
        this.takeHistory(history);
        if (!draft) this.keep();
        this.saveState.set(problem.status === 404 ? 'deleted elsewhere' : 'kept in this browser');
        return;
      }
      this.failureRaw.set(problem.raw);
      this.failure.set([problem.title, problem.detail].filter(Boolean).join(' '));
      return;
    }
    if (draft?.dirty && draft.revision === stored.revision) {
      this.takeDraft({ ...draft, from: stored.document });
      this.takeHistory(history);
      this.saveState.set('saving');
      this.saves.next();
    } else if (draft?.dirty && sameDeep(draft.document, stored.document)) {
      // the save under way when the page was left went through: nothing to settle with oneself
      this.rest(stored);
      this.document.set(stored.document);
      this.takeHistory(history);
      this.keep();
    } else if (draft?.dirty) {
      this.takeDraft(draft);
      this.takeHistory(history);
      await this.meet(stored);
    } else {
      this.rest(stored);
      this.document.set(stored.document);
      if (draft?.revision === stored.revision) this.takeHistory(history);
    }
    const others = await otherDrafts<D>(this.draftKey(id)).catch(() => []);
    for (const other of others.filter((d) => !d.dirty)) void dropDraft(other);
    this.keepForLater();
    this.leftBehind.set(others.find((d) => d.dirty));
  }

  /** The last that a tab kept which is closed now: taken over as this one's own. */
  private async ofClosedTab(id: string): Promise<Draft<D> | undefined> {
    const [last] = await otherDrafts<D>(this.draftKey(id)).catch(() => []);
    if (!last) return undefined;
    const own = { ...last, tab: tabName() };
    // the other goes only when this one is kept
    if (await keepDraft(own)) void dropDraft(last);
    return own;
  }

  /** What this tab kept of a document; nothing where the browser keeps nothing. */
  private async ownWork(id: string): Promise<[Draft<D> | undefined, History<D> | undefined]> {
    try {
      const [draft, history] = await Promise.all([ownDraft<D>(this.draftKey(id)), ownHistory<D>(this.draftKey(id))]);
      return [takeLastWord(this.draftKey(id), draft), history];
    } catch {
      return [takeLastWord<D>(this.draftKey(id), undefined), undefined];
    }
  }

  /** Nothing of one document may reach the next that is opened here, its undo list least of all. */
  private forget(): void {
    this.document.set(undefined);
    this.dragged.set(undefined);
    this.past.set([]);
    this.future.set([]);
    this.dirty = false;
    this.saveState.set('saved');
    this.lookedAt.set(undefined);
    this.acknowledged = undefined;
    this.clashes.set([]);
    this.cameIn.set(0);
    for (const state of [this.failure, this.failureRaw, this.trouble, this.conflict, this.leftBehind, this.refusal]) state.set(undefined);
  }

  private rest(stored: Stored<D>): void {
    this.revision = stored.revision;
    this.acknowledged = stored.document;
  }

  /**
   * Somebody saved a newer version: what was done here is laid over it. What both changed otherwise is shown side by side, and so is
   * what would make no sense together.
   */
  private async meet(theirs: Stored<D>): Promise<void> {
    await this.beforeMeeting();
    const [mine, from] = [this.document(), this.acknowledged];
    const both = mine && from && joined(from, mine, sharing(from, theirs.document), this.printsIn());
    if (both && both.clashes.length === 0 && this.join(theirs)) return;
    this.clashes.set(both?.clashes ?? []);
    this.saveState.set('conflict');
    this.conflict.set(theirs);
  }

  /** Lays what was done here over theirs; nothing changes and false is returned where that makes no sense. @param take clashes in which theirs holds */
  private join(theirs: Stored<D>, take: ReadonlySet<string> = new Set()): boolean {
    const [mine, from] = [this.document(), this.acknowledged];
    if (!mine || !from) return false;
    const other = sharing(from, theirs.document);
    const { document } = joined(from, mine, other, this.printsIn(), take);
    const checked = this.check(document, other);
    if (!checked.ok) {
      if (take.size) this.refusal.set(checked.errors);
      return false;
    }
    // undo takes back what was done here and nothing of theirs; what clashes with theirs can’t be undone any more
    const over = (versions: Version<D>[]): Version<D>[] => {
      const kept: Version<D>[] = [];
      for (const version of [...versions].reverse()) {
        const { document: back, clashes } = joined(from, version.document, other, this.printsIn());
        if (clashes.length || !this.check(back, other).ok) break;
        kept.unshift({ ...version, document: back });
      }
      return kept;
    };
    this.past.update(over);
    this.future.set([]);
    this.cameIn.set(differences(from, theirs.document, this.printsIn()).length);
    this.acknowledged = theirs.document;
    this.revision = theirs.revision;
    this.conflict.set(undefined);
    this.clashes.set([]);
    this.document.set(sharing(mine, checked.value));
    this.dirty = !sameDeep(checked.value, theirs.document);
    this.announce.set('Saved elsewhere meanwhile: both are in it');
    this.keep();
    this.saveState.set(this.dirty ? 'saving' : 'saved');
    if (this.dirty) this.saves.next();
    return true;
  }

  /** Takes in what was saved on another device or in another tab. With unsaved work here the next save meets it. */
  async lookForNewer(): Promise<void> {
    const id = this.loadedId;
    const idle = (): boolean => this.saveState() === 'saved' && !this.dirty && !this.lookedAt() && !this.dragged() && this.loadedId === id;
    if (!this.document() || !idle()) return;
    const theirs = await firstValueFrom(this.newer(id, this.revision)).catch(() => undefined);
    if (theirs && theirs.revision > this.revision && theirs.document.id === id && idle()) this.join(theirs);
  }

  private takeDraft(draft: Draft<D>): void {
    this.revision = draft.revision;
    this.acknowledged = draft.from;
    this.document.set(draft.document);
    this.dirty = draft.dirty;
  }

  private takeHistory(history: History<D> | undefined): void {
    this.past.set(history?.past ?? []);
    this.future.set(history?.future ?? []);
  }

  /** Looks at an edit without making it; `undefined` ends the look. */
  drag(document: D | undefined): void {
    this.dragged.set(document);
  }

  /**
   * Makes an edit: checked as a whole, remembered for undo, kept in the browser, then saved.
   * @returns false when the document would not make sense; then `refusal` says why and nothing changed
   */
  edit(title: string, change: (document: D) => D): boolean {
    const before = this.document();
    if (!before) return false;
    this.dragged.set(undefined);
    const looked = this.lookedAt();
    if (looked) {
      this.refusal.set([
        {
          path: '/',
          message: `This is version ${looked.revision}, only looked at. Bring it back, or go back to now, before you change something.`,
          expected: 'the version of now',
          came: `version ${looked.revision}`,
        },
      ]);
      return false;
    }
    const next = change(before);
    if (next === before) return true;
    const checked = this.check(next, before);
    if (!checked.ok) {
      this.refusal.set(checked.errors);
      return false;
    }
    this.refusal.set(undefined);
    this.past.update((past) => [...past, { title, document: before, at: Date.now() }].slice(-UNDO_STEPS));
    this.future.set([]);
    this.put(checked.value, title);
    return true;
  }

  undo(): void {
    this.step(this.past, this.future, 'Undone');
  }

  redo(): void {
    this.step(this.future, this.past, 'Done again');
  }

  private step(from: typeof this.past, to: typeof this.past, said: string): void {
    const version = from().at(-1);
    const current = this.document();
    if (!version || !current || this.lookedAt()) return;
    from.update((list) => list.slice(0, -1));
    to.update((list) => [...list, { title: version.title, document: current, ...(version.at === undefined ? {} : { at: version.at }) }]);
    this.refusal.set(undefined);
    this.put(version.document, `${said}: ${version.title}`);
  }

  private put(document: D, said: string): void {
    const before = this.document();
    this.document.set(document);
    if (before) this.noted(before, document);
    this.dirty = true;
    this.announce.set(said);
    this.keep();
    if (this.saveState() === 'conflict' || this.saveState() === 'deleted elsewhere') return;
    this.saveState.set('saving');
    this.saves.next();
  }

  /** The first of a run of edits is kept at once, the last of it a moment later. */
  private keep(): void {
    this.drafts.next();
    this.histories.next();
  }

  private keepHistoryNow(): Promise<void> {
    return keepHistory(this.draftKey(this.loadedId), { past: this.past(), future: this.future() }).catch(() => undefined);
  }

  /** whether the browser took the last of it */
  private keptHere = true;

  private draft(document: D): Draft<D> {
    return {
      ...{ key: this.draftKey(document.id), tab: tabName(), revision: this.revision, document, dirty: this.dirty },
      ...(this.acknowledged && this.dirty ? { from: this.acknowledged } : {}),
      at: new Date().toISOString(),
    };
  }

  /** The page is being left: what the server has not taken is written down at once. */
  lastWord(): void {
    const document = this.document();
    if (document && this.dirty) keepLastWord(this.draft(document));
  }

  private async keepNow(): Promise<void> {
    const document = this.document();
    if (!document) return;
    this.keptHere = await keepDraft(this.draft(document));
    if (WAITING.includes(this.saveState())) this.saveState.set(this.waiting());
  }

  private waiting = (): SaveState => (this.keptHere ? 'kept in this browser' : 'not kept anywhere');

  private lastSave: Promise<void> = Promise.resolve();

  /** Saves take turns: each rests on the revision that the one before was given. */
  private save(): Promise<void> {
    this.lastSave = this.lastSave.then(() => this.saveNow());
    return this.lastSave;
  }

  /** Saves what is not saved yet, without the pause between edits. */
  savedNow(): Promise<void> {
    return this.save();
  }

  private async saveNow(): Promise<void> {
    const document = this.document();
    if (document && !this.dirty && WAITING.includes(this.saveState())) return this.lookAgain();
    if (!document || !this.dirty || this.saveState() === 'conflict' || this.saveState() === 'deleted elsewhere') return;
    const answer = await firstValueFrom(this.store(document, this.revision));
    switch (answer.outcome) {
      case 'saved':
        this.rest({ ...answer.stored, document });
        this.trouble.set(undefined);
        this.channel.postMessage({ kind: this.kind, id: document.id, revision: this.revision });
        this.savedHere.next(this.revision);
        // edits made while this one was under way go out next
        this.dirty = this.document() !== document;
        // called saved when this browser knows it too: a reload right after finds the new revision and the undo list
        await Promise.all([this.keepNow(), this.keepHistoryNow()]);
        if (this.document() !== document) this.saves.next();
        else this.saveState.set('saved');
        return;
      case 'conflict':
        await this.meet(answer.current);
        return;
      case 'refused':
        this.saveState.set('refused');
        this.refusal.set(answer.problem.errors ?? [{ path: '/', message: answer.problem.title, expected: '', came: '' }]);
        return;
      case 'gone':
        await this.keepNow();
        this.saveState.set('deleted elsewhere');
        return;
      case 'trouble':
        await this.keepNow();
        this.trouble.set(answer.problem.title);
        this.saveState.set(this.waiting());
        return;
      case 'unreachable':
        await this.keepNow();
        this.trouble.set(undefined);
        this.saveState.set(this.waiting());
    }
  }

  /** Opened without the server and not edited: what the server has is taken over as soon as it answers. */
  private async lookAgain(): Promise<void> {
    let stored: Stored<D>;
    try {
      stored = await firstValueFrom(this.fetch(this.loadedId));
    } catch {
      return;
    }
    // edited meanwhile: the next save says what becomes of it
    if (this.dirty || stored.document.id !== this.loadedId) return;
    if (stored.revision === this.revision) this.saveState.set('saved');
    else await this.adopt(stored);
  }

  /** The revision that was seen. */
  revisionNow(): number {
    return this.revision;
  }

  /** Keeps in this browser what the server gave, so that it can be opened again without the server. */
  keepForLater(): void {
    if (this.document() && !this.dirty) this.drafts.next();
  }

  /** Takes over what the server made of the document itself: nothing of before can be undone over it. */
  async adopt(stored: Stored<D>): Promise<void> {
    this.rest(stored);
    this.dirty = false;
    this.past.set([]);
    this.future.set([]);
    this.refusal.set(undefined);
    this.document.set(stored.document);
    this.saveState.set('saved');
    this.channel.postMessage({ kind: this.kind, id: stored.document.id, revision: stored.revision });
    await Promise.all([this.keepNow(), this.keepHistoryNow()]);
  }

  /** Puts a document back that somebody deleted, as it is here; false when the server can't, and why is in `trouble`. */
  async putBack(): Promise<boolean> {
    const document = this.document();
    if (!document) return false;
    try {
      const stored = await firstValueFrom(this.create(document));
      this.rest({ ...stored, document });
      this.dirty = this.document() !== document;
      this.trouble.set(undefined);
      this.saveState.set(this.dirty ? 'saving' : 'saved');
      this.keep();
      if (this.dirty) this.saves.next();
      return true;
    } catch (error) {
      this.trouble.set(problemOf(error).title);
      return false;
    }
  }

  /** Leaves a deleted document deleted: what is here goes too. */
  async letGo(): Promise<void> {
    this.dirty = false;
    await dropDraft({ key: this.draftKey(this.loadedId), tab: tabName() }).catch(() => undefined);
  }

  /** Shows an earlier version everywhere, without an edit; `undefined` goes back to now. */
  lookAt(version: Stored<D> | undefined): void {
    this.refusal.set(undefined);
    this.lookedAt.set(version);
  }

  /** Brings an earlier version back: an edit like any other, saved as a new version and undone like any. */
  bringBack(version: Stored<D>): boolean {
    this.lookedAt.set(undefined);
    return this.edit(`Brought back version ${version.revision}`, (now) => ({ ...version.document, id: now.id }));
  }
  /** The version that is looked at, where one is. */
  bringBackLookedAt(): void {
    const version = this.lookedAt();
    if (version) this.bringBack(version);
  }

  /**
   * Settles a conflict: mine over theirs, theirs (mine stays one undo away), or mine as a document of its own. Returns the copy's id.
   * Rejects when the copy can't be stored; then nothing is settled.
   */
  async settle(choice: 'mine' | 'theirs' | 'both'): Promise<string | undefined> {
    const theirs = this.conflict();
    const mine = this.document();
    if (!theirs || !mine) return undefined;
    let copy: string | undefined;
    if (choice === 'both') {
      copy = nanoid(12);
      await firstValueFrom(this.create({ ...mine, id: copy, name: `${mine.name} (my version)`.slice(0, 120) }));
    }
    this.rest(theirs);
    this.conflict.set(undefined);
    this.clashes.set([]);
    this.saveState.set('saved');
    if (choice === 'mine') {
      this.past.update((past) => [...past, { title: 'version of the other tab', document: theirs.document }]);
      this.put(mine, 'Kept mine');
    } else {
      this.past.update((past) => [...past, { title: 'took the other tab’s version', document: mine }]);
      this.future.set([]);
      this.document.set(theirs.document);
      this.dirty = false;
      this.keep();
    }
    return copy;
  }

  /** Settles a conflict field by field: theirs where it is named, mine in the rest. @returns false where that makes no sense; `refusal` says why */
  settleEach(take: ReadonlySet<string>): boolean {
    const theirs = this.conflict();
    if (!theirs) return false;
    if (this.join(theirs, take)) return true;
    // every clash settled for mine is no different from what was refused before: said all the same
    if (!this.refusal()) this.refusal.set([{ path: '/', message: 'Together they make no sense: keep one of the two versions whole.', expected: '', came: '' }]); // prettier-ignore
    return false;
  }

  /** Unsaved work another tab left behind: taken in as an edit, or thrown away. */
  settleLeftBehind(take: boolean): void {
    const draft = this.leftBehind();
    if (!draft) return;
    this.leftBehind.set(undefined);
    if (take) this.edit('Took unsaved work of another tab', () => draft.document);
    void dropDraft(draft);
  }
}
