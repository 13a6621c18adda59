/** Things of a wall under one shape, on the small house by hand: in which order, where they are put, what goes with them. Lengths in inches. */
import { describe, expect, it } from 'vitest';
import { inches } from '../measure/index.js';
import { siteErrors, type Box, type Site, type Wall } from '../model/index.js';
import { cable, device, inch } from '../panel/smallJob.testing.js';
import { boxOn, smallHouse } from '../route/smallHouse.testing.js';
import { dropThing, putThing, reckonedNear, thingById, thingsOf } from './things.js';

const toInches = (mm: number): number => Math.round((mm / 25.4) * 1e4) / 1e4;
const wallIn = (s: Site): Wall => s.walls.find((w) => w.id === 'e')!;
const house = (boxes: Box[] = [], e: Partial<Wall> = {}, more: Partial<Site> = {}): Site => ({ ...smallHouse({ boxes, walls: { e } }), ...more }); // prettier-ignore
const opening = (id: string, kind: 'door' | 'window', x: number) => ({
  id,
  kind,
  x: inch(x),
  z: inch(0),
  width: inch(10),
  height: inch(40),
});

describe('what is on a wall', () => {
  it('left to right, by its left edge; doors and windows counted each by its kind; one face’s and the other’s', () => {
    const shelf = {
      id: 's',
      kind: 'wall-cabinet' as const,
      face: 'B' as const,
      x: inch(70),
      z: inch(50),
      width: inch(20),
      height: inch(30),
    };
    const site = house([boxOn('b', 'e', 40), boxOn('off', 'n', 40)], {
      openings: [opening('w', 'window', 20), opening('d', 'door', 5), opening('d2', 'door', 50)],
      obstacles: [{ id: 'p', kind: 'pipe', x: inch(35), width: inch(2), z: inch(0), height: inch(96) }],
      references: [{ id: 'm', name: 'vent', x: inch(60) }],
      fixtures: [shelf],
    });
    const list = thingsOf(site, wallIn(site)).filter((t) => t.kind !== 'stud');
    expect(list.map((t) => [t.name, t.face, toInches(t.left), toInches(t.right)])).toEqual([
      ['door', undefined, 5, 15],
      ['window', undefined, 20, 30],
      ['pipe', undefined, 35, 37],
      ['box b', 'A', 38.875, 41.125],
      ['door 2', undefined, 50, 60],
      ['vent', undefined, 60, 60],
      ['wall cabinet', 'B', 70, 90],
    ]);
    const studs = thingsOf(site, wallIn(site)).filter((t) => t.kind === 'stud');
    expect(studs.map((t) => toInches(t.left))).toEqual([...studs.map((t) => toInches(t.left))].sort((a, b) => a - b));
    // the same list is given again for the same wall
    expect(thingsOf(site, wallIn(site))).toBe(thingsOf(site, wallIn(site)));
  });
  it('a reckoned stud up to 3 in from where one is found; of two the nearer; never one that was found itself', () => {
    const wall = wallIn(house());
    // measured at 16; reckoned at 32, 48 …
    expect([34.99, 29.01, 35.1, 16].map((x) => { const at = reckonedNear(wall, inches(x)); return at && toInches(at); })).toEqual([32, 32, undefined, undefined]); // prettier-ignore
    const close = wallIn(house([], { framing: { ...wall.framing, spacing: inch(4) } }));
    expect([21.9, 22.1, 18.5].map((x) => toInches(reckonedNear(close, inches(x))!))).toEqual([20, 24, 20]);
  });
});

describe('put elsewhere', () => {
  const at = (site: Site, id = 'b') => { const t = thingById(site, wallIn(site), id)!; return [t.left, t.bottom, t.right - t.left, t.top - t.bottom].map(toInches); }; // prettier-ignore
  it('a box by its left edge and bottom, its size and depth; nothing else of it changes', () => {
    const site = house([boxOn('b', 'e', 40)]);
    const put = putThing(site, 'e', 'b', { left: inches(20), bottom: inches(30), width: inches(4), height: inches(5), depth: inches(2.5), said: { as: 'typed' } }); // prettier-ignore
    expect(at(put)).toEqual([20, 30, 4, 5]);
    const box = put.boxes[0]!;
    expect([box.depth, box.width?.as, box.place.bottom.as, toInches(box.place.distance.mm)]).toEqual([{ mm: 63.5, known: 'measured', as: 'typed' }, 'typed', 'typed', 22]); // prettier-ignore
    expect(putThing(site, 'e', 'b', { bottom: inches(30) }).boxes[0]).toEqual({ ...site.boxes[0]!, place: { ...site.boxes[0]!.place, bottom: { mm: 762, known: 'measured' } } }); // prettier-ignore
    expect(putThing(site, 'e', 'b', { bottom: -10 }).boxes[0]!.place.bottom.mm).toBe(0);
  });
  it('measured from a reference it is past of, its distance turns round and is never below none', () => {
    const box = boxOn('b', 'e', 40, { place: { from: 'm', toward: 'right', to: 'centre', distance: inch(10), bottom: inch(14) } });
    const site = house([box], { references: [{ id: 'm', name: 'vent', x: inch(30) }] });
    expect(at(site)[0]).toBe(38.875);
    const left = putThing(site, 'e', 'b', { left: inches(20) }).boxes[0]!;
    expect([left.place.toward, toInches(left.place.distance.mm)]).toEqual(['left', 8.875]);
    const back = putThing({ ...site, boxes: [left] }, 'e', 'b', { left: inches(31) }).boxes[0]!;
    expect([back.place.toward, toInches(back.place.distance.mm)]).toEqual(['right', 2.125]);
    // exactly at it
    const on = putThing(site, 'e', 'b', { left: inches(30 - 1.125) }).boxes[0]!;
    expect([on.place.toward, on.place.distance.mm]).toEqual(['right', 0]);
  });
  it('a thing that isn’t there, or a wall: nothing changes', () => {
    const site = house([boxOn('b', 'e', 40)]);
    expect([putThing(site, 'e', 'nobody', { left: 0 }), putThing(site, 'q', 'b', { left: 0 }), dropThing(site, 'q', 'b')]).toEqual([site, site, site]); // prettier-ignore
  });
});

describe('taken away', () => {
  const joints = (id: string) => ({ id, of: { cables: [], devices: [] }, joints: [], pigtails: [] });
  it('a box goes with its device, what was seen of its wiring, and the cable that ends in it alone', () => {
    const site = house(
      [boxOn('b', 'e', 40), boxOn('c', 'e', 60)],
      {},
      {
        devices: [device('b'), device('c')],
        cables: [cable('only', 'b'), cable('both', 'c', { ends: [{ boxId: 'b', label: 'b' }, { boxId: 'c', label: 'c' }], uses: [{ is: 'hot', by: 'b-d' }, { is: 'neutral' }], unbrokenIn: ['b'] })], // prettier-ignore
        wiring: [joints('b'), joints('c')],
      },
    );
    const left = dropThing(site, 'e', 'b');
    // what meets where in the other box rests on a cable that is still there
    expect([left.boxes.map((b) => b.id), left.devices.map((d) => d.id), left.wiring!.map((w) => w.id)]).toEqual([['c'], ['c-d'], ['c']]);
    expect(left.cables).toEqual([{ ...site.cables[1]!, ends: [{ label: 'b' }, { boxId: 'c', label: 'c' }], uses: [{ is: 'hot' }, { is: 'neutral' }], unbrokenIn: [] }]); // prettier-ignore
    expect(siteErrors(left, 'in', '')).toEqual([]);
  });
  it('a pipe, a door, a mark with the measurements that were taken from it; the rest is the same object', () => {
    const check = (id: string, from: string) => ({ id, axis: 'along' as const, from: { thing: from }, to: { thing: 'right-end' as const }, distance: inch(5) }); // prettier-ignore
    const site = house([boxOn('b', 'e', 40)], {
      references: [{ id: 'm', name: 'vent', x: inch(60) }],
      checks: [check('c1', 'm'), check('c2', 'left-end')],
    });
    const left = dropThing(site, 'e', 'm');
    expect([wallIn(left).references, wallIn(left).checks!.map((c) => c.id)]).toEqual([[], ['c2']]);
    expect([left.boxes === site.boxes, left.cables === site.cables]).toEqual([true, true]);
  });
  it('a reckoned stud is noted as not there', () => {
    const site = house();
    const id = thingsOf(site, wallIn(site)).find((t) => t.kind === 'stud' && toInches(t.left) === 31.25)!.id;
    const left = dropThing(site, 'e', id);
    expect([wallIn(left).framing.notThere!.map(toInches), thingById(left, wallIn(left), id)]).toEqual([[32], undefined]);
  });
});
