/** What opens when the wiring is switched on: breakers by their bands, protective devices by imbalance; in a fixed order, until nothing more opens. */
import { GROUND_COLOURS, type Bench, type BenchBreaker } from '../model/index.js';
import { buildNetwork, nodeOf, type BuildOptions, type Built } from './build.js';
import { magnitude, plus, Solved, type State } from './network.js';

/** Seconds, from and to; Infinity: may never. */
export interface Range {
  from: number;
  to: number;
}
export interface Opening {
  part: string;
  what: 'breaker' | 'protective receptacle' | 'protective breaker';
  why: string;
  /** current or imbalance that did it, A */
  amps: number;
  seconds: Range;
}

/** A class A device trips between 4 and 6 mA (UL 943, handbook 21, memory); at 5 mA we call it tripped. */
export const IMBALANCE_TRIP_A = 0.005;

/** Up to a rating, A: opens within so many seconds at one multiple and at another. */
interface Within {
  upTo: number;
  hour: number;
  second: number;
}
/** What a standard fixes of a breaker, in multiples of its rating: holds for good, opens within a time at two points, and at once between two. */
interface Curve {
  holds: number;
  hour: number;
  second: number;
  magnetic: readonly [number, number];
  within: readonly Within[];
}
/** Types B and C differ by their magnets alone. */
const UK_HEAT: Omit<Curve, 'magnetic'> = {
  ...{ holds: 1.13, hour: 1.45, second: 2.55 },
  within: [
    { upTo: 32, hour: 3600, second: 60 },
    { upTo: 63, hour: 3600, second: 120 },
    { upTo: Infinity, hour: 7200, second: 120 },
  ],
};
const CURVES: Record<BenchBreaker['curve'], Curve> = {
  US: {
    ...{ holds: 1, hour: 1.35, second: 2, magnetic: [8, 12] },
    within: [
      { upTo: 30, hour: 3600, second: 120 },
      { upTo: 50, hour: 3600, second: 240 },
      { upTo: 100, hour: 7200, second: 360 },
      { upTo: Infinity, hour: 7200, second: 480 },
    ],
  },
  'UK-B': { ...UK_HEAT, magnetic: [3, 5] },
  'UK-C': { ...UK_HEAT, magnetic: [5, 10] },
};
/** What is called at once, s. */
const AT_ONCE_S = 0.1;

/**
 * Time to trip of a breaker at a current, as a band: `to` is the longest that its standard lets it take.
 * US (UL 489, handbook 21, memory): holds at 1; opens within 1 h at 1.35 up to 50 A, 2 h above; at 2 within 2 min up to 30 A, 4 up to 50, 6 up
 * to 100, 8 above; at once near 8 to 12. UK (BS EN 60898, memory): holds at 1.13; within 1 h at 1.45 up to 63 A, 2 h above; at 2.55 within a minute
 * up to 32 A, two above; type B at once at 3 to 5, C at 5 to 10.
 */
export function tripTime(amps: number, { amps: rating, curve }: Pick<BenchBreaker, 'amps' | 'curve'>): Range | undefined {
  const { holds, hour, second, magnetic, within } = CURVES[curve];
  const multiple = amps / rating;
  if (multiple <= holds) return undefined;
  if (multiple >= magnetic[1]) return { from: 0, to: AT_ONCE_S };
  const most = within.find((w) => rating <= w.upTo)!;
  // between its two points the time falls by a power of the heat above what the first one lets through; beyond, heat no longer has time to get
  // out, and the current squared times the time is the same (BS EN 60898 has 45 s at 3 and 15 s at 5 times, which this meets)
  const heat = (m: number): number => (hour * hour - 1) / (m * m - 1);
  const fall = Math.log(most.second / most.hour) / Math.log(heat(second));
  const to = multiple < hour ? Infinity : multiple < second ? most.hour * heat(multiple) ** fall : most.second * (second / multiple) ** 2;
  const from = multiple >= magnetic[0] ? 0 : Math.max(AT_ONCE_S, to === Infinity ? 60 : to / 20);
  return { from, to };
}
/** Whether it is open after some seconds: in time by its standard, or where its magnet may open it at once. */
export const opensWithin = (time: Range | undefined, seconds: number): boolean =>
  time !== undefined && (time.from === 0 || time.to <= seconds);

export interface SwitchedOn {
  /** the wiring with what opened left open */
  bench: Bench;
  built: Built;
  solved: Solved;
  state: State;
  /** what opened, in the order in which it did */
  opened: Opening[];
  /** what is loaded past what it holds, and when it will open */
  overloaded: { breakerId: string; amps: number; seconds: Range }[];
}

const conductorsOfBreaker = (bench: Bench, breakerId: string): string[] =>
  bench.joints
    .filter((j) => j.boxId === 'panel' && j.at?.device === breakerId)
    .flatMap((j) => j.ends.flatMap((e) => ('cableId' in e ? [e.cableId] : [])));

/** Imbalance of a protective breaker: what goes out on its hot and does not come back on the neutrals of the same cables. */
function breakerImbalance(bench: Bench, state: State, built: Built, breakerId: string): number {
  let sum = { re: 0, im: 0 };
  for (const cableId of conductorsOfBreaker(bench, breakerId)) {
    const cable = bench.cables.find((c) => c.id === cableId);
    cable?.colours.forEach((colour, i) => {
      if (GROUND_COLOURS.includes(colour)) return;
      sum = plus(sum, state.amps(built.conductorBranch.get(`${cableId}/${i}`)!));
    });
  }
  return magnitude(sum);
}

function nextOpening(
  bench: Bench,
  built: Built,
  state: State,
  afterSeconds: number,
): (Opening & { open: (b: Bench) => Bench }) | undefined {
  const off =
    (ids: string[]) =>
    (b: Bench): Bench => ({ ...b, breakers: b.breakers.map((x) => (ids.includes(x.id) ? { ...x, on: false } : x)) });
  const over = bench.breakers
    .filter((b) => b.on)
    .flatMap((b) => {
      const amps = magnitude(state.amps(built.breakerBranch.get(b.id)!));
      const seconds = tripTime(amps, b);
      return seconds && Number.isFinite(seconds.to) ? [{ b, amps, seconds }] : [];
    })
    .sort((x, y) => x.seconds.to - y.seconds.to || x.b.id.localeCompare(y.b.id));
  const fault = over.find((o) => o.seconds.from === 0);
  const breakerOpening = (o: (typeof over)[number]) => ({
    part: o.b.id,
    what: 'breaker' as const,
    why: `${o.amps.toFixed(1)} A through breaker ${o.b.number} of ${o.b.amps} A`,
    amps: o.amps,
    seconds: o.seconds,
    open: off([o.b.id, ...bench.breakers.filter((x) => x.tiedTo === o.b.id || x.id === o.b.tiedTo).map((x) => x.id)]),
  });
  // imbalance acts within a few hundredths of a second: before heat, after a dead short
  if (fault) return breakerOpening(fault);
  for (const [id, { hot, neutral }] of built.sensed) {
    const amps = magnitude(plus(state.amps(hot), state.amps(neutral)));
    if (amps >= IMBALANCE_TRIP_A)
      return {
        part: id,
        what: 'protective receptacle',
        why: `${(amps * 1000).toFixed(1)} mA goes out on the hot and does not come back on the neutral`,
        amps,
        seconds: { from: 0.02, to: 0.2 },
        open: (b) => ({ ...b, devices: b.devices.map((d) => (d.id === id ? { ...d, tripped: true } : d)) }),
      };
  }
  for (const b of bench.breakers.filter((x) => x.on && x.kind === 'ground-fault')) {
    const amps = breakerImbalance(bench, state, built, b.id);
    if (amps >= IMBALANCE_TRIP_A)
      return {
        part: b.id,
        what: 'protective breaker',
        why: `${(amps * 1000).toFixed(1)} mA does not come back on the neutrals of breaker ${b.number}`,
        amps,
        seconds: { from: 0.02, to: 0.2 },
        open: off([b.id]),
      };
  }
  return over[0] && opensWithin(over[0].seconds, afterSeconds) ? breakerOpening(over[0]) : undefined;
}

/** Breakers that are loaded past what they hold, and when they will open. */
function overloads(bench: Bench, built: Built, state: State): SwitchedOn['overloaded'] {
  return bench.breakers.flatMap((b) => {
    const branch = built.breakerBranch.get(b.id);
    const amps = branch === undefined ? 0 : magnitude(state.amps(branch));
    const seconds = tripTime(amps, b);
    return seconds ? [{ breakerId: b.id, amps, seconds }] : [];
  });
}

/**
 * Switches the wiring on and lets everything open that opens within a time. Every round opens one part, so it ends.
 * @param afterSeconds how long it has been on: a second unless said, so that a slow overload still stands
 * Throws NetworkError for bad wiring.
 */
export function switchOn(bench: Bench, options: BuildOptions = {}, afterSeconds = 1): SwitchedOn {
  const opened: Opening[] = [];
  let now = bench;
  for (let round = 0; ; round++) {
    const built = buildNetwork(now, options);
    const solved = new Solved(built.network);
    const { state } = solved;
    const next = nextOpening(now, built, state, afterSeconds);
    if (!next || round > bench.breakers.length + bench.devices.length)
      return { bench: now, built, solved, state, opened, overloaded: overloads(now, built, state) };
    const { open, ...opening } = next;
    opened.push(opening);
    now = open(now);
  }
}

/** Whether a protective receptacle sets again: only with the supply on its LINE screws (lock-out as in devices since 2006; from memory). */
export function canReset(on: SwitchedOn, deviceId: string): { ok: boolean; volts: number } {
  const line = (name: string) => nodeOf.terminal(deviceId, name);
  const volts = magnitude(on.state.between(line('line brass'), line('line silver')));
  return { ok: volts > 0.7 * on.bench.supply.volts, volts };
}
