/** How each stage of a job stands, by what the ledger says at it. */
import type { Finding } from '../codebook/index.js';
import { STAGES, type Stage } from '../model/index.js';

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
