/** What every test would show for every suspect, alone and two together: worked out once for a circuit. */
import { NetworkError } from '../circuit/index.js';
import { COMPLAINTS, type Complaint } from '../model/index.js';
import type { CircuitBench, CircuitWay } from './circuitBench.js';
import { fitOf } from './complaintFit.js';
import { faceKey, facesOf, FaultLab, type Shown } from './faultLab.js';
import { changesOf, type NetChange } from './netChange.js';
import type { Circumstances } from './priors.js';
import { faultsOn, type Suspect } from './suspects.js';
import { likelihood, testsOf, type TestKind } from './testKinds.js';
import { asked, voltsShown, wouldShow, type State, type Would } from './wouldShow.js';

/** How often each outcome of a test shows, by hypothesis: which row, and the rows. */
export interface Odds {
  row: Int32Array;
  rows: Float64Array[];
}
export interface SuspectClass {
  part: string;
  /** places in `suspects` */
  members: number[];
  /** place in `hypotheses` where it is alone */
  alone: number;
}
/** All of it is data: a worker makes it, a page reads it. */
export interface Dictionary {
  known: CircuitBench;
  /** single faults; alike ones side by side */
  suspects: Suspect[];
  /** suspects that no test and no repair tells apart */
  classes: SuspectClass[];
  /** which of the classes, or which two, is so; the last is none at all: all is sound */
  hypotheses: { of: number[]; prior: number }[];
  tests: TestKind[];
  /** by test, then by single suspect: the outcome it would show most; undefined: it may be any */
  shows: Map<string, (string | undefined)[]>;
  odds: Map<string, Odds>;
  /** how well each suspect goes with a complaint, 0 to 1 */
  fits: Record<Complaint, number[]>;
  /** share of readings that are taken down wrongly */
  misread: number;
  /** the same by hypothesis */
  fitOf: Record<Complaint, Float64Array>;
}

/** What two together have of all, before any reading (handbook 25: where one hand did the whole room; common practice). */
const PAIRS = 0.03;
/** So many pairs are looked at, the likeliest first. */
const MOST_PAIRS = 3000;

/** Odds of a test’s outcomes for what would be shown. */
function oddsRow(test: TestKind, would: Would, misread: number): Float64Array {
  const row = Float64Array.from(test.outcomes, ({ id }) =>
    typeof would !== 'object' ? likelihood(test, would, id) : Object.entries(would).reduce((sum, [so, share]) => sum + share * likelihood(test, so, id), 0),
  ); // prettier-ignore
  // what is taken down wrongly is any other outcome
  return misread ? row.map((p) => (1 - misread) * p + (misread * (1 - p)) / Math.max(1, row.length - 1)) : row;
}
const likeliest = (would: Would): string | undefined =>
  typeof would !== 'object' ? would : Object.entries(would).reduce((a, b) => (b[1] > a[1] ? b : a))[0];
const keysOf = new WeakMap<object, string>();
/** What would be shown, told apart from other things that would. */
function rowKey(would: Would): string {
  if (typeof would !== 'object') return would ?? '?';
  let key = keysOf.get(would);
  if (key === undefined) keysOf.set(would, (key = Object.entries(would).map(([id, share]) => `${id}:${share.toFixed(3)}`).join('|'))); // prettier-ignore
  return key;
}

const DARK: Shown = { faces: new Map(), breakerOpens: false, deviceOpens: false };
/** What is put right by switching on, resetting and unplugging. */
const LIGHT: Suspect['kind'][] = ['breaker off', 'device tripped', 'appliance'];

/** Faces whose neutral another breaker uses too, each with a face of the other: where an open neutral shows. */
function sharedNeutrals(lab: FaultLab, sound: Shown): [string, string][] {
  const { bench } = lab;
  const lit = [...sound.faces].filter(([, f]) => f.works).map(([key]) => key);
  // which breaker feeds it: what goes dark with it off
  const by = bench.breakers.map((b) => {
    const off = lab.read([{ out: `breaker ${b.id}` }]);
    return lit.filter((key) => !off.faces.get(key)!.works);
  });
  return by.flatMap((own, i) => {
    const other = by.find((_, j) => bench.breakers[j]!.leg !== bench.breakers[i]!.leg)?.[0];
    return other === undefined ? [] : own.slice(0, 3).map((face): [string, string] => [face, other]);
  });
}

/** Ways the wiring may be that nobody saw; their shares sum to 1. */
export type Alternatives = readonly CircuitWay[];

/**
 * Every suspect, every test, and what each shows: worked out once for a circuit.
 * @param boxId where it was noticed
 * @param report called with the share that is done, 0 to 1
 */
export function dictionaryOf(
  what: CircuitBench | Alternatives,
  boxId: string,
  report: (done: number) => void = () => undefined,
  circumstances: Circumstances = {},
): Dictionary {
  const ways: Alternatives = 'bench' in what ? [{ known: what, share: 1 }] : what;
  const { known } = ways[0]!;
  const dictionary: Dictionary = {
    known,
    suspects: [],
    classes: [],
    hypotheses: [],
    tests: [],
    shows: new Map(),
    odds: new Map(),
    fits: {} as Dictionary['fits'],
    misread: circumstances.misread ?? 0,
    fitOf: {} as Dictionary['fitOf'],
  };
  for (const c of COMPLAINTS) dictionary.fits[c] = [];
  const fits = Object.fromEntries(COMPLAINTS.map((c) => [c, [] as number[]])) as Record<Complaint, number[]>;
  const rows = new Map<string, Growing>();
  ways.forEach((way, w) => {
    const taking = new Taking(dictionary, fits, rows, way, boxId, circumstances);
    const done = (part: number): void => report((w + part) / ways.length);
    taking.singles(done);
    taking.pairs(done);
  });
  // sound: what is left when all that was wrong is mended
  const sound = soundRows(known, boxId, dictionary.tests);
  dictionary.hypotheses.push({ of: [], prior: 0 });
  for (const c of COMPLAINTS) fits[c].push(0.01);
  for (const test of dictionary.tests) put(rows.get(test.id)!, test, sound.get(test.id));
  const total = dictionary.hypotheses.reduce((sum, h) => sum + h.prior, 0);
  for (const h of dictionary.hypotheses) h.prior /= total;
  for (const c of COMPLAINTS) dictionary.fitOf[c] = Float64Array.from(fits[c]);
  for (const [id, { row, rows: list }] of rows) dictionary.odds.set(id, { row: Int32Array.from(row), rows: list });
  return dictionary;
}
interface Growing {
  row: number[];
  rows: Float64Array[];
  keys: Map<string, number>;
  misread: number;
}
function put(growing: Growing, test: TestKind, would: Would): void {
  const key = rowKey(would);
  let at = growing.keys.get(key);
  if (at === undefined) {
    growing.keys.set(key, (at = growing.rows.length));
    growing.rows.push(oddsRow(test, would, growing.misread));
  }
  growing.row.push(at);
}
function soundRows(known: CircuitBench, boxId: string, tests: readonly TestKind[]): Map<string, Would> {
  const lab = new FaultLab(known.bench);
  const is = lab.read([]);
  const places = placesOf(known, boxId);
  const state: State = { set: [], is, rest: is, restSet: [] };
  return new Map(
    tests.map((t) => [
      t.id,
      t.id === 'reset'
        ? 'still dead'
        : t.id.startsWith('shared/')
          ? 'full'
          : wouldShow(asked(t), state, [is], { ...places, boxId, nominal: known.bench.supply.volts }),
    ]),
  );
}
function placesOf(known: CircuitBench, boxId: string): { own: string[]; boxOf: Map<string, string> } {
  const faces = known.bench.devices.flatMap((d) => facesOf(d).map((f) => [faceKey(d.id, f), d.boxId] as const));
  return { own: faces.filter(([, b]) => b === boxId).map(([k]) => k), boxOf: new Map(faces) };
}

/** A suspect as it was taken up, for what it makes together with another. */
interface Taken {
  suspect: Suspect;
  at: number;
  prior: number;
  changes: readonly NetChange[] | undefined;
  is: Shown;
}

/** One way that the circuit may be wired: each fault in it, alone and by twos, with all that would be read. */
class Taking {
  private readonly lab: FaultLab;
  private readonly faults: ReturnType<typeof faultsOn>;
  /** by fault, what changes in the network by how far it has gone; absent: no circuit is left */
  private readonly changes: (NetChange[][] | undefined)[];
  private readonly sound: Shown;
  private readonly shared: ReturnType<typeof sharedNeutrals>;
  private readonly places: ReturnType<typeof placesOf>;
  private readonly protector: boolean;
  private readonly nominal: number;
  private readonly questions: ReturnType<typeof asked>[];
  private readonly taken: Taken[] = [];
  /** alike in every reading and in what is mended: looked at once */
  private readonly alike = new Map<string, number>();

  constructor(
    private readonly dictionary: Dictionary,
    private readonly fits: Record<Complaint, number[]>,
    private readonly rows: Map<string, Growing>,
    private readonly way: CircuitWay,
    private readonly boxId: string,
    private readonly circumstances: Circumstances,
  ) {
    const { known } = way;
    this.lab = new FaultLab(known.bench);
    this.faults = faultsOn(known, circumstances);
    this.changes = this.faults.map(({ bench, net }) => {
      if (net) return net;
      if (!bench) return [[]];
      try {
        return [changesOf(this.lab.sound, bench(known.bench))];
      } catch (error) {
        // a fault that makes no circuit any more shows nothing anywhere
        if (error instanceof NetworkError) return undefined;
        throw error;
      }
    });
    this.lab.prepare(this.changes.flatMap((c) => c ?? []));
    this.sound = this.lab.read([]);
    this.shared = sharedNeutrals(this.lab, this.sound);
    if (dictionary.tests.length === 0) this.firstTests();
    this.places = placesOf(known, boxId);
    this.protector =
      known.bench.devices.some((d) => d.form === 'ground-fault') || known.bench.breakers.some((b) => b.kind === 'ground-fault');
    this.nominal = known.bench.supply.volts;
    this.questions = dictionary.tests.map(asked);
  }

  /** The tests are those of the first way; the others answer the same. */
  private firstTests(): void {
    const { dictionary, rows } = this;
    dictionary.tests = testsOf(this.way.known, this.boxId, this.shared, this.way.open);
    for (const t of dictionary.tests) rows.set(t.id, { row: [], rows: [], keys: new Map(), misread: dictionary.misread });
    for (const t of dictionary.tests) dictionary.shows.set(t.id, []);
  }

  private crossed(c: readonly NetChange[]): ReadonlyMap<string, number> {
    return new Map(this.shared.length ? this.lab.across(c, this.shared).map((volts, i) => [this.shared[i]![0], volts]) : []);
  }
  private wouldAll(state: State, levels: readonly Shown[], cross: ReadonlyMap<string, number>): Would[] {
    const { places, boxId, nominal } = this;
    const { school } = this.way;
    const about = { ...places, boxId, nominal, ...(school ? { school } : {}) };
    return this.questions.map((q) =>
      q.kind === 'shared' ? voltsShown(cross.get(q.key) ?? nominal, nominal) : wouldShow(q, state, levels, about),
    );
  }
  /** how well it goes with each complaint */
  private fitAll(state: State, levels: readonly Shown[], cross: ReadonlyMap<string, number>): number[] {
    const brightens = [...cross.values()].some((volts) => volts > 1.06 * this.nominal);
    return COMPLAINTS.map((k) => fitOf(k, state, levels, this.places.own, this.protector, brightens));
  }
  private add(of: number[], prior: number, shows: readonly Would[], fit: readonly number[]): void {
    this.dictionary.hypotheses.push({ of, prior });
    this.dictionary.tests.forEach((t, k) => put(this.rows.get(t.id)!, t, shows[k]));
    COMPLAINTS.forEach((k, n) => this.fits[k].push(fit[n]!));
  }

  singles(report: (done: number) => void): void {
    const base = this.faults.map((_, i) => this.changes[i]?.map((c) => this.lab.read(c)) ?? [DARK]);
    this.faults.forEach(({ suspect }, i) => {
      if (i % 20 === 0) report((0.4 * i) / this.faults.length);
      this.single(suspect, this.changes[i], base[i]!);
    });
  }
  private single(suspect: Suspect, changes: NetChange[][] | undefined, levels: readonly Shown[]): void {
    const { dictionary, taken, alike, sound } = this;
    const { tests } = dictionary;
    const middle = Math.floor(levels.length / 2);
    const is = levels[middle]!;
    const c = changes?.[middle];
    const light = LIGHT.includes(suspect.kind);
    const state: State = { set: [suspect], is, rest: light ? sound : is, restSet: light ? [] : [suspect] };
    const cross = this.crossed(c ?? []);
    const shows = this.wouldAll(state, levels, cross);
    const fit = this.fitAll(state, levels, cross);
    const prior = suspect.prior * this.way.share;
    const place = dictionary.suspects.push({ ...suspect, prior }) - 1;
    tests.forEach((t, k) => dictionary.shows.get(t.id)!.push(likeliest(shows[k])));
    COMPLAINTS.forEach((k, n) => dictionary.fits[k].push(fit[n]!));
    const key = `${suspect.part}#${shows.map(rowKey).join(';')}#${fit.join()}`;
    const known = alike.get(key);
    if (known !== undefined) {
      const { at } = taken[known]!;
      taken[known]!.prior += prior;
      dictionary.classes[at]!.members.push(place);
      dictionary.hypotheses[dictionary.classes[at]!.alone]!.prior += prior;
      return;
    }
    alike.set(key, taken.length);
    const at = dictionary.classes.push({ part: suspect.part, members: [place], alone: dictionary.hypotheses.length }) - 1;
    taken.push({ suspect, at, prior, changes: c, is });
    this.add([at], prior, shows, fit);
  }

  pairs(report: (done: number) => void): void {
    const { taken, lab, sound } = this;
    const pairs = pairsOf(taken, this.circumstances.mostPairs ?? MOST_PAIRS);
    const sum = pairs.reduce((total, [a, b]) => total + taken[a]!.prior * taken[b]!.prior, 0);
    pairs.forEach(([i, j], n) => {
      if (n % 50 === 0) report(0.4 + (0.6 * n) / pairs.length);
      const [a, b] = [taken[i]!, taken[j]!];
      const both = together(a.changes!, b.changes!);
      const is = lab.read(both);
      const cross = this.crossed(both);
      const set = [a.suspect, b.suspect];
      const restSet = set.filter((s) => !LIGHT.includes(s.kind));
      const rest = restSet.length === 2 ? is : restSet.length === 0 ? sound : restSet[0] === a.suspect ? a.is : b.is;
      const state: State = { set, is, rest, restSet };
      const prior = ((PAIRS / (1 - PAIRS)) * this.way.share * (a.prior * b.prior)) / sum;
      this.add([a.at, b.at], prior, this.wouldAll(state, [is], cross), this.fitAll(state, [is], cross));
    });
  }
}

const together = (a: readonly NetChange[], b: readonly NetChange[]): NetChange[] => {
  const outs = new Set(a.flatMap((c) => ('out' in c ? [c.out] : [])));
  return [...a, ...b.filter((c) => !('out' in c && outs.has(c.out)))];
};
/** Two at once that make sense: of different parts, each a circuit of its own; the likeliest of them. */
function pairsOf(taken: readonly { suspect: Suspect; prior: number; changes: unknown }[], most: number): [number, number][] {
  if (most === 0) return [];
  const NOT: Suspect['kind'][] = ['none of these', 'lost service neutral', 'back-fed', 'wrong breaker noted'];
  const all: [number, number, number][] = [];
  for (let i = 0; i < taken.length; i++)
    for (let j = i + 1; j < taken.length; j++) {
      const [a, b] = [taken[i]!, taken[j]!];
      if (a.suspect.part === b.suspect.part || NOT.includes(a.suspect.kind) || NOT.includes(b.suspect.kind)) continue;
      if (a.changes === undefined || b.changes === undefined) continue;
      all.push([i, j, a.prior * b.prior]);
    }
  return all
    .sort((a, b) => b[2] - a[2])
    .slice(0, most)
    .map(([i, j]) => [i, j]);
}
