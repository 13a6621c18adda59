/** Days and hours of real jobs; hours worked by hand. Times of the handbook (23, common practice), invented hours of people. */
import { describe, expect, it } from 'vitest';
import { plannedJobs, quinceStreet } from '../houses.testing.js';
import { checkJob, usualWhen, type JobInHouse, type Person, type When } from '../model/index.js';
import { outageMinutes, stepsOf } from '../work/index.js';
import {
  addDays,
  BAD_DAY_SIGMAS,
  calendarEvents,
  chartOf,
  clockOf,
  droppedAt,
  minuteOf,
  chosenPlan,
  endRange,
  handsThere,
  leftToDo,
  localBy,
  localTime,
  minutesSince,
  notedTimes,
  PRIOR_NOTES,
  ratesOf,
  scheduleOf,
  weekdayOf,
  whenWords,
  type SchedulePlan,
} from './index.js';
import { asTasks } from './layOut.js';

const job = (id: string): JobInHouse => plannedJobs.find((j) => j.id === id)!;
const at = (days: number[], from: number, to: number): Person['hours'][number] => ({ days, from: from * 60, to: to * 60 });
const owner: Person = { id: 'me', name: 'Owner', hours: [at([0, 1, 2, 3, 4], 17, 20), at([5, 6], 9, 17)] };
const helper: Person = { id: 'ilo', name: 'Helper', hours: [at([5], 9, 13)] };
/** 27 November 2026 is a Friday. */
const when = (more: Partial<When> = {}): When => ({ ...usualWhen('2026-11-27T08:00'), people: [owner], ...more });
const planOf = (id: string, more: Partial<When> = {}): SchedulePlan => {
  const w = when(more);
  return chosenPlan(scheduleOf({ jobs: [job(id)], when: w }), w)!;
};
const start = (p: SchedulePlan, step: string): number => p.bars.find((b) => b.activity.step === step)!.start;

describe('days', () => {
  it('a year’s end, a leap day, weekdays (RFC 3339 dates; 1 January 2024 was a Monday)', () => {
    expect([addDays('2026-12-31', 1), addDays('2028-02-28', 1), weekdayOf('2024-01-01'), weekdayOf('2026-11-27')]).toEqual(['2027-01-01', '2028-02-29', 0, 4]); // prettier-ignore
    expect(minutesSince('2026-11-27', '2026-11-28T01:30')).toBe(1530);
    expect(localTime('2026-11-27', 1530)).toBe('2026-11-28T01:30');
  });
  it('hands of the owner on a Friday evening, of both on Saturday morning', () => {
    const hands = handsThere('2026-11-27', [owner, helper]);
    expect([16.9, 17, 19.9, 20, 24 + 9, 24 + 13].map((h) => hands[Math.floor((h * 60) / 5)])).toEqual([0, 1, 1, 0, 2, 1]);
  });
});

describe('the sewing corner, one evening', () => {
  const plan = planOf('sewing-corner');
  it('every step once, none before what it rests on, none outside the hours', () => {
    const steps = stepsOf(job('sewing-corner'));
    expect(plan.bars.map((b) => b.activity.step).sort()).toEqual(steps.map((s) => s.id).sort());
    for (const b of plan.bars) {
      const step = steps.find((s) => s.id === b.activity.step)!;
      for (const a of step.after) expect(b.start).toBeGreaterThanOrEqual(plan.bars.find((x) => x.activity.step === a)!.end);
      for (const p of b.parts) expect([p.start % 1440 >= 17 * 60, p.end % 1440 <= 20 * 60]).toEqual([true, true]);
    }
  });
  it('circuit 4 is off from the breaker to the breaker: the sum of what lies between, 56 min, and no break in it', () => {
    const between = ['breaker-off', 'prove-dead', 'open-source', 'fish', 'wire-source', 'close-boxes', 'energise'];
    const minutes = plan.bars.filter((b) => between.includes(b.activity.step)).reduce((s, b) => s + b.end - b.start, 0);
    expect([plan.outageMinutes, plan.outages[0]!.words, minutes]).toEqual([56, 'circuit 4', 56]);
    // the same as the steps say by themselves
    expect(outageMinutes(stepsOf(job('sewing-corner')))).toBe(56);
    expect(plan.outages[0]!.rooms).toEqual(['hall', 'parlour']);
  });
  it('a bad day never leaves the power off over a night: what is begun is brought to its end', () => {
    const hour = { ...owner, hours: [at([0, 1, 2, 3, 4, 5, 6], 17, 18)] };
    const range = endRange({ jobs: [job('sewing-corner')], when: when({ people: [hour] }) }, 'alone')!;
    // an evening for each of what is longer; never out of sight
    expect(range.p80).toBeLessThan(10 * 1440);
  });
  it('what gets worse of a day: half of all days end on Friday or early on Saturday, the same by the same seed', () => {
    const input = { jobs: [job('sewing-corner')], when: when() };
    const [a, b] = [endRange(input, plan.key)!, endRange(input, plan.key)!];
    expect(a).toEqual(b);
    expect(a.p80).toBeGreaterThan(a.p50);
    // the 90th of a hundred of a normal distribution (standard table)
    expect(BAD_DAY_SIGMAS).toBeCloseTo(1.2816, 4);
    expect(a.p50).toBeGreaterThanOrEqual(plan.end - 60);
    expect(endRange(input, plan.key, { seed: 2 })!.p80).not.toBe(0);
  });
});

describe('three coats', () => {
  it('premixed: each coat 8 h after the one before, so none on the evening of the last but the first', () => {
    const plan = planOf('wainscot', { plan: 'alone' });
    const coats = ['coat-1', 'coat-2', 'coat-3', 'paint'].map((s) => start(plan, s));
    for (let i = 1; i < coats.length; i++) expect(coats[i]! - coats[i - 1]!).toBeGreaterThanOrEqual(8 * 60);
    expect(plan.dries.filter((d) => d.words === 'premixed compound')).toHaveLength(3);
  });
  it('cold and damp they take a bad day: 24 h each', () => {
    const plan = planOf('wainscot', { plan: 'alone', drying: 'slow' });
    expect(start(plan, 'coat-2') - start(plan, 'coat-1')).toBeGreaterThanOrEqual(24 * 60);
  });
  it('setting compound is a plan of its own: sooner, and no plan of the list beats another', () => {
    const { plans } = scheduleOf({ jobs: [job('wainscot')], when: when() });
    const [dry, set] = [plans.find((p) => !p.setting)!, plans.find((p) => p.setting)!];
    expect(set.end).toBeLessThan(dry.end);
    // the one that keeps to what was chosen stands first, and alone nobody helps
    expect(plans.map((p) => [p.setting, p.helperMinutes])).toEqual([
      [false, 0],
      [true, 0],
    ]);
    expect(plans).toHaveLength(2);
  });
  it('the note at the end waits for no paint to dry', () => {
    const plan = planOf('wainscot', { plan: 'alone' });
    const paint = plan.bars.find((b) => b.activity.step === 'paint')!;
    // two hours for the paint would be another evening
    expect(start(plan, 'record') - paint.end).toBeLessThan(120);
  });
  it('sanding keeps away from paint that is wet in the same place', () => {
    const plan = planOf('wainscot');
    const wet = plan.bars.filter((b) => b.activity.wet && !b.activity.dusty);
    for (const d of plan.bars.filter((b) => b.activity.dusty && !b.activity.wet))
      for (const w of wet.filter((x) => x.activity.where === d.activity.where)) expect(d.end <= w.start || d.start >= w.end).toBe(true);
  });
});

describe('how parts come', () => {
  const first = (p: SchedulePlan): number => Math.min(...p.bars.filter((b) => b.activity.usesParts).map((b) => b.start));
  it('a trip of an hour before anything is put in; looking and marking go before it', () => {
    const [plan, shop] = [planOf('sewing-corner'), planOf('sewing-corner', { shop: { minutes: 60 } })];
    const trip = shop.bars.find((b) => b.activity.step === 'shop')!;
    expect([plan.trips, shop.trips, trip.end - trip.start]).toEqual([0, 1, 60]);
    expect(first(shop)).toBeGreaterThanOrEqual(trip.end);
    expect(shop.outages.every((o) => trip.end <= o.start || trip.start >= o.end)).toBe(true);
  });
  it('a shop that is open on Saturdays only: Friday evening’s work waits for it', () => {
    const plan = planOf('sewing-corner', { shop: { minutes: 60, open: at([5], 8, 12) } });
    expect(start(plan, 'shop')).toBe(24 * 60 + 9 * 60);
    // looking and marking out don’t
    expect(plan.bars.filter((b) => b.end <= 20 * 60).map((b) => b.activity.step)).toContain('mark-out');
    expect(first(plan)).toBeGreaterThanOrEqual(24 * 60 + 10 * 60);
  });
  it('brought on Monday or fetched on Friday: two plans, neither better, and what counts most stands first', () => {
    const both = { shop: { minutes: 60 }, deliveries: [{ id: 'd', what: 'parts', at: '2026-11-30T12:00' }] };
    const of = (aim?: When['aim']) => scheduleOf({ jobs: [job('sewing-corner')], when: when({ ...both, ...(aim ? { aim } : {}) }) }).plans.map((p) => [p.key, p.trips]); // prettier-ignore
    expect(of()).toEqual([['alone-fetched', 1], ['alone-brought', 0]]); // prettier-ignore
    expect(of('trips')).toEqual([['alone-brought', 0], ['alone-fetched', 1]]); // prettier-ignore
    const brought = planOf('sewing-corner', { ...both, plan: 'alone-brought' });
    expect(first(brought)).toBeGreaterThanOrEqual(3 * 1440 + 12 * 60);
  });
  it('one thing that is brought holds its step and what rests on it, nothing else', () => {
    const plan = planOf('sewing-corner', { deliveries: [{ id: 'd', what: 'the plate', at: '2026-12-02T17:00', step: 'sewing-corner/close-boxes' }] }); // prettier-ignore
    expect(start(plan, 'close-boxes')).toBeGreaterThanOrEqual(5 * 1440 + 17 * 60);
    expect(plan.bars.some((b) => b.end < 1440)).toBe(true);
  });
});

describe('inspections', () => {
  const end = (p: SchedulePlan, step: string): number => p.bars.find((b) => b.activity.step === step)!.end;
  it('a final one behind the test: the note waits for it; fixed to Wednesday at five it holds until then', () => {
    const tests = stepsOf(job('sewing-corner')).find((s) => s.time.some((t) => t.kind === 'test a face'))!.id;
    const visits = [{ id: 'v', what: 'Final inspection', after: `sewing-corner/${tests}`, minutes: 30 }];
    const plan = planOf('sewing-corner', { visits });
    const visit = plan.bars.find((b) => b.activity.visit)!;
    expect([visit.activity.title, visit.end - visit.start]).toEqual(['Final inspection', 30]);
    expect([visit.start >= end(plan, tests), start(plan, 'record') >= visit.end]).toEqual([true, true]);
    const fixed = planOf('sewing-corner', { visits, pins: [{ step: 'sewing-corner/visit-v', at: '2026-12-02T17:00' }] });
    expect([start(fixed, 'visit-v'), start(fixed, 'record') >= 5 * 1440 + 17 * 60 + 30, fixed.problems]).toEqual([5 * 1440 + 17 * 60, true, []]); // prettier-ignore
    // before its work it can't be
    const early = planOf('sewing-corner', { visits, pins: [{ step: 'sewing-corner/visit-v', at: '2026-11-27T09:00' }] });
    expect(early.problems.join()).toMatch(/Final inspection is fixed to .* something it rests on isn’t done before/);
    const event = calendarEvents({ origin: '2026-11-27' }, fixed, 'Sewing corner', 'sewing-corner').find((e) => e.kind === 'visit')!;
    expect([event.alarm, event.start]).toEqual([1440, '2026-12-02T17:00']);
  });
  it('wanted in the middle of what is off, it comes once the power is on again: nothing stays off for a visit', () => {
    const plan = planOf('sewing-corner', {
      visits: [{ id: 'v', what: 'Look at the splices', after: 'sewing-corner/wire-source', minutes: 30 }],
    });
    const visit = plan.bars.find((b) => b.activity.visit)!;
    expect(plan.outageMinutes).toBe(56);
    expect(plan.outages.every((o) => visit.start >= o.end || visit.end <= o.start)).toBe(true);
  });
});

describe('rooms that are not free', () => {
  it('work in the sewing room only on Sunday mornings, and from the sixth of December on', () => {
    const free = { id: 'r', roomId: 'sewing-room', hours: at([6], 9, 12), from: '2026-12-05T00:00' };
    const roomId = job('sewing-corner').found.rooms.find((r) => /sewing/i.test(r.name))!.id;
    const plan = planOf('sewing-corner', { rooms: [{ ...free, roomId }] });
    const there = plan.bars.filter((b) => b.activity.where === roomId);
    expect(there.length).toBeGreaterThan(0);
    // 6 December 2026 is a Sunday, nine days after the Friday
    for (const b of there) expect([b.start >= 9 * 1440 + 9 * 60, b.end % 1440 <= 12 * 60]).toEqual([true, true]);
  });
});

describe('the air', () => {
  it('in damp air coats lie days apart; below 50 °F the plan says that they are not put on', () => {
    const plan = planOf('wainscot', { plan: 'alone', air: { celsius: 12, humidity: 80 } });
    expect(start(plan, 'coat-2') - start(plan, 'coat-1')).toBeGreaterThan(3 * 1440);
    expect(plan.problems).toEqual([]);
    expect(planOf('wainscot', { plan: 'alone', air: { celsius: 8, humidity: 50 } }).problems.join()).toMatch(/Below 50 °F/);
  });
});

describe('dust and what is wet', () => {
  it('are kept apart where they are at one place, and nowhere else', () => {
    const jobs = [job('wainscot'), job('stone-trough')];
    const input = { jobs, when: when() };
    const left = leftToDo(jobs, '2026-11-27', (at) => at.slice(0, 16));
    const { tasks } = asTasks(input, '2026-11-27', left, {
      key: 'k',
      title: 't',
      people: [owner],
      together: false,
      setting: false,
      fetch: false,
    });
    const by = new Map(left.activities.map((a) => [a.id, a]));
    const pairs = tasks.flatMap((t) => (t.apart ?? []).map((id) => [by.get(t.id)!, by.get(id)!] as const));
    expect(pairs.length).toBeGreaterThan(0);
    for (const [a, b] of pairs) {
      expect(a.where).toBe(b.where);
      // one makes dust, and the other is wet and makes none
      expect((a.dusty && b.wet && !b.dusty) || (b.dusty && a.wet && !a.dusty)).toBe(true);
    }
  });
});

describe('what is asked for', () => {
  it('a freezer that may be without for 45 min: said, with what would do', () =>
    expect(planOf('sewing-corner', { staysOn: [{ id: 'f', circuitId: 'c4', what: 'the freezer', atMost: 45 }] }).problems).toEqual([
      'the freezer may be without for 45 min, and circuit 4 is off for 56: a second pair of hands, or another feed for the freezer meanwhile.',
    ]));
  it('one that may be without for just as long is no problem', () =>
    expect(planOf('sewing-corner', { staysOn: [{ id: 'f', circuitId: 'c4', what: 'the freezer', atMost: 56 }] }).problems).toEqual([]));
  it('somebody works at the circuit until 18:30: it goes off afterwards, not before', () => {
    const plan = planOf('sewing-corner', {
      staysOn: [{ id: 'w', circuitId: 'c4', what: 'the desk', never: at([0, 1, 2, 3, 4], 8, 18.5) }],
    });
    expect(plan.outages[0]!.start % 1440).toBeGreaterThanOrEqual(18.5 * 60);
  });
  it('loud work between 9 and 12 only', () => {
    const boring = plannedJobs.find((j) => stepsOf(j).some((x) => x.time.some((t) => t.kind === 'bore a stud or plate')))!;
    const plan = planOf(boring.id, { loud: at([0, 1, 2, 3, 4, 5], 9, 12) });
    const loud = plan.bars.filter((b) => b.activity.loud);
    expect(loud.length).toBeGreaterThan(0);
    for (const b of loud) expect([b.start % 1440 >= 540, b.end % 1440 <= 720]).toEqual([true, true]);
  });
  it('a step fixed to Saturday at ten begins then; one fixed before its work can be done is said, with the earliest', () => {
    const fixed = planOf('sewing-corner', { pins: [{ step: 'sewing-corner/cut-opening', at: '2026-11-28T10:00' }] });
    expect([localTime('2026-11-27', start(fixed, 'cut-opening')), fixed.problems]).toEqual(['2026-11-28T10:00', []]);
    const early = planOf('sewing-corner', { pins: [{ step: 'sewing-corner/test', at: '2026-11-27T17:00' }] });
    expect(early.problems.join()).toMatch(/fixed to Fri 27 Nov, 17:00, and can begin at Fri 27 Nov, 19:10 at the earliest/);
  });
  it('nobody, nobody’s hours, nothing left, a day that holds no outage: each is said', () => {
    const of = (more: Partial<When>, j = job('sewing-corner')) => scheduleOf({ jobs: [j], when: when(more) });
    expect(of({ people: [] }).problems.join()).toMatch(/add a person/);
    expect(of({ people: [{ ...owner, hours: [] }] }).problems.join()).toMatch(/enter days and hours/);
    expect(of({ people: [{ ...owner, hours: [at([0, 1, 2, 3, 4, 5, 6], 18, 18.5)] }] }).problems.join(' ')).toMatch(
      /nothing is left off over a night/,
    );
    const done = job('sewing-corner');
    const ticks = stepsOf(done).map((s) => ({ step: s.id, at: '2026-11-27T18:00:00Z' }));
    expect(of({}, { ...done, work: { ...done.work, ticks } }).problems).toEqual(['Nothing is left to be done.']);
  });
  it('with a day’s delay: what is ticked is gone, what still dries is waited for, the rest is laid out from now', () => {
    const before = job('wainscot');
    const steps = stepsOf(before).map((s) => s.id);
    const done = steps.slice(0, steps.indexOf('coat-1') + 1).map((step) => ({ step, at: '2026-11-28T11:00:00Z' }));
    const late: JobInHouse = { ...before, work: { ...before.work, ticks: done } };
    const w = when({ from: '2026-11-28T12:00', plan: 'alone' });
    const plan = chosenPlan(scheduleOf({ jobs: [late], when: w }), w)!;
    // 11:00 and 8 h are 19:00, after Saturday’s hours: Sunday at nine
    expect(whenWords({ origin: '2026-11-28' }, start(plan, 'coat-2'))).toBe('Sun 29 Nov, 09:00');
    expect(plan.bars.some((b) => b.activity.step === 'coat-1')).toBe(false);
  });
});

describe('two jobs of one house on one circuit', () => {
  const jobs = [job('sewing-corner'), job('hall-box-replaced')];
  const { plans } = scheduleOf({ jobs, when: when({ people: [owner, helper] }) });
  it('off once for both or each by itself: fewer outages against a later end', () => {
    expect(plans.length).toBeGreaterThan(1);
    expect(Math.min(...plans.map((p) => p.outageCount))).toBe(1);
    for (const p of plans)
      for (const o of plans)
        if (p !== o)
          expect(p.outageMinutes < o.outageMinutes || p.outageCount < o.outageCount || p.end < o.end || p.helperMinutes < o.helperMinutes || (!p.setting && o.setting)).toBe(true); // prettier-ignore
  });
  it('off once: the second breaker is only looked at, and nothing is on before the work of both is done', () => {
    const together = plans.find((p) => p.key.includes('together'))!;
    const { outages } = leftToDo(jobs, '2026-11-27', (at) => at.slice(0, 16));
    const bar = (id: string) => together.bars.find((b) => b.activity.id === id)!;
    const offs = outages.map((o) => bar(o.off)).sort((a, b) => a.start - b.start);
    const ons = outages.map((o) => bar(o.on)).sort((a, b) => a.start - b.start);
    expect(offs[1]!.start).toBeGreaterThanOrEqual(offs[0]!.end);
    expect(offs[1]!.end - offs[1]!.start).toBe(1);
    for (const o of outages)
      for (const id of o.activities.filter((a) => a !== o.on)) expect(bar(id).end).toBeLessThanOrEqual(ons[0]!.start);
  });
  it('nobody is at two places at once', () => {
    for (const p of plans) {
      const times = p.bars.flatMap((b) => b.parts.map((x) => ({ ...x, hands: Math.min(2, b.activity.hands) })));
      for (const t of times) {
        const meanwhile = times.filter((o) => o.start <= t.start && o.end > t.start).length;
        expect(meanwhile).toBeLessThanOrEqual(2);
      }
    }
  });
});

describe('hands', () => {
  it('what is meant for two takes one person half as long again (common practice)', () => {
    const lifts = plannedJobs.find((j) => stepsOf(j).some((s) => s.hands === 2))!;
    const step = stepsOf(lifts).find((s) => s.hands === 2)!;
    const minutes = (people: Person[]) => {
      const plan = scheduleOf({ jobs: [lifts], when: when({ people, plan: 'all' }) }).plans.find((p) => p.key.startsWith(people.length > 1 ? 'all' : 'alone'))!; // prettier-ignore
      const bar = plan.bars.find((b) => b.activity.step === step.id)!;
      return { took: bar.end - bar.start, alone: bar.alone };
    };
    const whole = (n: number) => Math.ceil(n / 5) * 5;
    expect(minutes([owner])).toEqual({ took: whole(step.minutes.middle * 1.5), alone: true });
    expect(minutes([owner, { ...owner, id: 'two', name: 'Second' }])).toEqual({ took: whole(step.minutes.middle), alone: false });
  });
});

describe('a step longer than anybody’s evening', () => {
  it('goes on the next one: 200 min over evenings of three hours are 180 and 20', () => {
    const rates = { 'mark out': { middle: 200, bad: 300, from: 1 } };
    const evenings = { ...owner, hours: [at([0, 1, 2, 3, 4, 5, 6], 17, 20)] };
    const plan = scheduleOf({ jobs: [job('sewing-corner')], when: when({ people: [evenings] }), rates }).plans[0]!;
    const { parts } = plan.bars.find((b) => b.activity.step === 'mark-out')!;
    expect(parts.map((p) => p.end - p.start)).toEqual([180, 20]);
    expect(Math.floor(parts[1]!.start / 1440) - Math.floor(parts[0]!.start / 1440)).toBe(1);
    const after = plan.bars.find((b) => b.activity.step === 'cut-opening')!;
    expect(after.start).toBeGreaterThanOrEqual(parts[1]!.end);
  });
});

describe('drawn', () => {
  it('only days with work, whole hours; the clock as people type it; a bar dropped at 9:32 is fixed to 9:30', () => {
    const w = when({ plan: 'alone' });
    const s = scheduleOf({ jobs: [job('wainscot')], when: w });
    const chart = chartOf(s, chosenPlan(s, w)!);
    expect(chart.days.map((d) => d.words).slice(0, 2)).toEqual(['Fri 27 Nov', 'Sat 28 Nov']);
    for (const d of chart.days) expect([d.from % 60, d.to % 60, d.from >= 9 * 60, d.to <= 20 * 60]).toEqual([0, 0, true, true]);
    for (const r of chart.rows)
      for (const x of r.spans) expect([x.from >= chart.days[x.day]!.from, x.to <= chart.days[x.day]!.to]).toEqual([true, true]);
    expect(chart.outages[0]!.minutes).toBe(chosenPlan(s, w)!.outageMinutes);
    expect(['9', '9:30', '09.30', '24', '24:10', '9:75', 'noon'].map(minuteOf)).toEqual([
      540,
      570,
      570,
      1440,
      undefined,
      undefined,
      undefined,
    ]);
    // five hours behind UTC, and half past five ahead of it (India)
    expect([localBy(300), localBy(-330)].map((local) => local('2026-11-27T20:00:00Z'))).toEqual(['2026-11-27T15:00', '2026-11-28T01:30']);
    expect([clockOf(570), droppedAt(chart, 1, 572)]).toEqual(['09:30', '2026-11-28T09:30']);
  });
  it('an inspection is a visit with an alarm a day before; work without a break is one entry', () => {
    const s = scheduleOf({ jobs: [job('sewing-corner')], when: when() });
    const events = calendarEvents(s, s.plans[0]!, 'Sewing corner', 'sewing-corner');
    expect(events.map((e) => [e.kind, e.start, e.end])).toEqual([
      ['work', '2026-11-27T17:00', '2026-11-27T19:45'],
      ['off', '2026-11-27T18:10', '2026-11-27T19:06'],
    ]);
    // the same with marking out as a visit of somebody else
    const [plan] = s.plans;
    const bars = plan!.bars.map((b) => (b.activity.step === 'mark-out' ? { ...b, activity: { ...b.activity, visit: true } } : b));
    const visit = calendarEvents(s, { ...plan!, bars }, 'Sewing corner', 'sewing-corner');
    expect(visit.filter((e) => e.alarm !== undefined).map((e) => [e.kind, e.start, e.alarm])).toEqual([
      ['visit', '2026-11-27T17:15', 1440],
    ]);
    expect(visit.filter((e) => e.kind === 'work').map((e) => e.start)).toEqual(['2026-11-27T17:00', '2026-11-27T17:25']);
  });
});

describe('a job that comes after another', () => {
  const first = job('sewing-corner');
  const second: JobInHouse = { ...job('hall-box-replaced'), after: [first.id] };
  const { plans } = scheduleOf({ jobs: [second, first], when: when() });
  it('begins when the other is done, and is not off together with it', () => {
    expect(plans.length).toBeGreaterThan(0);
    for (const p of plans) {
      const of = (id: string) => p.bars.filter((b) => b.activity.jobId === id);
      const end = Math.max(...of(first.id).map((b) => b.end));
      for (const b of of(second.id)) expect(b.start).toBeGreaterThanOrEqual(end);
      expect(p.outageCount).toBe(2);
    }
  });
});

describe('three jobs on one circuit, the third after the first', () => {
  it('the first two are off together, the third by itself', () => {
    const [first, other] = [job('sewing-corner'), job('hall-box-replaced')];
    const third: JobInHouse = { ...job('wainscot'), after: [first.id] };
    const { plans } = scheduleOf({ jobs: [first, other, third], when: when() });
    const together = plans.find((p) => p.key.includes('together'))!;
    expect(together.outages.filter((o) => o.key === 'c4')).toHaveLength(2);
  });
});

describe('how long it takes this person', () => {
  const noted = (factor: number, times: number): JobInHouse => {
    const j = job('sewing-corner');
    const step = stepsOf(j).find((s) => s.id === 'mark-out')!;
    // one job after another, each with its note
    return { ...j, work: { ...j.work, ticks: Array.from({ length: times }, () => ({ step: step.id, at: '2026-11-27T18:00:00Z', took: step.minutes.middle * factor })).slice(0, 1) } }; // prettier-ignore
  };
  it('five notes of twice as long stand against the handbook half and half: 10 min × √2', () => {
    const rates = ratesOf(Array.from({ length: PRIOR_NOTES }, () => notedTimes([noted(2, 1)])).flat());
    expect(rates['mark out']!.middle).toBeCloseTo(10 * Math.SQRT2, 6);
    expect(rates['mark out']!.from).toBe(5);
    // by hand: σ = ln 2 ÷ 1.2816; variance (5(σ² + (ln 2 ÷ 2)²) + 5(ln 2 ÷ 2)²) ÷ 10 = 0.2664; 14.142 · e^(1.2816 · 0.5161) = 27.4
    expect(rates['mark out']!.bad).toBeCloseTo(27.4, 1);
  });
  it('as the handbook says: the middle stays, the range closes in with every note', () => {
    const one = ratesOf(notedTimes([noted(1, 1)]))['mark out']!;
    const ten = ratesOf(Array.from({ length: 10 }, () => notedTimes([noted(1, 1)])).flat())['mark out']!;
    expect([one.middle, ten.middle]).toEqual([10, 10]);
    expect(ten.bad).toBeLessThan(one.bad);
    expect(one.bad).toBeLessThan(20);
  });
  it('what was noted changes the schedule', () => {
    const rates = ratesOf(Array.from({ length: 40 }, () => notedTimes([noted(4, 1)])).flat());
    const slow = scheduleOf({ jobs: [job('sewing-corner')], when: when(), rates }).plans[0]!;
    const bar = slow.bars.find((b) => b.activity.step === 'mark-out')!;
    expect(bar.end - bar.start).toBeGreaterThanOrEqual(30);
  });
});

describe('kept with the job', () => {
  it('hours, pins and what stays on pass the check; a step that ends before it begins is named', () => {
    const { houseName: _n, ...rest } = { ...job('sewing-corner') } as JobInHouse & { houseName?: string };
    const bare = JSON.parse(JSON.stringify({ ...rest, found: undefined, houseId: quinceStreet.id })) as Record<string, unknown>;
    const keys = ['format', 'version', 'id', 'houseId', 'name', 'purpose', 'changes', 'schools', 'work'];
    const plain = Object.fromEntries(Object.entries(bare).filter(([k]) => keys.includes(k)));
    const pins = [{ step: 'sewing-corner/cut-opening', at: '2026-11-28T10:00' }];
    expect(checkJob({ ...plain, when: when({ pins }) })).toMatchObject({ ok: true });
    expect(checkJob({ ...plain, when: when({ pins: [{ ...pins[0]!, at: '2026-02-30T10:00' }] }) }).ok).toBe(false);
    const bad = checkJob({ ...plain, when: when({ people: [{ ...owner, hours: [{ days: [0], from: 600, to: 540 }] }] }) });
    expect(JSON.stringify(bad)).toMatch(/the end lies after the beginning/);
  });
});
