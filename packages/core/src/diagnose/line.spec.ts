/** The circuit as it is drawn, and why a part is suspected: worked out by hand on runs and on a branch. */
import { once } from '../once.testing.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runOfBoxes } from '../circuit/index.js';
import { quinceStreet } from '../houses.testing.js';
import type { Bench, Search } from '../model/index.js';
import {
  circuitLine,
  dictionaryOf,
  factorWords,
  reasonsFor,
  searchState,
  suspicionOf,
  type CircuitBench,
  type Dictionary,
  type PartLikely,
} from './index.js';

const onBench = (bench: Bench): CircuitBench => ({ bench: { ...bench, plugged: [] }, taken: [], unseen: new Set(), circuit: undefined, site: quinceStreet.site }); // prettier-ignore
const run = once(() => dictionaryOf(onBench(runOfBoxes({ boxes: 4 })), 'box4'));
const searching = (...readings: [string, string][]): Search => ({
  ...{ boxId: 'box4', signs: [], signsAsked: true, complaint: 'dead' },
  readings: readings.map(([test, outcome], i) => ({ id: `r${i}`, test, outcome, at: '2026-11-27T09:00:00.000Z' })),
});
const NO_POWER = 'hot open, or no power: a dead tester looks the same';
const lamps = (n: number): string => `lamps/device${n}/lower`;
const lineOf = (d: Dictionary, search: Search) => circuitLine(d, searchState(d, search).parts);

describe('the circuit as a line', () => {
  it('a run of four stands in a row from the panel on, a cable between each two', () => {
    const line = lineOf(run(), searching());
    expect(line.boxes.map((b) => [b.id, b.column, b.lane])).toEqual([['panel', 0, 0], ['box1', 1, 0], ['box2', 2, 0], ['box3', 3, 0], ['box4', 4, 0]]); // prettier-ignore
    expect([line.columns, line.lanes, line.cables.length]).toEqual([5, 1, 4]);
  });
  it('a branch takes a lane of its own', () => {
    const bench = runOfBoxes({ boxes: 4 });
    // the third hangs on the first as well, instead of on the second
    const branched: Bench = { ...bench, cables: bench.cables.map((c) => (c.ends[1] === 'box3' ? { ...c, ends: ['box1', 'box3'] } : c)) };
    const { boxes, lanes } = circuitLine({ known: onBench(branched) }, []);
    expect(boxes.map((b) => [b.id, b.column, b.lane])).toEqual([['panel', 0, 0], ['box1', 1, 0], ['box2', 2, 0], ['box3', 2, 1], ['box4', 3, 1]]); // prettier-ignore
    expect(lanes).toBe(2);
  });
  it('dark at the fourth, right at the second, all on: what lies before the second is cleared, the third and fourth are not', () => {
    const line = lineOf(
      run(),
      searching([lamps(4), NO_POWER], ['breakers', 'all on'], [lamps(2), 'reads as right'], ['plug/device4', 'firm']),
    );
    const of = (id: string) => line.boxes.find((b) => b.id === id)!;
    expect(['hardly', 'cleared']).toContain(of('box1').suspicion);
    expect(of('box1').share).toBeLessThan(of('box3').share / 10);
    expect(['likely', 'possible']).toContain(of('box3').suspicion);
    expect(['likely', 'possible']).toContain(of('box4').suspicion);
    expect(of('box3').parts.length).toBeGreaterThan(0);
  });
  it('all shares of boxes, cables and what is elsewhere are the whole, and what two of them have together', () => {
    for (const search of [searching(), searching([lamps(4), NO_POWER]), searching(['breakers', 'breaker off'])]) {
      const line = lineOf(run(), search);
      const sum = [...line.boxes, ...line.cables, ...line.elsewhere].reduce((s, x) => s + x.share, 0);
      // what two have together counts for both
      expect(sum).toBeGreaterThan(1 - 1e-9);
      expect(sum).toBeLessThan(1.1);
    }
  });
  it('each part in its box or cable, shares added up and never over the whole; what is in neither stands by itself', () => {
    const bench = runOfBoxes({ boxes: 3 });
    const part = (part: string, share: number): PartLikely => ({ part, share, suspects: [{ suspect: { id: part, kind: 'open splice', part, words: `${part} is off`, prior: share }, share }] }); // prettier-ignore
    const d2 = bench.devices.find((d) => d.boxId === 'box2')!.id;
    const line = circuitLine({ known: onBench(bench) }, [
      ...[part(`device/${d2}`, 0.2), part('joints/box2', 0.1), part(`tripped/${d2}`, 0.01), part(`switch/${d2}`, 0.009)],
      ...[
        part('panel', 0.05),
        part('breaker/b', 0.02),
        part('cable/cable2', 0.6),
        part('unknown/cable2', 0.7),
        part('joints/box3', 0.0099),
      ],
      ...[part('appliance', 0.3), part('device/elsewhere', 0.002)],
    ]);
    expect(line.boxes.map((b) => [b.id, Math.round(b.share * 1e4) / 1e4, b.suspicion, b.parts.length])).toEqual([
      ['panel', 0.07, 'possible', 2],
      ['box1', 0, 'cleared', 0],
      // what carries less than one in a hundred is added, but not named
      ['box2', 0.319, 'likely', 3],
      ['box3', 0.0099, 'cleared', 0],
    ]);
    expect(line.boxes[2]!.parts[0]).toBe(`device/${d2} is off`);
    expect(line.cables.map((c) => [c.id, c.share, c.suspicion, c.from.column, c.to.column])).toEqual([
      ['cable1', 0, 'cleared', 0, 1],
      ['cable2', 1, 'likely', 1, 2],
      ['cable3', 0, 'cleared', 2, 3],
    ]);
    expect(line.elsewhere).toEqual([{ part: 'appliance', share: 0.3 }, { part: 'device/elsewhere', share: 0.002 }]); // prettier-ignore
    // a cable that leaves the circuit is no stretch of it
    const away: Bench = { ...bench, cables: bench.cables.map((c) => (c.id === 'cable3' ? { ...c, ends: ['box2', 'elsewhere'] } : c)) };
    expect(circuitLine({ known: onBench(away) }, []).cables.map((c) => c.id)).toEqual(['cable1', 'cable2']);
  });
  it('just within and just without each word', () => {
    expect([0.25, 0.249, 0.03, 0.029, 0.01, 0.0099, 0].map(suspicionOf)).toEqual(['likely', 'possible', 'possible', 'hardly', 'hardly', 'cleared', 'cleared']); // prettier-ignore
  });
});

describe('why', () => {
  it('the odds before, times each factor, are the odds now', () => {
    const readings: [string, string][] = [
      [lamps(4), NO_POWER],
      ['breakers', 'all on'],
      [lamps(2), 'reads as right'],
      ['look/box3', 'found'],
    ];
    fc.assert(
      fc.property(fc.subarray(readings), fc.nat(), (some, n) => {
        const search = searching(...some);
        const parts = [...new Set(run().suspects.map((s) => s.part))];
        const part = parts[n % parts.length]!;
        const why = reasonsFor(run(), search, part);
        const odds = (p: number) => p / (1 - p);
        const product = why.readings.reduce((x, r) => x * r.factor, odds(why.before));
        expect(product / odds(why.now)).toBeCloseTo(1, 6);
        expect(why.now).toBeCloseTo(searchState(run(), search).parts.find((p) => p.part === part)!.share, 9);
      }),
    );
  });
  it('a box found loose speaks for itself, right lamps beyond a part speak against it', () => {
    const why = reasonsFor(run(), searching([lamps(4), 'reads as right'], ['look/box3', 'found']), 'joints/box3');
    expect(why.readings.map((r) => r.says.split(',')[0])).toEqual(['against it', 'for it']);
    expect(why.readings[1]!.ifSo).toBeGreaterThan(why.readings[1]!.ifNot);
  });
  it('in words: for, against, nothing, and no more than five hundred to one', () => {
    expect([3.04, 1 / 40, 1.05, 9999, 0, Infinity].map(factorWords)).toEqual(['for it, 3 to 1', 'against it, 40 to 1', 'says nothing of it', 'for it, over 500 to 1', 'against it, over 500 to 1', 'for it, over 500 to 1']); // prettier-ignore
  });
});
