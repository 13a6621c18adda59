/** Cutting into a house by the UK book: joists, chases, where cables may run in walls. Limits from memory of Approved Document A and BS 7671, 522.6. */
import { ukWallsWords } from '../../words/codebook/uk/walls.js';
import type { Told } from '../../words/phrases.js';
import { bs7671, type Source } from '../../catalog/index.js';
import type { Sum } from '../../model/index.js';
import { atLeast, atMost, product, term, type Judged } from '../judged.js';

const PART_A: Source = { standard: 'Approved Document A', clause: 'guidance on notches and holes in joists', from: 'memory' };
/** Of a joist's depth, and of its span from one bearing; the same from the other. */
export const JOIST_CUTS = { hole: { depth: 0.25, from: 0.25, to: 0.4 }, notch: { depth: 0.125, from: 0.07, to: 0.25 } } as const;
/** How far off the middle line a hole still counts as on it, of the depth (common practice). */
const OFF_LINE = 0.05;
/** Holes stand this many of the larger one's diameters apart, centre to centre (guidance; memory). */
const APART = 3;

export interface UkJoistInput {
  joistDepthMm: number;
  spanMm?: number;
  cut: 'hole' | 'notch';
  /** diameter, or depth of the notch */
  sizeMm: number;
  /** from the nearer bearing to its middle */
  fromBearingMm?: number;
  /** a hole: its middle to the joist's middle line; 0 is on it */
  offLineMm?: number;
  toNextHoleMm?: number;
}

/** A hole at the middle of the depth between a quarter and two fifths of the span, or a notch in the top nearer the bearing. */
export function ukJoistCut(input: UkJoistInput): Judged {
  const { joistDepthMm, spanMm, cut, sizeMm, fromBearingMm, offLineMm, toNextHoleMm } = input;
  const limits = JOIST_CUTS[cut];
  const most = limits.depth * joistDepthMm;
  const sums: Sum[] = [
    { terms: [product(`${limits.depth} of the depth`, limits.depth, joistDepthMm, 'length')], formula: `${limits.depth} × depth`, result: term(cut === 'hole' ? 'hole' : 'notch', sizeMm, 'length'), limit: { ...term('at most', most, 'length'), relation: '≤' } },
  ]; // prettier-ignore
  const told = (verdict: Judged['verdict'], words: Told): Judged => ({ verdict, ...words, sums, source: PART_A }); // prettier-ignore
  if (!atMost(sizeMm, most)) return told('stop', ukWallsWords.cutTooLarge({ cut, depth: limits.depth }));
  if (cut === 'hole' && offLineMm !== undefined) {
    const off = OFF_LINE * joistDepthMm;
    if (offLineMm > 0) sums.push({ terms: [], result: term('off the middle line', offLineMm, 'length'), limit: { ...term(`${OFF_LINE} of the depth, at most`, off, 'length'), relation: '≤' } }); // prettier-ignore
    if (!atMost(offLineMm, off)) return told('stop', ukWallsWords.offMiddleLine());
  }
  if (toNextHoleMm !== undefined && cut === 'hole') {
    sums.push({ terms: [term('hole', sizeMm, 'length')], formula: `at least ${APART} × hole`, result: term('to the next hole', toNextHoleMm, 'length'), limit: { ...term('at least', APART * sizeMm, 'length'), relation: '≥' } }); // prettier-ignore
    if (!atLeast(toNextHoleMm, APART * sizeMm)) return told('stop', ukWallsWords.holesTooClose());
  }
  if (cut === 'hole' && offLineMm === undefined)
    return told('can’t tell', ukWallsWords.middleLineUnknown()); // prettier-ignore
  if (spanMm === undefined || fromBearingMm === undefined)
    return told('can’t tell', ukWallsWords.spanUnknown()); // prettier-ignore
  const share = fromBearingMm / spanMm;
  const along = { terms: [term('from the bearing', fromBearingMm, 'length'), term('span', spanMm, 'length')], formula: 'from the bearing ÷ span', result: term('of the span', share, 'count') }; // prettier-ignore
  sums.push(
    { ...along, limit: { ...term('at least', limits.from, 'count'), relation: '≥' } },
    { ...along, limit: { ...term('at most', limits.to, 'count'), relation: '≤' } },
  );
  if (!atLeast(share, limits.from) || !atMost(share, limits.to))
    return told('stop', ukWallsWords.outsideSpan({ cut, from: limits.from, to: limits.to, fromMm: Math.ceil(limits.from * spanMm), toMm: Math.floor(limits.to * spanMm) })); // prettier-ignore
  return told('ok', cut === 'hole' ? ukWallsWords.holeWithin() : ukWallsWords.notchWithin());
}

const UNDER_BOARDS = bs7671('522.6.201');
/** So far from the top and the underside of a joist a cable lies out of reach of nails, mm. */
const NAIL_MM = 50;
/** A cable through joists lies 50 mm from their top and underside, or is covered so that no nail goes through. */
export function ukUnderBoards(joistDepthMm: number, cut: UkJoistInput['cut'], sizeMm: number): Judged {
  const cover = cut === 'notch' ? 0 : (joistDepthMm - sizeMm) / 2;
  const sums: Sum[] = [
    { terms: cut === 'notch' ? [] : [term('joist', joistDepthMm, 'length'), term('less the hole', -sizeMm, 'length')], ...(cut === 'notch' ? {} : { formula: '(depth − hole) ÷ 2' }), result: term('wood over it', cover, 'length'), limit: { ...term('at least', NAIL_MM, 'length'), relation: '≥' } },
  ]; // prettier-ignore
  return atLeast(cover, NAIL_MM)
    ? { verdict: 'ok', ...ukWallsWords.underBoards(), sums, source: UNDER_BOARDS }
    : { verdict: 'caution', ...ukWallsWords.nailReach(), sums, source: UNDER_BOARDS };
} // prettier-ignore

const MASONRY: Source = { standard: 'BS EN 1996 and Approved Document A', clause: 'chases in masonry', from: 'memory' };
const CHASE = { 'up and down': 1 / 3, along: 1 / 6 } as const;
/** How deep a chase may be: a third of the leaf up and down, a sixth along. */
export function ukChase(leafMm: number, depthMm: number, runs: keyof typeof CHASE): Judged & { mostMm: number } {
  const mostMm = CHASE[runs] * leafMm;
  const sums: Sum[] = [{ terms: [term('leaf', leafMm, 'length')], formula: runs === 'along' ? 'leaf ÷ 6' : 'leaf ÷ 3', result: term('depth', depthMm, 'length'), limit: { ...term('at most', mostMm, 'length'), relation: '≤' } }]; // prettier-ignore
  const ok = atMost(depthMm, mostMm);
  return { mostMm, verdict: ok ? 'ok' : 'stop', ...(ok ? ukWallsWords.chaseWithin({ runs }) : ukWallsWords.chaseTooDeep({ runs })), source: MASONRY, sums }; // prettier-ignore
}

const ZONES = bs7671('522.6.202 and 522.6.203');
/** Width of the bands along ceiling and corners, and how deep a cable lies out of reach of a nail; mm. */
const [BAND_MM, DEEP_MM] = [150, 50];
export interface SafeZoneInput {
  /** from the ceiling down, and from the nearest inside corner; to the cable's far side */
  fromCeilingMm?: number;
  fromCornerMm?: number;
  /** it runs straight up, down or across to an accessory that can be seen on this wall */
  toAccessory: 'up or down' | 'across' | 'neither';
  /** behind the surface */
  deepMm?: number;
  residual?: boolean;
  /** in earthed conduit or armour */
  protectedWay?: boolean;
}
/** Whether a cable in a wall lies where one is looked for, or deep or protected enough; and with a 30 mA device. */
export function safeZone(input: SafeZoneInput): Judged {
  const { fromCeilingMm, fromCornerMm, toAccessory, deepMm, residual, protectedWay } = input;
  const sums: Sum[] = [];
  const band = (label: string, mm: number | undefined): boolean => {
    if (mm === undefined) return false;
    sums.push({ terms: [term(label, mm, 'length')], result: term(label, mm, 'length'), limit: { ...term('band', BAND_MM, 'length'), relation: '≤' } });
    return atMost(mm, BAND_MM);
  }; // prettier-ignore
  const inBand = band('from the ceiling', fromCeilingMm);
  const inCorner = band('from the corner', fromCornerMm);
  const zoned = inBand || inCorner || toAccessory !== 'neither';
  const told = (verdict: Judged['verdict'], words: Told): Judged => ({ verdict, ...words, sums, source: ZONES }); // prettier-ignore
  if (protectedWay) return told('ok', ukWallsWords.protectedWay());
  if (deepMm !== undefined && atLeast(deepMm, DEEP_MM)) return told('ok', ukWallsWords.deep({ deepMm: DEEP_MM })); // prettier-ignore
  if (!zoned) return told('stop', ukWallsWords.outsideZones()); // prettier-ignore
  if (residual === undefined) return told('can’t tell', ukWallsWords.zoneResidualUnknown());
  return residual ? told('ok', ukWallsWords.zoned()) : told('stop', ukWallsWords.zoneWithoutResidual()); // prettier-ignore
}
