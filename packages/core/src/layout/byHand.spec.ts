/**
 * Rooms in plan, loads of anchors, outlets in the middle of what they may stand in, the stud a box hangs on, what a move takes of a cable: by hand
 * on the small house (den 120 by 96 in, shop beside it). Habits are common practice.
 */
import { describe, expect, it } from 'vitest';
import { inches } from '../measure/index.js';
import type { Box, Room, Site, Wall } from '../model/index.js';
import { inch } from '../panel/smallJob.testing.js';
import { boxOn, smallHouse, wallOf } from '../route/smallHouse.testing.js';
import { anchorLoad } from './anchors.js';
import { otherBoxesOn } from './collisions.js';
import { slackChange, studSide } from './relocate.js';
import { inRoom, levelOf, placeInRoom, roomPlans } from './roomPlan.js';
import { fewestReceptacles, type WallSpace } from './spacing.js';

const toInches = (mm: number): number => Math.round((mm / 25.4) * 1e4) / 1e4;
const ft = (n: number): number => inches(12 * n);

describe('rooms seen from above', () => {
  const site = smallHouse();
  it('storey: as it was said; a basement and a crawl space lie under the ground floor', () => {
    const level = (use: Room['use'], said?: number) => levelOf({ id: 'r', name: 'r', use, ...(said === undefined ? {} : { level: said }) });
    expect([level('living'), level('basement'), level('unfinished-basement'), level('crawl-space'), level('attic')]).toEqual([0, -1, -1, -1, 0]); // prettier-ignore
    expect([level('basement', 0), level('living', 1)]).toEqual([0, 1]);
  });
  it('the den from its corner, the shop behind the shared wall, as thick as it is: 4 1/2 in', () => {
    const plans = roomPlans(site).map((p) => [p.room.id, p.group, ...p.sides.map((s) => `${s.wallId} ${toInches(s.from.x)},${toInches(s.from.y)} ${toInches(s.to.x)},${toInches(s.to.y)}`)]); // prettier-ignore
    expect(plans).toEqual([
      ['den', 0, 'n 0,0 120,0', 'e 120,0 120,-96', 's 120,-96 0,-96', 'w 0,-96 0,0'],
      ['shop', 0, 'e 124.5,-96 124.5,0', 'n2 124.5,0 244.5,0', 'e2 244.5,0 244.5,-96', 's2 244.5,-96 124.5,-96'],
    ]);
    expect(roomPlans(site).map((p) => [toInches(p.middle.x), toInches(p.middle.y), toInches(p.gap.x), toInches(p.gap.y)])).toEqual([[60, -48, 0, 0], [184.5, -48, 0, 0]]); // prettier-ignore
  });
  it('one that shares no wall lies where it was said, before those that nobody placed; those beside, in groups of their own', () => {
    const walls = (id: string) => [`${id}1`, `${id}2`, `${id}3`, `${id}4`].map((w, i) => wallOf(w, i % 2 ? 48 : 60, { A: id, B: 'out' }));
    const room = (id: string, at?: Room['at']): Room => ({ id, name: id, use: 'living', sides: walls(id).map((w) => ({ wallId: w.id, face: 'A', turn: 'right' })), ...(at ? { at } : {}) }); // prettier-ignore
    const more: Site = {
      ...site,
      rooms: [site.rooms[0]!, room('far'), room('told', { right: inch(300), down: inch(50) }), site.rooms[1]!, site.rooms[2]!],
      walls: [...site.walls, ...walls('far'), ...walls('told')],
    };
    const starts = roomPlans(more).map((p) => [p.room.id, p.group, toInches(p.sides[0]!.from.x), toInches(p.sides[0]!.from.y)]);
    // what is linked first, then what was told, then the rest 1 200 mm beside the rightmost: 360 + 47.2441 in
    expect(starts).toEqual([['den', 0, 0, 0], ['shop', 0, 124.5, -96], ['told', 0, 300, -50], ['far', 1, 407.2441, 0]]); // prettier-ignore
  });
  it('a point of the plan from the nearest wall each way, named without the room', () => {
    const named: Site = { ...site, walls: site.walls.map((w) => ({ ...w, name: w.id === 'n' ? 'Den, north' : w.name })) };
    const at = inRoom(named, 'den', { x: inches(30), y: inches(-20) })!;
    expect([at.room, at.from.map((f) => [f.wall, toInches(f.mm)])]).toEqual(['den', [['north', 20], ['wall w', 30]]]); // prettier-ignore
    expect(inRoom(named, 'den', { x: inches(100), y: inches(-80) })!.from.map((f) => [f.wall, toInches(f.mm)])).toEqual([['wall s', 16], ['wall e', 20]]); // prettier-ignore
    expect(placeInRoom(named, 'den', { x: inches(30), y: inches(-20) }, (mm) => `${toInches(mm)} in`)).toBe('den, 20 in from north and 30 in from wall w'); // prettier-ignore
    expect([inRoom(named, 'out', { x: 0, y: 0 }), placeInRoom(named, 'nowhere', { x: 0, y: 0 }, String)]).toEqual([undefined, undefined]);
  });
});

describe('a shelf on anchors', () => {
  // 40 lb, 10 in out, 8 in between the upper row and the lower edge: 50 lb on two upper ones, 25 each; four in all, 10 each
  const shelf = { weightLb: 40, outMm: inches(10), downMm: inches(8), upper: 2, all: 4 };
  it('pull by the moment, shear by the number', () => {
    const load = anchorLoad(shelf);
    expect([load.pullLb, load.shearLb, load.verdict]).toEqual([25, 10, 'can’t tell']);
    expect(load.sums.map((s) => s.result.value)).toEqual([25, 10]);
    expect([anchorLoad({ ...shelf, pullLb: 200 }).verdict, anchorLoad({ ...shelf, shearLb: 80 }).verdict]).toEqual(['can’t tell', 'can’t tell']); // prettier-ignore
  });
  it('both together against a quarter of what the packet names: 25/200 + 10/80 are a quarter', () => {
    const just = anchorLoad({ ...shelf, pullLb: 200, shearLb: 80 });
    expect([just.verdict, just.sums[2]!.result.value, just.sums[2]!.terms.map((t) => t.value)]).toEqual(['ok', 1, [0.5, 0.5]]);
    expect(anchorLoad({ ...shelf, pullLb: 199, shearLb: 80 }).verdict).toBe('stop');
    expect(anchorLoad({ ...shelf, pullLb: 200, shearLb: 79 }).verdict).toBe('stop');
  });
});

describe('the fewest outlets, in the middle of where they may stand', () => {
  const line = (feet: number, existing: number[] = [], allowed = [{ from: 0, to: ft(feet) }]): WallSpace => ({ start: 0, length: ft(feet), ring: false, existing: existing.map(ft), allowed }); // prettier-ignore
  const at = (space: WallSpace, reachFt = 6) => fewestReceptacles(space, { reachMm: ft(reachFt), leastMm: 0 }, ft(1)).added.map((p) => Math.round((p / ft(1)) * 100) / 100); // prettier-ignore
  it('one for 10 ft may stand from 4 to 6 ft: it stands at 5', () => expect(at(line(10))).toEqual([5]));
  it('two for 20 ft: from 2 to 6 and from 14 to 18 ft', () => expect(at(line(20))).toEqual([4, 16]));
  it('where both ends are all that reaches there is no middle: 24 ft', () => expect(at(line(24))).toEqual([6, 18]));
  it('beside one that is there: at 3 ft it reaches to 9; of 15 ft one more from 9 to 15, in the middle', () =>
    expect(at(line(15, [3]))).toEqual([12]));
  it('from the other end the same: at 12 ft it reaches from 6', () => expect(at(line(15, [12]))).toEqual([3]));
  it('of two places that are as near the first; what may not stand there is no middle', () => {
    // 4 or 6, not 5
    expect(at(line(10, [], [{ from: ft(4), to: ft(4) }, { from: ft(6), to: ft(6) }]))).toEqual([4]); // prettier-ignore
    expect(at(line(10, [], [{ from: ft(3), to: ft(4.5) }, { from: ft(5.9), to: ft(8) }]))).toEqual([4]); // prettier-ignore
    expect(at(line(11, [], [{ from: ft(5), to: ft(5) }, { from: ft(6), to: ft(6) }]))).toEqual([5]); // prettier-ignore
  });
  it('none where nothing is left to reach; what can’t be reached stays so', () => {
    expect(at(line(10, [5]))).toEqual([]);
    const { added, unreachable } = fewestReceptacles(line(20, [], [{ from: 0, to: ft(2) }]), { reachMm: ft(6), leastMm: 0 }, ft(1));
    expect([added.map(toInches), unreachable.map((s) => [toInches(s.from), toInches(s.to)])]).toEqual([[24], [[96, 240]]]);
  });
});

describe('the stud a box hangs on', () => {
  // one that was measured at 16 in: faces 15 1/4 and 16 3/4; the others are reckoned
  const wall = wallOf('e', 96, { A: 'den', B: 'shop' });
  const side = (fromLeft: number, more: Partial<Box> = {}, at: Wall = wall) => {
    const s = studSide(at, boxOn('b', 'e', fromLeft, more));
    return [s.side, s.how];
  };
  it('by its nearer face, up to half an inch away; seen from the face of the box', () => {
    expect(side(16.75 + 1.125)).toEqual(['left', 'nearest stud']);
    expect([side(16.75 + 1.125 + 0.49), side(16.75 + 1.125 + 0.51)]).toEqual([
      ['left', 'nearest stud'],
      [undefined, 'not known'],
    ]);
    expect([side(15.25 - 1.125), side(15.25 - 1.125 - 0.49), side(15.25 - 1.125 - 0.51)]).toEqual([['right', 'nearest stud'], ['right', 'nearest stud'], [undefined, 'not known']]); // prettier-ignore
    // it would be cut into it by as much
    expect(side(16.75 + 1.125 - 0.4)).toEqual(['left', 'nearest stud']);
    // from the other face left and right change: 96 − 17 7/8
    expect(side(96 - 17.875, { face: 'B' })).toEqual(['right', 'nearest stud']);
  });
  it('of two the nearer; one that is only reckoned is none; as noted before all', () => {
    const two = { ...wall, framing: { ...wall.framing, extraStuds: [{ id: 'x', x: inch(20) }] } } as Wall;
    // between 16 3/4 and 19 1/4: a box of 2 1/4 has 1/4 in to share
    expect([side(17.875 + 0.05, {}, two), side(19.25 - 1.125 - 0.05, {}, two)]).toEqual([['left', 'nearest stud'], ['right', 'nearest stud']]); // prettier-ignore
    expect(side(32.75 + 1.125)).toEqual([undefined, 'not known']);
    expect(side(16.75 + 1.125, { hangsOn: 'none' })).toEqual(['none', 'noted']);
    const lost = boxOn('b', 'e', 17.875);
    expect(studSide(wall, { ...lost, place: { ...lost.place, from: 'nowhere' } })).toEqual({ side: undefined, how: 'not known' });
  });
});

describe('what a move takes of a cable', () => {
  const change = (...[side, up, aside, held]: [Parameters<typeof slackChange>[0], number, number, number?]) => {
    const mm = slackChange(side, inches(up), inches(aside), held === undefined ? undefined : inches(held));
    return mm === undefined ? undefined : toInches(mm);
  };
  it('from above it gains on the way up, from below it loses; aside all of it is lost where nobody knows where it is held', () => {
    expect([change('top', 5, 0), change('bottom', 5, 0), change('top', -5, 0), change('top', 5, 3), change('top', 5, -3)]).toEqual([5, -5, -5, 2, 2]); // prettier-ignore
  });
  it('held 12 in away it swings: 12 less the root of 7² and 5²; past where it is held only the way aside is lost', () => {
    expect(change('top', 5, 5, 12)).toBe(toInches(25.4 * (12 - Math.hypot(7, 5))));
    expect(change('bottom', 5, 5, 12)).toBe(toInches(25.4 * (12 - Math.hypot(17, 5))));
    expect(change('top', 20, 5, 12)).toBe(7);
    expect(change('top', 5, 0, 12)).toBe(5);
  });
  it('from the side: nearer to it gains, and up or down loses; from behind, or unknown, it can’t be told', () => {
    expect([change('left', 2, -3), change('left', -2, 3), change('right', 2, 3), change('right', 0, -3)]).toEqual([1, -5, 1, -3]);
    expect([change('back', 1, 1), change(undefined, 1, 1)]).toEqual([undefined, undefined]);
  });
});

describe('other boxes on a wall', () => {
  it('of the same wall, or of the same shelf at it; not itself', () => {
    const boxes = [boxOn('a', 'e', 20), boxOn('b', 'e', 40), boxOn('c', 'n', 40), boxOn('d', 'e', 60, { inFront: 'shelf' }), boxOn('f', 'e', 70, { inFront: 'shelf' })]; // prettier-ignore
    const site = smallHouse({ boxes });
    expect([boxes[0]!, boxes[3]!].map((b) => otherBoxesOn(site, b).map((o) => o.id))).toEqual([['b'], ['f']]);
  });
});
