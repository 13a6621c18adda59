/** The sheet of a job by the UK book, as blocks: what stands against it, the wall, the way, what to bring, connections, steps, sums. */
import { alterationElevation, alterationFaces, alterationLedger, alterationParts, alterationSteps, connections, plannedOf, subjectOf, terminalWords, toolsIn, wayOf } from '../alteration/index.js'; // prettier-ignore
import { printLength } from '../measure/index.js';
import { bookWords, type JobInBook, type Verdict } from '../model/index.js';
import { outagesOf, printSpan } from '../work/index.js';
import { findingBlock, sheetSteps, type JobSheet, type SheetBlock } from './jobSheet.js';

export const UK_SAFETY =
  'This sheet helps to plan; it does not replace BS 7671, building control or a registered electrician, who signs what is certified. Values are from memory: check them with the book. Wiring kills and burns: nothing is touched before it is proved dead.';

export function alterationSheet(job: JobInBook): JobSheet {
  const findings = alterationLedger(job);
  const steps = alterationSteps(job);
  const planned = plannedOf(job);
  const subject = subjectOf(job);
  const count = (verdict: Verdict): number => findings.filter((f) => f.verdict === verdict).length;
  const off = outagesOf(steps).map((o) => `${o.words} is off ${printSpan(o.minutes)}`);
  const against = findings.filter((f) => f.verdict === 'stop' || f.verdict === 'can’t tell');
  const blocks: SheetBlock[] = [
    { kind: 'caution', text: UK_SAFETY },
    { kind: 'text', text: [`${count('stop')} stop, ${count('can’t tell')} can’t tell, ${count('caution')} caution.`, ...off.map((o) => `${o}.`)].join(' ') },
    ...(against.length ? [{ kind: 'list' as const, mark: 'box' as const, items: against.map((f) => `${f.verdict}: ${f.title}. ${f.verdict === 'stop' ? f.says : (f.ask ?? f.says)}`) }] : []),
  ];
  const faces = alterationFaces(job);
  if (faces.length) blocks.push({ kind: 'heading', text: 'The wall' });
  for (const { wall, face } of faces)
    blocks.push({ kind: 'elevation', elevation: alterationElevation(job, planned.site, wall, face, true), caption: `${wall.name}, seen from the ${planned.site.rooms.find((r) => r.id === wall.faces[face].roomId)?.name ?? face}; dashed is behind the surface`, small: faces.length > 1 ? 'with another' : 'alone' });
  const way = wayOf(job);
  if (way) {
    blocks.push(
      { kind: 'heading', text: `Way of the cable: ${way.words}` },
      { kind: 'table', columns: ['Leg', 'Length'], widths: [0.7, 0.3], rows: [...way.length.terms.map((t) => [t.label, printLength(t.value, job.unit)]), ['Cut', printLength(way.cableMm, job.unit)]] },
    );
  }
  blocks.push(
    { kind: 'heading', text: 'What to bring' },
    { kind: 'text', small: true, text: alterationParts(job).map((m) => `${m.what}: ${m.amount}`).join(' · ') },
    { kind: 'text', small: true, text: `Tools: ${toolsIn([job]).map((t) => t.tool).join(' · ')}` },
  );
  if (planned.final) {
    blocks.push({ kind: 'heading', text: 'Connections' });
    for (const point of [subject?.point, planned.point].filter((p) => p !== undefined && p.kind !== 'joint').filter((p, i, all) => all.findIndex((q) => q!.id === p!.id) === i))
      if (planned.final.points.some((p) => p.id === point!.id)) blocks.push({ kind: 'list', mark: 'dot', items: connections(planned.final, point!.id).map((t) => `${point!.name}, ${terminalWords(t)}`) });
  }
  blocks.push({ kind: 'heading', text: 'Steps' }, { kind: 'steps', steps: sheetSteps(job, steps) });
  const shown = findings.filter((f) => f.verdict !== 'ok' && f.verdict !== 'note');
  blocks.push({ kind: 'heading', text: 'What stands against it, with its sums', newPage: true });
  if (shown.length === 0) blocks.push({ kind: 'text', text: 'Nothing stands against it.' });
  for (const f of shown) blocks.push(findingBlock(f, job.unit));
  return { title: job.name, subtitle: `${job.houseName} · ${bookWords(job.edition)}`, foot: 'Values from memory and common practice, named beside each; check them with the book.', blocks };
} // prettier-ignore
