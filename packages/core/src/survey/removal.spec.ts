/** Taking rooms out of the sample house, and of one with a shared wall. */
import { describe, expect, it } from 'vitest';
import { heldJobs, quinceStreet } from '../houses.testing.js';
import { inches } from '../measure/index.js';
import { LAMP_BOX_IDS } from '../catalog/index.js';
import { bareJob, checkHouse, measured, NOT_ENTERED, siteErrors, type Cable, type Job, type Lamp, type Site } from '../model/index.js';
import { cable, device, inch, jobAt } from '../panel/smallJob.testing.js';
import { siteWith, sub } from '../panel/smallPanel.testing.js';
import { boxOn } from '../route/smallHouse.testing.js';
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

describe('a small house, by hand: den and shop with wall e between them', () => {
  const lamp = (id: string, roomId: string): Lamp => ({ id, name: id, roomId, x: 0, y: 0, box: LAMP_BOX_IDS[0], watts: 60 });
  const between = (id: string, a: string, b: string, part: Partial<Cable> = {}) => cable(id, a, { ends: [{ boxId: a, label: a }, { boxId: b, label: b }], ...part }); // prettier-ignore
  const joints = (id: string) => ({ id, of: { cables: [], devices: [] }, joints: [], pigtails: [] });
  const surveyed = siteWith({
    boxes: [boxOn('north', 'n', 40), boxOn('east', 'e', 40), boxOn('back', 'e', 60, { face: 'B' }), boxOn('shop', 'n2', 40)],
    devices: [device('north'), device('shop')],
    cables: [
      cable('feed', 'north'),
      between('inside', 'north', 'east', { uses: [{ is: 'hot', by: 'north-d' }, { is: 'neutral' }] }),
      between('through', 'east', 'back', { unbrokenIn: ['north', 'shop'] }),
      between('beyond', 'back', 'shop'),
      between('light', 'back', 'den lamp'),
    ],
    loads: [
      { id: 'l1', name: 'heater', watts: 960, continuous: true, fixed: false, circuitId: 'c1', boxId: 'north' },
      { id: 'l3', name: 'fan', amps: 2, continuous: false, fixed: false, circuitId: 'c3', boxId: 'shop' },
    ],
    lamps: [lamp('den lamp', 'den'), lamp('shop lamp', 'shop')],
    wiring: [joints('north'), joints('back'), joints('shop')],
    panel: { place: { wallId: 'n', face: 'A', fromLeft: inch(10), bottom: inch(50) } as never },
    subpanels: [sub({ breakers: [], place: { wallId: 'n2', face: 'A', fromLeft: inch(10), bottom: inch(50) } as never })],
  });
  /** its outdoors are what nobody entered */
  const house = JSON.parse(JSON.stringify(surveyed).replaceAll('"out"', `"${NOT_ENTERED}"`)) as Site;
  const ids = (list: readonly { id: string }[] | undefined) => list?.map((x) => x.id);
  const den = () => withoutRoom(house, 'den')!;

  it('the den: its own three walls go, the one it shares stays with a side that nobody entered', () => {
    const { site: left, stays, ids: gone, faces } = den();
    expect([ids(left.walls), stays, faces]).toEqual([['n', 'e', 's', 'w', 'n2', 'e2', 's2'].filter((w) => !['n', 's', 'w'].includes(w)), ['wall e'], [{ wallId: 'e', face: 'A' }]]); // prettier-ignore
    expect(left.walls[0]!.faces.A.roomId).toBe(NOT_ENTERED);
    expect(left.walls[0]!.faces.B.roomId).toBe('shop');
    expect(gone).toEqual(['den', 'n', 's', 'w', 'north', 'east', 'den lamp']);
    expect(left.rooms.map((r) => r.id)).toEqual(['shop', NOT_ENTERED]);
  });
  it('boxes of its sides go with what is in them; of cables what ends beyond stays, with words for the end that is gone', () => {
    const { site: left, gone } = den();
    expect([ids(left.boxes), ids(left.devices), ids(left.wiring), ids(left.lamps)]).toEqual([['back', 'shop'], ['shop-d'], ['back', 'shop'], ['shop lamp']]); // prettier-ignore
    expect(left.cables.map((c) => [c.id, c.ends.map((e) => e.boxId), c.unbrokenIn])).toEqual([
      ['through', [undefined, 'back'], ['shop']],
      ['beyond', ['back', 'shop'], []],
      ['light', ['back', undefined], []],
    ]);
    expect(left.cables[0]!.ends[0]).toEqual({ label: 'east' });
    expect(left.loads.map((l) => l.boxId)).toEqual([undefined, 'shop']);
    expect([left.panel!.place, left.subpanels![0]!.place?.wallId]).toEqual([undefined, 'n2']);
    expect(gone).toEqual(['den', '3 walls', '2 boxes', '1 device', '2 cables', '1 lampholder', 'the place of the panel']);
    expect(siteErrors(left, 'in', '')).toEqual([]);
  });
  it('the shop: its own go, “outdoors” stays, and what hung beside says so', () => {
    const { site: left, gone, stays } = withoutRoom(house, 'shop')!;
    expect([ids(left.walls), stays]).toEqual([['n', 'e', 's', 'w'], ['wall e']]);
    expect(gone).toEqual(['shop', '3 walls', '2 boxes', '1 device', '1 cable', '1 lampholder', 'the place of the shop panel']);
    expect([left.panel!.place?.wallId, left.subpanels![0]!.place]).toEqual(['n', undefined]);
    expect(siteErrors(left, 'in', '')).toEqual([]);
    // then the den: the shared wall has nobody any more
    const empty = withoutRoom(left, 'den')!;
    expect([empty.site.walls, empty.stays, empty.site.cables, empty.site.lamps]).toEqual([[], [], [], []]);
  });
  it('a use of a conductor for a device that is gone is left open', () => {
    const kept = { ...house, cables: [between('inside', 'north', 'shop', { uses: [{ is: 'hot', by: 'north-d' }, { is: 'neutral', by: 'shop-d' }] })] }; // prettier-ignore
    expect(withoutRoom(kept, 'den')!.site.cables[0]!.uses).toEqual([{ is: 'hot' }, { is: 'neutral', by: 'shop-d' }]);
  });
  it('a wall: both of its sides, the rooms along it are opened, the others stay closed', () => {
    const { site: left, gone, stays, ids: all, faces } = withoutWall(house, 'e')!;
    expect([ids(left.boxes), gone, stays, all, faces]).toEqual([['north', 'shop'], ['wall e', '2 boxes', '1 cable'], ['den', 'shop'], ['e', 'east', 'back'], []]); // prettier-ignore
    expect(left.rooms.map((r) => r.sides?.length)).toEqual([undefined, undefined, undefined]);
    expect(withoutWall(house, 'n')!.site.rooms.map((r) => r.sides?.length)).toEqual([undefined, 4, undefined]);
    expect(withoutWall(house, 'n')!.gone).toEqual(['wall n', '1 box', '1 device', '1 cable', 'the place of the panel']);
    expect(withoutWall(house, 'n2')!.gone.at(-1)).toBe('the place of the shop panel');
    for (const w of house.walls) expect(siteErrors(withoutWall(house, w.id)!.site, 'in', ''), w.id).toEqual([]);
  });
  it('a job is about it by an id that stands alone, or by a face of a wall that stays', () => {
    const about = (part: Partial<Job>) => jobsAbout([{ ...bareJob(jobAt(house, [])), name: 'J', ...part }], den());
    const place = (wallId: string, face: 'A' | 'B') => ({ want: { places: [{ wallId, face }] } }) as unknown as Partial<Job>;
    expect([about(place('n', 'A')), about(place('e', 'A')), about(place('e', 'B')), about(place('n2', 'A'))]).toEqual([['J'], ['J'], [], []]); // prettier-ignore
    expect(about({ changes: [{ id: 'x', title: 'about the north', do: 'replace-box', boxId: 'shop', box: boxOn('shop', 'n2', 40) }] })).toEqual([]); // prettier-ignore
    expect(about({ changes: [{ id: 'x', title: 'New', do: 'remove-device', deviceId: 'd' }], taken: { at: 'north' } as never })).toEqual(['J']); // prettier-ignore
  });
});
