/** What is off, and for how long, by the steps' own times. */
import type { Step } from './step.js';
import { minutesOf, type Span } from './times.js';

/** Steps that rest on one, itself first. */
export function restingOn(id: string, steps: readonly Step[]): Set<string> {
  const resting = new Set([id]);
  for (let grown = true; grown;) {
    grown = false;
    for (const s of steps)
      if (!resting.has(s.id) && s.after.some((a) => resting.has(a))) {
        resting.add(s.id);
        grown = true;
      }
  }
  return resting;
}
/** Steps that one rests on, itself among them. */
export function restsOn(id: string, steps: readonly Step[]): Set<string> {
  const byId = new Map(steps.map((s) => [s.id, s]));
  const under = new Set<string>();
  const visit = (x: string): void => {
    if (under.has(x)) return;
    under.add(x);
    for (const a of byId.get(x)?.after ?? []) visit(a);
  };
  visit(id);
  return under;
}

export interface Outage {
  /** steps that switch off and on */
  off: string;
  on: string;
  /** `circuit 5`, `circuit 5 and circuit 7`, `the panel` */
  words: string;
  minutes: Span;
  steps: string[];
}
/** One for each thing that is switched off: what lies between off and on. */
export function outagesOf(steps: readonly Step[]): Outage[] {
  return steps.flatMap((proving): Outage[] => {
    const [first] = proving.proves;
    if (!first) return [];
    const resting = restingOn(first.off, steps);
    const under = restsOn(first.on, steps);
    const between = steps.filter((s) => resting.has(s.id) && under.has(s.id));
    return [
      {
        off: first.off,
        on: first.on,
        words: proving.proves.map((t) => t.words).join(' and '),
        minutes: minutesOf(between.flatMap((s) => s.time)),
        steps: between.map((s) => s.id),
      },
    ];
  });
}
/** Minutes of the longest outage, on a middle day. */
export const outageMinutes = (steps: readonly Step[]): number => Math.max(0, ...outagesOf(steps).map((o) => o.minutes.middle));

/** Minutes of hands over all steps: one that takes two people counts twice. */
export const handMinutes = (steps: readonly Step[]): Span => ({
  middle: steps.reduce((sum, s) => sum + s.minutes.middle * s.hands, 0),
  bad: steps.reduce((sum, s) => sum + s.minutes.bad * s.hands, 0),
});
