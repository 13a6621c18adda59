/** Wiring made by hand in place of the plan’s, on the small house: judged as the bench judges it. A reversed outlet is the trade’s own example. */
import { describe, expect, it } from 'vitest';
import type { BoxWiring, Change, JobInHouse } from '../model/index.js';
import { wiringIn } from '../wiring/index.js';
import { findings, planned, smallJob, told, type Facts } from './smallLedger.testing.js';
import { handWiringSays, isWiredByHand } from './ledger.js';
import { workOf } from './work.js';
import { plannedBench } from './workBox.js';

const plan = (facts: Facts = {}): JobInHouse => smallJob(facts, planned());
const wired = (facts: Facts, ...hands: BoxWiring[]): JobInHouse => smallJob(facts, planned({}, ...hands.map((wiring): Change => ({ id: `w-${wiring.id}`, title: 'By hand', do: 'wire-box', wiring })))); // prettier-ignore
const as = (boxId: string, facts: Facts = {}): BoxWiring => {
  const w = workOf(plan(facts));
  return wiringIn(w.planned, plannedBench(w), boxId);
};
/** Hot and neutral of the new outlet exchanged: what is under brass goes under silver. */
const reversed = (): BoxWiring => {
  const b = as('b');
  const to = { 'brass upper': 'silver upper', 'silver upper': 'brass upper' } as Record<string, string>;
  return { ...b, joints: b.joints.map((j) => (j.at ? { ...j, at: { ...j.at, terminal: to[j.at.terminal] ?? j.at.terminal } } : j)) } as BoxWiring; // prettier-ignore
};

describe('wiring by hand', () => {
  it('the plan’s own is nobody’s hand', () => {
    expect([isWiredByHand(plan()), isWiredByHand(wired({}, as('b'))), findings(plan(), 'hand-wiring')]).toEqual([false, true, []]);
  });
  it('as the plan has it: nothing stands against it', () => {
    const [f] = findings(wired({}, as('a'), as('b')), 'hand-wiring');
    expect([f!.verdict, f!.code, f!.subject, f!.remedies]).toEqual(['ok', 'job.benchClean', 'j', []]);
  });
  it('hot and neutral exchanged: a stop that says what the bench says, and goes back to the plan', () => {
    const job = wired({}, reversed());
    const [f] = findings(job, 'hand-wiring');
    expect([f!.verdict, f!.code, f!.remedies]).toEqual(['stop', 'job.benchStops', [{ id: 'back-to-plan', title: 'Back to the plan’s wiring', edits: [{ op: 'wire-by-plan' }] }]]); // prettier-ignore
    const says = handWiringSays(plannedBench(workOf(job)), 'US-2020');
    expect(says.stops.length).toBeGreaterThan(0);
    expect(says.stops[0]).toMatch(/silver|neutral/);
    // asked twice of one bench it is worked out once
    const bench = plannedBench(workOf(job));
    expect(handWiringSays(bench, 'US-2020')).toBe(handWiringSays(bench, 'US-2020'));
  });
  it('what nobody measured can’t be told; how full the boxes are is judged for themselves', () => {
    const unread: Facts = { feed: { ends: [{ label: 'panel' }, { boxId: 'a', label: 'box a', side: 'top' }] } };
    const [f] = findings(wired(unread, as('a', unread)), 'hand-wiring');
    expect([f!.verdict, f!.code]).toEqual(['can’t tell', 'job.benchUnmeasured']);
    const full: Facts = { a: { kind: 'wings-1g-14' } };
    const job = wired(full, as('a', full));
    expect([told(job, 'box-fill', 'a'), told(job, 'hand-wiring')].flat().map((x) => x.split(' ')[0])).toEqual(['stop', 'ok']);
  });
  it('wiring that can’t be switched on says why', () => {
    const bench = plannedBench(workOf(plan()));
    const ghost = { ...bench, joints: [...bench.joints, { id: 'x', kind: 'splice', connector: 'plain twist-on', ends: [{ cableId: 'ghost', end: 0, conductor: 0 }, { cableId: 'ghost', end: 0, conductor: 1 }] } as never] }; // prettier-ignore
    const says = handWiringSays(ghost, 'US-2020');
    expect([says.stops.length, says.stops[0]!.startsWith('This wiring can’t be judged: '), says.unknown]).toEqual([1, true, []]);
  });
});
