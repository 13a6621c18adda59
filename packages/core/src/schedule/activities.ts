/** What is left to do of jobs, as a schedule sees it: minutes, hands, what it waits for, what it makes loud or dusty, what must be off. */
import { stepsIn } from '../alteration/index.js';
import type { Air, Hours, JobInBook, When } from '../model/index.js';
import { isTicked, outagesOf, TIMES, type Span, type Spent, type Step, type TimeKind } from '../work/index.js';
import { driedIn } from './air.js';
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
  /** somebody else has to come for it */
  visit: boolean;
  /** nothing is put in without what is bought */
  usesParts: boolean;
  /** at these hours only: a shop is open, a room is free */
  only: Hours[];
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

/** Kinds of work that put something in which is bought. */
const PUTS_IN: ReadonlySet<TimeKind> = new Set<TimeKind>(['fish in a bay', 'fish round a corner or past a block', 'pull cable', 'staple', 'set a box', 'screw a box to a stud', 'strip, splice, land', 'mount device and plate', 'lampholder', 'raceway', 'raceway box', 'through an outside wall', 'breaker in a panel', 'cut and fix a patch', 'coat of compound', 'paint']); // prettier-ignore

/** How long each kind of work takes somebody, once their log says so. */
export type Rates = Readonly<Partial<Record<TimeKind, Span & { from: number }>>>;
export const spanOf = (time: readonly Spent[], rates: Rates = {}): Span => {
  const sum = (of: 'middle' | 'bad'): number => time.reduce((s, { kind, count }) => s + (rates[kind] ?? TIMES[kind])[of] * count, 0);
  return { middle: sum('middle'), bad: sum('bad') };
};

const NO_WAIT: Span = { middle: 0, bad: 0 };
/** A step of a job; what it waits for lies at its place, and the note at the end waits for nothing to dry. */
const waitAfter = (s: Step, next: Step, air: Air | undefined): Span =>
  s.wait && next.id !== 'record' && !(next.place?.roomId && s.place?.roomId && next.place.roomId !== s.place.roomId)
    ? driedIn(s.wait.kind, air)
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
export function leftToDo(
  jobs: readonly JobInBook[],
  origin: string,
  localOf: (instant: string) => string,
  rates: Rates = {},
  air?: Air,
): Left {
  const activities: Activity[] = [];
  const outages: OutageGroup[] = [];
  for (const job of jobs) {
    const steps = stepsIn(job);
    const byId = new Map(steps.map((s) => [s.id, s]));
    const left = steps.filter((s) => !isTicked(job, s.id));
    const idOf = (step: string): string => `${job.id}/${step}`;
    // what names no room of its own is in the only one the job works in
    const rooms = new Set(steps.flatMap((s) => s.place?.roomId ?? []));
    const tickedAt = new Map(job.work.ticks.map((t) => [t.step, t.at]));
    for (const s of left) {
      const dried = s.after.flatMap((a) => {
        const [before, at] = [byId.get(a)!, tickedAt.get(a)];
        const wait = waitAfter(before, s, air).middle;
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
        after: s.after.filter((a) => !tickedAt.has(a)).map((a) => ({ id: idOf(a), wait: waitAfter(byId.get(a)!, s, air) })),
        wait: s.wait && { kind: s.wait.kind, minutes: driedIn(s.wait.kind, air) },
        loud: kinds.some((k) => LOUD.has(k)),
        dusty: kinds.some((k) => DUSTY.has(k)),
        wet: kinds.some((k) => WET.has(k)),
        visit: kinds.includes('rough-in inspection'),
        usesParts: kinds.some((k) => PUTS_IN.has(k)),
        only: [],
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

/** Its id among the activities, behind its job’s. */
export const SHOP = 'shop';
/** An activity that is none of the plan’s steps: a trip, a visit. */
const extra = (of: Activity, part: Pick<Activity, 'id' | 'step' | 'title' | 'place' | 'where' | 'after' | 'only' | 'visit'>, middle: number): Activity => ({
  ...{ jobId: of.jobId, jobName: of.jobName, minutes: { middle, bad: middle * 2 }, hands: 1, time: [], wait: undefined },
  ...{ loud: false, dusty: false, wet: false, usesParts: false },
  ...part,
}); // prettier-ignore

/** One trip to the shop for all jobs, before anything is put in. */
function tripOf(activities: readonly Activity[], when: When): Activity | undefined {
  const first = activities.find((a) => a.usesParts);
  return (
    first &&
    when.shop &&
    extra(
      first,
      {
        ...{ id: `${first.jobId}/${SHOP}`, step: SHOP, title: 'Fetch what there is to buy', place: 'the shop', where: SHOP },
        ...{ after: [], only: when.shop.open ? [when.shop.open] : [], visit: false },
      },
      when.shop.minutes,
    )
  );
}

/** Visits behind steps that are still to be done; what is off is not left off for one: it goes on behind what is on again. */
function visitsOf({ activities, outages }: Left, when: When): { visit: Activity; holds: Set<string> }[] {
  return (when.visits ?? []).flatMap((v) => {
    const a = activities.find((x) => x.id === v.after);
    if (!a) return [];
    const off = new Set(outages.filter((o) => o.activities.includes(a.id)).flatMap((o) => o.activities));
    const visit = extra(
      a,
      {
        ...{ id: `${a.jobId}/visit-${v.id}`, step: `visit-${v.id}`, title: v.what, place: a.place, where: a.where },
        ...{ after: [{ id: a.id, wait: NO_WAIT }], only: [], visit: true },
      },
      v.minutes,
    );
    const rests = activities.filter((x) => x.after.some((b) => b.id === a.id || (off.has(b.id) && !off.has(x.id))) && !off.has(x.id));
    return [{ visit, holds: new Set(rests.map((x) => x.id)) }];
  });
}

/**
 * What is left with what comes from outside: parts fetched in one trip or brought, rooms that are free at certain times, visits that are
 * waited for.
 */
export function withComings(left: Left, when: When, origin: string, fetch: boolean): Left {
  const trip = fetch ? tripOf(left.activities, when) : undefined;
  const visits = visitsOf(left, when);
  const brought = (when.deliveries ?? []).filter((d) => !fetch || d.step !== undefined);
  const noSooner = (a: Activity): number[] => [
    ...(a.notBefore === undefined ? [] : [a.notBefore]),
    ...brought.filter((d) => (d.step ? d.step === a.id : a.usesParts)).map((d) => minutesSince(origin, d.at)),
    ...(when.rooms ?? []).filter((r) => r.roomId === a.where && r.from).map((r) => minutesSince(origin, r.from!)),
  ];
  const steps = [...left.activities, ...visits.map((v) => v.visit)].map((a): Activity => {
    const times = noSooner(a);
    return {
      ...a,
      after: [
        ...a.after,
        ...(trip && a.usesParts ? [{ id: trip.id, wait: NO_WAIT }] : []),
        ...visits.filter((v) => v.holds.has(a.id)).map((v) => ({ id: v.visit.id, wait: NO_WAIT })),
      ],
      only: [...a.only, ...(when.rooms ?? []).flatMap((r) => (r.roomId === a.where && r.hours ? [r.hours] : []))],
      ...(times.length ? { notBefore: Math.max(...times) } : {}),
    };
  });
  return { outages: left.outages, activities: [...(trip ? [trip] : []), ...steps] };
}

/** Everything that dries on a cold or damp day takes its bad day (common practice). */
export const waitOf = (wait: Span, drying: 'usual' | 'slow'): number => (drying === 'slow' ? wait.bad : wait.middle);
