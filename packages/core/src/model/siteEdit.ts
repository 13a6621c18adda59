/** Edits of a survey by its lists: one box, wall, room, circuit, load, cable or device changed, put in or taken out. Each gives a new site. */
import { changeOne, withoutOne } from './lists.js';
import { asSeen } from './presets.js';
import type { Box, Cable, Circuit, Device, Load, Room, Site, Wall } from './site.js';

interface Lists {
  boxes: Box;
  walls: Wall;
  rooms: Room;
  circuits: Circuit;
  loads: Load;
  cables: Cable;
  devices: Device;
}
type Change<T> = Partial<T> | ((thing: T) => T);

/** One thing of a survey changed; a survey without it stays as it is. */
export const changeIn = <K extends keyof Lists>(site: Site, list: K, id: string, change: Change<Lists[K]>): Site => ({
  ...site,
  [list]: changeOne<Lists[K]>(site[list] as unknown as Lists[K][], id, change),
});
export const putInto = <K extends keyof Lists>(site: Site, list: K, thing: Lists[K]): Site => ({
  ...site,
  [list]: [...(site[list] as unknown as Lists[K][]), thing],
});
/** Takes a thing that nothing else refers to out of a survey. */
export const takeFrom = (site: Site, list: 'loads' | 'cables', id: string): Site => ({
  ...site,
  [list]: withoutOne<Load | Cable>(site[list], id),
});

interface OnWall {
  obstacles: Wall['obstacles'][number];
  openings: Wall['openings'][number];
  fixtures: NonNullable<Wall['fixtures']>[number];
  references: Wall['references'][number];
  checks: NonNullable<Wall['checks']>[number];
}
/** One thing on a wall changed. */
export const changeOnWall = <K extends keyof OnWall>(site: Site, wallId: string, list: K, id: string, change: Partial<OnWall[K]>): Site =>
  changeIn(site, 'walls', wallId, (w) => ({ ...w, [list]: changeOne<OnWall[K]>((w[list] ?? []) as OnWall[K][], id, change) }));

/** A second measurement put to a wall, and forgotten again. */
export const addCheck = (site: Site, wallId: string, check: OnWall['checks']): Site =>
  changeIn(site, 'walls', wallId, (w) => ({ ...w, checks: [...(w.checks ?? []), check] }));
export const dropCheck = (site: Site, wallId: string, id: string): Site =>
  changeIn(site, 'walls', wallId, (w) => ({ ...w, checks: withoutOne(w.checks ?? [], id) }));

/** How the stud with an id is known: the one that tells the others, or a further one. */
export function studKnown(site: Site, wallId: string, id: string, isFirst: boolean, known: Wall['length']['known']): Site {
  return changeIn(site, 'walls', wallId, (w) => {
    const { knownStud, extraStuds } = w.framing;
    return {
      ...w,
      framing: {
        ...w.framing,
        ...(isFirst && knownStud ? { knownStud: { ...knownStud, known } } : {}),
        extraStuds: extraStuds.map((s) => (s.id === id ? { ...s, x: { ...s.x, known } } : s)),
      },
    };
  });
}

/** What came filled in of a box, a cable or a device was looked at, and is so. */
export const seenIn = (site: Site, id: string): Site => ({
  ...site,
  boxes: changeOne(site.boxes, id, (b) => asSeen(b)),
  cables: changeOne(site.cables, id, (c) => asSeen(c)),
  devices: changeOne(site.devices, id, (d) => asSeen(d)),
});

type Wanted = NonNullable<Room['wanted']>;
/** Receptacles that are wanted in a room. */
export const setWanted = (site: Site, roomId: string, change: (wanted: Wanted) => Wanted): Site =>
  changeIn(site, 'rooms', roomId, (r) => ({ ...r, wanted: change(r.wanted ?? []) }));
