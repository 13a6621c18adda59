/** A template is only worth its scale: the PDF is read back with pdf.js, a PDF library from the registry, and its bar and outline measured. */
import { quinceStreet } from '@saddle/core/demo';
import { heightJig, openingTemplate, PAPER_MM, tiles } from '@saddle/core/layout';
import { inches } from '@saddle/core/measure';
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, it } from 'vitest';
import { renderTemplate } from './template.js';

const MM = 25.4 / 72;
const site = quinceStreet.site;
const box = site.boxes.find((b) => b.id === 'alcove-box')!;
const wall = site.walls.find((w) => w.id === box.wallId)!;
const template = (unit: 'in' | 'mm', mirrored = false) => openingTemplate({ wall, box, unit, roomName: 'study', mirrored });

type Matrix = [number, number, number, number, number, number];
const times = (m: Matrix, n: Matrix): Matrix => [
  m[0] * n[0] + m[2] * n[1],
  m[1] * n[0] + m[3] * n[1],
  m[0] * n[2] + m[2] * n[3],
  m[1] * n[2] + m[3] * n[3],
  m[0] * n[4] + m[2] * n[5] + m[4],
  m[1] * n[4] + m[3] * n[5] + m[5],
];

interface Path {
  width: number;
  height: number;
  lineWidth: number;
}
/** Every stroked path of a page: the size of what bounds it, on paper, in mm. */
async function strokes(pdf: Buffer, pageNumber = 1): Promise<{ page: [number, number]; paths: Path[]; pages: number }> {
  const document = await getDocument({ data: new Uint8Array(pdf), verbosity: 0 }).promise;
  const page = await document.getPage(pageNumber);
  const list = await page.getOperatorList();
  let matrix: Matrix = [1, 0, 0, 1, 0, 0];
  let lineWidth = 1;
  const stack: Matrix[] = [];
  const paths: Path[] = [];
  list.fnArray.forEach((fn, i) => {
    const args = list.argsArray[i] as unknown[];
    if (fn === OPS.save) stack.push(matrix);
    else if (fn === OPS.restore) matrix = stack.pop() ?? matrix;
    else if (fn === OPS.transform) matrix = times(matrix, args as unknown as Matrix);
    else if (fn === OPS.setLineWidth) lineWidth = args[0] as number;
    else if (fn === OPS.constructPath) {
      const [paint, , bounds] = args as [number, unknown, ArrayLike<number>];
      if (paint !== OPS.stroke || !bounds) return;
      const scale = Math.hypot(matrix[0], matrix[1]);
      paths.push({
        width: (bounds[2]! - bounds[0]!) * scale * MM,
        height: (bounds[3]! - bounds[1]!) * scale * MM,
        lineWidth: lineWidth * scale * MM,
      });
    }
  });
  const view = page.view as [number, number, number, number];
  return { page: [view[2] * MM, view[3] * MM], paths, pages: document.numPages };
}
const near = (paths: Path[], width: number, height: number) =>
  paths.filter((p) => Math.abs(p.width - width) < 0.05 && Math.abs(p.height - height) < 0.05).length;

describe.each(['letter', 'a4'] as const)('%s', (paper) => {
  it('has its size, a bar of exactly 4 in, and an outline of exactly 2 1/4 × 3 3/4 in', async () => {
    const { page, paths, pages } = await strokes(await renderTemplate(template('in'), paper, '2026-01-01T00:00:00Z'));
    expect(page).toEqual([expect.closeTo(PAPER_MM[paper].width, 0), expect.closeTo(PAPER_MM[paper].height, 0)]);
    expect(pages).toBe(1);
    expect(near(paths, 101.6, 0), 'check bar').toBe(1);
    expect(near(paths, inches(2.25), inches(3.75)), 'outline').toBe(1);
  });
  it('in a metric house the bar is 100 mm', async () => {
    const { paths } = await strokes(await renderTemplate(template('mm'), paper, '2026-01-01T00:00:00Z'));
    expect(near(paths, 100, 0)).toBe(1);
  });
  it('mirrored, it is as large', async () => {
    const { paths } = await strokes(await renderTemplate(template('in', true), paper, '2026-01-01T00:00:00Z'));
    expect(near(paths, inches(2.25), inches(3.75))).toBe(1);
  });
  it('a tall jig is tiled, at the same scale on every sheet, with crosses to lay on each other', async () => {
    const jig = heightJig(inches(20), 0, inches(0.5), inches(3), 'in').template;
    const pdf = await renderTemplate(jig, paper, '2026-01-01T00:00:00Z');
    const sheets = tiles(jig, paper);
    expect(sheets.length).toBeGreaterThan(1);
    for (let n = 1; n <= sheets.length; n++) {
      const { paths, pages } = await strokes(pdf, n);
      expect(pages).toBe(sheets.length);
      // leg: 20 in less 1/2 in of ply, 1 1/2 in wide, drawn whole and clipped by the sheet
      expect(near(paths, inches(1.5), inches(19.5)), `leg on sheet ${n}`).toBe(1);
      expect(near(paths, 8, 8), `crosses on sheet ${n}`).toBe(sheets[n - 1]!.crosses.length);
    }
  });
});
