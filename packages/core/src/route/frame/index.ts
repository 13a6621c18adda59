/** The house, or a part of it, as a graph that a cable can be drawn through. */
import { roomPlans, type PlanSide, type RoomPlan } from '../../layout/index.js';
import { isPanel, panelOf, spaceOf, type Site, type WantPlace } from '../../model/index.js';
import { COMBINE, cablePrice } from '../effort.js';
import { weightedGraph } from '../search.js';
import { corners, toOpenJoists } from './corners.js';
import { framedWalls } from './framedWalls.js';
import { Builder, type Framing, type FramingOptions, type Ground, type Region, type Spot } from './graph.js';
import { hollowsIn } from './hollows.js';
import { masonryWalls } from './masonry.js';
import { racewayFaces } from './racewayFaces.js';
import { levelsOf, spotsOf } from './spots.js';

export { planPoint, beforeWall, trackedOn } from './graph.js';
export type { StepKind, FrameNode, FrontPart, FrameEdge, Gap, Hollow, Framing, FramingOptions, Region } from './graph.js';
export { GRID_MM, hollowId, inside, outsideBy, USUAL_JOIST } from './hollows.js';

const meets = (plan: RoomPlan, region: Region): boolean => {
  const corners = plan.sides.map((s) => s.from);
  const [xs, ys] = [corners.map((p) => p.x), corners.map((p) => p.y)];
  return (
    Math.min(...xs) <= region.right && Math.max(...xs) >= region.left && Math.min(...ys) <= region.high && Math.max(...ys) >= region.low
  );
};

/** Where walls of no plan are laid: apart from all that is drawn, and within what a way can be kept of (300 m; a way reaches to 1 km). */
const FAR_MM = 3e5;

/** Where each wall lies in plan: by the first room that was walked round it. */
export function wallSides(plans: readonly RoomPlan[]): Map<string, PlanSide> {
  const sides = new Map<string, PlanSide>();
  for (const p of plans) for (const s of p.sides) if (!sides.has(s.wallId)) sides.set(s.wallId, s);
  return sides;
}

export function framing(site: Site, places: readonly WantPlace[], options: FramingOptions): Framing {
  const g = groundOf(site, places, options);
  const found = spotsOf(g);
  const { spots } = found;
  const levels = levelsOf(g, spots);
  const { hollows, near } = hollowsIn(g);
  if (!options.surfaceOnly) {
    const columns = framedWalls(g, spots, levels, near);
    const chased = masonryWalls(g, spots, levels);
    toOpenJoists(g, spots, near);
    corners(g, { columns, chased, levels });
  }
  if (options.surfaceOnly || options.mayShow) onFaces(g, spots);
  const { nodes, edges, gaps } = g.b;
  return {
    ...{ nodes, edges, gaps, graph: weightedGraph(nodes.length, COMBINE, edges) },
    ...{ boxes: found.boxes, places: found.places, hollows, plans: g.plans, sides: g.sides },
  };
}

/** What is looked at, laid out in plan. A wanted wall that nobody put into the plan lies apart: what lies in it needs no plan, what leads out of it is not known. */
function groundOf(site: Site, places: readonly WantPlace[], options: FramingOptions): Ground {
  const { region } = options;
  const plans = region ? roomPlans(site).filter((p) => meets(p, region)) : roomPlans(site);
  const walls = new Map(site.walls.map((w) => [w.id, w]));
  const sides = wallSides(plans);
  const apart = new Set<string>();
  for (const place of places) {
    const wall = walls.get(place.wallId);
    if (!wall || sides.has(wall.id)) continue;
    const from = { x: FAR_MM, y: FAR_MM * (apart.size + 1) };
    const to = { x: from.x + wall.length.mm, y: from.y };
    apart.add(wall.id);
    sides.set(wall.id, { roomId: wall.faces[place.face].roomId, wallId: wall.id, face: 'A', from, to });
  }
  return {
    ...{ b: new Builder(), site, places, options, price: cablePrice(options.rates, options.gauge) },
    ...{ plans, rooms: new Map(site.rooms.map((r) => [r.id, r])), walls, sides, apart },
  };
}

/** Faces of the rooms that have a wanted place, and of a wall in hand of which no room was walked round. */
function onFaces(g: Ground, spots: readonly Spot[]): void {
  const { places, walls, rooms, sides } = g;
  const wanted = new Set(places.map((p) => walls.get(p.wallId)!.faces[p.face].roomId));
  for (const plan of g.plans) if (wanted.has(plan.room.id)) racewayFaces(g, plan, spots);
  for (const id of g.apart) {
    const { faces } = walls.get(id)!;
    const { from, to } = sides.get(id)!;
    for (const face of new Set(places.flatMap((p) => (p.wallId === id ? [p.face] : [])))) {
      const { roomId } = faces[face];
      const room = rooms.get(roomId);
      const side: PlanSide = { roomId, wallId: id, face, ...(face === 'A' ? { from, to } : { from: to, to: from }) };
      if (room) racewayFaces(g, { room, sides: [side] }, spots);
    }
  }
}

/** Name of a part of the house in words, for lists and refusals. */
export function spaceWords(site: Site, space: string): string {
  const {
    kind,
    of: [id, n, part],
  } = spaceOf(space);
  const wallName = (): string => site.walls.find((w) => w.id === id)?.name ?? id!;
  const roomName = (): string => site.rooms.find((r) => r.id === id)?.name ?? id!;
  switch (kind) {
    case 'bay':
      return `bay ${Number(n) + 1} of ${wallName()}`;
    case 'attic':
      return 'the attic';
    case 'basement':
      return 'the basement';
    case 'crawl-space':
      return 'the crawl space';
    case 'floor':
      return 'the closed floor between storeys';
    case 'surface':
      return n === undefined
        ? `a raceway round the ${roomName()}`
        : part === 'front'
          ? `the front of a shelf in the ${roomName()}`
          : `the end of a shelf in the ${roomName()}`;
    case 'chase':
      return `a chase in ${wallName()}`;
    case 'feed':
      return isPanel(site, id!) ? (panelOf(site, id)?.name ?? 'the panel') : (site.boxes.find((x) => x.id === id)?.name ?? id!);
    default:
      return space;
  }
}
