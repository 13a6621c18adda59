/// <reference lib="webworker" />
import type { FeedCandidate } from '@saddle/core/feeds';
import type { House, Want } from '@saddle/core/model';
import { wantFeeds, waysOf } from '@saddle/core/purpose';

/** What feeds can do follows from the survey and what is wanted; what is forbidden or weighed changes nothing of it. */
let judged: { key: string; feeds: FeedCandidate[] } | undefined;

addEventListener('message', ({ data }: MessageEvent<{ house: House; want: Want }>) => {
  const { house, want } = data;
  // everything of the want but where the cable may go bears on its feeds
  const { forbidden: _forbidden, via: _via, weights: _weights, chosen: _chosen, ...bearing } = want;
  const key = JSON.stringify([house.site, house.edition, bearing]);
  if (judged?.key !== key) {
    postMessage({ says: `judging ${house.site.boxes.length} boxes and the panel` });
    judged = { key, feeds: wantFeeds(house, want) };
  }
  postMessage({ says: 'searching the house' });
  postMessage({ ways: waysOf(house, want, judged.feeds) });
});
