/** Cut lists worked by hand: a whole outline, and what an old hole leaves of one. */
import { describe, expect, it } from 'vitest';
import { alterationSteps, cutOutline, oldHoleTaken } from './index.js';
import { mm, sampleHouse, sampleJob } from './sample.js';

const studs = sampleHouse({ material: 'wood', deep: 75, skin: 12.5 });
const place = { wallId: 'parlour-w1', face: 'A' as const, fromLeft: mm(2800), bottom: mm(457) };
const cuts = (...[house, kind, part]: Parameters<typeof sampleJob>) =>
  cutOutline(sampleJob(house, kind, part)).map((c) => [c.edge, c.from, c.to, c.at, c.mm]);

describe('what is cut', () => {
  it('a new lined twin: 135 by 75 round its middle at 2800, 493.5 high', () => {
    expect(cuts(studs, 'spur', { outlet: { name: 'New', kind: 'twin' }, place })).toEqual([
      ['top', 2732.5, 2867.5, 531, 135],
      ['bottom', 2732.5, 2867.5, 456, 135],
      ['left', 456, 531, 2732.5, 75],
      ['right', 456, 531, 2867.5, 75],
    ]);
  });
  it('a single that grows to the right: the old hole is open from 962.5 to 1037.5, its left edge is the new one’s to half a millimetre', () => {
    // body 133 from 963.5 on: its middle 1030, its hole 962.5 to 1097.5
    expect(cuts(studs, 'enlarge', { grows: 'right' })).toEqual([
      ['top', 1037.5, 1097.5, 531, 60],
      ['bottom', 1037.5, 1097.5, 456, 60],
      ['right', 456, 531, 1097.5, 75],
    ]);
  });
  it('to both sides: 30 to the left and to the right, above and below, and both ends', () => {
    expect(cuts(studs, 'enlarge', { grows: 'both' })).toEqual([
      ['top', 932.5, 962.5, 531, 30],
      ['top', 1037.5, 1067.5, 531, 30],
      ['bottom', 932.5, 962.5, 456, 30],
      ['bottom', 1037.5, 1067.5, 456, 30],
      ['left', 456, 531, 932.5, 75],
      ['right', 456, 531, 1067.5, 75],
    ]);
  });
  it('in brick by the body: 60 more to the left, 73 high', () => {
    expect(cuts(sampleHouse(), 'enlarge', { grows: 'left' })).toEqual([
      ['top', 903.5, 963.5, 530, 60],
      ['bottom', 903.5, 963.5, 457, 60],
      ['left', 457, 530, 903.5, 73],
    ]);
  });
  it('seen from behind it is counted from that room’s left', () => {
    expect(cuts(studs, 'spur', { outlet: { name: 'New', kind: 'single' }, place: { ...place, face: 'B', fromLeft: mm(800) } })[2]).toEqual(['left', 456, 531, 762.5, 75]);
  });
  it('a socket that moves 40 up: its old hole is open between; one that moves far is cut whole', () => {
    const moved = (fromLeft: number, bottom: number) => cuts(studs, 'move', { outlet: { name: 'First', kind: 'single' }, place: { ...place, fromLeft: mm(fromLeft), bottom: mm(bottom) }, cablesReach: true });
    expect(moved(1000, 497)).toEqual([['top', 962.5, 1037.5, 571, 75], ['left', 531, 571, 962.5, 40], ['right', 531, 571, 1037.5, 40]]);
    expect(moved(1000, 900)).toHaveLength(4);
  });
  it('a box that nobody named has a hole of a usual size, and that is said; one that was measured has its own', () => {
    const unnamed = (known: 'assumed' | 'measured') => ({ ...studs, site: { ...studs.site, boxes: studs.site.boxes.map((b) => (b.id === 'first' ? { ...b, kind: 'other' as const, width: { mm: 73, known }, height: { mm: 73, known } } : b)) } });
    const job = (known: 'assumed' | 'measured') => sampleJob(unnamed(known), 'enlarge', { grows: 'right' });
    expect([oldHoleTaken(job('assumed')), oldHoleTaken(job('measured')), oldHoleTaken(sampleJob(studs, 'enlarge', {}))]).toEqual([true, false, false]);
    const says = (known: 'assumed' | 'measured') => alterationSteps(job(known)).find((s) => s.id === 'cut-box')!.says.join(' ');
    expect([/a usual one is taken/.test(says('assumed')), /a usual one is taken/.test(says('measured'))]).toEqual([true, false]);
  });
  it('nothing for a box on the surface, nor where nobody said where it is', () => {
    expect(cuts(studs, 'spur', { outlet: { name: 'New', kind: 'twin' }, place, boxKind: 'back-surface-32-2g' })).toEqual([]);
    expect(cuts(studs, 'spur', { outlet: { name: 'New', kind: 'twin' } })).toEqual([]);
  });
}); // prettier-ignore
