/// <reference lib="webworker" />
import { acted, circuitsOf, faultTask, newRound, roundView, sampleTask, type Act, type FaultLevel, type ProvedTask, type Round, type SampleId } from '@saddle/core/practice'; // prettier-ignore
import type { Site } from '@saddle/core/model';

export type Asked = { task: { sample: SampleId } | { level: FaultLevel; seed: number; site?: Site } } | { act: Act } | { again: true };

let task: ProvedTask | undefined;
let round: Round = newRound();
addEventListener('message', ({ data }: MessageEvent<Asked>) => {
  try {
    if ('task' in data) {
      const asked = data.task;
      task = 'sample' in asked ? sampleTask(asked.sample) : faultTask(asked.level, asked.seed, asked.site && circuitsOf(asked.site));
      round = newRound();
    } else if ('again' in data) round = newRound();
    else if (task) round = acted(task, round, data.act);
    if (task) postMessage({ view: roundView(task, round) });
  } catch (error) {
    postMessage({ failed: error instanceof Error ? error.message : String(error) });
  }
});
