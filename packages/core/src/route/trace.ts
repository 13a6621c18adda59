/**
 * What a way through the house comes to: its path with exact corners, legs with staples, every hole with its rule, openings and patches,
 * where to drill and how to carry the point, and the length to cut and to buy. mm.
 */
import { holeToFaceDistance, staplePositions } from '../codebook/index.js';
import { CROSSING_HOLE_MM, patchPlan, type Point } from '../layout/index.js';
import { inches, printMark, type LengthUnit } from '../measure/index.js';
import {
  finishThicknessMm,
  openFraming,
  uXOf,
  wallThicknessMm,
  type Edition,
  type FaceId,
  type Schools,
  type Site,
  type Wall,
} from '../model/index.js';
import { runFrom } from './cableRun.js';
import { chaseIn, countsOf, judgedHole, outsideOf, runTerms } from './laid.js';
import type { Hole, Leg, LegKind, RouteOpening, Spot3, Traced } from './traced.js';
import {
  inside,
  planPoint,
  spaceWords,
  trackedOn,
  USUAL_JOIST,
  type Framing,
  type FrameEdge,
  type FrameNode,
  type Hollow,
} from './frame/index.js';

export interface TraceInput {
  site: Site;
  framing: Framing;
  /** from the feed to the wanted place */
  nodes: number[];
  edges: FrameEdge[];
  edition: Edition;
  unit: LengthUnit;
  schools: Pick<Schools, 'compound'>;
  /** left free in each box, and sheath inside it */
  freeEndsMm: [number, number];
  sheathMm: number;
  /** laid where one can reach it all the way: nothing is fished, and no loop is left */
  open?: boolean;
  /** a point that the cable has to pass: a leg that has it goes there, and no shorter */
  via?: { space: string; x: number; y: number } | undefined;
}

/** Room that a cable keeps from the stud beside it (common practice). */
const CLEAR_MM = 20;
/** Opening for a fire block, a corner, or a stud: room for a drill and two fingers (common practice). */
const OPEN_MM = { wide: inches(4), high: inches(4) };
/** The real hole lies this far back from the marker wire, toward the middle of the plate (handbook 2). */
export const BACK_FROM_WIRE_MM = inches(2);

/** The part of the house a node lies in; a box or a wanted place belongs to what it opens into. */
const isSpot = (n: FrameNode): boolean => n.space.startsWith('feed/') || n.space.startsWith('place/');
const kindOf = (space: string): LegKind =>
  space.startsWith('bay/') ? 'wall' : space.startsWith('surface/') ? 'raceway' : space.startsWith('chase/') ? 'chase' : 'hollow';

/** Where each point of the way really lies: a cable goes straight up a bay, and turns in a space only where it must. */
function places(input: TraceInput): { u: (number | undefined)[]; at: Spot3[] } {
  const { framing, nodes, site } = input;
  const list = nodes.map((n) => framing.nodes[n]!);
  const wallOf = (id: string): Wall => site.walls.find((w) => w.id === id)!;
  const u: (number | undefined)[] = [];
  list.forEach((n, i) => {
    if (!n.bay) return u.push(n.u);
    const [low, high] = [n.bay.left + CLEAR_MM, n.bay.right - CLEAR_MM];
    const before = i > 0 && list[i - 1]!.wallId === n.wallId ? u[i - 1] : undefined;
    const ahead = list.slice(i).findIndex((m) => m.wallId !== n.wallId);
    const onWall = ahead < 0 ? list.slice(i) : list.slice(i, i + ahead);
    const spot = onWall.find(isSpot)?.u;
    const wish = spot !== undefined && spot > n.bay.left && spot < n.bay.right ? spot : (before ?? spot ?? n.u!);
    return u.push(low > high ? (n.bay.left + n.bay.right) / 2 : Math.min(high, Math.max(low, wish)));
  });
  const at = list.map((n, i): Spot3 => {
    const side = n.wallId ? framing.sides.get(n.wallId) : undefined;
    if (!side || u[i] === undefined) return { x: n.x, y: n.y, z: n.z };
    // on a shelf it lies before the wall, where its node does
    return n.part ? { x: n.x, y: n.y, z: n.z } : { ...planPoint(wallOf(n.wallId!), side, u[i]), z: n.z };
  });
  return { u, at };
}

/** Corners between two exact points by way of a grid: the grid says how it turns, the points say where. */
function squared(from: Point, grid: readonly Point[], to: Point, free: (p: Point) => boolean): Point[] {
  const inner = grid.filter((p, i) => i === 0 || i === grid.length - 1 || !straight(grid[i - 1]!, p, grid[i + 1]!));
  const [a, b] = [inner[0] ?? from, inner.at(-1) ?? to];
  // one corner will do where nothing is in its way
  for (const corner of [
    { x: b.x, y: a.y },
    { x: a.x, y: b.y },
  ])
    if (inner.length <= 2 || (lineFree(a, corner, free) && lineFree(corner, b, free))) {
      const bent = Math.abs(corner.x - b.x) < 1 ? { x: to.x, y: from.y } : { x: from.x, y: to.y };
      return [from, bent, to].filter((p, i, all) => i === 0 || Math.hypot(p.x - all[i - 1]!.x, p.y - all[i - 1]!.y) > 1);
    }
  const path = inner.map((p) => ({ ...p }));
  const slide = (i: number, next: number, end: Point): void => {
    const [p, q] = [path[i]!, path[next]!];
    if (Math.abs(p.x - q.x) < 1) path[i]!.x = path[next]!.x = end.x;
    else path[i]!.y = path[next]!.y = end.y;
  };
  slide(0, 1, from);
  slide(path.length - 1, path.length - 2, to);
  return [from, ...path.slice(1, -1), to];
}
const straight = (a: Point, b: Point, c: Point): boolean =>
  (Math.abs(a.x - b.x) < 1 && Math.abs(b.x - c.x) < 1) || (Math.abs(a.y - b.y) < 1 && Math.abs(b.y - c.y) < 1);
function lineFree(a: Point, b: Point, free: (p: Point) => boolean): boolean {
  const steps = Math.max(1, Math.round((Math.abs(a.x - b.x) + Math.abs(a.y - b.y)) / inches(16)));
  for (let i = 0; i <= steps; i++) if (!free({ x: a.x + ((b.x - a.x) * i) / steps, y: a.y + ((b.y - a.y) * i) / steps })) return false;
  return true;
}
const lengthOf = (path: readonly Spot3[]): number =>
  path.slice(1).reduce((s, p, i) => s + Math.abs(p.x - path[i]!.x) + Math.abs(p.y - path[i]!.y) + Math.abs(p.z - path[i]!.z), 0);

/** How the hole through a plate is found from above or below the walls that are named. */
function throughPlate(from: 'above' | 'below', walls: readonly string[], back: string): string {
  const names = [...new Set(walls)].join(' and ');
  return from === 'above'
    ? `From the attic, down into ${names}: find the plate by a stiff wire pushed up through the ceiling beside the wall; the hole goes ${back} from the wire, over the middle of the wall. Bore both plates, seal afterwards (IRC R302.11). Stand on joists only.`
    : `From below, up into ${names}: bore a small hole through the floor close to the base and push a stiff wire down as a marker. Below, the real hole goes ${back} back from the wire, toward the middle of the plate. Check with a bit of bent wire that it comes up in the bay. Seal afterwards (IRC R302.11).`;
}

export function traced(input: TraceInput): Traced {
  const { site, framing, edges, edition, unit, schools } = input;
  const list = input.nodes.map((n) => framing.nodes[n]!);
  const wallOf = (id: string): Wall => site.walls.find((w) => w.id === id)!;
  const say = (mm: number): string => printMark(mm, unit);
  const { u, at } = places(input);
  const wallZ = (i: number): number | undefined => list[i]!.up;

  // face of a wall that is opened: that of the wanted place, else of the feed, else one that is indoors
  const faceOf = (wallId: string): FaceId => {
    const spot = [...edges].reverse().find((e) => e.wallId === wallId && e.face)?.face;
    if (spot) return spot;
    const indoors = (f: FaceId) => site.rooms.find((r) => r.id === wallOf(wallId).faces[f].roomId)?.sides !== undefined;
    return indoors('A') ? 'A' : 'B';
  };
  const fromEnd = (wallId: string, x: number): string => {
    const wall = wallOf(wallId);
    const face = faceOf(wallId);
    const left = uXOf(wall, face, x);
    const right = wall.length.mm - left;
    return left <= right ? `${say(left)} from the left end of ${wall.name}` : `${say(right)} from the right end of ${wall.name}`;
  };

  const legs: Leg[] = [];
  const holes: Hole[] = [];
  const openings: RouteOpening[] = [];
  const drillFrom: string[] = [];
  const plates = new Map<'above' | 'below', string[]>();
  const outside: Traced['outside'] = [];
  const hole = (h: Omit<Hole, 'id' | 'judged' | 'plate' | 'bushing' | 'seal' | 'count'> & Partial<Hole>): void => {
    const bored = { id: `hole-${holes.length + 1}`, count: 1, bushing: false, seal: false, ...h };
    holes.push({ ...bored, ...judgedHole(site, edition, unit, bored) });
  };
  const open = (wallId: string, what: string, x: number, z: number, wide = OPEN_MM.wide): void => {
    const wall = wallOf(wallId);
    // what hangs on no face is not opened
    if (openFraming(wall)) return;
    const half = wide / 2 + wall.framing.studWidth.mm / 2;
    const [left, right] = [Math.max(0, x - half), Math.min(wall.length.mm, x + half)];
    const [bottom, top] = [Math.max(0, z - OPEN_MM.high / 2), Math.min(wall.height.mm, z + OPEN_MM.high / 2)];
    const face = faceOf(wallId);
    openings.push({
      id: `opening-${openings.length + 1}`,
      wallId,
      face,
      what,
      left,
      right,
      bottom,
      top,
      fromLeft: [uXOf(wall, face, left), uXOf(wall, face, right)].sort((a, b) => a - b) as [number, number],
      patch: patchPlan({ before: { left, right, bottom, top }, after: undefined, studs: [], compound: schools.compound }),
    });
  };

  // legs: stretches in one part of the house
  let i = 0;
  while (i < list.length) {
    const space = spaceAt(i);
    let j = i;
    while (j + 1 < list.length && spaceAt(j + 1) === space) j++;
    legs.push(leg(space, i, j));
    i = j + 1;
  }
  /** wall, or space over or under rooms, that a point belongs to; boxes belong to where the cable goes on */
  function spaceAt(k: number): string {
    const n = list[k]!;
    const of = isSpot(n) ? (list[k + 1] && !isSpot(list[k + 1]!) ? list[k + 1]! : list[k - 1]!) : n;
    if (of.space.startsWith('bay/')) return `wall/${of.wallId}`;
    // round a room, each face is a leg of its own
    return of.space.startsWith('surface/') ? `${of.space}/${of.wallId}` : of.space;
  }
  function leg(space: string, from: number, to: number): Leg {
    const hollow = framing.hollows.find((h) => h.id === space);
    if (hollow) return hollowLeg(hollow, from, to);
    const points: { u: number; z: number }[] = [];
    for (let k = from; k <= to; k++) {
      const p = { u: u[k] ?? list[k]!.u!, z: wallZ(k)! };
      const last = points.at(-1);
      // up or down first, then along: a bay is passed in the middle of what it leaves free
      if (last && Math.abs(last.u - p.u) > 0.5 && Math.abs(last.z - p.z) > 0.5) points.push({ u: last.u, z: p.z });
      if (!last || Math.abs(last.u - p.u) > 0.5 || Math.abs(last.z - p.z) > 0.5) points.push(p);
    }
    const wallId = list[from]!.wallId ?? list[to]!.wallId!;
    // round a corner it goes to the end of the wall
    const bent = (k: number): boolean => edges[k]?.does === 'corner' || edges[k]?.does === 'chase-end';
    if (bent(to)) points.push({ u: endOf(wallId, points.at(-1)!.u), z: points.at(-1)!.z });
    if (bent(from - 1)) points.unshift({ u: endOf(wallId, points[0]!.u), z: points[0]!.z });
    for (let k = points.length - 1; k > 0; k--)
      if (Math.abs(points[k]!.u - points[k - 1]!.u) < 0.5 && Math.abs(points[k]!.z - points[k - 1]!.z) < 0.5) points.splice(k, 1);
    const kind = space.startsWith('wall/') ? 'wall' : kindOf(space);
    // a raceway goes round a room: its leg lies on more than one wall
    // and one round the end of a shelf comes forward from it
    const oneWall = list.slice(from, to + 1).every((n) => n.wallId === wallId && (n.part?.is ?? 'front') === 'front');
    const path = at.slice(from, to + 1);
    const lengthMm = oneWall
      ? points.slice(1).reduce((s, p, k) => s + Math.abs(p.u - points[k]!.u) + Math.abs(p.z - points[k]!.z), 0)
      : lengthOf(path);
    const seen = kind === 'wall' && openFraming(wallOf(wallId));
    const bored = edges.slice(from, to).flatMap((e) => (e.does === 'stud' ? (e.studs ?? []) : []));
    const held = seen ? stapledUpright(points, bored, { start: from === 0, end: to === list.length - 1 }) : undefined;
    return {
      space,
      kind,
      words:
        kind === 'wall' ? `in ${wallOf(wallId).name}` : kind === 'raceway' ? `on ${trackedOn(site, list[to]!)}` : spaceWords(site, space),
      path,
      onWall: oneWall ? { wallId, points } : undefined,
      lengthMm,
      staples: held?.staples ?? [],
      fastened: held
        ? `stapled on the studs within 8 in of the boxes, held by the bored studs along (334.30)${held.blocks > 0 ? '; no stud is near where it leaves the box: nail a block between the studs there and staple it on that' : ''}`
        : kind === 'wall'
          ? 'fished: may stay unsupported between the openings (334.30(B)(1))'
          : kind === 'raceway'
            ? 'in the raceway'
            : 'in conduit or under plaster, fixed before it is closed',
    };
  }
  function hollowLeg(hollow: Hollow, from: number, to: number): Leg {
    const grid = at.slice(from, to + 1);
    const [start, end] = [at[from - 1] ?? grid[0]!, at[to + 1] ?? grid.at(-1)!];
    // a box in the open belongs to the leg that leaves it
    const z = list.slice(from, to + 1).find((n) => n.space === hollow.id)!.z;
    const present = new Set(
      framing.nodes.flatMap((n) => (n.space === hollow.id ? [`${Math.round(n.x / 10)},${Math.round(n.y / 10)}`] : [])),
    );
    const free = (p: Point): boolean => {
      for (const dx of [-1, 0, 1])
        for (const dy of [-1, 0, 1]) if (present.has(`${Math.round(p.x / 10) + dx},${Math.round(p.y / 10) + dy}`)) return true;
      return false;
    };
    const flat = passing(hollow.id, start, grid, end, free);
    const path: Spot3[] = [{ ...start, z: start.z }, ...flat.map((p) => ({ ...p, z })), { ...end, z: end.z }].filter(
      (p, k, all) => k === 0 || lengthOf([all[k - 1]!, p]) > 0.5,
    );
    const lengthMm = lengthOf(path);
    const staples: number[] = [];
    let along = Math.abs(start.z - z);
    let acrossMm = 0;
    flat.slice(1).forEach((p, k) => {
      const q = flat[k]!;
      for (const part of byRoom(hollow, q, p)) {
        const { room, mm, joists } = part;
        // along the joists, and over their tops in an attic, it is stapled; bored joists hold it themselves
        if (hollow.kind === 'attic' || (!part.across && hollow.kind !== 'floor'))
          staples.push(...staplePositions(mm, inches(12), inches(12)).map((s) => along + s));
        if (part.across && joists > 0) {
          acrossMm += mm;
          if (hollow.kind !== 'attic') boreJoists(room, joists, part.middle);
        }
        along += mm;
      }
    });
    const over = hollow.kind === 'attic';
    return {
      space: hollow.id,
      kind: 'hollow',
      words: spaceWords(site, hollow.id),
      path,
      onWall: undefined,
      lengthMm,
      staples,
      fastened: over
        ? acrossMm > 0
          ? 'stapled along the joists; where it crosses their tops near the hatch, between guard strips (334.23)'
          : 'stapled along the joists (334.30)'
        : hollow.kind === 'floor'
          ? 'fished between the joists'
          : acrossMm > 0
            ? 'along the sides of the joists stapled, across them through bored holes, never under their edges (334.15(C))'
            : 'stapled along the side of a joist (334.15(C), 334.30)',
    };
  }

  /** Squared in one, or in two parts where the point to pass lies in this space. */
  function passing(space: string, start: Point, grid: readonly Point[], end: Point, free: (p: Point) => boolean): Point[] {
    const { via } = input;
    if (via?.space !== space || grid.length < 3) return squared(start, grid, end, free);
    const off = (p: Point): number => Math.hypot(p.x - via.x, p.y - via.y);
    const k = grid.reduce((best, p, n) => (off(p) < off(grid[best]!) ? n : best), 0);
    if (k === 0 || k === grid.length - 1) return squared(start, grid, end, free);
    const point = grid[k]!;
    return [...squared(start, grid.slice(0, k + 1), point, free), ...squared(point, grid.slice(k), end, free).slice(1)];
  }

  function boreJoists({ room, joists, under }: Hollow['rooms'][number], count: number, at: Point): void {
    const over = under ? 'under' : 'over';
    hole({
      member: 'joist',
      where: `${count} ${count === 1 ? 'joist' : 'joists'} ${over} the ${room.name}, in a straight line through their middles${joists?.spacing ? '' : '; reckoned at 16 in'}`,
      count,
      sizeMm: CROSSING_HOLE_MM,
      joists: { roomId: room.id, over: over === 'over' },
      at,
    });
  }

  /** the end of a wall that is nearer to a bay: where its corner is */
  function endOf(wallId: string, x: number): number {
    const { length } = wallOf(wallId);
    return x < length.mm / 2 ? 0 : length.mm;
  }

  // what is done from one point to the next
  edges.forEach((e, k) => {
    const [a, b] = [list[k]!, list[k + 1]!];
    const wall = e.wallId ? wallOf(e.wallId) : undefined;
    switch (e.does) {
      case 'stud': {
        const z = wallZ(k)!;
        for (const x of e.studs ?? []) {
          const metal = wall!.framing.material === 'metal';
          const edge = holeToFaceDistance(wall!.framing.studDepth.mm, CROSSING_HOLE_MM);
          hole({
            member: 'stud',
            where: `${fromEnd(wall!.id, x)}, ${say(z)} up; ${say(edge)} to both faces, ${say(z)} to the bottom and ${say(wall!.height.mm - z)} to the top${e.guessed ? '; the stud is only reckoned: find it first' : ''}`,
            sizeMm: CROSSING_HOLE_MM,
            bushing: metal,
            onWall: { wallId: wall!.id, u: x, z },
            at: pointOn(wall!, x),
          });
          open(wall!.id, `stud ${fromEnd(wall!.id, x)}`, x, z);
        }
        return;
      }
      case 'block': {
        const [x, z] = [u[k]!, (wallZ(k)! + wallZ(k + 1)!) / 2];
        hole({
          member: 'fire block',
          where: `${fromEnd(wall!.id, x)}, ${say(z)} up`,
          sizeMm: CROSSING_HOLE_MM,
          seal: true,
          onWall: { wallId: wall!.id, u: x, z },
          at: pointOn(wall!, x),
        });
        open(wall!.id, 'fire block', x, z);
        return;
      }
      case 'corner':
      case 'chase-end': {
        for (const [n, m] of [
          [k, a],
          [k + 1, b],
        ] as const) {
          const w = wallOf(m.wallId!);
          if (w.framing.material === 'masonry') continue;
          const x = endOf(w.id, u[n]!);
          open(w.id, 'corner of the room', x, wallZ(n)!, 2 * OPEN_MM.wide);
          hole({
            member: 'stud',
            where: `corner post at the end of ${w.name}, ${say(wallZ(n)!)} up; two or three studs stand together there`,
            sizeMm: CROSSING_HOLE_MM,
            corner: true,
            onWall: { wallId: w.id, u: x, z: wallZ(n)! },
            at: pointOn(w, x),
          });
        }
        return;
      }
      case 'top-plate':
      case 'bottom-plate': {
        const n = a.bay ? k : k + 1;
        const top = e.does === 'top-plate';
        const x = u[n]!;
        const w = wall!;
        const where = fromEnd(w.id, x);
        const depth = w.framing.studDepth.mm;
        hole({
          member: top ? 'top plate' : 'bottom plate',
          where: `${where}, in the middle of the plate: ${say(holeToFaceDistance(depth, CROSSING_HOLE_MM))} to both faces, ${say(finishThicknessMm(w, faceOf(w.id)) + depth / 2)} behind the finished face`,
          sizeMm: CROSSING_HOLE_MM,
          seal: true,
          onWall: { wallId: w.id, u: x, z: top ? w.height.mm : 0 },
          at: pointOn(w, x),
        });
        // how it is found is the same at every plate: said once for all of them
        const known = plates.get(top ? 'above' : 'below') ?? [];
        plates.set(top ? 'above' : 'below', [...known, w.name]);
        return;
      }
      case 'through': {
        outside.push(outsideOf(wall!, unit));
        hole({
          member: 'wall',
          where: `${fromEnd(wall!.id, u[k] ?? u[k + 1]!)}, ${say(wallZ(k)!)} up inside, drilled from inside out`,
          sizeMm: inches(0.875),
          seal: true,
          onWall: { wallId: wall!.id, u: u[k] ?? u[k + 1]!, z: wallZ(k)! },
          at: at[k]!,
        });
        return;
      }
      default:
    }
  });
  function pointOn(wall: Wall, x: number): Point {
    const side = framing.sides.get(wall.id);
    return side ? planPoint(wall, side, x) : { x: 0, y: 0 };
  }

  const chases = legs
    .filter((l) => l.kind === 'chase' && l.onWall)
    .flatMap((l) => {
      const { wallId, points } = l.onWall!;
      return (['up and down', 'along'] as const).flatMap((runs) => {
        const mm = points.slice(1).reduce((s, p, k) => s + Math.abs(runs === 'along' ? p.u - points[k]!.u : p.z - points[k]!.z), 0);
        return mm > 1 ? [chaseIn(wallOf(wallId), mm, runs)] : [];
      });
    });

  const laid = {
    legs,
    throughMm: edges.filter((e) => e.does === 'through').map((e) => wallThicknessMm(wallOf(e.wallId!))),
    bends: Math.max(2, bendsOf(legs)),
    holes,
    loops: !input.open && legs.some((l) => l.kind === 'hollow' || (l.kind === 'wall' && l.staples.length > 0)) ? 2 : 0,
  };
  const run = runFrom(runTerms(laid), { freeEndsMm: input.freeEndsMm, sheathMm: input.sheathMm }, 'as it lies', !input.open);

  return {
    legs,
    holes,
    openings,
    drillFrom: [...drillFrom, ...[...plates].map(([from, names]) => throughPlate(from, names, say(BACK_FROM_WIRE_MM)))],
    chases,
    outside,
    run,
    counts: countsOf(legs, holes, openings),
    bends: laid.bends,
    loops: laid.loops,
  };
}

/**
 * Along the studs of open framing: a cable is held within 8 in of a box without clamps, and at most 54 in apart (314.17(C), 334.30).
 * A stretch that leaves a box level is held by the first stud that it is bored through, where that stands within 12 in; else by a block.
 */
function stapledUpright(
  points: readonly { u: number; z: number }[],
  bored: readonly number[],
  ends: { start: boolean; end: boolean },
): { staples: number[]; blocks: number } {
  const staples: number[] = [];
  const held: number[] = [];
  let along = 0;
  points.slice(1).forEach((p, k) => {
    const q = points[k]!;
    const mm = Math.abs(p.z - q.z) + Math.abs(p.u - q.u);
    if (Math.abs(p.z - q.z) > 0.5) staples.push(...staplePositions(mm, inches(8), inches(8)).map((s) => along + s));
    else held.push(...bored.filter((x) => Math.abs(x - q.u) <= mm && Math.abs(x - p.u) <= mm).map((x) => along + Math.abs(x - q.u)));
    along += mm;
  });
  held.push(...staples);
  const blocks: number[] = [];
  if (ends.start && along > inches(12) && Math.min(...held) > inches(12)) blocks.push(inches(8));
  if (ends.end && along > inches(12) && along - Math.max(...held) > inches(12)) blocks.push(along - inches(8));
  return { staples: [...staples, ...blocks].sort((a, b) => a - b), blocks: blocks.length };
}

/** A straight stretch in a space over or under rooms, parted where another room’s joists begin: each has its own spacing, depth and direction. */
function byRoom(
  hollow: Hollow,
  from: Point,
  to: Point,
): { room: Hollow['rooms'][number]; mm: number; across: boolean; joists: number; middle: Point }[] {
  const length = Math.abs(to.x - from.x) + Math.abs(to.y - from.y);
  if (length < 0.5) return [];
  const axis = Math.abs(to.x - from.x) > Math.abs(to.y - from.y) ? 'x' : 'y';
  const steps = Math.max(1, Math.round(length / inches(4)));
  const at = (i: number): Point => ({ x: from.x + ((to.x - from.x) * i) / steps, y: from.y + ((to.y - from.y) * i) / steps });
  const parts: { room: Hollow['rooms'][number]; first: number; end: number }[] = [];
  for (let i = 0; i < steps; i++) {
    // between two rooms lies their wall: it goes with the room before it
    const room = hollow.rooms.find((r) => inside(at(i + 0.5), r.polygon)) ?? parts.at(-1)?.room ?? nearestRoom(hollow, at(i + 0.5));
    const last = parts.at(-1);
    if (last?.room === room) last.end = i + 1;
    else parts.push({ room, first: i, end: i + 1 });
  }
  return parts.map(({ room, first, end }) => {
    const step = length / steps;
    const spacing = room.joists?.spacing?.mm ?? USUAL_JOIST.spacing;
    const across = room.runs !== axis;
    return {
      room,
      mm: (end - first) * step,
      across,
      joists: across ? Math.round((end * step) / spacing) - Math.round((first * step) / spacing) : 0,
      middle: at((first + end) / 2),
    };
  });
}

const nearestRoom = (hollow: Hollow, p: Point): Hollow['rooms'][number] =>
  hollow.rooms.reduce((best, r) => {
    const d = (room: typeof r): number => Math.min(...room.polygon.map((c) => Math.hypot(c.x - p.x, c.y - p.y)));
    return d(r) < d(best) ? r : best;
  });

/** Corners of all legs, and one where a leg gives way to the next. */
function bendsOf(legs: readonly Leg[]): number {
  const corners = (points: readonly { a: number; b: number }[]): number => Math.max(0, points.length - 2);
  return legs.reduce(
    (s, l) => s + corners(l.onWall ? l.onWall.points.map((p) => ({ a: p.u, b: p.z })) : l.path.map((p) => ({ a: p.x, b: p.y }))) + 1,
    0,
  );
}
