/** From tape words to wall coordinates and back. x runs along face A from its left end, z up, both in mm. */
import { BOX_KINDS } from '../catalog/index.js';
import type { MeasuredLength } from './known.js';
import type { Box, FaceId, Place, Reference, Wall } from './site.js';

/** Body of a box seen from the front and its depth; undefined parts were neither typed nor known from its kind. */
export function boxBody(box: Box): { widthMm: number; heightMm: number; depthMm: number | undefined } {
  const kind = box.kind === 'other' ? undefined : BOX_KINDS[box.kind];
  return {
    widthMm: box.width?.mm ?? kind?.widthMm ?? 57.15 + (box.gangs - 1) * 46.0375,
    heightMm: box.height?.mm ?? kind?.heightMm ?? 95.25,
    depthMm: box.depth?.mm ?? kind?.depthMm,
  };
}

/** Where a reference stands for somebody in front of `face`, in face A's x. */
export const referenceX = (reference: Reference, face: FaceId): number =>
  reference.x.mm + (face === 'B' ? (reference.offsetB?.mm ?? 0) : 0);

/** x of what `place.from` names; undefined when no such reference is on the wall. */
export function placeOriginX(wall: Wall, face: FaceId, from: Place['from']): number | undefined {
  const leftIsZero = face === 'A';
  if (from === 'left-end') return leftIsZero ? 0 : wall.length.mm;
  if (from === 'right-end') return leftIsZero ? wall.length.mm : 0;
  const reference = wall.references.find((r) => r.id === from);
  return reference && referenceX(reference, face);
}

/** +1 when `toward` runs with face A's x, −1 when against it: face B is mirrored. */
export const alongX = (face: FaceId, toward: 'left' | 'right'): 1 | -1 => ((toward === 'right') === (face === 'A') ? 1 : -1);

/** Centre line of a box in face A's x; undefined when its reference is gone. */
export function boxCentreX(wall: Wall, box: Box): number | undefined {
  const origin = placeOriginX(wall, box.face, box.place.from);
  if (origin === undefined) return undefined;
  const half = boxBody(box).widthMm / 2;
  const rightwards = alongX(box.face, 'right');
  const edgeToCentre = box.place.to === 'centre' ? 0 : box.place.to === 'left-edge' ? half : -half;
  return origin + alongX(box.face, box.place.toward) * box.place.distance.mm + rightwards * edgeToCentre;
}

export interface BoxRect {
  left: number;
  right: number;
  bottom: number;
  top: number;
  centre: number;
}

/** Outline of the box body in wall coordinates (left and right in face A's x). */
export function boxRect(wall: Wall, box: Box): BoxRect | undefined {
  const centre = boxCentreX(wall, box);
  if (centre === undefined) return undefined;
  const { widthMm, heightMm } = boxBody(box);
  const bottom = box.place.bottom.mm;
  return { left: centre - widthMm / 2, right: centre + widthMm / 2, bottom, top: bottom + heightMm, centre };
}

/**
 * The distance to write for a box whose centre is at `centreX`, keeping the place's reference, direction and edge.
 * @returns mm along `place.toward`; negative when the box lies on the other side of the reference
 */
export function distanceForCentre(wall: Wall, box: Box, centreX: number): number | undefined {
  const origin = placeOriginX(wall, box.face, box.place.from);
  if (origin === undefined) return undefined;
  const half = boxBody(box).widthMm / 2;
  const edgeToCentre = box.place.to === 'centre' ? 0 : box.place.to === 'left-edge' ? half : -half;
  return alongX(box.face, box.place.toward) * (centreX - alongX(box.face, 'right') * edgeToCentre - origin);
}

/** Finished surface to finished surface. */
export function wallThicknessMm(wall: Wall): number {
  return finishThicknessMm(wall, 'A') + wall.framing.studDepth.mm + finishThicknessMm(wall, 'B');
}

export const finishThicknessMm = (wall: Wall, face: FaceId): number =>
  wall.faces[face].layers.reduce((sum, layer) => sum + layer.thickness.mm, 0);

/** A stud that stands there, or is only reckoned from the rhythm. */
export interface StudPlace {
  id: string;
  /** centre from the left end of face A, in mm */
  x: number;
  /** how it is known; `guessed` is reckoned from another stud and the spacing, or from the wall's end */
  known: MeasuredLength['known'] | 'guessed';
}

/** All studs from left to right: those that were found, and those that the rhythm of the known stud makes likely. Empty when none was found. */
export function studPlaces(wall: Wall): StudPlace[] {
  const { knownStud, spacing, extraStuds, studWidth, material, notThere = [] } = wall.framing;
  if (material === 'masonry') return [];
  const places: StudPlace[] = extraStuds.map((stud) => ({ id: stud.id, x: stud.x.mm, known: stud.x.known }));
  if (knownStud) {
    // found elsewhere, or looked for and not there
    const moved = [...extraStuds.flatMap((stud) => (stud.insteadOf === undefined ? [] : [stud.insteadOf])), ...notThere];
    const before = Math.floor(knownStud.mm / spacing.mm);
    const half = studWidth.mm / 2;
    for (let n = -before; knownStud.mm + n * spacing.mm <= wall.length.mm; n++) {
      const x = knownStud.mm + n * spacing.mm;
      // the wall's own end studs stand where the rhythm would run out of the wall
      if (n !== 0 && (x < half - 0.01 || x > wall.length.mm - half + 0.01)) continue;
      if (n !== 0 && moved.some((m) => Math.abs(m - x) < studWidth.mm)) continue;
      // named from the known one, so that a stud keeps its name when that is measured anew
      places.push({
        id: n === 0 ? 'stud-known' : n > 0 ? `stud-right-${n}` : `stud-left-${-n}`,
        x,
        known: n === 0 ? knownStud.known : 'guessed',
      });
    }
    for (const [id, end] of [
      ['stud-left-end', half],
      ['stud-right-end', wall.length.mm - half],
    ] as const)
      if (!places.some((p) => Math.abs(p.x - end) < half) && !notThere.some((m) => Math.abs(m - end) < half))
        places.push({ id, x: end, known: 'guessed' });
  }
  return places.sort((a, b) => a.x - b.x);
}

/** Whether one can see and reach between its studs: no finish hangs on one of its faces. */
export const openFraming = (wall: Pick<Wall, 'faces'>): boolean => wall.faces.A.open === true || wall.faces.B.open === true;

/**
 * Whether somebody looked into every bay that a stretch of wall lies over. What was said of the bay of the work counts as said;
 * a look through a hole counts from stud to stud, and where no stud is known only for the stretch itself. mm along face A.
 */
export function baysLooked(wall: Wall, span: { left: number; right: number }): boolean {
  if (wall.bayLooked) return true;
  const looks = (wall.looks ?? []).map((l) => l.mm);
  const studs = studCentres(wall);
  if (studs.length === 0) return looks.some((x) => x >= span.left && x <= span.right);
  const edges = [0, ...studs, wall.length.mm].sort((a, b) => a - b);
  return edges.slice(1).every((right, i) => {
    const left = edges[i]!;
    return right <= span.left || left >= span.right || right - left < wall.framing.studWidth.mm || looks.some((x) => x > left && x < right);
  });
}

/** Centres of all studs, in mm from the left end of face A; empty when none was found. */
export const studCentres = (wall: Wall): number[] => studPlaces(wall).map((stud) => stud.x);

/** From a distance along a face, from its own left end, to x along face A, and back. mm */
export const uXOf = (wall: Wall, face: FaceId, u: number): number => (face === 'A' ? u : wall.length.mm - u);
