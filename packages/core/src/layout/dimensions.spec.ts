/** Marks of a box as they are written on either face, by hand: 120 in of wall, a door edge 92 in along, a box whose middle lies at 40 in. */
import { describe, expect, it } from 'vitest';
import { inches, toInches } from '../measure/index.js';
import { measured, type FaceId, type Wall } from '../model/index.js';
import { boxOn, smallHouse } from '../route/smallHouse.testing.js';
import { elevation } from './elevation.js';

const door = [{ id: 'door', name: 'door edge', x: measured(inches(92)) }];
function marks(face: FaceId, part: Partial<Wall> = {}, boxFace: FaceId = 'A', at = 40): string[] {
  const site = smallHouse({ walls: { n: part }, boxes: [boxOn('b', 'n', at, { face: boxFace })] });
  const { dimensions } = elevation({ site, wall: site.walls[0]!, face, open: false, plannedIds: new Set(['b']), workBoxId: 'b', unit: 'in' }); // prettier-ignore
  return dimensions.map((d) => `${d.of}: ${d.text}, ${d.axis} ${toInches(d.from).toFixed(3)} to ${toInches(d.to).toFixed(3)}`);
}

describe('marks of a box', () => {
  it('on its own face, from its own edge and the nearest other; heights from the floor', () => {
    expect(marks('A', { references: door })).toEqual([
      'left edge from the left end of the wall: 38 7/8", along 0.000 to 38.875',
      'right edge from the left end of the wall: 41 1/8", along 0.000 to 41.125',
      'right edge from the door edge: 50 7/8", along 92.000 to 41.125',
      'left edge from the door edge: 53 1/8", along 92.000 to 38.875',
      'bottom edge from the floor: 14", up 0.000 to 14.000',
      'top edge from the floor: 17 3/4", up 0.000 to 17.750',
    ]);
  });
  it('on the other face from an edge that both can see: left is right there, and the door edge lies at 28 in', () => {
    expect(marks('B', { references: door })).toEqual([
      'right edge from the right end of the wall: 38 7/8", along 120.000 to 81.125',
      'left edge from the right end of the wall: 41 1/8", along 120.000 to 78.875',
      'left edge from the door edge: 50 7/8", along 28.000 to 78.875',
      'right edge from the door edge: 53 1/8", along 28.000 to 81.125',
      'bottom edge from the floor: 14", up 0.000 to 14.000',
      'top edge from the floor: 17 3/4", up 0.000 to 17.750',
    ]);
  });
  it('with no such edge, from the left end of that face', () => {
    expect(marks('B').slice(0, 4)).toEqual([
      'right edge from the right end of the wall: 38 7/8", along 120.000 to 81.125',
      'left edge from the right end of the wall: 41 1/8", along 120.000 to 78.875',
      'left edge from the left end of the wall: 78 7/8", along 0.000 to 78.875',
      'right edge from the left end of the wall: 81 1/8", along 0.000 to 81.125',
    ]);
  });
  it('a box on face B seen from A: the same the other way round', () => {
    // its middle 40 in from B’s left is 80 in along A, 12 in left of the door edge
    expect(marks('A', { references: door }, 'B').slice(0, 2)).toEqual([
      'right edge from the door edge: 10 7/8", along 92.000 to 81.125',
      'left edge from the door edge: 13 1/8", along 92.000 to 78.875',
    ]);
    // and one right of it
    expect(marks('A', { references: door }, 'B', 20)[0]).toBe('left edge from the door edge: 6 7/8", along 92.000 to 98.875');
  });
});
