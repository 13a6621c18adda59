/** Edits of what was seen in an opened box: its cables, what their conductors do, its devices. Each gives a new site. */
import { DEVICE_KINDS } from '../catalog/index.js';
import { idOf, isPreset, said, type Cable, type ConductorUse, type Device, type Site, type Box, type BoxTrouble } from '../model/index.js';
import { devicesIn, usesTaken } from '../wiring/index.js';

export const setCable = (site: Site, cableId: string, part: Partial<Cable>): Site => ({
  ...site,
  cables: site.cables.map((c) => (c.id === cableId ? said(c, part) : c)),
});

/** What each conductor is said to be for, for a form: as noted, else as the box and its colours leave no doubt. */
export function usesShown(site: Site, boxId: string, cable: Cable): { colour: string; use: ConductorUse; noted: boolean }[] {
  const box = site.boxes.find((b) => b.id === boxId);
  const taken = box && usesTaken(site, box, cable);
  return cable.conductors.map((colour, i) => ({
    colour,
    use: cable.uses?.[i] ?? taken?.[i] ?? { is: 'unknown' },
    noted: cable.uses !== undefined,
  }));
}

/** One conductor traced; a white that is no neutral is a hot that wants a mark. */
export function tracedUse(site: Site, boxId: string, cable: Cable, conductor: number, part: Partial<ConductorUse>): Site {
  const uses = usesShown(site, boxId, cable).map(({ use }, i): ConductorUse => {
    if (i !== conductor) return use;
    const next: ConductorUse = { ...use, ...part };
    if (next.circuitId === undefined || next.is !== 'hot') delete next.circuitId;
    if (next.by === undefined || next.is !== 'switched') delete next.by;
    return next;
  });
  const white = cable.conductors.findIndex((c) => c === 'white');
  const asHot = white >= 0 && ['hot', 'switched', 'traveller'].includes(uses[white]!.is);
  return setCable(site, cable.id, {
    uses,
    whiteUsedAsHot: asHot
      ? cable.whiteUsedAsHot === 'marked'
        ? 'marked'
        : 'unmarked'
      : cable.whiteUsedAsHot === undefined
        ? undefined
        : 'no',
  });
}
/** What is wrong with a box, one more of it or one less; undefined when nothing is. */
export function toggledTrouble(box: Pick<Box, 'trouble'>, what: BoxTrouble): BoxTrouble[] | undefined {
  const is = box.trouble ?? [];
  const next = is.includes(what) ? is.filter((t) => t !== what) : [...is, what];
  return next.length ? next : undefined;
}
export const setDevice = (site: Site, deviceId: string, part: Partial<Device>): Site => ({
  ...site,
  devices: site.devices.map((d) => (d.id === deviceId ? said(d, part) : d)),
});
/** Another device of a box, as what it looks like. */
export function addDevice(site: Site, boxId: string, id: string, kind: Device['kind']): Site {
  const box = site.boxes.find((b) => b.id === boxId);
  if (!box) return site;
  const n = devicesIn(site, boxId).length;
  const what = DEVICE_KINDS[kind].outlets ? 'receptacle' : DEVICE_KINDS[kind].form === 'lamp' ? 'lampholder' : 'switch';
  const name = `${box.name} ${what}${n ? ` ${n + 1}` : ''}`.slice(0, 120);
  return { ...site, devices: [...site.devices, { id, name, boxId, kind }] };
}
export const dropDevice = (site: Site, deviceId: string): Site => ({ ...site, devices: site.devices.filter((d) => d.id !== deviceId) });

/**
 * What a box is for. A receptacle that only came filled in goes where there is a switch or only splices, and comes back with a box for one:
 * it was never seen, and would count in the fill.
 */
export function setHolds(site: Site, boxId: string, holds: Box['holds']): Site {
  const box = site.boxes.find((b) => b.id === boxId);
  if (!box) return site;
  const { holds: _, ...rest } = box;
  const boxes = site.boxes.map((b) => (b === box ? { ...rest, ...(holds === undefined || holds === 'receptacle' ? {} : { holds }) } : b));
  const mine = site.devices.filter((d) => d.boxId === boxId);
  const forReceptacle = holds === undefined || holds === 'receptacle';
  if (!forReceptacle) return { ...site, boxes, devices: site.devices.filter((d) => d.boxId !== boxId || !isPreset(d, 'kind')) };
  if (mine.length || box.holds === undefined) return { ...site, boxes };
  const device: Device = {
    id: idOf(boxId, 'device'),
    name: `${box.name} receptacle`.slice(0, 120),
    boxId,
    kind: 'duplex-15',
    presets: ['kind'],
  };
  return { ...site, boxes, devices: [...site.devices, device] };
}
