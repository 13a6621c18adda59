import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { House, JobInHouse } from '@saddle/core/model';
import { coilPlans, coilWords, materialsOfAll, partsCost, toolsOf } from '@saddle/core/takeoff';

/** Everything that one or several jobs take: parts with their prices, the coils that serve them, tools. */
@Component({
  selector: 'sa-parts-table',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <table class="plain" data-testid="parts">
      <thead>
        <tr>
          <th>what</th>
          <th class="figure">how much</th>
          <th class="figure">price</th>
          <th>why</th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track $index) {
          <tr>
            <td>{{ row.what }}</td>
            <td class="figure">{{ row.amount }}</td>
            <td class="figure">{{ row.price }}</td>
            <td>{{ row.why }}</td>
          </tr>
        } @empty {
          <tr>
            <td colspan="4">{{ nothing() }}</td>
          </tr>
        }
      </tbody>
      @if (rows().length) {
        <tfoot>
          <tr>
            <th scope="row">parts together</th>
            <td></td>
            <td class="figure" data-testid="parts-total">{{ cost().total.toFixed(2) }}</td>
            <td>
              {{ cost().placeholders ? cost().placeholders + ' of these rows stand on placeholder prices. ' : '' }}
              @if (cost().unknown.length) {
                Without {{ cost().unknown.join(', ') }}: how much can’t be told yet.
              }
              <a [routerLink]="['/houses', house().id, 'prices']">What is on hand, and your prices</a>
            </td>
          </tr>
        </tfoot>
      }
    </table>
    @if (coils().length) {
      <h3>Cable as coils, and what is cut from which</h3>
      @for (c of coils(); track c.kind) {
        <div class="coil" data-testid="coils">
          <p>
            <strong>{{ c.kind }}, {{ c.pieces }} {{ c.pieces === 1 ? 'piece' : 'pieces' }}:</strong>
            @if (c.problem) {
              <span class="field-error" role="alert">{{ c.problem }}</span>
            } @else {
              {{ c.buy }}
            }
          </p>
          <ol>
            @for (cut of c.cuts; track $index) {
              <li>{{ cut }}</li>
            }
          </ol>
          @if (c.unknown) {
            <p class="quiet">Not in it, because their length can’t be told yet: {{ c.unknown }}.</p>
          }
        </div>
      }
      <p class="quiet">Each piece as long as fishing it takes; longest first, so that what remains still does for the next.</p>
    }
    <h3>Tools</h3>
    <ul class="ticks">
      @for (tool of tools(); track tool) {
        <li>{{ tool }}</li>
      }
    </ul>
  `,
})
export class PartsTable {
  readonly jobs = input.required<readonly JobInHouse[]>();
  readonly house = input.required<House>();
  readonly nothing = input('Nothing yet: take one of the ways of the Route stage.');

  private readonly parts = computed(() => materialsOfAll(this.jobs()));
  private readonly prices = computed(() => this.house().prices);
  protected readonly cost = computed(() => partsCost(this.parts(), this.prices()));
  protected readonly rows = computed(() =>
    this.parts().map((row) => ({
      ...row,
      price: row.article === undefined || row.count === undefined ? '' : partsCost([row], this.prices()).total.toFixed(2),
    })),
  );
  protected readonly coils = computed(() =>
    coilPlans(this.jobs(), this.house()).map((plan) => ({
      kind: plan.kind,
      pieces: plan.pieces.length,
      unknown: plan.unknown.join('; '),
      ...coilWords(plan, this.house().unit),
    })),
  );
  protected readonly tools = computed(() => [...new Set(this.jobs().flatMap((j) => toolsOf(j)))]);
}
