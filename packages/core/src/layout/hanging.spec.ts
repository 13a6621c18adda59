/** Cables that hang in the cavity where a box is to be let in, by hand: within 1 1/2 in of the middle of their box, an inch round the opening (common practice). */
import { describe, expect, it } from 'vitest';
import { inches } from '../measure/index.js';
import { measured, type Box, type Cable, type Site } from '../model/index.js';
import { cable } from '../panel/smallJob.testing.js';
import { boxOn, smallHouse } from '../route/smallHouse.testing.js';
import { cablesBehind } from './index.js';

const up = (box: Box, bottom: number): Box => ({ ...box, place: { ...box.place, bottom: measured(inches(bottom)) } });
/** A box at 40 in, 14 in up, with a cable at that side. */
const house = (side: 'top' | 'bottom' | 'left' | 'back' | undefined, part: Partial<Box> = {}): Site => ({
  ...smallHouse({ boxes: [boxOn('old', 'n', 40, part), boxOn('elsewhere', 's', 40)] }),
  cables: [
    cable('c', 'old', { ends: [{ label: 'panel' }, { boxId: 'old', label: 'old', ...(side ? { side } : {}) }] as Cable['ends'] }),
    cable('d', 'elsewhere', { ends: [{ label: 'panel' }, { boxId: 'elsewhere', label: 'x', side: 'top' }] }),
  ],
});
const hang = (site: Site, box: Box): string[] =>
  cablesBehind(site, site.walls[0]!, box).map((h) => `${h.cable.id} ${h.side} of ${h.own.id}`);
const over = (at: number, bottom = 40, part: Partial<Box> = {}): Box => up(boxOn('new', 'n', at, part), bottom);

describe('cables that hang behind a new box', () => {
  it('one that leaves its box at the top hangs over it, at the bottom under it; none to the side or out of its back', () => {
    expect(hang(house('top'), over(40))).toEqual(['c top of old']);
    expect(hang(house('top'), over(40, 5))).toEqual([]);
    expect(hang(house('bottom'), over(40, 5))).toEqual(['c bottom of old']);
    expect(hang(house('bottom'), over(40))).toEqual([]);
    for (const side of ['left', 'back', undefined] as const) expect([hang(house(side), over(40)), hang(house(side), over(40, 5))]).toEqual([[], []]); // prettier-ignore
  });
  it('so far to either side: half the opening, an inch round it and an inch and a half of hanging', () => {
    // 1 1/8 + 1 + 1 1/2 = 3 5/8
    expect([hang(house('top'), over(43.6)), hang(house('top'), over(36.4))]).toEqual([['c top of old'], ['c top of old']]); // prettier-ignore
    expect([hang(house('top'), over(43.65)), hang(house('top'), over(36.35))]).toEqual([[], []]);
  });
  it('to within an inch over its box, and under it to the floor', () => {
    // the old box ends 17 3/4 in up; a new one 3 3/4 high that begins below 13 ends an inch under that
    expect([hang(house('top'), over(40, 13.05)), hang(house('top'), over(40, 12.95))]).toEqual([['c top of old'], []]); // prettier-ignore
    expect([hang(house('bottom'), over(40, 14.95)), hang(house('bottom'), over(40, 15.05))]).toEqual([['c bottom of old'], []]); // prettier-ignore
  });
  it('whichever face the old box is on; not from another wall, from itself, or from before a built-in', () => {
    // 80 in from the left of face B is 40 in along A
    expect(hang(house('top', { face: 'B', place: { ...boxOn('x', 'n', 80).place } }), over(40))).toEqual(['c top of old']);
    expect(hang(house('top'), { ...over(40), id: 'old' })).toEqual([]);
    expect(hang(house('top', { inFront: 'shelf' }), over(40))).toEqual([]);
    const lost = over(40);
    expect(hang(house('top'), { ...lost, place: { ...lost.place, from: 'gone' } })).toEqual([]);
  });
});
