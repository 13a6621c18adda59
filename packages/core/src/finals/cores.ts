/**
 * The cores of a final circuit as a network: line, neutral and protective conductor of each run, with its ends at the consumer unit apart,
 * joined, or crossed as each test wants them. What a test reads is solved, not looked up.
 */
import { milliohmPerMetre, warmth } from '../codebook/index.js';
import { Solved, type Branch } from '../circuit/index.js';
import { BOARD, type Final, type FinalRun, type CableSize } from '../model/index.js';
import { shapeOf } from './shape.js';

export const CORES = ['L', 'N', 'E'] as const;
export type Core = (typeof CORES)[number];
/** How the ends of a ring stand at the board: apart, in their terminals, there with the source at rest, or one leg’s on the other’s. */
export type Ends = 'apart' | 'joined' | 'shorted' | Strapped;
type Strapped = 'crossed L N' | 'crossed L E' | 'straight L N' | 'straight L E';
/** What is strapped to line at the board: the other core of the far leg, or of its own. `apart` is read between line and neutral. */
const STRAPPED: Readonly<Record<Strapped | 'apart', { other: Core; cross: boolean }>> = {
  apart: { other: 'N', cross: true },
  'crossed L N': { other: 'N', cross: true },
  'crossed L E': { other: 'E', cross: true },
  'straight L N': { other: 'N', cross: false },
  'straight L E': { other: 'E', cross: false },
};
/** The same ends by somebody who strapped each leg to itself. */
export const uncrossed = (ends: Ends): Ends => (ends === 'crossed L N' ? 'straight L N' : ends === 'crossed L E' ? 'straight L E' : ends);

/** One thing that is not as it was noted. */
export type FinalFault =
  /** a core that doesn’t go through */
  | { is: 'open'; core: Core; runId: string }
  /** a contact of one core with a resistance of its own */
  | { is: 'loose'; core: Core; runId: string; ohm: number }
  /** the whole cable is not there: two legs that don’t meet */
  | { is: 'no cable'; runId: string }
  /** a cable between two points that nobody noted */
  | { is: 'bridge'; from: string; to: string; lengthMm: number }
  /** a point that hangs on a spur of its own, where it was noted on the ring */
  | { is: 'unseen spur'; pointId: string; lengthMm: number }
  | { is: 'longer'; runId: string; byMm: number }
  /** two conductors exchanged at a point */
  | { is: 'swapped'; pointId: string; cores: readonly [Core, Core] }
  /** the ends were joined to their own leg’s, not crossed */
  | { is: 'not crossed' };

export const nodeAt = (core: Core, place: string): string => `${core} ${place}`;
/** The end of a run at the board, while the ends are apart. */
const endAt = (core: Core, run: FinalRun): string => `${core} end of ${run.id}`;

/** What insulation lets through: far above anything a continuity test reads. */
const LEAK_OHM = 1e8;
/** A strap of the tester’s, and a screwed terminal; they stand for a sound contact. */
const CONTACT_OHM = 1e-6;
/** Above this nothing goes through, as a continuity range shows it. */
const OPEN_OHM = 1e5;

export interface CoresOptions {
  ends: Ends;
  /** of the conductors; absent: 20 °C */
  celsius?: number;
  /** mΩ/m of a live core instead of its resistance: half of what the table of drops has for both */
  liveMilliohm?: (size: CableSize) => number;
  faults?: readonly FinalFault[];
  /** mm by run, where a run has none of its own */
  lengths: ReadonlyMap<string, number>;
  /** outside loop from line to earth, Ω; for live readings */
  zeOhm?: number;
}

/** A circuit’s cores, factored once; reads between any two of them. */
export class Cores {
  private readonly solved: Solved;
  private readonly apart: boolean;
  private readonly swaps: ReadonlyMap<string, readonly [Core, Core]>;

  /** Throws RangeError for a run without a length. */
  constructor(
    readonly final: Final,
    { ends, celsius = 20, liveMilliohm, faults = [], lengths, zeOhm }: CoresOptions,
  ) {
    const branches: Branch[] = [];
    const ohm = (id: string, from: string, to: string, value: number) => branches.push({ id, from, to, is: { ohm: Math.max(value, CONTACT_OHM) } }); // prettier-ignore
    const warm = warmth(celsius) / 1e6; // mΩ/m × mm → Ω
    const apart = (this.apart = ends !== 'joined' && ends !== 'shorted');
    this.swaps = new Map(faults.flatMap((f) => (f.is === 'swapped' ? [[f.pointId, f.cores] as const] : [])));
    for (const run of final.runs) {
      if (faults.some((f) => f.is === 'no cable' && f.runId === run.id)) continue;
      const mm = lengths.get(run.id);
      if (mm === undefined) throw new RangeError(`${run.id}: a run without a length has no resistance`);
      const more = faults.reduce((sum, f) => sum + (f.is === 'longer' && f.runId === run.id ? f.byMm : 0), 0);
      const { live, cpc } = milliohmPerMetre(run.size);
      const ofLive = liveMilliohm ? liveMilliohm(run.size) / warmth(celsius) : live;
      for (const core of CORES) {
        if (faults.some((f) => f.is === 'open' && f.runId === run.id && f.core === core)) continue;
        const loose = faults.reduce((sum, f) => sum + (f.is === 'loose' && f.runId === run.id && f.core === core ? f.ohm : 0), 0);
        const node = (end: string) => (end === BOARD && apart ? endAt(core, run) : nodeAt(core, this.place(end, faults)));
        ohm(`${core} ${run.id}`, node(run.ends[0]), node(run.ends[1]), (core === 'E' ? cpc : ofLive) * (mm + more) * warm + loose);
      }
    }
    for (const f of faults) {
      if (f.is !== 'bridge' && f.is !== 'unseen spur') continue;
      const { live, cpc } = milliohmPerMetre(final.runs[0]?.size ?? '2.5/1.5');
      const [from, to, id] = f.is === 'bridge' ? [f.from, f.to, `bridge ${f.from} ${f.to}`] : [`tee ${f.pointId}`, f.pointId, `spur ${f.pointId}`]; // prettier-ignore
      for (const core of CORES) ohm(`${core} ${id}`, nodeAt(core, from), nodeAt(core, to), (core === 'E' ? cpc : live) * f.lengthMm * warm);
    }
    this.tie(ends, faults, ohm);
    if (zeOhm !== undefined) ohm('Ze', nodeAt('L', BOARD), nodeAt('E', BOARD), zeOhm);
    // a point that nothing leads to is there all the same
    for (const p of final.points) for (const core of CORES) ohm(`at ${core} ${p.id}`, nodeAt(core, p.id), 'earth', LEAK_OHM);
    for (const core of CORES) ohm(`at ${core} board`, nodeAt(core, BOARD), 'earth', LEAK_OHM);
    this.solved = new Solved({ earth: 'earth', hertz: 0, leakOhm: LEAK_OHM, branches, sources: [] });
  }

  /** Where the runs of a point meet: at itself, or at a joint ahead of it where it hangs on a spur that nobody noted. */
  private place(end: string, faults: readonly FinalFault[]): string {
    return faults.some((f) => f.is === 'unseen spur' && f.pointId === end) ? `tee ${end}` : end;
  }

  /** What is joined at the board. */
  private tie(ends: Ends, faults: readonly FinalFault[], ohm: (id: string, from: string, to: string, value: number) => void): void {
    const ring = shapeOf(this.final).ring;
    const atBoard = this.final.runs.filter((r) => r.ends.includes(BOARD));
    const strap = (a: string, b: string) => ohm(`strap ${a} ${b}`, a, b, CONTACT_OHM);
    if (ends === 'shorted') strap(nodeAt('L', BOARD), nodeAt('N', BOARD));
    if (ends === 'joined' || ends === 'shorted') return;
    const { other, cross } = STRAPPED[ends];
    const pair: [Core, Core] = ['L', other];
    const [first, last] = ring ? [ring.runs[0]!, ring.runs.at(-1)!] : [undefined, undefined];
    if (ends === 'apart' || !first || !last) {
      // of a radial line and the other core are linked at the board, and read at each point
      if (ends !== 'apart')
        for (const run of atBoard) {
          strap(endAt(pair[0], run), endAt(pair[1], run));
          strap(endAt(pair[0], run), nodeAt(pair[0], BOARD));
        }
      return;
    }
    const straight = !cross || faults.some((f) => f.is === 'not crossed');
    // crossed: line of one leg on the other core of the other leg; straight: each leg’s own
    strap(endAt(pair[0], first), endAt(pair[1], straight ? first : last));
    strap(endAt(pair[0], last), endAt(pair[1], straight ? last : first));
    // spurs from the board stay on their terminals
    for (const run of atBoard) if (run !== first && run !== last) for (const core of CORES) strap(endAt(core, run), nodeAt(core, BOARD));
  }

  /** A core at a point as a tester finds it there. */
  private found(core: Core, place: string): string {
    const swap = this.swaps.get(place);
    const is = swap?.[0] === core ? swap[1] : swap?.[1] === core ? swap[0] : core;
    return nodeAt(is, place);
  }

  /** Resistance between two cores at a place, Ω; Infinity where nothing goes through. */
  between(place: string, a: Core, b: Core): number {
    return this.ohms(this.found(a, place), this.found(b, place));
  }
  /** @internal Names and numbers of nodes, for who solves many faults from one factorisation. */
  endNodes(core: Core, first: FinalRun, last: FinalRun): { a: string; b: string } {
    return { a: endAt(core, first), b: endAt(core, last) };
  }
  /** @internal */
  runNodes(core: Core, runId: string): { a: string; b: string } {
    const run = this.final.runs.find((r) => r.id === runId)!;
    const node = (end: string) => (end === BOARD && this.apart ? endAt(core, run) : nodeAt(core, end));
    return { a: node(run.ends[0]), b: node(run.ends[1]) };
  }
  /** @internal */
  unit(a: string, b: string): Float64Array {
    return this.solved.unit(a, b).re;
  }
  /** @internal */
  at(node: string): number {
    return this.solved.at(node);
  }
  /** @internal */
  has(node: string): boolean {
    return this.solved.has(node);
  }
  /** Of one core from one end of the ring to the other, Ω. */
  endToEnd(core: Core, first: FinalRun, last: FinalRun): number {
    return this.ohms(endAt(core, first), endAt(core, last));
  }
  private ohms(a: string, b: string): number {
    if (a === b) return 0;
    if (!this.solved.has(a) || !this.solved.has(b)) return Infinity;
    const { re } = this.solved.impedanceBetween(a, b);
    return re > OPEN_OHM ? Infinity : re;
  }
  /** What 1 A in at `at` (line to neutral) lets fall between line and neutral at `place`, Ω: for drops, by superposition. Infinity where no run leads there. */
  transferOhm(at: string, place: string): number {
    const unit = this.solved.unit(nodeAt('L', at), nodeAt('N', at));
    const [l, n] = [this.solved.at(nodeAt('L', place)), this.solved.at(nodeAt('N', place))];
    const ohm = (l < 0 ? 0 : unit.re[l]!) - (n < 0 ? 0 : unit.re[n]!);
    return Math.abs(ohm) > OPEN_OHM ? Infinity : ohm;
  }
}
