/** Surface metal raceway: stations along the walls, fittings, track cut from stock, covers, supports, fill, conductors. mm. */
import { BOX_KINDS, nec } from '../catalog/index.js';
import { atMost, product, term, total, type Judged } from '../codebook/index.js';
import { cutStock, type StockCut } from '../layout/index.js';
import { feet, inches, printMark, type LengthUnit } from '../measure/index.js';
import { studPlaces, uXOf, type Edition, type FaceId, type RacewayStock, type Site, type Sum, isSpace } from '../model/index.js';
import { trackedOn, type Framing, type FrameEdge, type FrontPart } from './frame/index.js';

/** Sizes of ordinary two-piece track; the maker’s sheet says the real ones (common practice). */
export const RACEWAY_MM = {
  /** device box, upright: along a level run, and along one that goes up */
  box: { along: BOX_KINDS['surface-1g'].widthMm, up: BOX_KINDS['surface-1g'].heightMm, out: BOX_KINDS['surface-1g'].widthMm },
  /** a screw into the front board of a shelf, and so on along it */
  onBoard: inches(16),
  /** one place to the next where only anchors hold it (common practice, no source) */
  onAnchors: inches(30),
  /** what a corner or elbow takes of each leg */
  corner: inches(1.5),
  /** a cover reaches under the edge of each fitting */
  overlap: inches(0.25),
  /** free end at each box, and spare length for an outlet that may come later */
  free: inches(8),
  spare: feet(1),
};
/** Cross-section of insulated copper, in² (NEC Chapter 9 Table 5, THHN; from memory), and how much of the inside wires may take. */
const CONDUCTOR_IN2: Record<number, number> = { 14: 0.0097, 12: 0.0133, 10: 0.0211 };
const FILL_SHARE = 0.4;

export interface RacewayPiece {
  /** where it goes: wall, from and to from the left end of the face */
  where: string;
  what: 'track' | 'cover';
  mm: number;
}
/** Fittings that take the wires round a turn: each costs time to pull through. */
export const TURN_FITTINGS = ['inside corner', 'outside corner', 'flat elbow'] as const;

export interface RacewayFitting {
  what: string;
  where: string;
  count: number;
  /** the wall or the part of a shelf it sits on, and how far along it from the wall’s left end */
  on?: string;
  atMm?: number;
}
export interface RacewaySupport {
  where: string;
  guessed: boolean;
  on?: string;
  atMm?: number;
  /** no stud is known there */
  anchor?: boolean;
}
export interface RacewayPlan {
  fittings: RacewayFitting[];
  pieces: RacewayPiece[];
  track: StockCut;
  covers: StockCut;
  supports: RacewaySupport[];
  fill: Judged;
  /** of each of hot, neutral and ground */
  conductorMm: number;
  sums: Sum[];
  stock: RacewayStock;
}

export const USUAL_STOCK: RacewayStock = {
  stock: { mm: feet(5), as: `5'`, known: 'assumed' },
  kerf: { mm: inches(0.125), as: '1/8', known: 'assumed' },
};

interface Leg {
  wallId: string;
  face: FaceId;
  /** the wall, or the part of a shelf at it, in words */
  on: string;
  part: FrontPart | undefined;
  axis: 'along' | 'up' | 'out';
  /** from the left end of the face, up from the floor, or out from the wall, in the order of the run */
  from: number;
  to: number;
  /** the other coordinate */
  at: number;
  boxes: number[];
  startsAt: 'box' | 'corner' | 'elbow';
  endsAt: 'box' | 'corner' | 'elbow';
}

/**
 * The raceway of a run that starts at an existing box and passes all wanted boxes.
 * @param sections ways from station to station, in the order of the run
 */
export function racewayPlan(
  site: Site,
  frame: Framing,
  sections: readonly { nodes: number[]; edges: FrameEdge[] }[],
  stock: RacewayStock,
  gauge: number,
  unit: LengthUnit,
  edition: Edition,
): RacewayPlan {
  const wallOf = (id: string) => site.walls.find((w) => w.id === id)!;
  const say = (mm: number): string => printMark(mm, unit);
  const leftEnd = (n: { part?: FrontPart }): string => (n.part ? 'left end of the wall' : 'left end');
  const legs: Leg[] = [];
  const fittings = new Map<string, RacewayFitting>();
  const fit = (what: string, where: string, spot: { on?: string; atMm?: number } = {}): void => {
    const known = fittings.get(`${what}|${where}`);
    fittings.set(`${what}|${where}`, { what, where, count: (known?.count ?? 0) + 1, ...spot });
  };
  let last: Leg | undefined;
  sections.forEach((section, n) => {
    section.edges.forEach((e, i) => {
      const [a, b] = [frame.nodes[section.nodes[i]!]!, frame.nodes[section.nodes[i + 1]!]!];
      if (e.does === 'raceway-base') {
        const spot = isSpace(a.space, 'surface') ? b : a;
        const wall = wallOf(spot.wallId!);
        const on = trackedOn(site, spot);
        const at = uXOf(wall, e.face!, spot.u!);
        const first = n === 0 && i === 0;
        const where = `${on}, ${say(at)} from the ${leftEnd(spot)}`;
        if (first) fit('base fitting over the existing box', where, { on, atMm: at });
        if (!first && i === section.edges.length - 1) fit('device box', where, { on, atMm: at });
        if (last && i === section.edges.length - 1) {
          last.boxes.push(last.axis === 'along' ? at : spot.up!);
          last.endsAt = 'box';
        }
        return;
      }
      if (e.does === 'raceway-corner') {
        fit(e.turn === 'outside' ? 'outside corner' : 'inside corner', `between ${trackedOn(site, a)} and ${trackedOn(site, b)}`);
        if (last) last.endsAt = 'corner';
        last = undefined;
        return;
      }
      if (e.does !== 'raceway') return;
      const wall = wallOf(e.wallId!);
      const axis = (a.part?.outMm ?? 0) !== (b.part?.outMm ?? 0) ? 'out' : Math.abs(a.u! - b.u!) > 0.5 ? 'along' : 'up';
      const [from, to] =
        axis === 'along'
          ? [uXOf(wall, e.face!, a.u!), uXOf(wall, e.face!, b.u!)]
          : axis === 'up'
            ? [a.up!, b.up!]
            : [a.part!.outMm, b.part!.outMm];
      const at = axis === 'along' ? a.up! : uXOf(wall, e.face!, a.u!);
      if (last && last.wallId === e.wallId && last.face === e.face && last.axis === axis && Math.abs(last.to - from) < 1) {
        last.to = to;
        last.endsAt = 'box';
        return;
      }
      if (last && last.wallId === e.wallId && last.axis !== axis) {
        fit('flat elbow', `${wall.name}, ${say(axis === 'along' ? from : at)} from the left end`);
        last.endsAt = 'elbow';
      }
      const starts: Leg['startsAt'] = last?.endsAt === 'elbow' ? 'elbow' : legs.length === 0 ? 'box' : last ? 'box' : 'corner';
      last = {
        wallId: e.wallId!,
        face: e.face!,
        on: trackedOn(site, b),
        part: b.part,
        axis,
        from,
        to,
        at,
        boxes: starts === 'box' ? [from] : [],
        startsAt: starts,
        endsAt: 'box',
      };
      legs.push(last);
    });
  });

  const pieces: RacewayPiece[] = [];
  const supports: RacewaySupport[] = [];
  const place = (leg: Leg, a: number, b: number): string => {
    const [low, high] = [Math.min(a, b), Math.max(a, b)];
    return `${leg.on}, ${{ along: '', up: 'up ', out: 'out ' }[leg.axis]}from ${say(low)} to ${say(high)}`;
  };
  const spot = (leg: Leg, at: number): string => `${leg.on}, ${{ along: '', up: 'up ', out: 'out ' }[leg.axis]}at ${say(at)}`;
  for (const leg of legs) {
    const way = Math.sign(leg.to - leg.from) || 1;
    const take = (end: Leg['startsAt']): number => (end === 'box' ? 0 : RACEWAY_MM.corner);
    const [from, to] = [leg.from + way * take(leg.startsAt), leg.to - way * take(leg.endsAt)];
    // track behind everything, in stock lengths with a coupling where one ends
    const whole = Math.abs(to - from);
    let left = whole;
    let at = from;
    while (left > 0.5) {
      const mm = Math.min(left, stock.stock.mm);
      pieces.push({ what: 'track', where: place(leg, at, at + way * mm), mm });
      at += way * mm;
      left -= mm;
      if (left > 0.5) fit('coupling', spot(leg, at));
    }
    // covers between the fittings
    const edges = [
      ...(leg.startsAt === 'box' ? [] : [leg.from + way * RACEWAY_MM.corner]),
      ...leg.boxes.flatMap((x) => [x - (way * RACEWAY_MM.box[leg.axis]) / 2, x + (way * RACEWAY_MM.box[leg.axis]) / 2]),
      ...(leg.endsAt === 'box' ? [] : [leg.to - way * RACEWAY_MM.corner]),
    ];
    // a box at the start of a leg shows its far edge first
    const sorted = [...edges].sort((a, b) => way * (a - b));
    const inner = leg.startsAt === 'box' ? sorted.slice(1) : sorted;
    const ends = leg.endsAt === 'box' ? inner.slice(0, -1) : inner;
    for (let i = 0; i + 1 < ends.length; i += 2) {
      const gap = Math.abs(ends[i + 1]! - ends[i]!);
      if (gap < 1) continue;
      let cover = gap + 2 * RACEWAY_MM.overlap;
      let start = ends[i]!;
      while (cover > 0.5) {
        const mm = Math.min(cover, stock.stock.mm);
        pieces.push({ what: 'cover', where: place(leg, start, start + way * Math.min(mm, Math.abs(ends[i + 1]! - start))), mm });
        start += way * mm;
        cover -= mm;
      }
    }
    const [low, high] = [Math.min(from, to), Math.max(from, to)];
    if (leg.part?.is === 'front') {
      // there is wood all along: 1 in from each end of the track, and between
      const spans = Math.max(1, Math.ceil((high - low - inches(2)) / RACEWAY_MM.onBoard));
      for (let i = 0; i <= spans; i++) {
        const at = low + inches(1) + ((high - low - inches(2)) * i) / spans;
        supports.push({ where: `${leg.on}, ${say(at)} from the left end of the wall`, guessed: false, on: leg.on, atMm: at });
      }
    } else if (leg.axis === 'along') {
      const wall = wallOf(leg.wallId);
      const before = supports.length;
      for (const s of studPlaces(wall)) {
        const u = uXOf(wall, leg.face, s.x);
        if (u >= low && u <= high)
          supports.push({ where: `${wall.name}, ${say(u)} from the left end`, guessed: s.known === 'guessed', on: leg.on, atMm: u });
      }
      // nobody knows a stud along it: held all the same, by anchors, at least at both ends
      if (supports.length === before && high - low > RACEWAY_MM.overlap) {
        const spans = Math.max(1, Math.ceil((high - low) / RACEWAY_MM.onAnchors));
        for (let i = 0; i <= spans; i++) {
          const at = low + ((high - low) * i) / spans;
          supports.push({ where: `${wall.name}, ${say(at)} from the left end`, guessed: true, on: leg.on, atMm: at, anchor: true });
        }
      }
    } else supports.push({ where: place(leg, from, to), guessed: leg.part === undefined, ...(leg.part ? {} : { anchor: true }) });
  }
  const lengths = (what: RacewayPiece['what']): number[] => pieces.filter((p) => p.what === what).map((p) => p.mm);
  const runTerms = legs.map((l) => term(place(l, l.from, l.to), Math.abs(l.to - l.from), 'length'));
  const stations = sections.length + 1;
  const conductorTerms = [
    ...runTerms,
    product('free end at each box', 2 * (stations - 1), RACEWAY_MM.free, 'length', { how: 'common practice' }),
    term('spare for a later outlet', RACEWAY_MM.spare, 'length', { how: 'common practice' }),
  ];
  const conductorMm = total(conductorTerms);
  return {
    fittings: [...fittings.values()],
    pieces,
    track: cutStock(lengths('track'), stock.stock.mm, stock.kerf.mm),
    covers: cutStock(lengths('cover'), stock.stock.mm, stock.kerf.mm),
    supports,
    fill: racewayFill(edition, gauge, 3, stock),
    conductorMm,
    sums: [
      { terms: runTerms, result: term('raceway, box to box', total(runTerms), 'length') },
      { terms: conductorTerms, result: term('each of hot, neutral and ground', conductorMm, 'length') },
    ],
    stock,
  };
}

/** Where several of a kind sit: the wall or shelf once, with how far along it each is from the wall’s left end. */
export function racewayPlaces(
  list: readonly { where: string; guessed?: boolean; count?: number; on?: string | undefined; atMm?: number | undefined }[],
  say: (mm: number) => string,
): string {
  const by = new Map<string, string[]>();
  for (const { on, atMm, guessed } of list)
    if (on !== undefined && atMm !== undefined) by.set(on, [...(by.get(on) ?? []), `${say(atMm)}${guessed ? ' (reckoned)' : ''}`]);
  return [
    ...[...by].map(([on, at]) => `${on}, ${at.join(', ')} from its left end`),
    ...list
      .filter((x) => x.on === undefined)
      .map((x) => `${(x.count ?? 1) > 1 ? `${x.count} × ` : ''}${x.where}${x.guessed ? ' (reckoned)' : ''}`),
  ].join('; ');
}

/**
 * Wires in the track against the number its maker made it for: that alone decides (NEC 386.22, from memory). What 40 % of an inside area
 * would take is said beside, as a help.
 */
export function racewayFill(
  edition: Edition,
  gauge: number,
  wires: number,
  sheet: { most12?: number | undefined; insideIn2?: number | undefined },
): Judged {
  const source = nec(edition.slice(3), '386.22');
  const taken = term('wires in it', wires, 'count', { how: `${gauge} AWG` });
  const each = CONDUCTOR_IN2[gauge];
  const area =
    each === undefined || sheet.insideIn2 === undefined
      ? ''
      : `; 40 % of ${sheet.insideIn2} in² would hold ${Math.floor((sheet.insideIn2 * FILL_SHARE) / each + 1e-9)}, which is no rule for it`;
  // as many thinner ones go in as of 12 AWG; of thicker ones nobody can tell
  if (sheet.most12 === undefined || gauge < 12)
    return {
      verdict: 'can’t tell',
      says: `${wires} wires of ${gauge} AWG; how many the track is made for is on its maker’s sheet${area}`,
      sums: [{ terms: [], result: taken }],
      source,
      ask: `Read on the maker’s sheet how many ${gauge} AWG wires it takes, with devices in its boxes.`,
    };
  const ok = atMost(wires, sheet.most12);
  return {
    verdict: ok ? 'ok' : 'stop',
    says: ok ? 'no more wires than it is made for' : 'more wires than it is made for: take the next size',
    sums: [{ terms: [], result: taken, limit: { ...term('12 AWG by its maker’s sheet, at most', sheet.most12, 'count'), relation: '≤' } }],
    source,
  };
}
