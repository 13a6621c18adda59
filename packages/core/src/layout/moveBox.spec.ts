/** A box dragged, nudged, changed for another kind or set beside its stud, by hand. Studs 1 1/2 in wide, middles at 16, 32, 48 … in. */
import { describe, expect, it } from 'vitest';
import { inches, toInches } from '../measure/index.js';
import { boxRect, measured, type Box, type Wall } from '../model/index.js';
import { boxOn, wallOf } from '../route/smallHouse.testing.js';
import { besideStud, draggedPlace, gapToStud, nudgedPlace, withKind } from './moveBox.js';

const inch = (n: number) => measured(inches(n));
const wall: Wall = { ...wallOf('w', 120, { A: 'den', B: 'hall' }), references: [{ id: 'door', name: 'door edge', x: inch(92) }] };
const at = (fromLeft: number, part: Partial<Box> = {}): Box => boxOn('b', 'w', fromLeft, { kind: 'nail-on-1g-20', width: undefined, height: undefined, ...part }); // prettier-ignore
const onB = (fromLeft: number, part: Partial<Box> = {}): Box => at(fromLeft, { face: 'B', ...part });
const edges = (box: Box): number[] => {
  const r = boxRect(wall, box)!;
  return [r.left, r.right].map((x) => Math.round(toInches(x) * 10_000) / 10_000);
};
const inIn = (mm: number): number => Math.round(toInches(mm) * 10_000) / 10_000;

describe('dragged and nudged', () => {
  it('so far as it was dragged, to the next mark of the tape: right on face A is right on face B too, as each sees it', () => {
    const far = (box: Box, right: number, up = 0) => {
      const p = draggedPlace(wall, box, inches(right), inches(up), 'in');
      return [inIn(p.distance.mm), inIn(p.bottom.mm)];
    };
    expect(far(at(40), 2.03, 1)).toEqual([42, 15]);
    expect(far(at(40), -2.04, -1)).toEqual([37.9375, 13]);
    expect(far(onB(40), 2.03)).toEqual([42, 14]);
    // to the left of a door edge, right is nearer to it
    expect(far(at(0, { place: { ...at(0).place, from: 'door', toward: 'left', distance: inch(10) } }), 3)).toEqual([7, 14]);
    expect(draggedPlace(wall, at(40), 10.4, 0, 'mm').distance.mm).toBe(Math.round(inches(40) + 10.4));
  });
  it('where its reference is gone only its height moves', () => {
    const lost = at(40, { place: { ...at(40).place, from: 'gone' } });
    const p = draggedPlace(wall, lost, inches(5), inches(2), 'in');
    expect([inIn(p.distance.mm), inIn(p.bottom.mm)]).toEqual([40, 16]);
  });
  it('a step is a sixteenth or a millimetre, a big one an inch or 25 mm, never below nothing', () => {
    const step = (direction: 1 | -1, big: boolean, unit: 'in' | 'mm') => nudgedPlace(at(40).place, 'bottom', direction, big, unit).bottom.mm - inches(14); // prettier-ignore
    expect([inIn(step(1, false, 'in')), inIn(step(-1, false, 'in')), inIn(step(1, true, 'in')), inIn(step(-1, true, 'in'))]).toEqual([0.0625, -0.0625, 1, -1]); // prettier-ignore
    const mm = (key: 'distance' | 'bottom', from: number, direction: 1 | -1, big: boolean) => nudgedPlace({ ...at(40).place, [key]: { mm: from, known: 'assumed' } }, key, direction, big, 'mm')[key]; // prettier-ignore
    expect([mm('distance', 100, 1, false), mm('bottom', 100, -1, true), mm('bottom', 20, -1, true)]).toEqual([101, 75, 0].map((n) => ({ mm: n, known: 'measured' }))); // prettier-ignore
  });
});

describe('another kind in the same place', () => {
  // one gang 2 1/4 in wide, two gangs 4 1/16
  it('held by wings it keeps its middle, on a stud the edge there, seen from its face', () => {
    expect(edges(at(40))).toEqual([38.875, 41.125]);
    expect(edges(withKind(wall, at(40), 'nail-on-2g-34'))).toEqual([37.9688, 42.0313]);
    expect(edges(withKind(wall, at(40, { hangsOn: 'left' }), 'nail-on-2g-34'))).toEqual([38.875, 42.9375]);
    expect(edges(withKind(wall, at(40, { hangsOn: 'right' }), 'nail-on-2g-34'))).toEqual([37.0625, 41.125]);
    // on face B its left is the wall’s right: from 78 7/8 to 81 1/8
    expect(edges(onB(40))).toEqual([78.875, 81.125]);
    expect(edges(withKind(wall, onB(40, { hangsOn: 'left' }), 'nail-on-2g-34'))).toEqual([77.0625, 81.125]);
    expect(edges(withKind(wall, onB(40, { hangsOn: 'right' }), 'nail-on-2g-34'))).toEqual([78.875, 82.9375]);
  });
  it('the edge that was asked for comes before the one it hangs on', () => {
    expect(edges(withKind(wall, at(40, { hangsOn: 'left' }), 'nail-on-2g-34', 'right'))).toEqual([37.0625, 41.125]);
    expect(edges(withKind(wall, at(40, { hangsOn: 'left' }), 'nail-on-2g-34', 'centre'))).toEqual([37.9688, 42.0313]);
  });
  it('what was measured of the old one is not known of the new; wings hang on no stud', () => {
    const old = at(40, { hangsOn: 'left', width: inch(3), depth: inch(2), volumeIn3: 12, setback: inch(0.25), supportFittings: 2, condition: 'cracked' }); // prettier-ignore
    const now = withKind(wall, old, 'wings-2g-32');
    expect(now).toMatchObject({ kind: 'wings-2g-32', gangs: 2, hangsOn: 'none', supportFittings: 0, condition: 'sound' });
    for (const key of ['volumeIn3', 'width', 'height', 'depth', 'clamps', 'material', 'setback', 'screws'] as const) expect(now[key], key).toBeUndefined(); // prettier-ignore
    expect(withKind(wall, old, 'nail-on-1g-22').hangsOn).toBe('left');
    const lost = withKind(wall, at(40, { place: { ...at(40).place, from: 'gone' } }), 'nail-on-2g-34');
    expect([lost.kind, inIn(lost.place.distance.mm)]).toEqual(['nail-on-2g-34', 40]);
  });
});

describe('beside its stud', () => {
  it('against the nearer stud of its bay, on the side that faces the bay', () => {
    // the bay from 32 to 48: 32 3/4 + 1 1/8, or 47 1/4 − 1 1/8
    const set = (fromLeft: number) => [inIn(besideStud(wall, at(fromLeft)).place.distance.mm), besideStud(wall, at(fromLeft)).hangsOn];
    expect([set(35), set(45), set(39.9), set(40.1)]).toEqual([[33.875, 'left'], [46.125, 'right'], [33.875, 'left'], [46.125, 'right']]); // prettier-ignore
    // a box that seems to stand in the stud goes beside it
    expect([set(32), set(31.9)]).toEqual([[33.875, 'left'], [30.125, 'right']]); // prettier-ignore
  });
  it('seen from face B the sides change places', () => {
    const b = besideStud(wall, onB(120 - 35));
    expect([edges(b), b.hangsOn]).toEqual([[32.75, 35], 'right']);
    expect(besideStud(wall, onB(120 - 45)).hangsOn).toBe('left');
  });
  it('as it is where the bay is too narrow for it, or it has no place', () => {
    const narrow: Wall = { ...wall, framing: { ...wall.framing, spacing: inch(3), knownStud: inch(16) } };
    expect(besideStud(narrow, at(17.5))).toEqual(at(17.5));
    // 3 3/4 in from middle to middle leave 2 1/4 in between the studs: just the box
    const just: Wall = { ...wall, framing: { ...wall.framing, spacing: inch(3.75), knownStud: inch(16) } };
    expect(edges(besideStud(just, at(17.5)))).toEqual([16.75, 19]);
    const lost = at(40, { place: { ...at(40).place, from: 'gone' } });
    expect(besideStud(wall, lost)).toBe(lost);
  });
});

describe('how far it is from a stud', () => {
  it('to the nearest, on either side; into it below nothing; a reckoned one is not known', () => {
    const gap = (fromLeft: number, w: Wall = wall) => {
      const g = gapToStud(w, at(fromLeft));
      return g && [inIn(g.mm), g.known];
    };
    // stud at 16 was found, the others are reckoned from it
    expect([gap(18.875), gap(13.125), gap(17)]).toEqual([[1, true], [1, true], [-0.875, true]]); // prettier-ignore
    expect(gap(34.875)).toEqual([1, false]);
    expect(gap(18.875, { ...wall, framing: { ...wall.framing, material: 'masonry' } })).toBeUndefined();
    expect(gapToStud(wall, at(40, { place: { ...at(40).place, from: 'gone' } }))).toBeUndefined();
  });
});
