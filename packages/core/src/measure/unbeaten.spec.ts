/** Which of several choices none beats, by hand. */
import { describe, expect, it } from 'vitest';
import { unbeaten } from './index.js';

const left = (...costs: number[][]) => unbeaten(costs.map((cost) => ({ cost }))).map((c) => c.cost);

describe('choices by several figures', () => {
  it('one that is as good in all and better in one takes the other’s place, wherever it stands', () => {
    expect([left([1, 2], [1, 3]), left([1, 3], [1, 2]), left([2, 2], [1, 1])]).toEqual([[[1, 2]], [[1, 2]], [[1, 1]]]);
  });
  it('better in one and worse in another both stay', () => expect(left([1, 3], [2, 2], [3, 1])).toEqual([[1, 3], [2, 2], [3, 1]])); // prettier-ignore
  it('of equal ones the first', () => {
    const [a, b] = [{ cost: [1, 2], name: 'a' }, { cost: [1, 2], name: 'b' }]; // prettier-ignore
    expect(unbeaten([a!, b!])).toEqual([a]);
    expect(left([1, 2], [1, 2], [0, 9])).toEqual([[1, 2], [0, 9]]); // prettier-ignore
  });
  it('one alone, and none', () => expect([left([7]), left()]).toEqual([[[7]], []])); // prettier-ignore
  it('one beaten by a third that is itself beaten goes with it', () => expect(left([3, 3], [2, 2], [1, 1])).toEqual([[1, 1]]));
});
