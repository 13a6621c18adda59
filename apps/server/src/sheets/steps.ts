/** Steps in two columns of small type, each with a box to tick; a step stays whole where that leaves no great gap. */
import type { SheetStep } from '@saddle/core/exchange';
import { plain } from './fonts.js';
import { INK, MARGIN, type Doc } from './paper.js';

const GAP = 14;
const INDENT = 12;
const SIZE = 8;
/** A step that is higher than this is parted between two columns where this much is left of one; pt. */
const LEAST_ROOM = 40;
/** Between one step and the next. */
const BELOW = 2;

interface Line {
  text: string;
  face: string;
  mark?: 'box' | 'done' | 'dot' | 'caution';
}

const linesOf = (step: SheetStep, n: number): Line[] => [
  { text: `${n}. ${step.title} · ${step.about}`, face: 'strong', mark: step.done ? 'done' : 'box' },
  ...step.says.map((text): Line => ({ text, face: 'body', mark: 'dot' })),
  ...step.asks.map((text): Line => ({ text, face: 'strong' })),
  ...(step.cautions.length ? [{ text: `Caution: ${step.cautions.join(' ')}`, face: 'body', mark: 'caution' } as const] : []),
];

interface Set {
  lines: (Line & { high: number })[];
  high: number;
}

/** Every line as high as it will be set. */
const measured = (doc: Doc, step: SheetStep, n: number, wide: number): Set => {
  const lines = linesOf(step, n).map((l) => {
    const text = plain(l.text);
    return {
      ...l,
      text,
      high:
        doc
          .font(l.face)
          .fontSize(SIZE)
          .heightOfString(text, { width: wide - INDENT }) + 0.6,
    };
  });
  return { lines, high: lines.reduce((s, l) => s + l.high, 0) + BELOW };
};

/** How far down a column goes: to the foot of the page, or half of what is left where both columns hold it. */
function columnEnd(left: readonly Set[], top: number, bottom: number): number {
  const all = left.reduce((s, x) => s + x.high, 0);
  if (all > 2 * (bottom - top)) return bottom;
  let first = 0;
  for (const x of left) {
    if (first >= all / 2) break;
    first += x.high;
  }
  return Math.min(bottom, top + Math.max(first, all - first));
}

export function drawSteps(doc: Doc, steps: readonly SheetStep[]): void {
  const wide = (doc.page.width - 2 * MARGIN - GAP) / 2;
  const bottom = doc.page.height - MARGIN - 6;
  const sets = steps.map((s, i) => measured(doc, s, i + 1, wide));
  let top = doc.y;
  let end = columnEnd(sets, top, bottom);
  let column = 0;
  let y = top;
  let lowest = top;
  const next = (from: number): void => {
    lowest = Math.max(lowest, y);
    if (column === 0) column = 1;
    else {
      doc.addPage();
      column = 0;
      top = MARGIN;
      lowest = top;
      end = columnEnd(sets.slice(from), top, bottom);
    }
    y = top;
  };
  sets.forEach(({ lines, high }, i) => {
    // a step stays whole, unless that would leave much of the column empty
    const flows = end - y >= LEAST_ROOM && end === bottom && high > LEAST_ROOM;
    if (y > top && y + high > end + BELOW + 0.5 && !flows) next(i);
    for (const l of lines) {
      if (y + l.high > bottom) next(i);
      const x = MARGIN + column * (wide + GAP);
      mark(doc, l.mark, x, y);
      doc
        .font(l.face)
        .fontSize(SIZE)
        .fillColor(INK.black)
        .text(l.text, x + INDENT, y, { width: wide - INDENT });
      y += l.high;
    }
    y += BELOW;
  });
  doc.x = MARGIN;
  doc.y = Math.max(lowest, y);
}

function mark(doc: Doc, kind: Line['mark'], x: number, y: number): void {
  if (kind === 'box' || kind === 'done')
    doc
      .rect(x + 1, y + 1, 7, 7)
      .lineWidth(0.7)
      .strokeColor(INK.black)
      .stroke();
  if (kind === 'done')
    doc
      .moveTo(x + 2.5, y + 4.5)
      .lineTo(x + 4, y + 6.5)
      .lineTo(x + 7, y + 2)
      .lineWidth(0.9)
      .stroke();
  if (kind === 'dot') doc.circle(x + 8, y + 5, 1.1).fill(INK.black);
  if (kind === 'caution')
    doc
      .moveTo(x + 5, y + 1)
      .lineTo(x + 9, y + 8)
      .lineTo(x + 1, y + 8)
      .closePath()
      .lineWidth(0.7)
      .strokeColor(INK.black)
      .stroke();
}
