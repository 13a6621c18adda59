/**
 * Receptacles round a room. Rule: NEC 210.52(A) and (C), from memory (6 ft to each side, spaces of 2 ft and more; counters 24 in).
 * The optimum is held against brute force on small spaces and against HiGHS (`highs` on npm), a MILP solver, on large ones.
 */
import fc from 'fast-check';
import * as highsModule from 'highs';
import { describe, expect, it } from 'vitest';
import { quinceStreet } from '../houses.testing.js';
import { inches, toInches } from '../measure/index.js';
import { measured, type Room, type Site, type Wall } from '../model/index.js';
import { addRoom } from '../survey/index.js';
import {
  COUNTER_RULE,
  counterSpacing,
  fewestReceptacles,
  gridPlaces,
  onWall,
  roomSpacing,
  uncovered,
  WALL_RULE,
  type Span,
  type WallSpace,
} from './index.js';

/** The package's types and its module disagree on where the loader is. */
const highsLoader = highsModule.default as unknown as () => Promise<{ solve(model: string): { ObjectiveValue: number } }>;
const ft = (n: number): number => inches(12 * n);
const line = (feet: number, existing: number[] = [], allowed?: Span[]): WallSpace => ({
  start: 0,
  length: ft(feet),
  ring: false,
  existing: existing.map(ft),
  allowed: allowed ?? [{ from: 0, to: ft(feet) }],
});

describe('worked examples (210.52(A): no point further than 6 ft)', () => {
  it.each([
    ['12 ft of wall: one in the middle reaches both ends', 12, 1],
    ['12 ft 1 in: one is not enough', 12 + 1 / 12, 2],
    ['24 ft: two, 6 ft from each end and 12 ft apart', 24, 2],
    ['25 ft: three', 25, 3],
  ])('%s', (_what, feet, count) => expect(fewestReceptacles(line(feet), WALL_RULE).added).toHaveLength(count));
  it('one at 3 ft of a 15 ft wall leaves 9 to 15 ft, and one more reaches it', () => {
    const space = line(15, [3]);
    expect(uncovered(space, space.existing, WALL_RULE.reachMm)).toEqual([{ from: ft(9), to: ft(15) }]);
    expect(fewestReceptacles(space, WALL_RULE).added).toHaveLength(1);
  });
  it('where no box can stand it says what stays out of reach', () => {
    const { added, unreachable } = fewestReceptacles(line(20, [], [{ from: 0, to: ft(2) }]), WALL_RULE);
    expect(added).toHaveLength(1);
    expect(unreachable[0]!.to).toBeCloseTo(ft(20), 6);
    expect(unreachable[0]!.from).toBeCloseTo(ft(8), 0);
  });
  it('a room without a door goes round into itself: 48 ft round wants four', () => {
    const ring: WallSpace = { ...line(48), ring: true };
    expect(fewestReceptacles(ring, WALL_RULE).added).toHaveLength(4);
  });
  it('a 60 in counter: 24 in to each side, so two (210.52(C))', () =>
    expect(fewestReceptacles(line(5), COUNTER_RULE).added).toHaveLength(2));
});

/** Fewest subset of the places that covers everything, by trying all. Undefined when no subset does. */
function bruteForce(space: WallSpace, places: number[], reach: number): number | undefined {
  let best: number | undefined;
  for (let mask = 0; mask < 1 << places.length; mask++) {
    const chosen = places.filter((_, i) => mask & (1 << i));
    if (best !== undefined && chosen.length >= best) continue;
    if (uncovered(space, [...space.existing, ...chosen], reach).length === 0) best = chosen.length;
  }
  return best;
}

const GRID = ft(1);
const spans = fc.array(fc.record({ from: fc.integer({ min: 0, max: 14 }), length: fc.integer({ min: 0, max: 3 }) }), {
  minLength: 1,
  maxLength: 4,
});
const space = fc
  .record({
    feet: fc.integer({ min: 2, max: 15 }),
    ring: fc.boolean(),
    existing: fc.array(fc.integer({ min: 0, max: 15 }), { maxLength: 2 }),
    spans,
  })
  .map(({ feet, ring, existing, spans: list }): WallSpace => ({
    start: 0,
    length: ft(feet),
    ring,
    existing: existing.filter((e) => e <= feet).map(ft),
    allowed: list.filter((s) => s.from <= feet).map((s) => ({ from: ft(s.from), to: ft(Math.min(feet, s.from + s.length)) })),
  }));

describe('optimum', () => {
  it('on a ring a place under the first one’s own reach may be the one that reaches on (worked by hand)', () => {
    // 11 ft round, boxes only from 2 to 5 ft, 4 ft of reach: 2 ft reaches 9 ft round to 6 ft, 5 ft reaches 1 to 9 ft
    const ring: WallSpace = { start: 0, length: ft(11), ring: true, existing: [], allowed: [{ from: ft(2), to: ft(5) }] };
    const found = fewestReceptacles(ring, { reachMm: ft(4), leastMm: 0 }, GRID);
    expect(found.unreachable).toEqual([]);
    expect(found.added.map((p) => Math.round(p / ft(1))).sort()).toEqual([2, 5]);
  });
  it('equals brute force on small spaces, lines and rings', () => {
    fc.assert(
      fc.property(space, fc.integer({ min: 2, max: 4 }), (s, reachFt) => {
        const rule = { reachMm: ft(reachFt), leastMm: 0 };
        const places = [...new Set(gridPlaces(s, GRID))].slice(0, 13);
        const best = bruteForce(s, places, rule.reachMm);
        const found = fewestReceptacles({ ...s, allowed: places.map((p) => ({ from: p, to: p })) }, rule, GRID);
        if (best === undefined) expect(found.unreachable.length).toBeGreaterThan(0);
        else {
          expect(found.unreachable).toEqual([]);
          expect(found.added).toHaveLength(best);
          expect(uncovered(s, [...s.existing, ...found.added], rule.reachMm)).toEqual([]);
        }
      }),
      { numRuns: 2000 },
    );
  });

  it('equals a MILP on large rooms', async () => {
    const highs = await highsLoader();
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 160 }),
        fc.array(fc.integer({ min: 0, max: 160 }), { maxLength: 6 }),
        fc.integer({ min: 3, max: 9 }),
        (feet, existing, gap) => {
          const allowed = Array.from({ length: Math.floor(feet / gap) }, (_, i) => ({
            from: ft(i * gap + 0.5),
            to: ft(i * gap + gap - 1),
          }));
          const s: WallSpace = {
            ...line(
              feet,
              existing.filter((e) => e < feet),
            ),
            allowed,
          };
          const places = gridPlaces(s, GRID);
          const found = fewestReceptacles(s, WALL_RULE, GRID);
          // points where what covers them can change: the ends of every reach, and the middles between
          const edges = [0, s.length, ...[...places, ...s.existing].flatMap((p) => [p - WALL_RULE.reachMm, p + WALL_RULE.reachMm])]
            .filter((p) => p >= 0 && p <= s.length)
            .sort((a, b) => a - b);
          const points = edges.slice(1).flatMap((e, i) => (e - edges[i]! > 0.01 ? [(e + edges[i]!) / 2] : []));
          const reaches = (p: number, at: number) => Math.abs(p - at) <= WALL_RULE.reachMm;
          const rows = points
            .filter((at) => !s.existing.some((p) => reaches(p, at)))
            .map((at) => places.map((p, i) => (reaches(p, at) ? `x${i}` : '')).filter(Boolean));
          if (rows.some((r) => r.length === 0)) {
            expect(found.unreachable.length).toBeGreaterThan(0);
            return;
          }
          const model = [
            'Minimize',
            ` obj: ${places.map((_, i) => `x${i}`).join(' + ')}`,
            'Subject To',
            ...rows.map((r, i) => ` c${i}: ${r.join(' + ')} >= 1`),
            'Binary',
            ` ${places.map((_, i) => `x${i}`).join(' ')}`,
            'End',
          ].join('\n');
          const best = rows.length ? Math.round(highs.solve(model).ObjectiveValue) : 0;
          expect(found.added).toHaveLength(best);
        },
      ),
      { numRuns: 12 },
    );
  });
});

const room = (lengths: number[]): Site =>
  addRoom(
    { rooms: [], walls: [], boxes: [], cables: [], devices: [], circuits: [], loads: [] },
    {
      id: 'r',
      name: 'room',
      use: 'bedroom',
      lengths: lengths.map((l) => measured(ft(l))),
      turns: lengths.map(() => 'right' as const),
      height: measured(ft(8)),
    },
    'in',
  ).site;
const withWall = (site: Site, index: number, part: Partial<Wall>): Site => ({
  ...site,
  walls: site.walls.map((w, i) => (i === index ? { ...w, ...part } : w)),
});
const theRoom = (site: Site): Room => site.rooms.find((r) => r.id === 'r')!;

describe('a room', () => {
  it('a door breaks the walls, a window does not', () => {
    const door = [
      { id: 'd', kind: 'door' as const, x: measured(ft(2)), z: measured(0), width: measured(ft(3)), height: measured(ft(6.7)) },
    ];
    const plain = roomSpacing(room([12, 10, 12, 10]), theRoom(room([12, 10, 12, 10])), 'US-2020');
    expect(plain.spaces.map((s) => s.ring)).toEqual([true]);
    const doored = withWall(room([12, 10, 12, 10]), 0, { openings: door });
    const broken = roomSpacing(doored, theRoom(doored), 'US-2020');
    // 44 ft round less 3 ft of door, in one piece that starts behind it
    expect(broken.spaces.map((s) => [s.ring, Math.round(s.length / inches(12)), Math.round(s.start / inches(12))])).toEqual([
      [false, 41, 5],
    ]);
    const windowed = withWall(room([12, 10, 12, 10]), 0, {
      openings: [{ ...door[0]!, kind: 'window', z: measured(ft(3)), height: measured(ft(4)) }],
    });
    expect(roomSpacing(windowed, theRoom(windowed), 'US-2020').spaces.map((s) => s.ring)).toEqual([true]);
  });
  it('suggested places are clear of studs and inside the walls', () => {
    const site = withWall(room([14, 9, 14, 9]), 0, {
      framing: { ...room([14, 9, 14, 9]).walls[0]!.framing, knownStud: measured(inches(20)) },
    });
    const spacing = roomSpacing(site, theRoom(site), 'US-2020');
    for (const s of spacing.spaces)
      for (const p of s.coverage.added) {
        const place = onWall(spacing.strip, s.start + p)!;
        const toStud = Math.abs(((place.xMm - inches(20) + inches(8) + inches(1600)) % inches(16)) - inches(8));
        if (place.wall.id === site.walls[0]!.id) expect(toStud).toBeGreaterThan(inches(0.75 + 1.125) - 0.01);
        // not in the studs of a corner (common practice)
        for (const end of [place.fromLeftMm, place.wall.length.mm - place.fromLeftMm]) expect(end).toBeGreaterThanOrEqual(inches(6) - 0.01);
      }
  });
  it('no box in the studs of a corner: 6 in of each wall from it (common practice); a pier of 12 in has its middle all the same', () => {
    const free = (site: Site, wall: number) => {
      const { strip, spaces } = roomSpacing(site, theRoom(site), 'US-2020');
      const part = strip[wall]!;
      return spaces
        .flatMap((s) => s.allowed.map((a) => [s.start + a.from - part.start, s.start + a.to - part.start] as const))
        .filter(([from, to]) => from < part.wall.length.mm - 1 && to > 1)
        .map(([from, to]) => [toInches(from), toInches(to)] as const);
    };
    const ends = free(room([14, 9, 14, 9]), 0);
    expect(Math.min(...ends.map(([from]) => from))).toBeCloseTo(6, 6);
    expect(Math.max(...ends.map(([, to]) => to))).toBeCloseTo(14 * 12 - 6, 6);
    const pier = free(room([14, 1, 14, 1]), 1);
    expect(pier.some(([from, to]) => from < 6 && to > 6)).toBe(true);
  });
  it('wanted places count, and then nothing is left', () => {
    const site = room([12, 10, 12, 10]);
    const first = roomSpacing(site, theRoom(site), 'US-2020');
    expect(first.judged.verdict).toBe('caution');
    const wanted = first.spaces.flatMap((s) =>
      s.coverage.added.map((p, i) => {
        const at = onWall(first.strip, s.start + p)!;
        return { id: `w${i}`, wallId: at.wall.id, face: at.face, fromLeft: measured(at.fromLeftMm) };
      }),
    );
    expect(roomSpacing(site, { ...theRoom(site), wanted }, 'US-2020').judged.verdict).toBe('ok');
  });
  it('a receptacle above 66 in does not count (210.52)', () => {
    const study = quinceStreet.site.rooms.find((r) => r.id === 'study')!;
    const one: Site = { ...quinceStreet.site, boxes: quinceStreet.site.boxes.filter((b) => b.id !== 'mast-box') };
    const lifted: Site = {
      ...one,
      boxes: one.boxes.map((b) => (b.id === 'alcove-box' ? { ...b, place: { ...b.place, bottom: measured(inches(64)) } } : b)),
    };
    expect(roomSpacing(one, study, 'US-2020').existing).toHaveLength(1);
    expect(roomSpacing(lifted, study, 'US-2020').existing).toHaveLength(0);
  });
  it('nobody walked round: can’t tell', () =>
    expect(
      roomSpacing(
        quinceStreet.site,
        quinceStreet.site.rooms.find((r) => r.id === 'kitchen')!,
        'US-2020',
      ).judged.verdict,
    ).toBe('can’t tell'));
  it('a counter of 5 ft with one receptacle at its left end wants one more', () => {
    const base = room([12, 10, 12, 10]);
    const site: Site = {
      ...withWall(base, 0, {
        fixtures: [
          {
            id: 'c',
            kind: 'counter',
            face: 'A',
            x: measured(ft(2)),
            z: measured(inches(34.5)),
            width: measured(ft(5)),
            height: measured(inches(1.5)),
          },
        ],
      }),
      boxes: [
        {
          id: 'b',
          name: 'b',
          wallId: base.walls[0]!.id,
          face: 'A',
          place: { from: 'left-end', toward: 'right', to: 'centre', distance: measured(ft(3)), bottom: measured(inches(42)) },
          kind: 'wings-1g-20',
          gangs: 1,
          supportFittings: 0,
        },
      ],
      devices: [{ id: 'd', name: 'd', boxId: 'b', kind: 'duplex-20' }],
    };
    const [counter] = counterSpacing(site, site.walls[0]!, 'A');
    // 12 in along the counter reaches to 36 in of its 60
    expect(counter!.uncovered).toEqual([{ from: expect.closeTo(inches(36), 3), to: inches(60) }]);
    expect(counter!.coverage.added).toHaveLength(1);
  });
});
