/**
 * Ring finals against the figures of handbook 22, hand formulas, and ngspice (Debian). Resistances are those of BS EN 60228, from memory:
 * 7.41 and 12.10 mΩ/m for 2.5 and 1.5 mm².
 */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { carriesA, electrodeLimitOhm, loopLimitOhm, millivoltPerAM, milliohmPerMetre, warmth } from '../codebook/index.js';
import { seeded } from '../measure/index.js';
import { BOARD, FLAT_SIZES, LAID, SINGLES_SIZES, measured, type Final } from '../model/index.js';
import { Cores, dropsOf, legCurrents, lengthsOf, loopsOf, mostInRuns, predicted, shapeOf } from './index.js';
import { drawnRing, ringOf, withSpur } from './sample.js';

const lengths = (final: Final) => lengthsOf(final).mm;
const read = (final: Final, faults: Parameters<typeof predicted>[3] = []) => predicted(final, lengths(final), { zeOhm: 0.35 }, faults);

describe('tables', () => {
  it('R1+R2 of twin-and-earth at 20 °C, mΩ/m: handbook 28', () => {
    const both = (size: (typeof FLAT_SIZES)[number]) => milliohmPerMetre(size).live + milliohmPerMetre(size).cpc;
    expect(both('1.0/1.0')).toBeCloseTo(36.2, 6);
    expect(both('1.5/1.0')).toBeCloseTo(30.2, 6);
    expect(both('2.5/1.5')).toBeCloseTo(19.51, 6);
    expect(both('4/1.5')).toBeCloseTo(16.71, 6);
    // 6 mm² with 2.5: 3.08 + 7.41 (BS EN 60228, memory)
    expect(both('6/2.5')).toBeCloseTo(10.49, 6);
  });
  it('what they carry: method C, 103, A and 102 of 2.5 mm², and C of the others (handbook 28, Table 4D5, memory)', () => {
    expect(FLAT_SIZES.map((s) => carriesA(s, 'C'))).toEqual([16, 20, 27, 37, 47]);
    expect([carriesA('2.5/1.5', '103'), carriesA('2.5/1.5', 'A'), carriesA('2.5/1.5', '102')]).toEqual([13.5, 20, 21]);
    // Table 4D5, the other columns (memory)
    const columns = { '100': [13, 16, 21, 27, 34], '101': [10.5, 13, 17, 22, 27], '102': [13, 16, 21, 27, 35], '103': [8, 10, 13.5, 17.5, 23.5], A: [11.5, 14.5, 20, 26, 32] } as const; // prettier-ignore
    for (const laid of ['100', '101', '102', '103', 'A'] as const) expect(FLAT_SIZES.map((s) => carriesA(s, laid))).toEqual(columns[laid]);
    // in conduit or trunking on a wall: sheathed by Table 4D2A, singles by 4D1A (memory); singles lie nowhere else
    expect(FLAT_SIZES.map((s) => carriesA(s, 'B'))).toEqual([13, 16.5, 23, 30, 38]);
    expect(SINGLES_SIZES.map((s) => [carriesA(s, 'A'), carriesA(s, 'B'), carriesA(s, 'C')])).toEqual([[14.5, 17.5, undefined], [20, 24, undefined], [26, 32, undefined], [34, 41, undefined]]); // prettier-ignore
    // a thicker cable never carries less, and nothing carries more than clipped direct
    for (const laid of LAID) {
      const row = FLAT_SIZES.map((s) => carriesA(s, laid)!);
      expect(row).toEqual([...row].sort((a, b) => a - b));
      FLAT_SIZES.forEach((s, i) => expect(row[i]!).toBeLessThanOrEqual(carriesA(s, 'C')!));
    }
  });
  it('largest loops of type B at 230 V: Table 41.3 as handbook 28 has it; C is half, D a quarter', () => {
    expect(([6, 16, 20, 32] as const).map((a) => loopLimitOhm(a, 'B'))).toEqual([7.28, 2.73, 2.19, 1.37]);
    expect([loopLimitOhm(32, 'C'), loopLimitOhm(32, 'D')]).toEqual([0.68, 0.34]);
    expect(electrodeLimitOhm()).toBeCloseTo(1667, 0);
  });
  it('× 1.20 from 20 to 70 °C, and the drop of 2.5 mm² is 18 mV/A/m (handbook 12)', () => {
    expect(warmth(70)).toBeCloseTo(1.2, 9);
    expect(millivoltPerAM('2.5/1.5')).toBe(18);
    // the table of drops is the resistance of both conductors, warm, within its rounding
    for (const s of FLAT_SIZES) expect(Math.abs(millivoltPerAM(s) / (2 * milliohmPerMetre(s).live * 1.2) - 1)).toBeLessThan(0.02);
  });
});

describe('the ring of handbook 22: 2.5/1.5 mm², 60 m', () => {
  // nine even runs make no point at the exact middle; ten do
  const ring = ringOf(Array.from({ length: 10 }, () => 6));
  const values = read(ring);
  it('r1 = rn = 0.445 Ω, r2 = 0.726 Ω', () => {
    expect(values.get('r1')).toBeCloseTo(0.4446, 4);
    expect(values.get('rn')).toBeCloseTo(0.4446, 4);
    expect(values.get('r2')).toBeCloseTo(0.726, 4);
  });
  it('L to N is a quarter of r1 + rn at every socket', () => {
    for (let i = 1; i <= 9; i++) expect(values.get(`crossed-ln/p${i}`)).toBeCloseTo(0.2223, 4);
  });
  it('L to E from 0.276 Ω at the origin to 0.293 Ω in the middle', () => {
    expect(values.get('crossed-le/p5')).toBeCloseTo(0.293, 3);
    const near = read(ringOf([0.01, 29.99, 30])).get('crossed-le/p1');
    expect(near).toBeCloseTo(0.276, 3);
  });
});

describe('formula and solver', () => {
  const random = seeded(12);
  const rings = Array.from({ length: 60 }, () => drawnRing(random));
  it('cross-connected readings of random rings with spurs: quarter sums, the fraction of the way round, and each spur on top', () => {
    for (const ring of rings) {
      const { ring: round, tail } = shapeOf(ring);
      const values = read(ring);
      const ohm = (i: 'live' | 'cpc') => round!.runs.map((r) => (milliohmPerMetre(r.size)[i] * r.length!.mm) / 1e6);
      const [lives, cpcs] = [ohm('live'), ohm('cpc')];
      const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);
      const [r1, r2] = [sum(lives), sum(cpcs)];
      round!.points.forEach((p, i) => {
        const x = sum(lives.slice(0, i + 1)) / r1;
        const [a, b] = [x * r1 + (1 - x) * r2, (1 - x) * r1 + x * r2];
        expect(values.get(`crossed-ln/${p.id}`)).toBeCloseTo((2 * r1) / 4, 5);
        expect(values.get(`crossed-le/${p.id}`)).toBeCloseTo((a * b) / (r1 + r2), 5);
        // Zs = Ze + what the two ways to it have side by side
        const ways = x * (1 - x) * (r1 + r2);
        expect(values.get(`zs/${p.id}`)).toBeCloseTo(0.35 + ways, 5);
      });
      for (const [id, way] of tail) {
        if (way.length === 0) continue;
        const from = way[0]!.ends.find((e) => e !== id)!;
        const own = sum(way.map((r) => (milliohmPerMetre(r.size).live * r.length!.mm) / 1e6));
        expect(values.get(`crossed-ln/${id}`)).toBeCloseTo(values.get(`crossed-ln/${from}`)! + 2 * own, 5);
      }
    }
  });
  it('a load divides between the legs as the solver has it', () => {
    for (const ring of rings.slice(0, 20)) {
      const mm = lengths(ring);
      const { ring: round } = shapeOf(ring);
      const p = round!.points[1]!;
      const legs = legCurrents(ring, mm, [{ pointId: p.id, amps: 20 }])!;
      // Kirchhoff at the load, and no drop round the ring
      expect(legs.runs[1]!.amps - legs.runs[2]!.amps).toBeCloseTo(20, 9);
      const roundDrop = legs.runs.reduce((v, { run, amps }) => v + amps * milliohmPerMetre(run.size).live * run.length!.mm, 0);
      expect(roundDrop / 1e6).toBeCloseTo(0, 9);
    }
  });
});

describe('against ngspice', () => {
  it('L to N and L to E, cross-connected, and the loop, of 100 random rings: 1e-4', () => {
    const random = seeded(100);
    const lines = ['* rings'];
    const asked: { name: string; ours: number }[] = [];
    for (let k = 0; k < 100; k++) {
      const ring = drawnRing(random);
      const { ring: round } = shapeOf(ring);
      const [first, last] = [round!.runs[0]!, round!.runs.at(-1)!];
      const point = ring.points[Math.floor(random() * ring.points.length)]!;
      const values = read(ring);
      for (const [test, other] of [
        ['crossed-ln', 'N'],
        ['crossed-le', 'E'],
        ['zs', 'E'],
      ] as const) {
        const tag = `${k}${test.replace('-', '')}`;
        const live = test === 'zs';
        // every core by hand: ends at the board apart, unless they are in their terminals
        const node = (core: string, end: string, run: string) => (end === BOARD && !live ? `b${tag}${core}${run}` : `n${tag}${core}${end}`).toLowerCase().replaceAll('-', ''); // prettier-ignore
        for (const r of ring.runs)
          for (const core of ['L', 'N', 'E']) lines.push(`R${tag}${core}${r.id} ${node(core, r.ends[0], r.id)} ${node(core, r.ends[1], r.id)} ${(milliohmPerMetre(r.size)[core === 'E' ? 'cpc' : 'live'] * r.length!.mm) / 1e6}`); // prettier-ignore
        const at = (core: string) => node(core, point.id, '');
        if (live) lines.push(`Rze${tag} ${node('L', BOARD, '')} ${node('E', BOARD, '')} 0.35`);
        else {
          lines.push(`Rx${tag}1 ${node('L', BOARD, first.id)} ${node(other, BOARD, last.id)} 1e-6`);
          lines.push(`Rx${tag}2 ${node(other, BOARD, first.id)} ${node('L', BOARD, last.id)} 1e-6`);
        }
        // one ampere through it; its far side is ground, and what floats is tied to it
        lines.push(`I${tag} 0 ${at('L')} 1`, `Rg${tag} ${at(other)} 0 1e-6`);
        const loose = other === 'N' ? 'E' : 'N';
        lines.push(`Rf${tag} ${at(loose)} 0 1`);
        if (!live) lines.push(`Rf${tag}a ${node(loose, BOARD, first.id)} 0 1e9`);
        asked.push({ name: at('L'), ours: values.get(`${test}/${point.id}`)! });
      }
    }
    lines.push('.control', 'op', ...asked.map((a) => `print v(${a.name})`), '.endc', '.end', '');
    const folder = mkdtempSync(join(tmpdir(), 'saddle-rings-'));
    try {
      const file = join(folder, 'rings.cir');
      writeFileSync(file, lines.join('\n'));
      const run = spawnSync('ngspice', ['-b', file], { encoding: 'utf8', maxBuffer: 1 << 26 });
      const found = new Map([...run.stdout.matchAll(/^v\((\w+)\) = ([-\d.e+]+)/gim)].map((m) => [m[1]!, Number(m[2])]));
      expect(found.size).toBe(300);
      for (const { name, ours } of asked) expect(Math.abs(found.get(name)! / ours - 1)).toBeLessThan(1e-4);
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  });
});

describe('drop', () => {
  it('24 m of 2.5 mm² with 20 A at its end: 20 × 18 × 24 = 8.64 V, 3.76 %', () => {
    const radial: Final = {
      ...{ id: 'f', name: 'F', number: '1', shape: 'radial', ratingA: 20, curve: 'B' },
      points: [{ id: 'p', name: 'P', kind: 'single' }],
      runs: [{ id: 'r', ends: [BOARD, 'p'], size: '2.5/1.5', length: measured(24_000) }],
    };
    const [worst] = dropsOf(radial, lengths(radial));
    expect(worst!.volts).toBeCloseTo(8.64, 3);
    expect(worst!.percent).toBeCloseTo(3.757, 2);
  });
  it('60 m ring with its one socket in the middle: 32 A share two ways of 30 m: 16 × 18 × 30 = 8.64 V', () => {
    const ring = ringOf([30, 30]);
    expect(dropsOf(ring, lengths(ring))[0]!.volts).toBeCloseTo(8.64, 3);
  });
  it('unequal legs, 10 and 50 m, 20 A: 16.67 A by the short one, 3.33 A by the long one', () => {
    const ring = ringOf([10, 50]);
    const legs = legCurrents(ring, lengths(ring), [{ pointId: 'p1', amps: 20 }])!;
    expect(legs.runs.map((r) => r.amps)).toEqual([expect.closeTo(16.667, 3), expect.closeTo(-3.333, 3)]);
    expect(mostInRuns(ring).get('r1')).toBeCloseTo((32 * 50) / 60, 9);
  });
  it('another load never lowers it, at any outlet', () => {
    const random = seeded(5);
    for (let k = 0; k < 20; k++) {
      const ring = drawnRing(random);
      const cores = new Cores(ring, { ends: 'shorted', lengths: lengths(ring) });
      // what an ampere anywhere lets fall anywhere is never below nothing
      for (const a of ring.points) for (const b of ring.points) expect(cores.transferOhm(a.id, b.id)).toBeGreaterThanOrEqual(-1e-9);
    }
  });
});

describe('properties', () => {
  it('a longer spur never lowers a loop', () => {
    const base = ringOf([5, 7, 9, 6]);
    let before = 0;
    for (const metres of [1, 2, 4, 8, 16]) {
      const zs = loopsOf(withSpur(base, 'p2', metres), lengths(withSpur(base, 'p2', metres)), 0.35).find((l) => l.pointId === 's1')!.zs!;
      expect(zs).toBeGreaterThan(before);
      before = zs;
    }
    expect(loopsOf(base, lengths(base), undefined)[0]).toMatchObject({ zs: undefined, zsWarm: undefined });
  });
  it('the order in which runs were noted, and which end of each comes first, changes nothing', () => {
    const ring = withSpur(ringOf([5, 7, 9, 6]), 'p2', 4);
    const other: Final = { ...ring, runs: [...ring.runs].reverse().map((r) => ({ ...r, ends: [r.ends[1], r.ends[0]] })) };
    const [a, b] = [read(ring), read(other)];
    for (const [key, value] of a) expect(b.get(key)).toBeCloseTo(value, 9);
  });
});

describe('what something that is otherwise does to the readings', () => {
  const ring = ringOf([6, 6, 6, 6, 6, 6]);
  it('line open: r1 shows nothing, rn and r2 stay; L to N can’t tell where, by theory', () => {
    const values = read(ring, [{ is: 'open', core: 'L', runId: 'r3' }]);
    expect(values.get('r1')).toBe(Infinity);
    expect(values.get('rn')).toBeCloseTo(36 * 0.00741, 5);
    // line one way and neutral on the other make r1 in one, wherever it is open
    for (const p of ring.points) expect(values.get(`crossed-ln/${p.id}`)).toBeCloseTo(36 * 0.00741, 5);
  });
  it('joined straight instead of crossed: low at the ends, right in the middle only', () => {
    const values = read(ring, [{ is: 'not crossed' }]);
    // each way of the ring is a loop of its own: 2x(1−x) of r1 there and back, halved by both legs; at the middle as crossed
    const x = (i: number) => i / 6;
    ring.points.forEach((p, i) => expect(values.get(`crossed-ln/${p.id}`)).toBeCloseTo(2 * x(i + 1) * (1 - x(i + 1)) * 36 * 0.00741, 5));
  });
  it('a socket on a spur that nobody noted reads higher by there and back', () => {
    const values = read(ring, [{ is: 'unseen spur', pointId: 'p2', lengthMm: 5000 }]);
    expect(values.get('crossed-ln/p2')! - values.get('crossed-ln/p3')!).toBeCloseTo(2 * 5 * 0.00741, 6);
    expect(values.get('r1')).toBeCloseTo(36 * 0.00741, 5);
  });
  it('neutral and protective conductor exchanged: nothing at that socket, the others as ever', () => {
    const values = read(ring, [{ is: 'swapped', pointId: 'p2', cores: ['N', 'E'] }]);
    expect([values.get('crossed-ln/p2'), values.get('crossed-le/p2')]).toEqual([Infinity, Infinity]);
    expect(values.get('crossed-ln/p1')).toBeCloseTo((36 * 0.00741) / 2, 5);
    expect([values.get('polarity/p2'), values.get('polarity/p1')]).toEqual([0, 1]);
  });
  it('a cable that is not there: nothing goes round, and the loop of each socket is that of a radial', () => {
    const values = read(ring, [{ is: 'no cable', runId: 'r3' }]);
    expect([values.get('r1'), values.get('rn'), values.get('r2')]).toEqual([Infinity, Infinity, Infinity]);
    expect(values.get('zs/p2')).toBeCloseTo(0.35 + (12 * 19.51) / 1000, 6);
  });
  it('a loose terminal adds itself to its core alone', () => {
    const values = read(ring, [{ is: 'loose', core: 'N', runId: 'r2', ohm: 0.3 }]);
    expect([values.get('r1'), values.get('rn')]).toEqual([expect.closeTo(0.26676, 5), expect.closeTo(0.56676, 5)]);
  });
  it('a run without a length can’t be reckoned: no figure, and the network refuses', () => {
    const { length: _, ...bare } = ring.runs[2]!;
    const open: Final = { ...ring, runs: ring.runs.map((r, i) => (i === 2 ? bare : r)) };
    expect(read(open).size).toBe(0);
    expect(() => new Cores(open, { ends: 'apart', lengths: lengths(open) })).toThrow(/r3: a run without a length/);
    // r1 read round it gives what it must have: 0.26676 Ω less the five others
    const taken = lengthsOf(open, 0.26676);
    expect([taken.taken, taken.mm.get('r3')]).toEqual([true, expect.closeTo(6000, 0)]);
    // less than the measured runs have alone leaves nothing to share: a wrong reading, not a cable below no length
    expect(lengthsOf(open, 0.2)).toMatchObject({ taken: false, unknown: [{ id: 'r3' }] });
    expect(lengthsOf(open, 0.2).mm.has('r3')).toBe(false);
  });
});
