/** What of a job is done, by its ticks. */
import { PANEL, wiresAt, type Job } from '../model/index.js';
import type { Step } from './step.js';

export const isTicked = (job: Job, step: string): boolean => job.work.ticks.some((t) => t.step === step);

/** The site as built so far: the changes whose steps are ticked, and wiring by hand where all is built that it connects. */
export function builtChangeIds(job: Job, steps: Step[]): Set<string> {
  const built = new Set(steps.filter((s) => isTicked(job, s.id)).flatMap((s) => s.changeIds));
  const others = job.changes.filter((c) => c.do !== 'wire-box');
  for (const c of job.changes) {
    if (c.do !== 'wire-box') continue;
    const place = c.wiring.panelEndOf === undefined ? c.wiring.id : PANEL;
    const own = others.filter((o) => wiresAt(o).includes(place));
    if (others.length && (own.length ? own : others).every((o) => built.has(o.id))) built.add(c.id);
  }
  return built;
}
