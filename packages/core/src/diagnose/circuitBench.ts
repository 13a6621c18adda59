/** The circuit that doesn’t work as a bench: every box on it that is known, as it was seen, else as the usual school has it; nothing plugged in. */
import { breakersOf, idOf, DEFAULT_SCHOOLS, PANEL, type Bench, type Cable, type Circuit, type Schools, type Site } from '../model/index.js';
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
export function circuitBench(house: Site, boxId: string, schools: Schools = DEFAULT_SCHOOLS): CircuitBench {
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
  const bench = benchOf({ ...site, boxes: [...order.flatMap((id) => site.boxes.filter((b) => b.id === id))] }, ids, circuit, schools, {
    found: true,
  });
  if (unseen.size)
    taken.push(
      `Nobody noted what meets where in ${site.boxes
        .filter((b) => unseen.has(b.id))
        .map((b) => b.name)
        .join(', ')}: taken as usual.`,
    );
  if (circuit?.sharedNeutral === true && !partnerOf(site, circuit))
    taken.push(
      `The neutral of ${circuit.name} is shared, and which breaker is tied to its own was not noted: what hangs on the other hot is not known here. Note the handle tie at the panel.`,
    );
  return { bench: { ...withPartner(bench, site, circuit), plugged: [] }, taken, unseen, circuit, site };
}

/** Where the neutral is shared, the red wire is the partner’s: its breaker is on the bench too. */
function withPartner(bench: Bench, site: Site, circuit: Circuit | undefined): Bench {
  const [own] = bench.breakers;
  const partner = circuit?.sharedNeutral === true && own ? partnerOf(site, circuit) : undefined;
  if (!partner || !own || bench.breakers.length > 1) return bench;
  const red = bench.joints.find(
    (j) =>
      j.boxId === PANEL &&
      j.at?.device === own.id &&
      j.ends.some((e) => 'cableId' in e && bench.cables.find((c) => c.id === e.cableId)?.colours[e.conductor] === 'red'),
  );
  if (!red) return bench;
  const id = idOf('breaker', partner.id);
  return {
    ...bench,
    breakers: [
      { ...own, tiedTo: id },
      { ...own, id, number: partner.number ?? '?', leg: 'B', tiedTo: own.id },
    ],
    joints: bench.joints.map((j) => (j.id === red.id ? { ...j, at: { ...j.at!, device: id } } : j)),
  };
}
const partnerOf = (site: Site, circuit: Circuit): Circuit | undefined => {
  const breakers = breakersOf(site);
  const own = breakers.find((b) => b.circuitId === circuit.id);
  const tied = breakers.find((b) => own !== undefined && (b.id === own.tiedTo || b.tiedTo === own.id));
  return site.circuits.find((c) => c.id === tied?.circuitId);
};

/** How often boxes that nobody opened are wired each way (handbook 13: both are met; common practice). */
const SCHOOLS: readonly { device: Schools['device']; share: number; words: string }[] = [
  { device: 'pigtail', share: 0.5, words: 'by pigtails' },
  { device: 'feed-through', share: 0.5, words: 'through the screws of the devices' },
];
/** One way a circuit may be wired, as likely as its share. */
export interface CircuitWay {
  known: CircuitBench;
  share: number;
  /** how the power goes on in boxes that nobody opened; absent: all were */
  school?: Schools['device'];
  /** boxes where a look tells which way it is */
  open?: readonly string[];
}
/**
 * The ways in which a circuit may be wired: one where every box was looked into, else one for each usual school, with its share.
 * @param boxId where it was noticed
 */
export function circuitWays(house: Site, boxId: string): CircuitWay[] {
  const first = circuitBench(house, boxId);
  const open = first.bench.boxes.filter(
    (b) => first.unseen.has(b.id) && first.bench.cables.filter((c) => c.ends.includes(b.id)).length > 1,
  );
  if (!open.length) return [{ known: first, share: 1 }];
  const taken = [
    ...first.taken,
    `Whether the power goes on ${SCHOOLS.map((s) => s.words).join(' or ')} in ${open.map((b) => b.name).join(', ')} nobody noted: each is taken as likely as the other, until what is read speaks for one.`,
  ];
  return SCHOOLS.map(({ device, share }) => ({
    known: { ...circuitBench(house, boxId, { ...DEFAULT_SCHOOLS, device }), taken },
    share,
    school: device,
    open: open.map((b) => b.id),
  }));
}
