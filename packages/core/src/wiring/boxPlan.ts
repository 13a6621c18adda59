/**
 * What lands where in one box of the bench, for every box of handbook 6, by the person's schools. The plan is then wired, switched on and
 * measured; one that does not do what is wanted is refused.
 */
import { spliceParts } from '../catalog/index.js';
import {
  groundsMeet,
  groundWithoutDevices,
  joinedFeeds,
  lineSide,
  magnitude,
  nodeOf,
  reached,
  switchOn,
  type SwitchedOn,
  endName,
} from '../circuit/index.js';
import { inches, type Awg } from '../measure/index.js';
import {
  idOf,
  endKey,
  GROUND_BAR,
  GROUND_COLOURS,
  NEUTRAL_BAR,
  NEUTRAL_COLOURS,
  PANEL,
  TERMINALS,
  type Bench,
  type BenchCable,
  type Joint,
  type Pigtail,
  type Schools,
  type WireColour,
  type WireEnd,
} from '../model/index.js';

export const BOX_PLAN_KINDS = [
  'run',
  'quad',
  'quad on two feeds',
  'protected',
  'split, two circuits',
  'split, half switched',
  'from a switch box',
  'tap of one leg',
  'junction',
] as const;
export type BoxPlanKind = (typeof BOX_PLAN_KINDS)[number];
export const BOX_PLAN_WORDS: Record<BoxPlanKind, string> = {
  run: 'receptacle at the end or in the middle of a run, any number of cables',
  quad: 'two receptacles on one feed',
  'quad on two feeds': 'two receptacles, one feed each, kept apart',
  protected: 'protective receptacle, with or without something behind it',
  'split, two circuits': 'split receptacle, each half on a hot of its own',
  'split, half switched': 'split receptacle, one half by a switch',
  'from a switch box': 'switch box that also feeds a receptacle',
  'tap of one leg': 'tap of one leg of a shared-neutral circuit',
  junction: 'junction box: spliced through, blank plate',
};

export interface BoxPlanRequest {
  bench: Bench;
  boxId: string;
  kind: BoxPlanKind;
  /** cables that bring power, those that go on, and the one to a switch */
  feeds: string[];
  onward: string[];
  switchCable?: string;
  /** colour of the leg that is tapped */
  leg?: 'black' | 'red';
  /** an old ground too short for its screw: extended by a pigtail in a splice of its own */
  shortGround?: boolean;
  schools: Schools;
}

export interface BoxPlan {
  bench: Bench;
  takeApart: string[];
  connect: string[];
  fold: string[];
  notes: string[];
  /** why the plan may not be used: it can't be made, or it was measured and doesn't do what is wanted */
  refused: string[];
}

type Role = 'hot' | 'neutral' | 'ground';
interface Terminal {
  device: string;
  terminal: string;
}
interface Group {
  role: Role;
  what: string;
  ends: WireEnd[];
  /** each wants a lead of its own */
  terminals: Terminal[];
  /** a second screw of the same metal, for feeding through */
  second?: Terminal;
}

const TAIL_COLOUR: Record<Role, WireColour> = { hot: 'black', neutral: 'white', ground: 'bare' };

class Planner {
  readonly joints: Joint[] = [];
  readonly pigtails: Pigtail[] = [];
  readonly connect: { role: Role; says: string }[] = [];
  readonly notes: string[] = [];
  readonly refused: string[] = [];
  devices: Bench['devices'];
  private count = 0;

  constructor(readonly request: BoxPlanRequest) {
    this.devices = request.bench.devices;
  }

  cable(id: string): BenchCable {
    return this.request.bench.cables.find((c) => c.id === id)!;
  }
  /** this box's end of a cable's conductor; undefined when it has none of that colour */
  end(cableId: string, ...colours: WireColour[]): WireEnd | undefined {
    const cable = this.cable(cableId);
    const end = cable.ends[0] === this.request.boxId ? 0 : 1;
    const conductor = cable.colours.findIndex((c) => colours.includes(c));
    return conductor < 0 ? undefined : { cableId, conductor, end };
  }
  hot = (id: string): WireEnd | undefined => this.end(id, 'black', 'brown');
  red = (id: string): WireEnd | undefined => this.end(id, 'red');
  neutral = (id: string): WireEnd | undefined => this.end(id, ...NEUTRAL_COLOURS);
  ground = (id: string): WireEnd | undefined => this.end(id, ...GROUND_COLOURS);

  private gauge(end: WireEnd): Awg {
    return 'cableId' in end ? this.cable(end.cableId).gauge : this.pigtails.find((p) => p.id === end.pigtailId)!.gauge;
  }

  lay(group: Group): void {
    const { boxId, schools, bench } = this.request;
    const { role, ends, terminals } = group;
    if (ends.length === 0) return;
    const say = (e: WireEnd) => endName({ ...bench, pigtails: [...bench.pigtails, ...this.pigtails] }, e);
    const screw = (t: Terminal, end: WireEnd) => {
      const how = role === 'ground' ? 'side screw' : schools.terminals;
      if (how === 'push-in' && this.gauge(end) < 14)
        this.refused.push('Spring push-ins take 14 AWG only: choose side screws or clamp plates.');
      this.joints.push({ id: this.id('t'), boxId, kind: 'terminal', at: t, how, ends: [end] });
      const device = this.devices.find((d) => d.id === t.device);
      this.connect.push({
        role,
        says: `The ${say(end)} to ${t.device === 'box' ? 'the ground screw of the box' : `${t.terminal} of ${device?.name ?? t.device}`}.`,
      });
    };
    const extended = role === 'ground' && this.request.shortGround === true && terminals.length > 0;
    if (extended)
      this.notes.push('The short ground is extended by a pigtail in a connector: no conductor is stretched to reach a screw (300.14).');
    if (ends.length === 1 && terminals.length === 1 && !extended) return screw(terminals[0]!, ends[0]!);
    if (ends.length === 2 && terminals.length === 1 && group.second && schools.device === 'feed-through' && role !== 'ground') {
      screw(terminals[0]!, ends[0]!);
      return screw(group.second, ends[1]!);
    }
    if (ends.length === 1 && terminals.length === 0) {
      this.joints.push({ id: this.id('cap'), boxId, kind: 'cap', how: 'cap', ends });
      this.connect.push({ role, says: `Cap the ${say(ends[0]!)}.` });
      return;
    }
    const gauge = ends.map((e) => this.gauge(e)).reduce((a, b) => (b < a ? b : a));
    const tails = terminals.map((): Pigtail => ({
      id: this.id('tail'),
      boxId,
      colour: TAIL_COLOUR[role],
      gauge,
      lengthMm: inches(schools.pigtailIn),
    }));
    this.pigtails.push(...tails);
    const all: WireEnd[] = [...ends, ...tails.map((t): WireEnd => ({ pigtailId: t.id, end: 0 }))];
    const parts = spliceParts(
      schools.splice,
      all.map((e) => this.gauge(e)),
    );
    if (!parts) {
      this.refused.push(`${all.length} conductors of ${gauge} AWG are more than two connectors take: fewer cables, or a larger box.`);
      return;
    }
    const jumper =
      parts.length > 1
        ? { id: this.id('jumper'), boxId, colour: TAIL_COLOUR[role], gauge, lengthMm: inches(schools.pigtailIn) }
        : undefined;
    if (jumper) {
      this.pigtails.push(jumper);
      this.notes.push(`No single connector takes ${all.length} ${group.what}: two splices, joined by a jumper.`);
    }
    const how = schools.splice === 'push-in' ? 'push-in connector' : schools.splice === 'lever' ? 'lever' : 'twist-on';
    parts.forEach(({ of, connector }, n) => {
      const link: WireEnd[] = jumper ? [{ pigtailId: jumper.id, end: n ? 1 : 0 }] : [];
      this.joints.push({
        id: this.id('s'),
        boxId,
        kind: 'splice',
        how,
        ends: [...of.map((i) => all[i]!), ...link],
        connector: connector.name,
      });
    });
    this.connect.push({
      role,
      says: `Splice ${ends.map((e) => `the ${say(e)}`).join(', ')}${tails.length ? ` with ${tails.length} ${TAIL_COLOUR[role]} ${tails.length === 1 ? 'pigtail' : 'pigtails'}` : ''}${jumper ? ` in two splices, a ${parts.map((p) => p.connector.name).join(' and a ')}, joined by a jumper` : ` in a ${parts[0]!.connector.name}`}; tug every wire.`,
    });
    tails.forEach((t, i) => screw(terminals[i]!, { pigtailId: t.id, end: 1 }));
  }

  private id(kind: string): string {
    return idOf(this.request.boxId, `${kind}${this.count++}`);
  }
}

const there = <T>(list: (T | undefined)[]): T[] => list.filter((x): x is T => x !== undefined);

/** A box that is to be planned: its cables, its devices, and how its ends are called. */
class BoxToPlan {
  readonly devices: Bench['devices'];
  readonly receptacles: Bench['devices'];
  /** all cables, those that bring power first */
  readonly all: string[];
  readonly ground: Group;
  constructor(readonly p: Planner) {
    const { bench, boxId, feeds, onward, switchCable } = p.request;
    this.devices = bench.devices.filter((d) => d.boxId === boxId);
    this.receptacles = this.devices.filter((d) => d.form === 'duplex' || d.form === 'single');
    this.all = [...feeds, ...onward, ...(switchCable ? [switchCable] : [])];
    const metal = bench.boxes.find((b) => b.id === boxId)?.material === 'metal';
    this.ground = {
      ...{ role: 'ground', what: 'grounds', ends: there(this.all.map(p.ground)) },
      terminals: [
        ...this.devices.map((d): Terminal => ({ device: d.id, terminal: 'green' })),
        ...(metal ? [{ device: 'box', terminal: 'screw' }] : []),
      ],
    };
    if (this.ground.ends.length < this.all.length) p.notes.push('A cable here has no ground: what hangs on it has none either.');
  }
  need(n: number, what: string): void {
    if (this.devices.length < n) this.p.refused.push(`This wants ${what} in the box.`);
  }
  /** A red that nobody said anything of would hang there live. */
  noReds(): void {
    if (this.all.some((id) => this.p.red(id) !== undefined))
      this.p.refused.push(
        'A cable here has a red too: say whether it is split, switched, tapped or passed by; as it is, it would hang there live.',
      );
  }
  refuse(why: string): Group[] {
    this.p.refused.push(why);
    return [];
  }
  tabs(deviceId: string, tabs: { brassTab: false; silverTab?: boolean }): void {
    this.p.devices = this.p.devices.map((d) => (d.id === deviceId ? { ...d, ...tabs } : d));
  }
  /** neutral and hot of each of some feeds, each on its own screws */
  apart(feeds: readonly string[], silverOf: (i: number) => Terminal, brassOf: (i: number) => Terminal): Group[] {
    const { p } = this;
    return feeds.flatMap((f, i) => [
      plain('neutral', `neutral of feed ${i + 1}`, [p.neutral(f)], [silverOf(i)]),
      plain('hot', `hot of feed ${i + 1}`, [p.hot(f)], [brassOf(i)]),
    ]);
  }
}

const screwOf =
  (metal: 'brass' | 'silver') =>
  (d: { id: string; form: string }, which = 'upper'): Terminal => ({
    device: d.id,
    terminal: d.form === 'single' ? metal : `${metal} ${which}`,
  });
const brass = screwOf('brass');
const silver = screwOf('silver');
const plain = (role: Role, what: string, ends: (WireEnd | undefined)[], terminals: Terminal[], second?: Terminal): Group => ({
  ...{ role, what, ends: there(ends), terminals },
  ...(second ? { second } : {}),
});

function onOneFeed(b: BoxToPlan, least: number, what: string): Group[] {
  const { p, all, receptacles } = b;
  b.noReds();
  b.need(least, what);
  const one = receptacles.length === 1 && receptacles[0]!.form === 'duplex' ? receptacles[0]! : undefined;
  return [
    b.ground,
    plain(
      'neutral',
      'neutrals',
      all.map(p.neutral),
      receptacles.map((d) => silver(d)),
      one && silver(one, 'lower'),
    ),
    plain(
      'hot',
      'hots',
      all.map(p.hot),
      receptacles.map((d) => brass(d)),
      one && brass(one, 'lower'),
    ),
  ];
}

/** Groups of ends that meet, by what the box is to be. */
const GROUPS: Record<BoxPlanKind, (b: BoxToPlan) => Group[]> = {
  run: (b) => onOneFeed(b, 1, 'a receptacle'),
  quad: (b) => onOneFeed(b, 2, 'two receptacles'),
  'quad on two feeds': (b) => {
    const { feeds } = b.p.request;
    b.need(2, 'two receptacles');
    if (feeds.length !== 2) return b.refuse('This wants two feeds, proven to be there.');
    if (b.receptacles.length < 2) return [];
    return [
      b.ground,
      ...b.apart(
        feeds,
        (i) => silver(b.receptacles[i]!),
        (i) => brass(b.receptacles[i]!),
      ),
    ];
  },
  protected: (b) => {
    const { p } = b;
    const { feeds, onward } = p.request;
    b.noReds();
    const device = b.devices.find((d) => d.form === 'ground-fault');
    if (!device) return b.refuse('This wants a protective receptacle in the box.');
    const at = (terminal: string): Terminal => ({ device: device.id, terminal });
    if (onward.length === 0) p.notes.push('Nothing behind it: leave the LOAD screws taped.');
    return [
      b.ground,
      plain('neutral', 'neutral on LINE', feeds.map(p.neutral), [at('line silver')]),
      ...(onward.length ? [plain('neutral', 'neutrals on LOAD', onward.map(p.neutral), [at('load silver')])] : []),
      plain('hot', 'hot on LINE', feeds.map(p.hot), [at('line brass')]),
      ...(onward.length ? [plain('hot', 'hots on LOAD', onward.map(p.hot), [at('load brass')])] : []),
    ];
  },
  'split, two circuits': (b) => {
    const { p, all } = b;
    const { feeds } = p.request;
    const device = b.receptacles.find((d) => d.form === 'duplex');
    if (!device) return b.refuse('Only a duplex can be split.');
    const shared = feeds.length === 1 && p.red(feeds[0]!) !== undefined;
    if (!shared && feeds.length !== 2) p.refused.push('This wants a cable with two hots, or two feeds.');
    b.tabs(device.id, { brassTab: false, silverTab: shared });
    p.notes.push(
      shared
        ? 'Break the brass tab only: both halves share the neutral, so their breakers sit on opposite legs and open together (210.4).'
        : 'Break both tabs: two feeds with a neutral each stay apart.',
    );
    const half = (i: number): string => (i ? 'lower' : 'upper');
    if (!shared)
      return [
        b.ground,
        ...b.apart(
          feeds.slice(0, 2),
          (i) => silver(device, half(i)),
          (i) => brass(device, half(i)),
        ),
      ];
    return [
      b.ground,
      plain('neutral', 'shared neutral', all.map(p.neutral), [silver(device)]),
      plain('hot', 'blacks', all.map(p.hot), [brass(device, 'upper')]),
      plain('hot', 'reds', all.map(p.red), [brass(device, 'lower')]),
    ];
  },
  'split, half switched': (b) => {
    const { p } = b;
    const { feeds, onward, switchCable } = p.request;
    const device = b.receptacles.find((d) => d.form === 'duplex');
    if (!device || !switchCable || !p.red(switchCable))
      return b.refuse('This wants a duplex, and a cable with black and red to the switch.');
    b.tabs(device.id, { brassTab: false });
    p.notes.push(
      'Break the brass tab only. Black takes power to the switch, red brings it back to the upper half; the white there is capped.',
    );
    return [
      b.ground,
      plain('neutral', 'neutrals', [...feeds, ...onward].map(p.neutral), [silver(device)], silver(device, 'lower')),
      plain('neutral', 'white to the switch', [p.neutral(switchCable)], []),
      plain('hot', 'always hot', [...feeds, ...onward, switchCable].map(p.hot), [brass(device, 'lower')]),
      plain('hot', 'switched', [p.red(switchCable)], [brass(device, 'upper')]),
    ];
  },
  'from a switch box': (b) => {
    const { p } = b;
    const { feeds, onward, switchCable } = p.request;
    const device = b.devices.find((d) => d.form === 'switch');
    if (!device || !switchCable) return b.refuse('This wants a switch in the box, and the cable that it switches.');
    if (feeds.some((f) => p.neutral(f) === undefined)) p.refused.push('A switch loop has no neutral: it can’t feed a receptacle.');
    return [
      b.ground,
      plain('neutral', 'neutrals', b.all.map(p.neutral), []),
      plain('hot', 'always hot', [...feeds, ...onward].map(p.hot), [{ device: device.id, terminal: 'screw 1' }]),
      plain('hot', 'switched', [p.hot(switchCable)], [{ device: device.id, terminal: 'screw 2' }]),
    ];
  },
  'tap of one leg': (b) => {
    const { p } = b;
    const { feeds, onward, leg } = p.request;
    const tapped = onward.filter((id) => p.red(id) === undefined);
    const through = [...feeds, ...onward.filter((id) => p.red(id) !== undefined)];
    if (tapped.length === 0 || through.some((id) => p.red(id) === undefined))
      p.refused.push('This wants cables with two hots, and one with one to tap.');
    const red = leg === 'red';
    p.notes.push(
      'The neutral is spliced with a lead for the tap, never carried through a device (300.13(B)); both breakers open together (210.4).',
    );
    return [
      b.ground,
      plain('neutral', 'shared neutrals', b.all.map(p.neutral), []),
      plain('hot', 'blacks', [...through.map(p.hot), ...(red ? [] : tapped.map(p.hot))], []),
      plain('hot', 'reds', [...through.map(p.red), ...(red ? tapped.map(p.hot) : [])], []),
    ];
  },
  junction: (b) => {
    const { p, all } = b;
    p.notes.push('Blank plate, and it stays reachable (314.29).');
    return [
      b.ground,
      plain('neutral', 'neutrals', all.map(p.neutral), []),
      plain('hot', 'hots', all.map(p.hot), []),
      plain('hot', 'reds', all.map(p.red), []),
    ];
  },
};

/** The box's joints and pigtails by plan, the rest of the bench as it is. */
export function planBox(request: BoxPlanRequest): BoxPlan {
  const p = new Planner(request);
  const { bench, boxId, schools } = request;
  const groups = GROUPS[request.kind](new BoxToPlan(p));
  if (p.refused.length === 0)
    for (const role of ['ground', 'neutral', 'hot'] as const) for (const g of groups.filter((x) => x.role === role)) p.lay(g);
  const devices = bench.devices.filter((d) => d.boxId === boxId);
  const planned: Bench = {
    ...bench,
    devices: p.devices,
    joints: [...bench.joints.filter((j) => j.boxId !== boxId), ...p.joints],
    pigtails: [...bench.pigtails.filter((t) => t.boxId !== boxId), ...p.pigtails],
  };
  const measured = p.refused.length ? [] : proveBox(request, planned);
  return {
    bench: planned,
    takeApart: devices.length
      ? ['Take the hots off first, and treat every conductor as live.', 'Then the neutrals.', 'The grounds last.']
      : ['Open the hot splices first, then neutrals, then grounds.'],
    connect: p.connect.map((c) => c.says),
    fold: [
      'Fold the grounds to the back first, like an accordion.',
      'Neutrals next, hots last.',
      'Bare ground away from the hot screws.',
      ...(schools.terminals === 'side screw' && devices.length ? ['Drive unused screws home.'] : []),
    ],
    notes: p.notes,
    refused: [...p.refused, ...measured],
  };
}

/**
 * What a plan is asked for from the wiring as it is: cables that bring power are the feeds, found by what goes dark when each is cut;
 * in a box that nothing feeds yet, those that come from nearer the panel.
 */
export function planRequest(bench: Bench, boxId: string, kind: BoxPlanKind, schools: Schools, shortGround = false): BoxPlanRequest {
  const here = bench.cables.filter((c) => c.ends.includes(boxId));
  const sides = new Map(lineSide(bench, boxId).map((s) => [s.cableId, s.side]));
  const lines = here.filter((c) => sides.get(c.id) === 'line');
  const feeds = (lines.length ? lines : here.filter((c) => c.ends[1] === boxId).slice(0, kind === 'quad on two feeds' ? 2 : 1)).map(
    (c) => c.id,
  );
  const onward = here.filter((c) => !feeds.includes(c.id));
  const toSwitch =
    kind === 'split, half switched'
      ? onward.find((c) => c.colours.includes('red'))
      : kind === 'from a switch box'
        ? (onward.find((c) => bench.devices.some((d) => (d.form === 'lamp' || d.form === 'appliance') && c.ends.includes(d.boxId))) ??
          onward.at(-1))
        : undefined;
  return {
    bench,
    boxId,
    kind,
    feeds,
    onward: onward.filter((c) => c !== toSwitch).map((c) => c.id),
    ...(toSwitch ? { switchCable: toSwitch.id } : {}),
    schools,
    shortGround,
  };
}

/** A bench that holds the one box, its feeds on breakers of their own, what goes on hanging free. */
function alone(request: BoxPlanRequest, planned: Bench): Bench {
  const { boxId, feeds } = request;
  const cables = planned.cables.filter((c) => c.ends.includes(boxId));
  const near = (c: BenchCable): 0 | 1 => (c.ends[0] === boxId ? 0 : 1);
  const joints = planned.joints.filter((j) => j.boxId === boxId);
  const bench: Bench = {
    supply: { kind: 'split-phase', volts: 120, sourceOhm: 0.02 },
    boxes: planned.boxes.filter((b) => b.id === boxId),
    cables: cables.map((c) => ({
      ...c,
      ends: near(c) === 0 ? [boxId, feeds.includes(c.id) ? PANEL : `far-${c.id}`] : [feeds.includes(c.id) ? PANEL : `far-${c.id}`, boxId],
    })),
    devices: planned.devices.filter((d) => d.boxId === boxId).map((d) => ({ ...d, tripped: false, up: true })),
    pigtails: planned.pigtails.filter((t) => t.boxId === boxId),
    joints,
    breakers: [],
    plugged: [],
  };
  feeds.forEach((id, i) => {
    const cable = cables.find((c) => c.id === id)!;
    const far: 0 | 1 = near(cable) === 0 ? 1 : 0;
    let hots = 0;
    cable.colours.forEach((colour, conductor) => {
      const end: WireEnd = { cableId: id, conductor, end: far };
      const ground = GROUND_COLOURS.includes(colour);
      const neutral = NEUTRAL_COLOURS.includes(colour);
      const device = ground ? GROUND_BAR : neutral ? NEUTRAL_BAR : `feed${i}-${hots}`;
      if (!ground && !neutral) {
        bench.breakers.push({
          id: device,
          number: `${i * 2 + hots + 1}`,
          amps: 20,
          leg: (i + hots) % 2 ? 'B' : 'A',
          kind: 'plain',
          curve: 'US',
          on: true,
        });
        hots += 1;
      }
      bench.joints.push({
        id: idOf('panel', id, conductor),
        boxId: PANEL,
        kind: 'terminal',
        at: { device, terminal: 'screw' },
        ends: [end],
      });
    });
  });
  return bench;
}

/** The load of a low-impedance meter (common practice). */
const PROOF_OHM = 4000;

/** Measures a planned box: each face, each cable that goes on, grounds without devices, feeds apart. Returns what is wrong. */
export function proveBox(request: BoxPlanRequest, planned: Bench): string[] {
  const bench = alone(request, planned);
  const { boxId, feeds, onward, switchCable, kind } = request;
  const coloursOf = (id: string): WireColour[] => bench.cables.find((c) => c.id === id)!.colours;
  // a switch at the far end of its cable: closed, it joins black and red
  const far = (id: string): 0 | 1 => (bench.cables.find((c) => c.id === id)!.ends[0] === boxId ? 1 : 0);
  const closed: Bench =
    switchCable && kind === 'split, half switched'
      ? {
          ...bench,
          joints: [
            ...bench.joints,
            {
              id: 'far-switch',
              boxId: `far-${switchCable}`,
              kind: 'splice',
              ends: bench.cables
                .find((c) => c.id === switchCable)!
                .colours.flatMap((colour, conductor): WireEnd[] =>
                  ['black', 'red'].includes(colour) ? [{ cableId: switchCable, conductor, end: far(switchCable) }] : [],
                ),
            },
          ],
        }
      : bench;
  let on: SwitchedOn;
  try {
    on = switchOn(closed);
  } catch (error) {
    return [`Measured: ${(error as Error).message}.`];
  }
  const wrong: string[] = on.opened.map((o) => `Measured: ${o.why}; it opens.`);
  // under a small load: what a wire only picks up from its neighbours is no supply
  const volts = (a: string, b: string) => magnitude(on.solved.with([{ from: a, to: b, by: { re: 1 / PROOF_OHM, im: 0 } }]).between(a, b));
  const mains = (v: number) => v > 108 && v < 132;
  for (const d of bench.devices.filter((x) => ['duplex', 'single', 'ground-fault'].includes(x.form)))
    for (const face of d.form === 'single' ? (['upper'] as const) : (['upper', 'lower'] as const)) {
      const pin = (name: 'hot' | 'neutral' | 'ground') => nodeOf.slot(d.id, face, name);
      if (!mains(volts(pin('hot'), pin('neutral'))) || !mains(volts(pin('hot'), pin('ground'))))
        wrong.push(
          `Measured: ${d.name}, ${face}: ${volts(pin('hot'), pin('neutral')).toFixed(0)} V hot to neutral, ${volts(pin('hot'), pin('ground')).toFixed(0)} V hot to ground.`,
        );
    }
  for (const id of [...onward, ...(kind === 'from a switch box' && switchCable ? [switchCable] : [])]) {
    const cable = bench.cables.find((c) => c.id === id)!;
    const end = (...colours: WireColour[]) => {
      const conductor = cable.colours.findIndex((c) => colours.includes(c));
      return conductor < 0 ? undefined : nodeOf.end(endKey({ cableId: id, conductor, end: far(id) }));
    };
    const [hot, neutral, ground] = [end('black', 'brown'), end(...NEUTRAL_COLOURS), end(...GROUND_COLOURS)];
    // a red goes on where one comes in
    const red = feeds.some((f) => coloursOf(f).includes('red')) ? end('red') : undefined;
    for (const [what, from] of [
      ['', hot],
      [' by its red', red],
    ] as const)
      if (from && neutral && !mains(volts(from, neutral)))
        wrong.push(`Measured: ${cable.name} carries ${volts(from, neutral).toFixed(0)} V on${what}.`);
    if (hot && ground && !mains(volts(hot, ground))) wrong.push(`Measured: ${cable.name} carries no ground on.`);
  }
  if (!groundWithoutDevices(bench, boxId)) wrong.push('The grounds hang together only through a device (250.148).');
  else if (!groundsMeet(bench, boxId)) wrong.push('The grounds of its cables are not joined in the box (250.148).');
  const onBar = reached(bench, nodeOf.bar(GROUND_BAR));
  if (feeds.some((f) => coloursOf(f).some((c) => GROUND_COLOURS.includes(c)))) {
    for (const d of bench.devices.filter((x) => TERMINALS[x.form].includes('green')))
      if (!onBar.has(nodeOf.terminal(d.id, 'green'))) wrong.push(`The green screw of ${d.name} leads to no bar (250.146, 404.9(B)).`);
    if (bench.boxes[0]?.material === 'metal' && !onBar.has(nodeOf.box(boxId)))
      wrong.push('The metal of the box leads to no bar (250.148(C)).');
  }
  if (joinedFeeds(bench).length) wrong.push('The two feeds are joined.');
  return wrong;
}
