/**
 * When tasks begin so that the last is over soonest: pairs of hands by the hour, what waits for what and how long, what excludes each other,
 * hours in which something may not be done. Serial schedules over all orders, by branch and bound; the set of them holds a best one
 * (end of the last is a regular measure). Stops at a number of steps and then says how much sooner it could be at most.
 */
export interface Task {
  id: string;
  slots: number;
  hands: number;
  /** begins so many slots after the other’s end at the earliest */
  after: readonly { id: string; lag: number }[];
  /** not before this slot */
  earliest?: number;
  /** 1 where it may be under way; absent: always */
  may?: Uint8Array;
  /** ids of tasks that are never under way together with it */
  apart?: readonly string[];
}
export interface Placed {
  /** slot of each task’s begin, by id */
  starts: Map<string, number>;
  end: number;
}
export type Solved =
  | ({ ok: true; /** no schedule ends before this slot */ atLeast: number; proved: boolean } & Placed)
  | { ok: false; /** the first task that finds no place */ task: string; why: 'no place' | 'ring' };

interface Laid {
  tasks: readonly Task[];
  before: { of: number; lag: number }[][];
  behind: { of: number; lag: number }[][];
  apart: number[][];
  /** slots from its begin to the end of all that rests on it, nights not counted */
  tail: number[];
  /** each behind all it rests on */
  topological: number[];
}

function lay(tasks: readonly Task[]): Laid | string {
  const index = new Map(tasks.map((t, i) => [t.id, i]));
  const before = tasks.map((t) => t.after.flatMap(({ id, lag }) => (index.has(id) ? [{ of: index.get(id)!, lag }] : [])));
  const behind: Laid['behind'] = tasks.map(() => []);
  before.forEach((list, i) => list.forEach(({ of, lag }) => behind[of]!.push({ of: i, lag })));
  const apart: number[][] = tasks.map(() => []);
  tasks.forEach((t, i) => {
    for (const id of t.apart ?? []) {
      const other = index.get(id);
      if (other === undefined || other === i) continue;
      if (!apart[i]!.includes(other)) apart[i]!.push(other);
      if (!apart[other]!.includes(i)) apart[other]!.push(i);
    }
  });
  const tail = new Array<number>(tasks.length).fill(-1);
  const open = new Set<number>();
  const topological: number[] = [];
  const visit = (i: number): boolean => {
    if (tail[i]! >= 0) return true;
    if (open.has(i)) return false;
    open.add(i);
    let longest = 0;
    for (const { of, lag } of behind[i]!) {
      if (!visit(of)) return false;
      longest = Math.max(longest, lag + tail[of]!);
    }
    open.delete(i);
    tail[i] = tasks[i]!.slots + longest;
    topological.push(i);
    return true;
  };
  for (let i = 0; i < tasks.length; i++) if (!visit(i)) return tasks[i]!.id;
  return { tasks, before, behind, apart, tail, topological: topological.reverse() };
}

/** Hands there are, and those that are taken; where a task fits first. */
class Sheet {
  readonly starts: Int32Array;
  /** slots looked at so far: what a search costs, the same on every machine */
  looked = 0;
  private readonly free: Int16Array;
  constructor(
    private readonly laid: Laid,
    hands: Uint8Array,
  ) {
    this.free = Int16Array.from(hands);
    this.starts = new Int32Array(laid.tasks.length).fill(-1);
  }
  /** The first slot it can begin at once everything before it is placed; -1: nowhere. */
  first(i: number): number {
    const { tasks, before, apart } = this.laid;
    const t = tasks[i]!;
    let s = t.earliest ?? 0;
    for (const { of, lag } of before[i]!) s = Math.max(s, this.starts[of]! + tasks[of]!.slots + lag);
    const { free } = this;
    const meets = apart[i]!.filter((j) => this.starts[j]! >= 0);
    for (;;) {
      const end = s + t.slots;
      if (end > free.length) return -1;
      let k = end - 1;
      this.looked += t.slots;
      while (k >= s && free[k]! >= t.hands && (!t.may || t.may[k])) k--;
      if (k >= s) {
        s = k + 1;
        continue;
      }
      const other = meets.find((j) => this.starts[j]! < end && this.starts[j]! + tasks[j]!.slots > s);
      if (other === undefined) return s;
      s = this.starts[other]! + tasks[other]!.slots;
    }
  }
  place(i: number, at: number): void {
    this.starts[i] = at;
    const { slots, hands } = this.laid.tasks[i]!;
    for (let k = at; k < at + slots; k++) this.free[k] = this.free[k]! - hands;
  }
  lift(i: number): void {
    const { slots, hands } = this.laid.tasks[i]!;
    const at = this.starts[i]!;
    for (let k = at; k < at + slots; k++) this.free[k] = this.free[k]! + hands;
    this.starts[i] = -1;
  }
  /** The slot by which so much work can be over, from `from` on. */
  workedBy(from: number, work: number): number {
    let left = work;
    let k = from;
    for (; k < this.free.length && left > 0; k++) left -= Math.max(0, this.free[k]!);
    this.looked += k - from;
    return left > 0 ? this.free.length : k;
  }
}

/** One order after another; `order` are indexes, each behind what it rests on. */
function serial(laid: Laid, hands: Uint8Array, order: readonly number[]): Placed | { task: string } {
  const sheet = new Sheet(laid, hands);
  let end = 0;
  for (const i of order) {
    const at = sheet.first(i);
    if (at < 0) return { task: laid.tasks[i]!.id };
    sheet.place(i, at);
    end = Math.max(end, at + laid.tasks[i]!.slots);
  }
  return { starts: new Map(laid.tasks.map((t, i) => [t.id, sheet.starts[i]!])), end };
}

/** Orders by a measure, each behind what it rests on. */
function orderBy(laid: Laid, rank: (i: number) => number): number[] {
  const waiting = laid.before.map((b) => new Set(b.map((x) => x.of)).size);
  const left = new Set(laid.tasks.map((_, i) => i));
  const order: number[] = [];
  while (left.size) {
    const next = [...left].filter((i) => waiting[i] === 0).sort((a, b) => rank(a) - rank(b) || a - b)[0]!;
    left.delete(next);
    order.push(next);
    for (const of of new Set(laid.behind[next]!.map((x) => x.of))) waiting[of] = waiting[of]! - 1;
  }
  return order;
}

/** Lays tasks out in a given order of ids; for what is simulated over and over. */
export function inGivenOrder(tasks: readonly Task[], hands: Uint8Array, ids: readonly string[]): Placed | undefined {
  const laid = lay(tasks);
  if (typeof laid === 'string') return undefined;
  const place = new Map(ids.map((id, n) => [id, n]));
  const done = serial(
    laid,
    hands,
    orderBy(laid, (i) => place.get(laid.tasks[i]!.id) ?? ids.length),
  );
  return 'task' in done ? undefined : done;
}

/** Partial schedules looked at before it settles for the best so far: many of a few tasks, few of many. */
export const mostNodes = (tasks: number): number => Math.round(Math.min(200_000, 4_000_000 / Math.max(1, tasks) ** 1.5));

/** Slots looked at before it settles for the best so far: a fraction of a second. */
const MOST_LOOKED = 12_000_000;

/**
 * @param tasks durations and lags in slots
 * @param hands pairs of hands in each slot; its length is the horizon
 */
export function soonest(tasks: readonly Task[], hands: Uint8Array, most = mostNodes(tasks.length)): Solved {
  const laid = lay(tasks);
  if (typeof laid === 'string') return { ok: false, task: laid, why: 'ring' };
  const { tail } = laid;
  let best: Placed | undefined;
  let stuck: string | undefined;
  // a few good orders first: what has most behind it, what is longest, as written
  for (const rank of [(i: number) => -tail[i]!, (i: number) => i, (i: number) => -tasks[i]!.slots * tasks[i]!.hands - tail[i]!]) {
    const done = serial(laid, hands, orderBy(laid, rank));
    if ('task' in done) stuck ??= done.task;
    else if (!best || done.end < best.end) best = done;
  }
  const sheet = new Sheet(laid, hands);
  const waiting = laid.before.map((b) => new Set(b.map((x) => x.of)).size);
  const seen = new Set<string>();
  let nodes = 0;
  let cutOff = false;
  let left = tasks.reduce((s, t) => s + t.slots * t.hands, 0);
  let placed = 0;
  let end = 0;
  const fit = fitting(tasks, hands);
  const est = new Int32Array(tasks.length);
  const floor = bound(laid, sheet, fit, est, waiting, left);
  const search = (): void => {
    if (placed === tasks.length) {
      if (!best || end < best.end) best = { starts: new Map(tasks.map((t, i) => [t.id, sheet.starts[i]!])), end };
      return;
    }
    if (best && best.end <= floor) return;
    if (++nodes > most || sheet.looked > MOST_LOOKED) {
      cutOff = true;
      return;
    }
    if (best && Math.max(end, bound(laid, sheet, fit, est, waiting, left)) >= best.end) return;
    // the same tasks at the same slots, in another order
    const key = sheet.starts.join();
    if (seen.has(key)) return;
    seen.add(key);
    const open = tasks
      .flatMap((_, i) => (sheet.starts[i]! < 0 && waiting[i] === 0 ? [{ i, at: sheet.first(i) }] : []))
      .sort((a, b) => a.at - b.at || tail[b.i]! - tail[a.i]!);
    for (const { i, at } of open) {
      if (at < 0) return;
      const before = end;
      sheet.place(i, at);
      placed++;
      left -= tasks[i]!.slots * tasks[i]!.hands;
      end = Math.max(end, at + tasks[i]!.slots);
      const freed = new Set(laid.behind[i]!.map((x) => x.of));
      for (const of of freed) waiting[of] = waiting[of]! - 1;
      search();
      for (const of of freed) waiting[of] = waiting[of]! + 1;
      end = before;
      left += tasks[i]!.slots * tasks[i]!.hands;
      placed--;
      sheet.lift(i);
      if (cutOff) return;
    }
  };
  search();
  if (!best) return { ok: false, task: stuck ?? tasks[0]?.id ?? '', why: 'no place' };
  return { ok: true, ...best, proved: !cutOff, atLeast: cutOff ? Math.min(floor, best.end) : best.end };
}

/** For each task and slot the first slot from there on at which it could begin if it were the only one; past the end: nowhere. */
function fitting(tasks: readonly Task[], hands: Uint8Array): Int32Array[] {
  const known = new Map<string, Int32Array>();
  const masks = new Map<Uint8Array, number>();
  return tasks.map((t) => {
    if (t.may && !masks.has(t.may)) masks.set(t.may, masks.size + 1);
    const key = `${t.slots}/${t.hands}/${t.may ? masks.get(t.may) : 0}`;
    const there = known.get(key);
    if (there) return there;
    const fit = new Int32Array(hands.length + 1).fill(hands.length);
    let run = 0;
    for (let s = hands.length - 1; s >= 0; s--) {
      run = hands[s]! >= t.hands && (!t.may || t.may[s]) ? run + 1 : 0;
      fit[s] = run >= t.slots ? s : fit[s + 1]!;
    }
    known.set(key, fit);
    return fit;
  });
}

/** No completion ends before this: by the longest chain behind what can begin, over the hours there are, and by the work that is left. */
function bound(laid: Laid, sheet: Sheet, fit: readonly Int32Array[], est: Int32Array, waiting: readonly number[], left: number): number {
  let least = 0;
  let begin = Infinity;
  const { tasks, before, topological } = laid;
  for (const i of topological) {
    const at = sheet.starts[i]!;
    if (at >= 0) {
      est[i] = at;
      continue;
    }
    if (waiting[i] === 0) {
      const first = sheet.first(i);
      if (first < 0) return Infinity;
      est[i] = first;
      begin = Math.min(begin, first);
    } else {
      let s = tasks[i]!.earliest ?? 0;
      for (const { of, lag } of before[i]!) s = Math.max(s, est[of]! + tasks[of]!.slots + lag);
      est[i] = fit[i]![Math.min(s, fit[i]!.length - 1)]!;
    }
    least = Math.max(least, est[i]! + tasks[i]!.slots);
  }
  return begin === Infinity ? least : Math.max(least, sheet.workedBy(begin, left));
}
