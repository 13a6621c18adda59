/** Boxes of the bench opened flat, on paper: as many columns as fit the width, conductors with their letters. */
import type { BenchDrawing } from '@saddle/core/wiring';
import { INK, MARGIN, room, type Doc } from './paper.js';

const STROKE: Record<string, { colour: string; dash?: [number, number] }> = {
  black: { colour: INK.black },
  red: { colour: INK.red },
  white: { colour: INK.grey },
  bare: { colour: INK.wood, dash: [3, 2] },
  green: { colour: INK.wood, dash: [5, 2] },
};

export function drawBench(doc: Doc, drawing: BenchDrawing, caption: string): void {
  const width = doc.page.width - 2 * MARGIN;
  const scale = Math.min(1, width / drawing.width);
  room(doc, drawing.height * scale + 24);
  const [x0, y0] = [MARGIN, doc.y + 2];
  doc.save();
  doc.translate(x0, y0).scale(scale);
  for (const b of drawing.boxes) {
    doc.undash().lineWidth(1.2).strokeColor(INK.black).rect(b.x, b.y, b.width, b.height).stroke();
    doc
      .font('narrowStrong')
      .fontSize(14)
      .fillColor(INK.black)
      .text(b.name, b.x + 10, b.y + b.height - 22, { width: b.width - 20, align: 'right', lineBreak: false });
    for (const c of b.cables) {
      doc.lineWidth(1).rect(c.x, c.y, c.width, 36).fillAndStroke(INK.paper, INK.black);
      doc
        .font('narrowStrong')
        .fontSize(12)
        .fillColor(INK.black)
        .text(c.kind, c.x + 6, c.y + 10, { lineBreak: false });
      doc
        .font('narrow')
        .fontSize(11)
        .fillColor(INK.grey)
        .text(`to ${c.toward}`, c.x, c.side === 'bottom' ? c.y + 40 : c.y - 16, { lineBreak: false });
    }
  }
  for (const d of drawing.devices) {
    doc.lineWidth(1.2).strokeColor(INK.black).rect(d.x, d.y, d.width, d.height).stroke();
    doc
      .font('narrowStrong')
      .fontSize(12)
      .fillColor(INK.black)
      .text(d.name, d.x, d.y + d.height + 30, { lineBreak: false });
    if (d.form === 'ground-fault')
      for (const [text, y] of [
        ['LOAD', d.y + 3],
        ['LINE', d.y + d.height / 2],
      ] as const)
        doc.fontSize(11).text(text, d.x, y, { width: d.width, align: 'center', lineBreak: false });
  }
  for (const w of drawing.wires) {
    if (w.points.length < 2) continue;
    const { colour, dash } = STROKE[w.colour] ?? STROKE['black']!;
    doc.lineWidth(w.colour === 'white' ? 1.2 : 2.2).strokeColor(colour);
    if (dash) doc.dash(dash[0], { space: dash[1] });
    else doc.undash();
    doc.moveTo(...w.points[0]!);
    for (const p of w.points.slice(1)) doc.lineTo(...p);
    doc.stroke();
    if (!w.letter) continue;
    doc
      .undash()
      .lineWidth(0.8)
      .rect(w.label[0] - 8, w.label[1] - 8, 16, 16)
      .fillAndStroke('#ffffff', INK.black);
    doc
      .font('narrowStrong')
      .fontSize(12)
      .fillColor(INK.black)
      .text(w.letter, w.label[0] - 4, w.label[1] - 7, { lineBreak: false });
  }
  doc.undash();
  for (const s of drawing.spots) {
    doc
      .lineWidth(1.2)
      .circle(s.x, s.y, s.kind === 'terminal' ? 8 : 10)
      .fillAndStroke('#ffffff', INK.black);
    if (s.words) {
      const { x, y, anchor, text } = s.words;
      doc.font('narrow').fontSize(11).fillColor(INK.black);
      doc.text(text, anchor === 'end' ? x - doc.widthOfString(text) : x, y - 9, { lineBreak: false });
    }
    if (s.kind !== 'terminal')
      doc
        .font('narrowStrong')
        .fontSize(12)
        .fillColor(INK.black)
        .text(`${s.count}`, s.x - 3, s.y - 7, { lineBreak: false });
  }
  doc.restore();
  doc
    .font('body')
    .fontSize(8.5)
    .fillColor(INK.grey)
    .text(caption, MARGIN, y0 + drawing.height * scale + 6, { width });
  doc.x = MARGIN;
  doc.moveDown(0.4);
}
