/** Two hands in one document: what joins, what clashes, and that nothing is lost. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { heldJobs, quinceStreet } from '../houses.testing.js';
import { enterProof, PROOF_ORDER, proofState, stepsOf } from '../work/index.js';
import { inHouse, type Job } from './index.js';
import { joined } from './merge.js';

const tape = (mm: number) => ({ mm, known: 'measured' });
const base = {
  name: 'Sewing corner',
  houseSeen: 3,
  changes: [
    { id: 'box', title: 'new box' },
    { id: 'cable', title: 'cable' },
  ],
  work: {
    ticks: [{ step: 'mark-out', at: '2026-11-27T08:00:00Z' }],
    values: [{ step: 'wire', key: 'free', value: 152, at: '2026-11-27T08:00:00Z' }],
    proofs: [] as { of?: string; hotNeutral?: { volts: number; at: string; where: string } }[],
    notes: [] as { id: string; text: string }[],
  },
};
type Doc = typeof base;
const with_ = (part: Partial<Doc['work']>, rest: Partial<Doc> = {}): Doc => ({ ...base, ...rest, work: { ...base.work, ...part } });
const tick = (step: string, at = '2026-11-27T09:00:00Z') => ({ step, at });

describe('two hands in one job', () => {
  it('a phone ticks and measures while the desk renames and adds a change: both are there', () => {
    const phone = with_({ ticks: [...base.work.ticks, tick('look')], notes: [{ id: 'n1', text: 'old newspaper in the bay' }] });
    const desk = with_({ ticks: [...base.work.ticks, tick('cut')] }, { name: 'Sewing corner, window side', changes: [...base.changes, { id: 'patch', title: 'patch' }] }); // prettier-ignore
    const { document, clashes } = joined(base, phone, desk, 'in');
    expect(clashes).toEqual([]);
    expect(document.name).toBe('Sewing corner, window side');
    expect(new Set(document.work.ticks.map((t) => t.step))).toEqual(new Set(['mark-out', 'cut', 'look']));
    expect(document.work.notes).toEqual([{ id: 'n1', text: 'old newspaper in the bay' }]);
    expect(document.changes.map((c) => c.id)).toEqual(['box', 'cable', 'patch']);
  });
  it('both tick the same step: it is done once, and the later time holds: a proof read before it is no proof', () => {
    const { document, clashes } = joined(base, with_({ ticks: [tick('look', '2026-11-27T09:05:00Z')] }), with_({ ticks: [tick('look', '2026-11-27T09:01:00Z')] }), 'in'); // prettier-ignore
    expect(clashes).toEqual([]);
    expect(document.work.ticks).toEqual([tick('look', '2026-11-27T09:05:00Z')]);
  });
  it('a breaker that two hands switched off may have been on in between: the proof read between is none', () => {
    const job = inHouse(
      heldJobs.find((j) => j.id === 'sewing-corner')!,
      quinceStreet,
    );
    const target = stepsOf(job).flatMap((s) => s.proves)[0]!;
    const at = (minute: string) => `2026-11-27T09:${minute}:00.000Z`;
    const off = (minute: string): Job => ({ ...job, work: { ...job.work, ticks: [{ step: target.off, at: at(minute) }] } });
    const read = PROOF_ORDER.reduce((j, key, i) => enterProof(j, target, key, { at: at(`0${i + 4}`), volts: key.startsWith('tester') ? 120 : 0, where: 'hall' }), off('00')); // prettier-ignore
    expect(proofState(read, target).proved).toBe(true);
    const { document, clashes } = joined<Job>(job, read, off('30'), 'in');
    expect(clashes).toEqual([]);
    expect(proofState(document, target)).toMatchObject({ proved: false, reasons: [expect.stringMatching(/before the breaker was off/)] });
  });
  it('one field said two ways is a clash in words: mine stands until theirs is taken', () => {
    const mine = with_({ values: [{ ...base.work.values[0]!, value: 140 }] });
    const theirs = with_({ values: [{ ...base.work.values[0]!, value: 165 }] });
    const first = joined(base, mine, theirs, 'in');
    expect(first.clashes).toEqual([{ at: '/work/values/wire free/value', words: 'work, value 1, value', was: '152', mine: '140', theirs: '165' }]); // prettier-ignore
    expect(first.document.work.values[0]!.value).toBe(140);
    const second = joined(base, mine, theirs, 'in', new Set(['/work/values/wire free/value']));
    expect(second.document.work.values[0]!.value).toBe(165);
  });
  it('taken out here and altered there is a clash, taken out here and left alone there is gone', () => {
    const gone = { ...base, changes: [base.changes[1]!] };
    expect(joined(base, gone, base, 'in').document.changes.map((c) => c.id)).toEqual(['cable']);
    const altered = { ...base, changes: [{ id: 'box', title: 'deep box' }, base.changes[1]!] };
    const { clashes, document } = joined(base, gone, altered, 'in');
    expect(clashes.map((c) => [c.at, c.mine, c.theirs])).toEqual([['/changes/box', 'not said', 'deep box']]);
    expect(document.changes.map((c) => c.id)).toEqual(['cable']);
  });
  it('readings of one proof are never put together from two hands', () => {
    const at = (volts: number, minute: string) => ({ of: 'c5', hotNeutral: { volts, at: `2026-11-27T09:${minute}:00Z`, where: 'study' } });
    const { clashes, document } = joined(base, with_({ proofs: [at(0, '01')] }), with_({ proofs: [at(118, '02')] }), 'in');
    expect(clashes.map((c) => c.at)).toEqual(['/work/proofs/c5']);
    expect(document.work.proofs).toEqual([at(0, '01')]);
    // a proof that is of the whole job has no name of its own
    const whole = { testerBefore: { volts: 120, at: '2026-11-27T09:00:00Z', where: 'hall' } } as never;
    expect(joined(base, with_({ proofs: [whole] }), with_({ proofs: [at(0, '03')] }), 'in').document.work.proofs).toHaveLength(2);
  });
  it('a length is one thing: figure, words and how it is known belong together', () => {
    const box = (depth: unknown) => ({ boxes: [{ id: 'b', depth }] });
    const { clashes } = joined(box(tape(70)), box({ ...tape(71), as: '2 13/16' }), box({ mm: 73, known: 'felt' }), 'in');
    expect(clashes.map((c) => c.at)).toEqual(['/boxes/b/depth']);
  });
  it('what was put in order here keeps its order, with what came there behind what stood before it', () => {
    const list = (...ids: string[]) => ({ items: ids.map((id) => ({ id })) });
    expect(joined(list('a', 'b', 'c'), list('c', 'a', 'b'), list('a', 'x', 'b', 'c'), 'in').document).toEqual(list('c', 'a', 'x', 'b'));
    // what they put first comes first
    expect(joined(list('a', 'b'), list('a', 'b', 'y'), list('x', 'a', 'b'), 'in').document).toEqual(list('x', 'a', 'b', 'y'));
  });
  it('what the program notes for itself is the later of both', () => {
    expect(joined(base, { ...base, houseSeen: 5 }, { ...base, houseSeen: 7 }, 'in')).toMatchObject({ clashes: [], document: { houseSeen: 7 } }); // prettier-ignore
  });
});

/** Documents of three shelves of things with fields. */
const thing = fc.record({
  id: fc.constantFrom('a', 'b', 'c', 'd', 'e'),
  w: fc.integer({ min: 0, max: 3 }),
  h: fc.integer({ min: 0, max: 3 }),
});
const doc = fc.record({
  name: fc.constantFrom('x', 'y', 'z'),
  things: fc.uniqueArray(thing, { selector: (t) => t.id }),
  own: fc.dictionary(fc.constantFrom('p', 'q'), fc.integer({ min: 0, max: 2 })),
});
const sorted = (d: { name: string; things: { id: string }[]; own: unknown }) => ({ ...d, things: [...d.things].sort((a, b) => (a.id < b.id ? -1 : 1)) }); // prettier-ignore

describe('properties', () => {
  it('who changed nothing takes the other’s, and the same twice is the same once', () => {
    fc.assert(
      fc.property(doc, doc, (before, after) => {
        expect(joined(before, after, before, 'in')).toEqual({ document: after, clashes: [] });
        expect(joined(before, before, after, 'in')).toEqual({ document: after, clashes: [] });
        expect(joined(before, after, after, 'in')).toEqual({ document: after, clashes: [] });
      }),
    );
  });
  it('whichever side is called mine, the same fields clash, and without a clash both come to the same', () => {
    fc.assert(
      fc.property(doc, doc, doc, (before, a, b) => {
        const [ab, ba] = [joined(before, a, b, 'in'), joined(before, b, a, 'in')];
        expect(new Set(ab.clashes.map((c) => c.at))).toEqual(new Set(ba.clashes.map((c) => c.at)));
        if (ab.clashes.length === 0) expect(sorted(ab.document)).toEqual(sorted(ba.document));
        // taking theirs in every clash is what they would have come to by keeping theirs
        const taken = joined(before, a, b, 'in', new Set(ab.clashes.map((c) => c.at)));
        expect(sorted(taken.document)).toEqual(sorted(ba.document));
      }),
    );
  });
  it('what only one side changed is in the outcome', () => {
    fc.assert(
      fc.property(doc, doc, doc, (before, a, b) => {
        const { document } = joined(before, a, b, 'in');
        for (const mine of a.things) {
          const [was, theirs] = [before.things.find((t) => t.id === mine.id), b.things.find((t) => t.id === mine.id)];
          if (was && theirs && was.w === theirs.w) expect(document.things.find((t) => t.id === mine.id)?.w).toBe(mine.w);
          if (!was && !theirs) expect(document.things).toContainEqual(mine);
        }
      }),
    );
  });
});
