/** A way on the walls it touches and on the plan, as shapes that the page and the printed sheet draw alike. mm. */
import {
  elevation,
  type Dimension,
  type Elevation,
  type ElevationShape,
  planDrawing,
  levelOf,
  roomPlans,
  type PlanDrawing,
  uOf,
} from '../layout/index.js';
import { inches, printMark } from '../measure/index.js';
import { type FaceId, type House, isPanel, panelsOf, standsOut, subpanelOf, uXOf, type Wall, type Want, spaceOf } from '../model/index.js';
import { beforeWall, planPoint, wallSides, type Traced } from '../route/index.js';
import type { RouteDetail } from './routeDetail.js';
import type { RouteOption } from './searchRoutes.js';

export type PlanLevel = 'over' | 'wall' | 'under' | 'face';
export interface RoutePlanFigure {
  plan: PlanDrawing;
  lines: { id: string; level: PlanLevel; space: string; points: string; words: string }[];
  /** numbered as in the list of holes */
  holes: { id: string; n: string; x: number; y: number }[];
  ends: { id: string; what: 'feed' | 'wanted' | 'lamp'; label: string; x: number; y: number; leftward: boolean }[];
  via: { x: number; y: number } | undefined;
}
export interface RouteElevation {
  wallId: string;
  face: FaceId;
  title: string;
  elevation: Elevation;
}

/** The floor between cellar and ground floor is under what the plan shows, one between storeys over it. */
function level(space: string): PlanLevel {
  const { kind, of } = spaceOf(space);
  if (kind === 'attic' || (kind === 'floor' && of[0] !== '0')) return 'over';
  if (kind === 'basement' || kind === 'crawl-space' || kind === 'floor') return 'under';
  return kind === 'surface' || kind === 'chase' ? 'face' : 'wall';
}

const tracedParts = (detail: RouteDetail): Traced[] => [detail.traced, ...detail.sections];

/** Longer names don’t fit beside their mark in the part that is shown. */
const MOST_LETTERS = 20;
const short = (name: string, otherwise: string): string => (name.length > MOST_LETTERS ? otherwise : name);

/** The plan with the way on it; undefined for a house where nobody walked round a room. */
export function routePlanFigure(house: House, want: Want, option: RouteOption, detail: RouteDetail): RoutePlanFigure | undefined {
  const first = house.site.walls.find((w) => w.id === want.places[0]!.wallId);
  const room = house.site.rooms.find((r) => r.id === first?.faces[want.places[0]!.face].roomId && r.sides?.length);
  // the storey it is wanted on; outdoors, that of the room behind
  const behind = house.site.rooms.find((r) => r.sides?.some((s) => s.wallId === first?.id));
  const plan = planDrawing(house.site, room || behind ? levelOf((room ?? behind)!) : undefined);
  if (!plan) return undefined;
  const sides = wallSides(roomPlans(house.site));
  // what lies in a wall of no plan can’t be drawn in it
  const placed = (l: Traced['legs'][number]): boolean => l.onWall === undefined || sides.has(l.onWall.wallId);
  const lines = tracedParts(detail).flatMap((t, s) =>
    t.legs
      .filter((l) => l.path.length > 1 && placed(l))
      .map((l, i) => ({
        id: `leg-${s}-${i}`,
        level: level(l.space),
        space: l.space,
        points: l.path.map((p) => `${Math.round(p.x)},${Math.round(-p.y)}`).join(' '),
        words: l.words,
      })),
  );
  const numbered = holeNumbers(detail);
  const wanted = want.places.flatMap((p, i) => {
    const wall = house.site.walls.find((w) => w.id === p.wallId)!;
    const side = sides.get(wall.id);
    if (!side) return [];
    const shelf = wall.fixtures?.find((f) => f.id === p.inFront);
    const across = shelf && beforeWall(wall, side, p.face, standsOut(shelf).mm);
    const at = planPoint(wall, side, uXOf(wall, p.face, p.fromLeft.mm), across);
    return [
      {
        id: `place-${i}`,
        what: 'wanted' as const,
        label: want.places.length > 1 ? `${i + 1}` : short(want.name, 'wanted here'),
        x: at.x,
        y: -at.y,
        leftward: false,
      },
    ];
  });
  const [leg] = detail.traced.legs;
  const start = leg && placed(leg) ? leg.path[0] : undefined;
  // names stand away from each other
  const feedLeft = !start || !wanted[0] || start.x <= wanted[0].x;
  const xs = [
    ...lines.flatMap((l) => l.points.split(' ').map((p) => Number(p.split(',')[0]))),
    ...wanted.map((w) => w.x),
    ...(want.via ? [want.via.x] : []),
  ];
  const ys = [
    ...lines.flatMap((l) => l.points.split(' ').map((p) => Number(p.split(',')[1]))),
    ...wanted.map((w) => w.y),
    ...(want.via ? [-want.via.y] : []),
  ];
  return {
    // as much of the house as the way takes, and the rooms beside it
    plan: { ...plan, viewBox: xs.length ? windowOf(plan.viewBox, xs, ys) : plan.viewBox },
    lines,
    holes: numbered.flatMap(({ hole, n }) => (hole.at.x || hole.at.y ? [{ id: `${n}`, n, x: hole.at.x, y: -hole.at.y }] : [])),
    ends: [
      ...(start
        ? [
            {
              id: 'feed',
              what: 'feed' as const,
              label: short(
                isPanel(house.site, option.feed.id) ? (subpanelOf(house.site, option.feed.id)?.name ?? 'panel') : option.feed.name,
                'fed from here',
              ),
              x: start.x,
              y: -start.y,
              leftward: feedLeft,
            },
          ]
        : []),
      ...wanted.map((w, i) => ({ ...w, leftward: i === 0 && !feedLeft })),
      ...(detail.lamps?.at ?? []).map((l, i) => ({
        id: `lamp-${i}`,
        what: 'lamp' as const,
        label: `${i + 1}`,
        x: l.x,
        y: -l.y,
        leftward: false,
      })),
    ],
    via: want.via ? { x: want.via.x, y: -want.via.y } : undefined,
  };
}

const BESIDE_MM = 1600;
const LEAST_WINDOW_MM = 5200;
/** The part of a plan that shows given points, with room round them, and never more than the plan. */
function windowOf(viewBox: string, xs: number[], ys: number[]): string {
  const [x0, y0, w, h] = viewBox.split(' ').map(Number) as [number, number, number, number];
  const span = (values: number[], from: number, size: number): [number, number] => {
    const middle = (Math.min(...values) + Math.max(...values)) / 2;
    const half = Math.max(LEAST_WINDOW_MM, Math.max(...values) - Math.min(...values) + 2 * BESIDE_MM) / 2;
    const a = Math.max(from, middle - half);
    return [a, Math.min(from + size, middle + half) - a];
  };
  const [x, width] = span(xs, x0, w);
  const [y, height] = span(ys, y0, h);
  return `${Math.round(x)} ${Math.round(y)} ${Math.round(width)} ${Math.round(height)}`;
}

/** Holes in the order of the way, numbered from 1; those of lampholders go on counting. */
export function holeNumbers(detail: RouteDetail): { n: string; hole: Traced['holes'][number] }[] {
  return tracedParts(detail)
    .flatMap((t) => t.holes)
    .map((hole, i) => ({ n: `${i + 1}`, hole }));
}

const THICK_MM = 7;

/** Every wall the way touches, seen from the face that is opened: studs, boxes, the cable, holes and openings with dimensions. */
export function routeElevations(house: House, want: Want, detail: RouteDetail): RouteElevation[] {
  const parts = tracedParts(detail);
  const ids = new Set([
    ...parts.flatMap((t) => t.legs.flatMap((l) => (l.onWall ? [l.onWall.wallId] : []))),
    ...want.places.map((p) => p.wallId),
  ]);
  return [...ids].flatMap((wallId): RouteElevation[] => {
    const wall = house.site.walls.find((w) => w.id === wallId);
    if (!wall) return [];
    const drawn = new WayOnWall(house, wall, want, parts);
    drawn.legs();
    drawn.openings();
    drawn.holes(holeNumbers(detail));
    drawn.wanted();
    drawn.panels();
    return [drawn.made()];
  });
}

/** A wall as a way is drawn on it. */
class WayOnWall {
  private readonly face: FaceId;
  private readonly opened: Traced['openings'];
  private readonly shapes: ElevationShape[] = [];
  private readonly dimensions: Dimension[] = [];

  constructor(
    private readonly house: House,
    private readonly wall: Wall,
    private readonly want: Want,
    private readonly parts: readonly Traced[],
  ) {
    const { site } = house;
    this.opened = parts.flatMap((t) => t.openings).filter((o) => o.wallId === wall.id);
    this.face =
      want.places.find((p) => p.wallId === wall.id)?.face ??
      this.opened[0]?.face ??
      panelsOf(site).find((p) => p.panel.place?.wallId === wall.id)?.panel.place?.face ??
      site.boxes.find((b) => b.wallId === wall.id)?.face ??
      'A';
  }

  /** between two places along face A and two heights */
  private rect(id: string, kind: ElevationShape['kind'], a: number, b: number, z0: number, z1: number, label?: string): void {
    const [u0, u1] = [uOf(this.wall, this.face, a), uOf(this.wall, this.face, b)];
    this.shapes.push({
      id,
      kind,
      u: Math.min(u0, u1),
      z: Math.min(z0, z1),
      width: Math.abs(u1 - u0),
      height: Math.abs(z1 - z0),
      state: 'planned',
      ...(label ? { label } : {}),
    });
  }
  /** from the nearer end of the wall */
  private along(id: string, u: number, z: number, of: string): void {
    const length = this.wall.length.mm;
    const fromLeft = u <= length / 2;
    this.dimensions.push({
      id,
      axis: 'along',
      from: fromLeft ? 0 : length,
      to: u,
      lane: this.dimensions.filter((d) => d.axis === 'along').length,
      reach: z,
      text: printMark(fromLeft ? u : length - u, this.house.unit),
      of,
    });
  }

  legs(): void {
    this.parts.forEach((t, s) =>
      t.legs.forEach(({ onWall }, n) => {
        if (onWall?.wallId !== this.wall.id) return;
        onWall.points.slice(1).forEach((p, i) => {
          const q = onWall.points[i]!;
          const upright = Math.abs(p.u - q.u) < Math.abs(p.z - q.z);
          const [wide, high] = upright ? [THICK_MM, 0] : [0, THICK_MM];
          const [left, right] = [Math.min(p.u, q.u) - wide, Math.max(p.u, q.u) + wide];
          this.rect(`way-${s}-${n}-${i}`, 'way', left, right, Math.min(p.z, q.z) - high, Math.max(p.z, q.z) + high);
        });
      }),
    );
  }
  openings(): void {
    for (const o of this.opened) this.rect(o.id, 'opening', o.left, o.right, o.bottom, o.top);
  }
  holes(numbers: ReturnType<typeof holeNumbers>): void {
    for (const { n, hole } of numbers) {
      if (hole.onWall?.wallId !== this.wall.id) continue;
      const { u, z } = hole.onWall;
      // in a plate it is drawn just inside the wall
      const at = Math.min(this.wall.height.mm - 60, Math.max(60, z));
      this.rect(`hole-${n}`, 'hole', u - 22, u + 22, at - 22, at + 22, n);
      this.along(`hole-${n}`, uOf(this.wall, this.face, u), z, `hole ${n}`);
    }
  }
  wanted(): void {
    const { face, wall, want } = this;
    want.places
      .filter((p) => p.wallId === wall.id)
      .forEach((p, i) => {
        if (p.face !== face) return;
        const [x, bottom] = [uXOf(wall, face, p.fromLeft.mm), p.bottom.mm];
        const nth = want.places.length > 1 ? `${want.places.indexOf(p) + 1}` : undefined;
        this.rect(`wanted-${i}`, 'box', x - inches(1.125), x + inches(1.125), bottom, bottom + inches(3.75), nth ?? want.name);
        this.along(`wanted-${i}`, p.fromLeft.mm, bottom, nth ? `outlet ${nth}` : 'middle of the box');
        if (i > 0) return;
        this.dimensions.push({
          ...{ id: 'wanted-up', axis: 'up', from: 0, to: bottom, lane: 0, reach: p.fromLeft.mm + inches(4) },
          ...{ text: printMark(bottom, this.house.unit), of: 'bottom of the box from the floor' },
        });
      });
  }
  panels(): void {
    const { wall } = this;
    for (const { id, panel } of panelsOf(this.house.site)) {
      const hung = panel.place;
      if (hung?.wallId !== wall.id) continue;
      const x = uXOf(wall, hung.face, hung.fromLeft.mm);
      this.rect(id, 'box', x - 180, x + 180, hung.bottom.mm, Math.min(wall.height.mm, hung.bottom.mm + 700), panel.name);
    }
  }

  made(): RouteElevation {
    const { wall, face, shapes, dimensions } = this;
    const { site, unit } = this.house;
    const base = elevation({ site, wall, face, open: true, plannedIds: new Set(), unit });
    const work = { u: 0, z: 0, width: wall.length.mm, height: wall.height.mm };
    return {
      wallId: wall.id,
      face,
      title: `${wall.name}, from the ${site.rooms.find((r) => r.id === wall.faces[face].roomId)?.name ?? 'room'}`,
      elevation: { ...base, shapes: [...base.shapes, ...shapes], dimensions, work },
    };
  }
}
