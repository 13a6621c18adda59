/** Cable of a job by the piece, and the coils it comes out of most cheaply. */
import { COILS, priceOf, type CoilArticle, type Prices } from '../catalog/index.js';
import { workOf } from '../ledger/index.js';
import { feet, printLength, type LengthUnit } from '../measure/index.js';
import { idOf, assumed, type CoilOnHand, type House, type JobInHouse } from '../model/index.js';
import { cableKind } from '../wiring/index.js';
import { cableArticle } from './materials.js';
import { cheapestPurchase, type OnHand, type PieceNeed, type PurchaseResult, type StockKind } from './purchase.js';

export interface CablePieces {
  article: CoilArticle;
  /** `12-2` */
  kind: string;
  pieces: PieceNeed[];
  /** runs whose length can't be told yet */
  unknown: string[];
}

/** Every cut of sheathed cable of one or more jobs, by kind. */
export function cablePieces(jobs: readonly JobInHouse[]): CablePieces[] {
  const kinds = new Map<string, CablePieces>();
  for (const job of jobs) {
    const w = workOf(job);
    const put = (cable: (typeof w.runs)[number]['cable'], mm: number | undefined, to: string): void => {
      if (cable.sheath === 'single wires') return;
      const kind = cableKind(cable);
      const known = kinds.get(kind) ?? { article: cableArticle(cable.gauge), kind, pieces: [], unknown: [] };
      const what = `${jobs.length > 1 ? `${job.name}: ` : ''}${cable.ends[0].label} to ${to}`;
      if (mm === undefined) known.unknown.push(what);
      else known.pieces.push({ mm, what });
      kinds.set(kind, known);
    };
    for (const r of w.runs) put(r.cable, r.run?.cutMm, r.to.box.name);
    for (const r of w.lampRuns) put(r.cable, r.traced?.run.cutMm, r.to.lamp.name);
  }
  return [...kinds.values()];
}

/** Coils as they are sold, at the user's price for a foot. */
export const coilsOf = (article: CoilArticle, prices: Prices | undefined): StockKind[] =>
  COILS.map(({ ft, times }) => ({
    id: `${article}-${ft}`,
    name: `${ft} ft coil`,
    mm: feet(ft),
    price: Math.round(priceOf(prices, article) * times * ft * 100) / 100,
  }));

export interface CoilPlan extends CablePieces {
  result: PurchaseResult;
}
/** The cheapest coils for each kind of cable, with what the house has on hand used first. */
export function coilPlans(jobs: readonly JobInHouse[], house: Pick<House, 'prices' | 'onHand' | 'unit'>): CoilPlan[] {
  return cablePieces(jobs).map((c) => {
    // two conductors only are on hand as they are noted: other kinds are bought
    const onHand = c.kind.endsWith('-2')
      ? (house.onHand ?? [])
          .filter((h) => h.article === c.article)
          .map((h): OnHand => ({
            id: h.id,
            name: h.note ?? `${printLength(h.length.mm, house.unit, { style: 'feet' })} on hand`,
            mm: h.length.mm,
          }))
      : [];
    return { ...c, result: cheapestPurchase(c.pieces, coilsOf(c.article, house.prices), onHand) };
  });
}

/** What is to be done with a purchase, in words. */
export function coilWords(plan: CoilPlan, unit: LengthUnit): { buy: string; cuts: string[]; problem: string | undefined } {
  const say = (mm: number): string => printLength(Math.round(mm / 25.4) * 25.4, unit, { style: 'feet' });
  const { result } = plan;
  if (!result.ok)
    return {
      buy: '',
      cuts: [],
      problem: `${result.tooLong.map((p) => `${p.what} (${say(p.mm)})`).join('; ')}: longer than any coil (${say(result.longestMm)}). A run is one piece: put a box between, or ask for cable by the foot.`,
    };
  const { buy, cuts, price, proved, least } = result.purchase;
  return {
    problem: undefined,
    buy: buy.length
      ? `${buy.map((b) => `${b.count} × ${b.kind.name}`).join(' + ')}, ${price.toFixed(2)}${proved ? '' : ` (at least ${least.toFixed(2)}: not every purchase was tried)`}`
      : 'nothing: what is on hand does',
    cuts: cuts.map((c) => `${c.name}: ${c.pieces.map((p) => `${say(p.mm)} (${p.what})`).join(', then ')}; ${say(c.leftMm)} left`),
  };
}

/** Shorter rests are waste (common practice: what doesn't reach from box to box). */
const LEAST_REST_MM = feet(3);

/**
 * What lies there once a job has cut its pieces as its plan says: rests of coils that were on hand, and of those that it bought. All of it
 * is assumed until somebody measures it.
 */
export function onHandAfter(job: JobInHouse, house: Pick<House, 'prices' | 'onHand' | 'unit'>): CoilOnHand[] {
  const plans = coilPlans([job], house);
  const cuts = plans.flatMap(({ result, article, kind }) => (result.ok ? result.purchase.cuts.map((c) => ({ ...c, article, kind })) : []));
  const used = new Map(cuts.flatMap((c) => (c.onHand ? [[c.id, c.leftMm] as const] : [])));
  const kept = (house.onHand ?? []).flatMap((h) => {
    const left = used.get(h.id);
    if (left === undefined) return [h];
    return left < LEAST_REST_MM ? [] : [{ ...h, length: assumed(left) }];
  });
  const rests = cuts
    .filter((c) => !c.onHand && c.kind.endsWith('-2') && c.leftMm >= LEAST_REST_MM)
    .map((c, i): CoilOnHand => ({
      id: idOf(job.id, `rest-${i + 1}`),
      article: c.article,
      length: assumed(c.leftMm),
      note: `rest of ${job.name}`.slice(0, 120),
    }));
  return [...kept, ...rests].slice(0, 200);
}
