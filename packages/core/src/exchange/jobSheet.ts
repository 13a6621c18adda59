/** The job sheet as blocks of content; the server sets it in type. */
import { printSource } from '../catalog/index.js';
import {
  alikeFindings,
  handWiringSays,
  isWiredByHand,
  plannedBench,
  boxesAlike,
  lampsAlike,
  workOf,
  jobElevation,
  judgeWork,
  ledgerOf,
  sumLines,
  ofWords,
  type AlikeFindings,
  type SumLine,
  type Work,
  type WorkBox,
} from '../ledger/index.js';
import { marksFor, type Elevation } from '../layout/index.js';
import { printMark } from '../measure/index.js';
import type { Finding } from '../codebook/index.js';
import { breakerNumber, plannedSite, type JobInBook, type JobInHouse, type PhotoMark, type Verdict, type Wall } from '../model/index.js';
import {
  askRange,
  capital,
  isTicked,
  judgeAsk,
  minutesOf,
  listed,
  outagesOf,
  printAsked,
  printSpan,
  stepsOf,
  valueOf,
  type Step,
  toolsByStep,
  marksABox,
} from '../work/index.js';
import { materialsOf } from '../takeoff/index.js';
import type { RoutePlanFigure } from '../purpose/index.js';
import { benchDrawing, connectBriefly, wiringDrawing, type BenchDrawing, type WiringDrawing, type WiringPlan } from '../wiring/index.js';

export type SheetBlock =
  | { kind: 'heading'; text: string; newPage?: boolean }
  /** `small`: a list that is read once, not at the wall */
  | { kind: 'text'; text: string; small?: true }
  | { kind: 'caution'; text: string }
  | { kind: 'list'; items: string[]; mark: 'dot' | 'number' | 'box' }
  | { kind: 'table'; columns: string[]; widths: number[]; rows: string[][] }
  /** in two columns, small: what is read with a pencil in the hand */
  | { kind: 'steps'; steps: SheetStep[] }
  | { kind: 'elevation'; elevation: Elevation; caption: string; small?: 'alone' | 'with another' }
  /** `beside`: what is done, in its order, next to the drawing */
  | { kind: 'wiring'; drawing: WiringDrawing; caption: string; beside: string[] }
  | { kind: 'bench'; drawing: BenchDrawing; caption: string }
  | { kind: 'route-plan'; figure: RoutePlanFigure; caption: string }
  /** pictures in pairs, each with its marks drawn over it */
  | { kind: 'photos'; photos: SheetPhoto[] }
  | { kind: 'finding'; verdict: Verdict; title: string; says: string; source: string; sums: SumLine[][]; ask?: string };

/** A photo on paper: its picture is found by the id. */
export interface SheetPhoto {
  id: string;
  caption: string;
  marks: PhotoMark[];
}

export interface SheetStep {
  title: string;
  /** minutes, what must be dead, what waits afterwards */
  about: string;
  says: string[];
  asks: string[];
  cautions: string[];
  done: boolean;
}

export interface JobSheet {
  title: string;
  subtitle: string;
  foot: string;
  blocks: SheetBlock[];
}

export const SAFETY =
  'This sheet helps to plan; it does not replace the local code, a permit, an inspection or a licensed electrician. Code values are from memory: check the adopted local code. Wiring kills and burns: nothing is touched before it is proved dead.';

/** A finding as it is printed, with its sums and source. */
export function findingBlock(finding: Finding, unit: JobInHouse['unit']): SheetBlock {
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

/** The same said of several things, once, with their names. */
const groupBlock = ({ finding, of }: AlikeFindings, unit: JobInHouse['unit']): SheetBlock =>
  findingBlock(of.length > 1 ? { ...finding, title: `${finding.title} (${ofWords(of)})` } : finding, unit);

const beside = (plan: WiringPlan): string[] => [...connectBriefly(plan), ...plan.fold, ...plan.notes];

/** Every wiring of the job; what is done in each box alike is said once, before them. */
function wiringBlocks(w: Work): SheetBlock[] {
  const all = [...boxesAlike(w), ...lampsAlike(w)].map(({ names, wiring }) => ({ names, wiring }));
  const drawn = all.filter(({ wiring }) => isDrawn(wiring));
  const common = drawn.length > 1 ? beside(drawn[0]!.wiring).filter((line) => drawn.every((x) => beside(x.wiring).includes(line))) : [];
  return [
    ...(drawn.length
      ? [
          {
            kind: 'text' as const,
            small: true as const,
            text: `Opened flat, devices seen from the front. ${letters(drawn.map((x) => x.wiring))}.`,
          },
        ]
      : []),
    ...(common.length ? [{ kind: 'text' as const, small: true as const, text: `In each box: ${common.join(' ')}` }] : []),
    ...all.flatMap(({ names, wiring }) => wiringBlock(wiring, names, new Set(common))),
  ];
}

/** What the letters at its conductors mean. */
const LETTERS = { H: 'H hot', R: 'R red hot', S: 'S switched', T: 'T traveller', N: 'N neutral', G: 'G ground' } as const;
const letters = (plans: readonly WiringPlan[]): string => {
  const used = new Set(plans.flatMap((p) => p.joints.flatMap((j) => j.leads.map((l) => l.letter))));
  return (Object.keys(LETTERS) as (keyof typeof LETTERS)[])
    .filter((l) => used.has(l))
    .map((l) => LETTERS[l])
    .join(', ');
};

/** One that was wired by hand is drawn, whatever isn’t known of it. */
const isDrawn = (plan: WiringPlan): boolean => !plan.refused.length && (!plan.missing.length || plan.joints.length > 0);

/** One wiring: drawn, with what is done beside it. */
function wiringBlock(plan: WiringPlan, names: string, common: ReadonlySet<string>): SheetBlock[] {
  const cautions = [...plan.refused, ...plan.missing].map((text): SheetBlock => ({ kind: 'caution', text: `${names}: ${text}` }));
  if (!isDrawn(plan)) return cautions;
  return [
    ...cautions,
    {
      kind: 'wiring',
      drawing: wiringDrawing(plan),
      caption: names,
      beside: beside(plan).filter((line) => !common.has(line)),
    },
  ];
}

/** What is switched off and for how long, on a middle and a bad day. */
const offFor = (steps: readonly Step[]): string =>
  outagesOf(steps)
    .map((o) => `${capital(o.words)} off for about ${printSpan(o.minutes)} (common practice).`)
    .join(' ');
/** Minutes, what must be dead, what waits afterwards. */
const aboutOf = (step: Step, time: Step['time']): string =>
  [
    printSpan(minutesOf(time)),
    step.dead.length && !step.proves.length ? `${listed(step.dead.map((t) => t.words))} proved dead` : '',
    step.wait ? `then ${step.wait.kind} ${printSpan(step.wait.minutes)}` : '',
  ]
    .filter(Boolean)
    .join(' · ');

/** More than this of one kind is read faster in a line than as a list. */
const LIST_OF = 6;
/**
 * Figures that follow each other, “what: how much” or the same of one place after another, run on in one paragraph where there are many;
 * what is to be done stays a line of its own.
 */
function inRuns(lines: readonly string[]): string[] {
  if (lines.length <= LIST_OF) return [...lines];
  const figures = (line: string): boolean => line.length < 120 && /^[^:.]{3,60}: \S*\d/.test(line);
  /** `Lamp 3: hall, 4 ft …` and `Lamp 4: parlour, 2 ft …` are of one kind */
  const kind = (line: string): string | undefined =>
    line.length < 240 && /\d/.test(line) ? /^([^:.]{1,60}):/.exec(line)?.[1]?.replace(/[\d/]+/g, '#') : undefined;
  const runs: string[][] = [];
  for (const line of lines) {
    const last = runs.at(-1);
    const together = last && ((figures(line) && figures(last[0]!)) || (kind(line) !== undefined && kind(line) === kind(last[0]!)));
    if (together) last.push(line);
    else runs.push([line]);
  }
  return runs.map((run) => (run.length > 2 ? run.map((l) => l.replace(/\.$/, '')).join(' · ') : run)).flat();
}

/** A step as it is carried to the wall; what lands where stands beside the drawing of its box. */
function sheetStep(job: JobInBook, step: Step, brief = false): SheetStep {
  const wiring = /^wire-(new|source|lamps)(-\d+)?$/.test(step.id);
  const asks = step.asks.map((ask) => {
    const value = valueOf(job, step.id, ask.key);
    return value
      ? `${ask.label}: ${value.estimated ? 'about ' : ''}${value.as ?? printAsked(ask, value.value, job.unit)} (${judgeAsk(ask, value, job.unit).verdict})`
      : `${ask.label}: ________ ${askRange(ask, job.unit)}`;
  });
  const short = marksABox(step) && step.says.length > 3;
  return {
    title: step.title,
    about: `${aboutOf(step, step.time)}${wiring ? ' · as drawn under Wiring' : short ? ' · marks as under Mark out' : ''}`,
    says: wiring ? [] : short ? [step.says.at(-1)!] : brief && step.brief ? step.brief : inRuns(step.says),
    asks,
    cautions: step.cautions,
    done: isTicked(job, step.id),
  };
}

/** Steps that are done box after box and may as well be done for all boxes, kind after kind. */
const BOX_AFTER_BOX = /^(mark-out|cut-opening|nail-box|cross-studs|open-way|bore-way|lay-cable|set-new-box|wire-new)(-\d+)?$/;

/** The steps of a job on paper: what several boxes ask for alike is said once, what differs behind the name of its box. */
export function sheetSteps(job: JobInBook, steps: readonly Step[]): SheetStep[] {
  const groups = new Map<string, Step[]>();
  for (const s of steps) {
    const kind = BOX_AFTER_BOX.exec(s.id)?.[1] ?? s.id;
    groups.set(kind, [...(groups.get(kind) ?? []), s]);
  }
  return [...groups.values()].map((all) => (all.length === 1 ? sheetStep(job, all[0]!) : together(job, all)));
}

function together(job: JobInBook, all: readonly Step[]): SheetStep {
  const each = all.map((s) => sheetStep(job, s, true));
  const { boxes } = plannedSite(job);
  const names = all.map((s, i) => boxes.find((b) => b.id === s.place?.boxId)?.name ?? s.place?.words ?? `${i + 1}`);
  // the title has their name: a number is enough
  const stem = /^(.*\D)\d+$/.exec(names[0]!)?.[1];
  const numbered = stem !== undefined && names.every((n) => n.startsWith(stem) && /^\d+$/.test(n.slice(stem.length)));
  const place = (i: number): string => (numbered ? names[i]!.slice(stem.length) : names[i]!);
  const common = each[0]!.says.filter((line) => each.every((e) => e.says.includes(line)));
  const [first] = all;
  return {
    ...each[0]!,
    title: `${first!.title}; alike: ${ofWords([...names.slice(1)].sort((a, b) => a.localeCompare(b, 'en', { numeric: true })))}`,
    about: aboutOf(
      first!,
      all.flatMap((s) => s.time),
    ),
    says: inRuns([
      ...each.flatMap((e, i) => {
        const own = e.says.filter((line) => !common.includes(line)).map((line) => line.replace(/\.$/, ''));
        return own.length ? [`${place(i)}: ${own.join('; ')}.`] : [];
      }),
      ...common,
    ]),
    // a value for every box: a line to write on
    asks: first!.asks.map((ask) => {
      const values = all.map((s, i) => {
        const value = valueOf(job, s.id, ask.key);
        return `${i + 1} ${value ? `${value.estimated ? 'about ' : ''}${value.as ?? printAsked(first!.asks[0]!, value.value, job.unit)}` : '____'}`;
      });
      return `${ask.what}, ${askRange(ask, job.unit)}: ${values.join('  ')}`;
    }),
    cautions: [...new Set(each.flatMap((e) => e.cautions))],
    done: each.every((e) => e.done),
  };
}

/** Everything of a job on paper: first the pages that are carried to the wall, behind them the sums. */
export function jobSheet(job: JobInHouse): JobSheet {
  const w = workOf(job);
  const findings = ledgerOf(job);
  const steps = stepsOf(job);
  return {
    title: job.name,
    subtitle: [
      job.houseName,
      w.circuits.map((c) => `circuit ${breakerNumber(w.planned, c)}${c.breakerA ? `, ${c.breakerA} A` : ''}`).join(', ') ||
        'circuit not known',
      `rules ${job.edition}`,
    ]
      .filter(Boolean)
      .join(' · '),
    foot: 'Values from memory: check the adopted local code.',
    blocks: [...carried(job, w, findings, steps), ...appendix(job, w, findings)],
  };
}

const drawnFaces = (w: Work): { wall: Wall; face: 'A' | 'B' }[] => {
  const faces = new Map<string, { wall: Wall; face: 'A' | 'B' }>();
  for (const b of w.boxes) if (b.role !== 'opened') faces.set(`${b.wall.id}/${b.box.face}`, { wall: b.wall, face: b.box.face });
  return [...faces.values()];
};
const seenFrom = (w: Work, wall: Wall, face: 'A' | 'B'): string =>
  `${wall.name}, seen from the ${w.planned.rooms.find((r) => r.id === wall.faces[face].roomId)?.name ?? face}`;

/** What is carried to the wall: what stands against it, marks, wiring, steps, what to bring. */
function carried(job: JobInHouse, w: Work, findings: readonly Finding[], steps: readonly Step[]): SheetBlock[] {
  const worked = w.boxes.filter((b) => b.role !== 'opened');
  const against = alikeFindings(
    findings.filter((f) => f.verdict === 'stop' || f.verdict === 'can’t tell'),
    w.planned,
  );
  const count = (verdict: Verdict): number => findings.filter((f) => f.verdict === verdict).length;
  const blocks: SheetBlock[] = [
    { kind: 'caution', text: SAFETY },
    { kind: 'text', text: `${count('stop')} stop, ${count('can’t tell')} can’t tell, ${count('caution')} caution. ${offFor(steps)}` },
  ];
  if (against.length)
    blocks.push({
      kind: 'list',
      mark: 'box',
      items: against
        .slice(0, 8)
        .map(
          ({ finding: f, of }) =>
            `${f.verdict}: ${f.title}${of.length > 1 ? ` (${ofWords(of)})` : ''}. ${f.verdict === 'stop' ? f.says : (f.ask ?? f.says)}`,
        ),
    });
  if (against.length > 8) blocks.push({ kind: 'text', text: `and ${against.length - 8} more, in the appendix.` });
  if (worked.length) blocks.push({ kind: 'heading', text: 'Mark out' });
  const faces = drawnFaces(w);
  for (const { wall, face } of faces.slice(0, 2))
    blocks.push({
      kind: 'elevation',
      elevation: jobElevation(w, w.planned, wall.id, face, true, true, (b) => judgeWork(w, b)),
      caption: `${seenFrom(w, wall, face)}; dashed is behind the finish`,
      small: faces.length > 1 ? 'with another' : 'alone',
    });
  if (worked.length) blocks.push(marksTable(worked, job.unit));
  blocks.push({ kind: 'heading', text: 'What to bring' });
  blocks.push({
    kind: 'text',
    small: true,
    text: materialsOf(job)
      .map((m) => `${m.what}: ${m.amount}`)
      .join(' · '),
  });
  blocks.push({
    kind: 'text',
    small: true,
    text: `Tools: ${toolsByStep([job])
      .map((t) => t.tool)
      .join(' · ')}`,
  });
  blocks.push({ kind: 'heading', text: 'Wiring' });
  blocks.push(...wiringBlocks(w));
  if (isWiredByHand(job)) blocks.push({ kind: 'caution', text: 'Wiring was made by hand on the bench: it is drawn in the appendix.' });
  blocks.push({ kind: 'heading', text: 'Steps' });
  blocks.push({ kind: 'steps', steps: sheetSteps(job, steps) });
  return blocks;
}

/** The four edges of each opening, from the reference it is nearest measured from; one that all share stands once, over them. */
function marksTable(boxes: readonly WorkBox[], unit: JobInHouse['unit']): SheetBlock {
  const edges = ['left', 'right', 'bottom', 'top'] as const;
  const cells = boxes.map((b) => {
    const marks = marksFor(b.wall, b.box);
    return edges.map((edge) => {
      const m = marks.find((x) => x.edge === edge);
      return m && { mark: printMark(m.distanceMm, unit), from: m.toward === 'up' ? 'up' : `${m.toward} of the ${m.from}` };
    });
  });
  const shared = edges.map((_, i) => {
    const all = new Set(cells.map((row) => row[i]?.from));
    return boxes.length > 1 && all.size === 1 ? [...all][0] : undefined;
  });
  return {
    kind: 'table',
    columns: ['Opening for', ...edges.map((edge, i) => (shared[i] ? `${edge} edge, ${shared[i]}` : edge))],
    widths: [0.24, 0.25, 0.25, 0.13, 0.13],
    rows: boxes.map((b, n) => [b.box.name, ...cells[n]!.map((c, i) => (!c ? '' : shared[i] ? c.mark : `${c.mark} ${c.from}`))]),
  };
}

/** Why, by which sum and source; the other sides of the walls; what each part is for. */
function appendix(job: JobInHouse, w: Work, findings: readonly Finding[]): SheetBlock[] {
  const blocks: SheetBlock[] = [{ kind: 'heading', text: 'Appendix: what stands against it, with its sums', newPage: true }];
  const shown = findings.filter((f) => f.verdict !== 'ok' && f.verdict !== 'note');
  if (shown.length === 0) blocks.push({ kind: 'text', text: 'Nothing stands against it.' });
  for (const group of alikeFindings(shown, w.planned)) blocks.push(groupBlock(group, job.unit));
  const faces = drawnFaces(w);
  const rest = [
    ...faces.slice(2),
    // fed from the other side, or alone: the other face is drawn too
    ...faces
      .filter(({ wall, face }) => w.boxes.some((x) => x.wall === wall && x.box.face !== face) || faces.length === 1)
      .map(({ wall, face }) => ({ wall, face: face === 'A' ? ('B' as const) : ('A' as const) })),
  ].filter(({ wall, face }) => !faces.slice(0, 2).some((f) => f.wall === wall && f.face === face));
  if (rest.length) blocks.push({ kind: 'heading', text: 'The walls from their other sides' });
  for (const { wall, face } of rest)
    blocks.push({
      kind: 'elevation',
      elevation: jobElevation(w, w.planned, wall.id, face, true, true, (b) => judgeWork(w, b)),
      caption: seenFrom(w, wall, face),
    });
  if (isWiredByHand(job)) {
    const bench = plannedBench(w);
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
  blocks.push({ kind: 'heading', text: 'What each part is for' });
  blocks.push({
    kind: 'table',
    columns: ['What', 'How much', 'Why'],
    widths: [0.45, 0.15, 0.4],
    rows: materialsOf(job).map((m) => [m.what, m.amount, m.why]),
  });
  blocks.push({ kind: 'heading', text: 'Sums that are in order' });
  const inOrder = findings.filter((f) => (f.verdict === 'ok' || f.verdict === 'note') && f.sums.length);
  for (const group of alikeFindings(inOrder, w.planned)) blocks.push(groupBlock(group, job.unit));
  return blocks;
}
