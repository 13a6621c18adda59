/** A round, act by act: what each shows, what it takes, what ends it. Times and dangers are handbook 7, 14 and 25 (common practice, no source). */
import { beforeAll, describe, expect, it } from 'vitest';
import { variedCircuit } from '../circuit/index.js';
import { dictionaryOf } from '../diagnose/index.js';
import { once } from '../once.testing.js';
import { acted, asKnown, DANGERS, faultTask, graded, newRound, roundView, sampleTask, taskOf, type Act, type ProvedTask, type Round } from './index.js'; // prettier-ignore

/** A run of outlets under screws, with what can be wrong in it; something is noticed in the last. */
const runOf = (shape: Parameters<typeof variedCircuit>[0], boxes: number, mostPairs = 0) =>
  once(() => {
    const { bench } = variedCircuit(shape, boxes, 1, 'screws');
    const boxId = `box${boxes}`;
    return { bench, boxId, dictionary: dictionaryOf(asKnown(bench), boxId, undefined, { mostPairs }) };
  });
/** Hall, Study, Cellar, on breaker 4. */
const three = runOf('chain', 3);
const two = runOf('chain', 2, 400);
/** What is hidden, by its words. */
function hide(words: string | readonly [string, string], from = three): ProvedTask {
  const wanted = typeof words === 'string' ? [words] : words;
  const { dictionary } = from();
  const has = (c: number, w: string): boolean => dictionary.classes[c]!.members.some((m) => dictionary.suspects[m]!.words === w);
  const hypothesis = dictionary.hypotheses.findIndex(
    (h) => h.of.length === wanted.length && wanted.every((w) => h.of.some((c) => has(c, w))),
  );
  if (hypothesis < 0) throw new Error(`nothing in it is “${wanted.join('” and “')}”`);
  const suspect = (s: { words: string }): boolean => wanted.includes(s.words);
  return {
    ...taskOf({ ...from(), level: 'one plain fault', hypothesis, testerDead: false, suspect })!,
    best: { tests: 2, minutes: 10 },
  };
}

const play = (task: ProvedTask, ...acts: Act[]): Round => acts.reduce((round, act) => acted(task, round, act), newRound());
const shown = (round: Round): string => round.done.at(-1)!.shows;

const off: Act = { do: 'breaker', id: 'breaker4', on: false };
const onAgain: Act = { do: 'breaker', id: 'breaker4', on: true };
const prove = (boxId: string, steps: 'three' | 'here only' = 'three'): Act => ({ do: 'prove', boxId, steps });
const open = (boxId: string): Act => ({ do: 'test', test: `look/${boxId}` });
const BOTH = ['breaker 4 is off or has tripped', 'open: black of Parlour to Loom room at Loom room outlet in Loom room'] as const;

describe('a round, act by act', () => {
  let study: ProvedTask;
  beforeAll(() => {
    study = sampleTask('dark-study');
  });
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
    const task = hide('breaker 4 is off or has tripped');
    expect(play(task, prove('box3'), open('box3')).ended?.danger).toBe('not switched off');
    expect(play(task, off, prove('box3'), open('box3')).ended).toBeUndefined();
  });
  it('so with one that a short opened, and it does not stay on; one that is worn stands on', () => {
    const nail = hide('a nail, staple or edge through Hall to Study');
    expect(play(nail, open('box3')).ended?.danger).toBe('not switched off');
    expect([shown(play(nail, off)), shown(play(nail, off, onAgain))]).toEqual([
      'off',
      'its handle does not stay, or was off before you came',
    ]);
    const worn = hide('breaker 4 doesn’t close any more');
    expect(play(worn, open('box3')).ended?.danger).toBe('dead by its fault');
    expect([play(worn, off, onAgain).done.map((d) => d.words), shown(play(worn, off, onAgain))]).toEqual([['Breaker 4 off', 'Breaker 4 on'], 'on']); // prettier-ignore
  });
  it('what a look shows is what is graded, also where others would read alike', () => {
    for (const [boxId, words] of [
      ['box1', 'open: white of Hall to Study at Hall outlet in Hall'],
      ['box2', 'open: black of Hall to Study at Study outlet in Study'],
      ['box2', 'open: white of Study to Cellar at Study outlet in Study'],
      ['box1', 'worn contacts of Hall outlet'],
    ] as const) {
      const round = play(hide(words), off, prove(boxId), open(boxId));
      expect(shown(round)).toBe(`something is not as it should be: ${words}`);
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
    const task = hide(BOTH, two);
    const first = play(task, { do: 'name', part: task.parts[0]! });
    const again: Act = { do: 'test', test: 'again' };
    expect(shown(acted(task, acted(task, first, off), again))).toBe('it is as before');
    expect([shown(acted(task, first, again)), acted(task, first, again).done.at(-1)!.outcome]).toEqual(['it is as before', 'still']);
    const fine = sampleTask('nothing-wrong');
    expect([shown(play(fine, again)), play(fine, again).done[0]!.outcome]).toEqual(['it does', 'works']);
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
    expect(shown(own)).toBe('the outlet is dead, but a wire in the box shows 120 V to ground: live');
    expect(shown(play(task, prove(box)))).toMatch(/: live$/);
    expect(shown(play(task, { do: 'breaker', id: 'breaker6', on: false }, prove(box)))).not.toMatch(/a wire in the box/);
    const other = task.bench.boxes.find((b) => b.id !== box)!.id;
    expect(shown(play(task, off, prove(other)))).toBe('nothing on any pair or wire: dead now');
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
  it('two at once: what is named first is mended, and it goes on with the other', () => {
    const task = hide(BOTH, two);
    expect(task.parts).toEqual(expect.arrayContaining(['joints/box2', 'breaker/breaker4']));
    for (const [a, b] of [
      ['joints/box2', 'breaker/breaker4'],
      ['breaker/breaker4', 'joints/box2'],
    ] as const) {
      const first = play(task, { do: 'name', part: a });
      expect([first.ended, shown(first), first.mended]).toEqual([undefined, expect.stringMatching(/there is a second fault/), [a]]);
      const second = acted(task, first, { do: 'name', part: b });
      expect([second.ended, shown(second), second.minutes]).toEqual([{ found: true, named: b }, 'right', 0]);
      const twice = acted(task, first, { do: 'name', part: a });
      expect([twice.ended, shown(twice)]).toEqual([{ found: false, named: a }, 'not it']);
    }
    // the breaker stays on once it is mended, and the outlet before the other fault works
    const thrown = play(task, { do: 'name', part: 'breaker/breaker4' }, { do: 'test', test: 'lamps/box1-outlet/upper' });
    expect(shown(thrown)).toMatch(/^lamps 1 and 2 lit/);
    expect(shown(play(task, off, onAgain))).toMatch(/does not stay/);
    expect(shown(play(task, { do: 'name', part: 'breaker/breaker4' }, off, onAgain))).toBe('on');
    expect(play(task, { do: 'name', part: 'breaker/breaker4' }, open('box1')).ended?.danger).toBe('live');
  });
  it('what the task doesn’t have is an error that names it', () => {
    expect(() => play(study, { do: 'test', test: 'lamps/ghost/lower' })).toThrow(/no test lamps\/ghost/);
    expect(() => play(study, { do: 'breaker', id: 'b99', on: false })).toThrow(/no breaker b99/);
  });
});

/** Lamps: 1 hot–neutral, 2 hot–ground, 3 neutral–ground. What a fault does to the three is handbook 8; a heater of 10 Ω is in beside it for the last. */
describe('what instruments show in the last outlet', () => {
  const lower = 'box3-outlet/lower';
  const reads = (words: string): string[] => {
    const task = hide(words);
    return [`lamps/${lower}`, `meter/${lower}`, 'probe/box3-outlet', `volts/${lower}`].map((test) => shown(play(task, { do: 'test', test })).replace(/ \(1 .*/, '')); // prettier-ignore
  };
  it.each([
    ['breaker 4 is off or has tripped', 'no lamp lit', [0, 0, 0], 'silent', 0],
    ['open: black of Hall to Study at Study outlet in Study', 'no lamp lit', [0, 0, 0], 'silent', 0],
    ['hot and neutral swapped at Cellar outlet', 'lamps 1 and 3 lit', [120, 0, 120], 'silent', 115],
    ['hot and ground swapped at Cellar outlet', 'lamps 2 and 3 lit', [0, 120, 120], 'silent', 0],
    ['what is plugged in, one of them or all together', 'lamps 1 and 2 lit', [120, 120, 0], 'it signals', 115],
  ] as const)('%s: %s', (words, lamps, [hn, hg, ng], probe, loaded) => {
    const [lit, metered, signals, volts] = reads(words);
    expect([lit, signals]).toEqual([lamps, probe]);
    const [, ...got] = /^hot–neutral (\d+) V, hot–ground (\d+) V, neutral–ground ([\d.]+) V$/.exec(metered!)!;
    [hn, hg, ng].forEach((v, i) => expect(Math.abs(Number(got[i]) - v), metered).toBeLessThan(1));
    expect(Math.abs(Number(volts!.replace(' V', '')) - loaded)).toBeLessThan(3);
  });
  it('an open neutral lights one lamp and drives nothing; an open ground one, and drives all; a loose hot gives way under the heater', () => {
    expect(reads('open: white of Hall to Study at Hall outlet in Hall')).toEqual(['lamp 2 alone lit', expect.stringMatching(/hot–ground 120 V/), 'it signals', '0 V']); // prettier-ignore
    expect(reads('ground open: bare of Study to Cellar in a splice in Study')).toEqual(['lamp 1 alone lit', expect.stringMatching(/^hot–neutral 120 V/), 'it signals', expect.stringMatching(/^11\d V$/)]); // prettier-ignore
    const [lamps, metered, , volts] = reads('loose: black of Hall to Study at Study outlet in Study');
    expect([lamps, metered]).toEqual(['lamps 1 and 2 lit', expect.stringMatching(/^hot–neutral 120 V, hot–ground 120 V/)]);
    expect(Number(volts!.replace(' V', ''))).toBeLessThan(100);
  });
  it('worn contacts hold nothing: dark in that outlet alone, and it jumps', () => {
    expect(reads('worn contacts of Cellar outlet')).toEqual(['no lamp lit', 'hot–neutral 0 V, hot–ground 0 V, neutral–ground 0.0 V', 'it signals', 'it jumps between 60 and 120 V']); // prettier-ignore
    expect(reads('worn contacts of Hall outlet').slice(0, 2)).toEqual(['lamps 1 and 2 lit', expect.stringMatching(/^hot–neutral 120 V/)]);
    const before = play(hide('worn contacts of Cellar outlet'), { do: 'test', test: `lamps/${lower}` }, off, {
      do: 'test',
      test: `lamps/${lower}`,
    });
    expect(before.done.map((d) => d.outcome)).toEqual(['hot open, or no power: a dead tester looks the same', undefined, undefined]);
  });
  it('what each is said to be, and its minutes: a cover with its proof is eight, two of them the proof; a minute the way there', () => {
    const task = hide('white broken inside Study to Cellar');
    const all = play(task, off, prove('box2'), prove('box3'), open('box2'), { do: 'test', test: 'through/cable3' });
    expect(all.done.slice(1).map((d) => [d.words, d.shows, d.minutes])).toEqual([
      ['Proved dead in Study: live source, every conductor, live source', 'nothing on any pair or wire: dead now', 2],
      ['Proved dead in Cellar: live source, every conductor, live source', 'nothing on any pair or wire: dead now', 2],
      ['Cover of Study off, looked in, every wire tugged', 'all is firm and as it should be', 7],
      ['Study to Cellar apart at its ends: each wire through, and against the others', 'one doesn’t go through', 12],
    ]);
    expect(shown(play(task, off, prove('box1'), { do: 'test', test: 'through/cable1' }))).toBe('each goes through, none touches another');
    // its end in the panel is nobody’s to open
    expect(play(task, off, prove('box1'), { do: 'test', test: 'through/cable1' }).ended).toBeUndefined();
  });
  it('the same said by hand: breakers, the others, the reset button, the panel', () => {
    const say = (words: string, ...tests: string[]): string[] => tests.map((test) => shown(play(hide(words), { do: 'test', test })));
    expect(say('a nail, staple or edge through Hall to Study', 'breakers', 'others', 'reset')).toEqual(['a breaker is off or in the middle', 'none of the others does', 'it opens again']); // prettier-ignore
    expect(say('open: black of Hall to Study at Study outlet in Study', 'breakers', 'others', 'panel')).toEqual(['all are on', 'some of the others don’t', 'volts leave the breaker, and all is firm']); // prettier-ignore
    expect(say('breaker 4 doesn’t close any more', 'breakers', 'panel')).toEqual([
      'all are on',
      'no volts leave it, or a wire of it is loose',
    ]);
  });
});

describe('dead or not', () => {
  const proved = (task: ProvedTask, boxId: string, ...before: Act[]): string => shown(play(task, ...before, prove(boxId)));
  it('every pair is read: with hot and neutral, or hot and ground exchanged the hot slot alone shows nothing', () => {
    expect(proved(hide('hot and neutral swapped at Cellar outlet'), 'box3')).toMatch(
      /^1(19|20) V between (hot and neutral|neutral and ground): live$/,
    );
    expect(proved(hide('hot and ground swapped at Cellar outlet'), 'box3')).toMatch(
      /^1(19|20) V between (hot and ground|neutral and ground): live$/,
    );
    for (const words of ['hot and neutral swapped at Cellar outlet', 'hot and ground swapped at Cellar outlet'])
      expect(play(hide(words), open('box3')).ended?.danger).toBe('live');
    expect(proved(hide('hot and ground swapped at Cellar outlet'), 'box3', off)).toBe('nothing on any pair or wire: dead now');
  });
  it('a box without an outlet by its wires', () => {
    const lamp = runOf('switched', 3);
    const task = hide(lamp().dictionary.suspects.find((s) => s.kind === 'open contact' && s.words.includes('white') && s.boxId === 'box3')!.words, lamp); // prettier-ignore
    const { id } = task.bench.boxes.find((b) => task.bench.devices.some((d) => d.form === 'lamp' && d.boxId === b.id))!;
    expect(proved(task, id)).toMatch(/^a wire in the box shows 1(19|20) V to ground: live$/);
    expect(proved(task, id, off)).toBe('nothing on any pair or wire: dead now');
    expect(play(task, open(id)).ended?.danger).toBe('live');
  });
  it('dead by an open hot before it: proved, but not off', () => {
    const task = hide('open: black of Hall to Study at Hall outlet in Hall');
    expect(proved(task, 'box3')).toBe('nothing on any pair or wire: dead now');
    expect(play(task, prove('box3'), open('box3')).ended?.danger).toBe('dead by its fault');
    expect(proved(task, 'box1')).toMatch(/between hot and (neutral|ground): live$/);
  });
  it('a hot that came off its screw hangs live in the box, whatever the slots say', () => {
    const task = hide('open: black of Hall to Study at Study outlet in Study');
    expect(proved(task, 'box2')).toMatch(/^the outlet is dead, but a wire in the box shows 1(19|20) V to ground: live$/);
    expect(play(task, open('box2')).ended?.danger).toBe('live');
    expect(proved(task, 'box2', off)).toBe('nothing on any pair or wire: dead now');
  });
  it('with an empty tester all three steps tell it, and one step tells nothing', () => {
    const task = sampleTask('nothing-wrong');
    const full = play(task, prove('box2'));
    expect([shown(full), full.done[0]!.outcome, full.proved]).toEqual([expect.stringMatching(/it is the tester$/), '', {}]);
    const alone = play(task, prove('box2', 'here only'));
    expect([alone.done[0]!.words, shown(alone), alone.proved]).toEqual([
      'Tester held to Hall alone',
      'it shows nothing',
      { box2: 'here only' },
    ]);
    expect([shown(play(task, { do: 'test', test: 'probe/box2-outlet' })), shown(play(hide('what is plugged in, one of them or all together'), { do: 'check tester' }))]).toEqual(['silent', 'it shows the source as live']); // prettier-ignore
  });
});

describe('how it is graded', () => {
  const task = once(() => hide('open: black of Hall to Study at Study outlet in Study'));
  const name = (part: string): Act => ({ do: 'name', part });
  const test = (id: string): Act => ({ do: 'test', test: id });
  it('within half as much again and four minutes it is about as quick (10 min: up to 19)', () => {
    const found = play(task(), name('joints/box2'));
    const says = (minutes: number): string => graded(task(), { ...found, minutes }).says;
    expect([says(19), says(19.1)]).toEqual([
      'Found, and about as quickly as the best search.',
      'Found. The best search takes about 10 min.',
    ]);
    expect(graded(task(), found)).toMatchObject({
      found: true,
      tests: 0,
      minutes: 0,
      best: { tests: 2, minutes: 10 },
      truth: [task().words[0]],
    });
  });
  it('not it, not ended, ended dangerously', () => {
    const not = graded(task(), play(task(), name('joints/box1')));
    expect([not.found, not.says, not.truth, not.danger]).toEqual([false, 'Not it.', task().words, undefined]);
    expect(graded(task(), play(task(), test('others'))).says).toBe('Not ended.');
    const live = graded(task(), play(task(), open('box1')));
    expect([live.found, live.says, live.truth, live.danger?.kind]).toEqual([false, 'Ended by a dangerous act.', [], 'live']);
  });
  it('each test by places left; a test that yields little for its minutes is set beside the best; no other act is', () => {
    const { replay, tests } = graded(
      task(),
      play(task(), off, onAgain, test('house'), test('lamps/box2-outlet/lower'), name('joints/box2')),
    );
    expect(tests).toBe(2);
    expect(replay.map((d) => [d.act.do, d.before !== undefined, d.better !== undefined])).toEqual([
      ['breaker', false, false],
      ['breaker', false, false],
      ['test', true, true],
      ['test', true, false],
      ['name', false, false],
    ]);
    const [, , house, lamps] = replay;
    // what would have told more a minute is named
    expect(house!.better).toMatch(/outlet/);
    // a lamp in another room tells nothing of where a wire is off
    expect(house!.after).toBe(lamps!.before);
    expect(lamps!.after).toBeLessThan(lamps!.before!);
  });
  it('with a breaker off by hand a reading is none, and not held against the search; nor with an empty tester', () => {
    expect(graded(task(), play(task(), off, test('lamps/box2-outlet/lower'))).replay[1]!.before).toBeUndefined();
    const empty = sampleTask('nothing-wrong');
    expect(graded(empty, play(empty, test('lamps/box2-outlet/lower'))).replay[0]!.before).toBeUndefined();
  });
  it('what is named rightly first counts as mended: the search goes on for the other', () => {
    const both = hide(BOTH, two);
    const { replay } = graded(both, play(both, test('breakers'), name('breaker/breaker4'), test('lamps/box2-outlet/lower')));
    expect(replay[2]!.before).not.toBe(replay[0]!.after);
  });
});

describe('what a page shows of a round', () => {
  it('tests by box with the cover last, by cable, and at no box; breakers as they stand; the grade at its end alone', () => {
    const task = hide('open: black of Hall to Study at Study outlet in Study');
    const view = roundView(task, play(task, off));
    expect([view.title, view.story, view.level, view.boxId]).toEqual(['Cellar: nothing works in it', '“In Cellar: nothing works in it.”', 'one plain fault', 'box3']); // prettier-ignore
    expect(view.boxes.map((b) => [b.name, b.tests.length, b.tests.at(-1)!.id, b.tests.filter((t) => t.dead).length])).toEqual([['Hall', 9, 'look/box1', 1], ['Study', 9, 'look/box2', 1], ['Cellar', 9, 'look/box3', 1]]); // prettier-ignore
    expect(view.cables.map((t) => [t.id, t.minutes, t.dead])).toEqual([['through/cable1', 25, true], ['through/cable2', 12, true], ['through/cable3', 12, true]]); // prettier-ignore
    expect(view.elsewhere.map((t) => t.id)).toEqual([
      'breakers',
      'appliance',
      'reset',
      'switches',
      'others',
      'off',
      'turn',
      'house',
      'panel',
    ]);
    expect(view.elsewhere.every((t) => !t.dead)).toBe(true);
    expect([view.breakers, view.grade]).toEqual([[{ id: 'breaker4', number: '4', on: false }], undefined]);
    expect(roundView(task, play(task, { do: 'name', part: 'joints/box2' }))).toMatchObject({
      breakers: [{ on: true }],
      grade: { found: true },
    });
  });
});
