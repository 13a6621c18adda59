/** Lengths as people say them, and back. Everything inside Saddle is millimetres; inches and feet live only here. */

/** The unit in which a house measures; a bare number is read in it. */
export type LengthUnit = 'in' | 'mm';

/** One inch in millimetres, exactly (international yard and pound agreement of 1959; ISO 80000-3). */
export const MM_PER_INCH = 25.4;

export const inches = (value: number): number => value * MM_PER_INCH;
export const feet = (value: number): number => value * 12 * MM_PER_INCH;
export const toInches = (mm: number): number => mm / MM_PER_INCH;
export const toFeet = (mm: number): number => mm / (12 * MM_PER_INCH);

export interface LengthOk {
  ok: true;
  /** the length in mm */
  mm: number;
  /** what was typed, trimmed, to be shown again as the person said it */
  as: string;
}
export interface LengthRefused {
  ok: false;
  /** what came, cut to 40 characters */
  came: string;
  /** why it is refused, and what would do; a whole sentence */
  message: string;
}
export type LengthReading = LengthOk | LengthRefused;

export interface ParseLengthOptions {
  /** the unit of a bare number; inches when not given */
  unit?: LengthUnit;
  /** whether a length below zero makes sense here; not unless said */
  allowNegative?: boolean;
}

/** Longest text that is looked at at all: no length needs more, and a pasted novel should not be echoed. */
const LONGEST_TEXT = 80;

const VULGAR: Record<string, string> = {
  '½': '1/2',
  '⅓': '1/3',
  '⅔': '2/3',
  '¼': '1/4',
  '¾': '3/4',
  '⅕': '1/5',
  '⅖': '2/5',
  '⅗': '3/5',
  '⅘': '4/5',
  '⅙': '1/6',
  '⅚': '5/6',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};

const EXAMPLES: Readonly<Record<LengthUnit, string>> = {
  in: `for example 13 1/4, 13.25, 1' 1 1/4", 337mm`,
  mm: 'for example 337, 33.7 cm, 0.337 m, 13 1/4 in',
};

/** Brings primes, typographic quotes, vulgar fractions and unit words to one spelling. */
function normalise(text: string): string {
  return (
    text
      .trim()
      .toLowerCase()
      // as it is printed: nearer than a tape is read
      .replace(/^just (?:under|over) /, '')
      .replace(/[½⅓⅔¼¾⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞]/g, (c) => ` ${VULGAR[c]!}`)
      .replace(/⁄/g, '/')
      .replace(/[−–—]/g, '-')
      .replace(/''|[″”“]/g, '"')
      .replace(/[′’‘]/g, "'")
      .replace(/\s*(?:feet|foot|ft\.?)(?![a-z])/g, "'")
      .replace(/\s*(?:inches|inch|in\.?)(?![a-z])/g, '"')
      .replace(/\s*(?:millimet(?:er|re)s?|mm\.?)(?![a-z])/g, 'mm')
      .replace(/\s*(?:centimet(?:er|re)s?|cm\.?)(?![a-z])/g, 'cm')
      .replace(/\s*(?:met(?:er|re)s?|m\.?)(?![a-z])/g, 'm')
      .replace(/\s+/g, ' ')
      .trim()
  );
}

type Words = string | ((unit: LengthUnit) => string);
class Refusal extends Error {
  constructor(readonly words: Words) {
    super();
  }
}

/** @param words what would do; by the unit that is measured in where that differs */
const refuse = (words: Words): never => {
  throw new Refusal(words);
};

/** `13`, `13.25`, `1/4`, `13 1/4`, `13-1/4` → a number; refuses mixtures that mean two things. */
function parseMixedNumber(text: string): number {
  const plain = /^(\d+\.?\d*|\.\d+)$/.exec(text);
  if (plain) return Number(text);
  const fraction = /^(?:(\d+)(?: ?- ?| ))?(\d+) ?\/ ?(\d+)$/.exec(text);
  if (!fraction) {
    if (/\d,\d/.test(text)) refuse('Write the decimal with a point (33.7), and thousands without a comma.');
    if (/\d\.\d+[ -]+\d+\/\d+/.test(text)) refuse('A decimal and a fraction together mean two things; write one of them.');
    refuse((unit) => `That is not a length; write ${EXAMPLES[unit]}.`);
  }
  const [, whole, top, bottom] = fraction!;
  const numerator = Number(top);
  const denominator = Number(bottom);
  if (denominator === 0) refuse(`A fraction can't have 0 below the line: ${top}/${bottom}.`);
  if (whole !== undefined && numerator >= denominator) {
    const total = Number(whole) + numerator / denominator;
    refuse(`${top}/${bottom} is a whole or more; did you mean ${printInches(inches(total), 64)}?`);
  }
  return Number(whole ?? 0) + numerator / denominator;
}

/** One length without + or −, in mm. */
function parseTerm(text: string, unit: LengthUnit): number {
  if (text === '') refuse((by) => `Nothing was typed; write ${EXAMPLES[by]}.`);
  const metric = /^(.*?)(mm|cm|m)$/.exec(text);
  if (metric) {
    const factor = { mm: 1, cm: 10, m: 1000 }[metric[2] as 'mm' | 'cm' | 'm'];
    if (metric[1]!.includes('/')) refuse('Metric lengths are written as decimals: 6.5 mm.');
    if (/['"]/.test(metric[1]!)) refuse('Feet or inches and metric in one length; join them with a +.');
    return parseMixedNumber(metric[1]!.trim()) * factor;
  }
  const withFeet = /^([^']+)'(?: ?- ?| )?(.*)$/.exec(text);
  if (withFeet) {
    const wholeFeet = parseMixedNumber(withFeet[1]!.trim());
    const rest = withFeet[2]!.replace(/"$/, '').trim();
    if (rest === '') return feet(wholeFeet);
    const restInches = parseMixedNumber(rest);
    if (restInches >= 12) {
      const total = wholeFeet * 12 + restInches;
      refuse(
        `${printInches(inches(restInches))} is a foot or more; did you mean ${printFeet(inches(total))} (${printInches(inches(total))}), or just ${printInches(inches(restInches))}?`,
      );
    }
    if (!Number.isInteger(wholeFeet)) refuse('A part of a foot and inches together mean two things; write one of them.');
    return feet(wholeFeet) + inches(restInches);
  }
  if (text.endsWith('"')) return inches(parseMixedNumber(text.slice(0, -1).trim()));
  if (unit === 'mm' && text.includes('/')) {
    refuse(`This house is measured in mm; write ${text}" if inches are meant.`);
  }
  const value = parseMixedNumber(text);
  return unit === 'in' ? inches(value) : value;
}

/**
 * Reads a length as people say it: `13 1/4`, `13-1/4"`, `13.25`, `1' 1 1/4"`, `2 ft 6`, `337mm`, `33.7 cm`, `½`,
 * and sums of lengths joined by a spaced + or − (`13 1/4 + 3/8`, `8' - 1 1/2`), with `x 3` or `÷ 2` behind a term.
 * A bare number is in `options.unit`.
 * @returns the length in mm, or why it was refused and what would do. Never throws on any text.
 */
export function parseLength(text: string, options: ParseLengthOptions = {}): LengthReading {
  const came = text.length > 40 ? `${text.slice(0, 40)}…` : text;
  if (text.length > LONGEST_TEXT) {
    return { ok: false, came, message: `That is ${text.length} characters long; a length needs no more than ${LONGEST_TEXT}.` };
  }
  try {
    const mm = parseSum(normalise(text), options.unit ?? 'in');
    if (!Number.isFinite(mm) || Math.abs(mm) > 1e6) refuse('That is over a kilometre; check the unit.');
    if (mm < 0 && !options.allowNegative) refuse(`A length below zero makes no sense here (${printInches(mm)}).`);
    return { ok: true, mm, as: text.trim() };
  } catch (error) {
    if (error instanceof Refusal)
      return { ok: false, came, message: typeof error.words === 'string' ? error.words : error.words(options.unit ?? 'in') };
    throw error;
  }
}

/**
 * Sums: a minus counts only with a space on its right, so that `13-1/4` stays one length; a plus counts anywhere.
 * `2' - 6` is refused, since half the trade reads it as two feet six.
 */
function parseSum(text: string, unit: LengthUnit): number {
  let rest = text;
  let sign = 1;
  if (/^[+-]/.test(rest)) {
    sign = rest.startsWith('-') ? -1 : 1;
    rest = rest.slice(1).trim();
  }
  let total = 0;
  for (;;) {
    const next = / ?\+ ?| ?- (?!$)/.exec(rest);
    const term = next ? rest.slice(0, next.index).trim() : rest;
    total += sign * parseScaledTerm(term, unit);
    if (!next) return total;
    sign = next[0].includes('-') ? -1 : 1;
    rest = rest.slice(next.index + next[0].length);
    const bareInches = /^(\d+)("|$)/.exec(rest);
    if (sign < 0 && /^\d+'$/.test(term) && bareInches && Number(bareInches[1]) < 12) {
      refuse(
        `Is that ${term} ${bareInches[1]}", or ${term} less ${bareInches[1]}"? Write ${term} ${bareInches[1]} for the first, ${Number(term.slice(0, -1)) * 12} - ${bareInches[1]} for the second.`,
      );
    }
  }
}

function parseScaledTerm(term: string, unit: LengthUnit): number {
  const scaled = /^(.*?) ?(?:([x×*])|([÷:])) ?(\d+(?:\.\d+)?)$/.exec(term);
  if (!scaled) return parseTerm(term, unit);
  const by = Number(scaled[4]);
  if (scaled[3] && by === 0) refuse('A length can’t be divided by 0.');
  const length = parseTerm(scaled[1]!.trim(), unit);
  return scaled[3] ? length / by : length * by;
}

/** Rounds to the nearest 1/denominator inch and returns whole, numerator and lowest denominator of |mm|. */
function splitInches(mm: number, denominator: number): { whole: number; top: number; bottom: number } {
  const parts = Math.round(Math.abs(toInches(mm)) * denominator);
  let top = parts % denominator;
  let bottom = denominator;
  while (top > 0 && top % 2 === 0 && bottom % 2 === 0) {
    top /= 2;
    bottom /= 2;
  }
  return { whole: Math.floor(parts / denominator), top, bottom };
}

function inchDigits(whole: number, top: number, bottom: number): string {
  if (top === 0) return `${whole}`;
  return whole === 0 ? `${top}/${bottom}` : `${whole} ${top}/${bottom}`;
}

/** `13 1/4"`: nearest 1/denominator inch, lowest terms, no feet: what a tape shows. */
export function printInches(mm: number, denominator = 16): string {
  const { whole, top, bottom } = splitInches(mm, denominator);
  const sign = mm < 0 && (whole > 0 || top > 0) ? '-' : '';
  return `${sign}${inchDigits(whole, top, bottom)}"`;
}

/** `1' 1 1/4"`: nearest 1/denominator inch with feet split off. */
export function printFeet(mm: number, denominator = 16): string {
  const { whole, top, bottom } = splitInches(mm, denominator);
  const sign = mm < 0 && (whole > 0 || top > 0) ? '-' : '';
  const wholeFeet = Math.floor(whole / 12);
  const rest = inchDigits(whole % 12, top, bottom);
  if (wholeFeet === 0) return `${sign}${rest}"`;
  return rest === '0' ? `${sign}${wholeFeet}'` : `${sign}${wholeFeet}' ${rest}"`;
}

export interface PrintLengthOptions {
  /** smallest part of an inch; 16 when not given */
  denominator?: number;
  /** inches only (as on a tape), or feet and inches; inches when not given */
  style?: 'inches' | 'feet';
  /** smallest remainder in mm that is shown instead of rounded away; 0.2 mm (about 1/128 in) when not given */
  remainderFromMm?: number;
}

/**
 * Prints a length for a person with a tape: nearest 1/16 in in inch houses, nearest 0.5 mm in metric ones.
 * Where the rounding would matter it is a thirty-second, or it is said: `13 9/32"`, `just over 13 1/4"`; what is printed can be parsed
 * again, within the 1/32 in that a tape is read to.
 */
export function printLength(mm: number, unit: LengthUnit, options: PrintLengthOptions = {}): string {
  if (!Number.isFinite(mm)) throw new RangeError(`printLength: ${mm} is not a length in mm`);
  if (unit === 'mm') return `${Number(mm.toFixed(1)) || 0} mm`;
  const denominator = options.denominator ?? 16;
  const printed = options.style === 'feet' ? printFeet(mm, denominator) : printInches(mm, denominator);
  const rounded = (Math.sign(mm) * Math.round(Math.abs(toInches(mm)) * denominator) * MM_PER_INCH) / denominator;
  const remainder = mm - rounded;
  if (Math.abs(remainder) < (options.remainderFromMm ?? 0.2)) return printed;
  // what lies halfway between two sixteenths is a thirty-second, as sums of box edges and plates make it
  const finer = toInches(mm) * 32;
  if (options.denominator === undefined && Math.abs(finer - Math.round(finer)) < 0.01)
    return options.style === 'feet' ? printFeet(mm, 32) : printInches(mm, 32);
  // millimetres stay in metric houses
  return `just ${remainder < 0 ? 'under' : 'over'} ${printed}`;
}

/** For drawings: the mark to make on the tape, always rounded to 1/16 in (inch houses) or 1 mm. */
export function printMark(mm: number, unit: LengthUnit): string {
  return unit === 'mm' ? `${Math.round(mm)} mm` : printInches(mm, 16);
}

/** Nearest sixteenth of an inch (inch houses) or millimetre: the step of an arrow key and of a drag. */
export function snapToTape(mm: number, unit: LengthUnit): number {
  return unit === 'mm' ? Math.round(mm) : (Math.round(toInches(mm) * 16) / 16) * MM_PER_INCH;
}
