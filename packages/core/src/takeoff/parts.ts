/** What the rows of a take-off come to by the price of each, and spares of what breaks. */
import { ARTICLES, priceOf, type ArticleId, type Prices } from '../catalog/index.js';
import { term } from '../codebook/index.js';
import type { Sum } from '../model/index.js';
import type { MaterialRow } from './materials.js';

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
    unknown: rows.filter((r) => r.untold).map((r) => r.what),
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
