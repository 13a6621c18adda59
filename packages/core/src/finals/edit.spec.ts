/** A ring of two sockets and a radial of one, edited and read, by hand. */
import { describe, expect, it } from 'vitest';
import { emptySite, measured, type Final, type FinalPoint, type FinalReading, type Site } from '../model/index.js';
import {
  addPoint, addSpur, dropFinal, dropPoint, dropReading, finalOf, freeWay, isLie, newFinal, noted, printReading, printReadingWithUnit, printRunLength, putFinal, putPoint, putReading, putRun, readPlainNumber, readReading, readRunLength, saidOtherwise, sheetOf, sizesSeen,
} from './index.js'; // prettier-ignore

const AT = '2026-11-29T09:00:00Z';
const socket = (id: string): FinalPoint => ({ id, name: `Socket ${id}`, kind: 'twin' });
const RING: Final = {
  ...{ id: 'r', name: 'Ring', number: '1', shape: 'ring', ratingA: 32, points: [socket('a'), socket('b')] },
  runs: [
    { id: '1', ends: ['board', 'a'], size: '2.5/1.5', length: measured(5000) },
    { id: '2', ends: ['a', 'b'], size: '2.5/1.5', length: measured(4000) },
    { id: '3', ends: ['b', 'board'], size: '2.5/1.5', length: measured(6000) },
  ],
};
const RADIAL: Final = { ...RING, id: 'd', number: '2', shape: 'radial', ratingA: 20, points: [socket('a')], runs: [{ id: '1', ends: ['board', 'a'], size: '2.5/1.5' }] }; // prettier-ignore
const runs = (f: Final): string[] => f.runs.map((r) => `${r.ends.join('–')} ${r.size}${r.length ? ` ${r.length.mm / 1000} m` : ''}${r.presets ? ' taken' : ''}`); // prettier-ignore

describe('circuits of a house', () => {
  const site = (...finals: Final[]): Site => ({ ...emptySite(), ...(finals.length ? { finals } : {}) });
  it('put in place of the one with its id, or behind the others; the last one dropped leaves none', () => {
    const names = (s: Site) => s.finals?.map((f) => f.name);
    expect(names(putFinal(site(RING, RADIAL), { ...RING, name: 'New' }))).toEqual(['New', 'Ring']);
    expect([names(putFinal(site(), RING)), names(putFinal(site(RING), RADIAL))]).toEqual([['Ring'], ['Ring', 'Ring']]);
    expect([names(dropFinal(site(RING, RADIAL), 'r')), 'finals' in dropFinal(site(RING), 'r')]).toEqual([['Ring'], false]);
    expect([finalOf(site(RING, RADIAL), 'd')?.number, finalOf(site(), 'd')]).toEqual(['2', undefined]);
  });
  it('the first way that no circuit has', () => {
    expect([freeWay(site()), freeWay(site(RING)), freeWay(site(RING, RADIAL)), freeWay(site(RADIAL)), freeWay(site(RING, { ...RADIAL, number: '3' }))]).toEqual(['1', '2', '3', '1', '2']); // prettier-ignore
    expect(newFinal(site(RING), 'x', 'Shed', 'radial')).toEqual({
      id: 'x',
      name: 'Shed',
      number: '2',
      shape: 'radial',
      points: [],
      runs: [],
    });
  });
});

describe('points and runs', () => {
  it('one more on a ring goes before the way home, which keeps its length', () => {
    const next = addPoint(RING, socket('c'));
    expect(runs(next)).toEqual(['board–a 2.5/1.5 5 m', 'a–b 2.5/1.5 4 m', 'b–c 2.5/1.5 taken', 'c–board 2.5/1.5 6 m']);
    expect(next.points.map((p) => p.id)).toEqual(['a', 'b', 'c']);
  });
  it('the first of a ring has two ways home, of a radial one; a radial of 32 A takes 4 mm² (handbook 28)', () => {
    const bare = (shape: 'ring' | 'radial', ratingA: 20 | 32) =>
      runs(addPoint({ ...RING, shape, ratingA, points: [], runs: [] }, socket('a')));
    expect([bare('ring', 32), bare('radial', 20), bare('radial', 32)]).toEqual([['board–a 2.5/1.5 taken', 'a–board 2.5/1.5 taken'], ['board–a 2.5/1.5 taken'], ['board–a 4/1.5 taken']]); // prettier-ignore
  });
  it('one more on a radial goes behind the last, of the size before; a spur hangs where it is said', () => {
    expect(runs(addPoint({ ...RADIAL, runs: [{ ...RADIAL.runs[0]!, size: '4/1.5' }] }, socket('c')))).toEqual(['board–a 4/1.5', 'a–c 4/1.5 taken']); // prettier-ignore
    expect(runs(addSpur(RING, 'a', socket('s'))).at(-1)).toBe('a–s 2.5/1.5 taken');
    expect(new Set(addPoint(addSpur(RING, 'a', socket('s')), socket('c')).runs.map((r) => r.id)).size).toBe(5);
  });
  it('a point taken out of a ring: one run leads through, its length is not known any more', () => {
    expect(runs(dropPoint(RING, 'b'))).toEqual(['board–a 2.5/1.5 5 m', 'a–board 2.5/1.5']);
    // the last but one of a ring has both its runs at the board: nothing leads through
    expect(runs(dropPoint(dropPoint(RING, 'b'), 'a'))).toEqual([]);
    // three runs meet: its spur hangs in the air
    expect(runs(dropPoint(addSpur(RING, 'b', socket('s')), 'b'))).toEqual(['board–a 2.5/1.5 5 m']);
    expect(runs(dropPoint(RADIAL, 'a'))).toEqual([]);
  });
  it('readings of a point that is gone go with it, others stay', () => {
    const read = (pointId?: string): FinalReading => ({ test: 'zs', value: 1, at: AT, ...(pointId ? { pointId } : {}) });
    const tested = { ...RING, tests: { readings: [read('a'), read('b'), read()] } };
    expect(dropPoint(tested, 'b').tests!.readings.map((r) => r.pointId)).toEqual(['a', undefined]);
    expect('tests' in dropPoint(RING, 'b')).toBe(false);
  });
  it('a run said anew: its size is no preset any more, its length leaves that as it was', () => {
    const taken = addPoint(RADIAL, socket('c'));
    const id = taken.runs[1]!.id;
    expect([runs(putRun(taken, id, { size: '4/1.5' }))[1], runs(putRun(taken, id, { length: measured(3000) }))[1]]).toEqual(['a–c 4/1.5', 'a–c 2.5/1.5 3 m taken']); // prettier-ignore
    expect(runs(putRun(RING, '2', { length: undefined }))[1]).toBe('a–b 2.5/1.5');
    expect('length' in putRun(RING, '2', { length: undefined }).runs[1]!).toBe(false);
    expect(runs(sizesSeen(taken))).toEqual(['board–a 2.5/1.5', 'a–c 2.5/1.5']);
    const point = putPoint(RING, 'a', { name: 'Hob', boxId: 'x' });
    expect([point.points[0], 'boxId' in putPoint(point, 'a', { boxId: undefined }).points[0]!, point.points[1]]).toEqual([{ ...socket('a'), name: 'Hob', boxId: 'x' }, false, socket('b')]); // prettier-ignore
  });
});

describe('lengths and readings as they are typed', () => {
  it('a bare number up to 100 is metres, above it millimetres; feet and inches as such; nothing is not measured', () => {
    const of = (text: string) => { const r = readRunLength(text); return r.ok ? r.length && Math.round(r.length.mm * 10) / 10 : r.message; }; // prettier-ignore
    expect([of('6.5'), of('6,5'), of('100'), of('101'), of('6500 mm'), of(`10'`), of('12 m'), of('')]).toEqual([6500, 6500, 100_000, 101, 6500, 3048, 12_000, undefined]); // prettier-ignore
    expect([of('0'), of('-3'), of('−3')]).toEqual(['“0” is no length of cable; write 6.5 m.', '“-3” is no length of cable; write 6.5 m.', '“−3” is no length of cable; write 6.5 m.']); // prettier-ignore
    expect(readRunLength('far')).toMatchObject({ ok: false });
    expect([saidOtherwise({ mm: 1, known: 'measured', as: `10'` }), saidOtherwise({ mm: 1, known: 'measured', as: '10 ft' }), saidOtherwise({ mm: 1, known: 'measured', as: '6.5' }), saidOtherwise({ mm: 1, known: 'measured' })]).toEqual([true, true, false, false]); // prettier-ignore
    expect([printRunLength(measured(6500)), printRunLength(measured(6504)), printRunLength(measured(6506))]).toEqual(['6.5 m', '6.5 m', '6.51 m']); // prettier-ignore
  });
  it('a reading with point or comma, in its unit or one that is turned into it', () => {
    const of = (text: string, unit: Parameters<typeof readReading>[1]) => { const r = readReading(text, unit); return r.ok ? [r.value, r.over === true] : r.message; }; // prettier-ignore
    expect([of('0.45', 'Ω'), of('0,45', 'Ω'), of('.5', 'Ω'), of('450 mΩ', 'Ω'), of('1.2 kΩ', 'Ω'), of('3 ohms', 'Ω')]).toEqual([[0.45, false], [0.45, false], [0.5, false], [0.45, false], [1200, false], [3, false]]); // prettier-ignore
    expect([of('>999', 'MΩ'), of('≥ 200 MΩ', 'MΩ'), of('2 GΩ', 'MΩ'), of('500 kΩ', 'MΩ'), of('1200 A', 'kA'), of('0.2 s', 'ms'), of('>300', 'ms')]).toEqual([[999, true], [200, true], [2000, false], [0.5, false], [1.2, false], [200, false], [300, true]]); // prettier-ignore
    expect([of('over', 'Ω'), of('OL', 'MΩ'), of('∞', 'ms'), of('none', 'kA')]).toEqual([[20_000, true], [999, true], [10_000, true], [50, true]]); // prettier-ignore
    expect([of('right', 'seen'), of('✗', 'seen'), of('maybe', 'seen')]).toEqual([[1, false], [0, false], '“maybe” is neither right nor wrong; write right or wrong.']); // prettier-ignore
  });
  it('what is none, is of another unit, or is more than an instrument shows, is refused with what would do', () => {
    const why = (text: string, unit: Parameters<typeof readReading>[1]) => { const r = readReading(text, unit); return r.ok ? r.value : r.message.split(';')[0]; }; // prettier-ignore
    expect([why('12 ms', 'Ω'), why('5 Ω', 'MΩ'), why('low', 'Ω')]).toEqual(['“12 ms” is in another unit than Ω', '“5 Ω” is in another unit than MΩ', '“low” is not a reading']); // prettier-ignore
    expect([why('20000', 'Ω'), why('20001', 'Ω'), why('50', 'kA'), why('51', 'kA')]).toEqual([20_000, '20001 is more than an instrument shows', 50, '51 is more than an instrument shows']); // prettier-ignore
    expect([why('1'.repeat(30), 'Ω'), why('1'.repeat(31), 'Ω')]).toEqual([expect.stringMatching(/more than an instrument/), 'That is too long for a reading']); // prettier-ignore
  });
  it('as it is written on a sheet: as it was read, nothing rounded up or away', () => {
    const printed = (value: number, unit: Parameters<typeof printReading>[1], over?: boolean) => printReading({ value, over }, unit);
    expect([printed(0.5, 'Ω'), printed(0.285, 'Ω'), printed(3, 'Ω'), printed(0.3 - 0.1, 'Ω'), printed(1.2, 'kA'), printed(1.234, 'kA')]).toEqual(['0.50', '0.285', '3.00', '0.20', '1.20', '1.234']); // prettier-ignore
    expect([printed(9.4, 'ms'), printed(24, 'ms'), printed(200, 'MΩ'), printed(1.55, 'MΩ'), printed(99.9, 'MΩ')]).toEqual(['9.4', '24', '200', '1.55', '99.9']); // prettier-ignore
    // over 99.9 is not over 100
    expect([printed(99.9, 'MΩ', true), printed(999, 'MΩ', true), printed(300, 'ms', true), printed(20_000, 'Ω', true), printed(10_000, 'ms', true), printed(100_000, 'MΩ', true)]).toEqual(['>99.9', '>999', '>300', 'over', 'over', '>100000']); // prettier-ignore
    const whole = (value: number, unit: Parameters<typeof printReading>[1], over?: boolean) => printReadingWithUnit({ value, over }, unit);
    expect([whole(0.3, 'Ω'), whole(99.9, 'MΩ', true), whole(20_000, 'Ω', true), whole(1, 'seen')]).toEqual(['0.30 Ω', '>99.9 MΩ', 'over', 'right']); // prettier-ignore
    // what is printed is read back as it was
    for (const [text, unit] of [
      ['>99.9', 'MΩ'],
      ['0.285', 'Ω'],
      ['over', 'Ω'],
      ['24', 'ms'],
    ] as const) {
      const back = readReading(text, unit);
      expect(back.ok && printReading(back, unit)).toBe(text);
    }
    expect([printed(1, 'seen'), printed(0, 'seen')]).toEqual(['right', 'wrong']);
  });
  it('a plain number, with a comma; nothing is not known', () => {
    expect([readPlainNumber('0,35', '0.35'), readPlainNumber(' 2 ', '1'), readPlainNumber(' ', '1')]).toEqual([{ ok: true, value: 0.35 }, { ok: true, value: 2 }, { ok: true, value: undefined }]); // prettier-ignore
    expect([readPlainNumber('x', '0.35'), readPlainNumber('Infinity', '1').ok]).toEqual([{ ok: false, message: '“x” is not a number; write 0.35.' }, false]); // prettier-ignore
  });
  it('a reading takes the place of the one of its test and point; one is dropped by its key', () => {
    const read = (test: 'zs' | 'r1', value: number, pointId?: string): FinalReading => ({
      test,
      value,
      at: AT,
      ...(pointId ? { pointId } : {}),
    });
    const all = [read('zs', 1, 'a'), read('zs', 2, 'b'), read('r1', 3)].reduce(putReading, RING);
    const values = (f: Final) => sheetOf(f).readings.map((r) => r.value);
    expect([values(all), values(putReading(all, read('zs', 9, 'a'))), values(dropReading(all, 'zs/b')), values(RING)]).toEqual([[1, 2, 3], [2, 3, 9], [1, 3], []]); // prettier-ignore
  });
});

describe('what was found out, noted', () => {
  it('an unseen spur: a joint takes its place on the ring, and it hangs on that by a length that is only taken', () => {
    const after = noted(RING, { is: 'unseen spur', pointId: 'b', lengthMm: 3000 });
    expect(runs(after)).toEqual(['board–a 2.5/1.5 5 m', 'a–tee-b 2.5/1.5 4 m', 'tee-b–board 2.5/1.5 6 m', 'tee-b–b 2.5/1.5 3 m taken']);
    expect([after.points.at(-1), after.runs.at(-1)!.length!.known]).toEqual([{ id: 'tee-b', name: 'Joint at Socket b', kind: 'joint' }, 'assumed']); // prettier-ignore
    expect(noted(RING, { is: 'unseen spur', pointId: 'x', lengthMm: 1 }).points.at(-1)!.name).toBe('Joint at x');
  });
  it('a bridge, a cable that is none, one that is longer; a fault is mended, not noted', () => {
    expect(runs(noted(RING, { is: 'bridge', from: 'a', to: 'b', lengthMm: 2000 })).at(-1)).toBe('a–b 2.5/1.5 2 m taken');
    expect(runs(noted(RING, { is: 'no cable', runId: '2' }))).toEqual(['board–a 2.5/1.5 5 m', 'b–board 2.5/1.5 6 m']);
    const longer = noted(RING, { is: 'longer', runId: '2', byMm: 1500 });
    expect([runs(longer)[1], longer.runs[1]!.length!.known, runs(longer)[0]]).toEqual([
      'a–b 2.5/1.5 5.5 m',
      'assumed',
      'board–a 2.5/1.5 5 m',
    ]);
    // nobody measured it: it can’t be longer than that
    expect(runs(noted(RADIAL, { is: 'longer', runId: '1', byMm: 1500 }))).toEqual(['board–a 2.5/1.5']);
    const lies = (['unseen spur', 'bridge', 'no cable', 'longer', 'open', 'swapped'] as const).map((is) => isLie({ is } as never));
    expect(lies).toEqual([true, true, true, true, false, false]);
    expect(noted(RING, { is: 'open' } as never)).toBe(RING);
  });
});
