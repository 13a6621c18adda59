/** What the parts of a job cost by the user's prices, in the packets they come in; and the whole of it with work, fees, reserve and tax. */
import type { ArticleId } from '../catalog/index.js';
import { term } from '../codebook/index.js';
import type { Job, Money, Sum } from '../model/index.js';
import type { PriceNotes } from './packets.js';
import type { Shopping } from './shopping.js';

/** A price older than this says so (common practice). Days. */
export const OLD_PRICE_DAYS = 365;
/** Days from one day to another, both `2026-11-26`. */
const daysBetween = (from: string, to: string): number => (Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / 86_400_000;
/** Articles among the rows whose price is older than a year, with the day it was noted. */
export function oldPrices(
  rows: readonly { article?: ArticleId | undefined }[],
  notes: PriceNotes | undefined,
  today: string,
): { article: ArticleId; on: string }[] {
  return [...new Set(rows.flatMap((r) => r.article ?? []))].flatMap((article) => {
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
 * What is paid for parts, work at the user's rate, fees, what is put aside, tax on all of it.
 * @param minutes of the work on a middle day
 */
export function wholeCost(
  shopping: Pick<Shopping, 'total' | 'lines' | 'unknown' | 'placeholders'>,
  minutes: number,
  money: Money | undefined,
): WholeCost {
  const base: Partial<Money> = money ?? {};
  const parts = shopping.total;
  const hours = minutes / 60;
  const work = hours * (base.hour ?? 0);
  const fees = (base.fees ?? []).reduce((s, f) => s + f.amount, 0);
  const reserve = ((parts + work) * (base.reservePercent ?? 0)) / 100;
  const tax = ((parts + work + fees + reserve) * (base.taxPercent ?? 0)) / 100;
  const total = parts + work + fees + reserve + tax;
  const bought = shopping.lines.filter((l) => l.buy !== '').length;
  const terms = [
    term('parts, as they are sold', parts, 'count', { how: `${bought} lines${shopping.placeholders ? `, ${shopping.placeholders} on placeholders` : ''}` }),
    ...(base.hour === undefined ? [] : [term('work', work, 'count', { how: `${hours.toFixed(1)} h × ${base.hour}` })]),
    ...(base.fees ?? []).map((f) => term(f.what, f.amount, 'count')),
    ...(reserve > 0 ? [term('put aside', reserve, 'count', { how: `${base.reservePercent} % of parts and work` })] : []),
    ...(tax > 0 ? [term('tax', tax, 'count', { how: `${base.taxPercent} % of all above` })] : []),
  ]; // prettier-ignore
  return {
    ...{ total, parts, work, fees, reserve, tax },
    sum: { terms, result: term('together', total, 'count') },
    missing: [
      ...(shopping.unknown.length ? [`how much is not known of ${shopping.unknown.join(', ')}`] : []),
      ...(shopping.placeholders ? [`${shopping.placeholders} lines stand on placeholder prices`] : []),
      ...(base.hour === undefined ? ['what an hour of work costs was not said'] : []),
      ...(base.currency === undefined ? ['no currency was said'] : []),
    ],
  };
}

export interface AgainstActual {
  what: string;
  planned: number | undefined;
  actual: number | undefined;
  /** actual less planned; undefined where one of them is */
  off: number | undefined;
}
/**
 * What was planned beside what it came to: parts, hours, work at the rate, fees. A thing that nobody noted has no actual figure.
 * @param noted minutes that the steps say they took, and how many of the steps said so
 */
export function againstActual(
  planned: WholeCost,
  minutes: number,
  job: Pick<Job, 'actual'>,
  noted: { minutes: number; steps: number },
  money: Money | undefined,
): AgainstActual[] {
  const paid = job.actual?.paid ?? [];
  const of = (kind: (typeof paid)[number]['kind']): number | undefined => {
    // nothing was typed where the amount is 0 still
    const list = paid.filter((p) => p.kind === kind && p.amount > 0);
    return list.length ? list.reduce((s, p) => s + p.amount, 0) : undefined;
  };
  const more = job.actual?.minutes;
  const spentMinutes = noted.steps === 0 && more === undefined ? undefined : noted.minutes + (more ?? 0);
  const [parts, fees, help] = [of('parts'), of('fees'), of('help')];
  const work = money?.hour === undefined || spentMinutes === undefined ? undefined : (spentMinutes / 60) * money.hour;
  // a whole of which a part is missing would pass for less than it was
  const whole = parts === undefined || (fees === undefined && planned.fees > 0) || (money?.hour !== undefined && work === undefined);
  const together = whole ? undefined : parts + (fees ?? 0) + (help ?? 0) + (work ?? 0);
  const rows: Omit<AgainstActual, 'off'>[] = [
    { what: 'parts', planned: planned.parts, actual: parts },
    { what: 'fees', planned: planned.fees, actual: fees },
    ...(help === undefined ? [] : [{ what: 'help that was paid', planned: undefined, actual: help }]),
    { what: 'hours', planned: minutes / 60, actual: spentMinutes === undefined ? undefined : spentMinutes / 60 },
    ...(money?.hour === undefined ? [] : [{ what: 'work at your rate', planned: planned.work, actual: work }]),
    { what: 'together', planned: planned.total, actual: together },
  ];
  return rows.map((r) => ({ ...r, off: r.actual === undefined || r.planned === undefined ? undefined : r.actual - r.planned }));
}

/** `1 234.50 €`; without a currency the number alone. */
export const printMoney = (amount: number, money: Pick<Money, 'currency'> | undefined): string =>
  `${amount.toFixed(2)}${money?.currency ? ` ${money.currency}` : ''}`;
