/** Tables as text (RFC 4180), out and in: cells that a spreadsheet would reckon with stay text. */
import { csvFormatRow, dsvFormat } from 'd3-dsv';

/** What a spreadsheet would take for a formula, also behind the marks that keep it from doing so. */
const FORMULA = /^'*[=+\-@\t\r]/;
/** A cell as it was meant, without the mark that kept it from being reckoned. */
export const plainCell = (cell: string | undefined): string => (cell ?? '').replace(/^'(?='*[=+\-@\t\r])/, '').trim();

const written = (cell: string | number | undefined): string => {
  const text = String(cell ?? '');
  return FORMULA.test(text) ? `'${text}` : text;
};
/** A head and its rows as text, ended as RFC 4180 ends lines. */
export const csvText = (columns: readonly string[], rows: readonly (readonly (string | number | undefined)[])[]): string =>
  [columns, ...rows].map((row) => `${csvFormatRow(row.map(written))}\r\n`).join('');

export interface CsvTable {
  columns: string[];
  /** rows that say anything, each with the line of the file that it begins on, the head being line 1 */
  rows: { line: number; cells: Record<string, string> }[];
}
/** Why a table can’t be read at all: columns that must be there, by name; undefined where all are. */
export function columnsMissing(came: readonly string[], must: readonly string[], all: readonly string[]): string | undefined {
  const missing = must.filter((c) => !came.includes(c));
  if (!missing.length) return undefined;
  const words = missing.length > 1 ? `columns ${missing.join(' and ')} are` : `column ${missing[0]!} is`;
  return `The ${words} missing. Came: ${came.join(', ').slice(0, 200) || 'nothing'}. Columns: ${all.join(', ')}.`;
}

/** A spreadsheet writes the mark of its own language between cells. */
const MARKS = [',', ';', '\t'];

/**
 * Reads a table by the names of its columns.
 * @param name how a column is called here, by what came
 * @param most rows that are read; one more is kept so that it can be told there were
 */
export function csvTable(text: string, name: (column: string) => string, most: number): CsvTable {
  const whole = text.replace(/^\uFEFF/, '');
  const head = /^[^\r\n]*/.exec(whole)![0];
  const [mark] = [...MARKS].sort((a, b) => head.split(b).length - head.split(a).length);
  const [first = [], ...others] = dsvFormat(mark!).parseRows(whole);
  const columns = first.map((c) => name(c.trim()));
  const lines = (row: readonly string[]): number => 1 + row.reduce((s, cell) => s + (cell.match(/\r\n|\r|\n/g)?.length ?? 0), 0);
  let line = lines(first);
  const rows: CsvTable['rows'] = [];
  for (const row of others) {
    line += 1;
    const begins = line;
    line += lines(row) - 1;
    if (row.every((cell) => plainCell(cell) === '')) continue;
    rows.push({ line: begins, cells: Object.fromEntries(columns.map((c, i) => [c, row[i] ?? ''])) });
    if (rows.length > most) break;
  }
  return { columns, rows };
}
