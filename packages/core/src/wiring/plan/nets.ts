/** Which conductors of a box belong together and which screws want them: the electrical meaning of its plan, before schools decide how. */
import { DEVICE_KINDS } from '../../catalog/index.js';
import type { Box, Device } from '../../model/index.js';
import { boxMaterial } from '../boxContents.js';
import type { Net } from './landing.js';
import { deviceWords, thickest, type Lead, type Terminal, type TerminalName } from './lead.js';
import type { Purpose, Purposes } from './purposes.js';

export interface Nets {
  nets: Net[];
  missing: string[];
  notes: string[];
  /** devices by id whose tabs are broken, and which */
  tabs: Map<string, { brass: boolean; silver: boolean }>;
}

const WORDS: Record<Purpose['is'], string> = {
  hot: 'hots',
  neutral: 'neutrals',
  switched: 'switched hots',
  traveller: 'travellers',
  spare: 'spare conductors',
  unknown: 'untraced conductors',
  ground: 'grounds',
};

/** Nets by key, made as they are asked for. */
class Book {
  private readonly byKey = new Map<string, Net>();
  get(key: string, like: Pick<Net, 'role' | 'letter' | 'what'>): Net {
    const known = this.byKey.get(key);
    if (known) return known;
    const net: Net = { ...like, leads: [], terminals: [] };
    this.byKey.set(key, net);
    return net;
  }
  all(): Net[] {
    return [...this.byKey.values()];
  }
}

const hotNet = { role: 'hot', letter: 'H', what: WORDS.hot } as const;
const neutralNet = { role: 'neutral', letter: 'N', what: WORDS.neutral } as const;
const switchedNet = { role: 'hot', letter: 'S', what: WORDS.switched } as const;

/** Which feed each device hangs on, and what a ground-fault receptacle has behind it. */
export interface Hanging {
  /** feeds that bring power, `circuit#n` */
  powered: string[];
  feedOf: (d: Device, nth: number) => string | undefined;
  guards: Device | undefined;
  /** the feed that goes on behind the LOAD screws */
  behind: string | undefined;
  /** which cable is line is not known, so nothing is behind the LOAD screws */
  lineUnknown: boolean;
}
export const feedKey = (p: Pick<Purpose, 'circuit' | 'feed'>): string => `${p.circuit}#${p.feed}`;
const circuitIn = (key: string): string => key.slice(0, key.lastIndexOf('#'));

export function hangingOf({ devices, list }: Purposes): Hanging {
  const hots = list.filter((p) => p.is === 'hot');
  const lines = [...new Set(hots.filter((p) => p.side !== 'load').map(feedKey))];
  const powered = lines.length ? lines : [...new Set(hots.map(feedKey))];
  const feedOf = (d: Device, nth: number): string | undefined =>
    d.circuitId ? powered.find((k) => circuitIn(k) === d.circuitId) : powered.length < 2 ? powered[0] : powered[nth];
  const receptacles = devices.filter((d) => DEVICE_KINDS[d.kind].outlets > 0);
  const protectors = receptacles.filter((d) => DEVICE_KINDS[d.kind].groundFault);
  const guards = protectors.length === 1 && protectors[0]!.protects !== false ? protectors[0] : undefined;
  const key = guards && feedOf(guards, receptacles.indexOf(guards));
  const unknown = hots.filter((p) => p.side === 'unknown').length > 1;
  const cables = new Set(hots.filter((p) => feedKey(p) === key).map((p) => p.lead.cableId)).size;
  return { powered, feedOf, guards, behind: unknown ? undefined : key, lineUnknown: guards !== undefined && unknown && cables > 1 };
}

const form = (d: Device) => DEVICE_KINDS[d.kind].form;

/** The meaning of a box as it is read: conductors go to their nets first, then each device says which nets its screws want. */
class Meaning {
  readonly book = new Book();
  readonly missing: string[] = [];
  readonly notes: string[] = [];
  readonly tabs: Nets['tabs'] = new Map();
  private readonly hanging: Hanging;
  private readonly receptacles: Device[];
  private readonly switches: Device[];
  /** neutrals that two hots share, by feed */
  private readonly shared: ReadonlySet<string>;
  /** leads of travellers, a list a cable */
  private readonly pairs: Lead[][];

  constructor(private readonly read: Purposes) {
    this.hanging = hangingOf(read);
    this.receptacles = read.devices.filter((d) => DEVICE_KINDS[d.kind].outlets > 0);
    this.switches = read.devices.filter((d) => form(d) === 'switch');
    this.shared = sharedNeutrals(read.list);
    this.feedNotes();
    this.pairs = this.conductors();
  }

  private at(d: Device, name: TerminalName): Terminal {
    return { deviceId: d.id, name, of: deviceWords(this.read.devices, d) };
  }
  private hot(key: string, guarded = false): Net {
    return this.book.get(`hot ${key}${guarded ? '>' : ''}`, hotNet);
  }
  private neutral(key: string, guarded = false): Net {
    return this.book.get(`neutral ${key}${guarded ? '>' : ''}`, neutralNet);
  }
  /** The feed whose neutral goes with a hot: the second hot of a shared neutral has none of its own. */
  private neutralKey(key: string): string {
    const { list } = this.read;
    const own = list.some((p) => p.is === 'neutral' && feedKey(p) === key);
    const first = list.find((p) => p.is === 'neutral' && (p.side !== 'load' || this.hanging.powered.length < 2));
    return own || !first ? key : feedKey(first);
  }
  private wants(what: string): void {
    this.missing.push(what);
  }
  /** The one switched conductor that comes in. */
  private get switchedHere(): Net | undefined {
    return this.book.all().find((n) => n.letter === 'S' && n.leads.length > 0);
  }

  /** Each circuit, and each of two cables of one circuit that are kept apart, is a feed; line and load of a ground-fault receptacle are nets of their own. */
  private feedNotes(): void {
    const { feeds } = this.read;
    if (feeds.length > 1 && new Set(feeds.map((f) => f.circuit)).size === 1)
      this.notes.push('Two feeds of one circuit come in here: they stay apart, hot from hot and neutral from neutral.');
    if (this.hanging.lineUnknown)
      this.notes.push('Which cable is line is not known: both are spliced to LINE, so what lies behind is not protected by this device.');
    if (this.receptacles.filter((d) => form(d) === 'ground-fault').length > 1)
      this.notes.push('Two ground-fault receptacles in one box: each on LINE, the LOAD screws taped.');
  }

  /** Conductors to their nets. @returns the travellers, that wait for their switch */
  private conductors(): Lead[][] {
    const travellers = new Map<string, Lead[]>();
    for (const p of this.read.list) {
      const guarded = this.hanging.behind === feedKey(p) && p.side === 'load';
      if (p.is === 'hot') this.hot(feedKey(p), guarded).leads.push(p.lead);
      else if (p.is === 'neutral') this.neutral(feedKey(p), guarded).leads.push(p.lead);
      else if (p.is === 'switched')
        this.book.get(`switched ${this.switches.length === 1 ? this.switches[0]!.id : p.by}`, switchedNet).leads.push(p.lead);
      else if (p.is === 'traveller') travellers.set(p.lead.cableId!, [...(travellers.get(p.lead.cableId!) ?? []), p.lead]);
      else if (p.is === 'spare')
        this.book.get(`spare ${p.lead.id}`, { role: 'hot', letter: p.lead.letter, what: WORDS.spare }).leads.push(p.lead);
    }
    return [...travellers.values()];
  }

  allReceptacles(): void {
    this.receptacles.forEach((d, nth) => {
      if (form(d) === 'ground-fault') this.protector(d, nth);
      else if (d.split === 'two feeds') this.splitOnTwo(d);
      else this.receptacle(d, nth);
    });
    if (this.shared.size)
      this.notes.push(
        'Two hots share a neutral here: it is spliced with a lead for what hangs on it, never carried through a device (300.13(B)).',
      );
  }
  private noHot(d: Device): void {
    this.wants(`Nothing always hot is known in this box for ${deviceWords(this.read.devices, d) || 'the receptacle'}.`);
  }
  private protector(d: Device, nth: number): void {
    const { feedOf, guards, behind } = this.hanging;
    const key = feedOf(d, nth);
    if (!key) return this.noHot(d);
    this.hot(key).terminals.push(this.at(d, 'line brass'));
    this.neutral(this.neutralKey(key)).terminals.push(this.at(d, 'line silver'));
    if (d !== guards || behind !== key) return;
    const others = this.receptacles.some((r, i) => r !== d && form(r) !== 'ground-fault' && !r.split && feedOf(r, i) === key);
    const onward = this.book.all().some((n) => n.leads.length > 0 && n === this.hot(key, true)) || others;
    if (!onward) return;
    const [line, load, back] = [this.hot(key), this.hot(key, true), this.neutral(this.neutralKey(key), true)];
    load.terminals.push(this.at(d, 'load brass'));
    back.terminals.push(this.at(d, 'load silver'));
    // with no cable that goes on, what joins the screws is as thick as what feeds them
    for (const net of [load, back]) if (net.leads.length === 0) net.gauge = thickest(line.leads);
  }
  private splitOnTwo(d: Device): void {
    const { powered } = this.hanging;
    if (powered.length !== 2 || form(d) === 'single')
      return this.wants('A split receptacle on two feeds wants two feeds in the box, and a duplex.');
    const apart = this.neutralKey(powered[0]!) !== this.neutralKey(powered[1]!);
    this.tabs.set(d.id, { brass: true, silver: apart });
    powered.forEach((key, i) => {
      this.hot(key).terminals.push(this.at(d, i ? 'brass lower' : 'brass upper'));
      if (apart || i === 0) this.neutral(this.neutralKey(key)).terminals.push(this.at(d, i ? 'silver lower' : 'silver upper'));
    });
    this.notes.push(
      apart
        ? 'Break both tabs of the duplex: two feeds with a neutral each stay apart.'
        : 'Break the brass tab only: both halves share the neutral, so their breakers sit on opposite legs and open together (210.4).',
    );
  }
  private receptacle(d: Device, nth: number): void {
    const { powered, feedOf, guards, behind } = this.hanging;
    const { receptacles } = this;
    const key = feedOf(d, nth);
    if (powered.length > 1 && !d.circuitId && receptacles.length < powered.length)
      return this.wants(
        `${powered.length} feeds come in here and ${receptacles.length === 1 ? 'one receptacle' : `${receptacles.length} receptacles`}: say at the receptacle which circuit it is on, or split it.`,
      );
    if (!key) return this.noHot(d);
    const guarded = behind === key && d !== guards;
    if (d.split === 'half switched') return this.halfSwitched(d, key, guarded);
    const single = form(d) === 'single';
    const brass = this.hot(key, guarded);
    const silver = this.neutral(this.neutralKey(key), guarded);
    brass.terminals.push(this.at(d, single ? 'brass' : 'brass upper'));
    silver.terminals.push(this.at(d, single ? 'silver' : 'silver upper'));
    if (single || receptacles.length !== 1 || guards) return;
    brass.second = this.at(d, 'brass lower');
    if (!this.shared.has(this.neutralKey(key))) silver.second = this.at(d, 'silver lower');
  }
  private halfSwitched(d: Device, key: string, guarded: boolean): void {
    const switched = this.book.all().filter((n) => n.letter === 'S');
    if (switched.length !== 1 || form(d) === 'single')
      return this.wants('A half-switched receptacle wants a duplex and one switched conductor: note what each conductor does.');
    this.tabs.set(d.id, { brass: true, silver: false });
    this.hot(key, guarded).terminals.push(this.at(d, 'brass upper'));
    switched[0]!.terminals.push(this.at(d, 'brass lower'));
    this.neutral(this.neutralKey(key), guarded).terminals.push(this.at(d, 'silver upper'));
    this.notes.push('Break the brass tab only: the upper half stays always hot, the lower one goes by the switch.');
  }

  private hotForSwitch(d: Device): string | undefined {
    const { powered } = this.hanging;
    return d.circuitId ? powered.find((k) => circuitIn(k) === d.circuitId) : powered[0];
  }
  allSwitches(): void {
    for (const d of this.switches) this.switch(d);
    const threeWays = this.read.devices.filter((d) => form(d) === 'three-way');
    const fourWays = this.read.devices.filter((d) => form(d) === 'four-way');
    const { pairs } = this;
    if (pairs.some((p) => p.length !== 2)) this.wants('Travellers go in pairs: two conductors of one cable between two switches.');
    if (threeWays.length + fourWays.length > 1) this.wants('Two switches of one lamp in one box: this plan knows one of them a box.');
    for (const d of threeWays) this.threeWay(d);
    for (const d of fourWays) this.fourWay(d);
    if (!threeWays.length && !fourWays.length && pairs.length)
      for (const i of [0, 1] as const)
        for (const leads of pairs)
          if (leads[i]) this.book.get(`through ${i}`, { role: 'hot', letter: 'T', what: WORDS.traveller }).leads.push(leads[i]);
  }
  private switch(d: Device): void {
    const key = this.hotForSwitch(d);
    if (!key) return this.wants('Nothing always hot is known in this switch box: note what each conductor does.');
    if (this.switches.length > 1 && !this.read.list.some((p) => p.is === 'switched' && p.by === d.id))
      return this.wants(
        `Which conductor ${deviceWords(this.read.devices, d)} feeds is not known: note at its cable which switch it comes from.`,
      );
    this.hot(key, this.hanging.behind === key).terminals.push(this.at(d, 'screw 1'));
    this.book.get(`switched ${d.id}`, switchedNet).terminals.push(this.at(d, 'screw 2'));
  }
  private pair(leads: Lead[], d: Device, names: [TerminalName, TerminalName]): void {
    leads.slice(0, 2).forEach((lead, i) => {
      const net = this.book.get(`traveller ${lead.id}`, { role: 'hot', letter: 'T', what: WORDS.traveller });
      net.leads.push(lead);
      net.terminals.push(this.at(d, names[i]!));
    });
  }
  private threeWay(d: Device): void {
    const switched = this.switchedHere;
    const key = this.hotForSwitch(d);
    // where both are in the box, only the person knows which end of the pair this is
    const common = d.common ?? (switched ? (key ? undefined : 'switched') : 'hot');
    if (this.pairs.length !== 1)
      return this.wants('A three-way switch wants one cable with a pair of travellers: note what each conductor does.');
    if (common === undefined)
      return this.wants('Both an always-hot and a switched conductor are here: say at the three-way switch what its common is on.');
    if (common === 'hot' && !key) return this.wants('Nothing always hot is known in this box for the common of the three-way switch.');
    if (common === 'switched' && !switched)
      return this.wants('Nothing switched is known in this box for the common of the three-way switch.');
    (common === 'hot' ? this.hot(key!) : switched!).terminals.push(this.at(d, 'common'));
    this.pair(this.pairs[0]!, d, ['traveller 1', 'traveller 2']);
  }
  private fourWay(d: Device): void {
    const { pairs } = this;
    if (pairs.length !== 2)
      return this.wants('A four-way switch wants two cables with a pair of travellers each: note what each conductor does.');
    const line = pairs.find((p) => this.read.list.find((x) => x.lead === p[0])?.side === 'line') ?? pairs[0]!;
    this.pair(line, d, ['in 1', 'in 2']);
    this.pair(
      pairs.find((p) => p !== line)!,
      d,
      ['out 1', 'out 2'],
    );
  }

  allLamps(): void {
    for (const d of this.read.devices) if (form(d) === 'lamp') this.lamp(d);
  }
  private lamp(d: Device): void {
    const switched = this.switchedHere;
    const key = this.hanging.feedOf(d, 0) ?? this.hanging.powered[0];
    const on = switched ?? (key ? this.hot(key) : undefined);
    const back = this.read.list.find((p) => p.is === 'neutral');
    if (!on || !back)
      return this.wants('A lampholder wants a switched or always-hot conductor and a neutral: note what each conductor does.');
    on.terminals.push(this.at(d, 'hot'));
    this.neutral(feedKey(back)).terminals.push(this.at(d, 'neutral'));
    if (!switched) this.notes.push('No switched conductor is here: the lampholder is always on unless it has a pull chain.');
  }

  /** All together, and never through a device (250.148). */
  grounds(box: Box): void {
    const ground = this.book.get('ground', { role: 'ground', letter: 'G', what: WORDS.ground });
    ground.leads.push(...this.read.list.filter((p) => p.is === 'ground').map((p) => p.lead));
    const grounded = this.read.devices.filter((d) => form(d) !== 'lamp');
    ground.terminals.push(...grounded.map((d) => this.at(d, 'green')));
    if (boxMaterial(box) === 'metal' && ground.leads.length) ground.terminals.push({ deviceId: 'box', name: 'box screw', of: '' });
    if (ground.leads.length === 0 && grounded.length)
      this.notes.push('No ground in any cable here: the device has none to land on its green screw.');
  }

  /** Nets that have a conductor, grounds first; what is wanted of one that has none is missing. */
  nets(): Net[] {
    for (const n of this.book.all())
      if (n.leads.length === 0 && n.terminals.length > 0 && n.role !== 'ground' && !behindScrews(n))
        this.wants(
          `No conductor is known here for the ${n.terminals.map((t) => `${t.name}${t.of ? ` of ${t.of}` : ''}`).join(' and the ')}.`,
        );
    const order = { ground: 0, neutral: 1, hot: 2 };
    return this.book
      .all()
      .filter((n) => n.leads.length > 0 || behindScrews(n))
      .sort((a, b) => order[a.role] - order[b.role]);
  }
}

/** What hangs on LOAD in the same box, with no cable that goes on: it is fed from screw to screw. */
const behindScrews = (n: Net): boolean =>
  n.leads.length === 0 && n.terminals.length > 1 && n.terminals.some((t) => t.name.startsWith('load '));

/** Feeds whose neutral comes in a cable with hots of two circuits. */
function sharedNeutrals(list: readonly Purpose[]): Set<string> {
  return new Set(
    [...new Set(list.map((p) => p.lead.cableId))].flatMap((id) => {
      const own = list.filter((p) => p.lead.cableId === id);
      const circuits = new Set(own.filter((p) => p.is === 'hot').map((p) => p.circuit));
      return circuits.size > 1 ? own.filter((p) => p.is === 'neutral').map((p) => feedKey(p)) : [];
    }),
  );
}

export function netsOf(box: Box, read: Purposes): Nets {
  const m = new Meaning(read);
  m.allReceptacles();
  m.allSwitches();
  m.allLamps();
  m.grounds(box);
  const nets = m.nets();
  return { nets, missing: m.missing, notes: m.notes, tabs: m.tabs };
}
