/** Conductors, breakers, receptacles and what is plugged in: NEC 240.4(D), 210.19–23. */
import { loadWords } from '../words/codebook/load.js';
import { DEVICE_KINDS, nec, type DeviceKindId } from '../catalog/index.js';
import { printAwg, type Awg } from '../measure/index.js';
import { editionYear, type Edition, type Load, type Sum, type Term } from '../model/index.js';
import { atMost, product, term, total, type Judged } from './judged.js';

const year = (edition: Edition): string => edition.slice(3);

/**
 * Largest breaker for copper in a sheathed cable, A, from memory: 240.4(D) up to 10 AWG; above that the 60 °C column (334.80, Table 310.16)
 * of 40 A for 8 and 55 A for 6 AWG, the latter on the next breaker that is made (240.4(B)).
 */
export const LARGEST_BREAKER_A: Partial<Record<Awg, number>> = { 14: 15, 12: 20, 10: 30, 8: 40, 6: 60 };
/** Smallest copper gauge for a breaker, the reverse of that. */
export const smallestGaugeFor = (breakerA: number): Awg =>
  breakerA <= 15 ? 14 : breakerA <= 20 ? 12 : breakerA <= 30 ? 10 : breakerA <= 40 ? 8 : 6;
/** Where the limit of a gauge stands. */
const limitClause = (gauge: Awg): string => (gauge >= 10 ? '240.4(D)' : '334.80, Table 310.16 at 60 °C and 240.4(B)');

/** Conductor against breaker: heavier wire on a smaller breaker is fine, the reverse overheats. */
export function conductorForBreaker(edition: Edition, gauge: Awg, breakerA: number | undefined): Judged {
  const source = nec(year(edition), limitClause(gauge));
  const limit = LARGEST_BREAKER_A[gauge];
  if (breakerA === undefined)
    return {
      verdict: 'can’t tell',
      ...loadWords.ratingUnknown(),
      sums: [],
      source,
    };
  if (limit === undefined)
    return {
      verdict: gauge > 14 ? 'stop' : 'can’t tell',
      ...(gauge > 14 ? loadWords.fixtureWire({ gauge }) : loadWords.outsideTable({ gauge })),
      sums: [],
      source,
    };
  const ok = breakerA <= limit;
  return {
    verdict: ok ? 'ok' : 'stop',
    source,
    ...(ok ? loadWords.conductorBears({ gauge, breakerA }) : loadWords.conductorTooThin({ gauge, limit, breakerA })),
    sums: [
      {
        terms: [],
        result: term('breaker', breakerA, 'A'),
        limit: { ...term(`${printAwg(gauge)} copper, at most`, limit, 'A'), relation: '≤' },
      },
    ],
  };
}

/** The largest circuit that 15 and 20 A faces stand on (Table 210.21(B)(3), memory). */
const MOST_CIRCUIT_A = 20;
/** Receptacle rating against the circuit (210.21(B)). `soleOutlet`: the only receptacle on its own circuit. */
export function receptacleRating(edition: Edition, kind: DeviceKindId, breakerA: number | undefined, soleOutlet = false): Judged {
  const device = DEVICE_KINDS[kind];
  const source = nec(year(edition), '210.21(B)');
  if (breakerA === undefined)
    return {
      verdict: 'can’t tell',
      ...loadWords.ratingUnknown(),
      sums: [],
      source,
    };
  const singleAlone = device.outlets === 1 && soleOutlet;
  const sum: Sum = {
    terms: [],
    result: term('receptacle', device.ratingA, 'A'),
    limit: { ...term('breaker', breakerA, 'A'), relation: singleAlone || breakerA <= 15 ? '≥' : '≤' },
  };
  if (breakerA > MOST_CIRCUIT_A)
    return {
      verdict: 'stop',
      ...loadWords.faceTooMuch({ ratingA: device.ratingA, breakerA }),
      sums: [
        {
          terms: [],
          result: term('circuit', breakerA, 'A'),
          limit: { ...term('under 15 and 20 A faces, at most', MOST_CIRCUIT_A, 'A'), relation: '≤' },
        },
      ],
      source,
    };
  if (singleAlone && device.ratingA < breakerA) return { verdict: 'stop', ...loadWords.singleFaceTooSmall(), sums: [sum], source };
  // the only single receptacle of a circuit may be rated above it (210.21(B)(1))
  if (device.ratingA > breakerA && !singleAlone)
    return {
      verdict: 'stop',
      ...loadWords.faceInvites({ breakerA }),
      sums: [{ ...sum, limit: { ...term('breaker', breakerA, 'A'), relation: '≤' } }],
      source,
    };
  return {
    verdict: 'ok',
    ...loadWords.faceFits({ ratingA: device.ratingA, breakerA, outlets: device.outlets }),
    sums: [sum],
    source,
  };
}

/** What a load of three hours or more counts (210.20(A)). */
const CONTINUOUS = 1.25;

export const loadAmps = (load: Pick<Load, 'watts' | 'amps'>, volts: number): number => load.amps ?? (load.watts ?? 0) / volts;

const loadTerm = (load: Pick<Load, 'name' | 'watts' | 'amps'>, volts: number): Term =>
  term(load.name, loadAmps(load, volts), 'A', { how: load.watts === undefined ? 'nameplate amps' : `${load.watts} W ÷ ${volts} V` });

/**
 * Cord-connected load on one receptacle where a circuit has two outlets or more (Table 210.21(B)(2)): 12 A on a 15 A face, 16 A on a 20 A
 * face on 20 A. The only single receptacle of a circuit carries what the circuit does.
 */
export function cordConnected(
  edition: Edition,
  faceA: number,
  circuitA: number,
  load: Pick<Load, 'name' | 'watts' | 'amps'>,
  volts: number,
  soleOutlet = false,
): Judged {
  const limit = soleOutlet ? Math.min(faceA, circuitA) : faceA >= 30 ? 24 : faceA >= 20 && circuitA >= 20 ? 16 : 12;
  const amps = loadAmps(load, volts);
  const ok = atMost(amps, limit);
  return {
    verdict: ok ? 'ok' : 'stop',
    source: nec(year(edition), '210.21(B)(2)'),
    ...(ok ? loadWords.oneAppliance() : loadWords.manyAppliances()),
    sums: [
      {
        terms: [loadTerm(load, volts)],
        result: term('draws', amps, 'A'),
        limit: { ...term('one plug, at most', limit, 'A'), relation: '≤' },
      },
    ],
  };
}

export interface CircuitLoadInput {
  edition: Edition;
  breakerA: number | undefined;
  volts: number;
  loads: Pick<Load, 'name' | 'watts' | 'amps' | 'continuous' | 'fixed' | 'lighting'>[];
  /** whether everything else on the circuit has been noted; not known counts as no */
  complete: boolean;
}

export interface LoadShare<T> {
  load: T;
  amps: number;
  /** with 125 % for three hours or more; A */
  countedA: number;
  /** where it begins when all are laid end to end; A */
  fromA: number;
}

/** Loads laid end to end against the breaker, as the load sum counts them. */
export function loadShares<T extends Pick<Load, 'watts' | 'amps' | 'continuous'>>(loads: T[], volts: number): LoadShare<T>[] {
  let fromA = 0;
  return loads.map((load) => {
    const amps = loadAmps(load, volts);
    const share = { load, amps, countedA: load.continuous ? CONTINUOUS * amps : amps, fromA };
    fromA += share.countedA;
    return share;
  });
}

/** All loads at once: the continuous ones at 125 % (210.20(A)), and fixed ones at most half where others share (210.23(A), in 2023 (B)). */
export function circuitLoad(input: CircuitLoadInput): Judged & { amps: number } {
  // 15 and 20 A circuits stand in (B) since (A) is that of 10 A circuits
  const source = nec(year(input.edition), `210.20(A) and 210.23(${editionYear(input.edition) >= 2023 ? 'B' : 'A'})`);
  const plain = input.loads.filter((l) => !l.continuous).map((l) => loadTerm(l, input.volts));
  const continuous = input.loads
    .filter((l) => l.continuous)
    .map((l) =>
      product(`${l.name}, 3 h or more`, CONTINUOUS, loadAmps(l, input.volts), 'A', {
        how: l.watts === undefined ? 'nameplate amps' : `${l.watts} W ÷ ${input.volts} V`,
      }),
    );
  const terms = [...plain, ...continuous];
  const amps = total(terms);
  const result = term('all at once', amps, 'A');
  if (input.breakerA === undefined)
    return {
      verdict: 'can’t tell',
      ...loadWords.wantedRatingUnknown({ amps }),
      sums: [{ terms, result }],
      source,
      amps,
    };
  const sums: Sum[] = [{ terms, result, limit: { ...term('breaker', input.breakerA, 'A'), relation: '≤' } }];
  // luminaires are no appliances (210.23(A)(2))
  const fixed = input.loads.filter((l) => l.fixed && !l.lighting);
  const mixed = fixed.length > 0 && fixed.length < input.loads.length;
  const fixedTerms = fixed.map((l) => loadTerm(l, input.volts));
  if (mixed)
    sums.push({
      terms: fixedTerms,
      result: term('fastened in place', total(fixedTerms), 'A'),
      limit: { ...term('half the circuit', input.breakerA / 2, 'A'), relation: '≤' },
    });
  if (!atMost(amps, input.breakerA))
    return {
      verdict: 'stop',
      ...(total(input.loads.map((l) => loadTerm(l, input.volts))) > input.breakerA
        ? loadWords.overloaded({ amps, breakerA: input.breakerA })
        : loadWords.overContinuous({ amps, breakerA: input.breakerA })),
      ...{ sums, source, amps },
    };
  if (mixed && !atMost(total(fixedTerms), input.breakerA / 2))
    return {
      verdict: 'stop',
      ...loadWords.fixedOverHalf(),
      sums,
      source,
      amps,
    };
  if (!input.complete)
    return {
      verdict: 'can’t tell',
      ...loadWords.restUnknown({ amps, breakerA: input.breakerA }),
      sums,
      source,
      amps,
    };
  return { verdict: 'ok', ...loadWords.within({ amps, breakerA: input.breakerA }), sums, source, amps };
}

/** Conductor resistance in Ω per 1000 ft: uncoated copper at 75 °C, solid up to 8 AWG, 6 AWG stranded; NEC Chapter 9 Table 8, from memory. */
export const OHM_PER_KFT_75C: Record<Awg, number> = { 18: 7.77, 16: 4.89, 14: 3.07, 12: 1.93, 10: 1.21, 8: 0.764, 6: 0.491 };

export interface DropSection {
  label: string;
  gauge: Awg;
  /** one way, in ft */
  lengthFt: number;
  currentA: number;
}

/** Voltage drop over sections one behind the other: Vd = 2 · I · R′ · L each; 3 % of a branch is recommended (210.19(A) note). */
export function voltageDrop(edition: Edition, volts: number, sections: DropSection[]): Judged & { dropV: number; percent: number } {
  const terms = sections.map((s) => {
    const ohmPerKft = OHM_PER_KFT_75C[s.gauge];
    return term(s.label, (2 * s.currentA * ohmPerKft * s.lengthFt) / 1000, 'V', {
      how: `2 × ${s.currentA.toFixed(2)} A × ${ohmPerKft} Ω/1000 ft × ${s.lengthFt.toFixed(1)} ft`,
    });
  });
  const dropV = total(terms);
  const percent = (dropV / volts) * 100;
  const ok = atMost(percent, 3);
  return {
    dropV,
    percent,
    verdict: ok ? 'ok' : 'caution',
    ...loadWords.drop({ dropV, leftV: volts - dropV }),
    source: nec(year(edition), '210.19 note; Chapter 9 Table 8, solid copper at 75 °C'),
    sums: [
      { terms, result: term('drop', dropV, 'V') },
      {
        terms: [term('drop', dropV, 'V'), term('supply', volts, 'V')],
        formula: 'drop ÷ supply',
        result: term('drop', percent, '%'),
        limit: { ...term('recommended, at most', 3, '%'), relation: '≤' },
      },
    ],
  };
}
