/** Photos of a flat wall with known truth: made by a pinhole camera that the code under test knows nothing of. */
import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import type { PhotoMark, PhotoMeasure } from '../model/index.js';
import { cornersWrong, lengthIn, placeIn, planeOf, pointsOnWall,
  photoDrawing, printedTarget, printFromPhoto, printPlusMinus, TARGET_SIZES, viewOf, type Corners, type Pixel } from './index.js'; // prettier-ignore

/** Small generator of known numbers (mulberry32), so that every run sees the same views. */
function numbers(seed: number): () => number {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
const normal = (next: () => number): number => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());

interface Camera {
  /** mm from the middle of the target, its turn to the side and up, its roll, radians; focal length in pixels */
  away: number;
  yaw: number;
  pitch: number;
  roll: number;
  focal: number;
}
const [WIDE, HIGH] = [4000, 3000];
/** Where a point of the wall (mm right of and above the middle of the target, off the wall) falls in the picture. */
function seen(camera: Camera, x: number, up: number, off = 0): Pixel {
  const { yaw, pitch, roll } = camera;
  // the wall is turned before a camera that looks along its own z
  const [x1, z1] = [x * Math.cos(yaw) - off * Math.sin(yaw), x * Math.sin(yaw) + off * Math.cos(yaw)];
  const [y2, z2] = [up * Math.cos(pitch) - z1 * Math.sin(pitch), up * Math.sin(pitch) + z1 * Math.cos(pitch)];
  const [x3, y3] = [x1 * Math.cos(roll) - y2 * Math.sin(roll), x1 * Math.sin(roll) + y2 * Math.cos(roll)];
  const depth = camera.away - z2;
  return { x: WIDE / 2 + (camera.focal * x3) / depth, y: HIGH / 2 - (camera.focal * y3) / depth };
}
const corners = (camera: Camera, w: number, h: number, off = 0): Corners => [
  seen(camera, -w / 2, h / 2, off),
  seen(camera, w / 2, h / 2, off),
  seen(camera, w / 2, -h / 2, off),
  seen(camera, -w / 2, -h / 2, off),
];
const anyCamera = (next: () => number): Camera => ({
  away: 900 + 1800 * next(),
  yaw: (next() - 0.5) * 1.4,
  pitch: (next() - 0.5) * 0.9,
  roll: (next() - 0.5) * 0.3,
  focal: 2800 + 900 * next(),
});

describe('a wall in a photo', () => {
  it('seen straight on, a pixel is a fixed length: 100 px to 200 mm', () => {
    const plane = planeOf([{ x: 100, y: 100 }, { x: 200, y: 100 }, { x: 200, y: 250 }, { x: 100, y: 250 }], 200, 300); // prettier-ignore
    expect(plane.onWall({ x: 100, y: 250 })).toEqual({ x: 0, up: 0 });
    expect(plane.onWall({ x: 350, y: 100 })).toEqual({ x: 500, up: 300 });
    expect(plane.inPicture({ x: 500, up: 300 })).toEqual({ x: 350, y: 100 });
  });
  it('seen from any side, without a slip of the finger every length is exact', () => {
    const next = numbers(1);
    for (let i = 0; i < 300; i++) {
      const camera = anyCamera(next);
      const plane = planeOf(corners(camera, 150, 200), 150, 200);
      const [x, up] = [(next() - 0.5) * 900, (next() - 0.5) * 700];
      const there = plane.onWall(seen(camera, x, up))!;
      expect(there.x - 75).toBeCloseTo(x, 6);
      expect(there.up - 100).toBeCloseTo(up, 6);
      const back = plane.inPicture(there)!;
      expect(back.x).toBeCloseTo(seen(camera, x, up).x, 6);
    }
  });
  it('tapped in the wrong order, crosswise, or all on one spot is refused with what to do', () => {
    const good = corners({ away: 1000, yaw: 0.2, pitch: 0, roll: 0, focal: 3000 }, 150, 200);
    expect(cornersWrong(good)).toBeUndefined();
    expect(cornersWrong([good[3], good[2], good[1], good[0]])).toMatch(/wrong way round/);
    expect(cornersWrong([good[0], good[2], good[1], good[3]])).toMatch(/not the corners/);
    expect(cornersWrong([good[0], good[0], good[2], good[3]])).toMatch(/too close together/);
    expect(() => planeOf([good[3], good[2], good[1], good[0]], 150, 200)).toThrow(RangeError);
  });
  it('beyond the horizon of the wall there is no length', () => {
    // floor planks run away from the viewer: the horizon of their plane is in the picture
    const steep: Corners = [{ x: 1900, y: 1500 }, { x: 2100, y: 1500 }, { x: 2600, y: 2600 }, { x: 1400, y: 2600 }]; // prettier-ignore
    const plane = planeOf(steep, 150, 200);
    expect(plane.onWall({ x: 2000, y: 200 })).toBeUndefined();
    expect(lengthIn({ corners: steep, widthMm: 150, heightMm: 200, tapPx: 2, sizeSd: 0.3, offMm: 0 }, { x: 2000, y: 200 }, steep[2])).toBeUndefined(); // prettier-ignore
  });
});

/** How often the truth lies within the stated ±, over so many random views of which each has slips of its own. */
function held(target: 'printed' | 'plate' | 'letter', views: number, seed: number): { share: number; usual: number } {
  const next = numbers(seed);
  const { widthMm, heightMm, sizeSd, offMm } = TARGET_SIZES[target];
  const tapPx = 3;
  const slip = (p: Pixel): Pixel => ({ x: p.x + tapPx * normal(next), y: p.y + tapPx * normal(next) });
  let [inside, all] = [0, 0];
  const relative: number[] = [];
  while (all < views) {
    const camera = anyCamera(next);
    // the sheet or plate is not quite as large as it should be
    const [w, h] = [widthMm + sizeSd * normal(next), heightMm + sizeSd * normal(next)];
    const tapped = corners(camera, w, h, offMm).map(slip) as unknown as Corners;
    const [a, b] = [0, 1].map(() => ({ x: (next() - 0.5) * 900, up: (next() - 0.5) * 700 })) as [
      { x: number; up: number },
      { x: number; up: number },
    ];
    const truth = Math.hypot(a.x - b.x, a.up - b.up);
    const ends = [seen(camera, a.x, a.up), seen(camera, b.x, b.up)];
    if (truth < 40 || ends.some((p) => p.x < 0 || p.x > WIDE || p.y < 0 || p.y > HIGH)) continue;
    all++;
    const found = lengthIn({ corners: tapped, widthMm, heightMm, tapPx, sizeSd, offMm }, slip(ends[0]!), slip(ends[1]!));
    if (found && Math.abs(found.mm - truth) <= found.plusMinusMm) inside++;
    if (found) relative.push(found.plusMinusMm / truth);
  }
  relative.sort((x, y) => x - y);
  return { share: inside / views, usual: relative[Math.floor(relative.length / 2)]! };
}

describe('the ± of a length', () => {
  it.each([
    ['printed', 11],
    ['letter', 12],
    ['plate', 13],
    ['plate', 14],
    ['plate', 15],
    ['printed', 16],
    ['letter', 17],
  ] as const)('holds in 95 of 100 random views: %s', (target, seed) => {
    const { share, usual } = held(target, 1000, seed);
    expect(share).toBeGreaterThanOrEqual(0.95);
    // and is no excuse: in the usual view, up to a metre away and aside, a sheet is worth a tenth; a plate is small and worth a third
    expect(usual).toBeLessThan(target === 'plate' ? 0.33 : 0.12);
  });
  it('is the square root of the squares of its terms, times 2.4', () => {
    const camera: Camera = { away: 1200, yaw: 0.3, pitch: 0.1, roll: 0, focal: 3000 };
    const found = lengthIn({ corners: corners(camera, 69.85, 114.3), widthMm: 69.85, heightMm: 114.3, tapPx: 2, sizeSd: 0.5, offMm: 5 }, seen(camera, 0, 0), seen(camera, 400, 0))!; // prettier-ignore
    expect(found.mm).toBeCloseTo(400, 6);
    expect(found.plusMinusMm).toBeCloseTo(2.4 * Math.sqrt(found.terms.reduce((sum, t) => sum + t.sdMm ** 2, 0)), 9);
    expect(found.terms.map((t) => t.what)).toEqual(['taps on the target’s corners', 'taps on the ends', 'the target’s size', 'it stands off the wall']); // prettier-ignore
  });
  it('straight on it is worked out by hand: 1 px = 1 mm, ends 2 px, 500 mm along from a 200 mm target', () => {
    // ends: both slip by 2 px along the length, √2 · 2 mm
    const flat: Corners = [{ x: 1000, y: 1000 }, { x: 1200, y: 1000 }, { x: 1200, y: 1300 }, { x: 1000, y: 1300 }]; // prettier-ignore
    const found = lengthIn({ corners: flat, widthMm: 200, heightMm: 300, tapPx: 2, sizeSd: 0.5, offMm: 0 }, { x: 1000, y: 1150 }, { x: 1500, y: 1150 })!; // prettier-ignore
    expect(found.mm).toBeCloseTo(500, 9);
    expect(found.terms.find((t) => t.what === 'taps on the ends')!.sdMm).toBeCloseTo(Math.SQRT2 * 2, 1);
    // the width of the target is off by 0.5 mm of 200: so is the length, by 0.5/200 of 500
    expect(found.terms.find((t) => t.what === 'the target’s size')!.sdMm).toBeCloseTo(1.25, 6);
  });
  it('a plate stands 5 mm off the wall: of 700 mm nearer by 5, and shifted by 2.5', () => {
    const flat: Corners = [{ x: 1000, y: 1000 }, { x: 1200, y: 1000 }, { x: 1200, y: 1300 }, { x: 1000, y: 1300 }]; // prettier-ignore
    const view = { corners: flat, widthMm: 200, heightMm: 300, tapPx: 2, sizeSd: 0.5, offMm: 5 };
    const off = (mm: number) => lengthIn(view, { x: 1000, y: 1150 }, { x: 1000 + mm, y: 1150 })!.terms.find((t) => t.what === 'it stands off the wall')!.sdMm; // prettier-ignore
    expect(off(700)).toBeCloseTo(Math.hypot(5, 2.5), 9);
    expect(off(70)).toBeCloseTo(Math.hypot(0.5, 2.5), 9);
    // nothing stands off, nothing is said of it; a tap that can’t slip slips by nothing
    expect(lengthIn({ ...view, offMm: 0, sizeSd: 0, tapPx: 0 }, { x: 1000, y: 1150 }, { x: 1500, y: 1150 })).toEqual({ mm: expect.closeTo(500, 9) as number, plusMinusMm: 0, terms: [], unsure: false }); // prettier-ignore
  });
  it('an end a tap away from the wall’s horizon is unsure; beyond it there is no length, whichever end it is', () => {
    // upper and lower edge meet at x = 500: there the wall is seen edge on
    const corners: Corners = [{ x: 0, y: 0 }, { x: 100, y: 10 }, { x: 100, y: 90 }, { x: 0, y: 100 }]; // prettier-ignore
    const view = { corners, widthMm: 150, heightMm: 200, tapPx: 4, sizeSd: 0, offMm: 0 };
    const [near, far] = [{ x: 50, y: 50 }, { x: 520, y: 50 }]; // prettier-ignore
    expect([lengthIn(view, near, far), lengthIn(view, far, near), lengthIn(view, far, { x: 560, y: 50 })]).toEqual([undefined, undefined, undefined]); // prettier-ignore
    // the last pixel that still shows wall: with one more it is gone
    let last = 400;
    while (lengthIn(view, near, { x: last + 0.5, y: 50 })) last += 0.5;
    const edge = lengthIn(view, near, { x: last, y: 50 })!;
    expect(edge.unsure).toBe(true);
    expect(edge.terms.find((t) => t.what === 'taps on the ends')!.sdMm).toBeGreaterThan(edge.mm / 20);
    expect([Number.isNaN(edge.plusMinusMm), edge.plusMinusMm > 0]).toEqual([false, true]);
  });
  it('grows away from the target and with a worse tap, and never shrinks by a less sure size', () => {
    fc.assert(
      fc.property(fc.double({ min: 100, max: 350, noNaN: true }), fc.double({ min: 1, max: 5, noNaN: true }), (reach, tapPx) => {
        const camera: Camera = { away: 1500, yaw: 0.4, pitch: 0.1, roll: 0.05, focal: 3000 };
        const view = { corners: corners(camera, 150, 200), widthMm: 150, heightMm: 200, tapPx, sizeSd: 0.3, offMm: 0 };
        const at = (r: number, v = view) => lengthIn(v, seen(camera, 0, 0), seen(camera, r, 0))!.plusMinusMm;
        expect(at(reach * 2)).toBeGreaterThan(at(reach));
        expect(at(reach, { ...view, tapPx: tapPx * 1.5 })).toBeGreaterThan(at(reach));
        expect(at(reach, { ...view, sizeSd: 1 })).toBeGreaterThanOrEqual(at(reach));
      }),
      { numRuns: 60 },
    );
  });
  it('a length that is less sure than a quarter of itself says so', () => {
    const camera: Camera = { away: 2500, yaw: 0.9, pitch: 0.2, roll: 0, focal: 2800 };
    const view = { corners: corners(camera, 69.85, 114.3), widthMm: 69.85, heightMm: 114.3, tapPx: 8, sizeSd: 0.5, offMm: 5 };
    expect(lengthIn(view, seen(camera, 500, 0), seen(camera, 540, 0))!.unsure).toBe(true);
    expect(lengthIn({ ...view, tapPx: 1 }, seen(camera, -30, 0), seen(camera, 60, 0))!.unsure).toBe(false);
    // just beyond a quarter: the same length with the tap that makes it so
    const share = (tapPx: number) => { const l = lengthIn({ ...view, tapPx }, seen(camera, -30, 0), seen(camera, 60, 0))!; return [l.plusMinusMm / l.mm, l.unsure] as const; }; // prettier-ignore
    for (let tapPx = 1; tapPx < 12; tapPx += 0.5) expect(share(tapPx)[1]).toBe(share(tapPx)[0] > 0.25);
  });
});

describe('a point of a photo on the wall', () => {
  const camera: Camera = { away: 1400, yaw: 0.25, pitch: -0.1, roll: 0.02, focal: 3000 };
  const part = (p: Pixel) => ({ x: p.x / WIDE, y: p.y / HIGH });
  const measure = {
    target: 'printed' as const, widthMm: 150, heightMm: 200, tap: 2 / WIDE,
    corners: corners(camera, 150, 200).map(part) as never,
    points: [{ id: 'stop', at: part(seen(camera, 300, -250)), name: 'pipe stub' }],
    onWall: { wallId: 'w', face: 'A' as const, x: 1000, up: 900 },
  }; // prettier-ignore
  it('stands where the target stands plus what the photo shows, with a ± and never as measured', () => {
    const [point] = pointsOnWall(measure, WIDE, HIGH);
    // the target’s lower left corner is 75 mm left of and 100 mm below its middle
    expect(point!.x).toBeCloseTo(1000 + 75 + 300, 4);
    expect(point!.up).toBeCloseTo(900 + 100 - 250, 4);
    expect(point!.plusMinusMm).toBeGreaterThan(2);
    expect(pointsOnWall({ ...measure, onWall: undefined }, WIDE, HIGH)).toEqual([]);
    // nobody said how high the target hangs: it is drawn nowhere
    expect(pointsOnWall({ ...measure, onWall: { wallId: 'w', face: 'A', x: 1000 } }, WIDE, HIGH)).toEqual([]);
  });
  it('what hangs half a degree askew puts a point a metre aside off by 8.7 mm more', () => {
    const view = { ...viewOf(measure, WIDE, HIGH), tapPx: 0.01, sizeSd: 0 };
    const place = placeIn(view, seen(camera, 1000 - 75, -100))!;
    expect(place.x.mm).toBeCloseTo(1000, 6);
    expect(place.up.plusMinusMm).toBeCloseTo(2.4 * 1000 * (Math.PI / 360), 0);
  });
});

describe('what is drawn over a photo', () => {
  const drawn = (marks: PhotoMark[], m?: PhotoMeasure, tapped: { x: number; y: number }[] = []) => photoDrawing(marks, m, tapped, 400, 200);
  it('an arrow of 80 px down to its point, with a head of a fortieth of the width to each side', () => {
    const [arrow] = drawn([{ id: 'a', kind: 'arrow', from: { x: 0.25, y: 0.1 }, to: { x: 0.25, y: 0.5 }, text: 'here' }]).marks;
    // straight down: the head goes back up by 10·cos 0.45 = 9.0, aside by 10·sin 0.45 = 4.35
    expect(arrow!.path).toBe('M100 20L100 100M100 100L95.65 91M100 100L104.35 91');
    expect(arrow!.words).toEqual({ x: 100, y: 20 - 400 / 90, text: 'here' });
  });
  it('a circle round its middle, words alone without a line', () => {
    const [circle, words] = drawn([{ id: 'c', kind: 'circle', from: { x: 0.5, y: 0.5 }, to: { x: 0.575, y: 0.7 } }, { id: 'w', kind: 'words', from: { x: 0.1, y: 0.1 }, text: 'cloth' }]).marks; // prettier-ignore
    // 30 px aside and 40 px down: a radius of 50
    expect(circle!.path).toBe('M150 100a50 50 0 1 0 100 0a50 50 0 1 0 -100 0');
    expect([words!.path, words!.words]).toEqual(['', { x: 40, y: 20, text: 'cloth' }]);
  });
  it('corners while they are tapped are numbered; once there are four, the outline, the points and the lengths between them', () => {
    expect(drawn([], undefined, [{ x: 0.1, y: 0.2 }]).handles).toEqual([{ x: 40, y: 40, words: '1' }]);
    const m: PhotoMeasure = { target: 'a4', widthMm: 210, heightMm: 297, tap: 0.005, corners: [{ x: 0, y: 0 }, { x: 0.5, y: 0 }, { x: 0.5, y: 1 }, { x: 0, y: 1 }], points: [{ id: 'p', at: { x: 0.25, y: 0.25 } }, { id: 'q', at: { x: 0.75, y: 0.25 }, name: 'stub' }] }; // prettier-ignore
    const { outline, spans, handles } = drawn([], m);
    expect([outline, spans]).toEqual(['M0 0L200 0L200 200L0 200Z', 'M100 50L300 50']);
    expect(handles.map((h) => h.words)).toEqual(['', '', '', '', '1', 'stub']);
  });
});

it('lengths are said to the sixteenth, a ± never less than it is', () => {
  expect(printFromPhoto(337, 'in')).toBe('13 1/4"');
  // 33.4 mm are 1.315 in: 1 5/16 would promise too much
  expect(printPlusMinus(33.4, 'in')).toBe('1 3/8"');
  expect([printFromPhoto(337.4, 'mm'), printPlusMinus(2.1, 'mm')]).toEqual(['337 mm', '3 mm']);
});

it('the printed target has its crosses 150 × 200 mm apart and fits either paper', () => {
  const sheet = printedTarget();
  const crosses = sheet.shapes.flatMap((s) => (s.kind === 'line' && s.stroke === 'cross' && s.y1 === s.y2 ? [{ x: (s.x1 + s.x2) / 2, y: s.y1 }] : [])); // prettier-ignore
  expect(crosses).toHaveLength(4);
  expect(crosses[1]!.x - crosses[0]!.x).toBe(150);
  expect(crosses[3]!.y - crosses[0]!.y).toBe(200);
  // each cross 18 mm wide and high round its corner, the arrow over the middle, the line to be measured 100 mm long
  const lines = sheet.shapes.flatMap((s) => (s.kind === 'line' ? [s] : []));
  const arms = lines.filter((s) => s.stroke === 'cross').map((s) => [s.x1, s.y1, s.x2, s.y2]);
  expect(arms.slice(0, 4)).toEqual([[5, 14, 23, 14], [14, 5, 14, 23], [155, 14, 173, 14], [164, 5, 164, 23]]); // prettier-ignore
  const checks = lines.filter((s) => s.stroke === 'check');
  expect(checks[0]).toMatchObject({ x1: 89, x2: 89 });
  expect(checks.some((s) => s.y1 === s.y2 && s.x2 - s.x1 === 100 && s.x1 === 39)).toBe(true);
  expect([sheet.mirrored, sheet.widthMm, sheet.heightMm]).toEqual([false, 178, 228]);
  // Letter 216 × 279, A4 210 × 297 mm, 15 mm of margin
  expect([sheet.widthMm <= 180, sheet.heightMm <= 249]).toEqual([true, true]);
});
