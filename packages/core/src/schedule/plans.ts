/**
 * When: what is left of jobs, laid out over the hours that people have. What lies between a breaker’s off and on is one block, as short as
 * its hands allow, and is never left off over a night; the rest goes round it. A few plans none of which beats another.
 */
import type { JobInHouse, Person, When } from '../model/index.js';
import { DAY, dayWords, handsThere, HORIZON_DAYS, hoursMask, localTime, minutesSince, SLOT, slotsOf, timeWords } from './calendar.js';
import { leftToDo, waitOf, type Activity, type Left, type OutageGroup, type Rates } from './activities.js';
import { inGivenOrder, soonest, type Task } from './solve.js';

export interface Bar {
  activity: Activity;
  /** minutes since the midnight of the plan’s first day */
  start: number;
  end: number;
  /** it pauses over a night: where it goes on */
  parts: { start: number; end: number }[];
  pinned: boolean;
}
export interface OutageBar {
  key: string;
  words: string;
  /** rooms with something on it */
  rooms: string[];
  start: number;
  end: number;
}
export interface Dries {
  after: string;
  words: string;
  start: number;
  end: number;
}
export interface SchedulePlan {
  key: string;
  title: string;
  bars: Bar[];
  outages: OutageBar[];
  dries: Dries[];
  /** minutes since the first midnight */
  end: number;
  /** minutes that something is off, each block once */
  outageMinutes: number;
  outageCount: number;
  /** days on which somebody works */
  days: number;
  /** minutes of hands other than the first person’s */
  helperMinutes: number;
  /** whether every order was tried; else how many minutes sooner it could end at most */
  proved: boolean;
  soonerAtMost: number;
  /** rests on setting compound, where another was chosen */
  setting: boolean;
  /** what can’t be as it was asked for */
  problems: string[];
}
export interface Schedule {
  /** day whose midnight minutes count from */
  origin: string;
  /** none beaten by another in outage, number of outages, end, what a helper gives, and keeping to the compound that was chosen */
  plans: SchedulePlan[];
  /** why there is none */
  problems: string[];
  activities: Activity[];
}
export interface ScheduleInput {
  jobs: readonly JobInHouse[];
  when: When;
  rates?: Rates;
  /** an instant where the house stands, `2026-11-26T09:30` */
  localOf?: (instant: string) => string;
}

/** A pair of hands where two are asked for: it takes half as long again (common practice, no source). */
const ALONE = 1.5;

interface Variant {
  key: string;
  title: string;
  people: Person[];
  together: boolean;
  /** compound that sets in place of one that dries overnight */
  setting: boolean;
}
/** An activity of a block or by itself, as it stands for the solver. */
interface Piece {
  activity: Activity;
  slots: number;
  hands: number;
}
interface Block {
  id: string;
  groups: OutageGroup[];
  pieces: Piece[];
  /** slot of each from the block’s begin */
  inner: Map<string, number>;
  slots: number;
  hands: number;
  proved: boolean;
}

/** Outages whose activities meet, or that switch off the same thing where that is wanted, are one. */
function blocksOf(groups: readonly OutageGroup[], together: boolean): OutageGroup[][] {
  const blocks: OutageGroup[][] = [];
  for (const g of groups) {
    const meets = blocks.filter((b) =>
      b.some(
        (o) =>
          o.activities.some((a) => g.activities.includes(a)) ||
          (together && o.targets.map((t) => t.key).join() === g.targets.map((t) => t.key).join()),
      ),
    );
    for (const m of meets) blocks.splice(blocks.indexOf(m), 1);
    blocks.push([...meets.flat(), g]);
  }
  return blocks;
}

/** Outages of one thing in several jobs, made one: off first of all, on again when all of them are done. */
function tiedTogether(list: readonly OutageGroup[], members: readonly string[]) {
  const first = list[0]!;
  const keys = (g: OutageGroup): string => g.targets.map((t) => t.key).join();
  const alike = list.slice(1).filter((g) => keys(g) === keys(first));
  const [offs, ons] = [new Set(alike.map((g) => g.off)), new Set(alike.map((g) => g.on))];
  const work = members.filter((id) => id !== first.on && !ons.has(id));
  return {
    off: first.off,
    twins: new Set([...offs, ...ons]),
    /** what one of them comes after besides what its own job says */
    order: (id: string): readonly string[] =>
      alike.length === 0 ? [] : offs.has(id) ? [first.off] : id === first.on ? work : ons.has(id) ? [first.on] : [],
  };
}

/** Everything before something in the graph, itself not. */
function ancestors(id: string, byId: ReadonlyMap<string, Activity>, seen = new Set<string>()): Set<string> {
  for (const { id: a } of byId.get(id)?.after ?? [])
    if (!seen.has(a)) {
      seen.add(a);
      ancestors(a, byId, seen);
    }
  return seen;
}

interface Made {
  tasks: Task[];
  blocks: Map<string, Block>;
  /** activity of each task that is none of a block; parts of one that is split have ids of their own */
  loose: Map<string, { piece: Piece; part: number }>;
  hands: Uint8Array;
  problems: string[];
}

const pieceOf = (a: Activity, most: number): Piece => {
  const alone = a.hands > most;
  return { activity: a, hands: Math.min(a.hands, Math.max(1, most)), slots: Math.max(1, slotsOf(a.minutes.middle * (alone ? ALONE : 1))) };
};

/** Longest stretch of slots with somebody there. */
function longestStretch(hands: Uint8Array): number {
  let [best, run] = [0, 0];
  for (const h of hands) {
    run = h > 0 ? run + 1 : 0;
    if (run > best) best = run;
  }
  return best;
}

function make(input: ScheduleInput, origin: string, left: Left, v: Variant): Made {
  const { when } = input;
  const from = minutesSince(origin, when.from);
  const hands = handsThere(origin, v.people, from);
  const most = Math.max(0, ...hands);
  const stretch = longestStretch(hands);
  const problems: string[] = [];
  const byId = new Map(left.activities.map((a) => [a.id, a]));
  const loudMask = when.loud && hoursMask(origin, [when.loud]);
  const lagOf = (w: { middle: number; bad: number }): number => slotsOf(waitOf(w, when.drying));
  const drop = new Set<string>();
  const blocks = new Map<string, Block>();
  const blockOf = new Map<string, string>();

  for (const groups of blocksOf(left.outages, v.together)) {
    // two that rest on each other through something outside can’t be one
    const ids = new Set(groups.flatMap((g) => g.activities));
    const outside = [...ids].flatMap((id) => [...ancestors(id, byId)]).filter((a) => !ids.has(a));
    const parted = outside.some((a) => [...ancestors(a, byId)].some((x) => ids.has(x)));
    for (const list of parted ? groups.map((g) => [g]) : [groups]) {
      const members = [...new Set(list.flatMap((g) => g.activities))];
      // off and on once for all that is off together
      const { off, twins, order } = tiedTogether(list, members);
      const pieces = members.map((id) => {
        const p = pieceOf(byId.get(id)!, most);
        // what is off already is switched by one more glance
        return twins.has(id) ? { ...p, slots: 1 } : p;
      });
      const tasks: Task[] = pieces.map(({ activity: a, slots, hands: n }) => ({
        ...{ id: a.id, slots, hands: n },
        after: [
          ...a.after.filter((x) => members.includes(x.id)).map((x) => ({ id: x.id, lag: lagOf(x.wait) })),
          ...order(a.id).map((id) => ({ id, lag: 0 })),
        ],
      }));
      const there = new Uint8Array(Math.max(1, tasks.reduce((s, t) => s + t.slots + Math.max(0, ...t.after.map((a) => a.lag)), 0))).fill(Math.max(1, most)); // prettier-ignore
      const solved = soonest(tasks, there);
      if (!solved.ok) {
        problems.push(`What is off together can’t be put in an order: ${byId.get(solved.task)?.title ?? solved.task}.`);
        continue;
      }
      const id = `off/${off}`;
      blocks.set(id, {
        ...{ id, groups: list, pieces, inner: solved.starts, slots: solved.end, proved: solved.proved },
        hands: Math.max(1, ...pieces.map((p) => p.hands), busiest(pieces, solved.starts)),
      });
      for (const m of members) {
        blockOf.set(m, id);
        drop.add(m);
      }
    }
  }

  const loose = new Map<string, { piece: Piece; part: number }>();
  const lastOf = (id: string): string => blockOf.get(id) ?? splitInto.get(id)?.at(-1) ?? id;
  const splitInto = new Map<string, string[]>();
  const pieces = left.activities.filter((a) => !drop.has(a.id)).map((a) => pieceOf(a, most));
  for (const p of pieces)
    if (stretch > 0 && p.slots > stretch) {
      const parts = Math.ceil(p.slots / stretch);
      splitInto.set(
        p.activity.id,
        Array.from({ length: parts }, (_, i) => `${p.activity.id}#${i}`),
      );
    }
  const pins = new Map(when.pins.map((p) => [p.step, minutesSince(origin, p.at)]));
  const pinOf = (ids: readonly string[]): number => Math.max(0, ...ids.flatMap((id) => pins.get(id) ?? []));
  // dust and what is wet of one place are never at once
  const apartOf = (a: Activity): string[] =>
    pieces
      .filter(
        ({ activity: o }) => o.id !== a.id && o.where === a.where && ((a.dusty && o.wet && !o.dusty) || (a.wet && !a.dusty && o.dusty)),
      )
      .flatMap(({ activity: o }) => splitInto.get(o.id) ?? [o.id]);
  const tasks: Task[] = [];
  for (const p of pieces) {
    const { activity: a } = p;
    const parts = splitInto.get(a.id) ?? [a.id];
    parts.forEach((id, n) => {
      loose.set(id, { piece: p, part: n });
      tasks.push({
        id,
        slots: n < parts.length - 1 ? stretch : p.slots - stretch * (parts.length - 1),
        hands: p.hands,
        after: n > 0 ? [{ id: parts[n - 1]!, lag: 0 }] : a.after.map((x) => ({ id: lastOf(x.id), lag: lagOf(x.wait) })),
        earliest: n > 0 ? 0 : slotsOf(Math.max(from, a.notBefore ?? 0, pinOf([a.id]))),
        apart: apartOf(a),
        ...(a.loud && loudMask ? { may: loudMask } : {}),
      });
    });
  }
  for (const b of blocks.values()) {
    const members = new Set(b.pieces.map((p) => p.activity.id));
    const outer = new Map<string, number>();
    for (const p of b.pieces)
      for (const x of p.activity.after)
        if (!members.has(x.id)) {
          // what a piece waits for may lie before the block’s begin by as much as the piece is behind it
          const lag = lagOf(x.wait) - b.inner.get(p.activity.id)!;
          const id = lastOf(x.id);
          outer.set(id, Math.max(outer.get(id) ?? -Infinity, lag));
        }
    const masks = [
      ...(b.pieces.some((p) => p.activity.loud) && loudMask ? [loudMask] : []),
      ...when.staysOn.flatMap((s) =>
        s.never && b.groups.some((g) => g.targets.some((t) => t.key === s.circuitId || t.key === 'panel'))
          ? [inverse(hoursMask(origin, [s.never]))]
          : [],
      ),
    ];
    tasks.push({
      ...{ id: b.id, slots: b.slots, hands: b.hands },
      after: [...outer].map(([id, lag]) => ({ id, lag: Math.max(0, lag) })),
      earliest: slotsOf(Math.max(from, pinOf([...members]), ...b.pieces.map((p) => p.activity.notBefore ?? 0))),
      ...(masks.length ? { may: masks.reduce((x, y) => x.map((v2, i) => v2 & y[i]!)) } : {}),
    });
    for (const s of when.staysOn) {
      const off = outagesIn(b, 0).filter((o) => o.key === s.circuitId || o.key === 'panel');
      const longest = Math.max(0, ...off.map((o) => o.end - o.start));
      if (s.atMost !== undefined && longest > s.atMost)
        problems.push(
          `${s.what} may be without for ${s.atMost} min, and ${off[0]!.words} is off for ${longest}: ${v.people.length < 2 ? 'a second pair of hands, or ' : ''}another feed for ${s.what} meanwhile.`,
        );
    }
    if (b.slots > stretch)
      problems.push(
        `${b.groups[0]!.targets.map((t) => t.words).join(' and ')} would be off for ${b.slots * SLOT} min at a stretch, and nobody has more than ${stretch * SLOT} min: nothing is left off over a night. Longer hours on one day.`,
      );
  }
  return { tasks, blocks, loose, hands, problems };
}

const inverse = (mask: Uint8Array): Uint8Array => mask.map((x) => 1 - x);
/** Most hands that a block has at work at once. */
function busiest(pieces: readonly Piece[], starts: ReadonlyMap<string, number>): number {
  let most = 0;
  for (const p of pieces) {
    const at = starts.get(p.activity.id)!;
    const n = pieces
      .filter((o) => starts.get(o.activity.id)! <= at && starts.get(o.activity.id)! + o.slots > at)
      .reduce((s, o) => s + o.hands, 0);
    most = Math.max(most, n);
  }
  return most;
}

/** What a block has off, from the begin of its switching off to the end of its being switched on; minutes from `start`. */
function outagesIn(b: Block, start: number): { key: string; words: string; start: number; end: number }[] {
  const by = new Map<string, { key: string; words: string; start: number; end: number }>();
  for (const g of b.groups)
    for (const t of g.targets) {
      const begin = b.inner.get(g.off);
      const on = b.pieces.find((p) => p.activity.id === g.on);
      const o = {
        ...t,
        start: start + (begin ?? 0) * SLOT,
        end: start + (on ? b.inner.get(g.on)! + on.slots : b.slots) * SLOT,
      };
      const known = by.get(t.key);
      by.set(t.key, known ? { ...o, start: Math.min(known.start, o.start), end: Math.max(known.end, o.end) } : o);
    }
  return [...by.values()];
}

function roomsOn(jobs: readonly JobInHouse[], key: string): string[] {
  const site = jobs[0]?.found;
  if (!site) return [];
  if (key === 'panel') return ['the whole house'];
  const rooms = new Set<string>();
  for (const b of site.boxes.filter((x) => x.circuitId === key)) {
    const roomId = site.walls.find((w) => w.id === b.wallId)?.faces[b.face].roomId;
    const room = site.rooms.find((r) => r.id === roomId);
    if (room) rooms.add(room.name);
  }
  return [...rooms].sort();
}

function laidOut(
  input: ScheduleInput,
  origin: string,
  v: Variant,
  made: Made,
  starts: ReadonlyMap<string, number>,
): Omit<SchedulePlan, 'proved' | 'soonerAtMost'> {
  const { when, jobs } = input;
  const pins = new Map(when.pins.map((p) => [p.step, minutesSince(origin, p.at)]));
  const bars = new Map<string, Bar>();
  const outages: OutageBar[] = [];
  const put = (a: Activity, start: number, end: number): void => {
    const known = bars.get(a.id);
    if (known) {
      known.parts.push({ start, end });
      known.parts.sort((x, y) => x.start - y.start);
      known.start = known.parts[0]!.start;
      known.end = known.parts.at(-1)!.end;
    } else bars.set(a.id, { activity: a, start, end, parts: [{ start, end }], pinned: pins.has(a.id) });
  };
  for (const [id, at] of starts) {
    const block = made.blocks.get(id);
    if (block) {
      for (const p of block.pieces) {
        const s = (at + block.inner.get(p.activity.id)!) * SLOT;
        put(p.activity, s, s + p.slots * SLOT);
      }
      outages.push(...outagesIn(block, at * SLOT).map((o) => ({ ...o, rooms: roomsOn(jobs, o.key) })));
    } else {
      const { piece } = made.loose.get(id)!;
      const task = made.tasks.find((t) => t.id === id)!;
      put(piece.activity, at * SLOT, (at + task.slots) * SLOT);
    }
  }
  const list = [...bars.values()].sort((a, b) => a.start - b.start || a.end - b.end);
  const problems = [...made.problems];
  for (const [step, at] of pins) {
    const bar = bars.get(step);
    if (bar && Math.abs(bar.start - at) >= SLOT)
      problems.push(`${bar.activity.title} is fixed to ${timeWords(localTime(origin, at))}, and can begin at ${timeWords(localTime(origin, bar.start))} at the earliest: something it rests on isn’t done before, or nobody is there.`);
  } // prettier-ignore
  const dries = list.flatMap((b): Dries[] =>
    b.activity.wait
      ? [{ after: b.activity.id, words: b.activity.wait.kind, start: b.end, end: b.end + waitOf(b.activity.wait.minutes, when.drying) }]
      : [],
  );
  const worked = list.reduce((s, b) => s + b.parts.reduce((n, p) => n + (p.end - p.start), 0) * Math.min(b.activity.hands, v.people.length || 1), 0); // prettier-ignore
  const alone = new Set(list.flatMap((b) => b.parts.map((p) => Math.floor(p.start / DAY))));
  const spanned = spanOfWork(list);
  return {
    ...{ key: v.key, title: v.title, setting: v.setting, bars: list, outages, dries, problems },
    end: Math.max(0, ...list.map((b) => b.end)),
    outageMinutes: union(outages).reduce((s, o) => s + o.end - o.start, 0),
    outageCount: union(outages).length,
    days: alone.size,
    helperMinutes: Math.max(0, worked - spanned),
  };
}

/** Minutes in which somebody works at all. */
const spanOfWork = (bars: readonly Bar[]): number => union(bars.flatMap((b) => b.parts)).reduce((s, p) => s + p.end - p.start, 0);
/** Stretches of time, those that meet made one. */
function union(list: readonly { start: number; end: number }[]): { start: number; end: number }[] {
  const out: { start: number; end: number }[] = [];
  for (const x of [...list].sort((a, b) => a.start - b.start)) {
    const last = out.at(-1);
    if (last && x.start <= last.end) last.end = Math.max(last.end, x.end);
    else out.push({ start: x.start, end: x.end });
  }
  return out;
}

const better = (a: SchedulePlan, b: SchedulePlan): boolean => {
  const of = (p: SchedulePlan): number[] => [p.outageMinutes, p.outageCount, p.end, p.helperMinutes, p.setting ? 1 : 0];
  const [x, y] = [of(a), of(b)];
  return x.every((n, i) => n <= y[i]!) && x.some((n, i) => n < y[i]!);
};

/** Who works, whether jobs are off together, and which compound: what can be chosen for all of it. */
function variants({ when, jobs }: ScheduleInput, left: Left): Variant[] {
  const [first, ...more] = when.people;
  if (!first) return [];
  const several = jobs.length > 1 && left.outages.length > 1;
  const dries = left.activities.some((a) => a.wait?.kind === 'premixed compound');
  const crews = [
    { key: 'alone', words: more.length ? `${first.name} alone` : first.name, people: [first] },
    ...(more.length ? [{ key: 'all', words: [first, ...more].map((p) => p.name).join(' and '), people: when.people }] : []),
  ];
  return crews.flatMap((c) =>
    (several ? [false, true] : [false]).flatMap((together) =>
      (dries ? [false, true] : [false]).map((setting) => ({
        key: [c.key, ...(together ? ['together'] : []), ...(setting ? ['setting'] : [])].join('-'),
        title: [c.words, ...(together ? ['off once for all jobs'] : []), ...(setting ? ['setting compound'] : [])].join(', '),
        ...{ people: c.people, together, setting },
      })),
    ),
  );
}

const localOf = (input: ScheduleInput): ((instant: string) => string) => input.localOf ?? ((instant) => instant.slice(0, 16));
const leftOf = (input: ScheduleInput, setting = false): Left =>
  leftToDo(
    setting ? input.jobs.map((j) => ({ ...j, schools: { ...j.schools, compound: 'setting, same day' as const } })) : input.jobs,
    input.when.from.slice(0, 10),
    localOf(input),
    input.rates,
  );

/** Lays out what is left; each plan is the soonest of its kind. Never throws. */
export function scheduleOf(input: ScheduleInput): Schedule {
  const { when } = input;
  const origin = when.from.slice(0, 10);
  const left = leftOf(input);
  const none = (...problems: string[]): Schedule => ({ origin, plans: [], problems, activities: left.activities });
  if (left.activities.length === 0) return none('Nothing is left to be done.');
  if (when.people.every((p) => p.hours.length === 0))
    return none(when.people.length ? 'Nobody has hours to work in: enter days and hours of at least one person.' : 'Nobody works on it: add a person and their hours.'); // prettier-ignore
  const plans: SchedulePlan[] = [];
  const problems: string[] = [];
  for (const v of variants(input, left)) {
    const made = make(input, origin, v.setting ? leftOf(input, true) : left, v);
    const solved = soonest(made.tasks, made.hands);
    if (!solved.ok) {
      const what = made.blocks.get(solved.task)?.groups[0]!.targets.map((t) => `what is done with ${t.words} off`).join(' and ') ?? left.activities.find((a) => a.id === solved.task.replace(/#\d+$/, ''))?.title; // prettier-ignore
      problems.push(
        ...made.problems,
        `${v.title}: ${what ?? 'something'} finds no place within ${HORIZON_DAYS} days of the hours entered.`,
      );
      continue;
    }
    plans.push({
      ...laidOut(input, origin, v, made, solved.starts),
      proved: solved.proved && [...made.blocks.values()].every((b) => b.proved),
      soonerAtMost: (solved.end - solved.atLeast) * SLOT,
    });
  }
  const kept = plans.filter((p, i) => !plans.some((o, n) => better(o, p) || (n < i && !better(p, o) && same(o, p))));
  return {
    origin,
    plans: kept.sort((a, b) => a.end - b.end),
    problems: kept.length ? [] : [...new Set(problems)],
    activities: left.activities,
  };
}
const same = (a: SchedulePlan, b: SchedulePlan): boolean =>
  a.outageMinutes === b.outageMinutes &&
  a.outageCount === b.outageCount &&
  a.end === b.end &&
  a.helperMinutes === b.helperMinutes &&
  a.setting === b.setting;

/** The plan that was chosen, or the first. */
export const chosenPlan = (s: Schedule, when: When): SchedulePlan | undefined => s.plans.find((p) => p.key === when.plan) ?? s.plans[0];

/** How often a simulated schedule is laid out. */
export const DRAWS = 300;
/** 90 % of days are no worse than a bad one (common practice, no source): its distance from the middle in standard deviations. */
export const BAD_DAY_SIGMAS = 1.2816;

/** 32 bit generator of numbers in [0, 1): the same for the same seed. */
export function seeded(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}
const normal = (next: () => number): number => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());

export interface EndRange {
  /** minutes since the first midnight: as often sooner as later; and sooner in four of five */
  p50: number;
  p80: number;
  draws: number;
}
/**
 * When it is over if each activity takes what days are like: log-normal with the middle as its median and the bad day as its 90th of 100;
 * all of them laid out in the plan’s order again, by the same hours. The same seed gives the same answer.
 */
export function endRange(input: ScheduleInput, key: string, { seed = 1, draws = DRAWS } = {}): EndRange | undefined {
  const origin = input.when.from.slice(0, 10);
  const v = variants(input, leftOf(input)).find((x) => x.key === key);
  if (!v) return undefined;
  const made = make(input, origin, leftOf(input, v.setting), v);
  const solved = soonest(made.tasks, made.hands);
  if (!solved.ok) return undefined;
  const order = [...solved.starts].sort((a, b) => a[1] - b[1]).map(([id]) => id);
  const next = seeded(seed);
  const factor = ({ middle, bad }: { middle: number; bad: number }): number =>
    middle > 0 && bad > middle ? Math.exp((Math.log(bad / middle) / BAD_DAY_SIGMAS) * normal(next)) : 1;
  const ends: number[] = [];
  for (let n = 0; n < draws; n++) {
    const tasks = made.tasks.map((t) => {
      const block = made.blocks.get(t.id);
      const pieces = block ? block.pieces : [made.loose.get(t.id)!.piece];
      const planned = pieces.reduce((s, p) => s + p.slots, 0);
      const drawn = pieces.reduce((s, p) => s + p.slots * factor(p.activity.minutes), 0);
      return { ...t, slots: Math.max(1, Math.round((t.slots * drawn) / planned)) };
    });
    // a day that gets too long for an outage: it is done in the longest there is
    const done = inGivenOrder(tasks, made.hands, order);
    ends.push(done ? done.end * SLOT : HORIZON_DAYS * DAY);
  }
  ends.sort((a, b) => a - b);
  const at = (share: number): number => ends[Math.min(ends.length - 1, Math.ceil(share * ends.length) - 1)]!;
  return { p50: at(0.5), p80: at(0.8), draws };
}

/** `Sat 28 Nov, 11:40` */
export const whenWords = (s: Pick<Schedule, 'origin'>, minutes: number): string => timeWords(localTime(s.origin, minutes));
export const onDay = (s: Pick<Schedule, 'origin'>, minutes: number): string => dayWords(localTime(s.origin, minutes).slice(0, 10));
