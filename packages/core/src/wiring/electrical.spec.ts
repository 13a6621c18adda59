/**
 * The generated plan as a network: what conducts to what. Independent of how the plan was made: it reads only joints and the
 * device's own straps. Rules held: 250.148 (ground does not depend on a device), 300.13(B), and handbook 6. One case is also
 * built as a SPICE netlist from the plan's joints and solved by ngspice (Debian).
 */
import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sewingCorner } from '../houses.testing.js';
import type { Awg } from '../measure/index.js';
import { DEFAULT_SCHOOLS, emptySite, type Box, type Cable, type Schools, type Site } from '../model/index.js';
import { wiringPlan, type WiringPlan } from './plan/index.js';

/** Meeting points that conduct to each other, by union of sets. */
class Network {
  private readonly parent = new Map<string, string>();
  root(node: string): string {
    const above = this.parent.get(node) ?? node;
    if (above === node) return node;
    const top = this.root(above);
    this.parent.set(node, top);
    return top;
  }
  join(a: string, b: string): void {
    this.parent.set(this.root(a), this.root(b));
  }
  conducts = (a: string, b: string): boolean => this.root(a) === this.root(b);
}

/** Straps of a sound duplex: the two screws of a side are one piece of metal, the green screw is the yoke. */
const STRAPS: [string, string][] = [
  ['screw brass upper', 'screw brass lower'],
  ['screw silver upper', 'screw silver lower'],
];

function networkOf(plan: WiringPlan, withDevice: boolean): Network {
  const network = new Network();
  for (const joint of plan.joints) {
    const meets = joint.leads.map((lead) => `lead ${lead.id}`);
    if (joint.at) meets.push(withDevice || joint.at.name === 'box screw' ? `screw ${joint.at.name}` : `loose ${joint.id}`);
    for (const node of meets.slice(1)) network.join(meets[0]!, node);
  }
  if (withDevice) for (const [a, b] of STRAPS) network.join(a, b);
  return network;
}

const gauges = [14, 12] as const;
const cable = (id: string, gauge: Awg, line: boolean): Cable => ({
  id,
  name: id,
  gauge,
  conductors: ['black', 'white'],
  ground: 'bare',
  metal: 'copper',
  sheath: 'nonmetallic',
  ends: line ? [{ label: 'panel' }, { boxId: 'b', label: 'b' }] : [{ boxId: 'b', label: 'b' }, { label: id }],
  direction: 'known',
  unbrokenIn: [],
});
const site = (cables: Cable[], metal: boolean): Site => {
  const box: Box = { ...sewingCorner.found.boxes[0]!, id: 'b', kind: metal ? 'metal-device-3-1/2' : 'nail-on-1g-22' };
  return {
    ...emptySite(),
    walls: sewingCorner.found.walls,
    boxes: [box],
    cables,
    devices: [{ id: 'd', name: 'd', boxId: 'b', kind: 'duplex-15' }],
  };
};
const planOf = (s: Site, schools: Partial<Schools>): WiringPlan =>
  wiringPlan({ site: s, box: s.boxes[0]!, circuit: undefined, schools: { ...DEFAULT_SCHOOLS, ...schools } });

const arbitrary = fc.record({
  cables: fc
    .array(fc.constantFrom(...gauges), { minLength: 1, maxLength: 4 })
    .map((list) => list.map((gauge, i) => cable(`c${i}`, gauge, i === 0))),
  metal: fc.boolean(),
  schools: fc.record({
    device: fc.constantFrom<Schools['device']>('pigtail', 'feed-through'),
    terminals: fc.constantFrom<Schools['terminals']>('side screw', 'clamp plate'),
    splice: fc.constantFrom<Schools['splice']>('pre-twisted twist-on', 'plain twist-on', 'push-in', 'lever'),
  }),
});
/** conductors of a cable by their place in it: 0 black, 1 white, g ground */
const end = (id: string, part: 0 | 1 | 'g'): string => `lead ${id}-${part}`;

describe('whatever the cables and the school', () => {
  it('every hot, neutral and ground is carried on, and reaches its own screw', () => {
    fc.assert(
      fc.property(arbitrary, ({ cables, metal, schools }) => {
        const network = networkOf(planOf(site(cables, metal), schools), true);
        for (const c of cables) {
          expect(network.conducts(end(c.id, 0), 'screw brass upper')).toBe(true);
          expect(network.conducts(end(c.id, 1), 'screw silver upper')).toBe(true);
          expect(network.conducts(end(c.id, 'g'), 'screw green')).toBe(true);
        }
      }),
    );
  });
  it('hot, neutral and ground never meet', () => {
    fc.assert(
      fc.property(arbitrary, ({ cables, metal, schools }) => {
        const network = networkOf(planOf(site(cables, metal), schools), true);
        const [hot, neutral, ground] = ['screw brass upper', 'screw silver upper', 'screw green'] as const;
        expect([network.conducts(hot, neutral), network.conducts(hot, ground), network.conducts(neutral, ground)]).toEqual([
          false,
          false,
          false,
        ]);
      }),
    );
  });
  it('with the device taken out the grounds still run on (250.148), and a metal box stays grounded', () => {
    fc.assert(
      fc.property(arbitrary, ({ cables, metal, schools }) => {
        const network = networkOf(planOf(site(cables, metal), schools), false);
        for (const c of cables) {
          expect(network.conducts(end(c.id, 'g'), end('c0', 'g'))).toBe(true);
          if (metal) expect(network.conducts(end(c.id, 'g'), 'screw box screw')).toBe(true);
        }
      }),
    );
  });
  it('pigtailed, what lies behind stays alive without the device; fed through, it goes dead', () => {
    const alive = (device: Schools['device'], cables: number) => {
      const list = Array.from({ length: cables }, (_, i) => cable(`c${i}`, 14, i === 0));
      const network = networkOf(planOf(site(list, false), { device }), false);
      return network.conducts(end('c0', 0), end('c1', 0)) && network.conducts(end('c0', 1), end('c1', 1));
    };
    expect([alive('pigtail', 2), alive('feed-through', 2), alive('feed-through', 3)]).toEqual([true, false, true]);
  });
});

describe('solved by ngspice from the plan’s joints', () => {
  const there = spawnSync('ngspice', ['--version']).status === 0;
  it.skipIf(!there)('120 V, 50 ft of 14 AWG, 10 Ω at the device and 20 Ω behind it: both faces as by hand to 1 mV', () => {
    const cables = [cable('c0', 14, true), cable('c1', 14, false)];
    const plan = planOf(site(cables, false), { device: 'pigtail' });
    const network = networkOf(plan, true);
    const names = new Map<string, string>();
    const node = (of: string): string => {
      const root = network.root(of);
      if (!names.has(root)) names.set(root, `n${names.size + 1}`);
      return names.get(root)!;
    };
    const ohm = (3.07 * 50) / 1000; // one way, NEC Chapter 9 Table 8
    const netlist = [
      'plan',
      'V1 p 0 120',
      `RH p ${node(end('c0', 0))} ${ohm}`,
      `RN ${node(end('c0', 1))} 0 ${ohm}`,
      `RD ${node('screw brass lower')} ${node('screw silver lower')} 10`,
      `RL ${node(end('c1', 0))} ${node(end('c1', 1))} 20`,
      `RG ${node(end('c1', 'g'))} 0 1e9`,
      '.control',
      'set numdgt=10',
      'op',
      `print v(${node('screw brass upper')})-v(${node('screw silver upper')})`,
      '.endc',
      '.end',
      '',
    ].join('\n');
    const file = join(tmpdir(), `saddle-plan-${process.pid}.cir`);
    writeFileSync(file, netlist);
    const printed = spawnSync('ngspice', ['-b', file], { encoding: 'utf8' }).stdout;
    const volts = Number(/= ([\d.e+-]+)/.exec(printed.slice(printed.lastIndexOf('v(')))![1]);
    // by hand: the two loads in parallel are 20/3 Ω behind 2 × 0.1535 Ω
    const load = 20 / 3;
    expect(Math.abs(volts - (120 * load) / (load + 2 * ohm))).toBeLessThan(0.001);
  });
});
