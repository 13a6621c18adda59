/// <reference lib="webworker" />
import { chosenPlan, endRange, localBy, notedTimes, ratesOf, scheduleOf } from '@saddle/core/schedule';
import type { FromWorker } from '../worker/worker-desk';
import type { ScheduleAnswer, ScheduleQuestion } from './schedules.service';

const say = (message: FromWorker<ScheduleAnswer>): void => postMessage(message);

addEventListener('message', ({ data }: MessageEvent<ScheduleQuestion>) => {
  const { jobs, log, when, offset } = data;
  const rates = ratesOf(notedTimes(log));
  const input = { jobs, when, rates, localOf: localBy(offset) };
  const schedule = scheduleOf(input);
  // the plans stand at once; how days are like is drawn behind them
  say({ meanwhile: { schedule, rates, range: undefined } });
  const plan = chosenPlan(schedule, when);
  const range = plan && endRange(input, plan.key, { told: (share) => say({ share }) });
  say({ answer: { schedule, rates, range } });
});
