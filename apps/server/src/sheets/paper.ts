/** Colours, margins and paging that every part of a sheet shares. */

export const INK = {
  black: '#22252a',
  grey: '#6d6759',
  line: '#b9ae97',
  blue: '#1f56a8',
  red: '#b8290f',
  wood: '#b58e5f',
  paper: '#f7f3e8',
};
export const MARGIN = 40;

export type Doc = PDFKit.PDFDocument;

const bottomOf = (doc: Doc): number => doc.page.height - MARGIN - 6;

/** Whether that much is left of the page. */
export const fits = (doc: Doc, height: number): boolean => doc.y + height <= bottomOf(doc);

/** A new page when `height` no longer fits on this one. */
export function room(doc: Doc, height: number): void {
  if (!fits(doc, height)) doc.addPage();
}
