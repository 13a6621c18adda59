/** Geometry worked by hand on one wall: 120 in long, studs at 8, 24, 40 … in, ½ in drywall on 3½ in studs. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inches, toInches } from '../measure/index.js';
import {
  boxCentreX,
  boxRect,
  distanceForCentre,
  measured,
  studCentres,
  type Box,
  type Obstacle,
  type Place,
  type Wall,
} from '../model/index.js';
import {
  backToBack,
  cavityDepth,
  fireRatedBackToBack,
  obstacleCollision,
  studClearance,
  studCollision,
  surroundings,
} from './collisions.js';
import { studsBetween } from './crossing.js';
import { suitableBoxes } from './boxChoice.js';
import { elevation, uOf } from './elevation.js';
import { accessibleReach, boxHeights, counterClearance, heightMatch } from './heights.js';
import { draggedPlace, nudgedPlace } from './moveBox.js';
import { marksFor, openingRect } from './opening.js';
import { carryThrough, pointOnOtherFace, tapeDistances } from './otherFace.js';

const inch = (n: number) => measured(inches(n));
const layer = { finish: 'drywall' as const, thickness: inch(0.5) };
const wall: Wall = {
  id: 'w',
  name: 'wall',
  length: inch(120),
  height: inch(96),
  framing: { material: 'wood', studDepth: inch(3.5), studWidth: inch(1.5), spacing: inch(16), knownStud: inch(40), extraStuds: [] },
  faces: { A: { roomId: 'a', layers: [layer] }, B: { roomId: 'b', layers: [layer] } },
  references: [{ id: 'door', name: 'door edge', x: inch(92) }],
  obstacles: [],
  openings: [],
  bayLooked: 'seen',
};
const place = (distance: number, more: Partial<Place> = {}): Place => ({
  from: 'left-end',
  toward: 'right',
  to: 'left-edge',
  distance: inch(distance),
  bottom: inch(13.25),
  ...more,
});
const box = (distance: number, more: Partial<Box> = {}): Box => ({
  id: 'new',
  name: 'new box',
  wallId: 'w',
  face: 'A',
  place: place(distance),
  kind: 'wings-1g-20',
  gangs: 1,
  supportFittings: 0,
  ...more,
});

describe('places', () => {
  it('studs run in their rhythm from the known one, with one at each end', () => {
    expect(studCentres(wall).map((x) => Math.round(toInches(x) * 100) / 100)).toEqual([0.75, 8, 24, 40, 56, 72, 88, 104, 119.25]);
  });
  it('face B is mirrored: the same door edge is 92 in from its left on A and 28 in on B', () => {
    expect(toInches(tapeDistances(wall, 'left-end', inches(92))!.A.distanceMm)).toBeCloseTo(92);
    expect(toInches(tapeDistances(wall, 'left-end', inches(92))!.B.distanceMm)).toBeCloseTo(28);
  });
  it('a box 46 in right of the door edge on B has its centre at 92 − 46 − 1 in along A', () => {
    const old = box(46, { face: 'B', kind: 'metal-device-2-1/2', place: place(46, { from: 'door' }) });
    expect(toInches(boxCentreX(wall, old)!)).toBeCloseTo(45);
  });
  it('distance and centre are each other’s inverse on either face, for every edge and direction', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('A' as const, 'B' as const),
        fc.constantFrom('left' as const, 'right' as const),
        fc.constantFrom('left-edge' as const, 'centre' as const, 'right-edge' as const),
        fc.constantFrom('left-end', 'right-end', 'door'),
        fc.double({ min: 0, max: 3000, noNaN: true }),
        (face, toward, to, from, distance) => {
          const b = box(0, { face, place: { from, toward, to, distance: measured(distance), bottom: inch(12) } });
          expect(distanceForCentre(wall, b, boxCentreX(wall, b)!)).toBeCloseTo(distance, 6);
        },
      ),
    );
  });
});

describe('the same point on the other face', () => {
  it('from one door edge: the same distance, the other direction', () => {
    expect(pointOnOtherFace({ distanceMm: inches(47), toward: 'right', referenceOffsetMm: 0, offsetTowardPoint: false })).toMatchObject({
      distanceMm: inches(47),
      toward: 'left',
    });
  });
  it('a 4 1/2 in cross wall between the two edges is taken off when it lies toward the point, and added when away', () => {
    const base = { distanceMm: inches(47), toward: 'right' as const, referenceOffsetMm: inches(4.5) };
    expect(toInches(pointOnOtherFace({ ...base, offsetTowardPoint: true }).distanceMm)).toBeCloseTo(42.5);
    expect(toInches(pointOnOtherFace({ ...base, offsetTowardPoint: false }).distanceMm)).toBeCloseTo(51.5);
  });
  it('carrying a point through by hand agrees with the coordinates, whatever the reference', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 3000, noNaN: true }),
        fc.double({ min: 0, max: 3000, noNaN: true }),
        fc.double({ min: -200, max: 200, noNaN: true }),
        fc.constantFrom('A' as const, 'B' as const),
        (x, at, offset, face) => {
          const w = { ...wall, references: [{ id: 'r', name: 'r', x: measured(at), offsetB: measured(offset) }] };
          const there = tapeDistances(w, 'r', x)![face === 'A' ? 'B' : 'A'];
          expect(carryThrough(w, 'r', face, x)!.result.value).toBeCloseTo(there.distanceMm, 6);
        },
      ),
    );
  });
});

describe('opening and marks', () => {
  it('two references give the four edges: 49 3/16 from the left end, and the door edge for a check', () => {
    const marks = marksFor(wall, box(49.1875));
    expect(marks.map((m) => [m.from, m.edge, toInches(m.distanceMm)])).toEqual([
      ['left end of the wall', 'left', expect.closeTo(49.1875)],
      ['left end of the wall', 'right', expect.closeTo(51.4375)],
      ['door edge', 'left', expect.closeTo(42.8125)],
      ['door edge', 'right', expect.closeTo(40.5625)],
      ['floor', 'bottom', expect.closeTo(13.25)],
      ['floor', 'top', expect.closeTo(17)],
    ]);
  });
  it('seen from the other face, left and right change places', () => {
    const marks = marksFor(wall, box(10, { face: 'B' })).filter((m) => m.from.startsWith('left end'));
    expect(marks.map((m) => [m.edge, toInches(m.distanceMm)])).toEqual([
      ['left', expect.closeTo(10)],
      ['right', expect.closeTo(12.25)],
    ]);
  });
});

describe('collisions', () => {
  it('between the studs at 40 and 56: 8.4375 in free on the left, 3.8125 in on the right', () => {
    const clear = studClearance(wall, box(49.1875))!;
    expect(toInches(clear.leftMm!)).toBeCloseTo(8.4375);
    expect(toInches(clear.rightMm!)).toBeCloseTo(3.8125);
    expect(studCollision(wall, box(49.1875)).verdict).toBe('ok');
  });
  it('cutting into a stud is a stop; no stud found can’t be told; nearer than a scan is sure is a caution', () => {
    expect(studCollision(wall, box(39)).verdict).toBe('stop');
    expect(studCollision({ ...wall, framing: { ...wall.framing, knownStud: undefined } }, box(49)).verdict).toBe('can’t tell');
    const scanned = { ...wall, framing: { ...wall.framing, knownStud: { ...inch(40), known: 'scanned' as const } } };
    expect(studCollision(scanned, box(40.875)).verdict).toBe('caution');
    const guessed = { ...wall, framing: { ...wall.framing, knownStud: { ...inch(40), known: 'assumed' as const } } };
    expect(studCollision(guessed, box(41.25)).verdict).toBe('can’t tell');
  });
  it('studs between two points', () => {
    expect(studsBetween(wall, inches(45), inches(50))).toHaveLength(0);
    expect(studsBetween(wall, inches(45), inches(75)).map((x) => Math.round(toInches(x)))).toEqual([56, 72]);
  });
  const pipe = (more: Partial<Obstacle> = {}): Obstacle => ({
    id: 'p',
    kind: 'pipe',
    x: inch(50),
    z: inch(0),
    width: inch(1),
    height: inch(96),
    ...more,
  });
  it('a pipe 3 1/4 in behind clears a box 3 in deep with 1/4 in to spare, 2 in behind it doesn’t', () => {
    expect(obstacleCollision(wall, box(49.1875), pipe({ behindA: inch(3.25) })).verdict).toBe('caution');
    expect(obstacleCollision(wall, box(49.1875), pipe({ behindA: inch(2) })).verdict).toBe('stop');
  });
  it('behind the place and of unknown depth can’t be told; beside it is clear', () => {
    expect(obstacleCollision(wall, box(49.1875), pipe()).verdict).toBe('can’t tell');
    expect(obstacleCollision(wall, box(42), pipe()).verdict).toBe('ok');
    expect(obstacleCollision(wall, box(47.5), pipe()).verdict).toBe('caution'); // 1/4 in between
  });
  it('from the other face the depth is counted from there: 4.5 − 2 − 1 = 1.5 in', () => {
    const seen = obstacleCollision(wall, box(120 - 51.4375, { face: 'B' }), pipe({ behindA: inch(2), thick: inch(1) }));
    expect(seen.verdict).toBe('stop');
    expect(toInches(seen.sums[0]!.terms[0]!.value)).toBeCloseTo(1.5);
    expect(obstacleCollision(wall, box(120 - 51.4375, { face: 'B' }), pipe({ behindA: inch(2) })).verdict).toBe('can’t tell');
  });
  it('two boxes back to back need both depths inside the 4 1/2 in wall', () => {
    const back = (depth: number) =>
      box(120 - 51.4375, { id: 'old', face: 'B', kind: 'other', depth: inch(depth), width: inch(2.25), height: inch(3.75) });
    expect(backToBack(wall, box(49.1875), back(1.5)).verdict).toBe('caution');
    expect(backToBack(wall, box(49.1875), back(1.625)).verdict).toBe('stop');
    expect(backToBack(wall, box(49.1875), { ...back(1.5), depth: undefined }).verdict).toBe('can’t tell');
    expect(backToBack(wall, box(43), back(3)).verdict).toBe('ok');
  });
  it('fire-rated: 24 in apart sideways; not noted can’t be told', () => {
    const far = box(10, { id: 'old', face: 'B' });
    expect(fireRatedBackToBack('US-2020', wall, box(49), far).verdict).toBe('can’t tell');
    expect(fireRatedBackToBack('US-2020', { ...wall, fireRated: true }, box(49), far).verdict).toBe('ok');
    expect(fireRatedBackToBack('US-2020', { ...wall, fireRated: true }, box(49), box(55, { face: 'B' })).verdict).toBe('stop');
  });
  it('a box 3 in deep reaches 2 1/2 in past 1/2 in drywall; an unknown depth can’t be told', () => {
    expect(toInches(cavityDepth(wall, box(49)).sums[0]!.result.value)).toBeCloseTo(2.5);
    expect(cavityDepth(wall, box(49, { kind: 'other' })).verdict).toBe('can’t tell');
    const furred = { ...wall, framing: { ...wall.framing, studDepth: inch(1.5) } };
    expect(cavityDepth(furred, box(49)).verdict).toBe('stop');
  });
  it('a door, the end of the wall and the base trim stop a plate', () => {
    const door = { id: 'd', kind: 'door' as const, x: inch(92), z: inch(0), width: inch(28), height: inch(80) };
    expect(surroundings({ ...wall, openings: [door] }, box(95)).verdict).toBe('stop');
    expect(surroundings(wall, box(0)).verdict).toBe('stop');
    const tallBase = { ...wall, faces: { ...wall.faces, A: { ...wall.faces.A, baseHeight: inch(13) } } };
    expect(surroundings(tallBase, box(49)).verdict).toBe('stop');
    expect(surroundings(wall, box(49)).verdict).toBe('ok');
  });
  it('a base nobody measured is never called clear: can’t tell where it could reach, said where it couldn’t', () => {
    const at = (bottom: number) => surroundings(wall, box(49, { place: place(49, { bottom: inch(bottom) }) }));
    expect(at(6)).toMatchObject({ verdict: 'can’t tell', ask: expect.stringMatching(/base trim/) });
    expect(at(13.25).says).toMatch(/not measured/);
    const measuredBase = { ...wall, faces: { ...wall.faces, A: { ...wall.faces.A, baseHeight: inch(4.5) } } };
    expect(surroundings(measuredBase, box(49, { place: place(49, { bottom: inch(6) }) })).verdict).toBe('ok');
  });
});

describe('heights (handbook 2 and 22)', () => {
  it('a 3 3/4 in box at 13 1/4 in: plate bottom 3/8 in below the box', () => {
    const h = boxHeights(inches(13.25), inches(3.75));
    expect(toInches(h.bottomMm - h.plateBottomMm)).toBeCloseTo(0.375);
    expect(toInches(h.centreMm)).toBeCloseTo(15.125);
  });
  it('level within 1/8 in; 3/4 in of floor still to come: mark 12 3/4 for 12', () => {
    const match = (bottom: number, existing: number[], floor = 0) =>
      heightMatch({
        bottomMm: inches(bottom),
        existingBottomsMm: existing.map(inches),
        floorToAddMm: inches(floor),
        boxHeightMm: inches(3.75),
      }).verdict;
    expect(match(13.25, [13.25])).toBe('ok');
    expect(match(13.375, [13.25])).toBe('ok');
    expect(match(13.5, [13.25])).toBe('caution');
    expect(match(12.75, [12], 0.75)).toBe('ok');
    expect(match(12, [])).toBe('note');
  });
  it('counter: 34 1/2 + 4 3/8 = 38 7/8 to the plate bottom; over 20 in above it does not count', () => {
    const counter = (clearance: number) =>
      counterClearance({
        edition: 'US-2020',
        counterMm: inches(34.5),
        backsplashMm: inches(4.375),
        clearanceMm: inches(clearance),
        boxHeightMm: inches(3.75),
      });
    expect(toInches(counter(0).plateBottomMm)).toBeCloseTo(38.875);
    expect(toInches(counter(0).bottomMm)).toBeCloseTo(39.25);
    expect([counter(11.5).verdict, counter(11.5625).verdict]).toEqual(['ok', 'caution']); // 4.375 + 11.5 + 0.375 + 3.75 = 20
  });
  it('accessible reach 15 to 48 in is advice', () => {
    expect(accessibleReach(inches(15), inches(18.75)).verdict).toBe('ok');
    expect(accessibleReach(inches(13.25), inches(17)).verdict).toBe('note');
  });
});

describe('box kinds for the wall', () => {
  const fit = (w: Wall, needed: number) => suitableBoxes(w, 'A', { gangs: 1, neededIn3: needed, unit: 'in' }).filter((s) => s.fits).map((s) => s.kind.id); // prettier-ignore
  it('½ in drywall takes old-work boxes; the smallest that is enough comes first', () => {
    expect(fit(wall, 10)[0]).toBe('wings-1g-14');
    expect(fit(wall, 18)[0]).toBe('wings-1g-20');
    expect(fit(wall, 21)).toEqual([]);
  });
  it('plaster on lath needs the long wings', () => {
    const plaster = {
      ...wall,
      faces: { ...wall.faces, A: { roomId: 'a', layers: [{ finish: 'plaster-lath' as const, thickness: inch(0.875) }] } },
    };
    expect(fit(plaster, 10)).toEqual(['wings-1g-plaster-20']);
  });
  it('says why the others don’t', () => {
    const nailOn = suitableBoxes(wall, 'A', { gangs: 1, neededIn3: 10, unit: 'in' }).find((s) => s.kind.id === 'nail-on-1g-18')!;
    expect(nailOn.reasons).toContain('needs open framing');
  });
});

describe('moving a box', () => {
  it('a drag lands on a sixteenth, whichever face, reference and direction', () => {
    const dragged = draggedPlace(wall, box(49.1875), inches(2.02), inches(1.01), 'in');
    expect([toInches(dragged.distance.mm), toInches(dragged.bottom.mm)]).toEqual([expect.closeTo(51.1875), expect.closeTo(14.25)]);
    // on face B, measured to the left of the door edge: to the right is nearer
    const onB = box(10, { face: 'B', place: place(10, { from: 'door', toward: 'left' }) });
    expect(toInches(draggedPlace(wall, onB, inches(3), 0, 'in').distance.mm)).toBeCloseTo(7);
  });
  it('never below the floor nor behind its reference', () => {
    const low = draggedPlace(wall, box(1), -inches(5), -inches(40), 'in');
    expect([low.distance.mm, low.bottom.mm]).toEqual([0, 0]);
  });
  it('an arrow is 1/16 in or 1 mm, with Shift 1 in or 25 mm', () => {
    const step = (big: boolean, unit: 'in' | 'mm') => nudgedPlace(place(10), 'distance', 1, big, unit).distance.mm;
    expect(toInches(step(false, 'in'))).toBeCloseTo(10.0625);
    expect(toInches(step(true, 'in'))).toBeCloseTo(11);
    expect([step(false, 'mm'), step(true, 'mm')]).toEqual([255, 279]);
  });
});

describe('the drawing', () => {
  const site = { rooms: [], walls: [wall], boxes: [box(49.1875)], cables: [], devices: [], circuits: [], loads: [] };
  const draw = (face: 'A' | 'B') =>
    elevation({ site, wall, face, open: true, plannedIds: new Set(['new']), workBoxId: 'new', sourceBoxId: 'new', unit: 'in' });
  it('flipped twice is the same', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 3048, noNaN: true }), (x) => void expect(uOf(wall, 'B', uOf(wall, 'B', x))).toBeCloseTo(x, 9)),
    );
  });
  it('every shape on B is the mirror of the one on A', () => {
    const onB = new Map(draw('B').shapes.map((s) => [s.id, s]));
    for (const s of draw('A').shapes.filter((x) => x.kind === 'stud'))
      expect(onB.get(s.id)!.u).toBeCloseTo(wall.length.mm - s.u - s.width, 9);
    expect(onB.get('new')!.kind).toBe('ghost-box');
  });
  it('dimensions end at the opening’s edges on both faces, and no two overlap in a lane', () => {
    for (const face of ['A', 'B'] as const) {
      const drawing = draw(face);
      const o = openingRect(wall, site.boxes[0]!)!;
      const edges = [uOf(wall, face, o.left), uOf(wall, face, o.right)].sort((a, b) => a - b);
      const along = drawing.dimensions.filter((d) => d.axis === 'along');
      for (const d of along) expect(d.to).toBeCloseTo(edges[d.of.startsWith('left') ? 0 : 1]!, 6);
      for (const a of along)
        for (const b of along)
          if (a !== b && a.lane === b.lane)
            expect(Math.max(a.from, a.to) <= Math.min(b.from, b.to) || Math.max(b.from, b.to) <= Math.min(a.from, a.to)).toBe(true);
    }
  });
  it('a box on the wall has its outline where it was said to be', () => {
    const rect = boxRect(wall, site.boxes[0]!)!;
    expect([rect.left, rect.right, rect.bottom].map(toInches)).toEqual([
      expect.closeTo(49.1875),
      expect.closeTo(51.4375),
      expect.closeTo(13.25),
    ]);
  });
});
