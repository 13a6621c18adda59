/** Two jobs worked out on paper, hour by hour: a chase with its coats, and a circuit of its own with an inspection. Times of handbook 23. */
import { describe, expect, it } from 'vitest';
import { openJobs, quinceStreet } from '../houses.testing.js';
import { usualWhen, wantOf, type JobInHouse, type When } from '../model/index.js';
import { keptParts, routeDetail, searchRoutes, takeWay } from '../purpose/index.js';
import { chosenPlan, localTime, scheduleOf, timeWords, type SchedulePlan } from './index.js';

/** A wanted job of the sample with its first way taken. */
function taken(id: string): JobInHouse {
  const job = openJobs.find((j) => j.id === id)!;
  const want = wantOf(job)!;
  const [option] = searchRoutes(quinceStreet, want).found.options;
  return takeWay(job, keptParts(quinceStreet.site, want, option!, routeDetail(quinceStreet, want, option!))).job as JobInHouse;
}
/** Saturdays and Sundays from 9 to 17, from Friday 27 November 2026 on. */
const plan = (job: JobInHouse, more: Partial<When> = {}): SchedulePlan => {
  const when = { ...usualWhen('2026-11-27T08:00'), ...more };
  return chosenPlan(scheduleOf({ jobs: [job], when }), when)!;
};
const clock = (minutes: number): string => timeWords(localTime('2026-11-27', minutes));
const bar = (p: SchedulePlan, step: string) => p.bars.find((b) => b.activity.step === step)!;

describe('a chase in brick: mortar about the box, plaster in two passes, three premixed coats', () => {
  const p = plan(taken('loom-lamp'));
  it('Saturday: 15 and 10, 90 for brick, 15, 5, 43 for 2.2 ft of chase, 12 with two and 18 alone, 5: the box stands at 12:25, and holds at 16:25', () => {
    expect(clock(bar(p, 'set-new-box').end)).toBe('Sat 28 Nov, 12:25');
    expect(clock(bar(p, 'wire-new').start)).toBe('Sat 28 Nov, 16:25');
  });
  it('what is off takes 56 min, which Saturday has no longer: Sunday at 9, on again at 9:56', () => {
    expect([p.outageMinutes, clock(p.outages[0]!.start), clock(p.outages[0]!.end)]).toEqual([56, 'Sun 29 Nov, 09:00', 'Sun 29 Nov, 09:56']); // prettier-ignore
  });
  it('a coat a day of work: Sunday, Saturday, Sunday, and paint on the Saturday after; noted by 9:55', () => {
    expect(['coat-1', 'coat-2', 'coat-3', 'paint'].map((s) => clock(bar(p, s).start).slice(0, 10))).toEqual(['Sun 29 Nov', 'Sat 5 Dec,', 'Sun 6 Dec,', 'Sat 12 Dec']); // prettier-ignore
    // the chase dries beside it: its second pass four hours after the first
    expect(bar(p, 'plaster-2').start - bar(p, 'plaster-1').end).toBeGreaterThanOrEqual(240);
    expect([clock(p.end), p.proved]).toEqual(['Sat 12 Dec, 09:55', true]);
  });
});

describe('a circuit of its own, with a final inspection', () => {
  const job = taken('kiln-corner');
  const visits = [{ id: 'final', what: 'Final inspection', after: 'kiln-corner/test', minutes: 30 }];
  it('the panel is off for 5 + 5 + 30 + 5 + 2 min, on Saturday from 12:25 to 13:12 (who pulls the cable alone takes 93 min for 62); the inspector at 13:20', () => {
    const p = plan(job, { visits });
    expect([p.outageMinutes, clock(p.outages[0]!.start), clock(p.outages[0]!.end)]).toEqual([47, 'Sat 28 Nov, 12:25', 'Sat 28 Nov, 13:12']); // prettier-ignore
    expect([clock(bar(p, 'visit-final').start), clock(bar(p, 'record').start)]).toEqual(['Sat 28 Nov, 13:20', 'Sat 28 Nov, 13:50']);
  });
  it('booked for Sunday at 14:00, the note waits until half past; booked for Saturday at ten, it says why not', () => {
    const at = (time: string) => plan(job, { visits, pins: [{ step: 'kiln-corner/visit-final', at: time }] });
    expect(clock(bar(at('2026-11-29T14:00'), 'record').start)).toBe('Sun 29 Nov, 14:30');
    expect(at('2026-11-28T10:00').problems).toEqual([expect.stringMatching(/^Final inspection is fixed to Sat 28 Nov, 10:00, and can begin at Sat 28 Nov, 13:20/)]); // prettier-ignore
  });
});
