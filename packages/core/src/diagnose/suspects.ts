/** Everything that can be wrong with one circuit, one thing at a time, each as the wiring it makes and as often as it is met. */
import { branchOf, endName, nodeOf, terminalNodeOf } from '../circuit/index.js';
import { endKey, NEUTRAL_BAR, PANEL, TERMINALS, type Bench, type BenchBreaker, type BenchCable, type BenchDevice, type Joint, type WireEnd } from '../model/index.js'; // prettier-ignore

import type { CircuitBench } from './circuitBench.js';
import type { NetChange } from './netChange.js';
import { priorsOf, type Circumstances, type SuspectKind } from './priors.js';

export interface Suspect {
  id: string;
  kind: SuspectKind;
  /** what is mended if it is this: open and loose at one place are one part */
  part: string;
  /** the part in words */
  words: string;
  boxId?: string;
  deviceId?: string;
  /** share before any reading; all sum to 1 */
  prior: number;
  /** seen by whoever opens that box */
  seenIn?: string;
  /** a loose contact: felt where the open one at the same place would be, but under load only */
  looseOf?: string;
  /** the wire whose contact it is, and its colour */
  wire?: { end: WireEnd; colour: string | undefined };
}

/** Two conductors pressed together (common practice). */
const TOUCHING_OHM = 0.02;
/** A piece of wire that shouldn’t be there. */
const TOUCHING = 'touching';
const without = (bench: Bench, end: WireEnd): Bench => ({
  ...bench,
  joints: bench.joints.map((j) => ({ ...j, ends: j.ends.filter((e) => endKey(e) !== endKey(end)) })).filter((j) => j.ends.length > 0),
});
const bridged = (bench: Bench, boxId: string, a: WireEnd, b: WireEnd): Bench => {
  const at = (end: WireEnd) => bench.joints.find((j) => j.ends.some((e) => endKey(e) === endKey(end)));
  const [ja, jb] = [at(a), at(b)];
  if (!ja || !jb || ja === jb) return bench;
  // both joints touch: a short piece of wire from one to the other
  const id = TOUCHING;
  const ends = (j: Joint, end: 0 | 1): Joint => ({ ...j, ends: [...j.ends, { pigtailId: id, end }] });
  return {
    ...bench,
    pigtails: [...bench.pigtails, { id, boxId, colour: 'bare', gauge: 14, lengthMm: 20 }],
    joints: bench.joints.map((j) => (j === ja ? ends(j, 0) : j === jb ? ends(j, 1) : j)),
  };
};
const isGround = (colour: string | undefined): boolean => colour === 'bare' || colour === 'green' || colour === 'green-yellow';
const colourOf = (bench: Bench, end: WireEnd): string | undefined =>
  'cableId' in end
    ? bench.cables.find((c) => c.id === end.cableId)?.colours[end.conductor]
    : bench.pigtails.find((p) => p.id === end.pigtailId)?.colour;
const setDevice = (bench: Bench, id: string, part: Partial<BenchDevice>): Bench => ({
  ...bench,
  devices: bench.devices.map((d) => (d.id === id ? { ...d, ...part } : d)),
});
/** What is under two terminals of one device changes places. */
const exchanged = (bench: Bench, deviceId: string, pairs: readonly (readonly [string, string])[]): Bench => ({
  ...bench,
  joints: bench.joints.map((j) => {
    if (j.at?.device !== deviceId) return j;
    const pair = pairs.find((p) => p.includes(j.at!.terminal));
    return pair ? { ...j, at: { ...j.at, terminal: pair[0] === j.at.terminal ? pair[1] : pair[0] } } : j;
  }),
});
const SWAPS: Partial<Record<BenchDevice['form'], readonly (readonly [string, string])[]>> = {
  duplex: [
    ['brass upper', 'silver upper'],
    ['brass lower', 'silver lower'],
  ],
  single: [['brass', 'silver']],
  'ground-fault': [
    ['line brass', 'line silver'],
    ['load brass', 'load silver'],
  ],
};
/** A suspect and the wiring with it in; the wiring is sound where there is none. */
export interface Fault {
  suspect: Suspect;
  bench?: (sound: Bench) => Bench;
  /** or what it changes in the network, where that is simply said; several: one of them, each as often */
  net?: NetChange[][];
}
type Listed = Omit<Suspect, 'prior'> & Pick<Fault, 'bench' | 'net'> & { pushIn?: true };
/** A loose joint has anything between these; ohm (common practice: from warm to hardly anything left). */
export const LOOSE_OHM = [1.2, 5, 25] as const;
/** Damp or damaged insulation, ohm: some 20 mA. */
const LEAK_OHM = 6000;

/** The list of suspects as it is written, and what it is written from. */
interface Listing {
  bench: Bench;
  /** something in it trips on a leak */
  protectedSomewhere: boolean;
  name: (boxId: string | undefined) => string;
  add: (s: Listed) => void;
}

/** @param known the circuit as it is known */
export function faultsOn(known: CircuitBench, circumstances: Circumstances = {}): Fault[] {
  const { bench, unseen } = known;
  const list: Listed[] = [];
  const l: Listing = {
    bench,
    protectedSomewhere: bench.devices.some((d) => d.form === 'ground-fault') || bench.breakers.some((b) => b.kind === 'ground-fault'),
    name: (boxId) => (boxId === PANEL ? 'the panel' : (bench.boxes.find((b) => b.id === boxId)?.name ?? 'a box')),
    add: (s) => void list.push(s),
  };
  for (const b of bench.breakers) ofBreaker(l, b);
  l.add({ id: 'appliance', kind: 'appliance', part: 'appliance', words: 'what is plugged in, one of them or all together' });
  for (const d of bench.devices) ofDevice(l, d);
  for (const joint of bench.joints) ofJoint(l, joint);
  for (const c of bench.cables) ofCable(l, c);
  for (const d of bench.devices.filter((x) => x.form === 'duplex')) ofTabs(l, d);
  l.add({
    id: 'service',
    kind: 'lost service neutral',
    part: 'service',
    words: 'the neutral of the supply has come loose outside this circuit',
  });
  l.add({ id: 'noted', kind: 'wrong breaker noted', part: 'noted', words: 'it hangs on another breaker than noted' });
  l.add({ id: 'back-fed', kind: 'back-fed', part: 'back-fed', words: 'fed by a second breaker or source besides its own' });
  l.add({ id: 'none', kind: 'none of these', part: 'none', words: 'none of these: the survey is wrong here' });
  const priors = priorsOf(list, unseen, circumstances);
  return list.map(({ bench: edit, net, pushIn: _, ...s }, i) => ({
    suspect: { ...s, prior: priors[i]! },
    ...(edit ? { bench: edit } : {}),
    ...(net ? { net } : {}),
  }));
}

function ofBreaker({ add }: Listing, b: BenchBreaker): void {
  const off = (x: Bench): Bench => ({ ...x, breakers: x.breakers.map((y) => (y.id === b.id ? { ...y, on: false } : y)) });
  add({
    id: `off/${b.id}`,
    kind: 'breaker off',
    part: `breaker/${b.id}`,
    words: `breaker ${b.number} is off or has tripped`,
    bench: off,
  });
  add({ id: `worn/${b.id}`, kind: 'breaker worn', part: 'panel', words: `breaker ${b.number} doesn’t close any more`, bench: off });
}

function ofDevice(l: Listing, d: BenchDevice): void {
  const { bench, add } = l;
  const at = { boxId: d.boxId, deviceId: d.id };
  if (d.form === 'ground-fault') ofProtective(l, d);
  if (d.form === 'switch')
    add({
      id: `up/${d.id}`,
      kind: 'switch off',
      part: `switch/${d.id}`,
      words: `${d.name} is off`,
      ...at,
      bench: (x) => setDevice(x, d.id, { up: false }),
    });
  const swaps = SWAPS[d.form];
  if (!swaps) return;
  add({ id: `contacts/${d.id}`, kind: 'worn contacts', part: `device/${d.id}`, words: `worn contacts of ${d.name}`, ...at });
  add({
    ...{ id: `swapped/${d.id}`, kind: 'swapped', part: `joints/${d.boxId}`, words: `hot and neutral swapped at ${d.name}`, ...at },
    seenIn: d.boxId,
    bench: (x) => exchanged(x, d.id, swaps),
  });
  const brass = bench.joints.filter((x) => x.at?.device === d.id && x.at.terminal.includes('brass'));
  // with two hots under its screws it is a short at once, and nobody leaves that
  if (brass.length === 1 && bench.joints.some((x) => x.at?.device === d.id && x.at.terminal === 'green'))
    add({
      ...{ id: `hot-ground/${d.id}`, kind: 'swapped', part: `joints/${d.boxId}`, words: `hot and ground swapped at ${d.name}`, ...at },
      seenIn: d.boxId,
      bench: (x) => exchanged(x, d.id, [[brass[0]!.at!.terminal, 'green']]),
    });
  ofBootleg(l, d);
}
function ofProtective({ add }: Listing, d: BenchDevice): void {
  const at = { boxId: d.boxId, deviceId: d.id };
  const tripped = (x: Bench): Bench => setDevice(x, d.id, { tripped: true });
  add({
    id: `tripped/${d.id}`,
    kind: 'device tripped',
    part: `tripped/${d.id}`,
    words: `${d.name} has tripped`,
    ...at,
    bench: tripped,
  });
  add({ id: `out/${d.id}`, kind: 'device worn out', part: `device/${d.id}`, words: `${d.name} is worn out`, ...at, bench: tripped });
  add({
    ...{
      id: `line-load/${d.id}`,
      kind: 'line and load swapped',
      part: `joints/${d.boxId}`,
      words: `line and load swapped at ${d.name}`,
      ...at,
    },
    seenIn: d.boxId,
    bench: (x) =>
      exchanged(x, d.id, [
        ['line brass', 'load brass'],
        ['line silver', 'load silver'],
      ]),
  });
}
/** Neutral and ground joined, because no ground arrives. */
function ofBootleg({ bench, add }: Listing, d: BenchDevice): void {
  const at = { boxId: d.boxId, deviceId: d.id };
  const neutral = TERMINALS[d.form].find((x) => x.includes('silver'));
  const at2 = (terminal: string | undefined): Joint | undefined =>
    bench.joints.find((x) => x.at?.device === d.id && x.at.terminal === terminal);
  const [n, g] = [at2(neutral), at2('green')];
  if (n && g)
    add({
      ...{
        id: `bootleg/${d.id}`,
        kind: 'bootleg ground',
        part: `joints/${d.boxId}`,
        words: `neutral and ground joined at ${d.name}`,
        ...at,
      },
      seenIn: d.boxId,
      // joined because no ground arrives: the wire under the green screw goes to the neutral instead
      bench: (x) => ({
        ...x,
        pigtails: [...x.pigtails, { id: TOUCHING, boxId: d.boxId, colour: 'bare', gauge: 14, lengthMm: 20 }],
        joints: x.joints.map((y) =>
          y.id === g.id
            ? { ...y, ends: [{ pigtailId: TOUCHING, end: 0 as const }] }
            : y.id === n.id
              ? { ...y, ends: [...y.ends, { pigtailId: TOUCHING, end: 1 as const }] }
              : y,
        ),
      }),
    });
}

/** Contacts that are open or loose; a ground’s only open, since nothing flows in it. */
function ofJoint({ bench, name, add }: Listing, joint: Joint): void {
  if (joint.kind === 'cap') return;
  const { boxId } = joint;
  for (const end of joint.ends) {
    // a splice of two is open whichever comes out; said once
    if (joint.kind === 'splice' && joint.ends.length === 2 && end !== joint.ends[0]) continue;
    const colour = colourOf(bench, end);
    const wire = { wire: { end, colour } };
    const key = endKey(end);
    const part = boxId === PANEL ? { part: 'panel' } : { part: `joints/${boxId}`, boxId, seenIn: boxId };
    const where = joint.at
      ? `at ${joint.at.device === 'box' ? 'the box' : (bench.devices.find((d) => d.id === joint.at!.device)?.name ?? joint.at.terminal)}`
      : 'in a splice';
    const words = `${endName(bench, end)} ${where} in ${name(boxId)}`;
    const contact = branchOf.contact(joint.id, end);
    const node = joint.kind === 'terminal' ? terminalNodeOf(boxId, joint.at!.device, joint.at!.terminal) : nodeOf.joint(joint.id);
    const broken = { bench: (x: Bench) => without(x, end), net: [[{ out: contact }]] };
    const pushIn = joint.how === 'push-in' || joint.how === 'push-in connector' ? { pushIn: true as const } : {};
    if (isGround(colour)) {
      add({ id: `open/${joint.id}/${key}`, kind: 'open ground', words: `ground open: ${words}`, ...part, ...wire, ...broken });
      continue;
    }
    add({
      id: `open/${joint.id}/${key}`,
      kind: joint.kind === 'splice' ? 'open splice' : 'open contact',
      words: `open: ${words}`,
      ...part,
      ...wire,
      ...pushIn,
      ...broken,
    });
    add({
      id: `loose/${joint.id}/${key}`,
      kind: joint.kind === 'splice' ? 'loose splice' : 'loose contact',
      words: `loose: ${words}`,
      ...part,
      ...wire,
      looseOf: `open/${joint.id}/${key}`,
      ...pushIn,
      net: LOOSE_OHM.map((ohm) => [{ out: contact }, { from: nodeOf.end(key), to: node, ohm }]),
    });
  }
}

function ofCable(l: Listing, c: BenchCable): void {
  const { bench, name, add } = l;
  const end = c.ends[1] !== 'elsewhere' ? 1 : 0;
  const box = c.ends[end];
  const ends = c.colours.map((_, conductor): WireEnd => ({ cableId: c.id, conductor, end }));
  const hot = ends.find(
    (e, i) => !isGround(c.colours[i]) && c.colours[i] !== 'white' && bench.joints.some((j) => j.ends.some((x) => endKey(x) === endKey(e))),
  );
  const other = ends.findLast((_, i) => isGround(c.colours[i]) || c.colours[i] === 'white');
  const short =
    hot && other
      ? {
          bench: (x: Bench): Bench => bridged(x, box, hot, other),
          net: [[{ from: nodeOf.end(endKey(hot)), to: nodeOf.end(endKey(other)), ohm: TOUCHING_OHM }]],
        }
      : undefined;
  if (short) {
    add({
      id: `short/${c.id}`,
      kind: 'cable shorted',
      part: `cable/${c.id}`,
      words: `a nail, staple or edge through ${c.name}`,
      ...short,
    });
    if (box !== PANEL)
      add({
        id: `pinched/${c.id}`,
        kind: 'pinched ground',
        part: `joints/${box}`,
        words: `a bare wire on a hot screw in ${name(box)}`,
        boxId: box,
        seenIn: box,
        ...short,
      });
  }
  c.colours.forEach((colour, conductor) => {
    const key = `${c.id}/${conductor}`;
    if (!bench.joints.some((j) => j.ends.some((e) => 'cableId' in e && e.cableId === c.id && e.conductor === conductor))) return;
    add({
      id: `broken/${key}`,
      kind: 'broken conductor',
      part: `cable/${c.id}`,
      words: `${colour} broken inside ${c.name}`,
      net: [[{ out: branchOf.conductor(c.id, conductor) }]],
    });
  });
  inRun(l, c, hot, other);
}
/** What nobody noted may lie between two ends of a cable. */
function inRun({ protectedSomewhere, name, add }: Listing, c: BenchCable, hot: WireEnd | undefined, other: WireEnd | undefined): void {
  const index = hot && 'cableId' in hot ? hot.conductor : 0;
  const white = c.colours.indexOf('white');
  const open = [[{ out: branchOf.conductor(c.id, index) }]];
  add({
    id: `between/${c.id}`,
    kind: 'unknown box',
    part: `cable/${c.id}`,
    words: `a box nobody knows of in ${c.name}, with a hot off in it`,
    net: open,
  });
  add({
    id: `unknown-switch/${c.id}`,
    kind: 'unknown switch',
    part: `unknown/${c.id}`,
    words: `a switch nobody knows of in ${c.name}, off`,
    net: open,
  });
  const [near, far] = c.ends;
  if (near !== PANEL && near !== 'elsewhere' && far !== 'elsewhere' && white >= 0 && white !== index)
    add({
      ...{
        id: `elsewhere/${c.id}`,
        kind: 'fed from elsewhere',
        part: `cable/${c.id}`,
        words: `${name(far)} isn’t fed by ${c.name} but from elsewhere, and that is off`,
      },
      net: [
        [
          { out: branchOf.conductor(c.id, index) },
          { out: branchOf.conductor(c.id, white) },
          { from: nodeOf.end(endKey({ cableId: c.id, conductor: white, end: 1 })), to: nodeOf.bar(NEUTRAL_BAR), ohm: 0.2 },
        ],
      ],
    });
  if (protectedSomewhere && hot && other)
    add({
      id: `leak/${c.id}`,
      kind: 'leak',
      part: `cable/${c.id}`,
      words: `damp or damaged insulation at ${c.name}`,
      net: [[{ from: nodeOf.end(endKey(hot)), to: nodeOf.end(endKey(other)), ohm: LEAK_OHM }]],
    });
}
/** A tab that is broken where it should join, or whole where the halves should be apart. */
function ofTabs({ bench, protectedSomewhere, add }: Listing, d: BenchDevice): void {
  // whoever opens the box sees it beside its wires
  const at = { part: `joints/${d.boxId}`, boxId: d.boxId, deviceId: d.id, seenIn: d.boxId };
  const used = (side: string): boolean => bench.joints.some((j) => j.at?.device === d.id && j.at.terminal.startsWith(side));
  if (!used('brass')) return;
  add({
    ...{
      id: `tab/${d.id}`,
      kind: 'wrong tab',
      words: d.brassTab ? `the brass tab of ${d.name} is broken` : `the brass tab of ${d.name} joins its halves`,
      ...at,
    },
    bench: (x) => setDevice(x, d.id, { brassTab: !d.brassTab }),
  });
  const silver = bench.joints.find((j) => j.at?.device === d.id && j.at.terminal.startsWith('silver'));
  const end = silver?.ends[0];
  if (protectedSomewhere && silver && end)
    add({
      ...{
        id: `borrowed/${d.id}`,
        kind: 'wrong neutral',
        part: `joints/${d.boxId}`,
        words: `the neutral of ${d.name} is another circuit’s`,
        boxId: d.boxId,
        deviceId: d.id,
        seenIn: d.boxId,
      },
      net: [
        [
          { out: branchOf.contact(silver.id, end) },
          { from: nodeOf.terminal(d.id, silver.at!.terminal), to: nodeOf.bar(NEUTRAL_BAR), ohm: 0.2 },
        ],
      ],
    });
}
