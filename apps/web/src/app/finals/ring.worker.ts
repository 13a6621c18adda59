/// <reference lib="webworker" />
import { ringSearch, type RingSearch } from '@saddle/core/finals';
import type { Final, Incoming } from '@saddle/core/model';
import type { FromWorker } from '../worker/worker-desk';

export interface RingQuestion {
  final: Final;
  incoming: Incoming;
}
/** What explains the readings; `undefined` inside where there is nothing to explain yet. */
export interface RingAnswer {
  search: RingSearch | undefined;
}
addEventListener('message', ({ data: { final, incoming } }: MessageEvent<RingQuestion>) => {
  postMessage({ answer: { search: ringSearch(final, incoming) } } satisfies FromWorker<RingAnswer>);
});
