/** A plan as iCalendar (RFC 5545): times float, as a clock on the wall of the house shows them. */
import ical, { ICalAlarmType, ICalCalendarMethod, ICalEventTransparency } from 'ical-generator';
import type { CalendarEvent } from '@saddle/core/schedule';

/** Local time as the machine’s own, so that it is written without a zone. */
const floating = (at: string): Date => new Date(`${at}:00`);

export function renderCalendar(name: string, events: readonly CalendarEvent[]): string {
  const calendar = ical({ name, prodId: { company: 'Saddle', product: 'Saddle' }, method: ICalCalendarMethod.PUBLISH });
  for (const e of events) {
    const event = calendar.createEvent({
      ...{ id: `${e.id}@saddle`, start: floating(e.start), end: floating(e.end), floating: true, summary: e.title },
      description: e.lines.join('\n'),
      // what is off takes nobody’s time
      transparency: e.kind === 'off' ? ICalEventTransparency.TRANSPARENT : ICalEventTransparency.OPAQUE,
    });
    if (e.alarm !== undefined) event.createAlarm({ type: ICalAlarmType.display, triggerBefore: e.alarm * 60, description: e.title });
  }
  return calendar.toString();
}
