/** Clocks at steps, by the minute. */
import { describe, expect, it } from 'vitest';
import { sewingCorner } from '../houses.testing.js';
import { checkJob, bareJob, type JobInHouse } from '../model/index.js';
import { ledgerOf } from '../ledger/meant.testing.js';
import { dropTimer, FORGOTTEN_MIN, isRunning, minutesOn, pauseTimers, startTimer, stepsOf, tick } from './index.js';

const at = (minute: number): string => new Date(Date.UTC(2026, 10, 28, 9, 0) + minute * 60_000).toISOString();
const ticked = (job: JobInHouse, minute: number) => {
  const result = tick(job, 'prepare', stepsOf(job), ledgerOf(job), at(minute));
  if (!result.ok) throw new Error(result.reasons.join());
  return result.job.work;
};

describe('the clock of a step', () => {
  it('started, stopped for lunch, gone on: 12 and 5 minutes are 17, which the tick takes over; the clock is gone then', () => {
    const started = startTimer(sewingCorner, 'prepare', at(0));
    expect([isRunning(started, 'prepare'), minutesOn(started, 'prepare', at(7))]).toEqual([true, 7]);
    const lunch = pauseTimers(started, at(12));
    expect([isRunning(lunch, 'prepare'), minutesOn(lunch, 'prepare', at(60))]).toEqual([false, 12]);
    const on = startTimer(lunch, 'prepare', at(60));
    expect(checkJob(bareJob(on))).toMatchObject({ ok: true });
    const work = ticked(on, 65);
    expect(work.ticks).toEqual([{ step: 'prepare', at: at(65), took: 17 }]);
    expect(work.timers).toBeUndefined();
  });
  it('one runs at a time: another that is started stops the first, which keeps what it has', () => {
    const both = startTimer(startTimer(sewingCorner, 'prepare', at(0)), 'look', at(10));
    expect([isRunning(both, 'prepare'), minutesOn(both, 'prepare', at(30)), minutesOn(both, 'look', at(30))]).toEqual([false, 10, 20]);
    expect(startTimer(both, 'look', at(31))).toBe(both);
  });
  it('forgotten overnight it says nothing, and the tick notes nothing; a glance of seconds neither', () => {
    const forgotten = startTimer(sewingCorner, 'prepare', at(0));
    expect(minutesOn(forgotten, 'prepare', at(FORGOTTEN_MIN + 1))).toBeUndefined();
    expect(ticked(forgotten, FORGOTTEN_MIN + 1).ticks[0]).not.toHaveProperty('took');
    expect(pauseTimers(forgotten, at(FORGOTTEN_MIN + 1)).work.timers).toEqual([{ step: 'prepare', minutes: 0 }]);
    expect(ticked(startTimer(sewingCorner, 'prepare', at(0)), 0.3).ticks[0]).not.toHaveProperty('took');
    // without a clock nothing is noted
    expect(minutesOn(sewingCorner, 'prepare', at(5))).toBeUndefined();
    expect(ticked(sewingCorner, 5).ticks[0]).not.toHaveProperty('took');
  });
  it('at ten hours to the minute it still counts; taken away, the others stay', () => {
    const long = startTimer(sewingCorner, 'prepare', at(0));
    expect(minutesOn(long, 'prepare', at(FORGOTTEN_MIN))).toBe(600);
    expect(pauseTimers(long, at(FORGOTTEN_MIN)).work.timers).toEqual([{ step: 'prepare', minutes: 600 }]);
    const both = startTimer(long, 'look', at(3));
    expect(dropTimer(both, 'prepare').work.timers).toEqual([{ step: 'look', minutes: 0, since: at(3) }]);
    expect(dropTimer(dropTimer(both, 'prepare'), 'look').work).not.toHaveProperty('timers');
  });
  it('a clock of the machine that was set back counts nothing, not less', () => {
    expect(minutesOn(startTimer(sewingCorner, 'prepare', at(10)), 'prepare', at(3))).toBe(0);
  });
});
