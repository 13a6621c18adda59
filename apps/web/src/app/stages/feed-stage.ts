import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { loadShares } from '@saddle/core/codebook';
import type { FeedCandidate } from '@saddle/core/feeds';
import { type Breaker, breakerNumber, type Circuit, subpanelOf } from '@saddle/core/model';
import { breakerPlaces } from '@saddle/core/panel';
import { allow, forbid, wantedAsPlanned } from '@saddle/core/purpose';
import { scaleLinear } from 'd3-scale';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { TextField } from '../fields/text-field';
import { JobSession } from '../job/job-session';
import { FindingList } from '../ledger/finding-list';
import { VerdictStamp } from '../ledger/verdict-stamp';
import { JobWays } from '../ways/job-ways';
import { WordMark } from '../words/word';

/** The circuit that feeds the job, what hangs on it as bars against the breaker, and every feed that was surveyed. */
@Component({
  selector: 'sa-feed-stage',
  imports: [WordMark, ChoiceField, FindingList, RouterLink, TextField, VerdictStamp],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head">
      <h2>Where power comes from</h2>
      <sa-word of="feed" />
    </div>
    <div class="sheet">
      @if (circuit(); as circuit) {
        <p class="lead">
          {{ from() }} circuit {{ number() }}, {{ circuit.name
          }}{{ circuit.breakerA ? ', ' + circuit.breakerA + ' A' : '; rating not known' }}.
          @if (circuit.foundHow) {
            Found out: {{ circuit.foundHow }}.
          }
        </p>
        <svg
          class="load-chart"
          viewBox="0 0 640 120"
          role="img"
          [attr.aria-label]="'Loads on circuit ' + number() + '; the table below has the figures'"
        >
          <defs>
            <pattern id="hatch-new" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
              <line class="hatch-blue" x1="0" y1="0" x2="0" y2="6" />
            </pattern>
          </defs>
          @for (bar of chart().bars; track bar.id) {
            <rect [class]="bar.isNew ? 'bar new' : 'bar'" [attr.x]="bar.x" y="30" [attr.width]="bar.width" height="44" />
            @if (bar.width > 60) {
              <text [attr.x]="bar.x + 6" y="56">{{ bar.short }}</text>
            }
          }
          @for (t of chart().ticks; track t.at) {
            <line class="tick" [attr.x1]="t.at" [attr.x2]="t.at" y1="74" y2="80" />
            <text class="tick-text" [attr.x]="t.at" y="94" text-anchor="middle">{{ t.text }}</text>
          }
          @if (chart().limit; as limit) {
            <line class="limit" [attr.x1]="limit.x" [attr.x2]="limit.x" y1="16" y2="82" />
            <text class="limit-text" [attr.x]="limit.x + 4" y="12" text-anchor="end">breaker {{ limit.text }}</text>
          }
          <text class="tick-text" x="320" y="114" text-anchor="middle">amps, everything at once; three hours or more counted at 125 %</text>
        </svg>
        <table class="plain">
          <thead>
            <tr>
              <th>load</th>
              <th>where</th>
              <th class="figure">amps</th>
              <th class="figure">counted</th>
            </tr>
          </thead>
          <tbody>
            @for (r of rows(); track r.id) {
              <tr>
                <td>{{ r.name }}</td>
                <td>{{ r.isNew ? 'new outlet' : 'on the circuit already' }}</td>
                <td class="figure">{{ r.amps.toFixed(2) }}</td>
                <td class="figure">{{ r.countedA.toFixed(2) }}</td>
              </tr>
            }
          </tbody>
        </table>
      } @else if (session.work().boxes.length) {
        <p class="lead">
          Nobody has found out which breaker feeds {{ session.work().boxes[0]!.box.name }}. Find it with a breaker finder, or switch one
          breaker after the other; then enter it in the survey.
        </p>
      } @else if (session.job().search) {
        <p class="lead">The circuit that is there feeds it. What is wrong with it is found under Need.</p>
      } @else {
        <p class="lead">No feed was taken yet: the Route stage has the ways from each of these, and one of them is taken there.</p>
      }
      @if (own(); as o) {
        <h3>The new circuit</h3>
        <div class="fields">
          @if (places().length) {
            <sa-choice-field
              [label]="'space in the ' + panelName()"
              [value]="o.breaker ? '' + o.breaker.space : undefined"
              [choices]="places()"
              (set)="setSpace($event)"
            />
            <sa-text-field
              label="type printed on the breaker"
              [value]="o.breaker?.type ?? ''"
              placeholder="not known"
              (set)="setOwn({}, { type: $event || undefined })"
            />
          }
          <sa-choice-field
            label="what the breaker protects against, besides overload"
            [value]="protection()"
            [choices]="protections"
            (set)="setProtection($event)"
          />
        </div>
      }
      @if (search.want()) {
        <h3>Feeds that were surveyed</h3>
        @if (search.failure()) {
          <p class="notice stop" role="alert">The search broke off: {{ search.failure() }}.</p>
        }
        @if (search.running(); as says) {
          <p class="quiet" role="status">{{ says }} …</p>
        }
        @if (search.ways()?.problem; as problem) {
          <p class="notice stop" role="alert">{{ problem }}</p>
        }
        <ul class="feeds-list">
          @for (r of search.feedRows(); track r.c.id) {
            <li [class.current]="r.taken" [attr.data-testid]="'feed-' + r.c.id" [attr.data-verdict]="r.c.verdict">
              <div class="feed-head">
                <sa-verdict [verdict]="r.c.verdict" />
                <button
                  type="button"
                  class="feed-name bare-button"
                  [attr.aria-expanded]="openFeed() === r.c.id"
                  (click)="openFeed.set(openFeed() === r.c.id ? undefined : r.c.id)"
                >
                  <strong>{{ r.c.name }}</strong> <span>{{ r.c.where }}</span>
                </button>
                <span class="figure">{{
                  r.taken
                    ? 'feeds it now'
                    : r.c.refused
                      ? 'refused'
                      : r.blocked
                        ? 'forbidden'
                        : r.ways
                          ? r.ways + (r.ways === 1 ? ' way' : ' ways')
                          : 'no way among the best'
                }}</span>
              </div>
              <p class="quiet">{{ r.says }}</p>
              @if (openFeed() === r.c.id) {
                <sa-finding-list [rows]="r.findings" />
                @if (r.blocked) {
                  <button type="button" class="btn-line" (click)="allow(r.c)">allow it again</button>
                } @else if (!r.c.refused) {
                  <button type="button" class="btn-line" (click)="forbid(r.c)">not from here</button>
                }
              }
            </li>
          }
        </ul>
        @if (search.ways()?.notJudged; as more) {
          <p class="quiet" role="status" data-testid="not-judged">
            {{ more }} more boxes lie further off; they are judged only when too few near ones are fit.
          </p>
        }
        <a class="btn-line strong" routerLink="../route">The ways from them</a>
      } @else if (session.work().runs.length) {
        <p class="quiet">Other feeds were not looked for: then the place where it is planned now becomes what is wanted.</p>
        <button type="button" class="btn-line" (click)="lookForOthers()">Look for other feeds and ways</button>
      } @else if (session.work().boxes.length) {
        <p class="quiet">The work stays at its box: the circuit that is there feeds it.</p>
      }
    </div>
  `,
  styleUrl: './feed-stage.css',
})
export class FeedStage {
  protected readonly session = inject(JobSession);
  protected readonly search = inject(JobWays);
  protected readonly openFeed = signal<string | undefined>(undefined);

  constructor() {
    inject(DestroyRef).onDestroy(this.search.watch());
  }

  protected readonly circuit = computed(() => this.session.work().circuits[0]);
  protected readonly number = computed(() => {
    const circuit = this.circuit();
    return circuit ? breakerNumber(this.session.planned(), circuit) : '';
  });
  protected readonly from = computed(() => {
    const { runs, boxes } = this.session.work();
    const [run] = runs;
    if (!run) return `${boxes[0]?.box.name ?? ''}, on`;
    return run.from ? `${run.from.box.name}, fed by` : `The ${this.panelName()}, by a`;
  });
  protected readonly rows = computed(() => {
    const circuit = this.circuit();
    if (!circuit) return [];
    const mine = new Set(this.session.outlets().map((b) => b.box.id));
    const isNew = (l: { boxId?: string | undefined }): boolean => l.boxId !== undefined && mine.has(l.boxId);
    const loads = this.session.planned().loads.filter((l) => l.circuitId === circuit.id);
    return loadShares([...loads.filter((l) => !isNew(l)), ...loads.filter(isNew)], circuit.voltsNominal).map((s) => ({
      ...s,
      id: s.load.id,
      name: s.load.name,
      isNew: isNew(s.load),
    }));
  });
  protected readonly chart = computed(() => {
    const rows = this.rows();
    const breaker = this.circuit()?.breakerA;
    const end = Math.max(...rows.map((r) => r.fromA + r.countedA), breaker ?? 0, 1);
    const x = scaleLinear([0, end], [10, 610]);
    const bars = rows.map((r) => {
      const [from, to] = [x(r.fromA), x(r.fromA + r.countedA)];
      return { id: r.id, isNew: r.isNew, x: from, width: to - from, short: r.name.slice(0, Math.floor((to - from) / 8)) };
    });
    return {
      bars,
      ticks: x.ticks(8).map((t) => ({ at: x(t), text: `${t}` })),
      limit: breaker ? { x: x(breaker), text: `${breaker} A` } : undefined,
    };
  });

  /** the circuit of its own, where the plan has one */
  protected readonly own = computed(() => this.session.work().ownCircuit);
  protected readonly panelName = computed(() => subpanelOf(this.session.job().found, this.own()?.panelId)?.name ?? 'panel');
  protected readonly places = computed((): Choice[] => {
    const own = this.own();
    if (!own?.breaker) return [];
    return breakerPlaces(
      this.session.job().found,
      { name: own.circuit.name, ratingA: own.circuit.breakerA ?? 20, poles: own.breaker.poles, gauge: 12, rooms: [], loads: [] },
      own.panelId,
    )
      .filter((p) => !p.refused)
      .map((p) => ({ value: `${p.space}`, label: `${p.space}, leg ${p.legs.join(' and ')}` }))
      .sort((a, b) => Number(a.value) - Number(b.value));
  });
  protected readonly protections: Choice[] = [
    { value: 'none', label: 'nothing else' },
    { value: 'arc', label: 'arc faults' },
    { value: 'ground', label: 'ground faults' },
    { value: 'both', label: 'arc and ground faults' },
  ];
  protected readonly protection = computed(() => {
    const { arcFault, groundFault } = this.own()?.circuit ?? {};
    return arcFault === 'breaker' ? (groundFault === 'breaker' ? 'both' : 'arc') : groundFault === 'breaker' ? 'ground' : 'none';
  });
  protected setOwn(circuit: Partial<Circuit>, breaker: Partial<Breaker> = {}): void {
    const own = this.own();
    if (!own) return;
    this.session.putChange(own.title, {
      ...own,
      circuit: { ...own.circuit, ...circuit },
      ...(own.breaker ? { breaker: { ...own.breaker, ...breaker } } : {}),
    });
  }
  protected setSpace(space: string | undefined): void {
    if (space) this.setOwn({ number: space }, { space: Number(space) });
  }
  protected setProtection(what: string | undefined): void {
    this.setOwn({
      arcFault: what === 'arc' || what === 'both' ? 'breaker' : 'none',
      groundFault: what === 'ground' || what === 'both' ? 'breaker' : 'none',
    });
  }

  protected forbid(c: FeedCandidate): void {
    this.session.edit(`Not from ${c.name}`, (job) => forbid(job, `feed/${c.id}`));
  }
  protected allow(c: FeedCandidate): void {
    this.session.edit(`${c.name} allowed again`, (job) => allow(job, `feed/${c.id}`));
  }
  protected lookForOthers(): void {
    this.session.editPlan('Wanted where it is planned', (job) => wantedAsPlanned(job));
  }
}
