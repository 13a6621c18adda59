/** What a job wants where there is nothing yet: where, for what, and by which way it may come. */
import * as z from 'zod';
import { DistanceLength, Id, Name, PositiveLength } from './known.js';
import { FaceId } from './site.js';

/** `run`: several outlets, one after another on one cable */
export const WANT_KINDS = ['outlet', 'run', 'raceway', 'lights'] as const;
export const WantKind = z.enum(WANT_KINDS);
export type WantKind = z.infer<typeof WantKind>;

/** A place on a face as a tape says it: from the face's own left end to the middle of the box, and up to its bottom. */
export const WantPlace = z.strictObject({
  wallId: Id,
  face: FaceId,
  fromLeft: DistanceLength,
  bottom: DistanceLength,
  /** the shelf or built-in of that face along whose front edge the raceway runs there, instead of on the wall */
  inFront: Id.optional(),
});
export type WantPlace = z.infer<typeof WantPlace>;

export const WantLoad = z
  .strictObject({
    name: Name,
    watts: z.number().positive('watts are above 0').max(25_000).optional(),
    amps: z.number().positive('amps are above 0').max(100).optional(),
    continuous: z.boolean().default(false),
  })
  .refine((l) => (l.watts === undefined) !== (l.amps === undefined), {
    path: ['watts'],
    message: 'give watts or amps from the nameplate, one of them',
  });
export type WantLoad = z.infer<typeof WantLoad>;

/** Lampholders spread evenly in the joists under (or over) rooms. */
export const WantLamps = z.strictObject({
  /** rooms whose open joists they hang from */
  under: z.array(Id).min(1, 'name at least one room').max(30),
  count: z.number().int('a whole number').min(1, 'one lampholder or more').max(60, 'at most 60 on one run'),
  rows: z.number().int('a whole number').min(1, 'one row or more').max(10, 'at most 10 rows'),
  /** largest lamp that the fitting is made for */
  watts: z.number().positive('watts are above 0').max(1000),
});
export type WantLamps = z.infer<typeof WantLamps>;

/** What a way costs, in the order in which it is shown. */
export const CRITERIA = ['hours', 'money', 'holes', 'drying', 'unknowns'] as const;
export type Criterion = (typeof CRITERIA)[number];
/** How much each counts for the user: 0 not at all, 1 as usual, up to 5. */
const Weight = z.number().min(0, 'a weight is not below 0').max(5, 'a weight is at most 5');
export const Weights = z.strictObject({ hours: Weight, money: Weight, holes: Weight, drying: Weight, unknowns: Weight });
export type Weights = z.infer<typeof Weights>;
export const EVEN_WEIGHTS: Weights = { hours: 1, money: 1, holes: 1, drying: 1, unknowns: 1 };

/** A point that the cable has to pass: a part of the house, and where in plan (mm, as the plan is drawn). */
export const Via = z.strictObject({ space: z.string().max(80), x: z.number(), y: z.number() });
export type Via = z.infer<typeof Via>;

/** What the raceway is cut from; its inside as on the maker’s sheet. */
export const RacewayStock = z.strictObject({
  stock: PositiveLength,
  kerf: DistanceLength,
  /** 12 AWG wires that its maker’s sheet allows in it (386.22); absent: not read */
  most12: z.number().int('a whole number').min(1, 'one wire or more').max(100).optional(),
  /** inside of the track, in²; a help where the sheet gives no number, never decisive */
  insideIn2: z.number().positive('an area is above 0').max(50).optional(),
});
export type RacewayStock = z.infer<typeof RacewayStock>;

export const JobWant = z.strictObject({
  kind: WantKind,
  /** one place; all boxes of a run or a raceway; the switch of lights */
  places: z.array(WantPlace).min(1, 'say where it is wanted').max(40),
  lamps: WantLamps.optional(),
  loads: z.array(WantLoad).max(20).default([]),
  /** the box that power has to come from; absent: whichever suits best */
  from: Id.optional(),
  /** a circuit from the panel that feeds nothing else */
  ownCircuit: z.boolean().default(false),
  /** amps of its breaker; absent: 20, which suits both kinds of face */
  ownA: z.literal([15, 20], 'a breaker of 15 or 20 A').optional(),
  /** a raceway on the finished faces may be seen; one that is a raceway anyway doesn’t ask */
  mayShow: z.boolean().default(false),
  raceway: RacewayStock.optional(),
  /** bays, attics, feeds … that the cable must not use */
  forbidden: z.array(z.string().max(80)).max(300).default([]),
  via: Via.optional(),
  weights: Weights.default(EVEN_WEIGHTS),
  /** receptacles side by side in each box; absent: one */
  gangs: z.literal([1, 2], 'one receptacle or two in a box').optional(),
  /** a protective face where the rules don’t ask for one too; of a run, the first box’s; absent: as they ask */
  face: z.literal('ground-fault').optional(),
  /** low voltage beside it, in the same divided box */
  lowVoltage: z.boolean().optional(),
  /** its own cable, from this box to where it goes, as measured along its way; absent: nobody measured */
  lowVoltageRun: PositiveLength.optional(),
  /** the way that was taken, by its key */
  chosen: z.string().max(2000).optional(),
});
export type JobWant = z.infer<typeof JobWant>;
/** Amps of the breaker of a circuit of its own. */
export const ownAmps = (want: Pick<JobWant, 'ownA'>): 15 | 20 => want.ownA ?? 20;
/** A want under the id and name of its job. */
export type Want = JobWant & { id: string; name: string };
