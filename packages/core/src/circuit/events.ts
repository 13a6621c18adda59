/** What opens when the wiring is switched on: breakers by their bands, protective devices by imbalance; in a fixed order, until nothing more opens. */
import type { Bench } from '../model/index.js';
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

/** What a standard fixes of a breaker, in multiples of its rating: holds for good, opens within the hour, within so many seconds at a second point, and at once between two. */
const CURVES = {
  US: { holds: 1, hour: 1.35, second: { at: 2, within: 120 }, magnetic: [8, 12] },
  'UK-B': { holds: 1.13, hour: 1.45, second: { at: 2.55, within: 60 }, magnetic: [3, 5] },
  'UK-C': { holds: 1.13, hour: 1.45, second: { at: 2.55, within: 60 }, magnetic: [5, 10] },
} as const;
/** What is called at once, s. */
const AT_ONCE_S = 0.1;

/**
 * Time to trip of a breaker at a multiple of its rating, as a band.
 * US (UL 489, handbook 21, memory): holds at 1, within 1 h at 1.35, within 2 min at 2 up to 30 A, at once near 8 to 12.
 * UK (BS EN 60898, memory): type B at once at 3 to 5, C at 5 to 10; 1.13 holds an hour, 1.45 trips within one, 2.55 within a minute up to 32 A.
 */
export function tripTime(multiple: number, curve: 'US' | 'UK-B' | 'UK-C'): Range | undefined {
  const { holds, hour, second, magnetic } = CURVES[curve];
  if (multiple <= holds) return undefined;
  if (multiple >= magnetic[1]) return { from: 0, to: AT_ONCE_S };
  // a thermal element takes a time that falls with the overload squared; how fast is fixed by the two points of its standard
  const heat = (m: number): number => (hour * hour - 1) / (m * m - 1);
  const fall = Math.log(second.within / 3600) / Math.log(heat(second.at));
  const to = multiple < hour ? Infinity : Math.max(AT_ONCE_S, 3600 * heat(multiple) ** fall);
  const from = multiple >= magnetic[0] ? 0 : Math.max(AT_ONCE_S, to === Infinity ? 60 : to / 20);
  return { from, to };
}

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
      if (['bare', 'green', 'green-yellow'].includes(colour)) return;
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
      const seconds = tripTime(amps / b.amps, b.curve);
      return seconds && Number.isFinite(seconds.to) ? [{ b, amps, seconds }] : [];
    })
    .sort((x, y) => x.seconds.to - y.seconds.to || x.b.id.localeCompare(y.b.id));
  const fault = over.find((o) => o.seconds.to <= AT_ONCE_S);
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
  return over[0] && over[0].seconds.to <= afterSeconds ? breakerOpening(over[0]) : undefined;
}

/** Breakers that are loaded past what they hold, and when they will open. */
function overloads(bench: Bench, built: Built, state: State): SwitchedOn['overloaded'] {
  return bench.breakers.flatMap((b) => {
    const branch = built.breakerBranch.get(b.id);
    const amps = branch === undefined ? 0 : magnitude(state.amps(branch));
    const seconds = tripTime(amps / b.amps, b.curve);
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
