/** A step of the work: where, what it asks to measure, what must be dead for it, what it comes after; and how one is written. */
import { printSource } from '../catalog/index.js';
import { LEAST_FREE_MM } from '../codebook/index.js';
import { numbered, type Work, type WorkBox } from '../ledger/index.js';
import { inches } from '../measure/index.js';
import { minutesOf, WAITS, type Span, type Spent, type WaitKind } from './times.js';

/** One thing that has to stand proved dead, with a proof of its own. */
export interface Target {
  /** id of the circuit, `panel`, or the box whose breaker nobody knows */
  key: string;
  /** `circuit 5`, `the panel` */
  words: string;
  /** what is switched off for it, where it is not its own breaker: `the main switch` */
  by?: string;
  /** the steps that switch it off, prove it dead, and switch it on again */
  off: string;
  prove: string;
  on: string;
  /** nothing else is switched off in the job: a proof from before circuits were told apart is its */
  sole: boolean;
  /** by the UK way: an approved indicator and its proving unit, 230 V */
  uk?: true;
}
/** What a step asks to be measured in; a reading in Ω, MΩ or ms may be over what the instrument shows. */
export type AskUnit = 'length' | 'V' | 'Ω' | 'MΩ' | 'ms';
export interface StepAsk {
  key: string;
  label: string;
  /** the label without its place: `free ends from the sheath` */
  what: string;
  unit: AskUnit;
  /** judged against these, in mm or V; absent means no limit on that side */
  least?: number;
  most?: number;
  /** what to do when it is outside */
  otherwise: string;
  source: string;
}

/** Where it is done; dust, damp paint and people are of a place. */
export interface StepPlace {
  words: string;
  boxId?: string;
  wallId?: string;
  roomId?: string;
}

export interface Step {
  id: string;
  title: string;
  /** what to do, one line each */
  says: string[];
  /** the same in few words, where several of a kind stand together on paper; absent: as it says */
  brief?: string[];
  place: StepPlace | undefined;
  /** kinds of work in it; its minutes are summed of these */
  time: Spent[];
  minutes: Span;
  /** people it takes */
  hands: number;
  /** nothing at the same place goes on before that much time is over */
  wait: { kind: WaitKind; minutes: Span } | undefined;
  /** what must stand proved dead: circuits by name, or the panel behind its main */
  dead: Target[];
  /** takes the proof of dead of these */
  proves: Target[];
  /** cuts, connects or fastens: not while the ledger has a stop */
  alters: boolean;
  /** connects to the house's wiring: not while something that decides it can't be told */
  connects: boolean;
  /** steps that must be ticked before */
  after: string[];
  asks: StepAsk[];
  cautions: string[];
  /** planned changes that are done when this is ticked */
  changeIds: string[];
}

/** Whether it marks where one box goes: its marks stand on the sheet by themselves. */
export const marksABox = ({ time, place }: Step): boolean => place?.boxId !== undefined && time.some((t) => t.kind === 'mark out');
export const PRACTICE = 'common practice';
/** A step before it is put in order; without `after` it follows the one written before it. */
export type Draft = Omit<Step, 'after' | 'minutes'> & { after?: string[] };

type More = Partial<Omit<Draft, 'id' | 'title' | 'time' | 'says' | 'wait'>> & { wait?: WaitKind | undefined };
export function step(id: string, title: string, time: Spent[], says: string[], { wait, ...more }: More = {}): Draft {
  return {
    id,
    title,
    time,
    says,
    place: undefined,
    hands: 1,
    dead: [],
    proves: [],
    alters: false,
    connects: false,
    asks: [],
    cautions: [],
    changeIds: [],
    ...more,
    wait: wait && { kind: wait, minutes: WAITS[wait] },
  };
}

/**
 * The steps with what each comes after; what isn’t said follows the step written before it. Listed so that each stands behind all it rests
 * on, and otherwise as they were written.
 */
export function inOrder(drafts: readonly Draft[]): Step[] {
  const there = new Set(drafts.map((d) => d.id));
  const left = drafts.map((d, i) => ({
    ...d,
    minutes: minutesOf(d.time),
    after: [...new Set((d.after ?? (i === 0 ? [] : [drafts[i - 1]!.id])).filter((id) => there.has(id)))],
  }));
  const listed: Step[] = [];
  const done = new Set<string>();
  while (left.length) {
    const next = left.findIndex((s) => s.after.every((a) => done.has(a)));
    // a ring can only come of a fault in what writes the steps; its steps still are listed
    const [step] = left.splice(Math.max(0, next), 1);
    listed.push(step!);
    done.add(step!.id);
  }
  return listed;
}

export const atBox = (b: WorkBox): StepPlace => ({
  words: `${b.box.name}, ${b.room.name}`,
  boxId: b.box.id,
  wallId: b.wall.id,
  roomId: b.room.id,
});

export const free = (key: string, where: string, neededMm: number | undefined, edition: string): StepAsk => ({
  key,
  label: `free ends in ${where}, from the sheath`,
  what: 'free ends, from the sheath',
  unit: 'length',
  least: neededMm ?? LEAST_FREE_MM,
  otherwise: 'Too short: pull more cable in before stripping, or splice on pigtails in the box.',
  source: printSource({ standard: 'NEC', edition: edition.slice(3), clause: '300.14', from: 'memory' }),
});

/** Cable that must stick out of an opening while fishing (common practice: 12 in or more). */
export const LEAST_OUT_MM = inches(12);
export const out = (key: string, where: string): StepAsk => ({
  key,
  label: `cable out of the opening at ${where}`,
  what: 'cable out of the opening',
  unit: 'length',
  least: LEAST_OUT_MM,
  otherwise: 'Pull more through: too little cannot be clamped, stripped and folded.',
  source: PRACTICE,
});

export const volts = (key: string, label: string, least: number, most: number, otherwise: string): StepAsk => ({
  key,
  label,
  what: label,
  unit: 'V',
  least,
  most,
  otherwise,
  source: least > 0 ? 'ANSI C84.1 range A, 120 V ± 5 % · from memory' : PRACTICE,
});

/** Where one stands in a job of several boxes: the first of each has the plain ids. */
export interface At {
  w: Work;
  n: number;
  /** what must be dead for whatever can’t be told to be away from wires */
  dead: Target[];
  /** the step that proves it */
  proved: string;
}
export const id = (base: string, { n }: Pick<At, 'n'>): string => numbered(base, n);

export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
/** `5`, `5 and 7`, `5, 7 and 9`. */
export const listed = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)!}`;
