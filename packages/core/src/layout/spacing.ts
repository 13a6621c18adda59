/**
 * Receptacles round a room (NEC 210.52(A) and (C), from memory): wall spaces unfolded along the floor line, what no receptacle
 * reaches, and the fewest that would reach it all. All places are on a grid, so the optimum is exact on that grid. mm.
 */
import { spacingWords } from '../words/layout/spacing.js';
import { isReceptacle, nec } from '../catalog/index.js';
import { product, term, type Judged } from '../codebook/index.js';
import { inches } from '../measure/index.js';
import { boxRect, studPlaces, type Edition, type FaceId, type Room, type Site, type Sum, type Wall } from '../model/index.js';

export interface SpacingRule {
  /** no point further than this from a receptacle */
  reachMm: number;
  /** stretches narrower than this don't count */
  leastMm: number;
}
export const WALL_RULE: SpacingRule = { reachMm: inches(72), leastMm: inches(24) };
export const COUNTER_RULE: SpacingRule = { reachMm: inches(24), leastMm: inches(12) };
/** Receptacles higher than this don't count (210.52). */
export const COUNTS_BELOW_MM = inches(66);
/** Places are looked for on every quarter inch. */
export const GRID_MM = inches(0.25);

export interface Span {
  from: number;
  to: number;
}
/** An unbroken stretch along which reach is measured, with what is on it; positions are along the stretch. */
export interface WallSpace {
  /** from the start of the unfolded strip */
  start: number;
  length: number;
  /** a room without a door runs round into itself */
  ring: boolean;
  existing: number[];
  /** where a box can stand */
  allowed: Span[];
}

const EPSILON = 1e-6;

/** Cuts `spans` out of 0 … length. */
function without(length: number, spans: Span[]): Span[] {
  const sorted = [...spans].sort((a, b) => a.from - b.from);
  const free: Span[] = [];
  let at = 0;
  for (const s of sorted) {
    if (s.from > at + EPSILON) free.push({ from: at, to: Math.min(length, s.from) });
    at = Math.max(at, s.to);
  }
  if (at < length - EPSILON) free.push({ from: at, to: length });
  return free;
}

/** What no receptacle in `places` reaches. On a ring, reach goes round. */
export function uncovered(space: Pick<WallSpace, 'length' | 'ring'>, places: number[], reachMm: number): Span[] {
  const { length, ring } = space;
  const covered = places.flatMap((p): Span[] => {
    const all = [{ from: p - reachMm, to: p + reachMm }];
    if (!ring) return all;
    return [...all, { from: p - reachMm - length, to: p + reachMm - length }, { from: p - reachMm + length, to: p + reachMm + length }];
  });
  return without(
    length,
    covered.filter((s) => s.to > 0 && s.from < length).map((s) => ({ from: Math.max(0, s.from), to: Math.min(length, s.to) })),
  );
}

/** All grid places where a box can stand, in order, each once. */
export function gridPlaces(space: WallSpace, gridMm: number): number[] {
  const places: number[] = [];
  for (const a of space.allowed)
    for (let n = Math.ceil((a.from - EPSILON) / gridMm); n * gridMm <= a.to + EPSILON; n++) places.push(n * gridMm);
  return [...new Set(places)].sort((a, b) => a - b);
}

/** Index of the last value at or below `most` in a sorted list; −1 when none is. */
function lastAtMost(sorted: number[], most: number): number {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const mid = (low + high) >> 1;
    if (sorted[mid]! <= most + EPSILON) low = mid + 1;
    else high = mid;
  }
  return low - 1;
}

export interface Coverage {
  /** the fewest places that, with those that exist, reach everything that can be reached */
  added: number[];
  /** stretches no allowed place reaches */
  unreachable: Span[];
}

/** On a line the place furthest on that still reaches the first uncovered point is never worse than another: the greedy walk is exact. */
function coverLine(length: number, existing: number[], places: number[], reachMm: number): Coverage {
  const have = [...existing].sort((a, b) => a - b);
  const added: number[] = [];
  const unreachable: Span[] = [];
  let at = 0;
  let next = 0;
  while (at < length - EPSILON) {
    while (next < have.length && have[next]! - reachMm <= at + EPSILON) at = Math.max(at, have[next++]! + reachMm);
    if (at >= length - EPSILON) break;
    const best = lastAtMost(places, at + reachMm);
    if (best < 0 || places[best]! + reachMm <= at + EPSILON) {
      // nothing reaches on from here: on to where the next place or receptacle begins to reach
      const from = Math.min(places[best + 1] ?? Infinity, have[next] ?? Infinity) - reachMm;
      const to = Math.min(length, Math.max(at, from));
      unreachable.push({ from: at, to });
      at = to;
      continue;
    }
    added.push(places[best]!);
    at = places[best]! + reachMm;
  }
  return { added, unreachable };
}

/**
 * The fewest further receptacles for one wall space, exact on the grid.
 * On a ring that nothing covers yet, every place that reaches the first point is tried as the first.
 */
export function fewestReceptacles(space: WallSpace, rule: SpacingRule, gridMm = GRID_MM): Coverage {
  const places = gridPlaces(space, gridMm);
  if (!space.ring) return centred(space, coverLine(space.length, space.existing, places, rule.reachMm), places, rule.reachMm);
  const { length } = space;
  const opened = (cut: number): Coverage => {
    const on = (p: number) => (((p - cut) % length) + length) % length;
    const behind = (list: number[]) => [...list.map(on), ...list.map((p) => on(p) - length), ...list.map((p) => on(p) + length)];
    const result = coverLine(
      length,
      behind(space.existing),
      places.map(on).sort((a, b) => a - b),
      rule.reachMm,
    );
    const back = (p: number) => (p + cut) % length;
    return {
      added: result.added.map(back),
      unreachable: result.unreachable.map((s) => ({ from: back(s.from), to: back(s.from) + s.to - s.from })),
    };
  };
  const gaps = uncovered(space, space.existing, rule.reachMm);
  if (gaps.length === 0) return { added: [], unreachable: [] };
  const first = gaps[0]!.from;
  if (2 * rule.reachMm >= length && places.length) return { added: [places[places.length >> 1]!], unreachable: [] };
  let best: Coverage | undefined;
  for (const p of places) {
    const away = Math.min(Math.abs(p - first), length - Math.abs(p - first));
    if (away > rule.reachMm + EPSILON) continue;
    const rest = fewestReceptaclesAfter(space, p, places, rule.reachMm);
    if (!best || better(rest, best)) best = rest;
  }
  return best ?? opened(first);
}

/** Reaching more comes first, then using fewer. */
function better(a: Coverage, b: Coverage): boolean {
  const left = (c: Coverage) => c.unreachable.reduce((sum, s) => sum + s.to - s.from, 0);
  return Math.abs(left(a) - left(b)) > EPSILON ? left(a) < left(b) : a.added.length < b.added.length;
}

/** The ring with one place set: what is left is a line from where it stops reaching. */
function fewestReceptaclesAfter(space: WallSpace, first: number, places: number[], reachMm: number): Coverage {
  const { length } = space;
  const start = first + reachMm;
  const rest = length - 2 * reachMm;
  const on = (p: number) => (((p - start) % length) + length) % length;
  // places behind either end of the line, under the first one's own reach, may still reach into it
  const line = [...places.map(on), ...places.map((p) => on(p) - length)].sort((a, b) => a - b);
  const have = [...space.existing.map(on), ...space.existing.map((p) => on(p) - length)];
  const result = coverLine(rest, have, line, reachMm);
  return {
    added: [first, ...result.added.map((p) => (((p + start) % length) + length) % length)],
    unreachable: result.unreachable.map((s) => ({ from: (s.from + start) % length, to: ((s.from + start) % length) + s.to - s.from })),
  };
}

/** Of all placings with as few receptacles, one that leaves about as much at the left as at the right. */
function centred(space: WallSpace, greedy: Coverage, places: number[], reachMm: number): Coverage {
  if (greedy.added.length === 0 || greedy.unreachable.length) return greedy;
  const mirrored = coverLine(
    space.length,
    space.existing.map((p) => space.length - p),
    places.map((p) => space.length - p).reverse(),
    reachMm,
  );
  const left = mirrored.added.map((p) => space.length - p).reverse();
  if (left.length !== greedy.added.length) return greedy;
  const middle = greedy.added.map((right, i) => {
    const want = (right + left[i]!) / 2;
    const i1 = lastAtMost(places, want);
    const near = [places[i1], places[i1 + 1]].filter((p) => p !== undefined);
    return near.reduce((a, b) => (Math.abs(b - want) < Math.abs(a - want) ? b : a));
  });
  const added = [...space.existing, ...middle];
  return uncovered(space, added, reachMm).length === 0 ? { added: middle, unreachable: [] } : greedy;
}

export interface StripWall {
  wall: Wall;
  face: FaceId;
  /** where this wall begins on the unfolded strip */
  start: number;
}
/** The room's walls laid out in one strip, left to right as seen from inside. */
export function unfolded(site: Site, room: Room): StripWall[] {
  let start = 0;
  return (room.sides ?? []).flatMap((side) => {
    const wall = site.walls.find((w) => w.id === side.wallId);
    if (!wall) return [];
    const strip = { wall, face: side.face, start };
    start += wall.length.mm;
    return [strip];
  });
}

/** x on face A as distance from the left end of a face. */
const onFace = (wall: Wall, face: FaceId, x: number): number => (face === 'A' ? x : wall.length.mm - x);
const spanOnFace = (wall: Wall, face: FaceId, x: number, width: number): Span =>
  face === 'A' ? { from: x, to: x + width } : { from: wall.length.mm - x - width, to: wall.length.mm - x };

/** Half an opening and room beside a stud for the box (common practice). */
const CLEAR_MM = inches(2.25 / 2 + 0.125);

/** Studs of the corner itself, the one that holds the next wall’s finish, and the plate clear of that wall (common practice). */
const FROM_CORNER_MM = inches(6);

function blockedOn({ wall, face }: StripWall): Span[] {
  const half = wall.framing.studWidth.mm / 2 + CLEAR_MM;
  const studs = studPlaces(wall).map((s) => ({ from: onFace(wall, face, s.x) - half, to: onFace(wall, face, s.x) + half }));
  const things = [
    ...wall.obstacles.map((o) => ({ x: o.x.mm, width: o.width.mm, z: o.z.mm })),
    ...wall.openings.map((o) => ({ x: o.x.mm, width: o.width.mm, z: o.z.mm })),
  ]
    .filter((o) => o.z < inches(18))
    .map((o) => spanOnFace(wall, face, o.x, o.width))
    .map((s) => ({ from: s.from - CLEAR_MM, to: s.to + CLEAR_MM }));
  const end = wall.length.mm > 3 * FROM_CORNER_MM ? FROM_CORNER_MM : CLEAR_MM;
  const ends = [
    { from: -1, to: end },
    { from: wall.length.mm - end, to: wall.length.mm + 1 },
  ];
  return [...studs, ...things, ...ends];
}

export interface RoomSpacing {
  strip: StripWall[];
  lengthMm: number;
  spaces: (WallSpace & { uncovered: Span[]; coverage: Coverage })[];
  /** doors and floor-to-counter fixtures that break the walls, on the strip */
  breaks: Span[];
  /** receptacles that are there, and those that are wanted, on the strip */
  existing: number[];
  wanted: { id: string; at: number }[];
  judged: Judged;
}

interface Ribbon {
  length: number;
  breaks: Span[];
  boxes: number[];
  blocked: Span[];
  loop: boolean;
}

/** The ribbon cut at its breaks; on a loop the part before the first break joins the part after the last. */
function spacesOf(ribbon: Ribbon, rule: SpacingRule): WallSpace[] {
  const parts = without(ribbon.length, ribbon.breaks);
  const [first, last] = [parts[0], parts.at(-1)];
  if (ribbon.loop && ribbon.breaks.length && first && last && first !== last && first.from < EPSILON && last.to > ribbon.length - EPSILON) {
    parts.shift();
    parts[parts.length - 1] = { from: last.from, to: last.to + first.to };
  }
  const allowed = without(
    ribbon.length,
    ribbon.blocked.map((b) => ({ from: Math.max(0, b.from), to: Math.min(ribbon.length, b.to) })),
  );
  const wrapped = (spans: Span[]) => [...spans, ...spans.map((s) => ({ from: s.from + ribbon.length, to: s.to + ribbon.length }))];
  return parts
    .filter((p) => p.to - p.from >= rule.leastMm - EPSILON)
    .map((p) => ({
      start: p.from,
      length: p.to - p.from,
      ring: ribbon.loop && ribbon.breaks.length === 0,
      existing: [...ribbon.boxes, ...ribbon.boxes.map((b) => b + ribbon.length)]
        .filter((b) => b >= p.from && b <= p.to)
        .map((b) => b - p.from),
      allowed: wrapped(allowed)
        .map((a) => ({ from: Math.max(0, a.from - p.from), to: Math.min(p.to, a.to) - p.from }))
        .filter((a) => a.to > a.from),
    }));
}

/**
 * Wall spaces of a room with what is not reached, and the fewest further receptacles.
 * Doors and things that stand on the floor and can't be moved break a space; windows don't.
 */
export function roomSpacing(site: Site, room: Room, edition: Edition, gridMm = GRID_MM): RoomSpacing {
  const strip = unfolded(site, room);
  const lengthMm = strip.reduce((sum, s) => sum + s.wall.length.mm, 0);
  const onStrip = (s: StripWall, span: Span): Span => ({
    from: s.start + Math.max(0, span.from),
    to: s.start + Math.min(s.wall.length.mm, span.to),
  });
  const breaks = strip.flatMap((s) => [
    ...s.wall.openings
      .filter((o) => o.kind === 'door' || o.z.mm < inches(1))
      .map((o) => onStrip(s, spanOnFace(s.wall, s.face, o.x.mm, o.width.mm))),
    ...(s.wall.fixtures ?? [])
      .filter((f) => f.face === s.face && ['base-cabinet', 'furniture'].includes(f.kind) && f.z.mm < inches(6))
      .map((f) => onStrip(s, spanOnFace(s.wall, s.face, f.x.mm, f.width.mm))),
  ]);
  const boxes = strip.flatMap((s) =>
    site.boxes
      .filter((b) => b.wallId === s.wall.id && b.face === s.face && site.devices.some((d) => d.boxId === b.id && isReceptacle(d.kind)))
      .flatMap((b) => {
        const rect = boxRect(s.wall, b);
        return rect && rect.top <= COUNTS_BELOW_MM ? [s.start + onFace(s.wall, s.face, rect.centre)] : [];
      }),
  );
  const wanted = (room.wanted ?? []).flatMap((w) => {
    const s = strip.find((part) => part.wall.id === w.wallId && part.face === w.face);
    return s ? [{ id: w.id, at: s.start + w.fromLeft.mm }] : [];
  });
  const blocked = strip.flatMap((s) => blockedOn(s).map((b) => ({ from: s.start + b.from, to: s.start + b.to })));
  const spaces = spacesOf(
    { length: lengthMm, breaks, boxes: [...boxes, ...wanted.map((w) => w.at)], blocked, loop: strip.length > 2 },
    WALL_RULE,
  ).map((space) => ({
    ...space,
    uncovered: uncovered(space, space.existing, WALL_RULE.reachMm),
    coverage: fewestReceptacles(space, WALL_RULE, gridMm),
  }));
  return { strip, lengthMm, spaces, breaks, existing: boxes, wanted, judged: spacingJudged(room, strip, spaces, edition) };
}

function spacingJudged(room: Room, strip: StripWall[], spaces: RoomSpacing['spaces'], edition: Edition): Judged {
  const source = nec(edition.slice(3), '210.52(A)');
  if (strip.length < 3)
    return {
      verdict: 'can’t tell',
      ...spacingWords.wallsUnknown({ room: room.name }),
      sums: [],
      source,
    };
  const missing = spaces.reduce((sum, s) => sum + s.uncovered.reduce((part, u) => part + u.to - u.from, 0), 0);
  const added = spaces.reduce((sum, s) => sum + s.coverage.added.length, 0);
  const unreachable = spaces.some((s) => s.coverage.unreachable.length);
  const sums: Sum[] = spaces.map((s, i) => ({
    terms: [
      term(`wall space ${i + 1}, unbroken`, s.length, 'length'),
      term('of it within 6 ft of a receptacle', -(s.length - s.uncovered.reduce((part, u) => part + u.to - u.from, 0)), 'length'),
    ],
    result: term(
      'not reached',
      s.uncovered.reduce((part, u) => part + u.to - u.from, 0),
      'length',
    ),
    limit: { ...term('at most', 0, 'length'), relation: '≤' as const },
  }));
  if (added)
    sums.push({
      terms: [product('one receptacle reaches 6 ft to each side', 2, WALL_RULE.reachMm, 'length')],
      result: term('receptacles to add at least', added, 'count'),
    });
  const ok = missing < 1;
  return {
    verdict: ok ? 'ok' : 'caution',
    ...(ok ? spacingWords.allReached() : spacingWords.more({ added, unreachable })),
    sums,
    source,
  };
}

/** Counters of one face: spaces of 12 in and more, no point further than 24 in from a receptacle above the counter. */
export function counterSpacing(
  site: Site,
  wall: Wall,
  face: FaceId,
  gridMm = GRID_MM,
): { counterId: string; topMm: number; space: WallSpace; uncovered: Span[]; coverage: Coverage }[] {
  return (wall.fixtures ?? [])
    .filter((f) => f.kind === 'counter' && f.face === face && f.width.mm >= COUNTER_RULE.leastMm)
    .map((counter) => {
      const span = spanOnFace(wall, face, counter.x.mm, counter.width.mm);
      const topMm = counter.z.mm + counter.height.mm;
      const existing = site.boxes
        .filter((b) => b.wallId === wall.id && b.face === face && site.devices.some((d) => d.boxId === b.id && isReceptacle(d.kind)))
        .flatMap((b) => {
          const rect = boxRect(wall, b);
          if (!rect || rect.bottom < topMm || rect.top - topMm > inches(20)) return [];
          const at = onFace(wall, face, rect.centre);
          return at >= span.from && at <= span.to ? [at - span.from] : [];
        });
      const half = wall.framing.studWidth.mm / 2 + CLEAR_MM;
      const windows = wall.openings
        .map((o) => spanOnFace(wall, face, o.x.mm, o.width.mm))
        .map((s) => ({ from: s.from - CLEAR_MM, to: s.to + CLEAR_MM }));
      const studs = studPlaces(wall).map((s) => ({ from: onFace(wall, face, s.x) - half, to: onFace(wall, face, s.x) + half }));
      const length = span.to - span.from;
      const blocked = [...studs, ...windows]
        .map((b) => ({ from: Math.max(0, b.from - span.from), to: Math.min(length, b.to - span.from) }))
        .filter((b) => b.to > b.from);
      const space: WallSpace = { start: span.from, length, ring: false, existing, allowed: without(length, blocked) };
      return {
        counterId: counter.id,
        topMm,
        space,
        uncovered: uncovered(space, existing, COUNTER_RULE.reachMm),
        coverage: fewestReceptacles(space, COUNTER_RULE, gridMm),
      };
    });
}

/** A position on the strip as a place on a wall. */
export function onWall(strip: StripWall[], at: number): { wall: Wall; face: FaceId; xMm: number; fromLeftMm: number } | undefined {
  const total = strip.reduce((sum, s) => sum + s.wall.length.mm, 0);
  const p = ((at % total) + total) % total;
  const s = strip.find((part) => p >= part.start && p < part.start + part.wall.length.mm + EPSILON);
  return s && { wall: s.wall, face: s.face, fromLeftMm: p - s.start, xMm: onFace(s.wall, s.face, p - s.start) };
}
