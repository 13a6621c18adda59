/** Lampholders as boxes that hold conductors and a device: what their wiring and their fill are reckoned from. */
import { LAMP_BOXES } from '../catalog/index.js';
import { idOf, lampsOf, type Box, type Device, type Lamp, type Site } from '../model/index.js';

/** A lampholder's round box as the wiring sees it; it hangs on no wall. */
export const lampAsBox = (lamp: Lamp): Box => ({
  ...{ id: lamp.id, name: lamp.name, wallId: '-', face: 'A', kind: 'other', gangs: 1, holds: 'junction', supportFittings: 0 },
  place: { from: 'left-end', toward: 'right', to: 'centre', distance: { mm: 0, known: 'assumed' }, bottom: { mm: 0, known: 'assumed' } },
  volumeIn3: LAMP_BOXES[lamp.box].volumeIn3,
  material: 'metal',
  clamps: 'internal',
  ...(lamp.circuitId ? { circuitId: lamp.circuitId } : {}),
});
export const holderOf = (lamp: Lamp): Device => ({
  ...{ id: idOf(lamp.id, 'holder'), name: lamp.name, boxId: lamp.id, kind: 'lampholder', watts: lamp.watts },
});

/** A site in which the lampholders with these ids stand among the boxes, each with its device. */
export function withLampBoxes(site: Site, ids: readonly string[]): Site {
  const lamps = lampsOf(site).filter((l) => ids.includes(l.id));
  return lamps.length === 0
    ? site
    : { ...site, boxes: [...site.boxes, ...lamps.map(lampAsBox)], devices: [...site.devices, ...lamps.map(holderOf)] };
}
