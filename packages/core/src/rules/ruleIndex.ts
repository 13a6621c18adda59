/** The rule table with a worked example for each rule from the sample jobs, and what bore on a house. */
import { printSource } from '../catalog/index.js';
import { demoJobsInHouse, demoWanted, quinceStreet } from '../demo/index.js';
import { ledgerOf, sumLines, type SumLine } from '../ledger/index.js';
import { BENCH_RULES, US_RULES, type Finding, type RuleRow, type UsRule } from '../codebook/index.js';
import { inHouse, wantOf, type House, type Job, type JobInHouse, type Verdict } from '../model/index.js';
import { keptParts, routeDetail, searchRoutes, takeWay } from '../purpose/index.js';

export interface RuleExample {
  /** the sample job it is taken from */
  job: string;
  title: string;
  verdict: Verdict;
  says: string;
  sums: SumLine[][];
  source: string;
}
export interface IndexedRule extends Pick<RuleRow, 'stage' | 'title' | 'looksAt' | 'editions'> {
  id: UsRule;
  /** where it stands; empty: common practice */
  clauses: readonly string[];
  example: RuleExample | undefined;
}

/** Every rule of the US book: of the ledger, and of the bench. */
export const usRules = (): IndexedRule[] =>
  Object.entries<RuleRow>({ ...US_RULES, ...BENCH_RULES }).map(([id, { stage, title, looksAt, clauses = [], editions }]) => ({
    ...{ id: id as UsRule, stage, title, looksAt, clauses, example: undefined },
    ...(editions ? { editions } : {}),
  }));

const exampleOf = (job: JobInHouse, f: Finding): RuleExample => ({
  ...{ job: job.name, title: f.title, verdict: f.verdict, says: f.says },
  sums: f.sums.map((s) => sumLines(s, job.unit)),
  source: printSource(f.source),
});

/** The sample jobs as they would be worked: those with a plan, and those that only want something by their favourite way. */
export const sampleJobs = (): JobInHouse[] => [...demoJobsInHouse, ...takenBy(demoWanted)];

/** The first sample job of each purpose: another of the same shows no rule that it doesn’t. */
const ONE_OF_EACH = demoWanted.filter((job, i) => demoWanted.findIndex((x) => x.purpose === job.purpose) === i);

function takenBy(wanted: readonly Job[]): JobInHouse[] {
  return wanted.flatMap((job) => {
    const open = inHouse(job, quinceStreet);
    const want = wantOf(open);
    const option = want && searchRoutes(quinceStreet, want).found.options[0];
    if (!want || !option) return [];
    const parts = keptParts(quinceStreet.site, want, option, routeDetail(quinceStreet, want, option));
    return [inHouse(takeWay(open, parts).job, quinceStreet)];
  });
}

let known: IndexedRule[] | undefined;
/** Worked out once: looking for the ways of the sample jobs takes a second or two. */
export function ruleIndex(): readonly IndexedRule[] {
  if (known) return known;
  const found = new Map<Finding['rule'], RuleExample>();
  for (const job of [...demoJobsInHouse, ...takenBy(ONE_OF_EACH), ...ONE_OF_EACH.map((j) => inHouse(j, quinceStreet))])
    for (const f of ledgerOf(job)) {
      const before = found.get(f.rule);
      // one with a sum says more than one without
      if (!before || (before.sums.length === 0 && f.sums.length > 0)) found.set(f.rule, exampleOf(job, f));
    }
  known = usRules().map((r) => ({ ...r, example: found.get(r.id) }));
  return known;
}

export interface Bore {
  id: string;
  /** how often it bore on the jobs of a house, by verdict */
  verdicts: Partial<Record<Verdict, number>>;
}
/** Which rules bore on a house: by every job of it that can be laid on it. */
export function boreOn(house: House, jobs: readonly Job[]): Bore[] {
  const bore = new Map<string, Partial<Record<Verdict, number>>>();
  for (const job of jobs)
    for (const f of ledgerOf(inHouse(job, house, jobs))) {
      const verdicts = bore.get(f.rule) ?? {};
      verdicts[f.verdict] = (verdicts[f.verdict] ?? 0) + 1;
      bore.set(f.rule, verdicts);
    }
  return [...bore].map(([id, verdicts]) => ({ id, verdicts }));
}
