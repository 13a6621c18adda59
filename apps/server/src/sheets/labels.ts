/** Labels on paper at true scale, each with the code of its page on this server; hairlines to cut along. */
import PDFDocument from 'pdfkit';
import { LABEL_MM, type Label } from '@saddle/core/exchange';
import { PAPER_MM, type Paper } from '@saddle/core/layout';
import { create } from 'qrcode';
import { PAPERS, plain, useFonts } from './fonts.js';
import { INK, type Doc } from './paper.js';

const PT = 72 / 25.4;
const { width, height, columns, rows, qr } = LABEL_MM;
const PAD = 2;

/**
 * Renders labels; nothing is scaled: one mm of them is one mm on the sheet.
 * @param base address of this server, without a slash at its end; undefined: nobody else could open it, so no codes
 */
export function renderLabels(
  labels: readonly Label[],
  title: string,
  base: string | undefined,
  paper: Paper,
  now: string,
): Promise<Buffer> {
  const doc = new PDFDocument({
    ...{ size: PAPERS[paper], margin: 0, autoFirstPage: false },
    info: { Title: title.toWellFormed(), Producer: 'Saddle', CreationDate: new Date(now) },
  });
  useFonts(doc);
  const chunks: Buffer[] = [];
  const done = new Promise<Buffer>((resolve, reject) => {
    doc.on('data', (chunk: Buffer) => chunks.push(chunk));
    doc.on('end', () => resolve(Buffer.concat(chunks)));
    doc.on('error', reject);
  });
  const sheet = PAPER_MM[paper];
  const left = (sheet.width - columns * width) / 2;
  const top = (sheet.height - rows * height) / 2;
  const each = columns * rows;
  for (let first = 0; first === 0 || first < labels.length; first += each) {
    doc.addPage();
    doc.save().scale(PT, PT);
    doc.font('body').fontSize(2.6).fillColor(INK.grey);
    doc.text(plain(`${title} · print at 100 %, no fitting to the page; the line is 100 mm`), left, top - 7, { lineBreak: false });
    doc.lineWidth(0.3).strokeColor(INK.black).moveTo(left, top - 2.5).lineTo(left + 100, top - 2.5).stroke(); // prettier-ignore
    labels
      .slice(first, first + each)
      .forEach((label, i) => drawLabel(doc, label, base, left + (i % columns) * width, top + Math.floor(i / columns) * height));
    doc.restore();
  }
  doc.end();
  return done;
}

/** Text in one line that fits; what is too long ends in dots. */
function line(doc: Doc, text: string, x: number, y: number, size: number, most: number): void {
  doc.fontSize(size);
  let shown = plain(text);
  while (shown.length > 1 && doc.widthOfString(shown) > most) shown = `${shown.slice(0, -2)}…`;
  doc.text(shown, x, y, { lineBreak: false });
}

function drawLabel(doc: Doc, label: Label, base: string | undefined, x: number, y: number): void {
  doc.lineWidth(0.1).strokeColor(INK.line).rect(x, y, width, height).stroke();
  const room = width - 2 * PAD - (base ? qr + PAD : 0);
  doc.font('narrowStrong').fillColor(INK.black);
  line(doc, label.head, x + PAD, y + PAD, 5, room);
  doc.font('body').fillColor(INK.black);
  label.lines.slice(0, 3).forEach((text, i) => line(doc, text, x + PAD, y + PAD + 8 + i * 4.6, 3, room));
  if (base) drawCode(doc, `${base}${label.path}`, x + width - qr - PAD, y + (height - qr) / 2);
}

/** A QR code with its quiet zone of four modules inside its square (ISO/IEC 18004, from memory). */
function drawCode(doc: Doc, text: string, x: number, y: number): void {
  const { modules } = create(text, { errorCorrectionLevel: 'M' });
  const module = qr / (modules.size + 8);
  doc.fillColor(INK.black);
  for (let row = 0; row < modules.size; row++)
    for (let column = 0; column < modules.size; column++)
      if (modules.get(row, column)) doc.rect(x + (column + 4) * module, y + (row + 4) * module, module, module);
  doc.fill();
}
