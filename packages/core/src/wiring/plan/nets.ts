/** Which conductors of a box belong together and which screws want them: the electrical meaning of its plan, before schools decide how. */
import { DEVICE_KINDS } from '../../catalog/index.js';
import type { Box, Device } from '../../model/index.js';
import { boxMaterial } from '../boxContents.js';
import type { Net } from './landing.js';
import { deviceWords, type Lead, type Terminal, type TerminalName } from './lead.js';
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

export function netsOf(box: Box, read: Purposes): Nets {
  const { devices, list, feeds } = read;
  const book = new Book();
  const missing: string[] = [];
  const notes: string[] = [];
  const tabs: Nets['tabs'] = new Map();
  const form = (d: Device) => DEVICE_KINDS[d.kind].form;
  const at = (d: Device, name: TerminalName): Terminal => ({ deviceId: d.id, name, of: deviceWords(devices, d) });
  const receptacles = devices.filter((d) => DEVICE_KINDS[d.kind].outlets > 0);
  const switches = devices.filter((d) => form(d) === 'switch');
  const threeWays = devices.filter((d) => form(d) === 'three-way');
  const fourWays = devices.filter((d) => form(d) === 'four-way');
  const lamps = devices.filter((d) => form(d) === 'lamp');

  /* feeds: each circuit, and each of two cables of one circuit that are kept apart, is one */
  const { powered, feedOf, guards, behind, lineUnknown } = hangingOf(read);
  const twoFeeds = feeds.length > 1 && new Set(feeds.map((f) => f.circuit)).size === 1;
  if (twoFeeds) notes.push('Two feeds of one circuit come in here: they stay apart, hot from hot and neutral from neutral.');

  /* a ground-fault receptacle with something behind it: line and load are nets of their own */
  if (lineUnknown)
    notes.push('Which cable is line is not known: both are spliced to LINE, so what lies behind is not protected by this device.');
  const protectors = receptacles.filter((d) => form(d) === 'ground-fault');
  if (protectors.length > 1) notes.push('Two ground-fault receptacles in one box: each on LINE, the LOAD screws taped.');
  const side = (p: Purpose): string => (behind === feedKey(p) && p.side === 'load' ? '>' : '');
  const shared = new Set(
    [...new Set(list.map((p) => p.lead.cableId))].flatMap((id) => {
      const own = list.filter((p) => p.lead.cableId === id);
      const circuits = new Set(own.filter((p) => p.is === 'hot').map((p) => p.circuit));
      return circuits.size > 1 ? own.filter((p) => p.is === 'neutral').map((p) => feedKey(p)) : [];
    }),
  );

  /* conductors to their nets */
  const travellers = new Map<string, Lead[]>();
  for (const p of list) {
    const key = feedKey(p);
    if (p.is === 'hot') book.get(`hot ${key}${side(p)}`, hotNet).leads.push(p.lead);
    else if (p.is === 'neutral') book.get(`neutral ${key}${side(p)}`, neutralNet).leads.push(p.lead);
    else if (p.is === 'switched') book.get(`switched ${switches.length === 1 ? switches[0]!.id : p.by}`, switchedNet).leads.push(p.lead);
    else if (p.is === 'traveller') travellers.set(p.lead.cableId!, [...(travellers.get(p.lead.cableId!) ?? []), p.lead]);
    else if (p.is === 'spare') book.get(`spare ${p.lead.id}`, { role: 'hot', letter: p.lead.letter, what: WORDS.spare }).leads.push(p.lead);
  }
  const hot = (key: string, guarded = false): Net => book.get(`hot ${key}${guarded ? '>' : ''}`, hotNet);
  const neutral = (key: string, guarded = false): Net => book.get(`neutral ${key}${guarded ? '>' : ''}`, neutralNet);
  const neutralKey = (key: string): string => {
    // the second hot of a shared neutral has none of its own
    const own = list.some((p) => p.is === 'neutral' && feedKey(p) === key);
    const first = list.find((p) => p.is === 'neutral' && (p.side !== 'load' || powered.length < 2));
    return own || !first ? key : feedKey(first);
  };
  const wants = (what: string): void => void missing.push(what);

  /* receptacles */
  receptacles.forEach((d, nth) => {
    const single = form(d) === 'single';
    if (form(d) === 'ground-fault') {
      const key = feedOf(d, nth);
      if (!key) return wants(`Nothing always hot is known in this box for ${deviceWords(devices, d) || 'the receptacle'}.`);
      hot(key).terminals.push(at(d, 'line brass'));
      neutral(neutralKey(key)).terminals.push(at(d, 'line silver'));
      if (d === guards && behind === key) {
        const others = receptacles.some((r, i) => r !== d && form(r) !== 'ground-fault' && !r.split && feedOf(r, i) === key);
        const onward = book.all().some((n) => n.leads.length > 0 && n === hot(key, true)) || others;
        if (onward) {
          hot(key, true).terminals.push(at(d, 'load brass'));
          neutral(neutralKey(key), true).terminals.push(at(d, 'load silver'));
        }
      }
      return;
    }
    if (d.split === 'two feeds') {
      if (powered.length !== 2 || single) return wants('A split receptacle on two feeds wants two feeds in the box, and a duplex.');
      const apart = neutralKey(powered[0]!) !== neutralKey(powered[1]!);
      tabs.set(d.id, { brass: true, silver: apart });
      powered.forEach((key, i) => {
        hot(key).terminals.push(at(d, i ? 'brass lower' : 'brass upper'));
        if (apart || i === 0) neutral(neutralKey(key)).terminals.push(at(d, i ? 'silver lower' : 'silver upper'));
      });
      notes.push(
        apart
          ? 'Break both tabs of the duplex: two feeds with a neutral each stay apart.'
          : 'Break the brass tab only: both halves share the neutral, so their breakers sit on opposite legs and open together (210.4).',
      );
      return;
    }
    const key = feedOf(d, nth);
    if (powered.length > 1 && !d.circuitId && receptacles.length < powered.length)
      return wants(
        `${powered.length} feeds come in here and ${receptacles.length === 1 ? 'one receptacle' : `${receptacles.length} receptacles`}: say at the receptacle which circuit it is on, or split it.`,
      );
    if (!key) return wants(`Nothing always hot is known in this box for ${deviceWords(devices, d) || 'the receptacle'}.`);
    const guarded = behind === key && d !== guards;
    if (d.split === 'half switched') {
      const switched = book.all().filter((n) => n.letter === 'S');
      if (switched.length !== 1 || single)
        return wants('A half-switched receptacle wants a duplex and one switched conductor: note what each conductor does.');
      tabs.set(d.id, { brass: true, silver: false });
      hot(key, guarded).terminals.push(at(d, 'brass upper'));
      switched[0]!.terminals.push(at(d, 'brass lower'));
      neutral(neutralKey(key), guarded).terminals.push(at(d, 'silver upper'));
      notes.push('Break the brass tab only: the upper half stays always hot, the lower one goes by the switch.');
      return;
    }
    const brass = hot(key, guarded);
    const silver = neutral(neutralKey(key), guarded);
    brass.terminals.push(at(d, single ? 'brass' : 'brass upper'));
    silver.terminals.push(at(d, single ? 'silver' : 'silver upper'));
    if (!single && receptacles.length === 1 && !guards) {
      brass.second = at(d, 'brass lower');
      if (!shared.has(neutralKey(key))) silver.second = at(d, 'silver lower');
    }
  });
  if (shared.size)
    notes.push(
      'Two hots share a neutral here: it is spliced with a lead for what hangs on it, never carried through a device (300.13(B)).',
    );

  /* switches */
  const hotForSwitch = (d: Device): string | undefined => (d.circuitId ? powered.find((k) => circuitIn(k) === d.circuitId) : powered[0]);
  for (const d of switches) {
    const key = hotForSwitch(d);
    if (!key) {
      wants('Nothing always hot is known in this switch box: note what each conductor does.');
      continue;
    }
    if (switches.length > 1 && !list.some((p) => p.is === 'switched' && p.by === d.id)) {
      wants(`Which conductor ${deviceWords(devices, d)} feeds is not known: note at its cable which switch it comes from.`);
      continue;
    }
    hot(key, behind === key).terminals.push(at(d, 'screw 1'));
    book.get(`switched ${d.id}`, switchedNet).terminals.push(at(d, 'screw 2'));
  }
  const pairs = [...travellers.values()];
  if (pairs.some((p) => p.length !== 2)) wants('Travellers go in pairs: two conductors of one cable between two switches.');
  const pair = (leads: Lead[], d: Device | undefined, names: [TerminalName, TerminalName]): void =>
    leads.slice(0, 2).forEach((lead, i) => {
      const net = book.get(`traveller ${lead.id}`, { role: 'hot', letter: 'T', what: WORDS.traveller });
      net.leads.push(lead);
      if (d) net.terminals.push(at(d, names[i]!));
    });
  if (threeWays.length + fourWays.length > 1) wants('Two switches of one lamp in one box: this plan knows one of them a box.');
  for (const d of threeWays) {
    const switched = book.all().find((n) => n.letter === 'S' && n.leads.length > 0);
    const key = hotForSwitch(d);
    // where both are in the box, only the person knows which end of the pair this is
    const common = d.common ?? (switched ? (key ? undefined : 'switched') : 'hot');
    if (pairs.length !== 1) wants('A three-way switch wants one cable with a pair of travellers: note what each conductor does.');
    else if (common === undefined)
      wants('Both an always-hot and a switched conductor are here: say at the three-way switch what its common is on.');
    else if (common === 'hot' && !key) wants('Nothing always hot is known in this box for the common of the three-way switch.');
    else if (common === 'switched' && !switched) wants('Nothing switched is known in this box for the common of the three-way switch.');
    else {
      (common === 'hot' ? hot(key!) : switched!).terminals.push(at(d, 'common'));
      pair(pairs[0]!, d, ['traveller 1', 'traveller 2']);
    }
  }
  for (const d of fourWays) {
    if (pairs.length !== 2) wants('A four-way switch wants two cables with a pair of travellers each: note what each conductor does.');
    else {
      const line = pairs.find((p) => list.find((x) => x.lead === p[0])?.side === 'line') ?? pairs[0]!;
      pair(line, d, ['in 1', 'in 2']);
      pair(
        pairs.find((p) => p !== line)!,
        d,
        ['out 1', 'out 2'],
      );
    }
  }
  if (!threeWays.length && !fourWays.length && pairs.length)
    for (const i of [0, 1] as const)
      for (const leads of pairs)
        if (leads[i]) book.get(`through ${i}`, { role: 'hot', letter: 'T', what: WORDS.traveller }).leads.push(leads[i]);

  /* lampholders */
  for (const d of lamps) {
    const switched = book.all().find((n) => n.letter === 'S' && n.leads.length > 0);
    const key = feedOf(d, 0) ?? powered[0];
    const on = switched ?? (key ? hot(key) : undefined);
    const back = list.find((p) => p.is === 'neutral');
    if (!on || !back) {
      wants('A lampholder wants a switched or always-hot conductor and a neutral: note what each conductor does.');
      continue;
    }
    on.terminals.push(at(d, 'hot'));
    neutral(feedKey(back)).terminals.push(at(d, 'neutral'));
    if (!switched) notes.push('No switched conductor is here: the lampholder is always on unless it has a pull chain.');
  }

  /* grounds: all together, and never through a device (250.148) */
  const ground = book.get('ground', { role: 'ground', letter: 'G', what: WORDS.ground });
  ground.leads.push(...list.filter((p) => p.is === 'ground').map((p) => p.lead));
  const grounded = devices.filter((d) => form(d) !== 'lamp');
  ground.terminals.push(...grounded.map((d) => at(d, 'green')));
  if (boxMaterial(box) === 'metal' && ground.leads.length) ground.terminals.push({ deviceId: 'box', name: 'box screw', of: '' });
  if (ground.leads.length === 0 && grounded.length)
    notes.push('No ground in any cable here: the device has none to land on its green screw.');

  for (const n of book.all())
    if (n.leads.length === 0 && n.terminals.length > 0 && n.role !== 'ground')
      wants(`No conductor is known here for the ${n.terminals.map((t) => `${t.name}${t.of ? ` of ${t.of}` : ''}`).join(' and the ')}.`);
  const order = { ground: 0, neutral: 1, hot: 2 };
  return {
    nets: book
      .all()
      .filter((n) => n.leads.length > 0)
      .sort((a, b) => order[a.role] - order[b.role]),
    ...{ missing, notes, tabs },
  };
}
