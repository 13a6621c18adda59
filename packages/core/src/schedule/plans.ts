/**
 * When: what is left of jobs, laid out over the hours that people have. What lies between a breaker’s off and on is one block, as short as
 * its hands allow, and is never left off over a night; the rest goes round it. A few plans none of which beats another.
 */
import { unbeaten } from '../measure/index.js';
import type { AIMS, When } from '../model/index.js';
import { leftToDo, withComings, type Left } from './activities.js';
import { HORIZON_DAYS, localTime, SLOT, timeWords } from './calendar.js';
import { COLD_C } from './air.js';
import { asTasks, laidOut, type Made, type Variant } from './layOut.js';
import type { Schedule, ScheduleInput, SchedulePlan } from './shapes.js';
import { soonest, type Solved } from './solve.js';

/** What of a plan is the better the less it is. */
const costOf = (p: SchedulePlan): number[] => [p.outageMinutes, p.outageCount, p.end, p.helperMinutes, p.trips, p.setting ? 1 : 0];

/** Who works, whether jobs are off together, and which compound: what can be chosen for all of it. */
function variants({ when, jobs }: ScheduleInput, left: Left): Variant[] {
  const [first, ...more] = when.people;
  if (!first) return [];
  const several = jobs.length > 1 && left.outages.length > 1;
  const dries = left.activities.some((a) => a.wait?.kind === 'premixed compound');
  const crews = [
    { key: 'alone', words: more.length ? `${first.name} alone` : first.name, people: [first] },
    ...(more.length ? [{ key: 'all', words: [first, ...more].map((p) => p.name).join(' and '), people: when.people }] : []),
  ];
  const brought = when.deliveries?.some((d) => d.step === undefined) ?? false;
  // both ways only where both are on offer
  const ways = when.shop && brought ? [true, false] : [when.shop !== undefined];
  const choices = crews.flatMap((crew) =>
    (several ? [false, true] : [false]).flatMap((together) =>
      (dries ? [false, true] : [false]).flatMap((setting) => ways.map((fetch) => ({ crew, together, setting, fetch }))),
    ),
  );
  return choices.map(({ crew, together, setting, fetch }) => ({
    key: [crew.key, ...(together ? ['together'] : []), ...(setting ? ['setting'] : []), ...(ways.length > 1 ? [fetch ? 'fetched' : 'brought'] : [])].join('-'),
    title: [
      crew.words,
      ...(several ? [together ? 'off once for all jobs' : 'each job by itself'] : []),
      ...(dries ? [setting ? 'setting compound' : 'premixed compound'] : []),
      ...(ways.length > 1 ? [fetch ? 'parts fetched' : 'parts brought'] : []),
    ].join(', '),
    ...{ people: crew.people, together, setting, fetch },
  })); // prettier-ignore
}

const localOf = (input: ScheduleInput): ((instant: string) => string) => input.localOf ?? ((instant) => instant.slice(0, 16));
const leftOf = (input: ScheduleInput, setting = false): Left =>
  leftToDo(
    setting ? input.jobs.map((j) => ({ ...j, schools: { ...j.schools, compound: 'setting, same day' as const } })) : input.jobs,
    input.when.from.slice(0, 10),
    localOf(input),
    input.rates,
    input.when.air,
  );

/** Lays out what is left; each plan is the soonest of its kind. Never throws. */
export function scheduleOf(input: ScheduleInput): Schedule {
  const { when } = input;
  const origin = when.from.slice(0, 10);
  const left = leftOf(input);
  const none = (...problems: string[]): Schedule => ({ origin, plans: [], problems, activities: left.activities });
  if (left.activities.length === 0) return none('Nothing is left to be done.');
  if (when.people.every((p) => p.hours.length === 0))
    return none(when.people.length ? 'Nobody has hours to work in: enter days and hours of at least one person.' : 'Nobody works on it: add a person and their hours.'); // prettier-ignore
  const cold = when.air && when.air.celsius < COLD_C && left.activities.some((a) => a.wet || a.wait?.kind === 'premixed compound');
  const plans: SchedulePlan[] = [];
  const problems: string[] = [];
  for (const v of variants(input, left)) {
    const made = asTasks(input, origin, withComings(v.setting ? leftOf(input, true) : left, when, origin, v.fetch), v);
    const solved = soonest(made.tasks, made.hands);
    if (!solved.ok) {
      const what = made.blocks.get(solved.task)?.groups[0]!.targets.map((t) => `what is done with ${t.words} off`).join(' and ') ?? made.loose.get(solved.task)?.activity.title; // prettier-ignore
      problems.push(
        ...made.problems,
        `${v.title}: ${what ?? 'something'} finds no place within ${HORIZON_DAYS} days of the hours entered.`,
      );
      continue;
    }
    plans.push({
      ...withCold(laidOut(input, origin, v, made, solved.starts), cold === true),
      proved: solved.proved && [...made.blocks.values()].every((b) => b.proved),
      soonerAtMost: (solved.end - solved.atLeast) * SLOT,
    });
  }
  const by = AIM[when.aim ?? 'end'];
  const kept = unbeaten(plans.map((plan) => ({ plan, cost: costOf(plan) }))).map(({ plan }) => plan);
  return {
    origin,
    // first those that keep to the compound that was chosen, of these the best by what the user wants, then the soonest
    plans: kept.sort((a, b) => Number(a.setting) - Number(b.setting) || by(a) - by(b) || a.end - b.end),
    problems: kept.length ? [] : [...new Set(problems)],
    activities: left.activities,
  };
}
const AIM: Record<(typeof AIMS)[number], (p: SchedulePlan) => number> = {
  end: (p) => p.end,
  off: (p) => p.outageMinutes,
  outages: (p) => p.outageCount,
  trips: (p) => p.trips,
  help: (p) => p.helperMinutes,
};

/** What the air is too cold for stands with each plan. */
const withCold = <P extends { problems: string[] }>(plan: P, cold: boolean): P =>
  cold ? { ...plan, problems: [...plan.problems, 'Below 50 °F (10 °C) compound and paint are not put on: heat the room, or wait for a warmer day.'] } : plan; // prettier-ignore

/** The plan that was chosen, or the first. */
export const chosenPlan = (s: Schedule, when: When): SchedulePlan | undefined => s.plans.find((p) => p.key === when.plan) ?? s.plans[0];

/** `Sat 28 Nov, 11:40` */
export const whenWords = (s: Pick<Schedule, 'origin'>, minutes: number): string => timeWords(localTime(s.origin, minutes));

/** A plan’s tasks as the solver laid them out; undefined: there is none of that key, or it has no place. */
export function laidFor(input: ScheduleInput, key: string): { made: Made; solved: Solved & { ok: true } } | undefined {
  const v = variants(input, leftOf(input)).find((x) => x.key === key);
  if (!v) return undefined;
  const origin = input.when.from.slice(0, 10);
  const made = asTasks(input, origin, withComings(leftOf(input, v.setting), input.when, origin, v.fetch), v);
  const solved = soonest(made.tasks, made.hands);
  return solved.ok ? { made, solved } : undefined;
}
