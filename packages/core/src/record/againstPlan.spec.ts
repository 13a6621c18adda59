/** Planned beside built: what was measured, bored and timed; a hole counts as bored by the tick of its step and by nothing else. */
import { describe, expect, it } from 'vitest';
import { heldJobs, quinceStreet } from '../houses.testing.js';
import { inHouse, type CableWay, type JobInHouse } from '../model/index.js';
import { enterValue, noteTook, stepsOf } from '../work/index.js';
import { againstPlan } from './index.js';

const AT = '2026-11-27T09:00:00.000Z';
const way: CableWay = {
  key: 'k', title: 'through a stud', feed: 'hall-box', drillFrom: [], chases: [], outside: [], bends: 0, loops: 0, open: false, past: [], legs: [], openings: [],
  holes: [{ id: 'h', member: 'stud', where: 'here', count: 3, sizeMm: 19, bushing: false, seal: false, at: { x: 0, y: 0 } }],
}; // prettier-ignore
const base = inHouse(
  heldJobs.find((j) => j.id === 'sewing-corner')!,
  quinceStreet,
);
const job: JobInHouse = { ...base, changes: base.changes.map((c) => (c.do === 'run-cable' ? { ...c, way } : c)) };

describe('planned and built', () => {
  it('a length and a reading with what was wanted and how they are judged', () => {
    const step = stepsOf(job).find((s) => s.asks.some((a) => a.unit === 'V'))!;
    const ask = step.asks.find((a) => a.unit === 'V')!;
    const read = enterValue(job, { step: step.id, key: ask.key, value: 90, at: AT });
    expect(againstPlan(read)).toContainEqual({
      kind: 'reading',
      what: ask.label,
      planned: '114 V to 126 V',
      built: '90 V',
      verdict: 'stop',
    });
  });
  it('holes: not said until their step is ticked', () => {
    const holes = (j: JobInHouse) => againstPlan(j).find((r) => r.kind === 'holes');
    expect(holes(job)).toMatchObject({ planned: '3', built: 'not said' });
    const change = job.changes.find((c) => c.do === 'run-cable')!;
    const step = stepsOf(job).find((s) => s.changeIds.includes(change.id))!;
    expect(holes({ ...job, work: { ...job.work, ticks: [{ step: step.id, at: AT }] } })?.built).toMatch(/^3, as planned, by the tick of/);
  });
  it('minutes beside the range they were planned with', () => {
    const [first] = stepsOf(job);
    const done = noteTook({ ...job, work: { ...job.work, ticks: [{ step: first!.id, at: AT }] } }, first!.id, 50);
    expect(againstPlan({ ...job, work: done.work })).toContainEqual({
      kind: 'minutes', what: first!.title, planned: `${Math.round(first!.minutes.middle)} to ${Math.round(first!.minutes.bad)} min`, built: '50 min',
    }); // prettier-ignore
  });
});
