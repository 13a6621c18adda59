/**
 * What a way comes to as a whole job: every box, device and lampholder, all its steps and parts, summed as the stages Work and Buy sum
 * them. The search itself compares only what differs between ways.
 */
import { term } from '../codebook/index.js';
import type { House, JobInHouse, Sum, Want } from '../model/index.js';
import { figuresOf, worthOf, type Cost } from '../route/index.js';
import { materialsOf, partsCost, shoppingOf, wholeCost } from '../takeoff/index.js';
import { handMinutes, printSpan, stepsOf } from '../work/index.js';
import { keptParts } from './kept.js';
import { openJob, takeWay } from './outletPlan.js';
import type { RouteDetail } from './routeDetail.js';
import { against, bestIn, type RouteOption } from './searchRoutes.js';

/** Figures of an option as a whole job; only those change that the search sums in part. */
function whole(
  house: House,
  want: Want,
  option: RouteOption,
  detail: RouteDetail,
): Pick<RouteOption, 'cost' | 'figures' | 'sums' | 'whole'> {
  const job = takeWay(openJob(house, want), keptParts(house.site, want, option, detail)).job as JobInHouse;
  const steps = stepsOf(job);
  const minutes = steps.reduce((s, x) => s + x.minutes.middle, 0);
  const parts = partsCost(materialsOf(job), house.prices);
  const all = wholeCost(shoppingOf([job], house), handMinutes(steps).middle, house.money);
  const [, , holes, drying, unknowns] = option.cost;
  const cost: Cost = [minutes, Math.round(parts.total * 100), holes, drying, unknowns];
  const hours: Sum = {
    terms: steps.map((s) => term(s.title, s.minutes.middle / 60, 'h', { how: `${printSpan(s.minutes)}, common practice` })),
    formula: 'middle day; one pair of hands',
    result: term('work', minutes / 60, 'h'),
  };
  return { cost, figures: figuresOf(cost), sums: { ...option.sums, hours, money: parts.sum }, whole: { total: all.total, sum: all.sum } };
}

/**
 * Options with the figures of the whole job, the favourite by the user's weights first, those that another beats last.
 * @param details what follows from each, in the order of the options
 */
export function asWholeJobs<O extends RouteOption>(
  house: House,
  want: Want,
  options: readonly O[],
  details: readonly RouteDetail[],
): { option: O; detail: RouteDetail }[] {
  const worth = worthOf(want.weights);
  const list = options.map((option, i) => {
    const known = whole(house, want, option, details[i]!);
    return { option: { ...option, ...known, score: worth.reduce((s, x, k) => s + x * known.cost[k]!, 0) }, detail: details[i]! };
  });
  list.sort((a, b) => Number(a.option.beaten) - Number(b.option.beaten) || a.option.score - b.option.score);
  const fair = list.filter((x) => !x.option.beaten).map((x) => x.option);
  return list.map(({ option, detail }, i) => ({
    option: {
      ...option,
      favourite: i === 0,
      best: option.beaten ? [] : bestIn(option.cost, fair),
      buys: against(option.cost, list[0]!.option.cost),
    },
    detail,
  }));
}
