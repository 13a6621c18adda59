/**
 * A 30 mA device under test on the bench: what the tester lets through from line to earth, how much of it the device misses on the neutral,
 * and whether and when it opens. The currents come of the solved network; the device’s own speed is made up within what its standard allows.
 */
import { magnitude, plus, Solved, type Branch } from '../circuit/index.js';
import { RESIDUAL_A, RESIDUAL_MS } from '../codebook/index.js';
import type { Final } from '../model/index.js';
import { liveBranches, LIT_V, pointNode, type BenchWiring } from './bench.js';

/** What is the matter with the device itself. */
export const DEVICE_STATES = ['as it should be', 'slow', 'does not open', 'opens too early'] as const;
export type DeviceState = (typeof DEVICE_STATES)[number];
/** From how many A on it opens, and within how many ms at 30 mA: made up for the exercise (devices open between half and all of it). */
const DEVICE: Readonly<Record<DeviceState, { opensA: number; ms: number }>> = {
  'as it should be': { opensA: 0.022, ms: 28 },
  slow: { opensA: 0.026, ms: 340 },
  'does not open': { opensA: Infinity, ms: Infinity },
  'opens too early': { opensA: 0.012, ms: 25 },
};
/** The more flows the faster: five times the current takes a third of the time, as the limits of its standard do nearly (memory). */
const FASTER = 0.68;
/** Where the touch voltage gets higher a tester breaks off, V (memory). */
const TOUCH_V = 50;

export const RESIDUAL_TESTS = ['half', 'once', 'five times'] as const;
export type ResidualTestKind = (typeof RESIDUAL_TESTS)[number];
const TIMES: Readonly<Record<ResidualTestKind, number>> = { half: 0.5, once: 1, 'five times': 5 };

export type ResidualResult =
  | { is: 'not noted' | 'no device' | 'nothing flows' }
  /** the part of a house that is touched would come under more than 50 V */
  | { is: 'broken off'; touchV: number }
  | { is: 'stays'; residualMa: number; right: boolean }
  | { is: 'opens'; residualMa: number; ms: number; right: boolean };

/** mA through the tester, mA that the device misses on the neutral, V of what is earthed at the point; undefined where next to nothing flows. */
function letThrough(wiring: BenchWiring, pointId: string, amps: number): { missedA: number; touchV: number } | undefined {
  const base = liveBranches(wiring);
  const [l, e] = [pointNode('L', pointId), pointNode('E', pointId)];
  const dead = new Solved(base);
  const [vl, ve] = [dead.state.volts(l), dead.state.volts(e)];
  const open = Math.hypot(vl.re - ve.re, vl.im - ve.im);
  if (open < LIT_V) return undefined;
  const z = dead.impedanceBetween(l, e);
  const tester: Branch = { id: 'tester', from: l, to: e, is: { ohm: Math.max(1, open / amps - Math.hypot(z.re, z.im)) } };
  const { state } = new Solved({ ...base, branches: [...base.branches, tester] });
  const flows = magnitude(state.amps('tester'));
  if (flows < amps / 2) return undefined;
  const at = state.volts(e);
  // what of it goes out through the device and does not come back
  return { missedA: magnitude(plus(state.amps('device line'), state.amps('device neutral'))), touchV: Math.hypot(at.re, at.im) };
}

/** One test at a point, switched on. `right`: as its limit asks. */
export function residualTest(wiring: BenchWiring, pointId: string, kind: ResidualTestKind, device: DeviceState = 'as it should be'): ResidualResult {
  if (!wiring.final.residual) return { is: wiring.final.residual === undefined ? 'not noted' : 'no device' };
  const through = letThrough(wiring, pointId, RESIDUAL_A * TIMES[kind]);
  if (!through) return { is: 'nothing flows' };
  // what is touched is at that voltage as long as it flows; testers reckon with the rated current
  const touchV = through.touchV / TIMES[kind];
  if (touchV > TOUCH_V) return { is: 'broken off', touchV };
  const { opensA, ms } = DEVICE[device];
  const residualMa = through.missedA * 1000;
  if (through.missedA < opensA) return { is: 'stays', residualMa, right: kind === 'half' };
  const takes = ms / Math.max(through.missedA / RESIDUAL_A, 1) ** FASTER;
  const limit = kind === 'five times' ? RESIDUAL_MS.fiveTimes : RESIDUAL_MS.once;
  return { is: 'opens', residualMa, ms: takes, right: kind !== 'half' && takes <= limit };
} // prettier-ignore

/** The current is raised in steps of 1 mA until it opens: mA; undefined where it does not up to 33 mA, or nothing flows. */
export function residualRamp(wiring: BenchWiring, pointId: string, device: DeviceState = 'as it should be'): number | undefined {
  if (!wiring.final.residual) return undefined;
  const { opensA } = DEVICE[device];
  // the share that the device misses does not depend on how much flows
  const through = letThrough(wiring, pointId, RESIDUAL_A);
  if (!through) return undefined;
  const opens = Math.ceil((opensA / (through.missedA / RESIDUAL_A)) * 1000 - 1e-6);
  return opens <= RAMP_TO_MA ? opens : undefined;
}
const RAMP_TO_MA = 33;

/** Its own button lets a current past it inside: it needs the supply, and no earth. */
export const buttonOpens = (wiring: BenchWiring, device: DeviceState = 'as it should be'): boolean | undefined =>
  wiring.final.residual ? Number.isFinite(DEVICE[device].opensA) : undefined;

/** Something the matter with the device, now and then; undefined where it is in order, or none is there. Numbers from 0 to 1. */
export function drawnDevice(final: Pick<Final, 'residual'>, random: () => number): DeviceState | undefined {
  if (!final.residual || random() > DRAWN) return undefined;
  const wrong = DEVICE_STATES.filter((d) => d !== 'as it should be');
  return wrong[Math.min(wrong.length - 1, Math.floor(random() * wrong.length))];
}
/** One trouble in five is the device’s. */
const DRAWN = 0.2;
