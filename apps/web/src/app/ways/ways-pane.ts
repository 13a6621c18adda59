import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, linkedSignal, signal } from '@angular/core';
import { CRITERIA, type Criterion, type JobWant, type Joists, type Via, isSpace } from '@saddle/core/model';
import { printLength } from '@saddle/core/measure';
import { spaceWords } from '@saddle/core/route';
import { printMoney } from '@saddle/core/takeoff';
import {
  allow,
  CRITERION_WORDS,
  forbid,
  printFigure,
  putJoists,
  putWant,
  keptParts,
  offWanted,
  takeWay,
  viaDrawn,
  type JoistQuestion,
  type ShownWay,
} from '@saddle/core/purpose';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { Segmented, type Segment } from '../fields/segmented';
import { Tabs } from '../fields/tabs';
import { PlanDrawingView, type PlanPointer } from '../house/plan-drawing';
import { JobSession } from '../job/job-session';
import { SumTable } from '../ledger/sum-table';
import { WallView } from '../wall/wall-view';
import { JobWays } from './job-ways';
import { WayWork } from './way-work';
import { WordMark } from '../words/word';
import { dated, paperOf } from '../exchange/on-paper';

type Tab = 'ways' | 'work';

/** Nearer than this a box stands where it is wanted. */
const OFF_MM = 51;

/** The ways to what a job wants, on the plan and on the walls, and what each costs; one of them is taken. */
@Component({
  selector: 'sa-ways-pane',
  imports: [WordMark, SumTable, ChoiceField, Segmented, Tabs, PlanDrawingView, WallView, WayWork],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './ways-pane.html',
  styleUrl: './ways-pane.css',
})
export class WaysPane {
  protected readonly session = inject(JobSession);
  protected readonly printed = computed(() => dated(paperOf(this.session.unit())));
  protected readonly search = inject(JobWays);
  protected readonly want = this.search.want;
  protected readonly ways = this.search.ways;
  protected readonly tabs: Segment<Tab>[] = [
    { value: 'ways', label: 'ways' },
    { value: 'work', label: 'holes and lengths' },
  ];
  protected readonly shownTab = signal<Tab>('ways');
  protected readonly criteria = CRITERIA.map((id) => ({ id, words: CRITERION_WORDS[id] }));

  protected readonly legend = [
    { level: 'wall', words: 'in a wall or on a face' },
    { level: 'over', words: 'over the ceiling' },
    { level: 'under', words: 'under the floor' },
  ];

  private readonly picked = linkedSignal({ source: this.session.jobId, computation: (): string | undefined => undefined });
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
    (this.want()?.forbidden ?? []).map((space) => ({ space, words: spaceWords(this.session.job().found, space) })),
  );
  protected readonly hollows = computed((): Choice[] => (this.ways()?.hollows ?? []).map((h) => ({ value: h.space, label: h.words })));
  protected readonly lost = computed(
    () => !!this.want()?.chosen && !!this.ways() && !this.ways()!.ways.some((w) => w.option.key === this.want()!.chosen),
  );
  /** the place that is wanted was moved since a way was taken, or the box of the plan; in words, empty when they agree */
  protected readonly off = computed(() => {
    const mm = offWanted(this.session.job());
    if (mm === undefined || mm <= OFF_MM) return '';
    return Number.isFinite(mm) ? `${printLength(mm, this.session.unit())} from where it is wanted` : 'on another face than it is wanted';
  });
  /** what the favourite is if joists that nobody looked at run the other way */
  protected readonly otherwise = computed(() => {
    const ways = this.ways();
    const [best, now] = [ways?.otherwise[0]?.option, ways?.ways[0]?.option];
    if (!best || !now) return '';
    if (best.key === now.key && printFigure('hours', best.figures.hours) === printFigure('hours', now.figures.hours))
      return 'the favourite stays the same if they run across it';
    return `if they run across it: ${best.title}, ${printFigure('hours', best.figures.hours)}`;
  });

  /** what was kept as it was altered by hand, and what went with the way before; said once a way is taken */
  protected readonly said = signal<{ kept: string[]; dropped: string[] } | undefined>(undefined);

  constructor() {
    inject(DestroyRef).onDestroy(this.search.watch());
  }

  protected wallName(id: string): string {
    return this.session.job().found.walls.find((w) => w.id === id)?.name ?? id;
  }
  protected figureWords = (criterion: Criterion, way: ShownWay): string => printFigure(criterion, way.option.figures[criterion]);
  protected wholeWords = (total: number): string => printMoney(total, this.session.house.house().money);
  protected bestWords = (way: ShownWay): string => way.option.best.map((c) => CRITERION_WORDS[c]).join(', ');

  protected look(way: ShownWay): void {
    this.picked.set(way.option.key);
    if (!way.elevations.some((e) => e.wallId === this.drawing())) this.drawing.set('plan');
  }
  /** Takes a way: what it brings is written into the plan. */
  protected take(way: ShownWay): void {
    const { option, detail } = way;
    const want = this.want();
    if (!want) return;
    const parts = keptParts(this.session.job().found, want, option, detail);
    this.session.editPlan(`Taken: ${option.title}`, (job) => {
      const taken = takeWay(job, parts);
      this.said.set(taken.kept.length || taken.dropped.length ? { kept: taken.kept, dropped: taken.dropped } : undefined);
      return taken.job;
    });
    this.picked.set(option.key);
  }
  protected edit(title: string, part: Partial<JobWant>): void {
    this.session.edit(title, (job) => putWant(job, part));
  }
  protected weigh(criterion: Criterion, text: string): void {
    this.edit('What counts', { weights: { ...this.want()!.weights, [criterion]: Number(text) } });
  }
  protected forbid(space: string): void {
    const words = spaceWords(this.session.job().found, space);
    this.picked.set(undefined);
    this.session.edit(`Not by ${words}`, (job) => forbid(job, space));
  }
  protected allow(space: string): void {
    this.session.edit(`${spaceWords(this.session.job().found, space)} allowed again`, (job) => allow(job, space));
  }
  protected setVia(via: Via | undefined): void {
    this.settingVia.set(false);
    this.picked.set(undefined);
    this.edit(via ? 'A point to pass' : 'No point to pass', { via });
  }
  /** A press on a leg over or under rooms: the way has to pass there. */
  protected pressLeg(leg: { space: string; x: number; y: number }): void {
    if (isSpace(leg.space, 'wall')) return;
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
    this.session.house.editHouse(`Joists ${q.field === 'joistsAbove' ? 'over' : 'under'} the ${q.room}`, (h) =>
      putJoists(h, q.roomId, q.field, { runs }),
    );
  }
  protected readonly taken = 'It is in the plan: Box, Wire, Buy and Work rest on it.';
}
