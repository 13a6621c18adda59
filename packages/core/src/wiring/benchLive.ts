/** What is live on the bench, and what the overlay shows: which conductors hang on a breaker that is on, which only pick something up. */
import { feedsOf, magnitude, nodeOf, type SwitchedOn, endName } from '../circuit/index.js';
import { endKey, type Bench, type WireEnd } from '../model/index.js';

export type Live = 'live' | 'ghost' | 'dead';
const SEEN_V = 30;

/** State of every node that a wire or a screw has. */
export function liveNodes(on: SwitchedOn): Map<string, Live> {
  const states = new Map<string, Live>();
  const fed = new Set<string>();
  feedsOf(on.bench).forEach((f, i) => {
    if (on.bench.breakers[i]!.on) for (const n of f.nodes) fed.add(n);
  });
  for (const node of on.solved.nodeNames) {
    const v = magnitude(on.state.volts(node));
    // a neutral that has lost its bar stands at the mains through the load on it: as live as the hot
    states.set(node, fed.has(node) && v > SEEN_V ? 'live' : v > SEEN_V ? 'ghost' : 'dead');
  }
  for (const [node, state] of states)
    if (state === 'ghost') {
      const under = magnitude(on.solved.with([{ from: node, to: on.built.network.earth, by: { re: 1 / 4000, im: 0 } }]).volts(node));
      if (under > SEEN_V) states.set(node, 'live');
    }
  return states;
}

/** What touching a conductor with a tool would be, in plain words; undefined when it is dead. */
export function touched(on: SwitchedOn, bench: Bench, end: WireEnd): string | undefined {
  const node = nodeOf.end(endKey(end));
  if (!on.solved.has(node)) return undefined;
  const state = liveNodes(on).get(node);
  if (state !== 'live') return undefined;
  const volts = magnitude(on.state.volts(node)).toFixed(0);
  return `The ${endName(bench, end)} is live: ${volts} V. Touched with a tool that is a shock or an arc. Nothing was done: switch it off and prove it dead first.`;
}

export interface Overlay {
  volts: Map<string, number>;
  amps: Map<string, number>;
}
/** Volts to earth of every node, and amps through every conductor by cable and number. */
export function overlay(on: SwitchedOn): Overlay {
  const volts = new Map(on.solved.nodeNames.map((n) => [n, magnitude(on.state.volts(n))]));
  const amps = new Map([...on.built.conductorBranch].map(([key, branch]) => [key, magnitude(on.state.amps(branch))]));
  return { volts, amps };
}
