/** Taking rooms out of the sample house, and of one with a shared wall. */
import { describe, expect, it } from 'vitest';
import { heldJobs, quinceStreet } from '../houses.testing.js';
import { inches } from '../measure/index.js';
import { checkHouse, measured, type Site } from '../model/index.js';
import { jobsAbout, roomList, withoutRoom, withoutWall } from './index.js';

const { site } = quinceStreet;
const out = (id: string, from: Site = site) => withoutRoom(from, id)!;
const real = site.rooms.filter((r) => r.id !== 'outside').map((r) => r.id);

describe('a room taken out', () => {
  it.each(real)('%s: what is left is a house that passes its check, and nothing in it points at what is gone', (id) => {
    const { site: left, ids } = out(id);
    expect(checkHouse({ ...quinceStreet, site: left })).toMatchObject({ ok: true });
    const points = [...JSON.stringify(left).matchAll(/"(?:id|roomId|wallId|boxId|by|of)":"([^"]+)"/g)].map((m) => m[1]!);
    for (const gone of ids) expect(points.includes(gone), gone).toBe(false);
  });
  it('a wall that another room has too stays, its side “not yet entered”; boxes on the other side stay', () => {
    const id = real.find((r) => out(r).stays.length > 0)!;
    const { site: left, stays } = out(id);
    const kept = left.walls.filter((w) => stays.includes(w.name));
    expect(kept.length).toBe(stays.length);
    for (const w of kept) {
      const before = site.walls.find((x) => x.id === w.id)!;
      const [face, other] = before.faces.A.roomId === id ? (['A', 'B'] as const) : (['B', 'A'] as const);
      expect([w.faces[face].roomId, w.faces[other]]).toEqual(['outside', before.faces[other]]);
      expect(left.boxes.filter((b) => b.wallId === w.id)).toEqual(site.boxes.filter((b) => b.wallId === w.id && b.face === other).map((b) => left.boxes.find((x) => x.id === b.id))); // prettier-ignore
    }
  });
  it('says what goes, in numbers, and counts what it says', () => {
    for (const id of real) {
      const { gone, site: left } = out(id);
      const boxes = site.boxes.length - left.boxes.length;
      expect(gone.some((g) => /box/.test(g))).toBe(boxes > 0);
      if (boxes) expect(gone.join()).toContain(`${boxes} box`);
      const devices = site.devices.length - left.devices.length;
      if (devices) expect(gone.join()).toContain(`${devices} device`);
    }
  });
  it('all of them, one after another, leave nothing', () => {
    const empty = real.reduce((s, id) => out(id, s).site, site);
    expect([empty.walls, empty.boxes, empty.devices, empty.lamps ?? []]).toEqual([[], [], [], []]);
    expect(empty.rooms.filter((r) => r.id !== 'outside')).toEqual([]);
    expect(withoutRoom(site, 'no-such-room')).toBeUndefined();
  });
  it('open jobs that are about something in it are named; closed ones and those of other rooms are not', () => {
    const sewing = site.rooms.find((r) => /sewing/i.test(r.name))!;
    const about = jobsAbout(heldJobs, out(sewing.id));
    expect(about).toContain('Sewing corner');
    const closed = heldJobs.map((j) => ({ ...j, closed: { at: '2026-11-26T10:00:00Z', closing: 'x' } }));
    expect(jobsAbout(closed, out(sewing.id))).toEqual([]);
    expect(jobsAbout(heldJobs, { ids: ['nothing-of-it'], faces: [] })).toEqual([]);
  });
});

describe('a wall taken out', () => {
  it.each(site.walls.map((w) => w.id))(
    '%s: what is left is a house that passes its check, and nothing in it points at what is gone',
    (id) => {
      const { site: left, ids } = withoutWall(site, id)!;
      expect(checkHouse({ ...quinceStreet, site: left })).toMatchObject({ ok: true });
      const points = [...JSON.stringify(left).matchAll(/"(?:id|roomId|wallId|boxId|by|of)":"([^"]+)"/g)].map((m) => m[1]!);
      for (const gone of ids) expect(points.includes(gone), gone).toBe(false);
    },
  );
  it('the room along it has to be walked round again; its other walls stay, and are listed with it', () => {
    const { site: left, stays, gone } = withoutWall(site, 'parlour-w2')!;
    expect([stays, gone[0]]).toEqual([['parlour'], site.walls.find((w) => w.id === 'parlour-w2')!.name]);
    const walls = (s: Site) =>
      roomList(s)
        .find((r) => r.room.id === 'parlour')!
        .walls.map((w) => w.wallId)
        .sort();
    expect(left.rooms.find((r) => r.id === 'parlour')!.sides).toBeUndefined();
    expect(walls(left)).toEqual(walls(site).filter((w) => w !== 'parlour-w2'));
  });
  it('places wanted on it go with it, those on the other walls stay', () => {
    const place = (id: string, wallId: string) => ({ id, wallId, face: 'A' as const, fromLeft: measured(inches(30)) });
    const marked = { ...site, rooms: site.rooms.map((r) => (r.id === 'parlour' ? { ...r, wanted: [place('a', 'parlour-w2'), place('b', 'parlour-w3')] } : r)) }; // prettier-ignore
    expect(
      withoutWall(marked, 'parlour-w2')!
        .site.rooms.find((r) => r.id === 'parlour')!
        .wanted!.map((w) => w.id),
    ).toEqual(['b']);
  });
  it('one that is not there: nothing', () => expect(withoutWall(site, 'nowhere')).toBeUndefined());
});
