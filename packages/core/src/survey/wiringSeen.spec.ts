/** What is noted of an opened box: one conductor traced keeps what the others are; a white that is no neutral wants a mark. */
import { describe, expect, it } from 'vitest';
import { quinceStreet } from '../houses.testing.js';
import type { Site } from '../model/index.js';
import { wiringPlan } from '../wiring/index.js';
import { DEFAULT_SCHOOLS } from '../model/index.js';
import { addDevice, dropDevice, setCable, setDevice, setHolds, tracedUse, usesShown } from './wiringSeen.js';

const { site } = quinceStreet;
const cableOf = (s: Site, id: string) => s.cables.find((c) => c.id === id)!;
const shown = (s: Site, cable: string) => usesShown(s, 'loom-switch', cableOf(s, cable)).map((u) => u.use.is);
const plan = (s: Site) =>
  wiringPlan({ site: s, box: s.boxes.find((b) => b.id === 'loom-switch')!, circuit: undefined, schools: DEFAULT_SCHOOLS });

describe('conductors traced', () => {
  it('a plain pair goes by its colours, the cable behind a switch as switched', () => {
    expect(shown(site, 'loom-line')).toEqual(['hot', 'neutral']);
    expect(shown(site, 'loom-light')).toEqual(['switched', 'neutral']);
  });
  it('one of them noted keeps the other as it was taken', () => {
    const noted = tracedUse(site, 'loom-switch', cableOf(site, 'loom-light'), 1, { is: 'neutral' });
    expect(cableOf(noted, 'loom-light').uses).toEqual([{ is: 'switched' }, { is: 'neutral' }]);
    expect(plan(noted).refused).toEqual([]);
  });
  it('three conductors are not known until each is traced, and no plan before', () => {
    const three = setCable(site, 'loom-light', { conductors: ['black', 'red', 'white'] });
    expect(shown(three, 'loom-light')).toEqual(['unknown', 'unknown', 'unknown']);
    const half = tracedUse(three, 'loom-switch', cableOf(three, 'loom-light'), 0, { is: 'hot' });
    expect(plan(half).missing.join()).toMatch(/what the red and the white does/);
  });
  it('a white that carries a hot is unmarked until somebody says it is marked', () => {
    const hot = tracedUse(site, 'loom-switch', cableOf(site, 'loom-light'), 1, { is: 'hot' });
    expect(cableOf(hot, 'loom-light').whiteUsedAsHot).toBe('unmarked');
    expect(plan(hot).refused.join()).toMatch(/without a mark/);
  });
});

it('devices come and go, each with its own kind', () => {
  const two = addDevice(addDevice(site, 'alcove-box', 'new', 'duplex-15'), 'alcove-box', 'lamp', 'lampholder');
  expect(two.devices.filter((d) => d.boxId === 'alcove-box').map((d) => d.name)).toEqual([
    'alcove receptacle',
    'Alcove box receptacle 2',
    'Alcove box lampholder 3',
  ]);
  const split = setDevice(two, 'new', { split: 'half switched' });
  expect(split.devices.find((d) => d.id === 'new')!.split).toBe('half switched');
  expect(dropDevice(dropDevice(split, 'new'), 'lamp').devices).toEqual(site.devices);
});

describe('what a box is for', () => {
  // as the survey puts a new box down: with a receptacle that nobody saw
  const fresh: Site = {
    ...site,
    boxes: [...site.boxes, { ...site.boxes.find((b) => b.id === 'alcove-box')!, id: 'fresh', name: 'Fresh box' }],
    devices: [...site.devices, { id: 'fresh-device', name: 'Fresh box receptacle', boxId: 'fresh', kind: 'duplex-15', presets: ['kind'] }],
  };
  const inIt = (s: Site) => s.devices.filter((d) => d.boxId === 'fresh');
  it('a receptacle that only came filled in goes with a junction or a switch, so that it isn’t counted; back again it comes back', () => {
    const junction = setHolds(fresh, 'fresh', 'junction');
    expect([inIt(junction), junction.boxes.at(-1)!.holds]).toEqual([[], 'junction']);
    expect(inIt(setHolds(fresh, 'fresh', 'switch'))).toEqual([]);
    const back = setHolds(junction, 'fresh', undefined);
    expect([inIt(back).map((d) => [d.kind, d.presets]), 'holds' in back.boxes.at(-1)!]).toEqual([[['duplex-15', ['kind']]], false]);
  });
  it('one that was seen stays: that it lies in a junction box is for a person to say', () => {
    const seen = setDevice(fresh, 'fresh-device', { kind: 'duplex-20' });
    expect(inIt(setHolds(seen, 'fresh', 'junction')).map((d) => d.kind)).toEqual(['duplex-20']);
    // a box that always was for a receptacle and lost its device is not given one
    expect(inIt(setHolds({ ...fresh, devices: site.devices }, 'fresh', undefined))).toEqual([]);
  });
});
