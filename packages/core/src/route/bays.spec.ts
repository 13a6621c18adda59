/** Bays of the sample walls and of walls made up for one rule each; counted by hand. */
import { expect, it } from 'vitest';
import { quinceStreet } from '../houses.testing.js';
import { inches, toInches } from '../measure/index.js';
import { measured, type Obstacle, type Wall } from '../model/index.js';
import { wallBays, type Bay } from './bays.js';

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

/** Left and right edge, bottom and top, in inches. */
const edges = (w: Wall) => wallBays(w).bays.map((b) => [b.left, b.right, b.bottom, b.top].map(said));
const noStud = (part: Partial<Wall> = {}): Wall => wall({ ...part, framing: { ...wall().framing, knownStud: undefined } });

it('reckoned from the end: the first stud at it, the next on centre, and one at the other end where there is room for it', () => {
  expect(wallBays(noStud()).bays.map((b) => [b.left, b.right].map(said))).toEqual([[1.5, 15.25], [16.75, 31.25], [32.75, 47.25], [48.75, 63.25], [64.75, 79.25], [80.75, 94.5]]); // prettier-ignore
  // 81 in: the last on centre stands at 80, and its end is the wall’s
  expect(wallBays(noStud({ length: at(81) })).bays.map((b) => said(b.right))).toEqual([15.25, 31.25, 47.25, 63.25, 79.25]);
  expect(wallBays(noStud({ length: at(84) })).bays.map((b) => said(b.right))).toEqual([15.25, 31.25, 47.25, 63.25, 79.25, 82.5]);
  expect(wallBays(noStud()).between.every((b) => b.guessed)).toBe(true);
});

it('what fills the wall from face to face and stands higher than 60 % of it is no way through; lower, shallower or a brace is none of that', () => {
  const filled = (part: Obstacle): string[] => [
    ...new Set(wallBays(wall({ obstacles: [part] })).between.flatMap((b) => b.filled?.id ?? [])),
  ];
  // 60 % of 96 in are 57.6; 3 1/2 in less 25 mm are 2.516 in
  expect(filled(obstacle('d', 'duct', 20, 0, 6, 58, 2.52))).toEqual(['d']);
  expect(filled(obstacle('d', 'duct', 20, 0, 6, 57, 2.52))).toEqual([]);
  expect(filled(obstacle('d', 'duct', 20, 0, 6, 58, 2.51))).toEqual([]);
  expect(filled(obstacle('d', 'brace', 20, 0, 6, 58, 3.5))).toEqual([]);
  expect(edges(wall({ obstacles: [obstacle('d', 'duct', 20, 0, 6, 96, 3)] })).slice(1, 3)).toEqual([[16.75, 20, 0, 96], [26, 31.25, 0, 96]]); // prettier-ignore
});

it('a thing as deep as the wall parts its bay where nothing gets past beside it: under it and over it', () => {
  const part = obstacle('v', 'vent', 17.5, 30, 12.5, 20, 3.5);
  // 3/4 in and 1 1/4 in are left beside it: less than the 40 mm that a cable takes
  expect(edges(wall({ obstacles: [part] })).slice(1, 3)).toEqual([[16.75, 31.25, 0, 30], [16.75, 31.25, 50, 96]]); // prettier-ignore
  expect(wallBays(wall({ obstacles: [part] })).blocks).toEqual([]);
  // with 1 5/8 in it is passed
  const passed = wallBays(wall({ obstacles: [{ ...part, width: at(12.125) }] })).bays[1]!;
  expect([said(passed.top), passed.past.map((p) => p.says), said(passed.clear)]).toEqual([96, ['the vent'], 30.438]);
  // a shallow one as wide is passed in front of it, in the middle of the bay
  const shallow = wallBays(wall({ obstacles: [{ ...part, thick: at(1) }] })).bays[1]!;
  expect([said(shallow.top), shallow.past.length, said(shallow.clear)]).toEqual([96, 1, 24]);
});

it('one standing on the floor leaves what is over it, one hung from the top what is under it; of less than an inch nothing', () => {
  const vent = (z: number, h: number) => wall({ obstacles: [obstacle('v', 'vent', 17, z, 14, h, 3.5)] });
  expect(edges(vent(0, 40))[1]).toEqual([16.75, 31.25, 40, 96]);
  expect(edges(vent(50, 46))[1]).toEqual([16.75, 31.25, 0, 50]);
  expect(edges(vent(0.9, 40)).slice(1, 3)).toEqual([[16.75, 31.25, 40.9, 96], [32.75, 47.25, 0, 96]]); // prettier-ignore
});

it('a thing of the next bay, over it or under it is not in this one, nor one that only touches its stud', () => {
  const past = (part: Obstacle) => wallBays(wall({ obstacles: [part] })).bays.map((b) => b.past.length);
  expect(past(obstacle('p', 'pipe', 33, 0, 1, 96, 1))).toEqual([0, 0, 1, 0, 0, 0]);
  expect(past(obstacle('p', 'pipe', 15.25, 0, 1.5, 96, 1))).toEqual([0, 0, 0, 0, 0, 0]);
  expect(past(obstacle('p', 'pipe', 14, 0, 5, 96, 1))).toEqual([1, 1, 0, 0, 0, 0]);
  // in a bay that a block parts it is in the part it stands in
  const parted = wallBays(wall({ obstacles: [obstacle('f', 'fire-block', 16.75, 48, 14.5, 1.5), obstacle('p', 'pipe', 20, 0, 1, 48, 1)] }));
  expect(parted.bays.map((b) => b.past.length)).toEqual([0, 1, 0, 0, 0, 0, 0]);
  const over = wallBays(
    wall({ obstacles: [obstacle('f', 'fire-block', 16.75, 48, 14.5, 1.5), obstacle('p', 'pipe', 20, 49.5, 1, 46, 1)] }),
  );
  expect(over.bays.map((b) => b.past.length)).toEqual([0, 0, 1, 0, 0, 0, 0]);
});

it('a block that leaves room beside it narrows the bay; two pipes leave the widest part between or beside them', () => {
  expect(edges(wall({ obstacles: [obstacle('f', 'fire-block', 16.75, 48, 12, 1.5)] }))[1]).toEqual([28.75, 31.25, 0, 96]);
  const two = wallBays(wall({ obstacles: [obstacle('p', 'pipe', 18, 0, 1, 96, 1), obstacle('q', 'pipe', 28, 0, 1, 96, 1)] })).bays[1]!;
  expect(said(two.clear)).toBe((19 + 28) / 2);
  const late = wallBays(wall({ obstacles: [obstacle('p', 'pipe', 29, 0, 1, 96, 1)] })).bays[1]!;
  expect(said(late.clear)).toBe((16.75 + 29) / 2);
});

it('depth is known where both how thick a thing is and how far behind the face it lies were measured', () => {
  const pipe = obstacle('p', 'pipe', 20, 0, 1, 96);
  const known = (part: Partial<Obstacle>) => wallBays(wall({ obstacles: [{ ...pipe, ...part }] })).bays[1]!.past[0]!.depthKnown;
  expect([known({}), known({ thick: at(1) }), known({ behindA: at(1) }), known({ thick: at(1), behindA: at(1) })]).toEqual([false, false, false, true]); // prettier-ignore
});

it('beside a door as wide as a cable needs there is a bay; under a window its sill is passed, under one at the floor nothing', () => {
  const open = (x: number, z: number, w: number) => wall({ openings: [{ id: 'o', kind: z ? 'window' : 'door', x: at(x), z: at(z), width: at(w), height: at(30) }] }); // prettier-ignore
  expect(edges(open(18.5, 0, 12.75))[1]).toEqual([16.75, 18.5, 0, 96]);
  expect(edges(open(18.25, 0, 13))[1]).toEqual([32.75, 47.25, 0, 96]);
  const sill = wallBays(open(17, 30, 14)).bays[1]!;
  expect([said(sill.top), sill.past]).toEqual([30, [{ says: 'the sill of a window', depthKnown: true }]]);
  expect(edges(open(17, 0.9, 14))[1]).toEqual([32.75, 47.25, 0, 96]);
  // what ends where the bay begins is not in it
  expect(edges(open(10, 0, 6.75))[1]).toEqual([16.75, 31.25, 0, 96]);
});

it('bays side by side are neighbours where they stand beside each other for more than an inch of height', () => {
  const parted = wall({
    obstacles: [obstacle('f', 'fire-block', 16.75, 48, 14.5, 1.5), obstacle('g', 'fire-block', 32.75, 48.9, 14.5, 1.5)],
  });
  const { between, blocks } = wallBays(parted);
  const name = (b: Bay) => `${said(b.left)} ${said(b.bottom)}`;
  const pairs = between.filter((b) => said(b.left.left) === 16.75).map((b) => [name(b.left), name(b.right)]);
  // from 49.5 to 48.9 in there is nothing beside each other
  expect(pairs).toEqual([['16.75 0', '32.75 0'], ['16.75 49.5', '32.75 50.4']]); // prettier-ignore
  expect(blocks.map((b) => [b.obstacle.id, name(b.below), name(b.above), said(b.z)])).toEqual([['f', '16.75 0', '16.75 49.5', 48], ['g', '32.75 0', '32.75 50.4', 48.9]]); // prettier-ignore
  const higher = wallBays(wall({ obstacles: [obstacle('f', 'fire-block', 16.75, 48, 14.5, 1.5), obstacle('g', 'fire-block', 32.75, 52, 14.5, 1.5)] })); // prettier-ignore
  expect(higher.between.filter((b) => said(b.left.left) === 16.75)).toHaveLength(3);
});

it('a block at the floor or under the top has a bay on one side of it only, and is none that is bored', () => {
  expect(wallBays(wall({ obstacles: [obstacle('f', 'fire-block', 16.75, 0, 14.5, 1.5)] })).blocks).toEqual([]);
  expect(wallBays(wall({ obstacles: [obstacle('f', 'fire-block', 16.75, 94.5, 14.5, 1.5)] })).blocks).toEqual([]);
});

it('two studs side by side are bored both; one of them only reckoned makes both a guess', () => {
  // the known one at 16 in, and a jack beside it that was only reckoned
  const jack = { id: 'jack', x: { ...at(17.5), known: 'assumed' as const } };
  const pair = wallBays(wall({ framing: { ...wall().framing, extraStuds: [jack] } })).between[0]!;
  expect([pair.studs.map(said), pair.guessed]).toEqual([[16, 17.5], true]);
  const found = wallBays(wall({ framing: { ...wall().framing, extraStuds: [{ ...jack, x: at(17.5) }] } })).between[0]!;
  expect([found.studs.map(said), found.guessed]).toEqual([[16, 17.5], false]);
});

it('a narrow bay stays one beside a window that is elsewhere, before it and behind it', () => {
  const jack = { id: 'jack', x: at(48 + 1.5 + 1.2) };
  const glazed = (x: number) =>
    wall({
      framing: { ...wall().framing, extraStuds: [jack] },
      openings: [{ id: 'o', kind: 'window', x: at(x), z: at(30), width: at(10), height: at(30) }],
    });
  for (const x of [18, 66]) expect(edges(glazed(x))).toContainEqual([48.75, 49.95, 0, 96]);
  // over it, it is passed under its sill
  expect(edges(glazed(48))).toContainEqual([48.75, 49.95, 0, 30]);
});

it('is looked into where somebody said so, or where one sees between the studs', () => {
  const looked = (part: Partial<Wall>) => wallBays(wall(part)).bays.every((b) => b.looked);
  const { faces } = wall();
  expect([looked({}), looked({ bayLooked: 'seen' }), looked({ faces: { ...faces, B: { ...faces.B, open: true } } })]).toEqual([false, true, true]); // prettier-ignore
});
