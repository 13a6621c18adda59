/** Fonts of everything that is printed, and the words that they can show. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { toSfnt } from 'woff2sfnt-sfnt2woff';

const require = createRequire(import.meta.url);
/** Unpacked once: a packed font would be unpacked again, in JavaScript, for every sheet (most of its time). */
const font = (family: string, file: string): Buffer => toSfnt(readFileSync(require.resolve(`@fontsource/${family}/files/${file}`)));
export const FONTS = {
  body: font('barlow', 'barlow-latin-400-normal.woff'),
  strong: font('barlow', 'barlow-latin-600-normal.woff'),
  narrow: font('barlow-condensed', 'barlow-condensed-latin-500-normal.woff'),
  narrowStrong: font('barlow-condensed', 'barlow-condensed-latin-600-normal.woff'),
};

/** The shipped subset has no mathematical signs and few fractions; they are written out. */
export const plain = (text: string): string =>
  text
    .toWellFormed()
    .replace(/≤ ?/g, 'at most ')
    .replace(/≥ ?/g, 'at least ')
    .replace(/√/g, 'root of ')
    .replace(/Ω/g, 'ohm')
    .replace(
      /(\d?)([⅛⅜⅝⅞])/g,
      (_m, whole: string, f: string) => `${whole ? `${whole} ` : ''}${{ '⅛': '1/8', '⅜': '3/8', '⅝': '5/8', '⅞': '7/8' }[f]}`,
    );

export const PAPERS = { letter: 'LETTER', a4: 'A4' } as const;

/** Words laid out so far, by font: the same on every sheet, and most of a sheet's time. Emptied before it grows without end. */
const WORDS = new Map<string, Record<string, unknown>>();
const MOST_WORDS = 20_000;

/** Makes the fonts known to a document, with the words that earlier sheets have laid out. */
export function useFonts(doc: PDFKit.PDFDocument): void {
  for (const [name, data] of Object.entries(FONTS)) {
    doc.registerFont(name, data);
    doc.font(name);
    const words = WORDS.get(name);
    const known = words && Object.keys(words).length < MOST_WORDS ? words : (Object.create(null) as Record<string, unknown>);
    WORDS.set(name, known);
    // the library keeps this cache for each document; what is in it depends on the font alone
    (doc as unknown as { _font: { layoutCache?: Record<string, unknown> } })._font.layoutCache = known;
  }
}
