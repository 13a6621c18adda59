/** Where everything of a final circuit is drawn: the ring as one way round from the consumer unit and back, its spurs outside it. Units are px at scale 1. */
import { BOARD, type Final, type FinalRun } from '../model/index.js';
import { otherEnd, shapeOf } from './shape.js';

export interface DrawnPoint {
  id: string;
  x: number;
  y: number;
  /** which side of it its name stands */
  name: 'above' | 'below';
  spur: boolean;
}
export interface DrawnRun {
  run: FinalRun;
  path: string;
  /** where its length is written */
  at: { x: number; y: number };
  spur: boolean;
}
export interface FinalDrawing {
  width: number;
  height: number;
  board: { x: number; y: number; height: number };
  points: DrawnPoint[];
  runs: DrawnRun[];
  /** within the ring, or below a radial */
  middle: { x: number; y: number };
  /** points that no run leads to */
  apart: string[];
}

const STEP = 118;
const LEFT = 70;
const [TOP, BOTTOM] = [120, 290];
const OUT = 92;

interface Spot {
  x: number;
  y: number;
  out: 1 | -1;
}

/** Pure: the same circuit is drawn alike. */
export function finalDrawing(final: Final): FinalDrawing {
  const { ring, tail, order } = shapeOf(final);
  const spots = new Map<string, Spot>();
  const points: DrawnPoint[] = [];
  const put = (id: string, x: number, y: number, out: 1 | -1, spur: boolean): void => {
    spots.set(id, { x, y, out });
    points.push({ id, x, y, name: out < 0 ? 'above' : 'below', spur });
  };
  const round = ring?.points ?? [];
  const above = Math.ceil(round.length / 2);
  const columns = Math.max(above, 1);
  round.forEach((p, i) => (i < above ? put(p.id, LEFT + STEP * (i + 1), TOP, -1, false) : put(p.id, LEFT + STEP * (columns - (i - above)), BOTTOM, 1, false))); // prettier-ignore
  // what hangs on them goes outward, one behind the other; of a radial all in rows from the board
  let lane = 0;
  const used = new Map<string, number>();
  const level = ring ? (TOP + BOTTOM) / 2 : TOP;
  for (const p of order) {
    if (spots.has(p.id)) continue;
    const way = tail.get(p.id) ?? [];
    const from = otherEnd(way.at(-1)!, p.id);
    const spot = spots.get(from);
    if (ring && spot) {
      const n = used.get(from) ?? 0;
      used.set(from, n + 1);
      put(p.id, spot.x + n * (STEP / 2), spot.y + spot.out * OUT, spot.out, true);
    } else if (spot) {
      const n = used.get(from) ?? 0;
      used.set(from, n + 1);
      if (n > 0) lane += 1;
      put(p.id, spot.x + STEP, n > 0 ? level + lane * OUT * 1.3 : spot.y, -1, false);
    } else {
      const n = used.get(BOARD) ?? 0;
      used.set(BOARD, n + 1);
      if (n > 0) lane += 1;
      put(p.id, LEFT + STEP, level + lane * OUT * 1.3, -1, ring !== undefined);
    }
  }
  const right = Math.max(LEFT + STEP, ...points.map((p) => p.x));
  const low = Math.max(ring ? BOTTOM : TOP, ...points.map((p) => p.y));
  const high = Math.min(TOP, ...points.map((p) => p.y));
  const board = { x: LEFT, y: ring ? (TOP + BOTTOM) / 2 : level, height: ring ? BOTTOM - TOP + 40 : 60 };
  const seen = new Map<FinalRun, boolean>(final.runs.map((r) => [r, ring !== undefined && !ring.runs.includes(r)]));
  const runs = final.runs.flatMap((run): DrawnRun[] => {
    const [a, b] = run.ends.map((e) => (e === BOARD ? undefined : spots.get(e)));
    const one = a ?? b;
    if (!one) return [];
    const from = a ?? { x: board.x + 22, y: Math.min(board.y + board.height / 2 - 10, Math.max(board.y - board.height / 2 + 10, one.y)) };
    const to = b ?? { x: board.x + 22, y: Math.min(board.y + board.height / 2 - 10, Math.max(board.y - board.height / 2 + 10, one.y)) };
    const turns = from.x === to.x && from.y !== to.y && !seen.get(run) && ring !== undefined;
    // the far end of the ring is drawn as a turn
    const path = turns ? `M${from.x} ${from.y} h${STEP * 0.6} V${to.y} h${-STEP * 0.6}` : `M${from.x} ${from.y} L${to.x} ${to.y}`;
    const at = turns ? { x: from.x + STEP * 0.6, y: (from.y + to.y) / 2 } : { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
    return [{ run, path, at, spur: seen.get(run) ?? false }];
  });
  const shift = Math.max(0, 70 - high);
  return {
    width: right + STEP,
    height: low + shift + (ring ? 66 : 96),
    board: { ...board, y: board.y + shift },
    points: points.map((p) => ({ ...p, y: p.y + shift })),
    runs: runs.map((r) => ({ ...r, path: shifted(r.path, shift), at: { x: r.at.x, y: r.at.y + shift } })),
    middle: { x: ring ? LEFT + (STEP * (columns + 1)) / 2 + 10 : (right + STEP) / 2, y: (ring ? (TOP + BOTTOM) / 2 : low + 76) + shift },
    apart: final.points.filter((p) => !spots.has(p.id)).map((p) => p.id),
  };
}
/** A path of M, L, V and h moved down. */
const shifted = (path: string, by: number): string =>
  by === 0 ? path : path.replace(/([ML])(-?[\d.]+) (-?[\d.]+)/g, (_, c: string, x: string, y: string) => `${c}${x} ${Number(y) + by}`).replace(/V(-?[\d.]+)/g, (_, y: string) => `V${Number(y) + by}`); // prettier-ignore
