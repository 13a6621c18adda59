/** How boxes are wired is part of the house: noted, shown in words, altered by hands, and no longer believed when something else lies in the box. */
import { describe, expect, it } from 'vitest';
import { demoJobsInHouse, quinceStreet, sewingCorner } from '../demo/index.js';
import { ledgerOf, plannedBench, wiringOf, workOf } from '../ledger/index.js';
import { measured, plannedSite, seenWiring, wiringIsOld, withWiring, withoutWiring, type BoxWiring, type Site } from '../model/index.js';
import type { connect } from './index.js';
import {
  addPigtail,
  benchOf,
  breakTab,
  cut,
  isLookedInto,
  rewired,
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
    ['another device', (s) => ({ ...s, devices: s.devices.map((d) => (d.boxId === 'hall-box' ? { ...d, id: 'new' } : d)) }), /another device is in it/],
    ['a device of another kind', (s) => ({ ...s, devices: s.devices.map((d) => (d.boxId === 'hall-box' ? { ...d, kind: 'switch-15' } : d)) }), /another kind now/],
    ['no box', (s) => ({ ...s, boxes: s.boxes.filter((b) => b.id !== 'hall-box') }), /no box/],
  ])('holds no more with %s', (_, change, why) => {
    const now = change(withWiring(site, noted));
    expect(wiringIsOld(now, noted)).toMatch(why);
    expect(seenWiring(now, 'hall-box')).toBeUndefined();
  }); // prettier-ignore
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
  it('a tab that is off is off when the bench is worked out again', () => {
    const r = breakTab(bench, 'hall-receptacle', 'silver');
    const now = r.ok ? withWiring(site, rewired(site, bench, r.bench)[0]!.wiring) : site;
    expect(benchOf(now, ['hall-box'], circuit, sewingCorner.schools).devices[0]).toMatchObject({ brassTab: true, silverTab: false });
  });
});

describe('the plan in words follows the hands', () => {
  it.each(demoJobsInHouse.map((j) => [j.name, j] as const))('%s: wired by hand as the plan has it, every joint is said again', (_, job) => {
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
