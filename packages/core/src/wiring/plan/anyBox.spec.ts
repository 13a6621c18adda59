/** Handbook 6: any box, any purpose. Each make-up is planned by every school, switched on and measured; a plan that was spoilt is caught. */
import { describe, expect, it } from 'vitest';
import {
  DEFAULT_SCHOOLS,
  emptySite,
  type Box,
  type Cable,
  type Circuit,
  type ConductorUse,
  type Device,
  type Insulation,
  type Schools,
  type Site,
} from '../../model/index.js';
import { inches } from '../../measure/index.js';
import { wiringPlan } from './plan.js';
import type { WiringPlan } from './planned.js';
import { provenWrong } from './prove.js';
import { purposesIn, type PlanInput } from './purposes.js';

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

const [BW, BRW]: Insulation[][] = [
  ['black', 'white'],
  ['black', 'red', 'white'],
];
type Use = ConductorUse['is'] | ConductorUse;
const use = (u: Use): ConductorUse => (typeof u === 'string' ? { is: u } : u);
const cable = (id: string, side: 'line' | 'load' | 'unknown', conductors = BW, uses?: Use[], more: Partial<Cable> = {}): Cable => ({
  ...{ id, name: id, gauge: 12, conductors: conductors!, ground: 'bare', metal: 'copper', sheath: 'nonmetallic', unbrokenIn: [] },
  direction: side === 'unknown' ? 'unknown' : 'known',
  ends: side === 'load' ? [{ boxId: 'b', label: 'b' }, { label: id }] : [{ label: id }, { boxId: 'b', label: 'b' }],
  ...(uses ? { uses: uses.map(use) } : {}),
  ...more,
});
const device = (id: string, kind: Device['kind'], more: Partial<Device> = {}): Device => ({ id, name: id, boxId: 'b', kind, ...more });

interface MakeUp {
  cables: Cable[];
  devices?: Device[];
  box?: Partial<Box>;
  added?: string[];
  reachMm?: number;
}
const inputOf = ({ cables, devices = [], box = {}, added, reachMm }: MakeUp, schools: Partial<Schools> = {}): PlanInput => {
  const theBox = { ...BOX, ...box };
  const site: Site = { ...emptySite(), boxes: [theBox], cables, devices, circuits: CIRCUITS };
  return {
    ...{ site, box: theBox, circuit: CIRCUITS[0], schools: { ...DEFAULT_SCHOOLS, ...schools } },
    ...(added ? { added: new Set(added) } : {}),
    ...(reachMm ? { reachMm } : {}),
  };
};
const planOf = (m: MakeUp, schools: Partial<Schools> = {}): WiringPlan => wiringPlan(inputOf(m, schools));
/** What meets, one line a joint: `hot splice: feed-0 on-0 → tv brass upper`; across pigtails. */
function meets(plan: WiringPlan): string[] {
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

const MAKE_UPS: Record<string, MakeUp> = {
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
const SCHOOLS: Partial<Schools>[] = (['pigtail', 'feed-through'] as const).flatMap((d) =>
  (['plain twist-on', 'push-in', 'lever'] as const).map((splice) => ({ device: d, splice })),
);

describe.each(Object.entries(MAKE_UPS))('%s', (_, makeUp) => {
  it('has a plan by every school, and measured it does what is wanted', () => {
    for (const schools of SCHOOLS) {
      const plan = planOf(makeUp, schools);
      expect([plan.missing, plan.refused]).toEqual([[], []]);
      expect(plan.joints.length).toBeGreaterThan(0);
      // every conductor end of every cable on exactly one joint, one conductor under each screw
      const ends = plan.joints.flatMap((j) => j.leads.filter((l) => l.cableId).map((l) => l.id));
      expect(ends.sort()).toEqual(makeUp.cables.flatMap((c) => [...c.conductors.map((__, i) => `${c.id}-${i}`), `${c.id}-g`]).sort());
      for (const j of plan.joints) if (j.kind === 'terminal') expect(j.leads).toHaveLength(1);
    }
  });
  it('spoilt at any joint, it is caught', () => {
    const input = inputOf(makeUp);
    const plan = wiringPlan(input);
    const read = purposesIn(input);
    const live = plan.joints.filter((j) => j.role !== 'ground' && !(j.kind === 'cap'));
    for (const j of live) {
      const without = { ...plan, joints: plan.joints.filter((x) => x !== j) };
      expect(provenWrong(input, read, without), `without ${j.says}`).not.toEqual([]);
    }
  });
});

describe('what meets what', () => {
  const of = (name: string, schools: Partial<Schools> = {}) => meets(planOf(MAKE_UPS[name]!, schools));
  it('fed at the switch: hot on to the switch and the next box, black of the lamp on the other screw, whites together', () => {
    expect(of('lamp fed at the switch, and on from there')).toEqual([
      'feed-1 + lamp-1 + on-1',
      'feed-0 + on-0 → s screw 1',
      'lamp-0 → s screw 2',
    ]);
  });
  it('fed at the lamp: hot down, red back to the lampholder, a neutral at the switch (404.2(C))', () => {
    expect(of('lamp fed at the lamp, three wires to the switch')).toEqual([
      'feed-1 + switch-2 → l neutral',
      'feed-0 + switch-0',
      'switch-1 → l hot',
    ]);
    expect(of('the switch at the end of those three wires')).toEqual(['lamp-2 capped', 'lamp-0 → s screw 1', 'lamp-1 → s screw 2']);
  });
  it('two feeds of one circuit never meet', () => {
    expect(of('two yokes on two feeds of one circuit, kept apart')).toEqual([
      'feed1-1 → r1 silver upper',
      'feed2-1 → r2 silver upper',
      'feed1-0 → r1 brass upper',
      'feed2-0 → r2 brass upper',
    ]);
  });
  it('a split on two circuits breaks both tabs; on a shared neutral only the brass one', () => {
    expect(planOf(MAKE_UPS['split duplex on two circuits']!).devices[0]!.broken).toEqual({ brass: true, silver: true });
    const shared = planOf(MAKE_UPS['split duplex on a shared neutral']!);
    expect(shared.devices[0]!.broken).toEqual({ brass: true, silver: false });
    expect(shared.notes.join()).toMatch(/open together \(210.4\)/);
  });
  it('a shared neutral is never carried through a device, even where feeding through is the school (300.13(B))', () => {
    const plan = planOf(
      {
        ...MAKE_UPS['one hot of a traced shared neutral taken on, the other passed by']!,
        devices: [device('r', 'duplex-15', { circuitId: 'c12' })],
      },
      { device: 'feed-through' },
    );
    expect([plan.missing, plan.refused]).toEqual([[], []]);
    expect(meets(plan).find((m) => m.includes('silver'))).toBe('in-2 + out-2 + tap-1 → r silver upper');
  });
  it('behind a ground-fault face: both cables and the receptacle beside it hang on LOAD', () => {
    expect(of('ground-fault, two cables behind it')).toContain('on1-0 + on2-0 → g load brass');
    expect(of('ground-fault beside a plain receptacle')).toContain('on-0 → g load brass, r brass upper');
    expect(of('ground-fault that protects only itself')).toContain('feed-0 + on-0 → g line brass');
  });
  it('short ends are lengthened by a pigtail, nothing is stretched (300.14)', () => {
    const short = cable('feed', 'line', BW, undefined, {
      ends: [{ label: 'panel' }, { boxId: 'b', label: 'b', freeLength: { mm: inches(3), known: 'measured' } }],
    });
    const plan = planOf({ cables: [short], devices: [device('r', 'duplex-15')], reachMm: inches(6) });
    expect(plan.refused).toEqual([]);
    expect(plan.joints.filter((j) => j.kind === 'splice').map((j) => j.leads.length)).toEqual([2, 2, 2]);
    expect(plan.notes.join()).toMatch(/lengthened by a pigtail/);
  });
});

describe('where it can’t be known what feeds what there is no plan, and what to find out', () => {
  it.each<[string, MakeUp, RegExp]>([
    [
      'two cables from the panel’s side',
      { cables: [cable('a', 'line'), cable('b2', 'line')], devices: [device('r', 'duplex-15')] },
      /never joined/,
    ],
    [
      'two proved feeds and one yoke',
      MAKE_UPS['two yokes on two feeds of one circuit, kept apart']!,
      /which circuit it is on, or split it/,
    ],
    ['three conductors that nobody traced', { cables: [cable('a', 'line', BRW)], devices: [device('r', 'duplex-15')] }, /share a neutral/],
    [
      'a marked white',
      { cables: [cable('a', 'line', BW, undefined, { whiteUsedAsHot: 'marked' })], devices: [device('s', 'switch-15')] },
      /always hot or switched/,
    ],
    [
      'two switches, one lamp said',
      {
        cables: [cable('feed', 'line'), cable('l', 'load', BW, [{ is: 'switched', by: 's1' }, 'neutral'])],
        devices: [device('s1', 'switch-15'), device('s2', 'switch-15')],
      },
      /second switch/,
    ],
    ['a three-way without travellers', { cables: [cable('feed', 'line')], devices: [device('t', 'three-way-15')] }, /pair of travellers/],
    [
      'a lampholder without neutral',
      { cables: [cable('a', 'line', BW, ['switched', 'hot'], { whiteUsedAsHot: 'marked' })], devices: [device('l', 'lampholder')] },
      /neutral/,
    ],
    [
      'half switched, nothing switched',
      { cables: [cable('feed', 'line')], devices: [device('r', 'duplex-15', { split: 'half switched' })] },
      /one switched conductor/,
    ],
  ])('%s', (name, makeUp, says) => {
    const m = name.startsWith('two proved') ? { ...makeUp, devices: [device('r', 'duplex-15')] } : makeUp;
    const plan = planOf(m);
    expect(plan.joints).toEqual([]);
    expect(plan.missing.join(' ')).toMatch(says);
  });
});
