/** The printed job sheet read back with pdf.js, a PDF library from the registry: whatever the core says must stand on paper, whole and inside the page. */
import { demoJobsInHouse, demoWanted, quinceStreet, sewingCorner } from '@saddle/core/demo';
import { jobSheet, routeSheet, type JobSheet } from '@saddle/core/exchange';
import { PAPER_MM } from '@saddle/core/layout';
import { inHouse, wantOf, type JobInHouse } from '@saddle/core/model';
import { keptParts, routeDetail, searchRoutes, takeWay } from '@saddle/core/purpose';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, it } from 'vitest';
import { plain } from './fonts.js';
import { MARGIN } from './paper.js';
import { renderSheet } from './pdf.js';

const NOW = '2026-11-25T09:00:00Z';

interface Word {
  page: number;
  text: string;
  left: number;
  right: number;
  bottom: number;
  height: number;
}
interface Read {
  pages: { width: number; height: number }[];
  words: Word[];
  /** all text, one space between words */
  text: string;
}

/** Every run of text with its place; points, from the lower left. */
async function read(pdf: Buffer): Promise<Read> {
  const document = await getDocument({ data: new Uint8Array(pdf), verbosity: 0 }).promise;
  const [pages, words]: [Read['pages'], Word[]] = [[], []];
  for (let n = 1; n <= document.numPages; n++) {
    const page = await document.getPage(n);
    const [, , width, height] = page.view as [number, number, number, number];
    pages.push({ width, height });
    for (const item of (await page.getTextContent()).items) {
      if (!('str' in item) || item.str.trim() === '') continue;
      const [, , , , x, y] = item.transform as [number, number, number, number, number, number];
      words.push({ page: n, text: item.str, left: x, right: x + item.width, bottom: y, height: item.height });
    }
  }
  return { pages, words, text: squeezed(words.map((w) => w.text).join(' ')) };
}
/** Lines break where they must: spaces don’t count. */
const squeezed = (text: string): string => text.replace(/\s+/g, '');
const printed = (sheet: Read, text: string): boolean => sheet.text.includes(squeezed(plain(text)));

const render = async (sheet: JobSheet, paper: 'letter' | 'a4' = 'letter', unit: JobInHouse['unit'] = 'in') =>
  read(await renderSheet(sheet, unit, paper, { at: NOW, day: '2026-11-25' }));
/** The demo's sheets are read once each. */
const once = new Map<string, Promise<Read>>();
const demo = (job: JobInHouse, paper: 'letter' | 'a4'): Promise<Read> => {
  const key = `${job.id} ${paper}`;
  const there = once.get(key) ?? render(jobSheet(job), paper, job.unit);
  once.set(key, there);
  return there;
};

describe.each(demoJobsInHouse.map((job) => [job.name, job] as const))('%s', (_, job) => {
  const sheet = jobSheet(job);
  it.each(['letter', 'a4'] as const)('on %s: nothing runs off the page, pages are counted', async (paper) => {
    const { pages, words } = await demo(job, paper);
    const MM = 72 / 25.4;
    for (const page of pages) {
      expect(page.width).toBeCloseTo(PAPER_MM[paper].width * MM, 0);
      expect(page.height).toBeCloseTo(PAPER_MM[paper].height * MM, 0);
    }
    for (const w of words) {
      const page = pages[w.page - 1]!;
      expect(w.left, w.text).toBeGreaterThanOrEqual(MARGIN - 4);
      expect(w.right, w.text).toBeLessThanOrEqual(page.width - MARGIN + 4);
      expect(w.bottom, w.text).toBeGreaterThan(0);
      expect(w.bottom + w.height, w.text).toBeLessThan(page.height);
    }
    pages.forEach((_page, i) => expect(words.some((w) => w.page === i + 1 && w.text.includes(`${i + 1} / ${pages.length}`))).toBe(true));
  });

  it('every caution, heading, step, mark and material stands there, whole', async () => {
    const paper = await demo(job, 'letter');
    const texts = sheet.blocks.flatMap((b) => {
      switch (b.kind) {
        case 'heading':
        case 'text':
        case 'caution':
          return [b.text];
        case 'list':
          return b.items;
        case 'table':
          return [...b.columns, ...b.rows.flat()];
        case 'finding':
          return [b.title, b.says, b.source, ...(b.ask ? [b.ask] : [])];
        case 'steps':
          return b.steps.flatMap((s) => [s.title, s.about, ...s.says, ...s.asks, ...s.cautions]);
        case 'wiring':
          return [b.caption, ...b.beside];
        case 'photos':
          return b.photos.map((p) => p.caption);
        default:
          return [b.caption];
      }
    });
    expect(texts.length).toBeGreaterThan(60);
    for (const text of texts) expect(printed(paper, text), text).toBe(true);
  });

  it('what is carried to the wall fits three pages; the sums stand behind it', async () => {
    const { words } = await demo(job, 'letter');
    expect(words.find((w) => w.text.startsWith('Appendix'))!.page).toBeLessThanOrEqual(4);
  });

  it('every sum is printed to its last term and figure', async () => {
    const paper = await demo(job, 'letter');
    const lines = sheet.blocks.flatMap((b) => (b.kind === 'finding' ? b.sums.flat() : []));
    expect(lines.length).toBeGreaterThan(10);
    for (const line of lines) {
      expect(printed(paper, line.label + (line.work ? ` · ${line.work}` : '')), `${line.label} · ${line.work}`).toBe(true);
      expect(printed(paper, line.value), line.value).toBe(true);
    }
  });
});

describe('what a sheet must not lose', () => {
  it('the caution that it replaces neither code nor a licensed electrician comes first, on page 1', async () => {
    const paper = await demo(sewingCorner, 'letter');
    const caution = paper.words.find((w) => w.text.includes('CAUTION'))!;
    expect(caution.page).toBe(1);
    // above it only the name of the job, its house and its circuit
    expect(paper.words.filter((w) => w.page === 1 && w.bottom > caution.bottom + 20).length).toBeLessThan(6);
    expect(printed(paper, 'nothing is touched before it is proved dead')).toBe(true);
  });

  it('a job’s name of 120 letters and signs that the font lacks do not break it', async () => {
    const job = { ...sewingCorner, name: `${'Corner by the window ⅜ ≤ Ω '.repeat(4)}end`.slice(0, 120) };
    const paper = await render(jobSheet(job));
    expect(printed(paper, job.name)).toBe(true);
  });

  it('the same job on the same day is the same sheet', async () => {
    expect(await render(jobSheet(sewingCorner))).toEqual(await demo(sewingCorner, 'letter'));
  });

  it('studs that are only reckoned are drawn as such, and the caption says so', async () => {
    const found = { ...sewingCorner.found };
    found.walls = found.walls.map((w) => ({ ...w, framing: { ...w.framing, extraStuds: [] } }));
    const sheet = jobSheet({ ...sewingCorner, found });
    const guessed = sheet.blocks.some((b) => b.kind === 'elevation' && b.elevation.shapes.some((s) => s.kind === 'stud-guess'));
    expect(guessed).toBe(true);
    expect(printed(await render(sheet), 'Dotted studs are only reckoned: find one before you cut.')).toBe(true);
  });

  it('dimensions of the drawings are printed as a tape says them, each once per drawing', async () => {
    const sheet = jobSheet(sewingCorner);
    const paper = await demo(sewingCorner, 'letter');
    for (const b of sheet.blocks)
      if (b.kind === 'elevation') for (const d of b.elevation.dimensions) expect(printed(paper, d.text), `${d.of} ${d.text}`).toBe(true);
  });
});

const wants = [sewingCorner, ...demoWanted].map((j) => wantOf(j)!);
describe.each(wants.map((want) => [want.name, want] as const))('route sheet: %s', (_, want) => {
  it('every hole, piece to buy, length and caution stands on it, inside the page', async () => {
    const content = routeSheet(quinceStreet, want);
    const sheet = await render(content, 'a4');
    for (const block of content.blocks) {
      if (block.kind === 'table') for (const row of block.rows) for (const cell of row) expect(printed(sheet, cell), cell).toBe(true);
      if (block.kind === 'list') for (const item of block.items) expect(printed(sheet, item), item).toBe(true);
      if (block.kind === 'caution' || block.kind === 'text') expect(printed(sheet, block.text), block.text).toBe(true);
      if (block.kind === 'route-plan') for (const e of block.figure.ends) expect(printed(sheet, e.label), e.label).toBe(true);
    }
    for (const w of sheet.words) {
      const page = sheet.pages[w.page - 1]!;
      expect(w.left >= 0 && w.right <= page.width + 0.5 && w.bottom >= 0, w.text).toBe(true);
    }
  });
});

it('a want that nothing reaches says why on paper', async () => {
  const want = { ...wants.find((w) => w.id === 'kiln-corner')!, forbidden: ['basement/0', 'attic/1'] };
  const sheet = await render(routeSheet(quinceStreet, want));
  expect(printed(sheet, 'No fit feed is reached from there.')).toBe(true);
});

describe('what is carried to the wall', () => {
  const taken = (id: string): JobInHouse => {
    const open = demoWanted.find((j) => j.id === id)!;
    const want = wantOf(open)!;
    const [option] = searchRoutes(quinceStreet, want).found.options;
    const parts = keptParts(quinceStreet.site, want, option!, routeDetail(quinceStreet, want, option!));
    return inHouse(takeWay(inHouse(open, quinceStreet), parts).job, quinceStreet);
  };
  it.each(demoWanted.map((j) => j.id))('%s: three pages at most, the sums behind them', async (id) => {
    const sheet = await render(jobSheet(taken(id)));
    const appendix = sheet.words.find((w) => w.text.startsWith('Appendix'))!;
    expect(appendix.page).toBeLessThanOrEqual(4);
    // every step is before it
    const last = sheet.words.findLast((w) => /Label and note/.test(w.text))!;
    expect(last.page).toBeLessThan(appendix.page);
  });
});
