/** A sheet for the people of the house: which rooms are dark from when to when, and what to do before. */
import { whenWords, type Schedule, type SchedulePlan } from '../schedule/index.js';
import type { JobSheet, SheetBlock } from './jobSheet.js';

const hours = (minutes: number): string =>
  minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${`${minutes % 60}`.padStart(2, '0')}`;

/** @param name of the job or jobs; `house` as its people call it */
export function householdNotice(schedule: Schedule, plan: SchedulePlan, name: string, house: string): JobSheet {
  const blocks: SheetBlock[] = [];
  if (plan.outages.length === 0) blocks.push({ kind: 'text', text: 'Nothing is switched off for this work.' });
  else {
    blocks.push({
      kind: 'table',
      columns: ['What is off', 'From', 'Until about', 'For', 'Without power'],
      widths: [0.18, 0.2, 0.2, 0.12, 0.3],
      rows: plan.outages.map((o) => [
        o.words,
        whenWords(schedule, o.start),
        whenWords(schedule, o.end),
        hours(o.end - o.start),
        o.rooms.join(', ') || 'not known which rooms',
      ]),
    });
    blocks.push({
      kind: 'list',
      mark: 'box',
      items: [
        'Save what runs on a computer there, and switch it off before.',
        'Freezers and refrigerators stay closed; what heats or pumps is looked at afterwards.',
        'Clocks, alarms and timers are set again afterwards.',
        'A breaker that is locked or labelled stays as it is: somebody has their hands on the wires. Only who switched it off switches it on.',
      ],
    });
  }
  const days = [...new Set(plan.bars.flatMap((b) => b.parts.map((p) => whenWords(schedule, p.start).split(',')[0]!)))];
  blocks.push({ kind: 'text', text: `Somebody works in the house on ${days.join(', ')}; done by about ${whenWords(schedule, plan.end)}.` });
  blocks.push({ kind: 'text', text: 'Reckoned times: a bad day takes longer. Ask before you count on a room.', small: true });
  return { title: 'Power off', subtitle: `${house} · ${name}`, foot: 'Times are reckoned, common practice.', blocks };
}
