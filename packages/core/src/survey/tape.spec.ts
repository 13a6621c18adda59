/** The tape and what is measured twice, on the wall of 8 ft between den and shop: studs at 16 in, a box at 40, a door, a pipe. By hand, inches. */
import { describe, expect, it } from 'vitest';
import { inch } from '../panel/smallJob.testing.js';
import { boxOn, smallHouse, wallOf } from '../route/smallHouse.testing.js';
import { inches } from '../measure/index.js';
import type { Box, CheckMeasure, Site, Wall } from '../model/index.js';
import { awayFromItsStud, contradictions, measureOf, nearestReferences, readTape, setByTape, snapped, tapeWords, thingById, type Measure, type TapeOk } from './index.js'; // prettier-ignore

const DOOR = { id: 'door', kind: 'door' as const, x: inch(70), z: inch(0), width: inch(20), height: inch(80) };
const PIPE = {
  id: 'pipe',
  kind: 'pipe' as const,
  x: inch(4),
  z: inch(10),
  width: inch(2),
  height: inch(60),
  behindA: inch(1),
  thick: inch(2),
};
const siteWith = (wall: Partial<Wall> = {}, boxes: Box[] = [boxOn('b', 'e', 40), boxOn('c', 'e', 56)]): Site => smallHouse({ walls: { e: { openings: [DOOR], obstacles: [PIPE], ...wall } }, boxes }); // prettier-ignore
const wallIn = (site: Site): Wall => site.walls.find((w) => w.id === 'e')!;
const read = (text: string, { usual = 'left' as Measure, selected = 'b' as string | undefined, face = 'A' as 'A' | 'B', site = siteWith() } = {}) => readTape(text, usual, site, wallIn(site), selected, 'in', face); // prettier-ignore
const why = (...args: Parameters<typeof read>): string => { const r = read(...args); return r.ok ? `read ${r.measure} ${Math.round((r.mm / 25.4) * 1e6) / 1e6}` : r.message; }; // prettier-ignore

describe('what is typed', () => {
  it('a letter and a length, or a length alone as it is usually taken', () => {
    const of = (text: string, usual?: Measure) => { const r = read(text, usual ? { usual } : {}); return r.ok ? [r.measure, Math.round((r.mm / 25.4) * 1e6) / 1e6, r.as] : r; }; // prettier-ignore
    expect([of('b 13 1/4'), of('X 6'), of('l 6'), of('r 6'), of('c 6'), of('t 6'), of('w 6'), of('h 6'), of('d 6')]).toEqual([
      ['bottom', 13.25, '13 1/4'], ['left', 6, '6'], ['left', 6, '6'], ['right', 6, '6'], ['centre', 6, '6'], ['top', 6, '6'], ['width', 6, '6'], ['height', 6, '6'], ['depth', 6, '6'],
    ]); // prettier-ignore
    expect([of('13 1/4'), of('13 1/4', 'bottom')]).toEqual([['left', 13.25, '13 1/4'], ['bottom', 13.25, '13 1/4']]); // prettier-ignore
    expect(why('q 6')).toMatch(/^q sets nothing here; x left edge/);
    expect(why('b long')).not.toMatch(/^read/);
    expect([why(`b ${' '.repeat(116)}13`), why(`b ${' '.repeat(117)}13`)]).toEqual(['read bottom 13', 'That is 121 characters long; try b 13 1/4 or x 41 3/8 from left.']); // prettier-ignore
  });
  it('from an end, the floor, a stud, or a thing by the beginning of its name; not from itself', () => {
    const from = (text: string) => { const r = read(text); return r.ok ? [r.from?.thing, r.near === true] : r.message; }; // prettier-ignore
    expect([from('x 6 from left'), from('x 6 from the right end'), from('b 6 from floor'), from('b 6 from top'), from('x 6')]).toEqual([
      ['left-end', true], ['right-end', true], ['floor', false], ['ceiling', false], [undefined, false],
    ]); // prettier-ignore
    expect([from('6 from stud 2'), from('l 6 from Box c'), from('r 6 from door'), from('c 6 from doo')]).toEqual([['stud-known', true], ['c', false], ['door', false], ['door', false]]); // prettier-ignore
    expect(from('x 6 from box b')).toMatch(/^Nothing here is called “box b”\. From left, right, floor, ceiling, .+ would do\.$/);
    expect(from('x 6 from stud')).toMatch(/^“stud” could be stud 1 or stud 2 or stud 3 or stud 4; say which\.$/);
  });
  it('a distance along goes from what stands along, a height from what is up; sizes from nothing', () => {
    expect(why('x 6 from floor')).toBe('floor is up and down; a distance along the wall goes from left, right, a stud or a thing.');
    expect(why('r 6 from ceiling')).toMatch(/^ceiling is up and down/);
    expect(why('b 6 from left')).toBe('left is along the wall; a height goes from floor, ceiling or a thing.');
    expect(why('t 6 from right end')).toMatch(/^right end is along the wall/);
    for (const letter of ['w', 'h', 'd']) expect(why(`${letter} 6 from stud 2`)).toMatch(/ is not taken from anything; type it alone\.$/);
    expect([why('b 6 from door'), why('x 6 from door')]).toEqual(['read bottom 6', 'read left 6']);
  });
  it('a depth behind the far face needs the thing’s own thickness, and no more than the wall has', () => {
    // 3 1/2 in of stud and two boards of 1/2 in, less the pipe’s 2 in
    const depth = (text: string, more: object = {}) => why(text, { selected: 'pipe', face: 'B', ...more });
    expect([depth('d 2 1/2'), depth('d 2 5/8')]).toEqual(['read depth 2.5', '2 5/8" behind this face it would stick out of the other; at most 2 1/2" would do.']); // prettier-ignore
    expect(depth('d 9', { face: 'A' })).toBe('read depth 9');
    expect(depth('x 9')).toBe('read left 9');
    const thin = siteWith({ obstacles: [{ ...PIPE, thick: undefined }] });
    expect(depth('d 1', { site: thin })).toMatch(/^How thick is the pipe itself\?/);
    expect(depth('d 9', { selected: 'b' })).toBe('read depth 9');
  });
});

describe('what it shows and sets', () => {
  const shown = (id: string, measure: Measure, face: 'A' | 'B' = 'A', site = siteWith()) => {
    const mm = measureOf(wallIn(site), thingById(site, wallIn(site), id)!, face, measure, site);
    return mm === undefined ? undefined : Math.round((mm / 25.4) * 1e4) / 1e4;
  };
  it('edges from the left end of the face one stands at', () => {
    // the box lies from 38 7/8 to 41 1/8 in; from the shop 96 in run the other way
    expect([shown('b', 'left'), shown('b', 'right'), shown('b', 'centre'), shown('b', 'bottom'), shown('b', 'top'), shown('b', 'width'), shown('b', 'height')]).toEqual([38.875, 41.125, 40, 14, 17.75, 2.25, 3.75]); // prettier-ignore
    expect([shown('b', 'left', 'B'), shown('b', 'right', 'B'), shown('b', 'centre', 'B')]).toEqual([54.875, 57.125, 56]);
    expect([shown('pipe', 'depth'), shown('pipe', 'depth', 'B'), shown('door', 'depth'), shown('b', 'depth')]).toEqual([1, 1.5, undefined, undefined]); // prettier-ignore
    const bare = siteWith({ obstacles: [{ ...PIPE, thick: undefined }] });
    expect([shown('pipe', 'depth', 'B', bare), shown('pipe', 'depth', 'B', siteWith({ obstacles: [{ ...PIPE, behindA: undefined }] }))]).toEqual([undefined, undefined]); // prettier-ignore
  });
  const set = (id: string, text: string, face: 'A' | 'B' = 'A', site = siteWith()) => {
    const reading = read(text, { selected: id, face, site }) as TapeOk;
    const after = setByTape(site, wallIn(site), face, id, reading);
    const t = thingById(after, wallIn(after), id)!;
    return [t.left, t.right, t.bottom, t.top].map((v) => Math.round((v / 25.4) * 1e3) / 1e3);
  };
  it('a pipe by each of its edges, from either end and either face', () => {
    expect([set('pipe', 'x 10'), set('pipe', 'r 10'), set('pipe', 'c 10')]).toEqual([[10, 12, 10, 70], [8, 10, 10, 70], [9, 11, 10, 70]]); // prettier-ignore
    expect([set('pipe', 'x 10 from right'), set('pipe', 'c 10 from right'), set('pipe', 'l 10 from right')]).toEqual([[84, 86, 10, 70], [85, 87, 10, 70], [86, 88, 10, 70]]); // prettier-ignore
    expect([set('pipe', 'x 10', 'B'), set('pipe', 'r 10', 'B')]).toEqual([[84, 86, 10, 70], [86, 88, 10, 70]]); // prettier-ignore
    expect([set('pipe', 'b 20'), set('pipe', 't 80'), set('pipe', 't 6 from ceiling'), set('pipe', 'b 3 from door')]).toEqual([[4, 6, 20, 80], [4, 6, 20, 80], [4, 6, 30, 90], [4, 6, 83, 143]]); // prettier-ignore
    expect([set('pipe', 'w 3'), set('pipe', 'h 50'), set('pipe', 'w 3', 'B')]).toEqual([
      [4, 7, 10, 70],
      [4, 6, 10, 60],
      [3, 6, 10, 70],
    ]);
  });
  it('from a thing the edges that face each other; a stud by its edge', () => {
    // stud 3 is 31 1/4 to 32 3/4 in
    expect([set('pipe', 'x 5 from stud 3'), set('pipe', 'x 5 from box b')]).toEqual([
      [24.25, 26.25, 10, 70],
      [31.875, 33.875, 10, 70],
    ]);
    const right = siteWith({ obstacles: [{ ...PIPE, x: inch(60) }] });
    expect(set('pipe', 'x 5 from box b', 'A', right)).toEqual([46.125, 48.125, 10, 70]);
  });
  it('a depth from the far face is kept from this one', () => {
    const site = siteWith();
    const after = (text: string, face: 'A' | 'B') => setByTape(site, wallIn(site), face, 'pipe', read(text, { selected: 'pipe', face }) as TapeOk).walls.find((w) => w.id === 'e')!.obstacles[0]!.behindA!; // prettier-ignore
    expect([after('d 1/2', 'A').mm / 25.4, after('d 1/2', 'B').mm / 25.4, after('d 2 1/2', 'B').mm]).toEqual([0.5, 2, 0]);
    // a thing that is gone leaves all as it is
    expect(setByTape(site, wallIn(site), 'A', 'gone', read('b 1') as TapeOk)).toBe(site);
  });
});

describe('the nearest to hook a tape to', () => {
  const near = (id: string, face: 'A' | 'B' = 'A', site = siteWith()) => nearestReferences(site, wallIn(site), face, id).map((r) => [r.name, r.side, ...[r.mm, r.from, r.to].map((v) => Math.round((v / 25.4) * 1e3) / 1e3)]); // prettier-ignore
  it('a stud that was found, a box, a door; never a reckoned stud', () => {
    // the box’s edges at 38 7/8 and 41 1/8 in; the known stud ends at 16 3/4, the next box begins at 54 7/8
    expect(near('b')).toEqual([['stud 2', 'left', 22.125, 16.75, 38.875], ['box c', 'right', 13.75, 41.125, 54.875]]); // prettier-ignore
    expect(near('c')).toEqual([['box b', 'left', 13.75, 41.125, 54.875], ['door', 'right', 12.875, 57.125, 70]]); // prettier-ignore
    expect(near('door')[1]).toEqual(['right end', 'right', 6, 90, 96]);
    expect(near('pipe')[0]).toEqual(['left end', 'left', 4, 0, 4]);
  });
  it('from the far face the other way round; boxes of this face are not seen there', () => {
    const site = siteWith({}, [boxOn('b', 'e', 40, { face: 'B' }), boxOn('c', 'e', 56)]);
    // from the shop the box lies at 38 7/8 to 41 1/8 in, the door, 70 to 90 in from the den’s left, at 6 to 26 in
    expect(near('b', 'B', site)).toEqual([['door', 'left', 12.875, 26, 38.875], ['stud 2', 'right', 38.125, 41.125, 79.25]]); // prettier-ignore
  });
  it('what it touches gives no distance; a thing that is gone none at all', () => {
    const touching = siteWith({}, [boxOn('b', 'e', 16.75 + 1.125), boxOn('c', 'e', 56)]);
    expect(near('b', 'A', touching)[0]).toEqual(['pipe', 'left', 10.75, 6, 16.75]);
    expect(near('gone')).toEqual([]);
  });
  it('a reading said back', () => {
    const words = (text: string) => tapeWords(read(text) as TapeOk, 'in');
    expect([words('x 6'), words('r 6 from right end'), words('c 6'), words('b 6 from floor'), words('w 6')]).toEqual(['left edge 6"', 'right edge 6" from right end', 'centre 6"', 'bottom 6" from floor', 'width 6"']); // prettier-ignore
  });
});

describe('a drag', () => {
  const drag = (left: number, bottom: number, within = 0.5, id = 'b', site = siteWith()) => {
    const { to, ...at } = snapped(site, wallIn(site), thingById(site, wallIn(site), id)!, inches(left), inches(bottom), inches(within));
    return [Math.round((at.left / 25.4) * 1e3) / 1e3, Math.round((at.bottom / 25.4) * 1e3) / 1e3, ...to];
  };
  it('snaps either of its edges to a stud’s face, a box, the wall’s ends, within what is said', () => {
    // a stud of 31 1/4 to 32 3/4 in
    expect([drag(33.2, 30), drag(33.3, 30), drag(28.8, 30)]).toEqual([[32.75, 30, 'stud 3'], [33.3, 30], [29, 30, 'stud 3']]); // prettier-ignore
    expect([drag(57, 30), drag(0.4, 30)]).toEqual([[57.125, 30, 'box c'], [0, 30, 'wall end']]); // prettier-ignore
    // where the last stud ends the wall does
    expect(drag(93.4, 30).slice(0, 2)).toEqual([93.75, 30]);
    // of two within reach the nearer one
    expect(drag(30.9, 30, 2)).toEqual([31.25, 30, 'stud 3']);
  });
  it('snaps up to the floor, the plates, and heights that are there', () => {
    // a sole plate of 1 1/2 in; two top plates from 93 in on; the other box from 14 to 17 3/4 in
    expect([drag(20, 0.3), drag(20, 1.2), drag(20, 93.3 - 3.75), drag(20, 14.3), drag(20, 17.5), drag(20, 30)]).toEqual([
      [20, 0, 'floor'],
      [20, 1.5, 'sole plate'],
      [20, 89.25, 'top plate'],
      [20, 14, 'box c, bottom'],
      [20, 17.75, 'box c, top'],
      [20, 30],
    ]);
    expect(drag(20, 80.3)).toEqual([20, 80, 'door, top']);
    expect(drag(33.2, 14.3)).toEqual([32.75, 14, 'stud 3', 'box c, bottom']);
  });
  it('not to a box of the other face, nor to its own place; to a reference by its line', () => {
    const far = siteWith({}, [boxOn('b', 'e', 40), boxOn('c', 'e', 96 - 56, { face: 'B' })]);
    expect(drag(57, 30, 0.5, 'b', far)).toEqual([57, 30]);
    expect(drag(38.9, 14.1)).toEqual([38.9, 14, 'box c, bottom']);
    const marked = siteWith({ references: [{ id: 'ref', name: 'rod', x: inch(24) }] });
    expect(drag(24.3, 30, 0.5, 'b', marked)).toEqual([24, 30, 'rod']);
  });
});

describe('measured twice', () => {
  const check = (part: Partial<CheckMeasure>): CheckMeasure => ({ id: 'k', axis: 'along', from: { thing: 'left-end' }, to: { thing: 'b' }, distance: inch(38.875), ...part }); // prettier-ignore
  const found = (part: Partial<CheckMeasure>, wall: Partial<Wall> = {}) => { const site = siteWith({ checks: [check(part)], ...wall }); return contradictions(site, wallIn(site)); }; // prettier-ignore
  const off = (part: Partial<CheckMeasure>, wall: Partial<Wall> = {}) => found(part, wall).map((c) => [c.verdict, Math.round((c.offMm / 25.4) * 1e4) / 1e4])[0]; // prettier-ignore
  it('from the left end to a box: its left edge unless another is said', () => {
    expect([off({}), off({ distance: inch(39) }), off({ distance: inch(39.01) }), off({ distance: inch(38.74) })]).toEqual([['ok', 0], ['ok', 0.125], ['stop', 0.135], ['stop', -0.135]]); // prettier-ignore
    const edge = (e: 'right' | 'centre' | 'bottom' | 'top', inchTo: number) => off({ to: { thing: 'b', edge: e }, distance: inch(inchTo) });
    expect([edge('right', 41.125), edge('centre', 40)]).toEqual([['ok', 0], ['ok', 0]]); // prettier-ignore
    const [one] = found({ distance: inch(40) });
    expect(one).toMatchObject({ checkId: 'k', says: expect.stringMatching(/^left end to box b, left was measured twice/) as string });
    expect([one!.sums[0]!.terms.map((t) => Math.round((t.value / 25.4) * 1e3) / 1e3), one!.sums[0]!.result.value / 25.4, one!.sums[0]!.limit!.value / 25.4]).toEqual([[40, -38.875], expect.closeTo(1.125, 6), 0.125]); // prettier-ignore
  });
  it('from the right end, up from the floor and down from the ceiling', () => {
    expect(off({ from: { thing: 'right-end' }, distance: inch(96 - 38.875) })).toEqual(['ok', 0]);
    const up = (from: 'floor' | 'ceiling', to: object, n: number) => off({ axis: 'up', from: { thing: from }, to: to as never, distance: inch(n) }); // prettier-ignore
    expect([up('floor', { thing: 'b' }, 14), up('floor', { thing: 'b', edge: 'top' }, 17.75), up('floor', { thing: 'b', edge: 'centre' }, 15.875), up('ceiling', { thing: 'b', edge: 'top' }, 78.25)]).toEqual([['ok', 0], ['ok', 0], ['ok', 0], ['ok', 0]]); // prettier-ignore
    // an end has no height, a floor no distance along; what is gone is held against nothing
    expect([found({ axis: 'up' }), found({ axis: 'up', from: { thing: 'right-end' } }), found({ from: { thing: 'floor' } }), found({ from: { thing: 'ceiling' } }), found({ to: { thing: 'gone' } })]).toEqual([[], [], [], [], []]); // prettier-ignore
    expect(contradictions(siteWith(), wallIn(siteWith()))).toEqual([]);
  });
  it('what is less sure may be further off: a scan by 1/4, what is reckoned or assumed by 1 in, a doubt of the wall by itself', () => {
    // stud 3 at 32 in is reckoned, the known one at 16 in is measured
    const stud = (n: number, wall: Partial<Wall> = {}) => off({ to: { thing: 'stud-right-1', edge: 'centre' }, distance: inch(n) }, wall);
    expect([stud(33.125), stud(33.2)]).toEqual([['ok', 1.125], ['stop', 1.2]]); // prettier-ignore
    const E = wallOf('e', 96, { A: 'den', B: 'shop' });
    const known = (how: 'scanned' | 'assumed' | 'felt', n: number) => off({ to: { thing: 'stud-known', edge: 'centre' }, distance: inch(n) }, { framing: { ...E.framing, knownStud: { mm: inches(16), known: how } } }); // prettier-ignore
    expect([known('scanned', 16.375), known('scanned', 16.4), known('assumed', 17.125), known('assumed', 17.2), known('felt', 16.125), known('felt', 16.2)].map((x) => x![0])).toEqual(['ok', 'stop', 'ok', 'stop', 'ok', 'stop']); // prettier-ignore
    const doubt = { length: { ...inch(96), toleranceMm: inches(0.5) }, height: { ...inch(96), toleranceMm: inches(0.5) } };
    const right = (n: number) => off({ from: { thing: 'right-end' }, distance: inch(96 - 38.875 + n) }, doubt)![0];
    const top = (n: number) => off({ axis: 'up', from: { thing: 'ceiling' }, to: { thing: 'b', edge: 'top' }, distance: inch(78.25 + n) }, doubt)![0]; // prettier-ignore
    expect([right(0.625), right(0.7), top(0.625), top(0.7)]).toEqual(['ok', 'stop', 'ok', 'stop']);
  });
});

describe('a box and the stud that it is noted to hang on', () => {
  const E = (part: Partial<Wall['framing']> = {}): Wall => { const w = wallOf('e', 96, { A: 'den', B: 'shop' }); return { ...w, framing: { ...w.framing, ...part } }; }; // prettier-ignore
  const code = (box: Box, wall = E()) => awayFromItsStud(wall, box)?.code;
  /** Its left edge so far right of the known stud’s right edge at 16 3/4 in. */
  const right = (gap: number, part: Partial<Box> = {}) => boxOn('b', 'e', 16.75 + gap + 1.125, { hangsOn: 'left', ...part });
  it('within a shim of 1/2 in it hangs there; by how the stud is known a little more', () => {
    expect([code(right(0)), code(right(0.5625)), code(right(0.57)), code(right(-0.57))]).toEqual([undefined, undefined, 'contradictions.studElsewhere', 'contradictions.studElsewhere']); // prettier-ignore
    const known = (how: 'felt' | 'scanned' | 'assumed', gap: number) => code(right(gap), E({ knownStud: { mm: inches(16), known: how } })) === undefined; // prettier-ignore
    expect([known('felt', 0.625), known('felt', 0.64), known('scanned', 0.75), known('scanned', 0.76), known('assumed', 1.5), known('assumed', 1.51)]).toEqual([true, false, true, false, true, false]); // prettier-ignore
    // stud 3 is reckoned: an inch more
    const reckoned = (gap: number) => awayFromItsStud(E(), boxOn('b', 'e', 32.75 + gap + 1.125, { hangsOn: 'left' }));
    expect([reckoned(1.5), reckoned(1.51)?.says.includes('as the rhythm of the studs has it')]).toEqual([undefined, true]);
    const judged = awayFromItsStud(E(), right(2))!;
    expect([judged.verdict, judged.says.includes('rhythm'), judged.sums[0]!.result.value / 25.4, judged.sums[0]!.limit!.value / 25.4]).toEqual(['can’t tell', false, expect.closeTo(2, 6), expect.closeTo(0.5625, 6)]); // prettier-ignore
  });
  it('on the right side the same; seen from the other face left and right change places', () => {
    // its right edge at 15 1/4 in touches the stud’s left one
    expect([code(boxOn('b', 'e', 15.25 - 1.125, { hangsOn: 'right' })), code(boxOn('b', 'e', 14.25 - 1.125, { hangsOn: 'right' }))]).toEqual([undefined, 'contradictions.studElsewhere']); // prettier-ignore
    expect(code(boxOn('b', 'e', 96 - 17.875, { face: 'B', hangsOn: 'right' }))).toBeUndefined();
    expect(code(boxOn('b', 'e', 96 - 17.875, { face: 'B', hangsOn: 'left' }))).toBe('contradictions.studElsewhere');
  });
  it('nothing noted, no stud known, standing in front: nothing to say; wings and a stud: one or the other', () => {
    expect([code(right(4, { hangsOn: undefined })), code(right(4), E({ knownStud: undefined })), code(right(4, { inFront: 'stud' as never }))]).toEqual([undefined, undefined, undefined]); // prettier-ignore
    expect([code(right(4, { kind: 'wings-1g-20' })), code(right(0, { kind: 'wings-1g-20' })), code(right(0, { kind: 'nail-on-1g-20' }))]).toEqual(['contradictions.studAndWings', 'contradictions.studAndWings', undefined]); // prettier-ignore
  });
});
