/** Spaces over and under rooms as grids of 16 in. Counted on paper for a den of 120 by 96 in, its lower left corner at 0, −96 in. */
import { describe, expect, it } from 'vitest';
import type { Point } from '../../layout/index.js';
import { inches } from '../../measure/index.js';
import { measured, type Room, type Site } from '../../model/index.js';
import { boxOn, placeOn, RATES, smallHouse, wallOf } from '../smallHouse.testing.js';
import { framing, inside, outsideBy, type Framing, type FramingOptions } from './index.js';

const at = (inch: number) => measured(inches(inch));
const built = (site: Site, options: Partial<FramingOptions> = {}): Framing =>
  framing(site, [placeOn('n', 56)], { rates: RATES, gauge: 14, dryingHours: 24, ...options });
const house = (part: Parameters<typeof smallHouse>[0] = {}): Site => smallHouse({ boxes: [boxOn('b', 'n', 24)], ...part });
const inSpace = (f: Framing, space: string) => f.nodes.filter((n) => n.space === space);

describe('whether a point lies in a room', () => {
  // an L: 4 by 4 without its upper right quarter
  const ell: Point[] = [[0, 0], [4, 0], [4, 2], [2, 2], [2, 4], [0, 4]].map(([x, y]) => ({ x: x!, y: y! })); // prettier-ignore
  it('in either arm, not in the quarter that is missing, nor beside it', () => {
    const within = ([x, y]: [number, number]) => inside({ x, y }, ell);
    expect(([[1, 1], [3, 1], [1, 3]] as [number, number][]).map(within)).toEqual([true, true, true]); // prettier-ignore
    expect(([[3, 3], [5, 1], [-1, 1], [1, 5], [1, -1]] as [number, number][]).map(within)).toEqual([false, false, false, false, false]); // prettier-ignore
  });
  it('and how far outside: to the nearest wall, or to the nearest corner where none lies square to it', () => {
    const off = (x: number, y: number) => outsideBy({ x, y }, ell);
    expect([off(1, 1), off(3, 2.5), off(-1.5, 3), off(1, 4.25)]).toEqual([0, 0.5, 1.5, 0.25]);
    // 3 and 4 off a corner
    expect([off(7, -4), off(-3, -4)]).toEqual([5, 5]);
  });
});

describe('the grid', () => {
  it('reaches a wall’s thickness beyond the room, 220 mm, and no further; seen from above it is 9 by 7 points', () => {
    const points = inSpace(built(house({ den: { above: 'attic' } })), 'attic/1');
    const [xs, ys] = [[...new Set(points.map((n) => Math.round(n.x)))], [...new Set(points.map((n) => Math.round(n.y)))]];
    // the ninth column lies 8 in beyond 120 in: 203 mm
    expect([points.length, Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]).toEqual([63, 0, 3251, -2438, 0]);
  });
  it('lies 150 mm over plates 8 ft up, or 250 mm under a floor; a storey is 2.75 m', () => {
    const z = (part: Partial<Room>, space: string) => Math.round(inSpace(built(house({ den: part })), space)[0]!.z * 10) / 10;
    expect(z({ above: 'attic' }, 'attic/1')).toBe(2588.4);
    expect(z({ below: 'basement' }, 'basement/0')).toBe(-250);
    expect(z({ below: 'crawl-space' }, 'crawl-space/0')).toBe(-250);
    expect(z({ above: 'floor' }, 'floor/1')).toBe(2750 - 250);
  });
  it('of a part of the house lies as that of the whole does', () => {
    const site = house({ den: { below: 'basement' }, shop: { below: 'basement' } });
    // a part to the right of the den: the shop and the wall between
    const region = { left: 3100, right: 4000, low: -2000, high: -500 };
    const [whole, part] = [built(site), framing(site, [placeOn('n2', 56)], { rates: RATES, gauge: 14, dryingHours: 24, region })];
    const where = (f: Framing) => inSpace(f, 'basement/0').map((n) => `${Math.round(n.x)},${Math.round(n.y)}`);
    const all = new Set(where(whole));
    expect(part.plans.map((p) => p.room.id)).toEqual(['shop']);
    expect(where(part).length).toBeGreaterThan(50);
    expect(where(part).filter((p) => !all.has(p))).toEqual([]);
    // a part that only touches the den’s right edge has the den in it, one a mm to the right has not
    const touching = (left: number) => framing(site, [], { rates: RATES, gauge: 14, dryingHours: 24, region: { ...region, left, right: left } }).plans.map((p) => p.room.id); // prettier-ignore
    expect([touching(inches(120)), touching(inches(120) + 1)]).toEqual([['den'], []]);
    const high = (low: number) => framing(site, [], { rates: RATES, gauge: 14, dryingHours: 24, region: { left: 500, right: 900, low, high: low } }).plans.map((p) => p.room.id); // prettier-ignore
    expect([high(0), high(1), high(-inches(96)), high(-inches(96) - 1)]).toEqual([['den'], [], ['den'], []]);
  });
  it('both rooms over one basement: one grid, each room’s joists its own', () => {
    const f = built(house({ den: { below: 'basement', joistsBelow: { runs: 'along-first' } }, shop: { below: 'basement', joistsBelow: { runs: 'across-first' } } })); // prettier-ignore
    expect(f.hollows.map((h) => [h.id, h.rooms.map((r) => [r.room.id, r.runs, r.under])])).toEqual([['basement/0', [['den', 'x', true], ['shop', 'y', true]]]]); // prettier-ignore
    const along = (room: string) =>
      new Set(
        f.edges.filter((e) => e.does === 'along' && e.roomId === room).map((e) => (f.nodes[e.from]!.y === f.nodes[e.to]!.y ? 'x' : 'y')),
      );
    expect([[...along('den')], [...along('shop')]]).toEqual([['x'], ['y']]);
  });
});

describe('between two storeys', () => {
  const upstairs = (up: Partial<Room>, den: Partial<Room>): Site => {
    const site = house({ den });
    const walls = ['un', 'ue', 'us', 'uw'].map((id, i) => wallOf(id, i % 2 ? 96 : 120, { A: 'up', B: 'out' }));
    const sides = walls.map((w) => ({ wallId: w.id, face: 'A' as const, turn: 'right' as const }));
    const room: Room = { id: 'up', name: 'up', use: 'living', level: 1, at: { right: at(0), down: at(0) }, sides, ...up };
    return { ...site, walls: [...site.walls, ...walls], rooms: [...site.rooms, room] };
  };
  const floors = (site: Site) => built(site).hollows.map((h) => [h.id, h.rooms.map((r) => [r.room.id, r.under])]);
  it('the floor is the upper room’s where that says it; else the lower one’s', () => {
    expect(floors(upstairs({ below: 'floor' }, { above: 'floor' }))).toEqual([['floor/1', [['up', true]]]]);
    expect(floors(upstairs({}, { above: 'floor' }))).toEqual([['floor/1', [['den', false]]]]);
    expect(floors(upstairs({ below: 'floor' }, {}))).toEqual([['floor/1', [['up', true]]]]);
  });
  it('is reached from below through a top plate, from above through a bottom plate', () => {
    const f = built(upstairs({ below: 'floor' }, { above: 'floor' }));
    const from = (does: string) => [
      ...new Set(f.edges.filter((e) => e.does === does && f.nodes[e.to]!.space === 'floor/1').map((e) => e.wallId)),
    ];
    // the den’s four; the wall that the shop shares is one of them
    expect([from('top-plate'), from('bottom-plate')]).toEqual([['n', 'e', 's', 'w'], ['un', 'ue', 'us', 'uw']]); // prettier-ignore
    // closed off from the open air, and not under eaves: 30 minutes
    expect(f.edges.find((e) => e.does === 'top-plate' && e.wallId === 'n')!.cost).toEqual([30, 181, 0, 0, 0]);
  });
  it('an attic of the upper storey lies over that, and no way leads there from below', () => {
    const f = built(upstairs({ above: 'attic' }, {}));
    expect(inSpace(f, 'attic/2')[0]!.z).toBeCloseTo(2750 + 2588.4);
    expect(f.edges.filter((e) => e.does === 'top-plate').map((e) => e.wallId![0])).toEqual(expect.arrayContaining(['u']));
    expect(f.edges.some((e) => e.does === 'top-plate' && e.wallId === 'n')).toBe(false);
  });
});
