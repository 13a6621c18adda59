/** Photos on paper, two beside each other, with what was drawn on them as vectors over them. */
import type { SheetPhoto } from '@saddle/core/exchange';
import { photoDrawing, type DrawnMark } from '@saddle/core/photo';
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
        doc.save().translate(x, y);
        for (const mark of photoDrawing(photo.marks, undefined, [], w, h).marks) drawMark(doc, mark);
        doc.restore();
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

/** White under red: to be seen on any picture. */
const LAYERS = [
  ['#ffffff', 3.2],
  [INK.red, 1.6],
] as const;

function drawMark(doc: Doc, { path, words }: DrawnMark): void {
  if (path) for (const [ink, width] of LAYERS) doc.path(path).lineWidth(width).strokeColor(ink).stroke();
  if (!words) return;
  doc.font('strong').fontSize(9);
  const wide = Math.min(150, doc.widthOfString(plain(words.text)) + 6);
  doc
    .rect(words.x, words.y - 6, wide, 13)
    .fillOpacity(0.85)
    .fill('#ffffff')
    .fillOpacity(1);
  doc
    .fillColor(INK.red)
    .text(plain(words.text), words.x + 3, words.y - 4.5, { width: wide - 4, height: 11, ellipsis: true, lineBreak: false });
}
