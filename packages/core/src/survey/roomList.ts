/** The rooms of a house with their walls, for a list; searched by a part of a name. */
import { NOT_ENTERED, type Room, type RoomSide, type Site } from '../model/index.js';

export interface ListedRoom {
  room: Room;
  walls: (RoomSide & { name: string; lengthMm: number; boxes: number })[];
}

/** Walls that somebody entered with one side in a room that nobody walked round: a wall in hand, or those along a yard. */
const seenFrom = (site: Site, room: Room): RoomSide[] =>
  site.walls.flatMap((w) =>
    (['A', 'B'] as const).flatMap((face) => (w.faces[face].roomId === room.id ? [{ wallId: w.id, face, turn: 'right' as const }] : [])),
  );

/**
 * Rooms that were walked round first, with the boxes on each of their walls counted.
 * @param words part of a room's, a wall's or a box's name; empty: all. A room found by its own name has all its walls, else those that fit.
 */
export function roomList(site: Site, words = ''): ListedRoom[] {
  const wanted = words.trim().toLowerCase();
  const fits = (name: string): boolean => name.toLowerCase().includes(wanted);
  const walls = new Map(site.walls.map((w) => [w.id, w]));
  const boxes = new Map<string, string[]>();
  for (const b of site.boxes) {
    const key = `${b.wallId}/${b.face}`;
    boxes.set(key, [...(boxes.get(key) ?? []), b.name]);
  }
  const walked = (r: Room): boolean => (r.sides?.length ?? 0) > 0;
  return site.rooms
    .filter((r) => r.id !== NOT_ENTERED)
    .sort((a, b) => Number(walked(b)) - Number(walked(a)))
    .map((room) => ({
      room,
      walls: (room.sides ?? seenFrom(site, room)).flatMap((side) => {
        const wall = walls.get(side.wallId);
        const here = boxes.get(`${side.wallId}/${side.face}`) ?? [];
        if (!wall || (wanted && !fits(room.name) && !fits(wall.name) && !here.some(fits))) return [];
        return [{ ...side, name: wall.name, lengthMm: wall.length.mm, boxes: here.length }];
      }),
    }))
    .filter((r) => !wanted || fits(r.room.name) || r.walls.length > 0);
}
