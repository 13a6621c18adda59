/**
 * What a meter and a heater show in a circuit with a fault in it, as the low-rank sums have it, beside the same network with the fault, the
 * meter and the heater written into it and factored anew (its solver is held against ngspice); what opens, beside the bench switched on.
 */
import { describe, expect, it } from 'vitest';
import { CIRCUIT_SHAPES, EARTH, magnitude, NetworkError, nodeOf, runOfBoxes, Solved, switchOn, variedCircuit, type SwitchedOn } from '../circuit/index.js'; // prettier-ignore
import { METER_OHM } from '../instruments/index.js';
import { emptySite, type Bench } from '../model/index.js';
import { changesOf, faceKey, facesOf, FaultLab, faultsOn, type CircuitBench, type Face, type NetChange } from './index.js';

const onBench = (bench: Bench): CircuitBench => ({ bench: { ...bench, plugged: [] }, taken: [], unseen: new Set(), circuit: undefined, site: emptySite() }); // prettier-ignore
const SHAPES: [string, Bench][] = [
  ...CIRCUIT_SHAPES.map((shape, seed): [string, Bench] => [shape, variedCircuit(shape, 3, seed).bench]),
  ['behind a protective receptacle', runOfBoxes({ boxes: 3, protectedFirst: true })],
];
/** A heater of 1 440 W in a face: 10 ohm at 120 V. */
const heated = (bench: Bench, deviceId: string, face: Face): Bench => ({ ...bench, plugged: [{ id: 'heater', name: 'heater', deviceId, face, watts: 1440, powerFactor: 1, on: true }] }); // prettier-ignore
const opened = (on: SwitchedOn): string[] => [
  ...on.bench.breakers.filter((b) => !b.on).map((b) => b.id),
  ...on.bench.devices.filter((d) => d.tripped).map((d) => d.id),
];
interface Faulty {
  id: string;
  bench: Bench;
  changes: NetChange[];
  on: SwitchedOn;
  lab: FaultLab;
}
/** Every fault that is a circuit still, and the sound one. */
function faulty(bench: Bench): Faulty[] {
  const known = onBench(bench);
  const lab = new FaultLab(known.bench);
  const all = [{ suspect: { id: 'sound' }, bench: (b: Bench) => b }, ...faultsOn(known)].flatMap(({ suspect, bench: edit }) => {
    if (!edit) return [];
    try {
      const wired = edit(known.bench);
      return [{ id: suspect.id, bench: wired, changes: changesOf(lab.sound, wired), on: switchOn(wired), lab }];
    } catch (error) {
      if (error instanceof NetworkError) return [];
      throw error;
    }
  });
  lab.prepare(all.map((f) => f.changes));
  return all;
}
const facesAll = (bench: Bench): { d: string; f: Face; key: string }[] =>
  bench.devices.flatMap((d) => facesOf(d).map((f) => ({ d: d.id, f, key: faceKey(d.id, f) })));
type Pin = 'hot' | 'neutral' | 'ground';
/** The network as the changes make it, with so many ohms across two pins, and the volts across two others; V. */
function anew({ lab, changes }: Faulty, [d, f, a, b]: [string, Face, Pin, Pin | 'earth'], load?: [string, Face, Pin, Pin, number]): number {
  const outs = new Set(changes.flatMap((c) => ('out' in c ? [c.out] : [])));
  const added = changes.flatMap((c, i) => ('out' in c ? [] : [{ id: `added ${i}`, from: c.from, to: c.to, is: { ohm: c.ohm } }]));
  const loads = load ? [{ id: 'load', from: nodeOf.slot(load[0], load[1], load[2]), to: nodeOf.slot(load[0], load[1], load[3]), is: { ohm: load[4] } }] : []; // prettier-ignore
  const { network } = lab.sound;
  const solved = new Solved({ ...network, branches: [...network.branches.filter((x) => !outs.has(x.id)), ...added, ...loads] });
  return magnitude(solved.state.between(nodeOf.slot(d, f, a), b === 'earth' ? EARTH : nodeOf.slot(d, f, b)));
}
const PAIRS: [Pin, Pin][] = [['hot', 'neutral'], ['hot', 'ground'], ['neutral', 'ground']]; // prettier-ignore
const HEATER_OHM = 10;

describe.each(SHAPES)('%s', (_, bench) => {
  const all = faulty(bench);
  const quiet = all.filter((f) => opened(f.on).length === opened(all[0]!.on).length);
  it('a meter at every face, pair by pair', () => {
    const differ: string[] = [];
    for (const fault of quiet)
      for (const { d, f, key } of facesAll(fault.bench))
        fault.lab.metered(fault.changes, key).forEach((v, i) => {
          const [a, b] = PAIRS[i]!;
          const is = anew(fault, [d, f, a, b], [d, f, a, b, METER_OHM]);
          if (Math.abs(v - is) > 0.01) differ.push(`${fault.id} at ${key}, ${a} to ${b}: ${v} for ${is}`);
        });
    expect(quiet.length).toBeGreaterThan(10);
    expect(differ).toEqual([]);
  });
  it('hot to earth, with nothing plugged in; hot to neutral, with a heater in it', () => {
    const differ: string[] = [];
    for (const fault of quiet) {
      const { faces } = fault.lab.read(fault.changes);
      for (const { d, f, key } of facesAll(fault.bench)) {
        const { hotVolts, loadVolts } = faces.get(key)!;
        const hot = anew(fault, [d, f, 'hot', 'earth']);
        if (Math.abs(hotVolts - hot) > 0.01) differ.push(`${fault.id} at ${key}: ${hotVolts} for ${hot} to earth`);
        const under = anew(fault, [d, f, 'hot', 'neutral'], [d, f, 'hot', 'neutral', HEATER_OHM]);
        if (Math.abs(loadVolts - under) > 0.01) differ.push(`${fault.id} at ${key}: ${loadVolts} for ${under} under load`);
      }
    }
    expect(differ).toEqual([]);
  });
  it('what a heater makes open', () => {
    const differ: string[] = [];
    for (const { id, bench: wired, changes, on, lab } of quiet) {
      const { faces } = lab.read(changes);
      for (const { d, f, key } of facesAll(wired)) {
        const opens = opened(switchOn(heated(wired, d, f))).length > opened(on).length;
        if (faces.get(key)!.opensUnderLoad !== opens) differ.push(`${id} at ${key}: ${opens ? 'opens' : 'holds'} with the heater on`);
      }
    }
    expect(differ).toEqual([]);
  });
  it('volts in one face while the heater runs in another', () => {
    const differ: string[] = [];
    for (const fault of quiet) {
      const list = facesAll(fault.bench).filter((x) => x.f === 'upper');
      const pairs = list.flatMap((a) => list.filter((b) => b !== a).map((b) => [a, b] as const));
      const read = fault.lab.across(fault.changes, pairs.map(([a, b]) => [a.key, b.key] as const)); // prettier-ignore
      pairs.forEach(([a, b], i) => {
        const is = anew(fault, [a.d, a.f, 'hot', 'neutral'], [b.d, b.f, 'hot', 'neutral', HEATER_OHM]);
        if (Math.abs(read[i]! - is) > 0.01) differ.push(`${fault.id}: ${a.key} while ${b.key}: ${read[i]!} for ${is}`);
      });
    }
    expect(differ).toEqual([]);
  });
});
