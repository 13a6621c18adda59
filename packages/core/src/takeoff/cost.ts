/** What the parts of a job cost by the user's prices, in the packets they come in; and the whole of it with work, fees, reserve and tax. */
import { ARTICLES, priceOf, type ArticleId, type Prices } from '../catalog/index.js';
import { term } from '../codebook/index.js';
import type { House, Money, PriceNote, Sum } from '../model/index.js';
import type { MaterialRow } from './materials.js';

export type PriceNotes = Partial<Record<ArticleId, PriceNote | undefined>>;

export interface PartsCost {
  total: number;
  sum: Sum;
  /** rows of which nobody can say how much yet */
  unknown: string[];
  /** how many rows stand on a placeholder */
  placeholders: number;
}

const priced = (rows: readonly MaterialRow[]) =>
  rows.flatMap((r) =>
    r.article !== undefined && r.count !== undefined && r.count > 0 ? [{ ...r, article: r.article, count: r.count }] : [],
  );
const printCount = (count: number): string => (Number.isInteger(count) ? `${count}` : count.toFixed(1));

export function partsCost(rows: readonly MaterialRow[], prices: Prices | undefined): PartsCost {
  const list = priced(rows);
  const terms = list.map((r) => {
    const { unit } = ARTICLES[r.article];
    const each = priceOf(prices, r.article);
    return term(r.what, r.count * each, 'count', {
      how: `${printCount(r.count)}${unit === 'each' ? '' : ` ${unit}`} × ${each}${prices?.[r.article] === undefined ? ', placeholder' : ''}`,
    });
  });
  const total = terms.reduce((s, t) => s + t.value, 0);
  return {
    total,
    sum: { terms, result: term('parts, by your prices', total, 'count') },
    unknown: rows.filter((r) => r.amount.startsWith('can’t tell')).map((r) => r.what),
    placeholders: list.filter((r) => prices?.[r.article] === undefined).length,
  };
}

/** Things of which one more is bought by those who keep spares (handbook 24: what breaks). */
const BREAKS: readonly ArticleId[] = [
  'box-old-work',
  'receptacle-15',
  'receptacle-20',
  'receptacle-protective',
  'switch',
  'connector',
  'clamp',
];
/** One more of each thing in the list that is known to break. */
export function sparesOf(rows: readonly MaterialRow[]): MaterialRow[] {
  const there = new Set(priced(rows).map((r) => r.article));
  return BREAKS.filter((a) => there.has(a)).map((article) => ({
    ...{ what: `spare: ${ARTICLES[article].name}`, amount: '1', why: 'what breaks is there once more (common practice)' },
    ...{ article, count: 1 },
  }));
}

/** What is bought of things that come in packets: several rows of one article share its packets. */
export interface PacketLine {
  article: ArticleId;
  needed: number;
  packet: number;
  packets: number;
  /** what the packets cost beyond what is needed */
  beyond: number;
}
export function packetLines(rows: readonly MaterialRow[], prices: Prices | undefined, notes: PriceNotes | undefined): PacketLine[] {
  const needed = new Map<ArticleId, number>();
  for (const r of priced(rows)) needed.set(r.article, (needed.get(r.article) ?? 0) + r.count);
  return [...needed].flatMap(([article, count]) => {
    const packet = notes?.[article]?.packet;
    if (packet === undefined || packet === 1) return [];
    const packets = Math.ceil(count / packet - 1e-9);
    return [{ article, needed: count, packet, packets, beyond: (packets * packet - count) * priceOf(prices, article) }];
  });
}

/** A price older than this says so (common practice). Days. */
export const OLD_PRICE_DAYS = 365;
/** Days from one day to another, both `2026-11-26`. */
const daysBetween = (from: string, to: string): number => (Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / 86_400_000;
/** Articles among the rows whose price is older than a year, with the day it was noted. */
export function oldPrices(
  rows: readonly MaterialRow[],
  notes: PriceNotes | undefined,
  today: string,
): { article: ArticleId; on: string }[] {
  return [...new Set(priced(rows).map((r) => r.article))].flatMap((article) => {
    const on = notes?.[article]?.on;
    return on !== undefined && daysBetween(on, today) > OLD_PRICE_DAYS ? [{ article, on }] : [];
  });
}

export interface WholeCost {
  total: number;
  sum: Sum;
  /** without tax and reserve, by the kind of it */
  parts: number;
  work: number;
  fees: number;
  reserve: number;
  tax: number;
  /** what it lacks to be one that can be handed over */
  missing: string[];
}

/**
 * Parts in their packets, work at the user's rate, fees, what is put aside, tax on all of it.
 * @param minutes of the work on a middle day
 */
export function wholeCost(rows: readonly MaterialRow[], minutes: number, house: Pick<House, 'prices' | 'priceNotes' | 'money'>): WholeCost {
  const { prices, priceNotes, money } = house;
  const base: Partial<Money> = money ?? {};
  const all = base.spares ? [...rows, ...sparesOf(rows)] : rows;
  const cost = partsCost(all, prices);
  const beyond = packetLines(all, prices, priceNotes).reduce((s, p) => s + p.beyond, 0);
  const parts = cost.total + beyond;
  const hours = minutes / 60;
  const work = hours * (base.hour ?? 0);
  const fees = (base.fees ?? []).reduce((s, f) => s + f.amount, 0);
  const reserve = ((parts + work) * (base.reservePercent ?? 0)) / 100;
  const tax = ((parts + work + fees + reserve) * (base.taxPercent ?? 0)) / 100;
  const total = parts + work + fees + reserve + tax;
  const terms = [
    term('parts, by your prices', cost.total, 'count', { how: `${all.length} rows${cost.placeholders ? `, ${cost.placeholders} on placeholders` : ''}` }),
    ...(beyond > 0 ? [term('what packets hold beyond it', beyond, 'count')] : []),
    ...(base.hour === undefined ? [] : [term('work', work, 'count', { how: `${hours.toFixed(1)} h × ${base.hour}` })]),
    ...(base.fees ?? []).map((f) => term(f.what, f.amount, 'count')),
    ...(reserve > 0 ? [term('put aside', reserve, 'count', { how: `${base.reservePercent} % of parts and work` })] : []),
    ...(tax > 0 ? [term('tax', tax, 'count', { how: `${base.taxPercent} % of all above` })] : []),
  ]; // prettier-ignore
  return {
    ...{ total, parts, work, fees, reserve, tax },
    sum: { terms, result: term('together', total, 'count') },
    missing: [
      ...(cost.unknown.length ? [`how much is not known of ${cost.unknown.join(', ')}`] : []),
      ...(cost.placeholders ? [`${cost.placeholders} rows stand on placeholder prices`] : []),
      ...(base.hour === undefined ? ['what an hour of work costs was not said'] : []),
      ...(base.currency === undefined ? ['no currency was said'] : []),
    ],
  };
}

/** `1 234.50 €`; without a currency the number alone. */
export const printMoney = (amount: number, money: Pick<Money, 'currency'> | undefined): string =>
  `${amount.toFixed(2)}${money?.currency ? ` ${money.currency}` : ''}`;
