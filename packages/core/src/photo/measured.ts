/**
 * Lengths from a photo, each with its ±. What makes a length wrong: taps beside the corners of the target and beside the ends of the length,
 * a target that is not quite as large as said, and one that stands off the wall. Their variances add; the ± holds in 95 of 100 views.
 */
import { printLength, type LengthUnit } from '../measure/index.js';
import type { PhotoMeasure, PhotoPoint, TARGETS } from '../model/index.js';
import { planeOf, type Corners, type OnPlane, type Pixel } from './plane.js';

export type TargetKind = (typeof TARGETS)[number];
/**
 * Things of known size, mm; how far one may be from that size (one standard deviation), and how far its face stands off the wall.
 * Plate: 2 3/4 × 4 1/2 in, common practice; Letter by ANSI Y14.1, A4 by ISO 216, memory.
 */
export const TARGET_SIZES: Record<TargetKind, { words: string; widthMm: number; heightMm: number; sizeSd: number; offMm: number }> = {
  plate: { words: 'a standard cover plate', widthMm: 69.85, heightMm: 114.3, sizeSd: 0.5, offMm: 5 },
  letter: { words: 'a Letter sheet, upright', widthMm: 215.9, heightMm: 279.4, sizeSd: 0.5, offMm: 0 },
  a4: { words: 'an A4 sheet, upright', widthMm: 210, heightMm: 297, sizeSd: 0.5, offMm: 0 },
  printed: { words: 'Saddle’s printed target', widthMm: 150, heightMm: 200, sizeSd: 0.3, offMm: 0 },
  other: { words: 'something measured by hand', widthMm: 100, heightMm: 100, sizeSd: 1, offMm: 0 },
};

/** So many standard deviations are given as ±: 1.96 hold 95 % where all is linear; steep views are not quite. */
const SPREAD = 2.4;
/** A target is hung upright by eye, one standard deviation in radians (half a degree; common practice). */
const UPRIGHT_SD = Math.PI / 360;
/** A length with a larger ± than this part of it says nothing. */
export const TOO_UNSURE = 0.25;

export interface PhotoTerm {
  what: 'taps on the target’s corners' | 'taps on the ends' | 'the target’s size' | 'it stands off the wall' | 'it hangs upright by eye';
  /** one standard deviation, mm */
  sdMm: number;
}
export interface PhotoLength {
  mm: number;
  /** 95 of 100 views lie within */
  plusMinusMm: number;
  terms: PhotoTerm[];
  /** its ± is so large that nothing should rest on it */
  unsure: boolean;
}

export interface View {
  corners: Corners;
  widthMm: number;
  heightMm: number;
  /** one standard deviation of a tap, pixels */
  tapPx: number;
  /** of the target’s width and height, mm */
  sizeSd: number;
  offMm: number;
}

/** What a figure of the view changes by when one of its inputs moves by a unit, by central difference. */
function slope(figure: (view: View, ends: readonly Pixel[]) => number | undefined, view: View, ends: readonly Pixel[], moved: (by: number) => [View, readonly Pixel[]], by: number): number {
  const [more, less] = [figure(...moved(by)), figure(...moved(-by))];
  const now = figure(view, ends)!;
  if (more === undefined && less === undefined) return Infinity;
  if (more === undefined || less === undefined) return ((more ?? now) - (less ?? now)) / by;
  return (more - less) / (2 * by);
} // prettier-ignore

const movedCorner = (view: View, i: number, axis: 'x' | 'y', by: number): View => {
  const corners = view.corners.map((c, k) => (k === i ? { ...c, [axis]: c[axis] + by } : c)) as unknown as Corners;
  return { ...view, corners };
};
const movedEnd = (ends: readonly Pixel[], i: number, axis: 'x' | 'y', by: number): Pixel[] => ends.map((e, k) => (k === i ? { ...e, [axis]: e[axis] + by } : e)); // prettier-ignore

const AXES = ['x', 'y'] as const;
/** A figure with the ± that comes of everything in the view. @param armMm how far from the target it is, for what hangs askew; 0: it doesn’t matter */
function withSpread(figure: (view: View, ends: readonly Pixel[]) => number | undefined, view: View, ends: readonly Pixel[], armMm: number): { mm: number; plusMinusMm: number; terms: PhotoTerm[] } | undefined {
  const mm = figure(view, ends);
  if (mm === undefined) return undefined;
  const step = Math.max(0.05, view.tapPx / 4);
  const tap = (slopes: number[]): number => view.tapPx * Math.hypot(...slopes);
  const corners = tap([0, 1, 2, 3].flatMap((i) => AXES.map((axis) => slope(figure, view, ends, (by) => [movedCorner(view, i, axis, by), ends], step))));
  const atEnds = tap(ends.flatMap((_, i) => AXES.map((axis) => slope(figure, view, ends, (by) => [view, movedEnd(ends, i, axis, by)], step))));
  const size = view.sizeSd * Math.hypot(
    slope(figure, view, ends, (by) => [{ ...view, widthMm: view.widthMm + by }, ends], 0.1),
    slope(figure, view, ends, (by) => [{ ...view, heightMm: view.heightMm + by }, ends], 0.1),
  );
  // seen from 0.7 m or more and from at most 45° aside: nearer by so much of its distance, and shifted by half of it
  const off = view.offMm === 0 ? 0 : Math.hypot((view.offMm / 700) * Math.abs(mm), view.offMm / 2);
  const terms = ([
    ['taps on the target’s corners', corners],
    ['taps on the ends', atEnds],
    ['the target’s size', size],
    ['it stands off the wall', off],
    ['it hangs upright by eye', armMm * UPRIGHT_SD],
  ] as const).flatMap(([what, sdMm]) => (sdMm > 0 ? [{ what, sdMm }] : []));
  return { mm, plusMinusMm: SPREAD * Math.hypot(...terms.map((t) => t.sdMm)), terms };
} // prettier-ignore

const distance = (view: View, [a, b]: readonly Pixel[]): number | undefined => {
  try {
    const plane = planeOf(view.corners, view.widthMm, view.heightMm);
    const [p, q] = [plane.onWall(a!), plane.onWall(b!)];
    return p && q && Math.hypot(p.x - q.x, p.up - q.up);
  } catch {
    return undefined;
  }
};

/**
 * The length between two points of the wall in a picture, with its ±.
 * @returns undefined when an end lies at or beyond the wall’s horizon, or the corners make no plane
 */
export function lengthIn(view: View, from: Pixel, to: Pixel): PhotoLength | undefined {
  const found = withSpread(distance, view, [from, to], 0);
  return found && { ...found, unsure: !(found.plusMinusMm <= TOO_UNSURE * found.mm) };
}

/** A point from the lower left corner of the target, along and up, each with its ±. */
export interface PhotoPlace {
  x: { mm: number; plusMinusMm: number };
  up: { mm: number; plusMinusMm: number };
}
export function placeIn(view: View, at: Pixel): PhotoPlace | undefined {
  const plane = planeOf(view.corners, view.widthMm, view.heightMm);
  const there = plane.onWall(at);
  if (!there) return undefined;
  const along =
    (axis: keyof OnPlane) =>
    (v: View, [end]: readonly Pixel[]) => {
      try {
        return planeOf(v.corners, v.widthMm, v.heightMm).onWall(end!)?.[axis];
      } catch {
        return undefined;
      }
    };
  // askew, what lies far over the target moves aside, and what lies far aside moves up or down
  const [x, up] = [withSpread(along('x'), view, [at], Math.abs(there.up)), withSpread(along('up'), view, [at], Math.abs(there.x))];
  return x && up && { x: { mm: x.mm, plusMinusMm: x.plusMinusMm }, up: { mm: up.mm, plusMinusMm: up.plusMinusMm } };
}

/** A sixteenth of an inch: finer nobody reads a photo. */
const SIXTEENTH_MM = 25.4 / 16;
/** A length of a photo in words: to the sixteenth or the millimetre; a ± upwards, so that it never promises more. */
export const printFromPhoto = (mm: number, unit: LengthUnit): string =>
  unit === 'mm' ? `${Math.round(mm)} mm` : printLength(Math.round(mm / SIXTEENTH_MM) * SIXTEENTH_MM, 'in');
export const printPlusMinus = (mm: number, unit: LengthUnit): string =>
  unit === 'mm' ? `${Math.max(1, Math.ceil(mm))} mm` : printLength(Math.max(1, Math.ceil(mm / SIXTEENTH_MM)) * SIXTEENTH_MM, 'in');

/** The view of a measured photo. @param width of the picture in pixels, and its height */
export function viewOf(measure: PhotoMeasure, width: number, height: number): View {
  const pixel = (p: PhotoPoint): Pixel => ({ x: p.x * width, y: p.y * height });
  const { sizeSd, offMm } = TARGET_SIZES[measure.target];
  return {
    corners: measure.corners.map(pixel) as unknown as Corners,
    widthMm: measure.widthMm, heightMm: measure.heightMm,
    tapPx: measure.tap * width, sizeSd, offMm,
  }; // prettier-ignore
}

/** A point of a photo on its wall, seen from that face: from its left end and up from the floor, as known *from a photo*. */
export interface FromPhoto {
  id: string;
  name: string;
  wallId: string;
  face: 'A' | 'B';
  x: number;
  up: number;
  plusMinusMm: number;
}
export function pointsOnWall(measure: PhotoMeasure, width: number, height: number): FromPhoto[] {
  const { onWall } = measure;
  if (onWall?.x === undefined || onWall.up === undefined) return [];
  const { x: left, up: low } = onWall;
  const view = viewOf(measure, width, height);
  return measure.points.flatMap((p) => {
    const place = placeIn(view, { x: p.at.x * width, y: p.at.y * height });
    if (!place) return [];
    const plusMinusMm = Math.hypot(place.x.plusMinusMm, place.up.plusMinusMm);
    return [{ id: p.id, name: p.name ?? '', wallId: onWall.wallId, face: onWall.face, x: left + place.x.mm, up: low + place.up.mm, plusMinusMm }]; // prettier-ignore
  });
}
