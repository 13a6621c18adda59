/** Hidden faults that can be found, safely. Times and dangers are handbook 7, 14 and 25 (common practice, no source). */
import { describe, expect, it } from 'vitest';
import { quinceStreet } from '../houses.testing.js';
import { variedCircuit } from '../circuit/index.js';
import { dictionaryOf } from '../diagnose/index.js';
import { hiddenFault, taskOf } from './faultTask.js';
import { asKnown, circuitsOf, FAULT_LEVELS, faultTask, newRound, partsToName, playedSafely, roundView, SAMPLES, sampleTask, type FaultLevel, type FaultTask } from './index.js'; // prettier-ignore

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

describe('what is drawn, before any search has been at it', () => {
  const PLAIN = ['breaker off', 'device tripped', 'open contact', 'open splice', 'worn contacts', 'switch off', 'swapped', 'open ground', 'cable shorted']; // prettier-ignore
  const NEUTRALS = ['open contact', 'open splice', 'loose splice', 'wrong neutral'];
  const kindsOf = ({ dictionary, hypothesis }: FaultTask): string[] =>
    dictionary.hypotheses[hypothesis]!.of.map((c) => dictionary.suspects[dictionary.classes[c]!.members[0]!]!.kind);
  const draws = (level: FaultLevel, ...seeds: number[]): FaultTask[] => seeds.flatMap((seed) => hiddenFault(level, seed, undefined) ?? []);
  it.each([
    ['one plain fault', [2, 3, 4]],
    ['misleading signs', [0, 2]],
    ['two at once', [7]],
    ['shared neutral', [0, 7]],
    ['two live cables', [0, 7]],
    ['nothing wrong but the tester', [1, 2]],
  ] as [FaultLevel, number[]][])('%s: of its kinds, noticed in one of the last two outlets, in a run of three to six', (level, seeds) => {
    const tasks = draws(level, ...seeds);
    expect(tasks.length).toBe(seeds.length);
    for (const task of tasks) {
      const kinds = kindsOf(task);
      const outlets = task.bench.boxes.filter((b) => task.bench.devices.some((d) => d.boxId === b.id && ['duplex', 'single', 'ground-fault'].includes(d.form))); // prettier-ignore
      expect(task.bench.boxes.length).toBeGreaterThanOrEqual(3);
      expect(task.bench.boxes.length).toBeLessThanOrEqual(7);
      expect(outlets.slice(-2).map((b) => b.id)).toContain(task.boxId);
      const name = task.bench.boxes.find((b) => b.id === task.boxId)!.name;
      expect([task.title.startsWith(`${name}: `), task.story.includes(name)]).toEqual([true, true]);
      const empty = level === 'nothing wrong but the tester';
      expect([task.testerDead, kinds.length, task.faults.length]).toEqual([empty, ...(empty ? [0, 0] : level === 'two at once' ? [2, 2] : [1, 1])]); // prettier-ignore
      if (empty) expect([task.parts, task.words, task.complaint]).toEqual([['tester'], ['nothing is wrong with the circuit: the tester’s battery is empty'], 'tester']); // prettier-ignore
      if (level === 'misleading signs') for (const k of kinds) expect(PLAIN).not.toContain(k);
      else if (level === 'shared neutral') expect([NEUTRALS.includes(kinds[0]!), /neutral|white/.test(task.words[0]!)]).toEqual([true, true]);
      else for (const k of kinds) expect(PLAIN).toContain(k);
      // each is seen in its own box or at its own contacts, and nowhere else
      for (const f of task.faults) if (f.part.startsWith('joints/')) expect([f.seenIn, f.wornIn]).toEqual([f.part.slice(7), undefined]);
      for (const f of task.faults) if (f.words.startsWith('worn contacts')) expect(f.wornIn).toBe(f.part.slice(7));
      expect(task.bench.cables.some((c) => c.id === 'stray')).toBe(level === 'two live cables');
    }
  }); // prettier-ignore
  it('a second live cable: on breaker 6 of the other leg, landed in the panel, its wires capped in the box; nothing of it can be named', () => {
    const [task] = draws('two live cables', 7);
    const { bench } = task!;
    const stray = bench.cables.find((c) => c.id === 'stray')!;
    expect([stray.colours, stray.ends[0]]).toEqual([['black', 'white', 'bare'], 'panel']);
    expect(bench.breakers.find((b) => b.id === 'breaker6')).toMatchObject({ number: '6', leg: 'B' });
    const ends = (boxId: string) => bench.joints.filter((j) => j.boxId === boxId && j.ends.some((e) => 'cableId' in e && e.cableId === 'stray')).map((j) => [j.kind, j.at?.device, j.ends]); // prettier-ignore
    const at = (conductor: number, end: 0 | 1) => [{ cableId: 'stray', conductor, end }];
    expect(ends('panel')).toEqual([['terminal', 'breaker6', at(0, 0)], ['terminal', 'neutral-bar', at(1, 0)], ['terminal', 'ground-bar', at(2, 0)]]); // prettier-ignore
    expect(ends(stray.ends[1])).toEqual([0, 1, 2].map((c) => ['cap', undefined, at(c, 1)]));
    expect(partsToName(task!).filter((p) => p.part.includes('stray'))).toEqual([]);
    const view = roundView({ ...task!, best: { tests: 0, minutes: 0 } }, newRound());
    expect([...view.boxes.flatMap((b) => b.tests), ...view.cables, ...view.elsewhere].filter((t) => t.id.includes('stray'))).toEqual([]);
  });
  it('is noticed at an outlet, never at a box with a switch alone; a circuit without an outlet hides nothing', () => {
    const half = variedCircuit('half switched', 2, 1);
    const source = { bench: half.bench, inward: ['box1', 'box2'] };
    const seeds = [1, 2, 3, 4, 5, 6];
    // the switch by the door has no outlet: it is always the second box
    expect(seeds.map((seed) => hiddenFault('nothing wrong but the tester', seed, () => source)!.boxId)).toEqual(seeds.map(() => 'box2'));
    const dark = { ...source, bench: { ...half.bench, devices: half.bench.devices.filter((d) => d.form === 'switch') } };
    expect(hiddenFault('nothing wrong but the tester', 1, () => dark)).toBeUndefined();
  });
  it('of one circuit the seeds hide different things, each kind as often as another; a second live cable lies in one of the two farthest', () => {
    const chain = variedCircuit('chain', 3, 1, 'screws');
    const seeds = [1, 2, 3, 4, 5, 6, 7, 8];
    const drawn = seeds.flatMap((seed) => hiddenFault('one plain fault', seed, () => chain) ?? []);
    expect(new Set(drawn.flatMap((t) => kindsOf(t))).size).toBeGreaterThan(2);
    expect(new Set(drawn.map((t) => t.boxId))).toEqual(new Set(['box3', 'box2']));
    const strays = seeds.flatMap((seed) => hiddenFault('two live cables', seed, () => chain) ?? []).map((t) => t.bench.cables.find((c) => c.id === 'stray')!.ends[1]); // prettier-ignore
    expect(new Set(strays)).toEqual(new Set(['box3', 'box2']));
  });
  it('what nobody would notice is no task', () => {
    const { bench } = variedCircuit('chain', 3, 1, 'screws');
    const dictionary = dictionaryOf(asKnown(bench), 'box3', undefined, { mostPairs: 0 });
    const of = (words: string): FaultTask | undefined =>
      taskOf({ level: 'one plain fault', bench, boxId: 'box3', dictionary, hypothesis: dictionary.hypotheses.findIndex((h) => h.of.some((c) => dictionary.classes[c]!.members.some((m) => dictionary.suspects[m]!.words === words))), testerDead: false }); // prettier-ignore
    // Hall comes before the Cellar, and its outlet feeds it through
    expect(of('hot and neutral swapped at Study outlet')).toBeUndefined();
    expect(of('hot and neutral swapped at Cellar outlet')).toMatchObject({
      complaint: 'tester',
      title: 'Cellar: it works, but a tester finds something wrong',
      story: '“In Cellar: it works, but a tester finds something wrong.”',
      parts: ['joints/box3'],
    });
  });
});

describe('what can be named', () => {
  it('each part in the order of the circuit, in words; the tester last', () => {
    const named = (shape: 'switched' | 'protected first'): string[] => {
      const { bench } = variedCircuit(shape, 3, 1, 'screws');
      return partsToName({ dictionary: dictionaryOf(asKnown(bench), 'box3', undefined, { mostPairs: 0 }) } as FaultTask).map((p) => `${p.part}: ${p.words}`); // prettier-ignore
    };
    expect(named('switched')).toEqual([
      'breaker/breaker4: breaker 4 is off or has tripped',
      'panel: at the panel: a breaker that doesn’t close, a wire loose there',
      'appliance: what was plugged in',
      'device/box1-outlet: Hall outlet itself',
      'joints/box1: wiring in Hall',
      'device/box2-outlet: Study outlet itself',
      'joints/box2: wiring in Study',
      'switch/box2-switch: Study switch is off',
      'device/box3-outlet: Cellar outlet itself',
      'joints/box3: wiring in Cellar',
      'joints/lamp-box: wiring in Stair light',
      'cable/cable1: panel to Hall: the cable or what lies in its run',
      'unknown/cable1: a switch nobody knows of in panel to Hall',
      'cable/cable2: Hall to Study: the cable or what lies in its run',
      'unknown/cable2: a switch nobody knows of in Hall to Study',
      'cable/cable3: Study to Cellar: the cable or what lies in its run',
      'unknown/cable3: a switch nobody knows of in Study to Cellar',
      'cable/lamp-cable: Study to Stair light: the cable or what lies in its run',
      'unknown/lamp-cable: a switch nobody knows of in Study to Stair light',
      'service: the neutral of the supply',
      'noted: it hangs on another breaker than noted',
      'tester: the tester itself',
    ]);
    expect(named('protected first').slice(3, 5)).toEqual(['tripped/box1-outlet: Hall protective outlet has tripped', 'device/box1-outlet: Hall protective outlet itself']); // prettier-ignore
  });
});
