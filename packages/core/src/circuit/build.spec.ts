/**
 * What wiring becomes as a network, part by part, on a bench written down here: a panel, a plastic box, a metal one. Which parts there are,
 * between which nodes, of how much. What names something that isn’t there is told. Values: IEC 60028, else common practice.
 */
import { describe, expect, it } from 'vitest';
import {
  emptyBench,
  GROUND_BAR,
  NEUTRAL_BAR,
  PANEL,
  type Bench,
  type BenchBreaker,
  type BenchDevice,
  type Joint,
  type WireEnd,
} from '../model/index.js';
import { buildNetwork, EARTH, endAtNode, loadImpedance, nodeOf, terminalNodeOf, type BuildOptions } from './build.js';
import { Metal, metalOf } from './metal.js';
import { endName, jointName } from './names.js';
import type { NetworkError } from './network.js';

const end = (conductor: number, e: 0 | 1, cableId = 'feed'): WireEnd => ({ cableId, conductor, end: e });
const device = (form: BenchDevice['form'], more: Partial<BenchDevice> = {}): BenchDevice => ({
  ...{ id: 'd', name: 'Thing', boxId: 'hall', form, ratingA: 15, brassTab: true, silverTab: true },
  ...{ up: false, tripped: false, powerFactor: 1 },
  ...more,
});
const breaker = (id: string, leg: 'A' | 'B', on = true): BenchBreaker => ({
  id,
  number: id,
  amps: 15,
  leg,
  kind: 'plain',
  curve: 'US',
  on,
});
const screw = (id: string, boxId: string, of: string, terminal: string, ...ends: WireEnd[]): Joint => ({ id, boxId, kind: 'terminal', at: { device: of, terminal }, ends }); // prettier-ignore
const bench = (more: Partial<Bench> = {}): Bench => ({
  ...emptyBench(),
  boxes: [
    { id: 'hall', name: 'Hall', material: 'plastic', gangs: 1 },
    { id: 'attic', name: 'Attic', material: 'metal', gangs: 1 },
  ],
  cables: [
    {
      ...{ id: 'feed', name: 'panel to hall', gauge: 14, colours: ['black', 'white', 'bare'], lengthMm: 10_000, ends: [PANEL, 'hall'] },
      ...{ sides: ['top', 'top'], freeMm: [300, 150] },
    },
  ],
  breakers: [breaker('b1', 'A')],
  ...more,
});
const branches = (b: Bench, options?: BuildOptions) => buildNetwork(b, options).network.branches;
/** Parts whose name fits: `name: from – to, ohms`. */
const parts = (b: Bench, named: RegExp, options?: BuildOptions): string[] =>
  branches(b, options)
    .filter((x) => named.test(x.id))
    .map((x) => `${x.id}: ${x.from} – ${x.to}, ${'ohm' in x.is ? `${Number(x.is.ohm.toPrecision(4))} Ω` : `${Number((x.is.farad * 1e12).toPrecision(4))} pF`}`); // prettier-ignore
const fault = (b: Bench): [string, string] => {
  try {
    buildNetwork(b);
  } catch (error) {
    return [(error as NetworkError).part, (error as NetworkError).message];
  }
  return ['', 'nothing'];
};

describe('the supply', () => {
  it('two legs of 120 V against each other at 60 Hz; one phase of 230 V, the same for both, at 50', () => {
    const both = bench({ breakers: [breaker('b1', 'A'), breaker('b2', 'B')] });
    expect(buildNetwork(both).network).toMatchObject({ hertz: 60, earth: EARTH });
    const source = { from: NEUTRAL_BAR, ohm: 0.02 };
    expect(buildNetwork(both).network.sources).toEqual([
      { ...source, id: 'leg A', to: 'bus A', volts: { re: 120, im: 0 } },
      { ...source, id: 'leg B', to: 'bus B', volts: { re: -120, im: 0 } },
    ]);
    const uk = { ...both, supply: { kind: 'single-phase' as const, volts: 230, sourceOhm: 0.15, loopOhm: 0.35 } };
    expect(buildNetwork(uk).network.hertz).toBe(50);
    expect(buildNetwork(uk).network.sources.map((s) => s.volts.re)).toEqual([230, 230]);
  });
  it('only the legs that a breaker is on, and A always', () => {
    const legs = (...list: BenchBreaker[]) => buildNetwork(bench({ breakers: list })).network.sources.map((s) => s.id);
    expect([legs(breaker('b1', 'A')), legs(breaker('b2', 'B')), legs()]).toEqual([['leg A'], ['leg A', 'leg B'], ['leg A']]);
  });
  it('neutral and ground meet at one bond; with the supplier’s earth what the loop has beyond the source, 0.35 − 0.15 Ω', () => {
    expect(parts(bench(), /bond|electrode/)).toEqual([
      `bond: ${NEUTRAL_BAR} – ${GROUND_BAR}, 0.005 Ω`,
      `earth electrode: ${GROUND_BAR} – earth, 0.5 Ω`,
    ]);
    const uk = (loopOhm: number) => bench({ supply: { kind: 'single-phase', volts: 230, sourceOhm: 0.15, loopOhm } });
    expect([parts(uk(0.35), /bond/), parts(uk(0.1), /bond/)]).toEqual([
      [`bond: ${NEUTRAL_BAR} – ${GROUND_BAR}, 0.2 Ω`],
      [`bond: ${NEUTRAL_BAR} – ${GROUND_BAR}, 0.005 Ω`],
    ]);
  });
  it('a breaker that is on leads to its leg; an open one has its screw all the same', () => {
    const b = bench({ breakers: [breaker('b1', 'A'), breaker('b2', 'B', false)] });
    expect(parts(b, /^(breaker|case) /)).toEqual([
      'case b1: breaker b1 – earth, 1 pF',
      'breaker b1: bus A – breaker b1, 0.005 Ω',
      'case b2: breaker b2 – earth, 1 pF',
    ]);
    expect([...buildNetwork(b).breakerBranch]).toEqual([['b1', 'breaker b1']]);
  });
});

describe('conductors', () => {
  it('10 m of 14 AWG (2.081 mm²) are 10/58/2.081 = 82.85 mΩ at 20 °C, and 0.393 % more a degree; another cross-section its own', () => {
    const warm = branches(bench(), { celsius: 75 }).find((b) => b.id === 'conductor feed/0')!;
    expect(parts(bench(), /^conductor feed\/0/)).toEqual(['conductor feed/0: end feed/0/0 – end feed/0/1, 0.08285 Ω']);
    expect('ohm' in warm.is && warm.is.ohm).toBeCloseTo(0.08285 * (1 + 0.00393 * 55), 4);
    const own = bench({ cables: [{ ...bench().cables[0]!, areasMm2: [2.5, 2.5, 1.5] }] });
    // 17.241 mΩ·mm²/m × 10 m / 1.5 mm²
    expect(parts(own, /^conductor feed\/2/)[0]).toMatch(/, 0\.1149 Ω$/);
    expect([...buildNetwork(bench()).conductorBranch]).toEqual([0, 1, 2].map((n) => [`feed/${n}`, `conductor feed/${n}`]));
  });
  it('each pair in a sheath couples by 60 pF a metre, half at each end; not where only what joins is asked for', () => {
    expect(parts(bench(), /^between/)).toEqual([
      'between feed/0 and 1 at 0: end feed/0/0 – end feed/1/0, 300 pF',
      'between feed/0 and 1 at 1: end feed/0/1 – end feed/1/1, 300 pF',
      'between feed/0 and 2 at 0: end feed/0/0 – end feed/2/0, 300 pF',
      'between feed/0 and 2 at 1: end feed/0/1 – end feed/2/1, 300 pF',
      'between feed/1 and 2 at 0: end feed/1/0 – end feed/2/0, 300 pF',
      'between feed/1 and 2 at 1: end feed/1/1 – end feed/2/1, 300 pF',
    ]);
    expect(parts(bench(), /^between/, { metalOnly: true })).toEqual([]);
    expect(parts(bench(), /^conductor/, { metalOnly: true })).toHaveLength(3);
  });
  it('a pigtail is a short piece of wire between its two ends', () => {
    const tail = bench({ pigtails: [{ id: 'p', boxId: 'hall', colour: 'black', gauge: 14, lengthMm: 1000 }] });
    expect(parts(tail, /pigtail/)).toEqual(['pigtail p: end p//0 – end p//1, 0.008285 Ω']);
  });
});

describe('joints', () => {
  it('a contact to the screw, the splice, the bar, the breaker, the metal of a box; a loose one has more', () => {
    const b = bench({
      devices: [device('single')],
      cables: [...bench().cables, { ...bench().cables[0]!, id: 'up', ends: [PANEL, 'attic'] }],
      joints: [
        screw('j1', 'hall', 'd', 'brass', end(0, 1)),
        { id: 'j2', boxId: 'hall', kind: 'splice', ends: [end(1, 1)], looseOhm: 2 },
        screw('j3', PANEL, NEUTRAL_BAR, 'screw', end(1, 0)),
        screw('j4', PANEL, GROUND_BAR, 'screw', end(2, 0)),
        screw('j5', PANEL, 'b1', 'screw', end(0, 0)),
        screw('j6', 'attic', 'box', 'screw', end(2, 1, 'up')),
      ],
    });
    expect(parts(b, /^contact/)).toEqual([
      'contact j1 feed/0/1: end feed/0/1 – d brass, 0.001 Ω',
      'contact j2 feed/1/1: end feed/1/1 – joint j2, 2.001 Ω',
      `contact j3 feed/1/0: end feed/1/0 – ${NEUTRAL_BAR}, 0.001 Ω`,
      `contact j4 feed/2/0: end feed/2/0 – ${GROUND_BAR}, 0.001 Ω`,
      'contact j5 feed/0/0: end feed/0/0 – breaker b1, 0.001 Ω',
      'contact j6 up/2/1: end up/2/1 – metal of attic, 0.001 Ω',
    ]);
    // only a screw of a device comes away with it
    const withDevice = branches(b).flatMap((x) => (x.part?.is === 'contact' ? [x.part.deviceId] : []));
    expect(withDevice).toEqual(['d', undefined, undefined, undefined, undefined, undefined]);
  });
  it('the node of each, asked by name', () => {
    expect([terminalNodeOf('hall', 'd', 'brass'), terminalNodeOf('attic', 'box', 'screw')]).toEqual(['d brass', 'metal of attic']);
    expect([NEUTRAL_BAR, GROUND_BAR, 'b1'].map((of) => terminalNodeOf(PANEL, of, 'screw'))).toEqual([
      NEUTRAL_BAR,
      GROUND_BAR,
      'breaker b1',
    ]);
    // a device of a box may be called as a bar is
    expect(terminalNodeOf('hall', NEUTRAL_BAR, 'brass')).toBe(`${NEUTRAL_BAR} brass`);
    expect([endAtNode(nodeOf.end('feed/0/1')), endAtNode('d brass'), endAtNode('joint end x')]).toEqual(['feed/0/1', undefined, undefined]);
  });
});

describe('devices', () => {
  const inside = (d: BenchDevice, options?: BuildOptions) => parts(bench({ devices: [d] }), /^(?!case|between|conductor|bond|earth|breaker|metal)/, options); // prettier-ignore
  it('a duplex: two faces, a tab on each side unless it is off', () => {
    const faces = [
      'slot d upper hot: d brass upper – d upper hot, 0.001 Ω',
      'slot d upper neutral: d silver upper – d upper neutral, 0.001 Ω',
      'slot d upper ground: d green – d upper ground, 0.001 Ω',
      'slot d lower hot: d brass lower – d lower hot, 0.001 Ω',
      'slot d lower neutral: d silver lower – d lower neutral, 0.001 Ω',
      'slot d lower ground: d green – d lower ground, 0.001 Ω',
    ];
    const [brass, silver] = ['brass', 'silver'].map((s) => `${s} tab d: d ${s} upper – d ${s} lower, 0.0005 Ω`);
    expect(inside(device('duplex'))).toEqual([brass, silver, ...faces]);
    expect(inside(device('duplex', { brassTab: false }))).toEqual([silver, ...faces]);
    expect(inside(device('duplex', { silverTab: false }))).toEqual([brass, ...faces]);
  });
  it('switches: one way, two ways, crossed', () => {
    const of = (form: BenchDevice['form'], up: boolean) => inside(device(form, { up })).map((l) => l.split(': ')[1]);
    expect([of('switch', true), of('switch', false)]).toEqual([['d screw 1 – d screw 2, 0.005 Ω'], []]);
    expect([of('three-way', true), of('three-way', false)]).toEqual([
      ['d common – d traveller 1, 0.005 Ω'],
      ['d common – d traveller 2, 0.005 Ω'],
    ]);
    expect([of('four-way', true), of('four-way', false)]).toEqual([
      ['d in 1 – d out 1, 0.005 Ω', 'd in 2 – d out 2, 0.005 Ω'],
      ['d in 1 – d out 2, 0.005 Ω', 'd in 2 – d out 1, 0.005 Ω'],
    ]);
    // screws that nothing is on are there all the same
    expect(parts(bench({ devices: [device('switch')] }), /^case d/)).toEqual([
      'case d screw 1: d screw 1 – earth, 1 pF',
      'case d screw 2: d screw 2 – earth, 1 pF',
      'case d green: d green – earth, 1 pF',
    ]);
  });
  it('a protective receptacle: both poles through its sensor, nothing when it has tripped, 15 kΩ past it while its button is held', () => {
    const set = inside(device('ground-fault'));
    expect(set.slice(0, 4)).toEqual([
      'sensed hot d: d line brass – d face hot, 0.005 Ω',
      'sensed neutral d: d line silver – d face neutral, 0.005 Ω',
      'inner hot d: d face hot – d load brass, 0.0005 Ω',
      'inner neutral d: d face neutral – d load silver, 0.0005 Ω',
    ]);
    expect(set[4]).toBe('slot d upper hot: d face hot – d upper hot, 0.001 Ω');
    expect(inside(device('ground-fault', { tripped: true }))).toEqual(set.slice(4));
    expect(inside(device('ground-fault'), { testing: new Set(['d']) })).toContain('test d: d face hot – d line silver, 15000 Ω');
    expect(inside(device('ground-fault'), { testing: new Set(['other']) })).toEqual(set);
    expect(buildNetwork(bench({ devices: [device('ground-fault')] })).sensed.get('d')).toEqual({ hot: 'sensed hot d', neutral: 'sensed neutral d' }); // prettier-ignore
  });
  it('a lamp takes its watts: 60 W at 120 V are 240 Ω; at a power factor of 0.8, 153.6 Ω and 115.2 Ω of reactance', () => {
    expect(inside(device('lamp', { watts: 60 }))).toEqual(['load d: d hot – d neutral, 240 Ω']);
    const { ohm, henry } = loadImpedance(60, 120, 0.8, 60);
    expect([ohm, henry * 2 * Math.PI * 60]).toEqual([expect.closeTo(153.6, 6), expect.closeTo(115.2, 6)]);
    expect(fault(bench({ devices: [device('lamp')] }))).toEqual(['d', 'Thing has no watts']);
    expect(fault(bench({ devices: [device('appliance')] }))).toEqual(['d', 'Thing has no watts']);
  });
  it('a mounted yoke touches a metal box, and no other; the box is there though nothing grounds it', () => {
    expect(parts(bench({ devices: [device('single', { boxId: 'attic' })] }), /^(yoke|metal)/)).toEqual([
      'yoke d: d green – metal of attic, 0.05 Ω',
      'metal attic: metal of attic – earth, 20 pF',
    ]);
    expect(parts(bench({ devices: [device('single')] }), /^yoke/)).toEqual([]);
    expect(parts(bench({ devices: [device('single', { boxId: 'elsewhere' })] }), /^yoke/)).toEqual([]);
  });
  it('what is plugged in: between hot and neutral while it is on; a leak from hot to its case, on or not', () => {
    const kettle = { id: 'k', name: 'kettle', deviceId: 'd', face: 'upper' as const, watts: 1440, powerFactor: 1, on: true };
    const of = (more: object) => parts(bench({ devices: [device('single')], plugged: [{ ...kettle, ...more }] }), /load|leak/);
    expect(of({})).toEqual(['load k: d upper hot – d upper neutral, 10 Ω']);
    expect(of({ leaksOhm: 5000 })[1]).toBe('leak of k: d upper hot – d upper ground, 5000 Ω');
    expect(of({ leaksOhm: 5000, on: false })).toEqual(['leak of k: d upper hot – d upper ground, 5000 Ω']);
    expect(fault(bench({ plugged: [kettle] }))).toEqual(['k', 'kettle is plugged into a device that isn’t there: d']);
  });
});

describe('wiring that names what isn’t there', () => {
  it.each([
    ['a terminal of nothing', [{ id: 'j', boxId: 'hall', kind: 'terminal' as const, ends: [end(0, 1)] }], 'j', /names no device/],
    ['a breaker that the panel has not', [screw('j', PANEL, 'b9', 'screw', end(0, 0))], 'b9', /the panel has no breaker b9/],
    ['a device that is gone', [screw('j', 'hall', 'x', 'brass', end(0, 1))], 'x', /there is no device x/],
    ['a screw of another kind of device', [screw('j', 'hall', 'd', 'screw 1', end(0, 1))], 'd', /Thing has no terminal screw 1; it has brass, silver, green/], // prettier-ignore
    ['a conductor that is gone', [screw('j', 'hall', 'd', 'brass', end(0, 1, 'gone'))], 'j', /names a conductor that isn’t there: gone\/0\/1/], // prettier-ignore
    ['one end at two places', [screw('j', 'hall', 'd', 'brass', end(0, 1)), screw('k', 'hall', 'd', 'silver', end(0, 1))], 'k', /on two joints at once/], // prettier-ignore
  ])('%s', (_name, joints, part, says) =>
    expect(fault(bench({ devices: [device('single')], joints }))).toEqual([part, expect.stringMatching(says)]),
  );
});

describe('the metal of it', () => {
  /** A fed single, its white through a pigtail; its test resistor and what is plugged in are no metal. */
  const wired = (): Bench =>
    bench({
      devices: [device('ground-fault')],
      pigtails: [{ id: 'p', boxId: 'hall', colour: 'white', gauge: 14, lengthMm: 150 }],
      joints: [
        screw('j1', 'hall', 'd', 'line brass', end(0, 1)),
        { id: 'j2', boxId: 'hall', kind: 'splice', ends: [end(1, 1), { pigtailId: 'p', end: 0 }] },
        screw('j3', 'hall', 'd', 'line silver', { pigtailId: 'p', end: 1 }),
        screw('j5', PANEL, 'b1', 'screw', end(0, 0)),
      ],
      plugged: [{ id: 'k', name: 'kettle', deviceId: 'd', face: 'upper', watts: 1440, powerFactor: 1, on: true, leaksOhm: 500 }],
    });
  const hot = nodeOf.breaker('b1');
  it('goes along conductors, contacts and through devices, never through a load, a leak, a breaker or the ground', () => {
    const from = new Metal(wired()).walk(hot);
    expect(['d load brass', 'd upper hot', 'd lower hot', 'end feed/0/1', hot].map((n) => from.has(n))).toEqual([true, true, true, true, true]); // prettier-ignore
    expect(['d upper neutral', 'd upper ground', 'bus A', EARTH, 'nowhere'].map((n) => from.has(n))).toEqual([false, false, false, false, false]); // prettier-ignore
    expect(from.nodes()).toContain('d face hot');
    // a name that is nowhere hangs on itself alone
    const alone = new Metal(wired()).walk('nowhere');
    expect([alone.has('nowhere'), alone.has(hot), [...alone.nodes()]]).toEqual([true, false, ['nowhere']]);
  });
  it('with a cable cut, with the device out, with a part of one’s choice out', () => {
    const m = new Metal(wired());
    expect(m.walk(hot, m.ofCable('feed')).has('end feed/0/1')).toBe(false);
    expect(m.walk(hot, m.ofDevices(['d'])).has('d line brass')).toBe(false);
    expect(m.walk(hot, m.ofDevices(['d'])).has('end feed/0/1')).toBe(true);
    expect(m.walkBare(hot).has('d line brass')).toBe(false);
    expect([m.walkBare(hot).has('end feed/0/1'), m.walkWhole(hot).has('d load brass')]).toEqual([true, true]);
    expect([m.walkBare(hot) === m.walkBare(hot), m.walkWhole(hot) === m.walkWhole(hot)]).toEqual([true, true]);
    const contact = m.where((b) => b.id === 'contact j1 feed/0/1');
    expect([contact.length, m.walk(hot, contact).has('d line brass')]).toEqual([1, false]);
    expect([m.ofCable('none'), m.ofDevices(['none']), m.where(() => false)]).toEqual([[], [], []]);
    // only the conductors of that cable, only what is at that device
    expect([m.ofCable('feed').length, m.ofDevices(['d']).length]).toEqual([3, 4 + 6 + 2]);
  });
  it('a joint of a kilohm or more joins nothing; a loose one below that still does', () => {
    const loose = (looseOhm: number) => {
      const b = wired();
      b.joints[0]!.looseOhm = looseOhm;
      return new Metal(b).walk(hot).has('d line brass');
    };
    expect([loose(2), loose(990), loose(1000), loose(20_000)]).toEqual([true, true, false, false]);
  });
  it('is made once for a bench, and anew for one that changed under it', () => {
    const b = wired();
    const first = metalOf(b);
    expect(metalOf(b)).toBe(first);
    b.joints.push(screw('j6', PANEL, NEUTRAL_BAR, 'screw', end(1, 0)));
    const second = metalOf(b);
    expect([second === first, second.walk(NEUTRAL_BAR).has('d load silver'), metalOf(b) === second]).toEqual([false, true, true]);
    b.joints = b.joints.slice(0, -1);
    expect(metalOf(b).walk(NEUTRAL_BAR).has('d load silver')).toBe(false);
  });
});

describe('names', () => {
  const b = (): Bench =>
    bench({
      devices: [device('single'), device('single', { id: 'e', name: 'Other' })],
      pigtails: [
        { id: 'q', boxId: 'attic', colour: 'bare', gauge: 14, lengthMm: 150 },
        { id: 'p', boxId: 'hall', colour: 'white', gauge: 14, lengthMm: 150 },
        { id: 'r', boxId: 'hall', colour: 'black', gauge: 14, lengthMm: 150 },
      ],
      joints: [
        { id: 's1', boxId: 'attic', kind: 'splice', ends: [] },
        { id: 's2', boxId: 'hall', kind: 'splice', ends: [] },
        { id: 'c1', boxId: 'hall', kind: 'cap', ends: [] },
        { id: 's3', boxId: 'hall', kind: 'splice', ends: [] },
      ],
    });
  it('an end by its colour and cable, a pigtail by its number in its box; what is gone by its id', () => {
    expect(endName(b(), end(1, 1))).toBe('white of panel to hall');
    expect(endName(b(), end(7, 1))).toBe('? of panel to hall');
    expect(endName(b(), end(0, 1, 'gone'))).toBe('? of gone');
    const tails: WireEnd[] = [{ pigtailId: 'p', end: 0 }, { pigtailId: 'r', end: 1 }, { pigtailId: 'q', end: 0 }, { pigtailId: 'gone', end: 0 }]; // prettier-ignore
    expect(tails.map((t) => endName(b(), t))).toEqual(['white pigtail 1', 'black pigtail 2, far end', 'bare pigtail 1', '? pigtail 0']);
  });
  it('a joint by what it is at, else by its number among its kind in its box', () => {
    const name = (j: Joint) => jointName(b(), j);
    expect(b().joints.map((j) => jointName({ ...b(), joints: [j, ...b().joints.filter((x) => x.id !== j.id)] }, j))).toEqual([
      ...['splice 1', 'splice 1', 'cap 1', 'splice 1'],
    ]);
    const all = b();
    expect(all.joints.map((j) => jointName(all, j))).toEqual(['splice 1', 'splice 1', 'cap 1', 'splice 2']);
    expect(name(screw('j', 'attic', 'box', 'screw'))).toBe('ground screw of the box');
    expect(name(screw('j', PANEL, 'b1', 'screw'))).toBe('breaker b1');
    expect(name(screw('j', 'hall', 'e', 'brass'))).toBe('Other, brass');
    expect(name(screw('j', PANEL, NEUTRAL_BAR, 'screw'))).toBe(`${NEUTRAL_BAR.replace('-', ' ')}, screw`);
  });
});
