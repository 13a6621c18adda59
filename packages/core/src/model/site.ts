/** What stands in the house: walls, boxes, cables, devices, circuits. Absent means not known, never zero. */
import * as z from 'zod';
import { ALL_BOX_KIND_IDS, DEVICE_KIND_IDS, FINISH_IDS, LAMP_BOX_IDS } from '../catalog/index.js';
import { Panel, Subpanel } from './panel.js';
import { Final } from './final.js';
import { BoxWiring } from './wiring.js';
import { DistanceLength, GaugeAwg, Id, Known, MeasuredLength, Name, PositiveLength, Remark, StudSpacing } from './known.js';

export const FaceId = z.enum(['A', 'B']);
export type FaceId = z.infer<typeof FaceId>;
export const otherFace = (face: FaceId): FaceId => (face === 'A' ? 'B' : 'A');

export const ROOM_USES = [
  'bedroom',
  'living',
  'study',
  'dining',
  'hallway',
  'kitchen',
  'bathroom',
  'laundry',
  'utility',
  'closet',
  'pantry',
  'garage',
  'basement',
  'unfinished-basement',
  'crawl-space',
  'attic',
  'workshop',
  'outdoors',
  'deck',
] as const;
export const RoomUse = z.enum(ROOM_USES);
export type RoomUse = z.infer<typeof RoomUse>;

/** Room of a wall’s side that nobody walked round: what it is, is not known. */
export const NOT_ENTERED = 'outside';

/** One side of a room: a wall seen from inside, left end to right end, and which way the room turns at its right end. */
export const RoomSide = z.strictObject({ wallId: Id, face: FaceId, turn: z.enum(['right', 'left']) });
export type RoomSide = z.infer<typeof RoomSide>;

export const ROOM_ABOVE = ['attic', 'floor', 'flat-roof'] as const;
export const ROOM_BELOW = ['basement', 'crawl-space', 'slab', 'floor'] as const;

/** A receptacle that a room is to get: from the left end of a face to its middle, seen from the room. */
export const WantedOutlet = z.strictObject({ id: Id, wallId: Id, face: FaceId, fromLeft: DistanceLength });
export type WantedOutlet = z.infer<typeof WantedOutlet>;

/** Joists over or under a room. What wasn’t looked at is absent. */
export const Joists = z.strictObject({
  /** the same way as the room’s first wall, or across it */
  runs: z.enum(['along-first', 'across-first']).optional(),
  spacing: StudSpacing.optional(),
  depth: PositiveLength.optional(),
  /** they bear on the room’s walls and on nothing between; absent: nobody looked */
  wallToWall: z.boolean().optional(),
});
export type Joists = z.infer<typeof Joists>;

export const Room = z.strictObject({
  id: Id,
  name: Name,
  use: RoomUse,
  /** walls in order round the room, clockwise as seen from above; empty until somebody walked round it */
  sides: z.array(RoomSide).max(60).optional(),
  /** what lies over the ceiling and under the floor; absent: nobody looked */
  above: z.enum(ROOM_ABOVE).optional(),
  below: z.enum(ROOM_BELOW).optional(),
  /** a basin, tub or shower within 6 ft of the outlet: absent means nobody measured */
  waterWithin6ft: z.boolean().optional(),
  /** ½ in drywall and the like are in the wall; this is the floor: thickness still to be laid on what is there */
  floorToAdd: DistanceLength.optional(),
  wanted: z.array(WantedOutlet).max(60).optional(),
  /** storey: 0 is the ground floor, which is also what is taken where nothing was said; -1 for a basement */
  level: z.number().int('a storey is a whole number').min(-2).max(5).optional(),
  /** where its first corner lies in plan, from the corner where the plan begins: to the right, and down; absent: placed by a shared wall */
  at: z.strictObject({ right: MeasuredLength, down: MeasuredLength }).optional(),
  joistsAbove: Joists.optional(),
  joistsBelow: Joists.optional(),
});
export type Room = z.infer<typeof Room>;

export const Layer = z.strictObject({
  finish: z.enum(FINISH_IDS),
  thickness: PositiveLength,
  /** what came filled in and nobody touched since */
  presets: z
    .array(z.enum(['finish']))
    .max(1)
    .optional(),
});
export type Layer = z.infer<typeof Layer>;

export const WallFace = z.strictObject({
  roomId: Id,
  /** from the room inward; of open framing what will be hung on it */
  layers: z.array(Layer).max(6),
  baseHeight: DistanceLength.optional(),
  /** no finish hangs on it yet: studs can be seen and bored from here, and what is put in is inspected before it is closed */
  open: z.boolean().optional(),
});
export type WallFace = z.infer<typeof WallFace>;

export const Stud = z.strictObject({
  id: Id,
  /** centre, from the left end of face A */
  x: MeasuredLength,
  /** centre that the rhythm gave this stud, in mm: it was found somewhere else; absent: one more stud */
  insteadOf: z.number().optional(),
});
export type Stud = z.infer<typeof Stud>;

export const Framing = z.strictObject({
  material: z.enum(['wood', 'metal', 'masonry']),
  /** of masonry: what its leaf is of; absent: nobody looked behind the plaster */
  unit: z.enum(['brick', 'dense block', 'aerated block']).optional(),
  /** the depth of the cavity: 3½ in behind a 2 × 4 */
  studDepth: PositiveLength,
  studWidth: PositiveLength,
  spacing: StudSpacing,
  /** centre of one stud that was found, from the left end of face A; absent means no stud was found */
  knownStud: MeasuredLength.optional(),
  /** centres that the rhythm gives where somebody looked and no stud stands, in mm from the left end of face A */
  notThere: z.array(z.number()).max(60).optional(),
  /** studs outside the rhythm */
  extraStuds: z.array(Stud).max(60).default([]),
  /** what came filled in and nobody touched since */
  presets: z
    .array(z.enum(['material']))
    .max(1)
    .optional(),
});
export type Framing = z.infer<typeof Framing>;

/** `splice`: wires joined in the wall without a box; `cord`: a flexible cord that runs in it */
export const OBSTACLE_KINDS = ['pipe', 'vent', 'duct', 'cable', 'fire-block', 'header', 'brace', 'splice', 'cord', 'unknown'] as const;
export const Obstacle = z.strictObject({
  id: Id,
  kind: z.enum(OBSTACLE_KINDS),
  /** left edge from the left end of face A, and bottom above the floor */
  x: MeasuredLength,
  z: MeasuredLength,
  width: PositiveLength,
  height: PositiveLength,
  /** its near side, behind the finished surface of face A; absent: depth not known */
  behindA: DistanceLength.optional(),
  /** its own size through the wall */
  thick: PositiveLength.optional(),
});
export type Obstacle = z.infer<typeof Obstacle>;

export const Opening = z.strictObject({
  id: Id,
  kind: z.enum(['door', 'window']),
  x: DistanceLength,
  z: DistanceLength,
  width: PositiveLength,
  height: PositiveLength,
});
export type Opening = z.infer<typeof Opening>;

export const FIXTURE_KINDS = [
  'cap-trim',
  'wainscot',
  'counter',
  'backsplash',
  'base-cabinet',
  'wall-cabinet',
  'furniture',
  'shelf',
] as const;
/** What stands on or at one face and can't be moved aside: trim, wainscot, counters, cabinets, fixed furniture. */
export const Fixture = z.strictObject({
  id: Id,
  kind: z.enum(FIXTURE_KINDS),
  face: FaceId,
  /** left edge from the left end of face A, whichever face it is on */
  x: DistanceLength,
  z: DistanceLength,
  width: PositiveLength,
  height: PositiveLength,
  /** how far it stands out from the surface */
  depth: PositiveLength.optional(),
  /** thickness of its front board */
  board: PositiveLength.optional(),
  /** somebody looked inside, where an outlet is to go into its front; absent: nobody has */
  looked: z.boolean().optional(),
});
export type Fixture = z.infer<typeof Fixture>;

/** A point on the wall that a tape can touch: an end, floor, ceiling, or an edge of a thing. */
export const Anchor = z.strictObject({
  thing: z.union([z.enum(['left-end', 'right-end', 'floor', 'ceiling']), Id]),
  /** left and right in face A's sense */
  edge: z.enum(['left', 'right', 'centre', 'bottom', 'top']).optional(),
});
export type Anchor = z.infer<typeof Anchor>;
/** A second measurement of something that is already placed; it must agree with the first. */
export const CheckMeasure = z.strictObject({
  id: Id,
  axis: z.enum(['along', 'up']),
  from: Anchor,
  to: Anchor,
  distance: DistanceLength,
});
export type CheckMeasure = z.infer<typeof CheckMeasure>;

/** Something both rooms can measure from: a door edge, a corner, an outside wall, a rod pushed through. */
export const Reference = z.strictObject({
  id: Id,
  name: Name,
  /** where it stands on face A, from its left end */
  x: MeasuredLength,
  /** how much further in the same direction the mark lies that the other room measures from: the thickness of a cross wall; absent or 0 when it is the same edge */
  offsetB: MeasuredLength.optional(),
});
export type Reference = z.infer<typeof Reference>;

export const Wall = z.strictObject({
  id: Id,
  name: Name,
  length: PositiveLength,
  height: PositiveLength,
  framing: Framing,
  faces: z.strictObject({ A: WallFace, B: WallFace }),
  references: z.array(Reference).max(20).default([]),
  obstacles: z.array(Obstacle).max(200).default([]),
  openings: z.array(Opening).max(30).default([]),
  fixtures: z.array(Fixture).max(200).optional(),
  checks: z.array(CheckMeasure).max(100).optional(),
  /** how the bay of the work was looked into; absent: nobody has */
  bayLooked: Known.exclude(['assumed']).optional(),
  /** small holes that were looked in through, from the left end of face A: each counts for its own bay only */
  looks: z.array(MeasuredLength).max(60).optional(),
  fireRated: z.boolean().optional(),
  bearing: z.boolean().optional(),
  insulated: z.boolean().optional(),
});
export type Wall = z.infer<typeof Wall>;

/** Where a box sits, as a tape says it, seen from its own face. */
export const Place = z.strictObject({
  /** a reference's id, or `left-end` / `right-end` of this face */
  from: z.union([z.literal('left-end'), z.literal('right-end'), Id]),
  /** which way from there, seen from the box's own face */
  toward: z.enum(['left', 'right']),
  /** which edge of the box body the distance ends at */
  to: z.enum(['left-edge', 'centre', 'right-edge']),
  distance: MeasuredLength,
  /** the floor as it is now to the bottom of the box: what is still to be laid makes it less */
  bottom: DistanceLength,
});
export type Place = z.infer<typeof Place>;

/** Covered so that nobody reaches it; low voltage in it beside power, without a divider. */
export const BOX_TROUBLES = ['boarded over', 'low voltage beside power'] as const;
export type BoxTrouble = (typeof BOX_TROUBLES)[number];

export const Box = z.strictObject({
  id: Id,
  name: Name,
  wallId: Id,
  face: FaceId,
  place: Place,
  /** the built-in of that face whose front it is let into, instead of the wall */
  inFront: Id.optional(),
  /** `other` needs its own size */
  kind: z.enum([...ALL_BOX_KIND_IDS, 'other']),
  gangs: z.number().int().min(1, 'a box has at least one gang').max(6),
  /** stamped or worked out; absent with kind `other` means not known */
  volumeIn3: z.number().positive('a volume is above 0').max(1000).optional(),
  width: PositiveLength.optional(),
  height: PositiveLength.optional(),
  depth: PositiveLength.optional(),
  clamps: z.enum(['internal', 'moulded', 'external', 'none']).optional(),
  material: z.enum(['plastic', 'metal']).optional(),
  /** side of the stud it hangs on, seen from its face; `none`: held by wings; absent: not looked */
  hangsOn: z.enum(['left', 'right', 'none']).optional(),
  /** the circuit that feeds it; absent: nobody found out */
  circuitId: Id.optional(),
  /** stud, hickey or other support fittings inside that count in the fill */
  supportFittings: z.number().int().min(0, 'a count is not negative').max(4).default(0),
  condition: z.enum(['sound', 'loose', 'stripped', 'cracked']).optional(),
  /** how far its front edge lies behind the finish; 0 is flush or proud; absent: not measured */
  setback: DistanceLength.optional(),
  /** how long the screws are that hold it to its stud, from the inside of the box; absent: not measured, or none */
  screws: PositiveLength.optional(),
  /** what somebody did to it that may not be */
  trouble: z.array(z.enum(BOX_TROUBLES)).max(BOX_TROUBLES.length).optional(),
  /** a partition keeps power and low voltage apart inside one box */
  divided: z.boolean().optional(),
  /** what it is for; absent: a receptacle’s box */
  holds: z.enum(['receptacle', 'switch', 'junction']).optional(),
  /** what a switch box has besides the switched hot; absent: nobody looked */
  switchHas: z.enum(['hot and neutral', 'switch loop']).optional(),
  /** what came filled in and nobody touched since */
  presets: z
    .array(z.enum(['gangs']))
    .max(1)
    .optional(),
});
export type Box = z.infer<typeof Box>;

export const INSULATION = ['black', 'white', 'red', 'blue'] as const;
export const Insulation = z.enum(INSULATION);
export type Insulation = z.infer<typeof Insulation>;

export const CONDUCTOR_USES = ['hot', 'neutral', 'switched', 'traveller', 'spare', 'unknown'] as const;
/** What one conductor of a cable is for, as it was traced or as it is planned. */
export const ConductorUse = z.strictObject({
  is: z.enum(CONDUCTOR_USES),
  /** of another circuit than its cable's: the second hot of a shared neutral */
  circuitId: Id.optional(),
  /** the switch it comes from, by its device; needed where more than one switch is in the box */
  by: Id.optional(),
});
export type ConductorUse = z.infer<typeof ConductorUse>;

export const CableEnd = z.strictObject({
  /** a box of this site, or absent when it ends elsewhere */
  boxId: Id.optional(),
  /** what the person calls the far end: `panel`, `parlour` */
  label: Name,
  /** side of the box where it comes in, seen from the box's face */
  side: z.enum(['top', 'bottom', 'left', 'right', 'back']).optional(),
  /** conductors measured from where they leave the sheath */
  freeLength: DistanceLength.optional(),
  sheathInside: DistanceLength.optional(),
});
export type CableEnd = z.infer<typeof CableEnd>;

export const Cable = z.strictObject({
  id: Id,
  name: Name,
  gauge: GaugeAwg,
  conductors: z.array(Insulation).min(2, 'a cable has two or more insulated conductors').max(4),
  /** absent: not looked for */
  ground: z.enum(['bare', 'green', 'none']).optional(),
  metal: z.enum(['copper', 'aluminium']).optional(),
  sheath: z.enum(['nonmetallic', 'cloth', 'armoured', 'single wires', 'on insulators']).default('nonmetallic'),
  /** end 0 is nearer the panel when `direction` is known */
  ends: z.tuple([CableEnd, CableEnd]),
  direction: z.enum(['known', 'unknown']).default('unknown'),
  /** boxes that it runs through without being cut */
  unbrokenIn: z.array(Id).max(4).default([]),
  whiteUsedAsHot: z.enum(['no', 'marked', 'unmarked']).optional(),
  /** what each conductor is for, in their order; absent: nobody traced it, and two wires go by their colours */
  uses: z.array(ConductorUse).min(2).max(4).optional(),
  /** the circuit it was proved to be on; absent: its box's, unless two cables bring power there */
  circuitId: Id.optional(),
  /** as run, when known */
  length: PositiveLength.optional(),
  /** what came filled in and nobody touched since */
  presets: z
    .array(z.enum(['gauge', 'conductors', 'sheath', 'line']))
    .max(4)
    .optional(),
});
export type Cable = z.infer<typeof Cable>;

export const Device = z.strictObject({
  id: Id,
  name: Name,
  boxId: Id,
  kind: z.enum(DEVICE_KIND_IDS),
  tamperResistant: z.boolean().optional(),
  weatherResistant: z.boolean().optional(),
  inUseCover: z.boolean().optional(),
  /** how it was found wired */
  wiredAs: z.enum(['feed-through', 'pigtail']).optional(),
  condition: z.enum(['sound', 'worn', 'scorched']).optional(),
  /** which circuit it is on, where more than one comes into its box */
  circuitId: Id.optional(),
  /** tab of a duplex broken: its halves on two feeds, or the lower half by a switch */
  split: z.enum(['two feeds', 'half switched']).optional(),
  /** a ground-fault receptacle: what goes on is behind its LOAD screws; absent: it is */
  protects: z.boolean().optional(),
  /** what the common of a three-way switch is on, where its box has both a hot and what is switched */
  common: z.enum(['hot', 'switched']).optional(),
  /** the largest lamp of a lampholder */
  watts: z.number().positive('watts are above 0').max(1000).optional(),
  /** what came filled in and nobody touched since */
  presets: z
    .array(z.enum(['kind']))
    .max(1)
    .optional(),
});
export type Device = z.infer<typeof Device>;

/** A lampholder on its own round box, under or over a room. */
export const Lamp = z.strictObject({
  id: Id,
  name: Name,
  /** the room whose ceiling or floor space it hangs in */
  roomId: Id,
  /** in plan, as the rooms are laid; mm */
  x: z.number().min(-1_000_000).max(1_000_000),
  y: z.number().min(-1_000_000).max(1_000_000),
  box: z.enum(LAMP_BOX_IDS),
  /** largest lamp that it is made for */
  watts: z.number().positive('watts are above 0').max(1000),
  circuitId: Id.optional(),
});
export type Lamp = z.infer<typeof Lamp>;

export const Load = z
  .strictObject({
    id: Id,
    name: Name,
    watts: z.number().positive('watts are above 0').max(25_000).optional(),
    amps: z.number().positive('amps are above 0').max(100).optional(),
    /** three hours or more at a stretch */
    continuous: z.boolean(),
    /** fastened in place, not cord-and-plug portable */
    fixed: z.boolean().default(false),
    /** a luminaire: no appliance, whatever it is fastened to */
    lighting: z.boolean().optional(),
    circuitId: Id,
    /** where it is plugged in, when that matters */
    boxId: Id.optional(),
  })
  .refine((l) => (l.watts === undefined) !== (l.amps === undefined), {
    path: ['watts'],
    message: 'give watts or amps from the nameplate, one of them',
  });
export type Load = z.infer<typeof Load>;

export const RESERVED_USES = [
  'none',
  'kitchen-small-appliance',
  'bathroom',
  'laundry',
  'garage',
  'heating-equipment',
  'one-appliance',
] as const;

/** Ratings that breakers of a US panel are made with, A. */
export const US_BREAKERS_A = [15, 20, 25, 30, 40, 50, 60, 70, 80, 90, 100, 125] as const;
export const Circuit = z.strictObject({
  id: Id,
  /** breaker number and words: `4` */
  number: z.string().trim().min(1).max(12),
  name: Name,
  voltsNominal: z.literal([120, 230, 240]).default(120),
  breakerA: z.literal([...US_BREAKERS_A, 32]).optional(),
  /** whether two hots share a neutral on it; absent: not looked */
  sharedNeutral: z.boolean().optional(),
  commonTrip: z.boolean().optional(),
  reservedFor: z.enum(RESERVED_USES).optional(),
  /** protection that already stands ahead of the source box */
  groundFault: z.enum(['breaker', 'device upstream', 'none']).optional(),
  arcFault: z.enum(['breaker', 'device upstream', 'none']).optional(),
  /** cable from the panel to the source box, one way, along its run */
  lengthToSource: PositiveLength.optional(),
  /** other outlets on it; 0 is an answer, absent is not */
  foundHow: Remark.optional(),
  foundOn: z.iso.date().optional(),
  /** true when somebody went through the house and noted all that hangs on it */
  loadsComplete: z.boolean().optional(),
});
export type Circuit = z.infer<typeof Circuit>;

/** How many of each a house may have. */
export const SITE_LIMITS = {
  rooms: 100,
  walls: 400,
  boxes: 500,
  cables: 1000,
  devices: 500,
  circuits: 100,
  loads: 500,
  lamps: 300,
  /** a box, a lampholder or a cable’s end at the panel each */
  wiring: 900,
  subpanels: 12,
  finals: 60,
} as const;

export const Site = z.strictObject({
  rooms: z.array(Room).max(SITE_LIMITS.rooms),
  walls: z.array(Wall).max(SITE_LIMITS.walls),
  boxes: z.array(Box).max(SITE_LIMITS.boxes),
  cables: z.array(Cable).max(SITE_LIMITS.cables),
  devices: z.array(Device).max(SITE_LIMITS.devices),
  circuits: z.array(Circuit).max(SITE_LIMITS.circuits),
  loads: z.array(Load).max(SITE_LIMITS.loads),
  lamps: z.array(Lamp).max(SITE_LIMITS.lamps).optional(),
  /** what meets where in boxes that somebody opened; absent for the others */
  wiring: z.array(BoxWiring).max(SITE_LIMITS.wiring).optional(),
  /** absent: nobody looked at it yet */
  panel: Panel.optional(),
  /** panels that another one feeds */
  subpanels: z.array(Subpanel).max(SITE_LIMITS.subpanels).optional(),
  /** final circuits, in a house by the UK book */
  finals: z.array(Final).max(SITE_LIMITS.finals).optional(),
});
export type Site = z.infer<typeof Site>;
export const emptySite = (): Site => ({ rooms: [], walls: [], boxes: [], cables: [], devices: [], circuits: [], loads: [] });
/** Lampholders of a site; most have none noted. */
export const lampsOf = (site: Site): readonly Lamp[] => site.lamps ?? [];
