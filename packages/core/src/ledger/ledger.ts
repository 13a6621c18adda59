/** All judgements of a job, worst first, and what they say of its stage. */
import { STAGES, VERDICTS, type Finding, type JobInHouse, type Stage } from '../model/index.js';
import { boxFindings } from './boxFindings.js';
import { finding, workOf } from './work.js';
import { feedFindings } from './feedFindings.js';
import { runFindings } from './runFindings.js';
import { otherJobFindings, unfitFindings } from './otherJobs.js';

/** Findings sorted by verdict, then by stage; a pure function of the job and its house. */
export function ledgerOf(job: JobInHouse): Finding[] {
  const findings = [...unfitFindings(job), ...ownFindings(job), ...otherJobFindings(job)];
  return findings.sort(
    (a, b) => VERDICTS.indexOf(a.verdict) - VERDICTS.indexOf(b.verdict) || STAGES.indexOf(a.stage) - STAGES.indexOf(b.stage),
  );
}

function ownFindings(job: JobInHouse): Finding[] {
  const work = workOf(job);
  const own = [...feedFindings(work), ...boxFindings(work), ...runFindings(work)];
  if (work.boxes.length) return own;
  const wanted = job.want !== undefined;
  return [
    finding('nothing-planned', job.id, wanted ? 'route' : 'need', wanted ? 'The way there' : 'What is planned', {
      verdict: 'can’t tell',
      says: wanted ? 'no way was taken yet, so nothing of it is planned' : 'nothing of it is planned any more',
      sums: [],
      source: { from: 'sum' },
      ask: wanted ? 'Look at the feeds and the ways to them, and take one.' : 'Start it again from what is to be done.',
    }),
  ];
}

export type StageState = 'stopped' | 'open' | 'clear';

/** A stage with a stop is stopped, with something unmeasured open, else clear. */
export function stageStates(findings: Finding[]): Record<Stage, StageState> {
  const state = (stage: Stage): StageState => {
    const own = findings.filter((f) => f.stage === stage);
    if (own.some((f) => f.verdict === 'stop')) return 'stopped';
    return own.some((f) => f.verdict === 'can’t tell') ? 'open' : 'clear';
  };
  return Object.fromEntries(STAGES.map((s) => [s, state(s)])) as Record<Stage, StageState>;
}
