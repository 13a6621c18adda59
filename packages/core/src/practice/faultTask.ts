/** A fault hidden in a circuit, by level, from a seed. */
import { CIRCUIT_SHAPES, variedCircuit, type CircuitShape } from '../circuit/index.js';
import { changesOf, dictionaryOf, FaultLab, faultsOn, noticedOf, tableOf, type CircuitBench, type Dictionary, type NetChange, type Suspect } from '../diagnose/index.js'; // prettier-ignore
import { seeded } from '../measure/index.js';
import { COMPLAINT_WORDS, PANEL, type Bench, type Complaint, type Site } from '../model/index.js';

export const FAULT_LEVELS = [
  'one plain fault',
  'misleading signs',
  'two at once',
  'shared neutral',
  'two live cables',
  'nothing wrong but the tester',
] as const;
export type FaultLevel = (typeof FAULT_LEVELS)[number];

/** The tester itself, as a part that may be named. */
export const TESTER_PART = 'tester';

/** One thing that is wrong. */
export interface HiddenFault {
  part: string;
  words: string;
  /** the box where a look shows it */
  seenIn?: string;
  /** an outlet whose contacts are worn */
  wornIn?: string;
  changes: NetChange[];
}
export interface FaultTask {
  level: FaultLevel;
  title: string;
  /** what somebody tells at the door */
  story: string;
  bench: Bench;
  /** where it was noticed */
  boxId: string;
  complaint: Complaint;
  dictionary: Dictionary;
  /** what is so: place in the dictionary’s hypotheses */
  hypothesis: number;
  /** the parts that are at fault; the tester is one */
  parts: string[];
  words: string[];
  /** what each of them does to the network */
  faults: HiddenFault[];
  /** the tester shows nothing, whatever it is held to */
  testerDead: boolean;
}

const NOWHERE: Site = { walls: [], boxes: [], cables: [], devices: [], circuits: [], loads: [], rooms: [] } as unknown as Site;
export interface ProvedTask extends FaultTask {
  /** how the search itself found it, with every proof of dead: what a round is held against */
  best: { tests: number; minutes: number };
}

export const asKnown = (bench: Bench): CircuitBench => ({
  bench: { ...bench, plugged: [] },
  taken: [],
  unseen: new Set(),
  circuit: undefined,
  site: NOWHERE,
});

/** Kinds that a beginner meets, and that one looks for in the wrong place. */
const PLAIN: readonly Suspect['kind'][] = [
  'breaker off',
  'device tripped',
  'open contact',
  'open splice',
  'worn contacts',
  'switch off',
  'swapped',
  'open ground',
  'cable shorted',
];
const MISLEADING: readonly Suspect['kind'][] = [
  'loose contact',
  'loose splice',
  'line and load swapped',
  'wrong neutral',
  'bootleg ground',
  'device worn out',
  'unknown switch',
  'fed from elsewhere',
  'broken conductor',
  'wrong tab',
  'pinched ground',
  'appliance',
  'leak',
  'breaker worn',
];

const SHAPES: Record<FaultLevel, readonly CircuitShape[]> = {
  'one plain fault': ['chain', 'branch', 'protected first'],
  'misleading signs': ['chain', 'branch', 'protected first', 'protected middle', 'switched', 'half switched'],
  'two at once': ['chain', 'branch', 'protected first'],
  'shared neutral': ['shared neutral', 'split'],
  'two live cables': ['chain', 'branch'],
  'nothing wrong but the tester': CIRCUIT_SHAPES,
};

/** A second cable, live from another breaker, that only passes through a box: its wires are capped. */
function withStray(bench: Bench, boxId: string): Bench {
  const name = bench.boxes.find((b) => b.id === boxId)!.name;
  return {
    ...bench,
    breakers: [...bench.breakers, { ...bench.breakers[0]!, id: 'breaker6', number: '6', leg: 'B' }],
    cables: [...bench.cables, { ...bench.cables[0]!, id: 'stray', name: `another cable in ${name}`, colours: ['black', 'white', 'bare'], ends: [PANEL, boxId] }],
    joints: [
      ...bench.joints,
      ...[['breaker6'], ['neutral-bar'], ['ground-bar']].map(([device], i) => ({ id: `stray-${i}`, boxId: PANEL, kind: 'terminal' as const, at: { device: device!, terminal: 'screw' }, ends: [{ cableId: 'stray', conductor: i, end: 0 as const }] })),
      ...[0, 1, 2].map((i) => ({ id: `stray-cap-${i}`, boxId, kind: 'cap' as const, how: 'cap' as const, ends: [{ cableId: 'stray', conductor: i, end: 1 as const }] })),
    ],
  }; // prettier-ignore
}

/** What a hypothesis does to the network. */
function changesFor(lab: FaultLab, known: CircuitBench, suspects: readonly Suspect[]): NetChange[] {
  const all = faultsOn(known);
  return suspects.flatMap((s) => {
    const fault = all.find((f) => f.suspect.id === s.id);
    if (!fault) return [];
    return fault.net
      ? (fault.net[Math.floor(fault.net.length / 2)] ?? [])
      : fault.bench
        ? changesOf(lab.sound, fault.bench(known.bench))
        : [];
  });
}

export interface FaultSource {
  bench: Bench;
  /** boxes from the farthest toward the panel */
  inward: readonly string[];
}
/** Where the circuit comes from; absent: drawn from the seed. */
export type CircuitOf = (random: () => number) => FaultSource;

/** A fault of a level hidden in a circuit; undefined where this draw holds none that somebody would notice. */
export function hiddenFault(level: FaultLevel, seed: number, own: CircuitOf | undefined): FaultTask | undefined {
  const random = seeded(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const boxes = 3 + Math.floor(random() * 4);
  const source = own ? own(random) : variedCircuit(pick(SHAPES[level]), boxes, Math.floor(random() * 100_000));
  const outlets = source.inward.filter((id) =>
    source.bench.devices.some((d) => d.boxId === id && ['duplex', 'single', 'ground-fault'].includes(d.form)),
  );
  const boxId = outlets[Math.floor(random() * Math.min(2, outlets.length))];
  if (boxId === undefined) return undefined;
  const bench = level === 'two live cables' ? withStray(source.bench, pick(source.inward.slice(0, 2))) : source.bench;
  const known = asKnown(bench);
  // pairs are looked for where there are two
  const dictionary = dictionaryOf(known, boxId, undefined, { mostPairs: level === 'two at once' ? 1500 : 0 });
  const of = (h: number): Suspect[] => dictionary.hypotheses[h]!.of.map((c) => dictionary.suspects[dictionary.classes[c]!.members[0]!]!);
  const kinds = level === 'misleading signs' ? MISLEADING : PLAIN;
  const fits = (h: number): boolean => {
    const set = of(h);
    if (
      set.some(
        (s) => ['none of these', 'lost service neutral', 'back-fed', 'wrong breaker noted'].includes(s.kind) || s.id.includes('stray'),
      )
    )
      return false;
    switch (level) {
      case 'two at once':
        return set.length === 2 && set.every((s) => PLAIN.includes(s.kind));
      case 'shared neutral':
        return (
          set.length === 1 &&
          (set[0]!.kind === 'wrong neutral' ||
            (set[0]!.wire?.colour === 'white' && ['open contact', 'open splice', 'loose splice'].includes(set[0]!.kind)))
        );
      case 'nothing wrong but the tester':
        return set.length === 0;
      default:
        return set.length === 1 && kinds.includes(set[0]!.kind);
    }
  };
  const all = dictionary.hypotheses.map((_, h) => h).filter(fits);
  // a kind first, then a place: rare kinds are practised as often as the others
  const byKind = new Map<string, number[]>();
  for (const h of all) {
    const kind = of(h).map((s) => s.kind).join(); // prettier-ignore
    byKind.set(kind, [...(byKind.get(kind) ?? []), h]);
  }
  if (!byKind.size) return undefined;
  const hypothesis = pick(pick([...byKind.values()]));
  return taskOf({ level, bench, boxId, dictionary, hypothesis, testerDead: level === 'nothing wrong but the tester' });
}

interface Hidden extends Pick<FaultTask, 'level' | 'bench' | 'boxId' | 'dictionary' | 'hypothesis' | 'testerDead'> {
  /** which of alike suspects it is; the first unless said */
  suspect?: (s: Suspect) => boolean;
}
/** A task of what is hidden; undefined where nobody would notice it. */
export function taskOf({ suspect = () => true, ...hidden }: Hidden): FaultTask | undefined {
  const { dictionary, hypothesis, testerDead, bench, boxId } = hidden;
  const suspects = dictionary.hypotheses[hypothesis]!.of.map((c) => {
    const members = dictionary.classes[c]!.members.map((m) => dictionary.suspects[m]!);
    return members.find(suspect) ?? members[0]!;
  });
  const complaint = testerDead ? 'tester' : noticedOf(dictionary, hypothesis);
  if (!complaint) return undefined;
  const lab = new FaultLab(bench);
  const name = bench.boxes.find((b) => b.id === boxId)!.name;
  return {
    ...hidden,
    complaint,
    parts: testerDead ? [TESTER_PART] : [...new Set(suspects.map((s) => s.part))],
    title: `${name}: ${testerDead ? 'the tester shows nothing' : COMPLAINT_WORDS[complaint]}`,
    story: testerDead
      ? `“I wanted to change the cover in ${name}. The tester shows nothing in it: is it dead?”`
      : `“In ${name}: ${COMPLAINT_WORDS[complaint]}.”`,
    words: testerDead ? ['nothing is wrong with the circuit: the tester’s battery is empty'] : suspects.map((s) => s.words),
    faults: suspects.map((s) => ({
      ...{ part: s.part, words: s.words, changes: changesFor(lab, dictionary.known, [s]) },
      ...(s.seenIn === undefined ? {} : { seenIn: s.seenIn }),
      ...(s.kind === 'worn contacts' && s.deviceId !== undefined ? { wornIn: s.deviceId } : {}),
    })),
  };
}

/** Parts that may be named, by where they are, in the order of the circuit. */
export function partsToName({ dictionary }: FaultTask): { part: string; words: string }[] {
  const { bench } = dictionary.known;
  const words = (part: string): string => {
    const [kind, ...rest] = part.split('/');
    const id = rest.join('/');
    const device = bench.devices.find((d) => d.id === id)?.name ?? id;
    switch (kind) {
      case 'joints':
        return `wiring in ${bench.boxes.find((b) => b.id === id)?.name ?? 'the box'}`;
      case 'cable':
        return `${bench.cables.find((c) => c.id === id)?.name ?? id}: the cable or what lies in its run`;
      case 'unknown':
        return `a switch nobody knows of in ${bench.cables.find((c) => c.id === id)?.name ?? id}`;
      case 'device':
        return `${device} itself`;
      case 'tripped':
        return `${device} has tripped`;
      case 'switch':
        return `${device} is off`;
      case 'breaker':
        return `breaker ${bench.breakers.find((b) => b.id === id)?.number ?? ''} is off or has tripped`;
      case 'panel':
        return 'at the panel: a breaker that doesn’t close, a wire loose there';
      case 'appliance':
        return 'what was plugged in';
      case 'service':
        return 'the neutral of the supply';
      case 'noted':
        return 'it hangs on another breaker than noted';
      default:
        return 'a second feed';
    }
  };
  const parts = tableOf(dictionary).parts.filter((p) => p !== 'none' && !p.includes('stray') && !p.startsWith('back-fed'));
  return [...parts.map((part) => ({ part, words: words(part) })), { part: TESTER_PART, words: 'the tester itself' }];
}
