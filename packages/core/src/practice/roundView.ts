/** What a page shows of a round, as data: a worker keeps the round and makes it after each act. */
import { AGAIN_TEST, circuitLine, type CircuitLine, type TestKind } from '../diagnose/index.js';
import { testsToMake, type Round } from './faultRound.js';
import { graded, type Grade } from './grade.js';
import { partsToName, type ProvedTask } from './faultTask.js';

export interface TestButton {
  id: string;
  words: string;
  minutes: number;
  dead: boolean;
}
export interface RoundView {
  title: string;
  story: string;
  level: string;
  boxId: string;
  line: CircuitLine;
  boxes: { id: string; name: string; tests: TestButton[] }[];
  /** at no box: the panel, the house, what is plugged in */
  elsewhere: TestButton[];
  cables: TestButton[];
  breakers: { id: string; number: string; on: boolean }[];
  parts: { part: string; words: string }[];
  round: Round;
  grade?: Grade;
}
const button = ({ id, words, minutes, dead }: TestKind): TestButton => ({ id, words, minutes, dead: dead === true });

export function roundView(task: ProvedTask, round: Round): RoundView {
  const { bench, dictionary, boxId, title, story, level } = task;
  const tests = testsToMake(task);
  const cables = tests.filter((t) => t.id.startsWith('through/'));
  const elsewhere = tests.filter((t) => t.boxId === undefined && !cables.includes(t) && !t.id.startsWith('look/'));
  const of = (box: string): TestKind[] => tests.filter((t) => t.boxId === box || t.id === `look/${box}`);
  return {
    ...{ title, story, level, boxId, round },
    line: circuitLine(dictionary, []),
    boxes: bench.boxes.map((b) => ({ id: b.id, name: b.name, tests: of(b.id).map(button) })),
    elsewhere: [...(round.mended.length ? [AGAIN_TEST] : []), ...elsewhere].map(button),
    cables: cables.map(button),
    breakers: bench.breakers.map((b) => ({ id: b.id, number: b.number, on: !round.off.includes(b.id) })),
    parts: partsToName(task),
    ...(round.ended ? { grade: graded(task, round) } : {}),
  };
}
