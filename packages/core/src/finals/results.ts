/** Whether the circuit may be tested now, what is left, and the schedule of test results as rows. */
import { bs7671 } from '../catalog/index.js';
import { coreAreas, loopLimitOhm } from '../codebook/index.js';
import type { Final, Incoming, Isolation, Verdict } from '../model/index.js';
import { finalFindings } from './findings.js';
import { readingLines, type ReadingLine } from './judgeReadings.js';
import { readingsOf } from './tests.js';

/** A proof older than this is of another day, h. */
const PROOF_HOURS = 12;
/** Under this a pair is dead, V (GS 38 and indicators: extra-low; common practice). */
const DEAD_V = 10;

export interface Gate {
  open: boolean;
  /** why not, or what it rests on */
  says: string;
}

/** Whether the isolation of a sheet holds: locked, key kept, indicator proved before and after, dead on every pair. */
export function isolationGate(isolation: Isolation | undefined, energised: string | undefined, now: string): Gate {
  const shut = (says: string): Gate => ({ open: false, says });
  if (!isolation?.lockedBy) return shut('Lock its breaker off and keep the key; say who did.');
  if (!isolation.provedBefore) return shut('Prove the voltage indicator on its proving unit first.');
  const pairs = [['L–N', isolation.lineNeutral], ['L–E', isolation.lineEarth], ['N–E', isolation.neutralEarth]] as const; // prettier-ignore
  for (const [pair, volts] of pairs) {
    if (volts === undefined) return shut(`${pair} at the point of work: not read yet.`);
    if (volts >= DEAD_V) return shut(`${volts} V on ${pair}: it is live. Stop; find what feeds it.`);
  }
  if (!isolation.provedAfter) return shut('Prove the indicator again: it may have died in between.');
  if (Date.parse(isolation.provedAfter) < Date.parse(isolation.provedBefore)) return shut('The second proof of the indicator lies before the first: prove it again.'); // prettier-ignore
  if (energised && Date.parse(energised) > Date.parse(isolation.provedAfter)) return shut('The circuit was on since: lock off and prove anew.'); // prettier-ignore
  const hours = (Date.parse(now) - Date.parse(isolation.provedAfter)) / 3_600_000;
  if (hours > PROOF_HOURS) return shut('The proof is of another day: prove it dead anew.');
  return { open: true, says: `Locked off by ${isolation.lockedBy}, dead on every pair.` };
}

/** Whether it may be switched on for the live tests: every dead test read, and none that stops. */
export function energiseGate(lines: readonly ReadingLine[]): Gate {
  const dead = lines.filter((l) => !l.due.live);
  const bad = dead.find((l) => l.judged?.verdict === 'stop');
  if (bad)
    return { open: false, says: `Not yet: ${bad.due.words}${bad.due.point ? ` at ${bad.due.point.name}` : ''}: ${bad.judged!.says}.` };
  const left = dead.filter((l) => !l.reading);
  if (left.length)
    return { open: false, says: `${left.length} of ${dead.length} dead tests are not read yet; the live ones come after them.` };
  return { open: true, says: 'All dead tests are read. Cover on, lock off, on.' };
}

export interface Progress {
  read: number;
  all: number;
  worst?: Verdict;
}
const RANK: readonly Verdict[] = ['stop', 'can’t tell', 'caution', 'note', 'ok'];
export function progressOf(lines: readonly ReadingLine[]): Progress {
  const judged = lines.flatMap((l) => (l.judged ? [l.judged.verdict] : []));
  const worst = RANK.find((v) => judged.includes(v));
  return { read: lines.filter((l) => l.reading).length, all: lines.length, ...(worst ? { worst } : {}) };
}

export const MINOR_WORKS_SOURCE = bs7671('644.4.201 and Appendix 6');

export interface ResultRow {
  /** name of the column or field */
  what: string;
  /** absent: not read */
  value?: number;
  unit: string;
  /** `>` where the instrument showed no more than that, `N/A` where it doesn’t apply */
  mark?: string;
  verdict?: Verdict;
}

const highest = (lines: readonly ReadingLine[], test: string): ReadingLine | undefined =>
  lines.filter((l) => l.due.test === test && l.reading && !l.reading.over).sort((a, b) => b.reading!.value - a.reading!.value)[0];
const worstOf = (lines: readonly ReadingLine[], test: string): Verdict | undefined =>
  progressOf(lines.filter((l) => l.due.test === test)).worst;

/**
 * One row of a schedule of test results: what stands there for a circuit, in its order. Resistances as read; the greatest of R1+R2 and Zs,
 * the lowest of insulation. What was not read has no value.
 */
export function resultRows(final: Final, incoming: Incoming = {}): ResultRow[] {
  const lines = readingLines(final, incoming);
  const read = readingsOf(final.tests);
  const own = (what: string, key: string, unit: string): ResultRow => {
    const r = read.get(key);
    const verdict = lines.find((l) => l.reading === r && r)?.judged?.verdict;
    return { what, unit, ...(r ? { value: r.value, ...(r.over ? { mark: '>' } : {}), ...(verdict ? { verdict } : {}) } : {}) };
  };
  const top = (what: string, test: string): ResultRow => {
    const line = highest(lines, test);
    const verdict = worstOf(lines, test);
    return { what, unit: 'Ω', ...(line ? { value: line.reading!.value } : {}), ...(verdict ? { verdict } : {}) };
  };
  const ring = final.shape === 'ring';
  const none = (what: string): ResultRow => ({ what, unit: '', mark: 'N/A' });
  const polarity = lines.filter((l) => l.due.test === 'polarity');
  const polarityVerdict = worstOf(lines, 'polarity');
  const size = final.runs[0] && coreAreas(final.runs[0].size);
  return [
    { what: 'live conductor', unit: 'mm²', ...(size ? { value: size.live } : {}) },
    { what: 'protective conductor', unit: 'mm²', ...(size ? { value: size.cpc } : {}) },
    { what: 'device rating', unit: 'A', ...(final.ratingA ? { value: final.ratingA } : {}), ...(final.curve ? { mark: final.curve } : {}) },
    { what: 'largest Zs of the device', unit: 'Ω', ...(final.ratingA && final.curve ? { value: loopLimitOhm(final.ratingA, final.curve) } : {}) },
    { what: 'points served', unit: '', value: final.points.filter((p) => p.kind !== 'joint').length },
    ...(ring ? [own('r1', 'r1', 'Ω'), own('rn', 'rn', 'Ω'), own('r2', 'r2', 'Ω')] : [none('r1'), none('rn'), none('r2')]),
    top('R1+R2', 'crossed-le'),
    own('insulation L–N', 'insulation-ln', 'MΩ'),
    own('insulation L–E', 'insulation-le', 'MΩ'),
    own('insulation N–E', 'insulation-ne', 'MΩ'),
    { what: 'polarity', unit: '', ...(polarity.every((l) => l.reading) && polarity.length ? { mark: polarity.every((l) => l.reading!.value === 1) ? 'right' : 'wrong' } : {}), ...(polarityVerdict ? { verdict: polarityVerdict } : {}) },
    top('Zs', 'zs'),
    own('30 mA device at 30 mA', 'residual-1x', 'ms'),
    own('30 mA device at 150 mA', 'residual-5x', 'ms'),
    { ...own('test button', 'residual-button', ''), ...(read.get('residual-button') ? { mark: read.get('residual-button')!.value === 1 ? 'opens' : 'does not open' } : {}) },
  ].map((row): ResultRow => (row.mark === 'opens' || row.mark === 'does not open' ? (({ value: _, ...rest }) => rest)(row) : row));
} // prettier-ignore

/** Whether everything that is due was read and none of it stops; a schedule says so in a line. */
export function scheduleSays(final: Final, incoming: Incoming = {}): string {
  const lines = readingLines(final, incoming);
  const { read, all, worst } = progressOf(lines);
  if (worst === 'stop') return 'Readings that stop it: see below. It stays off.';
  if (read < all) return `${all - read} of ${all} readings are missing: nothing that was not read passes.`;
  const lies = finalFindings(final, incoming).map((f) => f.verdict);
  if (lies.includes('stop')) return 'All read; as the circuit lies something stops it: see below.';
  return worst === 'ok' && !lies.includes('can’t tell') ? 'All read, all within their limits.' : 'All read; some want a word: see below.';
}

/** The worst that was read at each point, by its id. */
export function worstAtPoints(lines: readonly ReadingLine[]): Map<string, Verdict> {
  const worst = new Map<string, Verdict>();
  for (const { due, judged } of lines) {
    if (!due.point || !judged) continue;
    const before = worst.get(due.point.id);
    if (!before || RANK.indexOf(judged.verdict) < RANK.indexOf(before)) worst.set(due.point.id, judged.verdict);
  }
  return worst;
}
