/**
 * From a wanted outlet to the ways its cable can take: all fit feeds at once, by five criteria, exactly. Of all ways that no other beats a
 * handful is shown: the favourite by the user’s weights, the best by each criterion, and what each buys against the favourite.
 */
import { BOX_KINDS } from '../catalog/index.js';
import { smallestGaugeFor, term } from '../codebook/index.js';
import type { FeedCandidate } from '../feeds/index.js';
import { besideStud, patchPlan } from '../layout/index.js';
import { inches, printMark, unbeaten } from '../measure/index.js';
import {
  builtInName,
  CRITERIA,
  type Criterion,
  DEFAULT_SCHOOLS,
  type House,
  isPanel,
  ownAmps,
  PANEL,
  panelOf,
  type Schools,
  studPlaces,
  subpanelsOf,
  type Sum,
  uXOf,
  type Want,
  type WantPlace,
  isSpace,
  spaceOf,
  type SpaceKind,
} from '../model/index.js';
import {
  bestWays,
  bestWaysVia,
  figuresOf,
  framing,
  MINUTES,
  ratesOf,
  reachable,
  spaceWords,
  worthOf,
  type Cost,
  type FrameEdge,
  type Framing,
  type Start,
  type Way,
  type Region,
  type Gap,
} from '../route/index.js';
import { bestTree, runSections, sectionBetween, type RunSections } from './runOrder.js';
import { feedPoint, placePoint, wantFeeds } from './wantFeeds.js';

export type JoistsRun = 'along-first' | 'across-first';
export interface RouteOption {
  /** feed and parts of the house in their order: stays the same while they do */
  key: string;
  feed: FeedCandidate;
  gauge: 14 | 12 | 10 | 8;
  title: string;
  /** parts of the house it goes through, each of which can be forbidden */
  through: { space: string; words: string }[];
  cost: Cost;
  figures: Record<Criterion, number>;
  score: number;
  /** criteria in which none is better */
  best: Criterion[];
  /** another beats it in everything: for when the rest can’t be done */
  beaten: boolean;
  /** against the favourite, in words; empty for the favourite itself */
  buys: string[];
  favourite: boolean;
  /** index of the place that the feed reaches first: a raceway can be fed from either end */
  firstPlace: number;
  /** places of a run in the order in which the power reaches them */
  order?: number[];
  /** which of those before feeds each, by position in `order`; of the first -1 */
  from?: number[];
  /** what each figure is made of: the feed, then every kind of step with how often it comes */
  sums: Record<Criterion, Sum>;
  /** what all of it costs once it is the whole job: as the stage Buy sums it, with work, fees, reserve and tax */
  whole?: { total: number; sum: Sum };
  nodes: number[];
  edges: FrameEdge[];
  /** the graph that it was found in */
  frame: Framing;
}
export interface JoistQuestion {
  roomId: string;
  room: string;
  /** which joists: over the room, or under it */
  field: 'joistsAbove' | 'joistsBelow';
  firstWall: string;
}
export interface RoutesFound {
  options: RouteOption[];
  /** ways that no other beats */
  unbeaten: number;
  nodes: number;
  edges: number;
}
export interface RouteSearch {
  feeds: FeedCandidate[];
  refused: FeedCandidate[];
  /** why no way can be looked for, in one sentence */
  problem: string | undefined;
  /** what blocks where no feed is reached; else what nobody has said and could open another way */
  gaps: string[];
  found: RoutesFound;
  /** joists on the way whose direction nobody looked at, and what the ways are if they run the other way */
  joistQuestions: JoistQuestion[];
  otherwise: RoutesFound | undefined;
}
/** More are shown by nobody’s wish. */
const HANDFUL = 5;
const NOTHING: RoutesFound = { options: [], unbeaten: 0, nodes: 0, edges: 0 };
const HALF_BOX_MM = inches(2.25) / 2;

/** What stands against the place itself; undefined when a box can be there. */
export function placeProblem(house: House, want: Want): string | undefined {
  for (const place of want.places) {
    const wall = house.site.walls.find((w) => w.id === place.wallId);
    if (!wall) return `There is no wall ${place.wallId} in this house.`;
    const x = uXOf(wall, place.face, place.fromLeft.mm);
    const say = (mm: number): string => printMark(Math.max(0, mm), house.unit);
    const z = place.bottom.mm;
    const opening = wall.openings.find(
      (o) => x + HALF_BOX_MM > o.x.mm && x - HALF_BOX_MM < o.x.mm + o.width.mm && z < o.z.mm + o.height.mm && z + inches(3.75) > o.z.mm,
    );
    if (opening) {
      const u = (at: number): number => uXOf(wall, place.face, at);
      const [a, b] = [u(opening.x.mm - HALF_BOX_MM - inches(3)), u(opening.x.mm + opening.width.mm + HALF_BOX_MM + inches(3))];
      return `${want.name} would lie in the ${opening.kind} of ${wall.name}: ${say(Math.min(a, b))} or ${say(Math.max(a, b))} from the left end is clear of it.`;
    }
    const shelf = place.inFront === undefined ? undefined : wall.fixtures?.find((f) => f.id === place.inFront);
    if (shelf) {
      const [low, high] = [shelf.z.mm, shelf.z.mm + shelf.height.mm - BOX_KINDS['surface-1g'].heightMm];
      const name = builtInName(shelf);
      if (high < low - 0.5)
        return `The front of the ${name} at ${wall.name} is ${say(shelf.height.mm)} high and a device box ${say(BOX_KINDS['surface-1g'].heightMm)}: it takes a board that is as high as the box, or its places on the wall.`;
      if (z < low - 0.5 || z > high + 0.5)
        return `${want.name} at ${say(z)} would reach past the front of the ${name} at ${wall.name}: the box’s bottom lies between ${say(low)} and ${say(Math.max(low, high))}.`;
    }
    // in open framing it is moved to the side of the stud
    if (want.kind === 'raceway' || wall.faces[place.face].open) continue;
    const reach = HALF_BOX_MM + wall.framing.studWidth.mm / 2;
    const stud = studPlaces(wall).find((s) => Math.abs(s.x - x) < reach - 0.5);
    if (stud) {
      const [a, b] = [uXOf(wall, place.face, stud.x - reach), uXOf(wall, place.face, stud.x + reach)];
      const choices = [Math.min(a, b), Math.max(a, b)].filter((v) => v > HALF_BOX_MM && v < wall.length.mm - HALF_BOX_MM).map(say);
      return `${want.name} at ${say(place.fromLeft.mm)} would sit on the stud at ${say(uXOf(wall, place.face, stud.x))}${stud.known === 'guessed' ? ' (reckoned)' : ''}: ${choices.join(' or ')} from the left end is clear of it.`;
    }
  }
  return undefined;
}

/** Hours of waiting that one patch brings, by the user’s compound. */
const patchWait = (compound: Schools['compound']): number =>
  patchPlan({
    before: { left: 0, right: inches(5.5), bottom: 0, top: inches(4) },
    after: undefined,
    studs: [],
    compound,
  }).dryingHours;

const gaugeOf = (house: House, want: Want, feed: FeedCandidate): 14 | 12 | 10 | 8 => {
  if (isPanel(house.site, feed.id)) return smallestGaugeFor(ownAmps(want)) as 14 | 12;
  const box = house.site.boxes.find((b) => b.id === feed.id);
  const amps = house.site.circuits.find((c) => c.id === box?.circuitId)?.breakerA;
  // a breaker nobody read may be a 20 A one: the thicker cable suits both
  return smallestGaugeFor(amps ?? 20) as 14 | 12 | 10 | 8;
};

/** What a feed costs before the cable leaves it. */
function startCost(feed: FeedCandidate, panel: boolean, breakerPrice: number): Cost {
  const stops = feed.findings.filter((f) => f.verdict === 'stop').length;
  const doubts = feed.findings.filter((f) => f.verdict === 'can’t tell').length;
  return panel
    ? [MINUTES.newBreaker, Math.round(breakerPrice * 100), 0, 0, doubts]
    : [MINUTES.openFeed + stops * MINUTES.cureFeed, 0, 0, 0, doubts];
}

interface Group {
  gauge: 14 | 12 | 10 | 8;
  frame: Framing;
  feeds: FeedCandidate[];
  starts: Start[];
}

export interface SearchOptions {
  schools?: Pick<Schools, 'compound'>;
  /** judged before: they follow from the house and what is wanted, not from what is forbidden or weighed */
  feeds?: FeedCandidate[];
  /** the part of the plan to search; absent: the whole house */
  region?: Region;
  /** search the whole house, however large */
  whole?: boolean;
}

/** Walls of a house that is searched as a whole; of a larger one what lies between the place and its feeds is searched first. */
const WHOLE_HOUSE_WALLS = 80;
/** How far a way may swing out beside the rectangle of its ends (a room and its walls). */
const SWING_MM = inches(12 * 16);

/** The part of the plan round a wanted place and its fit feeds; undefined for a house that is searched as a whole. */
export function regionOf(house: House, want: Want, fit: readonly FeedCandidate[]): Region | undefined {
  if (house.site.walls.length <= WHOLE_HOUSE_WALLS) return undefined;
  const points = [...want.places.map((p) => placePoint(house, p)), ...fit.map((f) => feedPoint(house, f.id)), want.via].filter(
    (p) => p !== undefined,
  );
  if (points.length < 2) return undefined;
  const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
  return {
    ...{ left: Math.min(...xs) - SWING_MM, right: Math.max(...xs) + SWING_MM },
    ...{ low: Math.min(...ys) - SWING_MM, high: Math.max(...ys) + SWING_MM },
  };
}

/** Graphs of a survey that is looked at: the ways, the next best one and the drawings all rest on the same few. */
const framed = new WeakMap<House['site'], Map<string, Framing>>();
const MOST_FRAMES = 8;

/** Where the box of a wanted place comes to stand: in open framing against its stud. */
function whereItStands(site: House['site'], place: WantPlace): WantPlace {
  const wall = site.walls.find((w) => w.id === place.wallId);
  if (!wall?.faces[place.face].open) return place;
  const box = besideStud(wall, {
    ...{ id: 'wanted', name: 'wanted', wallId: wall.id, face: place.face, kind: 'nail-on-1g-20', gangs: 1, supportFittings: 0 },
    place: { from: 'left-end', toward: 'right', to: 'centre', distance: place.fromLeft, bottom: place.bottom },
  });
  return { ...place, fromLeft: box.place.distance };
}

/** The graph of the house for a want and one size of cable. Not to be changed in place. */
export function frameFor(
  house: House,
  want: Want,
  gauge: number,
  joistsRun: JoistsRun,
  schools: Pick<Schools, 'compound'>,
  region?: Region,
): Framing {
  const options = {
    rates: ratesOf(house.prices),
    gauge,
    dryingHours: patchWait(schools.compound),
    joistsRun,
    surfaceOnly: want.kind === 'raceway',
    mayShow: want.mayShow,
    ...(region ? { region } : {}),
  };
  const key = JSON.stringify([want.places, options]);
  let frames = framed.get(house.site);
  if (!frames || frames.size >= MOST_FRAMES) framed.set(house.site, (frames = new Map<string, Framing>()));
  const known =
    frames.get(key) ??
    framing(
      house.site,
      want.places.map((p) => whereItStands(house.site, p)),
      options,
    );
  frames.set(key, known);
  return known;
}

/** Ways for one reading of the joists. */
function waysFor(house: House, want: Want, fit: readonly FeedCandidate[], joistsRun: JoistsRun, options: SearchOptions) {
  const rates = ratesOf(house.prices);
  const schools = options.schools ?? DEFAULT_SCHOOLS;
  const byGauge = new Map<Group['gauge'], FeedCandidate[]>();
  for (const f of fit) byGauge.set(gaugeOf(house, want, f), [...(byGauge.get(gaugeOf(house, want, f)) ?? []), f]);
  const groups = [...byGauge].map(([gauge, feeds]): Group => {
    const frame = frameFor(house, want, gauge, joistsRun, schools, options.region);
    const starts = feeds.flatMap((f) => {
      const node = frame.boxes.get(f.id);
      return node === undefined ? [] : [{ node, cost: startCost(f, isPanel(house.site, f.id), rates.breaker) }];
    });
    return { gauge, frame, feeds: feeds.filter((f) => frame.boxes.has(f.id)), starts };
  });
  const forbidden = new Set(want.forbidden);
  const ends =
    want.kind === 'run' ? want.places.map((_, i) => i) : want.kind === 'raceway' ? [...new Set([0, want.places.length - 1])] : [0];
  const all: (Way & { group: Group; firstPlace: number; onward: Onward | undefined })[] = [];
  for (const group of groups) {
    const { frame, starts } = group;
    const blocked = new Uint8Array(frame.nodes.length);
    frame.nodes.forEach((n, i) => {
      if (forbidden.has(n.space)) blocked[i] = 1;
    });
    const run = want.kind === 'run' && want.places.length > 1 ? runSections(frame, want) : undefined;
    for (const end of ends) {
      const target = frame.places[end]!;
      const onward = run && onwardFrom(end, run, worthOf(want.weights));
      if (run && !onward) continue;
      // a box that feeds nothing here is no way through, and neither is another wanted place
      const node = (n: number): boolean =>
        blocked[n] === 1 || (n !== target && isSpace(frame.nodes[n]!.space, 'feed', 'place') && !starts.some((s) => s.node === n));
      const through = want.via && nearest(frame, want.via);
      const ways =
        through === undefined
          ? bestWays(frame.graph, starts, target, { node })
          : bestWaysVia(frame.graph, starts, through, target, { node });
      all.push(
        ...ways.map((w) => ({
          ...w,
          // what all of it costs decides, not the way to its first place
          cost: onward ? w.cost.map((c, k) => (k === DRYING ? Math.max(c, onward.cost[k]!) : c + onward.cost[k]!)) : w.cost,
          group,
          firstPlace: end,
          onward,
        })),
      );
    }
  }
  // each size of cable was searched on its own: across them some are beaten
  return { groups, all: unbeaten(all) };
}

/** The first place of a raceway from which no track leads on to the next; undefined where all are joined. */
function partedAfter(frame: Framing, want: Want): number | undefined {
  const at = want.places.slice(1).findIndex((_, i) => !sectionBetween(frame, want, frame.places[i]!, frame.places[i + 1]!));
  return at < 0 ? undefined : at;
}

/** On from the first place of a run: the order of the places, what feeds each, the edges of all sections, what they cost together. */
interface Onward {
  order: number[];
  from: number[];
  edges: FrameEdge[];
  cost: number[];
}
const DRYING = CRITERIA.indexOf('drying');
/** Parting in a box: three cables to land there, and often a deeper box. */
const PARTING: Cost = [15, 200, 0, 0, 0];
function onwardFrom(start: number, run: RunSections, worth: readonly number[]): Onward | undefined {
  const best = bestTree(
    start,
    run.cost,
    worth.reduce((s, w, k) => s + w * PARTING[k]!, 0),
  );
  if (!best) return undefined;
  const edges = best.order.flatMap((to, i) => (i === 0 ? [] : (run.section(best.order[best.from[i]!]!, to) ?? [])));
  const cost = CRITERIA.map((_, k) => edges.reduce((s, e) => (k === DRYING ? Math.max(s, e.cost[k]!) : s + e.cost[k]!), 0));
  return { order: best.order, from: best.from, edges, cost };
}

/** Positions from which a run goes on in two directions. */
export const partsAt = (from: readonly number[]): number[] => from.filter((f, i) => f >= 0 && from.indexOf(f) !== i);

/** The point of a part of the house nearest to where a via-point was put. */
function nearest(frame: Framing, via: NonNullable<Want['via']>): number | undefined {
  let best: number | undefined;
  let d = Infinity;
  frame.nodes.forEach((n, i) => {
    if (n.space !== via.space) return;
    const here = Math.hypot(n.x - via.x, n.y - via.y);
    if (here < d) [best, d] = [i, here];
  });
  return best;
}

function optionsOf(house: House, want: Want, made: ReturnType<typeof waysFor>): RoutesFound {
  const worth = worthOf(want.weights);
  const options = made.all.map((way): RouteOption => {
    const { frame, gauge, feeds } = way.group;
    const start = way.group.starts[way.start]!;
    const feed = feeds[way.start]!;
    const edges = way.edges.map((e) => frame.edges[e]!);
    const nodes = [start.node];
    for (const e of edges) nodes.push(e.from === nodes.at(-1) ? e.to : e.from);
    const spaces = nodes.map((n) => frame.nodes[n]!.space).filter((s, i, list) => s !== list[i - 1] && !isSpace(s, 'place'));
    const cost = way.cost as unknown as Cost;
    return {
      key: `${spaces.join('>')}${way.onward ? `#${way.onward.order.join('-')}${partsAt(way.onward.from).length ? `/${way.onward.from.join('-')}` : ''}` : ''}`.slice(
        0,
        2000,
      ),
      feed,
      gauge,
      title: titleOf(house, feed, edges, nodes, frame),
      through: spaces.map((space) => ({ space, words: spaceWords(house.site, space) })),
      cost,
      figures: figuresOf(cost),
      score: worth.reduce((s, w, k) => s + w * cost[k]!, 0),
      best: [],
      beaten: false,
      buys: [],
      favourite: false,
      firstPlace: way.firstPlace,
      ...(way.onward ? { order: way.onward.order, from: way.onward.from } : {}),
      sums: sumsOf(feed.name, start.cost as unknown as Cost, [...edges, ...(way.onward?.edges ?? [])]),
      nodes,
      edges,
      frame,
    };
  });
  // ways through the same parts of the house are one to a person: the better by the weights stands for it
  const byKey = new Map<string, RouteOption>();
  for (const o of options.sort((a, b) => a.score - b.score)) if (!byKey.has(o.key)) byKey.set(o.key, o);
  const list = [...byKey.values()];
  const handful = handfulOf(list, want.chosen);
  const { groups } = made;
  return {
    options: handful.map((o, i) => ({
      ...o,
      favourite: i === 0,
      best: bestIn(o.cost, list, handful),
      buys: against(o.cost, handful[0]!.cost),
    })),
    unbeaten: made.all.length,
    nodes: Math.max(0, ...groups.map((g) => g.frame.nodes.length)),
    edges: Math.max(0, ...groups.map((g) => g.frame.edges.length)),
  };
}

/** Criteria in which none of all is better than this one, and some of those shown is worse. */
export const bestIn = (
  cost: readonly number[],
  all: readonly { cost: readonly number[] }[],
  shown: readonly { cost: readonly number[] }[] = all,
): Criterion[] => CRITERIA.filter((_, k) => all.every((o) => cost[k]! <= o.cost[k]!) && shown.some((o) => o.cost[k] !== cost[k]));

/**
 * Of many ways the few that are shown, by their score: the first, the best by each criterion, of other feeds the first, then what is named
 * otherwise; and the one that was chosen.
 * @param list by score, the best first; no key twice
 */
export function handfulOf<O extends Pick<RouteOption, 'key' | 'title' | 'score' | 'cost'> & { feed: { id: string } }>(
  list: readonly O[],
  chosen: string | undefined,
): O[] {
  const shown = new Set<O>(list.slice(0, 1));
  const isShown = (like: (s: O) => boolean): boolean => [...shown].some(like);
  const add = (o: O | undefined): void => {
    if (o && shown.size < HANDFUL) shown.add(o);
  };
  CRITERIA.forEach((_, k) => {
    const least = Math.min(...list.map((o) => o.cost[k]!));
    if (!isShown((s) => s.cost[k] === least)) add(list.find((o) => o.cost[k] === least));
  });
  // another feed says more than another bay
  for (const o of list) if (!isShown((s) => s.feed.id === o.feed.id)) add(o);
  for (const o of list) if (!isShown((s) => s.feed.id === o.feed.id && s.title === o.title)) add(o);
  const own = list.find((o) => o.key === chosen);
  if (own) shown.add(own);
  return [...shown].sort((a, b) => a.score - b.score);
}

const STEP_WORDS: Record<FrameEdge['does'], string> = {
  'enter-box': 'into the bay',
  fish: 'fished up and down in bays',
  stud: 'studs crossed, openings closed again',
  block: 'fire blocks bored, sealed and closed again',
  corner: 'corners of rooms, both walls opened',
  'top-plate': 'top plates bored and sealed',
  'bottom-plate': 'bottom plates bored and sealed',
  along: 'along joists',
  across: 'across joists',
  raceway: 'raceway on the face',
  'raceway-corner': 'raceway corners',
  'raceway-base': 'raceway bases and boxes',
  chase: 'chase cut and made good',
  'chase-end': 'corner into masonry',
  through: 'out through the wall, sleeve and box',
  exposed: 'up an open wall to the joists',
};
const PER: Record<Criterion, { unit: Sum['result']['unit']; each: number }> = {
  hours: { unit: 'h', each: 1 / 60 },
  money: { unit: 'count', each: 1 / 100 },
  holes: { unit: 'count', each: 1 },
  drying: { unit: 'count', each: 1 / 10 },
  unknowns: { unit: 'count', each: 1 },
};

/** The figures of a way taken apart; they come out as the search added them up. */
function sumsOf(feed: string, before: Cost, edges: readonly FrameEdge[]): Record<Criterion, Sum> {
  const one = (c: Criterion, k: number): Sum => {
    const { unit, each } = PER[c];
    const parts = new Map<string, { value: number; times: number }>();
    const put = (label: string, cost: number): void => {
      if (cost === 0) return;
      const known = parts.get(label) ?? { value: 0, times: 0 };
      parts.set(label, { value: c === 'drying' ? Math.max(known.value, cost) : known.value + cost, times: known.times + 1 });
    };
    put(c === 'unknowns' ? `not found out about ${feed}` : `at ${feed}`, before[k]!);
    for (const e of edges) put(STEP_WORDS[e.does], e.cost[k]!);
    const terms = [...parts].map(([label, p]) =>
      term(label, p.value * each, unit, { how: p.times > 1 ? `${p.times} steps` : 'common practice' }),
    );
    const total = terms.reduce((s, t) => (c === 'drying' ? Math.max(s, t.value) : s + t.value), 0);
    return {
      terms,
      ...(c === 'drying' ? { formula: 'side by side: the longest counts' } : {}),
      result: term(RESULT_WORDS[c], total, unit),
    };
  };
  return Object.fromEntries(CRITERIA.map((c, k) => [c, one(c, k)])) as Record<Criterion, Sum>;
}
const RESULT_WORDS: Record<Criterion, string> = {
  hours: 'work',
  money: 'cost, by your prices; what every way needs alike is left out',
  holes: 'openings to patch',
  drying: 'days of waiting to dry',
  unknowns: 'doubts',
};

const one = (n: number, what: string, many = `${what}s`): string => `${n} ${n === 1 ? what : many}`;
/** What a way gains and loses against another. */
export function against(cost: readonly number[], other: readonly number[]): string[] {
  const [mine, its] = [figuresOf(cost), figuresOf(other)];
  const words: string[] = [];
  const say = (d: number, less: string, more: string): void => {
    if (d < 0) words.push(less);
    if (d > 0) words.push(more);
  };
  const hours = Math.round((mine.hours - its.hours) * 10) / 10;
  say(hours, `${-hours} h less`, `${hours} h more`);
  const money = Math.round(mine.money - its.money);
  say(money, `${-money} cheaper`, `${money} dearer`);
  const holes = mine.holes - its.holes;
  say(holes, `${one(-holes, 'opening')} fewer`, `${one(holes, 'opening')} more`);
  const days = Math.round((mine.drying - its.drying) * 10) / 10;
  say(days, its.drying > 0 && mine.drying === 0 ? 'no wait for drying' : `${-days} d less drying`, `${days} d more drying`);
  const doubts = mine.unknowns - its.unknowns;
  say(doubts, `${one(-doubts, 'doubt')} fewer`, `${one(doubts, 'doubt')} more`);
  return words;
}

/** The way in a few words: where it starts, and through what. */
function titleOf(house: House, feed: FeedCandidate, edges: readonly FrameEdge[], nodes: readonly number[], frame: Framing): string {
  const words: string[] = [];
  const put = (w: string): void => {
    if (words.at(-1) !== w) words.push(w);
  };
  const studs = edges.filter((e) => e.does === 'stud').reduce((s, e) => s + Math.max(1, e.studs?.length ?? 1), 0);
  let crossed = false;
  nodes.slice(1).forEach((n, i) => {
    const e = edges[i]!;
    const { kind } = spaceOf(frame.nodes[n]!.space);
    if (e.does === 'stud' && !crossed) {
      put(studs === 1 ? 'through one stud' : `through ${studs} studs`);
      crossed = true;
    }
    if (e.does === 'corner' || e.does === 'chase-end') put('round the corner');
    const through = kind && THROUGH_WORDS[kind];
    if (through) put(through);
    if (e.does === 'raceway') put('in a raceway');
    if (e.does === 'through') put('out through the wall');
  });
  const name = isPanel(house.site, feed.id) ? (panelOf(house.site, feed.id)?.name ?? 'the panel') : feed.name;
  return `From ${name}: ${words.join(', ') || 'within the bay'}`;
}

const THROUGH_WORDS: Readonly<Partial<Record<SpaceKind, string>>> = {
  attic: 'over the attic',
  basement: 'through the basement',
  'crawl-space': 'through the crawl space',
  floor: 'through the closed floor',
  chase: 'in a chase',
};

/** Fewer ways than this leave little choice: then one is looked for that does without what the favourite rests on. */
const FEW = 3;
function nextBest(house: House, want: Want, fit: readonly FeedCandidate[], found: RoutesFound, options: SearchOptions): RouteOption[] {
  const favourite = found.options[0]!;
  // first what lies between, then where it starts
  const rests = [
    ...favourite.through.filter((t) => !isSpace(t.space, 'bay', 'feed', 'place')),
    ...favourite.through.filter((t) => isSpace(t.space, 'feed')),
  ];
  for (const rest of rests) {
    const without = { ...want, forbidden: [...want.forbidden, rest.space] };
    const other = fit.filter((f) => `feed/${f.id}` !== rest.space);
    const next = other.length ? optionsOf(house, without, waysFor(house, without, other, 'along-first', options)).options[0] : undefined;
    if (next && !found.options.some((o) => o.key === next.key))
      return [{ ...next, favourite: false, best: [], beaten: true, buys: against(next.cost, favourite.cost) }];
  }
  return [];
}

/** Rooms on shown ways whose joists nobody looked at. */
function questionsOf(house: House, found: RoutesFound, frames: readonly Framing[]): JoistQuestion[] {
  const asked = new Map<string, JoistQuestion>();
  for (const o of found.options)
    for (const e of o.edges) {
      if ((e.does !== 'along' && e.does !== 'across') || !e.roomId) continue;
      for (const frame of frames) {
        const space = frame.nodes[e.from]?.space;
        const hollow = frame.hollows.find((h) => h.id === space);
        const entry = hollow?.rooms.find((r) => r.room.id === e.roomId);
        if (!hollow || !entry?.guessed) continue;
        const field = hollow.kind === 'attic' || !entry.room.below ? 'joistsAbove' : 'joistsBelow';
        const first = entry.room.sides?.[0]?.wallId;
        asked.set(`${e.roomId}/${field}`, {
          roomId: e.roomId,
          room: entry.room.name,
          field,
          firstWall: house.site.walls.find((w) => w.id === first)?.name ?? 'its first wall',
        });
      }
    }
  return [...asked.values()];
}

/** What keeps every fit feed away from the wanted place. */
type OpenGap = Pick<Gap, 'is' | 'says'>;
function gapsOf(house: House, want: Want, made: ReturnType<typeof waysFor>, fit: readonly FeedCandidate[] = []): OpenGap[] {
  const { frame } = made.groups[0]!;
  const forbidden = new Set(want.forbidden);
  const node = (n: number): boolean => forbidden.has(frame.nodes[n]!.space);
  const near = reachable(frame.graph, frame.places[0]!, { node });
  const said = new Map<string, OpenGap>();
  const add = ({ is, says }: OpenGap): void => void (said.has(says) || said.set(says, { is, says }));
  for (const gap of frame.gaps.filter((g) => near[g.node])) add(gap);
  // where nothing leads, what stops the cable at the feed's end is as good a reason
  for (const feed of fit) {
    const start = frame.boxes.get(feed.id);
    if (start === undefined) continue;
    const from = reachable(frame.graph, start, { node });
    for (const gap of frame.gaps.filter((g) => from[g.node])) add(gap);
  }
  if (frame.plans.some((p) => p.group > 0)) {
    const apart = frame.plans.filter((p) => p.group > 0).map((p) => p.room.name);
    add({ is: 'not said', says: `nobody said where ${[...new Set(apart)].join(', ')} lies in the plan` });
  }
  if (!panelOf(house.site, PANEL)?.place) add({ is: 'not said', says: 'nobody said on which wall the panel hangs' });
  for (const sub of subpanelsOf(house.site))
    if (!sub.place) add({ is: 'not said', says: `nobody said on which wall the ${sub.name} hangs` });
  if (forbidden.size) add({ is: 'in the way', says: `${one(forbidden.size, 'part')} of the house ${forbidden.size === 1 ? 'is' : 'are'} forbidden here` }); // prettier-ignore
  return [...said.values()].slice(0, 8);
}

/** Every way for a wanted outlet. Pure and deterministic; a large house takes some tens of milliseconds. */
export function searchRoutes(house: House, want: Want, options: SearchOptions = {}): RouteSearch {
  const problem = placeProblem(house, want);
  // a place that can't be has no feeds to judge
  const feeds = options.feeds ?? (problem ? [] : wantFeeds(house, want));
  const refused = feeds.filter((f) => f.refused);
  const forbidden = new Set(want.forbidden);
  const fit = feeds.filter((f) => !f.refused && !forbidden.has(`feed/${f.id}`) && (want.from === undefined || f.id === want.from));
  const only = want.from === undefined ? undefined : feeds.find((f) => f.id === want.from);
  const base = { feeds, refused, gaps: [], found: NOTHING, joistQuestions: [], otherwise: undefined };
  if (problem) return { ...base, problem };
  if (fit.length === 0)
    return {
      ...base,
      problem:
        want.from !== undefined && !only
          ? 'The box that power was to come from is not in the survey any more: choose another, or whichever suits best.'
          : only?.refused
            ? `${only.name} can’t feed it: ${only.refused}. Choose another box, or whichever suits best.`
            : feeds.length === refused.length
              ? 'No surveyed box and no panel is fit to feed it; each says why.'
              : 'Every fit feed is forbidden here.',
    };
  const region = options.region ?? (options.whole ? undefined : regionOf(house, want, fit));
  const within = { ...options, ...(region ? { region } : {}) };
  const made = waysFor(house, want, fit, 'along-first', within);
  const parted = want.kind === 'raceway' ? partedAfter(made.groups[0]!.frame, want) : undefined;
  if (parted !== undefined)
    return {
      ...base,
      gaps: gapsOf(house, want, made).map((g) => g.says),
      problem: `No track goes on from outlet ${parted + 1} to outlet ${parted + 2}: something stands between them, or how their walls meet is not known.`,
    };
  const found = optionsOf(house, want, made);
  // nothing near by: then wherever it leads
  if (found.options.length === 0 && region) return searchRoutes(house, want, { ...options, feeds, region: undefined, whole: true });
  if (found.options.length === 0)
    return {
      ...base,
      gaps: gapsOf(house, want, made, fit).map((g) => g.says),
      problem: want.via ? 'No way leads by the point that was set.' : 'No fit feed is reached from there.',
    };
  const spare = found.options.length < FEW && !want.via ? nextBest(house, want, fit, found, within) : [];
  found.options.push(...spare);
  const joistQuestions = questionsOf(
    house,
    found,
    made.groups.map((g) => g.frame),
  );
  const otherwise = joistQuestions.length ? optionsOf(house, want, waysFor(house, want, fit, 'across-first', within)) : undefined;
  // what nobody said could open a better way
  const gaps = gapsOf(house, want, made).flatMap((g) => (g.is === 'not said' ? [g.says] : []));
  return { ...base, gaps, problem: undefined, found, joistQuestions, otherwise };
}

export const CRITERION_WORDS = {
  hours: 'work',
  money: 'cost',
  holes: 'openings to patch',
  drying: 'waiting to dry',
  unknowns: 'doubts',
} as const;

/** A figure of a way as people say it. */
export function printFigure(criterion: Criterion, value: number): string {
  switch (criterion) {
    case 'hours':
      return `${value < 10 ? value.toFixed(1) : Math.round(value)} h`;
    case 'money':
      return value.toFixed(0);
    case 'holes':
      return `${value}`;
    case 'drying':
      return value === 0 ? 'none' : `${value.toFixed(1)} d`;
    case 'unknowns':
      return `${value}`;
  }
}
