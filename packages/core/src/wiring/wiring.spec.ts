/** Handbook 6 and 13: what lands where, by school; ground first to connect, hot first to take apart. */
import { describe, expect, it } from 'vitest';
import { connectorFor } from '../catalog/index.js';
import { sewingCorner } from '../houses.testing.js';
import { DEFAULT_SCHOOLS, emptySite, plannedSite, type Box, type Cable, type Device, type Schools, type Site } from '../model/index.js';
import { fillOf } from './boxContents.js';
import { wiringDrawing } from './drawing.js';
import { wiringPlan, type PlannedJoint } from './plan/index.js';

const box: Box = { ...sewingCorner.found.boxes[0]!, id: 'b', kind: 'nail-on-1g-20' };
const cable = (id: string, side: 'line' | 'load' | 'unknown', more: Partial<Cable> = {}): Cable => ({
  id, name: id, gauge: 14, conductors: ['black', 'white'], ground: 'bare', metal: 'copper', sheath: 'nonmetallic', unbrokenIn: [], direction: side === 'unknown' ? 'unknown' : 'known',
  ends: side === 'load' ? [{ boxId: 'b', label: 'b' }, { label: id }] : [{ label: id }, { boxId: 'b', label: 'b' }], ...more,
}); // prettier-ignore
const duplex: Device = { id: 'd', name: 'duplex', boxId: 'b', kind: 'duplex-15' };
const site = (cables: Cable[], device: Device | null = duplex, theBox = box): Site => ({
  ...emptySite(),
  walls: sewingCorner.found.walls,
  boxes: [theBox],
  cables,
  devices: device ? [device] : [],
});
const plan = (s: Site, schools: Partial<Schools> = {}) =>
  wiringPlan({ site: s, box: s.boxes[0]!, circuit: undefined, schools: { ...DEFAULT_SCHOOLS, ...schools } });
const terminals = (joints: PlannedJoint[]) =>
  Object.fromEntries(joints.filter((j) => j.kind === 'terminal').map((j) => [j.at!.name, j.leads[0]!.cableId ?? 'pigtail']));
const splices = (joints: PlannedJoint[]) => joints.filter((j) => j.kind === 'splice').map((j) => `${j.role} ${j.leads.length}`);

describe('end of run', () => {
  it('conductors go straight to the device; in a plastic box without any splice', () => {
    const p = plan(site([cable('panel', 'line')]));
    expect(terminals(p.joints)).toEqual({ green: 'panel', 'silver upper': 'panel', 'brass upper': 'panel' });
    expect(splices(p.joints)).toEqual([]);
  });
  it('a metal box gets a ground lead of its own', () => {
    const p = plan(site([cable('panel', 'line')], duplex, { ...box, kind: 'metal-device-2-1/2' }));
    expect(splices(p.joints)).toEqual(['ground 3']);
    expect(terminals(p.joints)['box screw']).toBe('pigtail');
  });
});

describe('middle of run', () => {
  const two = [cable('panel', 'line'), cable('parlour', 'load')];
  it('pigtailed: three splices, one pigtail each to the device', () => {
    const p = plan(site(two), { device: 'pigtail' });
    expect(splices(p.joints)).toEqual(['ground 3', 'neutral 3', 'hot 3']);
    expect(terminals(p.joints)).toEqual({ green: 'pigtail', 'silver upper': 'pigtail', 'brass upper': 'pigtail' });
  });
  it('fed through: both pairs on the screws, the grounds still spliced (250.148)', () => {
    const p = plan(site(two), { device: 'feed-through' });
    expect(splices(p.joints)).toEqual(['ground 3']);
    expect(terminals(p.joints)).toEqual({
      green: 'pigtail',
      'silver upper': 'panel',
      'silver lower': 'parlour',
      'brass upper': 'panel',
      'brass lower': 'parlour',
    });
  });
  it('a third cable can’t be fed through: spliced, and said why', () => {
    const p = plan(site([...two, cable('sewing', 'load')]), { device: 'feed-through' });
    expect(splices(p.joints)).toEqual(['ground 4', 'neutral 4', 'hot 4']);
    expect(p.notes.join()).toMatch(/two screws a side/);
  });
  it('a ground-fault device: feed on LINE, what lies behind on LOAD; not known which is line: both on LINE, and said', () => {
    const gf: Device = { ...duplex, kind: 'ground-fault-15' };
    expect(terminals(plan(site(two, gf)).joints)).toMatchObject({
      'line brass': 'panel',
      'load brass': 'parlour',
      'line silver': 'panel',
      'load silver': 'parlour',
    });
    const unknown = plan(site([cable('one', 'unknown'), cable('two', 'unknown')], gf));
    expect(terminals(unknown.joints)['load brass']).toBeUndefined();
    expect(unknown.notes.join()).toMatch(/not known/);
    expect(plan(site([cable('panel', 'line')], gf)).connect.join()).toMatch(/LOAD terminals taped/);
  });
});

describe('always', () => {
  const p = plan(site([cable('panel', 'line'), cable('parlour', 'load')]));
  it('no screw carries more than one conductor, and every end of every cable is on exactly one joint', () => {
    for (const school of ['pigtail', 'feed-through'] as const) {
      for (const n of [1, 2, 3, 4]) {
        const cables = Array.from({ length: n }, (_, i) => cable(`c${i}`, i ? 'load' : 'line'));
        const joints = plan(site(cables), { device: school }).joints;
        for (const j of joints.filter((x) => x.kind === 'terminal')) expect(j.leads).toHaveLength(1);
        const ends = joints.flatMap((j) => j.leads).filter((l) => l.cableId).map((l) => l.id); // prettier-ignore
        expect(new Set(ends).size).toBe(ends.length);
        expect(ends).toHaveLength(3 * n);
      }
    }
  });
  it('connects ground, neutral, hot; takes apart hot first; folds grounds first', () => {
    const order = p.connect.map((line) => /\((\w)\)/.exec(line)?.[1]).filter(Boolean);
    expect(order).toEqual([...order].sort((a, b) => 'GNH'.indexOf(a!) - 'GNH'.indexOf(b!)));
    expect(p.takeApart[0]).toMatch(/hots/);
    expect(p.fold[0]).toMatch(/grounds/);
  });
  it('refuses aluminium, an unmarked white hot and push-ins with 12 AWG; asks what three conductors do', () => {
    expect(plan(site([cable('a', 'line', { metal: 'aluminium' })])).refused[0]).toMatch(/licensed electrician/);
    expect(plan(site([cable('a', 'line', { whiteUsedAsHot: 'unmarked' })])).refused).toHaveLength(1);
    expect(plan(site([cable('a', 'line', { conductors: ['black', 'red', 'white'] })])).missing[0]).toMatch(/share a neutral/);
    expect(plan(site([cable('a', 'line', { gauge: 12 })]), { terminals: 'push-in' }).refused[0]).toMatch(/14 AWG only/);
  });
  it('gives no plan for a box whose feeding cable nobody noted', () => {
    const only = plan(site([cable('sewing', 'load')]));
    expect(only.missing.join()).toMatch(/brings power/);
    expect([only.joints, only.connect]).toEqual([[], []]);
    expect(plan(site([cable('one', 'unknown')])).missing).toEqual([]);
  });
  it('a ground nobody looked for is said, not assumed', () => {
    expect(plan(site([cable('a', 'line', { ground: undefined })])).notes.join()).toMatch(/Nobody has looked for a ground/);
  });
  it('the drawing keeps hots, neutrals and grounds in lanes of their own', () => {
    const drawing = wiringDrawing(p);
    const lane = (role: string) => drawing.splices.find((s) => s.role === role)!.y;
    expect(lane('hot')).toBeLessThan(lane('neutral'));
    expect(lane('neutral')).toBeLessThan(lane('ground'));
    for (const wire of drawing.wires)
      for (const [x, y] of wire.points) expect(Number.isFinite(x + y) && x >= 0 && x <= drawing.width && y <= drawing.height).toBe(true);
  });
});

describe('fill read off the site', () => {
  it('Sewing corner: the hall box needs 20 in³ once tapped (6·2 + 2 + 2 + 4) and the new one 10 (2·2 + 2 + 4)', () => {
    const planned = plannedSite(sewingCorner);
    const of = (id: string) =>
      fillOf(
        planned,
        planned.boxes.find((b) => b.id === id)!,
        'US-2020',
      ).neededIn3;
    expect([of('hall-box'), of('sewing-box')]).toEqual([20, 10]);
  });
  it('a cable running through uncut counts as two, not four', () => {
    const through = cable('t', 'unknown', { ends: [{ label: 'x' }, { label: 'y' }], unbrokenIn: ['b'] });
    expect(fillOf(site([through], null), box, 'US-2020').neededIn3).toBe(2 * 2 + 2);
  });
});

it('connectors: small for two 14, medium for four 12, none for seven 12 (common practice)', () => {
  expect(connectorFor('plain twist-on', [14, 14])?.name).toMatch(/small/);
  expect(connectorFor('plain twist-on', [12, 12, 12])?.name).toMatch(/medium/);
  expect(connectorFor('plain twist-on', Array<12>(7).fill(12))).toBeUndefined();
  expect(connectorFor('lever', [12, 12, 14])?.name).toMatch(/3 ports/);
  expect(() => connectorFor('lever', [14])).toThrow(/2 or more/);
});
