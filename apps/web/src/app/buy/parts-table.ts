import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { House, JobInHouse } from '@saddle/core/model';
import { ARTICLES } from '@saddle/core/catalog';
import {
  coilPlans,
  coilWords,
  materialsOfAll,
  oldPrices,
  packetLines,
  partsCost,
  printMoney,
  sparesOf,
  toolsOf,
  wholeCost,
} from '@saddle/core/takeoff';
import { handMinutes, stepsOf } from '@saddle/core/work';

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
          @if (ticks()) {
            <th><span class="visually-hidden">bought</span></th>
          }
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track $index) {
          <tr [class.bought]="row.bought">
            <td>{{ row.what }}</td>
            <td class="figure">{{ row.amount }}</td>
            <td class="figure">{{ row.price }}</td>
            <td>{{ row.why }}</td>
            @if (ticks()) {
              <td>
                <input type="checkbox" [checked]="row.bought" (change)="tick.emit(row.key)" [attr.aria-label]="'Bought: ' + row.what" />
              </td>
            }
          </tr>
        } @empty {
          <tr>
            <td colspan="5">{{ nothing() }}</td>
          </tr>
        }
      </tbody>
      @if (rows().length) {
        <tfoot>
          <tr>
            <th scope="row">parts together</th>
            <td></td>
            <td class="figure" data-testid="parts-total">{{ money(cost().total) }}</td>
            <td>
              {{ cost().placeholders ? cost().placeholders + ' of these rows stand on placeholder prices. ' : '' }}
              @if (cost().unknown.length) {
                Without {{ cost().unknown.join(', ') }}: how much can’t be told yet.
              }
              <a [routerLink]="['/houses', house().id, 'prices']">What is on hand, and your prices</a>
            </td>
            @if (ticks()) {
              <td></td>
            }
          </tr>
        </tfoot>
      }
    </table>
    @if (packets().length || old().length) {
      <ul class="ticks" data-testid="packets">
        @for (p of packets(); track p) {
          <li>{{ p }}</li>
        }
        @for (o of old(); track o) {
          <li class="caution-line">{{ o }}</li>
        }
      </ul>
    }
    @if (rows().length) {
      <h3>The whole of it</h3>
      <table class="plain whole" data-testid="whole-cost">
        <tbody>
          @for (t of whole().terms; track $index) {
            <tr>
              <td>{{ t.label }}</td>
              <td>{{ t.how }}</td>
              <td class="figure">{{ t.amount }}</td>
            </tr>
          }
        </tbody>
        <tfoot>
          <tr>
            <th scope="row">together</th>
            <td>{{ whole().missing }}</td>
            <td class="figure" data-testid="whole-total">{{ whole().total }}</td>
          </tr>
        </tfoot>
      </table>
    }
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

  /** keys of what was bought; absent: nothing is ticked off here */
  readonly ticks = input<readonly string[]>();
  readonly tick = output<string>();

  private readonly plain = computed(() => materialsOfAll(this.jobs()));
  private readonly parts = computed(() => (this.house().money?.spares ? [...this.plain(), ...sparesOf(this.plain())] : this.plain()));
  private readonly prices = computed(() => this.house().prices);
  protected readonly cost = computed(() => partsCost(this.parts(), this.prices()));
  protected readonly rows = computed(() =>
    this.parts().map((row) => ({
      ...row,
      key: `${row.what}, ${row.amount}`.slice(0, 240),
      bought: this.ticks()?.includes(`${row.what}, ${row.amount}`.slice(0, 240)) ?? false,
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
  protected money(amount: number): string {
    return printMoney(amount, this.house().money);
  }
  protected readonly packets = computed(() =>
    packetLines(this.parts(), this.prices(), this.house().priceNotes).map(
      (p) =>
        `${ARTICLES[p.article].name}: ${p.needed} needed, ${p.packets} ${p.packets === 1 ? 'packet' : 'packets'} of ${p.packet}${this.house().priceNotes?.[p.article]?.where ? `, ${this.house().priceNotes![p.article]!.where}` : ''}`,
    ),
  );
  protected readonly old = computed(() =>
    oldPrices(this.parts(), this.house().priceNotes, new Date().toISOString().slice(0, 10)).map(
      (o) => `${ARTICLES[o.article].name}: priced on ${o.on}, more than a year ago`,
    ),
  );
  protected readonly whole = computed(() => {
    const { middle } = handMinutes(this.jobs().flatMap((j) => stepsOf(j)));
    const cost = wholeCost(this.plain(), middle, this.house());
    return {
      terms: cost.sum.terms.map((t) => ({ label: t.label, how: t.how ?? '', amount: this.money(t.value) })),
      total: this.money(cost.total),
      missing: cost.missing.length ? `Not yet: ${cost.missing.join('; ')}.` : '',
    };
  });
  protected readonly tools = computed(() => [...new Set(this.jobs().flatMap((j) => toolsOf(j)))]);
}
