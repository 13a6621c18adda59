import { describe, expect, it } from 'vitest';
import { answerIn, RESTS, shareIn, shownAfter } from './laying-out';
import type { ScheduleAnswer, Scheduling } from './schedules.service';

const answer = (name: string) => ({ name }) as unknown as ScheduleAnswer;
const [first, next, part] = [answer('first'), answer('next'), answer('part')];
/** What a page shows after each piece of news. */
const shown = (...news: Scheduling[]): (ScheduleAnswer | undefined)[] => {
  let last: Scheduling | undefined;
  return news.map((s) => answerIn((last = shownAfter(s, last))));
};
const [RUNS, DONE] = [{ state: 'running' }, { state: 'done', answer: first }] as const satisfies Scheduling[];

describe('what of a schedule stays on the page', () => {
  it('the last while the next is laid out, a part of the next as soon as it stands, then the next', () =>
    expect(shown(DONE, RUNS, { state: 'running', share: 0.4 }, { state: 'running', meanwhile: part }, { state: 'done', answer: next })).toEqual([first, first, first, part, next])); // prettier-ignore
  it('the last where it is stopped or fails; nothing where nothing came yet', () => {
    expect(shown(DONE, { state: 'stopped' })).toEqual([first, first]);
    expect(shown(DONE, { state: 'failed', says: 'no' })).toEqual([first, first]);
    expect(shown(DONE, { state: 'stopped', meanwhile: part })).toEqual([first, part]);
    expect(shown(RUNS, { state: 'failed', says: 'no' }, { state: 'stopped' })).toEqual([undefined, undefined, undefined]);
  });
  it('nothing once there is nothing to lay out', () => expect(shown(DONE, RESTS, RUNS)).toEqual([first, undefined, undefined]));
  it('how far it is, while it says so', () =>
    expect([shareIn(RUNS), shareIn({ state: 'running', share: 0 }), shareIn({ state: 'running', share: 0.404 }), shareIn(DONE)]).toEqual(['', ', 0 %', ', 40 %', ''])); // prettier-ignore
});
