/** How long things take this person, from what they noted: the handbook’s range is what one knows before, and weighs like five notes. */
import { stepsIn } from '../alteration/index.js';
import type { Job, JobInBook } from '../model/index.js';
import { TIMES, type Span, type TimeKind } from '../work/index.js';
import type { Rates } from './activities.js';
import { BAD_DAY_SIGMAS } from './range.js';

/** Notes that the handbook’s range counts as. */
export const PRIOR_NOTES = 5;

export interface Noted {
  kind: TimeKind;
  /** ln(what it took ÷ its middle) */
  ratio: number;
  /** share of the step’s minutes that this kind has */
  weight: number;
}
/** What was noted at the steps of jobs: a step of several kinds tells of each by its share. */
export function notedTimes(jobs: readonly JobInBook[]): Noted[] {
  return jobs.flatMap((job) => {
    const took = new Map((job as Job).work.ticks.flatMap((t) => (t.took === undefined ? [] : [[t.step, t.took] as const])));
    if (took.size === 0) return [];
    return stepsIn(job).flatMap((s): Noted[] => {
      const minutes = took.get(s.id);
      if (minutes === undefined || s.minutes.middle <= 0) return [];
      const ratio = Math.log(minutes / s.minutes.middle);
      return s.time
        .filter((t) => t.count > 0)
        .map((t) => ({ kind: t.kind, ratio, weight: (TIMES[t.kind].middle * t.count) / s.minutes.middle }));
    });
  });
}

/**
 * Ranges of the kinds that something was noted of: log-normal, normal prior on the logarithm with the handbook’s spread, mean and variance
 * weighed as `PRIOR_NOTES` notes against the user’s own.
 */
export function ratesOf(noted: readonly Noted[]): Rates {
  const by = new Map<TimeKind, Noted[]>();
  for (const n of noted) by.set(n.kind, [...(by.get(n.kind) ?? []), n]);
  const rates: Partial<Record<TimeKind, Span & { from: number }>> = {};
  for (const [kind, list] of by) {
    const { middle, bad } = TIMES[kind];
    const n = list.reduce((s, x) => s + x.weight, 0);
    const mean = list.reduce((s, x) => s + x.weight * x.ratio, 0) / (n + PRIOR_NOTES);
    const sigma = Math.log(bad / middle) / BAD_DAY_SIGMAS;
    const spread = list.reduce((s, x) => s + x.weight * (x.ratio - mean) ** 2, 0);
    const variance = (PRIOR_NOTES * (sigma ** 2 + mean ** 2) + spread) / (n + PRIOR_NOTES);
    const own = middle * Math.exp(mean);
    rates[kind] = { middle: own, bad: own * Math.exp(BAD_DAY_SIGMAS * Math.sqrt(variance)), from: list.length };
  }
  return rates;
}
