/** What makes no sense in a panel: each thing just right and just wrong, with the field that it names. */
import { describe, expect, it } from 'vitest';
import { measured } from './known.js';
import { wallOf } from '../route/smallHouse.testing.js';
import { panelErrors, subpanelErrors } from './checkPanel.js';
import type { Breaker, Panel } from './panel.js';
import { emptySite, type Site } from './site.js';

const breaker = (id: string, space: number, circuitId: string, part: Partial<Breaker> = {}): Breaker => ({ id, space, circuitId, amps: 20, poles: 1, kind: 'plain', ...part }) as Breaker; // prettier-ignore
const panel = (breakers: Breaker[], part: Partial<Panel> = {}): Panel => ({ name: 'Panel', mainA: 100, spaces: 8, covered: [], tests: [], breakers, ...part }) as Panel; // prettier-ignore
const there = { circuits: new Set(['c1', 'c2', 'c3']), boxes: new Set(['box']), breakers: new Set(['a', 'b', 'other']) };
const wall = wallOf('w', 100, { A: 'den', B: 'hall' });
const errors = (p: Panel): string[] => panelErrors(p, there, [wall], '/panel').map((e) => `${e.path}: ${e.message} ${e.expected}; came ${e.came}`); // prettier-ignore

describe('breakers', () => {
  it('each in a space of its own on a circuit of its own', () =>
    expect(errors(panel([breaker('a', 1, 'c1'), breaker('b', 8, 'c2'), breaker('c', 3, 'c3', { poles: 2 })]))).toEqual([]));
  it('an id twice, said once, at the second', () =>
    expect(errors(panel([breaker('a', 1, 'c1'), breaker('a', 2, 'c2')]))).toEqual(['/panel/breakers/1/id: Two breakers have the id a. an id of its own; came a'])); // prettier-ignore
  it('a circuit that isn’t there; one that two feed', () => {
    expect(errors(panel([breaker('a', 1, 'c9')]))).toEqual(['/panel/breakers/0/circuitId: There is no circuit with the id c9. the id of a circuit; came c9']); // prettier-ignore
    expect(errors(panel([breaker('a', 1, 'c1'), breaker('b', 2, 'c1')]))).toEqual(['/panel/breakers/1/circuitId: Two breakers feed one circuit: they would join. a circuit of its own; came c1']); // prettier-ignore
  });
  it('a space past the last, taken, or covered; a two-pole one takes the next below on its side too', () => {
    expect(errors(panel([breaker('a', 9, 'c1')]))).toEqual(['/panel/breakers/0/space: Space 9 is past the last of 8. at most 8; came 9']);
    expect(errors(panel([breaker('a', 3, 'c1'), breaker('b', 3, 'c2')]))).toEqual(['/panel/breakers/1/space: Space 3 is taken already. a free space; came 3']); // prettier-ignore
    expect(errors(panel([breaker('a', 1, 'c1', { poles: 2 }), breaker('b', 3, 'c2')]))).toEqual(['/panel/breakers/1/space: Space 3 is taken already. a free space; came 3']); // prettier-ignore
    expect(errors(panel([breaker('a', 7, 'c1', { poles: 2 })]))).toEqual(['/panel/breakers/0/space: Space 9 is past the last of 8. at most 8; came 9']); // prettier-ignore
    expect(errors(panel([breaker('a', 2, 'c1')], { covered: [2] }))).toEqual(['/panel/breakers/0/space: Space 2 is noted as covered. a space that is not covered; came 2']); // prettier-ignore
    expect(errors(panel([breaker('a', 1, 'c1')], { covered: [2] }))).toEqual([]);
  });
  it('tied to another breaker, not to itself and not to none', () => {
    expect(errors(panel([breaker('a', 1, 'c1', { tiedTo: 'b' }), breaker('b', 3, 'c2')]))).toEqual([]);
    for (const tiedTo of ['a', 'gone'])
      expect(errors(panel([breaker('a', 1, 'c1', { tiedTo })]))).toEqual([`/panel/breakers/0/tiedTo: There is no other breaker with the id ${tiedTo}. the id of another breaker; came ${tiedTo}`]); // prettier-ignore
  });
});

describe('where it hangs, and what was looked at', () => {
  const hung = (mm: number, wallId = 'w') => errors(panel([], { place: { wallId, face: 'A', fromLeft: measured(mm), bottom: measured(1000) } as Panel['place'] })); // prettier-ignore
  it('on a wall that is there, not past its end', () => {
    expect([hung(2540), hung(2540.1)]).toEqual([[], ['/panel/place/fromLeft/mm: The panel would hang past the end of wall w. at most 2540 mm; came 2540.1']]); // prettier-ignore
    expect(hung(0, 'gone')).toEqual(['/panel/place/wallId: There is no wall with the id gone. the id of a wall; came gone']);
  });
  it('spaces that nobody looked at: of this panel, and without a breaker', () => {
    const not = (...notLooked: number[]) => errors(panel([breaker('a', 1, 'c1', { poles: 2 })], { notLooked }));
    expect(not(2, 8)).toEqual([]);
    expect(not(9)).toEqual(['/panel/notLooked/0: Space 9 is past the last of 8. at most 8; came 9']);
    expect(not(2, 3)).toEqual([
      '/panel/notLooked/1: A breaker stands in space 3: somebody looked there. a space without a breaker; came 3',
    ]);
  });
  it('covers past the last space', () =>
    expect(errors(panel([], { covered: [8, 9] }))).toEqual(['/panel/covered/1: Space 9 is past the last of 8. at most 8; came 9']));
});

describe('tries', () => {
  const tried = (part: object) => errors(panel([], { tests: [{ id: 't', at: '2026-11-29T10:00:00Z', boxId: 'box', how: 'switched off', breakerIds: ['a'], reads: 'dead', ...part }] as never })); // prettier-ignore
  it('at a box that is there, with breakers of any panel, and with what the box showed', () => {
    expect([tried({}), tried({ breakerIds: ['other', 'a'] })]).toEqual([[], []]);
    expect(tried({ boxId: 'gone' })).toEqual(['/panel/tests/0/boxId: There is no box with the id gone. the id of a box; came gone']);
    expect(tried({ breakerIds: ['a', 'gone'] })).toEqual(['/panel/tests/0/breakerIds/1: There is no breaker with the id gone. the id of a breaker; came gone']); // prettier-ignore
    expect(tried({ reads: undefined })).toEqual(['/panel/tests/0/reads: What the box showed is missing. dead, faces dead, part dead or live; came nothing']); // prettier-ignore
    expect(tried({ reads: undefined, how: 'sender' })).toEqual([]);
  });
});

describe('subpanels', () => {
  const sub = (id: string, breakers: Breaker[], part: object = {}) => ({ ...panel(breakers), id, name: `panel ${id}`, ...part });
  const said = (subs: object[], main: Breaker[] = [breaker('a', 1, 'c1'), breaker('b', 2, 'c2')]): string[] => {
    const site: Site = { ...emptySite(), panel: panel(main), subpanels: subs as Site['subpanels'] };
    return subpanelErrors(site, there, '/subpanels').map((e) => `${e.path}: ${e.message}`);
  };
  it('fed by a breaker that is there, each by one of its own', () => {
    expect(said([sub('s', [breaker('x', 1, 'c3')], { fedBy: 'a' })])).toEqual([]);
    expect(said([sub('s', [])])).toEqual([]);
    expect(said([sub('s', [], { fedBy: 'gone' })])).toEqual(['/subpanels/0/fedBy: There is no breaker with the id gone.']);
    expect(said([sub('s', [], { fedBy: 'a' }), sub('t', [], { fedBy: 'a' })])).toEqual(['/subpanels/1/fedBy: That breaker feeds panel s already.']); // prettier-ignore
  });
  it('never by itself, not over others either', () => {
    expect(said([sub('s', [breaker('x', 1, 'c3')], { fedBy: 'x' })])).toEqual(['/subpanels/0/fedBy: panel s would feed itself.']);
    const round = said([sub('s', [breaker('x', 1, 'c3')], { fedBy: 'y' }), sub('t', [breaker('y', 1, 'c1')], { fedBy: 'x' })], []);
    expect(round).toEqual(['/subpanels/0/fedBy: panel s would feed itself.', '/subpanels/1/fedBy: panel t would feed itself.']);
    // one after the other is no round
    expect(said([sub('s', [breaker('x', 1, 'c3')], { fedBy: 'a' }), sub('t', [], { fedBy: 'x' })])).toEqual([]);
  });
  it('ids and circuits once in the house', () => {
    expect(said([sub('s', []), sub('s', [])])).toEqual(['/subpanels/1/id: Two things have the id s.']);
    expect(said([sub('box', [])])).toEqual(['/subpanels/0/id: Two things have the id box.']);
    expect(said([sub('panel', [])])[0]).toBe('/subpanels/0/id: Two things have the id panel.');
    expect(said([sub('s', [breaker('a', 1, 'c3')])])).toEqual(['/subpanels/0/breakers/0/id: Two breakers have the id a.']);
    expect(said([sub('s', [breaker('x', 1, 'c1')])])).toEqual(['/subpanels/0/breakers/0/circuitId: Two breakers feed one circuit: they would join.']); // prettier-ignore
    expect(said([sub('s', [breaker('x', 1, 'c3')]), sub('t', [breaker('y', 1, 'c3')])])).toEqual(['/subpanels/1/breakers/0/circuitId: Two breakers feed one circuit: they would join.']); // prettier-ignore
  });
  it('what is wrong in one is said where it stands; tries are noted at the main panel', () => {
    expect(said([sub('s', [breaker('x', 9, 'c3')])])).toEqual(['/subpanels/0/breakers/0/space: Space 9 is past the last of 8.']);
    const test = { id: 't', at: '2026-11-29T10:00:00Z', boxId: 'box', how: 'switched off', breakerIds: [], reads: 'dead' };
    expect(said([sub('s', [], { tests: [test] })])).toEqual(['/subpanels/0/tests: Tries are noted at the main panel.']);
  });
});
