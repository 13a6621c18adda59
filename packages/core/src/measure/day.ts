/** Which day it was. Instants are kept by UTC; what people read, sign and remember is the day where they live. */

/** The day on which an instant falls, as `2026-11-26`. */
export type DayOf = (instant: string) => string;

/**
 * By the clock of a zone, summer time and all.
 * @param zone as IANA names it, `America/Chicago`
 * @throws RangeError for a zone that there is not
 */
export function dayIn(zone: string): DayOf {
  // the one language whose short dates are those of ISO 8601
  const format = new Intl.DateTimeFormat('sv-SE', { timeZone: zone, year: 'numeric', month: '2-digit', day: '2-digit' });
  return (instant) => format.format(new Date(instant));
}

/** Whether there is a zone of that name. */
export function isZone(zone: string): boolean {
  try {
    dayIn(zone);
    return true;
  } catch {
    return false;
  }
}
