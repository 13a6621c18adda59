/**
 * What each step of a way takes. Minutes, openings and doubts are common practice, no source (handbook 5 and 10: an hour or two back to
 * back, one opening more for every stud crossed); prices are the user’s.
 */
import { toFeet } from '../measure/index.js';
import { priceOf, type Prices } from '../catalog/index.js';
import { CRITERIA, type Criterion } from '../model/index.js';
import type { Combine } from './search.js';

/** Whole numbers that the search adds up: minutes, hundredths of money, openings in a finish, tenths of a day, things nobody looked at. */
export type Cost = [minutes: number, cents: number, holes: number, dryingTenths: number, unknowns: number];
export const FREE: Cost = [0, 0, 0, 0, 0];
/** Waits run side by side: of several patches the slowest counts. */
export const COMBINE: readonly Combine[] = ['sum', 'sum', 'sum', 'max', 'sum'];

/** Minutes by step; `perM` of cable or track. */
export const MINUTES = {
  newBox: 30,
  openFeed: 20,
  cureFeed: 30,
  newBreaker: 90,
  fishPerM: 4,
  insulatedPerM: 4,
  stud: 20,
  metalStud: 15,
  openStud: 8,
  patch: 35,
  fireBlock: 30,
  corner: 40,
  topPlate: 30,
  lowEaves: 25,
  bottomPlate: 25,
  atticAlongPerM: 3,
  atticAcrossPerM: 6,
  basementAlongPerM: 4,
  basementAcrossPerM: 10,
  crawlTimes: 2,
  closedAlongPerM: 6,
  racewayPerM: 15,
  racewayFitting: 10,
  racewayBase: 25,
  chasePerM: 150,
  chaseBox: 60,
  throughWall: 40,
  outdoorBox: 30,
};

/** What one unit of each criterion weighs against the others when all weights are 1: an hour, ten of money, an opening, a day, a doubt. */
const WORTH: Record<Criterion, number> = { hours: 1 / 60, money: 1 / 1000, holes: 0.75, drying: 1 / 20, unknowns: 0.5 };
export const worthOf = (weights: Record<Criterion, number>): number[] => CRITERIA.map((c) => weights[c] * WORTH[c]);

/** What a step costs in money, from the prices of what it takes. */
export interface Rates {
  cable14PerFt: number;
  cable12PerFt: number;
  cable10PerFt: number;
  patch: number;
  seal: number;
  racewayPerFt: number;
  fitting: number;
  chasePerFt: number;
  sleeve: number;
  breaker: number;
}
export function ratesOf(prices: Prices | undefined): Rates {
  const price = (article: Parameters<typeof priceOf>[1]): number => priceOf(prices, article);
  return {
    cable14PerFt: price('cable-14'),
    cable12PerFt: price('cable-12'),
    cable10PerFt: price('cable-10'),
    // an opening as wide as a stud takes: its piece, two battens, their screws, tape round it, three coats
    patch: price('board') + 2 * price('batten') + 8 * price('screw') + 2 * price('joint-tape') + 0.3 * price('compound'),
    seal: price('seal'),
    racewayPerFt: price('track') + price('cover'),
    fitting: price('raceway-fitting'),
    // a chase 1 1/4 in wide and as deep takes a third of a litre a foot
    chasePerFt: 0.35 * price('mortar'),
    sleeve: price('sleeve') + price('sealant') + price('in-use-cover'),
    breaker: price('breaker'),
  };
}

const cents = (price: number): number => Math.round(price * 100);
export const cablePrice = (rates: Rates, gauge: number): number =>
  gauge >= 14 ? rates.cable14PerFt : gauge === 12 ? rates.cable12PerFt : rates.cable10PerFt;

/** Cable drawn over a distance. */
export const drawn = (mm: number, minutesPerM: number, pricePerFt: number): Cost => [
  Math.round((mm / 1000) * minutesPerM),
  cents(toFeet(mm) * pricePerFt),
  0,
  0,
  0,
];
export const plus = (...costs: readonly Cost[]): Cost =>
  costs.reduce<Cost>((s, c) => [s[0] + c[0], s[1] + c[1], s[2] + c[2], Math.max(s[3], c[3]), s[4] + c[4]], FREE);
export const takes = (minutes: number, price = 0, unknowns = 0): Cost => [Math.round(minutes), cents(price), 0, 0, unknowns];
/** An opening in a finish that is closed again. */
export const patched = (rates: Rates, dryingHours: number, times = 1): Cost => [
  Math.round(MINUTES.patch * times),
  cents(rates.patch),
  1,
  Math.round((dryingHours / 24) * 10),
  0,
];

/** The five figures of a cost as people say them. */
export const figuresOf = (cost: readonly number[]): Record<Criterion, number> => ({
  hours: cost[0]! / 60,
  money: cost[1]! / 100,
  holes: cost[2]!,
  drying: cost[3]! / 10,
  unknowns: cost[4]!,
});
