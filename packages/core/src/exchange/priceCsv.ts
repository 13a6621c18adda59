/** The price book as a table (RFC 4180), out and in. Reading reports row by row and changes nothing by itself. */
import { ARTICLE_IDS, articleIdsOf, ARTICLES, priceOf, type ArticleId } from '../catalog/index.js';
import { checkShape, isUk, LocalDay, PriceNote, type House, withArticle } from '../model/index.js';
import { numberFrom, soldFrom, soldText } from '../takeoff/index.js';
import { columnsMissing, csvTable, csvText, plainCell } from './csv.js';
import type { CsvRow } from './panelCsv.js';

export const PRICE_COLUMNS = ['article', 'what', 'unit', 'price', 'packet', 'where', 'priced on'] as const;
type Column = (typeof PRICE_COLUMNS)[number];
/** There are some fifty articles; more rows are another kind of file. */
const MOST_ROWS = 500;

/** Every article, a row each; a placeholder’s price stays empty. */
export function priceCsv(house: Pick<House, 'prices' | 'priceNotes' | 'edition'>): string {
  const rows = articleIdsOf(isUk(house)).map((id): Record<Column, string> => {
    const note = house.priceNotes?.[id];
    return {
      ...{ article: id, what: ARTICLES[id].name, unit: ARTICLES[id].unit },
      price: house.prices?.[id] === undefined ? '' : `${priceOf(house.prices, id)}`,
      packet: soldText(note),
      where: note?.where ?? '',
      'priced on': note?.on ?? '',
    };
  });
  return csvText(
    PRICE_COLUMNS,
    rows.map((row) => PRICE_COLUMNS.map((c) => row[c])),
  );
}

export interface PriceReport {
  rows: CsvRow[];
  /** why the file as a whole can't be read */
  error?: string;
  /** the prices with what was taken; those given, when nothing was */
  prices: House['prices'];
  priceNotes: House['priceNotes'];
}

export { numberFrom as priceFrom } from '../takeoff/index.js';

type Read = { ok: true; id: ArticleId; price: number | undefined; note: PriceNote } | { ok: false; says: string };
function readRow(cells: Partial<Record<Column, string>>): Read {
  const no = (says: string): Read => ({ ok: false, says });
  const cell = (column: Column): string => plainCell(cells[column]);
  const id = cell('article') as ArticleId;
  if (!ARTICLE_IDS.includes(id)) return no(`article: “${cell('article').slice(0, 40)}” is none of the book; ${ARTICLE_IDS[0]} would be one`);
  const price = cell('price') === '' ? undefined : numberFrom(cell('price'));
  if (price !== undefined && !(price >= 0 && price <= 1e6)) return no(`price: “${cell('price').slice(0, 40)}”; a number from 0 to a million would do, or nothing`);
  const day = cell('priced on');
  if (day && !LocalDay.safeParse(day).success) return no(`priced on: “${day.slice(0, 40)}”; a day as 2026-11-26 would do`);
  const sold = soldFrom(cell('packet'));
  if (!sold) return no(`packet: “${cell('packet').slice(0, 40)}”; 10, or 25 for 30; 250 for 210 would do`);
  const note = checkShape(PriceNote, {
    ...sold,
    ...(cell('where') ? { where: cell('where') } : {}),
    ...(day ? { on: day } : {}),
  });
  if (!note.ok) {
    const column = /^.(where|on)/.exec(note.errors[0]!.path)?.[1] === 'where' ? 'where' : 'packet';
    return no(`${column}: “${cell(column).slice(0, 40)}”; ${note.errors[0]!.message}`);
  }
  return { ok: true, id, price, note: note.value };
} // prettier-ignore

/** Reads a price book and says of each row what would become of it; a row that can’t be read leaves the others. */
export function pricesFromCsv(text: string, house: Pick<House, 'prices' | 'priceNotes'>): PriceReport {
  const refuse = (error: string): PriceReport => ({ rows: [], error, prices: house.prices, priceNotes: house.priceNotes });
  // a file of another kind is not read to its end
  const { columns: came, rows: table } = csvTable(text, (column) => column.toLowerCase(), MOST_ROWS);
  const missing = columnsMissing(came, ['article', 'price'], PRICE_COLUMNS);
  if (missing) return refuse(missing);
  if (table.length > MOST_ROWS)
    return refuse(`More than ${MOST_ROWS} rows came; the book has ${ARTICLE_IDS.length} articles, so ${MOST_ROWS} rows at most would do.`);
  let { prices, priceNotes } = house;
  const seen = new Map<ArticleId, number>();
  const rows = table.map(({ line, cells }): CsvRow => {
    const read = readRow(cells);
    if (!read.ok) return { line, outcome: 'refused', says: read.says };
    const { id, price, note } = read;
    const before = seen.get(id);
    if (before !== undefined) return { line, outcome: 'refused', says: `article: ${id} stands in line ${before} already` };
    seen.set(id, line);
    const same = prices?.[id] === price && JSON.stringify(priceNotes?.[id] ?? {}) === JSON.stringify(note);
    const says = `${ARTICLES[id].name}: ${price === undefined ? 'placeholder' : price}`;
    if (same) return { line, outcome: 'same', says };
    const fresh = prices?.[id] === undefined && price !== undefined;
    prices = withArticle(prices, id, price);
    priceNotes = withArticle(priceNotes, id, Object.keys(note).length ? note : undefined);
    return { line, outcome: fresh ? 'new' : 'changes', says };
  });
  const strange = came.filter((c) => c && !(PRICE_COLUMNS as readonly string[]).includes(c));
  if (strange.length && rows.length) rows.push({ line: 1, outcome: 'refused', says: `column ${strange.join(', ')}: not known, left out` });
  return { rows, prices, priceNotes };
}
