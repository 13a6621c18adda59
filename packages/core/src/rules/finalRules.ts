/** The rules of final circuits by the UK book, each with a worked example from the sample cottage, and what is not checked there. */
import { printSource } from '../catalog/index.js';
import { larchCottage } from '../demo/index.js';
import { FINAL_RULE_TABLE, FINAL_RULES, finalFindings, finalsOf, type FinalFinding, type FinalRule } from '../finals/index.js';
import type { House, Verdict } from '../model/index.js';

export interface FinalRuleLine {
  id: FinalRule;
  title: string;
  looksAt: string;
  where: string;
  /** of the sample; absent: nothing of it bears on this rule */
  example?: FinalFinding & { circuit: string };
  /** how often it bore on a house, by verdict */
  bore: Partial<Record<Verdict, number>>;
}

const judged = (house: House): (FinalFinding & { circuit: string })[] =>
  finalsOf(house.site).flatMap((f) => finalFindings(f, house.incoming ?? {}).map((x) => ({ ...x, circuit: f.name })));

/** @param house whose circuits are counted */
export function finalRuleIndex(house: House): FinalRuleLine[] {
  const sample = judged(larchCottage);
  const own = judged(house);
  return FINAL_RULES.map((id): FinalRuleLine => {
    const { title, looksAt, source } = FINAL_RULE_TABLE[id];
    // one with a sum says more than one without
    const example = sample.filter((x) => x.rule === id).sort((a, b) => b.sums.length - a.sums.length)[0];
    const bore: FinalRuleLine['bore'] = {};
    for (const x of own) if (x.rule === id) bore[x.verdict] = (bore[x.verdict] ?? 0) + 1;
    return { id, title, looksAt, where: printSource(source), ...(example ? { example } : {}), bore };
  });
}

export const FINALS_NOT_CHECKED: readonly string[] = [
  'cables in walls: safe zones, depth, chases, holes and notches in joists',
  'grouping, ambient temperature and other factors of Appendix 4 beside the way a cable lies',
  'heights, distances from sinks, hobs and bath zones',
  'size and crowding of boxes',
  'fault current at the far end, let-through energy, discrimination between devices',
  'lighting circuits, circuits of more than one phase, supplies beside the mains',
  'whether work is notifiable, and who may sign for it',
];
