/** The circuit that doesn’t work as a bench: every box on it that is known, as it was seen, else as the usual school has it; nothing plugged in. */
import { idOf, DEFAULT_SCHOOLS, type Bench, type Cable, type Circuit, type Site } from '../model/index.js';
import { benchOf, isLookedInto } from '../wiring/index.js';

export interface CircuitBench {
  bench: Bench;
  /** what had to be taken for it, in words */
  taken: string[];
  /** boxes whose wiring nobody saw */
  unseen: ReadonlySet<string>;
  circuit: Circuit | undefined;
  site: Site;
}

/** Boxes that hang together with one: by its circuit, and over cables. */
function boxesOf(site: Site, boxId: string): string[] {
  const circuitId = site.boxes.find((b) => b.id === boxId)?.circuitId;
  const ids = new Set([boxId]);
  for (let grown = true; grown;) {
    grown = false;
    for (const c of site.cables) {
      const ends = c.ends.flatMap((e) => (e.boxId === undefined ? [] : [e.boxId]));
      // a box on another circuit only shares a cable’s way
      const mine = ends.filter((id) => {
        const on = site.boxes.find((b) => b.id === id)?.circuitId;
        return on === undefined || circuitId === undefined || on === circuitId;
      });
      if (mine.some((id) => ids.has(id)) && mine.some((id) => !ids.has(id))) {
        mine.forEach((id) => ids.add(id));
        grown = true;
      }
    }
  }
  return [...ids];
}

const isFromPanel = (label: string): boolean => /panel|breaker|meter/i.test(label);

/** The cables with a direction, and with a ground where nobody looked for one; what was taken is said. */
function directed(site: Site, boxId: string, ids: readonly string[]): { cables: Cable[]; taken: string[] } {
  const taken: string[] = [];
  const mine = (c: Cable): boolean => c.ends.some((e) => e.boxId !== undefined && ids.includes(e.boxId));
  const own = site.cables.filter(mine);
  const [nearest] = [
    ...own.filter((c) => c.ends.some((e) => e.boxId === undefined && isFromPanel(e.label))),
    ...own.filter((c) => c.direction === 'known' && c.ends[0].boxId === undefined),
    ...own.filter((c) => c.ends.some((e) => e.boxId === boxId) && c.ends.some((e) => e.boxId === undefined)),
  ];
  if (own.length === 0) {
    taken.push('No cable of it is surveyed: taken as fed by one 14-2 cable, with whatever lies before it.');
    const assumed: Cable = {
      ...{ id: idOf(boxId, 'taken-feed'), name: 'what feeds it', gauge: 14, conductors: ['black', 'white'], ground: 'bare' },
      ...{ sheath: 'nonmetallic', direction: 'known', unbrokenIn: [] },
      ends: [{ label: 'panel' }, { boxId, label: site.boxes.find((b) => b.id === boxId)?.name ?? 'box' }],
    };
    return { cables: [...site.cables, assumed], taken };
  }
  // outward from where the power comes in
  const out = new Map<string, 0 | 1>();
  const reached = new Set<string>();
  const start = nearest ?? own[0]!;
  const first = start.ends[0].boxId === undefined ? 0 : start.ends[1].boxId === undefined ? 1 : start.ends[0].boxId === boxId ? 1 : 0;
  if (start.direction !== 'known' && !isFromPanel(start.ends[first].label))
    taken.push(`Nobody noted which cable brings the power: taken to be ${start.name}.`);
  out.set(start.id, first);
  const queue = [start.ends[1 - first]!.boxId];
  while (queue.length) {
    const at = queue.shift();
    if (at === undefined || reached.has(at)) continue;
    reached.add(at);
    for (const c of own) {
      const near = c.ends[0].boxId === at ? 0 : c.ends[1].boxId === at ? 1 : undefined;
      if (near === undefined || out.has(c.id) || c.unbrokenIn.includes(at)) continue;
      out.set(c.id, near);
      queue.push(c.ends[1 - near]!.boxId);
    }
  }
  const grounds = own.filter((c) => c.ground === undefined);
  if (grounds.length) taken.push(`Nobody looked for a ground in ${grounds.map((c) => c.name).join(', ')}: taken to have one.`);
  return {
    cables: site.cables.map((c) => {
      if (!mine(c)) return c;
      const near = out.get(c.id);
      const [a, b] = c.ends;
      return {
        ...c,
        ground: c.ground ?? 'bare',
        ...(near === undefined ? {} : { direction: 'known' as const, ends: near === 0 ? [a, b] : [b, a] }),
      };
    }),
    taken,
  };
}

/** @param boxId where it was noticed; throws never: what isn’t known is taken and said */
export function circuitBench(house: Site, boxId: string): CircuitBench {
  const ids = boxesOf(house, boxId);
  const { cables, taken } = directed(house, boxId, ids);
  const site: Site = { ...house, cables, loads: [] };
  const circuit = site.circuits.find((c) => c.id === site.boxes.find((b) => b.id === boxId)?.circuitId);
  if (!circuit) taken.push('Its circuit is not named: taken as one breaker of 15 A.');
  const unseen = new Set(ids.filter((id) => !isLookedInto(house, id)));
  // where the power comes in stands first: its cable goes to the breaker
  const feeding = (id: string): boolean =>
    cables.some((c) => c.ends[1].boxId === id && c.ends[0].boxId === undefined && c.direction === 'known');
  const order = [...ids.filter(feeding), ...ids.filter((id) => !feeding(id))];
  const bench = benchOf(
    { ...site, boxes: [...order.flatMap((id) => site.boxes.filter((b) => b.id === id))] },
    ids,
    circuit,
    DEFAULT_SCHOOLS,
    {
      found: true,
    },
  );
  if (unseen.size)
    taken.push(
      `Nobody noted what meets where in ${site.boxes
        .filter((b) => unseen.has(b.id))
        .map((b) => b.name)
        .join(', ')}: taken as usual.`,
    );
  return { bench: { ...bench, plugged: [] }, taken, unseen, circuit, site };
}
