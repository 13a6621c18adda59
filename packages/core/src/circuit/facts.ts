/** What follows from wiring: which conductors hang on which breaker, what is behind what, what is protected, loops and joined feeds, neutrals in common, faults at each point. */
import {
  endKey,
  GROUND_BAR,
  GROUND_COLOURS,
  NEUTRAL_BAR,
  TERMINALS,
  type Bench,
  type BenchBreaker,
  type WireEnd,
  cablesAt,
  devicesAt,
  pigtailsAt,
} from '../model/index.js';
import { nodeOf } from './build.js';
import { metalOf } from './metal.js';
import { tripTime, type Range, type SwitchedOn } from './events.js';
import { magnitude, over, type Branch } from './network.js';

/** Nodes reached from one node through metal, not through loads, breakers or the supply. */
export const reached = (bench: Bench, from: string, but?: (branch: Branch) => boolean): ReadonlySet<string> => {
  const metal = metalOf(bench);
  return (but ? metal.walk(from, metal.where(but)) : metal.walkWhole(from)).nodes();
};

export interface Feed {
  breakerId: string;
  /** nodes that hang on this breaker */
  nodes: ReadonlySet<string>;
}
/** What hangs on each breaker, by metal; the breakers' handles don't matter. */
export const feedsOf = (bench: Bench): Feed[] =>
  bench.breakers.map((b) => ({ breakerId: b.id, nodes: reached(bench, nodeOf.breaker(b.id)) }));

/** Breakers whose wires meet: two feeds joined, and that must never be. */
export function joinedFeeds(bench: Bench): [BenchBreaker, BenchBreaker][] {
  const feeds = feedsOf(bench);
  return bench.breakers.flatMap((a, i) =>
    bench.breakers
      .slice(i + 1)
      .filter((b) => feeds[i]!.nodes.has(nodeOf.breaker(b.id)))
      .map((b): [BenchBreaker, BenchBreaker] => [a, b]),
  );
}

const ENDS = [0, 1] as const;
/** Conductor ends that a box holds. */
export function endsIn(bench: Bench, boxId: string): WireEnd[] {
  const ends: WireEnd[] = [];
  for (const c of cablesAt(bench, boxId))
    for (const end of ENDS) if (c.ends[end] === boxId) c.colours.forEach((_, conductor) => ends.push({ cableId: c.id, conductor, end }));
  for (const p of pigtailsAt(bench, boxId)) for (const end of ENDS) ends.push({ pigtailId: p.id, end });
  return ends;
}

/** For each cable end in a box whether it brings power (line) or takes it on (load), found by cutting the cable and seeing what goes dark. */
export function lineSide(bench: Bench, boxId: string): { cableId: string; end: 0 | 1; side: 'line' | 'load' | 'unfed' }[] {
  return bench.cables.flatMap((c) =>
    ([0, 1] as const)
      .filter((e) => c.ends[e] === boxId)
      .map((e) => {
        const cut = metalOf(bench).ofCable(c.id);
        const fed = (end: 0 | 1) =>
          bench.breakers.some((b) => {
            const nodes = metalOf(bench).walk(nodeOf.breaker(b.id), cut);
            return c.colours.some((_, i) => nodes.has(nodeOf.end(endKey({ cableId: c.id, conductor: i, end }))));
          });
        const far: 0 | 1 = e === 0 ? 1 : 0;
        // power that comes to its far end with the cable cut comes in through it
        return { cableId: c.id, end: e, side: fed(far) ? ('line' as const) : fed(e) ? ('load' as const) : ('unfed' as const) };
      }),
  );
}

/** Faces and devices behind a protective receptacle's LOAD screws: what it really protects besides its own face. */
export function protectedBy(bench: Bench, deviceId: string): string[] {
  const opened: Bench = { ...bench, devices: bench.devices.map((d) => (d.id === deviceId ? { ...d, tripped: true } : d)) };
  const device = bench.devices.find((d) => d.id === deviceId);
  if (device?.form !== 'ground-fault') return [];
  const live = (b: Bench) => new Set(feedsOf(b).flatMap((f) => [...f.nodes]));
  const [before, after] = [
    live({ ...bench, devices: bench.devices.map((d) => (d.id === deviceId ? { ...d, tripped: false } : d)) }),
    live(opened),
  ];
  return bench.devices
    .filter((d) => d.id !== deviceId)
    .filter((d) => TERMINALS[d.form].some((t) => before.has(nodeOf.terminal(d.id, t)) && !after.has(nodeOf.terminal(d.id, t))))
    .map((d) => d.id);
}

/** Cables that close a loop of hots: taking one out leaves everything fed. */
export function loops(bench: Bench): string[] {
  const all = feedsOf(bench);
  const metal = metalOf(bench);
  return bench.cables
    .filter((c) => {
      const cut = metal.ofCable(c.id);
      // what falls apart without one of them does so without all
      if (cut.every((n) => metal.isBridge(n))) return false;
      return bench.breakers.some((b, i) => {
        const hots = c.colours.flatMap((_, n) => ([0, 1] as const).map((e) => nodeOf.end(endKey({ cableId: c.id, conductor: n, end: e }))));
        const on = hots.filter((h) => all[i]!.nodes.has(h));
        if (on.length < 2) return false;
        const rest = metal.walk(nodeOf.breaker(b.id), cut);
        return on.every((h) => rest.has(h));
      });
    })
    .map((c) => c.id);
}

export interface SharedNeutral {
  cableId: string;
  conductor: number;
  breakers: BenchBreaker[];
  /** opposite legs subtract, the same leg adds */
  legs: 'opposite' | 'same';
  /** one handle or one trip for both (210.4(B)) */
  tied: boolean;
  neutralA: number;
}
/** Neutrals that carry the return of two breakers. */
export function sharedNeutrals(on: SwitchedOn): SharedNeutral[] {
  const { bench } = on;
  const feeds = feedsOf(bench);
  const bar = reached(bench, nodeOf.bar(NEUTRAL_BAR));
  return bench.cables.flatMap((c) => {
    const at = (n: number, e: 0 | 1) => nodeOf.end(endKey({ cableId: c.id, conductor: n, end: e }));
    const breakers = bench.breakers.filter((_, i) =>
      c.colours.some((__, n) => feeds[i]!.nodes.has(at(n, 0)) || feeds[i]!.nodes.has(at(n, 1))),
    );
    const neutral = c.colours.findIndex((colour, n) => !GROUND_COLOURS.includes(colour) && bar.has(at(n, 0)) && bar.has(at(n, 1)));
    if (breakers.length < 2 || neutral < 0) return [];
    const [a, b] = breakers as [BenchBreaker, BenchBreaker];
    return [
      {
        cableId: c.id,
        conductor: neutral,
        breakers,
        legs: a.leg === b.leg ? ('same' as const) : ('opposite' as const),
        tied: a.tiedTo === b.id || b.tiedTo === a.id,
        neutralA: magnitude(on.state.amps(on.built.conductorBranch.get(`${c.id}/${neutral}`)!)),
      },
    ];
  });
}

export interface FacePoint {
  deviceId: string;
  face: 'upper' | 'lower';
  volts: number;
  dropPercent: number;
  /** a bolted short here, hot to neutral and hot to ground; A, and what the breaker then does */
  shortA: number;
  groundFaultA: number;
  /** round the loop that a short here closes: source, hot, neutral, joints; Ω */
  loopOhm: number;
  trip: Range | undefined;
}
/** Voltage under load at each face, and what a dead short there would drive. */
export function facePoints(on: SwitchedOn): FacePoint[] {
  const { bench, state, solved } = on;
  const feeds = feedsOf(bench);
  return bench.devices
    .filter((d) => ['duplex', 'single', 'ground-fault'].includes(d.form))
    .flatMap((d) =>
      (d.form === 'single' ? (['upper'] as const) : (['upper', 'lower'] as const)).map((face): FacePoint => {
        const pin = (name: 'hot' | 'neutral' | 'ground') => nodeOf.slot(d.id, face, name);
        const v = state.between(pin('hot'), pin('neutral'));
        const drive = (a: string, b: string) => magnitude(over(state.between(a, b), solved.impedanceBetween(a, b)));
        // with its sides swapped the breaker hangs on the other pin
        const breaker = bench.breakers.find((_, i) => feeds[i]!.nodes.has(pin('hot')) || feeds[i]!.nodes.has(pin('neutral')));
        const shortA = drive(pin('hot'), pin('neutral'));
        return {
          deviceId: d.id,
          face,
          volts: magnitude(v),
          dropPercent: (100 * (bench.supply.volts - magnitude(v))) / bench.supply.volts,
          shortA,
          groundFaultA: drive(pin('hot'), pin('ground')),
          loopOhm: magnitude(solved.impedanceBetween(pin('hot'), pin('neutral'))),
          trip: breaker && tripTime(shortA, breaker),
        };
      }),
    );
}

/** Whether the grounds of a box still hang together and on the bar when its devices are taken out (250.148). */
export function groundWithoutDevices(bench: Bench, boxId: string): boolean {
  const metal = metalOf(bench);
  const grounds = groundEnds(bench, boxId);
  const bar = nodeOf.bar(GROUND_BAR);
  // what hangs together with all devices out does so with those of one box out
  if (grounds.every((n) => metal.walkBare(bar).has(n))) return true;
  const own = metal.walk(bar, metal.ofDevices(devicesAt(bench, boxId).map((d) => d.id)));
  return grounds.every((n) => own.has(n));
}
/** Whether the grounds of a box meet in the box itself, or on its metal, also where each has a bar of its own: of two feeds, the panel joins them too (250.148). */
export function groundsMeet(bench: Bench, boxId: string): boolean {
  const metal = metalOf(bench);
  const [first, ...others] = groundEnds(bench, boxId);
  if (first === undefined || others.length === 0) return true;
  const away = [
    ...cablesAt(bench, boxId).flatMap((c) => metal.ofCable(c.id)),
    ...metal.ofDevices(devicesAt(bench, boxId).map((d) => d.id)),
  ];
  const here = metal.walk(first, away);
  return others.every((n) => here.has(n));
}
const groundEnds = (bench: Bench, boxId: string): string[] =>
  cablesAt(bench, boxId).flatMap((c) =>
    c.colours.flatMap((colour, conductor) =>
      GROUND_COLOURS.includes(colour)
        ? ENDS.filter((e) => c.ends[e] === boxId).map((end) => nodeOf.end(endKey({ cableId: c.id, conductor, end })))
        : [],
    ),
  );
