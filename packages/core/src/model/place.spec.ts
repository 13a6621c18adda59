/** From tape words to the wall and back, worked by hand on a wall of 120 in with 3½ in studs at 8, 24, 40 … in. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BOX_KINDS } from '../catalog/index.js';
import { inches, toInches } from '../measure/index.js';
import {
  alongX,
  baysLooked,
  boxBody,
  boxCentreX,
  boxRect,
  finishThicknessMm,
  measured,
  placeOriginX,
  studCentres,
  studPlaces,
  wallThicknessMm,
  type Box,
  type Place,
  type Wall,
} from './index.js';

const inch = (n: number) => measured(inches(n));
const layer = (n: number) => ({ finish: 'drywall' as const, thickness: inch(n) });
const wall: Wall = {
  id: 'w',
  name: 'wall',
  length: inch(120),
  height: inch(96),
  framing: { material: 'wood', studDepth: inch(3.5), studWidth: inch(1.5), spacing: inch(16), knownStud: inch(40), extraStuds: [] },
  faces: { A: { roomId: 'a', layers: [layer(0.5)] }, B: { roomId: 'b', layers: [layer(0.5), layer(0.625)] } },
  references: [{ id: 'door', name: 'door edge', x: inch(92), offsetB: inch(4.5) }],
  obstacles: [],
  openings: [],
};
const box = (face: 'A' | 'B', place: Partial<Place>): Box => ({
  id: 'b',
  name: 'box',
  wallId: 'w',
  face,
  place: { from: 'left-end', toward: 'right', to: 'centre', distance: inch(30), bottom: inch(12), ...place },
  kind: 'other',
  gangs: 1,
  supportFittings: 0,
});
const without = (part: Partial<Wall['framing']>): Wall => ({ ...wall, framing: { ...wall.framing, ...part } });

describe('where a reference is', () => {
  it.each([
    ['A', 'left-end', 0],
    ['A', 'right-end', 120],
    ['B', 'left-end', 120],
    ['B', 'right-end', 0],
    ['A', 'door', 92],
    // a 4 1/2 in cross wall stands between the two edges
    ['B', 'door', 96.5],
  ] as const)('from face %s, %s is %d in along A', (face, from, x) => expect(toInches(placeOriginX(wall, face, from)!)).toBeCloseTo(x, 9));
  it('a reference that is gone places nothing', () => {
    expect(placeOriginX(wall, 'A', 'window')).toBeUndefined();
    expect(boxCentreX(wall, box('A', { from: 'window' }))).toBeUndefined();
    expect(boxRect(wall, box('A', { from: 'window' }))).toBeUndefined();
  });
  it('right on face B runs against A', () => {
    expect([alongX('A', 'right'), alongX('A', 'left'), alongX('B', 'right'), alongX('B', 'left')]).toEqual([1, -1, -1, 1]);
  });
});

describe('where a box is', () => {
  it.each([
    // one gang is 2 1/4 in wide: half of it is 1 1/8
    ['A', { to: 'centre' }, 30],
    ['A', { to: 'left-edge' }, 31.125],
    ['A', { to: 'right-edge' }, 28.875],
    ['B', { to: 'left-edge' }, 88.875],
    ['B', { from: 'door', toward: 'left', to: 'centre' }, 126.5],
    ['A', { from: 'door', toward: 'left', to: 'right-edge' }, 60.875],
  ] as const)('face %s, %j: centre %d in along A', (face, place, centre) =>
    expect(toInches(boxCentreX(wall, box(face, place))!)).toBeCloseTo(centre, 9),
  );
  it('its outline hangs on its bottom: 12 in up and 3 3/4 high ends at 15 3/4', () => {
    const rect = boxRect(wall, box('A', {}))!;
    expect([rect.left, rect.right, rect.bottom, rect.top].map(toInches)).toEqual(
      [28.875, 31.125, 12, 15.75].map((v) => expect.closeTo(v, 9)),
    );
  });
  it('what was measured of a box wins over its kind, and its kind over the usual', () => {
    const kind = BOX_KINDS['wings-1g-20'];
    const of = (more: Partial<Box>) => boxBody({ ...box('A', {}), ...more });
    expect(of({ kind: 'wings-1g-20' })).toEqual({ widthMm: kind.widthMm, heightMm: kind.heightMm, depthMm: kind.depthMm });
    expect(of({ kind: 'wings-1g-20', depth: inch(2) }).depthMm).toBe(inches(2));
    expect(of({ kind: 'other', gangs: 3 })).toEqual({ widthMm: inches(2.25 + 2 * 1.8125), heightMm: inches(3.75), depthMm: undefined });
  });
  it('the same place read from the other face is the mirror of it, whatever the wall', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1920 }), fc.constantFrom('centre', 'left-edge', 'right-edge'), (sixteenths, to) => {
        const place = { to, distance: inch(sixteenths / 16) } as const;
        const [a, b] = [boxCentreX(wall, box('A', place))!, boxCentreX(wall, box('B', place))!];
        expect(a + b).toBeCloseTo(inches(120), 6);
      }),
    );
  });
});

describe('make-up', () => {
  it('1/2 + 3 1/2 + 1/2 + 5/8 = 5 1/8 in from surface to surface', () => {
    expect(toInches(finishThicknessMm(wall, 'B'))).toBeCloseTo(1.125, 9);
    expect(toInches(wallThicknessMm(wall))).toBeCloseTo(5.125, 9);
  });
});

describe('studs', () => {
  const at = (w: Wall) => studPlaces(w).map((s) => [s.id, toInches(s.x), s.known]);
  it('step 16 in from the one that was found; those are only reckoned, and one stands at each end', () => {
    expect(at(wall).slice(0, 4)).toEqual([
      ['stud-left-end', expect.closeTo(0.75, 9), 'guessed'],
      ['stud-left-2', expect.closeTo(8, 9), 'guessed'],
      ['stud-left-1', expect.closeTo(24, 9), 'guessed'],
      ['stud-known', expect.closeTo(40, 9), 'measured'],
    ]);
    expect(at(wall).at(-1)).toEqual(['stud-right-end', expect.closeTo(119.25, 9), 'guessed']);
  });
  it('one that was found elsewhere takes the place of the one that was reckoned', () => {
    const moved = without({ extraStuds: [{ id: 'found', x: inch(57.5), insteadOf: inches(56) }] });
    const near = studPlaces(moved).filter((s) => Math.abs(toInches(s.x) - 57) < 4);
    expect(near.map((s) => s.id)).toEqual(['found']);
  });
  it('none was found: none is invented; masonry has none', () => {
    expect(studPlaces(without({ knownStud: undefined }))).toEqual([]);
    expect(studCentres(without({ material: 'masonry' }))).toEqual([]);
  });
  it('they stand from left to right, inside the wall, no two in one another, whatever stud was found', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 119 }), fc.constantFrom(12, 16, 19.2, 24), (known, spacing) => {
        const xs = studCentres(without({ knownStud: inch(known), spacing: inch(spacing) })).map(toInches);
        for (const [i, x] of xs.entries()) {
          expect(x).toBeGreaterThanOrEqual(0);
          expect(x).toBeLessThanOrEqual(120);
          if (i) expect(x - xs[i - 1]!).toBeGreaterThan(0.7);
        }
        expect(xs.some((x) => Math.abs(x - known) < 1e-9)).toBe(true);
      }),
    );
  });
});

describe('a look counts for its own bay (nothing unmeasured passes as fine)', () => {
  const looks = (...at: number[]): Wall => ({ ...wall, looks: at.map((x) => ({ ...inch(x), known: 'seen' as const })) });
  const span = (left: number, right: number) => ({ left: inches(left), right: inches(right) });
  it('studs at 40 and 56: a hole at 47 shows 43 to 46 and 50 to 53, not 58 to 60', () => {
    expect(baysLooked(looks(47), span(43, 46))).toBe(true);
    expect(baysLooked(looks(47), span(50, 53))).toBe(true);
    expect(baysLooked(looks(47), span(58, 60))).toBe(false);
  });
  it('over a stud both bays must have been looked into', () => {
    expect(baysLooked(looks(47), span(50, 60))).toBe(false);
    expect(baysLooked(looks(47, 66), span(50, 60))).toBe(true);
  });
  it('without a known stud a hole counts only where it is', () => {
    const bare = (w: Wall): Wall => ({ ...w, framing: { ...w.framing, knownStud: undefined } });
    expect(baysLooked(bare(looks(47)), span(46, 48))).toBe(true);
    expect(baysLooked(bare(looks(47)), span(49, 51))).toBe(false);
  });
  it('what was said of the bay of the work counts as said, and nobody looked is no', () => {
    expect(baysLooked({ ...wall, bayLooked: 'seen' }, span(0, 120))).toBe(true);
    expect(baysLooked(wall, span(43, 46))).toBe(false);
  });
});
