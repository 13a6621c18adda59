/** Two tests ahead, and whole searches played through: how many tests and minutes, beside the order people use (handbook 25). */
import { describe, expect, it } from 'vitest';
import { runOfBoxes } from '../circuit/index.js';
import { quinceStreet } from '../demo/index.js';
import type { Bench, Search } from '../model/index.js';
import { bestNext, circuitBench, dictionaryOf, lookedAhead, nextTests, noticed, played, searchAhead, searchState, sharesOf, usualOrder, type Chooser, type CircuitBench, type Dictionary } from './index.js'; // prettier-ignore

const onBench = (bench: Bench): CircuitBench => ({ bench: { ...bench, plugged: [] }, taken: [], unseen: new Set(), circuit: undefined, site: quinceStreet.site }); // prettier-ignore
interface Case {
  name: string;
  box: string;
  dictionary: Dictionary;
  /** from where it was noticed toward the panel */
  order: string[];
}
const runs = [2, 3, 4].map((n): Case => ({ name: `run of ${n}`, box: `box${n}`, dictionary: dictionaryOf(onBench(runOfBoxes({ boxes: n })), `box${n}`), order: Array.from({ length: n }, (_, i) => `box${n - i}`) })); // prettier-ignore
const house = ['hall-box', 'parlour-box', 'alcove-box'].map((box): Case => {
  const known = circuitBench(quinceStreet.site, box);
  return { name: box, box, dictionary: dictionaryOf(known, box), order: [box, ...known.bench.boxes.map((b) => b.id).filter((id) => id !== box)] };
}); // prettier-ignore
const ahead =
  (d: Dictionary): Chooser =>
  (state, search) =>
    lookedAhead(d, search, sharesOf(d, search), state.next)[0];

/** Means over all single faults, weighed by how often each is met. */
function means({ dictionary: d, box }: Case, choose: Chooser): { tests: number; minutes: number; right: number; wrong: number } {
  let [weight, tests, minutes, right, wrong] = [0, 0, 0, 0, 0];
  d.suspects.forEach((s, i) => {
    const complaint = s.kind === 'none of these' ? undefined : noticed(d, i);
    if (!complaint) return;
    const end = played(d, box, i, complaint, choose);
    weight += s.prior;
    tests += s.prior * end.tests;
    minutes += s.prior * end.minutes;
    if (end.verdict === 'found' && end.right) right += s.prior;
    if (end.verdict === 'found' && !end.right) wrong += s.prior;
  });
  return { tests: tests / weight, minutes: minutes / weight, right: right / weight, wrong: wrong / weight };
}

describe('whole searches over every single fault', () => {
  it.each([...runs, ...house])('$name: under half of the minutes of the order people use, no wrong part named for sure', (c) => {
    const [mine, usual] = [means(c, ahead(c.dictionary)), means(c, usualOrder(c.order))];
    expect(mine.minutes).toBeLessThan(usual.minutes / 1.9);
    expect(mine.wrong).toBeLessThan(0.005);
    expect(mine.right).toBeGreaterThan(0.95);
  });
  it('looking two tests ahead takes no more minutes than the best single one, over all of them fewer', () => {
    const both = [...runs, ...house].map((c) => [means(c, bestNext).minutes, means(c, ahead(c.dictionary)).minutes] as const);
    for (const [one, two] of both) expect(two).toBeLessThan(one * 1.01);
    const sum = (i: 0 | 1) => both.reduce((s, b) => s + b[i], 0);
    expect(sum(1)).toBeLessThan(sum(0) * 0.99);
  });
});

describe('the order', () => {
  const [, , four] = runs;
  const search: Search = { boxId: 'box4', signs: [], signsAsked: true, complaint: 'dead', readings: [] };
  it('has every test once, and what tells far less in a minute stays behind', () => {
    const d = four!.dictionary;
    const next = nextTests(d, search, sharesOf(d, search));
    const order = lookedAhead(d, search, sharesOf(d, search), next);
    expect(order.map((n) => n.test.id).sort()).toEqual(next.map((n) => n.test.id).sort());
    const rate = (n: (typeof next)[number]) => n.bits / n.test.minutes;
    expect(rate(order[0]!)).toBeGreaterThan(0.4 * rate(next[0]!));
  });
  it('a state keeps what it says and how likely each part is', () => {
    const d = four!.dictionary;
    const [plain, deep] = [searchState(d, search), searchAhead(d, search)];
    expect(deep).toMatchObject({ verdict: plain.verdict, says: plain.says, open: plain.open, parts: plain.parts });
    expect(searchAhead(d, { ...search, signs: ['heat'] }).next).toEqual([]);
  });
});

describe('a search that is played', () => {
  const [two] = runs;
  const d = two!.dictionary;
  it('costs what its tests cost, and ends', () => {
    const i = d.suspects.findIndex((s) => s.kind === 'breaker off');
    const end = played(d, 'box2', i, 'dead', (state) => state.next.find((n) => n.test.id === 'breakers'));
    expect(end).toMatchObject({ tests: 1, minutes: 2 });
    for (let k = 0; k < d.suspects.length; k++) expect(played(d, 'box2', k, 'dead').tests).toBeLessThan(20);
  });
  it('one reading in twenty that is wrong names a wrong part for sure in few of them', () => {
    // each second suspect gets a wrong first reading
    let [wrong, all] = [0, 0];
    d.suspects.forEach((s, i) => {
      const complaint = s.kind === 'none of these' ? undefined : noticed(d, i);
      if (!complaint) return;
      let first = true;
      const end = played(d, 'box2', i, complaint, bestNext, (test, so) => {
        const lie = first && i % 5 === 0;
        first = false;
        return lie ? test.outcomes.find((o) => o.id !== so)!.id : (so ?? test.outcomes[0]!.id);
      });
      all += s.prior;
      if (end.verdict === 'found' && !end.right) wrong += s.prior;
    });
    expect(wrong / all).toBeLessThan(0.05);
  });
});
