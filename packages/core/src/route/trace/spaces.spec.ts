/** Ways that go round what is missing of a space, along the faces of a room, and onto a shelf: each with its corners and lengths by hand. */
import { describe, expect, it } from 'vitest';
import { inches } from '../../measure/index.js';
import { measured, type Fixture, type Site, type WantPlace } from '../../model/index.js';
import { framing, traced, type Traced } from '../index.js';
import { boxOn, placeOn, RATES, smallHouse, wallOf } from '../smallHouse.testing.js';
import { input, laid, way } from '../smallWay.testing.js';

const at = (inch: number) => measured(inches(inch));
const inch = (mm: number) => Math.round((mm / 25.4) * 4) / 4;

describe('under a room of six walls', () => {
  // 120 by 96 in without its lower right quarter, 60 by 48
  const lengths = { a: 120, b: 48, c: 60, d: 48, e: 60, f: 96 };
  const turns = { a: 'right', b: 'right', c: 'left', d: 'right', e: 'right', f: 'right' } as const;
  const ids = ['a', 'b', 'c', 'd', 'e', 'f'] as const;
  function ell(boxWall: 'e' | 'b', boxAt: number): Site {
    const plain = smallHouse({ boxes: [boxOn('box', boxWall, boxAt, { id: 'b' })] });
    const sides = ids.map((id) => ({ wallId: id, face: 'A' as const, turn: turns[id] }));
    return {
      ...plain,
      walls: ids.map((id) => wallOf(id, lengths[id], { A: 'den', B: 'out' })),
      rooms: [{ id: 'den', name: 'den', use: 'living', below: 'basement', joistsBelow: { runs: 'along-first' }, sides }, plain.rooms.find((r) => r.id === 'out')!], // prettier-ignore
    };
  }
  const under = (t: Traced) => t.legs.find((l) => l.kind === 'hollow')!;
  it('it turns where there is floor over it: up the left arm first, though that is the second corner', () => {
    // from the bottom wall, 30 in from the left, to the short right wall, 24 in down: its middle 2 1/4 in behind the finish each
    const leg = under(laid(ell('e', 30), placeOn('b', 24)));
    expect(leg.path.map((p) => [inch(p.x), inch(p.y)])).toEqual([[30, -98.25], [30, -98.25], [30, -24], [122.25, -24], [122.25, -24]]); // prettier-ignore
    expect(inch(leg.lengthMm)).toBeCloseTo(74.25 + 92.25 + (2 * 250) / 25.4, 0);
  });
  it('and the other way round by the same corner', () => {
    const leg = under(laid(ell('b', 24), placeOn('e', 30)));
    expect(leg.path.slice(1, -1).map((p) => [inch(p.x), inch(p.y)])).toEqual([[122.25, -24], [30, -24], [30, -98.25]]); // prettier-ignore
  });
});

describe('on the faces of a room', () => {
  const shelf: Fixture = { id: 's', kind: 'shelf', face: 'A', x: at(40), z: at(30), width: at(40), height: at(1), depth: at(12) };
  function raceway(place: WantPlace, more: Parameters<typeof smallHouse>[0] = {}): Traced {
    const site = smallHouse({ boxes: [boxOn('b', 'n', 24)], ...more });
    const f = framing(site, [place], { rates: RATES, gauge: 14, dryingHours: 24, surfaceOnly: true });
    return traced({ ...input(site, f), ...way(f, f.boxes.get('b')!, f.places[0]!), open: true });
  }
  const told = (t: Traced) => t.legs.map((l) => [l.kind, l.words, l.fastened, inch(l.lengthMm), l.staples.length, l.onWall?.wallId]);
  it('along one wall: one leg on it, in the raceway; nothing bored, nothing opened, no loop left', () => {
    const t = raceway(placeOn('n', 56));
    // the cable comes to the middle of a surface box, within an inch as high as the other
    expect(told(t)).toEqual([['raceway', 'on wall n', 'in the raceway', 32, 0, 'n']]);
    expect([t.holes, t.openings, t.drillFrom, t.chases, t.loops, t.bends]).toEqual([[], [], [], [], 0, 2]);
  });
  it('round a corner: a leg on each wall, in the order of the way', () => {
    const t = raceway(placeOn('e', 20));
    expect(told(t).map((l) => [l[1], l[3], l[5]])).toEqual([['on wall n', 96, 'n'], ['on wall e', 20, 'e']]); // prettier-ignore
  });
  it('onto a shelf: along the wall, forward along its end, along its front; the length is that of the path', () => {
    const t = raceway(placeOn('n', 56, { bottom: at(29), inFront: 's' }), { walls: { n: { fixtures: [shelf] } } });
    expect(t.legs.map((l) => l.words)).toEqual(['on wall n', 'on left end of the shelf at wall n', 'on front of the shelf at wall n']);
    // up 15 1/2 in and along 16; 12 forward; 16 along its edge
    expect(t.legs.map((l) => inch(l.lengthMm))).toEqual([31.5, 12, 16]);
    // what comes forward lies on no wall
    expect(t.legs.map((l) => l.onWall?.wallId)).toEqual(['n', undefined, 'n']);
  });
});
