/** The bench of a final circuit: lamps and figures by the network, held against what is known of socket testers and against hand sums. */
import { describe, expect, it } from 'vitest';
import { deadOhm, drawnMistake, endToEndOhm, insulationMohm, land, lengthsOf, loopOhm, mistakeAt, patternMeans, pointNode, socketTester, type Landed, type Mistake } from './index.js'; // prettier-ignore
import { ringOf, withSpur } from './sample.js';
import type { Final } from '../model/index.js';

const ring: Final = { ...ringOf([15, 15, 15, 15]), residual: true };
const wiring = (landed: readonly Landed[] = [], final = ring) => ({
  final,
  landed,
  lengths: lengthsOf(final).mm,
  incoming: { zeOhm: 0.2 },
});
const [a] = ring.points;
const at = (mistake: Mistake) => wiring(mistakeAt(ring, a!.id, mistake));

describe('a socket tester of three lamps', () => {
  // the table printed on such testers (common knowledge of the trade, from memory): L–E and L–N lit is right
  it.each<[string, string]>([
    ['line out', '000'],
    ['neutral out', '100'],
    ['earth out', '010'],
    ['line and neutral exchanged', '011'],
    ['line and earth exchanged', '101'],
    // the one that it can’t see
    ['neutral and earth exchanged', '110'],
  ])('%s: %s', (mistake, pattern) => expect(socketTester(at(mistake as Mistake), a!.id).pattern).toBe(pattern));
  it('all in order: L–E and L–N at 230 V, N–E dark', () => {
    const { pattern, lamps } = socketTester(wiring(), a!.id);
    expect([pattern, lamps.map((l) => Math.round(l.volts))]).toEqual(['110', [230, 230, 0]]);
  });
  it('what a pattern means is found by trying: 110 is right, or neutral and earth exchanged', () => {
    expect(patternMeans(wiring(), a!.id, '110')).toEqual({ right: true, mistakes: ['neutral and earth exchanged'] });
    expect(patternMeans(wiring(), a!.id, '010')).toEqual({ right: false, mistakes: ['earth out'] });
  });
  it('a conductor that is out at one socket of a ring shows at none: the other leg feeds it. That is why ends are read', () => {
    const broken = wiring([{ runId: ring.runs[1]!.id, core: 'L', pointId: ring.runs[1]!.ends[0], in: 'loose' }]);
    for (const p of ring.points) expect(socketTester(broken, p.id).pattern).toBe('110');
    expect(endToEndOhm(broken, 'L')).toBe(Infinity);
    expect(endToEndOhm(broken, 'N')).toBeCloseTo(0.4446, 4);
  });
});

describe('a multifunction tester', () => {
  it('continuity round 60 m of 2.5/1.5 (handbook 22): 0.445, 0.445 and 0.726 Ω', () => {
    expect((['L', 'N', 'E'] as const).map((c) => Number(endToEndOhm(wiring(), c).toFixed(3)))).toEqual([0.445, 0.445, 0.726]);
  });
  it('cross-connected line to neutral is a quarter of both anywhere: 0.222 Ω', () => {
    for (const p of ring.points)
      expect(deadOhm(wiring(), 'crossed L N', pointNode('L', p.id), pointNode('N', p.id))).toBeCloseTo(0.2223, 4);
  });
  it('cross-connected line to earth by the formula of handbook 12', () => {
    const [r1, r2] = [0.00741 * 60, 0.0121 * 60];
    ring.points.forEach((p, i) => {
      const x = (i + 1) / 4;
      expect(deadOhm(wiring(), 'crossed L E', pointNode('L', p.id), pointNode('E', p.id))).toBeCloseTo(((x * r1 + (1 - x) * r2) * ((1 - x) * r1 + x * r2)) / (r1 + r2), 4); // prettier-ignore
    });
  });
  it('insulation: over the range; 0 where line and earth of one leg are exchanged at a socket. Of both legs it is not seen: they go on through each other’s terminals', () => {
    expect(insulationMohm(wiring(), 'L', 'E')).toBeGreaterThan(300);
    const both = mistakeAt(ring, a!.id, 'line and earth exchanged');
    const oneLeg = both.filter((x) => x.runId === both[0]!.runId);
    expect(insulationMohm(wiring(oneLeg), 'L', 'E')).toBeLessThan(0.001);
    expect(insulationMohm(wiring(both), 'L', 'E')).toBeGreaterThan(300);
    // the cross-connected reading there sees it: nothing between line and neutral
    expect(deadOhm(wiring(both), 'crossed L N', pointNode('L', a!.id), pointNode('N', a!.id))).toBe(Infinity);
  });
  it('loop: Ze and the two ways in parallel to the middle, 0.2 + (7.41 + 12.1) × 15 ÷ 1000 = 0.493 Ω', () => {
    expect(loopOhm(wiring(), ring.points[1]!.id)).toBeCloseTo(0.2 + (30 * 30) / 60 * 0.01951, 3);
    expect([loopOhm(at('earth out'), a!.id), loopOhm(at('line out'), a!.id)]).toEqual([Infinity, Infinity]);
  }); // prettier-ignore
  it('on a radial line and earth are linked at the board: R1+R2 of 20 m, 0.390 Ω', () => {
    const radial: Final = {
      ...ring,
      shape: 'radial',
      points: [ring.points[0]!],
      runs: [{ ...ring.runs[0]!, length: { mm: 20_000, known: 'measured' } }],
    };
    expect(deadOhm(wiring([], radial), 'crossed L E', pointNode('L', a!.id), pointNode('E', a!.id))).toBeCloseTo(0.3902, 4);
  });
});

describe('hands on it', () => {
  it('an end that goes back into its own terminal is nothing special any more', () => {
    const out = land([], { runId: 'x', core: 'L', pointId: 'p', in: 'loose' });
    expect([out.length, land(out, { runId: 'x', core: 'L', pointId: 'p', in: 'L' })]).toEqual([1, []]);
  });
  it('what is drawn wrong is of a point of the circuit, and some instrument sees it', () => {
    const final = withSpur(ring, a!.id, 5);
    for (let seed = 1; seed <= 60; seed++) {
      let n = seed;
      const random = () => ((n = (n * 48_271) % 2_147_483_647) % 10_000) / 10_000;
      const w = { ...wiring(drawnMistake(final, random), final), lengths: lengthsOf(final).mm };
      expect(w.landed.length).toBeGreaterThan(0);
      const sees =
        final.points.some((p) => socketTester(w, p.id).pattern !== '110') ||
        (['L', 'N', 'E'] as const).some((c) => endToEndOhm(w, c) === Infinity) ||
        final.points.some((p) => deadOhm(w, 'crossed L N', pointNode('L', p.id), pointNode('N', p.id)) === Infinity) ||
        [['L', 'N'], ['L', 'E'], ['N', 'E']].some(([x, y]) => insulationMohm(w, x as 'L', y as 'N') < 1);
      expect(sees, JSON.stringify(w.landed)).toBe(true);
    }
  }); // prettier-ignore
  it('a run without a length has no resistance', () => {
    expect(() => deadOhm({ ...wiring(), lengths: new Map() }, 'apart', 'x', 'y')).toThrow(RangeError);
  });
});
