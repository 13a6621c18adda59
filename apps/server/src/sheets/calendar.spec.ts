/** The calendar of a plan, read back by another library (ical.js). */
import ICAL from 'ical.js';
import { describe, expect, it } from 'vitest';
import { renderCalendar } from './calendar.js';

const read = (text: string) =>
  new ICAL.Component(ICAL.parse(text) as never).getAllSubcomponents('vevent').map((c) => ({ event: new ICAL.Event(c), component: c }));

describe('iCalendar (RFC 5545)', () => {
  const text = renderCalendar('Sewing corner', [
    {
      ...{ id: 'sewing-corner-work-1', kind: 'work', start: '2026-11-27T17:00', end: '2026-11-27T19:45' },
      ...{ title: 'Sewing corner: Mark out, and 3 more', lines: ['17:00 Mark out; with a comma, a semicolon', '17:10 Cut'] },
    },
    {
      ...{ id: 'sewing-corner-visit-1', kind: 'visit', start: '2026-11-30T09:00', end: '2026-11-30T09:15', alarm: 1440 },
      ...{ title: 'Inspection', lines: ['Nothing is covered until then.'] },
    },
    { id: 'sewing-corner-off-1', kind: 'off', start: '2026-11-27T18:10', end: '2026-11-27T19:10', title: 'circuit 4 off', lines: [] },
  ]);
  it('is read back: times as a clock on the wall shows them, text whole, lines folded', () => {
    const [work, visit, off] = read(text);
    expect(work!.event.startDate.toString()).toBe('2026-11-27T17:00:00');
    expect(work!.event.startDate.zone.tzid).toBe('floating');
    expect(work!.event.endDate.toString()).toBe('2026-11-27T19:45:00');
    expect(work!.event.description).toBe('17:00 Mark out; with a comma, a semicolon\n17:10 Cut');
    expect(work!.event.uid).toBe('sewing-corner-work-1@saddle');
    expect(off!.component.getFirstPropertyValue('transp')).toBe('TRANSPARENT');
    const alarm = visit!.component.getFirstSubcomponent('valarm')!;
    expect(`${alarm.getFirstPropertyValue('trigger') as string}`).toBe('-P1D');
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
  });
  it('nothing planned is a calendar without entries', () => expect(read(renderCalendar('none', []))).toEqual([]));
});
