import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { PLACEHOLDER_RATES, type Rates } from '@saddle/core/model';
import { TextField } from '../fields/text-field';
import { HouseSession } from '../house/house-session';

const RATE_WORDS: [keyof Rates, string][] = [
  ['cable14PerFt', 'cable 14-2, a foot'],
  ['cable12PerFt', 'cable 12-2, a foot'],
  ['cable10PerFt', 'cable 10-2, a foot'],
  ['patch', 'one patch'],
  ['seal', 'one hole sealed'],
  ['racewayPerFt', 'raceway, a foot'],
  ['fitting', 'one raceway fitting'],
  ['chasePerFt', 'chase made good, a foot'],
  ['sleeve', 'sleeve and cover outdoors'],
  ['breaker', 'one breaker'],
];

/** What things cost the user: ways are compared by it. */
@Component({
  selector: 'sa-prices-page',
  imports: [TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head"><h2>Your prices</h2></div>
    <section class="panel-body prices">
      <p class="quiet">Plain numbers in no currency, edit them: the ways of every job in this house are compared by them.</p>
      <div class="fields">
        @for (r of rates(); track r.key) {
          <sa-text-field [label]="r.label" [value]="r.value" [numeric]="true" (set)="setRate(r.key, $event)" />
        }
      </div>
      @if (session.house().rates) {
        <button type="button" class="btn-line" (click)="usual()">back to the placeholders</button>
      }
    </section>
  `,
})
export class PricesPage {
  protected readonly session = inject(HouseSession);
  protected readonly rates = computed(() => {
    const rates = this.session.house().rates ?? PLACEHOLDER_RATES;
    return RATE_WORDS.map(([key, label]) => ({ key, label, value: `${rates[key]}` }));
  });
  protected setRate(key: keyof Rates, text: string): void {
    this.session.editHouse('Prices', (h) => ({
      ...h,
      rates: { ...(h.rates ?? PLACEHOLDER_RATES), [key]: text.trim() === '' ? NaN : Number(text) },
    }));
  }
  protected usual(): void {
    this.session.editHouse('Placeholder prices', (h) => ({ ...h, rates: undefined }));
  }
}
