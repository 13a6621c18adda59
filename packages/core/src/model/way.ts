/** The way of a cable through the house as it was taken: where it lies, what is bored, opened and cut for it. Its judgements are made anew. */
import * as z from 'zod';
import { Id, Name } from './known.js';
import { FaceId } from './site.js';
import { RacewayStock } from './want.js';

const mm = z.number().min(-1_000_000).max(1_000_000);
const Words = z.string().max(1000);
const Space = z.string().max(80);
const Spot = z.strictObject({ x: mm, y: mm });
const OnWall = z.strictObject({ wallId: Id, u: mm, z: mm });

export const LEG_KINDS = ['wall', 'hollow', 'raceway', 'chase', 'through'] as const;
export const WayLeg = z.strictObject({
  space: Space,
  kind: z.enum(LEG_KINDS),
  words: Words,
  /** corners of the cable, in plan and up */
  path: z.array(z.strictObject({ x: mm, y: mm, z: mm })).max(200),
  /** on the wall it lies in: along face A and up from its floor; absent in a space over or under rooms */
  onWall: z.strictObject({ wallId: Id, points: z.array(z.strictObject({ u: mm, z: mm })).max(200) }).optional(),
  lengthMm: mm,
  /** along the leg from its start */
  staples: z.array(mm).max(1000),
  fastened: Words,
});

export const HOLE_MEMBERS = ['stud', 'top plate', 'bottom plate', 'joist', 'fire block', 'wall'] as const;
export const WayHole = z.strictObject({
  id: Id,
  member: z.enum(HOLE_MEMBERS),
  where: Words,
  count: z.number().int().min(1).max(500),
  sizeMm: mm,
  bushing: z.boolean(),
  seal: z.boolean(),
  onWall: OnWall.optional(),
  /** joists of a room: which, and whether those over it */
  joists: z.strictObject({ roomId: Id, over: z.boolean() }).optional(),
  /** a corner post: how it is framed shows only when it is open */
  corner: z.boolean().optional(),
  at: Spot,
});

export const WayOpening = z.strictObject({
  id: Id,
  wallId: Id,
  face: FaceId,
  what: Words,
  left: mm,
  right: mm,
  bottom: mm,
  top: mm,
});

export const CableWay = z.strictObject({
  /** feed and parts of the house, as the search names it */
  key: z.string().max(2000),
  title: Name,
  /** the box it starts at, or `panel` */
  feed: z.string().max(40),
  legs: z.array(WayLeg).max(100),
  holes: z.array(WayHole).max(400),
  openings: z.array(WayOpening).max(200),
  /** how each point is found and carried */
  drillFrom: z.array(Words).max(100),
  chases: z.array(z.strictObject({ wallId: Id, lengthMm: mm, runs: z.enum(['up and down', 'along']) })).max(50),
  /** outer walls that it goes through */
  outside: z.array(Id).max(10),
  bends: z.number().int().min(0).max(1000),
  /** loops of slack for later, in number */
  loops: z.number().int().min(0).max(10),
  /** laid where one can reach it all the way */
  open: z.boolean(),
  /** things in a wall that it was known to pass when it was taken */
  past: z.array(Id).max(500),
});
export type CableWay = z.infer<typeof CableWay>;
export type WayHole = z.infer<typeof WayHole>;

/** What a surface raceway is put together from, each piece with its place. */
export const RacewayParts = z.strictObject({
  stock: RacewayStock,
  /** `on`: the wall or the part of a shelf it sits on, and `atMm` along it from the wall’s left end; absent: only in words */
  fittings: z
    .array(z.strictObject({ what: Name, where: Words, count: z.number().int().min(1).max(200), on: Words.optional(), atMm: mm.optional() }))
    .max(300),
  pieces: z.array(z.strictObject({ what: z.enum(['track', 'cover']), where: Words, mm })).max(500),
  supports: z
    .array(
      z.strictObject({ where: Words, guessed: z.boolean(), on: Words.optional(), atMm: mm.optional(), anchor: z.boolean().optional() }),
    )
    .max(500),
  /** length of each of hot, neutral and ground */
  conductorMm: mm,
  /** wires that go through the same track at most; absent: hot, neutral and ground of one way */
  wires: z.number().int().min(3).max(90).optional(),
});
export type RacewayParts = z.infer<typeof RacewayParts>;
