/** A plan that was spoilt is caught by what it does: a joint left out, ends or screws exchanged, grounds off. */
import { describe, expect, it } from 'vitest';
import type { Schools } from '../../model/index.js';
import { inputOf, MAKE_UPS, planOf, type MakeUp } from './makeUps.testing.js';
import { wiringPlan } from './plan.js';
import type { WiringPlan } from './planned.js';
import { provenWrong } from './prove.js';
import { purposesIn } from './purposes.js';
describe.each(Object.entries(MAKE_UPS))('%s', (_, makeUp) => {
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

/** The same with two ends, or two screws, exchanged. */
const exchanged = (plan: WiringPlan, a: string, b: string): WiringPlan => {
  const leads = plan.joints.flatMap((j) => j.leads);
  const [first, other] = [a, b].map((id) => leads.find((l) => l.id === id)!);
  return { ...plan, joints: plan.joints.map((j) => ({ ...j, leads: j.leads.map((l) => (l === first ? other! : l === other ? first! : l)) })) };
}; // prettier-ignore
const screwsExchanged = (plan: WiringPlan, deviceId: string, a: string, b: string): WiringPlan => {
  const at = (name: string) => plan.joints.find((j) => j.at?.deviceId === deviceId && j.at.name === name);
  const [first, other] = [at(a), at(b)];
  if (!first && !other) throw new Error(`nothing is on ${a} or ${b} of ${deviceId}`);
  const renamed = (j: WiringPlan['joints'][number], name: string) => ({ ...j, at: { ...j.at!, name: name as NonNullable<typeof j.at>['name'] } });
  return { ...plan, joints: plan.joints.map((j) => (j === first ? renamed(j, b) : j === other ? renamed(j, a) : j)) };
}; // prettier-ignore
const caught = (name: string, spoil: (plan: WiringPlan) => WiringPlan, schools: Partial<Schools> = {}): string[] => {
  const input = inputOf(MAKE_UPS[name]!, schools);
  const plan = wiringPlan(input);
  expect(plan.refused, name).toEqual([]);
  return provenWrong(input, purposesIn(input), spoil(plan));
};

describe('a plan that was spoilt is caught by what it does', () => {
  it.each([
    ['end of a run', 'r', 'brass upper', 'silver upper'],
    ['one cable, nobody noted which way it runs', 'r', 'brass upper', 'silver upper'],
    ['four cables and one yoke', 'r', 'brass upper', 'silver upper'],
    ['two yokes on one feed', 'r2', 'brass upper', 'silver upper'],
    ['switch beside a receptacle', 'r', 'brass upper', 'silver upper'],
    ['single receptacle in a metal box', 'r', 'brass', 'silver'],
    ['ground-fault, nothing behind it', 'g', 'line brass', 'line silver'],
  ])('%s: hot and neutral exchanged, by the slot against ground', (name, of, brass, silver) => {
    const wrong = caught(name, (plan) => screwsExchanged(plan, of, brass, silver));
    expect(wrong.join(' ')).toMatch(/hot to ground: 0 V where about 120 V should be/);
  });
  it('the ground off a receptacle, by its screw; off the splice, by what hangs on no bar (250.148)', () => {
    const off = (name: string, of: RegExp) => caught(name, (plan) => ({ ...plan, joints: plan.joints.filter((j) => !(j.role === 'ground' && of.test(j.kind))) })); // prettier-ignore
    expect(off('end of a run', /terminal/)).toEqual(['The ground slot of r leads to no bar (250.146).']);
    expect(off('junction box', /splice/)).toEqual(['The grounds hang together only through a device (250.148).']);
    expect(off('lamp fed at the switch, and on from there', /splice/)).toEqual([
      'The grounds hang together only through a device (250.148).',
      'The green screw of s leads to no bar (404.9(B)).',
    ]);
    // a switch has a yoke too, and its plate’s screws are touched
    expect(off('lamp fed at the switch, and on from there', /terminal/)).toEqual(['The green screw of s leads to no bar (404.9(B)).']);
  });
  it('a metal box without its lead', () => {
    const bare = caught('single receptacle in a metal box', (plan) => ({ ...plan, joints: plan.joints.filter((j) => j.at?.name !== 'box screw') })); // prettier-ignore
    expect(bare).toEqual(['The metal of the box leads to no bar (250.148(C)).']);
    const plastic = caught('end of a run', (plan) => plan);
    expect(plastic).toEqual([]);
  });
  it('two feeds: each ground has its own way to the panel, and still they meet in the box (250.148)', () => {
    for (const name of ['two yokes on two feeds of one circuit, kept apart', 'split duplex on two circuits']) {
      const apart = caught(name, (plan) => ({
        ...plan,
        joints: plan.joints.map((j) =>
          j.role === 'ground' && j.kind === 'splice' ? { ...j, leads: j.leads.filter((l) => l.cableId !== 'feed1') } : j,
        ),
      }));
      expect(apart, name).toEqual(['The grounds of its cables are not joined in the box (250.148).']);
    }
  });
  it('no ground came in: nothing is promised of it', () => {
    const bare = (m: MakeUp): MakeUp => ({ ...m, cables: m.cables.map((c) => ({ ...c, ground: 'none' as const })) });
    for (const name of ['end of a run', 'junction box', 'switch beside a receptacle', 'single receptacle in a metal box'])
      expect(planOf(bare(MAKE_UPS[name]!)).refused, name).toEqual([]);
  });
  it('two feeds joined under one screw: switching one off leaves the other live', () => {
    const joined = caught('two yokes on two feeds of one circuit, kept apart', (plan) => {
      const of = (id: string) => plan.joints.find((j) => j.at?.deviceId === id && j.at.name === 'brass upper')!;
      const [first, second] = [of('r1'), of('r2')];
      return { ...plan, joints: plan.joints.filter((j) => j !== second).map((j) => (j === first ? { ...j, leads: [...j.leads, ...second.leads] } : j)) }; // prettier-ignore
    });
    expect(joined).toContain('Measured: two feeds are joined; switching one off would leave it live.');
  });
  it('a hot where the shared neutral should be: 240 V between the slots', () => {
    const twice = caught('split duplex on a shared neutral', (plan) => screwsExchanged(plan, 'r', 'brass lower', 'silver upper'));
    expect(twice.join(' ')).toMatch(/upper face, hot to neutral: 240 V where about 120 V should be/);
  });
  it('hot and ground in one splice: it opens, and nothing else is measured; of many things wrong three are told', () => {
    const short = caught('junction box', (plan) => {
      const [ground, hot] = (['ground', 'hot'] as const).map((role) => plan.joints.find((j) => j.role === role)!);
      return { ...plan, joints: plan.joints.filter((j) => j !== hot).map((j) => (j === ground ? { ...j, leads: [...j.leads, ...hot!.leads] } : j)) }; // prettier-ignore
    });
    expect(short[0]).toMatch(/^Measured: .*; it opens\.$/);
    const nothing = caught('two yokes on two circuits, each with a cable that goes on', (plan) => ({ ...plan, joints: [] }));
    expect(nothing).toHaveLength(3);
  });
  it('each lamp goes by its own switch, of two and of five', () => {
    const two = caught('two switches, two lamps', (plan) => exchanged(plan, 'lamp1-0', 'lamp2-0'));
    expect(two.join(' ')).toMatch(/the lamp by the cable to lamp1: (120 V where nothing|0 V where about 120 V) should be/);
    const five = caught('five switches, five lamps: each is moved alone, not all ways at once', (plan) =>
      exchanged(plan, 'lamp3-0', 'lamp5-0'),
    );
    expect(five.length).toBeGreaterThan(0);
  });
  it('a lamp that is always on, and what should always be on behind its switch', () => {
    const name = 'lamp fed at the switch, and on from there';
    const wrong = caught(name, (plan) => exchanged(plan, 'lamp-0', 'on-0'));
    expect(wrong.join(' ')).toMatch(/the lamp by the cable to lamp: 120 V where nothing should be/);
    expect(wrong.join(' ')).toMatch(/what is always on at on: 0 V where about 120 V should be/);
  });
  it('each circuit by its own breaker: hots of two circuits exchanged', () => {
    const name = 'two yokes on two circuits, each with a cable that goes on';
    expect(caught(name, (plan) => exchanged(plan, 'on-c5-0', 'on-c6-0')).join(' ')).toMatch(/what is always on at on-c[56]: (120 V where nothing|0 V where about 120 V) should be/); // prettier-ignore
  });
  it('a protective receptacle that is fed on LOAD: nothing is on its LINE screws once it trips', () => {
    const name = 'ground-fault, two cables behind it';
    const swapped = caught(name, (plan) =>
      screwsExchanged(screwsExchanged(plan, 'g', 'line brass', 'load brass'), 'g', 'line silver', 'load silver'),
    );
    expect(swapped.join(' ')).toMatch(/g, its LINE screws: 0 V where about 120 V should be/);
    // one that guards only itself: what goes on stays live when it trips
    expect(planOf(MAKE_UPS['ground-fault that protects only itself']!).refused).toEqual([]);
  });
  it.each([
    ['three-way at the feed', 't', 'common', 'traveller 1'],
    ['three-way at the lamp', 't', 'common', 'traveller 2'],
    ['three-way at the feed, its lamp fed from here too: three wires to the other switch and back', 't', 'common', 'traveller 1'],
  ])('%s: common and traveller exchanged', (name, of, a, b) => expect(caught(name, (plan) => screwsExchanged(plan, of, a, b))).not.toEqual([])); // prettier-ignore
  it('travellers exchanged with each other are the same pair; in and out of a four-way are not', () => {
    expect(caught('three-way at the feed', (plan) => screwsExchanged(plan, 't', 'traveller 1', 'traveller 2'))).not.toEqual([]);
    expect(caught('four-way between them', (plan) => screwsExchanged(plan, 'f', 'in 1', 'out 1'))).not.toEqual([]);
  });
  it('a hot on the switched half, and the switched one on the half that stays on', () => {
    const name = 'half switched, the switch on a cable of its own';
    expect(caught(name, (plan) => screwsExchanged(plan, 'r', 'brass upper', 'brass lower')).join(' ')).toMatch(/lower face, hot to neutral: 120 V where nothing should be/); // prettier-ignore
  });
});
