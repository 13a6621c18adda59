/**
 * What makes no sense in a survey, field by field, on the small house: each thing just inside its limit and just outside, what would do, and the
 * thing that is referred to and isn't there. Half a millimetre is no fault anywhere. Lengths in inches.
 */
import { describe, expect, it } from 'vitest';
import { cable, device, inch } from '../panel/smallJob.testing.js';
import { siteWith } from '../panel/smallPanel.testing.js';
import { boxOn, placeOn, smallHouse } from '../route/smallHouse.testing.js';
import { duplicateIds, siteErrors } from './checkSite.js';
import { wantErrors } from './checkWant.js';
import type { FieldError } from './fieldError.js';
import { finalErrors } from './checkFinals.js';
import type { Final } from './final.js';
import type { Lamp, Site, Wall } from './site.js';
import type { Want } from './want.js';

const paths = (errors: readonly FieldError[]): string[] => errors.map((e) => e.path);
const of = (site: Site, sound?: Site): FieldError[] => siteErrors(site, 'in', '/site', sound);
/** Wall n, 120 in long and 96 high. */
const withWall = (part: Partial<Wall>, more: Partial<Site> = {}): Site => ({ ...smallHouse({ walls: { n: part } }), ...more });
/** in that are just no fault, and just one */
const HALF_MM = 0.49 / 25.4;
const OVER = 0.51 / 25.4;
const opening = (id: string, x: number, z: number, width = 30, height = 80) => ({ id, kind: 'door' as const, x: inch(x), z: inch(z), width: inch(width), height: inch(height) }); // prettier-ignore
const fixture = (x: number, z: number, width: number, height: number, more = {}) => ({ id: 'shelf', kind: 'furniture' as const, face: 'A' as const, x: inch(x), z: inch(z), width: inch(width), height: inch(height), ...more }); // prettier-ignore
const pipe = (x: number, width: number, more = {}) => ({ id: 'p', kind: 'pipe' as const, x: inch(x), width: inch(width), z: inch(0), height: inch(96), ...more }); // prettier-ignore
const lamp = (id: string, part: Partial<Lamp> = {}): Lamp => ({ id, name: id, roomId: 'den', x: 0, y: 0, box: 'lamp-4-1/2' as Lamp['box'], watts: 60, ...part }); // prettier-ignore

describe('a house that makes sense', () => {
  it('has nothing to say', () => {
    const site = siteWith({ boxes: [boxOn('b', 'n', 40, { circuitId: 'c1' })], cables: [cable('c', 'b', { circuitId: 'c1' })], devices: [device('b')] }); // prettier-ignore
    expect(of(site)).toEqual([]);
  });
});

describe('ids', () => {
  it('each once in its list; the second is named, and every further one', () => {
    expect(paths(duplicateIds([{ id: 'a' }, { id: 'b' }, { id: 'a' }, { id: 'a' }], '/x'))).toEqual(['/x/2/id', '/x/3/id']);
    const site = siteWith({ boxes: [boxOn('b', 'n', 40), boxOn('b', 'n', 60)] });
    expect(of(site)).toEqual([{ path: '/site/boxes/1/id', message: 'Two things have the id b; each needs its own.', expected: 'an id of its own', came: '"b"' }]); // prettier-ignore
  });
  it('in every list of a site, and of a wall', () => {
    const base = siteWith({ boxes: [boxOn('b', 'n', 40)], cables: [cable('c', 'b')], devices: [device('b')] });
    for (const key of ['rooms', 'walls', 'boxes', 'cables', 'devices', 'circuits', 'loads'] as const)
      expect(paths(of({ ...base, [key]: [...base[key], base[key][0]!] }))).toContain(`/site/${key}/${base[key].length}/id`);
    const joints = { id: 'b', of: { cables: [], devices: [] }, joints: [], pigtails: [] };
    expect(paths(of({ ...base, wiring: [joints, joints] }))).toEqual(['/site/wiring/1/id']);
    // lamps are boxes too
    expect(paths(of({ ...base, lamps: [lamp('b')] }))).toEqual(['/site/lamps/1/id']);
    const [door, shelf, wet] = [opening('d', 10, 0, 5), fixture(10, 0, 20, 30), pipe(10, 2)];
    const mark = { id: 'm', name: 'mark', x: inch(5) };
    expect(paths(of(withWall({ references: [mark, mark], obstacles: [wet, wet], openings: [door, { ...door, x: inch(50) }], fixtures: [shelf, shelf] })))).toEqual([
      '/site/walls/0/references/1/id',
      '/site/walls/0/obstacles/1/id',
      '/site/walls/0/openings/1/id',
      '/site/walls/0/fixtures/1/id',
    ]); // prettier-ignore
  });
});

describe('what is referred to and is not there', () => {
  const base = siteWith({ boxes: [boxOn('b', 'n', 40)], lamps: [lamp('l')] });
  const missing = (part: Partial<Site>) => of({ ...base, ...part }).map((e) => [e.path, e.expected, e.came]);
  it.each<[string, Partial<Site>, [string, string, string][]]>([
    ['a room of a wall’s face', { walls: base.walls.map((w) => (w.id === 'n' ? { ...w, faces: { ...w.faces, B: { ...w.faces.B, roomId: 'attic' } } } : w)) }, [['/site/walls/0/faces/B/roomId', 'the id of a room', '"attic"']]],
    ['a wall of a room’s side', { rooms: base.rooms.map((r) => (r.id === 'den' ? { ...r, sides: [...r.sides!, { wallId: 'q', face: 'A', turn: 'right' }] } : r)) }, [['/site/rooms/0/sides/4/wallId', 'the id of a wall', '"q"']]],
    ['a wall of an outlet that a room wants', { rooms: base.rooms.map((r) => (r.id === 'den' ? { ...r, wanted: [placeOn('q', 10)] } : r)) } as Partial<Site>, [['/site/rooms/0/wanted/0/wallId', 'the id of a wall', '"q"']]],
    ['the wall of a box', { boxes: [boxOn('b', 'q', 40, { circuitId: 'c9' })] }, [['/site/boxes/0/wallId', 'the id of a wall', '"q"']]],
    ['what a box is measured from', { boxes: [{ ...boxOn('b', 'n', 40), place: { ...boxOn('b', 'n', 40).place, from: 'mark' } }] }, [['/site/boxes/0/place/from', 'the id of a reference on this wall', '"mark"']]],
    ['the circuit of a box', { boxes: [boxOn('b', 'n', 40, { circuitId: 'c9' })] }, [['/site/boxes/0/circuitId', 'the id of a circuit', '"c9"']]],
    ['the built-in a box is let into', { boxes: [boxOn('b', 'n', 40, { inFront: 'shelf' })] }, [['/site/boxes/0/inFront', 'the id of a built-in at this face', '"shelf"']]],
    ['a box of a cable, where it ends and where it passes', { cables: [cable('c', 'q', { unbrokenIn: ['b', 'r'] })] }, [['/site/cables/0/ends/1/boxId', 'the id of a box', '"q"'], ['/site/cables/0/unbrokenIn/1', 'the id of a box', '"r"']]],
    ['the circuit of a cable, and of one of its conductors', { cables: [cable('c', 'b', { circuitId: 'c9', uses: [{ is: 'hot', circuitId: 'c8' }, { is: 'neutral' }] })] } as Partial<Site>, [['/site/cables/0/circuitId', 'the id of a circuit', '"c9"'], ['/site/cables/0/uses/0/circuitId', 'the id of a circuit', '"c8"']]],
    ['the room and the circuit of a lamp', { lamps: [lamp('l', { roomId: 'attic', circuitId: 'c9' })] }, [['/site/lamps/0/roomId', 'the id of a room', '"attic"'], ['/site/lamps/0/circuitId', 'the id of a circuit', '"c9"']]],
    ['the box and the circuit of a device', { devices: [device('q', 'duplex-15', { circuitId: 'c9' })] }, [['/site/devices/0/boxId', 'the id of a box', '"q"'], ['/site/devices/0/circuitId', 'the id of a circuit', '"c9"']]],
    ['the circuit and the box of a load', { loads: [{ ...base.loads[0]!, circuitId: 'c9', boxId: 'q' }] }, [['/site/loads/0/circuitId', 'the id of a circuit', '"c9"'], ['/site/loads/0/boxId', 'the id of a box', '"q"']]],
  ])('%s', (_, part, expected) => expect(missing(part)).toEqual(expected)); // prettier-ignore
  it('a cable may end at a lamp, and a device be in one', () =>
    expect(missing({ cables: [cable('c', 'l')], devices: [device('l')] })).toEqual([]));
  it('as many uses as insulated conductors', () => {
    const [error] = of({ ...base, cables: [cable('c', 'b', { uses: [{ is: 'hot' }] } as never)] });
    expect(error).toEqual({
      path: '/site/cables/0/uses',
      message: 'c has 2 insulated conductors, and 1 are said to be for something.',
      expected: 'one use for each of black, white',
      came: '1',
    });
  });
});

describe('within its wall', () => {
  const wall = (part: Partial<Wall>) => of(withWall(part)).map((e) => [e.path, e.expected]);
  const studs = (known: number, extra?: number) => {
    const { framing } = smallHouse().walls[0]!;
    return wall({ framing: { ...framing, knownStud: inch(known), extraStuds: extra === undefined ? [] : [{ id: 'x', x: inch(extra) }] } } as Partial<Wall>); // prettier-ignore
  };
  it('studs: from one end to the other', () => {
    expect([studs(0, 0), studs(120, 120)]).toEqual([[], []]);
    expect(studs(120.1, -0.1)).toEqual([
      ['/site/walls/0/framing/knownStud/mm', '0 to 120"'],
      ['/site/walls/0/framing/extraStuds/0/x/mm', '0 to 120"'],
    ]);
    expect(studs(-0.1, 120.1).map(([path]) => path)).toEqual(['/site/walls/0/framing/knownStud/mm', '/site/walls/0/framing/extraStuds/0/x/mm']); // prettier-ignore
  });
  it('doors: neither past the end nor above the top, and what would do', () => {
    expect([wall({ openings: [opening('d', 90, 16)] }), wall({ openings: [opening('d', 90 + HALF_MM, 16 + HALF_MM)] })]).toEqual([[], []]);
    expect(wall({ openings: [opening('d', 90 + OVER, 16)] })).toEqual([['/site/walls/0/openings/0/x/mm', 'at most 90"']]);
    expect(wall({ openings: [opening('d', 90, 16 + OVER)] }).map(([path]) => path)).toEqual(['/site/walls/0/openings/0/height/mm']);
    // wider than the wall: nowhere would do
    expect(wall({ openings: [opening('d', 0, 0, 130)] })).toEqual([['/site/walls/0/openings/0/x/mm', 'at most 0"']]);
  });
  it('doors and windows not over each other; side by side, and one over the other, they may touch', () => {
    const two = (x: number, z: number) => wall({ openings: [opening('d', 20, 10, 30, 40), opening('e', x, z, 30, 40)] });
    expect([two(50, 10), two(50 - HALF_MM, 10), two(20, 50), two(20, 50 - HALF_MM)]).toEqual([[], [], [], []]);
    expect(two(50 - OVER, 50 - OVER)).toEqual([['/site/walls/0/openings/1/x/mm', 'a door clear of the door']]);
    const [error] = of(withWall({ openings: [opening('d', 20, 10, 30, 40), opening('e', 10, 30, 30, 40)] }));
    expect(error!.message).toBe('The door at 10" and the door at 20" lie over each other by 20".');
  });
  it('shelves and cabinets alike', () => {
    expect(wall({ fixtures: [fixture(100, 60, 20, 36)] })).toEqual([]);
    expect(wall({ fixtures: [fixture(100.125, 60.125, 20, 36)] })).toEqual([['/site/walls/0/fixtures/0/x/mm', 'at most 100"'], ['/site/walls/0/fixtures/0/height/mm', 'at most 35 7/8"']]); // prettier-ignore
    const [error] = of(withWall({ fixtures: [{ ...fixture(110, 0, 20, 30), kind: 'base-cabinet' }] }));
    expect(error!.message).toBe(`The base cabinet ends at 130", past the wall's end at 120".`);
  });
  it('pipes: from end to end, and no deeper than the wall is thick: 1/2 + 3 1/2 + 1/2 in', () => {
    expect([wall({ obstacles: [pipe(0, 120)] }), wall({ obstacles: [pipe(-HALF_MM, 2)] }), wall({ obstacles: [pipe(118 + HALF_MM, 2)] })]).toEqual([[], [], []]); // prettier-ignore
    for (const x of [-OVER, 118 + OVER]) expect(wall({ obstacles: [pipe(x, 2)] })).toEqual([['/site/walls/0/obstacles/0/x/mm', '0 to 118"']]); // prettier-ignore
    const deep = (behind: number, thick?: number) => wall({ obstacles: [pipe(10, 2, { behindA: inch(behind), ...(thick ? { thick: inch(thick) } : {}) })] }); // prettier-ignore
    expect([deep(4.5), deep(3, 1.5), deep(3 + HALF_MM, 1.5)]).toEqual([[], [], []]);
    expect(deep(3 + OVER, 1.5)).toEqual([['/site/walls/0/obstacles/0/behindA/mm', 'at most 3"']]);
    expect(deep(4.6)).toEqual([['/site/walls/0/obstacles/0/behindA/mm', 'at most 4 1/2"']]);
    // thick and of a depth that nobody noted
    expect(wall({ obstacles: [pipe(10, 2, { thick: inch(9) })] })).toEqual([]);
    expect(deep(1, 9)).toEqual([['/site/walls/0/obstacles/0/behindA/mm', 'at most 0"']]);
  });
  it('an outlet that a room wants, up to the end', () => {
    const wanted = (fromLeft: number) => paths(of(smallHouse({ den: { wanted: [placeOn('n', fromLeft)] } as never })));
    expect([wanted(120), wanted(120.1)]).toEqual([[], ['/site/rooms/0/wanted/0/fromLeft/mm']]);
  });
  it('boxes: 2 1/4 in wide with their middle from 1 1/8 on, 3 3/4 high with their bottom up to 92 1/4', () => {
    const box = (fromLeft: number, bottom = 14) => {
      const b = boxOn('b', 'n', fromLeft);
      return of({ ...smallHouse(), boxes: [{ ...b, place: { ...b.place, bottom: inch(bottom) } }] }).map((e) => [e.path, e.expected]);
    };
    expect([box(1.125), box(1.125 - HALF_MM), box(118.875 + HALF_MM), box(40, 92.25 + HALF_MM)]).toEqual([[], [], [], []]);
    for (const x of [1.125 - OVER, 118.875 + OVER]) expect(box(x)).toEqual([['/site/boxes/0/place/distance/mm', 'a place between 0 and 120"']]); // prettier-ignore
    expect(box(40, 92.25 + OVER)).toEqual([['/site/boxes/0/place/bottom/mm', 'at most 92 1/4"']]);
  });
  it('a box in the front of a built-in: within that front', () => {
    const shelf = fixture(30, 10, 40, 30);
    const box = (fromLeft: number, bottom: number, part: object = {}) => {
      const b = boxOn('b', 'n', fromLeft, { inFront: 'shelf', ...part });
      return of(withWall({ fixtures: [shelf] }, { boxes: [{ ...b, place: { ...b.place, bottom: inch(bottom) } }] })).map((e) => [e.path, e.expected]); // prettier-ignore
    };
    expect([box(31.125, 10), box(68.875, 36.25), box(31.125 - HALF_MM, 10 - HALF_MM), box(68.875 + HALF_MM, 36.25 + HALF_MM)]).toEqual([[], [], [], []]); // prettier-ignore
    for (const x of [31.125 - OVER, 68.875 + OVER]) expect(box(x, 20)).toEqual([['/site/boxes/0/place/distance/mm', 'a place between 30" and 70"']]); // prettier-ignore
    for (const z of [10 - OVER, 36.25 + OVER]) expect(box(50, z)).toEqual([['/site/boxes/0/place/bottom/mm', '10" to 36 1/4"']]);
    // one of the other face is not there
    expect(box(50, 20, { face: 'B' })).toEqual([['/site/boxes/0/inFront', 'the id of a built-in at this face']]);
  });
});

describe('from one that made sense', () => {
  it('what is the same is not looked through again; what it refers to is', () => {
    const off = boxOn('b', 'n', 140);
    const site: Site = { ...smallHouse(), boxes: [off] };
    expect(paths(of(site))).toEqual(['/site/boxes/0/place/distance/mm']);
    expect(of(site, site)).toEqual([]);
    // its wall is another one: looked at
    const walls = site.walls.map((w) => (w.id === 'n' ? { ...w } : w));
    expect(paths(of({ ...site, walls }, site))).toEqual(['/site/boxes/0/place/distance/mm']);
    expect(paths(of({ ...site, walls: site.walls.filter((w) => w.id !== 'n') }, site))).toContain('/site/boxes/0/wallId');
    const bad = withWall({ openings: [opening('d', 110, 0)] });
    expect([paths(of(bad)), of(bad, bad)]).toEqual([['/site/walls/0/openings/0/x/mm'], []]);
    expect(paths(of({ ...bad, rooms: bad.rooms.filter((r) => r.id !== 'out') }, bad))).toContain('/site/walls/0/faces/B/roomId');
  });
});

describe('what a job wants', () => {
  const want = (part: object): Want =>
    ({ name: 'The outlet', kind: 'outlet', places: [placeOn('n', 40)], loads: [], ...part }) as unknown as Want;
  const shelf = fixture(30, 10, 40, 2);
  const site = withWall({ fixtures: [shelf] });
  const wrong = (part: object) => wantErrors(want(part), site, 'in').map((e) => [e.path, e.expected]);
  const place = (fromLeft: number, bottom = 14, more: object = {}) => ({
    places: [placeOn('n', fromLeft, { bottom: inch(bottom), ...more })],
  });
  it('a place within its wall', () => {
    expect([wrong(place(120, 96)), wrong({ places: [placeOn('q', 4)] })]).toEqual([[], [['/want/places/0/wallId', 'the id of a wall']]]);
    expect([wrong(place(120 + HALF_MM, 96 + HALF_MM)), wrong(place(120 + OVER, 96 + OVER)).length]).toEqual([[], 2]);
    expect(wrong(place(120.1, 96.1))).toEqual([['/want/places/0/fromLeft/mm', 'at most 120"'], ['/want/places/0/bottom/mm', 'at most 96"']]); // prettier-ignore
  });
  it('only a raceway runs along a shelf, between its ends, at its height; on face B from the other end', () => {
    const on = (fromLeft: number, bottom: number, kind = 'raceway') => wrong({ kind, ...place(fromLeft, bottom, { inFront: 'shelf' }) }).map(([path, what]) => `${path?.slice(15)}: ${what}`); // prettier-ignore
    expect([on(30, 10), on(70, 12)]).toEqual([[], []]);
    expect([on(30 - HALF_MM, 10 - HALF_MM), on(70 + HALF_MM, 12 + HALF_MM)]).toEqual([[], []]);
    expect([on(30 - OVER, 10), on(70 + OVER, 10), on(50, 10 - OVER), on(50, 12 + OVER)].map((l) => l.length)).toEqual([1, 1, 1, 1]);
    expect([on(29.9, 10), on(70.1, 10)]).toEqual([['fromLeft/mm: 30" to 70"'], ['fromLeft/mm: 30" to 70"']]);
    expect([on(50, 9.9), on(50, 12.1)]).toEqual([['bottom/mm: 10" or a little more'], ['bottom/mm: 10" or a little more']]);
    expect(on(50, 10, 'outlet')).toEqual(['inFront: none']);
    expect(wrong({ kind: 'raceway', ...place(50, 10, { inFront: 'other' }) })).toEqual([['/want/places/0/inFront', 'the id of a shelf there, or none for the wall itself']]); // prettier-ignore
    const back = withWall({ fixtures: [{ ...shelf, face: 'B' as const }] });
    const fromBehind = (fromLeft: number) => wantErrors(want({ kind: 'raceway', ...place(fromLeft, 10, { face: 'B', inFront: 'shelf' }) }), back, 'in').map((e) => e.expected); // prettier-ignore
    // 30 to 70 from the left end of face A are 50 to 90 from that of face B
    expect([fromBehind(50), fromBehind(90), fromBehind(49.9), fromBehind(90.1)]).toEqual([[], [], ['50" to 90"'], ['50" to 90"']]);
  });
  it('lights say how many; one place for what is no run and no raceway; the rooms under them are there', () => {
    const two = { places: [placeOn('n', 20), placeOn('n', 60)] };
    expect(wrong({ kind: 'lights' })).toEqual([['/want/lamps', 'a number of lampholders and rooms']]);
    expect([wrong({ ...two }), wrong({ ...two, kind: 'run' }), wrong({ ...two, kind: 'raceway' })]).toEqual([[['/want/places', 'one place']], [], []]); // prettier-ignore
    expect(wrong({ kind: 'lights', lamps: { under: ['den', 'attic'] } })).toEqual([['/want/lamps/under/1', 'the id of a room']]);
  });
});

describe('final circuits', () => {
  const point = (id: string, part: object = {}) => ({ id, name: id, kind: 'socket', ...part });
  const final = (part: object = {}): Final =>
    ({ id: 'f', number: 1, points: [point('a'), point('b', { boxId: 'x' })], runs: [{ id: 'r', ends: ['board', 'a'] }, { id: 's', ends: ['a', 'b'] }], ...part }) as unknown as Final; // prettier-ignore
  const wrong = (...finals: Final[]) => finalErrors(finals, new Set(['x']), '/finals').map((e) => [e.path, e.expected]);
  it('runs lead from the board or a point to another; points stand in boxes of the house; each way is taken once', () => {
    expect(wrong(final())).toEqual([]);
    expect(wrong(final({ points: [point('a'), point('a'), point('b', { boxId: 'y' })] }))).toEqual([
      ['/finals/0/points/1/id', 'an id of its own'],
      ['/finals/0/points/2/boxId', 'the id of a box of this house'],
    ]);
    expect(wrong(final({ runs: [{ id: 'r', ends: ['board', 'c'] }, { id: 'r', ends: ['a', 'a'] }] }))).toEqual([
      ['/finals/0/runs/1/id', 'an id of its own'],
      ['/finals/0/runs/0/ends/1', 'the id of a point, or board'],
      ['/finals/0/runs/1/ends', 'two places'],
    ]); // prettier-ignore
    expect(wrong(final(), final({ id: 'g' }), final({ id: 'h', number: 2 }))).toEqual([['/finals/1/number', 'a way of its own']]);
    expect(wrong(final({ points: [point('board'), point('a'), point('b')] }))).toEqual([['/finals/0/points', 'another id']]);
  });
  it('a reading is of a point, or of the whole circuit', () => {
    const tests = (...ids: (string | undefined)[]) => wrong(final({ tests: { readings: ids.map((pointId) => ({ pointId })) } }));
    expect([tests('a', undefined), tests('a', 'q')]).toEqual([[], [['/finals/0/tests/readings/1/pointId', 'the id of a point']]]);
  });
});
