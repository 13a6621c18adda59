/**
 * A final circuit with its conductors in hand: which goes into which terminal at each point, and what the instruments of that trade show of
 * it. Nothing is looked up: every lamp and figure comes of the solved network.
 */
import { milliohmPerMetre } from '../codebook/index.js';
import { Solved, type Branch, type Network, type Source } from '../circuit/index.js';
import { BOARD, UK_VOLTS, type Final, type Incoming } from '../model/index.js';
import { CORES, type Core } from './cores.js';
import { shapeOf } from './shape.js';

/** A terminal of an accessory, or none. */
export const LANDINGS = ['L', 'N', 'E', 'loose'] as const;
export type Landing = (typeof LANDINGS)[number];
/** A conductor end that is not in its own terminal. */
export interface Landed {
  runId: string;
  core: Core;
  pointId: string;
  in: Landing;
}
/** How the ends of a ring stand at the board for a dead test. */
export const BENCH_ENDS = ['joined', 'apart', 'crossed L N', 'crossed L E'] as const;
export type BenchEnds = (typeof BENCH_ENDS)[number];

/** Conductor ends, put anew; one that goes back into its own terminal is no more than that. */
export const land = (landed: readonly Landed[], end: Landed): Landed[] => [
  ...landed.filter((x) => x.runId !== end.runId || x.core !== end.core || x.pointId !== end.pointId),
  ...(end.in === end.core ? [] : [end]),
];
export const landingOf = (landed: readonly Landed[], runId: string, core: Core, pointId: string): Landing =>
  landed.find((x) => x.runId === runId && x.core === core && x.pointId === pointId)?.in ?? core;

const CONTACT_OHM = 1e-6;
const LEAK_OHM = 1e9;
/** The supply’s own part of a loop that goes through an electrode, Ω (common practice). */
const TT_SUPPLY_OHM = 0.2;
/** A pole of a residual device, Ω: next to nothing. */
const DEVICE_OHM = 1e-4;
/** Between the star point and the neutral of the board, Ω. */
const NEUTRAL_OHM = 0.05;
/** Where nobody read Ze this is taken, and said (usual for TN-C-S; handbook 28). */
export const TAKEN_ZE_OHM = 0.35;
const at = (core: Core, place: string): string => `${core} ${place}`;

export interface BenchWiring {
  final: Final;
  landed: readonly Landed[];
  /** mm by run */
  lengths: ReadonlyMap<string, number>;
  incoming?: Incoming;
}
function branchesOf({ final, landed, lengths }: BenchWiring, ends: BenchEnds): Branch[] {
  const branches: Branch[] = [];
  const ohm = (id: string, from: string, to: string, value: number) => branches.push({ id, from, to, is: { ohm: Math.max(value, CONTACT_OHM) } }); // prettier-ignore
  const ring = shapeOf(final).ring;
  const legs = ring ? [ring.runs[0]!, ring.runs.at(-1)!] : [];
  const apart = ends !== 'joined';
  for (const run of final.runs) {
    const mm = lengths.get(run.id);
    if (mm === undefined) throw new RangeError(`${run.id}: a run without a length has no resistance`);
    const { live, cpc } = milliohmPerMetre(run.size);
    for (const core of CORES) {
      const node = (end: string): string => {
        if (end === BOARD) return apart && legs.includes(run) ? `${core} end of ${run.id}` : at(core, BOARD);
        const landing = landingOf(landed, run.id, core, end);
        return landing === 'loose' ? `loose ${core} ${run.id} ${end}` : at(landing, end);
      };
      ohm(`${core} ${run.id}`, node(run.ends[0]), node(run.ends[1]), ((core === 'E' ? cpc : live) * mm) / 1e6);
    }
  }
  // of a radial line and the other core are linked at the board
  const pair: readonly [Core, Core] = ends === 'crossed L E' ? ['L', 'E'] : ['L', 'N'];
  if (ends === 'crossed L N' || ends === 'crossed L E') {
    const [a, b] = legs;
    if (a && b && a !== b) {
      ohm('cross 1', `${pair[0]} end of ${a.id}`, `${pair[1]} end of ${b.id}`, CONTACT_OHM);
      ohm('cross 2', `${pair[0]} end of ${b.id}`, `${pair[1]} end of ${a.id}`, CONTACT_OHM);
    } else ohm('link', at(pair[0], BOARD), at(pair[1], BOARD), CONTACT_OHM);
  }
  for (const place of [BOARD, ...final.points.map((p) => p.id)]) for (const core of CORES) ohm(`leak ${core} ${place}`, at(core, place), 'earth', LEAK_OHM); // prettier-ignore
  return branches;
}

/** Locked off: resistances between two things, Ω; Infinity where nothing goes through. */
export function deadOhm(wiring: BenchWiring, ends: BenchEnds, a: string, b: string): number {
  const solved = new Solved({ earth: 'earth', hertz: 0, leakOhm: LEAK_OHM, branches: branchesOf(wiring, ends), sources: [] });
  if (a === b) return 0;
  if (!solved.has(a) || !solved.has(b)) return Infinity;
  const { re } = solved.impedanceBetween(a, b);
  return re > LEAK_OHM / 100 ? Infinity : re;
}
export const pointNode = at;
/** End to end of one core of a ring, Ω. */
export function endToEndOhm(wiring: BenchWiring, core: Core): number {
  const ring = shapeOf(wiring.final).ring;
  if (!ring) return Infinity;
  return deadOhm(wiring, 'apart', `${core} end of ${ring.runs[0]!.id}`, `${core} end of ${ring.runs.at(-1)!.id}`);
}
/** Between two cores of the whole circuit at the board, everything unplugged, the links to the supply out; MΩ. */
export const insulationMohm = (wiring: BenchWiring, a: Core, b: Core): number => {
  const ohm = deadOhm(wiring, 'joined', at(a, BOARD), at(b, BOARD));
  return Number.isFinite(ohm) ? ohm / 1e6 : Infinity;
};

/** Switched on: the circuit behind its device, supply and earth. */
export function liveBranches(wiring: BenchWiring, extra: readonly Branch[] = []): Network {
  const ze = wiring.incoming?.zeOhm ?? TAKEN_ZE_OHM;
  // an electrode is nearly all of its loop; else half of it is the supplier’s line, half its earth
  const earthOhm = wiring.incoming?.earthing === 'TT' ? ze - Math.min(ze / 2, TT_SUPPLY_OHM) : ze / 2;
  const source: Source = { id: 'supply', from: 'earth', to: 'supply', volts: { re: UK_VOLTS, im: 0 }, ohm: ze - earthOhm };
  return {
    ...{ earth: 'earth', hertz: 50, leakOhm: LEAK_OHM, sources: [source] },
    branches: [
      ...branchesOf(wiring, 'joined'),
      // both poles go through the device, which weighs what leaves against what comes back
      { id: 'device line', from: 'supply', to: at('L', BOARD), is: { ohm: DEVICE_OHM } },
      { id: 'device neutral', from: 'star', to: at('N', BOARD), is: { ohm: DEVICE_OHM } },
      { id: 'neutral of the supply', from: 'star', to: 'earth', is: { ohm: NEUTRAL_OHM } },
      { id: 'earth of the supply', from: at('E', BOARD), to: 'earth', is: { ohm: earthOhm } },
      ...extra,
    ],
  };
}
const live = (wiring: BenchWiring, extra: readonly Branch[] = []): Solved => new Solved(liveBranches(wiring, extra));

/**
 * What a socket tester of three lamps is made of: a lamp between each pair, Ω; and from how many volts on it counts as lit. Two in line share
 * the voltage, and glow faintly at best (common practice; lamps differ).
 */
const LAMP_OHM = 100_000;
export const LIT_V = 150;
export const LAMP_PAIRS = [
  ['L', 'E'],
  ['L', 'N'],
  ['N', 'E'],
] as const;
export interface SocketTester {
  lamps: { pair: string; lit: boolean; volts: number }[];
  /** `110`: the lamps in their order */
  pattern: string;
}
/** Plugged in, live. */
export function socketTester(wiring: BenchWiring, pointId: string): SocketTester {
  const lamps = LAMP_PAIRS.map(([a, b]): Branch => ({
    id: `lamp ${a}${b}`,
    from: at(a, pointId),
    to: at(b, pointId),
    is: { ohm: LAMP_OHM },
  }));
  const solved = live(wiring, lamps);
  const shown = LAMP_PAIRS.map(([a, b]) => {
    const [va, vb] = [solved.state.volts(at(a, pointId)), solved.state.volts(at(b, pointId))];
    const volts = Math.hypot(va.re - vb.re, va.im - vb.im);
    return { pair: `${a}–${b}`, lit: volts >= LIT_V, volts };
  });
  return { lamps: shown, pattern: shown.map((l) => (l.lit ? '1' : '0')).join('') };
}

/** One thing wrong at a point: its conductors of one core all out, or two cores exchanged. */
export const MISTAKES = ['line out', 'neutral out', 'earth out', 'line and neutral exchanged', 'line and earth exchanged', 'neutral and earth exchanged'] as const; // prettier-ignore
export type Mistake = (typeof MISTAKES)[number];
const OUT: Readonly<Partial<Record<Mistake, Core>>> = { 'line out': 'L', 'neutral out': 'N', 'earth out': 'E' };
const EXCHANGED: Readonly<Partial<Record<Mistake, readonly [Core, Core]>>> = { 'line and neutral exchanged': ['L', 'N'], 'line and earth exchanged': ['L', 'E'], 'neutral and earth exchanged': ['N', 'E'] }; // prettier-ignore
/** Conductor ends of one mistake. */
export function mistakeAt(final: Final, pointId: string, mistake: Mistake): Landed[] {
  const here = final.runs.filter((r) => r.ends.includes(pointId));
  const out = OUT[mistake];
  if (out) return here.map((r) => ({ runId: r.id, core: out, pointId, in: 'loose' }));
  const [a, b] = EXCHANGED[mistake]!;
  return here.flatMap((r): Landed[] => [
    { runId: r.id, core: a, pointId, in: b },
    { runId: r.id, core: b, pointId, in: a },
  ]);
}
/** What of one point gives a pattern of lamps there, and whether all in order does: derived by trying each. */
export function patternMeans(
  wiring: Omit<BenchWiring, 'landed'>,
  pointId: string,
  pattern: string,
): { right: boolean; mistakes: Mistake[] } {
  const shows = (landed: readonly Landed[]): string => socketTester({ ...wiring, landed }, pointId).pattern;
  return { right: shows([]) === pattern, mistakes: MISTAKES.filter((m) => shows(mistakeAt(wiring.final, pointId, m)) === pattern) };
}

/** Loop of line and earth at a point as a loop tester reads it, Ω; Infinity: no reading. */
const NO_LOOP_OHM = 2000;
export function loopOhm(wiring: BenchWiring, pointId: string): number {
  const solved = live(wiring);
  // without voltage between them it shows nothing
  const [l, e] = [solved.state.volts(at('L', pointId)), solved.state.volts(at('E', pointId))];
  if (Math.hypot(l.re - e.re, l.im - e.im) < LIT_V) return Infinity;
  const z = solved.impedanceBetween(at('L', pointId), at('E', pointId));
  const ohm = Math.hypot(z.re, z.im);
  return ohm > NO_LOOP_OHM ? Infinity : ohm;
}
/** Something wrong to be found, drawn by numbers from 0 to 1. */
export function drawnMistake(final: Final, random: () => number): Landed[] {
  const points = final.points.filter((p) => p.kind !== 'joint' && final.runs.some((r) => r.ends.includes(p.id)));
  const pick = <T>(list: readonly T[]): T => list[Math.min(list.length - 1, Math.floor(random() * list.length))]!;
  const point = pick(points);
  const run = pick(final.runs.filter((r) => r.ends.includes(point.id)));
  // one conductor of one cable is out as often as a whole terminal
  return random() < 0.4
    ? [{ runId: run.id, core: pick(CORES), pointId: point.id, in: 'loose' }]
    : mistakeAt(final, point.id, pick(MISTAKES));
}
