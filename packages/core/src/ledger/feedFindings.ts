/** Is the circuit fit, and what does the new load do to it. */
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
} from '../codebook/index.js';
import { DEVICE_KINDS, nec, practice } from '../catalog/index.js';
import { printAwg, toFeet } from '../measure/index.js';
import type { Box, Circuit, Device, Finding, Load, Remedy } from '../model/index.js';
import { cablesIn, devicesIn } from '../wiring/index.js';
import { changeFor, finding, put, remedy, type JobContext } from './context.js';

/** Whether the plan ends with more outlets than were found; a box that is moved or replaced has as many. */
const addsOutlet = (c: JobContext): boolean =>
  !c.inPlace || devicesIn(c.planned, c.target.id).length > devicesIn(c.job.found, c.target.id).length;
const onCircuit = (c: JobContext): Load[] => c.planned.loads.filter((l) => l.circuitId === c.circuit?.id);
const newLoads = (c: JobContext): Load[] => c.planned.loads.filter((l) => l.boxId === c.target.id);

function loadFindings(c: JobContext, circuit: Circuit): Finding[] {
  const loads = onCircuit(c);
  const edition = c.job.edition;
  const largest = (list: Load[]) => [...list].sort((a, b) => loadAmps(b, circuit.voltsNominal) - loadAmps(a, circuit.voltsNominal))[0];
  const others = loads.filter((l) => l.boxId !== c.target.id);
  const remedies = [largest(others.filter((l) => !l.fixed)), largest(newLoads(c))]
    .filter((l) => l !== undefined)
    .map((l) =>
      remedy(
        `unplug-${l.id}`,
        l.boxId === c.target.id ? `Leave the ${l.name} elsewhere` : `Move the ${l.name} to another circuit`,
        put({ id: `unplug-${l.id}`, do: 'unplug', title: `The ${l.name} is not used on circuit ${circuit.number}`, loadId: l.id }),
      ),
    );
  const findings = [
    finding(
      'circuit-load',
      circuit.id,
      'feed',
      `Everything on circuit ${circuit.number} at once`,
      circuitLoad({ edition, breakerA: circuit.breakerA, volts: circuit.voltsNominal, loads, complete: circuit.loadsComplete === true }),
      remedies,
    ),
  ];
  const device = c.newDevice;
  if (device && circuit.breakerA) {
    for (const load of newLoads(c)) {
      findings.push(
        finding(
          'cord-connected',
          load.id,
          'need',
          `${load.name} on one face`,
          cordConnected(edition, DEVICE_KINDS[device.kind].ratingA, circuit.breakerA, load, circuit.voltsNominal),
          [
            remedy(
              `unplug-${load.id}`,
              `Leave the ${load.name} elsewhere`,
              put({ id: `unplug-${load.id}`, do: 'unplug', title: `The ${load.name} is not used here`, loadId: load.id }),
            ),
          ],
        ),
      );
    }
  }
  if (newLoads(c).length === 0 && addsOutlet(c)) {
    findings.push(
      finding('need', c.target.id, 'need', 'What will be plugged in', {
        verdict: 'can’t tell',
        says: 'nothing has been named yet',
        sums: [],
        source: practice,
        ask: 'Name each appliance, or type the watts or amps on its plate.',
      }),
    );
  }
  return findings;
}

function dropFinding(c: JobContext, circuit: Circuit): Finding {
  const title = 'Voltage left at the new face';
  const homeGauge = cablesIn(c.planned, c.source.id).find((x) => x.cable.id !== c.newCable?.id)?.cable.gauge;
  const unknown = (says: string, ask: string): Finding =>
    finding('voltage-drop', c.target.id, 'feed', title, {
      verdict: 'can’t tell',
      says,
      sums: [],
      source: nec(c.job.edition.slice(3), '210.19 note'),
      ask,
    });
  if (!circuit.lengthToSource)
    return unknown(
      'how far the source box is from the panel along the cable was not noted',
      'Estimate the cable from the panel to the source box: up or down, along, and down again.',
    );
  if (!homeGauge || (!c.inPlace && (!c.newCable || !c.run)))
    return unknown(
      'the cable to the source box or the new one is not described',
      'Note the gauge in the source box and the depth of both boxes.',
    );
  const amps = (loads: Load[]) => loads.reduce((sum, l) => sum + loadAmps(l, circuit.voltsNominal), 0);
  const judged = voltageDrop(c.job.edition, circuit.voltsNominal, [
    {
      label: `panel to ${c.source.name}, ${printAwg(homeGauge)}, everything on`,
      gauge: homeGauge,
      lengthFt: toFeet(circuit.lengthToSource.mm),
      currentA: amps(onCircuit(c)),
    },
    ...(c.newCable && c.run
      ? [
          {
            label: `${c.source.name} to ${c.target.name}, ${printAwg(c.newCable.gauge)}, new loads`,
            gauge: c.newCable.gauge,
            lengthFt: toFeet(c.run.runMm),
            currentA: amps(newLoads(c)),
          },
        ]
      : []),
  ]);
  return finding('voltage-drop', c.target.id, 'feed', title, judged);
}

/** Wires of the source box and the new cable against the breaker, and their state. */
function conductorFindings(c: JobContext, circuit: Circuit | undefined): Finding[] {
  const findings: Finding[] = [];
  const edition = c.job.edition;
  const newCable = c.newCable;
  for (const { cable, farLabel } of cablesIn(c.planned, c.source.id)) {
    const isNew = cable.id === newCable?.id;
    const wanted = smallestGaugeFor(circuit?.breakerA ?? 15);
    const change = isNew ? changeFor(c.job, 'run-cable', cable.id) : undefined;
    const remedies = change
      ? [
          remedy(
            `run-${wanted}`,
            `Run ${printAwg(wanted)}`,
            put({ ...change, title: `Run ${wanted}-2 cable`, cable: { ...change.cable, gauge: wanted } }),
          ),
        ]
      : [];
    findings.push(
      finding(
        'conductor-breaker',
        cable.id,
        isNew ? 'route' : 'feed',
        isNew ? 'New cable and breaker' : `Cable to ${farLabel} and breaker`,
        conductorForBreaker(edition, cable.gauge, circuit?.breakerA),
        remedies,
      ),
    );
    if (isNew) continue;
    findings.push(finding('ground-present', cable.id, 'feed', `Ground in the cable to ${farLabel}`, groundPresent(edition, cable.ground)));
    const state = conductorState(cable.metal, cable.sheath, cable.whiteUsedAsHot, c.job.built);
    if (state) findings.push(finding('conductor-state', cable.id, 'feed', `State of the cable to ${farLabel}`, state));
  }
  if (cablesIn(c.job.found, c.source.id).length === 0) {
    findings.push(
      finding('source-cables', c.source.id, 'survey', `Cables in ${c.source.name}`, {
        verdict: 'can’t tell',
        says: 'no cable has been noted in the source box',
        sums: [],
        source: practice,
        ask: 'With the circuit proved dead, count the cables and note gauge, conductors and ground.',
      }),
    );
  }
  return findings;
}

function groundPresent(edition: JobContext['job']['edition'], ground: 'bare' | 'green' | 'none' | undefined): Judged {
  const source = nec(edition.slice(3), '250.148 and 406.4');
  if (ground === undefined)
    return {
      verdict: 'can’t tell',
      says: 'nobody has looked for a ground',
      sums: [],
      source,
      ask: 'Look for a bare or green wire; or enter what you found.',
    };
  if (ground === 'none')
    return {
      verdict: 'stop',
      says: 'no ground: a new grounded outlet may not be fed from here; take another feed, or ask a licensed electrician',
      sums: [],
      source,
    };
  return { verdict: 'ok', says: `${ground} ground present`, sums: [], source };
}

function conductorState(
  metal: 'copper' | 'aluminium' | undefined,
  sheath: string,
  white: string | undefined,
  built: number | undefined,
): Judged | undefined {
  if (metal === 'aluminium')
    return {
      verdict: 'stop',
      says: 'aluminium: its joints need their own connectors and a licensed electrician',
      sums: [],
      source: practice,
    };
  if (sheath === 'cloth')
    return {
      verdict: 'stop',
      says: 'cloth insulation crumbles when bent: don’t disturb it, have it looked at',
      sums: [],
      source: practice,
    };
  if (white === 'unmarked')
    return {
      verdict: 'stop',
      says: 'a white conductor is used as a hot without a mark',
      sums: [],
      source: { standard: 'NEC', clause: '200.7', from: 'memory' },
    };
  if (metal === undefined && (built === undefined || (built >= 1960 && built <= 1978)))
    return {
      verdict: 'can’t tell',
      says: 'whether it is copper or aluminium was not noted',
      sums: [],
      source: practice,
      ask: 'Look at a cut end: copper is red-brown through, aluminium is grey. The sheath may say AL or CU.',
    };
  return undefined;
}

function deviceFindings(c: JobContext, circuit: Circuit | undefined, device: Device): Finding[] {
  const edition = c.job.edition;
  const change = changeFor(c.job, 'place-device', device.id);
  const swap = (id: string, title: string, to: Partial<Device>) =>
    change ? [remedy(id, title, put({ ...change, device: { ...device, ...to } }))] : [];
  const rating = DEVICE_KINDS[device.kind].ratingA;
  const ahead = (value: Circuit['groundFault']): boolean | undefined => (value === undefined ? undefined : value !== 'none');
  const has = {
    groundFault: DEVICE_KINDS[device.kind].groundFault ? true : ahead(circuit?.groundFault),
    arcFault: ahead(circuit?.arcFault),
  };
  const alter = (id: string, title: string, arcFault: 'breaker' | 'device upstream') =>
    circuit
      ? [remedy(id, title, put({ id: `arc-fault-${circuit.id}`, do: 'alter-circuit', title, circuitId: circuit.id, with: { arcFault } }))]
      : [];
  return [
    finding(
      'receptacle-rating',
      device.id,
      'box',
      'Receptacle and circuit',
      receptacleRating(edition, device.kind, circuit?.breakerA),
      swap('rating-15', 'Use a 15 A receptacle', { kind: 'duplex-15' }),
    ),
    finding(
      'ground-fault',
      device.id,
      'feed',
      'Ground-fault protection',
      groundFaultProtection(edition, c.room, has),
      swap('ground-fault', 'Use a ground-fault receptacle', { kind: rating === 20 ? 'ground-fault-20' : 'ground-fault-15' }),
    ),
    finding('arc-fault', device.id, 'feed', 'Arc-fault protection', arcFaultProtection(edition, c.room, has, addsOutlet(c)), [
      ...alter('arc-fault-breaker', `Arc-fault breaker on circuit ${circuit?.number ?? ''}`.trim(), 'breaker'),
      ...alter('arc-fault-first', 'Arc-fault receptacle as the first outlet of the circuit', 'device upstream'),
    ]),
    finding(
      'tamper',
      device.id,
      'box',
      'Tamper-resistant face',
      tamperResistance(edition, device.tamperResistant),
      swap('tamper', 'Use a tamper-resistant one', { tamperResistant: true }),
    ),
    ...(c.room.use === 'outdoors' || c.room.use === 'deck'
      ? [
          finding(
            'weather',
            device.id,
            'box',
            'Weather',
            weatherResistance(edition, c.room, device.weatherResistant, device.inUseCover),
            swap('weather', 'Weather-resistant with an in-use cover', { weatherResistant: true, inUseCover: true }),
          ),
        ]
      : []),
  ];
}

function sharedNeutral(c: JobContext, circuit: Circuit): Judged {
  const source = nec(c.job.edition.slice(3), '210.4 and 300.13(B)');
  if (circuit.sharedNeutral === undefined)
    return {
      verdict: 'can’t tell',
      says: 'whether two hots share the neutral was not looked at',
      sums: [],
      source,
      ask: 'Look for a red and a black from one cable at the panel, or a tied pair of breakers.',
    };
  if (!circuit.sharedNeutral) return { verdict: 'ok', says: 'one hot, one neutral', sums: [], source };
  return {
    verdict: 'stop',
    says: 'two hots share this neutral: leave it alone unless it is known exactly what feeds what',
    sums: [],
    source,
  };
}

/** A new receptacle of the same kind in the old one's place, unless the plan already puts one there. */
function renewed(c: JobContext, old: Device): Remedy[] {
  if (c.job.changes.some((x) => (x.do === 'replace-device' || x.do === 'remove-device') && x.deviceId === old.id)) return [];
  const title = `New receptacle in ${c.source.name}`.slice(0, 120);
  return [
    remedy(
      `renew-${old.id}`,
      'Put in a new tamper-resistant one',
      put({
        id: `renew-${old.id}`.slice(0, 40),
        do: 'replace-device',
        title,
        deviceId: old.id,
        device: { ...old, condition: 'sound', tamperResistant: true },
      }),
    ),
  ];
}

/** Feed, need and protection. */
/** A switch box feeds only where an always-hot and a neutral are both in it: a switch loop has none (404.2(C)). */
function switchBox(box: Box): Judged {
  const source = nec('2020', '404.2(C)');
  if (box.switchHas === undefined)
    return {
      verdict: 'can’t tell',
      says: 'nobody looked whether an always-hot and a neutral are in this switch box',
      sums: [],
      source,
      ask: 'Breaker off and proved dead: look for white wires spliced together behind the switch, then test which black stays live with the switch off.',
    };
  return box.switchHas === 'switch loop'
    ? { verdict: 'stop', says: 'a switch loop: there is no neutral to take along', sums: [], source }
    : { verdict: 'ok', says: 'an always-hot and a neutral are there; take the hot ahead of the switch', sums: [], source };
}

export function feedFindings(c: JobContext): Finding[] {
  const { circuit } = c;
  const findings: Finding[] = [];
  if (!circuit) {
    findings.push(
      finding('circuit', c.source.id, 'survey', 'Which breaker feeds the source box', {
        verdict: 'can’t tell',
        says: 'no circuit has been named',
        sums: [],
        source: practice,
        ask: 'Find it with a breaker finder, or switch one breaker after the other; note its number and rating.',
      }),
    );
  } else {
    findings.push(...loadFindings(c, circuit), dropFinding(c, circuit));
    if (addsOutlet(c))
      findings.push(
        finding('may-tap', circuit.id, 'feed', `May circuit ${circuit.number} be extended`, mayTap(c.job.edition, circuit, c.room)),
      );
    findings.push(finding('shared-neutral', circuit.id, 'feed', 'Shared neutral', sharedNeutral(c, circuit)));
  }
  if (c.source.holds === 'switch')
    findings.push(finding('switch-box', c.source.id, 'feed', `${c.source.name} as a feed`, switchBox(c.source)));
  findings.push(...conductorFindings(c, circuit));
  if (c.newDevice) findings.push(...deviceFindings(c, circuit, c.newDevice));
  for (const old of devicesIn(c.job.found, c.source.id)) {
    // one that the plan replaces is no matter of the feed any more
    if (c.job.changes.some((x) => x.do === 'replace-device' && x.deviceId === old.id)) continue;
    if (old.condition === 'scorched')
      findings.push(
        finding(
          'device-state',
          old.id,
          'feed',
          `State of the ${old.name}`,
          {
            verdict: 'stop',
            says: 'scorched: find the loose joint or the overload first, and replace the device',
            sums: [],
            source: practice,
          },
          renewed(c, old),
        ),
      );
    else if (old.condition === undefined)
      findings.push(
        finding('device-state', old.id, 'feed', `State of the ${old.name}`, {
          verdict: 'can’t tell',
          says: 'the old receptacle was not looked at',
          sums: [],
          source: practice,
          ask: 'Look for scorching, cracks and a loose grip on a plug.',
        }),
      );
    else if (old.condition === 'worn')
      findings.push(
        finding(
          'device-state',
          old.id,
          'feed',
          `State of the ${old.name}`,
          {
            verdict: 'caution',
            says: 'worn: replace it while the box is open',
            sums: [],
            source: practice,
          },
          renewed(c, old),
        ),
      );
  }
  return findings;
}
