/** Everything that can be wrong with one circuit, one thing at a time, each as the wiring it makes and as often as it is met. */
import { endKey, PANEL, TERMINALS, type Bench, type BenchDevice, type Joint, type WireEnd } from '../model/index.js';
import { endName } from '../wiring/index.js';
import type { CircuitBench } from './circuitBench.js';

export const SUSPECT_KINDS = [
  'breaker off',
  'breaker worn',
  'device tripped',
  'device worn out',
  'appliance',
  'switch off',
  'open contact',
  'loose contact',
  'open splice',
  'loose splice',
  'open ground',
  'worn contacts',
  'swapped',
  'line and load swapped',
  'bootleg ground',
  'cable shorted',
  'pinched ground',
  'broken conductor',
  'none of these',
] as const;
export type SuspectKind = (typeof SUSPECT_KINDS)[number];

/** How often each is met, 5 every week to 1 once in years (handbook 25, common practice). */
const MET: Record<SuspectKind, number> = {
  'breaker off': 5,
  'device tripped': 5,
  appliance: 5,
  'open contact': 5,
  'open splice': 4,
  'worn contacts': 4,
  'loose contact': 4,
  'loose splice': 3,
  swapped: 3,
  'open ground': 3,
  'line and load swapped': 3,
  'switch off': 3,
  'bootleg ground': 2,
  'cable shorted': 2,
  'pinched ground': 2,
  'device worn out': 2,
  'broken conductor': 1,
  'breaker worn': 1,
  'none of these': 1,
};
/** One step of that scale is about three times as often (common practice, no source). */
const STEP = 3;

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
}

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
const groundEnd = (bench: Bench, end: WireEnd): boolean =>
  isGround(
    'cableId' in end
      ? bench.cables.find((c) => c.id === end.cableId)?.colours[end.conductor]
      : bench.pigtails.find((p) => p.id === end.pigtailId)?.colour,
  );
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
}
type Listed = Omit<Suspect, 'prior'> & { bench?: (sound: Bench) => Bench };

/** @param known the circuit as it is known */
export function faultsOn(known: CircuitBench): Fault[] {
  const { bench, unseen } = known;
  const list: Listed[] = [];
  const name = (boxId: string | undefined): string =>
    boxId === PANEL ? 'the panel' : (bench.boxes.find((b) => b.id === boxId)?.name ?? 'a box');
  const add = (s: Listed): void => void list.push(s);
  for (const b of bench.breakers) {
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
  add({ id: 'appliance', kind: 'appliance', part: 'appliance', words: 'what is plugged in, one of them or all together' });
  for (const d of bench.devices) {
    const at = { boxId: d.boxId, deviceId: d.id };
    if (d.form === 'ground-fault') {
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
    if (!swaps) continue;
    add({ id: `contacts/${d.id}`, kind: 'worn contacts', part: `device/${d.id}`, words: `worn contacts of ${d.name}`, ...at });
    add({
      ...{ id: `swapped/${d.id}`, kind: 'swapped', part: `joints/${d.boxId}`, words: `hot and neutral swapped at ${d.name}`, ...at },
      seenIn: d.boxId,
      bench: (x) => exchanged(x, d.id, swaps),
    });
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
  for (const joint of bench.joints) {
    if (joint.kind === 'cap') continue;
    const { boxId } = joint;
    for (const end of joint.ends) {
      // a splice of two is open whichever comes out; said once
      if (joint.kind === 'splice' && joint.ends.length === 2 && end !== joint.ends[0]) continue;
      const ground = groundEnd(bench, end);
      const key = endKey(end);
      const part = boxId === PANEL ? { part: 'panel' } : { part: `joints/${boxId}`, boxId, seenIn: boxId };
      const where = joint.at
        ? `at ${joint.at.device === 'box' ? 'the box' : (bench.devices.find((d) => d.id === joint.at!.device)?.name ?? joint.at.terminal)}`
        : 'in a splice';
      const words = `${endName(bench, end)} ${where} in ${name(boxId)}`;
      if (ground) {
        add({ id: `open/${joint.id}/${key}`, kind: 'open ground', words: `ground open: ${words}`, ...part, bench: (x) => without(x, end) });
        continue;
      }
      add({
        id: `open/${joint.id}/${key}`,
        kind: joint.kind === 'splice' ? 'open splice' : 'open contact',
        words: `open: ${words}`,
        ...part,
        bench: (x) => without(x, end),
      });
      add({
        id: `loose/${joint.id}/${key}`,
        kind: joint.kind === 'splice' ? 'loose splice' : 'loose contact',
        words: `loose: ${words}`,
        ...part,
        looseOf: `open/${joint.id}/${key}`,
      });
    }
  }
  for (const c of bench.cables) {
    const end = c.ends[1] !== 'elsewhere' ? 1 : 0;
    const box = c.ends[end];
    const ends = c.colours.map((_, conductor): WireEnd => ({ cableId: c.id, conductor, end }));
    const hot = ends.find(
      (e, i) =>
        !isGround(c.colours[i]) && c.colours[i] !== 'white' && bench.joints.some((j) => j.ends.some((x) => endKey(x) === endKey(e))),
    );
    const other = ends.findLast((_, i) => isGround(c.colours[i]) || c.colours[i] === 'white');
    const short = hot && other ? (x: Bench): Bench => bridged(x, box, hot, other) : undefined;
    if (short) {
      add({
        id: `short/${c.id}`,
        kind: 'cable shorted',
        part: `cable/${c.id}`,
        words: `a nail, staple or edge through ${c.name}`,
        bench: short,
      });
      if (box !== PANEL)
        add({
          id: `pinched/${c.id}`,
          kind: 'pinched ground',
          part: `joints/${box}`,
          words: `a bare wire on a hot screw in ${name(box)}`,
          boxId: box,
          seenIn: box,
          bench: short,
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
        bench: (x) => without(x, ends[conductor]!),
      });
    });
  }
  add({ id: 'none', kind: 'none of these', part: 'none', words: 'none of these: the survey is wrong here, or two things at once' });
  return weighed(list, unseen);
}

/** Kinds share what they are met by among their places; a push-in lets go far more often than a screw, and an unseen box may have any. */
function weighed(list: Listed[], unseen: ReadonlySet<string>): Fault[] {
  const count = new Map<SuspectKind, number>();
  const weight = (s: Omit<Suspect, 'prior'>): number =>
    s.kind === 'open contact' && s.boxId !== undefined && unseen.has(s.boxId) ? 1.5 : 1;
  for (const s of list) count.set(s.kind, (count.get(s.kind) ?? 0) + weight(s));
  const raw = list.map((s) => (STEP ** MET[s.kind] * weight(s)) / count.get(s.kind)!);
  const sum = raw.reduce((a, b) => a + b, 0);
  return list.map(({ bench, ...s }, i) => ({ suspect: { ...s, prior: raw[i]! / sum }, ...(bench ? { bench } : {}) }));
}
