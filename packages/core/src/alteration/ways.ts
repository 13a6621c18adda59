/**
 * The ways a cable can take from one box to another by the UK book: straight across in the wall, over the ceiling, under the floor, through
 * the wall, on its surface. Each in legs with what it lies in, how long it is, what is cut for it, and what speaks against it.
 */
import { waysWords } from '../words/alteration/ways.js';
import { practice } from '../catalog/index.js';
import { safeZone, term, total, ukChase, type Judged, byVerdict, worstVerdict } from '../codebook/index.js';
import { levelOf, studsBetween } from '../layout/index.js';
import { minutesOf, spent, type Span, type Spent } from '../work/index.js';
import { boredJudged, cutOf, joistsMet, type JoistCut } from './joists.js';
import { finishMm, isSolid, leafMm, planPoint, type Spot } from './spots.js';
import { uXOf, wallThicknessMm, WAY_KINDS, type FaceId, type Laid, type Room, type Site, type Sum, type UkSchools, type Verdict, type WayKind } from '../model/index.js'; // prettier-ignore

export interface Leg {
  in: 'chase' | 'cavity' | 'studs' | 'floor' | 'loft' | 'surface' | 'wall';
  runs: 'up and down' | 'along' | 'through';
  mm: number;
  wallId?: string;
  /** where it is drawn on its wall: in face A’s x, and over the floor */
  line?: { x1: number; z1: number; x2: number; z2: number };
  words: string;
}
export interface UkWay {
  kind: WayKind;
  words: string;
  legs: Leg[];
  /** to cut, with what goes into the boxes; mm */
  cableMm: number;
  length: Sum;
  /** holes through studs or joists that it takes */
  bored: { what: 'stud' | 'joist'; count: number; taken: boolean; cut?: JoistCut; fromBearingMm?: number } | undefined;
  /** how the cable lies at its worst; undefined: what lies about it is not known */
  laid: Laid | undefined;
  judged: (Judged & { rule: WayRule; subject: string })[];
  verdict: Verdict;
  time: Spent[];
  minutes: Span;
}
export const WAY_RULES = ['zone', 'chase', 'void', 'boring', 'surface', 'through'] as const;
export type WayRule = (typeof WAY_RULES)[number];

/** What a cable is longer than the line on the wall (common practice). */
export const SLACK = 0.05;
/** A chase for a flat cable, from the finished surface, by what lies over it; and how wide (common practice). */
export const CHASE_DEEP_MM: Readonly<Record<UkSchools['over'], number>> = { capping: 20, 'oval conduit': 25, 'plaster alone': 15 };
export const chaseWideMm = (cables: number): number => (cables > 1 ? 40 : 25);
/** A board is lifted so often along a way (common practice). */
const BOARDS_MM = 1500;

/** What every way is made with. */
export interface Hand {
  /** a 30 mA device stands ahead of the circuit; undefined: nobody looked */
  residual: boolean | undefined;
  schools: UkSchools;
  /** laid beside each other */
  cables: number;
}
interface Making {
  legs: Leg[];
  judged: UkWay['judged'];
  time: Spent[];
  bored?: UkWay['bored'];
  laid: Laid | undefined;
}

export function cableWays(site: Site, from: Spot, to: Spot, hand: Hand): UkWay[] {
  const { schools } = hand;
  const ways: UkWay[] = [];
  const add = (kind: WayKind, words: string, made: Making | undefined): void => {
    if (!made) return;
    const judged = [...made.judged, ...openingsCrossed(site, made.legs)];
    const lying = made.legs.reduce((s, l) => s + l.mm, 0);
    const terms = [...made.legs.map((l) => term(l.words, l.mm, 'length')), term('in the two boxes', 2 * schools.spareMm, 'length'), term('for bends, 5 %', lying * SLACK, 'length')];
    const cableMm = Math.ceil(total(terms) / 10) * 10;
    const time = [...made.time, spent('turn of a cable', Math.max(0, made.legs.length - 1))];
    ways.push({
      ...{ kind, words, legs: made.legs, cableMm, bored: made.bored, laid: made.laid, judged, time },
      length: { terms, formula: 'added up, to the next 10 mm', result: term('cable', cableMm, 'length') },
      verdict: worstVerdict(judged),
      minutes: minutesOf(time),
    });
  }; // prettier-ignore
  const sameFace = from.wall.id === to.wall.id && from.face === to.face;
  const x = { from: from.rect.centre, to: to.rect.centre };
  if (sameFace) add('across', 'straight across in the wall, then up or down', across(from, to, hand));
  if (from.wall.id === to.wall.id && from.face !== to.face) add('through the wall', 'through the wall', throughTheWall(from, to, hand));
  const plan = inPlan(site, from, to);
  if (sameFace || plan !== undefined) {
    const along = sameFace ? Math.abs(x.from - x.to) : plan!;
    add('under the floor', 'down, under the floor, and up', by(site, 'floor', from, to, along, hand));
    add('up and over', 'up, over the ceiling, and down', by(site, 'loft', from, to, along, hand));
  }
  add(
    'on the surface',
    schools.onSurface === 'mini-trunking' ? 'in trunking on the wall' : 'in conduit on the wall',
    onTheSurface(site, from, to, schools),
  );
  return ways.sort((a, b) => byVerdict(b, a) || noted(a) - noted(b) || a.minutes.middle - b.minutes.middle || WAY_KINDS.indexOf(a.kind) - WAY_KINDS.indexOf(b.kind)); // prettier-ignore
}

/** Of two ways that nothing speaks against, one that leaves something to be seen comes second. */
const noted = (way: UkWay): number => Number(way.judged.some((j) => j.verdict === 'note'));

/** A cable in a wall, straight up or down from a box, or across between the two. */
function zoneOf(spot: Spot, toAccessory: 'up or down' | 'across', residual: boolean | undefined): UkWay['judged'][number] {
  return { ...safeZone({ toAccessory, ...(residual === undefined ? {} : { residual }) }), rule: 'zone', subject: spot.box.id };
}

/** A chase in the leaf: what plaster there is counts toward its depth. */
function chaseOf(spot: Spot, runs: 'up and down' | 'along', { over }: UkSchools): UkWay['judged'][number] {
  const leaf = leafMm(spot.wall);
  const plaster = finishMm(spot.wall, spot.face);
  const subject = `${spot.wall.id}/${runs}`;
  const inLeaf = Math.max(0, CHASE_DEEP_MM[over] - (plaster ?? 0));
  if (leaf === undefined) return { rule: 'chase', subject, verdict: 'can’t tell', ...waysWords.leafUnmeasured(), sums: [], source: practice }; // prettier-ignore
  const { mostMm: _, ...judged } = ukChase(leaf, inLeaf, runs);
  judged.sums.unshift({ terms: [term('chase from the surface', CHASE_DEEP_MM[over], 'length'), term('less plaster', -(plaster ?? 0), 'length')], result: term('into the leaf', inLeaf, 'length') }); // prettier-ignore
  if (judged.verdict === 'stop' && plaster === undefined) return { ...judged, rule: 'chase', subject, verdict: 'can’t tell', ...waysWords.plasterUnmeasured() }; // prettier-ignore
  return { ...judged, rule: 'chase', subject };
}

const metres = (mm: number): number => Math.round(mm / 100) / 10;
const chased = (mm: number, { chaser }: UkSchools): Spent =>
  spent(chaser === 'wall chaser' ? 'wall chaser, cap and fill' : 'chase, cap and fill', metres(mm));
const vertical = (spot: Spot, z1: number, z2: number, words: string): Leg => ({
  ...{ in: isSolid(spot.wall) ? 'chase' : 'cavity', runs: 'up and down', mm: Math.abs(z2 - z1), wallId: spot.wall.id, words },
  line: { x1: spot.rect.centre, z1, x2: spot.rect.centre, z2 },
});

/** In the cavity of an insulated wall a cable gets warm; where nobody looked nothing is known of it. */
function laidIn(spots: readonly Spot[]): Laid | undefined {
  const hollow = spots.filter((s) => !isSolid(s.wall));
  if (hollow.some((s) => s.wall.insulated === undefined)) return undefined;
  return hollow.some((s) => s.wall.insulated) ? '103' : 'C';
}

function across(from: Spot, to: Spot, { residual, schools }: Hand): Making {
  const { wall } = from;
  const along: Leg = {
    ...{ in: isSolid(wall) ? 'chase' : 'studs', runs: 'along', mm: Math.abs(to.rect.centre - from.rect.centre), wallId: wall.id },
    line: { x1: from.rect.centre, z1: from.z, x2: to.rect.centre, z2: from.z },
    words: isSolid(wall) ? 'across, in a chase' : 'across, through the studs',
  };
  const rise = Math.abs(to.z - from.z);
  const legs = [along, ...(rise > 5 ? [vertical(to, from.z, to.z, to.z > from.z ? 'up to the new box' : 'down to the new box')] : [])];
  const judged = [zoneOf(from, 'across', residual), ...(rise > 5 ? [zoneOf(to, 'up or down', residual)] : [])];
  if (isSolid(wall)) {
    judged.push(chaseOf(from, 'along', schools), ...(rise > 5 ? [chaseOf(to, 'up and down', schools)] : []));
    return { legs, judged, time: [chased(along.mm + rise, schools)], laid: 'C' };
  }
  const crossed = studsBetween(wall, from.rect.centre, to.rect.centre).length;
  const known = studsKnown(wall);
  if (crossed || !known) judged.push(studsJudged(wall.id, crossed, known));
  return {
    ...{ legs, judged, laid: laidIn([from]), bored: { what: 'stud', count: crossed, taken: !known } },
    time: [spent('bore a stud or plate', crossed), spent('cut plasterboard', crossed), spent('cut and fix a patch', crossed), spent('fish in a bay', crossed + 1)],
  };
} // prettier-ignore

const studsKnown = ({ framing }: Spot['wall']): boolean => framing.knownStud !== undefined || framing.extraStuds.length > 0;
function studsJudged(wallId: string, crossed: number, known: boolean): UkWay['judged'][number] {
  const base = { rule: 'boring' as const, subject: wallId, sums: [{ terms: [], result: term('studs crossed', crossed, 'count') }], source: practice };
  return known
    ? { ...base, verdict: 'caution', ...waysWords.studsBored({ crossed }) }
    : { ...base, verdict: 'can’t tell', ...waysWords.studsUnknown() };
} // prettier-ignore

/** A door or window that a straight line of a way in its wall would cross. */
function openingsCrossed(site: Site, legs: readonly Leg[]): UkWay['judged'] {
  return legs.flatMap((leg): UkWay['judged'] => {
    const wall = site.walls.find((w) => w.id === leg.wallId);
    if (!wall || !leg.line || leg.in === 'surface') return [];
    const { x1, x2, z1, z2 } = leg.line;
    const hit = wall.openings.find((o) => o.x.mm < Math.max(x1, x2) + NEAR_LINE_MM && o.x.mm + o.width.mm > Math.min(x1, x2) - NEAR_LINE_MM && o.z.mm < Math.max(z1, z2) + NEAR_LINE_MM && o.z.mm + o.height.mm > Math.min(z1, z2) - NEAR_LINE_MM);
    return hit ? [{ rule: 'zone', subject: hit.id, verdict: 'stop', ...waysWords.inLine({ kind: hit.kind, words: leg.words }), sums: [], source: practice }] : [];
  });
} // prettier-ignore
/** Half of a chase: so near to an opening its reveal breaks out, mm (common practice). */
const NEAR_LINE_MM = 13;

function throughTheWall(from: Spot, to: Spot, { residual, schools }: Hand): Making {
  const { wall } = from;
  const aside = Math.abs(to.rect.centre - from.rect.centre);
  const rise = Math.abs(to.z - from.z);
  const legs: Leg[] = [{ in: 'wall', runs: 'through', mm: wallThicknessMm(wall), wallId: wall.id, words: 'through the wall' }];
  const judged: UkWay['judged'] = [];
  const solid = isSolid(wall);
  if (aside > 5) {
    legs.push({ in: solid ? 'chase' : 'studs', runs: 'along', mm: aside, wallId: wall.id, line: { x1: from.rect.centre, z1: to.z, x2: to.rect.centre, z2: to.z }, words: solid ? 'across on the new side, in a chase' : 'across behind the new side' });
    judged.push(zoneOf(to, 'across', residual));
    if (solid) judged.push(chaseOf(to, 'along', schools));
  }
  if (rise > 5) {
    legs.push(vertical({ ...to, rect: { ...to.rect, centre: from.rect.centre } }, from.z, to.z, 'up or down behind the old box'));
    judged.push(zoneOf(from, 'up or down', residual));
    if (solid) judged.push(chaseOf(from, 'up and down', schools));
  }
  const crossed = solid ? 0 : studsBetween(wall, from.rect.centre, to.rect.centre).length;
  const known = studsKnown(wall);
  if (!solid && aside > 5 && (crossed || !known)) judged.push(studsJudged(wall.id, crossed, known));
  if (wall.fireRated) judged.push({ rule: 'through', subject: wall.id, verdict: 'caution', ...waysWords.fireWall(), sums: [], source: practice });
  if (wall.fireRated === undefined) judged.push({ rule: 'through', subject: wall.id, verdict: 'can’t tell', ...waysWords.fireUnknown(), sums: [], source: practice });
  const [drill, cut]: Spent[] = solid ? [spent('drill through a leaf'), chased(aside + rise, schools)] : [spent('fish in a bay', crossed + 1), spent('bore a stud or plate', crossed)];
  return { legs, judged, laid: laidIn([from, to]), time: [drill!, cut!], ...(crossed ? { bored: { what: 'stud' as const, count: crossed, taken: !known } } : {}) };
} // prettier-ignore

/** Rectangular, as cables are laid; undefined where one of the two is not in the plan, or they lie in parts whose places are not known to each other. */
function inPlan(site: Site, from: Spot, to: Spot): number | undefined {
  const [a, b] = [planPoint(site, from), planPoint(site, to)];
  if (!a || !b || a.group !== b.group || (from.room && to.room && levelOf(from.room) !== levelOf(to.room))) return undefined;
  return Math.abs(a.at.x - b.at.x) + Math.abs(a.at.y - b.at.y);
}

const VOID_WORDS = {
  floor: {
    basement: 'over the cellar’s ceiling',
    'crawl-space': 'under the boards',
    floor: 'between the joists under the boards',
    slab: '',
  },
  loft: { attic: 'over the ceiling, in the loft', floor: 'between the joists over the ceiling', 'flat-roof': '' },
} as const;

/** Down or up from both boxes, and through the void there. */
function by(site: Site, where: 'floor' | 'loft', from: Spot, to: Spot, along: number, { residual, schools, cables }: Hand): Making | undefined {
  const rooms = [from.room, to.room];
  const kinds = rooms.map((r) => (where === 'floor' ? r?.below : r?.above));
  // concrete, or a flat roof: nothing can be laid there
  if (kinds.some((k) => k === 'slab' || k === 'flat-roof')) return undefined;
  const edge = (s: Spot): number => (where === 'floor' ? 0 : s.wall.height.mm);
  const [down, up] = where === 'floor' ? ['down to the floor', 'up from the floor'] : ['up to the ceiling', 'down from the ceiling'];
  const judged: UkWay['judged'] = [zoneOf(from, 'up or down', residual), zoneOf(to, 'up or down', residual)];
  for (const s of [from, to]) if (isSolid(s.wall)) judged.push(chaseOf(s, 'up and down', schools));
  const known = kinds.every((k) => k !== undefined);
  const kind = kinds[0];
  const words = kind === undefined ? (where === 'floor' ? 'under the floor' : 'over the ceiling') : (VOID_WORDS[where] as Record<string, string>)[kind]!;
  if (!known) judged.push({ rule: 'void', subject: `${where}/${from.room?.id ?? 'room'}`, verdict: 'can’t tell', ...waysWords.floorUnknown({ where }), sums: [], source: practice });
  const joists = where === 'floor' ? from.room?.joistsBelow : from.room?.joistsAbove;
  const cut = cutOf(schools.joists);
  const met = joistsMet(site, from, to, joists, along, cut);
  const onTop = where === 'loft' && kinds.every((k) => k === 'attic');
  if (met.count > 0 && !onTop) judged.push(...boredJudged(met, joists, `${where}/${from.room?.id ?? 'room'}`, cut, cables));
  const bores = onTop ? 0 : met.count;
  // joists are cut only in part of their span: so far the cable goes out and comes back
  const inward = bores > 0 ? (met.at?.longerMm ?? 0) : 0;
  return {
    legs: [
      vertical(from, from.z, edge(from), down!),
      { in: where, runs: 'along', mm: along, words },
      ...(inward ? [{ in: where, runs: 'along' as const, mm: inward, words: `out to where the joists may be cut, ${Math.round(met.at!.fromBearingMm)} mm from their bearing, and back` }] : []),
      vertical(to, edge(to), to.z, up!),
    ],
    judged,
    // whether insulation lies under the boards or over the ceiling was looked at by nobody: what the cable may carry hangs on it
    laid: undefined,
    bored: { what: 'joist', count: bores, taken: met.taken, cut, ...(met.at ? { fromBearingMm: met.at.fromBearingMm } : {}) },
    time: [
      ...[from, to].map((s) => (isSolid(s.wall) ? chased(Math.abs(edge(s) - s.z), schools) : spent('fish in a bay'))),
      spent('pull cable by the metre', metres(along + inward)),
      spent(cut === 'notch' ? 'notch a joist' : 'bore a joist', bores),
      ...(onTop ? [] : [spent('lift and lay boards', Math.max(2, Math.ceil(along / BOARDS_MM)))]),
    ],
  };
} // prettier-ignore

/** In trunking along the skirting, where both are in one room. */
function onTheSurface(site: Site, from: Spot, to: Spot, { onSurface }: UkSchools): Making | undefined {
  const room = from.room;
  if (!room || room.id !== to.room?.id) return undefined;
  const around = alongWalls(site, room, from, to);
  if (!around) return undefined;
  const low = Math.min(from.z, to.z, LOW_MM);
  const legs: Leg[] = [
    { ...vertical(from, from.z, low, 'down to the skirting'), in: 'surface' },
    { in: 'surface', runs: 'along', mm: around.mm, words: 'along the skirting', ...(from.wall.id === to.wall.id ? { wallId: from.wall.id, line: { x1: from.rect.centre, z1: low, x2: to.rect.centre, z2: low } } : {}) },
    { ...vertical(to, low, to.z, 'up to the new box'), in: 'surface' },
  ];
  const judged: UkWay['judged'] = [{ rule: 'surface', subject: room.id, verdict: 'note', ...(around.doors ? waysWords.overDoors({ doors: around.doors }) : waysWords.seen()), sums: [], source: practice }];
  const mm = legs.reduce((s, l) => s + l.mm, 0);
  return { legs, judged, laid: 'B', time: [spent(onSurface === 'mini-trunking' ? 'trunking' : 'conduit and singles', metres(mm))] };
} // prettier-ignore
const LOW_MM = 120;

/** The shorter way round the room along its walls, and the doors on it. */
function alongWalls(site: Site, room: Room, from: Spot, to: Spot): { mm: number; doors: number } | undefined {
  const sides = room.sides ?? [];
  const wallOf = (wallId: string) => site.walls.find((w) => w.id === wallId)!;
  // between two distances from the face’s own left end
  const doorsOn = ({ wallId, face }: { wallId: string; face: FaceId }, a: number, b: number): number => {
    const wall = wallOf(wallId);
    const [x1, x2] = [uXOf(wall, face, a), uXOf(wall, face, b)];
    return wall.openings.filter((o) => o.kind === 'door' && o.x.mm < Math.max(x1, x2) && o.x.mm + o.width.mm > Math.min(x1, x2)).length;
  };
  const over = (doors: number): number => doors * 2 * DOOR_MM;
  const u = (spot: Spot): number => uXOf(spot.wall, spot.face, spot.rect.centre);
  if (from.wall.id === to.wall.id) {
    const doors = doorsOn({ wallId: from.wall.id, face: from.face }, u(from), u(to));
    return { mm: Math.abs(from.rect.centre - to.rect.centre) + over(doors), doors };
  }
  const at = (spot: Spot): number => sides.findIndex((s) => s.wallId === spot.wall.id && s.face === spot.face);
  const [i, j] = [at(from), at(to)];
  if (i < 0 || j < 0) return undefined;
  const lengthOf = (n: number): number => wallOf(sides[n]!.wallId).length.mm;
  const walk = (a: number, ua: number, b: number, ub: number): { mm: number; doors: number } => {
    let mm = lengthOf(a) - ua;
    let doors = doorsOn(sides[a]!, ua, lengthOf(a)) + doorsOn(sides[b]!, 0, ub);
    for (let n = (a + 1) % sides.length; n !== b; n = (n + 1) % sides.length) {
      mm += lengthOf(n);
      doors += doorsOn(sides[n]!, 0, lengthOf(n));
    }
    return { mm: mm + ub + over(doors), doors };
  };
  const [one, other] = [walk(i, u(from), j, u(to)), walk(j, u(to), i, u(from))];
  return one.mm <= other.mm ? one : other;
}
/** Up one side of a door and down the other, each (common practice). */
const DOOR_MM = 2100;
