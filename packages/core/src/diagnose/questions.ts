/**
 * How a circuit runs, asked in the same way as what is wrong with it: every answer that is possible is a suspect, every test shows what it
 * would show for each. Minutes as handbook 25 has them, how sure a test is by common practice.
 */
import { COMPLAINTS, PANEL, type Complaint, type Search, type SearchQuestion, type Site } from '../model/index.js';
import { circuitBench, type CircuitBench } from './circuitBench.js';
import type { Dictionary, Odds } from './predict.js';
import type { Suspect } from './suspects.js';
import { likelihood, type TestKind } from './testKinds.js';

interface Answer {
  id: string;
  words: string;
  weight: number;
}
type Shows = (test: TestKind, answer: string) => string | undefined;

/** A dictionary of answers instead of faults. */
function asked(known: CircuitBench, answers: readonly Answer[], tests: TestKind[], shows: Shows): Dictionary {
  const none: Answer = { id: 'none', words: 'none of these: it runs in a way that the survey doesn’t have', weight: 0.05 };
  const all = [...answers, none];
  const sum = all.reduce((s, a) => s + a.weight, 0);
  const suspects = all.map(({ id, words, weight }): Suspect => ({ id, kind: 'none of these', part: id, words, prior: weight / sum }));
  const would = (test: TestKind, i: number): string | undefined => (i < answers.length ? shows(test, all[i]!.id) : undefined);
  const sound = suspects.length;
  const even = Object.fromEntries(COMPLAINTS.map((c) => [c, suspects.map(() => 1)])) as Record<Complaint, number[]>;
  return {
    ...{ known, suspects, tests, misread: 0, fits: even },
    classes: suspects.map((s, i) => ({ part: s.part, members: [i], alone: i })),
    hypotheses: [...suspects.map((s, i) => ({ of: [i], prior: s.prior })), { of: [], prior: 0 }],
    shows: new Map(tests.map((t) => [t.id, suspects.map((_, i) => would(t, i))])),
    odds: new Map(
      tests.map((t): [string, Odds] => [
        t.id,
        {
          row: Int32Array.from({ length: sound + 1 }, (_, i) => i),
          rows: [...suspects.map((_, i) => would(t, i)), undefined].map((w) =>
            Float64Array.from(t.outcomes, (o) => likelihood(t, w, o.id)),
          ),
        },
      ]),
    ),
    fitOf: Object.fromEntries(COMPLAINTS.map((c) => [c, new Float64Array(sound + 1).fill(1)])) as Dictionary['fitOf'],
  };
}
const pairs = (...list: [string, string][]): TestKind['outcomes'] => list.map(([id, words]) => ({ id, words }));

/** Which of a box’s cables brings the power. */
function lineQuestion(known: CircuitBench, boxId: string): Dictionary {
  const { bench } = known;
  const cables = bench.cables.filter((c) => c.ends.includes(boxId));
  const nameOf = (id: string): string => (id === PANEL ? 'the panel' : (bench.boxes.find((b) => b.id === id)?.name ?? 'where it leads'));
  // what the survey guesses is as good as three to one
  const noted = cables.find((c) => c.ends[1] === boxId);
  const answers: Answer[] = [
    ...cables.map((c) => ({ id: `line/${c.id}`, words: `${c.name} brings the power`, weight: c === noted ? 3 : 1 })),
    ...(cables.length > 1 ? [{ id: 'two', words: 'two of them bring power: two feeds in one box, never to be joined', weight: 0.15 }] : []),
  ];
  const tests = cables.flatMap((c): TestKind[] => {
    const far = c.ends[0] === boxId ? c.ends[1] : c.ends[0];
    return [
      {
        ...{ id: `apart/${c.id}`, boxId, minutes: 12, dead: true as const, sure: 0.97 },
        words: `Off and proved dead: every wire of ${c.name} taken off and capped by itself, cover on, breaker on: what is dead now?`,
        outcomes: pairs(
          ['here', 'this outlet, and not where the cable leads'],
          ['there', `what lies beyond, toward ${nameOf(far)}, and not this outlet`],
          ['nothing', 'nothing: both still work'],
          ['both', 'both'],
        ),
      },
      {
        ...{ id: `lamp/${c.id}`, boxId, minutes: 10, dead: true as const, needs: 'meter' as const, sure: 0.94 },
        words: `Off and proved dead, ${c.name} apart here, a lamp plugged in and switched on beyond it: ohms from its black to its white`,
        outcomes: pairs(['lamp', 'some tens or hundreds of ohms: it leads on to that lamp'], ['open', 'nothing goes through']),
      },
    ];
  });
  tests.push({
    ...{ id: 'live', boxId, minutes: 25, sure: 0.985 },
    words: 'By a licensed electrician: all cables apart and capped, on again, meter on each',
    outcomes: [
      ...cables.map((c) => ({ id: c.id, words: `only ${c.name} is live` })),
      ...pairs(['several', 'more than one is live'], ['nothing', 'none is']),
    ],
  });
  return asked(known, answers, tests, (test, answer) => {
    const [kind, id] = [test.id.slice(0, test.id.indexOf('/')), test.id.slice(test.id.indexOf('/') + 1)];
    if (test.id === 'live') return answer === 'two' ? 'several' : answer.slice('line/'.length);
    const isLine = answer === `line/${id}`;
    if (kind === 'apart') return answer === 'two' ? 'nothing' : isLine ? 'here' : 'there';
    return answer === 'two' ? undefined : isLine ? 'open' : 'lamp';
  });
}

/** Which box of the circuit feeds this one. */
function feedsQuestion(known: CircuitBench, boxId: string): Dictionary {
  const { bench } = known;
  const others = bench.boxes.filter((b) => b.id !== boxId);
  /** boxes through which the power comes to one, as the survey has it */
  const before = (id: string, seen: ReadonlySet<string> = new Set()): string[] => {
    const from = bench.cables.find((c) => c.ends[1] === id && !seen.has(c.ends[0]))?.ends[0];
    return from === undefined || from === PANEL || from === 'elsewhere' ? [] : [from, ...before(from, new Set([...seen, id]))];
  };
  const noted = bench.cables.find((c) => c.ends[1] === boxId)?.ends[0];
  const answers: Answer[] = [
    { id: 'panel', words: 'it comes straight from the panel', weight: noted === PANEL ? 4 : 1 },
    ...others
      .filter((b) => !before(b.id).includes(boxId))
      .map((b) => ({ id: `from/${b.id}`, words: `${b.name} feeds it`, weight: b.id === noted ? 4 : 1 })),
  ];
  const tests = others.map((b): TestKind => ({
    ...{ id: `opened/${b.id}`, boxId: b.id, minutes: 12, dead: true, sure: 0.98 },
    words: `Off and proved dead: the hots of ${b.name} apart and capped, cover on, breaker on: does the outlet in question still work?`,
    outcomes: pairs(['dead', 'it is dead now'], ['works', 'it works']),
  }));
  return asked(known, answers, tests, (test, answer) => {
    const opened = test.id.slice('opened/'.length);
    const from = answer.slice('from/'.length);
    return answer !== 'panel' && (from === opened || before(from).includes(opened)) ? 'dead' : 'works';
  });
}

/** Whether two boxes hang on one breaker. */
function sameCircuitQuestion(known: CircuitBench, site: Site, boxId: string, otherId: string | undefined): Dictionary {
  const nameOf = (id: string | undefined): string => site.boxes.find((b) => b.id === id)?.name ?? 'the other box';
  const [a, b] = [nameOf(boxId), nameOf(otherId)];
  const circuitOf = (id: string | undefined): string | undefined => site.boxes.find((x) => x.id === id)?.circuitId;
  const noted = circuitOf(boxId) === undefined || circuitOf(otherId) === undefined ? undefined : circuitOf(boxId) === circuitOf(otherId);
  const answers: Answer[] = [
    { id: 'one', words: `${a} and ${b} hang on one breaker`, weight: noted === true ? 4 : 1 },
    { id: 'same leg', words: `two breakers of the same leg`, weight: noted === false ? 2 : 0.5 },
    { id: 'opposite', words: `two breakers of opposite legs`, weight: noted === false ? 2 : 0.5 },
  ];
  const off = (id: string, name: string, other: string): TestKind => ({
    ...{ id: `off/${id}`, minutes: 3, sure: 0.985 },
    words: `A lamp in each. The breaker of ${name} off: does the one in ${other} go out too?`,
    outcomes: pairs(['out', 'both are out'], ['on', `${other} stays on`]),
  });
  const tests: TestKind[] = [
    off(boxId, a, b),
    off(otherId ?? 'other', b, a),
    { id: 'directory', words: 'The directory in the panel’s door', minutes: 1, sure: 0.75, outcomes: pairs(['one', 'says one circuit'], ['two', 'says two']) },
    { ...{ id: 'heater', minutes: 5, needs: 'meter', sure: 0.85 }, words: `Meter in ${a}, a heater switched on and off in ${b}`, outcomes: pairs(['drops', 'the volts drop by one or more'], ['rises', 'they rise'], ['steady', 'hardly anything']) },
    { ...{ id: 'hots', minutes: 6, needs: 'meter', sure: 0.97 }, words: `By a licensed electrician, with a long lead: volts from the hot slot of ${a} to the hot slot of ${b}`, outcomes: pairs(['none', 'about none'], ['double', 'about 240 V']) },
  ]; // prettier-ignore
  return asked(known, answers, tests, (test, answer) => {
    switch (test.id) {
      case 'directory':
        return answer === 'one' ? 'one' : 'two';
      case 'heater':
        return answer === 'one' ? 'drops' : answer === 'opposite' ? undefined : 'steady';
      case 'hots':
        return answer === 'opposite' ? 'double' : 'none';
      default:
        return answer === 'one' ? 'out' : 'on';
    }
  });
}

/** @param search names the question, and the other box where it asks for one */
export function questionDictionary(house: Site, search: Pick<Search, 'boxId' | 'otherBoxId'> & { question: SearchQuestion }): Dictionary {
  const known = circuitBench(house, search.boxId);
  switch (search.question) {
    case 'line':
      return lineQuestion(known, search.boxId);
    case 'feeds':
      return feedsQuestion(known, search.boxId);
    case 'same circuit':
      return sameCircuitQuestion(known, house, search.boxId, search.otherBoxId);
  }
}
