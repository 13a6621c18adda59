/** A small panel, worked by hand: what hangs on it, its directory, hands at its door, and which breaker feeds which box. */
import { describe, expect, it } from 'vitest';
import { boxOn } from '../route/smallHouse.testing.js';
import { emptySite, measured, type FeedTest, type Site } from '../model/index.js';
import { siteWith, smallPanel, sub } from './smallPanel.testing.js';
import {
  bestSwitchOffs,
  breakerPlaces,
  circuitSheet,
  coverSpace,
  directoryFaults,
  directoryRows,
  dropBreaker,
  dropSubpanel,
  feedersFor,
  finderSweep,
  freeSpaces,
  hangPanel,
  legLoads,
  loudest,
  noteBreaker,
  noteEmpty,
  oneIn,
  panelRows,
  protectionWords,
  putBreaker,
  putCircuit,
  putPanel,
  putSubpanel,
  readLoad,
  reservedWords,
  suspectsOf,
  switchedOff,
  takeFeeds,
  twoFeedsAre,
  type NewCircuit,
} from './index.js';

const circuitOf = (site: Site, id: string) => site.circuits.find((c) => c.id === id)!;
const breakerOf = (site: Site, id: string) => site.panel!.breakers.find((b) => b.id === id);

describe('what hangs on a circuit', () => {
  const site = siteWith({
    boxes: [
      boxOn('den box', 'n', 40, { circuitId: 'c1' }),
      boxOn('shop box', 'e2', 40, { circuitId: 'c1' }),
      boxOn('other', 'n', 80, { circuitId: 'c3' }),
    ],
    cables: [
      { id: 'k', name: 'k', gauge: 12, conductors: ['black', 'white', 'bare'], ends: [{ boxId: 'den box' }, {}] },
      { id: 'm', name: 'm', gauge: 14, conductors: ['black', 'white', 'bare'], ends: [{}, { boxId: 'shop box' }] },
      { id: 'x', name: 'x', gauge: 10, conductors: ['black', 'white', 'bare'], ends: [{ boxId: 'other' }, {}] },
    ] as never,
  });
  const sheet = circuitSheet(site, circuitOf(site, 'c1'), 'US-2020');
  it('960 W for hours are 8 A by the plate, counted 10; 10 of 20 are left', () =>
    expect([sheet.continuousA, sheet.load.amps, sheet.headroomA]).toEqual([8, 10, 10]));
  it('its boxes with their rooms, its gauges thinnest first; 14 AWG on 20 A is a stop', () => {
    expect(sheet.boxes).toEqual([
      { id: 'den box', name: 'box den box', room: 'den' },
      { id: 'shop box', name: 'box shop box', room: 'shop' },
    ]);
    expect([sheet.gauges, sheet.wire.verdict]).toEqual([[14, 12], 'stop']);
  });
  it('nothing is left to say where the rating or the cable is not known', () => {
    const bare = siteWith({ circuits: { c1: { breakerA: undefined } } });
    const { headroomA, wire, continuousA } = circuitSheet(bare, circuitOf(bare, 'c1'), 'US-2020');
    expect([headroomA, wire.code, wire.sums, continuousA]).toEqual([undefined, 'panel-loads.cableUnseen', [], 8]);
  });
  it('not gone through: what is noted is only what is known', () => {
    const open = siteWith({ circuits: { c1: { loadsComplete: false } } });
    expect(circuitSheet(open, circuitOf(open, 'c1'), 'US-2020').load.verdict).toBe('can’t tell');
  });
});

describe('legs', () => {
  const says = (site: Site) => legLoads(site).map((l) => [l.leg, l.amps, l.continuousA, l.judged.verdict, l.judged.code]);
  it('8 A on A, of which 8 for hours; 2 A on B; within a main of 100', () => {
    expect(says(siteWith())).toEqual([
      ['A', 8, 8, 'note', 'panel-loads.noted'],
      ['B', 2, 0, 'note', 'panel-loads.noted'],
    ]);
    expect(legLoads(siteWith()).map((l) => l.judged.sums[0]!.terms.map((t) => t.how))).toEqual([['960 W ÷ 120 V'], ['nameplate amps']]);
  });
  const heavy = (amps: number) => siteWith({ loads: [{ id: 'l', name: 'all', amps, continuous: false, fixed: false, circuitId: 'c1' }] });
  it('just at the main’s 100 A and just over', () => {
    expect([says(heavy(100))[0]![4], says(heavy(100.5))[0]![4]]).toEqual(['panel-loads.noted', 'panel-loads.aboveMain']);
    expect(legLoads(heavy(100.5))[0]!.judged.says).toBe('100.5 A noted, more than the main: not all of it may run at once');
  });
  it('one circuit not gone through, none noted, a main that nobody read, no panel', () => {
    expect(says(siteWith({ circuits: { c3: { loadsComplete: undefined } } }))[0]![4]).toBe('panel-loads.restUnknown');
    expect(says(siteWith({ panel: { breakers: [] } }))[0]).toEqual(['A', 0, 0, 'can’t tell', 'panel-loads.restUnknown']);
    expect(says(siteWith({ panel: { mainA: undefined } }))[0]![4]).toBe('panel-loads.limitUnknown');
    expect(legLoads(emptySite())).toEqual([]);
  });
  it('what hangs behind a breaker of one pole hangs on its leg; of two poles on both, and the panel behind it counts as gone through only when it was', () => {
    const behind = (poles: 1 | 2, loadsComplete: boolean): Site => {
      const site = siteWith({
        panel: { breakers: [...smallPanel.breakers, { id: 'bf', circuitId: 'cf', space: 5, poles }] },
        subpanels: [sub({ fedBy: 'bf', breakers: [{ id: 'sb', circuitId: 'sc', space: 3, poles: 1 }] })],
      });
      return {
        ...site,
        circuits: [
          ...site.circuits,
          { id: 'cf', number: '5', name: 'feeder', voltsNominal: poles === 2 ? 240 : 120, breakerA: 60 },
          { id: 'sc', number: '1', name: 'saw', voltsNominal: 120, breakerA: 20, loadsComplete },
        ],
        loads: [...site.loads, { id: 'ls', name: 'saw', amps: 6, continuous: false, fixed: false, circuitId: 'sc' }],
      };
    };
    // space 3 of the panel behind is its leg B; space 5 is leg A of the main one
    expect(legLoads(behind(1, true)).map((l) => l.amps)).toEqual([14, 2]);
    expect(legLoads(behind(2, true)).map((l) => l.amps)).toEqual([8, 8]);
    expect([legLoads(behind(2, true))[0]!.judged.code, legLoads(behind(2, false))[0]!.judged.code]).toEqual([
      'panel-loads.noted',
      'panel-loads.restUnknown',
    ]);
    const fed = behind(2, true);
    const feeder = circuitSheet(fed, circuitOf(fed, 'cf'), 'US-2020');
    expect([feeder.load.amps, feeder.load.code, feeder.wire.code]).toEqual([6, 'panel-loads.toPanel', 'panel-loads.feedsPanel']);
    expect(feeder.load.says).toMatch(/^to the shop panel, leg B: /);
  });
});

describe('places for a breaker', () => {
  const wanted: NewCircuit = { name: 'n', ratingA: 20, poles: 1, gauge: 12, rooms: [], loads: [{ watts: 1200, continuous: false }] };
  it('the best balanced first, then from the top; refused ones last', () => {
    expect(breakerPlaces(siteWith(), wanted).map((p) => [p.space, p.imbalanceA])).toEqual([
      [4, 4],
      [7, 4],
      [8, 4],
      [2, 16],
      [5, 16],
      [6, 16],
    ]);
    // beside c3 in space 3 is 5; 2 and 6 are across, 4, 7 and 8 its own leg
    const shared = breakerPlaces(siteWith(), { ...wanted, sharesNeutralWith: 'c3' });
    expect(shared.map((p) => [p.space, p.refused?.slice(0, 8)])).toEqual([
      [5, undefined],
      [4, 'the same'],
      [7, 'the same'],
      [8, 'the same'],
      [2, 'not next'],
      [6, 'not next'],
    ]);
  });
  it('of two poles 1200 W are 5 A on each leg: 13 against 7 wherever it stands', () =>
    expect(breakerPlaces(siteWith(), { ...wanted, poles: 2 }).map((p) => [p.space, p.legs.join(''), p.imbalanceA])).toEqual([
      [2, 'AB', 6],
      [4, 'BA', 6],
      [5, 'AB', 6],
      [6, 'AB', 6],
    ]));
  it('without a panel none', () => expect(breakerPlaces(emptySite(), wanted)).toEqual([]));
});

describe('spaces and directory', () => {
  it('a two-pole breaker stands in two spaces; what nobody looked at is not free', () => {
    const site = siteWith({ panel: { breakers: [{ id: 'b', circuitId: 'c3', space: 2, poles: 2 }], covered: [5], notLooked: [6] } });
    expect(freeSpaces(site.panel!)).toEqual([1, 3, 7, 8]);
    expect(
      panelRows(site)
        .flatMap((r) => [r.left, r.right])
        .map((s) => [s.is, s.circuit?.id]),
    ).toEqual([
      ['free', undefined],
      ['breaker', 'c3'],
      ['free', undefined],
      ['lower', 'c3'],
      ['covered', undefined],
      ['unseen', undefined],
      ['free', undefined],
      ['free', undefined],
    ]);
    expect(panelRows(emptySite())).toEqual([]);
  });
  it('from the top, with rooms and boxes, how it was found, what it is kept for', () => {
    const site = siteWith({
      panel: { breakers: [smallPanel.breakers[1]!, { ...smallPanel.breakers[0]!, type: 'Q1' }] },
      circuits: {
        c1: { arcFault: 'breaker', groundFault: 'breaker', reservedFor: 'one-appliance', foundHow: 'tried', foundOn: '2026-01-02' },
      },
      boxes: [
        boxOn('a', 'n', 40, { circuitId: 'c1' }),
        boxOn('b', 'n', 80, { circuitId: 'c1' }),
        boxOn('c', 'e2', 40, { circuitId: 'c1' }),
      ],
    });
    expect(directoryRows(site, 'US-2020')).toEqual([
      {
        ...{ spaces: '1', space: 1, leg: 'A', number: '1', name: 'hall', ratingA: 20, type: 'Q1' },
        protection: 'arc-fault and ground-fault',
        feeds: 'den: box a, box b; shop: box c',
        reserved: 'one appliance',
        found: 'tried, 2026-01-02',
      },
      {
        ...{ spaces: '3', space: 3, leg: 'B', number: '3', name: 'porch', ratingA: 20, type: '' },
        protection: 'none',
        feeds: '',
        reserved: 'not found out',
        found: '',
      },
    ]);
    expect(directoryRows(emptySite(), 'US-2020')).toEqual([]);
    expect([
      protectionWords({ arcFault: 'breaker', groundFault: 'none' }),
      reservedWords({ ...site.circuits[0]!, reservedFor: 'none' }),
    ]).toEqual(['arc-fault', '']);
  });
  it('each told apart, none by a name of a person from 2017 on, none left unsaid (408.4)', () => {
    const faults = (c1: string, c3: string, edition: 'US-2017' | 'US-2020' = 'US-2017') =>
      directoryFaults(siteWith({ circuits: { c1: { name: c1 }, c3: { name: c3 } } }), edition).map((f) => f.says);
    expect(faults('hall', 'porch')).toEqual([]);
    expect(faults('Hall ', ' hall')).toEqual([expect.stringMatching(/stands at 1 and 3/), expect.stringMatching(/stands at 1 and 3/)]);
    expect(faults('hall', ' Spare ')).toEqual(['what it feeds is not said']);
    expect([faults('Ann’s room', 'x'), faults('x', "Ann's room", 'US-2020')].map((f) => f.length)).toEqual([1, 1]);
  });
});

describe('hands at the panel', () => {
  it('a cover stays in order; one taken off again; the same twice is nothing', () => {
    const two = coverSpace(coverSpace(siteWith(), 8, true), 5, true);
    expect(two.panel!.covered).toEqual([5, 8]);
    expect(coverSpace(two, 8, false).panel!.covered).toEqual([5]);
    expect(coverSpace(two, 5, true)).toBe(two);
  });
  it('nothing stands in one space, or in none that was not looked at', () => {
    const site = siteWith({ panel: { notLooked: [5, 6] } });
    expect([noteEmpty(site, 5).panel!.notLooked, noteEmpty(site).panel!.notLooked ?? []]).toEqual([[6], []]);
    expect(noteEmpty(siteWith()).panel!.notLooked ?? []).toEqual([]);
  });
  it('a larger panel has more that nobody looked at, a smaller one less; one that was gone through has none', () => {
    const site = siteWith({ panel: { notLooked: [7, 8] } });
    expect([
      putPanel(site, { spaces: 10 }).panel!.notLooked,
      putPanel(site, { spaces: 4 }).panel!.notLooked,
      putPanel(site, { mainA: 60 }).panel!.notLooked,
    ]).toEqual([[7, 8, 9, 10], [], [7, 8]]);
    expect(putPanel(siteWith(), { spaces: 10 }).panel!.notLooked).toBeUndefined();
  });
  it('a tie is kept on both sides and taken from whoever had it', () => {
    const three = siteWith({ panel: { breakers: [...smallPanel.breakers, { id: 'b5', circuitId: 'c1', space: 5, poles: 1 }] } });
    const ties = (site: Site) => site.panel!.breakers.map((b) => b.tiedTo);
    const tied = putBreaker(three, 'b1', { tiedTo: 'b3' });
    expect(ties(tied)).toEqual(['b3', 'b1', undefined]);
    expect(ties(putBreaker(tied, 'b5', { tiedTo: 'b3' }))).toEqual([undefined, 'b5', 'b3']);
    expect(ties(putBreaker(tied, 'b1', { tiedTo: undefined }))).toEqual([undefined, undefined, undefined]);
    expect(ties(putBreaker(tied, 'b5', { type: 'Q1' }))).toEqual(['b3', 'b1', undefined]);
    expect([putBreaker(three, 'nobody', { poles: 2 }), ties(dropBreaker(tied, 'b1'))]).toEqual([three, [undefined, undefined]]);
  });
  it('a circuit stays while a box, a load, a cable, a device or a lamp hangs on it', () => {
    const left = (part: Partial<Omit<Site, 'panel' | 'circuits'>>) =>
      dropBreaker(siteWith({ loads: [], ...part }), 'b1').circuits.map((c) => c.id);
    const on = { id: 'x', circuitId: 'c1' };
    const other = { id: 'y', circuitId: 'c3' };
    expect(left({})).toEqual(['c3']);
    for (const kind of ['boxes', 'loads', 'cables', 'devices', 'lamps'] as const) {
      expect([kind, left({ [kind]: [other, on] })]).toEqual([kind, ['c1', 'c3']]);
      expect([kind, left({ [kind]: [other] })]).toEqual([kind, ['c3']]);
    }
  });
  it('a subpanel goes with its breakers and its unused circuits; what it fed is fed by nobody, others stay as they are', () => {
    const site: Site = {
      ...siteWith({
        subpanels: [sub({ fedBy: 'b1' }), sub({ id: 't', fedBy: 'sb', breakers: [] }), sub({ id: 'u', fedBy: 'b3', breakers: [] })],
      }),
      circuits: [...siteWith().circuits, { id: 'sc', number: '1', name: 'saw', voltsNominal: 120 }],
    };
    const left = dropSubpanel(site, 's');
    expect(left.subpanels!.map((p) => [p.id, p.fedBy])).toEqual([
      ['t', undefined],
      ['u', 'b3'],
    ]);
    expect(left.circuits.map((c) => c.id)).toEqual(['c1', 'c3']);
    expect(dropSubpanel(site, 'nobody')).toBe(site);
    // b1 and b3 feed one already, sb is its own
    expect([feedersFor(site, 's').map((b) => b.id), feedersFor(site, 'new').map((b) => b.id)]).toEqual([['b1'], []]);
  });
  it('hung on a wall of 120 by 96 in it hangs in the middle, 48 in up, as nobody measured; on the same wall it keeps its place', () => {
    const hung = hangPanel(siteWith(), 'n', 'B').panel!.place!;
    expect([hung.wallId, hung.face, hung.fromLeft, hung.bottom]).toEqual([
      'n',
      'B',
      { mm: 1524, known: 'assumed' },
      { mm: expect.closeTo(1219.2, 6) as number, known: 'assumed' },
    ]);
    const place = { wallId: 'n', face: 'A' as const, fromLeft: measured(300), bottom: measured(900) };
    const site = siteWith({ panel: { place } });
    expect([hangPanel(site, 'n', 'B').panel!.place, hangPanel(site, 'nobody', 'A').panel!.place]).toEqual([
      { ...place, face: 'B' },
      undefined,
    ]);
    expect(hangPanel(site, 'e', 'A').panel!.place!.fromLeft.mm).toBeCloseTo(1219.2, 6);
  });
  it('on a wall of 60 in it hangs half way up; where there is no panel nothing is hung', () => {
    const low = siteWith();
    const walls = low.walls.map((w) => (w.id === 'n' ? { ...w, height: measured(1524) } : w));
    expect(hangPanel({ ...low, walls }, 'n', 'A').panel!.place!.bottom).toEqual({ mm: 762, known: 'assumed' });
    const { panel: _, ...none } = low;
    expect([hangPanel(none, 'n', 'A').panel, putPanel(none, { mainA: 60 })]).toEqual([undefined, none]);
    expect([putBreaker(none, 'b1', { poles: 2 }), dropBreaker(none, 'b1')]).toEqual([none, none]);
  });
  it('two poles make it a circuit of 240 V, one pole again of 120; another type changes no volts', () => {
    const volts = (site: Site) => site.circuits.map((c) => c.voltsNominal);
    const two = putBreaker(siteWith({ circuits: { c1: { voltsNominal: 120 } } }), 'b1', { poles: 2, space: 5 });
    expect([volts(two), volts(putBreaker(two, 'b1', { poles: 1 }))]).toEqual([
      [240, 120],
      [120, 120],
    ]);
    const odd = siteWith({ circuits: { c1: { voltsNominal: 240 } } });
    expect([volts(putBreaker(odd, 'b1', { type: 'Q1' })), volts(putBreaker(odd, 'b1', { poles: 1 }))]).toEqual([
      [240, 120],
      [240, 120],
    ]);
  });
  it('a breaker found behind a plate: the plate is gone from its space alone', () => {
    const site = noteBreaker(siteWith({ panel: { covered: [5, 6] } }), 5, { circuit: 'c5', breaker: 'b5' });
    expect([site.panel!.covered, breakerOf(site, 'b5')!.space]).toEqual([[6], 5]);
  });
  it('what is said of one subpanel or circuit is said of that alone', () => {
    const site = siteWith({ subpanels: [sub(), sub({ id: 't', name: 'attic panel' })] });
    expect(putSubpanel(site, 's', { mainA: 60 }).subpanels!.map((p) => p.mainA)).toEqual([60, undefined]);
    expect(putCircuit(site, 'c3', { breakerA: 15 }).circuits.map((c) => c.breakerA)).toEqual([20, 15]);
  });
  it('a load as it is said; what is none says what came, cut to 40 signs', () => {
    expect(readLoad(' kettle 12 A ')).toEqual({ ok: true, load: { name: 'kettle', amps: 12 } });
    expect(readLoad(`  ${'x'.repeat(50)}`)).toMatchObject({ ok: false, came: 'x'.repeat(40) });
  });
});

describe('which breaker feeds a box', () => {
  const box = boxOn('b', 'n', 40);
  const tried = (tests: FeedTest[], part: Parameters<typeof siteWith>[0] = {}): Site =>
    siteWith({ ...part, boxes: [box], panel: { ...part.panel, tests } });
  const off = (id: string, breakerIds: string[], reads: FeedTest['reads']): FeedTest =>
    ({ id, boxId: 'b', how: 'switched off', breakerIds, reads, on: '2026-01-02' }) as FeedTest;
  const shares = (site: Site) => suspectsOf(site, 'b').suspects.map((s) => [s.breakerIds.join(), Number(s.share.toFixed(4))]);
  it('before any try: each alone 1, both together a twentieth of them, none a hundredth: of 2 + 0.1 + 0.02', () =>
    expect(shares(tried([]))).toEqual([
      ['b1', 0.4717],
      ['b3', 0.4717],
      ['b1,b3', 0.0472],
      ['', 0.0094],
    ]));
  it('a name that speaks of the box’s room makes it three times likelier: of 4 + 0.2 + 0.04', () => {
    const named = { circuits: { c3: { name: 'Den, south' } } };
    expect(shares(tried([], named)).slice(0, 2)).toEqual([
      ['b3', 0.7075],
      ['b1', 0.2358],
    ]);
    const wrong = { circuits: { c3: { name: 'Shop' } } };
    expect(shares(tried([], wrong))[0]![1]).toBe(0.4717);
  });
  it('dead with 1 off it hangs on 1; live on 3 or on none; both ways contradict each other', () => {
    expect(suspectsOf(tried([off('t', ['b1'], 'dead')]), 'b')).toMatchObject({
      state: 'found',
      clash: [],
      suspects: [{ breakerIds: ['b1'], share: 1 }],
    });
    expect(shares(tried([off('t', ['b1'], 'live')])).map(([ids]) => ids)).toEqual(['b3', '']);
    const both = [off('t', ['b1'], 'dead'), off('u', ['b1'], 'live')];
    expect(suspectsOf(tried(both), 'b')).toMatchObject({ state: 'contradiction', suspects: [], clash: both });
    expect(suspectsOf(emptySite(), 'b')).toMatchObject({ state: 'contradiction', clash: [] });
  });
  it('two feeds are a shared neutral under tied handles on both legs, or where a cable of two hots ends in the box', () => {
    const at = (part: Parameters<typeof siteWith>[0] = {}) => twoFeedsAre(tried([], part), 'b', ['b1', 'b3']);
    const tie = (a: string | undefined, b: string | undefined, space = 3) => ({
      panel: {
        breakers: [
          { ...smallPanel.breakers[0]!, tiedTo: a },
          { ...smallPanel.breakers[1]!, space, tiedTo: b },
        ],
      },
    });
    expect([at(), at(tie('b3', undefined)), at(tie(undefined, 'b1')), at(tie('b3', 'b1', 5))]).toEqual([
      'two circuits',
      'shared neutral',
      'shared neutral',
      'two circuits',
    ]);
    const cable = (boxId: string, conductors: string[]) =>
      at({ cables: [{ id: 'k', name: 'k', gauge: 12, conductors, ends: [{ boxId }, {}] }] as never });
    expect([cable('b', ['black', 'red', 'white']), cable('b', ['black', 'white']), cable('c', ['black', 'red', 'white'])]).toEqual([
      'shared neutral',
      'two circuits',
      'two circuits',
    ]);
    expect([twoFeedsAre(tried([]), 'b', ['b1']), twoFeedsAre(tried([]), 'b', ['b1', 'gone'])]).toEqual([undefined, undefined]);
  });
  it('handles tied together make both of three twice as likely as any other two', () => {
    const tie = (a?: string, b?: string) => ({
      panel: {
        breakers: [
          { ...smallPanel.breakers[0]!, tiedTo: a },
          { ...smallPanel.breakers[1]!, tiedTo: b },
          { id: 'b5', circuitId: 'c1', space: 5, poles: 1 as const },
        ],
      },
    });
    // singles 1 each, 3 in all; a twentieth, 0.15, is shared 2 : 1 : 1; none is 0.03
    for (const part of [tie('b3'), tie(undefined, 'b1'), tie('b3', 'b1')])
      expect(shares(tried([], part)).slice(3)).toEqual([
        ['b1,b3', 0.0236],
        ['b1,b5', 0.0118],
        ['b3,b5', 0.0118],
        ['', 0.0094],
      ]);
  });
  it('of four that may feed two boxes, two off at once tell more than any one', () => {
    const breakers = [1, 3, 5, 7].map((space) => ({ id: `b${space}`, circuitId: space === 3 ? 'c3' : 'c1', space, poles: 1 as const }));
    const next = bestSwitchOffs(tried([], { panel: { breakers } }), ['b']);
    expect([next.single!.breakerIds.length, next.set!.breakerIds.length, next.set!.best]).toEqual([1, 2, true]);
    expect(next.set!.bits).toBeGreaterThan(next.single!.bits);
    // with two of them left one alone is enough: no set is offered
    expect(bestSwitchOffs(tried([]), ['b']).set).toBeUndefined();
  });
  it('each circuit is told by the boxes that it was tried at, and a box that was right stays the same', () => {
    const right = boxOn('a', 'n', 80, { circuitId: 'c3' });
    const tests = [off('t', ['b1'], 'dead'), { ...off('u', ['b3'], 'dead'), boxId: 'a' }];
    const site: Site = { ...tried(tests), boxes: [box, right, boxOn('z', 'n', 20)] };
    const done = takeFeeds(site, '2026-02-03');
    expect(done.circuits.map((c) => c.foundHow)).toEqual(['tried: box b', 'tried: box a']);
    expect([done.boxes.map((b) => b.circuitId), done.boxes[1] === right]).toEqual([['c1', 'c3', undefined], true]);
  });
  it('the next to switch off: either one, and not what has to stay on', () => {
    const site = tried([]);
    expect(bestSwitchOffs(site, ['b']).single!.breakerIds).toEqual(['b1']);
    expect(bestSwitchOffs(site, ['b'], new Set(['b1'])).single!.breakerIds).toEqual(['b3']);
    expect([bestSwitchOffs(site, ['b'], new Set(['b1', 'b3'])), bestSwitchOffs(tried([off('t', ['b1'], 'dead')]), ['b'])]).toEqual([
      {},
      {},
    ]);
    expect([oneIn(0.2), oneIn(2), oneIn(3)]).toEqual([2, 4, 8]);
  });
  it('what is found out is written down: the box’s circuit, how and when; nothing found, nothing written', () => {
    const done = takeFeeds(tried([off('t', ['b1'], 'dead')]), '2026-02-03');
    expect([
      done.boxes[0]!.circuitId,
      circuitOf(done, 'c1').foundHow,
      circuitOf(done, 'c1').foundOn,
      circuitOf(done, 'c3').foundHow,
    ]).toEqual(['c1', 'tried: box b', '2026-02-03', undefined]);
    const open = tried([]);
    expect(takeFeeds(open, '2026-02-03')).toBe(open);
  });
});

describe('a finder and a switch that stand in on a sample house', () => {
  const truth = { b: ['c1'], two: ['c1', 'c3'] };
  it('dead, part dead and live by what truly feeds the box; nothing of a box without a truth', () => {
    const at = (boxId: string, off: string[]) => switchedOff(smallPanel, truth, boxId, off);
    expect([at('b', ['b1']), at('b', ['b3']), at('two', ['b3']), at('two', ['b1', 'b3']), at('else', ['b1'])]).toEqual([
      'dead',
      'live',
      'part dead',
      'dead',
      undefined,
    ]);
  });
  it('the true one sounds loudest; one row on hums at 7.6 − 2.4, across at 7.6 − 1.44, four rows on not at all, each give or take 0.8', () => {
    const panel = {
      ...smallPanel,
      breakers: [1, 3, 2, 7].map((space) => ({ id: `at${space}`, circuitId: space === 1 ? 'c1' : 'x', space, poles: 1 as const })),
    };
    for (let take = 0; take < 40; take++) {
      const sweep = finderSweep(panel, truth, 'b', take);
      const [own, below, across, far] = sweep.map((r) => r.loudness) as [number, number, number, number];
      expect(own).toBeGreaterThanOrEqual(8.4);
      expect(own).toBeLessThanOrEqual(10);
      expect(Math.abs(below - 5.2)).toBeLessThanOrEqual(0.851);
      expect(Math.abs(across - 6.16)).toBeLessThanOrEqual(0.851);
      expect(far).toBeLessThanOrEqual(1.25);
    }
    expect(finderSweep(panel, truth, 'b', 3)).toEqual(finderSweep(panel, truth, 'b', 3));
    expect(finderSweep(panel, truth, 'b', 3)).not.toEqual(finderSweep(panel, truth, 'b', 4));
  });
  it('as many as can’t be told apart within 2; none under 4', () => {
    const heard = (...loud: number[]) => loudest(loud.map((loudness, i) => ({ breakerId: `${i}`, loudness })));
    expect([heard(9, 7, 6.9), heard(4, 1), heard(3.9, 3), heard()]).toEqual([['0', '1'], ['0'], [], []]);
  });
});
