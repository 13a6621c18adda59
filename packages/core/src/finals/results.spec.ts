/** Tests in their order, the gates between dead and live ones, and the row of a schedule: handbook 12 (BS 7671, 643; memory). */
import { describe, expect, it } from 'vitest';
import type { Final, FinalReading, FinalTest, Isolation } from '../model/index.js';
import { dueKey, dueTests, energiseGate, HOW, howOf, isolationGate, progressOf, readingLines, resultRows, scheduleSays, worstAtPoints } from './index.js'; // prettier-ignore
import { ringOf } from './sample.js';

const AT = '2026-11-26T09:00:00.000Z';
const at = (hours: number): string => new Date(Date.parse(AT) + hours * 3_600_000).toISOString();
/** A ring of three runs of 5 m, two twins on it; 2.5 mm² is 7.41 mΩ/m, 1.5 mm² 12.1 (BS EN 60228, 20 °C; memory). */
const ring = ringOf([5, 5, 5]);
const radial: Final = { ...ring, shape: 'radial', ratingA: 20, runs: ring.runs.slice(0, 2) };
const reading = (test: FinalTest, value: number, pointId?: string): FinalReading => ({ test, value, at: AT, ...(pointId === undefined ? {} : { pointId }) }); // prettier-ignore
const having = (final: Final, ...readings: FinalReading[]): Final => ({ ...final, tests: { readings } });
/** 15 m: 0.111 Ω of line and of neutral, 0.182 of the protective conductor; crossed a quarter of r1 + rn, and of r1 + r2. */
const DEAD = [
  ...[reading('r1', 0.11), reading('rn', 0.11), reading('r2', 0.18)],
  ...['p1', 'p2'].flatMap((p) => [reading('crossed-ln', 0.06, p), reading('crossed-le', 0.07, p), reading('polarity', 1, p)]),
  ...(['insulation-ln', 'insulation-le', 'insulation-ne'] as const).map((t) => reading(t, 200)),
];
const LIVE = [
  ...[reading('polarity-live', 1), reading('fault-current', 1.2), reading('residual-1x', 25), reading('residual-5x', 12), reading('residual-button', 1)], // prettier-ignore
  ...['p1', 'p2'].map((p) => reading('zs', 0.4, p)),
];

describe('what is tested, in which order', () => {
  it('of a ring: ends first, crossed at each point, insulation, polarity; then live', () =>
    expect(dueTests(ring).map(dueKey)).toEqual([
      ...['r1', 'rn', 'r2', 'crossed-ln/p1', 'crossed-ln/p2', 'crossed-le/p1', 'crossed-le/p2'],
      ...['insulation-ln', 'insulation-le', 'insulation-ne', 'polarity/p1', 'polarity/p2'],
      ...['polarity-live', 'zs/p1', 'zs/p2', 'fault-current', 'residual-1x', 'residual-5x', 'residual-button'],
    ]));
  it('a radial has no ends to join; without a 30 mA device nothing of it; where nobody looked, all of it', () => {
    const keys = (residual: boolean | undefined): string[] => dueTests({ ...radial, residual }).map(dueKey);
    expect(keys(false)).toEqual(['crossed-le/p1', 'crossed-le/p2', 'insulation-ln', 'insulation-le', 'insulation-ne', 'polarity/p1', 'polarity/p2', 'polarity-live', 'zs/p1', 'zs/p2', 'fault-current']); // prettier-ignore
    expect([keys(true), keys(undefined)].map((k) => k.slice(-3))).toEqual(Array(2).fill(['residual-1x', 'residual-5x', 'residual-button']));
  });
  it('what no run leads to is tested too, a joint is not', () => {
    const more: Final = { ...ring, points: [...ring.points, { id: 'far', name: 'Far', kind: 'single' }, { id: 'joint', name: 'Joint', kind: 'joint' }] }; // prettier-ignore
    expect(dueTests(more).flatMap((d) => (d.test === 'zs' ? [d.point!.id] : []))).toEqual(['p1', 'p2', 'far']);
  });
  it('line to earth is crossed in a ring, and linked at the board of a radial: words and how', () => {
    const words = (final: Final): string => dueTests(final).find((d) => d.test === 'crossed-le')!.words;
    expect([words(ring), words(radial)]).toEqual(['L to E, cross-connected', 'L to E, linked at the board (R1+R2)']);
    expect([howOf(ring, 'crossed-le'), howOf(radial, 'zs')]).toEqual([HOW['crossed-le'], HOW.zs]);
    expect(howOf(radial, 'crossed-le')).toMatch(/^Line joined with the protective conductor at the board; then L to E at every point/);
    expect(dueTests(radial).filter((d) => d.test !== 'crossed-le').map((d) => d.words)).not.toContain(words(radial)); // prettier-ignore
    expect(dueTests(ring).filter((d) => d.live).map((d) => d.test)).toEqual(['polarity-live', 'zs', 'zs', 'fault-current', 'residual-1x', 'residual-5x', 'residual-button']); // prettier-ignore
  });
});

describe('locked off and dead', () => {
  const dead: Isolation = { lockedBy: 'Rowan', provedBefore: at(0), lineNeutral: 0, lineEarth: 0, neutralEarth: 0, provedAfter: at(0.1) };
  const gate = (part: Partial<Record<keyof Isolation, unknown>>, now = at(1), energised?: string) =>
    isolationGate({ ...dead, ...part } as Isolation, energised, now);
  it('in this order: lock, proved, every pair, proved again', () => {
    expect(gate({})).toEqual({ open: true, says: 'Locked off by Rowan, dead on every pair.' });
    expect(isolationGate(undefined, undefined, at(1)).says).toMatch(/^Lock its breaker off/);
    expect(gate({ lockedBy: undefined }).says).toMatch(/^Lock its breaker off/);
    expect(gate({ provedBefore: undefined }).says).toMatch(/proving unit first/);
    expect(['lineNeutral', 'lineEarth', 'neutralEarth'].map((pair) => gate({ [pair]: undefined }).says)).toEqual(['L–N', 'L–E', 'N–E'].map((p) => `${p} at the point of work: not read yet.`)); // prettier-ignore
    expect(gate({ provedAfter: undefined }).says).toMatch(/Prove the indicator again/);
  });
  it('9.9 V is dead, 10 V is live', () =>
    expect([gate({ lineEarth: 9.9 }).open, gate({ lineEarth: 10 })]).toEqual([true, { open: false, says: '10 V on L–E: it is live. Stop; find what feeds it.' }])); // prettier-ignore
  it('the second proof comes after the first, the circuit was not on since, and it is of today: twelve hours', () => {
    expect([gate({ provedAfter: at(0) }).open, gate({ provedAfter: at(-0.1) }).says]).toEqual([true, expect.stringMatching(/lies before the first/)]); // prettier-ignore
    expect([gate({}, at(1), at(0.1)).open, gate({}, at(1), at(0.2)).says]).toEqual([
      true,
      'The circuit was on since: lock off and prove anew.',
    ]);
    expect([gate({}, at(12.1)).open, gate({}, at(12.2)).says]).toEqual([true, 'The proof is of another day: prove it dead anew.']);
  });
});

describe('on for the live tests', () => {
  const says = (...readings: FinalReading[]) => energiseGate(readingLines(having(ring, ...readings)));
  it('once all twelve dead ones are read and none stops', () => {
    expect(says(...DEAD)).toEqual({ open: true, says: 'All dead tests are read. Cover on, lock off, on.' });
    expect(says(...DEAD.slice(1))).toEqual({ open: false, says: '1 of 12 dead tests are not read yet; the live ones come after them.' });
    expect(says().says).toMatch(/^12 of 12/);
  });
  it('a stop is named with its point, whatever else was read; a live one doesn’t hold it', () => {
    expect(says(...DEAD, reading('polarity', 0, 'p2')).says).toMatch(/^Not yet: polarity, dead at Socket 2: conductors are exchanged/);
    expect(says(...DEAD, reading('insulation-le', 0.5)).says).toMatch(/^Not yet: insulation, line to earth: under 1 MΩ/);
    expect(says(...DEAD, reading('residual-button', 0)).open).toBe(true);
  });
});

describe('how far it is', () => {
  const worst = (...readings: FinalReading[]) => progressOf(readingLines(having(ring, ...readings)));
  it('read of all, and the worst of what was judged', () => {
    expect(worst()).toEqual({ read: 0, all: 19 });
    expect(worst(...DEAD)).toMatchObject({ read: 12, all: 19, worst: 'ok' });
    expect(worst(...DEAD, reading('insulation-le', 1.5)).worst).toBe('caution');
    expect(worst(...DEAD, reading('insulation-le', 1.5), reading('polarity', 0, 'p1')).worst).toBe('stop');
  });
  it('the worst at each point', () => {
    const points = worstAtPoints(readingLines(having(ring, ...DEAD, reading('polarity', 0, 'p2'))));
    expect([...points]).toEqual([['p1', 'ok'], ['p2', 'stop']]); // prettier-ignore
    expect(worstAtPoints(readingLines(ring)).size).toBe(0);
  });
  it('a schedule’s last line', () => {
    const incoming = { zeOhm: 0.3, earthing: 'TN-C-S' as const };
    expect(scheduleSays(having(ring, ...DEAD), incoming)).toBe('7 of 19 readings are missing: nothing that was not read passes.');
    expect(scheduleSays(having(ring, ...DEAD, reading('polarity', 0, 'p1')), incoming)).toBe('Readings that stop it: see below. It stays off.'); // prettier-ignore
    expect(scheduleSays(having(ring, ...DEAD, ...LIVE), incoming)).toMatch(/^All read[;,]/);
    const open: Final = { ...having(ring, ...DEAD, ...LIVE), ratingA: 40 };
    expect(scheduleSays(open, incoming)).toMatch(/^All read; as the circuit lies something stops it|^Readings that stop it/);
  });
});

describe('a row of the schedule', () => {
  const row = (final: Final) => Object.fromEntries(resultRows(final, { zeOhm: 0.3 }).map(({ what, ...r }) => [what, r]));
  it('sizes, device and its limit; what was not read has no value', () => {
    const empty = row(ring);
    expect([empty['live conductor'], empty['protective conductor'], empty['device rating'], empty['points served']]).toEqual([{ unit: 'mm²', value: 2.5 }, { unit: 'mm²', value: 1.5 }, { unit: 'A', value: 32, mark: 'B' }, { unit: '', value: 2 }]); // prettier-ignore
    expect([empty['r1'], empty['Zs'], empty['polarity'], empty['test button'], empty['insulation L–E']]).toEqual([{ unit: 'Ω' }, { unit: 'Ω' }, { unit: '' }, { unit: '' }, { unit: 'MΩ' }]); // prettier-ignore
    // B32: 5 × 32 A at 0.95 × 230 V (BS 7671, Table 41.3; memory)
    expect(empty['largest Zs of the device']!.value).toBeCloseTo((0.95 * 230) / 160, 2);
    expect(row({ ...ring, ratingA: undefined })['largest Zs of the device']).toEqual({ unit: 'Ω' });
  });
  it('the greatest of R1+R2 and Zs, over marks, polarity of all', () => {
    const read = row(having(ring, ...DEAD, ...LIVE, reading('zs', 0.45, 'p2'), { ...reading('insulation-ln', 500), over: true }));
    expect([read['Zs']!.value, read['R1+R2']!.value, read['insulation L–N']]).toEqual([0.45, 0.07, { unit: 'MΩ', value: 500, mark: '>', verdict: 'ok' }]); // prettier-ignore
    expect([read['polarity'], read['test button']!.mark, 'value' in read['test button']!]).toEqual([{ unit: '', mark: 'right', verdict: 'ok' }, 'opens', false]); // prettier-ignore
    const wrong = row(having(ring, ...DEAD, reading('polarity', 0, 'p1'), reading('residual-button', 0)));
    expect([wrong['polarity']!.mark, wrong['test button']!.mark]).toEqual(['wrong', 'does not open']);
    // one point unread: no word on all of them
    expect(row(having(ring, reading('polarity', 1, 'p1')))['polarity']!.mark).toBeUndefined();
  });
  it('a radial has no ends', () => expect([row(radial)['r1'], row(radial)['rn'], row(radial)['r2']]).toEqual(Array(3).fill({ unit: '', mark: 'N/A' }))); // prettier-ignore
});
