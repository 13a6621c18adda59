/** Where another outlet can be taken from a circuit: every spur and every run it can be broken into, each tried and judged as a whole. */
import { findingKey } from '../codebook/index.js';
import { idOf, measured, type Final, type FinalPoint, type FinalRun, type Incoming, type PointKind, type Verdict } from '../model/index.js';
import { dropsOf, lengthsOf, loopsOf } from './design.js';
import { finalFindings, runWords, type FinalFinding } from './findings.js';
import { shapeOf } from './shape.js';
import { lengthsRead } from './tests.js';

export interface NewOutlet {
  name: string;
  kind: PointKind;
  /** of the cable to it: one length for a spur, one each way where the ring is taken through it; mm */
  lengthMm: number;
  /** where the ring is broken into: the second length, and what the run there had is taken out */
  backMm?: number;
}
export interface Extension {
  how: 'spur' | 'through';
  /** point that the spur leaves, or run that is broken into */
  at: string;
  words: string;
  final: Final;
  verdict: Verdict;
  /** what is worse than before, the worst first */
  against: FinalFinding[];
  /** at the new outlet, warm, Ω; absent: Ze or lengths are missing */
  zsWarm?: number;
  /** largest drop of the circuit then, % */
  dropPercent?: number;
}

const OWN = 'new-outlet';
const RANK: readonly Verdict[] = ['stop', 'can’t tell', 'caution', 'note', 'ok'];

/** A circuit with one more point. Throws RangeError for a point or run that isn’t there. */
export function extended(final: Final, how: Extension['how'], at: string, outlet: NewOutlet, id = OWN): Final {
  const point: FinalPoint = { id, name: outlet.name, kind: outlet.kind };
  const size = final.runs[0]?.size ?? '2.5/1.5';
  const run = (n: number, ends: [string, string], mm: number): FinalRun => ({ id: idOf(id, 'run', n), ends, size, length: measured(mm) });
  if (how === 'spur') {
    if (!final.points.some((p) => p.id === at)) throw new RangeError(`there is no point ${at} to take a spur from`);
    return { ...final, points: [...final.points, point], runs: [...final.runs, run(1, [at, id], outlet.lengthMm)] };
  }
  const broken = final.runs.find((r) => r.id === at);
  if (!broken) throw new RangeError(`there is no run ${at} to break into`);
  return {
    ...final,
    points: [...final.points, point],
    runs: [
      ...final.runs.filter((r) => r !== broken),
      run(1, [broken.ends[0], id], outlet.lengthMm),
      run(2, [id, broken.ends[1]], outlet.backMm ?? outlet.lengthMm),
    ],
  };
}

/** All ways to one more outlet, the ones that nothing speaks against first, then by loop. */
export function extensions(final: Final, outlet: NewOutlet, incoming: Incoming = {}): Extension[] {
  const shape = shapeOf(final);
  const taken = lengthsRead(final);
  const before = new Map(finalFindings(final, incoming).map((f) => [`${findingKey(f)}/${f.says}`, f]));
  // sizes and lengths that are only taken make no ok
  const seen = !taken.taken && final.runs.every((r) => !r.presets?.includes('size') && r.length?.known !== 'assumed');
  const tried = (how: Extension['how'], at: string, words: string): Extension => {
    const next = extended(final, how, at, outlet);
    // lengths that were taken from r1 stay as they were taken
    const known = { ...next, runs: next.runs.map((r) => (r.length || !taken.mm.has(r.id) ? r : { ...r, length: { mm: taken.mm.get(r.id)!, known: 'assumed' as const } })) }; // prettier-ignore
    const against = finalFindings(known, incoming).filter((f) => (f.verdict === 'stop' || f.verdict === 'caution') && !before.has(`${findingKey(f)}/${f.says}`)); // prettier-ignore
    const lengths = lengthsOf(known);
    const whole = lengths.unknown.length === 0;
    const zs = whole && incoming.zeOhm !== undefined ? loopsOf(known, lengths.mm, incoming.zeOhm).find((l) => l.pointId === OWN)?.zsWarm : undefined; // prettier-ignore
    const drop = whole ? dropsOf(known, lengths.mm)[0]?.percent : undefined;
    return {
      ...{ how, at, words, final: next, against },
      verdict: against[0]?.verdict ?? (whole && seen ? 'ok' : 'can’t tell'),
      // where some point hangs on nothing there is no figure
      ...(zs !== undefined && Number.isFinite(zs) ? { zsWarm: zs } : {}),
      ...(drop !== undefined && Number.isFinite(drop) ? { dropPercent: drop } : {}),
    };
  };
  const points = final.points.filter((p) => p.kind !== 'joint' && p.id !== OWN);
  const runs = shape.ring?.runs ?? final.runs;
  return [
    ...points.map((p) => tried('spur', p.id, `spur from ${p.name}`)),
    ...runs.map((r) => tried('through', r.id, `into the run ${runWords(final, r)}`)),
  ].sort((a, b) => RANK.indexOf(b.verdict) - RANK.indexOf(a.verdict) || (a.zsWarm ?? Infinity) - (b.zsWarm ?? Infinity));
}
