/**
 * Every rule of the UK book just inside and just outside its limit, with the sum that it shows. Limits from memory of BS 7671, Approved
 * Documents A, M and P and guidance, as named beside each; the figures are worked by hand.
 */
import { describe, expect, it } from 'vitest';
import { shown, sound, termsOf } from '../sound.testing.js';
import { ukBeside, ukBoxDepth, ukHeight, ukLetIn, ukLinedBox, ukNotifiable, ukOutdoors } from './accessory.js';
import { bathZone, ukBath, ukBathBonding, ukBathCircuit } from './bath.js';
import { carriesA, coreAreas, dropOfRadial, milliohmPerMetre, millivoltPerAM, warmth } from './cable.js';
import { electrodeLimitOhm, loopLimitOhm } from './loop.js';
import { safeZone, ukChase, ukJoistCut, ukUnderBoards, type SafeZoneInput, type UkJoistInput } from './walls.js';

const mm = (value: number) => ({ mm: value, known: 'measured' as const });
const cite = ({ source }: { source: { standard?: string; clause?: string } }): string => `${source.standard ?? ''} ${source.clause ?? ''}`;

describe('joists (Approved Document A: guidance)', () => {
  // 220 mm deep, 4 m: a hole up to 55 mm between 1000 and 1600, a notch up to 27.5 between 280 and 1000
  const cut = (more: Partial<UkJoistInput>) => sound(ukJoistCut({ joistDepthMm: 220, spanMm: 4000, cut: 'hole', sizeMm: 20, fromBearingMm: 1200, offLineMm: 0, ...more })); // prettier-ignore
  const notch = (more: Partial<UkJoistInput>) => cut({ cut: 'notch', fromBearingMm: 400, offLineMm: undefined, ...more });
  it.each([
    [{ sizeMm: 55 }, 'ok'],
    [{ sizeMm: 55.1 }, 'stop'],
    [{ fromBearingMm: 1000 }, 'ok'],
    [{ fromBearingMm: 999 }, 'stop'],
    [{ fromBearingMm: 1600 }, 'ok'],
    [{ fromBearingMm: 1601 }, 'stop'],
    [{ offLineMm: 11 }, 'ok'],
    [{ offLineMm: 11.1 }, 'stop'],
    [{ toNextHoleMm: 60 }, 'ok'],
    [{ toNextHoleMm: 59 }, 'stop'],
    [{ offLineMm: undefined }, 'can’t tell'],
    [{ spanMm: undefined }, 'can’t tell'],
    [{ fromBearingMm: undefined }, 'can’t tell'],
  ] as [Partial<UkJoistInput>, string][])('a hole with %j: %s', (more, verdict) => expect(cut(more).verdict).toBe(verdict));
  it.each([
    [{ sizeMm: 27.5 }, 'ok'],
    [{ sizeMm: 27.6 }, 'stop'],
    [{ fromBearingMm: 280 }, 'ok'],
    [{ fromBearingMm: 279 }, 'stop'],
    [{ fromBearingMm: 1000 }, 'ok'],
    [{ fromBearingMm: 1001 }, 'stop'],
    // the middle line and the next hole are a hole's
    [{ offLineMm: 100 }, 'ok'],
    [{ toNextHoleMm: 1 }, 'ok'],
    [{ spanMm: undefined }, 'can’t tell'],
  ] as [Partial<UkJoistInput>, string][])('a notch with %j: %s', (more, verdict) => expect(notch(more).verdict).toBe(verdict));
  it('what it shows and says', () => {
    const hole = cut({ toNextHoleMm: 60 });
    expect(shown(hole)).toEqual(['hole 20 ≤ 55', 'to the next hole 60 ≥ 60', 'of the span 0.3 ≥ 0.25', 'of the span 0.3 ≤ 0.4']);
    expect([termsOf(hole), termsOf(hole, 1), termsOf(hole, 2)]).toEqual([
      ['0.25 of the depth 55'],
      ['hole 20'],
      ['from the bearing 1200', 'span 4000'],
    ]);
    expect([hole.says, notch({}).says]).toEqual(['within a quarter of the depth, where the span allows it', 'within an eighth of the depth, near enough to the bearing']); // prettier-ignore
    expect([shown(notch({}))[0], cut({ sizeMm: 60 }).says, notch({ sizeMm: 30 }).says]).toEqual([
      'notch 20 ≤ 27.5',
      'a hole may be a quarter of the joist’s depth',
      'a notch may be an eighth of the joist’s depth',
    ]);
    expect(cut({ fromBearingMm: 500 }).says).toContain('1000 to 1600 mm');
    expect(notch({ fromBearingMm: 2000, spanMm: 4001 }).says).toContain('281 to 1000 mm');
  });
  it('under the boards (522.6.201): 50 mm of wood over and under, or a plate; a notch has none', () => {
    const at = (depth: number, size: number, how: 'hole' | 'notch' = 'hole') => sound(ukUnderBoards(depth, how, size));
    expect([at(120, 20).verdict, at(119, 20).verdict, at(400, 5, 'notch').verdict]).toEqual(['ok', 'caution', 'caution']);
    expect([shown(at(120, 20)), termsOf(at(120, 20)), at(120, 20).sums[0]!.formula]).toEqual([['wood over it 50 ≥ 50'], ['joist 120', 'less the hole -20'], '(depth − hole) ÷ 2']); // prettier-ignore
    expect([shown(at(400, 5, 'notch')), termsOf(at(400, 5, 'notch')), at(400, 5, 'notch').sums[0]!.formula]).toEqual([['wood over it 0 ≥ 50'], [], undefined]); // prettier-ignore
  });
});

describe('chases and zones', () => {
  it('a third of the leaf up and down, a sixth along (Approved Document A)', () => {
    const at = (deep: number, way: 'up and down' | 'along') => sound(ukChase(102, deep, way));
    expect([at(34, 'up and down'), at(34.1, 'up and down'), at(17, 'along'), at(17.1, 'along')].map((j) => j.verdict)).toEqual([
      'ok',
      'stop',
      'ok',
      'stop',
    ]);
    expect([shown(at(34, 'up and down')), at(34, 'up and down').mostMm, at(17, 'along').mostMm]).toEqual([['depth 34 ≤ 34'], 34, 17]);
    expect([at(34, 'up and down').says, at(35, 'up and down').says, at(17, 'along').says, at(18, 'along').says]).toEqual([
      expect.stringMatching(/^up and down, within a third/),
      expect.stringMatching(/^deeper than a third/),
      expect.stringMatching(/^along, within a sixth/),
      expect.stringMatching(/^deeper than a sixth/),
    ]);
    expect([at(17, 'along').sums[0]!.formula, at(17, 'up and down').sums[0]!.formula, termsOf(at(17, 'along'))]).toEqual(['leaf ÷ 6', 'leaf ÷ 3', ['leaf 102']]); // prettier-ignore
  });
  const zone = (more: Partial<SafeZoneInput>) => sound(safeZone({ toAccessory: 'neither', ...more }), { besides: true });
  it.each([
    [{ toAccessory: 'up or down', residual: true }, 'ok'],
    [{ toAccessory: 'across', residual: true }, 'ok'],
    [{ residual: true }, 'stop'],
    [{ fromCeilingMm: 150, residual: true }, 'ok'],
    [{ fromCeilingMm: 151, residual: true }, 'stop'],
    [{ fromCornerMm: 150, residual: true }, 'ok'],
    [{ fromCornerMm: 151, residual: true }, 'stop'],
    [{ fromCeilingMm: 151, fromCornerMm: 10, residual: true }, 'ok'],
    [{ toAccessory: 'across', residual: false }, 'stop'],
    [{ toAccessory: 'across' }, 'can’t tell'],
    [{ deepMm: 50 }, 'ok'],
    [{ deepMm: 49, residual: true }, 'stop'],
    [{ deepMm: 49, toAccessory: 'across', residual: true }, 'ok'],
    [{ protectedWay: true }, 'ok'],
  ] as [Partial<SafeZoneInput>, string][])('522.6.202 with %j: %s', (more, verdict) => expect(zone(more).verdict).toBe(verdict));
  it('shows each band that was measured', () => {
    const judged = zone({ fromCeilingMm: 100, fromCornerMm: 400, residual: true });
    expect([shown(judged), termsOf(judged), termsOf(judged, 1)]).toEqual([['from the ceiling 100 ≤ 150', 'from the corner 400 ≤ 150'], ['from the ceiling 100'], ['from the corner 400']]); // prettier-ignore
    expect(zone({ toAccessory: 'across', residual: true }).sums).toEqual([]);
    expect(zone({ deepMm: 60 }).says).toMatch(/out of reach/);
  });
});

describe('where an accessory may sit (Approved Document M, guidance, 701)', () => {
  it('450 to 1200 mm, a caution outside', () => {
    const at = (bottom: number, top: number) => sound(ukHeight(bottom, top));
    expect([at(450, 1200), at(449, 535), at(1115, 1201)].map((j) => j.verdict)).toEqual(['ok', 'caution', 'caution']);
    expect(shown(at(450, 536))).toEqual(['lower edge over the floor 450 ≥ 450', 'upper edge over the floor 536 ≤ 1200']);
    expect(at(450, 536).sums.map((s) => [s.terms, s.limit!.label])).toEqual([[[], 'at least'], [[], 'at most']]); // prettier-ignore
  });
  const beside = (given: Parameters<typeof ukBeside>[0], asks = { sink: false, bath: false }, kind: 'twin' | 'joint' | 'fused unit' | 'single' = 'twin') =>
    ukBeside(given, asks, { kind, bottomMm: 1100 }).map((j) => sound(j)); // prettier-ignore
  it.each([
    [{ worktop: mm(150) }, 'ok'],
    [{ worktop: mm(149) }, 'caution'],
    [{ sink: mm(300) }, 'ok'],
    [{ sink: mm(299) }, 'stop'],
    [{ hob: mm(100) }, 'ok'],
    [{ hob: mm(99) }, 'stop'],
    [{ bath: mm(2500) }, 'ok'],
    [{ bath: mm(2499) }, 'stop'],
  ] as const)('%j: %s', (given, verdict) => {
    const [judged] = beside(given);
    expect([judged!.verdict, judged!.of]).toEqual([verdict, Object.keys(given)[0]]);
    expect(judged!.sums[0]!.terms).toEqual([]);
  });
  it('a distance that is only taken passes nothing, and still fails', () => {
    const taken = (value: number) => beside({ sink: { mm: value, known: 'assumed' } })[0]!;
    expect([taken(300).verdict, taken(299).verdict, taken(300).ask]).toEqual(['can’t tell', 'stop', 'Measure it.']);
  });
  it('what a room has and nobody measured is asked for; said to be none it is not', () => {
    const asked = beside({}, { sink: true, bath: true });
    expect(asked.map((j) => [j.of, j.verdict, j.sums])).toEqual([['sink', 'can’t tell', []], ['bath', 'can’t tell', []]]); // prettier-ignore
    expect(beside({ none: ['sink', 'bath'] }, { sink: true, bath: true })).toEqual([]);
    expect(beside({ sink: mm(400) }, { sink: true, bath: false }).map((j) => j.verdict)).toEqual(['ok']);
  });
  it('zones of a bathroom: 0 is over it, 600 mm beside it, 2.25 m up (701.32)', () => {
    expect([bathZone(0, 1000), bathZone(1, 1000), bathZone(599, 1000), bathZone(600, 1000), bathZone(0, 2249), bathZone(0, 2250)]).toEqual([
      'zone 1', 'zone 2', 'zone 2', 'outside the zones', 'zone 1', 'outside the zones',
    ]); // prettier-ignore
    const at = (kind: Parameters<typeof ukBath>[0], edge: number, up = 1000) => sound(ukBath(kind, edge, up), { besides: true });
    expect([at('single', 2500), at('twin', 2499)].map((j) => [j.verdict, shown(j), j.sums[0]!.terms])).toEqual([
      ['ok', ['from the bath or shower 2500 ≥ 2500'], []],
      ['stop', ['from the bath or shower 2499 ≥ 2500'], []],
    ]);
    expect([at('fused unit', 599), at('joint', 599), at('fused unit', 600)].map((j) => j.verdict)).toEqual(['stop', 'stop', 'ok']);
    const outlet = (edge: number) => sound(ukBath('flex outlet' as never, edge, 1000));
    expect([outlet(0).says, outlet(1).says]).toEqual([expect.stringMatching(/^in zone 1/), expect.stringMatching(/^in zone 2/)]);
    expect([outlet(0).verdict, shown(outlet(0)), outlet(0).sums.map((s) => s.terms)]).toEqual([
      'caution',
      ['from the bath or shower 0 ≥ 600', 'lower edge over the floor 1000 ≥ 2250'],
      [[], []],
    ]);
    expect([true, false, undefined].map((r) => [sound(ukBathCircuit(r)).verdict, ukBathCircuit(r).sums])).toEqual([['ok', []], ['stop', []], ['can’t tell', []]]); // prettier-ignore
    expect([sound(ukBathBonding()).verdict, ukBathBonding().sums]).toEqual(['can’t tell', []]);
  });
  it('outdoors (512.2) and what is notified (Approved Document P)', () => {
    expect([undefined, 'back-weather-50-2g', 'back-surface-32-1g'].map((b) => [sound(ukOutdoors(b as never)).verdict, ukOutdoors(b as never).sums])).toEqual([['can’t tell', []], ['caution', []], ['stop', []]]); // prettier-ignore
    const work = (newCircuit: boolean, byBath: boolean) => sound(ukNotifiable({ newCircuit, byBath }));
    expect([work(true, false), work(false, true), work(true, true), work(false, false)].map((j) => [j.verdict, j.says.slice(0, 20), j.sums])).toEqual([
      ['caution', 'a new circuit is not', []], ['caution', 'work beside a bath o', []], ['caution', 'a new circuit is not', []], ['note', 'an addition to a cir', []],
    ]); // prettier-ignore
  });
});

describe('boxes', () => {
  it.each([
    // common practice: a socket 25 mm for one cable, 35 for two (25 is tight), 47 for three (35 is tight)
    ['twin', 1, 25, 'ok'],
    ['twin', 1, 24, 'stop'],
    ['twin', 2, 35, 'ok'],
    ['twin', 2, 34, 'caution'],
    ['twin', 2, 25, 'caution'],
    ['twin', 2, 24, 'stop'],
    ['twin', 3, 47, 'ok'],
    ['twin', 3, 46, 'caution'],
    ['twin', 3, 34, 'stop'],
    ['fused unit', 1, 47, 'ok'],
    ['fused unit', 1, 46, 'caution'],
    ['fused unit', 2, 34, 'stop'],
    ['fused unit', 3, 47, 'ok'],
    ['fused unit', 3, 46, 'stop'],
    ['twin', 4, 47, 'stop'],
    ['twin', 0, 25, 'ok'],
  ] as const)('%s, %s cables, %s mm: %s', (kind, cables, depth, verdict) => {
    const judged = sound(ukBoxDepth(kind, cables, depth), { besides: true });
    expect(judged.verdict).toBe(verdict);
    expect(termsOf(judged)).toEqual([`cables in it ${cables}`]);
  });
  it('joined pairs leave the terminals free: four cables, one pair joined, are two at them', () => {
    expect([ukBoxDepth('twin', 4, 47, 1).verdict, ukBoxDepth('twin', 5, 47, 1).verdict, ukBoxDepth('twin', 6, 47, 1).verdict]).toEqual([
      'ok',
      'ok',
      'stop',
    ]);
    expect([ukBoxDepth('twin', 1, 20).says, ukBoxDepth('twin', 2, 20).says]).toEqual([expect.stringMatching(/for a cable behind/), expect.stringMatching(/for 2 cables behind/)]); // prettier-ignore
    expect(shown(ukBoxDepth('twin', 2, 35))).toEqual(['depth of the box 35 ≥ 35']);
  });
  it('lined: lugs for that board, and cavity for that box; what isn’t measured is asked for', () => {
    const at = (board?: number, cavity?: number) => sound(ukLinedBox('back-lined-35-1g', board, cavity));
    const limits = at(12.5, 50).sums;
    const [least, most] = [limits[0]!.limit!.value, limits[1]!.limit!.value];
    expect([limits[0]!.limit!.relation, limits[1]!.limit!.relation]).toEqual(['≥', '≤']);
    expect([at(least, 50), at(least - 0.1, 50), at(most, 50), at(most + 0.1, 50)].map((j) => j.verdict)).toEqual([
      'ok',
      'stop',
      'ok',
      'stop',
    ]);
    // 35 mm deep: 12.5 of board and 22.5 behind it
    expect([at(12.5, 22.5).verdict, at(12.5, 22.4).verdict]).toEqual(['ok', 'stop']);
    expect([shown(at(12.5, 22.5))[2], termsOf(at(12.5, 22.5), 2)]).toEqual([
      'from the surface 35 ≥ 35',
      ['board 12.5', 'cavity behind it 22.5'],
    ]);
    expect([at(undefined, 50).ask, at(12.5).ask, at(undefined, 50).sums]).toEqual([
      expect.stringMatching(/old box/),
      expect.stringMatching(/bent wire/),
      [],
    ]);
  });
  it('let in: 3 mm more than the box, less plaster; half the leaf stays', () => {
    const at = (depth: number, plaster: number | undefined, leaf: number | undefined) => sound(ukLetIn(depth, plaster, leaf));
    // 35 + 3 − 15 = 23 of 100: 77 stay
    expect([shown(at(35, 15, 100)), termsOf(at(35, 15, 100)), termsOf(at(35, 15, 100), 1)]).toEqual([
      ['into the leaf 23', 'left behind the box 77 ≥ 50'],
      ['box 35', 'mortar behind it 3', 'less plaster -15'],
      ['leaf 100', 'less -23'],
    ]);
    expect([at(35, 15, 100).drillMm, at(35, undefined, 100).sums[0]!.result.value]).toEqual([38, 38]);
    // 47 + 3 = 50: exactly half of 100 is left; of 99 it isn't; of 50 nothing is
    expect([at(47, undefined, 100), at(47, undefined, 99), at(47, undefined, 50), at(47, undefined, 51)].map((j) => j.verdict)).toEqual(['ok', 'caution', 'stop', 'caution']); // prettier-ignore
    expect([at(47, undefined, 50).says, at(47, undefined, 99).says, at(35, 15, 100).says]).toEqual([
      'the box would come through the leaf',
      expect.stringMatching(/^more than half/),
      '77 mm of the leaf stay behind it',
    ]);
    expect([at(35, 15, undefined).verdict, at(35, 15, undefined).drillMm, at(35, 15, undefined).sums]).toEqual(['can’t tell', 38, []]);
  });
});

describe('cables and loops (Appendix 3 and 4, BS EN 60228)', () => {
  it('areas, resistance, drop, what it carries', () => {
    expect([coreAreas('2.5/1.5'), milliohmPerMetre('2.5/1.5'), millivoltPerAM('2.5/1.5')]).toEqual([
      { live: 2.5, cpc: 1.5 },
      { live: 7.41, cpc: 12.1 },
      18,
    ]);
    expect([warmth(20), warmth(70), warmth(10)]).toEqual([1, 1.2, 0.96]);
    expect([carriesA('2.5/1.5', 'C'), carriesA('2.5/1.5', '103')]).toEqual([27, 13.5]);
  });
  it('drop of a radial: 18 mV/A/m × 20 A × 31.9 m = 11.48 V = 4.99 %', () => {
    const at = (metres: number) => dropOfRadial('2.5/1.5', metres * 1000, 20);
    expect([at(31.9).verdict, at(32).verdict]).toEqual(['ok', 'stop']);
    const judged = sound(at(31.9));
    expect([shown(judged), judged.says]).toEqual([['drop 11.484', 'drop 4.993 ≤ 5'], '218.5 V left at its end']);
    expect([termsOf(judged), termsOf(judged, 1)]).toEqual([
      ['both conductors, 70 °C 18', 'current 20', 'length 31.9'],
      ['drop 11.484', 'nominal 230'],
    ]);
  });
  it.each([
    // Table 41.3, from memory
    [32, 'B', 1.37],
    [20, 'B', 2.19],
    [16, 'C', 1.37],
    [32, 'D', 0.34],
  ] as const)('%s A, curve %s: %s Ω', (rating, curve, ohm) => expect(loopLimitOhm(rating, curve)).toBe(ohm));
  it('50 V over 30 mA: 1667 Ω', () => expect(electrodeLimitOhm()).toBeCloseTo(1666.67, 2));
  it('cites where it stands', () => expect([cite(ukHeight(450, 536)), cite(safeZone({ toAccessory: 'across', residual: true }))]).toEqual(['Approved Document M heights of switches and sockets', 'BS 7671 522.6.202 and 522.6.203'])); // prettier-ignore
});
