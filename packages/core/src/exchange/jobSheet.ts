/** The job sheet as blocks of content; the server sets it in type. */
import { printSource } from '../catalog/index.js';
import {
  handWiringSays,
  inWiringOrder,
  lampsAlike,
  wiringOf,
  workOf,
  jobElevation,
  ledgerOf,
  sumLines,
  type SumLine,
} from '../ledger/index.js';
import { marksFor, type Elevation } from '../layout/index.js';
import { printLength, printMark } from '../measure/index.js';
import type { Finding, JobInHouse, Verdict, Wall } from '../model/index.js';
import { isTicked, judgeAsk, outageMinutes, PROOF_LABELS, PROOF_ORDER, stepsOf, valueOf } from '../steps/index.js';
import { materialsOf, toolsOf } from '../takeoff/index.js';
import type { RoutePlanFigure } from '../want/index.js';
import { benchDrawing, wiringDrawing, type BenchDrawing, type WiringDrawing, type WiringPlan } from '../wiring/index.js';

export type SheetBlock =
  | { kind: 'heading'; text: string; newPage?: boolean }
  | { kind: 'text'; text: string }
  | { kind: 'caution'; text: string }
  | { kind: 'list'; items: string[]; mark: 'dot' | 'number' | 'box' }
  | { kind: 'table'; columns: string[]; widths: number[]; rows: string[][] }
  | { kind: 'elevation'; elevation: Elevation; caption: string }
  | { kind: 'wiring'; drawing: WiringDrawing; caption: string }
  | { kind: 'bench'; drawing: BenchDrawing; caption: string }
  | { kind: 'route-plan'; figure: RoutePlanFigure; caption: string }
  | { kind: 'finding'; verdict: Verdict; title: string; says: string; source: string; sums: SumLine[][]; ask?: string };

export interface JobSheet {
  title: string;
  subtitle: string;
  foot: string;
  blocks: SheetBlock[];
}

const SAFETY =
  'This sheet helps to plan; it does not replace the local code, a permit, an inspection or a licensed electrician. Code values are from memory: check the adopted local code. Wiring kills and burns: nothing is touched before it is proved dead.';

function findingBlock(finding: Finding, unit: JobInHouse['unit']): SheetBlock {
  return {
    kind: 'finding',
    verdict: finding.verdict,
    title: finding.title,
    says: finding.says,
    source: printSource(finding.source),
    sums: finding.sums.map((s) => sumLines(s, unit)),
    ask: finding.ask,
  };
}

function wiringBlocks(plan: WiringPlan, heading: string, apart: boolean): SheetBlock[] {
  if (plan.refused.length || plan.missing.length)
    return [
      { kind: 'heading', text: heading },
      ...[...plan.refused, ...plan.missing].map((text): SheetBlock => ({ kind: 'caution', text })),
    ];
  return [
    { kind: 'heading', text: heading },
    {
      kind: 'wiring',
      drawing: wiringDrawing(plan),
      caption: 'Opened flat, devices seen from the front. H hot, S switched, T traveller, N neutral, G ground.',
    },
    ...(apart && plan.takeApart.length
      ? [{ kind: 'text', text: 'Take apart' } as const, { kind: 'list', items: plan.takeApart, mark: 'number' } as const]
      : []),
    { kind: 'text', text: 'Connect, in this order' },
    { kind: 'list', items: plan.connect, mark: 'number' },
    { kind: 'text', text: 'Fold' },
    { kind: 'list', items: plan.fold, mark: 'number' },
    ...(plan.notes.length ? [{ kind: 'list', items: plan.notes, mark: 'dot' } as const] : []),
  ];
}

/** Everything a person takes to the wall: drawings, marks, sums, wiring, steps, what to bring, cautions. */
export function jobSheet(job: JobInHouse): JobSheet {
  const w = workOf(job);
  const findings = ledgerOf(job);
  const steps = stepsOf(job);
  const roomOf = (wall: Wall, face: 'A' | 'B') => w.planned.rooms.find((r) => r.id === wall.faces[face].roomId)?.name ?? face;
  const worked = w.boxes.filter((b) => b.role !== 'opened');
  const stops = findings.filter((f) => f.verdict === 'stop');
  const unknown = findings.filter((f) => f.verdict === 'can’t tell');
  const blocks: SheetBlock[] = [
    { kind: 'caution', text: SAFETY },
    {
      kind: 'text',
      text: `${stops.length} stop, ${unknown.length} can’t tell, ${findings.filter((f) => f.verdict === 'caution').length} caution. Circuit off for about ${outageMinutes(steps)} min (common practice).`,
    },
  ];
  if (worked.length) blocks.push({ kind: 'heading', text: 'Mark out' });
  const drawn = new Set<string>();
  const draw = (wall: Wall, face: 'A' | 'B', first: boolean): void => {
    if (drawn.has(`${wall.id}/${face}`)) return;
    drawn.add(`${wall.id}/${face}`);
    blocks.push({
      kind: 'elevation',
      elevation: jobElevation(w, w.planned, wall.id, face, true, true),
      caption: first
        ? `${wall.name}, seen from the ${roomOf(wall, face)}; dashed is behind the finish`
        : `The same wall, seen from the ${roomOf(wall, face)}`,
    });
  };
  for (const b of worked) {
    draw(b.wall, b.box.face, true);
    blocks.push({
      kind: 'table',
      columns: [worked.length > 1 ? `Opening for ${b.box.name}` : 'Edge of the opening', 'Measured from', 'Distance'],
      widths: [0.3, 0.45, 0.25],
      rows: marksFor(b.wall, b.box).map((m) => [
        m.edge,
        `${m.from}, ${m.toward === 'up' ? 'up' : `to the ${m.toward}`}`,
        printMark(m.distanceMm, job.unit),
      ]),
    });
    if (w.boxes.some((x) => x.wall === b.wall && x.box.face !== b.box.face) || worked.length === 1)
      draw(b.wall, b.box.face === 'A' ? 'B' : 'A', false);
  }
  blocks.push({ kind: 'heading', text: 'What stops it, and what to look at' });
  const shown = findings.filter((f) => f.verdict !== 'ok' && f.verdict !== 'note');
  if (shown.length === 0) blocks.push({ kind: 'text', text: 'Nothing stands against it.' });
  for (const finding of shown) blocks.push(findingBlock(finding, job.unit));
  for (const b of inWiringOrder(w)) {
    const { box, hadDevices } = b;
    blocks.push(...wiringBlocks(wiringOf(w, b), `Wiring of ${box.name}`, hadDevices.length > 0));
  }
  for (const { names, wiring } of lampsAlike(w)) blocks.push(...wiringBlocks(wiring, `Wiring of ${names}`, false));
  const bench = job.bench?.planned;
  if (bench) {
    blocks.push(
      { kind: 'heading', text: 'Wiring as made on the bench' },
      {
        kind: 'bench',
        drawing: benchDrawing(bench, job.unit),
        caption: 'Made by hand in place of the plan; boxes opened flat, devices seen from the front. H hot, N neutral, G ground.',
      },
    );
    const says = handWiringSays(bench, job.edition);
    for (const text of [...says.stops, ...says.unknown]) blocks.push({ kind: 'caution', text });
  }
  blocks.push({ kind: 'heading', text: 'Steps' });
  blocks.push({
    kind: 'caution',
    text: `Proof of dead, in this order: ${PROOF_ORDER.map((k) => PROOF_LABELS[k].toLowerCase()).join('; ')}.`,
  });
  for (const [i, step] of steps.entries()) {
    const asks = step.asks.map((ask) => {
      const value = valueOf(job, step.id, ask.key);
      return value
        ? `${ask.label}: ${value.as ?? (ask.unit === 'V' ? `${value.value} V` : printLength(value.value, job.unit))} (${judgeAsk(ask, value, job.unit).verdict})`
        : `${ask.label}: ________ ${judgeAsk(ask, undefined, job.unit).says.replace('measure it: ', '')}`;
    });
    blocks.push({ kind: 'text', text: `${i + 1}. ${step.title} · ${step.minutes} min${step.needsDead ? ' · only once proved dead' : ''}` });
    blocks.push({ kind: 'list', items: [...step.says, ...asks], mark: isTicked(job, step.id) ? 'dot' : 'box' });
    for (const text of step.cautions) blocks.push({ kind: 'caution', text });
  }
  blocks.push({ kind: 'heading', text: 'What to bring' });
  blocks.push({
    kind: 'table',
    columns: ['What', 'How much', 'Why'],
    widths: [0.45, 0.15, 0.4],
    rows: materialsOf(job).map((m) => [m.what, m.amount, m.why]),
  });
  blocks.push({ kind: 'list', items: toolsOf(job), mark: 'box' });
  blocks.push({ kind: 'heading', text: 'Sums that are in order' });
  for (const finding of findings.filter((f) => (f.verdict === 'ok' || f.verdict === 'note') && f.sums.length))
    blocks.push(findingBlock(finding, job.unit));
  return {
    title: job.name,
    subtitle: [
      job.houseName,
      w.circuits.map((c) => `circuit ${c.number}${c.breakerA ? `, ${c.breakerA} A` : ''}`).join(', ') || 'circuit not known',
      `rules ${job.edition}`,
    ]
      .filter(Boolean)
      .join(' · '),
    foot: 'Values from memory: check the adopted local code.',
    blocks,
  };
}
