/** A clock at each step: started, paused, and read off when the step is ticked. One runs at a time. */
import type { Job, Timer } from '../model/index.js';

/** A clock that ran longer without a pause was forgotten: it says nothing of the work. Minutes. */
export const FORGOTTEN_MIN = 600;

const minutesBetween = (from: string, to: string): number => Math.max(0, (Date.parse(to) - Date.parse(from)) / 60_000);
const listOf = (job: Pick<Job, 'work'>): readonly Timer[] => job.work.timers ?? [];
const put = <J extends Job>(job: J, timers: readonly Timer[]): J => {
  const { timers: _, ...work } = job.work;
  return { ...job, work: { ...work, ...(timers.length ? { timers: [...timers] } : {}) } };
};

/** Minutes on the clock of a step; undefined: it has none, or it was forgotten. */
export function minutesOn(job: Pick<Job, 'work'>, step: string, at: string): number | undefined {
  const timer = listOf(job).find((t) => t.step === step);
  if (!timer) return undefined;
  const running = timer.since === undefined ? 0 : minutesBetween(timer.since, at);
  return running > FORGOTTEN_MIN ? undefined : timer.minutes + running;
}
export const isRunning = (job: Pick<Job, 'work'>, step: string): boolean =>
  listOf(job).some((t) => t.step === step && t.since !== undefined);

const paused = (t: Timer, at: string): Timer => {
  if (t.since === undefined) return t;
  const ran = minutesBetween(t.since, at);
  return { step: t.step, minutes: Math.round((t.minutes + (ran > FORGOTTEN_MIN ? 0 : ran)) * 100) / 100 };
};
/** Stops every clock. */
export const pauseTimers = <J extends Job>(job: J, at: string): J =>
  put(
    job,
    listOf(job).map((t) => paused(t, at)),
  );
/** Starts the clock of a step, or lets it go on; another that runs is stopped. */
export function startTimer<J extends Job>(job: J, step: string, at: string): J {
  if (isRunning(job, step)) return job;
  const others = listOf(job).map((t) => paused(t, at));
  const own = others.find((t) => t.step === step) ?? { step, minutes: 0 };
  return put(job, [...others.filter((t) => t.step !== step), { ...own, since: at }]);
}
/** Takes the clock of a step away, with what stood on it. */
export const dropTimer = <J extends Job>(job: J, step: string): J =>
  put(
    job,
    listOf(job).filter((t) => t.step !== step),
  );
