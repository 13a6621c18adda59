/**
 * What follows from wiring, on small runs of their own: each fact where it is so and where it just is not, and with another circuit beside it that
 * must not count. Voltages and drops are worked by hand from IEC 60028 copper and ASTM B258 gauges.
 */
import { describe, expect, it } from 'vitest';
import { GROUND_BAR, NEUTRAL_BAR, PANEL, type Bench, type BenchCable, type BenchDevice, type Joint, type WireEnd } from '../model/index.js';
import {
  endsIn, facePoints, groundsMeet, groundWithoutDevices, joinedFeeds, lineSide, loops, protectedBy, runOfBoxes, sharedNeutralRun, sharedNeutrals, switchOn, tripTime,
} from './index.js'; // prettier-ignore

const end = (cableId: string, conductor: number, e: 0 | 1): WireEnd => ({ cableId, conductor, end: e });
/** Two wirings in one panel, nothing between them. */
const beside = (a: Bench, b: Bench): Bench => ({
  ...a,
  boxes: [...a.boxes, ...b.boxes],
  cables: [...a.cables, ...b.cables],
  devices: [...a.devices, ...b.devices],
  joints: [...a.joints, ...b.joints],
  breakers: [...a.breakers, ...b.breakers],
  pigtails: [...a.pigtails, ...b.pigtails],
  plugged: [...a.plugged, ...b.plugged],
});
const device = (bench: Bench, id: string, part: Partial<BenchDevice>): Bench => ({ ...bench, devices: bench.devices.map((d) => (d.id === id ? { ...d, ...part } : d)) }); // prettier-ignore
const joint = (bench: Bench, id: string, part: (j: Joint) => Partial<Joint>): Bench => ({ ...bench, joints: bench.joints.map((j) => (j.id === id ? { ...j, ...part(j) } : j)) }); // prettier-ignore

describe('the ends that a box holds', () => {
  const run = runOfBoxes({ boxes: 2 });
  it('are those of its cables, line before load, and both of each of its pigtails', () => {
    expect(endsIn(run, 'box1')).toEqual([
      ...[0, 1, 2].map((n) => end('cable1', n, 1)),
      ...[0, 1, 2].map((n) => end('cable2', n, 0)),
      { pigtailId: 'tail1', end: 0 },
      { pigtailId: 'tail1', end: 1 },
    ]);
    // no pigtail in the last box, none in the panel
    expect(endsIn(run, 'box2')).toEqual([0, 1, 2].map((n) => end('cable2', n, 1)));
    expect(endsIn(run, PANEL)).toEqual([0, 1, 2].map((n) => end('cable1', n, 0)));
    expect(endsIn(run, 'nowhere')).toEqual([]);
  });
});

describe('feeds that meet', () => {
  it('are named, both of them; a third breaker that meets none is not', () => {
    const three = beside(beside(runOfBoxes({ boxes: 1 }, 'a'), runOfBoxes({ boxes: 1 }, 'b')), runOfBoxes({ boxes: 1 }, 'c'));
    expect(joinedFeeds(three)).toEqual([]);
    // the black of c under the brass screw of a
    const screw = three.joints.find((j) => j.at?.device === 'cdevice1' && j.at.terminal === 'brass upper')!;
    const met = joint(
      joint(three, screw.id, () => ({ ends: [] })),
      'adevice1-brass-upper',
      (j) => ({ ends: [...j.ends, ...screw.ends] }),
    );
    expect(joinedFeeds(met).map(([a, b]) => [a.id, b.id])).toEqual([['abreaker', 'cbreaker']]);
  });
});

describe('line and load', () => {
  it('another circuit in the panel changes nothing; a cable that no breaker feeds is unfed', () => {
    const two = beside(runOfBoxes({ boxes: 2 }, 'a'), runOfBoxes({ boxes: 2 }, 'b'));
    const sides = (bench: Bench, box: string) => lineSide(bench, box).map((s) => [s.cableId, s.end, s.side]);
    expect(sides(two, 'abox1')).toEqual([
      ['acable1', 1, 'line'],
      ['acable2', 0, 'load'],
    ]);
    expect(sides(two, 'bbox2')).toEqual([['bcable2', 1, 'line']]);
    const cut = joint(two, two.joints.find((j) => j.at?.device === 'abreaker')!.id, () => ({ ends: [] }));
    expect(sides(cut, 'abox2')).toEqual([['acable2', 1, 'unfed']]);
    expect(sides(cut, 'bbox2')).toEqual([['bcable2', 1, 'line']]);
  });
});

describe('what a protective receptacle protects', () => {
  const two = beside(runOfBoxes({ boxes: 2, protectedFirst: true }, 'a'), runOfBoxes({ boxes: 2, protectedFirst: true }, 'b'));
  it('is what hangs on its own LOAD screws, not what another one protects, whether either is set or tripped', () => {
    expect(protectedBy(two, 'adevice1')).toEqual(['adevice2']);
    expect(protectedBy(two, 'bdevice1')).toEqual(['bdevice2']);
    expect(protectedBy(device(two, 'bdevice1', { tripped: true }), 'adevice1')).toEqual(['adevice2']);
    expect(protectedBy(device(two, 'adevice1', { tripped: true }), 'adevice1')).toEqual(['adevice2']);
  });
  it('is nothing where it is none, or is not there', () => {
    expect(protectedBy(two, 'adevice2')).toEqual([]);
    expect(protectedBy(two, 'nowhere')).toEqual([]);
  });
});

describe('rings', () => {
  /** Three boxes in a row and a cable from the last back to the panel, of so many conductors. */
  const closed = (prefix: string, colours: BenchCable['colours']): Bench => {
    const run = runOfBoxes({ boxes: 3 }, prefix);
    const [last, back] = [`${prefix}device3`, `${prefix}back`];
    const cable: BenchCable = { ...run.cables[0]!, id: back, name: 'back', colours, ends: [PANEL, `${prefix}box3`] };
    const onto: Record<string, [string, string, string]> = {
      black: [`${prefix}breaker`, `${last}-brass-upper`, 'brass lower'],
      white: [NEUTRAL_BAR, `${last}-silver-upper`, 'silver lower'],
      bare: [GROUND_BAR, `${last}-green`, 'green'],
    };
    return {
      ...run,
      cables: [...run.cables, cable],
      joints: [
        ...run.joints.map((j) => {
          const n = colours.findIndex((c) => onto[c]![1] === j.id);
          return n < 0 ? j : { ...j, ends: [...j.ends, end(back, n, 1)] };
        }),
        ...colours.map((c, n): Joint => ({ id: `${back}-${c}`, boxId: PANEL, kind: 'terminal', at: { device: onto[c]![0], terminal: 'screw' }, ends: [end(back, n, 0)] })),
      ],
    }; // prettier-ignore
  };
  it('each cable of a ring can be taken out and all is fed still; another circuit beside it changes nothing', () => {
    const ring = closed('r', ['black', 'white', 'bare']);
    expect(loops(ring).sort()).toEqual(['rback', 'rcable1', 'rcable2', 'rcable3']);
    expect(loops(beside(runOfBoxes({ boxes: 2 }, 'a'), ring)).sort()).toEqual(['rback', 'rcable1', 'rcable2', 'rcable3']);
    expect(loops(beside(ring, runOfBoxes({ boxes: 2 }, 'a'))).sort()).toEqual(['rback', 'rcable1', 'rcable2', 'rcable3']);
  });
  it('a ground that goes round is no ring of hots, nor a neutral', () => {
    expect(loops(closed('r', ['bare']))).toEqual([]);
    expect(loops(closed('r', ['white', 'bare']))).toEqual([]);
    expect(loops(closed('r', ['black'])).sort()).toEqual(['rback', 'rcable1', 'rcable2', 'rcable3']);
  });
});

describe('neutrals in common', () => {
  const of = (bench: Bench) => sharedNeutrals(switchOn(bench)).map(({ cableId, conductor, breakers, legs, tied }) => ({ cableId, conductor, breakers: breakers.map((b) => b.id), legs, tied })); // prettier-ignore
  const run = sharedNeutralRun(20, 30);
  const found = { cableId: 'run', conductor: 2, breakers: ['b1', 'b3'], legs: 'opposite', tied: true };
  it('are in the one cable that two breakers feed; a circuit of its own beside it shares none', () => {
    expect(of(run)).toEqual([found]);
    expect(of(beside(run, runOfBoxes({ boxes: 2 }, 'a')))).toEqual([found]);
    expect(of(beside(runOfBoxes({ boxes: 2 }, 'a'), run))).toEqual([found]);
    expect(of(runOfBoxes({ boxes: 2 }))).toEqual([]);
  });
  it('carry the difference on opposite legs, 6 A and 4 A leave 2, and the sum on one', () => {
    expect(sharedNeutrals(switchOn(run))[0]!.neutralA).toBeCloseTo(2, 1);
    expect(sharedNeutrals(switchOn(sharedNeutralRun(20, 30, ['A', 'A'])))[0]!.neutralA).toBeCloseTo(10, 1);
  });
  it.each([
    ['b3', 'b1', true],
    ['b3', undefined, true],
    [undefined, 'b1', true],
    [undefined, undefined, false],
    ['b9', 'b8', false],
  ] as const)('breaker 1 tied to %s, breaker 3 to %s: tied is %s', (first, second, tied) => {
    const tiedTo = [first, second];
    const bench: Bench = {
      ...run,
      breakers: run.breakers.map(({ tiedTo: _, ...b }, i) => ({ ...b, ...(tiedTo[i] ? { tiedTo: tiedTo[i] } : {}) })),
    };
    expect(of(bench)).toEqual([{ ...found, tied }]);
  });
  it('the white is one wherever it lies in the sheath', () => {
    const other = (e: WireEnd): WireEnd => ('cableId' in e ? { ...e, conductor: [2, 1, 0, 3][e.conductor]! } : e);
    const turned: Bench = {
      ...run,
      cables: run.cables.map((c) => ({ ...c, colours: ['white', 'red', 'black', 'bare'] })),
      joints: run.joints.map((j) => ({ ...j, ends: j.ends.map(other) })),
    };
    expect(of(turned)).toEqual([{ ...found, conductor: 0 }]);
  });
  it('a bare that was landed on the neutral bar is none, nor is a white that is on no bar', () => {
    const off = joint(run, 'p3', () => ({ ends: [] }));
    expect(of(off)).toEqual([]);
    const bare = joint(off, 'p4', () => ({ at: { device: NEUTRAL_BAR, terminal: 'screw' } }));
    expect(of(bare)).toEqual([]);
    for (const colour of ['green', 'green-yellow'] as const)
      expect(of({ ...bare, cables: bare.cables.map((c) => ({ ...c, colours: ['black', 'red', 'white', colour] })) })).toEqual([]);
  });
});

describe('volts at each face, and what a short would drive', () => {
  // 10 m of 14 AWG, 8.28 mΩ/m: 0.166 Ω there and back; source 0.02, breaker 0.005, four contacts and two slots 0.001 each: 0.197 Ω
  const loaded = (run: Bench, of: string): Bench => ({ ...run, plugged: [{ id: `${of}x`, name: 'thing', deviceId: of, face: 'lower', watts: 1200, powerFactor: 1, on: true }] }); // prettier-ignore
  it('12 Ω behind 0.197 Ω: 118.1 V are left of 120, 1.6 % less; a dead short drives 120 V through the same', () => {
    const [upper, lower] = facePoints(switchOn(loaded(runOfBoxes({ boxes: 1, lengthMm: 10_000 }), 'device1')));
    expect([upper!.deviceId, upper!.face, lower!.face]).toEqual(['device1', 'upper', 'lower']);
    expect(lower!.volts).toBeCloseTo((120 * 12) / 12.197, 1);
    expect(lower!.dropPercent).toBeCloseTo(100 * (1 - 12 / 12.197), 1);
    expect(lower!.loopOhm).toBeCloseTo(0.194, 2);
    expect(Math.abs(upper!.shortA - 120 / 0.197)).toBeLessThan(12);
    // at 230 V the same drop is half as much of it
    const uk = loaded({ ...runOfBoxes({ boxes: 1, lengthMm: 10_000 }), supply: { kind: 'single-phase', volts: 230, sourceOhm: 0.02, loopOhm: 0.35 } }, 'device1'); // prettier-ignore
    const drop = facePoints(switchOn(uk))[1]!;
    expect(drop.dropPercent).toBeCloseTo((100 * (230 - drop.volts)) / 230, 9);
  });
  it('behind a long cable a short is a slow overload of its own breaker, not of the one before it in the panel', () => {
    // 300 m: about 5 Ω, 24 A: 1.6 times 15 A, 0.6 times 40 A
    const long = beside(runOfBoxes({ boxes: 1, lengthMm: 10_000, amps: 40 }, 'a'), runOfBoxes({ boxes: 1, lengthMm: 300_000 }, 'b'));
    const point = facePoints(switchOn(long)).find((p) => p.deviceId === 'bdevice1')!;
    expect(point.shortA).toBeGreaterThan(22);
    expect(point.shortA).toBeLessThan(26);
    expect(point.trip).toEqual(tripTime(point.shortA, { amps: 15, curve: 'US' }));
    expect(point.trip!.from).toBeGreaterThan(5);
    expect(facePoints(switchOn(long)).find((p) => p.deviceId === 'adevice1')!.trip!.to).toBeLessThan(1);
  });
  it('a face on no breaker has no trip; a single has one face; what has no face has no point', () => {
    const run = runOfBoxes({ boxes: 1, lengthMm: 10_000 });
    const loose = joint(run, run.joints.find((j) => j.at?.device === 'breaker')!.id, () => ({ ends: [] }));
    const off = facePoints(switchOn(joint(loose, 'device1-silver-upper', () => ({ ends: [] }))));
    expect(off.map((p) => p.trip)).toEqual([undefined, undefined]);
    const single = device({ ...run, joints: run.joints.map((j) => (j.at?.device === 'device1' ? { ...j, at: { ...j.at, terminal: j.at.terminal.replace(' upper', '') } } : j)) }, 'device1', { form: 'single' }); // prettier-ignore
    expect(facePoints(switchOn(single)).map((p) => [p.face, Math.round(p.volts)])).toEqual([['upper', 120]]);
    expect(facePoints(switchOn(sharedNeutralRun(20, 30)))).toEqual([]);
  });
});

describe('grounds with the devices of a box taken out (250.148, from memory)', () => {
  /** In box 2 both grounds lie under the green screw, with no splice and no pigtail. */
  const throughSecond = (): Bench => {
    const run = runOfBoxes({ boxes: 3 });
    return {
      ...run,
      pigtails: run.pigtails.filter((p) => p.id !== 'tail2'),
      joints: run.joints
        .filter((j) => j.id !== 'grounds2')
        .map((j) => (j.id === 'device2-green' ? { ...j, ends: [end('cable2', 2, 1), end('cable3', 2, 0)] } : j)),
    };
  };
  it('what hangs on the device of the box itself falls off; what hangs on that of another box does not', () => {
    const bench = throughSecond();
    expect(['box1', 'box2', 'box3'].map((id) => groundWithoutDevices(bench, id))).toEqual([true, false, true]);
    expect(['box1', 'box2', 'box3'].map((id) => groundWithoutDevices(runOfBoxes({ boxes: 3 }), id))).toEqual([true, true, true]);
  });
  it('in the box they meet in a splice, by pigtails, or on its metal; the yoke of a device and the panel are no place for it', () => {
    /** A second cable from the panel comes into the last box, its ground on the bar there. */
    const two = (boxes: number, edit: (b: Bench) => void): Bench => {
      const b = structuredClone(runOfBoxes({ boxes }));
      b.cables.push({ ...b.cables[0]!, id: 'second', ends: [PANEL, `box${boxes}`] });
      b.joints.push({
        id: 'p',
        boxId: PANEL,
        kind: 'terminal',
        at: { device: GROUND_BAR, terminal: 'screw' },
        ends: [end('second', 2, 0)],
      });
      edit(b);
      return b;
    };
    const screw = (id: string, device: string, terminal: string, e: WireEnd) => ({ id, boxId: 'box1', kind: 'terminal' as const, at: { device, terminal }, ends: [e] }); // prettier-ignore
    const own = (b: Bench) => b.joints.find((j) => j.id === 'device1-green')!;
    const meets = (edit: (b: Bench) => void) => groundsMeet(two(1, edit), 'box1');
    expect(meets(() => undefined)).toBe(false);
    expect(meets((b) => void b.joints.push(screw('g', 'device1', 'green', end('second', 2, 1))))).toBe(false);
    // both under the green screw come apart when the device is taken out
    expect(meets((b) => void own(b).ends.push(end('second', 2, 1)))).toBe(false);
    const spliced = (b: Bench, ...ends: WireEnd[]) => Object.assign(own(b), { kind: 'splice', at: undefined, ends: [end('cable1', 2, 1), ...ends] }); // prettier-ignore
    expect(meets((b) => void spliced(b, end('second', 2, 1)))).toBe(true);
    const metal = (b: Bench, second: boolean) => {
      b.boxes[0]!.material = 'metal';
      own(b).at = { device: 'box', terminal: 'screw' };
      if (second) b.joints.push(screw('g', 'box', 'screw', end('second', 2, 1)));
    };
    expect([meets((b) => metal(b, true)), meets((b) => metal(b, false))]).toEqual([true, false]);
    const tail = (b: Bench) => {
      b.pigtails.push({ id: 't', boxId: 'box1', colour: 'bare', gauge: 14, lengthMm: 150 });
      spliced(b, { pigtailId: 't', end: 0 });
      b.joints.push({ id: 'far', boxId: 'box1', kind: 'splice', ends: [{ pigtailId: 't', end: 1 }, end('second', 2, 1)] });
    };
    expect(meets(tail)).toBe(true);
    // two of three that meet leave the third apart
    const third = (b: Bench, ...more: WireEnd[]) => {
      b.cables.push({ ...b.cables[0]!, id: 'third', ends: [PANEL, 'box1'] });
      spliced(b, end('second', 2, 1), ...more);
    };
    expect([meets((b) => third(b)), meets((b) => third(b, end('third', 2, 1)))]).toEqual([false, true]);
    // one ground, or none, has nothing to meet; a chain of boxes meets in each of them
    expect(groundsMeet(runOfBoxes({ boxes: 1 }), 'box1')).toBe(true);
    expect(groundsMeet({ ...runOfBoxes({ boxes: 1 }), cables: [], joints: [] }, 'box1')).toBe(true);
    expect(['box1', 'box2', 'box3'].map((id) => groundsMeet(runOfBoxes({ boxes: 3 }), id))).toEqual([true, true, true]);
    // nor do they where one of them goes on to another box and only there to the other: round by another box is no meeting
    const round = two(2, (b) => {
      b.cables.push({ ...b.cables[0]!, id: 'between', ends: ['box1', 'box2'] });
      b.joints.find((j) => j.id === 'grounds1')!.ends.push(end('between', 2, 0));
      b.joints.push({ id: 'x', boxId: 'box2', kind: 'splice', ends: [end('between', 2, 1), end('second', 2, 1)] });
    });
    expect([groundsMeet(round, 'box1'), groundsMeet(round, 'box2')]).toEqual([true, false]);
  });
  it('a ground that was never spliced is off, whatever is taken out', () => {
    const bench = joint(runOfBoxes({ boxes: 2 }), 'grounds1', (j) => ({ ends: j.ends.slice(0, 1) }));
    expect(['box1', 'box2'].map((id) => groundWithoutDevices(bench, id))).toEqual([false, false]);
  });
});
