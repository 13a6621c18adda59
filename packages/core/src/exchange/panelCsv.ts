/** The panel's directory as a table (RFC 4180), out and in. Reading reports row by row and changes nothing by itself. */
import type { Panel } from '../model/index.js';
import {
  type Breaker,
  breakersOf,
  checkShape,
  Circuit,
  fromPanel,
  lookedAt,
  PANEL,
  panelOf,
  RESERVED_USES,
  type Site,
  siteFrom,
  spacesOf,
  US_BREAKERS_A,
} from '../model/index.js';
import { protectionWords } from '../panel/index.js';
import { columnsMissing, csvTable, csvText, plainCell } from './csv.js';

export const PANEL_COLUMNS = [
  'space',
  'poles',
  'circuit',
  'name',
  'breaker A',
  'protection',
  'type',
  'kept for',
  'found how',
  'found on',
] as const;
type Column = (typeof PANEL_COLUMNS)[number];
/** A panel has 84 spaces at most; more rows are another kind of file. */
const MOST_ROWS = 200;

/** A panel’s directory as CSV, a row a breaker. */
export function panelCsv(site: Site, panelId = PANEL): string {
  const rows = [...(panelOf(site, panelId)?.breakers ?? [])]
    .sort((a, b) => a.space - b.space)
    .flatMap((b): Record<Column, string>[] => {
      const c = site.circuits.find((x) => x.id === b.circuitId);
      if (!c) return [];
      return [
        {
          space: `${b.space}`,
          poles: `${b.poles}`,
          circuit: c.number,
          name: c.name,
          'breaker A': c.breakerA === undefined ? '' : `${c.breakerA}`,
          protection: protectionCell(c),
          type: b.type ?? '',
          'kept for': c.reservedFor ?? '',
          'found how': c.foundHow ?? '',
          'found on': c.foundOn ?? '',
        },
      ];
    });
  return csvText(
    PANEL_COLUMNS,
    rows.map((row) => PANEL_COLUMNS.map((c) => row[c])),
  );
}

export interface CsvRow {
  /** line of the file, the head being line 1 */
  line: number;
  outcome: 'new' | 'changes' | 'same' | 'refused';
  /** `space 7, laundry`, and why it was refused */
  says: string;
}
export interface CsvReport {
  rows: CsvRow[];
  /** why the file as a whole can't be read */
  error?: string;
  /** the survey with what was taken; the one given, when nothing was */
  site: Site;
}

const PROTECTION: Record<string, { arcFault: boolean; groundFault: boolean; none: boolean }> = {
  none: { arcFault: false, groundFault: false, none: true },
  'arc-fault': { arcFault: true, groundFault: false, none: false },
  'ground-fault': { arcFault: false, groundFault: true, none: false },
  'arc-fault and ground-fault': { arcFault: true, groundFault: true, none: false },
};
/**
 * A breaker that is said to be of another kind, or of none, protects so no more; what protects elsewhere, which the table has no word for,
 * stays. Where nobody looked nothing is known but what the table says: `none` alone says that there is none.
 */
const protectedBy = <Where extends string>(
  breaker: boolean,
  none: boolean,
  was: Where | undefined,
): Where | 'breaker' | 'none' | undefined => (breaker ? 'breaker' : was === 'breaker' || (was === undefined && none) ? 'none' : was);
/** As it stands in the table: `none` where somebody looked for both, nothing where nobody did. */
const protectionCell = (c: Circuit): string => {
  const words = protectionWords(c);
  return words !== 'none' || (c.arcFault !== undefined && c.groundFault !== undefined) ? words : '';
};
const newId = (wish: string, taken: ReadonlySet<string>): string => {
  for (let n = 0; ; n++) {
    const id = n ? `${wish}-${n}` : wish;
    if (!taken.has(id)) return id;
  }
};

type Read = { ok: true; circuit: Circuit; breaker: Breaker; was: { circuit?: Circuit; breaker?: Breaker } } | { ok: false; says: string };

function readRow(site: Site, panel: Panel, taken: ReadonlySet<string>, cells: Partial<Record<Column, string>>): Read {
  const no = (says: string): Read => ({ ok: false, says });
  const cell = (column: Column): string => plainCell(cells[column]);
  const space = Number(cell('space'));
  if (!cell('space') || !Number.isInteger(space)) return no(`space: “${cell('space')}” is no number; 1 to ${panel.spaces} would do`);
  const poles = cell('poles') === '' ? 1 : Number(cell('poles'));
  if (poles !== 1 && poles !== 2) return no(`poles: “${cell('poles')}”; 1 or 2 would do`);
  for (const s of spacesOf({ space, poles }))
    if (s < 1 || s > panel.spaces) return no(`space: ${s} is not on this panel; 1 to ${panel.spaces} would do`);
  const protection = PROTECTION[cell('protection').toLowerCase() || 'none'];
  if (!protection) return no(`protection: “${cell('protection')}”; ${Object.keys(PROTECTION).join(', ')} or nothing would do`);
  const kept = cell('kept for').toLowerCase().replace(/ /g, '-');
  if (kept && !(RESERVED_USES as readonly string[]).includes(kept))
    return no(`kept for: “${cell('kept for')}”; ${RESERVED_USES.join(', ')} or nothing would do`);
  const breaker = panel.breakers.find((b) => b.space === space);
  const was = breaker && site.circuits.find((c) => c.id === breaker.circuitId);
  const rating = cell('breaker A').replace(/\s*A$/i, '');
  if (rating && !(US_BREAKERS_A as readonly number[]).includes(Number(rating)))
    return no(`breaker A: “${rating}”; ${US_BREAKERS_A.join(', ')} would do`);
  const next = {
    ...(was ?? { voltsNominal: poles === 2 ? 240 : 120 }),
    id: was?.id ?? newId(`circuit-${space}`, new Set(site.circuits.map((c) => c.id))),
    number: cell('circuit') || was?.number || `${space}`,
    name: cell('name') || was?.name || '',
    breakerA: rating ? Number(rating) : was?.breakerA,
    ...(cell('protection')
      ? {
          arcFault: protectedBy(protection.arcFault, protection.none, was?.arcFault),
          groundFault: protectedBy(protection.groundFault, protection.none, was?.groundFault),
        }
      : {}),
    ...(kept ? { reservedFor: kept } : {}),
    ...(cell('found how') ? { foundHow: cell('found how') } : {}),
    ...(cell('found on') ? { foundOn: cell('found on') } : {}),
  };
  const circuit = checkShape(Circuit, next);
  if (!circuit.ok) {
    const [e] = circuit.errors;
    const COLUMN: Record<string, Column> = {
      '/name': 'name',
      '/number': 'circuit',
      '/breakerA': 'breaker A',
      '/foundOn': 'found on',
      '/foundHow': 'found how',
    };
    const came = e!.came.replace(/^"|"$/g, '');
    return no(`${COLUMN[e!.path] ?? e!.path}: “${came}”; ${e!.path === '/foundOn' ? 'a date like 2026-11-25' : e!.expected} would do`);
  }
  const type = cell('type') || breaker?.type;
  if (type && type.length > 80) return no('type: at most 80 characters would do');
  return {
    ok: true,
    circuit: circuit.value,
    breaker: {
      ...(breaker ?? { id: newId(`breaker-${space}`, taken), space }),
      circuitId: circuit.value.id,
      poles,
      ...(type ? { type } : {}),
    },
    was: { ...(was ? { circuit: was } : {}), ...(breaker ? { breaker } : {}) },
  };
}

/**
 * Reads a directory and says of each row what would become of it. Rows are taken one by one, so that a row which clashes with one above it
 * is refused and the rest stays. The site must have that panel.
 */
export function panelFromCsv(text: string, whole: Site, panelId = PANEL): CsvReport {
  const site = siteFrom(whole, panelId);
  const refuse = (error: string): CsvReport => ({ rows: [], error, site: whole });
  const panel = site.panel;
  const elsewhere = breakersOf(whole).map((b) => b.id);
  if (!panel) return refuse('There is no panel to read it into: say first how many spaces it has.');
  const named = (column: string): string => column.toLowerCase().replace(/^breaker a$/, 'breaker A');
  const { columns: came, rows: table } = csvTable(text, named, Infinity);
  const missing = columnsMissing(came, ['space', 'name'], PANEL_COLUMNS);
  if (missing) return refuse(missing);
  const strange = came.filter((c) => c && !(PANEL_COLUMNS as readonly string[]).includes(c));
  if (table.length > MOST_ROWS)
    return refuse(`${table.length} rows came; a panel has ${panel.spaces} spaces, so ${MOST_ROWS} rows at most would do.`);
  let at = site;
  const rows = table.map(({ line, cells }): CsvRow => {
    const now = at.panel!;
    const read = readRow(at, now, new Set([...elsewhere, ...now.breakers.map((b) => b.id)]), cells);
    if (!read.ok) return { line, outcome: 'refused', says: read.says };
    const { circuit, breaker, was } = read;
    const others = now.breakers.filter((b) => b.id !== breaker.id);
    const clash = spacesOf(breaker).find((s) => others.some((b) => spacesOf(b).includes(s)) || now.covered.includes(s));
    const what = `space ${spacesOf(breaker).join(' and ')}, ${circuit.name}`;
    if (clash !== undefined)
      return {
        line,
        outcome: 'refused',
        says: `space: ${clash} is ${now.covered.includes(clash) ? 'noted as covered' : 'taken by another breaker'}`,
      };
    const same = JSON.stringify([was.circuit, was.breaker]) === JSON.stringify([circuit, breaker]);
    if (!same)
      at = {
        ...at,
        circuits: was.circuit ? at.circuits.map((c) => (c.id === circuit.id ? circuit : c)) : [...at.circuits, circuit],
        panel: {
          ...lookedAt(now, spacesOf(breaker)),
          breakers: was.breaker ? now.breakers.map((b) => (b.id === breaker.id ? breaker : b)) : [...now.breakers, breaker],
        },
      };
    return { line, outcome: same ? 'same' : was.circuit ? 'changes' : 'new', says: what };
  });
  if (strange.length && rows.length) rows.push({ line: 1, outcome: 'refused', says: `column ${strange.join(', ')}: not known, left out` });
  return { rows, site: fromPanel(whole, panelId, at) };
}
