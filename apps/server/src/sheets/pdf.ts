/** Sets a job sheet in type: Letter or A4, fonts from npm, drawings as vectors. Content and places come from the core. */
import PDFDocument from 'pdfkit';
import type { JobSheet, SheetBlock } from '@saddle/core/exchange';
import type { LengthUnit } from '@saddle/core/measure';
import { drawBench } from './bench.js';
import { drawElevation } from './elevation.js';
import { PAPERS, plain, useFonts } from './fonts.js';
import { type Doc, INK, MARGIN, room } from './paper.js';
import { drawPhotos } from './photos.js';
import { drawRoutePlan } from './routePlan.js';
import { drawSteps } from './steps.js';
import { drawWirings, type Wiring } from './wiring.js';

/** When a sheet is printed: the instant, and the day that it is where it is read. */
export interface Printed {
  at: string;
  day: string;
}

/** Renders a sheet; its day stands in the foot. @param pictures JPEG by the id of their photo */
export function renderSheet(
  sheet: JobSheet,
  unit: LengthUnit,
  paper: keyof typeof PAPERS,
  printed: Printed,
  pictures: Readonly<Record<string, Uint8Array>> = {},
): Promise<Buffer> {
  const doc = new PDFDocument({
    size: PAPERS[paper],
    margins: { top: MARGIN, bottom: MARGIN + 6, left: MARGIN, right: MARGIN },
    bufferPages: true,
    info: { Title: `${sheet.title}: job sheet`.toWellFormed(), Producer: 'Saddle', CreationDate: new Date(printed.at) },
  });
  useFonts(doc);
  const chunks: Buffer[] = [];
  const done = new Promise<Buffer>((resolve, reject) => {
    doc.on('data', (chunk: Buffer) => chunks.push(chunk));
    doc.on('end', () => resolve(Buffer.concat(chunks)));
    doc.on('error', reject);
  });
  doc.font('narrowStrong').fontSize(22).fillColor(INK.black).text(plain(sheet.title), { continued: false });
  doc.font('body').fontSize(10).fillColor(INK.grey).text(plain(sheet.subtitle));
  doc.moveDown(0.6);
  sheet.blocks.forEach((block, i) => {
    // a heading stays with the drawing below it
    if (block.kind === 'heading' && !block.newPage) room(doc, HEADED[sheet.blocks[i + 1]?.kind ?? 'heading'] ?? 90);
    if (block.kind === 'photos') drawPhotos(doc, block.photos, pictures);
    else if (block.kind === 'wiring' && sheet.blocks[i - 1]?.kind !== 'wiring') drawWirings(doc, wiringsFrom(sheet.blocks, i));
    else drawBlock(doc, block, unit);
  });
  numberPages(doc, sheet, printed.day);
  doc.end();
  return done;
}

/** The wirings that stand one after another from here on. */
function wiringsFrom(blocks: readonly SheetBlock[], from: number): Wiring[] {
  const list: Wiring[] = [];
  for (const block of blocks.slice(from)) {
    if (block.kind !== 'wiring') break;
    list.push({ drawing: block.drawing, caption: plain(block.caption), beside: block.beside.map(plain) });
  }
  return list;
}

/** What a heading needs below it on the same page. */
const HEADED: Partial<Record<SheetBlock['kind'], number>> = { wiring: 190, elevation: 260, bench: 330, 'route-plan': 330, steps: 70 };

const width = (doc: Doc): number => doc.page.width - 2 * MARGIN;

function drawBlock(doc: Doc, block: SheetBlock, unit: LengthUnit): void {
  const left = MARGIN;
  doc.x = left;
  switch (block.kind) {
    case 'heading':
      if (block.newPage) doc.addPage();
      doc.moveDown(0.5).font('narrowStrong').fontSize(15).fillColor(INK.black).text(plain(block.text));
      doc
        .moveTo(left, doc.y + 1)
        .lineTo(left + width(doc), doc.y + 1)
        .lineWidth(0.8)
        .strokeColor(INK.black)
        .stroke();
      doc.moveDown(0.4);
      return;
    case 'text':
      doc.font(block.small ? 'body' : 'strong').fontSize(block.small ? 8.6 : 10);
      // a paragraph stays whole
      room(doc, Math.max(28, doc.heightOfString(plain(block.text), { width: width(doc) })));
      doc.fillColor(INK.black).text(plain(block.text), { width: width(doc) });
      return;
    case 'caution': {
      doc.font('body').fontSize(9.5);
      const text = plain(block.text);
      const height = doc.heightOfString(text, { width: width(doc) - 70 }) + 8;
      room(doc, height);
      const y = doc.y + 2;
      doc.rect(left, y, 58, 14).lineWidth(0.8).strokeColor(INK.black).stroke();
      doc
        .font('narrowStrong')
        .fontSize(9.5)
        .fillColor(INK.black)
        .text('CAUTION', left, y + 2.5, { width: 58, align: 'center' });
      doc
        .font('body')
        .fontSize(9.5)
        .text(text, left + 66, y + 1, { width: width(doc) - 70 });
      doc.y = Math.max(doc.y, y + 16) + 2;
      doc.x = left;
      return;
    }
    case 'list':
      block.items.forEach((item, i) => {
        doc.font('body').fontSize(9.5).fillColor(INK.black);
        const text = plain(item);
        room(doc, doc.heightOfString(text, { width: width(doc) - 22 }) + 3);
        const y = doc.y;
        if (block.mark === 'box')
          doc
            .rect(left + 3, y + 2, 8, 8)
            .lineWidth(0.7)
            .strokeColor(INK.black)
            .stroke();
        else if (block.mark === 'number') doc.text(`${i + 1}.`, left, y, { width: 16, align: 'right' });
        else doc.circle(left + 8, y + 6, 1.6).fill(INK.black);
        doc.fillColor(INK.black).text(text, left + 22, y, { width: width(doc) - 22 });
        doc.y += 1.5;
      });
      doc.x = left;
      doc.moveDown(0.3);
      return;
    case 'table':
      drawTable(doc, block);
      return;
    case 'steps':
      drawSteps(doc, block.steps);
      return;
    case 'elevation':
      drawElevation(doc, block.elevation, plain(block.caption), unit, HIGH[block.small ?? 'whole']);
      return;
    case 'photos':
    case 'wiring':
      // drawn with those that follow it, two side by side where that saves room
      return;
    case 'bench':
      drawBench(doc, block.drawing, plain(block.caption));
      return;
    case 'route-plan':
      drawRoutePlan(doc, block.figure, plain(block.caption));
      return;
    case 'finding':
      drawFinding(doc, block);
  }
}

/** How high the wall of an elevation may be, pt. */
const HIGH = { whole: 235, alone: 150, 'with another': 96 } as const;

function drawTable(doc: Doc, table: Extract<SheetBlock, { kind: 'table' }>): void {
  const left = MARGIN;
  const total = width(doc);
  const row = (cells: string[], face: string, size: number): void => {
    doc.font(face).fontSize(size).fillColor(INK.black);
    const texts = cells.map(plain);
    const height = Math.max(...texts.map((t, i) => doc.heightOfString(t, { width: total * table.widths[i]! - 8 }))) + 4;
    room(doc, height);
    const y = doc.y;
    let x = left;
    texts.forEach((t, i) => {
      doc.text(t, x, y + 2, { width: total * table.widths[i]! - 8 });
      x += total * table.widths[i]!;
    });
    doc.y = y + height;
    doc
      .moveTo(left, doc.y)
      .lineTo(left + total, doc.y)
      .lineWidth(0.4)
      .strokeColor(INK.line)
      .stroke();
  };
  row(table.columns, 'narrowStrong', 10);
  for (const cells of table.rows) row(cells, 'body', 9);
  doc.x = left;
  doc.moveDown(0.6);
}

function drawFinding(doc: Doc, finding: Extract<SheetBlock, { kind: 'finding' }>): void {
  const left = MARGIN;
  const text = left + 66;
  const textWidth = width(doc) - 66;
  room(doc, 40);
  const y = doc.y + 2;
  const stop = finding.verdict === 'stop';
  if (stop) doc.rect(left, y, 58, 14).fill(INK.red);
  else {
    if (finding.verdict === 'can’t tell') doc.dash(2, { space: 2 });
    doc.rect(left, y, 58, 14).lineWidth(0.8).strokeColor(INK.black).stroke().undash();
  }
  doc
    .font('narrowStrong')
    .fontSize(10)
    .fillColor(stop ? '#ffffff' : INK.black)
    .text(finding.verdict, left, y + 2, { width: 58, align: 'center' });
  doc
    .font('strong')
    .fontSize(10)
    .fillColor(INK.black)
    .text(plain(finding.title), text, y + 1, { width: textWidth });
  doc.font('body').fontSize(9.5).fillColor(INK.black).text(plain(finding.says), text, doc.y, { width: textWidth });
  if (finding.ask) doc.text(plain(`${finding.verdict === 'stop' ? 'Then' : 'Look'}: ${finding.ask}`), text, doc.y, { width: textWidth });
  for (const lines of finding.sums) {
    for (const line of lines) {
      room(doc, 13);
      const at = doc.y;
      if (line.role === 'result')
        doc
          .moveTo(text, at)
          .lineTo(text + textWidth, at)
          .lineWidth(0.4)
          .strokeColor(INK.grey)
          .stroke();
      doc
        .font(line.role === 'result' ? 'narrowStrong' : 'narrow')
        .fontSize(9.5)
        .fillColor(INK.black);
      doc.text(plain(line.label + (line.work ? ` · ${line.work}` : '')), text, at + 1, {
        width: textWidth - 110,
        height: 12,
        ellipsis: true,
      });
      doc.text(plain(line.value), text + textWidth - 110, at + 1, { width: 110, align: 'right', height: 12, ellipsis: true });
      doc.y = at + 12.5;
    }
    doc.y += 2;
  }
  doc.font('body').fontSize(8).fillColor(INK.grey).text(plain(finding.source), text, doc.y, { width: textWidth });
  doc.x = left;
  doc.moveDown(0.4);
}

function numberPages(doc: Doc, sheet: JobSheet, day: string): void {
  const { start, count } = doc.bufferedPageRange();
  for (let i = start; i < start + count; i++) {
    doc.switchToPage(i);
    const y = doc.page.height - MARGIN;
    doc.page.margins.bottom = 0;
    doc.font('body').fontSize(8).fillColor(INK.grey);
    doc.text(plain(`${sheet.title} · printed ${day} · ${sheet.foot}`), MARGIN, y, {
      width: width(doc) - 60,
      lineBreak: false,
    });
    doc.text(`${i + 1} / ${count}`, MARGIN, y, { width: width(doc), align: 'right', lineBreak: false });
  }
}
