/**
 * Raceways on the faces of a small house, each worked out by hand: boxes 2 7/8 in wide and 4 3/4 in high, 1 1/2 in a corner or elbow takes of
 * each leg, covers 1/4 in under every fitting, 8 in free at each box and a foot to spare (common practice, no source). Fill by NEC 386.22,
 * from memory.
 */
import { describe, expect, it } from 'vitest';
import { feet, inches, toInches } from '../measure/index.js';
import { measured, type Box, type Fixture, type Site, type Wall, type WantPlace } from '../model/index.js';
import { cheapestWay, framing, racewayFill, racewayPlaces, racewayPlan, USUAL_STOCK, type FrameEdge, type RacewayPlan } from './index.js';
import { boxOn, placeOn, L_ROOM, RATES, roundRoom, smallHouse } from './smallHouse.testing.js';

const FRESH = [0, 0, 0, 0, 0];
const inch = (mm: number) => Math.round(toInches(mm) * 10000) / 10000;

/** From the box to each place in turn. */
const laid = (box: Box, places: WantPlace[], stock = USUAL_STOCK, walls: Record<string, Partial<Wall>> = {}): RacewayPlan =>
  laidIn(smallHouse({ boxes: [box], walls }), places, stock);
function laidIn(site: Site, places: WantPlace[], stock = USUAL_STOCK): RacewayPlan {
  const f = framing(site, places, { rates: RATES, gauge: 12, dryingHours: 24, surfaceOnly: true });
  const stations = [f.boxes.get('b')!, ...f.places];
  const sections = stations.slice(1).map((to, i) => {
    const nodes = [stations[i]!];
    const edges = cheapestWay(f.graph, [{ node: nodes[0]!, cost: FRESH }], to, [1, 0, 0, 0, 0])!.edges.map((e): FrameEdge => f.edges[e]!);
    for (const e of edges) nodes.push(e.from === nodes.at(-1) ? e.to : e.from);
    return { nodes, edges };
  });
  return racewayPlan(site, f, sections, stock, 12, 'in', 'US-2023');
}
const pieces = (r: RacewayPlan, what: 'track' | 'cover') => r.pieces.filter((p) => p.what === what).map((p) => inch(p.mm));
const fittings = (r: RacewayPlan) => r.fittings.map((f) => `${f.count} ${f.what}: ${f.where}`);

describe('32 in along one wall', () => {
  const r = laid(boxOn('b', 'n', 24), [placeOn('n', 56)]);
  it('a base over the old box, a box at the end, track behind both', () => {
    expect(fittings(r)).toEqual([
      '1 base fitting over the existing box: wall n, 24" from the left end',
      '1 device box: wall n, 56" from the left end',
    ]);
    expect(pieces(r, 'track')).toEqual([32]);
  });
  it('a cover between them, a quarter of an inch under each: 32 − 2 7/8 + 1/2', () => {
    expect(pieces(r, 'cover')).toEqual([29.625]);
  });
  it('three wires, each 32 in, 8 in free at both boxes, a foot to spare', () => {
    expect(inch(r.conductorMm)).toBe(32 + 2 * 8 + 12);
  });
  it('screwed into the studs at 32 and 48 in, which are only reckoned', () => {
    expect(r.supports.map((s) => [s.where, s.guessed, s.anchor ?? false])).toEqual([
      ['wall n, 32" from the left end', true, false],
      ['wall n, 48" from the left end', true, false],
    ]);
  });
});

describe('32 in the other way', () => {
  const r = laid(boxOn('b', 'n', 56), [placeOn('n', 24)]);
  it('the same pieces, told from left to right', () => {
    expect([pieces(r, 'track'), pieces(r, 'cover')]).toEqual([[32], [29.625]]);
    expect(r.pieces.map((p) => `${p.what}: ${p.where}`)).toEqual([
      'track: wall n, from 24" to 56"',
      // half a box, 1 7/16 in, beyond the one and short of the other
      'cover: wall n, from 25 7/16" to 54 9/16"',
    ]);
    expect(fittings(r)).toEqual(['1 base fitting over the existing box: wall n, 56" from the left end', '1 device box: wall n, 24" from the left end']); // prettier-ignore
    expect(r.supports.map((s) => s.where)).toEqual(['wall n, 32" from the left end', 'wall n, 48" from the left end']);
  });
  it('its sums: what it is long, and of each wire twice 8 in and a foot more', () => {
    const [run, wire] = r.sums;
    expect(run!.terms.map((t) => [t.label, inch(t.value)])).toEqual([['wall n, from 24" to 56"', 32]]);
    expect(inch(run!.result.value)).toBe(32);
    expect(wire!.terms.map((t) => inch(t.value))).toEqual([32, 16, 12]);
    expect(inch(wire!.result.value)).toBe(60);
    expect([r.track.bars.length, r.covers.bars.length, r.stock]).toEqual([1, 1, USUAL_STOCK]);
  });
  it('80 in: the coupling 60 in from the box, so 20 in from the other', () =>
    expect(fittings(laid(boxOn('b', 'n', 104), [placeOn('n', 24)]))).toContain('1 coupling: wall n, at 44"'));
});

describe('where no stud is known', () => {
  const masonry = (to: number) =>
    laid(boxOn('b', 'n', 24), [placeOn('n', to)], USUAL_STOCK, { n: { framing: { material: 'masonry', studDepth: measured(inches(6)), studWidth: measured(inches(1.5)), spacing: measured(inches(16)), extraStuds: [] } } }).supports; // prettier-ignore
  it('anchors at both ends, and between them none further apart than 30 in', () => {
    expect(masonry(54).map((s) => [s.where, s.anchor, s.guessed])).toEqual([
      ['wall n, 24" from the left end', true, true],
      ['wall n, 54" from the left end', true, true],
    ]);
    expect(masonry(56).map((s) => s.where)).toEqual(['wall n, 24" from the left end', 'wall n, 40" from the left end', 'wall n, 56" from the left end']); // prettier-ignore
    expect(masonry(56).every((s) => s.on === 'wall n' && s.atMm !== undefined)).toBe(true);
  });
});

describe('where several of a kind sit', () => {
  const say = (mm: number) => `${mm}`;
  it('each wall once, with how far along it each is; what was only reckoned says so; the rest as it is', () => {
    const list = [
      { where: 'w, 10', on: 'wall w', atMm: 10 },
      { where: 'v, 20', on: 'wall v', atMm: 20, guessed: true },
      { where: 'w, 30', on: 'wall w', atMm: 30, guessed: true },
      { where: 'between v and w', count: 2 },
      { where: 'up v', count: 1, guessed: true },
      { where: 'up w' },
    ];
    expect(racewayPlaces(list, say)).toBe('wall w, 10, 30 (reckoned) from its left end; wall v, 20 (reckoned) from its left end; 2 × between v and w; up v (reckoned); up w'); // prettier-ignore
    expect(racewayPlaces([], say)).toBe('');
  });
});

describe('longer than a stock length of 5 ft', () => {
  it('80 in: 60 and 20 in with a coupling at 84 in; its covers 60 and 17 5/8 in', () => {
    const r = laid(boxOn('b', 'n', 24), [placeOn('n', 104)]);
    expect(pieces(r, 'track')).toEqual([60, 20]);
    expect(fittings(r)).toContain('1 coupling: wall n, at 84"');
    expect(pieces(r, 'cover')).toEqual([60, 17.625]);
  });
  it('60 in to the hair: no coupling', () => {
    const r = laid(boxOn('b', 'n', 24), [placeOn('n', 84)]);
    expect(pieces(r, 'track')).toEqual([60]);
    expect(fittings(r).some((f) => f.includes('coupling'))).toBe(false);
  });
  it('stock of 10 ft has room for it whole', () => {
    const stock = { ...USUAL_STOCK, stock: measured(feet(10)) };
    expect(pieces(laid(boxOn('b', 'n', 24), [placeOn('n', 104)], stock), 'track')).toEqual([80]);
  });
});

describe('round a corner', () => {
  const r = laid(boxOn('b', 'n', 104), [placeOn('e', 8)]);
  it('each leg ends 1 1/2 in short of it', () => {
    expect(fittings(r)).toContain('1 inside corner: between wall n and wall e');
    // 16 − 1 1/2 and 8 − 1 1/2
    expect(pieces(r, 'track')).toEqual([14.5, 6.5]);
    // half a box, 1 7/16 in, less than the track of that leg, and twice a quarter under the fittings
    expect(pieces(r, 'cover')).toEqual([14.5 - 1.4375 + 0.5, 6.5 - 1.4375 + 0.5]);
    expect(inch(r.conductorMm)).toBe(24 + 16 + 12);
  });
  it('where no stud is known along a leg, anchors at both its ends', () => {
    expect(r.supports.map((s) => [s.where, s.anchor ?? false])).toEqual([
      ['wall n, 112" from the left end', false],
      ['wall e, 1 1/2" from the left end', true],
      ['wall e, 8" from the left end', true],
    ]);
  });
});

describe('up and along', () => {
  it('one flat elbow; covers end at the box’s height on the upright leg, its width on the level one', () => {
    const r = laid(boxOn('b', 'n', 24), [placeOn('n', 56, { bottom: measured(inches(41.125)) })]);
    expect(r.fittings.filter((f) => f.what === 'flat elbow')).toHaveLength(1);
    // the middle of a box 4 3/4 in high whose bottom lies at 41 1/8 in: 43 1/2 in, from 15 7/8 in, both in whole mm: 1105 − 403 = 702
    const up = 702 / 25.4;
    expect(pieces(r, 'track').reduce((s, mm) => s + mm, 0)).toBeCloseTo(up + 32 - 2 * 1.5, 3);
    const [first, second] = pieces(r, 'cover');
    expect(first).toBeCloseTo(up - 1.5 - 4.75 / 2 + 0.5, 3);
    expect(second).toBeCloseTo(32 - 1.5 - 2.875 / 2 + 0.5, 3);
    // an upright leg is screwed where it stands, and nobody knows a stud there
    expect(r.supports.filter((s) => s.on === undefined).map((s) => [s.guessed, s.anchor])).toEqual([[true, true]]);
  });
});

describe('up more than a stock length', () => {
  it('a coupling 60 in up from the box, told by its height', () => {
    // the middle of the wanted box 82 3/8 in up, of the other 15 7/8, in whole mm
    const r = laid(boxOn('b', 'n', 24), [placeOn('n', 24, { bottom: measured(inches(80)) })]);
    expect(fittings(r)).toEqual([
      '1 base fitting over the existing box: wall n, 24" from the left end',
      '1 device box: wall n, 24" from the left end',
      '1 coupling: wall n, up at 75 7/8"',
    ]);
    expect(r.sums[0]!.terms.map((t) => t.label)).toEqual(['wall n, up from 15 7/8" to 82 3/8"']);
    // boxes stand upright: half of 4 3/4 in at either end
    expect(pieces(r, 'cover').reduce((a, b) => a + b, 0)).toBeCloseTo(66.5 - 4.75 + 0.5, 1);
  });
});

describe('onto the front of a shelf', () => {
  const shelf: Fixture = { id: 's', kind: 'shelf', face: 'A', x: measured(inches(40)), z: measured(inches(30)), width: measured(inches(40)), height: measured(inches(1)), depth: measured(inches(12)) }; // prettier-ignore
  const onShelf = (u: number) => laid(boxOn('b', 'n', 24), [placeOn('n', u, { bottom: measured(inches(29)), inFront: 's' })], USUAL_STOCK, { n: { fixtures: [shelf] } }); // prettier-ignore
  it('along to 4 in before its end, up 15 1/2, the 4 in, 12 in forward, 16 along its edge: each corner and elbow takes 1 1/2 in of each leg', () => {
    const r = onShelf(56);
    expect(r.pieces.filter((p) => p.what === 'track').map((p) => [p.where, Math.round(inch(p.mm) * 10) / 10])).toEqual([
      ['wall n, from 24" to 34 1/2"', 10.5],
      ['wall n, up from 17 3/8" to 29 7/8"', 12.5],
      ['wall n, from 37 1/2" to 38 1/2"', 1],
      ['left end of the shelf at wall n, out from 1 1/2" to 10 1/2"', 9],
      ['front of the shelf at wall n, from 41 1/2" to 56"', 14.5],
    ]);
    expect(fittings(r)).toEqual([
      '1 base fitting over the existing box: wall n, 24" from the left end',
      '2 flat elbow: wall n, 36" from the left end',
      '1 inside corner: between wall n and left end of the shelf at wall n',
      '1 outside corner: between left end of the shelf at wall n and front of the shelf at wall n',
      '1 device box: front of the shelf at wall n, 56" from the left end of the wall',
    ]);
    // the box at the start hides 1 7/16 in, each end reaches 1/4 in under
    expect(pieces(r, 'cover').map((mm) => Math.round(mm * 10) / 10)).toEqual([9.6, 13, 1.5, 9.5, 13.6]);
  });
  it('screwed into the stud on its way, into the board at the end, and 1 in from both ends of its edge and between', () => {
    expect(onShelf(56).supports.map((s) => [s.where, s.guessed, s.anchor ?? false])).toEqual([
      ['wall n, 32" from the left end', true, false],
      ['wall n, up from 17 3/8" to 29 7/8"', true, true],
      ['wall n, 37 1/2" from the left end', true, true],
      ['wall n, 38 1/2" from the left end', true, true],
      ['left end of the shelf at wall n, out from 1 1/2" to 10 1/2"', false, false],
      ['front of the shelf at wall n, 42 1/2" from the left end of the wall', false, false],
      ['front of the shelf at wall n, 55" from the left end of the wall', false, false],
    ]);
    // 34 1/2 in of track: 32 1/2 between the outer ones, three spans of no more than 16
    const long = onShelf(76).supports.filter((s) => s.on?.startsWith('front'));
    expect(long.map((s) => Math.round(toInches(s.atMm!) * 100) / 100)).toEqual([42.5, 53.33, 64.17, 75]);
    // 34 in of it are 32 between: two spans to the hair
    expect(onShelf(75.5).supports.filter((s) => s.on?.startsWith('front'))).toHaveLength(3);
  });
});

describe('round a corner that comes into the room', () => {
  it('an outside corner', () => {
    const site = roundRoom(L_ROOM, 'c', [boxOn('b', 'b', 24)]);
    expect(laidIn(site, [placeOn('d', 24)]).fittings.map((f) => f.what)).toEqual(['base fitting over the existing box', 'inside corner', 'outside corner', 'device box']); // prettier-ignore
  });
  it('between two corners 2 in apart nothing is seen of it: no track and no cover', () => {
    const site = roundRoom([['a', 118], ['b', 48], ['c', 2], ['d', 48], ['e', 120], ['f', 96]], 'b', [boxOn('b', 'b', 24)]); // prettier-ignore
    const r = laidIn(site, [placeOn('d', 24)]);
    expect(r.fittings.map((f) => f.what)).toEqual(['base fitting over the existing box', 'outside corner', 'inside corner', 'device box']);
    expect([pieces(r, 'track'), pieces(r, 'cover')]).toEqual([[22.5, 22.5], [21.5625, 21.5625]]); // prettier-ignore
  });
});

describe('two outlets one after the other', () => {
  it('8 in free at both boxes of either stretch, one foot to spare for all', () => {
    const r = laid(boxOn('b', 'n', 24), [placeOn('n', 56), placeOn('n', 88)]);
    expect(fittings(r).map((f) => f.split(':')[0])).toEqual(['1 base fitting over the existing box', '1 device box', '1 device box', '1 coupling']); // prettier-ignore
    expect(inch(r.conductorMm)).toBe(64 + 4 * 8 + 12);
    // between the boxes twice 32 − 2 7/8, and half an inch under fittings each
    expect(pieces(r, 'cover')).toEqual([29.625, 29.625]);
  });
});

describe('a way that goes over track that is there', () => {
  const tenth = (r: RacewayPlan, what: 'track' | 'cover') => pieces(r, what).map((mm) => Math.round(mm * 10 - 1e-6) / 10);
  const high = (u: number) => placeOn('n', u, { bottom: measured(inches(41.125)) });
  it('back past the first box to the other side: track once, wires twice, out of the box that sits there', () => {
    const r = laid(boxOn('b', 'n', 56), [placeOn('n', 24), placeOn('n', 88)]);
    expect([tenth(r, 'track'), tenth(r, 'cover'), r.wires]).toEqual([[32, 32], [29.6, 29.6], 6]); // prettier-ignore
    expect(r.fittings.map((f) => f.what)).toEqual(['base fitting over the existing box', 'device box', 'device box']);
    // 32 to the first; 32 back and 32 on
    expect(inch(r.conductorMm)).toBe(96 + 4 * 8 + 12);
    expect(r.sums[1]!.terms.map((t) => [t.label, inch(t.value)])).toContainEqual(['once more where two ways share the track', 32]);
    expect(r.sums[0]!.terms.map((t) => inch(t.value))).toEqual([32, 32]);
    expect(r.fill.sums[0]!.result.value).toBe(6);
  });
  it('off it where it turned: a tee in place of the elbow', () => {
    const r = laid(boxOn('b', 'n', 56), [high(24), high(88)]);
    const up = (1105 - 403) / 25.4;
    expect(r.fittings.map((f) => f.what)).toEqual(['base fitting over the existing box', 'device box', 'flat tee', 'device box']);
    expect(pieces(r, 'track')).toEqual([up - 1.5, 30.5, 30.5].map((v) => expect.closeTo(v, 1)));
    expect(pieces(r, 'cover')).toEqual([up - 1.5 - 2.375 + 0.5, 30.5 - 1.4375 + 0.5, 30.5 - 1.4375 + 0.5].map((v) => expect.closeTo(v, 1))); // prettier-ignore
    expect([r.wires, inch(r.conductorMm)]).toEqual([6, expect.closeTo(up + 32 + 32 + 32 + 4 * 8 + 12, 1)]);
  });
  it('to an outlet on it: its box is set there, and the cover is cut for it', () => {
    const r = laid(boxOn('b', 'n', 24), [placeOn('n', 88), placeOn('n', 56)]);
    expect([tenth(r, 'track'), tenth(r, 'cover'), r.wires]).toEqual([[60, 4], [29.6, 29.6], 6]); // prettier-ignore
    expect(fittings(r).filter((f) => f.includes('device box'))).toEqual(['1 device box: wall n, 88" from the left end', '1 device box: wall n, 56" from the left end']); // prettier-ignore
  });
  it('back round a corner: its fitting adds no wire', () => {
    const r = laid(boxOn('b', 'n', 104), [placeOn('e', 8), placeOn('n', 56)]);
    expect(r.sums[1]!.terms.map((t) => [t.label, inch(t.value)])).toContainEqual(['once more where two ways share the track', 8 + 16]);
    // 24 to the first; 24 back and 48 on
    expect(inch(r.conductorMm)).toBe(24 + 24 + 48 + 4 * 8 + 12);
  });
  it('one way alone shares nothing: three wires', () => {
    expect(laid(boxOn('b', 'n', 24), [placeOn('n', 56), placeOn('n', 88)]).wires).toBe(3);
  });
});

describe('wires in a track', () => {
  const fill = (gauge: number, wires: number, sheet = {}) => racewayFill('US-2023', gauge, wires, sheet);
  it('as many as its maker made it for; one more is too many', () => {
    expect(fill(12, 3, { most12: 3 })).toMatchObject({ verdict: 'ok', source: { clause: '386.22' } });
    expect(fill(12, 4, { most12: 3 }).verdict).toBe('stop');
    expect(fill(14, 3, { most12: 3 }).verdict).toBe('ok');
  });
  it('of thicker ones, or without the sheet, nobody can tell; what 40 % would hold is a help and no rule', () => {
    expect(fill(10, 3, { most12: 9 }).verdict).toBe('can’t tell');
    // 0.4 × 0.34 = 0.136 in²: ten of 0.0133
    expect(fill(12, 3, { insideIn2: 0.34 })).toMatchObject({
      verdict: 'can’t tell',
      says: expect.stringMatching(/would hold 10, which is no rule/),
    });
  });
});
