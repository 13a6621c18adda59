/**
 * What is in a box, read off a site written down here: which cables end in it, run through it, bring power or take it on; which devices;
 * what of its volume power may use. Volumes and counts by NEC 314.16(B), from memory.
 */
import { describe, expect, it } from 'vitest';
import { DEFAULT_SCHOOLS, emptySite, type Box, type Cable, type Device, type Lamp, type Site } from '../model/index.js';
import { boxClamps, boxMaterial, boxVolume, cablesIn, devicesIn, devicesOf, fillInput, powerVolume, sheathToOpening, switchOf } from './boxContents.js'; // prettier-ignore
import { lampAsBox, withLampBoxes } from './lampBoxes.js';
import { renewed } from './renewed.js';

const at = { mm: 500, known: 'measured' as const };
const box = (more: Partial<Box> = {}): Box => ({
  ...{ id: 'b', name: 'Box', wallId: 'w', face: 'A', kind: 'nail-on-1g-22', gangs: 1, supportFittings: 0 },
  place: { from: 'left-end', toward: 'right', to: 'centre', distance: at, bottom: at },
  ...more,
});
const cable = (id: string, from: string | undefined, to: string | undefined, more: Partial<Cable> = {}): Cable => ({
  ...{ id, name: id, gauge: 14, conductors: ['black', 'white'], ground: 'bare', metal: 'copper', sheath: 'nonmetallic', unbrokenIn: [] },
  direction: 'known',
  ends: [{ ...(from ? { boxId: from } : {}), label: `${id} near` }, { ...(to ? { boxId: to } : {}), label: `${id} far` }],
  ...more,
}); // prettier-ignore
const site = (more: Partial<Site> = {}): Site => ({ ...emptySite(), boxes: [box()], ...more });
const seen = (s: Site, id = 'b') => cablesIn(s, id).map((c) => `${c.cable.id}: ${c.side}${c.end ? '' : ', uncut'}, to ${c.farLabel}`);

describe('cables in a box', () => {
  it('one that ends here by its second end brings power, by its first takes it on; of an unknown direction nobody knows', () => {
    const s = site({
      cables: [cable('feed', undefined, 'b'), cable('on', 'b', 'c'), cable('old', undefined, 'b', { direction: 'unknown' }), cable('else', 'c', 'd')],
    }); // prettier-ignore
    expect(seen(s)).toEqual(['feed: line, to feed near', 'on: load, to on far', 'old: unknown, to old near']);
    expect(seen(s, 'c')).toEqual(['on: line, to on near', 'else: load, to else far']);
    expect(seen(s, 'nowhere')).toEqual([]);
  });
  it('one that runs through uncut, and one that comes back to its own box, are in it once', () => {
    const through = cable('through', 'a', 'c', { unbrokenIn: ['b', 'b'] });
    expect(seen(site({ cables: [through] }))).toEqual(['through: unknown, uncut, to through near and through far']);
    // noted as ending where it also runs through: uncut
    expect(seen(site({ cables: [cable('odd', 'a', 'b', { unbrokenIn: ['b'] })] }))).toEqual([
      'odd: unknown, uncut, to odd near and odd far',
    ]);
    expect(seen(site({ cables: [cable('ring', 'b', 'b')] }))).toEqual(['ring: load, to ring far']);
  });
  it('a list that was handed out may be changed: the next is whole again', () => {
    const s = site({ cables: [cable('feed', undefined, 'b')] });
    cablesIn(s, 'b').pop();
    expect(seen(s)).toHaveLength(1);
  });
});

describe('devices of a box', () => {
  const device: Device = { id: 'r', name: 'Receptacle', boxId: 'b', kind: 'duplex-15' };
  it('those that are noted; a box that holds a switch and names none has one', () => {
    const s = site({ devices: [device, { ...device, id: 'x', boxId: 'c' }] });
    expect(devicesIn(s, 'b').map((d) => d.id)).toEqual(['r']);
    expect(devicesOf(s, box({ holds: 'switch' })).map((d) => d.id)).toEqual(['r']);
    expect(devicesOf(site(), box({ holds: 'switch' }))).toEqual([{ id: switchOf('b'), name: 'Switch', boxId: 'b', kind: 'switch-15' }]);
    expect(devicesOf(site(), box({ holds: 'receptacle' }))).toEqual([]);
  });
});

describe('its room', () => {
  it('as stamped, else its kind’s; of one nobody knows nothing; clamps and metal likewise', () => {
    expect([boxVolume(box()), boxVolume(box({ volumeIn3: 18 })), boxVolume(box({ kind: 'other' }))]).toEqual([22.5, 18, undefined]);
    expect([boxMaterial(box()), boxMaterial(box({ material: 'metal' })), boxMaterial(box({ kind: 'other' }))]).toEqual(['plastic', 'metal', undefined]); // prettier-ignore
    expect([boxClamps(box({ clamps: 'internal' })), boxClamps(box({ kind: 'other' }))]).toEqual(['internal', undefined]);
    expect(boxClamps(box())).not.toBeUndefined();
  });
  it('a divided box gives one gang’s share to low voltage: of 30 in³ in three gangs 20 are left; one gang can’t be divided', () => {
    const of = (gangs: Box['gangs'], divided: boolean) => powerVolume(box({ volumeIn3: 30, gangs, ...(divided ? { divided } : {}) }));
    expect([of(3, true), of(2, true), of(1, true), of(3, false)]).toEqual([20, 15, 30, 30]);
    expect(powerVolume(box({ kind: 'other', gangs: 2, divided: true }))).toBeUndefined();
  });
  it('from the sheath to the opening it is the depth less the sheath inside, never less than nothing', () => {
    const deep = (mm: number) => sheathToOpening(box({ kind: 'other', depth: { mm, known: 'measured' } }), DEFAULT_SCHOOLS);
    const sheath = 70 - deep(70)!;
    expect(sheath).toBeGreaterThan(0);
    expect(deep(sheath / 2)).toBe(0);
    expect(sheathToOpening(box({ kind: 'other' }), DEFAULT_SCHOOLS)).toBeUndefined();
  });
});

describe('what its fill is reckoned from', () => {
  it('conductors that end or run through, a ground of each cable that has one, yokes by the thickest wire here', () => {
    const s = site({
      cables: [
        cable('feed', undefined, 'b', { gauge: 12 }),
        cable('on', 'b', 'c', { ground: 'none' }),
        cable('through', 'a', 'c', { unbrokenIn: ['b'], ground: undefined as never }),
      ],
      devices: [{ id: 'r', name: 'Receptacle', boxId: 'b', kind: 'duplex-15' }],
    });
    const input = fillInput(s, box({ supportFittings: 2 }), 'US-2020');
    expect(input.conductors).toEqual([
      { label: '2 conductors, cable to feed near', gauge: 12, count: 2, kind: 'ends' },
      { label: '2 conductors, cable to on far', gauge: 14, count: 2, kind: 'ends' },
      { label: '2 conductors, through to through near and through far', gauge: 14, count: 2, kind: 'unbroken' },
    ]);
    // where nobody looked for a ground it counts
    expect(input.grounds).toEqual([{ gauge: 12, count: 1 }, { gauge: 14, count: 1 }]); // prettier-ignore
    expect(input).toMatchObject({ edition: 'US-2020', supportFittings: 2, volumeIn3: 22.5 });
    expect(input.yokes).toMatchObject([{ gauge: 12, gangs: 1 }]);
    expect(fillInput(site({ devices: s.devices }), box(), 'US-2020').yokes).toMatchObject([{ gauge: 14 }]);
    // by the thickest, in whichever order the cables were noted; a lampholder hangs on no yoke
    expect(fillInput({ ...s, cables: [...s.cables].reverse() }, box(), 'US-2020').yokes).toMatchObject([{ gauge: 12 }]);
    expect(fillInput(site({ devices: [{ id: 'l', name: 'Lampholder', boxId: 'b', kind: 'lampholder' }] }), box(), 'US-2020').yokes).toEqual([]); // prettier-ignore
  });
  it('a clamp that nobody looked for counts as one inside', () => {
    const clamps = (more: Partial<Box>) => fillInput(site(), box(more), 'US-2020').internalClamps;
    expect([clamps({ kind: 'other' }), clamps({ clamps: 'internal' }), clamps({ clamps: 'external' }), clamps({ clamps: 'none' })]).toEqual([true, true, false, false]); // prettier-ignore
  });
});

describe('a device that gives way to a new one of its kind', () => {
  it('is sound and tamper-resistant, and nothing is said of how it is wired', () => {
    const old: Device = { id: 'r', name: 'Receptacle', boxId: 'b', kind: 'duplex-15', condition: 'worn', wiredAs: 'pigtail' };
    const change = renewed(old);
    expect(change).toMatchObject({ do: 'replace-device', deviceId: 'r', title: 'New Receptacle' });
    expect(change.device).toEqual({
      id: 'r',
      name: 'Receptacle',
      boxId: 'b',
      kind: 'duplex-15',
      condition: 'sound',
      tamperResistant: true,
    });
    expect(renewed({ ...old, name: 'x'.repeat(118) }).title).toHaveLength(120);
  });
});

describe('lampholders among the boxes', () => {
  it('those that are asked for, each with its holder and watts; a site without them stays the same one', () => {
    const lamp = (id: string, more: Partial<Lamp> = {}): Lamp => ({ id, name: id, roomId: 'r', x: 0, y: 0, box: 'octagon-1-1/2', watts: 9, ...more }); // prettier-ignore
    const s = site({ lamps: [lamp('one', { circuitId: 'c5' }), lamp('two')] });
    expect(withLampBoxes(s, ['three'])).toBe(s);
    const w = withLampBoxes(s, ['one']);
    expect([w.boxes.map((b) => b.id), w.devices]).toEqual([['b', 'one'], [expect.objectContaining({ boxId: 'one', kind: 'lampholder', watts: 9 })]]); // prettier-ignore
    expect(w.boxes[1]).toMatchObject({ holds: 'junction', material: 'metal', clamps: 'internal', volumeIn3: 15.5, circuitId: 'c5' });
    expect('circuitId' in lampAsBox(lamp('two'))).toBe(false);
  });
});
