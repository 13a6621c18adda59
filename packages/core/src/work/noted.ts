/** What the steps of a job noted of their own time. */
import type { Job } from '../model/index.js';
import type { Step } from './step.js';

/** Minutes that ticked steps say they took, hands counted as they were planned, and how many steps say so. */
export function notedMinutes(job: Job, steps: readonly Step[]): { minutes: number; steps: number } {
  const hands = new Map(steps.map((s) => [s.id, s.hands]));
  const said = job.work.ticks.filter((t) => t.took !== undefined);
  return { minutes: said.reduce((sum, t) => sum + t.took! * (hands.get(t.step) ?? 1), 0), steps: said.length };
}
