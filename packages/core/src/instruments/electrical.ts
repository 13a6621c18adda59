/**
 * Simulated electrical instruments over a switched-on circuit. Each is put in as what it is, a resistance between two points, and reads
 * what then is there; nothing is looked up. Resistances and thresholds are handbook 8 and 21 and common practice.
 */
import { complex, feedsOf, magnitude, nodeOf, plus, reached, type SwitchedOn } from '../circuit/index.js';
import { cableNamed, endKey, NEUTRAL_BAR, type WireEnd } from '../model/index.js';

/** Digital meter on volts, and its low-impedance mode; ohm. */
export const METER_OHM = 10e6;
export const LOW_IMPEDANCE_OHM = 4000;
/** Each lamp of a plug-in tester with its resistor; lit above this, doubtful from the lower (handbook 21). */
export const LAMP_OHM = 150_000;
export const LAMP_LIT_V = 80;
export const LAMP_DIM_V = 65;

export interface VoltReading {
  volts: number;
  /** what it read with a small load as well: a voltage that vanishes was only carried over from a neighbour */
  underLoadVolts: number;
  ghost: boolean;
}

const across = (on: SwitchedOn, a: string, b: string, ohm: number): number =>
  a === b ? 0 : magnitude(on.solved.with([{ from: a, to: b, by: complex(1 / ohm) }]).between(a, b));

/** What a reading and the same under load make, V: of a ghost a small load leaves less than a quarter (common practice). */
export const voltReading = (volts: number, underLoadVolts: number): VoltReading => ({
  volts,
  underLoadVolts,
  ghost: volts > 5 && underLoadVolts < volts / 4,
});
/** A digital meter between two nodes, V RMS. */
export const readVolts = (on: SwitchedOn, a: string, b: string, mode: 'high' | 'low' = 'high'): VoltReading =>
  voltReading(across(on, a, b, mode === 'high' ? METER_OHM : LOW_IMPEDANCE_OHM), across(on, a, b, LOW_IMPEDANCE_OHM));

export type LampState = 'lit' | 'dark' | 'dim';
export interface LampReading {
  hotNeutral: LampState;
  hotGround: LampState;
  neutralGround: LampState;
  volts: [number, number, number];
  /** what the pattern says by the definition of the lamps */
  code: LampCode;
  says: string;
}
/** What three lamps can’t tell (handbook 8). */
export const LAMP_BLIND_SPOTS = [
  'neutral and ground swapped',
  'a bootleg ground',
  'a ground of high resistance',
  'two faults at once',
  'an overloaded shared neutral',
];

const lamp = (volts: number): LampState => (volts >= LAMP_LIT_V ? 'lit' : volts >= LAMP_DIM_V ? 'dim' : 'dark');
/** What the lamps of a single fault make; `none` is no pattern of one. */
export const LAMP_CODES = [
  'reads as right',
  'ground open',
  'neutral open',
  'no power',
  'hot and ground swapped',
  'hot and neutral swapped',
  'more than one hot',
  'hot on the neutral',
  'none',
] as const;
export type LampCode = (typeof LAMP_CODES)[number];
const PATTERNS: Record<string, LampCode> = {
  'lit lit dark': 'reads as right',
  'lit dark dark': 'ground open',
  'dark lit dark': 'neutral open',
  'dark dark dark': 'no power',
  'dark lit lit': 'hot and ground swapped',
  'lit dark lit': 'hot and neutral swapped',
  'lit lit lit': 'more than one hot',
  'dark dark lit': 'hot on the neutral',
};
export const LAMP_SAYS: Readonly<Record<LampCode, string>> = {
  'reads as right': 'reads as right',
  'ground open': 'ground open',
  'neutral open': 'neutral open',
  'no power': 'hot open, or no power: a dead tester looks the same',
  // three lamps can’t part the two: behind an open neutral the white comes up to the hot through whatever is switched on
  'hot and ground swapped':
    'hot and ground swapped, or, more often, the neutral open with something switched on behind it: switch all of it off and look again',
  'hot and neutral swapped': 'hot and neutral swapped',
  'more than one hot': 'more than one hot: stop',
  'hot on the neutral': 'hot on the neutral, hot open',
  none: 'no pattern of a single fault: take a meter',
};

/** What three voltages make of the lamps: hot–neutral, hot–ground, neutral–ground. */
export function lampReading(volts: [number, number, number]): LampReading {
  const [hotNeutral, hotGround, neutralGround] = volts.map(lamp) as [LampState, LampState, LampState];
  const code = PATTERNS[`${hotNeutral} ${hotGround} ${neutralGround}`] ?? 'none';
  return { hotNeutral, hotGround, neutralGround, volts, code, says: LAMP_SAYS[code] };
}

/** Three lamps in one face: hot–neutral, hot–ground, neutral–ground. All three resistors are in at once, as in the thing itself. */
export function readLamps(on: SwitchedOn, deviceId: string, face: 'upper' | 'lower'): LampReading {
  const [h, n, g] = (['hot', 'neutral', 'ground'] as const).map((pin) => nodeOf.slot(deviceId, face, pin)) as [string, string, string];
  const y = complex(1 / LAMP_OHM);
  const state = on.solved.with([
    { from: h, to: n, by: y },
    { from: h, to: g, by: y },
    { from: n, to: g, by: y },
  ]);
  return lampReading([magnitude(state.between(h, n)), magnitude(state.between(h, g)), magnitude(state.between(n, g))]);
}

export interface ProbeReading {
  signals: boolean;
  faint: boolean;
  because: string;
}
const PROBE_V = 50;
/** A neighbour in the same box couples this much into the tip (common practice). */
const STRAY = 0.45;

/** What a probe makes of the voltage to earth of the conductor it is held at and of the most of its neighbours, V. */
export function probeReading(ownV: number, neighbourV: number, supplyV: number): ProbeReading {
  if (ownV >= PROBE_V)
    return ownV < 0.8 * supplyV
      ? { signals: true, faint: true, because: 'a voltage, perhaps carried over from a neighbour: a meter under load tells' }
      : { signals: true, faint: false, because: 'a voltage to earth on this conductor' };
  if (neighbourV * STRAY >= PROBE_V) return { signals: true, faint: true, because: 'false alarm: a live neighbour in the same sheath' };
  return { signals: false, faint: false, because: 'no voltage to earth near the tip; that alone proves nothing dead' };
}
/** A non-contact probe held at a conductor's insulation: it sees a voltage to earth, its own or a neighbour's; neutral that is dead says nothing. */
export function probe(on: SwitchedOn, end: WireEnd): ProbeReading {
  const volts = (e: WireEnd): number => magnitude(on.state.volts(nodeOf.end(endKey(e))));
  const sheath = 'cableId' in end ? (cableNamed(on.bench, end.cableId)?.colours ?? []) : [];
  // its own, which is below what the probe tells by where this counts, is no neighbour that could raise it
  const neighbours = sheath.map((_, conductor) => volts({ ...end, conductor } as WireEnd));
  return probeReading(volts(end), Math.max(0, ...neighbours), on.bench.supply.volts);
}

/** A clamp meter round one conductor, or round a whole cable, where out and back cancel; A RMS. */
export function clamp(on: SwitchedOn, cableId: string, conductor?: number): number {
  const cable = on.bench.cables.find((c) => c.id === cableId);
  if (!cable) return 0;
  const of = (i: number) => on.state.amps(on.built.conductorBranch.get(`${cableId}/${i}`)!);
  if (conductor !== undefined) return magnitude(of(conductor));
  return magnitude(cable.colours.reduce((sum, _, i) => plus(sum, of(i)), complex(0)));
}

export type Continuity = { ok: true; ohm: number; beeps: boolean } | { ok: false; why: string };
/** What a continuity tester makes of the voltage it finds and of the impedance between its tips, V and Ω. */
export function continuityReading(liveV: number, z: { re: number; im: number }): Continuity {
  if (liveV > 1) return { ok: false, why: `${liveV.toFixed(0)} V here: continuity is for dead circuits only` };
  const ohm = magnitude(z) > 1e6 ? Infinity : z.re;
  return { ok: true, ohm, beeps: ohm < 30 };
}
/** Resistance between two points of a dead circuit; on a live one it refuses, as anybody should. */
export function continuity(on: SwitchedOn, a: string, b: string): Continuity {
  const live = Math.max(magnitude(on.state.volts(a)), magnitude(on.state.volts(b)), across(on, a, b, METER_OHM));
  // the supply stays tied to the bars behind open breakers, so only what is connected counts; at rest, without capacitance
  return continuityReading(live, on.solved.impedanceBetween(a, b));
}

export interface FinderReading {
  breakerId: string;
  /** 0 to 1 */
  strength: number;
}
/** A sender in a face and a receiver along the breakers: loudest at its own, faint at those beside it and at those that share its neutral. */
export function findBreaker(on: SwitchedOn, deviceId: string, face: 'upper' | 'lower'): FinderReading[] {
  const hot = nodeOf.slot(deviceId, face, 'hot');
  const neutral = nodeOf.slot(deviceId, face, 'neutral');
  const feeds = feedsOf(on.bench);
  const own = on.bench.breakers.findIndex((_, i) => feeds[i]!.nodes.has(hot));
  // the sender lives off the face: with its breaker off, or with no breaker behind it, nothing is sent
  if (own < 0 || !on.bench.breakers[own]!.on) return on.bench.breakers.map((b) => ({ breakerId: b.id, strength: 0 }));
  const shared = reached(on.bench, neutral);
  return on.bench.breakers.map((b, i) => {
    if (i === own) return { breakerId: b.id, strength: 1 };
    const beside = Math.abs(i - own) === 1 ? 0.35 : 0;
    // a neutral in common carries the signal back past the other breaker's cable
    const common = on.bench.cables.some((c) =>
      [feeds[i]!.nodes, feeds[own]!.nodes, shared].every((nodes) =>
        c.colours.some((_, n) => nodes.has(nodeOf.end(endKey({ cableId: c.id, conductor: n, end: 0 })))),
      ),
    )
      ? 0.5
      : 0;
    return { breakerId: b.id, strength: Math.max(beside, common, 0.05) };
  });
}

export interface Insulation {
  megohm: number;
  ok: boolean;
}
/** What an insulation tester shows of a resistance, Ω: no further than 1000 MΩ. */
export function insulationReading(ohm: number): Insulation {
  const megohm = Math.min(1000, ohm / 1e6);
  return { megohm, ok: megohm >= 1 };
}
/** Insulation between two points at 500 V, everything unplugged (BS 7671: at least 1 MΩ; memory). */
export function insulation(on: SwitchedOn, a: string, b: string): Insulation | { refused: string } {
  const c = continuity(on, a, b);
  if (!c.ok) return { refused: c.why };
  return insulationReading(magnitude(on.solved.impedanceBetween(a, b)));
}

/** Two live cables in one box: what the meter between their hots and one switch-off tell (handbook 4). */
export interface TwoFeeds {
  betweenVolts: number;
  legs: 'same leg' | 'opposite legs' | 'can’t tell';
  says: string;
}
/** What the meter between two hots makes, when both are live, as they are under load, V. */
export function twoFeedsReading(betweenVolts: number, underLoad: readonly [number, number], supplyV: number): TwoFeeds {
  if (underLoad.some((v) => v <= 0.7 * supplyV))
    return { betweenVolts, legs: 'can’t tell', says: 'one of them is dead now: switch both breakers on and measure again' };
  if (betweenVolts > 1.5 * supplyV)
    return { betweenVolts, legs: 'opposite legs', says: 'near 240 V: two breakers on opposite legs; they must never be joined' };
  return {
    betweenVolts,
    legs: 'same leg',
    says: 'near 0 V: the same leg, which does not prove one breaker. Switch one off and test both again',
  };
}
export function twoFeeds(on: SwitchedOn, a: string, b: string): TwoFeeds {
  const loaded = (node: string) => readVolts(on, node, nodeOf.bar(NEUTRAL_BAR)).underLoadVolts;
  return twoFeedsReading(readVolts(on, a, b).volts, [loaded(a), loaded(b)], on.bench.supply.volts);
}
