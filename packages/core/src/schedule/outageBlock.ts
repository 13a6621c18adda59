/** What is off together, as one piece of work: in the shortest order that its hands allow, to the minute. */
import { waitOf, type Activity, type OutageGroup } from './activities.js';
import { slotsOf } from './calendar.js';
import { soonest, type Task } from './solve.js';

/** A pair of hands where two are asked for: it takes half as long again (common practice, no source). */
const ALONE = 1.5;

/** An activity as somebody does it with the hands there are. */
export interface Piece {
  activity: Activity;
  minutes: number;
  hands: number;
}
export interface Block {
  id: string;
  groups: OutageGroup[];
  pieces: Piece[];
  /** minute of each from the block’s begin */
  inner: Map<string, number>;
  minutes: number;
  hands: number;
  proved: boolean;
}

/** @param most pairs of hands there are at any time */
export const pieceOf = (a: Activity, most: number): Piece => ({
  activity: a,
  hands: Math.min(a.hands, Math.max(1, most)),
  minutes: Math.max(1, Math.round(a.minutes.middle * (a.hands > most ? ALONE : 1))),
});

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

/** Whether groups can be one block: two that rest on each other through something outside can’t. */
function canBeOne(groups: readonly OutageGroup[], byId: ReadonlyMap<string, Activity>): boolean {
  const ids = new Set(groups.flatMap((g) => g.activities));
  const outside = [...ids].flatMap((id) => [...ancestors(id, byId)]).filter((a) => !ids.has(a));
  return !outside.some((a) => [...ancestors(a, byId)].some((x) => ids.has(x)));
}
/** As few blocks as they go into, taken one after another; those that share something stay together. */
function unparted(groups: readonly OutageGroup[], byId: ReadonlyMap<string, Activity>): OutageGroup[][] {
  const blocks: OutageGroup[][] = [];
  for (const sharing of blocksOf(groups, false)) {
    const home = blocks.find((b) => canBeOne([...b, ...sharing], byId));
    if (home) home.push(...sharing);
    else blocks.push(sharing);
  }
  return blocks;
}

/** One block, or the activity that finds no place in it. */
function blockOf(list: OutageGroup[], byId: ReadonlyMap<string, Activity>, most: number, drying: 'usual' | 'slow'): Block | string {
  const members = [...new Set(list.flatMap((g) => g.activities))];
  // off and on once for all that is off together
  const { off, twins, order } = tiedTogether(list, members);
  // what another job has switched already takes one more glance
  const pieces = members.map((id) => {
    const p = pieceOf(byId.get(id)!, most);
    return twins.has(id) ? { ...p, minutes: 1, activity: { ...p.activity, title: `${p.activity.title} (is already: look)` } } : p;
  });
  const tasks: Task[] = pieces.map(({ activity: a, minutes, hands }) => ({
    ...{ id: a.id, slots: minutes, hands },
    after: [
      ...a.after.filter((x) => members.includes(x.id)).map((x) => ({ id: x.id, lag: Math.round(waitOf(x.wait, drying)) })),
      ...order(a.id).map((id) => ({ id, lag: 0 })),
    ],
  }));
  const whole = tasks.reduce((s, t) => s + t.slots + Math.max(0, ...t.after.map((a) => a.lag)), 1);
  const solved = soonest(tasks, new Uint8Array(whole).fill(Math.max(1, most)));
  if (!solved.ok) return byId.get(solved.task)?.title ?? solved.task;
  return {
    ...{ id: `off/${off}`, groups: list, pieces, inner: solved.starts, minutes: solved.end, proved: solved.proved },
    hands: busiest(pieces, solved.starts),
  };
}

/** All blocks of what is left, and what finds no place in one. `together`: the same circuit is off once for all jobs. */
export function outageBlocks(
  activities: readonly Activity[],
  outages: readonly OutageGroup[],
  { most, drying, together }: { most: number; drying: 'usual' | 'slow'; together: boolean },
): { blocks: Block[]; problems: string[] } {
  const byId = new Map(activities.map((a) => [a.id, a]));
  const made = blocksOf(outages, together)
    .flatMap((groups) => unparted(groups, byId))
    .map((list) => blockOf(list, byId, most, drying));
  return {
    blocks: made.filter((b) => typeof b !== 'string'),
    problems: made.filter((b) => typeof b === 'string').map((what) => `What is off together can’t be put in an order: ${what}.`),
  };
}

/** Most hands that are at work at once. */
function busiest(pieces: readonly Piece[], starts: ReadonlyMap<string, number>): number {
  let most = 1;
  for (const p of pieces) {
    const at = starts.get(p.activity.id)!;
    const meanwhile = pieces.filter((o) => starts.get(o.activity.id)! <= at && starts.get(o.activity.id)! + o.minutes > at);
    most = Math.max(
      most,
      meanwhile.reduce((s, o) => s + o.hands, 0),
    );
  }
  return most;
}

/** What a block has off, from the begin of its switching off to the end of its being switched on; minutes, the block begins at `start`. */
export function outagesIn(b: Block, start: number): { key: string; words: string; start: number; end: number }[] {
  const by = new Map<string, { key: string; words: string; start: number; end: number }>();
  for (const g of b.groups)
    for (const t of g.targets) {
      const on = b.pieces.find((p) => p.activity.id === g.on);
      const o = { ...t, start: start + (b.inner.get(g.off) ?? 0), end: start + (on ? b.inner.get(g.on)! + on.minutes : b.minutes) };
      const known = by.get(t.key);
      by.set(t.key, known ? { ...o, start: Math.min(known.start, o.start), end: Math.max(known.end, o.end) } : o);
    }
  return [...by.values()];
}
/** Slots that a block takes. */
export const blockSlots = (b: Block): number => slotsOf(b.minutes);
