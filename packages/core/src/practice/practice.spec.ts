/**
 * Practice as somebody would go through it: hidden faults that can be found safely, boxes wired rightly and wrongly, figures to reckon.
 * Times and dangers are handbook 7, 14 and 25 (common practice, no source).
 */
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { quinceStreet } from '../houses.testing.js';
import { variedCircuit } from '../circuit/index.js';
import { dictionaryOf } from '../diagnose/index.js';
import { inches } from '../measure/index.js';
import { connect, takeOff, breakTab } from '../wiring/index.js';
import type { Bench, WireEnd } from '../model/index.js';
import { acted, asKnown, circuitsOf, DANGERS, FAULT_LEVELS, faultTask, graded, judgedWiring, marked, MEASURE_LEVELS, measureTask, MOST_SEED, newRound, partsToName, playedSafely, progressWords, readCode, roundView, SAMPLES, sampleTask, taskCode, taskOf, TASK_KINDS, WIRING_LEVELS, wiringTask, withRound, type Act, type ProvedTask, type Round } from './index.js'; // prettier-ignore

const COUNTS = { fault: FAULT_LEVELS.length, wiring: WIRING_LEVELS.length, measure: MEASURE_LEVELS.length };
const play = (task: ProvedTask, ...acts: Act[]): Round => acts.reduce((round, act) => acted(task, round, act), newRound());
const shown = (round: Round): string => round.done.at(-1)!.shows;

describe('a code that can be passed on', () => {
  it('gives the same task back, with small letters, spaces and the letters that are taken for digits', () => {
    fc.assert(
      fc.property(fc.constantFrom(...TASK_KINDS), fc.nat(5), fc.integer({ min: 0, max: MOST_SEED }), (kind, level, seed) => {
        const code = taskCode({ kind, level, seed });
        expect(code).toMatch(/^[FWM]\d-[0-9A-Z]{5}$/);
        expect(readCode(code, COUNTS)).toEqual({ ok: true, code: { kind, level, seed } });
        expect(
          readCode(
            ` ${code
              .toLowerCase()
              .replace('-', ' ')
              .replace(/0/g, 'o')
              .replace(/(?<=..)1/g, 'l')} `,
            COUNTS,
          ),
        ).toEqual({ ok: true, code: { kind, level, seed } });
      }),
    );
  });
  it('one letter off is noticed', () => {
    const code = taskCode({ kind: 'fault', level: 0, seed: 4711 });
    const slips = [3, 4, 5, 6, 7].map((i) => code.slice(0, i) + (code[i] === '7' ? '8' : '7') + code.slice(i + 1));
    for (const slip of slips) expect(readCode(slip, COUNTS)).toMatchObject({ ok: false });
    // another level, and any two letters exchanged
    expect(readCode(code.replace('F1', 'F2'), COUNTS)).toMatchObject({ ok: false });
    for (let i = 3; i < 7; i++) {
      const exchanged = code.slice(0, i) + code[i + 1]! + code[i]! + code.slice(i + 2);
      if (exchanged !== code) expect(readCode(exchanged, COUNTS)).toMatchObject({ ok: false });
    }
  });
  it.each([
    ['', /no code of a task: one is like/],
    ['F9-0000F', /F9 is no level: F has 1 to 6/],
    ['X1-00000', /no code of a task/],
    ['F1-0000UU', /no code/],
    ['F1-000UF', /letter U/],
  ])('%s is refused with what would do', (text, why) => {
    expect(readCode(text, COUNTS)).toEqual({ ok: false, why: expect.stringMatching(why) });
  });
});

describe('hidden faults', () => {
  it.each(FAULT_LEVELS)(
    '%s: the same seed hides the same; the search finds it, with every proof, in the minutes it is held against',
    (level) => {
      for (const seed of [3]) {
        const task = faultTask(level, seed);
        expect(faultTask(level, seed)).toMatchObject({ title: task.title, parts: task.parts, words: task.words });
        const round = playedSafely(task);
        expect([round.ended, round.minutes]).toEqual([expect.objectContaining({ found: true }), task.best.minutes]);
        expect(partsToName(task).map((p) => p.part)).toEqual(expect.arrayContaining(task.parts));
        // nothing is told before its end
        expect(roundView(task, newRound()).grade).toBeUndefined();
      }
    },
  );
  it('in a house of one’s own too; one without an outlet says what it needs', () => {
    const task = faultTask('one plain fault', 5, circuitsOf(quinceStreet.site));
    expect(quinceStreet.site.boxes.map((b) => b.id)).toContain(task.boxId);
    expect(playedSafely(task).ended?.found).toBe(true);
    expect(() => circuitsOf({ ...quinceStreet.site, boxes: [] })).toThrow(/survey one, or take a circuit that is drawn/);
  });
  it.each(SAMPLES)('$name: is what it says', ({ id }) => {
    const task = sampleTask(id);
    const round = playedSafely(task);
    expect(round.ended?.found).toBe(true);
    // three boxes before; the neutral of both; the battery
    const truth = {
      'dark-study': /Sewing room outlet in Sewing room/,
      'bright-and-dim': /white of panel to Crawl junction in a splice/,
      'nothing-wrong': /battery/,
    }[id];
    expect(task.words.join()).toMatch(truth);
  });
});

describe('a round, act by act', () => {
  let study: ProvedTask;
  beforeAll(() => {
    study = sampleTask('dark-study');
  });
  const off: Act = { do: 'breaker', id: 'breaker4', on: false };
  const onAgain: Act = { do: 'breaker', id: 'breaker4', on: true };
  const prove = (boxId: string, steps: 'three' | 'here only' = 'three'): Act => ({ do: 'prove', boxId, steps });
  const open = (boxId: string): Act => ({ do: 'test', test: `look/${boxId}` });
  it('lamps are told as they light, a meter in volts, and each takes its minutes', () => {
    const round = play(
      study,
      { do: 'test', test: 'lamps/box5-outlet/lower' },
      { do: 'test', test: 'meter/box1-outlet/lower' },
      { do: 'test', test: 'probe/box1-outlet' },
    );
    expect(round.done.map((d) => d.shows)).toEqual([
      expect.stringMatching(/^no lamp lit/),
      expect.stringMatching(/^hot–neutral 1(19|20) V, hot–ground 1(19|20) V, neutral–ground 0\.\d V$/),
      'it signals',
    ]);
    expect(round.minutes).toBe(1 + 3 + 1.5);
  });
  it('off, proved, opened: what is wrong is seen where it is, and nowhere else', () => {
    const sound = play(study, off, prove('box1'), open('box1'));
    expect([sound.ended, shown(sound)]).toEqual([undefined, 'all is firm and as it should be']);
    const found = play(study, off, prove('box2'), open('box2'));
    expect(shown(found)).toMatch(/black of Hall to Sewing room/);
    expect(acted(study, found, { do: 'name', part: 'joints/box2' }).ended).toEqual({ found: true, named: 'joints/box2' });
    expect(acted(study, found, { do: 'name', part: 'joints/box1' }).ended).toEqual({ found: false, named: 'joints/box1' });
  });
  it.each([
    ['a box that is live', [open('box1')], 'live'],
    ['dead by its fault, breaker on', [open('box4')], 'dead by its fault'],
    ['off, not proved', [off, open('box1')], 'unproved'],
    ['off, the tester not proved', [off, prove('box1', 'here only'), open('box1')], 'tester not proved'],
    ['proved, then the breaker thrown again', [off, prove('box1'), onAgain, open('box1')], 'live'],
    ['proved in another box', [off, prove('box2'), open('box1')], 'unproved'],
    ['the far end of a cable not proved', [off, prove('box1'), { do: 'test', test: 'through/cable2' } satisfies Act], 'unproved'],
  ] as [string, Act[], keyof typeof DANGERS][])('%s: ends, and says what would have happened', (_, acts, danger) => {
    const round = play(study, ...acts);
    expect(round.ended).toEqual({ found: false, danger });
    const grade = graded(study, round);
    expect(grade.danger).toEqual({ kind: danger, says: DANGERS[danger] });
    // it can be tried again
    expect(grade.truth).toEqual([]);
    // nothing more happens
    expect(acted(study, round, off)).toBe(round);
  });
  it('a tripped protective device is no isolation', () => {
    const { bench } = variedCircuit('protected first', 4, 1);
    const dictionary = dictionaryOf(asKnown(bench), 'box4', undefined, { mostPairs: 0 });
    const hypothesis = dictionary.hypotheses.findIndex(
      (h) => h.of.length === 1 && dictionary.classes[h.of[0]!]!.part.startsWith('tripped/'),
    );
    const task = {
      ...taskOf({ level: 'one plain fault', bench, boxId: 'box4', dictionary, hypothesis, testerDead: false })!,
      best: { tests: 0, minutes: 0 },
    };
    const behind = task.bench.boxes.find((b) => b.id === task.boxId)!;
    expect(play(task, open(behind.id)).ended?.danger).toBe('ground-fault trip');
  });
  it('a breaker that has tripped is not off: one’s own hand switches it off', () => {
    const task = hidden('chain', (part) => part.startsWith('breaker/'));
    expect(play(task, prove('box3'), open('box3')).ended?.danger).toBe('not switched off');
    expect(play(task, off, prove('box3'), open('box3')).ended).toBeUndefined();
  });
  it('what a look shows is what is graded, also where others would read alike', () => {
    for (const [boxId, colour] of [
      ['box1', 'white'],
      ['box2', 'black'],
      ['box3', 'white'],
    ] as const) {
      const task = hidden('chain', (part, words) => part === `joints/${boxId}` && words.includes(colour));
      const round = play(task, off, prove(boxId), open(boxId));
      expect(shown(round)).toBe(`something is not as it should be: ${task.words[0]!}`);
      expect(task.words[0]).toContain(colour);
    }
  });
  it('with a breaker off by one’s own hand the circuit tells nothing, a meter shows none, and none of it is graded as a reading', () => {
    const round = play(study, off, { do: 'test', test: 'others' }, { do: 'test', test: 'breakers' }, { do: 'test', test: 'meter/box1-outlet/lower' }, { do: 'test', test: 'lamps/box1-outlet/lower' }); // prettier-ignore
    expect(round.done.slice(1).map((d) => d.shows)).toEqual([
      expect.stringMatching(/nothing can be told/),
      expect.stringMatching(/nothing can be told/),
      expect.stringMatching(/^hot–neutral 0 V, hot–ground 0 V/),
      expect.stringMatching(/^no lamp lit/),
    ]);
    expect(round.done.slice(1).every((d) => d.outcome === undefined)).toBe(true);
    // what doesn’t ask the circuit tells all the same
    expect(play(study, off, { do: 'test', test: 'appliance' }).done.at(-1)!.outcome).toBe('works');
  });
  it('tried again after the first of two: as before; with a breaker off it can’t do it either', () => {
    const task = faultTask('two at once', 3);
    const first = play(task, { do: 'name', part: task.parts[0]! });
    const again: Act = { do: 'test', test: 'again' };
    expect(shown(acted(task, acted(task, first, { do: 'breaker', id: task.bench.breakers[0]!.id, on: false }), again))).toBe(
      'it is as before',
    );
    const fine = sampleTask('nothing-wrong');
    expect(shown(play(fine, again))).toBe('it does');
    expect(shown(play(fine, { do: 'breaker', id: fine.bench.breakers[0]!.id, on: false }, again))).toBe('it is as before');
    expect(roundView(task, first).elsewhere.map((t) => t.id)).toContain('again');
    expect(roundView(task, newRound()).elsewhere.map((t) => t.id)).not.toContain('again');
  });
  it('a proof takes two minutes, a breaker one and a half, a look the six that are left of eight (handbook 25)', () => {
    expect(play(study, off, prove('box5')).minutes).toBe(1.5 + 2);
    expect(play(study, off, prove('box5'), open('box5')).minutes).toBe(1.5 + 2 + 6);
  });
  it('on again and off, what was proved before is proved no more', () => {
    const on: Act = { do: 'breaker', id: study.bench.breakers[0]!.id, on: true };
    expect(play(study, off, prove('box5'), open('box5')).ended).toBeUndefined();
    expect(play(study, off, prove('box5'), on, off, open('box5')).ended).toMatchObject({ danger: expect.stringMatching(/./) });
  });
  it('two live cables: one breaker off is not dead, both are', () => {
    const task = faultTask('two live cables', 3);
    const box = task.bench.cables.find((c) => c.id === 'stray')!.ends[1];
    const own = play(task, off, prove(box));
    expect(shown(own)).toMatch(/the capped black of the other cable shows 120 V/);
    expect(acted(task, own, open(box)).ended?.danger).toBe('live');
    const both = play(task, off, { do: 'breaker', id: 'breaker6', on: false }, prove(box), open(box));
    expect(both.ended).toBeUndefined();
  });
  it('an empty battery: what shows nothing here shows nothing on a live source either', () => {
    const task = sampleTask('nothing-wrong');
    expect(shown(play(task, { do: 'test', test: 'lamps/box2-outlet/upper' }))).toBe('no lamp lit');
    expect(shown(play(task, { do: 'check tester' }))).toMatch(/nothing there either/);
    expect(shown(play(task, { do: 'test', test: 'meter/box2-outlet/upper' }))).toMatch(/hot–neutral 1(19|20) V/);
    expect(play(task, prove('box2', 'here only'), open('box2')).ended?.danger).toBe('live');
  });
  it('two at once: what is named first is mended, and it goes on', () => {
    const task = faultTask('two at once', 3);
    const [a, b] = task.parts as [string, string];
    const first = play(task, { do: 'name', part: a });
    expect([first.ended, shown(first)]).toEqual([undefined, expect.stringMatching(/there is a second fault/)]);
    expect(acted(task, first, { do: 'name', part: b }).ended).toEqual({ found: true, named: b });
    expect(acted(task, first, { do: 'name', part: a }).ended?.found).toBe(false);
  });
  it('the grade: places left before and after each test, a far quicker one named, minutes beside the search', () => {
    const slow = play(
      study,
      { do: 'test', test: 'house' },
      { do: 'test', test: 'lamps/box2-outlet/lower' },
      { do: 'name', part: 'joints/box2' },
    );
    const grade = graded(study, slow);
    expect([grade.found, grade.tests, grade.minutes]).toEqual([true, 2, slow.minutes]);
    const [house, lamps] = grade.replay;
    expect(house!.better).toBeTruthy();
    expect(lamps!.after!).toBeLessThan(lamps!.before!);
    // named at once is as quick as it gets; six faces read for nothing are not
    expect(graded(study, play(study, { do: 'name', part: 'joints/box2' })).says).toBe('Found, and about as quickly as the best search.');
    const idle = study.dictionary.tests.filter((t) => /^(volts|lamps|plug)\//.test(t.id)).map((t): Act => ({ do: 'test', test: t.id }));
    expect(idle.length).toBeGreaterThan(4);
    expect(graded(study, play(study, ...idle, { do: 'name', part: 'joints/box2' })).says).toMatch(
      /^Found\. The best search takes about \d+ min/,
    );
  });
  it('what the task doesn’t have is an error that names it', () => {
    expect(() => play(study, { do: 'test', test: 'lamps/ghost/lower' })).toThrow(/no test lamps\/ghost/);
    expect(() => play(study, { do: 'breaker', id: 'b99', on: false })).toThrow(/no breaker b99/);
  });
});
/** A fault of one’s choice in a run of four. */
function hidden(shape: Parameters<typeof variedCircuit>[0], is: (part: string, words: string) => boolean): ProvedTask {
  const { bench } = variedCircuit(shape, 4, 1, 'screws');
  const dictionary = dictionaryOf(asKnown(bench), 'box4', undefined, { mostPairs: 0 });
  const suspect = (s: { part: string; words: string; kind: string }): boolean => s.kind !== 'wrong tab' && /^(open|breaker)/.test(s.kind) && is(s.part, s.words); // prettier-ignore
  const hypothesis = dictionary.hypotheses.findIndex(
    (h) => h.of.length === 1 && dictionary.classes[h.of[0]!]!.members.some((m) => suspect(dictionary.suspects[m]!)),
  );
  return {
    ...taskOf({ level: 'one plain fault', bench, boxId: 'box4', dictionary, hypothesis, testerDead: false, suspect })!,
    best: { tests: 0, minutes: 0 },
  };
}

describe('boxes to wire', () => {
  const end = (cableId: string, conductor: number, e: 0 | 1): WireEnd => ({ cableId, conductor, end: e });
  const step = (bench: Bench, wire: WireEnd, device: string, terminal: string): Bench => {
    const result = connect(bench, wire, { terminal: { device, terminal } }, `n${bench.joints.length}`);
    if (!result.ok) throw new Error(result.why);
    return result.bench;
  };
  it.each(WIRING_LEVELS)('%s: nothing connected is not done; one wiring does it, whatever the seed', (level) => {
    for (const seed of [1, 2, 99]) {
      const task = wiringTask(level, seed);
      expect(judgedWiring(task, task.bench).done).toBe(false);
      expect(judgedWiring(task, task.answer).points.filter((p) => !p.ok)).toEqual([]);
      // breakers are off when one begins
      expect(task.bench.breakers.every((b) => !b.on)).toBe(true);
    }
  });
  const last = wiringTask('the end of a run', 1);
  const wired = (hot: string, neutral: string): Bench =>
    step(
      step(step(last.bench, end('cable2', 0, 1), 'box2-outlet', hot), end('cable2', 1, 1), 'box2-outlet', neutral),
      end('cable2', 2, 1),
      'box2-outlet',
      'green',
    );
  it('by hand: black to brass, white to silver, bare to green', () => {
    expect(judgedWiring(last, wired('brass upper', 'silver upper')).done).toBe(true);
    // the lower screws do as well: it is judged by what it does
    expect(judgedWiring(last, wired('brass lower', 'silver lower')).done).toBe(true);
  });
  it('swapped: it works, and what it would do is said', () => {
    const { done, points } = judgedWiring(last, wired('silver upper', 'brass upper'));
    expect(done).toBe(false);
    expect(points.find((p) => !p.ok && /upper/.test(p.what))).toMatchObject({
      says: 'hot and neutral swapped',
      would: expect.stringMatching(/shell of a lamp/),
    });
  });
  it('black on green: the breaker opens at once', () => {
    const wrong = step(wired('brass upper', 'silver upper'), end('cable2', 0, 1), 'box2-outlet', 'green');
    expect(judgedWiring(last, wrong).points[0]).toMatchObject({
      ok: false,
      what: 'Breakers on',
      says: expect.stringMatching(/^Opened: breaker/),
    });
  });
  it('what is wrong in the whole circuit counts, though it is of no one box: its cable on too large a breaker', () => {
    const right = wired('brass upper', 'silver upper');
    const large = { ...right, breakers: right.breakers.map((b) => ({ ...b, amps: 30 })) };
    const { done, points } = judgedWiring(last, large);
    expect(done).toBe(false);
    expect(points.find((p) => !p.ok && /breaker/.test(`${p.what} ${p.says}`))).toBeDefined();
  });
  it('fed through its screws the outlet behind works, and goes dead when this one is taken out', () => {
    const task = wiringTask('the middle of a run, independent of its outlet', 2);
    const screws = [['cable2', 1, 'upper'], ['cable3', 0, 'lower']] as const; // prettier-ignore
    let bench = task.bench;
    for (const [cable, e, half] of screws) {
      bench = step(bench, end(cable, 0, e), 'box2-outlet', `brass ${half}`);
      bench = step(bench, end(cable, 1, e), 'box2-outlet', `silver ${half}`);
    }
    const { points } = judgedWiring(task, bench);
    const behind = points.filter((p) => p.what.includes('taken out') && !p.ok);
    // what lies before it works on
    expect(behind.length).toBe(1);
    expect(behind[0]!.would).toMatch(/puts all behind it out/);
  });
  it('line and load of a protective outlet exchanged: what lies behind is not protected', () => {
    const task = wiringTask('a protective outlet, and all that lies behind it', 1);
    const other: Record<string, string> = {
      'line brass': 'load brass',
      'load brass': 'line brass',
      'line silver': 'load silver',
      'load silver': 'line silver',
    };
    const joints = task.answer.joints.map((j) =>
      j.at && other[j.at.terminal] ? { ...j, at: { ...j.at, terminal: other[j.at.terminal]! } } : j,
    );
    const { done, points } = judgedWiring(task, { ...task.answer, joints });
    expect(done).toBe(false);
    expect(points.find((p) => !p.ok)).toMatchObject({ says: 'the feed is on LOAD: it does not protect, or does not set' });
  });
  it('the switch in the neutral: the lamp goes out, and its hot stays live', () => {
    const task = wiringTask('a switch and its lamp beside an outlet', 1);
    const done = (result: ReturnType<typeof connect>): Bench => {
      if (!result.ok) throw new Error(result.why);
      return result.bench;
    };
    const spliceWith = (wire: WireEnd): string => task.answer.joints.find((j) => j.kind === 'splice' && j.ends.some((e) => JSON.stringify(e) === JSON.stringify(wire)))!.id; // prettier-ignore
    const [hots, neutrals] = [spliceWith(end('cable2', 0, 1)), spliceWith(end('cable2', 1, 1))];
    const tail = task.answer.joints.find((j) => j.at?.device === 'box2-switch' && j.at.terminal === 'screw 1')!.ends[0] as {
      pigtailId: string;
    };
    let bench = done(connect(task.answer, end('lamp-cable', 0, 0), { joint: hots }, 'x1'));
    bench = done(connect(bench, { pigtailId: tail.pigtailId, end: 0 }, { joint: neutrals }, 'x2'));
    bench = done(connect(bench, end('lamp-cable', 1, 0), { terminal: { device: 'box2-switch', terminal: 'screw 2' } }, 'x3'));
    const { points, done: right } = judgedWiring(task, bench);
    expect(right).toBe(false);
    const says = (what: RegExp) => points.find((p) => what.test(p.what))!;
    expect([says(/switch up$/).ok, says(/switch down$/).ok]).toEqual([true, true]);
    expect(says(/its hot with the switch down/)).toMatchObject({ ok: false, says: expect.stringMatching(/^1(19|20) V to ground/), would: expect.stringMatching(/changes the bulb/) }); // prettier-ignore
  });
  it('a tab left whole: both halves on the switch, or two breakers joined', () => {
    const whole = (level: (typeof WIRING_LEVELS)[number]) => {
      const task = wiringTask(level, 1);
      const devices = task.answer.devices.map((d) => (task.boxes.includes(d.boxId) ? { ...d, brassTab: true } : d));
      return judgedWiring(task, { ...task.answer, devices }).points.filter((p) => !p.ok);
    };
    expect(
      whole('half of an outlet on a switch')
        .map((p) => p.what)
        .join(),
    ).toMatch(/upper half on the switch/);
    expect(whole('an outlet whose halves hang on two breakers')[0]).toMatchObject({ what: 'Breakers on' });
  });
  it('the tab is broken on the bench itself', () => {
    const task = wiringTask('half of an outlet on a switch', 1);
    expect(task.bench.devices.find((d) => d.id === 'box2-outlet')!.brassTab).toBe(true);
    const broken = breakTab(task.bench, 'box2-outlet', 'brass');
    expect(broken.ok && broken.bench.devices.find((d) => d.id === 'box2-outlet')!.brassTab).toBe(false);
    expect(takeOff(task.bench, end('cable2', 0, 1)).ok).toBe(true);
  });
});

describe('figures to reckon', () => {
  it.each(MEASURE_LEVELS)('%s: the sum shown is the answer asked for, and both are finite', (level) => {
    for (let seed = 0; seed < 60; seed++) {
      const task = measureTask(level, seed);
      expect(measureTask(level, seed)).toEqual(task);
      for (const q of task.questions) {
        expect(q.sum.result.value).toBeCloseTo(q.answer, 6);
        expect(q.answer).toBeGreaterThan(0);
      }
    }
  });
  it('by hand: gaps and plates fill the wall; a drop is 2 · I · R · L', () => {
    const gaps = measureTask('equal gaps', 7);
    const [, boxes, width] = /wall .* long; (\d) plates, each ([^"]+)"/.exec(gaps.given[0]!)!;
    const wall = inches(eval_(/wall ([^"]+)"/.exec(gaps.given[0]!)![1]!));
    const gap = gaps.questions[0]!.answer;
    expect((Number(boxes) + 1) * gap + Number(boxes) * inches(eval_(width!))).toBeCloseTo(wall, 6);
    const drop = measureTask('voltage drop', 7);
    const [, ft, awg, amps] = /^(\d+) ft of (\d+) AWG copper, (\d+) A/.exec(drop.given[0]!)!;
    expect(drop.questions[0]!.answer).toBeCloseTo((2 * Number(amps) * (awg === '14' ? 3.07 : 1.93) * Number(ft)) / 1000, 6);
  });
  it('box fill by the table: 14 AWG takes 2.00 in³, 12 AWG 2.25 in³, a yoke twice, clamps once (NEC 314.16(B), memory)', () => {
    for (let seed = 0; seed < 40; seed++) {
      const { given, questions } = measureTask('box fill', seed);
      const text = given.join(' ');
      const cables = Number(/^(\d) cables/.exec(text)![1]);
      const each = text.includes('14 AWG') ? 2 : 2.25;
      const insulated = 2 * cables + (text.includes('three insulated') ? 1 : 0);
      const allowances =
        insulated + 1 + (text.includes('clamps inside') && !text.includes('no clamps') ? 1 : 0) + (text.includes('Two devices') ? 4 : 2);
      expect(questions[0]!.answer).toBeCloseTo(allowances * each, 6);
    }
  });
  it('marks, cables and holes, reckoned from what is written', () => {
    const figures = (text: string): number[] => [...text.matchAll(/(\d+(?: \d+\/\d+)?|\d+\/\d+)"/g)].map((m) => inches(eval_(m[1]!)));
    for (let seed = 0; seed < 40; seed++) {
      const mark = measureTask('mark out a box', seed);
      const [first, spacing, stud] = figures(mark.given[0]!) as [number, number, number];
      const [width, tall, middle] = figures(mark.given[1]!) as [number, number, number];
      const [, side, nth] = /on the (left|right) side of stud (\d)/.exec(mark.title)!;
      const from = first + (Number(nth) - 1) * spacing;
      expect(mark.questions[0]!.answer).toBeCloseTo(side === 'right' ? from + stud / 2 + width / 2 : from - stud / 2 - width / 2, 6);
      expect(mark.questions[1]!.answer).toBeCloseTo(middle + tall / 2, 6);
      const cable = measureTask('length of a cable', seed);
      const [up, across, down, free] = figures(cable.given[0]!) as [number, number, number, number];
      expect(cable.questions.map((q) => q.answer)).toEqual([
        expect.closeTo(up + across + down + 2 * free, 6),
        expect.closeTo(1.1 * (up + across + down + 2 * free), 6),
      ]);
      const holes = measureTask('schedule of holes', seed);
      const [depth, hole, at] = figures(holes.given[0]!) as [number, number, number];
      expect(holes.questions.map((q) => q.answer)).toEqual([
        expect.closeTo(Math.min(at, depth - at) - hole / 2, 6),
        expect.closeTo((depth - hole) / 2, 6),
        // NEC 300.4(A)(1), memory: 1 1/4 in from the edge of the hole
        expect.closeTo(inches(1.25) + hole / 2, 6),
      ]);
    }
  });
  it('marks: within a sixteenth is right, beside it says by how much; what can’t be read is not wrong', () => {
    const q = measureTask('mark out a box', 3).questions[0]!;
    const typed = (mm: number): string => `${(mm / 25.4).toFixed(4)}`;
    expect(marked(q, typed(q.answer))).toMatchObject({ ok: true, right: true });
    expect(marked(q, typed(q.answer + inches(0.06)))).toMatchObject({ right: true });
    expect(marked(q, typed(q.answer + inches(0.07)))).toMatchObject({ right: false, says: expect.stringMatching(/too much$/) });
    expect(marked(q, typed(q.answer - inches(1)))).toMatchObject({ right: false, says: '1" too little' });
    expect(marked(q, 'about a foot')).toMatchObject({ ok: false });
    expect(marked(measureTask('box fill', 1).questions[0]!, '18,5')).toEqual({
      ok: false,
      why: expect.stringMatching(/write one like 18\.5/),
    });
  });
});
/** `14 3/8` in inches, reckoned apart from the program. */
function eval_(text: string): number {
  return text.trim().split(' ').reduce((sum, part) => {
    const [a, b] = part.split('/').map(Number);
    return sum + (b === undefined ? a! : a! / b);
  }, 0); // prettier-ignore
}

describe('progress by topic', () => {
  it('minutes of a round that was not found are no pace', () => {
    const p = withRound({}, 'x', { done: false, minutes: 50, best: 10 });
    expect(p['x']).toEqual({ rounds: 1, done: 0, dangerous: 0, minutes: 0, best: 0 });
    expect(progressWords(p['x'])).toBe('0 of 1');
  });
  it('counts rounds, those done, those that ended dangerously, and the pace of what was found', () => {
    let p = withRound({}, 'fault-0', { done: true, minutes: 30, best: 20 });
    p = withRound(p, 'fault-0', { done: false, dangerous: true, minutes: 4, best: 20 });
    expect(p['fault-0']).toEqual({ rounds: 2, done: 1, dangerous: 1, minutes: 30, best: 20 });
    expect([progressWords(p['fault-0']), progressWords(p['fault-1'])]).toEqual([
      '1 of 2, 1.5 × the best search’s minutes; 1 ended by a dangerous act',
      'not tried yet',
    ]);
  });
});
