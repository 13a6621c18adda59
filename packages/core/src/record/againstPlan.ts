/** What was planned beside what was built: lengths, readings, holes, minutes, each where somebody said it. Money stands in `takeoff`. */
import { stepsIn } from '../alteration/index.js';
import { printLength } from '../measure/index.js';
import type { JobInBook } from '../model/index.js';
import { askRange, isTicked, judgeAsk, printAsked, valueOf } from '../work/index.js';

export interface AgainstPlan {
  kind: 'length' | 'reading' | 'holes' | 'minutes';
  what: string;
  planned: string;
  built: string;
  verdict?: 'ok' | 'stop' | 'can’t tell';
}

export function againstPlan(job: JobInBook): AgainstPlan[] {
  const steps = stepsIn(job);
  const figures = steps.flatMap((step) =>
    step.asks.flatMap((ask): AgainstPlan[] => {
      const value = valueOf(job, step.id, ask.key);
      if (!value) return [];
      const { verdict } = judgeAsk(ask, value, job.unit);
      const built = ask.unit === 'length' ? (value.as ?? printLength(value.value, job.unit)) : printAsked(ask, value.value, job.unit);
      return [{ kind: ask.unit === 'length' ? 'length' : 'reading', what: ask.label, planned: askRange(ask, job.unit), built: `${value.estimated ? 'about ' : ''}${built}`, verdict }]; // prettier-ignore
    }),
  );
  const holes = job.changes.flatMap((c): AgainstPlan[] => {
    if (c.do !== 'run-cable' || !c.way?.holes.length) return [];
    const step = steps.find((s) => s.changeIds.includes(c.id));
    const count = c.way.holes.reduce((sum, h) => sum + h.count, 0);
    return [{ kind: 'holes', what: `holes for ${c.cable.name}`, planned: `${count}`, built: step && isTicked(job, step.id) ? `${count}, as planned, by the tick of “${step.title}”` : 'not said' }]; // prettier-ignore
  });
  const minutes = steps.flatMap((step): AgainstPlan[] => {
    const took = job.work.ticks.find((t) => t.step === step.id)?.took;
    return took === undefined ? [] : [{ kind: 'minutes', what: step.title, planned: `${Math.round(step.minutes.middle)} to ${Math.round(step.minutes.bad)} min`, built: `${took} min` }]; // prettier-ignore
  });
  return [...figures, ...holes, ...minutes];
}
