/** Make-ups of a box, of handbook 6 and beyond: cables, devices and what each conductor is for, with the plan of each. */
import { DEFAULT_SCHOOLS, emptySite, type Box, type Cable, type Circuit, type ConductorUse, type Device, type Insulation, type Schools, type Site } from '../../model/index.js'; // prettier-ignore
import { wiringPlan } from './plan.js';
import type { WiringPlan } from './planned.js';
import type { PlanInput } from './purposes.js';
const place: Box['place'] = {
  from: 'left-end',
  toward: 'right',
  to: 'centre',
  distance: { mm: 500, known: 'measured' },
  bottom: { mm: 300, known: 'measured' },
};
const BOX: Box = {
  id: 'b',
  name: 'Box',
  wallId: 'w',
  face: 'A',
  place,
  kind: 'nail-on-2g-34',
  gangs: 2,
  circuitId: 'c5',
  supportFittings: 0,
};
const circuit = (id: string): Circuit => ({ id, number: id.slice(1), name: id, voltsNominal: 120, breakerA: 20, sharedNeutral: false });
const CIRCUITS = ['c5', 'c6', 'c12', 'c14'].map(circuit);

export const [BW, BRW]: Insulation[][] = [
  ['black', 'white'],
  ['black', 'red', 'white'],
];
type Use = ConductorUse['is'] | ConductorUse;
const use = (u: Use): ConductorUse => (typeof u === 'string' ? { is: u } : u);
export const cable = (id: string, side: 'line' | 'load' | 'unknown', conductors = BW, uses?: Use[], more: Partial<Cable> = {}): Cable => ({
  ...{ id, name: id, gauge: 12, conductors: conductors!, ground: 'bare', metal: 'copper', sheath: 'nonmetallic', unbrokenIn: [] },
  direction: side === 'unknown' ? 'unknown' : 'known',
  ends: side === 'load' ? [{ boxId: 'b', label: 'b' }, { label: id }] : [{ label: id }, { boxId: 'b', label: 'b' }],
  ...(uses ? { uses: uses.map(use) } : {}),
  ...more,
});
export const device = (id: string, kind: Device['kind'], more: Partial<Device> = {}): Device => ({
  id,
  name: id,
  boxId: 'b',
  kind,
  ...more,
});

export interface MakeUp {
  cables: Cable[];
  devices?: Device[];
  box?: Partial<Box>;
  added?: string[];
  reachMm?: number;
}
export const inputOf = ({ cables, devices = [], box = {}, added, reachMm }: MakeUp, schools: Partial<Schools> = {}): PlanInput => {
  const theBox = { ...BOX, ...box };
  const site: Site = { ...emptySite(), boxes: [theBox], cables, devices, circuits: CIRCUITS };
  return {
    ...{ site, box: theBox, circuit: CIRCUITS[0], schools: { ...DEFAULT_SCHOOLS, ...schools } },
    ...(added ? { added: new Set(added) } : {}),
    ...(reachMm ? { reachMm } : {}),
  };
};
export const planOf = (m: MakeUp, schools: Partial<Schools> = {}): WiringPlan => wiringPlan(inputOf(m, schools));
/** What meets, one line a joint: `hot splice: feed-0 on-0 → tv brass upper`; across pigtails. */
export function meets(plan: WiringPlan): string[] {
  const tails = new Map<string, string>();
  for (const j of plan.joints)
    if (j.kind === 'terminal' && !j.leads[0]!.cableId) tails.set(j.leads[0]!.id, `${j.at!.deviceId} ${j.at!.name}`);
  return plan.joints
    .flatMap((j) => {
      const ends = j.leads.filter((l) => l.cableId).map((l) => l.id);
      if (j.kind === 'terminal') return ends.length ? [`${ends[0]} → ${j.at!.deviceId} ${j.at!.name}`] : [];
      const to = j.leads.flatMap((l) => tails.get(l.id) ?? []);
      return [`${ends.join(' + ')}${to.length ? ` → ${to.join(', ')}` : j.kind === 'cap' ? ' capped' : ''}`];
    })
    .filter((line) => !/-g\b/.test(line));
}

export const MAKE_UPS: Record<string, MakeUp> = {
  'end of a run': { cables: [cable('feed', 'line')], devices: [device('r', 'duplex-15')] },
  'single receptacle in a metal box': {
    cables: [cable('feed', 'line'), cable('on', 'load')],
    devices: [device('r', 'single-20')],
    box: { kind: 'metal-square-2-1/8' },
  },
  'four cables and one yoke': {
    cables: [cable('feed', 'line'), cable('on1', 'load'), cable('on2', 'load'), cable('on3', 'load')],
    devices: [device('r', 'duplex-15')],
  },
  'two yokes on one feed': {
    cables: [cable('feed', 'line'), cable('on', 'load')],
    devices: [device('r1', 'duplex-15'), device('r2', 'duplex-20')],
  },
  'two yokes on two feeds of one circuit, kept apart': {
    cables: [cable('feed1', 'line', BW, undefined, { circuitId: 'c5' }), cable('feed2', 'line', BW, undefined, { circuitId: 'c5' })],
    devices: [device('r1', 'duplex-15'), device('r2', 'duplex-15')],
  },
  'two yokes on two circuits, each with a cable that goes on': {
    cables: (['c5', 'c6'] as const).flatMap((circuitId) => [
      cable(`feed-${circuitId}`, 'line', BW, undefined, { circuitId }),
      cable(`on-${circuitId}`, 'load', BW, undefined, { circuitId }),
    ]),
    devices: [device('r1', 'duplex-15', { circuitId: 'c5' }), device('r2', 'duplex-15', { circuitId: 'c6' })],
  },
  'split duplex on two circuits': {
    cables: [cable('feed1', 'line', BW, undefined, { circuitId: 'c5' }), cable('feed2', 'line', BW, undefined, { circuitId: 'c6' })],
    devices: [device('r', 'duplex-15', { split: 'two feeds' })],
  },
  'split duplex on a shared neutral': {
    cables: [
      cable('feed', 'line', BRW, [{ is: 'hot', circuitId: 'c12' }, { is: 'hot', circuitId: 'c14' }, 'neutral'], { circuitId: 'c12' }),
    ],
    devices: [device('r', 'duplex-15', { split: 'two feeds' })],
  },
  'half switched, the switch on a cable of its own': {
    cables: [cable('feed', 'line'), cable('switch', 'load', BRW, ['hot', 'switched', 'neutral'])],
    devices: [device('r', 'duplex-15', { split: 'half switched' })],
  },
  'lamp fed at the switch, and on from there': {
    cables: [cable('feed', 'line'), cable('lamp', 'load', BW, ['switched', 'neutral']), cable('on', 'load', BW, ['hot', 'neutral'])],
    devices: [device('s', 'switch-15')],
  },
  'switch box known by its box only, something taken on': {
    cables: [cable('feed', 'line'), cable('lamp', 'load'), cable('new', 'load')],
    box: { holds: 'switch', switchHas: 'hot and neutral' },
    added: ['new'],
  },
  'two switches, two lamps': {
    cables: [
      cable('feed', 'line'),
      cable('lamp1', 'load', BW, [{ is: 'switched', by: 's1' }, 'neutral']),
      cable('lamp2', 'load', BW, [{ is: 'switched', by: 's2' }, 'neutral']),
    ],
    devices: [device('s1', 'switch-15'), device('s2', 'switch-15')],
  },
  'five switches, five lamps: each is moved alone, not all ways at once': {
    cables: [
      cable('feed', 'line'),
      ...[1, 2, 3, 4, 5].map((n) => cable(`lamp${n}`, 'load', BW, [{ is: 'switched' as const, by: `s${n}` }, 'neutral'])),
    ],
    devices: [1, 2, 3, 4, 5].map((n) => device(`s${n}`, 'switch-15')),
    box: { gangs: 4 },
  },
  'one cable, nobody noted which way it runs': { cables: [cable('only', 'unknown')], devices: [device('r', 'duplex-15')] },
  'switch beside a receptacle': {
    cables: [cable('feed', 'line'), cable('lamp', 'load', BW, ['switched', 'neutral'])],
    devices: [device('s', 'switch-15'), device('r', 'duplex-15')],
  },
  'lamp fed at the lamp, three wires to the switch': {
    cables: [cable('feed', 'line'), cable('switch', 'load', BRW, ['hot', 'switched', 'neutral'])],
    devices: [device('l', 'lampholder')],
    box: { gangs: 1 },
  },
  'the switch at the end of those three wires': {
    cables: [cable('lamp', 'line', BRW, ['hot', 'switched', 'neutral'])],
    devices: [device('s', 'switch-15')],
  },
  'an old loop, its white marked': {
    cables: [cable('lamp', 'line', BW, ['switched', 'hot'], { whiteUsedAsHot: 'marked' })],
    devices: [device('s', 'switch-15')],
  },
  'lampholder in the middle of a switched run': {
    cables: [cable('before', 'line', BW, ['switched', 'neutral']), cable('next', 'load', BW, ['switched', 'neutral'])],
    devices: [device('l', 'lampholder')],
  },
  'lampholder at its end': { cables: [cable('before', 'line', BW, ['switched', 'neutral'])], devices: [device('l', 'lampholder')] },
  'three-way at the feed': {
    cables: [cable('feed', 'line'), cable('pair', 'load', BRW, ['traveller', 'traveller', 'neutral'])],
    devices: [device('t', 'three-way-15')],
  },
  'three-way at the lamp': {
    cables: [cable('pair', 'line', BRW, ['traveller', 'traveller', 'neutral']), cable('lamp', 'load', BW, ['switched', 'neutral'])],
    devices: [device('t', 'three-way-15')],
  },
  'three-way at the feed, its lamp fed from here too: three wires to the other switch and back': {
    cables: [
      cable('feed', 'line'),
      cable('lamp', 'load', BW, ['switched', 'neutral']),
      cable('other', 'load', BRW, ['traveller', 'traveller', 'switched'], { whiteUsedAsHot: 'marked' }),
    ],
    devices: [device('t', 'three-way-15', { common: 'hot' })],
  },
  'four-way between them': {
    cables: [
      cable('pair1', 'line', BRW, ['traveller', 'traveller', 'neutral']),
      cable('pair2', 'load', BRW, ['traveller', 'traveller', 'neutral']),
    ],
    devices: [device('f', 'four-way-15')],
  },
  'travellers that only pass': {
    cables: [
      cable('pair1', 'line', BRW, ['traveller', 'traveller', 'neutral']),
      cable('pair2', 'load', BRW, ['traveller', 'traveller', 'neutral']),
    ],
    box: { holds: 'junction' },
  },
  'ground-fault, nothing behind it': { cables: [cable('feed', 'line')], devices: [device('g', 'ground-fault-20')] },
  'ground-fault, two cables behind it': {
    cables: [cable('feed', 'line'), cable('on1', 'load'), cable('on2', 'load')],
    devices: [device('g', 'ground-fault-20')],
  },
  'ground-fault that protects only itself': {
    cables: [cable('feed', 'line'), cable('on', 'load')],
    devices: [device('g', 'ground-fault-20', { protects: false })],
  },
  'ground-fault beside a plain receptacle': {
    cables: [cable('feed', 'line'), cable('on', 'load')],
    devices: [device('g', 'ground-fault-20'), device('r', 'duplex-15')],
  },
  'one hot of a traced shared neutral taken on, the other passed by': {
    cables: [
      cable('in', 'line', BRW, [{ is: 'hot', circuitId: 'c12' }, { is: 'hot', circuitId: 'c14' }, 'neutral'], { circuitId: 'c12' }),
      cable('out', 'load', BRW, [{ is: 'hot', circuitId: 'c12' }, { is: 'hot', circuitId: 'c14' }, 'neutral'], { circuitId: 'c12' }),
      cable('tap', 'load', BW, ['hot', 'neutral'], { circuitId: 'c12' }),
    ],
    box: { holds: 'junction', circuitId: 'c12', kind: 'metal-square-2-1/8' },
  },
  'one hot taken on, the other capped': {
    cables: [
      cable('in', 'line', BRW, [{ is: 'hot', circuitId: 'c12' }, { is: 'hot', circuitId: 'c14' }, 'neutral'], { circuitId: 'c12' }),
      cable('tap', 'load', BW, ['hot', 'neutral'], { circuitId: 'c12' }),
    ],
    box: { holds: 'junction', circuitId: 'c12' },
  },
  'ground-fault with a plain receptacle behind it, no cable': {
    cables: [cable('feed', 'line')],
    devices: [device('g', 'ground-fault-20'), device('r', 'duplex-15')],
  },
  'ground-fault with two plain receptacles behind it, no cable': {
    cables: [cable('feed', 'line')],
    devices: [device('g', 'ground-fault-20'), device('r1', 'duplex-15'), device('r2', 'duplex-15')],
    box: { gangs: 3 },
  },
  'ground-fault beside a receptacle of another circuit': {
    cables: (['c5', 'c6'] as const).map((circuitId) => cable(`feed-${circuitId}`, 'line', BW, undefined, { circuitId })),
    devices: [device('g', 'ground-fault-20', { circuitId: 'c5' }), device('r', 'duplex-15', { circuitId: 'c6' })],
  },
  'two ground-fault receptacles': {
    cables: [cable('feed', 'line'), cable('on', 'load')],
    devices: [device('g1', 'ground-fault-20'), device('g2', 'ground-fault-20')],
  },
  'ground-fault, nobody noted which cable is line': {
    cables: [cable('a', 'unknown'), cable('b2', 'unknown')],
    devices: [device('g', 'ground-fault-20')],
  },
  'lampholder that is always on': { cables: [cable('feed', 'line')], devices: [device('l', 'lampholder')] },
  'a switch on the second of two circuits': {
    cables: [
      cable('feed-c5', 'line', BW, undefined, { circuitId: 'c5' }),
      cable('feed-c6', 'line', BW, undefined, { circuitId: 'c6' }),
      cable('lamp', 'load', BW, ['switched', 'neutral'], { circuitId: 'c6' }),
    ],
    devices: [device('s', 'switch-15', { circuitId: 'c6' }), device('r', 'duplex-15', { circuitId: 'c5' })],
  },
  'junction box': { cables: [cable('feed', 'line'), cable('on', 'load')], box: { holds: 'junction' } },
  'closed up at the end of a run': { cables: [cable('feed', 'line')], box: { holds: 'junction' } },
  'boxes of a raceway in line, single wires': {
    cables: [
      cable('before', 'line', BW, undefined, { sheath: 'single wires', ground: 'green' }),
      cable('next', 'load', BW, undefined, { sheath: 'single wires', ground: 'green' }),
    ],
    devices: [device('r', 'duplex-20')],
    box: { material: 'metal' },
  },
};
export const SCHOOLS: Partial<Schools>[] = (['pigtail', 'feed-through'] as const).flatMap((d) =>
  (['plain twist-on', 'push-in', 'lever'] as const).map((splice) => ({ device: d, splice })),
);
