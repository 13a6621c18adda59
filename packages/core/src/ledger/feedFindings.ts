/** Is the circuit fit, and what does the new load do to it. */
import { feedWords } from '../words/ledger/feedFindings.js';
import { changeTitles, remedyTitles } from '../words/ledger/remedies.js';
import { feedTitles } from '../words/ledger/titles.js';
import { toldBy, type Told } from '../words/phrases.js';
import {
  arcFaultProtection,
  circuitLoad,
  conductorForBreaker,
  cordConnected,
  groundFaultProtection,
  mayTap,
  smallestGaugeFor,
  tamperResistance,
  voltageDrop,
  weatherResistance,
  receptacleRating,
  loadAmps,
  type Judged,
  type Finding,
  type RuleId,
} from '../codebook/index.js';
import { DEVICE_KINDS, isReceptacle, nec, practice } from '../catalog/index.js';
import { feet, printAwg, toFeet } from '../measure/index.js';
import {
  asSeen,
  type Box,
  boxRect,
  breakerFor,
  breakerNumber,
  type Change,
  type Circuit,
  type Device,
  type Edition,
  idOf,
  isPreset,
  type Load,
  panelWith,
  subpanelsOf,
  type Remedy,
} from '../model/index.js';
import { breakerFindings } from '../panel/index.js';
import { cablesIn, devicesIn } from '../wiring/index.js';
import { changeFor, finding, put, remedy } from './finding.js';
import { outletBoxes, runTo, type Work, type WorkBox, type WorkRun } from './work.js';

/** Whether the plan ends with more outlets in a box than were found there; one that is moved or replaced has as many. */
function addsOutlet(w: Work, b: WorkBox): boolean {
  if (b.devices.length <= b.hadDevices.length) return false;
  // one that comes out of the box before it, and goes in less than 6 ft of cable further on, is moved (210.12, exception)
  const run = runTo(w, b);
  const leaves = run?.from !== undefined && run.from.hadDevices.length - run.from.devices.length >= b.devices.length;
  return !(leaves && run.run !== undefined && run.run.runMm <= feet(6));
}
const onCircuit = (w: Work, circuit: Circuit): Load[] => w.planned.loads.filter((l) => l.circuitId === circuit.id);
const loadsAt = (w: Work, b: WorkBox): Load[] => w.planned.loads.filter((l) => l.boxId === b.box.id);

/** The only single receptacle of a circuit that the plan brings: what is known of nothing else can’t be said of an old one. */
const soleOutlet = (w: Work, b: WorkBox, device: Device): boolean =>
  DEVICE_KINDS[device.kind].outlets === 1 &&
  w.ownCircuit !== undefined &&
  w.ownCircuit.circuit.id === b.circuit?.id &&
  w.planned.boxes
    .filter((x) => x.circuitId === b.circuit?.id)
    .flatMap((x) => devicesIn(w.planned, x.id))
    .filter((d) => isReceptacle(d.kind)).length === 1;

/** Whether a receptacle serves a counter, by what stands on its wall; undefined where nobody noted what does. */
function atCounter(b: WorkBox): boolean | undefined {
  if (b.room.use !== 'kitchen') return false;
  const rect = boxRect(b.wall, b.box);
  const { fixtures } = b.wall;
  if (!fixtures || !rect) return undefined;
  const near = feet(2);
  return fixtures.some(
    (f) =>
      f.kind === 'counter' &&
      f.face === b.box.face &&
      f.x.mm - near < rect.right &&
      f.x.mm + f.width.mm + near > rect.left &&
      rect.bottom >= f.z.mm,
  );
}

/** Everything on a circuit at once. */
function loadFinding(w: Work, circuit: Circuit): Finding {
  const loads = onCircuit(w, circuit);
  const mine = new Set(outletBoxes(w).map((b) => b.box.id));
  const isMine = (l: Load): boolean => l.boxId !== undefined && mine.has(l.boxId);
  const largest = (list: Load[]) => [...list].sort((a, b) => loadAmps(b, circuit.voltsNominal) - loadAmps(a, circuit.voltsNominal))[0];
  const remedies = [largest(loads.filter((l) => !isMine(l) && !l.fixed)), largest(loads.filter(isMine))]
    .filter((l) => l !== undefined)
    .map((l) =>
      remedy(
        `unplug-${l.id}`,
        isMine(l) ? remedyTitles.leave(l.name) : remedyTitles.elsewhere(l.name),
        put({
          id: idOf('unplug', l.id),
          do: 'unplug',
          title: changeTitles.notOnCircuit(l.name, breakerNumber(w.planned, circuit)),
          loadId: l.id,
        }),
      ),
    );
  // a circuit of its own feeds nothing else
  const complete = circuit.loadsComplete === true || w.ownCircuit?.circuit.id === circuit.id;
  return finding(
    'circuit-load',
    circuit.id,
    feedTitles.load(breakerNumber(w.planned, circuit)),
    circuitLoad({ edition: w.job.edition, breakerA: circuit.breakerA, volts: circuit.voltsNominal, loads, complete }),
    remedies,
  );
}

/** What is plugged in at a box. */
function needFindings(w: Work, b: WorkBox): Finding[] {
  const { circuit } = b;
  const loads = loadsAt(w, b);
  const device = b.devices.find((d) => isReceptacle(d.kind));
  const sole = device !== undefined && soleOutlet(w, b, device);
  const findings: Finding[] = [];
  if (device && circuit?.breakerA)
    for (const load of loads)
      findings.push(
        finding(
          'cord-connected',
          load.id,
          feedTitles.cord(load.name),
          cordConnected(w.job.edition, DEVICE_KINDS[device.kind].ratingA, circuit.breakerA, load, circuit.voltsNominal, sole),
          [
            remedy(
              `unplug-${load.id}`,
              remedyTitles.leave(load.name),
              put({
                id: idOf('unplug', load.id),
                do: 'unplug',
                title: changeTitles.notHere(load.name),
                loadId: load.id,
              }),
            ),
          ],
        ),
      );
  // along a raceway or a run it is enough to know what is plugged in somewhere
  const inLine = w.job.want?.kind === 'raceway' || w.job.want?.kind === 'run';
  const named = inLine && (outletBoxes(w)[0] !== b || outletBoxes(w).some((x) => loadsAt(w, x).length > 0));
  if (loads.length === 0 && !named && addsOutlet(w, b) && circuit)
    findings.push(
      finding('need', b.box.id, outletBoxes(w).length > 1 ? feedTitles.needAt(b.box.name) : feedTitles.need, {
        verdict: 'can’t tell',
        ...feedWords.nothingNamed(),
        sums: [],
        source: practice,
      }),
    );
  return findings;
}

/** Cables that the plan runs from where the power is to a box, in that order. */
function chainTo(w: Work, b: WorkBox): WorkRun[] {
  const chain: WorkRun[] = [];
  for (let at: WorkBox | undefined = b; at;) {
    const run = runTo(w, at);
    if (!run || chain.includes(run)) break;
    chain.unshift(run);
    at = run.from?.role === 'new' ? run.from : undefined;
  }
  return chain;
}
/** What hangs on a cable of the plan: all that is plugged in at its box and at those further on. */
function loadsBehind(w: Work, run: WorkRun, seen: readonly WorkRun[] = []): Load[] {
  const on = w.runs.filter((r) => r.from === run.to && r !== run && !seen.includes(r));
  return [...loadsAt(w, run.to), ...on.flatMap((r) => loadsBehind(w, r, [...seen, run]))];
}

/** Volts left at a box: from the panel to the box that feeds it, and on by the new cables; or by the new cable all the way; with lamps, to the last. */
function dropFinding(w: Work, b: WorkBox, circuit: Circuit): Finding {
  const lit = w.lampRuns.length > 0;
  const title = lit ? feedTitles.dropAtLamp : outletBoxes(w).length > 1 ? feedTitles.dropAt(b.box.name) : feedTitles.drop;
  const chain = chainTo(w, b);
  const source = chain.length ? chain[0]!.from : b;
  const unknown = (words: Told): Finding =>
    finding('voltage-drop', b.box.id, title, {
      verdict: 'can’t tell',
      ...words,
      sums: [],
      source: nec(w.job.edition.slice(3), '210.19 note'),
    });
  const amps = (loads: Load[]) => loads.reduce((sum, l) => sum + loadAmps(l, circuit.voltsNominal), 0);
  const onward = chain.flatMap((run) =>
    run.run
      ? [
          {
            label: `${run.from ? run.from.box.name : 'panel'} to ${run.to.box.name}, ${printAwg(run.cable.gauge)}, ${source ? 'new loads' : 'everything on'}`,
            gauge: run.cable.gauge,
            lengthFt: toFeet(run.run.runMm),
            currentA: amps(source ? loadsBehind(w, run) : onCircuit(w, circuit)),
          },
        ]
      : [],
  );
  const lamps = w.lampRuns.map((r, i) => ({
    label: `to ${r.to.lamp.name}, ${printAwg(r.cable.gauge)}`,
    gauge: r.cable.gauge,
    lengthFt: toFeet(r.traced?.run.runMm ?? 0),
    currentA: w.lampRuns.slice(i).reduce((sum, x) => sum + x.to.lamp.watts / circuit.voltsNominal, 0),
  }));
  if (chain.some((r) => !r.run) || w.lampRuns.some((r) => !r.traced))
    return source ? unknown(feedWords.cableUndescribed()) : unknown(feedWords.panelWayUntaken());
  if (!source)
    return finding(
      'voltage-drop',
      b.box.id,
      title,
      withFeeder(w, circuit, voltageDrop(w.job.edition, circuit.voltsNominal, [...onward, ...lamps])),
    );
  const homeGauge = source.cables.find((x) => x.cable.id !== chain[0]?.cable.id)?.cable.gauge;
  if (!circuit.lengthToSource) return unknown(feedWords.panelLengthUnknown());
  if (!homeGauge) return unknown(feedWords.cableUndescribed());
  const judged = voltageDrop(w.job.edition, circuit.voltsNominal, [
    {
      label: `panel to ${source.box.name}, ${printAwg(homeGauge)}, everything on`,
      gauge: homeGauge,
      lengthFt: toFeet(circuit.lengthToSource.mm),
      currentA: amps(onCircuit(w, circuit)),
    },
    ...onward,
    ...lamps,
  ]);
  return finding('voltage-drop', b.box.id, title, withFeeder(w, circuit, judged));
}

/** A circuit of a subpanel: what its feeder drops comes on top, and nobody reckoned it. */
function withFeeder(w: Work, circuit: Circuit, judged: Judged): Judged {
  const at = panelWith(w.planned, circuit.id);
  return at?.sub ? { ...judged, ...feedWords.withFeeder({ panel: at.panel.name, told: toldBy(judged) }) } : judged;
}

/** A cable that the plan runs against its breaker. */
const newCableFindings = (w: Work): Finding[] =>
  [
    ...w.runs.map((r) => ({ cable: r.cable, circuit: r.to.circuit ?? r.from?.circuit, title: feedTitles.newCable })),
    // one for all that are alike
    ...[...new Map(w.lampRuns.map((r) => [r.cable.gauge, r])).values()].map((r) => ({
      cable: r.cable,
      circuit: w.planned.circuits.find((c) => c.id === r.to.lamp.circuitId),
      title: feedTitles.lampCable,
    })),
  ].map((r) => {
    const { circuit } = r;
    const change = changeFor(w.job, 'run-cable', r.cable.id);
    // where nobody read the breaker any gauge could be too thin
    const breakerA = circuit?.breakerA;
    const wanted = breakerA === undefined ? undefined : smallestGaugeFor(breakerA);
    // nothing is gained by the gauge that is planned already, nor by one that is too thin as well
    const suits = wanted !== undefined && conductorForBreaker(w.job.edition, wanted, breakerA).verdict === 'ok';
    const remedies =
      change && suits && change.cable.gauge !== wanted
        ? [
            remedy(
              `run-${wanted}`,
              remedyTitles.run(wanted),
              put({ ...change, title: changeTitles.runCable(wanted), cable: { ...change.cable, gauge: wanted } }),
            ),
          ]
        : [];
    return finding('conductor-breaker', r.cable.id, r.title, conductorForBreaker(w.job.edition, r.cable.gauge, breakerA), remedies);
  });

/** Wires that are in a box already: against the breaker, and their state. */
function conductorFindings(w: Work, b: WorkBox): Finding[] {
  const findings: Finding[] = [];
  const { edition, built } = w.job;
  const fresh = new Set([...w.runs, ...w.lampRuns].map((r) => r.cable.id));
  for (const { cable, farLabel } of b.cables) {
    if (fresh.has(cable.id)) continue;
    const thick = conductorForBreaker(edition, cable.gauge, b.circuit?.breakerA);
    findings.push(
      finding(
        'conductor-breaker',
        cable.id,
        feedTitles.cable(farLabel),
        isPreset(cable, 'gauge')
          ? {
              ...thick,
              verdict: 'can’t tell',
              ...feedWords.gaugeUnread({ gauge: cable.gauge, told: toldBy(thick) }),
            }
          : thick,
        [],
        'feed',
      ),
      finding('ground-present', cable.id, feedTitles.ground(farLabel), groundPresent(edition, cable.ground)),
    );
    const state = conductorState(edition, cable.metal, cable.sheath, cable.whiteUsedAsHot, built, cable.uses !== undefined);
    if (state) findings.push(finding('conductor-state', cable.id, feedTitles.cableState(farLabel), state));
  }
  if (cablesIn(w.found, b.box.id).length === 0)
    findings.push(
      finding(
        'source-cables',
        b.box.id,
        feedTitles.cables(b.box.name),
        {
          verdict: 'can’t tell',
          ...feedWords.noCable(),
          sums: [],
          source: practice,
        },
        [],
        'survey',
      ),
    );
  return findings;
}

function groundPresent(edition: Edition, ground: 'bare' | 'green' | 'none' | undefined): Judged {
  const source = nec(edition.slice(3), '250.148 and 406.4');
  if (ground === undefined)
    return {
      verdict: 'can’t tell',
      ...feedWords.groundUnseen(),
      sums: [],
      source,
    };
  if (ground === 'none')
    return {
      verdict: 'stop',
      ...feedWords.noGround(),
      sums: [],
      source,
    };
  return { verdict: 'ok', ...feedWords.ground({ ground }), sums: [], source };
}

function conductorState(
  edition: Edition,
  metal: 'copper' | 'aluminium' | undefined,
  sheath: string,
  white: string | undefined,
  built: number | undefined,
  traced: boolean,
): Judged | undefined {
  if (metal === 'aluminium')
    return {
      verdict: 'stop',
      ...feedWords.aluminium(),
      sums: [],
      source: practice,
    };
  if (sheath === 'cloth')
    return {
      verdict: 'stop',
      ...feedWords.cloth(),
      sums: [],
      source: practice,
    };
  if (sheath === 'on insulators')
    return {
      verdict: 'stop',
      ...feedWords.openWiring(),
      sums: [],
      source: nec(edition.slice(3), '394.10'),
    };
  if (white === 'unmarked')
    return {
      verdict: 'stop',
      ...feedWords.unmarkedHot(),
      sums: [],
      source: nec(edition.slice(3), '200.7'),
    };
  if (metal === undefined && (built === undefined || (built >= 1960 && built <= 1978)))
    return {
      verdict: 'can’t tell',
      ...feedWords.metalUnknown(),
      sums: [],
      source: practice,
    };
  if (white === undefined && !traced)
    return {
      verdict: 'can’t tell',
      ...feedWords.whiteUnseen(),
      sums: [],
      source: nec(edition.slice(3), '200.7'),
    };
  return undefined;
}

/** What protects a device by now; absent: nobody knows. */
const protectionOf = (
  device: Device,
  circuit: Circuit | undefined,
): { groundFault: boolean | undefined; arcFault: boolean | undefined } => {
  const ahead = (value: Circuit['groundFault']): boolean | undefined => (value === undefined ? undefined : value !== 'none');
  return {
    groundFault: DEVICE_KINDS[device.kind].groundFault ? true : ahead(circuit?.groundFault),
    arcFault: ahead(circuit?.arcFault),
  };
};

/** Another device instead: the planned one altered, or the old one exchanged while its box is open. */
function swapsOf(w: Work, b: WorkBox, device: Device): (id: string, title: string, to: Partial<Device>) => Remedy[] {
  const change = changeFor(w.job, 'place-device', device.id);
  const replaced = w.job.changes.find((x) => x.do === 'replace-device' && x.deviceId === device.id);
  const exchange: Change = {
    ...{ id: replaced?.id ?? idOf('renew', device.id), do: 'replace-device', deviceId: device.id, device },
    title: replaced?.title ?? changeTitles.newDevice('receptacle', b.box.name),
  };
  return (id, title, to) => [
    remedy(
      id,
      title,
      put(
        change
          ? { ...change, device: { ...device, ...to } }
          : { ...exchange, device: { ...asSeen(device), condition: 'sound', tamperResistant: true, ...to } },
      ),
    ),
  ];
}

function arcFaultFinding(w: Work, b: WorkBox, device: Device): Finding[] {
  const { circuit, room } = b;
  // 210.12 speaks of 120 V on 15 and 20 A
  if (circuit && (circuit.voltsNominal !== 120 || (circuit.breakerA ?? 0) > 20)) return [];
  const replaced = w.job.changes.some((x) => x.do === 'replace-device' && x.deviceId === device.id);
  const own = w.ownCircuit?.circuit.id === circuit?.id ? w.ownCircuit : undefined;
  const alter = (id: string, title: string, arcFault: 'breaker' | 'device upstream'): Remedy[] => {
    if (own) return arcFault === 'breaker' ? [remedy(id, title, put({ ...own, circuit: { ...own.circuit, arcFault } }))] : [];
    if (!circuit) return [];
    return [remedy(id, title, put({ id: idOf('arc-fault', circuit.id), do: 'alter-circuit', title, circuitId: circuit.id, with: { arcFault } }))]; // prettier-ignore
  };
  const done = replaced && b.role !== 'new' ? 'replaced' : addsOutlet(w, b) ? 'added' : 'moved';
  return [
    finding('arc-fault', device.id, feedTitles.arcFault, arcFaultProtection(w.job.edition, room, protectionOf(device, circuit), done), [
      ...alter('arc-fault-breaker', remedyTitles.arcFaultBreaker(circuit ? breakerNumber(w.planned, circuit) : ''), 'breaker'),
      ...alter('arc-fault-first', remedyTitles.arcFaultFirst, 'device upstream'),
    ]),
  ];
}

function faceVolts(w: Work, { circuit }: WorkBox, device: Device): Finding[] {
  if (!circuit || circuit.voltsNominal === 120) return [];
  return [
    finding('face-volts', device.id, feedTitles.volts(device.name), {
      verdict: 'stop',
      ...feedWords.wrongVolts({ voltsNominal: circuit.voltsNominal }),
      sums: [],
      source: nec(w.job.edition.slice(3), '210.6 and 406.4(F)'),
    }),
  ];
}

function deviceFindings(w: Work, b: WorkBox, device: Device): Finding[] {
  const { edition } = w.job;
  const { circuit, room } = b;
  const arc = arcFaultFinding(w, b, device);
  // what asks for a face asks nothing of a switch or a lampholder
  if (!isReceptacle(device.kind)) return arc;
  const swap = swapsOf(w, b, device);
  const rating = DEVICE_KINDS[device.kind].ratingA;
  return [
    ...faceVolts(w, b, device),
    finding(
      'receptacle-rating',
      device.id,
      feedTitles.rating,
      receptacleRating(edition, device.kind, circuit?.breakerA, soleOutlet(w, b, device)),
      // a smaller face is no cure where the circuit itself is too large for one
      circuit?.breakerA !== undefined && circuit.breakerA <= 20 ? swap('rating-15', remedyTitles.rating15, { kind: 'duplex-15' }) : [],
    ),
    finding(
      'ground-fault',
      device.id,
      feedTitles.groundFault,
      groundFaultProtection(edition, room, protectionOf(device, circuit), atCounter(b)),
      swap('ground-fault', remedyTitles.groundFault, { kind: rating === 20 ? 'ground-fault-20' : 'ground-fault-15' }),
    ),
    ...arc,
    finding(
      'tamper',
      device.id,
      feedTitles.tamper,
      tamperResistance(edition, device.tamperResistant, b.box.place.bottom.mm),
      swap('tamper', remedyTitles.tamper, { tamperResistant: true }),
    ),
    ...(room.use === 'outdoors' || room.use === 'deck'
      ? [
          finding(
            'weather',
            device.id,
            feedTitles.weather,
            weatherResistance(edition, room, device.weatherResistant, device.inUseCover),
            swap('weather', remedyTitles.weather, { weatherResistant: true, inUseCover: true }),
          ),
        ]
      : []),
  ];
}

function sharedNeutral(w: Work, circuit: Circuit): Judged {
  const source = nec(w.job.edition.slice(3), '210.4 and 300.13(B)');
  if (circuit.sharedNeutral === undefined)
    return {
      verdict: 'can’t tell',
      ...feedWords.sharedUnknown(),
      sums: [],
      source,
    };
  if (!circuit.sharedNeutral) return { verdict: 'ok', ...feedWords.oneHot(), sums: [], source };
  const brought = new Set(w.runs.map((r) => r.cable.id));
  const opened = w.boxes.filter((b) => b.circuit === circuit);
  const traced = opened.every((b) => b.cables.every((c) => !c.end || c.cable.uses !== undefined || brought.has(c.cable.id)));
  if (traced) {
    if (circuit.commonTrip === undefined) return { verdict: 'can’t tell', ...feedWords.tracedTripUnknown(), sums: [], source };
    return circuit.commonTrip
      ? { verdict: 'note', ...feedWords.tracedTied(), sums: [], source }
      : { verdict: 'stop', ...feedWords.untied(), sums: [], source };
  }
  return {
    verdict: 'stop',
    ...feedWords.shared(),
    sums: [],
    source,
  };
}

/** A new receptacle of the same kind in the old one's place, unless the plan already puts one there. */
function renewed(w: Work, b: WorkBox, old: Device): Remedy[] {
  if (w.job.changes.some((x) => (x.do === 'replace-device' || x.do === 'remove-device') && x.deviceId === old.id)) return [];
  const receptacle = isReceptacle(old.kind);
  const title = changeTitles.newDevice(receptacle ? 'receptacle' : DEVICE_KINDS[old.kind].name, b.box.name);
  return [
    remedy(
      `renew-${old.id}`,
      receptacle ? remedyTitles.newReceptacle : remedyTitles.newDevice,
      put({
        id: idOf('renew', old.id),
        do: 'replace-device',
        title,
        deviceId: old.id,
        device: { ...asSeen(old), condition: 'sound', ...(receptacle ? { tamperResistant: true } : {}) },
      }),
    ),
  ];
}

/** A switch box feeds only where an always-hot and a neutral are both in it: a switch loop has none (404.2(C)). */
function switchBox(edition: Edition, box: Box): Judged {
  const source = nec(edition.slice(3), '404.2(C)');
  if (box.switchHas === undefined)
    return {
      verdict: 'can’t tell',
      ...feedWords.loopUnknown(),
      sums: [],
      source,
    };
  return box.switchHas === 'switch loop'
    ? { verdict: 'stop', ...feedWords.loop(), sums: [], source }
    : { verdict: 'ok', ...feedWords.loopNot(), sums: [], source };
}

/** The receptacles that are in a box already and stay. */
const oldDevices = (w: Work, b: WorkBox): Finding[] =>
  b.hadDevices.flatMap((old): Finding[] => {
    // one that the plan replaces is no matter of the feed any more
    if (w.job.changes.some((x) => x.do === 'replace-device' && x.deviceId === old.id)) return [];
    const says = (judged: Omit<Judged, 'sums' | 'source'>, remedies: Remedy[] = []): Finding[] => [
      finding('device-state', old.id, feedTitles.deviceState(old.name), { ...judged, sums: [], source: practice }, remedies),
    ];
    if (old.condition === 'scorched') return says({ verdict: 'stop', ...feedWords.scorched() }, renewed(w, b, old));
    if (old.condition === undefined)
      return says({
        verdict: 'can’t tell',
        ...feedWords.deviceUnseen({ isReceptacle: isReceptacle(old.kind), kind: DEVICE_KINDS[old.kind].name }),
      });
    return old.condition === 'worn' ? says({ verdict: 'caution', ...feedWords.worn() }, renewed(w, b, old)) : [];
  });

/** Judged of a new breaker by its panel, and here of its boxes and its cable. */
const OF_BOX_AND_CABLE: ReadonlySet<RuleId> = new Set<RuleId>(['arc-fault', 'ground-fault', 'conductor-breaker', 'circuit-load']);
/** A circuit of its own: everything that is to be said before anybody opens the panel. */
function ownCircuitFindings(w: Work): Finding[] {
  if (!w.ownCircuit) return [];
  const { circuit, breaker, panelId } = w.ownCircuit;
  const run = w.runs.find((r) => !r.from);
  const rooms = [...new Set(outletBoxes(w).map((b) => b.room))];
  const protection =
    circuit.arcFault === undefined && circuit.groundFault === undefined
      ? {}
      : { protection: { arcFault: circuit.arcFault === 'breaker', groundFault: circuit.groundFault === 'breaker' } };
  return breakerFindings(
    w.found,
    w.job.edition,
    {
      name: circuit.name,
      ratingA: circuit.breakerA ?? 20,
      poles: breaker?.poles ?? 1,
      gauge: run?.cable.gauge ?? 12,
      rooms,
      loads: w.planned.loads.filter((l) => l.circuitId === circuit.id),
      ...(breaker?.type ? { type: breaker.type } : {}),
      ...protection,
    },
    panelId,
  )
    .filter((f) => !OF_BOX_AND_CABLE.has(f.rule))
    .map((f) => finding(f.rule, circuit.id, f.title, f));
}

/** A feeder is no branch circuit: nothing is tapped from it, outlets hang on the breakers of the panel that it feeds. */
function feedsPanel(w: Work, circuit: Circuit): Judged | undefined {
  const breaker = breakerFor(w.planned, circuit.id);
  const fed = breaker && subpanelsOf(w.planned).find((p) => p.fedBy === breaker.id);
  return (
    fed && {
      verdict: 'stop',
      ...feedWords.feedsPanel({ fed: fed.name }),
      sums: [],
      source: nec(w.job.edition.slice(3), '240.21'),
    }
  );
}

/** Feed, need and protection. */
export function feedFindings(w: Work): Finding[] {
  const findings: Finding[] = [];
  const there = w.boxes.filter((b) => b.role !== 'new');
  for (const b of there.filter((x) => !x.circuit))
    findings.push(
      finding('circuit', b.box.id, feedTitles.breaker(b.box.name), {
        verdict: 'can’t tell',
        ...feedWords.noCircuit(),
        sums: [],
        source: practice,
      }),
    );
  for (const circuit of w.circuits) {
    findings.push(loadFinding(w, circuit));
    const mine = outletBoxes(w).filter((b) => b.circuit === circuit);
    for (const b of mine) findings.push(dropFinding(w, b, circuit));
    if (w.ownCircuit?.circuit.id === circuit.id) continue;
    const adds = mine.find((b) => addsOutlet(w, b));
    if (adds)
      findings.push(
        finding(
          'may-tap',
          circuit.id,
          feedTitles.mayTap(breakerNumber(w.planned, circuit)),
          feedsPanel(w, circuit) ?? mayTap(w.job.edition, circuit, adds.room),
        ),
      );
    findings.push(finding('shared-neutral', circuit.id, feedTitles.sharedNeutral, sharedNeutral(w, circuit)));
  }
  findings.push(...ownCircuitFindings(w));
  for (const b of outletBoxes(w)) findings.push(...needFindings(w, b));
  for (const b of there) {
    if (b.feeds && b.box.holds === 'switch')
      findings.push(finding('switch-box', b.box.id, feedTitles.asFeed(b.box.name), switchBox(w.job.edition, b.box)));
    findings.push(...conductorFindings(w, b));
  }
  findings.push(...newCableFindings(w));
  const outlets = outletBoxes(w);
  const exchanged = new Set(w.job.changes.flatMap((c) => (c.do === 'replace-device' ? [c.deviceId] : [])));
  for (const b of w.boxes)
    for (const device of b.devices) if (outlets.includes(b) || exchanged.has(device.id)) findings.push(...deviceFindings(w, b, device));
  for (const b of there) findings.push(...oldDevices(w, b));
  return findings;
}
