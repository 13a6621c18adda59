import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { loadShares } from '@saddle/core/codebook';
import { scaleLinear } from 'd3-scale';
import { JobSession } from '../job/job-session';
import { FeedCandidates } from './feed-candidates';

/** The circuit that feeds the old box: what hangs on it, as bars against the breaker. */
@Component({
  selector: 'sa-feed-stage',
  imports: [FeedCandidates],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head"><h2>Where power comes from</h2></div>
    <div class="sheet">
      @if (session.context().circuit; as circuit) {
        <p class="lead">
          {{ session.context().source.name }}, fed by circuit {{ circuit.number }}, {{ circuit.name
          }}{{ circuit.breakerA ? ', ' + circuit.breakerA + ' A' : '; rating not known' }}.
          @if (circuit.foundHow) {
            Found out: {{ circuit.foundHow }}.
          }
        </p>
        <svg
          class="load-chart"
          viewBox="0 0 640 120"
          role="img"
          [attr.aria-label]="'Loads on circuit ' + circuit.number + '; the table below has the figures'"
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
            <text class="limit-text" [attr.x]="limit.x" y="12" text-anchor="middle">breaker {{ limit.text }}</text>
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
      } @else {
        <p class="lead">
          Nobody has found out which breaker feeds {{ session.context().source.name }}. Find it with a breaker finder, or switch one breaker
          after the other; then enter it in the survey.
        </p>
      }
      @if (!session.context().inPlace) {
        <sa-feed-candidates />
      }
    </div>
  `,
})
export class FeedStage {
  protected readonly session = inject(JobSession);
  protected readonly rows = computed(() => {
    const { circuit, target } = this.session.context();
    if (!circuit) return [];
    const loads = this.session.planned().loads.filter((l) => l.circuitId === circuit.id);
    const old = loads.filter((l) => l.boxId !== target.id);
    const fresh = loads.filter((l) => l.boxId === target.id);
    return loadShares([...old, ...fresh], circuit.voltsNominal).map((s) => ({
      ...s,
      id: s.load.id,
      name: s.load.name,
      isNew: s.load.boxId === target.id,
    }));
  });
  protected readonly chart = computed(() => {
    const rows = this.rows();
    const breaker = this.session.context().circuit?.breakerA;
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
}
