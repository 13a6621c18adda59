/** How a round went: beside the search with all its proofs, act by act. */
import { MENDED, searchState, type SearchState } from '../diagnose/index.js';
import type { Search } from '../model/index.js';
import { DANGERS, type Danger, type Done, type Round } from './faultRound.js';
import type { ProvedTask } from './faultTask.js';

export interface GradedAct extends Done {
  /** places it could be in before and after, as the search reckons */
  before?: number;
  after?: number;
  /** what the search would have tested instead, where it would have been quicker by far */
  better?: string;
}
export interface Grade {
  found: boolean;
  danger?: { kind: Danger; says: string };
  tests: number;
  minutes: number;
  best: { tests: number; minutes: number };
  says: string;
  /** what it was; not told after a dangerous act, so that it can be tried again */
  truth: string[];
  replay: GradedAct[];
}
/** Quicker than this part of the best test’s yield in a minute, and it is said. */
const POOR = 0.4;

/** How a round went: beside the best search, act by act. */
export function graded(task: ProvedTask, round: Round): Grade {
  const { dictionary, boxId, complaint, best } = task;
  let search: Search = { boxId, signs: [], signsAsked: true, complaint, readings: [] };
  let state: SearchState = searchState(dictionary, search);
  const replay = round.done.map((d, i): GradedAct => {
    if (d.act.do === 'name' && task.parts.includes(d.act.part)) {
      search = { ...search, readings: [...search.readings, { id: `r${i}`, test: `${MENDED}${d.act.part}`, outcome: 'done', at: '' }] };
      state = searchState(dictionary, search);
    }
    if (d.act.do !== 'test' || d.outcome === undefined || d.outcome === '' || task.testerDead) return d;
    const id = d.act.test;
    const [top] = state.next;
    const own = state.next.find((n) => n.test.id === id);
    const rate = (n: typeof own): number => (n ? n.bits / n.test.minutes : 0);
    const better = top && state.verdict === 'goes on' && rate(own) < POOR * rate(top) ? top.test.words : undefined;
    const before = state.open;
    search = { ...search, readings: [...search.readings, { id: `r${i}`, test: id, outcome: d.outcome, at: '' }] };
    state = searchState(dictionary, search);
    return { ...d, before, after: state.open, ...(better === undefined ? {} : { better }) };
  });
  const { ended } = round;
  const danger = ended?.danger;
  const tests = round.done.filter((d) => d.act.do === 'test').length;
  const says = danger
    ? 'Ended by a dangerous act.'
    : !ended
      ? 'Not ended.'
      : ended.found
        ? round.minutes <= best.minutes * 1.5 + 4
          ? 'Found, and about as quickly as the best search.'
          : `Found. The best search takes about ${Math.round(best.minutes)} min.`
        : 'Not it.';
  return {
    found: ended?.found ?? false,
    ...(danger ? { danger: { kind: danger, says: DANGERS[danger] } } : {}),
    tests,
    minutes: round.minutes,
    best: { tests: best.tests, minutes: best.minutes },
    says,
    truth: danger ? [] : task.words,
    replay,
  };
}
