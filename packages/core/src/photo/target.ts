/** The printed target: four corner marks of known distance, to tape to a wall before it is photographed. */
import type { Template, TemplateShape } from '../layout/index.js';
import { TARGET_SIZES } from './measured.js';

const MARGIN = 14;
const ARM = 9;

/** At true scale; its corners are where the arms of the crosses meet. */
export function printedTarget(): Template {
  const { widthMm, heightMm } = TARGET_SIZES.printed;
  const [left, top] = [MARGIN, MARGIN];
  const [right, bottom] = [left + widthMm, top + heightMm];
  const line = (stroke: 'cross' | 'check' | 'fold', x1: number, y1: number, x2: number, y2: number): TemplateShape => ({ kind: 'line', stroke, x1, y1, x2, y2 }); // prettier-ignore
  const text = (x: number, y: number, size: number, words: string): TemplateShape => ({ kind: 'text', x, y, size, text: words, anchor: 'middle' }); // prettier-ignore
  const middle = (left + right) / 2;
  const cross = (x: number, y: number): TemplateShape[] => [line('cross', x - ARM, y, x + ARM, y), line('cross', x, y - ARM, x, y + ARM)];
  return {
    title: 'Target for measuring from a photo',
    forFace: `${widthMm} × ${heightMm} mm between the crosses`,
    mirrored: false,
    widthMm: widthMm + 2 * MARGIN,
    heightMm: heightMm + 2 * MARGIN,
    shapes: [
      ...[
        [left, top],
        [right, top],
        [right, bottom],
        [left, bottom],
      ].flatMap(([x, y]) => cross(x!, y!)),
      // an arrow that points up on the wall
      line('check', middle, top + 40, middle, top + 18),
      line('check', middle, top + 18, middle - 4, top + 25),
      line('check', middle, top + 18, middle + 4, top + 25),
      text(middle, top + 48, 5, 'up'),
      text(middle, top + 68, 4.4, 'Tape it flat to the wall, upright by a level,'),
      text(middle, top + 75, 4.4, 'near what is to be measured and as high as it.'),
      text(middle, top + 82, 4.4, 'Tap where the arms of each cross meet, from the'),
      text(middle, top + 89, 4.4, 'top left one on, the way a clock goes.'),
      line('check', middle - 50, top + 120, middle + 50, top + 120),
      line('check', middle - 50, top + 116, middle - 50, top + 124),
      line('check', middle + 50, top + 116, middle + 50, top + 124),
      text(middle, top + 130, 3.6, 'this line is exactly 100 mm: measure it; if it is not, the sheet was not'),
      text(middle, top + 135, 3.6, `printed at 100 %, and ${widthMm} × ${heightMm} mm between the crosses does not hold`),
    ],
  };
}
