/** The notice for the household: which rooms are dark from when to when, as the plan has it. */
import { describe, expect, it } from 'vitest';
import { plannedJobs } from '../houses.testing.js';
import { usualWhen } from '../model/index.js';
import { chosenPlan, scheduleOf, whenWords } from '../schedule/index.js';
import { householdNotice } from './index.js';

const when = usualWhen('2026-11-27T08:00');
const job = (id: string) => plannedJobs.find((j) => j.id === id)!;
const made = (ids: readonly string[]) => {
  const schedule = scheduleOf({ jobs: ids.map(job), when });
  const plan = chosenPlan(schedule, when)!;
  const { blocks, subtitle } = householdNotice(schedule, plan, ids.join(', '), 'Quince Street 14');
  return { schedule, plan, subtitle, blocks, rows: blocks.flatMap((b) => (b.kind === 'table' ? b.rows : [])) };
};

describe('the notice', () => {
  it('one line an outage: the circuit, from when, until when, how long, and the rooms without power', () => {
    const { rows, subtitle, blocks } = made(['sewing-corner']);
    // 15 to prepare and 10 to mark out, then what must be dead, and the new side before the old
    expect(rows).toEqual([['circuit 4', expect.stringMatching(/^Sat 28 Nov, 10:/), expect.stringMatching(/^Sat 28 Nov, 11:/), '56 min', 'hall, parlour']]); // prettier-ignore
    expect(subtitle).toBe('Quince Street 14 · sewing-corner');
    expect(JSON.stringify(blocks)).toMatch(/Only who switched it off switches it on/);
  });
  it('two jobs: every outage of the plan, at its own hours, over an hour in hours', () => {
    const { rows, plan, schedule } = made(['sewing-corner', 'wainscot']);
    expect(rows.map((r) => [r[0], r[1], r[2]])).toEqual(plan.outages.map((o) => [o.words, whenWords(schedule, o.start), whenWords(schedule, o.end)])); // prettier-ignore
    expect(rows.some((r) => /^[12] h \d\d$/.test(String(r[3])))).toBe(true);
  });
  it('nothing off is said so, and the days on which somebody works', () => {
    const { schedule, plan } = made(['sewing-corner']);
    const { blocks } = householdNotice(schedule, { ...plan, outages: [] }, 'a job', 'a house');
    const text = JSON.stringify(blocks);
    expect(text).toContain('Nothing is switched off for this work.');
    expect(text).toMatch(/Somebody works in the house on Sat 28 Nov; done by about Sat 28 Nov/);
  });
});
