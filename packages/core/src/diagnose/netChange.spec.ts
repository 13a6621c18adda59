/** A fault as what changes in the network: what is out, what is there instead, by hand on one box behind a panel. */
import { describe, expect, it } from 'vitest';
import { buildNetwork, nodeOf, runOfBoxes, type Network } from '../circuit/index.js';
import { endKey, type Bench } from '../model/index.js';
import { changesOf, soundOf, TAMED_CONTACT_OHM, tamed, type NetChange } from './netChange.js';

const run = (): Bench => runOfBoxes({ boxes: 1 });
const sound = () => soundOf(tamed(buildNetwork(run()).network));
const changes = (edit: (b: Bench) => void): NetChange[] => {
  const bench = structuredClone(run());
  edit(bench);
  return changesOf(sound(), bench);
};
const outs = (list: NetChange[]): string[] => list.flatMap((c) => ('out' in c ? [c.out] : []));
const ins = (list: NetChange[]) => list.flatMap((c) => ('out' in c ? [] : [c]));
const ohmOf = (id: string): number => (buildNetwork(run()).network.branches.find((b) => b.id === id)!.is as { ohm: number }).ohm;
const node = (conductor: number, end: 0 | 1): string => nodeOf.end(endKey({ cableId: 'cable1', conductor, end }));

describe('what a fault changes', () => {
  it('nothing where nothing is wrong', () => expect(changes(() => undefined)).toEqual([]));
  it('an end that hangs loose: its contact is out, and nothing is there instead', () => {
    const list = changes((b) => void (b.joints = b.joints.filter((j) => j.at?.terminal !== 'brass upper')));
    expect(ins(list)).toEqual([]);
    expect(outs(list).length).toBeGreaterThan(0);
    for (const id of outs(list)) expect(id).toMatch(/^contact /);
  });
  it('a joint of 40 Ω instead of a firm one: the firm one out, the other from the same place to the same', () => {
    const list = changes((b) => void (b.joints.find((j) => j.at?.terminal === 'silver upper')!.looseOhm = 40));
    expect(ins(list).reduce((most, c) => Math.max(most, c.ohm), 0)).toBeGreaterThanOrEqual(40);
    expect(outs(list).length).toBeGreaterThan(0);
  });
  it('hot and neutral changed over under the screws: each leads to the other’s screw', () => {
    const list = changes((b) => {
      const [brass, silver] = ['brass upper', 'silver upper'].map((t) => b.joints.find((j) => j.at?.terminal === t)!);
      [brass!.ends, silver!.ends] = [silver!.ends, brass!.ends];
    });
    const across = ins(list).map((c) => [c.from, c.to].sort().join(' | ')).sort(); // prettier-ignore
    expect(across.length).toBe(2);
    expect(across.some((x) => x.includes(node(0, 1)))).toBe(true);
    expect(across.some((x) => x.includes(node(1, 1)))).toBe(true);
  });
  it('a pigtail put between is one resistance from end to end: its own and those of its contacts', () => {
    const list = changes((b) => {
      const j = b.joints.find((x) => x.at?.terminal === 'brass upper')!;
      const [end] = j.ends;
      b.pigtails.push({ id: 'tail', boxId: 'box1', colour: 'black', gauge: 14, lengthMm: 152 });
      j.ends = [{ pigtailId: 'tail', end: 1 }];
      b.joints.push({ id: 's', boxId: 'box1', kind: 'splice', how: 'twist-on', ends: [end!, { pigtailId: 'tail', end: 0 }] });
    });
    expect(ins(list)).toHaveLength(1);
    const [through] = ins(list);
    // four contacts at most, brought up to a hundredth of an ohm each, and six inches of copper (2.525 Ω in 1 000 ft)
    const copper = (2.525 * 0.5) / 1000;
    expect(through!.ohm).toBeGreaterThan(2 * TAMED_CONTACT_OHM + copper * 0.99);
    expect(through!.ohm).toBeLessThan(5 * TAMED_CONTACT_OHM + copper * 1.01);
    expect([through!.from, through!.to]).toContain(node(0, 1));
  });
  it('a piece that ends in the air leads nowhere', () => {
    const list = changes((b) => {
      b.pigtails.push({ id: 'tail', boxId: 'box1', colour: 'black', gauge: 14, lengthMm: 152 });
      b.joints.find((x) => x.at?.terminal === 'brass upper')!.ends.push({ pigtailId: 'tail', end: 1 });
    });
    expect(ins(list)).toEqual([]);
  });
});

describe('a network brought nearer to what differences can bear', () => {
  const network = (): Network => buildNetwork(run()).network;
  it('contacts of less than a hundredth of an ohm are taken as that; copper and loads stay as they are', () => {
    const [before, after] = [network(), tamed(network())];
    expect(after.branches.map((b) => b.id)).toEqual(before.branches.map((b) => b.id));
    const ohm = (n: Network, id: string) => (n.branches.find((b) => b.id === id)!.is as { ohm: number }).ohm;
    const contacts = before.branches.filter((b) => b.id.startsWith('contact '));
    expect(contacts.length).toBeGreaterThan(0);
    for (const c of contacts) expect(ohm(after, c.id)).toBe(Math.max(TAMED_CONTACT_OHM, ohm(before, c.id)));
    const copper = before.branches.filter((b) => b.part?.is === 'conductor');
    for (const c of copper) expect(ohm(after, c.id)).toBe(ohmOf(c.id));
    expect([before.leakOhm! > 1e9, after.leakOhm]).toEqual([true, 1e9]);
  });
  it('names of all its nodes: of branches, of sources, and earth', () => {
    const { nodes, branches } = sound();
    for (const b of network().branches) expect([nodes.has(b.from), nodes.has(b.to), branches.has(b.id)]).toEqual([true, true, true]);
    for (const s of network().sources) expect([nodes.has(s.from), nodes.has(s.to)]).toEqual([true, true]);
    expect([nodes.has(network().earth), nodes.has('nothing')]).toEqual([true, false]);
  });
});
