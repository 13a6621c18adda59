/**
 * What is left at an outlet, and whether a dead short there opens its breaker by its magnet. 14 AWG copper has 3.07 Ω a thousand feet at 75 °C
 * (NEC chapter 9, table 8, from memory); a 15 A breaker opens at once from about 8 times its rating, 120 A, on (handbook 21, from memory).
 */
import { expect, it } from 'vitest';
import { feet } from '../measure/index.js';
import { emptySite, measured, DOCUMENT_VERSION, type House } from '../model/index.js';
import { cable } from '../panel/smallJob.testing.js';
import { boxOn, smallHouse } from '../route/smallHouse.testing.js';
import { electrical, type RouteOption } from './index.js';
import type { Want } from '../model/index.js';

const house = (toSourceFt: number): House => ({
  ...{ format: 'saddle-house', version: DOCUMENT_VERSION, id: 'h', name: 'H', edition: 'US-2020', unit: 'in' },
  site: {
    ...emptySite(),
    ...smallHouse({ boxes: [boxOn('b', 'n', 24, { circuitId: 'c' })] }),
    cables: [cable('home', 'b', { gauge: 14 })],
    circuits: [{ id: 'c', number: '4', name: 'den', voltsNominal: 120, breakerA: 15, lengthToSource: measured(feet(toSourceFt)) }],
  },
});
const want = (amps: number): Want => ({ name: 'outlet', loads: [{ amps, continuous: false }] }) as unknown as Want;
const option = { feed: { id: 'b', name: 'box b' }, gauge: 14 } as unknown as RouteOption;
const of = (toSourceFt: number, runFt: number, amps: number) => electrical(house(toSourceFt), want(amps), option, feet(runFt));

it('60 and 20 ft: 80 ft there and back are 0.49 Ω, a dead short drives some 200 A, which the magnet opens', () => {
  const near = of(60, 20, 5);
  expect(near.verdict).toBe('ok');
  expect(near.says).toMatch(/and the breaker opens within/);
  const short = near.sums[1]!.result.value;
  expect([short > 150, short < 245]).toEqual([true, true]);
});

it('280 and 120 ft: 2.5 Ω let hardly 50 A through, three times its rating: no ok, though one amp drops but 2 %', () => {
  const far = of(280, 120, 1);
  expect(far.sums[0]!.result.value).toBeLessThan(3);
  expect(far.sums[1]!.result.value).toBeLessThan(50);
  expect(far.verdict).toBe('caution');
  expect(far.says).toMatch(/too little to open the breaker at once/);
});

it('so far that a dead short is no overload at all: never “within Infinity”', () => {
  const never = of(900, 600, 0.2);
  expect(never.sums[1]!.result.value).toBeLessThan(15);
  expect([never.verdict, never.says]).toEqual(['caution', expect.not.stringMatching(/Infinity/)]);
  expect(of(600, 300, 0.2).says).not.toMatch(/Infinity|opens within/);
});
