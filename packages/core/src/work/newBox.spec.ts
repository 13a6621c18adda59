/**
 * A new box step by step, in a den and a shop: marked, cut, its way opened and bored, the cable laid, set, connected. Words and minutes by
 * common practice (handbook 1, 5 to 9, 23); clauses from memory. Ways are written by hand, leg by leg.
 */
import { describe, expect, it } from 'vitest';
import { workOf, type Work, type WorkBox, type WorkRun } from '../ledger/index.js';
import { inches } from '../measure/index.js';
import { frontOf, type Box, type Change, type Fixture, type Obstacle, type Site, type Wall } from '../model/index.js';
import { siteWith } from '../panel/smallPanel.testing.js';
import type { Hole, Leg, Traced } from '../route/index.js';
import { boxOn } from '../route/smallHouse.testing.js';
import { goingOn, layAlong, markOut, newSide, opened, openingsLooked, roughIn } from './newBox.js';
import { cable, device, inch, jobAt, outlet } from '../panel/smallJob.testing.js';
import type { At, Draft, Target } from './step.js';

const DEAD: Target = { key: 'c1', words: 'circuit 1', off: 'off', prove: 'prove-dead', on: 'on', sole: true };
const at = (w: Work, n = 0): At => ({ w, n, dead: [DEAD], proved: 'prove-dead' });
const LOOKED: Partial<Wall> = { bayLooked: 'seen' };
/** A den whose east wall holds box one at 20 in; the wall, the box and the job as wanted. */
interface Wanted {
  wall?: Partial<Wall>;
  box?: Partial<Box>;
  /** where the new one is, in in from the left end of face A */
  x?: number;
  built?: number;
  changes?: Change[];
  more?: Parameters<typeof jobAt>[2];
}
function den({ wall = LOOKED, box = {}, x = 26, built, changes = [], more = {} }: Wanted = {}): { w: Work; b: WorkBox; r: WorkRun } {
  const base = siteWith({
    boxes: [boxOn('one', 'e', 20, { circuitId: 'c1' })],
    cables: [cable('k1', 'one')],
    devices: [device('one')],
    loads: [],
  });
  const site: Site = { ...base, walls: base.walls.map((v) => (v.id === 'e' ? { ...v, ...wall } : v)) };
  const all = [...outlet(boxOn('new', 'e', x, box), 'one'), ...changes];
  const w = workOf(jobAt(site, all, { ...more, ...(built === undefined ? {} : { house: { built } }) }));
  const b = w.boxes.find((v) => v.role === 'new')!;
  return { w, b, r: w.runs[0]! };
}
const words = (d: Draft): string => [...d.says, ...d.cautions].join(' ');
const kinds = (d: Draft): string => d.time.map((t) => `${t.kind}${t.count === 1 ? '' : ` × ${Number(t.count.toFixed(6))}`}`).join(', ');
const faces = (wall: { A?: object; B?: object }, site = siteWith()): Wall['faces'] => {
  const { A, B } = site.walls.find((v) => v.id === 'e')!.faces;
  return { A: { ...A, ...wall.A }, B: { ...B, ...wall.B } };
};
const OPEN: Partial<Wall> = { faces: faces({ A: { open: true } }) };
const unknown: Obstacle = { id: 'u', kind: 'unknown', x: inch(80), z: inch(60), width: inch(4), height: inch(4) };

describe('marked out', () => {
  it('by four edges from both ends and the floor; drawn within 1/8 in of the plan, or drawn again', () => {
    const { w, b } = den({ x: 40 });
    const mark = markOut(at(w, 1), b);
    expect([mark.id, mark.after, mark.place?.boxId, kinds(mark)]).toEqual(['mark-out-2', ['prepare'], 'new', 'mark out']);
    // 40 in to the middle of 2 1/4: 38 7/8 and 41 1/8; the wall is 96 long; 3 3/4 high from 14
    expect(mark.says).toEqual([
      'left edge of the opening: 38 7/8" to the right of the left end of the wall',
      'right edge of the opening: 41 1/8" to the right of the left end of the wall',
      'left edge of the opening: 57 1/8" to the left of the right end of the wall',
      'right edge of the opening: 54 7/8" to the left of the right end of the wall',
      'bottom edge of the opening: 14" up from the floor',
      'top edge of the opening: 17 3/4" up from the floor',
      'Draw it level, trace the box, and check both marks against each other.',
    ]);
    expect(mark.asks).toMatchObject([{ key: 'bottom', unit: 'length', least: inches(14) - inches(0.125), most: inches(14) + inches(0.125) }]); // prettier-ignore
  });
  it('in open framing at its stud, half a drawing: which face of it, on which side, how high', () => {
    // studs every 16 in: the one at 32 has its faces at 31 1/4 and 32 3/4; seen from face B the wall runs the other way
    const on = (hangsOn: Box['hangsOn'], x: number, part: Partial<Box> = {}) => markOut(at(den({ wall: OPEN }).w), den({ wall: OPEN, x, box: { hangsOn, ...part } }).b); // prettier-ignore
    expect(on('left', 33.875).says).toEqual([
      'Stud whose face is 32 3/4" from the left end; the box on its right side.',
      'Lower edge 14" above the floor as it is now.',
    ]);
    expect(on('right', 30.125).says[0]).toBe('Stud whose face is 31 1/4" from the left end; the box on its left side.');
    expect([on('none', 30).says[0], on(undefined, 30).says[0]]).toEqual(['Beside the stud that is nearest.', 'Beside the stud that is nearest.']); // prettier-ignore
    const both = { faces: faces({ A: { open: true }, B: { open: true } }) };
    const seen = den({ wall: both, x: 33.875, box: { face: 'B', hangsOn: 'left' } });
    expect(markOut(at(seen.w), seen.b).says[0]).toBe('Stud whose face is 32 3/4" from the left end; the box on its right side.');
    expect([on('left', 33.875).asks, on('left', 33.875).after, kinds(on('left', 33.875))]).toEqual([[], ['prepare'], 'mark out × 0.5']);
  });
  it('a stick is the jig where several are as high: within half a millimetre', () => {
    const two = (bottom: number) => {
      const { w, b } = den({ wall: OPEN, x: 33.875, changes: outlet(boxOn('other', 'e', 60, { place: { ...boxOn('o', 'e', 60).place, bottom: inch(bottom) } }), 'one') }); // prettier-ignore
      return markOut(at(w), b).says.slice(2);
    };
    expect(two(14)).toEqual(['A stick of that length is the jig for all 2 boxes of this height.']);
    expect([two(14.015).length, two(14.1).length, two(13.9).length]).toEqual([1, 0, 0]);
  });
  it('a floor that is still laid is reckoned in, and said', () => {
    const { w, b } = den({ wall: OPEN, x: 33.875 });
    const laid = { ...w, found: { ...w.found, rooms: w.found.rooms.map((r) => ({ ...r, ...(r.id === 'den' ? { floorToAdd: inch(0.5) } : {}) })) } }; // prettier-ignore
    expect(markOut(at(laid), b).says[1]).toBe('Lower edge 14" above the floor as it is now; what is still laid on it is reckoned in.');
  });
});

/** The step that cuts. */
const cutOf = (wanted: Wanted, always = false): Draft => {
  const { w, b, r } = den(wanted);
  return opened(at(w), b, r, always)[0]!;
};
describe('cut', () => {
  it('a bay that was looked into: with power on, toward the stud last; by the school everything is off first', () => {
    const cut = cutOf({});
    expect([cut.id, cut.title, cut.dead, cut.after, cut.alters]).toEqual([
      'cut-opening',
      'Look inside, then cut the opening',
      [],
      ['mark-out'],
      true,
    ]);
    expect([kinds(cut), cut.place?.boxId]).toEqual(['look inside, cut drywall', 'new']);
    expect(cut.cautions[0]).toMatch(/the cables of box one run in this bay and are live until the breaker is off\.$/);
    const off = cutOf({}, true);
    expect([off.dead, off.after]).toEqual([[DEAD], ['mark-out', 'prove-dead']]);
    expect(off.cautions[0]).toMatch(/the cables of box one run in this bay\.$/);
    expect(words(off)).not.toMatch(/isn’t fully known/);
  });
  it('nobody looked, something unknown is noted, or a cable hangs there: dead first, and said', () => {
    for (const wall of [{}, { ...LOOKED, obstacles: [unknown] }, { ...LOOKED, obstacles: [{ ...unknown, kind: 'cable' as const }] }]) {
      const cut = cutOf({ wall });
      expect([cut.dead, cut.after]).toEqual([[DEAD], ['mark-out', 'prove-dead']]);
      expect(words(cut)).toMatch(/isn’t fully known: the circuit is off and proved dead before this cut/);
    }
    // a pipe is known; it is judged elsewhere
    expect(cutOf({ wall: { ...LOOKED, obstacles: [{ ...unknown, kind: 'pipe' }] } }).dead).toEqual([]);
    // right over box one its own cable hangs
    expect(cutOf({ x: 20, box: { place: { ...boxOn('n', 'e', 20).place, bottom: inch(40) } } }).dead).toEqual([DEAD]);
  });
  it('the feed on another wall: cables that nobody noted may run there all the same', () => {
    const { w, b } = den();
    expect(opened(at(w), b, undefined, false)[0]!.cautions[0]).toMatch(/cables that nobody noted may run in this bay/);
  });
  it('over 60 in from a step; in a house before 1980, or of no known year, against old dust', () => {
    const high = (inch_: number) => words(cutOf({ box: { place: { ...boxOn('n', 'e', 26).place, bottom: inch(inch_) } } }));
    expect([/shoulder height/.test(high(60)), /shoulder height/.test(high(60.1))]).toEqual([false, true]);
    const dust = (built?: number) => /Old paint/.test(words(cutOf(built === undefined ? {} : { built })));
    expect([dust(1979), dust(1980), dust()]).toEqual([true, false, true]);
  });
  it('by the finish: plaster on lath and tiles on board crumble, brick is chiselled', () => {
    const through = (finish: string, over: 'first' | 'second' = 'first') => {
      const own = { finish, thickness: inch(0.75) };
      const layers = over === 'first' ? [own] : [{ finish: 'drywall', thickness: inch(0.5) }, own];
      return kinds(cutOf({ wall: { ...LOOKED, faces: faces({ A: { layers } }) } }));
    };
    expect(['drywall', 'plaster-lath', 'tile-on-board'].map((f) => through(f))).toEqual(['look inside, cut drywall', 'look inside, cut plaster on lath', 'look inside, cut plaster on lath']); // prettier-ignore
    expect(through('plaster-lath', 'second')).toBe('look inside, cut plaster on lath');
    const brick = { framing: { ...siteWith().walls[0]!.framing, material: 'masonry' as const } };
    const cut = cutOf({ wall: brick });
    expect([cut.title, kinds(cut), cut.dead]).toEqual(['Cut and chisel out the opening for box new', 'cut brick or block', []]);
    expect(words(cut)).not.toMatch(/A cable may lie in this wall/);
    const unsure = cutOf({ wall: { ...brick, obstacles: [unknown] } });
    expect([unsure.dead, /A cable may lie in this wall/.test(words(unsure))]).toEqual([[DEAD], true]);
  });
  it('the front of a built-in: emptied, looked into from within, sawn from the face', () => {
    const shelf = (looked: boolean): Fixture => ({ id: 'f', kind: 'furniture', face: 'A', x: inch(10), z: inch(0), width: inch(60), height: inch(40), depth: inch(12), ...(looked ? { looked: true } : {}) }) as Fixture; // prettier-ignore
    const front = (looked: boolean) => {
      const { w, b, r } = den({ wall: { ...LOOKED, fixtures: [shelf(looked)] } });
      return opened(at(w), { ...b, wall: frontOf(b.wall, 'f')! }, r, false)[0]!;
    };
    expect([front(true).title, kinds(front(true)), front(true).dead]).toEqual(['Cut the opening in the front of the built-in', 'look inside, cut drywall', []]); // prettier-ignore
    expect([front(true).cautions.length, front(false).cautions.length, front(false).dead]).toEqual([1, 2, [DEAD]]);
  });
  it('in open framing it is nailed, as far forward as the finish that comes is thick', () => {
    const nail = cutOf({ wall: OPEN });
    expect([nail.id, nail.title, nail.after, nail.dead, kinds(nail), nail.changeIds, nail.cautions]).toEqual([
      'nail-box',
      'Nail box new to its stud',
      ['mark-out'],
      [],
      'set a box',
      ['set-new'],
      [],
    ]);
    expect(nail.says[0]).toMatch(/^Front edge 1\/2" forward of the stud/);
    expect(cutOf({ wall: { faces: faces({ A: { open: true, layers: [] } }) } }).cautions).toEqual([expect.stringMatching(/isn’t noted/)]);
  });
});

/** The steps after the cut of that kind. */
const wayOf = (wanted: Wanted, traced: Partial<Traced> | undefined, base: string, always = false, way: Partial<WorkRun['way']> = {}) => {
  const { w, b, r } = den(wanted);
  const run = traced ? { ...r, traced: { ...BARE, ...traced }, way: { legs: [], ...way } as unknown as WorkRun['way'] } : r;
  return { steps: opened(at(w), b, run, always).filter((d) => d.id.startsWith(base)), w, r: run };
};
const BARE: Traced = {
  ...{ legs: [], holes: [], openings: [], drillFrom: [], chases: [], outside: [], bends: 0, loops: 0 },
  run: { runMm: inches(100), cutMm: inches(150), buyMm: inches(180), sums: {} as Traced['run']['sums'] },
  counts: { staples: 0, plates: 0, bushings: 0, seals: 0, openings: 0, joists: 0 },
};
const hole = (member: Hole['member'], part: Partial<Hole> = {}): Hole => ({
  ...{ id: member, member, where: 'there', count: 1, sizeMm: inches(0.75), judged: undefined, plate: false, bushing: false, seal: false },
  at: { x: 0, y: 0 },
  ...part,
});

describe('studs between two boxes of one wall', () => {
  const cross = (wanted: Wanted, always = false) => wayOf(wanted, undefined, 'cross-studs', always).steps[0];
  it('one at 32 between 20 and 40, two with the one at 48; none in one bay', () => {
    expect(cross({ x: 26 })).toBeUndefined();
    const one = cross({ x: 40 })!;
    expect([one.title, kinds(one), one.dead, one.after]).toEqual([
      'Cross the stud between',
      'look inside, cut drywall, bore a stud or plate',
      [],
      ['cut-opening'],
    ]);
    const two = cross({ x: 56 })!;
    expect([two.title, kinds(two)]).toEqual(['Cross the 2 studs between', 'look inside × 2, cut drywall × 2, bore a stud or plate × 2']);
    expect(two.says.slice(0, 2).map((s) => s.slice(0, 40))).toEqual(['Stud 32" from the left end, seen from th', 'Stud 48" from the left end, seen from th']); // prettier-ignore
    expect(one.says[0]).toMatch(/seen from the den: an opening .* wide and .* high over it, its lower edge .* up\.$/);
    expect(one.place).toEqual({ words: 'wall e', wallId: 'e', roomId: 'den' });
  });
  it('an opening as wide and as high as it is, its lower edge over the floor', () => {
    const { r } = wayOf({ x: 40 }, undefined, 'cross-studs');
    const [{ opening }] = r.crossings as [WorkRun['crossings'][number]];
    const inch_ = (mm: number) => Math.round((mm / 25.4) * 16) / 16;
    const numbers = cross({ x: 40 })!
      .says[0]!.match(/opening ([\d /]+)" wide and ([\d /]+)" high over it, its lower edge ([\d /]+)" up/)!
      .slice(1)
      .map((t) => t.split(' ').reduce((s, p) => s + (p.includes('/') ? Number(p.split('/')[0]) / Number(p.split('/')[1]) : Number(p)), 0));
    expect(numbers).toEqual([opening.right - opening.left, opening.top - opening.bottom, opening.bottom].map(inch_));
  });
  it('unlooked, or by the school: dead first; a stud that is only reckoned is said', () => {
    const unseen = cross({ x: 40, wall: {} })!;
    expect([unseen.dead, unseen.after, /isn’t fully known/.test(words(unseen))]).toEqual([[DEAD], ['cut-opening', 'prove-dead'], true]);
    const school = cross({ x: 40 }, true)!;
    expect([school.dead, school.after, /isn’t fully known/.test(words(school))]).toEqual([[DEAD], ['cut-opening', 'prove-dead'], false]);
    // found at 16 in, the others by their spacing
    expect(words(cross({ x: 40 })!)).toMatch(/only reckoned: find it before you cut/);
    const { knownStud: _k, ...framing } = siteWith().walls[0]!.framing;
    const found = { ...LOOKED, framing: { ...framing, extraStuds: [{ id: 'found', x: inch(32) }] } };
    expect(words(cross({ x: 40, wall: found })!)).not.toMatch(/only reckoned/);
    // one of two is enough to say so
    const one = {
      ...LOOKED,
      framing: { ...siteWith().walls[0]!.framing, extraStuds: [{ id: 'found', x: inch(32), insteadOf: inches(32) }] },
    };
    expect(words(cross({ x: 56, wall: one })!)).toMatch(/only reckoned/);
  });
  it('wood is bored in the middle, with a plate where the middle is too near; metal has its punched holes', () => {
    const line = (framing: Partial<Wall['framing']>) => cross({ x: 40, wall: { ...LOOKED, framing: { ...siteWith().walls[0]!.framing, ...framing } } })!.says.at(-2); // prettier-ignore
    expect(line({})).toBe('Bore 3/4" through the middle of the stud, 1 1/4 in and more from both faces.');
    // 2 1/2 in deep: (2 1/2 − 3/4) / 2 = 7/8 in to each face
    expect(line({ studDepth: inch(2.5) })).toBe('Bore 3/4" through the middle of the stud; a 1/16 in steel plate over it.');
    expect(line({ material: 'metal' })).toMatch(/^Use the punched hole where there is one in reach/);
  });
  it('between open studs it is bored with nothing opened', () => {
    const both = { faces: faces({ A: { open: true }, B: { open: true } }) };
    const [one, two] = [cross({ x: 40, wall: both })!, cross({ x: 56, wall: both })!];
    expect([one.title, kinds(one), one.after, one.dead, two.title, kinds(two)]).toEqual([
      ...['Bore the stud between', 'bore a stud or plate', ['nail-box'], []],
      ...['Bore the 2 studs between', 'bore a stud or plate × 2'],
    ]);
    expect(one.says).toEqual(['Stud 32" from the left end, more than 12 in above the boxes.', '3/4" through the middle, in line with each other.']); // prettier-ignore
    expect(one.place).toEqual({ words: 'wall e', wallId: 'e', roomId: 'den' });
    // open on its other face alone: it is bored from there, once the box’s own opening is cut
    const behind = cross({ x: 40, wall: { ...LOOKED, faces: faces({ B: { open: true } }) } })!;
    expect([behind.title, behind.after, behind.dead]).toEqual(['Bore the stud between', ['cut-opening'], []]);
  });
});

const opening = (wallId: string, part: Partial<Traced['openings'][number]> = {}): Traced['openings'][number] => ({
  ...{
    id: `o-${wallId}`,
    wallId,
    face: 'A',
    what: 'for the plate',
    left: inches(10),
    right: inches(14),
    bottom: inches(2),
    top: inches(6),
  },
  fromLeft: [inches(10), inches(14)],
  patch: {} as Traced['openings'][number]['patch'],
  ...part,
});
describe('the finish opened on the way', () => {
  it('each place by its edges; in the finish of its own wall', () => {
    const lath = { ...LOOKED, faces: faces({ A: { layers: [{ finish: 'plaster-lath', thickness: inch(0.75) }] } }) };
    const { steps } = wayOf({ wall: lath }, { openings: [opening('e'), opening('n')] }, 'open-way');
    expect([steps[0]!.title, kinds(steps[0]!)]).toEqual(['Open the finish at 2 places', 'look inside × 2, cut plaster on lath, cut drywall']); // prettier-ignore
    expect(steps[0]!.says[0]).toBe('wall e, 10" to 14" from its left end, 2" to 6" up: for the plate.');
    const [one] = wayOf({}, { openings: [opening('e')] }, 'open-way').steps;
    expect([one!.title, one!.dead, one!.after, one!.place]).toEqual(['Open the finish on the way', [], ['mark-out'], { words: 'wall e', wallId: 'e' }]); // prettier-ignore
    expect(wayOf({}, {}, 'open-way').steps).toEqual([]);
  });
  it('unlooked, or by the school: dead first', () => {
    const [unseen] = wayOf({}, { openings: [opening('e'), opening('n')] }, 'open-way').steps;
    expect([unseen!.dead, unseen!.after, /isn’t fully known/.test(words(unseen!))]).toEqual([[DEAD], ['mark-out', 'prove-dead'], true]);
    const [school] = wayOf({}, { openings: [opening('e')] }, 'open-way', true).steps;
    expect([school!.dead, school!.after, /isn’t fully known/.test(words(school!))]).toEqual([[DEAD], ['mark-out', 'prove-dead'], false]);
  });
  it('a wall that is not there any more is named as it was, and counts as unlooked', () => {
    const [gone] = wayOf({}, { openings: [opening('gone')] }, 'open-way').steps;
    expect([gone!.says[0]!.startsWith('gone, 10"'), gone!.dead, gone!.place?.wallId, kinds(gone!)]).toEqual([true, [DEAD], 'e', 'look inside, cut drywall']); // prettier-ignore
  });
  it('looked at: behind every place, or where nothing is opened', () => {
    const { w, r } = wayOf({}, { openings: [opening('e')] }, 'open-way');
    const with_ = (openings: Traced['openings']) => openingsLooked(w, { ...r, traced: { ...BARE, openings } });
    expect([with_([opening('e')]), with_([opening('e'), opening('n')]), with_([opening('gone')]), openingsLooked(w, undefined)]).toEqual([true, false, false, true]); // prettier-ignore
  });
});

describe('bored on the way', () => {
  it('each hole with what it wants; through a wall is another step', () => {
    const holes = [
      hole('joist', { count: 3, where: 'under the den' }),
      hole('top plate', { seal: true, where: 'over wall e' }),
      hole('stud', { count: 2, plate: true, bushing: true, where: 'beside the door' }),
      hole('wall'),
    ];
    const [bore] = wayOf({}, { holes, drillFrom: ['From the attic.'] }, 'bore-way').steps;
    expect([bore!.title, kinds(bore!), bore!.hands, bore!.alters]).toEqual(['Bore 6 holes on the way', 'bore a joist × 3, bore a stud or plate, bore a stud or plate × 2', 1, true]); // prettier-ignore
    expect(bore!.says).toEqual([
      'From the attic.',
      '1. under the den: 3/4"',
      '2. Top plate, over wall e: 3/4"; sealed once the cable is in',
      '3. 2 studs, beside the door: 3/4"; steel plate over it; bushing in before the cable',
    ]);
    expect(words(bore!)).toMatch(/Solid joists only/);
    expect(bore!.place).toEqual({ words: 'the way to box new' });
    const [one] = wayOf({}, { holes: [hole('stud')] }, 'bore-way').steps;
    expect([one!.title, /joists/.test(words(one!))]).toEqual(['Bore the hole on the way', false]);
    expect(wayOf({}, { holes: [hole('wall')] }, 'bore-way').steps).toEqual([]);
  });
  it('on paper those of one height, size and wall stand in one row, seen from the side of the box', () => {
    const onWall = (u: number, z = 40, wallId = 'e') => ({ wallId, u: inches(u), z: inches(z) });
    const holes = [
      hole('stud', { onWall: onWall(32) }),
      hole('stud', { onWall: onWall(48) }),
      hole('stud', { onWall: onWall(64, 41) }),
      hole('stud', { onWall: onWall(80), plate: true }),
      hole('joist', { count: 2 }),
      hole('fire block', { onWall: onWall(10, 40, 'gone') }),
    ];
    const brief = (face: 'A' | 'B') => wayOf({ box: { face } }, { holes }, 'bore-way').steps[0]!.brief;
    expect(brief('A')).toEqual([
      'wall e, studs 32", 48" from its left end, 40" up: 3/4"',
      'wall e, stud 64" from its left end, 41" up: 3/4"',
      'wall e, stud 80" from its left end, 40" up: 3/4", plate',
      '2 joists: 3/4"',
      '1 fire block: 3/4"',
    ]);
    // from face B its left end is the other one: 96 − 32
    expect(brief('B')![0]).toBe('wall e, studs 64", 48" from its left end, 40" up: 3/4"');
    // another wall than the box’s is measured along its face A
    expect(wayOf({ box: { face: 'B' } }, { holes: [hole('stud', { onWall: onWall(32, 40, 'n') })] }, 'bore-way').steps[0]!.brief).toEqual(['wall n, stud 32" from its left end, 40" up: 3/4"']); // prettier-ignore
  });
  it('an attic wants boards, a crawl space never one alone', () => {
    const inSpace = (space: string) => wayOf({}, { holes: [hole('stud')] }, 'bore-way', false, { legs: [{ space }] } as unknown as WorkRun['way']).steps[0]!; // prettier-ignore
    const [attic, crawl, wall] = ['attic', 'crawl-space', 'wall e'].map(inSpace);
    expect([/Attic: boards/.test(words(attic!)), attic!.hands, /never alone/.test(words(attic!))]).toEqual([true, 1, false]);
    expect([/never alone/.test(words(crawl!)), crawl!.hands, /Attic/.test(words(crawl!))]).toEqual([true, 2, false]);
    expect([wall!.cautions.length, wall!.hands]).toEqual([1, 1]);
  });
});

it('a chase by its length in feet; out through an outer wall with what its hole wants', () => {
  const chase = { wallId: 'e', lengthMm: inches(30), runs: 'up and down', says: '1 in deep', passes: 2 } as unknown as Traced['chases'][number]; // prettier-ignore
  const [step] = wayOf({}, { chases: [chase, { ...chase, wallId: 'gone', lengthMm: inches(6), runs: 'along' }] }, 'chase').steps;
  // 36 in are three feet
  expect([step!.title, kinds(step!), step!.place]).toEqual(['Cut the chase', 'chase in brick × 3', { words: 'wall e', wallId: 'e' }]);
  expect(step!.says.slice(0, 2)).toEqual(['wall e: 30" up and down; 1 in deep.', 'gone: 6" along; 1 in deep.']);
  expect(wayOf({}, {}, 'chase').steps).toEqual([]);
  const out = { wallId: 'n', says: 'a hole that falls outward', layers: 'siding', kit: ['a sleeve', 'sealant'] } as unknown as Traced['outside'][number]; // prettier-ignore
  const through = wayOf({}, { outside: [out, { ...out, wallId: 'gone' }] }, 'through-wall').steps;
  expect(through.map((d) => [d.id, d.title, d.place])).toEqual([
    ['through-wall', 'Out through wall n', { words: 'wall n', wallId: 'n' }],
    ['through-wall-2', 'Out through gone', undefined],
  ]);
  expect(through[0]!.says).toEqual(['A hole that falls outward. siding.', 'A sleeve.', 'Sealant.']);
});

const leg = (part: Partial<Leg>): Leg => ({
  ...{ space: 'wall e', kind: 'wall', words: 'up wall e', path: [], onWall: undefined, lengthMm: inches(60), staples: [] },
  fastened: 'free in the bay',
  ...part,
});
const spot = { x: 0, y: 0, z: 0 };
describe('the cable laid along a way', () => {
  const lay = (traced: Partial<Traced>, tailFirst = true, way: Partial<WorkRun['way']> = {}, part: Partial<WorkRun> = {}) => {
    const { w, r } = wayOf({}, traced, '', false, way);
    return layAlong(at(w), { ...r, ...part }, tailFirst, ['before']);
  };
  it('legs with their staples, hidden ends of nothing left out; what is fished blind, turned and stapled takes its time', () => {
    const legs = [
      leg({}),
      leg({ staples: [inches(8), inches(54)], fastened: 'stapled', words: 'down wall n' }),
      leg({ kind: 'hollow', words: 'over the den', lengthMm: inches(120), path: [spot, spot, spot, spot] }),
      leg({ kind: 'hollow', words: 'under it', lengthMm: inches(60), path: [spot, spot] }),
      leg({ lengthMm: 0.5, words: 'nothing' }),
    ];
    const [step] = lay({ legs, counts: { ...BARE.counts, staples: 2 }, holes: [hole('top plate', { seal: true }), hole('stud')] });
    // 60 + 60 + 120 + 60 = 300 in: 2.5 times ten feet; two corners of the first hollow, one of the second at least
    expect(kinds(step!)).toBe('pull cable × 2.5, turn of a cable × 3, fish in a bay, staple × 2');
    expect(step!.says).toEqual([
      `Cut 12' 6"; its other end stays rolled up and capped near box one.`,
      'Up wall e: 60", free in the bay.',
      'Down wall n: 60", stapled; staples at 8", 54" from its start.',
      'Over the den: 120", free in the bay.',
      'Under it: 60", free in the bay.',
      'Seal the hole through plates and blocks (fire-block sealant).',
    ]);
    expect(step!.brief).toEqual([`cut 12' 6"`, 'up wall e 60"', 'down wall n 60", staples at 8", 54"', 'over the den 120"', 'under it 60"']); // prettier-ignore
    expect([step!.after, step!.hands, step!.alters, step!.asks.map((a) => a.key), step!.place]).toEqual([['before'], 2, true, ['out-target'], { words: 'the way to box new' }]); // prettier-ignore
  });
  it('seals are counted, none are not said; from the panel, or from the far end where power is off first', () => {
    const seals = (n: number) => lay({ holes: Array.from({ length: n }, () => hole('top plate', { seal: true })) })[0]!.says.slice(1);
    expect([seals(0), seals(2)]).toEqual([[], ['Seal the 2 holes through plates and blocks (fire-block sealant).']]);
    expect(lay({}, true, {}, { from: undefined })[0]!.says[0]).toMatch(/capped near the panel\.$/);
    expect(lay({}, false)[0]!.says[0]).toMatch(/; start at the far end\.$/);
  });
  it('on an open way nothing is fished blind; without a way there is nothing to lay', () => {
    expect(kinds(lay({ legs: [leg({})] }, true, { open: true })[0]!)).toMatch(/fish in a bay × 0/);
    expect(lay({}, true, {}, { way: undefined })).toEqual([]);
    expect(lay({}, true, {}, { traced: undefined })).toEqual([]);
  });
});

describe('the box set and connected', () => {
  const side = (
    wanted: Wanted,
    how: Partial<{ tailFirst: boolean; before: string[]; far: string[]; traced: boolean; run: boolean }> = {},
  ) => {
    // prettier-ignore
    const { w, b, r } = den(wanted);
    const run = how.traced ? { ...r, traced: BARE } : r;
    return newSide(at(w), b, how.run === false ? undefined : run, { tailFirst: true, before: ['laid'], far: ['far'], ...how });
  };
  it('new side first: with power on, the tail fished toward the feed; else behind the proof', () => {
    const [set, wire] = side({});
    expect([set!.id, set!.title, kinds(set!), set!.dead, set!.after]).toEqual(['set-new-box', 'Cable into box new, box into the wall', 'set a box, fish in a bay', [], ['laid']]); // prettier-ignore
    expect(set!.says[0]).toBe('Feed the cut cable through the opening into the bay toward box one; keep its other end in hand.');
    expect(set!.changeIds).toEqual(['set-new', 'run-new']);
    expect([wire!.id, wire!.title, kinds(wire!), wire!.dead, wire!.after, wire!.changeIds]).toEqual([
      ...['wire-new', 'Connect duplex receptacle, 15 A in box new', 'strip, splice, land, mount device and plate', []],
      ...[['set-new-box', 'far'], ['put-new']],
    ]);
    const [later, last] = side({}, { tailFirst: false });
    expect([kinds(later!), later!.dead, later!.after, last!.dead]).toEqual(['set a box', [DEAD], ['laid', 'prove-dead'], [DEAD]]);
    expect(later!.says[0]).toBe('Bring the end that sticks out into the box.');
  });
  it('a way that was laid brings its end; a crossed stud is said; without a cable nothing is fished', () => {
    expect([side({}, { traced: true })[0]!.says[0], kinds(side({}, { traced: true })[0]!)]).toEqual(['Bring the end that sticks out into the box.', 'set a box']); // prettier-ignore
    expect(side({ x: 40 })[0]!.says[0]).toMatch(/toward box one, through the stud; keep/);
    const none = side({}, { run: false })[0]!;
    expect([kinds(none), none.says[0], none.changeIds]).toEqual(['set a box', 'Feed the cut cable through the opening into the bay toward the panel; keep its other end in hand.', ['set-new']]); // prettier-ignore
  });
  it('sheath and free ends by the schools: 1/4 in or up to 1 in inside, the ends cut all the same where the depth is known', () => {
    const clamp = (wanted: Wanted) => side(wanted)[0]!.says.find((l) => l.startsWith('Clamp'))!;
    expect(clamp({})).toBe('Clamp it with 1/4 in of sheath inside. Turn the wings up by hand until snug, not further.');
    expect(clamp({ more: { schools: { sheath: 'up to 1 in' } } })).toMatch(/^Clamp it with up to 1 in of sheath inside\./);
    expect(clamp({ box: { depth: inch(2.5) } })).toMatch(/^Clamp it with 1\/4 in of sheath inside; leave [\d /]+" of free ends, cut all the same\. /); // prettier-ignore
    // 6 in at least, or what reaches 3 in out of the box
    expect(side({ box: { depth: inch(2.5) } })[0]!.asks[0]!.least).toBeGreaterThanOrEqual(inches(6) - 0.01);
  });
  it('by its box: wings, screws into the stud, mortar, nails in open framing, a divider', () => {
    const stud = side({ box: { kind: 'metal-device-2-1/2', hangsOn: 'left' } })[0]!;
    expect([kinds(stud), stud.says.some((l) => l.startsWith('Two pan-head screws through its side into the stud on its left, 1 in long, at most 1 1/2"'))]).toEqual(['screw a box to a stud, fish in a bay', true]); // prettier-ignore
    expect(stud.says.at(-1)).toMatch(/Box to the stud, flush; the screws home by hand\.$/);
    const brick = side({ wall: { framing: { ...siteWith().walls[0]!.framing, material: 'masonry' } } })[0]!;
    expect([brick.wait?.kind, /set the box in mortar/.test(brick.says.at(-1)!), side({})[0]!.wait]).toEqual(['mortar', true, undefined]);
    const [open, wire] = side({ wall: OPEN });
    expect([open!.title, open!.changeIds, wire!.after, /Stapled within 8 in/.test(open!.says.at(-1)!)]).toEqual([
      ...['Cable into box new, ends folded in', ['run-new'], ['set-new-box', 'close-wall', 'far'], true],
    ]);
    const divided = side({ box: { gangs: 2, divided: true } })[0]!;
    expect([divided.says.some((l) => l.startsWith('Divider in the box')), side({})[0]!.says.some((l) => l.startsWith('Divider'))]).toEqual([true, false]); // prettier-ignore
  });
  it('two devices take twice the time to mount and are both named; a box without one is spliced', () => {
    const more: Change = { id: 'put-2', title: 'Another', do: 'place-device', device: device('new', 'duplex-20', { id: 'new-2' }) };
    const two = side({ changes: [more], box: { gangs: 2 } })[1]!;
    expect([two.title, kinds(two), two.changeIds]).toEqual([
      'Connect duplex receptacle, 15 A and duplex receptacle, 20 A in box new',
      'strip, splice, land, mount device and plate × 2',
      ['put-new', 'put-2'],
    ]);
  });
});

describe('before it is covered', () => {
  it('one look by the inspector, one finish a wall; none where nothing is open', () => {
    const { w } = den({ wall: OPEN, changes: outlet(boxOn('other', 'n', 60), 'one') });
    const news = w.boxes.filter((b) => b.role === 'new');
    expect(roughIn([], ['x'])).toEqual([]);
    const [look, close] = roughIn([news[0]!], ['x']);
    expect([look!.id, look!.after, close!.title, kinds(close!), close!.after]).toEqual(['inspect-rough', ['x'], 'The finish is hung on the wall', 'finish hung', ['inspect-rough']]); // prettier-ignore
    const two = roughIn(news, [])[1]!;
    expect([two.title, kinds(two)]).toEqual(['The finish is hung on the 2 walls', 'finish hung × 2']);
  });
});

it('what goes on from a new box, by its number', () => {
  const { w } = den({ changes: outlet(boxOn('other', 'e', 60), 'new') });
  const news = w.boxes.filter((b) => b.role === 'new');
  expect(news.map((b) => [b.box.id, goingOn(w, news, b)])).toEqual([['new', [1]], ['other', []]]); // prettier-ignore
});

describe('what every step of it says of itself', () => {
  it('cutting, boring, laying, setting and connecting alter the house, and none goes without its warning; marking and looking alter nothing', () => {
    const chase = { wallId: 'e', lengthMm: 100, runs: 'along', says: 'x', passes: 1 } as unknown as Traced['chases'][number];
    const out = { wallId: 'n', says: 'x', layers: 'y', kit: [] } as unknown as Traced['outside'][number];
    const all = { holes: [hole('stud')], openings: [opening('e')], chases: [chase], outside: [out] };
    const { steps, w, r } = wayOf({ x: 40 }, all, '');
    const laid = [...steps, ...layAlong(at(w), r, true, []), ...newSide(at(w), r.to, r, { tailFirst: true, before: [], far: [] })];
    expect(laid.map((d) => [d.id, d.alters, d.cautions.length, d.time.length > 0])).toEqual([
      ['cut-opening', true, 3, true],
      ['cross-studs', true, 2, true],
      ['open-way', true, 1, true],
      ['bore-way', true, 1, true],
      ['chase', true, 1, true],
      ['through-wall', true, 1, true],
      ['lay-cable', true, 1, true],
      ['set-new-box', true, 1, true],
      ['wire-new', true, 0, true],
    ]);
    const plan = laid.at(-1)!.says;
    expect(plan.some((l) => l.startsWith('Fold the grounds to the back')) && plan.some((l) => l.includes('brass upper'))).toBe(true);
    const rough = roughIn([den({ wall: OPEN }).b], []);
    expect(rough.map((d) => [d.alters, d.cautions.length, d.says.length, kinds(d)])).toEqual([[false, 1, 2, 'rough-in inspection'], [false, 1, 2, 'finish hung']]); // prettier-ignore
    const open = cutOf({ wall: OPEN });
    expect([open.alters, open.says.length]).toEqual([true, 2]);
    const bored = wayOf({ x: 40, wall: { faces: faces({ A: { open: true }, B: { open: true } }) } }, undefined, 'cross-studs').steps[0]!;
    expect([bored.alters, bored.cautions]).toEqual([true, ['Eye protection.']]);
    // what is said where nothing bears on it: nothing
    expect(cutOf({ built: 1990 }).cautions).toHaveLength(2);
    expect(cutOf({ wall: { ...LOOKED, framing: { ...siteWith().walls[0]!.framing, material: 'masonry' } } }).cautions).toHaveLength(1);
    expect(cutOf({}).says).toHaveLength(2);
    expect([markOut(at(w), r.to).alters, newSide(at(w), r.to, r, { tailFirst: true, before: [], far: [] })[0]!.says.length]).toEqual([false, 2]); // prettier-ignore
  });
  it('of several bays, studs, spaces one is enough: unlooked, with a plate, an attic', () => {
    const looks = (...inches_: number[]) => ({ bayLooked: undefined, looks: inches_.map(inch) }) as unknown as Partial<Wall>;
    // studs at 32 and 48 between 20 and 56: the bays at 40 and 56 were looked into, the one at 20 was not
    const { steps } = wayOf({ x: 56, wall: looks(40, 56) }, undefined, 'cross-studs');
    expect([steps[0]!.dead, /isn’t fully known/.test(words(steps[0]!))]).toEqual([[DEAD], true]);
    const { w, b, r } = den({ x: 56 });
    const [first, second] = r.crossings;
    const plated = { ...r, crossings: [{ ...first!, hole: { ...first!.hole!, plate: true } }, second!] };
    expect(
      opened(at(w), b, plated, false)
        .find((d) => d.id === 'cross-studs')!
        .says.at(-2),
    ).toMatch(/; a 1\/16 in steel plate over it\.$/);
    const spaces = (...list: string[]) => wayOf({}, { holes: [hole('stud')] }, 'bore-way', false, { legs: list.map((space) => ({ space })) } as unknown as WorkRun['way']).steps[0]!; // prettier-ignore
    expect([spaces('wall e', 'attic').cautions.length, spaces('crawl-space', 'wall e').cautions.length]).toEqual([2, 2]);
    const brick = { framing: { ...siteWith().walls[0]!.framing, material: 'masonry' as const } };
    expect(kinds(wayOf({ wall: brick }, { openings: [opening('e')] }, 'open-way').steps[0]!)).toBe('look inside, cut brick or block');
    const [gone] = wayOf({}, { chases: [{ wallId: 'gone', lengthMm: 10, runs: 'along', says: 'x', passes: 1 } as unknown as Traced['chases'][number]] }, 'chase').steps; // prettier-ignore
    expect(gone!.place).toEqual({ words: 'wall e', wallId: 'e' });
  });
  it('what other boxes of the plan bring is done at theirs', () => {
    const other = outlet(boxOn('other', 'e', 60), 'one');
    const { w, b, r } = den({ changes: other });
    const [set, wire] = newSide(at(w), b, r, { tailFirst: true, before: [], far: [] });
    expect([set!.changeIds, wire!.changeIds]).toEqual([['set-new', 'run-new'], ['put-new']]);
    const nailed = den({ wall: OPEN, changes: other });
    expect(opened(at(nailed.w), nailed.b, nailed.r, false)[0]!.changeIds).toEqual(['set-new']);
    const screws = (hangsOn: Box['hangsOn']) => newSide(at(w), { ...b, box: { ...b.box, kind: 'metal-device-2-1/2', hangsOn } }, r, { tailFirst: true, before: [], far: [] })[0]!.says.find((l) => l.startsWith('Two pan-head'))!; // prettier-ignore
    expect([screws('right'), screws('none'), screws(undefined)].map((l) => l.slice(0, 66))).toEqual([
      'Two pan-head screws through its side into the stud on its right, 1',
      'Two pan-head screws through its side into the stud, 1 in long, at ',
      'Two pan-head screws through its side into the stud, 1 in long, at ',
    ]);
    const brickWall = { ...b.wall, framing: { ...b.wall.framing, material: 'masonry' as const } };
    expect(newSide(at(w), { ...b, wall: brickWall, box: { ...b.box, kind: 'metal-device-2-1/2' } }, r, { tailFirst: true, before: [], far: [] })[0]!.says.join(' ')).toMatch(/into the stud, 1 in long; pilot holes/); // prettier-ignore
  });
});
