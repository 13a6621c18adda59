/** The figures of handbook 22, asked for the way a person or a program would. */
import { describe, expect, it } from 'vitest';
import { checkShape } from '../model/index.js';
import { POCKET_SUMS, pocketSum, SumInputError } from './index.js';

const ask = (name: string, input: Record<string, unknown>) => {
  const sum = pocketSum(name)!;
  const checked = checkShape(sum.schema, input);
  if (!checked.ok) throw new SumInputError(checked.errors[0]!.path.slice(1), checked.errors[0]!.came, checked.errors[0]!.message);
  return sum.run(checked.value as never);
};

describe('pocket sums', () => {
  it.each([
    ['length', { expression: '13 1/4 + 3/8' }, '13 5/8"', 'note'],
    ['length', { expression: `8' - 1 1/2` }, '94 1/2"', 'note'],
    ['box-fill', { fourteen: 4, grounds: 2, yokes: 1, clamps: 'yes', volume: 18 }, '16.00 in³', 'ok'],
    [
      'box-fill',
      { twelve: '6', grounds: '3', groundGauge: '12', yokes: '1', yokeGauge: '12', clamps: 'yes', volume: '20.3' },
      '22.50 in³',
      'stop',
    ],
    ['box-fill', { fourteen: 4 }, '10.00 in³', 'can’t tell'],
    ['free-conductor', { free: '6 1/4', boxDepth: '3 1/2', openingWidth: '2 1/4', openingHeight: '3 3/4' }, 'at least 6 1/4"', 'ok'],
    ['circuit-load', { breaker: 15, loads: '14 lamps 840 W continuous' }, '8.75 A', 'ok'],
    ['circuit-load', { breaker: '20', loads: 'first 7.5 A; second 11 A' }, '18.50 A', 'ok'],
    ['voltage-drop', { gauge: 14, length: `50'`, load: '12 A' }, '3.68 V = 3.07 %', 'caution'],
    ['bored-hole', { studDepth: '3 1/2', hole: '1' }, '1 1/4" of wood, no plate', 'ok'],
    ['staples', { run: `18'` }, '5 staples', 'note'],
    ['height-match', { bottom: '13 1/4', existing: '13 1/4; 15' }, 'plate bottom at 12 7/8"', 'ok'],
    ['counter-clearance', { counter: '34 1/2', backsplash: '4 3/8', clearance: 0 }, 'plate bottom 38 7/8", box bottom 39 1/4"', 'ok'],
    ['joist-cut', { joistDepth: '9 1/4', size: '3/4' }, 'at most 3 1/16"', 'ok'],
    ['joist-cut', { joistDepth: '7 1/4', size: '2 1/2' }, 'at most 2 3/8"', 'stop'],
    ['joist-cut', { joistDepth: '9 1/4', cut: 'notch', size: '1 1/2' }, 'at most 1 1/2"', 'can’t tell'],
    ['cut-stock', { pieces: `3 x 41 1/2; 16; 22 3/4`, stock: `10'` }, '2 of 120"', 'note'],
    ['masonry-chase', { length: '30', width: '1 1/4', depth: '1', leaf: '4' }, '0.9 l of rubble, 0.6 l of mortar, 2 passes', 'ok'],
    ['masonry-chase', { length: 750, width: 30, depth: 25, unit: 'mm' }, '0.8 l of rubble, 0.6 l of mortar, 2 passes', 'can’t tell'],
    // by hand: 40 × 4 ÷ 12 ÷ 4 = 3.3 lb, 40 ÷ 8 = 5 lb; a quarter of 50 and of 60: 3.3/12.5 + 5/15 = 0.6
    ['wall-anchors', { weight: 40, out: '4', down: '12', upper: 4, all: 8 }, '3.3 lb of pull and 5.0 lb of shear on each of the upper row', 'can’t tell'], // prettier-ignore
    ['wall-anchors', { weight: 40, out: '4', down: '12', upper: 4, all: 8, pull: 50, shear: 60 }, '3.3 lb of pull and 5.0 lb of shear on each of the upper row', 'ok'], // prettier-ignore
    // the same on an arm of 20 in: 16.7/12.5 + 5/15 = 1.67
    ['wall-anchors', { weight: 40, out: '20', down: '12', upper: 4, all: 8, pull: 50, shear: 60 }, '16.7 lb of pull and 5.0 lb of shear on each of the upper row', 'stop'], // prettier-ignore
    ['through-wall', { wall: '12' }, '1/4" lower outside, bit 13"', 'note'],
    // UK: (0.44 + 0.72) ÷ 4 and 0.88 ÷ 4; 0.8 × 1.37; 20 × 18 × 24; a quarter of 195; a third of 100 (handbook 12 and 28)
    ['uk-ring', { r1: '0.44', rn: 0.44, r2: '0,72' }, 'R1+R2 about 0.29 Ω, L to N 0.22 Ω', 'ok'],
    ['uk-ring', { r1: '0.44', rn: 'over', r2: '0.72' }, 'broken', 'stop'],
    ['uk-ring', { r1: '0.44', rn: '0.52', r2: '0.72' }, 'R1+R2 about 0.29 Ω, L to N 0.24 Ω', 'stop'],
    ['uk-loop', { rating: 32, curve: 'B', zs: '1.09' }, '1.10 Ω read cold, at most', 'ok'],
    ['uk-loop', { rating: '32', curve: 'C', zs: '0.6' }, '0.54 Ω read cold, at most', 'caution'],
    ['uk-loop', { rating: 16, curve: 'B', zs: 2.8 }, '2.18 Ω read cold, at most', 'stop'],
    ['uk-drop', { length: '24000mm', amps: '20' }, '8.64 V, 3.76 %', 'ok'],
    ['uk-drop', { length: 40_000, amps: 20, unit: 'mm' }, '14.40 V, 6.26 %', 'stop'],
    ['uk-joist', { joistDepth: '195mm', size: '25mm', offLine: '0', span: '3600mm', fromBearing: '1200mm' }, 'at most 48 mm', 'ok'],
    ['uk-joist', { joistDepth: '195mm', size: '25mm', span: '3600mm', fromBearing: '1200mm' }, 'at most 48 mm', 'can’t tell'],
    ['uk-joist', { joistDepth: '195mm', cut: 'notch', size: '25mm' }, 'at most 24 mm', 'stop'],
    ['uk-chase', { leaf: 100, depth: 25, unit: 'mm' }, 'at most 33 mm deep', 'ok'],
    ['uk-chase', { leaf: 100, depth: 25, unit: 'mm', runs: 'along' }, 'at most 16 mm deep', 'stop'],
    ['uk-zone', { ceiling: '100mm', residual: 'yes' }, 'here', 'ok'],
    ['uk-zone', { ceiling: '200mm', residual: 'yes' }, 'not here', 'stop'],
  ])('%s %j: %s', (name, input, figure, verdict) => {
    const answer = ask(name, input);
    expect([answer.figure, answer.verdict]).toEqual([figure, verdict]);
    expect(answer.sums.length).toBeGreaterThan(0);
  });

  it('anchors: not read, within a quarter of the packet, over it', () => {
    const mount = { weight: 40, down: '12', upper: 4, all: 8 };
    const packet = { pull: 50, shear: 60 };
    const code = (input: object) => ask('wall-anchors', { ...mount, ...input }).code;
    expect([code({ out: '4' }), code({ out: '4', ...packet }), code({ out: '20', ...packet })]).toEqual([
      'anchors.unread',
      'anchors.within',
      'anchors.tooMuch',
    ]);
  });

  it.each(POCKET_SUMS.map((s) => s.name))('%s refuses a key that it doesn’t know, by its name', (name) => {
    const checked = checkShape(pocketSum(name)!.schema, { box: 'x' });
    expect(!checked.ok && checked.errors.some((e) => /box/.test(e.message + e.path))).toBe(true);
  });
  it.each([
    ['length', { expression: '13 1/0' }, 'expression'],
    ['box-fill', { fourteen: -1 }, 'fourteen'],
    ['box-fill', { fourteen: 'x' }, 'fourteen'],
    ['box-fill', { volume: 0 }, 'volume'],
    // nothing in it is a question, not 0.00 in³
    ['box-fill', {}, 'fourteen'],
    ['box-fill', { volume: 18, grounds: 2 }, 'fourteen'],
    ['free-conductor', { free: 'long', boxDepth: '3', openingWidth: '2', openingHeight: '3' }, 'free'],
    ['circuit-load', { loads: 'press' }, 'loads'],
    ['circuit-load', { loads: ' ; ' }, 'loads'],
    ['voltage-drop', { length: '50', load: 'much' }, 'load'],
    ['voltage-drop', { length: `1' 14"`, load: '3 A' }, 'length'],
    ['bored-hole', { studDepth: '0', hole: '1' }, 'studDepth'],
    ['bored-hole', { studDepth: '3 1/2', hole: '4' }, 'hole'],
    ['height-match', { bottom: '13', existing: '12; abc' }, 'existing'],
    ['staples', { run: '-3' }, 'run'],
    ['joist-cut', { joistDepth: '9 1/4', size: '9 1/4' }, 'size'],
    ['joist-cut', { joistDepth: '0', size: '1' }, 'joistDepth'],
    ['cut-stock', { pieces: '11 ft', stock: `10'` }, 'pieces'],
    ['cut-stock', { pieces: '900 x 3', stock: `10'` }, 'pieces'],
    ['cut-stock', { pieces: ' ; ', stock: `10'` }, 'pieces'],
    ['masonry-chase', { length: '30', width: '0', depth: '1' }, 'width'],
    ['wall-anchors', { weight: 40, out: '4', down: '0', upper: 4, all: 8 }, 'down'],
    ['wall-anchors', { weight: 0, out: '4', down: '8', upper: 4, all: 8 }, 'weight'],
    ['wall-anchors', { weight: 40, out: '4', down: '8', upper: 4, all: 2 }, 'all'],
    ['through-wall', { wall: 'thick' }, 'wall'],
  ])('%s refuses %j and names %s', (name, input, field) => {
    expect(() => ask(name, input)).toThrow(SumInputError);
    try {
      ask(name, input);
    } catch (error) {
      expect((error as SumInputError).field).toBe(field);
    }
  });

  it('from the nearer bearing is at most half the span, and a reading is one', () => {
    const joist = { joistDepth: '195mm', size: '25mm', span: '3600mm' };
    expect(() => ask('uk-joist', { ...joist, fromBearing: '1801mm' })).toThrow(/nearer bearing/);
    expect(ask('uk-joist', { ...joist, fromBearing: '1800mm', offLine: 0 }).verdict).toBe('stop');
    expect(() => ask('uk-loop', { zs: 'low' })).toThrow(/not a reading; write 0\.45/);
  });

  it('every field that a form shows is in the schema, and what stands there at first gives a figure', () => {
    for (const sum of POCKET_SUMS) {
      for (const field of sum.fields) expect(Object.keys(sum.schema.shape), sum.name).toContain(field.key);
      const start = Object.fromEntries(sum.fields.filter((f) => f.start !== '').map((f) => [f.key, f.start]));
      expect(ask(sum.name, start).figure).toBeTruthy();
    }
  });
});
