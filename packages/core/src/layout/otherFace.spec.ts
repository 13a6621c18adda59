/** One point seen from two rooms, by hand: on the other face left is right, and the edge measured from may be another one. */
import { describe, expect, it } from 'vitest';
import { inches, toInches } from '../measure/index.js';
import { measured, type Wall } from '../model/index.js';
import { wallOf } from '../route/smallHouse.testing.js';
import { carryThrough, pointOnOtherFace, tapeDistances } from './otherFace.js';

const inch = (n: number) => measured(inches(n));
const near = (n: number) => expect.closeTo(n, 6) as number;
const seen = (distance: number, toward: 'left' | 'right', offset = 0, offsetTowardPoint = false) => {
  const { distanceMm, toward: there, sum } = pointOnOtherFace({ distanceMm: inches(distance), toward, referenceOffsetMm: inches(offset), offsetTowardPoint }); // prettier-ignore
  return { at: toInches(distanceMm), there, terms: sum.terms.map((t) => [t.label, toInches(t.value)]), formula: sum.formula, result: [sum.result.label, toInches(sum.result.value)] }; // prettier-ignore
};

describe('one and the same edge', () => {
  it('as far from it, to the other hand', () => {
    expect(seen(30, 'right')).toEqual({
      at: near(30),
      there: 'left',
      terms: [['measured on this face', near(30)]],
      formula: 'mirrored: right here is left there',
      result: ['to the left of the reference on the other face', near(30)],
    });
    expect(seen(30, 'left')).toMatchObject({ there: 'right', formula: 'mirrored: left here is right there' });
    expect(seen(0, 'left')).toMatchObject({ at: 0, there: 'right' });
  });
});

describe('edges of a cross wall, 4 1/2 in apart', () => {
  it('the other edge lies on the point’s side: so much less', () => {
    const it_ = seen(30, 'right', 4.5, true);
    expect([it_.at, it_.there, it_.terms[1]]).toEqual([near(25.5), 'left', ['less the wall between the two edges', near(-4.5)]]);
  });
  it('it lies on the other side: so much more', () => {
    const it_ = seen(30, 'right', 4.5, false);
    expect([it_.at, it_.there, it_.terms[1]]).toEqual([near(34.5), 'left', ['plus the wall between the two edges', near(4.5)]]);
  });
  it('a point within the cross wall lies on the other hand of the second edge', () => {
    expect(seen(3, 'right', 4.5, true)).toMatchObject({ at: near(1.5), there: 'right' });
    expect(seen(4.5, 'right', 4.5, true)).toMatchObject({ at: near(0), there: 'left' });
  });
});

describe('on a wall of 120 in', () => {
  const wall: Wall = { ...wallOf('w', 120, { A: 'den', B: 'hall' }), references: [{ id: 'door', name: 'door edge', x: inch(92) }, { id: 'cross', name: 'cross wall', x: inch(60), xB: inch(64.5) } as Wall['references'][number]] }; // prettier-ignore
  const inInches = (d: ReturnType<typeof tapeDistances>) => d && [toInches(d.A.distanceMm), d.A.toward, toInches(d.B.distanceMm), d.B.toward]; // prettier-ignore
  it('tape distances on either face from one reference, to its hand there', () => {
    expect(inInches(tapeDistances(wall, 'door', inches(50)))).toEqual([near(42), 'left', near(42), 'right']);
    expect(inInches(tapeDistances(wall, 'door', inches(100)))).toEqual([near(8), 'right', near(8), 'left']);
    expect(inInches(tapeDistances(wall, 'left-end', inches(50)))).toEqual([near(50), 'right', near(70), 'right']);
    expect(inInches(tapeDistances(wall, 'door', inches(92)))).toEqual([near(0), 'right', near(0), 'right']);
    expect(tapeDistances(wall, 'nowhere', inches(50))).toBeUndefined();
  });
  it('carried through by a reference, with the sum; by none that isn’t there', () => {
    const sum = carryThrough(wall, 'door', 'A', inches(50))!;
    expect([sum.terms.map((t) => toInches(t.value)), sum.result.label, toInches(sum.result.value)]).toEqual([[near(42)], 'to the right of the reference on the other face', near(42)]); // prettier-ignore
    expect(carryThrough(wall, 'door', 'B', inches(50))!.result.label).toMatch(/^to the left/);
    expect(carryThrough(wall, 'nowhere', 'A', inches(50))).toBeUndefined();
  });
});
