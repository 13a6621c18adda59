/**
 * What can be chosen for a schedule, and which plans are shown, on an outlet in the small house: 90 min of its own, 50 with the circuit off, 5
 * of tests, a patch of 20, three coats of 10, 30 of paint and 25 of notes, each told in slots of 5 min (times of the handbook 23).
 * Friday is 27 November 2026; minutes count from its midnight.
 */
import { describe, expect, it } from 'vitest';
import { planned, smallJob } from '../ledger/smallLedger.testing.js';
import type { JobInHouse, When } from '../model/index.js';
import { fromFriday, ILO, KIM } from './byHand.testing.js';
import { BAD_DAY_SIGMAS, endRange } from './range.js';
import { chosenPlan, laidFor, scheduleOf, whenWords } from './plans.js';
import type { Schedule, SchedulePlan } from './shapes.js';

const job = (id = 'j', done: string[] = []): JobInHouse => {
  const made = smallJob({}, planned(), { id, name: `Job ${id}` });
  return { ...made, work: { ...made.work, ticks: done.map((step) => ({ step, at: '2026-11-27T07:00:00Z' })) } };
};
const STEPS = ['prepare', 'mark-out', 'cut-opening', 'cross-studs', 'set-new-box', 'wire-new', 'breaker-off', 'prove-dead', 'open-source', 'fish', 'wire-source', 'close-boxes', 'energise', 'test', 'patch', 'coat-1', 'coat-2', 'coat-3', 'paint', 'record']; // prettier-ignore
/** All but these are done. */
const only = (...steps: string[]): JobInHouse => job('j', STEPS.filter((s) => !steps.includes(s))); // prettier-ignore
const schedule = (when: Partial<When> = {}, jobs = [job()]): Schedule => scheduleOf({ jobs, when: fromFriday(when) });
const keys = (s: Schedule) => s.plans.map((p) => [p.key, p.title]);
const [FRIDAY, SATURDAY] = [0, 1440];
const at = (day: number, hour: number, minute = 0) => day + hour * 60 + minute;

describe('one person, three coats', () => {
  const s = schedule();
  it('by the compound that was chosen first, then by the one that sets the same day', () => {
    expect(keys(s)).toEqual([['alone', 'Kim, premixed compound'], ['alone-setting', 'Kim, setting compound']]); // prettier-ignore
    expect(s.plans.map((p) => [p.setting, p.outageMinutes, p.outageCount, p.helperMinutes, p.trips, p.proved, p.soonerAtMost])).toEqual([[false, 48, 1, 0, 0, true, 0], [true, 48, 1, 0, 0, true, 0]]); // prettier-ignore
    expect([s.origin, s.problems, s.activities.map((a) => a.step)]).toEqual(['2026-11-27', [], STEPS]);
  });
  it('ends when its chain does: 17:00 to 19:55 on Friday with the first coat; eight hours a coat, or 20 min', () => {
    // Saturday 9:00 the second coat, 9:30 the third, 10:00 paint, 10:30 notes to 10:55
    expect(s.plans[1]!.end).toBe(at(SATURDAY, 10, 55));
    // the third coat the next Friday evening, paint and notes the Saturday after it
    expect(s.plans[0]!.end).toBe(at(8 * 1440, 9, 55));
    expect(s.plans[1]!.bars.find((b) => b.activity.step === 'coat-1')!.end).toBe(at(FRIDAY, 19, 55));
  });
  it('nothing of compound left: one plan, named by who works', () => {
    expect(keys(schedule({}, [only('record')]))).toEqual([['alone', 'Kim']]);
    // paint is no compound
    expect(keys(schedule({}, [only('paint', 'record')]))).toEqual([['alone', 'Kim']]);
  });
});

describe('who works', () => {
  it('a helper who shortens nothing is not asked: only what none beats, and of equals the first', () => {
    expect(keys(schedule({ people: [KIM, ILO] }))).toEqual([['alone', 'Kim alone, premixed compound'], ['alone-setting', 'Kim alone, setting compound']]); // prettier-ignore
  });
  const daily = (id: string, from: number, to: number) => ({ id, name: id, hours: [{ days: [0, 1, 2, 3, 4, 5, 6], from: from * 60, to: to * 60 }] }); // prettier-ignore
  it('one whose hours help is a plan beside it', () => {
    const two = schedule({ people: [KIM, daily('Ilo', 8, 20)] }, [only('coat-3', 'paint', 'record')]);
    // the second coat was put on at 7:00: Ilo the third at 15:00, paint and notes on Saturday from 8:00; alone Kim at 17:00, and from 9:00
    expect(two.plans.filter((p) => !p.setting).map((p) => [p.key, p.end])).toEqual([['all', at(SATURDAY, 8, 55)], ['alone', at(SATURDAY, 9, 55)]]); // prettier-ignore
    expect(two.plans.find((p) => p.key === 'all')!.title).toBe('Kim and Ilo, premixed compound');
    // what Ilo does before Kim comes is help, though nobody works beside: the coat, and paint and notes until 8:55
    expect(two.plans.find((p) => p.key === 'all')!.helperMinutes).toBe(10 + 30 + 25);
    expect(two.plans.find((p) => p.key === 'alone')!.helperMinutes).toBe(0);
  });
  it('what is wanted most stands first', () => {
    const first = (aim?: When['aim']) => schedule({ people: [KIM, daily('Ilo', 8, 20)], ...(aim ? { aim } : {}) }, [only('coat-3', 'paint', 'record')]).plans[0]!.key; // prettier-ignore
    expect([first(), first('end'), first('help')]).toEqual(['all', 'all', 'alone']);
    // where they are alike in that, the soonest
    expect([first('off'), first('outages'), first('trips')]).toEqual(['all', 'all', 'all']);
  });
});

describe('two jobs on one circuit', () => {
  const two = [job('j'), job('k')];
  it('each by itself, or off once for both', () => {
    const made = schedule({}, two);
    const [together, apart] = [made.plans.filter((p) => p.key.includes('together')), made.plans.filter((p) => !p.key.includes('together'))];
    expect(together[0]!.title).toBe('Kim, off once for all jobs, premixed compound');
    expect([together[0]!.outageCount, laidFor({ jobs: two, when: fromFriday() }, 'alone')!.made.blocks.size]).toEqual([1, 2]);
    expect(apart.every((p) => p.outageCount === 2 && p.title.includes('each job by itself'))).toBe(true);
    expect(schedule({ aim: 'outages' }, two).plans[0]!.outageCount).toBe(1);
  });
  it('one of them with nothing to switch off has no such choice', () => {
    expect(laidFor({ jobs: [job('j'), { ...only('record'), id: 'k' }], when: fromFriday() }, 'alone-together')).toBeUndefined();
    expect(laidFor({ jobs: [job('j')], when: fromFriday() }, 'alone-together')).toBeUndefined();
    expect(laidFor({ jobs: two, when: fromFriday() }, 'alone-together-setting')).toBeDefined();
  });
});

describe('how the parts come', () => {
  const shop = { minutes: 60 };
  const deliveries: When['deliveries'] = [{ id: 'd', what: 'parts', at: '2026-11-27T18:00' }];
  const has = (when: Partial<When>, key: string) => laidFor({ jobs: [job()], when: fromFriday(when) }, key) !== undefined;
  it('fetched or brought where both are on offer; else the one that is, unsaid', () => {
    const keysOf = (when: Partial<When>) =>
      ['alone', 'alone-fetched', 'alone-brought', 'alone-setting-fetched'].filter((k) => has(when, k));
    expect([keysOf({}), keysOf({ shop }), keysOf({ deliveries }), keysOf({ shop, deliveries })]).toEqual([['alone'], ['alone'], ['alone'], ['alone-fetched', 'alone-brought', 'alone-setting-fetched']]); // prettier-ignore
    // a delivery of what one step alone waits for is no choice
    expect(keysOf({ shop, deliveries: [{ ...deliveries![0]!, step: 'j/paint' }] })).toEqual(['alone']);
  });
  it('fetching is a trip', () => {
    const trips = (when: Partial<When>) => schedule(when).plans[0]!.trips;
    expect([trips({}), trips({ shop })]).toEqual([0, 1]);
    const both = schedule({ shop, deliveries });
    expect(both.plans.map((p) => p.title)).toContainEqual(expect.stringMatching(/, parts (fetched|brought)$/));
    expect(schedule({ shop, deliveries, aim: 'trips' }).plans[0]!.trips).toBe(0);
  });
});

describe('no plan at all', () => {
  it('nothing left, nobody there, nobody with hours: each in its words', () => {
    expect(schedule({}, [job('j', STEPS)])).toMatchObject({ plans: [], problems: ['Nothing is left to be done.'], activities: [] });
    const none = schedule({ people: [] });
    expect([none.plans, none.problems, none.activities.length]).toEqual([[], ['Nobody works on it: add a person and their hours.'], STEPS.length]); // prettier-ignore
    expect(schedule({ people: [{ ...KIM, hours: [] }] }).problems).toEqual(['Nobody has hours to work in: enter days and hours of at least one person.']); // prettier-ignore
    // the first without hours, the second with
    expect(schedule({ people: [{ ...KIM, hours: [] }, ILO] }).plans.length).toBeGreaterThan(0);
  });
  it('the circuit would be off for longer than anybody is there', () => {
    // half an hour a day, and 48 minutes from the breaker to the breaker
    const short = schedule({ people: [{ ...KIM, hours: [{ days: [4], from: 1020, to: 1050 }] }] });
    expect([short.plans, short.problems]).toEqual([[], ['circuit 1 would be off for 48 min at a stretch, and nobody has more than 30 min: nothing is left off over a night. Longer hours on one day.', 'Kim, premixed compound: what is done with circuit 1 off finds no place within 90 days of the hours entered.', 'Kim, setting compound: what is done with circuit 1 off finds no place within 90 days of the hours entered.']]); // prettier-ignore
  });
});

describe('in the cold', () => {
  const COLD = 'Below 50 °F (10 °C) compound and paint are not put on: heat the room, or wait for a warmer day.';
  const told = (celsius: number, jobs: JobInHouse[]) => schedule({ air: { celsius, humidity: 50 } }, jobs).plans.map((p) => p.problems.includes(COLD)); // prettier-ignore
  it('what is wet is not put on below 10 °C; it stands with each plan, beside what else there is', () => {
    expect([told(9.9, [only('paint', 'record')]), told(10, [only('paint', 'record')]), told(9.9, [only('record')])]).toEqual([[true], [false], [false]]); // prettier-ignore
    expect(told(9.9, [only('coat-3', 'paint', 'record')]).every(Boolean)).toBe(true);
    expect(schedule({}, [only('paint', 'record')]).plans[0]!.problems).toEqual([]);
  });
});

describe('the plan that is shown', () => {
  const s = schedule();
  it('is the one that was chosen, or the first', () => {
    const of = (plan?: string) => chosenPlan(s, fromFriday(plan ? { plan } : {}))!.key;
    expect([of(), of('alone-setting'), of('gone')]).toEqual(['alone', 'alone-setting', 'alone']);
    expect(chosenPlan({ ...s, plans: [] }, fromFriday())).toBeUndefined();
  });
  it('says a time with its day', () => expect(whenWords(s, at(SATURDAY, 11, 40))).toBe('Sat 28 Nov, 11:40'));
  it('each bar once, in what its plan is laid out of', () => {
    const { made, solved } = laidFor({ jobs: [job()], when: fromFriday() }, 'alone')!;
    expect([solved.ok, made.blocks.size, s.plans[0]!.bars.length]).toEqual([true, 1, STEPS.length]);
    expect(laidFor({ jobs: [job()], when: fromFriday() }, 'nobody')).toBeUndefined();
    expect(laidFor({ jobs: [job()], when: fromFriday({ people: [] }) }, 'alone')).toBeUndefined();
  });
});

describe('as days are like', () => {
  const input = (jobs: JobInHouse[], paint?: { middle: number; bad: number }) => ({ jobs, when: fromFriday(), ...(paint ? { rates: { paint: { ...paint, from: 5 }, sand: { middle: 0, bad: 0, from: 5 }, 'label and note': { middle: 0, bad: 0, from: 5 } } } : {}) }); // prettier-ignore
  /** Paint alone, from 17:00 on. */
  const one = (middle: number, bad: number, draws = 2000) => endRange(input([only('paint')], { middle, bad }), 'alone', { draws })!;
  it('half of all ends by the middle, four in five by its 80th of 100: log-normal through the bad day at 90 (standard table)', () => {
    expect(BAD_DAY_SIGMAS).toBe(1.2816);
    const { p50, p80, draws } = one(60, 120);
    expect(draws).toBe(2000);
    expect(p50 - at(FRIDAY, 17)).toBe(60);
    // 60 · 2 ^ (0.8416 ÷ 1.2816) = 94.6, in slots of 5
    expect([90, 95, 100]).toContain(p80 - at(FRIDAY, 17));
    // 60 · 1.5 ^ 0.657 = 78.3
    expect([75, 80]).toContain(one(60, 90).p80 - at(FRIDAY, 17));
  });
  it('what takes as long on a bad day is over when it is planned to be', () => {
    expect([one(60, 60), one(45, 40)].map((r) => [r.p50, r.p80])).toEqual([[at(FRIDAY, 18), at(FRIDAY, 18)], [at(FRIDAY, 17, 45), at(FRIDAY, 17, 45)]]); // prettier-ignore
  });
  it('what is begun is brought to its end on that day: never longer than the longest there is, eight hours of Saturday', () => {
    const { p80 } = one(150, 1500, 400);
    // Friday has three hours: most draws need more, and go to Saturday at 9:00
    expect(p80).toBe(at(SATURDAY, 17));
  });
  it('the same by the same seed, told every thirtieth draw; three hundred where nothing is said; nothing of no plan', () => {
    const told: number[] = [];
    const range = (seed?: number) => endRange(input([only('paint')], { middle: 60, bad: 120 }), 'alone', { ...(seed ? { seed } : {}), draws: 90, told: (x) => told.push(x) }); // prettier-ignore
    expect(range()).toEqual(range(1));
    expect(told).toEqual([0, 1 / 3, 2 / 3, 0, 1 / 3, 2 / 3]);
    expect(endRange(input([only('paint')]), 'alone')!.draws).toBe(300);
    expect(endRange(input([only('paint')]), 'nobody')).toBeUndefined();
  });
  it('a block of what is off together is drawn as one, in the order of the plan', () => {
    const whole = endRange({ jobs: [job()], when: fromFriday() }, 'alone-setting', { draws: 60 })!;
    // as planned it ends at 10:55 on Saturday; a longer evening sends the coats to Saturday as well
    expect([whole.p50 >= at(SATURDAY, 10), whole.p80 >= whole.p50, whole.p80 < at(2 * 1440, 0)]).toEqual([true, true, true]);
  });
});

describe('plans that are alike', () => {
  it('one stands for them', () => {
    const { plans } = schedule({ people: [KIM, { ...ILO, hours: [] }] });
    const figures = (p: SchedulePlan) => [p.outageMinutes, p.outageCount, p.end, p.helperMinutes, p.trips, p.setting];
    expect(new Set(plans.map((p) => JSON.stringify(figures(p)))).size).toBe(plans.length);
    expect(plans.map((p) => p.key)).toEqual(['alone', 'alone-setting']);
  });
});
