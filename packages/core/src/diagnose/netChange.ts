/** A fault as what it changes in the network: branches that are gone, and branches that are there instead. */
import { buildNetwork, type Branch, type Network } from '../circuit/index.js';
import type { Bench } from '../model/index.js';

/** Ohm of a branch that is put in, or the name of one that is out. */
export type NetChange = { out: string } | { from: string; to: string; ohm: number };

const sameKind = (a: Branch, b: Branch): boolean => a.from === b.from && a.to === b.to && JSON.stringify(a.is) === JSON.stringify(b.is);

/** Ohm of every contact here, and of insulation: nearer to each other than in truth, so that a difference keeps enough digits. */
export const TAMED_CONTACT_OHM = 0.01;
const TAMED_LEAK_OHM = 1e9;
const TAMED = /^(contact|sensed|inner|brass|silver|switch|breaker|slot) /;
/** The same network, with what is too small or too large for differences brought nearer. */
export const tamed = (network: Network): Network => ({
  ...network,
  leakOhm: TAMED_LEAK_OHM,
  branches: network.branches.map((b) =>
    'ohm' in b.is && b.is.ohm < TAMED_CONTACT_OHM && TAMED.test(b.id) ? { ...b, is: { ...b.is, ohm: TAMED_CONTACT_OHM } } : b,
  ),
});

/** What leads through nodes that only the faulty wiring has, as one resistance from end to end. */
function merged(added: Branch[], known: ReadonlySet<string>): NetChange[] {
  const list = added.flatMap((b) => ('ohm' in b.is ? [{ from: b.from, to: b.to, ohm: b.is.ohm }] : []));
  for (;;) {
    const node = list.flatMap((b) => [b.from, b.to]).find((n) => !known.has(n));
    if (node === undefined) return list;
    const at = list.filter((b) => b.from === node || b.to === node);
    for (const b of at) list.splice(list.indexOf(b), 1);
    // a piece that ends in the air leads nowhere; one of three ways isn’t made by any fault
    if (at.length !== 2) continue;
    const far = (b: (typeof at)[number]): string => (b.from === node ? b.to : b.from);
    list.push({ from: far(at[0]!), to: far(at[1]!), ohm: at[0]!.ohm + at[1]!.ohm });
  }
}

/** Names of a network, to be compared with many others. */
export interface Sound {
  network: Network;
  branches: ReadonlyMap<string, Branch>;
  nodes: ReadonlySet<string>;
}
export function soundOf(network: Network): Sound {
  const nodes = new Set([network.earth, ...network.branches.flatMap((b) => [b.from, b.to]), ...network.sources.flatMap((s) => [s.from, s.to])]); // prettier-ignore
  return { network, branches: new Map(network.branches.map((b) => [b.id, b])), nodes };
}

/** @param faulty throws NetworkError for wiring that is no circuit */
export function changesOf(sound: Sound, faulty: Bench): NetChange[] {
  const { branches } = tamed(buildNetwork(faulty).network);
  const now = new Map(branches.map((b) => [b.id, b]));
  const out = [...sound.branches.values()].filter((b) => {
    const there = now.get(b.id);
    return (!there || !sameKind(b, there)) && 'ohm' in b.is;
  });
  const added = branches.filter((b) => {
    const before = sound.branches.get(b.id);
    return !before || !sameKind(before, b);
  });
  return [...out.map((b): NetChange => ({ out: b.id })), ...merged(added, sound.nodes)];
}
