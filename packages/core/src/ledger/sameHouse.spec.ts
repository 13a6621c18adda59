/** What jobs of one small house mean for each other: loads on one circuit, one box, one bay of 14 1/2 in; and nothing where one comes after the other. */
import { describe, expect, it } from 'vitest';
import { inches } from '../measure/index.js';
import type { Change, Job, JobInHouse } from '../model/index.js';
import { inch, outlet, renew } from '../panel/smallJob.testing.js';
import { findings, planned, siteOf, smallJob, told, wings, type Facts } from './smallLedger.testing.js';
import { stepsOf } from '../work/index.js';
import { ledgerOf } from './ledger.js';

type Load = Extract<Change, { do: 'plug-in' }>['load'];
const plug = (id: string, watts: number, part: Partial<Load> = {}): Change => ({ id: `plug-${id}`, title: id, do: 'plug-in', load: { id, name: id, watts, continuous: false, fixed: false, circuitId: 'c1', ...part } }); // prettier-ignore
const other = (changes: Change[], part: Partial<Job> = {}): Job => ({ ...(smallJob({}, changes) as Job), id: 'o', name: 'Other', ...part });
const beside = (mine: Change[], theirs: Change[], part: Partial<Job> = {}, facts: Facts = {}): JobInHouse => ({ ...smallJob(facts, mine), others: [other(theirs, part)] }); // prettier-ignore
const apart = (job: JobInHouse): string[] => ledgerOf(job).filter((f) => f.rule.startsWith('other-jobs')).map((f) => f.rule); // prettier-ignore

describe('loads of both on one circuit', () => {
  it('8 A that run for hours and 1 and 5 A: said with the sum; 10 A more are too much', () => {
    const of = (watts: number) => findings(beside([plug('lamp', 120)], [plug('saw', watts)]), 'other-jobs-load');
    expect([of(600), of(1200)].map(([f]) => [f!.verdict, f!.code, f!.subject, f!.sums[0]!.result.value])).toEqual([
      ['note', 'other-jobs.sameCircuit', 'o-c1', expect.closeTo(10 + 1 + 5, 9)],
      ['caution', 'other-jobs.sameCircuitTooMuch', 'o-c1', expect.closeTo(10 + 1 + 10, 9)],
    ]);
    expect(of(600)[0]!.says).toMatch(/saw/);
  });
  it('as much as the breaker is rated for fits', () =>
    expect(told(beside([plug('lamp', 120)], [plug('saw', 1080)]), 'other-jobs-load')).toEqual(['note other-jobs.sameCircuit']));
  it('on two circuits, or by one of them alone, nothing is said; what is there already is nobody’s', () => {
    expect(apart(beside([plug('lamp', 120)], [plug('saw', 600, { circuitId: 'c3' })]))).toEqual([]);
    expect([apart(beside([plug('lamp', 120)], [])), apart(beside([], [plug('saw', 600)]))]).toEqual([[], []]);
  });
  it('a load that both bring counts once', () =>
    expect(findings(beside([plug('lamp', 120)], [plug('lamp', 120), plug('saw', 600)]), 'other-jobs-load')[0]!.sums[0]!.result.value).toBeCloseTo(16, 9)); // prettier-ignore
  it('where nobody knows the rest of the circuit it is a caution', () =>
    expect(told(beside([plug('lamp', 120)], [plug('saw', 600)], {}, { circuit: { loadsComplete: undefined } }), 'other-jobs-load')).toEqual(['caution other-jobs.sameCircuitTooMuch'])); // prettier-ignore
});

describe('which jobs', () => {
  const both: [Change[], Change[]] = [[plug('lamp', 120)], [plug('saw', 600)]];
  const after = (part: Partial<Job>, theirs: Partial<Job> = {}, more: Job[] = []) => {
    const job = { ...beside(...both, theirs), ...part };
    return apart({ ...job, others: [...job.others, ...more] });
  };
  it('that stand in no order; over another in between too; never a closed one', () => {
    expect(after({})).toEqual(['other-jobs-load']);
    expect([after({ after: ['o'] }), after({}, { after: ['j'] })]).toEqual([[], []]);
    expect(after({ after: ['x'] })).toEqual(['other-jobs-load']);
    expect(after({ after: ['between'] }, {}, [other([], { id: 'between', after: ['o'] })])).toEqual([]);
    expect(after({}, { after: ['between'] }, [other([], { id: 'between', after: ['j'] })])).toEqual([]);
    // round in a ring through others, they are still in no order
    expect(after({ after: ['p'] }, {}, [other([], { id: 'p', after: ['q'] }), other([], { id: 'q', after: ['p'] })])).toEqual(['other-jobs-load']); // prettier-ignore
    expect(after({ closed: { at: '2026-11-20T12:00:00Z', closing: 'x' } })).toEqual([]);
  });
});

describe('one box', () => {
  const run = outlet(wings('b', 56), 'a');
  it('that both alter, or feed from: a caution, by the box and the job', () => {
    const job = beside(run, [renew(siteOf(), 'a')]);
    expect([told(job, 'other-jobs-box', 'o-a'), findings(job, 'other-jobs-box')[0]!.title]).toEqual([['caution other-jobs.sameBox'], 'box a with “Other”']); // prettier-ignore
    expect(told(beside([renew(siteOf(), 'a')], outlet(wings('c', 80), 'a')), 'other-jobs-box')).toEqual(['caution other-jobs.sameBox']);
    expect(apart(beside([renew(siteOf(), 'a')], [{ id: 'x', title: 'X', do: 'remove-device', deviceId: 'a-d' }]))).toEqual([]);
  });
});

describe('one bay', () => {
  /** two boxes of 2 1/4 in; each may have 6 1/8 in to either side of its bay of studs 16 in apart */
  const reach = 16 / 2 + 2.25 / 2;
  const set = (id: string, fromLeft: number, part = {}): Change => ({ id: `set-${id}`, title: id, do: 'place-box', box: wings(id, fromLeft, part) }); // prettier-ignore
  const at = (fromLeft: number, part = {}) => beside([set('b', 56)], [set('c', fromLeft, part)]);
  it('openings within half the stud spacing of each other’s middle: a caution with how far they are apart', () => {
    expect([at(56 + reach - 0.01), at(56 - reach + 0.01), at(56 + reach + 0.01), at(56 - reach - 0.01)].map((j) => told(j, 'other-jobs-bay'))).toEqual([['caution other-jobs.sameBay'], ['caution other-jobs.sameBay'], [], []]); // prettier-ignore
    const [f] = findings(at(60), 'other-jobs-bay');
    expect([f!.subject, f!.stage, f!.sums[0]!.result.value, f!.sums[0]!.limit!.value]).toEqual(['o-c-b', 'box', expect.closeTo(inches(1.75), 6), expect.closeTo(inches(14.5), 6)]); // prettier-ignore
    expect(findings(at(52), 'other-jobs-bay')[0]!.sums[0]!.result.value).toBeCloseTo(inches(1.75), 6);
  });
  it('one cut into the other is a stop; over it, under it, or on the other face it is not', () => {
    const up = (bottom: number) => ({ place: { from: 'left-end' as const, toward: 'right' as const, to: 'centre' as const, distance: inch(56), bottom: inch(bottom) } }); // prettier-ignore
    expect(told(at(57), 'other-jobs-bay')).toEqual(['stop other-jobs.sameCut']);
    expect(findings(at(57), 'other-jobs-bay')[0]!.sums).toEqual([]);
    expect([at(58.2), at(58.3), at(53.8), at(53.7)].map((j) => told(j, 'other-jobs-bay')[0]!.split(' ')[0])).toEqual(['stop', 'caution', 'stop', 'caution']); // prettier-ignore
    expect([17.7, 17.8, 10.3, 10.2].map((bottom) => told(at(56, up(bottom)), 'other-jobs-bay')[0]!.split(' ')[0])).toEqual(['stop', 'caution', 'stop', 'caution']); // prettier-ignore
    expect(told(at(40, { face: 'B' }), 'other-jobs-bay')).toEqual(['caution other-jobs.sameBay']);
  });
  it('another wall is another bay; a box set on the wall takes none', () => {
    expect([
      apart(at(56, { wallId: 'n' })),
      apart(at(56, { kind: 'surface-1g' })),
      apart(beside([set('b', 56, { kind: 'surface-1g' })], [set('c', 58)])),
    ]).toEqual([[], [], []]);
    expect(apart(beside([set('b', 56)], [set('b', 56)]))).toEqual([]);
  });
});

describe('a plan that no longer fits the house', () => {
  it('each change that can’t be made is a stop, and may be dropped', () => {
    const job = smallJob({}, planned({}, { id: 'out', title: 'Take it out', do: 'remove-device', deviceId: 'nobody' }));
    const [f] = findings(job, 'plan-fits');
    expect([f!.verdict, f!.title, f!.subject, f!.remedies]).toEqual(['stop', 'Take it out', 'out', [{ id: 'drop', title: 'Take it out of the plan', edits: [{ op: 'drop-change', changeId: 'out' }] }]]); // prettier-ignore
    expect(findings(smallJob(), 'plan-fits')).toEqual([]);
  });
  it('a job whose box is gone stops at what doesn’t fit, and has no steps', () => {
    const lost = smallJob({}, [{ id: 'gone', title: 'New box', do: 'replace-box', boxId: 'gone', box: wings('gone', 40) }]);
    expect(ledgerOf(lost).map((f) => [f.rule, f.verdict])).toEqual([['plan-fits', 'stop'], ['nothing-planned', 'can’t tell']]); // prettier-ignore
    expect(stepsOf(lost)).toEqual([]);
  });
  it('findings stand worst first, and within a verdict by their stage', () => {
    const rank = { stop: 0, 'can’t tell': 1, caution: 2, ok: 3, note: 4 };
    const list = ledgerOf(smallJob({ feed: { ground: 'none', metal: undefined }, circuit: { arcFault: 'none' } }, planned({ kind: 'nail-on-1g-18' }))); // prettier-ignore
    const order = list.map((f) => rank[f.verdict]);
    expect([order, order.filter((n) => n === 0).length > 2]).toEqual([[...order].sort((a, b) => a - b), true]);
  });
});

describe('a job that places nothing', () => {
  const empty = (part: Partial<JobInHouse> = {}) => ({ ...smallJob({}, []), ...part });
  it('asks for a way, for a plan, or for what is searched for', () => {
    expect([told(empty(), 'nothing-planned'), told(empty({ want: { kind: 'outlet' } as never }), 'nothing-planned')].flat()).toEqual(['can’t tell job.nothingPlanned', 'can’t tell job.noWay']); // prettier-ignore
    expect([findings(empty(), 'nothing-planned')[0]!.stage, findings(empty({ want: { kind: 'outlet' } as never }), 'nothing-planned')[0]!.stage]).toEqual(['need', 'route']); // prettier-ignore
    const search = { boxId: 'a', signs: [] } as never;
    expect([told(empty({ search }), 'nothing-planned'), told(empty({ search }), 'search-signs')]).toEqual([['can’t tell job.unfound'], []]);
    const burnt = { boxId: 'a', signs: ['smell'] } as never;
    expect(told(empty({ search: burnt }), 'search-signs', 'a')[0]).toMatch(/^stop/);
    expect(told(smallJob(), 'nothing-planned')).toEqual([]);
  });
});
