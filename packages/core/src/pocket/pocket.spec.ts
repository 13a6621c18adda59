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

  // worked by hand: Table 314.16(B), chapter 9 Table 8, 300.4, 334.30, IRC R502.8.1; UK: BS 7671, Approved Document A (from memory)
  it.each([
    ['length', { expression: '100 + 27', unit: 'mm' }, '127 mm', 'note'],
    ['length', { expression: '3 - 8' }, '-5"', 'note'],
    ['box-fill', { fourteen: 4, clamps: 'no' }, '8.00 in³', 'can’t tell'],
    ['box-fill', { fourteen: 4, clamps: false }, '8.00 in³', 'can’t tell'],
    ['box-fill', { twelve: 3 }, '9.00 in³', 'can’t tell'],
    ['box-fill', { ten: 2, clamps: 'no' }, '5.00 in³', 'can’t tell'],
    ['box-fill', { twelve: 2, ten: 1, clamps: 'no' }, '7.00 in³', 'can’t tell'],
    ['box-fill', { fourteen: 1, twelve: 1, clamps: 'no' }, '4.25 in³', 'can’t tell'],
    ['box-fill', { twelve: 1, ten: 1, clamps: 'no' }, '4.75 in³', 'can’t tell'],
    ['box-fill', { ten: 1, yokes: 1, clamps: 'no' }, '6.50 in³', 'can’t tell'],
    ['box-fill', { yokes: 2, yokeGauge: 12, clamps: 'no' }, '9.00 in³', 'can’t tell'],
    ['box-fill', { fourteen: 2, fittings: 1, clamps: 'no', volume: 6 }, '6.00 in³', 'ok'],
    // five grounds: a quarter of one more for the fifth since 2020
    ['box-fill', { fourteen: 1, grounds: 5, clamps: 'no', edition: 'US-2017' }, '4.00 in³', 'can’t tell'],
    ['box-fill', { fourteen: 1, grounds: 5, clamps: 'no', edition: 'US-2023' }, '4.50 in³', 'can’t tell'],
    ['free-conductor', { free: '6', boxDepth: '3 1/2', openingWidth: '2 1/4', openingHeight: '3 3/4' }, 'at least 6 1/4"', 'stop'],
    ['free-conductor', { free: '6', boxDepth: '3 1/2', sheath: '1/2', openingWidth: '2 1/4', openingHeight: '3 3/4' }, 'at least 6"', 'ok'],
    ['free-conductor', { free: '6', boxDepth: '1/8', sheath: '1', openingWidth: '2', openingHeight: '3' }, 'at least 6"', 'ok'],
    ['circuit-load', { breaker: 20, loads: 'heater 12.5 A continuous' }, '15.63 A', 'ok'],
    ['circuit-load', { breaker: 20, loads: 'heater 12.5 A cont.' }, '15.63 A', 'ok'],
    ['circuit-load', { breaker: 20, loads: 'heater 12.5 A' }, '12.50 A', 'ok'],
    ['circuit-load', { volts: 240, loads: '2400 W' }, '10.00 A', 'ok'],
    ['circuit-load', { loads: 'saw 1.2 kW\niron .5 kW' }, '14.17 A', 'ok'],
    ['circuit-load', { loads: 'saw 1.2 kW; iron .7 kW' }, '15.83 A', 'stop'],
    ['voltage-drop', { gauge: 12, length: `50'`, load: '12 A' }, '2.32 V = 1.93 %', 'ok'],
    ['voltage-drop', { gauge: 12, length: `50'`, load: '1440 W' }, '2.32 V = 1.93 %', 'ok'],
    ['voltage-drop', { gauge: 12, length: `50'`, load: 12 }, '0.02 V = 0.02 %', 'ok'],
    ['voltage-drop', { length: `50'`, load: '1440 W', volts: 240 }, '1.84 V = 0.77 %', 'ok'],
    ['voltage-drop', { length: '15240', unit: 'mm', load: '12 A' }, '3.68 V = 3.07 %', 'caution'],
    ['bored-hole', { studDepth: '3 1/2', hole: '1', fromFace: '1 3/4' }, '1 1/4" of wood, no plate', 'ok'],
    ['bored-hole', { studDepth: '3 1/2', hole: '1', fromFace: '' }, '1 1/4" of wood, no plate', 'ok'],
    ['bored-hole', { studDepth: '3 1/2', hole: '1', fromFace: '1 1/4' }, '3/4" of wood, plate', 'caution'],
    ['bored-hole', { studDepth: '3 1/2', hole: '1', fromFace: '1' }, '1/2" of wood, plate', 'stop'],
    ['bored-hole', { studDepth: '3 1/2', hole: '1 1/2' }, '1" of wood, plate', 'can’t tell'],
    ['bored-hole', { studDepth: '3 1/2', hole: '1 1/2', bearing: 'yes' }, '1" of wood, plate', 'stop'],
    ['bored-hole', { studDepth: '3 1/2', hole: '1 1/2', bearing: 'no' }, '1" of wood, plate', 'caution'],
    // 11 ft between clamps: 12 in at each end, 108 in between are two spaces of 54 in; 8 in from a box without a clamp they are three
    ['staples', { run: `11'` }, '3 staples', 'note'],
    ['staples', { run: `11'`, start: 'no clamp' }, '4 staples', 'note'],
    ['staples', { run: `11'`, end: 'no clamp' }, '4 staples', 'note'],
    ['staples', { run: `12000"` }, '223 staples', 'note'],
    ['staples', { run: '0' }, '0 staples', 'note'],
    ['height-match', { bottom: '13 1/4' }, 'plate bottom at 12 7/8"', 'note'],
    ['height-match', { bottom: '14', existing: '13 1/4', floorToAdd: '3/4' }, 'plate bottom at 12 7/8"', 'ok'],
    ['height-match', { bottom: '14', existing: '15, 14 1/8' }, 'plate bottom at 13 5/8"', 'ok'],
    ['height-match', { bottom: '14', existing: '15; 14 3/16;' }, 'plate bottom at 13 5/8"', 'caution'],
    ['height-match', { bottom: '14', boxHeight: '4' }, 'plate bottom at 13 3/4"', 'note'],
    ['counter-clearance', { counter: '34 1/2', backsplash: '4 3/8' }, 'plate bottom 39 1/8", box bottom 39 1/2"', 'ok'],
    ['counter-clearance', { counter: '34 1/2', backsplash: '4 3/8', boxHeight: '4 1/2' }, 'plate bottom 39 1/8", box bottom 39 1/8"', 'ok'],
    ['counter-clearance', { counter: '34 1/2', backsplash: '18' }, 'plate bottom 52 3/4", box bottom 53 1/8"', 'caution'],
    ['joist-cut', { joistDepth: '9', size: '3' }, 'at most 3"', 'ok'],
    ['joist-cut', { joistDepth: '200', size: '60', unit: 'mm' }, 'at most 66 mm', 'ok'],
    ['joist-cut', { joistDepth: '9 1/4', size: '3/4', toEdge: '2', toNextHole: '2' }, 'at most 3 1/16"', 'ok'],
    ['joist-cut', { joistDepth: '9 1/4', size: '3/4', toEdge: '1 15/16' }, 'at most 3 1/16"', 'stop'],
    ['joist-cut', { joistDepth: '9 1/4', size: '3/4', toNextHole: '1 15/16' }, 'at most 3 1/16"', 'stop'],
    ['joist-cut', { joistDepth: '9 1/4', size: '3/4', toEdge: '', toNextHole: '' }, 'at most 3 1/16"', 'ok'],
    ['joist-cut', { joistDepth: '9 1/4', cut: 'notch', size: '1 1/2', third: 'outer' }, 'at most 1 1/2"', 'ok'],
    ['joist-cut', { joistDepth: '9 1/4', cut: 'notch', size: '1 1/2', third: 'middle' }, 'at most 1 1/2"', 'stop'],
    ['joist-cut', { joistDepth: '9 1/4', cut: 'notch at the end', size: '2 1/4' }, 'at most 2 5/16"', 'ok'],
    ['joist-cut', { joistDepth: '9 1/4', size: '9 3/16' }, 'at most 3 1/16"', 'stop'],
    // a saw takes 1/8 in out of 10 ft: two of 5 ft don’t come out of it
    ['cut-stock', { pieces: `2 x 60`, stock: `10'` }, '2 of 120"', 'note'],
    ['cut-stock', { pieces: `2 × 60`, stock: `10'`, kerf: 0 }, '1 of 120"', 'note'],
    ['cut-stock', { pieces: `120\n0.5`, stock: `10'` }, '2 of 120"', 'note'],
    ['cut-stock', { pieces: '200 x 1/2', stock: `10'`, kerf: 0 }, '1 of 120"', 'note'],
    ['masonry-chase', { length: '30', width: '1 1/4', depth: '1', leaf: '4', runs: 'along' }, '0.9 l of rubble, 0.6 l of mortar, 2 passes', 'stop'],
    ['masonry-chase', { length: '30', width: '1 1/4', depth: '1', leaf: '' }, '0.9 l of rubble, 0.6 l of mortar, 2 passes', 'can’t tell'],
    ['wall-anchors', { weight: 40, out: '6', down: '12', upper: 4, all: 4, pull: '', shear: '' }, '5.0 lb of pull and 10.0 lb of shear on each of the upper row', 'can’t tell'],
    ['uk-ring', { r1: 'over', rn: '0.44', r2: '0.72' }, 'broken', 'stop'],
    ['uk-ring', { r1: '0.44', rn: '0.44', r2: 'over' }, 'broken', 'stop'],
    ['uk-loop', { rating: 32, curve: 'B', zs: 'over' }, '1.10 Ω read cold, at most', 'stop'],
    ['uk-drop', { size: '4/1.5', length: '24000mm', amps: 20 }, '5.28 V, 2.30 %', 'ok'],
    ['uk-joist', { joistDepth: '195mm', size: '25mm', offLine: '10mm' }, 'at most 48 mm', 'stop'],
    ['uk-joist', { joistDepth: '195mm', size: '25mm', offLine: '9mm', span: '3600mm', fromBearing: '1200mm', toNextHole: '75mm' }, 'at most 48 mm', 'ok'],
    ['uk-joist', { joistDepth: '195mm', size: '25mm', offLine: '0', span: '3600mm', fromBearing: '1200mm', toNextHole: '74mm' }, 'at most 48 mm', 'stop'],
    ['uk-joist', { joistDepth: '195mm', cut: 'notch', size: '24mm', span: '3600mm', fromBearing: '400mm' }, 'at most 24 mm', 'ok'],
    ['uk-joist', { joistDepth: '195mm', cut: 'notch', size: '24mm', span: '', fromBearing: '400mm' }, 'at most 24 mm', 'can’t tell'],
    ['uk-zone', { ceiling: '150mm', residual: 'no' }, 'not here', 'stop'],
    ['uk-zone', { ceiling: '150mm' }, 'here', 'can’t tell'],
    ['uk-zone', { corner: '150mm', residual: 'yes' }, 'here', 'ok'],
    ['uk-zone', { corner: '151mm', residual: 'yes' }, 'not here', 'stop'],
    ['uk-zone', { accessory: 'across', residual: 'yes' }, 'here', 'ok'],
    ['uk-zone', { accessory: 'up or down', residual: 'yes' }, 'here', 'ok'],
    ['uk-zone', { deep: '50mm' }, 'here', 'ok'],
    ['uk-zone', { deep: '49mm' }, 'not here', 'stop'],
  ])('%s of %j is %s', (name, input, figure, verdict) => {
    const answer = ask(name, input);
    expect([answer.figure, answer.verdict]).toEqual([figure, verdict]);
  }); // prettier-ignore

  it('a length is said the other ways too, with its sum', () => {
    expect(ask('length', { expression: ' 13 1/4 + 3/8 ' })).toMatchObject({
      says: `1' 1 5/8" · 346.1 mm`,
      sums: [{ formula: '13 1/4 + 3/8', result: { label: 'together', value: expect.closeTo(346.075) as number, unit: 'length' } }],
    });
    expect(ask('length', { expression: '254', unit: 'mm' }).says).toBe('10" · 10"');
  });
  it('staples by their places, thirty of them, with what spaces them', () => {
    const at = (input: Record<string, unknown>) => ask('staples', input);
    expect(at({ run: `11'` }).says).toBe(`at 1', 5' 6", 10' from the start`);
    expect(at({ run: `11'`, start: 'no clamp', end: 'no clamp' }).says).toBe(`at 8", 3' 10 11/16", 7' 1 5/16", 10' 4" from the start`);
    expect(at({ run: '0' }).says).toBe('no run, no staples');
    // 29 spaces of 54 in and a foot at each end
    expect([at({ run: '1590"' }).says.endsWith(' …'), at({ run: '1590"' }).says.includes('…'), at({ run: '1591"' }).says.includes(' …')]).toEqual([false, false, true]);
    expect(at({ run: '1590"' }).says.split(',').length).toBe(30);
    expect(at({ run: `11'`, end: 'no clamp' }).sums[0]!.terms.map((t) => [t.label, Math.round((t.value / 25.4) * 1e6) / 1e6])).toEqual([['run', 132], ['first within', 12], ['last within', 8], ['between them at most', 54]]);
  }); // prettier-ignore
  it('a load alone says what it leaves out; one that is too much needs no more said', () => {
    expect(ask('circuit-load', { breaker: 20, loads: 'press 1100 W' }).says).toMatch(/if nothing else hangs on the circuit$/);
    expect(ask('circuit-load', { loads: 'saw 1.2 kW; iron .7 kW' }).says).not.toMatch(/nothing else/);
    // fixed: over half of the circuit beside others (210.23); the same that can be unplugged may
    const half = (loads: string) => ask('circuit-load', { loads }).verdict;
    expect([half('heater 1000 W fixed; lamp 60 W'), half('heater 1000 W; lamp 60 W')]).toEqual(['stop', 'ok']);
    const named = ask('circuit-load', { loads: '60 W; lamp 40 W' }).sums[0]!.terms.map((t) => t.label);
    expect([named[0]!.startsWith('load'), named[1]!.startsWith('lamp')]).toEqual([true, true]);
  });
  it('pieces of each length of stock, with the cuts between them', () => {
    const bars = (pieces: string) => ask('cut-stock', { pieces, stock: `10'` }).sums.map((s) => [...s.terms, s.result, s.limit!].map((t) => [t.label, Math.round((t.value / 25.4) * 1e6) / 1e6])); // prettier-ignore
    expect(bars('40; 30')).toEqual([[['piece 1', 40], ['piece 2', 30], ['one cut between them', 0.125], ['length 1, used', 70.125], ['stock', 120]]]); // prettier-ignore
    expect(bars('3 x 20')[0]!.slice(3)).toEqual([['2 cuts between them', 0.25], ['length 1, used', 60.25], ['stock', 120]]); // prettier-ignore
    expect(bars('119; 118')).toEqual([[['piece 1', 119], ['length 1, used', 119], ['stock', 120]], [['piece 1', 118], ['length 2, used', 118], ['stock', 120]]]); // prettier-ignore
    expect(ask('cut-stock', { pieces: '40; 30', stock: `10'` }).says).toBe('no fewer would do; longest pieces first from each');
  });
  it('a ring names the worst of its three', () => {
    // rn 0.44 beside r1 0.44 is well, r2 must be 2.5 ÷ 1.5 times that, 0.73
    const ring = (r1: string, rn: string, r2: string) => ask('uk-ring', { r1, rn, r2 });
    expect(ring('0.44', '0.44', '0.73').sums.length).toBeGreaterThan(1);
    expect([ring('0.44', '0.44', '0.73').verdict, ring('0.44', '0.44', '0.44').verdict === 'ok', ring('0.44', '0.60', '0.73').verdict]).toEqual(['ok', false, 'stop']); // prettier-ignore
  });
  it('there is no sum of a name that none has', () => expect(pocketSum('fill')).toBeUndefined());

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
    // just outside what would do
    ['box-fill', { fourteen: 41 }, 'fourteen'],
    ['box-fill', { fourteen: 1.5 }, 'fourteen'],
    ['box-fill', { fourteen: 1, yokes: 9 }, 'yokes'],
    ['box-fill', { fourteen: 1, fittings: 9 }, 'fittings'],
    ['box-fill', { fourteen: 1, groundGauge: 8 }, 'groundGauge'],
    ['box-fill', { fourteen: 1, volume: 1001 }, 'volume'],
    ['circuit-load', { breaker: 25, loads: 'press 1100 W' }, 'breaker'],
    ['circuit-load', { volts: 99, loads: 'press 1100 W' }, 'volts'],
    ['circuit-load', { volts: 251, loads: 'press 1100 W' }, 'volts'],
    ['circuit-load', { loads: 'press 1100 W;; lamp' }, 'loads'],
    ['bored-hole', { studDepth: '3 1/2', hole: '3 1/2' }, 'hole'],
    ['bored-hole', { studDepth: '3 1/2', hole: '1', fromFace: '3 9/16' }, 'fromFace'],
    ['staples', { run: '12000 1/16"' }, 'run'],
    ['height-match', { bottom: '13', boxHeight: '0' }, 'boxHeight'],
    ['joist-cut', { joistDepth: '9 1/4', size: '1', toEdge: 'near' }, 'toEdge'],
    ['cut-stock', { pieces: '201 x 1', stock: `10'` }, 'pieces'],
    ['cut-stock', { pieces: '0 x 3', stock: `10'` }, 'pieces'],
    ['cut-stock', { pieces: '150 x 1; 51 x 1', stock: `10'` }, 'pieces'],
    ['cut-stock', { pieces: '120 1/16', stock: `10'` }, 'pieces'],
    ['cut-stock', { pieces: '0', stock: `10'` }, 'pieces'],
    ['wall-anchors', { weight: 40, out: '4', down: '8', upper: 0, all: 2 }, 'upper'],
    ['wall-anchors', { weight: 40, out: '4', down: '8', upper: 4, all: 41 }, 'all'],
    ['wall-anchors', { weight: 40, out: '4', down: '8', upper: 4, all: 8, pull: 0 }, 'pull'],
    ['uk-drop', { length: '24000mm', amps: 101 }, 'amps'],
    ['uk-drop', { length: '24000mm', amps: 0 }, 'amps'],
    ['uk-ring', { r1: 'well', rn: '0.44', r2: '0.72' }, 'r1'],
    ['uk-loop', { rating: 33, zs: '0.5' }, 'rating'],
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
