/** Tests of a 30 mA device on the bench: held against its limits, against the touch voltage of an electrode by hand, and against a joined neutral and earth. */
import { describe, expect, it } from 'vitest';
import { RESIDUAL_MS } from '../codebook/index.js';
import type { Final, Incoming } from '../model/index.js';
import { buttonOpens, DEVICE_STATES, drawnDevice, lengthsOf, mistakeAt, RESIDUAL_TESTS, residualRamp, residualTest, type BenchWiring, type DeviceState, type Mistake } from './index.js'; // prettier-ignore
import { ringOf } from './sample.js';

const ring: Final = { ...ringOf([15, 15, 15, 15]), residual: true };
const [a] = ring.points;
const wiring = (mistake?: Mistake, incoming: Incoming = { zeOhm: 0.2 }, final = ring): BenchWiring => ({
  ...{ final, lengths: lengthsOf(final).mm, incoming },
  landed: mistake ? mistakeAt(final, a!.id, mistake) : [],
});
const all = (w: BenchWiring, device?: DeviceState) => RESIDUAL_TESTS.map((kind) => residualTest(w, a!.id, kind, device));

describe('a circuit in order', () => {
  it('half stays, once and five times open within 300 and 40 ms; the device misses all that is let through', () => {
    const [half, once, five] = all(wiring());
    expect([half, once, five]).toMatchObject([
      { is: 'stays', residualMa: expect.closeTo(15, 0), right: true },
      { is: 'opens', residualMa: expect.closeTo(30, 0), right: true },
      { is: 'opens', residualMa: expect.closeTo(150, 0), right: true },
    ]);
    if (once!.is !== 'opens' || five!.is !== 'opens') throw new Error();
    expect([once!.ms <= RESIDUAL_MS.once, five!.ms <= RESIDUAL_MS.fiveTimes, five!.ms < once!.ms]).toEqual([true, true, true]);
  });
  it('raised step by step it opens between half and all of its rated current; its button opens it', () => {
    const at = residualRamp(wiring(), a!.id)!;
    expect([at > 15, at <= 30]).toEqual([true, true]);
    expect(buttonOpens(wiring())).toBe(true);
  });
});

describe('the device itself', () => {
  const right = (device: DeviceState) => all(wiring(), device).map((r) => ('right' in r ? r.right : r.is));
  it('each thing that is the matter with it shows in a test of its own', () => {
    expect(Object.fromEntries(DEVICE_STATES.map((d) => [d, right(d)]))).toEqual({
      'as it should be': [true, true, true],
      slow: [true, false, false],
      'does not open': [true, false, false],
      'opens too early': [false, true, true],
    });
  });
  it('one that does not open doesn’t by its button either; a slow one does: only the times tell', () => {
    expect([buttonOpens(wiring(), 'does not open'), buttonOpens(wiring(), 'slow')]).toEqual([false, true]);
    expect(residualRamp(wiring(), a!.id, 'does not open')).toBeUndefined();
    expect(residualRamp(wiring(), a!.id, 'opens too early')).toBeLessThan(15);
  });
  it('drawn: one trouble in five is the device’s, and none where no device is', () => {
    let n = 1;
    const random = () => ((n = (n * 48_271) % 2_147_483_647) % 10_000) / 10_000;
    const drawn = Array.from({ length: 2000 }, () => drawnDevice(ring, random));
    expect(drawn.filter((d) => d !== undefined).length / drawn.length).toBeCloseTo(0.2, 1);
    expect(new Set(drawn)).toEqual(new Set([undefined, 'slow', 'does not open', 'opens too early']));
    expect(drawnDevice({ residual: false }, () => 0)).toBeUndefined();
  });
  it('none there, or none noted: said, not tested', () => {
    const { residual: _, ...unknown } = ring;
    expect(residualTest(wiring(undefined, {}, unknown), a!.id, 'once')).toEqual({ is: 'not noted' });
    expect(residualTest(wiring(undefined, {}, { ...ring, residual: false }), a!.id, 'once')).toEqual({ is: 'no device' });
    expect([buttonOpens(wiring(undefined, {}, unknown)), residualRamp(wiring(undefined, {}, unknown), a!.id)]).toEqual([
      undefined,
      undefined,
    ]);
  });
});

describe('the wiring under it', () => {
  it.each<Mistake>(['earth out', 'line out', 'line and neutral exchanged'])('%s: nothing flows, which is not the same as a device that stays', (mistake) => {
    expect(all(wiring(mistake)).map((r) => r.is)).toEqual(['nothing flows', 'nothing flows', 'nothing flows']);
    expect(residualRamp(wiring(mistake), a!.id)).toBeUndefined();
  });
  it('neutral and earth exchanged at a socket: what is let through comes back by the neutral, and the device misses none of it', () => {
    const once = residualTest(wiring('neutral and earth exchanged'), a!.id, 'once');
    expect(once).toMatchObject({ is: 'stays', right: false });
    expect(once.is === 'stays' && once.residualMa).toBeLessThan(1);
  });
  it('neutral joined with earth behind the device: half of what is let through comes back past it, and 30 mA no longer open it', () => {
    // earth of one leg in the neutral terminal of the socket: the two ways back share by their resistances
    const joined: BenchWiring = { ...wiring(undefined, { zeOhm: 0.8 }), landed: [{ runId: ring.runs[0]!.id, core: 'E', pointId: a!.id, in: 'N' }] };
    const [, once, five] = all(joined);
    expect(once!.is).toBe('stays');
    // back by the earth outside 0.4 Ω, by the neutral 15 m of earth core, both ways of the neutral and 0.05: 0.1815 + 0.0834 + 0.05; 0.315 ÷ 0.715 of 30 mA
    expect('residualMa' in once! && once.residualMa).toBeCloseTo(13.2, 0);
    expect(five).toMatchObject({ is: 'opens' });
    // of what flows the same 0.44 is missed: half its rated current would be missed at 34 mA, beyond what is raised
    expect(residualRamp(joined, a!.id)).toBeUndefined();
  });
  it('on an electrode 30 mA × 1667 Ω are 50 V (411.5.3): just under it is tested, just above broken off', () => {
    const on = (zeOhm: number) => residualTest(wiring(undefined, { earthing: 'TT', zeOhm }), a!.id, 'once');
    expect([on(1600).is, on(1720).is]).toEqual(['opens', 'broken off']);
    const off = on(1720);
    // 0.03 × 1720 Ω
    expect(off.is === 'broken off' && off.touchV).toBeCloseTo(51.6, 0);
  });
}); // prettier-ignore
