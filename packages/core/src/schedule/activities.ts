/** What is left to do of jobs, as a schedule sees it: minutes, hands, what it waits for, what it makes loud or dusty, what must be off. */
import type { JobInHouse } from '../model/index.js';
import { isTicked, outagesOf, stepsOf, TIMES, type Span, type Spent, type Step, type TimeKind } from '../work/index.js';
import { minutesSince } from './calendar.js';

export interface Activity {
  /** the step’s id behind its job’s, so that jobs don’t meet */
  id: string;
  jobId: string;
  jobName: string;
  step: string;
  title: string;
  place: string;
  minutes: Span;
  hands: number;
  time: readonly Spent[];
  /** each with the minutes that lie between at least */
  after: { id: string; wait: Span }[];
  /** what dries or sets once it is done */
  wait: Step['wait'];
  loud: boolean;
  dusty: boolean;
  wet: boolean;
  /** of a place, so that dust and wet paint keep apart: a room, else a wall, else the job */
  where: string;
  /** minutes since the schedule’s midnight before which it can’t begin: something still dries */
  notBefore?: number;
}
/** What is off together, from its switching off to its being on again. */
export interface OutageGroup {
  /** circuits, or the panel */
  targets: { key: string; words: string }[];
  off: string;
  on: string;
  activities: string[];
}

const LOUD: ReadonlySet<TimeKind> = new Set<TimeKind>(['cut plaster on lath', 'cut brick or block', 'chase in brick', 'bore a stud or plate', 'bore a joist', 'through an outside wall', 'raceway']); // prettier-ignore
const DUSTY: ReadonlySet<TimeKind> = new Set<TimeKind>(['cut drywall', 'cut plaster on lath', 'cut brick or block', 'chase in brick', 'bore a stud or plate', 'bore a joist', 'through an outside wall', 'sand']); // prettier-ignore
const WET: ReadonlySet<TimeKind> = new Set<TimeKind>(['paint', 'coat of compound']);

/** How long each kind of work takes somebody, once their log says so. */
export type Rates = Readonly<Partial<Record<TimeKind, Span & { from: number }>>>;
export const spanOf = (time: readonly Spent[], rates: Rates = {}): Span => {
  const sum = (of: 'middle' | 'bad'): number => time.reduce((s, { kind, count }) => s + (rates[kind] ?? TIMES[kind])[of] * count, 0);
  return { middle: sum('middle'), bad: sum('bad') };
};

const NO_WAIT: Span = { middle: 0, bad: 0 };
/** A step of a job; what it waits for lies at its place, and the note at the end waits for nothing to dry. */
const waitAfter = (s: Step, next: Step): Span =>
  s.wait && next.id !== 'record' && !(next.place?.roomId && s.place?.roomId && next.place.roomId !== s.place.roomId)
    ? s.wait.minutes
    : NO_WAIT;

export interface Left {
  activities: Activity[];
  outages: OutageGroup[];
}

/**
 * What is not ticked yet.
 * @param origin day whose midnight minutes count from
 * @param localOf an instant as local time, `2026-11-26T09:30`, for what still dries of what was ticked
 */
export function leftToDo(jobs: readonly JobInHouse[], origin: string, localOf: (instant: string) => string, rates: Rates = {}): Left {
  const activities: Activity[] = [];
  const outages: OutageGroup[] = [];
  for (const job of jobs) {
    const steps = stepsOf(job);
    const byId = new Map(steps.map((s) => [s.id, s]));
    const left = steps.filter((s) => !isTicked(job, s.id));
    const idOf = (step: string): string => `${job.id}/${step}`;
    // what names no room of its own is in the only one the job works in
    const rooms = new Set(steps.flatMap((s) => s.place?.roomId ?? []));
    const tickedAt = new Map(job.work.ticks.map((t) => [t.step, t.at]));
    for (const s of left) {
      const dried = s.after.flatMap((a) => {
        const [before, at] = [byId.get(a)!, tickedAt.get(a)];
        const wait = waitAfter(before, s).middle;
        return at !== undefined && wait > 0 ? [minutesSince(origin, localOf(at)) + wait] : [];
      });
      const kinds = s.time.map((t) => t.kind);
      activities.push({
        ...{
          id: idOf(s.id),
          jobId: job.id,
          jobName: job.name,
          step: s.id,
          title: s.title,
          place: s.place?.words ?? '',
          hands: s.hands,
          time: s.time,
        },
        minutes: spanOf(s.time, rates),
        after: s.after.filter((a) => !tickedAt.has(a)).map((a) => ({ id: idOf(a), wait: waitAfter(byId.get(a)!, s) })),
        wait: s.wait,
        loud: kinds.some((k) => LOUD.has(k)),
        dusty: kinds.some((k) => DUSTY.has(k)),
        wet: kinds.some((k) => WET.has(k)),
        where: s.place?.roomId ?? (rooms.size === 1 ? [...rooms][0]! : (s.place?.wallId ?? job.id)),
        ...(dried.length ? { notBefore: Math.max(...dried) } : {}),
      });
    }
    const open = new Set(left.map((s) => s.id));
    for (const o of outagesOf(steps)) {
      if (!open.has(o.on)) continue;
      const proving = steps.find((s) => s.proves[0]?.off === o.off)!;
      outages.push({
        targets: proving.proves.map(({ key, words }) => ({ key, words })),
        off: idOf(o.off),
        on: idOf(o.on),
        activities: o.steps.filter((id) => open.has(id)).map(idOf),
      });
    }
  }
  // a job that comes after another finds what that one builds: nothing of it begins before
  for (const job of jobs)
    for (const before of job.after ?? []) {
      const theirs = activities.filter((a) => a.jobId === before);
      const ends = theirs.filter((a) => !theirs.some((o) => o.after.some((x) => x.id === a.id)));
      const mine = activities.filter((a) => a.jobId === job.id);
      for (const a of mine.filter((x) => x.after.length === 0)) a.after.push(...ends.map((e) => ({ id: e.id, wait: NO_WAIT })));
    }
  return { activities, outages };
}

/** Everything that dries on a cold or damp day takes its bad day (common practice). */
export const waitOf = (wait: Span, drying: 'usual' | 'slow'): number => (drying === 'slow' ? wait.bad : wait.middle);
