/** Many single changes of one network: its inverse once, then each change in a handful of operations a watched node. */
import { complex, type Complex, type Solved } from './network.js';

export interface SingleFault {
  a: string;
  b: string;
  /** admittance put in between the two, S; below 0 it weakens what is there */
  by: Complex;
}

/**
 * Every pairwise impedance of a network of some hundred nodes. A fault between two of them then changes each voltage by a known
 * multiple: no factorisation, no solve.
 */
export class FaultTable {
  private readonly size: number;
  private readonly zRe: Float64Array;
  private readonly zIm: Float64Array;
  private readonly vRe: Float64Array;
  private readonly vIm: Float64Array;

  constructor(private readonly solved: Solved) {
    const n = (this.size = solved.size);
    this.zRe = new Float64Array(n * n);
    this.zIm = new Float64Array(n * n);
    const { earth } = solved.network;
    const names = solved.nodeNames;
    const { state } = solved;
    this.vRe = new Float64Array(n);
    this.vIm = new Float64Array(n);
    names.forEach((name, i) => {
      const column = solved.unit(name, earth);
      this.zRe.set(column.re, i * n);
      this.zIm.set(column.im, i * n);
      const v = state.volts(name);
      this.vRe[i] = v.re;
      this.vIm[i] = v.im;
    });
  }

  /** Voltages of the watched nodes with one fault in: real and imaginary parts one after the other. */
  volts(fault: SingleFault, watch: Int32Array, out: Float64Array): void {
    const n = this.size;
    const [a, b] = [this.solved.at(fault.a), this.solved.at(fault.b)];
    const z = (i: number, j: number): [number, number] => (i < 0 || j < 0 ? [0, 0] : [this.zRe[i * n + j]!, this.zIm[i * n + j]!]);
    const [aar, aai] = z(a, a);
    const [bbr, bbi] = z(b, b);
    const [abr, abi] = z(a, b);
    const [zr, zi] = [aar + bbr - 2 * abr, aai + bbi - 2 * abi];
    const dr = (a < 0 ? 0 : this.vRe[a]!) - (b < 0 ? 0 : this.vRe[b]!);
    const di = (a < 0 ? 0 : this.vIm[a]!) - (b < 0 ? 0 : this.vIm[b]!);
    const { re: yr, im: yi } = fault.by;
    // current through the fault: y·(va − vb) / (1 + y·z)
    const [pr, pi] = [1 + yr * zr - yi * zi, yr * zi + yi * zr];
    const square = pr * pr + pi * pi;
    const [nr, ni] = [yr * dr - yi * di, yr * di + yi * dr];
    const [ir, ii] = [(nr * pr + ni * pi) / square, (ni * pr - nr * pi) / square];
    for (let k = 0; k < watch.length; k++) {
      const w = watch[k]!;
      const ur = (a < 0 ? 0 : this.zRe[a * n + w]!) - (b < 0 ? 0 : this.zRe[b * n + w]!);
      const ui = (a < 0 ? 0 : this.zIm[a * n + w]!) - (b < 0 ? 0 : this.zIm[b * n + w]!);
      out[2 * k] = this.vRe[w]! - (ir * ur - ii * ui);
      out[2 * k + 1] = this.vIm[w]! - (ir * ui + ii * ur);
    }
  }

  /** Places of nodes for `watch`. */
  places(nodes: string[]): Int32Array {
    return Int32Array.from(nodes, (n) => this.solved.at(n));
  }

  /** One voltage as a phasor, for reading by hand. */
  one(fault: SingleFault, node: string): Complex {
    const out = new Float64Array(2);
    this.volts(fault, this.places([node]), out);
    return complex(out[0]!, out[1]!);
  }
}
