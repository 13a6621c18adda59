/**
 * A planned box, wired, switched on and measured in every position of what can be switched. Cables that bring power hang on breakers of
 * their own; at the far end of each that goes on stands a lamp, a switch or the other three-way switch, as its conductors say.
 * What should be lit is reckoned from what each conductor is for, not from the joints.
 */
import { DEVICE_KINDS } from '../../catalog/index.js';
import { groundWithoutDevices, joinedFeeds, magnitude, nodeOf, switchOn, type SwitchedOn } from '../../circuit/index.js';
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
import { feedKey, hangingOf } from './nets.js';
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

/** What is wrong with a plan, measured; empty when it does what is wanted. */
export function provenWrong(input: PlanInput, read: Purposes, plan: WiringPlan): string[] {
  const { box, schools } = input;
  const { list, devices, inside } = read;
  if (list.length === 0) return [];
  const rig = new Rig(input, read);
  rig.cables();
  const { bench } = rig;
  const form = (d: Device) => DEVICE_KINDS[d.kind].form;
  const hanging = hangingOf(read);
  const receptacles = devices.filter((d) => DEVICE_KINDS[d.kind].outlets > 0);
  const switches = devices.filter((d) => form(d) === 'switch');
  const three = devices.find((d) => form(d) === 'three-way');
  const four = devices.find((d) => form(d) === 'four-way');
  bench.boxes.push({ id: box.id, name: box.name, material: boxMaterial(box) ?? 'plastic', gangs: Math.min(4, box.gangs) });
  inside.forEach((_, i) => bench.boxes.push({ id: `far-${i}`, name: `far ${i}`, material: 'plastic', gangs: 1 }));
  bench.devices.push(
    ...plan.devices.map((d) => ({
      ...deviceOnBench({ ...d, boxId: box.id }),
      up: true,
    })),
  );
  rig.toggles.push(...plan.devices.filter((d) => ['switch', 'three-way', 'four-way'].includes(DEVICE_KINDS[d.kind].form)).map((d) => d.id));
  const { joints, pigtails } = jointsOnBench(plan, bench.cables, schools);
  bench.joints.push(...joints);
  bench.pigtails.push(...pigtails);

  /* which cables bring power: those from the panel's side, else the first that has a hot */
  const lineIds = new Set(read.feeds.map((f) => f.cableId));
  if (lineIds.size === 0) {
    const first = list.find((p) => p.is === 'hot' && p.side === 'unknown') ?? list.find((p) => p.is === 'hot');
    if (first) lineIds.add(first.lead.cableId!);
  }
  const isLine = (p: Purpose): boolean => lineIds.has(p.lead.cableId!);
  const breakerOf = (key: string): string => `breaker ${key}`.replace(/[^A-Za-z0-9]/g, '-');
  const made = new Set<string>();
  const breaker = (id: string, circuit: string): string => {
    if (!made.has(id)) {
      made.add(id);
      rig.breaker(id, circuit);
    }
    return id;
  };
  const guarded = (key: string, s: State): boolean => !(hanging.behind === key && s.tripped);
  const fed = (key: string, s: State): boolean => s.breakers[breakerOf(key)] !== false;

  /* what drives each switched conductor */
  const switchedKey = (p: Purpose): string => (switches.length === 1 ? switches[0]!.id : p.by);
  const keyFor = (d: Device): string => hanging.feedOf(d, 0) ?? hanging.powered[0] ?? '';
  const hotAlong = (cableId: string): Purpose | undefined => list.find((p) => p.lead.cableId === cableId && p.is === 'hot');
  const pairOf = (cableId: string): Purpose[] => list.filter((p) => p.lead.cableId === cableId && p.is === 'traveller');
  const driver = new Map<string, (s: State) => boolean>();
  for (const d of switches) driver.set(d.id, (s) => s.up[d.id]! && fed(keyFor(d), s) && guarded(keyFor(d), s));
  const far3 = (cableId: string): string => `three-${rig.farOf(cableId)}`;
  const loadPair = list.find((p) => p.is === 'traveller' && !isLine(p))?.lead.cableId;
  const linePair = list.find((p) => p.is === 'traveller' && isLine(p))?.lead.cableId;
  const paired = (s: State): boolean => {
    const [a, b] = [linePair ? far3(linePair) : three!.id, loadPair ? far3(loadPair) : three!.id];
    const source = linePair ? s.breakers[`t-${rig.farOf(linePair)}`] !== false : three ? fed(keyFor(three), s) : true;
    return source && (s.up[a] === s.up[b]) === (four ? s.up[four.id]! : true);
  };
  const back = list.find((p) => p.is === 'switched' && pairOf(p.lead.cableId!).length === 2 && !isLine(p));
  const commonSwitched =
    three && plan.joints.some((j) => j.at?.deviceId === three.id && j.at.name === 'common' && j.leads.some((l) => l.letter === 'S'));
  if (commonSwitched || back) driver.set('', paired);

  /* far ends */
  for (const cable of bench.cables.slice(0, inside.filter((c) => c.end).length)) {
    const own = list.filter((p) => p.lead.cableId === cable.id);
    const far = rig.farOf(cable.id);
    const line = lineIds.has(cable.id);
    const free = new Set(own.filter((p) => p.is === 'neutral'));
    const neutral = [...free][0];
    const label = inside.find((c) => c.cable.id === cable.id)!.farLabel;
    const pair = own.filter((p) => p.is === 'traveller');
    const name = (what: string): string => `${what} at ${label}`;
    for (const p of own.filter((x) => x.is === 'ground')) if (line) rig.tie(p, GROUND_BAR);
    if (line) for (const p of free) rig.tie(p, NEUTRAL_BAR);
    const hot = own.filter((p) => p.is === 'hot');
    const switched = own.filter((p) => p.is === 'switched');
    if (line) for (const p of hot) rig.tie(p, breaker(breakerOf(feedKey(p)), p.circuit));
    if (pair.length === 2) {
      const id = far3(cable.id);
      rig.device(id, far, 'three-way');
      pair.forEach((p, i) => rig.on(far, rig.end(p), id, `traveller ${i + 1}`));
      const through = `c-${far}`;
      bench.cables.push({
        ...{ id: through, name: through, gauge: 14 as const, colours: ['black' as const], lengthMm: 300 },
        ...{ ends: [far, far] as [string, string], sides: ['top', 'top'] as ['top', 'top'], freeMm: [0, 0] as [number, number] },
      });
      rig.on(far, { cableId: through, conductor: 0, end: 0 }, id, 'common');
      const lead: WireEnd = { cableId: through, conductor: 0, end: 1 };
      if (line) {
        // the other switch stands at the source
        const source = breaker(`t-${far}`, pair[0]!.circuit);
        rig.bench.joints.push({ id: `src-${far}`, boxId: far, kind: 'splice', ends: [lead, fromBreaker(rig, source, far)] });
      } else if (switched[0]) rig.bench.joints.push({ id: `ret-${far}`, boxId: far, kind: 'splice', ends: [lead, rig.end(switched[0])] });
      else rig.lamp(lead, far, neutral, free, name('the lamp'), paired);
      continue;
    }
    for (const p of switched) {
      const key = switchedKey(p);
      const drive = driver.get(key);
      if (!line && hot.length && !drive) {
        // a switch at the end of its cable: hot down, switched back
        const id = `switch-${far}`;
        rig.device(id, far, 'switch');
        rig.on(far, rig.end(hot[0]!), id, 'screw 1');
        rig.on(far, rig.end(p), id, 'screw 2');
        hot.splice(0, 1);
        const down = feedKey(hotAlong(cable.id)!);
        driver.set(key, (s) => s.up[id]! && fed(down, s) && guarded(down, s));
      } else if (line && !drive) {
        const id = breaker(`s-${far}-${p.lead.id}`.replace(/[^A-Za-z0-9]/g, '-'), p.circuit);
        rig.tie(p, id);
        driver.set(key, (s) => s.breakers[id] !== false);
      }
    }
    if (!line)
      for (const p of hot)
        rig.lamp(rig.end(p), far, neutral, free, name('what is always on'), (s) => fed(feedKey(p), s) && guarded(feedKey(p), s));
  }
  // switched conductors that go on: their lamps, once all that drives them is there
  for (const p of list.filter((x) => x.is === 'switched')) {
    const key = switchedKey(p);
    const own = list.filter((x) => x.lead.cableId === p.lead.cableId);
    const driven = devices.some((d) => d.id === key) || (commonSwitched ?? false);
    const source = isLine(p) && !driven;
    const isReturn = p === back || bench.devices.some((d) => d.id === `switch-${rig.farOf(p.lead.cableId!)}`);
    if (source || isReturn) continue;
    const drive = driver.get(key);
    if (!drive) return [`Nothing feeds the switched conductor of the ${p.lead.from}.`];
    const free = new Set(own.filter((x) => x.is === 'neutral' && !isLine(x)));
    rig.lamp(rig.end(p), rig.farOf(p.lead.cableId!), [...free][0], free, `the lamp by the ${p.lead.from}`, drive);
  }

  /* what is in the box itself */
  receptacles.forEach((d, nth) => {
    const faces = form(d) === 'single' ? (['upper'] as const) : (['upper', 'lower'] as const);
    for (const face of faces) {
      bench.plugged.push({
        id: idOf(d.id, face),
        name: d.name,
        deviceId: d.id,
        face,
        watts: LAMP_W,
        powerFactor: 1,
        on: true,
      });
      const key = d.split === 'two feeds' ? hanging.powered[face === 'upper' ? 0 : 1]! : (hanging.feedOf(d, nth) ?? '');
      const switched = d.split === 'half switched' && face === 'lower' ? [...driver.values()][0] : undefined;
      const own = d === hanging.guards;
      const lit = (s: State): boolean =>
        switched ? switched(s) : fed(key, s) && (own || DEVICE_KINDS[d.kind].groundFault ? !(own && s.tripped) : guarded(key, s));
      const pin = (name: 'hot' | 'neutral' | 'ground') => nodeOf.slot(d.id, face, name);
      const what = `${d.name}, ${face} face`;
      rig.expected.push({ what: `${what}, hot to neutral`, between: [pin('hot'), pin('neutral')], lit });
      if (list.some((p) => p.is === 'ground' && isLine(p)))
        rig.expected.push({ what: `${what}, hot to ground`, between: [pin('hot'), pin('ground')], lit });
    }
  });
  for (const d of devices.filter((x) => form(x) === 'lamp')) {
    const switched = list.some((p) => p.is === 'switched') ? [...driver.values()][0] : undefined;
    const key = keyFor(d);
    rig.expected.push({
      what: d.name,
      between: [nodeOf.terminal(d.id, 'hot'), nodeOf.terminal(d.id, 'neutral')],
      lit: (s) => (switched ? switched(s) : fed(key, s) && guarded(key, s)),
    });
  }
  return measured(
    rig,
    hanging.guards,
    list.some((p) => p.is === 'ground'),
  );
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

function measured(rig: Rig, guards: Device | undefined, grounds: boolean): string[] {
  const { bench } = rig;
  const wrong = new Set<string>();
  if (joinedFeeds(bench).length) wrong.add('Measured: two feeds are joined; switching one off would leave it live.');
  if (grounds && !groundWithoutDevices(bench, rig.input.box.id)) wrong.add('The grounds hang together only through a device (250.148).');
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
