import { describe, expect, it } from 'vitest';
import { quinceStreet } from '../houses.testing.js';
import { roomList } from './roomList.js';

const { site } = quinceStreet;

describe('rooms of a house, searched', () => {
  it('all of them, those that were walked round first, with their walls and the boxes on each', () => {
    const all = roomList(site);
    expect(all).toHaveLength(site.rooms.length - 1);
    const firstBare = all.findIndex((r) => !r.room.sides?.length);
    expect(all.slice(firstBare).every((r) => !r.room.sides?.length)).toBe(true);
    const hall = all.find((r) => r.room.id === 'hall')!.walls.find((w) => w.wallId === 'sewing-hall')!;
    expect(hall.boxes).toBe(site.boxes.filter((b) => b.wallId === 'sewing-hall' && b.face === 'B').length);
  });
  it('a room by a part of its name has all its walls; a wall or a box by its own has that wall alone', () => {
    expect(roomList(site, ' STUDIO ').map((r) => [r.room.id, r.walls.length])).toEqual([['studio', 4]]);
    expect(roomList(site, 'Sewing room, window').map((r) => [r.room.id, r.walls.map((w) => w.wallId)])).toEqual([
      ['sewing', ['sewing-w3']],
    ]);
    expect(roomList(site, 'alcove box').map((r) => r.walls.map((w) => w.wallId))).toEqual([['study-w1']]);
    expect(roomList(site, 'nobody calls it that')).toEqual([]);
  });
});
