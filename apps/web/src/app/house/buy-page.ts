import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { PartsTable } from '../buy/parts-table';
import { HouseJobs } from './house-jobs';
import { HouseSession } from './house-session';

/** One trip for several jobs of a house: everything of all of them, like things together, coils that serve them all. */
@Component({
  selector: 'sa-house-buy-page',
  imports: [PartsTable],
  providers: [HouseJobs],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head"><h2>What to buy for several jobs</h2></div>
    <div class="sheet wide">
      @if (jobs.failure()) {
        <p class="notice stop" role="alert">{{ jobs.failure() }}</p>
      }
      <fieldset class="chips" aria-label="Jobs to buy for">
        @for (j of jobs.open(); track j.id) {
          <button type="button" class="chip" [attr.aria-pressed]="!jobs.picked().has(j.id)" (click)="jobs.toggle(j.id)">
            {{ j.name }}
          </button>
        } @empty {
          <p class="lead">No open job of this house has a plan yet: take a way in its Route stage.</p>
        }
      </fieldset>
      @if (jobs.open().length) {
        <sa-parts-table [jobs]="jobs.others()" [house]="session.house()" nothing="No job is chosen." />
      }
    </div>
  `,
})
export class HouseBuyPage {
  protected readonly session = inject(HouseSession);
  /** what is picked is left out */
  protected readonly jobs = inject(HouseJobs);
}
