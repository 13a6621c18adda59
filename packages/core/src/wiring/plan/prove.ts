/**
 * A planned box, wired, switched on and measured in every position of what can be switched. Cables that bring power hang on breakers of
 * their own; at the far end of each that goes on stands a lamp, a switch or the other three-way switch, as its conductors say.
 * What should be lit is reckoned from what each conductor is for, not from the joints.
 */
import { DEVICE_KINDS } from '../../catalog/index.js';
import {
  groundsMeet,
  groundWithoutDevices,
  joinedFeeds,
  magnitude,
  nodeOf,
  reached,
  switchOn,
  type SwitchedOn,
} from '../../circuit/index.js';
import { inches } from '../../measure/index.js';
import {
  idOf,
  emptyBench,
  GROUND_BAR,
  NEUTRAL_BAR,
  PANEL,
  type Bench,
  type BenchDevice,
  type Device,
  type Joint,
  type WireEnd,
} from '../../model/index.js';
import { boxMaterial } from '../boxContents.js';
import { deviceOnBench, jointsOnBench } from './onBench.js';
import { feedKey, hangingOf, type Hanging } from './nets.js';
import type { WiringPlan } from './planned.js';
import type { PlanInput, Purpose, Purposes } from './purposes.js';

const FAR_MM = 5000;
const MAINS = { least: 108, most: 132 };
const DARK_V = 20;
/** A lamp that a wire on its own, picking up from its neighbours, can't feed (common practice). */
const LAMP_W = 40;
const MOST_SWITCHES = 4;

/** Positions of everything that can be moved. */
interface State {
  up: Record<string, boolean>;
  breakers: Record<string, boolean>;
  tripped: boolean;
}
interface Expected {
  what: string;
  /** nodes between which it is measured */
  between: [string, string];
  lit: (s: State) => boolean;
}

class Rig {
  readonly bench: Bench = emptyBench();
  readonly expected: Expected[] = [];
  /** switches by device id, local and far */
  readonly toggles: string[] = [];
  private legs = new Map<string, 'A' | 'B'>();

  constructor(
    readonly input: PlanInput,
    readonly read: Purposes,
  ) {}

  private joint(boxId: string, ends: WireEnd[], at?: Joint['at']): void {
    const id = `rig-${this.bench.joints.length}`;
    this.bench.joints.push({ id, boxId, kind: at ? 'terminal' : 'splice', ...(at ? { at } : {}), ends });
  }
  breaker(id: string, circuit: string): void {
    const leg = this.legs.get(circuit) ?? (this.legs.size % 2 ? 'B' : 'A');
    this.legs.set(circuit, leg);
    this.bench.breakers.push({ id, number: `${this.bench.breakers.length + 1}`, amps: 20, leg, kind: 'plain', curve: 'US', on: true });
  }
  /** a cable's conductors, lying from its far box to the one that is planned */
  cables(): void {
    const { box } = this.input;
    for (const { cable, end } of this.read.inside) {
      if (!end) continue;
      const grounded = cable.ground !== undefined && cable.ground !== 'none';
      this.bench.cables.push({
        ...{ id: cable.id, name: cable.name, gauge: cable.gauge, lengthMm: FAR_MM },
        colours: [...cable.conductors, ...(grounded ? [cable.ground as 'bare' | 'green'] : [])],
        ends: [this.farOf(cable.id), box.id],
        sides: ['top', 'top'],
        freeMm: [inches(7), inches(7)],
      });
    }
  }
  farOf = (cableId: string): string => `far-${this.read.inside.findIndex((c) => c.cable.id === cableId)}`;
  end = (p: Purpose): WireEnd => {
    const cable = this.bench.cables.find((c) => c.id === p.lead.cableId)!;
    const tail = p.lead.id.slice(cable.id.length + 1);
    return { cableId: cable.id, conductor: tail === 'g' ? cable.colours.length - 1 : Number(tail), end: 0 };
  };
  /** a wire of the rig from the panel's bar or a breaker to a far box; returns its end there */
  private fromPanel(device: string, boxId: string): WireEnd {
    const id = `rig-wire-${this.bench.cables.length}`;
    this.bench.cables.push({
      ...{ id, name: id, gauge: 14 as const, colours: ['black' as const], lengthMm: FAR_MM },
      ...{
        ends: [PANEL, boxId] as [string, string],
        sides: ['top', 'top'] as ['top', 'top'],
        freeMm: [inches(7), inches(7)] as [number, number],
      },
    });
    this.joint(PANEL, [{ cableId: id, conductor: 0, end: 0 }], { device, terminal: 'screw' });
    return { cableId: id, conductor: 0, end: 1 };
  }
  /** ties a far end to something of the panel */
  tie(p: Purpose, device: string): void {
    this.joint(this.farOf(p.lead.cableId!), [this.end(p), this.fromPanel(device, this.farOf(p.lead.cableId!))]);
  }
  device(id: string, boxId: string, form: BenchDevice['form']): void {
    this.bench.devices.push({
      ...{ id, name: id, boxId, form, ratingA: 15 as const, brassTab: true, silverTab: true, up: true, tripped: false, powerFactor: 1 },
      ...(form === 'lamp' ? { watts: LAMP_W } : {}),
    });
    if (form !== 'lamp') this.toggles.push(id);
  }
  on(boxId: string, end: WireEnd, device: string, terminal: string): void {
    this.joint(boxId, [end], { device, terminal });
  }
  /** a lamp at the far end, between a conductor and the neutral that comes with it, or the panel's where none does */
  lamp(end: WireEnd, boxId: string, neutral: Purpose | undefined, free: Set<Purpose>, what: string, lit: Expected['lit']): void {
    const id = `lamp-${this.expected.length}`;
    this.device(id, boxId, 'lamp');
    this.on(boxId, end, id, 'hot');
    const own = neutral !== undefined && free.has(neutral);
    if (own) free.delete(neutral);
    this.on(boxId, own ? this.end(neutral) : this.fromPanel(NEUTRAL_BAR, boxId), id, 'neutral');
    this.expected.push({ what, between: [nodeOf.terminal(id, 'hot'), nodeOf.terminal(id, 'neutral')], lit });
  }
}

const form = (d: Pick<Device, 'kind'>) => DEVICE_KINDS[d.kind].form;
const nameable = (id: string): string => id.replace(/[^A-Za-z0-9]/g, '-');
const breakerOf = (key: string): string => nameable(`breaker ${key}`);
type Lit = Expected['lit'];

/** A plan in its rig: what power comes in by, what drives each switched conductor, and what should be lit. */
class Proof {
  readonly rig: Rig;
  readonly hanging: Hanging;
  private readonly switches: Device[];
  private readonly three: Device | undefined;
  private readonly four: Device | undefined;
  /** cables that bring power: those from the panel’s side, else the first that has a hot */
  private readonly lineIds: ReadonlySet<string>;
  /** what a switched conductor goes by: a device’s id, or `''` between two three-way switches */
  private readonly driver = new Map<string, Lit>();
  private readonly made = new Set<string>();
  /** the switched conductor that comes back from a pair of travellers */
  private readonly back: Purpose | undefined;
  private readonly commonSwitched: boolean;

  constructor(
    input: PlanInput,
    private readonly read: Purposes,
    plan: WiringPlan,
  ) {
    const { devices, list } = read;
    this.rig = new Rig(input, read);
    this.rig.cables();
    this.hanging = hangingOf(read);
    this.switches = devices.filter((d) => form(d) === 'switch');
    this.three = devices.find((d) => form(d) === 'three-way');
    this.four = devices.find((d) => form(d) === 'four-way');
    this.wired(input, plan);
    this.lineIds = linesIn(read);
    this.back = list.find((p) => p.is === 'switched' && this.pairOf(p.lead.cableId!).length === 2 && !this.isLine(p));
    const { three } = this;
    this.commonSwitched =
      three !== undefined &&
      plan.joints.some((j) => j.at?.deviceId === three.id && j.at.name === 'common' && j.leads.some((l) => l.letter === 'S'));
    for (const d of this.switches) this.driver.set(d.id, (s) => s.up[d.id]! && this.live(this.keyFor(d), s));
    if (this.commonSwitched || this.back) this.driver.set('', this.paired());
  }

  /** The box as it is planned, and an empty one at the far end of each cable. */
  private wired({ box, schools }: PlanInput, plan: WiringPlan): void {
    const { bench, toggles } = this.rig;
    bench.boxes.push({ id: box.id, name: box.name, material: boxMaterial(box) ?? 'plastic', gangs: Math.min(4, box.gangs) });
    this.read.inside.forEach((_, i) => bench.boxes.push({ id: `far-${i}`, name: `far ${i}`, material: 'plastic', gangs: 1 }));
    bench.devices.push(...plan.devices.map((d) => ({ ...deviceOnBench({ ...d, boxId: box.id }), up: true })));
    toggles.push(...plan.devices.filter((d) => ['switch', 'three-way', 'four-way'].includes(form(d))).map((d) => d.id));
    const { joints, pigtails } = jointsOnBench(plan, bench.cables, schools);
    bench.joints.push(...joints);
    bench.pigtails.push(...pigtails);
  }

  private isLine(p: Purpose): boolean {
    return this.lineIds.has(p.lead.cableId!);
  }
  private breaker(id: string, circuit: string): string {
    if (!this.made.has(id)) {
      this.made.add(id);
      this.rig.breaker(id, circuit);
    }
    return id;
  }
  private guarded(key: string, s: State): boolean {
    return !(this.hanging.behind === key && s.tripped);
  }
  private fed(key: string, s: State): boolean {
    return s.breakers[breakerOf(key)] !== false;
  }
  private live(key: string, s: State): boolean {
    return this.fed(key, s) && this.guarded(key, s);
  }
  private switchedKey(p: Purpose): string {
    return this.switches.length === 1 ? this.switches[0]!.id : p.by;
  }
  private keyFor(d: Device): string {
    return this.hanging.feedOf(d, 0) ?? this.hanging.powered[0] ?? '';
  }
  private pairOf(cableId: string): Purpose[] {
    return this.read.list.filter((p) => p.lead.cableId === cableId && p.is === 'traveller');
  }
  private far3(cableId: string): string {
    return `three-${this.rig.farOf(cableId)}`;
  }
  /** Lit where both three-way switches stand alike, or a four-way between them turns that round. */
  private paired(): Lit {
    const { rig, three, four } = this;
    const travellers = this.read.list.filter((p) => p.is === 'traveller');
    const loadPair = travellers.find((p) => !this.isLine(p))?.lead.cableId;
    const linePair = travellers.find((p) => this.isLine(p))?.lead.cableId;
    return (s) => {
      const [a, b] = [linePair ? this.far3(linePair) : three!.id, loadPair ? this.far3(loadPair) : three!.id];
      const source = linePair ? s.breakers[`t-${rig.farOf(linePair)}`] !== false : three ? this.fed(this.keyFor(three), s) : true;
      return source && (s.up[a] === s.up[b]) === (four ? s.up[four.id]! : true);
    };
  }

  /** What stands at the far end of each cable. */
  farEnds(): void {
    const { bench } = this.rig;
    for (const cable of bench.cables.slice(0, this.read.inside.filter((c) => c.end).length)) this.farEnd(cable.id);
  }
  private farEnd(cableId: string): void {
    const { rig } = this;
    const own = this.read.list.filter((p) => p.lead.cableId === cableId);
    const line = this.lineIds.has(cableId);
    const free = new Set(own.filter((p) => p.is === 'neutral'));
    const neutral = [...free][0];
    const label = this.read.inside.find((c) => c.cable.id === cableId)!.farLabel;
    const hot = own.filter((p) => p.is === 'hot');
    if (line) {
      for (const p of own) if (p.is === 'ground') rig.tie(p, GROUND_BAR);
      for (const p of free) rig.tie(p, NEUTRAL_BAR);
      for (const p of hot) rig.tie(p, this.breaker(breakerOf(feedKey(p)), p.circuit));
    }
    if (own.filter((p) => p.is === 'traveller').length === 2)
      return this.otherThreeWay(cableId, own, neutral, free, `the lamp at ${label}`);
    for (const p of own) if (p.is === 'switched') this.switchedFarEnd(cableId, p, hot);
    if (!line)
      for (const p of hot)
        rig.lamp(rig.end(p), rig.farOf(cableId), neutral, free, `what is always on at ${label}`, (s) => this.live(feedKey(p), s));
  }
  /** At the far end of a pair of travellers stands the other switch: at the source, or with what comes back of it. */
  private otherThreeWay(cableId: string, own: readonly Purpose[], neutral: Purpose | undefined, free: Set<Purpose>, what: string): void {
    const { rig } = this;
    const { bench } = rig;
    const far = rig.farOf(cableId);
    const id = this.far3(cableId);
    const pair = own.filter((p) => p.is === 'traveller');
    const [switched] = own.filter((p) => p.is === 'switched');
    rig.device(id, far, 'three-way');
    pair.forEach((p, i) => rig.on(far, rig.end(p), id, `traveller ${i + 1}`));
    const through = `c-${far}`;
    bench.cables.push({
      ...{ id: through, name: through, gauge: 14 as const, colours: ['black' as const], lengthMm: 300 },
      ...{ ends: [far, far] as [string, string], sides: ['top', 'top'] as ['top', 'top'], freeMm: [0, 0] as [number, number] },
    });
    rig.on(far, { cableId: through, conductor: 0, end: 0 }, id, 'common');
    const lead: WireEnd = { cableId: through, conductor: 0, end: 1 };
    if (this.lineIds.has(cableId)) {
      const source = this.breaker(`t-${far}`, pair[0]!.circuit);
      bench.joints.push({ id: `src-${far}`, boxId: far, kind: 'splice', ends: [lead, fromBreaker(rig, source, far)] });
    } else if (switched) bench.joints.push({ id: `ret-${far}`, boxId: far, kind: 'splice', ends: [lead, rig.end(switched)] });
    else rig.lamp(lead, far, neutral, free, what, this.paired());
  }
  private switchedFarEnd(cableId: string, p: Purpose, hot: Purpose[]): void {
    const { rig } = this;
    const line = this.lineIds.has(cableId);
    const key = this.switchedKey(p);
    if (this.driver.has(key)) return;
    const far = rig.farOf(cableId);
    if (!line && hot.length) {
      // a switch at the end of its cable: hot down, switched back
      const id = `switch-${far}`;
      const [down] = hot.splice(0, 1);
      rig.device(id, far, 'switch');
      rig.on(far, rig.end(down!), id, 'screw 1');
      rig.on(far, rig.end(p), id, 'screw 2');
      this.driver.set(key, (s) => s.up[id]! && this.live(feedKey(down!), s));
    } else if (line) {
      const id = this.breaker(nameable(`s-${far}-${p.lead.id}`), p.circuit);
      rig.tie(p, id);
      this.driver.set(key, (s) => s.breakers[id] !== false);
    }
  }

  /** Lamps of switched conductors that go on, once all that drives them is there. @returns why one can’t be */
  switchedLamps(): string | undefined {
    const { rig } = this;
    const { list, devices } = this.read;
    for (const p of list.filter((x) => x.is === 'switched')) {
      const key = this.switchedKey(p);
      const driven = devices.some((d) => d.id === key) || this.commonSwitched;
      const source = this.isLine(p) && !driven;
      const far = rig.farOf(p.lead.cableId!);
      const isReturn = p === this.back || rig.bench.devices.some((d) => d.id === `switch-${far}`);
      if (source || isReturn) continue;
      const drive = this.driver.get(key);
      if (!drive) return `Nothing feeds the switched conductor of the ${p.lead.from}.`;
      const free = new Set(list.filter((x) => x.lead.cableId === p.lead.cableId && x.is === 'neutral' && !this.isLine(x)));
      rig.lamp(rig.end(p), far, [...free][0], free, `the lamp by the ${p.lead.from}`, drive);
    }
    return undefined;
  }

  /** What should be lit in the box itself. */
  inTheBox(): void {
    const { devices, list } = this.read;
    const [drive] = [...this.driver.values()];
    devices.filter((d) => DEVICE_KINDS[d.kind].outlets > 0).forEach((d, nth) => this.receptacle(d, nth, drive));
    for (const d of devices.filter((x) => form(x) === 'lamp')) {
      const switched = list.some((p) => p.is === 'switched') ? drive : undefined;
      this.rig.expected.push({
        what: d.name,
        between: [nodeOf.terminal(d.id, 'hot'), nodeOf.terminal(d.id, 'neutral')],
        lit: switched ?? ((s) => this.live(this.keyFor(d), s)),
      });
    }
  }
  get groundComesIn(): boolean {
    return this.read.list.some((p) => p.is === 'ground' && this.isLine(p));
  }
  /** Devices whose slot, or whose yoke, has to be on the ground that came in. */
  grounded(): Device[] {
    return this.groundComesIn ? this.read.devices.filter((d) => form(d) !== 'lamp') : [];
  }
  private receptacle(d: Device, nth: number, drive: Lit | undefined): void {
    const { rig, hanging } = this;
    const grounded = this.groundComesIn;
    if (form(d) === 'ground-fault') {
      // what feeds it is on LINE: there it is live with its contacts open too
      const key = hanging.feedOf(d, nth) ?? '';
      const between: [string, string] = [nodeOf.terminal(d.id, 'line brass'), nodeOf.terminal(d.id, 'line silver')];
      rig.expected.push({ what: `${d.name}, its LINE screws`, between, lit: (s) => this.fed(key, s) });
    }
    for (const face of form(d) === 'single' ? (['upper'] as const) : (['upper', 'lower'] as const)) {
      const load = { watts: LAMP_W, powerFactor: 1, on: true };
      rig.bench.plugged.push({ id: idOf(d.id, face), name: d.name, deviceId: d.id, face, ...load });
      const key = d.split === 'two feeds' ? hanging.powered[face === 'upper' ? 0 : 1]! : (hanging.feedOf(d, nth) ?? '');
      const own = d === hanging.guards;
      const always: Lit = (s) => this.fed(key, s) && (own || DEVICE_KINDS[d.kind].groundFault ? !(own && s.tripped) : this.guarded(key, s));
      const lit = d.split === 'half switched' && face === 'lower' && drive ? drive : always;
      const pin = (name: 'hot' | 'neutral' | 'ground') => nodeOf.slot(d.id, face, name);
      const what = `${d.name}, ${face} face`;
      rig.expected.push({ what: `${what}, hot to neutral`, between: [pin('hot'), pin('neutral')], lit });
      if (grounded) rig.expected.push({ what: `${what}, hot to ground`, between: [pin('hot'), pin('ground')], lit });
    }
  }
}

function linesIn({ feeds, list }: Purposes): Set<string> {
  if (feeds.length) return new Set(feeds.map((f) => f.cableId));
  const first = list.find((p) => p.is === 'hot' && p.side === 'unknown') ?? list.find((p) => p.is === 'hot');
  return new Set(first ? [first.lead.cableId!] : []);
}

/** What is wrong with a plan, measured; empty when it does what is wanted. */
export function provenWrong(input: PlanInput, read: Purposes, plan: WiringPlan): string[] {
  if (read.list.length === 0) return [];
  const proof = new Proof(input, read, plan);
  proof.farEnds();
  const undriven = proof.switchedLamps();
  if (undriven) return [undriven];
  proof.inTheBox();
  return measured(proof.rig, proof.hanging.guards, proof.groundComesIn, proof.grounded());
}

const fromBreaker = (rig: Rig, device: string, boxId: string): WireEnd => {
  const id = idOf('rig', device, boxId);
  rig.bench.cables.push({
    ...{ id, name: id, gauge: 14 as const, colours: ['black' as const], lengthMm: FAR_MM },
    ...{ ends: [PANEL, boxId] as [string, string], sides: ['top', 'top'] as ['top', 'top'], freeMm: [0, 0] as [number, number] },
  });
  rig.bench.joints.push({
    id: idOf(id, 'p'),
    boxId: PANEL,
    kind: 'terminal',
    at: { device, terminal: 'screw' },
    ends: [{ cableId: id, conductor: 0, end: 0 }],
  });
  return { cableId: id, conductor: 0, end: 1 };
};

/** All positions worth looking at: every combination of a few switches, each breaker off alone, the protective device tripped. */
function statesOf(rig: Rig, guards: Device | undefined): State[] {
  const on: State = {
    up: Object.fromEntries(rig.toggles.map((t) => [t, true])),
    breakers: Object.fromEntries(rig.bench.breakers.map((b) => [b.id, true])),
    tripped: false,
  };
  const states: State[] = [];
  if (rig.toggles.length <= MOST_SWITCHES)
    for (let n = 0; n < 2 ** rig.toggles.length; n++)
      states.push({ ...on, up: Object.fromEntries(rig.toggles.map((t, i) => [t, (n & (2 ** i)) === 0])) });
  else states.push(on, ...rig.toggles.map((t) => ({ ...on, up: { ...on.up, [t]: false } })));
  if (rig.bench.breakers.length > 1)
    states.push(...rig.bench.breakers.map((b) => ({ ...on, breakers: { ...on.breakers, [b.id]: false } })));
  if (guards) states.push({ ...on, tripped: true });
  return states;
}

function measured(rig: Rig, guards: Device | undefined, groundComesIn: boolean, grounded: readonly Device[]): string[] {
  const { bench } = rig;
  const wrong = new Set<string>();
  if (joinedFeeds(bench).length) wrong.add('Measured: two feeds are joined; switching one off would leave it live.');
  if (!groundWithoutDevices(bench, rig.input.box.id)) wrong.add('The grounds hang together only through a device (250.148).');
  else if (!groundsMeet(bench, rig.input.box.id)) wrong.add('The grounds of its cables are not joined in the box (250.148).');
  // a slot on nothing floats, and a meter between it and the hot still shows the supply: metal tells
  const onBar = reached(bench, nodeOf.bar(GROUND_BAR));
  for (const d of grounded)
    if (!onBar.has(nodeOf.terminal(d.id, 'green')))
      wrong.add(
        DEVICE_KINDS[d.kind].outlets > 0
          ? `The ground slot of ${d.name} leads to no bar (250.146).`
          : `The green screw of ${d.name} leads to no bar (404.9(B)).`,
      );
  const { box } = rig.input;
  if (groundComesIn && boxMaterial(box) === 'metal' && !onBar.has(nodeOf.box(box.id)))
    wrong.add('The metal of the box leads to no bar (250.148(C)).');
  for (const state of statesOf(rig, guards)) {
    let on: SwitchedOn;
    try {
      on = switchOn({
        ...bench,
        breakers: bench.breakers.map((b) => ({ ...b, on: state.breakers[b.id]! })),
        devices: bench.devices.map((d) => ({ ...d, up: state.up[d.id] ?? d.up, tripped: d.id === guards?.id && state.tripped })),
      });
    } catch (error) {
      return [`Measured: ${(error as Error).message}.`];
    }
    for (const o of on.opened) wrong.add(`Measured: ${o.why}; it opens.`);
    if (on.opened.length) continue;
    for (const e of rig.expected) {
      const volts = magnitude(on.state.between(...e.between));
      const lit = e.lit(state);
      if (lit ? volts < MAINS.least || volts > MAINS.most : volts > DARK_V)
        wrong.add(`Measured: ${e.what}: ${volts.toFixed(0)} V where ${lit ? 'about 120 V' : 'nothing'} should be.`);
    }
  }
  return [...wrong].slice(0, 3);
}
