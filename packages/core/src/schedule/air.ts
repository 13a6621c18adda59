/** How long things take to dry in the air there is. */
import { celsiusOf } from '../measure/index.js';
import { Air } from '../model/index.js';
import { WAITS, type Span, type WaitKind } from '../work/index.js';

/** Whether a figure of the air is one that anything dries in. */
export const inAirRange = (what: keyof Air, value: number): boolean => Air.shape[what].safeParse(value).success;

/** Water vapour that saturated air holds, hPa (Magnus formula, constants from memory). */
const saturated = (celsius: number): number => 6.112 * Math.exp((17.62 * celsius) / (243.12 + celsius));
/** What the air still takes up, hPa: what dries goes by it. */
const deficit = ({ celsius, humidity }: Air): number => saturated(celsius) * (1 - humidity / 100);

/** A premixed coat takes 24 h at 70 °F and half humidity (handbook 23). */
const STANDARD: Air = { celsius: celsiusOf(70), humidity: 50 };
const PREMIXED_HOURS = 24;
/** Compound and paint are not put on below 50 °F (makers' sheets say so; from memory). */
export const COLD_C = 10;

/** How many times as long as at 70 °F and half humidity. */
export const dryingFactor = (air: Air): number => deficit(STANDARD) / deficit(air);

/** What gives its water to the air; setting compound, mortar and sealant harden by themselves. */
const DRIES: ReadonlySet<WaitKind> = new Set<WaitKind>(['premixed compound', 'primer', 'wall paint']);
/** Minutes that something waits in this air; without one, the range of common practice. */
export function driedIn(kind: WaitKind, air: Air | undefined): Span {
  const usual = WAITS[kind];
  if (!air || !DRIES.has(kind)) return usual;
  const factor = dryingFactor(air);
  // never sooner than the least that is met in practice
  const minutes = Math.round(Math.max(usual.middle, kind === 'premixed compound' ? PREMIXED_HOURS * 60 * factor : usual.middle * factor));
  return { middle: minutes, bad: minutes };
}
