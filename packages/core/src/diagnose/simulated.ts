/** A search played through: a fault is hidden, every test shows what it would show, until a part is named or nothing more can be told. */
import { COMPLAINTS, type Complaint, type Search } from '../model/index.js';
import type { Dictionary } from './predict.js';
import { searchState, tableOf, weighed, type NextTest, type SearchState } from './search.js';
import { lookedAhead } from './ahead.js';
import { costOf } from './testKinds.js';

export interface Played {
  verdict: SearchState['verdict'];
  /** the part that was likeliest at the end */
  part: string;
  right: boolean;
  tests: number;
  minutes: number;
  /** minutes, and what the tests risk in minutes */
  cost: number;
}
/** Which test is made next; undefined ends the search. */
export type Chooser = (state: SearchState, search: Search) => NextTest | undefined;

export const bestNext: Chooser = (state) => state.next[0];
/** The best with the whole rest of the search looked at. */
export const bestAhead =
  (dictionary: Dictionary): Chooser =>
  (state, search) =>
    lookedAhead(dictionary, search, weighed(dictionary, search).shares, state.next)[0];

/**
 * The order people use without help (handbook 25): breaker and protective devices, the other outlets, the dead one, the one before it.
 * @param boxes from where it was noticed toward the panel
 */
export const usualOrder =
  (boxes: readonly string[]): Chooser =>
  (state) => {
    const left = new Map(state.next.map((n) => [n.test.id, n]));
    const of = (kind: string): NextTest[] => [...left.values()].filter((n) => n.test.id.startsWith(kind));
    const at = (kind: string, box: string): NextTest[] => of(kind).filter((n) => n.test.boxId === box);
    return [
      ...of('breakers'), ...of('reset'), ...of('switches'),
      ...boxes.flatMap((b) => at('lamps/', b)),
      ...boxes.flatMap((b) => [...at('plug/', b), ...at('volts/', b), ...at('look/', b)]),
      ...of('look/'), ...of('appliance'), ...of('shared/'), ...of('house'), ...of('through/'), ...of('panel'), ...of('off'),
    ][0];
  }; // prettier-ignore

/** Halving the chain: breaker, then the lamps of the middle outlet of those that are left, then the boxes at the border. */
export const halving =
  (boxes: readonly string[], usual: Chooser = usualOrder(boxes)): Chooser =>
  (state, search) => {
    const made = new Map(search.readings.map((r) => [r.test, r.outcome]));
    const lamps = (box: string): NextTest | undefined => state.next.find((n) => n.test.id.startsWith('lamps/') && n.test.boxId === box && n.test.id.endsWith('lower')); // prettier-ignore
    if (!made.has('breakers')) return state.next.find((n) => n.test.id === 'breakers') ?? usual(state, search);
    const outward = [...boxes].reverse();
    let [good, bad] = [-1, outward.length - 1];
    for (const [test, outcome] of made) {
      if (!test.startsWith('lamps/')) continue;
      const at = outward.findIndex((b) => test.includes(`/${b.replace('box', 'device')}/`));
      if (at < 0) continue;
      if (outcome === 'reads as right') good = Math.max(good, at);
      else bad = Math.min(bad, at);
    }
    if (bad - good > 1) {
      const next = lamps(outward[Math.floor((good + bad) / 2)]!);
      if (next) return next;
    }
    const border = [outward[bad], outward[Math.max(0, good)]].flatMap((b) =>
      state.next.filter((n) => n.test.boxId === b && /^(plug|volts|look)/.test(n.test.id)),
    );
    return border.sort((a, b) => a.test.minutes - b.test.minutes)[0] ?? usual(state, search);
  };

const MOST_TESTS = 60;

/** What somebody would notice of a fault; undefined where nobody would. */
export function noticed({ fits }: Dictionary, suspect: number): Complaint | undefined {
  const [best] = [...COMPLAINTS].sort((a, b) => fits[b][suspect]! - fits[a][suspect]!);
  return best !== undefined && fits[best][suspect]! >= 0.1 ? best : undefined;
}
/** What somebody would notice of a hypothesis, of one or of two. */
export function noticedOf({ fitOf }: Dictionary, hypothesis: number): Complaint | undefined {
  const [best] = [...COMPLAINTS].sort((a, b) => fitOf[b][hypothesis]! - fitOf[a][hypothesis]!);
  return best !== undefined && fitOf[best][hypothesis]! >= 0.1 ? best : undefined;
}

/** States and choices that were worked out: faults that show the same so far share them. */
export type Remembered = Map<string, { state: SearchState; next: NextTest | undefined }>;

/** What a test shows most where a hypothesis is so. */
export function showsMost(dictionary: Dictionary, test: string, hypothesis: number): string {
  const kind = tableOf(dictionary).byId.get(test)!;
  const odds = kind.rows[kind.row[hypothesis]!]!;
  return kind.test.outcomes[odds.indexOf(Math.max(...odds))]!.id;
}

/** @param hidden index of the suspect that is so; @param shown what a test shows where the suspect leaves it open, or a wrong reading instead */
export function played(
  dictionary: Dictionary,
  boxId: string,
  hidden: number,
  complaint: Complaint,
  choose: Chooser = bestNext,
  shown: (test: NextTest['test'], so: string | undefined) => string = (test, so) => so ?? test.outcomes[0]!.id,
  remembered?: Remembered,
): Played {
  const { part } = dictionary.suspects[hidden]!;
  return playedAs(dictionary, boxId, [part], complaint, choose, (test) => shown(test, dictionary.shows.get(test.id)![hidden]), remembered);
}

/** The same with what is so said by its parts and by what each test shows. */
export function playedAs(
  dictionary: Dictionary,
  boxId: string,
  parts: readonly string[],
  complaint: Complaint,
  choose: Chooser,
  shown: (test: NextTest['test']) => string,
  remembered: Remembered = new Map(),
): Played {
  let search: Search = { boxId, signs: [], signsAsked: true, complaint, readings: [] };
  let [minutes, cost] = [0, 0];
  let key: string = complaint;
  for (let tests = 0; ; tests++) {
    let known = remembered.get(key);
    if (!known) {
      const state = searchState(dictionary, search);
      const ends = state.verdict === 'found' || state.verdict === 'can’t tell' || tests >= MOST_TESTS;
      remembered.set(key, (known = { state, next: ends ? undefined : choose(state, search) }));
    }
    const { state, next } = known;
    const part = state.parts[0]!.part;
    if (!next) return { verdict: state.verdict, part, right: parts.includes(part), tests, minutes, cost };
    const outcome = shown(next.test);
    minutes += next.test.minutes;
    cost += costOf(next.test);
    key += `;${next.test.id}=${outcome}`;
    search = {
      ...search,
      readings: [...search.readings, { id: `r${tests}`, test: next.test.id, outcome, at: '2026-01-01T00:00:00.000Z' }],
    };
  }
}

/** Readings with some of them taken down wrongly: any other outcome, each as often. */
export const takenDownWrongly =
  (dictionary: Dictionary, hypothesis: number, share: number, random: () => number) =>
  (test: NextTest['test']): string => {
    const so = showsMost(dictionary, test.id, hypothesis);
    if (random() >= share) return so;
    const others = test.outcomes.filter((o) => o.id !== so);
    return others[Math.floor(random() * others.length)]!.id;
  };
/** Single faults that somebody would notice, drawn as often as each is met. */
export function drawnFault(dictionary: Dictionary, random: () => number): { hypothesis: number; parts: string[]; complaint: Complaint } {
  const all = dictionary.hypotheses.flatMap((h, hypothesis) => {
    const part = h.of.length === 1 ? dictionary.classes[h.of[0]!]!.part : 'none';
    const complaint = part === 'none' ? undefined : noticedOf(dictionary, hypothesis);
    return complaint ? [{ hypothesis, parts: [part], complaint, prior: h.prior }] : [];
  });
  let left = random() * all.reduce((sum, x) => sum + x.prior, 0);
  const { prior: _, ...drawn } = all.find((x) => (left -= x.prior) <= 0) ?? all[0]!;
  return drawn;
}
