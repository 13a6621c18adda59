/**
 * What a reading says, just inside and outside of its limit: a ring of 60 m and a radial of 10 m of 2.5/1.5. Copper 7.41 and 12.1 mΩ/m
 * (BS EN 60228), Table 41.3, 64 and 643 of BS 7671, guidance on rings: all from memory; the sums by hand.
 */
import { describe, expect, it } from 'vitest';
import { measured, type Final, type FinalReading, type FinalTest, type Incoming, type TestSheet } from '../model/index.js';
import { dueKey, dueTests, mustRead, readingLines } from './index.js';

const AT = '2026-11-29T09:00:00Z';
const point = (id: string) => ({ id, name: id, kind: 'twin' as const });
const run = (id: string, ends: [string, string], metres?: number) => ({ id, ends, size: '2.5/1.5' as const, ...(metres === undefined ? {} : { length: measured(metres * 1000) }) }); // prettier-ignore
const RING: Final = { id: 'r', name: 'Ring', number: '1', shape: 'ring', ratingA: 32, curve: 'B', residual: true, points: [point('a'), point('b')], runs: [run('1', ['board', 'a'], 20), run('2', ['a', 'b'], 15), run('3', ['b', 'board'], 25)] }; // prettier-ignore
const RADIAL: Final = { ...RING, shape: 'radial', points: [point('a')], runs: [run('1', ['board', 'a'], 10)] };
type Read = [test: FinalTest, value: number, pointId?: string, over?: true];
const reading = ([test, value, pointId, over]: Read): FinalReading => ({ test, value, at: AT, ...(pointId ? { pointId } : {}), ...(over ? { over } : {}) }); // prettier-ignore
/** What the last of these readings says: verdict and its code. */
const says = (
  final: Final,
  reads: Read[],
  { incoming = {}, sheet = {} }: { incoming?: Incoming; sheet?: Partial<TestSheet> } = {},
): string => {
  const last = reads.at(-1)!;
  const key = last[2] ? `${last[0]}/${last[2]}` : last[0];
  const line = readingLines({ ...final, tests: { ...sheet, readings: reads.map(reading) } }, incoming).find((l) => dueKey(l.due) === key)!;
  return `${line.judged!.verdict} ${line.judged!.code.split('.')[1]}`;
};
const ring = (...reads: Read[]) => says(RING, reads);

describe('ends of a ring', () => {
  it('through, and as long as was noted: 60 m are 0.4446 Ω, within 0.05', () => {
    expect([ring(['r1', 0.44]), ring(['r1', 0.49]), ring(['r1', 0.5]), ring(['r1', 0.4]), ring(['r1', 0.39])].map((s) => s.split(' ')[0])).toEqual(['ok', 'ok', 'caution', 'ok', 'caution']); // prettier-ignore
    for (const test of ['r1', 'rn', 'r2'] as const) expect(ring([test, 9, undefined, true])).toBe('stop ringBroken');
  });
  it('line and neutral alike, within 0.05', () => {
    const rn = (value: number) => ring(['r1', 0.44], ['rn', value]);
    expect([rn(0.44), rn(0.49), rn(0.495), rn(0.39), rn(0.385)]).toEqual(['ok goesRound', 'ok goesRound', 'stop liveApart', 'caution lengthsApart', 'stop liveApart']); // prettier-ignore
    // without r1 nothing is held against it
    expect(ring(['rn', 0.46])).toBe('ok goesRound');
  });
  it('the protective conductor by the areas: 12.1 ÷ 7.41 of 0.44 is 0.7185, within a tenth', () => {
    const r2 = (value: number) => ring(['r1', 0.44], ['r2', value]);
    expect([r2(0.72), r2(0.79), r2(0.795), r2(0.65), r2(0.645)]).toEqual(['ok goesRound', 'ok goesRound', 'stop cpcHigh', 'caution lengthsApart', 'caution cpcLow']); // prettier-ignore
    // of two sizes no ratio is known
    const mixed: Final = { ...RING, runs: RING.runs.map((r, i) => (i ? r : { ...r, size: '4/1.5' })) };
    expect(says(mixed, [['r1', 0.4], ['r2', 0.73]])).toBe('ok goesRound'); // prettier-ignore
  });
  it('leads are taken off, and what was read warm is reckoned cold', () => {
    // (0.55 − 0.04) ÷ 1.04 at 30 °C is 0.490; 0.56 is 0.500
    const sheet = { leadsOhm: 0.04, celsius: 30 };
    expect([says(RING, [['r1', 0.55]], { sheet }), says(RING, [['r1', 0.56]], { sheet })]).toEqual([
      'ok goesRound',
      'caution lengthsApart',
    ]);
    const sum = readingLines({ ...RING, tests: { ...sheet, readings: [reading(['r1', 0.55])] } })[0]!.judged!.sums[0]!;
    expect([sum.terms.map((t) => t.value), sum.result.value, sum.formula]).toEqual([[0.55, -0.04], expect.closeTo(0.51 / 1.04, 9), '(read − leads) ÷ 1.040, to 20 °C from 30 °C']); // prettier-ignore
  });
});

describe('cross-connected', () => {
  const ENDS: Read[] = [['r1', 0.44], ['rn', 0.44], ['r2', 0.72]]; // prettier-ignore
  const at = (test: 'crossed-ln' | 'crossed-le', value: number, final = RING, id = 'a') => says(final, [...ENDS, [test, value, id]]);
  it('line to neutral a quarter of both, 0.22, at every socket', () => {
    expect([0.22, 0.27, 0.275, 0.17, 0.165].map((v) => at('crossed-ln', v))).toEqual(['ok likeOthers', 'ok likeOthers', 'stop moreThanOthers', 'ok likeOthers', 'stop tooLow']); // prettier-ignore
    expect([says(RING, [['crossed-ln', 0.22, 'a']]), says(RING, [...ENDS, ['crossed-ln', 9, 'a', true]])]).toEqual(['can’t tell endsFirst', 'stop crossedNothing']); // prettier-ignore
  });
  it('line to earth a quarter of both, 0.29, in the middle, and toward the board as little as 0.2731', () => {
    // 0.44 × 0.72 ÷ 1.16 = 0.2731, less 0.05
    expect([0.29, 0.34, 0.345, 0.225, 0.22].map((v) => at('crossed-le', v))).toEqual(['ok likeOthers', 'ok likeOthers', 'stop moreThanOthers', 'ok likeOthers', 'stop tooLow']); // prettier-ignore
  });
  it('on a spur of 10 m by that more: 0.148 to neutral, 0.195 to earth', () => {
    const spur: Final = { ...RING, points: [...RING.points, point('s')], runs: [...RING.runs, run('4', ['a', 's'], 10)] };
    expect([0.368, 0.418, 0.419, 0.319, 0.318].map((v) => at('crossed-ln', v, spur, 's'))).toEqual(['ok asItsSpur', 'ok asItsSpur', 'stop spurMore', 'ok asItsSpur', 'stop tooLow']); // prettier-ignore
    expect([0.485, 0.535, 0.536].map((v) => at('crossed-le', v, spur, 's'))).toEqual(['ok asItsSpur', 'ok asItsSpur', 'stop spurMore']);
    // one that nobody measured reads a quarter and more, never less
    const unmeasured: Final = { ...spur, runs: [...RING.runs, run('4', ['a', 's'])] };
    expect([0.17, 0.9, 0.165].map((v) => at('crossed-ln', v, unmeasured, 's'))).toEqual(['can’t tell spurUnmeasured', 'can’t tell spurUnmeasured', 'stop spurTooLow']); // prettier-ignore
  });
  it('a radial linked at the board: 10 m are 0.1951 Ω, within 0.05', () => {
    const le = (value: number, final = RADIAL, over?: true) => says(final, [['crossed-le', value, 'a', over]]);
    expect([le(0.2), le(0.245), le(0.246), le(0.146), le(0.145), le(9, RADIAL, true)]).toEqual(['ok asItsCable', 'ok asItsCable', 'stop cableMore', 'ok asItsCable', 'caution cableLess', 'stop linkedNothing']); // prettier-ignore
    expect(le(0.2, { ...RADIAL, runs: [run('1', ['board', 'a'])] })).toBe('can’t tell lengthsUnknown');
    expect(le(0.2, { ...RADIAL, points: [...RADIAL.points, point('b')], runs: [run('1', ['board', 'b'], 10), run('2', ['a', 'a'], 1)] })).toMatch(/^can’t tell/); // prettier-ignore
  });
});

describe('insulation, polarity', () => {
  it('at least 1 MΩ at 500 V; a sound circuit reads over 200 (common practice)', () => {
    const le = (value: number, over?: true) => ring(['insulation-le', value, undefined, over]);
    expect([le(0.99), le(1), le(199), le(200)]).toEqual([
      'stop insulationLow',
      'caution insulationPoor',
      'caution insulationPoor',
      'ok sound',
    ]);
    // where the instrument shows no more than 99 it is more: that is no poor circuit, and no sound one by what is usual; over less than what is asked tells nothing
    expect([le(200, true), le(999, true)]).toEqual(['ok sound', 'ok sound']);
    expect([le(99, true), le(1, true), le(0.5, true)]).toEqual(['ok insulationOver', 'ok insulationOver', 'can’t tell rangeEnds']);
  });
  it('right or exchanged', () => {
    expect([ring(['polarity', 1, 'a']), ring(['polarity', 0, 'a']), ring(['polarity-live', 1]), ring(['polarity-live', 0])]).toEqual(['ok asMarked', 'stop exchanged', 'ok asMarked', 'stop exchanged']); // prettier-ignore
  });
});

describe('the loop', () => {
  const zs = (value: number, final: Final = RADIAL, incoming: Incoming = {}, over?: true) => says(final, [['zs', value, 'a', over]], { incoming }); // prettier-ignore
  it('B32: 0.95 × 230 ÷ 160 = 1.37 Ω, read cold 80 % of it, 1.096', () => {
    expect([zs(1.09), zs(1.1), zs(1.37), zs(1.38), zs(9, RADIAL, {}, true)]).toEqual(['ok opensAtOnce', 'caution loopWarm', 'caution loopWarm', 'stop loopOver', 'stop noLoop']); // prettier-ignore
    // C32 half of it: 0.68 and 0.544
    const c: Final = { ...RADIAL, curve: 'C' };
    expect([zs(0.54, c), zs(0.55, c), zs(0.69, c)]).toEqual(['ok opensAtOnce', 'caution loopWarm', 'stop loopOver']);
    expect([zs(0.5, { ...RADIAL, ratingA: undefined }), zs(0.5, { ...RADIAL, curve: undefined })]).toEqual(['can’t tell limitUnknown', 'can’t tell limitUnknown']); // prettier-ignore
  });
  it('against what outside and cable make of it: 0.30 + 0.1951, within 0.05', () => {
    expect([zs(0.54, RADIAL, { zeOhm: 0.3 }), zs(0.55, RADIAL, { zeOhm: 0.3 })]).toEqual(['ok opensAtOnce', 'caution loopMore']);
  });
  it('on an earth electrode: 50 V ÷ 30 mA = 1667 Ω behind a 30 mA device; above 200 it may not be stable', () => {
    const tt = (value: number, residual: boolean | undefined) => zs(value, { ...RADIAL, residual }, { earthing: 'TT' });
    expect([tt(200, true), tt(201, true), tt(1666, true), tt(1667, true)]).toEqual(['ok ttWithin', 'caution electrodeUnstable', 'caution electrodeUnstable', 'stop ttTooHigh']); // prettier-ignore
    expect([tt(50, false), tt(50, undefined), tt(1667, undefined)]).toEqual(['stop ttUnprotected', 'can’t tell ttResidualUnknown', 'stop ttTooHigh']); // prettier-ignore
  });
});

describe('fault current and the 30 mA device', () => {
  it('no more than the breaker breaks; where the range ends below that it can’t be told', () => {
    const kA = (value: number, breaksKa?: 6 | 10, over?: true) => says({ ...RADIAL, ...(breaksKa ? { breaksKa } : {}) }, [['fault-current', value, undefined, over]]); // prettier-ignore
    expect([kA(6, 6), kA(6.1, 6), kA(6.1, 10), kA(5, 6, true), kA(7, 6, true), kA(1)]).toEqual(['ok breakingHeld', 'stop breakingOver', 'ok breakingHeld', 'can’t tell rangeEnds', 'stop breakingOver', 'can’t tell breakingUnknown']); // prettier-ignore
  });
  it('300 ms at its rated current, 40 ms at five times; its button', () => {
    const ms = (test: 'residual-1x' | 'residual-5x', value: number, over?: true) => ring([test, value, undefined, over]).split(' ')[0];
    expect([ms('residual-1x', 300), ms('residual-1x', 301), ms('residual-1x', 300, true), ms('residual-5x', 40), ms('residual-5x', 41)]).toEqual(['ok', 'stop', 'stop', 'ok', 'stop']); // prettier-ignore
    expect([ring(['residual-button', 1]), ring(['residual-button', 0])]).toEqual(['ok opens', 'stop buttonDead']);
  });
});

describe('tests in their order, and what each must read', () => {
  it('dead ones first; of a ring its ends, of a radial none; without a 30 mA device none of its', () => {
    const tests = (final: Final) => dueTests(final).map(dueKey).join(' ');
    expect(tests(RADIAL)).toBe('crossed-le/a insulation-ln insulation-le insulation-ne polarity/a polarity-live zs/a fault-current residual-1x residual-5x residual-button'); // prettier-ignore
    expect(tests({ ...RING, residual: false })).toBe('r1 rn r2 crossed-ln/a crossed-ln/b crossed-le/a crossed-le/b insulation-ln insulation-le insulation-ne polarity/a polarity/b polarity-live zs/a zs/b fault-current'); // prettier-ignore
    expect(dueTests({ ...RADIAL, residual: undefined }).length).toBe(11);
    // what no run leads to is tested all the same, a joint is none
    const more: Final = { ...RADIAL, points: [...RADIAL.points, point('x'), { ...point('j'), kind: 'joint' as never }] };
    expect(tests(more)).toContain('zs/a zs/x fault-current');
    expect(dueTests(RADIAL).filter((d) => d.live).map((d) => d.test)[0]).toBe('polarity-live'); // prettier-ignore
  });
  it('to two places where it is a resistance, nothing where nothing goes through, empty where it can’t be told', () => {
    const must = (final: Final, key: string, incoming: Incoming = {}) => mustRead(readingLines(final, incoming).find((l) => dueKey(l.due) === key)!); // prettier-ignore
    expect([must(RING, 'r1'), must(RING, 'r2'), must(RING, 'crossed-ln/a'), must(RADIAL, 'crossed-le/a'), must(RADIAL, 'zs/a', { zeOhm: 0.3 }), must(RADIAL, 'zs/a'), must(RADIAL, 'insulation-le')]).toEqual(['0.44', '0.73', '0.22', '0.20', '0.50', '', '']); // prettier-ignore
  });
});
