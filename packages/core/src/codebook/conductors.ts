/** Free ends, sheath and securing: NEC 300.14, 314.17, 334.30. Lengths in mm. */
import { conductorWords } from '../words/codebook/conductors.js';
import { nec, practice } from '../catalog/index.js';
import { inches } from '../measure/index.js';
import type { Edition, Schools } from '../model/index.js';
import { atLeast, atMost, term, type Judged } from './judged.js';

const year = (edition: Edition): string => edition.slice(3);

export interface FreeConductorInput {
  edition: Edition;
  /** conductor from where it leaves the sheath; undefined: not measured */
  fromSheathMm: number | undefined;
  /** from the sheath's end to the front of the opening; undefined: box depth not known */
  sheathToOpeningMm: number | undefined;
  openingWidthMm: number;
  openingHeightMm: number;
  /** passes through without a cut or splice: exempt */
  unbroken?: boolean;
}

export const LEAST_FREE_MM = inches(6);
export const LEAST_BEYOND_OPENING_MM = inches(3);
/**
 * The 3 in rule applies to an opening “less than 8 in in any dimension” (300.14; 2017, 2020 and 2023 alike, from memory). Word for word that
 * is any opening with one side under 8 in; many read it as under 8 in in every direction, the diagonal included. Planned for the first.
 */
export const LARGE_OPENING_MM = inches(8);

export const openingDiagonalMm = (widthMm: number, heightMm: number): number => Math.hypot(widthMm, heightMm);

/** Least free length from the sheath so that both halves of 300.14 hold, in mm. */
export function freeConductorLength(sheathToOpeningMm: number, openingWidthMm: number, openingHeightMm: number): number {
  return Math.min(openingWidthMm, openingHeightMm) < LARGE_OPENING_MM
    ? Math.max(LEAST_FREE_MM, sheathToOpeningMm + LEAST_BEYOND_OPENING_MM)
    : LEAST_FREE_MM;
}

/** Free conductor at an outlet (300.14): 6 in from the sheath, and 3 in beyond a small opening; both. */
export function freeConductor(input: FreeConductorInput): Judged & { neededMm: number | undefined } {
  const source = nec(year(input.edition), '300.14');
  if (input.unbroken) {
    return { verdict: 'ok', ...conductorWords.unbroken(), sums: [], source, neededMm: 0 };
  }
  const diagonal = openingDiagonalMm(input.openingWidthMm, input.openingHeightMm);
  const small = Math.min(input.openingWidthMm, input.openingHeightMm) < LARGE_OPENING_MM;
  /** both readings of the 3 in rule agree that it applies */
  const agreed = diagonal < LARGE_OPENING_MM;
  const neededMm =
    small && input.sheathToOpeningMm === undefined
      ? undefined
      : freeConductorLength(input.sheathToOpeningMm ?? 0, input.openingWidthMm, input.openingHeightMm);
  const free = input.fromSheathMm;
  const sixIn = (mm: number) => ({
    terms: [term('free conductor from the sheath', mm, 'length')],
    result: term('from the sheath', mm, 'length'),
    limit: { ...term('least', LEAST_FREE_MM, 'length'), relation: '≥' as const },
  });
  const size = {
    terms: [term('opening width', input.openingWidthMm, 'length'), term('opening height', input.openingHeightMm, 'length')],
    formula: '√(width² + height²): the longest direction of the opening',
    result: term(
      agreed
        ? 'under 8 in: the 3 in rule applies'
        : small
          ? '8 in or more, but a side is less: read word for word the 3 in rule applies'
          : '8 in or more both ways: the 3 in rule does not apply',
      diagonal,
      'length',
    ),
  };
  if (free === undefined || neededMm === undefined) {
    return {
      verdict: 'can’t tell',
      ...(free === undefined ? conductorWords.freeUnmeasured() : conductorWords.depthUnknown()),
      source,
      neededMm,
      sums: [size],
    };
  }
  const sums = [sixIn(free), size];
  if (small) {
    const beyond = free - input.sheathToOpeningMm!;
    sums.push({
      terms: [term('free conductor', free, 'length'), term('less sheath to the opening', -input.sheathToOpeningMm!, 'length')],
      result: term('beyond the opening', beyond, 'length'),
      limit: { ...term('least', LEAST_BEYOND_OPENING_MM, 'length'), relation: '≥' as const },
    } as (typeof sums)[number]);
  }
  const enough = atLeast(free, neededMm);
  if (!enough && !agreed && atLeast(free, LEAST_FREE_MM))
    return {
      verdict: 'caution',
      ...conductorWords.twoReadings(),
      sums,
      source,
      neededMm,
    };
  return {
    verdict: enough ? 'ok' : 'stop',
    ...(enough ? conductorWords.longEnough() : conductorWords.tooShort()),
    sums,
    source,
    neededMm,
  };
}

/** Free end that a school leaves, never below what 300.14 needs: mm from the sheath. */
export function freeEndBySchool(school: Schools['freeEnds'], neededMm: number): number {
  const wish = { 'code minimum': inches(6), '6 + 1': inches(7), '8 in': inches(8) }[school];
  return Math.max(wish, neededMm);
}

export const sheathBySchool = (school: Schools['sheath']): number => inches(school === '1/4' ? 0.25 : 1);

/** Sheath inside the box (314.17): at least ¼ in; up to 1 in is common practice. */
export function sheathInside(edition: Edition, insideMm: number | undefined): Judged {
  const source = nec(year(edition), '314.17(B)');
  if (insideMm === undefined)
    return {
      verdict: 'can’t tell',
      ...conductorWords.sheathUnseen(),
      sums: [],
      source,
    };
  const sums = [
    {
      terms: [],
      result: term('sheath inside', insideMm, 'length'),
      limit: { ...term('least', inches(0.25), 'length'), relation: '≥' as const },
    },
  ];
  if (!atLeast(insideMm, inches(0.25))) return { verdict: 'stop', ...conductorWords.sheathTooShort(), sums, source };
  if (!atMost(insideMm, inches(1))) return { verdict: 'caution', ...conductorWords.sheathTooLong(), sums, source: practice };
  return { verdict: 'ok', ...conductorWords.sheathEnough(), sums, source };
}

export interface SecuringInput {
  edition: Edition;
  plasticSingleGang: boolean;
  hasClamp: boolean | undefined;
  /** fished between access points in a closed wall: may stay unsupported */
  fished: boolean;
  /** first staple, measured along the cable from the box; undefined when not known */
  firstStapleMm: number | undefined;
}

export const STAPLE_SPACING_MM = inches(54);

/** Distance of the first staple from a box: 12 in with a clamp, 8 in for a single-gang plastic box without one. */
export const firstStapleWithinMm = (plasticSingleGang: boolean, hasClamp: boolean): number =>
  inches(plasticSingleGang && !hasClamp ? 8 : 12);

/** Securing of nonmetallic-sheathed cable at a box (334.30, 314.17(B)). */
export function securing(input: SecuringInput): Judged {
  const source = nec(year(input.edition), '334.30 and 314.17(B)');
  if (input.hasClamp === undefined)
    return {
      verdict: 'can’t tell',
      ...conductorWords.clampUnknown(),
      sums: [],
      source,
    };
  if (!input.hasClamp && !input.plasticSingleGang) return { verdict: 'stop', ...conductorWords.noClamp(), sums: [], source };
  if (input.fished && input.hasClamp) return { verdict: 'ok', ...conductorWords.fished(), sums: [], source };
  const limit = firstStapleWithinMm(input.plasticSingleGang, input.hasClamp);
  if (input.fished)
    return {
      verdict: 'stop',
      ...conductorWords.fishedLoose(),
      sums: [],
      source,
    };
  if (input.firstStapleMm === undefined) {
    return {
      verdict: 'can’t tell',
      ...conductorWords.stapleUnmeasured(),
      source,
      sums: [{ terms: [], result: term('first staple within', limit, 'length') }],
    };
  }
  const ok = atMost(input.firstStapleMm, limit);
  return {
    verdict: ok ? 'ok' : 'stop',
    ...(ok ? conductorWords.stapleNear() : conductorWords.stapleFar()),
    source,
    sums: [
      {
        terms: [],
        result: term('first staple', input.firstStapleMm, 'length'),
        limit: { ...term('most', limit, 'length'), relation: '≤' },
      },
    ],
  };
}

const SAME_PLACE_MM = 1e-6;
/**
 * Staples for a run in open framing: first and last within the box's distance, the rest at most 54 in apart.
 * @param runMm cable from box to box, in mm, 0 or more
 * @returns positions along the cable in mm, evenly spread
 */
export function staplePositions(runMm: number, startWithinMm: number, endWithinMm: number): number[] {
  if (!(runMm >= 0) || !Number.isFinite(runMm)) throw new RangeError(`staplePositions: the run must be 0 or more mm, got ${runMm}`);
  if (runMm === 0) return [];
  if (runMm <= Math.min(startWithinMm, endWithinMm)) return [runMm / 2];
  const first = Math.min(startWithinMm, runMm);
  const last = Math.max(runMm - endWithinMm, 0);
  // where both reaches just meet one is enough, and rounding makes no second of it
  if (last - first < SAME_PLACE_MM) return [(last + first) / 2];
  const gaps = Math.max(1, Math.ceil((last - first) / STAPLE_SPACING_MM - 1e-9));
  return Array.from({ length: gaps + 1 }, (_, i) => first + ((last - first) * i) / gaps);
}
