/**
 * Holes, chases and the outer wall of a way, each on a den of its own. Notches and holes by IRC R602.6 and R502.8.1, plates by NEC 300.4(A)(1)
 * (1 1/4 in to the face), fire blocks by IRC R302.11: from memory. A fall of 1/4 in a foot outward, 3 in a bend, 1 in a stud: common practice.
 */
import { describe, expect, it } from 'vitest';
import { feet, inches, toInches } from '../measure/index.js';
import { measured, type Joists, type Site, type Wall } from '../model/index.js';
import { chaseIn, countsOf, judgedHole, outsideOf, runTerms } from './laid.js';
import { smallHouse, wallOf } from './smallHouse.testing.js';
import type { Hole, Leg } from './index.js';

const at = (inch: number) => measured(inches(inch));
const plain = wallOf('n', 120, { A: 'den', B: 'out' });
const framed = (part: Partial<Wall['framing']>, more: Partial<Wall> = {}): Site =>
  smallHouse({ walls: { n: { framing: { ...plain.framing, ...part }, ...more } } });
const taken = { ...at(3.5), known: 'assumed' as const };
type Bored = Parameters<typeof judgedHole>[3];
const hole = (member: Hole['member'], sizeIn = 0.75, part: Partial<Bored> = {}): Bored => ({
  ...{ member, sizeMm: inches(sizeIn), onWall: { wallId: 'n', u: 800, z: 400 } },
  ...part,
});
const judged = (bored: Bored, site: Site = smallHouse()) => {
  const { judged: says, plate } = judgedHole(site, 'US-2023', 'in', bored);
  return [says?.verdict, plate, says?.code];
};

describe('a hole', () => {
  it('in a stud 3 1/2 in deep: 1 in leaves 1 1/4 in to each face and wants no plate, 1 1/16 in does', () => {
    expect([1, 1.0625].map((size) => judged(hole('stud', size)).slice(0, 2))).toEqual([['ok', false], ['caution', true]]); // prettier-ignore
  });
  it('in a stud that carries 40 %, in one that doesn’t 60 %; where nobody knows, the stricter can’t be passed for ok', () => {
    // 40 % of 3 1/2 in are 1.4 in, 60 % are 2.1 in
    const of = (bearing: boolean | undefined, size: number) =>
      judged(hole('stud', size), framed({}, bearing === undefined ? {} : { bearing }))[0];
    expect([of(true, 1.375), of(true, 1.5), of(false, 1.5), of(false, 2.25)]).toEqual(['caution', 'stop', 'caution', 'stop']);
    expect(of(undefined, 1.5)).toBe('can’t tell');
  });
  it('in a plate of the wall the same distance to its faces: a steel plate from 1 1/16 in on', () => {
    for (const member of ['top plate', 'bottom plate'] as const) {
      expect([1, 1.0625].map((size) => judged(hole(member, size))[1])).toEqual([false, true]);
      expect(judged(hole(member))[0]).toBe('ok');
    }
  });
  it('in a wall whose depth was only taken can’t be told, unless it is a stop all the same; in metal there is no rule on wood', () => {
    const assumed = framed({ studDepth: taken });
    expect([judged(hole('stud'), assumed)[0], judged(hole('top plate'), assumed)[0]]).toEqual(['can’t tell', 'can’t tell']);
    expect(judged(hole('stud', 2.5), framed({ studDepth: taken }, { bearing: true }))[0]).toBe('stop');
    expect(judged(hole('stud'), framed({ material: 'metal' }))).toEqual([undefined, false, undefined]);
  });
  it('in a joist goes by the joists of that room, under it or over it; what nobody measured can’t be told', () => {
    const joists = (depth: number): Joists => ({ depth: at(depth) }) as Joists;
    const site = smallHouse({ den: { joistsBelow: joists(7.25), joistsAbove: joists(5.5) }, shop: { joistsBelow: joists(9.25) } });
    const inJoist = (size: number, over: boolean, roomId = 'den') => judged(hole('joist', size, { joists: { roomId, over } }), site);
    // a third of 7 1/4 in is 2.42 in, of 9 1/4 in 3.08 in; of 5 1/2 in 1.83 in, but 2 in to either edge leave 1 1/2 in
    expect([inJoist(2.375, false)[0], inJoist(2.5, false)[0]]).toEqual(['ok', 'stop']);
    expect([inJoist(1.5, true)[0], inJoist(1.625, true)[0]]).toEqual(['ok', 'stop']);
    expect([inJoist(3, false, 'shop')[0], inJoist(3.125, false, 'shop')[0]]).toEqual(['ok', 'stop']);
    for (const none of [inJoist(0.75, true, 'shop'), inJoist(0.75, false, 'nowhere'), judged(hole('joist'), site)])
      expect(none.slice(0, 2)).toEqual(['can’t tell', false]);
    expect(judgedHole(site, 'US-2023', 'in', hole('joist', 0.75, { joists: { roomId: 'shop', over: true } })).judged).toMatchObject({ sums: [], source: { standard: 'IRC', clause: 'R502.8.1' } }); // prettier-ignore
  });
  it('in a corner: a post that nobody has seen can’t be told, open studs are bored with care; a fire block is sealed', () => {
    const corner = hole('stud', 0.75, { corner: true });
    expect(judged(corner)).toEqual(['can’t tell', false, 'laid.cornerUnknown']);
    const open = smallHouse({ walls: { n: { faces: { A: { ...plain.faces.A, open: true }, B: plain.faces.B } } } });
    expect(judged(corner, open)).toEqual(['caution', false, 'laid.studsTogether']);
    expect(judged(hole('fire block'))).toEqual(['note', false, 'laid.fireBlock']);
    for (const bored of [corner, hole('fire block')]) expect(judgedHole(smallHouse(), 'US-2023', 'in', bored).judged!.sums).toEqual([]);
  });
  it('in a wall that went, or in none, can’t be told', () => {
    expect(judged(hole('stud', 0.75, { onWall: { wallId: 'gone', u: 1, z: 1 } }))).toEqual(['can’t tell', false, 'laid.wallGone']);
    expect(judged(hole('stud', 0.75, { onWall: undefined }))).toEqual(['can’t tell', false, 'laid.wallGone']);
  });
});

describe('out through a wall', () => {
  it('4 1/2 in thick: it falls 3/32 in, its bit is longer than the hole; no plate', () => {
    const out = outsideOf(plain, 'in');
    expect([out.verdict, toInches(out.fallMm), out.wallId]).toEqual(['note', expect.closeTo(4.5 / 48, 6), 'n']);
    expect(out.bitMm).toBeGreaterThan(out.alongMm);
    expect(out.layers).toBe('drywall on one face, drywall on the other');
    expect(out.kit.length).toBeGreaterThanOrEqual(4);
    expect(judged(hole('wall'))).toEqual([out.verdict, false, out.code]);
  });
  it('a thickness that was taken for granted can’t be told, be it of the frame or of one layer of one face', () => {
    const layer = (known: 'measured' | 'assumed', finish = 'wood-siding') =>
      ({ finish, thickness: { ...at(0.5), known } }) as Wall['faces']['A']['layers'][number];
    const faces = (...layers: Wall['faces']['A']['layers']): Wall => ({
      ...plain,
      faces: { A: plain.faces.A, B: { ...plain.faces.B, layers } },
    });
    expect(outsideOf({ ...plain, framing: { ...plain.framing, studDepth: taken } }, 'in').verdict).toBe('can’t tell');
    const one = outsideOf(faces(layer('measured'), layer('assumed', 'sheathing')), 'in');
    expect([one.verdict, one.layers]).toEqual(['can’t tell', 'drywall on one face, wood siding on sheathing (assumed) on the other']);
    expect(outsideOf(faces(layer('measured')), 'in').verdict).toBe('note');
    expect(outsideOf(faces(), 'in').layers).toBe('drywall on one face, no finish noted on the other');
  });
});

describe('a chase', () => {
  it('1 1/4 in wide and 1 in deep, along or up; the leaf as it was measured, or nobody can tell', () => {
    const brick: Wall = { ...plain, framing: { ...plain.framing, material: 'masonry', studDepth: at(4) } };
    const made = chaseIn(brick, feet(2), 'along');
    expect(made).toMatchObject({ wallId: 'n', lengthMm: feet(2), runs: 'along' });
    expect(made.mortarLitres).toBeCloseTo((24 * 1.25 * 1 * 16.387064) / 1000, 6);
    expect(made.verdict).not.toBe('can’t tell');
    expect(chaseIn({ ...brick, framing: { ...brick.framing, studDepth: taken } }, feet(2), 'along').verdict).toBe('can’t tell');
  });
});

describe('what a way sums up to', () => {
  const leg = (words: string, lengthMm: number, staples = 0): Leg => ({ words, lengthMm, staples: Array.from({ length: staples }, (_, i) => i) }) as unknown as Leg; // prettier-ignore
  const bored = (member: Hole['member'], count: number, part: Partial<Hole> = {}): Hole => ({ ...hole(member), id: member, where: '', count, judged: undefined, plate: false, bushing: false, seal: false, at: { x: 0, y: 0 }, ...part }) as Hole; // prettier-ignore
  it('its legs, what it passes through, 3 in a bend, 1 in for each stud and joist, a foot for each loop left', () => {
    const terms = runTerms({
      legs: [leg('up', 300), leg('nothing', 0.4), leg('along', 1000)],
      throughMm: [100, 14.3],
      bends: 3,
      holes: [bored('stud', 2), bored('joist', 4), bored('top plate', 1), bored('wall', 1)],
      loops: 2,
    });
    expect(terms.map((t) => [t.label, Math.round(t.value * 10) / 10])).toEqual([
      ['up', 300],
      ['along', 1000],
      ['through the wall', 114.3],
      ['bends', 228.6],
      ['studs and joists crossed', 152.4],
      ['service loops', 609.6],
    ]);
    const bare = runTerms({ legs: [leg('up', 0.6)], throughMm: [], bends: 0, holes: [], loops: 0 });
    expect(bare.map((t) => [t.label, t.value])).toEqual([['up', 0.6], ['bends', 0], ['studs and joists crossed', 0]]); // prettier-ignore
  });
  it('counts what is bought: staples of all legs; plates, bushings and joists by holes, a seal by the place', () => {
    const holes = [
      bored('stud', 2, { plate: true }),
      bored('stud', 3, { bushing: true }),
      bored('top plate', 2, { plate: true, seal: true }),
      bored('joist', 4),
      bored('fire block', 1, { seal: true }),
    ];
    expect(countsOf([leg('a', 1, 2), leg('b', 1, 3)], holes, [0, 0])).toEqual({ staples: 5, plates: 4, bushings: 3, seals: 2, openings: 2, joists: 4 }); // prettier-ignore
    expect(countsOf([], [], [])).toEqual({ staples: 0, plates: 0, bushings: 0, seals: 0, openings: 0, joists: 0 });
  });
});
