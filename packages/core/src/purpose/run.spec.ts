/** A run of outlets in the sample house: visited in the best order, judged, worked and wired like any job. */
import { describe, expect, it } from 'vitest';
import { quinceStreet } from '../houses.testing.js';
import { workOf, wiringOf } from '../ledger/index.js';
import { ledgerOf } from '../ledger/meant.testing.js';
import { inches } from '../measure/index.js';
import { bareJob, checkJobIn, inHouse, measured, wantOf, type Job, type JobInHouse, type WantPlace } from '../model/index.js';
import { stepsOf } from '../work/index.js';
import { materialsOf } from '../takeoff/index.js';
import { keptParts, newJob, routeDetail, searchRoutes, takeWay } from './index.js';

const at = (wallId: string, fromLeft: number): WantPlace => ({
  wallId,
  face: 'A',
  fromLeft: measured(inches(fromLeft)),
  bottom: measured(inches(13.25)),
});
/** given out of order on purpose */
const PLACES = [at('loom-w2', 70.5), at('loom-w4', 24), at('loom-w2', 22.5), at('loom-w4', 70)];
const open = (): JobInHouse => {
  const job: Job = newJob(quinceStreet, 'loom-run', 'Loom run', 'run')!;
  return inHouse(
    { ...job, want: { ...job.want!, places: PLACES, loads: [{ name: 'warping mill', watts: 300, continuous: false }] } },
    quinceStreet,
  );
};
function taken(): { job: JobInHouse; order: number[] } {
  const job = open();
  const want = wantOf(job)!;
  const [option] = searchRoutes(quinceStreet, want).found.options;
  return {
    job: inHouse(takeWay(job, keptParts(quinceStreet.site, want, option!, routeDetail(quinceStreet, want, option!))).job, quinceStreet),
    order: option!.order!,
  };
}

describe('a protective face that somebody wants', () => {
  const protective = (): JobInHouse => {
    const job = open();
    return inHouse({ ...bareJob(job), want: { ...job.want!, face: 'ground-fault' } }, quinceStreet);
  };
  it('stands in the first box that the power reaches, and everything further on hangs behind it', () => {
    const job = protective();
    const want = wantOf(job)!;
    const [option] = searchRoutes(quinceStreet, want).found.options;
    const taken = inHouse(
      takeWay(job, keptParts(quinceStreet.site, want, option!, routeDetail(quinceStreet, want, option!))).job,
      quinceStreet,
    );
    const kinds = taken.changes.flatMap((c) => (c.do === 'place-device' ? [c.device.kind] : []));
    expect(kinds).toEqual(['ground-fault-15', 'duplex-15', 'duplex-15', 'duplex-15']);
    const w = workOf(taken);
    const first = w.boxes.find((b) => b.devices.some((d) => d.kind === 'ground-fault-15'))!;
    // the feed comes to it, not from another new box
    expect(w.runs.find((r) => r.to === first)!.from?.role).not.toBe('new');
    const plan = wiringOf(w, first);
    expect([plan.missing, plan.refused]).toEqual([[], []]);
    expect(plan.connect.join(' ')).toMatch(/load/i);
  });
});

describe('four outlets on two walls of the loom room', () => {
  const { job, order } = taken();
  const w = workOf(job);
  it('every place is visited once, neighbours of a wall one after the other', () => {
    expect([...order].sort()).toEqual([0, 1, 2, 3]);
    const walls = order.map((i) => PLACES[i]!.wallId);
    expect(walls.filter((x, i) => x !== walls[i - 1])).toHaveLength(2);
  });
  it('brings a box, a cable and a receptacle for each, from each to the next', () => {
    const count = (what: string) => job.changes.filter((c) => c.do === what).length;
    expect(['place-box', 'run-cable', 'place-device'].map(count)).toEqual([4, 4, 4]);
    expect(w.runs.slice(1).every((r, i) => r.from === w.runs[i]!.to)).toBe(true);
    expect(w.runs.every((r) => r.traced)).toBe(true);
    expect(checkJobIn(bareJob(job), quinceStreet, [])).toMatchObject({ ok: true });
  });
  it('all but the last are in the middle of the run, the last at its end; every plan is proved', () => {
    const plans = w.runs.map((r) => wiringOf(w, r.to));
    expect(plans.map((p) => [p.missing, p.refused])).toEqual(plans.map(() => [[], []]));
    expect(plans.map((p) => p.cables.length)).toEqual([2, 2, 2, 1]);
  });
  it('volts fall from box to box, never rise', () => {
    const volts = ledgerOf(job)
      .filter((f) => f.rule === 'voltage-drop')
      .map((f) => f.sums[0]?.result.value ?? NaN);
    expect(volts.length).toBe(4);
    if (volts.every(Number.isFinite)) expect([...volts].sort((a, b) => a - b)).toEqual(volts);
  });
  it('every change is some step’s, and the list counts four of each', () => {
    const done = new Set(stepsOf(job).flatMap((s) => s.changeIds));
    expect(job.changes.filter((c) => !done.has(c.id))).toEqual([]);
    expect(materialsOf(job).find((m) => /duplex receptacle/.test(m.what))!.amount).toBe('4');
  });
  it('a run with one place is an outlet', () => {
    const one = inHouse({ ...bareJob(open()), want: { ...open().want!, places: PLACES.slice(0, 1) } }, quinceStreet);
    const want = wantOf(one)!;
    expect(searchRoutes(quinceStreet, want).found.options[0]!.order).toBeUndefined();
  });
});
