/**
 * Where each leg of a way runs, point by point, in the small house: walls 4 1/2 in thick, joists 9 27/32 in (250 mm) under the plates, 5 29/32
 * (150 mm) over them; in plan x from the north wall's left end to the right, y up. In inches, from the survey's own figures.
 */
import { describe, expect, it } from 'vitest';
import { inches, toInches } from '../../measure/index.js';
import { measured, type Fixture, type Site, type Wall, type WantPlace } from '../../model/index.js';
import { framing, traced, type Traced } from '../index.js';
import { boxOn, L_ROOM, placeOn, RATES, roundRoom, smallHouse, wallOf } from '../smallHouse.testing.js';
import { input, laid, way } from '../smallWay.testing.js';
import { stapledUpright } from './legs.js';

const at = (inch: number) => measured(inches(inch));
const inch = (mm: number) => Math.round(toInches(mm) * 10) / 10;
const fine = (mm: number) => Math.round(toInches(mm) * 100) / 100;
const house = (from: number, part: Parameters<typeof smallHouse>[0] = {}, wall = 'n'): Site =>
  smallHouse({ boxes: [boxOn('b', wall, from)], ...part });
const wallN = wallOf('n', 120, { A: 'den', B: 'out' });
const wallE = wallOf('e', 96, { A: 'den', B: 'shop' });
const open = (wall: Wall): Partial<Wall> => ({ faces: { A: { ...wall.faces.A, open: true }, B: wall.faces.B } });
/** Corners of a leg in plan and up, without those that lie within a quarter of an inch of the one before. */
const path = ({ legs }: Traced, n: number): number[][] => legs[n]!.path.map((p) => [p.x, p.y, p.z].map(fine)).filter((p, i, all) => i === 0 || p.some((v, k) => Math.abs(v - all[i - 1]![k]!) > 0.25)); // prettier-ignore
const onFace = ({ legs }: Traced, n: number): number[][] | undefined => legs[n]!.onWall?.points.map((p) => [inch(p.u), inch(p.z)]);
const said = (t: Traced) => t.legs.map((l) => [l.kind, l.words]);
const hollow = (t: Traced) => t.legs.find((l) => l.kind === 'hollow')!;

describe('in a wall', () => {
  it('beside the stud first, then up: each corner once', () => {
    const t = laid(house(32.5), placeOn('n', 40, { bottom: at(40) }));
    expect(onFace(t, 0)).toEqual([[32.5, 15.9], [40, 15.9], [40, 41.9]]); // prettier-ignore
    expect(inch(t.legs[0]!.lengthMm)).toBe(7.5 + 26);
  });
  it('round a corner: to the end of one wall, and from that of the next, which lies across', () => {
    const t = laid(house(104), placeOn('e', 8));
    expect([onFace(t, 0), onFace(t, 1)]).toEqual([[[104, 15.9], [113.5, 15.9], [120, 15.9]], [[0, 15.9], [8, 15.9]]]); // prettier-ignore
    // the middle of the east wall lies 2 1/4 in behind its face
    expect(path(t, 1)).toEqual([[122.25, -8, 15.87]]);
    // numbered from one on; a corner post gets no bushing and no seal
    expect(t.holes.map((h) => [h.id, h.count, h.bushing, h.seal])).toEqual([1, 2, 3].map((n) => [`hole-${n}`, 1, false, false]));
    expect(t.openings.map((o) => o.id)).toEqual(['opening-1', 'opening-2', 'opening-3']);
  });
  it('a thicker wall’s middle lies deeper, that of a wall before it as deep as it is', () => {
    const deep = { framing: { ...wallE.framing, studDepth: at(5.5) } };
    const t = laid(house(104, { walls: { e: deep } }), placeOn('e', 8));
    // half an inch of board and half of 5 1/2
    expect([path(t, 0).at(-1)!.slice(0, 2), path(t, 1)]).toEqual([[113.54, 2.25], [[123.25, -8, 15.87]]]); // prettier-ignore
  });
  it('from one plate to the other: down, along under the floor, up', () => {
    const t = laid(house(24, { den: { below: 'basement' } }), placeOn('n', 56));
    expect([onFace(t, 0), onFace(t, 2)]).toEqual([[[24, 15.9], [24, 0]], [[56, 0], [56, 15.9]]]); // prettier-ignore
    expect(path(t, 1)).toEqual([[24, 2.25, 0], [24, 2.25, -9.84], [56, 2.25, -9.84], [56, 2.25, 0]]); // prettier-ignore
    expect(t.holes.map((h) => [h.id, h.bushing])).toEqual([['hole-1', false], ['hole-2', false]]); // prettier-ignore
  });
  it('a stud in the very middle is told from the left end', () => {
    const t = laid(house(54, { walls: { n: { framing: { ...wallN.framing, extraStuds: [{ id: 'x', x: at(60) }] } } } }), placeOn('n', 62));
    expect(t.holes.map((h) => h.where.split(',')[0])).toEqual(['60" from the left end of wall n']);
  });
});

describe('in brick', () => {
  it('chases go to the ends of both walls, in conduit or under plaster', () => {
    const brick = { framing: { ...wallN.framing, material: 'masonry' as const } };
    const t = laid(house(104, { walls: { n: brick, e: brick } }), placeOn('e', 8));
    expect([onFace(t, 0), onFace(t, 1)]).toEqual([[[104, 15.9], [120, 15.9]], [[0, 15.9], [8, 15.9]]]); // prettier-ignore
    expect(said(t)).toEqual([['chase', 'a chase in wall n'], ['chase', 'a chase in wall e']]); // prettier-ignore
    expect(t.legs[0]!.fastened).toBe('in conduit or under plaster, fixed before it is closed');
  });
});

describe('in a raceway', () => {
  const surface = (site: Site, place: WantPlace): Traced => {
    const f = framing(site, [place], { rates: RATES, gauge: 14, dryingHours: 24, surfaceOnly: true });
    return traced({ ...input(site, f), ...way(f, f.boxes.get('b')!, f.places[0]!) });
  };
  it('one leg on each wall, to its end and on from the next one’s', () => {
    const t = surface(house(24), placeOn('e', 40));
    expect(said(t)).toEqual([['raceway', 'on wall n'], ['raceway', 'on wall e']]); // prettier-ignore
    expect([onFace(t, 0), onFace(t, 1)]).toEqual([[[24, 15.9], [116, 15.9], [120, 15.9]], [[0, 15.9], [4, 15.9], [40, 15.9]]]); // prettier-ignore
    expect(t.legs.map((l) => [inch(l.lengthMm), l.fastened])).toEqual([[96, 'in the raceway'], [40, 'in the raceway']]); // prettier-ignore
  });
  it('onto a shelf: its end comes forward from the wall, so that no face shows it', () => {
    const shelf: Fixture = { id: 's', kind: 'shelf', face: 'A', x: at(40), z: at(30), width: at(40), height: at(1), depth: at(12) };
    const t = surface(house(24, { walls: { n: { fixtures: [shelf] } } }), placeOn('n', 56, { bottom: at(29), inFront: 's' }));
    expect(t.legs.map((l) => [l.words, l.onWall === undefined, inch(l.lengthMm)])).toEqual([
      ['on wall n', false, 31.5],
      ['on left end of the shelf at wall n', true, 12],
      ['on front of the shelf at wall n', false, 16],
    ]);
    expect(path(t, 1)).toEqual([[40, 0, 31.38], [40, -12, 31.38]]); // prettier-ignore
  });
});

describe('over and under rooms', () => {
  const BASEMENT = { below: 'basement' as const };
  const joists = (runs: 'along-first' | 'across-first') => ({ runs, depth: at(9.25), spacing: at(16) });
  it('along the joists: in an attic stapled, under a floor stapled to their sides', () => {
    const attic = laid(house(24, { den: { above: 'attic', joistsAbove: { runs: 'along-first' } } }), placeOn('n', 56));
    expect([hollow(attic).fastened, path(attic, 1)]).toEqual(['stapled along the joists (334.30)', [[24, 2.25, 96], [24, 2.25, 101.91], [56, 2.25, 101.91], [56, 2.25, 96]]]); // prettier-ignore
    const under = laid(house(24, { den: { ...BASEMENT, joistsBelow: joists('along-first') } }), placeOn('n', 56));
    expect(hollow(under).fastened).toBe('stapled along the side of a joist (334.15(C), 334.30)');
  });
  it('five inches aside between two joists cross none: nothing is bored, and nothing held by them', () => {
    // 27 in from the left end over there lies opposite 93: 88 is 5 in to the right
    const t = laid(house(27, { den: { ...BASEMENT, joistsBelow: joists('across-first') } }), placeOn('s', 88));
    expect(path(t, 1)).toEqual([[27, 2.25, 0], [27, 2.25, -9.84], [32, 2.25, -9.84], [32, -98.25, -9.84], [32, -98.25, 0]]); // prettier-ignore
    expect([t.counts.joists, hollow(t).fastened]).toEqual([0, 'stapled along the side of a joist (334.15(C), 334.30)']);
    // 9.8 down, 5 aside, then 100 1/2 along: 12 in from either end of that, and in its middle
    expect(hollow(t).staples.map(inch)).toEqual([9.8 + 5 + 12, 9.8 + 5 + 50.25, 9.8 + 5 + 88.5].map((v) => expect.closeTo(v, 0))); // prettier-ignore
  });
  it('by a point that it has to pass, in two parts that meet there', () => {
    const site = house(24, { den: BASEMENT });
    const f = framing(site, [placeOn('n', 56)], { rates: RATES, gauge: 14, dryingHours: 24 });
    const k = f.nodes.findIndex((n) => n.space === 'basement/0' && n.y < -inches(48) && n.x > inches(30) && n.x < inches(48));
    const { space, x, y } = f.nodes[k]!;
    const [there, on] = [way(f, f.boxes.get('b')!, k), way(f, k, f.places[0]!)];
    const t = traced({ ...input(site, f), nodes: [...there.nodes, ...on.nodes.slice(1)], edges: [...there.edges, ...on.edges], via: { space, x, y } }); // prettier-ignore
    const [px, py] = [fine(x), fine(y)];
    expect(path(t, 1)).toEqual([[24, 2.25, 0], [24, 2.25, -9.84], [px, 2.25, -9.84], [px, py, -9.84], [56, py, -9.84], [56, 2.25, -9.84], [56, 2.25, 0]].map((p) => p.map((v) => expect.closeTo(v!, 1)))); // prettier-ignore
  });
  it('in a room with a corner that comes in: round it, not across where no floor is', () => {
    const site = (wall: string, u: number): Site => roundRoom(L_ROOM, 'c', [boxOn('b', wall, u)], BASEMENT);
    // down from the top of the right wall 24 in; from the bottom wall's right end, which lies at 60 in, 30 in to the left
    const there = laid(site('b', 24), placeOn('e', 30));
    const back = laid(site('e', 30), placeOn('b', 24));
    const corners = (t: Traced) => hollow(t).path.map((p) => [p.x, p.y].map((v) => Math.round(toInches(v)))).filter((p, i, all) => i === 0 || p.join() !== all[i - 1]!.join()); // prettier-ignore
    expect(corners(there)).toEqual([[122, -24], [30, -24], [30, -98]]); // prettier-ignore
    expect(corners(back)).toEqual([[30, -98], [30, -24], [122, -24]]); // prettier-ignore
  });
  it('along the other walls as well: which way it runs is told by how far, not by where', () => {
    // from 93 in, straight across to 27 from the other wall's left end, under joists that lie in its way: 6 of them
    const across = laid(house(93, { den: { ...BASEMENT, joistsBelow: joists('along-first') } }), placeOn('s', 27));
    const bored = across.holes.filter((h) => h.member === 'joist');
    expect(bored.map((h) => [h.count, inch(h.at.x), inch(h.at.y)])).toEqual([[6, 93, -48]]);
    // along the south wall, 98 in from the north one
    const along = laid(house(24, { den: { ...BASEMENT, joistsBelow: joists('along-first') } }, 's'), placeOn('s', 56));
    expect([along.counts.joists, path(along, 1)]).toEqual([0, [[96, -98.25, 0], [96, -98.25, -9.84], [64, -98.25, -9.84], [64, -98.25, 0]]]); // prettier-ignore
  });
});

describe('held in open framing', () => {
  const level = { ...at(0), mm: 768 - inches(3.75) / 2 };
  /** Both boxes with their middles where studs are bored for a box 14 in up. */
  const flat = (from: number, to: number): Traced => {
    const box = boxOn('b', 'n', from);
    return laid(smallHouse({ walls: { n: open(wallN) }, boxes: [{ ...box, place: { ...box.place, bottom: level } }] }), placeOn('n', to, { bottom: level })); // prettier-ignore
  };
  it('11 in from box to box need nothing between; 13 in a block 8 in from either', () => {
    expect([flat(34, 45).legs[0]!.staples, flat(33.5, 46.5).legs[0]!.staples.map(inch)]).toEqual([[], [5, 8]]);
  });
  it('round a corner its end is no box: no block there, though the first stud stands 16 in from it', () => {
    const t = laid(house(104, { walls: { n: open(wallN), e: open(wallE) } }), placeOn('e', 40));
    expect([onFace(t, 0)!.at(-1), onFace(t, 1)![0]]).toEqual([[120, 30.2], [0, 30.2]]); // prettier-ignore
    // up from the first box 14.4 in, stapled half way; down to the second as far, after 40 in
    expect(t.legs.map((l) => l.staples.map(inch))).toEqual([[7.2], [47.2]]);
    expect(t.legs.some((l) => l.fastened.includes('block'))).toBe(false);
    expect(t.holes.filter((h) => !h.corner).map((h) => [h.onWall!.wallId, inch(h.onWall!.u)])).toEqual([['n', 112], ['e', 16], ['e', 32]]); // prettier-ignore
  });
  it('by hand: a level stretch by the studs it is bored through, whichever way it runs; each box has the nearest within 12 in, else a block', () => {
    const held = (points: [number, number][], bored: number[], start = true, end = true) => {
      const { staples, blocks } = stapledUpright(points.map(([u, z]) => ({ u: inches(u), z: inches(z) })), bored.map((b) => inches(b)), { start, end }); // prettier-ignore
      return [staples.map(inch), blocks];
    };
    const level: [number, number][] = [[0, 0], [36, 0]]; // prettier-ignore
    const back: [number, number][] = [[36, 0], [0, 0]]; // prettier-ignore
    // 10 in from one box, 10 from the other; 12 is near enough, 13 is not
    expect([held(level, [10, 26]), held(level, [12, 24]), held(level, [13, 26]), held(level, [10, 23])]).toEqual([[[], 0], [[], 0], [[8], 1], [[28], 1]]); // prettier-ignore
    expect([held(back, [13, 30]), held(back, [6, 23])]).toEqual([
      [[28], 1],
      [[8], 1],
    ]);
    expect([held(level, []), held(level, [], false, true), held(level, [], true, false), held(level, [], false, false)]).toEqual([[[8, 28], 2], [[28], 1], [[8], 1], [[], 0]]); // prettier-ignore
    // a box only 12 in from the other needs none
    expect(held([[0, 0], [12, 0]], [])).toEqual([[], 0]); // prettier-ignore
    // up 20, stapled 8 from the box and 8 from the bend; then 24 along, past a stud 16 on
    const up: [number, number][] = [[16, 0], [16, 20], [40, 20]]; // prettier-ignore
    expect([held(up, [32]), held(up, [40]), held(up, [27]), held(up, [10]), held(up, [44])]).toEqual([[[8, 12], 0], [[8, 12], 0], [[8, 12, 36], 1], [[8, 12, 36], 1], [[8, 12, 36], 1]]); // prettier-ignore
    // and so from the other end
    expect([held([...up].reverse(), [32]), held([...up].reverse(), [27])]).toEqual([
      [[32, 36], 0],
      [[8, 32, 36], 1],
    ]);
  });
});
