/** What came filled in when something was added counts as measured by nobody, until it is touched or said to be so. */
import { describe, expect, it } from 'vitest';
import { quinceStreet, sewingCorner } from '../houses.testing.js';
import { inches } from '../measure/index.js';
import {
  asSeen,
  checkHouse,
  emptySite,
  inHouse,
  isPreset,
  measured,
  said,
  untold,
  type Cable,
  type House,
  type JobInHouse,
} from '../model/index.js';
import { fromBox, withWallInHand } from '../purpose/index.js';
import { addThing, setCable, setDevice } from '../survey/index.js';
import { ledgerOf } from './meant.testing.js';

const verdict = (job: JobInHouse, rule: string, title: RegExp) => ledgerOf(job).find((f) => f.rule === rule && title.test(f.title))!;
/** Sewing corner whose hall box was only begun: its cable is as it came filled in. */
const begun = (presets: Cable['presets']): JobInHouse => ({
  ...sewingCorner,
  found: {
    ...sewingCorner.found,
    boxes: sewingCorner.found.boxes.map((b) => (b.id === 'hall-box' ? { ...b, kind: 'wings-1g-20' as const } : b)),
    cables: sewingCorner.found.cables.map((c) => (c.id === 'hall-from-panel' ? { ...c, presets } : c)),
  },
});

describe('what came filled in', () => {
  it('a field that is said is no preset any more, though it be said the same; the others stay', () => {
    const cable = { ...quinceStreet.site.cables[0]!, presets: ['gauge', 'conductors', 'line'] as Cable['presets'] };
    expect(said(cable, { gauge: cable.gauge }).presets).toEqual(['conductors', 'line']);
    // where its ends go says which of them brings power
    expect(said(cable, { ends: cable.ends }).presets).toEqual(['gauge', 'conductors']);
    expect('presets' in said(said(said(cable, { gauge: 12 }), { conductors: ['black', 'white'] }), { direction: 'known' })).toBe(false);
    expect(isPreset(asSeen(cable), 'gauge', 'conductors', 'line')).toBe(false);
  });
  it('gauge: whether it may stand on its breaker can’t be told, nor whether its box is full', () => {
    const job = begun(['gauge']);
    expect(verdict(job, 'conductor-breaker', /Cable to panel/)).toMatchObject({
      verdict: 'can’t tell',
      says: 'nobody read its gauge; if it is 14 AWG: 14 AWG copper may stand on 15 A',
    });
    expect(verdict(job, 'box-fill', /Hall box/).says).toMatch(/if what came filled in is so/);
    expect(verdict(begun(undefined), 'conductor-breaker', /Cable to panel/).verdict).toBe('ok');
    expect(verdict(begun(undefined), 'box-fill', /Hall box/).verdict).toBe('ok');
    // too full by what is known stays a stop
    const small = { ...job, found: sewingCorner.found };
    expect(verdict(small, 'box-fill', /Hall box/).verdict).toBe('stop');
  });
  it('a field may be said not to be known after all: it is taken again, and listed once', () => {
    const cable = { id: 'c', gauge: 12, presets: ['sheath'] as string[] | undefined };
    expect(untold(untold(cable, 'gauge'), 'gauge').presets).toEqual(['sheath', 'gauge']);
    expect(said(untold(cable, 'gauge'), { gauge: 14 }).presets).toEqual(['sheath']);
  });
  it('is listed among what was taken for granted, by its name', () => {
    const says = ledgerOf(begun(['gauge', 'conductors', 'sheath', 'line'])).find((f) => f.rule === 'assumed')!;
    expect(says.verdict).toBe('can’t tell');
    for (const what of ['gauge', 'number of conductors', 'kind of sheath', 'whether it brings power'])
      expect(says.says).toContain(`panel to hall: ${what}`);
  });
  it('one wall in hand: what it is built of, what is in its box and how wide that is', () => {
    const bare: House = { ...quinceStreet, id: 'bare', site: emptySite() };
    const { house, boxId } = withWallInHand(bare, {
      ...{ id: 'hand', room: { name: 'den', use: 'study' }, length: measured(inches(130)) },
      box: { fromLeft: measured(inches(40)), bottom: measured(inches(15)), circuit: { number: '7', breakerA: 15 } },
    });
    expect(checkHouse(house)).toMatchObject({ ok: true });
    const made = fromBox(house, { id: 'j', houseId: 'bare', name: 'j', situation: 'replace', boxId: boxId! });
    if (!made.ok) throw new Error(made.message);
    const says = (on: House): string => ledgerOf(inHouse(made.job, on)).find((f) => f.rule === 'assumed')!.says;
    expect(says(house)).toMatch(/what the wall is built of.*number of gangs of den box, kind of den receptacle/);
    const touched = setDevice(house.site, house.site.devices[0]!.id, { kind: 'duplex-15' });
    expect(says({ ...house, site: touched })).not.toMatch(/kind of den receptacle/);
  });
  it('a finish that nobody named is taken for granted, though its thickness was measured', () => {
    const finish = (presets: boolean): JobInHouse => ({
      ...sewingCorner,
      found: {
        ...sewingCorner.found,
        walls: sewingCorner.found.walls.map((w) => (w.id !== 'sewing-hall' ? w : { ...w, faces: { ...w.faces, A: { ...w.faces.A, layers: [{ finish: 'drywall' as const, thickness: measured(inches(0.5)), ...(presets ? { presets: ['finish' as const] } : {}) }] } } })), // prettier-ignore
      },
    });
    const says = (job: JobInHouse): string => ledgerOf(job).find((f) => f.rule === 'assumed')!.says;
    expect(says(finish(true))).toMatch(/drywall on the side of sewing room/);
    expect(says(finish(false))).not.toMatch(/drywall on the side of sewing room/);
  });
  it('a box added on the wall has a receptacle that nobody saw; a cable keeps its presets when something else of it is said', () => {
    const wall = quinceStreet.site.walls.find((w) => w.id === 'study-w4')!;
    const site = addThing(quinceStreet.site, wall.id, 'A', 'b', { kind: 'box' }, inches(40));
    expect(site.devices.find((d) => d.boxId === 'b')!.presets).toEqual(['kind']);
    const cable = { ...quinceStreet.site.cables[0]!, presets: ['gauge'] as Cable['presets'] };
    const next = setCable({ ...quinceStreet.site, cables: [cable] }, cable.id, { ground: 'bare' });
    expect(next.cables[0]).toMatchObject({ ground: 'bare', presets: ['gauge'] });
  });
  it('what is put in new was chosen: no new device or box carries what came filled in with the old one', () => {
    const house: House = {
      ...quinceStreet,
      site: {
        ...quinceStreet.site,
        boxes: quinceStreet.site.boxes.map((b) => (b.id === 'trough-box' ? { ...b, presets: ['gangs' as const] } : b)),
        devices: quinceStreet.site.devices.map((d) => (d.boxId === 'trough-box' ? { ...d, presets: ['kind' as const] } : d)),
      },
    };
    const made = fromBox(house, { id: 'j', houseId: house.id, name: 'j', situation: 'raise', boxId: 'trough-box' });
    if (!made.ok) throw new Error(made.message);
    const [swap] = made.job.changes;
    expect(swap?.do === 'replace-box' && 'presets' in swap.box).toBe(false);
    const asked = ledgerOf(inHouse(made.job, house)).find((f) => f.rule === 'ground-fault')!;
    const [edit] = asked.remedies[0]!.edits;
    expect(edit?.op === 'put-change' && edit.change.do === 'replace-device' && edit.change.device).not.toHaveProperty('presets');
  });
});
