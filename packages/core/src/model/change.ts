/** The planned state is the found state plus this ordered list. Everything derived reads the list, nothing else. */
import * as z from 'zod';
import { Id, Name } from './known.js';
import { lampsOf, type Site } from './site.js';
import { Breaker, lookedAt, spacesOf } from './panel.js';
import { Box, Cable, Circuit, Device, Lamp, Load } from './site.js';
import { CableWay, RacewayParts } from './way.js';

const base = { id: Id, title: Name };

export const Change = z.discriminatedUnion('do', [
  z.strictObject({ ...base, do: z.literal('place-box'), box: Box }),
  /** with the way it takes where it leaves its wall or goes past a stud; absent: straight from box to box in one wall */
  z.strictObject({ ...base, do: z.literal('run-cable'), cable: Cable, way: CableWay.optional() }),
  /** a circuit of its own; where the panel is surveyed, with its breaker in a space */
  z.strictObject({ ...base, do: z.literal('add-breaker'), circuit: Circuit, breaker: Breaker.optional() }),
  z.strictObject({ ...base, do: z.literal('place-device'), device: Device }),
  z.strictObject({ ...base, do: z.literal('place-lamp'), lamp: Lamp }),
  /** pieces, fittings and supports of a surface raceway; its boxes and wires are changes of their own */
  z.strictObject({ ...base, do: z.literal('lay-raceway'), raceway: RacewayParts }),
  /** a found box gives way to another of the same place and name */
  z.strictObject({ ...base, do: z.literal('replace-box'), boxId: Id, box: Box }),
  z.strictObject({ ...base, do: z.literal('replace-device'), deviceId: Id, device: Device }),
  /** the box stays behind as a junction box under a blank plate */
  z.strictObject({ ...base, do: z.literal('remove-device'), deviceId: Id }),
  z.strictObject({ ...base, do: z.literal('plug-in'), load: Load }),
  z.strictObject({ ...base, do: z.literal('unplug'), loadId: Id }),
  /** protection or breaker of a circuit as it will be */
  z.strictObject({
    ...base,
    do: z.literal('alter-circuit'),
    circuitId: Id,
    with: Circuit.pick({ groundFault: true, arcFault: true, breakerA: true, commonTrip: true }).partial(),
  }),
]);
export type Change = z.infer<typeof Change>;

const put = <T extends { id: string }>(list: T[], item: T): T[] =>
  list.some((x) => x.id === item.id) ? list.map((x) => (x.id === item.id ? item : x)) : [...list, item];

/** One change on a site; a change whose subject is gone leaves the site as it is (`danglingChanges` names it). */
export function applyChange(site: Site, change: Change): Site {
  switch (change.do) {
    case 'place-box':
      return { ...site, boxes: put(site.boxes, change.box) };
    case 'run-cable':
      return { ...site, cables: put(site.cables, change.cable) };
    case 'place-device':
      return { ...site, devices: put(site.devices, change.device) };
    case 'replace-box':
      return site.boxes.some((b) => b.id === change.boxId)
        ? { ...site, boxes: site.boxes.map((b) => (b.id === change.boxId ? { ...change.box, id: b.id } : b)) }
        : site;
    case 'replace-device':
      return site.devices.some((d) => d.id === change.deviceId)
        ? { ...site, devices: site.devices.map((d) => (d.id === change.deviceId ? { ...change.device, id: d.id } : d)) }
        : site;
    case 'remove-device':
      return { ...site, devices: site.devices.filter((d) => d.id !== change.deviceId) };
    case 'place-lamp':
      return { ...site, lamps: put([...lampsOf(site)], change.lamp) };
    case 'lay-raceway':
      return site;
    case 'plug-in':
      return { ...site, loads: put(site.loads, change.load) };
    case 'unplug':
      return { ...site, loads: site.loads.filter((l) => l.id !== change.loadId) };
    case 'add-breaker':
      return {
        ...site,
        circuits: put(site.circuits, change.circuit),
        ...(site.panel && change.breaker
          ? { panel: { ...lookedAt(site.panel, spacesOf(change.breaker)), breakers: put(site.panel.breakers, change.breaker) } }
          : {}),
      };
    case 'alter-circuit':
      return { ...site, circuits: site.circuits.map((c) => (c.id === change.circuitId ? { ...c, ...change.with } : c)) };
  }
}

export const applyChanges = (found: Site, changes: Change[]): Site => changes.reduce(applyChange, found);
