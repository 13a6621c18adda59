/** How boxes are wired is part of the house: noted, shown in words, altered by hands, and no longer believed when something else lies in the box. */
import { describe, expect, it } from 'vitest';
import { plannedJobs, quinceStreet, sewingCorner } from '../houses.testing.js';
import { plannedBench, wiringOf, workOf } from '../ledger/index.js';
import { ledgerOf } from '../ledger/meant.testing.js';
import {
  applyChanges,
  atPanel,
  planOf,
  measured,
  plannedSite,
  seenWiring,
  wiringIsOld,
  withWiring,
  withoutWiring,
  type BoxWiring,
  type Site,
} from '../model/index.js';
import type { connect } from './index.js';
import {
  addPigtail,
  asWired,
  connectBriefly,
  wiringPlan,
  benchOf,
  breakTab,
  cut,
  isLookedInto,
  rewired,
  strip,
  setDevice,
  takeOff,
  throwBreaker,
  wiringIn,
  withHandles,
} from './index.js';

const { site } = quinceStreet;
const circuit = site.circuits.find((c) => c.id === 'c4');
const bench = benchOf(site, ['hall-box'], circuit, sewingCorner.schools, { found: true });
const noted = wiringIn(site, bench, 'hall-box');
const cable = site.cables.find((c) => c.ends.some((e) => e.boxId === 'hall-box'))!;

describe('wiring noted of a box', () => {
  it('names what was in the box, and every joint', () => {
    expect(noted.of.devices).toEqual(['hall-receptacle']);
    expect(noted.of.cables).toEqual(site.cables.filter((c) => c.ends.some((e) => e.boxId === 'hall-box')).map((c) => c.id));
    expect(noted.joints.map((j) => j.at?.terminal).filter((t) => t !== undefined)).toEqual(
      expect.arrayContaining(['brass upper', 'silver upper', 'green']),
    );
  });
  it('what was noted is what is drawn, whatever the schools of who looks', () => {
    const known = withWiring(site, noted);
    for (const device of ['pigtail', 'feed-through'] as const) {
      const again = benchOf(known, ['hall-box'], circuit, { ...sewingCorner.schools, device }, { found: true });
      expect(wiringIn(known, again, 'hall-box')).toEqual(noted);
    }
  });
  it('taken out again nobody knows it', () => expect(withoutWiring(withWiring(site, noted), 'hall-box')).toEqual(site));
  it.each<[string, (s: Site) => Site, RegExp]>([
    ['a cable more', (s) => ({ ...s, cables: [...s.cables, { ...cable, id: 'more' }] }), /other cables end in it now/],
    ['a cable less', (s) => ({ ...s, cables: s.cables.filter((c) => c.id !== cable.id) }), /other cables end in it now/],
    ['a cable turned round', (s) => ({ ...s, cables: s.cables.map((c) => (c.id === cable.id ? { ...c, ends: [c.ends[1], c.ends[0]] } : c)) }), /other cables/],
    ['no ground in it after all', (s) => ({ ...s, cables: s.cables.map((c) => (c.id === cable.id ? { ...c, ground: 'none' } : c)) }), /has other conductors now/],
    ['a device more', (s) => ({ ...s, devices: [...s.devices, { ...s.devices.find((d) => d.boxId === 'hall-box')!, id: 'second' }] }), /another device is in it/],
    ['another device', (s) => ({ ...s, devices: s.devices.map((d) => (d.boxId === 'hall-box' ? { ...d, id: 'new' } : d)) }), /another device is in it/],
    ['a device of another kind', (s) => ({ ...s, devices: s.devices.map((d) => (d.boxId === 'hall-box' ? { ...d, kind: 'switch-15' } : d)) }), /another kind now/],
    ['no box', (s) => ({ ...s, boxes: s.boxes.filter((b) => b.id !== 'hall-box') }), /no box/],
  ])('holds no more with %s', (_, change, why) => {
    const now = change(withWiring(site, noted));
    expect(wiringIsOld(now, noted)).toMatch(why);
    expect(seenWiring(now, 'hall-box')).toBeUndefined();
  }); // prettier-ignore
  it('a pigtail that isn’t there holds nothing', () => {
    const tail = { id: 'tail', colour: 'black', gauge: 14, lengthMm: 150 } as const;
    const joints = [...noted.joints, { id: 'j', kind: 'cap' as const, ends: [{ pigtailId: 'tail', end: 0 as const }] }];
    expect(wiringIsOld(site, { ...noted, joints, pigtails: [...noted.pigtails, tail] })).toBeUndefined();
    expect(wiringIsOld(site, { ...noted, joints })).toMatch(/pigtail of it is gone/);
  });
  it('a device that gives way to a new one of its kind is wired by the plan, not as the old one was', () => {
    const known = withWiring(site, noted);
    const device = site.devices.find((d) => d.boxId === 'hall-box')!;
    const change = { id: 'c', title: 'New receptacle', do: 'replace-device' as const, deviceId: device.id, device };
    expect(seenWiring(known, 'hall-box')).toEqual(noted);
    expect(seenWiring(applyChanges(known, [change]), 'hall-box')).toBeUndefined();
  });
  it('one end at two places is no wiring', () => {
    const [first] = noted.joints;
    const twice: BoxWiring = { ...noted, joints: [...noted.joints, { ...first!, id: 'again' }] };
    expect(wiringIsOld(site, twice)).toMatch(/at two places/);
  });
  it('counts as looked into; a box with neither that nor a device that was seen does not', () => {
    const blind: Site = { ...site, devices: site.devices.map((d) => ({ ...d, wiredAs: undefined })) };
    expect(isLookedInto(blind, 'hall-box')).toBe(false);
    expect(isLookedInto(withWiring(blind, noted), 'hall-box')).toBe(true);
  });
});

describe('hands on the bench', () => {
  const end = { cableId: cable.id, conductor: 0, end: cable.ends[0].boxId === 'hall-box' ? 0 : 1 } as const;
  const of = (r: ReturnType<typeof connect>) => (r.ok ? rewired(site, bench, r.bench) : []);
  it('switching, tripping and plugging in rewire nothing', () => {
    const switched = setDevice(throwBreaker(bench, bench.breakers[0]!.id, false), 'hall-receptacle', { tripped: true, up: true });
    expect(rewired(site, bench, switched)).toEqual([]);
    const kept = withHandles(bench, switched);
    expect([kept.breakers[0]!.on, kept.devices[0]!.tripped]).toEqual([false, true]);
  });
  it('an end taken off, a pigtail laid in, a tab broken: one box is wired otherwise', () => {
    for (const r of [
      takeOff(bench, end),
      addPigtail(bench, 'hall-box', 'black', 14, 150, 'tail'),
      breakTab(bench, 'hall-receptacle', 'brass'),
    ])
      expect(of(r).map((x) => x.wiring.id)).toEqual(['hall-box']);
  });
  it('an end cut back leaves so much less free', () => {
    const [edit] = of(cut(bench, end));
    expect(edit!.free).toEqual([
      { cableId: cable.id, end: end.end, mm: bench.cables.find((c) => c.id === cable.id)!.freeMm[end.end] - 12.7 },
    ]);
    const now = withWiring(site, edit!.wiring, edit!.free);
    expect(now.cables.find((c) => c.id === cable.id)!.ends[end.end].freeLength!.mm).toBe(edit!.free[0]!.mm);
  });
  it('cut back from what nobody measured it is not known either: the bench says so, and nothing of it is ok', () => {
    const bare: Site = { ...site, cables: site.cables.map((c) => ({ ...c, ends: c.ends.map((e) => ({ ...e, freeLength: undefined })) as unknown as typeof c.ends })) }; // prettier-ignore
    const drawn = benchOf(bare, ['hall-box'], circuit, sewingCorner.schools, { found: true });
    const r = cut(drawn, end);
    const [edit] = r.ok ? rewired(bare, drawn, r.bench) : [];
    const now = withWiring(bare, edit!.wiring, edit!.free);
    expect(now.cables.find((c) => c.id === cable.id)!.ends[end.end].freeLength!.known).toBe('assumed');
    const again = benchOf(now, ['hall-box'], circuit, sewingCorner.schools, { found: true });
    expect(again.unmeasured).toContainEqual({ of: cable.id, what: 'free', boxId: 'hall-box' });
    // of one that was measured it stays measured
    const sure: Site = { ...site, cables: site.cables.map((c) => ({ ...c, ends: c.ends.map((e) => ({ ...e, freeLength: measured(178) })) as unknown as typeof c.ends })) }; // prettier-ignore
    expect(withWiring(sure, noted, edit!.free).cables.find((c) => c.id === cable.id)!.ends[end.end].freeLength!.known).toBe('measured');
  });
  it('a loose end that is cut back is shorter, though it meets nothing before or after', () => {
    const off = takeOff(bench, end);
    const loose = off.ok ? off.bench : bench;
    const r = cut(loose, end);
    expect(r.ok && rewired(site, loose, r.bench).map((x) => [x.wiring.id, x.free.length])).toEqual([['hall-box', 1]]);
  });
  it('at the panel one cable’s end is noted by itself; taken off there, it is off when the bench is worked out again', () => {
    const near = { ...end, end: (1 - end.end) as 0 | 1 };
    const r = takeOff(bench, near);
    const [edit, ...more] = r.ok ? rewired(site, bench, r.bench) : [];
    expect([edit!.wiring.id, edit!.wiring.panelEndOf, more]).toEqual([atPanel(cable.id), cable.id, []]);
    const now = withWiring(site, edit!.wiring);
    const again = benchOf(now, ['hall-box'], circuit, sewingCorner.schools, { found: true });
    const meets = (b: typeof bench): number => b.joints.filter((j) => j.boxId === 'panel' && j.ends.length > 0).length;
    expect([meets(bench), meets(again)]).toEqual([3, 2]);
    // all three off: then none is drawn on, not all
    const none = benchOf(withWiring(site, { ...edit!.wiring, joints: [] }), ['hall-box'], circuit, sewingCorner.schools, { found: true });
    expect(meets(none)).toBe(0);
    // noted at a breaker that isn’t this circuit’s: of before, and drawn as usual
    const other = { ...edit!.wiring, joints: edit!.wiring.joints.map((j) => ({ ...j, at: { device: 'gone', terminal: 'screw' } })) };
    expect(meets(benchOf(withWiring(site, other), ['hall-box'], circuit, sewingCorner.schools, { found: true }))).toBe(3);
  });
  it('what is plugged into a device that isn’t there any more is not plugged in', () => {
    const one = { id: 'p', name: 'lamp', deviceId: 'hall-receptacle', face: 'upper', watts: 60, powerFactor: 1, on: true } as const;
    const handles = { ...bench, plugged: [one, { ...one, id: 'q', deviceId: 'ghost' }] };
    expect(withHandles(bench, handles).plugged).toEqual([one]);
  });
  it('strips made by hand, and lengths that were only taken, are there again', () => {
    const r = strip(bench, end, 20);
    const now = r.ok ? withWiring(site, rewired(site, bench, r.bench)[0]!.wiring) : site;
    expect(benchOf(now, ['hall-box'], circuit, sewingCorner.schools).strips).toEqual([{ end, mm: 20 }]);
    const taken = {
      ...site,
      cables: site.cables.map((c) => (c.id === cable.id ? { ...c, length: { mm: 6000, known: 'assumed' as const } } : c)),
    };
    expect(benchOf(taken, ['hall-box'], circuit, sewingCorner.schools).unmeasured).toContainEqual({ of: cable.id, what: 'length' });
  });
  it('wiring by hand is laid last, wherever it stands in the list of changes', () => {
    const planned = plannedSite(sewingCorner);
    const wiring = wiringIn(planned, plannedBench(workOf(sewingCorner)), 'sewing-box');
    const hand = { id: 'w', title: 'by hand', do: 'wire-box' as const, wiring };
    const { unfit, planned: laid } = planOf({ ...sewingCorner, changes: [hand, ...sewingCorner.changes] });
    expect(unfit).toEqual([]);
    expect(seenWiring(laid, 'sewing-box')).toEqual(wiring);
  });
  it('a tab that is off is off when the bench is worked out again', () => {
    const r = breakTab(bench, 'hall-receptacle', 'silver');
    const now = r.ok ? withWiring(site, rewired(site, bench, r.bench)[0]!.wiring) : site;
    expect(benchOf(now, ['hall-box'], circuit, sewingCorner.schools).devices[0]).toMatchObject({ brassTab: true, silverTab: false });
  });
});

describe('what was noted, in words', () => {
  /** The black of the line cable on its own under a screw, in a site where something else is known of its cable. */
  const said = (part: Partial<(typeof site.cables)[number]>, conductor: number) => {
    const known = withWiring({ ...site, cables: site.cables.map((c) => (c.id === cable.id ? { ...c, ...part } : c)) }, noted);
    const box = known.boxes.find((b) => b.id === 'hall-box')!;
    const plan = asWired(wiringPlan({ site: known, box, circuit, schools: sewingCorner.schools }), known, box, noted);
    return plan.joints.flatMap((j) => j.leads).find((l) => l.id === `${cable.id}-${conductor}`)!;
  };
  it('a conductor is what it was traced to be, else what its colour says; a white that is a marked hot is hot', () => {
    expect([said({}, 0).role, said({}, 1).role]).toEqual(['hot', 'neutral']);
    expect([said({ whiteUsedAsHot: 'marked' }, 1).role, said({ whiteUsedAsHot: 'unmarked' }, 1).role]).toEqual(['hot', 'hot']);
    const uses = [{ is: 'neutral' as const }, { is: 'switched' as const }];
    expect([said({ uses }, 0), said({ uses }, 1)].map((l) => [l.role, l.letter])).toEqual([
      ['neutral', 'N'],
      ['hot', 'S'],
    ]);
  });
  it('a cap is said, shortly too', () => {
    const capped: BoxWiring = { ...noted, joints: [{ id: 'c', kind: 'cap', ends: [{ cableId: cable.id, conductor: 0, end: cable.ends[0].boxId === 'hall-box' ? 0 : 1 }] }] }; // prettier-ignore
    const box = site.boxes.find((b) => b.id === 'hall-box')!;
    const plan = asWired(wiringPlan({ site, box, circuit, schools: sewingCorner.schools }), site, box, capped);
    expect(plan.connect).toEqual([expect.stringMatching(/^Cap the black \(H\)/)]);
    expect(connectBriefly(plan)).toEqual(plan.connect);
    // everything else hangs loose
    expect(plan.notes.length).toBeGreaterThan(2);
  });
});

describe('the plan in words follows the hands', () => {
  it.each(plannedJobs.map((j) => [j.name, j] as const))('%s: wired by hand as the plan has it, every joint is said again', (_, job) => {
    const w = workOf(job);
    const bench = plannedBench(w);
    const planned = plannedSite(job);
    const wirings = w.boxes.map((b) => wiringIn(planned, bench, b.box.id));
    const hand = workOf({
      ...job,
      changes: [
        ...job.changes,
        ...wirings.map((wiring) => ({ id: `w-${wiring.id}`.slice(0, 40), title: 'by hand', do: 'wire-box' as const, wiring })),
      ],
    });
    for (const b of hand.boxes) {
      const before = wiringOf(
        w,
        w.boxes.find((x) => x.box.id === b.box.id)!,
      );
      const after = wiringOf(hand, b);
      const landed = (joints: typeof before.joints) => joints.map((j) => [j.kind, j.role, j.at?.name, j.leads.length]).sort();
      expect(landed(after.joints)).toEqual(landed(before.joints));
      if (before.joints.length) expect(after.notes.filter((n) => n.includes('loose end'))).toEqual([]);
    }
  });
  it('what nobody knows of a circuit stays unknown, however the box is wired by hand', () => {
    const found = {
      ...sewingCorner.found,
      circuits: sewingCorner.found.circuits.map((c) => (c.id === 'c4' ? { ...c, sharedNeutral: true } : c)),
    };
    const job = { ...sewingCorner, found };
    const plain = wiringOf(workOf(job), workOf(job).boxes[0]!);
    expect(plain.missing.length).toBeGreaterThan(0);
    const wiring = wiringIn(plannedSite(job), plannedBench(workOf(sewingCorner)), 'hall-box');
    const hand = { ...job, changes: [...job.changes, { id: 'w', title: 'by hand', do: 'wire-box' as const, wiring }] };
    expect(wiringOf(workOf(hand), workOf(hand).boxes[0]!).missing).toEqual(plain.missing);
    expect(ledgerOf(hand).find((f) => f.rule === 'wiring-plan' && f.subject === 'hall-box')).toMatchObject({ verdict: 'can’t tell', says: expect.stringMatching(/by hand/) }); // prettier-ignore
  });
  it('an end left off is said', () => {
    const w = workOf(sewingCorner);
    const planned = plannedSite(sewingCorner);
    const all = wiringIn(planned, plannedBench(w), 'sewing-box');
    const hot = all.joints.find((j) => j.at?.terminal === 'brass upper')!;
    const wiring = { ...all, joints: all.joints.filter((j) => j !== hot) };
    const hand = workOf({ ...sewingCorner, changes: [...sewingCorner.changes, { id: 'w', title: 'by hand', do: 'wire-box', wiring }] });
    const plan = wiringOf(
      hand,
      hand.boxes.find((b) => b.box.id === 'sewing-box')!,
    );
    expect(plan.notes).toEqual([expect.stringMatching(/^(The black .* is on nothing|A black pigtail)/)]);
    expect(plan.connect.join(' ')).not.toMatch(/brass upper/);
  });
});
