/**
 * The rest of a search with each test that may come next, followed to its end by hand: suspects alike, tests sure of what they show, minutes
 * made up for it. A search that ends open costs 30 minutes more.
 */
import { describe, expect, it } from 'vitest';
import { lookedAhead, searchAhead } from './ahead.js';
import { AGAIN, MENDED, nextTests, sharesOf } from './search.js';
import { searchOf, smallDictionary, type SmallDictionary, type SmallTest } from './smallDictionary.testing.js';
import type { Search } from '../model/index.js';

const suspects = (n: number, prior = 1 / n) => Array.from({ length: n }, (_, i) => ({ part: `part ${i}`, words: `suspect ${i}`, prior }));
/** Shows `yes` for these, and `no` for the rest. */
const sure = (id: string, minutes: number, n: number, yes: number[], part: Partial<SmallTest> = {}): SmallTest => ({
  ...{ id, minutes, outcomes: ['yes', 'no'] },
  odds: Array.from({ length: n + 1 }, (_, i) => (yes.includes(i) ? [1, 0] : [0, 1])),
  ...part,
});
/** By test, in their order: minutes to the end. */
function minutes(small: SmallDictionary, search: Search = searchOf([])): (string | number | undefined)[][] {
  const d = smallDictionary(small);
  const shares = sharesOf(d, search);
  return lookedAhead(d, search, shares, nextTests(d, search, shares)).map((n) => [n.test.id, n.left === undefined ? undefined : Math.round(n.left * 1e6) / 1e6]); // prettier-ignore
}

describe('which test comes first', () => {
  /** A from the rest in 2 minutes tells most in a minute: 0.811 bits; halves tell 1 bit in 3. */
  const FOUR = [sure('one', 2, 4, [0]), sure('half', 3, 4, [0, 1]), sure('other half', 3, 4, [0, 2])];
  it('what tells most in a minute is not what is soonest done', () => {
    const d = smallDictionary({ suspects: suspects(4), tests: FOUR });
    expect(nextTests(d, searchOf([]), sharesOf(d, searchOf([]))).map((n) => n.test.id)).toEqual(['one', 'half', 'other half']);
    // half: 3, then A or B by `one` (2), C or D by the other half (3); one: 2, and three times in four 3, and 3 again for two of those three
    expect(minutes({ suspects: suspects(4), tests: FOUR })).toEqual([['half', 5.5], ['other half', 5.5], ['one', 5.75]]); // prettier-ignore
  });
  it('those that come to the same stand by name', () => {
    const named = [sure('z', 3, 4, [0, 1]), sure('a', 3, 4, [0, 2])];
    expect(minutes({ suspects: suspects(4), tests: named })).toEqual([['a', 6], ['z', 6]]); // prettier-ignore
  });
  it('bare ends weigh 4 minutes, probes in live slots half a one: weighed, but not counted as minutes', () => {
    const two = (part: Partial<SmallTest>) => [sure('risky', 1, 2, [0], part), sure('safe', 3, 2, [0])];
    expect(minutes({ suspects: suspects(2), tests: two({ dead: true }) })).toEqual([['safe', 3], ['risky', 1]]); // prettier-ignore
    expect(minutes({ suspects: suspects(2), tests: two({ needs: 'meter' }) })).toEqual([['risky', 1], ['safe', 3]]); // prettier-ignore
    // of what comes after it too: by the cheap one first, and then with bare ends
    const three = [sure('near', 1, 3, [0]), sure('bare', 2, 3, [1], { dead: true }), sure('far', 7, 3, [1])];
    expect(minutes({ suspects: suspects(3), tests: three })[0]).toEqual(['near', 1 + (2 / 3) * 2].map((v) => (typeof v === 'number' ? Math.round(v * 1e6) / 1e6 : v))); // prettier-ignore
  });
  it('it ends as soon as a part is named at 95 in a hundred', () => {
    const open = (prior: number) => minutes({ suspects: [{ part: 'a', words: 'a', prior }, { part: 'b', words: 'b', prior: 0.9 - prior }, { part: 'c', words: 'c', prior: 0.1 }], tests: [sure('t', 1, 3, [2]), sure('u', 2, 3, [2])] }); // prettier-ignore
    // nine times in ten a and b are left: 0.855 of 0.9 is 95 in a hundred, and done; a little less and it ends open: 0.9 · 30 more
    expect(open(0.8550001)).toEqual([['t', 1], ['u', 2]]); // prettier-ignore
    expect(open(0.8549)).toEqual([['t', 28], ['u', 29]]); // prettier-ignore
  });
});

describe('what is followed', () => {
  const rare = (p: number): SmallTest[] => ['t', 'u'].map((id, i) => ({ id, minutes: i + 1, outcomes: ['yes', 'no'], odds: [[1 - p, p], [0, 1], [0, 1]] })); // prettier-ignore
  it('an outcome that shows once in five is; what shows less often is a wrong reading', () => {
    // yes: A. no, six times in ten: A 1/6, B 5/6; then the other one, or it ends open. Of t alone: 1 + 0.6 (2 + …)
    const [t] = minutes({ suspects: suspects(2), tests: rare(0.2) });
    // after a no: A 0.1, B 0.5 of 0.6; u: yes 0.08 done, no 0.52 open (B 25 to 1 is named: 0.5 of 0.52 = 96 %)
    expect(t).toEqual(['t', 1 + 0.6 * 2]);
    expect(minutes({ suspects: suspects(2), tests: rare(0.19) })).toEqual([['t', 1], ['u', 2]]); // prettier-ignore
  });
  it('where any outcome may be, each of them is', () => {
    // A shows any of six, B always the first: that comes 7 times in 12, B 6 to 1, and ends open
    const any = (id: string, m: number): SmallTest => ({ id, minutes: m, outcomes: ['a', 'b', 'c', 'd', 'e', 'f'], odds: [Array<number>(6).fill(1 / 6), [1, 0, 0, 0, 0, 0], [1, 0, 0, 0, 0, 0]] }); // prettier-ignore
    // after it, a second one: A 1/72 of B 1/2: named
    expect(minutes({ suspects: suspects(2), tests: [any('t', 1), any('u', 2)] })[0]).toEqual(['t', Math.round((1 + (7 / 12) * 2) * 1e6) / 1e6]); // prettier-ignore
  });
  it('six of the best; the others stand behind them as they were', () => {
    const tests = Array.from({ length: 8 }, (_, i) => sure(`t${i}`, 1 + i, 4, [i % 4]));
    const list = minutes({ suspects: suspects(4), tests });
    expect(list.map(([id, left]) => [id, left !== undefined])).toEqual([
      ...['t0', 't1', 't2', 't3', 't4', 't5'].map((id) => [id, true]),
      ['t6', false],
      ['t7', false],
    ]);
  });
  it('twelve deep: what is not found by then ends open', () => {
    // one of fifteen, asked one by one: 15, 14 … 4 of 15 are asked; three are left after twelve: 3/15 · 30
    const asked = (n: number) => minutes({ suspects: suspects(n), tests: Array.from({ length: n - 1 }, (_, i) => sure(`t${String(i).padStart(2, '0')}`, 1, n, [i])) })[0]; // prettier-ignore
    expect(asked(15)).toEqual(['t00', 13.6]);
    // of thirteen the twelfth finds either: (13 + 12 + … + 2) / 13
    expect(asked(13)).toEqual(['t00', Math.round((90 / 13) * 1e6) / 1e6]);
  });
  it('a test that tells nothing is not, nor one alone, and minutes are said of neither', () => {
    const nothing: SmallTest = { id: 'nothing', minutes: 1, outcomes: ['a', 'b'], odds: [[1, 0], [1, 0], [1, 0]] }; // prettier-ignore
    expect(minutes({ suspects: suspects(2), tests: [nothing, sure('t', 2, 2, [0]), sure('u', 3, 2, [0])] })).toEqual([['t', 2], ['u', 3], ['nothing', undefined]]); // prettier-ignore
    expect(minutes({ suspects: suspects(2), tests: [nothing, sure('t', 2, 2, [0])] })).toEqual([['t', undefined], ['nothing', undefined]]); // prettier-ignore
  });
  it('two at once: named by the part that both have in common; apart they go half and half', () => {
    // A, or A and B: A is found whatever comes; no minutes after the test
    const tests = (n: number) => [sure('t', 1, n, [1]), sure('u', 2, n, [1])];
    const [A, B] = suspects(2);
    expect(minutes({ suspects: [{ ...A!, prior: 0.5 }, { ...B!, prior: 0.5 }], pairs: [[0, 1, 0.5]], tests: [sure('t', 1, 3, [1]), sure('u', 2, 3, [1])] })).toEqual([['t', 1], ['u', 2]]); // prettier-ignore
    // three, and each two of them at once are as likely: no part has 95 in a hundred after either outcome
    expect(minutes({ suspects: suspects(3, 0.2), pairs: [[0, 1, 0.2], [1, 2, 0.2]], tests: tests(5) })[0]![1]).toBeGreaterThan(20); // prettier-ignore
  });
});

describe('after a repair', () => {
  it('what was mended is tried first, and the rest stands as it is then', () => {
    const three: SmallDictionary = { suspects: suspects(3), tests: [sure('t', 1, 3, [1]), sure('u', 2, 3, [2])] };
    const search = searchOf([[`${MENDED}part 0`, 'done']], { complaint: 'dead' });
    const list = minutes(three, search);
    expect(list.map(([id]) => id)).toEqual([AGAIN, 't', 'u']);
    expect(list[0]![1]).toBeUndefined();
    // B, C and sound, a third each: t finds B, else u tells C from nothing at all, which is an end too
    expect(list[1]![1]).toBeCloseTo(1 + (2 / 3) * 2, 6);
  });
  it('what a page shows: minutes, and what is doubted, unless it stops', () => {
    const d = smallDictionary({ suspects: suspects(4), tests: [sure('one', 2, 4, [0]), sure('half', 3, 4, [0, 1]), sure('other half', 3, 4, [0, 2])] }); // prettier-ignore
    const state = searchAhead(d, searchOf([]));
    expect(state.next.map((n) => [n.test.id, n.left])).toEqual([['half', 5.5], ['other half', 5.5], ['one', 5.75]]); // prettier-ignore
    expect(state.doubt).toBeUndefined();
    // signs stop it, and nothing comes next
    expect(searchAhead(d, searchOf([], { signs: ['heat'] }))).toMatchObject({ verdict: 'stop', next: [] });
    // one test is left: it comes next, with no minutes
    const one = searchAhead(d, searchOf([['one', 'no'], ['half', 'no']])); // prettier-ignore
    expect(one.next.map((n) => [n.test.id, n.left])).toEqual([['other half', undefined]]);
  });
  it('mended, and it works: what is left to read is shown as it is, nothing is doubted, no minutes are told', () => {
    // three say A; mended, and it works again, but a fourth said B
    const test = (id: string): SmallTest => ({ id, outcomes: ['yes', 'no'], odds: [[0.97, 0.03], [0.03, 0.97], [0.03, 0.97]] }); // prettier-ignore
    const d = smallDictionary({ suspects: suspects(2), tests: ['a', 'b', 'c', 'd', 'lamps/x', 'lamps/y'].map(test) });
    const readings: [string, string][] = [['d', 'no'], ['a', 'yes'], ['b', 'yes'], ['c', 'yes'], [`${MENDED}part 0`, 'done'], [AGAIN, 'works'], [AGAIN, 'works']]; // prettier-ignore
    const state = searchAhead(d, searchOf(readings, { complaint: 'dead' }));
    expect([state.verdict, state.doubt, state.next.map((n) => [n.test.id, n.left])]).toEqual(['mended', undefined, [['lamps/x', undefined], ['lamps/y', undefined]]]); // prettier-ignore
  });
  it('two tests are looked at, one is not', () => {
    const d = smallDictionary({ suspects: suspects(3), tests: [sure('t', 1, 3, [0]), sure('u', 2, 3, [1])] });
    expect(searchAhead(d, searchOf([])).next.map((n) => [n.test.id, n.left === undefined])).toEqual([['t', false], ['u', false]]); // prettier-ignore
  });
  it('a reading that hardly goes with the others is doubted, not where something stops', () => {
    // three say A for all but one in twenty, the fourth says B
    const test = (id: string): SmallTest => ({ id, outcomes: ['yes', 'no'], odds: [[0.97, 0.03], [0.03, 0.97], [0.03, 0.97]] }); // prettier-ignore
    const d = smallDictionary({ suspects: suspects(2), tests: ['a', 'b', 'c', 'd', 'e', 'f'].map(test) });
    const readings: [string, string][] = [['a', 'yes'], ['b', 'yes'], ['c', 'yes'], ['d', 'no']]; // prettier-ignore
    expect(searchAhead(d, searchOf(readings)).doubt).toMatchObject({ reading: 'r3' });
    expect(searchAhead(d, searchOf(readings, { signs: ['heat'] })).doubt).toBeUndefined();
  });
});
