import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import { inHouse, type Job, type JobInHouse } from '@saddle/core/model';
import { coilPlans, coilWords, materialsOfAll, partsCost, toolsOf } from '@saddle/core/takeoff';
import { firstValueFrom } from 'rxjs';
import { Documents, problemOf } from '../api/documents.service';
import { HouseSession } from './house-session';

/** One trip for several jobs of a house: everything of all of them, like things together, coils that serve them all. */
@Component({
  selector: 'sa-house-buy-page',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head"><h2>What to buy for several jobs</h2></div>
    <div class="sheet wide">
      @if (failure()) {
        <p class="notice stop" role="alert">{{ failure() }}</p>
      }
      <fieldset class="chips" aria-label="Jobs to buy for">
        @for (j of open(); track j.id) {
          <button type="button" class="chip" [attr.aria-pressed]="!left().has(j.id)" (click)="toggle(j.id)">{{ j.name }}</button>
        } @empty {
          <p class="lead">No open job of this house has a plan yet: take a way in its Route stage.</p>
        }
      </fieldset>
      @if (rows().length) {
        <table class="plain" data-testid="house-parts">
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
            }
          </tbody>
          <tfoot>
            <tr>
              <th scope="row">parts together</th>
              <td></td>
              <td class="figure">{{ cost().total.toFixed(2) }}</td>
              <td>
                {{ cost().placeholders ? cost().placeholders + ' of these rows stand on placeholder prices. ' : '' }}
                <a [routerLink]="['/houses', session.house().id, 'prices']">Your prices, and what is on hand</a>
              </td>
            </tr>
          </tfoot>
        </table>
        @for (c of coils(); track c.kind) {
          <h3>{{ c.kind }} as coils, {{ c.pieces }} {{ c.pieces === 1 ? 'piece' : 'pieces' }}</h3>
          <p [class.field-error]="c.problem">{{ c.problem ?? c.buy }}</p>
          <ol>
            @for (cut of c.cuts; track $index) {
              <li>{{ cut }}</li>
            }
          </ol>
        }
        <h3>Tools</h3>
        <ul class="ticks">
          @for (tool of tools(); track tool) {
            <li>{{ tool }}</li>
          }
        </ul>
      }
    </div>
  `,
})
export class HouseBuyPage {
  protected readonly session = inject(HouseSession);
  private readonly documents = inject(Documents);
  private readonly jobs = signal<Job[]>([]);
  protected readonly failure = signal('');
  /** jobs that are left out */
  protected readonly left = signal<ReadonlySet<string>>(new Set());

  constructor() {
    effect(() => {
      const { id } = this.session.house();
      untracked(() => void this.load(id));
    });
  }
  private async load(houseId: string): Promise<void> {
    try {
      this.jobs.set((await firstValueFrom(this.documents.houseJobs(houseId))).map((s) => s.document));
      this.failure.set('');
    } catch (error) {
      this.failure.set(`The jobs of this house can’t be read now: ${problemOf(error).title}`);
    }
  }
  protected toggle(id: string): void {
    this.left.update((all) => {
      const next = new Set(all);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  }
  /** open ones that have a plan */
  protected readonly open = computed(() => this.jobs().filter((j) => !j.closed && j.changes.length > 0));
  private readonly chosen = computed((): JobInHouse[] =>
    this.open()
      .filter((j) => !this.left().has(j.id))
      .map((j) => inHouse(j, this.session.house(), this.jobs())),
  );
  private readonly parts = computed(() => materialsOfAll(this.chosen()));
  protected readonly cost = computed(() => partsCost(this.parts(), this.session.house().prices));
  protected readonly rows = computed(() =>
    this.parts().map((row) => ({
      ...row,
      price: row.article === undefined || row.count === undefined ? '' : partsCost([row], this.session.house().prices).total.toFixed(2),
    })),
  );
  protected readonly coils = computed(() =>
    coilPlans(this.chosen(), this.session.house()).map((plan) => ({
      kind: plan.kind,
      pieces: plan.pieces.length,
      ...coilWords(plan, this.session.house().unit),
    })),
  );
  protected readonly tools = computed(() => [...new Set(this.chosen().flatMap((j) => toolsOf(j)))]);
}
