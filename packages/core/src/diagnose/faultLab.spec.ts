/** The low-rank readings beside each circuit factored anew, fault by fault and two at a time. */
import { describe, expect, it } from 'vitest';
import { NetworkError, runOfBoxes, switchOn } from '../circuit/index.js';
import { quinceStreet } from '../houses.testing.js';
import { readLamps } from '../instruments/index.js';
import type { Bench } from '../model/index.js';
import { changesOf, circuitBench, faceKey, facesOf, FaultLab, faultsOn, type CircuitBench, type NetChange } from './index.js';

const onBench = (bench: Bench): CircuitBench => ({ bench: { ...bench, plugged: [] }, taken: [], unseen: new Set(), circuit: undefined, site: quinceStreet.site }); // prettier-ignore
const benches: [string, CircuitBench][] = [
  ['run of 3', onBench(runOfBoxes({ boxes: 3 }))],
  ['run of 4 behind a protective receptacle', onBench(runOfBoxes({ boxes: 4, protectedFirst: true }))],
  ['hall', circuitBench(quinceStreet.site, 'hall-box')],
  ['parlour', circuitBench(quinceStreet.site, 'parlour-box')],
];
const anew = (bench: Bench): { codes: Record<string, string>; breaker: boolean; device: boolean } => {
  const on = switchOn(bench);
  const codes = Object.fromEntries(bench.devices.flatMap((d) => facesOf(d).map((f) => [faceKey(d.id, f), readLamps(on, d.id, f).code])));
  return {
    codes,
    breaker: on.bench.breakers.some((b) => !b.on),
    device: on.bench.devices.some((d) => d.form === 'ground-fault' && d.tripped),
  };
};
const quick = (lab: FaultLab, changes: readonly NetChange[]) => {
  const is = lab.read(changes);
  return { codes: Object.fromEntries([...is.faces].map(([key, f]) => [key, f.reads])), breaker: is.breakerOpens, device: is.deviceOpens };
};

describe('the lamps of every face, and what opens', () => {
  it.each(benches)('%s: the same as with each fault built and factored anew, alone and two at once', (_, known) => {
    const lab = new FaultLab(known.bench);
    // what a fault does to the network, said by itself, is what its wiring does
    const said = faultsOn(known).flatMap(({ suspect, bench, net }) =>
      net?.length === 1 && bench ? [{ id: suspect.id, bench, net: net[0]! }] : [],
    );
    lab.prepare(said.map((f) => f.net));
    expect(said.length).toBeGreaterThan(5);
    expect(said.filter((f) => JSON.stringify(quick(lab, f.net)) !== JSON.stringify(anew(f.bench(known.bench)))).map((f) => f.id)).toEqual(
      [],
    );
    const faults = faultsOn(known).flatMap(({ suspect, bench }) => {
      if (!bench) return [];
      try {
        return [{ id: suspect.id, part: suspect.part, bench, changes: changesOf(lab.sound, bench(known.bench)) }];
      } catch (error) {
        if (error instanceof NetworkError) return [];
        throw error;
      }
    });
    lab.prepare(faults.map((f) => f.changes));
    expect(faults.length).toBeGreaterThan(15);
    const differ: string[] = [];
    for (const f of faults) if (JSON.stringify(quick(lab, f.changes)) !== JSON.stringify(anew(f.bench(known.bench)))) differ.push(f.id);
    let pairs = 0;
    faults.forEach((a, i) =>
      faults.forEach((b, j) => {
        // a wire that is off can’t be bridged where it was: two edits of one cable are no pair
        const cable = (id: string): string | undefined => /cable\d+|[a-z-]*from[a-z-]*|[a-z]+-[a-z]+-cable/.exec(id)?.[0];
        if (j <= i || a.part === b.part || (i + 3 * j) % 7) return;
        if (/^(short|pinched)/.test(b.id) && /^(swapped|hot-ground|line-load|bootleg)/.test(a.id)) return;
        if (/^(short|pinched)/.test(a.id + b.id) || (/^(short|pinched)/.test(b.id) && cable(a.id) === cable(b.id))) return;
        const both = b.bench(a.bench(known.bench));
        let so;
        try {
          so = anew(both);
        } catch {
          return;
        }
        pairs += 1;
        const outs = new Set(a.changes.flatMap((c) => ('out' in c ? [c.out] : [])));
        const now = quick(lab, [...a.changes, ...b.changes.filter((c) => !('out' in c && outs.has(c.out)))]);
        if (JSON.stringify(now) !== JSON.stringify(so)) differ.push(`${a.id} and ${b.id}`);
      }),
    );
    expect(pairs).toBeGreaterThan(7);
    expect(differ).toEqual([]);
  });
});
