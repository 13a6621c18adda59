/** The feeds of a wanted outlet: the same judgements as a job’s, made before there is a job. */
import { homeRunFor, judgedFeeds, type FeedCandidate, type Trial } from '../feeds/index.js';
import { roomPlans, type Point } from '../layout/index.js';
import {
  type Box,
  boxCentreX,
  type FaceId,
  type House,
  isPanel,
  ownAmps,
  PANEL,
  panelOf,
  type Site,
  standsOut,
  subpanelsOf,
  uXOf,
  type Wall,
  type Want,
  type WantPlace,
  usBook,
} from '../model/index.js';
import { beforeWall, planPoint, wallSides } from '../route/index.js';
import { loadOf, trialJob, wantLoads } from './outletPlan.js';

/** Up to so many boxes all are judged; in a larger house the near ones first, until enough of them are fit. */
const ALL_JUDGED = 60;

/** Where points of walls lie in plan; undefined on a wall that nobody walked along. */
function planner(
  site: Site,
): (wallId: string, xOf: (wall: Wall) => number | undefined, front?: { face: FaceId; id: string | undefined }) => Point | undefined {
  const sides = wallSides(roomPlans(site));
  const walls = new Map(site.walls.map((w) => [w.id, w]));
  return (wallId, xOf, front) => {
    const [wall, side] = [walls.get(wallId), sides.get(wallId)];
    const x = wall && xOf(wall);
    const shelf = wall?.fixtures?.find((f) => f.id === front?.id && f.face === front?.face);
    const across = wall && side && shelf && beforeWall(wall, side, shelf.face, standsOut(shelf).mm);
    return wall && side && x !== undefined ? planPoint(wall, side, x, across) : undefined;
  };
}
export const placePoint = ({ site }: House, place: Pick<WantPlace, 'wallId' | 'face' | 'fromLeft' | 'inFront'>): Point | undefined =>
  planner(site)(place.wallId, (wall) => uXOf(wall, place.face, place.fromLeft.mm), { face: place.face, id: place.inFront });
export function feedPoint({ site }: House, feedId: string): Point | undefined {
  const place = panelOf(site, feedId)?.place;
  if (isPanel(site, feedId)) return place && planner(site)(place.wallId, (wall) => uXOf(wall, place.face, place.fromLeft.mm));
  const box = site.boxes.find((b) => b.id === feedId);
  return box && planner(site)(box.wallId, (wall) => boxCentreX(wall, box));
}

/** Boxes by how far they lie from the wanted place in plan; those that nobody placed in the plan come last. */
function byNearness(house: House, place: WantPlace): Box[] {
  const at = planner(house.site);
  const here = placePoint(house, place);
  const far = new Map(
    house.site.boxes.map((box): [Box, number] => {
      const there = at(box.wallId, (wall) => boxCentreX(wall, box));
      return [box, here && there ? Math.hypot(here.x - there.x, here.y - there.y) : Infinity];
    }),
  );
  return [...house.site.boxes].sort((a, b) => (far.get(a) === far.get(b) ? 0 : far.get(a)! - far.get(b)!));
}

/**
 * Every feed of a wanted outlet, the best first; only the panel where it asks for a circuit of its own. In a house of many boxes those
 * far off are left out once enough near ones are fit.
 */
export function wantFeeds(house: House, want: Want): FeedCandidate[] {
  const place = want.places[0]!;
  const wall = house.site.walls.find((w) => w.id === place.wallId);
  const room = wall && house.site.rooms.find((r) => r.id === wall.faces[place.face].roomId);
  const wanted = {
    name: want.name,
    rooms: room ? [room] : [],
    loads: wantLoads(want).map((l, k) => loadOf(want, l, k, 'new')),
    amps: ownAmps(want),
  };
  const own = [PANEL, ...subpanelsOf(house.site).map((p) => p.id)].map((id) => homeRunFor(house.site, usBook(house), wanted, id));
  const [first] = house.site.boxes;
  if (want.ownCircuit || !first) return own;
  const placed = trialJob(house, want, first.id).changes.find((c) => c.do === 'place-box');
  if (placed?.do !== 'place-box') return own;
  const trial: Trial = { from: (boxId) => trialJob(house, want, boxId), target: placed.box, site: house.site };
  const many = house.site.boxes.length > ALL_JUDGED ? { nearestFirst: byNearness(house, place) } : {};
  return judgedFeeds(trial, { ownCircuits: own, ...many });
}
