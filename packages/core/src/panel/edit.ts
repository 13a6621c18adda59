/** Changes to the panel as a person makes them at its door. Pure: each gives a new survey. */
import { inches, parsePower } from '../measure/index.js';
import {
  assumed,
  breakersOf,
  keepingTests,
  lookedAt,
  spacesOf,
  subpanelsOf,
  type Breaker,
  type Circuit,
  type FeedTest,
  type Panel,
  type Site,
  type Subpanel,
  changeIn,
  putInto,
  circuitCalled,
  type Load,
} from '../model/index.js';

const upTo = (n: number, from = 1): number[] => Array.from({ length: Math.max(0, n - from + 1) }, (_, i) => from + i);

/** A panel that somebody began to note: of none of its spaces is known yet whether something stands there. */
export const startPanel = (site: Site, spaces: number): Site => ({
  ...site,
  panel: { name: 'Panel', spaces, covered: [], notLooked: upTo(spaces), breakers: [], tests: [] },
});

/** A panel that another one feeds; of none of its spaces is known yet whether something stands there. */
export const startSubpanel = (site: Site, id: string, name: string, spaces: number): Site => ({
  ...site,
  subpanels: [...subpanelsOf(site), { id, name, spaces, covered: [], notLooked: upTo(spaces), breakers: [], tests: [] }],
});

export const putSubpanel = (site: Site, id: string, part: Partial<Subpanel>): Site => ({
  ...site,
  ...(site.subpanels ? { subpanels: site.subpanels.map((p) => (p.id === id ? { ...p, ...part } : p)) } : {}),
});

/** Without a subpanel and the breakers in it; a circuit stays where something hangs on it. */
export function dropSubpanel(site: Site, id: string): Site {
  const sub = subpanelsOf(site).find((p) => p.id === id);
  if (!sub) return site;
  const gone = new Set(sub.breakers.map((b) => b.id));
  const left = subpanelsOf(site)
    .filter((p) => p !== sub)
    .map((p) => (p.fedBy !== undefined && gone.has(p.fedBy) ? { ...p, fedBy: undefined } : p));
  const { subpanels: _, ...rest } = site;
  return keepingTests({
    ...rest,
    circuits: site.circuits.filter((c) => isUsed(site, c.id) || !sub.breakers.some((b) => b.circuitId === c.id)),
    ...(left.length ? { subpanels: left } : {}),
  });
}

/** Whether something hangs on a circuit. */
const isUsed = (site: Site, circuitId: string): boolean =>
  site.boxes.some((b) => b.circuitId === circuitId) ||
  site.loads.some((l) => l.circuitId === circuitId) ||
  site.cables.some((c) => c.circuitId === circuitId) ||
  site.devices.some((d) => d.circuitId === circuitId) ||
  (site.lamps?.some((l) => l.circuitId === circuitId) ?? false);

/** Breakers that may feed a subpanel: of another panel, and feeding no other one. */
export const feedersFor = (site: Site, id: string): Breaker[] => {
  const own = new Set(
    subpanelsOf(site)
      .find((p) => p.id === id)
      ?.breakers.map((b) => b.id),
  );
  const taken = new Set(subpanelsOf(site).flatMap((p) => (p.id !== id && p.fedBy ? [p.fedBy] : [])));
  return breakersOf(site).filter((b) => !own.has(b.id) && !taken.has(b.id));
};

/** Nothing stands in a space, or in any of which nobody said something. */
export const noteEmpty = (site: Site, space?: number): Site =>
  site.panel ? { ...site, panel: lookedAt(site.panel, space === undefined ? (site.panel.notLooked ?? []) : [space]) } : site;

export function putPanel(site: Site, part: Partial<Panel>): Site {
  if (!site.panel) return site;
  const before = site.panel;
  const panel = { ...before, ...part };
  // a larger panel has more that nobody looked at, where nobody went through it yet
  const { notLooked } = before;
  if (notLooked && part.spaces !== undefined && Number.isInteger(part.spaces))
    panel.notLooked = [...notLooked, ...upTo(part.spaces, before.spaces + 1)].filter((s) => s <= part.spaces!);
  return { ...site, panel: part.covered ? lookedAt(panel, part.covered) : panel };
}

/** Notes a breaker that stands in a space; what it feeds is found out later. */
export function noteBreaker(site: Site, space: number, ids: { circuit: string; breaker: string }): Site {
  if (!site.panel) return site;
  const circuit: Circuit = { id: ids.circuit, number: `${space}`, name: `circuit ${space}`, voltsNominal: 120 };
  const breaker: Breaker = { id: ids.breaker, circuitId: ids.circuit, space, poles: 1 };
  return {
    ...site,
    circuits: [...site.circuits, circuit],
    panel: {
      ...lookedAt(site.panel, [space]),
      covered: site.panel.covered.filter((s) => s !== space),
      breakers: [...site.panel.breakers, breaker],
    },
  };
}

export const putCircuit = (site: Site, id: string, part: Partial<Circuit>): Site => ({
  ...site,
  circuits: site.circuits.map((c) => (c.id === id ? { ...c, ...part } : c)),
});

/** Changes a breaker; a tie is kept on both sides, and two poles make the circuit one of 240 V. */
export function putBreaker(site: Site, id: string, part: Partial<Breaker>): Site {
  const panel = site.panel;
  const before = panel?.breakers.find((b) => b.id === id);
  if (!panel || !before) return site;
  const tie = 'tiedTo' in part;
  const breakers = panel.breakers.map((b): Breaker => {
    if (b.id === id) return { ...b, ...part };
    if (tie && b.id === part.tiedTo) return { ...b, tiedTo: id };
    if (tie && (b.tiedTo === id || b.tiedTo === part.tiedTo) && b.tiedTo !== undefined) return { ...b, tiedTo: undefined };
    return b;
  });
  const next = { ...site, panel: { ...lookedAt(panel, breakers.flatMap(spacesOf)), breakers } };
  return part.poles === undefined || part.poles === before.poles
    ? next
    : putCircuit(next, before.circuitId, { voltsNominal: part.poles === 2 ? 240 : 120 });
}

/** Takes a breaker out of the panel; its circuit goes too when nothing hangs on it. */
export function dropBreaker(site: Site, id: string): Site {
  const panel = site.panel;
  const breaker = panel?.breakers.find((b) => b.id === id);
  if (!panel || !breaker) return site;
  return {
    ...site,
    circuits: isUsed(site, breaker.circuitId) ? site.circuits : site.circuits.filter((c) => c.id !== breaker.circuitId),
    ...(site.subpanels ? { subpanels: site.subpanels.map((p) => (p.fedBy === id ? { ...p, fedBy: undefined } : p)) } : {}),
    panel: {
      ...panel,
      breakers: panel.breakers.filter((b) => b.id !== id).map((b) => (b.tiedTo === id ? { ...b, tiedTo: undefined } : b)),
      // a try says nothing any more once one of its breakers is gone
      tests: panel.tests.filter((t) => !t.breakerIds.includes(id)),
    },
  };
}

/** A plate over a free space that nobody looked behind, or looked behind after all. */
export function coverSpace(site: Site, space: number, covered: boolean): Site {
  const panel = site.panel;
  if (!panel || panel.covered.includes(space) === covered) return site;
  return putPanel(site, { covered: covered ? [...panel.covered, space].sort((a, b) => a - b) : panel.covered.filter((s) => s !== space) });
}

export const addTests = (site: Site, tests: FeedTest[]): Site =>
  site.panel && tests.length ? putPanel(site, { tests: [...site.panel.tests, ...tests] }) : site;

export const dropTest = (site: Site, id: string): Site =>
  site.panel ? putPanel(site, { tests: site.panel.tests.filter((t) => t.id !== id) }) : site;

/** Says on which wall the panel hangs; in its middle and at a usual height until somebody measures. No wall: nobody knows. */
export function hangPanel(site: Site, wallId: string | undefined, face: 'A' | 'B'): Site {
  const wall = site.walls.find((w) => w.id === wallId);
  if (!wall) return putPanel(site, { place: undefined });
  const old = site.panel?.place;
  return putPanel(site, {
    place:
      old?.wallId === wall.id
        ? { ...old, face }
        : { wallId: wall.id, face, fromLeft: assumed(wall.length.mm / 2), bottom: assumed(Math.min(inches(48), wall.height.mm / 2)) },
  });
}

/**
 * Names the circuit of a box by the number of its breaker; one that is noted already is that one, else one is made with `newId`.
 * What is fed from the box hangs on the same.
 */
export function nameCircuitOf(site: Site, boxId: string, part: Partial<Circuit>, newId: string): Site {
  const number = part.number ?? '1';
  const there = circuitCalled(site, number);
  const made: Circuit = there ?? { id: newId, number, name: `circuit ${number}`, voltsNominal: 120, ...part };
  return changeIn(there ? site : putInto(site, 'circuits', made), 'boxes', boxId, { circuitId: made.id });
}

export type LoadReading =
  { ok: true; load: Pick<Load, 'name' | 'watts' | 'amps'> } | { ok: false; came: string; message: string; expected: string };
/** A load as people say it: `freezer 150 W`, `kettle 12 A`. */
export function readLoad(text: string): LoadReading {
  const came = text.trim().slice(0, 40);
  const expected = 'a name with watts or amps, say freezer 150 W';
  const words = /^(.*?)\s*([\d.,]+\s*[a-z]*)$/i.exec(text.trim());
  if (!words?.[1]) return { ok: false, came, expected, message: `“${came}” is no load: ${expected} would do.` };
  const power = parsePower(words[2]!);
  if (!power.ok) return { ok: false, came: power.came, expected: 'watts or amps', message: power.message };
  return { ok: true, load: { name: words[1], ...(power.watts === undefined ? { amps: power.amps } : { watts: power.watts }) } };
}
/** A load on a circuit, plugged in and not for hours until somebody says so. */
export const addLoad = (site: Site, circuitId: string, id: string, load: Pick<Load, 'name' | 'watts' | 'amps'>): Site =>
  putInto(site, 'loads', { id, ...load, continuous: false, fixed: false, circuitId });
