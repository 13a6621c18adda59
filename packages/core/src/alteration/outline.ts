/** What is sawn or chiselled round a box: its outline, less what an old hole has open already. As seen from its room, mm. */
import { BOX_KINDS } from '../catalog/index.js';
import { openingRect, type OpeningRect } from '../layout/index.js';
import { boxRect, uXOf, type Box, type JobInBook } from '../model/index.js';
import { plannedOf } from './plan.js';
import { subjectOf, ukKind, type Spot } from './spots.js';

export interface CutEdge {
  edge: 'top' | 'bottom' | 'left' | 'right';
  /** of top and bottom from the left end of the wall, of the sides up from the floor */
  from: number;
  to: number;
  /** where the line lies: over the floor, or from the left end */
  at: number;
  mm: number;
}
/** As wide as a saw’s cut: what is less is open already. */
const KERF_MM = 2;

/** The hole that a box asks for, as seen from its room: a lined one a little more than its body, one let in its body. */
export function holeOf({ wall, face, box }: Pick<Spot, 'wall' | 'face' | 'box'>): OpeningRect {
  const { left, right, ...heights } = openingRect(wall, box)!;
  const [a, b] = [uXOf(wall, face, left), uXOf(wall, face, right)];
  return { left: Math.min(a, b), right: Math.max(a, b), ...heights };
}

/** Parts of a line from `from` to `to` that lie outside `open`. */
const outside = (from: number, to: number, open: readonly [number, number] | undefined): [number, number][] => {
  if (!open || open[1] <= from || open[0] >= to) return [[from, to]];
  return ([[from, open[0]], [open[1], to]] as [number, number][]).filter(([a, b]) => b - a >= KERF_MM); // prettier-ignore
};

/** Whether the old hole is only taken to be of a usual size: nobody said which box is in it, or measured it. */
export function oldHoleTaken(job: JobInBook): boolean {
  const old = job.changes.some((c) => c.do === 'replace-box') ? subjectOf(job)?.from?.box : undefined;
  return old?.kind === 'other' && (old.width?.known !== 'measured' || old.height?.known !== 'measured');
}

/** The cuts of a job, top first; empty where nothing is cut: no box, one on the surface, or one whose place is not known. */
export function cutOutline(job: JobInBook): CutEdge[] {
  const subject = subjectOf(job);
  const { spot } = plannedOf(job);
  const kind = spot && ukKind(spot.box);
  const changed = job.changes.some((c) => c.do === 'place-box' || c.do === 'replace-box');
  if (!subject || !spot || !changed || !kind || !BOX_KINDS[kind].opening) return [];
  const hole = holeOf(spot);
  const was: Box | undefined = job.changes.some((c) => c.do === 'replace-box') ? subject.from?.box : undefined;
  const stood = was && boxRect(spot.wall, was) !== undefined;
  const old = was && stood && was.face === spot.face ? holeOf({ ...spot, box: was }) : undefined;
  const within = (at: number, [low, high]: readonly [number, number]): boolean => at >= low - KERF_MM && at <= high + KERF_MM;
  const across = old && ([old.left, old.right] as const);
  const up = old && ([old.bottom, old.top] as const);
  const line = (edge: CutEdge['edge'], at: number, span: readonly [number, number], beside: readonly [number, number] | undefined, open: readonly [number, number] | undefined): CutEdge[] =>
    outside(...span, beside && within(at, beside) ? open : undefined).map(([from, to]) => ({ edge, at, from, to, mm: to - from }));
  return [
    ...line('top', hole.top, [hole.left, hole.right], up, across),
    ...line('bottom', hole.bottom, [hole.left, hole.right], up, across),
    ...line('left', hole.left, [hole.bottom, hole.top], across, up),
    ...line('right', hole.right, [hole.bottom, hole.top], across, up),
  ];
} // prettier-ignore
