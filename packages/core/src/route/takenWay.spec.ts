/** A way as a job keeps it, and what becomes of it when more is known of the house: on a den and a shop, places worked out by hand. */
import { describe, expect, it } from 'vitest';
import { feet, inches } from '../measure/index.js';
import { emptySite, measured, type CableWay, type Obstacle, type Site } from '../model/index.js';
import { boxOn, placeOn, smallHouse, wallOf } from './smallHouse.testing.js';
import { input, framed, laid } from './smallWay.testing.js';
import { chaseIn, outsideOf } from './laid.js';
import { foundSince, keptWay, onTheWay, takenWay, type Traced } from './index.js';

const at = (inch: number) => measured(inches(inch));
/** So wide and so high, its lower left corner there. */
const thing = (id: string, x: number, z: number, width: number, height: number): Obstacle => ({
  ...{ id, kind: 'pipe', x: at(x), z: at(z), width: at(width), height: at(height) },
});
const withThings = (...obstacles: Obstacle[]): Site => ({
  ...emptySite(),
  walls: [wallOf('n', 120, { A: 'den', B: 'out' }, { obstacles })],
});
/** Along wall n at 16 in up from 24 to 56 in, then up to 40 in. */
const leg = (points: [number, number][], wallId = 'n', kind: CableWay['legs'][number]['kind'] = 'wall'): CableWay['legs'][number] => ({
  ...{ kind, name: 'wall n', path: [], lengthMm: 0, staples: [], bored: 0 },
  onWall: { wallId, points: points.map(([u, z]) => ({ u: inches(u), z: inches(z) })) },
} as unknown as CableWay['legs'][number]); // prettier-ignore
const L = leg([[24, 16], [56, 16], [56, 40]]); // prettier-ignore
const found = (...obstacles: Obstacle[]) => onTheWay(withThings(...obstacles), [L]).map((x) => x.obstacle.id);

describe('what lies on the way', () => {
  it('is what any stretch of it runs over, level or upright', () => {
    expect(found(thing('level', 40, 10, 2, 12), thing('upright', 50, 30, 12, 2), thing('beside', 70, 10, 2, 60))).toEqual([
      'level',
      'upright',
    ]);
    // the inside of the corner is not on it
    expect(found(thing('corner', 30, 20, 20, 10))).toEqual([]);
  });
  it('within 8 mm of the middle of the cable, on each side; no further', () => {
    const mm = (value: number) => value / 25.4;
    for (const [near, far] of [
      // under, over, left of its beginning, right of its upright stretch, above its end
      [thing('a', 40, 14 - mm(7.9), 2, 2), thing('b', 40, 14 - mm(8.1), 2, 2)],
      [thing('a', 40, 16 + mm(7.9), 2, 2), thing('b', 40, 16 + mm(8.1), 2, 2)],
      [thing('a', 22 - mm(7.9), 15, 2, 2), thing('b', 22 - mm(8.1), 15, 2, 2)],
      [thing('a', 56 + mm(7.9), 30, 2, 2), thing('b', 56 + mm(8.1), 30, 2, 2)],
      [thing('a', 55, 40 + mm(7.9), 2, 2), thing('b', 55, 40 + mm(8.1), 2, 2)],
    ] as const)
      expect(found(near, far)).toEqual(['a']);
  });
  it('only in that wall, and nothing where a leg lies in none', () => {
    const site = withThings(thing('pipe', 40, 10, 2, 12));
    expect(onTheWay(site, [leg([[24, 16], [56, 16]], 'e')])).toEqual([]); // prettier-ignore
    expect(onTheWay(site, [leg([[24, 16], [56, 16]], 'n', 'attic' as never)])).toEqual([]); // prettier-ignore
    expect(onTheWay(site, [{ ...L, onWall: undefined }])).toEqual([]);
    expect(onTheWay(site, [L])[0]!.wall.id).toBe('n');
  });
});

describe('a way that was taken', () => {
  const site = (part: Parameters<typeof smallHouse>[0] = {}): Site => smallHouse({ boxes: [boxOn('b', 'n', 24)], ...part });
  const about = { key: 'k', title: 'Through two studs', feed: 'b', open: false };
  const { edition, unit, schools, freeEndsMm, sheathMm } = input(site(), framed(site(), placeOn('n', 56)));
  const again = (way: CableWay, now: Site): Traced =>
    takenWay(way, { site: now, edition, unit, schools, freeEndsMm: freeEndsMm as [number, number], sheathMm });
  // worked out in each test, so that a fault in it is seen there
  const searched = (): Traced => laid(site(), placeOn('n', 56));
  const taken = (first = searched()): CableWay => keptWay(site(), first, about);

  it('in the same house comes to the same: holes, openings, length, counts', () => {
    const first = searched();
    const way = taken(first);
    const now = again(way, site());
    expect(now.holes.map((h) => [h.where, h.judged?.verdict, h.plate])).toEqual(
      first.holes.map((h) => [h.where, h.judged?.verdict, h.plate]),
    );
    expect(now.openings.map((o) => o.fromLeft.map(Math.round))).toEqual(first.openings.map((o) => o.fromLeft.map(Math.round)));
    expect(now.openings.map((o) => [o.patch.code, o.patch.battens, Math.round(o.patch.compoundMl)])).toEqual(first.openings.map((o) => [o.patch.code, o.patch.battens, Math.round(o.patch.compoundMl)])); // prettier-ignore
    expect([now.run.runMm, now.run.buyMm].map(Math.round)).toEqual([first.run.runMm, first.run.buyMm].map(Math.round));
    expect([now.counts, now.bends, now.loops, now.drillFrom]).toEqual([first.counts, first.bends, first.loops, first.drillFrom]);
  });
  it('keeps where it lies to a thousandth of a millimetre, and nothing of what is judged', () => {
    const first = searched();
    const way = taken(first);
    expect(way).toMatchObject({ ...about, past: [], chases: [], outside: [] });
    expect(Object.keys(way.holes[0]!)).not.toEqual(expect.arrayContaining(['judged']));
    expect(Object.keys(way.holes[0]!)).not.toEqual(expect.arrayContaining(['plate']));
    expect(way.openings[0]).toEqual({ id: first.openings[0]!.id, wallId: 'n', face: 'A', what: first.openings[0]!.what, left: expect.closeTo(first.openings[0]!.left, 3), right: expect.closeTo(first.openings[0]!.right, 3), bottom: 352.2, top: 453.8 }); // prettier-ignore
    for (const p of way.legs.flatMap((l) => l.path)) expect(Math.abs(p.x * 1000 - Math.round(p.x * 1000))).toBeLessThan(1e-6);
  });
  it('keeps how each point is found, what is chased and which walls it goes out through; words as long as they fit', () => {
    const wall = site().walls.find((w) => w.id === 'n')!;
    const more: Traced = {
      ...searched(),
      drillFrom: ['from the closet', 'x'.repeat(1200)],
      chases: [chaseIn(wall, 609.6004, 'along'), chaseIn(wall, 300, 'up and down')],
      outside: [outsideOf(wall, 'in')],
    };
    const kept = taken(more);
    expect(kept.drillFrom.map((t) => t.length)).toEqual([15, 1000]);
    expect(kept.chases).toEqual([
      { wallId: 'n', lengthMm: 609.6, runs: 'along' },
      { wallId: 'n', lengthMm: 300, runs: 'up and down' },
    ]);
    expect(kept.outside).toEqual(['n']);
  });
  it('is judged by what is known now: studs that turn out 2 1/2 in deep leave 7/8 in, and want a plate each', () => {
    const first = searched();
    const way = taken(first);
    const shallow = site({ walls: { n: { framing: { ...wallOf('n', 120, { A: 'den', B: 'out' }).framing, studDepth: at(2.5) } } } });
    const now = again(way, shallow);
    expect([now.holes.map((h) => h.plate), now.counts.plates, first.counts.plates]).toEqual([[true, true], 2, 0]);
  });
  it('what was there when it was taken is known to it; what was found since is not', () => {
    const first = searched();
    const way = taken(first);
    const pipe = thing('pipe', 40, 10, 2, 12);
    const known = site({ walls: { n: { obstacles: [pipe] } } });
    const passed = keptWay(known, first, about);
    expect(passed.past).toEqual(['pipe']);
    expect(foundSince(known, passed)).toEqual([]);
    expect(foundSince(known, way).map((x) => x.obstacle.id)).toEqual(['pipe']);
    const more = site({ walls: { n: { obstacles: [pipe, thing('duct', 50, 10, 2, 12)] } } });
    expect(foundSince(more, passed).map((x) => x.obstacle.id)).toEqual(['duct']);
  });
  it('openings of a wall that went are left out, as is what goes through it', () => {
    const way = taken();
    const gone: Site = { ...site(), walls: site().walls.filter((w) => w.id !== 'n') };
    const cut = { ...way, holes: [], chases: [{ wallId: 'n', lengthMm: feet(3), runs: 'along' as const }], outside: ['n'] };
    expect(again(cut, gone)).toMatchObject({ openings: [], chases: [], outside: [] });
    const there = again(cut, site());
    expect([there.openings.length, there.chases.map((c) => [c.wallId, c.lengthMm, c.runs]), there.outside.map((o) => o.wallId)]).toEqual([2, [['n', feet(3), 'along']], ['n']]); // prettier-ignore
    // through the wall its thickness is cable too: 3 1/2 in of stud and 1/2 in of board on each side
    expect(there.run.runMm - again({ ...cut, outside: [] }, site()).run.runMm).toBeCloseTo(inches(4.5), 3);
  });
});
