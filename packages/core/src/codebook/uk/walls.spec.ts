/** Joists, chases and zones by the UK book: handbook 12, each just inside and just outside. Values from memory. */
import { describe, expect, it } from 'vitest';
import { dropOfRadial, safeZone, ukChase, ukJoistCut } from './index.js';

describe('a joist of 200 mm over 4 m', () => {
  const cut = (part: Partial<Parameters<typeof ukJoistCut>[0]>) =>
    ukJoistCut({ joistDepthMm: 200, spanMm: 4000, cut: 'hole', sizeMm: 25, offLineMm: 0, fromBearingMm: 1200, ...part }).verdict;
  it('a hole up to a quarter of the depth, between 0.25 and 0.4 of the span', () => {
    expect([cut({ sizeMm: 50 }), cut({ sizeMm: 51 })]).toEqual(['ok', 'stop']);
    expect([cut({ fromBearingMm: 1000 }), cut({ fromBearingMm: 999 }), cut({ fromBearingMm: 1600 }), cut({ fromBearingMm: 1601 })]).toEqual(['ok', 'stop', 'ok', 'stop']); // prettier-ignore
  });
  it('on the middle line, three diameters from the next', () => {
    expect([cut({ offLineMm: 10 }), cut({ offLineMm: 11 })]).toEqual(['ok', 'stop']);
    expect([cut({ toNextHoleMm: 75 }), cut({ toNextHoleMm: 74 })]).toEqual(['ok', 'stop']);
  });
  it('a notch up to an eighth, between 0.07 and 0.25 of the span', () => {
    const notch = (sizeMm: number, fromBearingMm: number) => cut({ cut: 'notch', sizeMm, fromBearingMm });
    expect([notch(25, 300), notch(26, 300), notch(25, 280), notch(25, 279), notch(25, 1000), notch(25, 1001)]).toEqual(['ok', 'stop', 'ok', 'stop', 'ok', 'stop']); // prettier-ignore
  });
  it('where along the span nobody measured: can’t tell; too large is too large anyway', () => {
    expect(ukJoistCut({ joistDepthMm: 200, cut: 'hole', sizeMm: 25, offLineMm: 0 })).toMatchObject({
      verdict: 'can’t tell',
      ask: expect.stringMatching(/span/),
    });
    // nor is a hole fine whose height in the joist nobody measured
    expect(ukJoistCut({ joistDepthMm: 200, cut: 'hole', sizeMm: 25, spanMm: 4000, fromBearingMm: 1200 })).toMatchObject({ verdict: 'can’t tell', ask: expect.stringMatching(/middle line/) }); // prettier-ignore
    expect(ukJoistCut({ joistDepthMm: 200, cut: 'hole', sizeMm: 60 }).verdict).toBe('stop');
  });
});

describe('a chase in a leaf of 102.5 mm', () => {
  it('a third up and down: 34.2 mm; a sixth along: 17.1 mm', () => {
    expect([ukChase(102.5, 34, 'up and down').verdict, ukChase(102.5, 34.2, 'up and down').verdict]).toEqual(['ok', 'stop']);
    expect([ukChase(102.5, 17, 'along').verdict, ukChase(102.5, 17.1, 'along').verdict]).toEqual(['ok', 'stop']);
    expect(ukChase(102.5, 17, 'along').mostMm).toBeCloseTo(17.083, 3);
  });
});

describe('a cable in a wall', () => {
  it('straight from an accessory, or within 150 mm of ceiling or corner, with a 30 mA device', () => {
    const zone = (part: Parameters<typeof safeZone>[0]) => safeZone({ residual: true, ...part }).verdict;
    expect(zone({ toAccessory: 'up or down', deepMm: 20 })).toBe('ok');
    expect([zone({ toAccessory: 'neither', fromCeilingMm: 150 }), zone({ toAccessory: 'neither', fromCeilingMm: 151 })]).toEqual(['ok', 'stop']); // prettier-ignore
    expect(zone({ toAccessory: 'neither', fromCeilingMm: 400, fromCornerMm: 100 })).toBe('ok');
    expect(zone({ toAccessory: 'neither' })).toBe('stop');
  });
  it('without the device, or where nobody looked; 50 mm deep, or in earthed conduit, it may lie anywhere', () => {
    expect(safeZone({ toAccessory: 'across', residual: false }).verdict).toBe('stop');
    expect(safeZone({ toAccessory: 'across' })).toMatchObject({ verdict: 'can’t tell', ask: expect.stringMatching(/consumer unit/) });
    expect([safeZone({ toAccessory: 'neither', deepMm: 50 }).verdict, safeZone({ toAccessory: 'neither', deepMm: 49 }).verdict]).toEqual(['ok', 'stop']); // prettier-ignore
    expect(safeZone({ toAccessory: 'neither', protectedWay: true }).verdict).toBe('ok');
  });
});

describe('drop of a radial', () => {
  it('20 × 18 × 24 = 8.64 V; 5 % is 11.5 V: 31.9 m pass, 32 m don’t', () => {
    expect(dropOfRadial('2.5/1.5', 24_000, 20)).toMatchObject({
      verdict: 'ok',
      dropV: expect.closeTo(8.64, 6),
      percent: expect.closeTo(3.757, 3),
    });
    expect([dropOfRadial('2.5/1.5', 31_900, 20).verdict, dropOfRadial('2.5/1.5', 32_000, 20).verdict]).toEqual(['ok', 'stop']);
  });
});
