/** From a bench back to the house, by hand on a run of two boxes: which joints, pigtails, tabs and strips are whose, and what hands changed. */
import { describe, expect, it } from 'vitest';
import { runOfBoxes } from '../circuit/index.js';
import { atPanel, emptySite, PANEL, type Bench, type Joint } from '../model/index.js';
import { panelEnds, rewired, wiringIn, withHandles } from './boxWiring.js';

const site = emptySite();
/** Two runs side by side, each with its breaker; a bare pigtail lies in the panel, and one in each first box. */
const bench = (): Bench => {
  const [a, b] = [runOfBoxes({ boxes: 2 }), runOfBoxes({ boxes: 2, protectedFirst: true }, 'x-')];
  const tail = { id: 'panel-tail', boxId: PANEL, colour: 'bare' as const, gauge: 14 as const, lengthMm: 300 };
  const bar = a.joints.find((j) => j.id === 'ground-bar-1')!;
  const spliced: Joint[] = [
    { ...bar, ends: [{ pigtailId: tail.id, end: 1 }] },
    { id: 'panel-splice', boxId: PANEL, kind: 'splice', how: 'twist-on', ends: [...bar.ends, { pigtailId: tail.id, end: 0 }] },
  ];
  return {
    ...a,
    boxes: [...a.boxes, ...b.boxes],
    cables: [...a.cables, ...b.cables],
    devices: [...a.devices, ...b.devices],
    pigtails: [...a.pigtails, tail, ...b.pigtails],
    joints: [...a.joints.filter((j) => j !== bar), ...spliced, ...b.joints],
    breakers: [...a.breakers, ...b.breakers],
    strips: [
      { end: { cableId: 'cable1', conductor: 0, end: 0 }, mm: 10 },
      { end: { cableId: 'cable1', conductor: 0, end: 1 }, mm: 11 },
      { end: { cableId: 'cable2', conductor: 0, end: 1 }, mm: 12 },
      { end: { pigtailId: 'tail1', end: 0 }, mm: 13 },
    ],
  };
};
const ids = (list: readonly { id: string }[]): string[] => list.map((x) => x.id).sort();

describe('how a box is wired', () => {
  it('its own joints and pigtails, without saying where each time; a strip of what ends in it', () => {
    const b = bench();
    const first = wiringIn(site, b, 'box1');
    expect(ids(first.joints)).toEqual(ids(b.joints.filter((j) => j.boxId === 'box1')));
    expect(ids(first.pigtails)).toEqual(['tail1']);
    expect(first.strips!.map((s) => s.mm)).toEqual([11, 13]);
    for (const x of [...first.joints, ...first.pigtails]) expect(x).not.toHaveProperty('boxId');
    expect(wiringIn(site, b, 'box2').strips!.map((s) => s.mm)).toEqual([12]);
    expect(wiringIn(site, b, 'x-box1')).not.toHaveProperty('strips');
    expect(wiringIn(site, { ...b, strips: undefined }, 'box1')).not.toHaveProperty('strips');
  });
  it('tabs that are off, of a duplex that is in it', () => {
    const b = bench();
    const off: Bench = { ...b, devices: b.devices.map((d) => (d.id === 'device1' ? { ...d, brassTab: false } : d.id === 'x-device1' || d.id === 'device2' ? { ...d, brassTab: false, silverTab: false } : d)) }; // prettier-ignore
    expect(wiringIn(site, off, 'box1').broken).toEqual([{ deviceId: 'device1', side: 'brass' }]);
    expect(wiringIn(site, off, 'box2').broken).toEqual([{ deviceId: 'device2', side: 'brass' }, { deviceId: 'device2', side: 'silver' }]); // prettier-ignore
    // a protective one has no tabs to break
    expect(wiringIn(site, off, 'x-box1')).not.toHaveProperty('broken');
    expect(wiringIn(site, b, 'box1')).not.toHaveProperty('broken');
  });
});

describe('how cables land at the panel', () => {
  it('each with its own joints there, and the pigtails that are in them', () => {
    const [one, two, ...more] = panelEnds(bench());
    expect([one!.id, one!.panelEndOf, one!.of]).toEqual([atPanel('cable1'), 'cable1', { cables: ['cable1'], devices: [] }]);
    expect(ids(one!.joints)).toEqual(ids(bench().joints.filter((j) => j.boxId === PANEL && j.ends.some((e) => 'cableId' in e && e.cableId === 'cable1')))); // prettier-ignore
    expect(one!.joints).toHaveLength(3);
    expect(one!.pigtails).toEqual([{ id: 'panel-tail', colour: 'bare', gauge: 14, lengthMm: 300 }]);
    expect([two!.panelEndOf, two!.joints.length, two!.pigtails]).toEqual(['x-cable1', 3, []]);
    expect(more).toEqual([]);
    expect(one!.joints[0]).not.toHaveProperty('boxId');
  });
});

describe('what hands changed', () => {
  const between = (edit: (b: Bench) => void) => {
    const after = structuredClone(bench());
    edit(after);
    return rewired(site, bench(), after);
  };
  it('nothing, where nothing was', () => expect(between(() => undefined)).toEqual([]));
  it('a joint less: that box, with no end cut', () => {
    const [only, ...more] = between((b) => void (b.joints = b.joints.filter((j) => j.id !== 'device2-green')));
    expect([only!.wiring.id, only!.free, more]).toEqual(['box2', [], []]);
    expect(ids(only!.wiring.joints)).not.toContain('device2-green');
  });
  it('an end cut back: in the box where it lies, so much is left; the other end is as it was', () => {
    const cut = between((b) => void (b.cables.find((c) => c.id === 'cable2')!.freeMm = [150, 180]));
    expect(cut.map((r) => [r.wiring.id, r.free])).toEqual([['box1', [{ cableId: 'cable2', end: 0, mm: 150 }]]]);
    const both = between((b) => void (b.cables.find((c) => c.id === 'cable2')!.freeMm = [150, 140]));
    expect(both.map((r) => [r.wiring.id, r.free])).toEqual([['box1', [{ cableId: 'cable2', end: 0, mm: 150 }]], ['box2', [{ cableId: 'cable2', end: 1, mm: 140 }]]]); // prettier-ignore
  });
  it('a cable that was not there before comes with its free ends', () => {
    const more = between((b) => void b.cables.push({ ...b.cables[1]!, id: 'new', ends: ['box1', 'box2'], freeMm: [160, 170] }));
    expect(more.map((r) => r.free)).toEqual([[{ cableId: 'new', end: 0, mm: 160 }], [{ cableId: 'new', end: 1, mm: 170 }]]);
  });
  it('an end off at the panel: that cable’s, by itself', () => {
    const off = between((b) => void (b.joints = b.joints.filter((j) => j.id !== 'x-neutral-bar-1')));
    expect(off.map((r) => [r.wiring.panelEndOf, r.wiring.joints.length, r.free])).toEqual([['x-cable1', 2, []]]);
  });
  it('switched, reset or plugged in is nothing of it', () => {
    expect(between((b) => void ((b.breakers[0]!.on = false), (b.devices[2]!.tripped = true), (b.devices[0]!.up = true)))).toEqual([]);
  });
});

describe('handles and plugs as they stand on another', () => {
  it('by id: breakers, switches, what tripped; what isn’t there stays as it is', () => {
    const here = bench();
    const there: Bench = {
      ...bench(),
      breakers: [{ ...here.breakers[1]!, on: false }],
      devices: [{ ...here.devices[2]!, tripped: true }, { ...here.devices[3]!, up: true }], // prettier-ignore
      plugged: ['x-device2', 'gone'].map((deviceId) => ({ id: deviceId, name: 'lamp', deviceId, face: 'upper' as const, watts: 60, powerFactor: 1, on: true })), // prettier-ignore
    };
    const now = withHandles({ ...here, breakers: [{ ...here.breakers[0]!, on: false }, here.breakers[1]!] }, there);
    expect(now.breakers.map((b) => b.on)).toEqual([false, false]);
    expect(withHandles(here, there).breakers.map((b) => b.on)).toEqual([true, false]);
    expect(now.devices.map((d) => [d.up, d.tripped])).toEqual([[false, false], [false, false], [false, true], [true, false]]); // prettier-ignore
    expect(now.plugged.map((p) => p.deviceId)).toEqual(['x-device2']);
    expect(now.joints).toBe(here.joints);
  });
});
