/**
 * Where a value or a rule comes from. `memory`: a code value written down from memory, to be checked with the adopted local code;
 * `common practice`: a habit of the trade, no source; `definition`: a unit or physical standard; `stamped`: read off the thing itself;
 * `measured`: taken on site; `sum`: arithmetic on other values.
 */
export interface Source {
  standard?: string;
  edition?: string;
  clause?: string;
  from: 'memory' | 'common practice' | 'definition' | 'stamped' | 'measured' | 'sum';
}

export const practice: Source = { from: 'common practice' };
export const nec = (edition: string, clause: string): Source => ({ standard: 'NEC', edition, clause, from: 'memory' });

/** BS 7671:2018 with Amendment 2:2022, from memory. */
export const bs7671 = (clause: string): Source => ({ standard: 'BS 7671', edition: '2018+A2:2022', clause, from: 'memory' });

/** Standards that hold as they are printed; a local code adopts none of them. */
const OF_UK = /^(?:BS|Approved Document|guidance) /;
/** One line for a sheet or a ledger row, e.g. `NEC 2020, 314.16(B) · from memory, check the adopted local code`. */
export function printSource(source: Source): string {
  const cite = [source.standard, source.edition].filter(Boolean).join(' ');
  const where = [cite, source.clause].filter(Boolean).join(', ');
  switch (source.from) {
    case 'memory':
      return `${where} · from memory, ${OF_UK.test(cite) ? 'check it with the book' : 'check the adopted local code'}`;
    case 'common practice':
      return where ? `${where} · common practice` : 'common practice';
    case 'definition':
      return where || 'by definition';
    case 'stamped':
      return 'stamped on the part';
    case 'measured':
      return 'measured on site';
    case 'sum':
      return where || 'arithmetic';
  }
}
