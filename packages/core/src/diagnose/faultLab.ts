/**
 * A circuit with faults in it, read without factoring it again: one factorisation, one solution for each place where something can change
 * and for each slot that can be read; every fault, and every pair, is then a handful of sums (Woodbury). What opens because of a fault is
 * opened in the same way.
 *
 * What is taken out is a difference of nearly equal numbers. So contacts are taken here as ten times what they are, and insulation as a
 * hundredth: of the digits enough is left (held against `switchOn`, which factors each anew, in faultLab.spec).
 */
import { buildNetwork, EARTH, IMBALANCE_TRIP_A, nodeOf, opensWithin, Solved, tripTime, type Built } from '../circuit/index.js';
import { LAMP_OHM, lampReading, METER_OHM, type LampCode } from '../instruments/index.js';
import { GROUND_COLOURS, PANEL, type Bench, type BenchDevice } from '../model/index.js';
import { soundOf, TAMED_CONTACT_OHM, tamed, type NetChange, type Sound } from './netChange.js';

export type Face = 'upper' | 'lower';
export const faceKey = (deviceId: string, face: Face): string => `${deviceId}/${face}`;
export const facesOf = (d: BenchDevice): Face[] =>
  d.form === 'duplex' || d.form === 'ground-fault' ? ['upper', 'lower'] : d.form === 'single' ? ['upper'] : [];

export interface FaceState {
  reads: LampCode;
  /** hot to neutral is there: a lamp would light */
  works: boolean;
  /** hot to neutral with a heater in it, V */
  loadVolts: number;
  /** the hot slot to earth, nothing in it, V */
  hotVolts: number;
  /** protective devices that open when the heater comes on */
  opensUnderLoad: boolean;
}
/** What a circuit with faults in it shows. */
export interface Shown {
  faces: ReadonlyMap<string, FaceState>;
  breakerOpens: boolean;
  deviceOpens: boolean;
}

/** A heater or an iron, as it is used to load a face; ohm (1 440 W at 120 V). */
const HEATER_OHM = 10;
const WORKS_V = 80;
const CONTACT = TAMED_CONTACT_OHM;

interface Port {
  a: string;
  b: string;
}
/** Readings of a face: hot, neutral, ground, each to earth. */
const PINS = ['hot', 'neutral', 'ground'] as const;

/** Small complex systems side by side: one matrix, many right-hand sides; in place. */
function eliminate(k: number, width: number, re: Float64Array, im: Float64Array): void {
  const size = (at: number): number => re[at]! * re[at]! + im[at]! * im[at]!;
  for (let c = 0; c < k; c++) {
    let best = c;
    let largest = size(c * width + c);
    for (let r = c + 1; r < k; r++) {
      const own = size(r * width + c);
      if (own > largest) [best, largest] = [r, own];
    }
    if (best !== c)
      for (let x = 0; x < width; x++) {
        [re[c * width + x], re[best * width + x]] = [re[best * width + x]!, re[c * width + x]!];
        [im[c * width + x], im[best * width + x]] = [im[best * width + x]!, im[c * width + x]!];
      }
    const [pr, pi] = [re[c * width + c]!, im[c * width + c]!];
    const square = pr * pr + pi * pi || 1e-300;
    for (let x = c; x < width; x++) {
      const [ar, ai] = [re[c * width + x]!, im[c * width + x]!];
      re[c * width + x] = (ar * pr + ai * pi) / square;
      im[c * width + x] = (ai * pr - ar * pi) / square;
    }
    for (let r = 0; r < k; r++) {
      if (r === c) continue;
      const [fr, fi] = [re[r * width + c]!, im[r * width + c]!];
      if (fr === 0 && fi === 0) continue;
      for (let x = c; x < width; x++) {
        const [ar, ai] = [re[c * width + x]!, im[c * width + x]!];
        re[r * width + x]! -= fr * ar - fi * ai;
        im[r * width + x]! -= fr * ai + fi * ar;
      }
    }
  }
}

export class FaultLab {
  readonly sound: Sound;
  private readonly built: Built;
  private readonly solved: Solved;
  private readonly ports = new Map<string, number>();
  private readonly portList: Port[] = [];
  private readonly columns: { re: Float64Array; im: Float64Array }[] = [];
  /** faces that can be read, with the ports of their slots */
  readonly faces: { key: string; ports: [number, number, number] }[] = [];
  private readonly watched: number[] = [];
  private readonly breakers: { id: string; branch: string; port: number; amps: number; curve: 'US' | 'UK-B' | 'UK-C'; tied: string[]; sees: { port: number; y: number }[] }[] = []; // prettier-ignore
  private readonly protectors: { id: string; hot: number; neutral: number; outs: string[] }[] = [];

  /** Throws NetworkError for wiring that is no circuit. */
  constructor(readonly bench: Bench) {
    this.built = buildNetwork(bench);
    this.sound = soundOf(tamed(this.built.network));
    this.solved = new Solved(this.sound.network);
    for (const d of bench.devices)
      for (const face of facesOf(d)) {
        const ports = PINS.map((pin) => this.port(nodeOf.slot(d.id, face, pin), EARTH)) as [number, number, number];
        this.faces.push({ key: faceKey(d.id, face), ports });
      }
    const branchPort = (id: string): number => {
      const b = this.sound.branches.get(id)!;
      return this.port(b.from, b.to);
    };
    for (const b of bench.breakers) {
      const branch = this.built.breakerBranch.get(b.id);
      if (branch === undefined) continue;
      const tied = bench.breakers
        .filter((x) => x.tiedTo === b.id || x.id === b.tiedTo)
        .flatMap((x) => this.built.breakerBranch.get(x.id) ?? []);
      // a protective breaker sees what goes out on its cables and doesn’t come back
      const sees = b.kind !== 'ground-fault' ? [] : bench.joints.filter((j) => j.boxId === PANEL && j.at?.device === b.id).flatMap((j) => j.ends).flatMap((e) => ('cableId' in e ? [e.cableId] : [])).flatMap((id) => bench.cables.filter((c) => c.id === id)).flatMap((c) => c.colours.flatMap((colour, i) => GROUND_COLOURS.includes(colour) ? [] : [this.seen(this.built.conductorBranch.get(`${c.id}/${i}`)!)])); // prettier-ignore
      this.breakers.push({ id: b.id, branch, port: branchPort(branch), amps: b.amps, curve: b.curve, tied, sees });
    }
    for (const [id, { hot, neutral }] of this.built.sensed)
      this.protectors.push({
        id,
        hot: branchPort(hot),
        neutral: branchPort(neutral),
        outs: [hot, neutral, `inner hot ${id}`, `inner neutral ${id}`],
      });
    this.watched.push(...new Set([...this.faces.flatMap((f) => f.ports), ...this.breakers.flatMap((b) => [b.port, ...b.sees.map((s) => s.port)]), ...this.protectors.flatMap((p) => [p.hot, p.neutral])])); // prettier-ignore
  }
  private seen(branch: string): { port: number; y: number } {
    const b = this.sound.branches.get(branch)!;
    return { port: this.port(b.from, b.to), y: 1 / (b.is as { ohm: number }).ohm };
  }
  private port(a: string, b: string): number {
    const key = `${a}|${b}`;
    const known = this.ports.get(key);
    if (known !== undefined) return known;
    const at = this.portList.length;
    this.ports.set(key, at);
    this.portList.push({ a, b });
    this.columns.push(this.solved.unit(a, b));
    return at;
  }
  private readonly places = new Map<string, number>();
  private at(node: string): number {
    let at = this.places.get(node);
    if (at === undefined) this.places.set(node, (at = this.solved.at(node)));
    return at;
  }
  private impedances: { size: number; re: Float64Array; im: Float64Array; vRe: Float64Array; vIm: Float64Array } | undefined;
  /** Impedance between all ports: what a current through one does to the voltage across another. Made when first asked for. */
  private table(): NonNullable<FaultLab['impedances']> {
    const size = this.portList.length;
    if (this.impedances?.size === size) return this.impedances;
    const [re, im, vRe, vIm] = [
      new Float64Array(size * size),
      new Float64Array(size * size),
      new Float64Array(size),
      new Float64Array(size),
    ];
    const { state } = this.solved;
    this.portList.forEach((p, i) => {
      const [a, b] = [this.at(p.a), this.at(p.b)];
      for (let j = 0; j < size; j++) {
        const c = this.columns[j]!;
        re[i * size + j] = (a < 0 ? 0 : c.re[a]!) - (b < 0 ? 0 : c.re[b]!);
        im[i * size + j] = (a < 0 ? 0 : c.im[a]!) - (b < 0 ? 0 : c.im[b]!);
      }
      const v = state.between(p.a, p.b);
      vRe[i] = v.re;
      vIm[i] = v.im;
    });
    return (this.impedances = { size, re, im, vRe, vIm });
  }

  /** Makes room for changes, so that the table is made once. */
  prepare(all: Iterable<readonly NetChange[]>): void {
    for (const changes of all) for (const c of changes) this.portOf(c);
    for (const b of this.breakers) this.portOf({ out: b.branch });
    for (const p of this.protectors) for (const out of p.outs) this.portOf({ out });
    this.table();
  }
  private portOf(change: NetChange): { port: number; y: number } {
    if (!('out' in change)) return { port: this.port(change.from, change.to), y: 1 / change.ohm };
    const b = this.sound.branches.get(change.out)!;
    return { port: this.port(b.from, b.to), y: -1 / (b.is as { ohm: number }).ohm };
  }

  /** What stays and what is opened by itself: the changes with that in. */
  settled(changes: readonly NetChange[]): NetChange[] {
    let now = [...changes];
    for (let round = 0; round < 6; round++) {
      const opens = this.opening(this.changed(now), now);
      if (!opens) break;
      now = [...now, ...opens.outs.filter((out) => !now.some((c) => 'out' in c && c.out === out)).map((out) => ({ out }))];
    }
    return now;
  }
  /** @param changes of one fault, or of several together */
  read(changes: readonly NetChange[]): Shown {
    let now = [...changes];
    let [breakerOpens, deviceOpens] = [false, false];
    for (let round = 0; round < 6; round++) {
      const solved = this.changed(now);
      const opens = this.opening(solved, now);
      if (!opens)
        return {
          faces: this.facesIn(solved),
          breakerOpens: breakerOpens || has(changes, 'breaker '),
          deviceOpens: deviceOpens || has(changes, 'sensed hot '),
        };
      breakerOpens ||= opens.breaker;
      deviceOpens ||= !opens.breaker;
      now = [...now, ...opens.outs.filter((out) => !now.some((c) => 'out' in c && c.out === out)).map((out) => ({ out }))];
    }
    return { faces: this.facesIn(this.changed(now)), breakerOpens, deviceOpens };
  }

  /** Voltages at all ports that are watched, and impedances between them, with the changes in. */
  private changed(changes: readonly NetChange[]): Changed {
    const parts = changes.map((c) => this.portOf(c));
    const { size, re, im, vRe, vIm } = this.table();
    const k = parts.length;
    const w = this.watched.length;
    const width = k + 1 + w;
    const [mr, mi] = [new Float64Array(k * width), new Float64Array(k * width)];
    for (let r = 0; r < k; r++) {
      const { port, y } = parts[r]!;
      for (let c = 0; c < k; c++) {
        mr[r * width + c] = y * re[port * size + parts[c]!.port]! + (r === c ? 1 : 0);
        mi[r * width + c] = y * im[port * size + parts[c]!.port]!;
      }
      mr[r * width + k] = y * vRe[port]!;
      mi[r * width + k] = y * vIm[port]!;
      for (let x = 0; x < w; x++) {
        const at = port * size + this.watched[x]!;
        mr[r * width + k + 1 + x] = y * re[at]!;
        mi[r * width + k + 1 + x] = y * im[at]!;
      }
    }
    eliminate(k, width, mr, mi);
    const place = this.watchedAt;
    const partPorts = Int32Array.from(parts, (p) => p.port);
    const corrected = (base: [number, number], row: number, column: number): [number, number] => {
      let [br, bi] = base;
      for (let r = 0; r < k; r++) {
        const at = row * size + parts[r]!.port;
        const [zr, zi] = [re[at]!, im[at]!];
        const [cr, ci] = [mr[r * width + column]!, mi[r * width + column]!];
        br -= zr * cr - zi * ci;
        bi -= zr * ci + zi * cr;
      }
      return [br, bi];
    };
    return {
      block: (ports, outRe, outIm) => {
        // volts of three ports, and impedances between them: without a single array made anew
        for (let i = 0; i < 3; i++)
          for (let j = 0; j < 4; j++) {
            const own = ports[i]! * size;
            const column = j === 3 ? k : k + 1 + place[ports[j]!]!;
            let br = j === 3 ? vRe[ports[i]!]! : re[own + ports[j]!]!;
            let bi = j === 3 ? vIm[ports[i]!]! : im[own + ports[j]!]!;
            for (let r = 0; r < k; r++) {
              const at = own + partPorts[r]!;
              const x = r * width + column;
              br -= re[at]! * mr[x]! - im[at]! * mi[x]!;
              bi -= re[at]! * mi[x]! + im[at]! * mr[x]!;
            }
            outRe[i * 4 + j] = br;
            outIm[i * 4 + j] = bi;
          }
      },
      volts: (port) => corrected([vRe[port]!, vIm[port]!], port, k),
      ohm: (a, b) => corrected([re[a * size + b]!, im[a * size + b]!], a, k + 1 + place[b]!),
    };
  }
  private watchedPlaces: Int32Array | undefined;
  /** place among the watched ports, by port */
  private get watchedAt(): Int32Array {
    const size = this.portList.length;
    if (this.watchedPlaces?.length !== size) {
      this.watchedPlaces = new Int32Array(size).fill(-1);
      this.watched.forEach((p, i) => (this.watchedPlaces![p] = i));
    }
    return this.watchedPlaces;
  }

  private opening(solved: Changed, now: readonly NetChange[]): { breaker: boolean; outs: string[] } | undefined {
    const out = new Set(now.flatMap((c) => ('out' in c ? [c.out] : [])));
    for (const b of this.breakers) {
      if (out.has(b.branch)) continue;
      const [vr, vi] = solved.volts(b.port);
      const amps = Math.hypot(vr, vi) / CONTACT;
      if (opensWithin(tripTime(amps, b), 1)) return { breaker: true, outs: [b.branch, ...b.tied] };
    }
    for (const p of this.protectors) {
      if (out.has(p.outs[0]!)) continue;
      const [h, n] = [solved.volts(p.hot), solved.volts(p.neutral)];
      if (Math.hypot(h[0] + n[0], h[1] + n[1]) / CONTACT >= IMBALANCE_TRIP_A) return { breaker: false, outs: p.outs };
    }
    for (const b of this.breakers) {
      if (out.has(b.branch) || !b.sees.length) continue;
      const sum = b.sees.reduce(([r, i], { port, y }) => {
        const v = solved.volts(port);
        return [r + y * v[0], i + y * v[1]] as [number, number];
      }, [0, 0] as [number, number]); // prettier-ignore
      if (Math.hypot(...sum) >= IMBALANCE_TRIP_A) return { breaker: true, outs: [b.branch] };
    }
    return undefined;
  }

  private facesIn(solved: Changed): Map<string, FaceState> {
    return new Map(this.faces.map(({ key, ports }) => [key, this.face(solved, ports)]));
  }
  private readonly blockRe = new Float64Array(12);
  private readonly blockIm = new Float64Array(12);
  private readonly lampRe = new Float64Array(12);
  private readonly lampIm = new Float64Array(12);
  private face(solved: Changed, ports: [number, number, number]): FaceState {
    const [zr, zi, re, im] = [this.blockRe, this.blockIm, this.lampRe, this.lampIm];
    solved.block(ports, zr, zi);
    // three lamps from pin to pin: (1 + Z·Y)·x = v
    const y = 1 / LAMP_OHM;
    for (let r = 0; r < 12; r += 4) {
      const [sumRe, sumIm] = [zr[r]! + zr[r + 1]! + zr[r + 2]!, zi[r]! + zi[r + 1]! + zi[r + 2]!];
      for (let c = 0; c < 3; c++) {
        // column c of Y is 2y on its own and −y on the others
        re[r + c] = y * (3 * zr[r + c]! - sumRe) + (r === 4 * c ? 1 : 0);
        im[r + c] = y * (3 * zi[r + c]! - sumIm);
      }
      re[r + 3] = zr[r + 3]!;
      im[r + 3] = zi[r + 3]!;
    }
    eliminate(3, 4, re, im);
    const between = (a: number, b: number): number =>
      Math.sqrt((re[a * 4 + 3]! - re[b * 4 + 3]!) ** 2 + (im[a * 4 + 3]! - im[b * 4 + 3]!) ** 2);
    const lamps = lampReading([between(0, 1), between(0, 2), between(1, 2)]);
    // a heater from hot to neutral
    const open: [number, number] = [zr[3]! - zr[7]!, zi[3]! - zi[7]!];
    const thevenin: [number, number] = [zr[0]! + zr[5]! - zr[1]! - zr[4]!, zi[0]! + zi[5]! - zi[1]! - zi[4]!];
    const loadVolts = (Math.hypot(...open) * HEATER_OHM) / Math.hypot(HEATER_OHM + thevenin[0], thevenin[1]);
    return {
      reads: lamps.code,
      works: lamps.hotNeutral === 'lit',
      loadVolts,
      hotVolts: Math.hypot(zr[3]!, zi[3]!),
      opensUnderLoad: loadVolts > WORKS_V / 2 && this.opensWith(solved, ports[0], ports[1], open, thevenin),
    };
  }
  /** Whether a protective device opens with the heater on. */
  private opensWith(solved: Changed, h: number, n: number, open: [number, number], thevenin: [number, number]): boolean {
    if (!this.protectors.length && !this.breakers.some((b) => b.sees.length)) return false;
    const [dr, di] = [HEATER_OHM + thevenin[0], thevenin[1]];
    const square = dr * dr + di * di;
    const [ir, ii] = [(open[0] * dr + open[1] * di) / square, (open[1] * dr - open[0] * di) / square];
    const under = (port: number): [number, number] => {
      const [v, a, b] = [solved.volts(port), solved.ohm(port, h), solved.ohm(port, n)];
      const [zr, zi] = [a[0] - b[0], a[1] - b[1]];
      return [v[0] - (zr * ir - zi * ii), v[1] - (zr * ii + zi * ir)];
    };
    const opens = this.protectors.some((p) => {
      const [a, b] = [under(p.hot), under(p.neutral)];
      return Math.hypot(a[0] + b[0], a[1] + b[1]) / CONTACT >= IMBALANCE_TRIP_A;
    });
    const seen = (b: (typeof this.breakers)[number]): number => {
      const sum = b.sees.reduce(([r, i], { port, y }) => {
        const v = under(port);
        return [r + y * v[0], i + y * v[1]] as [number, number];
      }, [0, 0] as [number, number]); // prettier-ignore
      return Math.hypot(...sum);
    };
    return opens || this.breakers.some((b) => b.sees.length > 0 && seen(b) >= IMBALANCE_TRIP_A);
  }
  /** Any node of the wiring to earth, V. */
  toEarth(changes: readonly NetChange[], node: string): number {
    const port = this.port(node, EARTH);
    return Math.hypot(...this.changed(changes).volts(port));
  }
  /** A digital meter at the slots of a face, one pair after the other: hot–neutral, hot–ground, neutral–ground; V. */
  metered(changes: readonly NetChange[], face: string): [number, number, number] {
    const solved = this.changed(changes);
    const { ports } = this.faces.find((f) => f.key === face)!;
    const across = (i: number, j: number): number => {
      const [a, b] = [ports[i]!, ports[j]!];
      const [va, vb, aa, bb, ab, ba] = [
        solved.volts(a),
        solved.volts(b),
        solved.ohm(a, a),
        solved.ohm(b, b),
        solved.ohm(a, b),
        solved.ohm(b, a),
      ];
      const whole = Math.hypot(METER_OHM + aa[0] + bb[0] - ab[0] - ba[0], aa[1] + bb[1] - ab[1] - ba[1]);
      return (Math.hypot(va[0] - vb[0], va[1] - vb[1]) * METER_OHM) / whole;
    };
    return [across(0, 1), across(0, 2), across(1, 2)];
  }
  /** Volts in one face while the heater runs in another, for several such pairs; V. */
  across(changes: readonly NetChange[], pairs: readonly (readonly [face: string, heaterIn: string])[]): number[] {
    const solved = this.changed(changes);
    const minus = (a: [number, number], b: [number, number]): [number, number] => [a[0] - b[0], a[1] - b[1]];
    const z = (x: [number, number, number], w: [number, number, number]): [number, number] => {
      const [a, b, c, d] = [solved.ohm(x[0], w[0]), solved.ohm(x[1], w[1]), solved.ohm(x[0], w[1]), solved.ohm(x[1], w[0])];
      return [a[0] + b[0] - c[0] - d[0], a[1] + b[1] - c[1] - d[1]];
    };
    return pairs.map((pair) => {
      const [f, g] = pair.map((key) => this.faces.find((x) => x.key === key)!.ports);
      const [own, open, cross] = [z(g!, g!), minus(solved.volts(g![0]), solved.volts(g![1])), z(f!, g!)];
      const [dr, di] = [HEATER_OHM + own[0], own[1]];
      const square = dr * dr + di * di;
      const [ir, ii] = [(open[0] * dr + open[1] * di) / square, (open[1] * dr - open[0] * di) / square];
      const v = minus(solved.volts(f![0]), solved.volts(f![1]));
      return Math.hypot(v[0] - (cross[0] * ir - cross[1] * ii), v[1] - (cross[0] * ii + cross[1] * ir));
    });
  }
}
const has = (changes: readonly NetChange[], start: string): boolean => changes.some((c) => 'out' in c && c.out.startsWith(start));
interface Changed {
  /** rows of three ports: impedances to each of the three, then the volts */
  block: (ports: [number, number, number], re: Float64Array, im: Float64Array) => void;
  volts: (port: number) => [number, number];
  ohm: (a: number, b: number) => [number, number];
}
