/** Ways through the den as a page gets them, as whole jobs, and as a plan keeps them; and which boxes of a house are asked. */
import { describe, expect, it } from 'vitest';
import { inches, toInches } from '../measure/index.js';
import type { House, Room, Site, Want } from '../model/index.js';
import { cable, device } from '../panel/smallJob.testing.js';
import { smallPanel, sub } from '../panel/smallPanel.testing.js';
import { boxOn, placeOn, wallOf } from '../route/smallHouse.testing.js';
import { stepsOf } from '../work/index.js';
import { keptParts } from './kept.js';
import { openJob, takeWay } from './outletPlan.js';
import { routeDetail } from './routeDetail.js';
import { feedPoint, placePoint, wantFeeds } from './wantFeeds.js';
import { waysOf } from './ways.js';
import { asWholeJobs } from './whole.js';
import { at, b, feed, home, overhead, search, siteOf, wish } from './smallWish.testing.js';

const panel: Site['panel'] = { ...smallPanel, place: { wallId: 'n', face: 'A', fromLeft: at(24), bottom: at(40) } };
const more = (count: number) => Array.from({ length: count }, (_, i) => boxOn(`m${i}`, 's', 20 + (i % 5) * 16, { circuitId: 'c15' }));

describe('what a page gets', () => {
  const house = home({ den: overhead('attic'), boxes: [b, ...more(2)] });
  const made = waysOf(house, wish(), [feed('b', { cures: ['a deeper box'] })]);
  it('each way with its detail, plan and walls, without its path through the graph', () => {
    expect(made.ways.map((w) => w.option.title).sort()).toEqual(['From box b: over the attic', 'From box b: through 2 studs']);
    const [way] = made.ways;
    expect(Object.keys(way!.option)).not.toEqual(expect.arrayContaining(['nodes']));
    expect(['edges', 'frame'].some((k) => k in way!.option)).toBe(false);
    expect(way!.option.feed).toEqual({ id: 'b', name: 'box b', cures: ['a deeper box'] });
    expect([way!.plan!.lines.length > 0, way!.elevations.map((e) => e.wallId), way!.detail.buy.length > 0]).toEqual([true, ['n'], true]);
    expect([made.unbeaten, made.problem, made.nodes > 0, made.edges > made.nodes / 2]).toEqual([2, undefined, true, true]);
    // it crosses to a worker and back
    expect(structuredClone(made)).toEqual(made);
  });
  it('boxes that nobody judged are counted; none where only the panel is asked, or where a box can’t be', () => {
    expect(made.notJudged).toBe(2);
    expect(waysOf(home({ boxes: [b, ...more(2)] }, { panel }), wish({ ownCircuit: true }), [feed('panel')]).notJudged).toBe(0);
    expect(waysOf(house, wish({ places: [placeOn('n', 64)] })).notJudged).toBe(0);
  });
  it('joists that nobody looked at: the ways either way', () => {
    expect([made.joistQuestions, made.otherwise]).toEqual([[], []]);
    const asked = waysOf(home({ den: { above: 'attic' } }), wish(), [feed('b')]);
    expect([asked.joistQuestions.length, asked.otherwise.length > 0]).toEqual([1, true]);
  });
  it('what could be passed, with its middle: also where the point that was set leads nowhere; not where a box can’t be', () => {
    const middle = (w: ReturnType<typeof waysOf>) => w.hollows.map((h) => [h.space, h.words, Math.round(toInches(h.x)), Math.round(toInches(h.y))]); // prettier-ignore
    expect(middle(made)).toEqual([['attic/1', 'the attic', 60, -48]]);
    const lost = waysOf(house, wish({ via: { space: 'bay/s/2', x: 0, y: 0 }, forbidden: ['attic/1', 'bay/n/0', 'bay/n/7'] }), [feed('b')]);
    expect([lost.problem, lost.ways, middle(lost)]).toEqual(['No way leads by the point that was set.', [], middle(made)]);
    expect(waysOf(house, wish({ places: [placeOn('n', 64)] })).hollows).toEqual([]);
  });
});

describe('as whole jobs', () => {
  const house = home({ den: overhead('attic') });
  const listed = (h: House, want: Partial<Want> = {}) => { const { options } = search(h, want).found; return asWholeJobs(h, wish(want), options, options.map((o) => routeDetail(h, wish(want), o))); }; // prettier-ignore
  it('the hours of all its steps, the money of all its parts; openings, waits and doubts as the search found them', () => {
    for (const { option, detail } of listed(house)) {
      const taken = takeWay(openJob(house, wish()), keptParts(house.site, wish(), option, detail)).job;
      const minutes = stepsOf(taken as never).reduce((s, x) => s + x.minutes.middle, 0);
      expect([option.figures.hours, option.sums.hours.result.value]).toEqual([minutes / 60, minutes / 60].map((h) => expect.closeTo(h, 9)));
      const found = search(house).found.options.find((o) => o.key === option.key)!;
      expect([option.figures.holes, option.figures.drying, option.figures.unknowns]).toEqual([found.figures.holes, found.figures.drying, found.figures.unknowns]); // prettier-ignore
      expect([option.sums.holes, option.sums.hours.formula, option.sums.hours.result.label]).toEqual([found.sums.holes, 'middle day; one pair of hands', 'work']); // prettier-ignore
      for (const c of ['hours', 'money'] as const) expect(option.sums[c].terms.reduce((s, t) => s + t.value, 0)).toBeCloseTo(option.figures[c], 2); // prettier-ignore
      expect(option.whole!.total).toBeCloseTo(option.whole!.sum.result.value, 9);
    }
  });
  it('the favourite by the weights first; each of the others says what it buys', () => {
    const by = (weights: Want['weights']) => listed(house, { weights }).map((x) => x.option);
    const none = { hours: 0, money: 0, holes: 0, drying: 0, unknowns: 0 };
    const [holes, hours] = [by({ ...none, holes: 1 }), by({ ...none, hours: 1 })];
    expect([holes[0]!.title, holes.map((o) => o.favourite), holes[0]!.buys]).toEqual(['From box b: over the attic', [true, false], []]);
    expect(holes[1]!.buys).toContain('2 openings more');
    expect(holes[0]!.score).toBe(0);
    expect(hours[0]!.figures.hours).toBeLessThan(hours[1]!.figures.hours);
    // told by the whole jobs, whatever the search said of them
    expect(holes[0]!.best).toEqual(expect.arrayContaining(['holes', 'drying', 'unknowns']));
    expect(holes[1]!.best).not.toContain('holes');
  });
  it('one that another beats stands last and is best in nothing', () => {
    const list = listed(home({ den: overhead('flat-roof', 'basement') })).map((x) => x.option);
    expect(list.map((o) => [o.title, o.beaten, o.favourite, o.best])).toEqual([['From box b: through the basement', false, true, []], ['From box b: through 2 studs', true, false, []]]); // prettier-ignore
  });
});

describe('what a plan keeps of a way', () => {
  const kept = (house: House, want: Partial<Want> = {}) => { const [option] = search(house, want).found.options; return keptParts(house.site, wish(want), option!, routeDetail(house, wish(want), option!)); }; // prettier-ignore
  it('an outlet: its way, its feed, its size of cable', () => {
    const k = kept(home());
    expect([k.way.key, k.way.title, k.way.feed, k.way.open, k.gauge]).toEqual(['feed/b>bay/n/1>bay/n/2>bay/n/3', 'From box b: through 2 studs', 'b', false, 14]); // prettier-ignore
    expect([k.sections, k.order, k.raceway, k.lamps, 'from' in k]).toEqual([[], [0], undefined, [], false]);
    expect([k.way.holes.length, k.way.openings.length]).toEqual([2, 2]);
  });
  it('a run: each piece from the box that feeds it', () => {
    const row = kept(home(), { kind: 'run', places: [placeOn('n', 104), placeOn('n', 56), placeOn('n', 72)] });
    expect(row.sections.map((s) => [s.feed, s.title, s.key.slice(-4)])).toEqual([['j-box', 'From box b: through 2 studs, on 1', ' > 1'], ['j-box-2', 'From box b: through 2 studs, on 2', ' > 2']]); // prettier-ignore
    expect([row.order, row.from, row.sections.map((s) => s.open)]).toEqual([[1, 2, 0], [-1, 0, 1], [false, false]]); // prettier-ignore
    const parted = kept(home({ boxes: [boxOn('b', 'n', 56, { circuitId: 'c15' })] }), { kind: 'run', places: [placeOn('n', 24), placeOn('n', 58), placeOn('n', 100)] }); // prettier-ignore
    expect(parted.sections.map((s) => s.feed)).toEqual(['j-box', 'j-box']);
  });
  it('a raceway: what it is put together of; outlets that the old box feeds', () => {
    const one = kept(home(), { kind: 'raceway' });
    expect(one.raceway!.fittings.map((f) => f.what)).toEqual(['base fitting over the existing box', 'device box']);
    expect([one.raceway!.pieces.length, one.raceway!.supports.length, one.raceway!.conductorMm, one.way.open, 'wires' in one.raceway!]).toEqual([2, 2, expect.closeTo(inches(60), 6), true, false]); // prettier-ignore
    const both = kept(home({ boxes: [boxOn('b', 'n', 56, { circuitId: 'c15' })] }), { kind: 'raceway', places: [placeOn('n', 24), placeOn('n', 88)] }); // prettier-ignore
    expect([both.from, both.sections.map((s) => [s.feed, s.open])]).toEqual([[-1, -1], [['b', true]]]);
    // up from the box to both sides: the piece that carries both ways has six wires
    const high = (x: number) => placeOn('n', x, { bottom: at(41.125) });
    const six = kept(home({ boxes: [boxOn('b', 'n', 56, { circuitId: 'c15' })] }), { kind: 'raceway', places: [high(24), high(88)] });
    expect(six.raceway!.wires).toBe(6);
    // an outlet that a raceway happens to lead to keeps its way, and no raceway of its own
    expect(kept(home(), { mayShow: true }).raceway).toBeUndefined();
  });
  it('lights: from the switch to the first lamp, and on from lamp to lamp in the open', () => {
    const lit = kept(home({ den: overhead('flat-roof', 'basement') }), {
      kind: 'lights',
      lamps: { count: 3, rows: 3, under: ['den'], watts: 60 },
    });
    expect(lit.sections.map((s) => [s.feed, s.open])).toEqual([['j-box', false], ['j-lamp-1', true], ['j-lamp-2', true]]); // prettier-ignore
    expect(lit.lamps.map((l) => [Math.round(toInches(l.x)), Math.round(toInches(l.y)), l.roomId])).toEqual([[64, -16, 'den'], [64, -48, 'den'], [64, -80, 'den']]); // prettier-ignore
  });
  it('fed from its far end it goes the other way; names as long as a plan takes', () => {
    const [option] = search(home()).found.options;
    const detail = routeDetail(home(), wish(), option!);
    const places = [placeOn('n', 56), placeOn('n', 72), placeOn('n', 88)];
    const order = (firstPlace: number) => keptParts(siteOf(), wish({ places }), { ...option!, firstPlace }, detail).order;
    expect([order(0), order(2)]).toEqual([[0, 1, 2], [2, 1, 0]]); // prettier-ignore
    const long = keptParts(siteOf(), wish(), { ...option!, title: 'x'.repeat(300) }, { ...detail, sections: [detail.traced] });
    expect([long.way.title.length, long.sections[0]!.title]).toEqual([120, `${'x'.repeat(100)}, on 1`]);
  });
});

describe('which feeds are asked', () => {
  const full = (boxes: NonNullable<Parameters<typeof siteOf>[0]>['boxes'], site: Partial<Site> = {}) => home({ boxes: boxes! }, { cables: boxes!.slice(0, 1).map((x) => cable('c', x.id)), devices: boxes!.slice(0, 1).map((x) => device(x.id)), ...site }); // prettier-ignore
  const ids = (house: House, want: Partial<Want> = {}) => wantFeeds(house, wish(want)).map((f) => f.id).sort(); // prettier-ignore
  const shop = sub({ fedBy: 'b3', breakers: [], name: 'shop panel' });
  it('every box, the panel and its subpanels; the panels alone for a circuit of its own, or where no box is', () => {
    expect(ids(full([b, boxOn('c', 's', 40)]))).toEqual(['b', 'c', 'panel']);
    expect(ids(full([b], { panel, subpanels: [shop] }))).toEqual(['b', 'panel', shop.id].sort());
    expect([ids(full([b], { panel, subpanels: [shop] }), { ownCircuit: true }), ids(full([], { panel }))]).toEqual([['panel', shop.id].sort(), ['panel']]); // prettier-ignore
    // whose wall is gone has no box that could be fed
    expect(ids(full([b]), { places: [placeOn('gone', 56)] })).toEqual(['b', 'panel']);
  });
  it('a circuit of its own is judged by the room that is wanted and by what will hang on it', () => {
    const judged = (rule: string, use: Room['use'], want: Partial<Want> = {}) => wantFeeds(home({ den: { use }, boxes: [] }, { panel }), wish({ ownCircuit: true, ...want }))[0]!.findings.find((f) => f.rule === rule)?.verdict; // prettier-ignore
    // kitchen receptacles are asked for protection; of a living room it hangs on water that nobody looked for (210.8(A))
    expect([judged('ground-fault', 'kitchen'), judged('ground-fault', 'living')]).toEqual(['caution', 'can’t tell']);
    // the same wall seen from outdoors is outdoors
    expect(judged('ground-fault', 'living', { places: [placeOn('n', 56, { face: 'B' })] })).toBe('caution');
    // 3000 W for hours are 25 A × 1.25 on 20
    expect([judged('circuit-load', 'living'), judged('circuit-load', 'living', { loads: [{ name: 'oven', watts: 3000, continuous: true }] })]).toEqual([undefined, 'stop']); // prettier-ignore
  });
  it('in a house of more than sixty boxes the near ones first, until enough of them are fit', () => {
    const near = Array.from({ length: 30 }, (_, i) => boxOn(`near${i}`, 'n', 20 + i * 3, { circuitId: 'c15' }));
    const far = (count: number) => Array.from({ length: count }, (_, i) => boxOn(`far${i}`, 's2', 20 + (i % 30) * 3, { circuitId: 'c15' }));
    expect(ids(home({ boxes: [...far(30), ...near] })).filter((x) => x.startsWith('far'))).toHaveLength(30);
    const many = ids(home({ boxes: [...far(31), ...near] }));
    expect(many.filter((x) => x.startsWith('near')).length).toBeGreaterThanOrEqual(many.filter((x) => x.startsWith('far')).length);
    expect(many.length).toBeLessThan(62);
  });
});

describe('where they lie in the plan', () => {
  const inch = (p: { x: number; y: number } | undefined) => p && [Math.round(toInches(p.x) * 10) / 10, Math.round(toInches(p.y) * 10) / 10];
  it('a place and a box in the middle of their wall; none where nobody walked along', () => {
    const house = home({ boxes: [b, boxOn('s1', 's', 20)] });
    const [here, feeds, south] = [inch(placePoint(house, placeOn('n', 56))), inch(feedPoint(house, 'b')), inch(feedPoint(house, 's1'))];
    expect([here![0], feeds![0], south![0]]).toEqual([56, 24, 100]);
    expect(here![1]).toBe(feeds![1]);
    // the den is 96 in deep, the wall 4 1/2 in thick
    expect(here![1]! - south![1]!).toBeCloseTo(96 + 4.5, 1);
    const lone = { ...house, site: { ...house.site, walls: [...house.site.walls, wallOf('x', 60, { A: 'out', B: 'out' })] } };
    expect([placePoint(lone, placeOn('x', 20)), placePoint(house, placeOn('gone', 20)), feedPoint(house, 'gone')]).toEqual([undefined, undefined, undefined]); // prettier-ignore
  });
  it('a panel where it hangs; a shelf’s front before its wall', () => {
    const hung = (p: Site['panel']) => inch(feedPoint(home({}, { panel: p }), 'panel'));
    expect([hung(panel)![0], hung({ ...panel!, place: undefined } as never)]).toEqual([24, undefined]);
    const shelf = {
      id: 'k',
      kind: 'shelf' as const,
      face: 'A' as const,
      x: at(40),
      z: at(50),
      width: at(40),
      height: at(6),
      depth: at(12),
    };
    const house = home({ walls: { n: { fixtures: [shelf] } } });
    const [wall, front] = [placePoint(house, placeOn('n', 56)), placePoint(house, placeOn('n', 56, { inFront: 'k' }))].map(inch);
    // 2 1/4 in from the middle of the wall to its face, 12 more to the front of the shelf
    expect([front![0], wall![1]! - front![1]!]).toEqual([56, expect.closeTo(2.25 + 12, 0)]);
    expect(inch(placePoint(house, placeOn('n', 56, { inFront: 'k', face: 'B' })))![1]).toBe(wall![1]);
  });
});
