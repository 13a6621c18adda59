/**
 * What the wiring becomes as a network, held against circuits drawn by hand and solved by ngspice (Debian): switches, tabs, tied handles,
 * protective devices. The drawings know nothing of the program: sources, wires by length (ASTM B258 at 20 °C, from memory), loads as V²/W;
 * contacts are left out, so the two agree within a few tenths of a volt and a few per cent of a short.
 */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { emptyBench, GROUND_BAR, NEUTRAL_BAR, PANEL, type Bench, type BenchDevice, type WireEnd } from '../model/index.js';
import { buildNetwork, magnitude, nodeOf, runOfBoxes, Solved, switchOn } from './index.js';

const folder = mkdtempSync(join(tmpdir(), 'saddle-by-hand-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Magnitudes that ngspice finds at 60 Hz, of expressions such as `v(a)-v(n)` or `i(va)`. */
function bySpice(drawing: string, ...wanted: string[]): number[] {
  const lines = [
    '* by hand',
    ...drawing
      .trim()
      .split('\n')
      .map((l) => l.trim()),
  ];
  const prints = wanted.map((w, i) => `let q${i} = mag(${w})\nprint q${i}`).join('\n');
  const file = join(folder, 'hand.cir');
  writeFileSync(file, `${lines.join('\n')}\n.control\nac lin 1 60 60\n${prints}\n.endc\n.end\n`);
  const { stdout } = spawnSync('ngspice', ['-b', file], { encoding: 'utf8' });
  return wanted.map((_, i) => Number(new RegExp(`^q${i} = ([-\\d.e+]+)`, 'im').exec(stdout)?.[1]));
}
/** Ohms a metre: 1.588 and 2.525 Ω per 1000 ft. */
const PER_M = { 12: 1.588 / 304.8, 14: 2.525 / 304.8 };
const OF_20M = (20 * PER_M[12]).toFixed(5);

const wire = (cableId: string, conductor: number, end: 0 | 1): WireEnd => ({ cableId, conductor, end });
/** A bench from its cables, devices and where each wire is put: `device, terminal` or a splice. */
function bench(parts: {
  breakers: Bench['breakers'];
  cables: [id: string, from: string, to: string, colours: Bench['cables'][number]['colours']][];
  devices: (Pick<BenchDevice, 'id' | 'boxId' | 'form'> & Partial<BenchDevice>)[];
  on: [box: string, at: [device: string, terminal: string] | 'splice', ...ends: WireEnd[]][];
  plugged?: [device: string, face: 'upper' | 'lower', watts: number][];
}): Bench {
  const boxes = [...new Set(parts.devices.map((d) => d.boxId))];
  return {
    ...emptyBench(),
    breakers: parts.breakers,
    boxes: boxes.map((id) => ({ id, name: id, material: 'plastic', gangs: 1 })),
    cables: parts.cables.map(([id, from, to, colours]) => ({
      ...{ id, name: id, gauge: 12, colours, lengthMm: 20_000, ends: [from, to] },
      ...{ sides: ['top', 'top'], freeMm: [200, 200] },
    })),
    devices: parts.devices.map((d) => ({
      ...{ name: d.id, ratingA: 15, brassTab: true, silverTab: true, up: false, tripped: false, powerFactor: 1, ...d },
    })),
    joints: parts.on.map(([boxId, at, ...ends], i) => ({
      ...{ id: `j${i}`, boxId, ends },
      ...(at === 'splice'
        ? { kind: 'splice' as const, how: 'connector' as const }
        : { kind: 'terminal' as const, how: 'side screw' as const, at: { device: at[0], terminal: at[1] } }),
    })),
    plugged: (parts.plugged ?? []).map(([deviceId, face, watts], i) => ({ id: `p${i}`, name: `p${i}`, deviceId, face, watts, powerFactor: 1, on: true })), // prettier-ignore
  } as Bench;
}
const breaker = (id: string, leg: 'A' | 'B', tiedTo?: string): Bench['breakers'][number] => ({
  ...{ id, number: id, amps: 20, leg, kind: 'plain', curve: 'US', on: true },
  ...(tiedTo ? { tiedTo } : {}),
});
const across = (solved: Solved, device: string, face: 'upper' | 'lower') =>
  magnitude(solved.state.between(nodeOf.slot(device, face, 'hot'), nodeOf.slot(device, face, 'neutral')));
const solve = (b: Bench): Solved => new Solved(buildNetwork(b).network);

describe('a duplex whose halves hang on two legs, 20 m of 12-3 from the panel, 600 W above and 1200 W below', () => {
  const split = (part: { brassTab?: boolean; white?: boolean; tied?: boolean; short?: boolean; dead?: boolean } = {}): Bench => {
    const { brassTab = false, white = true, tied = false, short = false } = part;
    return bench({
      breakers: [breaker('a', 'A', tied ? 'b' : undefined), breaker('b', 'B', tied ? 'a' : undefined)],
      cables: [['home', PANEL, 'box', ['black', 'red', 'white', 'bare']]],
      devices: [{ id: 'd', boxId: 'box', form: 'duplex', brassTab }],
      on: [
        [PANEL, ['a', 'screw'], wire('home', 0, 0)],
        [PANEL, ['b', 'screw'], wire('home', 1, 0)],
        ...(white ? [[PANEL, [NEUTRAL_BAR, 'screw'], wire('home', 2, 0)] as [string, [string, string], WireEnd]] : []),
        [PANEL, [GROUND_BAR, 'screw'], wire('home', 3, 0)],
        ['box', ['d', 'brass upper'], wire('home', 0, 1), ...(short ? [wire('home', 3, 1)] : [])],
        ['box', ['d', 'brass lower'], wire('home', 1, 1)],
        ['box', ['d', 'silver upper'], wire('home', 2, 1)],
        ...(short ? [] : [['box', ['d', 'green'], wire('home', 3, 1)] as [string, [string, string], WireEnd]]),
      ],
      plugged: [['d', 'upper', 600], ['d', 'lower', 1200]], // prettier-ignore
    });
  };
  /** legs, their source, what the drawing has beside; loads 120²/600 and 120²/1200 */
  const drawn = (more: string): string => `
    va a0 0 ac 120
    ra a0 a 0.02
    vb b0 0 ac 120 180
    rb b0 b 0.02
    rha a u ${OF_20M}
    rhb b l ${OF_20M}
    ru u n 24
    rl l n 12
    ${more}`;
  const halves = (b: Bench) => (({ solved }) => [across(solved, 'd', 'upper'), across(solved, 'd', 'lower')])(switchOn(b));
  const agree = (own: number[], other: number[], within = 0.35) =>
    own.forEach((v, i) => expect(Math.abs(v - other[i]!), `${v} against ${other[i]}`).toBeLessThan(within));

  it('with the brass tab broken each half has its leg, and the white carries the difference', () => {
    const [up, low, back] = bySpice(drawn(`rn n 0 ${OF_20M}`), 'v(u)-v(n)', 'v(l)-v(n)', 'v(n)');
    agree(halves(split()), [up!, low!]);
    // 5 A one way and 10 the other: 5 A over 20 m of white
    expect(back).toBeCloseTo(5 * Number(OF_20M), 1);
  });
  it('with the white off its bar the two loads stand in series on 240 V: 160 and 80', () => {
    const other = bySpice(drawn('rn n 0 1g'), 'v(u)-v(n)', 'v(l)-v(n)');
    agree(halves(split({ white: false })), other, 0.6);
    expect(other.map((v) => Math.round(v / 10) * 10)).toEqual([160, 80]);
  });
  it('with the brass tab left in both legs are short: hundreds of amps; untied, one opens and the other feeds both halves', () => {
    const [amps] = bySpice(drawn(`rn n 0 ${OF_20M}\nrtab u l 0.0005`), 'i(va)');
    const b = split({ brassTab: true });
    const built = buildNetwork(b);
    const own = magnitude(new Solved(built.network).state.amps(built.breakerBranch.get('a')!));
    expect(Math.abs(own - amps!) / amps!).toBeLessThan(0.06);
    expect(amps).toBeGreaterThan(900);
    const held = bySpice(drawn(`rn n 0 ${OF_20M}\nrtab u l 0.0005`).replace('ra a0 a 0.02', 'ra a0 a 1g'), 'v(u)-v(n)', 'i(vb)');
    const on = switchOn(b);
    expect(on.bench.breakers.map((x) => x.on)).toEqual([false, true]);
    expect(Math.abs(across(on.solved, 'd', 'upper') - held[0]!)).toBeLessThan(0.35);
    // 600 and 1200 W on one leg: 15 A, which a breaker of 20 holds
    expect(held[1]).toBeCloseTo(14.7, 0);
    expect(switchOn(split({ brassTab: true, tied: true })).bench.breakers.map((x) => x.on)).toEqual([false, false]);
  });
  it('a dead short of one leg: tied handles take the other leg with them, untied ones leave it live', () => {
    const open = bySpice(drawn(`rn n 0 ${OF_20M}`).replace('ra a0 a 0.02', 'ra a0 a 1g'), 'v(u)-v(n)', 'v(l)-v(n)');
    const untied = switchOn(split({ short: true }));
    expect(untied.bench.breakers.map((x) => x.on)).toEqual([false, true]);
    expect(Math.abs(across(untied.solved, 'd', 'lower') - open[1]!)).toBeLessThan(0.35);
    const tied = switchOn(split({ short: true, tied: true }));
    expect(tied.bench.breakers.map((x) => x.on)).toEqual([false, false]);
    expect(across(tied.solved, 'd', 'lower')).toBeLessThan(0.01);
  });
});

describe('a lamp of 60 W between two three-way switches, 20 m each way', () => {
  const lit = (up1: boolean, up2: boolean): Bench =>
    bench({
      breakers: [breaker('a', 'A')],
      cables: [
        ['home', PANEL, 'first', ['black', 'white', 'bare']],
        ['between', 'first', 'second', ['black', 'red', 'white', 'bare']],
      ],
      devices: [
        { id: 's1', boxId: 'first', form: 'three-way', up: up1 },
        { id: 's2', boxId: 'second', form: 'three-way', up: up2 },
        { id: 'lamp', boxId: 'second', form: 'lamp', watts: 60 },
      ],
      on: [
        [PANEL, ['a', 'screw'], wire('home', 0, 0)],
        [PANEL, [NEUTRAL_BAR, 'screw'], wire('home', 1, 0)],
        ['first', ['s1', 'common'], wire('home', 0, 1)],
        ['first', ['s1', 'traveller 1'], wire('between', 0, 0)],
        ['first', ['s1', 'traveller 2'], wire('between', 1, 0)],
        ['first', 'splice', wire('home', 1, 1), wire('between', 2, 0)],
        ['second', ['s2', 'traveller 1'], wire('between', 0, 1)],
        ['second', ['s2', 'traveller 2'], wire('between', 1, 1)],
        ['second', ['lamp', 'neutral'], wire('between', 2, 1)],
      ],
    });
  // common of the second switch and the lamp are one screw here: a pigtail of no length
  const withLead = (b: Bench): Bench => ({
    ...b,
    pigtails: [{ id: 't', boxId: 'second', colour: 'black', gauge: 12, lengthMm: 150 }],
    joints: [
      ...b.joints,
      { id: 'c', boxId: 'second', kind: 'terminal', how: 'side screw', at: { device: 's2', terminal: 'common' }, ends: [{ pigtailId: 't', end: 0 }] },
      { id: 'h', boxId: 'second', kind: 'terminal', how: 'side screw', at: { device: 'lamp', terminal: 'hot' }, ends: [{ pigtailId: 't', end: 1 }] },
    ],
  }); // prettier-ignore
  const volts = (b: Bench) => {
    const { state } = solve(withLead(b));
    return magnitude(state.between(nodeOf.terminal('lamp', 'hot'), nodeOf.terminal('lamp', 'neutral')));
  };
  /** travellers `t1`, `t2`; each switch joins its common to one of them */
  const drawn = (first: 't1' | 't2', second: 't1' | 't2') => `
    va a0 0 ac 120
    ra a0 a 0.02
    rh a c1 ${OF_20M}
    rs1 c1 ${first} 0.005
    rt1 t1 s1 ${OF_20M}
    rt2 t2 s2 ${OF_20M}
    rs2 ${second === 't1' ? 's1' : 's2'} hot 0.005
    rl hot n 240
    rn n 0 ${(40 * PER_M[12]).toFixed(5)}
    rf1 t1 0 1g
    rf2 t2 0 1g
    rf3 s1 0 1g
    rf4 s2 0 1g`;
  it.each([
    [true, true],
    [true, false],
    [false, true],
    [false, false],
  ])('first up: %s, second up: %s', (up1, up2) => {
    const [other] = bySpice(drawn(up1 ? 't1' : 't2', up2 ? 't1' : 't2'), 'v(hot)-v(n)');
    const own = volts(lit(up1, up2));
    expect(Math.abs(own - other!)).toBeLessThan(0.1);
    // it burns with both alike, and is dark with both unlike: nobody’s circuit, the definition
    expect([own > 119, other! > 119]).toEqual([up1 === up2, up1 === up2]);
  });
});

describe('a protective receptacle ahead of a plain one, 6 m of 14 to each, 600 W plugged into the second', () => {
  const run = (tripped: boolean): Bench => {
    const b = runOfBoxes({ boxes: 2, protectedFirst: true });
    return {
      ...b,
      devices: b.devices.map((d) => ({ ...d, tripped: d.form === 'ground-fault' && tripped })),
      plugged: [{ id: 'p', name: 'p', deviceId: 'device2', face: 'upper', watts: 600, powerFactor: 1, on: true }],
    };
  };
  const drawn = (through: string) => {
    const six = (6 * PER_M[14]).toFixed(5);
    return `
      va a0 0 ac 120
      ra a0 a 0.02
      rh1 a line ${six}
      rg line out ${through}
      rh2 out hot ${six}
      rl hot n 24
      rn2 n back ${six}
      rgn back bar ${through}
      rn1 bar 0 ${six}`;
  };
  it('set: both screws of LOAD are joined through; what is behind has its volts less the drop', () => {
    const [other] = bySpice(drawn('0.0055'), 'v(hot)-v(n)');
    expect(Math.abs(across(solve(run(false)), 'device2', 'upper') - other!)).toBeLessThan(0.2);
    expect(other).toBeLessThan(119.5);
  });
  it('tripped: both poles are open, nothing is left behind it', () => {
    const [other] = bySpice(drawn('1g'), 'v(hot)-v(n)');
    expect([across(solve(run(true)), 'device2', 'upper') < 0.01, other! < 0.01]).toEqual([true, true]);
    // its own face is dead too
    expect(across(solve(run(true)), 'device1', 'upper')).toBeLessThan(1);
  });
  it('its test button leads 8 mA past the sensor: 120 V over 15 kΩ', () => {
    const [other] = bySpice('va a 0 ac 120\nrt a 0 15k', 'i(va)');
    const built = buildNetwork(run(false), { testing: new Set(['device1']) });
    const { state } = new Solved(built.network);
    const sensed = built.sensed.get('device1')!;
    const [hot, neutral] = [state.amps(sensed.hot), state.amps(sensed.neutral)];
    expect(Math.hypot(hot.re + neutral.re, hot.im + neutral.im) / other!).toBeCloseTo(1, 1);
  });
});
