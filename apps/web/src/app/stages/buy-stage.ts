import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { PartsTable } from '../buy/parts-table';
import { JobSession } from '../job/job-session';

/** What the planned state has and the found state lacks. */
@Component({
  selector: 'sa-buy-stage',
  imports: [PartsTable, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head">
      <h2>What to buy and bring</h2>
      <a class="btn-line" [routerLink]="['/houses', session.job().houseId, 'buy']">with other jobs of the house</a>
    </div>
    <div class="sheet">
      <sa-parts-table [jobs]="jobs()" [house]="session.house.house()" />
    </div>
  `,
})
export class BuyStage {
  protected readonly session = inject(JobSession);
  protected readonly jobs = computed(() => [this.session.job()]);
}
