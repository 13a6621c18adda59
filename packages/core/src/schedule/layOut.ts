/** What is left as tasks of the solver, and what the solver found as bars. */
import { circuitsBehind, deadWithPanel, type JobInBook, PANEL, type Person, type When } from '../model/index.js';
import { SHOP, waitOf, type Activity, type Left } from './activities.js';
import { DAY, handsThere, hoursMask, localTime, minutesSince, SLOT, slotsOf, timeWords } from './calendar.js';
import { blockSlots, outageBlocks, outagesIn, pieceOf, type Block, type Piece } from './outageBlock.js';
import type { Bar, Dries, OutageBar, ScheduleInput, SchedulePlan } from './shapes.js';
import type { Task } from './solve.js';

export interface Variant {
  key: string;
  title: string;
  people: Person[];
  together: boolean;
  /** compound that sets in place of one that dries overnight */
  setting: boolean;
  /** somebody drives to the shop, in place of waiting for what is brought */
  fetch: boolean;
}
export interface Made {
  tasks: Task[];
  blocks: Map<string, Block>;
  /** activity of each task that is none of a block; parts of one that is split have ids of their own */
  loose: Map<string, Piece>;
  hands: Uint8Array;
  /** slots of the longest stretch with somebody there */
  stretch: number;
  problems: string[];
}

/** Longest stretch of slots with somebody there. */
function longestStretch(hands: Uint8Array): number {
  let [best, run] = [0, 0];
  for (const h of hands) {
    run = h > 0 ? run + 1 : 0;
    if (run > best) best = run;
  }
  return best;
}
const inverse = (mask: Uint8Array): Uint8Array => mask.map((x) => 1 - x);
const both = (x: Uint8Array, y: Uint8Array): Uint8Array => x.map((n, i) => n & y[i]!);

/** Tasks for the solver: each block of an outage is one, everything else stands by itself. */
export function asTasks({ when, jobs }: ScheduleInput, origin: string, left: Left, v: Variant): Made {
  const from = minutesSince(origin, when.from);
  const hands = handsThere(origin, v.people);
  const most = Math.max(0, ...hands);
  const stretch = longestStretch(hands);
  const loudMask = when.loud && hoursMask(origin, [when.loud]);
  const mayOf = (list: readonly Activity[], more: readonly Uint8Array[]): { may?: Uint8Array } => {
    const only = list.flatMap((a) => a.only.map((h) => hoursMask(origin, [h])));
    const masks = [...(list.some((a) => a.loud) && loudMask ? [loudMask] : []), ...only, ...more];
    return masks.length ? { may: masks.reduce(both) } : {};
  };
  const lagOf = (w: { middle: number; bad: number }): number => slotsOf(waitOf(w, when.drying));
  const pins = new Map(when.pins.map((p) => [p.step, minutesSince(origin, p.at)]));
  const notBefore = (list: readonly Activity[]): number =>
    slotsOf(Math.max(from, ...list.map((a) => Math.max(a.notBefore ?? 0, pins.get(a.id) ?? 0))));

  const off = outageBlocks(left.activities, left.outages, { most, drying: when.drying, together: v.together });
  const blocks = new Map(off.blocks.map((b) => [b.id, b]));
  const inBlock = new Map(off.blocks.flatMap((b) => b.pieces.map((p) => [p.activity.id, b.id] as const)));
  const pieces = left.activities.filter((a) => !inBlock.has(a.id)).map((a) => pieceOf(a, most));
  // one that is longer than anybody’s longest stretch goes on another day
  const parts = new Map(
    pieces.map((p) => {
      const n = stretch > 0 ? Math.max(1, Math.ceil(slotsOf(p.minutes) / stretch)) : 1;
      return [p.activity.id, n === 1 ? [p.activity.id] : Array.from({ length: n }, (_, i) => `${p.activity.id}#${i}`)] as const;
    }),
  );
  const endOf = (id: string): string => inBlock.get(id) ?? parts.get(id)?.at(-1) ?? id;
  // dust and what is wet of one place are never at once
  const apartOf = (a: Activity): string[] =>
    pieces.flatMap(({ activity: o }) =>
      o.id !== a.id && o.where === a.where && ((a.dusty && o.wet && !o.dusty) || (a.wet && !a.dusty && o.dusty)) ? parts.get(o.id)! : [],
    );
  const loose = new Map<string, Piece>();
  const tasks: Task[] = [];
  for (const p of pieces) {
    const { activity: a } = p;
    const ids = parts.get(a.id)!;
    ids.forEach((id, n) => {
      loose.set(id, p);
      tasks.push({
        id,
        slots: n < ids.length - 1 ? stretch : slotsOf(p.minutes) - stretch * (ids.length - 1),
        hands: p.hands,
        after: n > 0 ? [{ id: ids[n - 1]!, lag: 0 }] : a.after.map((x) => ({ id: endOf(x.id), lag: lagOf(x.wait) })),
        earliest: n > 0 ? 0 : notBefore([a]),
        apart: apartOf(a),
        ...mayOf([a], []),
      });
    });
  }
  for (const b of blocks.values()) {
    const members = b.pieces.map((p) => p.activity);
    const outer = new Map<string, number>();
    for (const a of members)
      for (const x of a.after)
        if (!members.some((m) => m.id === x.id)) {
          // what a piece waits for may lie before the block’s begin by as much as the piece is behind it
          const lag = lagOf(x.wait) - Math.floor(b.inner.get(a.id)! / SLOT);
          outer.set(endOf(x.id), Math.max(outer.get(endOf(x.id)) ?? 0, lag));
        }
    const never = when.staysOn.filter((s) => s.never && goesOff(b, s.circuitId, jobs)).map((s) => inverse(hoursMask(origin, [s.never!])));
    tasks.push({
      ...{ id: b.id, slots: blockSlots(b), hands: b.hands, earliest: notBefore(members) },
      after: [...outer].map(([id, lag]) => ({ id, lag })),
      ...mayOf(members, never),
    });
  }
  const problems = [...off.problems, ...[...blocks.values()].flatMap((b) => tooLong(b, when, v, stretch * SLOT, jobs))];
  return { tasks, blocks, loose, hands, stretch, problems };
}

/** Whether what is switched off takes a circuit with it: itself, its panel, the breaker that feeds its panel. */
export function darkens(key: string, circuitId: string, jobs: readonly JobInBook[]): boolean {
  if (key === circuitId || key === PANEL) return true;
  const site = jobs[0]?.found;
  return site !== undefined && (deadWithPanel(site, key, circuitId) || circuitsBehind(site, key).includes(circuitId));
}
const goesOff = (b: Block, circuitId: string, jobs: readonly JobInBook[]): boolean =>
  b.groups.some((g) => g.targets.some((t) => darkens(t.key, circuitId, jobs)));

/** An outage that is longer than what hangs on it may bear, or than anybody’s day. */
function tooLong(b: Block, when: When, v: Variant, stretch: number, jobs: readonly JobInBook[]): string[] {
  const words = b.groups[0]!.targets.map((t) => t.words).join(' and ');
  return [
    ...when.staysOn.flatMap((s) => {
      const longest = Math.max(0, ...outagesIn(b, 0).filter((o) => darkens(o.key, s.circuitId, jobs)).map((o) => o.end - o.start)); // prettier-ignore
      return s.atMost !== undefined && longest > s.atMost
        ? [`${s.what} may be without for ${s.atMost} min, and ${words} is off for ${longest}: ${v.people.length < 2 ? 'a second pair of hands, or ' : ''}another feed for ${s.what} meanwhile.`] // prettier-ignore
        : [];
    }),
    ...(b.minutes > stretch
      ? [`${words} would be off for ${b.minutes} min at a stretch, and nobody has more than ${stretch} min: nothing is left off over a night. Longer hours on one day.`] // prettier-ignore
      : []),
  ];
}

/** Rooms with something on a circuit. */
function roomsOn(jobs: readonly JobInBook[], key: string): string[] {
  const site = jobs[0]?.found;
  if (!site) return [];
  if (key === PANEL) return ['the whole house'];
  const rooms = new Set<string>();
  for (const b of site.boxes.filter((x) => x.circuitId !== undefined && darkens(key, x.circuitId, jobs))) {
    const roomId = site.walls.find((w) => w.id === b.wallId)?.faces[b.face].roomId;
    const room = site.rooms.find((r) => r.id === roomId);
    if (room) rooms.add(room.name);
  }
  return [...rooms].sort();
}

/** What the solver found, as bars, outages and waits. */
export function laidOut(
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
  const most = made.hands.reduce((m, h) => Math.max(m, h), 0);
  const put = (a: Activity, start: number, end: number): void => {
    const known = bars.get(a.id);
    if (known) {
      known.parts.push({ start, end });
      known.parts.sort((x, y) => x.start - y.start);
      known.start = known.parts[0]!.start;
      known.end = known.parts.at(-1)!.end;
    } else
      bars.set(a.id, {
        activity: a,
        start,
        end,
        parts: [{ start, end }],
        pinned: pins.has(a.id),
        alone: a.hands > most,
      });
  };
  for (const [id, at] of starts) {
    const block = made.blocks.get(id);
    if (block) {
      for (const p of block.pieces) {
        const s = at * SLOT + block.inner.get(p.activity.id)!;
        put(p.activity, s, s + p.minutes);
      }
      outages.push(...outagesIn(block, at * SLOT).map((o) => ({ ...o, rooms: roomsOn(jobs, o.key) })));
    } else {
      const task = made.tasks.find((t) => t.id === id)!;
      put(made.loose.get(id)!.activity, at * SLOT, (at + task.slots) * SLOT);
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
  const own = minutesOfHours(hoursMask(origin, v.people[0]?.hours ?? []), union(list.flatMap((b) => b.parts)));
  return {
    ...{ key: v.key, title: v.title, setting: v.setting, bars: list, outages, dries, problems },
    end: Math.max(0, ...list.map((b) => b.end)),
    outageMinutes: union(outages).reduce((s, o) => s + o.end - o.start, 0),
    outageCount: union(outages).length,
    days: alone.size,
    trips: list.filter((b) => b.activity.step === SHOP).length,
    // what the first person does, being there, is no help
    helperMinutes: worked - own,
  };
}

/** Minutes of some stretches that lie within somebody’s hours, as slots. */
const minutesOfHours = (hours: Uint8Array, stretches: readonly { start: number; end: number }[]): number =>
  stretches.reduce((sum, { start, end }) => {
    for (let s = Math.floor(start / SLOT); s * SLOT < end; s++)
      if (hours[s]) sum += Math.min(end, (s + 1) * SLOT) - Math.max(start, s * SLOT);
    return sum;
  }, 0);
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
