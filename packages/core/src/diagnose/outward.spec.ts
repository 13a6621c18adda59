/** Boxes outward from the panel, by hand: columns count cables from it, lanes count branches. */
import { describe, expect, it } from 'vitest';
import { runOfBoxes } from '../circuit/index.js';
import { PANEL, type Bench } from '../model/index.js';
import { spots } from './outward.js';

/** Boxes `1` to `n` with a cable between each two that are named. */
const wired = (boxes: number, ...cables: [string, string][]): Bench => {
  const bench = runOfBoxes({ boxes });
  return { ...bench, cables: cables.map(([a, b], i) => ({ ...bench.cables[0]!, id: `c${i}`, ends: [a, b] })) };
};
const places = (bench: Bench): Record<string, string> => Object.fromEntries([...spots(bench).at].map(([id, s]) => [id, `${s.column}/${s.lane}`])); // prettier-ignore

describe('boxes outward from the panel', () => {
  it('in a row, whichever end of a cable was noted first', () =>
    expect(places(wired(3, [PANEL, 'box1'], ['box2', 'box1'], ['box2', 'box3']))).toEqual({ panel: '0/0', box1: '1/0', box2: '2/0', box3: '3/0' })); // prettier-ignore
  it('the first branch goes straight on, each further one takes a lane of its own below all that is there', () => {
    const star = wired(5, [PANEL, 'box1'], ['box1', 'box2'], ['box1', 'box4'], ['box2', 'box3'], ['box1', 'box5']);
    expect(places(star)).toEqual({ panel: '0/0', box1: '1/0', box2: '2/0', box3: '3/0', box4: '2/1', box5: '2/2' });
    expect(spots(star).lanes).toBe(3);
  });
  it('a branch within a branch lies below it', () =>
    expect(places(wired(5, [PANEL, 'box1'], ['box1', 'box2'], ['box1', 'box3'], ['box3', 'box4'], ['box3', 'box5']))).toEqual({ panel: '0/0', box1: '1/0', box2: '2/0', box3: '2/1', box4: '3/1', box5: '3/2' })); // prettier-ignore
  it('a ring is drawn once round', () =>
    expect(places(wired(3, [PANEL, 'box1'], ['box1', 'box2'], ['box2', 'box3'], ['box3', 'box1']))).toEqual({ panel: '0/0', box1: '1/0', box2: '2/0', box3: '3/0' })); // prettier-ignore
  it('what no cable is known to lead to stands in the first column, below', () => {
    const apart = wired(3, [PANEL, 'box1'], ['box3', 'elsewhere']);
    expect(places(apart)).toEqual({ panel: '0/0', box1: '1/0', box2: '1/1', box3: '1/2' });
    expect(spots(apart).lanes).toBe(3);
  });
  it('what leads out of the survey is no box', () => {
    const { at, lanes } = spots(wired(1, [PANEL, 'box1'], ['box1', 'elsewhere'], ['elsewhere', 'box1']));
    expect([[...at.keys()], lanes]).toEqual([[PANEL, 'box1'], 1]);
  });
});
