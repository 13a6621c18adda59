/** From a complaint and the tests made so far: how likely each part is, and which test to make next. */
import { searchWords } from '../words/diagnose/search.js';
import type { Told } from '../words/phrases.js';
import type { Complaint, Search } from '../model/index.js';
import { spots } from './outward.js';
import type { Dictionary } from './predict.js';
import type { Suspect } from './suspects.js';
import { costOf, type TestKind } from './testKinds.js';

/** Lamps and meter alike, as a face should read. */
const RIGHT = 'reads as right';
/** A part is named when it is more likely than this. */
export const NAMED_AT = 0.95;
/** Less to learn than this, in bits, and a test is not worth its time. */
export const WORTH_BITS = 0.01;
/** A reading that something was mended: what was so before is so no more. */
export const MENDED = 'mended/';
/** Whether it does now what it should: the complaint asked once more. */
export const AGAIN = 'again';

export interface PartLikely {
  part: string;
  /** how likely it is at fault, alone or with another */
  share: number;
  /** its suspects, the likeliest first */
  suspects: { suspect: Suspect; share: number }[];
}
export interface NextTest {
  test: TestKind;
  /** what it is expected to tell, bits */
  bits: number;
  /** how likely each outcome is, and how many parts would still carry 95 % after it */
  after: { outcome: string; words: string; share: number; partsLeft: number }[];
  /** minutes to the end that are expected with it as the next; absent: not looked at so far ahead */
  left?: number;
}
/** A reading that hardly goes with the others: made again, it may come out otherwise. */
export interface Doubt {
  reading: string;
  words: string;
  /** how much better the others would go together without it, as a factor */
  factor: number;
}
/** Where a search stands, with its words. */
export interface SearchState extends Told {
  parts: PartLikely[];
  /** how many of them carry 95 % now */
  open: number;
  next: NextTest[];
  verdict: 'stop' | 'asks' | 'goes on' | 'found' | 'can’t tell' | 'contradicts' | 'mended';
  doubt?: Doubt;
}

export const AGAIN_TEST: TestKind = {
  ...{ id: AGAIN, words: 'Try again what did not work: does it do what it should now?', minutes: 1, sure: 0.97 },
  outcomes: [
    { id: 'works', words: 'it does' },
    { id: 'still', words: 'it is as before' },
  ],
};

/** A dictionary as flat arrays: made once, asked thousands of times. */
export interface Table {
  parts: string[];
  /** the two parts of each hypothesis; the same twice where it is one, −1 where it is none */
  first: Int32Array;
  second: Int32Array;
  tests: { test: TestKind; row: Int32Array; rows: Float64Array[] }[];
  byId: Map<string, Table['tests'][number]>;
  /** what is left of each hypothesis when a part is mended */
  without: (part: string) => Int32Array;
  sound: number;
}
const tables = new WeakMap<Dictionary, Table>();
export function tableOf(dictionary: Dictionary): Table {
  const known = tables.get(dictionary);
  if (known) return known;
  const { classes, hypotheses } = dictionary;
  const parts = [...new Set(classes.map((c) => c.part))];
  const number = new Map(parts.map((p, i) => [p, i]));
  const of = (h: number, n: 0 | 1): number => {
    const ids = hypotheses[h]!.of;
    const c = ids[n] ?? ids[0];
    return c === undefined ? -1 : number.get(classes[c]!.part)!;
  };
  const tests = dictionary.tests.map((test) => ({ test, ...dictionary.odds.get(test.id)! }));
  const sound = hypotheses.length - 1;
  const mended = new Map<string, Int32Array>();
  const table: Table = {
    parts,
    first: Int32Array.from(hypotheses, (_, h) => of(h, 0)),
    second: Int32Array.from(hypotheses, (_, h) => of(h, 1)),
    tests,
    byId: new Map(tests.map((t) => [t.test.id, t])),
    sound,
    without: (part) => {
      let map = mended.get(part);
      if (!map)
        mended.set(part, (map = Int32Array.from(hypotheses, ({ of: ids }, h) => {
          const left = ids.filter((c) => classes[c]!.part !== part);
          return left.length === ids.length ? h : left.length === 0 ? sound : classes[left[0]!]!.alone;
        }))); // prettier-ignore
      return map;
    },
  };
  tables.set(dictionary, table);
  return table;
}

/** Whether the complaint is asked once more: likelihood of “as before” by what is so now. */
function againOdds(dictionary: Dictionary, complaint: Complaint | undefined, state: number, outcome: string): number {
  const { sound } = tableOf(dictionary);
  const fit = complaint && state !== sound ? Math.min(0.97, dictionary.fitOf[complaint][state]!) : 0.02;
  return outcome === 'still' ? Math.max(0.02, fit) : 1 - Math.max(0.02, fit);
}

export interface Weighed {
  /** shares of the hypotheses; they sum to 1 */
  shares: Float64Array;
  /** what of each hypothesis is so now, after what was mended */
  now: Int32Array;
  /** parts that were mended */
  mended: string[];
  /** log of how likely all readings together are */
  evidence: number;
}
/** Shares of all hypotheses after a complaint and readings. Readings of tests that this circuit doesn’t have say nothing. */
export function weighed(dictionary: Dictionary, search: Search, but?: string): Weighed {
  const { hypotheses } = dictionary;
  const table = tableOf(dictionary);
  const n = hypotheses.length;
  const fits = search.complaint ? dictionary.fitOf[search.complaint] : undefined;
  const shares = new Float64Array(n);
  let now = new Int32Array(n);
  for (let i = 0; i < n; i++) {
    shares[i] = hypotheses[i]!.prior * (fits ? fits[i]! : 1);
    now[i] = i;
  }
  const mended: string[] = [];
  let evidence = 0;
  const scale = (): void => {
    let sum = 0;
    for (let i = 0; i < n; i++) sum += shares[i]!;
    evidence += Math.log(Math.max(sum, 1e-300));
    if (sum > 0) for (let i = 0; i < n; i++) shares[i]! /= sum;
    else shares.fill(1 / n);
  };
  scale();
  for (const { id, test, outcome } of search.readings) {
    if (id === but) continue;
    if (test.startsWith(MENDED)) {
      const part = test.slice(MENDED.length);
      mended.push(part);
      const without = table.without(part);
      now = now.map((h) => without[h]!);
      continue;
    }
    if (test === AGAIN) {
      for (let i = 0; i < n; i++) shares[i]! *= againOdds(dictionary, search.complaint, now[i]!, outcome);
      scale();
      continue;
    }
    const kind = table.byId.get(test);
    const o = kind?.test.outcomes.findIndex((x) => x.id === outcome) ?? -1;
    if (!kind || o < 0) continue;
    const odds = kind.rows.map((row) => row[o]!);
    for (let i = 0; i < n; i++) shares[i]! *= odds[kind.row[now[i]!]!]!;
    scale();
  }
  return { shares, now, mended, evidence };
}
/** Shares of the hypotheses after a complaint and readings; they sum to 1. */
export const sharesOf = (dictionary: Dictionary, search: Search): number[] => [...weighed(dictionary, search).shares];

/** −Σ p·log2 p of sums that aren’t shares yet. */
function bitsOf(sums: Float64Array, total: number): number {
  if (total <= 0) return 0;
  let sum = 0;
  for (const x of sums) if (x > 0) sum -= x * Math.log2(x / total);
  return sum / total;
}
/** Shares by part; what two have together is shared out between them. */
function byPart(table: Table, shares: ArrayLike<number>, now: Int32Array): Float64Array {
  const sums = new Float64Array(table.parts.length + 1);
  for (let h = 0; h < shares.length; h++) addTo(sums, table, now[h]!, shares[h]!);
  return sums;
}
const addTo = (sums: Float64Array, { first, second, parts }: Table, h: number, share: number): void => {
  const [a, b] = [first[h]!, second[h]!];
  if (a < 0) sums[parts.length]! += share;
  else if (a === b) sums[a]! += share;
  else {
    sums[a]! += share / 2;
    sums[b]! += share / 2;
  }
};
/** How many parts carry 95 % together. */
function carry(parts: Float64Array, total: number): number {
  let sum = 0;
  let n = 0;
  for (const p of Float64Array.from(parts).sort().reverse()) {
    n += 1;
    if ((sum += p) >= NAMED_AT * total) break;
  }
  return n;
}

/** Complaints of something that opens as soon as it is on. */
const OPENS: ReadonlySet<Complaint> = new Set<Complaint>(['trips at once', 'will not reset']);

/** Tests that can be made: not made since something was last mended, with what is at hand. */
export function openTests(dictionary: Dictionary, search: Search): Table['tests'] {
  const last = search.readings.findLastIndex((r) => r.test.startsWith(MENDED));
  // who may have misread makes it twice
  const times = dictionary.misread > 0 ? 2 : 1;
  const since = search.readings.slice(last + 1).map((r) => r.test);
  const made = new Set(since.filter((id) => since.filter((x) => x === id).length >= times));
  // what opened one breaker is not put on another
  return tableOf(dictionary).tests.filter(
    ({ test: t }) =>
      !made.has(t.id) && !(t.id === 'appliance' && OPENS.has(search.complaint ?? 'dead')) && !(t.needs && search.lacks?.includes(t.needs)),
  );
}

/** What hypotheses carry less than this together is not looked at when tests are weighed. */
const SMALL = 1e-3;
/** The hypotheses that carry it, the likeliest first. */
export function carrying(shares: ArrayLike<number>, most = Infinity): { live: number[]; total: number } {
  const all = Array.from(shares, (share, h) => ({ share, h })).filter((x) => x.share > 1e-7).sort((a, b) => b.share - a.share); // prettier-ignore
  const live: number[] = [];
  let total = 0;
  const sum = all.reduce((s, x) => s + x.share, 0);
  for (const { share, h } of all) {
    if (total >= (1 - SMALL) * sum || live.length >= most) break;
    live.push(h);
    total += share;
  }
  return { live, total };
}

/** Every test that was not made yet, the most told for its minutes and its risk first. */
export function nextTests(
  dictionary: Dictionary,
  search: Search,
  shares: ArrayLike<number>,
  state = weighed(dictionary, search),
): NextTest[] {
  const table = tableOf(dictionary);
  const { now } = state;
  const { live, total } = carrying(shares);
  const P = table.parts.length + 1;
  const whole = new Float64Array(P);
  for (const h of live) addTo(whole, table, now[h]!, shares[h]! / total);
  const before = bitsOf(whole, 1);
  const sums = new Float64Array(P);
  const one = (test: TestKind, rows: readonly Float64Array[], rowOf: (h: number) => number): NextTest => {
    // shares by row and part: then each outcome is a sum over few
    const mass = rows.map((): Float64Array | undefined => undefined);
    for (const h of live) addTo((mass[rowOf(h)] ??= new Float64Array(P)), table, now[h]!, shares[h]! / total);
    let left = 0;
    const after = test.outcomes.flatMap(({ id, words }, o) => {
      sums.fill(0);
      let share = 0;
      mass.forEach((m, r) => {
        if (!m) return;
        const odds = rows[r]![o]!;
        for (let p = 0; p < P; p++) {
          const joint = m[p]! * odds;
          sums[p]! += joint;
          share += joint;
        }
      });
      if (share <= 0) return [];
      left += share * bitsOf(sums, share);
      return [{ outcome: id, words, share, partsLeft: carry(sums, share) }];
    });
    return { test, bits: Math.max(0, before - left), after: after.sort((a, b) => b.share - a.share) };
  };
  const list = openTests(dictionary, search).map(({ test, row, rows }) => one(test, rows, (h) => row[now[h]!]!));
  list.sort((a, b) => b.bits / costOf(b.test) - a.bits / costOf(a.test) || a.test.id.localeCompare(b.test.id));
  // what was mended is tried first
  if (search.readings.at(-1)?.test.startsWith(MENDED) !== true) return list;
  const again = live.map((h) => Float64Array.from(AGAIN_TEST.outcomes, (o) => againOdds(dictionary, search.complaint, now[h]!, o.id)));
  return [one(AGAIN_TEST, again, (h) => live.indexOf(h)), ...list];
}

/** How likely each part is at fault now, alone or with another: named by this. */
function partShares(table: Table, { shares, now }: Weighed): Float64Array {
  const sums = new Float64Array(table.parts.length);
  for (let h = 0; h < shares.length; h++) {
    const [a, b] = [table.first[now[h]!]!, table.second[now[h]!]!];
    if (a >= 0) sums[a]! += shares[h]!;
    if (b >= 0 && b !== a) sums[b]! += shares[h]!;
  }
  return sums;
}

/** The reading without which the others go together far better. */
const DOUBTED_AT = 8;
export function doubtIn(dictionary: Dictionary, search: Search): Doubt | undefined {
  const { evidence } = weighed(dictionary, search);
  const doubts = search.readings.filter((r) => !r.test.startsWith(MENDED)).map((r): Doubt => {
    const test = dictionary.tests.find((t) => t.id === r.test) ?? AGAIN_TEST;
    // a reading of n outcomes that says nothing would have one in n of its own
    const expected = 1 / test.outcomes.length;
    return { reading: r.id, words: test.words, factor: Math.exp(weighed(dictionary, search, r.id).evidence - evidence) * expected };
  }); // prettier-ignore
  const [worst] = doubts.sort((a, b) => b.factor - a.factor);
  return worst && worst.factor >= DOUBTED_AT ? worst : undefined;
}

/** The tests of the faces that nobody read since the last repair, outward from the panel: by lamps where they are at hand. */
function facesLeft(dictionary: Dictionary, search: Search): TestKind[] {
  const { known, tests } = dictionary;
  const last = search.readings.findLastIndex((r) => r.test.startsWith(MENDED));
  const read = new Set(search.readings.slice(last + 1).filter((r) => r.outcome === RIGHT).map((r) => r.test)); // prettier-ignore
  const order = [...spots(known.bench).at.keys()];
  const faces = tests.filter((t) => t.id.startsWith('lamps/')).sort((a, b) => order.indexOf(a.boxId ?? '') - order.indexOf(b.boxId ?? '')); // prettier-ignore
  return faces.flatMap((lamps) => {
    const meter = lamps.id.replace('lamps/', 'meter/');
    if (read.has(lamps.id) || read.has(meter)) return [];
    return [search.lacks?.includes('three-lamp tester') ? (tests.find((t) => t.id === meter) ?? lamps) : lamps];
  });
}

/** What works again is not all that hangs on the circuit: what nobody read since is said (handbook 8: every face of every device). */
function mendedSays({ known }: Dictionary, left: readonly TestKind[]): Told {
  const names = [...new Set(left.map((t) => known.bench.boxes.find((b) => b.id === t.boxId)?.name ?? t.words))];
  return names.length ? searchWords.mendedUnread({ left: names }) : searchWords.mended();
}

/** Less than this, in bits, and a test is not shown. */
const SHOWN_BITS = 0.002;
/** Tests worth showing: what tells something, and after a repair every face that is left to read. */
export const shownTests = ({ verdict, next }: SearchState): NextTest[] =>
  verdict === 'mended' ? next : next.filter((n) => n.bits > SHOWN_BITS);

/** The likeliest suspect of a part as the readings stood, in words. */
export function likeliestIn(dictionary: Dictionary, search: Search, part: string): string {
  const { shares, now } = weighed(dictionary, search);
  const { classes, hypotheses, suspects } = dictionary;
  const ofClass = new Float64Array(classes.length);
  for (let h = 0; h < shares.length; h++) for (const c of hypotheses[now[h]!]!.of) ofClass[c]! += shares[h]!;
  let [words, most] = [part, -1];
  classes.forEach((c, i) => {
    if (c.part !== part) return;
    const sum = c.members.reduce((total, m) => total + suspects[m]!.prior, 0);
    for (const m of c.members) {
      const share = ofClass[i]! * (sum > 0 ? suspects[m]!.prior / sum : 1);
      if (share > most) [words, most] = [suspects[m]!.words, share];
    }
  });
  return words;
}

/** The whole state of a search. Pure: the same readings give the same. */
export function searchState(dictionary: Dictionary, search: Search): SearchState {
  const table = tableOf(dictionary);
  const state = weighed(dictionary, search);
  const { shares, now } = state;
  const marginal = partShares(table, state);
  const { classes, suspects } = dictionary;
  const ofClass = new Float64Array(classes.length);
  for (let h = 0; h < shares.length; h++) for (const c of dictionary.hypotheses[now[h]!]!.of) ofClass[c]! += shares[h]!;
  const within = new Map<string, PartLikely['suspects']>();
  classes.forEach(({ part, members }, c) => {
    const sum = members.reduce((total, m) => total + suspects[m]!.prior, 0);
    const list = within.get(part) ?? [];
    for (const m of members)
      list.push({ suspect: suspects[m]!, share: ofClass[c]! * (sum > 0 ? suspects[m]!.prior / sum : 1 / members.length) });
    within.set(part, list);
  });
  const parts = table.parts
    .map((part, p): PartLikely => ({ part, share: marginal[p]!, suspects: within.get(part)!.sort((a, b) => b.share - a.share) }))
    .sort((a, b) => b.share - a.share);
  const halved = byPart(table, shares, now);
  const open = carry(halved.subarray(0, table.parts.length), 1 - halved[table.parts.length]!);
  const [first, second] = parts;
  const end = (verdict: SearchState['verdict'], words: Told, next: NextTest[] = []): SearchState => ({
    parts,
    open,
    next,
    verdict,
    ...words,
  });
  if (search.signs.length) return end('stop', searchWords.signs({ signs: search.signs }));
  if (!search.signsAsked || (!search.complaint && !search.question))
    return end('asks', search.signsAsked ? searchWords.asksComplaint() : searchWords.asksSigns());
  const next = nextTests(dictionary, search, shares, state);
  const likely = first!.suspects[0]!.suspect.words;
  if (halved[table.parts.length]! >= NAMED_AT) {
    if (search.readings.at(-1)?.test.startsWith(MENDED)) return end('goes on', searchWords.tryAgain(), next);
    const left = facesLeft(dictionary, search);
    return end(
      'mended',
      mendedSays(dictionary, left),
      left.flatMap((t) => next.filter((n) => n.test.id === t.id)),
    );
  }
  if (first!.part === 'none' && first!.share > 0.5) return end('contradicts', searchWords.contradict(), next);
  const { share } = first!;
  if (share >= NAMED_AT) {
    const also = second && second.share > 0.5 && second.part !== 'none' ? second : undefined;
    const rests = dictionary.known.taken.length > 0;
    return end(
      'found',
      searchWords.found({ share, likely, besides: also?.suspects[0]!.suspect.words, besidesShare: also?.share, rests }),
      next,
    );
  }
  if (!next.some((n) => n.bits >= WORTH_BITS))
    return end(
      'can’t tell',
      searchWords.nothingTells({ share, likely, or: second?.suspects[0]!.suspect.words, orShare: second?.share }),
      next,
    );
  return end('goes on', searchWords.likeliest({ share, likely }), next);
}
