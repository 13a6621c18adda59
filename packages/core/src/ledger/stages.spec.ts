/** How the stages of a job stand by what is said at each: a stop outweighs what can’t be told, and that what is only to be noted. */
import { describe, expect, it } from 'vitest';
import type { Finding } from '../codebook/index.js';
import { STAGES } from '../model/index.js';
import { stageStates } from './stages.js';

const said = (stage: (typeof STAGES)[number], verdict: Finding['verdict']): Finding => ({ stage, verdict }) as Finding;

describe('stages of a job', () => {
  it('nothing said, or nothing wrong: clear', () => {
    expect(Object.values(stageStates([]))).toEqual(STAGES.map(() => 'clear'));
    expect(Object.keys(stageStates([]))).toEqual([...STAGES]);
    for (const verdict of ['ok', 'note', 'caution'] as const) expect(stageStates([said('box', verdict)]).box).toBe('clear');
  });
  it('one that can’t be told leaves its stage open, one stop stops it; the others stay as they are', () => {
    const states = stageStates([said('box', 'ok'), said('box', 'can’t tell'), said('route', 'can’t tell'), said('route', 'stop'), said('wire', 'note')]); // prettier-ignore
    expect([states.box, states.route, states.wire]).toEqual(['open', 'stopped', 'clear']);
  });
});
