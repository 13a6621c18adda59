import { toggleBought, putEstimate } from '@saddle/core/model';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { ESTIMATE_DAYS, excludedOf, scopeOf } from '@saddle/core/exchange';
import { PartsTable } from '../buy/parts-table';
import { TextField } from '../fields/text-field';
import { JobSession } from '../job/job-session';
import { dated, paperOf } from '../exchange/on-paper';

/** What the planned state has and the found state lacks. */
@Component({
  selector: 'sa-buy-stage',
  imports: [PartsTable, RouterLink, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head">
      <h2>What to buy and bring</h2>
      <button type="button" class="btn-line" (click)="print()">Print the list</button>
      <a class="btn-line" [routerLink]="['/houses', session.laid().houseId, 'buy']">with other jobs of the house</a>
    </div>
    <div class="sheet">
      <sa-parts-table [jobs]="jobs()" [house]="session.house.house()" [ticks]="session.laid().bought ?? []" (tick)="tick($event)" />
      @if (session.steps().length) {
        <h3>Estimate to hand over</h3>
        <p class="quiet">A line each; empty again, the proposed words come back.</p>
        <label class="field long"
          ><span class="field-label">what is done</span
          ><textarea
            class="field-input"
            rows="6"
            maxlength="4000"
            [value]="scope()"
            (change)="setWords('scope', done.value)"
            #done
          ></textarea>
        </label>
        <label class="field long"
          ><span class="field-label">what is not in it</span
          ><textarea
            class="field-input"
            rows="4"
            maxlength="4000"
            [value]="excluded()"
            (change)="setWords('excluded', out.value)"
            #out
          ></textarea>
        </label>
        <div class="row-form">
          <sa-text-field
            label="the price holds for, days"
            [value]="'' + (session.laid().estimate?.days ?? usualDays)"
            [numeric]="true"
            [error]="error()"
            (set)="setDays($event)"
          />
          <a
            class="btn-line strong"
            target="_blank"
            [href]="'/api/v1/jobs/' + session.laid().id + '/estimate.pdf?' + printed()"
            data-testid="estimate"
            >Estimate (PDF)</a
          >
        </div>
      }
    </div>
  `,
  styleUrl: './buy-stage.css',
})
export class BuyStage {
  protected readonly session = inject(JobSession);
  protected readonly printed = computed(() => dated(paperOf(this.session.unit())));
  protected readonly jobs = computed(() => [this.session.laid()]);
  protected readonly usualDays = ESTIMATE_DAYS;
  protected readonly error = signal('');
  protected readonly scope = computed(() => this.session.laid().estimate?.scope ?? scopeOf(this.session.laid()));
  protected readonly excluded = computed(() => this.session.laid().estimate?.excluded ?? excludedOf(this.session.laid()));

  /** Ticked off at the shelf, and taken back. */
  protected tick(key: string): void {
    this.session.edit('Shopping list', (job) => toggleBought(job, key));
  }
  protected setWords(what: 'scope' | 'excluded', text: string): void {
    this.session.edit('Words of the estimate', (job) => putEstimate(job, { [what]: text.trim() === '' ? undefined : text }));
  }
  protected setDays(text: string): void {
    const ok = this.session.edit('How long the price holds', (job) => putEstimate(job, { days: Number(text) }));
    this.error.set(ok ? '' : `“${text}” is no number of days from 1 to 365`);
  }
  protected print(): void {
    window.print();
  }
}
