/** What lies across the straight way of a cable between two boxes of one wall, by hand: boxes 2 1/4 by 3 3/4 in, lengths in inches. */
import { describe, expect, it } from 'vitest';
import { inches, toInches } from '../measure/index.js';
import { measured, type Obstacle, type Wall } from '../model/index.js';
import { boxOn, wallOf } from '../route/smallHouse.testing.js';
import { acrossWay, blocksBetween, closesBay } from './acrossWay.js';

const inch = (n: number) => measured(inches(n));
const thing = (kind: Obstacle['kind'], x: number, z: number, wide: number, high: number, id = kind as string): Obstacle => ({ id, kind, x: inch(x), z: inch(z), width: inch(wide), height: inch(high) }) as Obstacle; // prettier-ignore
const wall = (...obstacles: Obstacle[]): Wall => ({ ...wallOf('w', 120, { A: 'den', B: 'hall' }), obstacles });
/** Middles at 40 in and 15 7/8 in up, and at 44 in and 61 7/8 in up. */
const low = boxOn('low', 'w', 40);
const high = boxOn('high', 'w', 44, { place: { ...boxOn('x', 'w', 44).place, bottom: inch(60) } });
const met = (...obstacles: Obstacle[]): string[] => acrossWay(wall(...obstacles), low, high).map((o) => o.id);

describe('across the way', () => {
  const block = (x: number, z: number, wide = 14, tall = 1.5) => thing('fire-block', x, z, wide, tall);
  it('what lies between the two middles, up to half an inch beside the line', () => {
    expect(met(block(33, 48))).toEqual(['fire-block']);
    // from 39 1/2 to 44 1/2 in
    expect([met(block(44.5, 48)), met(block(44.45, 48)), met(block(25.5, 48)), met(block(25.6, 48))]).toEqual([[], ['fire-block'], [], ['fire-block']]); // prettier-ignore
    // from 15 7/8 to 61 7/8 in up, and not at a box itself
    expect([met(block(33, 70)), met(block(33, 5)), met(block(33, 18)), met(block(33, 59))]).toEqual([[], [], ['fire-block'], []]);
  });
  it('the same from either end; from the lower up', () => {
    const two = [thing('brace', 33, 50, 14, 1.5), thing('fire-block', 33, 40, 14, 1.5)];
    expect(met(...two)).toEqual(['fire-block', 'brace']);
    expect(acrossWay(wall(...two), high, low).map((o) => o.id)).toEqual(['fire-block', 'brace']);
  });
  it('a cable or a cord is passed; what lies at a box is judged with its opening', () => {
    expect(met(thing('cable', 33, 48, 14, 0.5), thing('cord', 33, 48, 14, 0.5))).toEqual([]);
    expect(met(thing('pipe', 38, 10, 3, 60))).toEqual([]);
    // beside the boxes and still on the way
    expect(met(thing('pipe', 41.5, 20, 1, 30))).toEqual(['pipe']);
  });
  it('nothing for a box that has no place', () => {
    const lost = boxOn('lost', 'w', 40, { place: { ...low.place, from: 'gone' } });
    expect(acrossWay(wall(block(33, 48)), lost, high)).toEqual([]);
    expect(acrossWay(wall(block(33, 48)), low, lost)).toEqual([]);
  });
});

describe('blocks that close a bay', () => {
  it('each is opened 4 in wide in the middle of the way, from 2 in under it to 4 in over it, and closed again', () => {
    const [only, ...more] = blocksBetween(wall(thing('fire-block', 33, 48, 14, 1.5), thing('brace', 33, 52, 14, 1.5)), low, high, 'setting, same day'); // prettier-ignore
    expect(more).toEqual([]);
    expect(only!.block.kind).toBe('fire-block');
    expect(Object.values(only!.opening).map(toInches)).toEqual([40, 44, 46, 53.5].map((n) => expect.closeTo(n, 6) as number));
    expect(Object.keys(only!.opening)).toEqual(['left', 'right', 'bottom', 'top']);
    expect(only!.patch.pieces).toHaveLength(1);
    expect(only!.patch.pieces[0]!.piece).toEqual(only!.opening);
    expect([closesBay(only!.block), closesBay(thing('brace', 0, 0, 1, 1))]).toEqual([true, false]);
  });
});
