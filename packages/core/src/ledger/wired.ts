/** What lands where in each box and lampholder of the work, and which of them are wired alike. */
import { seenWiring } from '../model/index.js';
import { asWired, wiringPlan, type WiringPlan } from '../wiring/index.js';
import { lampWiringOf } from './lamps.js';
import type { Work, WorkBox, WorkLamp } from './work.js';

const wirings = new WeakMap<WorkBox, WiringPlan>();
/** What lands where in a box as it is planned; worked out once. */
export function wiringOf(w: Work, b: WorkBox): WiringPlan {
  const known = wirings.get(b);
  if (known) return known;
  const added = new Set(w.runs.map((r) => r.cable.id));
  // old ends are as long as they are: what doesn't reach is lengthened
  const reachMm = b.was ? b.freeEnd?.neededMm : undefined;
  const plan = wiringPlan({
    ...{ site: w.planned, box: b.box, circuit: b.circuit, schools: w.job.schools, added },
    ...(reachMm === undefined ? {} : { reachMm }),
  });
  const { id } = b.box;
  // wired by hand, or left as it was seen: then that is what is made
  const seen = seenWiring(w.planned, id);
  const made = seen ? asWired(plan, w.planned, b.box, seen) : plan;
  wirings.set(b, made);
  return made;
}

/** Boxes in the order in which they are connected: far end first, where the power comes from last. */
export function inWiringOrder(w: Work): WorkBox[] {
  const depth = new Map<WorkBox, number>();
  const depthOf = (b: WorkBox, seen: readonly WorkBox[] = []): number => {
    const known = depth.get(b);
    if (known !== undefined) return known;
    const before = w.runs.filter((r) => r.to === b && r.from && !seen.includes(r.from)).map((r) => depthOf(r.from!, [...seen, b]) + 1);
    const own = Math.max(b.role === 'new' ? 1 : 0, ...before);
    depth.set(b, own);
    return own;
  };
  return [...w.boxes].sort((a, b) => depthOf(b) - depthOf(a));
}

/** What a wiring comes to, whatever its box and cables are called. */
const wiredAs = (wiring: WiringPlan): string =>
  [...wiring.missing, ...wiring.refused, ...wiring.joints.map((j) => `${j.role} ${j.kind} ${j.leads.length} ${j.at?.name ?? ''}`)].join(
    '|',
  );

/** Things that are wired alike, said once: `lamp 1 to lamp 9, alike`. */
function alike<T>(
  list: readonly T[],
  of: (x: T) => { name: string; wiring: WiringPlan; more?: string },
): { names: string; wiring: WiringPlan; all: T[] }[] {
  const groups = new Map<string, T[]>();
  for (const x of list) {
    const { wiring, more } = of(x);
    const key = `${more ?? ''}|${wiredAs(wiring)}`;
    groups.set(key, [...(groups.get(key) ?? []), x]);
  }
  return [...groups.values()].map((g) => {
    const names = g.map((x) => of(x).name);
    return {
      names:
        names.length > 2 ? `${names[0]!} to ${names.at(-1)!}, alike` : names.length === 2 ? `${names.join(' and ')}, alike` : names[0]!,
      wiring: of(g[0]!).wiring,
      all: g,
    };
  });
}
export const lampsAlike = (w: Work): { names: string; wiring: WiringPlan; all: WorkLamp[] }[] =>
  alike(w.lamps, (l) => ({ name: l.lamp.name, wiring: lampWiringOf(w, l).wiring }));
/** Boxes in the order in which they are connected; new ones that are wired alike together, an old one always by itself. */
export const boxesAlike = (w: Work): { names: string; wiring: WiringPlan; all: WorkBox[] }[] =>
  alike(inWiringOrder(w), (b) => ({ name: b.box.name, wiring: wiringOf(w, b), more: b.was ? b.box.id : '' }));
