import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { hiddenFeeds } from '@saddle/core/demo';
import {
  breakerNumber,
  breakersOf,
  FEED_READINGS,
  panelsOf,
  type Breaker,
  type FeedReading,
  type FeedTest,
  type Site,
} from '@saddle/core/model';
import {
  addTests,
  bestSwitchOffs,
  dropTest,
  finderSweep,
  loudest,
  suspectsOf,
  switchedOff,
  takeFeeds,
  testWords,
  twoFeedsAre,
  type FinderReading,
  type SwitchOff,
  oneIn,
} from '@saddle/core/panel';
import { nanoid } from 'nanoid';
import { HouseSession } from '../house/house-session';
import { today } from '../words/own-clock';

const READING_WORDS: Record<FeedReading, string> = {
  dead: 'dead, every conductor',
  'faces dead': 'its faces dead',
  'part dead': 'some dead, some live',
  live: 'still live',
};
/** Fewer than this many answers are written out. */
const FEW = 4;

/** Which breaker feeds which box: one try after the other, each narrowing what is possible. */
@Component({
  selector: 'sa-feeds-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './feeds-panel.html',
  styleUrl: './feeds-panel.css',
})
export class FeedsPanel {
  private readonly session = inject(HouseSession);
  protected readonly readings = FEED_READINGS.map((value) => ({ value, label: READING_WORDS[value] }));
  private readonly site = this.session.surveyed;
  protected readonly breakers = computed((): Breaker[] =>
    panelsOf(this.site()).flatMap((p) => [...p.panel.breakers].sort((a, b) => a.space - b.space)),
  );
  protected readonly keepOn = signal<ReadonlySet<string>>(new Set());
  protected readonly off = signal<ReadonlySet<string>>(new Set());
  protected readonly shown = signal<Record<string, FeedReading | undefined>>({});
  protected readonly finder = signal<{ boxId: string; readings: FinderReading[]; named: string[] } | undefined>(undefined);
  private takes = 0;
  protected readonly truth = computed(() => hiddenFeeds(this.session.houseId()));
  protected readonly boxes = computed(() =>
    this.site().boxes.map((box) => {
      const is = suspectsOf(this.site(), box.id);
      const two = is.state === 'found' ? twoFeedsAre(this.site(), box.id, is.suspects[0]!.breakerIds) : undefined;
      const words = is.suspects
        .slice(0, FEW)
        .map((s) => (s.breakerIds.length ? s.breakerIds.map((id) => this.number(id)).join(' with ') : 'none noted'));
      return {
        box,
        is,
        says:
          is.state === 'contradiction'
            ? 'these tries can’t all be right'
            : is.state === 'found'
              ? `${words[0]}${two ? `: ${two}` : ''}`
              : is.suspects.length <= FEW
                ? words.join(' or ')
                : `${is.suspects.length} answers left, likeliest ${words[0]}`,
        tests: (this.site().panel?.tests ?? [])
          .filter((t) => t.boxId === box.id)
          .map((t) => ({ t, words: testWords(t, (id) => this.number(id)) })),
      };
    }),
  );
  protected readonly open = computed(() => this.boxes().filter((b) => b.is.state === 'open'));
  protected readonly found = computed(() =>
    this.boxes().filter((b) => b.is.state === 'found' && b.is.suspects[0]!.breakerIds.length === 1),
  );
  protected readonly best = computed(() =>
    bestSwitchOffs(
      this.site(),
      this.site().boxes.map((b) => b.id),
      this.keepOn(),
    ),
  );
  protected readonly offers = computed(() =>
    [this.best().set, this.best().single]
      .filter((o): o is SwitchOff => o !== undefined)
      .map((o) => ({
        o,
        numbers: o.breakerIds.map((id) => this.number(id)).join(', '),
        tells: `leaves about 1 in ${oneIn(o.bits)} of what it could be${o.best ? '' : ', the best found'}`,
      })),
  );
  protected readonly ready = computed(() => this.off().size > 0 && this.open().some((b) => this.shown()[b.box.id]));

  protected number(breakerId: string): string {
    const breaker = breakersOf(this.site()).find((b) => b.id === breakerId);
    const circuit = this.site().circuits.find((c) => c.id === breaker?.circuitId);
    return circuit ? breakerNumber(this.site(), circuit) : '?';
  }
  protected toggle(which: 'off' | 'keepOn', id: string): void {
    this[which].update((set) => (set.has(id) ? new Set([...set].filter((x) => x !== id)) : new Set([...set, id])));
  }
  protected take(offer: SwitchOff): void {
    this.off.set(new Set(offer.breakerIds));
    this.shown.set({});
  }
  protected show(boxId: string, reads: string): void {
    this.shown.update((s) => ({ ...s, [boxId]: (reads || undefined) as FeedReading | undefined }));
  }
  protected simulate(): void {
    const [truth, panel] = [this.truth(), this.site().panel];
    if (!truth || !panel) return;
    this.shown.set(Object.fromEntries(this.open().map(({ box }) => [box.id, switchedOff(panel, truth, box.id, [...this.off()])])));
  }
  protected noteIt(): void {
    const breakerIds = [...this.off()];
    const on = today();
    const tests = this.open().flatMap(({ box }): FeedTest[] => {
      const reads = this.shown()[box.id];
      return reads ? [{ id: nanoid(10), how: 'switched off', breakerIds, boxId: box.id, reads, on }] : [];
    });
    if (!this.edit(`Tried ${breakerIds.map((id) => this.number(id)).join(', ')}`, (site) => addTests(site, tests))) return;
    this.off.set(new Set());
    this.shown.set({});
  }
  protected sweep(boxId: string): void {
    const [truth, panel] = [this.truth(), this.site().panel];
    if (!truth || !panel) return;
    const readings = finderSweep(panel, truth, boxId, ++this.takes);
    this.finder.set({ boxId, readings, named: loudest(readings) });
  }
  protected noteFinder(): void {
    const finder = this.finder();
    if (!finder?.named.length) return;
    const on = today();
    this.edit('Breaker finder', (site) =>
      addTests(site, [{ id: nanoid(10), how: 'breaker finder', breakerIds: finder.named, boxId: finder.boxId, on }]),
    );
    this.finder.set(undefined);
  }
  protected drop(id: string): void {
    this.edit('Try taken back', (site) => dropTest(site, id));
  }
  protected writeDown(): void {
    this.edit('Feeds as found out', (site) => takeFeeds(site, today()));
  }
  private edit(title: string, change: (site: Site) => Site): boolean {
    return this.session.editSite(title, change);
  }
}
