/**
 * What ways through a small house come to, each worked out by hand: a stud every 16 in, cable 403 mm up (the middle of a box 14 in up), 3 in
 * a bend, 1 in a stud (common practice, no source). Holes by IRC R602.6 and R502.8.1, plates by 300.4, staples by 334.30, from memory.
 */
import { describe, expect, it } from 'vitest';
import { feet, inches, toInches } from '../../measure/index.js';
import { measured, type Site, type Wall } from '../../model/index.js';
import { once } from '../../once.testing.js';
import { traced, type Traced } from '../index.js';
import { boxOn, placeOn, smallHouse, wallOf } from '../smallHouse.testing.js';
import { framed, input, laid, way } from '../smallWay.testing.js';

const at = (inch: number) => measured(inches(inch));
const house = (part: Parameters<typeof smallHouse>[0] = {}): Site => smallHouse({ boxes: [boxOn('b', 'n', 24)], ...part });
const wallN = wallOf('n', 120, { A: 'den', B: 'out' });
const wallE = wallOf('e', 96, { A: 'den', B: 'shop' });
const open = (wall: Wall): Partial<Wall> => ({ faces: { A: { ...wall.faces.A, open: true }, B: wall.faces.B } });
const inch = (mm: number) => Math.round(toInches(mm) * 100) / 100;

describe('through studs, two of them', () => {
  const t = once(() => laid(house(), placeOn('n', 56)));
  it('each hole with its place from the nearer end of the wall, its distances and its rule', () => {
    expect(t().holes.map((h) => h.where)).toEqual([
      '32" from the left end of wall n, 15 7/8" up; 1 3/8" to both faces, 15 7/8" to the bottom and 80 1/8" to the top; the stud is only reckoned: find it first',
      '48" from the left end of wall n, 15 7/8" up; 1 3/8" to both faces, 15 7/8" to the bottom and 80 1/8" to the top; the stud is only reckoned: find it first',
    ]);
    expect(t().holes.map((h) => [h.member, inch(h.sizeMm), h.judged?.verdict, h.plate, h.bushing, h.seal])).toEqual([
      ['stud', 0.75, 'ok', false, false, false],
      ['stud', 0.75, 'ok', false, false, false],
    ]);
    const far = laid(house({ boxes: [boxOn('b', 'n', 88)] }), placeOn('n', 104));
    expect(far.holes.map((h) => h.where.split(',')[0])).toEqual(['24" from the right end of wall n']);
  });
  it('is opened 4 in wide beside each stud, half of it to either side, and as high', () => {
    expect(t().openings.map((o) => [o.left, o.right].map(inch))).toEqual([[29.25, 34.75], [45.25, 50.75]]); // prettier-ignore
    expect(t().openings[0]).toMatchObject({
      wallId: 'n',
      face: 'A',
      what: 'stud 32" from the left end of wall n',
      bottom: 352.2,
      top: 453.8,
    });
  });
  it('32 in across, two bends, two studs: 40 in as it lies; nothing is left in loops, nothing stapled', () => {
    // 403.225 mm up, crossed at 403: a quarter of a mm more
    expect(t().legs.map((l) => [l.kind, Math.round(l.lengthMm), l.staples])).toEqual([['wall', 813, []]]);
    expect(t().legs[0]!.fastened).toMatch(/^fished/);
    expect([t().bends, t().loops, Math.round(t().run.runMm)]).toEqual([2, 0, Math.round(inches(40) + 0.2)]);
    expect(t().counts).toEqual({ staples: 0, plates: 0, bushings: 0, seals: 0, openings: 2, joists: 0 });
  });
  it('keeps 20 mm from the studs of a bay that it only passes', () => {
    // the bay begins at 32 3/4 in: 831.85 mm
    expect(t().legs[0]!.onWall!.points.map((p) => Math.round(p.u * 100) / 100)).toContain(851.85);
  });
  it('and as much from the other side of it, where it comes from there', () => {
    const back = laid(house({ boxes: [boxOn('b', 'n', 88)] }), placeOn('n', 56));
    // the bay passed ends at 79 1/4 in: 2012.95 mm
    expect(back.legs[0]!.onWall!.points.map((p) => Math.round(p.u * 100) / 100)).toContain(1992.95);
  });
  it('a bay too narrow for that is passed in its middle', () => {
    const narrow = laid(house({ walls: { n: { framing: { ...wallN.framing, extraStuds: [{ id: 'more', x: at(35) }] } } } }), placeOn('n', 56)); // prettier-ignore
    expect(narrow.holes.map((h) => inch(h.onWall!.u))).toEqual([32, 35, 48]);
    // between 32 3/4 and 34 1/4 in, 38 mm: its middle
    expect(narrow.legs[0]!.onWall!.points.map((p) => inch(p.u))).toContain(33.5);
  });
  it('from a box that seems to sit on a stud into the bay beside it, 20 mm from that stud', () => {
    const beside = laid(house({ boxes: [boxOn('b', 'n', 32.5)] }), placeOn('n', 56));
    expect(beside.legs[0]!.onWall!.points.map((p) => Math.round(p.u * 100) / 100).slice(0, 2)).toEqual([825.5, 851.85]);
    expect(beside.holes.map((h) => inch(h.onWall!.u))).toEqual([48]);
  });
  it('framed 2 1/2 in deep, 7/8 in are left to the faces: a steel plate on each stud', () => {
    const thin = laid(house({ walls: { n: { framing: { ...wallN.framing, studDepth: at(2.5) } } } }), placeOn('n', 56));
    expect([thin.counts.plates, thin.holes[0]!.where]).toEqual([2, expect.stringContaining('7/8" to both faces')]);
  });
  it('metal studs need a bushing each and no rule on wood', () => {
    const metal = laid(house({ walls: { n: { framing: { ...wallN.framing, material: 'metal' } } } }), placeOn('n', 56));
    expect(metal.counts.bushings).toBe(2);
    expect(metal.holes.map((h) => h.judged)).toEqual([undefined, undefined]);
  });
});

describe('down, along under the floor, up again', () => {
  const along = once(() => laid(house({ den: { below: 'basement' } }), placeOn('n', 56)));
  it('one hole in the plate at either end, sealed, marked from above by a wire', () => {
    expect(along().holes.map((h) => [h.member, h.where, h.seal])).toEqual([
      ['bottom plate', '24" from the left end of wall n, in the middle of the plate: 1 3/8" to both faces, 2 1/4" behind the finished face', true],
      ['bottom plate', '56" from the left end of wall n, in the middle of the plate: 1 3/8" to both faces, 2 1/4" behind the finished face', true],
    ]); // prettier-ignore
    expect(along().drillFrom).toEqual([expect.stringMatching(/^From below, up into wall n: .*2" back from the wire/)]);
    expect([along().counts.seals, along().counts.openings]).toEqual([2, 0]);
  });
  it('250 mm down to the joists, 32 in along them stapled 12 in from either end, 250 mm up', () => {
    expect(along().legs.map((l) => [l.words, Math.round(l.lengthMm), l.staples.map(Math.round)])).toEqual([
      ['in wall n', 403, []],
      ['the basement', 1313, [555, 758]],
      ['in wall n', 403, []],
    ]);
    // five bends; two loops of a foot are left for later, none where one can reach it all
    expect([along().bends, along().loops]).toEqual([5, 2]);
    expect(along().run.runMm).toBeCloseTo(403.225 + 1312.8 + 403 + 5 * inches(3) + 2 * feet(1));
    expect(laid(house({ den: { below: 'basement' } }), placeOn('n', 56), { open: true }).loops).toBe(0);
  });
  // 27 in from the left end of one wall lies opposite 93 in from that of the other
  const across = (joistsBelow = {}) => laid(house({ den: { below: 'basement', joistsBelow: { runs: 'along-first', ...joistsBelow } }, boxes: [boxOn('b', 'n', 27)] }), placeOn('s', 93)); // prettier-ignore
  it('across joists 16 in apart: 100 1/2 in pass 6 of them, bored in a line through their middles; those hold it', () => {
    const t = across({ depth: at(9.25), spacing: at(16) });
    const joists = t.holes.filter((h) => h.member === 'joist');
    expect(joists.map((h) => [h.count, h.where, h.judged?.verdict])).toEqual([
      [6, '6 joists under the den, in a straight line through their middles', 'ok'],
    ]);
    const under = t.legs.find((l) => l.kind === 'hollow')!;
    expect([inch(under.lengthMm - 500), under.staples]).toEqual([100.5, []]);
    expect(under.fastened).toMatch(/never under their edges/);
    expect(t.counts.joists).toBe(6);
    // 24 in apart: 4.2 of them
    expect(across({ depth: at(9.25), spacing: at(24) }).counts.joists).toBe(4);
  });
  it('joists that nobody measured: reckoned at 16 in, and whether they may be bored can’t be told', () => {
    const hole = across().holes.find((h) => h.member === 'joist')!;
    expect(hole.where).toMatch(/; reckoned at 16 in$/);
    expect(hole.judged).toMatchObject({ verdict: 'can’t tell', ask: 'Measure a joist under the den from top to bottom.' });
  });
  it('from one room under the next: each has its joists, and half of the wall between', () => {
    const t = laid(house({ den: { below: 'basement', joistsBelow: { runs: 'across-first', spacing: at(16), depth: at(9.25) } }, shop: { below: 'basement', joistsBelow: { runs: 'along-first', spacing: at(24) } } }), placeOn('n2', 60)); // prettier-ignore
    // 24 in to 120, 4 1/2 of wall, 60 more: 160 1/2 in, looked at every 4; the middle of the wall is passed by the 25th step, at 96.3 in
    expect(t.holes.filter((h) => h.member === 'joist').map((h) => [h.count, h.where.split(',')[0]])).toEqual([
      [6, '6 joists under the den'],
    ]);
    const [under] = t.legs.filter((l) => l.kind === 'hollow');
    expect(inch(under!.lengthMm - 500)).toBe(160.5);
    // stapled under the shop alone, 12 in from where its joists begin and from the end
    expect(under!.staples.map((s) => Math.round(inch(s - 250)))).toEqual([108, 149]);
    const there = t.holes.find((h) => h.member === 'joist')!;
    // in the middle of what is passed there: 24 + 48.2 in
    expect([Math.round(toInches(there.at.x)), there.joists]).toEqual([72, { roomId: 'den', over: false }]);
  });
  it('each room’s joists by what was measured of them: what is ok under the one is not told under the other', () => {
    const joists = { runs: 'across-first' as const, spacing: at(16) };
    const two = (den: object, shop: object) => laid(house({ den: { below: 'basement', joistsBelow: { ...joists, ...den } }, shop: { below: 'basement', joistsBelow: { ...joists, ...shop } } }), placeOn('n2', 60)).holes.filter((h) => h.member === 'joist').map((h) => [h.joists!.roomId, h.count, h.judged!.verdict]); // prettier-ignore
    // 160 1/2 in at 16 are 10 joists: 6 to the middle of the wall between, 4 beyond it
    expect(two({ depth: at(9.25) }, {})).toEqual([
      ['den', 6, 'ok'],
      ['shop', 4, 'can’t tell'],
    ]);
    expect(two({}, { depth: at(9.25) })).toEqual([
      ['den', 6, 'can’t tell'],
      ['shop', 4, 'ok'],
    ]);
    // a third of 2 in is less than the 3/4 in that is bored
    expect(two({ depth: at(9.25) }, { depth: at(2) })).toEqual([
      ['den', 6, 'ok'],
      ['shop', 4, 'stop'],
    ]);
  });
  it('one joist is a joist; those of a closed floor overhead are over the room, and nothing is stapled there', () => {
    const joists = { runs: 'across-first' as const, spacing: at(16), depth: at(9.25) };
    const one = laid(house({ den: { below: 'basement', joistsBelow: joists } }), placeOn('n', 40));
    expect(one.holes.filter((h) => h.member === 'joist').map((h) => h.where)).toEqual(['1 joist under the den, in a straight line through their middles']); // prettier-ignore
    const over = laid(house({ den: { above: 'floor', joistsAbove: joists } }), placeOn('n', 56));
    const [bored] = over.holes.filter((h) => h.member === 'joist');
    expect([bored!.count, bored!.where.slice(0, 21), bored!.joists]).toEqual([2, '2 joists over the den', { roomId: 'den', over: true }]);
    const [leg] = over.legs.filter((l) => l.kind === 'hollow');
    expect([leg!.staples, leg!.fastened]).toEqual([[], 'fished between the joists']);
    const along = laid(house({ den: { above: 'floor', joistsAbove: { ...joists, runs: 'along-first' } } }), placeOn('n', 56));
    expect([along.legs.find((l) => l.kind === 'hollow')!.staples, along.counts.joists]).toEqual([[], 0]);
  });
  it('along joists that run the other way: nothing bored, stapled', () => {
    const t = across({ runs: 'across-first' });
    expect(t.counts.joists).toBe(0);
    expect(t.legs.find((l) => l.kind === 'hollow')!.staples.length).toBeGreaterThan(0);
  });
  it('a point that it has to pass is passed, though a straight way is shorter', () => {
    const site = house({ den: { below: 'basement' } });
    const f = framed(site, placeOn('n', 56));
    const k = f.nodes.findIndex((n) => n.space === 'basement/0' && n.y < -inches(48) && n.x > inches(30) && n.x < inches(48));
    const { space, x, y } = f.nodes[k]!;
    const [there, on] = [way(f, f.boxes.get('b')!, k), way(f, k, f.places[0]!)];
    const nodes = [...there.nodes, ...on.nodes.slice(1)];
    const through = { ...input(site, f), nodes, edges: [...there.edges, ...on.edges] };
    const passes = (t: Traced) => t.legs.some((l) => l.path.some((p) => Math.abs(p.x - x) < 1 && Math.abs(p.y - y) < 1));
    expect(passes(traced({ ...through, via: { space, x, y } }))).toBe(true);
    expect(passes(traced(through))).toBe(false);
    // in another space it says nothing; it turns there and nowhere twice
    expect(passes(traced({ ...through, via: { space: 'attic/1', x, y } }))).toBe(false);
    const [leg] = traced({ ...through, via: { space, x, y } }).legs.filter((l) => l.kind === 'hollow');
    const far = Math.abs(f.nodes[f.boxes.get('b')!]!.y - y);
    expect(leg!.lengthMm).toBeCloseTo(2 * 250 + inches(32) + 2 * far);
    const corners = leg!.path.map((p) => `${Math.round(p.x)},${Math.round(p.y)},${Math.round(p.z)}`);
    expect(new Set(corners).size).toBe(corners.length);
    // the end of the leg is no point to turn at
    const ends = [through.nodes.find((n) => f.nodes[n]!.space === space)!, through.nodes.findLast((n) => f.nodes[n]!.space === space)!];
    for (const n of ends) expect(traced({ ...through, via: { space, x: f.nodes[n]!.x, y: f.nodes[n]!.y } }).run.runMm).toBeCloseTo(traced(through).run.runMm); // prettier-ignore
  });
});

describe('up, over an attic, down', () => {
  const t = once(() => laid(house({ den: { above: 'attic' }, boxes: [boxOn('b', 'n', 27)] }), placeOn('s', 93)));
  it('150 mm over the plates; across the tops of joists between guard strips, stapled, nothing bored', () => {
    const over = t().legs.find((l) => l.kind === 'hollow')!;
    // 96 in of room and a wall’s thickness less its half at both sides: 2552.7 mm
    expect(over.lengthMm).toBeCloseTo(150 + 2552.7 + 150);
    // 12 in from either end, and one between, as 76 1/2 in are more than 54
    expect(over.staples.map((s) => Math.round(s * 10) / 10)).toEqual([454.8, 1426.4, 2397.9]);
    expect(over.fastened).toMatch(/between guard strips/);
    expect(t().holes.map((h) => h.member)).toEqual(['top plate', 'top plate']);
    expect(t().holes.map((h) => inch(h.onWall!.z))).toEqual([96, 96]);
    expect(t().drillFrom).toEqual([expect.stringMatching(/^From the attic, down into wall n and wall s: /)]);
  });
});

describe('round a corner', () => {
  it('to the end of one wall and from that of the next, both opened 8 in wide, the posts not known before', () => {
    const t = laid(house({ boxes: [boxOn('b', 'n', 104)] }), placeOn('e', 8));
    expect(t.holes.map((h) => [h.member, h.corner ?? false, h.onWall!.wallId, inch(h.onWall!.u), h.judged!.verdict])).toEqual([
      ['stud', false, 'n', 112, 'ok'],
      ['stud', true, 'n', 120, 'can’t tell'],
      ['stud', true, 'e', 0, 'can’t tell'],
    ]);
    // half of 8 in and half a stud from the end, and no further than the wall
    expect(t.openings.slice(1).map((o) => [o.wallId, inch(o.left), inch(o.right)])).toEqual([['n', 115.25, 120], ['e', 0, 4.75]]); // prettier-ignore
    expect(t.legs.map((l) => Math.round(l.lengthMm))).toEqual([407, 203]);
  });
  it('through a bay of the next wall into the third: opened from the room that was walked round, at one end and the same', () => {
    const t = laid(house({ boxes: [boxOn('b', 'n', 104)] }), placeOn('n2', 8));
    expect(t.holes.filter((h) => h.corner).map((h) => [h.onWall!.wallId, inch(h.onWall!.u)])).toEqual([['n', 120], ['e', 0], ['e', 0], ['n2', 0]]); // prettier-ignore
    expect(t.openings.filter((o) => o.wallId === 'e').map((o) => o.face)).toEqual(['A', 'A']);
    // a wall whose face A looks at a room that nobody walked round is opened from its other face
    const site = house({ boxes: [boxOn('b', 'n', 104)] });
    const turned = { ...site, walls: site.walls.map((w) => (w.id === 'e' ? { ...w, faces: { A: { ...w.faces.A, roomId: 'out' }, B: w.faces.B } } : w)) }; // prettier-ignore
    expect(laid(turned, placeOn('n2', 8)).openings.filter((o) => o.wallId === 'e').map((o) => o.face)).toEqual(['B', 'B']); // prettier-ignore
  });
  it('in open framing: bored from both sides, nothing opened', () => {
    const t = laid(house({ boxes: [boxOn('b', 'n', 104)], walls: { n: open(wallN), e: open(wallE) } }), placeOn('e', 8));
    expect(t.holes.filter((h) => h.corner).map((h) => h.judged!.verdict)).toEqual(['caution', 'caution']);
    expect(t.openings).toEqual([]);
  });
});

describe('in open framing', () => {
  it('up above the boxes, along, down: stapled once on each upright stretch of 365 mm, held by the studs between', () => {
    const t = laid(house({ walls: { n: open(wallN) } }), placeOn('n', 56));
    expect(t.legs.map((l) => l.staples.map(Math.round))).toEqual([[182, 365 + 813 + 182]]);
    expect(t.legs[0]!.fastened).toMatch(/^stapled on the studs within 8 in of the boxes/);
    expect(t.legs[0]!.fastened).not.toMatch(/block/);
    expect(t.loops).toBe(2);
    expect(t.holes.map((h) => inch(h.onWall!.z))).toEqual([30.24, 30.24]);
  });
});

describe('a cable that leaves its box level, in open framing', () => {
  // 12 1/2 in over a box 14 in up, where studs are bored for it: 768 mm; the other box has its middle there
  const levelWith = (u: number) => placeOn('n', u, { bottom: { ...at(0), mm: 768 - inches(3.75) / 2 } });
  const into = (u: number) => laid(house({ walls: { n: open(wallN) } }), levelWith(u)).legs[0]!;
  it('the stud that it came through holds it where that stands within 12 in', () => {
    // the stud at 48 in, 8 in from the box
    expect(into(56).fastened).not.toMatch(/block/);
    expect(into(59).staples).toHaveLength(1);
  });
  it('else by a block, 8 in from the box', () => {
    // 13 in from that stud: 12 1/2 in up to its level, 37 in along, less 8
    const leg = into(61);
    expect(leg.fastened).toMatch(/nail a block between the studs/);
    expect(leg.staples.map((s) => Math.round(toInches(s - (768 - 403.225))))).toEqual([-7, 37 - 8]);
  });
  it('and from the other end as well', () => {
    const site = house({ walls: { n: open(wallN) }, boxes: [boxOn('b', 'n', 61, { place: { ...boxOn('b', 'n', 61).place, bottom: { ...at(0), mm: 768 - inches(3.75) / 2 } } })] }); // prettier-ignore
    const leg = laid(site, placeOn('n', 24)).legs[0]!;
    expect(leg.staples.map((s) => Math.round(toInches(s)))).toEqual([8, 37 + 7]);
  });
});

describe('other ways', () => {
  it('a fire block in the bay is bored in its middle, opened and sealed again', () => {
    const block = { id: 'f', kind: 'fire-block' as const, x: at(16.75), z: at(40), width: at(14.5), height: at(1.5) };
    const t = laid(house({ walls: { n: { obstacles: [block] } } }), placeOn('n', 24, { bottom: at(60) }));
    expect(t.holes.map((h) => [h.member, h.where, h.seal])).toEqual([['fire block', '24" from the left end of wall n, 40 3/4" up', true]]);
    expect(t.openings.map((o) => o.what)).toEqual(['fire block']);
  });
  it('out through the wall: 7/8 in for its sleeve, sealed; its thickness is cable too', () => {
    const t = laid(house(), placeOn('n', 96, { face: 'B' }));
    // seen from outside it lies 24 in from the right end
    expect(t.holes.map((h) => [h.member, h.where, inch(h.sizeMm), h.seal])).toEqual([
      ['wall', '24" from the right end of wall n, 15 7/8" up inside, drilled from inside out', 0.88, true],
    ]);
    expect(t.outside).toHaveLength(1);
    expect(t.run.sums.run.terms.find((x) => x.label === 'through the wall')?.value).toBeCloseTo(inches(4.5));
  });
  it('in brick: chases along and up, each with its length; round its corner no post', () => {
    const brick = { framing: { ...wallN.framing, material: 'masonry' as const } };
    const level = laid(house({ walls: { n: brick } }), placeOn('n', 56));
    expect(level.chases.map((c) => [c.runs, inch(c.lengthMm)])).toEqual([['along', 32]]);
    const higher = laid(house({ walls: { n: brick } }), placeOn('n', 56, { bottom: at(40) }));
    expect(higher.chases.map((c) => [c.runs, Math.round(toInches(c.lengthMm))])).toEqual([['up and down', 26], ['along', 32]]); // prettier-ignore
    const round = laid(house({ boxes: [boxOn('b', 'n', 104)], walls: { n: brick } }), placeOn('e', 8));
    expect(round.holes.filter((h) => h.corner).map((h) => h.onWall!.wallId)).toEqual(['e']);
  });
});
