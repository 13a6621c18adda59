/** Schedule of test results of a final circuit, with the figures a minor works certificate asks for; the signature is left to the competent person. */
import { printSource } from '../catalog/index.js';
import {  finalFindings, mustRead,
  printReading, readingLines, resultRows, runWords, scheduleSays, printRunLength, MINOR_WORKS_SOURCE,  type ResultRow } from '../finals/index.js'; // prettier-ignore
import { FINAL_RULES } from '../codebook/index.js';
import type { Final, House } from '../model/index.js';
import type { JobSheet, SheetBlock } from './jobSheet.js';

const NOT_READ = 'not read';
const EARTH = (house: House): string => house.incoming?.earthing ?? 'not noted';
const shown = ({ value, unit, mark }: ResultRow): string => {
  if (value === undefined) return mark ?? NOT_READ;
  const figure = unit === 'Ω' ? value.toFixed(2) : `${value}`;
  return `${mark === '>' ? '>' : ''}${mark && mark !== '>' ? `${mark} ` : ''}${figure}${unit ? ` ${unit}` : ''}`;
};
/** As blocks: the schedule’s row, the figures for the certificate, every reading beside what it must read, what wants a word. */
export function finalSheet(house: House, final: Final): JobSheet {
  const incoming = house.incoming ?? {};
  const lines = readingLines(final, incoming);
  const rows = resultRows(final, incoming);
  const sheet = final.tests;
  const bad = lines.filter((l) => l.judged && l.judged.verdict !== 'ok');
  const design = finalFindings(final, incoming).filter(
    (f) => f.verdict === 'stop' || f.verdict === 'can’t tell' || f.verdict === 'caution',
  );
  const blocks: SheetBlock[] = [
    { kind: 'text', text: scheduleSays(final, incoming) },
    { kind: 'heading', text: 'Schedule of test results' },
    {
      kind: 'table',
      columns: ['What', 'Result', 'Judged'],
      widths: [0.45, 0.3, 0.25],
      rows: rows.map((r) => [r.what, shown(r), r.verdict ?? '']),
    },
    { kind: 'heading', text: 'Figures for a minor works certificate' },
    {
      kind: 'table',
      columns: ['Field', 'Figure'],
      widths: [0.45, 0.55],
      rows: [
        ['System earthing', EARTH(house)],
        ['Ze at the origin', incoming.zeOhm === undefined ? NOT_READ : `${incoming.zeOhm} Ω`],
        ['Circuit', `${final.number}, ${final.name}, ${final.shape}`],
        ['Protective device', final.ratingA ? `BS EN 60898, ${final.curve ?? 'letter not read'}, ${final.ratingA} A` : NOT_READ],
        ['Additional protection', final.residual === undefined ? 'not looked' : final.residual ? '30 mA' : 'none'],
        ['Instrument', sheet?.instrument ?? 'not noted'],
        ['Leads', sheet?.leadsOhm ? `${sheet.leadsOhm} Ω, taken off` : 'nulled'],
        ['Conductors at', sheet?.celsius === undefined ? '20 °C taken' : `${sheet.celsius} °C`],
        ['Details of departures, if any', ''],
        ['Comments on the installation', ''],
        ['Name and signature of the competent person, date', ''],
      ],
    },
    { kind: 'text', text: printSource(MINOR_WORKS_SOURCE), small: true },
    { kind: 'heading', text: 'Every reading' },
    {
      kind: 'table',
      columns: ['Test', 'Where', 'Must read', 'Read', 'Judged'],
      widths: [0.4, 0.2, 0.12, 0.14, 0.14],
      rows: lines.map((l) => [
        l.due.words,
        l.due.point?.name ?? 'board',
        mustRead(l),
        l.reading ? printReading(l.reading, l.due.unit) : NOT_READ,
        l.judged?.verdict ?? '',
      ]),
    },
    { kind: 'heading', text: 'The circuit' },
    {
      kind: 'table',
      columns: ['Run', 'mm²', 'Length', 'Cores'],
      widths: [0.5, 0.15, 0.15, 0.2],
      rows: final.runs.map((r) => [runWords(final, r), r.presets?.includes('size') ? `${r.size}, taken` : r.size, r.length ? printRunLength(r.length) : 'not measured', r.cores ?? 'not looked']), // prettier-ignore
    },
  ];
  if (bad.length + design.length) blocks.push({ kind: 'heading', text: 'What wants a word' });
  for (const l of bad) blocks.push({ kind: 'caution', text: `${l.judged!.verdict}: ${l.due.words}${l.due.point ? `, ${l.due.point.name}` : ''}: ${l.judged!.says}.` }); // prettier-ignore
  for (const f of design) blocks.push({ kind: 'caution', text: `${f.verdict}: ${FINAL_RULES[f.rule].title}: ${f.says}.` });
  blocks.push({ kind: 'text', text: 'Values by BS 7671:2018+A2:2022 are from memory: check them with the book. Whether the work is notifiable, and who may sign, the local authority tells.', small: true }); // prettier-ignore
  return {
    title: `${final.name}: test results`,
    subtitle: `${house.name} · way ${final.number}${sheet?.on ? ` · ${sheet.on}` : ''}`,
    foot: 'What was not read says so; nothing unread passes.',
    blocks,
  };
}
