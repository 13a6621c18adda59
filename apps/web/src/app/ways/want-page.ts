import { ChangeDetectionStrategy, Component, computed, effect, inject, input, linkedSignal, signal, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { CRITERIA, type Criterion, type Joists, type Via, type Want } from '@saddle/core/model';
import {
  allow,
  CRITERION_WORDS,
  dropWant,
  forbid,
  jobOfWay,
  printFigure,
  putJoists,
  putWant,
  viaDrawn,
  type JoistQuestion,
  type ShownWay,
  type Ways,
} from '@saddle/core/want';
import { spaceWords } from '@saddle/core/route';
import { nanoid } from 'nanoid';
import { firstValueFrom, type Subscription } from 'rxjs';
import { Documents, problemOf } from '../api/documents.service';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { Segmented, type Segment } from '../fields/segmented';
import { HouseSession } from '../house/house-session';
import { PlanDrawingView, type PlanPointer } from '../house/plan-drawing';
import { FindingList, type FindingRow } from '../ledger/finding-list';
import { SumTable } from '../ledger/sum-table';
import { VerdictStamp } from '../ledger/verdict-stamp';
import { WallView } from '../wall/wall-view';
import { WantForm } from './want-form';
import { WaySearches } from './way-search.service';
import { WayWork } from './way-work';

type Tab = 'ways' | 'feeds' | 'work' | 'wanted';
/** A search that is over sooner shows nothing of itself. */
const PATIENCE_MS = 500;

/** One wanted outlet: the ways its cable can take, on the plan and on the walls, and what each costs. */
@Component({
  selector: 'sa-want-page',
  imports: [RouterLink, SumTable, ChoiceField, Segmented, PlanDrawingView, FindingList, VerdictStamp, WallView, WantForm, WayWork],
  providers: [WaySearches],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './want-page.html',
})
export class WantPage {
  protected readonly session = inject(HouseSession);
  private readonly searches = inject(WaySearches);
  private readonly router = inject(Router);
  private readonly documents = inject(Documents);
  readonly wantId = input.required<string>();
  readonly tab = input<string>();
  protected readonly want = computed((): Want | undefined => this.session.house().wants?.find((w) => w.id === this.wantId()));
  protected readonly tabs: Segment<Tab>[] = [
    { value: 'ways', label: 'ways' },
    { value: 'feeds', label: 'feeds' },
    { value: 'work', label: 'holes and lengths' },
    { value: 'wanted', label: 'what is wanted' },
  ];
  protected readonly shownTab = linkedSignal((): Tab => (this.tabs.some((t) => t.value === this.tab()) ? (this.tab() as Tab) : 'ways'));
  protected readonly criteria = CRITERIA.map((id) => ({ id, words: CRITERION_WORDS[id] }));

  protected readonly legend = [
    { level: 'wall', words: 'in a wall or on a face' },
    { level: 'over', words: 'over the ceiling' },
    { level: 'under', words: 'under the floor' },
  ];

  /** the last answer stays while the next is worked out */
  protected readonly ways = signal<Ways | undefined>(undefined);
  protected readonly running = signal<string | undefined>(undefined);
  protected readonly slow = signal(false);
  protected readonly failure = signal('');
  /** ended by hand; the ways shown are those of before */
  protected readonly stopped = signal(false);
  private readonly again = signal(0);
  private search: Subscription | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;

  private readonly picked = linkedSignal({ source: this.wantId, computation: (): string | undefined => undefined });
  /** what is looked at: what was picked, what was chosen, the favourite */
  protected readonly way = computed((): ShownWay | undefined => {
    const list = this.ways()?.ways ?? [];
    return (
      list.find((w) => w.option.key === this.picked()) ??
      list.find((w) => w.option.key === this.want()?.chosen) ??
      list.find((w) => w.option.favourite) ??
      list[0]
    );
  });
  protected readonly drawing = signal('plan');
  protected readonly drawings = computed((): Segment<string>[] => [
    { value: 'plan', label: 'plan' },
    ...(this.way()?.elevations ?? []).map((e) => ({ value: e.wallId, label: this.wallName(e.wallId) })),
  ]);
  protected readonly wall = computed(() => this.way()?.elevations.find((e) => e.wallId === this.drawing()));
  protected readonly settingVia = signal(false);
  protected readonly draggedVia = signal<{ x: number; y: number } | undefined>(undefined);
  protected readonly figure = computed(() => {
    const plan = this.way()?.plan;
    const dragged = this.draggedVia();
    return plan && dragged ? { ...plan, via: dragged } : plan;
  });
  protected readonly forbidden = computed(() =>
    (this.want()?.forbidden ?? []).map((space) => ({ space, words: spaceWords(this.session.surveyed(), space) })),
  );
  protected readonly hollows = computed((): Choice[] => (this.ways()?.hollows ?? []).map((h) => ({ value: h.space, label: h.words })));
  protected readonly lost = computed(
    () => !!this.want()?.chosen && !!this.ways() && !this.ways()!.ways.some((w) => w.option.key === this.want()!.chosen),
  );
  protected readonly feedRows = computed(() =>
    (this.ways()?.feeds ?? []).map((c) => ({
      c,
      ways: (this.ways()?.ways ?? []).filter((w) => w.option.feed.id === c.id).length,
      blocked: this.want()?.forbidden.includes(`feed/${c.id}`) ?? false,
      says: [
        ...c.findings.filter((f) => f.verdict === 'stop' || (f.verdict === 'can’t tell' && c.verdict !== 'stop')).map((f) => f.says),
        ...(c.cures.length ? [`would do: ${c.cures.join('; ')}`] : c.refused ? ['refused'] : []),
        ...c.editions.map((e) => `${e.edition.replace('-', ' ')}: ${e.verdict}`),
      ].join(' · '),
      findings: c.findings.map((f): FindingRow => ({ ...f, key: `${f.rule}/${f.subject}`, cures: [] })),
    })),
  );
  protected readonly openFeed = signal<string | undefined>(undefined);
  /** what the favourite is if joists that nobody looked at run the other way */
  protected readonly otherwise = computed(() => {
    const ways = this.ways();
    const [best, now] = [ways?.otherwise[0]?.option, ways?.ways[0]?.option];
    if (!best || !now) return '';
    if (best.key === now.key && printFigure('hours', best.figures.hours) === printFigure('hours', now.figures.hours))
      return 'the favourite stays the same if they run across it';
    return `if they run across it: ${best.title}, ${printFigure('hours', best.figures.hours)}`;
  });

  /** what decides the ways; a chosen way doesn't */
  private readonly asked = computed(
    () => {
      const want = this.want();
      const house = this.session.house();
      return want && { house: { ...house, wants: [] }, want: { ...want, chosen: undefined } };
    },
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );
  private readonly answered = signal<unknown>(undefined);
  /** what is shown is of before: the answer to what stands there now is still to come */
  protected readonly behind = computed(() => this.asked() !== this.answered() && !this.stopped() && !this.failure());

  constructor() {
    effect((onCleanup) => {
      const now = this.asked();
      this.again();
      const chosen = untracked(this.want)?.chosen;
      untracked(() => this.cancel());
      if (!now) return;
      this.failure.set('');
      this.stopped.set(false);
      this.timer = setTimeout(() => this.slow.set(true), PATIENCE_MS);
      this.search = this.searches.search(now.house, { ...now.want, chosen }).subscribe((s) => {
        if (s.state === 'running') return this.running.set(s.says);
        if (s.state === 'failed') this.failure.set(s.says);
        else {
          this.ways.set(s.ways);
          this.answered.set(now);
        }
        this.over();
      });
      onCleanup(() => this.cancel());
    });
  }

  private over(): void {
    clearTimeout(this.timer);
    this.running.set(undefined);
    this.slow.set(false);
  }
  protected cancel(): void {
    this.search?.unsubscribe();
    this.search = undefined;
    this.over();
  }

  protected stop(): void {
    this.cancel();
    this.stopped.set(true);
  }
  protected searchAgain(): void {
    this.again.update((n) => n + 1);
  }

  protected wallName(id: string): string {
    return this.session.surveyed().walls.find((w) => w.id === id)?.name ?? id;
  }
  protected figureWords = (criterion: Criterion, way: ShownWay): string => printFigure(criterion, way.option.figures[criterion]);
  protected bestWords = (way: ShownWay): string => way.option.best.map((c) => CRITERION_WORDS[c]).join(', ');

  protected look(way: ShownWay): void {
    this.picked.set(way.option.key);
    if (!way.elevations.some((e) => e.wallId === this.drawing())) this.drawing.set('plan');
  }
  protected choose(way: ShownWay): void {
    this.edit(`${this.want()!.name}: ${way.option.title}`, { chosen: way.option.key });
    this.picked.set(way.option.key);
  }
  protected edit(title: string, part: Partial<Want>): void {
    this.session.editHouse(title, (h) => putWant(h, this.wantId(), part));
  }
  protected weigh(criterion: Criterion, text: string): void {
    this.edit('What counts', { weights: { ...this.want()!.weights, [criterion]: Number(text) } });
  }
  protected forbid(space: string): void {
    const words = spaceWords(this.session.surveyed(), space);
    this.picked.set(undefined);
    this.session.editHouse(`Not by ${words}`, (h) => forbid(h, this.wantId(), space));
  }
  protected allow(space: string): void {
    this.session.editHouse(`${spaceWords(this.session.surveyed(), space)} allowed again`, (h) => allow(h, this.wantId(), space));
  }
  protected setVia(via: Via | undefined): void {
    this.settingVia.set(false);
    this.picked.set(undefined);
    this.edit(via ? 'A point to pass' : 'No point to pass', { via });
  }
  /** A press on a leg over or under rooms: the way has to pass there. */
  protected pressLeg(leg: { space: string; x: number; y: number }): void {
    if (leg.space.startsWith('wall/')) return;
    this.setVia(viaDrawn(leg.space, leg));
  }
  protected passThrough(space: string | undefined): void {
    const hollow = this.ways()?.hollows.find((h) => h.space === space);
    this.setVia(hollow && { space: hollow.space, x: hollow.x, y: hollow.y });
  }
  protected moveVia(p: PlanPointer): void {
    if (!p.done) return this.draggedVia.set({ x: p.x, y: p.y });
    this.draggedVia.set(undefined);
    const via = this.want()?.via;
    if (via) this.setVia(viaDrawn(via.space, p));
  }
  protected answer(q: JoistQuestion, runs: NonNullable<Joists['runs']>): void {
    this.session.editHouse(`Joists ${q.field === 'joistsAbove' ? 'over' : 'under'} the ${q.room}`, (h) =>
      putJoists(h, q.roomId, q.field, { runs }),
    );
  }
  protected readonly jobProblem = signal('');
  /** what the chosen way is as a job; one that leaves its wall is none */
  protected readonly job = computed(() => {
    const [want, way] = [this.want(), this.way()];
    return want && way && jobOfWay(this.session.house(), want, way.option, nanoid(12));
  });
  protected async startJob(): Promise<void> {
    const job = this.job();
    if (!job) return;
    try {
      await this.session.savedNow();
      const stored = await firstValueFrom(this.documents.createJob(job));
      await this.router.navigate(['/jobs', stored.document.id, 'box']);
    } catch (error) {
      this.jobProblem.set(problemOf(error).title);
    }
  }
  protected drop(): void {
    const want = this.want();
    if (want && this.session.editHouse(`${want.name} taken out`, (h) => dropWant(h, want.id)))
      void this.router.navigate(['/houses', this.session.house().id, 'wants']);
  }
}
