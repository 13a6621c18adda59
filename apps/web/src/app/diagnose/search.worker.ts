/// <reference lib="webworker" />
import { circuitBench, dictionaryOf } from '@saddle/core/diagnose';
import type { Site } from '@saddle/core/model';

addEventListener('message', ({ data }: MessageEvent<{ site: Site; boxId: string }>) => {
  const dictionary = dictionaryOf(circuitBench(data.site, data.boxId), data.boxId, (done) => postMessage({ done }));
  postMessage({ dictionary });
});
