/** What hangs together in a bench: walks over numbers against a walk over the branches as they stand, on drawn cuts. */
import { describe, expect, it } from 'vitest';
import { endKey, GROUND_BAR, NEUTRAL_BAR, type Bench } from '../model/index.js';
import { buildNetwork, EARTH, endAtNode, endName, jointName, loops, metalOf, nodeOf, reached, runOfBoxes } from './index.js';

/** Branch by branch until nothing is added: slow and plain. */
function plainly(bench: Bench, from: string, cut: (id: string) => boolean): Set<string> {
  const metal = buildNetwork(bench).network.branches.filter(
    (b) => 'ohm' in b.is && b.is.ohm < 1000 && !/^(?:load |leak|yoke |breaker |bond$|earth electrode$)/.test(b.id) && !cut(b.id),
  );
  const seen = new Set([from]);
  for (let before = 0; before !== seen.size;) {
    before = seen.size;
    for (const b of metal)
      for (const [a, z] of [
        [b.from, b.to],
        [b.to, b.from],
      ] as const)
        if (seen.has(a) && z !== EARTH) seen.add(z);
  }
  return seen;
}
const random = (seed: number) => () => ((seed = (seed * 48_271) % 2_147_483_647) % 10_000) / 10_000;

describe('the metal of a bench', () => {
  it('from every breaker and bar, whole and with drawn cables cut: the same nodes', () => {
    const bench = runOfBoxes({ boxes: 6 }, 'r');
    const draw = random(7);
    const starts = [...bench.breakers.map((b) => nodeOf.breaker(b.id)), nodeOf.bar(NEUTRAL_BAR), nodeOf.bar(GROUND_BAR)];
    for (let n = 0; n < 40; n++) {
      const cut = new Set(bench.cables.filter(() => n > 0 && draw() < 0.2).map((c) => c.id));
      const gone = (id: string) => [...cut].some((c) => id.startsWith(`conductor ${c}/`));
      for (const from of starts) {
        const walked = metalOf(bench).walk(from, [...cut].flatMap((c) => metalOf(bench).ofCable(c)));
        const want = plainly(bench, from, gone);
        expect(walked.nodes()).toEqual(want);
        expect([...want].every((node) => walked.has(node))).toBe(true);
        expect(reached(bench, from, (b) => gone(b.id))).toEqual(want);
      }
    }
  });
  it('devices taken out go with all that is at their terminals', () => {
    const bench = runOfBoxes({ boxes: 4 }, 'r');
    const out = bench.devices.slice(1, 3).map((d) => d.id);
    const metal = metalOf(bench);
    const left = metal.walk(nodeOf.bar(GROUND_BAR), metal.ofDevices(out)).nodes();
    expect(left.size).toBeGreaterThan(5);
    expect([...left].some((node) => out.some((id) => node.startsWith(`${id} `)))).toBe(false);
  });
  it('a device may be called as nodes are: what hangs on joints does not go with it', () => {
    const named = JSON.parse(JSON.stringify(runOfBoxes({ boxes: 3 })).replaceAll('"device2"', '"joint"')) as Bench;
    const metal = metalOf(named);
    // the first box’s grounds meet in a splice: only what is at the second receptacle goes
    const left = metal.walk(nodeOf.bar(GROUND_BAR), metal.ofDevices(['joint'])).nodes();
    expect([left.has(nodeOf.joint('grounds1')), left.has(nodeOf.terminal('device1', 'green'))]).toEqual([true, true]);
    expect(left.has(nodeOf.terminal('joint', 'green'))).toBe(false);
  });
  it('neither the yoke nor a test button joins anything; a broken tab parts the halves', () => {
    const bench = runOfBoxes({ boxes: 1 });
    const steel: Bench = { ...bench, boxes: bench.boxes.map((b) => ({ ...b, material: 'metal' as const })) };
    expect(reached(steel, nodeOf.bar(GROUND_BAR)).has(nodeOf.box('box1'))).toBe(false);
    const split: Bench = { ...bench, devices: bench.devices.map((d) => ({ ...d, brassTab: false })) };
    const lower = nodeOf.terminal('device1', 'brass lower');
    expect([reached(bench, nodeOf.breaker('breaker')).has(lower), reached(split, nodeOf.breaker('breaker')).has(lower)]).toEqual([true, false]);
  });
  it('names: a wire by its cable, a pigtail by its number in the box, a joint by what it is on', () => {
    const bench = runOfBoxes({ boxes: 2 });
    const joint = (id: string) => jointName(bench, bench.joints.find((j) => j.id === id)!);
    expect([endName(bench, { cableId: 'cable2', conductor: 1, end: 0 }), endName(bench, { pigtailId: 'tail1', end: 0 }), endName(bench, { pigtailId: 'tail1', end: 1 })]).toEqual(['white of box 1 to box 2', 'bare pigtail 1', 'bare pigtail 1, far end']); // prettier-ignore
    expect([joint('grounds1'), joint('device2-green'), joint('neutral-bar-1'), jointName(bench, bench.joints[0]!)]).toEqual(['splice 1', 'Receptacle 2, green', 'neutral bar, screw', 'breaker 4']); // prettier-ignore
    expect([endAtNode(nodeOf.end('cable1/0/1')), endAtNode(nodeOf.joint('grounds1')), endAtNode('breaker end')]).toEqual(['cable1/0/1', undefined, undefined]);
  });
  it('a bench that somebody adds to is looked at anew; a node nobody knows reaches itself', () => {
    const bench = runOfBoxes({ boxes: 2 }, 'r');
    const before = metalOf(bench);
    expect(metalOf(bench)).toBe(before);
    const [cable] = bench.cables;
    const longer: Bench = { ...bench, cables: [...bench.cables] };
    const first = metalOf(longer);
    longer.cables.push({ ...cable!, id: 'more' });
    expect(metalOf(longer)).not.toBe(first);
    expect(metalOf(longer).ofCable('more').length).toBe(cable!.colours.length);
    expect(before.walk('nowhere').nodes()).toEqual(new Set(['nowhere']));
  });
  it('a bridge is a conductor without which its two ends fall apart: held against taking out each by itself', () => {
    const draw = random(11);
    for (let n = 0; n < 25; n++) {
      // a chain with ends laid together at random: some of it is in rings, some is not
      const chain = runOfBoxes({ boxes: 5 }, 'r');
      const joints = chain.joints.map((j) => ({ ...j, ends: [...j.ends] }));
      const cables = [1, 2, 3].map((k) => ({ ...chain.cables[k]!, id: `x${k}`, name: `x${k}` }));
      for (const c of cables)
        for (const [conductor] of c.colours.entries())
          for (const end of [0, 1] as const)
            if (draw() < 0.7) joints[Math.floor(draw() * joints.length)]!.ends.push({ cableId: c.id, conductor, end });
      const bench: Bench = { ...chain, cables: [...chain.cables, ...cables], joints };
      const metal = metalOf(bench);
      let [bridges, others] = [0, 0];
      for (const c of bench.cables)
        metal.ofCable(c.id).forEach((branch, conductor) => {
          const at = (end: 0 | 1) => nodeOf.end(endKey({ cableId: c.id, conductor, end }));
          const apart = !metal.walk(at(0), [branch]).has(at(1));
          expect([c.id, conductor, metal.isBridge(branch)]).toEqual([c.id, conductor, apart]);
          if (apart) bridges++;
          else others++;
        });
      expect(bridges).toBeGreaterThan(0);
      if (n === 0) expect(others).toBeGreaterThan(0);
    }
  });
  it('a walk of the whole is kept, and says the same', () => {
    const metal = metalOf(runOfBoxes({ boxes: 3 }));
    const bar = nodeOf.bar(NEUTRAL_BAR);
    expect(metal.walkWhole(bar)).toBe(metal.walkWhole(bar));
    expect(metal.walkWhole(bar).nodes()).toEqual(metal.walk(bar).nodes());
    expect(metal.walkWhole(nodeOf.bar(GROUND_BAR)).nodes()).not.toEqual(metal.walkWhole(bar).nodes());
  });
  it('a chain has no loop; a second cable between two boxes that hang together closes one', () => {
    const chain = runOfBoxes({ boxes: 4 }, 'r');
    expect(loops(chain)).toEqual([]);
    // beside the cable between the second and the third box lies another, on the same joints
    const between = chain.cables[2]!;
    const second = { ...between, id: 'second' };
    const joints = chain.joints.map((j) => ({ ...j, ends: [...j.ends, ...j.ends.flatMap((e) => ('cableId' in e && e.cableId === between.id ? [{ ...e, cableId: 'second' }] : []))] }));
    expect(loops({ ...chain, cables: [...chain.cables, second], joints }).sort()).toEqual([between.id, 'second'].sort());
    expect(endKey({ cableId: 'second', conductor: 0, end: 0 })).toContain('second');
  });
}); // prettier-ignore
