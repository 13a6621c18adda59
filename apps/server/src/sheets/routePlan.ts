/** The plan on paper with a way through the house: walls, boxes, the cable by level, numbered holes. */
import type { RoutePlanFigure } from '@saddle/core/purpose';
import { INK, MARGIN, room, type Doc } from './paper.js';

const HEIGHT = 260;
const points = (text: string): [number, number][] => text.split(' ').map((p) => p.split(',').map(Number) as [number, number]);

export function drawRoutePlan(doc: Doc, figure: RoutePlanFigure, caption: string): void {
  const [x0, y0, w, h] = figure.plan.viewBox.split(' ').map(Number) as [number, number, number, number];
  const frame = doc.page.width - 2 * MARGIN;
  const scale = Math.min(frame / w, HEIGHT / h);
  room(doc, h * scale + 24);
  const top = doc.y + 4;
  const left = MARGIN + (frame - w * scale) / 2;
  const X = (x: number): number => left + (x - x0) * scale;
  const Y = (y: number): number => top + (y - y0) * scale;
  const line = (list: [number, number][]): void => {
    list.forEach(([x, y], i) => (i === 0 ? doc.moveTo(X(x), Y(y)) : doc.lineTo(X(x), Y(y))));
  };
  const inside = (x: number, y: number): boolean => x >= x0 && x <= x0 + w && y >= y0 && y <= y0 + h;
  doc.save();
  doc.rect(left, top, w * scale, h * scale).clip();
  for (const wall of figure.plan.walls) {
    line(points(wall.points));
    doc.closePath().fill(INK.line);
  }
  for (const opening of figure.plan.openings) {
    line(points(opening.points));
    doc.closePath().lineWidth(0.5).fillAndStroke(INK.paper, INK.grey);
  }
  for (const r of figure.plan.rooms.filter((at) => inside(at.x, at.y))) {
    doc.font('narrow').fontSize(8).fillColor(INK.grey);
    doc.text(r.name, X(r.x) - 40, Y(r.y) - 4, { width: 80, align: 'center', lineBreak: false });
  }
  for (const l of figure.lines) {
    const list = points(l.points);
    if (l.level === 'over') doc.dash(6, { space: 3 });
    if (l.level === 'under') doc.dash(1.5, { space: 2.5 });
    line(list);
    doc.lineWidth(1.8).strokeColor(INK.blue).stroke().undash();
  }
  doc.restore();
  for (const hole of figure.holes) {
    doc.circle(X(hole.x), Y(hole.y), 5).lineWidth(0.8).fillAndStroke(INK.paper, INK.blue);
    doc
      .font('narrowStrong')
      .fontSize(6.5)
      .fillColor(INK.blue)
      .text(hole.n, X(hole.x) - 8, Y(hole.y) - 3.2, { width: 16, align: 'center', lineBreak: false });
  }
  for (const e of figure.ends) {
    const [x, y] = [X(e.x), Y(e.y)];
    if (e.what === 'feed')
      doc
        .rect(x - 4, y - 4, 8, 8)
        .lineWidth(1)
        .fillAndStroke(INK.paper, INK.black);
    else
      doc
        .circle(x, y, e.what === 'lamp' ? 3.5 : 4.5)
        .lineWidth(1)
        .fillAndStroke(e.what === 'lamp' ? INK.paper : INK.blue, INK.blue);
    doc
      .font('narrowStrong')
      .fontSize(8)
      .fillColor(INK.black)
      .text(e.label, e.leftward ? x - 7 - doc.widthOfString(e.label) : x + 7, y - 10, { lineBreak: false });
  }
  doc
    .rect(left, top, w * scale, h * scale)
    .lineWidth(0.5)
    .strokeColor(INK.line)
    .stroke();
  doc.font('body').fontSize(8.5).fillColor(INK.grey);
  doc.text(`${caption}.`, MARGIN, top + h * scale + 4, { width: frame });
  doc.x = MARGIN;
  doc.moveDown(0.4);
}
