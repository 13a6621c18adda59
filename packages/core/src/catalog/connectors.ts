/** Splicing connectors by school, count and gauge. Ranges are typical; the table on the packet in hand wins. */
import { awgAreaMm2, inches, type Awg } from '../measure/index.js';
import { practice, type Source } from './source.js';

export type SpliceSchool = 'pre-twisted twist-on' | 'plain twist-on' | 'push-in' | 'lever';

export interface Connector {
  name: string;
  stripMm: number;
  source: Source;
}

/** Twist-on sizes by total copper that they take, in mm² (common practice: 2–3 × 14, 2–4 × 12 … 5 × 12 AWG). */
const TWIST_ON = [
  { name: 'small twist-on connector', maxMm2: 2 * awgAreaMm2(14) + 0.5, max: 2 },
  { name: 'medium twist-on connector', maxMm2: 3 * awgAreaMm2(12) + 0.5, max: 4 },
  { name: 'large twist-on connector', maxMm2: 5 * awgAreaMm2(12) + 0.5, max: 6 },
];
const PORTS = [2, 3, 4, 5, 6, 8];

/**
 * The connector for one splice.
 * @param gauges AWG of every conductor in it, two or more
 * @returns undefined when no single connector of that kind takes them: the splice must be split
 */
export function connectorFor(school: SpliceSchool, gauges: Awg[]): Connector | undefined {
  const count = gauges.length;
  if (count < 2) throw new RangeError(`connectorFor: a splice needs 2 or more conductors, got ${count}`);
  if (school === 'push-in' || school === 'lever') {
    const ports = PORTS.find((p) => p >= count && (school === 'push-in' || p <= 5));
    if (!ports || gauges.some((g) => g < 12)) return undefined;
    return { name: `${school} connector, ${ports} ports`, stripMm: inches(school === 'lever' ? 7 / 16 : 0.5), source: practice };
  }
  const copper = gauges.reduce((sum, g) => sum + awgAreaMm2(g), 0);
  const size = TWIST_ON.find((s) => copper <= s.maxMm2 && count <= s.max);
  return size && { name: size.name, stripMm: inches(school === 'pre-twisted twist-on' ? 0.75 : 0.5), source: practice };
}

/** One connector of a splice: which of the conductors are in it, by their place in the list. */
export interface SplicePart {
  of: number[];
  connector: Connector;
}

/**
 * Connectors for one splice by a school, a plain twist-on where that school has none of the size: one, or two joined by a jumper
 * of the thickest gauge when no single one takes them all.
 * @param gauges AWG of every conductor, two or more
 * @returns undefined when two don't take them either
 */
export function spliceParts(school: SpliceSchool, gauges: Awg[]): SplicePart[] | undefined {
  const one = (list: Awg[]): Connector | undefined => connectorFor(school, list) ?? connectorFor('plain twist-on', list);
  const places = gauges.map((_, i) => i);
  const single = one(gauges);
  if (single) return [{ of: places, connector: single }];
  const jumper = gauges.reduce((a, b) => (b < a ? b : a));
  const half = Math.ceil(gauges.length / 2);
  const parts = [places.slice(0, half), places.slice(half)].map((of) => ({ of, connector: one([...of.map((i) => gauges[i]!), jumper]) }));
  return parts.every((p): p is SplicePart => p.connector !== undefined) ? parts : undefined;
}
