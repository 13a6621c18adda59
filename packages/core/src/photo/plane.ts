/**
 * A flat wall in a photo. Four points of known place on the wall fix the projective map between the picture and the wall (a plane
 * homography; closed form of the square-to-quadrilateral map). Pixels run right and down, the wall's millimetres right and up from the
 * lower left corner of the target.
 */
export interface Pixel {
  x: number;
  y: number;
}
/** On the wall, mm right of and above the lower left corner of the target. */
export interface OnPlane {
  x: number;
  up: number;
}
export type Corners = readonly [Pixel, Pixel, Pixel, Pixel];

/** Shortest side of the target in the picture, pixels: with less no corner is told from the next. */
export const LEAST_SIDE_PX = 12;

/** Why four taps can’t be the corners of a flat thing seen from its front; undefined when they can. */
export function cornersWrong(corners: Corners): string | undefined {
  const turns = corners.map((p, i) => {
    const [q, r] = [corners[(i + 1) % 4]!, corners[(i + 2) % 4]!];
    return (q.x - p.x) * (r.y - q.y) - (q.y - p.y) * (r.x - q.x);
  });
  if (corners.some((p, i) => Math.hypot(corners[(i + 1) % 4]!.x - p.x, corners[(i + 1) % 4]!.y - p.y) < LEAST_SIDE_PX))
    return 'The corners lie too close together in the picture: go nearer, or tap a larger thing.';
  if (turns.every((t) => t < 0)) return 'The corners go the wrong way round: top left, top right, bottom right, bottom left.';
  if (!turns.every((t) => t > 0)) return 'These four taps are not the corners of one flat sheet: top left, top right, bottom right, bottom left.'; // prettier-ignore
  return undefined;
}

/** Rows of a 3 × 3 matrix in one list. */
type Matrix = readonly number[];

/** The map from the unit square, (0, 0) its top left, to four corners of a picture. */
function squareToPicture([p0, p1, p2, p3]: Corners): Matrix {
  const [dx1, dx2, sx] = [p1.x - p2.x, p3.x - p2.x, p0.x - p1.x + p2.x - p3.x];
  const [dy1, dy2, sy] = [p1.y - p2.y, p3.y - p2.y, p0.y - p1.y + p2.y - p3.y];
  const den = dx1 * dy2 - dx2 * dy1;
  const g = (sx * dy2 - dx2 * sy) / den;
  const h = (dx1 * sy - sx * dy1) / den;
  return [p1.x - p0.x + g * p1.x, p3.x - p0.x + h * p3.x, p0.x, p1.y - p0.y + g * p1.y, p3.y - p0.y + h * p3.y, p0.y, g, h, 1];
}

/** Its inverse up to a factor, which a projective map doesn’t mind. */
function adjugate([a, b, c, d, e, f, g, h, i]: Matrix): Matrix {
  return [
    e! * i! - f! * h!, c! * h! - b! * i!, b! * f! - c! * e!,
    f! * g! - d! * i!, a! * i! - c! * g!, c! * d! - a! * f!,
    d! * h! - e! * g!, b! * g! - a! * h!, a! * e! - b! * d!,
  ]; // prettier-ignore
}

/** The wall as a picture shows it. */
export interface Plane {
  /** undefined where the wall’s plane is seen edge on: at or beyond its horizon */
  onWall(pixel: Pixel): OnPlane | undefined;
  inPicture(point: OnPlane): Pixel | undefined;
}

/**
 * @param corners of the target in the picture: top left, top right, bottom right, bottom left
 * @param widthMm its width and height on the wall, mm
 * @throws RangeError when the corners can’t be those of a flat target
 */
export function planeOf(corners: Corners, widthMm: number, heightMm: number): Plane {
  const wrong = cornersWrong(corners);
  if (wrong) throw new RangeError(wrong);
  const to = squareToPicture(corners);
  const from = adjugate(to);
  const at = (m: Matrix, x: number, y: number): [number, number, number] => [m[0]! * x + m[1]! * y + m[2]!, m[3]! * x + m[4]! * y + m[5]!, m[6]! * x + m[7]! * y + m[8]!]; // prettier-ignore
  // the target itself lies before the camera: what has the other sign lies behind it
  const middle = at(from, (corners[0].x + corners[2].x) / 2, (corners[0].y + corners[2].y) / 2)[2];
  return {
    onWall: ({ x, y }) => {
      const [u, v, w] = at(from, x, y);
      // near the horizon a pixel is metres of wall
      if (w / middle < 1e-3) return undefined;
      return { x: (u / w) * widthMm, up: (1 - v / w) * heightMm };
    },
    inPicture: ({ x, up }) => {
      const [px, py, w] = at(to, x / widthMm, 1 - up / heightMm);
      return w > 1e-9 ? { x: px / w, y: py / w } : undefined;
    },
  };
}
