/** Worked by hand; fractions also against fraction.js, a reference library from the registry. 1 in = 25.4 mm exactly. */
import fc from 'fast-check';
import Fraction from 'fraction.js';
import { describe, expect, it } from 'vitest';
import { feet, inches, parseLength, printFeet, printInches, printLength, snapToTape, toInches } from './length.js';

const mm = (text: string, unit: 'in' | 'mm' = 'in', allowNegative = false): number => {
  const read = parseLength(text, { unit, allowNegative });
  if (!read.ok) throw new Error(`${text}: ${read.message}`);
  return read.mm;
};
const refusal = (text: string, unit: 'in' | 'mm' = 'in'): string => {
  const read = parseLength(text, { unit });
  if (read.ok) throw new Error(`${text} was read as ${read.mm} mm`);
  return read.message;
};

describe('parseLength reads lengths as people say them', () => {
  it.each([
    ['13 1/4', 13.25],
    ['13-1/4"', 13.25],
    ['13.25', 13.25],
    ['.5', 0.5],
    [`1' 1 1/4"`, 13.25],
    [`1'1-1/4`, 13.25],
    [`1'-1 1/4"`, 13.25],
    ['2 ft 6', 30],
    ['2ft. 6in', 30],
    ['2 feet', 24],
    ['6 inches', 6],
    ['½', 0.5],
    ['13½"', 13.5],
    ['13 ⅝', 13.625],
    ['5/4', 1.25],
    ['1/3', 1 / 3],
    ['2′ 6″', 30],
    [`8' - 1 ft`, 84],
    ['13 1/4 + 3/8', 13.625],
    ['13-1/4 + 3/8', 13.625],
    ['14 1/2 x 3', 43.5],
    ['43 1/2 ÷ 3', 14.5],
    ['20 - 1/4', 19.75],
    ['2 ft 6 + 1/2', 30.5],
  ])('%s is %d in', (text, expected) => {
    expect(toInches(mm(text))).toBeCloseTo(expected, 9);
  });

  it.each([
    ['337mm', 337],
    ['337 MM', 337],
    ['33.7 cm', 337],
    ['0.337 m', 337],
    ['13 1/4" + 0.4 mm', 336.95],
    ['13 1/4" - 0.4 mm', 336.15],
  ])('%s is %d mm', (text, expected) => {
    expect(mm(text)).toBeCloseTo(expected, 9);
  });

  it('reads a bare number in the unit of the house', () => {
    expect(mm('337', 'mm')).toBe(337);
    expect(mm('10', 'in')).toBe(254);
    expect(mm('13 1/4"', 'mm')).toBeCloseTo(336.55, 9);
  });
});

describe('parseLength refuses what means nothing, or two things, and says what would do', () => {
  it.each([
    ['13 1/0', /0 below the line: 1\/0/],
    ['abc', /not a length; write .*13 1\/4/],
    ['', /Nothing was typed/],
    [`1' 14"`, /foot or more; did you mean 2' 2" \(26"\), or just 14"/],
    ['13 5/4', /a whole or more; did you mean 14 1\/4"/],
    ['13.5 1/4', /decimal and a fraction together/],
    [`1.5' 3"`, /part of a foot and inches together/],
    ['33,7', /decimal with a point/],
    ['-3', /below zero/],
    ['3 - 5', /below zero/],
    [`2' - 6`, /Write 2' 6 for the first, 24 - 6 for the second/],
    [`1' 3 mm`, /join them with a \+/],
    ['1/4 mm', /written as decimals/],
    ['13 + ', /Nothing was typed/],
    ['99999 m', /over a kilometre/],
    ['10 ÷ 0', /divided by 0/],
    ['NaN', /not a length/],
    ['1e5', /not a length/],
    ['x'.repeat(10_000_000), /10000000 characters long/],
  ])('%s', (text, says) => {
    expect(refusal(text)).toMatch(says);
  });

  it('refuses a bare fraction in a metric house and says how inches are written', () => {
    expect(refusal('13 1/4', 'mm')).toMatch(/13 1\/4" if inches are meant/);
  });

  it('echoes at most 40 characters of what came', () => {
    const read = parseLength('y'.repeat(1000));
    expect(read.ok ? '' : read.came).toHaveLength(41);
  });

  it('takes a length below zero where one makes sense', () => {
    expect(mm('-2 1/2', 'in', true)).toBeCloseTo(-63.5, 9);
  });
});

describe('printLength', () => {
  it.each([
    [336.55, '13 1/4"'],
    [336.95, 'just over 13 1/4"'],
    [inches(13 + 9 / 32), '13 9/32"'],
    [inches(33 + 21 / 32), '33 21/32"'],
    [336.15, 'just under 13 1/4"'],
    [336.6, '13 1/4"'],
    [0, '0"'],
    [6.35, '1/4"'],
    [-63.5, '-2 1/2"'],
  ])('%d mm is %s', (value, expected) => {
    expect(printLength(value, 'in')).toBe(expected);
  });

  it('splits feet off when asked, and prints metric with a tenth at most', () => {
    expect(printFeet(inches(13.25))).toBe(`1' 1 1/4"`);
    expect(printFeet(feet(8))).toBe(`8'`);
    expect(printLength(336.55, 'mm')).toBe('336.6 mm');
    expect(printLength(337, 'mm')).toBe('337 mm');
  });

  it('refuses what is no number', () => {
    expect(() => printLength(NaN, 'in')).toThrow(/not a length/);
  });

  it('printed, then parsed, gives the same length: sixteenths exactly, anything else within 1/32 in', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 16 * 12 * 40 }), (sixteenths) => {
        const length = (sixteenths / 16) * 25.4;
        for (const style of ['inches', 'feet'] as const) expect(mm(printLength(length, 'in', { style }))).toBeCloseTo(length, 9);
      }),
    );
    fc.assert(
      fc.property(fc.double({ min: 0, max: 20_000, noNaN: true }), (length) => {
        expect(Math.abs(mm(printLength(length, 'in')) - length)).toBeLessThanOrEqual(25.4 / 32 + 0.01);
        expect(Math.abs(mm(printLength(length, 'mm'), 'mm') - length)).toBeLessThanOrEqual(0.0501);
      }),
    );
  });

  it('agrees with fraction.js on lowest terms and on sums of mixed numbers', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 2000 }), fc.integer({ min: 0, max: 2000 }), (a, b) => {
        const [first, second] = [new Fraction(a, 16), new Fraction(b, 16)];
        expect(printInches((a / 16) * 25.4)).toBe(`${first.toFraction(true)}"`);
        expect(toInches(mm(`${first.toFraction(true)} + ${second.toFraction(true)}`))).toBeCloseTo(first.add(second).valueOf(), 9);
      }),
    );
  });

  it('never throws on any text', () => {
    fc.assert(fc.property(fc.string({ maxLength: 60 }), (text) => void parseLength(text)));
    fc.assert(fc.property(fc.stringMatching(/^[0-9 '"/.+\-xmcft÷½]{0,30}$/), (text) => void parseLength(text)));
  });
});

it('snapToTape goes to the nearest sixteenth or millimetre', () => {
  expect(toInches(snapToTape(inches(13.27), 'in'))).toBeCloseTo(13.25, 9);
  expect(snapToTape(336.6, 'mm')).toBe(337);
});
