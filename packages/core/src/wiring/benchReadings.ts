/** What an instrument in hand shows, in figures and words; what opened and why; volts and shorts at each face with their sums. */
import { benchReadingWords } from '../words/wiring/benchReadings.js';
import { nec, practice } from '../catalog/index.js';
import { term } from '../codebook/index.js';
import { facePoints, lineSide, nodeOf, reached, type Branch, type Range, type SwitchedOn, endName } from '../circuit/index.js';
import {
  clamp,
  continuity,
  findBreaker,
  insulation,
  LAMP_BLIND_SPOTS,
  probe,
  readLamps,
  readVolts,
  twoFeeds,
  type TwoFeeds,
} from '../instruments/index.js';
import { endKey, type Bench, type BenchCable, type Edition, type WireEnd } from '../model/index.js';
import type { BenchFinding } from './benchChecks.js';

export interface ProbePoint {
  node: string;
  label: string;
}
export interface FaceOf {
  deviceId: string;
  face: 'upper' | 'lower';
}
/** An instrument and where it is held. */
export interface InHand {
  instrument: BenchInstrument;
  red?: ProbePoint | undefined;
  black?: ProbePoint | undefined;
  face?: FaceOf | undefined;
  end?: WireEnd | undefined;
  /** the clamp goes round the whole cable */
  wholeCable?: boolean;
}
export interface InstrumentReading {
  figure: string;
  says: string;
  lamps?: { name: string; state: string }[];
  /** what this instrument can’t tell */
  doubts?: string;
}

const BLIND = `It can’t see: ${LAMP_BLIND_SPOTS.join(', ')}.`;

/** Where an instrument goes, what it says while it is held nowhere, and what it reads. */
type Instrument =
  | { held: 'two points'; idle: InstrumentReading; read: (on: SwitchedOn, red: ProbePoint, black: ProbePoint) => InstrumentReading }
  | { held: 'face'; idle: InstrumentReading; read: (on: SwitchedOn, face: FaceOf) => InstrumentReading }
  | { held: 'conductor'; idle: InstrumentReading; read: (on: SwitchedOn, end: WireEnd) => InstrumentReading }
  | { held: 'cable'; idle: InstrumentReading; read: (on: SwitchedOn, end: CableEnd, whole: boolean) => InstrumentReading };
type CableEnd = Extract<WireEnd, { cableId: string }>;

const voltmeter = (mode: 'high' | 'low'): Instrument => ({
  held: 'two points',
  idle: { figure: '– V', says: 'Touch two points: the first takes the red probe, the second the black.' },
  read: (on, red, black) => {
    const r = readVolts(on, red.node, black.node, mode);
    return {
      figure: `${r.volts.toFixed(1)} V~`,
      says: r.ghost
        ? `Under a small load only ${r.underLoadVolts.toFixed(1)} V: carried over from a neighbour, no supply.`
        : `${red.label} to ${black.label}`,
    };
  },
});

/** An instrument of the bench is an entry here, and nothing else: its key, where it goes and what it shows follow. */
const INSTRUMENTS = {
  meter: voltmeter('high'),
  'low-impedance meter': voltmeter('low'),
  'three-lamp tester': {
    held: 'face',
    idle: { figure: '', says: 'Plug it into a face.', doubts: BLIND },
    read: (on, { deviceId, face }) => {
      const r = readLamps(on, deviceId, face);
      return {
        figure: '',
        says: r.says,
        lamps: [
          { name: 'H–N', state: r.hotNeutral },
          { name: 'H–G', state: r.hotGround },
          { name: 'N–G', state: r.neutralGround },
        ],
        doubts: BLIND,
      };
    },
  },
  'non-contact probe': {
    held: 'conductor',
    idle: { figure: '', says: 'Hold it at a conductor.' },
    read: (on, end) => {
      const r = probe(on, end);
      return { figure: r.signals ? (r.faint ? 'faint' : 'beeps') : 'silent', says: r.because };
    },
  },
  clamp: {
    held: 'cable',
    idle: { figure: '– A', says: 'Close it round a conductor of a cable.' },
    read: (on, end, whole) => ({
      figure: `${clamp(on, end.cableId, whole ? undefined : end.conductor).toFixed(2)} A~`,
      says: whole ? 'round the whole cable: out and back cancel' : endName(on.bench, end),
    }),
  },
  continuity: {
    held: 'two points',
    idle: { figure: '– Ω', says: 'Touch two points of a dead circuit.' },
    read: (on, red, black) => {
      const r = continuity(on, red.node, black.node);
      if (!r.ok) return { figure: 'refused', says: r.why };
      return {
        figure: Number.isFinite(r.ohm) ? `${r.ohm < 10 ? r.ohm.toFixed(3) : r.ohm.toFixed(0)} Ω` : 'open',
        says: r.beeps ? 'it beeps' : Number.isFinite(r.ohm) ? 'a path, but no sound one: something is in it' : 'no path',
      };
    },
  },
  'insulation tester': {
    held: 'two points',
    idle: { figure: '– MΩ', says: 'Touch two points of a dead circuit, everything unplugged.' },
    read: (on, red, black) => {
      const r = insulation(on, red.node, black.node);
      if ('refused' in r) return { figure: 'refused', says: r.refused };
      return {
        figure: r.megohm >= 1000 ? '> 1000 MΩ' : `${r.megohm.toFixed(2)} MΩ`,
        says: r.ok ? 'at least 1 MΩ: sound' : 'under 1 MΩ: something leaks or is still connected',
      };
    },
  },
  'breaker finder': {
    held: 'face',
    idle: { figure: '', says: 'Plug the sender into a face.' },
    read: (on, { deviceId, face }) => {
      const list = findBreaker(on, deviceId, face);
      if (list.every((f) => f.strength === 0))
        return { figure: '', says: 'The sender is dead: nothing feeds this face, so no breaker answers.' };
      return {
        figure: '',
        says: list
          .map((f) => `breaker ${on.bench.breakers.find((b) => b.id === f.breakerId)!.number}: ${(f.strength * 100).toFixed(0)} %`)
          .join(' · '),
        doubts: 'Neighbours answer faintly; the loudest is switched off, and then the face is tested.',
      };
    },
  },
} satisfies Record<string, Instrument>;

export type BenchInstrument = 'hands' | keyof typeof INSTRUMENTS;
export const BENCH_INSTRUMENTS: readonly BenchInstrument[] = ['hands', ...(Object.keys(INSTRUMENTS) as (keyof typeof INSTRUMENTS)[])];
/** Where it goes: two probes anywhere, a face, a conductor, round a cable; undefined for bare hands. */
export const heldAt = (instrument: BenchInstrument): Instrument['held'] | undefined =>
  instrument === 'hands' ? undefined : INSTRUMENTS[instrument].held;

/** What it shows; undefined for bare hands. Held nowhere it says where it goes. */
export function readInstrument(on: SwitchedOn, hand: InHand): InstrumentReading | undefined {
  if (hand.instrument === 'hands') return undefined;
  const i: Instrument = INSTRUMENTS[hand.instrument];
  const at = (p: ProbePoint | undefined): p is ProbePoint => p !== undefined && on.solved.has(p.node);
  const { red, black, face, end } = hand;
  switch (i.held) {
    case 'two points':
      return at(red) && at(black) ? i.read(on, red, black) : i.idle;
    case 'face':
      return face ? i.read(on, face) : i.idle;
    case 'conductor':
      return end ? i.read(on, end) : i.idle;
    case 'cable':
      return end && 'cableId' in end ? i.read(on, end, hand.wholeCable === true) : i.idle;
  }
}

/** A time to trip as people say it. Seconds. */
export function rangeWords(range: Range): string {
  return range.to < Infinity && isUpTo(range) ? `up to ${secondsWords(range.to)}` : atMostWords(range);
}
/** The same after “within”. */
function atMostWords(range: Range): string {
  const { from, to } = range;
  if (to === Infinity) return `${secondsWords(from)} or never`;
  return isUpTo(range) ? secondsWords(to) : `${secondsWords(from)} to ${secondsWords(to)}`;
}
const isUpTo = ({ from, to }: Range): boolean => from < to / 10;
const secondsWords = (s: number): string =>
  s >= 3600 ? `${Number((s / 3600).toFixed(1))} h` : s >= 90 ? `${(s / 60).toFixed(0)} min` : `${Number(s.toFixed(1))} s`;

/** What opened when it was switched on, and what is loaded past what it holds. */
export function eventWords(on: SwitchedOn): string[] {
  return [
    ...on.opened.map((o) => `Opened: ${o.what}. ${o.why}, within ${atMostWords(o.seconds)}.`),
    ...on.overloaded.map((o) => {
      const b = on.bench.breakers.find((x) => x.id === o.breakerId)!;
      return `Overload: ${o.amps.toFixed(1)} A on breaker ${b.number} of ${b.amps} A; ${o.seconds.to === Infinity ? 'it may hold, or open after a while' : `it opens within ${atMostWords({ from: 0, to: o.seconds.to })}`}.`;
    }),
  ];
}

/** Boxes that power comes into by more than one cable, and what a meter between their hots tells. */
export function twoLiveCables(on: SwitchedOn): { box: string; a: string; b: string; reading: TwoFeeds }[] {
  const { bench } = on;
  return bench.boxes.flatMap((box) => {
    const [a, b] = lineSide(bench, box.id)
      .filter((l) => l.side === 'line')
      .map((l) => {
        const cable = bench.cables.find((c) => c.id === l.cableId)!;
        const hot = Math.max(0, cable.colours.indexOf('black'));
        return { name: cable.name, node: nodeOf.end(endKey({ cableId: l.cableId, conductor: hot, end: l.end })) };
      });
    return a && b ? [{ box: box.name, a: a.name, b: b.name, reading: twoFeeds(on, a.node, b.node) }] : [];
  });
}

/** Voltage drop that is advised over feeder and branch circuit, % (NEC 210.19, informational note; memory). */
const DROP_LIMIT = 5;

/** Below this a face is off; a short that drives less than this meets no breaker (common practice). */
const LOWEST_V = 20;
const CARRIES_A = 5;
const voltsSum = (volts: number, supply: number) => [
  { terms: [], result: term('at this face', volts, 'V'), limit: { ...term('at the supply', supply, 'V'), relation: '≤' as const } },
];

/** Volts under load at each face, and what a dead short there would drive, each with its sum. `source` is the wiring before anything opened. */
export function faceFindings(on: SwitchedOn, source: Bench, edition: Edition): BenchFinding[] {
  const unknown = source.cables.filter((c) => source.unmeasured?.some((u) => u.what === 'length' && u.of === c.id));
  // a cable counts for a face that goes dark when it is cut; what only goes on from there does not
  const feeds = (c: BenchCable, slot: string): boolean => {
    const cut = ({ part }: Branch) => part?.is === 'conductor' && part.cableId === c.id;
    return on.bench.breakers.some((b) => {
      const from = nodeOf.breaker(b.id);
      return reached(on.bench, from).has(slot) && !reached(on.bench, from, cut).has(slot);
    });
  };
  const supply = on.bench.supply.volts;
  return facePoints(on).map((p): BenchFinding => {
    const device = on.bench.devices.find((d) => d.id === p.deviceId)!;
    const about = {
      rule: 'face-reading' as const,
      title: `${device.name}, ${p.face}`,
      about: [device.boxId, p.deviceId, p.face],
      source: practice,
    };
    const untold = unknown.filter((c) => feeds(c, nodeOf.slot(p.deviceId, p.face, 'hot'))).map((c) => c.name);
    if (untold.length)
      return {
        ...about,
        verdict: 'can’t tell',
        ...benchReadingWords.lengthsUnmeasured({ untold }),
        sums: [],
      };
    if (p.volts > 1.06 * supply)
      return {
        ...about,
        ...{ verdict: 'stop', source: nec(edition.slice(3), '300.13(B) and 210.4'), sums: voltsSum(p.volts, supply) },
        ...benchReadingWords.neutralLost({ volts: p.volts, supply }),
      };
    if (p.volts > LOWEST_V && p.shortA < CARRIES_A)
      return {
        ...about,
        ...{ verdict: 'stop', source: practice, sums: voltsSum(p.volts, supply) },
        ...benchReadingWords.nothingBehind({ volts: p.volts, shortA: p.shortA }),
      };
    if (p.volts > LOWEST_V && p.volts < 0.85 * supply)
      return {
        ...about,
        ...{ verdict: 'stop', source: practice, sums: voltsSum(p.volts, supply) },
        ...benchReadingWords.looseNeutral({ volts: p.volts, supply }),
      };
    return {
      ...about,
      source: nec(edition.slice(3), '210.19(A), informational note'),
      verdict: p.dropPercent > DROP_LIMIT ? 'caution' : 'note',
      ...benchReadingWords.dropAndShort({
        volts: p.volts,
        dropPercent: p.dropPercent,
        shortA: p.shortA,
        opensIn: p.trip && rangeWords(p.trip),
      }),
      sums: [
        {
          terms: [term('at the supply', supply, 'V'), term('lost in source, conductors and joints, out and back', p.volts - supply, 'V')],
          result: term('at this face', p.volts, 'V'),
        },
        {
          terms: [],
          formula: '(supply − face) ÷ supply',
          result: term('drop', p.dropPercent, '%'),
          limit: { ...term('advised over feeder and branch (informational note)', DROP_LIMIT, '%'), relation: '≤' },
        },
        {
          terms: [term('at this face', p.volts, 'V'), term('round the loop: source, hot, neutral, joints', p.loopOhm, 'Ω')],
          formula: 'volts ÷ ohms',
          result: term('dead short here, hot to neutral', p.shortA, 'A'),
        },
      ],
    };
  });
}
