/** A paper to hand over before the work: what is done in words, what is not in it, what it costs, how long that holds. */
import { shoppingIn, stepsIn } from '../alteration/index.js';
import type { DayOf } from '../measure/index.js';
import type { JobInBook } from '../model/index.js';
import { addDays } from '../schedule/index.js';
import { printMoney, wholeCost, type Shop } from '../takeoff/index.js';
import { handMinutes } from '../work/index.js';
import type { JobSheet, SheetBlock } from './jobSheet.js';

export const ESTIMATE_DAYS = 30;
/** Whether drywall is patched and painted. */
const patched = (job: JobInBook): boolean => stepsIn(job).some((s) => s.time.some((t) => t.kind === 'coat of compound'));
/** What the plan changes, a line each, as it is proposed. */
export const scopeOf = (job: JobInBook): string =>
  [
    ...new Set(
      job.changes.filter((c) => !['run-cable', 'place-device', 'alter-circuit', 'plug-in', 'unplug'].includes(c.do)).map((c) => c.title),
    ),
    ...(job.changes.some((c) => c.do === 'run-cable') ? ['Bring the cable there and connect it at both ends'] : []),
    ...(patched(job) ? ['Close what was opened, three coats, sanded and painted once'] : []),
    'Test every outlet of the circuit, and write what was measured down',
  ].join('\n');
/** What nobody should count on. */
export const excludedOf = (job: JobInBook): string =>
  [
    'Permit and inspection, unless they stand among the prices',
    'What nobody could see before the wall was open: pipes, old wiring, rot, asbestos',
    'Mending of other circuits and of what is found unsafe',
    ...(patched(job) ? ['Painting whole walls: new paint on a patch shows'] : []),
  ].join('\n');

const linesOf = (text: string): string[] => text.split('\n').map((l) => l.trim()).filter(Boolean); // prettier-ignore

/** @param now ISO instant that the paper is made at */
export function estimateSheet(job: JobInBook, house: Shop, now: string, dayOf: DayOf): JobSheet {
  const today = dayOf(now);
  const minutes = handMinutes(stepsIn(job));
  const cost = wholeCost(shoppingIn([job], house), minutes.middle, house.money);
  const days = job.estimate?.days ?? ESTIMATE_DAYS;
  const money = (n: number): string => printMoney(n, house.money);
  const blocks: SheetBlock[] = [
    ...(cost.missing.length
      ? [{ kind: 'caution' as const, text: `Not yet one to hand over: ${cost.missing.join('; ')}.` }]
      : []),
    { kind: 'heading', text: 'What is done' },
    { kind: 'list', mark: 'dot', items: linesOf(job.estimate?.scope ?? scopeOf(job)) },
    { kind: 'heading', text: 'What it costs' },
    {
      kind: 'table',
      columns: ['', 'how', 'amount'],
      widths: [0.42, 0.34, 0.24],
      rows: [
        ...cost.sum.terms.map((t) => [t.label, t.how?.replace(/, \d+ on placeholders/, '') ?? '', money(t.value)]),
        ['Together', '', money(cost.total)],
      ],
    },
    { kind: 'text', text: `About ${(minutes.middle / 60).toFixed(1)} hours of work, ${(minutes.bad / 60).toFixed(1)} on a bad day; waiting for what dries comes on top. The price holds until ${addDays(today, days)}.` },
    { kind: 'heading', text: 'What is not in it' },
    { kind: 'list', mark: 'dot', items: linesOf(job.estimate?.excluded ?? excludedOf(job)) },
    { kind: 'caution', text: 'The power of what is worked at is off meanwhile. Nothing is covered before it has been inspected where that is asked for.' },
  ]; // prettier-ignore
  return {
    title: `Estimate: ${job.name}`,
    subtitle: `${job.houseName} · ${today}`,
    foot: 'An estimate from the plan, times from common practice; what is found in the wall may change it.',
    blocks,
  };
}
