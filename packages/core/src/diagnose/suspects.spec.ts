/**
 * Every single fault that a circuit of two boxes can have, by name and part: what is listed, where it is seen, and what it does to the wiring.
 * Handbook 25. Two hundredths of an ohm where metals touch, 6 000 Ω of damp (20 mA at 120 V): common practice, no source.
 */
import { describe, expect, it } from 'vitest';
import { buildNetwork, NetworkError, runOfBoxes } from '../circuit/index.js';
import { emptySite, type Bench } from '../model/index.js';
import { once } from '../once.testing.js';
import type { CircuitBench } from './circuitBench.js';
import { faultsOn, LOOSE_OHM, type Fault } from './suspects.js';

const known = (bench: Bench): CircuitBench => ({ bench: { ...bench, plugged: [] }, taken: [], unseen: new Set(), circuit: undefined, site: emptySite() }); // prettier-ignore
const plain = once(() => runOfBoxes({ boxes: 2 }));
const guarded = once(() => runOfBoxes({ boxes: 2, protectedFirst: true }));
const faults = once(() => faultsOn(known(plain())));
const behind = once(() => faultsOn(known(guarded())));
const of = (list: readonly Fault[], id: string): Fault => {
  const fault = list.find((f) => f.suspect.id === id);
  if (!fault) throw new Error(`no ${id} among ${list.map((f) => f.suspect.id).join(', ')}`);
  return fault;
};
/** how many of each kind */
const kinds = (list: readonly Fault[]) => {
  const count: Record<string, number> = {};
  for (const { suspect } of list) count[suspect.kind] = (count[suspect.kind] ?? 0) + 1;
  return count;
};
const joint = (bench: Bench, device: string, terminal: string) => bench.joints.find((j) => j.at?.device === device && j.at.terminal === terminal); // prettier-ignore

describe('what is listed', () => {
  it('each once, by a name of its own; shares sum to one', () => {
    for (const list of [faults(), behind()]) {
      expect(new Set(list.map((f) => f.suspect.id)).size).toBe(list.length);
      expect(list.reduce((s, f) => s + f.suspect.prior, 0)).toBeCloseTo(1, 9);
    }
  });
  it('of a plain circuit nothing that only shows where a leak is sensed', () => {
    expect(Object.keys(kinds(faults()))).not.toEqual(expect.arrayContaining(['leak']));
    for (const kind of ['leak', 'wrong neutral', 'device tripped', 'device worn out', 'line and load swapped']) {
      expect([kind, kinds(faults())[kind]]).toEqual([kind, undefined]);
      expect([kind, kinds(behind())[kind]! > 0]).toEqual([kind, true]);
    }
    // a breaker that senses does as a receptacle does
    const sensing: Bench = { ...plain(), breakers: plain().breakers.map((b) => ({ ...b, kind: 'ground-fault' as const })) };
    expect([kinds(faultsOn(known(sensing)))['leak']! > 0, kinds(faultsOn(known(sensing)))['device tripped']]).toEqual([true, undefined]);
  });
  it('one each of what is no part of the wiring, a breaker off or worn, and per cable what nobody noted', () => {
    expect(kinds(faults())).toMatchObject({
      ...{ 'breaker off': 1, 'breaker worn': 1, appliance: 1, 'lost service neutral': 1, 'wrong breaker noted': 1, 'back-fed': 1 },
      ...{ 'none of these': 1, 'worn contacts': 2, 'cable shorted': 2, 'pinched ground': 2, 'unknown box': 2, 'unknown switch': 2 },
      // three conductors of each of two cables
      'broken conductor': 6,
      // only the far box can be fed from elsewhere than by the cable between them
      'fed from elsewhere': 1,
    });
  });
  it('a loose contact or splice for each that may be open; a ground may only be open', () => {
    const open = faults().filter((f) => f.suspect.kind === 'open contact' || f.suspect.kind === 'open splice');
    const loose = faults().filter((f) => f.suspect.kind === 'loose contact' || f.suspect.kind === 'loose splice');
    expect(loose.map((f) => f.suspect.looseOf).sort()).toEqual(open.map((f) => f.suspect.id).sort());
    for (const f of loose) {
      const whole = of(faults(), f.suspect.looseOf!);
      expect([f.suspect.part, f.suspect.kind.split(' ')[1]]).toEqual([whole.suspect.part, whole.suspect.kind.split(' ')[1]]);
      // gone, and there again as something between
      expect(f.net!.map((n) => n.map((c) => ('out' in c ? 'out' : c.ohm)))).toEqual(LOOSE_OHM.map((ohm) => ['out', ohm]));
      expect(f.net![0]![0]).toEqual(whole.net![0]![0]);
    }
    expect(kinds(faults())['open ground']).toBeGreaterThan(0);
    expect(faults().filter((f) => f.suspect.kind === 'open ground').every((f) => !faults().some((x) => x.suspect.looseOf === f.suspect.id))).toBe(true); // prettier-ignore
  });
  it('what is in a box is seen there, at the panel by nobody but an electrician, in a cable not at all', () => {
    for (const { suspect } of [...faults(), ...behind()]) {
      const [kind, id] = suspect.part.split('/');
      if (kind === 'joints') expect([suspect.id, suspect.seenIn]).toEqual([suspect.id, id]);
      else expect([suspect.id, suspect.seenIn]).toEqual([suspect.id, undefined]);
    }
    const at = (of: string) => faults().filter((f) => f.suspect.part === of).map((f) => f.suspect.kind); // prettier-ignore
    expect(at('panel')).toContain('breaker worn');
    expect(new Set(at('cable/cable1'))).toEqual(new Set(['cable shorted', 'broken conductor', 'unknown box']));
    expect(new Set(at('cable/cable2'))).toEqual(new Set(['cable shorted', 'broken conductor', 'unknown box', 'fed from elsewhere']));
  });
  it('a push-in contact is met open more often than one under a screw', () => {
    const pushed: Bench = { ...plain(), joints: plain().joints.map((j) => (j.at?.device === 'device2' && j.at.terminal.startsWith('brass') ? { ...j, how: 'push-in' as const } : j)) }; // prettier-ignore
    const share = (list: readonly Fault[], device: string) => list.filter((f) => f.suspect.kind === 'open contact' && f.suspect.id.includes(`${device}-brass`)).reduce((s, f) => s + f.suspect.prior, 0); // prettier-ignore
    expect(share(faultsOn(known(pushed)), 'device2')).toBeGreaterThan(1.5 * share(faults(), 'device2'));
    expect(share(faultsOn(known(pushed)), 'device1') / share(faults(), 'device1')).toBeLessThan(1.01);
  });
});

describe('what a fault does to the wiring', () => {
  const after = (id: string, bench = plain(), list = faults()): Bench => of(list, id).bench!({ ...bench, plugged: [] });
  it('each leaves a circuit, or none at all; what it says of the network is there to be taken out', () => {
    for (const [bench, list] of [
      [plain(), faults()],
      [guarded(), behind()],
    ] as const) {
      const { network } = buildNetwork({ ...bench, plugged: [] });
      const branches = new Set(network.branches.map((b) => b.id));
      const nodes = new Set(network.branches.flatMap((b) => [b.from, b.to]));
      for (const { suspect, net, bench: edit } of list) {
        for (const c of net?.flat() ?? []) expect([suspect.id, 'out' in c ? branches.has(c.out) : nodes.has(c.from) && nodes.has(c.to)]).toEqual([suspect.id, true]); // prettier-ignore
        if (!edit) continue;
        try {
          buildNetwork(edit({ ...bench, plugged: [] }));
        } catch (error) {
          expect(error).toBeInstanceOf(NetworkError);
        }
      }
    }
  });
  it('off and worn are the breaker open; a tripped or worn device is out, each by itself', () => {
    for (const id of ['off/breaker', 'worn/breaker']) expect(after(id).breakers.map((b) => b.on)).toEqual([false]);
    for (const id of ['tripped/device1', 'out/device1']) expect(after(id, guarded(), behind()).devices.map((d) => d.tripped)).toEqual([true, false]); // prettier-ignore
  });
  it('hot and neutral change their screws, all of that device and of no other', () => {
    const bench = after('swapped/device2');
    const ends = (b: Bench, device: string, terminal: string) => joint(b, device, terminal)?.ends;
    expect(ends(bench, 'device2', 'silver upper')).toEqual(ends(plain(), 'device2', 'brass upper'));
    expect(ends(bench, 'device2', 'brass upper')).toEqual(ends(plain(), 'device2', 'silver upper'));
    expect(ends(bench, 'device1', 'brass upper')).toEqual(ends(plain(), 'device1', 'brass upper'));
    const single: Bench = { ...plain(), devices: plain().devices.map((d) => (d.id === 'device2' ? { ...d, form: 'single' as const } : d)), joints: plain().joints.map((j) => (j.at?.device === 'device2' ? { ...j, at: { ...j.at, terminal: j.at.terminal.replace(/ (upper|lower)$/, '') } } : j)) }; // prettier-ignore
    const one = of(faultsOn(known(single)), 'swapped/device2').bench!(single);
    expect(joint(one, 'device2', 'silver')?.ends).toEqual(joint(single, 'device2', 'brass')?.ends);
  });
  it('line and load change places, brass with brass', () => {
    const bench = after('line-load/device1', guarded(), behind());
    const ends = (b: Bench, terminal: string) => joint(b, 'device1', terminal)?.ends;
    for (const metal of ['brass', 'silver']) {
      expect(ends(bench, `load ${metal}`)).toEqual(ends(guarded(), `line ${metal}`));
      expect(ends(bench, `line ${metal}`)).toEqual(ends(guarded(), `load ${metal}`));
    }
  });
  it('hot and ground change places at the last box; with two hots under its screws nobody leaves it so', () => {
    const bench = after('hot-ground/device2');
    const hot = plain().joints.find((j) => j.at?.device === 'device2' && j.at.terminal.startsWith('brass'))!;
    expect(joint(bench, 'device2', 'green')?.ends).toEqual(hot.ends);
    expect(faults().some((f) => f.suspect.id === 'hot-ground/device1')).toBe(false);
  });
  it('a bootleg ground: what was under the green screw is a piece of wire to the neutral instead', () => {
    const bench = after('bootleg/device2');
    expect(bench.pigtails.length - plain().pigtails.length).toBe(1);
    expect(joint(bench, 'device2', 'green')!.ends).toEqual([{ pigtailId: 'touching', end: 0 }]);
    const silver = bench.joints.filter((j) => j.at?.device === 'device2' && j.at.terminal.startsWith('silver'));
    expect(silver.flatMap((j) => j.ends)).toContainEqual({ pigtailId: 'touching', end: 1 });
  });
  it('a tab that is whole is broken, one that is broken joins; the other device keeps its own', () => {
    expect(after('tab/device2').devices.map((d) => d.brassTab)).toEqual([true, false]);
    const split: Bench = { ...plain(), devices: plain().devices.map((d) => (d.id === 'device2' ? { ...d, brassTab: false } : d)) };
    expect(after('tab/device2', split, faultsOn(known(split))).devices.map((d) => d.brassTab)).toEqual([true, true]);
  });
  it('a nail through a cable, and a bare wire on a hot screw, touch hot and ground of its far end', () => {
    for (const id of ['short/cable2', 'pinched/cable2']) {
      const { net } = of(faults(), id);
      expect(net).toEqual([[{ from: expect.stringContaining('cable2/0/1'), to: expect.stringContaining('cable2/2/1'), ohm: 0.02 }]]);
    }
    // both joints of it touch by one more piece of wire
    const bench = after('short/cable2');
    const ends = bench.joints.flatMap((j) => j.ends.filter((e) => 'pigtailId' in e && e.pigtailId === 'touching').map(() => j.ends.map((e) => ('cableId' in e ? `${e.cableId}/${e.conductor}` : '')).filter((x) => x !== ''))); // prettier-ignore
    expect(ends).toEqual([['cable2/0'], ['cable2/2']]);
  });
  it('what is open comes out of its joint, and of no other; a joint with nothing left in it is gone', () => {
    const [fault] = faults().filter((f) => f.suspect.id.startsWith('open/grounds1/cable2'));
    const bench = fault!.bench!(plain());
    expect(bench.joints.find((j) => j.id === 'grounds1')!.ends).toEqual(plain().joints.find((j) => j.id === 'grounds1')!.ends.filter((e) => !('cableId' in e && e.cableId === 'cable2'))); // prettier-ignore
    const [single] = faults().filter((f) => f.suspect.id.startsWith('open/device2-brass-upper/'));
    expect(single!.bench!(plain()).joints).toEqual(plain().joints.filter((j) => j.id !== 'device2-brass-upper'));
  });
  it('a splice of two is open once, whichever comes out; a bare end under a cap is no joint', () => {
    const two: Bench = { ...plain(), joints: plain().joints.map((j) => (j.id === 'grounds1' ? { ...j, ends: j.ends.slice(0, 2) } : j)) };
    const opened = (bench: Bench) => faultsOn(known(bench)).filter((f) => f.suspect.id.startsWith('open/grounds1/')).map((f) => f.suspect.id); // prettier-ignore
    expect([opened(plain()).length, opened(two)]).toEqual([3, ['open/grounds1/cable1/2/1']]);
    const capped: Bench = { ...plain(), joints: plain().joints.map((j) => (j.id === 'grounds1' ? { ...j, kind: 'cap' as const } : j)) };
    expect(opened(capped)).toEqual([]);
    // a terminal of two, which is no splice, may lose either
    const both: Bench = { ...plain(), joints: plain().joints.map((j) => (j.id === 'device2-brass-upper' ? { ...j, ends: [...j.ends, { cableId: 'cable2', conductor: 3, end: 1 as const }] } : j)) }; // prettier-ignore
    expect(faultsOn(known(both)).filter((f) => f.suspect.id.startsWith('open/device2-brass-upper/'))).toHaveLength(2);
  });
  it('a conductor that nobody joined can’t be broken', () => {
    const bare: Bench = { ...plain(), joints: plain().joints.filter((j) => !j.ends.some((e) => 'cableId' in e && e.cableId === 'cable2' && e.conductor === 1)) }; // prettier-ignore
    const broken = (bench: Bench) => faultsOn(known(bench)).filter((f) => f.suspect.kind === 'broken conductor').map((f) => f.suspect.id); // prettier-ignore
    expect(broken(bare)).toEqual(broken(plain()).filter((id) => id !== 'broken/cable2/1'));
  });
  it('broken, switched off or boxed in: the conductor it is said of is out, the hot where nobody says which', () => {
    const out = (id: string) => of(faults(), id).net!.flat().map((c) => ('out' in c ? c.out : c)); // prettier-ignore
    const conductor = (cable: string, n: number) => buildNetwork(plain()).network.branches.find((b) => b.id.startsWith('conductor') && b.id.includes(`${cable}/${n}`))!.id; // prettier-ignore
    expect([0, 1, 2].map((n) => out(`broken/cable2/${n}`))).toEqual([0, 1, 2].map((n) => [conductor('cable2', n)]));
    for (const id of ['between/cable2', 'unknown-switch/cable2']) expect(out(id)).toEqual([conductor('cable2', 0)]);
    // fed from elsewhere: neither hot nor white of this cable, and another white goes to the bar
    expect(out('elsewhere/cable2')).toEqual([conductor('cable2', 0), conductor('cable2', 1), { from: expect.stringContaining('cable2/1/1'), to: expect.stringContaining('neutral'), ohm: 0.2 }]); // prettier-ignore
  });
  it('a leak of some 20 mA from hot to ground of its cable; a borrowed neutral leaves its screw for the bar', () => {
    const { net } = of(behind(), 'leak/cable2');
    expect(net).toEqual([[{ from: expect.stringContaining('cable2/0/1'), to: expect.stringContaining('cable2/2/1'), ohm: 6000 }]]);
    const borrowed = of(behind(), 'borrowed/device2').net!;
    expect(borrowed).toEqual([[{ out: expect.stringContaining('device2-silver') }, { from: expect.stringContaining('device2'), to: expect.stringContaining('neutral'), ohm: 0.2 }]]); // prettier-ignore
  });
  it('a switch may be off, and has no halves; a device that nobody wired to a hot has no tab to be wrong', () => {
    const switched: Bench = { ...plain(), devices: [...plain().devices, { ...plain().devices[0]!, id: 'sw', name: 'Switch', form: 'switch', up: true }] }; // prettier-ignore
    const list = faultsOn(known(switched));
    expect(list.filter((f) => f.suspect.id.endsWith('/sw')).map((f) => f.suspect.id)).toEqual(['up/sw']);
    expect(of(list, 'up/sw').bench!(switched).devices.map((d) => d.up)).toEqual([false, false, false]);
    expect(list.some((f) => f.suspect.id === 'up/device1')).toBe(false);
    const dark: Bench = { ...plain(), joints: plain().joints.filter((j) => !(j.at?.device === 'device2' && j.at.terminal.includes('brass'))) }; // prettier-ignore
    expect(faultsOn(known(dark)).some((f) => f.suspect.id === 'tab/device2')).toBe(false);
    expect(faultsOn(known(dark)).some((f) => f.suspect.id === 'hot-ground/device2')).toBe(false);
    const groundless: Bench = { ...plain(), joints: plain().joints.filter((j) => !(j.at?.device === 'device2' && j.at.terminal === 'green')) }; // prettier-ignore
    for (const id of ['hot-ground/device2', 'bootleg/device2']) expect(faultsOn(known(groundless)).some((f) => f.suspect.id === id)).toBe(false); // prettier-ignore
  });
  it('of two breakers only the one that is meant is off', () => {
    const two: Bench = { ...plain(), breakers: [...plain().breakers, { ...plain().breakers[0]!, id: 'second', number: '6' }] };
    const list = faultsOn(known(two));
    expect(of(list, 'off/second').bench!(two).breakers.map((b) => b.on)).toEqual([true, false]);
    expect(of(list, 'off/second').suspect.words).toBe('breaker 6 is off or has tripped');
  });
  it('green, green-yellow and bare are grounds; a cable of another’s house end has its far side here', () => {
    for (const colour of ['green', 'green-yellow'] as const) {
      const bench: Bench = { ...plain(), cables: plain().cables.map((c) => ({ ...c, colours: c.colours.map((x) => (x === 'bare' ? colour : x)) })), pigtails: plain().pigtails.map((p) => ({ ...p, colour })) }; // prettier-ignore
      const grounds = (b: Bench) => faultsOn(known(b)).filter((f) => f.suspect.kind === 'open ground').map((f) => f.suspect.id); // prettier-ignore
      expect(grounds(bench)).toEqual(grounds(plain()));
    }
    const away: Bench = { ...plain(), cables: plain().cables.map((c) => (c.id === 'cable2' ? { ...c, ends: ['box1', 'elsewhere'] as [string, string] } : c)) }; // prettier-ignore
    const list = faultsOn(known(away));
    // its near end is the one that is here: what is pinched is pinched there, and nobody can tell it is fed from elsewhere
    expect(of(list, 'pinched/cable2').suspect.boxId).toBe('box1');
    expect(list.some((f) => f.suspect.id === 'elsewhere/cable2')).toBe(false);
  });
  it('a cable with no hot joined has nothing to be shorted; one without white or ground neither', () => {
    const cut = (conductor: number): Bench => ({ ...plain(), joints: plain().joints.map((j) => ({ ...j, ends: j.ends.filter((e) => !('cableId' in e && e.cableId === 'cable2' && e.conductor === conductor)) })).filter((j) => j.ends.length > 0) }); // prettier-ignore
    const shorted = (bench: Bench) => faultsOn(known(bench)).some((f) => f.suspect.id === 'short/cable2');
    expect([shorted(cut(0)), shorted(cut(1))]).toEqual([false, true]);
    const blacks: Bench = { ...plain(), cables: plain().cables.map((c) => (c.id === 'cable2' ? { ...c, colours: ['black', 'black', 'black'] as const as never } : c)) }; // prettier-ignore
    expect(shorted(blacks)).toBe(false);
  });
  it('is told by its conductor, its screw and its box; at the panel, by that', () => {
    const words = (id: string) => faults().find((f) => f.suspect.id.startsWith(id))!.suspect.words;
    expect(words('open/device2-brass-upper/')).toMatch(/^open: black .* at Receptacle 2 in Box 2$/);
    expect(words('open/grounds1/')).toMatch(/^ground open: bare .* in a splice in Box 1$/);
    expect(words('open/neutral-bar-1/')).toMatch(/^open: white .* in the panel$/);
    expect(words('elsewhere/cable2')).toMatch(/^Box 2 isn’t fed by box 1 to box 2/);
    expect(words('pinched/cable1')).toBe('a bare wire on a hot screw in Box 1');
    const boxed: Bench = { ...plain(), joints: plain().joints.map((j) => (j.id === 'device2-green' ? { ...j, at: { ...j.at!, device: 'box' } } : j)) }; // prettier-ignore
    expect(faultsOn(known(boxed)).find((f) => f.suspect.id.startsWith('open/device2-green/'))!.suspect.words).toMatch(/ at the box in Box 2$/); // prettier-ignore
  });
});
