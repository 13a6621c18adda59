/** The panel of a house: its spaces, what stands in them, and what was found out about what each feeds. */
import * as z from 'zod';
import { DistanceLength, Id, Name } from './known.js';

/** The largest panel that has a table of its own (408.36 has no such limit any more; common practice). */
const MOST_SPACES = 84;
const Space = z.number().int('spaces are whole numbers').min(1, 'spaces count from 1').max(MOST_SPACES);
const Label = z.string().trim().max(80, 'at most 80 characters');

/** A breaker in its space. Its number, rating and protection are those of its circuit. */
export const Breaker = z.strictObject({
  id: Id,
  circuitId: Id,
  /** the upper of its spaces: odd numbers run down the left, even ones down the right */
  space: Space,
  poles: z.literal([1, 2]).default(1),
  /** the breaker whose handle moves with this one */
  tiedTo: Id.optional(),
  /** what is printed on it: makes have several types that don’t interchange */
  type: Label.optional(),
});
export type Breaker = z.infer<typeof Breaker>;

/**
 * What a box showed: `dead` is every conductor in it proved dead; `faces dead` only its slots, so that something else may still be live
 * in it; `part dead` is some dead and some live; `live` is all as before.
 */
export const FEED_READINGS = ['dead', 'faces dead', 'part dead', 'live'] as const;
export type FeedReading = (typeof FEED_READINGS)[number];

/** One try to find out what feeds a box. */
export const FeedTest = z.strictObject({
  id: Id,
  how: z.enum(['switched off', 'breaker finder']),
  /** breakers that were off, or those at which the receiver sounded loudest */
  breakerIds: z.array(Id).min(1, 'name at least one breaker').max(MOST_SPACES),
  boxId: Id,
  /** what the box showed; a finder says nothing of that */
  reads: z.enum(FEED_READINGS).optional(),
  on: z.iso.date().optional(),
});
export type FeedTest = z.infer<typeof FeedTest>;

/** Where the panel hangs: from the face’s own left end to its middle, and up to its bottom. */
const PanelPlace = z.strictObject({ wallId: Id, face: z.enum(['A', 'B']), fromLeft: DistanceLength, bottom: DistanceLength });

export const Panel = z.strictObject({
  name: Name.default('Panel'),
  /** absent: nobody said on which wall */
  place: PanelPlace.optional(),
  spaces: z.number().int().min(2, 'a panel has 2 spaces or more').max(MOST_SPACES).multipleOf(2, 'spaces come in pairs'),
  /** rating of the main breaker; absent: not read */
  mainA: z.number().int().min(30, 'a main of a dwelling is 30 A or more').max(400, 'over 400 A is no panel of a dwelling').optional(),
  /** as on its label; breakers are listed for it by make and type */
  make: Label.optional(),
  /** breaker types that the label inside the door names */
  types: z.string().trim().max(300).optional(),
  /** spaces under a plate that nobody looked behind */
  covered: z.array(Space).max(MOST_SPACES).default([]),
  /** spaces of which nobody said whether something stands there */
  notLooked: z.array(Space).max(MOST_SPACES).optional(),
  breakers: z.array(Breaker).max(MOST_SPACES).default([]),
  tests: z.array(FeedTest).max(1000).default([]),
});
export type Panel = z.infer<typeof Panel>;

/** A panel that another one feeds. Its grounds and its neutrals have bars of their own: they are joined at the service alone (250.24(A)(5)). */
export const Subpanel = Panel.extend({
  id: Id,
  /** the breaker that feeds it, in another panel; absent: nobody found out */
  fedBy: Id.optional(),
  /** a main breaker of its own, or the feeder straight on its lugs; absent: nobody looked */
  main: z.enum(['breaker', 'lugs']).optional(),
  /** grounds and neutrals on bars apart, or joined by a bar, a strap or the bonding screw; absent: nobody looked */
  bars: z.enum(['apart', 'joined']).optional(),
  /** in another building, with its own disconnect and ground rods (225.31, 250.32) */
  apart: z.boolean().optional(),
});
export type Subpanel = z.infer<typeof Subpanel>;

/** The spaces a breaker takes: a two-pole one also the space below, on the same side. */
export const spacesOf = ({ space, poles }: Pick<Breaker, 'space' | 'poles'>): number[] => (poles === 2 ? [space, space + 2] : [space]);

/** The leg behind a space: rows alternate, so that neighbours up and down stand on opposite legs (common practice). */
export const legOf = (space: number): 'A' | 'B' => (Math.ceil(space / 2) % 2 ? 'A' : 'B');

/** Without the spaces that somebody looked at now. */
export function lookedAt(panel: Panel, spaces: readonly number[]): Panel {
  const { notLooked, ...rest } = panel;
  const left = notLooked?.filter((s) => !spaces.includes(s)) ?? [];
  return left.length ? { ...rest, notLooked: left } : rest;
}
