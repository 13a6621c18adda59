/** What edits say to the log, on two steps written here: one that asks, one that proves two circuits dead. */
import { describe, expect, it } from 'vitest';
import { jobAt } from '../panel/smallJob.testing.js';
import { smallHouse } from '../route/smallHouse.testing.js';
import { LogEntry, type DeadProof, type Job, type KeptEntry, type StepValue, type Work } from '../model/index.js';
import type { Step, StepAsk, Target } from '../work/index.js';
import { earlierEntries, entriesOf, logLines } from './index.js';

const [NOW, THEN, LATER] = ['2026-11-29T12:00:00Z', '2026-11-29T09:00:00Z', '2026-11-29T10:00:00Z'];
const stepOf = (id: string, title: string, more: Partial<Step> = {}): Step => ({
  ...{ id, title, says: [], place: undefined, time: [], minutes: { least: 0, likely: 0, most: 0 } as never, hands: 1, wait: undefined },
  ...{ dead: [], proves: [], alters: false, connects: false, after: [], asks: [], cautions: [], changeIds: [] },
  ...more,
});
const ask = (key: string, unit: StepAsk['unit'], more: Partial<StepAsk> = {}): StepAsk => ({ ...{ key, label: `${key} in the box`, what: key, unit, otherwise: '', source: '' }, ...more }); // prettier-ignore
const target = (key: string, uk?: true): Target => ({ key, words: `circuit ${key}`, off: 'off', prove: 'p', on: 'on', sole: false, ...(uk ? { uk } : {}) }); // prettier-ignore
const STEPS = [
  stepOf('wire', 'Wire the box', {
    asks: [ask('free', 'length', { least: 152.4 }), ask('drop', 'V', { most: 6 }), ask('earth', 'MΩ', { least: 1, most: 999 })],
  }),
  stepOf('p', 'Prove it dead', { proves: [target('c1'), target('c2')] }),
  stepOf('q', 'Prove the other dead', { proves: [target('c3', true)] }),
];
const NONE: Work = { ticks: [], notes: [], values: [], proofs: [] };
const jobOf = (work: Partial<Work> = {}, more: Partial<Job> = {}): Job => ({ ...jobAt(smallHouse(), []), work: { ...NONE, ...work }, ...more }); // prettier-ignore
const said = (was: Partial<Work>, is: Partial<Work>, steps: Step[] = STEPS) => entriesOf(jobOf(was), jobOf(is), steps, 'in', NOW);

describe('ticks', () => {
  const ticked = (...ids: string[]): Partial<Work> => ({ ticks: ids.map((step) => ({ step, at: THEN })) });
  it('one of two taken back: that one', () => {
    expect(said(ticked('wire', 'p'), ticked('p'))).toEqual([{ kind: 'taken back', at: NOW, step: 'wire', title: 'Wire the box', says: 'not done after all' }]); // prettier-ignore
    expect(said(ticked('wire'), ticked('wire', 'p'))).toEqual([{ kind: 'done', at: THEN, step: 'p', title: 'Prove it dead', says: 'done' }]); // prettier-ignore
    expect(said(ticked('p', 'wire'), ticked('wire', 'p'))).toEqual([]);
  });
  it('a step that is no more has no title; a long one is cut at 120 signs', () => {
    expect(said({}, ticked('gone'))).toEqual([{ kind: 'done', at: THEN, step: 'gone', says: 'done' }]);
    const title = (n: number) => said({}, ticked('long'), [stepOf('long', 'x'.repeat(n))])[0]!.title!;
    expect([title(119), title(120), title(121)]).toEqual(['x'.repeat(119), 'x'.repeat(120), `${'x'.repeat(119)}…`]);
  });
  it('minutes with the tick are of its time, noted or put right later of now', () => {
    const took = (min?: number): Partial<Work> => ({ ticks: [{ step: 'wire', at: THEN, ...(min ? { took: min } : {}) }] });
    const minutes = (was: Partial<Work>, is: Partial<Work>) => said(was, is).filter((e) => e.kind === 'minutes').map((e) => [e.at, e.says, e.figure]); // prettier-ignore
    const figure = (value: number) => ({ key: 'took', value, unit: 'min' });
    expect(minutes({}, took(12))).toEqual([[THEN, 'took 12 min', figure(12)]]);
    expect(minutes(took(), took(12))).toEqual([[NOW, 'took 12 min', figure(12)]]);
    expect(minutes(took(12), took(15))).toEqual([[NOW, 'took 15 min', figure(15)]]);
    expect([minutes(took(12), took(12)), minutes(took(12), took()), minutes({}, took())]).toEqual([[], [], []]);
    // of the other step’s minutes nothing is said
    const two = (a: number): Partial<Work> => ({ ticks: [{ step: 'wire', at: THEN, took: a }, { step: 'p', at: THEN, took: 5 }] }); // prettier-ignore
    expect(minutes(two(1), two(2)).map(([, says]) => says)).toEqual(['took 2 min']);
  });
});

describe('values', () => {
  const value = (key: string, v: number, more: Partial<StepValue> = {}): StepValue => ({ step: 'wire', key, value: v, at: THEN, ...more });
  const values = (...list: StepValue[]): Partial<Work> => ({ values: list });
  const says = (v: StepValue) => said({}, values(v))[0]!.says;
  it('a length as it was said or as it is printed, others in their unit; an estimate says so', () => {
    expect(says(value('free', 152.4, { as: 'six' }))).toBe('free in the box: six');
    expect(says(value('free', 152.4))).toBe('free in the box: 6"');
    expect(says(value('free', 152.4, { estimated: true }))).toBe('free in the box: about 6", estimated');
    expect(says(value('drop', 3.5, { as: '3,5' }))).toBe('drop in the box: 3.5 V');
    expect(says(value('drop', 3.5))).toBe('drop in the box: 3.5 V');
    // over what the instrument shows
    expect(says(value('earth', 999, { as: '>999' }))).toBe('earth in the box: >999 MΩ');
    expect(says(value('earth', 99, { as: '99 >' }))).toBe('earth in the box: 99 MΩ');
    // a step or a figure that is no more: by its key, as a length
    expect(says(value('old', 25.4))).toBe('old: 1"');
    expect(said({}, values(value('free', 25.4, { step: 'gone' })))[0]).toMatchObject({ says: 'free: 1"', step: 'gone' });
  });
  it('its figure with the unit, the limits, the words and whether it is estimated', () => {
    const figure = (v: StepValue) => said({}, values(v))[0]!.figure;
    expect(figure(value('free', 152.4, { as: '6' }))).toEqual({ key: 'free', value: 152.4, unit: 'mm', as: '6', least: 152.4 });
    expect(figure(value('drop', 3.5))).toEqual({ key: 'drop', value: 3.5, unit: 'V', most: 6 });
    expect(figure(value('earth', 5, { estimated: true }))).toEqual({ key: 'earth', value: 5, unit: 'MΩ', estimated: true, least: 1, most: 999 }); // prettier-ignore
    expect(figure(value('old', 5))).toEqual({ key: 'old', value: 5, unit: 'mm' });
  });
  it('only what changed, of that figure of that step', () => {
    const a = value('free', 152.4, { as: '6' });
    const others = [value('drop', 3), value('free', 9, { step: 'p' })];
    const changed = (more: Partial<StepValue>) => said(values(...others, a), values(...others, { ...a, ...more })).length;
    expect([changed({}), changed({ at: LATER }), changed({ value: 150 }), changed({ as: '6 in' }), changed({ estimated: true })]).toEqual([0, 0, 1, 1, 1]); // prettier-ignore
    expect(said(values(a), values(a, ...others)).map((e) => [e.step, e.figure!.key])).toEqual([
      ['wire', 'drop'],
      ['p', 'free'],
    ]);
  });
  it('taken back by its label, or by its key', () => {
    const all = [value('free', 1), value('drop', 3), value('free', 9, { step: 'p' }), value('free', 2, { step: 'gone' })];
    expect(said(values(...all), values(all[1]!))).toEqual([
      { kind: 'taken back', at: NOW, step: 'wire', title: 'Wire the box', says: 'value taken back: free in the box' },
      { kind: 'taken back', at: NOW, step: 'p', title: 'Prove it dead', says: 'value taken back: free' },
      { kind: 'taken back', at: NOW, step: 'gone', says: 'value taken back: free' },
    ]);
  });
});

describe('proofs of dead', () => {
  const read = (volts: number, at = THEN, where = 'the hall box') => ({ at, volts, where });
  const proof = (of: string | undefined, more: Partial<DeadProof> = {}): DeadProof => ({ ...(of ? { of } : {}), testerBefore: read(120), ...more }); // prettier-ignore
  const proofs = (...list: DeadProof[]): Partial<Work> => ({ proofs: list });
  it('a reading with the step that proves its circuit, by whom, and which of the five it is', () => {
    expect(said({}, proofs(proof('c2', { by: 'Kim' })))).toEqual([
      {
        ...{ kind: 'reading', at: THEN, step: 'p', title: 'Prove it dead', by: 'Kim' },
        says: 'circuit c2. Tester on a live source: 120 V, the hall box',
        figure: { key: 'c2 testerBefore', value: 120, unit: 'V' },
      },
    ]);
    // of the UK’s by its own words; and of its own step
    expect(said({}, proofs(proof('c3')))).toMatchObject([{ step: 'q', says: 'circuit c3. Indicator on its proving unit: 120 V, the hall box' }]); // prettier-ignore
  });
  it('one for all: the first step that proves something; where none does, the usual one', () => {
    expect(said({}, proofs(proof(undefined)))).toMatchObject([{ step: 'p', says: 'Tester on a live source: 120 V, the hall box', figure: { key: 'all testerBefore' } }]); // prettier-ignore
    expect(said({}, proofs(proof('c9')))).toMatchObject([{ step: 'p', says: 'Tester on a live source: 120 V, the hall box' }]);
    expect(said({}, proofs(proof('c1')), [STEPS[0]!])).toEqual([
      { kind: 'reading', at: THEN, step: 'prove-dead', says: 'Tester on a live source: 120 V, the hall box', figure: { key: 'c1 testerBefore', value: 120, unit: 'V' } }, // prettier-ignore
    ]);
  });
  it('what was read before is not said again: by its time and its figure', () => {
    const was = proofs(proof('c1'), proof('c2'));
    const again = (more: Partial<DeadProof>) => said(was, proofs(proof('c1', more), proof('c2'))).map((e) => e.figure!.key);
    expect([again({}), again({ testerBefore: read(121) }), again({ testerBefore: read(120, LATER) })]).toEqual([[], ['c1 testerBefore'], ['c1 testerBefore']]); // prettier-ignore
    expect(again({ hotNeutral: read(0), testerAfter: read(120) })).toEqual(['c1 hotNeutral', 'c1 testerAfter']);
  });
  it('void once a reading of it is gone, with what it was of', () => {
    const whole = proof('c1', { hotNeutral: read(0) });
    expect(said(proofs(whole, proof('c3')), proofs(proof('c1'), proof('c3')))).toEqual([{ kind: 'void', at: NOW, step: 'p', title: 'Prove it dead', says: 'proof of dead is void: circuit c1' }]); // prettier-ignore
    expect(said(proofs(proof(undefined)), {}).map((e) => e.says)).toEqual(['proof of dead is void']);
    expect(said(proofs(proof('c1')), {}, [])).toEqual([{ kind: 'void', at: NOW, step: 'prove-dead', says: 'proof of dead is void' }]);
    // read anew it is another reading, not void; nothing read, nothing void
    expect(said(proofs(whole), proofs({ ...whole, hotNeutral: read(1, LATER) })).map((e) => e.kind)).toEqual(['reading']);
    expect(said(proofs({ of: 'c1' }), {})).toEqual([]);
  });
});

describe('who was told, and notes', () => {
  const told = (of: string, what: 'household' | 'breaker', at = THEN) => ({ of, what, by: 'Kim', at });
  it('told anew of another circuit, another thing, or at another time', () => {
    const was: Partial<Work> = { told: [told('c1', 'household')] };
    const says = (...list: ReturnType<typeof told>[]) => said(was, { told: [told('c1', 'household'), ...list] }).map((e) => `${e.at} ${e.says}`); // prettier-ignore
    expect(says()).toEqual([]);
    expect(says(told('c2', 'household'))).toEqual([`${THEN} household warned by Kim`]);
    expect(says(told('c1', 'breaker'))).toEqual([`${THEN} breaker locked or labelled by Kim`]);
    expect(says(told('c1', 'household', LATER))).toEqual([`${LATER} household warned by Kim`]);
    expect(said({}, was)).toHaveLength(1);
    expect(said(was, {})).toEqual([]);
  });
  it('a note of a step or of none; one written anew is another', () => {
    const note = (id: string, text: string, step?: string) => ({ id, text, at: THEN, ...(step ? { step } : {}) });
    const was: Partial<Work> = { notes: [note('a', 'old wire'), note('b', 'wet')] };
    expect(said(was, { notes: [...was.notes!, note('c', 'wet', 'wire')] })).toEqual([{ kind: 'note', at: THEN, step: 'wire', title: 'Wire the box', says: 'wet' }]); // prettier-ignore
    expect(said(was, { notes: [note('a', 'older wire'), note('b', 'wet')] })).toEqual([{ kind: 'note', at: THEN, says: 'older wire' }]);
    // another’s words under this id are this one’s now
    expect(said(was, { notes: [note('a', 'wet'), note('b', 'wet')] }).map((e) => e.says)).toEqual(['wet']);
    expect(said(was, { notes: [] })).toEqual([]);
  });
  it('all that is said passes for an entry, however long the words', () => {
    const long = 'w'.repeat(1990);
    const steps = [stepOf('wire', 'Wire', { asks: [ask('free', 'length', { label: long })] })];
    const v: StepValue = { step: 'wire', key: 'free', value: 1, at: THEN, as: 'a little over one and a half' };
    const all = [...said({}, { values: [v] }, steps), ...said({ values: [v] }, {}, steps)];
    expect(all.map((e) => e.says.length)).toEqual([2000, 2000]);
    for (const [n, e] of all.entries()) expect(LogEntry.safeParse({ ...e, id: `entry-${n}-of-it`, device: 'desk', n }).success).toBe(true);
  });
});

describe('from before there was a log', () => {
  it('each that no entry has: by kind, step, time and figure', () => {
    const work: Partial<Work> = { ticks: [{ step: 'wire', at: THEN }, { step: 'p', at: THEN }], values: [{ step: 'wire', key: 'free', value: 1, at: LATER }] }; // prettier-ignore
    const all = earlierEntries(jobOf(work), STEPS, 'in', []);
    expect(all.map((e) => [e.id, e.n, e.device, e.jobId, e.kind, e.step, e.at, e.received, e.aheadMs])).toEqual([
      ['before-000000', 0, 'before', 'j', 'done', 'wire', THEN, THEN, 0],
      ['before-000001', 1, 'before', 'j', 'done', 'p', THEN, THEN, 0],
      ['before-000002', 2, 'before', 'j', 'value', 'wire', LATER, LATER, 0],
    ]);
    const left = (change: Partial<KeptEntry>) => earlierEntries(jobOf(work), STEPS, 'in', [{ ...all[2]!, ...change }]).length;
    const other = { key: 'drop', value: 1, unit: 'V' as const };
    expect([left({}), left({ id: 'another-id' }), left({ kind: 'note' }), left({ step: 'p' }), left({ at: THEN }), left({ figure: other })]).toEqual([2, 2, 3, 3, 3, 3]); // prettier-ignore
  });
});

describe('lines of the log', () => {
  const kept = (id: string, n: number, more: Partial<KeptEntry> = {}): KeptEntry => ({ id, jobId: 'j', kind: 'value', device: 'desk', n, says: id, at: THEN, received: NOW, aheadMs: 0, ...more }); // prettier-ignore
  const line = (more: Partial<KeptEntry>) => logLines([kept('one-entry', 0, more)], 'in')[0]!;
  it('what has no title, step, name or photo shows none', () => {
    expect(line({ kind: 'note' })).toEqual({ id: 'one-entry', at: '2026-11-29T09:00:00.000Z', title: '', says: 'one-entry', by: '', kind: 'note', corrected: false }); // prettier-ignore
    expect(line({ kind: 'note', title: 'T', by: 'Kim', step: 'wire', photo: 'a-photo' })).toMatchObject({ title: 'T', by: 'Kim', step: 'wire', photo: 'a-photo' }); // prettier-ignore
  });
  it('a figure against its limits: lengths to the tape, others to the figure', () => {
    const judged = (value: number, figure: Partial<NonNullable<KeptEntry['figure']>>) => {
      const { verdict, wanted } = line({ figure: { key: 'k', value, unit: 'V', ...figure } });
      return verdict === undefined ? 'nothing' : `${verdict}: ${wanted}`;
    };
    expect(judged(5, {})).toBe('nothing');
    expect([judged(6, { most: 6 }), judged(6.01, { most: 6 })]).toEqual(['ok: at most 6 V', 'stop: at most 6 V']);
    expect([judged(1, { least: 1 }), judged(0.99, { least: 1 })]).toEqual(['ok: at least 1 V', 'stop: at least 1 V']);
    expect([judged(5, { least: 1, most: 6 }), judged(7, { least: 1, most: 6 }), judged(0, { least: 1, most: 6 })]).toEqual(['ok: at least 1 V, at most 6 V', 'stop: at least 1 V, at most 6 V', 'stop: at least 1 V, at most 6 V']); // prettier-ignore
    // 1/32 in of the tape: 0.8 mm
    const mm = { unit: 'mm' as const, least: 25.4, most: 50.8 };
    expect([24.5, 24.7, 51.5, 51.7].map((v) => judged(v, mm).split(':')[0])).toEqual(['stop', 'ok', 'ok', 'stop']);
    expect(judged(30, mm)).toBe('ok: at least 1", at most 2"');
    expect([judged(5, { most: 6, estimated: true }), judged(7, { most: 6, estimated: true })]).toEqual(['can’t tell: at most 6 V', 'stop: at most 6 V']); // prettier-ignore
  });
  it('corrected by a later figure of that key at that step, or by a tick taken back; by nothing else', () => {
    const figure = (key: string) => ({ key, value: 1, unit: 'V' as const });
    const corrected = (a: Partial<KeptEntry>, b: Partial<KeptEntry>) => logLines([kept('first-one', 0, a), kept('second-one', 1, b)], 'in')[0]!.corrected; // prettier-ignore
    const a = { figure: figure('k'), step: 'wire' };
    expect([corrected(a, a), corrected(a, { ...a, step: 'p' }), corrected(a, { ...a, figure: figure('l') })]).toEqual([true, false, false]); // prettier-ignore
    expect(corrected({ figure: figure('k') }, { figure: figure('k') })).toBe(true);
    const done: Partial<KeptEntry> = { kind: 'done', step: 'wire' };
    const back: Partial<KeptEntry> = { kind: 'taken back', step: 'wire', says: 'not done after all' };
    expect([corrected(done, back), corrected(done, done), corrected(done, { ...back, step: 'p' })]).toEqual([true, true, false]);
    // a value of the step taken back, a note that says the same
    expect([corrected(done, { ...back, says: 'value taken back: free' }), corrected(done, { ...back, kind: 'note' })]).toEqual([false, false]); // prettier-ignore
    expect([corrected({ kind: 'note' }, { kind: 'note' }), corrected({ kind: 'done' }, { ...back, step: undefined })]).toEqual([false, false]); // prettier-ignore
  });
  it('a clock about right says nothing; others how far off, ahead or behind', () => {
    const clock = (seconds: number) => line({ aheadMs: seconds * 1000 }).clock;
    expect([clock(120), clock(-120), clock(121), clock(-121)]).toEqual([undefined, undefined, 'its clock was 2 min ahead: put right', 'its clock was 2 min behind: put right']); // prettier-ignore
    expect([clock(3600), clock(-7260)]).toEqual(['its clock was 1 h ahead: put right', 'its clock was 2 h 1 min behind: put right']);
    expect([line({ aheadMs: 120_000 }).at, line({ aheadMs: 180_000 }).at]).toEqual(['2026-11-29T09:00:00.000Z', '2026-11-29T08:57:00.000Z']); // prettier-ignore
  });
  it('at one time by device, then as that device counts, then by id', () => {
    const log = (...entries: KeptEntry[]) => logLines(entries, 'in').map((l) => l.id).join(' '); // prettier-ignore
    const of = (id: string, device: string, n: number, at = THEN) => kept(id, n, { device, at, kind: 'note' });
    expect(log(of('b', 'phone', 0), of('a', 'desk', 5))).toBe('a b');
    expect(log(of('b', 'desk', 1), of('a', 'desk', 2))).toBe('b a');
    expect([log(of('b', 'desk', 1), of('a', 'desk', 1)), log(of('a', 'desk', 1), of('b', 'desk', 1))]).toEqual(['a b', 'a b']);
    expect(log(of('b', 'phone', 0, LATER), of('a', 'phone', 1), of('c', 'desk', 0, LATER))).toBe('c b a');
  });
});
