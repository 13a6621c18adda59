import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { articleIdsOf, ARTICLES, priceOf, type Article, type ArticleId } from '@saddle/core/catalog';
import { priceCsv, priceFrom, pricesFromCsv, type PriceReport } from '@saddle/core/exchange';
import { feet } from '@saddle/core/measure';
import { assumed, isUk, type Money, putPrice, notePrice, putMoney, changeOne, withoutOne } from '@saddle/core/model';
import { LEAST_REST_FT, REST_PERCENT, soldFrom, soldOf, soldText } from '@saddle/core/takeoff';
import { nanoid } from 'nanoid';
import { CsvReportView } from '../exchange/csv-report';
import { CellField } from '../fields/cell-field';
import { LengthField } from '../fields/length-field';
import { TextField } from '../fields/text-field';
import { HouseSession } from '../house/house-session';
import { today } from '../words/own-clock';

const UNIT: Record<Article['unit'], string> = { each: 'each', ft: 'a foot', m: 'a metre', l: 'a litre' };
const GROUPS: Article['group'][] = ['cable', 'boxes', 'devices', 'panel', 'fixing', 'raceway', 'closing up', 'outdoors'];
const BARE: Money = { fees: [], spares: false };
/** Numbers of the money form by what they are called. */
const NUMBERS = [
  { key: 'hour', label: 'an hour of work' },
  { key: 'reservePercent', label: 'put aside, %' },
  { key: 'taxPercent', label: 'tax, %' },
  { key: 'restPercent', label: 'a kept rest counts, %' },
] as const;

/** What stands in where nobody says what an article is sold in. */
const usualSizes = (id: ArticleId): string => {
  const sizes = soldOf(id, undefined, undefined);
  return sizes.length ? `coils of ${sizes.map((s) => s.count).join(', ')} ft` : 'singly';
};

/** What things cost the user: jobs are costed and ways compared by it. */
@Component({
  selector: 'sa-prices-page',
  imports: [CellField, TextField, CsvReportView, LengthField, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './prices-page.html',
  styleUrl: './prices-page.css',
})
export class PricesPage {
  protected readonly session = inject(HouseSession);
  protected readonly numbers = NUMBERS;
  protected readonly restPercent = REST_PERCENT;
  protected readonly restLeast = assumed(feet(LEAST_REST_FT));
  protected readonly errors = signal<Record<string, string>>({});
  protected readonly csv = signal<PriceReport | undefined>(undefined);
  protected readonly money = computed((): Money => this.session.house().money ?? BARE);
  protected readonly groups = computed(() => {
    const { prices, priceNotes } = this.session.house();
    return GROUPS.map((name) => ({
      name,
      articles: articleIdsOf(isUk(this.session.house()))
        .filter((id) => ARTICLES[id].group === name)
        .map((id) => ({
          id,
          what: ARTICLES[id].name,
          unit: UNIT[ARTICLES[id].unit],
          label: `${ARTICLES[id].name}, ${UNIT[ARTICLES[id].unit]}${prices?.[id] === undefined ? ' (placeholder)' : ''}`,
          own: prices?.[id] !== undefined,
          value: `${priceOf(prices, id)}`,
          packet: soldText(priceNotes?.[id]),
          usual: usualSizes(id),
          where: priceNotes?.[id]?.where ?? '',
          on: priceNotes?.[id]?.on ?? '',
        })),
    }));
  });
  private say(field: string, text: string): void {
    this.errors.update((e) => ({ ...e, [field]: text }));
  }
  protected setPrice(id: ArticleId, text: string): void {
    const price = text.trim() === '' ? undefined : priceFrom(text);
    const bad = price !== undefined && Number.isNaN(price);
    this.say(id, bad ? `“${text}” is no number` : '');
    if (bad) return;
    this.session.editHouse('Prices', (h) => putPrice(h, id, price, today()));
  }
  protected setSold(id: ArticleId, text: string): void {
    const sold = soldFrom(text);
    const ok =
      sold !== undefined &&
      this.session.editHouse('What it is sold in', (h) =>
        notePrice(h, id, { packet: undefined, sold: undefined, ...sold, ...(sold.sold ? { on: today() } : {}) }),
      );
    this.say(`${id}-sold`, ok ? '' : `“${text}”: a whole number of pieces to 10 000, or sizes as 25 for 30; 250 for 210, would do`);
  }
  protected setRestLeast(length: Money['restLeast']): void {
    this.putMoney('Rests that are kept', { restLeast: length });
  }
  protected setWhere(id: ArticleId, text: string): void {
    this.session.editHouse('Where it is bought', (h) => notePrice(h, id, { where: text.trim() || undefined }));
  }
  protected setOn(id: ArticleId, text: string): void {
    this.session.editHouse('Since when a price is so', (h) => notePrice(h, id, { on: text || undefined }));
  }
  private putMoney(title: string, part: { [K in keyof Money]?: Money[K] | undefined }): boolean {
    return this.session.editHouse(title, (h) => putMoney(h, part));
  }
  protected setCurrency(text: string): void {
    this.putMoney('Currency', { currency: text.trim() || undefined });
  }
  protected setNumber(key: (typeof NUMBERS)[number]['key'], text: string): void {
    const value = text.trim() === '' ? undefined : priceFrom(text);
    const ok = !Number.isNaN(value) && this.putMoney('What goes with prices', { [key]: value });
    this.say(
      key,
      ok
        ? ''
        : `“${text}”: ${key === 'hour' ? 'a number from 0 to a million' : key === 'restPercent' ? 'a number from 0 to 90' : 'a number from 0 to 100'} would do`,
    );
  }
  protected setSpares(on: boolean): void {
    this.putMoney('Spares', { spares: on });
  }
  protected addFee(): void {
    this.putMoney('A fee', { fees: [...this.money().fees, { id: nanoid(8), what: 'permit', amount: 0 }] });
  }
  protected setAmount(id: string, text: string): void {
    const amount = priceFrom(text);
    this.say(id, Number.isNaN(amount) ? `“${text}” is no number` : '');
    if (!Number.isNaN(amount)) this.setFee(id, { amount });
  }
  protected setFee(id: string, part: { what?: string; amount?: number }): void {
    this.putMoney('A fee', { fees: changeOne(this.money().fees, id, part) });
  }
  protected dropFee(id: string): void {
    this.putMoney('Fee taken out', { fees: withoutOne(this.money().fees, id) });
  }

  protected csvOut(): string {
    return `data:text/csv;charset=utf-8,${encodeURIComponent(priceCsv(this.session.house()))}`;
  }
  protected async readCsv(event: Event): Promise<void> {
    const picked = event.target as HTMLInputElement;
    const file = picked.files?.[0];
    this.csv.set(undefined);
    if (!file) return;
    const house = this.session.house();
    if (file.size > 4 * 1024 * 1024)
      this.csv.set({
        rows: [],
        error: `${file.name} is over 4 MB: no price book is that large.`,
        prices: house.prices,
        priceNotes: house.priceNotes,
      });
    else this.csv.set(pricesFromCsv(await file.text(), house));
    picked.value = '';
  }
  protected takeCsv(): void {
    const report = this.csv();
    if (!report) return;
    const { prices, priceNotes } = report;
    if (this.session.editHouse('Prices from a table', (h) => ({ ...h, prices, priceNotes }))) this.csv.set(undefined);
  }

  protected usual(): void {
    this.session.editHouse('Placeholder prices', (h) => ({ ...h, prices: undefined }));
  }
}
