/**
 * Each instrument just inside and just outside what it tells by. Thresholds of handbook 8 and 21 and common practice; insulation BS 7671 (from
 * memory). Circuits are small ones of their own, whose voltages follow from a divider worked by hand; what chance adds to a stud finder is held
 * against the normal distribution it is said to have.
 */
import { describe, expect, it } from 'vitest';
import { nodeOf, runOfBoxes, sharedNeutralRun, switchOn, type SwitchedOn } from '../circuit/index.js';
import { inches } from '../measure/index.js';
import { endKey, measured, type Bench, type Obstacle, type Wall, type WireEnd } from '../model/index.js';
import {
  clamp, continuity, continuityReading, findBreaker, insulation, insulationReading, LAMP_DIM_V, LAMP_LIT_V, LAMP_OHM, lampReading, looksLike, lookInside, LOW_IMPEDANCE_OHM, METER_OHM,
  probe, probeReading, readLamps, readVolts, scanFaults, sweepStuds, twoFeeds, twoFeedsReading, voltReading,
} from './index.js'; // prettier-ignore

const end = (cableId: string, conductor: number, e: 0 | 1): WireEnd => ({ cableId, conductor, end: e });
const node = (e: WireEnd): string => nodeOf.end(endKey(e));
const off = (bench: Bench, ...ids: string[]): Bench => ({ ...bench, breakers: bench.breakers.map((b) => (ids.length === 0 || ids.includes(b.id) ? { ...b, on: false } : b)) }); // prettier-ignore
const without = (bench: Bench, ...ends: WireEnd[]): Bench => {
  const gone = new Set(ends.map(endKey));
  return {
    ...bench,
    joints: bench.joints.map((j) => ({ ...j, ends: j.ends.filter((e) => !gone.has(endKey(e))) })).filter((j) => j.ends.length),
  };
};
/** A face whose hot is joined to the neutral of its own circuit through so much: a divider with what the instrument puts in. */
const leaking = (bench: Bench, ohm: number): Bench => ({ ...bench, plugged: [{ id: 'x', name: 'thing', deviceId: 'device1', face: 'lower', watts: 14_400 / ohm, powerFactor: 1, on: true }] }); // prettier-ignore

describe('a meter', () => {
  it('puts in 10 MΩ, or 4 kΩ where it is to load: behind 2 MΩ it shows 5/6 of 120 V, then nothing', () => {
    // the white is off the bar: what is between it and the bar is the meter, behind a thing of 2 MΩ from the hot
    const on = switchOn(leaking(without(runOfBoxes({ boxes: 1, lengthMm: 10 }), end('cable1', 1, 0)), 2e6));
    const [a, b] = [node(end('cable1', 1, 0)), nodeOf.bar('neutral-bar')];
    expect(readVolts(on, a, b).volts).toBeCloseTo((120 * METER_OHM) / (METER_OHM + 2e6), 0);
    expect(readVolts(on, a, b, 'low').volts).toBeCloseTo((120 * LOW_IMPEDANCE_OHM) / (LOW_IMPEDANCE_OHM + 2e6), 1);
    expect(readVolts(on, a, b).ghost).toBe(true);
    expect(readVolts(on, a, a)).toEqual({ volts: 0, underLoadVolts: 0, ghost: false });
  });
  it('calls it a ghost when a load takes three quarters of it, and not where next to nothing was', () => {
    const shows = (ohm: number) => {
      const on = switchOn(leaking(without(runOfBoxes({ boxes: 1, lengthMm: 10 }), end('cable1', 1, 0)), ohm));
      return readVolts(on, node(end('cable1', 1, 0)), nodeOf.bar('neutral-bar'));
    };
    // a quarter is left when the thing has three times the meter’s 4 kΩ: 12 kΩ
    expect([shows(11_500).ghost, shows(12_500).ghost]).toEqual([false, true]);
    // 120 V behind 250 MΩ: 4.6 V on 10 MΩ; behind 220 MΩ 5.2 V
    expect([shows(250e6).volts < 5, shows(250e6).ghost]).toEqual([true, false]);
    expect([shows(220e6).volts > 5, shows(220e6).ghost]).toEqual([true, true]);
  });
});

describe('exactly at its limit', () => {
  it('a meter: 5 V are no ghost, nor is what keeps just a quarter under load', () => {
    expect([voltReading(5, 0).ghost, voltReading(5.01, 0).ghost]).toEqual([false, true]);
    expect([voltReading(100, 25).ghost, voltReading(100, 24.9).ghost]).toEqual([false, true]);
    expect(voltReading(118, 117)).toEqual({ volts: 118, underLoadVolts: 117, ghost: false });
  });
  it('a probe: 50 V of its own signal, 50 V of stray are a false alarm, 80 % of the supply is no ghost', () => {
    expect([probeReading(50, 0, 120).signals, probeReading(49.99, 0, 120).signals]).toEqual([true, false]);
    // 0.45 × 1000 ÷ 9 = 50 V
    expect([probeReading(0, 1000 / 9 + 1e-9, 120).because, probeReading(0, 111, 120).signals]).toEqual([
      'false alarm: a live neighbour in the same sheath',
      false,
    ]);
    expect([probeReading(96, 0, 120).faint, probeReading(95.9, 0, 120).faint]).toEqual([false, true]);
    // what is its own comes before what is beside it
    expect(probeReading(120, 120, 120).faint).toBe(false);
  });
  it('continuity: at one volt it still measures, at 30 Ω it no longer beeps, above a megohm nothing is connected', () => {
    expect([continuityReading(1, { re: 5, im: 0 }).ok, continuityReading(1.01, { re: 5, im: 0 }).ok]).toEqual([true, false]);
    expect(continuityReading(0, { re: 30, im: 0 })).toEqual({ ok: true, ohm: 30, beeps: false });
    expect(continuityReading(0, { re: 29.9, im: 0 })).toEqual({ ok: true, ohm: 29.9, beeps: true });
    expect(continuityReading(0, { re: 1e6, im: 0 })).toEqual({ ok: true, ohm: 1e6, beeps: false });
    expect(continuityReading(0, { re: 1e6, im: 1e4 })).toEqual({ ok: true, ohm: Infinity, beeps: false });
  });
  it('insulation: a megohm is enough (BS 7671, from memory), and the scale ends at 1000', () => {
    expect([insulationReading(1e6), insulationReading(999_999).ok]).toEqual([{ megohm: 1, ok: true }, false]);
    expect(insulationReading(5e9)).toEqual({ megohm: 1000, ok: true });
  });
  it('two feeds: above one and a half of the supply the legs are opposite; each of them live from seven tenths on', () => {
    const legs = (between: number, a: number, b: number, supply = 120) => twoFeedsReading(between, [a, b], supply).legs;
    expect([legs(180, 120, 120), legs(180.1, 120, 120)]).toEqual(['same leg', 'opposite legs']);
    expect([legs(0, 84, 120), legs(0, 120, 84), legs(0, 84.1, 84.1)]).toEqual(['can’t tell', 'can’t tell', 'same leg']);
    // of 100 V: 140 between them are not yet two legs
    expect(legs(140, 100, 100, 100)).toBe('same leg');
  });
  it('a stud finder: an inch is a stud, and so are two and a half', () => {
    expect([0.99, 1, 2.5, 2.51].map((w) => looksLike(inches(w)))).toEqual([
      'narrow: pipe or cable?',
      'stud',
      'stud',
      'wide: duct, two studs or a plate?',
    ]);
  });
});

describe('every single fault, by three lamps', () => {
  // one box: a breaker, three conductors, five contacts at the device side and three in the panel
  const bench = runOfBoxes({ boxes: 1, lengthMm: 10_000 });
  it('most of what looks alike comes first, a hot that touches opens its breaker, and no place is told twice', () => {
    const done: number[] = [];
    const { total, rows } = scanFaults(bench, 'device1', 'upper', (d) => done.push(d));
    expect(rows.map((r) => r.count)).toEqual(rows.map((r) => r.count).sort((a, b) => b - a));
    expect(rows.reduce((n, r) => n + r.count, 0)).toBe(total);
    const opens = rows.find((r) => r.says === 'the breaker opens at once')!;
    // black on white, black on bare; white on bare is seen by nobody
    expect([opens.count, opens.examples]).toEqual([
      2,
      ['black and white of panel to box 1 touch', 'black and bare of panel to box 1 touch'],
    ]);
    expect(rows.find((r) => r.says === 'ground open')!.examples).toContain('bare of panel to box 1 broken');
    // at the device by its screw alone, a splice by its box
    const told = scanFaults(runOfBoxes({ boxes: 2, lengthMm: 10_000 }), 'device2', 'upper').rows.flatMap((r) => r.examples);
    expect(told.every((t) => !/undefined/.test(t))).toBe(true);
    // the share that is done, told now and then, never more than all of it
    expect([done[0], done.length < total / 2, Math.max(...done) < 1]).toEqual([0, true, true]);
  });
  it('with its breaker off nothing opens, and nothing is lit', () => {
    const { rows, total } = scanFaults(off(bench), 'device1', 'upper');
    expect(rows).toEqual([{ says: 'hot open, or no power: a dead tester looks the same', count: total, examples: expect.any(Array) }]);
  });
  it('only the breaker behind the fault opens: another circuit beside it does not keep it closed', () => {
    const [a, b] = ['a', 'b'].map((p) => runOfBoxes({ boxes: 1, lengthMm: 10_000 }, p)) as [Bench, Bench];
    const two: Bench = { ...a, boxes: [...a.boxes, ...b.boxes], cables: [...a.cables, ...b.cables], devices: [...a.devices, ...b.devices], joints: [...a.joints, ...b.joints], breakers: [...a.breakers, ...b.breakers], pigtails: [...a.pigtails, ...b.pigtails] }; // prettier-ignore
    const opens = scanFaults(two, 'adevice1', 'upper').rows.find((r) => r.says === 'the breaker opens at once')!;
    // two in each of the two cables
    expect(opens.count).toBe(4);
  });
  it('four times its rating: a type B of the UK may open at once, a breaker of the US not', () => {
    // 56 m there and back are 0.93 Ω: 120 V drive some 128 A through 32 A
    const opens = (curve: 'US' | 'UK-B') => {
      const run = runOfBoxes({ boxes: 1, lengthMm: 56_000, amps: 32 });
      const of = { ...run, breakers: run.breakers.map((b) => ({ ...b, curve })) };
      return scanFaults(of, 'device1', 'upper').rows.some((r) => r.says === 'the breaker opens at once');
    };
    expect([opens('UK-B'), opens('US')]).toEqual([true, false]);
  });
  it('a short that drives less than eight times the rating does not open it at once', () => {
    // a kilometre of cable: 120 V on some 17 Ω are 7 A, and a breaker of 15 A stays closed
    const far = scanFaults(runOfBoxes({ boxes: 1, lengthMm: 1_000_000 }), 'device1', 'upper');
    expect(far.rows.some((r) => r.says === 'the breaker opens at once')).toBe(false);
  });
});

describe('three lamps', () => {
  it.each([
    [LAMP_LIT_V, 'lit'],
    [LAMP_LIT_V - 0.01, 'dim'],
    [LAMP_DIM_V, 'dim'],
    [LAMP_DIM_V - 0.01, 'dark'],
  ] as const)('%s V: %s', (volts, state) => expect(lampReading([volts, 0, 0]).hotNeutral).toBe(state));
  it.each([
    [[120, 120, 0], 'reads as right'],
    [[120, 0, 0], 'ground open'],
    [[0, 120, 0], 'neutral open'],
    [[0, 0, 0], 'no power'],
    [[0, 120, 120], 'hot and ground swapped'],
    [[120, 0, 120], 'hot and neutral swapped'],
    [[120, 120, 120], 'more than one hot'],
    [[0, 0, 120], 'hot on the neutral'],
    [[120, 70, 0], 'none'],
  ] as [[number, number, number], string][])('%j: %s', (volts, code) => expect(lampReading(volts)).toMatchObject({ code, volts }));
  it('all three resistors are in at once: with the neutral open each of two in a row has half, and both stay dark', () => {
    const on = switchOn(without(runOfBoxes({ boxes: 1, lengthMm: 10 }), end('cable1', 1, 1)));
    const { volts, code } = readLamps(on, 'device1', 'upper');
    expect(volts.map((v) => Math.round(v))).toEqual([60, 120, 60]);
    expect([code, LAMP_OHM]).toEqual(['neutral open', 150_000]);
  });
});

describe('a probe', () => {
  const bench = runOfBoxes({ boxes: 1, lengthMm: 10 });
  it('signals on the hot; beside a live one in the same sheath it is a false alarm; in another sheath it is silent', () => {
    const on = switchOn(bench);
    expect(probe(on, end('cable1', 0, 1))).toEqual({ signals: true, faint: false, because: 'a voltage to earth on this conductor' });
    // 0.45 × 120 = 54 V
    expect(probe(on, end('cable1', 1, 1))).toEqual({
      signals: true,
      faint: true,
      because: 'false alarm: a live neighbour in the same sheath',
    });
    const two = runOfBoxes({ boxes: 2, lengthMm: 10 });
    const dead = switchOn(without(two, end('cable2', 0, 0)));
    expect(probe(dead, end('cable2', 1, 1))).toMatchObject({ signals: false, faint: false });
    // a pigtail has no neighbour in a sheath
    expect(probe(switchOn(two), { pigtailId: 'tail1', end: 0 }).signals).toBe(false);
  });
  it('from 50 V on, faint up to 80 % of the supply', () => {
    // hot through 1 MΩ onto a free wire that 10 MΩ, a thing behind the ground, hold to earth: a divider by its other side
    const volts = (supply: number): Bench => ({ ...bench, supply: { ...bench.supply, volts: supply } as Bench['supply'] });
    expect([probe(switchOn(volts(50.2)), end('cable1', 0, 1)).signals, probe(switchOn(volts(49.8)), end('cable1', 0, 1)).signals]).toEqual([
      true,
      false,
    ]);
    // 0.45 × 111.2 = 50.04 V; 0.45 × 111 = 49.95 V
    expect([
      probe(switchOn(volts(111.3)), end('cable1', 1, 1)).signals,
      probe(switchOn(volts(110.9)), end('cable1', 1, 1)).signals,
    ]).toEqual([true, false]);
    // the white’s screw at the bar has gone bad and a thing of 10 kΩ hangs on it: a divider; 96 V of 120 is the border
    const divided = (looseOhm: number) => {
      const run = leaking(bench, 10_000);
      return probe(
        switchOn({ ...run, joints: run.joints.map((j) => (j.id === 'neutral-bar-1' ? { ...j, looseOhm } : j)) }),
        end('cable1', 1, 1),
      );
    };
    // 120 × 36 ÷ 46 = 93.9 V; 120 × 43 ÷ 53 = 97.4 V
    expect(divided(36_000)).toEqual({ signals: true, faint: true, because: 'a voltage, perhaps carried over from a neighbour: a meter under load tells' }); // prettier-ignore
    expect(divided(43_000).faint).toBe(false);
  });
});

describe('a clamp', () => {
  it('one conductor has its current, the whole cable none; of another cable, and of none that is there, nothing', () => {
    const on = switchOn(leaking(runOfBoxes({ boxes: 2, lengthMm: 10 }), 12));
    expect(clamp(on, 'cable1', 0)).toBeCloseTo(10, 1);
    expect(clamp(on, 'cable1', 1)).toBeCloseTo(10, 1);
    expect(clamp(on, 'cable1', 2)).toBeLessThan(0.2);
    expect(clamp(on, 'cable1')).toBeLessThan(0.2);
    expect(clamp(on, 'cable2', 0)).toBeLessThan(0.01);
    expect(clamp(on, 'nowhere', 0)).toBe(0);
  });
});

describe('continuity and insulation', () => {
  const dead = off(runOfBoxes({ boxes: 1, lengthMm: 10 }));
  const hot = nodeOf.slot('device1', 'upper', 'hot');
  const neutral = nodeOf.slot('device1', 'upper', 'neutral');
  it.each([
    [29, true],
    [31, false],
  ])('through a thing of %s Ω it beeps: %s', (ohm, beeps) => expect(continuity(switchOn(leaking(dead, ohm)), hot, neutral)).toMatchObject({ ok: true, beeps, ohm: expect.closeTo(ohm, 0) })); // prettier-ignore
  it('refuses where more than a volt is, says how much', () => {
    const on = (volts: number): SwitchedOn =>
      switchOn({ ...runOfBoxes({ boxes: 1, lengthMm: 10 }), supply: { kind: 'split-phase', volts, sourceOhm: 0.02 } });
    expect(continuity(on(1.2), hot, neutral)).toEqual({ ok: false, why: '1 V here: continuity is for dead circuits only' });
    expect(continuity(on(120), hot, neutral)).toMatchObject({ ok: false, why: expect.stringMatching(/^120 V/) });
    expect(continuity(on(0.9), hot, neutral).ok).toBe(true);
  });
  it('a megohm is enough, less is not; it counts no further than 1000', () => {
    const at = (ohm: number) => insulation(switchOn({ ...dead, plugged: [{ id: 'h', name: 'heater', deviceId: 'device1', face: 'upper', watts: 100, powerFactor: 1, on: false, leaksOhm: ohm }] }), hot, nodeOf.slot('device1', 'upper', 'ground')); // prettier-ignore
    const [low, high] = [at(0.9e6), at(1.2e6)] as { megohm: number; ok: boolean }[];
    expect([low!.ok, high!.ok]).toEqual([false, true]);
    expect(low!.megohm).toBeCloseTo(0.9, 1);
    const open = insulation(switchOn(dead), hot, nodeOf.slot('device1', 'upper', 'ground')) as { megohm: number };
    expect(open.megohm).toBeLessThanOrEqual(1000);
  });
});

describe('two feeds in one box', () => {
  const at = (bench: Bench) => twoFeeds(switchOn(bench), node(end('run', 0, 1)), node(end('run', 1, 1)));
  it('240 V between them: opposite legs; next to nothing: the same leg, which proves no one breaker; one dead: can’t tell', () => {
    expect(at(sharedNeutralRun(1000, 1000))).toMatchObject({ legs: 'opposite legs', betweenVolts: expect.closeTo(240, 0) });
    const same = at(sharedNeutralRun(1000, 1000, ['A', 'A']));
    expect([same.legs, same.betweenVolts < 1, same.says]).toEqual(['same leg', true, expect.stringMatching(/does not prove one breaker/)]);
    for (const id of ['b1', 'b3'] as const) {
      const one = off(sharedNeutralRun(1000, 1000), id);
      expect(at({ ...one, breakers: one.breakers.map(({ tiedTo: _, ...b }) => b) }).legs).toBe('can’t tell');
    }
  });
});

describe('a breaker finder', () => {
  /** Three circuits of a box each, the first two sharing nothing. */
  const three = (): Bench => {
    const runs = ['a', 'b', 'c'].map((p) => runOfBoxes({ boxes: 1, lengthMm: 10 }, p));
    const [first] = runs as [Bench, Bench, Bench];
    const join = <K extends 'boxes' | 'cables' | 'devices' | 'joints' | 'breakers' | 'pigtails'>(key: K) => runs.flatMap((r) => r[key] as Bench[K][number][]); // prettier-ignore
    return {
      ...first,
      boxes: join('boxes'),
      cables: join('cables'),
      devices: join('devices'),
      joints: join('joints'),
      breakers: join('breakers'),
      pigtails: join('pigtails'),
    } as Bench;
  };
  it('is loudest at its own, fainter at the one beside it, hardly heard further on', () =>
    expect(findBreaker(switchOn(three()), 'adevice1', 'upper').map((f) => [f.breakerId, f.strength])).toEqual([
      ['abreaker', 1],
      ['bbreaker', 0.35],
      ['cbreaker', 0.05],
    ]));
  it('beside it counts on both sides', () =>
    expect(findBreaker(switchOn(three()), 'bdevice1', 'lower').map((f) => f.strength)).toEqual([0.35, 1, 0.35]));
  it('where two breakers share a neutral the other answers half as loud', () => {
    const run = sharedNeutralRun(1000, 1000);
    const faced: Bench = {
      ...run,
      devices: [
        ...run.devices,
        { ...run.devices[0]!, id: 'r', name: 'outlet', form: 'duplex', watts: undefined } as Bench['devices'][number],
      ],
      joints: run.joints.map((j) => (j.id === 'h1' ? { ...j, at: { device: 'r', terminal: 'brass upper' } } : j.id === 'n1' ? { ...j, at: { device: 'r', terminal: 'silver upper' } } : j)), // prettier-ignore
    };
    expect(findBreaker(switchOn(faced), 'r', 'upper').map((f) => f.strength)).toEqual([1, 0.5]);
  });
  it('a face that no breaker feeds sends nothing', () => {
    const cut = without(runOfBoxes({ boxes: 1, lengthMm: 10 }), end('cable1', 0, 0));
    expect(findBreaker(switchOn(cut), 'device1', 'upper')).toEqual([{ breakerId: 'breaker', strength: 0 }]);
  });
});

// walls of their own: 8 ft, studs 1 1/2 in wide, 1/2 in drywall on both faces
const at = (inch: number) => measured(inches(inch));
const wall = (part: Partial<Wall> = {}): Wall => ({
  ...{ id: 'w', name: 'wall', length: at(96), height: at(96), references: [], obstacles: [], openings: [] },
  framing: { material: 'wood', studDepth: at(3.5), studWidth: at(1.5), spacing: at(16), knownStud: at(16), extraStuds: [] },
  faces: {
    A: { roomId: 'a', layers: [{ finish: 'drywall', thickness: at(0.5) }] },
    B: { roomId: 'b', layers: [{ finish: 'drywall', thickness: at(0.5) }] },
  },
  ...part,
});
const thing = (id: string, x: number, z: number, w: number, h: number, behind?: number, thick?: number): Obstacle => ({
  ...{ id, kind: 'pipe', x: at(x), z: at(z), width: at(w), height: at(h) },
  ...(behind === undefined ? {} : { behindA: at(behind) }),
  ...(thick === undefined ? {} : { thick: at(thick) }),
});
const lath = (): Wall =>
  wall({ faces: { ...wall().faces, A: { roomId: 'a', layers: [{ finish: 'plaster-lath', thickness: at(0.875) }] } } });
const many = Array.from({ length: 400 }, (_, take) => take);

describe('a stud finder', () => {
  const sweep = (w: Wall, truth: { studs: number[]; obstacles?: Obstacle[] }, more: { face?: 'A' | 'B'; from?: number; to?: number; z?: number; take?: number } = {}) =>
    sweepStuds(w, { studs: truth.studs.map(inches), obstacles: truth.obstacles ?? [] }, { face: more.face ?? 'A', fromMm: inches(more.from ?? 0), toMm: inches(more.to ?? 96), zMm: inches(more.z ?? 40), take: more.take ?? 1 }); // prettier-ignore
  it.each([
    ['drywall', wall(), 0.125],
    ['two layers, over an inch', wall({ faces: { ...wall().faces, A: { roomId: 'a', layers: [{ finish: 'drywall', thickness: at(0.625) }, { finish: 'drywall', thickness: at(0.625) }] } } }), 0.375],
    ['plaster on lath', lath(), 0.5],
  ] as const)('through %s the edges of a stud lie about where they are, off by what it says', (_, w, sigma) => {
    for (const [sense, truly] of [['begins', 47.25], ['ends', 48.75]] as const) {
    const lefts = many.map((take) => sweep(w, { studs: [48] }, { take, from: 40, to: 56 }).edges.find((e) => e.sense === sense)!);
    expect(lefts.every((e) => Math.abs(e.plusMinusMm - inches(sigma)) < 1e-9)).toBe(true);
    const off = lefts.map((e) => (e.x - inches(truly)) / inches(sigma));
    const mean = off.reduce((a, b) => a + b, 0) / off.length;
    const deviation = Math.sqrt(off.reduce((a, b) => a + (b - mean) ** 2, 0) / off.length);
    // of 400: the mean within four of its own deviations (1/20), the deviation within 15 %
    expect(Math.abs(mean)).toBeLessThan(0.2);
    expect(Math.abs(deviation - 1)).toBeLessThan(0.15);
    }
  }); // prettier-ignore
  it('marks the middle of each, says what it looks like by its width', () => {
    const one = (w: number, x = 48) => many.slice(0, 40).map((take) => sweep(wall(), { studs: [], obstacles: [thing('p', x, 0, w, 96, 0.5, 0.5)] }, { take }).marks[0]!.looksLike); // prettier-ignore
    const share = (of: string[], what: string) => of.filter((l) => l.startsWith(what)).length / of.length;
    expect([share(one(0.25), 'narrow'), share(one(1.75), 'stud'), share(one(4), 'wide')]).toEqual([1, 1, 1]);
    const mark = sweep(wall(), { studs: [48] }).marks[0]!;
    expect(Math.abs(mark.centre - inches(48))).toBeLessThan(inches(0.6));
    const [begins, ends] = sweep(wall(), { studs: [48] }).edges;
    expect([mark.centre, mark.widthMm]).toEqual([expect.closeTo((begins!.x + ends!.x) / 2, 6), expect.closeTo(ends!.x - begins!.x, 6)]);
  });
  it('reads what it slides over, either way round, and nothing beside it', () => {
    const studs = [16, 32, 48, 64];
    expect(sweep(wall(), { studs }, { from: 30, to: 50 }).marks).toHaveLength(2);
    expect(sweep(wall(), { studs }, { from: 50, to: 30 }).marks).toHaveLength(2);
    // an edge that is just touched counts
    expect(sweep(wall(), { studs }, { from: 48.74, to: 60 }).marks).toHaveLength(1);
    expect(sweep(wall(), { studs }, { from: 48.76, to: 60 }).marks).toHaveLength(0);
    expect(sweep(wall(), { studs }, { from: 36, to: 47.26 }).marks).toHaveLength(1);
    expect(sweep(wall(), { studs }, { from: 36, to: 47.24 }).doubts).toEqual([
      'nothing was read on this stretch: sweep further, or higher',
    ]);
    const order = sweep(wall(), { studs: [64, 16, 48] }).marks.map((m) => m.centre);
    expect(order).toEqual([...order].sort((a, b) => a - b));
    const edges = sweep(wall(), { studs: [64, 16, 48] }).edges.map((e) => e.x);
    expect(edges).toEqual([...edges].sort((a, b) => a - b));
  });
  it('sees a pipe at its height and within an inch behind the finish, from either face', () => {
    const pipe = (z: number, h: number, behind?: number, thick?: number) => ({
      studs: [],
      obstacles: [thing('p', 48, z, 1.5, h, behind, thick)],
    });
    const seen = (truth: ReturnType<typeof pipe>, more = {}) => sweep(wall(), truth, more).marks.length;
    expect([seen(pipe(40, 5, 0.5)), seen(pipe(35, 5, 0.5)), seen(pipe(40.1, 5, 0.5)), seen(pipe(34, 5.9, 0.5))]).toEqual([1, 1, 0, 0]);
    // 1/2 in of drywall: near is less than 1 1/2 in from the face
    expect([seen(pipe(0, 96, 1.4)), seen(pipe(0, 96, 1.51)), seen(pipe(0, 96))]).toEqual([1, 0, 1]);
    // from B: the wall is 4 1/2 in; what ends 1 in before its back is near there
    expect([seen(pipe(0, 96, 2.5, 1), { face: 'B' }), seen(pipe(0, 96, 2, 0.98), { face: 'B' }), seen(pipe(0, 96, 3.2), { face: 'B' }), seen(pipe(0, 96, 2.99), { face: 'B' })]).toEqual([1, 0, 1, 0]); // prettier-ignore
  });
  it('shows nothing in masonry, and doubts every mark on lath, where it finds one too many now and then', () => {
    const brick = wall({ framing: { ...wall().framing, material: 'masonry' } });
    expect(sweep(brick, { studs: [48] })).toEqual({ edges: [], marks: [], doubts: ['the finder shows nothing in masonry'] });
    expect(sweep(lath(), { studs: [48] }).doubts).toEqual(['plaster on lath: every lath reads a little; check each mark by another way']);
    expect(sweep(wall(), { studs: [48] }).doubts).toEqual([]);
    const ghosts = many.filter((take) => sweep(lath(), { studs: [48] }, { take }).marks.length === 2).length;
    expect(ghosts / many.length).toBeGreaterThan(0.4);
    expect(ghosts / many.length).toBeLessThan(0.6);
    for (const take of many) {
      const { edges, marks } = sweep(lath(), { studs: [30, 66] }, { take });
      expect(edges.map((e) => e.x)).toEqual(edges.map((e) => e.x).sort((a, b) => a - b));
      expect(marks.map((m) => m.centre)).toEqual(marks.map((m) => m.centre).sort((a, b) => a - b));
    }
    // it is anywhere on the stretch, and another height reads another way
    const where = many.flatMap((take) => sweep(lath(), { studs: [] }, { take }).marks.map((m) => m.centre / inches(96)));
    expect([Math.min(...where) < 0.1, Math.max(...where) > 0.9]).toEqual([true, true]);
    expect(sweep(wall(), { studs: [48] }, { z: 41 })).not.toEqual(sweep(wall(), { studs: [48] }, { z: 40 }));
    // on two feet or less there is none
    expect(many.every((take) => sweep(lath(), { studs: [48] }, { take, from: 36, to: 59.9 }).marks.length === 1)).toBe(true);
    for (const take of many) {
      const { marks, edges } = sweep(lath(), { studs: [] }, { take, from: 20, to: 70 });
      for (const m of marks) {
        expect(m.centre).toBeGreaterThanOrEqual(inches(20.5));
        expect(m.centre).toBeLessThanOrEqual(inches(70.5));
        expect([m.widthMm, m.looksLike, edges[1]!.x - edges[0]!.x]).toEqual([
          inches(1),
          'narrow: pipe or cable?',
          expect.closeTo(inches(1), 6),
        ]);
      }
    }
  });
});

describe('a stud finder, layer by layer', () => {
  const layers = (...finishes: ('drywall' | 'plaster-lath' | 'brick')[]): Wall =>
    wall({ faces: { ...wall().faces, A: { roomId: 'a', layers: finishes.map((finish) => ({ finish, thickness: at(0.5) })) } } });
  const sweep = (w: Wall) => sweepStuds(w, { studs: [inches(48)], obstacles: [] }, { face: 'A', fromMm: 0, toMm: inches(96), zMm: inches(40), take: 1 }); // prettier-ignore
  it('lath under a layer of drywall is lath; drywall over brick shows nothing', () => {
    expect(sweep(layers('drywall', 'plaster-lath')).doubts).toEqual([
      'plaster on lath: every lath reads a little; check each mark by another way',
    ]);
    expect(sweep(layers('drywall', 'brick'))).toEqual({ edges: [], marks: [], doubts: ['the finder shows nothing in masonry'] });
  });
  it('two layers of exactly an inch read as one layer does', () => {
    const [one] = sweep(layers('drywall', 'drywall')).edges;
    expect(one!.plusMinusMm).toBeCloseTo(inches(0.125), 9);
  });
});

describe('a scope through a small hole', () => {
  const look = (truth: { studs: number[]; obstacles?: Obstacle[] }, x: number, z = 40, face: 'A' | 'B' = 'A', take = 1) => lookInside(wall(), { studs: truth.studs.map(inches), obstacles: truth.obstacles ?? [] }, face, inches(x), inches(z), take); // prettier-ignore
  it('meets a stud, or runs to the studs on both sides, or to the ends of the wall', () => {
    for (const x of [47.26, 48, 48.74]) expect(look({ studs: [48] }, x)).toMatchObject({ leftMm: 0, rightMm: 0, seen: [{ what: 'stud', x: inches(47.25), widthMm: inches(1.5), behindMm: inches(0.5) }] }); // prettier-ignore
    expect(look({ studs: [48] }, 48.76).seen).toEqual([]);
    const bay = look({ studs: [16, 32, 48] }, 40);
    expect([bay.leftMm, bay.rightMm]).toEqual([expect.closeTo(inches(7.25), 6), expect.closeTo(inches(7.25), 6)]);
    const ends = look({ studs: [] }, 40);
    expect([ends.leftMm, ends.rightMm]).toEqual([expect.closeTo(inches(40), 6), expect.closeTo(inches(56), 6)]);
    expect(bay.says).toBe('nothing in this bay within sight; the back of the drywall is seen');
  });
  it('sees what lies in the bay and within 3 ft of the hole’s height, the nearest first, by eye', () => {
    const studs = [32, 48];
    const near = thing('near', 36, 30, 1, 10, 1, 0.5);
    const far = thing('far', 38, 30, 1, 10, 3, 0.5);
    const both = look({ studs, obstacles: [far, near] }, 40);
    expect([both.seen.map((s) => s.id), both.says]).toEqual([['near', 'far'], 'in the bay: pipe, pipe']);
    for (const s of both.seen) expect(Math.abs(s.x - inches(s.id === 'near' ? 36 : 38))).toBeLessThan(inches(0.75));
    // from the other face the far one is the nearer: the wall is 4 1/2 in, 4.5 − 3 − 0.5 = 1 in behind B
    const back = look({ studs, obstacles: [near, far] }, 40, 40, 'B');
    expect(back.seen.map((s) => s.id)).toEqual(['far', 'near']);
    expect(Math.abs(back.seen[0]!.behindMm - inches(1))).toBeLessThan(inches(0.75));
    // by eye: about right over many looks, off by an eighth
    const xs = many.map((take) => (look({ studs, obstacles: [near] }, 40, 40, 'A', take).seen[0]!.x - inches(36)) / inches(0.125));
    const mean = xs.reduce((a, b) => a + b, 0) / xs.length;
    expect(Math.abs(mean)).toBeLessThan(0.2);
    expect(Math.abs(Math.sqrt(xs.reduce((a, b) => a + (b - mean) ** 2, 0) / xs.length) - 1)).toBeLessThan(0.15);
    // one of unknown depth is taken at the middle of the studs: 1/2 + 1 3/4 in
    const depths = many.map((take) => look({ studs, obstacles: [thing('u', 36, 30, 1, 10)] }, 40, 40, 'A', take).seen[0]!.behindMm);
    expect(Math.abs(depths.reduce((a, b) => a + b, 0) / depths.length - inches(2.25))).toBeLessThan(inches(0.03));
  });
  it('sees nothing beyond the studs nor beyond 3 ft up or down', () => {
    const studs = [32, 48];
    const seen = (o: Obstacle, z = 40) => look({ studs, obstacles: [o] }, 40, z).seen.length;
    expect([seen(thing('p', 31.8, 30, 1, 10, 1)), seen(thing('p', 31, 30, 1.74, 10, 1)), seen(thing('p', 47.2, 30, 1, 10, 1)), seen(thing('p', 47.26, 30, 1, 10, 1))]).toEqual([1, 0, 1, 0]); // prettier-ignore
    // its middle at 35 in, half of it 5: seen from less than 76
    expect([seen(thing('p', 36, 30, 1, 10, 1), 75.9), seen(thing('p', 36, 30, 1, 10, 1), 76.1), seen(thing('p', 36, 80, 1, 10, 1), 44.1), seen(thing('p', 36, 80, 1, 10, 1), 43.9)]).toEqual([1, 0, 1, 0]); // prettier-ignore
  });
});
