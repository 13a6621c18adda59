/** What is cut to length: cable of a job by the piece, track and covers of a raceway, and what they come out of most cheaply. */
import { CUT_ARTICLES, priceOf, type CutArticle } from '../catalog/index.js';
import { workOf } from '../ledger/index.js';
import { feet, printLength, printMark, toFeet, type LengthUnit } from '../measure/index.js';
import { idOf, assumed, type CoilOnHand, type House, type JobInHouse } from '../model/index.js';
import { BUY_OVER } from '../route/index.js';
import { cableKind } from '../wiring/index.js';
import { cableArticle } from './materials.js';
import { cents, soldOf } from './packets.js';
import {
  cheapestPurchase,
  type Cut,
  type OnHand,
  type PieceNeed,
  type PurchaseResult,
  type RestWorth,
  type StockKind,
} from './purchase.js';

type Stocked = Pick<House, 'prices' | 'priceNotes' | 'money' | 'onHand' | 'unit'>;

/** Lengths of a raceway, where the others are coils. */
export const isRaceway = (article: CutArticle): boolean => article === 'track' || article === 'cover';

export interface CutPieces {
  article: CutArticle;
  /** `12-2`, `track` */
  kind: string;
  pieces: PieceNeed[];
  /** runs whose length can't be told yet */
  unknown: string[];
  /** what the saw takes */
  kerfMm: number;
  /** lengths that the raceway was planned with; empty for cable */
  stockMm: number[];
}

/** Every cut of sheathed cable, track and cover of one or more jobs, by kind. */
export function cutPieces(jobs: readonly JobInHouse[]): CutPieces[] {
  const kinds = new Map<string, CutPieces>();
  const of = (kind: string, article: CutArticle): CutPieces => {
    const known = kinds.get(kind) ?? { article, kind, pieces: [], unknown: [], kerfMm: 0, stockMm: [] };
    kinds.set(kind, known);
    return known;
  };
  for (const job of jobs) {
    const w = workOf(job);
    const by = jobs.length > 1 ? `${job.name}: ` : '';
    const put = (cable: (typeof w.runs)[number]['cable'], mm: number | undefined, to: string): void => {
      if (cable.sheath === 'single wires') return;
      const known = of(cableKind(cable), cableArticle(cable.gauge, cable.conductors.length));
      const what = `${by}${cable.ends[0].label} to ${to}`;
      if (mm === undefined) known.unknown.push(what);
      else known.pieces.push({ mm: mm * BUY_OVER, cutMm: mm, what });
    };
    for (const r of w.runs) put(r.cable, r.run?.cutMm, r.to.box.name);
    for (const r of w.lampRuns) put(r.cable, r.traced?.run.cutMm, r.to.lamp.name);
    for (const p of w.raceway?.pieces ?? []) {
      const known = of(`raceway ${p.what}`, p.what);
      known.pieces.push({ mm: p.mm, what: `${by}${p.where}` });
      known.kerfMm = Math.max(known.kerfMm, w.raceway!.stock.kerf.mm);
      if (!known.stockMm.includes(w.raceway!.stock.stock.mm)) known.stockMm.push(w.raceway!.stock.stock.mm);
    }
  }
  return [...kinds.values()];
}

/** Coils or lengths as they are sold: as the price book says, else as is usual for cable, else as the raceway was planned. */
export function stockKinds(c: Pick<CutPieces, 'article' | 'stockMm'>, house: Pick<House, 'prices' | 'priceNotes'>): StockKind[] {
  const sold = soldOf(c.article, house.prices, house.priceNotes);
  const raceway = isRaceway(c.article);
  const sizes = sold.length
    ? sold
    : c.stockMm.map((mm) => ({ count: toFeet(mm), price: cents(priceOf(house.prices, c.article) * toFeet(mm)) }));
  return sizes.map(({ count, price }) => ({
    ...{ id: `${c.article}-${count}`, mm: feet(count), price },
    name: `${Math.round(count * 100) / 100} ft ${raceway ? 'length' : 'coil'}`,
  }));
}

/** What is left of a coil is worth keeping above about 6 ft (handbook 24: common practice). */
export const LEAST_REST_FT = 6;
/** Shorter ends of a raceway are waste (common practice, no source). */
const LEAST_TRACK_FT = 1;
/** A rest counts half of what its length costs at the cheapest (common practice, no source), until the user says otherwise. */
export const REST_PERCENT = 50;
const leastRest = (article: CutArticle, house: Pick<House, 'money'>): number =>
  isRaceway(article) ? feet(LEAST_TRACK_FT) : (house.money?.restLeast?.mm ?? feet(LEAST_REST_FT));
function restWorth(article: CutArticle, kinds: readonly StockKind[], house: Pick<House, 'money'>): RestWorth {
  const perMm = kinds.length ? Math.min(...kinds.map((k) => k.price / k.mm)) : 0;
  return { leastMm: leastRest(article, house), perMm: (perMm * (house.money?.restPercent ?? REST_PERCENT)) / 100 };
}

export interface CutPlan extends CutPieces {
  result: PurchaseResult;
  rest: RestWorth;
}
/** The cheapest coils and lengths for each kind, with what the house has on hand used first. */
export function cutPlans(jobs: readonly JobInHouse[], house: Stocked): CutPlan[] {
  return cutPieces(jobs).map((c) => {
    const onHand = (house.onHand ?? [])
      .filter((h) => h.article === c.article)
      .map((h): OnHand => ({
        ...{ id: h.id, mm: h.length.mm },
        name: `${h.note ?? `${printLength(h.length.mm, house.unit, { style: 'feet' })} on hand`}${h.length.known === 'assumed' ? ', not measured' : ''}`,
      }));
    const kinds = stockKinds(c, house);
    const rest = restWorth(c.article, kinds, house);
    return { ...c, rest, result: cheapestPurchase(c.pieces, kinds, onHand, c.kerfMm, rest) };
  });
}

/** What is left once the pieces are cut as they are planned: more than was reckoned with when it was bought. */
const restOf = (c: Cut): number => c.leftMm + c.pieces.reduce((s, p) => s + p.mm - (p.cutMm ?? p.mm), 0);

/** What is to be done with a purchase, in words. */
export function cutWords(plan: CutPlan, unit: LengthUnit): { buy: string; cuts: string[]; problem: string | undefined } {
  const raceway = isRaceway(plan.article);
  const feetWords = (mm: number): string => printLength(Math.round(mm / 25.4) * 25.4, unit, { style: 'feet' });
  const say = (mm: number): string => (raceway ? printMark(mm, unit) : feetWords(mm));
  const { result } = plan;
  if (!result.ok) {
    const what = result.tooLong.map((p) => `${p.what} (${say(p.mm)})`).join('; ');
    return {
      buy: '',
      cuts: [],
      problem: raceway
        ? `${what}: longer than any length there is (${say(result.longestMm)}). Plan a joint, or enter a longer one in the price book.`
        : `${what}: longer than any coil (${say(result.longestMm)}). A run is one piece: put a box between, or ask for cable by the foot.`,
    };
  }
  const { buy, cuts, proved, least, price, restsWorth } = result.purchase;
  const pieces = (list: readonly PieceNeed[]): string => list.map((p) => `${say(p.cutMm ?? p.mm)} (${p.what})`).join(', then ');
  return {
    problem: undefined,
    buy: buy.length
      ? `${buy.map((b) => `${b.count} × ${b.kind.name}`).join(' + ')}${proved ? '' : ` (with rests ${(price - restsWorth).toFixed(2)}, at least ${least.toFixed(2)}: not every purchase was tried)`}`
      : 'nothing: what is on hand does',
    cuts: cuts.map((c) => `${c.name}: ${pieces(c.pieces)}; ${say(restOf(c))} left`),
  };
}

/**
 * What lies there once a job has cut its pieces as its plan says: rests of what was on hand, and of what it bought. All of it is assumed
 * until somebody measures it.
 */
export function onHandAfter(job: JobInHouse, house: Stocked): CoilOnHand[] {
  const cuts = cutPlans([job], house).flatMap(({ result, article }) =>
    result.ok ? result.purchase.cuts.map((c) => ({ ...c, leftMm: restOf(c), article })) : [],
  );
  const used = new Map(cuts.flatMap((c) => (c.onHand ? [[c.id, c.leftMm] as const] : [])));
  const worth = (article: CutArticle, mm: number): boolean => mm >= leastRest(article, house) - 1e-6;
  const kept = (house.onHand ?? []).flatMap((h) => {
    const left = used.get(h.id);
    if (left === undefined) return [h];
    return worth(h.article, left) ? [{ ...h, length: assumed(left) }] : [];
  });
  const rests = cuts
    .filter((c) => !c.onHand && worth(c.article, c.leftMm))
    .map((c, i): CoilOnHand => ({
      ...{ id: idOf(job.id, `rest-${i + 1}`), article: c.article, length: assumed(c.leftMm) },
      note: `rest of ${job.name}`.slice(0, 120),
    }));
  return [...kept, ...rests].slice(0, 200);
}

/** Whether an article is cut to length, so that its rows are bought as coils or lengths. */
export const isCut = (article: string | undefined): article is CutArticle =>
  (CUT_ARTICLES as readonly (string | undefined)[]).includes(article);
