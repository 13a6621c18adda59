/** What hangs on each circuit and on each leg, with what is left. */
import { practice } from '../catalog/index.js';
import { circuitLoad, conductorForBreaker, loadAmps, term, total, type Judged } from '../codebook/index.js';
import type { Awg } from '../measure/index.js';
import { legOf, spacesOf, type Breaker, type Circuit, type Edition, type Load, type Site } from '../model/index.js';

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
  const loads = site.loads.filter((l) => l.circuitId === circuit.id);
  const load = circuitLoad({
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
    breaker: site.panel?.breakers.find((b) => b.circuitId === circuit.id),
    loads,
    load,
    continuousA: loads.filter((l) => l.continuous).reduce((sum, l) => sum + loadAmps(l, circuit.voltsNominal), 0),
    headroomA: circuit.breakerA === undefined ? undefined : circuit.breakerA - load.amps,
    gauges,
    wire: gauges[0]
      ? conductorForBreaker(edition, gauges[0], circuit.breakerA)
      : {
          verdict: 'can’t tell',
          says: 'no cable of it was seen yet',
          sums: [],
          source: practice,
          ask: 'With the circuit proved dead, open one of its boxes and look at the cable: 14, 12 or 10 AWG.',
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

/**
 * Both legs against the main. Nameplate amps of all that is noted, at once: more than ever runs together, so it is a comparison of the
 * legs and no load calculation of the service (220; that one is a licensed electrician's).
 */
export function legLoads(site: Site): LegLoad[] {
  const { panel } = site;
  if (!panel) return [];
  const shares = panel.breakers.flatMap((b) => {
    const circuit = site.circuits.find((c) => c.id === b.circuitId);
    if (!circuit) return [];
    return site.loads
      .filter((l) => l.circuitId === circuit.id)
      .flatMap((load) => spacesOf(b).map((space) => ({ leg: legOf(space), load, circuit, amps: loadAmps(load, circuit.voltsNominal) })));
  });
  const known = panel.breakers.length > 0 && panel.breakers.every((b) => site.circuits.find((c) => c.id === b.circuitId)?.loadsComplete);
  return (['A', 'B'] as const).map((leg) => {
    const own = shares.filter((s) => s.leg === leg);
    const terms = own.map((s) =>
      term(`${s.load.name}, circuit ${s.circuit.number}`, s.amps, 'A', {
        how: s.load.watts === undefined ? 'nameplate amps' : `${s.load.watts} W ÷ ${s.circuit.voltsNominal} V`,
      }),
    );
    const amps = total(terms);
    const limit = panel.mainA === undefined ? {} : { limit: { ...term('main breaker', panel.mainA, 'A'), relation: '≤' as const } };
    const sums = [{ terms, result: term(`leg ${leg}, all that is noted at once`, amps, 'A'), ...limit }];
    const judged: Judged =
      panel.mainA === undefined
        ? {
            verdict: 'can’t tell',
            says: `${amps.toFixed(1)} A noted; the main’s rating is not known`,
            sums,
            source: practice,
            ask: 'Read the number on the main breaker’s handle.',
          }
        : amps > panel.mainA
          ? {
              verdict: 'caution',
              says: `${amps.toFixed(1)} A noted, more than the main: not all of it may run at once`,
              sums,
              source: practice,
            }
          : !known
            ? {
                verdict: 'can’t tell',
                says: `${amps.toFixed(1)} A noted of ${panel.mainA} A; what else hangs on its circuits was not gone through`,
                sums,
                source: practice,
                ask: 'Go through the circuits one by one and note what goes dead with each.',
              }
            : { verdict: 'note', says: `${amps.toFixed(1)} A noted of ${panel.mainA} A`, sums, source: practice };
    return { leg, amps, continuousA: own.filter((s) => s.load.continuous).reduce((sum, s) => sum + s.amps, 0), judged };
  });
}
