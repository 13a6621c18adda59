/**
 * What is judged of one box on a wall, by hand on the small house: a box 2 1/4 by 3 3/4 in, its bottom 14 in up, whose plate (2 3/4 by 4 1/2)
 * ends 3/8 in under it and 3/8 in over it. Heights and clearances are common practice; 20 in over a counter is 210.52(C), from memory.
 */
import { describe, expect, it } from 'vitest';
import type { RuleId } from '../codebook/index.js';
import { inches } from '../measure/index.js';
import { DEFAULT_SCHOOLS, type Box, type Fixture, type Room, type Schools, type Site, type Wall } from '../model/index.js';
import { cable, device, inch } from '../panel/smallJob.testing.js';
import { boxOn, smallHouse, wallOf } from '../route/smallHouse.testing.js';
import { amongFixtures, bottomsInRoom, judgeBox, plateOf, suggestedBottom, type JudgementInput } from './judgement.js';

/** in, to a ten-thousandth */
const toInches = (mm: number): number => Math.round((mm / 25.4) * 1e4) / 1e4;
const fixture = (kind: Fixture['kind'], [x, width]: [number, number], [z, height]: [number, number], more: Partial<Fixture> = {}): Fixture => ({
  ...{ id: kind, kind, face: 'A', x: inch(x), width: inch(width), z: inch(z), height: inch(height) },
  ...more,
}); // prettier-ignore
const at = (bottomIn: number, more: Partial<Box> = {}): Box => {
  const box = boxOn('b', 'e', 40, more);
  return { ...box, place: { ...box.place, bottom: inch(bottomIn), ...more.place } };
};
const along = (id: string, fromLeftIn: number, bottomIn = 14, more: Partial<Box> = {}): Box => {
  const box = boxOn(id, 'e', fromLeftIn, more);
  return { ...box, place: { ...box.place, bottom: inch(bottomIn) } };
};
const plainWall = wallOf('e', 96, { A: 'den', B: 'shop' });
const withFixtures = (...fixtures: Fixture[]): Wall => ({ ...plainWall, fixtures });
const say = (wall: Wall, box: Box) => amongFixtures(wall, box, 'US-2020').map((j) => [j.verdict, j.code]);

describe('the plate', () => {
  it('is centred on its box, a gang wider by 1 13/16 in; none where the box has no place', () => {
    const inchesOf = (box: Box) => Object.values(plateOf(plainWall, box)!).map((mm) => toInches(mm));
    expect(inchesOf(at(14))).toEqual([38.625, 41.375, 13.625, 18.125]);
    expect(inchesOf(at(14, { gangs: 2, width: inch(4.0625) }))).toEqual([37.7188, 42.2813, 13.625, 18.125]);
    expect(plateOf(plainWall, { ...at(14), place: { ...at(14).place, from: 'nowhere' } })).toBeUndefined();
  });
  it('what stands beside it, or on the other face, is not at it', () => {
    const beside = (x: number, width: number, face: 'A' | 'B' = 'A') => say(withFixtures(fixture('furniture', [x, width], [0, 40], { face })), at(14)).length; // prettier-ignore
    expect([beside(41.375, 10), beside(41.25, 10), beside(28.625, 10), beside(28.75, 10), beside(38, 10, 'B')]).toEqual([0, 1, 0, 1, 0]);
  });
});

describe('plate against what stands at its place', () => {
  // a counter 36 in high: the plate begins 3/8 in under the box
  const counter = withFixtures(fixture('counter', [30, 20], [34.5, 1.5]));
  it('over a counter: up to 20 in from its top to the box’s it counts as a counter receptacle', () => {
    expect([say(counter, at(52.25)), say(counter, at(52.3125))]).toEqual([[['ok', 'wall.counterLow']], [['caution', 'wall.counterHigh']]]); // prettier-ignore
    const [over] = amongFixtures(counter, at(40), 'US-2020');
    expect(over!.sums.map((s) => [toInches(s.result.value), toInches(s.limit!.value), s.limit!.relation])).toEqual([[3.625, 0, '≥'], [7.75, 20, '≤']]); // prettier-ignore
    expect(over!.source).toMatchObject({ clause: '210.52(C)' });
  });
  it('just clear of an edge is clear, an eighth over it is a stop', () => {
    const trim = withFixtures(fixture('cap-trim', [0, 96], [30, 1]));
    expect([say(trim, at(31.375)), say(trim, at(31.25))]).toEqual([[['ok', 'wall.featureClear']], [['stop', 'wall.overEdge']]]);
    // from below: the plate ends 4 1/8 in over the box’s bottom
    expect([say(trim, at(25.875)), say(trim, at(26))]).toEqual([[['ok', 'wall.featureClear']], [['stop', 'wall.overEdge']]]);
    const [under] = amongFixtures(trim, at(20), 'US-2020');
    expect(under!.sums.map((s) => [s.terms.map((t) => toInches(t.value)), toInches(s.result.value)])).toEqual([[[30, -24.125], 5.875]]);
    const [above] = amongFixtures(trim, at(40), 'US-2020');
    expect(above!.sums.map((s) => [s.terms.map((t) => toInches(t.value)), toInches(s.result.value)])).toEqual([[[39.625, -31], 8.625]]);
  });
  it('within a wainscot it needs an extension; over its upper edge it is a stop', () => {
    const wainscot = withFixtures(fixture('wainscot', [0, 96], [2, 35.5]));
    // all of the plate between 2 and 37 1/2: from 2 3/8 to 33 3/8 up
    expect([2.375, 33.375].map((b) => say(wainscot, at(b)))).toEqual([[['caution', 'wall.insideWainscot']], [['caution', 'wall.insideWainscot']]]); // prettier-ignore
    expect([2.25, 33.5].map((b) => say(wainscot, at(b)))).toEqual([[['stop', 'wall.overEdge']], [['stop', 'wall.overEdge']]]);
  });
  it('behind furniture or a cabinet it is in reach only when that is moved', () => {
    for (const kind of ['furniture', 'wall-cabinet', 'base-cabinet'] as const)
      expect(say(withFixtures(fixture(kind, [30, 20], [10, 20])), at(14))).toEqual([['caution', 'wall.behindFeature']]);
    expect(say(withFixtures(fixture('backsplash', [30, 20], [10, 20])), at(14))).toEqual([['stop', 'wall.overEdge']]);
  });
  it('several at once: the worst leads, with the sums of all', () => {
    const site = smallHouse({ boxes: [at(14)], walls: { e: { fixtures: [fixture('furniture', [30, 20], [10, 20]), fixture('cap-trim', [0, 96], [16, 1])] } } }); // prettier-ignore
    const found = judged(site).findings.find((f) => f.rule === 'fixtures')!;
    expect([found.verdict, found.sums.length, found.says]).toEqual(['stop', 2, 'the plate would run over the edge of the cap trim']);
  });
});

const judged = (site: Site, more: Partial<JudgementInput> = {}) =>
  judgeBox({ site, wall: site.walls.find((w) => w.id === 'e')!, boxId: 'b', edition: 'US-2020', schools: DEFAULT_SCHOOLS, unit: 'in', ...more }); // prettier-ignore
const finding = (site: Site, rule: RuleId, more: Partial<JudgementInput> = {}) => judged(site, more).findings.find((f) => f.rule === rule);
const house = (boxes: Box[], e: Partial<Wall> = {}, den: Partial<Room> = {}, more: Partial<Site> = {}): Site => ({ ...smallHouse({ boxes, den, walls: { e } }), ...more }); // prettier-ignore

describe('the height it is asked for', () => {
  const bottom = (site: Site, schools: Partial<Schools> = {}, wall = site.walls.find((w) => w.id === 'e')!) => {
    const wanted = suggestedBottom(site, wall, site.boxes[0]!, { ...DEFAULT_SCHOOLS, ...schools });
    expect(wanted.sum.terms.reduce((s, t) => s + t.value, 0)).toBeCloseTo(wanted.bottomMm, 6);
    expect(wanted.sum.result.value).toBe(wanted.bottomMm);
    return [toInches(wanted.bottomMm), wanted.why, wanted.sum.terms.length, wanted.over ?? 'free'];
  };
  it('over the highest trim, counter or base cabinet at its plate: 1/4 in clear, half a plate more, half the box less', () => {
    const wall = { fixtures: [fixture('wainscot', [0, 96], [0, 34]), fixture('cap-trim', [0, 96], [34, 1]), fixture('furniture', [30, 20], [0, 60])] }; // prettier-ignore
    // 35 + 1/4 + 2 1/4 − 1 7/8
    expect(bottom(house([at(14)], wall))).toEqual([35.625, 'above the cap trim', 4, 'trim']);
    for (const kind of ['counter', 'backsplash', 'base-cabinet'] as const)
      expect(bottom(house([at(14)], { fixtures: [fixture(kind, [30, 20], [0, 40])] }))[0]).toBe(40.625);
    for (const kind of ['wall-cabinet', 'furniture'] as const)
      expect(bottom(house([at(14)], { fixtures: [fixture(kind, [30, 20], [0, 40])] }))[1]).toBe('your preferred height');
  });
  it('level with most of the room’s boxes; those that are a quarter apart are no company', () => {
    expect(bottom(house([at(20), along('c', 60, 16), along('d', 70, 14), along('f', 80, 14.125)]))).toEqual([14, 'level with the room’s boxes', 1, 'free']); // prettier-ignore
    expect(bottom(house([at(20), along('c', 60, 16), along('d', 70, 14), along('f', 80, 14.25)]))[0]).toBe(16);
  });
  it('13 1/4 in where none is to be matched, or none is wished to; what is still laid on the floor on top of it', () => {
    expect(bottom(house([at(20)]))).toEqual([13.25, 'your preferred height', 1, 'free']);
    expect(bottom(house([at(20), along('c', 60, 16)]), { height: 'preferred height' })).toEqual([
      13.25,
      'your preferred height',
      1,
      'free',
    ]);
    expect(bottom(house([at(20)], {}, { floorToAdd: inch(0.75) }))).toEqual([14, 'your preferred height', 2, 'free']);
    // boxes of the room stand over the same floor: nothing is added
    expect(bottom(house([at(20), along('c', 60, 16)], {}, { floorToAdd: inch(0.75) }))[0]).toBe(16);
  });
  it('the other boxes of the room in its row: low ones for a low one, high ones for a high one; no guess, none of another room', () => {
    const boxes = [at(14), along('low', 60, 29.9), along('high', 70, 30), along('back', 80, 16, { face: 'B' })];
    const guess = { ...along('guess', 20), place: { ...along('guess', 20).place, bottom: { ...inch(15), known: 'assumed' as const } } };
    const site = house([...boxes, guess, { ...along('gone', 10), wallId: 'nowhere' }]);
    const [den, shop] = site.rooms as [Room, Room];
    const row = (room: Room, not: string, from?: number) => bottomsInRoom(site, room, not, from).map((mm) => Math.round(toInches(mm) * 10) / 10); // prettier-ignore
    expect([row(den, 'b'), row(den, 'b', inches(29.9)), row(den, 'b', inches(30)), row(den, 'low'), row(shop, 'b')]).toEqual([[29.9], [29.9], [30], [14], [16]]); // prettier-ignore
  });
  it('an eighth off is level enough; a sixteenth more offers the worked height', () => {
    const cure = (b: number) => finding(house([at(b), along('c', 60, 14)]), 'height')!.cure;
    expect([cure(14), cure(14.125), cure(13.875)]).toEqual([undefined, undefined, undefined]);
    expect([cure(14.1875)!.box.place.bottom, cure(13.8125)!.box.place.bottom.mm]).toEqual([{ mm: 355.6, known: 'measured' }, 355.6]);
    expect(finding(house([at(14.125), along('c', 60, 14)]), 'height')!.verdict).toBe('ok');
    expect(finding(house([at(14.1875), along('c', 60, 14)]), 'height')!.verdict).toBe('caution');
  });
  it('in reach from 15 to 48 in over the floor as it will be; both ends stand in the sum', () => {
    const reach = (b: number, add = 0) => finding(house([at(b)], {}, add ? { floorToAdd: inch(add) } : {}), 'reach')!;
    expect([15, 14.9375, 44.25, 44.3125].map((b) => reach(b).verdict)).toEqual(['ok', 'note', 'ok', 'note']);
    expect([15.75, 15.6875, 45, 45.0625].map((b) => reach(b, 0.75).verdict)).toEqual(['ok', 'note', 'ok', 'note']);
    expect(reach(20, 0.75).sums.map((s) => [toInches(s.result.value), s.limit!.relation, toInches(s.limit!.value)])).toEqual([[19.25, '≥', 15], [23, '≤', 48]]); // prettier-ignore
  });
  it('over trim the room’s boxes are no measure; the cure goes with both', () => {
    const site = house([at(14), along('c', 60, 14)], { fixtures: [fixture('wainscot', [30, 20], [0, 30])] });
    const [height, fixtures] = [finding(site, 'height')!, finding(site, 'fixtures')!];
    // 30 + 1/4 + 2 1/4 − 1 7/8
    for (const f of [height, fixtures]) expect(toInches(f.cure!.box.place.bottom.mm)).toBeCloseTo(30.625, 4);
    expect([height.verdict, height.code, height.sums.length]).toEqual(['note', 'wall.workedHeight', 2]);
  });
});

describe('the side of its stud', () => {
  // studs at 16, 32, 48: the box spans 38 7/8 to 41 1/8
  const side = (more: Partial<Box>, e: Partial<Wall> = {}) => {
    const f = finding(house([at(14, more)], e), 'stud-side');
    return f && [f.verdict, f.code];
  };
  it('noted it is fine, reckoned it is a note, not known it can’t be told; masonry has none', () => {
    expect(side({ hangsOn: 'left' })).toEqual(['ok', 'wall.onStud']);
    expect(side({ hangsOn: 'none' })).toEqual(['ok', 'wall.byWings']);
    expect(side({})).toEqual(['can’t tell', 'wall.hangingUnknown']);
    expect(side({}, { framing: { ...plainWall.framing, material: 'masonry' } })).toBeUndefined();
  });
  it('what hangs at a stud may stand at it; what hangs on none may not be cut into one', () => {
    // the middle 17 7/8: its left edge is the stud’s right face, 16 3/4
    const stud = (fromLeft: number, more: Partial<Box> = {}) => finding(house([along('b', fromLeft, 14, more)]), 'stud');
    expect([stud(40)!.verdict, stud(17)!.verdict, stud(17, { hangsOn: 'none' })!.verdict]).toEqual(['ok', 'stop', 'stop']);
    expect(stud(17, { hangsOn: 'left' })).toBeUndefined();
  });
});

describe('a box that was found elsewhere', () => {
  const was = (more: Partial<Box> = {}, e: Partial<Wall> = {}, part: Partial<Site> = {}) => house([at(14, more)], e, {}, part);
  const now = (box: Box, found = was(), e: Partial<Wall> = {}) => judged(house([box], e), { found });
  it('how far up, and how far aside as seen from its face; and whether anything is cut', () => {
    const { move } = now(along('b', 45, 20));
    expect([toInches(move!.upMm), toInches(move!.sidewaysMm), move!.enlarged, move!.cuts]).toEqual([6, 5, 0, true]);
    // on face B left and right change places
    const back = now(along('b', 45, 14, { face: 'B' }), house([along('b', 40, 14, { face: 'B' })]));
    expect([toInches(back.move!.sidewaysMm), toInches(back.move!.upMm)]).toEqual([5, 0]);
    expect(now(at(14)).move).toEqual({ upMm: 0, sidewaysMm: 0, enlarged: 0, cuts: false });
    // to each side alone, more than half a mm; a smaller one cuts nothing
    const cuts = (box: Box) => now(box).move!.cuts;
    expect([cuts(along('b', 40.05)), cuts(along('b', 39.95)), cuts(at(14.05)), cuts(at(13.95))]).toEqual([true, true, true, true]);
    expect([cuts(along('b', 40.015)), cuts(at(14.015)), cuts(at(14, { height: inch(3) })), cuts(at(14, { width: inch(2) }))]).toEqual([false, false, false, false]); // prettier-ignore
    expect(judged(was()).move).toBeUndefined();
  });
  it('a raise, a lowering, and neither within half a mm', () => {
    const raise = (b: number) => now(at(b)).findings.find((f) => f.rule === 'raise');
    expect([raise(20)!.code, raise(8)!.code, raise(14.015), raise(13.985)]).toEqual(['wall.patchRaised', 'wall.patchLowered', undefined, undefined]); // prettier-ignore
    expect([raise(20)!.title, raise(8)!.title]).toEqual(['The raise', 'The lowering']);
    expect(raise(20)!.sums.map((s) => toInches(s.result.value))).toEqual([6]);
  });
  it('the old opening is patched; where nothing of it is left open, nothing', () => {
    const holes = (box: Box) => now(box).patch!.pieces.map(({ hole }) => [hole.left, hole.right, hole.bottom, hole.top].map(toInches));
    expect(holes(at(30))).toEqual([[38.875, 41.125, 14, 17.75]]);
    // raised by 2: 2 in under it are left
    expect(holes(at(16))).toEqual([[38.875, 41.125, 14, 16]]);
    expect(holes(at(14, { gangs: 2, width: inch(4.0625) }))).toEqual([]);
  });
  it('a cable that reaches it before: free length and what the move gains or takes', () => {
    const fed = cable('c', 'b', { name: 'feed', ends: [{ label: 'panel' }, { boxId: 'b', label: 'b', side: 'top', freeLength: inch(8) }] });
    const found = was(
      { depth: inch(2.5), kind: 'nail-on-1g-20' },
      {},
      { cables: [fed, cable('other', 'elsewhere')], devices: [device('b')] },
    );
    const reach = (box: Box) => judged({ ...house([box]), cables: [fed] }, { found }).findings.filter((f) => f.rule === 'reach-cable').map((f) => [f.about, f.verdict, toInches(f.sums[0]!.result.value)]); // prettier-ignore
    const kept = { depth: inch(2.5), kind: 'nail-on-1g-20' as const };
    // from above: raised by 2 it gains 2, lowered by 6 it loses 6
    expect(reach(at(16, kept))).toEqual([[['b', 'c'], 'ok', 10]]);
    expect(reach(at(8, kept))).toEqual([[['b', 'c'], 'stop', 2]]);
    // aside by 3 all of it is lost, as nobody knows where the cable is held; what grows away from its stud is no move
    expect(reach(along('b', 43, 14, kept))).toEqual([[['b', 'c'], 'stop', 5]]);
    expect(reach(along('b', 41, 14, { ...kept, gangs: 2, width: inch(4.0625) }))).toEqual([[['b', 'c'], 'ok', 8]]);
  });
  it('a bad old box: put in again it is a caution, another in its place is fine; a sound one is not spoken of', () => {
    const old = (before: Partial<Box>, after: Partial<Box>) => now(at(14, after), was(before)).findings.find((f) => f.rule === 'old-box');
    expect(old({ condition: 'loose' }, { condition: 'loose' })).toMatchObject({ verdict: 'caution', code: 'wall.stripScrews' });
    expect(old({ condition: 'loose' }, { kind: 'wings-1g-20' })).toMatchObject({ verdict: 'ok', code: 'wall.boxReplaced' });
    expect(old({ condition: 'loose' }, { kind: 'wings-1g-20', condition: 'loose' })).toMatchObject({ verdict: 'ok' });
    expect(old({ condition: 'sound' }, {})).toBeUndefined();
    expect(old({}, {})).toBeUndefined();
  });
  it('room to enlarge is judged where it grows', () => {
    const enlarge = (gangs: number) => now(at(14, { gangs, width: inch(2.25 + (gangs - 1) * 1.8125) })).findings.some((f) => f.rule === 'enlarge'); // prettier-ignore
    expect([enlarge(1), enlarge(2)]).toEqual([false, true]);
  });
});

describe('what is newly cut, and the studs', () => {
  // the stud at 16 spans 15 1/4 to 16 3/4; a box whose middle is 17 7/8 stands at its right face
  const stud = (box: Box, before: Box, e: Partial<Wall> = {}) => {
    const f = finding(house([box], e), 'stud', { found: house([before], e) })!;
    return [f.verdict, f.code];
  };
  const beside = (bottom: number, more: Partial<Box> = {}) => along('b', 17.875, bottom, more);
  const wide = (fromLeft: number) => along('b', fromLeft, 14, { gangs: 2, width: inch(4.0625) });
  it('at the same stud, up or down: nothing is cut toward it that was not open', () => {
    expect(stud(beside(14), beside(14))).toEqual(['ok', 'wall.nothingTowardStud']);
    expect(stud(beside(16, { hangsOn: 'left' }), beside(14, { hangsOn: 'left' }))).toEqual(['ok', 'wall.nothingTowardStud']);
  });
  it('grown away from it nothing, grown into it a stop; a sixteenth of it is no matter', () => {
    // one gang from 16 3/4 to 19; two from 16 3/4 to 20 13/16
    expect(stud(wide(16.75 + 4.0625 / 2), beside(14))).toEqual(['ok', 'wall.nothingTowardStud']);
    expect(stud(wide(16.75 - 1 + 4.0625 / 2), beside(14))).toEqual(['stop', 'collisions.intoStud']);
    expect(stud(wide(16.75 - 1 / 16 + 4.0625 / 2), beside(14))).toEqual(['ok', 'wall.nothingTowardStud']);
    expect(stud(wide(16.75 - 1 / 8 + 4.0625 / 2), beside(14))[0]).toBe('stop');
    // toward the stud at 32, whose left face is 31 1/4
    expect(stud(wide(31.25 - 4.0625 / 2), along('b', 31.25 - 1.125))).toEqual(['ok', 'wall.nothingTowardStud']);
    expect(stud(wide(31.25 + 1 / 8 - 4.0625 / 2), along('b', 31.25 - 1.125))[0]).toBe('stop');
  });
  it('quite elsewhere one that hangs on none is judged as a new one', () => {
    expect(stud(beside(30, { hangsOn: 'none' }), beside(14))[1]).not.toBe('wall.nothingTowardStud');
    expect(stud(beside(30, { hangsOn: 'left' }), beside(14))).toEqual(['ok', 'wall.nothingTowardStud']);
    // 3 3/4 in up it stands on the old one’s top
    expect(stud(beside(17.75, { hangsOn: 'none' }), beside(14))[1]).not.toBe('wall.nothingTowardStud');
    expect(stud(beside(17.5, { hangsOn: 'none' }), beside(14))).toEqual(['ok', 'wall.nothingTowardStud']);
    expect(stud(beside(10.25, { hangsOn: 'none' }), beside(14))[1]).not.toBe('wall.nothingTowardStud');
  });
  it('where no stud is known what is newly cut can’t be told', () => {
    const { knownStud: _, ...framing } = plainWall.framing;
    expect(stud(at(16), at(14), { framing })[0]).toBe('can’t tell');
    expect(stud(at(14), at(14), { framing })).toEqual(['ok', 'wall.nothingTowardStud']);
  });
});

describe('kind, screws, what is said beside', () => {
  const kind = (own: Box['kind'], found?: Box['kind']) => {
    const f = finding(house([at(14, { kind: own })]), 'box-kind', found ? { found: house([at(14, { kind: found })]) } : {})!;
    return [f.verdict, f.code, f.sums.map((s) => s.result.value)];
  };
  it('one that goes into a closed wall suits; one that is there and doesn’t is a note; put in for another a caution', () => {
    expect(kind('wings-1g-20')).toEqual(['ok', 'wall.kindSuits', [20]]);
    expect(kind('nail-on-1g-20')).toEqual(['note', 'wall.kindElse', [20.3]]);
    expect(kind('other')).toEqual(['note', 'wall.kindElse', []]);
    expect(kind('nail-on-1g-20', 'nail-on-1g-20')).toEqual(['caution', 'wall.kindElse', [20.3]]);
    expect(kind('nail-on-1g-20', 'wings-1g-20')).toEqual(['caution', 'wall.kindElse', [20.3]]);
  });
  it('where none suits, as what is to be cut lies on a stud, and it is new: a stop', () => {
    const onStud = finding(house([along('b', 32, 14, { kind: 'nail-on-1g-20' })]), 'box-kind', { found: house([]) })!;
    expect([onStud.verdict, onStud.figures['best']]).toEqual(['stop', undefined]);
  });
  it('about the box, or the second measurement that is off', () => {
    const check = { id: 'check', axis: 'along' as const, from: { thing: 'left-end' as const }, to: { thing: 'b', edge: 'left' as const }, distance: inch(38) }; // prettier-ignore
    const site = house([at(14)], { checks: [check] });
    expect(finding(site, 'measured-twice')).toMatchObject({ verdict: 'stop', about: ['b', 'check'] });
    expect(finding(house([at(14)], { checks: [{ ...check, distance: inch(38.875) }] }), 'measured-twice')).toBeUndefined();
    expect(judged(site).findings.every((f) => f.about[0] === 'b')).toBe(true);
  });
  it('the worst stand first', () => {
    const order = ['stop', 'can’t tell', 'caution', 'ok', 'note'];
    const list = judged(house([at(31.25)], { fixtures: [fixture('cap-trim', [0, 96], [30, 1])] })).findings.map((f) => order.indexOf(f.verdict)); // prettier-ignore
    expect([list, new Set(list).size >= 3]).toEqual([[...list].sort((a, b) => a - b), true]);
  });
  it('a box that is not there', () => expect(() => judged(house([]))).toThrow('judgeBox: the site has no box b'));
});
