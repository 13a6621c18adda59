/**
 * Ways in a den of 10 by 8 ft, worked by hand from the minutes of `route/effort.ts` (common practice, no source) and prices told apart: a dollar
 * a foot of 14-gauge, 7 a patch, 0.50 a seal. The feed hangs at 24 in of the north wall, the outlet is wanted at 56: two studs lie between them.
 * A cost is [minutes, cents, openings, tenths of a day, doubts].
 */
import { describe, expect, it } from 'vitest';
import { inches } from '../measure/index.js';
import type { Criterion, Room, Site, Wall, Want } from '../model/index.js';
import type { FeedCandidate } from '../feeds/index.js';
import { houseAt } from '../panel/smallJob.testing.js';
import { sub } from '../panel/smallPanel.testing.js';
import { boxOn, placeOn, wallOf, type smallHouse } from '../route/smallHouse.testing.js';
import { against, bestIn, frameFor, handfulOf, partsAt, placeProblem, printFigure, regionOf, searchRoutes, type RouteOption, type SearchOptions } from './searchRoutes.js'; // prettier-ignore
import { at, b, brick, feed, home, openWall, PRICES, QUICK, search, siteOf, wish } from './smallWish.testing.js';

const shown = (list: readonly RouteOption[]) => list.map((o) => [o.title, o.cost]);
const found = (...args: Parameters<typeof search>) => shown(search(...args).found.options);
/** Opening the box 20 minutes; two studs at 20 + 35 and 2 of fishing each; 16 in of cable and a patch each; the bay and each stud with its bay in doubt. */
const STUDS = [20 + 57 + 57, 833 + 833, 2, 1, 1 + 2 + 2];

describe('a way through two studs', () => {
  const result = search(home());
  const [way] = result.found.options;
  it('costs what opening the box, the studs and the cable cost', () => {
    expect(shown(result.found.options)).toEqual([['From box b: through 2 studs', STUDS]]);
    expect(way!.figures).toEqual({ hours: 134 / 60, money: 16.66, holes: 2, drying: 0.1, unknowns: 5 });
    // an hour, ten of money, an opening at three quarters, a day at two, a doubt at a half
    expect(way!.score).toBeCloseTo(134 / 60 + 1.666 + 1.5 + 0.05 + 2.5, 9);
    expect(search(home(), { weights: { hours: 2, money: 0, holes: 1, drying: 0, unknowns: 1 } }).found.options[0]!.score).toBeCloseTo((2 * 134) / 60 + 1.5 + 2.5, 9); // prettier-ignore
  });
  it('is named by what it goes through, and keeps that name', () => {
    expect(way!.key).toBe('feed/b>bay/n/1>bay/n/2>bay/n/3');
    expect(way!.through).toEqual([
      { space: 'feed/b', words: 'box b' },
      { space: 'bay/n/1', words: 'bay 2 of wall n' },
      { space: 'bay/n/2', words: 'bay 3 of wall n' },
      { space: 'bay/n/3', words: 'bay 4 of wall n' },
    ]);
    expect([way!.gauge, way!.favourite, way!.best, way!.beaten, way!.buys, way!.firstPlace, way!.order]).toEqual([14, true, [], false, [], 0, undefined]); // prettier-ignore
    expect(way!.nodes.map((n) => way!.frame.nodes[n]!.space)).toEqual(['feed/b', 'bay/n/1', 'bay/n/2', 'bay/n/3', 'place/0']);
  });
  it('each figure opens to the feed and to every kind of step, with how often it comes', () => {
    const open = (c: Criterion) => [...way!.sums[c].terms, way!.sums[c].result].map((t) => [t.label, Math.round(t.value * 1e4) / 1e4, t.unit, t.how]); // prettier-ignore
    expect(open('hours')).toEqual([
      ['at box b', 0.3333, 'h', 'common practice'],
      ['studs crossed, openings closed again', 1.9, 'h', '2 steps'],
      ['work', 2.2333, 'h', undefined],
    ]);
    expect(open('money')).toEqual([['studs crossed, openings closed again', 16.66, 'count', '2 steps'], ['cost, by your prices; what every way needs alike is left out', 16.66, 'count', undefined]]); // prettier-ignore
    expect(open('holes')).toEqual([['studs crossed, openings closed again', 2, 'count', '2 steps'], ['openings to patch', 2, 'count', undefined]]); // prettier-ignore
    // two patches dry side by side
    expect(open('drying')).toEqual([['studs crossed, openings closed again', 0.1, 'count', '2 steps'], ['days of waiting to dry', 0.1, 'count', undefined]]); // prettier-ignore
    expect(open('unknowns')).toEqual([['into the bay', 1, 'count', 'common practice'], ['studs crossed, openings closed again', 4, 'count', '2 steps'], ['doubts', 5, 'count', undefined]]); // prettier-ignore
    expect([way!.sums.drying.formula, way!.sums.hours.formula]).toEqual(['side by side: the longest counts', undefined]);
    expect([way!.sums.hours.limit, result.problem, result.gaps.length > 0, result.found.unbeaten]).toEqual([undefined, undefined, true, 1]);
  });
  it('the feed’s stops are cured at 30 minutes each, its can’t-tells are doubts', () => {
    expect(found(home(), {}, [feed('b', {}, ['stop', 'can’t tell', 'ok', 'stop', 'can’t tell', 'can’t tell'])])[0]![1]).toEqual([134 + 60, 1666, 2, 1, 8]); // prettier-ignore
    const [doubted] = search(home(), {}, [feed('b', {}, ['can’t tell'])]).found.options;
    expect(doubted!.sums.unknowns.terms[0]).toMatchObject({ label: 'not found out about box b', value: 1 });
  });
  it('the cable is as thick as the breaker asks for; a breaker nobody read may be a 20 A one', () => {
    const gauge = (circuitId: string | undefined) => search(home({ boxes: [{ ...b, circuitId }] as (typeof b)[] })).found.options.map((o) => [o.gauge, o.cost[1]]); // prettier-ignore
    // 16 in at 2 a foot 267, at 3 a foot 400
    expect([gauge('c15'), gauge('c20'), gauge('open'), gauge(undefined), gauge('c40')]).toEqual([[[14, 1666]], [[12, 1934]], [[12, 1934]], [[12, 1934]], [[8, 2200]]]); // prettier-ignore
  });
  it('a slow compound dries a day and a half; nobody’s word is that one', () => {
    expect([found(home(), {}, undefined, { schools: { compound: 'premixed, overnight' } }), found(home(), {}, undefined, {})].map((l) => (l[0]![1] as number[])[3])).toEqual([15, 15]); // prettier-ignore
  });
  it('one stud, none, and as many as are open before it', () => {
    const title = (fromLeft: number, walls: Record<string, Partial<Wall>> = {}) => found(home({ walls }), { places: [placeOn('n', fromLeft)] })[0]; // prettier-ignore
    expect([title(40)![0], title(28)![0]]).toEqual(['From box b: through one stud', 'From box b: within the bay']);
    // in open framing 8 minutes a stud and 2 of fishing; up from 15 7/8 to 30 1/4 in and down again: 365 mm, 1 minute and 1.20 each way
    expect(title(56, { n: openWall })).toEqual(['From box b: through 2 studs', [20 + 1 + 10 + 10 + 1, 120 + 133 + 133 + 120, 0, 0, 0]]);
  });
});

describe('which feeds', () => {
  const two = home({ boxes: [b, boxOn('c', 'n', 88, { circuitId: 'c15' })] });
  const both = [feed('b'), feed('c')];
  it('each is searched, by whichever size of cable; none stands beside one that is better in everything', () => {
    // from 88 in two studs as well, and as much of everything
    expect(search(two, {}, both).found.options.map((o) => [o.feed.id, o.cost])).toEqual(expect.arrayContaining([['b', STUDS]]));
    expect(search(two, {}, [feed('b', {}, ['stop']), feed('c')]).found.options.map((o) => [o.feed.id, o.beaten])).toEqual([['c', false], ['b', true]]); // prettier-ignore
    const mixed = home({ boxes: [b, boxOn('c', 'n', 72, { circuitId: 'c20' })] });
    // one stud, thicker cable: better in everything
    const one = search(mixed, {}, both).found;
    expect(one.options.filter((o) => !o.beaten).map((o) => [o.feed.id, o.gauge, o.cost])).toEqual([['c', 12, [77, 967, 1, 1, 3]]]);
    expect(one.unbeaten).toBe(1);
  });
  it('those that are refused, forbidden or not asked for are left out; each reason has its words', () => {
    const no = (want: Partial<Want>, feeds: FeedCandidate[]) => search(two, want, feeds);
    expect(no({ from: 'c' }, both).found.options.map((o) => o.feed.id)).toEqual(['c']);
    expect(no({ forbidden: ['feed/b'] }, both).found.options.map((o) => o.feed.id)).toEqual(['c']);
    const refused = feed('b', { refused: true as never });
    expect(no({}, [refused, feed('c')])).toMatchObject({ refused: [refused], found: { options: [{ feed: { id: 'c' } }] } });
    expect(no({}, [refused])).toMatchObject({ problem: 'No surveyed box and no panel is fit to feed it; each says why.', refused: [refused], found: { options: [], unbeaten: 0, nodes: 0, edges: 0 } }); // prettier-ignore
    expect(no({ forbidden: ['feed/b', 'feed/c'] }, both).problem).toBe('Every fit feed is forbidden here.');
    expect(no({ from: 'b' }, [feed('b', { refused: 'too full' as never }), feed('c')]).problem).toBe('box b can’t feed it: too full. Choose another box, or whichever suits best.'); // prettier-ignore
    expect(no({ from: 'gone' }, both).problem).toBe('The box that power was to come from is not in the survey any more: choose another, or whichever suits best.'); // prettier-ignore
  });
  it('other boxes are no way through: a cable from behind one goes round it', () => {
    // b hangs on the shop’s side of the wall between, c on the den’s side of its bay: by c’s box a raceway would begin in the den
    const back = boxOn('b', 'e', 56, { face: 'B', circuitId: 'c15' });
    const two = home({ boxes: [back, boxOn('c', 'e', 40, { circuitId: 'c15' })] });
    const titles = (feeds: FeedCandidate[]) =>
      search(two, { mayShow: true, places: [placeOn('e', 8)] }, feeds).found.options.map((o) => o.title);
    expect(titles([feed('b')])).toEqual(['From box b: through 2 studs']);
    expect(titles([feed('b'), feed('c')])[0]).toBe('From box c: in a raceway');
  });
});

describe('over and under the room', () => {
  /** Studs from 12 in on: the middles of their bays, 20 and 52 in, lie nearest to 16 and 48 of a grid of 16 in, two steps apart. */
  const n: Partial<Wall> = { framing: { ...wallOf('n', 120, { A: 'den', B: 'out' }).framing, knownStud: at(12) } };
  const over = (den: Partial<Room>, want: Partial<Want> = {}) => search(home({ den, walls: { n } }), want);
  /** Up 80 1/8 in: 8 minutes and 6.68; the outer plate 55 under the eaves, 400 mm of cable 1.31 and its seal; a doubt for the bay, one for each plate. */
  const attic = (perStep: number) => [20 + 2 * (8 + 55) + 2 * perStep, 2 * (668 + 181) + 2 * 133, 0, 0, 3];
  /** Down 15 7/8 in: 2 minutes and 1.32; the plate 25 and 1.81. */
  const basement = (perStep: number) => [20 + 2 * (2 + 25) + 2 * perStep, 2 * (132 + 181) + 2 * 133, 0, 0, 1];
  it('over the attic: 32 in along its joists, fewer openings and doubts, more cable and minutes', () => {
    const { options, unbeaten } = over({ above: 'attic', joistsAbove: { runs: 'along-first' } }).found;
    expect(shown(options)).toEqual([
      ['From box b: over the attic', attic(1)],
      ['From box b: through 2 studs', STUDS],
    ]);
    expect(unbeaten).toBe(2);
    expect(options.map((o) => [o.favourite, o.best, o.buys, o.beaten])).toEqual([
      [true, ['holes', 'drying', 'unknowns'], [], false],
      // 14 minutes are 0.2 h, 2.98 about 3
      [false, ['hours', 'money'], ['0.2 h less', '3 cheaper', '2 openings more', '0.1 d more drying', '2 doubts more'], false],
    ]);
    expect(options[0]!.through.map((t) => t.words)).toEqual(['box b', 'bay 2 of wall n', 'the attic', 'bay 4 of wall n']);
    const terms = (c: Criterion) => options[0]!.sums[c].terms.map((t) => [t.label, Math.round(t.value * 1000) / 1000, t.how]);
    expect(terms('money')).toEqual([['fished up and down in bays', 13.36, '2 steps'], ['top plates bored and sealed', 3.62, '2 steps'], ['along joists', 2.66, '2 steps']]); // prettier-ignore
  });
  it('what counts to the user decides which is the favourite', () => {
    const first = (weights: Want['weights']) => over({ above: 'attic', joistsAbove: { runs: 'along-first' } }, { weights }).found.options[0]!.title; // prettier-ignore
    const none = { hours: 0, money: 0, holes: 0, drying: 0, unknowns: 0 };
    expect([first({ ...none, money: 1 }), first({ ...none, hours: 1 }), first({ ...none, drying: 1 })]).toEqual(['From box b: through 2 studs', 'From box b: through 2 studs', 'From box b: over the attic']); // prettier-ignore
  });
  it('through the basement it costs least of everything: then the next best that does without it is shown as beaten', () => {
    const { options, unbeaten } = over({ below: 'basement', joistsBelow: { runs: 'along-first' } }).found;
    expect(shown(options)).toEqual([
      ['From box b: through the basement', basement(2)],
      ['From box b: through 2 studs', STUDS],
    ]);
    expect([unbeaten, options.map((o) => [o.beaten, o.favourite, o.best])]).toEqual([
      1,
      [
        [false, true, []],
        [true, false, []],
      ],
    ]);
    // 134 − 82 minutes are 0.9 h; 16.66 − 8.92
    expect(options[1]!.buys).toEqual(['0.9 h more', '8 dearer', '2 openings more', '0.1 d more drying', '4 doubts more']);
  });
  it('a crawl space and a closed floor by their names', () => {
    expect(over({ below: 'crawl-space', joistsBelow: { runs: 'along-first' } }).found.options[0]!.title).toBe('From box b: through the crawl space'); // prettier-ignore
    expect(over({ below: 'floor', joistsBelow: { runs: 'along-first' } }).found.options[0]!.title).toBe(
      'From box b: through the closed floor',
    );
  });
  it('joists that nobody looked at: taken along the first wall, asked for, and the ways if they run across', () => {
    const asked = over({ above: 'attic' });
    expect(asked.joistQuestions).toEqual([{ roomId: 'den', room: 'den', field: 'joistsAbove', firstWall: 'wall n' }]);
    expect(shown(asked.found.options)[0]).toEqual(['From box b: over the attic', attic(1)]);
    expect(shown(asked.otherwise!.options)[0]).toEqual(['From box b: over the attic', attic(2)]);
    expect(over({ below: 'basement' }).joistQuestions).toEqual([{ roomId: 'den', room: 'den', field: 'joistsBelow', firstWall: 'wall n' }]);
    const known = over({ above: 'attic', joistsAbove: { runs: 'across-first' } });
    expect([known.joistQuestions, known.otherwise, shown(known.found.options)[0]![1]]).toEqual([[], undefined, attic(2)]);
    // none is asked about that no shown way meets
    expect(over({ above: 'attic' }, { forbidden: ['attic/1'] }).joistQuestions).toEqual([]);
  });
  it('a forbidden part is gone round, and is said where nothing leads', () => {
    const den: Partial<Room> = { above: 'attic', below: 'slab', joistsAbove: { runs: 'along-first' } };
    expect(over(den, { forbidden: ['attic/1'] }).found.options.map((o) => o.title)).toEqual(['From box b: through 2 studs']);
    expect(over(den, { forbidden: ['bay/n/2', 'bay/n/7'] }).found.options.map((o) => o.title)).toEqual(['From box b: over the attic']);
    const shut = over(den, { forbidden: ['attic/1', 'bay/n/2', 'bay/n/7'] });
    expect(shut.problem).toBe('No fit feed is reached from there.');
    expect(shut.gaps).toContain('3 parts of the house are forbidden here');
    expect(over({ above: 'flat-roof', below: 'slab' }, { forbidden: ['bay/n/3'] }).gaps).toEqual(expect.arrayContaining(['over the den is a flat roof: no room for a cable', 'under the den is a slab', '1 part of the house is forbidden here'])); // prettier-ignore
    // the long way round the room, by its four corners: 22 studs
    expect(over(den, { forbidden: ['attic/1', 'bay/n/2'] }).found.options.map((o) => o.title)).toEqual(['From box b: through 22 studs, round the corner']); // prettier-ignore
  });
  it('by a point that was set: the nearest place of that part', () => {
    const den: Partial<Room> = { above: 'attic', below: 'basement', joistsAbove: { runs: 'along-first' }, joistsBelow: { runs: 'along-first' } }; // prettier-ignore
    const { frame } = over(den).found.options[0]!;
    // the last of the attic’s points
    const node = frame.nodes.map((n) => n.space).lastIndexOf('attic/1');
    const { x, y } = frame.nodes[node]!;
    const by = over(den, { via: { space: 'attic/1', x: x + 20, y: y - 20 } }).found.options;
    expect(by.every((o) => o.nodes.includes(node))).toBe(true);
    expect(by.map((o) => o.beaten)).not.toContain(true);
    expect(over(den, { via: { space: 'bay/s/2', x: 0, y: 0 }, forbidden: ['attic/1', 'basement/0', 'bay/n/7', 'bay/n/0'] }).problem).toBe('No way leads by the point that was set.'); // prettier-ignore
    // a part that isn’t there says nothing
    expect(over(den, { via: { space: 'attic/9', x, y } }).found.options[0]!.title).toBe('From box b: through the basement');
  });
});

describe('named by what lies on it', () => {
  const title = (places: Want['places'], walls: Record<string, Partial<Wall>> = {}, more: Partial<Parameters<typeof smallHouse>[0]> = {}) => search(home({ walls, ...more }), { places }).found.options[0]!.title; // prettier-ignore
  it('round a corner of the room, in a chase, out through the wall', () => {
    const right = [boxOn('b', 'n', 116, { circuitId: 'c15' })];
    expect(title([placeOn('e', 8)], {}, { boxes: right })).toBe('From box b: round the corner');
    expect(title([placeOn('e', 24)], {}, { boxes: right })).toBe('From box b: round the corner, through one stud');
    expect(title([placeOn('n', 56)], { n: brick })).toBe('From box b: in a chase');
    expect(title([placeOn('e', 8)], { e: brick as Partial<Wall> }, { boxes: right })).toBe('From box b: round the corner, in a chase');
    // from 24 in of face A: 96 from the left of face B
    expect(title([placeOn('n', 94, { face: 'B' })])).toBe('From box b: out through the wall');
  });
  it('studs are counted once, where the first is crossed', () => {
    // three of the north wall, and one of the east wall beyond the corner
    expect(title([placeOn('e', 24)], {}, { boxes: [boxOn('b', 'n', 88, { circuitId: 'c15' })] })).toBe('From box b: through 3 studs, round the corner'); // prettier-ignore
  });
});

describe('a handful is shown', () => {
  const cost = (...c: number[]): RouteOption['cost'] => [50, 50, 50, 50, 50].map((x, k) => c[k] ?? x) as RouteOption['cost'];
  const option = (key: string, part: Partial<{ feed: string; title: string; cost: RouteOption['cost'] }> = {}) => ({ key, title: part.title ?? key, cost: part.cost ?? cost(), feed: { id: part.feed ?? 'b' } }); // prettier-ignore
  const shownOf = (list: ReturnType<typeof option>[], chosen?: string) => handfulOf(list.map((o, score) => ({ ...o, score })), chosen).map((o) => o.key); // prettier-ignore
  const many = (count: number, part: Parameters<typeof option>[1] = {}) => Array.from({ length: count }, (_, i) => option(`w${i}`, part));
  it('five at most, by their score', () => {
    expect([shownOf(many(7)), shownOf(many(2)), shownOf([])]).toEqual([['w0', 'w1', 'w2', 'w3', 'w4'], ['w0', 'w1'], []]);
  });
  it('the best by each criterion before others, be it the last by score; none for one in which one shown is as good', () => {
    const last = option('cheap', { cost: cost(60, 10) });
    expect(shownOf([...many(6), last])).toEqual(['w0', 'w1', 'w2', 'w3', 'cheap']);
    expect(shownOf([option('first', { cost: cost(60, 10) }), ...many(6), last])).toEqual(['first', 'w0', 'w1', 'w2', 'w3']);
    // the first of those that are as good
    expect(shownOf([...many(6), option('a', { cost: cost(60, 10) }), option('c', { cost: cost(60, 10) })])).toContain('a');
    // five criteria, each best at another way: the favourite and four of them
    const each = [0, 1, 2, 3, 4].map((k) => option(`k${k}`, { cost: cost(...Array.from({ length: 5 }, (_, i) => (i === k ? 1 : 90))) }));
    expect(shownOf([...many(3), ...each])).toEqual(['w0', 'k0', 'k1', 'k2', 'k3']);
  });
  it('another feed before another bay; what goes by the same name from the same feed only once', () => {
    expect(shownOf([...many(6), option('other', { feed: 'c' })])).toEqual(['w0', 'w1', 'w2', 'w3', 'other']);
    expect(shownOf([...many(6), ...['c', 'd', 'e', 'f', 'g'].map((f) => option(f, { feed: f }))])).toEqual(['w0', 'c', 'd', 'e', 'f']);
    expect(shownOf(many(4, { title: 'over the attic' }))).toEqual(['w0']);
    expect(shownOf([...many(2, { title: 'over the attic' }), option('c', { feed: 'c', title: 'over the attic' }), option('d', { title: 'through a stud' })])).toEqual(['w0', 'c', 'd']); // prettier-ignore
  });
  it('and the one that was chosen, though it is none of them', () => {
    expect([shownOf(many(7), 'w6'), shownOf(many(7), 'w1'), shownOf(many(7), 'gone')].map((l) => l.at(-1))).toEqual(['w6', 'w4', 'w4']);
    expect(shownOf(many(7), 'w6')).toHaveLength(6);
  });
  it('best is what none of all beats, and some of those shown does worse', () => {
    const [a, c, d] = [cost(1, 5, 5, 0, 0), cost(2, 3, 5, 0, 0), cost(9, 1, 5, 0, 0)];
    const of = (...list: RouteOption['cost'][]) => list.map((x) => ({ cost: x }));
    expect([bestIn(a, of(a, c)), bestIn(c, of(a, c)), bestIn(c, of(a, c, d), of(a, c)), bestIn(a, of(a)), bestIn(d, of(d, a), of(d))]).toEqual([['hours'], ['money'], [], [], []]); // prettier-ignore
  });
  it('from the den: a box in each of six bays of the south wall, each a stud nearer and itself in doubt three times more', () => {
    const boxes = [24, 40, 56, 72, 88, 104].map((x, i) => boxOn(`s${i}`, 's', x, { circuitId: 'c15' }));
    const feeds = boxes.map((x, i) =>
      feed(
        x.id,
        {},
        Array.from({ length: 3 * i }, () => 'can’t tell' as const),
      ),
    );
    const six = (want: Partial<Want> = {}) => search(home({ boxes }), { places: [placeOn('s', 116)], ...want }, feeds).found;
    // a stud less is two doubts less: none beats another
    expect([six().options.length, new Set(six().options.map((o) => o.feed.id)).size, six().unbeaten]).toEqual([5, 5, 6]);
    const left = boxes.find((x) => !six().options.some((o) => o.feed.id === x.id))!.id;
    const [key] = six({ from: left }).options.map((o) => o.key);
    expect(six({ chosen: key! }).options.map((o) => o.feed.id)).toContain(left);
  });
});

describe('what nobody said', () => {
  it('is told beside the ways; what stands in the way only where nothing leads', () => {
    const said = (den: Partial<Room>) => search(home({ den, shop: { above: 'attic', below: 'slab' } })).gaps;
    expect(said({ above: 'flat-roof' })).toEqual(['nobody said what lies below the den', 'nobody said on which wall the panel hangs']);
    expect(said({ above: 'flat-roof', below: 'slab' })).toEqual(['nobody said on which wall the panel hangs']);
    const hung = { name: 'Panel', place: { wallId: 's', face: 'A', fromLeft: at(40), bottom: at(40) } } as Site['panel'];
    const panels = (more: Partial<Site>) => search(home({ den: { above: 'flat-roof', below: 'slab' }, shop: { above: 'attic', below: 'slab' } }, more)).gaps; // prettier-ignore
    expect([panels({ panel: hung }), panels({ panel: hung, subpanels: [sub({ fedBy: 'b3', breakers: [], name: 'shop panel' })] })]).toEqual([[], ['nobody said on which wall the shop panel hangs']]); // prettier-ignore
  });
  it('a room that hangs together with nothing has no place in the plan', () => {
    const walls = ['p', 'q', 'r', 't'].map((id, i) => wallOf(id, i % 2 ? 60 : 72, { A: 'hut', B: 'out' }));
    const site = siteOf({ den: { above: 'flat-roof', below: 'slab' } });
    const hut: Room = { id: 'hut', name: 'hut', use: 'workshop', above: 'flat-roof', below: 'slab', sides: walls.map((w) => ({ wallId: w.id, face: 'A', turn: 'right' })) }; // prettier-ignore
    const gaps = search(houseAt({ ...site, walls: [...site.walls, ...walls], rooms: [...site.rooms, hut] })).gaps;
    expect(gaps).toContain('nobody said where hut lies in the plan');
  });
  it('where nothing leads, what stops the cable at the feed’s end is told as well; what lies elsewhere is not', () => {
    const walls = ['p', 'q', 'r', 't'].map((id, i) => wallOf(id, i % 2 ? 60 : 72, { A: 'hut', B: 'out' }));
    const site = siteOf({ den: { above: 'flat-roof', below: 'slab' }, shop: { above: 'attic', below: 'slab' }, boxes: [boxOn('b', 'e2', 40, { circuitId: 'c15' })] }); // prettier-ignore
    const hut: Room = { id: 'hut', name: 'hut', use: 'workshop', above: 'flat-roof', below: 'slab', sides: walls.map((w) => ({ wallId: w.id, face: 'A', turn: 'right' })) }; // prettier-ignore
    const house = houseAt({ ...site, walls: [...site.walls, ...walls], rooms: [...site.rooms, hut] });
    const { problem, gaps } = search(house, { forbidden: ['bay/n/2', 'bay/n/4', 'bay/e2/0', 'bay/e2/5', 'attic/1'] });
    expect(problem).toBe('No fit feed is reached from there.');
    expect(gaps).toEqual(expect.arrayContaining(['over the den is a flat roof: no room for a cable', 'under the den is a slab', 'under the shop is a slab'])); // prettier-ignore
    expect(gaps.filter((g) => g.includes('over the hut') || g.includes('under the hut'))).toEqual([]);
    // a feed that hangs nowhere stops nothing
    expect(search(house, { forbidden: ['bay/n/2', 'bay/n/4'] }, [feed('panel')]).problem).toBe('No fit feed is reached from there.');
  });
});

describe('a home run', () => {
  const panel = { name: 'Panel', place: { wallId: 'n', face: 'A', fromLeft: at(24), bottom: at(40) } } as Site['panel'];
  const run = (want: Partial<Want>, more: Partial<Site> = {}) => search(home({}, { panel, ...more }), { ownCircuit: true, ...want }, [feed('panel', { name: 'Panel' }, ['can’t tell'])]); // prettier-ignore
  it('90 minutes and a breaker at the panel; its stops are no cures of a box; the cable by its amps', () => {
    const [own] = run({}).found.options;
    expect([own!.title, own!.gauge, own!.sums.hours.terms[0], own!.sums.money.terms[0], own!.sums.unknowns.terms[0]]).toMatchObject(['From Panel: through 2 studs', 12, { label: 'at Panel', value: 1.5 }, { label: 'at Panel', value: 11 }, { value: 1 }]); // prettier-ignore
    expect(run({ ownA: 15 }).found.options[0]!.gauge).toBe(14);
  });
});

describe('in a raceway', () => {
  const along = (places: Want['places'], want: Partial<Want> = {}, house = home()) => search(house, { kind: 'raceway', places, ...want });
  it('a base on the old box, track, a box: nothing is opened', () => {
    const { options } = along([placeOn('n', 56)]).found;
    // 20 and 25 minutes, 32 in at 15 a metre, 10 for the box; two fittings at 6 and 2 2/3 ft at 5
    expect(shown(options)).toEqual([['From box b: in a raceway', [20 + 25 + 12 + 10, 600 + 1333 + 600, 0, 0, 0]]]);
    expect(options[0]!.sums.hours.terms.map((t) => t.label)).toEqual(['at box b', 'raceway bases and boxes', 'raceway on the face']);
  });
  it('is fed from either end', () => {
    const far = along([placeOn('n', 88), placeOn('n', 56)]).found.options.map((o) => [o.firstPlace, o.cost[0]]);
    expect(far[0]).toEqual([1, 67]);
    expect(along([placeOn('n', 56), placeOn('n', 88)]).found.options[0]!.firstPlace).toBe(0);
    // not from the middle
    expect(along([placeOn('n', 88), placeOn('n', 56), placeOn('n', 100)]).found.options.map((o) => o.firstPlace)).not.toContain(1);
  });
  it('says between which of its outlets no track goes on', () => {
    const parted = along([placeOn('n', 56), placeOn('n', 88), placeOn('n2', 40)]);
    expect(parted.problem).toBe('No track goes on from outlet 2 to outlet 3: something stands between them, or how their walls meet is not known.'); // prettier-ignore
    expect([parted.found.options, parted.gaps]).toEqual([[], ['nobody said on which wall the panel hangs']]);
    expect(along([placeOn('n', 56), placeOn('n2', 40), placeOn('n', 88)]).problem).toContain('from outlet 1 to outlet 2');
  });
  it('beside ways in the wall where it may show', () => {
    const titles = (mayShow: boolean) => search(home(), { mayShow }).found.options.map((o) => o.title);
    expect([titles(false), titles(true)]).toEqual([
      ['From box b: through 2 studs'],
      ['From box b: in a raceway', 'From box b: through 2 studs'],
    ]);
  });
});

describe('a run of outlets', () => {
  it('what all of it costs decides: on from place to place, once round', () => {
    const { options } = search(home(), { kind: 'run', places: [placeOn('n', 56), placeOn('n', 88)] }).found;
    // on through two studs more; their bays stand in what is doubted at each
    const on = [57 + 57, 833 + 833, 2, 1, 2 + 2];
    expect(options.map((o) => [o.order, o.from, o.firstPlace, o.cost])).toEqual([[[0, 1], [-1, 0], 0, STUDS.map((c, k) => (k === 3 ? 1 : c + on[k]!))]]); // prettier-ignore
    expect(options[0]!.key).toBe('feed/b>bay/n/1>bay/n/2>bay/n/3#0-1');
    expect(options[0]!.sums.hours.terms.map((t) => [t.label, t.how])).toEqual([['at box b', 'common practice'], ['studs crossed, openings closed again', '4 steps']]); // prettier-ignore
    expect(options[0]!.sums.holes.result.value).toBe(4);
  });
  it('begins at the nearest, whatever was written first', () => {
    const { options } = search(home(), { kind: 'run', places: [placeOn('n', 104), placeOn('n', 56), placeOn('n', 72)] }).found;
    expect([options[0]!.order, options[0]!.from, options[0]!.firstPlace]).toEqual([[1, 2, 0], [-1, 0, 1], 1]);
  });
  it('waits run side by side: of the way to it and on from there the longer counts', () => {
    // the first place lies in the bay of its feed; two studs on from there are opened
    const [first] = search(home(), { kind: 'run', places: [placeOn('n', 28), placeOn('n', 56)] }).found.options;
    expect(first!.cost).toEqual([20 + 114, 1666, 2, 1, 1 + 4]);
  });
  it('one of whose places can’t be reached from the others has no way', () => {
    const cut = search(home(), { kind: 'run', places: [placeOn('n', 56), placeOn('n', 88)], forbidden: ['bay/n/4', 'bay/n/6'] });
    expect([cut.problem, cut.found.options]).toEqual(['No fit feed is reached from there.', []]);
  });
  it('of one place is as an outlet', () => {
    const [one] = search(home(), { kind: 'run' }).found.options;
    expect([one!.cost, one!.order]).toEqual([STUDS, undefined]);
  });
  it('where it goes on in two directions its key says what feeds each', () => {
    expect([partsAt([-1, 0, 1]), partsAt([-1, 0, 0, 2]), partsAt([-1, 0, 1, 1, 0]), partsAt([-1]), partsAt([-1, 0, -1])]).toEqual([[], [0], [1, 0], [], []]); // prettier-ignore
    // fed in the middle of the wall, on to either side
    const { options } = search(home({ boxes: [boxOn('b', 'n', 56, { circuitId: 'c15' })] }), { kind: 'run', places: [placeOn('n', 24), placeOn('n', 58), placeOn('n', 100)] }).found; // prettier-ignore
    expect([options[0]!.order, options[0]!.from, options[0]!.key.split('#')[1]]).toEqual([[1, 0, 2], [-1, 0, 0], '1-0-2/-1-0-0']);
  });
});

describe('a place that can’t be', () => {
  const problem = (part: Partial<Wall>, place: Partial<Want['places'][number]>, want: Partial<Want> = {}) => placeProblem(houseAt(siteOf({ walls: { n: part } })), wish({ places: [placeOn('n', 56, place)], ...want })); // prettier-ignore
  const window = { id: 'o', kind: 'window' as const, x: at(70), z: at(30), width: at(20), height: at(30) };
  it('a wall that is not there', () => expect(problem({}, { wallId: 'gone' })).toBe('There is no wall gone in this house.'));
  it('in an opening; 3 in clear of it to either side are named as a tape says them', () => {
    // half a box is 1 1/8 in: 70 − 4 1/8 and 90 + 4 1/8
    expect(problem({ openings: [window] }, { fromLeft: at(80), bottom: at(40) })).toBe('Desk would lie in the window of wall n: 65 7/8" or 94 1/8" from the left end is clear of it.'); // prettier-ignore
    // 68 7/8 is just clear; its top at 30 just touches from 26 1/4 on
    const inIt = (fromLeft: number, bottom: number) => problem({ openings: [window] }, { fromLeft: at(fromLeft), bottom: at(bottom) })?.includes('window') ?? false; // prettier-ignore
    expect([inIt(68.87, 40), inIt(68.9, 40), inIt(91.1, 40), inIt(91.13, 40)]).toEqual([false, true, true, false]);
    expect([inIt(80, 26.2), inIt(80, 26.3), inIt(80, 59.9), inIt(80, 60)]).toEqual([false, true, true, false]);
  });
  it('on a stud: the nearer sides of it; a stud that was only reckoned says so', () => {
    // half a box and half a stud, 1 7/8 in
    expect(problem({}, { fromLeft: at(48.5) })).toBe('Desk at 48 1/2" would sit on the stud at 48" (reckoned): 46 1/8" or 49 7/8" from the left end is clear of it.'); // prettier-ignore
    expect(problem({}, { fromLeft: at(16) })).toBe('Desk at 16" would sit on the stud at 16": 14 1/8" or 17 7/8" from the left end is clear of it.'); // prettier-ignore
    const on = (fromLeft: number, part: Partial<Wall> = {}, want: Partial<Want> = {}) => problem(part, { fromLeft: at(fromLeft) }, want) !== undefined; // prettier-ignore
    // half a millimetre of grace
    expect([on(46.12), on(46.16), on(49.84), on(49.88)]).toEqual([false, true, true, false]);
    // seen from the other face
    expect(problem({}, { face: 'B', fromLeft: at(72.5) })).toBe('Desk at 72 1/2" would sit on the stud at 72" (reckoned): 70 1/8" or 73 7/8" from the left end is clear of it.'); // prettier-ignore
    // no box fits between the stud and the wall’s end
    expect(problem({}, { fromLeft: at(119) })).toBe('Desk at 119" would sit on the stud at 119 1/4" (reckoned): 117 3/8" from the left end is clear of it.'); // prettier-ignore
    expect(problem({}, { fromLeft: at(1) })).toBe(
      'Desk at 1" would sit on the stud at 3/4" (reckoned): 2 5/8" from the left end is clear of it.',
    );
    expect([on(48, brick), on(48, openWall), on(48, {}, { kind: 'raceway' }), on(48, { framing: { ...wallOf('n', 120, { A: 'den', B: 'out' }).framing, knownStud: undefined as never } })]).toEqual([false, false, false, false]); // prettier-ignore
    // every place is looked at
    expect(problem({}, {}, { kind: 'run', places: [placeOn('n', 56), placeOn('n', 64)] })).toContain('on the stud at 64"');
  });
  it('on the front of a built-in between its lower and upper edge', () => {
    const shelf = (height: number): Partial<Wall> => ({ fixtures: [{ id: 'k', kind: 'shelf', face: 'A', x: at(40), z: at(50), width: at(40), height: at(height), depth: at(12) }] }); // prettier-ignore
    const front = (height: number, bottom: number) => problem(shelf(height), { inFront: 'k', bottom: at(bottom) }, { kind: 'raceway' });
    expect(front(3, 50)).toBe('The front of the shelf at wall n is 3" high and a device box 4 3/4": it takes a board that is as high as the box, or its places on the wall.'); // prettier-ignore
    expect([front(4.75, 50), front(5.5, 50), front(5.5, 50.75), front(5.5, 49.985)]).toEqual([undefined, undefined, undefined, undefined]);
    expect([front(5.5, 49.9), front(5.5, 50.9)]).toEqual([49.9, 50.9].map(() => expect.stringMatching(/would reach past the front of the shelf at wall n: the box’s bottom lies between 50" and 50 3\/4"\.$/))); // prettier-ignore
    expect(problem(shelf(3), { inFront: 'other', bottom: at(50) }, { kind: 'raceway' })).toBeUndefined();
  });
  it('is searched for nothing, and no feed is judged', () => {
    const none = searchRoutes(home(), wish({ places: [placeOn('n', 64)] }));
    expect([none.feeds, none.found.options, none.problem?.includes('on the stud')]).toEqual([[], [], true]);
  });
});

describe('a house of many walls is searched round the place first', () => {
  const far = (count: number): Site => {
    const site = siteOf();
    const more = Array.from({ length: count - site.walls.length }, (_, i) => wallOf(`m${i}`, 60, { A: 'out', B: 'out' }));
    return { ...site, walls: [...site.walls, ...more] };
  };
  const b1 = [feed('b')];
  it('up to 80 as a whole', () => {
    expect(regionOf(houseAt(far(80)), wish(), b1)).toBeUndefined();
    expect(regionOf(houseAt(far(81)), wish(), b1)).toBeDefined();
  });
  it('16 ft beyond the rectangle of the place, its feeds and the point that was set', () => {
    const r = (want: Partial<Want>, feeds = b1) => { const { left, right, low, high } = regionOf(houseAt(far(90)), wish(want), feeds)!; return [right - left, high - low].map((mm) => Math.round(mm / 25.4)); }; // prettier-ignore
    // from 24 to 56 in along the wall
    expect(r({})).toEqual([32 + 2 * 192, 2 * 192]);
    const { left, high } = regionOf(houseAt(far(90)), wish(), b1)!;
    const corner = { x: left + inches(192), y: high - inches(192) };
    expect(r({ via: { space: 'attic/1', x: corner.x - inches(10), y: corner.y + inches(40) } })).toEqual([42 + 384, 40 + 384]);
    expect(regionOf(houseAt(far(90)), wish(), [feed('nowhere')])).toBeUndefined();
  });
  it('nothing within it: wherever it leads', () => {
    // a strip of 10 in to either side of the north wall holds none of the way round the room
    const region = { left: inches(-10), right: inches(130), low: inches(-10), high: inches(10) };
    const round = (more: SearchOptions) => searchRoutes(home(), wish({ forbidden: ['bay/n/2'] }), { ...QUICK, feeds: b1, ...more }).found.options.map((o) => o.title); // prettier-ignore
    expect([round({}), round({ region })]).toEqual([['From box b: through 22 studs, round the corner'], ['From box b: through 22 studs, round the corner']]); // prettier-ignore
  });
  it('finds the same way', () => {
    expect(shown(search(houseAt(far(81), { prices: PRICES })).found.options)).toEqual([['From box b: through 2 studs', STUDS]]);
  });
});

describe('the graph of a survey', () => {
  it('is made once for a want and a size of cable, and anew for another', () => {
    const house = home();
    const frame = (want: Partial<Want> = {}, gauge = 14) =>
      frameFor(house, wish(want), gauge, 'along-first', { compound: 'setting, same day' });
    expect(frame()).toBe(frame());
    expect(frame({ name: 'other' })).toBe(frame());
    for (const other of [frame({}, 12), frame({ mayShow: true }), frame({ kind: 'raceway' }), frame({ places: [placeOn('n', 60)] })]) expect(other).not.toBe(frame()); // prettier-ignore
  });
  it('in open framing a box stands at its stud: 64 less 3/4 and 1 1/8', () => {
    const stands = (part: Partial<Wall>) => { const f = frameFor(home({ walls: { n: part } }), wish({ places: [placeOn('n', 60)] }), 14, 'along-first', { compound: 'setting, same day' }); return f.nodes[f.places[0]!]!.u! / 25.4; }; // prettier-ignore
    // another wall that stands open is nothing to it
    const other = frameFor(home({ walls: { n2: openWall } }), wish({ places: [placeOn('n', 60)] }), 14, 'along-first', { compound: 'setting, same day' }); // prettier-ignore
    expect(other.nodes[other.places[0]!]!.u! / 25.4).toBe(60);
    expect([stands({}), stands(openWall)]).toEqual([60, expect.closeTo(62.125, 2)]);
  });
});

describe('against another way', () => {
  it('each figure that differs, as people say it', () => {
    const base = [120, 3000, 2, 10, 3];
    const than = (d: number[]) => against(base.map((c, k) => c + (d[k] ?? 0)), base); // prettier-ignore
    expect(than([0, 0, 0, 0, 0])).toEqual([]);
    expect(than([30, 500, 1, 5, 1])).toEqual(['0.5 h more', '5 dearer', '1 opening more', '0.5 d more drying', '1 doubt more']);
    expect(than([-30, -500, -2, -5, -3])).toEqual(['0.5 h less', '5 cheaper', '2 openings fewer', '0.5 d less drying', '3 doubts fewer']);
    // less than half a unit of money, or three minutes, is no difference; all of the wait is
    expect(than([2, 40, 0, -10, 0])).toEqual(['no wait for drying']);
    expect(against([0, 0, 0, 0, 0], [0, 0, 0, 10, 0])).toEqual(['no wait for drying']);
  });
  it('figures by their unit', () => {
    expect((['hours', 'hours', 'hours', 'money', 'holes', 'drying', 'drying', 'unknowns'] as const).map((c, i) => printFigure(c, [9.96, 10.4, 10, 12.6, 3, 0, 1.54, 2][i]!))).toEqual(['10.0 h', '10 h', '10 h', '13', '3', 'none', '1.5 d', '2']); // prettier-ignore
  });
});
