/**
 * What is to be done, derived from the plan: a graph of steps with their places, what each waits for, what must be dead for it. The list
 * is one order of it that a single pair of hands can follow.
 */
import { inPlaceBoxes, numbered, runTo, workOf, type Work, type WorkBox, type WorkRun } from '../ledger/index.js';
import { onSurface } from '../layout/index.js';
import { baysLooked, openFraming, type JobInHouse } from '../model/index.js';
import { closeBoxes, record, testAll } from './finish.js';
import { inPlace } from './inPlace.js';
import { breakerSwaps, isolationOf, isolationsOf, off, on, type Isolation } from './isolation.js';
import { lampSteps } from './lamps.js';
import { closing, plaster } from './makingGood.js';
import { cutNeedsDead, goingOn, inOpenFraming, layAlong, markOut, newSide, opened, openingsLooked, roughIn } from './newBox.js';
import { sourceSide } from './oldBox.js';
import { panelSide, protectFirst, swapBreakers } from './panelEnd.js';
import { racewaySteps } from './raceway.js';
import { inOrder, step, type At, type Draft, type Step } from './step.js';
import { spent } from './times.js';

const ids = (drafts: readonly Draft[]): string[] => drafts.map((d) => d.id);
const proved = (iso: Isolation | undefined): string => numbered('prove-dead', iso?.n ?? 0);
const at = (w: Work, n: number, iso: Isolation | undefined): At => ({ w, n, dead: iso?.targets ?? [], proved: proved(iso) });

/** All steps of a job, each after those it rests on; none while nothing is planned. */
export function stepsOf(job: JobInHouse): Step[] {
  const w = workOf(job);
  if (w.boxes.length === 0) return [];
  const news = w.boxes.filter((b) => b.role === 'new');
  const surface = news.filter((b) => onSurface(b.box));
  const body = surface.length ? raceway(w, surface) : news.length ? newBoxes(w, news) : oldBoxes(w, 0);
  const drafts = [prepare(w), ...body];
  const done = new Set(drafts.flatMap((d) => d.changeIds));
  const before = new Set(drafts.flatMap((d, i) => d.after ?? (i === 0 ? [] : [drafts[i - 1]!.id])));
  return inOrder([
    ...drafts,
    record(
      w,
      done,
      ids(drafts).filter((id) => !before.has(id)),
    ),
  ]);
}

function prepare(w: Work): Draft {
  const panelWork = w.ownCircuit !== undefined || breakerSwaps(w).length > 0;
  return step(
    'prepare',
    'Before anything is opened',
    [spent('sheets and moving things')],
    [
      'Ask the building department whether this needs a permit and who may do it.',
      'Lay out what the list says: cable, box, device, connectors, tools, tester with fresh batteries.',
    ],
    {
      after: [],
      cautions: panelWork
        ? [
            `The plan asks for a new breaker${w.ownCircuit?.panelId === undefined ? ': the service lugs stay live with the main off' : ' in a subpanel'}. Unless you are licensed, have a licensed electrician do it.`,
          ]
        : [],
    },
  );
}

/** What was opened is closed, another breaker set behind the main, everything on again and tested. */
function closeAll(w: Work, isolations: readonly Isolation[], last: ReadonlyMap<number, string[]>): Draft[] {
  const swaps = !w.ownCircuit && breakerSwaps(w).length > 0;
  const main = swaps ? isolations.find((i) => i.main) : undefined;
  const circuits = isolations.filter((i) => i !== main);
  const closed = circuits.map((iso) => {
    const devices = iso.boxes.reduce((n, x) => n + x.box.devices.length, 0);
    return closeBoxes(w, iso.n, iso.targets, last.get(iso.n) ?? [proved(iso)], devices, iso.main);
  });
  const swapped = main
    ? [...off(w, main, ids(closed)), ...swapBreakers(w, main.targets), on(w, main, [numbered('swap-breaker', breakerSwaps(w).length - 1)])]
    : [];
  const powered = circuits.map((iso, i) => on(w, iso, [closed[i]!.id, ...(main ? [numbered('energise', main.n)] : [])]));
  return [...closed, ...swapped, ...powered, testAll(w, ids(powered))];
}

/** The steps of each source box, behind the proof of its own circuit. */
function sources(
  w: Work,
  runs: readonly (WorkRun | undefined)[],
  isolations: readonly Isolation[],
  how: { tailFirst: boolean; laid: (n: number) => string[]; far: (n: number) => string[] },
): { drafts: Draft[]; last: Map<number, string[]> } {
  const last = new Map<number, string[]>();
  const drafts: Draft[] = [];
  const seen = new Set<WorkBox>();
  const ends = (n: number, id: string): void => void last.set(n, [...(last.get(n) ?? []), id]);
  runs.forEach((r, n) => {
    if (!r?.from || r.from.role === 'new') return;
    const iso = isolationOf(isolations, r.from);
    const side = sourceSide(at(w, n, iso), r, r.from, { tailFirst: how.tailFirst, laid: how.laid(n), far: how.far(n) }, seen);
    drafts.push(...side);
    ends(iso?.n ?? 0, side.at(-1)!.id);
  });
  for (const { n, draft } of protectFirst(w, isolations)) {
    drafts.push(draft);
    ends(n, draft.id);
  }
  return { drafts, last };
}

/** Boxes that are moved, enlarged, exchanged or only opened beside what is new. */
const others = (w: Work): WorkBox[] => {
  const starts = new Set(w.runs.flatMap((r) => r.from ?? []));
  const ends = new Set(w.runs.map((r) => r.to));
  return w.boxes.filter((b) => b.role !== 'new' && !starts.has(b) && !ends.has(b));
};

function newBoxes(w: Work, all: readonly WorkBox[]): Draft[] {
  const { job } = w;
  const news = all.filter((b) => !onSurface(b.box));
  const runs = news.map((b) => runTo(w, b));
  const isolations = isolationsOf(w);
  const primary = isolations[0];
  // studs between are bored in sight where the framing is open
  const looked = (b: WorkBox, r: WorkRun | undefined): boolean =>
    !cutNeedsDead(w, b) &&
    (openFraming(b.wall) || (r?.crossings ?? []).every((x) => baysLooked(b.wall, x.opening))) &&
    openingsLooked(w, r);
  const tailFirst = job.schools.outage === 'new side first' && news.every((b, i) => looked(b, runs[i]));
  const offFirst = !tailFirst && job.schools.outage === 'off at the start';
  const here = (n: number): At => at(w, n, primary);
  const marks = news.map((b, n) => markOut(here(n), b));
  const cuts = news.map((b, n) => opened(here(n), b, runs[n], offFirst));
  const cutDone = (b: WorkBox | undefined): string[] => {
    const n = b ? news.indexOf(b) : -1;
    // the box’s own opening, and the last of its cable’s way: neither waits for the other
    return n < 0 ? [] : [...new Set([cuts[n]![0]!.id, cuts[n]!.at(-1)!.id])];
  };
  const lays = runs.flatMap((r, n) => (r ? layAlong(here(n), r, tailFirst, [...cutDone(r.to), ...cutDone(r.from)]) : []));
  const lamps = lampSteps(w);
  /** what lies there once the cable of a box is in its wall */
  const laid = (n: number): string[] => (runs[n]?.traced ? [numbered('lay-cable', n)] : cutDone(news[n]));
  const fished = (n: number): string[] => {
    const r = runs[n];
    return !tailFirst && r && !r.traced && r.from && r.from.role !== 'new' ? [numbered('fish', n)] : laid(n);
  };
  const onward = (n: number): number[] => goingOn(w, news, news[n]!);
  const lampsFrom = (n: number): boolean => w.lampRuns.some((r) => r.from === news[n]);
  const sides = news.flatMap((b, n) =>
    newSide(here(n), b, runs[n], {
      tailFirst,
      before: [...fished(n), ...onward(n).flatMap(laid), ...(lampsFrom(n) ? ['lamp-cable'] : [])],
      far: [...onward(n).map((m) => numbered('wire-new', m)), ...(lampsFrom(n) ? ['wire-lamps'] : [])],
    }),
  );
  const wired = news.map((_, n) => numbered('wire-new', n));
  const open = news.flatMap((b, n) => (inOpenFraming(b) ? [numbered('set-new-box', n)] : []));
  const rough = roughIn(news.filter(inOpenFraming), open);
  const { drafts: side, last } = sources(w, runs, isolations, {
    tailFirst,
    laid: (n) => (runs[n]?.traced || !tailFirst ? laid(n) : [numbered('set-new-box', n)]),
    far: (n) => [wired[n]!],
  });
  const panel = panelSide(w, isolations.find((i) => i.main)?.targets ?? [], [
    proved(isolations.find((i) => i.main)),
    ...runs.flatMap((r, n) => (r?.traced ? [numbered('lay-cable', n)] : [])),
    ...wired,
  ]);
  if (panel.length) last.set(primary!.n, [...(last.get(primary!.n) ?? []), panel.at(-1)!.id]);
  const source = [...side, ...panel];
  const beside = besides(w, isolations, news.length, last);
  const circuits = isolations.filter((i) => !i.main || w.ownCircuit);
  const isolate = (after: string[]): Draft[] => circuits.flatMap((iso) => off(w, iso, [...after, ...(beside.marks.get(iso.n) ?? [])]));
  const done = closeAll(w, isolations, last);
  // off at the start, the new side is set and connected between what is opened and what is joined there
  const between = [...source.slice(0, -1), ...rough, ...sides, ...source.slice(-1)];
  const drafts = tailFirst
    ? [...marks, ...cuts.flat(), ...lays, ...lamps, ...rough, ...sides, ...beside.marked, ...isolate(wired), ...source]
    : offFirst
      ? [...beside.marked, ...isolate(['prepare']), ...marks, ...cuts.flat(), ...lays, ...lamps, ...between]
      : [...marks, ...beside.marked, ...lamps, ...isolate([...ids(marks), ...ids(lamps)]), ...cuts.flat(), ...lays, ...between];
  // in open framing a stud is bored and nothing is closed again
  const crossings = runs.flatMap((r) => (r && !openFraming(r.to.wall) ? r.crossings : []));
  const blocks = runs.flatMap((r) => (r && !openFraming(r.to.wall) ? r.blocks : []));
  const openings = runs.flatMap((r) => r?.traced?.openings ?? []);
  const chases = runs.flatMap((r) => r?.traced?.chases ?? []);
  return [
    ...drafts,
    ...beside.work,
    ...done,
    ...closing(
      w,
      [...[...crossings, ...blocks, ...openings].map((x) => x.patch), ...beside.patches],
      blocks.length + openings.length
        ? 'Close the openings'
        : crossings.length > 1
          ? 'Close the openings at the studs'
          : 'Close the opening at the stud',
      ['test'],
    ),
    ...plaster(chases, ['test']),
  ];
}

/** Boxes of the plan that are only worked at where they are, behind the proof of whatever is in them. */
function besides(w: Work, isolations: readonly Isolation[], from: number, last: Map<number, string[]>) {
  const works = others(w).map((b, i) => {
    const iso = isolationOf(isolations, b);
    const work = inPlace(at(w, from + i, iso), b);
    const n = iso?.n ?? 0;
    last.set(n, [...(last.get(n) ?? []), work.last]);
    return { ...work, n };
  });
  const marks = new Map<number, string[]>();
  for (const x of works) marks.set(x.n, [...(marks.get(x.n) ?? []), ...ids(x.marks)]);
  return {
    marks,
    marked: works.flatMap((x) => x.marks),
    work: works.flatMap((x) => x.work),
    workOf: (n: number): Draft[] => works.filter((x) => x.n === n).flatMap((x) => x.work),
    patches: works.flatMap((x) => x.patches),
  };
}

/** Only boxes that are there: circuit after circuit, each off for its own boxes alone. */
function oldBoxes(w: Work, from: number): Draft[] {
  const isolations = isolationsOf(w);
  const last = new Map<number, string[]>();
  const beside = besides(w, isolations, from, last);
  for (const { n, draft } of protectFirst(w, isolations)) last.set(n, [...(last.get(n) ?? []), draft.id]);
  const swaps = breakerSwaps(w).length > 0;
  const circuits = isolations.filter((i) => !i.main);
  const done = closeAll(w, isolations, last);
  const protect = protectFirst(w, isolations);
  const first = (iso: Isolation): Draft[] => [
    ...off(w, iso, ['prepare', ...(beside.marks.get(iso.n) ?? [])]),
    ...beside.workOf(iso.n),
    ...protect.filter((p) => p.n === iso.n).map((p) => p.draft),
  ];
  const body =
    circuits.length > 1 && !swaps
      ? // one circuit is on again before the next is off
        [
          ...circuits.flatMap((iso) => [
            ...first(iso),
            ...done.filter((d) => d.id === numbered('close-boxes', iso.n) || d.id === numbered('energise', iso.n)),
          ]),
          done.at(-1)!,
        ]
      : [...circuits.flatMap(first), ...done];
  const open = inPlaceBoxes(w).length > 0;
  return [...beside.marked, ...body, ...(open ? closing(w, beside.patches, 'Close the old opening', ['test']) : [])];
}

function raceway(w: Work, surface: readonly WorkBox[]): Draft[] {
  const isolations = isolationsOf(w);
  const runs = surface.map((b) => runTo(w, b));
  const { drafts: side, last } = sources(w, runs, isolations, {
    tailFirst: true,
    laid: () => ['pull-wires'],
    far: () => surface.map((_, n) => numbered('wire-new', n)),
  });
  const main = isolations.find((i) => i.main);
  const panel = panelSide(w, main?.targets ?? [], [proved(main), ...surface.map((_, n) => numbered('wire-new', n))]);
  const circuits = isolations.filter((i) => !i.main || w.ownCircuit);
  const isolate = circuits.flatMap((iso) => off(w, iso, undefined));
  last.set(0, ['covers']);
  return racewaySteps(w, surface, isolate, [...side, ...panel], closeAll(w, isolations, last));
}
