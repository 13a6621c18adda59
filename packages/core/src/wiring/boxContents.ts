/** What is in a box, read off a site: cables, conductors, devices, and from them the fill. */
import { BOX_KINDS, DEVICE_KINDS } from '../catalog/index.js';
import { boxFill, sheathBySchool, type BoxFillInput, type FillConductors } from '../codebook/index.js';
import { idOf, boxBody, type Box, type Cable, type CableEnd, type Device, type Edition, type Schools, type Site } from '../model/index.js';

export interface CableInBox {
  cable: Cable;
  /** the end in this box; undefined where it runs through uncut */
  end: CableEnd | undefined;
  /** what is at the other end */
  farLabel: string;
  /** toward the panel, away from it, or not known */
  side: 'line' | 'load' | 'unknown';
}

/** Lists of a site are immutable values: what was sorted by box once stays right, and a house of hundreds is asked thousands of times. */
function sortedOnce<T extends object, R>(sort: (list: readonly T[]) => Map<string, R[]>): (list: readonly T[], boxId: string) => R[] {
  const known = new WeakMap<readonly T[], Map<string, R[]>>();
  return (list, boxId) => {
    let sorted = known.get(list);
    if (!sorted) known.set(list, (sorted = sort(list)));
    return [...(sorted.get(boxId) ?? [])];
  };
}
const put = <R>(map: Map<string, R[]>, boxId: string, item: R): void => {
  const there = map.get(boxId);
  if (there) there.push(item);
  else map.set(boxId, [item]);
};

const cablesByBox = sortedOnce((cables: readonly Cable[]) => {
  const byBox = new Map<string, CableInBox[]>();
  for (const cable of cables) {
    for (const boxId of new Set(cable.unbrokenIn))
      put(byBox, boxId, { cable, end: undefined, farLabel: `${cable.ends[0].label} and ${cable.ends[1].label}`, side: 'unknown' });
    cable.ends.forEach((end, index) => {
      const { boxId } = end;
      // a cable is in a box once: uncut, or by the first of its ends
      if (boxId === undefined || cable.unbrokenIn.includes(boxId) || (index === 1 && cable.ends[0].boxId === boxId)) return;
      put(byBox, boxId, {
        cable,
        end,
        farLabel: cable.ends[1 - index]!.label,
        side: cable.direction === 'unknown' ? 'unknown' : index === 1 ? 'line' : 'load',
      });
    });
  }
  return byBox;
});
const devicesByBox = sortedOnce((devices: readonly Device[]) => {
  const byBox = new Map<string, Device[]>();
  for (const device of devices) put(byBox, device.boxId, device);
  return byBox;
});

/** Cables of a box in the order of the site, with which side each is, seen from this box. */
export const cablesIn = (site: Site, boxId: string): CableInBox[] => cablesByBox(site.cables, boxId);
export const devicesIn = (site: Site, boxId: string): Device[] => devicesByBox(site.devices, boxId);

/** The switch of a box that holds one: the survey may know it by its box only. */
export const switchOf = (boxId: string): string => idOf(boxId, 'switch');
/** Devices of a box; a box that holds a switch and names none has one. */
export function devicesOf(site: Site, box: Box): Device[] {
  const devices = devicesIn(site, box.id);
  return devices.length === 0 && box.holds === 'switch'
    ? [{ id: switchOf(box.id), name: 'Switch', boxId: box.id, kind: 'switch-15' }]
    : devices;
}

/** Volume in in³: as stamped, else the kind's; undefined when neither is known. */
export const boxVolume = (box: Box): number | undefined =>
  box.volumeIn3 ?? (box.kind === 'other' ? undefined : BOX_KINDS[box.kind].volumeIn3);
/** What of it the power side may use: a divided box gives one gang's share to low voltage. */
export const powerVolume = (box: Box): number | undefined => {
  const volume = boxVolume(box);
  return volume !== undefined && box.divided && box.gangs > 1 ? (volume / box.gangs) * (box.gangs - 1) : volume;
};
export const boxClamps = (box: Box): Box['clamps'] => box.clamps ?? (box.kind === 'other' ? undefined : BOX_KINDS[box.kind].clamps);
export const boxMaterial = (box: Box): Box['material'] => box.material ?? (box.kind === 'other' ? undefined : BOX_KINDS[box.kind].material);

/** From where a conductor leaves the sheath to the front edge: the box depth less the sheath inside; undefined without a depth. */
export function sheathToOpening(box: Box, schools: Schools): number | undefined {
  const { depthMm } = boxBody(box);
  return depthMm === undefined ? undefined : Math.max(0, depthMm - sheathBySchool(schools.sheath));
}

/** Input of the fill rule for a box of a site. Where nobody looked for a ground or a clamp it is counted, to be on the safe side. */
export function fillInput(site: Site, box: Box, edition: Edition): BoxFillInput {
  const inside = cablesIn(site, box.id);
  const conductors: FillConductors[] = inside.map(({ cable, end, farLabel }) => ({
    label: `${cable.conductors.length} conductors, ${end ? `cable to ${farLabel}` : `through to ${farLabel}`}`,
    gauge: cable.gauge,
    count: cable.conductors.length,
    kind: end ? 'ends' : 'unbroken',
  }));
  const largest = inside.map(({ cable }) => cable.gauge).sort((a, b) => a - b)[0] ?? 14;
  const clamps = boxClamps(box);
  return {
    edition,
    conductors,
    grounds: inside.filter(({ cable }) => cable.ground !== 'none').map(({ cable }) => ({ gauge: cable.gauge, count: 1 })),
    internalClamps: clamps === undefined || clamps === 'internal',
    supportFittings: box.supportFittings,
    yokes: devicesOf(site, box).flatMap((device) => {
      const { name, yokes } = DEVICE_KINDS[device.kind];
      return yokes ? [{ label: `yoke of the ${name}`, gauge: largest, gangs: yokes }] : [];
    }),
    volumeIn3: powerVolume(box),
  };
}

export const fillOf = (site: Site, box: Box, edition: Edition) => boxFill(fillInput(site, box, edition));
