/** A plan of three activities, drawn and put into a calendar; days, hours and hands; by hand. */
import { describe, expect, it } from 'vitest';
import type { Hours, Person } from '../model/index.js';
import { TIMES } from '../work/index.js';
import {
  addDays, calendarEvents, chartOf, clockOf, dayWords, droppedAt, handsThere, hoursMask, localTime, minuteOf, minutesSince, ratesOf, slotsOf, timeWords, weekdayOf,
  type Activity, type Bar, type SchedulePlan,
} from './index.js'; // prettier-ignore

const [DAY, HOUR] = [1440, 60];
const activity = (id: string, part: Partial<Activity> = {}): Activity => ({ id, title: `Do ${id}`, jobId: 'j', jobName: 'Shelf', step: id, time: [], hands: 1, visit: false, ...part } as Activity); // prettier-ignore
const bar = (id: string, parts: [number, number][], part: Partial<Bar> = {}, of: Partial<Activity> = {}): Bar => ({
  ...{ activity: activity(id, of), start: parts[0]![0], end: parts.at(-1)![1], parts: parts.map(([start, end]) => ({ start, end })) },
  ...{ pinned: false, alone: false },
  ...part,
});
const planOf = (bars: Bar[], part: Partial<SchedulePlan> = {}): SchedulePlan => ({
  ...{ key: 'alone', title: 'Kim', bars, outages: [], dries: [], end: 0, outageMinutes: 0, outageCount: 0, days: 0, trips: 0 },
  ...{ helperMinutes: 0, proved: true, soonerAtMost: 0, setting: false, problems: [] },
  ...part,
});
/** Friday 27 November 2026. */
const S = { origin: '2026-11-27' };

describe('days and minutes (RFC 3339 dates)', () => {
  it('over the end of a month, a year, a leap day, and back', () => {
    expect([addDays('2026-11-30', 1), addDays('2026-12-31', 1), addDays('2028-02-28', 1), addDays('2028-03-01', -1), addDays('2026-11-27', 0)]).toEqual(['2026-12-01', '2027-01-01', '2028-02-29', '2028-02-29', '2026-11-27']); // prettier-ignore
    // 27 November 2026 is a Friday, the next Monday the 30th
    expect([weekdayOf('2026-11-27'), weekdayOf('2026-11-29'), weekdayOf('2026-11-30')]).toEqual([4, 6, 0]);
    expect([dayWords('2026-11-27'), dayWords('2026-12-06'), timeWords('2027-01-01T09:05')]).toEqual(['Fri 27 Nov', 'Sun 6 Dec', 'Fri 1 Jan, 09:05']); // prettier-ignore
  });
  it('minutes since a midnight, there and back, before it too', () => {
    expect([minutesSince('2026-11-27', '2026-11-28T01:30'), minutesSince('2026-11-27', '2026-11-26T23:00')]).toEqual([DAY + 90, -60]);
    expect([0, 90.4, DAY - 1, DAY, -1, -DAY].map((m) => localTime('2026-11-27', m))).toEqual([
      ...['2026-11-27T00:00', '2026-11-27T01:30', '2026-11-27T23:59', '2026-11-28T00:00', '2026-11-26T23:59', '2026-11-26T00:00'],
    ]);
  });
  it('slots of five minutes, begun ones whole', () => expect([1, 5, 5.1, 10].map(slotsOf)).toEqual([1, 1, 2, 2]));
  it('hours as a mask of slots: whole slots only, by the day of the week', () => {
    // Friday 17:00 to 17:12 holds two slots, Saturday none
    const hours: Hours[] = [{ days: [4], from: 17 * HOUR, to: 17 * HOUR + 12 }];
    const on = (mask: Uint8Array) => [...mask].flatMap((v, i) => (v ? [[i, v]] : [])).map(([i, v]) => [i! * 5, v]);
    expect(on(hoursMask('2026-11-27', hours, 8))).toEqual([[1020, 1], [1025, 1], [7 * DAY + 1020, 1], [7 * DAY + 1025, 1]]); // prettier-ignore
    const person = (name: string, from: number, to: number): Person => ({ id: name, name, hours: [{ days: [4], from, to }] }) as Person;
    expect(on(handsThere('2026-11-27', [person('a', 600, 610), person('b', 605, 615)], 1))).toEqual([[600, 1], [605, 2], [610, 1]]); // prettier-ignore
    // said twice it is no second pair of hands
    expect(on(hoursMask('2026-11-27', [...hours, ...hours], 1))).toEqual([[1020, 1], [1025, 1]]); // prettier-ignore
  });
  it('a clock as it is written and typed', () => {
    expect([0, 65, 570, 1440].map(clockOf)).toEqual(['00:00', '01:05', '09:30', '24:00']);
    expect(['0', '24:00', '24:01', '9:59', '9:60', ' 9.05 ', '9:5', '123', ''].map(minuteOf)).toEqual([0, 1440, undefined, 599, undefined, 545, undefined, undefined, undefined]); // prettier-ignore
  });
});

describe('a plan as bars', () => {
  /** Friday 17:10 to 18:50, over the night to Saturday 9:20 to 10:00, Monday 9:00 to 9:05. */
  const bars = [
    bar('a', [[17 * HOUR + 10, 18 * HOUR]]),
    bar('b', [[18 * HOUR, 18 * HOUR + 50], [DAY + 9 * HOUR + 20, DAY + 10 * HOUR]], { pinned: true, alone: true }, { hands: 2 }), // prettier-ignore
    bar('c', [[3 * DAY + 9 * HOUR, 3 * DAY + 9 * HOUR + 5]], {}, { visit: true }),
  ];
  const outage = { key: 'c4', words: 'circuit 4', rooms: ['den', 'hall'], start: 17 * HOUR + 10, end: 18 * HOUR + 50 };
  const dries = { after: 'a', words: 'first coat', start: 18 * HOUR, end: DAY + 9 * HOUR + 30 };
  const chart = chartOf(S, planOf(bars, { outages: [outage], dries: [dries] }));
  it('days on which somebody works, from the whole hour before to the whole hour after', () => {
    expect(chart.days).toEqual([
      { day: '2026-11-27', words: 'Fri 27 Nov', from: 17 * HOUR, to: 19 * HOUR },
      { day: '2026-11-28', words: 'Sat 28 Nov', from: 9 * HOUR, to: 10 * HOUR },
      { day: '2026-11-30', words: 'Mon 30 Nov', from: 9 * HOUR, to: 10 * HOUR },
    ]);
    // what takes no time has an hour to be seen in
    expect(chartOf(S, planOf([bar('a', [[9 * HOUR, 9 * HOUR]])])).days).toMatchObject([{ from: 9 * HOUR, to: 10 * HOUR }]);
  });
  it('each bar where it lies, with its times; over a night with the day', () => {
    const rows = chart.rows.map((r) => [r.id, r.begins, r.ends, ...r.spans.map((x) => [x.day, x.from, x.to])]);
    expect(rows).toEqual([
      ['a', 'Fri 27 Nov, 17:10', '18:00', [0, 1030, 1080]],
      ['b', 'Fri 27 Nov, 18:00', 'Sat 28 Nov, 10:00', [0, 1080, 1130], [1, 560, 600]],
      ['c', 'Mon 30 Nov, 09:00', '09:05', [2, 540, 545]],
    ]);
    // what ends at midnight ends on its day
    expect(chartOf(S, planOf([bar('a', [[23 * HOUR, DAY]])])).rows[0]!.ends).toBe('00:00');
    expect(chart.rows.map((r) => [r.pinned, r.off, r.visit])).toEqual([[false, true, false], [true, false, false], [false, false, true]]); // prettier-ignore
  });
  it('off from end to end only', () => {
    const off = (start: number, end: number) => chartOf(S, planOf([bars[0]!], { outages: [{ ...outage, start, end }] })).rows[0]!.off;
    expect([off(1030, 1080), off(1031, 1080), off(1030, 1079), off(0, DAY)]).toEqual([true, false, false, true]);
  });
  it('what dries is shown in the hours that are drawn, and said until when', () => {
    expect(chart.rows.map((r) => [r.dries.map((x) => [x.day, x.from, x.to]), r.driesWords])).toEqual([
      [[[0, 1080, 1140], [1, 540, 570]], 'first coat until Sat 28 Nov, 09:30'],
      [[], ''],
      [[], ''],
    ]); // prettier-ignore
  });
  it('an outage with its rooms, times and minutes', () => {
    expect(chart.outages).toEqual([
      { words: 'circuit 4', rooms: 'den, hall', begins: 'Fri 27 Nov, 17:10', ends: '18:50', minutes: 100, spans: [{ day: 0, from: 1030, to: 1130 }] },
    ]); // prettier-ignore
  });
  it('of several jobs each bar names its own; alone for two it says how long that takes', () => {
    expect(chart.rows.map((r) => r.title)).toEqual(['Do a', 'Do b', 'Do c']);
    const two = chartOf(S, planOf([bars[0]!, bar('d', [[1080, 1090]], {}, { jobId: 'k', jobName: 'Lamp' })]));
    expect(two.rows.map((r) => r.title)).toEqual(['Shelf: Do a', 'Lamp: Do d']);
    expect(chart.rows.map((r) => r.terms)).toEqual([[], ['meant for 2 pairs of hands: alone half as long again (common practice)'], []]);
  });
  it('a bar that is dropped goes to the nearest slot of that day, and never over its end', () => {
    expect([droppedAt(chart, 1, 572), droppedAt(chart, 1, 573), droppedAt(chart, 2, -20), droppedAt(chart, 0, DAY)]).toEqual(['2026-11-28T09:30', '2026-11-28T09:35', '2026-11-30T00:00', '2026-11-27T23:55']); // prettier-ignore
  });

  describe('in a calendar', () => {
    it('stretches without a break, outages and visits, each with what is in it', () => {
      expect(calendarEvents(S, planOf(bars, { outages: [outage] }), 'Shelf', 'j')).toEqual([
        { id: 'j-work-1', kind: 'work', start: '2026-11-27T17:10', end: '2026-11-27T18:50', title: 'Shelf: Do a, and 1 more', lines: ['17:10 Do a', '18:00 Do b'] },
        { id: 'j-off-1', kind: 'off', start: '2026-11-27T17:10', end: '2026-11-27T18:50', title: 'circuit 4 off: den, hall', lines: ['Shelf', 'Reckoned times: nobody switches it on but who switched it off.'] },
        { id: 'j-work-2', kind: 'work', start: '2026-11-28T09:20', end: '2026-11-28T10:00', title: 'Shelf: Do b', lines: ['09:20 Do b'] },
        { id: 'j-visit-1', kind: 'visit', start: '2026-11-30T09:00', end: '2026-11-30T09:05', alarm: DAY, title: 'Shelf: Do c', lines: ['Nothing behind it goes on before it has been: nothing is covered until then.'] },
      ]); // prettier-ignore
      const bare = calendarEvents(S, planOf([], { outages: [{ ...outage, rooms: [] }] }), 'Shelf', 'j');
      expect(bare.map((e) => e.title)).toEqual(['circuit 4 off']);
    });
    it('a rest of less than a slot is none, one of a slot is; two at once are one stretch, as long as the longer', () => {
      const work = (...parts: [number, number][]) => calendarEvents(S, planOf(parts.map((p, i) => bar(`${i}`, [p]))), 'x', 'j').map((e) => [e.start.slice(11), e.end.slice(11)]); // prettier-ignore
      expect(work([600, 610], [614, 620])).toEqual([['10:00', '10:20']]);
      expect(work([600, 610], [615, 620])).toEqual([['10:00', '10:10'], ['10:15', '10:20']]); // prettier-ignore
      expect(work([600, 640], [610, 620])).toEqual([['10:00', '10:40']]);
      // whatever the order of the bars; and never over midnight
      expect(work([630, 640], [600, 630])).toEqual([['10:00', '10:40']]);
      expect(work([DAY - 10, DAY], [DAY, DAY + 10])).toEqual([['23:50', '00:00'], ['00:00', '00:10']]); // prettier-ignore
    });
  });
});

describe('how long it takes this person: five notes stand against the handbook’s range half and half', () => {
  const kind = 'mark out' as const;
  const { middle, bad } = TIMES[kind];
  const sigma = Math.log(bad / middle) / 1.2816;
  it('nothing noted, nothing said', () => expect(ratesOf([])).toEqual({}));
  it('one note of twice as long: a sixth of the way, by its share of the step', () => {
    const one = ratesOf([{ kind, ratio: Math.log(2), weight: 1 }])[kind]!;
    expect([one.middle, one.from]).toEqual([expect.closeTo(middle * 2 ** (1 / 6), 9), 1]);
    const half = ratesOf([{ kind, ratio: Math.log(2), weight: 0.5 }])[kind]!;
    expect(half.middle).toBeCloseTo(middle * 2 ** (0.5 / 5.5), 9);
    // variance: five times the handbook’s, about the new mean, and the note’s own
    const mean = Math.log(2) / 6;
    const variance = (5 * (sigma ** 2 + mean ** 2) + (Math.log(2) - mean) ** 2) / 6;
    expect(one.bad).toBeCloseTo(one.middle * Math.exp(1.2816 * Math.sqrt(variance)), 9);
  });
  it('notes of one kind say nothing of another', () => {
    const rates = ratesOf([{ kind, ratio: 1, weight: 1 }, { kind: 'cleaning', ratio: -1, weight: 2 }, { kind, ratio: 1, weight: 1 }]); // prettier-ignore
    expect([Object.keys(rates).sort(), rates[kind]!.from]).toEqual([['cleaning', 'mark out'], 2]);
    expect(rates[kind]!.middle).toBeCloseTo(middle * Math.exp(2 / 7), 9);
  });
});
