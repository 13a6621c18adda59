import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, signal } from '@angular/core';
import { DecimalPipe } from '@angular/common';
import { RouterLink } from '@angular/router';
import { circuitLine, percent, reasonsFor, repairOf, searchAhead, type Dictionary, type NextTest } from '@saddle/core/diagnose';
import { COMPLAINT_WORDS, COMPLAINTS, STOP_SIGNS, type Complaint, type Search, type Site, type StopSign } from '@saddle/core/model';
import { nanoid } from 'nanoid';
import { JobSession } from '../job/job-session';
import { CircuitLineView } from './circuit-line-view';

/** Most suspects that stand in the table at once. */
const SHOWN = 8;

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
  protected readonly search = computed((): Search => this.session.job().search!);
  protected readonly box = computed(() => this.session.job().found.boxes.find((b) => b.id === this.search().boxId));
  private readonly dictionary = signal<Dictionary | undefined>(undefined);
  protected readonly progress = signal(0);
  private worker: Worker | undefined;
  private worked: { site: Site; boxId: string } | undefined;

  constructor() {
    effect(() => this.work(this.session.job().found, this.search().boxId));
    inject(DestroyRef).onDestroy(() => this.worker?.terminate());
  }
  private work(site: Site, boxId: string): void {
    if (this.worked?.site === site && this.worked.boxId === boxId) return;
    this.worked = { site, boxId };
    this.worker?.terminate();
    this.progress.set(0);
    this.worker = new Worker(new URL('./search.worker', import.meta.url), { type: 'module' });
    this.worker.onmessage = ({ data }: MessageEvent<{ done: number } | { dictionary: Dictionary }>) => {
      if ('done' in data) return this.progress.set(data.done);
      this.progress.set(1);
      this.dictionary.set(data.dictionary);
      this.worker?.terminate();
    };
    this.worker.postMessage({ site, boxId });
  }

  protected readonly known = computed(() => this.dictionary()?.known);
  protected readonly state = computed(() => {
    const dictionary = this.dictionary();
    return dictionary && searchAhead(dictionary, this.search());
  });
  /** tests on bare ends before which the circuit was proved dead, each time anew */
  protected readonly proved = signal<ReadonlySet<string>>(new Set<string>());
  protected prove(test: string): void {
    this.proved.update((s) => (s.has(test) ? new Set([...s].filter((t) => t !== test)) : new Set([...s, test])));
  }
  /** tests that somebody said they can’t make */
  private readonly skipped = signal<ReadonlySet<string>>(new Set<string>());
  protected readonly tests = computed((): NextTest[] => {
    const open = (this.state()?.next ?? []).filter((n) => n.bits > 0.005);
    return [...open.filter((n) => !this.skipped().has(n.test.id)), ...open.filter((n) => this.skipped().has(n.test.id))];
  });
  protected readonly first = computed(() => this.tests()[0]);
  protected readonly others = computed(() => this.tests().slice(1, 6));
  protected readonly suspects = computed(() =>
    (this.state()?.parts ?? [])
      .filter((p) => p.share >= 0.005)
      .slice(0, SHOWN)
      .map((p) => ({
        ...{ part: p.part, share: p.share, percent: percent(p.share), words: p.suspects[0]!.suspect.words },
        why: reasonsFor(this.dictionary()!, this.search(), p.part),
        picked:
          this.lookedAt() !== undefined &&
          (p.suspects[0]!.suspect.boxId ?? (/^(panel|breaker)/.test(p.part) ? 'panel' : '')) === this.lookedAt(),
        more: p.suspects
          .slice(1, 4)
          .filter((s) => s.share > 0.005)
          .map((s) => `${s.suspect.words} (${percent(s.share)})`),
      })),
  );
  protected readonly line = computed(() => {
    const [dictionary, state] = [this.dictionary(), this.state()];
    return dictionary && state && circuitLine(dictionary, state.parts);
  });
  protected readonly elsewhere = computed(() => {
    const parts = this.state()?.parts ?? [];
    const words = (part: string): string => parts.find((p) => p.part === part)?.suspects[0]?.suspect.words ?? part;
    return (this.line()?.elsewhere ?? [])
      .filter((e) => e.share >= 0.005)
      .map((e) => `${words(e.part)} (${percent(e.share)})`)
      .join('; ');
  });
  /** the box that was tapped on the drawing: its parts stand open */
  protected readonly lookedAt = signal<string | undefined>(undefined);
  protected look(box: string): void {
    this.lookedAt.set(this.lookedAt() === box ? undefined : box);
  }
  protected readonly made = computed(() =>
    this.search().readings.map((r) => {
      const test = this.dictionary()?.tests.find((t) => t.id === r.test);
      return {
        ...{ id: r.id, words: test?.words ?? 'a test that this circuit no longer has' },
        outcome: test?.outcomes.find((o) => o.id === r.outcome)?.words ?? r.outcome,
      };
    }),
  );
  protected readonly repair = computed(() => {
    const [state, known] = [this.state(), this.known()];
    const { found, schools } = this.session.job();
    return state?.verdict === 'found' && known ? repairOf(known, found, schools, state.parts[0]!.part) : undefined;
  });
  /** the repair is in the plan already */
  protected readonly planned = computed(() => {
    const ids = new Set(this.session.job().changes.map((c) => c.id));
    const changes = this.repair()?.changes ?? [];
    return changes.length > 0 && changes.every((c) => ids.has(c.id));
  });
  protected readonly percent = percent;

  private put(title: string, part: Partial<Search>): void {
    this.session.edit(title, (job) => ({ ...job, search: { ...job.search!, ...part } }));
  }
  protected sign(sign: StopSign): void {
    const { signs } = this.search();
    this.put(sign, { signs: signs.includes(sign) ? signs.filter((s) => s !== sign) : [...signs, sign], signsAsked: true });
  }
  protected noSigns(): void {
    this.put('None of the signs', { signs: [], signsAsked: true });
  }
  protected complain(complaint: Complaint): void {
    this.put(COMPLAINT_WORDS[complaint], { complaint });
  }
  protected read(test: NextTest['test'], outcome: string): void {
    const { readings } = this.search();
    this.put(test.words.slice(0, 120), {
      readings: [...readings, { id: nanoid(10), test: test.id, outcome, at: new Date().toISOString() }],
    });
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
