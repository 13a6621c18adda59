/** ASTM B258 and IEC 60028 as given in handbook 21; NEC Chapter 9 Table 8 from memory. */
import { describe, expect, it } from 'vitest';
import { awgAreaMm2, copperOhmPerMetre } from './gauge.js';
import { parseArea, parsePower, parseVolume, printQuantity } from './quantity.js';

describe('wire', () => {
  it.each([
    [14, 2.081],
    [12, 3.309],
    [10, 5.261],
  ])('%d AWG is %d mm² (ASTM B258)', (awg, area) => expect(awgAreaMm2(awg)).toBeCloseTo(area, 3));

  it.each([
    [14, 3.07],
    [12, 1.93],
    [10, 1.21],
  ])('%d AWG at 75 °C comes within 1 %% of Table 8: %d Ω/1000 ft', (awg, table) => {
    expect(copperOhmPerMetre(awgAreaMm2(awg), 75) * 304.8).toBeGreaterThan(table * 0.99);
    expect(copperOhmPerMetre(awgAreaMm2(awg), 75) * 304.8).toBeLessThan(table * 1.01);
  });

  it.each([
    [1.5, 12.1],
    [2.5, 7.41],
    [4, 4.61],
  ])('%d mm² at 20 °C lies below the class 1 limit of %d mΩ/m (IEC 60228, handbook 12)', (area, limit) => {
    const milliohm = copperOhmPerMetre(area, 20) * 1000;
    expect(milliohm).toBeLessThanOrEqual(limit);
    expect(milliohm).toBeGreaterThan(limit * 0.92);
  });

  it('refuses an area of nothing', () => expect(() => copperOhmPerMetre(0, 20)).toThrow(/above 0/));
});

describe('other quantities', () => {
  it('reads volumes', () => {
    expect(parseVolume('18')).toEqual({ ok: true, value: 18 });
    expect(parseVolume('20.3 cu in')).toEqual({ ok: true, value: 20.3 });
    const metric = parseVolume('295 cm3'); // 1 in³ = 16.387064 cm³
    expect(metric.ok && metric.value).toBeCloseTo(295 / 16.387064, 6);
    expect(parseVolume('0')).toMatchObject({ ok: false });
    expect(parseVolume('big')).toMatchObject({ ok: false, came: 'big' });
    expect(parseVolume('5000')).toMatchObject({ ok: false });
  });

  it('reads areas', () => {
    expect(parseArea('2 ft2')).toEqual({ ok: true, value: 288 });
    const metric = parseArea('25.8064 cm²'); // 4 in²
    expect(metric.ok && metric.value).toBeCloseTo(4, 9);
    expect(parseArea('-1')).toMatchObject({ ok: false });
  });

  it('reads what a nameplate says', () => {
    expect(parsePower('1100')).toEqual({ ok: true, watts: 1100 });
    expect(parsePower('1.1 kW')).toEqual({ ok: true, watts: 1100 });
    expect(parsePower('9.2 A')).toEqual({ ok: true, amps: 9.2 });
    for (const bad of ['0', '-3 A', 'much', '900 A', '99 kW', '1'.repeat(50)]) expect(parsePower(bad)).toMatchObject({ ok: false });
  });

  it('prints with fixed figures and never NaN', () => {
    expect(printQuantity(20.25, 'in³', 'in')).toBe('20.25 in³');
    expect(printQuantity(336.55, 'length', 'in')).toBe('13 1/4"');
    expect(printQuantity(3, 'count', 'in')).toBe('3');
    expect(() => printQuantity(NaN, 'A', 'in')).toThrow(/not finite/);
  });
});
