/**
 * The cheapest purchase of coils or lengths that all pieces can be cut from, with what is on hand used first. A piece is never joined of
 * two. mm, prices in the user's own numbers.
 */

export interface StockKind {
  id: string;
  name: string;
  mm: number;
  price: number;
}
/** What lies there already: used before anything is bought. */
export interface OnHand {
  id: string;
  name: string;
  mm: number;
}
export interface PieceNeed {
  mm: number;
  /** what it is for */
  what: string;
  /** what is really cut of it, where something is bought over; absent: all of it */
  cutMm?: number;
}
export interface Cut {
  /** a coil that is bought, or one on hand */
  name: string;
  onHand: boolean;
  /** of the coil on hand, or of the kind that is bought */
  id: string;
  /** longest first: what remains still does for the next */
  pieces: PieceNeed[];
  leftMm: number;
}
export interface Purchase {
  buy: { kind: StockKind; count: number }[];
  cuts: Cut[];
  price: number;
  /** what the rests that are worth keeping count: the purchase with the least price less their worth is taken */
  restsWorth: number;
  /** no purchase is cheaper, rests counted */
  proved: boolean;
  /** what any purchase costs at least, rests counted */
  least: number;
}
/** What a rest is worth that is long enough to be kept. */
export interface RestWorth {
  leastMm: number;
  /** for a mm of it; below what a mm of any kind costs, or hoarding would pay */
  perMm: number;
}
export type PurchaseResult =
  | { ok: true; purchase: Purchase }
  /** pieces that come out of nothing there is */
  | { ok: false; tooLong: PieceNeed[]; longestMm: number };

const SLACK = 1e-6;
/** Lengths are told apart by the inch where only a bound is reckoned. */
const UNIT_MM = 25.4;
/** Purchases that are looked at, ways of laying pieces into one of them, and in all, before a good one has to do. */
const MOST_PURCHASES = 4000;
const MOST_LAID = 20_000;
const MOST_LAID_IN_ALL = 200_000;
const NO_WORTH: RestWorth = { leastMm: 0, perMm: 0 };

/**
 * Purchases are tried in the order of what they cost at least. Without a worth of rests the first that all pieces can be laid into is the
 * cheapest; with one, as long as what is to come could still be cheaper than the best so far.
 * @param kerfMm what the saw takes at each cut; 0 for cable
 * @throws RangeError for a length or a price that is none, or a rest worth as much as new stock
 */
export function cheapestPurchase(
  pieces: readonly PieceNeed[],
  kinds: readonly StockKind[],
  onHand: readonly OnHand[] = [],
  kerfMm = 0,
  rest: RestWorth = NO_WORTH,
): PurchaseResult {
  for (const x of [...pieces, ...kinds, ...onHand])
    if (!(x.mm > 0 && Number.isFinite(x.mm))) throw new RangeError('cheapestPurchase: a length is above 0 mm');
  for (const k of kinds) if (!(k.price >= 0 && Number.isFinite(k.price))) throw new RangeError('cheapestPurchase: a price is not below 0');
  if (!(rest.perMm >= 0) || kinds.some((k) => rest.perMm > 0 && rest.perMm * (k.mm + kerfMm) >= k.price))
    throw new RangeError('cheapestPurchase: a rest is worth less than new stock of its length');
  const longestMm = Math.max(0, ...kinds.map((k) => k.mm), ...onHand.map((h) => h.mm));
  const tooLong = pieces.filter((p) => p.mm > longestMm + SLACK);
  if (tooLong.length) return { ok: false, tooLong, longestMm };
  const sorted = [...pieces].sort((a, b) => b.mm - a.mm);
  const takes = sorted.map((p) => p.mm + kerfMm);
  const need = takes.reduce((s, x) => s + x, 0);
  const there = onHand.map((h) => h.mm + kerfMm);
  const useful = dominating(kinds);
  // what a kind costs when all of its length is kept: no purchase costs less
  const kept = useful.map((k) => ({ ...k, price: k.price - rest.perMm * (k.mm + kerfMm) }));
  const cover = coverCost(need - there.reduce((s, x) => s + x, 0), kept, kerfMm);
  const search = new Cheapest(takes, there, kept, kerfMm, rest, cover);
  return { ok: true, purchase: told(sorted, kerfMm, onHand, useful, rest, search.run()) };
}

/** Kinds that no other beats: as long and no dearer. */
const dominating = (kinds: readonly StockKind[]): StockKind[] =>
  kinds
    .filter(
      (k) =>
        !kinds.some(
          (o) =>
            o !== k &&
            o.mm >= k.mm - SLACK &&
            o.price <= k.price + SLACK &&
            (o.mm > k.mm || o.price < k.price || kinds.indexOf(o) < kinds.indexOf(k)),
        ),
    )
    .sort((a, b) => b.mm - a.mm);

/** Least cost of stock that is as long in all as `mm`: what any purchase costs at least; by the inch. */
function coverCost(mm: number, kinds: readonly StockKind[], kerfMm: number): (left: number) => number {
  const units = (x: number): number => Math.max(0, Math.floor(x / UNIT_MM - 1e-9));
  const most = units(mm);
  const cost = new Float64Array(most + 2).fill(Infinity);
  cost[0] = 0;
  for (let u = 1; u <= most + 1; u++)
    for (const k of kinds) {
      const size = Math.ceil((k.mm + kerfMm) / UNIT_MM);
      cost[u] = Math.min(cost[u]!, k.price + cost[Math.max(0, u - size)]!);
    }
  return (left) => cost[Math.min(most + 1, units(left))]!;
}

interface State {
  counts: number[];
  /** only kinds from here on are added: each purchase is reached once */
  from: number;
  price: number;
  size: number;
  bound: number;
}

interface Found {
  counts: number[];
  laid: number[][];
  /** reduced price, and the worth of rests too short to keep */
  net: number;
}

class Cheapest {
  private readonly need: number;
  private readonly onHand: number;
  /** every laying was tried to its end so far */
  private exact = true;
  private nodes = 0;

  constructor(
    private readonly takes: readonly number[],
    private readonly there: readonly number[],
    private readonly kinds: readonly StockKind[],
    private readonly kerfMm: number,
    private readonly rest: RestWorth,
    private readonly cover: (left: number) => number,
  ) {
    this.need = takes.reduce((s, x) => s + x, 0);
    this.onHand = there.reduce((s, x) => s + x, 0);
  }

  run(): { counts: number[]; laid: number[][]; least: number; proved: boolean } {
    let best = this.greedy();
    const heap: State[] = [];
    this.push(heap, { counts: this.kinds.map(() => 0), from: 0, price: 0, size: 0, bound: 0 });
    let least = 0;
    // what all of what is there and bought counts, kept whole, less what is cut of it
    const shift = this.rest.perMm * (this.need - this.onHand);
    const told = (proved: boolean): ReturnType<Cheapest['run']> => ({
      ...{ counts: best.counts, laid: best.laid },
      least: (proved ? best.net : Math.min(least, best.net)) + shift,
      proved,
    });
    for (let tried = 0; heap.length && tried < MOST_PURCHASES; tried++) {
      const state = pop(heap);
      least = Math.max(least, state.bound);
      if (state.bound >= best.net - SLACK) return told(this.exact);
      if (state.size + this.onHand >= this.need - SLACK) {
        const laid = this.lay(state.counts, best.net - state.price);
        if (laid) best = { counts: state.counts, laid: laid.into, net: state.price + laid.lost };
      }
      this.kinds.forEach((k, i) => {
        if (i < state.from) return;
        const counts = [...state.counts];
        counts[i]!++;
        this.push(heap, { counts, from: i, price: state.price + k.price, size: state.size + k.mm + this.kerfMm, bound: 0 });
      });
    }
    return told(heap.length === 0 && this.exact);
  }

  private push(heap: State[], state: State): void {
    state.bound = state.price + this.cover(this.need - this.onHand - state.size);
    if (!Number.isFinite(state.bound)) return;
    heap.push(state);
    let i = heap.length - 1;
    while (i > 0) {
      const up = (i - 1) >> 1;
      if (!before(heap[i]!, heap[up]!)) break;
      [heap[i], heap[up]] = [heap[up]!, heap[i]!];
      i = up;
    }
  }

  private rooms(counts: readonly number[]): number[] {
    return [...this.there, ...counts.flatMap((n, i) => Array<number>(n).fill(this.kinds[i]!.mm + this.kerfMm))];
  }

  /** What the room that is left would be worth, less what is kept of it: all of it when it is too short. */
  private lostOf(room: number): number {
    const rest = Math.max(0, room - this.kerfMm);
    return (room - (rest < this.rest.leastMm - SLACK ? 0 : rest)) * this.rest.perMm;
  }

  /** All pieces in the stock of a purchase, by the index of each, with the least worth lost in short rests; undefined: none below `under`. */
  private lay(counts: readonly number[], under: number): { into: number[][]; lost: number } | undefined {
    const left = this.rooms(counts);
    const into: number[][] = left.map(() => []);
    const { takes } = this;
    const shortest = takes.at(-1) ?? 0;
    let best: { into: number[][]; lost: number } | undefined;
    let limit = under - SLACK;
    let nodes = 0;
    let stopped = false;
    // what is spoilt can't be more than what is over
    let spare = left.reduce((s, x) => s + x, 0) - this.need;
    // rooms that nothing more goes into: what they keep is lost or kept for good
    const settled = (room: number): number => (room + SLACK < shortest ? this.lostOf(room) : 0);
    let lost = left.reduce((s, x) => s + settled(x), 0);
    const place = (i: number): void => {
      if (i === takes.length) {
        const all = left.reduce((s, x) => s + this.lostOf(x), 0);
        if (all < limit) {
          best = { into: into.map((list) => [...list]), lost: all };
          limit = all - SLACK;
          // nothing is lost, or nothing counts: no laying is better
          if (all <= SLACK) stopped = true;
        }
        return;
      }
      if (++nodes > MOST_LAID || ++this.nodes > MOST_LAID_IN_ALL) {
        stopped = true;
        this.exact = false;
        return;
      }
      const tried = new Set<number>();
      // the fullest first: what stays whole can still take a long one
      const order = left.map((_, b) => b).sort((a, b) => left[a]! - left[b]!);
      for (const b of order) {
        const key = Math.round(left[b]! * 1000);
        if (left[b]! + SLACK < takes[i]! || tried.has(key)) continue;
        tried.add(key);
        into[b]!.push(i);
        left[b]! -= takes[i]!;
        // the rest of this one is lost to pieces when nothing that is to come goes in
        const unused = left[b]! + SLACK < shortest ? left[b]! : 0;
        const worth = settled(left[b]!);
        spare -= unused;
        lost += worth;
        if (spare >= -SLACK && lost < limit) place(i + 1);
        spare += unused;
        lost -= worth;
        left[b]! += takes[i]!;
        into[b]!.pop();
        if (stopped) return;
      }
    };
    if (lost < limit) place(0);
    return best;
  }

  /** One kind for all, each piece into the fullest that takes it; the cheapest of those: good enough to stop by. */
  private greedy(): Found {
    let best: Found | undefined;
    const tries: ((piece: number) => number)[] = [
      ...this.kinds.map((_, k) => (piece: number) => (this.kinds[k]!.mm + this.kerfMm + SLACK >= piece ? k : this.smallestFor(piece))),
      (piece: number) => this.smallestFor(piece),
    ];
    for (const choose of tries) {
      const left = [...this.there];
      const into: number[][] = left.map(() => []);
      const kindOf: number[] = left.map(() => -1);
      let whole = true;
      this.takes.forEach((t, i) => {
        let at = -1;
        left.forEach((l, b) => {
          if (l + SLACK >= t && (at < 0 || l < left[at]!)) at = b;
        });
        if (at < 0) {
          const k = choose(t);
          if (k < 0) {
            whole = false;
            return;
          }
          left.push(this.kinds[k]!.mm + this.kerfMm);
          into.push([]);
          kindOf.push(k);
          at = left.length - 1;
        }
        into[at]!.push(i);
        left[at]! -= t;
      });
      if (!whole) continue;
      const counts = this.kinds.map((_, k) => kindOf.filter((x) => x === k).length);
      const net = counts.reduce((s, n, k) => s + n * this.kinds[k]!.price, 0) + left.reduce((s, x) => s + this.lostOf(x), 0);
      // in the order of the rooms: what is on hand, then kind by kind
      const order = [...kindOf.keys()].sort((a, b) => kindOf[a]! - kindOf[b]! || a - b);
      if (!best || net < best.net - SLACK) best = { counts, laid: order.map((b) => into[b]!), net };
    }
    return best ?? { counts: this.kinds.map(() => 0), laid: this.there.map(() => []), net: Infinity };
  }

  private smallestFor(piece: number): number {
    let best = -1;
    this.kinds.forEach((k, i) => {
      if (k.mm + this.kerfMm + SLACK >= piece && (best < 0 || k.mm < this.kinds[best]!.mm)) best = i;
    });
    return best;
  }
}

/** The least bound first; of two alike the shorter in all: less is left over. */
const before = (a: State, b: State): boolean => a.bound < b.bound - SLACK || (a.bound < b.bound + SLACK && a.size < b.size - SLACK);
function pop(heap: State[]): State {
  const top = heap[0]!;
  const last = heap.pop()!;
  if (heap.length) {
    heap[0] = last;
    for (let i = 0; ;) {
      const [l, r] = [2 * i + 1, 2 * i + 2];
      let least = i;
      if (l < heap.length && before(heap[l]!, heap[least]!)) least = l;
      if (r < heap.length && before(heap[r]!, heap[least]!)) least = r;
      if (least === i) break;
      [heap[i], heap[least]] = [heap[least]!, heap[i]!];
      i = least;
    }
  }
  return top;
}

function told(
  pieces: readonly PieceNeed[],
  kerfMm: number,
  onHand: readonly OnHand[],
  kinds: readonly StockKind[],
  rest: RestWorth,
  { counts, laid, least, proved }: ReturnType<Cheapest['run']>,
): Purchase {
  const bought = counts.flatMap((n, i) => Array<StockKind>(n).fill(kinds[i]!));
  const all = [
    ...onHand.map((h) => ({ id: h.id, name: h.name, mm: h.mm, onHand: true })),
    ...bought.map((k) => ({ id: k.id, name: k.name, mm: k.mm, onHand: false })),
  ];
  const cuts = all.map((stock, b): Cut => {
    const own = (laid[b] ?? []).map((i) => pieces[i]!);
    // what is left was cut off too
    const used = own.reduce((s, p) => s + p.mm + kerfMm, 0);
    return { id: stock.id, name: stock.name, onHand: stock.onHand, pieces: own, leftMm: Math.max(0, stock.mm - used) };
  });
  const worth = (list: readonly Cut[]): number =>
    list.reduce((s, c) => s + (c.leftMm >= rest.leastMm - SLACK ? c.leftMm * rest.perMm : 0), 0);
  const touched = cuts.filter((c) => c.pieces.length > 0);
  return {
    buy: kinds.flatMap((kind, i) => (counts[i] ? [{ kind, count: counts[i] }] : [])),
    cuts: touched,
    price: counts.reduce((s, n, i) => s + n * kinds[i]!.price, 0),
    restsWorth: worth(touched),
    proved,
    // what lies there uncut is no rest
    least: least + worth(cuts.filter((c) => c.pieces.length === 0)),
  };
}
