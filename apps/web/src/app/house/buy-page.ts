import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { inHouse, type Job, type JobInHouse } from '@saddle/core/model';
import { firstValueFrom } from 'rxjs';
import { Documents, problemOf } from '../api/documents.service';
import { PartsTable } from '../buy/parts-table';
import { HouseSession } from './house-session';

/** One trip for several jobs of a house: everything of all of them, like things together, coils that serve them all. */
@Component({
  selector: 'sa-house-buy-page',
  imports: [PartsTable],
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
      @if (open().length) {
        <sa-parts-table [jobs]="chosen()" [house]="session.house()" nothing="No job is chosen." />
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
  protected readonly chosen = computed((): JobInHouse[] =>
    this.open()
      .filter((j) => !this.left().has(j.id))
      .map((j) => inHouse(j, this.session.house(), this.jobs())),
  );
}
