/**
 * What a search makes of its readings, worked out by hand: Bayes’ rule on three suspects, entropy in bits (Shannon 1948), a test’s worth as
 * what it tells for its minutes. Chances are made up for it.
 */
import { describe, expect, it } from 'vitest';
import {
  AGAIN,
  carrying,
  doubtIn,
  likeliestIn,
  MENDED,
  nextTests,
  openTests,
  searchState,
  sharesOf,
  shownTests,
  tableOf,
  weighed,
} from './search.js';
import { searchOf, smallDictionary, type SmallDictionary } from './smallDictionary.testing.js';

const A = { part: 'joints/box1', words: 'a splice in the first box', prior: 0.5 };
const B = { part: 'cable/cable2', words: 'the cable to the second', prior: 0.3 };
const C = { part: 'device/device3', words: 'the third device', prior: 0.2 };
/** `look` tells A from the rest, eight to two; `split` tells C from A and B for sure; `nothing` tells nothing. */
const LOOK = { id: 'look', minutes: 2, outcomes: ['yes', 'no'], odds: [[0.8, 0.2], [0.2, 0.8], [0.2, 0.8], [0, 1]] }; // prettier-ignore
const SPLIT = { id: 'split', minutes: 4, outcomes: ['near', 'far'], odds: [[1, 0], [1, 0], [0, 1], [0.5, 0.5]] }; // prettier-ignore
const NOTHING = { id: 'nothing', minutes: 1, outcomes: ['a', 'b'], odds: [[0.5, 0.5], [0.5, 0.5], [0.5, 0.5], [0.5, 0.5]] }; // prettier-ignore
const three = (part: Partial<SmallDictionary> = {}) => smallDictionary({ suspects: [A, B, C], tests: [LOOK, SPLIT, NOTHING], ...part });
const near = (v: number) => expect.closeTo(v, 9) as number;
/** −Σ p·log2 p */
const bits = (...p: number[]): number => p.reduce((sum, x) => sum - (x > 0 ? x * Math.log2(x) : 0), 0);

describe('shares after readings', () => {
  it('before any: what each is met with; with a complaint, as it goes with that', () => {
    expect(sharesOf(three(), searchOf([], { complaint: undefined }))).toEqual([0.5, 0.3, 0.2, 0].map(near));
    // 0.5 · 0.1, 0.3 · 1, 0.2 · 0.5: 0.05, 0.3, 0.1 of 0.45
    const fits = { low: [0.1, 1, 0.5, 0.01] };
    expect(sharesOf(three({ fits }), searchOf([], { complaint: 'low' }))).toEqual([1 / 9, 6 / 9, 2 / 9, 0].map(near));
    expect(sharesOf(three({ fits }), searchOf([], { complaint: 'dead' }))).toEqual([0.5, 0.3, 0.2, 0].map(near));
  });
  it('each reading multiplies; how likely all were together is kept', () => {
    // yes: 0.4, 0.06, 0.04 of 0.5; then far: only C is left of 0.04
    const once = weighed(three(), searchOf([['look', 'yes']]));
    expect([...once.shares]).toEqual([0.8, 0.12, 0.08, 0].map(near));
    expect(once.evidence).toBeCloseTo(Math.log(0.5), 9);
    const twice = weighed(three(), searchOf([['look', 'yes'], ['split', 'far']])); // prettier-ignore
    expect([...twice.shares]).toEqual([0, 0, 1, 0].map(near));
    expect(twice.evidence).toBeCloseTo(Math.log(0.04), 9);
    // without the first of them
    expect(weighed(three(), searchOf([['look', 'yes'], ['split', 'far']]), 'r0').evidence).toBeCloseTo(Math.log(0.2), 9); // prettier-ignore
  });
  it('a test that this circuit doesn’t have, or an outcome that it can’t have, says nothing', () => {
    for (const reading of [['other', 'yes'], ['look', 'perhaps']] as [string, string][]) // prettier-ignore
      expect([sharesOf(three(), searchOf([reading])), weighed(three(), searchOf([reading])).evidence]).toEqual([[0.5, 0.3, 0.2, 0].map(near), near(0)]); // prettier-ignore
  });
  it('what nothing explains leaves all alike', () => {
    const never = three({ tests: [{ id: 'never', outcomes: ['so', 'not'], odds: [[0, 1], [0, 1], [0, 1], [0, 1]] }] }); // prettier-ignore
    expect(sharesOf(never, searchOf([['never', 'so']]))).toEqual([0.25, 0.25, 0.25, 0.25].map(near));
  });
  it('what was mended is so no more: readings after it are of what is left', () => {
    const two = three({ pairs: [[0, 1, 0.1]], tests: [{ ...LOOK, odds: [[0.8, 0.2], [0.2, 0.8], [0.2, 0.8], [0.9, 0.1], [0, 1]] }] }); // prettier-ignore
    const { now, mended } = weighed(two, searchOf([[`${MENDED}joints/box1`, 'done']]));
    // A alone is sound now, B and C are as they were, of A and B together B is left
    expect([[...now], mended]).toEqual([[4, 1, 2, 1, 4], ['joints/box1']]);
    // read after it: A and sound show it never, B, C and what is left of the pair two times in ten
    const after = sharesOf(two, searchOf([[`${MENDED}joints/box1`, 'done'], ['look', 'yes']])); // prettier-ignore
    expect(after).toEqual([0, 0.5, 0.2 / 0.6, 0.1 / 0.6, 0].map(near));
    expect(tableOf(two).without('nothing')).toEqual(Int32Array.from([0, 1, 2, 3, 4]));
  });
  it('tried again: as before where it goes with the complaint, else it works; never quite sure', () => {
    const fits = { dead: [1, 0.4, 0.001, 0] };
    const d = three({ fits });
    const at = (outcome: string) => sharesOf(d, searchOf([[AGAIN, outcome]]));
    // as they go with it: 0.5, 0.12, 0.0002; as before: 0.97, 0.4 and 0.02 of those
    const still = [0.5 * 0.97, 0.12 * 0.4, 0.0002 * 0.02];
    const works = [0.5 * 0.03, 0.12 * 0.6, 0.0002 * 0.98];
    const of = (list: number[]) => [...list, 0].map((x) => near(x / list.reduce((a, b) => a + b)));
    expect([at('still'), at('works')]).toEqual([of(still), of(works)]);
    // what is sound works nearly always
    const mended = sharesOf(d, searchOf([[`${MENDED}joints/box1`, 'done'], [AGAIN, 'works']])); // prettier-ignore
    expect(mended).toEqual(of([0.5 * 0.98, 0.12 * 0.6, 0.0002 * 0.98]));
  });
});

describe('what the next test tells', () => {
  const of = (d = three(), search = searchOf([])) => new Map(nextTests(d, search, weighed(d, search).shares).map((n) => [n.test.id, n]));
  it('bits: the entropy before, less what is left after each outcome', () => {
    const before = bits(0.5, 0.3, 0.2);
    // yes half the time, leaving 0.8, 0.12, 0.08; no the other half, leaving 0.2, 0.48, 0.32
    expect(of().get('look')!.bits).toBeCloseTo(before - 0.5 * bits(0.8, 0.12, 0.08) - 0.5 * bits(0.2, 0.48, 0.32), 9);
    // near eight times in ten, leaving A and B as five to three
    expect(of().get('split')!.bits).toBeCloseTo(before - 0.8 * bits(5 / 8, 3 / 8), 9);
    expect(of().get('nothing')!.bits).toBeCloseTo(0, 9);
  });
  it('each outcome with its share and how many parts still carry 95 %, the likelier first', () => {
    expect(of().get('split')!.after).toEqual([
      { outcome: 'near', words: 'it is near', share: near(0.8), partsLeft: 2 },
      { outcome: 'far', words: 'it is far', share: near(0.2), partsLeft: 1 },
    ]);
    const rare = three({ tests: [{ id: 'rare', outcomes: ['so', 'not', 'never'], odds: [[0.1, 0.9, 0], [0.1, 0.9, 0], [0, 1, 0], [0, 1, 0]] }] }); // prettier-ignore
    expect(of(rare).get('rare')!.after.map((a) => [a.outcome, a.share, a.partsLeft])).toEqual([['not', near(0.92), 3], ['so', near(0.08), 2]]); // prettier-ignore
  });
  it('95 % is carried by the fewest that have it together', () => {
    const left = (...priors: number[]) =>
      of(smallDictionary({ suspects: priors.map((prior, i) => ({ part: `p${i}`, words: '', prior })), tests: [{ id: 't', outcomes: ['a'], odds: [...priors, 1].map(() => [1]) }] })).get('t')!.after[0]!.partsLeft; // prettier-ignore
    expect([left(0.96, 0.04), left(0.94, 0.06), left(0.5, 0.455, 0.045), left(0.5, 0.44, 0.06)]).toEqual([1, 2, 2, 3]);
  });
  it('two at once count half for each of their parts', () => {
    const d = smallDictionary({
      suspects: [A, B],
      pairs: [[0, 1, 0.2]],
      tests: [{ id: 't', outcomes: ['a'], odds: [[1], [1], [1], [1]] }],
    });
    expect(of(d).get('t')!.bits).toBeCloseTo(0, 9);
    const told = smallDictionary({ suspects: [A, B], pairs: [[0, 1, 0.2]], tests: [{ id: 't', outcomes: ['a', 'b'], odds: [[1, 0], [0, 1], [0, 1], [0, 1]] }] }); // prettier-ignore
    // A 0.5 + 0.1 of 1, B 0.3 + 0.1; after a: A alone; after b: B 0.3 and half of 0.2 each
    expect(of(told).get('t')!.bits).toBeCloseTo(bits(0.6, 0.4) - 0.5 * bits(0.2, 0.8), 9);
  });
  it('the most told for its minutes and its risk first; alike, by name', () => {
    expect(nextTests(three(), searchOf([]), [0.5, 0.3, 0.2, 0]).map((n) => n.test.id)).toEqual(['split', 'look', 'nothing']);
    const dear = three({ tests: [LOOK, { ...SPLIT, minutes: 20 }, NOTHING] });
    expect(nextTests(dear, searchOf([]), [0.5, 0.3, 0.2, 0]).map((n) => n.test.id)[0]).toBe('look');
    const deadly = three({
      tests: [
        { ...LOOK, id: 'b' },
        { ...LOOK, id: 'c', dead: true },
        { ...LOOK, id: 'a' },
      ],
    });
    expect(nextTests(deadly, searchOf([]), [0.5, 0.3, 0.2, 0]).map((n) => n.test.id)).toEqual(['a', 'b', 'c']);
  });
  it('after something was mended it is tried again first', () => {
    const d = three();
    const list = (search: Parameters<typeof weighed>[1]) => nextTests(d, search, weighed(d, search).shares);
    const search = searchOf([[`${MENDED}joints/box1`, 'done']]);
    const [first] = list(search);
    expect(first!.test.id).toBe(AGAIN);
    // A is sound now and works but for 2 in 100; B and C go with the complaint as before, but for 3 in 100
    expect(first!.after).toEqual([
      { outcome: 'works', words: 'it does', share: near(0.5 * 0.98 + 0.5 * 0.03), partsLeft: expect.any(Number) as number },
      { outcome: 'still', words: 'it is as before', share: near(0.5 * 0.02 + 0.5 * 0.97), partsLeft: expect.any(Number) as number },
    ]);
    expect(list(searchOf([[`${MENDED}joints/box1`, 'done'], [AGAIN, 'still']]))[0]!.test.id).not.toBe(AGAIN); // prettier-ignore
    expect(list(searchOf([['look', 'no']]))[0]!.test.id).not.toBe(AGAIN);
  });
  it('what carries less than a thousandth together is not looked at', () => {
    expect(carrying([0.0004, 0.7, 0.2996, 0])).toEqual({ live: [1, 2], total: near(0.9996) });
    expect(carrying([0.002, 0.7, 0.298])).toEqual({ live: [1, 2, 0], total: near(1) });
    expect(carrying([0.25, 0.25, 0.5], 2)).toEqual({ live: [2, 0], total: near(0.75) });
    expect(carrying([0, 1e-8, 0])).toEqual({ live: [], total: 0 });
  });
});

describe('tests that can be made', () => {
  const ids = (d: ReturnType<typeof three>, search: Parameters<typeof openTests>[1]) => openTests(d, search).map((t) => t.test.id);
  it('each once; twice where somebody may misread; again after a repair', () => {
    expect(ids(three(), searchOf([['look', 'yes']]))).toEqual(['split', 'nothing']);
    expect(ids(three({ misread: 0.02 }), searchOf([['look', 'yes']]))).toEqual(['look', 'split', 'nothing']);
    expect(ids(three({ misread: 0.02 }), searchOf([['look', 'yes'], ['look', 'no']]))).toEqual(['split', 'nothing']); // prettier-ignore
    expect(ids(three(), searchOf([['look', 'yes'], [`${MENDED}x`, 'done'], ['split', 'near']]))).toEqual(['look', 'nothing']); // prettier-ignore
  });
  it('without the instruments that are lacking', () => {
    const d = three({ tests: [{ ...LOOK, needs: 'meter' }, SPLIT] });
    expect(ids(d, searchOf([]))).toEqual(['look', 'split']);
    expect(ids(d, searchOf([], { lacks: ['meter'] }))).toEqual(['split']);
    expect(ids(d, searchOf([], { lacks: ['three-lamp tester'] }))).toEqual(['look', 'split']);
  });
  it('what opened one breaker is not put on another', () => {
    const d = three({ tests: [{ ...LOOK, id: 'appliance' }, SPLIT] });
    for (const complaint of ['trips at once', 'will not reset'] as const) expect(ids(d, searchOf([], { complaint }))).toEqual(['split']);
    for (const complaint of ['dead', 'trips when plugged in', undefined] as const)
      expect(ids(d, searchOf([], { complaint }))).toEqual(['appliance', 'split']);
  });
});

describe('a reading that doesn’t go with the others', () => {
  /** Three tests of two outcomes, each right 99 times in 100: `far` where it is C. */
  const sure = (id: string) => ({ id, outcomes: ['near', 'far'], odds: [[0.99, 0.01], [0.99, 0.01], [0.01, 0.99], [0.5, 0.5]] }); // prettier-ignore
  const d = three({ tests: [sure('t1'), sure('t2'), sure('t3')] });
  it('is the one without which they go together far better, a half taken off for its own two outcomes', () => {
    const search = searchOf([['t1', 'near'], ['t2', 'far'], ['t3', 'near']]); // prettier-ignore
    // all: 0.8 · 0.99² · 0.01 + 0.2 · 0.01² · 0.99; without r1: 0.8 · 0.99² + 0.2 · 0.01²
    const all = 0.8 * 0.99 ** 2 * 0.01 + 0.2 * 0.01 ** 2 * 0.99;
    const without = 0.8 * 0.99 ** 2 + 0.2 * 0.01 ** 2;
    expect(doubtIn(d, search)).toEqual({ reading: 'r1', words: 'make t2', factor: expect.closeTo(without / all / 2, 6) as number });
  });
  it('readings that go together are not doubted; nor is a repair', () => {
    expect(doubtIn(d, searchOf([['t1', 'near'], ['t2', 'near']]))).toBeUndefined(); // prettier-ignore
    expect(doubtIn(d, searchOf([]))).toBeUndefined();
    expect(doubtIn(d, searchOf([['t1', 'near'], [`${MENDED}device/device3`, 'done'], ['t2', 'near']]))).toBeUndefined(); // prettier-ignore
  });
  it('eight times better is enough, less is not', () => {
    // one reading of two outcomes that shows with a chance of p: without it 1, so the factor is 1 / 2p
    const rare = (p: number) => doubtIn(three({ tests: [{ id: 't', outcomes: ['a', 'b'], odds: [[p, 1 - p], [p, 1 - p], [p, 1 - p], [1, 0]] }] }), searchOf([['t', 'a']])); // prettier-ignore
    expect([rare(0.0624)?.reading, rare(0.0626)?.reading]).toEqual(['r0', undefined]);
  });
});

describe('where a search stands', () => {
  const state = (d: ReturnType<typeof three>, readings: [string, string][] = [], part = {}) => searchState(d, searchOf(readings, part));
  it('a sign stops it; without being asked for signs, or without a complaint, it asks', () => {
    expect(state(three(), [], { signs: ['heat'] })).toMatchObject({ verdict: 'stop', code: 'search.signs', next: [] });
    expect(state(three(), [], { signsAsked: false })).toMatchObject({ verdict: 'asks', code: 'search.asksSigns', next: [] });
    expect(state(three(), [], { complaint: undefined })).toMatchObject({ verdict: 'asks', code: 'search.asksComplaint', next: [] });
    expect(state(three(), [], { complaint: undefined, question: 'line' }).verdict).toBe('goes on');
  });
  it('goes on with parts the likeliest first, and how many carry 95 %', () => {
    const s = state(three(), [['look', 'no']]);
    // 0.1, 0.24, 0.16 of 0.5
    expect(s.parts.map((p) => [p.part, p.share])).toEqual([['cable/cable2', near(0.48)], ['device/device3', near(0.32)], ['joints/box1', near(0.2)]]); // prettier-ignore
    expect([s.verdict, s.open, s.says]).toEqual(['goes on', 3, 'Likeliest now, 48 %: the cable to the second.']);
    expect(s.next.map((n) => n.test.id)).toEqual(['split', 'nothing']);
  });
  it('found at 95 %, not just under; what it rests on is said, and a second that is likelier than not', () => {
    const two = (a: number, more: Partial<SmallDictionary> = {}) => smallDictionary({ suspects: [{ ...A, prior: a }, { ...B, prior: 1 - a }], tests: [{ id: 't', outcomes: ['x', 'y'], odds: [[1, 0], [0, 1], [0, 1]] }], ...more }); // prettier-ignore
    expect(state(two(0.951))).toMatchObject({ verdict: 'found', says: '95 %: a splice in the first box.' });
    expect(state(two(0.949)).verdict).toBe('goes on');
    expect(state(two(0.96, { taken: ['something'] })).says).toMatch(/^96 %: a splice in the first box\. It rests on what was taken/);
    const both = (pair: number) => smallDictionary({ suspects: [{ ...A, prior: 1 - pair }, { ...B, prior: 0 }], pairs: [[0, 1, pair]], tests: [{ id: 't', outcomes: ['x'], odds: [[1], [1], [1], [1]] }] }); // prettier-ignore
    expect(state(both(0.6)).says).toBe('over 99 %: a splice in the first box. And besides it, 60 %: the cable to the second.');
    expect(state(both(0.4)).says).toBe('over 99 %: a splice in the first box.');
  });
  it('nothing left that tells more: can’t tell, and between which two', () => {
    const s = state(three({ tests: [NOTHING] }));
    expect(s).toMatchObject({ verdict: 'can’t tell', says: 'No test that is left tells more. It is a splice in the first box (50 %), or the cable to the second (30 %).' }); // prettier-ignore
    // a hundredth of a bit is worth a test, less is not
    const tells = (p: number) => state(smallDictionary({ suspects: [{ ...A, prior: 0.5 }, { ...B, prior: 0.5 }], tests: [{ id: 't', outcomes: ['x', 'y'], odds: [[0.5 + p, 0.5 - p], [0.5 - p, 0.5 + p], [0.5, 0.5]] }] })); // prettier-ignore
    // 1 − H(0.5 + p) is 2·p²/ln 2 for a small p: 0.01 at p = 0.0589
    expect([tells(0.0595).verdict, tells(0.058).verdict]).toEqual(['goes on', 'can’t tell']);
    expect([shownTests(tells(0.027)).length, shownTests(tells(0.026)).length]).toEqual([1, 0]);
  });
  it('“none of these” more often than not: the readings contradict each other', () => {
    const none = (prior: number) => state(smallDictionary({ suspects: [{ part: 'none', words: 'none of these', prior }, { ...A, prior: 1 - prior }], tests: [{ id: 't', outcomes: ['x', 'y'], odds: [[1, 0], [0, 1], [0, 1]] }] })).verdict; // prettier-ignore
    expect([none(0.51), none(0.97), none(0.49)]).toEqual(['contradicts', 'contradicts', 'goes on']);
    // the likeliest of several, and still less likely than not
    const first = smallDictionary({ suspects: [{ part: 'none', words: 'none of these', prior: 0.4 }, { ...A, prior: 0.3 }, { ...B, prior: 0.3 }], tests: [LOOK] }); // prettier-ignore
    expect(state(first)).toMatchObject({ verdict: 'goes on', says: 'Likeliest now, 40 %: none of these.' });
  });
  it('suspects of a part that no test tells apart share it as often as each is met', () => {
    const d = smallDictionary({ suspects: [[{ ...A, prior: 0.1 }, { ...A, words: 'another splice there', prior: 0.3 }], B], tests: [{ id: 't', outcomes: ['x', 'y'], odds: [[1, 0], [0, 1], [0, 1]] }] }); // prettier-ignore
    const [first] = state(d).parts;
    // 0.4 of 0.7
    expect(first!.suspects.map((s) => [s.suspect.words, s.share])).toEqual([['another splice there', near(3 / 7)], ['a splice in the first box', near(1 / 7)]]); // prettier-ignore
    expect(likeliestIn(d, searchOf([]), 'joints/box1')).toBe('another splice there');
    expect(likeliestIn(d, searchOf([]), 'cable/cable2')).toBe('the cable to the second');
    expect(likeliestIn(d, searchOf([]), 'what is not there')).toBe('what is not there');
  });
});

describe('after a repair', () => {
  const face = (n: number, kind: 'lamps' | 'meter') => ({ id: `${kind}/device${n}/upper`, boxId: `box${n}`, ...(kind === 'meter' ? { needs: 'meter' as const } : {}), outcomes: ['reads as right', 'wrong'], odds: [[0.1, 0.9], [0.5, 0.5], [0.9, 0.1]] }); // prettier-ignore
  const d = smallDictionary({ suspects: [{ ...A, prior: 0.99 }, { ...B, prior: 0.01 }], tests: [face(3, 'lamps'), face(1, 'lamps'), face(2, 'lamps'), face(2, 'meter')] }); // prettier-ignore
  const mended: [string, string][] = [[`${MENDED}joints/box1`, 'done']];
  it('nothing is named as mended before it was tried again', () => {
    expect(searchState(d, searchOf(mended))).toMatchObject({ verdict: 'goes on', code: 'search.tryAgain' });
    expect(searchState(d, searchOf([...mended, [AGAIN, 'works']])).verdict).toBe('mended');
  });
  it('every face that nobody read since is left, outward from the panel; a meter where no lamps are at hand', () => {
    const left = (readings: [string, string][], part = {}) => {
      const s = searchState(d, searchOf([...mended, [AGAIN, 'works'], ...readings], part));
      return [s.code, ...shownTests(s).map((n) => n.test.id)];
    };
    expect(left([])).toEqual(['search.mendedUnread', 'lamps/device1/upper', 'lamps/device2/upper', 'lamps/device3/upper']);
    expect(left([['lamps/device1/upper', 'reads as right'], ['meter/device2/upper', 'reads as right']])).toEqual(['search.mendedUnread', 'lamps/device3/upper']); // prettier-ignore
    expect(left([['lamps/device1/upper', 'reads as right'], ['lamps/device2/upper', 'reads as right'], ['lamps/device3/upper', 'reads as right']])).toEqual(['search.mended']); // prettier-ignore
    expect(left([], { lacks: ['three-lamp tester'] })).toContain('meter/device2/upper');
    // one that read wrong is left until it reads right
    const wrong = searchState(d, searchOf([...mended, [AGAIN, 'works'], ['lamps/device1/upper', 'wrong'], [AGAIN, 'works'], [AGAIN, 'works']])); // prettier-ignore
    expect([wrong.verdict, wrong.says]).toEqual(['mended', expect.stringMatching(/Box 1, Box 2, Box 3\.$/)]);
    // what was read before the repair tells nothing of after it
    const before = searchState(d, searchOf([['lamps/device1/upper', 'reads as right'], ...mended, [AGAIN, 'works']])); // prettier-ignore
    expect(before.next.map((n) => n.test.id)).toContain('lamps/device1/upper');
  });
  it('boxes are named once each', () => {
    const two = smallDictionary({ suspects: [{ ...A, prior: 0.99 }, { ...B, prior: 0.01 }], tests: [face(1, 'lamps'), { ...face(1, 'lamps'), id: 'lamps/device1/lower' }] }); // prettier-ignore
    expect(searchState(two, searchOf([...mended, [AGAIN, 'works']])).says).toMatch(/three lamps or a meter in Box 1\.$/);
  });
});
