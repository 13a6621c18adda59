import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, signal, untracked } from '@angular/core';
import { DecimalPipe } from '@angular/common';
import { RouterLink } from '@angular/router';
import {
  MENDED,
  percent,
  shownTests,
  repairOf,
  riskOf,
  type CircuitBench,
  type Circumstances,
  type NextTest,
  type SearchView,
} from '@saddle/core/diagnose';
import { COMPLAINT_WORDS, COMPLAINTS, HAPPENED, HAPPENED_WORDS, QUESTION_WORDS, SEARCH_QUESTIONS, SINCE, SINCE_WORDS, STOP_SIGNS, TESTERS, type Complaint, type Search, type SearchQuestion, type Site, type StopSign, putSearch, complainOf, toggled } from '@saddle/core/model'; // prettier-ignore
import { nanoid } from 'nanoid';
import { JobSession } from '../job/job-session';
import { CircuitLineView } from './circuit-line-view';
import { metAgain, ownHistory } from './own-history';
import type { Asked } from './search.worker';

/** With the best, so many are offered beside it. */
const OTHERS = 6;

/** What doesn’t work, what it can be, and which test to make next. */
@Component({
  selector: 'sa-fault-search',
  imports: [CircuitLineView, RouterLink, DecimalPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './fault-search.html',
  styleUrl: './fault-search.css',
})
export class FaultSearch {
  protected readonly session = inject(JobSession);
  protected readonly signs = STOP_SIGNS;
  protected readonly complaints = COMPLAINTS.map((id) => ({ id, words: COMPLAINT_WORDS[id] }));
  protected readonly questions = SEARCH_QUESTIONS.map((id) => ({ id, words: QUESTION_WORDS[id] }));
  protected readonly sinces = SINCE.map((id) => ({ id, words: SINCE_WORDS[id] }));
  protected readonly happenings = HAPPENED.map((id) => ({ id, words: HAPPENED_WORDS[id] }));
  protected readonly testers = TESTERS;
  protected readonly search = computed((): Search => this.session.job().search!);
  protected readonly box = computed(() => this.session.job().found.boxes.find((b) => b.id === this.search().boxId));
  protected readonly otherBoxes = computed(() => this.session.job().found.boxes.filter((b) => b.id !== this.search().boxId));
  protected readonly known = signal<CircuitBench | undefined>(undefined);
  protected readonly progress = signal(0);
  protected readonly view = signal<SearchView | undefined>(undefined);
  protected readonly answered = signal(0);
  private readonly asked = signal(0);
  /** an answer to the last reading is on its way */
  protected readonly busy = computed(() => this.answered() !== this.asked());
  private worker: Worker | undefined;
  private worked: { site: Site; key: string } | undefined;

  constructor() {
    effect(() => this.work(this.session.job().found, this.search()));
    effect(() => {
      const [search, known] = [this.search(), this.known()];
      if (known) untracked(() => this.ask(search));
    });
    inject(DestroyRef).onDestroy(() => this.worker?.terminate());
  }
  /** What the circuit’s answers rest on; when it changes they are worked out anew. */
  private work(site: Site, search: Search): void {
    const { boxId, question, otherBoxId, since, happened, touched, unsure } = search;
    const key = JSON.stringify([boxId, question, otherBoxId, since, happened, touched, unsure]);
    if (this.worked?.site === site && this.worked.key === key) return;
    this.worked = { site, key };
    this.worker?.terminate();
    this.progress.set(0);
    this.known.set(undefined);
    const { built } = this.session.house.house();
    const circumstances: Circumstances = {
      ...{
        history: ownHistory(),
        ...(since ? { since } : {}),
        ...(happened ? { happened } : {}),
        ...(built === undefined ? {} : { year: built }),
      },
      ...{ ...(touched ? { touched: new Set(touched) } : {}), ...(unsure ? { misread: 0.05 } : {}) },
    };
    this.worker = new Worker(new URL('./search.worker', import.meta.url), { type: 'module' });
    this.worker.onmessage = ({ data }: MessageEvent<{ done: number } | { known: CircuitBench } | { number: number; view: SearchView }>) => {
      if ('done' in data) return this.progress.set(data.done);
      if ('known' in data) {
        this.progress.set(1);
        return this.known.set(data.known);
      }
      this.answered.set(data.number);
      // an answer to a reading before the last is late
      if (data.number === this.asked()) this.view.set(data.view);
    };
    this.worker.postMessage({ circuit: { site, search, circumstances } } satisfies Asked);
  }
  private ask(search: Search): void {
    this.asked.update((n) => n + 1);
    this.worker?.postMessage({ search, number: this.asked() } satisfies Asked);
  }

  protected readonly state = computed(() => this.view()?.state);
  /** tests on bare ends before which the circuit was proved dead, each time anew */
  protected readonly proved = signal<ReadonlySet<string>>(new Set<string>());
  protected prove(test: string): void {
    this.proved.update((s) => (s.has(test) ? new Set([...s].filter((t) => t !== test)) : new Set([...s, test])));
  }
  /** tests that somebody said they can’t make */
  private readonly skipped = signal<ReadonlySet<string>>(new Set<string>());
  protected readonly tests = computed((): NextTest[] => {
    const state = this.state();
    const open = state ? shownTests(state) : [];
    return [...open.filter((n) => !this.skipped().has(n.test.id)), ...open.filter((n) => this.skipped().has(n.test.id))];
  });
  protected readonly first = computed(() => this.tests()[0]);
  protected readonly others = computed(() => this.tests().slice(1, OTHERS));
  protected readonly suspects = computed(() =>
    (this.view()?.suspects ?? []).map((s) => ({
      ...s,
      percent: percent(s.share),
      picked: this.lookedAt() !== undefined && (s.boxId ?? (/^(panel|breaker)/.test(s.part) ? 'panel' : '')) === this.lookedAt(),
    })),
  );
  /** the box that was tapped on the drawing: its parts stand open */
  protected readonly lookedAt = signal<string | undefined>(undefined);
  protected look(box: string): void {
    this.lookedAt.set(this.lookedAt() === box ? undefined : box);
  }
  protected readonly doubt = computed(() => this.state()?.doubt);
  protected readonly repair = computed(() => {
    const [state, known] = [this.state(), this.known()];
    const { found, schools } = this.session.job();
    return state?.verdict === 'found' && known && !this.search().question
      ? repairOf(known, found, schools, state.parts[0]!.part, state.parts[0]!.suspects[0]?.suspect)
      : undefined;
  });
  /** the repair is in the plan already */
  protected readonly planned = computed(() => {
    const ids = new Set(this.session.job().changes.map((c) => c.id));
    const changes = this.repair()?.changes ?? [];
    return changes.length > 0 && changes.every((c) => ids.has(c.id));
  });
  protected readonly percent = percent;
  protected readonly riskOf = riskOf;

  private put(title: string, part: Partial<Search>): void {
    this.session.edit(title, (job) => putSearch(job, part));
  }
  protected sign(sign: StopSign): void {
    const { signs } = this.search();
    this.put(sign, { signs: toggled(signs, sign), signsAsked: true });
  }
  protected noSigns(): void {
    this.put('None of the signs', { signs: [], signsAsked: true });
  }
  protected complain(complaint: Complaint): void {
    this.session.edit(COMPLAINT_WORDS[complaint], (job) => complainOf(job, complaint));
  }
  protected question(question: SearchQuestion): void {
    const { complaint, readings } = this.search();
    const same = this.search().question === question && complaint === undefined;
    const other = question === 'same circuit' ? { otherBoxId: this.otherBoxes()[0]?.id } : {};
    this.put(QUESTION_WORDS[question], {
      question,
      readings: same ? readings : [],
      ...(other.otherBoxId === undefined ? {} : { otherBoxId: other.otherBoxId }),
    });
  }
  protected otherBox(otherBoxId: string): void {
    this.put('The other box', { otherBoxId, readings: [] });
  }
  protected toggle(part: 'happened' | 'touched' | 'lacks', value: string, words = `No ${value}`): void {
    const now = (this.search()[part] ?? []) as string[];
    this.put(words.slice(0, 120), { [part]: toggled(now, value) } as Partial<Search>);
  }
  protected has(part: 'happened' | 'touched' | 'lacks', value: string): boolean {
    return ((this.search()[part] ?? []) as string[]).includes(value);
  }
  protected since(since: (typeof SINCE)[number]): void {
    this.session.edit(SINCE_WORDS[since], (job) => putSearch(job, { since: job.search?.since === since ? undefined : since }));
  }
  protected unsure(): void {
    this.put('Readings twice', { unsure: !this.search().unsure });
  }
  private add(title: string, test: string, outcome: string): void {
    const { readings } = this.search();
    this.put(title.slice(0, 120), { readings: [...readings, { id: nanoid(10), test, outcome, at: new Date().toISOString() }] });
  }
  protected read(test: NextTest['test'], outcome: string): void {
    this.add(test.words, test.id, outcome);
  }
  /** What was named is mended: what is read from now on is read without it. */
  protected mended(): void {
    const [first] = this.suspects();
    if (!first) return;
    metAgain(first.kind);
    this.add('Mended', `${MENDED}${first.part}`, 'done');
  }
  protected cannot(test: string): void {
    this.skipped.update((s) => new Set([...s, test]));
  }
  protected takeBack(id: string): void {
    this.put('Test taken back', { readings: this.search().readings.filter((r) => r.id !== id) });
  }
  protected plan(): void {
    const changes = this.repair()?.changes ?? [];
    this.session.apply(
      this.repair()?.says ?? 'Repair',
      changes.map((change) => ({ op: 'put-change', change })),
    );
  }
}
