/** A search played through: a fault is hidden, every test shows what it would show, until a part is named or nothing more can be told. */
import { COMPLAINTS, type Complaint, type Search } from '../model/index.js';
import type { Dictionary } from './predict.js';
import { searchState, type NextTest, type SearchState } from './search.js';

export interface Played {
  verdict: SearchState['verdict'];
  /** the part that was likeliest at the end */
  part: string;
  right: boolean;
  tests: number;
  minutes: number;
}
/** Which test is made next; undefined ends the search. */
export type Chooser = (state: SearchState, search: Search) => NextTest | undefined;

export const bestNext: Chooser = (state) => state.next[0];

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
      ...of('look/'), ...of('appliance'), ...of('through/'), ...of('panel'),
    ][0];
  }; // prettier-ignore

const MOST_TESTS = 60;

/** What somebody would notice of a fault; undefined where nobody would. */
export function noticed({ fits }: Dictionary, suspect: number): Complaint | undefined {
  const [best] = [...COMPLAINTS].sort((a, b) => fits[b][suspect]! - fits[a][suspect]!);
  return best !== undefined && fits[best][suspect]! >= 0.1 ? best : undefined;
}

/** @param hidden index of the suspect that is so; @param shown what a test shows where the suspect leaves it open, or a wrong reading instead */
export function played(
  dictionary: Dictionary,
  boxId: string,
  hidden: number,
  complaint: Complaint,
  choose: Chooser = bestNext,
  shown: (test: NextTest['test'], so: string | undefined) => string = (test, so) => so ?? test.outcomes[0]!.id,
): Played {
  let search: Search = { boxId, signs: [], signsAsked: true, complaint, readings: [] };
  let minutes = 0;
  for (let tests = 0; ; tests++) {
    const state = searchState(dictionary, search);
    const part = state.parts[0]!.part;
    const next = state.verdict === 'found' || state.verdict === 'can’t tell' || tests >= MOST_TESTS ? undefined : choose(state, search);
    if (!next) return { verdict: state.verdict, part, right: part === dictionary.suspects[hidden]!.part, tests, minutes };
    const outcome = shown(next.test, dictionary.shows.get(next.test.id)![hidden]);
    minutes += next.test.minutes;
    search = {
      ...search,
      readings: [...search.readings, { id: `r${tests}`, test: next.test.id, outcome, at: '2026-01-01T00:00:00.000Z' }],
    };
  }
}
