import { NgTemplateOutlet } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  Directive,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  dropReading,
  dueKey,
  energiseGate,
  finalOf,
  howOf,
  isLie,
  isolationGate,
  mustRead,
  noted,
  printReading,
  printReadingWithUnit,
  putFinal,
  putReading,
  putSheet,
  readingLines,
  readPlainNumber,
  readReading,
  scheduleSays,
  sharePercent,
  sheetOf,
  worstAtPoints,
  type FinalFault,
  type ReadingLine,
  type RingSearch,
} from '@saddle/core/finals';
import type { Final, FinalTest, Isolation, TestSheet } from '@saddle/core/model';
import type { Subscription } from 'rxjs';
import { CellField } from '../fields/cell-field';
import { TextField } from '../fields/text-field';
import { HouseSession } from '../house/house-session';
import { FindingList, type FindingRow } from '../ledger/finding-list';
import { VerdictStamp } from '../ledger/verdict-stamp';
import { WorkerDesk } from '../worker/worker-desk';
import { FinalDrawingView } from './final-drawing';
import type { RingAnswer, RingQuestion } from './ring.worker';
import { dated } from '../exchange/on-paper';

type Part<T> = { [K in keyof T]?: T[K] | undefined };
const told = <T extends object>(thing: T): T => Object.fromEntries(Object.entries(thing).filter(([, v]) => v !== undefined)) as T;
const PAIRS = [
  { field: 'lineNeutral', label: 'line to neutral' },
  { field: 'lineEarth', label: 'line to earth' },
  { field: 'neutralEarth', label: 'neutral to earth' },
] as const;
type Pair = (typeof PAIRS)[number]['field'];

/** Says what stands in the template that shows the lines: Angular doesn’t infer it. */
@Directive({ selector: '[saLines]' })
export class LinesTemplate {
  static ngTemplateContextGuard(
    _: LinesTemplate,
    context: unknown,
  ): context is { list: ReturnType<TestsPage['deadLines']>; open: boolean } {
    return context !== undefined;
  }
}

/** The tests of a final circuit in their order: what each must read, what was read, what that says; dead ones behind their proof. */
@Component({
  selector: 'sa-tests-page',
  imports: [NgTemplateOutlet, LinesTemplate, RouterLink, CellField, TextField, FindingList, VerdictStamp, FinalDrawingView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './tests-page.html',
  styleUrl: './tests-page.css',
})
export class TestsPage {
  protected readonly session = inject(HouseSession);
  protected readonly printed = dated('a4');
  readonly finalId = input.required<string>();
  protected readonly pairs = PAIRS;
  protected readonly final = computed(() => finalOf(this.session.surveyed(), this.finalId()));
  private readonly incoming = computed(() => this.session.house().incoming ?? {});
  protected readonly address = computed(() => `${this.session.address()}/circuits/${this.finalId()}/tests`);
  protected readonly sheet = computed((): TestSheet => sheetOf(this.final()!));
  protected readonly isolation = computed((): Isolation => this.sheet().isolation ?? {});
  protected readonly chosen = signal<string | undefined>(undefined);
  protected readonly picked = computed(() => this.final()?.points.find((p) => p.id === this.chosen()));
  protected readonly errors = signal<Record<string, string>>({});

  private readonly now = signal(new Date().toISOString());
  protected readonly lines = computed(() => readingLines(this.final()!, this.incoming()));
  protected readonly dead = computed(() => isolationGate(this.sheet().isolation, this.sheet().energised, this.now()));
  protected readonly energise = computed(() => energiseGate(this.lines()));
  protected readonly on = computed(() => this.sheet().energised !== undefined);
  protected readonly says = computed(() => scheduleSays(this.final()!, this.incoming()));
  protected readonly verdicts = computed(() => worstAtPoints(this.lines()));
  protected readonly centre = computed((): string[] =>
    this.lines()
      .filter((l) => !l.due.point && l.due.unit === 'Ω' && l.reading)
      .map((l) => `${l.due.test} ${printReadingWithUnit(l.reading!, 'Ω')}`),
  );
  private readonly shown = computed(() => {
    let before: FinalTest | undefined;
    return this.lines().map((line) => {
      const { due, reading, judged } = line;
      const head = due.test !== before;
      before = due.test;
      return {
        ...{ key: dueKey(due), line, head, words: due.words, how: howOf(this.final()!, due.test), unit: due.unit, live: due.live },
        place: due.point?.name ?? 'at the board',
        pointId: due.point?.id,
        must: mustRead(line),
        read: reading ? printReading(reading, due.unit) : '',
        verdict: judged?.verdict,
        says: judged?.says,
      };
    });
  });
  readonly deadLines = computed(() => this.shown().filter((l) => !l.live));
  protected readonly liveLines = computed(() => this.shown().filter((l) => l.live));
  protected readonly words = computed(() => this.rows(this.lines().filter((l) => l.judged && l.judged.verdict !== 'ok')));
  protected rowsOf(pointId: string): FindingRow[] {
    return this.rows(this.lines().filter((l) => l.judged && l.due.point?.id === pointId));
  }
  private rows(lines: readonly ReadingLine[]): FindingRow[] {
    return lines.map(({ due, judged }) => ({
      ...judged!,
      key: dueKey(due),
      title: `${due.words}${due.point ? `, ${due.point.name}` : ''}`,
      cures: [],
    }));
  }

  private readonly desk = new WorkerDesk<RingQuestion, RingAnswer>(() => new Worker(new URL('./ring.worker', import.meta.url), { type: 'module' })); // prettier-ignore
  private asking: Subscription | undefined;
  protected readonly busy = signal(false);
  protected readonly search = signal<RingSearch | undefined>(undefined);
  protected readonly suspects = computed(() =>
    (this.search()?.suspects ?? []).filter((s) => s.share >= 0.005).map((s) => ({
      words: s.words,
      percent: sharePercent(s.share),
      wide: s.share * 100,
    })),
  ); // prettier-ignore
  private readonly likeliest = computed(() => {
    const [first] = this.search()?.suspects ?? [];
    return first && first.share > 0.5 ? first.fault : undefined;
  });
  /** how the circuit lies otherwise than noted */
  protected readonly toNote = computed(() => {
    const fault = this.likeliest();
    return fault && isLie(fault) ? fault : undefined;
  });
  protected readonly toMend = computed(() => this.likeliest() !== undefined && !this.toNote());
  protected note(fault: FinalFault): void {
    this.edit('As it was found', (f) => noted(f, fault));
  }
  protected readonly suspectRun = computed(() => {
    const [first] = this.search()?.suspects ?? [];
    return first?.fault && 'runId' in first.fault && first.share > 0.5 ? first.fault.runId : undefined;
  });

  constructor() {
    effect(() => {
      const [final, incoming] = [this.final(), this.incoming()];
      untracked(() => this.explain(final, incoming));
    });
    // a proof grows old while the page stands open
    const clock = setInterval(() => this.now.set(new Date().toISOString()), 60_000);
    inject(DestroyRef).onDestroy(() => {
      clearInterval(clock);
      this.asking?.unsubscribe();
      this.desk.close();
    });
  }
  private explain(final: Final | undefined, incoming: RingQuestion['incoming']): void {
    this.asking?.unsubscribe();
    if (!final?.tests?.readings.length) return this.search.set(undefined);
    this.asking = this.desk.ask({ final, incoming }).subscribe((w) => {
      this.busy.set(w.state === 'running');
      if (w.state === 'done') this.search.set(w.answer.search);
    });
  }

  private edit(title: string, change: (final: Final) => Final): boolean {
    this.now.set(new Date().toISOString());
    return this.session.editSite(title, (site) => putFinal(site, change(finalOf(site, this.finalId())!)));
  }
  protected putSheet(part: Part<TestSheet>): void {
    this.edit('Test sheet', (f) => ({ ...f, tests: told({ ...sheetOf(f), ...part }) as TestSheet }));
  }
  protected putIsolation(part: Part<Isolation>): void {
    this.putSheet({ isolation: told({ ...this.isolation(), ...part }) as Isolation });
  }
  protected proved(field: 'provedBefore' | 'provedAfter'): void {
    this.putIsolation({ [field]: new Date().toISOString() });
  }
  /** Nothing of the last isolation holds; the circuit counts as off again. */
  protected anew(): void {
    this.putSheet({ isolation: undefined, energised: undefined });
  }
  protected energised(): void {
    this.edit('On for the live tests', (f) => putSheet(f, { energised: new Date().toISOString() }));
  }
  protected volts(field: Pair): string {
    return this.text(this.isolation()[field]);
  }
  protected text(value: number | undefined): string {
    return value === undefined ? '' : `${value}`;
  }
  protected time(at: string | undefined): string {
    return at === undefined ? '' : new Date(at).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' });
  }
  protected putVolts(field: Pair, written: string): void {
    const value = this.number(field, written, '0.2');
    if (value !== null) this.putIsolation({ [field]: value });
  }
  protected putNumber(field: 'leadsOhm' | 'celsius', written: string): void {
    const value = this.number(field, written, field === 'celsius' ? '18' : '0.05');
    if (value !== null) this.putSheet({ [field]: value });
  }
  /** What was written as a number; `null`: it is none, and that is said. */
  private number(field: string, written: string, example: string): number | undefined | null {
    const read = readPlainNumber(written, example);
    this.errors.update((e) => ({ ...e, [field]: read.ok ? '' : read.message }));
    return read.ok ? read.value : null;
  }
  protected put({ line, key }: { line: ReadingLine; key: string }, written: string, open: boolean): void {
    const say = (message: string) => this.errors.update((e) => ({ ...e, [key]: message }));
    if (written.trim() === '') {
      say('');
      this.edit('Reading taken back', (f) => dropReading(f, key));
      return;
    }
    if (!open) return say(line.due.live ? this.energise().says : this.dead().says);
    const read = readReading(written, line.due.unit);
    say(read.ok ? '' : read.message);
    if (!read.ok) return;
    const { value, over } = read;
    this.edit('Reading', (f) =>
      putReading(f, {
        ...{ test: line.due.test, value, at: new Date().toISOString() },
        ...(line.due.point ? { pointId: line.due.point.id } : {}),
        ...(over ? { over } : {}),
      }),
    );
  }
}
