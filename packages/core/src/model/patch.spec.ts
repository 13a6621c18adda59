/** A patch makes the later version of the earlier one, whatever they are; one key in a house takes a few words. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { quinceStreet } from '../houses.testing.js';
import { applyPatch, patchOf } from './patch.js';

const plain = (value: unknown): unknown => JSON.parse(JSON.stringify(value));

describe('patches', () => {
  it('a moved box: its one field, and not the house', () => {
    const boxes = quinceStreet.site.boxes.map((b, i) =>
      i === 3 ? { ...b, place: { ...b.place, bottom: { mm: 500, known: 'measured' as const } } } : b,
    );
    const after = { ...quinceStreet, site: { ...quinceStreet.site, boxes } };
    const patch = patchOf(quinceStreet, after);
    expect(JSON.stringify(patch).length).toBeLessThan(160);
    const made = applyPatch(quinceStreet, patch) as typeof quinceStreet;
    expect(plain(made)).toEqual(plain(after));
    expect(made.site.walls).toBe(quinceStreet.site.walls);
  });
  it('a box more and a box less: that box alone', () => {
    const { boxes } = quinceStreet.site;
    const more = [...boxes.slice(0, 2), { ...boxes[0]!, id: 'fresh' }, ...boxes.slice(2)];
    expect(patchOf(boxes, more)).toEqual({ from: 2, gone: 0, put: [{ ...boxes[0]!, id: 'fresh' }] });
    expect(patchOf(more, boxes)).toEqual({ from: 2, gone: 1, put: [] });
  });
  it('the same in other objects is no change; a field that went is one', () => {
    expect(patchOf(quinceStreet, structuredClone(quinceStreet))).toBeUndefined();
    expect(patchOf({ a: 1, b: undefined }, { a: 1 })).toBeUndefined();
    expect(applyPatch({ a: 1, b: 2 }, patchOf({ a: 1, b: 2 }, { a: 1 }))).toEqual({ a: 1 });
    expect(applyPatch({ a: [] }, patchOf({ a: [] }, { a: null }))).toEqual({ a: null });
  });
  it('a field of any name, the one that every object has among them', () => {
    const odd = JSON.parse('{"__proto__": 0, "a": 1}') as unknown;
    expect(applyPatch({}, patchOf({}, odd))).toEqual(odd);
  });
  it('any two values, also over JSON as a browser’s store keeps them', () => {
    const value = fc.jsonValue({ maxDepth: 4 });
    fc.assert(
      fc.property(value, value, (a, b) => {
        const patch = patchOf(a, b);
        expect(plain(applyPatch(a, patch === undefined ? undefined : (plain(patch) as typeof patch)))).toEqual(plain(b));
      }),
      { numRuns: 500 },
    );
  });
});
