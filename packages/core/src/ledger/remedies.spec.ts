/**
 * What a remedy’s button says is what it does: to the left and to the right as one stands before the face, past and before, whose load is moved.
 * In a den and a shop, each box by inches from the left end of its face; studs every 16 in.
 */
import { describe, expect, it } from 'vitest';
import { inches } from '../measure/index.js';
import { applyEdits, boxRect, plannedSite, type Box, type FaceId, type JobInHouse, type Remedy, type Site } from '../model/index.js';
import { siteWith } from '../panel/smallPanel.testing.js';
import { cable, device, jobAt, outlet, renew } from '../panel/smallJob.testing.js';
import { boxOn } from '../route/smallHouse.testing.js';
import { ledgerOf } from './meant.testing.js';
import { changeTitles, remedyTitles } from '../words/ledger/remedies.js';
import { boxTitles, runTitles } from '../words/ledger/titles.js';

const LONG = 96;
const site = (one: Box, part: Partial<Omit<Site, 'panel' | 'circuits'>> = {}): Site => siteWith({ boxes: [one], cables: [cable('k1', one.id)], devices: [device(one.id)], loads: [], ...part }); // prettier-ignore
/** How far the middle of a box is from the left end of its face, in. */
const fromLeft = (job: JobInHouse, id: string, face: FaceId): number => {
  const planned = plannedSite(job);
  const box = planned.boxes.find((b) => b.id === id)!;
  const { centre } = boxRect(
    planned.walls.find((w) => w.id === box.wallId)!,
    box,
  )!;
  return face === 'A' ? centre / 25.4 : LONG - centre / 25.4;
};
const remedies = (job: JobInHouse, rule: string, subject: string): Remedy[] => ledgerOf(job).filter((f) => f.rule === rule && f.subject.includes(subject)).flatMap((f) => f.remedies); // prettier-ignore
const moved = (job: JobInHouse, r: Remedy, id: string, face: FaceId): number => fromLeft(applyEdits(job, r.edits), id, face) - fromLeft(job, id, face); // prettier-ignore

describe.each(['A', 'B'] as const)('seen from face %s', (face) => {
  it('off a stud: to the left it goes left, to the right it goes right, so far as it says', () => {
    // right on the stud at 32 in from either end
    const job = jobAt(site(boxOn('one', 'e', 20, { face, circuitId: 'c1' })), outlet(boxOn('new', 'e', 32, { face }), 'one'));
    const found = remedies(job, 'stud', 'new');
    expect(found.map((r) => (r.title.includes('to the left') ? 'left' : 'right')).sort()).toEqual(['left', 'right']);
    for (const r of found) {
      // half a stud, half an opening and half an inch between: 3/4 + 1 1/8 + 1/2
      expect(Math.abs(moved(job, r, 'new', face))).toBeCloseTo(2.375, 3);
      expect(moved(job, r, 'new', face) > 0).toBe(r.title.includes('to the right'));
      expect(r.title).toMatch(/^Move 2 3\/8" to the (left|right), clear of the stud$/);
    }
  });
  it('off the cables of a box below: likewise', () => {
    const high = { ...boxOn('new', 'e', 24, { face }), place: { ...boxOn('new', 'e', 24).place, bottom: { mm: inches(40), known: 'measured' as const } } }; // prettier-ignore
    const job = jobAt(site(boxOn('one', 'e', 24, { face, circuitId: 'c1' })), outlet(high, 'one'));
    const found = remedies(job, 'behind-cut', 'new');
    expect(found.length).toBeGreaterThan(0);
    for (const r of found) expect([r.title.includes('to the right'), /clear of the cables$/.test(r.title)]).toEqual([moved(job, r, 'new', face) > 0, true]); // prettier-ignore
  });
  it('into the bay of the box on the other side: past it is further from this face’s left end', () => {
    const other: FaceId = face === 'A' ? 'B' : 'A';
    // the old box once left, once right in its bay, so that each side has its turn
    for (const at of [68, 76]) {
      const old = boxOn('one', 'e', face === 'A' ? LONG - at : at, { face: other, circuitId: 'c1' });
      const job = jobAt(site(old), outlet(boxOn('new', 'e', face === 'A' ? 40 : LONG - 40, { face }), 'one'));
      const [r, ...more] = remedies(job, 'same-bay', 'new');
      expect(more).toEqual([]);
      const past = fromLeft(applyEdits(job, r!.edits), 'new', face) > fromLeft(job, 'one', face);
      expect([at, r!.title]).toEqual([at, `Put it ${past ? 'just past' : 'just before'} the source box, in its bay`]);
    }
  });
});

it('what is plugged in at the new outlet is left elsewhere, what was there is moved to another circuit', () => {
  const load = (id: string, name: string, boxId: string) => ({
    id,
    name,
    watts: 1900,
    circuitId: 'c1',
    boxId,
    continuous: false,
    fixed: false,
  });
  const plug = { id: 'plug', title: 'Plug it in', do: 'plug-in' as const, load: load('mine', 'kiln', 'new') };
  const at = site(boxOn('one', 'e', 20, { circuitId: 'c1' }), { loads: [load('old', 'heater', 'one')] });
  const job = jobAt(at, [...outlet(boxOn('new', 'e', 26), 'one'), plug]);
  expect(remedies(job, 'circuit-load', 'c1').map((r) => r.title)).toEqual([
    'Move the heater to another circuit',
    'Leave the kiln elsewhere',
  ]);
});

it('a box that goes up is raised, one that goes down is lowered, one aside neither; said by name and in words', () => {
  const one = boxOn('one', 'e', 20, { circuitId: 'c1' });
  const at = (bottom: number, x = 20): (readonly [string, string])[] => {
    const next = { ...boxOn('one', 'e', x).place, bottom: { mm: inches(bottom), known: 'measured' as const } };
    return ledgerOf(jobAt(site(one), [renew(site(one), 'one', { place: next })])).filter((f) => f.rule === 'raise').map((f) => [f.title, f.code]); // prettier-ignore
  };
  const [[raised, up], [lowered, down]] = [at(40)[0]!, at(4)[0]!];
  expect([raised, lowered, at(14, 26)]).toEqual(['The raise', 'The lowering', []]);
  expect([/Raised$/.test(up), /Lowered$/.test(down)]).toEqual([true, true]);
});

describe('names made of what they name', () => {
  it('one and several, with and without', () => {
    expect([runTitles.lamp('Lamp 1', 0), runTitles.lamp('Lamp 1', 2)]).toEqual(['Lamp 1', 'Lamp 1 and 2 like it']);
    expect([runTitles.hole(1, 1, 'stud'), runTitles.hole(2, 3, 'stud')]).toEqual(['Hole 1: stud', 'Hole 2: 3 studs']);
    expect([remedyTitles.arcFaultBreaker('4'), remedyTitles.arcFaultBreaker('')]).toEqual(['Arc-fault breaker on circuit 4', 'Arc-fault breaker on circuit']); // prettier-ignore
    expect([boxTitles.obstacle('pipe'), boxTitles.obstacleOfNew('pipe', 'Box')]).toEqual(['Pipe in the wall', 'pipe behind the new Box']);
  });
  it('a change’s name is cut at the 120 letters that a document takes', () => {
    const long = 'x'.repeat(200);
    for (const title of [changeTitles.replaceBy(long, 'k'), changeTitles.moveBox(long), changeTitles.moveToStud(long), changeTitles.atStud(long), changeTitles.withConnector(long), changeTitles.blankPlate(long), changeTitles.setBox(long), changeTitles.runFromOld(long), changeTitles.notOnCircuit(long, '1'), changeTitles.notHere(long), changeTitles.newDevice(long, 'b')]) expect(title).toHaveLength(120); // prettier-ignore
    expect([changeTitles.runCable(12), changeTitles.moveBox('Hall box')]).toEqual(['Run 12-2 cable', 'Move Hall box']);
  });
});
