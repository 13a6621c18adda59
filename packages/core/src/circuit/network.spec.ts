/**
 * A network and its solution, by hand: dividers of a few ohms whose phasors come out as whole numbers (Ohm, Kirchhoff, Thévenin). What is
 * no network says which part is at fault. Against ngspice by the hundred: manyCircuits.
 */
import { describe, expect, it } from 'vitest';
import { FaultTable } from './faults.js';
import type { NetworkError } from './network.js';
import {
  admittance,
  complex,
  magnitude,
  minus,
  over,
  plus,
  Solved,
  spiceNetlist,
  times,
  type Branch,
  type Complex,
  type Network,
  type Source,
} from './network.js';

const HERTZ = 50;
const W = 2 * Math.PI * HERTZ;
const close = (z: Complex) => ({ re: expect.closeTo(z.re, 6) as number, im: expect.closeTo(z.im, 6) as number });
const r = (id: string, from: string, to: string, ohm: number, henry?: number): Branch => ({ id, from, to, is: { ohm, ...(henry === undefined ? {} : { henry }) } }); // prettier-ignore
const c = (id: string, from: string, to: string, farad: number): Branch => ({ id, from, to, is: { farad } });
/** 60 + j80 V behind an ohm, from earth to `a`. */
const source = (more: Partial<Source> = {}): Source => ({ id: 's', from: 'earth', to: 'a', volts: complex(60, 80), ohm: 1, ...more });
const network = (branches: Branch[], sources: Source[] = [source()], more: Partial<Network> = {}): Network => ({
  ...{ earth: 'earth', hertz: HERTZ, branches, sources },
  ...more,
});
const thrown = (run: () => unknown): NetworkError => {
  try {
    run();
  } catch (error) {
    return error as NetworkError;
  }
  throw new Error('nothing was thrown');
};
const bad = (n: Network): string => thrown(() => new Solved(n)).part;

describe('phasors', () => {
  it('are added, taken off, multiplied, divided as complex numbers are', () => {
    const [a, b] = [complex(1, 2), complex(3, 4)];
    expect([plus(a, b), minus(a, b), times(a, b)]).toEqual([{ re: 4, im: 6 }, { re: -2, im: -2 }, { re: -5, im: 10 }]); // prettier-ignore
    // (1 + j2)(3 − j4) / 25
    expect(over(a, b)).toEqual(close({ re: 0.44, im: 0.08 }));
    expect([magnitude(b), complex(7)]).toEqual([5, { re: 7, im: 0 }]);
  });
  it('a resistance with an inductance, a capacitance: 3 Ω and 4 Ω of reactance are 0.12 − j0.16 S', () => {
    expect(admittance('x', { ohm: 3, henry: 4 / W }, HERTZ)).toEqual(close({ re: 0.12, im: -0.16 }));
    expect(admittance('x', { ohm: 4 }, HERTZ)).toEqual(close({ re: 0.25, im: 0 }));
    expect(admittance('x', { ohm: 4, henry: 0 }, HERTZ)).toEqual(close({ re: 0.25, im: 0 }));
    expect(admittance('x', { farad: 0.5 / W }, HERTZ)).toEqual(close({ re: 0, im: 0.5 }));
    for (const is of [
      { farad: 0 },
      { farad: -1 },
      { farad: Infinity },
      { ohm: 0 },
      { ohm: -1 },
      { ohm: Infinity },
      { ohm: 1, henry: -1 },
      { ohm: 1, henry: NaN },
      { ohm: 1, henry: Infinity },
    ])
      // prettier-ignore
      expect(thrown(() => admittance('x', is, HERTZ)), JSON.stringify(is)).toMatchObject({ name: 'NetworkError', part: 'x' });
  });
});

describe('volts and amps', () => {
  it('an ohm behind an ohm has half; two ways round at the branch and at the source', () => {
    for (const [from, to] of [
      ['a', 'earth'],
      ['earth', 'a'],
    ] as const) {
      // prettier-ignore
      const { state } = new Solved(network([r('r', from, to, 1)]));
      expect(state.volts('a')).toEqual(close({ re: 30, im: 40 }));
      const through = from === 'a' ? 1 : -1;
      expect(state.amps('r')).toEqual(close({ re: 30 * through, im: 40 * through }));
      expect(state.amps('s')).toEqual(close({ re: 30, im: 40 }));
    }
    const turned = new Solved(network([r('r', 'a', 'earth', 1)], [source({ from: 'a', to: 'earth' })])).state;
    expect([turned.volts('a'), turned.amps('s')]).toEqual([close({ re: -30, im: -40 }), close({ re: 30, im: 40 })]);
    expect(turned.volts('earth')).toEqual({ re: 0, im: 0 });
  });
  it('a source between two nodes, neither of them earth: 2 Ω on one side, 1 Ω on the other, 4 Ω round', () => {
    const n = network([r('x', 'a', 'earth', 2), r('y', 'b', 'earth', 1)], [source({ from: 'b' })]);
    const { state } = new Solved(n);
    expect([state.volts('a'), state.volts('b')]).toEqual([close({ re: 30, im: 40 }), close({ re: -15, im: -20 })]);
    expect(state.between('a', 'b')).toEqual(close({ re: 45, im: 60 }));
  });
  it('reactances turn it: j1 Ω and −j1 Ω beside each other take nothing, an inductance in the source its share', () => {
    const free = new Solved(network([r('r', 'a', 'earth', 1), c('c', 'a', 'earth', 1 / W), r('l', 'a', 'earth', 1e-9, 1 / W)]));
    expect(free.state.volts('a')).toEqual(close({ re: 30, im: 40 }));
    // 1 Ω + j2 Ω in the source, 1 Ω beyond: (60 + j80) / (2 + j2) = 35 + j5
    const behind = new Solved(network([r('r', 'a', 'earth', 1)], [source({ henry: 2 / W })]));
    expect(behind.state.volts('a')).toEqual(close({ re: 35, im: 5 }));
    // a capacitance written from earth is the same one
    for (const [from, to] of [
      ['a', 'earth'],
      ['earth', 'a'],
    ] as const)
      // prettier-ignore
      // Z = −j1 behind 1: (60 + j80)·(−j)/(1 − j) = 70 + j10
      expect(new Solved(network([c('c', from, to, 1 / W)])).state.volts('a')).toEqual(close({ re: 70, im: 10 }));
  });
  it('what hangs free takes half of what its neighbour has when it couples as well as it leaks; without a leak it can’t be told', () => {
    const leaky = network([c('c', 'a', 'free', 1 / (1000 * W))], [source({ ohm: 1e-6 })], { leakOhm: 1000 });
    // j/(1 + j) = 0.5 + j0.5
    expect(new Solved(leaky).state.volts('free')).toEqual({ re: expect.closeTo(-10, 3) as number, im: expect.closeTo(70, 3) as number });
    expect(thrown(() => new Solved(network([r('r', 'x', 'y', 5), r('q', 'a', 'earth', 1)]))).message).toMatch(/nothing ties [xy] to earth/);
    // at 0 Hz a capacitance carries nothing
    expect(new Solved({ ...leaky, hertz: 0 }).state.volts('free')).toEqual(close(complex(0)));
  });
  it('a branch that comes back to where it began changes nothing', () =>
    expect(new Solved(network([r('r', 'a', 'earth', 1), r('loop', 'a', 'a', 1)])).state.volts('a')).toEqual(close({ re: 30, im: 40 })));
  it('seen from two nodes with the sources at rest: 1 Ω and 3 Ω beside each other are 3/4 Ω, in a row 4', () => {
    const solved = new Solved(network([r('x', 'a', 'earth', 3), r('y', 'b', 'a', 2), r('z', 'c', 'earth', 5)]));
    expect(solved.impedanceBetween('a', 'earth')).toEqual(close({ re: 0.75, im: 0 }));
    expect(solved.impedanceBetween('earth', 'a')).toEqual(close({ re: 0.75, im: 0 }));
    expect(solved.impedanceBetween('b', 'a')).toEqual(close({ re: 2, im: 0 }));
    expect(solved.impedanceBetween('c', 'b')).toEqual(close({ re: 7.75, im: 0 }));
    expect([solved.impedanceBetween('a', 'a'), solved.impedanceBetween('earth', 'earth')]).toEqual([complex(0), complex(0)]);
    expect(new Solved(network([r('l', 'a', 'earth', 3, 4 / W)], [])).impedanceBetween('a', 'earth')).toEqual(close({ re: 3, im: 4 }));
    expect([solved.size, solved.nodeNames, solved.has('a'), solved.has('earth'), solved.has('d')]).toEqual([3, ['a', 'b', 'c'], true, true, false]); // prettier-ignore
  });
});

describe('changed for a moment', () => {
  const two = () => new Solved(network([r('x', 'a', 'b', 1), r('y', 'b', 'earth', 2), r('z', 'b', 'earth', 2)]));
  it('nothing changed is as it was: 1 Ω, 1 Ω, and 1 Ω of two beside each other', () => {
    expect(two().with([]).volts('b')).toEqual(close({ re: 20, im: 80 / 3 }));
    expect(
      two()
        .with([{ from: 'b', to: 'b', by: complex(9) }])
        .volts('b'),
    ).toEqual(close({ re: 20, im: 80 / 3 }));
  });
  it('one taken out: 2 Ω of 4, and no current in it; a source taken out: nothing anywhere', () => {
    const out = two().with([{ out: 'z' }]);
    expect([out.volts('b'), out.amps('z'), out.amps('y')]).toEqual([close({ re: 30, im: 40 }), complex(0), close({ re: 15, im: 20 })]);
    const dead = two().with([{ out: 's' }]);
    expect([dead.volts('a'), dead.volts('b'), dead.amps('s')]).toEqual([close(complex(0)), close(complex(0)), complex(0)]);
  });
  it('one put in: 2 Ω more from b to earth, either way round; a capacitance; two at once; out and in together', () => {
    // 2 ∥ 2 ∥ 2 = 2/3 Ω behind 2 Ω: a quarter
    for (const [from, to] of [
      ['b', 'earth'],
      ['earth', 'b'],
    ] as const)
      // prettier-ignore
      expect(two().with([{ from, to, by: complex(0.5) }]).volts('b')).toEqual(close({ re: 15, im: 20 }));
    // 1 Ω beside −j1 Ω is (1 − j)/2; behind 2 Ω: (1 − j)/(5 − j) = (6 − j4)/26
    expect(two().with([{ from: 'b', to: 'earth', by: complex(0, 1) }]).volts('b')).toEqual(close(times(complex(60, 80), complex(6 / 26, -4 / 26)))); // prettier-ignore
    // an ohm at a and an ohm at b: 1 ∥ (1 + 1 ∥ 1) = 3/5 Ω behind 1 Ω
    const both = two().with([{ from: 'a', to: 'earth', by: complex(1) }, { from: 'b', to: 'earth', by: complex(1) }]); // prettier-ignore
    expect([both.volts('a'), both.volts('b')]).toEqual([close({ re: 22.5, im: 30 }), close({ re: 7.5, im: 10 })]);
    const other = two().with([{ out: 'z' }, { from: 'b', to: 'earth', by: complex(0.5) }]);
    expect([other.volts('b'), other.amps('z')]).toEqual([close({ re: 20, im: 80 / 3 }), complex(0)]);
  });
  it('what is not there is named', () => {
    expect(thrown(() => two().with([{ out: 'q' }]))).toMatchObject({ part: 'q' });
    expect(thrown(() => two().with([{ from: 'b', to: 'q', by: complex(1) }]))).toMatchObject({ part: 'q' });
    expect(thrown(() => two().state.volts('q'))).toMatchObject({ part: 'q' });
    expect(thrown(() => two().state.amps('q'))).toMatchObject({ part: 'q' });
    expect(thrown(() => two().admittanceOf('q'))).toMatchObject({ part: 'q' });
    expect([two().admittanceOf('y'), two().admittanceOf('s')]).toEqual([close(complex(0.5)), close(complex(1))]);
    // with its last tie taken out a node’s voltage can’t be told
    expect(thrown(() => new Solved(network([r('x', 'a', 'b', 1)])).with([{ out: 'x' }])).part).toBe('b');
  });
});

describe('many single faults of one network', () => {
  /** 60 + j80 V behind 1 Ω at a, 1 Ω to b, 2 Ω to earth; c hangs on 3 Ω. */
  const solved = () => new Solved(network([r('x', 'a', 'b', 1), r('y', 'b', 'earth', 2), r('z', 'c', 'earth', 3)]));
  it.each([
    ['a dead short nearly', 'b', 'earth', complex(1e6)],
    ['the same the other way round', 'earth', 'b', complex(1e6)],
    ['2 Ω', 'b', 'earth', complex(0.5)],
    ['a capacitance', 'b', 'earth', complex(0, 1)],
    ['both', 'a', 'c', complex(0.3, -0.4)],
    ['across what is there', 'a', 'b', complex(0.5, 0.5)],
    ['what is there half gone', 'a', 'b', complex(-0.5)],
    ['at the first node', 'earth', 'a', complex(0.2, 0.1)],
  ])('%s', (_name, a, b, by) => {
    const whole = solved().with([{ from: a, to: b, by }]);
    const table = new FaultTable(solved());
    for (const node of ['a', 'b', 'c']) expect(table.one({ a, b, by }, node), node).toEqual(close(whole.volts(node)));
    const out = new Float64Array(6);
    table.volts({ a, b, by }, table.places(['c', 'a', 'b']), out);
    const flat = ['c', 'a', 'b'].flatMap((n) => [whole.volts(n).re, whole.volts(n).im]);
    expect([...out]).toEqual(flat.map((v) => expect.closeTo(v, 6) as number));
  });
  it('by hand: 2 Ω beside the 2 Ω of b is a third of 60 + j80', () =>
    expect(new FaultTable(solved()).one({ a: 'b', b: 'earth', by: complex(0.5) }, 'b')).toEqual(close({ re: 20, im: 80 / 3 })));
});

describe('what is no network', () => {
  const r1 = r('r', 'a', 'earth', 1);
  it('names the part: two of one name, a source that shorts itself or has no volts, insulation, frequency', () => {
    expect(bad(network([r1, r1]))).toBe('r');
    expect(bad(network([r('s', 'a', 'earth', 1)]))).toBe('s');
    expect(bad(network([r1], [source({ from: 'a' })]))).toBe('s');
    expect(bad(network([r1], [source({ volts: complex(NaN) })]))).toBe('s');
    expect(bad(network([r1], [source({ volts: complex(1, Infinity) })]))).toBe('s');
    expect(bad(network([r1], [source({ ohm: 0 })]))).toBe('s');
    expect([bad(network([r1], [], { leakOhm: 0 })), bad(network([r1], [], { leakOhm: -1 }))]).toEqual(['leakOhm', 'leakOhm']);
    for (const hertz of [-1, NaN, Infinity]) expect(bad(network([r1], [], { hertz }))).toBe('hertz');
    expect(new Solved(network([r1], [source()], { leakOhm: 1 })).state.volts('a')).toEqual(close({ re: 20, im: 80 / 3 }));
  });
});

describe('as a netlist', () => {
  it('every part on a line with its nodes numbered as they come, their names beside; what shorts itself is left out', () => {
    const n = network(
      [r('x', 'a', 'live\none', 2), r('l', 'live\none', 'earth', 3, 0.5), c('c', 'earth', 'a', 1e-9), r('loop', 'a', 'a', 1)],
      [source(), source({ id: 't', from: 'a', to: 'earth', volts: complex(0, -5), ohm: 4, henry: 0.25 })],
      { leakOhm: 1000 },
    );
    const { text, node } = spiceNetlist(n, 'two\nlines');
    expect(text.split('\n')).toEqual([
      '* two lines',
      '* n1 is a',
      '* n2 is live one',
      'R0 n1 n2 2.000000000000e+0',
      'R1 n2 m1 3.000000000000e+0',
      'L1 m1 0 5.000000000000e-1',
      'C2 0 n1 1.000000000000e-9',
      'V0 e0 0 DC 0 AC 1.000000000000e+2 53.130102354',
      'RS0 e0 n1 1.000000000000e+0',
      'V1 e1 n1 DC 0 AC 5.000000000000e+0 -90.000000000',
      'RS1 e1 f1 4.000000000000e+0',
      'LS1 f1 0 2.500000000000e-1',
      'RL0 n1 0 1.000000000000e+3',
      'RL1 n2 0 1.000000000000e+3',
      '.ac lin 1 50 50',
      '.end',
      '',
    ]);
    expect([node('a'), node('earth'), node('live\none')]).toEqual(['n1', '0', 'n2']);
  });
  it('without insulation no leak; at 0 Hz nearly none; a title of its own when none is given', () => {
    expect(spiceNetlist(network([r('x', 'a', 'earth', 2)], [], { hertz: 0 })).text).toBe(
      '* circuit\n* n1 is a\nR0 n1 0 2.000000000000e+0\n.ac lin 1 0.000001 0.000001\n.end\n',
    );
  });
});
