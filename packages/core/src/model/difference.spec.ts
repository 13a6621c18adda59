/** Two versions held against each other: each field in words, with both values. */
import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { quinceStreet, sewingCorner } from '../houses.testing.js';
import { inches } from '../measure/index.js';
import { differences } from './difference.js';
import { applyEdits } from './edit.js';
import type { JobInHouse } from './inHouse.js';
import { measured } from './known.js';

const boxAt = (mm: number): JobInHouse => ({
  ...sewingCorner,
  changes: sewingCorner.changes.map((c) =>
    c.do === 'place-box' ? { ...c, box: { ...c.box, place: { ...c.box.place, bottom: measured(mm) } } } : c,
  ),
});

describe('what differs', () => {
  it('a moved box: which box, which measure, from where to where', () => {
    expect(differences(sewingCorner, boxAt(inches(47)), 'in')).toEqual([
      { path: '/changes/0/box/place/bottom', words: 'Sewing box: place, bottom', was: '13 1/4"', now: '47"' },
    ]);
    expect(differences(boxAt(1000), boxAt(1010), 'mm')).toMatchObject([{ was: '1000 mm', now: '1010 mm' }]);
  });
  it('a value that becomes measured says so, although the figure is the same', () => {
    const [wall, ...rest] = sewingCorner.found.walls;
    const guessed: JobInHouse = {
      ...sewingCorner,
      found: { ...sewingCorner.found, walls: [{ ...wall!, length: { ...wall!.length, known: 'assumed' } }, ...rest] },
    };
    expect(differences(guessed, sewingCorner, 'in')).toMatchObject([{ was: '120", assumed', now: '120"' }]);
  });
  it('a thing that is referred to goes by its name, never by its id; one that is gone by its earlier name', () => {
    const house = (circuits: { id: string; name: string }[], circuitId?: string) => ({
      circuits,
      boxes: [{ id: 'b', name: 'Hall box', ...(circuitId ? { circuitId } : {}) }],
    });
    const [dryer, hall] = [{ id: 'x7Fq', name: 'dryer' }, { id: 'k2', name: 'hall and parlour' }]; // prettier-ignore
    expect(differences(house([dryer]), house([dryer], 'x7Fq'), 'in')).toEqual([
      { path: '/boxes/0/circuitId', words: 'Hall box: circuit', was: 'not said', now: 'dryer' },
    ]);
    expect(differences(house([dryer, hall], 'x7Fq'), house([hall], 'k2'), 'in')).toContainEqual({
      ...{ path: '/boxes/0/circuitId', words: 'Hall box: circuit' },
      ...{ was: 'dryer', now: 'hall and parlour' },
    });
    // nobody knows what it was
    expect(differences(house([], 'gone'), house([]), 'in')[0]).toMatchObject({ was: 'gone', now: 'not said' });
  });
  it('what was added, what was taken out, and what only changed its place in the order', () => {
    const less = applyEdits(sewingCorner, [{ op: 'drop-change', changeId: 'plug-steam-press' }]);
    expect(differences(sewingCorner, less, 'in')).toEqual([
      { path: '/changes/4', words: expect.stringMatching(/change 5|Steam press/) as string, was: 'Steam press', now: 'not said' },
    ]);
    expect(differences(less, sewingCorner, 'in')).toMatchObject([{ was: 'not said', now: 'Steam press' }]);
    const turned = { ...sewingCorner, changes: [...sewingCorner.changes].reverse() };
    expect(differences(sewingCorner, turned, 'in')).toMatchObject([{ path: '/changes', was: 'another order' }]);
  });
  it('yes, no and not said; words that were cut still say that they differ', () => {
    expect(differences({ fireRated: true }, { fireRated: false }, 'in')).toMatchObject([{ words: 'fire rated', was: 'yes', now: 'no' }]);
    expect(differences({}, { fireRated: false }, 'in')).toMatchObject([{ was: 'not said', now: 'no' }]);
    const long = 'n'.repeat(200);
    const [only] = differences({ note: `${long}a` }, { note: `${long}b` }, 'in');
    expect([only!.was === only!.now, only!.now.includes('changed in detail')]).toEqual([false, true]);
  });
  it('a word that happens to be somebody’s id stays that word; only a field that points says the name', () => {
    const walls = [{ id: 'wood', name: 'Long wall' }, { id: 'metal', name: 'Short wall' }]; // prettier-ignore
    const was = { walls, material: 'wood', wallId: 'wood' };
    expect(differences(was, { ...was, material: 'metal', wallId: 'metal' }, 'in')).toMatchObject([
      { path: '/material', was: 'wood', now: 'metal' },
      { path: '/wallId', was: 'Long wall', now: 'Short wall' },
    ]);
  });
  it('nothing, when they say the same in another order of fields', () => {
    const again = JSON.parse(JSON.stringify(quinceStreet)) as typeof quinceStreet;
    expect(differences(quinceStreet, again, 'in')).toEqual([]);
    expect(differences({ a: 1, b: 2 }, { b: 2, a: 1 }, 'in')).toEqual([]);
  });
  it('any two values: differences are found exactly where there are some, and both ways as many', () => {
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 3 }), fc.jsonValue({ maxDepth: 3 }), (a, b) => {
        const there = differences({ a }, { a: b }, 'in');
        expect(differences({ a }, { a: structuredClone(a) }, 'in')).toEqual([]);
        expect(differences({ a: b }, { a }, 'in')).toHaveLength(there.length);
      }),
      { numRuns: 300 },
    );
  });
});
