/** What people ran into in their first hours, each named by what they saw. Numbers of our own; clauses from memory. */
import type { RuleId } from '../codebook/index.js';
import { describe, expect, it } from 'vitest';
import { sewingCorner } from '../houses.testing.js';
import { acrossWay } from '../layout/index.js';
import { inches, toInches } from '../measure/index.js';
import {
  assumed,
  boxRect,
  emptySite,
  measured,
  plannedSite,
  type Box,
  type JobInHouse,
  type Obstacle,
  type RoomUse,
} from '../model/index.js';
import { breakerFindings, oneIn } from '../panel/index.js';
import { materialsOf } from '../takeoff/index.js';
import { stepsOf } from '../work/index.js';
import { workOf } from './index.js';
import { ledgerOf } from './meant.testing.js';

const found = (job: JobInHouse, rule: RuleId) => ledgerOf(job).filter((f) => f.rule === rule);
const { to, from } = workOf(sewingCorner).runs[0]!;
const wallId = to.box.wallId!;
/** the new box half a room higher than the source, in its bay */
const high: JobInHouse = {
  ...sewingCorner,
  changes: sewingCorner.changes.map((c) =>
    c.do === 'place-box' ? { ...c, box: { ...c.box, place: { ...c.box.place, bottom: measured(inches(60)) } } } : c,
  ),
};
const withThing = (job: JobInHouse, thing: Partial<Obstacle>): JobInHouse => {
  const middle = boxRect(to.wall, to.box)!.centre;
  const o = {
    ...{ id: 'block', kind: 'fire-block', x: measured(middle - inches(7)), z: measured(inches(40)) },
    ...{ width: measured(inches(14)), height: measured(inches(1.5)), ...thing },
  } as Obstacle;
  return { ...job, found: { ...job.found, walls: job.found.walls.map((w) => (w.id === wallId ? { ...w, obstacles: [...w.obstacles, o] } : w)) } }; // prettier-ignore
};

describe('a fire block between the two boxes was “ok”', () => {
  const blocked = withThing(high, {});
  it('lies across the way: a caution that says what is to be done, with its height', () => {
    expect(found(high, 'across-way')).toEqual([]);
    const [finding] = found(blocked, 'across-way');
    expect(finding).toMatchObject({ verdict: 'caution', stage: 'route' });
    expect(finding!.says).toMatch(/fire-block at 40" over the floor lies between the boxes: the finish is opened there/);
  });
  it('its time, its words and its sealant are in the steps and on the list', () => {
    const fish = (job: JobInHouse) => stepsOf(job).find((s) => s.id === 'fish')!;
    expect(fish(blocked).minutes.middle - fish(high).minutes.middle).toBe(30);
    expect(fish(blocked).says.join(' ')).toMatch(/open the finish in front of it, bore its middle/);
    const seals = (job: JobInHouse) => materialsOf(job).filter((r) => r.article === 'seal').reduce((n, r) => n + r.count!, 0); // prettier-ignore
    expect(seals(blocked) - seals(high)).toBe(1);
  });
  it('its opening is drawn, bought for and closed: 4 in wide, 2 in under the block to 4 in over it', () => {
    const [block] = workOf(blocked).runs[0]!.blocks;
    const { left, right, bottom, top } = block!.opening;
    expect([right - left, bottom, top].map((mm) => Math.round(toInches(mm) * 16) / 16)).toEqual([4, 38, 45.5]);
    const pieces = (job: JobInHouse) => materialsOf(job).filter((r) => /^patch piece/.test(r.what)).map((r) => r.why).join(); // prettier-ignore
    expect(pieces(high)).toBe('');
    expect(pieces(blocked)).toMatch(/the opening at the fire-block/);
    expect(stepsOf(high).some((s) => /^Close the opening/.test(s.title))).toBe(false);
    expect(stepsOf(blocked).some((s) => s.title === 'Close the openings')).toBe(true);
  });
  it('a pipe there: nobody knows whether a cable passes; a cable there is passed; above both boxes, or beside them, nothing is', () => {
    expect(found(withThing(high, { kind: 'pipe' }), 'across-way').map((f) => [f.verdict, f.ask?.slice(0, 20)])).toEqual([['can’t tell', 'Look in with a scope']]); // prettier-ignore
    // a header or a brace carries: never “bore it”
    for (const kind of ['header', 'brace'] as const) {
      const [carrying] = found(withThing(high, { kind }), 'across-way');
      expect([carrying!.verdict, carrying!.ask]).toEqual(['can’t tell', expect.stringMatching(/is not bored unless/)]);
    }
    expect(found(withThing(high, { kind: 'cable' }), 'across-way')).toEqual([]);
    expect(found(withThing(high, { z: measured(inches(80)) }), 'across-way')).toEqual([]);
    expect(found(withThing(high, { x: measured(0), width: measured(inches(2)) }), 'across-way')).toEqual([]);
  });
  it('is none where it lies at a box itself: that is judged with its opening', () => {
    // in the body of the higher box, under its middle
    const inside = withThing(high, { z: measured(inches(60.5)), height: measured(inches(0.5)) });
    expect(found(inside, 'across-way')).toEqual([]);
    expect(found(withThing(high, { z: measured(inches(58)), height: measured(inches(0.5)) }), 'across-way')).toHaveLength(1);
    const wall = plannedSite(inside).walls.find((w) => w.id === wallId)!;
    expect(acrossWay(wall, from!.box, to.box)).toEqual([]);
  });
});

describe('the opening at a stud lay over the source box, drawn and not said', () => {
  /** both boxes on one face, the new one a stud further, the source right beside that stud */
  const beside = (gapIn: number): JobInHouse => {
    const w = workOf(sewingCorner);
    const studs = w.runs[0]!.to.wall.framing;
    const stud = studs.knownStud!.mm + 2 * studs.spacing.mm;
    const place = (leftMm: number) => ({ from: 'left', distance: measured(leftMm), bottom: measured(inches(14)) });
    const reference = to.wall.references.find((r) => r.id === 'left')?.id ?? to.box.place.from;
    const source = { ...from!.box, face: to.box.face, place: { ...from!.box.place, ...place(stud + studs.studWidth.mm / 2 + inches(gapIn)), from: reference } }; // prettier-ignore
    const other = { ...to.box, place: { ...to.box.place, ...place(stud - inches(9)), from: reference } };
    return {
      ...sewingCorner,
      found: { ...sewingCorner.found, boxes: sewingCorner.found.boxes.map((b) => (b.id === source.id ? source : b)) },
      changes: sewingCorner.changes.map((c) => (c.do === 'place-box' ? { ...c, box: other } : c)),
    };
  };
  it('within 2 in of the stud the two run into each other, by so much; 6 in off they don’t', () => {
    const near = found(beside(0.5), 'stud-opening');
    expect(near.map((f) => f.verdict)).toEqual(['caution']);
    expect(near[0]!.says).toMatch(/runs into that of Hall box/);
    expect(near[0]!.sums[0]!.result.value).toBeGreaterThan(0);
    expect(found(beside(6), 'stud-opening')).toEqual([]);
  });
});

describe('a height was held against a box of the room behind the wall', () => {
  /** the only other box of the new one’s own room, on another of its walls */
  const withOwn = (bottomIn: number): JobInHouse => {
    const place = { ...to.box.place, from: 'left-end', bottom: measured(inches(bottomIn)) };
    const boxes = sewingCorner.found.boxes.map((b): Box => (b.id === 'sewing-window-box' ? { ...b, wallId: 'sewing-w2', face: 'A', place } : b)); // prettier-ignore
    return { ...sewingCorner, found: { ...sewingCorner.found, boxes } };
  };
  const height = (job: JobInHouse) => found(job, 'height').map((f) => [f.verdict, f.says.slice(0, 30)]);
  const bottom = toInches(boxRect(to.wall, to.box)!.bottom);
  it('its own room’s box is the measure, on whichever of its walls', () => {
    expect(height(withOwn(bottom))).toEqual([['ok', 'level with the room’s boxes']]);
    expect(height(withOwn(bottom + 2))).toEqual([['caution', 'not level with the room’s boxes'.slice(0, 30)]]);
  });
  it('one whose height nobody measured is no measure', () => {
    const guess = withOwn(bottom);
    const boxes = guess.found.boxes.map((b): Box => (b.id === 'sewing-window-box' ? { ...b, place: { ...b.place, bottom: assumed(b.place.bottom.mm) } } : b)); // prettier-ignore
    expect(height({ ...guess, found: { ...guess.found, boxes } })).toEqual([['note', 'no other box in the room to ma']]);
  });
  it('one above a counter is no measure for one by the base', () => {
    expect(height(withOwn(44))).toEqual([['note', 'no other box in the room to ma']]);
  });
});

describe('a circuit of its own could be 15 A anywhere', () => {
  const rating = (use: RoomUse, ratingA: 15 | 20, loads: { watts: number; continuous: boolean }[] = []) =>
    breakerFindings(emptySite(), 'US-2020', { name: 'new', ratingA, poles: 1, gauge: 14, rooms: [{ id: 'r', name: 'room', use }], loads })
      .filter((f) => f.rule === 'panel-rating')
      .map((f) => [f.verdict, 'clause' in f.source ? f.source.clause : '']);
  it.each([
    ['kitchen', 'stop', '210.11(C)(1)'],
    ['bathroom', 'stop', '210.11(C)(3)'],
    ['laundry', 'caution', '210.11(C)(2)'],
    ['garage', 'caution', '210.11(C)(4)'],
  ] as const)('%s: a %s at 15 A (NEC %s, from memory), nothing at 20', (use, verdict, clause) => {
    expect([rating(use, 15), rating(use, 20)]).toEqual([[[verdict, clause]], []]);
  });
  it('a bedroom may have it, and a refrigerator in a kitchen that has it to itself (210.52(B)(1) exception, from memory)', () => {
    const fridge = { watts: 400, continuous: false };
    expect(rating('bedroom', 15)).toEqual([]);
    expect(rating('kitchen', 15, [fridge])).toEqual([['caution', '210.52(B)(1) Exception']]);
    expect(rating('kitchen', 15, [fridge, fridge])[0]![0]).toBe('stop');
  });
});

describe('“answers about 3.3 yes-or-no questions”', () => {
  it('3.3 bits leave one in ten (2 to the 3.3 is 9.8), and never fewer than one in two', () => {
    expect([oneIn(3.3), oneIn(1), oneIn(0.2)]).toEqual([10, 2, 2]);
  });
});
