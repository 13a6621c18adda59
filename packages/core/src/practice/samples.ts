/** Three faults to begin with, in rooms of the sample house. */
import { dictionaryOf, type Suspect } from '../diagnose/index.js';
import { variedCircuit } from '../circuit/index.js';
import type { Bench } from '../model/index.js';
import { playedSafely } from './autopilot.js';
import { asKnown, taskOf, type ProvedTask } from './faultTask.js';

export const SAMPLES = [
  { id: 'dark-study', name: 'Dark study', about: 'nothing works in the study, and it is not the study’s box' },
  { id: 'bright-and-dim', name: 'Bright and dim', about: 'in the workshop one lamp is too bright and another too dim' },
  { id: 'nothing-wrong', name: 'Nothing wrong', about: 'the tester shows nothing: is it dead?' },
] as const;
export type SampleId = (typeof SAMPLES)[number]['id'];

const named = (bench: Bench, names: readonly string[]): Bench => {
  const name = (id: string): string => (id === 'panel' ? 'panel' : (names[bench.boxes.findIndex((b) => b.id === id)] ?? id));
  return {
    ...bench,
    boxes: bench.boxes.map((b, i) => ({ ...b, name: names[i] ?? b.name })),
    cables: bench.cables.map((c) => ({ ...c, name: `${name(c.ends[0])} to ${name(c.ends[1])}` })),
    devices: bench.devices.map((d) => ({ ...d, name: `${name(d.boxId)} outlet` })),
  };
};
interface Sample {
  bench: Bench;
  boxId: string;
  is: (s: Suspect) => boolean;
}
const EACH: Record<SampleId, () => Sample> = {
  'dark-study': () => {
    const { bench } = variedCircuit('chain', 5, 3, 'screws');
    const how = 'push-in' as const;
    const pushed: Bench = { ...bench, joints: bench.joints.map((j) => (j.how === 'side screw' && j.boxId !== 'panel' && j.at?.terminal !== 'green' ? { ...j, how } : j)) };
    // three boxes before the study
    return { bench: named(pushed, ['Hall', 'Sewing room', 'Linen hall', 'Back bedroom', 'Study']), boxId: 'box5', is: (s) => s.kind === 'open contact' && s.boxId === 'box2' && s.wire?.colour === 'black' };
  },
  'bright-and-dim': () => ({ bench: named(variedCircuit('shared neutral', 4, 2).bench, ['Crawl junction', 'Loom room', 'Studio', 'Workshop']), boxId: 'box3', is: (s) => s.kind === 'open splice' && s.boxId === 'box1' && s.wire?.colour === 'white' && 'cableId' in s.wire.end && s.wire.end.cableId === 'cable1' }),
  'nothing-wrong': () => ({ bench: named(variedCircuit('chain', 3, 5).bench, ['Parlour', 'Hall', 'Porch']), boxId: 'box2', is: () => false }),
}; // prettier-ignore

export function sampleTask(id: SampleId): ProvedTask {
  const { bench, boxId, is } = EACH[id]();
  const dictionary = dictionaryOf(asKnown(bench), boxId, undefined, { mostPairs: 0 });
  const testerDead = id === 'nothing-wrong';
  const hypothesis = testerDead ? dictionary.hypotheses.length - 1 : dictionary.hypotheses.findIndex((h) => h.of.length === 1 && dictionary.classes[h.of[0]!]!.members.some((m) => is(dictionary.suspects[m]!))); // prettier-ignore
  const task = taskOf({
    level: testerDead ? 'nothing wrong but the tester' : id === 'dark-study' ? 'one plain fault' : 'shared neutral',
    bench,
    boxId,
    dictionary,
    hypothesis,
    testerDead,
    suspect: is,
  });
  if (!task) throw new Error(`${id} is not noticed by anybody`);
  const round = playedSafely(task);
  return { ...task, best: { tests: round.done.filter((d) => d.act.do === 'test').length, minutes: round.minutes } };
}
