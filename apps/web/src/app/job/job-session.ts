import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { elevation, type Elevation } from '@saddle/core/layout';
import { jobContext, ledgerOf, stageStates } from '@saddle/core/ledger';
import {
  applyChanges,
  applyEdits,
  checkJob,
  plannedSite,
  type Change,
  type FaceId,
  type FieldError,
  type Finding,
  type Job,
  type JobEdit,
  type Site,
} from '@saddle/core/model';
import { builtChangeIds, outageMinutes, stepsOf } from '@saddle/core/steps';
import { nanoid } from 'nanoid';
import { auditTime, concatMap, debounceTime, filter, firstValueFrom, interval, Subject } from 'rxjs';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Documents, problemOf, type Stored } from '../api/documents.service';
import {
  type Draft,
  dropDraft,
  type History,
  keepDraft,
  keepHistory,
  otherDrafts,
  ownDraft,
  ownHistory,
  tabName,
  type Version,
} from '../api/drafts';

export type SaveState = 'saved' | 'saving' | 'kept in this browser' | 'conflict' | 'refused';
export type SiteState = 'found' | 'planned' | 'built';

const UNDO_STEPS = 100;

/** One open job: its document, undo and redo, saving, and all that is derived from it. One for each job page. */
@Injectable()
export class JobSession {
  private readonly documents = inject(Documents);
  private readonly saves = new Subject<void>();
  private readonly histories = new Subject<void>();
  private readonly channel = new BroadcastChannel('saddle-jobs');
  private readonly past = signal<Version[]>([]);
  private readonly future = signal<Version[]>([]);
  private revision = 0;
  private dirty = false;
  private loadedId = '';

  private readonly document = signal<Job | undefined>(undefined);
  /** a drag under way: shown, not yet an edit */
  private readonly dragged = signal<Job | undefined>(undefined);

  readonly loaded = computed(() => this.document() !== undefined);
  readonly failure = signal<string | undefined>(undefined);
  readonly saveState = signal<SaveState>('saved');
  readonly conflict = signal<Stored<Job> | undefined>(undefined);
  /** another tab saved a newer revision; this one has nothing unsaved */
  readonly newerElsewhere = signal<number | undefined>(undefined);
  /** unsaved work that another tab left behind */
  readonly leftBehind = signal<Draft | undefined>(undefined);
  readonly refusal = signal<FieldError[] | undefined>(undefined);
  readonly announce = signal('');

  readonly job = computed((): Job => {
    const job = this.dragged() ?? this.document();
    if (!job) throw new Error('the job is not loaded yet');
    return job;
  });
  readonly undoTitle = computed(() => this.past().at(-1)?.title);
  readonly redoTitle = computed(() => this.future().at(-1)?.title);

  readonly state = signal<SiteState>('planned');
  readonly planned = computed(() => plannedSite(this.job()));
  readonly context = computed(() => jobContext(this.job()));
  readonly ledger = computed((): Finding[] => ledgerOf(this.job()));
  readonly stages = computed(() => stageStates(this.ledger()));
  readonly steps = computed(() => stepsOf(this.job()));
  readonly outage = computed(() => outageMinutes(this.steps()));
  readonly built = computed((): Site => {
    const ids = builtChangeIds(this.job(), this.steps());
    return applyChanges(
      this.job().found,
      this.job().changes.filter((c) => ids.has(c.id)),
    );
  });
  readonly site = computed((): Site => ({ found: () => this.job().found, planned: this.planned, built: this.built })[this.state()]());

  constructor() {
    const destroy = inject(DestroyRef);
    this.saves
      .pipe(
        debounceTime(250),
        concatMap(() => this.save()),
        takeUntilDestroyed(),
      )
      .subscribe();
    this.histories
      .pipe(
        auditTime(120),
        concatMap(() => keepHistory(this.loadedId, { past: this.past(), future: this.future() }).catch(() => undefined)),
        takeUntilDestroyed(),
      )
      .subscribe();
    interval(5000)
      .pipe(
        filter(() => this.saveState() === 'kept in this browser'),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.saves.next());
    this.channel.onmessage = (event: MessageEvent<{ id: string; revision: number }>) => {
      if (event.data.id === this.loadedId && event.data.revision > this.revision) this.newerElsewhere.set(event.data.revision);
    };
    // leaving the job doesn't wait for the pause between edits
    destroy.onDestroy(() => void this.save().finally(() => this.channel.close()));
  }

  /** Opens a job: the server's document, with this tab's undo list and unsaved work if there are any. */
  async open(id: string): Promise<void> {
    await this.save();
    this.forget();
    this.loadedId = id;
    const [draft, history] = await Promise.all([ownDraft(id), ownHistory(id)]).catch(() => []);
    let stored: Stored<Job>;
    try {
      stored = await firstValueFrom(this.documents.job(id));
    } catch (error) {
      const problem = problemOf(error);
      if (problem.status === 0 && draft) {
        this.takeDraft(draft);
        this.takeHistory(history);
        this.saveState.set('kept in this browser');
        return;
      }
      this.failure.set(problem.title);
      return;
    }
    if (draft?.dirty && draft.revision === stored.revision) {
      this.takeDraft(draft);
      this.takeHistory(history);
      this.saveState.set('saving');
      this.saves.next();
    } else if (draft?.dirty) {
      this.takeDraft(draft);
      this.takeHistory(history);
      this.saveState.set('conflict');
      this.conflict.set(stored);
    } else {
      this.revision = stored.revision;
      this.document.set(stored.document);
      if (draft?.revision === stored.revision) this.takeHistory(history);
    }
    const others = await otherDrafts(id).catch(() => []);
    for (const other of others.filter((d) => !d.dirty)) void dropDraft(other);
    this.leftBehind.set(others.find((d) => d.dirty));
  }

  /** Nothing of one job may reach the next that is opened here, its undo list least of all. */
  private forget(): void {
    this.document.set(undefined);
    this.dragged.set(undefined);
    this.past.set([]);
    this.future.set([]);
    this.dirty = false;
    this.saveState.set('saved');
    for (const state of [this.failure, this.conflict, this.newerElsewhere, this.leftBehind, this.refusal]) state.set(undefined);
  }

  private takeDraft(draft: Draft): void {
    this.revision = draft.revision;
    this.document.set(draft.document);
    this.dirty = draft.dirty;
  }

  private takeHistory(history: History | undefined): void {
    this.past.set(history?.past ?? []);
    this.future.set(history?.future ?? []);
  }

  /** Looks at an edit without making it; `undefined` ends the look. */
  drag(job: Job | undefined): void {
    this.dragged.set(job);
  }

  /**
   * Makes an edit: checked as a whole, remembered for undo, kept in the browser, then saved.
   * @returns false when the document would not make sense; then `refusal` says why and nothing changed
   */
  edit(title: string, change: (job: Job) => Job): boolean {
    const before = this.document();
    if (!before) return false;
    this.dragged.set(undefined);
    const next = change(before);
    if (next === before) return true;
    const checked = checkJob(next);
    if (!checked.ok) {
      this.refusal.set(checked.errors);
      return false;
    }
    this.refusal.set(undefined);
    this.past.update((past) => [...past, { title, document: before }].slice(-UNDO_STEPS));
    this.future.set([]);
    this.put(checked.value, title);
    return true;
  }

  apply(title: string, edits: JobEdit[]): boolean {
    return this.edit(title, (job) => applyEdits(job, edits));
  }

  editFound(title: string, change: (found: Site) => Site): boolean {
    return this.edit(title, (job) => ({ ...job, found: change(job.found) }));
  }

  putChange(title: string, change: Change): boolean {
    return this.apply(title, [{ op: 'put-change', change }]);
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
    if (!version || !current) return;
    from.update((list) => list.slice(0, -1));
    to.update((list) => [...list, { title: version.title, document: current }]);
    this.refusal.set(undefined);
    this.put(version.document, `${said}: ${version.title}`);
  }

  private put(job: Job, said: string): void {
    this.document.set(job);
    this.dirty = true;
    this.announce.set(said);
    this.keep();
    if (this.saveState() !== 'conflict') {
      this.saveState.set('saving');
      this.saves.next();
    }
  }

  private keep(): void {
    const document = this.document();
    if (!document) return;
    void keepDraft({
      jobId: document.id,
      tab: tabName(),
      revision: this.revision,
      document,
      dirty: this.dirty,
      at: new Date().toISOString(),
    }).catch(() => undefined);
    this.histories.next();
  }

  private lastSave: Promise<void> = Promise.resolve();

  /** Saves take turns: each rests on the revision that the one before was given. */
  private save(): Promise<void> {
    this.lastSave = this.lastSave.then(() => this.saveNow());
    return this.lastSave;
  }

  private async saveNow(): Promise<void> {
    const job = this.document();
    if (!job || !this.dirty || this.saveState() === 'conflict') return;
    const answer = await firstValueFrom(this.documents.saveJob(job, this.revision));
    switch (answer.outcome) {
      case 'saved':
        this.revision = answer.stored.revision;
        this.newerElsewhere.set(undefined);
        this.channel.postMessage({ id: job.id, revision: this.revision });
        // edits made while this one was under way go out next
        this.dirty = this.document() !== job;
        this.keep();
        if (this.dirty) this.saves.next();
        else this.saveState.set('saved');
        return;
      case 'conflict':
        this.saveState.set('conflict');
        this.conflict.set(answer.current);
        return;
      case 'refused':
        this.saveState.set('refused');
        this.refusal.set(answer.problem.errors ?? [{ path: '/', message: answer.problem.title, expected: '', came: '' }]);
        return;
      case 'unreachable':
        this.saveState.set('kept in this browser');
    }
  }

  /** Settles a conflict: mine over theirs, theirs (mine stays one undo away), or mine as a job of its own. Returns the copy's id. */
  async settle(choice: 'mine' | 'theirs' | 'both'): Promise<string | undefined> {
    const theirs = this.conflict();
    const mine = this.document();
    if (!theirs || !mine) return undefined;
    let copy: string | undefined;
    if (choice === 'both') {
      copy = nanoid(12);
      await firstValueFrom(this.documents.createJob({ ...mine, id: copy, name: `${mine.name} (my version)`.slice(0, 120) }));
    }
    this.revision = theirs.revision;
    this.conflict.set(undefined);
    this.newerElsewhere.set(undefined);
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

  /** Shows both versions when another tab was faster and this one has nothing unsaved. */
  async lookAtNewer(): Promise<void> {
    const stored = await firstValueFrom(this.documents.job(this.loadedId));
    this.saveState.set('conflict');
    this.conflict.set(stored);
  }

  /** Unsaved work another tab left behind: taken in as an edit, or thrown away. */
  settleLeftBehind(take: boolean): void {
    const draft = this.leftBehind();
    if (!draft) return;
    this.leftBehind.set(undefined);
    if (take) this.edit('Took unsaved work of another tab', () => draft.document);
    void dropDraft(draft);
  }

  /** One face of the job's wall, drawn from the state that is looked at. */
  elevationOf(face: FaceId, open: boolean): Elevation {
    const context = this.context();
    const site = this.site();
    const there = new Set(this.job().found.boxes.map((b) => b.id));
    const plannedIds = new Set(site.boxes.filter((b) => !there.has(b.id)).map((b) => b.id));
    return elevation({
      site,
      wall: context.wall,
      face,
      open,
      plannedIds,
      workBoxId: context.target.id,
      sourceBoxId: context.source.id,
      unit: this.job().unit,
    });
  }
}
