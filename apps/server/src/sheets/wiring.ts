/** A box opened flat on paper. Colours are shown as they are and always with a letter; white has an outline, bare a hatch. */
import type { WireShape, WiringDrawing } from '@saddle/core/wiring';
import { INK, MARGIN, room, type Doc } from './paper.js';

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

/** @param beside what is done, in its order: next to the drawing */
export function drawWiring(doc: Doc, drawing: WiringDrawing, caption: string, beside: readonly string[]): void {
  const full = doc.page.width - 2 * MARGIN;
  const scale = Math.min(0.42, (full * SHARE) / drawing.width);
  const height = drawing.height * scale;
  const x = MARGIN + drawing.width * scale + 14;
  const wide = full - drawing.width * scale - 14;
  doc.font('body').fontSize(8.3);
  const words = beside.map((t, i) => `${i + 1}. ${t}`);
  const tall = words.reduce((s, t) => s + doc.heightOfString(t, { width: wide }) + 1.5, 0);
  room(doc, Math.max(height + 26, tall));
  const y0 = doc.y + 2;
  doc.save();
  doc.translate(MARGIN, y0).scale(scale);
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
    .text(caption, MARGIN, y0 + height + 3, { width: Math.max(drawing.width * scale, full * 0.3) });
  const end = doc.y;
  doc.font('body').fontSize(8.3).fillColor(INK.black);
  doc.y = y0;
  for (const t of words) {
    doc.text(t, x, doc.y, { width: wide });
    doc.y += 1.5;
  }
  doc.y = Math.max(end, doc.y);
  doc.x = MARGIN;
  doc.moveDown(0.4);
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
