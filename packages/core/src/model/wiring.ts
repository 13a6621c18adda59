/**
 * What was seen in a box that was opened: which conductor ends meet where. It is part of the house like the cables themselves; a box that
 * nobody opened has none. A joint is one electrical meeting point in one box, a conductor end on no joint is loose.
 */
import * as z from 'zod';
import { AWG_SIZES } from '../measure/index.js';
import { Id, Name } from './known.js';

export const WIRE_COLOURS = ['black', 'red', 'blue', 'white', 'bare', 'green', 'brown', 'grey', 'green-yellow'] as const;
export const WireColour = z.enum(WIRE_COLOURS);
export type WireColour = z.infer<typeof WireColour>;
/** What a conductor is by its colour; any other is a hot. */
export const GROUND_COLOURS: readonly WireColour[] = ['bare', 'green', 'green-yellow'];
export const NEUTRAL_COLOURS: readonly WireColour[] = ['white', 'grey', 'blue'];

/** The panel is a place like a box, with terminals of its own. */
export const PANEL = 'panel';
/** Terminals of the panel: breakers by id, the neutral bar and the ground bar. */
export const NEUTRAL_BAR = 'neutral-bar';
export const GROUND_BAR = 'ground-bar';

export const DEVICE_FORMS = ['duplex', 'single', 'ground-fault', 'switch', 'three-way', 'four-way', 'lamp', 'appliance'] as const;
export type DeviceForm = (typeof DEVICE_FORMS)[number];
/** Terminals of each form, as the trade calls them. */
export const TERMINALS: Record<DeviceForm, readonly string[]> = {
  duplex: ['brass upper', 'brass lower', 'silver upper', 'silver lower', 'green'],
  single: ['brass', 'silver', 'green'],
  'ground-fault': ['line brass', 'line silver', 'load brass', 'load silver', 'green'],
  switch: ['screw 1', 'screw 2', 'green'],
  'three-way': ['common', 'traveller 1', 'traveller 2', 'green'],
  'four-way': ['in 1', 'in 2', 'out 1', 'out 2', 'green'],
  lamp: ['hot', 'neutral', 'green'],
  appliance: ['hot', 'neutral', 'green'],
};

export const WireEnd = z.union([
  z.strictObject({ cableId: Id, conductor: z.number().int().min(0).max(4), end: z.union([z.literal(0), z.literal(1)]) }),
  z.strictObject({ pigtailId: Id, end: z.union([z.literal(0), z.literal(1)]) }),
]);
export type WireEnd = z.infer<typeof WireEnd>;
export const endKey = (end: WireEnd): string =>
  'cableId' in end ? `${end.cableId}/${end.conductor}/${end.end}` : `${end.pigtailId}//${end.end}`;
export const sameEnd = (a: WireEnd, b: WireEnd): boolean => endKey(a) === endKey(b);

/** A piece of wire within one box. */
export const LoosePigtail = z.strictObject({
  id: Id,
  colour: WireColour,
  gauge: z.literal(AWG_SIZES),
  lengthMm: z.number().positive().max(2000),
});
/** Where conductor ends meet. A terminal names its device (or `box` for the ground screw of a metal box, or a breaker or bar of the panel). */
export const BoxJoint = z.strictObject({
  id: Id,
  kind: z.enum(['splice', 'terminal', 'cap']),
  at: z.strictObject({ device: Id, terminal: z.string().min(1).max(40) }).optional(),
  how: z.enum(['side screw', 'clamp plate', 'push-in', 'twist-on', 'push-in connector', 'lever', 'cap']).optional(),
  connector: Name.optional(),
  ends: z.array(WireEnd).max(8),
  /** a loose contact: its resistance in ohm; absent: a sound one */
  looseOhm: z.number().positive().max(1e6).optional(),
});
/** Bare copper at an end, where it was stripped by hand; ends without one are taken as stripped to what they go into. */
export const Strip = z.strictObject({ end: WireEnd, mm: z.number().positive().max(100) });
export type Strip = z.infer<typeof Strip>;

/** The wiring of one box as somebody saw it, made it, or means to make it. */
export const BoxWiring = z.strictObject({
  /** id of the box or lampholder; of an end at the panel its own (`atPanel`) */
  id: Id,
  /** the cable whose end at the panel it is; absent for a box */
  panelEndOf: Id.optional(),
  /** what was in the box then: when something else lies in it now, this is of before and holds no more */
  of: z.strictObject({ cables: z.array(Id).max(40), devices: z.array(Id).max(24) }),
  joints: z.array(BoxJoint).max(120),
  pigtails: z.array(LoosePigtail).max(80),
  /** tabs of duplexes that are broken off */
  broken: z
    .array(z.strictObject({ deviceId: Id, side: z.enum(['brass', 'silver']) }))
    .max(24)
    .optional(),
  strips: z.array(Strip).max(120).optional(),
});
export type BoxWiring = z.infer<typeof BoxWiring>;

/** Free length of a conductor end after it was cut back by hand, mm. */
export const FreeEnd = z.strictObject({ cableId: Id, end: z.union([z.literal(0), z.literal(1)]), mm: z.number().min(0).max(5000) });
export type FreeEnd = z.infer<typeof FreeEnd>;
