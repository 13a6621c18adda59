/**
 * What follows from a way in the den: what is bought, whether the wire is thick enough, where lamps hang, what to beware of. Lengths by hand
 * as in `route/trace`: a bend takes 3 in, a bored stud 1, 7 in free at each end and 2 to trim, 1/4 in of sheath in each box (common practice).
 * Copper at 75 °C: 3.07 Ω per 1000 ft of 14 AWG, 1.93 of 12 (NEC Chapter 9 Table 8, solid, from memory).
 */
import { describe, expect, it } from 'vitest';
import { feet, inches, toInches } from '../measure/index.js';
import { measured, type House, type Room, type Site, type Want } from '../model/index.js';
import { boxOn, placeOn } from '../route/smallHouse.testing.js';
import { sub } from '../panel/smallPanel.testing.js';
import { cable } from '../panel/smallJob.testing.js';
import { electrical, routeDetail, type RouteDetail } from './routeDetail.js';
import { at, b, brick, CIRCUITS, feed, framingOf, home, overhead, search, wish } from './smallWish.testing.js';

const detail = (house: House, want: Partial<Want> = {}, feeds = [feed('b')]): RouteDetail => routeDetail(house, wish(want), search(house, want, feeds).found.options[0]!); // prettier-ignore
const bought = (...args: Parameters<typeof detail>) => detail(...args).buy.map((x) => `${x.what}: ${x.amount}`);
const inch = (mm: number) => Math.round(toInches(mm) * 100) / 100;
const panel = { name: 'Panel', place: { wallId: 'n', face: 'A', fromLeft: at(24), bottom: at(40) } } as Site['panel'];

describe('what is bought', () => {
  it('through two studs: 40 in and 32 to fish, cut at 78, 15 % over to whole feet; two patches', () => {
    expect(bought(home())).toEqual(["14-2 cable with ground: 8'", 'box and receptacle: 1', 'patches: 2']);
    expect(bought(home({ walls: { n: framingOf('n', { studDepth: at(2.5) }) } }))).toContain('steel plates 1/16 in: 2');
    expect(bought(home({ walls: { n: framingOf('n', { material: 'metal' }) } }))).toContain('bushings for metal studs: 2');
  });
  it('through the basement: 122 1/2 in, cut at 156; two staples, two holes to seal', () => {
    expect(bought(home({ den: overhead('flat-roof', 'basement') }))).toEqual(["14-2 cable with ground: 15'", 'box and receptacle: 1', 'staples: 2', 'fire-block sealant, holes: 2']); // prettier-ignore
  });
  it('from the panel a breaker of its own amps, and its size of cable', () => {
    const own = (part: Partial<Want>) => bought(home({}, { panel }), { ownCircuit: true, ...part }, [feed('panel')]);
    expect(own({})).toEqual(expect.arrayContaining(['20 A breaker of the type listed for the panel: 1', expect.stringMatching(/^12-2 cable/)])); // prettier-ignore
    expect(own({ ownA: 15 })).toEqual(expect.arrayContaining(['15 A breaker of the type listed for the panel: 1', expect.stringMatching(/^14-2 cable/)])); // prettier-ignore
  });
  it('a run: a box for each of its places, the cables of all pieces', () => {
    // twice 78 in, 15 % over: 14.95 ft
    expect(bought(home(), { kind: 'run', places: [placeOn('n', 56), placeOn('n', 88)] })).toEqual(["14-2 cable with ground: 15'", 'box and receptacle: 2', 'patches: 4']); // prettier-ignore
  });
  it('a raceway: single wires of 32 in, twice 8 and a foot, track and covers from 5 ft, its fittings, two screws a stud', () => {
    const d = detail(home(), { kind: 'raceway' });
    expect(d.buy.map((x) => `${x.what}: ${x.amount}`)).toEqual(["14 AWG single wire, each of hot, neutral and ground: 5'", 'track, 60" lengths: 1', 'cover, 60" lengths: 1', 'base fitting over the existing box: 1', 'device box: 1', 'receptacle: 1', 'screws into studs: 4']); // prettier-ignore
    expect([d.order, d.from, d.sections]).toEqual([[0], [-1], []]);
    const long = bought(home(), { kind: 'raceway', places: [placeOn('n', 56), placeOn('n', 104)] });
    // fittings of a kind stand together
    expect(long).toEqual(expect.arrayContaining(['device box: 2', 'receptacle: 2']));
    expect(long.filter((x) => x.startsWith('device box'))).toHaveLength(1);
    const own = { stock: at(120), kerf: at(0) };
    expect(bought(home(), { kind: 'raceway', places: [placeOn('n', 104)], raceway: own })).toEqual(expect.arrayContaining(['track, 120" lengths: 1'])); // prettier-ignore
  });
  it('an outlet that a raceway may lead to: cable in it, and a device of its own box', () => {
    const shows = bought(home(), { mayShow: true });
    expect(shows.slice(0, 2)).toEqual([expect.stringMatching(/^14-2 cable/), 'box and receptacle: 1']);
    expect(shows).toContain('device box: 1');
    expect(shows.some((x) => x.startsWith('receptacle:'))).toBe(false);
  });
  it('out through the wall a sleeve as long as the wall is thick, and what keeps the weather out', () => {
    const out = bought(home(), { places: [placeOn('n', 94, { face: 'B' })] });
    expect(out).toEqual(expect.arrayContaining(['weatherproof box, in-use cover, gasket: 1', expect.stringMatching(/^liquid-tight sleeve: 4 1/)])); // prettier-ignore
  });
  it('in brick: 32 in of chase, 1 1/4 by 1, take 0.66 litres, told in halves', () => {
    expect(bought(home({ walls: { n: brick } }))).toContain('mortar and plaster, litres: 1');
    // 20 in and more never under half a litre
    expect(bought(home({ walls: { n: brick }, boxes: [boxOn('b', 'n', 48, { circuitId: 'c15' })] }))).toContain('mortar and plaster, litres: 0.5'); // prettier-ignore
  });
});

describe('a raceway with several outlets', () => {
  it('the order in which they are reached, which of them each is from; the wires to the farthest', () => {
    const d = detail(home({ boxes: [boxOn('b', 'n', 56, { circuitId: 'c15' })] }, { circuits: long(measured(feet(20))) }), { kind: 'raceway', places: [placeOn('n', 24), placeOn('n', 104), placeOn('n', 80)] }); // prettier-ignore
    expect([d.order, d.from]).toEqual([[2, 1, 0], [-1, 0, -1]]); // prettier-ignore
    // 32 in to the left; 24 and 24 more to the right
    const to = d.electrical.sums[0]!.terms[1]!;
    expect(to.value * 12).toBeGreaterThan(48);
    expect(to.value * 12).toBeLessThan(48 + 32);
    expect(d.sections).toHaveLength(2);
  });
});

/** Circuits whose cable to the box is so long. */
const long = (length: Site['circuits'][number]['lengthToSource'], part: Partial<Site['circuits'][number]> = {}): Site['circuits'] =>
  CIRCUITS.map((c) => (c.id === 'c15' ? { ...c, lengthToSource: length, ...part } : c)) as Site['circuits'];

describe('whether the wire is thick enough', () => {
  /** The gauge in the box that feeds was read: what its breaker asks for. */
  const read = (gauge: 14 | 12 | 10 | 8): Partial<Site> => ({ cables: [cable('c', 'b', { gauge })] });
  const judged = (ft: number, want: Partial<Want> = {}, part: Partial<Site['circuits'][number]> = {}, more: Partial<Site> = read(part.breakerA === 40 ? 8 : part.breakerA === 20 ? 12 : 14)) => detail(home({}, { circuits: long(measured(feet(ft)), part), ...more }), want).electrical; // prettier-ignore
  const drop = (...args: Parameters<typeof judged>) => judged(...args).sums[0]!.result.value;
  const loop = (...args: Parameters<typeof judged>) => judged(...args).sums[1]!.terms[0]!.value;
  it('the loop grows by both conductors of what is added', () => {
    expect(loop(150) - loop(50)).toBeCloseTo(2 * 100 * 3.07e-3, 2);
    // 12 AWG on 20 A, and where 12 is noted in the box that feeds
    expect(loop(150, {}, { breakerA: 20 }) - loop(50, {}, { breakerA: 20 })).toBeCloseTo(2 * 100 * 1.93e-3, 2);
    const thick = { cables: [cable('c', 'b', { gauge: 12 })] };
    expect(loop(150, {}, {}, thick) - loop(50, {}, {}, thick)).toBeCloseTo(2 * 100 * 1.93e-3, 2);
    // 8 AWG on 40 A, and 10 where that is noted in the box: 0.764 and 1.21 Ω per 1000 ft
    expect(loop(150, {}, { breakerA: 40 }) - loop(50, {}, { breakerA: 40 })).toBeCloseTo(2 * 100 * 0.764e-3, 2);
    const ten = { cables: [cable('c', 'b', { gauge: 10 })] };
    expect(loop(150, {}, { breakerA: 40 }, ten) - loop(50, {}, { breakerA: 40 }, ten)).toBeCloseTo(2 * 100 * 1.21e-3, 2);
    const thin = { cables: [cable('c', 'b', { gauge: 14 })] };
    expect(loop(150, {}, { breakerA: 20 }, thin) - loop(50, {}, { breakerA: 20 }, thin)).toBeCloseTo(2 * 100 * 3.07e-3, 2);
  });
  it('a circuit of its own by its own gauge; a cable of another box is none of this one’s', () => {
    const own = (part: Partial<Want>) => {
      const house = home({}, { panel });
      const [option] = search(house, { ownCircuit: true, ...part }, [feed('panel')]).found.options;
      const of = (ft: number) => electrical(house, wish({ ownCircuit: true, ...part }), option!, feet(ft)).sums[1]!.terms[0]!.value;
      return of(150) - of(50);
    };
    expect([own({}), own({ ownA: 15 })]).toEqual([expect.closeTo(200 * 1.93e-3, 2), expect.closeTo(200 * 3.07e-3, 2)]);
    const other = { cables: [cable('c', 'elsewhere', { gauge: 12 })] };
    expect(loop(150, {}, {}, other) - loop(50, {}, {}, other)).toBeCloseTo(2 * 100 * 3.07e-3, 2);
  });
  it('12 A are drawn at a 15 A face where nothing was said, 16 on 20 A; what is plugged in where it was', () => {
    expect([judged(40).says, judged(40, {}, { breakerA: 20 }).says].map((s) => /with ([\d.]+) A/.exec(s)![1])).toEqual(['12.0', '16.0']);
    const load = (watts: number) => judged(40, { loads: [{ name: 'x', watts, continuous: false }] });
    expect(/with ([\d.]+) A/.exec(load(600).says)![1]).toBe('5.0');
    // the half of it drops about half
    expect(load(600).sums[0]!.result.value / load(1200).sums[0]!.result.value).toBeCloseTo(0.5, 1);
  });
  it('3 % left: 12 A through 20 ft of 14 AWG and back lose 1.4 V, through 80 ft 5.9', () => {
    // 10 Ω plugged in behind 0.27 and 0.39 Ω of wire, and some 0.03 of source and contacts
    expect(drop(60) - drop(40)).toBeCloseTo(100 * (10 / 10.296 - 10 / 10.419), 1);
    expect([judged(20).verdict, judged(80).verdict]).toEqual(['ok', 'caution']);
    expect(judged(40).sums[0]!.limit).toMatchObject({ value: 3, unit: '%', relation: '≤' });
    expect(drop(20)).toBeLessThan(3);
    expect(drop(80)).toBeGreaterThan(3);
  });
  it('a short that the magnet doesn’t feel is a caution, however little is drawn', () => {
    const little: Partial<Want> = { loads: [{ name: 'lamp', watts: 10, continuous: false }] };
    const far = judged(400, little);
    expect([far.verdict, far.sums[0]!.result.value < 3, far.says]).toEqual(['caution', true, expect.stringContaining('too little to open the breaker at once')]); // prettier-ignore
    expect(judged(30, little).says).toMatch(/the breaker opens within/);
  });
  it('its terms: to the box and on from there', () => {
    const { terms } = judged(40).sums[0]!;
    expect(terms.map((t) => [t.label, t.unit])).toEqual([['panel to box b', 'ft'], ['on to the outlet', 'ft']]); // prettier-ignore
    // 40 in in the wall
    expect([terms[0]!.value, terms[1]!.value * 12]).toEqual([expect.closeTo(40, 6), expect.closeTo(40, 1)]);
    const own = detail(home({}, { panel }), { ownCircuit: true }, [feed('panel')]).electrical;
    expect([own.verdict, own.sums[0]!.terms.map((t) => t.label)]).toEqual(['ok', ['panel to the outlet']]);
  });
  it('nobody’s breaker, or nobody’s length, is can’t tell; a length that belongs to one of several boxes too', () => {
    const unread = detail(home({ boxes: [{ ...b, circuitId: 'open' }] })).electrical;
    expect([unread.verdict, unread.says]).toEqual(['can’t tell', 'which breaker feeds box b was not found out']);
    const { electrical: none } = detail(home());
    expect([none.verdict, none.says]).toEqual(['can’t tell', 'how far box b lies from the panel along its cable was not measured']);
    const two = detail(home({ boxes: [b, boxOn('c', 's', 40, { circuitId: 'c15' })] }, { circuits: long(measured(feet(20))), ...read(14) })).electrical; // prettier-ignore
    expect([two.verdict, two.ask]).toEqual(['can’t tell', 'The length from the panel is noted for circuit 1, which feeds 2 surveyed boxes: measure or reckon it to box b.']); // prettier-ignore
    expect(judged(20).ask).toBeUndefined();
  });
  it('a cable whose gauge nobody read is can’t tell, however good it looks, and so is what hangs behind a feeder', () => {
    const unread = [{ cables: [] }, { cables: [cable('c', 'elsewhere', { gauge: 14 })] }, { cables: [cable('c', 'b', { gauge: 14, presets: ['gauge'] })] }] as Partial<Site>[]; // prettier-ignore
    for (const more of unread) expect(judged(20, {}, {}, more)).toMatchObject({ verdict: 'can’t tell', ask: 'Read the gauge printed on the sheath of the cable in box b, or hold a gauge to the bare wire.', says: expect.stringMatching(/nobody read it$/) }); // prettier-ignore
    expect(judged(20, {}, {}, read(14)).verdict).toBe('ok');
    // a preset of something else is none of the gauge
    expect(judged(20, {}, {}, { cables: [cable('c', 'b', { gauge: 14, presets: ['sheath'] })] }).verdict).toBe('ok');
    const place = { wallId: 'n', face: 'A' as const, fromLeft: at(24), bottom: at(40) };
    const shop = sub({ fedBy: 'b3', breakers: [{ id: 'sb', circuitId: 'c15', space: 1, poles: 1 }], place });
    expect(judged(20, {}, {}, { ...read(14), subpanels: [shop] })).toMatchObject({ verdict: 'can’t tell', says: expect.stringMatching(/what the feeder of the shop panel takes/) }); // prettier-ignore
    // what is too little without it is too little
    expect(judged(400, {}, {}, { ...read(14), subpanels: [shop] }).verdict).toBe('caution');
    const own = detail(home({}, { panel, subpanels: [sub({ fedBy: 'b3', breakers: [], place })] }), { ownCircuit: true }, [
      feed('s'),
    ]).electrical;
    expect(own.verdict).toBe('can’t tell');
  });
  it('is reckoned anew for another length', () => {
    const house = home({}, { circuits: long(measured(feet(20))) });
    const [option] = search(house).found.options;
    expect(electrical(house, wish(), option!, feet(100)).sums[0]!.terms[1]!.value).toBeCloseTo(100, 9);
  });
});

describe('lights', () => {
  const lamps = (count: number, rows: number, under = ['den'], watts = 60) => ({ kind: 'lights' as const, lamps: { count, rows, under, watts } }); // prettier-ignore
  const lit = (count: number, rows: number, den: Partial<Room> = overhead('flat-roof', 'basement'), under = ['den']) => detail(home({ den }), lamps(count, rows, under)); // prettier-ignore
  /** From the upper left corner of the den, to a grid of 16 in. */
  const hang = (d: RouteDetail) => d.lamps!.at.map((l) => [Math.round(toInches(l.x)), -Math.round(toInches(l.y))]);
  it('spread half a step from the edges, a step apart, on the nearest point of the grid; there and back again', () => {
    expect(hang(lit(1, 1))).toEqual([[64, 48]]);
    expect(hang(lit(2, 1))).toEqual([[32, 48], [96, 48]]); // prettier-ignore
    expect(hang(lit(5, 3))).toEqual([[32, 16], [96, 16], [96, 48], [32, 48], [64, 80]]); // prettier-ignore
    // in the shop, which begins 124 1/2 in to the right
    const [over] = detail(home({ shop: overhead('flat-roof', 'basement'), boxes: [boxOn('b', 'n2', 24, { circuitId: 'c15' })] }), { ...lamps(1, 1, ['shop']), places: [placeOn('n2', 56)] }).lamps!.at; // prettier-ignore
    expect([over!.x, over!.roomId]).toEqual([expect.closeTo(inches(124.5 + 64), -2), 'shop']);
    // more rows than lamps: a row each
    expect(hang(lit(3, 9))).toEqual([[64, 16], [64, 48], [64, 80]]); // prettier-ignore
  });
  it('each is named and of the room it hangs in; a piece of cable to each', () => {
    const d = lit(2, 1);
    expect(d.lamps!.at.map((l) => [l.name, l.roomId])).toEqual([['lamp 1', 'den'], ['lamp 2', 'den']]); // prettier-ignore
    expect([d.sections.length, d.lamps!.lost]).toEqual([2, 0]);
    const both = detail(home({ den: overhead('flat-roof', 'basement'), shop: overhead('flat-roof', 'basement') }), lamps(2, 1, ['den', 'shop'])); // prettier-ignore
    // the two rooms and the wall between are 244 1/2 in wide: at a quarter and at three
    expect(both.lamps!.at.map((l) => l.roomId)).toEqual(['den', 'shop']);
  });
  it('over a room where none lies under it; where there is neither, all are lost', () => {
    expect(hang(lit(1, 1, overhead('attic')))).toEqual([[64, 48]]);
    const none = lit(3, 1, overhead('attic'), ['shop']);
    expect([none.lamps!.at, none.lamps!.lost, none.sections]).toEqual([[], 3, []]);
  });
  it('no two on one point: those for which none is left within 30 in are lost', () => {
    const many = lit(60, 1);
    const spots = many.lamps!.at.map((l) => `${l.x} ${l.y}`);
    expect(new Set(spots).size).toBe(spots.length);
    expect([many.lamps!.at.length + many.lamps!.lost, many.lamps!.lost > 0]).toEqual([60, true]);
  });
  it('their load by the largest lamp each takes, five quarters of it; lampholders and a switch are bought', () => {
    const d = lit(5, 1);
    expect(d.lamps!.load.terms.map((t) => t.value)).toEqual([300, 120, 1.25]);
    expect([d.lamps!.load.result.value, d.lamps!.load.result.unit]).toEqual([3.125, 'A']);
    const list = d.buy.map((x) => `${x.what}: ${x.amount}`);
    expect(list).toEqual(expect.arrayContaining(['lampholder with its box: 5', 'switch and box: 1']));
    expect(list.some((x) => x.startsWith('box and receptacle'))).toBe(false);
    // what is drawn further needs no slack for fishing
    expect(d.sections.map((t) => t.loops)).toEqual([2, 0, 0, 0, 0]);
  });
});

describe('what to beware of', () => {
  const says = (...args: Parameters<typeof detail>) => detail(...args).cautions.map((c) => c.split(/[:;]/)[0]!.slice(0, 40));
  const [DEAD, FIRE] = ['Feed off, locked or labelled, and proved', 'Nobody said whether fire-rated'];
  it('always the dead circuit; of walls that are bored whether they are fire-rated', () => {
    expect(says(home())).toEqual([DEAD, FIRE]);
    expect(detail(home()).cautions[1]).toBe('Nobody said whether fire-rated: wall n. Toward a garage or a neighbour it is likely; find out before you bore.'); // prettier-ignore
    expect(detail(home({ walls: { n: { fireRated: true } } })).cautions[1]).toBe('Fire-rated, and pierced: wall n. Listed seals and boxes; boxes back to back 24 in apart or with pads.'); // prettier-ignore
    expect(says(home({ walls: { n: { fireRated: false } } }))).toEqual([DEAD]);
    // within one bay nothing is bored
    expect(says(home(), { places: [placeOn('n', 28)] })).toEqual([DEAD]);
  });
  it('what lies over and under it: an attic, a crawl space, joists', () => {
    const rated = { walls: { n: { fireRated: false } } };
    expect(says(home({ den: overhead('attic'), ...rated }))).toEqual([DEAD, 'Attic']);
    expect(says(home({ den: overhead('flat-roof', 'crawl-space'), ...rated }))).toEqual([DEAD, 'Crawl space']);
    const across = overhead('flat-roof', 'basement', { joistsBelow: { runs: 'across-first' } });
    expect(says(home({ den: across, ...rated }))).toEqual([DEAD, 'Joists']);
    expect(says(home({ den: overhead('flat-roof', 'basement'), ...rated }))).toEqual([DEAD]);
  });
  it('the panel is never dead; of a subpanel the breaker that feeds it', () => {
    const fed = (id: string, more: Partial<Site> = {}) =>
      detail(home({}, { panel, ...more }), { ownCircuit: true }, [
        feed(id, { name: id === 's' ? 'A circuit of its own, shop panel' : 'A circuit of its own' }),
      ]).cautions[1];
    expect(fed('panel')).toBe('Main off for work in the panel: the service lugs stay live all the same. Licensed work in many places.');
    const place = { wallId: 'n', face: 'A' as const, fromLeft: at(24), bottom: at(40) };
    expect(fed('s', { subpanels: [sub({ fedBy: 'b3', breakers: [], name: 'shop panel', place })] })).toBe('The breaker that feeds the shop panel off and locked for work in it. Licensed work in many places.'); // prettier-ignore
  });
  it('masonry dust, and old finishes where something is opened', () => {
    expect(says(home({ walls: { n: { ...brick, fireRated: false } } }))).toContain('Masonry dust holds silica');
    const old = (built: number, walls: Parameters<typeof home>[0] = {}) =>
      says(home(walls, {}, { built })).some((c) => c.startsWith('Built'));
    expect([old(1979), old(1980), old(1979, { walls: { n: { faces: { A: { roomId: 'den', layers: [], open: true }, B: { roomId: 'out', layers: [] } } } } })]).toEqual([true, false, false]); // prettier-ignore
    expect(detail(home({}, {}, { built: 1962 })).cautions.at(-1)).toBe('Built 1962: finishes may hold asbestos or lead; have them tested before you cut.'); // prettier-ignore
  });
});

describe('pieces of a run', () => {
  it('from what feeds each, in its order; volts at the farthest', () => {
    const d = detail(home({ boxes: [boxOn('b', 'n', 56, { circuitId: 'c15' })] }, { circuits: long(measured(feet(20))) }), { kind: 'run', places: [placeOn('n', 24), placeOn('n', 58), placeOn('n', 100)] }); // prettier-ignore
    // the one in the middle feeds both: two studs to the left, three to the right
    expect(d.sections.map((t) => t.holes.length)).toEqual([2, 3]);
    expect([d.order, d.from, d.lamps, d.raceway]).toEqual([undefined, undefined, undefined, undefined]);
    expect(inch(d.traced.legs[0]!.lengthMm)).toBeCloseTo(2, 1);
    // 2 in and two bends to the middle one; 42 in, three studs and as many bends past two bays on from there; not by way of the left one as well
    expect(d.electrical.sums[0]!.terms[1]!.value * 12).toBeCloseTo(2 + 6 + 42 + 3 + 9, 1);
  });
});
