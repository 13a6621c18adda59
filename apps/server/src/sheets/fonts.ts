/** Fonts of everything that is printed, and the words that they can show. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';

const require = createRequire(import.meta.url);
const font = (family: string, file: string) => readFileSync(require.resolve(`@fontsource/${family}/files/${file}`));
export const FONTS = {
  body: font('barlow', 'barlow-latin-400-normal.woff'),
  strong: font('barlow', 'barlow-latin-600-normal.woff'),
  narrow: font('barlow-condensed', 'barlow-condensed-latin-500-normal.woff'),
  narrowStrong: font('barlow-condensed', 'barlow-condensed-latin-600-normal.woff'),
};

/** The shipped subset has no mathematical signs and few fractions; they are written out. */
export const plain = (text: string): string =>
  text
    .replace(/≤ ?/g, 'at most ')
    .replace(/≥ ?/g, 'at least ')
    .replace(/√/g, 'root of ')
    .replace(/Ω/g, 'ohm')
    .replace(
      /(\d?)([⅛⅜⅝⅞])/g,
      (_m, whole: string, f: string) => `${whole ? `${whole} ` : ''}${{ '⅛': '1/8', '⅜': '3/8', '⅝': '5/8', '⅞': '7/8' }[f]}`,
    );

export const PAPERS = { letter: 'LETTER', a4: 'A4' } as const;
