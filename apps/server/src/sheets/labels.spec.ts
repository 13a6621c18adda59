/** Labels are worth their size: read back with pdf.js, a PDF library from the registry. */
import { quinceStreet } from '@saddle/core/demo';
import { LABEL_MM, labelsOf } from '@saddle/core/exchange';
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, it } from 'vitest';
import { renderLabels } from './labels.js';

const NOW = '2026-05-05T12:00:00Z';
const labels = labelsOf(quinceStreet);

/** Pages, their words, and how many rectangles were filled on the first. */
async function read(pdf: Buffer) {
  const document = await getDocument({ data: new Uint8Array(pdf), verbosity: 0 }).promise;
  const words: string[] = [];
  for (let n = 1; n <= document.numPages; n++)
    for (const item of (await (await document.getPage(n)).getTextContent()).items)
      if ('str' in item && item.str.trim()) words.push(item.str);
  const page = await document.getPage(1);
  const list = await page.getOperatorList();
  const fills = list.fnArray.filter((fn, i) => fn === OPS.constructPath && (list.argsArray[i] as unknown[])[0] === OPS.fill).length;
  return { pages: document.numPages, words, fills };
}

describe('labels on paper', () => {
  it('stand 24 on a sheet, each with its name; a code each where a phone reaches this server', async () => {
    const { pages, words, fills } = await read(await renderLabels(labels, 'labels', 'https://192.168.7.20:4311', 'letter', NOW));
    expect(pages).toBe(Math.ceil(labels.length / (LABEL_MM.columns * LABEL_MM.rows)));
    expect(words).toContain('Hall box');
    expect(words.some((w) => w.includes('print at 100 %'))).toBe(true);
    expect(fills).toBeGreaterThanOrEqual(Math.min(24, labels.length));
    const none = await read(await renderLabels(labels, 'labels', undefined, 'letter', NOW));
    expect([none.pages, none.fills]).toEqual([pages, 0]);
  });
  it('a name that is too long ends in dots; a house without anything gives one sheet that says what it is', async () => {
    const long = [{ ...labels[0]!, head: 'The box behind the very long bookcase at the far end of the hall, upstairs' }];
    expect(
      (await read(await renderLabels(long, 'labels', 'https://192.168.7.20:4311', 'a4', NOW))).words.some((w) =>
        /^The box behind.*…$/.test(w),
      ),
    ).toBe(true);
    expect((await read(await renderLabels([], 'no labels', undefined, 'a4', NOW))).pages).toBe(1);
  });
});
