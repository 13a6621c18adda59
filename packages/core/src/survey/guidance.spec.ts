/** What to measure next, readings taken over, and second measurements: each worked on a wall of which one thing is not known. */
import { describe, expect, it } from 'vitest';
import { quinceStreet } from '../houses.testing.js';
import type { ScopeView } from '../instruments/index.js';
import { inches, toInches } from '../measure/index.js';
import { cable } from '../panel/smallJob.testing.js';
import { boxOn, smallHouse } from '../route/smallHouse.testing.js';
import {
  baysLooked,
  measured,
  studPlaces,
  wallThicknessMm,
  type Box,
  type CheckMeasure,
  type Obstacle,
  type Site,
  type Wall,
} from '../model/index.js';
import { bayLookedInto, CARRY_A_POINT, contradictions, nextMeasures, STUD_WITHOUT_FINDER, takeSeen, takeStud } from './index.js';

const inch = (n: number) => measured(inches(n));
const site = quinceStreet.site;
const WALL = 'study-w1';
const wallOf = (s: Site): Wall => s.walls.find((w) => w.id === WALL)!;
const withWall = (change: (wall: Wall) => Wall): Site => ({ ...site, walls: site.walls.map((w) => (w.id === WALL ? change(w) : w)) });
const withBox = (change: (box: Box) => Box): Site => ({ ...site, boxes: site.boxes.map((b) => (b.id === 'alcove-box' ? change(b) : b)) });
const asked = (s: Site): string[] => nextMeasures(s, wallOf(s), 'A').map((n) => n.what);

/** The study’s alcove wall with every question answered. */
const complete = withWall((w) => ({
  ...w,
  height: measured(w.height.mm),
  framing: { ...w.framing, extraStuds: studPlaces(w).map((s, i) => ({ id: `s${i}`, x: inch(toInches(s.x)), insteadOf: s.x })) },
}));

describe('what to measure next', () => {
  const base = asked(complete);
  const adds = (change: (s: Site) => Site): string[] => {
    const after = asked(change(complete));
    return after.filter((what) => !base.includes(what));
  };
  const wall = (change: (w: Wall) => Wall) => (s: Site) => ({ ...s, walls: s.walls.map((w) => (w.id === WALL ? change(w) : w)) });
  it.each<[string, (s: Site) => Site, RegExp]>([
    ['no stud was found', wall((w) => ({ ...w, framing: { ...w.framing, knownStud: undefined, extraStuds: [] } })), /one stud/],
    [
      'the thickness was only assumed',
      wall((w) => ({
        ...w,
        faces: { ...w.faces, A: { ...w.faces.A, layers: [{ finish: 'drywall', thickness: { mm: 12.7, known: 'assumed' } }] } },
      })),
      /thickness of the drywall/,
    ],
    ['nobody said what the face is made of', wall((w) => ({ ...w, faces: { ...w.faces, A: { ...w.faces.A, layers: [] } } })), /made of/],
    ['nobody looked into the bay', wall((w) => ({ ...w, bayLooked: undefined, looks: [] })), /in the bay/],
    [
      'the base trim was not measured',
      wall((w) => ({ ...w, faces: { ...w.faces, A: { ...w.faces.A, baseHeight: undefined } } })),
      /base trim/,
    ],
    ['the height was only assumed', wall((w) => ({ ...w, height: { ...w.height, known: 'assumed' } })), /height of the wall/],
    [
      'a pipe was seen but not how deep it lies',
      wall((w) => ({
        ...w,
        obstacles: [{ id: 'p', kind: 'pipe', x: inch(60), z: inch(2), width: inch(1), height: inch(80) } satisfies Obstacle],
      })),
      /how deep the pipe/,
    ],
    [
      'a measurement was taken twice and the two clash',
      wall((w) => ({
        ...w,
        checks: [
          { id: 'c', axis: 'along', from: { thing: 'left-end' }, to: { thing: 'right-end' }, distance: inch(90) } satisfies CheckMeasure,
        ],
      })),
      /measured twice/,
    ],
  ])('%s', (_, change, question) => {
    const more = adds(change);
    expect(more).toHaveLength(1);
    expect(more[0]).toMatch(question);
  });
  it.each<[string, Partial<Box>, RegExp]>([
    ['its depth', { kind: 'other' }, /depth of Alcove box/],
    ['the side it hangs on', { hangsOn: undefined }, /which side Alcove box hangs/],
  ])('of a box: %s', (_, part, question) => {
    const without = asked(withBox((b) => ({ ...b, ...part })));
    expect(without.filter((w) => question.test(w))).toHaveLength(1);
    expect(asked(site).filter((w) => question.test(w))).toHaveLength(0);
  });
  it('of a box: the cables in it', () => {
    const none = { ...site, cables: site.cables.filter((c) => !c.ends.some((e) => e.boxId === 'alcove-box')) };
    expect(asked(none).some((w) => w.startsWith('cables in Alcove box'))).toBe(true);
  });
  it('masonry is asked for neither studs nor a look into a bay', () => {
    const masonry = withWall((w) => ({ ...w, framing: { ...w.framing, material: 'masonry', knownStud: undefined }, bayLooked: undefined }));
    expect(asked(masonry).some((w) => /stud|bay/.test(w))).toBe(false);
  });
  it('every question says how and why, and what touches a wire says the proof of dead first', () => {
    const blank = withWall((w) => ({
      ...w,
      bayLooked: undefined,
      framing: { ...w.framing, knownStud: undefined },
      faces: { ...w.faces, A: { ...w.faces.A, layers: [], baseHeight: undefined } },
    }));
    for (const n of nextMeasures(blank, wallOf(blank), 'A')) {
      expect(n.how.length, n.what).toBeGreaterThan(20);
      expect(n.why.length, n.what).toBeGreaterThan(20);
      if (/pull the device|to its back|cover plate/.test(n.how)) expect(n.how).toContain('proved dead');
    }
  });
  it('three ways to a stud without a finder, three ways to carry a point (handbook 2)', () => {
    expect(STUD_WITHOUT_FINDER).toHaveLength(3);
    expect(CARRY_A_POINT).toHaveLength(3);
    expect(CARRY_A_POINT[1]!.how).toContain('proved dead');
  });
});

describe('a stud that an instrument read', () => {
  const known = (s: Site) =>
    studPlaces(wallOf(s))
      .filter((p) => p.known !== 'guessed')
      .map((p) => Math.round(toInches(p.x) * 100) / 100);
  it('is the first one known where none was', () => {
    const blank = withWall((w) => ({ ...w, framing: { ...w.framing, knownStud: undefined, extraStuds: [] } }));
    const after = takeStud(blank, WALL, 'new', inches(33.1), 6);
    expect(known(after)).toEqual([33.1]);
    expect(wallOf(after).framing.knownStud).toMatchObject({ known: 'scanned', toleranceMm: 6 });
  });
  it('near a reckoned one it is that one, found: it takes its place and leaves no ghost', () => {
    // the rhythm from 24 1/2 in puts one at 56 1/2
    const after = takeStud(site, WALL, 'new', inches(57.3), 6);
    expect(known(after)).toEqual([24.5, 57.3]);
    expect(studPlaces(wallOf(after)).filter((p) => Math.abs(toInches(p.x) - 57) < 3)).toHaveLength(1);
  });
  it('far from any it is one more', () => {
    const after = takeStud(site, WALL, 'new', inches(65), 6);
    expect(studPlaces(wallOf(after))).toHaveLength(studPlaces(wallOf(site)).length + 1);
  });
  it('read again it is moved, not doubled', () => {
    const twice = takeStud(takeStud(site, WALL, 'new', inches(65), 6), WALL, 'newer', inches(65.5), 3);
    expect(studPlaces(wallOf(twice))).toHaveLength(studPlaces(wallOf(site)).length + 1);
    expect(known(twice)).toContain(65.5);
  });
  it('read where the known one is, that is measured anew', () => {
    const after = takeStud(site, WALL, 'new', inches(25), 3);
    expect(toInches(wallOf(after).framing.knownStud!.mm)).toBeCloseTo(25, 2);
    expect(wallOf(after).framing.extraStuds).toEqual(wallOf(site).framing.extraStuds);
  });
  it('on a wall that is not there it changes nothing', () => expect(takeStud(site, 'nowhere', 'x', 100, 1)).toBe(site));
});

describe('a thing that the scope showed', () => {
  const pipe: ScopeView['seen'][number] = {
    what: 'pipe',
    x: inches(60),
    zMm: inches(10),
    widthMm: inches(1),
    heightMm: inches(80),
    behindMm: inches(2),
  } as ScopeView['seen'][number];
  it('is noted as seen, with its depth from face A and 1/4 in of doubt, and its bay counts as looked into', () => {
    const open = withWall((w) => ({ ...w, bayLooked: undefined, looks: [] }));
    const after = wallOf(takeSeen(open, WALL, 'o', pipe, inches(62), 'A', wallThicknessMm(wallOf(open))));
    expect(after.obstacles.at(-1)).toMatchObject({ kind: 'pipe', behindA: { known: 'seen', toleranceMm: inches(0.25) } });
    expect(toInches(after.obstacles.at(-1)!.behindA!.mm)).toBeCloseTo(2, 2);
    expect(baysLooked(after, { left: inches(58), right: inches(60) })).toBe(true);
    expect(baysLooked(after, { left: inches(80), right: inches(84) })).toBe(false);
  });
  it('looked at from face B its depth from A is the wall less what was read and its own inch: 4 1/2 − 2 − 1', () => {
    const thick = inches(4.5);
    const after = wallOf(takeSeen(site, WALL, 'o', pipe, inches(62), 'B', thick));
    expect(toInches(after.obstacles.at(-1)!.behindA!.mm)).toBeCloseTo(1.5, 2);
  });
  it('a stud or a box it shows is no obstacle', () => {
    expect(takeSeen(site, WALL, 'o', { ...pipe, what: 'stud' }, 0, 'A', inches(4.5))).toBe(site);
    expect(takeSeen(site, WALL, 'o', { ...pipe, what: 'box' }, 0, 'A', inches(4.5))).toBe(site);
  });
  it('looking twice through one hole is one look', () => {
    const once = bayLookedInto(site, WALL, inches(62));
    expect(wallOf(bayLookedInto(once, WALL, inches(62))).looks).toEqual(wallOf(once).looks);
  });
});

describe('second measurements', () => {
  const check = (distance: number, more: Partial<CheckMeasure> = {}): Site =>
    withWall((w) => ({
      ...w,
      checks: [
        {
          id: 'c',
          axis: 'along',
          from: { thing: 'left-end' },
          to: { thing: 'alcove-box', edge: 'left' },
          distance: inch(distance),
          ...more,
        },
      ],
    }));
  const verdict = (s: Site) => contradictions(s, wallOf(s)).map((c) => [c.verdict, Math.round(toInches(c.offMm) * 1000) / 1000]);
  it('25 1/4 was measured to the box: 25 3/8 agrees within 1/8 in, 25 1/2 can’t hold beside it', () => {
    expect(verdict(check(25.375))).toEqual([['ok', 0.125]]);
    expect(verdict(check(25.5))).toEqual([['stop', 0.25]]);
  });
  it('a scanned stud carries 1/4 in of doubt, so 24 1/4 from the left end still agrees with 24 1/2', () => {
    const to = { thing: 'stud-known' };
    expect(verdict(check(23.375 + 0.125, { to: { ...to, edge: 'left' } }))[0]![0]).toBe('ok');
    expect(verdict(check(24.9, { to: { ...to, edge: 'left' } }))[0]![0]).toBe('stop');
  });
  it('heights count from floor and ceiling: 96 − 17 = 79 to the top of a box 3 3/4 high at 13 1/4', () => {
    expect(verdict(check(79, { axis: 'up', from: { thing: 'ceiling' }, to: { thing: 'alcove-box', edge: 'top' } }))).toEqual([['ok', 0]]);
  });
  it('a check to something that is gone says nothing', () => expect(verdict(check(10, { to: { thing: 'gone' } }))).toEqual([]));
  it('the sum shows both measurements and what they may differ by', () => {
    const s = check(26);
    const [c] = contradictions(s, wallOf(s));
    expect(c!.sums[0]!.terms.map((t) => toInches(t.value)).map((v) => Math.round(v * 100) / 100)).toEqual([26, -25.25]);
    expect(toInches(c!.sums[0]!.limit!.value)).toBeCloseTo(0.125, 6);
  });
});

describe('what is asked of a wall of the small house', () => {
  const small = (boxes: Box[], e: Partial<Wall> = {}, more: Partial<Site> = {}): Site => ({
    ...smallHouse({ boxes, walls: { e } }),
    ...more,
  });
  const ask = (s: Site, face: 'A' | 'B' = 'A') =>
    nextMeasures(
      s,
      s.walls.find((w) => w.id === 'e')!,
      face,
    ).map((n) => n.what);
  const known = { depth: inch(2.5), hangsOn: 'none' as const };
  it('studs: one at all, then a second where more than two are only reckoned; none in masonry', () => {
    const framing = smallHouse().walls.find((w) => w.id === 'e')!.framing;
    const { knownStud: _, ...none } = framing;
    const said = (e: Partial<Wall>) => ask(small([], e)).filter((w) => /stud/.test(w));
    // one at 16 in was measured; those at 32, 48 … and at both ends are reckoned
    expect([said({}), said({ framing: none }), said({ framing: { ...framing, material: 'masonry' } })]).toEqual([['a second stud'], ['one stud'], []]); // prettier-ignore
    // of a wall of 30 in the two at its ends are reckoned, of one of 40 one more
    const of = (length: number) => said({ length: inch(length) });
    expect([of(30), of(40)]).toEqual([[], ['a second stud']]);
  });
  it('of each box of that face: its depth, its side, the cables that come in; of those behind the wall nothing', () => {
    const of = (box: Box, cables: Site['cables'] = []) => ask(small([box], {}, { cables })).filter((w) => w.includes('box b'));
    expect(of(boxOn('b', 'e', 40))).toEqual([
      'depth of box b',
      'on which side box b hangs',
      'cables in box b and from which side they come',
    ]);
    expect(of(boxOn('b', 'e', 40, known), [cable('c', 'b')])).toEqual([]);
    expect(of(boxOn('b', 'e', 40, known), [cable('c', 'other')])).toEqual(['cables in box b and from which side they come']);
    expect(of(boxOn('b', 'e', 40, { kind: 'wings-1g-20', hangsOn: 'none' }), [cable('c', 'b')])).toEqual([]);
    expect(of(boxOn('b', 'e', 40, { face: 'B' }))).toEqual([]);
    expect(of(boxOn('b', 'n', 40))).toEqual([]);
  });
});
