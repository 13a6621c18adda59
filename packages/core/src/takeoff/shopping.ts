/**
 * The shopping list of one or more jobs: what the take-off needs, less what is on hand, in the coils, lengths and packets it is sold in, and
 * what is paid for it.
 */
import { ARTICLES, priceOf, type ArticleId } from '../catalog/index.js';
import { term } from '../codebook/index.js';
import { toFeet, printLength } from '../measure/index.js';
import type { CountsOnHand, House, JobInHouse, Sum } from '../model/index.js';
import { cutPlans, cutWords, isCut, isRaceway, type CutPlan } from './coils.js';
import { materialsOf, materialsOfAll, type MaterialRow } from './materials.js';
import { cheapestPackets, packetWords, soldOf } from './packets.js';
import { sparesOf } from './parts.js';

export type Shop = Pick<House, 'prices' | 'priceNotes' | 'money' | 'onHand' | 'counts' | 'unit' | 'history'>;

export interface ShoppingLine {
  /** what is ticked off: altered when what is bought alters */
  key: string;
  what: string;
  /** `3`, `2 pieces, 41 ft` */
  needed: string;
  /** what comes from what is there; empty: nothing */
  fromHand: string;
  /** what is put into the trolley; empty: nothing */
  buy: string;
  /** why nothing is, or how much can’t be said */
  instead: string;
  /** absent: nothing of the price book, or nobody can say how much */
  price: number | undefined;
  sum: Sum | undefined;
  why: string;
  /** where it is bought, as free text of the price book */
  where: string;
  article: ArticleId | undefined;
  placeholder: boolean;
  /** what is cut from which, longest first */
  cuts: string[];
  /** why it can’t be bought as it is planned */
  problem: string | undefined;
  /** runs whose length nobody can say yet */
  unknown: string[];
  /** how much is needed can’t be told yet */
  untold: boolean;
  /** counted things: what of those on hand it takes, and what is left of packets */
  taken: number;
  left: number;
}
export interface Shopping {
  lines: ShoppingLine[];
  /** what is paid at the shelf */
  total: number;
  /** what rests of coils and lengths count that are worth keeping */
  restsWorth: number;
  /** rows of which nobody can say how much yet */
  unknown: string[];
  /** lines that stand on a placeholder price */
  placeholders: number;
}

const printCount = (count: number): string => (Number.isInteger(count) ? `${count}` : `${Math.round(count * 100) / 100}`);
const UNIT = { each: '', ft: ' ft', m: ' m', l: ' l' } as const;

/** A row that is counted, in packets, after what is on hand. `there` is what is left of each article for the rows to come. */
function countedLine(row: MaterialRow, shop: Shop, there: Map<ArticleId, number>): ShoppingLine {
  const base = {
    what: row.what,
    needed: row.amount,
    why: row.why,
    cuts: [],
    unknown: [],
    problem: undefined,
    untold: row.untold !== undefined,
  };
  const { article, count } = row;
  if (article === undefined || count === undefined)
    return { ...base, key: keyOf(row.what, row.amount), fromHand: '', buy: '', instead: row.untold ? row.amount : 'nothing', price: undefined, sum: undefined, where: '', article, placeholder: false, taken: 0, left: 0 }; // prettier-ignore
  const unit = UNIT[ARTICLES[article].unit];
  const taken = Math.min(count, there.get(article) ?? 0);
  there.set(article, (there.get(article) ?? 0) - taken);
  const needed = count - taken;
  const sizes = soldOf(article, shop.prices, shop.priceNotes);
  const each = priceOf(shop.prices, article);
  const packets = sizes.length ? cheapestPackets(needed, sizes) : undefined;
  const placeholder = shop.prices?.[article] === undefined && shop.priceNotes?.[article]?.sold === undefined;
  const price = packets ? packets.price : needed * each;
  const buy = needed <= 1e-9 ? '' : packets ? packetWords(article, packets.buy) : taken > 0 ? `${printCount(needed)}${unit}` : row.amount;
  const terms = packets
    ? packets.buy.map((b) => term(packetWords(article, [b]), b.packets * b.size.price, 'count', { how: `${b.packets} × ${b.size.price}` }))
    : [term(row.what, price, 'count', { how: `${printCount(needed)}${unit} × ${each}${placeholder ? ', placeholder' : ''}` })];
  return {
    ...base,
    ...{ key: keyOf(row.what, buy), buy, instead: buy ? '' : 'nothing', price, article, placeholder, taken, left: packets?.left ?? 0 },
    fromHand: taken > 0 ? `${printCount(taken)}${unit}${shop.counts?.[article]?.reckoned ? ', reckoned: count them first' : ''}` : '',
    where: shop.priceNotes?.[article]?.where ?? '',
    sum: {
      terms,
      formula: `${printCount(count)}${unit} needed${taken > 0 ? `, ${printCount(taken)} on hand` : ''}`,
      result: term(row.what, price, 'count'),
    },
  };
}
const keyOf = (what: string, buy: string): string => `${what}, ${buy}`.slice(0, 240);

/** Cable or raceway of one kind. */
function cutLine(plan: CutPlan, shop: Shop): ShoppingLine {
  const words = cutWords(plan, shop.unit);
  const mm = plan.pieces.reduce((s, p) => s + (p.cutMm ?? p.mm), 0);
  const over = plan.pieces.reduce((s, p) => s + p.mm, 0);
  const inFeet = (x: number): string => `${Math.round(toFeet(x) * 10) / 10} ft`;
  const raceway = isRaceway(plan.article);
  const what = raceway ? plan.kind : `${plan.kind} nonmetallic-sheathed cable with ground`;
  const placeholder = shop.prices?.[plan.article] === undefined && shop.priceNotes?.[plan.article]?.sold === undefined;
  // of runs that nobody can tell nothing is bought, and nothing is priced
  const purchase = plan.result.ok && plan.pieces.length ? plan.result.purchase : undefined;
  const nothing = purchase?.buy.length === 0;
  const hand = purchase?.cuts.filter((c) => c.onHand).map((c) => c.name) ?? [];
  return {
    ...{
      what,
      article: plan.article,
      placeholder,
      cuts: words.cuts,
      problem: words.problem,
      unknown: plan.unknown,
      untold: plan.pieces.length === 0,
      taken: 0,
      left: 0,
    },
    key: keyOf(what, words.buy),
    needed: plan.pieces.length
      ? `${plan.pieces.length} ${plan.pieces.length === 1 ? 'piece' : 'pieces'}, ${printLength(Math.ceil(mm / 25.4) * 25.4, shop.unit, { style: 'feet' })}`
      : 'can’t tell yet',
    fromHand: hand.join(', '),
    buy: !purchase || nothing ? '' : words.buy,
    instead: !plan.pieces.length ? 'can’t tell yet' : !nothing ? '' : plan.unknown.length ? 'nothing for what is known' : 'nothing',
    price: purchase?.price,
    why: raceway ? 'cut to length, longest first' : 'each run in one piece, 15 % over (common practice)',
    where: shop.priceNotes?.[plan.article]?.where ?? '',
    sum: purchase && {
      terms: purchase.buy.map((b) =>
        term(b.kind.name, b.count * b.kind.price, 'count', { how: `${b.count} × ${b.kind.price}${placeholder ? ', placeholder' : ''}` }),
      ),
      formula: `${inFeet(mm)} as cut${over > mm ? `, ${inFeet(over)} with 15 % over` : ''}${purchase.restsWorth > 0 ? `; rests worth keeping count ${purchase.restsWorth.toFixed(2)}` : ''}`,
      result: term(what, purchase.price, 'count'),
    },
  };
}

/** Everything to buy for one or several jobs; with spares where the user keeps them. */
export function shoppingOf(jobs: readonly JobInHouse[], now: Shop): Shopping {
  const shop = asItLay(jobs, now);
  return shoppingList(materialsOfAll(jobs), cutPlans(jobs, shop), shop);
}
/** A job that is part of the house found on hand what lay there before it was closed, not what it left itself. */
export function asItLay([only, ...more]: readonly Pick<JobInHouse, 'closed'>[], now: Shop): Shop {
  const closing = more.length === 0 && only?.closed ? now.history?.find((c) => c.id === only.closed!.closing) : undefined;
  return closing ? { ...now, onHand: closing.onHand?.was ?? [], counts: closing.counts?.was ?? {} } : now;
}

/** The list of these rows; those that are cut to length stand as what `plans` buys for them. */
export function shoppingList(plain: readonly MaterialRow[], plans: readonly CutPlan[], shop: Shop): Shopping {
  const rows = shop.money?.spares ? [...plain, ...sparesOf(plain)] : plain;
  const there = new Map(Object.entries(shop.counts ?? {}).map(([id, c]) => [id as ArticleId, c?.count ?? 0]));
  const lines = [
    ...plans.map((plan) => cutLine(plan, shop)),
    // cable whose length can’t be told stands among the unknown runs of its kind
    ...rows.filter((r) => !isCut(r.article) && !plans.some((p) => p.unknown.length && r.untold?.kind === p.kind)).map((r) => countedLine(r, shop, there)),
  ]; // prettier-ignore
  return {
    lines,
    total: lines.reduce((s, l) => s + (l.price ?? 0), 0),
    restsWorth: plans.reduce((s, p) => s + (p.result.ok ? p.result.purchase.restsWorth : 0), 0),
    unknown: lines.filter((l) => l.problem !== undefined || l.unknown.length > 0 || l.untold).map((l) => l.what),
    placeholders: lines.filter((l) => l.placeholder && l.buy !== '').length,
  };
}

/**
 * What is there by the piece once a job has used its parts as its plan says: what it took is off, what packets left is booked in. Only
 * what somebody counts at all, or what was bought in packets.
 */
export const countsAfter = (job: JobInHouse, shop: Shop): CountsOnHand => countsAfterRows(materialsOf(job), shop);
/** The same of rows that are known. */
export function countsAfterRows(all: readonly MaterialRow[], shop: Shop): CountsOnHand {
  const after: CountsOnHand = { ...shop.counts };
  const rows = all.filter((r) => !isCut(r.article));
  const there = new Map(Object.entries(shop.counts ?? {}).map(([id, c]) => [id as ArticleId, c?.count ?? 0]));
  for (const row of rows) {
    const { article, taken, left } = countedLine(row, shop, there);
    if (article === undefined || (taken === 0 && left <= 1e-9)) continue;
    const known = after[article];
    after[article] = { ...known, count: Math.round(((known?.count ?? 0) - taken + left) * 1000) / 1000, reckoned: true };
  }
  return Object.fromEntries(Object.entries(after).filter(([, c]) => c && c.count > 0));
}
