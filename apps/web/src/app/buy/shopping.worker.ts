/// <reference lib="webworker" />
import { minutesIn, shoppingIn, toolsIn } from '@saddle/core/alteration';
import type { FromWorker } from '../worker/worker-desk';
import type { ShoppingAnswer, ShoppingQuestion } from './shopping.service';

addEventListener('message', ({ data: { jobs, house } }: MessageEvent<ShoppingQuestion>) => {
  const answer: ShoppingAnswer = {
    list: shoppingIn(jobs, house),
    tools: toolsIn(jobs),
    minutes: minutesIn(jobs),
  };
  postMessage({ answer } satisfies FromWorker<ShoppingAnswer>);
});
