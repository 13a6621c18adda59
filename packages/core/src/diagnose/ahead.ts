/**
 * How long the whole rest of a search takes with each test that may come next: every outcome followed to its end by the tests that tell
 * most in a minute. So a test that tells little by itself, and makes the next one tell all, comes first where that is quicker.
 */
import type { Search } from '../model/index.js';
import type { Dictionary } from './predict.js';
import { costOf } from './testKinds.js';
import {
  AGAIN,
  carrying,
  doubtIn,
  NAMED_AT,
  openTests,
  searchState,
  tableOf,
  weighed,
  type NextTest,
  type SearchState,
  type Table,
} from './search.js';

/** So many of the best are followed to the end. */
const LOOKED_AT = 6;
/** Hypotheses that are looked at: the likeliest. */
const MOST = 160;
/** An outcome that shows less often than this where something is so is a wrong reading: not followed. */
const WRONG = 0.2;
/** What a search that ends open costs: somebody else is called, or a box is opened after the other; minutes. */
const OPEN_END = 30;
const DEEPEST = 12;
/** Minutes to the end that are expected, and the same with what the tests risk. */
interface Ahead {
  cost: number;
  minutes: number;
}
const DONE: Ahead = { cost: 0, minutes: 0 };
const OPEN: Ahead = { cost: OPEN_END, minutes: OPEN_END };

type Kind = Table['tests'][number] & {
  /** odds without what would be a wrong reading; each row sums to 1 */
  sharp: Float64Array[];
  /** by row: the only outcome it has, or below 0 where there are several */
  only: Int32Array;
};
/** Hypotheses that are left, with their shares. */
interface Left {
  h: Int32Array;
  share: Float64Array;
  total: number;
}
const leftOf = (h: number[], share: number[]): Left => ({
  h: Int32Array.from(h),
  share: Float64Array.from(share),
  total: share.reduce((a, b) => a + b, 0),
});
const sharpened = (kind: Table['tests'][number]): Kind => {
  const sharp = kind.rows.map((row) => {
    // where any outcome may be, each is as likely as the others
    const kept = row.map((p) => (p >= WRONG || p >= 0.9 / row.length ? p : 0));
    const sum = kept.reduce((x, y) => x + y, 0);
    return kept.map((p) => p / sum);
  });
  const only = Int32Array.from(sharp, (row, r) => (row.some((p) => p > 0.999) ? row.findIndex((p) => p > 0.999) : -1 - r));
  return { ...kind, sharp, only };
};

/** Tests that part what is left, each way of parting it once, by the quickest: a second like it tells nothing more. */
function parting(kinds: readonly Kind[], { h }: Left, now: Int32Array): Kind[] {
  const ways = new Map<string, Kind>();
  for (const kind of kinds) {
    const numbers = new Map<number, number>();
    let key = '';
    for (const x of h) {
      const code = kind.only[kind.row[now[x]!]!]!;
      if (!numbers.has(code)) numbers.set(code, numbers.size);
      // several outcomes of one row are a way of their own
      key += code < 0 ? `${kind.test.id};` : `${numbers.get(code)!},`;
    }
    if (numbers.size < 2) continue;
    const known = ways.get(key);
    if (!known || costOf(known.test) > costOf(kind.test)) ways.set(key, kind);
  }
  return [...ways.values()];
}

/** Minutes to the end, the best single test after the other. */
class Rest {
  private readonly local: Int32Array;
  private readonly mass = new Float64Array(4096);
  private readonly one = new Float64Array(512);
  constructor(
    private readonly table: Table,
    private readonly now: Int32Array,
  ) {
    this.local = new Int32Array(table.parts.length + 1);
  }
  split({ row, sharp, test }: Kind, { h, share }: Left): Left[] {
    return test.outcomes.map((_, o) => {
      const [hs, shares]: [number[], number[]] = [[], []];
      for (let i = 0; i < h.length; i++) {
        const odds = sharp[row[this.now[h[i]!]!]!]![o]!;
        if (odds > 0) {
          hs.push(h[i]!);
          shares.push(share[i]! * odds);
        }
      }
      return leftOf(hs, shares);
    });
  }
  /** −Σ x·log2(x/total) */
  private static spread(x: Float64Array, from: number, to: number): number {
    let [sum, logs] = [0, 0];
    for (let i = from; i < to; i++)
      if (x[i]! > 0) {
        sum += x[i]!;
        logs += x[i]! * Math.log2(x[i]!);
      }
    return sum > 0 ? sum * Math.log2(sum) - logs : 0;
  }
  follow(left: Left, kinds: readonly Kind[], deep: number): Ahead {
    const { h, share, total } = left;
    const n = h.length;
    if (total <= 0) return DONE;
    const { first, second, parts } = this.table;
    // parts that are left get numbers of their own
    const local = this.local.fill(-1);
    const [a, b] = [new Int32Array(n), new Int32Array(n)];
    let size = 0;
    const numbered = (part: number): number => (local[part] === -1 ? (local[part] = size++) : local[part]!);
    for (let i = 0; i < n; i++) {
      const at = this.now[h[i]!]!;
      a[i] = numbered(first[at]! < 0 ? parts.length : first[at]!);
      b[i] = numbered(second[at]! < 0 ? parts.length : second[at]!);
    }
    const one = this.one.fill(0, 0, size);
    for (let i = 0; i < n; i++) {
      one[a[i]!]! += share[i]!;
      if (a[i] !== b[i]) one[b[i]!]! += share[i]!;
    }
    for (let p = 0; p < size; p++) if (one[p]! >= NAMED_AT * total) return DONE;
    if (deep >= DEEPEST) return OPEN;
    one.fill(0, 0, size);
    for (let i = 0; i < n; i++) {
      one[a[i]!]! += share[i]! / 2;
      one[b[i]!]! += share[i]! / 2;
    }
    const before = Rest.spread(one, 0, size);
    let [best, bestRate]: [Kind | undefined, number] = [undefined, 0];
    const open: Kind[] = [];
    for (const kind of kinds) {
      const { row, sharp, only, test } = kind;
      // what shows the same for all that is left shows the same for any part of it
      const code = only[row[this.now[h[0]!]!]!]!;
      let same = code >= 0;
      for (let i = 1; same && i < n; i++) same = code === only[row[this.now[h[i]!]!]!];
      if (same) continue;
      open.push(kind);
      const outcomes = test.outcomes.length;
      const mass = this.mass.fill(0, 0, outcomes * size);
      for (let i = 0; i < n; i++) {
        const odds = sharp[row[this.now[h[i]!]!]!]!;
        for (let o = 0; o < outcomes; o++) {
          if (odds[o] === 0) continue;
          const half = (share[i]! * odds[o]!) / 2;
          mass[o * size + a[i]!]! += half;
          mass[o * size + b[i]!]! += half;
        }
      }
      let after = 0;
      for (let o = 0; o < outcomes; o++) after += Rest.spread(mass, o * size, (o + 1) * size);
      const rate = (before - after) / costOf(test);
      if (rate > bestRate && before - after > 1e-6 * total) [best, bestRate] = [kind, rate];
    }
    return best ? this.after(best, left, open, deep) : OPEN;
  }
  /** With this test next, and the best after each outcome. */
  after(kind: Kind, left: Left, kinds: readonly Kind[], deep: number): Ahead {
    const then = kinds.filter((k) => k !== kind);
    let [cost, minutes] = [costOf(kind.test), kind.test.minutes];
    for (const part of this.split(kind, left)) {
      const rest = this.follow(part, then, deep + 1);
      cost += (part.total / left.total) * rest.cost;
      minutes += (part.total / left.total) * rest.minutes;
    }
    return { cost, minutes };
  }
}

/**
 * The tests in the order in which they are worth making.
 * @param next as `nextTests` has them, the most told in a minute first
 */
export function lookedAhead(dictionary: Dictionary, search: Search, shares: ArrayLike<number>, next: readonly NextTest[]): NextTest[] {
  const [top, ...behind] = next;
  if (top && top.test.id === AGAIN) return [top, ...lookedAhead(dictionary, search, shares, behind)];
  const table = tableOf(dictionary);
  const { now } = weighed(dictionary, search);
  const { live } = carrying(shares, MOST);
  const left = leftOf(live, live.map((h) => shares[h]!)); // prettier-ignore
  const kinds = openTests(dictionary, search).map(sharpened);
  const rest = new Rest(table, now);
  const open = parting(kinds, left, now);
  const looked = next.slice(0, LOOKED_AT).flatMap((n): (NextTest & { cost: number })[] => {
    const kind = kinds.find((k) => k.test.id === n.test.id);
    if (!kind || n.bits <= 0) return [];
    const { cost, minutes } = rest.after(kind, left, open, 0);
    return [{ ...n, left: minutes, cost }];
  });
  if (looked.length < 2) return [...next];
  const ids = new Set(looked.map((n) => n.test.id));
  const ordered = looked.sort((a, b) => a.cost - b.cost || a.test.id.localeCompare(b.test.id)).map(({ cost: _, ...n }): NextTest => n); // prettier-ignore
  return [...ordered, ...next.filter((n) => !ids.has(n.test.id))];
}

/** The state of a search with its tests followed to the end: what a page shows. */
export function searchAhead(dictionary: Dictionary, search: Search): SearchState {
  const state = searchState(dictionary, search);
  const doubt = state.verdict === 'stop' || state.verdict === 'mended' ? undefined : doubtIn(dictionary, search);
  const doubted = doubt ? { ...state, doubt } : state;
  if (state.next.length < 2 || state.verdict === 'mended') return doubted;
  return { ...doubted, next: lookedAhead(dictionary, search, weighed(dictionary, search).shares, state.next) };
}
