/** A keypad for lengths and volts with a thumb: what each key makes of what stands there. Whatever is pressed, what stands there can be read. */
import type { LengthUnit } from './length.js';

export const FRACTIONS = ['1/8', '1/4', '3/8', '1/2', '5/8', '3/4', '7/8'] as const;
export type Fraction = (typeof FRACTIONS)[number];
export type PadUnit = LengthUnit | 'V';
export type PadKey = '0' | '1' | '2' | '3' | '4' | '5' | '6' | '7' | '8' | '9' | '.' | 'ft' | '+1/16' | 'back' | 'clear' | Fraction;

/** Keys of a pad in rows, as they lie under the thumb. */
export function padKeys(unit: PadUnit): PadKey[][] {
  const digits: PadKey[][] = [
    ['7', '8', '9'],
    ['4', '5', '6'],
    ['1', '2', '3'],
  ];
  return unit === 'in'
    ? [[...FRACTIONS.slice(0, 4)], [...FRACTIONS.slice(4), '+1/16'], ...digits, ['ft', '0', 'back']]
    : [...digits, ['.', '0', 'back']];
}

/** So many digits before the point are enough for a house and for any tester. */
const MOST_DIGITS: Record<PadUnit, number> = { in: 4, mm: 5, V: 3 };
const MOST_FEET = 3;
const INCHES_A_FOOT = 12;

interface Parts {
  feet: string;
  whole: string;
  sixteenths: number;
}
/** `12' 7 3/8` in its parts. */
function partsOf(text: string): Parts {
  const feet = /^(\d+)'/.exec(text)?.[1] ?? '';
  const rest = text.replace(/^\d+'/, '').trim();
  const [, whole = '', top, bottom] = /^(\d*)\s*(?:(\d+)\/(\d+))?$/.exec(rest) ?? [];
  return { feet, whole: top !== undefined && whole === '' ? '' : whole, sixteenths: top ? (Number(top) * 16) / Number(bottom) : 0 };
}
function fractionText(sixteenths: number): string {
  let [top, bottom] = [sixteenths, 16];
  while (top % 2 === 0 && bottom > 1) [top, bottom] = [top / 2, bottom / 2];
  return `${top}/${bottom}`;
}
function textOf({ feet, whole, sixteenths }: Parts): string {
  const inches = [whole, sixteenths ? fractionText(sixteenths) : ''].filter(Boolean).join(' ');
  return [feet ? `${feet}'` : '', inches].filter(Boolean).join(' ');
}

/**
 * What stands there after a key. A fraction takes the place of the one that stood there; a digit behind a fraction changes nothing, nor
 * does one that would make twelve inches or more behind feet.
 */
export function press(text: string, key: PadKey, unit: PadUnit): string {
  if (key === 'clear') return '';
  if (unit !== 'in') {
    if (key === 'back') return text.slice(0, -1);
    if (key === '.') return text.includes('.') || text === '' ? text || '0.' : `${text}.`;
    if (!/^\d$/.test(key)) return text;
    const decimals = text.split('.')[1];
    if (decimals !== undefined) return decimals.length < 2 ? text + key : text;
    return text.length < MOST_DIGITS[unit] ? (text === '0' ? key : text + key) : text;
  }
  const parts = partsOf(text);
  if (key === 'back') {
    if (parts.sixteenths) return textOf({ ...parts, sixteenths: 0 });
    if (parts.whole) return textOf({ ...parts, whole: parts.whole.slice(0, -1) });
    return parts.feet;
  }
  if (key === 'ft') return parts.feet || parts.sixteenths || !parts.whole || parts.whole.length > MOST_FEET ? text : `${parts.whole}'`;
  if (key === '+1/16') {
    const sixteenths = parts.sixteenths + 1;
    if (sixteenths < 16) return textOf({ ...parts, sixteenths });
    const whole = Number(parts.whole || '0') + 1;
    // behind feet the twelfth inch is the next foot
    if (parts.feet && whole >= INCHES_A_FOOT) return textOf({ feet: `${Math.min(999, Number(parts.feet) + 1)}`, whole: '', sixteenths: 0 });
    return textOf({ ...parts, sixteenths: 0, whole: `${Math.min(9999, whole)}` });
  }
  if (key.includes('/')) {
    const [top, bottom] = key.split('/').map(Number) as [number, number];
    return textOf({ ...parts, sixteenths: (top * 16) / bottom });
  }
  if (key === '.' || parts.sixteenths) return text;
  const whole = parts.whole === '0' ? key : parts.whole + key;
  if (parts.feet && Number(whole) >= INCHES_A_FOOT) return text;
  return whole.length > MOST_DIGITS.in ? text : textOf({ ...parts, whole });
}

/** As the hand meant it: a point at the end is none yet. */
export const padValue = (text: string): string => text.replace(/\.$/, '').trim();
