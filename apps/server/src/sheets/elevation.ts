/** One face of the wall on paper: a window round the work, to a stated scale, dimensions in lanes. */
import type { Dimension, Elevation, ElevationShape } from '@saddle/core/layout';
import { printMark, type LengthUnit } from '@saddle/core/measure';
import { INK, MARGIN, room, type Doc } from './paper.js';

const LANE = 15;
const FIRST_LANE = 12;

/** @param high points that the wall itself may take */
export function drawElevation(doc: Doc, wall: Elevation, caption: string, unit: LengthUnit, high: number): void {
  const alongs = wall.dimensions.filter((d) => d.axis === 'along');
  const below = FIRST_LANE + alongs.length * LANE + 6;
  const frame = { width: doc.page.width - 2 * MARGIN, height: high };
  room(doc, frame.height + below + 24);
  const x0 = MARGIN;
  const y0 = doc.y + 4;
  const scale = Math.min(frame.width / wall.work.width, frame.height / wall.work.height);
  // as much of the wall beside the work as the paper is wide
  const width = Math.min(frame.width / scale, wall.widthMm);
  const u = Math.min(Math.max(0, wall.work.u - (width - wall.work.width) / 2), wall.widthMm - width);
  const view = { u, z: wall.work.z, width, height: wall.work.height };
  const drawn = { width: view.width * scale, height: view.height * scale };
  const X = (u: number) => x0 + (u - view.u) * scale;
  const Y = (z: number) => y0 + drawn.height - (z - view.z) * scale;

  doc.save();
  doc.rect(x0, y0, drawn.width, drawn.height).clip();
  for (const shape of wall.shapes) drawShape(doc, shape, X, Y, scale);
  doc.restore();
  doc.rect(x0, y0, drawn.width, drawn.height).lineWidth(0.8).strokeColor(INK.black).stroke();
  for (const shape of wall.shapes)
    labelShape(doc, shape, X, Y, scale, { left: x0, right: x0 + drawn.width, top: y0, bottom: y0 + drawn.height });
  // each gets a line of its own: the words don't fit side by side on paper
  alongs.forEach((d, i) => along(doc, d, X, y0 + drawn.height + FIRST_LANE + i * LANE, x0, x0 + drawn.width));
  const guessed = wall.shapes.some((s) => s.kind === 'stud-guess');
  for (const d of wall.dimensions) {
    if (d.axis === 'up') up(doc, d, X(d.reach) + 14 + d.lane * 30, Y, y0, y0 + drawn.height);
  }
  doc
    .font('body')
    .fontSize(8.5)
    .fillColor(INK.grey)
    .text(
      `${caption}.${guessed ? ' Dotted studs are only reckoned: find one before you cut.' : ''} Shown: ${printMark(view.width, unit)} of ${printMark(wall.widthMm, unit)}.`,
      MARGIN,
      y0 + drawn.height + below,
      {
        width: frame.width,
      },
    );
  doc.x = MARGIN;
  doc.moveDown(0.4);
}

function drawShape(doc: Doc, s: ElevationShape, X: (u: number) => number, Y: (z: number) => number, scale: number): void {
  const [x, y, w, h] = [X(s.u), Y(s.z + s.height), s.width * scale, s.height * scale];
  doc.undash();
  switch (s.kind) {
    case 'wall':
      return;
    case 'stud':
    case 'plate':
      doc.dash(3, { space: 2 }).rect(x, y, w, h).lineWidth(0.5).strokeColor(INK.wood).stroke().undash();
      return;
    case 'stud-guess':
      doc.dash(1, { space: 3 }).rect(x, y, w, h).lineWidth(0.5).strokeColor(INK.wood).stroke().undash();
      return;
    case 'door':
    case 'window':
      doc.rect(x, y, w, h).lineWidth(0.8).fillAndStroke(INK.paper, INK.black);
      return;
    case 'base':
      doc.rect(x, y, w, h).lineWidth(0.5).strokeColor(INK.line).stroke();
      return;
    case 'obstacle':
      doc.dash(3, { space: 2 }).rect(x, y, w, h).lineWidth(0.8).strokeColor(INK.red).stroke().undash();
      return;
    case 'way':
      doc.rect(x, y, w, h).fill(INK.blue);
      return;
    case 'hole':
      doc
        .circle(x + w / 2, y + h / 2, 5.5)
        .lineWidth(0.8)
        .fillAndStroke(INK.paper, INK.blue);
      doc
        .font('narrowStrong')
        .fontSize(7)
        .fillColor(INK.blue)
        .text(s.label ?? '', x + w / 2 - 8, y + h / 2 - 3.6, { width: 16, align: 'center', lineBreak: false });
      return;
    case 'run':
      doc
        .dash(5, { space: 3 })
        .moveTo(x, y)
        .lineTo(x + w, y + h)
        .lineWidth(1.4)
        .strokeColor(INK.grey)
        .stroke()
        .undash();
      return;
    case 'old-box':
    case 'patch':
    case 'fixture':
      if (s.kind !== 'fixture') doc.dash(3, { space: 2 });
      doc
        .rect(x, y, w, h)
        .lineWidth(0.7)
        .strokeColor(s.kind === 'patch' ? INK.blue : INK.grey)
        .stroke()
        .undash();
      return;
    case 'reference':
      doc
        .dash(6, { space: 3 })
        .moveTo(x, y)
        .lineTo(x, y + h)
        .lineWidth(0.5)
        .strokeColor(INK.grey)
        .stroke()
        .undash();
      return;
    case 'cover':
      doc
        .rect(x, y, w, h)
        .lineWidth(0.4)
        .strokeColor(s.state === 'planned' ? INK.blue : INK.grey)
        .stroke();
      return;
    case 'ghost-box':
      doc.dash(2, { space: 2 }).rect(x, y, w, h).lineWidth(0.8).strokeColor(INK.black).stroke().undash();
      return;
    case 'opening':
    case 'box':
      doc
        .rect(x, y, w, h)
        .lineWidth(s.kind === 'box' ? 1.3 : 0.6)
        .strokeColor(s.state === 'planned' ? INK.blue : INK.black)
        .stroke();
  }
}

function labelShape(
  doc: Doc,
  s: ElevationShape,
  X: (u: number) => number,
  Y: (z: number) => number,
  scale: number,
  frame: { left: number; right: number; top: number; bottom: number },
): void {
  if (!s.label || !['box', 'ghost-box', 'old-box', 'obstacle', 'reference', 'door', 'window', 'fixture'].includes(s.kind)) return;
  const text = s.kind === 'ghost-box' ? `${s.label}, other face` : s.label;
  doc.font('narrow').fontSize(8.5);
  const x = Math.min(Math.max(X(s.u), frame.left) + (s.kind === 'reference' ? 2 : 0), frame.right - doc.widthOfString(text) - 2);
  const inside = X(s.u) < frame.right - 8 && X(s.u) + s.width * scale > frame.left + 4;
  const y =
    s.kind === 'box' || s.kind === 'ghost-box'
      ? Y(s.z + s.height) - (s.kind === 'box' ? 24 : 40)
      : frame.top + (s.kind === 'reference' ? 4 : s.kind === 'obstacle' ? 16 : 28);
  if (!inside || y < frame.top) return;
  // cables and edges run through where words stand
  doc.rect(x - 1.5, y - 1, doc.widthOfString(text) + 3, 11).fill('#ffffff');
  doc.fillColor(s.kind === 'obstacle' ? INK.red : s.state === 'planned' ? INK.blue : INK.black).text(text, x, y, { lineBreak: false });
}

/** A figure on its line; at the edge of the drawing it moves inward, so that it stays on the paper. */
const number = (doc: Doc, text: string, at: number, y: number): void => {
  doc.font('narrowStrong').fontSize(9.5);
  const w = doc.widthOfString(text);
  const x = Math.min(Math.max(at, MARGIN + w / 2), doc.page.width - MARGIN - w / 2);
  doc.rect(x - w / 2 - 2, y - 5.5, w + 4, 11).fill('#ffffff');
  doc.fillColor(INK.blue).text(text, x - w / 2, y - 5.5, { lineBreak: false });
};

function along(doc: Doc, d: Dimension, X: (u: number) => number, y: number, left: number, right: number): void {
  const clip = (x: number) => Math.min(Math.max(x, left), right);
  const [a, b] = [clip(X(Math.min(d.from, d.to))), clip(X(Math.max(d.from, d.to)))];
  doc.undash().moveTo(a, y).lineTo(b, y).lineWidth(0.6).strokeColor(INK.blue).stroke();
  for (const u of [d.from, d.to])
    if (X(u) >= left && X(u) <= right)
      doc
        .moveTo(X(u), y - 4)
        .lineTo(X(u), y + 4)
        .stroke();
  number(doc, `${d.text} · ${d.of}`, (a + b) / 2, y);
}

/** What it is measured from may lie outside the window: the line then ends at its edge, open. */
function up(doc: Doc, d: Dimension, x: number, Y: (z: number) => number, top: number, bottom: number): void {
  const clip = (y: number) => Math.min(Math.max(y, top), bottom);
  const [a, b] = [clip(Y(d.from)), clip(Y(d.to))];
  doc.undash().moveTo(x, a).lineTo(x, b).lineWidth(0.6).strokeColor(INK.blue).stroke();
  for (const y of [Y(d.from), Y(d.to)])
    if (y >= top && y <= bottom)
      doc
        .moveTo(x - 4, y)
        .lineTo(x + 4, y)
        .stroke();
  number(doc, d.text, x, (a + b) / 2);
}
