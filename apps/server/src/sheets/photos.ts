/** Photos on paper, two beside each other, with what was drawn on them as vectors over them. */
import type { SheetPhoto } from '@saddle/core/exchange';
import type { PhotoMark } from '@saddle/core/model';
import { plain } from './fonts.js';
import { type Doc, INK, MARGIN, room } from './paper.js';

const HEIGHT = 190;
const GAP = 14;

export function drawPhotos(doc: Doc, photos: readonly SheetPhoto[], pictures: Readonly<Record<string, Uint8Array>>): void {
  const each = (doc.page.width - 2 * MARGIN - GAP) / 2;
  for (let i = 0; i < photos.length; i += 2) {
    room(doc, HEIGHT + 30);
    const top = doc.y;
    let lowest = top;
    photos.slice(i, i + 2).forEach((photo, k) => {
      const left = MARGIN + k * (each + GAP);
      const bytes = pictures[photo.id];
      doc.rect(left, top, each, HEIGHT).lineWidth(0.4).strokeColor(INK.line).stroke();
      if (bytes) {
        const image = (doc as unknown as { openImage(jpeg: Buffer): { width: number; height: number } }).openImage(Buffer.from(bytes));
        const scale = Math.min(each / image.width, HEIGHT / image.height);
        const [w, h] = [image.width * scale, image.height * scale];
        const [x, y] = [left + (each - w) / 2, top + (HEIGHT - h) / 2];
        doc.image(image as never, x, y, { width: w, height: h });
        for (const mark of photo.marks) drawMark(doc, mark, (p) => ({ x: x + p.x * w, y: y + p.y * h }));
      } else
        doc
          .font('body')
          .fontSize(9)
          .fillColor(INK.grey)
          .text('its picture is not here', left + 8, top + HEIGHT / 2, { width: each - 16 });
      doc
        .font('body')
        .fontSize(8.5)
        .fillColor(INK.black)
        .text(plain(photo.caption), left, top + HEIGHT + 3, { width: each });
      lowest = Math.max(lowest, doc.y);
    });
    doc.x = MARGIN;
    doc.y = lowest + 8;
  }
}

type At = (p: { x: number; y: number }) => { x: number; y: number };

function drawMark(doc: Doc, mark: PhotoMark, at: At): void {
  const from = at(mark.from);
  const to = mark.to && at(mark.to);
  // white under red: to be seen on any picture
  for (const [ink, width] of [['#ffffff', 3.2], [INK.red, 1.6]] as const) {
    doc.lineWidth(width).strokeColor(ink);
    if (mark.kind === 'circle' && to) doc.circle(from.x, from.y, Math.hypot(to.x - from.x, to.y - from.y)).stroke();
    if (mark.kind === 'arrow' && to) {
      const angle = Math.atan2(to.y - from.y, to.x - from.x);
      doc.moveTo(from.x, from.y).lineTo(to.x, to.y).stroke();
      for (const side of [-0.45, 0.45]) doc.moveTo(to.x, to.y).lineTo(to.x - 9 * Math.cos(angle + side), to.y - 9 * Math.sin(angle + side)).stroke();
    }
  }
  if (mark.text) {
    doc.font('strong').fontSize(9);
    const wide = Math.min(150, doc.widthOfString(plain(mark.text)) + 6);
    doc.rect(from.x, from.y - 6, wide, 13).fillOpacity(0.85).fill('#ffffff').fillOpacity(1);
    doc.fillColor(INK.red).text(plain(mark.text), from.x + 3, from.y - 4.5, { width: wide - 4, height: 11, ellipsis: true, lineBreak: false });
  }
} // prettier-ignore
