/** One line about a job for lists: its stage and what stops it. */
import { ledgerOf, stageStates } from '../ledger/index.js';
import type { Finding } from '../codebook/index.js';
import { STAGES, type JobInBook, type JobInHouse, type Stage } from '../model/index.js';
import { isTicked } from './done.js';
import type { Step } from './step.js';
import { stepsOf } from './steps.js';

export interface JobSummary {
  /** the first stage that isn't settled; `record` when all steps are ticked */
  stage: Stage;
  stops: number;
  cantTell: number;
  cautions: number;
  /** the first thing that stops it, or the first that nobody measured */
  stoppedBy: string | undefined;
  stepsDone: number;
  steps: number;
  /** it is part of the house */
  closed: boolean;
}

export const summarise = (job: JobInHouse, findings: Finding[] = ledgerOf(job)): JobSummary => summaryOf(job, findings, stepsOf(job));
/** The same of a job whose findings and steps are known. */
export function summaryOf(job: JobInBook, findings: Finding[], steps: readonly Step[]): JobSummary {
  const stepsDone = steps.filter((s) => isTicked(job, s.id)).length;
  const states = stageStates(findings);
  const open = STAGES.find((s) => states[s] !== 'clear' && !['buy', 'when', 'work', 'record'].includes(s));
  const stop = findings.find((f) => f.verdict === 'stop') ?? findings.find((f) => f.verdict === 'can’t tell');
  return {
    stage:
      job.closed || (steps.length > 0 && stepsDone === steps.length)
        ? 'record'
        : stepsDone > 0 && states.box !== 'stopped' && states.feed !== 'stopped'
          ? 'work'
          : (open ?? 'buy'),
    stops: findings.filter((f) => f.verdict === 'stop').length,
    cantTell: findings.filter((f) => f.verdict === 'can’t tell').length,
    cautions: findings.filter((f) => f.verdict === 'caution').length,
    stoppedBy: job.closed ? undefined : stop && `${stop.title}: ${stop.says}`,
    stepsDone,
    steps: steps.length,
    closed: job.closed !== undefined,
  };
}
