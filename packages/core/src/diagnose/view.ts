/** All that a page shows of a search, as data: a worker makes it after each reading. */
import type { Search } from '../model/index.js';
import { searchAhead } from './ahead.js';
import { circuitLine, type CircuitLine } from './line.js';
import type { Dictionary } from './predict.js';
import { reasonsForAll, type Reasons } from './reasons.js';
import { AGAIN, likeliestIn, MENDED, type SearchState } from './search.js';
import { percent } from '../words/diagnose/search.js';

/** Most suspects that stand in the table at once. */
const SHOWN = 8;
export interface SuspectRow {
  part: string;
  share: number;
  words: string;
  /** other things that it may be in the same part */
  more: string[];
  boxId?: string;
  kind: string;
  why: Reasons;
}
export interface SearchView {
  state: SearchState;
  suspects: SuspectRow[];
  line: CircuitLine;
  /** what lies in no box and no cable, in words */
  elsewhere: string;
  /** tests that were made, in order */
  made: { id: string; words: string; outcome: string; doubted: boolean }[];
}

export function searchView(dictionary: Dictionary, search: Search): SearchView {
  const state = searchAhead(dictionary, search);
  const line = circuitLine(dictionary, state.parts);
  const wordsOf = (part: string): string => state.parts.find((p) => p.part === part)?.suspects[0]?.suspect.words ?? part;
  const shown = state.parts.filter((p) => p.share >= 0.005).slice(0, SHOWN);
  const reasons = reasonsForAll(dictionary, search, shown.map((p) => p.part)); // prettier-ignore
  return {
    state,
    line,
    suspects: shown.map((p, i): SuspectRow => {
        const [first, ...rest] = p.suspects;
        const { boxId, kind, words } = first!.suspect;
        return {
          ...{ part: p.part, share: p.share, words, kind, ...(boxId === undefined ? {} : { boxId }) },
          more: rest.slice(0, 3).filter((s) => s.share > 0.005).map((s) => `${s.suspect.words} (${percent(s.share)})`),
          why: reasons[i]!,
        }; // prettier-ignore
      }),
    elsewhere: line.elsewhere.filter((e) => e.share >= 0.005).map((e) => `${wordsOf(e.part)} (${percent(e.share)})`).join('; '),
    made: search.readings.map((_, i) => madeWords(dictionary, search, i, state.doubt?.reading)),
  }; // prettier-ignore
}

function madeWords(dictionary: Dictionary, search: Search, i: number, doubted: string | undefined): SearchView['made'][number] {
  const { id, test, outcome } = search.readings[i]!;
  const common = { id, doubted: id === doubted };
  if (test.startsWith(MENDED)) {
    // what it was taken for when it was mended, not what is likely in it now
    const before = { ...search, readings: search.readings.slice(0, i) };
    return { ...common, words: 'Mended', outcome: likeliestIn(dictionary, before, test.slice(MENDED.length)) };
  }
  if (test === AGAIN)
    return { ...common, words: 'Tried again', outcome: outcome === 'works' ? 'it does what it should' : 'it is as before' };
  const kind = dictionary.tests.find((t) => t.id === test);
  return {
    ...common,
    words: kind?.words ?? 'a test that this circuit no longer has',
    outcome: kind?.outcomes.find((o) => o.id === outcome)?.words ?? outcome,
  };
}
