/**
 * The equations of a network held against exact arithmetic: the same system written out densely and solved in fractions (fraction.js, npm) by
 * elimination with complex numbers. Small ones by hand, as Ohm and Kirchhoff have it.
 */
import fc from 'fast-check';
import Fraction from 'fraction.js';
import { describe, expect, it } from 'vitest';
import { complexVector, Factor, SingularMatrixError, updated, type Change, type ComplexVector, type NodalMatrix } from './factor.js';

interface Pair {
  a: number;
  b: number;
  re: number;
  im: number;
}
type Ground = [re: number, im: number];
const matrixOf = (pairs: readonly Pair[], ground: readonly Ground[]): NodalMatrix => ({
  size: ground.length,
  row: Int32Array.from(pairs, (p) => p.a),
  column: Int32Array.from(pairs, (p) => p.b),
  re: Float64Array.from(pairs, (p) => p.re),
  im: Float64Array.from(pairs, (p) => p.im),
  groundRe: Float64Array.from(ground, (g) => g[0]),
  groundIm: Float64Array.from(ground, (g) => g[1]),
});
const vector = (list: readonly Ground[]): ComplexVector => ({
  re: Float64Array.from(list, (z) => z[0]),
  im: Float64Array.from(list, (z) => z[1]),
});
const listed = (x: ComplexVector): Ground[] => Array.from(x.re, (re, k) => [re, x.im[k]!]);
const near = (x: ComplexVector, exact: readonly Ground[], digits = 9): void => {
  listed(x).forEach(([re, im], k) => {
    expect(re, `row ${k}`).toBeCloseTo(exact[k]![0], digits);
    expect(im, `row ${k}`).toBeCloseTo(exact[k]![1], digits);
  });
};

/** A complex number in fractions. */
class Exact {
  constructor(
    readonly re: Fraction,
    readonly im: Fraction,
  ) {}
  static of = ([re, im]: Ground): Exact => new Exact(new Fraction(re), new Fraction(im));
  plus = (o: Exact): Exact => new Exact(this.re.add(o.re), this.im.add(o.im));
  minus = (o: Exact): Exact => new Exact(this.re.sub(o.re), this.im.sub(o.im));
  times = (o: Exact): Exact => new Exact(this.re.mul(o.re).sub(this.im.mul(o.im)), this.re.mul(o.im).add(this.im.mul(o.re)));
  over = (o: Exact): Exact => {
    const square = o.re.mul(o.re).add(o.im.mul(o.im));
    const by = this.times(new Exact(o.re, o.im.neg()));
    return new Exact(by.re.div(square), by.im.div(square));
  };
  get nothing(): boolean {
    return this.re.equals(0) && this.im.equals(0);
  }
}
/** The system written out, a row for each node, and solved; undefined when it has no one solution. */
function solvedExactly(pairs: readonly Pair[], ground: readonly Ground[], rhs: readonly Ground[]): Ground[] | undefined {
  const n = ground.length;
  const rows = ground.map((g, k) => [...ground.map((_, j) => Exact.of(j === k ? g : [0, 0])), Exact.of(rhs[k]!)]);
  for (const { a, b, re, im } of pairs) {
    const y = Exact.of([re, im]);
    rows[a]![a] = rows[a]![a]!.plus(y);
    rows[b]![b] = rows[b]![b]!.plus(y);
    rows[a]![b] = rows[a]![b]!.minus(y);
    rows[b]![a] = rows[b]![a]!.minus(y);
  }
  for (let k = 0; k < n; k++) {
    const pivot = rows.findIndex((row, i) => i >= k && !row[k]!.nothing);
    if (pivot < 0) return undefined;
    [rows[k], rows[pivot]] = [rows[pivot]!, rows[k]!];
    for (let i = 0; i < n; i++) {
      if (i === k || rows[i]![k]!.nothing) continue;
      const share = rows[i]![k]!.over(rows[k]![k]!);
      rows[i] = rows[i]!.map((z, j) => z.minus(share.times(rows[k]![j]!)));
    }
  }
  return rows.map((row, k) => {
    const z = row[n]!.over(row[k]!);
    return [z.re.valueOf(), z.im.valueOf()];
  });
}

const whole = (min: number, max: number) => fc.integer({ min, max });
const pairIn = (size: number): fc.Arbitrary<Pair> =>
  fc
    .record({ a: fc.nat(size - 1), to: whole(1, size - 1), re: whole(1, 5), im: whole(-3, 3) })
    .map(({ a, to, ...y }) => ({ ...y, a, b: (a + to) % size }));
/** Four or seven nodes, of which some have something to the reference themselves. */
const networks = fc.constantFrom(4, 7).chain((size) =>
  fc.record({
    pairs: fc.array(pairIn(size), { minLength: 1, maxLength: 12 }),
    ground: fc.array(fc.oneof(fc.constant<Ground>([0, 0]), fc.tuple(whole(1, 4), whole(-2, 2))), { minLength: size, maxLength: size }),
    rhs: fc.array(fc.tuple(whole(-5, 5), whole(-5, 5)), { minLength: size, maxLength: size }),
    others: fc.array(fc.tuple(whole(1, 5), whole(-3, 3)), { minLength: 12, maxLength: 12 }),
    changes: fc.array(fc.tuple(fc.nat(size - 1), fc.nat(size), whole(1, 4), whole(-2, 2)), { minLength: 1, maxLength: 3 }),
  }),
);
/** Nodes that nothing ties to the reference. */
function adrift(pairs: readonly Pair[], ground: readonly Ground[]): number[] {
  const tied = ground.map(([re]) => re > 0);
  for (let again = true; again;) {
    again = false;
    for (const { a, b } of pairs)
      if (tied[a] !== tied[b]) {
        tied[a] = tied[b] = true;
        again = true;
      }
  }
  return tied.flatMap((t, v) => (t ? [] : [v]));
}
const singular = (run: () => unknown): SingularMatrixError => {
  try {
    run();
  } catch (error) {
    expect(error).toBeInstanceOf(SingularMatrixError);
    return error as SingularMatrixError;
  }
  throw new Error('it has a solution');
};

describe('a solution', () => {
  it('is that of exact arithmetic; what nothing ties to the reference has none', () => {
    fc.assert(
      fc.property(networks, ({ pairs, ground, rhs }) => {
        const exact = solvedExactly(pairs, ground, rhs);
        const loose = adrift(pairs, ground);
        expect(exact === undefined).toBe(loose.length > 0);
        if (exact) near(new Factor(matrixOf(pairs, ground)).solve(vector(rhs)), exact);
        else expect(loose).toContain(singular(() => new Factor(matrixOf(pairs, ground))).at);
      }),
      { numRuns: 120 },
    );
  });

  it('is the same when the order of another with the same pairs, or more, is used again', () => {
    fc.assert(
      fc.property(networks, fc.nat(3), ({ pairs, ground, rhs, others }, fewer) => {
        const tied = ground.map(([re, im]): Ground => [re + 1, im]);
        const like = new Factor(matrixOf(pairs, tied));
        const less = pairs.slice(fewer).map((p, i) => ({ ...p, re: others[i]![0], im: others[i]![1] }));
        near(new Factor(matrixOf(less, tied), like).solve(vector(rhs)), solvedExactly(less, tied, rhs)!);
      }),
      { numRuns: 150 },
    );
  });

  it('of a unit current is that current’s volts', () => {
    // 1 S to the reference at either end, 1 S between: of an ampere into the first two thirds of a volt stand there, one third at the second
    const factor = new Factor(matrixOf([{ a: 0, b: 1, re: 1, im: 0 }], [[1, 0], [1, 0]])); // prettier-ignore
    near(factor.unit(0, -1), [[2 / 3, 0], [1 / 3, 0]]); // prettier-ignore
    near(factor.unit(-1, 0), [[-2 / 3, 0], [-1 / 3, 0]]); // prettier-ignore
    near(factor.unit(0, 1), [[1 / 3, 0], [-1 / 3, 0]]); // prettier-ignore
    near(factor.unit(-1, -1), [[0, 0], [0, 0]]); // prettier-ignore
  });

  it('keeps its digits where picofarads hang beside a joint of a milliohm', () => {
    // 1 nS to the reference behind 1 000 S: of a nanoampere all goes through both
    const factor = new Factor(matrixOf([{ a: 0, b: 1, re: 1000, im: 0 }], [[0, 0], [0, 1e-9]])); // prettier-ignore
    const { re, im } = factor.solve(vector([[1e-9, 0], [0, 0]])); // prettier-ignore
    expect(im[1]).toBeCloseTo(-1, 14);
    expect(im[0]).toBeCloseTo(-1, 14);
    expect(re[1]! / 1e-12).toBeLessThan(1e-3);
    expect(re[0]! / 1e-12).toBeCloseTo(1, 6);
  });

  it('of a mesh of 16 by 16, which fills far more than it had: at every node as much flows off as was put in', () => {
    const at = (x: number, y: number) => 16 * y + x;
    const mesh: Pair[] = [];
    for (let y = 0; y < 16; y++)
      for (let x = 0; x < 16; x++) {
        if (x < 15) mesh.push({ a: at(x, y), b: at(x + 1, y), re: 1 + ((x + y) % 3), im: (x % 2) - 0.5 });
        if (y < 15) mesh.push({ a: at(x, y + 1), b: at(x, y), re: 1 + ((2 * x + y) % 4), im: 0.5 - (y % 3) });
      }
    const ground = Array.from({ length: 256 }, (_, v): Ground => (v === 17 ? [0.5, 0.25] : [0, 0]));
    const factor = new Factor(matrixOf(mesh, ground));
    // more than twice its branches: most of it is fill
    expect(factor.entries).toBeGreaterThan(2 * mesh.length);
    const x = factor.unit(255, 100);
    const off = ground.map(([re, im], v): Ground => [re * x.re[v]! - im * x.im[v]!, re * x.im[v]! + im * x.re[v]!]);
    for (const { a, b, re, im } of mesh) {
      const [dr, di] = [x.re[a]! - x.re[b]!, x.im[a]! - x.im[b]!];
      const [fr, fi] = [re * dr - im * di, re * di + im * dr];
      off[a] = [off[a]![0] + fr, off[a]![1] + fi];
      off[b] = [off[b]![0] - fr, off[b]![1] - fi];
    }
    off.forEach(([re, im], v) => {
      expect(re, `node ${v}`).toBeCloseTo(v === 255 ? 1 : v === 100 ? -1 : 0, 9);
      expect(im, `node ${v}`).toBeCloseTo(0, 9);
    });
  });

  it('a value that is no number, or without end, has none', () => {
    for (const re of [NaN, Infinity])
      expect(singular(() => new Factor(matrixOf([{ a: 0, b: 1, re, im: 0 }], [[1, 0], [1, 0]]))).message).toBe('the system has no unique solution at row 0: nothing ties it to the rest'); // prettier-ignore
  });
});

describe('the order', () => {
  /** each node but the first hangs on an earlier one; some branches are there twice */
  const trees = fc.array(fc.tuple(fc.nat(), fc.boolean()), { minLength: 3, maxLength: 25 }).map((list) =>
    list.flatMap(([on, twice], i): Pair[] => {
      const branch = { a: i + 1, b: on % (i + 1), re: 1, im: 0 };
      return twice ? [branch, { ...branch, a: branch.b, b: branch.a }] : [branch];
    }),
  );
  const hung = (pairs: readonly Pair[]): Factor =>
    new Factor(
      matrixOf(
        pairs,
        Array.from({ length: 1 + Math.max(...pairs.flatMap((p) => [p.a, p.b])) }, (): Ground => [1, 0]),
      ),
    );
  const nodes = (pairs: readonly Pair[]): number => new Set(pairs.flatMap((p) => [p.a, p.b])).size;
  /** branches between two nodes of a tree */
  const between = (pairs: readonly Pair[], a: number, b: number): number => {
    const up = (n: number): number[] => [n, ...pairs.filter((p) => Math.max(p.a, p.b) === n).slice(0, 1).flatMap((p) => up(Math.min(p.a, p.b)))]; // prettier-ignore
    const [x, y] = [up(a), up(b)];
    return x.filter((n) => !y.includes(n)).length + y.filter((n) => !x.includes(n)).length;
  };

  it('of a tree leaves no fill, whatever its nodes are called and however often a branch is there', () => {
    fc.assert(
      fc.property(trees, (pairs) => {
        expect(hung(pairs).entries).toBe(nodes(pairs) - 1);
      }),
      { numRuns: 120 },
    );
  });
  it('of a tree with one ring of m nodes fills m − 3', () => {
    fc.assert(
      fc.property(trees, fc.nat(), fc.nat(), (pairs, i, j) => {
        const n = nodes(pairs);
        const [a, b] = [i % n, j % n];
        const apart = between(pairs, a, b);
        fc.pre(apart > 1);
        expect(hung([...pairs, { a, b, re: 1, im: 0 }]).entries).toBe(n + Math.max(0, apart + 1 - 3));
      }),
      { numRuns: 120 },
    );
  });
  it('of a network whose every two nodes are joined is full', () => {
    const all = Array.from({ length: 7 }, (_, a) => Array.from({ length: a }, (_, b): Pair => ({ a, b, re: 1, im: 0 }))).flat();
    expect(hung(all).entries).toBe(21);
  });
});

describe('what changes', () => {
  it('a few branches more give what the whole would give anew', () => {
    fc.assert(
      fc.property(networks, ({ pairs, ground, rhs, changes }) => {
        const tied = ground.map(([re, im]): Ground => [re + 1, im]);
        const size = tied.length;
        const list: Change[] = changes.filter(([a, b]) => a !== b).map(([a, b, re, im]) => ({ a, b: b === size ? -1 : b, re, im }));
        const morePairs = list.filter((c) => c.b >= 0);
        const moreGround = tied.map(([re, im], v): Ground => {
          const own = list.filter((c) => c.b < 0 && c.a === v);
          return [own.reduce((s, c) => s + c.re, re), own.reduce((s, c) => s + c.im, im)];
        });
        const factor = new Factor(matrixOf(pairs, tied));
        const before = factor.solve(vector(rhs));
        near(updated(factor, before, list), solvedExactly([...pairs, ...morePairs], moreGround, rhs)!);
        // what was there stays as it was
        near(before, solvedExactly(pairs, tied, rhs)!);
      }),
      { numRuns: 120 },
    );
  });

  it('a branch that opens is one taken off again', () => {
    // 0 –2 S– 1 –1 S– reference, 0 –1 S– reference: 3 A into 0
    const factor = new Factor(matrixOf([{ a: 0, b: 1, re: 2, im: 0 }], [[1, 0], [1, 0]])); // prettier-ignore
    const before = factor.solve(vector([[3, 0], [0, 0]])); // prettier-ignore
    // through 5/3 S in all: 1.8 V, of which two thirds are left at 1
    near(before, [[1.8, 0], [1.2, 0]]); // prettier-ignore
    near(updated(factor, before, [{ a: 0, b: 1, re: -2, im: 0 }]), [[3, 0], [0, 0]]); // prettier-ignore
  });

  it('what a change cuts off from the reference is said', () => {
    const factor = new Factor(matrixOf([{ a: 0, b: 1, re: 2, im: 0 }], [[1, 0], [0, 0]])); // prettier-ignore
    const before = factor.solve(complexVector(2));
    expect(singular(() => updated(factor, before, [{ a: 1, b: 0, re: -2, im: 0 }])).at).toBe(1);
    expect(singular(() => updated(factor, before, [{ a: 0, b: -1, re: 1, im: 0 }, { a: 1, b: 0, re: -2, im: 0 }])).at).toBe(1); // prettier-ignore
  });
});
