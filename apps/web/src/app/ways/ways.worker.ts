/// <reference lib="webworker" />
import type { FeedCandidate } from '@saddle/core/feeds';
import type { House, Want } from '@saddle/core/model';
import { wantFeeds, waysOf } from '@saddle/core/purpose';

/** What feeds can do follows from the survey and what is wanted; what is forbidden or weighed changes nothing of it. */
let judged: { key: string; feeds: FeedCandidate[] } | undefined;

addEventListener('message', ({ data }: MessageEvent<{ house: House; want: Want }>) => {
  const { house, want } = data;
  const key = JSON.stringify([
    house.site,
    house.edition,
    want.places,
    want.loads,
    want.lamps,
    want.kind,
    want.ownCircuit,
    want.ownA,
    want.name,
  ]);
  if (judged?.key !== key) {
    postMessage({ says: `judging ${house.site.boxes.length} boxes and the panel` });
    judged = { key, feeds: wantFeeds(house, want) };
  }
  postMessage({ says: 'searching the house' });
  postMessage({ ways: waysOf(house, want, judged.feeds) });
});
