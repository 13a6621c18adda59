/**
 * What every test of a ring reads with one thing otherwise, for many such things: the sound cores are factored once for each way that the
 * ends stand at the board, and a fault is a change of at most three of their branches (Woodbury, one solution a branch).
 */
import { milliohmPerMetre } from '../codebook/index.js';
import type { Final, Incoming } from '../model/index.js';
import { CORES, Cores, nodeAt, uncrossed, type Core, type Ends, type FinalFault } from './cores.js';
import { outletsOf } from './design.js';
import { shapeOf } from './shape.js';
import { ringEnds } from './tests.js';

/** Of a core that is taken out this much of its conductance is left behind: all of it can’t be subtracted in doubles. */
const LEFT = 1e-8;
/** Above this nothing goes through: far over any cable, far under what is left of one. */
const OPEN_OHM = 1000;

/** A reading: in which state of the ends, between which nodes. */
interface Asked {
  key: string;
  ends: Ends;
  a: string;
  b: string;
}
interface BranchChange {
  a: string;
  b: string;
  /** change of its conductance, 1/Ω */
  byOhm: number;
}

/** One state of the ends, with the voltages that a unit current through each pair makes. */
class Columns {
  private readonly known = new Map<string, Float64Array>();
  constructor(private readonly cores: Cores) {}
  private column(a: string, b: string): Float64Array {
    const key = `${a}|${b}`;
    let column = this.known.get(key);
    if (!column) this.known.set(key, (column = this.cores.unit(a, b)));
    return column;
  }
  /** Voltage across p–q for a unit current through a–b, Ω. */
  private cross(a: string, b: string, p: string, q: string): number {
    const column = this.column(a, b);
    return column[this.cores.at(p)]! - column[this.cores.at(q)]!;
  }
  /** Resistance between two nodes with some branches changed, Ω; Infinity where nothing goes through. */
  ohms(p: string, q: string, changes: readonly BranchChange[]): number {
    const here = changes.filter((c) => this.cores.has(c.a) && this.cores.has(c.b));
    const m = here.length;
    const rhs = here.map((c) => this.cross(c.a, c.b, p, q));
    // (diag(1/Δg) + Z) x = z
    const matrix = here.map((c, i) => [...here.map((d, j) => this.cross(d.a, d.b, c.a, c.b) + (i === j ? 1 / c.byOhm : 0)), rhs[i]!]);
    for (let i = 0; i < m; i++) {
      let pivot = i;
      for (let r = i + 1; r < m; r++) if (Math.abs(matrix[r]![i]!) > Math.abs(matrix[pivot]![i]!)) pivot = r;
      [matrix[i], matrix[pivot]] = [matrix[pivot]!, matrix[i]!];
      for (let r = 0; r < m; r++) {
        if (r === i) continue;
        const factor = matrix[r]![i]! / matrix[i]![i]!;
        for (let c = i; c <= m; c++) matrix[r]![c]! -= factor * matrix[i]![c]!;
      }
    }
    let ohm = this.cross(p, q, p, q);
    for (let i = 0; i < m; i++) ohm -= (rhs[i]! * matrix[i]![m]!) / matrix[i]![i]!;
    return ohm > OPEN_OHM || ohm < 0 ? Infinity : ohm;
  }
}

/** Readings of a ring by key, Ω and 1 or 0, with one thing otherwise. Throws RangeError for a run without a length. */
export function faultReadings(final: Final, lengths: ReadonlyMap<string, number>, incoming: Incoming = {}): (fault?: FinalFault) => Map<string, number> {
  const { ring } = shapeOf(final);
  const outlets = outletsOf(final);
  const { zeOhm } = incoming;
  const states = new Map<Ends, { cores: Cores; columns: Columns }>();
  const state = (ends: Ends) => {
    let known = states.get(ends);
    if (!known) {
      const cores = new Cores(final, { ends, lengths, ...(ends === 'joined' && zeOhm !== undefined ? { zeOhm } : {}) });
      states.set(ends, (known = { cores, columns: new Columns(cores) }));
    }
    return known;
  };
  const asked: Asked[] = [
    ...(ring ? CORES.map((core): Asked => ({ key: ringEnds[core], ends: 'apart', ...state('apart').cores.endNodes(core, ring.runs[0]!, ring.runs.at(-1)!) })) : []),
    ...outlets.flatMap((p): Asked[] => [
      ...(ring ? [{ key: `crossed-ln/${p.id}`, ends: 'crossed L N' as const, a: nodeAt('L', p.id), b: nodeAt('N', p.id) }] : []),
      { key: `crossed-le/${p.id}`, ends: 'crossed L E', a: nodeAt('L', p.id), b: nodeAt('E', p.id) },
      ...(zeOhm === undefined ? [] : [{ key: `zs/${p.id}`, ends: 'joined' as const, a: nodeAt('L', p.id), b: nodeAt('E', p.id) }]),
    ]),
  ];
  const ohmOf = (runId: string, core: Core): number => {
    const run = final.runs.find((r) => r.id === runId)!;
    return (milliohmPerMetre(run.size)[core === 'E' ? 'cpc' : 'live'] * lengths.get(runId)!) / 1e6;
  };
  const spareOhm = (core: Core, mm: number): number => (milliohmPerMetre(final.runs[0]!.size)[core === 'E' ? 'cpc' : 'live'] * mm) / 1e6;

  return (fault) => {
    const out = new Map<string, number>();
    for (const { key, ends, a, b } of asked) {
      const use = fault?.is === 'not crossed' ? uncrossed(ends) : ends;
      const { cores, columns } = state(use);
      const pointId = key.split('/')[1];
      const swapped = fault?.is === 'swapped' && fault.pointId === pointId ? fault.cores : undefined;
      const at = (node: string): string => {
        if (!swapped || pointId === undefined) return node;
        const core = node.slice(0, 1) as Core;
        return nodeAt(swapped[0] === core ? swapped[1] : swapped[1] === core ? swapped[0] : core, pointId);
      };
      let ohm = columns.ohms(at(a), at(b), changesOf(cores, fault, lengths, ohmOf, spareOhm));
      // there and back by a spur of its own
      if (fault?.is === 'unseen spur' && fault.pointId === pointId) ohm += spareOhm(a.slice(0, 1) as Core, fault.lengthMm) + spareOhm(b.slice(0, 1) as Core, fault.lengthMm);
      out.set(key, ohm);
    }
    for (const p of outlets) out.set(`polarity/${p.id}`, fault?.is === 'swapped' && fault.pointId === p.id ? 0 : 1);
    return out;
  };
} // prettier-ignore

/** A fault as changed branches, each core its own. */
function changesOf(
  cores: Cores,
  fault: FinalFault | undefined,
  lengths: ReadonlyMap<string, number>,
  ohmOf: (runId: string, core: Core) => number,
  spareOhm: (core: Core, mm: number) => number,
): BranchChange[] {
  if (!fault) return [];
  const series = (runId: string, core: Core, more: number): BranchChange => {
    const own = ohmOf(runId, core);
    return { ...cores.runNodes(core, runId), byOhm: 1 / (own + more) - 1 / own };
  };
  const out = (runId: string, core: Core): BranchChange => ({ ...cores.runNodes(core, runId), byOhm: (LEFT - 1) / ohmOf(runId, core) });
  switch (fault.is) {
    case 'open':
      return [out(fault.runId, fault.core)];
    case 'loose':
      return [series(fault.runId, fault.core, fault.ohm)];
    case 'no cable':
      return CORES.map((core) => out(fault.runId, core));
    case 'longer':
      return CORES.map((core) => series(fault.runId, core, (ohmOf(fault.runId, core) * fault.byMm) / lengths.get(fault.runId)!));
    case 'bridge':
      return CORES.map((core) => ({ a: nodeAt(core, fault.from), b: nodeAt(core, fault.to), byOhm: 1 / spareOhm(core, fault.lengthMm) }));
    default:
      return [];
  }
}
