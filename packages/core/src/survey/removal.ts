/** Taking a room out of the survey, with its walls and what hangs on them; what stays behind is said before. */
import {
  NOT_ENTERED,
  type Box,
  type FaceId,
  type Job,
  panelsOf,
  type Site,
  type Wall,
  withoutBoxes as finalsWithout,
} from '../model/index.js';

export interface Removal {
  site: Site;
  /** what goes with it, in words */
  gone: string[];
  /** what stays although it touched it */
  stays: string[];
  /** ids that are gone, and faces that are in no room any more */
  ids: string[];
  faces: { wallId: string; face: FaceId }[];
}

const count = (n: number, one: string, many: string): string[] => (n === 0 ? [] : [`${n} ${n === 1 ? one : many}`]);

/** Boxes gone, and what is in them or ends in them. Cables that end in a box that stays keep their other end as words. */
export function siteWithoutBoxes(site: Site, gone: ReadonlySet<string>): { site: Site; cables: number; devices: number } {
  const devices = site.devices.filter((d) => gone.has(d.boxId)).map((d) => d.id);
  const touched = (c: Site['cables'][number]): boolean => c.ends.some((e) => e.boxId !== undefined && gone.has(e.boxId));
  const kept = site.cables
    .filter((c) => !touched(c) || c.ends.some((e) => e.boxId !== undefined && !gone.has(e.boxId)))
    .map((c): Site['cables'][number] => {
      const ends = c.ends.map(({ boxId, ...e }) => (boxId !== undefined && gone.has(boxId) ? { label: e.label } : { ...e, ...(boxId === undefined ? {} : { boxId }) })) as Site['cables'][number]['ends']; // prettier-ignore
      const uses = c.uses?.map(({ by, ...u }) => (by !== undefined && devices.includes(by) ? u : { ...u, ...(by === undefined ? {} : { by }) })); // prettier-ignore
      return { ...c, ends, unbrokenIn: c.unbrokenIn.filter((b) => !gone.has(b)), ...(uses ? { uses } : {}) };
    });
  const cables = new Set(kept.map((c) => c.id));
  // what meets where rests on each cable and device of its box
  const wiring = site.wiring?.filter((w) => !gone.has(w.id) && !site.cables.some((c) => !cables.has(c.id) && c.ends.some((e) => e.boxId === w.id))); // prettier-ignore
  return {
    site: {
      ...site,
      boxes: site.boxes.filter((b) => !gone.has(b.id)),
      devices: site.devices.filter((d) => !gone.has(d.boxId)),
      cables: kept,
      loads: site.loads.map(({ boxId, ...l }) => (boxId === undefined || gone.has(boxId) ? l : { ...l, boxId })),
      ...(wiring ? { wiring } : {}),
      ...(site.finals ? { finals: finalsWithout(site.finals, (id) => gone.has(id)) } : {}),
    },
    cables: site.cables.length - kept.length,
    devices: devices.length,
  };
}

const FACES: readonly FaceId[] = ['A', 'B'];
const facesOf = (wall: Wall, roomId: string): FaceId[] => FACES.filter((f) => wall.faces[f].roomId === roomId);

/** The site without a room: walls that are its own go, those of another room stay with a side that nobody entered. */
export function withoutRoom(site: Site, roomId: string): Removal | undefined {
  const room = site.rooms.find((r) => r.id === roomId);
  if (!room) return undefined;
  const others = site.rooms.filter((r) => r.id !== roomId);
  const own = site.walls.filter((w) => facesOf(w, roomId).length > 0);
  // a wall whose other face is in a room that was entered stays
  const staying = own.filter((w) => FACES.some((f) => w.faces[f].roomId !== roomId && w.faces[f].roomId !== NOT_ENTERED));
  const goes = own.filter((w) => !staying.includes(w));
  const inRoom = (b: Box): boolean => goes.some((w) => w.id === b.wallId) || staying.some((w) => w.id === b.wallId && w.faces[b.face].roomId === roomId);
  const boxes = site.boxes.filter(inRoom);
  const lamps = site.lamps?.filter((l) => l.roomId === roomId) ?? [];
  // lamps are boxes too: cables end in them
  const holding = [...boxes, ...lamps].map((b) => b.id);
  const bare = siteWithoutBoxes(site, new Set(holding));
  const outside = site.rooms.find((r) => r.id === NOT_ENTERED) ?? { id: NOT_ENTERED, name: 'room not entered', use: 'outdoors' as const };
  const walls = bare.site.walls
    .filter((w) => !goes.some((g) => g.id === w.id))
    .map((w) => {
      const left = facesOf(w, roomId);
      return left.reduce((wall, f) => ({ ...wall, faces: { ...wall.faces, [f]: { ...wall.faces[f], roomId: outside.id } } }), w);
    });
  const needsOutside = walls.some((w) => FACES.some((f) => w.faces[f].roomId === outside.id));
  const rooms = [...others.filter((r) => r.id !== outside.id), ...(needsOutside || others.some((r) => r.id === outside.id) ? [outside] : [])];
  const onGone = (wallId: string): boolean => goes.some((w) => w.id === wallId);
  const lostPanels = panelsOf(site).filter((p) => p.panel.place && onGone(p.panel.place.wallId));
  const { lamps: _lamps, ...rest } = panelsOff(bare.site, onGone);
  const remaining = site.lamps?.filter((l) => l.roomId !== roomId);
  return {
    site: {
      ...rest,
      rooms,
      walls,
      ...(remaining ? { lamps: remaining } : {}),
    },
    gone: [
      room.name,
      ...count(goes.length, 'wall', 'walls'),
      ...count(boxes.length, 'box', 'boxes'),
      ...count(bare.devices, 'device', 'devices'),
      ...count(bare.cables, 'cable', 'cables'),
      ...count(lamps.length, 'lampholder', 'lampholders'),
      ...lostPanels.map((p) => `the place of the ${p.sub?.name ?? 'panel'}`),
    ],
    stays: staying.map((w) => w.name),
    ids: [roomId, ...goes.map((w) => w.id), ...holding],
    faces: staying.flatMap((w) => facesOf(w, roomId).map((face) => ({ wallId: w.id, face }))),
  };
} // prettier-ignore

/** Panels that hung on a wall which goes hang nowhere that is known. */
function panelsOff(site: Site, goes: (wallId: string) => boolean): Site {
  const off = <T extends { place?: { wallId: string } | undefined }>(panel: T): T => {
    const { place, ...rest } = panel;
    return place && goes(place.wallId) ? (rest as T) : panel;
  };
  return {
    ...site,
    ...(site.panel ? { panel: off(site.panel) } : {}),
    ...(site.subpanels ? { subpanels: site.subpanels.map(off) } : {}),
  };
}

/**
 * The site without a wall, with what hangs on both of its sides. A room that was walked round along it is no closed round any more: its
 * other walls stay, seen from it, until somebody walks round it again.
 */
export function withoutWall(site: Site, wallId: string): Removal | undefined {
  const wall = site.walls.find((w) => w.id === wallId);
  if (!wall) return undefined;
  const boxes = site.boxes.filter((b) => b.wallId === wallId);
  const bare = siteWithoutBoxes(site, new Set(boxes.map((b) => b.id)));
  const opened = site.rooms.filter((r) => r.sides?.some((s) => s.wallId === wallId));
  const lost = panelsOf(site).filter((p) => p.panel.place?.wallId === wallId);
  const rest = panelsOff(bare.site, (id) => id === wallId);
  return {
    site: {
      ...rest,
      walls: bare.site.walls.filter((w) => w.id !== wallId),
      rooms: site.rooms.map((r) => {
        const wanted = r.wanted?.filter((w) => w.wallId !== wallId);
        const { sides, wanted: _wanted, ...room } = r;
        return {
          ...room,
          ...(sides && !opened.includes(r) ? { sides } : {}),
          ...(wanted ? { wanted } : {}),
        };
      }),
    },
    gone: [
      wall.name,
      ...count(boxes.length, 'box', 'boxes'),
      ...count(bare.devices, 'device', 'devices'),
      ...count(bare.cables, 'cable', 'cables'),
      ...lost.map((p) => `the place of the ${p.sub?.name ?? 'panel'}`),
    ],
    stays: opened.map((r) => r.name),
    ids: [wallId, ...boxes.map((b) => b.id)],
    faces: [],
  };
}

/** Whether something in it points at one of these: an id as a whole value, or a face of a wall. */
function pointsAt(value: unknown, what: Pick<Removal, 'ids' | 'faces'>): boolean {
  if (typeof value === 'string') return what.ids.includes(value);
  if (typeof value !== 'object' || value === null) return false;
  const at = value as { wallId?: unknown; face?: unknown };
  if (what.faces.some((f) => f.wallId === at.wallId && f.face === at.face)) return true;
  return Object.values(value).some((v) => pointsAt(v, what));
}
/** Open jobs that are about something of these: it can't be taken out under them. */
export const jobsAbout = (jobs: readonly Job[], what: Pick<Removal, 'ids' | 'faces'>): string[] =>
  jobs.filter((j) => !j.closed && pointsAt([j.want, j.changes, j.taken, j.search], what)).map((j) => j.name);
