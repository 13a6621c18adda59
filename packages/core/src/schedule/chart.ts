/** A plan as bars: only days on which somebody works, each from its first to its last hour; nights are left out. */
import { addDays, DAY, dayWords, localTime, SLOT } from './calendar.js';
import { timeTerms } from '../work/index.js';
import { isVisit } from './events.js';
import type { Schedule, SchedulePlan } from './shapes.js';

/** Within one shown day, minutes of the day. */
export interface ChartSpan {
  day: number;
  from: number;
  to: number;
}
export interface ChartDay {
  day: string;
  words: string;
  /** whole hours, minutes of the day */
  from: number;
  to: number;
}
export interface ChartRow {
  /** the activity’s */
  id: string;
  title: string;
  /** `Fri 27 Nov, 17:25` and `17:40` */
  begins: string;
  ends: string;
  spans: ChartSpan[];
  /** while something of it dries */
  dries: ChartSpan[];
  driesWords: string;
  pinned: boolean;
  off: boolean;
  visit: boolean;
  /** what its minutes are made of, and what makes them more than these */
  terms: string[];
}
export interface Chart {
  days: ChartDay[];
  rows: ChartRow[];
  outages: { words: string; rooms: string; begins: string; ends: string; minutes: number; spans: ChartSpan[] }[];
}

/** `09:30` of minutes of a day; midnight at its end is 24:00. */
export const clockOf = (minute: number): string =>
  `${`${Math.floor(minute / 60)}`.padStart(2, '0')}:${`${Math.round(minute % 60)}`.padStart(2, '0')}`;
/** Minutes of the day of `9`, `9:30` or `09.30`; undefined where it is none. */
export function minuteOf(text: string): number | undefined {
  const parts = /^\s*(\d{1,2})(?:[:.](\d{2}))?\s*$/.exec(text);
  if (!parts) return undefined;
  const minute = +parts[1]! * 60 + +(parts[2] ?? 0);
  return +(parts[2] ?? 0) < 60 && minute <= DAY ? minute : undefined;
}
/** Where a clock so many minutes behind UTC stands at an instant. */
export const localBy =
  (offset: number) =>
  (instant: string): string =>
    new Date(Date.parse(instant) - offset * 60_000).toISOString().slice(0, 16);

export function chartOf(schedule: Pick<Schedule, 'origin'>, plan: SchedulePlan): Chart {
  const { origin } = schedule;
  const parts = plan.bars.flatMap((b) => b.parts);
  const numbers = [...new Set(parts.map((p) => Math.floor(p.start / DAY)))].sort((a, b) => a - b);
  const days = numbers.map((n): ChartDay => {
    const within = parts.filter((p) => Math.floor(p.start / DAY) === n);
    const [first, last] = [Math.min(...within.map((p) => p.start)), Math.max(...within.map((p) => p.end))];
    const day = addDays(origin, n);
    return {
      ...{ day, words: dayWords(day) },
      from: Math.floor((first - n * DAY) / 60) * 60,
      to: Math.max(Math.ceil((last - n * DAY) / 60), Math.floor((first - n * DAY) / 60) + 1) * 60,
    };
  });
  const clip = (start: number, end: number): ChartSpan[] =>
    days.flatMap((d, i) => {
      const zero = numbers[i]! * DAY;
      const [from, to] = [Math.max(start - zero, d.from), Math.min(end - zero, d.to)];
      return to > from ? [{ day: i, from, to }] : [];
    });
  const words = (minutes: number): string =>
    `${dayWords(localTime(origin, minutes).slice(0, 10))}, ${localTime(origin, minutes).slice(11)}`;
  const until = (start: number, end: number): string =>
    Math.floor(start / DAY) === Math.floor((end - 1) / DAY) ? localTime(origin, end).slice(11) : words(end);
  const several = new Set(plan.bars.map((b) => b.activity.jobId)).size > 1;
  const off = (start: number, end: number): boolean => plan.outages.some((o) => start >= o.start && end <= o.end);
  return {
    days,
    rows: plan.bars.map((b): ChartRow => {
      const dries = plan.dries.find((d) => d.after === b.activity.id);
      return {
        ...{
          id: b.activity.id,
          title: several ? `${b.activity.jobName}: ${b.activity.title}` : b.activity.title,
          begins: words(b.start),
          ends: until(b.start, b.end),
        },
        spans: b.parts.flatMap((p) => clip(p.start, p.end)),
        dries: dries ? clip(dries.start, dries.end) : [],
        driesWords: dries ? `${dries.words} until ${words(dries.end)}` : '',
        ...{ pinned: b.pinned, off: off(b.start, b.end), visit: isVisit(b) },
        terms: [
          ...timeTerms(b.activity.time),
          ...(b.alone ? [`meant for ${b.activity.hands} pairs of hands: alone half as long again (common practice)`] : []),
        ],
      };
    }),
    outages: plan.outages.map((o) => ({
      ...{ words: o.words, rooms: o.rooms.join(', '), begins: words(o.start), ends: until(o.start, o.end), minutes: o.end - o.start },
      spans: clip(o.start, o.end),
    })),
  };
}

/** The local time of a minute of a shown day, on whole slots: where a bar was dropped. */
export const droppedAt = (chart: Chart, day: number, minute: number): string =>
  `${chart.days[day]!.day}T${clockOf(Math.min(DAY - SLOT, Math.max(0, Math.round(minute / SLOT) * SLOT)))}`;
