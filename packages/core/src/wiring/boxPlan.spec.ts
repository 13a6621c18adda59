/**
 * Plans of one box on the bench: what meets in each, read off the handbook's section on boxes and written down by hand; and the proof that
 * a plan goes through, which has to catch one that was spoilt. Clauses from memory.
 */
import { describe, expect, it } from 'vitest';
import { runOfBoxes } from '../circuit/index.js';
import { Bench, DEFAULT_SCHOOLS, PANEL, type Joint } from '../model/index.js';
import { BOX_PLAN_KINDS, planBox, planRequest, proveBox, type BoxPlan, type BoxPlanRequest } from './boxPlan.js';
import { boxDevice as device, CASES, hangsTogether, planFor, THREE, TWO, wire } from './boxPlans.testing.js';

const made = (request: BoxPlanRequest): BoxPlan => {
  const plan = planBox(request);
  expect(plan.refused).toEqual([]);
  return plan;
};
const refusedFor = (request: BoxPlanRequest): string => planBox(request).refused.join(' ');

describe('what meets, by kind of box', () => {
  it.each([
    ['run', ['d brass upper + feed black + on1 black', 'd green + feed bare + on1 bare', 'd silver upper + feed white + on1 white']],
    [
      'quad',
      [
        'd brass upper + e brass upper + feed black + on1 black',
        'd green + e green + feed bare + on1 bare',
        'd silver upper + e silver upper + feed white + on1 white',
      ],
    ],
    [
      'quad on two feeds',
      [
        'd brass upper + feed black',
        'd green + e green + feed bare + feed2 bare',
        'd silver upper + feed white',
        'e brass upper + feed2 black',
        'e silver upper + feed2 white',
      ],
    ],
    [
      'protected',
      [
        'd green + feed bare + on1 bare',
        'd line brass + feed black',
        'd line silver + feed white',
        'd load brass + on1 black',
        'd load silver + on1 white',
      ],
    ],
    [
      'split, two circuits',
      ['d brass lower + feed red', 'd brass upper + feed black', 'd green + feed bare', 'd silver upper + feed white'],
    ],
    [
      'split, half switched',
      [
        'd brass lower + feed black + switch black',
        'd brass upper + switch red',
        'd green + feed bare + switch bare',
        'd silver upper + feed white',
        'switch white',
      ],
    ],
    [
      'from a switch box',
      [
        'd green + feed bare + lamp bare + on1 bare',
        'd screw 1 + feed black + on1 black',
        'd screw 2 + lamp black',
        'feed white + lamp white + on1 white',
      ],
    ],
    [
      'tap of one leg',
      ['feed bare + on1 bare + on2 bare', 'feed black + on1 black', 'feed red + on1 red + on2 black', 'feed white + on1 white + on2 white'],
    ],
    ['junction', ['feed bare + on1 bare + on2 bare', 'feed black + on1 black + on2 black', 'feed white + on1 white + on2 white']],
  ] as const)('%s', (kind, meets) => expect(hangsTogether(made(CASES[kind]()).bench)).toEqual(meets));
});

describe('plans, switched on and measured', () => {
  it.each(BOX_PLAN_KINDS.map((k) => [k] as const))('%s does what is wanted by every school, in plastic and in metal', (kind) => {
    for (const metal of [false, true])
      for (const dev of ['pigtail', 'feed-through'] as const)
        for (const splice of ['plain twist-on', 'push-in', 'lever'] as const) {
          const plan = planBox(CASES[kind]({ device: dev, splice }, metal));
          expect(plan.refused, `${kind} ${dev} ${splice} ${metal ? 'metal' : 'plastic'}`).toEqual([]);
          expect(Bench.safeParse(plan.bench).success).toBe(true);
        }
  });
  it.each([3, 4])('%i cables in a box: one more than the two screws of a side, so they are spliced with a pigtail', (n) => {
    const cables = [wire('feed', TWO), ...Array.from({ length: n - 1 }, (_, i) => wire(`on${i + 1}`, TWO))];
    const plan = planBox(planFor('run', cables, [device('d', 'duplex')], {}, { device: 'feed-through' }));
    expect(plan.refused).toEqual([]);
    expect(plan.bench.joints.filter((j) => j.kind === 'splice')).toHaveLength(3);
  });
  it('grounds are connected first, hots last; hots come off first (handbook 6)', () => {
    const plan = planBox(CASES.run());
    const at = (word: RegExp) => plan.connect.findIndex((l) => word.test(l));
    expect(at(/bare/)).toBeLessThan(at(/white/));
    expect(at(/white/)).toBeLessThan(at(/black/));
    expect(plan.takeApart[0]).toMatch(/hots off first/);
  });
  it('feed-through uses the two screws of a side, pigtailing keeps what is behind alive without the device', () => {
    const through = planBox(CASES.run({ device: 'feed-through' })).bench;
    const tailed = planBox(CASES.run({ device: 'pigtail' })).bench;
    expect(through.joints.filter((j) => j.at?.terminal.startsWith('brass'))).toHaveLength(2);
    expect(tailed.joints.filter((j) => j.at?.terminal.startsWith('brass'))).toHaveLength(1);
    expect(tailed.pigtails.map((p) => p.colour).sort()).toEqual(['bare', 'black', 'white']);
  });
  it('a short ground at the end of a run is extended in a connector, and the plan still proves out (handbook 6)', () => {
    const one = (shortGround: boolean) => planBox({ ...planFor('run', [wire('feed', TWO)], [device('d', 'duplex')]), shortGround });
    expect(one(false).bench.pigtails).toEqual([]);
    const plan = one(true);
    expect(plan.refused).toEqual([]);
    expect(plan.bench.pigtails.map((p) => p.colour)).toEqual(['bare']);
    expect(plan.notes.join()).toMatch(/short ground is extended/);
    const splice = plan.bench.joints.find((j) => j.kind === 'splice')!;
    expect(splice.ends).toHaveLength(2);
  });
  it('feeds are found from the wiring: live cables first, else the one from nearer the panel', () => {
    const run = runOfBoxes({ boxes: 2 });
    expect(planRequest(run, 'box1', 'run', DEFAULT_SCHOOLS)).toMatchObject({ feeds: ['cable1'], onward: ['cable2'] });
    const bare = { ...run, joints: run.joints.filter((j) => j.boxId === PANEL), pigtails: [] };
    expect(planRequest(bare, 'box2', 'run', DEFAULT_SCHOOLS)).toMatchObject({ feeds: ['cable2'], onward: [] });
    const wired = planBox(planRequest(bare, 'box1', 'run', DEFAULT_SCHOOLS));
    expect(wired.refused).toEqual([]);
    expect(planBox(planRequest(wired.bench, 'box2', 'run', DEFAULT_SCHOOLS)).refused).toEqual([]);
  });
  it('what can’t be is refused with the reason', () => {
    expect(planBox(planFor('quad', [wire('feed', TWO)], [device('d', 'duplex')])).refused[0]).toMatch(/two receptacles/);
    expect(planBox(planFor('protected', [wire('feed', TWO)], [device('d', 'duplex')])).refused[0]).toMatch(/protective receptacle/);
    expect(
      planBox(
        planFor('from a switch box', [wire('feed', ['black', 'red', 'bare']), wire('lamp', TWO)], [device('d', 'switch')], {
          switchCable: 'lamp',
        }),
      ).refused.join(),
    ).toMatch(/switch loop has no neutral/);
    expect(planBox(planFor('run', [wire('feed', TWO, 12)], [device('d', 'duplex')], {}, { terminals: 'push-in' })).refused.join()).toMatch(
      /14 AWG only/,
    );
    expect(planBox(planFor('run', [wire('feed', ['black', 'white'])], [device('d', 'duplex')])).refused.join()).toMatch(
      /0 V hot to ground|hot to ground/,
    );
  });
});

describe('a plan that was spoilt is caught', () => {
  const without = (bench: Bench, id: string): Bench => ({ ...bench, joints: bench.joints.filter((j) => j.id !== id) });
  it.each(BOX_PLAN_KINDS.flatMap((kind) => (['pigtail', 'feed-through'] as const).map((school) => [kind, school] as const)))(
    '%s, %s: any joint left out',
    (kind, school) => {
      const request = CASES[kind]({ device: school });
      const { bench } = made(request);
      for (const j of bench.joints.filter((x) => x.kind !== 'cap')) {
        const what = `${j.at ? `${j.at.device} ${j.at.terminal}` : 'splice'}: ${j.ends.map((e) => ('cableId' in e ? `${e.cableId}/${e.conductor}` : e.pigtailId)).join(' ')}`;
        expect(proveBox(request, without(bench, j.id)), what).not.toEqual([]);
        if (j.ends.length > 2)
          for (const e of j.ends)
            expect(
              proveBox(request, {
                ...bench,
                joints: bench.joints.map((x) => (x === j ? { ...x, ends: x.ends.filter((y) => y !== e) } : x)),
              }),
              `${what} without ${JSON.stringify(e)}`,
            ).not.toEqual([]);
      }
    },
  );
});

describe('what a plan says and what it takes', () => {
  it('grounds, neutrals, hots, each end by its cable’s name and colour; the length of a pigtail is the person’s own', () => {
    const plan = made(CASES.run({ pigtailIn: 8 }));
    expect(plan.connect.map((l) => l.replace(/ in a .*/, ''))).toEqual([
      'Splice the bare of feed, the bare of on1 with 1 bare pigtail',
      expect.stringMatching(/^The bare .*pigtail.* to green of d\.$/),
      'Splice the white of feed, the white of on1 with 1 white pigtail',
      expect.stringMatching(/^The white .*pigtail.* to silver upper of d\.$/),
      'Splice the black of feed, the black of on1 with 1 black pigtail',
      expect.stringMatching(/^The black .*pigtail.* to brass upper of d\.$/),
    ]);
    expect(plan.bench.pigtails.map((p) => p.lengthMm)).toEqual([203.2, 203.2, 203.2]);
    expect(plan.bench.pigtails.map((p) => p.gauge)).toEqual([14, 14, 14]);
  });
  it('brown, blue and green-yellow, and a grey neutral, are what they are called elsewhere (IEC 60446; NEC 200.6)', () => {
    const cord = made(planFor('run', [wire('feed', ['brown', 'blue', 'green-yellow']), wire('on1', ['black', 'grey', 'green'])], [device('d', 'duplex')])); // prettier-ignore
    expect(hangsTogether(cord.bench)).toEqual(['d brass upper + feed brown + on1 black', 'd green + feed green-yellow + on1 green', 'd silver upper + feed blue + on1 grey']); // prettier-ignore
  });
  it('a pigtail is as thick as the thickest that it is spliced with', () => {
    const plan = made(planFor('run', [wire('feed', TWO, 12), wire('on1', TWO, 14)], [device('d', 'duplex')]));
    expect(plan.bench.pigtails.map((p) => p.gauge)).toEqual([12, 12, 12]);
  });
  it('one end and one screw: no splice; in a metal box the ground is spliced, with a lead for the box', () => {
    const plastic = made(planFor('run', [wire('feed', TWO)], [device('d', 'duplex')]));
    expect(plastic.connect).toEqual(['The bare of feed to green of d.', 'The white of feed to silver upper of d.', 'The black of feed to brass upper of d.']); // prettier-ignore
    const metal = made(planFor('run', [wire('feed', TWO)], [device('d', 'duplex')], {}, {}, true));
    expect(hangsTogether(metal.bench)).toContain('box screw + d green + feed bare');
    expect(metal.connect.some((l) => l.endsWith('to the ground screw of the box.'))).toBe(true);
    expect(metal.connect[0]).toMatch(/with 2 bare pigtails/);
  });
  it('fed through: the feed on the upper screws, what goes on on the lower; of one duplex with two cables only', () => {
    const through = (cables: number, devices: number, form: 'duplex' | 'single' = 'duplex') =>
      hangsTogether(
        made(
          planFor(
            devices > 1 ? 'quad' : 'run',
            [wire('feed', TWO), ...Array.from({ length: cables - 1 }, (_, i) => wire(`on${i + 1}`, TWO))],
            Array.from({ length: devices }, (_, i) => device(`d${i + 1}`, form)),
            {},
            { device: 'feed-through' },
          ),
        ).bench,
      );
    expect(through(2, 1)).toEqual(['d1 brass lower + on1 black', 'd1 brass upper + feed black', 'd1 green + feed bare + on1 bare', 'd1 silver lower + on1 white', 'd1 silver upper + feed white']); // prettier-ignore
    expect(through(2, 1, 'single')).toContain('d1 brass + feed black + on1 black');
    expect(through(2, 2)).toContain('d1 brass upper + d2 brass upper + feed black + on1 black');
    expect(through(3, 1)).toContain('d1 brass upper + feed black + on1 black + on2 black');
  });
  it('apart: hots off first, grounds last; without a device the splices in that order; screws are driven home where there are some', () => {
    expect(made(CASES.run()).takeApart).toHaveLength(3);
    expect(made(CASES.junction()).takeApart).toEqual(['Open the hot splices first, then neutrals, then grounds.']);
    const home = (kind: 'run' | 'junction', terminals: 'side screw' | 'clamp plate') => made(CASES[kind]({ terminals })).fold.some((l) => l.includes('driven home') || l.includes('unused screws')); // prettier-ignore
    expect([home('run', 'side screw'), home('run', 'clamp plate'), home('junction', 'side screw')]).toEqual([true, false, false]);
  });
  it('tabs: both off for two feeds, the brass one alone on a shared neutral or for a switched half; else whole', () => {
    const tabs = (request: BoxPlanRequest) => made(request).bench.devices.map((d) => [d.brassTab, d.silverTab]);
    const twoFeeds = planFor('split, two circuits', [wire('feed', TWO), wire('feed2', TWO)], [device('d', 'duplex')], { feeds: ['feed', 'feed2'] }); // prettier-ignore
    expect([CASES.run(), CASES['split, two circuits'](), CASES['split, half switched'](), twoFeeds].map(tabs)).toEqual([[[true, true]], [[false, true]], [[false, true]], [[false, false]]]); // prettier-ignore
    expect(hangsTogether(made(twoFeeds).bench)).toEqual(['d brass lower + feed2 black', 'd brass upper + feed black', 'd green + feed bare + feed2 bare', 'd silver lower + feed2 white', 'd silver upper + feed white']); // prettier-ignore
    expect(made(twoFeeds).notes.join()).toMatch(/Break both tabs/);
    expect(made(CASES['split, two circuits']()).notes.join()).toMatch(/brass tab only.*210\.4/);
  });
  it('nothing behind a protective one: LOAD stays taped; with something behind it is not said', () => {
    const alone = made(planFor('protected', [wire('feed', TWO)], [device('d', 'ground-fault')]));
    expect(alone.notes).toEqual(['Nothing behind it: leave the LOAD screws taped.']);
    expect(hangsTogether(alone.bench)).toEqual(['d green + feed bare', 'd line brass + feed black', 'd line silver + feed white']);
    expect(made(CASES.protected()).notes).toEqual([]);
  });
  it('the leg that is tapped is the one asked for', () => {
    const black = made({ ...CASES['tap of one leg'](), leg: 'black' });
    expect(hangsTogether(black.bench)).toEqual(expect.arrayContaining(['feed black + on1 black + on2 black', 'feed red + on1 red']));
    expect(black.notes.join()).toMatch(/300\.13\(B\)/);
  });
  it('more than one connector takes: two splices joined by a jumper of that colour', () => {
    const five = made(planFor('junction', [wire('feed', TWO, 12), ...[1, 2, 3, 4, 5].map((n) => wire(`on${n}`, TWO, 12))], []));
    expect(five.bench.pigtails.map((p) => [p.colour, p.gauge])).toEqual([['bare', 12], ['white', 12], ['black', 12]]); // prettier-ignore
    expect(five.connect[0]).toMatch(/in two splices, a .* and a .*, joined by a jumper/);
    expect(five.notes).toEqual(expect.arrayContaining(['No single connector takes 6 grounds: two splices, joined by a jumper.']));
    expect(hangsTogether(five.bench)).toHaveLength(3);
  });
});

describe('what can’t be planned says what it wants', () => {
  const receptacles = [device('d', 'duplex'), device('e', 'duplex')];
  it.each([
    ['a run without a receptacle', planFor('run', [wire('feed', TWO)], []), /This wants a receptacle in the box/],
    ['a quad with one', planFor('quad', [wire('feed', TWO)], [receptacles[0]!]), /two receptacles/],
    ['two feeds with one receptacle', planFor('quad on two feeds', [wire('feed', TWO), wire('feed2', TWO)], [receptacles[0]!], { feeds: ['feed', 'feed2'] }), /two receptacles/],
    ['two feeds that are one', planFor('quad on two feeds', [wire('feed', TWO)], receptacles), /two feeds, proven to be there/],
    ['two feeds that are three', planFor('quad on two feeds', ['feed', 'f2', 'f3'].map((f) => wire(f, TWO)), receptacles, { feeds: ['feed', 'f2', 'f3'] }), /two feeds, proven/],
    ['a red nobody said anything of, in a run', planFor('run', [wire('feed', THREE)], [receptacles[0]!]), /a red too/],
    ['the same behind a protective one', planFor('protected', [wire('feed', TWO), wire('on1', THREE)], [device('d', 'ground-fault')]), /a red too/],
    ['a split of a single one', planFor('split, two circuits', [wire('feed', THREE)], [device('d', 'single')]), /Only a duplex can be split/],
    ['a split on one hot', planFor('split, two circuits', [wire('feed', TWO)], [receptacles[0]!]), /a cable with two hots, or two feeds/],
    ['half switched, the switch’s cable has no red', planFor('split, half switched', [wire('feed', TWO), wire('switch', TWO)], [receptacles[0]!], { switchCable: 'switch' }), /black and red to the switch/],
    ['half switched, no cable to a switch', planFor('split, half switched', [wire('feed', TWO)], [receptacles[0]!]), /black and red to the switch/],
    ['half switched, a single one', planFor('split, half switched', [wire('feed', TWO), wire('switch', THREE)], [device('d', 'single')], { switchCable: 'switch' }), /This wants a duplex/],
    ['a switch box without a switch', planFor('from a switch box', [wire('feed', TWO), wire('lamp', TWO)], [receptacles[0]!], { switchCable: 'lamp' }), /This wants a switch in the box/],
    ['a switch that switches nothing', planFor('from a switch box', [wire('feed', TWO)], [device('d', 'switch')]), /the cable that it switches/],
    ['nothing to tap for', planFor('tap of one leg', [wire('feed', THREE), wire('on1', THREE)], [], { leg: 'red' }), /two hots, and one with one to tap/],
    ['one hot to tap from', planFor('tap of one leg', [wire('feed', TWO), wire('on1', TWO)], [], { leg: 'red' }), /two hots, and one with one to tap/],
  ] as [string, BoxPlanRequest, RegExp][])('%s', (_, request, says) => {
    expect(refusedFor(request)).toMatch(says);
    // the box stays without what was refused
    expect(planBox(request).bench.joints).toEqual([]);
  }); // prettier-ignore
  it('a cable without a ground is said; what it feeds is refused where a ground was promised', () => {
    const bare = planFor('run', [wire('feed', ['black', 'white'])], [device('d', 'duplex')]);
    expect(planBox(bare).notes.join()).toMatch(/A cable here has no ground/);
    expect(refusedFor(bare)).toMatch(/d, upper: 120 V hot to neutral, \d+ V hot to ground/);
    expect(made(CASES.run()).notes.join()).not.toMatch(/no ground/);
  });
});

describe('a plan asked for from the wiring as it is', () => {
  const bench = (cables: ReturnType<typeof wire>[], devices: ReturnType<typeof device>[] = []): Bench =>
    planFor('run', cables, devices).bench;
  const onward = (id: string, colours = TWO) => ({ ...wire(id, colours), ends: ['box', 'elsewhere'] as [string, string] });
  it('nothing is fed yet: what comes from nearer the panel is the feed, one of them, or two where two are wanted', () => {
    const b = bench([wire('a', TWO), wire('b', TWO), onward('c')]);
    expect(planRequest(b, 'box', 'run', DEFAULT_SCHOOLS)).toMatchObject({ feeds: ['a'], onward: ['b', 'c'] });
    expect(planRequest(b, 'box', 'quad on two feeds', DEFAULT_SCHOOLS)).toMatchObject({ feeds: ['a', 'b'], onward: ['c'] });
  });
  it('the cable to the switch has a red; what a switch switches is the one to a lamp, else the last', () => {
    const half = planRequest(bench([wire('a', TWO), onward('c'), onward('s', THREE)]), 'box', 'split, half switched', DEFAULT_SCHOOLS);
    expect(half).toMatchObject({ feeds: ['a'], onward: ['c'], switchCable: 's' });
    const lamp = { ...device('l', 'lamp'), boxId: 'far', watts: 40 };
    const led = { ...onward('c'), ends: ['box', 'far'] as [string, string] };
    expect(planRequest(bench([wire('a', TWO), led, onward('x')], [lamp]), 'box', 'from a switch box', DEFAULT_SCHOOLS)).toMatchObject({ switchCable: 'c', onward: ['x'] }); // prettier-ignore
    expect(planRequest(bench([wire('a', TWO), onward('c'), onward('x')]), 'box', 'from a switch box', DEFAULT_SCHOOLS)).toMatchObject({ switchCable: 'x', onward: ['c'] }); // prettier-ignore
    expect(planRequest(bench([wire('a', TWO), onward('s', THREE)]), 'box', 'run', DEFAULT_SCHOOLS).switchCable).toBeUndefined();
  });
  it('what other boxes hold stays as it is', () => {
    const b = bench([wire('feed', TWO)], [device('d', 'duplex')]);
    const other = {
      id: 'x',
      boxId: 'other',
      kind: 'cap' as const,
      how: 'cap' as const,
      ends: [{ cableId: 'feed', conductor: 0, end: 0 as const }],
    };
    const tail = { id: 'p', boxId: 'other', colour: 'black' as const, gauge: 14 as const, lengthMm: 150 };
    const plan = planBox({ ...planFor('run', [wire('feed', TWO)], [device('d', 'duplex')]), bench: { ...b, joints: [other, { ...other, id: 'y', boxId: 'box' }], pigtails: [tail] } }); // prettier-ignore
    expect(plan.bench.joints.filter((j) => j.boxId === 'other')).toEqual([other]);
    expect(plan.bench.joints.some((j) => j.id === 'y')).toBe(false);
    expect(plan.bench.pigtails).toEqual([tail]);
  });
});

describe('a box among others', () => {
  /** The same box in a house: another box, of metal, with a cable, a device, a breaker and joints of its own comes before it in every list. */
  const amongOthers = (request: BoxPlanRequest): BoxPlanRequest => {
    const other = runOfBoxes({ boxes: 2, protectedFirst: true }, 'x-');
    const { bench } = request;
    return {
      ...request,
      bench: {
        ...bench,
        boxes: [...other.boxes.map((b) => ({ ...b, material: 'metal' as const })), ...bench.boxes],
        cables: [...other.cables, ...bench.cables],
        devices: [...other.devices, ...bench.devices],
        joints: [...other.joints, ...bench.joints],
        pigtails: [...other.pigtails, ...bench.pigtails],
        breakers: [...other.breakers, ...bench.breakers],
      },
    };
  };
  const turned = (request: BoxPlanRequest): BoxPlanRequest => ({
    ...request,
    bench: { ...request.bench, cables: request.bench.cables.map((c) => ({ ...c, ends: [c.ends[1], c.ends[0]] as typeof c.ends })) },
  });
  it.each(BOX_PLAN_KINDS)('%s: the others don’t matter, and neither which end of a cable lies here', (kind) => {
    const alone = made(CASES[kind]());
    for (const request of [amongOthers(CASES[kind]()), turned(CASES[kind]())]) {
      const plan = made(request);
      expect(hangsTogether(plan.bench)).toEqual(hangsTogether(alone.bench));
      expect([plan.connect, plan.takeApart, plan.fold, plan.notes]).toEqual([alone.connect, alone.takeApart, alone.fold, alone.notes]);
      for (const list of ['boxes', 'cables', 'breakers'] as const) expect(plan.bench[list]).toEqual(request.bench[list]);
      for (const list of ['joints', 'pigtails', 'devices'] as const)
        expect(plan.bench[list].filter((x) => x.boxId !== 'box')).toEqual(request.bench[list].filter((x) => x.boxId !== 'box'));
    }
  });
  it('what wants a receptacle, a switch or a protective one finds none in another box', () => {
    const in_ = (request: BoxPlanRequest) => refusedFor(amongOthers(request));
    expect(in_(planFor('run', [wire('feed', TWO)], []))).toMatch(/a receptacle in the box/);
    expect(in_(planFor('protected', [wire('feed', TWO)], [device('d', 'duplex')]))).toMatch(/protective receptacle/);
    expect(in_(planFor('split, two circuits', [wire('feed', THREE)], []))).toMatch(/Only a duplex/);
  });
  it('tabs are broken of the one that is split, and of no other', () => {
    const { bench } = made(amongOthers(CASES['split, two circuits']()));
    expect(bench.devices.filter((d) => !d.brassTab).map((d) => d.id)).toEqual(['d']);
  });
  it('every joint, piece and pigtail has an id of its own', () => {
    for (const kind of BOX_PLAN_KINDS) {
      const { joints, pigtails } = made(CASES[kind]({}, true)).bench;
      const ids = [...joints, ...pigtails].map((x) => x.id);
      expect(new Set(ids).size).toBe(ids.length);
      for (const id of ids) expect(id).toMatch(/^box-(t|s|cap|tail|jumper)\d+$/);
    }
  });
});

describe('by the person’s schools', () => {
  const joints = (schools: Parameters<typeof CASES.run>[0], metal = false): Joint[] => made(CASES.run(schools, metal)).bench.joints;
  it('hots and neutrals under what the school says, grounds always under a screw', () => {
    for (const terminals of ['side screw', 'clamp plate', 'push-in'] as const) {
      const at = (list: Joint[], terminal: string) => list.find((j) => j.at?.terminal === terminal)!.how;
      const list = joints({ terminals });
      expect([at(list, 'brass upper'), at(list, 'silver upper'), at(list, 'green')]).toEqual([terminals, terminals, 'side screw']);
    }
  });
  it.each([
    ['plain twist-on', 'twist-on'],
    ['pre-twisted twist-on', 'twist-on'],
    ['push-in', 'push-in connector'],
    ['lever', 'lever'],
  ] as const)('%s splices are made with a %s', (splice, how) => {
    const spliced = joints({ splice }).filter((j) => j.kind === 'splice');
    expect(spliced.map((j) => j.how)).toEqual([how, how, how]);
    expect(spliced.every((j) => j.connector)).toBe(true);
  });
  it('push-ins beside the screws take 14 AWG: neither a cable of 12 nor a pigtail of 12', () => {
    const push = (...gauges: (14 | 12)[]) => refusedFor(planFor('run', gauges.map((g, i) => wire(i ? `on${i}` : 'feed', TWO, g)), [device('d', 'duplex')], {}, { terminals: 'push-in' })); // prettier-ignore
    expect([push(14), push(14, 14)]).toEqual(['', '']);
    expect(push(12)).toMatch(/14 AWG only/);
    expect(push(14, 12)).toMatch(/14 AWG only/);
  });
  it('a short ground is extended where a device wants it; where none does there is nothing to reach', () => {
    const short = (request: BoxPlanRequest) => made({ ...request, shortGround: true });
    const switched = short(planFor('from a switch box', [wire('feed', TWO), wire('lamp', TWO)], [device('d', 'switch')], { switchCable: 'lamp' })); // prettier-ignore
    expect(switched.notes.join()).toMatch(/300\.14/);
    expect(short(CASES.junction()).notes.join()).not.toMatch(/300\.14/);
    expect(made(CASES.run()).notes.join()).not.toMatch(/300\.14/);
    // only the ground: hot and neutral of an end of a run go straight to their screws
    const end = short(planFor('run', [wire('feed', TWO)], [device('d', 'duplex')]));
    expect(end.bench.joints.filter((j) => j.kind === 'splice').map((j) => j.ends.length)).toEqual([2]);
  });
});

describe('the proof of a plan, by what is wrong with it', () => {
  const spoilt = (request: BoxPlanRequest, spoil: (joints: Joint[]) => Joint[]): string[] => {
    const { bench } = made(request);
    return proveBox(request, { ...bench, joints: spoil(bench.joints) });
  };
  /** What is under two screws, changed over. */
  const exchanged = (a: string, b: string) => (joints: Joint[]) =>
    joints.map((j) => (j.at?.terminal === a ? { ...j, at: { ...j.at, terminal: b } } : j.at?.terminal === b ? { ...j, at: { ...j.at, terminal: a } } : j)); // prettier-ignore
  it('the neutral of a shared-neutral split changed with a hot: 240 V between the slots', () =>
    expect(spoilt(CASES['split, two circuits'](), exchanged('silver upper', 'brass lower')).join(' ')).toMatch(
      /d, upper: 240 V hot to neutral, 120 V hot to ground/,
    ));
  it('hot and neutral changed over: nothing from hot to ground', () =>
    expect(spoilt(CASES.run(), exchanged('silver upper', 'brass upper'))).toEqual([
      'Measured: d, upper: 120 V hot to neutral, 0 V hot to ground.',
      'Measured: d, lower: 120 V hot to neutral, 0 V hot to ground.',
    ]));
  it('feed on LOAD: dead until it is reset, said of its own faces', () =>
    expect(spoilt(CASES.run(), (list) => list.filter((j) => j.at?.terminal !== 'silver upper')).join(' ')).toMatch(/d, upper: 0 V hot to neutral, 120 V hot to ground/)); // prettier-ignore
  it('what goes on without its hot, without its ground, without its red', () => {
    const off = (kind: 'junction' | 'tap of one leg', cableId: string, conductor: number) =>
      spoilt(CASES[kind](), (list) => list.map((j) => ({ ...j, ends: j.ends.filter((e) => !('cableId' in e) || e.cableId !== cableId || e.conductor !== conductor) }))).join(' '); // prettier-ignore
    expect(off('junction', 'on2', 0)).toMatch(/^Measured: on2 carries 0 V on\. /);
    expect(off('junction', 'on1', 1)).toMatch(/^Measured: on1 carries 0 V on\.$/);
    expect(off('junction', 'on1', 2)).toMatch(/on1 carries no ground on/);
    expect(off('tap of one leg', 'on1', 1)).toBe('Measured: on1 carries 0 V on by its red.');
  });
  it('hot to ground in one splice: the breaker opens', () => {
    const wrong = spoilt(CASES.junction(), (list) => {
      const [ground, , hot] = list as [Joint, Joint, Joint];
      return [{ ...ground, ends: [...ground.ends, ...hot.ends] }];
    });
    expect(wrong[0]).toMatch(/^Measured: .*; it opens\.$/);
  });
  it('two feeds joined, by metal', () => {
    const wrong = spoilt(CASES['quad on two feeds'](), (list) => {
      const hot = list.filter((j) => j.at?.terminal === 'brass upper');
      return [...list.filter((j) => !hot.includes(j)), { ...hot[0]!, ends: hot.flatMap((j) => j.ends) }];
    });
    expect(wrong).toContain('The two feeds are joined.');
    // a run on two feeds is that from the start
    const two = planFor('run', [wire('feed', TWO), wire('feed2', TWO)], [device('d', 'duplex')], { feeds: ['feed', 'feed2'] });
    expect(refusedFor(two)).toMatch(/The two feeds are joined/);
  });
  it('grounds by the device alone, or by the panel alone; a metal box and a switch that nobody tied', () => {
    const onGreen = spoilt(CASES.run(), (list) => {
      const grounds = list.find((j) => j.kind === 'splice')!;
      const cables = grounds.ends.filter((e) => 'cableId' in e);
      return [
        ...list.filter((j) => j !== grounds && j.at?.terminal !== 'green'),
        ...cables.map((e, i): Joint => ({
          id: `g${i}`,
          boxId: 'box',
          kind: 'terminal',
          at: { device: 'd', terminal: 'green' },
          ends: [e],
        })),
      ];
    });
    expect(onGreen).toEqual(['The grounds hang together only through a device (250.148).']);
    const apart = spoilt(CASES['quad on two feeds'](), (list) => list.map((j) => (j.kind === 'splice' ? { ...j, ends: j.ends.filter((e) => !('cableId' in e) || e.cableId !== 'feed2') } : j))); // prettier-ignore
    expect(apart).toEqual(['The grounds of its cables are not joined in the box (250.148).']);
    const metal = spoilt(CASES.run({}, true), (list) => list.filter((j) => j.at?.device !== 'box'));
    expect(metal).toEqual(['The metal of the box leads to no bar (250.148(C)).']);
    const noGreen = spoilt(CASES['from a switch box'](), (list) => list.filter((j) => j.at?.terminal !== 'green'));
    expect(noGreen).toEqual(['The green screw of d leads to no bar (250.146, 404.9(B)).']);
    // where no ground comes in there is none to be on
    const none = planFor('from a switch box', [wire('feed', ['black', 'white']), wire('lamp', ['black', 'white'])], [device('d', 'switch')], { switchCable: 'lamp' }); // prettier-ignore
    expect(refusedFor(none)).toBe('');
  });
  it('wiring that is no circuit is said, not thrown', () => {
    const request = CASES.run();
    const { bench } = made(request);
    const lamp = { ...device('l', 'lamp'), name: 'the lamp' };
    expect(proveBox(request, { ...bench, devices: [...bench.devices, lamp] })).toEqual([
      expect.stringMatching(/^Measured: the lamp has no watts/),
    ]);
  });
  it('a switch box carries on what it switches, with the switch up', () => {
    const off = spoilt(CASES['from a switch box'](), (list) => list.filter((j) => j.at?.terminal !== 'screw 2'));
    expect(off.join(' ')).toMatch(/lamp carries 0 V on/);
  });
});
