/** A raceway along the front edge of a shelf: onto it round its end or from the wall it runs into, and what stands in its line. Worked by hand. */
import { describe, expect, it } from 'vitest';
import { heldJobs, quinceStreet } from '../houses.testing.js';
import { ledgerOf } from '../ledger/meant.testing.js';
import { inches, toInches } from '../measure/index.js';
import {
  bareJob,
  checkJobIn,
  DEFAULT_SCHOOLS,
  emptySite,
  measured,
  plannedSite,
  type Fixture,
  type House,
  type JobInHouse,
  type JobWant,
  type Want,
  type WantPlace,
} from '../model/index.js';
import { judgeBox } from '../survey/index.js';
import {
  keptParts,
  nextPlace,
  openJob,
  placeProblem,
  routeDetail,
  routePlanFigure,
  searchRoutes,
  shelvesAt,
  takeWay,
  toFace,
  toShelf,
  withWallInHand,
} from './index.js';

const inch = (x: number) => measured(inches(x));
const railway = heldJobs.find((j) => j.id === 'model-railway')!;

/** The shed with another shelf at its window wall, or other things at its bench wall. */
function shed(shelf: Partial<Fixture>, atBench: Fixture[] = []): House {
  const walls = quinceStreet.site.walls.map((w) =>
    w.id === 'shed-w2' ? { ...w, fixtures: [{ ...w.fixtures![0]!, ...shelf }] } : w.id === 'shed-w1' ? { ...w, fixtures: atBench } : w,
  );
  return { ...quinceStreet, site: { ...quinceStreet.site, walls } };
}
const onShelf = (x: number, bottom = 50.375): WantPlace => ({
  ...{ wallId: 'shed-w2', face: 'A', fromLeft: inch(x), bottom: inch(bottom), inFront: 'railway-shelf' },
});
function ways(house: House, places: WantPlace[]) {
  const want: Want = { ...railway.want!, id: railway.id, name: railway.name, places };
  const [best] = searchRoutes(house, want).found.options;
  return { want, best, plan: best && routeDetail(house, want, best).raceway! };
}
const counted = (plan: NonNullable<ReturnType<typeof ways>['plan']>, what: string): number =>
  plan.fittings.filter((f) => f.what === what).reduce((s, f) => s + f.count, 0);

describe('onto a shelf', () => {
  it('that stands free of the corner: along the wall, an inside corner, 12 in forward along its end, an outside corner, along its edge', () => {
    const house = shed({ x: inch(20), width: inch(60) });
    const { plan, want, best } = ways(house, [onShelf(30), onShelf(60)]);
    const detail = best && routeDetail(house, want, best);
    // one at the corner of the room, one at the end of the shelf
    expect([counted(plan!, 'inside corner'), counted(plan!, 'outside corner'), counted(plan!, 'flat elbow')]).toEqual([2, 1, 2]);
    const out = plan!.sums[0]!.terms.find((t) => /left end of the shelf.*out from/.test(t.label))!;
    expect(toInches(out.value)).toBeCloseTo(12, 6);
    // of the 12 in, each corner takes 1 1/2
    const track = plan!.pieces.find((p) => p.what === 'track' && p.where.includes('left end of the shelf'))!;
    expect(toInches(track.mm)).toBeCloseTo(9, 6);
    // it is screwed into the board at the shelf’s end: no stud to be found
    expect(plan!.supports.filter((s) => s.where.includes('left end of the shelf')).map((s) => s.guessed)).toEqual([false]);
    // the wires go the same 12 in forward
    const forward = detail!.traced.legs.find((l) => l.words.includes('left end of the shelf'))!;
    expect(toInches(forward.lengthMm)).toBeCloseTo(12, 6);
    // 20 in of shelf edge from its end to the first box: 10
    expect(plan!.sums[0]!.terms.some((t) => /front of the shelf.*from 20" to 60"/.test(t.label))).toBe(true);
  });
  it('that runs into the bench wall: only an inside corner, 12 in before the corner of the room', () => {
    const { plan } = ways(shed({}), [onShelf(20)]);
    expect([counted(plan!, 'inside corner'), counted(plan!, 'outside corner'), counted(plan!, 'flat elbow')]).toEqual([1, 0, 2]);
    // bench wall 144 in, the shelf 12 deep: the last of it goes from the upright at 128 to 132
    expect(plan!.sums[0]!.terms.some((t) => /bench wall, from 128" to 132"/.test(t.label))).toBe(true);
  });
  it('no track on the bench wall where the end of the shelf stands before it', () => {
    const bench = (x: number): WantPlace => ({ wallId: 'shed-w1', face: 'A', fromLeft: inch(x), bottom: inch(50.375) });
    // the shelf stands 12 in before the window wall: from 132 to 144 in along the bench wall
    expect(ways(shed({}), [bench(126), onShelf(20)]).best).toBeDefined();
    expect(ways(shed({}), [bench(138), onShelf(20)]).best).toBeUndefined();
    const want: Want = { ...railway.want!, id: 'w', name: 'w', places: [bench(138), onShelf(20)] };
    expect(searchRoutes(shed({}), want).problem).toMatch(/No track goes on from outlet 1 to outlet 2/);
  });
  it('screwed into its board every 16 in at most, 1 in from each end of the track', () => {
    const { plan } = ways(shed({}), [onShelf(20), onShelf(76)]);
    const at = plan!.supports.filter((s) => s.where.startsWith('front of the shelf')).map((s) => Number(/, ([\d]+)/.exec(s.where)![1]));
    // track from 1 1/2 to 76: 72 1/2 in between the outer screws, five spans of 14 1/2
    expect(at).toEqual([2, 17, 31, 46, 60, 75]);
    expect(plan!.supports.filter((s) => s.where.startsWith('front')).some((s) => s.guessed)).toBe(false);
  });
});

describe('on one wall in hand, of which no room was walked round', () => {
  /** The garage wall of somebody’s own, 17 ft 5 in: an outlet at 21 1/4 in, a shelf from 60 in, 8 ft long. */
  const inHand = (): { house: House; wallId: string } => {
    const made = withWallInHand(
      { ...quinceStreet, site: emptySite() },
      { id: 'own', room: { name: 'garage', use: 'garage' }, length: inch(209) },
    );
    const { site } = made.house;
    const wall = site.walls[0]!;
    const shelf: Fixture = {
      ...{ id: 'shelf', kind: 'shelf', face: 'A' },
      x: inch(60),
      width: inch(96),
      z: inch(52),
      height: inch(7.25),
      depth: inch(15),
    };
    const old = {
      ...quinceStreet.site.boxes.find((b) => b.id === 'shed-box')!,
      id: 'old',
      wallId: wall.id,
      face: 'A' as const,
      circuitId: undefined,
    };
    return {
      wallId: wall.id,
      house: {
        ...made.house,
        site: {
          ...site,
          walls: [{ ...wall, fixtures: [shelf] }],
          boxes: [{ ...old, place: { from: 'left-end', toward: 'right', to: 'left-edge', distance: inch(20.25), bottom: inch(43.5) } }],
        },
      },
    };
  };
  it('along the wall and round the end of the shelf: two corners, and no other wall', () => {
    const { house, wallId } = inHand();
    const place = (x: number): WantPlace => ({ wallId, face: 'A', fromLeft: inch(x), bottom: inch(53.25), inFront: 'shelf' });
    const { plan } = ways(house, [place(80), place(128)]);
    expect(['inside corner', 'outside corner', 'flat elbow', 'device box'].map((what) => counted(plan!, what))).toEqual([1, 1, 2, 2]);
    expect(plan!.sums[0]!.terms.some((t) => /front of the shelf.*from 60" to 128"/.test(t.label))).toBe(true);
  });
  it('taken, it passes the check of a job', () => {
    const { house, wallId } = inHand();
    const place = (x: number): WantPlace => ({ wallId, face: 'A', fromLeft: inch(x), bottom: inch(53.25), inFront: 'shelf' });
    const { want, best } = ways(house, [place(80), place(128)]);
    const { job } = takeWay(openJob(house, want), keptParts(house.site, want, best!, routeDetail(house, want, best!)));
    expect(checkJobIn(bareJob(job as JobInHouse), house, [])).toMatchObject({ ok: true });
    // and so does a cable in the bays of that wall
    const outlet: Want = { ...want, kind: 'outlet', places: [{ wallId, face: 'A', fromLeft: inch(40), bottom: inch(16) }] };
    const [bay] = searchRoutes(house, outlet).found.options;
    const laid = takeWay(openJob(house, outlet), keptParts(house.site, outlet, bay!, routeDetail(house, outlet, bay!)));
    expect(checkJobIn(bareJob(laid.job as JobInHouse), house, [])).toMatchObject({ ok: true });
  });
  it('a shelf from corner to corner has no end to go round, and no other wall is known: no way', () => {
    const { house, wallId } = inHand();
    const whole = house.site.walls.map((w) => ({ ...w, fixtures: [{ ...w.fixtures![0]!, x: inch(0), width: inch(209) }] }));
    const place: WantPlace = { wallId, face: 'A', fromLeft: inch(80), bottom: inch(53.25), inFront: 'shelf' };
    expect(ways({ ...house, site: { ...house.site, walls: whole } }, [place]).best).toBeUndefined();
    expect(ways(house, [place]).best).toBeDefined();
  });
  it('a shelf that begins in the corner is reached round its other end: the corner leads to no wall that is known', () => {
    const { house, wallId } = inHand();
    const walls = house.site.walls.map((w) => ({ ...w, fixtures: [{ ...w.fixtures![0]!, x: inch(0) }] }));
    const boxes = house.site.boxes.map((b) => ({ ...b, place: { ...b.place, distance: inch(150) } }));
    const place: WantPlace = { wallId, face: 'A', fromLeft: inch(20), bottom: inch(53.25), inFront: 'shelf' };
    const { plan } = ways({ ...house, site: { ...house.site, walls, boxes } }, [place]);
    expect([counted(plan!, 'inside corner'), counted(plan!, 'outside corner')]).toEqual([1, 1]);
  });
  it('along the wall alone: straight to the next box', () => {
    const { house, wallId } = inHand();
    const place = (x: number): WantPlace => ({ wallId, face: 'A', fromLeft: inch(x), bottom: inch(43.5) });
    const { plan } = ways(house, [place(44), place(180)]);
    expect(['inside corner', 'outside corner', 'flat elbow', 'device box'].map((what) => counted(plan!, what))).toEqual([0, 0, 0, 2]);
  });
});

describe('what stands in the line of the boxes on the wall', () => {
  const cupboard = (z: number, height: number): Fixture => ({
    ...{ id: 'cupboard', kind: 'wall-cabinet', face: 'A', x: inch(50), z: inch(z), width: inch(30), height: inch(height), depth: inch(12) },
  });
  const wall = (x: number): WantPlace => ({ wallId: 'shed-w1', face: 'A', fromLeft: inch(x), bottom: inch(42) });
  it('is gone round, under it or over it, with an elbow at each turn but that out of a box', () => {
    const { plan } = ways(shed({}, [cupboard(36, 24)]), [wall(34), wall(100)]);
    expect(counted(plan!, 'flat elbow')).toBe(3);
    // 36 − 2 in: under the cupboard; nothing of it lies between 36 and 60 in, from 50 to 80
    expect(plan!.sums[0]!.terms.some((t) => /up from 34"/.test(t.label))).toBe(true);
  });
  it('is no matter where it hangs above the line', () => {
    const { plan } = ways(shed({}, [cupboard(60, 24)]), [wall(34), wall(100)]);
    expect(counted(plan!, 'flat elbow')).toBe(0);
  });
});

describe('on the plan', () => {
  it('the way and the places on the shelf lie 12 in before the wall', () => {
    const house = shed({});
    const { want, best } = ways(house, [onShelf(20), onShelf(60)]);
    const figure = routePlanFigure(house, want, best!, routeDetail(house, want, best!))!;
    const walled = routePlanFigure(
      house,
      { ...want, places: want.places.map(({ inFront: _, ...p }) => p) },
      best!,
      routeDetail(house, want, best!),
    )!;
    const wanted = (f: typeof figure) => f.ends.filter((e) => e.what === 'wanted');
    // from the middle of the wall, 4 1/2 in thick (2×4 and 1/2 in on each face), to 12 in before its face
    wanted(figure).forEach((e, i) => {
      const w = wanted(walled)[i]!;
      expect(toInches(Math.hypot(e.x - w.x, e.y - w.y))).toBeCloseTo(2.25 + 12, 3);
    });
    // the track along its edge lies on the line of those places
    const [e] = wanted(figure);
    const along = routeDetail(house, want, best!).sections.flatMap((s) => s.legs.filter((l) => l.words.includes('front of the shelf')));
    expect(along.length).toBeGreaterThan(0);
    for (const p of along.flatMap((l) => l.path)) expect(Math.min(Math.abs(p.x - e!.x), Math.abs(p.y + e!.y))).toBeLessThan(1);
  });
});

describe('the job', () => {
  const taken = (house: House, places: WantPlace[]): JobInHouse => {
    const { want, best } = ways(house, places);
    return takeWay(openJob(house, want), keptParts(house.site, want, best!, routeDetail(house, want, best!))).job as JobInHouse;
  };
  it('boxes lie on the shelf’s board; one that would reach past it is said before any way is searched', () => {
    const job = taken(shed({}), [onShelf(20)]);
    const box = job.changes.flatMap((c) => (c.do === 'place-box' ? [c.box] : []))[0]!;
    expect([box.inFront, box.kind]).toEqual(['railway-shelf', 'surface-1g']);
    expect(
      ledgerOf(job)
        .filter((f) => f.rule === 'surroundings' || f.rule === 'plan-fits')
        .map((f) => [f.verdict, f.says]),
    ).toEqual([['ok', 'inside the front of the shelf']]);
    const problem = (shelf: Partial<Fixture>, bottom: number) =>
      placeProblem(shed(shelf), { ...railway.want!, id: 'w', name: 'Railway', places: [onShelf(20, bottom)] });
    // a box is 4 3/4 in high: on 5 1/2 in it lies between 50 and 50 3/4
    expect([50, 50.75].map((b) => problem({}, b))).toEqual([undefined, undefined]);
    expect(problem({}, 51)).toMatch(/bottom lies between 50" and 50 3\/4"/);
    expect(problem({ height: inch(4.75) }, 50)).toBeUndefined();
    expect(problem({ height: inch(4.5) }, 50)).toMatch(/is 4 1\/2" high and a device box 4 3\/4"/);
  });
  it('built, its boxes on wall and shelf stand on the finish: the survey asks of no stud, no opening, and not of their own shelf', () => {
    const house = shed({});
    const job = taken(house, [{ wallId: 'shed-w1', face: 'A', fromLeft: inch(72), bottom: inch(42) }, onShelf(20)]);
    const site = plannedSite(job);
    for (const { id, wallId } of site.boxes.filter((b) => b.kind === 'surface-1g')) {
      const wall = site.walls.find((w) => w.id === wallId)!;
      const { findings } = judgeBox({ site, wall, boxId: id, edition: 'US-2020', schools: DEFAULT_SCHOOLS, unit: 'in' });
      expect(findings.filter((f) => f.verdict === 'stop').map((f) => `${f.rule}: ${f.says}`)).toEqual([]);
      expect(findings.filter((f) => ['stud', 'fit', 'setback', 'kind'].includes(f.rule)).map((f) => f.rule)).toEqual([]);
    }
  });
  it('a place off its shelf, on a shelf that isn’t there, or in a job that is no raceway is refused with its field', () => {
    const house = shed({ x: inch(10), width: inch(50) });
    const check = (place: Partial<WantPlace>, kind: JobWant['kind'] = 'raceway') => {
      const want: JobWant = { ...railway.want!, kind, places: [{ ...onShelf(20), ...place }] };
      const checked = checkJobIn({ ...railway, want, changes: [] }, house, []);
      return checked.ok ? [] : checked.errors.map((e) => `${e.path}: ${e.message}`);
    };
    expect(check({})).toEqual([]);
    expect(check({ fromLeft: inch(61) })).toEqual([
      expect.stringMatching(/^\/want\/places\/0\/fromLeft\/mm: .*past the shelf, which goes from 10" to 60"/),
    ]);
    expect(check({ bottom: inch(40) })).toEqual([expect.stringMatching(/^\/want\/places\/0\/bottom\/mm: .*not on the front of the shelf/)]);
    expect(check({ inFront: 'gone' })).toEqual([expect.stringMatching(/^\/want\/places\/0\/inFront: There is no shelf or built-in/)]);
    expect(check({}, 'outlet')).toEqual([expect.stringMatching(/^\/want\/places\/0\/inFront: .*is no raceway/)]);
  });
  it('put on the shelf by hand it sits in the middle of its edge, assumed; on another wall the shelf is left behind', () => {
    const { site } = quinceStreet;
    expect(shelvesAt(site, { wallId: 'shed-w2', face: 'A' }).map((s) => s.name)).toEqual(['front of the shelf']);
    const back = toShelf(site, railway, 3, undefined);
    expect(back.want!.places[3]!.inFront).toBeUndefined();
    const on = toShelf(
      site,
      { ...back, want: { ...back.want!, places: back.want!.places.map((p) => ({ ...p, bottom: inch(42) })) } },
      3,
      'railway-shelf',
    );
    // 50 in and half of what the 5 1/2 in board leaves of a 4 3/4 in box
    expect(on.want!.places[3]).toMatchObject({
      inFront: 'railway-shelf',
      bottom: { mm: expect.closeTo(inches(50.375), 6), known: 'assumed' },
    });
    expect(toFace(site, on, 3, 'shed-w1', 'A').want!.places[3]!.inFront).toBeUndefined();
    // one more goes on along the shelf as long as there is shelf: at 76 + 28 there is none
    const want: Want = { ...railway.want!, id: 'w', name: 'w' };
    expect(nextPlace(quinceStreet, { ...want, places: want.places.slice(0, 5) })).toMatchObject({ inFront: 'railway-shelf' });
    expect(nextPlace(quinceStreet, want)).toBeUndefined();
  });
});
