/** Two open jobs of one house say so, both ways: one circuit, one box, one bay; and nothing once one comes after the other. */
import { describe, expect, it } from 'vitest';
import { heldJobs, quinceStreet } from '../houses.testing.js';
import { inHouse, type Job } from '../model/index.js';
import { stepsOf } from '../work/index.js';
import { fromBox } from '../purpose/index.js';
import { ledgerOf } from './meant.testing.js';

const [sewing, aquarium, , hallEnd, shelf] = heldJobs as [Job, Job, Job, Job, Job];
const others = (job: Job, jobs: Job[]) => ledgerOf(inHouse(job, quinceStreet, jobs)).filter((f) => f.rule.startsWith('other-jobs'));

describe('two jobs of one house', () => {
  it('on one circuit: the loads of both in one sum, seen from either', () => {
    // aquarium 300 + 40 + 60 W and router 30 W, all continuous: (430 W ÷ 120 V) × 1.25 = 4.479 A beside what hangs there
    for (const [mine, theirs] of [
      [aquarium, shelf],
      [shelf, aquarium],
    ] as const) {
      const [load] = others(mine, heldJobs).filter((f) => f.rule === 'other-jobs-load');
      expect(load).toMatchObject({ title: `Circuit 5 with “${theirs.name}”`, verdict: 'note' });
      expect(load!.sums[0]!.terms.map((t) => t.label).join()).toMatch(/tank heater.*|router.*/);
      expect(load!.sums[0]!.terms.length).toBeGreaterThanOrEqual(4);
    }
  });
  it('too much together: a caution that says how to order them', () => {
    const heavy: Job = {
      ...shelf,
      changes: shelf.changes.map((c) => (c.do === 'plug-in' ? { ...c, load: { ...c.load, watts: 1500 } } : c)),
    };
    const [load] = others(aquarium, [aquarium, heavy]);
    expect(load).toMatchObject({ rule: 'other-jobs-load', verdict: 'caution', ask: expect.stringMatching(/comes after/) });
  });
  it('nothing is said of jobs on other circuits and walls, of one that comes after, or of one that is part of the house', () => {
    expect(others(sewing, [sewing, aquarium])).toEqual([]);
    expect(others({ ...aquarium, after: [shelf.id] }, [shelf])).toEqual([]);
    expect(
      others(shelf, [
        { ...aquarium, after: ['between'] },
        { ...sewing, id: 'between', after: [shelf.id] },
      ]),
    ).toEqual([]);
    expect(others(aquarium, [{ ...shelf, closed: { at: '2026-10-01T10:00:00.000Z', closing: 'x' } }])).toEqual([]);
  });
  it('one bay and one box: a second outlet from the hall box beside the sewing box', () => {
    const made = fromBox(quinceStreet, {
      id: 'second',
      houseId: quinceStreet.id,
      name: 'Second',
      situation: 'other-side',
      boxId: 'hall-box',
      fromLeft: { mm: 1340, known: 'measured' },
      gangs: 1,
    });
    if (!made.ok) throw new Error(made.message);
    for (const job of [sewing, made.job]) {
      const rules = others(job, [sewing, made.job]).map((f) => f.rule);
      expect(rules).toContain('other-jobs-box');
      expect(rules).toContain('other-jobs-bay');
    }
    // at the very place of the other it is a stop
    const [own] = sewing.changes;
    const same: Job = { ...made.job, changes: made.job.changes.map((c) => (c.do === 'place-box' && own?.do === 'place-box' ? { ...c, box: { ...c.box, place: own.box.place } } : c)) }; // prettier-ignore
    expect(others(same, [sewing, same]).find((f) => f.rule === 'other-jobs-bay')!.verdict).toBe('stop');
  });
});

describe('a plan that lost its footing', () => {
  it('says which change doesn’t fit and why, offers to drop it, and judges the rest', () => {
    const job: Job = {
      ...sewing,
      changes: [...sewing.changes, { id: 'gone', title: 'Unplug the kettle', do: 'unplug', loadId: 'kettle' }],
    };
    const ledger = ledgerOf(inHouse(job, quinceStreet));
    const fits = ledger.find((f) => f.rule === 'plan-fits')!;
    expect(fits).toMatchObject({ verdict: 'stop', subject: 'gone', says: expect.stringMatching(/no load with the id kettle/) });
    expect(fits.remedies[0]!.edits).toEqual([{ op: 'drop-change', changeId: 'gone' }]);
    expect(ledger.length).toBeGreaterThan(15);
  });
  it('a job whose box is gone stops at what doesn’t fit, and has no steps', () => {
    const job: Job = { ...hallEnd, changes: hallEnd.changes.map((c) => (c.do === 'replace-box' ? { ...c, boxId: 'gone' } : c)) };
    const ledger = ledgerOf(inHouse(job, quinceStreet));
    expect(ledger.map((f) => [f.rule, f.verdict])).toEqual([
      ['plan-fits', 'stop'],
      ['nothing-planned', 'can’t tell'],
    ]);
    expect(stepsOf(inHouse(job, quinceStreet))).toEqual([]);
  });
});
