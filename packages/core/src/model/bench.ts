/**
 * Some boxes with their wiring as one circuit that can be switched on: cables, devices with named terminals, joints, breakers, what is
 * plugged in. A window on the wiring of a house, worked out from it; kept only where there is no house (samples to practise on).
 */
import * as z from 'zod';
import { AWG_SIZES } from '../measure/index.js';
import { Id, Name } from './known.js';
import { BoxJoint, DEVICE_FORMS, endKey, LoosePigtail, PANEL, Strip, WireColour, type WireEnd } from './wiring.js';

export const BenchBox = z.strictObject({
  id: Id,
  name: Name,
  material: z.enum(['plastic', 'metal']),
  gangs: z.number().int().min(1).max(4),
  volumeIn3: z.number().positive().max(500).optional(),
  clamps: z.enum(['internal', 'moulded', 'external', 'none']).optional(),
  depthMm: z.number().positive().max(500).optional(),
  /** width and height of its opening; a box that was only drawn has none */
  openingMm: z.tuple([z.number().positive().max(1000), z.number().positive().max(1000)]).optional(),
  /** how far the sheath comes in */
  sheathMm: z.number().min(0).max(500).optional(),
  /** studs and hickeys that take room inside */
  supportFittings: z.number().int().min(0).max(4).optional(),
});
export type BenchBox = z.infer<typeof BenchBox>;

export const BenchCable = z.strictObject({
  id: Id,
  name: Name,
  /** AWG of its conductors (US) */
  gauge: z.literal(AWG_SIZES),
  colours: z.array(WireColour).min(1).max(5),
  /** cross-section of each conductor where it isn’t the gauge’s: 2.5 and 1.5 mm² in one sheath */
  areasMm2: z.array(z.number().positive().max(500)).max(5).optional(),
  lengthMm: z.number().positive('a cable has a length').max(200_000),
  /** box ids or `panel`; end 0 is nearer the panel when that is known */
  ends: z.tuple([z.union([Id, z.literal(PANEL)]), z.union([Id, z.literal(PANEL)])]),
  /** side of the box where each end comes in */
  sides: z.tuple([z.enum(['top', 'bottom', 'left', 'right', 'back']), z.enum(['top', 'bottom', 'left', 'right', 'back'])]),
  /** free length of each end's conductors, from the sheath, mm */
  freeMm: z.tuple([z.number().min(0).max(5000), z.number().min(0).max(5000)]),
  /** whites that are used as hots carry a mark */
  marked: z.boolean().optional(),
});
export type BenchCable = z.infer<typeof BenchCable>;

export const BenchDevice = z.strictObject({
  id: Id,
  name: Name,
  boxId: Id,
  form: z.enum(DEVICE_FORMS),
  ratingA: z.union([z.literal(15), z.literal(20)]).default(15),
  /** tabs between the two screws of a side of a duplex; broken ones split it */
  brassTab: z.boolean().default(true),
  silverTab: z.boolean().default(true),
  /** a switch: up; a protective receptacle: set */
  up: z.boolean().default(false),
  tripped: z.boolean().default(false),
  /** a lamp or a fixed appliance */
  watts: z.number().positive().max(25_000).optional(),
  powerFactor: z.number().min(0.1).max(1).default(1),
});
export type BenchDevice = z.infer<typeof BenchDevice>;

const inBox = { boxId: z.union([Id, z.literal(PANEL)]) };
export const Pigtail = LoosePigtail.extend(inBox);
export type Pigtail = z.infer<typeof Pigtail>;
export const Joint = BoxJoint.extend(inBox);
export type Joint = z.infer<typeof Joint>;

export const BenchBreaker = z.strictObject({
  id: Id,
  number: z.string().trim().min(1).max(12),
  amps: z.number().positive().max(200),
  leg: z.enum(['A', 'B']),
  /** handles tied or one trip with another breaker's id */
  tiedTo: Id.optional(),
  kind: z.enum(['plain', 'ground-fault', 'arc-fault']).default('plain'),
  curve: z.enum(['US', 'UK-B', 'UK-C']).default('US'),
  on: z.boolean(),
});
export type BenchBreaker = z.infer<typeof BenchBreaker>;

export const PluggedIn = z.strictObject({
  id: Id,
  name: Name,
  deviceId: Id,
  face: z.enum(['upper', 'lower']),
  watts: z.number().positive().max(25_000),
  powerFactor: z.number().min(0.1).max(1).default(1),
  on: z.boolean().default(true),
  /** resistance from its hot to its case, for a faulty one */
  leaksOhm: z.number().positive().optional(),
});
export type PluggedIn = z.infer<typeof PluggedIn>;

export const Supply = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('split-phase'),
    volts: z.number().positive().max(400).default(120),
    sourceOhm: z.number().positive().default(0.02),
  }),
  z.strictObject({
    kind: z.literal('single-phase'),
    volts: z.number().positive().max(400).default(230),
    sourceOhm: z.number().positive().default(0.15),
    loopOhm: z.number().positive().default(0.35),
  }),
]);
export type Supply = z.infer<typeof Supply>;

/** What the drawing had to take without anybody having measured or looked; nothing that rests on it may pass as fine. */
export const UNMEASURED = ['length', 'free', 'ground', 'material', 'rating', 'wiring'] as const;
export const Unmeasured = z.strictObject({ of: z.union([Id, z.literal(PANEL)]), what: z.enum(UNMEASURED), boxId: Id.optional() });
export type Unmeasured = z.infer<typeof Unmeasured>;

/** A piece of wiring that can be switched on: panel, boxes of one run, what joins them. */
export const Bench = z.strictObject({
  supply: Supply,
  boxes: z.array(BenchBox).max(40),
  cables: z.array(BenchCable).max(120),
  devices: z.array(BenchDevice).max(120),
  pigtails: z.array(Pigtail).max(400),
  joints: z.array(Joint).max(800),
  breakers: z.array(BenchBreaker).max(60),
  plugged: z.array(PluggedIn).max(120),
  strips: z.array(Strip).max(800).optional(),
  unmeasured: z.array(Unmeasured).max(400).optional(),
});
export type Bench = z.infer<typeof Bench>;

export const emptyBench = (): Bench => ({
  supply: { kind: 'split-phase', volts: 120, sourceOhm: 0.02 },
  boxes: [],
  cables: [],
  devices: [],
  pigtails: [],
  joints: [],
  breakers: [],
  plugged: [],
});

/** Something found once for each list; a list that somebody still adds to is gone through anew. */
function foundOnce<T, F>(find: (list: readonly T[]) => F): (list: readonly T[]) => F {
  const kept = new WeakMap<readonly T[], { of: number; found: F }>();
  return (list) => {
    const before = kept.get(list);
    if (before?.of === list.length) return before.found;
    const found = find(list);
    kept.set(list, { of: list.length, found });
    return found;
  };
}
/** Things by a key, in their order. */
function grouped<T>(list: readonly T[], keys: (thing: T) => readonly string[]): ReadonlyMap<string, readonly T[]> {
  const by = new Map<string, T[]>();
  for (const thing of list)
    for (const key of keys(thing)) {
      const there = by.get(key);
      if (there) there.push(thing);
      else by.set(key, [thing]);
    }
  return by;
}
const jointsByEnd = foundOnce((joints: readonly Joint[]) => {
  const made = new Map<string, Joint>();
  for (const j of joints) for (const e of j.ends) if (!made.has(endKey(e))) made.set(endKey(e), j);
  return made;
});
/** A joint at a terminal. */
export type LandedJoint = Joint & { at: NonNullable<Joint['at']> };
const isLanded = (j: Joint): j is LandedJoint => j.at !== undefined;
const jointsByDevice = foundOnce((joints: readonly Joint[]) => grouped(joints.filter(isLanded), (j) => [`${j.boxId}/${j.at.device}`]));
/** Joints at the terminals of a device, a breaker, a bar, or the ground screw of a box. */
export const jointsAt = (bench: Pick<Bench, 'joints'>, boxId: string, device: string): readonly LandedJoint[] =>
  jointsByDevice(bench.joints).get(`${boxId}/${device}`) ?? [];
const cablesByBox = foundOnce((cables: readonly BenchCable[]) => grouped(cables, (c) => [...new Set(c.ends)]));
/** Cables that end in a box, or in the panel. */
export const cablesAt = (bench: Pick<Bench, 'cables'>, boxId: string): readonly BenchCable[] => cablesByBox(bench.cables).get(boxId) ?? [];
/** The joint that a conductor end is on; undefined when it is loose. */
export const jointOf = (bench: Pick<Bench, 'joints'>, end: WireEnd): Joint | undefined => jointsByEnd(bench.joints).get(endKey(end));
const byId = <T extends { id: string }>(list: readonly T[]): ReadonlyMap<string, T> => new Map(list.map((thing) => [thing.id, thing]));
const cablesById = foundOnce<BenchCable, ReadonlyMap<string, BenchCable>>(byId);
const pigtailsById = foundOnce<Pigtail, ReadonlyMap<string, Pigtail>>(byId);
const pigtailsByBox = foundOnce((tails: readonly Pigtail[]) => grouped(tails, (p) => [p.boxId]));
const devicesByBox = foundOnce((devices: readonly BenchDevice[]) => grouped(devices, (d) => [d.boxId]));
export const cableNamed = (bench: Pick<Bench, 'cables'>, id: string): BenchCable | undefined => cablesById(bench.cables).get(id);
export const pigtailNamed = (bench: Pick<Bench, 'pigtails'>, id: string): Pigtail | undefined => pigtailsById(bench.pigtails).get(id);
/** Pigtails of a box, in their order. */
export const pigtailsAt = (bench: Pick<Bench, 'pigtails'>, boxId: string): readonly Pigtail[] =>
  pigtailsByBox(bench.pigtails).get(boxId) ?? [];
/** Devices in a box, in their order. */
export const devicesAt = (bench: Pick<Bench, 'devices'>, boxId: string): readonly BenchDevice[] =>
  devicesByBox(bench.devices).get(boxId) ?? [];
export const endBox = (bench: Bench, end: WireEnd): string | undefined =>
  'cableId' in end ? cableNamed(bench, end.cableId)?.ends[end.end] : pigtailNamed(bench, end.pigtailId)?.boxId;
export const endColour = (bench: Bench, end: WireEnd): WireColour | undefined =>
  'cableId' in end ? cableNamed(bench, end.cableId)?.colours[end.conductor] : pigtailNamed(bench, end.pigtailId)?.colour;
