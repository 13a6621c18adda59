/**
 * The metal of a bench as a graph: what hangs together without going through a load, a breaker or the supply. Made once for each bench; walks go over numbers, names come in at the end.
 */
import type { Bench } from '../model/index.js';
import { buildNetwork } from './build.js';
import type { Branch, WiringPart } from './network.js';

/** Parts that join: neither a load or a leak nor what is the supply’s own, and no yoke, on which nothing may rely. */
const METAL: ReadonlySet<WiringPart['is'] | undefined> = new Set<WiringPart['is']>(['conductor', 'pigtail', 'contact', 'inside']);
/** What a low-resistance path goes through: a joint that has come loose to a kilohm and more is none. */
const plain = (b: Branch): boolean => 'ohm' in b.is && b.is.ohm < 1000 && METAL.has(b.part?.is);

export class Metal {
  private readonly at = new Map<string, number>();
  private readonly names: string[] = [];
  /** edges of node n stand from first[n] to first[n + 1] */
  private readonly first: Int32Array;
  private readonly to: Int32Array;
  private readonly by: Int32Array;
  private readonly branches: Branch[];
  /** branches of each cable, and those at the terminals of each device, by number */
  private readonly cables = new Map<string, number[]>();
  private readonly devices = new Map<string, number[]>();

  constructor(bench: Bench) {
    this.branches = buildNetwork(bench, { metalOnly: true }).network.branches.filter(plain);
    const number = (name: string): number => {
      const known = this.at.get(name);
      if (known !== undefined) return known;
      this.at.set(name, this.names.length);
      return this.names.push(name) - 1;
    };
    const pairs = this.branches.map((b) => [number(b.from), number(b.to)] as const);
    this.first = new Int32Array(this.names.length + 1);
    for (const [a, z] of pairs) {
      this.first[a + 1]!++;
      this.first[z + 1]!++;
    }
    for (let n = 0; n < this.names.length; n++) this.first[n + 1]! += this.first[n]!;
    const next = this.first.slice();
    this.to = new Int32Array(2 * pairs.length);
    this.by = new Int32Array(2 * pairs.length);
    const put = (from: number, to: number, branch: number): void => {
      const k = next[from]!++;
      this.to[k] = to;
      this.by[k] = branch;
    };
    const note = (map: Map<string, number[]>, key: string, branch: number): void =>
      void (map.get(key)?.push(branch) ?? map.set(key, [branch]));
    this.branches.forEach((b, n) => {
      if (b.part?.is === 'conductor') note(this.cables, b.part.cableId, n);
      if ((b.part?.is === 'contact' || b.part?.is === 'inside') && b.part.deviceId) note(this.devices, b.part.deviceId, n);
    });
    pairs.forEach(([a, z], branch) => {
      put(a, z, branch);
      put(z, a, branch);
    });
  }

  /** A cable cut through, and devices taken out: what `walk` goes without. */
  ofCable = (id: string): readonly number[] => this.cables.get(id) ?? [];
  ofDevices = (ids: Iterable<string>): readonly number[] => [...ids].flatMap((id) => this.devices.get(id) ?? []);
  where = (is: (branch: Branch) => boolean): readonly number[] => this.branches.flatMap((b, n) => (is(b) ? [n] : []));

  private readonly whole = new Map<string, Walked>();
  /** Which nodes hang on one with nothing taken out; walked once. */
  walkWhole(from: string): Walked {
    const known = this.whole.get(from);
    if (known) return known;
    const walked = this.walk(from);
    this.whole.set(from, walked);
    return walked;
  }

  /** Branches without which what they join comes apart, by number; found once, in one walk (Tarjan 1974). */
  private bridges?: Uint8Array;
  isBridge(branch: number): boolean {
    return (this.bridges ??= this.findBridges())[branch] === 1;
  }
  private findBridges(): Uint8Array {
    const bridge = new Uint8Array(this.branches.length);
    const found = new Int32Array(this.names.length);
    const low = new Int32Array(this.names.length);
    const next = this.first.slice();
    const came = new Int32Array(this.names.length).fill(-1);
    let turn = 0;
    for (let root = 0; root < this.names.length; root++) {
      if (found[root]) continue;
      const path = [root];
      found[root] = low[root] = ++turn;
      while (path.length) {
        const n = path.at(-1)!;
        if (next[n]! < this.first[n + 1]!) {
          const k = next[n]!++;
          const to = this.to[k]!;
          if (this.by[k] === came[n]) continue;
          if (found[to]) low[n] = Math.min(low[n]!, found[to]!);
          else {
            came[to] = this.by[k]!;
            found[to] = low[to] = ++turn;
            path.push(to);
          }
          continue;
        }
        path.pop();
        const before = path.at(-1);
        if (before === undefined) continue;
        if (low[n]! > found[before]!) bridge[came[n]!] = 1;
        low[before] = Math.min(low[before]!, low[n]!);
      }
    }
    return bridge;
  }

  private readonly bare = new Map<string, Walked>();
  /** Which nodes hang on one with every device taken out; walked once. */
  walkBare(from: string): Walked {
    const known = this.bare.get(from);
    if (known) return known;
    const walked = this.walk(from, this.ofDevices(this.devices.keys()));
    this.bare.set(from, walked);
    return walked;
  }

  /** Which nodes hang on one; what joins the ground to the earth is the supply’s own and no metal of the bench. */
  walk(from: string, without: readonly number[] = []): Walked {
    const start = this.at.get(from);
    const seen = new Uint8Array(this.names.length);
    const order: number[] = [];
    if (start !== undefined) {
      seen[start] = 1;
      order.push(start);
      const cut = without.length ? new Uint8Array(this.branches.length) : undefined;
      for (const n of without) cut![n] = 1;
      // it grows as it is gone through
      for (const n of order) {
        for (let k = this.first[n]!; k < this.first[n + 1]!; k++) {
          const to = this.to[k]!;
          if (seen[to] || cut?.[this.by[k]!]) continue;
          seen[to] = 1;
          order.push(to);
        }
      }
    }
    let nodes: ReadonlySet<string> | undefined;
    return {
      has: (name) => name === from || seen[this.at.get(name) ?? -1] === 1,
      nodes: () => (nodes ??= new Set([from, ...order.map((n) => this.names[n]!)])),
    };
  }
}
export interface Walked {
  has(node: string): boolean;
  nodes(): ReadonlySet<string>;
}

const LISTS = ['cables', 'devices', 'pigtails', 'joints', 'breakers'] as const;
/** Whether a bench holds the same lists as when its metal was made: who still builds one adds to them. */
interface Kept {
  metal: Metal;
  lists: readonly (readonly unknown[])[];
  lengths: readonly number[];
}
const kept = new WeakMap<Bench, Kept>();
export function metalOf(bench: Bench): Metal {
  const there = kept.get(bench);
  if (there && LISTS.every((l, i) => bench[l] === there.lists[i] && bench[l].length === there.lengths[i])) return there.metal;
  const metal = new Metal(bench);
  kept.set(bench, { metal, lists: LISTS.map((l) => bench[l]), lengths: LISTS.map((l) => bench[l].length) });
  return metal;
}
