/** Surface metal raceway: stations along the walls, fittings, track cut from stock, covers, supports, fill, conductors. mm. */
import { racewayWords } from '../words/route/raceway.js';
import { BOX_KINDS, nec } from '../catalog/index.js';
import { atMost, product, term, total, type Judged } from '../codebook/index.js';
import { cutStock, type StockCut } from '../layout/index.js';
import { feet, inches, printMark, type LengthUnit } from '../measure/index.js';
import { studPlaces, uXOf, type Edition, type FaceId, type RacewayStock, type Site, type Sum, type Wall, isSpace } from '../model/index.js';
import { trackedOn, type Framing, type FrameEdge, type FrameNode, type FrontPart } from './frame/index.js';

/** Sizes of ordinary two-piece track; the maker’s sheet says the real ones (common practice). */
export const RACEWAY_MM = {
  /** device box, upright: along a level run, and along one that goes up */
  box: { along: BOX_KINDS['surface-1g'].widthMm, up: BOX_KINDS['surface-1g'].heightMm, out: BOX_KINDS['surface-1g'].widthMm },
  /** a screw into the front board of a shelf, and so on along it */
  onBoard: inches(16),
  /** one place to the next where only anchors hold it (common practice, no source) */
  onAnchors: inches(30),
  /** what a corner, an elbow or a tee takes of each leg */
  corner: inches(1.5),
  /** a cover reaches under the edge of each fitting */
  overlap: inches(0.25),
  /** free end at each box, and spare length for an outlet that may come later */
  free: inches(8),
  spare: feet(1),
};
/** Hot, neutral and ground of one way. */
export const WIRES_OF_ONE = 3;
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
export const TURN_FITTINGS = ['inside corner', 'outside corner', 'flat elbow', 'flat tee'] as const;

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
  /** through the same track at most */
  wires: number;
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
  /** where another leg goes off between its ends */
  tees: number[];
  startsAt: 'box' | 'corner' | 'elbow' | 'tee';
  endsAt: 'box' | 'corner' | 'elbow' | 'tee';
}

/** A raceway as it grows: fittings by what and where, and words for places along it. */
class Growing {
  readonly legs: Leg[] = [];
  readonly pieces: RacewayPiece[] = [];
  readonly supports: RacewaySupport[] = [];
  private readonly fitted = new Map<string, RacewayFitting>();
  /** the leg that is still going on; none behind a corner, nor where a way leaves track that was there before it */
  last: Leg | undefined;
  /** at what the next leg begins, where it doesn't turn by an elbow */
  begins: Leg['startsAt'] | undefined;
  /** how many ways go through each stretch */
  readonly laid = new Map<FrameEdge, number>();
  /** how many go through the same track at most */
  get ways(): number {
    return Math.max(1, ...[...this.laid].map(([e, ways]) => (e.does === 'raceway' ? ways : 0)));
  }
  /** how long the stretches are together that a way shares with one before it */
  sharedMm = 0;
  constructor(
    readonly site: Site,
    readonly unit: LengthUnit,
  ) {}

  readonly say = (mm: number): string => printMark(mm, this.unit);
  wall(id: string): Wall {
    return this.site.walls.find((w) => w.id === id)!;
  }
  get fittings(): RacewayFitting[] {
    return [...this.fitted.values()];
  }
  fit(what: string, where: string, spot: { on?: string; atMm?: number } = {}): void {
    const key = `${what}|${where}`;
    this.fitted.set(key, { what, where, count: (this.fitted.get(key)?.count ?? 0) + 1, ...spot });
  }
  /** One less of a fitting. */
  unfit(what: string, where: string): void {
    const key = `${what}|${where}`;
    const there = this.fitted.get(key);
    if (!there) return;
    if (there.count > 1) this.fitted.set(key, { ...there, count: there.count - 1 });
    else this.fitted.delete(key);
  }
  /** The legs that a point lies on, with where along them. */
  legsAt(n: FrameNode, face: FaceId): { leg: Leg; pos: number }[] {
    const along = uXOf(this.wall(n.wallId!), face, n.u!);
    return this.legs.flatMap((leg) => {
      const [pos, other] = leg.axis === 'along' ? [along, n.up!] : [n.up!, along];
      const [low, high] = [Math.min(leg.from, leg.to), Math.max(leg.from, leg.to)];
      const on = leg.axis !== 'out' && leg.wallId === n.wallId && leg.face === face && leg.part?.fixtureId === n.part?.fixtureId;
      return on && Math.abs(other - leg.at) < 1 && pos > low - 1 && pos < high + 1 ? [{ leg, pos }] : [];
    });
  }
  stretch(leg: Leg, a: number, b: number): string {
    return `${leg.on}, ${DIRECTION[leg.axis]}from ${this.say(Math.min(a, b))} to ${this.say(Math.max(a, b))}`;
  }
  spot(leg: Leg, at: number): string {
    return `${leg.on}, ${DIRECTION[leg.axis]}at ${this.say(at)}`;
  }
}
const DIRECTION: Readonly<Record<Leg['axis'], string>> = { along: '', up: 'up ', out: 'out ' };

/**
 * The raceway of a run that starts at an existing box and passes all wanted boxes.
 * @param sections ways from station to station, each from the existing box or from one that was reached before
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
  const g = new Growing(site, unit);
  sections.forEach(({ nodes, edges }, n) => {
    if (n > 0 && nodes[0] !== sections[n - 1]!.nodes.at(-1)) [g.last, g.begins] = [undefined, 'box'];
    edges.forEach((e, i) => {
      const [a, b] = [frame.nodes[nodes[i]!]!, frame.nodes[nodes[i + 1]!]!];
      const before = g.laid.get(e) ?? 0;
      g.laid.set(e, before + 1);
      if (before > 0) again(g, e, a, b);
      else if (e.does === 'raceway-base')
        atBox(g, e, isSpace(a.space, 'surface') ? b : a, { first: n === 0 && i === 0, arrives: i === edges.length - 1 }); // prettier-ignore
      else if (e.does === 'raceway-corner') {
        g.fit(e.turn === 'outside' ? 'outside corner' : 'inside corner', `between ${trackedOn(site, a)} and ${trackedOn(site, b)}`);
        if (g.last) g.last.endsAt = 'corner';
        [g.last, g.begins] = [undefined, 'corner'];
      } else if (e.does === 'raceway') onward(g, e, a, b);
    });
  });
  for (const leg of g.legs) {
    const way = Math.sign(leg.to - leg.from) || 1;
    const take = (end: Leg['startsAt']): number => (end === 'box' ? 0 : RACEWAY_MM.corner);
    const [from, to] = [leg.from + way * take(leg.startsAt), leg.to - way * take(leg.endsAt)];
    const cuts = leg.tees.flatMap((x) => [x - way * RACEWAY_MM.corner, x + way * RACEWAY_MM.corner]);
    const ends = [from, ...cuts.sort((a, b) => way * (a - b)), to];
    for (let i = 0; i < ends.length; i += 2) trackBehind(g, leg, [ends[i]!, ends[i + 1]!], way, stock.stock.mm);
    coversOf(g, leg, way, stock.stock.mm);
    supportsOf(g, leg, from, to);
  }
  const lengths = (what: RacewayPiece['what']): number[] => g.pieces.filter((p) => p.what === what).map((p) => p.mm);
  const runTerms = g.legs.map((l) => term(g.stretch(l, l.from, l.to), Math.abs(l.to - l.from), 'length'));
  const conductorTerms = [
    ...runTerms,
    ...(g.sharedMm > 0 ? [term('once more where two ways share the track', g.sharedMm, 'length')] : []),
    product('free end at each box', 2 * sections.length, RACEWAY_MM.free, 'length', { how: 'common practice' }),
    term('spare for a later outlet', RACEWAY_MM.spare, 'length', { how: 'common practice' }),
  ];
  const conductorMm = total(conductorTerms);
  return {
    ...{ fittings: g.fittings, pieces: g.pieces, supports: g.supports },
    track: cutStock(lengths('track'), stock.stock.mm, stock.kerf.mm),
    covers: cutStock(lengths('cover'), stock.stock.mm, stock.kerf.mm),
    wires: WIRES_OF_ONE * g.ways,
    fill: racewayFill(edition, gauge, WIRES_OF_ONE * g.ways, stock),
    conductorMm,
    sums: [
      { terms: runTerms, result: term('raceway, box to box', total(runTerms), 'length') },
      { terms: conductorTerms, result: term('each of hot, neutral and ground', conductorMm, 'length') },
    ],
    stock,
  };
}

/** At a box: a base over the one that is there, or a new one; the leg that comes to it ends there. */
function atBox(g: Growing, e: FrameEdge, spot: FrameNode, { first, arrives }: { first: boolean; arrives: boolean }): void {
  const on = trackedOn(g.site, spot);
  const at = uXOf(g.wall(spot.wallId!), e.face!, spot.u!);
  const where = `${on}, ${g.say(at)} from the ${spot.part ? 'left end of the wall' : 'left end'}`;
  if (first) g.fit('base fitting over the existing box', where, { on, atMm: at });
  if (!first && arrives) g.fit('device box', where, { on, atMm: at });
  g.begins = 'box';
  if (!arrives) return;
  if (g.last) g.last.endsAt = 'box';
  const [there] = g.last ? [{ leg: g.last, pos: g.last.axis === 'along' ? at : spot.up! }] : g.legsAt(spot, e.face!);
  there?.leg.boxes.push(there.pos);
}

/** Through track that is there already: no more than wires. */
function again(g: Growing, e: FrameEdge, a: FrameNode, b: FrameNode): void {
  if (e.does === 'raceway-base') return;
  // a corner fitting has no length of its own, though the middles of its walls lie apart
  if (e.does === 'raceway') g.sharedMm += Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z);
  [g.last, g.begins] = [undefined, 'tee'];
}

/** A leg goes off track that is there: out of a box that sits there, else by a tee, which takes the place of an elbow. */
function goesOff(g: Growing, e: FrameEdge, a: FrameNode): Leg['startsAt'] {
  const there = g.legsAt(a, e.face!);
  if (there.some(({ leg, pos }) => leg.boxes.some((x) => Math.abs(x - pos) < 1))) return 'box';
  const wall = g.wall(e.wallId!);
  const where = `${wall.name}, ${g.say(uXOf(wall, e.face!, a.u!))} from the left end`;
  g.fit('flat tee', where);
  let turned = false;
  for (const { leg, pos } of there) {
    const [starts, ends] = [Math.abs(leg.from - pos) < 1, Math.abs(leg.to - pos) < 1];
    if (starts && leg.startsAt === 'elbow') [leg.startsAt, turned] = ['tee', true];
    else if (ends && leg.endsAt === 'elbow') [leg.endsAt, turned] = ['tee', true];
    else if (!starts && !ends) leg.tees.push(pos);
  }
  if (turned) g.unfit('flat elbow', where);
  return 'tee';
}

/** Along a wall, up it, or out along the end of a shelf: the leg goes on, or turns by an elbow. */
function onward(g: Growing, e: FrameEdge, a: FrameNode, b: FrameNode): void {
  const wall = g.wall(e.wallId!);
  const axis = (a.part?.outMm ?? 0) !== (b.part?.outMm ?? 0) ? 'out' : Math.abs(a.u! - b.u!) > 0.5 ? 'along' : 'up';
  const along = (n: FrameNode): number => uXOf(wall, e.face!, n.u!);
  const [from, to] = axis === 'along' ? [along(a), along(b)] : axis === 'up' ? [a.up!, b.up!] : [a.part!.outMm, b.part!.outMm];
  const { last, begins } = g;
  g.begins = undefined;
  if (last?.axis === axis) {
    last.to = to;
    last.endsAt = 'box';
    return;
  }
  let startsAt = begins ?? (last ? 'elbow' : 'box');
  if (last && startsAt === 'elbow') {
    g.fit('flat elbow', `${wall.name}, ${g.say(along(a))} from the left end`);
    last.endsAt = 'elbow';
  } else if (startsAt === 'tee') startsAt = goesOff(g, e, a);
  g.last = {
    ...{ wallId: e.wallId!, face: e.face!, on: trackedOn(g.site, b), part: b.part, axis, from, to },
    at: axis === 'along' ? a.up! : along(a),
    boxes: startsAt === 'box' ? [from] : [],
    tees: [],
    startsAt,
    endsAt: 'box',
  };
  g.legs.push(g.last);
}

/** Track behind everything, in stock lengths with a coupling where one ends. */
function trackBehind(g: Growing, leg: Leg, [from, to]: [number, number], way: number, stockMm: number): void {
  // shorter than what its fittings take: they stand together
  let left = Math.max(0, way * (to - from));
  let at = from;
  while (left > 0.5) {
    const mm = Math.min(left, stockMm);
    g.pieces.push({ what: 'track', where: g.stretch(leg, at, at + way * mm), mm });
    at += way * mm;
    left -= mm;
    if (left > 0.5) g.fit('coupling', g.spot(leg, at));
  }
}

/** Covers between the fittings. */
function coversOf(g: Growing, leg: Leg, way: number, stockMm: number): void {
  const half = (way * RACEWAY_MM.box[leg.axis]) / 2;
  const edges = [
    ...(leg.startsAt === 'box' ? [] : [leg.from + way * RACEWAY_MM.corner]),
    ...leg.boxes.flatMap((x) => [x - half, x + half]),
    ...leg.tees.flatMap((x) => [x - way * RACEWAY_MM.corner, x + way * RACEWAY_MM.corner]),
    ...(leg.endsAt === 'box' ? [] : [leg.to - way * RACEWAY_MM.corner]),
  ];
  // fittings that stand together leave nothing between them
  if (way * (edges.at(-1)! - edges[0]!) < 1) return;
  // of a box at the start of a leg the far edge, of one at its end the near one
  const sorted = edges.sort((a, b) => way * (a - b));
  const inner = leg.startsAt === 'box' ? sorted.slice(1) : sorted;
  const ends = leg.endsAt === 'box' ? inner.slice(0, -1) : inner;
  for (let i = 0; i + 1 < ends.length; i += 2) {
    const [near, far] = [ends[i]!, ends[i + 1]!];
    if (Math.abs(far - near) < 1) continue;
    let cover = Math.abs(far - near) + 2 * RACEWAY_MM.overlap;
    let start = near;
    while (cover > 0.5) {
      const mm = Math.min(cover, stockMm);
      g.pieces.push({ what: 'cover', where: g.stretch(leg, start, start + way * Math.min(mm, Math.abs(far - start))), mm });
      start += way * mm;
      cover -= mm;
    }
  }
}

/** What a leg is screwed to: wood along the front of a shelf, studs along a wall, anchors where nobody knows one. */
function supportsOf(g: Growing, leg: Leg, from: number, to: number): void {
  const { supports, say } = g;
  const [low, high] = [Math.min(from, to), Math.max(from, to)];
  if (leg.part?.is === 'front') {
    // there is wood all along: 1 in from each end of the track, and between
    const spans = Math.max(1, Math.ceil((high - low - inches(2)) / RACEWAY_MM.onBoard));
    for (let i = 0; i <= spans; i++) {
      const at = low + inches(1) + ((high - low - inches(2)) * i) / spans;
      supports.push({ where: `${leg.on}, ${say(at)} from the left end of the wall`, guessed: false, on: leg.on, atMm: at });
    }
    return;
  }
  if (leg.axis !== 'along') {
    supports.push({ where: g.stretch(leg, from, to), guessed: leg.part === undefined, ...(leg.part ? {} : { anchor: true }) });
    return;
  }
  const wall = g.wall(leg.wallId);
  const studs = studPlaces(wall)
    .map((s) => ({ u: uXOf(wall, leg.face, s.x), guessed: s.known === 'guessed' }))
    .filter(({ u }) => u >= low && u <= high);
  for (const { u, guessed } of studs) supports.push({ where: `${wall.name}, ${say(u)} from the left end`, guessed, on: leg.on, atMm: u });
  // nobody knows a stud along it: held all the same, by anchors, at least at both ends
  if (studs.length || high - low <= RACEWAY_MM.overlap) return;
  const spans = Math.max(1, Math.ceil((high - low) / RACEWAY_MM.onAnchors));
  for (let i = 0; i <= spans; i++) {
    const at = low + ((high - low) * i) / spans;
    supports.push({ where: `${wall.name}, ${say(at)} from the left end`, guessed: true, on: leg.on, atMm: at, anchor: true });
  }
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
      ...racewayWords.madeForUnknown({ wires, gauge, area }),
      sums: [{ terms: [], result: taken }],
      source,
    };
  const ok = atMost(wires, sheet.most12);
  return {
    verdict: ok ? 'ok' : 'stop',
    ...(ok ? racewayWords.within() : racewayWords.tooMany()),
    sums: [{ terms: [], result: taken, limit: { ...term('12 AWG by its maker’s sheet, at most', sheet.most12, 'count'), relation: '≤' } }],
    source,
  };
}
