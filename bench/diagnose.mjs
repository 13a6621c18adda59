/** The search for a fault: how long an answer takes, and how many tests and minutes a whole search, beside the order people use (handbook 25). */
import { runOfBoxes } from '@saddle/core/circuit';
import { quinceStreet } from '@saddle/core/demo';
import { dictionaryOf, lookedAhead, noticed, played, searchAhead, sharesOf, usualOrder } from '@saddle/core/diagnose';
import { figure, median, SMOKE } from './timing.mjs';

const dictionary = (boxes, protectedFirst = false) => {
  const bench = { ...runOfBoxes({ boxes, protectedFirst }), plugged: [] };
  return dictionaryOf({ bench, taken: [], unseen: new Set(), circuit: undefined, site: quinceStreet.site }, `box${boxes}`);
};
const ahead = (d) => (state, search) => lookedAhead(d, search, sharesOf(d, search), state.next)[0];

/** Means over all single faults, weighed by how often each is met. */
function means(d, boxes, choose) {
  let [weight, tests, minutes] = [0, 0, 0];
  d.suspects.forEach((s, i) => {
    const complaint = s.kind === 'none of these' ? undefined : noticed(d, i);
    if (!complaint || (SMOKE && i % 20)) return;
    const end = played(d, `box${boxes}`, i, complaint, choose);
    weight += s.prior;
    tests += s.prior * end.tests;
    minutes += s.prior * end.minutes;
  });
  return { tests: tests / weight, minutes: minutes / weight };
}

export function diagnoseFigures() {
  const start = performance.now();
  const twelve = dictionary(12);
  const made = performance.now() - start;
  const began = performance.now();
  const six = dictionary(6);
  const madeSix = performance.now() - began;
  const search = { boxId: 'box12', signs: [], signsAsked: true, complaint: 'dead', readings: [] };
  const next = median(() => searchAhead(twelve, search), { rounds: 7, calls: 1 });
  const nextSix = median(() => searchAhead(six, { ...search, boxId: 'box6' }), { rounds: 7, calls: 1 });
  const boxes = SMOKE ? 3 : 6;
  const d = dictionary(boxes);
  const order = Array.from({ length: boxes }, (_, i) => `box${boxes - i}`);
  const [mine, usual] = [means(d, boxes, ahead(d)), means(d, boxes, usualOrder(order))];
  return [
    figure('diagnose.next', next, 'the 200 ms an answer may take, 12 boxes', 200),
    figure('diagnose.dictionary', made, 'that of 6 boxes, four times', 4 * madeSix),
    figure('diagnose.growth', Math.log2(next / nextSix), 'exponent of quadratic growth, 6 to 12 boxes', 2, ''),
    figure('diagnose.tests', mine.tests, `the order people use, all faults of ${boxes} boxes`, usual.tests, 'tests'),
    figure('diagnose.minutes', mine.minutes, `the order people use, all faults of ${boxes} boxes`, usual.minutes, 'min'),
  ];
}
