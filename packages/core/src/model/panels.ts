/**
 * The panels of a house: the one that the service comes into, and those that it feeds. What looks at one panel looks at the site as seen
 * from it (`siteFrom`); what looks for a breaker looks through all of them.
 */
import type { Breaker, Panel, Subpanel } from './panel.js';
import { lookedAt, spacesOf } from './panel.js';
import type { Circuit, Site } from './site.js';
import { PANEL } from './wiring.js';

export const subpanelsOf = (site: Site): readonly Subpanel[] => site.subpanels ?? [];

/** Every panel that was noted, the main one first; its id is `panel`. */
export const panelsOf = (site: Site): { id: string; panel: Panel; sub?: Subpanel }[] => [
  ...(site.panel ? [{ id: PANEL, panel: site.panel }] : []),
  ...subpanelsOf(site).map((sub) => ({ id: sub.id, panel: sub, sub })),
];
export const panelOf = (site: Site, id: string | undefined): Panel | undefined =>
  id === undefined || id === PANEL ? site.panel : subpanelsOf(site).find((p) => p.id === id);
export const subpanelOf = (site: Site, id: string | undefined): Subpanel | undefined => subpanelsOf(site).find((p) => p.id === id);
/** Whether a feed is a panel and no box. */
export const isPanel = (site: Site, id: string): boolean => id === PANEL || subpanelOf(site, id) !== undefined;

/** The site with one of its panels in the place of the only one. */
export function siteFrom(site: Site, id: string): Site {
  if (id === PANEL) return site;
  const panel = panelOf(site, id);
  const { panel: _, ...rest } = site;
  return panel ? { ...rest, panel } : rest;
}

/** What was edited as seen from a panel, back in the whole site. Tries that name a breaker which went are no longer known. */
export function fromPanel(site: Site, id: string, edited: Site): Site {
  if (id === PANEL) return edited;
  const { panel } = edited;
  const next: Site = {
    ...edited,
    ...(edited.subpanels && panel ? { subpanels: edited.subpanels.map((p) => (p.id === id ? { ...(panel as Subpanel), id } : p)) } : {}),
  };
  if (site.panel) next.panel = site.panel;
  else delete next.panel;
  return keepingTests(next);
}

/** Without the tries that name a breaker which is not there any more. */
export function keepingTests(site: Site): Site {
  if (!site.panel?.tests.length) return site;
  const there = new Set(breakersOf(site).map((b) => b.id));
  const tests = site.panel.tests.filter((t) => t.breakerIds.every((id) => there.has(id)));
  return tests.length === site.panel.tests.length ? site : { ...site, panel: { ...site.panel, tests } };
}

/** Breakers of every panel. */
export const breakersOf = (site: Site): Breaker[] => panelsOf(site).flatMap((p) => p.panel.breakers);
export const breakerFor = (site: Site, circuitId: string | undefined): Breaker | undefined =>
  circuitId === undefined ? undefined : breakersOf(site).find((b) => b.circuitId === circuitId);
/** The panel in which a circuit’s breaker stands. */
export const panelWith = (site: Site, circuitId: string): { id: string; panel: Panel; sub?: Subpanel } | undefined =>
  panelsOf(site).find((p) => p.panel.breakers.some((b) => b.circuitId === circuitId));

/** A circuit’s number as one finds it: `3`, or `3 (Shed panel)` where it stands in a subpanel. */
export function breakerNumber(site: Site, circuit: Pick<Circuit, 'id' | 'number'>): string {
  const at = panelWith(site, circuit.id);
  return at?.sub ? `${circuit.number} (${at.panel.name})` : circuit.number;
}

/** The breaker that feeds a subpanel, with its circuit and the panel it stands in; undefined where nobody said. */
export function feederOf(site: Site, sub: Subpanel): { breaker: Breaker; circuit: Circuit; at: string } | undefined {
  if (sub.fedBy === undefined) return undefined;
  for (const { id, panel } of panelsOf(site)) {
    const breaker = panel.breakers.find((b) => b.id === sub.fedBy);
    const circuit = breaker && site.circuits.find((c) => c.id === breaker.circuitId);
    if (breaker && circuit) return { breaker, circuit, at: id };
  }
  return undefined;
}

/** Subpanels behind a breaker, those behind their breakers with them. */
export function subpanelsBehind(site: Site, breakerId: string): Subpanel[] {
  const found: Subpanel[] = [];
  const open = [breakerId];
  for (let at = open.pop(); at !== undefined; at = open.pop())
    for (const sub of subpanelsOf(site))
      if (sub.fedBy === at && !found.includes(sub)) {
        found.push(sub);
        open.push(...sub.breakers.map((b) => b.id));
      }
  return found;
}

/** These breakers and all that are dead with them off. */
export const offWith = (site: Site, breakerIds: Iterable<string>): Set<string> =>
  new Set([...breakerIds].flatMap((id) => [id, ...subpanelsBehind(site, id).flatMap((s) => s.breakers.map((b) => b.id))]));

/** Circuits that are dead with one off, itself first. */
export function circuitsBehind(site: Site, circuitId: string): string[] {
  const breaker = breakerFor(site, circuitId);
  return [circuitId, ...(breaker ? subpanelsBehind(site, breaker.id).flatMap((s) => s.breakers.map((b) => b.circuitId)) : [])];
}

/** A breaker into a panel, in place of the one of its id where there is one; a panel that isn’t there leaves the site as it is. */
export function withBreaker(site: Site, panelId: string | undefined, breaker: Breaker): Site {
  const id = panelId ?? PANEL;
  const panel = panelOf(site, id);
  if (!panel) return site;
  const there = panel.breakers.some((b) => b.id === breaker.id);
  const breakers = there ? panel.breakers.map((b) => (b.id === breaker.id ? breaker : b)) : [...panel.breakers, breaker];
  return fromPanel(site, id, { ...siteFrom(site, id), panel: { ...lookedAt(panel, spacesOf(breaker)), breakers } });
}

/** Whether a circuit is dead while a panel is worked in: all are behind the main, of a subpanel’s those that it feeds. */
export const deadWithPanel = (site: Site, panelId: string, circuitId: string): boolean =>
  panelId === PANEL || (subpanelOf(site, panelId)?.breakers.some((b) => circuitsBehind(site, b.circuitId).includes(circuitId)) ?? false);

/** The circuit that a number means: said with its panel, or of the main panel where others have one of the same number. */
export function circuitCalled(site: Site, number: string): Circuit | undefined {
  const same = site.circuits.filter((c) => c.number === number);
  return (
    site.circuits.find((c) => breakerNumber(site, c) === number) ??
    (same.length > 1 ? same.find((c) => panelWith(site, c.id)?.sub === undefined) : same[0])
  );
}
