/**
 * A way through the den drawn on its plan and on the walls it touches. The den is 120 in wide, its upper left corner at 0, 0; drawings count
 * downward. Millimetres, and inches where it says so.
 */
import { describe, expect, it } from 'vitest';
import { inches, toInches } from '../measure/index.js';
import type { House, Site, Want } from '../model/index.js';
import { boxOn, placeOn } from '../route/smallHouse.testing.js';
import { sub } from '../panel/smallPanel.testing.js';
import { routeDetail } from './routeDetail.js';
import { holeNumbers, routeElevations, routePlanFigure } from './routeFigures.js';
import { at, b, brick, feed, home, overhead, search, wish } from './smallWish.testing.js';

const panel = { name: 'Panel', place: { wallId: 'n', face: 'A', fromLeft: at(24), bottom: at(40) } } as Site['panel'];
function drawn(house: House, part: Partial<Want> = {}, feeds = [feed('b')]) {
  const want = wish(part);
  const [option] = search(house, part, feeds).found.options;
  const detail = routeDetail(house, want, option!);
  return { plan: routePlanFigure(house, want, option!, detail)!, walls: routeElevations(house, want, detail), detail };
}
const inch = (mm: number) => Math.round(toInches(mm) * 10) / 10;
const ends = ({ plan }: ReturnType<typeof drawn>) => plan.ends.map((e) => [e.id, e.what, e.label, inch(e.x), inch(e.y), e.leftward]);

describe('the plan', () => {
  const along = drawn(home());
  it('a line a leg, at the level where it lies', () => {
    expect(along.plan.lines.map((l) => [l.id, l.level, l.space])).toEqual([['leg-0-0', 'wall', 'wall/n']]);
    const levels = (den: Parameters<typeof overhead>) => drawn(home({ den: overhead(...den) })).plan.lines.map((l) => [l.level, l.words]);
    expect(levels(['attic'])).toEqual([['wall', 'in wall n'], ['over', 'the attic'], ['wall', 'in wall n']]); // prettier-ignore
    expect(levels(['flat-roof', 'basement'])).toEqual([['wall', 'in wall n'], ['under', 'the basement'], ['wall', 'in wall n']]); // prettier-ignore
    expect(levels(['flat-roof', 'crawl-space'])[1]![0]).toBe('under');
    // a floor over a cellar is under what is drawn
    expect(levels(['flat-roof', 'floor'])[1]![0]).toBe('under');
    expect(drawn(home({ walls: { n: brick } })).plan.lines.map((l) => l.level)).toEqual(['face']);
    expect(drawn(home(), { kind: 'raceway' }).plan.lines.map((l) => l.level)).toEqual(['face']);
  });
  it('from the feed to the place: 24 to 56 in along the wall', () => {
    const xs = along.plan.lines[0]!.points.split(' ').map((p) => inch(Number(p.split(',')[0])));
    expect([Math.min(...xs), Math.max(...xs)]).toEqual([24, 56]);
    expect(ends(along).map((e) => e.slice(0, 4))).toEqual([['feed', 'feed', 'box b', 24], ['place-0', 'wanted', 'Desk', 56]]); // prettier-ignore
    // north is up, and up is less
    const { y } = along.plan.ends[1]!;
    expect(along.plan.lines[0]!.points.split(' ').every((p) => Math.abs(Number(p.split(',')[1]) - y) < 60)).toBe(true);
    expect(along.plan.via).toBeUndefined();
  });
  it('names stand away from each other: the one on the left to its left', () => {
    expect(ends(along).map((e) => e[5])).toEqual([true, false]);
    const back = drawn(home({ boxes: [boxOn('b', 'n', 88, { circuitId: 'c15' })] }));
    expect(ends(back).map((e) => e[5])).toEqual([false, true]);
  });
  it('long names by what they are; several places by their numbers', () => {
    const named = (name: string, more: Partial<Want> = {}) => ends(drawn(home({ boxes: [{ ...b, name }] }), { name, ...more }, [feed('b', { name })])).map((e) => e[2]); // prettier-ignore
    expect(named('x'.repeat(20))).toEqual(['x'.repeat(20), 'x'.repeat(20)]);
    expect(named('x'.repeat(21))).toEqual(['fed from here', 'wanted here']);
    expect(named('x'.repeat(21), { kind: 'run', places: [placeOn('n', 56), placeOn('n', 88)] })).toEqual(['fed from here', '1', '2']);
  });
  it('the panel, and a subpanel by its name', () => {
    const fed = (id: string, more: Partial<Site> = {}) => ends(drawn(home({}, { panel, ...more }), { ownCircuit: true }, [feed(id, { name: 'A circuit of its own' })]))[0]![2]; // prettier-ignore
    const place = { wallId: 'n', face: 'A' as const, fromLeft: at(24), bottom: at(40) };
    expect([fed('panel'), fed('s', { subpanels: [sub({ fedBy: 'b3', breakers: [], name: 'shop panel', place })] })]).toEqual(['panel', 'shop panel']); // prettier-ignore
  });
  it('holes as they are numbered, at their places', () => {
    expect(along.plan.holes.map((h) => [h.id, h.n, inch(h.x)])).toEqual([['1', '1', 32], ['2', '2', 48]]); // prettier-ignore
    const lamps = drawn(home({ den: overhead('flat-roof', 'basement') }), { kind: 'lights', lamps: { count: 2, rows: 1, under: ['den'], watts: 60 } }); // prettier-ignore
    expect(ends(lamps).slice(-2)).toEqual([['lamp-0', 'lamp', '1', 32, 48, false], ['lamp-1', 'lamp', '2', 96, 48, false]]); // prettier-ignore
    expect(lamps.plan.lines.map((l) => l.id.split('-')[1]).at(-1)).toBe('2');
  });
  it('the point that was set', () => {
    const via = { space: 'attic/1', x: 1000, y: -500 };
    expect(drawn(home({ den: overhead('attic') }), { via }).plan.via).toEqual({ x: 1000, y: 500 });
  });
  it('as much of the house as the way takes, 1.6 m beside it; never less than 5.2 m, never more than the plan', () => {
    const box = (d: ReturnType<typeof drawn>) => d.plan.plan.viewBox.split(' ').map(Number) as [number, number, number, number];
    const whole = (site: Partial<Site> = {}) => home({}, site);
    const [x, , w, h] = box(drawn(whole()));
    // 32 in and twice 1.6 m are less than 5.2 m round 40 in: from the plan’s own left edge
    expect(x + w).toBe(Math.round(inches(40) + 2600));
    expect(h).toBeLessThan(5200);
    const far = box(drawn(home({}, {}), { places: [placeOn('n2', 104)] }));
    expect(far[2]).toBeGreaterThan(w);
    // north wall to south wall: the plan is no higher than it was
    expect(far[3]).toBe(h);
  });
  it('no plan of a house that nobody walked round; the storey of the place, or of the room behind it', () => {
    const unwalked = (house: House): House => ({
      ...house,
      site: { ...house.site, rooms: house.site.rooms.map(({ sides: _s, ...r }) => r) },
    });
    const want = wish();
    const house = home();
    const [option] = search(house).found.options;
    const detail = routeDetail(house, want, option!);
    expect(routePlanFigure(unwalked(house), want, option!, detail)).toBeUndefined();
    const out = drawn(home(), { places: [placeOn('n', 94, { face: 'B' })] });
    expect(out.plan.lines.length).toBeGreaterThan(0);
    expect(ends(out).map((e) => e[0])).toEqual(['feed', 'place-0']);
  });
});

describe('the walls', () => {
  const { walls, detail } = drawn(home());
  const [n] = walls;
  const shapes = (kind: string, d = n!) => d.elevation.shapes.filter((s) => s.kind === kind && s.state === 'planned').map((s) => [s.id, inch(s.u), inch(s.z), inch(s.width), inch(s.height), s.label]); // prettier-ignore
  it('each that the way touches, seen from the face that is opened', () => {
    expect(walls.map((w) => [w.wallId, w.face, w.title])).toEqual([['n', 'A', 'wall n, from the den']]);
    expect(n!.elevation.work).toEqual({ u: 0, z: 0, width: inches(120), height: inches(96) });
    const out = drawn(home(), { places: [placeOn('n', 94, { face: 'B' })] }).walls;
    expect(out.map((w) => [w.face, w.title])).toEqual([['B', 'wall n, from the outdoors']]);
    // round the corner into the other wall
    const two = drawn(home({ boxes: [boxOn('b', 'n', 116, { circuitId: 'c15' })] }), { places: [placeOn('e', 24)] }).walls;
    expect(two.map((w) => w.wallId)).toEqual(['n', 'e']);
  });
  it('the cable 14 mm thick, level and upright', () => {
    const way = n!.elevation.shapes.filter((s) => s.kind === 'way');
    expect(way.every((s) => Math.min(s.width, s.height) <= 14.3)).toBe(true);
    expect([inch(Math.min(...way.map((s) => s.u))), inch(Math.max(...way.map((s) => s.u + s.width)))]).toEqual([24, 56].map((u) => expect.closeTo(u, 0))); // prettier-ignore
    // down from the box to the plate
    const down = drawn(home({ den: overhead('flat-roof', 'basement') })).walls[0]!.elevation.shapes.filter((s) => s.kind === 'way');
    expect(down.some((s) => s.height > inches(15) && Math.abs(s.width - 14) < 1)).toBe(true);
  });
  it('openings 5 1/2 by 4 in; holes 44 mm wide with their numbers', () => {
    expect(shapes('opening').map((s) => s.slice(1, 5))).toEqual([[29.3, 13.9, 5.5, 4], [45.3, 13.9, 5.5, 4]]); // prettier-ignore
    expect(shapes('hole')).toEqual([['hole-1', inch(inches(32) - 22), inch(403 - 22), 1.7, 1.7, '1'], ['hole-2', inch(inches(48) - 22), inch(403 - 22), 1.7, 1.7, '2']]); // prettier-ignore
    expect(holeNumbers(detail).map((h) => [h.n, h.hole.member])).toEqual([['1', 'stud'], ['2', 'stud']]); // prettier-ignore
  });
  it('holes in plates are drawn just inside the wall', () => {
    const z = (den: Parameters<typeof overhead>) => drawn(home({ den: overhead(...den) })).walls[0]!.elevation.shapes.filter((s) => s.kind === 'hole').map((s) => Math.round(s.z)); // prettier-ignore
    expect([z(['flat-roof', 'basement']), z(['attic'])]).toEqual([[60 - 22, 60 - 22], [Math.round(inches(96)) - 82, Math.round(inches(96)) - 82]]); // prettier-ignore
  });
  it('places with a box 2 1/4 by 3 3/4 in, by name or by number, those of the face alone', () => {
    expect(shapes('box')).toContainEqual(['wanted-0', 54.9, 14, 2.3, 3.8, 'Desk']);
    const two = drawn(home(), { kind: 'run', places: [placeOn('n', 56), placeOn('e', 40), placeOn('n', 88)] }).walls.find((w) => w.wallId === 'n'); // prettier-ignore
    expect(shapes('box', two).filter((s) => String(s[0]).startsWith('wanted')).map((s) => s[5])).toEqual(['1', '3']); // prettier-ignore
    // 26 in from the left of face B are drawn from the left of face B
    const back = drawn(home(), { places: [placeOn('n', 94, { face: 'B' })] }).walls[0]!;
    expect(shapes('box', back)).toContainEqual(['wanted-0', inch(inches(94 - 1.125)), 14, 2.3, 3.8, 'Desk']);
  });
  it('dimensions from the nearer end, each in its lane; how high the first box is', () => {
    const of = (d = n!) => d.elevation.dimensions.map((x) => [x.id, x.axis, inch(x.from), inch(x.to), x.lane, x.text, x.of]);
    expect(of()).toEqual([
      ['hole-1', 'along', 0, 32, 0, '32"', 'hole 1'],
      ['hole-2', 'along', 0, 48, 1, '48"', 'hole 2'],
      ['wanted-0', 'along', 0, 56, 2, '56"', 'middle of the box'],
      ['wanted-up', 'up', 0, 14, 0, '14"', 'bottom of the box from the floor'],
    ]);
    const right = drawn(home({ boxes: [boxOn('b', 'n', 88, { circuitId: 'c15' })] }), { places: [placeOn('n', 104)] }).walls[0]!;
    expect(of(right).slice(0, 2)).toEqual([
      ['hole-1', 'along', 120, 96, 0, '24"', 'hole 1'],
      ['wanted-0', 'along', 120, 104, 1, '16"', 'middle of the box'],
    ]);
    // just in the middle it is told from the left
    expect(of(drawn(home(), { places: [placeOn('n', 60)] }).walls[0]!).find((x) => x[0] === 'wanted-0')!.slice(2, 6)).toEqual([0, 60, 2, '60"']); // prettier-ignore
    expect(n!.elevation.dimensions.map((x) => inch(x.reach))).toEqual([15.9, 15.9, 14, 60]);
    const run = drawn(home(), { kind: 'run', places: [placeOn('n', 56), placeOn('n', 88)] }).walls[0]!.elevation.dimensions;
    expect(run.filter((x) => x.id.startsWith('wanted')).map((x) => [x.id, x.of])).toEqual([['wanted-0', 'outlet 1'], ['wanted-up', 'bottom of the box from the floor'], ['wanted-1', 'outlet 2']]); // prettier-ignore
  });
  it('the panel where it hangs: 360 mm wide, 700 high, not over the ceiling', () => {
    const own = (bottom: number) => drawn(home({}, { panel: { ...panel!, place: { ...panel!.place!, bottom: at(bottom) } } }), { ownCircuit: true }, [feed('panel')]).walls[0]!; // prettier-ignore
    const hung = (bottom: number) => own(bottom).elevation.shapes.find((s) => s.id === 'panel')!;
    expect([hung(40).u, hung(40).width, hung(40).z, hung(40).height, hung(40).label].map((v) => (typeof v === 'number' ? Math.round(v) : v))).toEqual([Math.round(inches(24) - 180), 360, 1016, 700, 'Panel']); // prettier-ignore
    expect(Math.round(hung(80).height)).toBe(Math.round(inches(16)));
  });
});
