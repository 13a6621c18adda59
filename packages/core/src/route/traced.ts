/** A way as it is laid, leg by leg, with what it cuts, bores and seals: what tracing, a taken way and the sheets speak of. */
import type { Judged } from '../codebook/index.js';
import type { Chase, PatchPlan, Point } from '../layout/index.js';
import type { FaceId } from '../model/index.js';
import type { CableRun } from './cableRun.js';

export interface Spot3 extends Point {
  z: number;
}
export type LegKind = 'wall' | 'hollow' | 'raceway' | 'chase' | 'through';
export interface Leg {
  space: string;
  kind: LegKind;
  words: string;
  /** corners of the cable, in plan and up */
  path: Spot3[];
  /** on the wall it lies in: along face A and up from its floor; empty in a space over or under rooms */
  onWall: { wallId: string; points: { u: number; z: number }[] } | undefined;
  lengthMm: number;
  /** along the leg from its start */
  staples: number[];
  fastened: string;
}
export interface Hole {
  id: string;
  member: 'stud' | 'top plate' | 'bottom plate' | 'joist' | 'fire block' | 'wall';
  where: string;
  count: number;
  sizeMm: number;
  judged: Judged | undefined;
  plate: boolean;
  bushing: boolean;
  seal: boolean;
  onWall?: { wallId: string; u: number; z: number };
  /** joists of a room: which, and whether those over it */
  joists?: { roomId: string; over: boolean };
  /** a corner post */
  corner?: boolean;
  at: Point;
}
export interface RouteOpening {
  id: string;
  wallId: string;
  face: FaceId;
  what: string;
  left: number;
  right: number;
  bottom: number;
  top: number;
  /** its two edges as a tape says them, from the left end of the face it is in */
  fromLeft: [number, number];
  patch: PatchPlan;
}
export interface Traced {
  legs: Leg[];
  holes: Hole[];
  openings: RouteOpening[];
  /** how each point is found and carried, in the order of the way */
  drillFrom: string[];
  chases: (Chase & { wallId: string; lengthMm: number; runs: 'up and down' | 'along' })[];
  /** holes through an outer wall */
  outside: (Judged & { wallId: string; fallMm: number; alongMm: number; bitMm: number; layers: string; kit: string[] })[];
  run: CableRun;
  counts: { staples: number; plates: number; bushings: number; seals: number; openings: number; joists: number };
  bends: number;
  /** loops of slack that are left for later */
  loops: number;
}
