/** What has been practised, by topic. */
import { describe, expect, it } from 'vitest';
import { progressWords, withRound } from './index.js'; // prettier-ignore

describe('progress by topic', () => {
  it('minutes of a round that was not found are no pace', () => {
    const p = withRound({}, 'x', { done: false, minutes: 50, best: 10 });
    expect(p['x']).toEqual({ rounds: 1, done: 0, dangerous: 0, minutes: 0, best: 0 });
    expect(progressWords(p['x'])).toBe('0 of 1');
  });
  it('counts rounds, those done, those that ended dangerously, and the pace of what was found', () => {
    let p = withRound({}, 'fault-0', { done: true, minutes: 30, best: 20 });
    p = withRound(p, 'fault-0', { done: false, dangerous: true, minutes: 4, best: 20 });
    expect(p['fault-0']).toEqual({ rounds: 2, done: 1, dangerous: 1, minutes: 30, best: 20 });
    expect([progressWords(p['fault-0']), progressWords(p['fault-1'])]).toEqual([
      '1 of 2, 1.5 × the best search’s minutes; 1 ended by a dangerous act',
      'not tried yet',
    ]);
  });
});
