/** Whatever hours, pins and wishes: a schedule or a reason, never an error, and what may not be broken is not. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { plannedJobs } from '../houses.testing.js';
import { AIMS, When, type Hours } from '../model/index.js';
import { stepsOf } from '../work/index.js';
import { calendarEvents, chartOf, chosenPlan, endRange, hoursMask, minutesSince, scheduleOf, SLOT } from './index.js';

const hours: fc.Arbitrary<Hours> = fc
  .record({
    days: fc.uniqueArray(fc.nat(6), { minLength: 1, maxLength: 7 }),
    from: fc.integer({ min: 0, max: 1380 }),
    length: fc.integer({ min: 60, max: 700 }),
  })
  .map(({ days, from, length }) => ({ days, from, to: Math.min(1440, from + length) }));
/** every day, for half of it or so */
const daily = fc.integer({ min: 0, max: 600 }).map((from): Hours => ({ days: [0, 1, 2, 3, 4, 5, 6], from, to: from + 780 }));
const jobs = fc.uniqueArray(fc.nat(plannedJobs.length - 1), { minLength: 1, maxLength: 3 }).map((list) => list.map((i) => plannedJobs[i]!));
const day = fc.integer({ min: 0, max: 4000 }).map((n) => new Date(Date.UTC(2026, 0, 1) + n * 86_400_000).toISOString().slice(0, 10));
const clock = fc.tuple(fc.nat(23), fc.nat(59)).map(([h, m]) => `${`${h}`.padStart(2, '0')}:${`${m}`.padStart(2, '0')}`);

const asked = jobs.chain((list) => {
  const steps = list.flatMap((j) => stepsOf(j).map((s) => `${j.id}/${s.id}`));
  return fc.record({
    jobs: fc.constant(list),
    when: fc
      .record({
        from: fc.tuple(day, clock).map(([d, c]) => `${d}T${c}`),
        people: fc.array(
          fc.record({ id: fc.constantFrom('a', 'b'), name: fc.constant('Somebody'), hours: fc.array(hours, { maxLength: 3 }) }),
          { minLength: 1, maxLength: 3 },
        ),
        drying: fc.constantFrom('usual' as const, 'slow' as const),
        loud: fc.option(hours, { nil: undefined }),
        staysOn: fc.array(
          fc.record(
            {
              id: fc.constant('s'),
              circuitId: fc.constantFrom('c4', 'c5', 'c9'),
              what: fc.constant('freezer'),
              atMost: fc.integer({ min: 1, max: 1440 }),
              never: hours,
            },
            { requiredKeys: ['id', 'circuitId', 'what'] },
          ),
          { maxLength: 2 },
        ),
        pins: fc.array(fc.record({ step: fc.constantFrom(...steps), at: fc.tuple(day, clock).map(([d, c]) => `${d}T${c}`) }), {
          maxLength: 2,
        }),
        shop: fc.option(fc.record({ minutes: fc.integer({ min: 5, max: 240 }), open: daily }, { requiredKeys: ['minutes'] }), {
          nil: undefined,
        }),
        deliveries: fc.array(
          fc.record(
            {
              id: fc.constant('d'),
              what: fc.constant('parts'),
              at: fc.tuple(fc.constantFrom('2026-02-01', '2027-01-01'), clock).map(([d, c]) => `${d}T${c}`),
              step: fc.constantFrom(...steps),
            },
            { requiredKeys: ['id', 'what', 'at'] },
          ),
          { maxLength: 2 },
        ),
        rooms: fc.array(
          fc.record({ id: fc.constant('r'), roomId: fc.constantFrom(...list[0]!.found.rooms.map((r) => r.id)), hours: daily }),
          {
            maxLength: 1,
          },
        ),
        air: fc.option(fc.record({ celsius: fc.integer({ min: 2, max: 45 }), humidity: fc.integer({ min: 5, max: 90 }) }), {
          nil: undefined,
        }),
        visits: fc.array(
          fc.record({
            id: fc.constant('v'),
            what: fc.constant('inspection'),
            after: fc.constantFrom(...steps),
            minutes: fc.integer({ min: 5, max: 90 }),
          }),
          { maxLength: 1 },
        ),
        aim: fc.constantFrom(...AIMS),
      })
      .map(({ loud, shop, air, ...w }) =>
        When.parse({ ...w, ...(loud ? { loud } : {}), ...(shop ? { shop } : {}), ...(air ? { air } : {}) }),
      ),
  });
});

describe('any hours, pins and wishes', () => {
  let laid = 0;
  it('plans or reasons; every step once, in hours, behind what it rests on; nothing off that must stay on', () => {
    fc.assert(
      fc.property(asked, (input) => {
        const schedule = scheduleOf(input);
        expect(schedule.plans.length > 0 || schedule.problems.length > 0).toBe(true);
        const plan = chosenPlan(schedule, input.when);
        if (!plan) return;
        laid++;
        const chart = chartOf(schedule, plan);
        expect(chart.rows.every((r) => r.spans.length > 0)).toBe(true);
        calendarEvents(schedule, plan, 'job', 'job');
        endRange(input, plan.key, { draws: 5 });
        const ends = new Map(plan.bars.map((b) => [b.activity.id, b.end]));
        expect(ends.size).toBe(schedule.activities.length + plan.trips + (input.when.visits ?? []).length);
        const { shop, deliveries = [], rooms = [] } = input.when;
        const trip = plan.bars.find((b) => b.activity.step === 'shop');
        expect(trip !== undefined).toBe(plan.trips === 1);
        if (shop && deliveries.every((d) => d.step) && schedule.activities.some((a) => a.usesParts)) expect(plan.trips).toBe(1);
        for (const b of plan.bars) {
          // nothing is put in before it is there
          if (trip && b.activity.usesParts) expect(b.start).toBeGreaterThanOrEqual(trip.end);
          for (const d of deliveries.filter((x) => (x.step ? x.step === b.activity.id : !trip && b.activity.usesParts)))
            expect(b.start).toBeGreaterThanOrEqual(minutesSince(schedule.origin, d.at));
          for (const r of rooms.filter((x) => x.roomId === b.activity.where)) {
            const free = hoursMask(schedule.origin, [r.hours!]);
            for (const p of b.parts) for (let m = p.start; m < p.end; m += SLOT) expect(free[Math.floor(m / SLOT)]).toBe(1);
          }
        }
        const there = hoursMask(
          schedule.origin,
          input.when.people.flatMap((p) => p.hours),
        );
        for (const b of plan.bars) {
          for (const a of b.activity.after) expect(b.start).toBeGreaterThanOrEqual(ends.get(a.id)!);
          for (const p of b.parts) for (let m = p.start; m < p.end; m += SLOT) expect(there[Math.floor(m / SLOT)]).toBe(1);
        }
        for (const s of input.when.staysOn.filter((x) => x.never)) {
          const never = hoursMask(schedule.origin, [s.never!]);
          for (const o of plan.outages.filter((x) => x.key === s.circuitId || x.key === 'panel'))
            for (let m = o.start; m < o.end; m += SLOT) expect(never[Math.floor(m / SLOT)]).toBe(0);
        }
      }),
      { numRuns: 60 },
    );
    expect(laid).toBeGreaterThan(5);
  });
});
