/** What is drawn over a photo, in units of the picture as it is shown: for the page, and for paper. */
import type { PhotoMark, PhotoMeasure, PhotoPoint } from '../model/index.js';
import type { Pixel } from './plane.js';

export interface DrawnMark {
  id: string;
  /** as SVG writes a path: the shaft of an arrow with its head, a circle; empty for words alone */
  path: string;
  /** where its words begin, and what they are */
  words?: Pixel & { text: string };
}
export interface PhotoDrawing {
  marks: DrawnMark[];
  /** the target’s outline, and the lengths from point to point, as paths */
  outline: string;
  spans: string;
  /** corners and points that can be pulled; words only at points and at corners that are still tapped */
  handles: (Pixel & { words: string })[];
}

/** An arrow’s head is this part of the picture’s width long, and opens by so much to each side, radians. */
const HEAD_PART = 1 / 40;
const HEAD_RAD = 0.45;

const round = (n: number): number => Math.round(n * 100) / 100;
const at = ({ x, y }: Pixel): string => `${round(x)} ${round(y)}`;

function arrow(from: Pixel, to: Pixel, width: number): string {
  const angle = Math.atan2(to.y - from.y, to.x - from.x);
  const head = [-HEAD_RAD, HEAD_RAD].map((side) => `M${at(to)}L${at({ x: to.x - width * HEAD_PART * Math.cos(angle + side), y: to.y - width * HEAD_PART * Math.sin(angle + side) })}`); // prettier-ignore
  return `M${at(from)}L${at(to)}${head.join('')}`;
}
function circle(centre: Pixel, through: Pixel): string {
  const r = round(Math.hypot(through.x - centre.x, through.y - centre.y));
  // two half circles
  return `M${at({ x: centre.x - r, y: centre.y })}a${r} ${r} 0 1 0 ${round(2 * r)} 0a${r} ${r} 0 1 0 ${round(-2 * r)} 0`;
}

/**
 * @param tapped corners of a target before there are four
 * @param width of the picture as it is shown, and its height
 */
export function photoDrawing(marks: readonly PhotoMark[], measure: PhotoMeasure | undefined, tapped: readonly PhotoPoint[], width: number, height: number): PhotoDrawing {
  const shown = (p: PhotoPoint): Pixel => ({ x: p.x * width, y: p.y * height });
  const points = (measure?.points ?? []).map((p, i) => ({ ...shown(p.at), words: p.name || `${i + 1}` }));
  const corners = measure ? measure.corners.map((c) => ({ ...shown(c), words: '' })) : tapped.map((c, i) => ({ ...shown(c), words: `${i + 1}` }));
  return {
    marks: marks.map((m): DrawnMark => {
      const from = shown(m.from);
      const to = m.to && shown(m.to);
      const path = !to ? '' : m.kind === 'arrow' ? arrow(from, to, width) : m.kind === 'circle' ? circle(from, to) : '';
      // words stand at their point; those of an arrow or a circle a little over where it begins
      const over = m.kind === 'words' ? 0 : width / 90;
      return { id: m.id, path, ...(m.text ? { words: { x: from.x, y: from.y - over, text: m.text } } : {}) };
    }),
    outline: measure ? `M${measure.corners.map((c) => at(shown(c))).join('L')}Z` : '',
    spans: points.length > 1 ? `M${points.map(at).join('L')}` : '',
    handles: [...corners, ...points],
  };
} // prettier-ignore
