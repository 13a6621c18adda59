import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { ARTICLE_IDS, ARTICLES, priceOf, type Article, type ArticleId } from '@saddle/core/catalog';
import { TextField } from '../fields/text-field';
import { HouseSession } from '../house/house-session';

const UNIT: Record<Article['unit'], string> = { each: 'each', ft: 'a foot', l: 'a litre' };
const GROUPS: Article['group'][] = ['cable', 'boxes', 'devices', 'panel', 'fixing', 'raceway', 'closing up', 'outdoors'];

/** What things cost the user: jobs are costed and ways compared by it. */
@Component({
  selector: 'sa-prices-page',
  imports: [TextField],
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
  protected usual(): void {
    this.session.editHouse('Placeholder prices', (h) => ({ ...h, prices: undefined }));
  }
}
