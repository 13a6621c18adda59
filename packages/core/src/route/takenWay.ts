/** A way as it is kept in a job, and the same way as the house is known now. */
import { patchPlan } from '../layout/index.js';
import type { LengthUnit } from '../measure/index.js';
import { uXOf, wallThicknessMm, type CableWay, type Edition, type Obstacle, type Schools, type Site, type Wall } from '../model/index.js';
import { runFrom } from './cableRun.js';
import { chaseIn, countsOf, judgedHole, outsideOf, runTerms } from './laid.js';
import type { Traced } from './traced.js';

/** Beside the middle of a cable in a wall, what counts as lying in its way. */
const BESIDE_MM = 8;

/** Things in the walls that a way runs over or through. */
export function onTheWay(site: Site, legs: CableWay['legs'] | Traced['legs']): { wall: Wall; obstacle: Obstacle }[] {
  return legs.flatMap((leg) => {
    const wall = leg.kind === 'wall' ? site.walls.find((w) => w.id === leg.onWall?.wallId) : undefined;
    if (!wall || !leg.onWall) return [];
    const { points } = leg.onWall;
    return wall.obstacles
      .filter((o) =>
        points.slice(1).some((p, i) => {
          const q = points[i]!;
          const [left, right] = [Math.min(p.u, q.u) - BESIDE_MM, Math.max(p.u, q.u) + BESIDE_MM];
          const [low, high] = [Math.min(p.z, q.z) - BESIDE_MM, Math.max(p.z, q.z) + BESIDE_MM];
          return left < o.x.mm + o.width.mm && right > o.x.mm && low < o.z.mm + o.height.mm && high > o.z.mm;
        }),
      )
      .map((obstacle) => ({ wall, obstacle }));
  });
}

/** What of a searched way is kept: where it lies and what is bored, opened and cut; nothing of what is judged. */
export function keptWay(site: Site, traced: Traced, about: Pick<CableWay, 'key' | 'title' | 'feed' | 'open'>): CableWay {
  const round = (mm: number): number => Math.round(mm * 1000) / 1000;
  return {
    ...about,
    legs: traced.legs.map(({ onWall, ...l }) => ({
      ...l,
      path: l.path.map((p) => ({ x: round(p.x), y: round(p.y), z: round(p.z) })),
      lengthMm: round(l.lengthMm),
      staples: l.staples.map(round),
      ...(onWall ? { onWall: { wallId: onWall.wallId, points: onWall.points.map((p) => ({ u: round(p.u), z: round(p.z) })) } } : {}),
    })),
    holes: traced.holes.map(({ judged: _judged, plate: _plate, at, onWall, ...h }) => ({
      ...h,
      at: { x: round(at.x), y: round(at.y) },
      ...(onWall ? { onWall: { wallId: onWall.wallId, u: round(onWall.u), z: round(onWall.z) } } : {}),
    })),
    openings: traced.openings.map(({ id, wallId, face, what, left, right, bottom, top }) => ({
      ...{ id, wallId, face, what },
      ...{ left: round(left), right: round(right), bottom: round(bottom), top: round(top) },
    })),
    drillFrom: traced.drillFrom.map((t) => t.slice(0, 1000)),
    chases: traced.chases.map(({ wallId, lengthMm, runs }) => ({ wallId, lengthMm: round(lengthMm), runs })),
    outside: traced.outside.map((o) => o.wallId),
    bends: traced.bends,
    loops: traced.loops,
    past: [...new Set(onTheWay(site, traced.legs).map((x) => x.obstacle.id))],
  };
}

export interface TakenInput {
  site: Site;
  edition: Edition;
  unit: LengthUnit;
  schools: Pick<Schools, 'compound'>;
  /** left free in each box, and sheath inside it */
  freeEndsMm: [number, number];
  sheathMm: number;
}

/** A taken way as the house is known now: holes, openings and chases judged anew, its length summed anew. */
export function takenWay(way: CableWay, input: TakenInput): Traced {
  const { site, edition, unit, schools } = input;
  const wallOf = (id: string): Wall | undefined => site.walls.find((w) => w.id === id);
  const legs = way.legs.map((l) => ({ ...l, onWall: l.onWall }));
  const holes = way.holes.map(({ onWall, joists, corner, ...h }) => {
    const bored = { ...h, ...(onWall ? { onWall } : {}), ...(joists ? { joists } : {}), ...(corner ? { corner } : {}) };
    return { ...bored, ...judgedHole(site, edition, unit, bored) };
  });
  const openings = way.openings.flatMap((o) => {
    const wall = wallOf(o.wallId);
    if (!wall) return [];
    const fromLeft = [uXOf(wall, o.face, o.left), uXOf(wall, o.face, o.right)].sort((a, b) => a - b) as [number, number];
    const before = { left: o.left, right: o.right, bottom: o.bottom, top: o.top };
    return [{ ...o, fromLeft, patch: patchPlan({ before, after: undefined, studs: [], compound: schools.compound }) }];
  });
  const outside = way.outside.flatMap((id) => wallOf(id) ?? []);
  const laid = { legs, holes, bends: way.bends, loops: way.loops, throughMm: outside.map(wallThicknessMm) };
  return {
    legs,
    holes,
    openings,
    drillFrom: way.drillFrom,
    chases: way.chases.flatMap((c) => {
      const wall = wallOf(c.wallId);
      return wall ? [chaseIn(wall, c.lengthMm, c.runs)] : [];
    }),
    outside: outside.map((w) => outsideOf(w, unit)),
    run: runFrom(runTerms(laid), input, 'as it lies', !way.open),
    counts: countsOf(legs, holes, openings),
    bends: way.bends,
    loops: way.loops,
  };
}

/** What was found in the way since it was taken. */
export const foundSince = (site: Site, way: CableWay): { wall: Wall; obstacle: Obstacle }[] =>
  onTheWay(site, way.legs).filter(({ obstacle }) => !way.past.includes(obstacle.id));
