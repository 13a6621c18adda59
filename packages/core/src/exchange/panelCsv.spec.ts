/** The directory as a table: out, in, the same again; what can’t be read says which column, what came and what would do. RFC 4180. */
import { csvParse } from 'd3-dsv';
import { describe, expect, it } from 'vitest';
import { nineBreakers as quinceStreet } from '../../fixtures/nineBreakers.js';
import { checkHouse, type Site } from '../model/index.js';
import { directorySheet, PANEL_COLUMNS, panelCsv, panelFromCsv } from './index.js';

const site = quinceStreet.site;
const text = panelCsv(site);
const head = PANEL_COLUMNS.join(',');
const row = (cells: Partial<Record<(typeof PANEL_COLUMNS)[number], string>>): string => PANEL_COLUMNS.map((c) => cells[c] ?? '').join(',');
const read = (...rows: string[]) => panelFromCsv([head, ...rows].join('\r\n'), site);
const empty: Site = { ...site, circuits: [], boxes: [], loads: [], devices: [], cables: [], panel: { ...site.panel!, breakers: [] } };

describe('out', () => {
  it('a row a breaker, in lines that end as RFC 4180 says', () => {
    const lines = text.split('\r\n');
    expect(lines[0]).toBe(head);
    expect(lines).toHaveLength(1 + 9 + 1);
    expect(lines[4]).toContain('parlour and hall');
  });
  it('a name with a comma or a quote stays one cell, one that begins like a formula stays text', () => {
    const odd: Site = { ...site, circuits: site.circuits.map((c) => (c.id === 'c9' ? { ...c, name: '=lights, "all"' } : c)) };
    const out = panelCsv(odd);
    expect(out).toContain(`"'=lights, ""all"""`);
    const back = panelFromCsv(out, empty);
    expect(back.site.circuits.find((c) => c.number === '9')!.name).toBe('=lights, "all"');
    // a name that really has the mark a spreadsheet is held off with keeps it
    for (const name of ["'=1+1", "''-x", "'plain", '@home']) {
      const marked: Site = { ...site, circuits: site.circuits.map((c) => (c.id === 'c9' ? { ...c, name } : c)) };
      expect(panelFromCsv(panelCsv(marked), empty).site.circuits.find((c) => c.number === '9')!.name).toBe(name);
    }
  });
});

describe('in', () => {
  it('what goes out comes in the same: nothing changes', () => {
    const report = panelFromCsv(text, site);
    expect(report.rows.map((r) => r.outcome)).toEqual(Array.from({ length: 9 }, () => 'same'));
    expect(report.site).toBe(site);
  });
  it('into an empty panel: nine new, and the house passes its check', () => {
    const report = panelFromCsv(text, empty);
    expect(report.rows.map((r) => r.outcome)).toEqual(Array.from({ length: 9 }, () => 'new'));
    expect(checkHouse({ ...quinceStreet, site: report.site })).toMatchObject({ ok: true });
    expect(
      panelCsv(report.site)
        .split('\r\n')
        .slice(1)
        .map((l) => l.split(',').slice(0, 5)),
    ).toEqual(
      text
        .split('\r\n')
        .slice(1)
        .map((l) => l.split(',').slice(0, 5)),
    );
  });
  it('a new one, a changed one and one as it was, by columns in any order', () => {
    const report = panelFromCsv('name,space,breaker A\r\nloom,12,20 A\r\nbath and hall,2,20\r\nlaundry,6,20\r\n', site);
    expect(report.rows.map((r) => r.outcome)).toEqual(['new', 'changes', 'same']);
    expect(report.site.circuits.find((c) => c.id === 'c2')).toMatchObject({
      name: 'bath and hall',
      groundFault: 'none',
      reservedFor: 'bathroom',
    });
    expect(report.site.panel!.breakers).toHaveLength(10);
  });
  it.each([
    [{ space: 'x', name: 'a' }, 'space: “x” is no number; 1 to 24 would do'],
    [{ space: '30', name: 'a' }, 'space: 30 is not on this panel; 1 to 24 would do'],
    [{ space: '10', name: 'a' }, 'space: 10 is noted as covered'],
    [{ space: '12', poles: '3', name: 'a' }, 'poles: “3”; 1 or 2 would do'],
    [{ space: '12', name: 'a', 'breaker A': '17' }, /^breaker A: “17”; 15, 20, 25, 30, 40, .*would do$/],
    // a rating of the UK book
    [{ space: '12', name: 'a', 'breaker A': '32 A' }, /^breaker A: “32”; 15, 20, 25, 30, 40, .*would do$/],
    [{ space: '12', name: '' }, /^name: /],
    [{ space: '12', name: 'a', protection: 'magic' }, /^protection: “magic”; none, arc-fault/],
    [{ space: '12', name: 'a', 'kept for': 'parties' }, /^kept for: “parties”/],
    [{ space: '12', name: 'a', 'found on': 'last week' }, /^found on: “last week”/],
    [{ space: '7', poles: '2', name: 'a' }, 'space: 9 is taken by another breaker'],
  ])('a row is refused with its column: %j', (cells, says) => {
    const report = read(row(cells));
    expect(report.rows).toHaveLength(1);
    expect(report.rows[0]).toMatchObject({ line: 2, outcome: 'refused' });
    if (typeof says === 'string') expect(report.rows[0]!.says).toBe(says);
    else expect(report.rows[0]!.says).toMatch(says);
    expect(report.site).toBe(site);
  });
  it('protection: none takes that of the breaker away, an empty cell leaves it; what protects down the line stays', () => {
    const of = (arcFault: 'breaker' | 'none' | undefined, groundFault: 'breaker' | 'device upstream' | undefined, cell: string) => {
      const circuits = site.circuits.map((c) => (c.id === 'c9' ? { ...c, arcFault, groundFault } : c));
      const report = panelFromCsv([head, row({ space: `${site.panel!.breakers.find((b) => b.circuitId === 'c9')!.space}`, name: 'lights', protection: cell })].join('\r\n'), { ...site, circuits }); // prettier-ignore
      const c9 = report.site.circuits.find((c) => c.id === 'c9')!;
      return [c9.arcFault, c9.groundFault];
    };
    expect(of('breaker', 'breaker', 'none')).toEqual(['none', 'none']);
    expect(of('breaker', 'breaker', 'arc-fault')).toEqual(['breaker', 'none']);
    expect(of('breaker', 'breaker', '')).toEqual(['breaker', 'breaker']);
    expect(of('none', 'device upstream', 'Arc-Fault')).toEqual(['breaker', 'device upstream']);
    expect(of(undefined, undefined, 'ground-fault')).toEqual([undefined, 'breaker']);
    expect(of(undefined, undefined, 'none')).toEqual(['none', 'none']);
    expect(of(undefined, 'breaker', 'none')).toEqual(['none', 'none']);
    expect(of(undefined, undefined, '')).toEqual([undefined, undefined]);
  });
  it('where nobody looked for protection the table says nothing, and a new row that says nothing claims nothing', () => {
    const cell = (arcFault: 'none' | 'breaker' | undefined, groundFault: 'none' | undefined) =>
      csvParse(panelCsv({ ...site, circuits: site.circuits.map((c) => (c.id === 'c9' ? { ...c, arcFault, groundFault } : c)) })).find((r) => r['circuit'] === '9')!['protection']; // prettier-ignore
    expect([cell('none', 'none'), cell('none', undefined), cell(undefined, undefined), cell('breaker', undefined)]).toEqual(['none', '', '', 'arc-fault']); // prettier-ignore
    const fresh = (protection: string) =>
      panelFromCsv([head, row({ space: '4', name: 'hall', protection })].join('\r\n'), empty).site.circuits[0]!;
    expect([fresh('').arcFault, fresh('').groundFault]).toEqual([undefined, undefined]);
    expect([fresh('none').arcFault, fresh('none').groundFault]).toEqual(['none', 'none']);
  });
  it('first and last space, poles, ids and what is not said: of a new one by its space, of one that is there as it was', () => {
    const last = site.panel!.spaces;
    const taken = (cells: Parameters<typeof row>[0]) => panelFromCsv([head, row(cells)].join('\r\n'), empty);
    expect([taken({ space: '1', name: 'a' }).rows[0]!.outcome, taken({ space: `${last}`, name: 'a' }).rows[0]!.outcome]).toEqual(['new', 'new']); // prettier-ignore
    expect(taken({ space: '0', name: 'a' }).rows[0]!.says).toBe(`space: 0 is not on this panel; 1 to ${last} would do`);
    expect(taken({ space: `${last}`, poles: '2', name: 'a' }).rows[0]!.says).toContain(`${last + 2} is not on this panel`);
    const both = panelFromCsv([head, row({ space: '3', poles: '2', name: 'range' }), row({ space: '4', name: 'hall', circuit: '14' })].join('\r\n'), empty); // prettier-ignore
    expect(both.site.circuits.map((c) => [c.id, c.number, c.name, c.voltsNominal, c.breakerA])).toEqual([
      ['circuit-3', '3', 'range', 240, undefined],
      ['circuit-4', '14', 'hall', 120, undefined],
    ]);
    expect(both.site.panel!.breakers.map((b) => [b.id, b.space, b.poles, b.circuitId])).toEqual([
      ['breaker-3', 3, 2, 'circuit-3'],
      ['breaker-4', 4, 1, 'circuit-4'],
    ]);
    // an id that is taken already
    const other = { ...empty, circuits: [{ ...site.circuits[0]!, id: 'circuit-3' }] };
    expect(panelFromCsv([head, row({ space: '3', name: 'range' })].join('\r\n'), other).site.circuits.map((c) => c.id)).toEqual(['circuit-3', 'circuit-3-1']); // prettier-ignore
    // only the name: number and rating stay
    const c2 = site.circuits.find((c) => c.id === 'c2')!;
    const renamed = read(row({ space: `${site.panel!.breakers.find((b) => b.circuitId === 'c2')!.space}`, name: 'bath two' })).site;
    expect(renamed.circuits.find((c) => c.id === 'c2')).toMatchObject({ name: 'bath two', number: c2.number, breakerA: c2.breakerA, voltsNominal: c2.voltsNominal }); // prettier-ignore
  });
  it('a bad row takes no good one with it; two for one space: the second is refused', () => {
    const report = read(
      row({ space: '12', name: 'loom', 'breaker A': '20' }),
      row({ space: 'q', name: 'x' }),
      row({ space: '14', poles: '2', name: 'range', 'breaker A': '40' }),
      row({ space: '16', name: 'late' }),
    );
    expect(report.rows.map((r) => r.outcome)).toEqual(['new', 'refused', 'new', 'refused']);
    expect(report.rows[3]!.says).toContain('16 is taken');
  });
  it('wrong columns, an empty file, thousands of rows: the file is refused as a whole, with what would do', () => {
    expect(panelFromCsv('room;watts\r\nhall;60', site).error).toMatch(/columns space and name are missing. Came: room, watts/);
    expect(panelFromCsv('space;watts\r\n3;60', site).error).toMatch(/The column name is missing. Came: space, watts/);
    expect(panelFromCsv('', site).error).toContain('Came: nothing');
    const many = read(...Array.from({ length: 5000 }, (_, i) => row({ space: `${i}`, name: 'x' })));
    expect(many.error).toContain('5000 rows came');
    expect([many.rows, many.site]).toEqual([[], site]);
    expect(panelFromCsv(text, { ...site, panel: undefined }).error).toContain('no panel');
  });
  it('a column it does not know is left out and said', () => {
    const report = panelFromCsv('space,name,colour\r\n12,loom,blue\r\n', site);
    expect(report.rows.map((r) => r.outcome)).toEqual(['new', 'refused']);
    expect(report.rows[1]!.says).toContain('colour');
  });
  it('a file with a byte order mark, semicolons and blank lines is read', () => {
    const report = panelFromCsv('\uFEFFSpace;Name\r\n\r\n12;loom\r\n\r\n', site);
    expect(report.rows.map((r) => r.outcome)).toEqual(['new']);
  });
});

describe('the sheet for the door', () => {
  it('has a row a breaker, the free spaces, what nobody looked behind, and that the lugs stay live', () => {
    const sheet = directorySheet(quinceStreet);
    const table = sheet.blocks.find((b) => b.kind === 'table')!;
    expect(table.kind === 'table' && table.rows).toHaveLength(9);
    const all = JSON.stringify(sheet);
    for (const words of ['Free: 11, 12', 'nobody looked behind: 10', 'service lugs stay live', 'Main breaker: 100 A'])
      expect(all).toContain(words);
  });
  it('without a panel it says so', () =>
    expect(JSON.stringify(directorySheet({ ...quinceStreet, site: { ...site, panel: undefined } }))).toContain('Nobody noted'));
});
