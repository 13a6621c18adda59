/** What is off together, in the shortest order its hands allow; worked by hand. A pair of hands for two: half as long again (common practice). */
import { describe, expect, it } from 'vitest';
import type { Activity, OutageGroup } from './activities.js';
import { activity, offFor } from './byHand.testing.js';
import { outageBlocks, outagesIn, pieceOf, type Block } from './outageBlock.js';

const blocksOf = (activities: Activity[], groups: OutageGroup[], part: { most?: number; drying?: 'usual' | 'slow'; together?: boolean } = {}) =>
  outageBlocks(activities, groups, { most: 1, drying: 'usual', together: false, ...part }); // prettier-ignore
const one = (...of: Parameters<typeof blocksOf>): Block => {
  const { blocks, problems } = blocksOf(...of);
  expect([blocks.length, problems]).toEqual([1, []]);
  return blocks[0]!;
};
const ids = (b: Block): string[] => b.groups.map((g) => g.off);

describe('an activity as somebody does it', () => {
  it('with both pairs of hands, with one for two, and never in less than a minute', () => {
    const lift = activity('lift', 21, [], { hands: 2 });
    expect([pieceOf(lift, 2), pieceOf(lift, 1), pieceOf(lift, 0)].map((p) => [p.hands, p.minutes])).toEqual([[2, 21], [1, 32], [1, 32]]); // prettier-ignore
    expect([pieceOf(activity('look', 0.2), 1).minutes, pieceOf(activity('look', 0), 1).minutes]).toEqual([1, 1]);
  });
});

describe('one outage', () => {
  const chain = [activity('off', 5), activity('prove', 3, ['off']), activity('wire', 20, ['prove', 'mark']), activity('on', 2, ['wire'])];
  const group = offFor('4', 'off', 'prove', 'wire', 'on');
  it('one after the other: 5, 3, 20 and 2 min; what comes before all of it is no part', () => {
    const b = one([activity('mark', 10), ...chain], [group]);
    expect([...b.inner]).toEqual([['off', 0], ['prove', 5], ['wire', 8], ['on', 28]]); // prettier-ignore
    expect([b.id, b.minutes, b.hands, b.proved]).toEqual(['off/off', 30, 1, true]);
    expect(outagesIn(b, 600)).toEqual([{ key: '4', words: 'circuit 4', start: 600, end: 630 }]);
  });
  it('what goes on behind its on is off no longer: the outage ends with the on', () => {
    const b = one([...chain, activity('cover', 7, ['on'])], [{ ...group, activities: [...group.activities, 'cover'] }]);
    expect([b.minutes, outagesIn(b, 0)[0]!.end]).toEqual([37, 30]);
    // nothing of it switches on: it is off to its end
    expect(outagesIn({ ...b, groups: [{ ...group, on: 'elsewhere' }] }, 0)[0]!.end).toBe(37);
  });
  it('two boxes opened by two people at once: 5 + 10 + 2; by one: 5 + 10 + 10 + 2', () => {
    const both = [activity('off', 5), activity('left', 10, ['off']), activity('right', 10, ['off']), activity('on', 2, ['left', 'right'])];
    const of = (most: number) => one(both, [offFor('4', 'off', 'left', 'right', 'on')], { most });
    expect([of(2), of(1)].map((b) => [b.minutes, b.hands])).toEqual([[17, 2], [27, 1]]); // prettier-ignore
  });
  it('three of them, one after the other in pairs: hands at once are what counts, not pieces', () => {
    const three = ['a', 'b', 'c'].map((id) => activity(id, 10, ['off']));
    const b = one([activity('off', 5), ...three, activity('on', 2, ['a', 'b', 'c'])], [offFor('4', 'off', 'a', 'b', 'c', 'on')], { most: 2 }); // prettier-ignore
    expect([b.minutes, b.hands]).toEqual([27, 2]);
    const lift = one([activity('off', 5), activity('lift', 10, ['off'], { hands: 2 }), activity('on', 2, ['lift'])], [offFor('4', 'off', 'lift', 'on')], { most: 2 }); // prettier-ignore
    expect([lift.minutes, lift.hands]).toEqual([17, 2]);
  });
  it('what sets between takes its 20 min, on a slow day its 45', () => {
    const sets = [activity('off', 5), activity('on', 2, [['off', 20.4, 44.6]])];
    expect((['usual', 'slow'] as const).map((drying) => one(sets, [offFor('4', 'off', 'on')], { drying }).minutes)).toEqual([27, 52]);
  });
  it('what rests on itself finds no place, and is named', () =>
    expect(blocksOf([activity('off', 5, ['on']), activity('on', 2, ['off'])], [offFor('4', 'off', 'on')])).toEqual({
      blocks: [],
      problems: ['What is off together can’t be put in an order: Do off.'],
    }));
});

describe('two that share a step', () => {
  const [a, b] = [offFor('4', 'off4', 'splice', 'on4'), offFor('5', 'off5', 'splice', 'on5')];
  const steps = [activity('off4', 5), activity('off5', 5), activity('splice', 10, ['off4', 'off5']), activity('on4', 2, ['splice']), activity('on5', 3, ['on4'])]; // prettier-ignore
  it('are one piece of work with an outage each', () => {
    const block = one(steps, [a, b]);
    expect([ids(block), block.minutes]).toEqual([['off4', 'off5'], 25]);
    const of = (key: string) => outagesIn(block, 100).find((o) => o.key === key)!;
    expect([of('4').end, of('5').end]).toEqual([122, 125]);
    expect([of('4').start, of('5').start].sort()).toEqual([100, 105]);
  });
  it('a third that shares a step with each of two others draws all three together', () => {
    const loose = [offFor('4', 'off4', 'on4'), offFor('5', 'off5', 'on5')];
    expect(blocksOf(steps, loose).blocks.map(ids)).toEqual([['off4'], ['off5']]);
    expect(blocksOf(steps, [...loose, offFor('6', 'off4', 'splice', 'off5')]).blocks.map(ids)).toEqual([['off4', 'off5', 'off4']]);
  });
});

describe('one circuit in two jobs', () => {
  const steps = [
    ...[activity('off', 5), activity('wire', 10, ['off']), activity('on', 2, ['wire'])],
    ...[activity('off2', 5), activity('wire2', 20, ['off2']), activity('on2', 2, ['wire2'])],
  ];
  const groups = [offFor('4', 'off', 'wire', 'on'), offFor('4', 'off2', 'wire2', 'on2')];
  it('each by itself, unless it is wanted together', () => {
    expect(blocksOf(steps, groups).blocks.map((b) => [ids(b), b.minutes])).toEqual([[['off'], 17], [['off2'], 27]]); // prettier-ignore
    const other = [groups[0]!, offFor('5', 'off2', 'wire2', 'on2')];
    expect(blocksOf(steps, other, { together: true }).blocks.map(ids)).toEqual([['off'], ['off2']]);
    // two circuits off are not the same as one of them
    const two = { ...groups[1]!, targets: [...groups[0]!.targets, { key: '5', words: 'circuit 5' }] };
    expect(blocksOf(steps, [groups[0]!, two], { together: true }).blocks.map(ids)).toEqual([['off'], ['off2']]);
  });
  it('off once: the second breaker is a glance of a minute behind the first, and nothing is on before all is wired: 5 + 1 + 10 + 20 + 2 + 1', () => {
    const b = one(steps, groups, { together: true });
    expect([b.minutes, outagesIn(b, 0)]).toEqual([39, [{ key: '4', words: 'circuit 4', start: 0, end: 39 }]]);
    expect([b.inner.get('off'), b.inner.get('off2')! >= 5, b.inner.get('on'), b.inner.get('on2')]).toEqual([0, true, 36, 38]);
    expect(b.pieces.filter((p) => p.minutes === 1).map((p) => p.activity.title)).toEqual(['Do off2 (is already: look)', 'Do on2 (is already: look)']); // prettier-ignore
  });
  it('by two: the glance beside the first wire, the second from minute 6 to 26, then on', () => {
    const b = one(steps, groups, { together: true, most: 2 });
    expect(['off', 'off2', 'wire', 'wire2', 'on', 'on2'].map((id) => b.inner.get(id))).toEqual([0, 5, expect.any(Number), 6, 26, 28]);
    expect(b.minutes).toBe(29);
  });
  it('where the second rests on the first through something between, it is off twice; a third that rests on nothing goes with the first', () => {
    const between = steps.map((a) => (a.id === 'off2' ? activity('off2', 5, ['paint']) : a));
    const all = [...between, activity('plaster', 30, ['on']), activity('paint', 30, ['plaster'])];
    expect(blocksOf(all, groups, { together: true }).blocks.map(ids)).toEqual([['off'], ['off2']]);
    const third = [activity('off3', 5), activity('on3', 2, ['off3'])];
    expect(blocksOf([...all, ...third], [...groups, offFor('4', 'off3', 'on3')], { together: true }).blocks.map(ids)).toEqual([['off', 'off3'], ['off2']]); // prettier-ignore
    // what lies before both is no reason to part them
    const before = steps.map((a) => (a.id === 'off2' || a.id === 'off' ? activity(a.id, 5, ['mark']) : a));
    expect(blocksOf([...before, activity('mark', 10)], groups, { together: true }).blocks.map(ids)).toEqual([['off', 'off2']]);
  });
});
