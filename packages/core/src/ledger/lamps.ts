/** Lampholders as boxes that hold conductors: what their wiring and their fill are reckoned from. */
import { boxFill, type Judged } from '../codebook/index.js';
import { seenWiring, type Edition, type Lamp, type Schools, type Site } from '../model/index.js';
import { asWired, cablesIn, fillInput, holderOf, lampAsBox, wiringPlan, type CableInBox, type WiringPlan } from '../wiring/index.js';

export interface LampWiring {
  cables: CableInBox[];
  wiring: WiringPlan;
  fill: Judged & { neededIn3: number };
}
/** What lands where at each lampholder, and whether it fits in. */
export function lampWiring(site: Site, lamps: readonly Lamp[], schools: Schools, edition: Edition): LampWiring[] {
  const withHolders: Site = { ...site, devices: [...site.devices, ...lamps.map(holderOf)] };
  return lamps.map((lamp) => {
    const box = lampAsBox(lamp);
    const circuit = site.circuits.find((c) => c.id === lamp.circuitId);
    const plan = wiringPlan({ site: withHolders, box, circuit, schools });
    const seen = seenWiring(site, lamp.id);
    return {
      cables: cablesIn(site, lamp.id),
      wiring: seen ? asWired(plan, withHolders, box, seen) : plan,
      fill: boxFill(fillInput(withHolders, box, edition)),
    };
  });
}
