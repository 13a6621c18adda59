/** What the graph of a house is built with, and what stands in a wall's way: by hand on the small house. */
import { describe, expect, it } from 'vitest';
import { inches } from '../../measure/index.js';
import { emptySite, measured, type Obstacle, type Site, type Wall } from '../../model/index.js';
import { boxOn, placeOn, RATES, smallHouse, wallOf } from '../smallHouse.testing.js';
import { framing, type Framing } from './index.js';
import { blockedByOpening, Builder, trackedOn } from './graph.js';

const at = (inch: number) => measured(inches(inch));
const built = (site: Site, places = [placeOn('n', 56)]): Framing => framing(site, places, { rates: RATES, gauge: 14, dryingHours: 24 });
const house = (n: Partial<Wall> = {}, part: Parameters<typeof smallHouse>[0] = {}): Site => smallHouse({ boxes: [boxOn('b', 'n', 24)], walls: { n }, ...part }); // prettier-ignore
const studCosts = (f: Framing, from: string, to: string) => f.edges.filter((e) => e.does === 'stud' && f.nodes[e.from]!.space === from && f.nodes[e.to]!.space === to).map((e) => e.cost); // prettier-ignore

describe('an edge', () => {
  it('is as long as it goes along, across and up together; one that knows better says so', () => {
    const b = new Builder();
    const [p, q] = [b.node({ space: 'a', x: 100, y: 20, z: 3 } as never), b.node({ space: 'a', x: 90, y: 60, z: -2 } as never)];
    b.edge(p, q, 'fish', [0, 0, 0, 0, 0]);
    b.edge(q, p, 'fish', [0, 0, 0, 0, 0], { mm: 7 });
    expect(b.edges.map((e) => [e.from, e.to, e.mm])).toEqual([[0, 1, 55], [1, 0, 7]]); // prettier-ignore
  });
});

describe('a door in the line', () => {
  /** From 1000 to 1800 mm along, 100 to 2000 mm up. */
  const wall: Wall = { ...wallOf('n', 120, { A: 'den', B: 'out' }), openings: [{ id: 'd', kind: 'window', x: measured(1000), z: measured(100), width: measured(800), height: measured(1900) }] }; // prettier-ignore
  const blocked = (u1: number, u2: number, z1: number, z2: number) => blockedByOpening(wall, u1, u2, z1, z2);
  it('blocks what passes through it, whichever way it is drawn, and what passes within a millimetre', () => {
    expect([blocked(500, 2500, 1000, 1000), blocked(2500, 500, 1000, 1000), blocked(1400, 1400, 0, 2400), blocked(1400, 1400, 2400, 0)]).toEqual([true, true, true, true]); // prettier-ignore
    // up beside its edge: at the edge it is in the way, a millimetre off it isn’t
    expect([blocked(1800, 1800, 0, 2400), blocked(1801, 1801, 0, 2400), blocked(1000, 1000, 0, 2400), blocked(999, 999, 0, 2400)]).toEqual([true, false, true, false]); // prettier-ignore
    // along under its sill and over its head
    expect([blocked(500, 2500, 100, 100), blocked(500, 2500, 99, 99), blocked(500, 2500, 2000, 2000), blocked(500, 2500, 2001, 2001)]).toEqual([true, false, true, false]); // prettier-ignore
    expect([blocked(500, 900, 1000, 1000), blocked(1900, 2500, 1000, 1000), blocked(1400, 1400, 2100, 2400), blocked(1400, 1400, 0, 50)]).toEqual([false, false, false, false]); // prettier-ignore
    expect(blockedByOpening({ ...wall, openings: [] }, 500, 2500, 1000, 1000)).toBe(false);
  });
});

describe('what a track lies on', () => {
  const shelf = {
    id: 's',
    kind: 'shelf' as const,
    face: 'A' as const,
    x: at(30),
    width: at(40),
    bottom: at(30),
    top: at(31),
    depth: at(12),
  };
  const site: Site = { ...emptySite(), walls: [wallOf('e', 96, { A: 'a', B: 'b' }), { ...wallOf('n', 120, { A: 'den', B: 'out' }), fixtures: [shelf as never] }] }; // prettier-ignore
  it('the wall, or the part of a shelf at it', () => {
    expect([trackedOn(site, { wallId: 'n' }), trackedOn(site, { wallId: 'e' })]).toEqual(['wall n', 'wall e']);
    expect(trackedOn(site, { wallId: 'n', part: { fixtureId: 's', is: 'front' } as never })).toMatch(/^front of the .*shelf.* at wall n$/);
    expect(trackedOn(site, { wallId: 'n', part: { fixtureId: 'gone', is: 'front' } as never })).toBe('wall n');
    expect(trackedOn(site, { wallId: 'e', part: { fixtureId: 's', is: 'front' } as never })).toBe('wall e');
  });
});

describe('doubts and what fills a wall', () => {
  const pipe = (part: Partial<Obstacle>): Obstacle => ({
    id: 'p',
    kind: 'pipe',
    x: at(36),
    z: at(0),
    width: at(2),
    height: at(96),
    ...part,
  });
  /** Doubts of boring from the bay of the box into the next one: a reckoned stud is one. */
  const doubts = (n: Partial<Wall>) => studCosts(built(house(n)), 'bay/n/1', 'bay/n/2').map((c) => c[4]);
  it('a bay that nobody looked into is one, and each thing in it whose depth nobody knows', () => {
    expect(doubts({})).toEqual([2]);
    expect(doubts({ looks: [at(40)] })).toEqual([1]);
    // a pipe of unknown depth in the next bay
    expect(doubts({ looks: [at(40)], obstacles: [pipe({})] })).toEqual([2]);
    expect(doubts({ looks: [at(40)], obstacles: [pipe({}), pipe({ id: 'q', x: at(42) })] })).toEqual([3]);
    // 1/2 in behind the board and 1 in thick: known
    expect(doubts({ looks: [at(40)], obstacles: [pipe({ behindA: at(0.5), thick: at(1) })] })).toEqual([1]);
  });
  it('what fills it from face to face lets nothing through, and is named; its bays have no edge between them', () => {
    const duct = pipe({ kind: 'duct', x: at(30), width: at(4), behindA: at(0.5), thick: at(3.5) });
    const f = built(house({ obstacles: [duct] }));
    const said = [...new Set(f.gaps.map((g) => `${g.is}: ${g.says}`))];
    expect(said).toContain('in the way: the duct fills wall n from face to face');
    expect(studCosts(f, 'bay/n/1', 'bay/n/2')).toEqual([]);
    expect(studCosts(f, 'bay/n/0', 'bay/n/1')).toHaveLength(1);
  });
  it('where one bay ends below the height nothing is bored there', () => {
    // a window over the bay: what lies under its sill at 10 in has no point at the boxes’ 15 7/8 in
    const window = { id: 'o', kind: 'window' as const, x: at(33), z: at(10), width: at(14), height: at(40) };
    const f = built(house({ openings: [window] }));
    expect(studCosts(f, 'bay/n/1', 'bay/n/2')).toEqual([]);
  });
});

describe('what leads out of a wall', () => {
  const said = (den: object, shop: object = { above: 'attic', below: 'slab' }) => [...new Set(built(house({}, { den, shop } as never)).gaps.map((g) => `${g.is}: ${g.says}`))]; // prettier-ignore
  const out = (den: object, does: 'top-plate' | 'bottom-plate', space: string) => { const f = built(house({}, { den, shop: {} } as never)); return f.edges.filter((e) => e.does === does && f.nodes[e.from]!.space === space).length; }; // prettier-ignore
  it('a flat roof, what was not said, and a floor of which nobody knows the rooms above', () => {
    expect(said({ above: 'flat-roof', below: 'slab' })).toContain('in the way: over the den is a flat roof: no room for a cable');
    expect(said({ below: 'slab' })).toContain('not said: nobody said what lies above the den');
    expect([out({ above: 'attic' }, 'top-plate', 'bay/n/2'), out({ above: 'flat-roof' }, 'top-plate', 'bay/n/2')]).toEqual([1, 0]);
  });
  it('down only where there is something below that is no slab', () => {
    expect([out({ below: 'basement' }, 'bottom-plate', 'bay/n/2'), out({ below: 'slab' }, 'bottom-plate', 'bay/n/2'), out({}, 'bottom-plate', 'bay/n/2')]).toEqual([1, 0, 0]); // prettier-ignore
    // of two rooms at the wall between them one with a basement is enough
    const f = built(house({}, { den: { below: 'slab' }, shop: { below: 'basement' } } as never));
    expect(f.edges.filter((e) => e.does === 'bottom-plate' && f.nodes[e.from]!.space === 'bay/e/2')).toHaveLength(1);
  });
});
