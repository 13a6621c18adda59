import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { ARTICLES } from '@saddle/core/catalog';
import type { House, JobInBook } from '@saddle/core/model';
import { oldPrices, printMoney, wholeCost, type Shopping } from '@saddle/core/takeoff';
import { switchMap } from 'rxjs';
import { SumTable } from '../ledger/sum-table';
import type { Working } from '../worker/worker-desk';
import { ShoppingLists, type ShoppingAnswer } from './shopping.service';
import { today } from '../words/own-clock';

const NOTHING: Shopping = { lines: [], total: 0, restsWorth: 0, unknown: [], placeholders: 0 };

/** Everything that one or several jobs take: what is bought, from which each piece is cut, tools. */
@Component({
  selector: 'sa-parts-table',
  imports: [RouterLink, SumTable],
  providers: [ShoppingLists],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (failure()) {
      <p class="notice stop" role="alert">The list could not be made: {{ failure() }}.</p>
    }
    <table class="plain shopping" data-testid="parts">
      <thead>
        <tr>
          <th>what</th>
          <th class="figure">needed</th>
          <th>buy</th>
          <th class="figure">price</th>
          <th class="why">why</th>
          @if (ticks()) {
            <th><span class="visually-hidden">bought</span></th>
          }
        </tr>
      </thead>
      @for (row of rows(); track row.key + $index) {
        <tbody>
          <tr [class.bought]="row.bought">
            <td>
              {{ row.what }}
              @if (row.where) {
                <small class="quiet">{{ row.where }}</small>
              }
            </td>
            <td class="figure">{{ row.needed }}</td>
            <td>
              @if (row.problem) {
                <span class="field-error" role="alert">{{ row.problem }}</span>
              } @else {
                @if (row.buy) {
                  <strong>{{ row.buy }}</strong>
                } @else {
                  {{ row.instead }}
                }
              }
              @if (row.fromHand) {
                <small class="quiet">on hand: {{ row.fromHand }}</small>
              }
            </td>
            <td class="figure">
              @if (row.sum) {
                <button
                  type="button"
                  class="sum-link"
                  [attr.aria-expanded]="opened() === row.key"
                  [attr.aria-label]="'How ' + row.price + ' for ' + row.what + ' comes about'"
                  (click)="open(row.key)"
                >
                  {{ row.price }}
                </button>
              }
            </td>
            <td class="why">{{ row.why }}</td>
            @if (ticks()) {
              <td>
                @if (row.buy && !row.problem) {
                  <input type="checkbox" [checked]="row.bought" (change)="tick.emit(row.key)" [attr.aria-label]="'Bought: ' + row.what" />
                }
              </td>
            }
          </tr>
          @if (opened() === row.key && row.sum) {
            <tr class="sum-row">
              <td [attr.colspan]="ticks() ? 6 : 5">
                <p class="quiet why-below">{{ row.why }}</p>
                <sa-sum-table [sum]="row.sum" />
              </td>
            </tr>
          }
        </tbody>
      } @empty {
        <tbody>
          <tr>
            <td colspan="6">{{ made() ? nothing() : 'adding up …' }}</td>
          </tr>
        </tbody>
      }
      @if (rows().length) {
        <tfoot>
          <tr>
            <th scope="row">parts together</th>
            <td></td>
            <td></td>
            <td class="figure" data-testid="parts-total">{{ money(list().total) }}</td>
            <td class="why"></td>
            @if (ticks()) {
              <td></td>
            }
          </tr>
        </tfoot>
      }
    </table>
    @if (rows().length) {
      <p class="quiet">
        {{ list().placeholders ? list().placeholders + ' of these lines stand on placeholder prices. ' : '' }}
        @if (list().unknown.length) {
          Without all of {{ list().unknown.join(', ') }}: how much can’t be told yet.
        }
        @if (list().restsWorth > 0) {
          <span data-testid="rests">Rests worth keeping count {{ money(list().restsWorth) }} of it. </span>
        }
        &ngsp;<a [routerLink]="['/houses', house().id, 'prices']">Your prices</a> ·
        <a [routerLink]="['/houses', house().id, 'on-hand']">what is on hand</a>
      </p>
    }
    @if (old().length) {
      <ul class="ticks" data-testid="packets">
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
    @if (cuts().length) {
      <h3>What is cut from which</h3>
      @for (c of cuts(); track c.what) {
        <div class="coil" data-testid="coils">
          <p>
            <strong>{{ c.what }}, {{ c.needed }}{{ c.instead === c.needed ? '' : ':' }}</strong>
            {{ c.buy || (c.instead === c.needed ? '' : c.instead === 'nothing' ? 'nothing to buy: what is on hand does' : c.instead) }}
          </p>
          <ol>
            @for (cut of c.cuts; track $index) {
              <li>{{ cut }}</li>
            }
          </ol>
          @if (c.unknown.length) {
            <p class="quiet">Not in it, because their length can’t be told yet: {{ c.unknown.join('; ') }}.</p>
          }
        </div>
      }
      <p class="quiet">Each run in one piece, as long as fishing it takes; longest first, so that what remains still does for the next.</p>
    }
    @if (tools().length) {
      <h3>Tools, by when they are first needed</h3>
      <table class="plain" data-testid="tools">
        <tbody>
          @for (t of tools(); track t.tool) {
            <tr>
              <td>{{ t.tool }}</td>
              <td class="quiet">{{ t.for }}</td>
            </tr>
          }
        </tbody>
      </table>
    }
  `,
  styleUrl: './parts-table.css',
})
export class PartsTable {
  readonly jobs = input.required<readonly JobInBook[]>();
  readonly house = input.required<House>();
  readonly nothing = input('Nothing yet: take one of the ways of the Route stage.');

  /** keys of what was bought; absent: nothing is ticked off here */
  readonly ticks = input<readonly string[]>();
  readonly tick = output<string>();

  protected readonly opened = signal<string | undefined>(undefined);
  private readonly lists = inject(ShoppingLists);
  private readonly making = toSignal(
    toObservable(computed(() => ({ jobs: [...this.jobs()], house: this.house() }))).pipe(switchMap((q) => this.lists.make(q))),
    { initialValue: { state: 'running' } as Working<ShoppingAnswer> },
  );
  /** the last list stays on the page while the next is made */
  private readonly answer = linkedSignal<Working<ShoppingAnswer>, ShoppingAnswer | undefined>({
    source: this.making,
    computation: (m, before) => (m.state === 'done' ? m.answer : before?.value),
  });
  protected readonly failure = computed(() => {
    const m = this.making();
    return m.state === 'failed' ? m.says : '';
  });
  protected readonly made = computed(() => this.answer() !== undefined);
  protected readonly list = computed(() => this.answer()?.list ?? NOTHING);
  protected readonly rows = computed(() =>
    this.list().lines.map((line) => ({
      ...line,
      bought: this.ticks()?.includes(line.key) ?? false,
      price: line.price === undefined ? '' : line.price.toFixed(2),
    })),
  );
  protected readonly cuts = computed(() => this.list().lines.filter((l) => l.cuts.length > 0 || l.unknown.length > 0));
  protected open(key: string): void {
    this.opened.update((k) => (k === key ? undefined : key));
  }
  protected money(amount: number): string {
    return printMoney(amount, this.house().money);
  }
  protected readonly old = computed(() =>
    oldPrices(this.list().lines, this.house().priceNotes, today()).map(
      (o) => `${ARTICLES[o.article].name}: priced on ${o.on}, more than a year ago`,
    ),
  );
  protected readonly whole = computed(() => {
    const cost = wholeCost(this.list(), this.answer()?.minutes ?? 0, this.house().money);
    return {
      terms: cost.sum.terms.map((t) => ({ label: t.label, how: t.how ?? '', amount: this.money(t.value) })),
      total: this.money(cost.total),
      missing: cost.missing.length ? `Not yet: ${cost.missing.join('; ')}.` : '',
    };
  });
  protected readonly tools = computed(() => this.answer()?.tools ?? []);
}
