/** Hidden faults that can be found, safely. Times and dangers are handbook 7, 14 and 25 (common practice, no source). */
import { describe, expect, it } from 'vitest';
import { quinceStreet } from '../houses.testing.js';
import { circuitsOf, FAULT_LEVELS, faultTask, newRound, partsToName, playedSafely, roundView, SAMPLES, sampleTask } from './index.js'; // prettier-ignore

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
