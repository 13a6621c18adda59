/** What is handed over when the work is done, and what an inspector looks at: of this job alone, with what is not known said as such. */
import { DEVICE_KINDS, printSource } from '../catalog/index.js';
import { ledgerIn, stepsIn } from '../alteration/index.js';
import { alikeFindings, ofWords, workOf } from '../ledger/index.js';
import {
  bookWords,
  breakerNumber,
  plannedSite,
  type Circuit,
  type JobInBook,
  type JobInHouse,
  type KeptEntry,
  type KeptPhoto,
} from '../model/index.js';
import type { DayOf } from '../measure/index.js';
import { againstPlan } from '../record/index.js';
import { logLines } from '../log/index.js';
import { devicesIn } from '../wiring/index.js';
import { inUsBook, isTicked, proofOf, proofLabel, PROOF_ORDER } from '../work/index.js';
import { ukHandedOver } from './ukHandover.js';
import { findingBlock, SAFETY, type JobSheet, type SheetBlock, type SheetPhoto } from './jobSheet.js';

/** Photos on paper; the rest is named by number. */
export const MOST_PHOTOS = 12;

/** A device that protects people is tested by its button each month (its maker’s instructions, common practice). */
function whatToTest(job: JobInHouse, circuits: readonly Circuit[]): string[] {
  const { boxes } = workOf(job);
  const devices = boxes.flatMap((b) => b.devices);
  const face = devices.some((d) => DEVICE_KINDS[d.kind].groundFault);
  const breaker = (kind: 'groundFault' | 'arcFault') => circuits.some((c) => c[kind] === 'breaker');
  const upstream = circuits.some((c) => c.groundFault === 'device upstream');
  return [
    ...(face || upstream ? ['The ground-fault face: press TEST every month; it must trip and what hangs on it must be dead, then press RESET.'] : []),
    ...(breaker('groundFault') ? ['The ground-fault breaker: press its button every month; it must trip.'] : []),
    ...(breaker('arcFault') ? ['The arc-fault breaker: press its button every month; it must trip.'] : []),
    'A face that holds a plug loosely, gets warm, buzzes or smells: leave it alone, breaker off, have it looked at.',
    'Once a year look whether plates are whole and boxes stand fast.',
  ];
} // prettier-ignore

/** Boxes that only join wires: they must stay reachable, so it is said where they are. */
function junctions(job: JobInHouse): string[] {
  const site = plannedSite(job);
  const touched = new Set(workOf(job).boxes.map((b) => b.box.id));
  return (
    site.boxes
      // one that lost its device joins wires and nothing else
      .filter((b) => touched.has(b.id) && (b.holds === 'junction' || (b.holds !== 'switch' && devicesIn(site, b.id).length === 0)))
      .map((b) => {
        const wall = site.walls.find((w) => w.id === b.wallId);
        return `${b.name}: ${[site.rooms.find((r) => r.id === wall?.faces[b.face].roomId)?.name, wall?.name].filter(Boolean).join(', ')}; it stays where a hand can reach it (314.29, memory).`;
      })
  );
}

const captionOf = (photo: KeptPhoto, index: number, dayOf: DayOf): string =>
  `${index + 1}. ${[photo.when, photo.note, ...photo.marks.flatMap((m) => (m.text ? [m.text] : [])), dayOf(photo.at)].filter(Boolean).join(' · ')}`;

/** What keeps it from being handed over; nothing where it is done. */
function notYet(job: JobInBook): string[] {
  const stops = ledgerIn(job).filter((f) => f.verdict === 'stop');
  const steps = stepsIn(job);
  const open = steps.filter((s) => !isTicked(job, s.id)).length;
  return [
    ...(stops.length ? [`the ledger has ${stops.length === 1 ? 'a stop' : `${stops.length} stops`} (${[...new Set(stops.map((f) => f.title))].join('; ')})`] : []),
    ...(open && !job.closed ? [`${open} of ${steps.length} activities are not ticked as done`] : []),
  ];
} // prettier-ignore

/** Photos that go on paper: before and after beside each other, the rest by time; no more than there is room for. */
export function photosOnPaper(photos: readonly KeptPhoto[]): KeptPhoto[] {
  const order = { before: 0, after: 1 } as const;
  return photos
    .filter((p) => p.picture)
    .map((p, i) => ({ p, i }))
    .sort((a, b) => (a.p.of.id === b.p.of.id && a.p.when && b.p.when ? order[a.p.when] - order[b.p.when] : a.i - b.i))
    .slice(0, MOST_PHOTOS)
    .map(({ p }) => p);
}
/** The same with what stands under each. */
export const sheetPhotos = (photos: readonly KeptPhoto[], dayOf: DayOf): SheetPhoto[] =>
  photosOnPaper(photos).map((p, i) => ({ id: p.id, caption: captionOf(p, i, dayOf), marks: p.marks }));

/** One rule that was judged twice alike is one line. */
const distinctRows = (rows: string[][]): string[][] => [...new Map(rows.map((r) => [r.join('|'), r])).values()];
const said = (blocks: (SheetBlock | undefined)[]): SheetBlock[] => blocks.filter((b) => b !== undefined);
const section = (text: string, items: readonly string[], none: string): SheetBlock[] => [
  { kind: 'heading', text },
  items.length ? { kind: 'list', mark: 'dot', items: [...items] } : { kind: 'text', small: true, text: none },
];

function readingsTable(job: JobInBook): SheetBlock | undefined {
  const rows = againstPlan(job).filter((r) => r.kind === 'reading' || r.kind === 'length');
  if (!rows.length) return undefined;
  return { kind: 'table', columns: ['measured', 'it should be', 'came', 'judged'], widths: [0.42, 0.22, 0.2, 0.16], rows: rows.map((r) => [r.what, r.planned, r.built, r.verdict ?? '']) }; // prettier-ignore
}

function proofs(job: JobInBook): string[] {
  return stepsIn(job).flatMap((s) =>
    s.proves.map((t) => {
      const proof = proofOf(job, t);
      const readings = PROOF_ORDER.flatMap((key) => (proof[key] ? [`${proofLabel(key, t).toLowerCase()} ${proof[key].volts} V`] : []));
      return readings.length ? `${t.words}: ${readings.join(', ')}${proof.by ? `; read by ${proof.by}` : ''}` : `${t.words}: no proof of dead is noted`;
    }),
  ); // prettier-ignore
}

function notKnown(job: JobInBook): string[] {
  const findings = ledgerIn(job).filter((f) => f.verdict === 'can’t tell');
  const estimated = job.work.values.filter((v) => v.estimated).length;
  const steps = stepsIn(job).filter((s) => !isTicked(job, s.id));
  return [
    ...alikeFindings(findings, plannedSite(job)).map(({ finding: f, of }) => `${f.title}${of.length > 1 ? ` (${ofWords(of)})` : ''}: ${f.says}`), // prettier-ignore
    ...(estimated ? [`${estimated} ${estimated === 1 ? 'value was' : 'values were'} estimated and not measured.`] : []),
    ...(steps.length ? [`Not ticked as done: ${steps.map((s) => s.title).join('; ')}.`] : []),
  ];
}

/** What of a sheet each book says in its own words. */
interface OfBook {
  safety: string;
  circuits: string;
  toTest: readonly string[];
  junctions: readonly string[];
  noJunctions: string;
  /** papers that go with it */
  papers: readonly string[];
  foot: string;
}
function ofBook(job: JobInBook): OfBook {
  if (!inUsBook(job)) return ukHandedOver(job);
  const w = workOf(job);
  return {
    ...{ safety: SAFETY, toTest: whatToTest(job, w.circuits), junctions: junctions(job), noJunctions: 'No box of this job only joins wires.', papers: [] },
    circuits: w.circuits.map((c) => `circuit ${breakerNumber(w.planned, c)}${c.breakerA ? `, ${c.breakerA} A` : ''}`).join(', '),
    foot: 'Values from memory: check the adopted local code.',
  };
} // prettier-ignore

/** @param log entries of this job; @param photos of this job */
export function handoverSheet(
  job: JobInBook,
  log: readonly KeptEntry[],
  photos: readonly KeptPhoto[],
  now: string,
  dayOf: DayOf,
): JobSheet {
  const book = ofBook(job);
  const done = stepsIn(job).filter((s) => isTicked(job, s.id));
  const built = new Set(done.flatMap((s) => s.changeIds));
  const changes = job.changes.filter((c) => job.closed || built.has(c.id));
  const rules = ledgerIn(job).filter((f) => f.verdict === 'ok' || f.verdict === 'caution');
  const judged = distinctRows(alikeFindings(rules, plannedSite(job)).map(({ finding: f, of }) => [`${f.title}${of.length > 1 ? ` (${ofWords(of)})` : ''}`, f.verdict, printSource(f.source)])); // prettier-ignore
  const open = notYet(job);
  const lines = logLines(log, job.unit).filter((l) => !l.corrected && (l.kind === 'note' || l.kind === 'found'));
  const pictures = sheetPhotos(photos, dayOf);
  return {
    title: `Handover: ${job.name}`,
    subtitle: [job.houseName, book.circuits, `rules ${bookWords(job.edition)}`, dayOf(now)].filter(Boolean).join(' · '),
    foot: book.foot,
    blocks: said([
      { kind: 'caution', text: book.safety },
      open.length ? { kind: 'caution', text: `Not yet one to hand over: ${open.join('; ')}.` } : undefined,
      ...section('What was done', [...new Set(changes.map((c) => c.title))], 'Nothing of it is ticked as done yet.'),
      { kind: 'heading', text: 'By which rules' },
      judged.length
        ? { kind: 'table', columns: ['what was judged', 'as', 'by'], widths: [0.42, 0.12, 0.46], rows: judged }
        : { kind: 'text', small: true, text: 'No rule was judged.' },
      { kind: 'heading', text: 'Readings' },
      readingsTable(job) ?? { kind: 'text', small: true, text: 'Nothing was measured.' },
      ...section('Proof of dead while it was worked at', proofs(job), 'No circuit was switched off for it.'),
      ...section('What to test, and when', book.toTest, ''),
      ...section('Where junctions are', book.junctions, book.noJunctions),
      ...(book.papers.length ? section('Papers that go with it', book.papers, '') : []),
      ...section('What is not known', notKnown(job), 'Nothing that it rests on was left unmeasured.'),
      ...(lines.length ? section('Noted at the work', lines.map((l) => `${dayOf(l.at)}: ${[l.title, l.says].filter(Boolean).join(': ')}`), '') : []), // prettier-ignore
      ...(pictures.length
        ? [
            { kind: 'heading' as const, text: 'Photos' },
            { kind: 'photos' as const, photos: pictures },
          ]
        : []),
      photos.length > pictures.length ? { kind: 'text', small: true, text: `${photos.length - pictures.length} more photos are in the house file.` } : undefined, // prettier-ignore
    ]),
  };
}

/** For an inspector: every finding of this job with its sums and sources, nothing of other jobs. */
export function inspectionSheet(job: JobInBook, now: string, dayOf: DayOf): JobSheet {
  const book = ofBook(job);
  const findings = ledgerIn(job);
  const grouped = alikeFindings(findings, plannedSite(job));
  const count = (verdict: string): number => findings.filter((f) => f.verdict === verdict).length;
  return {
    title: `For the inspector: ${job.name}`,
    subtitle: [job.houseName, book.circuits, `rules ${bookWords(job.edition)}`, dayOf(now)].filter(Boolean).join(' · '), // prettier-ignore
    foot: 'Clauses and values from memory: the adopted local code decides.',
    blocks: said([
      { kind: 'caution', text: book.safety },
      { kind: 'text', text: `${count('ok')} ok, ${count('caution')} caution, ${count('can’t tell')} can’t tell, ${count('stop')} stop, ${count('note')} note.` },
      { kind: 'heading', text: 'Readings' },
      readingsTable(job) ?? { kind: 'text', small: true, text: 'Nothing was measured yet.' },
      { kind: 'heading', text: 'Findings, with sums and sources' },
      ...grouped.map(({ finding, of }) => findingBlock(of.length > 1 ? { ...finding, title: `${finding.title} (${ofWords(of)})` } : finding, job.unit)),
    ]),
  };
} // prettier-ignore
