/** Changes of what is wanted in a house: pure, so that each can be undone. */
import { inches } from '../measure/index.js';
import { GRID_MM } from '../route/index.js';
import { assumed, EVEN_WEIGHTS, type House, type Joists, type Via, type Want, type WantPlace } from '../model/index.js';

/** A want to start with: in the middle of the first wall that somebody walked along, at the usual height. */
export function newWant(house: House, id: string, kind: Want['kind']): Want | undefined {
  const room = house.site.rooms.find((r) => r.sides?.length);
  const side = room?.sides?.[0];
  const wall = house.site.walls.find((w) => w.id === side?.wallId);
  if (!room || !side || !wall) return undefined;
  const bottom = kind === 'lights' ? inches(46) : kind === 'raceway' ? inches(42) : inches(13.25);
  const place: WantPlace = {
    wallId: wall.id,
    face: side.face,
    fromLeft: assumed(wall.length.mm / 2),
    bottom: assumed(Math.min(bottom, wall.height.mm)),
  };
  return {
    id,
    name: kind === 'lights' ? 'New lights' : 'New outlet',
    kind,
    places: [place],
    loads: [],
    ownCircuit: false,
    mayShow: false,
    forbidden: [],
    weights: EVEN_WEIGHTS,
    ...(kind === 'lights' ? { lamps: { under: [room.id], count: 4, rows: 1, watts: 60 } } : {}),
  };
}

const withWants = (house: House, change: (wants: Want[]) => Want[]): House => ({ ...house, wants: change(house.wants ?? []) });
export const addWant = (house: House, want: Want): House => withWants(house, (w) => [...w, want]);
export const dropWant = (house: House, id: string): House => withWants(house, (w) => w.filter((x) => x.id !== id));
export const putWant = (house: House, id: string, part: Partial<Want>): House =>
  withWants(house, (w) => w.map((x) => (x.id === id ? { ...x, ...part } : x)));
export const putPlace = (house: House, id: string, index: number, part: Partial<WantPlace>): House =>
  withWants(house, (w) =>
    w.map((x) => (x.id === id ? { ...x, places: x.places.map((p, i) => (i === index ? { ...p, ...part } : p)) } : x)),
  );
/**
 * Puts one of its places onto another face. Where it lay would often be past the new wall's end: it then starts in the wall's middle,
 * marked assumed, until somebody says where.
 */
export function toFace(house: House, id: string, index: number, wallId: string, face: WantPlace['face']): House {
  const wall = house.site.walls.find((w) => w.id === wallId);
  const place = house.wants?.find((w) => w.id === id)?.places[index];
  if (!wall || !place) return house;
  const fits = place.fromLeft.mm <= wall.length.mm;
  return putPlace(house, id, index, { wallId, face, ...(fits ? {} : { fromLeft: assumed(wall.length.mm / 2) }) });
}

/** No way may use a part of the house any more; a chosen way through it is no longer chosen. */
export const forbid = (house: House, id: string, space: string): House =>
  withWants(house, (w) =>
    w.map((x) =>
      x.id === id
        ? {
            ...x,
            forbidden: [...x.forbidden.filter((s) => s !== space), space],
            chosen: x.chosen?.split('>').includes(space) ? undefined : x.chosen,
          }
        : x,
    ),
  );
export const allow = (house: House, id: string, space: string): House =>
  withWants(house, (w) => w.map((x) => (x.id === id ? { ...x, forbidden: x.forbidden.filter((s) => s !== space) } : x)));
/** What somebody found out about joists over or under a room. */
export const putJoists = (house: House, roomId: string, field: 'joistsAbove' | 'joistsBelow', part: Joists): House => ({
  ...house,
  site: { ...house.site, rooms: house.site.rooms.map((r) => (r.id === roomId ? { ...r, [field]: { ...r[field], ...part } } : r)) },
});
/** One more outlet on a raceway, a usual step after the last; undefined when the wall has no room for it. */
export function nextPlace(house: House, want: Want): WantPlace | undefined {
  const last = want.places.at(-1)!;
  const wall = house.site.walls.find((w) => w.id === last.wallId);
  const at = last.fromLeft.mm + inches(28);
  return wall && at <= wall.length.mm - inches(4) ? { ...last, fromLeft: assumed(at) } : undefined;
}

/** A point of the drawn plan, which runs downward, as a point to pass. mm */
export const viaDrawn = (space: string, drawn: { x: number; y: number }): Via => ({ space, x: drawn.x, y: -drawn.y });

const ARROWS: Record<string, readonly [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
/** A drawn point one joist space further by an arrow key; undefined for any other key. */
export function nudgedOnPlan(at: { x: number; y: number }, key: string): { x: number; y: number } | undefined {
  const by = ARROWS[key];
  return by && { x: at.x + by[0] * GRID_MM, y: at.y + by[1] * GRID_MM };
}
