/**
 * The graph of a small house, edge by edge. Figures are worked by hand from the minutes of `effort.ts` (common practice, no source) and the
 * prices of the small house: a dollar a foot of cable, 7 a patch, 0.50 a seal. A cost is [minutes, cents, openings, tenths of a day, doubts].
 */
import { describe, expect, it } from 'vitest';
import { inches } from '../../measure/index.js';
import { measured, type Fixture, type Room, type Site, type Wall, type WallFace } from '../../model/index.js';
import { boxOn, placeOn, RATES, smallHouse, wallOf } from '../smallHouse.testing.js';
import { framing, type Framing, type FramingOptions, type StepKind } from './index.js';

const at = (inch: number) => measured(inches(inch));
const built = (site: Site, places = [placeOn('n', 56)], options: Partial<FramingOptions> = {}): Framing =>
  framing(site, places, { rates: RATES, gauge: 14, dryingHours: 24, ...options });
const house = (part: Parameters<typeof smallHouse>[0] = {}): Site => smallHouse({ boxes: [boxOn('b', 'n', 24)], ...part });

/** Edges of a kind between two parts of the house, from the lower or first one. */
const between = (f: Framing, does: StepKind, from: string, to: string) =>
  f.edges.filter((e) => e.does === does && f.nodes[e.from]!.space === from && f.nodes[e.to]!.space === to);
const costs = (f: Framing, does: StepKind, from: string, to: string) => between(f, does, from, to).map((e) => e.cost);
const said = (f: Framing) => [...new Set(f.gaps.map((g) => `${g.is}: ${g.says}`))];
const openOn = (id: string): Partial<Wall> => {
  const wall = wallOf(id, id === 'n' ? 120 : 96, { A: 'den', B: 'out' });
  return { faces: { A: { ...wall.faces.A, open: true }, B: wall.faces.B } };
};
/** Heights at which studs are crossed, in. */
const heights = (f: Framing, from: string, to: string) =>
  between(f, 'stud', from, to).map((e) => Math.round((f.nodes[e.from]!.up! / 25.4) * 100) / 100);

describe('a bay', () => {
  it('is fished at 4 minutes a metre, twice that where it is insulated; a dollar a foot', () => {
    // from the floor to the middle of the box, 14 + 3 3/4 / 2 = 15 7/8 in: 0.403 m, 1.32 ft; from there to the top 80 1/8 in: 2.035 m, 6.68 ft
    expect(costs(built(house()), 'fish', 'bay/n/1', 'bay/n/1')).toEqual([[2, 132, 0, 0, 0], [8, 668, 0, 0, 0]]); // prettier-ignore
    const warm = built(house({ walls: { n: { insulated: true } } }));
    expect(costs(warm, 'fish', 'bay/n/1', 'bay/n/1')).toEqual([[3, 132, 0, 0, 0], [16, 668, 0, 0, 0]]); // prettier-ignore
  });
  it('is entered from the box that hangs in it; what nobody looked at there is one doubt', () => {
    expect(costs(built(house()), 'enter-box', 'feed/b', 'bay/n/1')).toEqual([[0, 0, 0, 0, 1]]);
    expect(costs(built(house()), 'enter-box', 'place/0', 'bay/n/3')).toEqual([[0, 0, 0, 0, 0]]);
  });
  it('a box that seems to sit on a stud hangs beside it, which is one doubt more; the nearer bay is meant', () => {
    // the stud at 32 in is 1 1/2 in wide: its bays end at 31 1/4 and begin at 32 3/4 in
    const f = built(house({ boxes: [boxOn('b', 'n', 32.5)] }));
    expect(costs(f, 'enter-box', 'feed/b', 'bay/n/2')).toEqual([[0, 0, 0, 0, 2]]);
  });
  it('no bay at all, no way in', () => {
    const window = { id: 'o', kind: 'window' as const, x: at(49), z: at(0), width: at(40), height: at(80) };
    expect(said(built(house({ walls: { n: { openings: [window] } } }), [placeOn('n', 70)]))).toContain(
      'in the way: the wanted place lies where wall n has no bay to draw a cable through',
    );
  });
});

describe('through a stud', () => {
  it('bored, opened and patched: 20 + 35 minutes and 16 in of cable; a stud that was only reckoned is a doubt, and so is the bay', () => {
    const f = built(house());
    // the stud at 32 in is reckoned from that at 16 in, which was found: 406.4 mm at 4 a metre are 2 minutes, 16 in cost 1.33
    expect(costs(f, 'stud', 'bay/n/1', 'bay/n/2')).toEqual([[57, 833, 1, 10, 2]]);
    // from the middle of the first bay, 7 5/8 in less (the wall’s end is a stud): 15 5/8 in to that of the second
    expect(costs(f, 'stud', 'bay/n/0', 'bay/n/1')).toEqual([[57, 830, 1, 10, 1]]);
  });
  it('12-gauge costs more; a slow compound dries two days', () => {
    expect(costs(built(house(), undefined, { gauge: 12, dryingHours: 48 }), 'stud', 'bay/n/1', 'bay/n/2')).toEqual([[57, 967, 1, 20, 2]]);
  });
  it('metal 15 minutes instead of 20; plaster on lath half as long again to patch', () => {
    const n = wallOf('n', 120, { A: 'den', B: 'out' });
    const metal = built(house({ walls: { n: { framing: { ...n.framing, material: 'metal' } } } }));
    expect(costs(metal, 'stud', 'bay/n/1', 'bay/n/2')[0]![0]).toBe(15 + 35 + 2);
    const lath: WallFace = { roomId: 'den', layers: [{ finish: 'plaster-lath', thickness: at(0.75) }] };
    const old = built(house({ walls: { n: { faces: { ...n.faces, A: lath } } } }));
    // 1.5 × 35 = 52.5, told in whole minutes
    expect(costs(old, 'stud', 'bay/n/1', 'bay/n/2')[0]![0]).toBe(20 + 53 + 2);
  });
  it('in open framing 8 minutes, bored more than 12 in above the box, nothing to patch', () => {
    const f = built(house({ walls: { n: openOn('n') } }));
    expect(costs(f, 'stud', 'bay/n/1', 'bay/n/2')).toEqual([[8 + 2, 133, 0, 0, 0 ]]); // prettier-ignore
    // 15 7/8 in to the middle, 1 7/8 to its top, 12 1/2 over it: 30 1/4 in, told in whole mm
    expect(heights(f, 'bay/n/1', 'bay/n/2')).toEqual([30.24]);
    // behind a finish it goes straight across: 15 7/8 in, 403 mm
    expect(heights(built(house()), 'bay/n/1', 'bay/n/2')).toEqual([15.87]);
  });
});

describe('out of a wall', () => {
  const over = { den: { above: 'attic', below: 'basement' }, shop: { above: 'attic', below: 'crawl-space' } } as const;
  it('up through its plates: 30 minutes between two rooms, 25 more and a doubt under the eaves of an outer wall', () => {
    const f = built(house(over));
    // 0.50 to seal, 400 mm of cable for 1.31
    expect(costs(f, 'top-plate', 'bay/e/2', 'attic/1')).toEqual([[30, 181, 0, 0, 0]]);
    expect(costs(f, 'top-plate', 'bay/n/2', 'attic/1')).toEqual([[55, 181, 0, 0, 1]]);
  });
  it('down: 25 minutes, twice that lying in a crawl space', () => {
    const f = built(house(over));
    expect(costs(f, 'bottom-plate', 'bay/n/2', 'basement/0')).toEqual([[25, 181, 0, 0, 0]]);
    expect(costs(f, 'bottom-plate', 'bay/n2/2', 'crawl-space/0')).toEqual([[50, 181, 0, 0, 0]]);
  });
  it('where nothing leads on it says why', () => {
    expect(said(built(house()))).toEqual([
      'not said: nobody said what lies above the den',
      'not said: nobody said what lies below the den',
      'not said: nobody said what lies above the shop',
      'not said: nobody said what lies below the shop',
    ]);
    const flat = built(house({ den: { above: 'flat-roof', below: 'slab' }, shop: { above: 'attic', below: 'slab' } }));
    expect(said(flat)).toContain('in the way: over the den is a flat roof: no room for a cable');
    expect(said(flat)).toContain('in the way: under the den is a slab');
    // the wall between goes up into the attic of the shop
    expect(costs(flat, 'top-plate', 'bay/e/2', 'attic/1')).toHaveLength(1);
    expect(costs(flat, 'top-plate', 'bay/n/2', 'attic/1')).toHaveLength(0);
  });
  it('through to the open air: 40 minutes, 30 for a box there, a sleeve', () => {
    const f = built(house(), [placeOn('n', 56, { face: 'B' })]);
    // 56 in from the left end of face B are 64 in from that of face A: on a stud, the bay beside it in doubt
    expect(costs(f, 'through', 'place/0', 'bay/n/4')).toEqual([[70, 900, 0, 0, 1]]);
  });
});

describe('round a corner of the room', () => {
  it('a post bored from two openings: 40 + 2 × 35 minutes and a doubt; from the last bay as seen from the room into the first', () => {
    const f = built(house({ boxes: [boxOn('b', 'n', 24), boxOn('c', 'n2', 24)] }));
    expect(costs(f, 'corner', 'bay/n/7', 'bay/e/0')).toEqual([[110, 1400, 2, 10, 1]]);
    // the shop sees the wall between from its other face: its right end is where face A begins
    expect(costs(f, 'corner', 'bay/e/0', 'bay/n2/0')).toHaveLength(1);
    expect(costs(f, 'corner', 'bay/s2/7', 'bay/e/5')).toHaveLength(1);
    expect(f.edges.filter((e) => e.does === 'corner')).toHaveLength(8);
  });
  it('both walls open: two or three studs bored as they stand, above the boxes', () => {
    const f = built(house({ walls: { n: openOn('n'), e: openOn('e') } }));
    expect(costs(f, 'corner', 'bay/n/7', 'bay/e/0')).toEqual([[24, 0, 0, 0, 0]]);
    expect(f.nodes[between(f, 'corner', 'bay/n/7', 'bay/e/0')[0]!.from]!.up).toBe(768);
    // one of them open: one patch
    expect(costs(built(house({ walls: { e: openOn('e') } })), 'corner', 'bay/n/7', 'bay/e/0')).toEqual([[75, 700, 1, 10, 1]]);
  });
});

describe('over and under rooms, a grid of 16 in', () => {
  const kinds = (f: Framing, space: string) => ({
    along: costs(f, 'along', space, space)[0],
    across: costs(f, 'across', space, space)[0],
  });
  it('an attic 3 minutes a metre along the joists, 6 across; a basement 4 and 10; a crawl space twice a basement', () => {
    expect(kinds(built(house({ den: { above: 'attic' } })), 'attic/1')).toEqual({ along: [1, 133, 0, 0, 0], across: [2, 133, 0, 0, 0] });
    expect(kinds(built(house({ den: { below: 'basement' } })), 'basement/0')).toEqual({
      along: [2, 133, 0, 0, 0],
      across: [4, 133, 0, 0, 0],
    });
    expect(kinds(built(house({ den: { below: 'crawl-space' } })), 'crawl-space/0')).toEqual({
      along: [3, 133, 0, 0, 0],
      across: [8, 133, 0, 0, 0],
    });
  });
  it('along goes with the joists, across at a right angle to them', () => {
    const f = built(house({ den: { above: 'attic', joistsAbove: { runs: 'along-first' } } }));
    const goes = (does: StepKind) =>
      new Set(between(f, does, 'attic/1', 'attic/1').map((e) => (f.nodes[e.from]!.y === f.nodes[e.to]!.y ? 'x' : 'y')));
    expect([[...goes('along')], [...goes('across')]]).toEqual([['x'], ['y']]);
  });
  it('a closed floor is opened at every joist: 55 minutes, a patch that dries, a doubt', () => {
    const closed = (spacing: number) => kinds(built(house({ den: { below: 'floor', joistsBelow: { runs: 'along-first', spacing: at(spacing) } } })), 'floor/0'); // prettier-ignore
    expect(closed(16)).toEqual({ along: [2, 133, 0, 0, 0], across: [57, 133, 1, 10, 1] });
    // two thirds of a joist at 24 in: 37 minutes, and an opening all the same
    expect(closed(24).across).toEqual([39, 133, 1, 10, 1]);
  });
  it('joists run as somebody said, along the first wall or across it; unsaid they are taken both ways in turn', () => {
    const runs = (say: 'along-first' | 'across-first' | undefined, guess?: 'across-first') =>
      built(house({ den: { above: 'attic', ...(say ? { joistsAbove: { runs: say } } : {}) } }), undefined, guess && { joistsRun: guess })
        .hollows[0]!.rooms[0]!;
    // the first wall of the den lies along x
    expect(runs('along-first')).toMatchObject({ runs: 'x', guessed: false });
    expect(runs('across-first')).toMatchObject({ runs: 'y', guessed: false });
    expect(runs(undefined)).toMatchObject({ runs: 'x', guessed: true });
    expect(runs(undefined, 'across-first')).toMatchObject({ runs: 'y', guessed: true });
  });
  /** A cellar under the den, with a box on one of its walls. */
  const overCellar = (den: Partial<Room>, cellar: Partial<Room> = {}): Framing => {
    const walls = ['cn', 'ce', 'cs', 'cw'].map((id, i) => wallOf(id, i % 2 ? 96 : 120, { A: 'cellar', B: 'out' }));
    const site = house({ den, boxes: [boxOn('b', 'cn', 24)] });
    const room: Room = {
      ...{ id: 'cellar', name: 'cellar', use: 'unfinished-basement', level: -1, at: { right: at(0), down: at(0) } },
      sides: walls.map((w) => ({ wallId: w.id, face: 'A', turn: 'right' })),
      ...cellar,
    };
    return built({ ...site, walls: [...site.walls, ...walls], rooms: [...site.rooms, room] });
  };
  it('in a basement a cable goes straight up an open wall to the joists', () => {
    const f = overCellar({ below: 'basement' });
    // 96 − 15 7/8 = 80 1/8 in: 2.035 m at 4, 6.68 ft
    expect(costs(f, 'exposed', 'feed/b', 'basement/0')).toEqual([[8, 668, 0, 0, 0]]);
    // one storey of 2.75 m down, and 403 mm up again
    expect(Math.round(f.nodes[f.boxes.get('b')!]!.z)).toBe(-2750 + 403);
  });
  it('not where its joists are covered, nor where none lie over it', () => {
    const exposed = (f: Framing) => f.edges.filter((e) => e.does === 'exposed').length;
    for (const use of ['garage', 'utility', 'crawl-space'] as const) expect([use, exposed(overCellar({ below: 'basement' }, { use }))]).toEqual([use, 1]); // prettier-ignore
    for (const use of ['living', 'workshop', 'kitchen'] as const) expect([use, exposed(overCellar({ below: 'basement' }, { use }))]).toEqual([use, 0]); // prettier-ignore
    expect(exposed(overCellar({ below: 'basement' }, { above: 'attic' }))).toBe(0);
    expect(exposed(overCellar({}))).toBe(0);
    // not walked round: where it lies is not known
    expect(exposed(overCellar({ below: 'basement' }, { sides: [] }))).toBe(0);
  });
});

describe('masonry', () => {
  const brick = (id: string): Partial<Wall> => ({ framing: { ...wallOf(id, 96, { A: 'den', B: 'shop' }).framing, material: 'masonry' } });
  it('a chase along the face: 150 minutes a metre, cable and mortar by the foot, and a day to dry', () => {
    const f = built(house({ walls: { n: brick('n') } }));
    // from the box at 24 in to the place at 56 in: 0.8128 m and 2 2/3 ft at 1.25
    const chases = between(f, 'chase', 'chase/n/A', 'chase/n/A').map((e) => [f.nodes[e.from]!.u, f.nodes[e.to]!.u, ...e.cost]);
    expect(chases).toContainEqual([inches(24), inches(56), 122, 333, 0, 10, 0]);
    // into the box that is there for nothing; a new one is let in for an hour
    expect(costs(f, 'enter-box', 'feed/b', 'chase/n/A')).toEqual([[0, 0, 0, 0, 0]]);
    expect(costs(f, 'enter-box', 'place/0', 'chase/n/A')).toEqual([[60, 0, 1, 0, 0]]);
  });
  it('drying counts by the day', () => {
    const f = built(house({ walls: { n: brick('n') } }), undefined, { dryingHours: 36 });
    expect(costs(f, 'chase', 'chase/n/A', 'chase/n/A')[0]![3]).toBe(15);
  });
  it('each face by its own boxes and places; the face of a room that nobody walked round only where something hangs on it', () => {
    const f = built(house({ walls: { n: brick('n'), e: brick('e') } }), [placeOn('n', 56), placeOn('e', 40)]);
    const ends = (space: string) => between(f, 'chase', space, space).filter((e) => f.nodes[e.from]!.up === f.nodes[e.to]!.up).map((e) => [f.nodes[e.from]!.u, f.nodes[e.to]!.u].map((u) => Math.round(u! / 25.4))); // prettier-ignore
    expect([ends('chase/n/A'), ends('chase/e/A'), ends('chase/e/B'), ends('chase/n/B')]).toEqual([
      [[0, 24], [24, 56], [56, 120]],
      [[0, 40], [40, 96]],
      [[0, 96]],
      [],
    ]); // prettier-ignore
    const outside = built(house({ walls: { n: brick('n') } }), [placeOn('n', 56, { face: 'B' })]);
    expect(between(outside, 'chase', 'chase/n/B', 'chase/n/B').length).toBeGreaterThan(0);
    expect(costs(outside, 'enter-box', 'place/0', 'chase/n/B')).toHaveLength(1);
  });
  it('not through a door; straight through the wall where both faces have a point of one place', () => {
    const door = { id: 'd', kind: 'door' as const, x: at(40), z: at(0), width: at(30), height: at(80) };
    const f = built(house({ walls: { e: { ...brick('e'), openings: [door] } }, boxes: [boxOn('b', 'e', 24)] }), [placeOn('e', 80)]);
    const chases = between(f, 'chase', 'chase/e/A', 'chase/e/A').map((e) =>
      [f.nodes[e.from]!.u, f.nodes[e.to]!.u].map((u) => Math.round(u! / 25.4)),
    );
    expect(chases).toEqual([[0, 24], [80, 96]]); // prettier-ignore
    // one and a half times 40 minutes, a sleeve, and nobody knows what is inside
    expect(costs(f, 'through', 'chase/e/A', 'chase/e/B')).toContainEqual([60, 900, 0, 0, 1]);
    // its corner is a chase’s end: 40 minutes and the framed side’s patch
    expect(costs(f, 'chase-end', 'bay/n/7', 'chase/e/A')).toEqual([[75, 700, 1, 10, 1]]);
  });
});

describe('a raceway on the faces of a room', () => {
  const round = (site = house(), places = [placeOn('n', 56)]) => built(site, places, { surfaceOnly: true });
  const tracks = (f: Framing, wall: string) =>
    f.edges
      .filter((e) => e.does === 'raceway' && e.wallId === wall)
      .map((e) => ({ u: [f.nodes[e.from]!.u!, f.nodes[e.to]!.u!].map((u) => Math.round((u / 25.4) * 10) / 10), cost: e.cost }));
  it('15 minutes a metre, track and wire by the foot; a starter base on the box that is there, a fitting at a new one', () => {
    const f = round();
    // 24 to 56 in: 0.8128 m, 2 2/3 ft at 1 + 4
    expect(tracks(f, 'n')).toContainEqual({ u: [24, 56], cost: [12, 1333, 0, 0, 0] });
    expect(costs(f, 'raceway-base', 'feed/b', 'surface/den')).toEqual([[25, 600, 0, 0, 0]]);
    expect(costs(f, 'raceway-base', 'place/0', 'surface/den')).toEqual([[10, 600, 0, 0, 0]]);
  });
  it('round an inside corner with one fitting; round the room and no further', () => {
    const f = round();
    const corners = f.edges.filter((e) => e.does === 'raceway-corner');
    expect(corners.map((e) => [f.nodes[e.from]!.wallId, f.nodes[e.to]!.wallId, e.turn, ...e.cost.slice(0, 2)])).toEqual([
      ['n', 'e', 'inside', 10, 600],
      ['e', 's', 'inside', 10, 600],
      ['s', 'w', 'inside', 10, 600],
      ['w', 'n', 'inside', 10, 600],
    ]);
    expect(f.nodes.every((n) => !n.space.startsWith('bay'))).toBe(true);
  });
  it('goes over a door 4 in above its head, upright beside its casing and nowhere in a corner', () => {
    const door = { id: 'd', kind: 'door' as const, x: at(34), z: at(0), width: at(12), height: at(80) };
    const f = round(house({ walls: { n: { openings: [door] } } }));
    const upright = tracks(f, 'n').filter(({ u }) => u[0] === u[1]);
    // 60 mm beside the door; at the boxes; 4 in from either corner for elbow and corner fitting; none at 0 and 120 in
    expect(upright.map(({ u }) => u[0])).toEqual([4, 24, 31.6, 48.4, 56, 116]);
    // up from 403 to 2134 mm: 1.731 m at 15, and its elbow’s 10 minutes; 5.68 ft at 5 and 6 for the elbow
    expect(upright[0]!.cost.slice(0, 2)).toEqual([36, 3440]);
    const over = f.edges.filter((e) => e.does === 'raceway' && e.wallId === 'n').map((e) => f.nodes[e.from]!.up!);
    expect([...new Set(over)].sort((a, b) => a - b)).toEqual([403, Math.round(inches(84))]);
  });
  it('a cupboard stands in its way: under and over it with 2 in to spare', () => {
    const cupboard = { id: 'c', kind: 'wall-cabinet' as const, face: 'A' as const, x: at(36), z: at(12), width: at(12), height: at(20) };
    const f = round(house({ walls: { n: { fixtures: [cupboard] } } }));
    const heightsOn = [...new Set(f.nodes.filter((n) => n.wallId === 'n' && n.space === 'surface/den').map((n) => n.up))];
    expect(heightsOn).toEqual([Math.round(inches(10)), 403, Math.round(inches(34))]);
    // level with the boxes it ends at the cupboard
    const level = f.edges.filter(
      (e) => e.does === 'raceway' && e.wallId === 'n' && f.nodes[e.from]!.up === 403 && f.nodes[e.to]!.up === 403,
    );
    expect(level.some((e) => f.nodes[e.from]!.u! < inches(36) + 1 && f.nodes[e.to]!.u! > inches(48) - 1)).toBe(false);
  });
  /** Level stretches of the north wall: height, from and to, in whole inches. */
  const level = (f: Framing, up: number) =>
    f.edges
      .filter((e) => e.does === 'raceway' && e.wallId === 'n' && [e.from, e.to].every((n) => Math.round(f.nodes[n]!.up! / 25.4) === up))
      .map((e) => [f.nodes[e.from]!.u!, f.nodes[e.to]!.u!].map((u) => Math.round(u / 25.4)));
  const passes = (f: Framing, up: number, u: number) => level(f, up).some(([a, b]) => a! <= u && b! >= u);
  const cupboard: Fixture = { id: 'c', kind: 'wall-cabinet', face: 'A', x: at(36), z: at(12), width: at(12), height: at(20) };
  it('passes under and over what stands in its way; trim, and what hangs on the other side, is in nobody’s way', () => {
    const f = round(house({ walls: { n: { fixtures: [cupboard] } } }));
    expect([10, 16, 34].map((up) => passes(f, up, 42))).toEqual([true, false, true]);
    expect(passes(f, 16, 30)).toBe(true);
    for (const other of [{ face: 'B' as const }, { kind: 'cap-trim' as const }]) expect([other, passes(round(house({ walls: { n: { fixtures: [{ ...cupboard, ...other }] } } })), 16, 42)]).toEqual([other, true]); // prettier-ignore
  });
  it('with one box in its line and another above it, it is passed all the same', () => {
    const f = round(house({ boxes: [boxOn('b', 'n', 24), boxOn('c', 'n', 80, { place: { ...boxOn('c', 'n', 80).place, bottom: at(60) } })], walls: { n: { fixtures: [cupboard] } } })); // prettier-ignore
    expect([10, 34].map((up) => level(f, up).length > 0)).toEqual([true, true]);
  });
  it('a window is not gone over: only a door stands on the floor', () => {
    const window = { id: 'w', kind: 'window' as const, x: at(34), z: at(30), width: at(12), height: at(40) };
    const f = round(house({ walls: { n: { openings: [window] } } }));
    expect([...new Set(f.nodes.filter((n) => n.wallId === 'n' && n.space === 'surface/den').map((n) => n.up))]).toEqual([403]);
  });
  it('a box of another room hangs on no face of this one', () => {
    const f = round(house({ boxes: [boxOn('b', 'n', 24), boxOn('c', 'e', 40, { face: 'B', place: { ...boxOn('c', 'e', 40).place, bottom: at(50) } })] })); // prettier-ignore
    const bases = f.edges.filter((e) => e.does === 'raceway-base').map((e) => [f.nodes[e.from]!.space, f.nodes[e.to]!.space]);
    expect(bases.filter(([, to]) => to === 'surface/den').map(([from]) => from)).toEqual(['feed/b', 'place/0']);
    const heights = (room: string) => [...new Set(f.nodes.filter((n) => n.space === `surface/${room}`).map((n) => Math.round(n.up! / 25.4)))]; // prettier-ignore
    expect(heights('den')).toEqual([16]);
  });
});

describe('points of interest', () => {
  it('a box on the surface is 4 3/4 in high, one in the wall 3 3/4 in: cables come to the middle', () => {
    const up = (options: Partial<FramingOptions>) => {
      const f = built(house(), [placeOn('n', 56, { bottom: at(30) })], options);
      return f.nodes[f.places[0]!]!.up! / 25.4;
    };
    expect([up({ surfaceOnly: true }), up({})]).toEqual([30 + 4.75 / 2, 30 + 3.75 / 2].map((x) => expect.closeTo(x, 6)));
  });
  it('a raceway may run round a room beside what is drawn through its walls, where it may show', () => {
    const does = (options: Partial<FramingOptions>) => new Set(built(house(), undefined, options).edges.map((e) => e.does));
    expect([does({ mayShow: true }).has('raceway'), does({ mayShow: true }).has('stud')]).toEqual([true, true]);
    expect(does({}).has('raceway')).toBe(false);
  });
  it('a place within an inch of a box’s height is level with it; one further off is not', () => {
    const up = (bottom: number) => {
      const f = built(house(), [placeOn('n', 56, { bottom: at(bottom) })]);
      return f.nodes[f.places[0]!]!.up! / 25.4;
    };
    expect(up(14.9)).toBeCloseTo(15.875);
    expect(up(15.1)).toBeCloseTo(15.1 + 1.875);
  });
  it('a panel is entered 350 mm over its lower edge', () => {
    const panel = { name: 'panel', spaces: 20, place: { wallId: 'n', face: 'A', fromLeft: at(72), bottom: at(40) }, breakers: [] };
    const f = built({ ...house(), panel: panel as unknown as NonNullable<Site['panel']> });
    expect(f.nodes[f.boxes.get('panel')!]!.up).toBeCloseTo(inches(40) + 350);
  });
  it('a wall that no room was walked round: its own bays are known, what leads out of it is not', () => {
    const site = house();
    const f = built({ ...site, rooms: site.rooms.map((r) => (r.id === 'den' ? { ...r, sides: [] } : r)) }, [placeOn('n', 56)]);
    expect(costs(f, 'stud', 'bay/n/1', 'bay/n/2')).toHaveLength(1);
    expect(f.edges.filter((e) => e.does === 'corner' && e.wallId === 'n')).toHaveLength(0);
  });
});
