/**
 * Tables as text: what RFC 4180 says of commas, quotes and breaks of line (its section 2), marks that spreadsheets of other languages put
 * between cells, and cells that would be reckoned.
 */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { csvTable, csvText, plainCell } from './csv.js';

const asItIs = (column: string): string => column;
const read = (text: string, most = 100) => csvTable(text, asItIs, most);
const lines = (text: string, most?: number) => read(text, most).rows.map((r) => r.line);

describe('written', () => {
  it('each line ends in CR LF; what holds a comma, a quote or a break is quoted, its quotes doubled (2.1, 2.5 to 2.7)', () => {
    expect(csvText(['a', 'b'], [['plain', 'one, two'], ['5" box', 'two\nlines'], [undefined, 7]])).toBe(
      'a,b\r\nplain,"one, two"\r\n"5"" box","two\nlines"\r\n,7\r\n',
    ); // prettier-ignore
  });
  it('a cell that a spreadsheet would reckon gets a mark, and loses it again', () => {
    for (const cell of ['=1+1', '+5', '-3', '@sum', "'=1"]) {
      const [, row] = csvText(['c'], [[cell]]).split('\r\n');
      expect(row, cell).toBe(`'${cell}`);
      expect(plainCell(row)).toBe(cell);
    }
    expect(csvText(['c'], [['a-1'], ["it's"]])).toBe("c\r\na-1\r\nit's\r\n");
    expect([plainCell("'tis"), plainCell(' 12 '), plainCell(undefined)]).toEqual(["'tis", '12', '']);
  });
});

describe('read', () => {
  it('by the names of its columns, however they are called there; cells that are missing are empty, more than its columns left out', () => {
    const { columns, rows } = csvTable('Space , Name\r\n7,loom\r\n9\r\n11,press,x\r\n', (c) => c.toLowerCase(), 100);
    expect(columns).toEqual(['space', 'name']);
    expect(rows.map((r) => r.cells)).toEqual([
      { space: '7', name: 'loom' },
      { space: '9', name: '' },
      { space: '11', name: 'press' },
    ]);
  });
  it('with semicolons or tabs between, as spreadsheets of other languages write; a comma in a cell is then a comma', () => {
    expect(read('a;b\n1;2,5\n').rows[0]!.cells).toEqual({ a: '1', b: '2,5' });
    expect(read('a\tb\n1\t2;5\n').rows[0]!.cells).toEqual({ a: '1', b: '2;5' });
  });
  it('behind a byte order mark; nothing at all is no table', () => {
    expect(read('\uFEFFa,b\n1,2\n').columns).toEqual(['a', 'b']);
    expect(read('')).toEqual({ columns: [], rows: [] });
  });
  it('each row is called by the line that it begins on: blank ones and breaks within a cell count', () => {
    expect(lines('a,b\r\n1,2\r\n\r\n , \r\n3,4\r\n')).toEqual([2, 5]);
    expect(lines('a,b\n"x\ny",2\n3,4\n')).toEqual([2, 4]);
    expect(lines('"a\nb",c\n1,2\n')).toEqual([3]);
  });
  it('no further than one row more than was asked for', () => {
    expect(lines('a\n1\n2\n3\n4\n', 2)).toEqual([2, 3, 4]);
    expect(lines('a\n1\n2\n', 2)).toEqual([2, 3]);
  });
  it('what was written comes back, whatever is in the cells', () => {
    const cell = fc.string({ unit: fc.constantFrom(...'ab ,;"\n\t=-\'7'), maxLength: 8 });
    fc.assert(
      fc.property(fc.array(fc.tuple(cell, cell), { maxLength: 6 }), (rows) => {
        const back = read(csvText(['a', 'b'], rows)).rows.map((r) => [plainCell(r.cells['a']), plainCell(r.cells['b'])]);
        expect(back).toEqual(rows.map((r) => r.map((c) => c.trim())).filter((r) => r.some((c) => c !== '')));
      }),
    );
  });
});
