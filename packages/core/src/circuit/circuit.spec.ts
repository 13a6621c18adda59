/**
 * The solver against the figures of handbook 21 and 22 (against ngspice by the hundred: manyCircuits). Lamp patterns are compared with a table written by hand from the definition of the lamps.
 */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clamp, continuity, findBreaker, insulation, probe, readLamps, readVolts, scanFaults, twoFeeds } from '../instruments/index.js';
import { Bench, type WireEnd } from '../model/index.js';
import {
  buildNetwork,
  canReset,
  complex,
  conductorOhm,
  EARTH,
  facePoints,
  FaultTable,
  groundWithoutDevices,
  joinedFeeds,
  lineSide,
  loadImpedance,
  loops,
  magnitude,
  minus,
  NetworkError,
  nodeOf,
  over,
  protectedBy,
  runOfBoxes,
  sharedNeutralRun,
  sharedNeutrals,
  Solved,
  switchOn,
  times,
  tripTime,
  type Network,
} from './index.js';

const slot = (device: string, pin: 'hot' | 'neutral' | 'ground') => nodeOf.slot(device, 'upper', pin);

describe('many single faults', () => {
  it('each from the inverse is what a whole solve gives', () => {
    const bench = runOfBoxes({ boxes: 4 });
    const solved = new Solved(buildNetwork(bench).network);
    const table = new FaultTable(solved);
    const nodes = solved.nodeNames;
    fc.assert(
      fc.property(fc.nat(1000), fc.nat(1000), fc.nat(1000), fc.constantFrom(1e-6, 0.1, 10), (i, j, k, y) => {
        const [a, b, w] = [nodes[i % nodes.length]!, nodes[j % nodes.length]!, nodes[k % nodes.length]!];
        if (a === b) return;
        const whole = solved.with([{ from: a, to: b, by: complex(y) }]).volts(w);
        expect(magnitude(minus(table.one({ a, b, by: complex(y) }, w), whole))).toBeLessThan(1e-6);
      }),
      { numRuns: 300 },
    );
  });
});

const plug = (bench: Bench, deviceId: string, watts: number, more = {}): Bench => ({
  ...bench,
  plugged: [
    ...bench.plugged,
    { id: `p-${deviceId}-${watts}`, name: 'load', deviceId, face: 'upper', watts, powerFactor: 1, on: true, ...more },
  ],
});

describe('handbook 21 and 22', () => {
  it('14 AWG copper: 2.081 mm², so 8.28 mΩ/m at 20 °C (IEC 60028, ASTM B258)', () =>
    expect(conductorOhm(14, 1000)).toBeCloseTo(0.017241 / 2.081, 5));
  it('opposite-leg shared neutral, 24 Ω and 96 Ω: 5 A and 1.25 A, neutral 3.75 A', () => {
    const on = switchOn(sharedNeutralRun(24, 96));
    expect(clamp(on, 'run', 0)).toBeCloseTo(5, 1);
    expect(clamp(on, 'run', 1)).toBeCloseTo(1.25, 2);
    expect(clamp(on, 'run', 2)).toBeCloseTo(3.75, 1);
    expect(sharedNeutrals(on)).toMatchObject([{ legs: 'opposite', tied: true }]);
  });
  it('the same on one leg: the neutral carries 6.25 A', () => {
    const on = switchOn(sharedNeutralRun(24, 96, ['A', 'A']));
    expect(clamp(on, 'run', 2)).toBeCloseTo(6.25, 1);
    expect(sharedNeutrals(on)[0]!.legs).toBe('same');
  });
  it('its neutral open: 48 V and 192 V', () => {
    const bench = sharedNeutralRun(24, 96);
    const on = switchOn({ ...bench, joints: bench.joints.filter((j) => j.id !== 'p3') });
    const volts = (load: string) => magnitude(on.state.between(nodeOf.terminal(load, 'hot'), nodeOf.terminal(load, 'neutral')));
    expect(volts('load1')).toBeCloseTo(48, 0);
    expect(volts('load2')).toBeCloseTo(192, 0);
  });
  it('12 A over 50 ft of 14 AWG at 75 °C loses 3.68 V in the wire (NEC ch. 9 table 8, memory), within 2 % of IEC copper', () => {
    const bench = plug(runOfBoxes({ boxes: 1, lengthMm: 50 * 304.8 }), 'device1', 1440 * 1.03);
    const on = switchOn(bench, { celsius: 75 });
    const amps = clamp(on, 'cable1', 0);
    const lost = [0, 1].reduce((sum, i) => sum + magnitude(on.state.between(nodeOf.end(`cable1/${i}/0`), nodeOf.end(`cable1/${i}/1`))), 0);
    expect((lost * 12) / amps).toBeGreaterThan(3.68 * 0.98);
    expect((lost * 12) / amps).toBeLessThan(3.68 * 1.02);
  });
  it('a lamp of 60 W at 120 V is 240 Ω; at a power factor of 0.8 it takes 60 W and 75 VA', () => {
    expect(loadImpedance(60, 120, 1, 60).ohm).toBeCloseTo(240, 6);
    const { ohm, henry } = loadImpedance(60, 120, 0.8, 60);
    const z = complex(ohm, 2 * Math.PI * 60 * henry);
    const s = times(complex(120), complex(over(complex(120), z).re, -over(complex(120), z).im));
    expect(s.re).toBeCloseTo(60, 6);
    expect(magnitude(s)).toBeCloseTo(75, 6);
  });
  it('a breaker holds at 100 %, trips within 1 h at 135 %, within 2 min at 200 %, at once at 12 × (UL 489, memory)', () => {
    expect(tripTime(1 * 20, { amps: 20, curve: 'US' })).toBeUndefined();
    expect(tripTime(1.35 * 20, { amps: 20, curve: 'US' })!.to).toBeLessThanOrEqual(3600);
    expect(tripTime(2 * 20, { amps: 20, curve: 'US' })!.to).toBeLessThanOrEqual(120);
    expect(tripTime(12 * 20, { amps: 20, curve: 'US' })!.to).toBeLessThanOrEqual(0.1);
    expect(tripTime(1.13 * 20, { amps: 20, curve: 'UK-B' })).toBeUndefined();
    expect(tripTime(1.45 * 20, { amps: 20, curve: 'UK-B' })!.to).toBeLessThanOrEqual(3600);
    expect(tripTime(5 * 20, { amps: 20, curve: 'UK-B' })!.to).toBeLessThanOrEqual(0.1);
  });
});

describe('UK: one phase and an earth loop (handbook 12)', () => {
  const radial: Bench = {
    ...runOfBoxes({ boxes: 1, lengthMm: 20_000 }),
    supply: { kind: 'single-phase', volts: 230, sourceOhm: 0.15, loopOhm: 0.35 },
  };
  const uk: Bench = {
    ...radial,
    cables: radial.cables.map((c) => ({ ...c, colours: ['brown', 'blue', 'green-yellow'], areasMm2: [2.5, 2.5, 1.5] })),
    breakers: radial.breakers.map((b) => ({ ...b, amps: 32, curve: 'UK-B' })),
  };
  it('Zs at the socket is Ze + R1 + R2', () => {
    const on = switchOn(uk);
    const r = (mm2: number) => (0.017241 * 20) / mm2;
    const zs = magnitude(on.solved.impedanceBetween(slot('device1', 'hot'), slot('device1', 'ground')));
    // and a few contacts of a milliohm each
    expect(zs).toBeGreaterThan(0.35 + r(2.5) + r(1.5));
    expect(zs).toBeLessThan(0.35 + r(2.5) + r(1.5) + 0.02);
  });
  it('within 1.37 Ω a dead short to earth opens a 32 A type B at once', () => {
    const point = facePoints(switchOn(uk))[0]!;
    expect(point.groundFaultA).toBeGreaterThan(5 * 32);
    expect(tripTime(point.groundFaultA, { amps: 32, curve: 'UK-B' })!.to).toBeLessThanOrEqual(0.1);
    expect(point.volts).toBeCloseTo(230, 0);
  });
});

describe('lamps: the pattern follows from the voltages', () => {
  const base = runOfBoxes({ boxes: 1 });
  const ends = (bench: Bench, change: (e: Record<string, WireEnd[]>) => Record<string, WireEnd[]>): Bench => {
    const by = Object.fromEntries(
      bench.joints.filter((j) => j.at).map((j) => [j.at!.terminal === 'screw' ? j.id : j.at!.terminal, j.ends]),
    );
    const next = change(by);
    return {
      ...bench,
      joints: bench.joints.map((j) => ({ ...j, ends: next[j.at?.terminal === 'screw' ? j.id : (j.at?.terminal ?? '')] ?? j.ends })),
    };
  };
  // written by hand: a lamp lights when its two pins differ by the mains; two lamps in series share it and stay dark
  it.each([
    ['right', (e) => e, ['lit', 'lit', 'dark']],
    ['ground open', (e) => ({ ...e, green: [] }), ['lit', 'dark', 'dark']],
    ['neutral open', (e) => ({ ...e, 'silver upper': [] }), ['dark', 'lit', 'dark']],
    ['hot open', (e) => ({ ...e, 'brass upper': [] }), ['dark', 'dark', 'dark']],
    [
      'hot and neutral swapped',
      (e) => ({ ...e, 'brass upper': e['silver upper']!, 'silver upper': e['brass upper']! }),
      ['lit', 'dark', 'lit'],
    ],
    ['hot and ground swapped', (e) => ({ ...e, 'brass upper': e['green']!, green: e['brass upper']! }), ['dark', 'lit', 'lit']],
    [
      'hot on the neutral screw, hot screw empty',
      (e) => ({ ...e, 'brass upper': [], 'silver upper': e['brass upper']! }),
      ['dark', 'dark', 'lit'],
    ],
    [
      'neutral and ground swapped: not seen',
      (e) => ({ ...e, 'silver upper': e['green']!, green: e['silver upper']! }),
      ['lit', 'lit', 'dark'],
    ],
  ] as [string, (e: Record<string, WireEnd[]>) => Record<string, WireEnd[]>, string[]][])('%s', (_what, change, lamps) => {
    const r = readLamps(switchOn(ends(base, change)), 'device1', 'upper');
    expect([r.hotNeutral, r.hotGround, r.neutralGround]).toEqual(lamps);
  });
  it('a bootleg ground looks right', () => {
    const boot = ends(base, (e) => ({ ...e, green: [] }));
    const tail: Bench = {
      ...boot,
      pigtails: [{ id: 'boot', boxId: 'box1', colour: 'bare', gauge: 14, lengthMm: 80 }],
      joints: [
        ...boot.joints.map((j) => (j.at?.terminal === 'green' ? { ...j, ends: [{ pigtailId: 'boot', end: 0 as const }] } : j)),
        {
          id: 'boot2',
          boxId: 'box1',
          kind: 'terminal',
          at: { device: 'device1', terminal: 'silver lower' },
          ends: [{ pigtailId: 'boot', end: 1 }],
        },
      ],
    };
    expect(readLamps(switchOn(tail), 'device1', 'upper').says).toBe('reads as right');
  });
});

describe('instruments', () => {
  it('a meter reads 120 V hot to neutral; a hot that hangs free beside a live one reads tens of volts that vanish under load', () => {
    const base = runOfBoxes({ boxes: 2, lengthMm: 20_000 });
    expect(readVolts(switchOn(base), slot('device2', 'hot'), slot('device2', 'neutral')).volts).toBeCloseTo(120, 0);
    // the red of a three-wire cable that nobody connected
    const bench: Bench = {
      ...base,
      cables: base.cables.map((c) => (c.id === 'cable1' ? { ...c, colours: ['black', 'white', 'bare', 'red'] } : c)),
    };
    const r = readVolts(switchOn(bench), nodeOf.end('cable1/3/1'), slot('device1', 'neutral'));
    expect(r.volts).toBeGreaterThan(10);
    expect(r.volts).toBeLessThan(110);
    expect(r.underLoadVolts).toBeLessThan(2);
    expect(r.ghost).toBe(true);
  });
  it('the probe is fooled by a neighbour, and silent at a neutral', () => {
    const on = switchOn(runOfBoxes({ boxes: 1 }));
    expect(probe(on, { cableId: 'cable1', conductor: 0, end: 1 })).toMatchObject({ signals: true, faint: false });
    expect(probe(on, { cableId: 'cable1', conductor: 1, end: 1 })).toMatchObject({ signals: true, faint: true });
    const off = { ...runOfBoxes({ boxes: 1 }) };
    off.breakers = off.breakers.map((b) => ({ ...b, on: false }));
    expect(probe(switchOn(off), { cableId: 'cable1', conductor: 0, end: 1 }).signals).toBe(false);
  });
  it('continuity refuses on a live circuit and beeps along a dead ground', () => {
    const live = runOfBoxes({ boxes: 2 });
    expect(continuity(switchOn(live), slot('device2', 'hot'), slot('device2', 'neutral'))).toMatchObject({ ok: false });
    const dead = switchOn({ ...live, breakers: live.breakers.map((b) => ({ ...b, on: false })) });
    expect(continuity(dead, slot('device1', 'ground'), slot('device2', 'ground'))).toMatchObject({ ok: true, beeps: true });
    expect(continuity(dead, slot('device1', 'hot'), slot('device1', 'ground'))).toMatchObject({ ok: true, beeps: false });
    expect(insulation(dead, slot('device1', 'hot'), slot('device1', 'ground'))).toMatchObject({ ok: true });
  });
  it('a clamp round one wire reads the current, round the whole cable nothing', () => {
    const on = switchOn(plug(runOfBoxes({ boxes: 1 }), 'device1', 1200));
    expect(clamp(on, 'cable1', 0)).toBeCloseTo(9.9, 0);
    expect(clamp(on, 'cable1')).toBeLessThan(0.001);
  });
  it('the breaker finder is loudest at its own', () => {
    const a = runOfBoxes({ boxes: 1 });
    const b = runOfBoxes({ boxes: 1 }, 'x');
    const bench: Bench = {
      ...a,
      boxes: [...a.boxes, ...b.boxes],
      cables: [...a.cables, ...b.cables],
      devices: [...a.devices, ...b.devices],
      joints: [...a.joints, ...b.joints],
      breakers: [...a.breakers, { ...b.breakers[0]!, number: '5', leg: 'B' }],
    };
    const r = findBreaker(switchOn(bench), 'xdevice1', 'upper');
    expect(r.reduce((x, y) => (y.strength > x.strength ? y : x)).breakerId).toBe('xbreaker');
  });
  it('two live cables: 240 V between opposite legs; near 0 V on one leg, which proves no single breaker', () => {
    const opposite = switchOn(sharedNeutralRun(1e5, 1e5));
    expect(twoFeeds(opposite, nodeOf.end('run/0/1'), nodeOf.end('run/1/1'))).toMatchObject({ legs: 'opposite legs' });
    const same = switchOn(sharedNeutralRun(1e5, 1e5, ['A', 'A']));
    expect(twoFeeds(same, nodeOf.end('run/0/1'), nodeOf.end('run/1/1'))).toMatchObject({
      legs: 'same leg',
      says: expect.stringMatching(/does not prove/),
    });
    const one = sharedNeutralRun(1e5, 1e5);
    expect(
      twoFeeds(
        switchOn({ ...one, breakers: one.breakers.map((b, i) => ({ ...b, on: i === 0 })) }),
        nodeOf.end('run/0/1'),
        nodeOf.end('run/1/1'),
      ).legs,
    ).toBe('can’t tell');
  });
});

describe('every single fault', () => {
  it('of a run of two: what opens the ground, the neutral or the hot of the second face is told apart, and shorts open the breaker', () => {
    let done = 0;
    const scan = scanFaults(runOfBoxes({ boxes: 2 }), 'device2', 'upper', (d) => (done = d));
    const of = (says: string) => scan.rows.find((r) => r.says.startsWith(says))?.count ?? 0;
    // by hand: ground through 2 cables and 4 contacts of theirs, less the pigtail of box 1: 2 wires + 4 contacts
    expect(of('ground open')).toBe(2 + 5 - 1);
    expect(of('neutral open')).toBe(2 + 4);
    expect(of('hot open')).toBe(2 + 4);
    // black–white and black–bare of each cable
    expect(of('the breaker opens')).toBe(4);
    expect(scan.rows.reduce((n, r) => n + r.count, 0)).toBe(scan.total);
    expect(done).toBeGreaterThan(0);
  });
});

describe('what opens', () => {
  it('a dead short opens the breaker at once, and says the current', () => {
    const bench = runOfBoxes({ boxes: 1 });
    const short: Bench = {
      ...bench,
      joints: bench.joints.map((j) =>
        j.at?.terminal === 'silver upper'
          ? { ...j, ends: [] }
          : j.at?.terminal === 'brass upper'
            ? { ...j, ends: [...j.ends, { cableId: 'cable1', conductor: 1, end: 1 as const }] }
            : j,
      ),
    };
    const on = switchOn(short);
    expect(on.opened).toMatchObject([{ part: 'breaker', what: 'breaker', seconds: { to: 0.1 } }]);
    expect(readVolts(on, nodeOf.terminal('device1', 'brass upper'), nodeOf.bar('neutral-bar')).volts).toBeLessThan(1);
  });
  it('25 A on a 15 A breaker stands at first and opens within minutes', () => {
    const bench = plug(plug(runOfBoxes({ boxes: 2 }), 'device1', 1500), 'device2', 1501);
    expect(switchOn(bench).opened).toEqual([]);
    expect(switchOn(bench).overloaded[0]!.seconds.to).toBeLessThan(1200);
    expect(switchOn(bench, {}, 3600).opened).toMatchObject([{ part: 'breaker' }]);
  });
  it('7 mA to ground trips a protective receptacle, 3 mA does not; its line side stays live, what hangs on LOAD is dead', () => {
    const leak = (ohm: number) => switchOn(plug(runOfBoxes({ boxes: 2, protectedFirst: true }), 'device2', 40, { leaksOhm: ohm }));
    expect(leak(120 / 0.003).opened).toEqual([]);
    const on = leak(120 / 0.007);
    expect(on.opened).toMatchObject([{ part: 'device1', what: 'protective receptacle' }]);
    expect(readVolts(on, nodeOf.terminal('device1', 'line brass'), nodeOf.terminal('device1', 'line silver')).volts).toBeCloseTo(120, 0);
    expect(readVolts(on, slot('device2', 'hot'), slot('device2', 'neutral'), 'low').volts).toBeLessThan(1);
  });
  it('its test button trips it when it is fed on LINE', () =>
    expect(switchOn(runOfBoxes({ boxes: 1, protectedFirst: true }), { testing: new Set(['device1']) }).opened).toHaveLength(1));
  it('fed on LOAD it never sets: nothing on its LINE screws', () => {
    const bench = runOfBoxes({ boxes: 1, protectedFirst: true });
    const reversed: Bench = {
      ...bench,
      devices: bench.devices.map((d) => ({ ...d, tripped: true })),
      joints: bench.joints.map((j) =>
        j.at?.terminal.startsWith('line') ? { ...j, at: { ...j.at, terminal: j.at.terminal.replace('line', 'load') } } : j,
      ),
    };
    expect(canReset(switchOn(reversed), 'device1').ok).toBe(false);
    expect(canReset(switchOn({ ...bench, devices: bench.devices.map((d) => ({ ...d, tripped: true })) }), 'device1').ok).toBe(true);
  });
});

describe('what follows from wiring', () => {
  const run = runOfBoxes({ boxes: 3, protectedFirst: true });
  it('line comes from the panel, load goes on', () =>
    expect(lineSide(run, 'box2').map((s) => [s.cableId, s.side])).toEqual([
      ['cable2', 'line'],
      ['cable3', 'load'],
    ]));
  it('what a protective receptacle protects is what goes dark with it', () =>
    expect(protectedBy(run, 'device1')).toEqual(['device2', 'device3']));
  it('grounds hang together without the devices when they are spliced; not when they run over a yoke (250.148)', () => {
    expect(groundWithoutDevices(run, 'box1')).toBe(true);
    const over: Bench = {
      ...run,
      joints: run.joints.flatMap((j) =>
        j.id === 'grounds1'
          ? []
          : j.id === 'device1-green'
            ? [
                {
                  ...j,
                  ends: [
                    { cableId: 'cable1', conductor: 2, end: 1 as const },
                    { cableId: 'cable2', conductor: 2, end: 0 as const },
                  ],
                },
              ]
            : [j],
      ),
    };
    expect(groundWithoutDevices(over, 'box1')).toBe(false);
  });
  it('two breakers whose wires meet are named', () => {
    const bench = sharedNeutralRun(24, 96);
    expect(joinedFeeds(bench)).toEqual([]);
    const joined: Bench = {
      ...bench,
      joints: bench.joints.map((j) =>
        j.id === 'h1'
          ? { ...j, ends: [...j.ends, { cableId: 'run', conductor: 1, end: 1 as const }] }
          : j.id === 'h2'
            ? { ...j, ends: [] }
            : j,
      ),
    };
    expect(joinedFeeds(joined)).toHaveLength(1);
  });
  it('a cable that only closes a ring is named; a tree has none', () => {
    expect(loops(run)).toEqual([]);
    const ring: Bench = {
      ...run,
      cables: [...run.cables, { ...run.cables[2]!, id: 'ring', name: 'ring', ends: ['box2', 'box3'] }],
      joints: [
        ...run.joints,
        {
          id: 'r1',
          boxId: 'box2',
          kind: 'terminal',
          at: { device: 'device2', terminal: 'brass upper' },
          ends: [{ cableId: 'ring', conductor: 0, end: 0 }],
        },
        {
          id: 'r2',
          boxId: 'box3',
          kind: 'terminal',
          at: { device: 'device3', terminal: 'brass lower' },
          ends: [{ cableId: 'ring', conductor: 0, end: 1 }],
        },
      ],
    };
    expect(loops(ring).sort()).toEqual(['cable3', 'ring']);
  });
  it('the further face has the lower voltage, and a short there the lower current', () => {
    const points = facePoints(switchOn(plug(runOfBoxes({ boxes: 3 }), 'device3', 1000)));
    const at = (d: string) => points.find((p) => p.deviceId === d && p.face === 'upper')!;
    expect(at('device3').volts).toBeLessThan(at('device1').volts);
    expect(at('device3').shortA).toBeLessThan(at('device1').shortA);
    expect(at('device1').trip!.to).toBeLessThanOrEqual(0.1);
  });
});

describe('what is no circuit', () => {
  const bad = (network: Partial<Network>, part: string) => {
    try {
      new Solved({ earth: 'e', hertz: 60, branches: [], sources: [], ...network });
    } catch (error) {
      expect(error).toBeInstanceOf(NetworkError);
      expect((error as NetworkError).part).toBe(part);
      return;
    }
    throw new Error('it was taken');
  };
  it('a node that nothing ties to earth', () => bad({ branches: [{ id: 'r', from: 'a', to: 'b', is: { ohm: 5 } }] }, 'b'));
  it('values that are none', () => {
    bad({ branches: [{ id: 'r', from: 'a', to: 'e', is: { ohm: Number.NaN } }] }, 'r');
    bad({ branches: [{ id: 'r', from: 'a', to: 'e', is: { ohm: 0 } }] }, 'r');
    bad({ branches: [{ id: 'c', from: 'a', to: 'e', is: { farad: -1 } }] }, 'c');
    bad({ sources: [{ id: 's', from: 'e', to: 'a', volts: complex(Infinity), ohm: 1 }] }, 's');
    bad({ sources: [{ id: 's', from: 'a', to: 'a', volts: complex(1), ohm: 1 }] }, 's');
    bad({ sources: [{ id: 's', from: 'e', to: 'a', volts: complex(1), ohm: 0 }] }, 's');
  });
  it('unknown parts in wiring are named', () => {
    const bench = runOfBoxes({ boxes: 1 });
    const wrong = (part: Partial<Bench>) => () => buildNetwork({ ...bench, ...part });
    expect(
      wrong({
        joints: [...bench.joints, { id: 'j', boxId: 'box1', kind: 'terminal', at: { device: 'ghost', terminal: 'green' }, ends: [] }],
      }),
    ).toThrow(/no device ghost/);
    expect(
      wrong({
        joints: [...bench.joints, { id: 'j', boxId: 'box1', kind: 'terminal', at: { device: 'device1', terminal: 'gold' }, ends: [] }],
      }),
    ).toThrow(/no terminal gold; it has brass upper/);
    expect(
      wrong({ joints: [...bench.joints, { id: 'j', boxId: 'box1', kind: 'splice', ends: [{ cableId: 'cable9', conductor: 0, end: 0 }] }] }),
    ).toThrow(/isn’t there/);
    expect(
      wrong({ joints: [...bench.joints, { id: 'j', boxId: 'box1', kind: 'splice', ends: [{ cableId: 'cable1', conductor: 0, end: 1 }] }] }),
    ).toThrow(/two joints at once/);
  });
  it('a meter on a point that is not there says so', () =>
    expect(() => readVolts(switchOn(runOfBoxes({ boxes: 1 })), 'nowhere', EARTH)).toThrow(/no nowhere/));
  it('the samples are documents that pass their schema', () => {
    for (const b of [runOfBoxes({ boxes: 4, protectedFirst: true }), sharedNeutralRun(24, 96)])
      expect(Bench.safeParse(b).success).toBe(true);
  });
});
