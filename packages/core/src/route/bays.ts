/** The hollow parts of a wall between its studs, cut by openings, blocks and what fills them. mm along face A, up from the floor. */
import { baysLooked, openFraming, studPlaces, type Obstacle, type Wall } from '../model/index.js';

/** Something in a bay that a cable gets past, and whether it is known how deep it lies. */
export interface Past {
  says: string;
  depthKnown: boolean;
}
export interface Bay {
  /** counted from the left end of face A */
  n: number;
  left: number;
  right: number;
  bottom: number;
  top: number;
  /** somebody looked in */
  looked: boolean;
  /** its studs are only reckoned */
  reckoned: boolean;
  /** where a cable runs if nothing else decides: the middle of its widest free part */
  clear: number;
  /** things in it that a cable has to get past */
  past: Past[];
}
/** What lies between two bays side by side. */
export interface Between {
  left: Bay;
  right: Bay;
  /** middles of the studs between them */
  studs: number[];
  guessed: boolean;
  /** something that fills the wall from face to face: no way through */
  filled?: Obstacle;
}
export interface Block {
  below: Bay;
  above: Bay;
  /** top of the lower bay */
  z: number;
  obstacle: Obstacle;
}
export interface WallBays {
  bays: Bay[];
  between: Between[];
  blocks: Block[];
  /** no stud was found: all are reckoned from the end of the wall */
  noStudFound: boolean;
}

/** Least room for a cable beside a thing, and for a bay to be one (common practice). */
const PASS_MM = 40;
const LEAST_BAY_MM = 25;
/** Wood that a full-depth thing may leave and still be in the way. */
const SPARE_MM = 25;
const SPLITS: ReadonlySet<Obstacle['kind']> = new Set(['fire-block', 'header', 'brace']);

interface Member {
  from: number;
  to: number;
  stud?: number;
  guessed?: boolean;
  filled?: Obstacle;
}

/** Studs of a wall, or where they would stand if none was found. */
function members(wall: Wall): { list: Member[]; noStudFound: boolean } {
  const half = wall.framing.studWidth.mm / 2;
  const places = studPlaces(wall).map((s) => ({ x: s.x, guessed: s.known === 'guessed' || s.known === 'assumed' }));
  const noStudFound = places.length === 0;
  if (noStudFound) {
    const { spacing } = wall.framing;
    for (let x = half; x < wall.length.mm; x += x === half ? spacing.mm - half : spacing.mm) places.push({ x, guessed: true });
    const last = places.at(-1);
    if (last && wall.length.mm - half - last.x > half) places.push({ x: wall.length.mm - half, guessed: true });
  }
  const list: Member[] = places.map((s) => ({ from: s.x - half, to: s.x + half, stud: s.x, guessed: s.guessed }));
  for (const o of wall.obstacles)
    if (!SPLITS.has(o.kind) && fillsDepth(wall, o) && o.height.mm > wall.height.mm * 0.6)
      list.push({ from: o.x.mm, to: o.x.mm + o.width.mm, filled: o });
  return { list: list.sort((a, b) => a.from - b.from), noStudFound };
}

const fillsDepth = (wall: Wall, o: Obstacle): boolean => o.thick !== undefined && o.thick.mm >= wall.framing.studDepth.mm - SPARE_MM;

/** Widest part of `from … to` that `a … b` leaves. */
function beside(from: number, to: number, a: number, b: number): { from: number; to: number } {
  const [left, right] = [Math.min(a, to) - from, to - Math.max(b, from)];
  return left >= right ? { from, to: from + Math.max(0, left) } : { from: to - Math.max(0, right), to };
}

/** All bays of a framed wall; none in masonry. */
export function wallBays(wall: Wall): WallBays {
  const result: WallBays = { bays: [], between: [], blocks: [], noStudFound: false };
  if (wall.framing.material === 'masonry') return result;
  const { list, noStudFound } = members(wall);
  result.noStudFound = noStudFound;
  const edges: Member[] = [...list, { from: wall.length.mm, to: wall.length.mm }];
  let at = 0;
  let crossed: Member[] = [];
  let last: Bay[] = [];
  for (const m of edges) {
    if (m.from - at >= LEAST_BAY_MM) {
      const here = bayStack(wall, at, m.from, result, noStudFound);
      for (const left of last)
        for (const right of here)
          if (Math.min(left.top, right.top) - Math.max(left.bottom, right.bottom) > LEAST_BAY_MM) {
            const filled = crossed.find((c) => c.filled)?.filled;
            result.between.push({
              left,
              right,
              studs: crossed.flatMap((c) => (c.stud === undefined ? [] : [c.stud])),
              guessed: crossed.some((c) => c.guessed),
              ...(filled ? { filled } : {}),
            });
          }
      // nothing leads past a door: what stands on its two sides are not neighbours
      last = here;
      crossed = [];
    }
    crossed.push(m);
    at = Math.max(at, m.to);
  }
  return result;
}

const pastOf = (o: Obstacle): Past => {
  const depthKnown = o.thick !== undefined && o.behindA !== undefined;
  return { says: `the ${o.kind}${depthKnown ? '' : ', depth not known'}`, depthKnown };
};
/** The bays one over the other between two studs. */
function bayStack(wall: Wall, from: number, to: number, into: WallBays, reckoned: boolean): Bay[] {
  let parts: { from: number; to: number; free?: { from: number; to: number }; bottom: number; top: number; past: Past[] }[] = [
    { from, to, bottom: 0, top: wall.height.mm, past: [] },
  ];
  for (const o of wall.openings) {
    const [a, b] = [o.x.mm, o.x.mm + o.width.mm];
    if (b <= from || a >= to) continue;
    parts = parts.flatMap((p) => {
      const free = beside(p.from, p.to, a, b);
      if (free.to - free.from >= PASS_MM) return [{ ...p, ...free }];
      // over it stands a header: no way there. Under a window there is.
      return o.z.mm > p.bottom + LEAST_BAY_MM
        ? [{ ...p, top: Math.min(p.top, o.z.mm), past: [...p.past, { says: 'the sill of a window', depthKnown: true }] }]
        : [];
    });
  }
  const blocks: { z: number; to: number; obstacle: Obstacle }[] = [];
  for (const o of wall.obstacles) {
    const [a, b] = [o.x.mm, o.x.mm + o.width.mm];
    if (b <= from || a >= to) continue;
    const [low, high] = [o.z.mm, o.z.mm + o.height.mm];
    parts = parts.flatMap((p) => {
      if (high <= p.bottom || low >= p.top) return [p];
      const free = beside(p.from, p.to, a, b);
      const across = SPLITS.has(o.kind);
      if (!across && (free.to - free.from >= PASS_MM || !fillsDepth(wall, o))) {
        const inner = beside(p.free?.from ?? p.from, p.free?.to ?? p.to, a, b);
        const room = inner.to - inner.from >= PASS_MM ? { free: inner } : {};
        return [{ ...p, ...room, past: [...p.past, pastOf(o)] }];
      }
      if (across && free.to - free.from >= PASS_MM) return [{ ...p, ...free }];
      if (across) blocks.push({ z: low, to: high, obstacle: o });
      return [
        { ...p, top: low },
        { ...p, bottom: high },
      ].filter((x) => x.top - x.bottom > LEAST_BAY_MM);
    });
  }
  const made = parts.map((p): Bay => {
    const bay: Bay = {
      n: into.bays.length,
      left: p.from,
      right: p.to,
      bottom: p.bottom,
      top: p.top,
      // between open studs one sees
      looked: openFraming(wall) || baysLooked(wall, { left: p.from, right: p.to }),
      reckoned,
      clear: p.free ? (p.free.from + p.free.to) / 2 : (p.from + p.to) / 2,
      past: p.past,
    };
    into.bays.push(bay);
    return bay;
  });
  for (const b of blocks) {
    const below = made.find((m) => Math.abs(m.top - b.z) < 1);
    const above = made.find((m) => Math.abs(m.bottom - b.to) < 1);
    if (below && above) into.blocks.push({ below, above, z: b.z, obstacle: b.obstacle });
  }
  return made;
}
