/** Which breaker feeds which box: each try must leave exactly what it allows, and the switch-off that is named must tell most. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nineBreakers as quinceStreet } from '../../fixtures/nineBreakers.js';
import { hiddenFeeds } from '../demo/index.js';
import { checkHouse, type Cable, type FeedTest, type Panel, type Site } from '../model/index.js';
import {
  allows,
  bestSwitchOffs,
  expectedReading,
  finderSweep,
  loudest,
  suspectsOf,
  switchedOff,
  takeFeeds,
  tells,
  testWords,
  twoFeedsAre,
  type FeedTruth,
} from './index.js';

/** The sample house with nothing known of what feeds its boxes. */
const panel = quinceStreet.site.panel!;
const blank: Site = {
  ...quinceStreet.site,
  boxes: quinceStreet.site.boxes.map((b) => ({ ...b, circuitId: undefined })),
  circuits: quinceStreet.site.circuits.map((c) => ({ ...c, name: `circuit ${c.number}`, foundHow: undefined })),
};
const boxIds = blank.boxes.map((b) => b.id);
const all = panel.breakers.map((b) => b.id);
const off = (boxId: string, reads: FeedTest['reads'], ...breakerIds: string[]): FeedTest => ({
  id: `t-${boxId}-${breakerIds.join('')}-${reads}`.slice(0, 40),
  how: 'switched off',
  breakerIds,
  boxId,
  reads,
});
const tried = (...tests: FeedTest[]): Site => ({ ...blank, panel: { ...panel, tests } });
const left = (site: Site, boxId: string): string[] => suspectsOf(site, boxId).suspects.map((s) => s.breakerIds.join('+'));

describe('what one try allows', () => {
  it.each([
    [['b4'], ['b4'], 'dead'],
    [['b4'], ['b5'], 'live'],
    [['b1', 'b3'], ['b1'], 'part dead'],
    [['b1', 'b3'], ['b1', 'b3'], 'dead'],
    [[], ['b1'], 'live'],
  ] as const)('fed by %j with %j off: %s', (feeds, dark, reads) => expect(expectedReading(feeds, new Set(dark))).toBe(reads));
  it('dead faces don’t prove that nothing else is live in the box', () => {
    const faces = off('hall-box', 'faces dead', 'b4');
    expect(allows(faces, ['b4'])).toBe(true);
    expect(allows(faces, ['b4', 'b5'])).toBe(true);
    expect(allows(faces, ['b5'])).toBe(false);
    expect(allows(off('hall-box', 'dead', 'b4'), ['b4', 'b5'])).toBe(false);
  });
});

describe('narrowing', () => {
  it('nothing tried: everything is possible, single breakers far likelier than two in one box', () => {
    const { suspects, state } = suspectsOf(blank, 'hall-box');
    expect(state).toBe('open');
    expect(suspects).toHaveLength(9 + 36 + 1);
    expect(suspects.reduce((s, x) => s + x.share, 0)).toBeCloseTo(1, 9);
    expect(suspects.slice(0, 9).every((s) => s.breakerIds.length === 1)).toBe(true);
  });
  it('the room’s name in the directory makes its breaker likelier, and no more than that', () => {
    const { suspects } = suspectsOf(quinceStreet.site, 'hall-box');
    expect(suspects[0]!.breakerIds).toEqual(['b4']);
    expect(suspects[0]!.share).toBeLessThan(0.5);
  });
  it('dead with 4 off, every conductor: it is 4', () => {
    const is = suspectsOf(tried(off('hall-box', 'dead', 'b4')), 'hall-box');
    expect([is.state, is.suspects[0]!.breakerIds]).toEqual(['found', ['b4']]);
  });
  it('only its faces dead: 4 alone, or 4 and another', () => {
    const site = tried(off('hall-box', 'faces dead', 'b4'));
    expect(left(site, 'hall-box')).toHaveLength(1 + 8);
    expect(suspectsOf(site, 'hall-box').state).toBe('open');
  });
  it('by elimination: live with eight of nine off in turn, then with the ninth off it must be dead', () => {
    const site = tried(...all.filter((b) => b !== 'b7').map((b) => off('hall-box', 'live', b)));
    // the ninth, or none that is noted
    expect(left(site, 'hall-box').sort()).toEqual(['', 'b7']);
    expect(
      left({ ...site, panel: { ...site.panel!, tests: [...site.panel!.tests, off('hall-box', 'dead', ...all)] } }, 'hall-box'),
    ).toEqual(['b7']);
  });
  it('some dead and some live: two feeds, and which they are is found by their second half', () => {
    const site = tried(off('hall-box', 'part dead', 'b4'), off('hall-box', 'part dead', 'b5'));
    expect(left(site, 'hall-box')).toEqual(['b4+b5']);
  });
  it('tries that can’t all be right are named, nothing is chosen', () => {
    const is = suspectsOf(tried(off('hall-box', 'dead', 'b4'), off('hall-box', 'live', 'b4')), 'hall-box');
    expect([is.state, is.suspects, is.clash.length]).toEqual(['contradiction', [], 2]);
  });
  it('a try of another box says nothing of this one', () => {
    expect(left(tried(off('parlour-box', 'dead', 'b4')), 'hall-box')).toHaveLength(46);
  });
});

describe('two feeds in one box', () => {
  it('under tied handles on opposite legs a shared neutral, else two circuits', () => {
    expect(twoFeedsAre(blank, 'hall-box', ['b1', 'b3'])).toBe('shared neutral');
    expect(twoFeedsAre(blank, 'hall-box', ['b4', 'b5'])).toBe('two circuits');
    expect(twoFeedsAre(blank, 'hall-box', ['b4'])).toBeUndefined();
  });
  it('a cable with two hots in the box is one too, whatever its breakers', () => {
    const red: Cable = {
      ...blank.cables[0]!,
      id: 'red',
      conductors: ['black', 'red', 'white'],
      ends: [{ label: 'panel' }, { boxId: 'hall-box', label: 'Hall box' }],
    };
    expect(twoFeedsAre({ ...blank, cables: [...blank.cables, red] }, 'hall-box', ['b4', 'b5'])).toBe('shared neutral');
  });
});

describe('the switch-off that tells most', () => {
  it('of nine alike breakers half of them tell one bit a box, one alone half a bit', () => {
    const { single, set } = bestSwitchOffs(blank, ['hall-box']);
    expect(set!.breakerIds.length).toBeGreaterThanOrEqual(4);
    expect(set!.breakerIds.length).toBeLessThanOrEqual(5);
    expect(set!.bits).toBeGreaterThan(0.95);
    // 1 of 9: H(1/9) = 0.503, with a little for the pairs
    expect(single!.bits).toBeGreaterThan(0.4);
    expect(single!.bits).toBeLessThan(0.65);
    expect([single!.best, set!.best]).toEqual([true, true]);
  });
  it('no set of breakers tells more, tried one by one over random states of knowledge', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ box: fc.constantFrom('hall-box', 'alcove-box'), off: fc.subarray(all, { minLength: 1, maxLength: 5 }) }), {
          maxLength: 4,
        }),
        fc.subarray(all, { minLength: 1 }),
        (tests, guess) => {
          const truth: FeedTruth = hiddenFeeds(quinceStreet.id)!;
          const site = tried(...tests.map((t) => off(t.box, switchedOff(panel, truth, t.box, t.off)!, ...t.off)));
          const asked = ['hall-box', 'alcove-box'];
          const open = asked.map((id) => suspectsOf(site, id)).filter((s) => s.state === 'open');
          const { single, set } = bestSwitchOffs(site, asked);
          if (open.length === 0) return void expect(single).toBeUndefined();
          const most = Math.max(single?.bits ?? 0, set?.bits ?? 0);
          expect(tells(open, new Set(guess))).toBeLessThanOrEqual(most + 1e-9);
        },
      ),
      { numRuns: 40 },
    );
  });
  it('what must stay on is left on', () => {
    const { set } = bestSwitchOffs(blank, boxIds, new Set(['b7']));
    expect(set!.breakerIds).not.toContain('b7');
  });
  it('on a large panel a good set is found without trying all, and says that it may not be the best', () => {
    const many: Panel = {
      ...panel,
      spaces: 42,
      covered: [],
      breakers: Array.from({ length: 30 }, (_, i) => ({ id: `x${i}`, circuitId: `c${i}`, space: i + 1, poles: 1 as const })),
    };
    const { set } = bestSwitchOffs({ ...blank, panel: many }, ['hall-box']);
    expect(set!.best).toBe(false);
    expect(set!.bits).toBeGreaterThan(0.95);
  });
});

describe('the whole sample house, from nothing', () => {
  const truth: FeedTruth = hiddenFeeds(quinceStreet.id)!;
  it('always doing what tells most finds every feed in far fewer than nine switch-offs', () => {
    let site = blank;
    let switchOffs = 0;
    while (switchOffs < 12) {
      const { single, set } = bestSwitchOffs(site, boxIds);
      const next = set ?? single;
      if (!next) break;
      switchOffs++;
      const open = boxIds.filter((id) => suspectsOf(site, id).state === 'open');
      const tests = open.map((id) => off(id, switchedOff(panel, truth, id, next.breakerIds)!, ...next.breakerIds));
      site = { ...site, panel: { ...site.panel!, tests: [...site.panel!.tests, ...tests] } };
    }
    expect(switchOffs).toBeLessThanOrEqual(5);
    for (const id of boxIds) {
      const is = suspectsOf(site, id);
      expect(
        is.suspects.map((s) => s.breakerIds),
        id,
      ).toEqual([panel.breakers.filter((b) => truth[id]!.includes(b.circuitId)).map((b) => b.id)]);
    }
    const taken = takeFeeds(site, '2026-11-25');
    expect(Object.fromEntries(taken.boxes.map((b) => [b.id, b.circuitId]))).toEqual(
      Object.fromEntries(boxIds.map((id) => [id, truth[id]![0]])),
    );
    expect(taken.circuits.find((c) => c.id === 'c4')).toMatchObject({
      foundOn: '2026-11-25',
      foundHow: expect.stringContaining('Hall box'),
    });
    expect(checkHouse({ ...quinceStreet, site: taken })).toMatchObject({ ok: true });
  });
  it('nothing is taken over while it is open', () =>
    expect(takeFeeds(tried(off('hall-box', 'faces dead', 'b4')), '2026-11-25').boxes.every((b) => !b.circuitId)).toBe(true));
  it('the true feed always agrees with what a switch shows, whatever is switched', () => {
    fc.assert(
      fc.property(fc.constantFrom(...boxIds), fc.subarray(all, { minLength: 1 }), (id, dark) => {
        const reads = switchedOff(panel, truth, id, dark)!;
        const feeds = panel.breakers.filter((b) => truth[id]!.includes(b.circuitId)).map((b) => b.id);
        expect(allows(off(id, reads, ...dark), feeds)).toBe(true);
      }),
    );
  });
});

describe('the simulated breaker finder', () => {
  const truth: FeedTruth = hiddenFeeds(quinceStreet.id)!;
  it('sounds the same for the same try; the true breaker is among the loudest nine times in ten and more', () => {
    expect(finderSweep(panel, truth, 'hall-box', 3)).toEqual(finderSweep(panel, truth, 'hall-box', 3));
    let hits = 0;
    for (let take = 0; take < 200; take++) hits += Number(loudest(finderSweep(panel, truth, 'hall-box', take)).includes('b4'));
    expect(hits).toBeGreaterThan(180);
  });
  it('its neighbours hum along: more than one may be named, and then it is open which', () => {
    const counts = Array.from({ length: 100 }, (_, take) => loudest(finderSweep(panel, truth, 'alcove-box', take)).length);
    expect(Math.max(...counts)).toBeGreaterThan(1);
    expect(Math.min(...counts)).toBeGreaterThanOrEqual(1);
  });
  it('it narrows what is possible and proves nothing by itself', () => {
    const site = tried({ id: 'f', how: 'breaker finder', breakerIds: ['b4', 'b6'], boxId: 'hall-box' });
    const is = suspectsOf(site, 'hall-box');
    expect(is.state).toBe('open');
    expect(is.suspects.every((s) => s.breakerIds.includes('b4') || s.breakerIds.includes('b6'))).toBe(true);
  });
  it('houses of one’s own have no hidden truth', () => {
    expect(hiddenFeeds('my-house')).toBeUndefined();
    expect(switchedOff(panel, {}, 'hall-box', ['b4'])).toBeUndefined();
  });
});

it('tries in words', () => {
  const number = (id: string) => id.slice(1);
  expect(testWords(off('hall-box', 'part dead', 'b1', 'b3'), number)).toBe('with 1, 3 off some of it was dead and some live');
  expect(testWords({ id: 'f', how: 'breaker finder', breakerIds: ['b4'], boxId: 'hall-box' }, number)).toBe(
    'the finder sounded loudest at 4',
  );
});
