/**
 * A network of named nodes and branches in RMS phasors, and its solution. The reference is earth. Sources are ideal voltages behind an
 * impedance, so a loop of ideal sources can't be written down. Every error names the part.
 */
import type { WireEnd } from '../model/index.js';
import { complexVector, Factor, SingularMatrixError, updated, type Change, type ComplexVector, type NodalMatrix } from './factor.js';

export interface Complex {
  re: number;
  im: number;
}
export const complex = (re: number, im = 0): Complex => ({ re, im });
export const magnitude = (z: Complex): number => Math.hypot(z.re, z.im);
export const times = (a: Complex, b: Complex): Complex => ({ re: a.re * b.re - a.im * b.im, im: a.re * b.im + a.im * b.re });
export const minus = (a: Complex, b: Complex): Complex => ({ re: a.re - b.re, im: a.im - b.im });
export const plus = (a: Complex, b: Complex): Complex => ({ re: a.re + b.re, im: a.im + b.im });
export const over = (a: Complex, b: Complex): Complex => {
  const square = b.re * b.re + b.im * b.im;
  return { re: (a.re * b.re + a.im * b.im) / square, im: (a.im * b.re - a.re * b.im) / square };
};

/** What a branch is, in SI: `ohm` and `henry` in series, or a capacitance. */
export type BranchKind = { ohm: number; henry?: number } | { farad: number };

/** What of the wiring a branch stands for; `inside` is of a device, between its terminals, contacts and faces. */
export type WiringPart =
  | { is: 'bond' | 'earth electrode' }
  | { is: 'breaker'; breakerId: string }
  | { is: 'conductor'; cableId: string; conductor: number }
  | { is: 'pigtail'; pigtailId: string }
  | { is: 'contact'; jointId: string; end: WireEnd; deviceId?: string }
  | { is: 'inside' | 'yoke'; deviceId: string }
  | { is: 'load' | 'leak'; of: string };

export interface Branch {
  id: string;
  from: string;
  to: string;
  is: BranchKind;
  /** absent: of a network that is no bench, and what only stands between conductors and earth */
  part?: WiringPart;
}
/** An ideal voltage (RMS, phasor) behind an impedance, from `from` (minus) to `to` (plus). */
export interface Source {
  id: string;
  from: string;
  to: string;
  volts: Complex;
  ohm: number;
  henry?: number;
}
export interface Network {
  /** name of the reference node */
  earth: string;
  hertz: number;
  /** what insulation lets through from every node to earth, so that a wire that hangs free has a voltage; absent: nothing */
  leakOhm?: number;
  branches: Branch[];
  sources: Source[];
}

/** A network that can't be solved: `part` is the node, branch or source that is at fault. */
export class NetworkError extends Error {
  constructor(
    message: string,
    readonly part: string,
  ) {
    super(message);
    this.name = 'NetworkError';
  }
}

/** Admittance at a frequency; throws NetworkError for values that are no part. */
export function admittance(id: string, is: BranchKind, hertz: number): Complex {
  const w = 2 * Math.PI * hertz;
  if ('farad' in is) {
    if (!(is.farad > 0) || !Number.isFinite(is.farad)) throw new NetworkError(`${id}: a capacitance is above 0, got ${is.farad} F`, id);
    return complex(0, w * is.farad);
  }
  const { ohm, henry = 0 } = is;
  if (!(ohm > 0) || !Number.isFinite(ohm)) throw new NetworkError(`${id}: a resistance is above 0, got ${ohm} ohm`, id);
  if (!(henry >= 0) || !Number.isFinite(henry)) throw new NetworkError(`${id}: an inductance is 0 or more, got ${henry} H`, id);
  return over(complex(1), complex(ohm, w * henry));
}

/** What is changed for a moment: an admittance put in (an instrument, a fault), or a branch taken out (an opened switch, a broken wire). */
export type BranchChange = { from: string; to: string; by: Complex } | { out: string };

interface Part {
  id: string;
  from: number;
  to: number;
  y: Complex;
}

/** A network, factored once; its voltages, and those of the network with a few branches changed. */
export class Solved {
  private readonly index: Map<string, number>;
  private readonly names: string[];
  private readonly parts: Part[];
  private readonly byId: Map<string, Part>;
  private readonly factor: Factor;
  private readonly base: ComplexVector;

  /**
   * Throws NetworkError for a part that can’t be, or a node that nothing ties to earth.
   * @param from the same network factored before, and the branches that are out: names and order are used again
   */
  constructor(
    readonly network: Network,
    from?: { solved: Solved; without: ReadonlySet<string> },
  ) {
    if (from) {
      ({ index: this.index, names: this.names, parts: this.parts, byId: this.byId } = from.solved);
    } else {
      this.index = new Map();
      this.names = [];
      this.byId = new Map();
      this.parts = this.read(network);
    }
    const matrix = this.matrix(from?.without);
    this.factor = this.named(() => new Factor(matrix, from?.solved.factor));
    this.base = this.factor.solve(this.injected(from?.without));
  }

  private read(network: Network): Part[] {
    if (network.leakOhm !== undefined && !(network.leakOhm > 0))
      throw new NetworkError(`insulation has a resistance above 0, got ${network.leakOhm} ohm`, 'leakOhm');
    if (!(network.hertz >= 0) || !Number.isFinite(network.hertz))
      throw new NetworkError(`the frequency is 0 or more, got ${network.hertz} Hz`, 'hertz');
    const parts: Part[] = [];
    const node = (name: string): number => {
      if (name === network.earth) return -1;
      let at = this.index.get(name);
      if (at === undefined) {
        at = this.names.length;
        this.index.set(name, at);
        this.names.push(name);
      }
      return at;
    };
    const take = (id: string, from: string, to: string, y: Complex): void => {
      if (this.byId.has(id)) throw new NetworkError(`two parts are called ${id}; each needs its own name`, id);
      const part = { id, from: node(from), to: node(to), y };
      this.byId.set(id, part);
      parts.push(part);
    };
    for (const b of network.branches) take(b.id, b.from, b.to, admittance(b.id, b.is, network.hertz));
    for (const s of network.sources) {
      if (!Number.isFinite(s.volts.re) || !Number.isFinite(s.volts.im))
        throw new NetworkError(`${s.id}: a source needs a finite voltage, got ${s.volts.re} + j${s.volts.im} V`, s.id);
      if (s.from === s.to) throw new NetworkError(`${s.id}: a source between one and the same node shorts itself`, s.id);
      take(s.id, s.from, s.to, admittance(s.id, { ohm: s.ohm, ...(s.henry ? { henry: s.henry } : {}) }, network.hertz));
    }
    return parts;
  }

  private matrix(without?: ReadonlySet<string>): NodalMatrix {
    const size = this.names.length;
    const { parts } = this;
    const leak = this.network.leakOhm === undefined ? 0 : 1 / this.network.leakOhm;
    const matrix: NodalMatrix = {
      size,
      row: new Int32Array(parts.length),
      column: new Int32Array(parts.length),
      re: new Float64Array(parts.length),
      im: new Float64Array(parts.length),
      groundRe: new Float64Array(size).fill(leak),
      groundIm: new Float64Array(size),
    };
    let entries = 0;
    for (const { id, from, to, y } of parts) {
      if (from === to || without?.has(id)) continue;
      if (from < 0 || to < 0) {
        matrix.groundRe[from < 0 ? to : from]! += y.re;
        matrix.groundIm[from < 0 ? to : from]! += y.im;
        continue;
      }
      matrix.row[entries] = from;
      matrix.column[entries] = to;
      matrix.re[entries] = y.re;
      matrix.im[entries] = y.im;
      entries += 1;
    }
    matrix.row = matrix.row.subarray(0, entries);
    matrix.column = matrix.column.subarray(0, entries);
    return matrix;
  }

  private injected(without?: ReadonlySet<string>): ComplexVector {
    const rhs = complexVector(this.names.length);
    for (const s of this.network.sources) {
      if (without?.has(s.id)) continue;
      const { from, to, y } = this.byId.get(s.id)!;
      const current = times(s.volts, y);
      if (to >= 0) {
        rhs.re[to]! += current.re;
        rhs.im[to]! += current.im;
      }
      if (from >= 0) {
        rhs.re[from]! -= current.re;
        rhs.im[from]! -= current.im;
      }
    }
    return rhs;
  }

  private named<T>(run: () => T): T {
    try {
      return run();
    } catch (error) {
      if (!(error instanceof SingularMatrixError)) throw error;
      const name = this.names[error.at] ?? 'earth';
      throw new NetworkError(`nothing ties ${name} to earth: its voltage can’t be told`, name);
    }
  }

  /** all nodes but the reference */
  get nodeNames(): readonly string[] {
    return this.names;
  }
  get size(): number {
    return this.names.length;
  }
  has(node: string): boolean {
    return node === this.network.earth || this.index.has(node);
  }
  /** @internal */
  at(node: string): number {
    if (node === this.network.earth) return -1;
    const at = this.index.get(node);
    if (at === undefined) throw new NetworkError(`there is no ${node} in this circuit`, node);
    return at;
  }

  /** Admittance of a branch or source impedance; throws NetworkError for an unknown one. */
  admittanceOf(id: string): Complex {
    const part = this.byId.get(id);
    if (!part) throw new NetworkError(`there is no part ${id} in this circuit`, id);
    return part.y;
  }

  /** Voltages as they are. */
  get state(): State {
    return new State(this, this.base);
  }

  /**
   * Voltages with some branches changed. What is put in costs one right-hand side each (Woodbury); where something is taken out the
   * numbers are factored again in the same order: a good joint leaves too little of itself behind to be subtracted.
   */
  with(changes: BranchChange[]): State {
    const out = changes.flatMap((c) => ('out' in c ? [c.out] : []));
    for (const id of out) this.admittanceOf(id);
    const without = new Set(out);
    const solved = out.length ? new Solved(this.network, { solved: this, without }) : this;
    const list: Change[] = changes.flatMap((c) =>
      'out' in c || c.from === c.to ? [] : [{ a: this.at(c.from), b: this.at(c.to), re: c.by.re, im: c.by.im }],
    );
    if (list.length === 0) return new State(solved, solved.base, without);
    return new State(
      solved,
      solved.named(() => updated(solved.factor, solved.base, list)),
      without,
    );
  }

  /** Impedance seen between two nodes, sources at rest: what a resistance meter would see, or the loop a fault would drive. */
  impedanceBetween(a: string, b: string): Complex {
    const [ia, ib] = [this.at(a), this.at(b)];
    if (ia === ib) return complex(0);
    const unit = this.factor.unit(ia, ib);
    const v = (i: number): Complex => (i < 0 ? complex(0) : complex(unit.re[i]!, unit.im[i]!));
    return minus(v(ia), v(ib));
  }

  /** The solution for a unit current between two nodes: one column of what every fault between them needs. */
  unit(a: string, b: string): ComplexVector {
    return this.factor.unit(this.at(a), this.at(b));
  }
}

/** Voltages and currents of one state of a solved network. */
export class State {
  constructor(
    private readonly solved: Solved,
    private readonly x: ComplexVector,
    private readonly without: ReadonlySet<string> = new Set(),
  ) {}

  /** Voltage of a node to earth, V RMS. */
  volts(node: string): Complex {
    const i = this.solved.at(node);
    return i < 0 ? complex(0) : complex(this.x.re[i]!, this.x.im[i]!);
  }
  between(a: string, b: string): Complex {
    return minus(this.volts(a), this.volts(b));
  }
  /** Current through a branch from `from` to `to`, A RMS; for a source what it delivers out of `to`. A branch taken out carries none. */
  amps(id: string): Complex {
    const { network } = this.solved;
    const y = this.solved.admittanceOf(id);
    if (this.without.has(id)) return complex(0);
    const source = network.sources.find((s) => s.id === id);
    if (source) return times(minus(source.volts, this.between(source.to, source.from)), y);
    const branch = branchesOf(network).get(id)!;
    return times(this.between(branch.from, branch.to), y);
  }
}

const indexed = new WeakMap<Network, Map<string, Branch>>();
function branchesOf(network: Network): Map<string, Branch> {
  let map = indexed.get(network);
  if (!map) indexed.set(network, (map = new Map(network.branches.map((b) => [b.id, b]))));
  return map;
}

const spiceName = (names: Map<string, string>, name: string, earth: string): string => {
  if (name === earth) return '0';
  let short = names.get(name);
  if (!short) names.set(name, (short = `n${names.size + 1}`));
  return short;
};

/** The same network as a SPICE netlist for an AC analysis at its frequency; nodes are numbered, and their names stand in comments. */
export function spiceNetlist(network: Network, title = 'circuit'): { text: string; node: (name: string) => string } {
  const names = new Map<string, string>();
  const n = (name: string) => spiceName(names, name, network.earth);
  const lines: string[] = [];
  network.branches.forEach((b, i) => {
    if (b.from === b.to) return;
    if ('farad' in b.is) lines.push(`C${i} ${n(b.from)} ${n(b.to)} ${b.is.farad.toExponential(12)}`);
    else if (b.is.henry) {
      lines.push(`R${i} ${n(b.from)} m${i} ${b.is.ohm.toExponential(12)}`, `L${i} m${i} ${n(b.to)} ${b.is.henry.toExponential(12)}`);
    } else lines.push(`R${i} ${n(b.from)} ${n(b.to)} ${b.is.ohm.toExponential(12)}`);
  });
  network.sources.forEach((s, i) => {
    const size = Math.hypot(s.volts.re, s.volts.im);
    const angle = (Math.atan2(s.volts.im, s.volts.re) * 180) / Math.PI;
    lines.push(`V${i} e${i} ${n(s.from)} DC 0 AC ${size.toExponential(12)} ${angle.toFixed(9)}`);
    if (s.henry) lines.push(`RS${i} e${i} f${i} ${s.ohm.toExponential(12)}`, `LS${i} f${i} ${n(s.to)} ${s.henry.toExponential(12)}`);
    else lines.push(`RS${i} e${i} ${n(s.to)} ${s.ohm.toExponential(12)}`);
  });
  if (network.leakOhm !== undefined)
    [...names.values()].forEach((short, i) => lines.push(`RL${i} ${short} 0 ${network.leakOhm!.toExponential(12)}`));
  const words = [...names].map(([name, short]) => `* ${short} is ${name.replace(/[\r\n]+/g, ' ')}`);
  const hertz = network.hertz || 1e-6;
  return {
    text: [`* ${title.replace(/[\r\n]+/g, ' ')}`, ...words, ...lines, `.ac lin 1 ${hertz} ${hertz}`, '.end', ''].join('\n'),
    node: n,
  };
}
