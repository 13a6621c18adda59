/** Pieces cut from stock lengths with a saw that takes its kerf: the fewest lengths, and which pieces come out of which. mm. */

export interface StockBar {
  /** lengths of its pieces, longest first */
  pieces: number[];
  /** what stays of it */
  offcutMm: number;
}
export interface StockCut {
  bars: StockBar[];
  /** no fewer lengths would do; false where there were too many pieces to try every way */
  fewest: boolean;
}

/** Every way is tried up to this many pieces. */
const MOST_TRIED = 14;
const SLACK = 1e-6;

/**
 * Cuts all pieces from as few stock lengths as possible. Each cut between two pieces, and one that frees the last from its offcut, takes a kerf.
 * @throws RangeError when a piece is longer than the stock, or a length is not above 0
 */
export function cutStock(piecesMm: readonly number[], stockMm: number, kerfMm: number): StockCut {
  if (!(stockMm > 0) || !(kerfMm >= 0)) throw new RangeError('cutStock: the stock must be above 0 mm and the kerf not below');
  for (const p of piecesMm) {
    if (!(p > 0)) throw new RangeError('cutStock: a piece must be above 0 mm');
    if (p > stockMm + SLACK) throw new RangeError(`cutStock: a piece of ${p} mm is longer than the stock of ${stockMm} mm`);
  }
  const pieces = [...piecesMm].sort((a, b) => b - a);
  // with a kerf added to every piece and to the stock, kerfs between pieces come out right
  const room = stockMm + kerfMm;
  const takes = (p: number): number => p + kerfMm;
  // each into the fullest length that still takes it
  const first: number[][] = [];
  const left: number[] = [];
  for (const p of pieces) {
    let best = -1;
    left.forEach((l, i) => {
      if (l + SLACK >= takes(p) && (best < 0 || l < left[best]!)) best = i;
    });
    if (best < 0) {
      first.push([]);
      left.push(room);
      best = first.length - 1;
    }
    first[best]!.push(p);
    left[best]! -= takes(p);
  }
  const least = Math.ceil(pieces.reduce((s, p) => s + takes(p), 0) / room - SLACK);
  let bars = first;
  let fewest = bars.length <= least;
  if (!fewest && pieces.length <= MOST_TRIED) {
    for (let n = least; n < first.length; n++) {
      const fit = into(pieces, n, room, takes);
      if (!fit) continue;
      bars = fit;
      break;
    }
    fewest = true;
  }
  return {
    bars: bars.map((own) => {
      const used = own.reduce((s, p) => s + p, 0) + kerfMm * (own.length - 1);
      const rest = stockMm - used;
      return { pieces: own, offcutMm: rest > kerfMm + SLACK ? rest - kerfMm : 0 };
    }),
    fewest,
  };
}

/** All pieces in exactly `n` lengths, or that it can't be done. */
function into(pieces: readonly number[], n: number, room: number, takes: (p: number) => number): number[][] | undefined {
  const bars: number[][] = Array.from({ length: n }, () => []);
  const left: number[] = Array.from({ length: n }, () => room);
  const place = (i: number): boolean => {
    if (i === pieces.length) return true;
    const tried = new Set<number>();
    for (let b = 0; b < n; b++) {
      // lengths with the same rest are the same choice
      const key = Math.round(left[b]! * 1000);
      if (tried.has(key) || left[b]! + SLACK < takes(pieces[i]!)) continue;
      tried.add(key);
      bars[b]!.push(pieces[i]!);
      left[b]! -= takes(pieces[i]!);
      if (place(i + 1)) return true;
      bars[b]!.pop();
      left[b]! += takes(pieces[i]!);
    }
    return false;
  };
  return place(0) ? bars : undefined;
}
