/** Bays of the sample walls and of walls made up for one rule each; counted by hand. */
import { expect, it } from 'vitest';
import { quinceStreet } from '../houses.testing.js';
import { inches, toInches } from '../measure/index.js';
import { measured, type Obstacle, type Wall } from '../model/index.js';
import { wallBays } from './bays.js';

const at = (inch: number) => measured(inches(inch));
const said = (mm: number): number => Math.round(toInches(mm) * 1000) / 1000;
const wall = (part: Partial<Wall> = {}): Wall => ({
  id: 'w',
  name: 'wall',
  length: at(96),
  height: at(96),
  framing: { material: 'wood', studDepth: at(3.5), studWidth: at(1.5), spacing: at(16), knownStud: at(16), extraStuds: [] },
  faces: { A: { roomId: 'a', layers: [] }, B: { roomId: 'b', layers: [] } },
  references: [],
  obstacles: [],
  openings: [],
  ...part,
});
const obstacle = (id: string, kind: Obstacle['kind'], x: number, z: number, w: number, h: number, thick?: number): Obstacle => ({
  id,
  kind,
  x: at(x),
  z: at(z),
  width: at(w),
  height: at(h),
  ...(thick === undefined ? {} : { thick: at(thick), behindA: at(0.5) }),
});

it('8 ft with studs every 16 in: six bays of 14 1/2 in, the end ones shorter by half a stud', () => {
  const { bays, between } = wallBays(wall());
  expect(bays.map((b) => said(b.right - b.left))).toEqual([13.75, 14.5, 14.5, 14.5, 14.5, 13.75]);
  expect(between.map((b) => b.studs.map(said))).toEqual([[16], [32], [48], [64], [80]]);
  expect(between.map((b) => b.guessed)).toEqual([false, true, true, true, true]);
});

it('where no stud was found they are reckoned from the end, and say so', () => {
  const { bays, noStudFound } = wallBays(wall({ framing: { ...wall().framing, knownStud: undefined } }));
  expect(noStudFound).toBe(true);
  expect(bays.every((b) => b.reckoned)).toBe(true);
  expect(bays).toHaveLength(6);
});

it('no bay goes past a door; under a window there is one', () => {
  const { bays, between } = wallBays(
    wall({
      openings: [
        { id: 'd', kind: 'door', x: at(33), z: at(0), width: at(30), height: at(80) },
        { id: 'win', kind: 'window', x: at(65), z: at(40), width: at(14), height: at(40) },
      ],
    }),
  );
  // bays between 16 and 32 in, none at the door, one under the window
  expect(bays.map((b) => [said(b.left), said(b.top)])).toEqual([
    [1.5, 96],
    [16.75, 96],
    [64.75, 40],
    [80.75, 96],
  ]);
  expect(between.map((b) => [b.left.n, b.right.n])).toEqual([
    [0, 1],
    [2, 3],
  ]);
});

it('a fire block parts a bay in two, with a way through it; a duct from face to face parts it with none', () => {
  const blocked = wallBays(wall({ obstacles: [obstacle('f', 'fire-block', 16.75, 48, 14.5, 1.5)] }));
  expect(blocked.bays).toHaveLength(7);
  expect(blocked.blocks.map((b) => [said(b.below.top), said(b.above.bottom)])).toEqual([[48, 49.5]]);
  const ducted = wallBays(wall({ obstacles: [obstacle('d', 'duct', 20, 0, 6, 96, 3.25)] }));
  expect(ducted.between.find((b) => b.filled)?.filled?.id).toBe('d');
});

it('a thin pipe is passed beside; one whose depth nobody knows is a doubt', () => {
  const known = wallBays(wall({ obstacles: [obstacle('p', 'pipe', 20, 0, 0.875, 96, 0.875)] })).bays[1]!;
  expect(known.past).toEqual([{ says: 'the pipe', depthKnown: true }]);
  // free from its right edge to the stud at 32 in: 20.875 to 31.25
  expect(said(known.clear)).toBeCloseTo((20.875 + 31.25) / 2, 2);
  expect(said(known.right - known.left)).toBe(14.5);
  expect(wallBays(wall({ obstacles: [obstacle('p', 'pipe', 20, 0, 0.875, 96)] })).bays[1]!.past).toEqual([
    { says: 'the pipe, depth not known', depthKnown: false },
  ]);
});

it('masonry has none; the sample’s hall wall has its vent in the fourth bay and ends at the door', () => {
  expect(wallBays(wall({ framing: { ...wall().framing, material: 'masonry' } })).bays).toEqual([]);
  const hall = quinceStreet.site.walls.find((w) => w.id === 'sewing-hall')!;
  const { bays } = wallBays(hall);
  expect(bays.filter((b) => b.past.length).map((b) => b.past.map((p) => p.says))).toEqual([['the vent']]);
  expect(Math.max(...bays.map((b) => toInches(b.right)))).toBeLessThanOrEqual(92);
});

it('a wall narrower than half a stud has no stud and one bay; it was found by chance that such a house had no ways at all', () => {
  const sliver = wall({ length: at(0.5), framing: { ...wall().framing, knownStud: undefined } });
  expect(wallBays(sliver).between).toEqual([]);
  expect(wallBays(wall({ length: at(10), framing: { ...wall().framing, studWidth: at(30), knownStud: undefined } })).between).toEqual([]);
});
