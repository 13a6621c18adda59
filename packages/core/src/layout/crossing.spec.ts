/** A cable that crosses studs behind the finish: where each is opened, what is bored, what closing it takes. Common practice but for the hole rule. */
import { describe, expect, it } from 'vitest';
import { routerShelf } from '../houses.testing.js';
import { jobElevation, workOf } from '../ledger/index.js';
import { ledgerOf } from '../ledger/meant.testing.js';
import { inches, toInches } from '../measure/index.js';
import { measured, type Box, type JobInHouse, type Wall } from '../model/index.js';
import { stepsOf } from '../work/index.js';
import { materialsOf } from '../takeoff/index.js';
import { studCrossings } from './index.js';

const inch = (n: number) => measured(inches(n));
const wall: Wall = {
  id: 'w',
  name: 'wall',
  length: inch(120),
  height: inch(96),
  framing: { material: 'wood', studDepth: inch(3.5), studWidth: inch(1.5), spacing: inch(16), knownStud: inch(40), extraStuds: [] },
  faces: {
    A: { roomId: 'a', layers: [{ finish: 'drywall', thickness: inch(0.5) }] },
    B: { roomId: 'b', layers: [{ finish: 'drywall', thickness: inch(0.5) }] },
  },
  references: [],
  obstacles: [],
  openings: [],
};
const box = (left: number): Box => ({
  id: `b${left}`,
  name: `box ${left}`,
  wallId: 'w',
  face: 'A',
  place: { from: 'left-end', toward: 'right', to: 'left-edge', distance: inch(left), bottom: inch(13.25) },
  kind: 'wings-1g-20',
  gangs: 1,
  supportFittings: 0,
});
const crossed = (from: number, to: number, of: Wall = wall) => studCrossings(of, box(from), box(to), 'US-2020', 'premixed, overnight');

describe('which studs, and where they are opened', () => {
  it('from 30 to 66 in the studs at 40 and 56 stand between; from either end it is the same two', () => {
    const at = (c: ReturnType<typeof crossed>) => c.map((x) => Math.round(toInches(x.stud.x)));
    expect(at(crossed(30, 66))).toEqual([40, 56]);
    expect(at(crossed(66, 30))).toEqual([40, 56]);
    expect(crossed(42, 50)).toEqual([]);
  });
  it('each opening is 5 1/2 × 4 in, over the stud, at the height of the boxes’ middles', () => {
    const [first] = crossed(30, 66);
    const o = first!.opening;
    expect([o.left, o.right].map((v) => Math.round(toInches(v) * 100) / 100)).toEqual([37.25, 42.75]);
    const height = toInches(o.top - o.bottom);
    expect(height).toBeCloseTo(4, 9);
    expect(toInches((o.top + o.bottom) / 2)).toBeGreaterThan(14);
  });
  it('3/4 in through the middle of a 3 1/2 in stud leaves 1 3/8: no plate (300.4(A)); in a 2 1/2 in one it needs one', () => {
    expect(crossed(30, 50)[0]!.hole).toMatchObject({ plate: false, verdict: 'ok' });
    const thin: Wall = { ...wall, framing: { ...wall.framing, studDepth: inch(2.5) } };
    expect(crossed(30, 50, thin)[0]!.hole).toMatchObject({ plate: true, verdict: 'caution' });
  });
  it('a metal stud gets a bushing and no bored hole; masonry has no studs to cross', () => {
    const metal: Wall = { ...wall, framing: { ...wall.framing, material: 'metal' } };
    expect(crossed(30, 50, metal)[0]).toMatchObject({ bushing: true, hole: undefined });
    expect(crossed(30, 50, { ...wall, framing: { ...wall.framing, material: 'masonry' } })).toEqual([]);
  });
  it('closing it takes one piece the size of the opening', () => {
    const { patch } = crossed(30, 50)[0]!;
    expect(patch.pieces).toHaveLength(1);
    expect(patch.screws).toBe(8);
  });
});

describe('the router shelf, fed from one stud over (metal studs, divided box)', () => {
  const steps = stepsOf(routerShelf);
  const step = (id: string) => steps.find((s) => s.id === id)!;
  it('crossing comes after the opening and before the cable, and is drawn on the wall', () => {
    const order = steps.map((s) => s.id);
    expect(order.indexOf('cross-studs')).toBe(order.indexOf('cut-opening') + 1);
    expect(order.indexOf('cross-studs')).toBeLessThan(order.indexOf('set-new-box'));
    expect(step('cross-studs').says.join(' ')).toMatch(/Stud 42" from the left end, seen from the studio.*bushing in before the cable/);
    const w = workOf(routerShelf);
    const { wall, box } = w.runs[0]!.to;
    const drawn = jobElevation(w, w.planned, wall.id, box.face, true, true, () => undefined).shapes.filter((s) =>
      s.id.startsWith('cross-'),
    );
    expect(drawn).toHaveLength(1);
    expect(
      jobElevation(w, w.planned, wall.id, box.face === 'A' ? 'B' : 'A', true, true, () => undefined).shapes.some((s) =>
        s.id.startsWith('cross-'),
      ),
    ).toBe(false);
  });
  it('a stud that is only reckoned is found first; then it is closed in three coats and painted, before the note', () => {
    expect(step('cross-studs').cautions.join(' ')).toContain('only reckoned');
    const order = steps.map((s) => s.id);
    expect(order.slice(-6)).toEqual(['patch', 'coat-1', 'coat-2', 'coat-3', 'paint', 'record']);
  });
  it('the list has the bushing, the divider, the piece and its screws', () => {
    const what = materialsOf(routerShelf).map((m) => `${m.what}: ${m.amount}`);
    expect(what).toContain('bushing for the hole in a metal stud: 1');
    expect(what).toContain('divider listed for that box: 1');
    expect(what.some((w) => w.startsWith('patch piece') && w.endsWith('5 1/2" × 4"'))).toBe(true);
    expect(step('set-new-box').says.join(' ')).toContain('Divider in the box');
  });
  it('the ledger says of the stud what is to be done', () => {
    expect(ledgerOf(routerShelf).find((f) => f.rule === 'stud-hole')).toMatchObject({
      verdict: 'caution',
      says: expect.stringContaining('bushing'),
    });
  });
  it('bays that nobody looked into: the circuit is off and proved dead before they are opened', () => {
    const blind: JobInHouse = {
      ...routerShelf,
      found: {
        ...routerShelf.found,
        walls: routerShelf.found.walls.map((w) => (w.id === 'studio-w1' ? { ...w, bayLooked: undefined, looks: [] } : w)),
      },
    };
    const crossing = stepsOf(blind).find((s) => s.id === 'cross-studs')!;
    expect(crossing.dead.length > 0).toBe(true);
    expect(crossing.cautions.join(' ')).toContain('proved dead before they are cut');
  });
  it('where no stud stands between there is nothing to cross', () => {
    expect(workOf(routerShelf).runs[0]!.crossings).toHaveLength(1);
    const near: JobInHouse = {
      ...routerShelf,
      changes: routerShelf.changes.map((c) =>
        c.do === 'place-box' ? { ...c, box: { ...c.box, place: { ...c.box.place, distance: inch(30), as: undefined } } } : c,
      ) as JobInHouse['changes'],
    };
    expect(stepsOf(near).some((s) => s.id === 'cross-studs' || s.id === 'patch')).toBe(false);
  });
});
