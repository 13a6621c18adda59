/**
 * Cores of a ring by Kirchhoff’s laws, by hand: three runs of 5 m, sockets p1 and p2. A live core of 2.5 mm² has 7.41 mΩ/m, the
 * protective one of 1.5 mm² 12.1 (BS EN 60228, 20 °C; memory).
 */
import { describe, expect, it } from 'vitest';
import type { Final } from '../model/index.js';
import { Cores, uncrossed, type CoresOptions, type Ends, type FinalFault } from './cores.js';
import { ringOf, withSpur } from './sample.js';

const [LIVE, CPC] = [7.41e-3, 12.1e-3];
const ring = ringOf([5, 5, 5]);
const lengths = (final: Final): Map<string, number> => new Map(final.runs.map((r) => [r.id, r.length!.mm]));
const cores = (ends: Ends, part: Partial<CoresOptions> = {}, final = ring) => new Cores(final, { ends, lengths: lengths(final), ...part });
const faulty = (ends: Ends, ...faults: FinalFault[]) => cores(ends, { faults });
const [first, , last] = ring.runs as [Final['runs'][number], unknown, Final['runs'][number]];
const beside = (a: number, b: number): number => (a * b) / (a + b);
/** Round a crossed ring of 15 m, one way along the line and on along the other core, and the other way: all but a quarter of both. */
const crossed = (m: number): number => beside(m * LIVE + (15 - m) * CPC, (15 - m) * LIVE + m * CPC);
const near = (got: number, want: number) => expect(Math.abs(got - want), `${got} for ${want}`).toBeLessThan(2e-5);

describe('a sound ring', () => {
  it('end to end each core has its 15 m', () => {
    near(cores('apart').endToEnd('L', first, last), 15 * LIVE);
    near(cores('apart').endToEnd('N', first, last), 15 * LIVE);
    near(cores('apart').endToEnd('E', first, last), 15 * CPC);
  });
  it('crossed, every point reads a quarter of both cores (handbook 12), a little less where one is thinner', () => {
    for (const p of ['p1', 'p2']) {
      near(cores('crossed L N').between(p, 'L', 'N'), (2 * 15 * LIVE) / 4);
      near(cores('crossed L E').between(p, 'L', 'E'), crossed(5));
    }
  });
  it('joined straight, two ways of their own lie beside each other: near the board less', () => {
    near(cores('straight L N').between('p1', 'L', 'N'), beside(2 * 5 * LIVE, 2 * 10 * LIVE));
    near(cores('straight L E').between('p2', 'L', 'E'), beside(5 * (LIVE + CPC), 10 * (LIVE + CPC)));
    expect([uncrossed('crossed L N'), uncrossed('crossed L E'), uncrossed('apart'), uncrossed('joined')]).toEqual(['straight L N', 'straight L E', 'apart', 'joined']); // prettier-ignore
  });
  it('in its terminals: the loop outside, and 5 m beside 10 of line and of the protective conductor', () =>
    near(cores('joined', { zeOhm: 0.3 }).between('p1', 'L', 'E'), 0.3 + beside(5, 10) * (LIVE + CPC)));
  it('at 70 °C a fifth more: 0.4 % for each degree (common practice)', () =>
    expect(cores('apart', { celsius: 70 }).endToEnd('L', first, last) / (15 * LIVE)).toBeCloseTo(1.2, 2));
  it('with the table’s drop instead of the resistance, for the live cores alone', () => {
    const table = cores('apart', { liveMilliohm: () => 9 });
    near(table.endToEnd('N', first, last), 15 * 9e-3);
    near(table.endToEnd('E', first, last), 15 * CPC);
  });
  it('an ampere in at p2 lets fall at p1 what both share: 5 m of the two ways, line and neutral', () => {
    // in at p2: two thirds go the short way (5 m), one third by p1 (10 m); between the board and p1 flows that third
    near(cores('shorted').transferOhm('p2', 'p1'), 2 * 5 * LIVE * (1 / 3));
    near(cores('shorted').transferOhm('p2', 'p2'), 2 * beside(5, 10) * LIVE);
  });
  it('a spur adds its own length, there and back', () => {
    const spurred = withSpur(ring, 'p1', 4);
    near(cores('crossed L N', {}, spurred).between('s1', 'L', 'N'), (2 * 15 * LIVE) / 4 + 2 * 4 * LIVE);
  });
});

describe('a radial', () => {
  const radial: Final = { ...ring, shape: 'radial', runs: ring.runs.slice(0, 2) };
  it('linked at the board, each point reads its way there and back', () => {
    near(cores('crossed L E', {}, radial).between('p1', 'L', 'E'), 5 * (LIVE + CPC));
    near(cores('crossed L E', {}, radial).between('p2', 'L', 'E'), 10 * (LIVE + CPC));
    expect(cores('apart', {}, radial).between('p2', 'L', 'N')).toBe(Infinity);
  });
});

describe('what is not as it was noted', () => {
  it('a core that is broken, a cable that isn’t there: nothing from end to end, in that core or in all', () => {
    const open = faulty('apart', { is: 'open', core: 'N', runId: 'r2' });
    expect([open.endToEnd('N', first, last), Number.isFinite(open.endToEnd('L', first, last))]).toEqual([Infinity, true]);
    const gone = faulty('apart', { is: 'no cable', runId: 'r2' });
    expect((['L', 'N', 'E'] as const).map((c) => gone.endToEnd(c, first, last))).toEqual([Infinity, Infinity, Infinity]);
  });
  it('a loose contact and a longer run add theirs, a second one too', () => {
    near(faulty('apart', { is: 'loose', core: 'L', runId: 'r1', ohm: 0.5 }).endToEnd('L', first, last), 15 * LIVE + 0.5);
    near(faulty('apart', { is: 'loose', core: 'L', runId: 'r1', ohm: 0.5 }).endToEnd('N', first, last), 15 * LIVE);
    near(faulty('apart', { is: 'longer', runId: 'r2', byMm: 2000 }, { is: 'longer', runId: 'r2', byMm: 1000 }).endToEnd('E', first, last), 18 * CPC); // prettier-ignore
  });
  it('a cable that nobody noted lies beside the run between the same two points', () => {
    const bridged = faulty('apart', { is: 'bridge', from: 'p1', to: 'p2', lengthMm: 5000 });
    near(bridged.endToEnd('L', first, last), 12.5 * LIVE);
    near(bridged.endToEnd('E', first, last), 12.5 * CPC);
  });
  it('a point on a spur nobody noted reads that much more; the others as before', () => {
    const spur = faulty('crossed L E', { is: 'unseen spur', pointId: 'p1', lengthMm: 4000 });
    near(spur.between('p1', 'L', 'E'), crossed(5) + 4 * (LIVE + CPC));
    near(spur.between('p2', 'L', 'E'), crossed(5));
  });
  it('conductors exchanged at a point: its line and earth read what is between others', () => {
    const swap = faulty('crossed L N', { is: 'swapped', pointId: 'p1', cores: ['N', 'E'] });
    expect(swap.between('p1', 'L', 'N')).toBe(Infinity);
    near(swap.between('p1', 'L', 'E'), (2 * 15 * LIVE) / 4);
    near(swap.between('p2', 'L', 'N'), (2 * 15 * LIVE) / 4);
    const both = faulty('crossed L N', { is: 'swapped', pointId: 'p1', cores: ['L', 'N'] });
    near(both.between('p1', 'N', 'L'), (2 * 15 * LIVE) / 4);
  });
  it('ends not crossed read as ends joined straight', () =>
    near(faulty('crossed L N', { is: 'not crossed' }).between('p1', 'L', 'N'), beside(2 * 5 * LIVE, 2 * 10 * LIVE)));
  it('a run without a length can’t be reckoned, and is named', () =>
    expect(() => cores('apart', { lengths: new Map([['r1', 5000]]) })).toThrow(/r2: a run without a length/));
  it('a point that no run leads to reads nothing, and doesn’t stop the others', () => {
    const apart: Final = { ...ring, points: [...ring.points, { id: 'far', name: 'Far', kind: 'single' }] };
    const read = cores('crossed L N', {}, apart);
    expect([read.between('far', 'L', 'N'), read.between('nobody', 'L', 'N')]).toEqual([Infinity, Infinity]);
    near(read.between('p1', 'L', 'N'), (2 * 15 * LIVE) / 4);
    expect(read.between('p1', 'L', 'L')).toBe(0);
  });
});
