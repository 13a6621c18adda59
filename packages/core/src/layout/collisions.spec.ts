/** What a box would run into, each judgement held at its limit: one sixteenth either side turns it. Lengths by hand; limits are common practice unless a clause is named. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { printSource } from '../catalog/index.js';
import type { Judged } from '../codebook/index.js';
import { inches, toInches } from '../measure/index.js';
import { measured, type Box, type MeasuredLength, type Obstacle, type Place, type Wall } from '../model/index.js';
import { backToBack, cavityDepth, fireRatedBackToBack, obstacleCollision, studClearance, studCollision, surroundings } from './index.js';
import { expectMeant } from '../words/meaning.testing.js';

const inch = (n: number, known: MeasuredLength['known'] = 'measured'): MeasuredLength => ({ mm: inches(n), known });
const wall: Wall = {
  id: 'w',
  name: 'wall',
  length: inch(120),
  height: inch(96),
  framing: { material: 'wood', studDepth: inch(3.5), studWidth: inch(1.5), spacing: inch(16), knownStud: inch(40), extraStuds: [] },
  faces: {
    A: { roomId: 'a', layers: [{ finish: 'drywall', thickness: inch(0.5) }], baseHeight: inch(4.5) },
    B: { roomId: 'b', layers: [{ finish: 'drywall', thickness: inch(0.5) }], baseHeight: inch(4.5) },
  },
  references: [],
  obstacles: [],
  openings: [],
};
/** A box 2 1/4 × 3 3/4 in, its left edge at `left` from the left end of its face. */
const box = (left: number, more: Omit<Partial<Box>, 'place'> & { bottom?: number } = {}): Box => {
  const { bottom = 13.25, ...rest } = more;
  const place: Place = { from: 'left-end', toward: 'right', to: 'left-edge', distance: inch(left), bottom: inch(bottom) };
  return {
    id: 'new',
    name: 'new box',
    wallId: 'w',
    face: 'A',
    place,
    kind: 'other',
    gangs: 1,
    supportFittings: 0,
    width: inch(2.25),
    height: inch(3.75),
    depth: inch(3),
    ...rest,
  };
};
/** Verdict and outcome: which sentence it is, whatever its words are. */
const said = (judged: Judged): string => {
  expectMeant(judged);
  return `${judged.verdict} ${judged.code.split('.')[1]}`;
};
const known = (how: MeasuredLength['known']): Wall => ({ ...wall, framing: { ...wall.framing, knownStud: inch(40, how) } });

describe('a box that hangs on a stud', () => {
  // the stud at 40 in reaches from 39 1/4 to 40 3/4; the box is 2 1/4 wide
  const hung = (left: number, hangsOn: Box['hangsOn'], of = wall, face: Box['face'] = 'A') => said(studCollision(of, box(left, { hangsOn, face }))); // prettier-ignore
  it('stands against it; its opening shaves up to 1/16 in of the finish over it, no more, and over no other stud', () => {
    expect([40.75, 40.72, 40.6875, 40.68].map((left) => hung(left, 'left'))).toEqual(['ok atItsStud', 'ok atItsStud', 'ok atItsStud', 'stop intoStud']); // prettier-ignore
    expect([40.72, 40.72, 40.72].map((left, i) => hung(left, ([undefined, 'none', 'right'] as const)[i]))).toEqual(Array(3).fill('stop intoStud')); // prettier-ignore
    // to its right: 39 1/4 − 2 1/4
    expect([37, 37.0625, 37.07].map((left) => hung(left, 'right'))).toEqual(['ok atItsStud', 'ok atItsStud', 'stop intoStud']);
    expect(hung(37.03, 'left')).toBe('stop intoStud');
  });
  it('seen from the other face left and right change places: 120 − 40 3/4 − 2 1/4 = 77 in', () => {
    expect([hung(77.03, 'right', wall, 'B'), hung(77.03, 'left', wall, 'B'), hung(79.22 + 1.5, 'left', wall, 'B')]).toEqual(['ok atItsStud', 'stop intoStud', 'ok atItsStud']); // prettier-ignore
  });
  it('at a stud that was only reckoned or taken nobody knows; the sum of one that was found has no limit', () => {
    expect([hung(56.75, 'left'), hung(40.75, 'left', known('assumed')), hung(40.75, 'left', known('scanned'))]).toEqual(['can’t tell studTooNearTaken', 'can’t tell studTooNearTaken', 'ok atItsStud']); // prettier-ignore
    expect(studCollision(wall, box(40.75, { hangsOn: 'left' })).sums.map((s) => s.limit !== undefined)).toEqual([false, true]);
    // away from it, it is a box between studs as any other
    expect(hung(46, 'left')).toBe('ok betweenStuds');
  });
});

describe('opening and studs', () => {
  it('a box 42 in from the left: 42 − 40 3/4 = 1 1/4 in to the stud on its left, 55 1/4 − 44 1/4 = 11 in to the next', () => {
    const clear = studClearance(wall, box(42))!;
    expect(toInches(clear.leftMm!)).toBeCloseTo(1.25, 6);
    expect(toInches(clear.rightMm!)).toBeCloseTo(11, 6);
    expect([clear.leftKnown, clear.rightKnown]).toEqual(['measured', 'guessed']);
  });
  it.each([
    ['measured', 1 / 16, 'caution'],
    ['felt', 1 / 8, 'caution'],
    ['scanned', 1 / 4, 'caution'],
    ['assumed', 1, 'can’t tell'],
  ] as const)('a stud that was %s may be %d in nearer: inside that it is %s, outside it is clear', (how, doubt, inside) => {
    // its right face stands at 40 3/4
    expect(studCollision(known(how), box(40.75 + doubt + 1 / 16)).verdict).toBe('ok');
    expect(studCollision(known(how), box(40.75 + doubt - 1 / 32)).verdict).toBe(inside);
  });
  it('a stud that is only reckoned from another carries an inch: nearer than that nobody can tell, and how to find it is said', () => {
    // the next one is reckoned at 56: its left face at 55 1/4
    const near = studCollision(wall, box(55.25 - 2.25 - 0.5));
    expect([near.verdict, near.says]).toEqual(['can’t tell', 'nearer to a stud than its place is known']);
    expect(near.ask).toContain('knock and listen');
    expect(studCollision(wall, box(55.25 - 2.25 - 1.1)).verdict).toBe('ok');
  });
  it('into a stud is a stop, whether it was found or reckoned; the sum says where it stands', () => {
    for (const left of [39, 55]) {
      const judged = studCollision(wall, box(left));
      expect(judged.verdict).toBe('stop');
      expect(toInches(judged.sums[0]!.result.value)).toBeCloseTo(left === 39 ? 40 : 56, 6);
    }
  });
  it('no stud found can’t be told; masonry has none', () => {
    expect(studCollision({ ...wall, framing: { ...wall.framing, knownStud: undefined } }, box(42)).verdict).toBe('can’t tell');
    expect(studCollision({ ...wall, framing: { ...wall.framing, material: 'masonry' } }, box(42)).verdict).toBe('ok');
  });
  it('ok never stands where the opening overlaps a stud, wherever the box is', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1880 }), (sixteenths) => {
        const b = box(sixteenths / 16);
        const clear = studClearance(wall, b)!;
        if (studCollision(wall, b).verdict === 'ok') {
          expect(clear.hits).toBeUndefined();
          for (const gap of [clear.leftMm, clear.rightMm]) if (gap !== undefined) expect(gap).toBeGreaterThan(0);
        }
      }),
    );
  });
});

describe('things in the bay', () => {
  const pipe = (x: number, behind: number | undefined, more: Partial<Obstacle> = {}): Obstacle => ({
    id: 'p',
    kind: 'pipe',
    x: inch(x),
    z: inch(0),
    width: inch(1),
    height: inch(90),
    thick: inch(1),
    ...(behind === undefined ? {} : { behindA: inch(behind) }),
    ...more,
  });
  it('beside the box: 1/2 in is room for hand and blade, less is a caution', () => {
    expect(said(obstacleCollision(wall, box(42), pipe(44.25 + 0.5, 1)))).toBe('ok obstacleClear');
    expect(said(obstacleCollision(wall, box(42), pipe(44.25 + 0.4375, 1)))).toBe('caution obstacleBeside');
  });
  it('behind the box: it fits to the sixteenth, and is a caution even then', () => {
    expect(said(obstacleCollision(wall, box(42), pipe(43, 3)))).toBe('caution obstacleInFront');
    expect(said(obstacleCollision(wall, box(42), pipe(43, 2.9375)))).toBe('stop obstacleHit');
  });
  it('seen from face B its depth is what is left of the wall: 4 1/2 − 1 1/2 − 1 = 2 in', () => {
    const fromB = (depth: number) => obstacleCollision(wall, { ...box(120 - 44.25), face: 'B', depth: inch(depth) }, pipe(43, 1.5));
    expect(toInches(fromB(2).sums[0]!.terms[0]!.value)).toBeCloseTo(2, 6);
    expect([said(fromB(2)), said(fromB(2.0625))]).toEqual(['caution obstacleInFront', 'stop obstacleHit']);
  });
  it('an unknown depth of either can’t be told; above or below the box nothing is in the way', () => {
    expect(said(obstacleCollision(wall, box(42), pipe(43, undefined)))).toBe('can’t tell obstacleDepthUnknown');
    expect(said(obstacleCollision(wall, box(42, { depth: undefined }), pipe(43, 2)))).toBe('can’t tell obstacleDepthUnknown');
    expect(said(obstacleCollision(wall, box(42), pipe(43, 1, { z: inch(40), height: inch(10) })))).toBe('ok obstacleClear');
  });
});

describe('depth', () => {
  it('3 1/2 in studs take a box of 4 in behind 1/2 in of drywall, not a sixteenth more', () => {
    expect(said(cavityDepth(wall, box(42, { depth: inch(4) })))).toBe('ok cavityDeepEnough');
    expect(said(cavityDepth(wall, box(42, { depth: inch(4.0625) })))).toBe('stop cavityTooShallow');
    expect(said(cavityDepth(wall, box(42, { depth: undefined })))).toBe('can’t tell boxDepthUnknown');
  });
});

describe('two boxes', () => {
  const other = (left: number, depth: number | 'unknown' = 1.5): Box => ({
    ...box(left),
    id: 'old',
    name: 'old box',
    face: 'B',
    depth: depth === 'unknown' ? undefined : inch(depth),
  });
  it('behind each other both depths must be inside the 4 1/2 in wall: 3 + 1 1/2 just are', () => {
    // 42 … 44 1/4 along A is 75 3/4 from B’s left
    expect(said(backToBack(wall, box(42), other(75.75)))).toBe('caution boxesBehindWithRoom');
    expect(said(backToBack(wall, box(42), other(75.75, 1.5625)))).toBe('stop boxesMeet');
    expect(said(backToBack(wall, box(42), other(75.75, 'unknown')))).toBe('can’t tell boxesDepthUnknown');
  });
  it('each rests on its sum: what lies between them, or both depths in the wall; none where nothing was reckoned', () => {
    const sum = (judged: Judged) => judged.sums.map((x) => [x.terms.map((t) => toInches(t.value)), toInches(x.result.value), x.limit && [toInches(x.limit.value), x.limit.relation]]); // prettier-ignore
    expect(sum(backToBack(wall, box(42), other(75.75 - 4.25)))).toEqual([[[], expect.closeTo(2, 6), [0, '≥']]]);
    // over and under each other as well
    expect(sum(backToBack(wall, box(42), { ...box(42, { bottom: 20 }), id: 'over' }))).toEqual([[[], expect.closeTo(3, 6), [0, '≥']]]);
    const [behind] = sum(backToBack(wall, box(42), other(75.75)));
    expect(behind![0]).toEqual([expect.closeTo(3, 6), expect.closeTo(1.5, 6)]);
    for (const judged of [backToBack(wall, box(42), { ...box(43), id: 'same' }), backToBack(wall, box(42), other(75.75, 'unknown')), backToBack(wall, box(42, { depth: undefined }), other(75.75))]) expect(judged.sums).toEqual([]); // prettier-ignore
    expect(said(backToBack(wall, box(42, { depth: undefined }), other(75.75)))).toBe('can’t tell boxesDepthUnknown');
  });
  it('touching side by side is beside each other; in one place on one face is a stop', () => {
    expect(said(backToBack(wall, box(42), other(75.75 - 2.25)))).toBe('ok boxesBeside');
    expect(said(backToBack(wall, box(42), { ...box(43), id: 'same' }))).toBe('stop boxesInOne');
  });
  it('a fire-rated wall wants 24 in between them sideways (IRC R302.4.2, memory), and not noted can’t be told', () => {
    const rated = (is: boolean | undefined): Wall => ({ ...wall, fireRated: is });
    const apart = (n: number) => fireRatedBackToBack('US-2020', rated(true), box(42), other(120 - 42 + n));
    expect(said(apart(24))).toBe('ok fireApart');
    expect(said(apart(23.9375))).toBe('stop fireTooNear');
    expect(said(fireRatedBackToBack('US-2020', rated(undefined), box(42), other(75.75)))).toBe('can’t tell fireUnknown');
    expect(said(fireRatedBackToBack('US-2020', rated(false), box(42), other(75.75)))).toBe('ok notFireRated');
    expect(printSource(apart(24).source)).toContain('300.21');
  });
});

describe('plate and what stands round it', () => {
  it('a plate 4 1/2 in high centred on a 3 3/4 in box sits 3/8 in lower: on 4 1/2 in of base its box may begin at 4 7/8', () => {
    expect(said(surroundings(wall, box(42, { bottom: 4.875 })))).toBe('ok clearOfAll');
    expect(said(surroundings(wall, box(42, { bottom: 4.8125 })))).toBe('stop onTrim');
  });
  it('at the end of the wall: the plate, 1/4 in wider each side, may touch it', () => {
    expect(said(surroundings(wall, box(0.25)))).toBe('ok clearOfAll');
    expect(said(surroundings(wall, box(0.1875)))).toBe('stop pastEnd');
    expect(said(surroundings(wall, box(120 - 2.25 - 0.1875)))).toBe('stop pastEnd');
  });
  it('a door: its frame may be touched, not covered', () => {
    const door: Wall = {
      ...wall,
      openings: [{ id: 'd', kind: 'door', x: inch(50), z: measured(0), width: inch(30), height: inch(80) }],
    };
    expect(said(surroundings(door, box(50 - 2.25 - 0.25)))).toBe('ok clearOfAll');
    expect(surroundings(door, box(50 - 2.25 - 0.1875)).says).toBe('the box would stand in the door');
    expect(said(surroundings(door, box(60, { bottom: 84 })))).toBe('ok clearOfAll');
  });
  it('low down over base trim that nobody measured nobody can tell; 8 in up any usual base is below', () => {
    const unmeasured: Wall = { ...wall, faces: { ...wall.faces, A: { ...wall.faces.A, baseHeight: undefined } } };
    const low = surroundings(unmeasured, box(42, { bottom: 6 }));
    expect(said(low)).toBe('can’t tell trimUnmeasured');
    expect(low.ask).toContain('base trim');
    const high = surroundings(unmeasured, box(42, { bottom: 8.375 }));
    expect(said(high)).toBe('ok clearAboveTrim');
  });
  it('a box whose reference is gone has no place, and is asked for', () => {
    const lost: Box = { ...box(42), place: { ...box(42).place, from: 'gone' } };
    for (const judged of [
      studCollision(wall, lost),
      surroundings(wall, lost),
      backToBack(wall, lost, box(42)),
      obstacleCollision(wall, lost, {
        id: 'p',
        kind: 'pipe',
        x: inch(1),
        z: inch(1),
        width: inch(1),
        height: inch(1),
      }),
    ])
      expect([judged.verdict, judged.ask]).toEqual(['can’t tell', 'Give its distance from a reference.']);
  });
});
