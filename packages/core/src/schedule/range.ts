/** When a plan is over, as days are like. */
import { seeded } from '../measure/index.js';
import { DAY, HORIZON_DAYS, SLOT } from './calendar.js';
import { laidFor } from './plans.js';
import type { ScheduleInput } from './shapes.js';
import { inGivenOrder } from './solve.js';

/** How often a simulated schedule is laid out. */
export const DRAWS = 300;
/** 90 % of days are no worse than a bad one (common practice, no source): its distance from the middle in standard deviations. */
export const BAD_DAY_SIGMAS = 1.2816;

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
 * @param told is told now and then which share of the draws is done
 */
export function endRange(
  input: ScheduleInput,
  key: string,
  { seed = 1, draws = DRAWS, told }: { seed?: number; draws?: number; told?: (share: number) => void } = {},
): EndRange | undefined {
  const laid = laidFor(input, key);
  if (!laid) return undefined;
  const { made, solved } = laid;
  const order = [...solved.starts].sort((a, b) => a[1] - b[1]).map(([id]) => id);
  const next = seeded(seed);
  const factor = ({ middle, bad }: { middle: number; bad: number }): number =>
    middle > 0 && bad > middle ? Math.exp((Math.log(bad / middle) / BAD_DAY_SIGMAS) * normal(next)) : 1;
  const ends: number[] = [];
  for (let n = 0; n < draws; n++) {
    if (n % 30 === 0) told?.(n / draws);
    const tasks = made.tasks.map((t) => {
      const block = made.blocks.get(t.id);
      const pieces = block ? block.pieces : [made.loose.get(t.id)!];
      const planned = pieces.reduce((s, p) => s + p.minutes, 0);
      const drawn = pieces.reduce((s, p) => s + p.minutes * factor(p.activity.minutes), 0);
      // what is begun is brought to its end: it never gets longer than the longest day there is
      return { ...t, slots: Math.min(Math.max(made.stretch, t.slots), Math.max(1, Math.round((t.slots * drawn) / planned))) };
    });
    const done = inGivenOrder(tasks, made.hands, order);
    ends.push(done ? done.end * SLOT : HORIZON_DAYS * DAY);
  }
  ends.sort((a, b) => a - b);
  const at = (share: number): number => ends[Math.min(ends.length - 1, Math.ceil(share * ends.length) - 1)]!;
  return { p50: at(0.5), p80: at(0.8), draws };
}
