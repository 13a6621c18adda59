/** What the steps say: marks, cautions and schools, read as a person at the wall reads them (handbook 5 to 9, 13, 14). */
import { describe, expect, it } from 'vitest';
import { sewingCorner } from '../houses.testing.js';
import { ledgerOf } from '../ledger/meant.testing.js';
import { applyEdits, type JobInHouse, type Schools } from '../model/index.js';
import { outageMinutes, stepsOf, type Step } from './index.js';

const step = (job: JobInHouse, id: string): Step => stepsOf(job).find((s) => s.id === id)!;
const words = (s: Step): string => [...s.says, ...s.cautions].join(' ');
const withSchools = (schools: Partial<Schools>): JobInHouse => ({ ...sewingCorner, schools: { ...sewingCorner.schools, ...schools } });
const withWall = (part: object): JobInHouse => ({
  ...sewingCorner,
  found: { ...sewingCorner.found, walls: sewingCorner.found.walls.map((w) => ({ ...w, ...part })) },
});
const cured = (rule: string, title: RegExp): JobInHouse => {
  const remedy = ledgerOf(sewingCorner).flatMap((f) => (f.rule === rule ? f.remedies : [])).find((r) => title.test(r.title))!; // prettier-ignore
  return applyEdits(sewingCorner, remedy.edits);
};

describe('marking out and cutting', () => {
  it('gives the four edges from two references and the floor', () => {
    const says = words(step(sewingCorner, 'mark-out'));
    for (const mark of [
      '49 3/16" to the right of the left end of the wall',
      '51 7/16" to the right of the left end',
      '42 13/16" to the left of the door edge',
      '40 9/16" to the left of the door edge',
      '13 1/4" up from the floor',
      '17" up from the floor',
    ])
      expect(says).toContain(mark);
  });
  it('looks inside before any saw, cuts toward the stud last, and says that the cables in the bay are live', () => {
    const cut = step(sewingCorner, 'cut-opening');
    expect(cut.says[0]).toMatch(/small hole inside the outline/);
    expect(cut.says[1]).toMatch(/last the side toward the stud/);
    expect(words(cut)).toMatch(/live until the breaker is off/);
    expect(words(cut)).toMatch(/never plunge a power saw/i);
  });
  it('warns of old dust in a house of 1961, not in one of 1994', () => {
    expect(words(step(sewingCorner, 'cut-opening'))).toMatch(/keep dust down/);
    expect(words(step({ ...sewingCorner, built: 1994 }, 'cut-opening'))).not.toMatch(/keep dust down/);
  });
  it('a cable known in the bay makes the cut wait for the proof of dead', () => {
    const cable = {
      id: 'c',
      kind: 'cable',
      x: { mm: 1200, known: 'felt' },
      z: { mm: 0, known: 'felt' },
      width: { mm: 12, known: 'felt' },
      height: { mm: 2000, known: 'felt' },
    };
    const job = withWall({ obstacles: [cable] });
    expect(step(job, 'cut-opening').dead.length > 0).toBe(true);
    expect(words(step(job, 'cut-opening'))).toMatch(/isn’t fully known/);
  });
});

describe('schools', () => {
  it('the free end that is left follows the school', () => {
    expect(words(step(withSchools({ freeEnds: 'code minimum' }), 'set-new-box'))).toContain('leave 6" of free ends');
    expect(words(step(withSchools({ freeEnds: '6 + 1' }), 'set-new-box'))).toContain('leave 7" of free ends');
    expect(words(step(withSchools({ freeEnds: '8 in' }), 'set-new-box'))).toContain('leave 8" of free ends');
  });
  it('what is asked for is code’s minimum, whatever the school leaves', () => {
    for (const freeEnds of ['code minimum', '8 in'] as const)
      expect(step(withSchools({ freeEnds }), 'set-new-box').asks[0]!.least).toBeCloseTo(6 * 25.4);
  });
  it('sheath, tape and plate screws are said as chosen', () => {
    expect(words(step(withSchools({ sheath: 'up to 1 in' }), 'set-new-box'))).toContain('up to 1 in of sheath');
    expect(words(step(withSchools({ tape: true }), 'wire-source'))).toContain('taped');
    expect(words(step(withSchools({ plateScrews: 'as they fall' }), 'close-boxes'))).not.toContain('upright;');
  });
  it('new side first pulls a tail in; off at the start fishes from the old box', () => {
    expect(words(step(sewingCorner, 'fish'))).toMatch(/Catch the tail/);
    expect(words(step(withSchools({ outage: 'off at the start' }), 'fish'))).toMatch(/^Cut 4'/);
  });
  it('the outage is the sum of what lies between breaker off and breaker on', () => {
    // 5 off + 5 prove + 5 open + 10 fish + 3 × 8 land + 5 mount + 2 on
    expect(outageMinutes(stepsOf(sewingCorner))).toBe(56);
  });
});

describe('isolation and proof', () => {
  it('says who is told, that a tripped ground-fault face is no isolation, and why the tester is proved twice', () => {
    expect(words(step(sewingCorner, 'breaker-off'))).toMatch(/Tell everybody[\s\S]*not isolation/);
    expect(words(step(sewingCorner, 'prove-dead'))).toMatch(/every conductor and the metal box/);
    expect(words(step(sewingCorner, 'prove-dead'))).toMatch(/dead tester and a dead outlet look the same/);
    expect(words(step(sewingCorner, 'open-source'))).toMatch(/White is not proof of neutral/);
  });
  it('takes the hots off first', () =>
    expect(words(step(sewingCorner, 'open-source'))).toMatch(/hots off[\s\S]* first[\s\S]*then the neutrals, last the grounds/));
});

describe('what remedies add', () => {
  it('a larger box: a step of its own, enlarging away from the stud, behind the proof', () => {
    const replace = step(cured('box-fill', /deep 20/), 'replace-source');
    expect(replace.dead.length > 0).toBe(true);
    expect(words(replace)).toMatch(/away from the stud/);
    expect(words(replace)).toMatch(/Keep a spare box/);
    expect(stepsOf(sewingCorner).some((s) => s.id === 'replace-source')).toBe(false);
  });
  it('an arc-fault breaker: the service lugs stay live, and who does it', () => {
    expect(words(step(cured('arc-fault', /breaker/), 'prepare'))).toMatch(/service lugs stay live[\s\S]*licensed electrician/);
    expect(words(step(sewingCorner, 'prepare'))).not.toMatch(/lugs/);
  });
  it('a ground-fault face: its own test at the end', () => {
    const bath: JobInHouse = {
      ...sewingCorner,
      found: {
        ...sewingCorner.found,
        rooms: sewingCorner.found.rooms.map((r) => (r.id === 'sewing' ? { ...r, use: 'laundry' as const } : r)),
      },
    };
    const remedy = ledgerOf(bath).find((f) => f.rule === 'ground-fault')!.remedies[0]!;
    expect(words(step(applyEdits(bath, remedy.edits), 'test'))).toMatch(/Press TEST/);
    expect(words(step(sewingCorner, 'test'))).not.toMatch(/Press TEST/);
  });
});

it('every step has minutes, words, and rests on another but the first; every planned change is done in some step', () => {
  const job = cured('box-fill', /deep 20/);
  const steps = stepsOf(job);
  for (const [i, s] of steps.entries()) {
    expect(s.minutes.middle).toBeGreaterThan(0);
    expect(s.minutes.bad).toBeGreaterThanOrEqual(s.minutes.middle);
    expect(s.says.length).toBeGreaterThan(0);
    expect(s.after.length > 0).toBe(i > 0);
  }
  const done = new Set(steps.flatMap((s) => s.changeIds));
  for (const change of job.changes) expect(done.has(change.id), change.title).toBe(true);
});
