/** One outlet renewed in the den, from what keeps it from being closed to its place in the history of the house. */
import { describe, expect, it } from 'vitest';
import { cable, device, houseAt, jobAt, outlet } from '../panel/smallJob.testing.js';
import { SOUND, siteWith } from '../panel/smallPanel.testing.js';
import { boxOn } from '../route/smallHouse.testing.js';
import { inches } from '../measure/index.js';
import { bareJob, inHouse, type Change, type House, type Job, type JobInHouse, type Site, type Work } from '../model/index.js';
import { closeJob, hindrances, surveyedSince } from './index.js';

const AT = '2026-11-29T12:00:00Z';
const old = boxOn('old', 'w', 40, { circuitId: 'c3', volumeIn3: 30 });
const SITE: Site = siteWith({ circuits: { c3: SOUND }, boxes: [old], cables: [cable('to-old', 'old', { whiteUsedAsHot: 'no' })], devices: [device('old', 'duplex-15', { condition: 'worn' })] }); // prettier-ignore
const RENEW: Change = { id: 'r', title: 'New outlet', do: 'replace-device', deviceId: 'old-d', device: device('old', 'single-20', { tamperResistant: true }) }; // prettier-ignore
/** Its steps, in their order. */
const STEPS = ['prepare', 'breaker-off', 'prove-dead', 'open-source', 'wire-source', 'close-boxes', 'energise', 'test', 'record'];
const read = (minute: number, volts: number) => ({ at: `2026-11-29T10:${minute}:00Z`, volts, where: 'here' });
const PROOF = { of: 'c3', testerBefore: read(10, 120), hotNeutral: read(11, 0), hotGround: read(12, 0), neutralGround: read(13, 0), testerAfter: read(14, 120) }; // prettier-ignore
/** Off at five past ten, proved by a quarter past, the rest after it. */
const ticked = (...steps: string[]): Partial<Work> => ({ ticks: steps.map((step) => ({ step, at: `2026-11-29T10:${step === 'prepare' ? '00' : step === 'breaker-off' ? '05' : 20 + steps.indexOf(step)}:00Z` })), proofs: [PROOF] }); // prettier-ignore
const until = (last: string): string[] => STEPS.slice(0, STEPS.indexOf(last) + 1);
const jobWith = (work: Partial<Work>, part: Parameters<typeof jobAt>[2] = {}, site = SITE, changes: Change[] = [RENEW]): JobInHouse => jobAt(site, changes, { name: 'Renew', work: { ticks: [], notes: [], values: [], proofs: [], ...work }, ...part }); // prettier-ignore
const says = (job: JobInHouse, jobs: Job[] = []) => hindrances(job, jobs).map((h) => `${h.canBeLeft ? 'left' : 'never'}: ${h.says}`);

describe('what keeps it from being closed', () => {
  it('all done: nothing', () => expect(says(jobWith(ticked(...STEPS)))).toEqual([]));
  it('nothing done', () =>
    expect(says(jobWith({}))).toEqual(['never: Nothing of it is built: no step that builds something is ticked.', 'left: Not built: New outlet. It would not be in the house.'])); // prettier-ignore
  it('the breaker is off, until it is on again', () => {
    const off = 'never: The breaker is still off (circuit 3): put everything back, switch on and test before the job is closed.';
    expect(says(jobWith(ticked(...until('close-boxes'))))).toEqual([off, 'left: Not ticked: Breaker on; Test every outlet face the circuit feeds; Label and note.']); // prettier-ignore
    expect(says(jobWith(ticked(...until('energise'))))).toEqual(['left: Not ticked: Test every outlet face the circuit feeds; Label and note.']); // prettier-ignore
    expect(says(jobWith(ticked('prepare')))[0]).toMatch(/^never: Nothing of it is built/);
  });
  it('a proof that is whole no more, while what needed it stays ticked: the first of them is named', () => {
    const broken = (proofs: Work['proofs']) => says(jobWith({ ...ticked(...STEPS), proofs }));
    const VOID = 'never: “Prove it dead” is ticked, and the proof of dead it needed isn’t whole any more: prove it again, or untick it.';
    expect([broken([]), broken([{ ...PROOF, testerAfter: undefined }]), broken([{ ...PROOF, of: 'c1' }])]).toEqual([[VOID], [VOID], [VOID]]); // prettier-ignore
    // nothing that needed it is ticked: nothing is said of it
    expect(says(jobWith({ ...ticked('prepare'), proofs: [] })).some((s) => s.includes('proof'))).toBe(false);
  });
  it('one job before it that is open; others don’t matter', () => {
    const other: Job = { ...bareJob(jobWith({})), id: 'first', name: 'First' };
    const done = ticked(...STEPS);
    expect(says(jobWith(done, { after: ['first'] }), [other])).toEqual(['never: It comes after “First”, which is not closed yet: close that first, or take it out of the order.']); // prettier-ignore
    expect(says(jobWith(done, { after: ['first'] }), [{ ...other, closed: { at: AT, closing: 'x' } }])).toEqual([]);
    expect(says(jobWith(done, { after: ['another'] }), [other])).toEqual([]);
    expect(says(jobWith(done), [other])).toEqual([]);
  });
  it('a change that fits the house no more, named with why; beside it nothing else is said', () => {
    const gone = { ...SITE, devices: [] };
    const all = says(jobWith({}, {}, gone));
    expect(all).toHaveLength(1);
    expect(all[0]).toMatch(/^never: “New outlet” doesn’t fit the house any more: .+\.$/);
  });
  it('stops of the ledger, one or several by their titles', () => {
    // two wires of aluminium: no device may go on (handbook 6)
    const aluminium = { ...SITE, cables: [cable('to-old', 'old', { whiteUsedAsHot: 'no', metal: 'aluminium' as const })] };
    const stops = says(jobWith(ticked(...STEPS), {}, aluminium));
    expect(stops[0]).toMatch(/^never: The ledger has (a stop: [^;]+|\d stops: .+; .+)\.$/);
    const both = { ...aluminium, boxes: [{ ...old, volumeIn3: 2 }] };
    expect(says(jobWith(ticked(...STEPS), {}, both))[0]).toMatch(/^never: The ledger has \d stops: .+; .+\.$/);
  });
  it('a closed one is part of the house already, and nothing else', () => {
    expect(says(jobWith({}, { closed: { at: AT, closing: 'x' } }))).toEqual(['never: “Renew” is part of the house already.']);
  });
});

describe('closed', () => {
  const house = (part: Partial<House> = {}) => houseAt(SITE, part);
  const close = (work: Partial<Work>, leave = false, h = house()) => closeJob(bareJob(jobWith(work)), h, [], AT, leave);
  it('the outlet is in the house as it was built: sound, wired by this job’s school; the history has what was before', () => {
    const closed = close(ticked(...STEPS));
    if (!closed.ok) throw new Error(JSON.stringify(closed.hindrances));
    expect(closed.house.site.devices).toEqual([{ ...RENEW.device, wiredAs: 'pigtail', condition: 'sound' }]);
    const [entry] = closed.house.history!;
    expect(entry).toMatchObject({ id: 'closing-1-j', jobId: 'j', jobName: 'Renew', at: AT, differs: [] });
    expect([entry!.was.devices, entry!.became.devices]).toEqual([SITE.devices, closed.house.site.devices]);
    expect(closed.job.closed).toEqual({ at: AT, closing: 'closing-1-j' });
    // nothing was on hand, nothing is
    expect(['onHand' in closed.house, 'counts' in closed.house]).toEqual([false, false]);
    // how its box is connected is known now
    expect(closed.house.site.wiring!.map((w) => w.id)).toEqual(['old']);
    expect(entry!.changes.map((c) => c.do)).toEqual(['replace-device', 'wire-box']);
  });
  it('the second closing of a house is its second', () => {
    const first = close(ticked(...STEPS));
    if (!first.ok) throw new Error('not closed');
    const again = { ...bareJob(jobAt(first.house.site, [], { id: 'k', name: 'Nothing' })), alteration: undefined };
    expect(closeJob(again, first.house, [], AT, true)).toMatchObject({ ok: false });
    const next = closeJob({ ...bareJob(jobWith(ticked(...STEPS))), id: 'k', changes: [{ ...RENEW, device: { ...RENEW.device, kind: 'single-15' } } as Change] }, first.house, [], AT, true); // prettier-ignore
    expect(next.ok && next.house.history!.map((h) => h.id)).toEqual(['closing-1-j', 'closing-2-k']);
  });
  it('with steps left: asked, or left and said', () => {
    const half = ticked(...until('energise'));
    expect(close(half)).toEqual({ ok: false, hindrances: [{ canBeLeft: true, says: 'Not ticked: Test every outlet face the circuit feeds; Label and note.' }] }); // prettier-ignore
    expect(close(half, true)).toMatchObject({ ok: true });
    // what can't be left is told even so
    expect(close(ticked(...until('close-boxes')), true)).toMatchObject({ ok: false, hindrances: [{ canBeLeft: false }] });
  });
});

describe('a box that was set, and its cable', () => {
  const target = boxOn('new', 'w', 60, { name: 'New box', circuitId: 'c3', volumeIn3: 30 });
  const [set, run, put] = outlet(target, 'old', { name: 'new cable', whiteUsedAsHot: 'no' }) as [Change, Change, Change];
  const site: Site = { ...SITE, devices: [] };
  const job = (values: Work['values']): JobInHouse => jobWith({ values }, {}, site, [set, run, put]);
  /** Ticks all there is, with the proof. */
  const done = (j: JobInHouse, steps: string[]): Job => ({
    ...bareJob(j),
    work: { ...j.work, ...ticked(...steps), values: j.work.values },
  });
  it('free ends that were measured are its own, an estimate is a guess; one that nobody measured stays as planned', async () => {
    const { stepsOf } = await import('../work/index.js');
    const all = stepsOf(job([])).map((s) => s.id);
    expect(all).toEqual(expect.arrayContaining(['set-new-box', 'wire-source']));
    const value = (step: string, key: string, inch: number, more: object = {}) => ({ step, key, value: inches(inch), at: AT, ...more });
    const ends = (...values: Work['values']) => {
      const closed = closeJob(done(job(values), all), houseAt(site), [], AT, true);
      if (!closed.ok) throw new Error(closed.hindrances.map((h) => h.says).join(' '));
      return closed.house.site.cables.find((c) => c.id === 'to-new')!.ends.map((e) => e.freeLength);
    };
    expect(
      ends(value('set-new-box', 'free-target', 7, { as: '7' }), value('wire-source', 'free-source', 6.5, { estimated: true })),
    ).toEqual([
      { mm: inches(6.5), known: 'assumed' },
      { mm: inches(7), known: 'measured', as: '7' },
    ]);
    expect(ends()).toEqual([undefined, undefined]);
  });
});

describe('the survey went on', () => {
  const plan = bareJob(jobWith({}));
  const since = (now: Partial<Site>, before: Partial<Site> = {}) => surveyedSince(plan, houseAt({ ...SITE, ...before }), houseAt({ ...SITE, ...now }), []); // prettier-ignore
  it('nothing changed: nothing to say', () => expect(since({})).toEqual({ differs: [], findings: [], settled: [] }));
  it('a finding that is another now, with what it was; one that is gone; what is well is not told', () => {
    const full = { boxes: [{ ...old, volumeIn3: 2 }] };
    const worse = since(full);
    expect(worse.findings.map((f) => [f.now.rule, f.before, f.now.verdict])).toEqual([['box-fill', 'ok', 'caution']]);
    expect(worse.differs.length).toBeGreaterThan(0);
    expect(since({}, full).findings.map((f) => [f.now.rule, f.before, f.now.verdict])).toEqual([['box-fill', 'caution', 'ok']]);
    // aluminium found in it is something new to see to; found to be copper after all, that is settled
    const aluminium = { cables: [{ ...SITE.cables[0]!, metal: 'aluminium' as const }] };
    expect(since(aluminium).findings.find((f) => f.now.rule === 'conductor-state')).toMatchObject({ before: undefined });
    expect(since({}, aluminium).settled.map((f) => f.rule)).toContain('conductor-state');
    expect([since(aluminium).settled.length, since({}, aluminium).findings.some((f) => f.now.rule === 'conductor-state')]).toEqual([0, false]); // prettier-ignore
  });
  it('its year and its edition are of the survey too', () => {
    const other = surveyedSince(plan, houseAt(SITE), houseAt(SITE, { built: 1960 }), []);
    expect(other.differs.length).toBe(1);
    expect(surveyedSince(plan, houseAt(SITE), houseAt(SITE, { edition: 'US-2017' }), []).differs.length).toBe(1);
    expect(inHouse(plan, houseAt(SITE)).name).toBe('Renew');
  });
});
