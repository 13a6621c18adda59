/** The price book out and in as a table, and the paper that is handed over. */
import { describe, expect, it } from 'vitest';
import { dayIn } from '../measure/index.js';
import { articleIdsOf } from '../catalog/index.js';
import { sewingCorner } from '../houses.testing.js';
import { estimateSheet, pricesFromCsv, priceCsv, type SheetBlock } from './index.js';

const HEAD = 'article,what,unit,price,packet,where,priced on';
const read = (lines: string[], house = {}) => pricesFromCsv([HEAD, ...lines].join('\r\n'), house);

describe('prices as CSV (RFC 4180)', () => {
  it('out and in again nothing changes, quotes, commas and what looks like a formula among it', () => {
    const house = {
      edition: 'US-2020' as const,
      prices: { connector: 0.3, plate: 1.25 },
      priceNotes: { connector: { packet: 25, where: '=HYPERLINK("x"), the "blue", shop', on: '2026-03-01' } },
    };
    const report = pricesFromCsv(priceCsv(house), house);
    expect(report.error).toBeUndefined();
    expect(report.rows.filter((r) => r.outcome !== 'same')).toEqual([]);
    expect(report.rows).toHaveLength(articleIdsOf(false).length);
    expect(priceCsv(house)).toContain(`"'=HYPERLINK(""x""), the ""blue"", shop"`);
  });
  it('two bad rows are refused by line and field, the others are taken', () => {
    const report = read([
      'connector,,each,0.4,100,corner,2026-11-01',
      'connecter,,each,0.4,,,',
      'plate,,each,cheap,,,',
      'staple,,each,"0,1",,,',
    ]);
    expect(report.rows.map((r) => [r.line, r.outcome])).toEqual([
      [2, 'new'],
      [3, 'refused'],
      [4, 'refused'],
      [5, 'new'],
    ]);
    expect(report.rows[1]!.says).toMatch(/article: “connecter” is none of the book/);
    expect(report.rows[2]!.says).toMatch(/price: “cheap”; a number from 0 to a million/);
    expect(report.prices).toEqual({ connector: 0.4, staple: 0.1 });
    expect(report.priceNotes?.connector).toEqual({ packet: 100, where: 'corner', on: '2026-11-01' });
  });
  it.each([
    ['plate,,each,-1,,,', /price: “-1”/],
    ['plate,,each,1,0,,', /packet: “0”; at least one in a packet/],
    ['plate,,each,1,2.5,,', /packet: “2.5”/],
    ['plate,,each,1,,,2026-02-30', /priced on: “2026-02-30”/],
    ['plate,,each,2e9,,,', /price: “2e9”/],
  ])('%s is refused with its field', (line, says) => expect(read([line]).rows[0]).toMatchObject({ outcome: 'refused', says: expect.stringMatching(says) as string })); // prettier-ignore
  it('the same article twice: the second is refused, and says where the first stands', () =>
    expect(read(['plate,,each,1,,,', 'plate,,each,2,,,']).rows[1]!.says).toBe('article: plate stands in line 2 already'));
  it('wrong columns, and 50 000 rows, are refused as a whole; nothing is changed', () => {
    const wrong = pricesFromCsv('part;cost\r\nplate;1', {});
    expect([wrong.error, wrong.prices]).toEqual([expect.stringMatching(/The columns article and price are missing/), undefined]);
    const long = read(
      Array.from({ length: 50_000 }, () => 'plate,,each,1,,,'),
      { prices: { plate: 3 } },
    );
    expect([long.error, long.prices]).toEqual([expect.stringMatching(/More than 500 rows/), { plate: 3 }]);
  });
});

describe('the estimate', () => {
  const text = (blocks: SheetBlock[]): string => JSON.stringify(blocks);
  it('scope in words from the plan, prices by their terms, how long it holds; placeholders are said', () => {
    const sheet = estimateSheet(sewingCorner, { unit: 'in' }, '2026-11-26T10:00:00Z', dayIn('UTC'));
    expect(text(sheet.blocks)).toMatch(/Not yet one to hand over: .*placeholder prices/);
    expect(text(sheet.blocks)).toMatch(/Bring the cable there and connect it at both ends/);
    expect(text(sheet.blocks)).toMatch(/holds until 2026-12-26/);
    expect(text(sheet.blocks)).toMatch(/Permit and inspection, unless/);
  });
  it('words of one’s own take the place of the proposed ones', () => {
    const job = { ...sewingCorner, estimate: { scope: 'One outlet\n\nas talked over', excluded: 'all else', days: 10 } };
    const sheet = estimateSheet(job, { unit: 'in' }, '2026-11-26T10:00:00Z', dayIn('UTC'));
    const lists = sheet.blocks.flatMap((b) => (b.kind === 'list' ? [b.items] : []));
    expect(lists).toEqual([['One outlet', 'as talked over'], ['all else']]);
    expect(text(sheet.blocks)).toMatch(/holds until 2026-12-06/);
  });
});
