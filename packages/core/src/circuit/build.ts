/**
 * From wiring as it lies in boxes to a network: conductors with resistance and capacitance, contacts, straps and tabs, switches,
 * protective receptacles, breakers, lamps and appliances, the supply. Values: IEC 60028 copper, ASTM B258 gauges; contacts, straps and
 * capacitances are common practice.
 */
import { awgAreaMm2, copperOhmPerMetre, type Awg } from '../measure/index.js';
import {
  endBox,
  endKey,
  GROUND_BAR,
  NEUTRAL_BAR,
  PANEL,
  TERMINALS,
  type Bench,
  type BenchDevice,
  type Joint,
  type WireEnd,
} from '../model/index.js';
import { complex, NetworkError, type Branch, type Complex, type Network, type WiringPart, type Source } from './network.js';

/** A sound screw or splice; the strap between two screws; a closed switch or breaker; a plug in its slot (common practice). */
export const CONTACT_OHM = 0.001;
const STRAP_OHM = 0.0005;
const SWITCH_OHM = 0.005;
/** Neighbours in one sheath (handbook 21: tens of pF per metre). */
export const NEIGHBOUR_F_PER_M = 60e-12;
/** What insulation lets through, so that a wire that hangs free still has a voltage to earth; far above any meter's resistance. */
const LEAK_OHM = 1e11;
const BOND_OHM = 0.005;
/** Test button of a protective receptacle: it leads about 8 mA past the sensor (UL 943 asks 4–6 mA to trip; from memory). */
const TEST_OHM = 15_000;

/** Resistance of a copper conductor; ohm. */
export const conductorOhm = (gauge: Awg, lengthMm: number, celsius = 20, areaMm2 = awgAreaMm2(gauge)): number =>
  copperOhmPerMetre(areaMm2, celsius) * (lengthMm / 1000);

export const EARTH = 'earth';
/** Ids of branches that a fault takes out. */
export const branchOf = {
  conductor: (cableId: string, conductor: number): string => `conductor ${cableId}/${conductor}`,
  contact: (jointId: string, end: WireEnd): string => `contact ${jointId} ${endKey(end)}`,
} as const;
const END = 'end ';
/** Node names, so that an instrument can be put anywhere. */
export const nodeOf = {
  end: (key: string): string => `${END}${key}`,
  joint: (id: string): string => `joint ${id}`,
  terminal: (deviceId: string, terminal: string): string => `${deviceId} ${terminal}`,
  slot: (deviceId: string, face: 'upper' | 'lower', pin: 'hot' | 'neutral' | 'ground'): string => `${deviceId} ${face} ${pin}`,
  box: (boxId: string): string => `metal of ${boxId}`,
  breaker: (id: string): string => `breaker ${id}`,
  bar: (bar: string): string => bar,
} as const;
/** Key of the conductor end that a node is; undefined for any other node. The reverse of `nodeOf.end`. */
export const endAtNode = (node: string): string | undefined => (node.startsWith(END) ? node.slice(END.length) : undefined);

/** The node of a terminal, of a device, a metal box, a breaker or a bar. */
export function terminalNodeOf(boxId: string, device: string, terminal: string): string {
  if (device === 'box') return nodeOf.box(boxId);
  if (boxId !== PANEL) return nodeOf.terminal(device, terminal);
  return device === NEUTRAL_BAR || device === GROUND_BAR ? nodeOf.bar(device) : nodeOf.breaker(device);
}

export interface BuildOptions {
  /** conductor temperature, °C */
  celsius?: number;
  /** test buttons that are held down, by device */
  testing?: ReadonlySet<string>;
  /** only what joins: without the capacitance between conductors */
  metalOnly?: boolean;
}

export interface Built {
  network: Network;
  /** branch of each conductor: from its end 0 to its end 1 */
  conductorBranch: Map<string, string>;
  breakerBranch: Map<string, string>;
  /** contacts of a protective receptacle, line to load */
  sensed: Map<string, { hot: string; neutral: string }>;
}

const legVolts = (bench: Bench): { A: Complex; B: Complex } => {
  const v = bench.supply.volts;
  return bench.supply.kind === 'split-phase' ? { A: complex(v), B: complex(-v) } : { A: complex(v), B: complex(v) };
};

/** Resistance and reactance in series that take `watts` at `volts` with a power factor (lagging). */
export function loadImpedance(watts: number, volts: number, powerFactor: number, hertz: number): { ohm: number; henry: number } {
  const size = ((volts * volts) / watts) * powerFactor;
  return { ohm: size * powerFactor, henry: (size * Math.sqrt(1 - powerFactor * powerFactor)) / (2 * Math.PI * hertz) };
}

class Builder {
  readonly branches: Branch[] = [];
  readonly sources: Source[] = [];
  readonly conductorBranch = new Map<string, string>();
  readonly breakerBranch = new Map<string, string>();
  readonly sensed = new Map<string, { hot: string; neutral: string }>();

  readonly hertz: number;

  constructor(
    private readonly bench: Bench,
    private readonly options: BuildOptions,
  ) {
    this.hertz = bench.supply.kind === 'split-phase' ? 60 : 50;
  }

  ohm(part: WiringPart, id: string, from: string, to: string, ohm: number, henry?: number): void {
    this.branches.push({ id, from, to, is: { ohm, ...(henry ? { henry } : {}) }, part });
  }
  farad(id: string, from: string, to: string, farad: number): void {
    this.branches.push({ id, from, to, is: { farad } });
  }
  supply(): void {
    const { supply, breakers } = this.bench;
    const { sourceOhm } = supply;
    const legs = legVolts(this.bench);
    const bar = nodeOf.bar(NEUTRAL_BAR);
    const used = new Set(breakers.map((b) => b.leg));
    for (const leg of ['A', 'B'] as const)
      if (used.has(leg) || leg === 'A') {
        this.sources.push({ id: `leg ${leg}`, from: bar, to: `bus ${leg}`, volts: legs[leg], ohm: sourceOhm });
      }
    // one bond, at the service
    // with the supplier’s earth the loop outside is what its source and this bond have together
    const bond = supply.kind === 'single-phase' ? Math.max(BOND_OHM, supply.loopOhm - sourceOhm) : BOND_OHM;
    this.ohm({ is: 'bond' }, 'bond', bar, nodeOf.bar(GROUND_BAR), bond);
    this.ohm({ is: 'earth electrode' }, 'earth electrode', nodeOf.bar(GROUND_BAR), EARTH, 0.5);
    for (const b of breakers) {
      // an open breaker’s screw is there all the same
      this.farad(`case ${b.id}`, nodeOf.breaker(b.id), EARTH, 1e-12);
      if (!b.on) continue;
      const id = `breaker ${b.id}`;
      this.ohm({ is: 'breaker', breakerId: b.id }, id, `bus ${b.leg}`, nodeOf.breaker(b.id), SWITCH_OHM);
      this.breakerBranch.set(b.id, id);
    }
  }

  cables(): void {
    const celsius = this.options.celsius ?? 20;
    for (const cable of this.bench.cables) {
      const ends = (i: number, e: 0 | 1) => nodeOf.end(endKey({ cableId: cable.id, conductor: i, end: e }));
      cable.colours.forEach((_, i) => {
        const id = branchOf.conductor(cable.id, i);
        this.conductorBranch.set(`${cable.id}/${i}`, id);
        this.ohm(
          { is: 'conductor', cableId: cable.id, conductor: i },
          id,
          ends(i, 0),
          ends(i, 1),
          conductorOhm(cable.gauge, cable.lengthMm, celsius, cable.areasMm2?.[i]),
        );
      });
      if (this.options.metalOnly) continue;
      const half = (NEIGHBOUR_F_PER_M * (cable.lengthMm / 1000)) / 2;
      for (let i = 0; i < cable.colours.length; i++)
        for (let j = i + 1; j < cable.colours.length; j++)
          for (const e of [0, 1] as const) this.farad(`between ${cable.id}/${i} and ${j} at ${e}`, ends(i, e), ends(j, e), half);
    }
    for (const p of this.bench.pigtails) {
      const ends = (e: 0 | 1) => nodeOf.end(endKey({ pigtailId: p.id, end: e }));
      this.ohm({ is: 'pigtail', pigtailId: p.id }, `pigtail ${p.id}`, ends(0), ends(1), conductorOhm(p.gauge, p.lengthMm, celsius));
    }
  }

  private terminalNode(joint: Joint): string {
    const { at } = joint;
    if (!at) throw new NetworkError(`${joint.id} is a terminal that names no device`, joint.id);
    if (at.device === 'box') return nodeOf.box(joint.boxId);
    if (joint.boxId === PANEL) {
      if (at.device === NEUTRAL_BAR || at.device === GROUND_BAR) return nodeOf.bar(at.device);
      if (!this.bench.breakers.some((b) => b.id === at.device)) throw new NetworkError(`the panel has no breaker ${at.device}`, at.device);
      return nodeOf.breaker(at.device);
    }
    const device = this.bench.devices.find((d) => d.id === at.device);
    if (!device) throw new NetworkError(`there is no device ${at.device}`, at.device);
    if (!TERMINALS[device.form].includes(at.terminal))
      throw new NetworkError(`${device.name} has no terminal ${at.terminal}; it has ${TERMINALS[device.form].join(', ')}`, device.id);
    return nodeOf.terminal(device.id, at.terminal);
  }

  joints(): void {
    const seen = new Set<string>();
    for (const joint of this.bench.joints) {
      const node = joint.kind === 'terminal' ? this.terminalNode(joint) : nodeOf.joint(joint.id);
      const onDevice = joint.at && joint.boxId !== PANEL && joint.at.device !== 'box' ? { deviceId: joint.at.device } : {};
      for (const end of joint.ends) {
        const key = endKey(end);
        if (endBox(this.bench, end) === undefined)
          throw new NetworkError(`${joint.id} names a conductor that isn’t there: ${key}`, joint.id);
        if (seen.has(key)) throw new NetworkError(`${key} is on two joints at once`, joint.id);
        seen.add(key);
        this.ohm(
          { is: 'contact', jointId: joint.id, end, ...onDevice },
          branchOf.contact(joint.id, end),
          nodeOf.end(key),
          node,
          CONTACT_OHM + (joint.looseOhm ?? 0),
        );
      }
    }
  }

  private volts(): number {
    return this.bench.supply.volts;
  }

  devices(): void {
    const boxes = new Map(this.bench.boxes.map((b) => [b.id, b]));
    for (const d of this.bench.devices) {
      this.device(d);
      // a mounted yoke touches a metal box; nothing may rely on it
      if (boxes.get(d.boxId)?.material === 'metal')
        this.ohm({ is: 'yoke', deviceId: d.id }, `yoke ${d.id}`, nodeOf.terminal(d.id, 'green'), nodeOf.box(d.boxId), 0.05);
    }
    for (const p of this.bench.plugged) {
      const device = this.bench.devices.find((d) => d.id === p.deviceId);
      if (!device) throw new NetworkError(`${p.name} is plugged into a device that isn’t there: ${p.deviceId}`, p.id);
      const pin = (name: 'hot' | 'neutral' | 'ground') => nodeOf.slot(device.id, p.face, name);
      const { ohm, henry } = loadImpedance(p.watts, this.volts(), p.powerFactor, this.hertz);
      if (p.on) this.ohm({ is: 'load', of: p.id }, `load ${p.id}`, pin('hot'), pin('neutral'), ohm, henry);
      if (p.leaksOhm) this.ohm({ is: 'leak', of: p.id }, `leak of ${p.id}`, pin('hot'), pin('ground'), p.leaksOhm);
    }
  }

  private face(d: BenchDevice, face: 'upper' | 'lower', hot: string, neutral: string): void {
    this.ohm({ is: 'inside', deviceId: d.id }, `slot ${d.id} ${face} hot`, hot, nodeOf.slot(d.id, face, 'hot'), CONTACT_OHM);
    this.ohm({ is: 'inside', deviceId: d.id }, `slot ${d.id} ${face} neutral`, neutral, nodeOf.slot(d.id, face, 'neutral'), CONTACT_OHM);
    this.ohm(
      { is: 'inside', deviceId: d.id },
      `slot ${d.id} ${face} ground`,
      nodeOf.terminal(d.id, 'green'),
      nodeOf.slot(d.id, face, 'ground'),
      CONTACT_OHM,
    );
  }

  private device(d: BenchDevice): void {
    const t = (name: string) => nodeOf.terminal(d.id, name);
    const closed = (id: string, a: string, b: string) =>
      this.ohm({ is: 'inside', deviceId: d.id }, `${id} ${d.id}`, t(a), t(b), SWITCH_OHM);
    switch (d.form) {
      case 'duplex':
        if (d.brassTab) this.ohm({ is: 'inside', deviceId: d.id }, `brass tab ${d.id}`, t('brass upper'), t('brass lower'), STRAP_OHM);
        if (d.silverTab) this.ohm({ is: 'inside', deviceId: d.id }, `silver tab ${d.id}`, t('silver upper'), t('silver lower'), STRAP_OHM);
        this.face(d, 'upper', t('brass upper'), t('silver upper'));
        this.face(d, 'lower', t('brass lower'), t('silver lower'));
        return;
      case 'single':
        this.face(d, 'upper', t('brass'), t('silver'));
        return;
      case 'ground-fault': {
        const face = { hot: `${d.id} face hot`, neutral: `${d.id} face neutral` };
        if (!d.tripped) {
          const hot = `sensed hot ${d.id}`;
          const neutral = `sensed neutral ${d.id}`;
          // both poles run through the sensor to a bar inside, and from there to the face and the load screws
          this.ohm({ is: 'inside', deviceId: d.id }, hot, t('line brass'), face.hot, SWITCH_OHM);
          this.ohm({ is: 'inside', deviceId: d.id }, neutral, t('line silver'), face.neutral, SWITCH_OHM);
          this.ohm({ is: 'inside', deviceId: d.id }, `inner hot ${d.id}`, face.hot, t('load brass'), STRAP_OHM);
          this.ohm({ is: 'inside', deviceId: d.id }, `inner neutral ${d.id}`, face.neutral, t('load silver'), STRAP_OHM);
          if (this.options.testing?.has(d.id))
            this.ohm({ is: 'inside', deviceId: d.id }, `test ${d.id}`, face.hot, t('line silver'), TEST_OHM);
          this.sensed.set(d.id, { hot, neutral });
        }
        for (const name of ['line brass', 'line silver', 'load brass', 'load silver', 'green'])
          this.farad(`case ${d.id} ${name}`, t(name), EARTH, 1e-12);
        this.face(d, 'upper', face.hot, face.neutral);
        this.face(d, 'lower', face.hot, face.neutral);
        return;
      }
      case 'switch':
        if (d.up) closed('switch', 'screw 1', 'screw 2');
        break;
      case 'three-way':
        closed('switch', 'common', d.up ? 'traveller 1' : 'traveller 2');
        break;
      case 'four-way':
        closed('switch a', 'in 1', d.up ? 'out 1' : 'out 2');
        closed('switch b', 'in 2', d.up ? 'out 2' : 'out 1');
        break;
      case 'lamp':
      case 'appliance': {
        if (d.watts === undefined) throw new NetworkError(`${d.name} has no watts`, d.id);
        const { ohm, henry } = loadImpedance(d.watts, this.volts(), d.powerFactor, this.hertz);
        this.ohm({ is: 'load', of: d.id }, `load ${d.id}`, t('hot'), t('neutral'), ohm, henry);
        break;
      }
    }
    // terminals that nothing is on are there all the same
    for (const name of TERMINALS[d.form]) this.farad(`case ${d.id} ${name}`, t(name), EARTH, 1e-12);
  }
}

/** Throws NetworkError for wiring that names parts that aren't there. */
export function buildNetwork(bench: Bench, options: BuildOptions = {}): Built {
  const b = new Builder(bench, options);
  b.supply();
  b.cables();
  b.joints();
  b.devices();
  // the metal of a box that nothing grounds is there too
  for (const box of bench.boxes) if (box.material === 'metal') b.farad(`metal ${box.id}`, nodeOf.box(box.id), EARTH, 20e-12);
  return {
    network: { earth: EARTH, hertz: b.hertz, leakOhm: LEAK_OHM, branches: b.branches, sources: b.sources },
    conductorBranch: b.conductorBranch,
    breakerBranch: b.breakerBranch,
    sensed: b.sensed,
  };
}
