/** The rules of final circuits by the UK book, each with a worked example from the sample cottage, and what is not checked there. */
import { printSource } from '../catalog/index.js';
import { ALTERATION_RULE_TABLE, alterationLedger, type AlterationRule } from '../alteration/index.js';
import { larchCottage, larchJobs, ukExampleFinals, ukExampleJobs } from '../demo/index.js';
import { FINAL_RULE_TABLE, FINAL_RULES, finalFindings, finalsOf, type FinalFinding, type FinalRule } from '../finals/index.js';
import { isUk, laidIn, type Finding, type House, type Job, type Verdict } from '../model/index.js';

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
  'grouping, ambient temperature and other factors of Appendix 4 beside the way a cable lies',
  'fault current at the far end, let-through energy, discrimination between devices',
  'lighting circuits, circuits of more than one phase, supplies beside the mains',
  'earthing and supplies outdoors, in sheds and in caravans; swimming pools, saunas',
  'who may sign for it, and what Scotland, Wales and Northern Ireland ask beside',
];

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
  return (Object.keys(ALTERATION_RULE_TABLE) as AlterationRule[]).map((id): AlterationRuleLine => {
    const { title, looksAt, source } = ALTERATION_RULE_TABLE[id];
    const most = (list: typeof examples) => list.filter((x) => x.rule === id).sort((a, b) => b.sums.length - a.sums.length)[0];
    const example = most([...sample, ...examples]);
    const bore: AlterationRuleLine['bore'] = {};
    for (const x of own) if (x.rule === id) bore[x.verdict] = (bore[x.verdict] ?? 0) + 1;
    return { id, title, looksAt, where: printSource(source), ...(example ? { example } : {}), bore };
  });
} // prettier-ignore
