/** A box opened flat on paper. Colours are shown as they are and always with a letter; white has an outline, bare a hatch. */
import type { WireShape, WiringDrawing } from '@saddle/core/wiring';
import { fits, INK, MARGIN, room, type Doc } from './paper.js';

const WIRE: Record<string, string> = {
  black: '#1c1d20',
  white: '#ffffff',
  red: '#c23a22',
  blue: '#2f62b5',
  bare: '#c07a3c',
  green: '#3d7d4d',
};

/** Widest that a drawing with words beside it may be, of the sheet. */
const SHARE = 0.46;

export interface Wiring {
  drawing: WiringDrawing;
  caption: string;
  /** what is done, in its order */
  beside: readonly string[];
}
/** Where one drawing goes: over the whole width with its words beside it, or in one of two columns with them under it. */
interface Place {
  left: number;
  full: number;
  under: boolean;
  /** the largest scale */
  cap: number;
}
const GAP = 18;
const wholeWidth = (doc: Doc, cap: number): Place => ({ left: MARGIN, full: doc.page.width - 2 * MARGIN, under: false, cap });
const halfWidth = (doc: Doc, column: 0 | 1, cap: number): Place => {
  const full = (doc.page.width - 2 * MARGIN - GAP) / 2;
  return { left: MARGIN + column * (full + GAP), full, under: true, cap };
};

/** How the parts of one drawing are set in its place, pt. */
function setting(doc: Doc, { drawing, caption, beside }: Wiring, { left, full, under, cap }: Place) {
  const scale = Math.min(cap, (under ? full : full * SHARE) / drawing.width);
  const height = drawing.height * scale;
  const x = under ? left : left + drawing.width * scale + 14;
  const wide = under ? full : full - drawing.width * scale - 14;
  const words = beside.map((t, i) => `${i + 1}. ${t}`);
  doc.font('body').fontSize(8);
  const tall = words.reduce((s, t) => s + doc.heightOfString(t, { width: wide }) + 1.5, 0);
  const captionWide = under ? full : Math.max(drawing.width * scale, full * 0.3);
  const captionHigh = doc.fontSize(8.5).heightOfString(caption, { width: captionWide });
  const high = under ? height + captionHigh + tall + 12 : Math.max(height + captionHigh + 6, tall);
  return { scale, height, x, wide, words, captionWide, captionHigh, high };
}

/** Scales that can be read, the largest first: a smaller one where it keeps a drawing on the page. */
const SCALES = [0.42, 0.4, 0.38, 0.36] as const;
const PAIR_SCALES = [0.34, 0.33] as const;
/** Below a drawing, pt. */
const AFTER = 6;

/** One after another, two side by side where that takes less of the page. */
export function drawWirings(doc: Doc, wirings: readonly Wiring[]): void {
  const whole = (w: Wiring, cap: number): number => setting(doc, w, wholeWidth(doc, cap)).high;
  const pair = (a: Wiring, b: Wiring, cap: number): number => Math.max(...[a, b].map((w) => setting(doc, w, halfWidth(doc, 0, cap)).high));
  for (let i = 0; i < wirings.length; i++) {
    const [a, b] = [wirings[i]!, wirings[i + 1]];
    const beside = b && pair(a, b, PAIR_SCALES[0]) < whole(a, SCALES[0]) + AFTER + whole(b, SCALES[0]) ? b : undefined;
    const high = (cap: number): number => (beside ? pair(a, beside, cap) : whole(a, cap));
    const scales: readonly number[] = beside ? PAIR_SCALES : SCALES;
    const cap = scales.find((s) => fits(doc, high(s))) ?? scales[0]!;
    room(doc, high(cap));
    const top = doc.y;
    if (beside) {
      drawWiring(doc, a, halfWidth(doc, 0, cap));
      doc.y = top;
      drawWiring(doc, beside, halfWidth(doc, 1, cap));
      i++;
    } else drawWiring(doc, a, wholeWidth(doc, cap));
    doc.y = top + high(cap);
    doc.x = MARGIN;
    doc.moveDown(0.25);
  }
}

function drawWiring(doc: Doc, wiring: Wiring, place: Place): void {
  const { drawing, caption } = wiring;
  const { left, under } = place;
  const { scale, height, x, wide, words, captionWide } = setting(doc, wiring, place);
  const y0 = doc.y + 2;
  doc.save();
  doc.translate(left, y0).scale(scale);
  doc
    .roundedRect(4, 30, drawing.width - 8, drawing.height - 36, 8)
    .lineWidth(1.4)
    .strokeColor(INK.black)
    .stroke();
  for (const cable of drawing.cables) {
    doc.rect(cable.x, 14, cable.width, 34).lineWidth(1).fillAndStroke('#efe6cf', INK.black);
    doc
      .font('narrowStrong')
      .fontSize(14)
      .fillColor(INK.black)
      .text(cable.kind, cable.x, 22, { width: cable.width, align: 'center', lineBreak: false });
    doc
      .font('narrow')
      .fontSize(12)
      .text(`${cable.label} · ${cable.side}`, cable.x - 12, 0, { width: cable.width + 24, height: 13, ellipsis: true, lineBreak: false });
  }
  for (const d of drawing.devices) {
    doc.roundedRect(d.x, d.y, d.width, d.height, 6).lineWidth(1.4).strokeColor(INK.black).stroke();
    for (const middle of d.faces)
      doc
        .roundedRect(d.x + 18, middle - 26, d.width - 36, 52, 8)
        .lineWidth(1)
        .stroke();
    doc
      .font('narrow')
      .fontSize(12)
      .fillColor(INK.black)
      .text(d.name.join(', '), d.x - 50, 96, { width: d.width + 100, align: 'center', lineBreak: false });
    if (d.broken)
      doc
        .fontSize(11)
        .text(
          `tab broken: ${[d.broken.brass ? 'brass' : '', d.broken.silver ? 'silver' : ''].filter(Boolean).join(' and ')}`,
          d.x - 50,
          110,
          {
            width: d.width + 100,
            align: 'center',
            lineBreak: false,
          },
        );
  }
  for (const wire of drawing.wires) drawWire(doc, wire);
  for (const s of drawing.splices) {
    doc
      .roundedRect(s.x - 2, s.y - 14, 28, 28, 4)
      .lineWidth(1.2)
      .fillAndStroke('#e4ddcb', INK.black);
    doc
      .font('narrowStrong')
      .fontSize(13)
      .fillColor(INK.black)
      .text(s.kind === 'cap' ? 'cap' : `${s.count}`, s.x - 2, s.y - 7, { width: 28, align: 'center', lineBreak: false });
  }
  for (const t of drawing.terminals) {
    doc
      .circle(t.x, t.y, 8)
      .lineWidth(1.2)
      .fillAndStroke(t.role === 'hot' ? '#d9a93c' : t.role === 'neutral' ? '#dcdcdc' : '#5d9a6c', INK.black);
    doc.font('narrow').fontSize(11).fillColor(INK.black);
    const text = t.used ? t.name : `${t.name}, unused`;
    if (t.labelSide === 'left') doc.text(text, t.x - 92, t.y + 10, { width: 80, align: 'right', lineBreak: false });
    else doc.text(text, t.x + (t.labelSide === 'right' ? 12 : -10), t.y + 10, { lineBreak: false });
  }
  doc.restore();
  doc
    .font('body')
    .fontSize(8.5)
    .fillColor(INK.grey)
    .text(caption, left, y0 + height + 3, { width: captionWide });
  const end = doc.y;
  doc.font('body').fontSize(8).fillColor(INK.black);
  doc.y = under ? end + 2 : y0;
  for (const t of words) {
    doc.text(t, x, doc.y, { width: wide });
    doc.y += 1.5;
  }
  doc.y = Math.max(end, doc.y);
}

function drawWire(doc: Doc, wire: WireShape): void {
  const path = () => {
    wire.points.forEach(([x, y], i) => (i === 0 ? doc.moveTo(x, y) : doc.lineTo(x, y)));
    return doc;
  };
  doc.lineJoin('round');
  path().lineWidth(6.5).strokeColor('#ffffff').stroke();
  path().lineWidth(4.6).strokeColor(INK.black).stroke();
  path().lineWidth(3).strokeColor(WIRE[wire.lead.colour]!).stroke();
  if (wire.lead.colour === 'bare') path().dash(2, { space: 3 }).lineWidth(3).strokeColor('#8a4f1f').stroke().undash();
  const [x, y] = wire.label;
  doc
    .rect(x - 8, y - 8, 16, 16)
    .lineWidth(1)
    .fillAndStroke('#ffffff', INK.black);
  doc
    .font('narrowStrong')
    .fontSize(12)
    .fillColor(INK.black)
    .text(wire.lead.letter, x - 8, y - 6, { width: 16, align: 'center', lineBreak: false });
}
