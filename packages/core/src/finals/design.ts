/** What a final circuit comes to as it lies: lengths, loops, drop, what each leg carries. */
import { designWords } from '../words/finals/design.js';
import {
  atMost,
  DROP_LIMIT_PERCENT,
  DROP_SOURCE,
  FULL_LOAD_C,
  millivoltPerAM,
  milliohmPerMetre,
  term,
  total,
  warmth,
  type Judged,
} from '../codebook/index.js';
import { UK_VOLTS, type Final, type FinalPoint, type FinalRun, type Term } from '../model/index.js';
import { Cores, type FinalFault } from './cores.js';
import { shapeOf } from './shape.js';

export interface Lengths {
  mm: ReadonlyMap<string, number>;
  /** runs without a length of their own: nobody measured them */
  unknown: FinalRun[];
  /** taken from the resistance that was read round the ring, shared evenly by the runs that nobody measured */
  taken: boolean;
}
/**
 * Lengths of all runs in mm. Where some are not known, r1 read round the ring gives what they have together.
 * @param r1Ohm of line end to end, Ω, at 20 °C
 */
export function lengthsOf(final: Final, r1Ohm?: number): Lengths {
  const unknown = final.runs.filter((r) => r.length === undefined);
  const mm = new Map(final.runs.flatMap((r) => (r.length ? [[r.id, r.length.mm] as const] : [])));
  const ring = shapeOf(final).ring;
  if (unknown.length === 0 || r1Ohm === undefined || !ring || unknown.some((r) => !ring.runs.includes(r))) return { mm, unknown, taken: false };
  const known = ring.runs.reduce((sum, r) => sum + (r.length ? (milliohmPerMetre(r.size).live * r.length.mm) / 1e6 : 0), 0);
  const left = r1Ohm - known;
  if (left <= 0) return { mm, unknown, taken: false };
  // each its even share of the ohms
  for (const r of unknown) mm.set(r.id, ((left / unknown.length) * 1e6) / milliohmPerMetre(r.size).live);
  return { mm, unknown, taken: true };
} // prettier-ignore

const WHOLE_A = 32;
/** How a circuit is loaded where drop is reckoned (guidance on final circuits; memory). */
export const RING_FAR_A = 20;

export interface PointLoad {
  pointId: string;
  amps: number;
}
/** Points that something is plugged into, or that take something. */
export const outletsOf = (final: Final): FinalPoint[] => final.points.filter((p) => p.kind !== 'joint');

/** 20 A at one point and the rest spread over all of a ring; all at one point of a radial. */
export function designLoad(final: Final, atPoint: string): PointLoad[] {
  const rating = final.ratingA ?? WHOLE_A;
  if (final.shape === 'radial') return [{ pointId: atPoint, amps: rating }];
  const outlets = outletsOf(final);
  const rest = Math.max(0, rating - RING_FAR_A) / Math.max(1, outlets.length);
  return [...outlets.map((p) => ({ pointId: p.id, amps: rest })), { pointId: atPoint, amps: Math.min(rating, RING_FAR_A) }];
}

export interface Drop {
  pointId: string;
  volts: number;
  percent: number;
}
const warmCores = (final: Final, lengths: ReadonlyMap<string, number>): Cores =>
  new Cores(final, { ends: 'shorted', lengths, celsius: FULL_LOAD_C, liveMilliohm: (size) => millivoltPerAM(size) / 2 });
/** What each load takes off the voltage at one outlet with the heavy load there, V. */
export function dropTerms(final: Final, lengths: ReadonlyMap<string, number>, pointId: string): Term[] {
  const cores = warmCores(final, lengths);
  return designLoad(final, pointId).map(({ pointId: from, amps }) => {
    const ohm = cores.transferOhm(from, pointId);
    const name = final.points.find((p) => p.id === from)!.name;
    return term(name, amps * ohm, 'V', { how: `${amps.toFixed(2)} A × ${(ohm * 1000).toFixed(1)} mΩ` });
  });
}
/** Drop at each outlet with the heavy load there, at full-load temperature; V and % of 230 V. The worst first. */
export function dropsOf(final: Final, lengths: ReadonlyMap<string, number>): Drop[] {
  const cores = warmCores(final, lengths);
  return outletsOf(final)
    .map((p): Drop => {
      // what takes nothing lets nothing fall, also where no run leads to it
      const volts = designLoad(final, p.id).reduce((sum, l) => sum + (l.amps && l.amps * cores.transferOhm(l.pointId, p.id)), 0);
      return { pointId: p.id, volts, percent: (volts / UK_VOLTS) * 100 };
    })
    .sort((a, b) => b.volts - a.volts);
}

export interface Loop {
  pointId: string;
  /** line and protective conductor from the board, at 20 °C, Ω */
  r1r2: number;
  /** with the loop outside; undefined where that was not measured */
  zs: number | undefined;
  /** the same with conductors as warm as full load makes them */
  zsWarm: number | undefined;
}
/** Loop of every point, solved. Infinity: nothing goes through. */
export function loopsOf(final: Final, lengths: ReadonlyMap<string, number>, zeOhm: number | undefined, faults: readonly FinalFault[] = []): Loop[] {
  const cores = new Cores(final, { ends: 'joined', lengths, faults, zeOhm: zeOhm ?? 1e-6 });
  return final.points.map((p): Loop => {
    const whole = cores.between(p.id, 'L', 'E');
    const r1r2 = whole - (zeOhm ?? 1e-6);
    const zs = zeOhm === undefined ? undefined : whole;
    return { pointId: p.id, r1r2, zs, zsWarm: zeOhm === undefined ? undefined : zeOhm + r1r2 * warmth(FULL_LOAD_C) };
  });
} // prettier-ignore

export interface LegCurrents {
  /** A in each run of the ring, in its order; above 0 as it goes round, below 0 the other way */
  runs: { run: FinalRun; amps: number }[];
  /** the most that any run carries */
  worstA: number;
  worst: FinalRun;
}
/** How a ring shares loads between its legs: each load divides by the resistance of the two ways to it (hand formula). */
export function legCurrents(final: Final, lengths: ReadonlyMap<string, number>, loads: readonly PointLoad[]): LegCurrents | undefined {
  const { ring, spurs } = shapeOf(final);
  if (!ring || ring.runs.some((r) => lengths.get(r.id) === undefined)) return undefined;
  const ohm = ring.runs.map((r) => milliohmPerMetre(r.size).live * lengths.get(r.id)!);
  const whole = ohm.reduce((a, b) => a + b, 0);
  const rootOf = new Map(ring.points.map((p) => [p.id, p.id]));
  for (const s of spurs) for (const p of s.points) rootOf.set(p.id, s.from);
  const at = ring.points.map((p) => loads.reduce((sum, l) => sum + (rootOf.get(l.pointId) === p.id ? l.amps : 0), 0));
  // what the first leg brings: of each load the share of the other way’s resistance
  let before = 0;
  let first = 0;
  at.forEach((amps, i) => {
    before += ohm[i]!;
    first += amps * ((whole - before) / whole);
  });
  let amps = first;
  const runs = ring.runs.map((run, i) => {
    const here = { run, amps };
    amps -= at[i] ?? 0;
    return here;
  });
  const worst = runs.reduce((a, b) => (Math.abs(b.amps) > Math.abs(a.amps) ? b : a));
  return { runs, worstA: Math.abs(worst.amps), worst: worst.run };
}

/** Metres round a ring, or of all runs of a radial; undefined while one is not measured. */
export function lengthRound(final: Final): number | undefined {
  const runs = shapeOf(final).ring?.runs ?? final.runs;
  if (runs.length === 0 || runs.some((r) => !r.length)) return undefined;
  return runs.reduce((sum, r) => sum + r.length!.mm, 0) / 1000;
}

/** The most that each run of a ring carries, with the heavy load at the outlet that loads it most; A by run. Empty where lengths are missing. */
export function mostInRuns(final: Final, lengths: ReadonlyMap<string, number> = lengthsOf(final).mm): Map<string, number> {
  const most = new Map<string, number>();
  for (const p of outletsOf(final))
    for (const { run, amps } of legCurrents(final, lengths, designLoad(final, p.id))?.runs ?? [])
      most.set(run.id, Math.max(most.get(run.id) ?? 0, Math.abs(amps)));
  return most;
}

/** Drop at the worst outlet, held against 5 % (Table 4Ab). */
export function dropJudged(final: Final, lengths: Lengths): Judged & { worst?: Drop } {
  if (lengths.unknown.length && !lengths.taken)
    return { verdict: 'can’t tell', ...designWords.lengthsMissing({ unknownCount: lengths.unknown.length }), sums: [], source: DROP_SOURCE }; // prettier-ignore
  const [worst] = dropsOf(final, lengths.mm);
  if (!worst || !Number.isFinite(worst.volts)) return { verdict: 'can’t tell', ...designWords.nothingFed(), sums: [], source: DROP_SOURCE };
  const name = final.points.find((p) => p.id === worst.pointId)!.name;
  const ok = atMost(worst.percent, DROP_LIMIT_PERCENT);
  const terms = dropTerms(final, lengths.mm, worst.pointId);
  return {
    worst,
    verdict: !ok ? 'stop' : lengths.taken ? 'can’t tell' : 'ok',
    ...designWords.lost({ volts: worst.volts, name, ukVolts: UK_VOLTS, shape: final.shape, ringFarA: RING_FAR_A, taken: lengths.taken }),
    source: DROP_SOURCE,
    sums: [
      { terms, result: term('drop', total(terms), 'V') },
      { terms: [term('drop', worst.volts, 'V'), term('nominal', UK_VOLTS, 'V')], formula: 'drop ÷ nominal', result: term('drop', worst.percent, '%'), limit: { ...term('at most', DROP_LIMIT_PERCENT, '%'), relation: '≤' } },
    ], // prettier-ignore
  };
}
