/** A plan as entries of a calendar: stretches of work, what is off, visits that are waited for. */
import { DAY, localTime, SLOT } from './calendar.js';
import type { Bar, Schedule, SchedulePlan } from './shapes.js';

export interface CalendarEvent {
  /** the same for the same thing of the same plan, so that a calendar takes it as an update */
  id: string;
  title: string;
  /** local times, `2026-11-26T09:30` */
  start: string;
  end: string;
  lines: string[];
  /** minutes before it, for what others come for */
  alarm?: number;
  kind: 'work' | 'off' | 'visit';
}

const clock = (at: string): string => at.slice(11);
/** A visit that the work waits for: somebody else has to come. */
export const isVisit = (b: Bar): boolean => b.activity.visit;

/** Stretches of work without a break, each with what is done in it; outages and visits beside them. */
export function calendarEvents(schedule: Pick<Schedule, 'origin'>, plan: SchedulePlan, name: string, jobId: string): CalendarEvent[] {
  const at = (minutes: number): string => localTime(schedule.origin, minutes);
  const stretches: { start: number; end: number; parts: { start: number; end: number; title: string }[] }[] = [];
  const parts = plan.bars
    .filter((b) => !isVisit(b))
    .flatMap((b) => b.parts.map((p) => ({ ...p, title: b.activity.title })))
    .sort((a, b) => a.start - b.start || a.end - b.end);
  for (const p of parts) {
    const last = stretches.at(-1);
    // a rest of less than a slot is none
    if (last && p.start < last.end + SLOT && Math.floor(p.start / DAY) === Math.floor(last.start / DAY)) {
      last.end = Math.max(last.end, p.end);
      last.parts.push(p);
    } else stretches.push({ start: p.start, end: p.end, parts: [p] });
  }
  return [
    ...stretches.map((s, n): CalendarEvent => ({
      ...{ id: `${jobId}-work-${n + 1}`, kind: 'work', start: at(s.start), end: at(s.end) },
      title: `${name}: ${s.parts.length > 1 ? `${s.parts[0]!.title}, and ${s.parts.length - 1} more` : s.parts[0]!.title}`,
      lines: s.parts.map((p) => `${clock(at(p.start))} ${p.title}`),
    })),
    ...plan.outages.map((o, n): CalendarEvent => ({
      ...{ id: `${jobId}-off-${n + 1}`, kind: 'off', start: at(o.start), end: at(o.end) },
      title: `${o.words} off${o.rooms.length ? `: ${o.rooms.join(', ')}` : ''}`,
      lines: [name, 'Reckoned times: nobody switches it on but who switched it off.'],
    })),
    ...plan.bars.filter(isVisit).map((b, n): CalendarEvent => ({
      ...{ id: `${jobId}-visit-${n + 1}`, kind: 'visit', start: at(b.start), end: at(b.end), alarm: DAY },
      title: `${name}: ${b.activity.title}`,
      lines: ['Nothing behind it goes on before it has been: nothing is covered until then.'],
    })),
  ].sort((a, b) => (a.start < b.start ? -1 : a.start > b.start ? 1 : 0));
}
