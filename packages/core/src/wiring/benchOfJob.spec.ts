/**
 * Boxes of a survey on the bench: what is drawn of each cable, what had to be taken for something because nobody measured it, where a cable
 * lands at the panel, what hangs on which face. Houses of one, two and three boxes by hand.
 */
import { describe, expect, it } from 'vitest';
import { inches } from '../measure/index.js';
import {
  atPanel,
  DEFAULT_SCHOOLS,
  emptySite,
  GROUND_BAR,
  NEUTRAL_BAR,
  PANEL,
  type Bench,
  type Box,
  type BoxWiring,
  type Cable,
  type Circuit,
  type Device,
  type Load,
  type Site,
} from '../model/index.js';
import { benchOf, isLookedInto, type BenchOfOptions } from './benchOfJob.js';
import { wiringIn } from './boxWiring.js';

const measured = (mm: number) => ({ mm, known: 'measured' as const });
const box = (id: string, more: Partial<Box> = {}): Box => ({
  ...{ id, name: `Box ${id}`, wallId: 'w', face: 'A', kind: 'wings-1g-20', gangs: 1, supportFittings: 0, circuitId: 'c4' },
  place: { from: 'left-end', toward: 'right', to: 'centre', distance: measured(500), bottom: measured(300) },
  ...more,
});
/** From one box, or from the panel, to another or to somewhere else. */
const cable = (id: string, from: string | undefined, to: string | undefined, more: Partial<Cable> = {}): Cable => ({
  ...{ id, name: id, gauge: 14, conductors: ['black', 'white'], ground: 'bare', metal: 'copper', sheath: 'nonmetallic' },
  ...{ direction: 'known', unbrokenIn: [] },
  ends: [
    { label: from ?? 'panel', ...(from ? { boxId: from } : {}) },
    { label: to ?? 'far', ...(to ? { boxId: to } : {}) },
  ],
  ...more,
});
const device = (boxId: string, kind: Device['kind'] = 'duplex-15', more: Partial<Device> = {}): Device => ({ id: `${boxId}-d`, name: `D ${boxId}`, boxId, kind, ...more }); // prettier-ignore
const CIRCUIT: Circuit = { id: 'c4', number: '4', name: 'lights', voltsNominal: 120, breakerA: 20 };
const site = (part: Partial<Site> = {}): Site => ({
  ...emptySite(),
  circuits: [CIRCUIT],
  boxes: [box('a'), box('b')],
  cables: [cable('home', undefined, 'a'), cable('on', 'a', 'b')],
  devices: [device('a'), device('b')],
  ...part,
});
const bench = (s: Site = site(), ids = ['a', 'b'], circuit: Circuit | undefined = CIRCUIT, options: BenchOfOptions = {}, schools = {}): Bench => benchOf(s, ids, circuit, { ...DEFAULT_SCHOOLS, ...schools }, options); // prettier-ignore
const of = (b: Bench, id: string) => b.cables.find((c) => c.id === id)!;
/** What nobody measured: `free on a`. */
const taken = (b: Bench): string[] => (b.unmeasured ?? []).map((u) => `${u.what} ${u.of}${u.boxId ? ` in ${u.boxId}` : ''}`);

describe('its breaker', () => {
  it('as the circuit has it; nobody noted its amps: 15, and said so', () => {
    expect(bench().breakers).toEqual([{ id: 'breaker-c4', number: '4', amps: 20, leg: 'A', kind: 'plain', curve: 'US', on: true }]);
    const { breakerA: _, ...unrated } = CIRCUIT;
    const without = bench(site(), ['a'], unrated);
    expect([without.breakers[0]!.amps, taken(without).includes(`rating ${PANEL}`), taken(bench()).includes(`rating ${PANEL}`)]).toEqual([15, true, false]); // prettier-ignore
    const nobody = benchOf(site(), ['a'], undefined, DEFAULT_SCHOOLS);
    expect(nobody.breakers).toEqual([{ id: 'breaker', number: '?', amps: 15, leg: 'A', kind: 'plain', curve: 'US', on: true }]);
    expect(bench(site(), ['a'], { ...CIRCUIT, groundFault: 'breaker' }).breakers[0]!.kind).toBe('ground-fault');
  });
  it('240 V is both legs behind tied handles, the white on the second; 230 V is one phase and its neutral', () => {
    const both = bench(site(), ['a'], { ...CIRCUIT, voltsNominal: 240 });
    expect(both.breakers.map((b) => [b.id, b.leg, b.tiedTo])).toEqual([['breaker-c4', 'A', 'breaker-c4-2'], ['breaker-c4-2', 'B', 'breaker-c4']]); // prettier-ignore
    expect(both.joints.filter((j) => j.boxId === PANEL).map((j) => j.at!.device)).toEqual(['breaker-c4', 'breaker-c4-2', GROUND_BAR]);
    const uk = bench(site(), ['a'], { ...CIRCUIT, voltsNominal: 230 });
    expect([uk.supply.kind, uk.supply.volts, uk.breakers.map((b) => b.curve)]).toEqual(['single-phase', 230, ['UK-B']]);
    expect(bench().supply.kind).not.toBe('single-phase');
  });
});

describe('its boxes', () => {
  it('with what is known of each: gangs, room, clamps, depth, opening, sheath by the school', () => {
    const [a] = bench(site({ boxes: [box('a', { gangs: 6, depth: measured(60), supportFittings: 2, material: 'metal', clamps: 'none' })], cables: [], devices: [] }), ['a']).boxes; // prettier-ignore
    expect(a).toMatchObject({ id: 'a', name: 'Box a', material: 'metal', gangs: 4, clamps: 'none', depthMm: 60, supportFittings: 2, sheathMm: inches(0.25), volumeIn3: 20 }); // prettier-ignore
    const [bare] = bench(site({ boxes: [box('a', { kind: 'other' })], cables: [], devices: [] }), ['a']).boxes;
    expect([bare!.material, 'volumeIn3' in bare!, 'clamps' in bare!, 'depthMm' in bare!, 'supportFittings' in bare!]).toEqual(['plastic', false, false, false, false]); // prettier-ignore
    expect(taken(bench(site({ boxes: [box('a', { kind: 'other' })], cables: [], devices: [] }), ['a']))).toEqual(['material a in a']);
    // only those that were asked for
    expect(bench(site(), ['b']).boxes.map((x) => x.id)).toEqual(['b']);
  });
  it('as found: one that nobody looked into says so; noted, or at least how its device is wired, it was', () => {
    const found = (s: Site) => taken(bench(s, ['a', 'b'], CIRCUIT, { found: true })).filter((x) => x.startsWith('wiring'));
    expect(found(site())).toEqual(['wiring a in a', 'wiring b in b']);
    expect(found(site({ devices: [device('a', 'duplex-15', { wiredAs: 'pigtail' }), device('b')] }))).toEqual(['wiring b in b']);
    expect(taken(bench()).filter((x) => x.startsWith('wiring'))).toEqual([]);
    expect([isLookedInto(site(), 'a'), isLookedInto(site({ devices: [device('a', 'duplex-15', { wiredAs: 'pigtail' })] }), 'a')]).toEqual([false, true]); // prettier-ignore
  });
  it('as found a device is wired as it was, though the school is another', () => {
    const three = site({ cables: [cable('home', undefined, 'a'), cable('on', 'a', undefined)], devices: [device('a', 'duplex-15', { wiredAs: 'feed-through' })] }); // prettier-ignore
    const screws = (options: BenchOfOptions) => bench(three, ['a'], CIRCUIT, options).joints.filter((j) => j.boxId === 'a' && j.at?.terminal.startsWith('brass')).length; // prettier-ignore
    expect([screws({ found: true }), screws({})]).toEqual([2, 1]);
  });
});

describe('its cables', () => {
  it('the first that comes from elsewhere is the one from the panel; what leads away ends elsewhere; each once', () => {
    const b = bench(site({ cables: [cable('home', undefined, 'a'), cable('on', 'a', 'b'), cable('away', 'b', undefined), cable('second', undefined, 'b')] })); // prettier-ignore
    expect(b.cables.map((c) => [c.id, c.ends])).toEqual([
      ['home', [PANEL, 'a']],
      ['on', ['a', 'b']],
      ['away', ['b', 'elsewhere']],
      ['second', ['elsewhere', 'b']],
    ]);
    expect(b.joints.filter((j) => j.boxId === PANEL).every((j) => j.ends.every((e) => 'cableId' in e && e.cableId === 'home'))).toBe(true); // prettier-ignore
    // what brings the power from a box that is not on the bench stands for the panel
    expect(of(bench(site(), ['b']), 'on').ends).toEqual([PANEL, 'b']);
    const unknown = bench(site({ cables: [cable('x', undefined, 'a', { direction: 'unknown' })] }), ['a']);
    expect(of(unknown, 'x').ends).toEqual(['elsewhere', 'a']);
  });
  it('its conductors and its ground; one that nobody looked for is not drawn, and said at each of its boxes', () => {
    expect(of(bench(), 'on').colours).toEqual(['black', 'white', 'bare']);
    const { ground: _, ...unseen } = cable('on', 'a', 'b');
    const b = bench(site({ cables: [cable('home', undefined, 'a', { ground: 'none' }), unseen] }));
    expect([of(b, 'home').colours, of(b, 'on').colours]).toEqual([['black', 'white'], ['black', 'white']]); // prettier-ignore
    expect(taken(b).filter((x) => x.startsWith('ground'))).toEqual(['ground on in a', 'ground on in b']);
    expect(taken(bench()).filter((x) => x.startsWith('ground'))).toEqual([]);
    expect([of(bench(site({ cables: [cable('m', 'a', 'b', { whiteUsedAsHot: 'marked' })] })), 'm').marked, 'marked' in of(bench(), 'on')]).toEqual([true, false]); // prettier-ignore
  });
  it('its length as measured, as planned, the home run as the circuit; else 6 m, and said', () => {
    const long = (part: Partial<Cable>, circuit = CIRCUIT, options: BenchOfOptions = {}, id = 'home') => {
      const b = bench(site({ cables: [cable('home', undefined, 'a', id === 'home' ? part : {}), cable('on', 'a', 'b', id === 'on' ? part : {})] }), ['a', 'b'], circuit, options); // prettier-ignore
      return [of(b, id).lengthMm, taken(b).includes(`length ${id}`)];
    };
    const run: Circuit = { ...CIRCUIT, lengthToSource: measured(9000) };
    expect(long({ length: measured(4000) })).toEqual([4000, false]);
    expect(long({ length: { mm: 4000, known: 'assumed' } })).toEqual([4000, true]);
    expect(long({})).toEqual([6000, true]);
    expect(long({}, run)).toEqual([9000, false]);
    // of a cable that goes on the circuit says nothing
    expect(long({}, run, {}, 'on')).toEqual([6000, true]);
    const planned = [{ cableId: 'on', lengthMm: 2500, freeMm: { a: 150 } }];
    expect(long({}, CIRCUIT, { planned }, 'on')).toEqual([2500, false]);
    expect(long({ length: measured(4000) }, CIRCUIT, { planned }, 'on')).toEqual([4000, false]);
  });
  it('free ends as measured, as planned; else 7 in, and said where the box is on the bench', () => {
    const free = (ends: Cable['ends'], options: BenchOfOptions = {}, ids = ['a', 'b']) => {
      const b = bench(site({ cables: [cable('home', undefined, 'a'), cable('on', 'a', 'b', { ends })] }), ids, CIRCUIT, options);
      return [of(b, 'on').freeMm, taken(b).filter((x) => x.startsWith('free on'))];
    };
    const at = (boxId: string, mm?: number, known: 'measured' | 'assumed' = 'measured') => ({ boxId, label: boxId, ...(mm ? { freeLength: { mm, known } } : {}) }); // prettier-ignore
    expect(free([at('a', 150), at('b', 170)])).toEqual([[150, 170], []]);
    expect(free([at('a', 150), at('b')])).toEqual([[150, inches(7)], ['free on in b']]);
    expect(free([at('a', 150, 'assumed'), at('b', 170)])).toEqual([[150, 170], ['free on in a']]);
    expect(free([at('a'), at('b')], {}, ['a'])).toEqual([[inches(7), inches(7)], ['free on in a']]);
    expect(free([at('a'), at('b')], { planned: [{ cableId: 'on', lengthMm: 1, freeMm: { a: 140, b: 160 } }] })).toEqual([[140, 160], []]);
  });
  it('comes in at the top of a box unless somebody saw it elsewhere', () => {
    const ends: Cable['ends'] = [{ boxId: 'a', label: 'a', side: 'bottom' }, { boxId: 'b', label: 'b' }]; // prettier-ignore
    expect([of(bench(site({ cables: [cable('on', 'a', 'b', { ends })] })), 'on').sides, of(bench(), 'on').sides]).toEqual([['bottom', 'top'], ['top', 'top']]); // prettier-ignore
  });
});

describe('at the panel', () => {
  const lands = (b: Bench) => b.joints.filter((j) => j.boxId === PANEL).map((j) => [j.at!.device, j.ends.map((e) => ('cableId' in e ? e.conductor : -1))]); // prettier-ignore
  it('black on the breaker, white on its bar, the bare one on its own', () =>
    expect(lands(bench())).toEqual([['breaker-c4', [0]], [NEUTRAL_BAR, [1]], [GROUND_BAR, [2]]])); // prettier-ignore
  it('green is a ground, red a hot; the end that lies there is the cable’s own', () => {
    const b = bench(site({ cables: [cable('home', undefined, 'a', { conductors: ['black', 'red', 'white'], ground: 'green' })], devices: [] }), ['a']); // prettier-ignore
    expect(lands(b).map((x) => x[0])).toEqual(['breaker-c4', 'breaker-c4', NEUTRAL_BAR, GROUND_BAR]);
    expect(b.joints.filter((j) => j.boxId === PANEL).flatMap((j) => j.ends.map((e) => 'cableId' in e && e.end))).toEqual([0, 0, 0, 0]);
  });
  it('as it was seen to land, as long as what it lands on is there', () => {
    const joint = (id: string, on: string, conductor: number): BoxWiring['joints'][number] => ({ id, kind: 'terminal', at: { device: on, terminal: 'screw' }, ends: [{ cableId: 'home', conductor, end: 0 }] }); // prettier-ignore
    const noted = (joints: BoxWiring['joints']): Site => site({ wiring: [{ id: atPanel('home'), panelEndOf: 'home', of: { cables: ['home'], devices: [] }, joints, pigtails: [] }] }); // prettier-ignore
    const swapped = [joint('x', NEUTRAL_BAR, 0), joint('y', 'breaker-c4', 1)];
    expect(lands(bench(noted(swapped)))).toEqual([[NEUTRAL_BAR, [0]], ['breaker-c4', [1]]]); // prettier-ignore
    // a breaker that is not there any more
    expect(lands(bench(noted([...swapped, joint('z', 'old', 2)])))).toHaveLength(3);
    expect(lands(bench(noted([...swapped, joint('z', 'old', 2)])))[0]).toEqual(['breaker-c4', [0]]);
    // another cable under the same screw is not on this bench
    const shared = [{ ...joint('x', NEUTRAL_BAR, 0), ends: [...joint('x', NEUTRAL_BAR, 0).ends, { cableId: 'other', conductor: 0, end: 0 as const }] }, swapped[1]!]; // prettier-ignore
    expect(lands(bench(noted(shared)))[0]).toEqual([NEUTRAL_BAR, [0]]);
  });
});

describe('its wiring', () => {
  it('as noted, with its tabs and strips; of the others by the plan', () => {
    const b = bench();
    const noted = { ...wiringIn(site(), b, 'a'), broken: [{ deviceId: 'a-d', side: 'brass' as const }], strips: [{ end: { cableId: 'home', conductor: 0, end: 1 as const }, mm: 12 }] }; // prettier-ignore
    const again = bench(site({ wiring: [noted] }));
    expect(again.devices.map((d) => [d.id, d.brassTab, d.silverTab])).toEqual([['a-d', false, true], ['b-d', true, true]]); // prettier-ignore
    expect(again.strips).toEqual(noted.strips);
    expect(again.joints.filter((j) => j.boxId === 'a')).toEqual(b.joints.filter((j) => j.boxId === 'a'));
    expect([bench().strips ?? [], again.pigtails.filter((p) => p.boxId === 'a').length]).toEqual([[], b.pigtails.filter((p) => p.boxId === 'a').length]); // prettier-ignore
  });
  it('a box without a plan keeps its ends loose, and its device', () => {
    const b = bench(site({ cables: [cable('home', undefined, 'a', { metal: 'aluminium' })] }), ['a']);
    expect([b.joints.filter((j) => j.boxId === 'a'), b.devices.map((d) => d.id)]).toEqual([[], ['a-d']]);
  });
});

describe('what hangs on it', () => {
  const load = (id: string, more: Partial<Load> = {}): Load => ({ id, name: id, circuitId: 'c4', boxId: 'a', watts: 100, continuous: false, fixed: false, ...more }); // prettier-ignore
  const plugged = (loads: Load[], part: Partial<Site> = {}, circuit = CIRCUIT) => bench(site({ loads, ...part }), ['a', 'b'], circuit).plugged.map((p) => [p.id, p.deviceId, p.face, p.watts]); // prettier-ignore
  it('face by face, from the upper; then the next device, then again the first', () => {
    expect(plugged([load('l1'), load('l2'), load('l3')])).toEqual([['l1', 'a-d', 'upper', 100], ['l2', 'a-d', 'lower', 100], ['l3', 'a-d', 'upper', 100]]); // prettier-ignore
    const two = { devices: [device('a'), device('a', 'duplex-15', { id: 'a-e' }), device('b')] };
    expect(plugged([load('l1'), load('l2'), load('l3'), load('l4')], two).map((p) => p.slice(1, 3))).toEqual([['a-d', 'upper'], ['a-d', 'lower'], ['a-e', 'upper'], ['a-e', 'lower']]); // prettier-ignore
  });
  it('by its watts, or its amps at the volts of its circuit; 0 W, or no figure, is not plugged in', () => {
    expect(plugged([load('l', { watts: undefined, amps: 2 })])).toEqual([['l', 'a-d', 'upper', 240]]);
    expect(plugged([load('l', { watts: undefined, amps: 2 })], {}, { ...CIRCUIT, voltsNominal: 240 })).toEqual([['l', 'a-d', 'upper', 480]]); // prettier-ignore
    expect(plugged([load('l', { watts: 0 }), load('m', { watts: undefined })])).toEqual([]);
  });
  it('nothing on a switch, in a box that is not here, or nowhere', () => {
    expect(plugged([load('l')], { devices: [device('a', 'switch-15'), device('b')] })).toEqual([]);
    expect(plugged([load('l', { boxId: 'elsewhere' }), load('m', { boxId: undefined })])).toEqual([]);
    expect(plugged([load('l')], { devices: [device('a', 'ground-fault-20'), device('b')] })[0]![1]).toBe('a-d');
    expect(plugged([load('l')], { devices: [device('a', 'single-20'), device('b')] })[0]![1]).toBe('a-d');
  });
});
