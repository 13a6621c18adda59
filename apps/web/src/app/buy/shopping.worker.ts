/// <reference lib="webworker" />
import { shoppingOf } from '@saddle/core/takeoff';
import { handMinutes, stepsOf, toolsByStep } from '@saddle/core/work';
import type { FromWorker } from '../worker/worker-desk';
import type { ShoppingAnswer, ShoppingQuestion } from './shopping.service';

addEventListener('message', ({ data: { jobs, house } }: MessageEvent<ShoppingQuestion>) => {
  const answer: ShoppingAnswer = {
    list: shoppingOf(jobs, house),
    tools: toolsByStep(jobs),
    minutes: handMinutes(jobs.flatMap((j) => stepsOf(j))).middle,
  };
  postMessage({ answer } satisfies FromWorker<ShoppingAnswer>);
});
