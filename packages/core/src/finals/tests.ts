/** Tests of a final circuit in their order, and what each must read: dead ones first, then live (BS 7671, 643; memory). */
import { warmth } from '../codebook/index.js';
import {
  DEAD_TESTS,
  type Final,
  type FinalPoint,
  type FinalReading,
  type FinalTest,
  type Incoming,
  type TestSheet,
} from '../model/index.js';
import { CORES, Cores, type FinalFault } from './cores.js';
import { lengthsOf, loopsOf, outletsOf, type Lengths } from './design.js';
import { shapeOf } from './shape.js';

export type ReadingUnit = 'Ω' | 'MΩ' | 'kA' | 'ms' | 'seen';
const UNITS: Readonly<Record<FinalTest, ReadingUnit>> = {
  r1: 'Ω',
  rn: 'Ω',
  r2: 'Ω',
  'crossed-ln': 'Ω',
  'crossed-le': 'Ω',
  'insulation-ln': 'MΩ',
  'insulation-le': 'MΩ',
  'insulation-ne': 'MΩ',
  polarity: 'seen',
  'polarity-live': 'seen',
  zs: 'Ω',
  'fault-current': 'kA',
  'residual-1x': 'ms',
  'residual-5x': 'ms',
  'residual-button': 'seen',
};

/** A test that is to be made, at a point or at the board. */
export interface Due {
  test: FinalTest;
  point?: FinalPoint;
  unit: ReadingUnit;
  live: boolean;
  words: string;
}
export const dueKey = ({ test, point }: Pick<Due, 'test' | 'point'>): string => (point ? `${test}/${point.id}` : test);
export const readingKey = ({ test, pointId }: FinalReading): string => (pointId === undefined ? test : `${test}/${pointId}`);

const WORDS: Readonly<Record<FinalTest, string>> = {
  r1: 'line, end to end (r1)',
  rn: 'neutral, end to end (rn)',
  r2: 'protective conductor, end to end (r2)',
  'crossed-ln': 'L to N, cross-connected',
  'crossed-le': 'L to E, cross-connected',
  'insulation-ln': 'insulation, line to neutral',
  'insulation-le': 'insulation, line to earth',
  'insulation-ne': 'insulation, neutral to earth',
  polarity: 'polarity, dead',
  'polarity-live': 'polarity, live',
  zs: 'loop (Zs)',
  'fault-current': 'prospective fault current',
  'residual-1x': '30 mA device, at 30 mA',
  'residual-5x': '30 mA device, at 150 mA',
  'residual-button': 'test button of the 30 mA device',
};
/** How each is made, in a line. */
export const HOW: Readonly<Record<FinalTest, string>> = {
  r1: 'Both line ends out of the breaker: from one to the other.',
  rn: 'Both neutral ends off the bar: from one to the other.',
  r2: 'Both protective ends off the bar: from one to the other.',
  'crossed-ln': 'Line of each leg joined with neutral of the other at the board; then L to N at every socket, all switches on.',
  'crossed-le':
    'Line of each leg joined with the protective conductor of the other; then L to E at every socket. The highest on the ring is R1+R2.',
  'insulation-ln': 'At 500 V, everything unplugged, lamps out, electronic parts disconnected.',
  'insulation-le': 'At 500 V, line to the protective conductor.',
  'insulation-ne': 'At 500 V, neutral to the protective conductor.',
  polarity: 'Every terminal as marked: the cross-connected readings show it, the eye at each opened accessory too.',
  'polarity-live': 'With an approved indicator at an accessory: L to N, L to E live; N to E not.',
  zs: 'With the loop tester at the socket; without tripping the 30 mA device where it can.',
  'fault-current': 'At the board, the highest between its conductors.',
  'residual-1x': 'On both half-waves; the longer time counts.',
  'residual-5x': 'On both half-waves; the longer time counts.',
  'residual-button': 'Once the times were read: pressed, it opens.',
};
const RADIAL_LE = 'L to E, linked at the board (R1+R2)';
const RADIAL_HOW = 'Line joined with the protective conductor at the board; then L to E at every point. The highest is R1+R2.';
export const howOf = (final: Final, test: FinalTest): string =>
  test === 'crossed-le' && final.shape === 'radial' ? RADIAL_HOW : HOW[test];
/** Whether a test is made while the circuit is dead. */
export const isDead = (test: FinalTest): boolean => (DEAD_TESTS as readonly string[]).includes(test);

/** All tests of a circuit in the order in which they are made. */
export function dueTests(final: Final): Due[] {
  const { order } = shapeOf(final);
  // what no run leads to by the notes is tested all the same: nothing unread passes
  const outlets = [...order, ...final.points.filter((p) => !order.includes(p))].filter((p) => p.kind !== 'joint');
  const ring = final.shape === 'ring';
  const at = (test: FinalTest, point?: FinalPoint): Due => ({
    ...{ test, unit: UNITS[test], live: !isDead(test) },
    words: test === 'crossed-le' && !ring ? RADIAL_LE : WORDS[test],
    ...(point ? { point } : {}),
  });
  const each = (test: FinalTest): Due[] => outlets.map((p) => at(test, p));
  return [
    ...(ring ? [at('r1'), at('rn'), at('r2'), ...each('crossed-ln')] : []),
    ...each('crossed-le'),
    ...(['insulation-ln', 'insulation-le', 'insulation-ne'] as const).map((t) => at(t)),
    ...each('polarity'),
    at('polarity-live'),
    ...each('zs'),
    at('fault-current'),
    // nobody looked: it may be there
    ...(final.residual === false ? [] : (['residual-1x', 'residual-5x', 'residual-button'] as const).map((t) => at(t))),
  ];
}

/** Readings of a sheet by test and point; the last of each counts. */
export const readingsOf = (sheet: TestSheet | undefined): Map<string, FinalReading> =>
  new Map((sheet?.readings ?? []).map((r) => [readingKey(r), r]));

/** A resistance as it would be at 20 °C with leads of none, Ω. */
export const corrected = (ohm: number, sheet: Pick<TestSheet, 'leadsOhm' | 'celsius'>): number =>
  Math.max(0, ohm - (sheet.leadsOhm ?? 0)) / warmth(sheet.celsius ?? 20);

/** Lengths of a circuit, with what r1 told of those that nobody measured. */
export function lengthsRead(final: Final): Lengths {
  const r1 = readingsOf(final.tests).get('r1');
  return lengthsOf(final, r1 && !r1.over ? corrected(r1.value, final.tests ?? {}) : undefined);
}

export const ringEnds = { L: 'r1', N: 'rn', E: 'r2' } as const;

/**
 * What every resistance test of a circuit reads, Ω, by key; Infinity where nothing goes through. Absent: it can’t be told.
 * @param faults what is not as it was noted
 */
export function predicted(final: Final, lengths: ReadonlyMap<string, number>, incoming: Incoming = {}, faults: readonly FinalFault[] = []): Map<string, number> {
  const out = new Map<string, number>();
  if (final.runs.some((r) => !lengths.has(r.id)) || final.points.length === 0) return out;
  const { ring } = shapeOf(final);
  const outlets = outletsOf(final);
  const options = { lengths, faults };
  if (ring) {
    const apart = new Cores(final, { ends: 'apart', ...options });
    for (const core of CORES) out.set(ringEnds[core], apart.endToEnd(core, ring.runs[0]!, ring.runs.at(-1)!));
    const crossed = new Cores(final, { ends: 'crossed L N', ...options });
    for (const p of outlets) out.set(`crossed-ln/${p.id}`, crossed.between(p.id, 'L', 'N'));
  }
  if (ring || final.shape === 'radial') {
    const crossed = new Cores(final, { ends: 'crossed L E', ...options });
    for (const p of outlets) out.set(`crossed-le/${p.id}`, crossed.between(p.id, 'L', 'E'));
  }
  if (incoming.zeOhm !== undefined)
    for (const loop of loopsOf(final, lengths, incoming.zeOhm, faults)) if (outlets.some((p) => p.id === loop.pointId)) out.set(`zs/${loop.pointId}`, loop.zs!);
  for (const p of outlets) out.set(`polarity/${p.id}`, faults.some((f) => f.is === 'swapped' && f.pointId === p.id) ? 0 : 1);
  return out;
} // prettier-ignore
