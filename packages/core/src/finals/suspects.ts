/**
 * What explains the readings of a ring: as noted, or with one thing otherwise. Every such thing is put into the cores and every test solved
 * with it; how well that goes with what was read gives its share. The same idea as the fault search, over other faults.
 */
import { BOARD, type Final, type FinalReading, type Incoming } from '../model/index.js';
import type { Core, FinalFault } from './cores.js';
import { runWords } from './findings.js';
import { faultReadings } from './faultReadings.js';
import { corrected, dueKey, dueTests, lengthsRead, readingsOf, ringEnds, type Due } from './tests.js';
import { shapeOf } from './shape.js';

/** How often each is met, beside 40 for a ring that is as it was noted (common practice, no source). */
const MET: Readonly<Record<FinalFault['is'] | 'as noted' | 'none', number>> = {
  'as noted': 40,
  loose: 6,
  open: 6,
  'not crossed': 5,
  'unseen spur': 5,
  swapped: 4,
  'no cable': 3,
  bridge: 2,
  longer: 1,
  none: 0.5,
};
/** An instrument's last digit and a little of what it reads, Ω and share (common practice). */
const FIXED_OHM = 0.015;
const OF_READING = 0.02;
/** Lengths as measured along a way differ from what lies in the wall by about this share. */
const LENGTH_SHARE = 0.08;
/** A reading that is written down wrongly, and a terminal that was looked at and taken for right. */
const SLIP = 0.005;
const OVERLOOKED = 0.15;

export interface FinalSuspect {
  /** absent: as noted; or nothing that is known here */
  fault?: FinalFault;
  words: string;
  share: number;
}
export interface RingSearch {
  suspects: FinalSuspect[];
  /** the test that parts the likeliest best; absent: none that is left does */
  next?: Due;
  /** readings that bear on it */
  read: number;
  /** what they come to, in a sentence */
  says: string;
}

const CORE_WORDS: Readonly<Record<Core, string>> = { L: 'line', N: 'neutral', E: 'protective conductor' };
const nameOf = (final: Final, id: string): string => (id === BOARD ? 'the board' : (final.points.find((p) => p.id === id)?.name ?? id));

/** A fault in the words of the trade. */
export function faultWords(final: Final, fault: FinalFault): string {
  const run =
    'runId' in fault
      ? runWords(
          final,
          final.runs.find((r) => r.id === fault.runId)!,
        )
      : '';
  switch (fault.is) {
    case 'open':
      return `${CORE_WORDS[fault.core]} open, ${run}`;
    case 'loose':
      return `loose terminal on the ${CORE_WORDS[fault.core]}, ${run}`;
    case 'no cable':
      return `no cable where one was noted: ${run}`;
    case 'bridge':
      return `two rings connected with each other, ${nameOf(final, fault.from)} with ${nameOf(final, fault.to)}`;
    case 'unseen spur':
      return `${nameOf(final, fault.pointId)} hangs on a spur, not on the ring`;
    case 'longer':
      return `more cable than noted, ${run}`;
    case 'swapped':
      return `${CORE_WORDS[fault.cores[0]]} and ${CORE_WORDS[fault.cores[1]]} exchanged at ${nameOf(final, fault.pointId)}`;
    case 'not crossed':
      return 'the ends at the board were joined straight, not crossed';
  }
}

/** Everything single that may be otherwise than noted on a ring; what reads alike with another size of it is there in several. */
export function ringFaults(final: Final): FinalFault[] {
  const { ring, tail } = shapeOf(final);
  if (!ring) return [];
  const outlets = final.points.filter((p) => p.kind !== 'joint');
  const ringPoints = ring.points;
  const bridges: FinalFault[] = [];
  for (let i = 0; i < ringPoints.length; i++)
    for (let j = i + 2; j < ringPoints.length; j++) bridges.push({ is: 'bridge', from: ringPoints[i]!.id, to: ringPoints[j]!.id, lengthMm: 5000 });
  return [
    ...final.runs.flatMap((r): FinalFault[] => [
      ...(['L', 'N', 'E'] as const).flatMap((core): FinalFault[] => [
        { is: 'open', core, runId: r.id },
        ...[0.1, 0.3, 1].map((ohm): FinalFault => ({ is: 'loose', core, runId: r.id, ohm })),
      ]),
      ...(ring.runs.includes(r) ? [{ is: 'no cable' as const, runId: r.id }] : []),
      ...[3000, 8000].map((byMm): FinalFault => ({ is: 'longer', runId: r.id, byMm })),
    ]),
    ...outlets.flatMap((p): FinalFault[] => [
      { is: 'swapped', pointId: p.id, cores: ['L', 'N'] },
      { is: 'swapped', pointId: p.id, cores: ['N', 'E'] },
      { is: 'swapped', pointId: p.id, cores: ['L', 'E'] },
      ...(tail.get(p.id)?.length === 0 ? [2000, 5000, 10_000].map((lengthMm): FinalFault => ({ is: 'unseen spur', pointId: p.id, lengthMm })) : []),
    ]),
    ...bridges,
    { is: 'not crossed' },
  ];
} // prettier-ignore

/** What one reading says of a prediction: how likely it is to be read so. */
function likely(reading: FinalReading, ohm: number, wanted: number): number {
  if (reading.over || !Number.isFinite(wanted)) return reading.over === !Number.isFinite(wanted) ? 1 : SLIP;
  if (reading.test === 'polarity') return ohm === wanted ? 1 : OVERLOOKED;
  const sigma = FIXED_OHM + OF_READING * wanted;
  return Math.max(SLIP, Math.exp(-0.5 * ((ohm - wanted) / sigma) ** 2));
}

/** How well a prediction of all tests goes with what was read, the error of the lengths taken off; a natural logarithm. */
function fit(read: readonly { key: string; reading: FinalReading; ohm: number; cable: boolean }[], wanted: ReadonlyMap<string, number>): number {
  const at = (scale: number): number => read.reduce((sum, r) => {
      const w = wanted.get(r.key);
      return w === undefined ? sum : sum + Math.log(likely(r.reading, r.ohm, r.cable ? w * scale : w));
    }, -0.5 * (Math.log(scale) / LENGTH_SHARE) ** 2); // prettier-ignore
  // the cable may be a little longer or shorter throughout than was measured
  let best = at(1);
  for (const r of read) {
    const w = wanted.get(r.key);
    if (!r.cable || r.reading.over || w === undefined || !Number.isFinite(w) || w <= 0) continue;
    const scale = Math.min(1.3, Math.max(0.75, r.ohm / w));
    best = Math.max(best, at(scale));
  }
  return best;
} // prettier-ignore

/** Most suspects that are named. */
const NAMED = 6;

/** Shares of all that may be otherwise; undefined where it is no ring, where lengths are missing, or nothing was read yet. */
export function ringSearch(final: Final, incoming: Incoming = {}): RingSearch | undefined {
  const lengths = lengthsRead(final);
  if (final.shape !== 'ring' || !shapeOf(final).ring || final.runs.some((r) => !lengths.mm.has(r.id))) return undefined;
  const bears = new Set<string>([...Object.values(ringEnds), 'crossed-ln', 'crossed-le', 'polarity', 'zs']);
  const read = [...readingsOf(final.tests)].flatMap(([key, reading]) =>
    bears.has(reading.test)
      ? [{ key, reading, cable: reading.test !== 'zs' && reading.test !== 'polarity', ohm: reading.test === 'zs' || reading.test === 'polarity' ? reading.value : corrected(reading.value, final.tests ?? {}) }]
      : [],
  ); // prettier-ignore
  if (read.length === 0) return undefined;
  const faults = ringFaults(final);
  const readings = faultReadings(final, lengths.mm, incoming);
  const counts = new Map<string, number>();
  for (const f of faults) counts.set(f.is, (counts.get(f.is) ?? 0) + 1);
  const ideas: { fault?: FinalFault; words: string; weight: number; wanted: Map<string, number> }[] = [
    { words: 'as it was noted', weight: MET['as noted'], wanted: readings() },
    ...faults.map((fault) => ({
      fault,
      words: faultWords(final, fault),
      weight: MET[fault.is] / counts.get(fault.is)!,
      wanted: readings(fault),
    })),
  ];
  const logs = ideas.map((i) => Math.log(i.weight) + fit(read, i.wanted));
  // what nobody thought of reads anything alike
  const none = Math.log(MET.none) + read.length * Math.log(SLIP * 4);
  const most = Math.max(none, ...logs);
  const sum = logs.reduce((s, l) => s + Math.exp(l - most), Math.exp(none - most));
  const shares = logs.map((l) => Math.exp(l - most) / sum);
  const named = new Map<string, FinalSuspect & { best: number }>();
  ideas.forEach(({ fault, words }, i) => {
    // of one thing in several sizes, the size that goes best
    const before = named.get(words) ?? { words, share: 0, best: -1 };
    const best = shares[i]! > before.best ? { ...(fault ? { fault } : {}), best: shares[i]! } : {};
    named.set(words, { ...before, ...best, share: before.share + shares[i]! });
  });
  named.set('nothing that is known here', { words: 'nothing that is known here', share: Math.exp(none - most) / sum, best: 0 });
  const suspects = [...named.values()]
    .sort((a, b) => b.share - a.share)
    .slice(0, NAMED)
    .map(({ best: _, ...x }): FinalSuspect => x);
  const next = parting(final, ideas, shares, new Set(read.map((r) => r.key)));
  return { suspects, read: read.length, says: saysOf(ideas, shares, suspects), ...(next ? { next } : {}) };
}

/** From this share on something is named. */
const NAMED_AT = 0.9;
const KIND_WORDS: Readonly<Record<FinalFault['is'], string>> = {
  open: 'a conductor is open',
  loose: 'a terminal is loose',
  'no cable': 'a cable is missing between two points',
  bridge: 'two rings are connected with each other',
  'unseen spur': 'a point hangs on a spur that nobody noted',
  longer: 'there is more cable than was noted',
  swapped: 'two conductors are exchanged',
  'not crossed': 'the ends were joined straight, not crossed',
};
/** A share in words. */
export const sharePercent = (share: number): string => (share > 0.995 ? 'over 99 %' : `${Math.round(share * 100)} %`);
/** One of them, or its kind where the readings don’t tell which, or that they don’t. */
function saysOf(ideas: readonly { fault?: FinalFault }[], shares: readonly number[], suspects: readonly FinalSuspect[]): string {
  const [first] = suspects;
  if (first!.share >= NAMED_AT) return `${first!.words}: ${sharePercent(first!.share)}`;
  const kinds = new Map<FinalFault['is'], number>();
  ideas.forEach(({ fault }, i) => fault && kinds.set(fault.is, (kinds.get(fault.is) ?? 0) + shares[i]!));
  const [kind, share] = [...kinds].sort((a, b) => b[1] - a[1])[0] ?? [];
  if (kind && share! >= NAMED_AT) return `${KIND_WORDS[kind]}: ${sharePercent(share!)}; where, these readings don’t tell yet`;
  return `likeliest ${first!.words}: ${sharePercent(first!.share)}`;
}

/** The test not read yet whose outcome differs most among what is likely; none where it is sure enough already. */
function parting(final: Final, ideas: readonly { words: string; wanted: Map<string, number> }[], shares: readonly number[], read: ReadonlySet<string>): Due | undefined {
  const live = ideas.map((idea, i) => ({ ...idea, share: shares[i]! })).sort((a, b) => b.share - a.share).slice(0, 12).filter((x) => x.share > 0.005); // prettier-ignore
  let [best, worth]: [Due | undefined, number] = [undefined, 0.02];
  for (const due of dueTests(final)) {
    const key = dueKey(due);
    if (read.has(key)) continue;
    let parts = 0;
    for (let i = 0; i < live.length; i++)
      for (let j = i + 1; j < live.length; j++) {
        const [a, b] = [live[i]!.wanted.get(key), live[j]!.wanted.get(key)];
        if (a === undefined || b === undefined || live[i]!.words === live[j]!.words) continue;
        const differ = Number.isFinite(a) !== Number.isFinite(b) || Math.abs(a - b) > 2 * (FIXED_OHM + OF_READING * Math.max(a, b));
        if (differ) parts += live[i]!.share * live[j]!.share;
      }
    if (parts > worth + 1e-9) [best, worth] = [due, parts];
  }
  return best;
} // prettier-ignore
