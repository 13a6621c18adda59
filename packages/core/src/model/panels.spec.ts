/** A main panel that feeds the shop's, which feeds the shed's: what is behind what, by hand. Spaces run down in pairs. */
import { describe, expect, it } from 'vitest';
import { siteWith, sub } from '../panel/smallPanel.testing.js';
import { breakerFor, breakerNumber, breakersOf, circuitCalled, circuitsBehind, deadWithPanel, feederOf, fromPanel, isPanel, keepingTests, offWith, panelOf, panelsOf, panelWith, siteFrom, subpanelOf, subpanelsBehind, withBreaker, type Circuit, type FeedTest, type Site } from './index.js'; // prettier-ignore

const circuit = (id: string, number: string): Circuit => ({ id, number, name: id, voltsNominal: 120 }) as Circuit;
const shop = sub({ fedBy: 'b3' });
const shed = sub({ id: 'shed', name: 'shed panel', fedBy: 'sb', breakers: [{ id: 'hb', circuitId: 'hc', space: 2, poles: 1 }] });
const base = siteWith({ subpanels: [shop, shed] });
/** c1 on b1, c3 on b3, which feeds the shop: sc on sb, which feeds the shed: hc on hb. */
const site: Site = { ...base, circuits: [...base.circuits, circuit('sc', '1'), circuit('hc', '2')] };

describe('which panel', () => {
  it('the main one is called panel, and is meant where none is named; the others by their ids', () => {
    expect(panelsOf(site).map((p) => [p.id, p.sub?.id])).toEqual([['panel', undefined], ['s', 's'], ['shed', 'shed']]); // prettier-ignore
    expect([panelOf(site, undefined), panelOf(site, 'panel')]).toEqual([site.panel, site.panel]);
    expect([panelOf(site, 's'), panelOf(site, 'nobody'), subpanelOf(site, 'shed'), subpanelOf(site, 'panel')]).toEqual([shop, undefined, shed, undefined]); // prettier-ignore
    expect(['panel', 's', 'shed', 'b1', 'nobody'].map((id) => isPanel(site, id))).toEqual([true, true, true, false, false]);
  });
  it('a house without one has none, and no breaker', () => {
    const { panel: _, subpanels: __, ...bare } = site;
    expect([panelsOf(bare), breakersOf(bare), panelOf(bare, undefined)]).toEqual([[], [], undefined]);
  });
  it('a circuit’s breaker, and the panel it stands in', () => {
    expect(breakersOf(site).map((b) => b.id)).toEqual(['b1', 'b3', 'sb', 'hb']);
    expect([breakerFor(site, 'sc')?.id, breakerFor(site, undefined), breakerFor(site, 'nobody')]).toEqual(['sb', undefined, undefined]);
    expect([panelWith(site, 'hc')?.id, panelWith(site, 'c1')?.id, panelWith(site, 'nobody')]).toEqual(['shed', 'panel', undefined]);
  });
  it('a number with its panel where that is a subpanel; a bare one means the main’s where two have it', () => {
    expect(site.circuits.map((c) => breakerNumber(site, c))).toEqual(['1', '3', '1 (shop panel)', '2 (shed panel)']);
    expect(['1', '1 (shop panel)', '2', '3', '9'].map((n) => circuitCalled(site, n)?.id)).toEqual(['c1', 'sc', 'hc', 'c3', undefined]);
    // of two in subpanels neither is the main’s
    const twice: Site = { ...site, circuits: [circuit('sc', '7'), circuit('hc', '7')] };
    expect([circuitCalled(twice, '7')?.id, circuitCalled(twice, '7 (shed panel)')?.id]).toEqual([undefined, 'hc']);
  });
});

describe('what is behind what', () => {
  it('a feeder with its circuit and its panel; where nobody said, or its circuit is not noted, none', () => {
    expect(feederOf(site, shop)).toMatchObject({ breaker: { id: 'b3' }, circuit: { id: 'c3' }, at: 'panel' });
    expect(feederOf(site, shed)).toMatchObject({ breaker: { id: 'sb' }, circuit: { id: 'sc' }, at: 's' });
    expect([feederOf(site, sub()), feederOf(site, sub({ fedBy: 'gone' }))]).toEqual([undefined, undefined]);
    expect(feederOf({ ...site, circuits: [] }, shop)).toBeUndefined();
  });
  it('with the shop’s feeder off its own and the shed’s are dead too', () => {
    expect([subpanelsBehind(site, 'b3'), subpanelsBehind(site, 'sb'), subpanelsBehind(site, 'b1')].map((l) => l.map((p) => p.id))).toEqual([['s', 'shed'], ['shed'], []]); // prettier-ignore
    expect([[...offWith(site, ['b3'])], [...offWith(site, ['b1', 'sb'])]]).toEqual([['b3', 'sb', 'hb'], ['b1', 'sb', 'hb']]); // prettier-ignore
    expect(['c3', 'sc', 'c1', 'nobody'].map((c) => circuitsBehind(site, c))).toEqual([
      ['c3', 'sc', 'hc'],
      ['sc', 'hc'],
      ['c1'],
      ['nobody'],
    ]);
  });
  it('two that feed each other, as bad data may say, are gone through once', () => {
    const ring: Site = { ...site, subpanels: [sub({ fedBy: 'hb' }), { ...shed, fedBy: 'sb' }] };
    expect(subpanelsBehind(ring, 'sb').map((p) => p.id)).toEqual(['shed', 's']);
  });
  it('worked in: all behind the main; of the shop its own and what they feed', () => {
    const dead = (panel: string) => ['c1', 'c3', 'sc', 'hc'].map((c) => deadWithPanel(site, panel, c));
    expect([dead('panel'), dead('s'), dead('shed'), dead('nobody')]).toEqual([[true, true, true, true], [false, false, true, true], [false, false, false, true], [false, false, false, false]]); // prettier-ignore
  });
});

describe('edited as seen from one panel', () => {
  it('its own stands in the place of the only one, and goes back with its id; the main stays', () => {
    const seen = siteFrom(site, 's');
    expect([seen.panel, siteFrom(site, 'panel'), siteFrom(site, 'nobody').panel]).toEqual([shop, site, undefined]);
    const back = fromPanel(site, 's', { ...seen, panel: { ...seen.panel!, name: 'Shop' } });
    expect([back.panel, back.subpanels?.map((p) => [p.id, p.name])]).toEqual([site.panel, [['s', 'Shop'], ['shed', 'shed panel']]]); // prettier-ignore
    expect(fromPanel(site, 'panel', seen)).toBe(seen);
    const { panel: _, ...bare } = site;
    expect('panel' in fromPanel(bare, 's', siteFrom(bare, 's'))).toBe(false);
  });
  it('tries that name a breaker which went are no longer known; the others are', () => {
    const tried = (id: string, ...breakerIds: string[]): FeedTest => ({ id, how: 'switched off', breakerIds, boxId: 'box', reads: 'live' });
    const tests = [tried('a', 'b1'), tried('b', 'b1', 'sb'), tried('c', 'gone'), tried('d', 'b3', 'gone')];
    const kept = keepingTests({ ...site, panel: { ...site.panel!, tests } });
    expect(kept.panel!.tests.map((t) => t.id)).toEqual(['a', 'b']);
    const all: Site = { ...site, panel: { ...site.panel!, tests: tests.slice(0, 2) } };
    expect([keepingTests(all), keepingTests(site)]).toEqual([all, site]);
    expect(keepingTests(all)).toBe(all);
  });
  it('a breaker into a panel, or in the place of itself; its space was looked at by that', () => {
    const looked: Site = { ...site, panel: { ...site.panel!, notLooked: [4, 5, 6, 7, 8] } };
    const added = withBreaker(looked, undefined, { id: 'b5', circuitId: 'c5', space: 5, poles: 2 });
    expect([added.panel!.breakers.map((b) => b.id), added.panel!.notLooked]).toEqual([['b1', 'b3', 'b5'], [4, 6, 8]]); // prettier-ignore
    const moved = withBreaker(site, 's', { id: 'sb', circuitId: 'sc', space: 3, poles: 1 });
    expect([moved.subpanels![0]!.breakers, moved.panel]).toEqual([[{ id: 'sb', circuitId: 'sc', space: 3, poles: 1 }], site.panel]);
    expect(withBreaker(site, 'nobody', { id: 'x', circuitId: 'c1', space: 1, poles: 1 })).toBe(site);
  });
});
