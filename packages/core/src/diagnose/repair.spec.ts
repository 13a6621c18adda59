/** What mends each part, on the small house: a device and its connections by changes of a job, the rest by what to do, and by whom. */
import { describe, expect, it } from 'vitest';
import { cable, device } from '../panel/smallJob.testing.js';
import { siteWith } from '../panel/smallPanel.testing.js';
import { boxOn } from '../route/smallHouse.testing.js';
import { runOfBoxes } from '../circuit/index.js';
import { DEFAULT_SCHOOLS, emptySite, type BoxWiring, type Site } from '../model/index.js';
import type { CircuitBench } from './circuitBench.js';
import { repairOf } from './repair.js';

const known: CircuitBench = { bench: runOfBoxes({ boxes: 1 }), taken: [], unseen: new Set(), circuit: undefined, site: emptySite() };
const site: Site = siteWith({
  boxes: [boxOn('b', 'e', 40, { name: 'Den box', circuitId: 'c3', volumeIn3: 20 }), boxOn('bare', 'e', 60, { name: 'Bare box' })],
  cables: [cable('in', 'b')],
  devices: [device('b', 'duplex-15', { name: 'Den outlet', condition: 'scorched' })],
});
const repair = (part: string, suspect?: Parameters<typeof repairOf>[4], house = site) =>
  repairOf(known, house, DEFAULT_SCHOOLS, part, suspect);

describe('what mends a part', () => {
  it.each([
    ['breaker/b1', /^Unplug everything on it.*switch it on: fully off first/],
    ['panel', /work for a licensed electrician; leave the breaker off/],
    ['tripped/d', /^Unplug everything behind it, then press its reset/],
    ['switch/d', /^Switch it on, and label/],
    ['appliance', /^What is plugged in: have it mended/],
    ['unknown/cable1', /^Look for a switch nobody knows of/],
    ['service', /switch off the main: the neutral of the supply is loose\. Call the supplier now/],
    ['noted', /^Find its breaker.*until then what the label says proves nothing dead/],
    ['back-fed', /^Two sources feed one circuit: leave both off.*A licensed electrician parts them/],
    ['something else', /^Nothing that is known here explains it/],
  ])('%s: said, and nothing of the house is changed', (part, words) => {
    expect(repair(part)).toEqual({ says: expect.stringMatching(words) as string, changes: [] });
  });
  it('a cable by its name: the circuit stays off, a new one takes its place', () => {
    const name = known.bench.cables[0]!.name;
    expect(repair(`cable/${known.bench.cables[0]!.id}`)).toEqual({ says: expect.stringMatching(new RegExp(`^${name} doesn’t bring it through: leave the circuit off`)) as string, changes: [] }); // prettier-ignore
    expect(repair('cable/gone').says).toMatch(/^The cable doesn’t bring it through/);
  });
  it('a device: a new one of its kind, sound, in its box; one that nobody surveyed is surveyed first', () => {
    const { says, changes } = repair('device/b-d');
    expect(says).toBe('A new Den outlet takes its place.');
    expect(changes).toMatchObject([{ do: 'replace-device', deviceId: 'b-d', device: { boxId: 'b', kind: 'duplex-15' } }]);
    expect(changes.map((c) => (c.do === 'replace-device' ? c.device.condition : ''))).not.toContain('scorched');
    expect(repair('device/gone')).toEqual({ says: 'A new device of the same kind takes its place; survey it first.', changes: [] });
  });
  it('connections of a box: made anew by the plan, whatever was noted of them', () => {
    const { says, changes } = repair('joints/b');
    expect(says).toBe('Every connection in Den box is made anew.');
    expect(changes).toMatchObject([{ id: 'wire-b', title: 'Connections in Den box made anew', do: 'wire-box', wiring: { id: 'b' } }]);
    const wiringOf = (house: Site): BoxWiring => { const [c] = repair('joints/b', undefined, house).changes; return (c as { wiring: BoxWiring }).wiring; }; // prettier-ignore
    const named: Site = { ...site, boxes: site.boxes.map((b) => (b.id === 'b' ? { ...b, name: 'N'.repeat(120) } : b)) };
    expect(repair('joints/b', undefined, named).changes[0]!.title).toBe(`Connections in ${'N'.repeat(105)}`);
    // black on brass, white on silver, the bare one on green: three joints of one end each
    expect(wiringOf(site).joints).toHaveLength(3);
    // what was seen, its hot on a silver screw, is what was wrong
    const seen = wiringOf(site);
    const crossed: BoxWiring = { ...seen, joints: seen.joints.slice(1) };
    expect(wiringOf({ ...site, wiring: [crossed] })).toEqual(seen);
    // of another box’s wiring nothing is forgotten
    expect(
      repair('joints/b', undefined, { ...site, wiring: [{ ...crossed, id: 'bare', of: { cables: [], devices: [] } }] }).changes,
    ).toHaveLength(1);
  });
  it('a box that no plan can be made for, or that nobody surveyed, is told without a change', () => {
    expect(repair('joints/bare')).toEqual({ says: expect.stringMatching(/^Make every connection in Bare box anew\. How, the plan says once the survey has/) as string, changes: [] }); // prettier-ignore
    expect(repair('joints/gone')).toEqual({ says: 'Its connections are made anew.', changes: [] });
  });
  it('a tab broken wrongly takes a new device, not new connections', () => {
    expect(repair('joints/b', { kind: 'wrong tab', deviceId: 'b-d' }).says).toBe('A new Den outlet takes its place.');
    expect(repair('joints/b', { kind: 'wrong tab' }).says).toMatch(/survey it first/);
    expect(repair('joints/b', { kind: 'swapped', deviceId: 'b-d' }).says).toBe('Every connection in Den box is made anew.');
  });
});
