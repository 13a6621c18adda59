/** What things are sold in: packets, tubs, coils, lengths; and the cheapest of them that hold what is needed. Counts in the article’s unit. */
import { ARTICLES, COIL_ARTICLES, COILS, priceOf, UK_CABLES, UK_COILS, type ArticleId, type Prices } from '../catalog/index.js';
import type { PriceNote } from '../model/index.js';

export type PriceNotes = Partial<Record<ArticleId, PriceNote | undefined>>;
/** One size that a thing is sold in. */
export interface Sold {
  count: number;
  price: number;
}

/** A sum of money to the cent. */
export const cents = (x: number): number => Math.round(x * 100) / 100;

/** The sizes an article is sold in; empty: singly, or by the foot or litre. */
export function soldOf(article: ArticleId, prices: Prices | undefined, notes: PriceNotes | undefined): Sold[] {
  const note = notes?.[article];
  const each = priceOf(prices, article);
  if (note?.sold) return note.sold;
  if (note?.packet !== undefined && note.packet > 1) return [{ count: note.packet, price: cents(note.packet * each) }];
  if ((COIL_ARTICLES as readonly ArticleId[]).includes(article))
    return COILS.map(({ ft, times }) => ({ count: ft, price: cents(each * times * ft) }));
  if ((UK_CABLES as readonly ArticleId[]).includes(article))
    return UK_COILS.map(({ m, times }) => ({ count: m, price: cents(each * times * m) }));
  return [];
}

export interface Packets {
  buy: { size: Sold; packets: number }[];
  price: number;
  /** beyond what is needed */
  left: number;
}

/** Needs are told apart by this where a size is no whole number: a millilitre of a litre. */
const FINE = 1000;
/** Above so many steps (a ton of screws) the size that is cheapest by the piece has to do. */
const MOST_STEPS = 2_000_000;

/**
 * The cheapest packets that hold `needed`, of those as dear the ones with least left over. Exact, by the least cost of every amount up to
 * it; a packet that holds all of it stands alone.
 */
export function cheapestPackets(needed: number, sizes: readonly Sold[]): Packets {
  if (needed <= 1e-9 || sizes.length === 0) return { buy: [], price: 0, left: 0 };
  const scale = [needed, ...sizes.map((s) => s.count)].every((x) => Number.isInteger(x)) ? 1 : FINE;
  const need = Math.ceil(needed * scale - 1e-6);
  const units = sizes.map((s) => Math.max(1, Math.floor(s.count * scale + 1e-6)));
  const told = (counts: readonly number[]): Packets => {
    const held = counts.reduce((sum, n, i) => sum + n * sizes[i]!.count, 0);
    return {
      buy: sizes.flatMap((size, i) => (counts[i] ? [{ size, packets: counts[i] }] : [])).sort((a, b) => b.size.count - a.size.count),
      price: cents(counts.reduce((sum, n, i) => sum + n * sizes[i]!.price, 0)),
      left: Math.max(0, Math.round((held - needed) * FINE) / FINE),
    };
  };
  const alone = (i: number, n: number): number[] => sizes.map((_, k) => (k === i ? n : 0));
  const better = (a: Packets, b: Packets): Packets =>
    b.price < a.price - 1e-9 || (b.price < a.price + 1e-9 && b.left < a.left - 1e-9) ? b : a;
  // one kind alone is always an answer
  let best = sizes.map((_, i) => told(alone(i, Math.ceil(need / units[i]!)))).reduce(better);
  const small = units.flatMap((u, i) => (u < need ? [i] : []));
  const most = need + Math.max(0, ...small.map((i) => units[i]!)) - 1;
  if (small.length > 1 && most * small.length <= MOST_STEPS) {
    const cost = new Float64Array(most + 1).fill(Infinity);
    const last = new Int16Array(most + 1).fill(-1);
    cost[0] = 0;
    for (let held = 1; held <= most; held++)
      for (const i of small) {
        const before = held - units[i]!;
        // what was enough before needs nothing more
        if (before < 0 || before >= need) continue;
        const price = cost[before]! + sizes[i]!.price;
        if (price < cost[held]! - 1e-12) [cost[held], last[held]] = [price, i];
      }
    for (let held = need; held <= most; held++) {
      if (!Number.isFinite(cost[held]!)) continue;
      const counts = sizes.map(() => 0);
      for (let at = held; at > 0; at -= units[last[at]!]!) counts[last[at]!]!++;
      best = better(best, told(counts));
    }
  }
  return best;
}

/** A number as people write it, with a comma where a point would be too; NaN where it is none. */
export const numberFrom = (text: string): number => Number(text.trim().replace(/^(\d+),(\d+)$/, '$1.$2'));

/**
 * `10` is packets of ten at ten times the price of one; `25 for 30; 250 for 210` are sizes with prices of their own.
 * @returns undefined when it can’t be read
 */
export function soldFrom(text: string): Pick<PriceNote, 'packet' | 'sold'> | undefined {
  const plain = text.trim();
  if (plain === '') return {};
  if (/^\d+$/.test(plain)) return { packet: Number(plain) };
  const sold = plain
    .split(';')
    .map((part) => part.trim())
    .filter(Boolean)
    .map((part): Sold | undefined => {
      const read = /^(\d+(?:[.,]\d+)?)\s*(?:ft|l|pieces)?\s+(?:for|at)\s+(\d+(?:[.,]\d+)?)$/i.exec(part);
      return read ? { count: numberFrom(read[1]!), price: numberFrom(read[2]!) } : undefined;
    });
  return sold.length && sold.every((s) => s !== undefined && s.count > 0) ? { sold: sold as Sold[] } : undefined;
}
/** The same, written so that it is read back alike. */
export const soldText = (note: Pick<PriceNote, 'packet' | 'sold'> | undefined): string =>
  note?.sold ? note.sold.map((s) => `${s.count} for ${s.price}`).join('; ') : `${note?.packet ?? ''}`;

const UNIT_WORDS = { each: '', ft: ' ft', m: ' m', l: ' l' } as const;
/** `2 packets of 10`, `1 × 5 l`. */
export const packetWords = (article: ArticleId, buy: Packets['buy']): string =>
  buy
    .map(({ size, packets }) =>
      ARTICLES[article].unit === 'each'
        ? size.count === 1
          ? `${packets} singly`
          : `${packets} ${packets === 1 ? 'packet' : 'packets'} of ${size.count}`
        : `${packets} × ${size.count}${UNIT_WORDS[ARTICLES[article].unit]}`,
    )
    .join(' + ');
