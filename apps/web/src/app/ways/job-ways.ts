import { computed, effect, inject, Injectable, signal, untracked, type OnDestroy } from '@angular/core';
import { findingKey } from '@saddle/core/codebook';
import { wantOf, type House, type Want } from '@saddle/core/model';
import type { Ways } from '@saddle/core/purpose';
import type { Subscription } from 'rxjs';
import type { FindingRow } from '../ledger/finding-list';
import { JobSession } from '../job/job-session';
import { WaySearches } from './way-search.service';

/** A search that is over sooner shows nothing of itself. */
const PATIENCE_MS = 500;

/** The feeds and ways of the job that is open: searched while a stage that shows them is, and anew when what decides them changes. */
@Injectable()
export class JobWays implements OnDestroy {
  private readonly session = inject(JobSession);
  private readonly searches = inject(WaySearches);

  readonly want = computed((): Want | undefined => (this.session.ready() ? wantOf(this.session.job()) : undefined));
  /** the last answer stays while the next is worked out */
  readonly ways = signal<Ways | undefined>(undefined);
  readonly running = signal<string | undefined>(undefined);
  readonly slow = signal(false);
  readonly failure = signal('');
  /** ended by hand; the ways shown are those of before */
  readonly stopped = signal(false);
  private readonly again = signal(0);
  private readonly watchers = signal(0);
  private search: Subscription | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;

  /** what decides the ways; a taken way doesn't */
  private readonly asked = computed(
    () => {
      const want = this.want();
      if (!want || this.watchers() === 0) return undefined;
      const house: House = { ...this.session.house.house(), site: this.session.job().found, history: [], questions: [] };
      return { house, want: { ...want, chosen: undefined } };
    },
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );
  private readonly answered = signal<unknown>(undefined);
  /** what is shown is of before: the answer to what stands there now is still to come */
  readonly behind = computed(() => this.asked() !== this.answered() && !this.stopped() && !this.failure());

  readonly feedRows = computed(() => {
    const [ways, want] = [this.ways(), this.want()];
    return (ways?.feeds ?? []).map((c) => ({
      c,
      ways: ways!.ways.filter((w) => w.option.feed.id === c.id).length,
      blocked: want?.forbidden.includes(`feed/${c.id}`) ?? false,
      taken: this.session.job().taken?.way.feed === c.id,
      says: [
        ...c.findings.filter((f) => f.verdict === 'stop' || (f.verdict === 'can’t tell' && c.verdict !== 'stop')).map((f) => f.says),
        ...(c.cures.length ? [`would do: ${c.cures.join('; ')}`] : c.refused ? ['refused'] : []),
        ...c.editions.map((e) => `${e.edition.replace('-', ' ')}: ${e.verdict}`),
      ].join(' · '),
      findings: c.findings.map((f): FindingRow => ({ ...f, key: findingKey(f), cures: [] })),
    }));
  });

  constructor() {
    effect((onCleanup) => {
      const now = this.asked();
      this.again();
      const chosen = untracked(this.want)?.chosen;
      untracked(() => this.cancel());
      if (!now) return;
      this.failure.set('');
      this.stopped.set(false);
      if (now === untracked(this.answered)) return;
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

  /** While somebody watches, the ways are kept up to date. @returns ends the watching */
  watch(): () => void {
    this.watchers.update((n) => n + 1);
    return () => this.watchers.update((n) => n - 1);
  }

  private over(): void {
    clearTimeout(this.timer);
    this.running.set(undefined);
    this.slow.set(false);
  }
  private cancel(): void {
    this.search?.unsubscribe();
    this.search = undefined;
    this.over();
  }
  stop(): void {
    this.cancel();
    this.stopped.set(true);
  }
  searchAgain(): void {
    this.again.update((n) => n + 1);
  }
  ngOnDestroy(): void {
    this.cancel();
  }
}
