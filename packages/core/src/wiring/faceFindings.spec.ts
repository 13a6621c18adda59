/**
 * What is said of a face by its volts and by what a short there would drive, just within and just past each limit. By Ohm’s law on one box
 * behind 6 m of 14 AWG: 12 m at 8.28 mΩ/m, a source of 0.02 Ω and contacts are a little over 0.12 Ω; the rest is one loose joint.
 */
import { describe, expect, it } from 'vitest';
import { runOfBoxes, switchOn } from '../circuit/index.js';
import { PANEL, type Bench, type Edition } from '../model/index.js';
import type { BenchFinding } from './benchChecks.js';
import { eventWords, faceFindings, rangeWords, twoLiveCables } from './benchReadings.js';

const WIRES_OHM = 0.12;
/** A load at the lower face, Ω, and so much between the panel and it, Ω. */
const held = ({ load, way }: { load?: number; way: number }): Bench => {
  const bench = runOfBoxes({ boxes: 1 });
  const loose = bench.joints.find((j) => j.at?.terminal === 'silver upper')!;
  return {
    ...bench,
    joints: bench.joints.map((j) => (j === loose ? { ...j, looseOhm: way - WIRES_OHM } : j)),
    plugged: load === undefined ? [] : [{ id: 'p', name: 'load', deviceId: 'device1', face: 'lower', watts: 120 ** 2 / load, powerFactor: 1, on: true }],
  }; // prettier-ignore
};
const faces = (bench: Bench, edition: Edition = 'US-2020'): BenchFinding[] => faceFindings(switchOn(bench), bench, edition);
const said = (bench: Bench): string => faces(bench).map((f) => `${f.verdict}: ${f.code.split('.')[1]}`)[0]!; // prettier-ignore

describe('volts at a face', () => {
  it('a drop of 5 % is advised: 0.50 of 10 Ω is within, 0.56 is past it (210.19, informational note)', () => {
    // 10.5 Ω: 4.8 %; 10.56: 5.3 %
    expect(said(held({ load: 10, way: 0.5 }))).toBe('note: dropAndShort');
    expect(said(held({ load: 10, way: 0.56 }))).toBe('caution: dropAndShort');
    expect(said(held({ way: 0.56 }))).toBe('note: dropAndShort');
  });
  it('under 85 % something is loose: 1.7 of 10 Ω is 85.5 %, 1.83 is 84.5 %', () => {
    expect(said(held({ load: 10, way: 1.7 }))).toBe('caution: dropAndShort');
    expect(said(held({ load: 10, way: 1.83 }))).toBe('stop: looseNeutral');
  });
  it('a short that drives less than 5 A meets no breaker: 24.5 Ω is 4.9 A, 23.5 Ω is 5.1 A, whatever the volts', () => {
    expect(said(held({ way: 23.5 }))).toBe('note: dropAndShort');
    expect(said(held({ way: 24.5 }))).toBe('stop: nothingBehind');
  });
  it('below 20 V a face is off: nothing is said of what is loose behind it', () => {
    // 10 of 59 Ω: 20.3 V; of 61 Ω: 19.7 V
    expect(said(held({ load: 10, way: 49 }))).toBe('stop: nothingBehind');
    expect(said(held({ load: 10, way: 51 }))).toBe('caution: dropAndShort');
    // 4 of 23.4 Ω: 20.5 V at 6.2 A; of 24.6 Ω: 19.5 V
    expect(said(held({ load: 4, way: 19.4 }))).toBe('stop: looseNeutral');
    expect(said(held({ load: 4, way: 20.6 }))).toBe('caution: dropAndShort');
  });
  it('a neutral that is lost upstream: two loads in line between the legs, past 6 % over the supply on the lighter', () => {
    const lost = (ohm: number): Bench => {
      const [a, b] = [runOfBoxes({ boxes: 1 }), runOfBoxes({ boxes: 1 }, 'x-')];
      const whites = [...a.joints, ...b.joints].filter((j) => j.id.endsWith('neutral-bar-1'));
      const load = (deviceId: string, r: number): Bench['plugged'][number] => ({ id: deviceId, name: 'load', deviceId, face: 'upper', watts: 120 ** 2 / r, powerFactor: 1, on: true }); // prettier-ignore
      return {
        ...a,
        boxes: [...a.boxes, ...b.boxes],
        cables: [...a.cables, ...b.cables],
        devices: [...a.devices, ...b.devices],
        pigtails: [],
        breakers: [...a.breakers, ...b.breakers.map((x) => ({ ...x, leg: 'B' as const }))],
        joints: [
          ...[...a.joints, ...b.joints].filter((j) => !whites.includes(j)),
          { id: 'met', boxId: PANEL, kind: 'splice', how: 'twist-on', ends: whites.flatMap((j) => j.ends) },
        ],
        plugged: [load('device1', ohm), load('x-device1', 20)],
      };
    };
    // 24 of 44 Ω: 131 V; 22 of 42 Ω: 126 V, less a little in the wires
    expect(said(lost(24))).toBe('stop: neutralLost');
    expect(said(lost(22))).toBe('note: dropAndShort');
    const [high] = faces(lost(24));
    expect(high!.source).toMatchObject({ edition: '2020', clause: '300.13(B) and 210.4' });
    const [sum] = high!.sums;
    expect([sum!.terms, sum!.limit]).toEqual([[], expect.objectContaining({ value: 120, relation: '≤' })]);
    expect(sum!.result.value).toBeGreaterThan(127.2);
  });
});

describe('what stands with it', () => {
  it('the box, the device and the face; the clause of the edition asked for', () => {
    const [upper, lower] = faces(held({ way: 0.2 }), 'US-2023');
    expect([upper!.about, lower!.about]).toEqual([['box1', 'device1', 'upper'], ['box1', 'device1', 'lower']]); // prettier-ignore
    expect(upper!.source).toMatchObject({ standard: 'NEC', edition: '2023', clause: '210.19(A), informational note' });
  });
  it('three sums, each with its formula; two of them of what stands in the others', () => {
    const [f] = faces(held({ load: 10, way: 0.5 }));
    expect(f!.sums.map((s) => s.formula)).toEqual([undefined, '(supply − face) ÷ supply', 'volts ÷ ohms']);
    const [volts, drop] = f!.sums;
    expect(drop!.terms).toEqual([]);
    expect(drop!.result.value).toBeCloseTo((100 * (120 - volts!.result.value)) / 120, 9);
  });
  it('a length that nobody measured: of the cable that feeds it, by name; no sum', () => {
    const bench = runOfBoxes({ boxes: 3 });
    const of = (...ids: string[]) => faces({ ...bench, unmeasured: [...ids.map((id) => ({ of: id, what: 'length' as const })), { of: 'cable1', what: 'free', boxId: 'box1' }] }).map((f) => (f.verdict === 'can’t tell' ? `${f.title}: ${f.says.match(/panel to box 1|box 1 to box 2|box 2 to box 3/g)?.join()}` : 'told')); // prettier-ignore
    expect(of()).toEqual(['told', 'told', 'told', 'told', 'told', 'told']);
    expect(of('cable2')).toEqual(['told', 'told', 'Receptacle 2, upper: box 1 to box 2', 'Receptacle 2, lower: box 1 to box 2', 'Receptacle 3, upper: box 1 to box 2', 'Receptacle 3, lower: box 1 to box 2']); // prettier-ignore
    expect(of('cable3', 'cable1').at(-1)).toBe('Receptacle 3, lower: panel to box 1,box 2 to box 3');
    expect(faces({ ...bench, unmeasured: [{ of: 'cable1', what: 'length' }] })[0]!.sums).toEqual([]);
  });
});

describe('times and events in words', () => {
  it('seconds, minutes from 90 of them, hours from 3 600; a range whose low end is less than a tenth is “up to”', () => {
    const up = (to: number) => rangeWords({ from: 0, to });
    expect([up(0.04), up(1.25), up(89), up(90), up(120), up(3599), up(3600), up(5400)]).toEqual(['up to 0 s', 'up to 1.3 s', 'up to 89 s', 'up to 2 min', 'up to 2 min', 'up to 60 min', 'up to 1 h', 'up to 1.5 h']); // prettier-ignore
    expect([rangeWords({ from: 1, to: 10 }), rangeWords({ from: 0.9, to: 10 })]).toEqual(['1 s to 10 s', 'up to 10 s']);
    expect(rangeWords({ from: 120, to: Infinity })).toBe('2 min or never');
  });
  it('a dead short opens its breaker, and says which; nothing else is said', () => {
    const bench = runOfBoxes({ boxes: 1 });
    const [hot, neutral] = ['brass upper', 'silver upper'].map((t) => bench.joints.find((j) => j.at?.terminal === t)!);
    const short = { ...bench, joints: bench.joints.map((j) => (j === hot ? { ...j, ends: [...j.ends, ...neutral!.ends] } : j)).filter((j) => j !== neutral) }; // prettier-ignore
    const words = eventWords(switchOn(short));
    expect(words).toHaveLength(1);
    expect(words[0]).toMatch(/^Opened: breaker\. 9\d\d\.\d A through breaker 4 of 15 A, within 0\.1 s\.$/);
    expect(eventWords(switchOn(bench))).toEqual([]);
  });
  it('an overload names its amps and its breaker of several; that it may hold, or when it opens', () => {
    const loaded = (watts: number): Bench => {
      const [a, b] = [runOfBoxes({ boxes: 1 }), runOfBoxes({ boxes: 1 }, 'x-')];
      return {
        ...a,
        boxes: [...b.boxes, ...a.boxes],
        cables: [...b.cables, ...a.cables],
        devices: [...b.devices, ...a.devices],
        joints: [...b.joints, ...a.joints],
        breakers: [...b.breakers.map((x) => ({ ...x, number: '9', amps: 20 })), ...a.breakers],
        plugged: [{ id: 'p', name: 'load', deviceId: 'device1', face: 'upper', watts, powerFactor: 1, on: true }],
      };
    };
    // 16.5 A on 15: within what a breaker has to hold for ever, or open late; 24 A: it opens
    expect(eventWords(switchOn(loaded(2000)))).toEqual([expect.stringMatching(/^Overload: 16\.\d A on breaker 4 of 15 A; it may hold, or open after a while\.$/)]); // prettier-ignore
    expect(eventWords(switchOn(loaded(2900)))).toEqual([expect.stringMatching(/^Overload: 2[34]\.\d A on breaker 4 of 15 A; it opens within .*(min|h)\.$/)]); // prettier-ignore
  });
  it('two cables that bring power into a box: named, the hot of each found by its colour', () => {
    const bench = runOfBoxes({ boxes: 1 });
    const second = { ...bench.cables[0]!, id: 'second', name: 'the other one', colours: ['white', 'black', 'bare'] as typeof bench.cables[0]['colours'] }; // prettier-ignore
    const two: Bench = {
      ...bench,
      cables: [...bench.cables, second],
      breakers: [...bench.breakers, { ...bench.breakers[0]!, id: 'b2', number: '6', leg: 'B' }],
      joints: [...bench.joints, { id: 'q', boxId: PANEL, kind: 'terminal', at: { device: 'b2', terminal: 'screw' }, ends: [{ cableId: 'second', conductor: 1, end: 0 }] }], // prettier-ignore
    };
    const [found, ...more] = twoLiveCables(switchOn(two));
    expect(found).toMatchObject({ box: 'Box 1', a: 'panel to box 1', b: 'the other one' });
    expect(found!.reading.betweenVolts).toBeCloseTo(240, 0);
    expect(more).toEqual([]);
  });
});
