/** All judgements of a job, worst first, and what they say of its stage. */
import { STAGES, VERDICTS, type Finding, type JobInHouse, type Stage } from '../model/index.js';
import { boxFindings } from './boxFindings.js';
import { finding, isWorkable, jobContext } from './context.js';
import { feedFindings } from './feedFindings.js';
import { otherJobFindings, unfitFindings } from './otherJobs.js';

/** Findings sorted by verdict, then by stage; a pure function of the job and its house. */
export function ledgerOf(job: JobInHouse): Finding[] {
  const findings = [...unfitFindings(job), ...ownFindings(job), ...otherJobFindings(job)];
  return findings.sort(
    (a, b) => VERDICTS.indexOf(a.verdict) - VERDICTS.indexOf(b.verdict) || STAGES.indexOf(a.stage) - STAGES.indexOf(b.stage),
  );
}

function ownFindings(job: JobInHouse): Finding[] {
  if (!isWorkable(job))
    return [
      finding('job-box', job.id, 'survey', 'The box this job is about', {
        verdict: 'stop',
        says: 'it isn’t in the house any more: the survey took it out, or another job was taken back. Put it back in the survey, or bring back an earlier version of the job',
        sums: [],
        source: { from: 'sum' },
      }),
    ];
  const context = jobContext(job);
  return [...feedFindings(context), ...boxFindings(context)];
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
