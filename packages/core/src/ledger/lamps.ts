/** Lampholders as boxes that hold conductors: what their wiring and their fill are reckoned from. */
import { LAMP_BOXES } from '../catalog/index.js';
import { boxFill, type Judged } from '../codebook/index.js';
import { idOf, type Box, type Device, type Edition, type Lamp, type Schools, type Site } from '../model/index.js';
import { cablesIn, fillInput, wiringPlan, type CableInBox, type WiringPlan } from '../wiring/index.js';

/** A lampholder's round box as the wiring sees it; it hangs on no wall. */
const boxOf = (lamp: Lamp): Box => ({
  ...{ id: lamp.id, name: lamp.name, wallId: '-', face: 'A', kind: 'other', gangs: 1, holds: 'junction', supportFittings: 0 },
  place: { from: 'left-end', toward: 'right', to: 'centre', distance: { mm: 0, known: 'assumed' }, bottom: { mm: 0, known: 'assumed' } },
  volumeIn3: LAMP_BOXES[lamp.box].volumeIn3,
  material: 'metal',
  clamps: 'internal',
  ...(lamp.circuitId ? { circuitId: lamp.circuitId } : {}),
});
const holderOf = (lamp: Lamp): Device => ({
  ...{ id: idOf(lamp.id, 'holder'), name: lamp.name, boxId: lamp.id, kind: 'lampholder', watts: lamp.watts },
});

export interface LampWiring {
  cables: CableInBox[];
  wiring: WiringPlan;
  fill: Judged & { neededIn3: number };
}
/** What lands where at each lampholder, and whether it fits in. */
export function lampWiring(site: Site, lamps: readonly Lamp[], schools: Schools, edition: Edition): LampWiring[] {
  const withHolders: Site = { ...site, devices: [...site.devices, ...lamps.map(holderOf)] };
  return lamps.map((lamp) => {
    const box = boxOf(lamp);
    const circuit = site.circuits.find((c) => c.id === lamp.circuitId);
    return {
      cables: cablesIn(site, lamp.id),
      wiring: wiringPlan({ site: withHolders, box, circuit, schools }),
      fill: boxFill(fillInput(withHolders, box, edition)),
    };
  });
}
