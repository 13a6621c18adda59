/** Circuits of many shapes, two boxes of each drawn out by hand; and of every seed: each end landed once, every face sound. */
import { describe, expect, it } from 'vitest';
import type { Bench, WireEnd } from '../model/index.js';
import { CIRCUIT_SHAPES, facePoints, switchOn, variedCircuit, type CircuitShape } from './index.js';

const endOf = (e: WireEnd): string => ('pigtailId' in e ? `tail${e.end ? ' there' : ''}` : `${e.cableId.replace('cable', '')}.${'bwgr'[e.conductor] ?? '?'}`); // prettier-ignore
/** What lies in a box: `brass upper: 1.b`, a splice as `1.b + 2.b + tail`; conductors by number, pigtails unnamed. */
const inBox = ({ joints }: Bench, boxId: string): string[] =>
  joints.filter((j) => j.boxId === boxId).map((j) => `${j.at ? `${j.at.device.replace(`${boxId}-`, '')} ${j.at.terminal}: ` : j.kind === 'cap' ? 'cap: ' : ''}${j.ends.map(endOf).join(' + ')}`); // prettier-ignore
const of = (shape: CircuitShape, boxes = 2, school: 'screws' | 'pigtails' = 'screws') => variedCircuit(shape, boxes, 1, school).bench;
const TAIL = 'tail there';

describe('two boxes of each shape', () => {
  it('a chain: under both screws, or spliced with a pigtail; grounds always spliced', () => {
    expect(inBox(of('chain'), 'panel')).toEqual(['breaker4 screw: 1.b', 'neutral-bar screw: 1.w', 'ground-bar screw: 1.g']);
    expect(inBox(of('chain'), 'box1')).toEqual(['outlet brass upper: 1.b', 'outlet brass lower: 2.b', 'outlet silver upper: 1.w', 'outlet silver lower: 2.w', `outlet green: ${TAIL}`, '1.g + 2.g + tail']); // prettier-ignore
    expect(inBox(of('chain'), 'box2')).toEqual(['outlet brass upper: 2.b', 'outlet silver upper: 2.w', 'outlet green: 2.g']);
    expect(inBox(of('chain', 2, 'pigtails'), 'box1')).toEqual([`outlet brass upper: ${TAIL}`, '1.b + 2.b + tail', `outlet silver upper: ${TAIL}`, '1.w + 2.w + tail', `outlet green: ${TAIL}`, '1.g + 2.g + tail']); // prettier-ignore
    const { cables, breakers, boxes, pigtails } = of('chain');
    expect([cables.map((c) => [c.ends, c.colours.length, c.gauge]), breakers.map((b) => [b.number, b.leg, b.amps, b.on, b.tiedTo])]).toEqual([[[['panel', 'box1'], 3, 14], [['box1', 'box2'], 3, 14]], [['4', 'A', 15, true, undefined]]]); // prettier-ignore
    expect([cables[0]!.name, cables[1]!.name, pigtails.map((p) => [p.colour, p.lengthMm])]).toEqual([`panel to ${boxes[0]!.name}`, `${boxes[0]!.name} to ${boxes[1]!.name}`, [['bare', 152]]]); // prettier-ignore
    expect(cables.every((c) => c.lengthMm >= 3000 && c.lengthMm <= 9000)).toBe(true);
  });
  it('a ring comes back to its own breaker', () => {
    const ring = of('ring');
    expect([ring.cables.at(-1)!.ends, inBox(ring, 'panel').slice(3)]).toEqual([['box2', 'panel'], ['breaker4 screw: -back.b', 'neutral-bar screw: -back.w', 'ground-bar screw: -back.g']]); // prettier-ignore
    expect(inBox(ring, 'box2').slice(0, 2)).toEqual(['outlet brass upper: 2.b', 'outlet brass lower: -back.b']);
  });
  it('a protective outlet takes what comes on LINE and what goes on on LOAD; in the middle it is the one before', () => {
    expect(inBox(of('protected first'), 'box1')).toEqual(['outlet line brass: 1.b', 'outlet load brass: 2.b', 'outlet line silver: 1.w', 'outlet load silver: 2.w', `outlet green: ${TAIL}`, '1.g + 2.g + tail']); // prettier-ignore
    const where = (boxes: number) => of('protected middle', boxes).devices.findIndex((d) => d.form === 'ground-fault');
    expect([where(2), where(3), where(4), where(5)]).toEqual([0, 1, 1, 2]);
    // at the end nothing hangs behind it
    expect(inBox(variedCircuit('protected first', 1, 1).bench, 'box1')).toEqual(['outlet line brass: 1.b', 'outlet line silver: 1.w', 'outlet green: 1.g']); // prettier-ignore
  });
  it('a shared neutral: two tied breakers on two legs, outlets in turns on one and the other', () => {
    const shared = of('shared neutral');
    expect(shared.breakers.map((b) => [b.number, b.leg, b.tiedTo])).toEqual([['12', 'A', 'breaker14'], ['14', 'B', 'breaker12']]); // prettier-ignore
    // black, red, white, bare
    expect(inBox(shared, 'panel')).toEqual([
      'breaker12 screw: 1.b',
      'breaker14 screw: 1.w',
      'neutral-bar screw: 1.g',
      'ground-bar screw: 1.r',
    ]);
    expect(inBox(shared, 'box1')).toEqual([`outlet brass upper: ${TAIL}`, '1.b + 2.b + tail', '1.w + 2.w', `outlet silver upper: ${TAIL}`, '1.g + 2.g + tail', `outlet green: ${TAIL}`, '1.r + 2.r + tail']); // prettier-ignore
    expect(inBox(shared, 'box2')).toEqual(['outlet brass upper: 2.w', 'cap: 2.b', 'outlet silver upper: 2.g', 'outlet green: 2.r']);
  });
  it('a split outlet takes a half of each, its brass tab out', () => {
    const split = of('split');
    expect(inBox(split, 'box2')).toEqual(['outlet brass upper: 2.b', 'outlet brass lower: 2.w', 'outlet silver upper: 2.g', 'outlet green: 2.r']); // prettier-ignore
    expect(split.devices.map((d) => [d.brassTab, d.silverTab])).toEqual([[true, true], [false, true]]); // prettier-ignore
    expect(of('shared neutral').devices.every((d) => d.brassTab)).toBe(true);
  });
  it('a switch beside the second outlet, and a lamp behind it', () => {
    const lit = of('switched');
    expect(inBox(lit, 'box2')).toEqual([`outlet brass upper: ${TAIL}`, `switch screw 1: ${TAIL}`, '2.b + tail + tail', 'switch screw 2: lamp-.b', `outlet silver upper: ${TAIL}`, '2.w + lamp-.w + tail', `outlet green: ${TAIL}`, `switch green: ${TAIL}`, '2.g + lamp-.g + tail + tail']); // prettier-ignore
    expect(inBox(lit, 'lamp-box')).toEqual(['lamp hot: lamp-.b', 'lamp neutral: lamp-.w', 'lamp green: lamp-.g']);
    expect(lit.devices.find((d) => d.form === 'lamp')).toMatchObject({ watts: 60, name: expect.stringMatching(/^(Ceiling|Stair light) lamp$/) }); // prettier-ignore
    expect(variedCircuit('switched', 1, 1).bench.devices.map((d) => d.form)).toEqual(['duplex', 'switch', 'lamp']);
  });
  it('a switch by the door: the upper half of the next hangs on it, the lower is always live', () => {
    const half = of('half switched');
    expect(half.cables.map((c) => c.colours.join())).toEqual(['black,white,bare', 'black,red,white,bare']);
    expect(inBox(half, 'box1')).toEqual([`switch screw 1: ${TAIL}`, '1.b + 2.b + tail', 'switch screw 2: 2.w', '1.w + 2.g', `switch green: ${TAIL}`, '1.g + 2.r + tail']); // prettier-ignore
    expect(inBox(half, 'box2')).toEqual(['outlet brass upper: 2.w', 'outlet brass lower: 2.b', 'outlet silver upper: 2.g', 'outlet green: 2.r']); // prettier-ignore
    expect(half.devices.map((d) => [d.form, d.brassTab])).toEqual([['switch', true], ['duplex', false]]); // prettier-ignore
  });
});

describe('of every seed', () => {
  const drawn = (shape: CircuitShape) => Array.from({ length: 12 }, (_, seed) => variedCircuit(shape, 2 + (seed % 6), seed));
  it.each(CIRCUIT_SHAPES)('%s: each end of a conductor and of a pigtail is landed once, each thing has its own name', (shape) => {
    for (const { bench } of drawn(shape)) {
      const landed = bench.joints.flatMap((j) => j.ends.map((e) => JSON.stringify(e))).sort();
      const ends = [
        ...bench.cables.flatMap((c) => c.colours.flatMap((_, conductor) => ([0, 1] as const).map((e) => ({ cableId: c.id, conductor, end: e })))), // prettier-ignore
        ...bench.pigtails.flatMap((p) => ([0, 1] as const).map((e) => ({ pigtailId: p.id, end: e }))),
      ];
      expect(landed).toEqual(ends.map((e) => JSON.stringify(e)).sort());
      for (const list of [bench.joints, bench.pigtails, bench.cables, bench.devices, bench.boxes]) expect(new Set(list.map((x) => x.id)).size).toBe(list.length); // prettier-ignore
      expect(new Set(bench.boxes.map((x) => x.name)).size).toBe(bench.boxes.length);
    }
  });
  it.each(CIRCUIT_SHAPES)('%s: with its breakers and switches on there are 120 V at every half of every outlet', (shape) => {
    for (const { bench } of drawn(shape)) {
      const points = facePoints(switchOn(bench));
      expect(points.length).toBeGreaterThan(0);
      for (const p of points) expect([shape, Math.round(p.volts)]).toEqual([shape, 120]);
    }
  });
  it('boxes from the last toward the panel; the same seed the same circuit, another another', () => {
    expect(variedCircuit('chain', 4, 3).inward).toEqual(['box4', 'box3', 'box2', 'box1']);
    expect(variedCircuit('chain', 4, 3)).toEqual(variedCircuit('chain', 4, 3));
    expect(variedCircuit('chain', 4, 3).bench).not.toEqual(variedCircuit('chain', 4, 4).bench);
    expect(variedCircuit('chain', 4, 3).shape).toBe('chain');
  });
  it('a branch leaves from a box before the last, never three from one; a chain from the last', () => {
    const froms = (shape: CircuitShape, seed: number) => variedCircuit(shape, 8, seed).bench.cables.map((c) => c.ends[0]);
    const seeds = Array.from({ length: 20 }, (_, i) => i);
    const straight = ['panel', ...Array.from({ length: 7 }, (_, i) => `box${i + 1}`)];
    expect(seeds.every((s) => froms('chain', s).join() === straight.join())).toBe(true);
    expect(seeds.some((s) => froms('branch', s).join() !== straight.join())).toBe(true);
    for (const s of seeds) for (const id of straight) expect(froms('branch', s).filter((f) => f === id).length).toBeLessThanOrEqual(2);
  });
  it('some are pushed in and some under screws; some go on by screws and some by pigtails', () => {
    const seeds = Array.from({ length: 30 }, (_, i) => variedCircuit('chain', 3, i).bench);
    const how = (b: Bench) => new Set(b.joints.filter((j) => j.at?.terminal.startsWith('brass')).map((j) => j.how));
    expect(new Set(seeds.flatMap((b) => [...how(b)]))).toEqual(new Set(['push-in', 'side screw']));
    // one circuit is of one hand
    expect(seeds.every((b) => how(b).size === 1)).toBe(true);
    expect(new Set(seeds.map((b) => b.pigtails.some((p) => p.colour === 'black')))).toEqual(new Set([true, false]));
  });
});
