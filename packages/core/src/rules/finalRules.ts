/** The rules of final circuits by the UK book, each with a worked example from the sample cottage, and what is not checked there. */
import { alterationLedger } from '../alteration/index.js';
import { larchCottage, larchJobs, ukExampleFinals, ukExampleJobs } from '../demo/index.js';
import { finalFindings, finalsOf, type FinalFinding } from '../finals/index.js';
import {
  ALTERATION_RULES,
  FINAL_RULES,
  whereOf,
  type AlterationRule,
  type Finding,
  type FinalRule,
  type RuleRow,
} from '../codebook/index.js';
import { isUk, laidIn, type House, type Job, type Verdict } from '../model/index.js';

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
  // what no circuit of the sample shows an example shows
  const sample = [...judged(larchCottage), ...judged({ ...larchCottage, site: { ...larchCottage.site, finals: [...ukExampleFinals] } })];
  const own = judged(house);
  return (Object.keys(FINAL_RULES) as FinalRule[]).map((id): FinalRuleLine => {
    const row: RuleRow = FINAL_RULES[id];
    // one with a sum says more than one without
    const example = sample.filter((x) => x.rule === id).sort((a, b) => b.sums.length - a.sums.length)[0];
    const bore: FinalRuleLine['bore'] = {};
    for (const x of own) if (x.rule === id) bore[x.verdict] = (bore[x.verdict] ?? 0) + 1;
    return { id, title: row.title, looksAt: row.looksAt, where: whereOf(row), ...(example ? { example } : {}), bore };
  });
}

export interface AlterationRuleLine {
  id: AlterationRule;
  title: string;
  looksAt: string;
  where: string;
  /** of the sample jobs; absent: nothing of them bears on this rule */
  example?: Finding & { job: string };
  bore: Partial<Record<Verdict, number>>;
}
/** The rules of jobs by the UK book: what each looks at, a worked example, and how often it bore on the jobs of a house. */
export function alterationRuleIndex(house: House, jobs: readonly Job[]): AlterationRuleLine[] {
  const of = (list: readonly Job[], where: House) =>
    list.filter((j) => j.houseId === where.id && isUk(where)).flatMap((j) => alterationLedger(laidIn(j, where, list)).map((f) => ({ ...f, job: j.name })));
  const examples = ukExampleJobs().flatMap((j) => alterationLedger(j).map((f) => ({ ...f, job: j.name })));
  const [sample, own] = [of(larchJobs(), larchCottage), of(jobs, house)];
  return (Object.keys(ALTERATION_RULES) as AlterationRule[]).map((id): AlterationRuleLine => {
    const row: RuleRow = ALTERATION_RULES[id];
    const most = (list: typeof examples) => list.filter((x) => x.rule === id).sort((a, b) => b.sums.length - a.sums.length)[0];
    const example = most([...sample, ...examples]);
    const bore: AlterationRuleLine['bore'] = {};
    for (const x of own) if (x.rule === id) bore[x.verdict] = (bore[x.verdict] ?? 0) + 1;
    return { id, title: row.title, looksAt: row.looksAt, where: whereOf(row), ...(example ? { example } : {}), bore };
  });
} // prettier-ignore
