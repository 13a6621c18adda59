/** Flat twin-and-earth, and singles in conduit, by the UK book: resistance, drop, what it carries by the way it lies. Values from memory of BS 7671 and BS EN 60228. */
import { ukCableWords } from '../../words/codebook/uk/cable.js';
import { bs7671 } from '../../catalog/index.js';
import { isSingles, UK_VOLTS, type CableSize, type Laid, type RATINGS_A } from '../../model/index.js';
import { atMost, term, type Judged } from '../judged.js';

/** Nominal areas: line and neutral, protective conductor; mm². */
export const coreAreas = (size: CableSize): { live: number; cpc: number } => {
  const [live, cpc] = size.split('/').map(Number) as [number, number];
  return { live, cpc };
};

/** Resistance of a copper core at 20 °C, mΩ/m: BS EN 60228, class 1 and 2; from memory. */
const MILLIOHM_PER_M: Readonly<Record<number, number>> = { 1: 18.1, 1.5: 12.1, 2.5: 7.41, 4: 4.61, 6: 3.08 };
export interface CoreOhm {
  /** line or neutral, and protective conductor; mΩ/m at 20 °C */
  live: number;
  cpc: number;
}
export function milliohmPerMetre(size: CableSize): CoreOhm {
  const { live, cpc } = coreAreas(size);
  return { live: MILLIOHM_PER_M[live]!, cpc: MILLIOHM_PER_M[cpc]! };
}
/** From 20 °C to a conductor's temperature: 0.4 % a kelvin, so 1.20 at 70 °C (BS 7671 Appendix 3 and guidance; memory). */
export const warmth = (celsius: number): number => 1 + 0.004 * (celsius - 20);
export const FULL_LOAD_C = 70;

/** Drop of both live conductors at 70 °C, mV/A/m, by their area: Tables 4D1B and 4D5 agree. */
const MILLIVOLT: Readonly<Record<number, number>> = { 1: 44, 1.5: 29, 2.5: 18, 4: 11, 6: 7.3 };
export const millivoltPerAM = (size: CableSize): number => MILLIVOLT[coreAreas(size).live]!;
export const DROP_SOURCE = bs7671('525 and Appendix 4, Tables 4Ab and 4D5');
/** Of the nominal voltage, from the origin on: 3 % for lighting, 5 % for the rest (Table 4Ab). */
export const DROP_LIMIT_PERCENT = 5;

/** What each size carries at 30 °C, A: Table 4D5, by the way it lies. */
const FLAT_CARRIES_A: Readonly<Record<Laid, Readonly<Record<number, number>>>> = {
  C: { 1: 16, 1.5: 20, 2.5: 27, 4: 37, 6: 47 },
  '100': { 1: 13, 1.5: 16, 2.5: 21, 4: 27, 6: 34 },
  '101': { 1: 10.5, 1.5: 13, 2.5: 17, 4: 22, 6: 27 },
  '102': { 1: 13, 1.5: 16, 2.5: 21, 4: 27, 6: 35 },
  '103': { 1: 8, 1.5: 10, 2.5: 13.5, 4: 17.5, 6: 23.5 },
  A: { 1: 11.5, 1.5: 14.5, 2.5: 20, 4: 26, 6: 32 },
  // of sheathed cables in conduit or trunking on a wall: Table 4D2A
  B: { 1: 13, 1.5: 16.5, 2.5: 23, 4: 30, 6: 38 },
};
/** Two loaded singles at 30 °C, A: Table 4D1A. Without a sheath they lie nowhere but in conduit or trunking. */
const SINGLES_CARRY_A: Readonly<Partial<Record<Laid, Readonly<Record<number, number>>>>> = {
  A: { 1.5: 14.5, 2.5: 20, 4: 26, 6: 34 },
  B: { 1.5: 17.5, 2.5: 24, 4: 32, 6: 41 },
};
/** A; undefined for singles where no conduit or trunking is. */
export const carriesA = (size: CableSize, laid: Laid): number | undefined =>
  (isSingles(size) ? SINGLES_CARRY_A[laid] : FLAT_CARRIES_A[laid])?.[coreAreas(size).live];
export const CARRIES_SOURCE = bs7671('Appendix 4, Tables 4D1, 4D2 and 4D5');
/** Each way of lying, in words. */
export const LAID_WORDS: Readonly<Record<Laid, string>> = {
  C: 'clipped direct, or in plaster (C)',
  '100': 'above a plasterboard ceiling, under at most 100 mm of insulation (100)',
  '101': 'above a plasterboard ceiling, under more than 100 mm of insulation (101)',
  '102': 'in an insulated stud wall, touching its board (102)',
  '103': 'in an insulated stud wall, not touching (103)',
  A: 'in conduit in an insulated wall (A)',
  B: 'in conduit or trunking on a wall, no other circuit in it (B)',
};

/** Each leg of a ring of 30 or 32 A carries 20 A at least (433.1.204). */
export const RING_LEG_A = 20;
export const RING_RATINGS_A: readonly (typeof RATINGS_A)[number][] = [32];

/** Drop of a radial with all of it at its end: mV/A/m × A × m, against 5 %. */
export function dropOfRadial(size: CableSize, lengthMm: number, currentA: number): Judged & { dropV: number; percent: number } {
  const per = millivoltPerAM(size);
  const metres = lengthMm / 1000;
  const dropV = (per * currentA * metres) / 1000;
  const percent = (dropV / UK_VOLTS) * 100;
  const ok = atMost(percent, DROP_LIMIT_PERCENT);
  return {
    ...{ dropV, percent, source: DROP_SOURCE, verdict: ok ? 'ok' : 'stop' },
    ...(ok ? ukCableWords.left({ leftV: UK_VOLTS - dropV }) : ukCableWords.dropTooMuch()),
    sums: [
      { terms: [term('both conductors, 70 °C', per, 'mV/A/m'), term('current', currentA, 'A'), term('length', metres, 'm')], formula: 'mV/A/m × A × m ÷ 1000', result: term('drop', dropV, 'V') },
      { terms: [term('drop', dropV, 'V'), term('nominal', UK_VOLTS, 'V')], formula: 'drop ÷ nominal', result: term('drop', percent, '%'), limit: { ...term('at most', DROP_LIMIT_PERCENT, '%'), relation: '≤' } },
    ],
  };
} // prettier-ignore
