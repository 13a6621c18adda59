/** Days and minutes as a person reckons them: whole minutes since the midnight that a schedule begins at, where the house stands. */
import type { Hours, Person } from '../model/index.js';

export const DAY = 1440;
/** What a schedule is laid out in, minutes. */
export const SLOT = 5;
/** How far ahead one is laid out. */
export const HORIZON_DAYS = 90;

const dayNumber = (day: string): number => Date.UTC(+day.slice(0, 4), +day.slice(5, 7) - 1, +day.slice(8, 10)) / 86_400_000;
/** `2026-11-26` and so many days on. */
export const addDays = (day: string, days: number): string => new Date((dayNumber(day) + days) * 86_400_000).toISOString().slice(0, 10);
/** Monday is 0. */
export const weekdayOf = (day: string): number => (dayNumber(day) + 3) % 7;
/** Minutes from the midnight of `origin` to a local time. */
export const minutesSince = (origin: string, at: string): number =>
  (dayNumber(at.slice(0, 10)) - dayNumber(origin)) * DAY + +at.slice(11, 13) * 60 + +at.slice(14, 16);
/** `2026-11-26T09:30` of minutes since the midnight of `origin`. */
export function localTime(origin: string, minutes: number): string {
  const whole = Math.round(minutes);
  const inDay = ((whole % DAY) + DAY) % DAY;
  const two = (n: number): string => `${n}`.padStart(2, '0');
  return `${addDays(origin, Math.floor(whole / DAY))}T${two(Math.floor(inDay / 60))}:${two(inDay % 60)}`;
}
export const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
/** `Sat 28 Nov` */
export const dayWords = (day: string): string => `${WEEKDAYS[weekdayOf(day)]!} ${+day.slice(8, 10)} ${MONTHS[+day.slice(5, 7) - 1]!}`;
/** `Sat 28 Nov, 09:30` */
export const timeWords = (at: string): string => `${dayWords(at.slice(0, 10))}, ${at.slice(11)}`;

export const slotsOf = (minutes: number): number => Math.ceil(minutes / SLOT - 1e-9);
const inHours = (list: readonly Hours[], weekday: number, minute: number): boolean =>
  list.some((h) => h.days.includes(weekday) && minute >= h.from && minute + SLOT <= h.to);

/** Whether each slot lies in the hours, over the horizon. */
export function hoursMask(origin: string, list: readonly Hours[], days = HORIZON_DAYS): Uint8Array {
  const perDay = DAY / SLOT;
  const mask = new Uint8Array(days * perDay);
  const first = weekdayOf(origin);
  for (let d = 0; d < days; d++) for (let s = 0; s < perDay; s++) if (inHours(list, (first + d) % 7, s * SLOT)) mask[d * perDay + s] = 1;
  return mask;
}

/** Pairs of hands there are in each slot. */
export function handsThere(origin: string, people: readonly Person[], days = HORIZON_DAYS): Uint8Array {
  const hands = new Uint8Array((days * DAY) / SLOT);
  for (const p of people) {
    const mask = hoursMask(origin, p.hours, days);
    for (let s = 0; s < hands.length; s++) hands[s] = hands[s]! + mask[s]!;
  }
  return hands;
}
