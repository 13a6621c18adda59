/// <reference lib="webworker" />
import { chosenPlan, endRange, localBy, notedTimes, ratesOf, scheduleOf } from '@saddle/core/schedule';
import type { ScheduleAnswer, ScheduleQuestion } from './schedules.service';

addEventListener('message', ({ data }: MessageEvent<ScheduleQuestion>) => {
  const { jobs, log, when, offset } = data;
  const rates = ratesOf(notedTimes(log));
  const input = { jobs, when, rates, localOf: localBy(offset) };
  const schedule = scheduleOf(input);
  const plan = chosenPlan(schedule, when);
  const answer: ScheduleAnswer = { schedule, rates, range: plan && endRange(input, plan.key) };
  postMessage(answer);
});
