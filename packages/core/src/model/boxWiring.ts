/** Wiring noted in boxes of a site: found, kept as long as it says what lies there, put in and taken out. */
import { DEVICE_KINDS } from '../catalog/index.js';
import { idOf } from './known.js';
import { lampsOf, type CableEnd, type Device, type Site } from './site.js';
import { endKey, PANEL, TERMINALS, type BoxWiring, type FreeEnd } from './wiring.js';

export const wiringsOf = (site: Site): readonly BoxWiring[] => site.wiring ?? [];

/** What lies in a box now: cables that end in it, in the order of the site, and devices. */
export const insideOf = (site: Site, boxId: string): BoxWiring['of'] => ({
  cables: site.cables.filter((c) => c.ends.some((e) => e.boxId === boxId) && !c.unbrokenIn.includes(boxId)).map((c) => c.id),
  devices: site.devices.filter((d) => d.boxId === boxId).map((d) => d.id),
});

const sameIds = (a: readonly string[], b: readonly string[]): boolean => a.length === b.length && a.every((x) => b.includes(x));

/** A device of a box; the survey may know a switch by its box only. */
const deviceIn = (site: Site, boxId: string, deviceId: string): Pick<Device, 'kind' | 'name'> | undefined =>
  site.devices.find((d) => d.id === deviceId && d.boxId === boxId) ??
  (deviceId === idOf(boxId, 'switch') && site.boxes.some((b) => b.id === boxId && b.holds === 'switch')
    ? { kind: 'switch-15', name: 'Switch' }
    : deviceId === idOf(boxId, 'holder') && lampsOf(site).some((l) => l.id === boxId)
      ? { kind: 'lampholder', name: 'Lampholder' }
      : undefined);

/** Why a wiring that was noted says nothing of what lies in its box now; undefined where it does. */
export function wiringIsOld(site: Site, wiring: BoxWiring): string | undefined {
  const { id, panelEndOf } = wiring;
  if (panelEndOf !== undefined)
    return site.cables.some((c) => c.id === panelEndOf) ? undefined : `there is no cable with the id ${panelEndOf} any more`;
  if (![...site.boxes, ...lampsOf(site)].some((b) => b.id === id)) return `there is no box with the id ${id} any more`;
  const now = insideOf(site, id);
  if (!sameIds(now.cables, wiring.of.cables)) return 'other cables end in it now';
  if (!sameIds(now.devices, wiring.of.devices)) return 'another device is in it now';
  const tails = new Set(wiring.pigtails.map((p) => p.id));
  const met = new Set<string>();
  for (const joint of wiring.joints) {
    if (joint.at && joint.at.device !== 'box') {
      const device = deviceIn(site, id, joint.at.device);
      if (!device) return 'another device is in it now';
      if (!TERMINALS[DEVICE_KINDS[device.kind].form].includes(joint.at.terminal))
        return `${device.name} is another kind now, without a ${joint.at.terminal} terminal`;
    }
    for (const end of joint.ends) {
      if (met.has(endKey(end))) return 'one conductor end is said to be at two places';
      met.add(endKey(end));
      if ('pigtailId' in end) {
        if (!tails.has(end.pigtailId)) return 'a pigtail of it is gone';
        continue;
      }
      const cable = site.cables.find((c) => c.id === end.cableId);
      if (cable?.ends[end.end].boxId !== id) return 'other cables end in it now';
      if (end.conductor >= cable.conductors.length + (cable.ground === 'none' || cable.ground === undefined ? 0 : 1))
        return `${cable.name} has other conductors now`;
    }
  }
  return undefined;
}

/** The wiring of a box as it was noted, as long as it still says what lies in it. */
export function seenWiring(site: Site, boxId: string): BoxWiring | undefined {
  const noted = wiringsOf(site).find((w) => w.id === boxId && w.panelEndOf === undefined);
  return noted && wiringIsOld(site, noted) === undefined ? noted : undefined;
}

/** Id under which the end of a cable at the panel is noted. */
export const atPanel = (cableId: string): string => idOf(PANEL, cableId);
/** A site in which a box, or one cable’s end at the panel, is wired like that. */
export function withWiring(site: Site, wiring: BoxWiring, free: readonly FreeEnd[] = []): Site {
  const cut = (id: string, end: 0 | 1): number | undefined => free.find((f) => f.cableId === id && f.end === end)?.mm;
  // cut back from what somebody measured it is known; from what was only drawn it is not
  const shorter = (end: CableEnd, mm: number): CableEnd => ({ ...end, freeLength: { mm, known: end.freeLength?.known ?? 'assumed' } });
  return {
    ...site,
    wiring: [...wiringsOf(site).filter((w) => w.id !== wiring.id), wiring],
    cables: free.length
      ? site.cables.map((c) => {
          const [a, b] = [cut(c.id, 0), cut(c.id, 1)];
          if (a === undefined && b === undefined) return c;
          const [x, y] = c.ends;
          return {
            ...c,
            ends: [a === undefined ? x : shorter(x, a), b === undefined ? y : shorter(y, b)],
          };
        })
      : site.cables,
  };
}
/** A site that knows nothing of how one box is wired. */
export function withoutWiring(site: Site, boxId: string): Site {
  const left = wiringsOf(site).filter((w) => w.id !== boxId);
  const { wiring: _, ...rest } = site;
  return left.length ? { ...rest, wiring: left } : rest;
}
