/**
 * Two ways to the same wiring: the plan of a job’s box in words (plan.ts) and the plan of a box on the bench (boxPlan.ts) were written
 * apart. Each is the other’s check: for every school and make-up, the same ends and screws must hang together.
 */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { plannedJobs } from '../houses.testing.js';
import { workOf } from '../ledger/index.js';
import {
  DEFAULT_SCHOOLS,
  emptySite,
  endKey,
  type Bench,
  type Box,
  type Cable,
  type Device,
  type Schools,
  type Site,
} from '../model/index.js';
import { benchOf, planBox, planRequest, wiringDrawing, wiringPlan, type BoxPlanKind } from './index.js';

/** What hangs together in a box: cable ends and screws of each joint, across its pigtails; each as one line of text. */
function together(bench: Bench, boxId: string): string[] {
  const joints = bench.joints.filter((j) => j.boxId === boxId);
  const parent = new Map<string, string>();
  const root = (x: string): string => {
    const up = parent.get(x) ?? x;
    return up === x ? x : root(up);
  };
  const meet = (a: string, b: string): void => void parent.set(root(a), root(b));
  const named = new Set<string>();
  joints.forEach((j, i) => {
    const own = `joint ${i}`;
    if (j.at) {
      const screw = `${j.at.device}: ${j.at.terminal}`;
      named.add(screw);
      meet(screw, own);
    }
    for (const e of j.ends) {
      if ('cableId' in e) named.add(endKey(e));
      meet('cableId' in e ? endKey(e) : `tail ${e.pigtailId}`, own);
    }
  });
  const groups = new Map<string, string[]>();
  for (const name of named) groups.set(root(name), [...(groups.get(root(name)) ?? []), name]);
  return [...groups.values()].map((g) => g.sort().join(' + ')).sort();
}

const bare = (bench: Bench, boxId: string): Bench => ({
  ...bench,
  joints: bench.joints.filter((j) => j.boxId !== boxId),
  pigtails: bench.pigtails.filter((p) => p.boxId !== boxId),
});

interface Wanted {
  onward: number;
  devices: Device['kind'][];
  metal: boolean;
  grounds: boolean;
  gauge: 14 | 12;
}
/** A box with one cable that brings power and some that go on. */
function siteWith({ onward, devices, metal, grounds, gauge }: Wanted): Site {
  const box: Box = {
    id: 'box',
    name: 'Box',
    wallId: 'w',
    face: 'A',
    place: {
      from: 'left-end',
      toward: 'right',
      to: 'centre',
      distance: { mm: 500, known: 'measured' },
      bottom: { mm: 300, known: 'measured' },
    },
    kind: metal ? 'metal-device-2-3/4' : 'nail-on-1g-22',
    material: metal ? 'metal' : 'plastic',
    gangs: 1,
    supportFittings: 0,
  };
  const cable = (id: string, ends: Cable['ends']): Cable => ({
    id,
    name: id,
    gauge,
    conductors: ['black', 'white'],
    ground: grounds ? 'bare' : 'none',
    metal: 'copper',
    sheath: 'nonmetallic',
    ends,
    direction: 'known',
    unbrokenIn: [],
  });
  const here = { boxId: 'box', label: 'Box', side: 'top' as const };
  return {
    ...emptySite(),
    boxes: [box],
    cables: [
      cable('feed', [{ label: 'panel' }, here]),
      ...Array.from({ length: onward }, (_, i) => cable(`on${i + 1}`, [here, { label: `room ${i + 1}` }])),
    ],
    devices: devices.map((kind, i) => ({ id: `device${i + 1}`, name: `receptacle ${i + 1}`, boxId: 'box', kind })),
  };
}

const schoolsOf = fc
  .record({
    device: fc.constantFrom('pigtail', 'feed-through'),
    terminals: fc.constantFrom('side screw', 'clamp plate'),
    splice: fc.constantFrom('plain twist-on', 'pre-twisted twist-on', 'push-in', 'lever'),
    pigtailIn: fc.constantFrom(6, 8, 10),
  })
  .map((s) => ({ ...DEFAULT_SCHOOLS, ...s }) as Schools);

function bothPlans(wanted: Wanted, kind: BoxPlanKind, schools: Schools): [string[], string[]] {
  const bench = benchOf(siteWith(wanted), ['box'], undefined, schools);
  const planned = planBox(planRequest(bare(bench, 'box'), 'box', kind, schools));
  expect(planned.refused).toEqual([]);
  return [together(bench, 'box'), together(planned.bench, 'box')];
}

describe('both planners connect the same', () => {
  it.each([
    ['run', ['duplex-15']],
    ['quad', ['duplex-15', 'duplex-15']],
  ] as [BoxPlanKind, Device['kind'][]][])('%s, up to three cables that go on, metal or plastic, by every school', (kind, devices) => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 3 }), fc.boolean(), fc.constantFrom(14, 12), schoolsOf, (onward, metal, gauge, schools) => {
        const [words, bench] = bothPlans({ onward, devices, metal, grounds: true, gauge: gauge as 14 }, kind, schools);
        expect(bench).toEqual(words);
      }),
      { numRuns: 60 },
    );
  });
  it('a protective receptacle: the feed on LINE, one cable that goes on on LOAD', () => {
    for (const onward of [0, 1])
      for (const metal of [true, false]) {
        const [words, bench] = bothPlans(
          { onward, devices: ['ground-fault-15'], metal, grounds: true, gauge: 14 },
          'protected',
          DEFAULT_SCHOOLS,
        );
        expect(bench).toEqual(words);
      }
  });
  it('feed-through in the middle of a run: both blacks on brass and joined by its tab only, grounds always spliced', () => {
    const feedThrough: Schools = { ...DEFAULT_SCHOOLS, device: 'feed-through' };
    const [words] = bothPlans({ onward: 1, devices: ['duplex-15'], metal: false, grounds: true, gauge: 14 }, 'run', feedThrough);
    expect(words).toEqual([
      'device1: brass lower + on1/0/0',
      'device1: brass upper + feed/0/1',
      'device1: green + feed/2/1 + on1/2/0',
      'device1: silver lower + on1/1/0',
      'device1: silver upper + feed/1/1',
    ]);
  });
});

describe('more conductors than one connector takes', () => {
  const wanted: Wanted = { onward: 3, devices: ['duplex-15', 'duplex-15'], metal: true, grounds: true, gauge: 14 };
  const site = siteWith(wanted);
  const plan = wiringPlan({ site, box: site.boxes[0]!, circuit: undefined, schools: DEFAULT_SCHOOLS });
  it('four grounds, two devices and a metal box are 7: two splices joined by a jumper, 4 + 1 and 3 + 1', () => {
    const splices = plan.joints.filter((j) => j.role === 'ground' && j.kind === 'splice');
    expect(splices.map((j) => j.leads.length)).toEqual([5, 4]);
    expect(splices.map((j) => j.leads.filter((l) => l.id === 'jumper-ground').length)).toEqual([1, 1]);
    expect(plan.notes.join(' ')).toContain('two splices, joined by a jumper');
    for (const j of splices) expect(j.connector).toMatch(/twist-on/);
  });
  it('drawn one under the other with the jumper between, every wire once', () => {
    const drawing = wiringDrawing(plan);
    const [a, b] = drawing.splices.filter((s) => s.role === 'ground');
    expect(b!.y).toBeGreaterThan(a!.y);
    expect(drawing.wires.filter((w) => w.lead.id === 'jumper-ground')).toHaveLength(1);
  });
  it('on the bench it is one piece of wire with an end in each splice, and the grounds hang together', () => {
    const bench = benchOf(site, ['box'], undefined, DEFAULT_SCHOOLS);
    const tail = bench.pigtails.find((p) => p.id.includes('jumper'))!;
    const ends = bench.joints.flatMap((j) => j.ends.filter((e) => 'pigtailId' in e && e.pigtailId === tail.id));
    expect(ends.map((e) => e.end).sort()).toEqual([0, 1]);
    expect(together(bench, 'box').filter((g) => g.includes('green'))).toHaveLength(1);
  });
  it('what two connectors don’t take either gets no plan on the bench', () => {
    const many = siteWith({ ...wanted, onward: 9, gauge: 12 });
    const bench = benchOf(many, ['box'], undefined, DEFAULT_SCHOOLS);
    const planned = planBox(planRequest(bare(bench, 'box'), 'box', 'quad', DEFAULT_SCHOOLS));
    expect(planned.refused.join(' ')).toContain('more than two connectors take');
  });
});

describe('the sample jobs', () => {
  it.each(plannedJobs.map((j) => [j.name, j] as const))('%s: words and bench agree on every box that can be planned', (_, job) => {
    const c = workOf(job);
    let compared = 0;
    for (const { box, circuit } of c.boxes) {
      const plan = wiringPlan({ site: c.planned, box, circuit, schools: job.schools });
      if (plan.refused.length || plan.missing.length || !plan.devices.length) continue;
      const bench = benchOf(c.planned, [box.id], circuit, job.schools);
      const devices = bench.devices.filter((d) => d.boxId === box.id);
      const kind: BoxPlanKind = devices.some((d) => d.form === 'ground-fault')
        ? 'protected'
        : devices.length < 2
          ? 'run'
          : job.id === 'sewing-window'
            ? 'quad on two feeds'
            : 'quad';
      const again = planBox(planRequest(bare(bench, box.id), box.id, kind, job.schools));
      // a ground nobody looked for is no ground on the bench: that plan is refused there, as it should be
      if (again.refused.length) {
        expect(c.planned.cables.some((x) => x.ground === undefined)).toBe(true);
        continue;
      }
      expect(together(again.bench, box.id), box.name).toEqual(together(bench, box.id));
      compared++;
    }
    expect(bench(job)).toBeGreaterThanOrEqual(compared);
  });
  const bench = (job: (typeof plannedJobs)[number]): number => workOf(job).boxes.length;
  it('every end of every cable in a box is in the words once, and what is done there names it', () => {
    for (const job of plannedJobs) {
      const c = workOf(job);
      for (const { box, circuit } of c.boxes) {
        const plan = wiringPlan({ site: c.planned, box, circuit, schools: job.schools });
        if (plan.refused.length || plan.missing.length) continue;
        const leads = plan.joints.flatMap((j) => j.leads.filter((l) => l.cableId).map((l) => l.id));
        expect(new Set(leads).size).toBe(leads.length);
        for (const j of plan.joints)
          expect(plan.connect.some((line) => line.toLowerCase().includes(j.says.slice(4, 30).toLowerCase()))).toBe(true);
      }
    }
  });
});
