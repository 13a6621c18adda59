/** A round played by the search itself, with every proof made: each task that is given can be found, and safely. */
import { bestAhead, MENDED, searchState } from '../diagnose/index.js';
import type { Search } from '../model/index.js';
import { acted, newRound, type Act, type Round } from './faultRound.js';
import { hiddenFault, TESTER_PART, type CircuitOf, type FaultLevel, type FaultTask, type ProvedTask } from './faultTask.js';

const MOST = 60;

/** @returns the round as it ended, or as it stood after sixty tests */
export function playedSafely(task: FaultTask): Round {
  let round = newRound();
  const act = (a: Act): void => {
    round = acted(task, round, a);
  };
  if (task.testerDead) {
    act({ do: 'check tester' });
    act({ do: 'name', part: TESTER_PART });
    return round;
  }
  const { dictionary, boxId, complaint, bench } = task;
  let search: Search = { boxId, signs: [], signsAsked: true, complaint, readings: [] };
  const choose = bestAhead(dictionary);
  for (let n = 0; n < MOST && !round.ended; n++) {
    const state = searchState(dictionary, search);
    const next = state.verdict === 'goes on' || state.verdict === 'contradicts' ? choose(state, search) : undefined;
    const reading = (test: string, outcome: string): void => {
      search = { ...search, readings: [...search.readings, { id: `r${n}`, test, outcome, at: '' }] };
    };
    if (!next) {
      const { part } = state.parts[0]!;
      act({ do: 'name', part });
      reading(`${MENDED}${part}`, 'done');
      continue;
    }
    const id = next.test.id;
    if (next.test.dead) {
      const key = id.slice(id.indexOf('/') + 1);
      const boxes = id.startsWith('look/')
        ? [key]
        : bench.cables.find((c) => c.id === key)!.ends.filter((e) => bench.boxes.some((b) => b.id === e));
      for (const b of bench.breakers) act({ do: 'breaker', id: b.id, on: false });
      for (const box of boxes) act({ do: 'prove', boxId: box, steps: 'three' });
    }
    act({ do: 'test', test: id });
    const outcome = round.done.at(-1)!.outcome;
    if (next.test.dead) for (const b of bench.breakers) act({ do: 'breaker', id: b.id, on: true });
    // what tells nothing is taken as made all the same
    reading(id, outcome === undefined || outcome === '' ? next.test.outcomes[0]!.id : outcome);
  }
  return round;
}

/** So many circuits are drawn before it is given up. */
const MOST_DRAWN = 60;
/**
 * A task of a level that can be found, shown by the search finding it. The same level, seed and circuit give the same task.
 * @param own where the circuit comes from; absent: drawn from the seed
 * @throws Error when nothing of that level can be hidden in a circuit of one’s own and found again
 */
export function faultTask(level: FaultLevel, seed: number, own?: CircuitOf): ProvedTask {
  for (let drawn = 0; drawn < MOST_DRAWN; drawn++) {
    const task = hiddenFault(level, seed + drawn * 104_729, own);
    if (!task) continue;
    const round = playedSafely(task);
    if (!round.ended?.found) continue;
    return { ...task, best: { tests: round.done.filter((d) => d.act.do === 'test').length, minutes: round.minutes } };
  }
  throw new Error(
    `Nothing of the level “${level}” can be hidden in this circuit so that it can be found: take another circuit, or another level.`,
  );
}
