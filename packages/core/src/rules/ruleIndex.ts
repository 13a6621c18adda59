/** The rule table with a worked example for each rule from the sample jobs, and what bore on a house. */
import { printSource } from '../catalog/index.js';
import { demoJobsInHouse, demoWanted, quinceStreet } from '../demo/index.js';
import { ledgerOf, sumLines, type SumLine } from '../ledger/index.js';
import { BENCH_RULES, US_RULES, type Finding, type RuleRow, type UsRule } from '../codebook/index.js';
import { inHouse, wantOf, type House, type Job, type JobInHouse, type Verdict } from '../model/index.js';
import { keptParts, routeDetail, searchRoutes, takeWay } from '../purpose/index.js';
import { boreByRule, shownBest, type Verdicts } from './tally.js';

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

const exampleBy = (job: JobInHouse, f: Finding): RuleExample => ({
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
  const jobs = [...demoJobsInHouse, ...takenBy(ONE_OF_EACH), ...ONE_OF_EACH.map((j) => inHouse(j, quinceStreet))];
  const best = shownBest(jobs.flatMap((job) => ledgerOf(job).map((f) => ({ ...f, job }))));
  const exampleOf = (id: UsRule): RuleExample | undefined => {
    const found = best.get(id);
    return found && exampleBy(found.job, found);
  };
  known = usRules().map((r) => ({ ...r, example: exampleOf(r.id) }));
  return known;
}

/** A rule that bore on a house, how often by verdict. */
export interface Bore {
  id: string;
  verdicts: Verdicts;
}
/** Which rules bore on a house: by every job of it that can be laid on it. */
export const boreOn = (house: House, jobs: readonly Job[]): Bore[] =>
  [...boreByRule(jobs.flatMap((job) => ledgerOf(inHouse(job, house, jobs))))].map(([id, verdicts]) => ({ id, verdicts }));
