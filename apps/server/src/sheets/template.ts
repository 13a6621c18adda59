/** A template on paper at true scale: one sheet, or several that overlap with cross marks. */
import PDFDocument from 'pdfkit';
import { STROKES, TILE, tiles, type Paper, type Template, type TemplateShape, type Tile } from '@saddle/core/layout';
import { INK, type Doc } from './paper.js';
import { PAPERS, plain, useFonts } from './fonts.js';

/** Points of a PDF in a millimetre. */
const PT = 72 / 25.4;
const CROSS_MM = 4;

/** Renders a template; nothing is scaled: one mm of it is one mm on the sheet. */
export function renderTemplate(template: Template, paper: Paper, now: string): Promise<Buffer> {
  const doc = new PDFDocument({
    size: PAPERS[paper],
    margin: 0,
    autoFirstPage: false,
    info: { Title: template.title.toWellFormed(), Producer: 'Saddle', CreationDate: new Date(now) },
  });
  useFonts(doc);
  const chunks: Buffer[] = [];
  const done = new Promise<Buffer>((resolve, reject) => {
    doc.on('data', (chunk: Buffer) => chunks.push(chunk));
    doc.on('end', () => resolve(Buffer.concat(chunks)));
    doc.on('error', reject);
  });
  for (const tile of tiles(template, paper)) drawTile(doc, template, tile);
  doc.end();
  return done;
}

function drawTile(doc: Doc, template: Template, tile: Tile): void {
  doc.addPage();
  doc.save();
  doc.scale(PT, PT).translate(TILE.marginMm, TILE.marginMm);
  doc.save();
  doc.rect(0, 0, tile.width, tile.height).clip();
  doc.translate(-tile.x, -tile.y);
  for (const shape of template.shapes) draw(doc, shape);
  for (const cross of tile.crosses) {
    doc.undash().lineWidth(STROKES.cross.width).strokeColor(INK.black);
    doc
      .moveTo(cross.x - CROSS_MM, cross.y)
      .lineTo(cross.x + CROSS_MM, cross.y)
      .moveTo(cross.x, cross.y - CROSS_MM)
      .lineTo(cross.x, cross.y + CROSS_MM)
      .stroke();
  }
  doc.restore();
  const many = tile.columns * tile.rows > 1;
  const place = many ? `sheet ${tile.row * tile.columns + tile.column + 1} of ${tile.columns * tile.rows}: lay cross on cross · ` : '';
  doc
    .font('body')
    .fontSize(2.8)
    .fillColor(INK.grey)
    .text(plain(`${place}${template.title} · print at 100 %, no fitting to the page`), 0, -6, { lineBreak: false });
  doc.restore();
}

function draw(doc: Doc, shape: TemplateShape): void {
  if (shape.kind === 'text') {
    doc.font('strong').fontSize(shape.size).fillColor(INK.black);
    const text = plain(shape.text);
    const width = doc.widthOfString(text);
    doc.text(text, shape.anchor === 'middle' ? shape.x - width / 2 : shape.x, shape.y - shape.size * 0.8, { lineBreak: false });
    return;
  }
  const { width, dash } = STROKES[shape.stroke];
  doc.undash().lineWidth(width).strokeColor(INK.black);
  if (dash) doc.dash(dash[0]!, { space: dash[1] ?? dash[0]! });
  if (shape.kind === 'line') doc.moveTo(shape.x1, shape.y1).lineTo(shape.x2, shape.y2).stroke();
  else doc.rect(shape.x, shape.y, shape.width, shape.height).stroke();
  doc.undash();
}
