/** What the parts of a job cost by the user's prices; placeholders say so. */
import { ARTICLES, priceOf, type Prices } from '../catalog/index.js';
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

export function partsCost(rows: readonly MaterialRow[], prices: Prices | undefined): PartsCost {
  const priced = rows.flatMap((r) =>
    r.article !== undefined && r.count !== undefined && r.count > 0 ? [{ ...r, article: r.article, count: r.count }] : [],
  );
  const terms = priced.map((r) => {
    const { unit } = ARTICLES[r.article];
    const each = priceOf(prices, r.article);
    const count = Number.isInteger(r.count) ? `${r.count}` : r.count.toFixed(1);
    return term(r.what, r.count * each, 'count', {
      how: `${count}${unit === 'each' ? '' : ` ${unit}`} × ${each}${prices?.[r.article] === undefined ? ', placeholder' : ''}`,
    });
  });
  const total = terms.reduce((s, t) => s + t.value, 0);
  return {
    total,
    sum: { terms, result: term('parts, by your prices', total, 'count') },
    unknown: rows.filter((r) => r.amount.startsWith('can’t tell')).map((r) => r.what),
    placeholders: priced.filter((r) => prices?.[r.article] === undefined).length,
  };
}
