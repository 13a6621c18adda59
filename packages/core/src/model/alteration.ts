/**
 * What is to be done to a final circuit of a house by the UK book: the answers from which the plan is written. Where and how, not what comes
 * of it.
 */
import * as z from 'zod';
import { UK_BOX_IDS } from '../catalog/index.js';
import { CableSize, CURVES, Laid, POINT_KINDS, RATINGS_A } from './final.js';
import { DistanceLength, Id, Name, PositiveLength } from './known.js';
import { UkSchools } from './schools.js';
import { WantPlace } from './want.js';

/** `enlarge`: one socket becomes two; `into ring`: the ring is taken through a new point; `own radial`: a new circuit from the board; `find fault`: nothing is added, what is wrong is found and mended. */
export const ALTERATION_KINDS = ['enlarge', 'spur', 'into ring', 'own radial', 'move', 'find fault'] as const;
export const AlterationKind = z.enum(ALTERATION_KINDS);
export type AlterationKind = z.infer<typeof AlterationKind>;

/** What is put there; a joint is none. */
export const OUTLET_KINDS = POINT_KINDS.filter((k) => k !== 'joint') as Exclude<(typeof POINT_KINDS)[number], 'joint'>[];

/** What the legs of a way lie in; a way is named by where its middle goes. */
export const WAY_KINDS = ['across', 'up and over', 'under the floor', 'through the wall', 'on the surface'] as const;
export const WayKind = z.enum(WAY_KINDS);
export type WayKind = z.infer<typeof WayKind>;

/** From the new box to what asks for room about it, mm; absent: nobody measured. */
export const Beside = z.strictObject({
  sink: DistanceLength.optional(),
  hob: DistanceLength.optional(),
  /** from the worktop under it to its bottom */
  worktop: DistanceLength.optional(),
  /** from the edge of a bath or shower */
  bath: DistanceLength.optional(),
  /** what somebody looked for in this room and did not find */
  none: z
    .array(z.enum(['sink', 'bath']))
    .max(2)
    .optional(),
});
export type Beside = z.infer<typeof Beside>;

export const Alteration = z.strictObject({
  kind: AlterationKind,
  /** the circuit; absent: nobody found out, or it is new */
  finalId: Id.optional(),
  /** the point that is enlarged or moved, or that the cable leaves */
  pointId: Id.optional(),
  outlet: z.strictObject({
    name: Name,
    kind: z.enum(['single', 'twin', 'fused unit', 'fixed appliance']),
    /** what hangs on a fused unit or is wired in, W */
    watts: z.number().positive('watts are above 0').max(25_000, 'at most 25 000 W').optional(),
    fuseA: z.literal([3, 5, 13]).optional(),
  }),
  /** where it goes: from the face’s left end to the middle of the box, and up to its bottom; of `enlarge` the box that is there tells */
  place: WantPlace.optional(),
  /** `enlarge`: to which side the box grows, seen from its room; absent: whichever has room */
  grows: z.enum(['left', 'right', 'both']).optional(),
  boxKind: z.enum(UK_BOX_IDS).optional(),
  /** the way of the cable; absent: the best of those that are open */
  way: WayKind.optional(),
  /** cable along its way, one way, as measured: takes the place of what is reckoned */
  cable: PositiveLength.optional(),
  size: CableSize.optional(),
  /** how it lies at its worst, as somebody looked; takes the place of what its way gives */
  laid: Laid.optional(),
  /** `into ring`: the run that is opened; absent: the first at the point */
  runId: Id.optional(),
  /** `move`: whether the cables that are there reach the new box; absent: nobody looked */
  cablesReach: z.boolean().optional(),
  beside: Beside.optional(),
  /** ways of working that somebody chose; the rest is usual */
  schools: UkSchools.partial().optional(),
  /** breaker of a new circuit */
  own: z
    .strictObject({
      ratingA: z.literal(RATINGS_A).optional(),
      curve: z.enum(CURVES).optional(),
      residual: z.boolean().optional(),
    })
    .optional(),
});
export type Alteration = z.infer<typeof Alteration>;
