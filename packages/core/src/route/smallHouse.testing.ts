/** A den of 10 by 8 ft with a shop to its right, walls of 8 ft: small enough that a way through it is reckoned by hand. */
import { inches } from '../measure/index.js';
import { emptySite, measured, type Box, type FaceId, type Room, type Site, type Wall, type WantPlace } from '../model/index.js';
import type { Rates } from './effort.js';

const at = (inch: number) => measured(inches(inch));

export const wallOf = (id: string, lengthIn: number, rooms: { A: string; B: string }, part: Partial<Wall> = {}): Wall => ({
  ...{ id, name: `wall ${id}`, length: at(lengthIn), height: at(96) },
  framing: { material: 'wood', studDepth: at(3.5), studWidth: at(1.5), spacing: at(16), knownStud: at(16), extraStuds: [] },
  faces: {
    A: { roomId: rooms.A, layers: [{ finish: 'drywall', thickness: at(0.5) }] },
    B: { roomId: rooms.B, layers: [{ finish: 'drywall', thickness: at(0.5) }] },
  },
  ...{ references: [], obstacles: [], openings: [] },
  ...part,
});
const right = (wallId: string, face: FaceId = 'A') => ({ wallId, face, turn: 'right' as const });

/** Seen from inside: north, east, south, west. The east wall of the den is the west wall of the shop, whose side of it is face B. */
export function smallHouse(
  part: { den?: Partial<Room>; shop?: Partial<Room>; walls?: Record<string, Partial<Wall>>; boxes?: Box[] } = {},
): Site {
  const walls = [
    wallOf('n', 120, { A: 'den', B: 'out' }),
    wallOf('e', 96, { A: 'den', B: 'shop' }),
    wallOf('s', 120, { A: 'den', B: 'out' }),
    wallOf('w', 96, { A: 'den', B: 'out' }),
    wallOf('n2', 120, { A: 'shop', B: 'out' }),
    wallOf('e2', 96, { A: 'shop', B: 'out' }),
    wallOf('s2', 120, { A: 'shop', B: 'out' }),
  ].map((w) => ({ ...w, ...part.walls?.[w.id] }));
  return {
    ...emptySite(),
    rooms: [
      { id: 'den', name: 'den', use: 'living', sides: [right('n'), right('e'), right('s'), right('w')], ...part.den },
      { id: 'shop', name: 'shop', use: 'workshop', sides: [right('n2'), right('e2'), right('s2'), right('e', 'B')], ...part.shop },
      { id: 'out', name: 'outdoors', use: 'outdoors' },
    ],
    walls,
    boxes: part.boxes ?? [],
  };
}
/** One room by its walls in turn, each named and so many inches long, turning left at the end of one of them; boxes hang where they say. */
export function roundRoom(lengths: readonly [string, number][], leftAfter: string, boxes: Box[], den: Partial<Room> = {}): Site {
  const walls = lengths.map(([id, length]) => wallOf(id, length, { A: 'den', B: 'out' }));
  const sides = walls.map((w) => ({ wallId: w.id, face: 'A' as const, turn: w.id === leftAfter ? ('left' as const) : ('right' as const) }));
  return {
    ...emptySite(),
    rooms: [
      { id: 'den', name: 'den', use: 'living', ...den, sides },
      { id: 'out', name: 'outdoors', use: 'outdoors' },
    ],
    walls,
    boxes,
  };
}
/** An L: 10 ft by 8, without its lower right 5 ft by 4. */
export const L_ROOM: [string, number][] = [['a', 120], ['b', 48], ['c', 60], ['d', 48], ['e', 60], ['f', 96]]; // prettier-ignore
/** A box 2 1/4 by 3 3/4 in whose middle lies so far from the left end of face A, its bottom 14 in up. */
export const boxOn = (id: string, wallId: string, fromLeftIn: number, part: Partial<Box> = {}): Box => ({
  ...{ id, name: `box ${id}`, wallId, face: 'A', kind: 'other', width: at(2.25), height: at(3.75), gangs: 1, supportFittings: 0 },
  place: { from: 'left-end', toward: 'right', to: 'centre', distance: at(fromLeftIn), bottom: at(14) },
  ...part,
});
/** A place whose box would be as high as those. */
export const placeOn = (wallId: string, fromLeftIn: number, part: Partial<WantPlace> = {}): WantPlace => ({
  ...{ wallId, face: 'A', fromLeft: at(fromLeftIn), bottom: at(14) },
  ...part,
});
/** A unit of money a foot of cable, and others told apart by their size. */
export const RATES: Rates = {
  ...{ cable14PerFt: 1, cable12PerFt: 2, cable10PerFt: 3, patch: 7, seal: 0.5, racewayPerFt: 4, fitting: 6, chasePerFt: 0.25 },
  ...{ sleeve: 9, breaker: 11 },
};
