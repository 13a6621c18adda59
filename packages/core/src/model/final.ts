/**
 * Final circuits of a house by the UK book, as they were found or are planned: points, the cable between them, and what was read of
 * them. Words of that trade: a *final* is a circuit from the consumer unit to what is plugged in, a *point* an accessory on it, a *run*
 * the cable from one to the next.
 */
import * as z from 'zod';
import { Id, Instant, Name, PositiveLength, Remark } from './known.js';
import { LocalDay } from './when.js';

/** The consumer unit, as an end of a run. */
export const BOARD = 'board';

/** Flat twin-and-earth: line and neutral / protective conductor, mm² (handbook 28). */
export const FLAT_SIZES = ['1.0/1.0', '1.5/1.0', '2.5/1.5', '4/1.5', '6/2.5'] as const;
/** Three singles, the protective one as thick as the others; they have no sheath and lie in conduit or trunking. */
export const SINGLES_SIZES = ['1.5/1.5', '2.5/2.5', '4/4', '6/6'] as const;
export const CABLE_SIZES = [...FLAT_SIZES, ...SINGLES_SIZES] as const;
export const CableSize = z.enum(CABLE_SIZES);
export type CableSize = z.infer<typeof CableSize>;
export const isSingles = (size: CableSize): boolean => (SINGLES_SIZES as readonly string[]).includes(size);
/** `2.5/1.5 mm² twin-and-earth`, `2.5 mm² singles`. */
export const sizeWords = (size: CableSize): string =>
  isSingles(size) ? `${size.split('/')[0]} mm² singles` : `${size} mm² twin-and-earth`;

/** How a cable lies at its worst place, by the letters and numbers of BS 7671, Table 4A2 and 4D5 (memory). */
export const LAID = ['C', '100', '101', '102', '103', 'A', 'B'] as const;
export const Laid = z.enum(LAID);
export type Laid = z.infer<typeof Laid>;

export const POINT_KINDS = ['single', 'twin', 'fused unit', 'fixed appliance', 'joint'] as const;
export const PointKind = z.enum(POINT_KINDS);
export type PointKind = z.infer<typeof PointKind>;

export const FinalPoint = z.strictObject({
  id: Id,
  name: Name,
  kind: PointKind,
  /** the fuse of a fused unit; absent: not read */
  fuseA: z.literal([3, 5, 13]).optional(),
  /** what a fixed appliance takes */
  watts: z.number().positive('watts are above 0').max(25_000).optional(),
  /** metal box: needs an earth lead of its own from box to accessory; absent: not looked */
  metalBox: z.boolean().optional(),
  /** its box on a wall of the house; absent: nobody said where it is */
  boxId: Id.optional(),
  earthLead: z.boolean().optional(),
});
export type FinalPoint = z.infer<typeof FinalPoint>;

/** Colours of the cores: harmonised, or those from before 2004 to 2006. */
export const FINAL_CORES = ['brown and blue', 'red and black'] as const;

export const FinalRun = z.strictObject({
  id: Id,
  /** point ids, or `board`; a ring has two runs at the board */
  ends: z.tuple([z.union([z.literal(BOARD), Id]), z.union([z.literal(BOARD), Id])]),
  size: CableSize,
  /** absent: nobody measured it */
  length: PositiveLength.optional(),
  cores: z.enum(FINAL_CORES).optional(),
  /** what came filled in and nobody touched since */
  presets: z
    .array(z.enum(['size']))
    .max(1)
    .optional(),
});
export type FinalRun = z.infer<typeof FinalRun>;

/** Each kind of test, in the order in which they are made: dead ones first (BS 7671, 643; memory). */
export const DEAD_TESTS = ['r1', 'rn', 'r2', 'crossed-ln', 'crossed-le', 'insulation-ln', 'insulation-le', 'insulation-ne', 'polarity'] as const; // prettier-ignore
export const LIVE_TESTS = ['polarity-live', 'zs', 'fault-current', 'residual-1x', 'residual-5x', 'residual-button'] as const;
export const FinalTest = z.enum([...DEAD_TESTS, ...LIVE_TESTS]);
export type FinalTest = z.infer<typeof FinalTest>;

export const FinalReading = z.strictObject({
  test: FinalTest,
  /** the point where it was read; absent: at the board */
  pointId: Id.optional(),
  /** ohm, MΩ for insulation, kA for fault current, ms for times; 1 is right and 0 is wrong for what is only seen */
  value: z.number('a reading is a number').min(0, 'a reading is not below 0').max(1e6, 'at most a million'),
  /** the instrument showed no more than “over”: at least `value` */
  over: z.boolean().optional(),
  at: Instant,
});
export type FinalReading = z.infer<typeof FinalReading>;

/** Locked off, key kept, indicator proved, dead on every pair, indicator proved again (handbook 12). */
export const Isolation = z.strictObject({
  lockedBy: Name.optional(),
  provedBefore: Instant.optional(),
  lineNeutral: z.number().min(0).max(1000).optional(),
  lineEarth: z.number().min(0).max(1000).optional(),
  neutralEarth: z.number().min(0).max(1000).optional(),
  provedAfter: Instant.optional(),
});
export type Isolation = z.infer<typeof Isolation>;

export const TestSheet = z.strictObject({
  on: LocalDay.optional(),
  instrument: Name.optional(),
  /** resistance of the leads, taken off by hand from what was read; absent: the instrument was nulled */
  leadsOhm: z.number().min(0, 'not below 0').max(5, 'leads of more than 5 Ω are broken').optional(),
  /** of the conductors while they were read; absent: 20 °C is taken, and said */
  celsius: z.number().min(-20, 'at least −20 °C').max(70, 'at most 70 °C').optional(),
  /** the circuit is on again after the dead tests */
  energised: Instant.optional(),
  isolation: Isolation.optional(),
  readings: z.array(FinalReading).max(1000).default([]),
  note: Remark.optional(),
});
export type TestSheet = z.infer<typeof TestSheet>;

/** Time-current curve of a miniature breaker (BS EN 60898). */
export const CURVES = ['B', 'C', 'D'] as const;
/** Breaking capacities of breakers in dwellings, kA (BS EN 60898; memory). */
export const BREAKS_KA = [3, 4.5, 6, 10] as const;
export const RATINGS_A = [6, 10, 16, 20, 32, 40] as const;

export const Final = z.strictObject({
  id: Id,
  name: Name,
  /** its way in the consumer unit */
  number: z.string().trim().min(1, 'which way of the consumer unit').max(12),
  shape: z.enum(['ring', 'radial']),
  /** the breaker; absent: nobody read it */
  ratingA: z.literal(RATINGS_A).optional(),
  curve: z.enum(CURVES).optional(),
  /** what it breaks, kA, as printed in a box on it (6000); absent: not read */
  breaksKa: z.literal(BREAKS_KA).optional(),
  /** a device of 30 mA ahead of it; absent: nobody looked */
  residual: z.boolean().optional(),
  arcFault: z.boolean().optional(),
  /** how its cable lies at the worst place; absent: nobody knows */
  laid: Laid.optional(),
  /** floor that it serves, m² */
  servesM2: z.number().positive('above 0').max(2000, 'at most 2000 m²').optional(),
  points: z.array(FinalPoint).max(60),
  runs: z.array(FinalRun).max(120),
  tests: TestSheet.optional(),
});
export type Final = z.infer<typeof Final>;

/** How the supplier’s earth comes in. */
export const EARTHINGS = ['TN-C-S', 'TN-S', 'TT'] as const;
export type Earthing = (typeof EARTHINGS)[number];
/** What comes in at the meter, by the UK book. */
export const Incoming = z.strictObject({
  earthing: z.enum(EARTHINGS).optional(),
  /** external loop resistance as read, Ω; absent: not measured */
  zeOhm: z.number().positive('a loop has a resistance above 0').max(2000, 'at most 2000 Ω').optional(),
  /** prospective fault current at the origin, kA */
  faultKa: z.number().positive('above 0').max(50, 'at most 50 kA').optional(),
  /** the consumer unit on its wall, as a box of the house; absent: nobody said where it is */
  boxId: Id.optional(),
  /** what the house may draw, A */
  fuseA: z.literal([60, 80, 100]).optional(),
});
export type Incoming = z.infer<typeof Incoming>;
/** Nominal voltage to earth (BS 7671, Appendix 1; memory). */
export const UK_VOLTS = 230;

/** The circuits of a site without the boxes that are gone: a point stays, where it is is not known any more. */
export const withoutBoxes = (finals: readonly Final[] | undefined, gone: (id: string) => boolean): Final[] | undefined =>
  finals?.map((f) =>
    f.points.some((p) => p.boxId !== undefined && gone(p.boxId))
      ? { ...f, points: f.points.map((p) => (p.boxId !== undefined && gone(p.boxId) ? (({ boxId: _, ...rest }) => rest)(p) : p)) }
      : f,
  );
