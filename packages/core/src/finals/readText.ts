/** Readings as people write them down: `0.45`, `0,45`, `>999`, `over`, `right`. */
import type { ReadingUnit } from './tests.js';

export type ReadText = { ok: true; value: number; over?: boolean } | { ok: false; message: string };

const EXAMPLE: Readonly<Record<ReadingUnit, string>> = {
  Ω: '0.45, 450 mΩ, or “over” where nothing goes through',
  MΩ: '200, or >999',
  kA: '1.2',
  ms: '24, or >300',
  seen: 'right or wrong',
};
/** Largest reading of each kind that an instrument shows; more is a slip of the finger. */
const MOST: Readonly<Record<Exclude<ReadingUnit, 'seen'>, number>> = { Ω: 20_000, MΩ: 100_000, kA: 50, ms: 10_000 };
const OVER = /^(?:over|open|ol|o\.l\.|∞|inf|none)$/i;
const RIGHT = /^(?:right|yes|ok|y|1|✓|correct|opens)$/i;
const WRONG = /^(?:wrong|no|n|0|✗|x|reversed|does not open)$/i;

/** @returns Ω, MΩ, kA, ms; 1 or 0 for what is seen */
export function readReading(text: string, unit: ReadingUnit): ReadText {
  const plain = text.trim();
  const refused = (why: string): ReadText => ({ ok: false, message: `${why}; write ${EXAMPLE[unit]}.` });
  if (plain.length > 30) return refused('That is too long for a reading');
  if (unit === 'seen') {
    if (RIGHT.test(plain)) return { ok: true, value: 1 };
    return WRONG.test(plain) ? { ok: true, value: 0 } : refused(`“${plain}” is neither right nor wrong`);
  }
  if (OVER.test(plain)) return { ok: true, value: unit === 'MΩ' ? 999 : MOST[unit], over: true };
  const match = /^([>≥]?)\s*(\d+(?:[.,]\d+)?|[.,]\d+)\s*(m?Ω|mohm|ohms?|kΩ|kohm|MΩ|Mohm|GΩ|kA|A|ms|s)?$/u.exec(plain);
  if (!match) return refused(`“${plain}” is not a reading`);
  const factor = factorOf(match[3], unit);
  if (factor === undefined) return refused(`“${plain}” is in another unit than ${unit}`);
  const value = Number(match[2]!.replace(',', '.')) * factor;
  if (value > MOST[unit]) return refused(`${plain} is more than an instrument shows`);
  return { ok: true, value, ...(match[1] ? { over: true } : {}) };
}

/** Into the unit of the test; undefined for one that is none of it. */
function factorOf(written: string | undefined, unit: Exclude<ReadingUnit, 'seen'>): number | undefined {
  const table: Readonly<Record<Exclude<ReadingUnit, 'seen'>, Readonly<Record<string, number>>>> = {
    Ω: { Ω: 1, ohm: 1, ohms: 1, mΩ: 1e-3, mohm: 1e-3, kΩ: 1e3, kohm: 1e3 },
    MΩ: { MΩ: 1, Mohm: 1, kΩ: 1e-3, kohm: 1e-3, GΩ: 1e3 },
    kA: { kA: 1, A: 1e-3 },
    ms: { ms: 1, s: 1e3 },
  };
  return written === undefined ? 1 : table[unit][written];
}

/** Figures behind the point: two of Ω and kA, as instruments show them, and none that was read is taken away or added to. */
const LEAST_FIGURES: Readonly<Record<Exclude<ReadingUnit, 'seen'>, number>> = { Ω: 2, MΩ: 0, kA: 2, ms: 0 };
const MOST_FIGURES = 4;
/** A reading as it is written on a sheet: as it was read. */
export function printReading({ value, over }: { value: number; over?: boolean | undefined }, unit: ReadingUnit): string {
  if (unit === 'seen') return value === 1 ? 'right' : 'wrong';
  if (over && unit !== 'MΩ' && value >= MOST[unit]) return 'over';
  const plain = `${Number(value.toFixed(MOST_FIGURES))}`;
  const figures = plain.split('.')[1]?.length ?? 0;
  return `${over ? '>' : ''}${figures < LEAST_FIGURES[unit] ? value.toFixed(LEAST_FIGURES[unit]) : plain}`;
}

/** The same with its unit; what is only seen, or over all that is shown, has none. */
export function printReadingWithUnit(reading: { value: number; over?: boolean | undefined }, unit: ReadingUnit): string {
  const text = printReading(reading, unit);
  return /\d$/.test(text) ? `${text} ${unit}` : text;
}

export type PlainNumber = { ok: true; value: number | undefined } | { ok: false; message: string };
/** A plain number as it is written, with point or comma; nothing is not known. @param example what would do */
export function readPlainNumber(text: string, example: string): PlainNumber {
  const plain = text.trim().replace(',', '.');
  if (plain === '') return { ok: true, value: undefined };
  const value = Number(plain);
  return Number.isFinite(value)
    ? { ok: true, value }
    : { ok: false, message: `“${text.trim().slice(0, 30)}” is not a number; write ${example}.` };
}
