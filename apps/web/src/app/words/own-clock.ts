/** Days and times by the clock of whoever looks at the page. */
import { dayIn, type DayOf } from '@saddle/core/measure';

/** As IANA names it, `America/Chicago`. */
export const OWN_ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone;
/** The day on which an instant falls here, as `2026-11-26`. */
export const ownDay: DayOf = dayIn(OWN_ZONE);
/** Today, here. */
export const today = (): string => ownDay(new Date().toISOString());
/** Day and time of an instant as they are said here; `short` where room is scarce. */
export const ownTime = (instant: string, dateStyle: 'medium' | 'short' = 'medium'): string =>
  new Date(instant).toLocaleString([], { dateStyle, timeStyle: 'short' });
