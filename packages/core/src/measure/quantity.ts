/** Quantities other than length: reading what people type and printing with a fixed number of figures. */
import { MM_PER_INCH, printLength, type LengthUnit } from './length.js';

/** Units that a term of a sum can have. `length` is mm inside and printed in the house's unit. */
export type Unit =
  | 'length'
  | 'in³'
  | 'in²'
  | 'A'
  | 'W'
  | 'V'
  | 'Ω'
  | '%'
  | 'ft'
  | 'min'
  | 'h'
  | 'count'
  | 'Ω/1000 ft'
  | 'lbf·in'
  | 'lb'
  | 'm'
  | 'm²'
  | 'mΩ/m'
  | 'mV/A/m'
  | 'MΩ'
  | 'kA'
  | 'ms';

const DECIMALS: Record<Exclude<Unit, 'length'>, number> = {
  'in³': 2,
  'in²': 2,
  A: 2,
  W: 0,
  V: 2,
  Ω: 3,
  '%': 2,
  ft: 1,
  min: 0,
  h: 1,
  count: 2,
  'Ω/1000 ft': 2,
  'lbf·in': 0,
  lb: 1,
  m: 1,
  'm²': 0,
  'mΩ/m': 2,
  'mV/A/m': 1,
  MΩ: 0,
  kA: 2,
  ms: 0,
};

/** `20.25 in³`, `9.17 A`, `13 1/4"`; counts have no unit word and no needless zeros. */
export function printQuantity(value: number, unit: Unit, lengthUnit: LengthUnit): string {
  if (!Number.isFinite(value)) throw new RangeError(`printQuantity: ${value} ${unit} is not finite`);
  if (unit === 'length') return printLength(value, lengthUnit);
  if (unit === 'count') return `${Number(value.toFixed(2))}`;
  return `${value.toFixed(DECIMALS[unit])} ${unit}`;
}

export const IN3_PER_CM3 = 1 / (MM_PER_INCH / 10) ** 3;

export type NumberReading = { ok: true; value: number } | { ok: false; came: string; message: string };

const tooLong = (text: string): NumberReading | undefined =>
  text.length > 40
    ? { ok: false, came: `${text.slice(0, 40)}…`, message: `That is ${text.length} characters long; 40 are plenty.` }
    : undefined;

/** Reads a volume: `18`, `18 in3`, `20.3 cu in`, `330 cm³`. @returns in³ */
export function parseVolume(text: string): NumberReading {
  const long = tooLong(text);
  if (long) return long;
  const match = /^\s*(\d+\.?\d*|\.\d+)\s*(in3|in³|cu\.? ?in\.?|cubic inch(?:es)?|cm3|cm³|ml)?\s*$/i.exec(text);
  if (!match) return { ok: false, came: text, message: 'That is not a volume; write 18, 20.3 in3 or 330 cm3.' };
  const metric = /^(cm|ml)/i.test(match[2] ?? '');
  const value = Number(match[1]) * (metric ? IN3_PER_CM3 : 1);
  if (value === 0) return { ok: false, came: text, message: 'A box can’t have no volume; read the number stamped inside.' };
  if (value > 1000) return { ok: false, came: text, message: 'Over 1000 in³ is no outlet box; check the unit.' };
  return { ok: true, value };
}

/** Reads an area: `4 in2`, `25 cm²`; a bare number is in². @returns in² */
export function parseArea(text: string): NumberReading {
  const long = tooLong(text);
  if (long) return long;
  const match = /^\s*(\d+\.?\d*|\.\d+)\s*(in2|in²|sq\.? ?in\.?|cm2|cm²|ft2|ft²|sq\.? ?ft\.?)?\s*$/i.exec(text);
  if (!match) return { ok: false, came: text, message: 'That is not an area; write 4 in2, 25 cm2 or 2 ft2.' };
  const unit = (match[2] ?? 'in2').toLowerCase();
  const factor = unit.startsWith('cm') ? 1 / (MM_PER_INCH / 10) ** 2 : /ft/.test(unit) ? 144 : 1;
  return { ok: true, value: Number(match[1]) * factor };
}

/** What an appliance draws, as typed: `1100`, `1100 W`, `1.1 kW` are watts; `9.2 A` amps. */
export type PowerReading = { ok: true; watts?: number; amps?: number } | { ok: false; came: string; message: string };

/** Reads a nameplate: watts (also kW) or amps; a bare number is watts. */
export function parsePower(text: string): PowerReading {
  const long = tooLong(text);
  if (long && !long.ok) return long;
  const match = /^\s*(\d+\.?\d*|\.\d+)\s*(kw|w|watts?|a|amps?|va)?\s*$/i.exec(text.replace(/(\d) (\d{3})\b/, '$1$2'));
  if (!match) return { ok: false, came: text, message: 'That is not a load; write 1100 W, 1.1 kW or 9.2 A as on the nameplate.' };
  const value = Number(match[1]);
  if (!(value > 0)) return { ok: false, came: text, message: 'The nameplate says more than 0; look on the plate or the cord.' };
  const unit = (match[2] ?? 'w').toLowerCase();
  if (unit.startsWith('a')) {
    return value > 100
      ? { ok: false, came: text, message: 'Over 100 A is no plug-in appliance; were watts meant?' }
      : { ok: true, amps: value };
  }
  const watts = unit === 'kw' ? value * 1000 : value;
  return watts > 25000 ? { ok: false, came: text, message: 'Over 25 kW is no plug-in appliance; check the unit.' } : { ok: true, watts };
}

/** Degrees, one way and the other. */
export const celsiusOf = (fahrenheit: number): number => (fahrenheit - 32) / 1.8;
export const fahrenheitOf = (celsius: number): number => celsius * 1.8 + 32;
