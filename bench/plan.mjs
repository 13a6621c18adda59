import highsLoader from 'highs';
import { cheapestPurchase } from '@saddle/core/takeoff';
import { figure, median, SMOKE } from './timing.mjs';

const FT = 304.8;
/** Aim for sixty pieces and eight kinds of coil. */
const PURCHASE_MS = 1000;
const KINDS = [
  [15, 20], [25, 30], [50, 52], [75, 74], [100, 95], [150, 138], [250, 210], [500, 400],
].map(([ft, price]) => ({ id: `${ft}`, name: `${ft} ft`, mm: ft * FT, price })); // prettier-ignore
/** The same pieces in every run: lengths between 4 and 60 ft. */
const pieces = (n, seed) => {
  let x = seed;
  return Array.from({ length: n }, (_, i) => {
    x = (x * 1103515245 + 12345) % 2147483648;
    return { mm: (4 + (x % 57)) * FT, what: `${i}` };
  });
};

/** The same work for HiGHS: which coils are taken, and which piece comes out of which. */
function model(list, kinds) {
  const bins = kinds.flatMap((k) => list.map(() => k));
  return [
    'Minimize',
    ` obj: ${bins.map((b, i) => `${b.price} y${i}`).join(' + ')}`,
    'Subject To',
    ...list.map((_, i) => ` p${i}: ${bins.map((__, b) => `x${i}_${b}`).join(' + ')} = 1`),
    ...bins.map((b, n) => ` b${n}: ${list.map((p, i) => `${p.mm / FT} x${i}_${n}`).join(' + ')} - ${b.mm / FT} y${n} <= 0`),
    'Binary',
    ` ${bins.map((_, b) => `y${b}`).join(' ')} ${list.flatMap((_, i) => bins.map((__, b) => `x${i}_${b}`)).join(' ')}`,
    'End',
  ].join('\n');
}

/** What to buy: beside HiGHS on the same small list, and a long one against its aim. */
export async function planFigures() {
  const highs = await highsLoader();
  const few = pieces(7, 5);
  const kinds = KINDS.slice(1, 4);
  const own = cheapestPurchase(few, kinds);
  const start = performance.now();
  const cost = highs.solve(model(few, kinds)).ObjectiveValue;
  const solved = performance.now() - start;
  if (!own.ok || Math.abs(own.purchase.price - cost) > 1e-3) throw new Error(`purchase: ${own.ok && own.purchase.price} beside ${cost}`);
  const small = median(() => cheapestPurchase(few, kinds), { rounds: 9, calls: 5 });
  const lists = Array.from({ length: SMOKE ? 1 : 9 }, (_, i) => pieces(60, i + 1));
  const times = lists.map((list) => median(() => cheapestPurchase(list, KINDS), { rounds: 1, calls: 1 }));
  return [
    figure('plan.purchase', small, 'HiGHS on the same list', solved),
    figure('plan.purchase.60', Math.max(...times), 'aim for sixty pieces, the slowest of nine lists', PURCHASE_MS),
  ];
}
