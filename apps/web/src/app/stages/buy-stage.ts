import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { coilPlans, coilWords, materialsOf, partsCost, toolsOf } from '@saddle/core/takeoff';
import { JobSession } from '../job/job-session';

/** What the planned state has and the found state lacks. */
@Component({
  selector: 'sa-buy-stage',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head"><h2>What to buy and bring</h2></div>
    <div class="sheet">
      <table class="plain">
        <thead>
          <tr>
            <th>what</th>
            <th class="figure">how much</th>
            <th class="figure">price</th>
            <th>why</th>
          </tr>
        </thead>
        <tbody>
          @for (row of materials(); track $index) {
            <tr>
              <td>{{ row.what }}</td>
              <td class="figure">{{ row.amount }}</td>
              <td class="figure">{{ row.price }}</td>
              <td>{{ row.why }}</td>
            </tr>
          } @empty {
            <tr>
              <td colspan="4">Nothing yet: take one of the ways of the Route stage.</td>
            </tr>
          }
        </tbody>
        @if (materials().length) {
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
                <a [routerLink]="['/houses', session.job().houseId, 'prices']">Your prices</a>
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
        <p class="quiet">
          Each piece as long as fishing it takes; longest first, so that what remains still does for the next.
          <a [routerLink]="['/houses', session.job().houseId, 'prices']">What is on hand, and your prices</a>
        </p>
      }
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
  protected readonly session = inject(JobSession);
  private readonly rows = computed(() => materialsOf(this.session.job()));
  private readonly prices = computed(() => this.session.house.house().prices);
  protected readonly cost = computed(() => partsCost(this.rows(), this.prices()));
  protected readonly materials = computed(() =>
    this.rows().map((row) => ({
      ...row,
      price: row.article === undefined || row.count === undefined ? '' : partsCost([row], this.prices()).total.toFixed(2),
    })),
  );
  protected readonly coils = computed(() =>
    coilPlans([this.session.job()], this.session.house.house()).map((plan) => ({
      kind: plan.kind,
      pieces: plan.pieces.length,
      unknown: plan.unknown.join('; '),
      ...coilWords(plan, this.session.unit()),
    })),
  );
  protected readonly tools = computed(() => toolsOf(this.session.job()));
}
