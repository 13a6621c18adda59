/** What is said of a new breaker, on a panel of eight spaces of its own. Clauses from memory; every figure is worked beside it. */
import { describe, expect, it } from 'vitest';
import { emptySite, type Panel, type Room, type RoomUse, type Site } from '../model/index.js';
import { siteWith, smallPanel } from './smallPanel.testing.js';
import { addBreaker, breakerFindings, breakerSteps, type NewCircuit } from './index.js';

const room = (use: RoomUse, waterWithin6ft?: boolean): Room => ({
  id: use,
  name: use,
  use,
  ...(waterWithin6ft === undefined ? {} : { waterWithin6ft }),
});
const on = (part: Partial<Panel> = {}): Site => siteWith({ panel: part });
const panel = smallPanel;
const wanted: NewCircuit = {
  name: 'bench',
  ratingA: 20,
  poles: 1,
  gauge: 12,
  rooms: [room('workshop', false)],
  loads: [{ watts: 1200, continuous: false }],
};
const said = (
  part: Partial<NewCircuit>,
  rule: string,
  { edition = 'US-2020', site = on() }: { edition?: 'US-2017' | 'US-2020' | 'US-2023'; site?: Site } = {},
) => breakerFindings(site, edition, { ...wanted, ...part }).find((f) => f.rule === rule);
const outcome = (...args: Parameters<typeof said>) => {
  const f = said(...args);
  return f && [f.verdict, f.code];
};

describe('a space for it (408.54)', () => {
  it('1200 W are 10 A: on leg A 18 against 2, on leg B 8 against 12, so it goes to 4 on leg B', () => {
    const space = said({}, 'panel-space')!;
    expect([space.verdict, space.says]).toEqual(['ok', 'space 4, leg B']);
    expect(space.sums[0]!.terms.map((t) => [t.label, t.value])).toEqual([
      ['leg A as noted', 8],
      ['leg B as noted', 2],
    ]);
    expect(space.sums[0]!.result.value).toBe(4);
  });
  const full = { breakers: [1, 2, 3, 4, 5, 6, 7].map((space) => ({ id: `b${space}`, circuitId: 'c1', space, poles: 1 as const })) };
  it('a two-pole one wants two, one above the other; with only 8 left there are none', () => {
    const space = said({ poles: 2 }, 'panel-space', { site: on(full) })!;
    expect([space.verdict, space.says, space.sums]).toEqual(['stop', 'no two free spaces one above the other', []]);
    expect(space.ask).toMatch(/half-width breakers/);
  });
  const eight = { breakers: [...full.breakers, { id: 'b8', circuitId: 'c1', space: 8, poles: 1 as const }] };
  it('none is free: stop; behind a plate there may be one, and where nobody looked nothing can be told', () => {
    expect(outcome({}, 'panel-space', { site: on(eight) })).toEqual(['stop', 'panel.noPlace']);
    const plated = said({}, 'panel-space', { site: on({ ...full, covered: [8] }) })!;
    expect([plated.verdict, plated.says, plated.ask]).toEqual([
      'can’t tell',
      'no space is free',
      'Have somebody look behind the plate of space 8.',
    ]);
    const unseen = said({}, 'panel-space', { site: on({ ...full, notLooked: [8] }) })!;
    expect([unseen.verdict, unseen.says]).toEqual(['can’t tell', 'nobody noted which spaces are free']);
    expect(unseen.ask).toMatch(/^Open the door/);
  });
  it('on the leg of the one whose neutral it shares there is no place: 2, 5, 6 are A like space 1; 3 is taken, and 4, 7, 8 are not beside it', () => {
    const space = said({ sharesNeutralWith: 'c1' }, 'panel-space')!;
    expect([space.verdict, space.code]).toEqual(['stop', 'panel.refused']);
    expect(space.says).toMatch(/^no place suits: /);
  });
});

describe('its rating by the rooms (210.11(C))', () => {
  it('20 A stands anywhere; 15 A stops in a bathroom and a kitchen, is a caution in a garage, and says nothing of a bedroom', () => {
    const at = (ratingA: 15 | 20, use: RoomUse) =>
      outcome({ ratingA, gauge: 12, rooms: [room('bedroom'), room(use)], loads: [] }, 'panel-rating');
    expect(at(20, 'bathroom')).toBeUndefined();
    expect([at(15, 'bathroom'), at(15, 'kitchen'), at(15, 'bedroom')]).toEqual([
      ['stop', 'panel.tooSmallHere'],
      ['stop', 'panel.tooSmallHere'],
      undefined,
    ]);
    expect(at(15, 'garage')).toEqual(['caution', 'panel.tooSmallBeside']);
  });
  it('one appliance in a kitchen may be the refrigerator that has 15 A to itself (210.52(B)(1) Exception); two are not, and a bathroom has no such exception', () => {
    const fridge = { watts: 180, continuous: false };
    const at = (use: RoomUse, loads: NewCircuit['loads']) => said({ ratingA: 15, rooms: [room(use)], loads }, 'panel-rating')!;
    expect([at('kitchen', [fridge]).code, at('kitchen', [fridge]).verdict, at('kitchen', [fridge]).source.clause]).toEqual([
      'panel.refrigeratorOnly',
      'caution',
      '210.52(B)(1) Exception',
    ]);
    expect([at('kitchen', [fridge, fridge]).code, at('bathroom', [fridge]).code]).toEqual(['panel.tooSmallHere', 'panel.tooSmallHere']);
    expect([at('kitchen', []).source.edition, at('kitchen', []).sums]).toEqual(['2020', []]);
  });
});

describe('arc-fault (210.12)', () => {
  const both = (arcFault: boolean) => ({ protection: { arcFault, groundFault: false } });
  it('asked for in a bedroom: nothing chosen, a breaker with it, one without', () => {
    const at = (part: Partial<NewCircuit>) => said({ rooms: [room('bedroom', false)], ...part }, 'arc-fault')!;
    expect([at({}).code, at({}).ask]).toEqual(['panel.afciWithoutIt', 'Choose whether the breaker has it.']);
    expect([at(both(true)).verdict, at(both(true)).says]).toEqual(['ok', 'the breaker has it']);
    expect([at(both(false)).verdict, at(both(false)).code]).toEqual(['stop', 'place.afciAddedAsked']);
  });
  it('not on 30 A nor on two poles; in a garage not either; without a room nobody can tell', () => {
    expect(outcome({ rooms: [room('bedroom')], ratingA: 30, gauge: 10 }, 'arc-fault')).toEqual(['ok', 'panel.afciOtherCircuits']);
    expect(outcome({ rooms: [room('bedroom')], poles: 2 }, 'arc-fault')).toEqual(['ok', 'panel.afciOtherCircuits']);
    expect(outcome({ rooms: [room('garage')] }, 'arc-fault')).toEqual(['ok', 'panel.afciNotHere']);
    const nowhere = said({ rooms: [] }, 'arc-fault')!;
    expect([nowhere.verdict, nowhere.code, nowhere.ask, nowhere.sums]).toEqual([
      'can’t tell',
      'panel.afciRoomsUnknown',
      'Say which rooms it is to feed.',
      [],
    ]);
    expect(outcome({ rooms: [], ratingA: 30, gauge: 10 }, 'arc-fault')).toEqual(['ok', 'panel.afciOtherCircuits']);
  });
});

describe('ground-fault (210.8(A))', () => {
  it('by the first room that asks for it: a garage behind a dry bedroom', () => {
    const garage = said({ rooms: [room('bedroom', false), room('garage')] }, 'ground-fault')!;
    expect([garage.verdict, garage.says, garage.sums]).toEqual([
      'caution',
      'asked for: in a garage every receptacle is protected; at the breaker, or at the first receptacle',
      [],
    ]);
  });
  it('the breaker has it, water not looked for, a dry bedroom, no room', () => {
    expect(outcome({ rooms: [room('garage')], protection: { arcFault: false, groundFault: true } }, 'ground-fault')).toEqual([
      'ok',
      'panel.gfciThere',
    ]);
    const unknown = said({ rooms: [room('bedroom')] }, 'ground-fault')!;
    expect([unknown.verdict, unknown.code, unknown.ask]).toEqual([
      'can’t tell',
      'panel.gfciWaterUnknown',
      expect.stringMatching(/nearest sink/),
    ]);
    const dry = said({ rooms: [room('bedroom', false)] }, 'ground-fault')!;
    expect([dry.verdict, dry.code, dry.ask]).toEqual(['ok', 'panel.gfciNotHere', undefined]);
    const nowhere = said({ rooms: [] }, 'ground-fault')!;
    expect([nowhere.verdict, nowhere.code, nowhere.ask]).toEqual([
      'can’t tell',
      'panel.gfciRoomsUnknown',
      expect.stringMatching(/which rooms/),
    ]);
  });
  it('from 2020 on for 240 V and over 20 A too; in 2017 for 120 V, 15 and 20 A alone', () => {
    const at = (edition: 'US-2017' | 'US-2020' | 'US-2023', poles: 1 | 2) =>
      said({ rooms: [room('garage')], poles }, 'ground-fault', { edition })!.verdict;
    expect([at('US-2017', 1), at('US-2017', 2), at('US-2020', 2), at('US-2023', 2)]).toEqual(['caution', 'ok', 'caution', 'caution']);
  });
});

describe('what hangs on it (210.23)', () => {
  it('1200 W are 10 A of 20 at 120 V; at 240 V half of it; nothing wanted, nothing said', () => {
    expect(said({}, 'circuit-load')!.says).toBe('10.0 A of 20 A');
    expect(said({ poles: 2 }, 'circuit-load')!.says).toBe('5.0 A of 20 A');
    expect(said({ loads: [] }, 'circuit-load')).toBeUndefined();
  });
  it('2040 W for hours are 17 A, counted 21.25: too much for 20 A', () =>
    expect(said({ loads: [{ watts: 2040, continuous: true }] }, 'circuit-load')!.verdict).toBe('stop'));
});

describe('a breaker made for this panel (110.3(B))', () => {
  it('the label’s list is read whatever parts it, in any case', () => {
    const of = (type: string | undefined, types = panel.types) => outcome({ type }, 'panel-type', { site: on({ types }) });
    expect([of(' q1 '), of('Q1-af'), of('Q2')]).toEqual(Array(3).fill(['ok', 'panel.typeListed']));
    expect([of('Q3'), of(undefined), of('Q1', ' ; ')]).toEqual([
      ['stop', 'panel.typeNotListed'],
      ['can’t tell', 'panel.typeUnknown'],
      ['can’t tell', 'panel.typesUnknown'],
    ]);
    expect(said({ type: 'Q3' }, 'panel-type')!.sums).toEqual([]);
  });
});

it('permit and what stays live come first, then the worst; all are about the panel', () => {
  const all = breakerFindings(on(), 'US-2017', { ...wanted, ratingA: 20, gauge: 14 });
  expect(all.slice(0, 2).map((f) => [f.rule, f.source.edition])).toEqual([
    ['panel-licensed', undefined],
    ['panel-stays-live', undefined],
  ]);
  expect([all[2]!.rule, all[2]!.verdict]).toEqual(['conductor-breaker', 'stop']);
  expect(all.every((f) => f.about[0] === 'panel' && f.about.length === 1)).toBe(true);
  expect(breakerFindings(emptySite(), 'US-2020', wanted).find((f) => f.code === 'panel.panelUnseen')).toMatchObject({
    verdict: 'can’t tell',
    sums: [],
  });
});

describe('what is done', () => {
  const steps = (part: Partial<NewCircuit>) => breakerSteps({ ...wanted, ...part }, undefined).join('\n');
  it('the neutral goes to the bar, or to a breaker that protects; a two-pole one may have none', () => {
    expect(steps({})).toMatch(/; neutral to the neutral bar;/);
    for (const protection of [
      { arcFault: true, groundFault: false },
      { arcFault: false, groundFault: true },
    ])
      for (const poles of [1, 2] as const)
        expect(steps({ protection, poles })).toMatch(/; the circuit’s neutral to the breaker, not to the bar/);
    expect(steps({ poles: 2 })).toMatch(/; a neutral, where the cable has one, to the neutral bar;/);
    expect([steps({}), steps({ poles: 2 })].map((s) => /with (all )?its conductors/.exec(s)![1])).toEqual([undefined, 'all ']);
  });
  it('into its space, and tied where it shares a neutral', () => {
    expect(steps({})).toMatch(/Breaker off, into its space; the hot of 12 AWG/);
    expect(breakerSteps({ ...wanted, poles: 2 }, { space: 5, legs: ['A', 'B'], imbalanceA: 0 }).join('\n')).toMatch(
      /into space 5 and 7 \(leg A and B\); the hots of/,
    );
    expect([/Tie its handle/.test(steps({})), /Tie its handle/.test(steps({ sharesNeutralWith: 'c1' }))]).toEqual([false, true]);
  });
});

describe('put into the panel', () => {
  it('its circuit, its loads by number, its breaker', () => {
    const next = addBreaker(
      on(),
      {
        ...wanted,
        loads: [
          { watts: 100, continuous: true },
          { amps: 2, continuous: false },
        ],
      },
      4,
      { circuit: 'n', breaker: 'bn' },
    );
    expect(next.circuits.at(-1)).toEqual({ id: 'n', number: '4', name: 'bench', voltsNominal: 120, breakerA: 20 });
    expect(next.loads.slice(2)).toEqual([
      { id: 'n-load-1', name: 'bench', watts: 100, continuous: true, fixed: false, circuitId: 'n' },
      { id: 'n-load-2', name: 'bench', amps: 2, continuous: false, fixed: false, circuitId: 'n' },
    ]);
    expect(next.panel!.breakers.at(-1)).toEqual({ id: 'bn', circuitId: 'n', space: 4, poles: 1 });
    expect(next.circuits.slice(0, 2)).toEqual(on().circuits);
  });
  it('with a shared neutral both circuits say so, both breakers are tied; the others stay', () => {
    const next = addBreaker(on(), { ...wanted, sharesNeutralWith: 'c3' }, 5, { circuit: 'n', breaker: 'bn' });
    expect(next.circuits.map((c) => [c.id, c.sharedNeutral, c.commonTrip])).toEqual([
      ['c1', undefined, undefined],
      ['c3', true, true],
      ['n', true, true],
    ]);
    expect(next.panel!.breakers.map((b) => [b.id, b.tiedTo])).toEqual([
      ['b1', undefined],
      ['b3', 'bn'],
      ['bn', 'b3'],
    ]);
  });
  it('nowhere to put it: as it was', () => {
    const bare = emptySite();
    expect(addBreaker(bare, wanted, 1, { circuit: 'n', breaker: 'bn' })).toBe(bare);
  });
});
