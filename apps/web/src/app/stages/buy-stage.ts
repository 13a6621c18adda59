import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { materialsOf, toolsOf } from '@saddle/core/takeoff';
import { JobSession } from '../job/job-session';

/** What the planned state has and the found state lacks. */
@Component({
  selector: 'sa-buy-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head"><h2>What to buy and bring</h2></div>
    <div class="sheet">
      <table class="plain">
        <thead>
          <tr>
            <th>what</th>
            <th class="figure">how much</th>
            <th>why</th>
          </tr>
        </thead>
        <tbody>
          @for (row of materials(); track $index) {
            <tr>
              <td>{{ row.what }}</td>
              <td class="figure">{{ row.amount }}</td>
              <td>{{ row.why }}</td>
            </tr>
          } @empty {
            <tr>
              <td colspan="3">Nothing yet: take one of the ways of the Route stage.</td>
            </tr>
          }
        </tbody>
      </table>
      <h3>Tools</h3>
      <ul class="ticks">
        @for (tool of tools(); track tool) {
          <li>{{ tool }}</li>
        }
      </ul>
    </div>
  `,
})
export class BuyStage {
  private readonly session = inject(JobSession);
  protected readonly materials = computed(() => materialsOf(this.session.job()));
  protected readonly tools = computed(() => toolsOf(this.session.job()));
}
