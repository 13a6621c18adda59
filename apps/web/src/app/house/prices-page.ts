import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { ARTICLE_IDS, ARTICLES, COIL_ARTICLES, priceOf, type Article, type ArticleId } from '@saddle/core/catalog';
import { feet } from '@saddle/core/measure';
import { assumed, type House } from '@saddle/core/model';
import { nanoid } from 'nanoid';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { LengthField } from '../fields/length-field';
import { TextField } from '../fields/text-field';
import { HouseSession } from '../house/house-session';

const UNIT: Record<Article['unit'], string> = { each: 'each', ft: 'a foot', l: 'a litre' };
const GROUPS: Article['group'][] = ['cable', 'boxes', 'devices', 'panel', 'fixing', 'raceway', 'closing up', 'outdoors'];

/** What things cost the user: jobs are costed and ways compared by it. */
@Component({
  selector: 'sa-prices-page',
  imports: [TextField, ChoiceField, LengthField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head"><h2>Your prices</h2></div>
    <section class="panel-body prices">
      <p class="quiet">
        Plain numbers in no currency. Those that you have not typed are round placeholders: edit them, and every job of this house and the
        ways of each are costed by yours.
      </p>
      @for (g of groups(); track g.name) {
        <h3>{{ g.name }}</h3>
        <div class="fields">
          @for (a of g.articles; track a.id) {
            <sa-text-field [label]="a.label" [value]="a.value" [numeric]="true" (set)="setPrice(a.id, $event)" />
          }
        </div>
      }
      <h3>On hand</h3>
      <p class="quiet">Coils that lie there: cut from before anything is bought.</p>
      @for (h of onHand(); track h.id) {
        <div class="fields" data-testid="on-hand">
          <sa-choice-field label="cable" [value]="h.article" [choices]="cables" (set)="alter(h.id, { article: $any($event) })" />
          <sa-length-field label="left on it" [value]="h.length" (set)="$event && alter(h.id, { length: $event })" />
          <sa-text-field label="where, what" [value]="h.note ?? ''" (set)="alter(h.id, { note: $event || undefined })" />
          <button type="button" class="btn-line low" (click)="drop(h.id)">used up</button>
        </div>
      }
      <button type="button" class="btn-line" (click)="addCoil()" data-testid="add-coil">one more coil on hand</button>
      @if (session.house().prices) {
        <button type="button" class="btn-line" (click)="usual()">back to the placeholders</button>
      }
    </section>
  `,
})
export class PricesPage {
  protected readonly session = inject(HouseSession);
  protected readonly groups = computed(() => {
    const { prices } = this.session.house();
    return GROUPS.map((name) => ({
      name,
      articles: ARTICLE_IDS.filter((id) => ARTICLES[id].group === name).map((id) => ({
        id,
        label: `${ARTICLES[id].name}, ${UNIT[ARTICLES[id].unit]}${prices?.[id] === undefined ? ' (placeholder)' : ''}`,
        value: `${priceOf(prices, id)}`,
      })),
    }));
  });
  protected setPrice(id: ArticleId, text: string): void {
    this.session.editHouse('Prices', (h) => ({
      ...h,
      prices: { ...h.prices, [id]: text.trim() === '' ? undefined : Number(text) },
    }));
  }
  protected readonly cables: Choice[] = COIL_ARTICLES.map((value) => ({ value, label: ARTICLES[value].name }));
  protected readonly onHand = computed(() => this.session.house().onHand ?? []);
  private putOnHand(what: string, change: (list: NonNullable<House['onHand']>) => NonNullable<House['onHand']>): void {
    this.session.editHouse(what, (h) => ({ ...h, onHand: change(h.onHand ?? []) }));
  }
  protected addCoil(): void {
    this.putOnHand('A coil on hand', (list) => [...list, { id: nanoid(10), article: 'cable-14', length: assumed(feet(25)) }]);
  }
  protected alter(id: string, part: Partial<NonNullable<House['onHand']>[number]>): void {
    this.putOnHand('On hand', (list) => list.map((h) => (h.id === id ? { ...h, ...part } : h)));
  }
  protected drop(id: string): void {
    this.putOnHand('Used up', (list) => list.filter((h) => h.id !== id));
  }
  protected usual(): void {
    this.session.editHouse('Placeholder prices', (h) => ({ ...h, prices: undefined }));
  }
}
