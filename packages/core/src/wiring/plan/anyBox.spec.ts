/** Handbook 6: any box, any purpose. Each make-up is planned by every school, switched on and measured. */
import { describe, expect, it } from 'vitest';
import type { Schools } from '../../model/index.js';
import { inches } from '../../measure/index.js';
import { connectBriefly } from './brief.js';
import { BW, BRW, cable, device, MAKE_UPS, meets, planOf, SCHOOLS, type MakeUp } from './makeUps.testing.js';
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
});

describe('what is said beside a plan', () => {
  /** Who is told this, of all that is planned above. */
  const told = (says: RegExp, m: Record<string, MakeUp> = MAKE_UPS): string[] =>
    Object.entries(m).filter(([, makeUp]) => planOf(makeUp).notes.some((n) => says.test(n))).map(([name]) => name); // prettier-ignore
  it.each<[RegExp, string[]]>([
    [/^Two feeds of one circuit come in here/, ['two yokes on two feeds of one circuit, kept apart']],
    [/^Which cable is line is not known/, ['ground-fault, nobody noted which cable is line']],
    [/^Two ground-fault receptacles in one box/, ['two ground-fault receptacles']],
    [
      /^Two hots share a neutral here/,
      ['split duplex on a shared neutral', 'one hot of a traced shared neutral taken on, the other passed by', 'one hot taken on, the other capped'],
    ],
    [/^Break both tabs/, ['split duplex on two circuits']],
    [/^Break the brass tab only: both halves share the neutral/, ['split duplex on a shared neutral']],
    [/^Break the brass tab only: the upper half stays always hot/, ['half switched, the switch on a cable of its own']],
    [/^No switched conductor is here/, ['lampholder that is always on']],
    [/^No ground in any cable here/, []],
  ])('%s', (says, whom) => expect(told(says)).toEqual(whom)); // prettier-ignore
  it('no ground in any cable: said where a device has a green screw, not of a lampholder or a splice', () => {
    const bare = Object.fromEntries(Object.entries(MAKE_UPS).map(([name, m]) => [name, { ...m, cables: m.cables.map((c) => ({ ...c, ground: 'none' as const })) }])); // prettier-ignore
    const whom = told(/^No ground in any cable here/, bare);
    expect(whom).toContain('end of a run');
    expect(whom).toContain('four-way between them');
    expect(whom).toContain('lamp fed at the switch, and on from there');
    for (const name of ['lampholder that is always on', 'lampholder at its end', 'junction box', 'travellers that only pass']) expect(whom).not.toContain(name); // prettier-ignore
  });
});

describe('what meets what', () => {
  it('what comes back of the other three-way goes on to the lamp, by the box only', () => {
    const joined = meets(planOf(MAKE_UPS['three-way at the feed, its lamp fed from here too: three wires to the other switch and back']!));
    expect(joined).toEqual(expect.arrayContaining(['feed-0 → t common', 'lamp-0 + other-2', 'feed-1 + lamp-1', 'other-0 → t traveller 1', 'other-1 → t traveller 2'])); // prettier-ignore
  });
  it('a switch takes its own circuit, the receptacle beside it the other', () => {
    const joined = meets(planOf(MAKE_UPS['a switch on the second of two circuits']!));
    expect(joined).toContain('feed-c6-0 → s screw 1');
    expect(joined).toContain('feed-c5-0 → r brass upper');
    expect(joined).toContain('feed-c6-1 + lamp-1');
  });
  it('a jumper from LOAD to the receptacle behind it is as thick as its feed, whatever else is in the box; three screws are a splice', () => {
    const two: MakeUp = {
      cables: [
        cable('thin', 'line', BW, undefined, { circuitId: 'c5', gauge: 14 }),
        cable('thick', 'line', BW, undefined, { circuitId: 'c6', gauge: 10 }),
      ],
      devices: [
        device('g', 'ground-fault-20', { circuitId: 'c5' }),
        device('r', 'duplex-15', { circuitId: 'c5' }),
        device('r6', 'duplex-20', { circuitId: 'c6' }),
      ],
      box: { gangs: 3 },
    };
    const plan = planOf(two);
    const jumpers = plan.joints.filter((j) => j.leads[0]!.jumper);
    expect(jumpers.map((j) => [j.role, j.leads[0]!.gauge, j.at!.name, j.leads[0]!.far === true])).toEqual([
      ['neutral', 14, 'load silver', false],
      ['neutral', 14, 'silver upper', true],
      ['hot', 14, 'load brass', false],
      ['hot', 14, 'brass upper', true],
    ]);
    const one = planOf(MAKE_UPS['ground-fault with a plain receptacle behind it, no cable']!);
    expect(one.connect.filter((l) => /jumper/.test(l)).map((l) => l.replace(/, stripped.*under/, ', under'))).toEqual([
      'One end of a white jumper (N), under the load silver screw of the first receptacle.',
      'The other end of a white jumper (N), under the silver upper screw of the second receptacle.',
      'One end of a black jumper (H), under the load brass screw of the first receptacle.',
      'The other end of a black jumper (H), under the brass upper screw of the second receptacle.',
    ]);
    expect(connectBriefly(one).filter((l) => /jumper/.test(l))).toEqual([
      'White jumper from the load silver screw of the first receptacle to the silver upper screw of the second receptacle.',
      'Black jumper from the load brass screw of the first receptacle to the brass upper screw of the second receptacle.',
    ]);
    const three = planOf(MAKE_UPS['ground-fault with two plain receptacles behind it, no cable']!);
    expect(three.joints.filter((j) => j.kind === 'splice' && j.role !== 'ground').map((j) => j.leads.map((l) => l.gauge))).toEqual([[12, 12, 12], [12, 12, 12]]); // prettier-ignore
  });
  it('a receptacle behind a ground-fault one hangs on LOAD though no cable goes on; one of another circuit does not', () => {
    const behind = planOf(MAKE_UPS['ground-fault with a plain receptacle behind it, no cable']!).joints.map((j) => `${j.at?.deviceId} ${j.at?.name}`); // prettier-ignore
    expect(behind).toEqual(expect.arrayContaining(['g load brass', 'g load silver', 'r brass upper', 'r silver upper']));
    for (const name of [
      'ground-fault beside a receptacle of another circuit',
      'two ground-fault receptacles',
      'ground-fault, nobody noted which cable is line',
      'ground-fault that protects only itself',
    ])
      // prettier-ignore
      expect(planOf(MAKE_UPS[name]!).joints.filter((j) => j.at?.name.startsWith('load')), name).toEqual([]);
  });
  it('the pair from the source is on the IN screws of a four-way, in whichever order the cables were noted', () => {
    const { cables, devices } = MAKE_UPS['four-way between them']!;
    for (const order of [cables, [...cables].reverse()]) {
      const joined = meets(planOf({ cables: order, devices: devices! }));
      expect(joined).toEqual(expect.arrayContaining(['pair1-0 → f in 1', 'pair1-1 → f in 2', 'pair2-0 → f out 1', 'pair2-1 → f out 2']));
    }
  });
  it('a shared neutral is spliced to both halves, and a split on two circuits keeps them apart', () => {
    const silver = (name: string): (string | undefined)[] => planOf(MAKE_UPS[name]!).joints.map((j) => j.at?.name).filter((n) => n?.startsWith('silver')); // prettier-ignore
    expect(silver('split duplex on a shared neutral')).toEqual(['silver upper']);
    expect(silver('split duplex on two circuits').sort()).toEqual(['silver lower', 'silver upper']);
  });
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
    ['travellers that are three', { cables: [cable('feed', 'line'), cable('p', 'load', BRW, ['traveller', 'traveller', 'traveller'])], devices: [device('t', 'three-way-15')] }, /go in pairs/], // prettier-ignore
    [
      'two switches of one lamp',
      {
        cables: [cable('feed', 'line'), cable('p', 'load', BRW, ['traveller', 'traveller', 'neutral'])],
        devices: [device('t', 'three-way-15'), device('t2', 'three-way-15')],
      },
      /Two switches of one lamp in one box/,
    ],
    [
      'a three-way with a hot and a switched conductor beside it',
      {
        cables: [
          cable('feed', 'line'),
          cable('p', 'load', BRW, ['traveller', 'traveller', 'neutral']),
          cable('l', 'load', BW, ['switched', 'neutral']),
        ],
        devices: [device('t', 'three-way-15')],
      },
      /^Both an always-hot and a switched conductor are here/,
    ],
    ['a three-way said to be at the source, with no hot', { ...MAKE_UPS['three-way at the lamp']!, devices: [device('t', 'three-way-15', { common: 'hot' })] }, /^Nothing always hot is known in this box for the common/], // prettier-ignore
    ['a three-way said to be at the lamp, with nothing switched', { ...MAKE_UPS['three-way at the feed']!, devices: [device('t', 'three-way-15', { common: 'switched' })] }, /^Nothing switched is known/], // prettier-ignore
    ['a four-way with one pair', { cables: [cable('p', 'line', BRW, ['traveller', 'traveller', 'neutral'])], devices: [device('f', 'four-way-15')] }, /two cables with a pair of travellers each/], // prettier-ignore
    [
      'a switch with nothing hot',
      {
        cables: [cable('x', 'line', BW, ['switched', 'neutral']), cable('l', 'load', BW, ['switched', 'neutral'])],
        devices: [device('s', 'switch-15')],
      },
      /^Nothing always hot is known in this switch box/,
    ],
    ['a receptacle with nothing hot', { cables: [cable('x', 'line', BW, ['switched', 'neutral'])], devices: [device('r', 'duplex-15')] }, /^Nothing always hot is known in this box for the receptacle\.$/], // prettier-ignore
    ['a ground-fault receptacle with nothing hot', { cables: [cable('x', 'line', BW, ['switched', 'neutral'])], devices: [device('g', 'ground-fault-20')] }, /^Nothing always hot is known in this box for the receptacle\.$/], // prettier-ignore
    ['a split on two feeds, with one', { cables: [cable('feed', 'line')], devices: [device('r', 'duplex-15', { split: 'two feeds' })] }, /wants two feeds in the box, and a duplex/], // prettier-ignore
    ['a split on two feeds that is a single', { ...MAKE_UPS['split duplex on two circuits']!, devices: [device('r', 'single-20', { split: 'two feeds' })] }, /wants two feeds in the box, and a duplex/], // prettier-ignore
    ['half switched, a single', { ...MAKE_UPS['half switched, the switch on a cable of its own']!, devices: [device('r', 'single-20', { split: 'half switched' })] }, /wants a duplex and one switched conductor/], // prettier-ignore
    [
      'three feeds, two receptacles',
      {
        cables: ['c5', 'c6', 'c12'].map((circuitId) => cable(`f-${circuitId}`, 'line', BW, undefined, { circuitId })),
        devices: [device('r1', 'duplex-15'), device('r2', 'duplex-15')],
      },
      /3 feeds come in here and 2 receptacles/,
    ],
    ['two feeds, one receptacle', { cables: ['c5', 'c6'].map((circuitId) => cable(`f-${circuitId}`, 'line', BW, undefined, { circuitId })), devices: [device('r', 'duplex-15')] }, /2 feeds come in here and one receptacle/], // prettier-ignore
    ['a receptacle without a neutral', { cables: [cable('a', 'line', BW, ['hot', 'switched'], { whiteUsedAsHot: 'marked' })], devices: [device('r', 'duplex-15')] }, /^No conductor is known here for the silver upper/], // prettier-ignore
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
