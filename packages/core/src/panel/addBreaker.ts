/** A breaker for a circuit of its own: where it may stand, what it must be, what stays live while it is set. */
import { breakerWords } from '../words/panel/addBreaker.js';
import { breakerTitles } from '../words/panel/titles.js';
import { toldBy } from '../words/phrases.js';
import { nec, practice } from '../catalog/index.js';
import {
  arcFaultProtection,
  byVerdict,
  circuitLoad,
  conductorForBreaker,
  groundFaultReason,
  term,
  type Judgement,
  type LedgerRule,
} from '../codebook/index.js';
import { printAwg } from '../measure/index.js';
import {
  editionYear,
  fromPanel,
  lookedAt,
  PANEL,
  panelOf,
  siteFrom,
  spacesOf,
  subpanelOf,
  type Breaker,
  type Circuit,
  type Edition,
  type Load,
  type Panel,
  type RoomUse,
  type Site,
} from '../model/index.js';
import { barsApart, onFeeder, staysLive, type BehindFeeder } from './behindFeeder.js';
import { breakerPlaces, type BreakerSays, type BreakerPlace, type NewCircuit } from './breakerPlaces.js';
import { legLoads } from './loads.js';

/** A space for it, and what it does to the balance of the legs. */
function freeSpace(site: Site, panel: Panel, wanted: NewCircuit, year: string, panelId: string): BreakerSays {
  const places = breakerPlaces(site, wanted, panelId);
  const open = places.filter((p) => !p.refused);
  const best = open[0];
  const seen = { looked: !panel.notLooked?.length, covered: panel.covered };
  return best
    ? {
        rule: 'panel-space',
        title: breakerTitles.space,
        verdict: 'ok',
        ...breakerWords.place({ spaces: spacesOf({ space: best.space, poles: wanted.poles }), legs: best.legs }),
        sums: [
          {
            terms: legLoads(site, panelId).map((l) => term(`leg ${l.leg} as noted`, l.amps, 'A')),
            formula: 'with the new loads in this place',
            result: term('difference of the legs', best.imbalanceA, 'A'),
          },
        ],
        source: nec(year, '408.54'),
      }
    : {
        rule: 'panel-space',
        title: breakerTitles.space,
        verdict: panel.covered.length || panel.notLooked?.length ? 'can’t tell' : 'stop',
        ...(places.length
          ? breakerWords.refused({ refused: places[0]!.refused!, ...seen })
          : breakerWords.noPlace({ why: wanted.poles === 2 ? 'no two' : seen.looked ? 'none' : 'unknown', ...seen })),
        sums: [],
        source: nec(year, '408.54'),
      };
}

/** Rooms whose receptacles are to hang on 20 A (210.11(C), from memory; that of a garage since 2017): all of them, or at least one circuit. */
const ON_20A: Partial<Record<RoomUse, { clause: string; all: boolean }>> = {
  ...{ kitchen: { clause: '210.11(C)(1)', all: true }, dining: { clause: '210.11(C)(1)', all: true } },
  ...{ pantry: { clause: '210.11(C)(1)', all: true }, bathroom: { clause: '210.11(C)(3)', all: true } },
  ...{ laundry: { clause: '210.11(C)(2)', all: false }, garage: { clause: '210.11(C)(4)', all: false } },
};
function ratingForRooms({ rooms, ratingA, loads }: NewCircuit, edition: Edition): BreakerSays[] {
  const room = rooms.find((r) => ON_20A[r.use]);
  if (!room || ratingA >= 20) return [];
  const { clause, all } = ON_20A[room.use]!;
  // 210.52(B)(1) exception: one refrigerator may have 15 A to itself
  const alone = clause === '210.11(C)(1)' && loads.length === 1;
  return [
    {
      rule: 'panel-rating',
      title: breakerTitles.rating,
      verdict: all && !alone ? 'stop' : 'caution',
      ...(alone
        ? breakerWords.refrigeratorOnly({ ratingA, use: room.use })
        : all
          ? breakerWords.tooSmallHere({ use: room.use, ratingA })
          : breakerWords.tooSmallBeside({ use: room.use, ratingA })),
      sums: [],
      source: nec(edition.slice(3), alone ? '210.52(B)(1) Exception' : clause),
    },
  ];
}

/** Everything that is to be said before anybody opens the panel, most serious first; `panelId` is a subpanel’s where it is one. */
export function breakerFindings(site: Site, edition: Edition, wanted: NewCircuit, panelId = PANEL): Judgement<LedgerRule>[] {
  const year = edition.slice(3);
  const panel = panelOf(site, panelId);
  const sub = subpanelOf(site, panelId);
  const findings: BreakerSays[] = [
    {
      rule: 'panel-licensed',
      title: breakerTitles.who,
      verdict: 'caution',
      ...breakerWords.permit(),
      sums: [],
      source: practice,
    },
    staysLive(site, sub),
  ];
  if (sub) findings.push(...barsApart(sub, year), ...onFeeder(site, sub, wanted, panelId));
  if (!panel) {
    findings.push({
      rule: 'panel-space',
      title: breakerTitles.space,
      verdict: 'can’t tell',
      ...breakerWords.panelUnseen(),
      sums: [],
      source: nec(year, '408.54'),
    });
  } else findings.push(freeSpace(site, panel, wanted, year, panelId));
  findings.push({ ...conductorForBreaker(edition, wanted.gauge, wanted.ratingA), rule: 'conductor-breaker', title: breakerTitles.cable });
  findings.push(...ratingForRooms(wanted, edition), ...loadOnIt(wanted, edition), typeFinding(panel, wanted, year));
  const rooms = wanted.rooms;
  // 210.12 speaks of 120 V on 15 and 20 A
  const arcAsked = wanted.poles === 1 && wanted.ratingA <= 20;
  const arc = (arcAsked ? rooms : [])
    .map((r) => arcFaultProtection(edition, r, { arcFault: wanted.protection?.arcFault, groundFault: undefined }))
    .find((j) => j.verdict !== 'ok');
  findings.push(
    arc
      ? {
          ...arc,
          rule: 'arc-fault',
          title: breakerTitles.arcFault,
          ...(!wanted.protection
            ? breakerWords.afciWithoutIt()
            : arc.verdict === 'can’t tell'
              ? breakerWords.afciBreakerUnsaid({ told: toldBy(arc) })
              : {}),
        }
      : {
          rule: 'arc-fault',
          title: breakerTitles.arcFault,
          verdict: rooms.length || !arcAsked ? 'ok' : 'can’t tell',
          ...(!arcAsked
            ? breakerWords.afciOtherCircuits()
            : rooms.length
              ? wanted.protection?.arcFault
                ? breakerWords.afciThere()
                : breakerWords.afciNotHere()
              : breakerWords.afciRoomsUnknown()),
          sums: [],
          source: nec(year, '210.12'),
        },
  );
  // 2017: receptacles of 125 V, 15 and 20 A; from 2020 on up to 250 V
  const wetAsked = editionYear(edition) >= 2020 || arcAsked;
  const wetRoom = (wetAsked ? rooms : []).find((r) => groundFaultReason(edition, r) !== undefined);
  const wet = wetRoom && groundFaultReason(edition, wetRoom);
  findings.push({
    rule: 'ground-fault',
    title: breakerTitles.groundFault,
    verdict:
      wet === undefined
        ? rooms.length
          ? 'ok'
          : 'can’t tell'
        : wanted.protection?.groundFault
          ? 'ok'
          : wet === 'unknown'
            ? 'can’t tell'
            : 'caution',
    ...(wet === undefined
      ? rooms.length
        ? breakerWords.gfciNotHere()
        : breakerWords.gfciRoomsUnknown()
      : wanted.protection?.groundFault
        ? breakerWords.gfciThere()
        : wet === 'unknown'
          ? breakerWords.gfciWaterUnknown()
          : breakerWords.gfciAsked({ wet, use: wetRoom!.use })),
    sums: [],
    source: nec(year, '210.8(A)'),
  });
  const [first, second, ...rest] = findings;
  // who may do it and what stays live come before anything else
  return [first!, second!, ...rest.sort(byVerdict)].map((f) => ({ ...f, about: [panelId] }));
}

/** What is to hang on it, against its rating: three-hour loads at 125 % (210.19, 210.20(A)). */
function loadOnIt(wanted: NewCircuit, edition: Edition): BreakerSays[] {
  if (wanted.loads.length === 0) return [];
  const judged = circuitLoad({
    edition,
    breakerA: wanted.ratingA,
    volts: wanted.poles === 2 ? 240 : 120,
    loads: wanted.loads.map((l) => ({ name: wanted.name, fixed: false, ...l })),
    complete: true,
  });
  return [{ ...judged, rule: 'circuit-load', title: breakerTitles.load }];
}

/** A breaker is listed for a panel by make and type: the same make alone isn't enough. */
function typeFinding(panel: Panel | undefined, wanted: NewCircuit, year: string): BreakerSays {
  const base = { rule: 'panel-type' as const, title: breakerTitles.type, sums: [], source: nec(year, '110.3(B)') };
  const listed = (panel?.types ?? '')
    .split(/[,;/]/)
    .map((t) => t.trim().toLowerCase())
    .filter(Boolean);
  const type = wanted.type?.trim();
  if (listed.length === 0)
    return {
      ...base,
      verdict: 'can’t tell',
      ...breakerWords.typesUnknown(),
    };
  if (!type)
    return {
      ...base,
      verdict: 'can’t tell',
      ...breakerWords.typeUnknown({ listed }),
    };
  return listed.includes(type.toLowerCase())
    ? { ...base, verdict: 'ok', ...breakerWords.typeListed({ type }) }
    : {
        ...base,
        verdict: 'stop',
        ...breakerWords.typeNotListed({ type, listed }),
      };
}

/** What is done, in order; cautions are the findings above. */
export function breakerSteps(wanted: NewCircuit, place: BreakerPlace | undefined, sub?: BehindFeeder): string[] {
  const wire = printAwg(wanted.gauge);
  const feeder = sub && `${sub.feeder.charAt(0).toUpperCase()}${sub.feeder.slice(1)}`;
  return [
    `Permit in hand, everybody in the house told, a light that does not hang on ${sub ? `the ${sub.name}` : 'this panel'}.`,
    sub
      ? `Prove the tester on a live outlet of another panel, or on a proving unit. ${feeder} off and locked, then the cover of the ${sub.name} off: the feeder’s lugs in it too are dead now, and are taken as live until they are proved.`
      : 'Prove the tester on a live outlet while the main is still on, or on a proving unit. Main off and locked or labelled, then the cover off. The service lugs and the wires to them stay live: cover them with a barrier.',
    sub
      ? 'Test the feeder’s lugs, both bus bars and every conductor within reach, dead to neutral and to ground; then prove the tester again where it was proved before.'
      : 'Test both bus bars and every conductor within reach, dead to neutral and to ground; then prove the tester again: on the proving unit, or on an outlet that another supply feeds. Never on the lugs.',
    `Take out one knockout, set a clamp, bring the cable in with ${wanted.poles === 2 ? 'all its conductors' : 'its conductors'} along the way the others go; about 1 in of sheath inside.`,
    [
      'Ground to the ground bar',
      wanted.poles === 2 && !wanted.protection?.arcFault && !wanted.protection?.groundFault
        ? 'a neutral, where the cable has one, to the neutral bar'
        : wanted.protection?.arcFault || wanted.protection?.groundFault
          ? 'the circuit’s neutral to the breaker, not to the bar, and the breaker’s own white lead to the neutral bar'
          : 'neutral to the neutral bar',
      sub
        ? 'one conductor under each screw (408.41). Grounds and neutrals have bars of their own here, and the neutral bar is not bonded to the case.'
        : 'one conductor under each screw (408.41).',
    ].join('; '),
    `${place ? `Breaker off, into space ${spacesOf({ space: place.space, poles: wanted.poles }).join(' and ')} (leg ${place.legs.join(' and ')})` : 'Breaker off, into its space'}; the hot${wanted.poles === 2 ? 's' : ''} of ${wire} to it last, stripped 1/2 in, tightened to what is printed on it.`,
    ...(wanted.sharesNeutralWith ? ['Tie its handle to its partner’s: both must open together (210.4(B)).'] : []),
    sub
      ? `Cover back on, then ${sub.feeder} on, then this breaker; test every face it feeds.`
      : 'Cover back on, then main on, then this breaker; test every face it feeds.',
    `Write it into the directory${sub ? ` of the ${sub.name}` : ''}: ${wanted.name}.`,
  ];
}

/** The survey with the new breaker in its place and its circuit; ids are given by the caller. */
export function addBreaker(
  site: Site,
  wanted: NewCircuit,
  space: number,
  ids: { circuit: string; breaker: string },
  panelId = PANEL,
): Site {
  const panel = panelOf(site, panelId);
  if (!panel) return site;
  const circuit: Circuit = {
    id: ids.circuit,
    number: wanted.number ?? `${space}`,
    name: wanted.name,
    voltsNominal: wanted.poles === 2 ? 240 : 120,
    breakerA: wanted.ratingA,
    ...(wanted.protection
      ? { arcFault: wanted.protection.arcFault ? 'breaker' : 'none', groundFault: wanted.protection.groundFault ? 'breaker' : 'none' }
      : {}),
    ...(wanted.sharesNeutralWith ? { sharedNeutral: true, commonTrip: true } : {}),
  };
  // what it is for hangs on it from the start; whether that is all, only a person can say
  const loads = wanted.loads.map((load, i): Load => ({
    id: `${ids.circuit}-load-${i + 1}`,
    name: wanted.name,
    ...load,
    fixed: false,
    circuitId: ids.circuit,
  }));
  const partner = panel.breakers.find((b) => b.circuitId === wanted.sharesNeutralWith);
  const breaker: Breaker = {
    id: ids.breaker,
    circuitId: ids.circuit,
    space,
    poles: wanted.poles,
    ...(wanted.type ? { type: wanted.type } : {}),
    ...(partner ? { tiedTo: partner.id } : {}),
  };
  return fromPanel(site, panelId, {
    ...siteFrom(site, panelId),
    circuits: [
      ...site.circuits.map((c) => (c.id === wanted.sharesNeutralWith ? { ...c, sharedNeutral: true, commonTrip: true } : c)),
      circuit,
    ],
    loads: [...site.loads, ...loads],
    panel: {
      ...lookedAt(panel, spacesOf(breaker)),
      breakers: [...panel.breakers.map((b) => (b.id === partner?.id ? { ...b, tiedTo: breaker.id } : b)), breaker],
    },
  });
}
