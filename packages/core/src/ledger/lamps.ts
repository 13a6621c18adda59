/** Lampholders as boxes that hold conductors: what their wiring and their fill are reckoned from. */
import { boxFill, type Judged } from '../codebook/index.js';
import { seenWiring, type Site } from '../model/index.js';
import { asWired, fillInput, holderOf, lampAsBox, wiringPlan, type WiringPlan } from '../wiring/index.js';
import type { Work, WorkLamp } from './work.js';

export interface LampWiring {
  wiring: WiringPlan;
  fill: Judged & { neededIn3: number };
}
const known = new WeakMap<WorkLamp, LampWiring>();
/** What lands where at a lampholder of the work, and whether it fits in; worked out once. */
export function lampWiringOf(w: Work, l: WorkLamp): LampWiring {
  const before = known.get(l);
  if (before) return before;
  const { lamp } = l;
  const site = w.planned;
  const withHolders: Site = { ...site, devices: [...site.devices, ...w.lamps.map((x) => holderOf(x.lamp))] };
  const box = lampAsBox(lamp);
  const circuit = site.circuits.find((c) => c.id === lamp.circuitId);
  const plan = wiringPlan({ site: withHolders, box, circuit, schools: w.job.schools });
  const seen = seenWiring(site, lamp.id);
  const made: LampWiring = {
    wiring: seen ? asWired(plan, withHolders, box, seen) : plan,
    fill: boxFill(fillInput(withHolders, box, w.job.edition)),
  };
  known.set(l, made);
  return made;
}
