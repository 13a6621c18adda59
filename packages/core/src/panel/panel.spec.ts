/** Panel, legs, loads, directory and new breakers on the sample panel: 24 spaces, circuits 1 to 9, main 100 A. Clauses from memory. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nineBreakers as quinceStreet } from '../../fixtures/nineBreakers.js';
import { checkHouse, fieldWords, legOf, spacesOf, type House, type Panel, type Site } from '../model/index.js';
import {
  addBreaker,
  breakerFindings,
  breakerPlaces,
  breakerSteps,
  circuitSheet,
  directoryFaults,
  directoryRows,
  freeSpaces,
  legLoads,
  legsOf,
  panelRows,
  type NewCircuit,
} from './index.js';

const site = quinceStreet.site;
const panel = site.panel!;
const withPanel = (change: (p: Panel) => Panel): Site => ({ ...site, panel: change(panel) });
const circuit = (id: string) => site.circuits.find((c) => c.id === id)!;
const kiln: NewCircuit = {
  name: 'kiln corner',
  ratingA: 20,
  poles: 1,
  gauge: 12,
  rooms: [site.rooms.find((r) => r.id === 'loom')!],
  loads: [{ watts: 1750, continuous: true }],
  type: 'P1',
  protection: { arcFault: false, groundFault: false },
};

describe('spaces and legs', () => {
  it('rows alternate: 1 2 on A, 3 4 on B, 5 6 on A; a two-pole breaker stands on both', () => {
    expect([1, 2, 3, 4, 5, 6, 23, 24].map(legOf)).toEqual(['A', 'A', 'B', 'B', 'A', 'A', 'B', 'B']);
    expect(spacesOf({ space: 9, poles: 2 })).toEqual([9, 11]);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 82 }), (space) => {
        expect(new Set(legsOf({ space, poles: 2 })).size).toBe(2);
      }),
    );
  });
  it('the kitchen’s shared neutral: 1 and 3 stand one above the other, on opposite legs', () => {
    expect([legOf(1), legOf(3)]).toEqual(['A', 'B']);
  });
  it('free are 11 to 24: nobody looked behind the plate of 10, so it is not free', () => {
    expect(freeSpaces(panel)).toEqual([11, 12, 13, 14, 15, 16, 17, 18, 19, 20, 21, 22, 23, 24]);
    const [, , , , fifth] = panelRows(site);
    expect([fifth!.left.is, fifth!.right.is]).toEqual(['breaker', 'covered']);
    expect(panelRows(site)).toHaveLength(12);
  });
  it('every space is in exactly one row, whatever stands in it', () => {
    const spaces = panelRows(site).flatMap((r) => [r.left.space, r.right.space]);
    expect(spaces.sort((a, b) => a - b)).toEqual(Array.from({ length: 24 }, (_, i) => i + 1));
  });
});

describe('the cable of a new breaker', () => {
  const cable = (ratingA: NewCircuit['ratingA'], gauge: NewCircuit['gauge']) =>
    breakerFindings(site, 'US-2020', { ...kiln, ratingA, gauge }).find((f) => f.rule === 'conductor-breaker')!.verdict;
  it('14 on 15, 12 on 20, 6 on 60 A stand; one step thinner doesn’t, and 6 AWG doesn’t on 100 A (240.4(D), Table 310.16, memory)', () => {
    expect([cable(15, 14), cable(20, 12), cable(60, 6)]).toEqual(['ok', 'ok', 'ok']);
    expect([cable(20, 14), cable(30, 12), cable(70, 6), cable(100, 6)]).toEqual(['stop', 'stop', 'stop', 'stop']);
  });
});

describe('loads', () => {
  it('circuit 4: lamps 180 W and the heater 1 500 W are 14 A, 1 A is left of 15', () => {
    const sheet = circuitSheet(site, circuit('c4'), 'US-2020');
    expect(sheet.load.amps).toBeCloseTo(14, 9);
    expect(sheet.headroomA).toBeCloseTo(1, 9);
    expect(sheet.boxes.map((b) => b.id).sort()).toEqual(['book-box', 'hall-box', 'hall-end-box', 'parlour-box']);
    expect([sheet.gauges, sheet.wire.verdict]).toEqual([[14], 'ok']);
  });
  it('what nobody went through can’t be told, and a circuit of which no cable was seen is asked for one', () => {
    const sheet = circuitSheet(site, circuit('c7'), 'US-2020');
    expect(sheet.load.verdict).toBe('can’t tell');
    expect([sheet.wire.verdict, sheet.gauges]).toEqual(['can’t tell', []]);
    expect(sheet.wire.ask).toContain('proved dead');
  });
  it('legs: 4 and 8 are on B with 14.5 A, 5 and 9 on A with 620 W ÷ 120 V; nobody can tell while circuits are open', () => {
    const [a, b] = legLoads(site);
    expect(b!.amps).toBeCloseTo(14.5, 9);
    expect(a!.amps).toBeCloseTo(620 / 120, 9);
    expect([a!.judged.verdict, b!.judged.verdict]).toEqual(['can’t tell', 'can’t tell']);
  });
  it('a two-pole load of 4 800 W at 240 V draws 20 A from each leg', () => {
    const heater = {
      ...kiln,
      name: 'heater',
      poles: 2 as const,
      ratingA: 30 as const,
      gauge: 10 as const,
      loads: [{ watts: 4800, continuous: false }],
    };
    const loaded = addBreaker(site, heater, 11, { circuit: 'c240', breaker: 'b240' });
    expect(legLoads(loaded).map((l) => l.amps)).toEqual([expect.closeTo(620 / 120 + 20, 9), expect.closeTo(34.5, 9)]);
  });
  it('with every circuit gone through it is a note, over the main a caution', () => {
    const all = { ...site, circuits: site.circuits.map((c) => ({ ...c, loadsComplete: true })) };
    expect(legLoads(all).map((l) => l.judged.verdict)).toEqual(['note', 'note']);
    const much = { ...all, loads: [...all.loads, { id: 'x', name: 'much', amps: 100, continuous: false, fixed: false, circuitId: 'c4' }] };
    expect(legLoads(much)[1]!.judged.verdict).toBe('caution');
    expect(legLoads({ ...all, panel: { ...panel, mainA: undefined } })[0]!.judged.verdict).toBe('can’t tell');
  });
});

describe('the directory (408.4)', () => {
  const rows = directoryRows(site, 'US-2020');
  it('a row a breaker, down the spaces, with what it feeds and how that is known', () => {
    expect(rows.map((r) => r.space)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9]);
    expect(rows[3]).toMatchObject({ name: 'parlour and hall', ratingA: 15, leg: 'B', found: expect.stringContaining('one by one') });
    expect(rows[3]!.feeds).toContain('hall: Hall box');
    expect(rows[7]!.feeds).toContain('pantry: Pantry box');
    expect(rows[6]).toMatchObject({ name: 'utility and freezer', feeds: '', found: '' });
  });
  it('two that are called the same, and one that says nothing, are named', () => {
    const twice = {
      ...site,
      circuits: site.circuits.map((c) => (c.id === 'c9' ? { ...c, name: 'Laundry' } : c.id === 'c8' ? { ...c, name: 'spare' } : c)),
    };
    expect(directoryFaults(twice, 'US-2020').map((f) => f.space)).toEqual([6, 8, 9]);
    expect(directoryFaults(site, 'US-2020')).toEqual([]);
  });
});

describe('a breaker for the kiln (1 750 W, continuous)', () => {
  it('best on the lighter leg: 14.5 on B is heavier, so it goes to A, and 11 is the first space there', () => {
    const [best] = breakerPlaces(site, kiln);
    // rows: 11 12 are row 6 (B), 13 14 row 7 (A)
    expect(best).toMatchObject({ space: 13, legs: ['A'] });
    expect(best!.imbalanceA).toBeCloseTo(Math.abs(14.5 - (620 / 120 + 1750 / 120)), 9);
  });
  it('places are ordered by balance, and none is lost', () => {
    const places = breakerPlaces(site, kiln);
    expect(places).toHaveLength(14);
    places.slice(1).forEach((p, i) => expect(p.imbalanceA).toBeGreaterThanOrEqual(places[i]!.imbalanceA - 1e-9));
  });
  it('who may do it and what stays live come first; the rest is in order for this breaker', () => {
    const findings = breakerFindings(site, 'US-2020', kiln);
    expect(findings.slice(0, 2).map((f) => f.rule)).toEqual(['panel-licensed', 'panel-stays-live']);
    expect(findings[1]!.says).toContain('service lugs');
    expect(findings.slice(2).map((f) => f.verdict)).toEqual(expect.arrayContaining(['ok']));
    expect(findings.some((f) => f.verdict === 'stop')).toBe(false);
  });
  it.each<[string, Partial<NewCircuit>, string, string]>([
    ['14 AWG on 20 A', { gauge: 14 }, 'conductor-breaker', 'stop'],
    ['10 AWG on 20 A is heavier than asked', { gauge: 10 }, 'conductor-breaker', 'ok'],
    ['a type that is not on the label', { type: 'Q9' }, 'panel-type', 'stop'],
    ['a type that nobody read', { type: undefined }, 'panel-type', 'can’t tell'],
    ['a bedroom without arc-fault protection', { rooms: [site.rooms.find((r) => r.id === 'sewing')!] }, 'arc-fault', 'stop'],
    [
      'a bath at a breaker without ground-fault protection',
      { rooms: [site.rooms.find((r) => r.id === 'bath')!] },
      'ground-fault',
      'caution',
    ],
    [
      'a bath with it',
      { rooms: [site.rooms.find((r) => r.id === 'bath')!], protection: { arcFault: false, groundFault: true } },
      'ground-fault',
      'ok',
    ],
    ['no room said', { rooms: [] }, 'arc-fault', 'can’t tell'],
  ])('%s', (_, part, rule, verdict) => {
    expect(breakerFindings(site, 'US-2020', { ...kiln, ...part }).find((f) => f.rule === rule)!.verdict).toBe(verdict);
  });
  it('a full panel stops it; with a plate nobody looked behind it can’t be told; without a panel neither', () => {
    const full = withPanel((p) => ({ ...p, spaces: 10, covered: [] }));
    const ten = {
      ...full,
      panel: { ...full.panel!, breakers: [...full.panel!.breakers, { id: 'b10', circuitId: 'x', space: 10, poles: 1 as const }] },
    };
    const space = (s: Site) => breakerFindings(s, 'US-2020', kiln).find((f) => f.rule === 'panel-space')!;
    expect(space(ten).verdict).toBe('stop');
    expect(space(withPanel((p) => ({ ...p, spaces: 10 }))).verdict).toBe('can’t tell');
    expect(space({ ...site, panel: undefined }).verdict).toBe('can’t tell');
  });
  it('a partner for a shared neutral must stand next to it, on the other leg (210.4)', () => {
    const half = { ...kiln, sharesNeutralWith: 'c9' };
    const places = breakerPlaces(site, half);
    // circuit 9 is in space 9 (leg A); only 11 is next to it, on B
    expect(places.filter((p) => !p.refused).map((p) => p.space)).toEqual([11]);
    expect(places.find((p) => p.space === 13)!.refused).toContain('same leg');
    expect(places.find((p) => p.space === 12)!.refused).toContain('next to its partner');
    const after = addBreaker(site, half, 11, { circuit: 'n', breaker: 'nb' });
    expect(after.panel!.breakers.find((b) => b.id === 'b9')!.tiedTo).toBe('nb');
    expect(after.circuits.find((c) => c.id === 'c9')).toMatchObject({ sharedNeutral: true, commonTrip: true });
  });
  it('set, the house passes its check and the directory has it; 12 is free no more', () => {
    const house: House = { ...quinceStreet, site: addBreaker(site, kiln, 12, { circuit: 'c-kiln', breaker: 'b-kiln' }) };
    expect(checkHouse(house)).toMatchObject({ ok: true });
    expect(freeSpaces(house.site.panel!)).not.toContain(12);
    expect(directoryRows(house.site, 'US-2020').at(-1)).toMatchObject({ space: 12, name: 'kiln corner', ratingA: 20 });
  });
  it('the load it is for hangs on it from the start, and nobody is said to have gone through the rest', () => {
    const after = addBreaker(site, kiln, 12, { circuit: 'c-kiln', breaker: 'b-kiln' });
    const circuit = after.circuits.find((c) => c.id === 'c-kiln')!;
    expect(after.loads.filter((l) => l.circuitId === 'c-kiln')).toMatchObject([{ name: 'kiln corner', watts: 1750, continuous: true }]);
    expect(circuit.loadsComplete).toBeUndefined();
    // 1 750 W ÷ 120 V × 1.25 = 18.23 A
    const { load } = circuitSheet(after, circuit, 'US-2020');
    expect([load.verdict, load.amps]).toEqual(['can’t tell', expect.closeTo(18.23, 2)]);
    const bare = addBreaker(site, { ...kiln, loads: [] }, 12, { circuit: 'c-kiln', breaker: 'b-kiln' });
    expect(circuitSheet(bare, bare.circuits.at(-1)!, 'US-2020').load.verdict).toBe('can’t tell');
  });
  it('the steps keep the order of handbook 5: main off and lugs first, the hot last, cover on before the main', () => {
    const steps = breakerSteps(kiln, breakerPlaces(site, kiln)[0]);
    const at = (words: RegExp) => steps.findIndex((s) => words.test(s));
    expect(steps.join(' ')).toMatch(/Prove the tester .* while the main is still on.* Main off.* then the cover off/);
    expect(at(/Main off/)).toBeLessThan(at(/Test both bus bars/));
    expect(at(/Ground to the ground bar/)).toBeLessThan(at(/the hot of/));
    expect(at(/Cover back on, then main on/)).toBeGreaterThan(at(/the hot of/));
    expect(steps[1]).toContain('stay live');
  });
});

describe('bad panels are refused by their field', () => {
  const refused = (change: (p: Panel) => unknown): [string, string] => {
    const house = { ...quinceStreet, site: { ...site, panel: change(structuredClone(panel)) } };
    const checked = checkHouse(house);
    if (checked.ok) throw new Error('it passed');
    return [checked.errors[0]!.path, fieldWords(checked.errors[0]!.path, house)];
  };
  it.each<[string, (p: Panel) => unknown, string]>([
    ['an odd number of spaces', (p) => ({ ...p, spaces: 23 }), '/site/panel/spaces'],
    ['a space past the last', (p) => ({ ...p, spaces: 6 }), '/site/panel/breakers/6/space'],
    ['two in one space', (p) => ({ ...p, breakers: [p.breakers[0], { ...p.breakers[1], space: 1 }] }), '/site/panel/breakers/1/space'],
    [
      'a two-pole one over its neighbour',
      (p) => ({ ...p, breakers: [{ ...p.breakers[0], poles: 2 }, p.breakers[2]] }),
      '/site/panel/breakers/0/tiedTo',
    ],
    [
      'a circuit that is not there',
      (p) => ({ ...p, breakers: [{ ...p.breakers[0], circuitId: 'gone', tiedTo: undefined }] }),
      '/site/panel/breakers/0/circuitId',
    ],
    ['three poles', (p) => ({ ...p, breakers: [{ ...p.breakers[0], poles: 3 }] }), '/site/panel/breakers/0/poles'],
    ['a main of 2 000 A', (p) => ({ ...p, mainA: 2000 }), '/site/panel/mainA'],
    [
      'a test of a box that is not there',
      (p) => ({ ...p, tests: [{ id: 't', how: 'switched off', breakerIds: ['b1'], boxId: 'gone', reads: 'dead' }] }),
      '/site/panel/tests/0/boxId',
    ],
    [
      'a test without what it showed',
      (p) => ({ ...p, tests: [{ id: 't', how: 'switched off', breakerIds: ['b1'], boxId: 'hall-box' }] }),
      '/site/panel/tests/0/reads',
    ],
  ])('%s', (_, change, path) => {
    const [came, words] = refused(change);
    expect(came).toBe(path);
    expect(words.length).toBeGreaterThan(4);
  });
});
