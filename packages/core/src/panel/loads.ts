/** What hangs on each circuit and on each leg, with what is left. */
import { panelLoadWords } from '../words/panel/loads.js';
import { toldBy, type Told } from '../words/phrases.js';
import { practice } from '../catalog/index.js';
import { circuitLoad, conductorForBreaker, loadAmps, term, total, type Judged } from '../codebook/index.js';
import type { Awg } from '../measure/index.js';
import {
  breakerFor,
  feederOf,
  legOf,
  PANEL,
  panelOf,
  spacesOf,
  subpanelOf,
  subpanelsOf,
  type Breaker,
  type Circuit,
  type Edition,
  type Load,
  type Panel,
  type Site,
  type Subpanel,
} from '../model/index.js';

export interface CircuitSheet {
  circuit: Circuit;
  breaker: Breaker | undefined;
  loads: Load[];
  /** everything at once, continuous loads at 125 % */
  load: Judged & { amps: number };
  /** of `load.amps`, what runs three hours or more, as the nameplate says; A */
  continuousA: number;
  /** rating less what is known to hang on it; undefined while the rating is not known; A */
  headroomA: number | undefined;
  /** gauges seen in its boxes, thinnest first, and whether the thinnest may stand on its breaker */
  gauges: Awg[];
  wire: Judged;
  /** boxes that it feeds, as far as that was found out */
  boxes: { id: string; name: string; room: string }[];
}

const roomOf = (site: Site, wallId: string, face: 'A' | 'B'): string => {
  const wall = site.walls.find((w) => w.id === wallId);
  return site.rooms.find((r) => r.id === wall?.faces[face].roomId)?.name ?? '';
};

/** One circuit with all that is known of it. */
export function circuitSheet(site: Site, circuit: Circuit, edition: Edition): CircuitSheet {
  const breaker = breakerFor(site, circuit.id);
  const loads = site.loads.filter((l) => l.circuitId === circuit.id);
  const fed = breaker && subpanelsOf(site).find((p) => p.fedBy === breaker.id);
  const load = fed
    ? feederLoad(site, fed)
    : circuitLoad({
        edition,
        breakerA: circuit.breakerA,
        volts: circuit.voltsNominal,
        loads,
        complete: circuit.loadsComplete === true,
      });
  const boxes = site.boxes.filter((b) => b.circuitId === circuit.id);
  const ids = new Set(boxes.map((b) => b.id));
  const gauges = [...new Set(site.cables.filter((c) => c.ends.some((e) => e.boxId && ids.has(e.boxId))).map((c) => c.gauge))].sort(
    (a, b) => b - a,
  );
  return {
    circuit,
    breaker,
    loads,
    load,
    continuousA: loads.filter((l) => l.continuous).reduce((sum, l) => sum + loadAmps(l, circuit.voltsNominal), 0),
    headroomA: circuit.breakerA === undefined ? undefined : circuit.breakerA - load.amps,
    gauges,
    wire: fed
      ? {
          verdict: 'note',
          ...panelLoadWords.feedsPanel({ fed: fed.name }),
          sums: [],
          source: practice,
        }
      : gauges[0]
        ? conductorForBreaker(edition, gauges[0], circuit.breakerA)
        : {
            verdict: 'can’t tell',
            ...panelLoadWords.cableUnseen(),
            sums: [],
            source: practice,
          },
    boxes: boxes.map((b) => ({ id: b.id, name: b.name, room: roomOf(site, b.wallId, b.face) })),
  };
}

export interface LegLoad {
  leg: 'A' | 'B';
  /** nameplate amps that draw from this leg */
  amps: number;
  continuousA: number;
  judged: Judged;
}

interface Share {
  leg: 'A' | 'B';
  load: Load;
  circuit: Circuit;
  amps: number;
}

/** Nameplate amps by leg of all that is noted behind a panel’s breakers, through the panels that they feed. */
function sharesOf(site: Site, panel: Panel): Share[] {
  return panel.breakers.flatMap((b) => {
    const circuit = site.circuits.find((c) => c.id === b.circuitId);
    if (!circuit) return [];
    const own = site.loads
      .filter((l) => l.circuitId === circuit.id)
      .flatMap((load) => spacesOf(b).map((space) => ({ leg: legOf(space), load, circuit, amps: loadAmps(load, circuit.voltsNominal) })));
    const fed = subpanelsOf(site).find((p) => p.fedBy === b.id);
    if (!fed) return own;
    // both bars of a panel fed by one pole hang on one leg; of two poles, the upper feeds its leg A
    const legs = spacesOf(b).map(legOf);
    const through = sharesOf(site, fed).map((s) => ({ ...s, leg: s.leg === 'A' ? legs[0]! : (legs[1] ?? legs[0]!) }));
    return [...own, ...through];
  });
}

/** Whether somebody went through all that hangs behind a panel’s breakers. */
const goneThrough = (site: Site, panel: Panel): boolean =>
  panel.breakers.length > 0 &&
  panel.breakers.every((b) => {
    const fed = subpanelsOf(site).find((p) => p.fedBy === b.id);
    return fed ? goneThrough(site, fed) : site.circuits.find((c) => c.id === b.circuitId)?.loadsComplete === true;
  });

/** What a panel may draw on each leg: its own main, the breaker that feeds it, whichever is less. */
function limitOf(site: Site, panel: Panel, sub: Subpanel | undefined): { what: string; amps: number } | { unknown: Told } {
  const main = { unknown: panelLoadWords.mainUnknown() };
  if (!sub) return panel.mainA === undefined ? main : { what: 'main breaker', amps: panel.mainA };
  const feeder = feederOf(site, sub)?.circuit;
  if (!feeder) return { unknown: panelLoadWords.feederUnknown({ panel: panel.name }) };
  const { breakerA } = feeder;
  if (breakerA === undefined) return { unknown: panelLoadWords.feederRatingUnknown({ panel: panel.name }) };
  if (panel.mainA === undefined && sub.main === 'breaker') return main;
  return panel.mainA !== undefined && panel.mainA < breakerA
    ? { what: 'main breaker', amps: panel.mainA }
    : { what: `breaker ${feeder.number}, which feeds it`, amps: breakerA };
}

/** What somebody hung on the feeder’s own circuit: it goes through the same breaker, on each of the legs that it takes. */
function onFeederItself(site: Site, sub: Subpanel | undefined): Share[] {
  const feeder = sub && feederOf(site, sub);
  if (!feeder) return [];
  const { breaker, circuit } = feeder;
  const legs: ('A' | 'B')[] = breaker.poles === 2 ? ['A', 'B'] : ['A'];
  return site.loads
    .filter((l) => l.circuitId === circuit.id)
    .flatMap((load) => legs.map((leg) => ({ leg, load, circuit, amps: loadAmps(load, circuit.voltsNominal) })));
}

/** A feeder against what is noted behind the panel that it feeds; `amps` is the fuller leg. */
function feederLoad(site: Site, fed: Subpanel): Judged & { amps: number } {
  const legs = legLoads(site, fed.id);
  const fuller = legs.reduce((a, b) => (b.amps > a.amps ? b : a));
  const told = panelLoadWords.toPanel({ panel: fed.name, leg: fuller.leg, told: toldBy(fuller.judged) });
  return { ...fuller.judged, ...told, amps: fuller.amps };
}

/**
 * Both legs of the main panel against its main, or of a subpanel against its feeder. Nameplate amps of all that is noted, at
 * once: more than ever runs together, so it is a comparison of the legs and no load calculation of the service (220; that one is a licensed
 * electrician's).
 */
export function legLoads(site: Site, panelId = PANEL): LegLoad[] {
  const panel = panelOf(site, panelId);
  if (!panel) return [];
  const sub = subpanelOf(site, panelId);
  const shares = [...sharesOf(site, panel), ...onFeederItself(site, sub)];
  const known = goneThrough(site, panel);
  const most = limitOf(site, panel, sub);
  return (['A', 'B'] as const).map((leg) => {
    const own = shares.filter((s) => s.leg === leg);
    const terms = own.map((s) =>
      term(`${s.load.name}, circuit ${s.circuit.number}`, s.amps, 'A', {
        how: s.load.watts === undefined ? 'nameplate amps' : `${s.load.watts} W ÷ ${s.circuit.voltsNominal} V`,
      }),
    );
    const amps = total(terms);
    const limit = 'unknown' in most ? {} : { limit: { ...term(most.what, most.amps, 'A'), relation: '≤' as const } };
    const sums = [{ terms, result: term(`leg ${leg}, all that is noted at once`, amps, 'A'), ...limit }];
    const judged: Judged =
      'unknown' in most
        ? {
            verdict: 'can’t tell',
            ...panelLoadWords.limitUnknown({ amps, most: most.unknown }),
            sums,
            source: practice,
          }
        : amps > most.amps
          ? {
              verdict: 'caution',
              ...panelLoadWords.aboveMain({ amps, what: most.what }),
              sums,
              source: practice,
            }
          : !known
            ? {
                verdict: 'can’t tell',
                ...panelLoadWords.restUnknown({ amps, mostA: most.amps }),
                sums,
                source: practice,
              }
            : { verdict: 'note', ...panelLoadWords.noted({ amps, mostA: most.amps }), sums, source: practice };
    return { leg, amps, continuousA: own.filter((s) => s.load.continuous).reduce((sum, s) => sum + s.amps, 0), judged };
  });
}
