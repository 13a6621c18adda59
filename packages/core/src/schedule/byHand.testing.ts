/** Activities and what is off together, said in a line each, for specs of what a schedule makes of them. Minutes. */
import type { Person, When } from '../model/index.js';
import type { Activity, OutageGroup } from './activities.js';

/** @param after ids, or ids with the minutes that lie between on a usual and on a slow day */
export const activity = (
  id: string,
  minutes: number,
  after: readonly (string | [id: string, usual: number, slow: number])[] = [],
  part: Partial<Activity> = {},
): Activity => ({
  ...{ id, jobId: 'j', jobName: 'Shelf', step: id, title: `Do ${id}`, place: '', where: 'den', hands: 1, time: [], wait: undefined },
  ...{ loud: false, dusty: false, wet: false, visit: false, usesParts: false, only: [] },
  minutes: { middle: minutes, bad: 2 * minutes },
  after: after.map((a) =>
    typeof a === 'string' ? { id: a, wait: { middle: 0, bad: 0 } } : { id: a[0], wait: { middle: a[1], bad: a[2] } },
  ),
  ...part,
});
/** What is off from the first to the last of these. */
export const offFor = (key: string, ...activities: string[]): OutageGroup => ({
  ...{ targets: [{ key, words: `circuit ${key}` }], activities },
  ...{ off: activities[0]!, on: activities.at(-1)! },
});
const person = (id: string, hours: Person['hours']): Person => ({ id, name: id, hours });
/** Friday 17 to 20, Saturday 9 to 17. */
export const KIM = person('Kim', [{ days: [4], from: 1020, to: 1200 }, { days: [5], from: 540, to: 1020 }]); // prettier-ignore
/** Saturday 9 to 11. */
export const ILO = person('Ilo', [{ days: [5], from: 540, to: 660 }]);
/** From Friday 27 November 2026, 8:00, on. */
export const fromFriday = (part: Partial<When> = {}): When => ({ from: '2026-11-27T08:00', people: [KIM], drying: 'usual', staysOn: [], pins: [], ...part }); // prettier-ignore
