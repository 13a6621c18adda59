/**
 * Nodal equations of a network, sparse and complex: a fill-reducing order, one factorisation, many right-hand sides, low-rank updates.
 * House wiring is mostly a tree, so fill is next to none and the cost grows with the number of nodes. Numbers lie in flat arrays.
 *
 * The factorisation takes nodes out one after the other and lays branches between their neighbours in their stead (star to mesh). What a
 * node has to the reference is carried apart and never worked out as a difference: a wire that hangs on a few picofarads beside a joint
 * of a milliohm keeps all its digits.
 */

/** Admittances between pairs of nodes, and from each node to the reference; S. */
export interface NodalMatrix {
  size: number;
  /** the two nodes of each admittance; a pair may come more than once */
  row: Int32Array;
  column: Int32Array;
  re: Float64Array;
  im: Float64Array;
  groundRe: Float64Array;
  groundIm: Float64Array;
}

export interface ComplexVector {
  re: Float64Array;
  im: Float64Array;
}
export const complexVector = (size: number): ComplexVector => ({ re: new Float64Array(size), im: new Float64Array(size) });

/** No unique solution: `at` is the row whose pivot vanished. */
export class SingularMatrixError extends Error {
  constructor(readonly at: number) {
    super(`the system has no unique solution at row ${at}: nothing ties it to the rest`);
    this.name = 'SingularMatrixError';
  }
}

/** Elimination order by least degree, with what each elimination leaves behind. */
interface Symbolic {
  /** order[k] is the row that is eliminated k-th, place[row] the other way round */
  order: Int32Array;
  place: Int32Array;
  /** entries of column k (k-th eliminated): rows[start[k] … start[k + 1]), as places, ascending */
  start: Int32Array;
  rows: Int32Array;
  /** for every pair of entries of a column, in order: which value the branch between the two is added to */
  targets: Int32Array;
}

/** Neighbours of every node in one flat list, each once. */
function neighbours(size: number, row: Int32Array, column: Int32Array): { start: Int32Array; near: Int32Array; degree: Int32Array } {
  const start = new Int32Array(size + 1);
  for (let e = 0; e < row.length; e++) {
    start[row[e]! + 1]!++;
    start[column[e]! + 1]!++;
  }
  for (let v = 0; v < size; v++) start[v + 1]! += start[v]!;
  const all = new Int32Array(2 * row.length);
  const fill = start.slice(0, size);
  for (let e = 0; e < row.length; e++) {
    all[fill[row[e]!]!++] = column[e]!;
    all[fill[column[e]!]!++] = row[e]!;
  }
  // parallel branches name the same neighbour twice
  const seen = new Int32Array(size).fill(-1);
  const near = new Int32Array(all.length);
  const degree = new Int32Array(size);
  let at = 0;
  for (let v = 0; v < size; v++) {
    const from = at;
    for (let i = start[v]!; i < start[v + 1]!; i++) {
      const u = all[i]!;
      if (seen[u] === v) continue;
      seen[u] = v;
      near[at++] = u;
    }
    degree[v] = at - from;
    start[v] = from;
  }
  start[size] = at;
  return { start, near, degree };
}

/** Rows by degree, as linked lists: the least is found and a row moved without searching. */
class Degrees {
  private readonly head: Int32Array;
  private readonly next: Int32Array;
  private readonly previous: Int32Array;
  private least = 0;
  constructor(
    size: number,
    readonly of: Int32Array,
  ) {
    this.head = new Int32Array(size + 1).fill(-1);
    this.next = new Int32Array(size);
    this.previous = new Int32Array(size);
    for (let v = size - 1; v >= 0; v--) this.put(v);
  }
  put(v: number): void {
    const d = this.of[v]!;
    const first = this.head[d]!;
    this.next[v] = first;
    this.previous[v] = -1;
    if (first >= 0) this.previous[first] = v;
    this.head[d] = v;
    if (d < this.least) this.least = d;
  }
  take(v: number): void {
    const [before, after] = [this.previous[v]!, this.next[v]!];
    if (before >= 0) this.next[before] = after;
    else this.head[this.of[v]!] = after;
    if (after >= 0) this.previous[after] = before;
  }
  first(): number {
    while (this.head[this.least]! < 0) this.least++;
    return this.head[this.least]!;
  }
}

/** Greedy least degree; in a tree every elimination is a leaf and leaves no fill. */
function analyse({ size, row, column }: NodalMatrix): Symbolic {
  const { start: nearStart, near, degree } = neighbours(size, row, column);
  // fill: neighbours that an elimination brought
  const more: (number[] | undefined)[] = new Array<number[] | undefined>(size);
  const queue = new Degrees(size, degree);
  const place = new Int32Array(size).fill(-1);
  const order = new Int32Array(size);
  const start = new Int32Array(size + 1);
  const rows: number[] = [];
  const meets = (a: number, b: number): boolean => {
    const [v, u] = nearStart[a + 1]! - nearStart[a]! <= nearStart[b + 1]! - nearStart[b]! ? [a, b] : [b, a];
    for (let i = nearStart[v]!; i < nearStart[v + 1]!; i++) if (near[i] === u) return true;
    return more[v]?.includes(u) ?? false;
  };
  for (let k = 0; k < size; k++) {
    const v = queue.first();
    queue.take(v);
    order[k] = v;
    place[v] = k;
    const extra = more[v];
    const from = rows.length;
    for (let i = nearStart[v]!; i < nearStart[v + 1]!; i++) if (place[near[i]!]! < 0) rows.push(near[i]!);
    if (extra) for (const u of extra) if (place[u]! < 0) rows.push(u);
    const end = rows.length;
    start[k + 1] = end;
    for (let i = from; i < end; i++) {
      queue.take(rows[i]!);
      degree[rows[i]!]!--;
    }
    for (let i = from; i < end; i++)
      for (let j = i + 1; j < end; j++) {
        const [a, b] = [rows[i]!, rows[j]!];
        if (meets(a, b)) continue;
        (more[a] ??= []).push(b);
        (more[b] ??= []).push(a);
        degree[a]!++;
        degree[b]!++;
      }
    for (let i = from; i < end; i++) queue.put(rows[i]!);
  }
  for (let k = 0; k < size; k++) {
    const [from, to] = [start[k]!, start[k + 1]!];
    for (let i = from; i < to; i++) rows[i] = place[rows[i]!]!;
    // columns are short: put them in order by insertion
    for (let i = from + 1; i < to; i++) {
      const value = rows[i]!;
      let at = i;
      while (at > from && rows[at - 1]! > value) {
        rows[at] = rows[at - 1]!;
        at--;
      }
      rows[at] = value;
    }
  }
  const targets: number[] = [];
  for (let k = 0; k < size; k++)
    for (let i = start[k]!; i < start[k + 1]!; i++) {
      let at = start[rows[i]!]!;
      for (let j = i + 1; j < start[k + 1]!; j++) {
        while (rows[at] !== rows[j]) at++;
        targets.push(at);
      }
    }
  return { order, place, start, rows: Int32Array.from(rows), targets: Int32Array.from(targets) };
}

/** A change of one entry pair: admittance `re + j·im` added between two rows (or one row and the reference, `b` = −1). */
export interface Change {
  a: number;
  b: number;
  re: number;
  im: number;
}

export class Factor {
  private readonly symbolic: Symbolic;
  private readonly valueRe: Float64Array;
  private readonly valueIm: Float64Array;
  private readonly pivotRe: Float64Array;
  private readonly pivotIm: Float64Array;

  /**
   * Throws SingularMatrixError where a node is left with nothing that ties it to the reference.
   * @param like a factor of a matrix with the same pairs or more: its order is used again, which saves most of the work
   */
  constructor(matrix: NodalMatrix, like?: Factor) {
    const s = (this.symbolic = like?.symbolic ?? analyse(matrix));
    const { size } = matrix;
    const { place, start, rows, targets } = s;
    const re = (this.valueRe = new Float64Array(rows.length));
    const im = (this.valueIm = new Float64Array(rows.length));
    const dRe = (this.pivotRe = new Float64Array(size));
    const dIm = (this.pivotIm = new Float64Array(size));
    const gRe = new Float64Array(size);
    const gIm = new Float64Array(size);
    for (let v = 0; v < size; v++) {
      gRe[place[v]!] = matrix.groundRe[v]!;
      gIm[place[v]!] = matrix.groundIm[v]!;
    }
    for (let e = 0; e < matrix.row.length; e++) {
      const [p, q] = [place[matrix.row[e]!]!, place[matrix.column[e]!]!];
      const last = p > q ? p : q;
      let at = start[p < q ? p : q]!;
      while (rows[at] !== last) at++;
      re[at]! += matrix.re[e]!;
      im[at]! += matrix.im[e]!;
    }
    let t = 0;
    for (let k = 0; k < size; k++) {
      const [from, to] = [start[k]!, start[k + 1]!];
      const [kr, ki] = [gRe[k]!, gIm[k]!];
      let [pr, pi] = [kr, ki];
      for (let i = from; i < to; i++) {
        pr += re[i]!;
        pi += im[i]!;
      }
      const square = pr * pr + pi * pi;
      if (!(square > 0) || !Number.isFinite(square)) throw new SingularMatrixError(s.order[k]!);
      dRe[k] = pr;
      dIm[k] = pi;
      for (let i = from; i < to; i++) {
        const [ar, ai] = [re[i]!, im[i]!];
        // the share of this node that its neighbour takes over
        const lr = (ar * pr + ai * pi) / square;
        const li = (ai * pr - ar * pi) / square;
        const row = rows[i]!;
        gRe[row]! += lr * kr - li * ki;
        gIm[row]! += lr * ki + li * kr;
        for (let j = i + 1; j < to; j++) {
          const at = targets[t++]!;
          re[at]! += lr * re[j]! - li * im[j]!;
          im[at]! += lr * im[j]! + li * re[j]!;
        }
        re[i] = lr;
        im[i] = li;
      }
    }
  }

  /** What the factor keeps beside its pivots: of a tree as many as it has branches, each more is fill. */
  get entries(): number {
    return this.valueRe.length;
  }

  /** Voltages for currents put into the nodes. */
  solve(rhs: ComplexVector): ComplexVector {
    const { order } = this.symbolic;
    const size = order.length;
    const x = complexVector(size);
    for (let k = 0; k < size; k++) {
      x.re[k] = rhs.re[order[k]!]!;
      x.im[k] = rhs.im[order[k]!]!;
    }
    this.substitute(x);
    const out = complexVector(size);
    for (let k = 0; k < size; k++) {
      out.re[order[k]!] = x.re[k]!;
      out.im[order[k]!] = x.im[k]!;
    }
    return out;
  }

  private substitute(x: ComplexVector): void {
    const { start, rows } = this.symbolic;
    const size = start.length - 1;
    const { valueRe, valueIm, pivotRe, pivotIm } = this;
    for (let k = 0; k < size; k++) {
      const [xr, xi] = [x.re[k]!, x.im[k]!];
      if (xr === 0 && xi === 0) continue;
      for (let i = start[k]!; i < start[k + 1]!; i++) {
        const r = rows[i]!;
        x.re[r]! += valueRe[i]! * xr - valueIm[i]! * xi;
        x.im[r]! += valueRe[i]! * xi + valueIm[i]! * xr;
      }
    }
    for (let k = size - 1; k >= 0; k--) {
      const [pr, pi] = [pivotRe[k]!, pivotIm[k]!];
      const square = pr * pr + pi * pi;
      let xr = (x.re[k]! * pr + x.im[k]! * pi) / square;
      let xi = (x.im[k]! * pr - x.re[k]! * pi) / square;
      for (let i = start[k]!; i < start[k + 1]!; i++) {
        const r = rows[i]!;
        xr += valueRe[i]! * x.re[r]! - valueIm[i]! * x.im[r]!;
        xi += valueRe[i]! * x.im[r]! + valueIm[i]! * x.re[r]!;
      }
      x.re[k] = xr;
      x.im[k] = xi;
    }
  }

  /** The solution for a unit current into `a` and out of `b` (−1: the reference). */
  unit(a: number, b: number): ComplexVector {
    const rhs = complexVector(this.symbolic.order.length);
    if (a >= 0) rhs.re[a]! += 1;
    if (b >= 0) rhs.re[b]! -= 1;
    return this.solve(rhs);
  }
}

const drop = (x: ComplexVector, a: number, b: number): [number, number] => [
  (a >= 0 ? x.re[a]! : 0) - (b >= 0 ? x.re[b]! : 0),
  (a >= 0 ? x.im[a]! : 0) - (b >= 0 ? x.im[b]! : 0),
];

/**
 * The solution of a changed system from that of the old one (Woodbury): each changed branch costs one more right-hand side,
 * no new factorisation. Throws SingularMatrixError when the change cuts something off from the reference.
 */
export function updated(factor: Factor, solution: ComplexVector, changes: Change[]): ComplexVector {
  const n = changes.length;
  const units = changes.map((c) => factor.unit(c.a, c.b));
  // (I + Y·Zu)·k = Y·u, dense and tiny
  const m: [number, number][][] = changes.map((c, i) =>
    changes.map((_, j) => {
      const [zr, zi] = drop(units[j]!, c.a, c.b);
      return [c.re * zr - c.im * zi + (i === j ? 1 : 0), c.re * zi + c.im * zr];
    }),
  );
  const rhs: [number, number][] = changes.map((c) => {
    const [ur, ui] = drop(solution, c.a, c.b);
    return [c.re * ur - c.im * ui, c.re * ui + c.im * ur];
  });
  for (let k = 0; k < n; k++) {
    let best = k;
    for (let i = k + 1; i < n; i++) if (Math.hypot(...m[i]![k]!) > Math.hypot(...m[best]![k]!)) best = i;
    [m[k], m[best]] = [m[best]!, m[k]!];
    [rhs[k], rhs[best]] = [rhs[best]!, rhs[k]!];
    const [pr, pi] = m[k]![k]!;
    const square = pr * pr + pi * pi;
    if (!(square > 1e-24)) throw new SingularMatrixError(changes[k]!.a);
    for (let i = k + 1; i < n; i++) {
      const [ar, ai] = m[i]![k]!;
      const [fr, fi] = [(ar * pr + ai * pi) / square, (ai * pr - ar * pi) / square];
      if (fr === 0 && fi === 0) continue;
      for (let j = k; j < n; j++) {
        const [br, bi] = m[k]![j]!;
        m[i]![j]![0] -= fr * br - fi * bi;
        m[i]![j]![1] -= fr * bi + fi * br;
      }
      rhs[i]![0] -= fr * rhs[k]![0] - fi * rhs[k]![1];
      rhs[i]![1] -= fr * rhs[k]![1] + fi * rhs[k]![0];
    }
  }
  const out: ComplexVector = { re: solution.re.slice(), im: solution.im.slice() };
  for (let k = n - 1; k >= 0; k--) {
    let [sr, si] = rhs[k]!;
    for (let j = k + 1; j < n; j++) {
      const [ar, ai] = m[k]![j]!;
      sr -= ar * rhs[j]![0] - ai * rhs[j]![1];
      si -= ar * rhs[j]![1] + ai * rhs[j]![0];
    }
    const [pr, pi] = m[k]![k]!;
    const square = pr * pr + pi * pi;
    rhs[k] = [(sr * pr + si * pi) / square, (si * pr - sr * pi) / square];
    const [kr, ki] = rhs[k]!;
    const unit = units[k]!;
    for (let v = 0; v < out.re.length; v++) {
      out.re[v]! -= kr * unit.re[v]! - ki * unit.im[v]!;
      out.im[v]! -= kr * unit.im[v]! + ki * unit.re[v]!;
    }
  }
  return out;
}
