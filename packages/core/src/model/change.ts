/** The planned state is the found state plus this ordered list. Everything derived reads the list, nothing else. */
import * as z from 'zod';
import { Id, Name } from './known.js';
import { lampsOf, type Site } from './site.js';
import { withoutWiring, withWiring } from './boxWiring.js';
import { BoxWiring, FreeEnd, PANEL } from './wiring.js';
import { Breaker } from './panel.js';
import { withBreaker } from './panels.js';
import { Box, Cable, Circuit, Device, Lamp, Load } from './site.js';
import { CableWay, RacewayParts } from './way.js';
import { Final, FinalPoint, FinalRun } from './final.js';

const base = { id: Id, title: Name };

export const Change = z.discriminatedUnion('do', [
  z.strictObject({ ...base, do: z.literal('place-box'), box: Box }),
  /** with the way it takes where it leaves its wall or goes past a stud; absent: straight from box to box in one wall */
  z.strictObject({ ...base, do: z.literal('run-cable'), cable: Cable, way: CableWay.optional() }),
  /** a circuit of its own; where the panel is surveyed, with its breaker in a space of it, or of the subpanel named */
  z.strictObject({ ...base, do: z.literal('add-breaker'), circuit: Circuit, breaker: Breaker.optional(), panelId: Id.optional() }),
  z.strictObject({ ...base, do: z.literal('place-device'), device: Device }),
  z.strictObject({ ...base, do: z.literal('place-lamp'), lamp: Lamp }),
  /** pieces, fittings and supports of a surface raceway; its boxes and wires are changes of their own */
  z.strictObject({ ...base, do: z.literal('lay-raceway'), raceway: RacewayParts }),
  /** a found box gives way to another of the same place and name */
  z.strictObject({ ...base, do: z.literal('replace-box'), boxId: Id, box: Box }),
  z.strictObject({ ...base, do: z.literal('replace-device'), deviceId: Id, device: Device }),
  /** the box stays behind as a junction box under a blank plate */
  z.strictObject({ ...base, do: z.literal('remove-device'), deviceId: Id }),
  /** a box wired by hand on the bench in place of what the plan gives; on closing, every box as it was wired */
  z.strictObject({ ...base, do: z.literal('wire-box'), wiring: BoxWiring, free: z.array(FreeEnd).max(40).optional() }),
  z.strictObject({ ...base, do: z.literal('plug-in'), load: Load }),
  z.strictObject({ ...base, do: z.literal('unplug'), loadId: Id }),
  /** protection or breaker of a circuit as it will be */
  z.strictObject({
    ...base,
    do: z.literal('alter-circuit'),
    circuitId: Id,
    with: Circuit.pick({ groundFault: true, arcFault: true, breakerA: true, commonTrip: true }).partial(),
  }),
  /** a final circuit of its own, by the UK book */
  z.strictObject({ ...base, do: z.literal('add-final'), final: Final }),
  /** points and runs of a final circuit as they will be, by their ids, and the runs that are taken out */
  z.strictObject({
    ...base,
    do: z.literal('alter-final'),
    finalId: Id,
    points: z.array(FinalPoint).max(10),
    runs: z.array(FinalRun).max(20),
    without: z.array(Id).max(20).default([]),
  }),
]);
export type Change = z.infer<typeof Change>;

/** Whether a cable with a way begins at a panel: that end of it lies in no box. */
export const comesFromPanel = (change: Change): boolean =>
  change.do === 'run-cable' && change.way !== undefined && change.cable.ends.some((e) => e.boxId === undefined);

/** Boxes and lampholders in which a change connects something, `panel` for the panel’s own end. */
export function wiresAt(change: Change): string[] {
  switch (change.do) {
    case 'place-device':
    case 'replace-device':
      return [change.device.boxId];
    case 'run-cable':
      return [...change.cable.ends.flatMap((e) => (e.boxId === undefined ? [] : [e.boxId])), ...(comesFromPanel(change) ? [PANEL] : [])];
    case 'place-lamp':
      return [change.lamp.id];
    case 'replace-box':
      return [change.boxId];
    default:
      return [];
  }
}

const put = <T extends { id: string }>(list: T[], item: T): T[] =>
  list.some((x) => x.id === item.id) ? list.map((x) => (x.id === item.id ? item : x)) : [...list, item];

const withParts = (final: Final, { points, runs, without }: Pick<Extract<Change, { do: 'alter-final' }>, 'points' | 'runs' | 'without'>): Final => ({
  ...final,
  points: points.reduce(put, final.points),
  runs: runs.reduce(put, final.runs.filter((r) => !without.includes(r.id))),
}); // prettier-ignore

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
        ? withoutWiring({ ...site, boxes: site.boxes.map((b) => (b.id === change.boxId ? { ...change.box, id: b.id } : b)) }, change.boxId)
        : site;
    case 'replace-device':
      return site.devices.some((d) => d.id === change.deviceId)
        ? // what was noted of its box was noted of the device before
          withoutWiring(
            { ...site, devices: site.devices.map((d) => (d.id === change.deviceId ? { ...change.device, id: d.id } : d)) },
            change.device.boxId,
          )
        : site;
    case 'remove-device':
      return { ...site, devices: site.devices.filter((d) => d.id !== change.deviceId) };
    case 'place-lamp':
      return { ...site, lamps: put([...lampsOf(site)], change.lamp) };
    case 'lay-raceway':
      return site;
    case 'wire-box':
      return withWiring(site, change.wiring, change.free);
    case 'plug-in':
      return { ...site, loads: put(site.loads, change.load) };
    case 'unplug':
      return { ...site, loads: site.loads.filter((l) => l.id !== change.loadId) };
    case 'add-breaker':
      return change.breaker
        ? withBreaker({ ...site, circuits: put(site.circuits, change.circuit) }, change.panelId, change.breaker)
        : { ...site, circuits: put(site.circuits, change.circuit) };
    case 'add-final':
      return { ...site, finals: put([...(site.finals ?? [])], change.final) };
    case 'alter-final':
      return (site.finals ?? []).some((f) => f.id === change.finalId)
        ? { ...site, finals: site.finals!.map((f) => (f.id === change.finalId ? withParts(f, change) : f)) }
        : site;
    case 'alter-circuit':
      return { ...site, circuits: site.circuits.map((c) => (c.id === change.circuitId ? { ...c, ...change.with } : c)) };
  }
}

export const applyChanges = (found: Site, changes: Change[]): Site => changes.reduce(applyChange, found);
