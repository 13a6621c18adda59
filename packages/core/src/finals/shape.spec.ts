/**
 * What a circuit is from its runs, and what it comes to: a ring of 20 + 15 + 25 m and a radial of 10 m, 2.5/1.5. 18 mV/A/m (Table 4D5),
 * 7.41 and 12.1 mΩ/m (BS EN 60228), from memory; each sum by hand: a load divides by the resistance of the two ways to it.
 */
import { describe, expect, it } from 'vitest';
import { measured, type Final, type FinalPoint } from '../model/index.js';
import { designLoad, dropJudged, dropsOf, extensions, legCurrents, lengthRound, lengthsOf, loopsOf, mostInRuns, shapeOf } from './index.js';

const point = (id: string, kind: FinalPoint['kind'] = 'twin'): FinalPoint => ({ id, name: id, kind });
const run = (id: string, a: string, b: string, metres?: number) => ({ id, ends: [a, b] as [string, string], size: '2.5/1.5' as const, ...(metres === undefined ? {} : { length: measured(metres * 1000) }) }); // prettier-ignore
const RING: Final = { id: 'r', name: 'Ring', number: '1', shape: 'ring', ratingA: 32, curve: 'B', points: [point('a'), point('b')], runs: [run('1', 'board', 'a', 20), run('2', 'a', 'b', 15), run('3', 'b', 'board', 25)] }; // prettier-ignore
const RADIAL: Final = { ...RING, shape: 'radial', points: [point('a')], runs: [run('1', 'board', 'a', 10)] };
const withMore = (points: FinalPoint[], runs: Final['runs'], of = RING): Final => ({ ...of, points: [...of.points, ...points], runs: [...of.runs, ...runs] }); // prettier-ignore
const problems = (f: Final) => shapeOf(f).problems.map((p) => `${p.is}: ${p.points.join(' ')}${p.runs.length ? ` by ${p.runs.join(' ')}` : ''}`.trim()); // prettier-ignore

describe('a ring', () => {
  it('in order from the board round to it, whichever way its runs were noted', () => {
    const { ring, spurs, order, tail } = shapeOf(RING);
    expect([ring!.runs.map((r) => r.id), ring!.points.map((p) => p.id), spurs, order.map((p) => p.id), [...tail]]).toEqual([['1', '2', '3'], ['a', 'b'], [], ['a', 'b'], [['a', []], ['b', []]]]); // prettier-ignore
    const turned: Final = { ...RING, runs: [run('2', 'b', 'a', 15), run('1', 'a', 'board', 20), run('3', 'board', 'b', 25)] };
    expect([shapeOf(turned).ring!.runs.map((r) => r.id), problems(turned)]).toEqual([['1', '2', '3'], []]);
    expect(problems(RING)).toEqual([]);
  });
  it('a spur hangs where it comes from; a second socket on it is one too many, behind a fused unit it isn’t (handbook 28)', () => {
    const spur = withMore([point('s')], [run('4', 'a', 's', 5)]);
    const { spurs, order, tail } = shapeOf(spur);
    expect(spurs.map((s) => [s.from, s.points.map((p) => p.id), s.runs.map((r) => r.id), s.fused])).toEqual([['a', ['s'], ['4'], false]]);
    expect([order.map((p) => p.id), tail.get('s')!.map((r) => r.id), problems(spur)]).toEqual([['a', 's', 'b'], ['4'], []]);
    const second = (kind: FinalPoint['kind']) => withMore([point('s', kind), point('t')], [run('4', 'a', 's', 5), run('5', 's', 't', 5)]);
    expect([problems(second('twin')), problems(second('fused unit')), problems(second('joint'))]).toEqual([['spur on a spur: s t by 4 5'], [], []]); // prettier-ignore
    expect(
      shapeOf(second('twin'))
        .tail.get('t')!
        .map((r) => r.id),
    ).toEqual(['4', '5']);
    // two spurs of one socket are two
    expect(shapeOf(withMore([point('s'), point('t')], [run('4', 'a', 's', 5), run('5', 'a', 't', 5)])).spurs).toHaveLength(2);
  });
  it('what is not a ring says why', () => {
    expect(problems({ ...RING, points: [], runs: [] })).toEqual(['no points:']);
    expect(problems({ ...RING, runs: [run('2', 'a', 'b')] })).toEqual(['not at the board:']);
    expect(problems({ ...RING, runs: RING.runs.slice(0, 2) })).toEqual(['open ring: b']);
    expect(problems(withMore([point('x')], []))).toEqual(['apart: x']);
    expect(problems(withMore([], [run('4', 'a', 'b', 5)]))).toEqual(['interconnected: a b by 1 2 3 4']);
    // a second ring at the board
    expect(problems(withMore([point('x')], [run('4', 'board', 'x', 5), run('5', 'x', 'board', 5)]))).toEqual([
      'interconnected:  by 1 2 3 4 5',
    ]);
    expect(problems(withMore([point('x')], [run('4', 'board', 'x', 5)]))).toEqual(['spur from the board: x by 4']);
    expect(shapeOf({ ...RING, runs: RING.runs.slice(0, 2) }).ring).toBeUndefined();
  });
});

describe('a radial', () => {
  it('is a tree: a point’s way is all that leads to it; a loop in it is a problem', () => {
    const tree = withMore([point('b'), point('c')], [run('2', 'a', 'b', 5), run('3', 'a', 'c', 5)], RADIAL);
    const { order, tail, spurs } = shapeOf(tree);
    expect([order.map((p) => p.id), tail.get('c')!.map((r) => r.id), spurs, problems(tree)]).toEqual([['a', 'b', 'c'], ['1', '3'], [], []]);
    expect(problems(withMore([], [run('4', 'b', 'c', 5)], tree))).toEqual(['loop in a radial: a b c by 2 3 4']);
    expect(problems(withMore([point('x')], [], RADIAL))).toEqual(['apart: x']);
  });
});

describe('lengths', () => {
  const unmeasured = (...ids: string[]): Final => ({ ...RING, runs: RING.runs.map((r) => (ids.includes(r.id) ? run(r.id, ...(r.ends as [string, string])) : r)) }); // prettier-ignore
  it('of runs that nobody measured an even share of what r1 leaves: 0.4446 Ω are 60 m, 20 of them known', () => {
    const of = (final: Final, r1?: number) => { const l = lengthsOf(final, r1); return [...l.mm].map(([id, mm]) => `${id} ${Math.round(mm / 100) / 10}`).concat(l.taken ? ['taken'] : [], l.unknown.map((r) => `? ${r.id}`)); }; // prettier-ignore
    expect(of(unmeasured('2', '3'), 0.4446)).toEqual(['1 20', '2 20', '3 20', 'taken', '? 2', '? 3']);
    expect([of(unmeasured('2')), of(unmeasured('2'), 0.1), of(RING, 0.9)]).toEqual([['1 20', '3 25', '? 2'], ['1 20', '3 25', '? 2'], ['1 20', '2 15', '3 25']]); // prettier-ignore
    // r1 goes round the ring and tells nothing of a spur
    expect(of(withMore([point('s')], [run('4', 'a', 's')]), 0.5)).toEqual(['1 20', '2 15', '3 25', '? 4']);
  });
  it('round it 60 m; a radial’s all of it; unknown as long as one is', () => {
    expect([lengthRound(RING), lengthRound(RADIAL), lengthRound(unmeasured('3')), lengthRound({ ...RADIAL, runs: [] }), lengthRound(withMore([point('s')], [run('4', 'a', 's', 5)]))]).toEqual([60, 10, undefined, undefined, 60]); // prettier-ignore
  });
});

describe('what it carries', () => {
  it('loaded with 20 A at one socket and the rest spread over all; a radial with all at its end', () => {
    expect(designLoad(RING, 'a')).toEqual([{ pointId: 'a', amps: 6 }, { pointId: 'b', amps: 6 }, { pointId: 'a', amps: 20 }]); // prettier-ignore
    expect([designLoad({ ...RING, ratingA: 16 }, 'a').map((l) => l.amps), designLoad({ ...RADIAL, ratingA: 20 }, 'a'), designLoad({ ...RADIAL, ratingA: undefined }, 'a')]).toEqual([[0, 0, 16], [{ pointId: 'a', amps: 20 }], [{ pointId: 'a', amps: 32 }]]); // prettier-ignore
    // a joint takes nothing
    expect(designLoad({ ...RING, points: [...RING.points, point('j', 'joint')] }, 'a').map((l) => l.pointId)).toEqual(['a', 'b', 'a']);
  });
  it('26 A at a and 6 at b: 26 × 40/60 + 6 × 25/60 = 19.83 A in the first leg, 12.17 back in the last', () => {
    const legs = legCurrents(RING, lengthsOf(RING).mm, designLoad(RING, 'a'))!;
    expect(legs.runs.map((r) => [r.run.id, Math.round(r.amps * 100) / 100])).toEqual([['1', 19.83], ['2', -6.17], ['3', -12.17]]); // prettier-ignore
    expect([legs.worst.id, Math.round(legs.worstA * 100) / 100]).toEqual(['1', 19.83]);
    // most of each over all sockets: at b it is 14.83, 8.83 and 17.17
    expect([...mostInRuns(RING)].map(([id, a]) => [id, Math.round(a * 100) / 100])).toEqual([['1', 19.83], ['2', 8.83], ['3', 17.17]]); // prettier-ignore
    // what hangs on a spur loads the ring where it comes from
    const spur = withMore([point('s')], [run('4', 'a', 's', 5)]);
    expect(legCurrents(spur, lengthsOf(spur).mm, [{ pointId: 's', amps: 30 }])!.runs.map((r) => Math.round(r.amps))).toEqual([
      20, -10, -10,
    ]);
    expect(legCurrents(RADIAL, lengthsOf(RADIAL).mm, [])).toBeUndefined();
    expect(legCurrents(RING, new Map(), [])).toBeUndefined();
    expect(mostInRuns(RING, new Map()).size).toBe(0);
  });
});

describe('drop and loop', () => {
  const volts = (f: Final) => dropsOf(f, lengthsOf(f).mm).map((d) => [d.pointId, Math.round(d.volts * 100) / 100, Math.round(d.percent * 100) / 100]); // prettier-ignore
  it('a radial of 10 m at 32 A: 18 × 10 × 32 = 5.76 V; the worst first', () => {
    expect(volts(RADIAL)).toEqual([['a', 5.76, 2.5]]);
    // at b: 14.58 m of 26 A and 8.33 m of 6 A; at a: 13.33 and 8.33
    expect(volts(RING)).toEqual([['b', 7.73, 3.36], ['a', 7.14, 3.1]]); // prettier-ignore
  });
  it('within 5 % of 230 V, 11.5 V: 19.9 m of it do, 20 m don’t; taken lengths pass as nothing', () => {
    const judged = (metres: number | undefined) => { const f = { ...RADIAL, runs: [run('1', 'board', 'a', metres)] }; return dropJudged(f, lengthsOf(f)); }; // prettier-ignore
    expect([judged(19.9).verdict, judged(20).verdict, judged(undefined).verdict, judged(19.9).worst!.pointId]).toEqual(['ok', 'stop', 'can’t tell', 'a']); // prettier-ignore
    const taken: Final = { ...RING, runs: RING.runs.map((r) => run(r.id, ...r.ends)) };
    expect([dropJudged(taken, lengthsOf(taken, 0.4446)).verdict, dropJudged(taken, lengthsOf(taken)).verdict]).toEqual(['can’t tell', 'can’t tell']); // prettier-ignore
    // a socket that no run leads to loses nothing and all: it can’t be told, and no figure is made up
    const apart = withMore([point('x')], []);
    expect(dropJudged(apart, lengthsOf(apart))).toMatchObject({ verdict: 'can’t tell', sums: [] });
    expect(dropsOf({ ...apart, ratingA: 16 }, lengthsOf(apart).mm).map((d) => [d.pointId, Number.isFinite(d.volts)])).toEqual([['x', false], ['b', true], ['a', true]]); // prettier-ignore
    const more = { name: 'new', kind: 'twin' as const, lengthMm: 5000 };
    const drops = (f: Final) => extensions(f, more, { zeOhm: 0.3 }).map((x) => [x.dropPercent !== undefined, x.zsWarm !== undefined]);
    expect([new Set(drops(RING).map(String)), new Set(drops(apart).map(([drop]) => String(drop)))]).toEqual([new Set(['true,true']), new Set(['false'])]); // prettier-ignore
    // a spur from the socket that hangs on nothing has no loop, one from another has
    const loop = (at: string) => extensions(apart, more, { zeOhm: 0.3 }).find((x) => x.how === 'spur' && x.at === at)!.zsWarm;
    expect([loop('x'), loop('a')! > 0.3]).toEqual([undefined, true]);
    const [sum, share] = judged(19.9).sums;
    expect([sum!.terms.reduce((s, t) => s + t.value, 0), share!.limit!.value]).toEqual([expect.closeTo(sum!.result.value, 9), 5]);
  });
  it('R1+R2 of 10 m is 0.1951 Ω; with 0.30 outside 0.4951, warm 0.3 + 0.1951 × 1.2', () => {
    const [a] = loopsOf(RADIAL, lengthsOf(RADIAL).mm, 0.3);
    expect([a!.r1r2, a!.zs, a!.zsWarm].map((x) => Math.round(x! * 1e4) / 1e4)).toEqual([0.1951, 0.4951, 0.5341]);
    const [bare] = loopsOf(RADIAL, lengthsOf(RADIAL).mm, undefined);
    expect([Math.round(bare!.r1r2 * 1e4) / 1e4, bare!.zs, bare!.zsWarm]).toEqual([0.1951, undefined, undefined]);
    // round a ring both ways: 13.33 m of both cores at a
    const ring = loopsOf(RING, lengthsOf(RING).mm, undefined);
    expect(ring.map((l) => Math.round(l.r1r2 * 1e4) / 1e4)).toEqual([0.2601, 0.2845]);
  });
});
