/** What findings of a rule come to: how often it bore, and which of them shows it best. */
import type { Verdict } from '../model/index.js';

/** How often something bore, by verdict. */
export type Verdicts = Partial<Record<Verdict, number>>;
interface Of {
  rule: string;
  verdict: Verdict;
}

/** By rule; a rule that bore on nothing is not in it. */
export function boreByRule(findings: readonly Of[]): ReadonlyMap<string, Verdicts> {
  const bore = new Map<string, Verdicts>();
  for (const { rule, verdict } of findings) {
    const of = bore.get(rule) ?? {};
    bore.set(rule, { ...of, [verdict]: (of[verdict] ?? 0) + 1 });
  }
  return bore;
}

/** By rule, the finding with the most sums, the first of equals: one with a sum says more than one without. */
export function shownBest<T extends { rule: string; sums: readonly unknown[] }>(findings: readonly T[]): ReadonlyMap<string, T> {
  const best = new Map<string, T>();
  for (const f of findings) if (f.sums.length > (best.get(f.rule)?.sums.length ?? -1)) best.set(f.rule, f);
  return best;
}
