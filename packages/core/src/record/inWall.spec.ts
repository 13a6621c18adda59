/** What is in a wall at a point, on the wall of 8 ft by 8 ft between den and shop: studs at 16 in, one box at 40 in. By hand, in inches. */
import { describe, expect, it } from 'vitest';
import { cable, closing, houseAt, inch, jobAt } from '../panel/smallJob.testing.js';
import { siteWith, smallPanel } from '../panel/smallPanel.testing.js';
import { boxOn, smallHouse, wallOf } from '../route/smallHouse.testing.js';
import { inches } from '../measure/index.js';
import { bareJob, type Box, type Cable, type CableWay, type Change, type House, type Job, type Site, type Wall } from '../model/index.js';
import { awayFromLine, builtShapes, inWall, type InWall } from './index.js';

const E = wallOf('e', 96, { A: 'den', B: 'shop' });
interface Part {
  wall?: Partial<Wall>;
  boxes?: Box[];
  site?: Partial<Site>;
  changes?: Change[];
}
const houseWith = ({ wall, boxes, site, changes }: Part = {}): House =>
  houseAt(siteWith({ walls: smallHouse({ walls: { e: { ...wall } } }).walls, boxes: boxes ?? [boxOn('b', 'e', 40)], ...site } as never), {
    ...(changes ? { history: [closing('j', changes, { jobName: 'Shelf' })] } : {}),
  });
const at = (x: number, z: number, part: Part = {}, jobs: Job[] = []) => inWall(houseWith(part), jobs, [], 'e', { x: inches(x), z: inches(z) }); // prettier-ignore
/** `what, how, inches away` of all within two feet, in their order. */
const listed = (answer: { here: InWall[]; near: InWall[] }, of = /./): string[] =>
  [...answer.here, ...answer.near].filter((i) => of.test(i.what)).map((i) => `${i.what}, ${i.how}, ${Math.round((i.awayMm / 25.4) * 100) / 100}`); // prettier-ignore

describe('boxes and studs', () => {
  it('a box by its edges, on either side; one that nobody measured is reckoned', () => {
    // its body lies from 38 7/8 to 41 1/8 in and from 14 to 17 3/4 in
    const away = (x: number, z: number, part: Part = {}) => listed(at(x, z, part), /^box/);
    expect([away(40, 15), away(44.125, 15), away(35.875, 15), away(40, 20.75), away(40, 11)]).toEqual([['box b, seen, 0'], ['box b, seen, 3'], ['box b, seen, 3'], ['box b, seen, 3'], ['box b, seen, 3']]); // prettier-ignore
    // 3 aside and 4 over: 5
    expect(away(44.125, 21.75)).toEqual(['box b, seen, 5']);
    // from the shop 40 in are 56 in here
    expect(away(56, 15, { boxes: [boxOn('b', 'e', 40, { face: 'B' })] })).toEqual(['box b, seen, 0']);
    expect(away(40, 15, { boxes: [boxOn('b', 'w', 40)] })).toEqual([]);
    const guessed = boxOn('b', 'e', 40);
    expect(away(40, 15, { boxes: [{ ...guessed, place: { ...guessed.place, distance: { mm: inches(40), known: 'assumed' } } }] })).toEqual(['box b, reckoned, 0']); // prettier-ignore
    const says = (face: 'A' | 'B') => at(40, 15, { boxes: [boxOn('b', 'e', face === 'A' ? 40 : 56, { face })] }).here.find((i) => i.id === 'b')!.says; // prettier-ignore
    expect([says('A'), says('B')]).toEqual(['box on the side of den', 'box on the side of shop']);
  });
  it('the two nearest studs, from their edge: one that was found is seen, others are reckoned', () => {
    // studs at 0 3/4, 16 (found), 32, 48, 64, 80, 95 1/4 in, 1 1/2 in thick
    const studs = (x: number, part: Part = {}) => listed(at(x, 60, part), /^stud/);
    expect(studs(39)).toEqual(['stud 3, reckoned, 6.25', 'stud 4, reckoned, 8.25']);
    expect(studs(16.5)).toEqual(['stud 2, seen, 0', 'stud 3, reckoned, 14.75']);
    expect(studs(20)).toEqual(['stud 2, seen, 3.25', 'stud 3, reckoned, 11.25']);
    const says = at(20, 60).here.find((i) => i.what === 'stud 2')!.says;
    expect([says, at(34, 60).here.find((i) => i.what === 'stud 3')!.says]).toEqual(['measured', 'by the rhythm of the others']);
    const assumed = { wall: { framing: { ...E.framing, knownStud: { mm: inches(16), known: 'assumed' as const } } } };
    expect(studs(16.5, assumed)[0]).toBe('stud 2, reckoned, 0');
    expect(studs(40, { wall: { framing: { ...E.framing, material: 'masonry' } } })).toEqual([]);
  });
});

describe('obstacles and openings', () => {
  const pipe = { id: 'p', kind: 'pipe' as const, x: inch(50), z: inch(10), width: inch(2), height: inch(20) };
  it('a pipe by its edges, with how it is known and whether its depth is', () => {
    const of = (part: object) => at(45, 20, { wall: { obstacles: [{ ...pipe, ...part }] } }).here.find((i) => i.id === 'p')!;
    expect(of({})).toEqual({ id: 'p', what: 'pipe', how: 'seen', says: 'measured; how deep is not known', awayMm: inches(5) });
    expect(of({ behindA: inch(1) }).says).toBe('measured');
    expect(of({ x: { mm: inches(50), known: 'scanned' } })).toMatchObject({ how: 'seen', says: 'scanned; how deep is not known' });
    expect(of({ x: { mm: inches(50), known: 'assumed' } })).toMatchObject({ how: 'reckoned', says: 'put down and not measured' });
    expect([of({ kind: 'unknown' }).what, of({ kind: 'fire-block' }).what]).toEqual(['something', 'fire block']);
    // under it, over it, right of it
    const away = (x: number, z: number) => listed(at(x, z, { wall: { obstacles: [pipe] } }), /pipe/);
    expect([away(51, 4), away(51, 33), away(55, 20), away(51, 20)]).toEqual([['pipe, seen, 6'], ['pipe, seen, 3'], ['pipe, seen, 3'], ['pipe, seen, 0']]); // prettier-ignore
  });
  it('beside an opening two studs, over it a header: 3 in and 11 in of guess', () => {
    const window = { id: 'w', kind: 'window' as const, x: inch(50), z: inch(36), width: inch(24), height: inch(36) };
    const door = { ...window, id: 'd', kind: 'door' as const, z: inch(0), height: inch(80) };
    const guess = (opening: object, x: number, z: number) => listed(at(x, z, { wall: { openings: [opening as never] } }), /doubled|header/);
    const [JACK, HEADER] = ['doubled studs beside the door, a guess, 0', 'header over the door, a guess, 0'];
    expect([guess(door, 46.9, 40), guess(door, 47, 40), guess(door, 49.9, 40), guess(door, 50, 40)]).toEqual([[], [JACK], [JACK], []]);
    expect([guess(door, 74.1, 40), guess(door, 77, 40), guess(door, 77.1, 40)]).toEqual([[JACK], [JACK], []]);
    // over the door’s head the studs beside it are any
    expect([guess(door, 48, 79.9), guess(door, 48, 80)]).toEqual([[JACK], []]);
    expect([guess(door, 60, 80), guess(door, 60, 80.1), guess(door, 60, 90.9), guess(door, 60, 91)]).toEqual([[], [HEADER], [HEADER], []]);
    expect([guess(door, 50, 85), guess(door, 74, 85), guess(door, 49.9, 85), guess(door, 74.1, 85)]).toEqual([[HEADER], [HEADER], [], []]);
    // beside and under a window its studs go down to the floor
    expect(guess(window, 48, 20)).toEqual(['doubled studs beside the window, a guess, 0']);
    expect(at(60, 40, { wall: { openings: [door] } }).here.find((i) => i.id === 'd')).toMatchObject({ how: 'seen', says: 'an opening of the wall', awayMm: 0 }); // prettier-ignore
    expect(at(60, 40, { wall: { openings: [{ ...door, x: { mm: inches(50), known: 'assumed' } }] } }).here.find((i) => i.id === 'd')!.how).toBe('reckoned'); // prettier-ignore
  });
});

describe('what jobs laid, or plan', () => {
  const way: CableWay = {
    ...{ key: 'k', title: 'up', feed: 'b', drillFrom: [], chases: [], outside: [], bends: 0, loops: 0, open: false, past: [] },
    legs: [
      { space: 's', kind: 'wall', words: 'up', path: [], lengthMm: 1, staples: [], fastened: 'fished', onWall: { wallId: 'e', points: [{ u: inches(40), z: inches(18) }, { u: inches(40), z: inches(60) }, { u: inches(70), z: inches(60) }] } }, // prettier-ignore
      { space: 'a', kind: 'attic', words: 'over', path: [], lengthMm: 1, staples: [], fastened: 'stapled' },
      { space: 'w', kind: 'wall', words: 'down', path: [], lengthMm: 1, staples: [], fastened: 'fished', onWall: { wallId: 'w', points: [{ u: inches(40), z: inches(18) }, { u: inches(40), z: inches(90) }] } }, // prettier-ignore
    ] as never,
    holes: [
      { id: 'h', member: 'stud', where: 'w', count: 3, sizeMm: 19, bushing: false, seal: false, onWall: { wallId: 'e', u: inches(48), z: inches(60) }, at: { x: 0, y: 0 } }, // prettier-ignore
      { id: 'g', member: 'top plate', where: 'w', count: 1, sizeMm: 19, bushing: false, seal: true, onWall: { wallId: 'e', u: inches(70), z: inches(95) }, at: { x: 0, y: 0 } }, // prettier-ignore
      { id: 'f', member: 'joist', where: 'w', count: 1, sizeMm: 19, bushing: false, seal: true, at: { x: 0, y: 0 } },
    ],
    openings: [
      {
        id: 'o',
        wallId: 'e',
        face: 'A',
        what: 'to reach the stud',
        left: inches(46),
        right: inches(50),
        bottom: inches(58),
        top: inches(62),
      },
    ],
  };
  const run: Change = { id: 'c', title: 'Cable', do: 'run-cable', cable: cable('new', 'b', { name: 'new cable' }), way };
  const openJob: Job = { ...bareJob(jobAt(siteWith(), [run])), id: 'open', name: 'Open' };
  it('a cable by its line, holes by their middle, openings by their edges: built or planned', () => {
    expect(listed(at(45, 55, { changes: [run] }), /cable|hole|opening/)).toEqual([
      'patched opening, as built, 3.16',
      'new cable, as built, 5',
      'hole in the stud, 3 of them, as built, 5.83',
    ]);
    const words = Object.fromEntries(at(45, 55, { changes: [run] }).here.map((i) => [i.what, i.says]));
    expect([words['new cable'], words['patched opening']]).toEqual(['laid by “Shelf”', 'to reach the stud; laid by “Shelf”']);
    expect(listed(at(45, 55, {}, [openJob]), /cable|hole|opening/)).toEqual([
      'opening to be cut, planned, 3.16',
      'new cable, planned, 5',
      'hole in the stud, 3 of them, planned, 5.83',
    ]);
    expect(listed(at(70, 95, { changes: [run] }), /plate/)).toEqual(['hole in the top plate, as built, 0']);
  });
  it('of two stretches of a cable in one wall the nearer counts; what lies in another wall doesn’t; once laid it is not guessed at', () => {
    const second = { ...way.legs[0]!, onWall: { wallId: 'e', points: [{ u: inches(80), z: inches(18) }, { u: inches(80), z: inches(60) }] } }; // prettier-ignore
    const twice = (legs: CableWay['legs']): Change => ({ ...run, way: { ...way, legs, holes: [], openings: [{ ...way.openings[0]!, wallId: 'w' }] } }) as Change; // prettier-ignore
    const away = (...legs: CableWay['legs']) => listed(at(85, 55, { changes: [twice(legs)] }), /cable|opening/);
    expect([away(way.legs[0]!, second), away(second, way.legs[0]!)]).toEqual([['new cable, as built, 5'], ['new cable, as built, 5']]);
    const known = cable('new', 'b', { name: 'new cable', ends: [{ label: 'panel' }, { boxId: 'b', label: 'b', side: 'top' }] });
    const guessed = (part: Part, jobs: Job[] = []) => listed(at(40, 40, { site: { cables: [known] }, ...part }, jobs), /cable/).filter((l) => l.includes('a guess')); // prettier-ignore
    expect([guessed({}), guessed({ changes: [run] }), guessed({}, [openJob])]).toEqual([['new cable, a guess, 0'], [], ['new cable, a guess, 0']]); // prettier-ignore
  });
  it('a job that is closed, or of another house, plans nothing here', () => {
    const planned = (job: Partial<Job>) => listed(at(45, 55, {}, [{ ...openJob, ...job }]), /cable/).length;
    expect([planned({}), planned({ closed: { at: '2026-11-29T09:00:00Z', closing: 'x' } }), planned({ houseId: 'other' })]).toEqual([1, 0, 0]); // prettier-ignore
    // a cable without a way says nothing of where it runs
    expect(planned({ changes: [{ ...run, way: undefined } as never] })).toBe(0);
  });
  it('drawn in the elevation: each stretch as a band, a hole kept 60 mm inside the wall, the patch on its face', () => {
    const house = houseWith({ changes: [run] });
    const e = house.site.walls.find((w) => w.id === 'e')!;
    const drawn = (face: 'A' | 'B') => builtShapes(house, [], e, face).map((s) => [s.id, s.label ?? '', ...[s.u, s.u + s.width, s.z, s.z + s.height].map((v) => Math.round(v))]); // prettier-ignore
    expect(drawn('A')).toEqual([
      ['built-new-0-0', 'new cable, as built', 1008, 1024, 457, 1524],
      ['built-new-0-1', '', 1016, 1778, 1516, 1532],
      ['built-new-h', '', 1199, 1239, 1504, 1544],
      // its middle at 95 in, 2413 mm, of 2438: 60 mm under the top
      ['built-new-g', '', 1758, 1798, 2358, 2398],
      ['built-new-o', 'patch', 1168, 1270, 1473, 1575],
    ]);
    // from the shop mirrored in 2438.4 mm, and without the patch
    expect(drawn('B').slice(0, 2)).toEqual([
      ['built-new-0-0', 'new cable, as built', 1414, 1430, 457, 1524],
      ['built-new-0-1', '', 660, 1422, 1516, 1532],
    ]);
    expect(drawn('B')).toHaveLength(4);
    const w = house.site.walls.find((x) => x.id === 'w')!;
    expect(builtShapes(house, [], w, 'A').map((s) => [s.id, s.label])).toEqual([['built-new-2-0', 'new cable, as built']]);
    expect(builtShapes(houseWith(), [openJob], e, 'A')).toEqual([]);
    const low: CableWay = { ...way, legs: [], openings: [], holes: [{ ...way.holes[0]!, onWall: { wallId: 'e', u: 500, z: 10 } }] };
    expect(builtShapes(houseWith({ changes: [{ ...run, way: low } as never] }), [], e, 'A').map((s) => [s.z, s.height])).toEqual([[40, 40]]); // prettier-ignore
  });
});

describe('cables whose way nobody knows', () => {
  const feed = (side: Cable['ends'][0]['side'], label = 'panel'): Cable => cable('f', 'b', { name: 'feed', ends: [{ label }, { boxId: 'b', label: 'b', ...(side ? { side } : {}) }] }); // prettier-ignore
  const guesses = (x: number, z: number, c: Cable, part: Part = {}) => listed(at(x, z, { site: { cables: [c] }, ...part }), /feed/);
  it('from a side: up, down, or through the studs beside it, in a band of 4 in to each side', () => {
    expect([guesses(40, 60, feed('top')), guesses(40, 5, feed('top')), guesses(40, 60, feed('bottom')), guesses(40, 5, feed('bottom'))]).toEqual([['feed, a guess, 0'], ['feed, a guess, 12.75'], [], ['feed, a guess, 0']]); // prettier-ignore
    // the band over the box ends 4 in right of its edge at 41 1/8 in
    expect([guesses(45.125, 60, feed('top')), guesses(47.125, 60, feed('top')), guesses(32.875, 60, feed('top'))]).toEqual([['feed, a guess, 0'], ['feed, a guess, 2'], ['feed, a guess, 2']]); // prettier-ignore
    for (const side of ['left', 'right', 'back'] as const) expect(guesses(60, 15, feed(side)), side).toEqual(['feed, a guess, 0']);
    // 24 in to each side, 4 in over and under it
    expect([guesses(66.125, 15, feed('left')), guesses(13.875, 15, feed('left')), guesses(40, 23.75, feed('left')), guesses(40, 8, feed('left'))]).toEqual([['feed, a guess, 1'], ['feed, a guess, 1'], ['feed, a guess, 2'], ['feed, a guess, 2']]); // prettier-ignore
    expect(guesses(40, 60, feed(undefined))).toEqual(['feed, a guess, 0']);
    expect(at(40, 15.5, { site: { cables: [feed(undefined)] } }).here.filter((i) => i.what === 'feed').map((i) => i.says)).toEqual([
      'from which side it comes in was not noted of box b, from panel: likely down from there',
      'from which side it comes in was not noted of box b, from panel: likely up from there',
    ]); // prettier-ignore
    expect(at(40, 60, { site: { cables: [feed('top', '')] } }).here.find((i) => i.what === 'feed')!.says).toBe('it comes in at the top of box b: likely up from there'); // prettier-ignore
  });
  it('between two boxes of this wall straight, 2 in over their bottoms', () => {
    const both = cable('f', 'b', { name: 'feed', ends: [{ boxId: 'b', label: 'b' }, { boxId: 'c', label: 'c' }] }); // prettier-ignore
    const boxes = [boxOn('b', 'e', 40), boxOn('c', 'e', 60)];
    expect([guesses(50, 16, both, { boxes }), guesses(50, 20, both, { boxes }), guesses(63, 16, both, { boxes })]).toEqual([['feed, a guess, 0'], ['feed, a guess, 4'], ['feed, a guess, 3']]); // prettier-ignore
    // the other end on another wall: only this one’s side is guessed at
    expect(guesses(40, 60, both, { boxes: [boxOn('b', 'e', 40), boxOn('c', 'w', 60)] })).toEqual(['feed, a guess, 0']);
    expect(guesses(40, 60, both, { boxes: [boxOn('c', 'w', 60)] })).toEqual([]);
  });
});

describe('pipes, panels, photos', () => {
  it('beside a room with water pipes may stand anywhere, on whichever side it is', () => {
    const guess = (rooms: object) => at(70, 60, { site: { rooms: smallHouse(rooms as never).rooms } }).here.filter((i) => i.id.startsWith('wet')).map((i) => [i.id, i.says.split(':')[0]]); // prettier-ignore
    expect(guess({})).toEqual([]);
    expect(guess({ den: { use: 'bathroom' } })).toEqual([['wet-A', 'den on that side is a bathroom']]);
    expect(guess({ shop: { use: 'laundry' } })).toEqual([['wet-B', 'shop on that side is a laundry']]);
  });
  it('9 in to each side of a panel its cables come together, from floor to ceiling', () => {
    const panel = (face: 'A' | 'B') => ({ site: { panel: { ...smallPanel, place: { wallId: 'e', face, fromLeft: inch(70), bottom: inch(48) } } } }); // prettier-ignore
    const away = (x: number, face: 'A' | 'B' = 'A') => listed(at(x, 90, panel(face)), /Panel/);
    expect([away(79), away(80), away(61), away(60)]).toEqual([['cables to the Panel, a guess, 0'], ['cables to the Panel, a guess, 1'], ['cables to the Panel, a guess, 0'], ['cables to the Panel, a guess, 1']]); // prettier-ignore
    // 70 in from the shop’s left are 26 in here
    expect(away(26, 'B')).toEqual(['cables to the Panel, a guess, 0']);
    expect(listed(at(70, 90), /Panel/)).toEqual([]);
  });
  it('a point of a photo, less its ±, by the face it was taken of', () => {
    const photo = { id: 'p', name: '', wallId: 'e', face: 'A' as const, x: inches(70), up: inches(60), plusMinusMm: 30.4 };
    const of = (part: object, x = 70, z = 60) => inWall(houseWith(), [], [{ ...photo, ...part }], 'e', { x: inches(x), z: inches(z) }).here.find((i) => i.id === 'p'); // prettier-ignore
    expect(of({})).toEqual({ id: 'p', what: 'a point', how: 'from a photo', says: '± 30 mm', awayMm: 0 });
    expect(of({ name: 'stub' }, 74)).toMatchObject({ what: 'stub', awayMm: expect.closeTo(101.6 - 30.4, 6) as number });
    expect(of({ face: 'B', x: inches(26) }, 74, 63)!.awayMm).toBeCloseTo(127 - 30.4, 6);
    expect(of({ wallId: 'w' })).toBeUndefined();
  });
});

describe('the answer', () => {
  it('here is within 8 in, near within two feet; the surest first, then the nearest', () => {
    const pipe = (id: string, x: number, known: 'measured' | 'assumed' = 'measured') => ({ id, kind: 'pipe' as const, x: { mm: inches(x), known }, z: inch(0), width: inch(1), height: inch(96) }); // prettier-ignore
    const answer = at(20, 60, { wall: { obstacles: [pipe('far', 44), pipe('edge', 28), pipe('beyond', 28.1), pipe('last', 43.9), pipe('assumed', 21, 'assumed')] } }); // prettier-ignore
    const ids = (list: InWall[]) => list.map((i) => i.id).filter((id) => !id.startsWith('stud'));
    expect([ids(answer.here), ids(answer.near)]).toEqual([
      ['edge', 'assumed'],
      ['beyond', 'last'],
    ]);
  });
  it('what nobody knows: a bay not looked into, a room nobody walked round, a point off the wall', () => {
    const unknown = (x: number, z: number, part: Part = {}) => at(x, z, part).unknown.map((u) => u.split(/[:,.]/)[0]);
    const BAY = 'Nobody looked into this bay';
    expect(unknown(40, 60)).toEqual([BAY]);
    expect([unknown(40, 60, { wall: { looks: [inch(41)] } }), unknown(40, 60, { wall: { looks: [inch(50)] } })]).toEqual([[], [BAY]]);
    const OFF = 'That point is not on the wall';
    const seen = { wall: { bayLooked: 'seen' as never } };
    expect([unknown(0, 0, seen), unknown(96, 96, seen), unknown(-0.1, 0, seen), unknown(96.1, 0, seen), unknown(0, -0.1, seen), unknown(0, 96.1, seen)]).toEqual([[], [], [OFF], [OFF], [OFF], [OFF]]); // prettier-ignore
    // a side without its walls noted and without a box; a box on it shows that somebody was there
    const bare = { ...seen, site: { rooms: smallHouse({ shop: { sides: [] } }).rooms } };
    expect(unknown(40, 60, bare)).toEqual(['Nobody walked round shop']);
    expect(unknown(40, 60, { ...bare, boxes: [boxOn('b', 'e', 40, { face: 'B' })] })).toEqual([]);
    expect(unknown(40, 60, { ...bare, boxes: [boxOn('b', 'w', 40, { face: 'B' })] })).toEqual(['Nobody walked round shop']);
    // nobody walks round the outdoors
    expect(inWall(houseWith({ wall: {} }), [], [], 'n', { x: 1000, z: 1000 }).unknown).toEqual([expect.stringContaining(BAY)]);
    expect(inWall(houseWith(), [], [], 'gone', { x: 0, z: 0 })).toEqual({ here: [], near: [], unknown: ['There is no such wall.'] });
  });
  it('from a point to a line of two stretches, or of one without length', () => {
    const line = [{ u: 0, z: 0 }, { u: 10, z: 0 }, { u: 10, z: 10 }]; // prettier-ignore
    expect([awayFromLine({ x: 5, z: 3 }, line), awayFromLine({ x: 14, z: 5 }, line), awayFromLine({ x: -3, z: -4 }, line)]).toEqual([3, 4, 5]); // prettier-ignore
    expect(awayFromLine({ x: 3, z: 4 }, [{ u: 0, z: 0 }, { u: 0, z: 0 }])).toBe(5); // prettier-ignore
    // along a slope: the foot of the perpendicular lies within it
    expect(awayFromLine({ x: 0, z: 10 }, [{ u: 0, z: 0 }, { u: 10, z: 10 }])).toBeCloseTo(Math.sqrt(50), 9); // prettier-ignore
  });
});
