/** All judgements of a job, worst first, and what they say of its stage. */
import { jobWords } from '../words/ledger/ledger.js';
import { remedyTitles } from '../words/ledger/remedies.js';
import { jobTitles } from '../words/ledger/titles.js';
import { practice } from '../catalog/index.js';
import { NetworkError, switchOn } from '../circuit/index.js';
import { byVerdict, type Finding } from '../codebook/index.js';
import { STAGES, type Bench, type JobInHouse } from '../model/index.js';
import { benchFindings } from '../wiring/index.js';
import { boxFindings } from './boxFindings.js';
import { finding, remedy } from './finding.js';
import { workOf, type Work } from './work.js';
import { plannedBench } from './workBox.js';
import { feedFindings } from './feedFindings.js';
import { runFindings } from './runFindings.js';
import { otherJobFindings, unfitFindings } from './otherJobs.js';

/** Findings sorted by verdict, then by stage; a pure function of the job and its house. */
export function ledgerOf(job: JobInHouse): Finding[] {
  const findings = [...unfitFindings(job), ...ownFindings(job), ...otherJobFindings(job)];
  return findings.sort((a, b) => byVerdict(a, b) || STAGES.indexOf(a.stage) - STAGES.indexOf(b.stage));
}

function ownFindings(job: JobInHouse): Finding[] {
  const work = workOf(job);
  const own = [...feedFindings(work), ...boxFindings(work), ...runFindings(work), ...handWiring(work)];
  const { search } = job;
  if (search?.signs.length)
    own.push(
      finding('search-signs', search.boxId, jobTitles.signs, {
        verdict: 'stop',
        ...jobWords.signs({ signs: search.signs }),
        sums: [],
        source: practice,
      }),
    );
  if (work.boxes.length) return own;
  if (search)
    return [
      ...own,
      finding('nothing-planned', job.id, jobTitles.unfound, {
        verdict: 'can’t tell',
        ...jobWords.unfound(),
        sums: [],
        source: { from: 'sum' },
      }),
    ];
  const wanted = job.want !== undefined;
  return [
    finding(
      'nothing-planned',
      job.id,
      wanted ? jobTitles.wayThere : jobTitles.planned,
      {
        verdict: 'can’t tell',
        ...(wanted ? jobWords.noWay() : jobWords.nothingPlanned()),
        sums: [],
        source: { from: 'sum' },
      },
      [],
      wanted ? 'route' : 'need',
    ),
  ];
}

const judgedBenches = new WeakMap<Bench, { stops: string[]; unknown: string[] }>();
/** What the checks say against wiring made by hand; wiring that can't be switched on says why instead. */
export function handWiringSays(bench: Bench, edition: JobInHouse['edition']): { stops: string[]; unknown: string[] } {
  const known = judgedBenches.get(bench);
  if (known) return known;
  let says: { stops: string[]; unknown: string[] };
  try {
    const judged = benchFindings(switchOn(bench), bench, edition);
    const of = (verdict: string): string[] =>
      // how full the boxes are is judged for themselves
      judged.filter((f) => f.verdict === verdict && f.rule !== 'box-fill').map((f) => `${f.title}: ${f.says}.${f.ask ? ` ${f.ask}` : ''}`);
    says = { stops: of('stop'), unknown: of('can’t tell') };
  } catch (error) {
    if (!(error instanceof NetworkError)) throw error;
    says = { stops: [`This wiring can’t be judged: ${error.message}.`], unknown: [] };
  }
  judgedBenches.set(bench, says);
  return says;
}

export const isWiredByHand = (job: JobInHouse): boolean => job.changes.some((c) => c.do === 'wire-box');

/** Wiring made by hand takes the place of the plan: what stands against it holds the work up like anything else. */
function handWiring(w: Work): Finding[] {
  const { job } = w;
  if (!isWiredByHand(job)) return [];
  const bench = plannedBench(w);
  const { stops, unknown } = handWiringSays(bench, job.edition);
  return [
    finding(
      'hand-wiring',
      job.id,
      jobTitles.byHand,
      {
        verdict: stops.length ? 'stop' : unknown.length ? 'can’t tell' : 'ok',
        ...(stops.length
          ? jobWords.benchStops({ count: stops.length, first: stops[0]! })
          : unknown.length
            ? jobWords.benchUnmeasured({ count: unknown.length, first: unknown[0]! })
            : jobWords.benchClean()),
        sums: [],
        source: practice,
      },
      [remedy('back-to-plan', remedyTitles.byPlan, { op: 'wire-by-plan' })],
    ),
  ];
}
