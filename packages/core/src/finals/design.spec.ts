/**
 * What a final circuit comes to as it lies, by hand: a ring of five runs of 10 m in 2.5/1.5, sockets at 10, 20, 30 and 40 m. Conductors: 7.41 and
 * 12.1 mΩ/m at 20 °C (BS EN 60228), 18 mV/A/m warm (Table 4D5), 1.2 from 20 to 70 °C; from memory. Two ways round share as two resistances side
 * by side do.
 */
import { describe, expect, it } from 'vitest';
import { measured, type Final } from '../model/index.js';
import {
  designLoad,
  dropJudged,
  dropsOf,
  dropTerms,
  legCurrents,
  lengthRound,
  lengthsOf,
  loopsOf,
  mostInRuns,
  outletsOf,
} from './design.js';
import { ringOf, withSpur } from './sample.js';

const ring = ringOf([10, 10, 10, 10, 10]);
const { mm } = lengthsOf(ring);
const without = (final: Final, ...ids: string[]): Final => ({ ...final, runs: final.runs.map(({ length, ...r }) => (ids.includes(r.id) ? r : { ...r, ...(length ? { length } : {}) })) }); // prettier-ignore
const sized = (final: Final, id: string, size: '4/1.5' | '1.5/1.0'): Final => ({ ...final, runs: final.runs.map((r) => (r.id === id ? { ...r, size } : r)) }); // prettier-ignore
const radial = (final: Final): Final => ({ ...final, shape: 'radial', ratingA: 20, runs: final.runs.filter((r) => r.id !== 'r5') });
/** to a thousandth */
const round = (n: number | undefined): number => Math.round(n! * 1000) / 1000;

describe('lengths', () => {
  it('as they were measured; one that is missing is named', () => {
    expect([...mm.values()]).toEqual([10_000, 10_000, 10_000, 10_000, 10_000]);
    const some = lengthsOf(without(ring, 'r2', 'r4'));
    expect([some.unknown.map((r) => r.id), some.taken, [...some.mm.keys()]]).toEqual([['r2', 'r4'], false, ['r1', 'r3', 'r5']]);
  });
  it('by r1 what is missing on the ring: 50 m of 7.41 mΩ are 0.3705 Ω', () => {
    const told = lengthsOf(without(ring, 'r2'), 0.3705);
    expect([told.taken, round(told.mm.get('r2'))]).toEqual([true, 10_000]);
    // each an even share of the ohms: of 0.1482 Ω half is 10 m of 2.5 mm², or 16.074 m of 4 mm² (4.61 mΩ/m)
    const two = lengthsOf(sized(without(ring, 'r2', 'r4'), 'r4', '4/1.5'), 0.3705);
    expect([round(two.mm.get('r2')), round(two.mm.get('r4'))]).toEqual([10_000, 16_073.753]);
    // what is known is of its own size
    expect(round(lengthsOf(sized(without(ring, 'r2'), 'r4', '4/1.5'), 0.3705).mm.get('r2'))).toBe(13_778.677);
  });
  it('not where nothing is left for it, on a radial, on a spur, or without a reading', () => {
    const one = without(ring, 'r2');
    const taken = (final: Final, r1?: number) => lengthsOf(final, r1).taken;
    // four runs have 0.2964 Ω
    expect([taken(one, 0.297), taken(one, 0.2964), taken(one, 0.29), taken(one)]).toEqual([true, false, false, false]);
    expect(taken(radial(without(ring, 'r2')), 0.3705)).toBe(false);
    expect(taken(without(withSpur(ring, 'p2', 5), 'r-s1'), 0.5)).toBe(false);
    expect(taken(ring, 0.3705)).toBe(false);
  });
  it('round a ring, its spurs left out; all of a radial; undefined while one is missing', () => {
    expect([lengthRound(ring), lengthRound(withSpur(ring, 'p2', 5)), lengthRound(radial(ring)), lengthRound(without(ring, 'r3'))]).toEqual([50, 50, 40, undefined]); // prettier-ignore
    expect(lengthRound({ ...ring, runs: [], points: [] })).toBeUndefined();
  });
});

describe('how it is loaded', () => {
  const loads = (final: Final, at: string) => designLoad(final, at).map((l) => [l.pointId, l.amps]);
  it('a ring: 20 A at one, the other 12 A spread over all; a radial: all of it at one', () => {
    expect(loads(ring, 'p2')).toEqual([['p1', 3], ['p2', 3], ['p3', 3], ['p4', 3], ['p2', 20]]); // prettier-ignore
    expect(loads(radial(ring), 'p4')).toEqual([['p4', 20]]);
  });
  it('of less than 20 A no more than there is; unrated it is taken for 32', () => {
    expect(loads({ ...ring, ratingA: 16 }, 'p2').map(([, a]) => a)).toEqual([0, 0, 0, 0, 16]);
    const { ratingA: _, ...unrated } = ring;
    expect(loads(unrated, 'p2').at(-1)).toEqual(['p2', 20]);
    expect(loads(radial(unrated as Final) as Final, 'p2')).toEqual([['p2', 20]]);
  });
  it('a joint is no outlet', () => {
    const joint: Final = { ...ring, points: ring.points.map((p) => (p.id === 'p3' ? { ...p, kind: 'joint' } : p)) };
    expect([outletsOf(joint).map((p) => p.id), loads(joint, 'p2')[0]]).toEqual([
      ['p1', 'p2', 'p4'],
      ['p1', 4],
    ]);
  });
});

describe('what each leg carries', () => {
  it('a load divides against the two ways to it: of 20 A at 10 of 50 m four fifths come the short way', () => {
    const one = legCurrents(ring, mm, [{ pointId: 'p1', amps: 20 }])!;
    expect(one.runs.map(({ run, amps }) => [run.id, round(amps)])).toEqual([['r1', 16], ['r2', -4], ['r3', -4], ['r4', -4], ['r5', -4]]); // prettier-ignore
    expect([round(one.worstA), one.worst.id]).toEqual([16, 'r1']);
  });
  it('several add up; what hangs on a spur counts at its root', () => {
    // 20 A at 40 m bring 4 in the first leg, 10 A at 20 m bring 6
    const two = legCurrents(ring, mm, [{ pointId: 'p4', amps: 20 }, { pointId: 'p2', amps: 10 }])!; // prettier-ignore
    expect(two.runs.map(({ amps }) => round(amps))).toEqual([10, 10, 0, 0, -20]);
    expect([two.worstA, two.worst.id]).toEqual([20, 'r5']);
    const spur = withSpur(ring, 'p1', 5);
    expect(legCurrents(spur, lengthsOf(spur).mm, [{ pointId: 's1', amps: 20 }])!.runs.map(({ amps }) => round(amps))).toEqual([16, -4, -4, -4, -4]); // prettier-ignore
  });
  it('a thinner run on one way sends more by the other: 10 m of 1.5 mm² (12.1) are 16.329 of 2.5', () => {
    const thin = sized(ring, 'r1', '1.5/1.0');
    // 20 × 40 ÷ 56.329
    expect(round(legCurrents(thin, mm, [{ pointId: 'p1', amps: 20 }])!.runs[0]!.amps)).toBe(14.202);
  });
  it('nothing where a length is missing, or where there is no ring', () => {
    expect(legCurrents(ring, lengthsOf(without(ring, 'r3')).mm, [])).toBeUndefined();
    expect(legCurrents(radial(ring), mm, [])).toBeUndefined();
    expect([...mostInRuns(without(ring, 'r3'))]).toEqual([]);
  });
  it('the most of each run, whichever outlet has the heavy load', () => {
    // 3 A each bring 6 + … to the first leg: 3 · (40 + 30 + 20 + 10) ÷ 50 = 6; 20 A at 10 m 16 more
    const most = mostInRuns(ring);
    expect(['r1', 'r2', 'r3', 'r4', 'r5'].map((id) => round(most.get(id)))).toEqual([22, 15, 8, 15, 22]);
  });
});

describe('drop', () => {
  it('of a ring at 20 m: 20 A through 12 m of both ways, 3 A of each through what they share: 5.94 V', () => {
    // shared with 10, 20, 30, 40 m: 6, 12, 8, 4 m
    expect(dropTerms(ring, mm, 'p2').map((t) => [t.label, round(t.value), t.how])).toEqual([
      ['Socket 1', 0.324, '3.00 A × 108.0 mΩ'],
      ['Socket 2', 0.648, '3.00 A × 216.0 mΩ'],
      ['Socket 3', 0.432, '3.00 A × 144.0 mΩ'],
      ['Socket 4', 0.216, '3.00 A × 72.0 mΩ'],
      ['Socket 2', 4.32, '20.00 A × 216.0 mΩ'],
    ]);
    const drops = dropsOf(ring, mm);
    expect(drops.map((d) => [d.pointId, round(d.volts)])).toEqual([['p2', 5.94], ['p3', 5.94], ['p1', 3.96], ['p4', 3.96]]); // prettier-ignore
    expect(round(drops[0]!.percent)).toBe(2.583);
  });
  it('of a radial at its end: 20 A × 40 m × 18 mV, 14.4 V; halfway half', () => {
    const drops = dropsOf(radial(ring), mm).map((d) => [d.pointId, round(d.volts)]);
    expect(drops).toEqual([['p4', 14.4], ['p3', 10.8], ['p2', 7.2], ['p1', 3.6]]); // prettier-ignore
  });
  it('5 % of 230 V: just inside and just outside; by lengths that a reading told it can’t be told', () => {
    // one socket in the middle: 32 A × 18 mV × L/4 is 11.5 V at 79.86 m
    const judged = (half: number) => dropJudged(ringOf([half, half]), lengthsOf(ringOf([half, half])));
    expect([judged(39.9).verdict, judged(39.95).verdict]).toEqual(['ok', 'stop']);
    const taken = dropJudged(without(ring, 'r2'), lengthsOf(without(ring, 'r2'), 0.3705));
    expect([taken.verdict, taken.worst!.pointId]).toEqual(['can’t tell', 'p2']);
    expect(taken.sums[0]!.terms.reduce((s, t) => s + t.value, 0)).toBeCloseTo(taken.sums[0]!.result.value, 9);
    expect([round(taken.sums[1]!.result.value), taken.sums[1]!.limit]).toEqual([
      2.583,
      expect.objectContaining({ value: 5, relation: '≤' }),
    ]);
    expect(dropJudged(without(ring, 'r2'), lengthsOf(without(ring, 'r2'))).code).toContain('lengthsMissing');
    expect(dropJudged({ ...ring, points: [], runs: [] }, { mm: new Map(), unknown: [], taken: false }).code).toContain('nothingFed');
  });
});

describe('the loop', () => {
  it('at 20 m: two ways of 20 and 30 m are 12 m of 19.51 mΩ, 0.2341 Ω; warm 1.2 times as much', () => {
    const loop = loopsOf(ring, mm, 0.35).find((l) => l.pointId === 'p2')!;
    expect([round(loop.r1r2), round(loop.zs), round(loop.zsWarm)]).toEqual([0.234, 0.584, 0.631]);
    const unknown = loopsOf(ring, mm, undefined).find((l) => l.pointId === 'p2')!;
    expect([round(unknown.r1r2), unknown.zs, unknown.zsWarm]).toEqual([0.234, undefined, undefined]);
  });
  it('on a spur its own metres more; with a run open the long way round', () => {
    const spur = withSpur(ring, 'p2', 5);
    expect(round(loopsOf(spur, lengthsOf(spur).mm, 0.35).find((l) => l.pointId === 's1')!.r1r2)).toBe(0.332);
    const open = loopsOf(ring, mm, 0.35, [{ is: 'no cable', runId: 'r1' }]).find((l) => l.pointId === 'p1')!;
    // 40 m
    expect(round(open.r1r2)).toBe(0.78);
    expect(loopsOf(ring, mm, 0.35, [{ is: 'no cable', runId: 'r1' }, { is: 'no cable', runId: 'r2' }])[0]!.r1r2).toBe(Infinity); // prettier-ignore
  });
  it('taken from a measured length: half of it, half the loop', () => {
    const half = { ...ring, runs: ring.runs.map((r) => ({ ...r, length: measured(5000) })) };
    expect(round(loopsOf(half, lengthsOf(half).mm, 0.35).find((l) => l.pointId === 'p2')!.r1r2)).toBe(0.117);
  });
});
