/** All judgements of a job, worst first, and what they say of its stage. */
import { STAGES, VERDICTS, type Finding, type Job, type Stage } from '../model/index.js';
import { boxFindings } from './boxFindings.js';
import { jobContext } from './context.js';
import { feedFindings } from './feedFindings.js';

/** Findings sorted by verdict, then by stage; a pure function of the document. */
export function ledgerOf(job: Job): Finding[] {
  const context = jobContext(job);
  const findings = [...feedFindings(context), ...boxFindings(context)];
  return findings.sort(
    (a, b) => VERDICTS.indexOf(a.verdict) - VERDICTS.indexOf(b.verdict) || STAGES.indexOf(a.stage) - STAGES.indexOf(b.stage),
  );
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
