/**
 * A panel that another one feeds: 6 spaces in the potting shed, behind a two-pole 40 A breaker in spaces 11 and 13 of the sample panel.
 * Legs and loads are worked out by hand in the tests; clauses from memory.
 */
import { describe, expect, it } from 'vitest';
import { nineBreakers as quinceStreet } from '../../fixtures/nineBreakers.js';
import { directorySheet, panelCsv, panelFromCsv } from '../exchange/index.js';
import {
  breakerNumber,
  breakersOf,
  checkHouse,
  circuitCalled,
  deadWithPanel,
  fromPanel,
  panelOf,
  siteFrom,
  subpanelOf,
  type Circuit,
  type House,
  type Site,
  type Subpanel,
} from '../model/index.js';
import {
  addBreaker,
  addTests,
  behindFeeder,
  bestSwitchOffs,
  breakerFindings,
  breakerPlaces,
  breakerSteps,
  circuitSheet,
  directoryRows,
  dropBreaker,
  dropSubpanel,
  feedersFor,
  legLoads,
  noteBreaker,
  putBreaker,
  putCircuit,
  putSubpanel,
  startSubpanel,
  suspectsOf,
  type NewCircuit,
} from './index.js';
import { expectMeant } from '../words/meaning.testing.js';

/** As a person notes it: the feeder at the main panel, then the shed’s door. */
function withShed(): Site {
  let site = noteBreaker(quinceStreet.site, 11, { circuit: 'feeder', breaker: 'feeder-breaker' });
  site = putBreaker(site, 'feeder-breaker', { poles: 2 });
  site = putCircuit(site, 'feeder', { name: 'shed', breakerA: 40 });
  site = startSubpanel(site, 'shed-panel', 'Shed panel', 6);
  site = putSubpanel(site, 'shed-panel', { fedBy: 'feeder-breaker' });
  const at = noteBreaker(siteFrom(site, 'shed-panel'), 3, { circuit: 'shed-3', breaker: 'shed-breaker-3' });
  site = fromPanel(site, 'shed-panel', at);
  site = putCircuit(site, 'shed-3', { name: 'potting bench', breakerA: 20, loadsComplete: true });
  return {
    ...site,
    loads: [...site.loads, { id: 'mat', name: 'heat mat', watts: 1200, continuous: true, fixed: false, circuitId: 'shed-3' }],
  };
}
const shed = withShed();
const house = (site: Site): House => ({ ...quinceStreet, site });
const errorsOf = (change: (sub: Subpanel) => Partial<Subpanel>): string[] => {
  const sub = subpanelOf(shed, 'shed-panel')!;
  const checked = checkHouse(house({ ...shed, subpanels: [{ ...sub, ...change(sub) }] }));
  return checked.ok ? [] : checked.errors.map((e) => `${e.path} ${e.message}`);
};
const pots: NewCircuit = { name: 'kiln shelf', ratingA: 20, poles: 1, gauge: 12, rooms: [], loads: [{ watts: 600, continuous: false }] };
const finding = (site: Site, rule: string) => {
  const all = breakerFindings(site, 'US-2020', pots, 'shed-panel');
  all.forEach(expectMeant);
  return all.find((f) => f.rule === rule);
};

describe('a subpanel as it is noted', () => {
  it('is a document that makes sense, and the main panel stays as it was', () => {
    expect(checkHouse(house(shed))).toMatchObject({ ok: true });
    const { breakers, ...rest } = shed.panel!;
    const before = quinceStreet.site.panel!;
    expect([breakers.length, { ...rest, breakers: breakers.slice(0, -1) }]).toEqual([before.breakers.length + 1, before]);
    expect(panelOf(shed, 'shed-panel')!.breakers.map((b) => b.id)).toEqual(['shed-breaker-3']);
    // of five spaces nobody said anything yet
    expect(panelOf(shed, 'shed-panel')!.notLooked).toEqual([1, 2, 4, 5, 6]);
  });
  it('two circuits 3 are told apart by their panel; a bare number is the main panel’s', () => {
    const [own, main] = ['shed-3', 'c3'].map((id) => shed.circuits.find((c) => c.id === id)!) as [Circuit, Circuit];
    expect([breakerNumber(shed, own), breakerNumber(shed, main)]).toEqual(['3 (Shed panel)', '3']);
    expect([circuitCalled(shed, '3')!.id, circuitCalled(shed, '3 (Shed panel)')!.id, circuitCalled(shed, '40')]).toEqual([
      'c3',
      'shed-3',
      undefined,
    ]);
  });
  it('whichever was noted first, and a try that names a breaker which went is no longer known', () => {
    const turned = { ...shed, circuits: [...shed.circuits].reverse() };
    expect(circuitCalled(turned, '3')!.id).toBe('c3');
    const tried = addTests(shed, [
      { id: 't1', how: 'switched off', breakerIds: ['shed-breaker-3', shed.panel!.breakers[0]!.id], boxId: 'hall-box', reads: 'live' },
    ]);
    expect([dropSubpanel(tried, 'shed-panel').panel!.tests, tried.panel!.tests.length]).toEqual([[], 1]);
  });
  it('bad data names the field: a feeder that is not there, its own breaker, an id of a box, a circuit twice, tries of its own', () => {
    expect(errorsOf(() => ({ fedBy: 'nothing' }))).toEqual(['/site/subpanels/0/fedBy There is no breaker with the id nothing.']);
    expect(errorsOf(() => ({ fedBy: 'shed-breaker-3' }))).toEqual(['/site/subpanels/0/fedBy Shed panel would feed itself.']);
    expect(errorsOf(() => ({ id: 'hall-box' }))[0]).toBe('/site/subpanels/0/id Two things have the id hall-box.');
    expect(errorsOf((s) => ({ breakers: s.breakers.map((b) => ({ ...b, circuitId: 'c3' })) })).join()).toMatch(
      /breakers\/0\/circuitId Two breakers feed one circuit/,
    );
    expect(errorsOf((s) => ({ spaces: 2, breakers: s.breakers, notLooked: undefined })).join()).toMatch(/Space 3 is past the last of 2/);
    expect(
      errorsOf(() => ({
        tests: [{ id: 't', how: 'switched off', breakerIds: ['shed-breaker-3'], boxId: 'hall-box', reads: 'dead' }],
      })).join(),
    ).toMatch(/subpanels\/0\/tests Tries are noted at the main panel/);
  });
  it('panels that feed each other round, and one breaker for two panels, are refused', () => {
    const other: Subpanel = {
      ...subpanelOf(shed, 'shed-panel')!,
      id: 'loft-panel',
      name: 'Loft panel',
      fedBy: 'feeder-breaker',
      breakers: [],
      notLooked: undefined,
    };
    const twice = checkHouse(house({ ...shed, subpanels: [...shed.subpanels!, other] }));
    expect(twice).toMatchObject({
      ok: false,
      errors: [{ path: '/site/subpanels/1/fedBy', message: 'That breaker feeds Shed panel already.' }],
    });
    // the loft behind the shed, the shed behind the loft
    const round = noteBreaker({ ...shed, panel: other }, 1, { circuit: 'loft-1', breaker: 'loft-breaker-1' });
    const both = {
      ...round,
      panel: shed.panel!,
      subpanels: [{ ...shed.subpanels![0]!, fedBy: 'loft-breaker-1' }, { ...other, ...round.panel, fedBy: 'shed-breaker-3' } as Subpanel],
    };
    const checked = checkHouse(house(both));
    expect(checked.ok ? [] : checked.errors.map((e) => e.message)).toContain('Shed panel would feed itself.');
  });
  it('taken out, its breakers and their unused circuits go and the feeder stays; what something hangs on stays', () => {
    const gone = dropSubpanel(shed, 'shed-panel');
    expect([gone.subpanels, gone.circuits.some((c) => c.id === 'shed-3'), gone.panel]).toEqual([undefined, true, shed.panel]);
    const bare = dropSubpanel({ ...shed, loads: quinceStreet.site.loads }, 'shed-panel');
    expect(bare.circuits.some((c) => c.id === 'shed-3')).toBe(false);
    expect(checkHouse(house(gone))).toMatchObject({ ok: true });
    // without its feeder nobody knows what feeds it
    const cut = dropBreaker(shed, 'feeder-breaker');
    expect([subpanelOf(cut, 'shed-panel')!.fedBy, checkHouse(house(cut)).ok]).toEqual([undefined, true]);
  });
  it('its feeder may be any breaker of another panel that feeds no other one', () => {
    expect(feedersFor(shed, 'shed-panel').map((b) => b.id)).toEqual(shed.panel!.breakers.map((b) => b.id));
    const two = startSubpanel(shed, 'loft-panel', 'Loft panel', 4);
    expect(feedersFor(two, 'loft-panel').map((b) => b.id)).not.toContain('feeder-breaker');
    expect(feedersFor(two, 'loft-panel').map((b) => b.id)).toContain('shed-breaker-3');
  });
  it('its directory is its own, as rows, as a table and as a sheet for its door; the main one names what it feeds', () => {
    expect(directoryRows(shed, 'US-2020', 'shed-panel').map((r) => [r.spaces, r.name])).toEqual([['3', 'potting bench']]);
    expect(directoryRows(shed, 'US-2020').find((r) => r.name === 'shed')!.feeds).toBe('Shed panel');
    const text = panelCsv(shed, 'shed-panel');
    expect(text.split('\r\n')).toHaveLength(3);
    expect(panelFromCsv(text, shed, 'shed-panel').rows.map((r) => r.outcome)).toEqual(['same']);
    const more = panelFromCsv('space,name\n5,misting', shed, 'shed-panel').site;
    expect([more.panel, panelOf(more, 'shed-panel')!.breakers.map((b) => b.space)]).toEqual([shed.panel, [3, 5]]);
    expect(new Set(breakersOf(more).map((b) => b.id)).size).toBe(breakersOf(more).length);
    const words = JSON.stringify(directorySheet(house(shed), 'shed-panel'));
    expect(words).toMatch(
      /Shed panel.*Fed by breaker 11 of the Utility room panel, 40 A\..*lugs stay live until the breaker that feeds this panel is off/,
    );
  });
});

describe('what hangs on a subpanel', () => {
  it('its space 3 is on leg B, fed from space 13 of the main panel, which is on leg A: 1200 W ÷ 120 V = 10 A there', () => {
    // spaces 11 and 13: row 6 is B, row 7 is A; the upper feeds the shed’s A, the lower its B
    expect(legLoads(shed, 'shed-panel').map((l) => l.amps)).toEqual([0, 10]);
    const before = legLoads(quinceStreet.site).map((l) => l.amps);
    const after = legLoads(shed).map((l) => l.amps);
    expect([after[0]! - before[0]!, after[1]! - before[1]!]).toEqual([expect.closeTo(10, 9), expect.closeTo(0, 9)]);
  });
  it('what somebody hung on the feeder itself goes through the same breaker: 2400 W at 240 V are 10 A more on each leg', () => {
    const heater = {
      ...shed,
      loads: [...shed.loads, { id: 'heater', name: 'heater', watts: 2400, continuous: false, fixed: true, circuitId: 'feeder' }],
    };
    expect(legLoads(heater, 'shed-panel').map((l) => l.amps)).toEqual([10, 20]);
    expect(
      circuitSheet(
        heater,
        heater.circuits.find((c) => c.id === 'feeder')!,
        'US-2020',
      ).load.amps,
    ).toBe(20);
  });
  it('its limit is its feeder, or its own main where that is less; unknown, nobody can tell', () => {
    const limit = (part: Partial<Subpanel>) => {
      const [, b] = legLoads(putSubpanel(shed, 'shed-panel', part), 'shed-panel');
      return [b!.judged.verdict, b!.judged.says, b!.judged.ask];
    };
    expect(limit({ main: 'lugs' })).toEqual(['note', '10.0 A noted of 40 A', undefined]);
    expect(limit({ main: 'breaker', mainA: 30 })[1]).toBe('10.0 A noted of 30 A');
    expect(limit({ main: 'breaker', mainA: 60 })[1]).toBe('10.0 A noted of 40 A');
    expect(limit({ main: 'breaker' })).toEqual([
      'can’t tell',
      '10.0 A noted; the main’s rating is not known',
      expect.stringMatching(/main breaker’s handle/),
    ]);
    expect(limit({ fedBy: undefined })).toEqual([
      'can’t tell',
      '10.0 A noted; which breaker feeds it is not known',
      'Find the breaker that feeds the Shed panel.',
    ]);
  });
  it('the feeder’s sheet carries the fuller leg and judges no branch circuit of it', () => {
    const sheet = circuitSheet(
      shed,
      shed.circuits.find((c) => c.id === 'feeder')!,
      'US-2020',
    );
    expect([sheet.load.amps, sheet.load.says, sheet.wire.verdict]).toEqual([10, 'to the Shed panel, leg B: 10.0 A noted of 40 A', 'note']);
  });
  it('with the feeder off the whole shed is dead, and nothing else', () => {
    expect(['shed-3', 'c3'].map((id) => deadWithPanel(shed, 'shed-panel', id))).toEqual([true, false]);
    expect(['shed-3', 'c3'].map((id) => deadWithPanel(shed, 'panel', id))).toEqual([true, true]);
  });
});

describe('which breaker feeds a box, with two panels', () => {
  const boxes = ['hall-box'];
  it('a breaker of the shed is as possible as one of the main panel; the feeder itself feeds no box', () => {
    const ids = suspectsOf(shed, 'hall-box').suspects.flatMap((s) => s.breakerIds);
    expect([ids.includes('shed-breaker-3'), ids.includes('feeder-breaker')]).toEqual([true, false]);
  });
  it('dead with the feeder off: it hangs on the shed', () => {
    const tried = addTests(shed, [{ id: 't1', how: 'switched off', breakerIds: ['feeder-breaker'], boxId: 'hall-box', reads: 'dead' }]);
    expect(suspectsOf(tried, 'hall-box')).toMatchObject({ state: 'found', suspects: [{ breakerIds: ['shed-breaker-3'] }] });
    const lit = addTests(shed, [{ id: 't1', how: 'switched off', breakerIds: ['feeder-breaker'], boxId: 'hall-box', reads: 'live' }]);
    expect(suspectsOf(lit, 'hall-box').suspects.flatMap((s) => s.breakerIds)).not.toContain('shed-breaker-3');
  });
  it('what has to stay on is not darkened by its feeder', () => {
    // with five breakers in it the feeder tells more than any one breaker
    const two = [1, 2, 4, 5].reduce(
      (site, n) =>
        fromPanel(site, 'shed-panel', noteBreaker(siteFrom(site, 'shed-panel'), n, { circuit: `shed-${n}`, breaker: `shed-breaker-${n}` })),
      shed,
    );
    expect(bestSwitchOffs(two, boxes).single!.breakerIds).toEqual(['feeder-breaker']);
    const best = bestSwitchOffs(two, boxes, new Set(['shed-breaker-3']));
    expect([...(best.single?.breakerIds ?? []), ...(best.set?.breakerIds ?? [])]).not.toContain('feeder-breaker');
  });
});

describe('a breaker set in a subpanel', () => {
  it('its feeder makes all of it dead, its own main does not; unknown, it is asked for', () => {
    expect(finding(shed, 'panel-stays-live')!.says).toMatch(
      /^breaker 11 in the Utility room panel off makes all of the Shed panel dead, its lugs too\. /,
    );
    expect(finding(putSubpanel(shed, 'shed-panel', { main: 'breaker' }), 'panel-stays-live')!.says).toMatch(
      /its own main alone does not: the lugs behind it stay live/,
    );
    const unknown = finding(putSubpanel(shed, 'shed-panel', { fedBy: undefined }), 'panel-stays-live')!;
    expect([unknown.verdict, unknown.ask]).toEqual(['can’t tell', expect.stringMatching(/Find the breaker that feeds the Shed panel/)]);
    // at the service nothing in the house makes the lugs dead
    expect(breakerFindings(shed, 'US-2020', pots)[1]!.says).toMatch(/nothing in the house can make them dead/);
  });
  it('neutrals and grounds joined in it are a stop (250.24(A)(5)), apart are ok, not looked at can’t be told', () => {
    const bars = (part: Partial<Subpanel>) =>
      (({ verdict, code }) => [verdict, code])(finding(putSubpanel(shed, 'shed-panel', part), 'panel-bars')!);
    expect([bars({}), bars({ bars: 'apart' }), bars({ bars: 'joined' })]).toEqual([
      ['can’t tell', 'feeder.barsUnknown'],
      ['ok', 'feeder.barsApart'],
      ['stop', 'feeder.barsJoined'],
    ]);
    expect(breakerFindings(shed, 'US-2020', pots).some((f) => f.rule === 'panel-bars')).toBe(false);
    expect(finding(putSubpanel(shed, 'shed-panel', { apart: true }), 'panel-building')!.says).toMatch(
      /disconnect there and ground rods of its own/,
    );
  });
  it('the feeder with the new load: 600 W goes to the emptier leg A, 5 A there beside 10 A on B', () => {
    const seen = fromPanel(shed, 'shed-panel', {
      ...siteFrom(shed, 'shed-panel'),
      panel: { ...panelOf(shed, 'shed-panel')!, notLooked: undefined },
    });
    expect(breakerPlaces(seen, pots, 'shed-panel')[0]).toMatchObject({ space: 1, legs: ['A'], imbalanceA: 5 });
    expect(finding(seen, 'panel-feeder')!.says).toBe('with this 10.0 of 40 A on leg B, all that is noted at once');
    const full = breakerFindings(seen, 'US-2020', { ...pots, loads: [{ amps: 41, continuous: false }] }, 'shed-panel').find(
      (f) => f.rule === 'panel-feeder',
    )!;
    expect([full.verdict, full.says]).toEqual(['caution', expect.stringMatching(/^41\.0 A on leg A .* the feeder carries 40 A/)]);
  });
  it('two poles load both legs: 4800 W at 240 V are 20 A beside the 10 A of leg B; at 40 A it still carries them, above no more', () => {
    const seen = fromPanel(shed, 'shed-panel', {
      ...siteFrom(shed, 'shed-panel'),
      panel: { ...panelOf(shed, 'shed-panel')!, notLooked: undefined },
    });
    const with240 = (watts: number, site: Site = seen) =>
      breakerFindings(site, 'US-2020', { ...pots, poles: 2, loads: [{ watts, continuous: false }] }, 'shed-panel').find(
        (f) => f.rule === 'panel-feeder',
      )!;
    const twenty = with240(4800);
    expect(twenty.says).toBe('with this 30.0 of 40 A on leg B, all that is noted at once');
    // the sum: what is there, the new one by its name, and what both make
    const { terms, result } = twenty.sums[0]!;
    expect([terms.at(-1)!.label, terms.at(-1)!.value, result.value]).toEqual([pots.name, 20, 30]);
    expect(terms.reduce((sum, t) => sum + t.value, 0)).toBeCloseTo(result.value, 9);
    expect([with240(7200).verdict, with240(7224).verdict]).toEqual([twenty.verdict, 'caution']);
    // on one leg alone the other keeps its sum as it was
    const one = finding(seen, 'panel-feeder')!.sums[0]!;
    expect([one.terms.some((t) => t.label === pots.name), one.result.value]).toEqual([false, 10]);
    // nobody read the rating of the feeder: nobody can tell
    const unread = with240(4800, putCircuit(seen, 'feeder', { breakerA: undefined }));
    expect([unread.verdict, unread.sums[0]!.result.value]).toEqual(['can’t tell', 30]);
  });
  it('steps: the feeder off and locked, its lugs proved dead too, no bonding screw, its own directory', () => {
    const text = breakerSteps(pots, undefined, behindFeeder(shed, 'shed-panel')).join(' ');
    expect(text).toMatch(/Breaker 11 in the Utility room panel off and locked, then the cover of the Shed panel off/);
    expect(text).toMatch(/Test the feeder’s lugs, both bus bars/);
    expect(text).toMatch(/bars of their own here, and the neutral bar is not bonded to the case/);
    expect(text).toMatch(/then breaker 11 in the Utility room panel on, then this breaker.*directory of the Shed panel: kiln shelf/);
    expect(text).not.toMatch(/service lugs/);
  });
  it('is noted in that panel, with the circuit and its load', () => {
    const site = addBreaker(shed, pots, 5, { circuit: 'new-c', breaker: 'new-b' }, 'shed-panel');
    expect([site.panel, panelOf(site, 'shed-panel')!.breakers.map((b) => b.space)]).toEqual([shed.panel, [3, 5]]);
    expect(checkHouse(house(site))).toMatchObject({ ok: true });
  });
});
