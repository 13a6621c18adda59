/** Ways of a cable by the UK book, worked by hand on a room of 4000 × 3000: legs, length, chases, studs, joists. */
import { describe, expect, it } from 'vitest';
import { crossingAt, waysOf, noWay } from './index.js';
import { mm, sampleHouse, sampleJob } from './sample.js';
import type { House } from '../model/index.js';

const right = {
  outlet: { name: 'New', kind: 'twin' as const },
  place: { wallId: 'parlour-w1', face: 'A' as const, fromLeft: mm(2800), bottom: mm(957) },
};
type Part = Parameters<typeof sampleJob>[2];
const ways = (house: House, part: Part = right) => waysOf(sampleJob(house, 'spur', part));
const way = (house: House, kind: string, part: Part = right) => ways(house, part).find((w) => w.kind === kind)!;
const said = (w: { judged: { rule: string; verdict: string }[] }, rule: string) =>
  w.judged.filter((j) => j.rule === rule).map((j) => j.verdict);

describe('from a socket at 1000 to a twin at 2800 on the same wall, 500 higher', () => {
  it('straight across: 1800 and 500, 150 in each box, 5 % for bends: 2715, cut 2720', () => {
    const across = way(sampleHouse(), 'across');
    expect(across.legs.map((l) => [l.in, l.runs, l.mm])).toEqual([['chase', 'along', 1800], ['chase', 'up and down', 500]]); // prettier-ignore
    expect(across.cableMm).toBe(2720);
    expect(across.length.terms.map((t) => t.value)).toEqual([1800, 500, 300, 115]);
    expect([across.verdict, across.laid]).toEqual(['ok', 'C']);
  });
  it('a chase of 20 mm: under 15 of plaster 5 go into the leaf; along it a sixth may be cut, up and down a third', () => {
    const at = (deep: number, skin: number) => way(sampleHouse({ material: 'masonry', deep, skin }), 'across');
    // a sixth of 30 is 5: 5 pass; of 29.9 it is 4.98
    expect(said(at(30, 15), 'chase')).toEqual(['ok', 'ok']);
    expect(said(at(29.9, 15), 'chase')).toEqual(['stop', 'ok']);
    // a third of 15 is 5
    expect(said(at(15, 15), 'chase')).toEqual(['stop', 'ok']);
    expect(said(at(14.9, 15), 'chase')).toEqual(['stop', 'stop']);
  });
  it('where nobody measured leaf or plaster nothing passes that hangs on it', () => {
    const house = sampleHouse({ material: 'masonry', deep: 60, skin: 15 });
    const bare = (edit: (w: House['site']['walls'][number]) => House['site']['walls'][number]): House => ({ ...house, site: { ...house.site, walls: house.site.walls.map(edit) } }); // prettier-ignore
    const noLeaf = bare((w) => ({ ...w, framing: { ...w.framing, studDepth: { ...w.framing.studDepth, known: 'assumed' } } }));
    expect(said(way(noLeaf, 'across'), 'chase')).toEqual(['can’t tell', 'can’t tell']);
    const taken = { A: 'A', B: 'B' } as const;
    const noPlaster = bare((w) => ({ ...w, faces: Object.fromEntries(Object.keys(taken).map((f) => [f, { ...w.faces[f as 'A'], layers: [{ finish: 'plaster', thickness: { mm: 15, known: 'assumed' } }] }])) as typeof w.faces })); // prettier-ignore
    // 20 mm into a leaf of 60: a third is 20, a sixth 10
    expect(said(way(noPlaster, 'across'), 'chase')).toEqual(['can’t tell', 'ok']);
  });
  it('in studs at 400 it crosses those at 1200, 1600, 2000, 2400 (2800 is in the box’s own line): four or what stands between', () => {
    const across = way(sampleHouse({ material: 'wood', deep: 75, skin: 12.5 }), 'across');
    expect(across.bored).toEqual({ what: 'stud', count: 4, taken: false });
    expect(across.legs[0]).toMatchObject({ in: 'studs', mm: 1800 });
    expect(said(across, 'boring')).toEqual(['caution']);
  });
  it('what lies over a cable makes its chase deeper: 25 for oval conduit, 15 for plaster alone; a wall chaser takes less than half the time', () => {
    const at = (deep: number, schools: object) =>
      way(sampleHouse({ material: 'masonry', deep, skin: 15 }), 'across', { ...right, schools });
    // 10 into the leaf: a sixth of 60; none where plaster takes it whole
    expect([said(at(60, { over: 'oval conduit' }), 'chase'), said(at(59, { over: 'oval conduit' }), 'chase')]).toEqual([
      ['ok', 'ok'],
      ['stop', 'ok'],
    ]);
    expect(said(at(10, { over: 'plaster alone' }), 'chase')).toEqual(['ok', 'ok']);
    const [hand, chaser] = [at(102.5, {}), at(102.5, { chaser: 'wall chaser' })].map((w) => w.minutes.middle);
    expect(chaser! * 2).toBeLessThan(hand!);
  });
  it('200 stand out at each box where somebody wants so: 100 more of cable', () => {
    expect(way(sampleHouse(), 'across', { ...right, schools: { spareMm: 200 } }).cableMm).toBe(2820);
  });
  it('a door between the two stops it in studs, and sends trunking up and over: twice 2100 more', () => {
    const plain = sampleHouse({ material: 'wood', deep: 75, skin: 12.5 });
    const door = { id: 'door', kind: 'door' as const, x: mm(1500), z: mm(0), width: mm(800), height: mm(2000) };
    const house: House = { ...plain, site: { ...plain.site, walls: plain.site.walls.map((w) => (w.id === 'parlour-w1' ? { ...w, openings: [door] } : w)) } }; // prettier-ignore
    expect(way(house, 'across').verdict).toBe('stop');
    const trunking = (h: House) => way(h, 'on the surface').legs.find((l) => l.runs === 'along')!.mm;
    expect(trunking(house) - trunking(plain)).toBe(4200);
  });
  it('trunking goes over each door that stands between, and over no other: beside it, behind a corner that it doesn’t pass, a window', () => {
    const plain = sampleHouse({ material: 'wood', deep: 75, skin: 12.5 });
    const opening = (wallId: string, x: number, kind: 'door' | 'window' = 'door', width = 800): House => ({ ...plain, site: { ...plain.site, walls: plain.site.walls.map((w) => (w.id === wallId ? { ...w, openings: [{ id: 'o', kind, x: mm(x), z: mm(0), width: mm(width), height: mm(2000) }] } : w)) } }); // prettier-ignore
    const along = (h: House, part: Part = right) => way(h, 'on the surface', part).legs.find((l) => l.runs === 'along')!.mm;
    const over = (h: House, part: Part = right) => Math.round(along(h, part) - along(plain, part));
    // from 1000 to 2800: one that ends where it begins, or begins where it ends, is not between
    expect([over(opening('parlour-w1', 200)), over(opening('parlour-w1', 201)), over(opening('parlour-w1', 2800)), over(opening('parlour-w1', 2799))]).toEqual([0, 4200, 0, 4200]); // prettier-ignore
    expect([over(opening('parlour-w1', 1500, 'window')), over(opening('parlour-w2', 1500))]).toEqual([0, 0]);
    // round the corner to the second wall, 1500 along: 3000 and 1500
    const round: Part = {
      outlet: { name: 'New', kind: 'single' },
      place: { wallId: 'parlour-w2', face: 'A', fromLeft: mm(1500), bottom: mm(457) },
    };
    expect(along(plain, round)).toBe(4500);
    expect([over(opening('parlour-w1', 3000), round), over(opening('parlour-w1', 100), round), over(opening('parlour-w2', 300), round), over(opening('parlour-w2', 1600), round), over(opening('parlour-w3', 1000), round)]).toEqual([4200, 0, 4200, 0, 0]); // prettier-ignore
    // to the fourth wall the other way is shorter: 1000 back to the corner, 600 of its 3000
    const back: Part = { ...round, place: { wallId: 'parlour-w4', face: 'A', fromLeft: mm(2400), bottom: mm(457) } };
    expect([along(plain, back), over(opening('parlour-w4', 2300), back), over(opening('parlour-w1', 1500), back)]).toEqual([1600, 4200, 0]);
    // two walls on: 3000, the whole of the second, and 1000; past a door there
    const far: Part = { ...round, place: { wallId: 'parlour-w3', face: 'A', fromLeft: mm(500), bottom: mm(457) } };
    expect([along(plain, far), over(opening('parlour-w2', 1000), far)]).toEqual([6500, 1000]);
  });
  it('a window or a door in the line of a chase stops it in brick as well: 13 mm beside it are too near', () => {
    const plain = sampleHouse();
    // the cable goes across at 493.5 over the floor, from 1000 to 2800, then up at 2800
    const hole = (x: number, z: number, width = 400): House => ({ ...plain, site: { ...plain.site, walls: plain.site.walls.map((w) => (w.id === 'parlour-w1' ? { ...w, openings: [{ id: 'o', kind: 'window' as const, x: mm(x), z: mm(z), width: mm(width), height: mm(900) }] } : w)) } }); // prettier-ignore
    const across = (house: House) => way(house, 'across').verdict;
    expect([across(hole(1500, 506)), across(hole(1500, 507))]).toEqual(['stop', 'ok']);
    expect([across(hole(2812, 600)), across(hole(2813, 600))]).toEqual(['stop', 'ok']);
    expect([across(hole(2388, 600)), across(hole(2387, 600))]).toEqual(['stop', 'ok']);
    // under the floor it goes down from both boxes, and nothing stands there
    expect(said(way(hole(1500, 400), 'under the floor'), 'zone')).not.toContain('stop');
  });
  const laidJoists = (house: House, runs: 'along-first' | 'across-first', depth: number | undefined = 200, wallToWall: boolean | undefined = true): House => ({ ...house, site: { ...house.site, rooms: house.site.rooms.map((r) => ({ ...r, joistsBelow: { runs, spacing: mm(400), ...(depth ? { depth: mm(depth) } : {}), ...(wallToWall === undefined ? {} : { wallToWall }) } })) } }); // prettier-ignore
  it('under the floor along the joists: down, 1800, up; nothing is bored', () => {
    const under = way(laidJoists(sampleHouse(), 'along-first'), 'under the floor');
    // middles of single and twin boxes: 457 + 36.5 and 957 + 36.5
    expect(under.legs.map((l) => [l.in, Math.round(l.mm * 10) / 10])).toEqual([['chase', 493.5], ['floor', 1800], ['chase', 993.5]]); // prettier-ignore
    expect([under.bored, said(under, 'boring')]).toEqual([{ what: 'joist', count: 0, taken: false, cut: 'hole' }, []]);
  });
  it('across them 1800 at 400 meets four; holes lie a quarter of the span of 3000 in: 1500 more of cable', () => {
    const under = way(laidJoists(sampleHouse(), 'across-first'), 'under the floor');
    expect(under.bored).toEqual({ what: 'joist', count: 4, taken: false, cut: 'hole', fromBearingMm: 750 });
    expect(under.legs.filter((l) => l.in === 'floor').map((l) => l.mm)).toEqual([1800, 1500]);
    // a hole of 16 is a quarter of 64
    const depth = (deep?: number) => said(way(laidJoists(sampleHouse(), 'across-first', deep), 'under the floor'), 'boring');
    // of a joist of 116 the hole leaves 50 over and under it; of 115 a nail may meet the cable
    expect([depth(116), depth(115), depth(64), depth(63)]).toEqual([['caution', 'ok'], ['caution', 'caution'], ['caution', 'caution'], ['stop', 'caution']]); // prettier-ignore
  });
  it('minutes are of what is done: four holes and 3.3 m, or four notches and 2.22 m', () => {
    const time = (schools: object) => Object.fromEntries(way(laidJoists(sampleHouse(), 'across-first'), 'under the floor', { ...right, schools }).time.map((t) => [t.kind, t.count])); // prettier-ignore
    expect(time({})).toMatchObject({ 'bore a joist': 4, 'pull cable by the metre': 3.3, 'lift and lay boards': 2 });
    expect(time({ joists: 'notches' })).toMatchObject({ 'notch a joist': 4, 'pull cable by the metre': 2.2 });
  });
  it('where nobody looked whether they span from wall to wall, or something carries them between, their place can’t be told; their size can', () => {
    const at = (wallToWall: boolean | undefined, deep = 200) => { const house = laidJoists(sampleHouse(), 'across-first', deep); const rooms = house.site.rooms.map((r) => { const { wallToWall: _, ...j } = r.joistsBelow!; return { ...r, joistsBelow: { ...j, ...(wallToWall === undefined ? {} : { wallToWall }) } }; }); return said(way({ ...house, site: { ...house.site, rooms } }, 'under the floor'), 'boring'); }; // prettier-ignore
    expect([at(true), at(false), at(undefined)]).toEqual([
      ['caution', 'ok'],
      ['can’t tell', 'ok'],
      ['can’t tell', 'ok'],
    ]);
    expect(at(undefined, 63)).toEqual(['stop', 'caution']);
  });
  it('a depth that is only taken passes nothing', () => {
    const house = laidJoists(sampleHouse(), 'across-first');
    const taken: House = { ...house, site: { ...house.site, rooms: house.site.rooms.map((r) => ({ ...r, joistsBelow: { ...r.joistsBelow, depth: { mm: 200, known: 'assumed' } } })) } }; // prettier-ignore
    expect(said(way(taken, 'under the floor'), 'boring')).toEqual(['can’t tell']);
  });
  it('two cables of a ring that is taken on want 20 mm: of joists of 80, not of 79', () => {
    const ring = (deep: number) => waysOf(sampleJob(laidJoists(sampleHouse(), 'across-first', deep), 'into ring', right)).find((w) => w.kind === 'under the floor')!; // prettier-ignore
    expect([said(ring(80), 'boring'), said(ring(79), 'boring')]).toEqual([
      ['caution', 'caution'],
      ['stop', 'caution'],
    ]);
  });
  it('one joist is, two are; of what nobody noted about so many are reckoned', () => {
    const at = (fromLeft: number, schools: object = {}) => way(laidJoists(sampleHouse(), 'across-first'), 'under the floor', { ...right, place: { ...right.place, fromLeft: mm(fromLeft) }, schools }).judged.find((j) => j.rule === 'boring')!.says; // prettier-ignore
    expect([at(1400), at(1800), at(1400, { joists: 'notches' })]).toEqual([
      '1 joist is bored, 16 mm on the middle line, 750 mm from where they bear',
      '2 joists are bored, 16 mm on the middle line, 750 mm from where they bear',
      '1 joist is notched 10 mm from the top, 210 mm from where they bear',
    ]);
    const bare = sampleHouse();
    const unseen: House = { ...bare, site: { ...bare.site, rooms: bare.site.rooms.map(({ joistsBelow: _, ...r }) => r) } };
    const about = (fromLeft: number, schools: object = {}) => way(unseen, 'under the floor', { ...right, place: { ...right.place, fromLeft: mm(fromLeft) }, schools }).judged.find((j) => j.rule === 'boring')!.says; // prettier-ignore
    expect([about(1400), about(1800), about(1800, { joists: 'notches' })].map((s) => s.slice(0, 40))).toEqual([
      'across joists it takes about 1 hole, alo',
      'across joists it takes about 2 holes, al',
      'across joists it takes about 2 notches, ',
    ]);
  });
  it('in a room that begins elsewhere in the plan its joists lie as its own first wall does', () => {
    // from the box behind, at 1000 of the back room’s third wall, 3000 over to its first
    const house = laidJoists(sampleHouse(), 'along-first');
    const far = { outlet: right.outlet, place: { wallId: 'back-w1', face: 'A' as const, fromLeft: mm(1000), bottom: mm(457) } };
    const under = waysOf(sampleJob(house, 'spur', far, 'c')).find((w) => w.kind === 'under the floor')!;
    expect(under.bored).toMatchObject({ what: 'joist', taken: false });
    // 3000 across them at 400: seven; along the joists nothing counts
    expect(under.bored!.count).toBe(7);
    const along = waysOf(sampleJob(laidJoists(sampleHouse(), 'across-first'), 'spur', far, 'c')).find((w) => w.kind === 'under the floor')!;
    // straight over: 1000 from the left of its first wall is 3000 from the left of its third
    expect([along.legs[1]!.mm, along.bored!.count]).toEqual([expect.closeTo(3000, 6), 0]);
  });
  it('5 mm higher is level, 6 are a leg of their own; trunking goes down to 120', () => {
    const legs = (bottom: number) => way(sampleHouse(), 'across', { ...right, place: { ...right.place, bottom: mm(bottom) } }).legs.length;
    expect([legs(462), legs(463)]).toEqual([1, 2]);
    expect(way(sampleHouse(), 'on the surface').legs.map((l) => l.mm)).toEqual([373.5, 1800, 873.5]);
  });
  it('notched instead: from 0.07 of the span of 3000 on, 210 in, so only 420 more; an eighth of the depth, a plate over each', () => {
    const notched = (deep: number) => way(laidJoists(sampleHouse(), 'across-first', deep), 'under the floor', { ...right, schools: { joists: 'notches' } }); // prettier-ignore
    const under = notched(200);
    expect(under.bored).toEqual({ what: 'joist', count: 4, taken: false, cut: 'notch', fromBearingMm: 210 });
    expect(under.legs.filter((l) => l.in === 'floor').map((l) => Math.round(l.mm))).toEqual([1800, 420]);
    // 10 is an eighth of 80
    expect([said(notched(80), 'boring'), said(notched(79), 'boring')]).toEqual([
      ['caution', 'caution'],
      ['stop', 'caution'],
    ]);
  });
  it.each<[string, number, number, 'hole' | 'notch', number, number]>([
    // span 4000: holes 1000 to 1600 and 2400 to 3000, notches 280 to 1000 and 3000 to 3720
    ['both at one bearing', 0, 0, 'hole', 1000, 2000],
    ['from one bearing past a band', 0, 1200, 'hole', 1000, 0],
    ['from bearing to bearing', 0, 4000, 'hole', 1000, 0],
    ['both in the middle, where none may lie: to the nearer band', 1900, 2100, 'hole', 1600, 600],
    ['both inside a band: where it starts', 1300, 1500, 'hole', 1300, 0],
    ['both at the other bearing', 4000, 3900, 'hole', 1000, 1800],
    ['notches at one bearing', 0, 0, 'notch', 280, 560],
    ['notches at the other', 3800, 3900, 'notch', 280, 160],
  ])('where along the span: %s', (_, a, b, cut, fromBearingMm, longerMm) => {
    const at = crossingAt(a, b, 4000, cut);
    expect([at.fromBearingMm, at.longerMm]).toEqual([expect.closeTo(fromBearingMm, 6), expect.closeTo(longerMm, 6)]);
  });
  it('over a slab nothing leads under the floor; under what nobody looked at nothing is told', () => {
    const house = sampleHouse();
    const below = (b: House['site']['rooms'][number]['below']): House => ({ ...house, site: { ...house.site, rooms: house.site.rooms.map(({ below: _, ...r }) => ({ ...r, ...(b ? { below: b } : {}) })) } }); // prettier-ignore
    expect(ways(below('slab')).map((w) => w.kind)).not.toContain('under the floor');
    expect(said(way(below(undefined), 'under the floor'), 'void')).toEqual(['can’t tell']);
  });
});

describe('zones, and the ways beyond one wall', () => {
  it('without a 30 mA device no chased way is open; where nobody looked it can’t be told', () => {
    const house = sampleHouse();
    const with_ = (residual: boolean | undefined): House => ({ ...house, site: { ...house.site, finals: house.site.finals!.map(({ residual: _, ...f }) => ({ ...f, ...(residual === undefined ? {} : { residual }) })) } }); // prettier-ignore
    expect(said(way(with_(false), 'across'), 'zone')).toEqual(['stop', 'stop']);
    expect(said(way(with_(undefined), 'across'), 'zone')).toEqual(['can’t tell', 'can’t tell']);
  });
  it('to the other side of the wall: its thickness, 15 + 102.5 + 15', () => {
    const through = way(sampleHouse(), 'through the wall', {
      ...right,
      place: { wallId: 'parlour-w1', face: 'B', fromLeft: mm(3000), bottom: mm(457) },
    });
    // 3000 from the left seen from behind is 1000 from the front: back to back
    expect(through.legs.map((l) => [l.in, l.mm])).toEqual([['wall', 132.5]]);
  });
  it('aside and higher on the other side: in studs those between are bored, and where none was found it can’t be told', () => {
    const behind = { ...right, place: { wallId: 'parlour-w1', face: 'B' as const, fromLeft: mm(2000), bottom: mm(957) } };
    const studs = sampleHouse({ material: 'wood', deep: 75, skin: 12.5 });
    const through = way(studs, 'through the wall', behind);
    // 2000 from behind is 2000 from the front: studs at 1200 and 1600, and the one at 2000 is where it ends
    expect(through.legs.map((l) => [l.in, l.mm])).toEqual([['wall', 100], ['studs', 1000], ['cavity', 500]]); // prettier-ignore
    expect(said(through, 'boring')).toEqual(['caution']);
    const unfound: House = { ...studs, site: { ...studs.site, walls: studs.site.walls.map(({ framing: { knownStud: _, ...framing }, ...w }) => ({ ...w, framing })) } }; // prettier-ignore
    expect(said(way(unfound, 'through the wall', behind), 'boring')).toEqual(['can’t tell']);
    expect(said(way(unfound, 'across'), 'boring')).toEqual(['can’t tell']);
    const fire = (fireRated: boolean | undefined): House => ({ ...studs, site: { ...studs.site, walls: studs.site.walls.map(({ fireRated: _, ...w }) => ({ ...w, ...(fireRated === undefined ? {} : { fireRated }) })) } }); // prettier-ignore
    expect([true, false, undefined].map((f) => said(way(fire(f), 'through the wall', behind), 'through'))).toEqual([['caution'], [], ['can’t tell']]); // prettier-ignore
  });
  it('on top of the joists only where the loft is over every room of the way; how warm it lies there nobody knows', () => {
    const house = sampleHouse();
    const above = (parlour: 'attic' | 'floor'): House => ({ ...house, site: { ...house.site, rooms: house.site.rooms.map((r) => ({ ...r, above: parlour })) } }); // prettier-ignore
    const over = (h: House) => way(h, 'up and over');
    expect(over(above('attic')).bored).toMatchObject({ count: 0 });
    expect(said(over(above('attic')), 'boring')).toEqual([]);
    expect(said(over(above('floor')), 'boring')).toEqual(['can’t tell']);
    expect([over(above('attic')).laid, way(house, 'under the floor').laid, way(house, 'on the surface').laid]).toEqual([undefined, undefined, 'B']); // prettier-ignore
  });
  it('round a corner under the floor: along in plan, as cables are laid', () => {
    // wall 2 begins where wall 1 ends: 3000 to the corner, then 500
    const under = way(sampleHouse(), 'under the floor', { ...right, place: { wallId: 'parlour-w2', face: 'A', fromLeft: mm(500), bottom: mm(457) } }); // prettier-ignore
    expect(under.legs[1]!.mm).toBeCloseTo(3500, 6);
    // trunking: the shorter way round, 3000 and 500
    const surface = way(sampleHouse(), 'on the surface', { ...right, place: { wallId: 'parlour-w2', face: 'A', fromLeft: mm(500), bottom: mm(457) } }); // prettier-ignore
    expect(surface.legs.find((l) => l.runs === 'along')!.mm).toBeCloseTo(3500, 6);
  });
  it('no place, no way, and why', () => {
    expect(noWay(sampleJob(sampleHouse(), 'spur'))).toBe('say where it goes');
    const nowhere = sampleHouse();
    const lost: House = { ...nowhere, site: { ...nowhere.site, finals: nowhere.site.finals!.map((f) => ({ ...f, points: f.points.map(({ boxId: _, ...p }) => p) })) } }; // prettier-ignore
    expect(noWay(sampleJob(lost, 'spur', right))).toBe('say on which wall First is');
    expect(noWay(sampleJob(nowhere, 'enlarge'))).toBeUndefined();
  });
  it('a cavity filled with insulation keeps the cable warm: 13.5 A, where nobody looked nothing is told', () => {
    const laid = (insulated: boolean | undefined) => {
      const plain = sampleHouse({ material: 'wood', deep: 75, skin: 12.5 });
      const house: House = { ...plain, site: { ...plain.site, walls: plain.site.walls.map(({ insulated: _, ...w }) => ({ ...w, ...(insulated === undefined ? {} : { insulated }) })) } }; // prettier-ignore
      return way(house, 'across').laid;
    };
    expect([laid(true), laid(false), laid(undefined)]).toEqual(['103', 'C', undefined]);
  });
});
