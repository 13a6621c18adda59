/** What goes into which terminal of an accessory: earth first, then neutral, then line, each conductor by the cable it comes in. */
import { nameOf, otherEnd } from '../finals/index.js';
import type { Final, FinalPoint, FinalRun } from '../model/index.js';

export const TERMINALS = ['earth', 'second earth', 'neutral', 'line', 'neutral, load', 'line, load'] as const;
export type TerminalName = (typeof TERMINALS)[number];
export interface TerminalEnd {
  /** the run, or the lead from the metal box */
  runId: string | undefined;
  /** `cable to Hall`, and `to Hall` alone */
  cable: string;
  to: string;
  core: 'line' | 'neutral' | 'protective';
  colour: string;
  look: 'new' | 'old' | 'not noted';
}
export interface Terminal {
  name: TerminalName;
  ends: TerminalEnd[];
}

const COLOURS = {
  'brown and blue': { line: 'brown', neutral: 'blue' },
  'red and black': { line: 'red', neutral: 'black' },
} as const;
const lookOf = (run: FinalRun, core: TerminalEnd['core']): TerminalEnd['look'] =>
  core === 'protective' ? 'new' : run.cores ? (run.cores === 'red and black' ? 'old' : 'new') : 'not noted';
const colourOf = (run: FinalRun, core: TerminalEnd['core']): string =>
  core === 'protective' ? 'bare, sleeved green and yellow' : run.cores ? COLOURS[run.cores][core] : `${core}, colour not noted`;

/** Cables that feed a point, and those that only what hangs behind a fused unit uses. */
function sides(final: Final, point: FinalPoint): { feed: FinalRun[]; load: FinalRun[] } {
  const here = final.runs.filter((r) => r.ends.includes(point.id));
  if (point.kind !== 'fused unit') return { feed: here, load: [] };
  const fed = reached(final, point.id);
  const isLoad = (r: FinalRun): boolean => {
    const end = otherEnd(r, point.id);
    return end !== 'board' && !fed.has(end);
  };
  return { feed: here.filter((r) => !isLoad(r)), load: here.filter(isLoad) };
}
/** Points that the board reaches without passing one. */
function reached(final: Final, without: string): Set<string> {
  const seen = new Set<string>(['board']);
  for (let grown = true; grown;) {
    grown = false;
    for (const r of final.runs) {
      if (r.ends.includes(without)) continue;
      const [a, b] = r.ends;
      if (seen.has(a) === seen.has(b)) continue;
      seen.add(a).add(b);
      grown = true;
    }
  }
  return seen;
}

/**
 * The terminals of a point with what goes into each, in the order in which they are made.
 * @throws RangeError for a point that is not there
 */
export function connections(final: Final, pointId: string): Terminal[] {
  const point = final.points.find((p) => p.id === pointId);
  if (!point) throw new RangeError(`there is no point ${pointId}`);
  if (point.kind === 'joint') return [];
  const { feed, load } = sides(final, point);
  const end = (core: TerminalEnd['core']) => (r: FinalRun): TerminalEnd => ({ runId: r.id, cable: `cable to ${nameOf(final, otherEnd(r, pointId))}`, to: `to ${nameOf(final, otherEnd(r, pointId))}`, core, colour: colourOf(r, core), look: lookOf(r, core) }); // prettier-ignore
  const earths = [...feed, ...load].map(end('protective'));
  const box: TerminalEnd[] = point.metalBox ? [{ runId: undefined, cable: 'lead from the metal box', to: 'metal box', core: 'protective', colour: 'green and yellow', look: 'new' }] : [];
  // a twin has two earth terminals: each leg of a ring has its own
  const two = point.kind === 'twin' && earths.length > 1;
  const terminals: Terminal[] = [
    { name: 'earth', ends: two ? [earths[0]!, ...box] : [...earths, ...box] },
    ...(two ? [{ name: 'second earth' as const, ends: earths.slice(1) }] : []),
    { name: 'neutral', ends: feed.map(end('neutral')) },
    { name: 'line', ends: feed.map(end('line')) },
    ...(load.length ? [{ name: 'neutral, load' as const, ends: load.map(end('neutral')) }, { name: 'line, load' as const, ends: load.map(end('line')) }] : []),
  ];
  return terminals.filter((t) => t.ends.length > 0);
} // prettier-ignore

/** `Line: brown of the cable to Hall, brown of the cable to Landing.` */
export const terminalWords = ({ name, ends }: Terminal): string =>
  `${name.charAt(0).toUpperCase()}${name.slice(1)}: ${ends.map((e) => (e.runId ? `${e.colour} of the ${e.cable}` : `${e.colour}, the ${e.cable}`)).join('; ')}.`;

/** Conductors that a terminal holds at most (makers’ usual limit; common practice). */
export const MOST_IN_TERMINAL = 3;

const LETTER = { line: 'L', neutral: 'N', protective: 'E' } as const;
const SHORT: Readonly<Record<TerminalName, string>> = { earth: 'E', 'second earth': 'E', neutral: 'N', line: 'L', 'neutral, load': 'N out', 'line, load': 'L out' }; // prettier-ignore
export interface TerminalsDrawing {
  width: number;
  height: number;
  /** upper edge of the accessory’s back */
  top: number;
  terminals: { name: TerminalName; short: string; x: number }[];
  cables: { runId: string; words: string; x: number }[];
  leads: { id: string; path: string; core: TerminalEnd['core']; look: 'new' | 'old' | 'not noted'; letter: string; x: number; y: number }[];
}
const [PITCH, TOP, LOW] = [120, 12, 190];
/** An accessory from behind as plain geometry, px: terminals above, the cables below, a line for each conductor. */
export function terminalsDrawing(terminals: readonly Terminal[]): TerminalsDrawing {
  const ids = [...new Map(terminals.flatMap((t) => t.ends.map((e) => [e.runId ?? 'box', e.runId ? e.to : 'metal box'] as const)))]; // prettier-ignore
  const columns = Math.max(ids.length, terminals.length);
  const width = columns * PITCH + 40;
  const at = (n: number, of: number): number => 20 + (width - 40) * ((n + 0.5) / of);
  const cables = ids.map(([runId, words], i) => ({ runId, words, x: at(i, ids.length) }));
  const placed = terminals.map((t, i) => ({ name: t.name, short: SHORT[t.name], x: at(i, terminals.length) }));
  const leads = terminals.flatMap((t, i) =>
    t.ends.map((e, k) => {
      const cable = cables.find((c) => c.runId === (e.runId ?? 'box'))!;
      const from = cable.x + { line: 18, neutral: 0, protective: -18 }[e.core];
      const to = placed[i]!.x + (k - (t.ends.length - 1) / 2) * 14;
      const [y1, y2] = [LOW + 14, TOP + 48];
      const middle = (y1 + y2) / 2;
      // letters stand on their lines at heights of their own
      const share = 0.3 + 0.13 * (k + i) - Math.floor((k + i) / 4) * 0.4;
      const y = y1 + (y2 - y1) * share;
      const s = share * share * (3 - 2 * share);
      return { id: `${t.name}/${k}`, path: `M${from} ${y1}C${from} ${middle} ${to} ${middle} ${to} ${y2}`, core: e.core, look: e.look, letter: LETTER[e.core], x: from + (to - from) * s, y };
    }),
  );
  return { width, height: LOW + 58, top: TOP, terminals: placed, cables, leads };
} // prettier-ignore
