/** The log: what an edit says to it, and how entries of several devices become one, whatever order they come in. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { heldJobs, quinceStreet } from '../houses.testing.js';
import { inHouse, type Job, type KeptEntry, type LogEntry } from '../model/index.js';
import { enterProof, enterValue, noteTold, stepsOf, untick } from '../work/index.js';
import { earlierEntries, entriesOf, happenedAt, joinLog, logLines } from './index.js';

const job = inHouse(
  heldJobs.find((j) => j.id === 'sewing-corner')!,
  quinceStreet,
);
const steps = stepsOf(job);
const bare: Job = { ...job, work: { ...job.work, ticks: [], values: [], notes: [], proofs: [], told: [], timers: [] } };
const NOW = '2026-11-27T09:00:00.000Z';
const said = (before: Job, after: Job) => entriesOf(before, after, steps, 'in', NOW);
const asked = steps.find((s) => s.asks.some((a) => a.unit === 'length'))!;
const ask = asked.asks.find((a) => a.unit === 'length')!;
const value = (mm: number, as: string, estimated = false) => ({ step: asked.id, key: ask.key, value: mm, as, at: NOW, ...(estimated ? { estimated } : {}) }); // prettier-ignore

describe('what an edit says to the log', () => {
  it('a tick, with the minutes it took', () => {
    const after = { ...bare, work: { ...bare.work, ticks: [{ step: steps[0]!.id, at: NOW, took: 12 }] } };
    expect(said(bare, after).map((e) => [e.kind, e.title, e.says])).toEqual([
      ['done', steps[0]!.title, 'done'],
      ['minutes', steps[0]!.title, 'took 12 min'],
    ]);
    expect(said(after, after)).toEqual([]);
    // taken back is said too, whichever way: untick or undo
    expect(said(after, untick(after, steps[0]!.id, steps)).map((e) => e.kind)).toEqual(['taken back']);
    expect(said(after, bare).map((e) => [e.kind, e.at])).toEqual([['taken back', NOW]]);
  });
  it('a value in the words it was said in, with what the plan wants; said anew it is a second entry', () => {
    const first = enterValue(bare, value(152.4, '6'));
    const second = enterValue(first, value(165.1, '6 1/2', true));
    const [one] = said(bare, first);
    expect(one).toMatchObject({ kind: 'value', step: asked.id, says: `${ask.label}: 6`, figure: { key: ask.key, value: 152.4, unit: 'mm', as: '6' } }); // prettier-ignore
    expect(said(first, second)).toMatchObject([
      { kind: 'value', says: `${ask.label}: about 6 1/2, estimated`, figure: { estimated: true } },
    ]);
    expect(said(second, bare).map((e) => e.says)).toEqual([`value taken back: ${ask.label}`]);
    // the same figure, now measured: that is worth a line
    const sure = enterValue(second, value(165.1, '6 1/2'));
    expect(said(second, sure).map((e) => e.says)).toEqual([`${ask.label}: 6 1/2`]);
  });
  it('each reading of a proof with who read it, and that a proof is void', () => {
    const target = steps.flatMap((s) => s.proves)[0]!;
    const one = enterProof(bare, target, 'testerBefore', { at: NOW, volts: 119.8, where: 'study outlet' });
    const two = enterProof(one, target, 'hotNeutral', { at: NOW, volts: 0.1, where: 'hall box' });
    expect(said(one, two).map((e) => [e.kind, e.says])).toEqual([['reading', `${target.words}. Target, hot to neutral: 0.1 V, hall box`]]);
    expect(said(two, bare).map((e) => e.kind)).toEqual(['void']);
  });
  it('who was told, and a note', () => {
    const told = noteTold(bare, 'c5', 'household', 'owner', NOW);
    expect(said(bare, told)).toEqual([{ kind: 'told', at: NOW, by: 'owner', says: 'household warned by owner' }]);
    const noted = { ...bare, work: { ...bare.work, notes: [{ id: 'n', text: 'newspaper of 1961 in the bay', at: NOW }] } };
    expect(said(bare, noted).map((e) => e.says)).toEqual(['newspaper of 1961 in the bay']);
  });
});

const entry = (id: string, device: string, n: number, minute: number, more: Partial<KeptEntry> = {}): KeptEntry => ({
  id: `${id}-entry-id`, jobId: 'sewing-corner', kind: 'note', device, n, says: id,
  at: new Date(Date.UTC(2026, 10, 27, 9, minute)).toISOString(),
  received: new Date(Date.UTC(2026, 10, 27, 12, n)).toISOString(), aheadMs: 0, ...more,
}); // prettier-ignore
const order = (log: readonly KeptEntry[]) => log.map((e) => e.says).join(' ');

describe('what was done before there was a log', () => {
  it('is read off the work itself, and only what no entry has', () => {
    const worked = enterValue({ ...bare, work: { ...bare.work, ticks: [{ step: steps[0]!.id, at: NOW }] } }, value(152.4, '6'));
    const all = earlierEntries(worked, steps, 'in', []);
    expect(all.map((e) => e.kind)).toEqual(['done', 'value']);
    const known = earlierEntries(worked, steps, 'in', [{ ...all[0]!, id: 'from-a-phone' }]);
    expect(known.map((e) => e.kind)).toEqual(['value']);
  });
});

describe('one log of several devices', () => {
  it('by when it happened, and those of one device always as it made them', () => {
    const log = joinLog([entry('b', 'desk', 0, 5), entry('d', 'desk', 1, 30)], [entry('a', 'phone', 0, 1), entry('c', 'phone', 1, 10)]);
    expect(order(log)).toBe('a b c d');
    // the phone’s clock was set back between its two entries: the second still comes after the first
    expect(order(joinLog([entry('x', 'phone', 0, 20), entry('y', 'phone', 1, 3)]))).toBe('x y');
  });
  it('a clock an hour ahead is put right and said; one some seconds off is believed', () => {
    const ahead = entry('late', 'phone', 0, 65, { aheadMs: 62 * 60_000 });
    const log = joinLog([ahead], [entry('then', 'desk', 0, 10)]);
    expect(order(log)).toBe('late then');
    expect(new Date(happenedAt(ahead)).toISOString()).toBe('2026-11-27T09:03:00.000Z');
    expect(logLines(log, 'in')[0]!.clock).toBe('its clock was 1 h 2 min ahead: put right');
    expect(happenedAt(entry('near', 'phone', 0, 5, { aheadMs: 90_000 }))).toBe(Date.UTC(2026, 10, 27, 9, 5));
    expect(logLines([entry('behind', 'phone', 0, 5, { aheadMs: -3 * 60_000 })], 'in')[0]!.clock).toMatch(/3 min behind/);
  });
  it('what is corrected stays and says so; what it is corrected by stands', () => {
    const figure = (n: number): LogEntry['figure'] => ({ key: 'free', value: n, unit: 'mm', least: 152.4 });
    const lines = logLines(
      [
        entry('6', 'phone', 0, 1, { kind: 'value', step: 'wire', figure: figure(140) }),
        entry('done', 'phone', 1, 2, { kind: 'done', step: 'wire' }),
        entry('not done after all', 'phone', 2, 3, { kind: 'taken back', step: 'wire' }),
        entry('7', 'phone', 3, 4, { kind: 'value', step: 'wire', figure: figure(178) }),
        entry('done again', 'phone', 4, 5, { kind: 'done', step: 'wire' }),
      ],
      'in',
    );
    expect(lines.map((l) => [l.says, l.corrected, l.verdict])).toEqual([
      ['6', true, 'stop'],
      ['done', true, undefined],
      ['not done after all', false, undefined],
      ['7', false, 'ok'],
      ['done again', false, undefined],
    ]);
    expect(lines[0]!.wanted).toBe('at least 6"');
    // a tape is read to 1/32 in: 152.0 mm passes for 152.4, 151.4 doesn’t
    const judged = (n: number) => logLines([entry('t', 'p', 0, 1, { figure: figure(n) })], 'in')[0]!.verdict;
    expect([judged(152), judged(151.4)]).toEqual(['ok', 'stop']);
    // an estimate inside its limits can’t be told
    expect(logLines([entry('e', 'p', 0, 1, { figure: { ...figure(178)!, estimated: true } })], 'in')[0]!.verdict).toBe('can’t tell');
  });

  it('of an entry that came twice the first coming counts: its clock was looked at then', () => {
    const [early, late] = ['2026-11-27T12:00:00.000Z', '2026-11-27T20:00:00.000Z'].map((received, i) => entry('a', 'phone', 0, 5, { received, aheadMs: i })); // prettier-ignore
    for (const list of [
      [early!, late!],
      [late!, early!],
    ])
      expect(joinLog(list).map((e) => e.aheadMs)).toEqual([0]);
  });

  const anyEntry = fc
    .record({ device: fc.constantFrom('phone', 'desk', 'tablet'), n: fc.integer({ min: 0, max: 8 }), minute: fc.integer({ min: 0, max: 40 }), ahead: fc.constantFrom(0, 0, 3_600_000, -600_000), came: fc.integer({ min: 0, max: 3 }) })
    .map(({ device, n, minute, ahead, came }) => entry(`${device}${n}`, device, n, minute, { aheadMs: ahead, received: new Date(Date.UTC(2026, 10, 27, 12, came)).toISOString() })); // prettier-ignore
  const entries = fc.array(anyEntry, { maxLength: 20 });
  it('any order of arrival, any duplication, any grouping: the same log', () => {
    fc.assert(
      fc.property(entries, entries, entries, fc.integer(), (a, b, c, seed) => {
        const whole = JSON.stringify(joinLog(a, b, c));
        const mixed = [...c, ...a, ...b, ...a].sort((x, y) => ((x.n * 31 + seed) % 7) - ((y.n * 31 + seed) % 7));
        expect(JSON.stringify(joinLog(mixed))).toBe(whole);
        expect(JSON.stringify(joinLog(joinLog(c, a), joinLog(b, c)))).toBe(whole);
        expect(JSON.stringify(joinLog(joinLog(a, b, c)))).toBe(whole);
      }),
    );
  });
  it('every entry that came is in it, each once, a device’s own in their order', () => {
    fc.assert(
      fc.property(entries, (list) => {
        const log = joinLog(list);
        expect(new Set(log.map((e) => e.id))).toEqual(new Set(list.map((e) => e.id)));
        expect(new Set(log.map((e) => e.id)).size).toBe(log.length);
        for (const device of ['phone', 'desk', 'tablet']) {
          const own = log.filter((e) => e.device === device).map((e) => e.n);
          expect(own).toEqual([...own].sort((x, y) => x - y));
        }
      }),
    );
  });
});
