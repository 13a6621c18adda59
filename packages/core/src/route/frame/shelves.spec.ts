/**
 * A raceway onto the front of a shelf, edge by edge, in the small house: a shelf 1 in thick and 12 deep, its top 31 in up, a box of the
 * surface 29 in up on it (its middle 31 3/8). Track 15 minutes a metre and 5 dollars a foot with its wire, a fitting 10 minutes and 6 dollars.
 */
import { describe, expect, it } from 'vitest';
import { inches } from '../../measure/index.js';
import { measured, type Box, type Fixture, type Site, type Wall, type WantPlace } from '../../model/index.js';
import { once } from '../../once.testing.js';
import { boxOn, placeOn, RATES, smallHouse } from '../smallHouse.testing.js';
import { framing, type Framing, type StepKind } from './index.js';

const at = (inch: number) => measured(inches(inch));
const shelf = (fromIn: number, toIn: number, part: Partial<Fixture> = {}): Fixture => ({
  ...{ id: 's', kind: 'shelf', face: 'A', x: at(fromIn), z: at(30), width: at(toIn - fromIn), height: at(1), depth: at(12) },
  ...part,
});
const onShelf = (fromLeft: number): WantPlace => placeOn('n', fromLeft, { bottom: at(29), inFront: 's' });
/** On wall n, whose rooms’ other walls may have something too. */
function withShelf(s: Fixture, place: number, more: { walls?: Record<string, Partial<Wall>>; boxes?: Box[] } = {}): Framing {
  const site: Site = smallHouse({ boxes: more.boxes ?? [boxOn('b', 'n', 24)], walls: { n: { fixtures: [s] }, ...more.walls } });
  return framing(site, [onShelf(place)], { rates: RATES, gauge: 14, dryingHours: 24, surfaceOnly: true });
}
const inch = (mm: number) => Math.round((mm / 25.4) * 100) / 100;
/** Edges of a kind that touch a part of the shelf: [part, inches along, part, inches along, minutes, cents]. */
const touching = (f: Framing, does: StepKind) =>
  f.edges
    .filter((e) => e.does === does && [e.from, e.to].some((n) => f.nodes[n]!.part))
    .map((e) => [...[e.from, e.to].flatMap((n) => [f.nodes[n]!.part?.is ?? f.nodes[n]!.wallId, inch(f.nodes[n]!.u!)]), e.cost[0], e.cost[1], ...(e.turn ? [e.turn] : [])]); // prettier-ignore

describe('a shelf that stands free of the corners', () => {
  const f = once(() => withShelf(shelf(40, 80), 56));
  it('its front edge from end to end, parted at the box: 16 and 24 in', () => {
    expect(touching(f(), 'raceway').filter((e) => e[0] === 'front')).toEqual([
      ['front', 40, 'front', 56, 6, 667],
      ['front', 56, 'front', 80, 9, 1000],
    ]);
    expect(touching(f(), 'raceway-base')).toEqual([['front', 56, 'front', 56, 10, 600]]);
  });
  it('onto it round either end: an inside corner at the wall, 12 in forward, an outside corner', () => {
    expect(touching(f(), 'raceway-corner')).toEqual([
      ['n', 40, 'left end', 40, 10, 600, 'inside'],
      ['left end', 40, 'front', 40, 10, 600, 'outside'],
      ['n', 80, 'right end', 80, 10, 600, 'inside'],
      ['right end', 80, 'front', 80, 10, 600, 'outside'],
    ]);
    expect(touching(f(), 'raceway').filter((e) => e[0] !== 'front')).toEqual([['left end', 40, 'left end', 40, 5, 500], ['right end', 80, 'right end', 80, 5, 500]]); // prettier-ignore
  });
  it('its front lies 12 in before the wall’s face: below it in plan, as the north wall is seen from inside', () => {
    const front = f().nodes.find((n) => n.part?.is === 'front' && n.space.startsWith('surface') && inch(n.u!) === 56)!;
    expect([inch(front.x), inch(front.y), front.space]).toEqual([56, -12, 'surface/den/s/front']);
    const near = f().nodes.find((n) => n.part?.is === 'left end' && n.part.outMm === 0)!;
    expect([inch(near.x), inch(near.y), near.space]).toEqual([40, 0, 'surface/den/s/left-end']);
    // the box itself too
    const place = f().nodes[f().places[0]!]!;
    expect([inch(place.x), inch(place.y), inch(place.up!), place.part]).toEqual([56, -12, 31.38, { fixtureId: 's', is: 'front', outMm: inches(12) }]); // prettier-ignore
  });
  it('the wall’s own track goes up beside its ends with 4 in for elbow and corner, and not at them', () => {
    const upright = f().edges.filter((e) => e.does === 'raceway' && e.wallId === 'n' && !f().nodes[e.from]!.part && f().nodes[e.from]!.u === f().nodes[e.to]!.u && f().nodes[e.to]!.up! - f().nodes[e.from]!.up! > 50); // prettier-ignore
    // 2 in past the shelf, where a track goes beside other things, its elbow and the corner fitting would stand in each other
    expect(upright.map((e) => inch(f().nodes[e.from]!.u!))).toEqual([4, 24, 36, 84, 116]);
  });
  it('another box of the same room within an inch of it on the wall is not taken for one on the shelf', () => {
    const level = withShelf(shelf(40, 80), 56, { boxes: [boxOn('b', 'n', 24, { place: { ...boxOn('b', 'n', 24).place, bottom: at(29) } })] }); // prettier-ignore
    expect(inch(level.nodes[level.places[0]!]!.up!)).toBe(31.38);
    // the box of the wall, 3 3/4 in high, has its middle at 30 7/8
    expect(inch(level.nodes[level.boxes.get('b')!]!.up!)).toBeCloseTo(30.875, 1);
  });
  it('a box that is there on its front is joined on by a starter base', () => {
    const f2 = withShelf(shelf(40, 80), 56, { boxes: [boxOn('b', 'n', 70, { inFront: 's', place: { ...boxOn('b', 'n', 70).place, bottom: at(29.5) } })] }); // prettier-ignore
    expect(touching(f2, 'raceway-base')).toEqual([['front', 70, 'front', 70, 25, 600], ['front', 56, 'front', 56, 10, 600]]); // prettier-ignore
  });
});

describe('a shelf that runs into a corner of the room', () => {
  it('at its right end: from the next wall, 12 in before the corner', () => {
    const f = withShelf(shelf(80, 120), 100);
    expect(touching(f, 'raceway-corner')).toEqual([
      ['n', 80, 'left end', 80, 10, 600, 'inside'],
      ['left end', 80, 'front', 80, 10, 600, 'outside'],
      ['e', 12, 'front', 120, 10, 600, 'inside'],
    ]);
  });
  it('at its left end: from the wall before, 84 in along its 96', () => {
    const f = withShelf(shelf(0, 40), 20);
    expect(touching(f, 'raceway-corner').map((e) => e.slice(0, 4))).toEqual([
      ['w', 84, 'front', 0],
      ['n', 40, 'right end', 40],
      ['right end', 40, 'front', 40],
    ]);
  });
  it('within an inch of the corner it runs into it; further off it has an end', () => {
    const ends = (to: number) => touching(withShelf(shelf(80, to), 100), 'raceway-corner').filter((e) => e[0] === 'e').length;
    expect([ends(119.1), ends(118.9)]).toEqual([1, 0]);
    const left = (from: number) => touching(withShelf(shelf(from, 40), 20), 'raceway-corner').filter((e) => e[0] === 'w').length;
    expect([left(0.9), left(1.1)]).toEqual([1, 0]);
  });
  it('stands before the other wall too: no track through it there, level with it', () => {
    // a box on the east wall whose middle lies 30 1/2 in up, as the shelf does
    const high = { boxes: [boxOn('b', 'e', 60, { place: { ...boxOn('b', 'e', 60).place, bottom: at(28.625) } })] };
    const level = (f: Framing) =>
      f.edges
        .filter((e) => e.does === 'raceway' && e.wallId === 'e' && [e.from, e.to].every((n) => inch(f.nodes[n]!.up!) === 30.51))
        .map((e) => [inch(f.nodes[e.from]!.u!), inch(f.nodes[e.to]!.u!)]);
    expect(level(withShelf(shelf(80, 120), 100, high))[0]).toEqual([12, 16]);
    expect(level(withShelf(shelf(40, 80), 56, high))[0]).toEqual([0, 4]);
  });
});

describe('what stands at the walls', () => {
  const line = (kind: Fixture['kind'], part: Partial<Fixture> = {}) => {
    const site = smallHouse({
      boxes: [boxOn('b', 'n', 24)],
      walls: { n: { fixtures: [shelf(40, 48, { kind, z: at(12), height: at(20), ...part })] } },
    });
    const f = framing(site, [placeOn('n', 56)], { rates: RATES, gauge: 14, dryingHours: 24, surfaceOnly: true });
    const ups = [...new Set(f.nodes.filter((n) => n.wallId === 'n' && n.space === 'surface/den').map((n) => inch(n.up!)))];
    return ups.sort((a, b) => a - b);
  };
  // the wanted box is of the surface, so its middle lies 16 3/8 in up; within an inch of the other, level with that
  it('in the line of the boxes: under and over it with 2 in to spare, told in whole mm', () => {
    for (const kind of ['counter', 'base-cabinet', 'wall-cabinet', 'furniture', 'shelf'] as const) expect([kind, ...line(kind)]).toEqual([kind, 10, 15.87, 34.02]); // prettier-ignore
  });
  it('on the wall’s other face, or above the line: nothing of that', () => {
    expect(line('furniture', { face: 'B' })).toEqual([15.87]);
    expect(line('furniture', { z: at(16.5) })).toEqual([15.87]);
    expect(line('furniture', { z: at(4), height: at(11) })).toEqual([15.87]);
  });
  it('not under it where it stands on the floor, nor over it where it reaches the ceiling', () => {
    expect(line('furniture', { z: at(0), height: at(34) })).toEqual([15.87, 35.98]);
    expect(line('furniture', { z: at(12), height: at(82) })).toEqual([10, 15.87]);
  });
});
