/**
 * The search for a fault: how long answers take, and how many tests and minutes whole searches, beside the order people use and halving
 * the chain (handbook 25), what no search can do without (entropy), and the best decision tree there is on small circuits.
 */
import { CIRCUIT_SHAPES, NetworkError, runOfBoxes, switchOn, variedCircuit } from '@saddle/core/circuit';
import { seeded } from '@saddle/core/measure';
import { quinceStreet } from '@saddle/core/demo';
import {
  bestAhead,
  changesOf,
  dictionaryOf,
  drawnFault,
  FaultLab,
  facesOf,
  faultsOn,
  halving,
  noticed,
  noticedOf,
  played,
  playedAs,
  searchAhead,
  sharesOf,
  showsMost,
  takenDownWrongly,
  usualOrder,
} from '@saddle/core/diagnose';
import { readLamps } from '@saddle/core/instruments';
import { bestTreeCost, certain } from '../packages/core/dist/diagnose/optimal.reference.js';
import { figure, median, SMOKE } from './timing.mjs';

const known = (bench) => ({ bench: { ...bench, plugged: [] }, taken: [], unseen: new Set(), circuit: undefined, site: quinceStreet.site });
const dictionary = (bench, box, circumstances) => dictionaryOf(known(bench), box, undefined, circumstances);
/** Circuits of every shape, 2 to 15 boxes. */
const circuits = () => {
  const all = CIRCUIT_SHAPES.flatMap((shape, s) => (SMOKE ? [2] : [2, 4, 7]).map((boxes, n) => variedCircuit(shape, boxes, 10 * s + n)));
  return SMOKE ? all.slice(0, 2) : [...all, variedCircuit('chain', 12, 1), variedCircuit('branch', 15, 2)];
};

/** Means over all single faults, weighed by how often each is met. */
function means(d, box, choose) {
  let [weight, tests, minutes, right, wrong] = [0, 0, 0, 0, 0];
  const remembered = new Map();
  d.suspects.forEach((s, i) => {
    const complaint = s.kind === 'none of these' ? undefined : noticed(d, i);
    if (!complaint) return;
    const end = played(d, box, i, complaint, choose, undefined, remembered);
    weight += s.prior;
    tests += s.prior * end.tests;
    minutes += s.prior * end.minutes;
    if (end.verdict === 'found') end.right ? (right += s.prior) : (wrong += s.prior);
  });
  return { tests: tests / weight, minutes: minutes / weight, right: right / weight, wrong: wrong / weight };
}
const mean = (list, key) => list.reduce((sum, x) => sum + x[key], 0) / list.length;

/** Bits that are not known at first, over what one test tells at most: no search takes fewer tests on average. */
function entropyTests(d, box) {
  let [weight, sum] = [0, 0];
  for (const complaint of new Set(d.suspects.flatMap((s, i) => (s.kind === 'none of these' ? [] : (noticed(d, i) ?? []))))) {
    const shares = sharesOf(d, { boxId: box, signs: [], signsAsked: true, complaint, readings: [] });
    const parts = new Map();
    d.hypotheses.forEach((h, i) => {
      const part = h.of.length ? d.classes[h.of[0]].part : 'sound';
      parts.set(part, (parts.get(part) ?? 0) + shares[i]);
    });
    const bits = -[...parts.values()].reduce((x, p) => (p > 0 ? x + p * Math.log2(p) : x), 0);
    const own = d.suspects.reduce((x, s, i) => x + (noticed(d, i) === complaint ? s.prior : 0), 0);
    weight += own;
    sum += (own * Math.max(0, bits - 0.3)) / Math.log2(5);
  }
  return sum / weight;
}

/** Single and double faults read at every face: by low rank, and each factored anew (a sample of them, scaled up). */
function faultReadings(boxes) {
  const { bench } = known(runOfBoxes({ boxes }));
  const start = performance.now();
  const lab = new FaultLab(bench);
  const changes = faultsOn(known(bench)).flatMap(({ net, bench: edit }) => {
    if (net) return [net[0]];
    if (!edit) return [];
    try {
      return [changesOf(lab.sound, edit(bench))];
    } catch (error) {
      if (error instanceof NetworkError) return [];
      throw error;
    }
  });
  lab.prepare(changes);
  let count = 0;
  // of a long run a sample: what is measured is the time a fault
  const step = SMOKE ? 9 : boxes > 10 ? 8 : 1;
  for (let i = 0; i < changes.length; i += step) {
    lab.read(changes[i]);
    count += 1;
    for (let j = i + 1; j < changes.length; j += step) {
      lab.read([...changes[i], ...changes[j]]);
      count += 1;
    }
  }
  const quick = performance.now() - start;
  const sample = SMOKE ? 3 : 40;
  const began = performance.now();
  for (let n = 0; n < sample; n++) {
    const joint = bench.joints[n % bench.joints.length];
    const on = switchOn({
      ...bench,
      joints: bench.joints.map((j) => (j === joint ? { ...j, ends: j.ends.slice(1) } : j)).filter((j) => j.ends.length),
    });
    for (const d of bench.devices) for (const face of facesOf(d)) readLamps(on, d.id, face);
  }
  const anew = ((performance.now() - began) / sample) * count;
  return { quick, anew, joints: bench.joints.length, count };
}

function beside() {
  const all = circuits().map(({ bench, inward }) => {
    const d = dictionary(bench, inward[0]);
    const few = inward.length <= 4;
    // without help a long circuit takes hundreds of tests to play: held against the shorter ones
    return {
      d,
      box: inward[0],
      boxes: inward.length,
      mine: means(d, inward[0], bestAhead(d)),
      ...(few ? { usual: means(d, inward[0], usualOrder(inward)), half: means(d, inward[0], halving(inward)) } : {}),
      bound: entropyTests(d, inward[0]),
    };
  });
  const short = all.filter((c) => c.usual);
  const mine = short.map((c) => c.mine);
  return {
    right: Math.min(...all.map((c) => c.mine.right)),
    wrong: Math.max(...all.map((c) => c.mine.wrong)),
    tests: mean(mine, 'tests'),
    minutes: mean(mine, 'minutes'),
    usual: mean(
      short.map((c) => c.usual),
      'minutes',
    ),
    halvingTests: mean(
      short.map((c) => c.half),
      'tests',
    ),
    allTests: mean(
      all.map((c) => c.mine),
      'tests',
    ),
    bound: mean(all, 'bound'),
  };
}

function tree() {
  let [mine, best] = [0, 0];
  for (const [shape, boxes] of SMOKE
    ? [['chain', 2]]
    : [
        ['chain', 2],
        ['chain', 3],
        ['chain', 4],
        ['branch', 4],
        ['protected first', 3],
        ['switched', 2],
        ['shared neutral', 2],
        ['ring', 3],
        ['half switched', 3],
      ])
    for (const complaint of ['dead', 'half dead', 'low', 'trips at once', 'tester']) {
      const { bench, inward } = variedCircuit(shape, boxes, 3);
      const sure = certain(dictionary(bench, inward[0]), complaint, SMOKE ? 14 : 30);
      best += bestTreeCost(sure);
      const remembered = new Map();
      sure.hypotheses
        .slice(0, -1)
        .forEach(
          (h, i) =>
            (mine +=
              h.prior *
              playedAs(
                sure,
                inward[0],
                [sure.classes[h.of[0]].part],
                complaint,
                bestAhead(sure),
                (t) => showsMost(sure, t.id, i),
                remembered,
              ).cost),
        );
    }
  return { mine, best };
}

/** Share of hidden pairs that are named right, and of noisy rounds (one reading in twenty wrong). */
function hard() {
  const boxes = SMOKE ? 2 : 4;
  const bench = runOfBoxes({ boxes });
  const d = dictionary(bench, `box${boxes}`);
  const remembered = new Map();
  let [weight, right, wrong] = [0, 0, 0];
  d.hypotheses.forEach((h, i) => {
    const complaint = h.of.length === 2 && (!SMOKE || i % 50 === 0) ? noticedOf(d, i) : undefined;
    if (!complaint) return;
    const end = playedAs(
      d,
      `box${boxes}`,
      h.of.map((c) => d.classes[c].part),
      complaint,
      bestAhead(d),
      (t) => showsMost(d, t.id, i),
      remembered,
    );
    weight += h.prior;
    if (end.verdict === 'found') end.right ? (right += h.prior) : (wrong += h.prior);
  });
  const shaky = dictionary(bench, `box${boxes}`, { misread: 0.05 });
  const random = seeded(5);
  const noted = new Map();
  const rounds = SMOKE ? 5 : 500;
  let found = 0;
  for (let n = 0; n < rounds; n++) {
    const { hypothesis, parts, complaint } = drawnFault(shaky, random);
    const end = playedAs(
      shaky,
      `box${boxes}`,
      parts,
      complaint,
      bestAhead(shaky),
      takenDownWrongly(shaky, hypothesis, 0.05, random),
      noted,
    );
    if (end.verdict === 'found' && end.right) found += 1;
  }
  return { pairs: right / weight, wrongPairs: wrong / weight, noisy: found / rounds };
}

/** A share that is none is shown as the least there is, so that a ratio can be had. */
const few = (share) => Math.max(share, 1e-4);

export function diagnoseFigures() {
  const search = { boxId: 'box12', signs: [], signsAsked: true, complaint: 'dead', readings: [] };
  const twelve = dictionary(runOfBoxes({ boxes: SMOKE ? 4 : 12 }), SMOKE ? 'box4' : 'box12');
  searchAhead(twelve, search);
  const next = median(() => searchAhead(twelve, search), { rounds: 7, calls: 1 });
  // once before, as every figure is warmed up
  if (!SMOKE) faultReadings(6);
  const forty = faultReadings(SMOKE ? 3 : 7);
  const twoHundred = faultReadings(SMOKE ? 6 : 34);
  const all = beside();
  const { mine, best } = tree();
  const { pairs, wrongPairs, noisy } = hard();
  const each = (f) => f.quick / f.count;
  return [
    figure('diagnose.next', next, 'the 200 ms an answer may take, 12 boxes', 200),
    figure(
      'diagnose.dictionary',
      forty.quick,
      `each factored anew: ${forty.count} single and double faults of ${forty.joints} joints`,
      forty.anew,
    ),
    figure(
      'diagnose.growth',
      Math.max(0.01, Math.log(each(twoHundred) / each(forty)) / Math.log(Math.max(2, twoHundred.joints / forty.joints))),
      `exponent of linear growth a fault, ${forty.joints} to ${twoHundred.joints} joints`,
      1,
      '',
    ),
    figure('diagnose.tests', all.tests, 'halving the chain, circuits of up to 4 boxes', all.halvingTests, 'tests'),
    figure('diagnose.minutes', all.minutes, 'the order people use, circuits of up to 4 boxes', all.usual, 'min'),
    figure('diagnose.bound', all.allTests, 'bits over what a test can tell at most, all circuits', all.bound, 'tests'),
    figure('diagnose.tree', mine, 'the best decision tree there is, up to 4 boxes', best, 'min'),
    figure('diagnose.open', few(1 - all.right), 'the 0.01 of faults that may not be named, worst circuit', 0.01, ''),
    figure('diagnose.wrong', few(all.wrong), 'the 0.005 that may be named wrongly, worst circuit', 0.005, ''),
    figure('diagnose.pairs', few(1 - pairs), 'the 0.05 of two at once that may not be named', 0.05, ''),
    figure('diagnose.pairs-wrong', few(wrongPairs), 'the 0.005 of them that may be named wrongly', 0.005, ''),
    figure('diagnose.noisy', few(1 - noisy), 'the 0.05 that may not be named with one reading in twenty wrong', 0.05, ''),
  ];
}
