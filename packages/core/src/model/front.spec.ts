/** The front of a built-in as a wall of its own, by hand: a bookcase 12 in deep of 3/4 in boards, where nobody measured; common practice. */
import { describe, expect, it } from 'vitest';
import { inches } from '../measure/index.js';
import { boxOn, wallOf } from '../route/smallHouse.testing.js';
import { builtInName, builtInsAt, frontOf, isFront, letInto, standsOut } from './front.js';
import { measured } from './known.js';
import { emptySite, type Fixture, type Wall } from './site.js';

const inch = (n: number) => measured(inches(n));
const fixture = (id: string, part: Partial<Fixture> = {}): Fixture => ({ id, kind: 'furniture', face: 'A', x: inch(20), z: inch(0), width: inch(36), height: inch(30), ...part }) as Fixture; // prettier-ignore
const wall = (...fixtures: Fixture[]): Wall => ({ ...wallOf('w', 120, { A: 'den', B: 'hall' }), bayLooked: 'seen', fixtures, references: [{ id: 'door', name: 'door', x: inch(92) }], obstacles: [{ id: 'p', kind: 'pipe', x: inch(40), z: inch(0), width: inch(1), height: inch(90) }] as Wall['obstacles'] }); // prettier-ignore

describe('the front of a built-in', () => {
  it('a board with the built-in’s depth behind it, no studs, and nothing of what the wall has inside', () => {
    const w = wall(fixture('shelf', { depth: inch(10), board: inch(0.5) }));
    const front = frontOf(w, 'shelf')!;
    expect(front.framing).toEqual({ material: 'wood', studDepth: { mm: expect.closeTo(inches(9.5), 6) as number, known: 'measured' }, studWidth: w.framing.studWidth, spacing: w.framing.spacing, extraStuds: [] }); // prettier-ignore
    expect(front.faces).toEqual({ A: { roomId: 'den', layers: [{ finish: 'wood-panelling', thickness: inch(0.5) }] }, B: w.faces.B });
    expect([front.obstacles, front.bayLooked, front.name]).toEqual([[], undefined, 'wall w: front of its built-in']);
    expect(front.references).toEqual([...w.references, { id: 'shelf', name: 'left edge of the built-in', x: inch(20) }]);
    expect([isFront(front), isFront(w), front.builtIn.id]).toEqual([true, false, 'shelf']);
  });
  it('nobody measured: a foot deep, boards of 3/4 in, and both only taken', () => {
    const front = frontOf(wall(fixture('shelf')), 'shelf')!;
    expect([front.framing.studDepth.mm, front.framing.studDepth.known]).toEqual([expect.closeTo(304.8 - 19.05, 6), 'assumed']);
    expect(front.faces.A.layers[0]!.thickness).toEqual({ mm: 19.05, known: 'assumed' });
    expect(standsOut(fixture('x'))).toEqual({ mm: 304.8, known: 'assumed' });
    expect(standsOut(fixture('x', { depth: inch(10) }))).toEqual(inch(10));
    // a board thicker than it is deep leaves nothing, not less
    expect(frontOf(wall(fixture('thin', { depth: inch(0.5) })), 'thin')!.framing.studDepth.mm).toBe(0);
  });
  it('looked into, it is seen; of the other face the other is panelled', () => {
    expect(frontOf(wall(fixture('shelf', { looked: true })), 'shelf')!.bayLooked).toBe('seen');
    const b = frontOf(wall(fixture('shelf', { face: 'B' })), 'shelf')!;
    expect([b.faces.A.layers[0]!.finish, b.faces.B.layers[0]!.finish, b.faces.B.roomId]).toEqual(['drywall', 'wood-panelling', 'hall']);
  });
  it('what hangs over it on its face does not hang on its front; beside it, or on the other face, it stays', () => {
    const above = (part: Partial<Fixture>) => frontOf(wall(fixture('shelf'), fixture('other', { z: inch(30), ...part })), 'shelf')!.fixtures!.map((f) => f.id); // prettier-ignore
    expect([above({}), above({ z: inch(29.9) }), above({ face: 'B' })]).toEqual([[], ['other'], ['other']]);
  });
  it('the same each time, of each built-in its own; none that isn’t there', () => {
    const w = wall(fixture('one'), fixture('two', { x: inch(60) }));
    expect(frontOf(w, 'one')).toBe(frontOf(w, 'one'));
    expect(frontOf(w, 'two')!.builtIn.id).toBe('two');
    expect([frontOf(w, 'gone'), frontOf({ ...w, fixtures: undefined }, 'one')]).toEqual([undefined, undefined]);
  });
  it('a box is let into its wall, or into that front; into the wall where the front is gone', () => {
    const w = wall(fixture('shelf'));
    expect([letInto(w, {}), letInto(w, { inFront: 'shelf' }), letInto(w, { inFront: 'gone' })]).toEqual([w, frontOf(w, 'shelf'), w]);
  });
  it('is called by its kind', () =>
    expect([builtInName({ kind: 'furniture' }), builtInName({ kind: 'base-cabinet' })]).toEqual(['built-in', 'base cabinet']));
});

describe('built-ins where a box is', () => {
  const at = (x: number, face: 'A' | 'B' = 'A', part: Partial<Fixture> = {}) =>
    builtInsAt({ ...emptySite(), walls: [wallOf('v', 10, { A: 'a', B: 'b' }), wall(fixture('shelf', part))] }, boxOn('b', 'w', x, { face }), inches(x)).map((f) => f.id); // prettier-ignore
  it('cabinets and fixed furniture on its side of its wall, to the edge', () => {
    expect([at(20), at(56), at(19.9), at(56.1), at(40, 'B')]).toEqual([['shelf'], ['shelf'], [], [], []]);
    expect([at(40, 'A', { kind: 'base-cabinet' }), at(40, 'A', { kind: 'wall-cabinet' }), at(40, 'A', { kind: 'sink' as never })]).toEqual([['shelf'], ['shelf'], []]); // prettier-ignore
    expect(builtInsAt(emptySite(), boxOn('b', 'w', 40), inches(40))).toEqual([]);
  });
});
