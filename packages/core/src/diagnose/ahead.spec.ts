/**
 * Whole searches played through: how many tests and minutes, beside the order people use (handbook 25), halving the chain, and the best
 * decision tree there is. How often faults are met and what tests cost is common practice, no source.
 */
import { describe, expect, it } from 'vitest';
import { CIRCUIT_SHAPES, runOfBoxes, variedCircuit } from '../circuit/index.js';
import { seeded } from '../measure/index.js';
import { quinceStreet } from '../houses.testing.js';
import type { Bench, Complaint, Search } from '../model/index.js';
import { AGAIN, bestAhead, bestNext, circuitWays, dictionaryOf, drawnFault, halving, lookedAhead, MENDED, nextTests, noticed, noticedOf, played, playedAs, searchAhead, searchState, sharesOf, showsMost, takenDownWrongly, usualOrder, type Chooser, type CircuitBench, type Dictionary, type Remembered } from './index.js'; // prettier-ignore
import { bestTreeCost, certain } from './optimal.reference.js';

const onBench = (bench: Bench): CircuitBench => ({ bench: { ...bench, plugged: [] }, taken: [], unseen: new Set(), circuit: undefined, site: quinceStreet.site }); // prettier-ignore
interface Case {
  name: string;
  box: string;
  dictionary: Dictionary;
  /** from where it was noticed toward the panel */
  order: string[];
}
const run = (n: number): Case => ({ name: `run of ${n}`, box: `box${n}`, dictionary: dictionaryOf(onBench(runOfBoxes({ boxes: n })), `box${n}`), order: Array.from({ length: n }, (_, i) => `box${n - i}`) }); // prettier-ignore
const [two, three] = [run(2), run(3)];
const house = ['hall-box', 'alcove-box'].map((box): Case => {
  const ways = circuitWays(quinceStreet.site, box);
  const boxes = ways[0]!.known.bench.boxes.map((b) => b.id);
  return { name: box, box, dictionary: dictionaryOf(ways, box), order: [box, ...boxes.filter((id) => id !== box)] };
}); // prettier-ignore
const varied = CIRCUIT_SHAPES.map((shape, seed): Case => {
  const { bench, inward } = variedCircuit(shape, 3, seed);
  return { name: `${shape}, 3 boxes`, box: inward[0]!, dictionary: dictionaryOf(onBench(bench), inward[0]!), order: inward };
});

interface Means {
  tests: number;
  minutes: number;
  right: number;
  wrong: number;
}
/** Means over all single faults, weighed by how often each is met. */
function means({ dictionary: d, box }: Case, choose: Chooser): Means {
  let [weight, tests, minutes, right, wrong] = [0, 0, 0, 0, 0];
  const remembered: Remembered = new Map();
  d.suspects.forEach((s, i) => {
    const complaint = s.kind === 'none of these' ? undefined : noticed(d, i);
    if (!complaint) return;
    const end = played(d, box, i, complaint, choose, undefined, remembered);
    weight += s.prior;
    tests += s.prior * end.tests;
    minutes += s.prior * end.minutes;
    if (end.verdict === 'found' && end.right) right += s.prior;
    if (end.verdict === 'found' && !end.right) wrong += s.prior;
  });
  return { tests: tests / weight, minutes: minutes / weight, right: right / weight, wrong: wrong / weight };
}

/** By the search as it is: of each case once. */
const searched = new Map<string, Means>();
const bySearch = (c: Case): Means => {
  const known = searched.get(c.name) ?? means(c, bestAhead(c.dictionary));
  searched.set(c.name, known);
  return known;
};

describe('whole searches over every single fault', () => {
  it.each([two, three, ...varied, ...house])('$name: the right part in 99 of 100, hardly ever a wrong one', (c) => {
    const mine = bySearch(c);
    expect(mine.right).toBeGreaterThan(0.99);
    expect(mine.wrong).toBeLessThan(0.005);
    expect(mine.tests).toBeLessThan(6);
  });
  it.each([two, ...house])('$name: under half of the minutes of the order people use, and of halving the chain', (c) => {
    const mine = bySearch(c);
    for (const other of [usualOrder(c.order), halving(c.order)]) expect(mine.minutes).toBeLessThan(means(c, other).minutes / 1.9);
  });
  it('with the rest of the search looked at it takes fewer minutes than with the best single test', () => {
    const both = [two, three, ...house].map((c) => [means(c, bestNext).minutes, bySearch(c).minutes] as const);
    const sum = (i: 0 | 1) => both.reduce((s, b) => s + b[i], 0);
    expect(sum(1)).toBeLessThan(sum(0) * 0.97);
  });
});

describe('beside the best decision tree there is, by looking at all of them', () => {
  it.each([
    ['chain', 2],
    ['chain', 4],
    ['branch', 4],
    ['protected first', 3],
    ['switched', 2],
    ['shared neutral', 2],
    ['ring', 3],
    ['half switched', 3],
  ] as const)('%s of %i: at most 5 % above it on average, over what people notice', (shape, boxes) => {
    const { bench, inward } = variedCircuit(shape, boxes, 3);
    const dictionary = dictionaryOf(onBench(bench), inward[0]!);
    let [best, mine] = [0, 0];
    for (const complaint of ['dead', 'half dead', 'low', 'trips at once', 'tester'] satisfies Complaint[]) {
      const sure = certain(dictionary, complaint, 26);
      const remembered: Remembered = new Map();
      best += bestTreeCost(sure);
      sure.hypotheses.slice(0, -1).forEach((h, i) => {
        const parts = [sure.classes[h.of[0]!]!.part];
        mine += h.prior * playedAs(sure, inward[0]!, parts, complaint, bestAhead(sure), (t) => showsMost(sure, t.id, i), remembered).cost;
      });
    }
    expect(mine / best).toBeLessThan(1.05);
    // no search is quicker than the best tree: the two are held against each other
    expect(mine / best).toBeGreaterThan(0.999);
  });
});

describe('two faults at once', () => {
  it('one of the two is named in 95 of 100, a part that is none of them in fewer than one in 200; mended, the other is found', () => {
    const { dictionary: d, box } = three;
    const choose = bestAhead(d);
    const remembered: Remembered = new Map();
    let [weight, right, wrong] = [0, 0, 0];
    d.hypotheses.forEach((h, i) => {
      const complaint = h.of.length === 2 && i % 4 === 0 ? noticedOf(d, i) : undefined;
      if (!complaint) return;
      const parts = h.of.map((c) => d.classes[c]!.part);
      const end = playedAs(d, box, parts, complaint, choose, (t) => showsMost(d, t.id, i), remembered);
      weight += h.prior;
      if (end.verdict === 'found' && end.right) right += h.prior;
      if (end.verdict === 'found' && !end.right) wrong += h.prior;
    });
    expect(right / weight).toBeGreaterThan(0.95);
    expect(wrong / weight).toBeLessThan(0.005);
  });
  it('a wire out in the second box and a breaker that is off: on again, it is still dead, and the box is found', () => {
    const { dictionary: d } = three;
    const search = (...readings: [string, string][]): Search => ({ boxId: 'box3', signs: [], signsAsked: true, complaint: 'dead', readings: readings.map(([test, outcome], i) => ({ id: `r${i}`, test, outcome, at: '' })) }); // prettier-ignore
    const off = searchState(d, search(['breakers', 'breaker off'], ['reset', 'works now'], ['appliance', 'works']));
    expect([off.verdict, off.parts[0]!.part]).toEqual(['found', 'breaker/breaker']);
    const on = searchState(
      d,
      search(['breakers', 'breaker off'], [`${MENDED}breaker/breaker`, 'done'], [AGAIN, 'still'], ['breakers', 'all on']),
    );
    expect(on.parts[0]!.part).not.toBe('breaker/breaker');
    const found = searchState(d, search(['breakers', 'breaker off'], [`${MENDED}breaker/breaker`, 'done'], [AGAIN, 'still'], ['breakers', 'all on'], ['lamps/device3/lower', 'hot open, or no power: a dead tester looks the same'], ['look/box2', 'found'])); // prettier-ignore
    expect([found.verdict, found.parts[0]!.part]).toEqual(['found', 'joints/box2']);
    const fine = searchState(
      d,
      search(
        ['breakers', 'breaker off'],
        ['reset', 'works now'],
        ['appliance', 'works'],
        [`${MENDED}breaker/breaker`, 'done'],
        [AGAIN, 'works'],
      ),
    );
    // one outlet that works is not a circuit that is right: the faces that nobody read are named
    expect([fine.verdict, fine.says]).toEqual([
      'mended',
      expect.stringMatching(/can’t be told before every face reads so: .*Box 1, Box 2, Box 3/),
    ]);
    // and they are what is to be read next, outward from the panel
    expect(fine.next.map((n) => n.test.id.split('/').slice(0, 2).join('/'))).toEqual([1, 1, 2, 2, 3, 3].map((n) => `lamps/device${n}`));
    const faces = (['upper', 'lower'] as const).flatMap((face) =>
      [1, 2, 3].map((n): [string, string] => [`lamps/device${n}/${face}`, 'reads as right']),
    );
    const mendedBefore: [string, string][] = [['breakers', 'breaker off'], ['reset', 'works now'], ['appliance', 'works'], [`${MENDED}breaker/breaker`, 'done'], [AGAIN, 'works']]; // prettier-ignore
    expect(searchState(d, search(...mendedBefore, ...faces)).says).toMatch(/every face of this circuit reads as right/);
    expect(searchState(d, search(...mendedBefore, ...faces.slice(1))).says).toMatch(/can’t be told .*: three lamps or a meter in Box 1\.$/);
    const oneLeft = (lacks: Search['lacks'] = []) => searchState(d, { ...search(...mendedBefore, ...faces.slice(1)), lacks }).next.map((n) => n.test.id); // prettier-ignore
    expect([oneLeft(), oneLeft(['three-lamp tester'])]).toEqual([['lamps/device1/upper'], ['meter/device1/upper']]);
    expect(searchState(d, search(...mendedBefore, ...faces)).next).toEqual([]);
    // not tried again it is not called right, whatever was likely before
    expect(searchState(d, search(...mendedBefore.slice(0, 4))).verdict).not.toBe('mended');
    expect(searchState(d, search(...mendedBefore.slice(0, 4))).next[0]!.test.id).toBe(AGAIN);
  });
});

describe('readings that are taken down wrongly', () => {
  it('one in twenty at random: the right part in 95 of 100, where the search knows that its reader errs', () => {
    const d = dictionaryOf(onBench(runOfBoxes({ boxes: 3 })), 'box3', undefined, { misread: 0.05 });
    const random = seeded(20);
    const remembered: Remembered = new Map();
    let right = 0;
    for (let n = 0; n < 300; n++) {
      const { hypothesis, parts, complaint } = drawnFault(d, random);
      const end = playedAs(d, 'box3', parts, complaint, bestAhead(d), takenDownWrongly(d, hypothesis, 0.05, random), remembered);
      if (end.verdict === 'found' && end.right) right += 1;
    }
    expect(right / 300).toBeGreaterThan(0.95);
  });
  it('the one that hardly goes with the others is doubted by name', () => {
    const { dictionary: d } = three;
    const readings: [string, string][] = [
      ['lamps/device3/lower', 'reads as right'],
      ['breakers', 'all on'],
      ['lamps/device3/upper', 'hot open, or no power: a dead tester looks the same'],
      ['volts/device3/lower', 'none'],
      ['probe/device3', 'silent'],
      ['look/box2', 'found'],
    ];
    const search: Search = { boxId: 'box3', signs: [], signsAsked: true, complaint: 'dead', readings: readings.map(([test, outcome], i) => ({ id: `r${i}`, test, outcome, at: '' })) }; // prettier-ignore
    expect(searchAhead(d, search).doubt).toMatchObject({ reading: 'r0', words: expect.stringMatching(/Three-lamp tester/) });
    expect(searchAhead(d, { ...search, readings: search.readings.slice(1) }).doubt).toBeUndefined();
  });
});

describe('the order', () => {
  const search: Search = { boxId: 'box3', signs: [], signsAsked: true, complaint: 'dead', readings: [] };
  it('has every test once, and what tells far less in a minute stays behind', () => {
    const d = three.dictionary;
    const next = nextTests(d, search, sharesOf(d, search));
    const order = lookedAhead(d, search, sharesOf(d, search), next);
    expect(order.map((n) => n.test.id).sort()).toEqual(next.map((n) => n.test.id).sort());
    // what was followed to the end stands first
    const followed = order.map((n) => n.left !== undefined);
    expect(followed).toEqual([...followed].sort((a, b) => Number(b) - Number(a)));
    expect(followed.filter((f) => f).length).toBeGreaterThan(2);
    // to the end it takes at least the test itself
    for (const n of order) if (n.left !== undefined) expect(n.left).toBeGreaterThanOrEqual(n.test.minutes);
  });
  it('what is not at hand is not asked for', () => {
    const d = three.dictionary;
    const needs = (lacks: Search['lacks']) => new Set(searchState(d, { ...search, lacks }).next.map((n) => n.test.needs));
    expect(needs([])).toContain('three-lamp tester');
    expect(needs(['three-lamp tester', 'meter'])).not.toContain('meter');
    expect(needs(['three-lamp tester', 'meter'])).not.toContain('three-lamp tester');
  });
  it('a state keeps what it says and how likely each part is', () => {
    const d = three.dictionary;
    const [plain, deep] = [searchState(d, search), searchAhead(d, search)];
    expect(deep).toMatchObject({ verdict: plain.verdict, says: plain.says, open: plain.open, parts: plain.parts });
    expect(searchAhead(d, { ...search, signs: ['heat'] }).next).toEqual([]);
  });
});

describe('a search that is played', () => {
  const { dictionary: d } = two;
  it('costs what its tests cost, and ends', () => {
    const i = d.suspects.findIndex((s) => s.kind === 'breaker off');
    const end = played(d, 'box2', i, 'dead', (state) => state.next.find((n) => n.test.id === 'breakers'));
    expect(end).toMatchObject({ tests: 1, minutes: 2 });
    const remembered: Remembered = new Map();
    for (let k = 0; k < d.suspects.length; k++)
      expect(played(d, 'box2', k, 'dead', bestNext, undefined, remembered).tests).toBeLessThan(30);
  });
  it('more information never asks for more tests on average: with the outcome of any one test given, no more are left', () => {
    const from = (given: string | undefined): number => {
      let [weight, tests] = [0, 0];
      const remembered: Remembered = new Map();
      const choose: Chooser = (state, search) => (given !== undefined && !search.readings.length ? state.next.find((n) => n.test.id === given) : state.next[0]); // prettier-ignore
      d.suspects.forEach((s, i) => {
        if (s.kind === 'none of these' || noticed(d, i) !== 'dead') return;
        weight += s.prior;
        tests += s.prior * (played(d, 'box2', i, 'dead', choose, undefined, remembered).tests - (given === undefined ? 0 : 1));
      });
      return tests / weight;
    };
    const without = from(undefined);
    for (const { id } of d.tests.slice(0, 14)) expect([id, from(id) <= without + 0.05]).toEqual([id, true]);
  });
});
