import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { countWords, outletBoxes, stageStates, workOf, type WorkBox, type WorkLamp } from '@saddle/core/ledger';
import type { Finding } from '@saddle/core/codebook';
import {
  applyEdits,
  bareJob,
  builtSite,
  checkJobIn,
  inHouse,
  isUk,
  laidIn,
  OtherBookError,
  plannedSite,
  type Change,
  type Checked,
  type Job,
  type JobEdit,
  type JobInBook,
  type JobInHouse,
  type Site,
} from '@saddle/core/model';
import { entriesOf, type Said } from '@saddle/core/log';
import type { BoxJudgement } from '@saddle/core/survey';
import { builtChangeIds, inUsBook, type JobBook, type Step } from '@saddle/core/work';
import { firstValueFrom } from 'rxjs';
import { Documents } from '../api/documents.service';
import { DocumentSession } from '../document/document-session';
import { HouseSession } from '../house/house-session';
import { Outbox } from '../record/outbox';
import { RuleBooks } from './rule-books';
import { noteSeenHere, seenHere } from './seen-here';

export type SiteState = 'found' | 'planned' | 'built';

/** One open job laid on its house, which is open beside it, and all that is derived from both. One for each job page. */
@Injectable()
export class JobSession extends DocumentSession<Job> {
  private readonly documents = inject(Documents);
  private readonly outbox = inject(Outbox);
  private readonly books = inject(RuleBooks);
  /** the house of the job: its survey is edited there */
  readonly house = inject(HouseSession);
  readonly kind = 'jobs';
  protected readonly fetch = this.documents.job;
  protected readonly store = this.documents.saveJob;
  protected readonly create = this.documents.createJob;
  protected readonly newer = (id: string, revision: number) => this.documents.newer<Job>('jobs', id, revision);
  protected override printsIn = () => this.house.unit();
  protected override async beforeMeeting(): Promise<void> {
    await this.house.lookForNewer();
    await this.lookAround();
  }
  protected readonly check = (job: Job, before: Job): Checked<Job> => checkJobIn(job, this.house.house(), this.others(), before);

  /** What a hand did goes to the log, whatever button, key or undo did it. */
  protected override noted = (before: Job, after: Job): void => {
    if (before.work === after.work || !this.house.loaded()) return;
    const said = entriesOf(before, after, this.stepsBefore ?? [], this.house.unit(), new Date().toISOString());
    if (said.length) void this.outbox.add(...said.map((s) => this.outbox.entry(before.id, s)));
  };
  /** One more line for the log, of what no value or tick says. */
  logged(said: Said): void {
    void this.outbox.add(this.outbox.entry(this.current().id, said));
  }
  private get stepsBefore(): Step[] | undefined {
    try {
      return this.steps();
    } catch {
      return undefined;
    }
  }

  /** the other jobs of the house, as they were when this one was opened */
  readonly others = signal<Job[]>([]);
  /** answers by the book of the house; fetched once what is planned can be drawn */
  private readonly book = signal<JobBook | undefined>(undefined);
  readonly ready = computed(() => this.loaded() && this.house.loaded());
  /** the plan is judged; until then there is nothing in its ledger and there are no steps, which says nothing of it */
  readonly judged = computed(() => this.ready() && this.book() !== undefined);
  /** why the plan is not judged, when its book could not be fetched; what is drawn goes on */
  readonly unjudged = signal('');
  /** changes only when another job is opened */
  readonly jobId = computed(() => this.current().id);
  /** by whichever book its house goes */
  readonly laid = computed((): JobInBook => laidIn(this.current(), this.house.house(), this.others()));
  readonly uk = computed(() => isUk(this.laid()));
  /** by the US book: throws in a house by another, whose stages ask `laid` */
  readonly job = computed((): JobInHouse => {
    const laid = this.laid();
    if (!inUsBook(laid)) throw new OtherBookError(laid.edition);
    return laid;
  });

  readonly about = computed(() => this.book()?.about(this.laid()) ?? '');

  readonly state = signal<SiteState>('planned');
  readonly work = computed(() => workOf(this.job()));
  readonly planned = computed(() => plannedSite(this.laid()));
  readonly ledger = computed((): Finding[] => this.book()?.ledger(this.laid()) ?? []);
  readonly counts = computed(() => (this.judged() ? countWords(this.ledger()) : this.unjudged() ? 'not judged' : '…'));
  readonly stages = computed(() => stageStates(this.ledger()));
  readonly steps = computed((): Step[] => this.book()?.steps(this.laid()) ?? []);
  readonly outage = computed(() => this.book()?.outageMinutes(this.steps()) ?? 0);
  readonly built = computed((): Site => builtSite(this.laid(), builtChangeIds(this.laid(), this.steps())));
  readonly site = computed((): Site => ({ found: () => this.laid().found, planned: this.planned, built: this.built })[this.state()]());
  /** How a box of the work lies in its wall; undefined until it is judged. */
  readonly judgeBox = (b: WorkBox): BoxJudgement | undefined => this.book()?.judgeBox?.(this.work(), b);
  /** in³ that the conductors of a lampholder need; undefined until it is judged. */
  readonly lampNeedsIn3 = (l: WorkLamp): number | undefined => this.book()?.lampNeedsIn3?.(this.work(), l);
  readonly unit = computed(() => this.house.unit());
  readonly outlets = computed(() => outletBoxes(this.work()));

  constructor() {
    super();
    // the survey is edited on the job’s own pages too, which is no edit of the job
    this.house.savedHere.pipe(takeUntilDestroyed()).subscribe((revision) => {
      const job = this.document();
      if (job && this.unseen() === undefined) noteSeenHere(job.id, revision);
    });
  }

  override async open(id: string): Promise<void> {
    // what waits to be saved of the house was seen on the page of the job before
    await this.house.savedNow();
    this.others.set([]);
    this.unseen.set(undefined);
    // the next job may be of a house by the other book
    this.book.set(undefined);
    this.unjudged.set('');
    await super.open(id);
    const job = this.document();
    if (!job) return;
    await this.house.open(job.houseId);
    const why = this.house.failure();
    if (why) return this.failure.set(`The house of this job can’t be opened: ${why}`);
    // so that the page opens again when the server is away
    this.house.keepForLater();
    this.keepForLater();
    const seen = job.houseSeen === undefined ? undefined : Math.max(job.houseSeen, seenHere(job.id));
    // before anything is waited for: the page is drawn and can be edited from here on, and who edits has seen what is not unseen
    this.unseen.set(seen !== undefined && seen < this.house.revisionNow() && !job.closed ? seen : undefined);
    await Promise.all([this.fetchBook(id), this.lookAround()]);
  }

  private async fetchBook(id: string): Promise<void> {
    // another job may be open by the time the rules are here, or are not
    const here = (): boolean => this.document()?.id === id;
    try {
      const book = await this.books.of(isUk(this.house.house()));
      if (here()) this.book.set(book);
    } catch {
      if (here()) this.unjudged.set('The rules of this house’s book could not be fetched: load the page again when the server is back.');
    }
  }

  /** What the other jobs of the house are now. */
  async lookAround(): Promise<void> {
    try {
      const jobs = await firstValueFrom(this.documents.houseJobs(this.house.house().id));
      this.others.set(jobs.map((s) => s.document).filter((j) => j.id !== this.document()?.id));
    } catch {
      // without the server nothing is known of the others; the job itself can be worked at
    }
  }

  /** An edit of the job as it lies on its house. */
  editPlan(title: string, change: (job: JobInHouse) => Job): boolean {
    return this.edit(title, (job) => bareJob(change(inHouse(job, this.house.house(), this.others()))));
  }

  /** The same, whichever book its house goes by. */
  editLaid(title: string, change: (job: JobInBook) => Job): boolean {
    return this.edit(title, (job) => bareJob(change(laidIn(job, this.house.house(), this.others()))));
  }

  override edit(title: string, change: (job: Job) => Job): boolean {
    return super.edit(title, (job) => {
      const next = change(job);
      // who edits has seen the survey as it is, unless what changed in it still stands there unread
      return next === job || this.unseen() !== undefined ? next : { ...next, houseSeen: this.house.revisionNow() };
    });
  }

  /** the revision of the house that this job was last worked at with, while what changed since stands there unread */
  readonly unseen = signal<number | undefined>(undefined);
  /** The survey as it is now has been looked at. */
  surveySeen(): void {
    this.unseen.set(undefined);
    this.edit('Survey looked at', (job) => ({ ...job }));
  }

  apply(title: string, edits: JobEdit[]): boolean {
    return this.edit(title, (job) => applyEdits(job, edits));
  }

  putChange(title: string, change: Change): boolean {
    return this.apply(title, [{ op: 'put-change', change }]);
  }
}
