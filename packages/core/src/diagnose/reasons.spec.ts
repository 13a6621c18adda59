/** Why a part is suspected, by hand: what each reading multiplied its odds by, on three suspects whose chances are written down. */
import { describe, expect, it } from 'vitest';
import { factorWords, reasonsFor, reasonsForAll } from './reasons.js';
import { MENDED } from './search.js';
import { searchOf, smallDictionary } from './smallDictionary.testing.js';
import { searchView } from './view.js';

const A = { part: 'joints/box1', words: 'a splice in the first box', prior: 0.5 };
const B = { part: 'cable/cable2', words: 'the cable to the second', prior: 0.3 };
const C = { part: 'elsewhere', words: 'something else', prior: 0.2 };
const LOOK = { id: 'look', words: 'a look', outcomes: ['yes', 'no'], odds: [[0.8, 0.2], [0.2, 0.8], [0.2, 0.8], [0, 1]] }; // prettier-ignore
const SPLIT = { id: 'split', words: 'a split', outcomes: ['near', 'far'], odds: [[1, 0], [1, 0], [0, 1], [0.5, 0.5]] }; // prettier-ignore
const d = smallDictionary({ suspects: [A, B, C], tests: [LOOK, SPLIT] });
const near = (v: number) => expect.closeTo(v, 9) as number;

describe('what speaks for a part, and against it', () => {
  it('a look that shows A eight times in ten and anything else two: four to one for A', () => {
    const why = reasonsFor(d, searchOf([['look', 'yes']]), A.part);
    expect(why).toEqual({
      before: near(0.5),
      readings: [{ test: 'a look', shown: 'it is yes', factor: near(4), says: 'for it, 4 to 1', ifSo: near(0.8), ifNot: near(0.2) }],
      now: near(0.8),
    });
    // for B: 0.2 where it is, 0.44 of 0.7 where it is not
    expect(reasonsFor(d, searchOf([['look', 'yes']]), B.part).readings[0]).toMatchObject({ says: 'against it, 3.1 to 1', ifSo: near(0.2), ifNot: near(0.44 / 0.7) }); // prettier-ignore
  });
  it('odds before, times every factor, are the odds now', () => {
    const search = searchOf([['look', 'no'], ['split', 'near']]); // prettier-ignore
    for (const why of reasonsForAll(d, search, [A.part, B.part])) {
      const odds = (p: number) => p / (1 - p);
      expect(why.readings.reduce((o, r) => o * r.factor, odds(why.before))).toBeCloseTo(odds(why.now), 9);
    }
    // A: 0.1, B: 0.24, C: 0.16 after no; near leaves A and B
    expect(reasonsFor(d, search, A.part).now).toBeCloseTo(0.1 / 0.34, 9);
  });
  it('what is ruled out is against it without end; what alone is left is for it', () => {
    const far = searchOf([['split', 'far']]);
    expect(reasonsFor(d, far, A.part).readings[0]).toMatchObject({ factor: 0, says: 'against it, over 500 to 1', ifSo: near(0) });
    expect(reasonsFor(d, far, C.part).readings[0]).toMatchObject({ factor: Infinity, says: 'for it, over 500 to 1', ifNot: near(0) });
  });
  it('two at once count for each of them', () => {
    const two = smallDictionary({ suspects: [A, B], pairs: [[0, 1, 0.2]], tests: [{ id: 't', outcomes: ['a', 'b'], odds: [[1, 0], [0, 1], [1, 0], [1, 0]] }] }); // prettier-ignore
    expect([reasonsFor(two, searchOf([]), A.part).now, reasonsFor(two, searchOf([]), B.part).now]).toEqual([near(0.7), near(0.5)]);
  });
  it('readings of tests that are not there are left out; so is a part that is not', () => {
    expect(reasonsFor(d, searchOf([['gone', 'yes'], ['look', 'perhaps'], ['look', 'yes']]), A.part).readings).toHaveLength(1); // prettier-ignore
    expect(reasonsFor(d, searchOf([['look', 'yes']]), 'nowhere')).toMatchObject({ before: 0, now: 0 });
  });
  it('in words: one figure after the point under ten, none from there; near one it says nothing', () => {
    expect([1.09, 1.11, 9.94, 9.96, 10.4, 499, 501].map(factorWords)).toEqual(['says nothing of it', 'for it, 1.1 to 1', 'for it, 9.9 to 1', 'for it, 10 to 1', 'for it, 10 to 1', 'for it, 499 to 1', 'for it, over 500 to 1']); // prettier-ignore
    expect([0.91, 0.89, 0.5, 1 / 499, 1 / 501, Number.NaN].map(factorWords)).toEqual(['says nothing of it', 'against it, 1.1 to 1', 'against it, 2 to 1', 'against it, 499 to 1', 'against it, over 500 to 1', 'says nothing of it']); // prettier-ignore
    expect([Infinity, 500, 1 / 500, 0.9, 1.1, 1, 10].map(factorWords)).toEqual(['for it, over 500 to 1', 'for it, 500 to 1', 'against it, 500 to 1', 'against it, 1.1 to 1', 'for it, 1.1 to 1', 'says nothing of it', 'for it, 10 to 1']); // prettier-ignore
  });
});

describe('all that a page shows of it', () => {
  it('suspects with their reasons, the likeliest first; half a percent is shown, less is not', () => {
    const few = smallDictionary({
      suspects: [
        { ...A, prior: 0.988 },
        { ...B, prior: 0.007 },
        { ...C, prior: 0.004 },
      ],
      tests: [LOOK],
    });
    const view = searchView(few, searchOf([['look', 'yes']]));
    expect(view.suspects.map((s) => [s.part, s.words, s.kind])).toEqual([[A.part, A.words, 'open splice']]);
    const before = searchView(few, searchOf([]));
    expect(before.suspects.map((s) => s.part)).toEqual([A.part, B.part]);
    expect(before.suspects[0]!.why).toEqual(reasonsFor(few, searchOf([]), A.part));
    const many = smallDictionary({ suspects: Array.from({ length: 12 }, (_, i) => ({ part: `joints/b${i}`, words: `w${i}`, prior: 1 / 12 })), tests: [{ ...LOOK, odds: Array.from({ length: 13 }, () => [0.5, 0.5]) }] }); // prettier-ignore
    expect(searchView(many, searchOf([])).suspects).toHaveLength(8);
  });
  it('what else it may be in the same part: the next three, with their shares', () => {
    const more = (priors: number[]) => searchView(smallDictionary({ suspects: [priors.map((prior, i) => ({ ...A, words: `w${i}`, prior })), B], tests: [LOOK] }), searchOf([])).suspects[0]!.more; // prettier-ignore
    // of 0.7 and 0.3
    expect(more([0.35, 0.2, 0.1, 0.04, 0.01])).toEqual(['w1 (20 %)', 'w2 (10 %)', 'w3 (4 %)']);
    expect(more([0.695, 0.005])).toEqual([]);
  });
  it('what lies in no box and no cable is said apart', () => {
    expect(searchView(d, searchOf([])).elsewhere).toBe('something else (20 %)');
    expect(searchView(d, searchOf([['split', 'near']])).elsewhere).toBe('');
  });
  it('tests that were made, in order, with what was doubted; a repair by what it was taken for', () => {
    const view = searchView(d, searchOf([['look', 'no'], [`${MENDED}cable/cable2`, 'done'], ['again', 'works'], ['gone', 'x']])); // prettier-ignore
    expect(view.made).toEqual([
      { id: 'r0', words: 'a look', outcome: 'it is no', doubted: false },
      { id: 'r1', words: 'Mended', outcome: B.words, doubted: false },
      { id: 'r2', words: 'Tried again', outcome: 'it does what it should', doubted: false },
      { id: 'r3', words: 'a test that this circuit no longer has', outcome: 'x', doubted: false },
    ]);
    expect(searchView(d, searchOf([['again', 'still']])).made[0]!.outcome).toBe('it is as before');
    const sure = (id: string) => ({ id, outcomes: ['near', 'far'], odds: [[0.99, 0.01], [0.99, 0.01], [0.01, 0.99], [0.5, 0.5]] }); // prettier-ignore
    const three = smallDictionary({ suspects: [A, B, C], tests: ['t1', 't2', 't3'].map(sure) });
    expect(searchView(three, searchOf([['t1', 'near'], ['t2', 'far'], ['t3', 'near']])).made.map((m) => m.doubted)).toEqual([false, true, false]); // prettier-ignore
  });
});
