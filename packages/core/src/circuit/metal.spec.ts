/** What hangs together in a bench: walks over numbers against a walk over the branches as they stand, on drawn cuts. */
import { describe, expect, it } from 'vitest';
import { endKey, GROUND_BAR, NEUTRAL_BAR, type Bench } from '../model/index.js';
import { buildNetwork, EARTH, loops, metalOf, nodeOf, reached, runOfBoxes } from './index.js';

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
