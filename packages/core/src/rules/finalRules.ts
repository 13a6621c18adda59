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
import { isUk, laidIn, type House, type Job } from '../model/index.js';
import { boreByRule, shownBest, type Verdicts } from './tally.js';

export interface FinalRuleLine {
  id: FinalRule;
  title: string;
  looksAt: string;
  where: string;
  /** of the sample; absent: nothing of it bears on this rule */
  example?: FinalFinding & { circuit: string };
  /** how often it bore on a house, by verdict */
  bore: Verdicts;
}

const judged = (house: House): (FinalFinding & { circuit: string })[] =>
  finalsOf(house.site).flatMap((f) => finalFindings(f, house.incoming ?? {}).map((x) => ({ ...x, circuit: f.name })));

/** @param house whose circuits are counted */
export function finalRuleIndex(house: House): FinalRuleLine[] {
  // what no circuit of the sample shows an example shows
  const sample = [...judged(larchCottage), ...judged({ ...larchCottage, site: { ...larchCottage.site, finals: [...ukExampleFinals] } })];
  const [best, bore] = [shownBest(sample), boreByRule(judged(house))];
  return (Object.keys(FINAL_RULES) as FinalRule[]).map((id): FinalRuleLine => lineOf(id, FINAL_RULES[id], best.get(id), bore));
}

/** A row of the table as it is shown. */
function lineOf<Id extends string, T>(id: Id, row: RuleRow, example: T | undefined, bore: ReadonlyMap<string, Verdicts>) {
  return { id, title: row.title, looksAt: row.looksAt, where: whereOf(row), ...(example ? { example } : {}), bore: bore.get(id) ?? {} };
}

export interface AlterationRuleLine {
  id: AlterationRule;
  title: string;
  looksAt: string;
  where: string;
  /** of the sample jobs; absent: nothing of them bears on this rule */
  example?: Finding & { job: string };
  bore: Verdicts;
}
/** The rules of jobs by the UK book: what each looks at, a worked example, and how often it bore on the jobs of a house. */
export function alterationRuleIndex(house: House, jobs: readonly Job[]): AlterationRuleLine[] {
  const of = (list: readonly Job[], where: House) =>
    list.filter((j) => j.houseId === where.id && isUk(where)).flatMap((j) => alterationLedger(laidIn(j, where, list)).map((f) => ({ ...f, job: j.name })));
  const examples = ukExampleJobs().flatMap((j) => alterationLedger(j).map((f) => ({ ...f, job: j.name })));
  const best = shownBest([...of(larchJobs(), larchCottage), ...examples]);
  const bore = boreByRule(of(jobs, house));
  return (Object.keys(ALTERATION_RULES) as AlterationRule[]).map((id) => lineOf(id, ALTERATION_RULES[id], best.get(id), bore));
} // prettier-ignore
