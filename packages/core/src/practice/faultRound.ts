/** One round: what is done in order, what each act shows and how long it takes, and when it ends. Nothing is told that a tester wouldn’t tell. */
import { feedsOf, nodeOf } from '../circuit/index.js';
import { AGAIN, AGAIN_TEST, FaultLab, showsMost, tableOf, type NetChange, type TestKind } from '../diagnose/index.js';
import type { LAMP_SAYS } from '../instruments/index.js';
import { endKey } from '../model/index.js';
import type { FaultTask, HiddenFault } from './faultTask.js';

export type Act =
  | { do: 'test'; test: string }
  | { do: 'breaker'; id: string; on: boolean }
  /** the tester on a source known to be live */
  | { do: 'check tester' }
  /** in three steps: live source, every conductor here, live source again; or here alone */
  | { do: 'prove'; boxId: string; steps: 'three' | 'here only' }
  | { do: 'name'; part: string };

export const DANGERS = {
  live: 'A box opened live: what you touched first would have been 120 V, through you to anything grounded. Its breaker goes off, and it is proved dead at the place itself, before the cover comes off.',
  'dead by its fault':
    'Its breaker was on: it was dead by its fault alone. A loose wire that is moved makes contact, and it is live in your hand.',
  'ground-fault trip':
    'A tripped protective device is no isolation: it opens what hangs on it and leaves its LINE side live, and a press on its button makes all live again. The breaker goes off.',
  'not switched off':
    'Its breaker had tripped, or somebody else had it off: one push by anybody makes it live. Your own hand switches it off, and locks or labels it, before the cover comes off.',
  unproved:
    'Opened without a proof of dead: the breaker may be the wrong one, or there may be a second feed. It is proved at the place itself, every conductor.',
  'tester not proved':
    'The tester was not proved: one with an empty battery shows everything as dead. It goes on a source known to be live before and after.',
} as const;
export type Danger = keyof typeof DANGERS;

export interface Done {
  act: Act;
  words: string;
  shows: string;
  minutes: number;
  /** the reading as the search takes it; undefined where it is none */
  outcome?: string;
}
export interface Round {
  done: Done[];
  minutes: number;
  /** breakers that are off by hand */
  off: string[];
  /** boxes proved dead since a breaker was last thrown, and with a tester that was proved */
  proved: Record<string, 'three' | 'here only'>;
  /** parts that were named rightly and mended, where there is more than one fault */
  mended: string[];
  ended?: { found: boolean; danger?: Danger; named?: string };
}
export const newRound = (): Round => ({ done: [], minutes: 0, off: [], proved: {}, mended: [] });

/** Minutes (handbook 25): a cover off and a look is 8 with its proof of dead. */
const MINUTES = { breaker: 1.5, 'check tester': 1, prove: 2 } as const;
const DEAD_SAYS = 'hot open, or no power: a dead tester looks the same';

const labs = new WeakMap<FaultTask, FaultLab>();
function labOf(task: FaultTask): FaultLab {
  const known = labs.get(task);
  if (known) return known;
  const lab = new FaultLab(task.bench);
  labs.set(task, lab);
  lab.prepare(task.faults.map((f) => f.changes));
  return lab;
}
/** Nodes of every conductor of every cable that ends in a box. */
const endsIn = ({ bench }: FaultTask, boxId: string): string[] =>
  bench.cables.flatMap((c) => ([0, 1] as const).filter((e) => c.ends[e] === boxId).flatMap((e) => c.colours.map((_, conductor) => nodeOf.end(endKey({ cableId: c.id, conductor, end: e }))))); // prettier-ignore
const breakersOf = (task: FaultTask, boxId: string): string[] => {
  const { bench } = task;
  const ends = endsIn(task, boxId);
  // a half behind a switch hangs on its breaker all the same
  const closed = { ...bench, devices: bench.devices.map((d) => ({ ...d, up: true, tripped: false })) };
  return feedsOf(closed).filter((f) => ends.some((n) => f.nodes.has(n))).map((f) => f.breakerId); // prettier-ignore
};
const faultsNow = (task: FaultTask, round: Round): HiddenFault[] => task.faults.filter((f) => !round.mended.includes(f.part));
/** What is open now: the fault, breakers thrown by hand, and what opened because of the fault. */
function nowOf(task: FaultTask, round: Round): NetChange[] {
  const lab = labOf(task);
  const byHand = round.off.map((id): NetChange => ({ out: `breaker ${id}` }));
  const faults = faultsNow(task, round).flatMap((f) => f.changes);
  const outs = new Set(faults.flatMap((c) => ('out' in c ? [c.out] : [])));
  return lab.settled([...faults, ...byHand.filter((c) => 'out' in c && !outs.has(c.out))]);
}
const offByFault = (task: FaultTask, round: Round, id: string): boolean =>
  task.parts.includes(`breaker/${id}`) && !round.mended.includes(`breaker/${id}`);
/** A breaker that stands open though no hand of this round opened it: found off, or tripped by what is wrong. */
function openByItself(task: FaultTask, round: Round, id: string): boolean {
  if (round.off.includes(id)) return false;
  if (offByFault(task, round, id)) return true;
  const branch = `breaker ${id}`;
  const opens = (changes: readonly NetChange[]): boolean => changes.some((c) => 'out' in c && c.out === branch);
  // one that doesn’t close any more stands on
  return opens(nowOf(task, round)) && !faultsNow(task, round).some((f) => opens(f.changes));
}

/** What is so now, after what was mended: place in the dictionary’s hypotheses. */
const hypothesisOf = (task: FaultTask, round: Round): number =>
  round.mended.reduce((h, part) => tableOf(task.dictionary).without(part)[h]!, task.hypothesis);
/** Acts that can be chosen now, test by test, with their words and minutes. */
export function testsToMake({ dictionary }: FaultTask): TestKind[] {
  return dictionary.tests.filter((t) => !t.id.includes('stray'));
}

const PAIRS = ['hot and neutral', 'hot and ground', 'neutral and ground'] as const;
const LIVE_V = 50;
/** What a meter finds live in a box, as it says it: on any pair of slots, then on any wire to ground. What only a wire tells, no face does. */
function liveIn(task: FaultTask, round: Round, boxId: string): string | undefined {
  const lab = labOf(task);
  const now = nowOf(task, round);
  const faces = lab.faces.filter(({ key }) => task.bench.devices.some((d) => d.boxId === boxId && key.startsWith(`${d.id}/`)));
  for (const { key } of faces) {
    const volts = lab.metered(now, key);
    // where hot and ground are exchanged the slots of the hot show nothing to each other
    const most = volts.indexOf(Math.max(...volts));
    if (volts[most]! >= LIVE_V) return `${volts[most]!.toFixed(0)} V between ${PAIRS[most]!}: live`;
  }
  const most = Math.max(0, ...endsIn(task, boxId).map((node) => lab.toEarth(now, node)));
  if (most < LIVE_V) return undefined;
  return `${faces.length ? 'the outlet is dead, but ' : ''}a wire in the box shows ${most.toFixed(0)} V to ground: live`;
}
/** What is open for a box: which breakers feed it are still on, and whether it was proved. */
function dangerAt(task: FaultTask, round: Round, boxId: string): Danger | undefined {
  const feeding = breakersOf(task, boxId);
  const on = feeding.filter((id) => !round.off.includes(id));
  if (on.length) {
    if (on.every((id) => openByItself(task, round, id))) return 'not switched off';
    if (liveIn(task, round, boxId) !== undefined) return 'live';
    return labOf(task).read(nowOf(task, round)).deviceOpens ? 'ground-fault trip' : 'dead by its fault';
  }
  const proof = round.proved[boxId];
  return proof === undefined ? 'unproved' : proof === 'here only' ? 'tester not proved' : undefined;
}
interface Shown {
  words: string;
  shows: string;
  minutes: number;
  outcome?: string;
  round?: Partial<Round>;
  danger?: Danger;
}

function proof(task: FaultTask, round: Round, boxId: string, steps: 'three' | 'here only'): Shown {
  const name = task.bench.boxes.find((b) => b.id === boxId)?.name ?? 'the box';
  const words = steps === 'three' ? `Proved dead in ${name}: live source, every conductor, live source` : `Tester held to ${name} alone`;
  const minutes = MINUTES.prove;
  if (task.testerDead)
    return steps === 'three'
      ? {
          words,
          minutes,
          shows: 'the tester shows nothing on the source that is surely live: it is not the outlet, it is the tester',
          outcome: '',
        }
      : { words, minutes, shows: 'it shows nothing', round: { proved: { ...round.proved, [boxId]: 'here only' } } };
  const live = liveIn(task, round, boxId);
  if (live !== undefined) return { words, minutes, shows: live };
  return { words, minutes, shows: 'nothing on any pair or wire: dead now', round: { proved: { ...round.proved, [boxId]: steps } } };
}

function tested(task: FaultTask, round: Round, test: TestKind): Shown {
  const { dictionary } = task;
  const hypothesis = hypothesisOf(task, round);
  const [kind, ...path] = test.id.split('/');
  const key = path.join('/');
  const { minutes } = test;
  const name = (id: string): string =>
    task.bench.boxes.find((b) => b.id === id)?.name ?? task.bench.cables.find((c) => c.id === id)?.name ?? id;
  const words =
    kind === 'look'
      ? `Cover of ${name(key)} off, looked in, every wire tugged`
      : kind === 'through'
        ? `${name(key)} apart at its ends: each wire through, and against the others`
        : test.words;
  const say = (outcome: string): string => test.outcomes.find((o) => o.id === outcome)?.words ?? outcome;
  // hands in a box: dead and proved, or it ends
  if (test.dead) {
    const boxes =
      kind === 'look'
        ? [key]
        : (task.bench.cables.find((c) => c.id === key)?.ends ?? []).filter((e) => task.bench.boxes.some((b) => b.id === e));
    for (const box of boxes) {
      const danger = dangerAt(task, round, box);
      if (danger) return { words, minutes, shows: '', danger };
    }
    const outcome = showsMost(dictionary, test.id, hypothesis);
    return {
      words,
      minutes: kind === 'look' ? minutes - MINUTES.prove : minutes,
      outcome,
      shows: outcome === 'found' ? seenIn(task, round, key) : say(outcome),
    };
  }
  const anyOff = round.off.length > 0;
  const lab = labOf(task);
  const worn = faultsNow(task, round).some((f) => f.wornIn !== undefined && key.startsWith(`${f.wornIn}/`));
  switch (kind) {
    case 'lamps': {
      if (task.testerDead || worn) return { words, minutes, shows: 'no lamp lit', ...(anyOff ? {} : { outcome: DEAD_SAYS }) };
      const { reads } = lab.read(nowOf(task, round)).faces.get(key)!;
      const outcome = showsMost(dictionary, test.id, hypothesis);
      return { words, minutes, shows: lampWords(reads), ...(anyOff ? {} : { outcome }) };
    }
    case 'meter': {
      const volts = worn ? [0, 0, 0] : lab.metered(nowOf(task, round), key);
      const shows = `hot–neutral ${volts[0]!.toFixed(0)} V, hot–ground ${volts[1]!.toFixed(0)} V, neutral–ground ${volts[2]!.toFixed(1)} V`;
      return { words, minutes, shows, ...(anyOff ? {} : { outcome: showsMost(dictionary, test.id, hypothesis) }) };
    }
    case 'volts': {
      const face = lab.read(nowOf(task, round)).faces.get(key)!;
      const outcome = showsMost(dictionary, test.id, hypothesis);
      const shows = worn
        ? 'it jumps between 60 and 120 V'
        : face.opensUnderLoad
          ? 'something opens as the heater comes on'
          : `${face.loadVolts.toFixed(0)} V`;
      return { words, minutes, shows, ...(anyOff ? {} : { outcome }) };
    }
    case 'probe': {
      if (task.testerDead) return { words, minutes, shows: 'silent' };
      const signals = [...lab.read(nowOf(task, round)).faces].filter(([f]) => f.startsWith(`${key}/`)).at(-1)![1].hotVolts >= 50;
      return { words, minutes, shows: signals ? 'it signals' : 'silent', ...(anyOff ? {} : { outcome: signals ? 'signals' : 'silent' }) };
    }
    default: {
      // with a breaker off by one’s own hand only what doesn’t ask the circuit tells anything
      if (anyOff && !['appliance', 'plug', 'house', 'panel'].includes(kind!))
        return { words, minutes, shows: 'a breaker is off by your own hand: nothing can be told by it' };
      const outcome = showsMost(dictionary, test.id, hypothesis);
      return { words, minutes, outcome, shows: say(outcome) };
    }
  }
}
/** The lamps as they light, not what is printed beside them. */
const LIT: Record<string, string> = {
  'reads as right': 'lamps 1 and 2 lit',
  'ground open': 'lamp 1 alone lit',
  'neutral open': 'lamp 2 alone lit',
  'no power': 'no lamp lit',
  'hot and ground swapped': 'lamps 2 and 3 lit',
  'hot and neutral swapped': 'lamps 1 and 3 lit',
  'more than one hot': 'all three lit',
  'hot on the neutral': 'lamp 3 alone lit',
  none: 'dim, none clearly lit',
};
const lampWords = (reads: keyof typeof LAMP_SAYS): string =>
  `${LIT[reads] ?? 'no pattern'} (1 hot–neutral, 2 hot–ground, 3 neutral–ground)`;
function seenIn(task: FaultTask, round: Round, boxId: string): string {
  const here = (deviceId: string | undefined): boolean => task.bench.devices.some((d) => d.id === deviceId && d.boxId === boxId);
  const seen = faultsNow(task, round).filter((f) => f.seenIn === boxId || here(f.wornIn));
  return `something is not as it should be: ${seen.map((f) => f.words).join('; ')}`;
}

/** One act more. After the end nothing changes. Throws for a test or a part that the task doesn’t have. */
export function acted(task: FaultTask, round: Round, act: Act): Round {
  if (round.ended) return round;
  const shown = show(task, round, act);
  const done: Done = {
    act,
    words: shown.words,
    shows: shown.danger ? DANGERS[shown.danger] : shown.shows,
    minutes: shown.minutes,
    ...(shown.outcome === undefined ? {} : { outcome: shown.outcome }),
  };
  const next: Round = { ...round, ...shown.round, done: [...round.done, done], minutes: round.minutes + shown.minutes };
  if (shown.danger) return { ...next, ended: { found: false, danger: shown.danger } };
  if (act.do === 'name') {
    const left = task.parts.filter((p) => !round.mended.includes(p) && p !== act.part);
    const right = task.parts.includes(act.part) && !round.mended.includes(act.part);
    // two at once: what was named is mended, and the search goes on for the other
    if (right && left.length) return { ...next, mended: [...round.mended, act.part] };
    return { ...next, ended: { found: right, named: act.part } };
  }
  return next;
}
function show(task: FaultTask, round: Round, act: Act): Shown {
  switch (act.do) {
    case 'breaker': {
      const b = task.bench.breakers.find((x) => x.id === act.id);
      if (!b) throw new Error(`the panel has no breaker ${act.id}`);
      // a proof holds until something is switched
      const off = act.on ? round.off.filter((id) => id !== act.id) : [...new Set([...round.off, act.id])];
      const shows =
        act.on && openByItself(task, { ...round, off }, act.id)
          ? 'its handle does not stay, or was off before you came'
          : act.on
            ? 'on'
            : 'off';
      return { words: `Breaker ${b.number} ${act.on ? 'on' : 'off'}`, shows, minutes: MINUTES.breaker, round: { off, proved: {} } };
    }
    case 'check tester':
      return {
        words: 'Tester on a source known to be live',
        shows: task.testerDead ? 'it shows nothing there either' : 'it shows the source as live',
        minutes: MINUTES['check tester'],
      };
    case 'prove':
      return proof(task, round, act.boxId, act.steps);
    case 'name':
      return named(task, round, act.part);
    case 'test': {
      if (act.test === AGAIN) return triedAgain(task, round);
      const test = task.dictionary.tests.find((t) => t.id === act.test);
      if (!test) throw new Error(`this circuit has no test ${act.test}`);
      return tested(task, round, test);
    }
  }
}

/** Whether it does now what it should. */
function triedAgain(task: FaultTask, round: Round): Shown {
  const { dictionary, complaint } = task;
  const still = round.off.length > 0 || dictionary.fitOf[complaint][hypothesisOf(task, round)]! >= 0.1;
  const outcome = still ? 'still' : 'works';
  return { words: AGAIN_TEST.words, shows: AGAIN_TEST.outcomes.find((o) => o.id === outcome)!.words, minutes: AGAIN_TEST.minutes, outcome };
}
function named(task: FaultTask, round: Round, part: string): Shown {
  const right = task.parts.includes(part) && !round.mended.includes(part);
  const more = right && task.parts.some((p) => p !== part && !round.mended.includes(p));
  return {
    words: 'Named',
    shows: more ? 'right, and mended; it does not work yet: there is a second fault' : right ? 'right' : 'not it',
    minutes: 0,
    outcome: '',
  };
}
