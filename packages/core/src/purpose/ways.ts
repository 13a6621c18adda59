/** One answer to a wanted outlet: the ways, and what follows from each, ready to be drawn. Plain data: it crosses to and from a worker. */
import type { FeedCandidate } from '../feeds/index.js';
import { DEFAULT_SCHOOLS, type House, type Want } from '../model/index.js';
import { spaceWords } from '../route/index.js';
import { routeDetail, type RouteDetail } from './routeDetail.js';
import { routeElevations, routePlanFigure, type RouteElevation, type RoutePlanFigure } from './routeFigures.js';
import { frameFor, placeProblem, searchRoutes, type JoistQuestion, type RouteOption, type RoutesFound } from './searchRoutes.js';
import { wantFeeds } from './wantFeeds.js';
import { asWholeJobs } from './whole.js';

/** What a page needs of a way; the path through the graph stays behind. */
export type ShownOption = Omit<RouteOption, 'nodes' | 'edges' | 'frame' | 'feed'> & { feed: { id: string; name: string; cures: string[] } };
export interface ShownWay {
  option: ShownOption;
  detail: RouteDetail;
  plan: RoutePlanFigure | undefined;
  elevations: RouteElevation[];
}
export interface Ways {
  feeds: FeedCandidate[];
  /** boxes of a large house that lie further off and were not judged */
  notJudged: number;
  problem: string | undefined;
  gaps: string[];
  ways: ShownWay[];
  unbeaten: number;
  nodes: number;
  edges: number;
  joistQuestions: JoistQuestion[];
  /** the ways if those joists run the other way; empty where nothing was asked */
  otherwise: ShownWay[];
  /** spaces over and under rooms that a cable could be sent through, with a point in their middle */
  hollows: { space: string; words: string; x: number; y: number }[];
}

/** @param feeds judged before for the same house and want; they are judged here otherwise */
export function waysOf(house: House, want: Want, feeds: FeedCandidate[] = wantFeeds(house, want)): Ways {
  const search = searchRoutes(house, want, { feeds });
  const shown = (found: RoutesFound | undefined): ShownWay[] => {
    const options = found?.options ?? [];
    const details = options.map((o) => routeDetail(house, want, o));
    return asWholeJobs(house, want, options, details).map(({ option, detail }) => {
      const { nodes: _nodes, edges: _edges, frame: _frame, feed, ...rest } = option;
      return {
        option: { ...rest, feed: { id: feed.id, name: feed.name, cures: feed.cures } },
        detail,
        plan: routePlanFigure(house, want, option, detail),
        elevations: routeElevations(house, want, detail),
      };
    });
  };
  const ways = shown(search.found);
  // where no way leads, what could be passed is on offer all the same
  const any =
    search.found.options[0]?.frame ?? (placeProblem(house, want) ? undefined : frameFor(house, want, 14, 'along-first', DEFAULT_SCHOOLS));
  const judged = new Set(search.feeds.map((f) => f.id));
  return {
    feeds: search.feeds,
    notJudged: want.ownCircuit || search.problem ? 0 : house.site.boxes.filter((b) => !judged.has(b.id)).length,
    problem: search.problem,
    gaps: search.gaps,
    ways,
    unbeaten: search.found.unbeaten,
    nodes: search.found.nodes,
    edges: search.found.edges,
    joistQuestions: search.joistQuestions,
    otherwise: shown(search.otherwise),
    hollows: (any?.hollows ?? []).map((h) => {
      const corners = h.rooms.flatMap((r) => r.polygon);
      const middle = (of: (p: { x: number; y: number }) => number): number =>
        (Math.min(...corners.map(of)) + Math.max(...corners.map(of))) / 2;
      return { space: h.id, words: spaceWords(house.site, h.id), x: middle((p) => p.x), y: middle((p) => p.y) };
    }),
  };
}
