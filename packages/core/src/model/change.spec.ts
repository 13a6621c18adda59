/** The planned state is the found state plus a list of changes; nothing is changed in place. */
import { describe, expect, it } from 'vitest';
import { sewingCorner } from '../houses.testing.js';
import { applyChange, applyChanges, type Change } from './change.js';
import { applyEdits, putChange } from './edit.js';
import { plannedSite, type JobInHouse } from './inHouse.js';
import { boxBody } from './place.js';
import { measured } from './known.js';

const found = sewingCorner.found;
const newBox = plannedSite(sewingCorner).boxes.find((b) => b.id === 'sewing-box')!;

describe('changes', () => {
  it('the demo’s plan adds a box, a cable, a device and two loads to what was found, and takes nothing', () => {
    const planned = plannedSite(sewingCorner);
    const more = (key: 'boxes' | 'cables' | 'devices' | 'loads') => planned[key].length - found[key].length;
    expect([more('boxes'), more('cables'), more('devices'), more('loads')]).toEqual([1, 1, 1, 2]);
    for (const box of found.boxes) expect(planned.boxes).toContainEqual(box);
  });
  it('placing the same box again moves it instead of doubling it', () => {
    const moved = { ...newBox, place: { ...newBox.place, distance: measured(500) } };
    const site = applyChanges(found, [
      { id: 'a', title: 'a', do: 'place-box', box: newBox },
      { id: 'b', title: 'b', do: 'place-box', box: moved },
    ]);
    expect(site.boxes.filter((b) => b.id === newBox.id)).toEqual([moved]);
  });
  it('a replaced box keeps its id, so that its cables still end in it', () => {
    const change: Change = { id: 'r', title: 'r', do: 'replace-box', boxId: 'hall-box', box: { ...newBox, id: 'something-else' } };
    const site = applyChange(found, change);
    expect(site.boxes.map((b) => b.id)).toEqual(found.boxes.map((b) => b.id));
    expect(site.boxes[0]!.kind).toBe(newBox.kind);
  });
  it('a replaced device stays in its place under its own id', () => {
    const change: Change = {
      id: 'r',
      title: 'r',
      do: 'replace-device',
      deviceId: 'hall-receptacle',
      device: { ...found.devices[0]!, id: 'other', kind: 'ground-fault-15' },
    };
    expect(applyChange(found, change).devices[0]).toMatchObject({ id: 'hall-receptacle', kind: 'ground-fault-15' });
  });
  it('unplugging takes one load away, altering a circuit leaves its other facts alone', () => {
    const without = applyChange(found, { id: 'u', title: 'u', do: 'unplug', loadId: 'hall-heater' });
    expect(without.loads).toEqual(found.loads.filter((l) => l.id !== 'hall-heater'));
    const altered = applyChange(found, { id: 'c', title: 'c', do: 'alter-circuit', circuitId: 'c4', with: { arcFault: 'breaker' } });
    expect(altered.circuits.find((c) => c.id === 'c4')).toEqual({ ...found.circuits.find((c) => c.id === 'c4')!, arcFault: 'breaker' });
  });
  it('a change whose subject is gone leaves the site as it is', () => {
    for (const change of [
      { id: 'x', title: 'x', do: 'replace-box', boxId: 'gone', box: newBox },
      { id: 'x', title: 'x', do: 'unplug', loadId: 'gone' },
      { id: 'x', title: 'x', do: 'alter-circuit', circuitId: 'gone', with: { breakerA: 20 } },
    ] satisfies Change[])
      expect(applyChange(found, change)).toEqual(found);
  });
  it('applying changes leaves the found state untouched', () => {
    const before = JSON.stringify(found);
    plannedSite(sewingCorner);
    expect(JSON.stringify(found)).toBe(before);
  });
});

describe('edits', () => {
  const change: Change = { id: 'unplug-x', title: 'x', do: 'unplug', loadId: 'lamps' };
  it('a change with a known id takes the place of the old one; a new one goes to the end', () => {
    const once = putChange(sewingCorner, change);
    expect(once.changes.at(-1)).toBe(change);
    const again = putChange(once, { ...change, title: 'y' });
    expect(again.changes).toHaveLength(once.changes.length);
    expect(again.changes.at(-1)!.title).toBe('y');
  });
  it('edits run in order, and dropping takes a change back', () => {
    const job: JobInHouse = applyEdits(sewingCorner, [
      { op: 'put-change', change },
      { op: 'set-schools', schools: { device: 'feed-through' } },
      { op: 'drop-change', changeId: change.id },
    ]);
    expect(job.changes).toEqual(sewingCorner.changes);
    expect(job.schools).toEqual({ ...sewingCorner.schools, device: 'feed-through' });
  });
});

describe('a box’s body', () => {
  it('what was measured wins over its kind; without either the depth stays unknown', () => {
    expect(boxBody({ ...newBox, depth: measured(80) }).depthMm).toBe(80);
    expect(boxBody(newBox).depthMm).toBeCloseTo(76.2); // 3 in by its kind
    expect(boxBody({ ...newBox, kind: 'other' }).depthMm).toBeUndefined();
  });
  it('an unknown kind is drawn as wide as its gangs: 2 1/4 in and 1 13/16 in for each further', () => {
    expect(boxBody({ ...newBox, kind: 'other', gangs: 2 }).widthMm).toBeCloseTo(25.4 * (2.25 + 1.8125));
  });
});
