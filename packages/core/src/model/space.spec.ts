/** Parts of the house by name: what the graph, a saved way and the lists all read. */
import { describe, expect, it } from 'vitest';
import { isSpace, spaceOf } from './index.js';

describe('a part of the house', () => {
  it('is of a kind, and a part of something', () => {
    expect(spaceOf('bay/wall-3/2')).toEqual({ kind: 'bay', of: ['wall-3', '2'] });
    expect(spaceOf('attic/1')).toEqual({ kind: 'attic', of: ['1'] });
    expect(spaceOf('surface/den/shelf/left-end').of).toEqual(['den', 'shelf', 'left-end']);
  });
  it('a name that begins like one is none: an id may be anything', () => {
    expect(spaceOf('attic-room/1').kind).toBeUndefined();
    expect([isSpace('floor/0', 'floor'), isSpace('floors/0', 'floor'), isSpace('', 'floor')]).toEqual([true, false, false]);
  });
  it('is one of several kinds, or of none of them', () => {
    expect([isSpace('feed/box-1', 'feed', 'place'), isSpace('place/0', 'feed', 'place'), isSpace('bay/w/0', 'feed', 'place')]).toEqual([
      true,
      true,
      false,
    ]);
  });
});
