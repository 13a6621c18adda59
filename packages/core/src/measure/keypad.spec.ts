/** A thumb on a keypad: fractions by one touch, and whatever is pressed can be read as a length. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inches, padKeys, padValue, parseLength, press, type PadKey, type PadUnit } from './index.js';

const keyed = (unit: PadUnit, ...keys: PadKey[]): string => keys.reduce((text, key) => press(text, key, unit), '');

describe('inches', () => {
  it.each<[string, PadKey[], string]>([
    ['a whole number and a fraction by one touch', ['2', '5', '3/8'], '25 3/8'],
    ['another fraction takes its place', ['2', '5', '3/8', '1/2'], '25 1/2'],
    ['sixteenths are counted up from where it stands', ['2', '5', '3/8', '+1/16'], '25 7/16'],
    ['one more than fifteen is the next inch', ['2', '5', '7/8', '+1/16', '+1/16'], '26'],
    ['a fraction alone', ['5/8'], '5/8'],
    ['sixteenths alone', ['+1/16'], '1/16'],
    ['feet', ['1', '2', 'ft', '7', '1/4'], `12' 7 1/4`],
    ['eleven inches at most behind feet', ['5', 'ft', '9', '2'], `5' 9`],
    ['the sixteenth after 11 15/16 is the next foot', ['5', 'ft', '1', '1', '7/8', '+1/16', '+1/16'], `6'`],
    ['feet alone', ['8', 'ft'], `8'`],
    ['feet twice change nothing', ['8', 'ft', '3', 'ft'], `8' 3`],
    ['no feet out of nothing', ['ft'], ''],
    ['a digit behind a fraction changes nothing', ['3', '1/2', '4'], '3 1/2'],
    [
      'back takes the fraction first, then digit by digit, then the feet',
      ['1', '2', 'ft', '7', '1/4', 'back', 'back', 'back', 'back'],
      '1',
    ],
    ['a leading nought gives way', ['0', '7'], '7'],
    ['clear', ['1', '2', 'clear'], ''],
  ])('%s', (_, keys, text) => expect(keyed('in', ...keys)).toBe(text));
  it('is read as the length that it says', () => {
    const read = parseLength(keyed('in', '1', '2', 'ft', '7', '1/4', '+1/16'), { unit: 'in' });
    expect(read.ok && read.mm).toBeCloseTo(inches(151 + 5 / 16), 9);
  });
});

describe('millimetres and volts', () => {
  it('a point once, two decimals, and a point at the end is none yet', () => {
    expect(keyed('V', '1', '1', '9', '.', '8')).toBe('119.8');
    expect(keyed('V', '0', '.', '.', '4', '5', '6')).toBe('0.45');
    expect(padValue(keyed('mm', '3', '0', '.'))).toBe('30');
    expect(keyed('V', '.', '5')).toBe('0.5');
  });
  it('has no fractions and no feet', () => {
    expect(padKeys('V').flat()).not.toContain('1/2');
    expect(keyed('mm', '1', '1/2', 'ft', '+1/16')).toBe('1');
  });
});

it('whatever is pressed, nothing stands there or what can be read, and back always comes to nothing', () => {
  const units: PadUnit[] = ['in', 'mm', 'V'];
  for (const unit of units)
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...padKeys(unit).flat()), { maxLength: 14 }), (keys) => {
        let text = keyed(unit, ...keys);
        const value = padValue(text);
        if (value !== '') {
          if (unit === 'V') expect(Number(value)).not.toBeNaN();
          else expect(parseLength(value, { unit })).toMatchObject({ ok: true });
        }
        for (let n = 0; n < 20; n++) text = press(text, 'back', unit);
        expect(text).toBe('');
      }),
      { numRuns: 1000 },
    );
});
